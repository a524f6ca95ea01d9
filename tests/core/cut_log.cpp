// The log of what was cut: what it takes off the cloth, and what the next plan makes of it.
#include "model/cut_log.hpp"

#include <QTemporaryDir>
#include <array>
#include <fstream>

#include "asymmetric.hpp"
#include "cutting/batch.hpp"
#include "cutting/ticks.hpp"
#include "registry.hpp"
#include "script/read_edit.hpp"
#include "shape/overlap.hpp"
#include "sound_plan.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project ticked(Project p, const json& steps) {
  for (const json& step : steps) p = support::edited(p, step);
  return p;
}

/// Fifty hexagons of 1 in, all of cloth C.
Project fifty(const json& cloth, double spare = 0) {
  json add = cloth;
  add["edit"] = "addCloth";
  add["name"] = "C";
  return ticked(support::project(support::recipe("hexagons", 25.4, 5, 10)),
                {add,
                 {{"edit", "paint"}, {"cloth", "C"}, {"shape", "hexagon"}},
                 {{"edit", "setUnit"}, {"unit", "mm"}},
                 {{"edit", "setSpare"}, {"percent", spare}}});
}

const Cloth& clothC(const Project& p) {
  return *clothById(p, *findCloth(p, "C"));
}

/// Cuts pieces from `first` on by the first tick of their batch.
Project cutNow(const Project& p, int first, int count) {
  json pieces = json::array();
  for (int i = 0; i < count; ++i) pieces.push_back(first + i);
  const Project marked = ticked(p, json::array({{{"edit", "setNow"}, {"pieces", pieces}}}));
  const CutInput in = *cutInput(marked, clothC(marked).id);
  const CutBatch batch = *cutBatch(in, marked.now);
  const auto cut = cutOf(*marked.layout, batch.now, 0);
  if (!cut) qFatal("nothing to tick");
  auto done = applied(marked, TakeCut{clothC(marked).id, *cut, true}, support::context());
  if (!done) qFatal("%s", said(done.error()).c_str());
  return std::move(*done);
}

/// A convex outline as a reader of the file sees it: no type of ours.
using Ring = std::vector<std::array<double, 2>>;

/// Do two convex outlines share more than a touch? By their edges' directions.
bool meet(const Ring& a, const Ring& b) {
  for (const Ring* ring : {&a, &b})
    for (std::size_t i = 0; i < ring->size(); ++i) {
      const auto &p = (*ring)[i], &q = (*ring)[(i + 1) % ring->size()];
      const double nx = q[1] - p[1], ny = p[0] - q[0], len = std::hypot(nx, ny);
      if (len < 1e-9) continue;
      double lowA = 1e300, highA = -1e300, lowB = 1e300, highB = -1e300;
      for (const auto& c : a) {
        const double d = (c[0] * nx + c[1] * ny) / len;
        lowA = std::min(lowA, d);
        highA = std::max(highA, d);
      }
      for (const auto& c : b) {
        const double d = (c[0] * nx + c[1] * ny) / len;
        lowB = std::min(lowB, d);
        highB = std::max(highB, d);
      }
      if (highA < lowB + 0.02 || highB < lowA + 0.02) return false;
    }
  return true;
}

/// What a saved project says was cut of its last cloth, by length.
std::map<int, std::vector<Ring>> cutInFile(const std::filesystem::path& path) {
  std::ifstream file(path, std::ios::binary);
  const std::string bytes((std::istreambuf_iterator<char>(file)), {});
  const json all = json::parse(unpack(bytes)->at("project.json"));
  std::map<int, std::vector<Ring>> out;
  for (const json& cut : all["cloths"].back()["cuts"])
    for (const json& patches : cut["patches"])
      for (const json& outline : patches["outlines"])
        out[cut["length"].get<int>()].push_back(outline.get<Ring>());
  return out;
}

/// Where a plan's patches lie on the shelf's lengths.
std::map<int, std::vector<Ring>> planned(const CutPlan& plan) {
  std::map<int, std::vector<Ring>> out;
  const CutLayout& laid = plan.method()->laid;
  for (const PlacedPatch& p : laid.placements) {
    if (laid.lengths[static_cast<std::size_t>(p.length)].toBuy) continue;
    const LengthOrigin at = plan.origins[static_cast<std::size_t>(p.length)];
    Ring ring;
    for (const Point q : p.patch) ring.push_back({q.x, q.y + at.from});
    out[at.length].push_back(ring);
  }
  return out;
}

int sizeOf(const std::map<int, std::vector<Ring>>& all) {
  int n = 0;
  for (const auto& [length, rings] : all) n += static_cast<int>(rings.size());
  return n;
}

}  // namespace

class CutLogTest : public QObject {
  Q_OBJECT
 private slots:
  /// What is ticked serves the pieces that it was cut for, where they stand by sevenths of a turn too.
  void patchesOfSeventhsOfATurnServeTheirPieces() {
    for (const char* direction : {"one-way", "stripe"}) {
      Project p = ticked(support::project(support::recipe("rosette-7", 60, 2, 2)),
                         {{{"edit", "addCloth"},
                           {"name", "C"},
                           {"width", 900},
                           {"lengths", {3000}},
                           {"direction", direction}},
                          {{"edit", "paint"}, {"cloth", "C"}, {"all", true}},
                          {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "strips"}}});
      for (int ticks = 0; ticks < 200; ++ticks) {
        const CutPlan plan = support::soundPlan(p, clothC(p).id);
        if (plan.methods.empty() || plan.method() == nullptr || plan.method()->groups.empty()) break;
        const auto cut = cutOf(*p.layout, plan, 0);
        QVERIFY(cut.has_value());
        p = *applied(p, TakeCut{clothC(p).id, *cut}, support::context());
      }
      std::size_t cut = 0;
      for (const ClothCut& c : clothC(p).cuts) {
        for (const CutPatches& q : c.patches) cut += q.outlines.size();
      }
      QCOMPARE(cut, p.layout->size());  // none was cut twice
    }
  }
  void whatIsLeftByHand() {
    Cloth c;
    c.width = Length::millimetres(500);
    c.lengths = {OnHand(Length::millimetres(900)), OnHand(Length::millimetres(300))};
    c.lengths[0].holes = {{{10, 50}, {40, 50}, {40, 80}, {10, 80}},       // above the cut
                          {{10, 150}, {40, 150}, {40, 170}, {10, 170}},   // half of it is gone with it
                          {{10, 200}, {40, 200}, {40, 240}, {10, 240}}};  // below it
    c.lengths[0].mark = std::optional(Point{12, 31});
    ClothCut across{1, {}, 0, 100, 160, {}};
    across.patches.emplace_back().outlines.push_back({{100, 110}, {150, 110}, {150, 150}, {100, 150}});
    ClothCut hole{2, {}, 1, 0, 0, {}};
    hole.patches.emplace_back().outlines.push_back({{100, 110}, {150, 110}, {150, 150}, {100, 150}});
    c.cuts = {across, hole};
    const ClothLeft left = clothLeft(c);
    QCOMPARE(left.cloth.lengths.size(), std::size_t(3));
    COMPARE_TO(left.cloth.lengths[0].mm(), 100, 1e-9);
    COMPARE_TO(left.cloth.lengths[1].mm(), 740, 1e-9);
    COMPARE_TO(left.cloth.lengths[2].mm(), 300, 1e-9);
    QVERIFY(!left.cloth.lengths[0].straight && left.cloth.lengths[1].straight);
    QVERIFY(!left.cloth.lengths[2].straight);
    QCOMPARE(left.origins[1].length, 0);
    COMPARE_TO(left.origins[1].from, 160, 1e-9);
    QCOMPARE(left.origins[2].length, 1);
    QCOMPARE(left.cloth.lengths[0].holes.size(), std::size_t(1));
    QCOMPARE(left.cloth.lengths[1].holes.size(), std::size_t(2));
    COMPARE_TO(bounds(left.cloth.lengths[1].holes[0]).bottom, 10, 1e-9);
    COMPARE_TO(bounds(left.cloth.lengths[1].holes[1]).top, 40, 1e-9);
    COMPARE_TO((*left.cloth.lengths[1].mark)->y, 31 - 160, 1e-9);
    QCOMPARE(left.cloth.lengths[2].holes.size(), std::size_t(1));
    QVERIFY(left.cloth.cuts.empty());
  }

  /// A hollow hole that a cut goes through leaves the box of what lies below, which is on the safe side.
  void aHollowHoleIsCutThroughAsItsBox() {
    Cloth c;
    c.width = Length::millimetres(500);
    c.lengths = {OnHand(Length::millimetres(900))};
    // Two legs that reach from 60 to 140, joined above.
    c.lengths[0].holes = {
        {{100, 60}, {180, 60}, {180, 140}, {160, 140}, {160, 80}, {120, 80}, {120, 140}, {100, 140}}};
    ClothCut across{1, {}, 0, 0, 100, {}};
    across.patches.emplace_back().outlines.push_back({{300, 10}, {350, 10}, {350, 90}, {300, 90}});
    c.cuts = {across};
    const ClothLeft left = clothLeft(c);
    QCOMPARE(left.cloth.lengths.size(), std::size_t(1));
    QCOMPARE(left.cloth.lengths[0].holes.size(), std::size_t(1));
    COMPARE_TO(area(left.cloth.lengths[0].holes[0]), 80 * 40, 1e-6);
    QVERIFY(isConvex(left.cloth.lengths[0].holes[0]));
    // One that no cut goes through keeps its outline.
    c.cuts[0].to = 50;
    QCOMPARE(clothLeft(c).cloth.lengths[0].holes[0].size(), std::size_t(8));
  }
  void countsByHand() {
    // 10 and a quarter spare: 13. Six pieces have a patch, and one is spare: 4 pieces and 6 patches to cut.
    QCOMPARE(withSpare(10, 25), 13);
    QCOMPARE(stillWanted(4, {6, 7}, 25), 6);
    QCOMPARE(stillWanted(0, {10, 13}, 25), 0);
    QCOMPARE(stillWanted(3, {0, 5}, 0), 0);
  }

  /// Five triangles stand one way and one the other: three in turn, and three. Patches that were cut and have
  /// lost their piece are taken in turn off both, but never off one that wants none any more.
  void whatWasCutServesBothWaysOfStanding() {
    Project p = support::project(support::recipe("triangles", 40, 6, 4));
    json pieces = json::array();
    int up = 0, down = 0;
    for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
      int above = 0;  // the tip alone
      for (const Point q : p.layout->outline(i)) above += q.y < p.layout->pieces[i].centre.y;
      const bool upright = above == 1;
      if (upright ? up++ < 5 : down++ < 1) pieces.push_back(i + 1);
    }
    QCOMPARE(pieces.size(), std::size_t(6));
    p = support::edited(p, {{"edit", "setSpare"}, {"percent", 0}});
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 500}, {"direction", "one-way"}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"pieces", pieces}});
    CutInput in = *cutInput(p, *findCloth(p, "C"));
    const auto patches = [&](int cut) {
      in.cut = {{{p.layout->pieces[0].shape, p.layout->pieces[0].hand}, CutCount{0, cut}}};
      std::vector<int> out;
      for (const PatchDemand& d : demandsOf(in)) out.push_back(d.patches);
      std::sort(out.begin(), out.end());
      return out;
    };
    QCOMPARE(patches(0), (std::vector<int>{3, 3}));
    QCOMPARE(patches(1), (std::vector<int>{2, 3}));
    QCOMPARE(patches(3), (std::vector<int>{1, 2}));
    QCOMPARE(patches(5), (std::vector<int>{1}));
    QCOMPARE(patches(6), (std::vector<int>{}));
  }

  /// Two lengths equally long, one of them narrower: told apart by that when they are listed anew.
  void whatWasCutFollowsItsLengthAmongEquals() {
    const json wide = 640, narrow{{"length", 640}, {"width", 410}};
    const auto shelf = [&](const json& lengths) {
      return json{{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", lengths}};
    };
    Project p = ticked(
        fifty({{"width", 460}, {"lengths", {wide, narrow}}}),
        json::array({{{"edit", "takeCut"}, {"cloth", "C"}, {"length", 1}, {"from", 100}, {"to", 160}}}));
    QCOMPARE(clothC(p).cuts.at(0).length, 1);
    p = ticked(p, json::array({shelf({narrow, wide})}));
    QCOMPARE(clothC(p).cuts.at(0).length, 0);
    p = ticked(p, json::array({shelf({180, wide, narrow})}));
    QCOMPARE(clothC(p).cuts.at(0).length, 2);
    QCOMPARE(clothC(p).cuts.at(0).to, 160.0);
  }
  void thirtyOfFiftyAndTenGivenBack_data() {
    QTest::addColumn<QString>("method");
    for (const char* m : {"strips", "template", "rectangles", "traced"}) QTest::newRow(m) << m;
  }
  /// 20 and 10 are cut, the project is saved and opened, the 10 are given back: the next plan lies clear of
  /// what the file says was cut.
  void thirtyOfFiftyAndTenGivenBack() {
    QFETCH(const QString, method);
    const Project whole =
        ticked(fifty({{"width", 460}, {"lengths", {640, 180}}}),
               json::array({{{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", method.toStdString()}}}));
    const Project twenty = cutNow(whole, 3, 20);
    const Project thirty = cutNow(twenty, 31, 10);
    // The second ten lie on what the first cut left of the same length; traced ones fill the small one.
    if (method != "traced") {
      QCOMPARE(clothC(thirty).cuts[1].length, 0);
      QVERIFY(clothC(thirty).cuts[1].from > clothC(thirty).cuts[0].to - 0.1);
    }
    QCOMPARE(cutInput(thirty, clothC(thirty).id)->pieces.size(), std::size_t(20));
    QTemporaryDir dir;
    const std::filesystem::path path = std::filesystem::path(dir.path().toStdString()) / "log.clathra";
    QVERIFY(saveProject(realFileSystem(), thirty, path));
    const Project opened = *openProject(path);
    QVERIFY(sameContent(opened, thirty));
    const auto gone = cutInFile(path);
    QCOMPARE(sizeOf(gone), 30);
    const auto lies = [&](const Project& p, const std::map<int, std::vector<Ring>>& cut, int patches) {
      const CutPlan plan = support::soundPlan(p, clothC(p).id);
      const auto next = planned(plan);
      QCOMPARE(plan.method()->laid.placements.size(), static_cast<std::size_t>(patches));
      QVERIFY(sizeOf(next) > 0);
      for (const auto& [length, rings] : next)
        for (const Ring& r : rings)
          for (const Ring& c : cut.contains(length) ? cut.at(length) : std::vector<Ring>{})
            QVERIFY(!meet(r, c));
    };
    lies(opened, gone, 20);
    const Project back = ticked(opened, json::array({{{"edit", "giveBackCut"}, {"cloth", "C"}, {"cut", 2}}}));
    QVERIFY(saveProject(realFileSystem(), back, path));
    const auto left = cutInFile(path);
    QCOMPARE(sizeOf(left), 20);
    lies(back, left, 30);
    // Which pieces have their patch: those that were marked.
    const CutInput in = *cutInput(back, clothC(back).id);
    for (const auto i : in.pieces) QVERIFY(i < 2 || i >= 22);
  }

  /// A length is squared up once, however often it is cut from: eight patches of 56.7 by 65.5 go in one strip
  /// of 66; seven lie in each of the six strips of 57 for the others.
  void aLengthIsSquaredUpOnce() {
    const Project p = ticked(fifty({{"width", 500}, {"lengths", {900}}}),
                             json::array({{{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "strips"}}}));
    const Project first = cutNow(p, 1, 8);
    COMPARE_TO(clothC(first).cuts[0].to, 25 + 66, 1e-6);
    const CutPlan rest = support::soundPlan(first, clothC(first).id);
    // 42 left, all on the same length and without squaring up.
    COMPARE_TO(*rest.length, 6 * 57, 1e-6);
    COMPARE_TO(rest.lengths[0].mm(), 900 - 91, 1e-6);
    for (const Band& b : rest.method()->laid.bands) QVERIFY(b.kind != BandKind::Squaring);
  }

  void handsAndSizesAreKeptApart() {
    // Parallelograms of two hands, as in the asymmetric project: pieces 14 and 15 are of one hand, 19 to 23
    // of the other.
    const Project p = ticked(support::asymmetric(), {{{"edit", "setSpare"}, {"percent", 0}}});
    const auto of = [](const Project& q, int hand) {
      int n = 0;
      for (const PatchDemand& d : demandsOf(*cutInput(q, clothC(q).id))) n += d.hand == hand ? d.patches : 0;
      return n;
    };
    const int first = p.layout->pieces[13].hand;
    QCOMPARE(of(p, first), 2);
    QCOMPARE(of(p, -first), 5);
    const std::string shape = p.layout->shapes[p.layout->pieces[13].shape].name;
    ClothCut cut;
    cut.length = 0;
    CutPatches patches;
    patches.shape = shape;
    patches.hand = -first;
    patches.outlines = {{{0, 0}, {100, 0}, {100, 40}, {0, 40}}, {{0, 50}, {100, 50}, {100, 90}, {0, 90}}};
    cut.patches = {patches};
    const Project two = *applied(p, TakeCut{clothC(p).id, cut}, support::context());
    QCOMPARE(of(two, first), 2);
    QCOMPARE(of(two, -first), 3);
    QCOMPARE(clothC(two).cuts[0].patches[0].pieces.size(), std::size_t(2));
    for (const auto i : clothC(two).cuts[0].patches[0].pieces) QCOMPARE(two.layout->pieces[i].hand, -first);
    // Patches of another size serve no more; the log keeps them.
    const Project larger = support::edited(two, {{"edit", "setEdge"}, {"value", 33}});
    QCOMPARE(of(larger, -first), 5);
    QCOMPARE(clothC(larger).cuts.size(), std::size_t(1));
    QCOMPARE(clothC(larger).cuts[0].patches[0].pieces.size(), std::size_t(2));
  }

  void piecesAreFollowedAndPatchesOfGonePiecesServeOthers() {
    const Project p = cutNow(fifty({{"width", 500}, {"lengths", {900}}}, 10), 41, 10);
    // 10 and a tenth: 11 patches for 10 pieces.
    QCOMPARE(clothC(p).cuts[0].patches[0].count, 11);
    QCOMPARE(clothC(p).cuts[0].patches[0].pieces.size(), std::size_t(10));
    QCOMPARE(clothC(p).cuts[0].patches[0].pieces.front(), 40U);
    QCOMPARE(demandsOf(*cutInput(p, clothC(p).id))[0].patches, 55 - 11);
    // Five of them wear another cloth now: their patches are at hand for others. 45 and a tenth are 50, 11
    // are cut.
    const Project other =
        support::edited(p, {{"edit", "paint"}, {"pieces", {41, 42, 43, 44, 45}}, {"cloth", "A"}});
    const CutInput in = *cutInput(other, clothC(other).id);
    QCOMPARE(in.pieces.size(), std::size_t(40));
    QCOMPARE(demandsOf(in)[0].patches, 50 - 11);
    // A row more on top: numbers move, the pieces stay those they were.
    const Project more = support::edited(p, {{"edit", "setCounts"}, {"across", 5}, {"down", 12}});
    QCOMPARE(clothC(more).cuts[0].patches[0].pieces.size(), std::size_t(10));
    for (std::size_t k = 0; k < 10; ++k)
      QCOMPARE(more.layout->pieces[clothC(more).cuts[0].patches[0].pieces[k]].key,
               p.layout->pieces[clothC(p).cuts[0].patches[0].pieces[k]].key);
  }

  void cutsFollowTheirLength() {
    const Project p = cutNow(fifty({{"width", 500}, {"lengths", {430, 260}}}), 1, 8);
    QCOMPARE(clothC(p).cuts[0].length, 0);
    const auto listed = [&](const json& lengths) {
      return support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", lengths}});
    };
    QCOMPARE(clothC(listed({260, 430})).cuts[0].length, 1);
    QCOMPARE(clothC(listed({440, 260})).cuts[0].length, 0);  // measured anew
    const Project gone = listed({260});
    QCOMPARE(clothC(gone).cuts[0].length, -1);
    QVERIFY(clothC(gone).cuts[0].patches[0].outlines.empty());
    QCOMPARE(cutInput(gone, clothC(gone).id)->pieces.size(), std::size_t(42));  // they stay cut
  }

  void windowsKeepClearOfWhatWasCut() {
    Project p = ticked(support::asymmetric(), {{{"edit", "setSpare"}, {"percent", 0}}});
    const ClothId b = *findCloth(p, "B");
    const int eye = p.motifs[0].id;
    const std::vector<std::uint32_t> wants = windowInput(p, p.motifs[0]).motif.pieces;
    QCOMPARE(wants.size(), std::size_t(3));
    // One of three is cut where the plan would put the first.
    const CutPlan plan = support::soundPlan(p, b);
    const auto all = windowsCut(*p.layout, plan, eye, windowsByLength(plan, eye).front().first);
    QVERIFY(all);
    QCOMPARE(all->patches[0].count, 3);
    ClothCut one = *all;
    one.patches[0].outlines.resize(1);
    const Project before = p;
    p = *applied(p, TakeCut{b, one}, support::context());
    QCOMPARE(windowInput(p, p.motifs[0]).copies, 2);
    const CutPlan next = support::soundPlan(p, b);
    QCOMPARE(next.windows[0].windows.size(), std::size_t(2));
    for (const PlacedPatch& w : next.method()->laid.placements)
      QVERIFY(!overlaps(w.patch, one.patches[0].outlines[0]));
    // All three: nothing is wanted of it any more, and that takes no cloth.
    const CutPlan rest = support::soundPlan(*applied(before, TakeCut{b, *all}, support::context()), b);
    QCOMPARE(rest.windows[0].copies, 0);
    COMPARE_TO(rest.windows[0].length.value_or(-1), 0, 0);
    COMPARE_TO(*rest.windowLength, *rest.windows[1].length, 1e-9);
  }

  void whatCannotBeIsRefused_data() {
    QTest::addColumn<QString>("step");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, const char* step, const char* says) {
      QTest::newRow(name) << step << says;
    };
    row("twice", R"("length":0,"from":50,"to":120)", "cut off already");
    row("on what is gone",
        R"("length":0,"patches":[{"shape":"hexagon","outlines":[[[0,60],[50,60],[50,110]]]}])",
        "gone already");
    row("below the end", R"("length":1,"from":200,"to":270)", "does not lie");
    row("beside the cloth",
        R"("length":1,"patches":[{"shape":"hexagon","outlines":[[[480,9],[520,9],[490,60]]]}])",
        "does not lie");
    row("no such length", R"("length":2,"from":0,"to":30)", "no length 2");
    row("no length", R"("from":0,"to":30)", "from which length");
    row("nothing", R"("length":0)", "what was cut");
    row("crossing",
        R"("length":1,"patches":[{"shape":"hexagon","outlines":[[[0,0],[50,50],[50,0],[0,50]]]}])",
        "crosses itself");
    row("no such shape", R"("length":1,"patches":[{"shape":"kite","outlines":[[[0,0],[50,0],[50,50]]]}])",
        "kite");
    row("unknown key", R"("length":1,"from":0,"to":30,"till":40)", "till");
  }
  void whatCannotBeIsRefused() {
    QFETCH(const QString, step);
    QFETCH(const QString, says);
    const Project p = cutNow(fifty({{"width", 500}, {"lengths", {430, 260}}}), 1, 8);
    const json edit = json::parse(R"({"edit":"takeCut","cloth":"C",)" + step.toStdString() + "}");
    const auto done = applyStep(p, edit, support::context());
    QVERIFY(!done);
    QVERIFY2(QString::fromStdString(said(done.error())).contains(says), said(done.error()).c_str());
  }

  void badLogsAreRefusedByName_data() {
    QTest::addColumn<QString>("key");
    QTest::addColumn<QString>("value");
    const auto row = [](const char* key, const char* value) { QTest::newRow(key) << key << value; };
    row("/cuts/0/length", "2");
    row("/cuts/0/patches/0/count", "3");
    row("/cuts/0/patches/0/pieces", "[7,6]");
    row("/cuts/0/patches/0/hand", "2");
    row("/cuts/0/patches/0/paper", "[[0,0],[1,1]]");
    row("/cuts/0/to", "-4");
    row("/cuts/0/id", "0");
  }
  void badLogsAreRefusedByName() {
    QFETCH(const QString, key);
    QFETCH(const QString, value);
    const Project p = cutNow(fifty({{"width", 500}, {"lengths", {430, 260}}}), 1, 8);
    Entries parts = *unpack(*serialize(p));
    json all = json::parse(parts["project.json"]);
    all["cloths"].back()[json::json_pointer(key.toStdString())] = json::parse(value.toStdString());
    parts["project.json"] = all.dump();
    const auto read = deserialize(*pack(parts));
    QVERIFY(!read);
    QVERIFY2(said(read.error()).find("cut") != std::string::npos, said(read.error()).c_str());
  }
};

CLATHRA_TEST(CutLogTest, "cut_log")
#include "cut_log.moc"
