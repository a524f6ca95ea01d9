// Collections: many cloths of one size, of each of which as much is cut.
#include <map>
#include <set>

#include "cutting/ticks.hpp"
#include "registry.hpp"
#include "script/shelf_csv.hpp"
#include "sound_plan.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Squares of 50 with 6 mm, four rows of ten, all of such a cloth.
Project squaresOf(json cloth, const char* method) {
  cloth["edit"] = "addCloth";
  cloth["name"] = "Dawn Set";
  Project p = support::project(support::recipe("squares", 50, 10, 4));
  for (const json& step :
       {json{{"edit", "setUnit"}, {"unit", "mm"}}, json{{"edit", "setAllowance"}, {"value", 6}}, cloth,
        json{{"edit", "paint"}, {"cloth", "Dawn Set"}, {"all", true}},
        json{{"edit", "chooseMethod"}, {"cloth", "Dawn Set"}, {"method", method}}})
    p = support::edited(p, step);
  return p;
}

/// Of a collection of squares of 127 mm.
Project charms(int count, const char* method = "rectangles") {
  return squaresOf({{"width", 127}, {"lengths", {127}}, {"collection", count}}, method);
}

ClothId dawn(const Project& p) {
  return *findCloth(p, "Dawn Set");
}

/// Patches by the cloth of the collection, as the shelf lists it.
std::map<int, int> perCloth(const CutPlan& plan) {
  std::map<int, int> out;
  const CutMethod* m = plan.method();
  for (const PlacedPatch& p : m->laid.placements) {
    const int at = m->laid.lengths[static_cast<std::size_t>(p.length)].number;
    ++out[at];
  }
  return out;
}

}  // namespace

class CollectionTest : public QObject {
  Q_OBJECT
 private slots:
  /// Forty from 34: one of each, and a second of six. From three of them: 13, 13 and 14 would be asked for,
  /// but a square of 127 holds four of 62; twelve come from them, the rest is to be bought.
  void asMuchFromEach_data() {
    QTest::addColumn<QString>("method");
    for (const char* m : {"strips", "template", "rectangles"}) QTest::newRow(m) << m;
  }
  void asMuchFromEach() {
    QFETCH(QString, method);
    const Project p = charms(34, method.toUtf8().constData());
    const CutPlan plan = support::soundPlan(p, dawn(p));
    QCOMPARE(plan.chosen, method.toStdString());
    std::map<int, int> counts;
    for (const auto& [cloth, n] : perCloth(plan)) ++counts[n];
    QCOMPARE(counts, (std::map<int, int>{{1, 28}, {2, 6}}));
    COMPARE_TO(*plan.buyLength, 0, 1e-9);
    const CutPlan few = support::soundPlan(charms(3, method.toUtf8().constData()), dawn(p));
    int own = 0;
    for (const auto& [cloth, n] : perCloth(few)) own += cloth > 0 ? n : 0;
    QCOMPARE(own, 12);
    QVERIFY(*few.buyLength > 0);
  }
  /// Two shapes over the cloths: the second begins where the first gave least.
  void twoHandsAreDealtOut() {
    Project p = support::project(support::recipe("parallelogram-chevrons", 20, 4, 3));
    p = support::edited(
        p,
        {{"edit", "addCloth"}, {"name", "Dawn Set"}, {"width", 250}, {"lengths", {250}}, {"collection", 7}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Dawn Set"}, {"all", true}});
    p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Dawn Set"}, {"method", "rectangles"}});
    const CutPlan plan = support::soundPlan(p, dawn(p));
    const auto all = perCloth(plan);
    int least = 1000, most = 0;
    for (int i = 1; i <= 7; ++i) {
      const auto at = all.find(i);
      const int n = at == all.end() ? 0 : at->second;
      least = std::min(least, n);
      most = std::max(most, n);
    }
    QVERIFY2(most - least <= 2, qPrintable(QStringLiteral("%1 to %2").arg(least).arg(most)));
  }
  void oneSentenceAndATickForEach() {
    const Project p = charms(34);
    const CutPlan plan = support::soundPlan(p, dawn(p));
    const CutMethod& m = *plan.method();
    std::vector<std::string> headers;
    int ticks = 0;
    for (std::size_t i = 0; i < m.steps.size(); ++i) {
      if (m.ticks[i] < 0)
        headers.push_back(said(m.steps[i], LengthUnit::Millimetre));
      else
        ++ticks;
    }
    QCOMPARE(headers.size(), 2U);
    QCOMPARE(ticks, 34);
    const auto has = [&](const char* what) {
      return std::any_of(headers.begin(), headers.end(),
                         [&](const std::string& h) { return h.find(what) != std::string::npos; });
    };
    QVERIFY(has("From each of 28 cloths: 1 rectangle of 62 mm × 62 mm"));
    QVERIFY(has("From each of 6 cloths: 2 rectangles of 62 mm × 62 mm"));
    // The map shows one of each.
    const CutPlan shown = oneOfEach(plan);
    const auto& lengths = shown.method()->laid.lengths;
    QCOMPARE(lengths.size(), 2U);
    QCOMPARE(lengths[0].like, 6);
    QCOMPARE(lengths[1].like, 28);
    QCOMPARE(shown.method()->laid.placements.size(), 3U);
    for (const PlacedPatch& patch : shown.method()->laid.placements)
      QCOMPARE(shown.method()->laid.bands[static_cast<std::size_t>(patch.band)].length, patch.length);
    QVERIFY(!plan.methods.back().length);  // traced: it would fill the first cloths
  }
  /// Twelve squares that were sold cut are on the shelf, forty are wanted: one sentence for those on hand,
  /// each with its tick, one for the 28 to buy; the map shows one of each. Where the rest of a batch lies on
  /// one of them, that one is shown too. A tick takes one square.
  void piecesThatWereSoldCut() {
    const json square{
        {"by", "piece"}, {"name", "65 mm square"}, {"width", 65}, {"length", 65}, {"straight", true}};
    Project p =
        squaresOf({{"width", 65}, {"lengths", std::vector<int>(12, 65)}, {"sold", square}}, "rectangles");
    const CutPlan plan = support::soundPlan(p, dawn(p));
    const CutMethod& m = *plan.method();
    std::vector<std::string> headers;
    std::vector<int> ticks;
    for (std::size_t i = 0; i < m.steps.size(); ++i)
      if (m.ticks[i] < 0)
        headers.push_back(said(m.steps[i], LengthUnit::Millimetre));
      else
        ticks.push_back(m.ticks[i]);
    QCOMPARE(headers,
             (std::vector<std::string>{
                 "From each of 12 pieces on hand: 1 rectangle of 62 mm × 62 mm for 1 square.",
                 "From each of 28 pieces that you buy: 1 rectangle of 62 mm × 62 mm for 1 square."}));
    QCOMPARE(ticks, (std::vector<int>{0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11}));
    QCOMPARE(said(Message("cloth-short-fix", buyArg(m)), LengthUnit::Millimetre).substr(0, 35),
             std::string("Buy 28 pieces (65 mm square) more, "));
    const auto shownBy = [&](const PiecesOf& besides) {
      const CutPlan one = oneOfEach(plan, besides);
      std::vector<std::pair<int, int>> out;  // which, and how many are like it
      for (const ClothLength& l : one.method()->laid.lengths) out.emplace_back(l.of, l.like);
      return out;
    };
    using Shown = std::vector<std::pair<int, int>>;
    QCOMPARE(shownBy({}), (Shown{{0, 12}, {12, 28}}));
    QCOMPARE(shownBy({{3, {{0, 0}, {9, 0}, {9, 9}}}}), (Shown{{0, 11}, {3, 1}, {12, 28}}));
    const auto cut = cutOf(*p.layout, plan, 5);
    QVERIFY(cut);
    QCOMPARE(cut->length, 5);
    QCOMPARE(cut->patches.size(), 1U);
    QCOMPARE(cut->patches.front().count, 1);
    p = support::edited(p, TakeCut{dawn(p), *cut, false});
    const auto left = perCloth(support::soundPlan(p, dawn(p)));
    QVERIFY(!left.contains(6));
    QCOMPARE(left.at(0), 28);
  }
  /// A piece that gives two kinds of patches is one tick, though it is two runs of strips.
  void aTickIsAllOfOnePiece() {
    Project p = support::project(support::recipe("parallelogram-chevrons", 20, 4, 3));
    json one{{"length", 250}, {"straight", true}};
    for (const json& step : {json{{"edit", "addCloth"},
                                  {"name", "Dawn Set"},
                                  {"width", 90},
                                  {"lengths", std::vector<json>(5, one)}},
                             json{{"edit", "paint"}, {"cloth", "Dawn Set"}, {"all", true}},
                             json{{"edit", "chooseMethod"}, {"cloth", "Dawn Set"}, {"method", "rectangles"}}})
      p = support::edited(p, step);
    const CutPlan plan = support::soundPlan(p, dawn(p));
    std::map<int, std::set<int>> groups;  // by length
    for (const BandRun& run : runsOf(plan.method()->laid)) groups[run.length].insert(run.group);
    const auto both =
        std::find_if(groups.begin(), groups.end(), [](const auto& g) { return g.second.size() == 2; });
    QVERIFY(both != groups.end());
    const auto after = std::next(both);
    QVERIFY(after != groups.end());
    const std::map<int, int> patches = perCloth(plan);
    for (const auto& at : {both, after}) {
      const auto cut = cutOf(*p.layout, plan, at->first);
      QVERIFY(cut);
      QCOMPARE(cut->length, at->first);
      QCOMPARE(cut->patches.size(), at->second.size());
      int all = 0;
      for (const CutPatches& some : cut->patches) all += some.count;
      QCOMPARE(all, patches.at(at->first + 1));
    }
  }
  /// Of three lengths alike that are straight the same is said, of three that are not, strip by strip.
  void lengthsThatAreAlike() {
    const auto headers = [&](bool straight) {
      const json one{{"length", 127}, {"straight", straight}};
      const Project p = squaresOf({{"width", 640}, {"lengths", {one, one, one}}}, "template");
      const CutPlan plan = support::soundPlan(p, dawn(p));
      std::vector<std::string> out;
      for (const Message& step : plan.method()->steps) out.push_back(said(step, LengthUnit::Millimetre));
      return out;
    };
    const auto alike = headers(true);
    QCOMPARE(alike[0],
             std::string("From each of 2 pieces on hand: 2 strips 62 mm wide, and from that 18 squares."));
    QCOMPARE(alike[1],
             std::string("From each of 1 piece on hand: 1 strip 62 mm wide, and from that 4 squares."));
    QCOMPARE(alike[2], std::string("Lay up to 4 strips on each other and cut round the template."));
    QCOMPARE(alike[3].substr(0, 9), std::string("Piece 1: "));
    const auto unlike = headers(false);
    QVERIFY(unlike.front().starts_with("Press the cloth and square up"));
    QVERIFY(std::none_of(unlike.begin(), unlike.end(), [](const auto& s) { return s.starts_with("Piece"); }));
  }
  /// A cloth that was cut is left for those that were not, where fewer are wanted than there are.
  void whatIsCutIsNotCutAgainFirst() {
    Project p = charms(60);  // forty of sixty
    for (int i = 0; i < 5; ++i) {
      const CutPlan plan = support::soundPlan(p, dawn(p));
      const auto& ticks = plan.method()->ticks;
      const auto tick = std::find_if(ticks.begin(), ticks.end(), [](int t) { return t >= 0; });
      QVERIFY(tick != ticks.end());
      const auto cut = cutOf(*p.layout, plan, *tick);
      QVERIFY(cut);
      p = support::edited(p, TakeCut{dawn(p), *cut, false});
    }
    std::map<int, int> at;
    for (const ClothCut& c : clothById(p, dawn(p))->cuts) ++at[c.length];
    QCOMPARE(at.size(), 5U);  // each of another cloth
    QCOMPARE(cutInput(p, dawn(p))->pieces.size(), 35U);
    const CutPlan rest = support::soundPlan(p, dawn(p));
    for (const PlacedPatch& patch : rest.method()->laid.placements)
      QVERIFY(!at.contains(rest.origins[static_cast<std::size_t>(patch.length)].length));
    const auto back = deserialize(*serialize(p));
    QVERIFY(back);
    QVERIFY(sameContent(*back, p));
    QVERIFY(clothById(*back, dawn(p))->collection);
  }
  void theCountIsChangedAndTakenAway() {
    Project p = charms(34);
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Dawn Set"}, {"collection", 12}});
    const Cloth* c = clothById(p, dawn(p));
    QCOMPARE(c->lengths.size(), 12U);
    QVERIFY(c->collection && c->lengths.back().straight);
    const std::string table = shelfCsv(p);
    const auto edits = shelfEdits(support::project(support::recipe("squares", 50, 2, 2)), table);
    QVERIFY(edits);
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Dawn Set"}, {"collection", 1}});
    c = clothById(p, dawn(p));
    QCOMPARE(c->lengths.size(), 1U);
    QVERIFY(!c->collection);
    Project other = support::project(support::recipe("squares", 50, 2, 2));
    for (const Edit& e : *edits) other = support::edited(other, e);
    QCOMPARE(clothById(other, dawn(other))->lengths.size(), 12U);
    QVERIFY(clothById(other, dawn(other))->collection);
    QVERIFY(
        !support::refusal(p, {{"edit", "changeCloth"}, {"cloth", "Dawn Set"}, {"collection", 0}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "changeCloth"}, {"cloth", "Dawn Set"}, {"collection", 100000}})
                 .empty());
  }
};

CLATHRA_TEST(CollectionTest, "collection")
#include "collection.moc"
