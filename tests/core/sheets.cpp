#include "paper/sheets.hpp"

#include <map>
#include <set>

#include "paper/block.hpp"
#include "paper/nesting.hpp"
#include "paper/split.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "shape/congruent.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"
#include "shape/strokes.hpp"
#include "shape/symmetry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

const Page& a4() {
  return standardPages().front();
}

SheetPlan planOf(const Project& p, SheetOptions o = {standardPages().front(), MarkedSide::Back, false}) {
  return *planSheets(p, o);
}

/// The best upright honeycomb of hexagons, by trying offsets on a fine grid: a plain peer.
int bestHoneycomb(double edge, double width, double height) {
  int best = 0;
  for (const bool turned : {false, true}) {
    const double stepX = turned ? 1.5 * edge : std::sqrt(3.0) * edge,
                 stepY = turned ? std::sqrt(3.0) * edge : 1.5 * edge;
    const double halfX = turned ? edge : std::sqrt(3.0) / 2 * edge,
                 halfY = turned ? std::sqrt(3.0) / 2 * edge : edge;
    for (double ox = 0; ox < 2 * stepX; ox += 0.5)
      for (double oy = 0; oy < 2 * stepY; oy += 0.5) {
        int n = 0;
        for (int i = -1; i * stepX < width; ++i)
          for (int j = -1; j * stepY < height; ++j) {
            const double x = ox + (turned ? i * stepX : (i + (j % 2 != 0 ? 0.5 : 0)) * stepX),
                         y = oy + (turned ? (j + (i % 2 != 0 ? 0.5 : 0)) * stepY : j * stepY);
            n += x >= halfX - 1e-9 && x <= width - halfX + 1e-9 && y >= halfY - 1e-9 &&
                 y <= height - halfY + 1e-9;
          }
        best = std::max(best, n);
      }
  }
  return best;
}

/// The least distance between two outlines that do not overlap, mm.
double apartness(PolygonView a, PolygonView b) {
  double least = 1e300;
  const auto corners = [&](PolygonView p, PolygonView q) {
    for (const Point c : p)
      for (std::size_t i = 0; i < q.size(); ++i) {
        const Point d = q[(i + 1) % q.size()] - q[i];
        const double t = std::clamp(dot(c - q[i], d) / dot(d, d), 0.0, 1.0);
        least = std::min(least, distance(c, q[i] + t * d));
      }
  };
  corners(a, b);
  corners(b, a);
  return least;
}

}  // namespace

class SheetsTest : public QObject {
  Q_OBJECT
 private slots:
  void everyPieceHasOnePaperOfItsExactShape() {  // guarantees 1 and 3 of sheets.hpp
    for (const char* id : {"hexagons", "kites", "hexagon-square-triangle", "hexagon-columns", "triangles"})
      for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front}) {
        const Project p = support::project(support::recipe(id, 30, 5, 5, FinishingSides::EdgePieces));
        const SheetPlan plan = planOf(p, {a4(), side, false});
        std::set<std::uint32_t> seen;
        for (const Sheet& s : plan.sheets)
          for (const SheetPaper& paper : s.papers) {
            QVERIFY(seen.insert(paper.piece).second);
            const Piece& piece = p.layout->pieces[paper.piece];
            const auto pose =
                poseOf(paper.outline, paperOutline(p.layout->shapes[piece.shape], piece.hand, side));
            QVERIFY(pose && !pose->mirrored);
          }
        QCOMPARE(seen.size(), p.layout->size());
        QCOMPARE(plan.papers, static_cast<int>(p.layout->size()));
      }
  }
  void papersOnTheBackAreMirrored() {  // guarantee 3 of sheets.hpp
    const Project p = support::project(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front})
      for (const Sheet& s : planOf(p, {a4(), side, false}).sheets)
        for (const SheetPaper& paper : s.papers) {
          const int hand = p.layout->pieces[paper.piece].hand;
          QCOMPARE(handOf(paper.outline), side == MarkedSide::Back ? -hand : hand);
        }
  }
  void papersLieInsideTheMarginsAndOverlapNowhere() {  // guarantee 2 of sheets.hpp
    for (const Page& page : standardPages())
      for (const bool strips : {false, true}) {
        const Project p = support::project(
            support::recipe("hexagon-square-triangle", 25.4, 6, 4, FinishingSides::EdgePieces));
        for (const Sheet& s : planOf(p, {page, MarkedSide::Back, strips}).sheets)
          for (std::size_t i = 0; i < s.papers.size(); ++i) {
            const Box b = bounds(s.papers[i].outline);
            QVERIFY(b.left > kPageMargin - 1e-4 && b.top > kPageMargin - 1e-4 &&
                    b.right < page.width - kPageMargin + 1e-4 && b.bottom < page.height - kPageMargin + 1e-4);
            for (std::size_t k = i + 1; k < s.papers.size(); ++k)
              QVERIFY(sharedArea(s.papers[i].outline, s.papers[k].outline) < 0.01);
          }
      }
  }
  /// A sheet is named for what lies on it, whichever paper came last.
  void aSheetOfSeveralShapesSaysSo() {
    const Project p = support::project(support::recipe("octagon-square", 20, 2, 2));
    for (const bool squaresLast : {false, true}) {
      SheetOptions options{a4(), MarkedSide::Back, false};
      for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
        const bool square = p.layout->shapes[p.layout->pieces[i].shape].name == "square";
        options.groups.push_back(square == squaresLast ? 1 : 0);
      }
      const SheetPlan plan = planOf(p, options);
      bool several = false;
      for (const Sheet& s : plan.sheets) {
        std::set<std::string> titles;
        for (const SheetPaper& q : s.papers) titles.insert(p.layout->shapes[q.shape].title);
        QCOMPARE(s.shape, titles.size() == 1 ? *titles.begin() : std::string("several shapes"));
        several = several || titles.size() > 1;
      }
      QVERIFY(several);
    }
  }
  /// Hollow papers are laid by what they fill, and lie as apart and as inside as others; none is another.
  /// A fill that was asked for before is the one of this outline, hand, room and number, and stays so when
  /// more came between than is kept.
  void fillsAreRecalledForWhatWasAsked() {
    const Polygon kite = scaled(*familyOutline("kite"), 17), leaning{{0, 0}, {31, 0}, {44, 19}, {13, 19}};
    const Polygon mirrored = placed(leaning, {}, true, {});
    struct Asked {
      Polygon outline;
      Box room;
      std::size_t needed;
    };
    std::vector<Asked> all;
    for (const Polygon& outline : {kite, leaning, mirrored})
      for (const Box& room : {Box{5, 5, 125, 95}, Box{5, 5, 95, 125}, Box{9, 5, 129, 95}})
        for (const std::size_t needed : {std::size_t(1), std::size_t(SIZE_MAX)})
          all.push_back({outline, room, needed});
    const auto answer = [](const Asked& a) {
      const PageFill fill = densestFillIn(a.outline, a.room, a.needed);
      std::vector<std::pair<Polygon, double>> out;
      for (const auto& c : fill.copies) out.emplace_back(c.outline, c.turn.degrees());
      return std::pair(out, fill.strokes);
    };
    std::vector<decltype(answer(all.front()))> fresh;
    for (const Asked& a : all) {
      forgetFills();
      fresh.push_back(answer(a));
    }
    for (std::size_t i = 0; i < all.size(); ++i)
      for (std::size_t j = i + 1; j < all.size(); ++j)
        QVERIFY(fresh[i] != fresh[j] || all[i].needed != all[j].needed);
    for (int round = 0; round < 3; ++round) {
      for (std::size_t i = all.size(); i-- > 0;) QVERIFY(answer(all[i]) == fresh[i]);
      if (round == 1)
        for (std::size_t copies = 0; copies <= kRecalledCopies;)  // more than is kept
          copies +=
              densestFillIn(*familyOutline("square"), {0, 0, 40, 40 + double(copies) * 1e-4}).copies.size();
    }
  }
  void hollowPapersLieInsideAndApart() {
    const Polygon hook{{0, 0}, {60, 0}, {60, 20}, {20, 20}, {20, 70}, {0, 70}},
        arrow{{0, 0}, {40, 25}, {80, 0}, {40, 90}};
    for (const Polygon& hollow : {hook, arrow})
      for (const Page& page : standardPages()) {
        const auto fill = densestFill(hollow, page);
        QVERIFY(fill.copies.size() > 8);
        for (std::size_t i = 0; i < fill.copies.size(); ++i) {
          const Polygon& copy = fill.copies[i].outline;
          QVERIFY(!turnsBetween(hollow, copy).empty());
          const Box b = bounds(copy);
          QVERIFY(b.left > kPageMargin - 1e-4 && b.top > kPageMargin - 1e-4 &&
                  b.right < page.width - kPageMargin + 1e-4 && b.bottom < page.height - kPageMargin + 1e-4);
          for (std::size_t k = i + 1; k < fill.copies.size(); ++k)
            QVERIFY(!overlaps(copy, fill.copies[k].outline));
        }
      }
  }
  void neverMoreSheetsThanTheBestRegularGrid() {  // guarantee 4 of sheets.hpp
    for (const double edge : {15.0, 25.4, 38.1}) {
      const int grid = bestHoneycomb(edge, a4().width - 2 * kPageMargin, a4().height - 2 * kPageMargin);
      const auto fill = densestFill(scaled(*familyOutline("hexagon"), edge), a4());
      QVERIFY2(
          static_cast<int>(fill.copies.size()) >= grid,
          qPrintable(QStringLiteral("%1 mm: %2 against %3").arg(edge).arg(fill.copies.size()).arg(grid)));
    }
    for (const double edge : {20.0, 33.0, 47.0}) {
      const auto squares = densestFill(scaled(*familyOutline("square"), edge), a4());
      QVERIFY(static_cast<int>(squares.copies.size()) >=
              static_cast<int>(190 / edge) * static_cast<int>(277 / edge));
    }
  }
  void inchHexagonsTakeFewStrokes() {
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 25.4);
    const auto dense = densestFill(hexagon, a4());
    const auto strips = stripFill(hexagon, a4());
    QVERIFY(dense.strokes / double(dense.copies.size()) <= 3.85);
    QVERIFY(strips.strokes / double(strips.copies.size()) <= 2.7);
  }
  void strokesAreCountedByHand() {
    const Polygon square{{0, 0}, {10, 0}, {10, 10}, {0, 10}};
    const auto at = [&](double x, double y) { return translated(square, {x, y}); };
    // A triangle of sixteen: four lines each of three ways, whatever way it lies.
    for (const double turn : {0.0, 17.0, 90.0, 143.0}) {
      std::vector<Polygon> sixteen;
      const double e = 23.7, h = e * std::sqrt(3.0) / 2;
      for (int row = 0; row < 4; ++row)
        for (int i = 0; i <= 2 * row; ++i) {
          const double x = (i - row) * e / 2, y = row * h;
          const Polygon up{{x, y}, {x + e / 2, y + h}, {x - e / 2, y + h}},
              down{{x - e / 2, y}, {x + e / 2, y}, {x, y + h}};
          sixteen.push_back(placed(i % 2 == 0 ? up : down, Angle::degrees(turn), false, {91.3, 40.1}));
        }
      QCOMPARE(strokesOf(sixteen).size(), std::size_t(12));
    }
    QCOMPARE(strokesOf({square}).size(), std::size_t(4));
    // A block between two bars stands over both of their long lines: ten strokes, whichever is the first.
    const Polygon block{{10, -5}, {20, -5}, {20, 5}, {10, 5}}, bar{{0, 0}, {10, 0}, {10, 3}, {0, 3}};
    std::vector<Polygon> three{block, bar, translated(bar, {20, 0})};
    for (int i = 0; i < 3; ++i) {
      QCOMPARE(strokesOf(three).size(), std::size_t(10));
      std::rotate(three.begin(), three.begin() + 1, three.end());
    }
    QCOMPARE(strokesOf({at(0, 0), at(10, 0)}).size(), std::size_t(5));  // one line is shared
    QCOMPARE(strokesOf({at(0, 0), at(10, 0), at(0, 10), at(10, 10)}).size(), std::size_t(6));
    QCOMPARE(strokesOf({at(0, 0), at(30, 0)}).size(), std::size_t(6));  // through the waste between them
    // Not through a paper: the upper lines of the outer two are two strokes (2), their lower ones are one
    // (1), the middle one has its own (2), and four upright lines serve all (4).
    QCOMPARE(strokesOf({at(0, 0), at(10, -5), at(20, 0)}).size(), std::size_t(9));
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 10);
    QCOMPARE(strokesOf({hexagon}).size(), std::size_t(6));
  }
  void aPaperLargerThanThePageIsSaidWithThePageThatTakesIt() {
    const Project p = support::project(support::recipe("hexagons", 120, 2, 2));
    const SheetPlan plan = planOf(p);
    QVERIFY(!plan.needs.front().fits);
    QCOMPARE(support::text(plan.needs.front().fitsOn), QByteArray("A3"));
    const Project huge = support::project(support::recipe("squares", 900, 2, 2));
    QVERIFY(planOf(huge).needs.front().fitsOn.empty());
  }
  void theTopArrowPointsToTheTopOfTheLayout() {
    // A triangle that stands tip down in the layout has its arrow away from its tip.
    const Project p = support::project(support::recipe("triangles", 40, 6, 2));
    for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front})
      for (const Sheet& s : planOf(p, {a4(), side, false}).sheets)
        for (const SheetPaper& paper : s.papers) {
          const auto outline = p.layout->outline(paper.piece);
          const Point centre = p.layout->pieces[paper.piece].centre, onPage = centroid(paper.outline);
          double highest = -1e9, highestOnPage = -1e9;
          for (const Point c : outline) highest = std::max(highest, centre.y - c.y);
          for (const Point c : paper.outline)
            highestOnPage = std::max(highestOnPage, dot(paper.top, c - onPage));
          COMPARE_TO(highestOnPage, highest, 1e-6);
        }
  }
  void pagesAreReadAndRefused() {
    COMPARE_TO(pageOf("300x420")->width, 300, 1e-9);
    for (const char* bad : {"", "a9", "x", "0x100", "100x", "1e9x3", "30x30", "9999x10"})
      QVERIFY2(!pageOf(bad), bad);
  }
  void cancelledWorkSaysSo() {
    const Progress progress;
    progress.cancel();
    const auto plan = planSheets(support::project(support::recipe("hexagons", 30, 4, 4)),
                                 {a4(), MarkedSide::Back, false}, progress);
    QVERIFY(!plan);
    QCOMPARE(plan.error().message.id, std::string(kCancelled));
  }
  /// Sorted by cloth the papers of the first cloth come before those of the second, each piece once.
  void sheetsAreSortedByClothAndByUnit() {
    Project p = support::project(support::recipe("hexagon-diamond-triangle", 38.1, 4, 4));
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "B"}});
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {5, 9, 20, 31}}, {"cloth", "A"}});
    SheetOptions options;
    options.page = standardPages().front();
    options.groups = sheetGroups(p, SheetSorting::Cloth);
    const SheetPlan plan = *planSheets(p, options);
    std::set<std::uint32_t> pieces;
    std::size_t first = 99, lastOfA = 0;
    const ClothId a = *findCloth(p, "A");
    for (std::size_t s = 0; s < plan.sheets.size(); ++s)
      for (const SheetPaper& paper : plan.sheets[s].papers) {
        pieces.insert(paper.piece);
        if (p.painting[paper.piece] == a)
          lastOfA = s;
        else
          first = std::min(first, s);
      }
    QCOMPARE(pieces.size(), p.layout->size());
    QCOMPARE(lastOfA, std::size_t(0));
    QCOMPARE(first, std::size_t(0));
    QVERIFY(plan.sheets.size() > 1);
    // The first four papers of the first sheet are the four of cloth A.
    for (int i = 0; i < 4; ++i) QCOMPARE(p.painting[plan.sheets[0].papers[std::size_t(i)].piece], a);
    // By unit: what is in the unit comes first, whatever its size.
    Project u = support::project(support::recipe("squares", 38.1, 8, 8));
    u = support::edited(u, {{"edit", "markUnit"}, {"name", "Reed"}, {"pieces", {63, 64}}});
    options.groups = sheetGroups(u, SheetSorting::Unit);
    const SheetPlan units = *planSheets(u, options);
    QCOMPARE(units.sheets[0].papers[0].piece + units.sheets[0].papers[1].piece, 62u + 63u);
    QCOMPARE(units.papers, 64);
  }
  /// Three kinds whose last sheets' used parts go on one page together: two sheets less, and nothing
  /// overlaps.
  void whatIsLeftOverIsLaidTogether() {  // guarantees 2 and 4 of sheets.hpp
    // guarantees 1 and 2 of loose_fill.hpp
    const auto demo = demoProject(support::library(), "mill-lantern");
    QVERIFY(demo.has_value());
    const SheetPlan plan = *planSheets(*demo, {standardPages().front(), MarkedSide::Back, false});
    QCOMPARE(plan.papers, 60);
    QCOMPARE(plan.sheets.size(), std::size_t(3));
    const Box room = printable(standardPages().front());
    std::set<std::uint32_t> pieces;
    for (const Sheet& s : plan.sheets)
      for (std::size_t i = 0; i < s.papers.size(); ++i) {
        pieces.insert(s.papers[i].piece);
        const Box b = bounds(s.papers[i].outline);
        QVERIFY(b.left > room.left - 1e-6 && b.right < room.right + 1e-6 && b.top > room.top - 1e-6 &&
                b.bottom < room.bottom + 1e-6);
        const Shape& shape = demo->layout->shapes[s.papers[i].shape];
        QVERIFY(poseOf(s.papers[i].outline, shape.outline).has_value());
        for (std::size_t k = 0; k < i; ++k)
          QVERIFY(commonOf(s.papers[i].outline, s.papers[k].outline).area < 1e-3);
      }
    QCOMPARE(pieces.size(), std::size_t(60));
    const SheetPlan again = *planSheets(*demo, {standardPages().front(), MarkedSide::Back, false});
    for (std::size_t s = 0; s < 3; ++s)
      for (std::size_t i = 0; i < plan.sheets[s].papers.size(); ++i)
        QVERIFY(plan.sheets[s].papers[i].outline == again.sheets[s].papers[i].outline);
  }
  void aGapKeepsPapersApart() {  // guarantee 6 of sheets.hpp
    for (const char* id : {"hexagons", "kites", "hexagon-square-triangle", "clamshells", "octagon-square"})
      for (const bool byCloth : {false, true}) {
        const Project p = support::project(support::recipe(id, 24, 4, 3));
        SheetOptions o{a4(), MarkedSide::Back, false};
        o.gap = 2.5;
        if (byCloth) o.groups = sheetGroups(p, SheetSorting::Cloth);
        const SheetPlan plan = planOf(p, o);
        QCOMPARE(plan.papers, static_cast<int>(p.layout->size()));
        COMPARE_TO(plan.gap, 2.5, 0);
        for (const Sheet& s : plan.sheets)
          for (std::size_t i = 0; i < s.papers.size(); ++i) {
            const Box b = bounds(s.papers[i].outline);
            QVERIFY(b.left > kPageMargin - 1e-4 && b.bottom < a4().height - kPageMargin + 1e-4);
            const Shape& shape = p.layout->shapes[s.papers[i].shape];
            QVERIFY(poseOf(s.papers[i].outline, paperOutline(shape, s.papers[i].hand, o.side)));
            for (std::size_t k = 0; k < i; ++k) {
              const double apart = apartness(s.papers[i].outline, s.papers[k].outline);
              QVERIFY2(apart > 2.5 - 0.02, qPrintable(QString::fromLatin1("%1: %2").arg(id).arg(apart)));
            }
          }
      }
  }
  void aPaperLargerThanThePageComesInParts() {  // guarantee 5 of sheets.hpp
    // guarantees 1 and 2 of split.hpp
    // guarantee 3 of split.hpp
    const Box room = printable(a4());
    const Polygon slice{{0, 0}, {500, 0}, {430, 90}, {60, 120}};
    for (const Polygon& whole :
         {scaled(*familyOutline("hexagon"), 120), scaled(*familyOutline("square"), 400),
          scaled(*familyOutline("diamond45"), 260), slice}) {
      const auto parts = splitPaper(whole, room);
      QVERIFY(parts && parts->size() > 1);
      double sum = 0, tabLength = 0, joinLength = 0;
      for (const PaperPart& part : *parts) {
        const Box b = bounds(part.outline);
        QVERIFY(b.width() <= room.width() + 1e-6 && b.height() <= room.height() + 1e-6);
        sum += area(part.own);
        for (const auto& [a, e] : part.tabs) tabLength += distance(a, e);
        for (const auto& [a, e] : part.joins) joinLength += distance(a, e);
        // The tab lies beyond its line: what is more than the part's own.
        QVERIFY(area(part.outline) >= area(part.own) - 1e-6);
        COMPARE_TO(sharedArea(part.outline, part.own), area(part.own), 0.01);
      }
      COMPARE_TO(sum, area(whole), 1e-3);
      COMPARE_TO(tabLength, joinLength, 1e-3);
      QVERIFY(tabLength > 0);
    }
    // By hand: a square of 300 on 190 by 277 is 2 by 2 parts upright: 150 and a tab of 10.
    const auto four = splitPaper(scaled(*familyOutline("square"), 300), room);
    QCOMPARE(four->size(), std::size_t(4));
    COMPARE_TO(bounds(four->front().outline).width(), 160, 1e-6);
    COMPARE_TO(bounds(four->back().outline).width(), 150, 1e-6);
    QCOMPARE(four->front().tabs.size(), std::size_t(2));
    QCOMPARE(four->back().joins.size(), std::size_t(2));
    // What the lines would cut twice is not parted; nor what has no end of parts.
    const Polygon comb{{0, 0}, {600, 0}, {600, 600}, {450, 600}, {450, 60}, {150, 60}, {150, 600}, {0, 600}};
    if (const auto parts = splitPaper(comb, room)) {
      double sum = 0;
      for (const PaperPart& part : *parts) sum += area(part.own);
      COMPARE_TO(sum, area(comb), 1e-3);
    }
    QVERIFY(!splitPaper(scaled(*familyOutline("square"), 9000), room));
    // On the sheets: every part of every piece, apart from each other.
    const Project p = support::project(support::recipe("hexagons", 120, 2, 2));
    const SheetPlan plan = planOf(p);
    QCOMPARE(plan.needs[0].parts, 2);
    QCOMPARE(plan.papers, 4);
    std::map<std::uint32_t, std::set<int>> numbers;
    for (const Sheet& s : plan.sheets)
      for (const SheetPaper& paper : s.papers) {
        QVERIFY(paper.part >= 0);
        numbers[paper.piece].insert(plan.parts[std::size_t(paper.part)].number);
        const Box b = bounds(paper.outline);
        QVERIFY(b.left > 10 - 1e-4 && b.right < 200 + 1e-4 && b.top > 10 - 1e-4 && b.bottom < 287 + 1e-4);
        for (const auto& [from, to] : plan.parts[std::size_t(paper.part)].tabs)
          for (const Point end : {from, to})
            QVERIFY(end.x > b.left - 1e-6 && end.x < b.right + 1e-6 && end.y > b.top - 1e-6 &&
                    end.y < b.bottom + 1e-6);
      }
    QCOMPARE(numbers.size(), std::size_t(4));
    for (const auto& [piece, of] : numbers) QCOMPARE(of, (std::set<int>{1, 2}));
  }
  void theWholeBlockIsLaidTogetherByItsCrosses() {  // guarantee 7 of sheets.hpp
    for (const char* id : {"kites", "hexagon-square-triangle"})
      for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front}) {
        const Project p = support::project(support::recipe(id, 50, 7, 5));
        SheetOptions o{a4(), side, false};
        o.block = true;
        const SheetPlan plan = planOf(p, o);
        QVERIFY(plan.sheets.size() >= 4);
        QCOMPARE(plan.papers, static_cast<int>(p.layout->size()));
        // Lay each tile where its first cross belongs, by the tiles before it.
        std::vector<Point> offsets;
        std::vector<std::set<std::uint32_t>> shown;
        std::map<std::uint32_t, Polygon> there;
        for (const Sheet& s : plan.sheets) {
          QVERIFY(s.tile && s.tile->crosses.size() >= 2);
          for (const SheetPaper& paper : s.papers) {
            const Piece& piece = p.layout->pieces[paper.piece];
            QVERIFY(sameOutline(translated(paper.outline, -1 * centroid(paper.outline)),
                                placed(p.layout->outline(paper.piece), {}, side == MarkedSide::Back,
                                       side == MarkedSide::Back ? Point{piece.centre.x, -piece.centre.y}
                                                                : -1 * piece.centre)));
            // How far the page lies from the layout is the same for all of its papers.
            const Point in{side == MarkedSide::Back ? -piece.centre.x : piece.centre.x, piece.centre.y};
            const Point by = centroid(paper.outline) - in;
            if (paper.piece == s.papers.front().piece)
              offsets.push_back(by);
            else
              QVERIFY(distance(by, offsets.back()) < 1e-6);
          }
        }
        // Crosses of all tiles, carried into the layout, coincide where tiles overlap: each that two pages
        // show is one place.
        std::vector<Point> crosses;
        int shared = 0;
        for (std::size_t t = 0; t < plan.sheets.size(); ++t)
          for (const Point c : plan.sheets[t].tile->crosses) {
            const Point in = c - offsets[t];
            const bool known =
                std::any_of(crosses.begin(), crosses.end(), [&](Point q) { return distance(q, in) < 1e-6; });
            shared += known ? 1 : 0;
            if (!known) crosses.push_back(in);
            const Box& b = plan.sheets[t].tile->shown;
            QVERIFY(c.x > b.left && c.x < b.right && c.y > b.top && c.y < b.bottom);
          }
        QVERIFY(shared >= static_cast<int>(plan.sheets.size()) - 1);
        // Windows cover every piece wholly.
        for (std::uint32_t i = 0; i < p.layout->size(); ++i)
          for (const Point corner : p.layout->outline(i)) {
            const Point in{side == MarkedSide::Back ? -corner.x : corner.x, corner.y};
            bool seen = false;
            for (std::size_t t = 0; t < plan.sheets.size(); ++t) {
              const Point at = in + offsets[t];
              const Box& b = plan.sheets[t].tile->shown;
              seen = seen || (at.x > b.left - 1e-6 && at.x < b.right + 1e-6 && at.y > b.top - 1e-6 &&
                              at.y < b.bottom + 1e-6);
            }
            QVERIFY(seen);
          }
      }
    SheetOptions o{a4(), MarkedSide::Back, false};
    o.block = true;
    const Project huge = support::project(support::recipe("squares", 500, 10, 10));
    QVERIFY(support::says(planSheets(huge, o).error(), "block-too-large"));
    // A block that goes on one page has no crosses and no second page.
    const SheetPlan one = planOf(support::project(support::recipe("hexagons", 20, 3, 3)), o);
    QCOMPARE(one.sheets.size(), std::size_t(1));
    QVERIFY(one.sheets[0].tile->crosses.empty());
    COMPARE_TO(one.cardArea, 210 * 297, 1e-6);
    const SheetPlan several = planOf(support::project(support::recipe("hexagons", 30, 6, 9)), o);
    QVERIFY(several.sheets.size() > 1);
    COMPARE_TO(several.cardArea, double(several.sheets.size()) * 210 * 297, 1e-6);
  }
  /// What was drafted by lines is printed as it was drawn; what was laid otherwise is not.
  void aDraftedBlockBeginsWhole() {
    Project p = support::project(support::recipe("squares", 200, 1, 1));
    QVERIFY(p.settings.sorting == SheetSorting::Shape);
    const auto across = [](const Project& of) {
      const auto o = of.layout->outline(0);
      return nlohmann::json{
          {"edit", "draft"},
          {"lines",
           nlohmann::json::array({nlohmann::json::array(
               {nlohmann::json::array({o[0].x, o[0].y}), nlohmann::json::array({o[2].x, o[2].y})})})},
          {"pieces", {1}}};
    };
    p = support::edited(p, across(p));
    QVERIFY(p.layout->size() == 2 && p.settings.sorting == SheetSorting::Block);
    // What was chosen is kept.
    Project sorted = support::project(support::recipe("squares", 200, 1, 1));
    sorted.settings.sorting = SheetSorting::Unit;
    sorted = support::edited(sorted, across(sorted));
    QVERIFY(sorted.layout->size() == 2 && sorted.settings.sorting == SheetSorting::Unit);
    Project q = support::project(support::recipe("squares", 200, 2, 1));
    q = support::edited(q, across(q));
    QVERIFY(q.layout->size() == 3);
    QVERIFY(q.settings.sorting == SheetSorting::Shape);
  }
  /// Every arrangement that ships, at 1 in: never more sheets than each kind by itself, one less wherever
  /// what is left of the last sheets has room on fewer by its rows.
  void neverMoreSheetsThanShapeByShape() {  // guarantee 4 of sheets.hpp
    for (const Arrangement& a : support::library().all()) {
      const Project p = support::project(support::recipe(a.id.c_str(), 25.4, 5, 5));
      const SheetPlan plan = planOf(p);
      std::map<std::pair<int, int>, int> kinds;
      for (const Piece& piece : p.layout->pieces) ++kinds[{piece.shape, piece.hand}];
      int apart = 0;
      for (const auto& [kind, n] : kinds) {
        const auto each = static_cast<int>(
            densestFill(
                paperOutline(p.layout->shapes[std::size_t(kind.first)], kind.second, MarkedSide::Back), a4())
                .copies.size());
        QVERIFY2(each > 0, a.id.c_str());
        apart += (n + each - 1) / each;
      }
      QVERIFY2(static_cast<int>(plan.sheets.size()) <= apart, a.id.c_str());
    }
  }
};

CLATHRA_TEST(SheetsTest, "sheets")
#include "sheets.moc"
