// Every value in a project's file counts: one that is altered is refused in a sentence, or comes back
// altered.
#include <QtTest>

#include "asymmetric.hpp"
#include "registry.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A project of which as much as can be is not as it begins.
Project rich() {
  Project p = support::asymmetric();
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
     "a":[50,3],"b":[4,60],"half_turn_centre":[11,12],"dpi_guessed":true,
     "mirror_axes":[{"deg":33,"point":[7,8]}],"mark":[13,31]}},
    {"edit":"changeCloth","cloth":"C","sold":{"by":"piece","name":"fat quarter","width":300,"length":500,"price":4},
     "lengths":[{"length":460,"width":280,"holes":[[[10,60],[30,60],[30,90]]],"mark":[3,4]},{"length":195}]},
    {"edit":"chooseMethod","cloth":"A","method":"strips","turnOneWay":true,"search":10},
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
    p = support::edited(p, step);
  }
  return p;
}

/// Where a value stands, whichever of a list it is of.
std::string kindOf(const std::string& path) {
  return QString::fromStdString(path).replace(QRegularExpression("/\\d+"), "/*").toStdString();
}

json altered(const json& value) {
  if (value.is_number_integer()) return value.get<std::int64_t>() + 1;
  if (value.is_number()) return value.get<double>() * 1.01 + 0.013;
  if (value.is_boolean()) return !value.get<bool>();
  if (value.is_string()) return value.get<std::string>() + "x";
  return value;
}

}  // namespace

class EveryValueTest : public QObject {
  Q_OBJECT
 private slots:
  void countsInAProject() {
    const Entries entries = *unpack(*serialize(rich()));
    QVERIFY(*unpack(*serialize(*deserialize(*pack(entries)))) == entries);
    int tried = 0, refused = 0;
    for (const auto& [name, text] : entries) {
      if (!name.ends_with(".json")) continue;
      const json whole = json::parse(text), leaves = whole.flatten();
      std::map<std::string, int> seen;
      for (auto leaf = leaves.begin(); leaf != leaves.end(); ++leaf) {
        const std::string kind = kindOf(leaf.key());
        // How a length was typed only stands while it is that length.
        if (kind.find("typed_in") != std::string::npos) continue;
        const json now = altered(leaf.value());
        if (now == leaf.value() || seen[kind]++ >= 2) continue;
        json j = whole;
        j[json::json_pointer(leaf.key())] = now;
        Entries changed = entries;
        changed[name] = j.dump();
        const auto opened = deserialize(*pack(changed));
        ++tried;
        if (!opened) {
          ++refused;
          const QByteArray said = support::text(opened.error().message);
          QVERIFY2(!said.isEmpty() && !said.contains('\n') && said.size() < 300, said.constData());
          continue;
        }
        QVERIFY2(*unpack(*serialize(*opened)) != entries, (name + " " + leaf.key()).c_str());
      }
    }
    QVERIFY2(tried > 180 && refused < tried / 4, qPrintable(QString("%1 of %2").arg(refused).arg(tried)));
  }
};

CLATHRA_TEST(EveryValueTest, "every_value")
#include "every_value.moc"
