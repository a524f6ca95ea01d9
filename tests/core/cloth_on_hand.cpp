// Lengths with holes and widths of their own, scraps, what the shop sells, allowances, and ways to stand:
// plans by hand.
#include <set>

#include "cutting/methods.hpp"
#include "cutting/strip_maker.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/arcs.hpp"
#include "shape/congruent.hpp"
#include "shape/overlap.hpp"
#include "shape/symmetry.hpp"
#include "sound_plan.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

struct Wanted {
  const char* name;
  Polygon outline;
  int count;
  int hand = 0;
};

Polygon rectangle(double w, double h) {
  return {{-w / 2, -h / 2}, {w / 2, -h / 2}, {w / 2, h / 2}, {-w / 2, h / 2}};
}

/// So many pieces of some shapes, wherever they lie; allowance 5 mm, cloth 1000 mm wide.
CutInput inputOf(const std::vector<Wanted>& wanted) {
  CutInput in;
  Layout layout;
  std::vector<Piece> pieces;
  for (const Wanted& w : wanted) {
    Shape s;
    s.name = s.family = s.title = w.name;
    s.outline = w.outline;
    s.edges = edgesOf(s.outline);
    s.symmetry = symmetryOf(s.outline);
    layout.shapes.push_back(s);
    for (int i = 0; i < w.count; ++i) {
      Piece p;
      p.shape = static_cast<std::uint16_t>(layout.shapes.size() - 1);
      p.hand = static_cast<std::int8_t>(w.hand);
      in.pieces.push_back(static_cast<std::uint32_t>(pieces.size()));
      pieces.push_back(p);
    }
  }
  layout.pieces = SharedList<Piece>(std::move(pieces));
  in.layout = std::make_shared<const Layout>(std::move(layout));
  in.allowance = 5;
  in.unit = LengthUnit::Millimetre;
  in.cloth.name = "C";
  in.cloth.width = Length::millimetres(1000);
  in.cloth.increment = Length::millimetres(100);
  return in;
}

CutPlan planOf(const CutInput& in) {
  auto plan = cutPlan(in);
  if (!plan) qFatal("%s", said(plan.error()).c_str());
  support::judge(in, *plan);
  return std::move(*plan);
}

/// A copy: plans are made on the way.
CutMethod methodNamed(const CutPlan& plan, const char* id) {
  for (const CutMethod& m : plan.methods)
    if (m.id == id) return m;
  qFatal("no method %s", id);
}

OnHand lengthOf(double mm) {
  return {Length::millimetres(mm)};
}

Project edited(Project p, const std::string& script) {
  for (const auto& step : json::parse(script)) p = support::edited(p, step);
  return p;
}

}  // namespace

class ClothOnHandTest : public QObject {
  Q_OBJECT
 private slots:
  /// Four squares of 100 take one strip of 110 and 440 of its 1000 mm; what is left holds eleven squares of
  /// 50 in each of two rows, so the ten of 40 come from there: 110 and 25 mm, not 185.
  void smallerSquaresComeFromTheStripsEnd() {
    const CutPlan plan =
        planOf(inputOf({{"large", rectangle(100, 100), 4}, {"small", rectangle(40, 40), 10}}));
    const CutMethod& m = methodNamed(plan, "strips");
    COMPARE_TO(*m.length, 135, 1e-9);
    QCOMPARE(m.laid.offcuts.size(), std::size_t(1));
    QCOMPARE(m.laid.offcuts.front().rows, std::vector<int>({10}));
    // 1 to square up, 1 strip, 5 across it for four squares, 1 along the row and 10 across it.
    QCOMPARE(m.cuts, 1 + 1 + 5 + 1 + 10);
    QVERIFY(support::says(m.steps.back(), "step-offcut"));
    COMPARE_TO(*methodNamed(plan, "template").length, 25 + 110, 1e-9);  // four leave 548 of their strip
  }
  /// What is as high as the strip needs no cut along it. One way up, three rectangles of 60 by 100 lie 70
  /// wide behind the four squares: the square's last cut is their first, so three cuts.
  void whatIsAsHighAsTheStripNeedsNoCutAlongIt() {
    CutInput in = inputOf({{"large", rectangle(100, 100), 4}, {"narrow", rectangle(60, 100), 3}});
    in.cloth.direction = Direction::OneWay;
    const CutPlan plan = planOf(in);
    const CutMethod& m = methodNamed(plan, "strips");
    COMPARE_TO(*m.length, 135, 1e-9);
    QCOMPARE(m.laid.offcuts.size(), std::size_t(1));
    QCOMPARE(m.cuts, 1 + 1 + 5 + 3);
    QVERIFY(support::says(m.steps.back(), "step-offcut-as-wide"));
    QCOMPARE(said(m.steps.back(), LengthUnit::Millimetre),
             std::string("From what is left of strip 1, 110 mm wide too, cut 3 narrows."));
  }
  /// Twelve squares of 45 with allowance are two rows of 55, which fill the strip of 110: one cut between
  /// them.
  void twoRowsThatFillTheStripNeedOneCutAlongIt() {
    const CutPlan plan =
        planOf(inputOf({{"large", rectangle(100, 100), 4}, {"small", rectangle(45, 45), 12}}));
    const CutMethod& m = methodNamed(plan, "strips");
    QCOMPARE(m.laid.offcuts.size(), std::size_t(1));
    QCOMPARE(m.laid.offcuts.front().rows, std::vector<int>({10, 2}));
    QCOMPARE(m.cuts, 1 + 1 + 5 + 1 + 10 + 2);
    QVERIFY(support::says(m.steps.back(), "step-offcut"));
  }
  /// Four of 240 in a strip leave 40 of it: two squares of 40, one above the other, from each of three
  /// strips.
  void endsThatGiveTheSameAreSaidOnce() {
    const auto stepsOf = [](int smalls, const char* id) {
      CutInput in = inputOf({{"large", rectangle(230, 100), 12}, {"small", rectangle(30, 30), smalls}});
      in.cloth.direction = Direction::OneWay;
      in.overrun = 0;
      QStringList out;
      const CutMethod m = methodNamed(planOf(in), id);
      for (std::size_t i = 0; i < m.steps.size(); ++i)
        out << QString::fromStdString(said(m.steps[i], LengthUnit::Millimetre)) + ' ' +
                   QString::number(m.ticks[i]);
      return out;
    };
    QCOMPARE(
        stepsOf(6, "strips").last(),
        QString(
            "From what is left of each of strips 1–3 cut 2 strips 40 mm wide, and from that 2 smalls. 0"));
    const QStringList five = stepsOf(5, "template");
    const QString round =
        " Cut them round the template, on other strips of that width where there are any. 0";
    QCOMPARE(
        five[five.size() - 2],
        "From what is left of each of strips 1, 2 cut 2 strips 40 mm wide, and from that 2 smalls." + round);
    QCOMPARE(five.last(),
             "From what is left of strip 3 cut 1 strip 40 mm wide, and from it 1 small." + round);
    // What lies on two lengths is ticked apart.
    CutInput in = inputOf({{"large", rectangle(230, 100), 12}, {"small", rectangle(30, 30), 6}});
    in.cloth.direction = Direction::OneWay;
    in.cloth.lengths = {lengthOf(140)};
    const CutMethod two = methodNamed(planOf(in), "strips");
    const auto last = two.steps.size() - 1;
    QCOMPARE(said(two.steps[last - 1], LengthUnit::Millimetre),
             std::string("From what is left of strip 1 cut 2 strips 40 mm wide, and from them 2 smalls."));
    QCOMPARE(
        said(two.steps[last], LengthUnit::Millimetre),
        std::string(
            "From what is left of each of strips 2, 3 cut 2 strips 40 mm wide, and from that 2 smalls."));
    QCOMPARE(two.ticks[last - 1], 0);
    QCOMPARE(two.ticks[last], 1);
  }
  /// Nineteen of 100 by 50 with allowance lie in two strips of 50, ten and nine, or stand in one of 100: as
  /// much cloth, and one strip less to cut.
  void ofLaysThatTakeTheSameClothTheOneWithFewerCuts() {
    CutInput in = inputOf({{"bar", rectangle(90, 40), 19}});
    in.cloth.width = Length::millimetres(1000);
    for (const double length : {0.0, 700.0}) {
      in.cloth.lengths.clear();
      if (length > 0) in.cloth.lengths = {lengthOf(length)};
      const CutMethod m = methodNamed(planOf(in), "strips");
      COMPARE_TO(*m.length, 25 + 100, 1e-9);
      COMPARE_TO(m.groups.front().height, 100, 1e-9);
      QCOMPARE(m.cuts, 1 + 1 + 20);
    }
  }
  /// Against every choice of lays of two kinds, each laid: round a template the shortest; ruler strips the
  /// fewest cuts of those that take a twentieth more at most.
  void ofEveryChoiceOfLaysTheBest() {
    struct Laid {
      double length;
      int cuts;
    };
    const auto everyChoice = [](const CutInput& in, auto work) {
      auto demands = demandsOf(in);
      if (demands.size() != 2) qFatal("two kinds");
      std::vector<Laid> out;
      const std::size_t first = laysFor(demands[0]).size(), second = laysFor(demands[1]).size();
      for (std::size_t a = 0; a < first; ++a)
        for (std::size_t b = 0; b < second; ++b) {
          demands[0].lay = a;
          demands[1].lay = b;
          if (const CutMethod m = laid(in, {}, work(in, demands), {}); m.length)
            out.push_back({*m.length, m.cuts});
        }
      return out;
    };
    const Polygon half{{-60, -26}, {60, -26}, {30, 26}, {-30, 26}}, bar = rectangle(55, 23),
                                                                    tile = rectangle(72, 41);
    const Polygon kite{{0, -37}, {34, -3}, {0, 17}, {-34, -3}},
        lean{{-40, -14}, {20, -14}, {40, 14}, {-20, 14}};
    int shorter = 0, easier = 0;
    for (const auto& [one, other] :
         {std::pair(half, bar), std::pair(kite, lean), std::pair(tile, kite), std::pair(bar, tile)})
      for (const int n : {5, 13, 22}) {
        CutInput in = inputOf({{"one", one, n}, {"other", other, 29 - n}});
        in.cloth.width = Length::millimetres(713);
        in.cloth.lengths = {lengthOf(4000)};
        const auto only = [&in](const char* id) {
          in.only = id;
          return methodNamed(planOf(in), id);
        };
        const CutMethod strips = only("strips"), round = only("template");
        const auto byLength = [](const Laid& a, const Laid& b) { return a.length < b.length; };
        const auto ofRound = everyChoice(in, workTemplate), ofStrips = everyChoice(in, workStrips);
        COMPARE_TO(*round.length, std::min_element(ofRound.begin(), ofRound.end(), byLength)->length, 1e-6);
        const double most =
            1.05 * std::min_element(ofStrips.begin(), ofStrips.end(), byLength)->length + 1e-6;
        int fewest = strips.cuts;
        for (const Laid& l : ofStrips)
          if (l.length <= most) fewest = std::min(fewest, l.cuts);
        QVERIFY(*strips.length <= most);
        QCOMPARE(strips.cuts, fewest);
        // Both rules have something to do.
        const auto alone = laid(in, {}, workTemplate(in, demandsOf(in)), {});
        shorter += *round.length < *alone.length - 1;
        easier += strips.cuts < laid(in, {}, workStrips(in, demandsOf(in)), {}).cuts;
      }
    QVERIFY2(shorter > 3, qPrintable(QString::number(shorter)));
    QVERIFY2(easier > 3, qPrintable(QString::number(easier)));
  }
  /// What no length of the cloth holds is too wide, whichever way it is cut, and is named; of a piece that it
  /// is sold by as many as find no place are counted.
  void whatIsTooWideIsNamedByEachWay() {
    CutInput in = inputOf({{"small", rectangle(20, 20), 4}, {"large", rectangle(52, 49), 3}});
    in.cloth.width = Length::millimetres(44);
    for (const char* id : {"strips", "template", "rectangles", "traced"}) {
      const CutMethod m = methodNamed(planOf(in), id);
      QVERIFY2(support::says(m.why, "patch-wider-than-cloth"), id);
      QVERIFY2(said(m.why).find("large") != std::string::npos, said(m.why).c_str());
    }
    in.cloth.soldPiece = SoldPiece{"strip", Length::millimetres(44), Length::millimetres(500), {}};
    QCOMPARE(said(methodNamed(planOf(in), "traced").why),
             std::string("3 patches find no place, on hand or on the piece it is sold by."));
  }
  /// Of more choices than are tried those go that lie badly by themselves: never a plan longer than with each
  /// kind in the lay that is shortest alone, where the usual ones take more.
  void ofTooManyChoicesThoseThatLieWellAloneAreKept() {
    const std::vector<Polygon> shapes{{{-60, -26}, {60, -26}, {30, 26}, {-30, 26}},
                                      {{0, -37}, {34, -3}, {0, 17}, {-34, -3}},
                                      {{-40, -14}, {20, -14}, {40, 14}, {-20, 14}},
                                      {{-33, -20}, {11, -20}, {33, 20}, {-11, 20}},
                                      {{-50, -17}, {50, -17}, {12, 17}, {-12, 17}}};
    int shorter = 0;
    for (const int n : {7, 19, 34}) {
      CutInput in = inputOf({{"a", shapes[0], n},
                             {"b", shapes[1], 11},
                             {"c", shapes[2], 2 * n},
                             {"d", shapes[3], 23},
                             {"e", shapes[4], n + 3}});
      in.cloth.width = Length::millimetres(613);
      in.cloth.lengths = {lengthOf(6000)};
      auto demands = demandsOf(in);
      const double usual = *laid(in, {}, workTemplate(in, demands), {}).length;
      double choices = 1;
      for (PatchDemand& d : demands) {
        const std::size_t lays = laysFor(d).size();
        choices *= static_cast<double>(lays);
        double least = 1e300;
        std::size_t best = 0;
        for (d.lay = 0; *d.lay < lays; ++*d.lay) {
          const auto alone = laid(in, {}, workTemplate(in, {d}), {}).length;
          if (!alone || *alone >= least - 1e-6) continue;
          least = *alone;
          best = *d.lay;
        }
        d.lay = best;
      }
      QVERIFY(choices > 30'000);
      const double alone = *laid(in, {}, workTemplate(in, demands), {}).length;
      in.only = "template";
      const double found = *methodNamed(planOf(in), "template").length;
      QVERIFY2(found <= alone + 1e-6 && found <= usual + 1e-6,
               qPrintable(QStringLiteral("%1 of %2").arg(found).arg(alone)));
      shorter += found < usual - 1;
    }
    QVERIFY2(shorter > 1, qPrintable(QString::number(shorter)));
  }
  /// Twenty-five of 40: eleven in each of the two rows, the other three in a strip of their own.
  void whatTheEndDoesNotHoldHasAStrip() {
    const CutMethod& m = methodNamed(
        planOf(inputOf({{"large", rectangle(100, 100), 4}, {"small", rectangle(40, 40), 25}})), "strips");
    COMPARE_TO(*m.length, 135 + 50, 1e-9);
    QCOMPARE(m.laid.offcuts.front().rows, std::vector<int>({11, 11}));
    const auto runs = runsOf(m.laid);
    QCOMPARE(runs.size(), std::size_t(2));
    QCOMPARE(runs[0].last, 4);
    QCOMPARE(runs[1].last, 3);
  }
  /// 100 squares of 50: 15 in a strip with 3 mm between them, seven strips in two stacks of up to four, cut
  /// round 15 times 4 sides each.
  void roundATemplateByHand() {
    const CutMethod& m = methodNamed(planOf(inputOf({{"square", rectangle(50, 50), 100}})), "template");
    COMPARE_TO(*m.length, 7 * 60 + 25, 1e-9);
    QCOMPARE(m.cuts, 1 + 7 + 2 * 15 * 4);
    COMPARE_TO(m.minutes, 5 + 7 * 1.5 + 30 * 0.3 + 120 * 0.15, 1e-9);
    QVERIFY(support::says(m.steps[2], "step-round-template"));
  }
  /// Squares side by side leave nothing to find.
  void tracedByHand() {
    const CutMethod& m = methodNamed(planOf(inputOf({{"square", rectangle(50, 50), 100}})), "traced");
    COMPARE_TO(*m.length, 7 * 60 + 25, 1e-3);
    QCOMPARE(m.cuts, 1 + 400);
    COMPARE_TO(m.minutes, 5 + 100 * 0.5 + 400 * 0.4, 1e-9);
  }
  /// Mirror images lie in their strips as many as each other: a jewel that leans has the same number either
  /// way.
  void mirrorImagesGiveTheSame() {
    const Polygon lean{{-30, -20}, {18, -26}, {34, 5}, {2, 31}, {-24, 10}};
    Polygon mirrored;
    for (auto p = lean.rbegin(); p != lean.rend(); ++p) mirrored.push_back({-p->x, p->y});
    for (const double width : {500.0, 733.0, 1000.0, 1066.8}) {
      std::vector<int> per;
      for (const Polygon& outline : {lean, mirrored}) {
        CutInput in = inputOf({{"lean", outline, 40}});
        in.cloth.width = Length::millimetres(width);
        const CutPlan plan = planOf(in);
        per.push_back(methodNamed(plan, "strips").groups.front().perBand);
        per.push_back(methodNamed(plan, "template").groups.front().perBand);
      }
      QCOMPARE(per[0], per[2]);
      QCOMPARE(per[1], per[3]);
    }
  }

  /// Bands step over a hole: 25 to square up, strips at 25 to 85, then the hole from 100 to 150 leaves the
  /// next at 150.
  void stripsStepOverHoles() {
    CutInput in = inputOf({{"square", rectangle(50, 50), 30}});  // two strips
    OnHand holed = lengthOf(400);
    holed.holes = {{{200, 100}, {300, 100}, {310, 150}, {205, 140}}};
    in.cloth.lengths = {holed};
    const CutMethod& m = methodNamed(planOf(in), "strips");
    std::vector<double> from;
    for (const Band& b : m.laid.bands)
      if (b.kind == BandKind::Strip) from.push_back(b.from);
    QCOMPARE(from.size(), std::size_t(2));
    COMPARE_TO(from[0], 25, 1e-9);
    COMPARE_TO(from[1], 150, 1e-9);
    COMPARE_TO(*m.length, 25 + 120, 1e-9);
    QCOMPARE(m.toBuy, 0.0);
  }
  /// A length narrower than the cloth holds fewer in a strip: 8 of 60 on 500 mm, 16 on 1000.
  void lengthsHaveWidthsOfTheirOwn() {
    CutInput in = inputOf({{"square", rectangle(50, 50), 40}});
    OnHand narrow = lengthOf(220);
    narrow.width = Length::millimetres(500);
    in.cloth.lengths = {narrow, lengthOf(90)};
    const CutPlan plan = planOf(in);
    const CutMethod& m = methodNamed(plan, "strips");
    std::vector<int> on(m.laid.lengths.size(), 0);
    for (const PlacedPatch& p : m.laid.placements) ++on[static_cast<std::size_t>(p.length)];
    QCOMPARE(on, std::vector<int>({24, 16}));
    QCOMPARE(m.toBuy, 0.0);
  }
  /// Traced goes onto scraps by their outlines, and round what was cut out of them.
  void scrapsAreTraced() {
    CutInput in = inputOf({{"square", rectangle(50, 50), 9}, {"bar", rectangle(20, 90), 6}});
    OnHand scrap = lengthOf(260);
    scrap.outline = {{0, 0}, {300, 0}, {260, 260}, {40, 240}};
    scrap.holes = {{{100, 100}, {150, 100}, {150, 150}, {100, 150}}};
    OnHand small = lengthOf(200);
    small.width = Length::millimetres(180);
    in.cloth.lengths = {scrap, small};
    const CutMethod& m = methodNamed(planOf(in), "traced");
    QVERIFY(m.length);
    QCOMPARE(m.toBuy, 0.0);
    QVERIFY(std::none_of(m.laid.bands.begin(), m.laid.bands.end(), [](const Band& b) {
      return b.length == 0 && b.kind == BandKind::Squaring;  // none for scraps
    }));
  }

  /// Fat quarters of 500 by 560: strips of 60 hold 8, and 25 and eight strips go on one: 64. 100 squares take
  /// two.
  void soldByThePiece() {
    CutInput in = inputOf({{"square", rectangle(50, 50), 100}});
    in.cloth.soldPiece = {"fat quarter", Length::millimetres(500), Length::millimetres(560)};
    in.cloth.price = 3.5;
    const CutPlan plan = planOf(in);
    const CutMethod& m = methodNamed(plan, "strips");
    QCOMPARE(m.buy.size(), std::size_t(1));
    QCOMPARE(m.buy.front().piece, std::string("fat quarter"));
    QCOMPARE(m.buy.front().count, 2);
    COMPARE_TO(*m.buy.front().price, 7, 1e-9);
    COMPARE_TO(*m.money, 7, 1e-9);
    for (const ClothLength& l : m.laid.lengths) QVERIFY(l.used <= 560 + 1e-9);
    // 13 strips: eight on the first piece, five on the second, each squared up.
    COMPARE_TO(*m.length, 13 * 60 + 2 * 25, 1e-9);
    // What rounds 830 up to 1120 are whole pieces, not the step of a shop that sells by the length.
    QCOMPARE(said(Message("cloth-short-fix", buyArg(m)), LengthUnit::Millimetre).substr(0, 31),
             std::string("Buy 2 pieces (fat quarter) more"));
    QCOMPARE(said(roundedUpLine(in.cloth), LengthUnit::Millimetre), std::string("whole pieces of 560 mm"));
    in.cloth.soldPiece.reset();
    QCOMPARE(said(roundedUpLine(in.cloth), LengthUnit::Millimetre),
             std::string("rounded up to the shop's 100 mm"));
  }
  /// Squares of 2 1/2 in are sold cut and lie as they are: one hexagon of 1 in with 1/4 in on each, turned by
  /// 15° (63.24 mm both ways). From squares that are torn a strip of 63.5 is left no more once 25 is squared
  /// up.
  void squaresThatAreSoldCutAreNotSquaredUp() {
    Polygon hexagon;
    for (int i = 0; i < 6; ++i) hexagon.push_back(25.4 * towards(Angle::degrees(60.0 * i)));
    CutInput in = inputOf({{"hexagon", hexagon, 7}});
    in.allowance = 6.35;
    in.unit = LengthUnit::Inch;
    const Length size = Length::sixtyFourths(160);
    in.cloth.width = size;
    in.cloth.soldPiece = {"2 1/2 in square", size, size, true};
    // Two are on hand already, and half of one that was torn.
    in.cloth.lengths = {lengthOf(63.5), lengthOf(63.5), lengthOf(40)};
    const CutMethod cut = methodNamed(planOf(in), "rectangles");
    QVERIFY(cut.length);
    COMPARE_TO(*cut.length, 7 * 63.5, 1e-9);
    QCOMPARE(cut.buy.front().count, 5);
    QVERIFY(std::none_of(cut.laid.bands.begin(), cut.laid.bands.end(),
                         [](const Band& b) { return b.kind == BandKind::Squaring; }));
    QCOMPARE(std::count_if(cut.steps.begin(), cut.steps.end(),
                           [](const Message& s) { return support::says(s, "step-paper-askew"); }),
             1);
    const CutMethod traced = methodNamed(planOf(in), "traced");
    QVERIFY(traced.length);
    QCOMPARE(traced.buy.front().count, 5);
    in.cloth.soldPiece->straight = false;
    QVERIFY(!methodNamed(planOf(in), "rectangles").length);
  }
  /// Strips of 42 by 2 1/2 in: sixteen squares of 2 in with 1/4 in on each. One that lies on the shelf is
  /// like those to buy; another of 6 in has to be squared up, and then holds two more strips (25 + 2 · 63.5 =
  /// 152 of 152.4). 70 squares: five strips, two of them from the long one.
  void stripsThatAreSoldCutAreNotSquaredUp() {
    CutInput in = inputOf({{"square", rectangle(50.8, 50.8), 70}});
    in.allowance = 6.35;
    in.unit = LengthUnit::Inch;
    in.cloth.width = Length::sixtyFourths(42 * 64);
    in.cloth.soldPiece = {"2 1/2 in strip", *in.cloth.width, Length::sixtyFourths(160), true};
    in.cloth.lengths = {lengthOf(63.5), lengthOf(152.4)};
    const CutMethod m = methodNamed(planOf(in), "strips");
    QVERIFY(m.length);
    std::map<int, std::pair<int, int>> bands;  // by length: squared up, strips
    for (const Band& b : m.laid.bands)
      ++(b.kind == BandKind::Squaring ? bands[b.length].first : bands[b.length].second);
    QCOMPARE(bands, (std::map<int, std::pair<int, int>>{{0, {0, 1}}, {1, {1, 2}}, {2, {0, 1}}, {3, {0, 1}}}));
    QCOMPARE(m.buy.front().count, 2);
    COMPARE_TO(*m.length, 5 * 63.5 + 25, 1e-9);
    // One whose cut end was made straight by its owner is like them.
    in.cloth.lengths[1].straight = true;
    COMPARE_TO(*methodNamed(planOf(in), "strips").length, 5 * 63.5, 1e-9);
    // The verifier sees one that was not squared up though it was torn.
    const CutPlan plan = planOf(in);
    in.cloth.soldPiece->straight = false;
    const auto faults = faultsOf(in, plan, methodNamed(plan, "strips"));
    QCOMPARE(faults.size(), 1U);
    QCOMPARE(faults.front().id, std::string("fault-sum-6"));
  }
  /// Two cloths of a collection give two squares of 100 each, and what is left of the first one's strip all
  /// ten of 40: they are not cut alike, and the card says from where the small ones come.
  void offcutsOfACollectionAreSaid() {
    CutInput in = inputOf({{"square", rectangle(100, 100), 4}, {"small", rectangle(40, 40), 10}});
    OnHand one = lengthOf(150);
    one.straight = true;
    in.cloth.lengths = {one, one};
    in.cloth.collection = true;
    const CutPlan plan = planOf(in);
    const CutMethod m = methodNamed(plan, "strips");
    QCOMPARE(m.laid.offcuts.size(), 1U);
    std::vector<std::string> said;
    for (const Message& s : m.steps) said.push_back(clathra::said(s, LengthUnit::Millimetre));
    QCOMPARE(said.size(), 4U);
    QCOMPARE(std::count_if(said.begin(), said.end(),
                           [](const std::string& s) {
                             return s.find(
                                        "from what is left of a strip 1 strip 50 mm wide, and from that 10 "
                                        "smalls") != std::string::npos;
                           }),
             2);
    const CutPlan shown = oneOfEach(plan);
    const CutMethod map = methodNamed(shown, "strips");
    QCOMPARE(map.laid.lengths.size(), 2U);
    QCOMPARE(map.laid.placements.size(), 14U);
    QCOMPARE(map.laid.offcuts.size(), 1U);
    // Cut square already: the strip that it is cut from is the first band of its cloth.
    const Band& from = map.laid.bands[static_cast<std::size_t>(map.laid.offcuts.front().band)];
    QVERIFY(from.kind == BandKind::Strip &&
            map.groups[static_cast<std::size_t>(from.group)].demand.patches == 4);
  }
  /// 445 mm in steps of 100 are five; with 8 % to shrink 483.7, five still; with 12 % 505.7, six.
  void shrinkageIsBought() {
    CutInput in = inputOf({{"square", rectangle(50, 50), 100}});
    in.cloth.price = 1.25;
    const auto strips = [&](double shrink) {
      in.cloth.shrinkPercent = shrink;
      const CutPlan plan = planOf(in);
      return methodNamed(plan, "strips");
    };
    COMPARE_TO(strips(0).buyLength, 500, 1e-9);
    COMPARE_TO(*strips(0).money, 6.25, 1e-9);
    COMPARE_TO(strips(8).buyLength, 500, 1e-9);
    COMPARE_TO(strips(12).buyLength, 600, 1e-9);
    COMPARE_TO(strips(12).toBuy, 445, 1e-9);
  }
  /// No other way is as good in cloth to buy, minutes and cuts and better in one; until another is chosen it
  /// is used.
  void theRecommendedIsNeverBeaten() {
    for (const double onHand : {0.0, 300.0, 2000.0}) {
      CutInput in = inputOf({{"square", rectangle(50, 50), 60}, {"bar", rectangle(20, 90), 31}});
      if (onHand > 0) in.cloth.lengths = {lengthOf(onHand)};
      const CutPlan plan = planOf(in);
      QCOMPARE(plan.chosen, plan.recommended);
      const CutMethod& r = methodNamed(plan, plan.recommended.c_str());
      for (const CutMethod& m : plan.methods) {
        if (!m.length) continue;
        const bool asGood =
            m.buyLength <= r.buyLength + 1e-6 && m.minutes <= r.minutes + 1e-6 && m.cuts <= r.cuts;
        const bool better =
            m.buyLength < r.buyLength - 1e-6 || m.minutes < r.minutes - 1e-6 || m.cuts < r.cuts;
        QVERIFY2(!(asGood && better), m.id.c_str());
      }
      in.cloth.method = "rectangles";
      QCOMPARE(planOf(in).chosen, std::string("rectangles"));
    }
  }
  /// Spares are counted for each shape and hand, however the pieces stand: 7 of 100 at 5 % more are 8, once.
  void sparesAreCountedOnceForAShape() {
    const Project p = edited(support::project(support::recipe("triangles", 40, 6, 4)),
                             R"([{"edit":"setUnit","unit":"mm"},{"edit":"setSpare","percent":5},
      {"edit":"addCloth","name":"C","width":800,"direction":"one-way"},
      {"edit":"paint","cloth":"C","shape":"triangle60"}])");
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    const auto pieces = static_cast<double>(p.layout->size());
    QCOMPARE(static_cast<double>(methodNamed(plan, "strips").laid.placements.size()),
             std::ceil(pieces * 1.05));
  }

  /// Squares of 50, two by two, with 5 mm and 20 mm at the quilt's edge: each patch has two edges of each, 75
  /// by 75; 13 in a strip.
  void theQuiltsOwnEdgeHasItsAllowance() {
    const Project p = edited(support::project(support::recipe("squares", 50, 2, 2)),
                             R"([{"edit":"setUnit","unit":"mm"},{"edit":"setAllowance","value":5},
      {"edit":"setAllowance","value":20,"where":"outer"},
      {"edit":"addCloth","name":"C","width":1000},{"edit":"paint","cloth":"C","shape":"square"}])");
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    const CutMethod& m = methodNamed(plan, "strips");
    COMPARE_TO(*m.length, 25 + 75, 1e-9);
    QCOMPARE(m.groups.size(), std::size_t(1));  // all four are one outline, turned
    // Nine: a corner patch, an edge patch and the middle one are three outlines.
    const Project nine = edited(support::project(support::recipe("squares", 50, 3, 3)),
                                R"([{"edit":"setUnit","unit":"mm"},{"edit":"setAllowance","value":5},
      {"edit":"setAllowance","value":20,"where":"outer"},
      {"edit":"addCloth","name":"C","width":1000},{"edit":"paint","cloth":"C","shape":"square"}])");
    const CutPlan three = support::soundPlan(nine, *findCloth(nine, "C"));
    std::vector<double> areas;
    for (const PlacedPatch& q : methodNamed(three, "traced").laid.placements) areas.push_back(area(q.patch));
    std::sort(areas.begin(), areas.end());
    COMPARE_TO(areas.front(), 60 * 60, 1e-6);
    COMPARE_TO(areas[4], 60 * 75, 1e-6);
    COMPARE_TO(areas.back(), 75 * 75, 1e-6);
  }
  void aShapeHasItsAllowance() {
    const Project p = edited(support::project(support::recipe("octagon-square", 30, 3, 3)),
                             R"([{"edit":"setUnit","unit":"mm"},{"edit":"setAllowance","value":5},
      {"edit":"setAllowance","value":9,"shape":"square","least":6},
      {"edit":"addCloth","name":"C","width":1000,"allowance":7},
      {"edit":"paint","cloth":"C","shape":"square"},{"edit":"paint","cloth":"C","shape":"octagon"}])");
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    for (const CutGroup& g : methodNamed(plan, "strips").groups) {
      const Box paper = bounds(g.demand.paper), patch = bounds(g.demand.patch);
      // Squares stand on their tips here.
      COMPARE_TO(patch.width() - paper.width(), g.demand.title == "square" ? 18 * std::sqrt(2) : 14, 0.01);
    }
    QVERIFY(!support::refusal(p, {{"edit", "setAllowance"}, {"value", 5}, {"shape", "star"}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "setAllowance"}, {"value", 5}, {"least", 6}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "setAllowance"}, {"value", 5}, {"cloth", "C"}, {"where", "outer"}})
                 .empty());
  }

  /// A stripe keeps patches as their pieces lie, half a turn away too; "shape" stands them all as the upright
  /// shape; "any" turns them.
  void patchesStandAsTheClothAsks() {
    const auto standing = [](const char* stand) {
      const Project p =
          edited(support::project(support::recipe("diamonds", 40, 4, 4)),
                 R"([{"edit":"setUnit","unit":"mm"},
        {"edit":"addCloth","name":"C","width":900,"direction":"stripe","stand":")" +
                     std::string(stand) + R"("},{"edit":"paint","cloth":"C","shape":"diamond60"}])");
      return support::soundPlan(p, *findCloth(p, "C"));
    };
    QVERIFY(methodNamed(standing("piece"), "traced").groups.size() > 1);  // they lie three ways
    {
      const CutMethod m = methodNamed(standing("shape"), "traced");
      const Box one = bounds(m.groups.front().demand.patch);
      QVERIFY(std::abs(one.width() - one.height()) > 10);  // a diamond lies or stands
      for (const PlacedPatch& p : m.laid.placements) {
        COMPARE_TO(bounds(p.patch).width(), one.width(), 1e-6);
        COMPARE_TO(bounds(p.patch).height(), one.height(), 1e-6);
      }
    }
    const CutPlan any = standing("any");
    QVERIFY(methodNamed(any, "strips").groups.front().demand.mayTurn);
  }

  /// Sevenths of a turn are no whole degrees: patches are laid as their pieces stand, not as near as words
  /// say.
  void patchesStandAsTheirPiecesExactly() {
    for (const char* direction : {"stripe", "one-way"}) {
      const Project p = edited(support::project(support::recipe("rosette-7", 60, 2, 2)),
                               R"([{"edit":"setUnit","unit":"mm"},{"edit":"setAllowance","value":5},
        {"edit":"addCloth","name":"C","width":900,"direction":")" +
                                   std::string(direction) + R"("},{"edit":"paint","cloth":"C","all":true}])");
      const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
      const bool half = std::string(direction) == "stripe";
      for (const char* id : {"strips", "template", "rectangles", "traced"}) {
        const CutMethod m = methodNamed(plan, id);
        QCOMPARE(m.laid.placements.size(), p.layout->size());
        std::set<long> turns;
        for (const PlacedPatch& patch : m.laid.placements) {
          const Shape& shape = p.layout->shapes[patch.shape];
          const auto turned = turnsBetween(
              allowanceOutline(shape.outline, 5, Tips::Blunted, Angle::degrees(75)), patch.patch);
          QVERIFY(!turned.empty());
          const double deg = turned.front().degrees();
          turns.insert(std::lround(10 * deg));
          const double step = 360.0 / shape.symmetry.turns;
          QVERIFY2(std::any_of(p.layout->pieces.begin(), p.layout->pieces.end(),
                               [&](const Piece& piece) {
                                 const double off = deg - piece.turn.degrees();
                                 return piece.shape == patch.shape &&
                                        (std::abs(std::remainder(off, step)) < 1e-3 ||
                                         (half && std::abs(std::remainder(off + 180, step)) < 1e-3));
                               }),
                   qPrintable(QString("%1 at %2 on %3").arg(id).arg(deg).arg(direction)));
        }
        QVERIFY(turns.size() >= 7);
      }
    }
    // Half a turn from upright a seven-sided one stands a fourteenth of a turn off, and so does its patch.
    Shape seven;
    seven.symmetry.turns = 7;
    Piece piece;
    piece.turn = Angle::degrees(180);
    QCOMPARE(standing(piece, seven), 26);  // 25.71
    COMPARE_TO(standsApart(180, 0, seven, false), 180.0 / 7, 1e-9);
    COMPARE_TO(standsApart(180, 0, seven, true), 0, 1e-9);
    COMPARE_TO(standsApart(-360.0 / 7, 720.0 / 7, seven, false), 0, 1e-9);
    COMPARE_TO(standsApart(51, 0, seven, false), 360.0 / 7 - 51, 1e-9);
  }

  /// Five rectangles of 60 × 35 lie best by themselves in a strip of 35; standing they fill one of the
  /// squares'.
  void whatFillsAStripOfOthersIsTurned() {
    // 28 squares of 60: 16 in one strip; the other has five rectangles, 175, and room for 13.
    const CutPlan plan = planOf(inputOf({{"square", rectangle(50, 50), 28}, {"half", rectangle(50, 25), 5}}));
    const CutMethod m = methodNamed(plan, "strips");
    COMPARE_TO(*m.length, 2 * 60 + 25, 1e-6);
    QCOMPARE(m.laid.placements.size(), std::size_t(33));
    // Round a template, 3 mm apart, 15 squares and one standing rectangle (945 + 35), 13 and four (819 +
    // 149).
    COMPARE_TO(*methodNamed(plan, "template").length, 2 * 60 + 25, 1e-6);
  }

  /// Four squares of 100 with 5 mm round them and 3 mm between them leave 1000 - 4 · 113 = 548 of their
  /// strip: ten of 50 take 10 · 53 - 3 = 527. An eleventh finds room in a second row, a 21st makes a strip.
  void templatesAreCutFromWhatAStripLeaves() {
    const auto of = [](int smalls) {
      return methodNamed(
          planOf(inputOf({{"square", rectangle(100, 100), 4}, {"small", rectangle(40, 40), smalls}})),
          "template");
    };
    const CutMethod ten = of(10);
    COMPARE_TO(*ten.length, 110 + 25, 1e-6);
    QCOMPARE(ten.laid.offcuts.size(), 1U);
    COMPARE_TO(ten.laid.offcuts.front().from, 4 * 113, 1e-6);
    // Squaring up, the strip, along the row and across it; four cuts round each of 14.
    QCOMPARE(ten.cuts, 1 + 1 + 2 + 4 * 14);
    std::vector<std::string> said;
    for (const Message& m : ten.steps) said.push_back(clathra::said(m, LengthUnit::Millimetre));
    QCOMPARE(
        said.back(),
        std::string("From what is left of strip 1 cut 1 strip 50 mm wide, and from it 10 smalls. Cut them "
                    "round the template, on other strips of that width where there are any."));
    const CutMethod eleven = of(11), twentyOne = of(21);
    QCOMPARE(eleven.laid.offcuts.front().rows, (std::vector<int>{10, 1}));
    QCOMPARE(eleven.cuts, 1 + 1 + 3 + 4 * 14);  // the eleventh lies on the row of ten
    COMPARE_TO(*twentyOne.length, 110 + 50 + 25, 1e-6);
    // Rows lie on a strip of their own kind: the two of ten are cut with the one, four at a time.
    COMPARE_TO(twentyOne.minutesParts[2].minutes / ten.minutesParts[2].minutes, 1, 1e-9);
  }

  /// One piece more never needs less to be bought, whatever the kinds and the cloth's direction; sold by the
  /// millimetre that is the length itself.
  void morePiecesNeverNeedLess() {
    const Polygon half{{-60, -26}, {60, -26}, {30, 26}, {-30, 26}},
        lean{{-40, -14}, {20, -14}, {40, 14}, {-20, 14}};
    const Polygon kite{{0, -37}, {34, -3}, {0, 17}, {-34, -3}}, bar = rectangle(55, 23);
    for (const Direction direction : {Direction::None, Direction::OneWay, Direction::Stripe})
      for (const auto& kinds : {std::vector<Wanted>{{"half", half, 0}, {"bar", bar, 17}},
                                {{"kite", kite, 0}, {"lean", lean, 13, 1}, {"half", half, 9}},
                                {{"bar", bar, 0}, {"kite", kite, 21}},
                                {{"lean", lean, 0, -1}}}) {
        std::map<std::string, double> before;
        for (int n = 1; n <= 25; ++n) {
          auto wanted = kinds;
          wanted.front().count = n;
          CutInput in = inputOf(wanted);
          in.cloth.direction = direction;
          in.cloth.width = Length::millimetres(641);
          in.cloth.increment = Length::millimetres(1);
          for (const char* id : {"strips", "template", "rectangles"}) {
            in.only = id;
            const double now = methodNamed(planOf(in), id).buyLength;
            QVERIFY2(now >= before[id], qPrintable(QString("%1 %2: %3 of %4 after %5")
                                                       .arg(id)
                                                       .arg(n)
                                                       .arg(now)
                                                       .arg(wanted.front().name)
                                                       .arg(before[id])));
            before[id] = now;
          }
        }
      }
  }

  /// On wider cloth no more has to be bought, and round templates and in rough rectangles no more is cut off.
  void widerClothNeverNeedsMore() {
    const Polygon half{{-60, -26}, {60, -26}, {30, 26}, {-30, 26}},
        kite{{0, -37}, {34, -3}, {0, 17}, {-34, -3}}, lean{{-40, -14}, {20, -14}, {40, 14}, {-20, 14}};
    for (const auto& kinds : {std::vector<Wanted>{{"half", half, 23}, {"bar", rectangle(55, 23), 17}},
                              {{"kite", kite, 31}, {"lean", lean, 13, 1}, {"half", half, 9}},
                              {{"lean", lean, 40, -1}}}) {
      std::map<std::string, std::pair<double, double>> before;
      for (int width = 480; width < 800; width += 9) {
        CutInput in = inputOf(kinds);
        in.cloth.width = Length::millimetres(width);
        in.cloth.increment = Length::millimetres(1);
        for (const char* id : {"strips", "template", "rectangles"}) {
          in.only = id;
          const CutMethod m = methodNamed(planOf(in), id);
          const auto [bought, long_] = before.try_emplace(id, 1e300, 1e300).first->second;
          const QString what = QStringLiteral("%1 on %2: %3, %4 to buy").arg(id).arg(width);
          QVERIFY2(m.buyLength <= bought, qPrintable(what.arg(*m.length).arg(m.buyLength)));
          if (std::string(id) != "strips")
            QVERIFY2(*m.length <= long_ + 1e-6, qPrintable(what.arg(*m.length)));
          before[id] = {m.buyLength, *m.length};
        }
      }
    }
  }

  /// On a one-way cloth that may be turned no way has more to be bought than on one that may not; ruler
  /// strips may take a twentieth more of it, to save cuts.
  void freedomToTurnDoesNotHurt() {
    int fewer = 0;
    for (const auto& [arrangement, edge, pieces] :
         {std::tuple("honeycomb-square", 33.4, 27), std::tuple("kites", 31.0, 40),
          std::tuple("half-hexagons", 27.0, 19), std::tuple("octagon-square", 22.0, 30),
          std::tuple("square-triangle-turning", 35.0, 26), std::tuple("parallelogram-rows", 30.0, 17)}) {
      json some = json::array();
      for (int i = 1; i <= pieces; ++i) some.push_back(i);
      const Project p = support::edited(
          support::edited(support::project(support::recipe(arrangement, edge, 5, 6)),
                          {{"edit", "addCloth"}, {"name", "C"}, {"width", 640}, {"direction", "one-way"}}),
          {{"edit", "paint"}, {"cloth", "C"}, {"pieces", some}});
      const Project free =
          support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "C"}, {"turnOneWay", true}});
      const CutPlan asTheyLie = support::soundPlan(p, *findCloth(p, "C"));
      const CutPlan turned = support::soundPlan(free, *findCloth(free, "C"));
      for (const char* id : {"strips", "template", "rectangles", "traced"}) {
        const CutMethod strict = methodNamed(asTheyLie, id), any = methodNamed(turned, id);
        const QString what =
            QString("%1 %2: %3, %4").arg(arrangement, id).arg(*strict.length).arg(*any.length);
        // What is traced is searched for, and found to a hundredth.
        if (std::string(id) == "traced")
          QVERIFY2(*any.length <= *strict.length * 1.01, qPrintable(what));
        else if (*any.length > *strict.length + 1e-6)
          QVERIFY2(
              std::string(id) == "strips" && *any.length <= *strict.length * 1.05 && any.cuts < strict.cuts,
              qPrintable(what));
        if (std::string(id) != "traced") QVERIFY2(any.buyLength <= strict.buyLength, qPrintable(what));
        fewer += *any.length < *strict.length - 1;
      }
    }
    QVERIFY(fewer > 5);  // it helps
  }

  /// What the file can hold is what a cloth can have.
  void aClothHasTwoHundredLengths() {
    const Project p = edited(support::project(support::recipe("squares", 50, 4, 4)), R"([
      {"edit":"addCloth","name":"C","width":1000,"lengths":[700]}])");
    ChangeCloth many{p.cloths.back().id, {}};
    many.fields.lengths = std::vector<OnHand>(200, lengthOf(250));
    const Project full = support::edited(p, many);
    const auto bytes = serialize(full);
    QVERIFY(bytes);
    QCOMPARE(deserialize(*bytes)->cloths.back().lengths.size(), 200U);
    many.fields.lengths->push_back(lengthOf(250));
    const auto refused = applied(full, many, support::context());
    QVERIFY(!refused);
    QCOMPARE(refused.error().message.id, std::string("lengths-too-many"));
  }

  /// Forth and back through the file, and what is wrong is said.
  void theShelfIsKept() {
    const Project p = edited(support::project(support::recipe("squares", 50, 4, 4)), R"([
      {"edit":"addCloth","name":"C","width":1000,"lengths":[700,
        {"length":400,"width":500,"mark":[3,4],"holes":[[[10,10],[60,10],[60,50]]]},
        {"outline":[[0,0],[200,10],[150,180]],"mark":null}],
       "sold":{"by":"piece","name":"square 5 in","width":127,"length":127,"straight":true,"price":0.4},"stand":"shape",
       "shrink":3,"least":4}])");
    const Cloth& c = p.cloths.back();
    QCOMPARE(c.lengths.size(), std::size_t(3));
    COMPARE_TO(widthOf(c, c.lengths[1]), 500, 1e-9);
    COMPARE_TO(markOn(c, c.lengths[1])->y, 4, 1e-9);
    QCOMPARE(c.lengths[1].holes.size(), std::size_t(1));
    COMPARE_TO(c.lengths[2].mm(), 180, 1e-9);
    QCOMPARE(c.soldPiece->name, std::string("square 5 in"));
    QVERIFY(c.soldPiece->straight);
    COMPARE_TO(*c.price, 0.4, 1e-12);
    const auto bytes = serialize(p);
    QVERIFY(bytes);
    const auto again = deserialize(*bytes);
    QVERIFY(again);
    QVERIFY(again->cloths.back() == c);
    const auto refused = [&](const char* lengths) {
      return support::refusal(
          p, json::parse(std::string(R"({"edit":"changeCloth","cloth":"C","lengths":)") + lengths + "}"));
    };
    QVERIFY(!refused(R"([{"outline":[[0,0],[100,100],[100,0],[0,100]]}])").empty());  // crosses itself
    QVERIFY(!refused(R"([{"length":100,"holes":[[[0,90],[50,90],[50,120]]]}])").empty());
    QVERIFY(!refused(R"([{"length":300,"holes":[[[990,0],[1040,0],[1040,50]]]}])").empty());
    QVERIFY(!refused(R"([{"length":300,"hole":[]}])").empty());
    QVERIFY(!refused(R"([{"outline":[[0,0],[50,50]]}])").empty());
    QVERIFY(
        !support::refusal(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"sold", {{"by", "piece"}}}}).empty());
  }
};

CLATHRA_TEST(ClothOnHandTest, "cloth_on_hand")
#include "cloth_on_hand.moc"
