// A project of which as much as can be is set.
#pragma once
#include "asymmetric.hpp"

namespace support {

/// A project of which as much as can be is not as it begins.
inline clathra::Project rich() {
  using nlohmann::json;
  clathra::Project p = asymmetric();
  const std::string shape = p.layout->shapes[p.layout->pieces[0].shape].name;
  for (json step : json::parse(R"([
    {"edit":"setMaking","times":3,"layers":4,"overrun":2,"washed":true,"bluntBelow":61},
    {"edit":"setAllowance","value":5.5,"least":4.5},
    {"edit":"setAllowance","value":9.5,"where":"outer"},
    {"edit":"setPage","page":"a3","side":"front","stripsFirst":true,"margin":12,"gap":1.5,"sort":"cloth"},
    {"edit":"setMarks","name":false,"arrow":false,"folds":true,"hand":"left"},
    {"edit":"setPapers","material":"card","ahead":7,"ease":1.5,"lookAlike":1.2,"materials":[{"id":"card","life":5,
     "lost":6,"price":0.25,"minutesCut":0.75,"minutesOut":0.5,"quilted":true,"washable":true,"dulls":true}]},
    {"edit":"setReadings","readings":[{"shape":"SHAPE","what":"edge","index":1,"papers":2,"value":72.4,
     "state":"covered","material":"card"}]},
    {"edit":"setWantedSize","width":500,"height":300},
    {"edit":"addRole","name":"Sky"},
    {"edit":"giveRole","role":"Sky","pieces":[26,27]},
    {"edit":"putOnRole","role":"Sky","cloth":"A"},
    {"edit":"keepVariant","name":"Night","note":"darker"},
    {"edit":"markUnit","name":"Pair","pieces":[28,29]},
    {"edit":"changeCloth","cloth":"A","sold":{"by":"length","step":100,"price":3.25},"shrink":4,"allowance":6.25,
     "least":3.5,"stand":"shape","facts":{"thickness":0.3,"fray":"much","stretches":true,"shows_through":true,
     "readable_behind":true,"washed":true,"thread":"#203040"}},
    {"edit":"changeCloth","cloth":"B","in_set":6,"drawn_behind":true,"print":{"picture":"damask.png","dpi":111,
     "a":[140,9],"b":[12,170],"half_turn_centre":[11,12],"dpi_guessed":true,
     "mirror_axes":[{"deg":33,"point":[7,8]}],"mark":[13,31]}},
    {"edit":"changeCloth","cloth":"C","sold":{"by":"piece","name":"fat quarter","width":300,"length":500,"price":4},
     "lengths":[{"length":460,"width":280,"holes":[[[10,60],[30,60],[30,90]]],"mark":[3,4]},{"length":195}]},
    {"edit":"chooseMethod","cloth":"A","method":"strips","turnOneWay":true,"search":10},
    {"edit":"chooseMethod","cloth":"D","method":"rectangles"},
    {"edit":"changeMotif","motif":"Stalk","to_middle":true,"reference":[61,201]},
    {"edit":"setAside","check":"look-alike:x","reason":"they go under the border"},
    {"edit":"addScraps","name":"Bag","colour":"#405060"},
    {"edit":"setNow","pieces":[1,2]},
    {"edit":"takeCut","cloth":"A","length":1,"from":30,"to":90,"patches":[{"shape":"SHAPE","hand":1,"count":1}]},
    {"edit":"addCloth","name":"Joined","width":600,"lengths":[700]},
    {"edit":"joinStrips","cloth":"Joined","strips":[{"cloth":"A","width":50},{"cloth":"D","width":38}]},
    {"edit":"takeAway","pieces":[30]}])")) {
    for (json* named : {step.contains("readings") ? &step["readings"][0] : nullptr,
                        step.contains("patches") ? &step["patches"][0] : nullptr})
      if (named) (*named)["shape"] = shape;
    p = edited(p, step);
  }
  return p;
}

}  // namespace support
