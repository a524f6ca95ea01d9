#include "paper/sheets.hpp"

#include <map>
#include <set>

#include "paper/nesting.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
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
    QCOMPARE(strokesOf({square}).size(), std::size_t(4));
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
    QCOMPARE(plan.papers, 0);
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
};

CLATHRA_TEST(SheetsTest, "sheets")
#include "sheets.moc"
