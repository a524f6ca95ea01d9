// Each key of each edit, and each value of a project's file, is spoiled in a few ways, each by itself: what
// is refused, and with which sentence, is kept in tests/data/golden, as what was looked at and found good.
#include <QtTest>
#include <set>

#include "records.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A valid step of each edit, with all its keys where they go together.
json steps() {
  return json::parse(R"([
    {"edit":"rename","name":"Other"},
    {"edit":"setArrangement","arrangement":"hexagons","across":4,"down":3},
    {"edit":"setArrangement","arrangement":"hexagon-rosette","rings":2},
    {"edit":"setEdge","value":28},
    {"edit":"setProportion","proportion":"long","value":55},
    {"edit":"setCounts","across":5,"down":4},
    {"edit":"setSize","edge":25,"across":5,"down":4},
    {"edit":"setSides","sides":"slice"},
    {"edit":"setLine","box":[20,20,250,120]},
    {"edit":"setLine","outline":[[20,20],[250,20],[200,120]]},
    {"edit":"setWantedSize","width":400,"height":300},
    {"edit":"setAllowance","value":7,"cloth":"A","least":4},
    {"edit":"setAllowance","value":7,"shape":"SHAPE"},
    {"edit":"setAllowance","value":9,"where":"outer"},
    {"edit":"setSpare","percent":7},
    {"edit":"setMaking","times":2,"layers":3,"overrun":1.5,"washed":false,"bluntBelow":50},
    {"edit":"setUnit","unit":"inch"},
    {"edit":"setPage","page":"letter","side":"back","stripsFirst":false,"margin":9,"gap":2,"sort":"unit"},
    {"edit":"setMarks","name":true,"number":true,"sign":false,"arrow":true,"outer":true,"ticks":true,"folds":false,
     "hand":"right"},
    {"edit":"setPapers","material":"leave-in","ahead":3,"ease":2,"lookAlike":1,"materials":[{"id":"card","life":4,
     "lost":5,"price":0.5,"minutesCut":1,"minutesOut":0.5,"quilted":false,"washable":false,"dulls":true}]},
    {"edit":"setReadings","readings":[{"shape":"SHAPE","handed":1,"what":"edge","index":1,"papers":2,"value":72.4,
     "state":"covered","material":"card"}]},
    {"edit":"paint","cloth":"A","pieces":[4,5]},
    {"edit":"paint","cloth":"A","shape":"SHAPE"},
    {"edit":"paint","cloth":"A","ring":{"of":2,"k":1}},
    {"edit":"paint","cloth":"A","row":{"of":2,"degrees":0}},
    {"edit":"paint","cloth":"A","alike":{"of":2,"anyCloth":true,"sameTurn":true}},
    {"edit":"paint","cloth":"A","unit":"Pair"},
    {"edit":"addRole","name":"Sea"},
    {"edit":"giveRole","role":"Sky","pieces":[3]},
    {"edit":"putOnRole","role":"Sky","cloth":"C"},
    {"edit":"renameRole","role":"Sky","name":"Air"},
    {"edit":"dropRole","role":"Sky"},
    {"edit":"paintByChance","cloths":[{"cloth":"A","share":2,"most":5},{"cloth":"D"}],"pieces":[14,15,16,17],
     "neighboursDiffer":false,"seed":3},
    {"edit":"keepVariant","name":"Day","note":"paler"},
    {"edit":"wearVariant","variant":"Night"},
    {"edit":"changeVariant","variant":"Night","name":"Dusk","note":"n"},
    {"edit":"dropVariant","variant":"Night"},
    {"edit":"setNumbering","by":"outside"},
    {"edit":"beginWith","shape":"kite"},
    {"edit":"beginWith","sides":7,"name":"Seven"},
    {"edit":"beginWith","outline":[[0,0],[40,0],[30,30]],"name":"Sail"},
    {"edit":"beginWith","typed":"40 90 30 90 40 90 30 90","name":"Box"},
    {"edit":"makeShape","name":"Leaning","piece":3,"cloth":"A"},
    {"edit":"dropShape","name":"Mine"},
    {"edit":"addPieces","at":[36,0],"shape":"square","choice":0,"cloth":"A"},
    {"edit":"addPieces","at":[36,0],"copies":{"turns":2,"mirror":false,"centre":[200,80]}},
    {"edit":"takeAway","pieces":[29],"copies":{"turns":2,"mirror":false,"centre":[200,80]}},
    {"edit":"subdivide","pieces":[2],"divisions":2,"parts":{"triangle":0}},
    {"edit":"fillHoles","cloth":"A"},
    {"edit":"closeRing","at":[36,0]},
    {"edit":"exchange","pieces":[2,3],"choice":0,"most":2},
    {"edit":"joinPieces","pieces":[2,3]},
    {"edit":"draft","lines":[[[0,10],[400,10]]],"pieces":[2]},
    {"edit":"splitPiece","piece":2,"from":1,"to":3},
    {"edit":"cure","pieces":[2]},
    {"edit":"markUnit","name":"Three","pieces":[1,2,3],"everywhere":false},
    {"edit":"placeUnit","unit":"Pair","at":[36,0],"choice":0},
    {"edit":"setOutUnits","unit":"Pair","path":2,"across":2,"down":2,"apart":1,"allRound":true,"cloth":"A"},
    {"edit":"replaceUnits","unit":"Pair","by":"Pair"},
    {"edit":"renameUnit","unit":"Pair","name":"Two"},
    {"edit":"dropUnit","unit":"Pair"},
    {"edit":"addCloth","name":"Reed","width":900,"lengths":[400,{"length":300,"width":250,"mark":[3,4],
     "holes":[[[10,60],[30,60],[30,90]]]},{"outline":[[0,0],[90,0],[70,80]],"mark":[1,2]}],"direction":"two-way",
     "stand":"shape","colour":"#405060","sold":{"by":"length","step":250,"price":4},"shrink":3,"allowance":6,
     "least":4},
    {"edit":"addCloth","name":"Set","width":120,"lengths":[120],"collection":5,"direction":"none","increment":50},
    {"edit":"addCloth","name":"Quarters","width":900,"sold":{"by":"piece","name":"fat quarter","width":500,
     "length":560,"price":3}},
    {"edit":"addScraps","name":"Odds","colour":"#405060"},
    {"edit":"changeCloth","cloth":"D","name":"Pale","width":500,"lengths":[700],"direction":"stripe","shrink":5,
     "facts":{"thickness":0.3,"fray":"much","stretches":true,"shows_through":true,"readable_behind":true,
     "washed":true,"thread":"#203040"}},
    {"edit":"changeCloth","cloth":"B","print":{"picture":"damask.png","dpi":100,"a":[50,3],"b":[4,60],
     "half_turn_centre":[11,12],"mirror_axes":[{"deg":33,"point":[7,8]}],"mark":[13,31]}},
    {"edit":"changeCloth","cloth":"B","print":{"picture":"damask.png","dpi":90,"along":60,"across":45,"kind":"brick"}},
    {"edit":"joinNearCloths","within":10},
    {"edit":"joinStrips","cloth":"D","strips":[{"cloth":"A","width":50},{"cloth":"C","width":38}]},
    {"edit":"removeCloth","cloth":"Bag"},
    {"edit":"chooseMethod","cloth":"A","method":"rectangles","turnOneWay":false,"search":1},
    {"edit":"setNow","pieces":[3,4]},
    {"edit":"takeCut","cloth":"C","length":0,"from":100,"to":140,"batch":false,
     "patches":[{"shape":"SHAPE","hand":1,"standing":30,"count":1}]},
    {"edit":"takeCut","cloth":"D","patches":[{"shape":"SHAPE","hand":-1,"outlines":[[[0,0],[60,0],[60,30]]]}]},
    {"edit":"giveBackCut","cloth":"A","cut":1},
    {"edit":"addMotif","name":"Leaf","cloth":"B","shape":"SHAPE","at":[90,60],"turn":5,"mirrored":true,
     "pieces":[8],"to_middle":true,"note":"n","reference":[91,62]},
    {"edit":"changeMotif","motif":"Eye","name":"Pupil","at":[100,60],"turn":15,"mirrored":true,"pieces":[3,4],
     "note":"m"},
    {"edit":"giveMotif","motif":"Eye","pieces":[9]},
    {"edit":"removeMotif","motif":"Stalk"},
    {"edit":"setAside","check":"tips:x","reason":"so"},
    {"edit":"takeUpAgain","check":"look-alike:x"}])");
}

QString written(const Message& m);

QString written(const Arg& a) {
  switch (a.kind()) {
    case Arg::Kind::Sentence:
      return written(a.sentence());
    case Arg::Kind::List: {
      QStringList all;
      for (const Message& m : a.list()) all << written(m);
      return all.join(QStringLiteral(" + "));
    }
    case Arg::Kind::Text:
    case Arg::Kind::Cloth:
    case Arg::Kind::Shape:
      return QString::fromStdString(a.text());
    default:
      return QString::number(a.value(), 'g', 7) + QString::fromStdString(a.text());
  }
}
QString written(const Message& m) {
  QStringList args;
  for (const Arg& a : m.args) args << written(a);
  return QString::fromStdString(m.id) + QStringLiteral(" (") + args.join(QStringLiteral(", ")) +
         QLatin1Char(')');
}

/// What came of which ways to spoil a value.
class Outcomes {
 public:
  void note(const QString& way, const QString& came) {
    const auto known = std::find_if(all_.begin(), all_.end(), [&](const auto& o) { return o.first == came; });
    if (known == all_.end())
      all_.emplace_back(came, QStringList{way});
    else
      known->second << way;
  }
  void writeTo(QStringList& lines, const QString& of) const {
    for (const auto& [came, ways] : all_) lines << of + " is " + ways.join(", ") + " : " + came;
  }

 private:
  std::vector<std::pair<QString, QStringList>> all_;
};

/// Ways to spoil a value, each with its name.
std::vector<std::pair<QString, json>> spoiled(const json& value) {
  std::vector<std::pair<QString, json>> out{
      {"null", nullptr},      {"-1", -1},           {"0", 0},
      {"10000000", 1e7},      {"nobody", "nobody"}, {"[]", json::array()},
      {"{}", json::object()}, {"\"\"", ""}};
  if (value.is_array() && !value.empty()) {
    json twice = value;
    twice.push_back(value[0]);
    out.emplace_back("the first twice", twice);
    json less = value;
    less.erase(less.size() - 1);
    out.emplace_back("one less", less);
  }
  if (value.is_string()) {
    out.emplace_back("200 letters", std::string(200, 'a'));
    // What is there, but something else: scraps, joined cloth, a motif, a shape.
    for (const char* other : {"Bag", "Joined", "Stalk", "hexagon"}) out.emplace_back(other, other);
  }
  return out;
}

/// All places in a step: keys, and what stands within them.
void placesOf(const json& value, const json::json_pointer& at, std::vector<json::json_pointer>& out) {
  if (!value.is_structured()) return;
  for (const auto& [key, each] : value.items()) {
    const json::json_pointer here =
        value.is_array() ? at / static_cast<std::size_t>(std::stoul(key)) : at / key;
    if (here.to_string() == "/edit" || (value.is_array() && key != "0")) continue;
    out.push_back(here);
    placesOf(each, here, out);
  }
}

}  // namespace

class RefusalsTest : public QObject {
  Q_OBJECT
 private slots:
  void ofEachKeyOfEachEdit() {
    const Project rich = support::rich(),
                  withOwn =
                      support::edited(rich, json{{"edit", "makeShape"}, {"name", "Mine"}, {"piece", 3}});
    const std::string shape = rich.layout->shapes[rich.layout->pieces[0].shape].name;
    std::set<std::string> seen;
    QStringList lines;
    for (const json& asWritten : steps()) {
      const json step = json::parse(QString::fromStdString(asWritten.dump())
                                        .replace(QStringLiteral("\"SHAPE\""),
                                                 QStringLiteral("\"%1\"").arg(QString::fromStdString(shape)))
                                        .toStdString());
      const std::string name = step["edit"];
      seen.insert(name);
      const Project& base = name == "dropShape" ? withOwn : rich;
      const auto outcome = [&](const json& tried) {
        const auto next = applyStep(base, tried, support::context());
        return next ? QStringLiteral("taken") : written(next.error().message);
      };
      lines << QString::fromStdString(step.dump()) + QStringLiteral(" : ") + outcome(step);
      std::vector<json::json_pointer> places;
      placesOf(step, json::json_pointer(), places);
      for (const auto& place : places) {
        Outcomes outcomes;
        for (const auto& [what, value] : spoiled(step[place])) {
          json tried = step;
          tried[place] = value;
          outcomes.note(what, outcome(tried));
        }
        if (json less = step; less[place.parent_pointer()].is_object()) {
          less[place.parent_pointer()].erase(place.back());
          outcomes.note("left out", outcome(less));
        }
        outcomes.writeTo(lines, QString::fromStdString(name + place.to_string()));
      }
    }
    for (const EditInfo& info : editInfos())
      if (info.name != "undo" && info.name != "redo")
        QVERIFY2(seen.contains(std::string(info.name)), std::string(info.name).c_str());
    const QString unlike = support::unlikeRecord("refusals", lines, 1e-3);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
  /// Sentences name the limits; what is left out reads back as what it is then.
  void ofEachValueInAFile() {
    const Entries entries = *unpack(*serialize(support::rich()));
    QStringList lines;
    for (const auto& entry : entries) {
      const std::string& name = entry.first;
      if (!name.ends_with(".json")) continue;
      const json whole = json::parse(entry.second), leaves = whole.flatten();
      std::set<QString> seen;
      for (const auto& [path, value] : leaves.items()) {
        const QString kind = QString::fromStdString(path).replace(QRegularExpression("/\\d+(?=/|$)"), "/*");
        if (path.empty() || kind.contains("typed_in") || !seen.insert(kind).second) continue;
        const json::json_pointer place(path);
        const auto outcome = [&](const json& tried) -> QString {
          Entries changed = entries;
          changed[name] = tried.dump();
          const auto opened = deserialize(*pack(changed));
          if (!opened) return written(opened.error().message);
          const json back = json::parse((*unpack(*serialize(*opened)))[name]);
          return back.contains(place) ? "taken as " + QString::fromStdString(back[place].dump()).left(60)
                                      : QStringLiteral("taken as none");
        };
        std::vector<std::pair<const char*, json>> ways{{"null", nullptr}, {"[]", json::array()}};
        if (value.is_number()) {
          for (const auto& [what, number] : {std::pair("-1", -1.0), {"0", 0}, {"1e7", 1e7}, {"1e12", 1e12}})
            ways.emplace_back(
                what, value.is_number_integer() ? json(static_cast<std::int64_t>(number)) : json(number));
          ways.emplace_back("0.25 more", value.get<double>() + 0.25);
        } else if (value.is_string()) {
          ways.emplace_back("\"\"", "");
          ways.emplace_back("20 000 letters", std::string(20'000, 'a'));
        }
        Outcomes outcomes;
        for (const auto& [what, now] : ways) {
          json tried = whole;
          tried[place] = now;
          outcomes.note(what, outcome(tried));
        }
        json less = whole;
        if (less[place.parent_pointer()].is_object())
          less[place.parent_pointer()].erase(place.back());
        else
          less[place.parent_pointer()].erase(std::stoul(place.back()));
        outcomes.note("left out", outcome(less));
        outcomes.writeTo(lines, QString::fromStdString(name) + kind);
      }
    }
    const QString unlike = support::unlikeRecord("refusals-of-a-file", lines, 1e-3);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(RefusalsTest, "refusals")
#include "refusals.moc"
