// Bad input by the thousand, made from good input: nothing crashes, every refusal is one clean line, and what
// is taken can be written and opened again. CLATHRA_CORPUS says how many inputs are made
// (docs/robustness.md); each is made from its own number, which a failure names.
#include <sys/resource.h>

#include <QFile>
#include <nlohmann/json.hpp>
#include <random>

#include "exchange/import_layout.hpp"
#include "image/decode.hpp"
#include "image/repeat_finder.hpp"
#include "packing/job.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "script/shelf_csv.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"
#include "store/pack_file.hpp"
#include "support.hpp"
#include "text.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

class Dice {
 public:
  explicit Dice(std::uint32_t seed) : engine_(seed) {}
  std::size_t below(std::size_t n) { return n == 0 ? 0 : engine_() % n; }
  bool one(std::size_t in) { return below(in) == 0; }
  template <class T>
  const T& of(const std::vector<T>& list) {
    return list[below(list.size())];
  }

 private:
  std::mt19937 engine_;
};

const std::vector<std::string>& oddTexts() {
  static const std::vector<std::string> texts = {"",
                                                 " ",
                                                 "\n",
                                                 std::string("nul\0here", 8),
                                                 "line\nbreak\r\n",
                                                 "\x01\x02\x7f",
                                                 "\xff\xfe broken",
                                                 "a\xc3",
                                                 "ZWJ \xe2\x80\x8d and RLO \xe2\x80\xae",
                                                 std::string(180, 'A'),
                                                 std::string(5'000, 'b'),
                                                 "F\xc3\xa4hre",
                                                 "../../etc",
                                                 "\"quoted\" 'and' <tag> & %s %n %1",
                                                 "1e308",
                                                 "-0",
                                                 "NaN",
                                                 "null",
                                                 "{}",
                                                 "]"};
  return texts;
}
const std::vector<std::string>& oddNumbers() {
  static const std::vector<std::string> texts = {"0",
                                                 "-0",
                                                 "-1",
                                                 "1",
                                                 "2",
                                                 "3",
                                                 "1e308",
                                                 "-1e308",
                                                 "1e-320",
                                                 "1e9",
                                                 "999999999999999999999",
                                                 "4294967296",
                                                 "2147483648",
                                                 "-2147483649",
                                                 "0.1",
                                                 "1e5",
                                                 "200001",
                                                 "60000001",
                                                 "NaN",
                                                 "Infinity",
                                                 "0x10",
                                                 "1,5",
                                                 "--1",
                                                 "."};
  return texts;
}

json oddValue(Dice& d) {
  switch (d.below(9)) {
    case 0:
      return nullptr;
    case 1:
      return d.one(2);
    case 2:
      return json::array();
    case 3:
      return json::object();
    case 4:
      return d.of(oddTexts());
    case 5:
      return json::array({1e308, -1e308});
    case 6:
      return json::array({json::array({0, 0}), json::array({1, 0}), json::array({0, 1})});
    case 7: {
      json deep = 1;
      for (std::size_t i = 0; i < 2 + d.below(40); ++i) deep = json::array({deep});
      return deep;
    }
    default: {
      const json n = json::parse(d.of(oddNumbers()), nullptr, false);
      return n.is_discarded() ? json(-7) : n;
    }
  }
}

/// A random place in a value; containers more often than what they hold.
json& somewhere(json& j, Dice& d) {
  json* at = &j;
  while ((at->is_object() || at->is_array()) && !at->empty() && !d.one(4)) {
    auto it = at->begin();
    std::advance(it, static_cast<std::ptrdiff_t>(d.below(at->size())));
    at = &*it;
  }
  return *at;
}

void mutate(json& j, Dice& d) {
  for (std::size_t n = 1 + d.below(3); n > 0; --n) {
    json& at = somewhere(j, d);
    if (at.is_object() && !at.empty() && d.one(2)) {
      auto it = at.begin();
      std::advance(it, static_cast<std::ptrdiff_t>(d.below(at.size())));
      if (d.one(2)) {
        at.erase(it);
      } else {
        const json value = *it;
        at[d.of(oddTexts())] = value;
      }
    } else if (at.is_array() && !at.empty() && d.one(2)) {
      if (d.one(3))
        at.erase(d.below(at.size()));
      else
        for (std::size_t k = 0; k < 1 + d.below(5); ++k) at.push_back(json(at[d.below(at.size())]));
    } else if (at.is_number() && d.one(2)) {
      at = at.get<double>() * (d.one(2) ? -1.5 : 1e6);
    } else {
      at = oddValue(d);
    }
  }
}

void mutate(std::string& s, Dice& d) {
  for (std::size_t n = 1 + d.below(4); n > 0 && !s.empty(); --n) {
    const std::size_t at = d.below(s.size()), length = 1 + d.below(std::min<std::size_t>(400, s.size() - at));
    switch (d.below(6)) {
      case 0:
        s[at] = static_cast<char>(d.below(256));
        break;
      case 1:
        s.resize(at);
        break;
      case 2:
        s.insert(d.below(s.size()), s.substr(at, length));
        break;
      case 3:
        s.erase(at, length);
        break;
      case 4:
        s.insert(at, d.of(oddTexts()));
        break;
      default: {  // a number becomes another one
        const auto from = s.find_first_of("0123456789", at);
        if (from == std::string::npos) break;
        auto to = s.find_first_not_of("0123456789.eE", from);
        s.replace(from, to == std::string::npos ? to : to - from, d.of(oddNumbers()));
      }
    }
  }
}

std::string cleanFault(const std::string& said) {
  if (said.empty()) return "says nothing";
  if (!isUtf8(said)) return "is no UTF-8";
  if (characters(said) > 620) return "is longer than a sentence";
  for (const char c : said)
    if (static_cast<unsigned char>(c) < 0x20) return "has a control character";
  for (const char* strange :
       {"exception", "std::", "nlohmann", "pugi", "zip_", "libpng", "errno", "  cannot"})
    if (said.find(strange) != std::string::npos) return std::string("speaks of ") + strange;
  if (said.find(". .") != std::string::npos || said.find("cannot be read: it cannot") != std::string::npos)
    return "is a chain";
  return {};
}

}  // namespace

class CorpusTest : public QObject {
  Q_OBJECT
  struct Counts {
    int taken = 0, refused = 0;
  };
  std::map<std::string, Counts> counts_;
  std::vector<std::string> faults_;
  int inputs_ = qEnvironmentVariableIntValue("CLATHRA_CORPUS");

  void fault(const char* kind, std::uint32_t seed, const std::string& what) {
    faults_.push_back(std::string(kind) + " " + std::to_string(seed) + ": " + what);
  }
  template <class T>
  bool taken(const char* kind, std::uint32_t seed, const Result<T>& got) {
    ++(got ? counts_[kind].taken : counts_[kind].refused);
    if (got) return true;
    if (const std::string bad = cleanFault(clathra::said(got.error())); !bad.empty())
      fault(kind, seed, bad + ": " + clathra::said(got.error()));
    return false;
  }
  /// What the program has made it can write, and what it has written it can open.
  void goesRound(const char* kind, std::uint32_t seed, const Project& p) {
    const auto bytes = serialize(p);
    if (!bytes) return fault(kind, seed, "cannot be written: " + clathra::said(bytes.error()));
    const auto again = deserialize(*bytes);
    if (!again) return fault(kind, seed, "cannot be opened again: " + clathra::said(again.error()));
    if (again->layout->size() != p.layout->size()) fault(kind, seed, "comes back with other pieces");
  }
  int share(int of) const { return std::max(20, inputs_ * of / 100); }

 private slots:
  void initTestCase() {
    if (inputs_ <= 0) inputs_ = 8'000;  // a sample; the preset "corpus" makes all of them
  }
  void cleanupTestCase() {
    for (const auto& [kind, n] : counts_) {
      qInfo("%s: %d taken, %d refused", kind.c_str(), n.taken, n.refused);
      QVERIFY2(n.refused > 0, kind.c_str());
    }
    struct rusage use {};
    ::getrusage(RUSAGE_SELF, &use);
    qInfo("processor time %ld s, most memory %ld MB", static_cast<long>(use.ru_utime.tv_sec),
          use.ru_maxrss / 1024);
    for (const std::string& f : faults_) qWarning("%s", f.c_str());
    QVERIFY2(faults_.empty(), faults_.empty() ? "" : faults_.front().c_str());
  }

  void projects() {
    std::vector<Entries> samples;
    for (const DemoName& demo : demoNames())
      samples.push_back(*unpack(*serialize(*demoProject(support::library(), demo.id))));
    Project small = support::project(support::recipe("hexagons", 30, 3, 2));
    small = support::edited(small, {{"edit", "takeAway"}, {"pieces", {6}}});
    small = support::edited(small, {{"edit", "markUnit"}, {"name", "U"}, {"pieces", {1, 2}}});
    small = support::edited(small, {{"edit", "addRole"}, {"name", "ground"}});
    small = support::edited(small, {{"edit", "keepVariant"}, {"name", "One"}});
    for (int i = 0; i < 4; ++i) samples.push_back(*unpack(*serialize(small)));
    for (int i = 0; i < share(30); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      Entries e = d.of(samples);
      std::string bytes;
      if (d.one(4)) {
        bytes = *pack(e);
        mutate(bytes, d);
      } else {
        std::string& part = e[d.one(2) ? "project.json" : "layout.json"];
        if (d.one(3)) {
          mutate(part, d);
        } else {
          json j = json::parse(part);
          mutate(j, d);
          part = j.dump(-1, ' ', false, json::error_handler_t::replace);
        }
        bytes = *pack(e);
      }
      const auto opened = deserialize(bytes);
      if (taken("project", seed, opened)) goesRound("project", seed, *opened);
    }
  }
  void edits() {
    std::vector<json> steps;
    for (const char* demo : {"saltmarsh", "mill-lantern", "sluice-runner"}) {
      QFile f(QStringLiteral(CLATHRA_SOURCE "/data/demos/%1.json").arg(demo));
      QVERIFY(f.open(QIODevice::ReadOnly));
      const json script = json::parse(f.readAll().toStdString());
      for (const json& edit : script["edits"]) steps.push_back(edit);
    }
    const json any = {{"cloth", "A"},
                      {"pieces", {1, 2}},
                      {"at", {20, 0}},
                      {"value", 20},
                      {"name", "N"},
                      {"unit", "U"},
                      {"role", "ground"},
                      {"by", "rings"},
                      {"sides", "slice"},
                      {"across", 3},
                      {"down", 2},
                      {"edge", 25},
                      {"percent", 5},
                      {"page", "a3"},
                      {"width", 900},
                      {"height", 700},
                      {"variant", "One"},
                      {"check", "sliver"},
                      {"reason", "so"},
                      {"method", "rectangles"},
                      {"lines", {{{0, 0}, {40, 30}}}},
                      {"parts", {{"triangle", 6}}}};
    for (const EditInfo& info : editInfos()) {
      json step = {{"edit", info.name}};
      for (const auto& [key, value] : any.items())
        if (info.keys.find(key) != std::string_view::npos) step[key] = value;
      for (int i = 0; i < 3; ++i) steps.push_back(step);
    }
    Project p = support::project(support::recipe("hexagons", 30, 4, 3));
    p = support::edited(p, {{"edit", "markUnit"}, {"name", "U"}, {"pieces", {1, 2}}});
    p = support::edited(p, {{"edit", "addRole"}, {"name", "ground"}});
    p = support::edited(p, {{"edit", "keepVariant"}, {"name", "One"}});
    for (int i = 0; i < share(25); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      json step = d.of(steps);
      if (!d.one(4)) mutate(step, d);
      const auto next = applyStep(p, step, support::context());
      if (taken("edit", seed, next)) goesRound("edit", seed, *next);
    }
  }
  void drawings() {
    const std::vector<std::string> svgs = {
        R"svg(<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 200 100"><g transform="translate(3,4) scale(1 -1) rotate(30)"><polygon points="0,0 30,0 30,30 0,30"/><rect x="40" y="2" width="20" height="30"/><path d="M 80 10 h 20 v 20 q 5 5 -10 10 t -10 -5 Z"/></g><path d="M10 60 A 15 15 0 1 1 40 60 A 15 15 0 1 1 10 60 Z"/><polyline points="0,90 10,95 20,90"/></svg>)svg",
        R"svg(<svg width="10in" height="8in" viewBox="0 0 960 768"><path d="M0,0 L96,0 96,96 0,96z M96,0 l96,0 0,96 -96,0z"/><path d="m 0 200 c 10 10 20 20 30 0 s 20 10 30 0 l 0 60 l -60 0 z"/></svg>)svg"};
    const std::vector<std::string> maps = {
        R"({"type":"FeatureCollection","features":[{"type":"Feature","properties":{"cloth":"Tide Ink"},"geometry":{"type":"Polygon","coordinates":[[[0,0],[30,0],[30,30],[0,30],[0,0]]]}},{"type":"Feature","properties":{"cloth":"Oyster"},"geometry":{"type":"MultiPolygon","coordinates":[[[[30,0],[60,0],[60,30],[30,0]]],[[[0,40],[30,40],[0,70]]]]}}]})"};
    for (int i = 0; i < share(20); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      const bool svg = d.one(2);
      std::string text = d.of(svg ? svgs : maps);
      if (!svg && d.one(2)) {
        json j = json::parse(text);
        mutate(j, d);
        text = j.dump(-1, ' ', false, json::error_handler_t::replace);
      } else {
        mutate(text, d);
      }
      const auto made = importLayoutText(support::library(), text, svg ? ".svg" : ".geojson", "x");
      if (taken("drawing", seed, made)) goesRound("drawing", seed, made->project);
    }
  }
  void arrangementFiles() {
    std::vector<std::string> files;
    for (const QString& name : QDir(CLATHRA_SOURCE "/data/arrangements").entryList({"*.json"})) {
      QFile f(QStringLiteral(CLATHRA_SOURCE "/data/arrangements/") + name);
      QVERIFY(f.open(QIODevice::ReadOnly));
      files.push_back(f.readAll().toStdString());
    }
    for (int i = 0; i < share(15); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      std::string text = d.of(files);
      if (d.one(3)) {
        mutate(text, d);
      } else {
        json j = json::parse(text);
        mutate(j, d);
        text = j.dump(-1, ' ', false, json::error_handler_t::replace);
      }
      const auto read = parseArrangement(text);
      if (!taken("arrangement", seed, read)) continue;
      Recipe r;
      r.arrangement = read->id;
      r.edge = Length::millimetres(30);
      r.across = r.down = 3;
      r.rings = std::min(2, read->mostRings());
      r.sides = d.one(2) ? FinishingSides::EdgePieces : FinishingSides::Outline;
      (void)taken("layout", seed, buildLayout(*read, r));
    }
  }
  void pictures() {
    Raster noise{40, 30, {}};
    Dice grain(3);
    for (int i = 0; i < 4 * 40 * 30; ++i)
      noise.rgba.push_back(static_cast<std::uint8_t>(i % 4 == 3 ? 255 : grain.below(256)));
    const Bytes png = *encodePng(noise);
    QFile f(QStringLiteral(CLATHRA_TEST_DATA "/files/small.jpg"));
    QVERIFY(f.open(QIODevice::ReadOnly));
    QFile w(QStringLiteral(CLATHRA_TEST_DATA "/images/turned.webp"));
    QVERIFY(w.open(QIODevice::ReadOnly));
    const std::vector<std::string> all{std::string(png.begin(), png.end()), f.readAll().toStdString(),
                                       w.readAll().toStdString()};
    for (int i = 0; i < share(5); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      std::string bytes = d.of(all);
      mutate(bytes, d);
      const Bytes picture(bytes.begin(), bytes.end());
      (void)taken("picture", seed, pictureFrom(picture));
      // Whatever decodes may be asked for its repeat.
      constexpr int kSmall = 200;
      if (const auto raster = decodeImage(picture);
          raster && raster->width < kSmall && raster->height < kSmall) {
        const auto found = findRepeat(*raster);
        QVERIFY(found && found->confidence >= 0 && found->confidence <= 1);
        QVERIFY(!found->found() || std::isfinite(length(found->a)));
      }
    }
  }
  /// What a packing job leaves of itself is packed and judged, or refused; it never hangs and never lies.
  void packingJobs() {
    const std::vector<std::string> jobs = {
        R"({"units":"mm","cloth":{"width":300,"length":null},"gap":1,"shapes":[{"id":"kite","polygon":[[0,0],[30,10],[40,40],[10,30]],"quantity":5,"rotations":"half-turn"},{"id":"bar","polygon":[[0,0],[70,0],[70,20],[0,20]],"quantity":3,"rotations":"any"}]})",
        R"({"cloth":{"pieces":[{"width":120,"height":90},{"outline":[[0,0],[80,0],[70,60],[0,60]],"holes":[[[10,10],[30,10],[30,30],[10,30]]]}]},"gap":0,"shapes":[{"id":"tri","polygon":[[0,0],[40,0],[20,30]],"quantity":4,"rotations":"quarter"}]})"};
    int packed = 0;
    for (int i = 0; i < share(10); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      std::string text = d.of(jobs);
      if (d.one(3)) {
        mutate(text, d);
      } else if (!d.one(8)) {
        json j = json::parse(text);
        mutate(j, d);
        text = j.dump(-1, ' ', false, json::error_handler_t::replace);
      }
      const auto job = readPackJob(text);
      if (!taken("packing job", seed, job)) continue;
      PackEffort effort;
      effort.steps = 20'000;
      effort.seconds = 2;
      const auto result = pack(*job, effort);
      if (!taken("packing", seed, result)) continue;
      ++packed;
      for (const Message& what : faultsOf(*job, *result)) fault("packing", seed, said(what));
    }
    QVERIFY(packed > 0);
  }
  void shelfTables() {
    const std::vector<std::string> good = {
        "cloth,width,length,length_width,price,collection\r\nA,44 in,2 yd,,12.5,\r\nB,10 in,10 "
        "in,,,12\r\nA,,18 in,9 in,,\r\n",
        "cloth;colour;direction;sold;piece_width;piece_length;fray;washed\nReed;#20406a;one-way;fat "
        "quarter;22 in;18 in;much;no\n"};
    for (int i = 0; i < share(5); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      std::string text = d.of(good);
      if (!d.one(10)) mutate(text, d);
      Project p = support::project(support::recipe("squares", 30, 3, 2));
      const auto edits = shelfEdits(p, text);
      if (!taken("shelf table", seed, edits)) continue;
      bool all = true;
      for (const Edit& e : *edits) {
        auto next = applied(p, e, support::context());
        all = all && taken("shelf table", seed, next);
        if (next) p = std::move(*next);
      }
      if (all) goesRound("shelf table", seed, p);
    }
  }
  void lengths() {
    const std::vector<std::string> good = {"1 1/4 in", "1.25\"", "32mm", "3.2 cm",
                                           "5/8",      "2 yd",   "1'",   "0.5 m"};
    for (int i = 0; i < share(5); ++i) {
      const auto seed = static_cast<std::uint32_t>(i);
      Dice d(seed);
      std::string text = d.of(good);
      mutate(text, d);
      const auto length = parseLength(text, LengthUnit::Inch);
      if (taken("length", seed, length) && (length->nm() < 0 || length->mm() > 100'000))
        fault("length", seed, "is out of bounds: " + oneLine(text));
    }
  }
};

CLATHRA_TEST(CorpusTest, "corpus")
#include "corpus.moc"
