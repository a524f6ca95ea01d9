// Figures worked by hand (docs/calculations.md) on a project in which nothing is symmetrical: hands,
// directions, allowances, lengths and motifs that would be mistaken for each other elsewhere.
#include <QRegularExpression>
#include <QtTest>

#include "asymmetric.hpp"
#include "exchange/cut_file.hpp"
#include "exchange/dxf.hpp"
#include "exchange/exchange.hpp"
#include "exchange/import_layout.hpp"
#include "exchange/svg_reader.hpp"
#include "model/alike.hpp"
#include "model/tally.hpp"
#include "paper/sheets.hpp"
#include "registry.hpp"
#include "sound_plan.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

CutPlan planOf(const Project& p, const char* cloth) {
  return support::soundPlan(p, *findCloth(p, cloth));
}
const CutMethod& method(const CutPlan& plan, const char* id) {
  for (const CutMethod& m : plan.methods)
    if (m.id == id) return m;
  qFatal("no method %s", id);
}
const CutGroup& groupOf(const CutMethod& m, int hand) {
  for (const CutGroup& g : m.groups)
    if (g.demand.hand == hand) return g;
  qFatal("no group of hand %d", hand);
}
/// Which hand the pieces of the first row have.
int firstHand(const Project& p) {
  return p.layout->pieces[0].hand;
}

/// Rectangles 90 by 30, some of them in cloth C.
Project rectangles(int n, double width, const char* direction, double spare = 0) {
  Recipe r = support::recipe("rectangles", 30, 4, 6);
  r.proportions = {{"wide", 3}};
  Project p = support::project(r);
  p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 6.5}});
  p = support::edited(p, {{"edit", "setSpare"}, {"percent", spare}});
  p = support::edited(p,
                      {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", width}, {"direction", direction}});
  json pieces = json::array();
  for (int i = 1; i <= n; ++i) pieces.push_back(i);
  return support::edited(p, {{"edit", "paint"}, {"pieces", pieces}, {"cloth", "C"}});
}

struct DxfCurve {
  std::string layer;
  std::vector<Point> points;
  std::vector<double> bulges;
};

/// Read back by a parser of its own: group codes and values, nothing of ours.
struct DxfFile {
  std::map<std::string, std::vector<double>> header;
  std::vector<DxfCurve> curves;
};
DxfFile readDxf(const std::string& text) {
  DxfFile out;
  std::istringstream in(text);
  std::string code, value, variable, entity;
  while (std::getline(in, code) && std::getline(in, value)) {
    const int c = std::stoi(code);
    if (c == 9) variable = value;
    if (c == 0) {
      entity = value;
      variable.clear();
      if (entity == "POLYLINE") out.curves.emplace_back();
      if (entity == "VERTEX") {
        out.curves.back().points.emplace_back();
        out.curves.back().bulges.push_back(0);
      }
    }
    if (!variable.empty() && c != 9 && c != 1) out.header[variable].push_back(std::stod(value));
    if (c == 8 && entity == "POLYLINE") out.curves.back().layer = value;
    if (entity != "VERTEX") continue;
    if (c == 10) out.curves.back().points.back().x = std::stod(value);
    if (c == 20) out.curves.back().points.back().y = std::stod(value);
    if (c == 42) out.curves.back().bulges.back() = std::stod(value);
  }
  return out;
}

std::vector<std::string> csvRow(const std::string& line) {
  std::vector<std::string> out{{}};
  bool inside = false;
  for (std::size_t i = 0; i < line.size(); ++i) {
    if (line[i] == '"' && inside && i + 1 < line.size() && line[i + 1] == '"') {
      out.back() += '"';
      ++i;
    } else if (line[i] == '"') {
      inside = !inside;
    } else if (line[i] == ',' && !inside) {
      out.emplace_back();
    } else {
      out.back() += line[i];
    }
  }
  return out;
}

}  // namespace

class AsymmetryTest : public QObject {
  Q_OBJECT
 private slots:
  void stripsOfAStripeByHand() {
    // Parallelograms of 72 by 30 mm at 60° with 6.5 mm: the patch is 30 sin 60° + 13 = 38.98 high; its level
    // side is 72 + 6.5 (cot 30° + cot 60°) = 87.01, and it is 87.01 + 38.98 cot 60° = 109.52 wide; blunted,
    // each tip loses 6.5 tan 30° = 3.75 of that: 102.01.
    const Project p = support::asymmetric();
    const CutPlan plan = planOf(p, "C");
    const CutMethod& m = method(plan, "strips");
    const int first = firstHand(p);
    // 14 and 15 are of the first row's hand, 19 to 23 of the other; a tenth spare: 3 and 6.
    const CutGroup &one = groupOf(m, first), &other = groupOf(m, -first);
    QCOMPARE(one.demand.pieces, 2);
    QCOMPARE(one.demand.patches, 3);
    QCOMPARE(other.demand.pieces, 5);
    QCOMPARE(other.demand.patches, 6);
    // On 300 mm: (300 - 102.01) / 87.01 + 1 = 3.3, three to a strip; strips rounded up to a millimetre.
    QCOMPARE(one.perBand, 3);
    QCOMPARE(one.bands, 1);
    QCOMPARE(other.bands, 2);
    COMPARE_TO(one.height, 39, 1e-9);
    // The longest length first: 25 + 3 · 39 = 142 of its 160.
    COMPARE_TO(*plan.length, 142, 1e-6);
    COMPARE_TO(*plan.toBuy, 0, 1e-9);
    COMPARE_TO(m.laid.lengths[0].used, 142, 1e-6);
    COMPARE_TO(m.laid.lengths[1].used, 0, 1e-9);
    // Each strip of n patches side by side is crossed n + 1 times: 4, 4 and 4; three strips, one squaring.
    QCOMPARE(m.cuts, 3 + 12 + 1);
    // Nine patches of 87.01 by 38.98, less two blunted tips: 6.5 mm of the 13 that a tip of 60° runs past its
    // paper, 2 · 6.5 tan 30° at the widest.
    const double patch = (72 + 6.5 * (std::sqrt(3.0) + 1 / std::sqrt(3.0))) * (30 * std::sqrt(0.75) + 13) -
                         2 * 6.5 * 6.5 / std::sqrt(3.0);
    COMPARE_TO(m.utilisation, 9 * patch / (142 * 300), 1e-6);
    // Which side of the cloth is up, with the number of strips.
    int up = 0, down = 0;
    for (const Message& s : m.steps) {
      if (support::says(s, "step-strips-face-up")) up += first > 0 ? 1 : 2;
      if (support::says(s, "step-strips-face-down")) down += first > 0 ? 2 : 1;
    }
    QCOMPARE(up, first > 0 ? 1 : 2);
    QCOMPARE(down, first > 0 ? 2 : 1);
    for (std::size_t i = 0; i + 1 < m.steps.size(); ++i)
      for (const auto& [id, hand] :
           {std::pair("step-strips-face-up", 1), std::pair("step-strips-face-down", -1)})
        if (support::says(m.steps[i], id)) {
          const QByteArray words = support::text(m.steps[i]);
          QVERIFY2(words.contains(QByteArray::number(groupOf(m, hand).bands) + " strip"), words.constData());
        }
  }
  /// Parallelograms of either hand lean the same way under the hand, since the left ones are cut face down:
  /// 87.01 sin 60° = 75.4 mm from cut to cut. Which way that is, by an outline of the right-hand patch as it
  /// lies right side up.
  void slantedCutsLeanTheWayTheHandAsks() {
    const CutMethod m = method(planOf(support::asymmetric(), "C"), "strips");
    for (const CutGroup& g : m.groups) {
      Polygon right;
      for (const PlacedPatch& p : m.laid.placements)
        if (p.hand > 0) right = p.patch;
      // Its longest slanted side, from its lower end to its upper one.
      Point up;
      for (std::size_t i = 0; i < right.size(); ++i) {
        const Point d = right[(i + 1) % right.size()] - right[i];
        if (std::abs(d.y) > std::abs(up.y) + 1e-6) up = d.y < 0 ? d : -1.0 * d;
      }
      QVERIFY2(support::says(g.crossing, up.x > 0 ? "step-slanted-right" : "step-slanted-left"),
               g.crossing.id.c_str());
      QVERIFY(support::text(g.crossing).contains("75.4 mm"));
    }
  }
  /// Templates of the two hands are told apart where both are drawn from one cloth.
  void tracedPatchesAreToldByTheirHand() {
    const Project p = support::asymmetric();
    const CutPlan plan = planOf(p, "C");
    const auto& placements = method(plan, "traced").laid.placements;
    std::string all;
    for (const Message& s : method(plan, "traced").steps) all += said(s, LengthUnit::Millimetre) + "\n";
    int left = 0, right = 0;
    for (const int length : {0, 1}) {
      const auto here = [&](int hand) {
        return static_cast<int>(
            std::count_if(placements.begin(), placements.end(),
                          [&](const PlacedPatch& q) { return q.length == length && q.hand == hand; }));
      };
      const auto named = [](int n, const char* hand) {
        return std::to_string(n) + (n == 1 ? " parallelogram (" : " parallelograms (") + hand + ")";
      };
      if (here(-1) > 0) QVERIFY2(all.find(named(here(-1), "left-handed")) != std::string::npos, all.c_str());
      if (here(1) > 0) QVERIFY2(all.find(named(here(1), "right-handed")) != std::string::npos, all.c_str());
      left += here(-1);
      right += here(1);
    }
    QVERIFY(left > 0 && right > 0 && left != right);
  }
  void theLastStripHasFewerAndSaysSo() {
    Project p = support::edited(support::asymmetric(), {{"edit", "setSpare"}, {"percent", 0}});
    const CutMethod m = method(planOf(p, "C"), "strips");
    const int first = firstHand(p);
    QCOMPARE(groupOf(m, -first).demand.patches, 5);
    // 2: crossed 3 times; 3 and 2: 4 and 3.
    QCOMPARE(m.cuts, 3 + 3 + 4 + 3 + 1);
    const auto said = std::find_if(m.steps.begin(), m.steps.end(),
                                   [](const Message& s) { return support::says(s, "step-from-each-last"); });
    QVERIFY(said != m.steps.end());
    const QByteArray words = support::text(*said);
    QVERIFY2(words.contains("3 parallelogram") && words.contains("last one 2"), words.constData());
  }
  void stripsOfInchProjectsKeepToEighths() {
    // 38.98 mm is 1.535 in: 1 5/8 in.
    const CutMethod m = method(planOf(support::asymmetric(LengthUnit::Inch), "C"), "strips");
    COMPARE_TO(m.groups[0].height, 1.625 * 25.4, 1e-9);
  }
  void aClothWithADirectionKeepsItsPatchesUpright() {
    // Rectangles of 90 by 30 with 6.5: 103 by 43. On 300 mm two stand side by side as they are, six turned by
    // a quarter: six of them take 3 · 43 or 103.
    COMPARE_TO(*method(planOf(rectangles(6, 300, "none"), "C"), "strips").length, 103 + 25, 1e-6);
    for (const char* direction : {"two-way", "stripe", "one-way"}) {
      const CutPlan plan = planOf(rectangles(6, 300, direction), "C");
      for (const char* id : {"strips", "rectangles"}) COMPARE_TO(*method(plan, id).length, 3 * 43 + 25, 1e-6);
    }
    // In rows: cuts under each row, and one more in a row than it has patches.
    const CutMethod rows = method(planOf(rectangles(5, 300, "stripe"), "C"), "rectangles");
    QCOMPARE(rows.groups[0].bands, 3);
    QCOMPARE(rows.cuts, 3 + (3 + 3 + 2) + 1);
    // Leaning shapes keep their upright rectangle on such a cloth: 102.01 by 38.98.
    const CutMethod leaning = method(planOf(support::asymmetric(), "C"), "rectangles");
    COMPARE_TO(leaning.groups[0].width, 103, 1e-9);
    COMPARE_TO(leaning.groups[0].height, 39, 1e-9);
  }
  void scrapsSayWidthAndHeightApart() {
    Project p =
        support::edited(support::asymmetric(), {{"edit", "changeCloth"}, {"cloth", "C"}, {"scraps", true}});
    const CutMethod m = method(planOf(p, "C"), "rectangles");
    COMPARE_TO(m.groups[0].width, 103, 1e-9);
    COMPARE_TO(m.groups[0].height, 39, 1e-9);
    const QByteArray words = support::text(m.steps[0]);
    QVERIFY2(words.contains("103 mm × 39 mm"), words.constData());
  }
  void blocksAreLaidHighestFirst() {
    // Hexagons and squares of one cloth: the hexagons' strips are higher and come first on the length.
    Project p = support::project(support::recipe("hexagon-square-triangle", 30, 5, 4));
    p = support::edited(p,
                        {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", 500}, {"lengths", {900, 300}}});
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
    const CutMethod m = method(planOf(p, "C"), "strips");
    QVERIFY(m.groups.size() >= 3);
    double before = 1e300;
    int length = 0, bands = 0;
    for (const Band& b : m.laid.bands) {
      if (b.group < 0) continue;
      if (b.length != length) before = 1e300;
      length = b.length;
      QVERIFY(b.to - b.from <= before + 1e-6);
      before = b.to - b.from;
      ++bands;
    }
    QVERIFY(bands > 3);
    // The highest of all stands on the longest length.
    double highest = 0;
    int on = -1;
    for (const Band& b : m.laid.bands)
      if (b.group >= 0 && b.to - b.from > highest) highest = b.to - b.from, on = b.length;
    QCOMPARE(on, 0);
  }
  void oneWayClothGoesInPairs() {
    // Triangles: five of either way up on a one-way cloth, a tenth spare: 11.
    Project p = support::project(support::recipe("triangles", 40, 8, 4));
    p = support::edited(p, {{"edit", "setSpare"}, {"percent", 10}});
    p = support::edited(p,
                        {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", 700}, {"direction", "one-way"}});
    json up = json::array(), down = json::array();
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const bool stands =
          std::abs(std::remainder((p.layout->pieces[i].turn - p.layout->pieces[0].turn).degrees(), 120)) < 1;
      json& list = stands ? up : down;
      if (list.size() < 5) list.push_back(i + 1);
    }
    QCOMPARE(up.size() + down.size(), std::size_t(10));
    for (const json& list : {up, down})
      p = support::edited(p, {{"edit", "paint"}, {"pieces", list}, {"cloth", "C"}});
    const CutMethod m = method(planOf(p, "C"), "strips");
    QCOMPARE(m.groups.size(), std::size_t(1));
    QVERIFY(m.groups[0].demand.inPairs);
    QCOMPARE(m.groups[0].demand.patches, 11);
    // Without pairs it is said how they stand.
    const Project single = support::edited(p, {{"edit", "paint"}, {"pieces", up}, {"cloth", "D"}});
    const Project other = support::edited(p, {{"edit", "paint"}, {"pieces", down}, {"cloth", "D"}});
    const auto standing = [](const Project& q) {
      const CutMethod strips = method(planOf(q, "C"), "strips");
      int n = 0;
      for (const Message& s : strips.steps) n += support::says(s, "shapes-standing");
      return n;
    };
    QCOMPARE(standing(single) + standing(other), 1);  // one of the two ways is upright
  }

  void twoMotifsOnOneClothArePlannedTogether() {
    const Project p = support::asymmetric();
    const CutPlan plan = planOf(p, "B");
    QCOMPARE(plan.windows.size(), std::size_t(2));
    const WindowPart &eye = plan.windows[0], &stalk = plan.windows[1];
    QCOMPARE(eye.copies, 4);  // three, as piece 5 was repainted, and a tenth spare
    QCOMPARE(stalk.copies, 4);
    QCOMPARE(eye.windows.size(), std::size_t(4));
    QCOMPARE(stalk.windows.size(), std::size_t(4));
    COMPARE_TO(*plan.windowLength, *eye.length + *stalk.length, 1e-9);
    double end = 0, alone = 0;
    for (const WindowPart* part : {&eye, &stalk})
      for (const Window& w : part->windows) end = std::max(end, bounds(w.patch).bottom);
    for (const MotifChoice& m : p.motifs) alone += motifSupply(p, m)->lengthNeeded.value_or(0);
    QVERIFY(*plan.windowLength >= end - 1e-6 && *plan.windowLength <= alone + 1e-6);
    COMPARE_TO(plan.windowMinutes, 8 * 2.5, 1e-9);
    // Papers of either hand: those of 3, 4 and 13 and those of 7, 11 and 12.
    const int first = firstHand(p);
    for (const Window& w : eye.windows) QCOMPARE(handOf(w.paper), handOf(p.layout->outline(2)));
    for (const Window& w : stalk.windows) QCOMPARE(handOf(w.paper), -handOf(p.layout->outline(2)));
    QVERIFY(p.layout->pieces[6].hand == -first);
    // The patch goes round the paper by the cloth's own 9 mm: its level sides are 30 sin 60° + 18 apart.
    const auto span = [](const Polygon& q, Angle turn) {
      Polygon flat;
      for (const Point c : q) flat.push_back(rotated(c, -turn));
      return bounds(flat).height();
    };
    COMPARE_TO(span(eye.windows[0].patch, Angle::degrees(20)), 30 * std::sqrt(0.75) + 18, 1e-6);
    // The share of cloth is of the patches beside the windows, and of their bands.
    int methods = 0;
    const Project more = support::edited(p, {{"edit", "paint"}, {"pieces", {1, 2, 8, 9}}, {"cloth", "B"}});
    for (const CutMethod& m : planOf(more, "B").methods) {
      if (!m.length || m.utilisation <= 0) continue;
      double patches = 0, cloth = 0;
      bool windows = false;
      for (const PlacedPatch& q : m.laid.placements) {
        windows = windows || q.motif;
        if (!q.motif) patches += area(q.patch);
      }
      for (const Band& band : m.laid.bands)
        if (band.kind != BandKind::Windows)
          cloth += (band.to - band.from) * m.laid.lengths[std::size_t(band.length)].width;
      methods += windows;
      COMPARE_TO(m.utilisation, patches / cloth, 1e-9);
    }
    QVERIFY(methods > 0);
  }
  void aMotifsOtherFieldsLeaveARepaintedPieceAlone() {
    const Project p = support::asymmetric();
    const ClothId d = *findCloth(p, "D"), b = *findCloth(p, "B");
    QCOMPARE(p.painting[4], d);
    const auto changed = [&](json fields) {
      fields["edit"] = "changeMotif";
      fields["motif"] = "Eye";
      return support::edited(p, fields);
    };
    QCOMPARE(changed({{"note", "another note"}}).painting[4], d);
    QCOMPARE(changed({{"name", "Gull"}}).painting[4], d);
    QCOMPARE(changed({{"name", "Gull"}}).motifs[0].name, std::string("Gull"));
    QCOMPARE(changed({{"name", "Gull"}}).motifs[1].name, p.motifs[1].name);
    QVERIFY(!support::refusal(p, {{"edit", "changeMotif"}, {"motif", "Eye"}, {"name", p.motifs[1].name}})
                 .empty());
    QCOMPARE(changed({{"name", "Eye"}}).motifs[0].name, std::string("Eye"));
    QCOMPARE(changed({{"at", {90, 80}}}).painting[4], d);
    // A piece that comes to it wears its cloth; those that were there and those that were repainted do not
    // change.
    const Project more = changed({{"pieces", {3, 4, 5, 13, 14}}});
    QCOMPARE(more.painting[4], d);
    QCOMPARE(more.painting[13], b);
    // Left out, and taken in again: said anew.
    Project again = changed({{"pieces", {3, 4, 13}}});
    again = support::edited(again, {{"edit", "changeMotif"}, {"motif", "Eye"}, {"pieces", {3, 4, 5, 13}}});
    QCOMPARE(again.painting[4], b);
  }
  void brickIsMovedByHalfOfTheRepeatAcross() {
    Print print;
    print.across = Length::millimetres(80);
    print.along = Length::millimetres(50);
    print.kind = RepeatKind::Brick;
    const Lattice brick = latticeOf(print);
    const auto reaches = [&](const Lattice& l, Point p) {
      const double det = cross(l.a, l.b), i = cross(p, l.b) / det, j = cross(l.a, p) / det;
      return std::abs(i - std::round(i)) < 1e-9 && std::abs(j - std::round(j)) < 1e-9;
    };
    QVERIFY(reaches(brick, {40, 50}) && reaches(brick, {80, 0}) && reaches(brick, {0, 100}));
    QVERIFY(!reaches(brick, {0, 50}) && !reaches(brick, {40, 0}));
    print.kind = RepeatKind::HalfDrop;
    const Lattice drop = latticeOf(print);
    QVERIFY(reaches(drop, {80, 25}) && reaches(drop, {0, 50}) && !reaches(drop, {80, 0}));
  }

  void theSmallestPageThatTakesAPaperIsNamed() {
    // Squares of 215 mm do not go on A4 (210 wide, less its margins), nor on Letter or Legal; they go on A3.
    const Project p = support::project(support::recipe("squares", 205, 2, 1));
    const SheetPlan plan = *planSheets(p, {standardPages()[0], MarkedSide::Back, false});
    QVERIFY(!plan.needs[0].fits);
    QCOMPARE(plan.needs[0].fitsOn, std::string("A3"));
    // Legal is the first that takes a paper of 300 by 150 mm.
    Recipe r = support::recipe("rectangles", 150, 2, 1);
    r.proportions = {{"wide", 2}};
    const SheetPlan wide = *planSheets(support::project(r), {standardPages()[1], MarkedSide::Back, false});
    QVERIFY(!wide.needs[0].fits);
    QCOMPARE(wide.needs[0].fitsOn, std::string("Legal"));
  }
  void restsTakeTheFewestPages() {
    // Squares of 50, 51, 52 and 53 mm, three in a row: rests of two, two, three and three rows, 100, 102, 156
    // and 159 mm. The highest first they go on two pages of 273 mm (159 + 102, 156 + 100); in their own order
    // on three.
    json features = json::array();
    double x = 0;
    for (const auto& [side, n] :
         {std::pair(50.0, 5), std::pair(51.0, 5), std::pair(52.0, 8), std::pair(53.0, 8)})
      for (int i = 0; i < n; ++i, x += 60)
        features.push_back(
            {{"type", "Feature"},
             {"properties", json::object()},
             {"geometry",
              {{"type", "Polygon"},
               {"coordinates",
                json::array({json::array({{x, 0}, {x + side, 0}, {x + side, side}, {x, side}, {x, 0}})})}}}});
    const json all{{"type", "FeatureCollection"}, {"features", features}};
    const auto made = importLayoutText(support::library(), all.dump(), ".geojson", "squares");
    QVERIFY(made);
    const SheetPlan plan = *planSheets(made->project, {standardPages()[0], MarkedSide::Front, false});
    QCOMPARE(plan.papers, 26);
    QCOMPARE(plan.sheets.size(), std::size_t(2));
  }
  /// Hexagons, squares and triangles: rows of their own on one page, none over another.
  void restsShareAPageTheHighestOnTop() {
    for (const double edge : {22.0, 30.0}) {
      const Project p = support::project(support::recipe("hexagon-square-triangle", edge, 2, 2));
      const SheetPlan plan = *planSheets(p, {standardPages()[0], MarkedSide::Front, true});
      QCOMPARE(plan.sheets.size(), std::size_t(1));
      const Sheet& sheet = plan.sheets[0];
      QCOMPARE(sheet.papers.size(), p.layout->size());
      std::vector<std::uint16_t> order;
      std::map<std::uint16_t, clathra::Box> rows;  // all that a shape takes
      for (const SheetPaper& paper : sheet.papers) {
        const clathra::Box b = bounds(paper.outline);
        QVERIFY(b.left > kPageMargin - 1e-6 && b.right < 210 - kPageMargin + 1e-6);
        QVERIFY(b.top > kPageMargin - 1e-6 && b.bottom < 297 - kPageMargin + 1e-6);
        const auto shape = p.layout->pieces[paper.piece].shape;
        if (!rows.contains(shape)) {
          order.push_back(shape);
          rows[shape] = b;
        }
        rows[shape] = unite(rows[shape], b);
        for (const SheetPaper& other : sheet.papers)
          if (&other != &paper) QVERIFY(sharedArea(paper.outline, other.outline) < 0.01);
      }
      QCOMPARE(order.size(), std::size_t(3));
      for (std::size_t i = 1; i < order.size(); ++i) {
        const clathra::Box &above = rows[order[i - 1]], &below = rows[order[i]];
        QVERIFY(below.top > above.bottom - 1e-6 && below.height() <= above.height() + 1e-6);
      }
    }
  }

  void csvIsReadBackWithItsQuotes() {
    const Project p = support::asymmetric();
    std::istringstream in(tallyCsv(p, Tally(p)));
    std::string line;
    std::map<std::pair<std::string, std::string>, int> counts;
    while (std::getline(in, line)) {
      const auto row = csvRow(line);
      QCOMPARE(row.size(), std::size_t(6));
      if (row[0] != "cloth") counts[{row[0], row[3]}] += std::stoi(row[5]);
    }
    const std::string first = std::to_string(firstHand(p)), other = std::to_string(-firstHand(p));
    QCOMPARE((counts[{"Tide Ink", first}]), 3);
    QCOMPARE((counts[{"Wader Stripe", first}]), 2);
    QCOMPARE((counts[{"Wader Stripe", other}]), 5);
    QCOMPARE((counts[{"Lantern Damask", first}]), 3);
    QVERIFY((counts.contains({"Oyster, \"pale\"", first})));
  }
  void geoJsonSaysTheHandOfWhatItDraws() {
    const Project p = support::asymmetric();
    const json all = piecesGeoJson(p);
    for (const json& f : all["features"]) {
      const auto number = f["properties"]["number"].get<std::size_t>();
      Polygon ring;
      for (const json& c : f["geometry"]["coordinates"][0])
        ring.push_back({c[0].get<double>(), c[1].get<double>()});
      ring.pop_back();
      QVERIFY(sameOutline(ring, p.layout->outline(number - 1)));
      // The hand by the drawing itself: from the sharp corner, is the longer side clockwise or the other way?
      const auto angles = cornerAngles(ring);
      const auto sharp =
          static_cast<std::size_t>(std::min_element(angles.begin(), angles.end()) - angles.begin());
      const double next = distance(ring[sharp], ring[(sharp + 1) % 4]),
                   before = distance(ring[sharp], ring[(sharp + 3) % 4]);
      const auto& shape = p.layout->shapes[p.layout->pieces[number - 1].shape].outline;
      const auto own = cornerAngles(shape);
      const auto at = static_cast<std::size_t>(std::min_element(own.begin(), own.end()) - own.begin());
      const bool asShape = (next > before) == (distance(shape[at], shape[(at + 1) % 4]) >
                                               distance(shape[at], shape[(at + 3) % 4]));
      QCOMPARE(f["properties"]["handed"].get<int>(), asShape ? 1 : -1);
    }
  }
  void dxfIsReadBackByAnotherReader() {
    const Project p = support::asymmetric();
    const DxfFile file = readDxf(layoutDxf(p));
    QCOMPARE(file.header.at("$INSUNITS").at(0), 4.0);  // millimetres
    QCOMPARE(file.curves.size(), p.layout->size());
    const clathra::Box b = p.layout->finished;
    COMPARE_TO(file.header.at("$EXTMIN").at(0), b.left, 1e-3);
    COMPARE_TO(file.header.at("$EXTMIN").at(1), -b.bottom, 1e-3);
    COMPARE_TO(file.header.at("$EXTMAX").at(0), b.right, 1e-3);
    COMPARE_TO(file.header.at("$EXTMAX").at(1), -b.top, 1e-3);
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      Polygon drawn;
      for (const Point q : file.curves[i].points) drawn.push_back({q.x, -q.y});
      QVERIFY(sameOutline(drawn, p.layout->outline(i)));
      QCOMPARE(file.curves[i].layer == "TIDE_INK", p.painting[i] == *findCloth(p, "A"));
    }
    // The middle of an arc by its bulge lies where the clamshell's own middle does.
    const Project shells = support::project(support::recipe("clamshells", 40, 3, 2));
    const DxfFile curved = readDxf(layoutDxf(shells));
    for (std::size_t i = 0; i < shells.layout->size(); ++i) {
      const DxfCurve& c = curved.curves[i];
      int arcs = 0;
      for (std::size_t k = 0; k < c.points.size(); ++k) {
        if (c.bulges[k] == 0) continue;
        ++arcs;
        const Point a = c.points[k], e = c.points[(k + 1) % c.points.size()], chord = e - a;
        // Half the chord times the bulge to the right of the way, y upwards (AutoCAD's definition).
        const Point bulged = 0.5 * (a + e) + 0.5 * c.bulges[k] * Point{chord.y, -chord.x};
        double nearest = 1e300;
        for (const Point q : shells.layout->outline(i))
          nearest = std::min(nearest, distance({bulged.x, -bulged.y}, q));
        QVERIFY2(nearest < 1.5, qPrintable(QString::number(nearest)));
      }
      QVERIFY(arcs >= 3);
    }
    const SheetPlan plan = *planSheets(p, {standardPages()[0], MarkedSide::Back, false});
    QVERIFY(plan.sheets.size() >= 1);
    const Project many = support::project(support::recipe("hexagon-square-triangle", 60, 5, 4));
    const SheetPlan sheets = *planSheets(many, {standardPages()[0], MarkedSide::Back, false});
    QVERIFY(sheets.sheets.size() > 2);
    for (std::size_t s = 0; s < sheets.sheets.size(); ++s) {
      const DxfFile page = readDxf(cutDxf(*sheetCuts(*many.layout, sheets, s, {})));
      QCOMPARE(page.curves.size(), sheets.sheets[s].papers.size() + 1);
      for (std::size_t k = 0; k < sheets.sheets[s].papers.size(); ++k) {
        Polygon drawn;
        for (const Point q : page.curves[k + 1].points) drawn.push_back({q.x, -q.y});
        QVERIFY(sameOutline(drawn, sheets.sheets[s].papers[k].outline));
      }
    }
  }
  void svgIsReadWhereItLies() {
    const auto read = [](const std::string& body, const char* box = "0 0 200 200") {
      return *readSvg(
          std::string("<svg xmlns='http://www.w3.org/2000/svg' width='200mm' height='200mm' viewBox='") +
          box + "'>" + body + "</svg>");
    };
    const SvgDrawing moved = read("<rect x='15' y='42' width='30' height='20'/>", "10 30 200 200");
    QCOMPARE(bounds(moved.lines.at(0).points), (clathra::Box{5, 12, 35, 32}));
    // Arcs of radius 65 over a chord of 100: the middle lies 65 ± 41.53 above or below, by large and sweep.
    const double deep = 65 + std::sqrt(65.0 * 65 - 2500), flat = 65 - std::sqrt(65.0 * 65 - 2500);
    for (const auto& [large, sweep, y] :
         {std::tuple(0, 1, -flat), std::tuple(1, 1, -deep), std::tuple(0, 0, flat), std::tuple(1, 0, deep)}) {
      const SvgDrawing arc = read(
          QStringLiteral("<path d='M 50 100 A 65 65 0 %1 %2 150 100'/>").arg(large).arg(sweep).toStdString());
      const clathra::Box b = bounds(arc.lines.at(0).points);
      COMPARE_TO(y < 0 ? b.top : b.bottom, 100 + y, 0.1);
    }
  }

  void alikeIsOfOneHand() {
    const Project p = support::asymmetric();
    for (const std::uint32_t piece : {0U, 6U}) {
      const auto alike = alikeTo(p, piece, true);
      QCOMPARE(alike.size(), piece == 0 ? std::size_t(18) : std::size_t(12));
      for (const auto i : alike) QCOMPARE(p.layout->pieces[i].hand, p.layout->pieces[piece].hand);
    }
  }
  void windowsOfCloseRepeatsDoNotOverlap() {
    // Spots 35 by 20 apart under patches of 110 by 44: leaning patches whose boxes overlap may lie apart or
    // not, by where they lie above each other. The judge looks at every pair.
    Project p = support::asymmetric();
    p = support::edited(p, {{"edit", "changeCloth"},
                            {"cloth", "B"},
                            {"print",
                             {{"picture", "damask.png"},
                              {"dpi", 100},
                              {"along", 20},
                              {"across", 35},
                              {"kind", "half-drop"},
                              {"mark", {12, 31}}}}});
    p = support::edited(p, {{"edit", "removeMotif"}, {"motif", "Stalk"}});
    p = support::edited(
        p,
        {{"edit", "changeMotif"}, {"motif", "Eye"}, {"pieces", {1, 2, 3, 4, 5, 6, 13, 14, 15, 16, 17, 18}}});
    p = support::edited(
        p, {{"edit", "paint"}, {"pieces", {1, 2, 3, 4, 5, 6, 13, 14, 15, 16, 17, 18}}, {"cloth", "B"}});
    const CutPlan plan = planOf(p, "B");
    QCOMPARE(plan.windows[0].windows.size(), std::size_t(14));  // twelve and a tenth
    // No more than the patches' boxes laid in rows would take: each is at most 130 by 85 mm, four to a row.
    QVERIFY2(*plan.windows[0].length < 4 * 85 + 20, qPrintable(QString::number(*plan.windows[0].length)));
    QVERIFY2(*plan.windows[0].length > 14 * area(plan.windows[0].windows[0].patch) / 640,
             "more than there is room for");
  }
  void aRemarkIsSetAsideOnceAndALineDoesNotOutliveItsSize() {
    Project p = support::asymmetric();
    const json aside{{"edit", "setAside"}, {"check", "tips"}, {"reason", "I know"}};
    p = support::edited(p, aside);
    json again = aside;
    again["reason"] = "I still know";
    p = support::edited(p, again);
    QCOMPARE(p.setAside.size(), std::size_t(1));
    QCOMPARE(p.setAside[0].reason, std::string("I still know"));
    Project q = support::project(support::recipe("squares", 30, 8, 6));
    q = support::edited(q, {{"edit", "setLine"}, {"box", {35, 35, 160, 130}}});
    QVERIFY(!q.recipe.line.empty());
    const Project sized = support::edited(q, {{"edit", "setSize"}, {"edge", 32}, {"across", 9}, {"down", 6}});
    QVERIFY(sized.recipe.line.empty());
    COMPARE_TO(sized.layout->finished.width(), 9 * 32, 1e-6);
    Recipe r = support::recipe("rectangles", 30, 6, 6, FinishingSides::EdgePieces);
    Project s = support::project(r);
    s = support::edited(s, {{"edit", "setLine"}, {"box", {20, 20, 200, 150}}});
    s = support::edited(s, {{"edit", "setProportion"}, {"proportion", "wide"}, {"value", 60}});
    QVERIFY(s.recipe.line.empty());
    QCOMPARE(s.recipe.proportions.at("wide"), 2.0);
    s = support::edited(s, {{"edit", "setArrangement"}, {"arrangement", "bricks"}});
    QVERIFY(s.recipe.proportions.empty());
  }
};

CLATHRA_TEST(AsymmetryTest, "asymmetry")
#include "asymmetry.moc"
