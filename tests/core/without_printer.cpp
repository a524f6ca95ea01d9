// True scale, the card for ruler and knife, templates for cloth: sums worked by hand.
#include <set>

#include "paper/nesting.hpp"
#include "paper/ruler_card.hpp"
#include "paper/templates.hpp"
#include "paper/true_scale.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/overlap.hpp"
#include "store/printers_file.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

RulerRow row(const RulerCard& card, const Layout& layout, const char* shape) {
  for (const RulerRow& r : card.rows)
    if (layout.shapes[r.shape].name == shape) return r;
  qFatal("no %s", shape);
}

}  // namespace

class WithoutPrinterTest : public QObject {
  Q_OBJECT
 private slots:
  /// A4 holds 190 and 270 mm, 7 and 10 in. 188.1 and 271.35 are 1 % short across and 0.5 % long down; on a
  /// border of 1 200 mm the worse way makes 12 mm, give or take 1 200 · 0.25 / 190 = 1.58.
  void thePrintedScaleAndItsCorrection() {
    const Rules rules = rulesOf(standardPages().front());
    COMPARE_TO(rules.across, 190, 1e-9);
    COMPARE_TO(rules.down, 270, 1e-9);
    COMPARE_TO(rules.inchesAcross, 7 * 25.4, 1e-9);
    COMPARE_TO(rules.inchesDown, 10 * 25.4, 1e-9);
    const auto a = printedScale(rules, 188.1, 271.35, 1200);
    QVERIFY(a.has_value());
    COMPARE_TO(a->across, 0.99, 1e-12);
    COMPARE_TO(a->down, 1.005, 1e-12);
    COMPARE_TO(a->borderOff, -12, 1e-9);
    COMPARE_TO(a->borderSure, 1200 * 0.25 / 190, 1e-9);
    PrinterProfile p{"Quay", 10, 1, 1, {}};
    p = corrected(p, *a, "2026-01-02");
    COMPARE_TO(p.across * 0.99, 1, 1e-12);
    COMPARE_TO(p.down * 1.005, 1, 1e-12);
    // Measured again, a tenth of a percent off still: the correction is corrected, not begun anew.
    p = corrected(p, *printedScale(rules, 190.19, 270, 1200), "2026-01-03");
    COMPARE_TO(p.across, 1 / 0.99 / 1.001, 1e-9);
    QVERIFY(support::says(printedScale(rules, 7.5, 270, 1).error(), "rule-reads-otherwise"));  // inches
  }
  void printersAreKeptByName() {
    QTemporaryDir folder;
    const std::filesystem::path file = folder.filePath("printers.json").toStdString();
    QVERIFY(readPrinters(file)->empty());
    QVERIFY(support::says(printerCalled(file, "Quay").error(), "no-printer-known"));
    QVERIFY(keepPrinter(file, {"Quay", 5, 1.01, 0.99, "2026-01-02"}).has_value());
    QVERIFY(keepPrinter(file, {"Loft", 10, 1, 1, {}}).has_value());
    QVERIFY(keepPrinter(file, {"Quay", 5, 1.02, 0.98, "2026-01-03"}).has_value());
    QCOMPARE(readPrinters(file)->size(), std::size_t(2));
    COMPARE_TO(printerCalled(file, "Quay")->across, 1.02, 1e-12);
    COMPARE_TO(printerCalled(file, "Quay")->down, 0.98, 1e-12);
    QVERIFY(support::says(printerCalled(file, "Shed").error(), "no-printer-called"));
    QVERIFY(support::says(keepPrinter(file, {}).error(), "printer-name"));
    QFile bad(folder.filePath("printers.json"));
    QVERIFY(bad.open(QIODevice::WriteOnly));
    bad.write("{\"printers\":[{\"name\":7}]}");
    bad.close();
    QVERIFY(support::says(keepPrinter(file, {"Loft", 10, 1, 1, {}}).error(), "no-printers-file"));
  }
  /// A 60° diamond of 2 in: strips and cross-cuts of 2 · sin 60° = 1.732 in; at 1 3/4 in its edge is 1.04 %
  /// long.
  void aDiamondFromStripsOfOneAndThreeQuarters() {
    const Project p = support::project(support::recipe("diamond-rows", 50.8, 6, 4));
    const RulerCard card = rulerCard(*p.layout, LengthUnit::Inch);
    const RulerRow r = row(card, *p.layout, "diamond60");
    const double high = 50.8 * std::sin(std::numbers::pi / 3);
    COMPARE_TO(r.strip.exact, high, 1e-6);
    COMPARE_TO(r.strip.marked, 1.75 * 25.4, 1e-9);
    COMPARE_TO(r.cross.exact, high, 1e-6);
    COMPARE_TO(r.cross.marked, 1.75 * 25.4, 1e-9);
    COMPARE_TO(r.angle.degrees(), 60, 1e-6);
    COMPARE_TO(r.edgeOff, 50.8 * (44.45 / high - 1), 1e-6);
    COMPARE_TO(r.edgeOff / 50.8, 0.0104, 1e-4);
    COMPARE_TO(r.borderOff, card.border * (44.45 / high - 1), 1e-6);
    COMPARE_TO(card.border, std::max(p.layout->finished.width(), p.layout->finished.height()), 1e-9);
  }
  void otherShapes() {
    // A rectangle of 30 by 60: strips of 30, cross-cuts each 60, square.
    const Project bricks = support::project(support::recipe("bricks", 30, 4, 4));
    const RulerCard b = rulerCard(*bricks.layout, LengthUnit::Millimetre);
    const Shape& brick = bricks.layout->shapes[0];
    const Box box = bounds(brick.outline);
    COMPARE_TO(b.rows[0].strip.exact, std::min(box.width(), box.height()), 1e-6);
    COMPARE_TO(b.rows[0].cross.exact, std::max(box.width(), box.height()), 1e-6);
    COMPARE_TO(b.rows[0].angle.degrees(), 90, 1e-6);
    // A triangle of 30: strips of 25.98, at 1 mm 26; cuts lean in turn.
    const Project triangles = support::project(support::recipe("triangles", 30, 4, 4));
    const RulerRow& t =
        row(rulerCard(*triangles.layout, LengthUnit::Millimetre), *triangles.layout, "triangle60");
    COMPARE_TO(t.strip.exact, 25.980762, 1e-5);
    COMPARE_TO(t.strip.marked, 26, 1e-9);
    QVERIFY(t.alternate);
    COMPARE_TO(t.edgeOff, 30 * (26 / 25.980762 - 1), 1e-5);
    // A hexagon of 30 is 51.96 from flat to flat; it is cut out of its strip.
    const Project hexagons = support::project(support::recipe("hexagons", 30, 4, 4));
    const RulerRow h = row(rulerCard(*hexagons.layout, LengthUnit::Millimetre), *hexagons.layout, "hexagon");
    COMPARE_TO(h.strip.exact, 51.961524, 1e-5);
    QVERIFY(!h.crossCuts);
  }
  /// Each kind has a window and a plain one; the paper lies in its patch by the allowance, and nothing
  /// overlaps.
  void templatesHoldTheirPapers() {
    Project p = support::project(support::recipe("hexagon-diamond-triangle", 38.1, 4, 4));
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 8}});
    const Page page = standardPages().front();
    for (const MarkedSide side : {MarkedSide::Front, MarkedSide::Back}) {
      const auto plan = planTemplates(p, page, side, 2);
      QVERIFY(plan.has_value());
      std::map<std::tuple<int, int, bool>, int> counts;
      const Box room = printable(page);
      for (const TemplatePage& sheet : plan->pages)
        for (std::size_t i = 0; i < sheet.templates.size(); ++i) {
          const ClothTemplate& t = sheet.templates[i];
          ++counts[{t.shape, t.hand, t.window}];
          const Polygon patch = allowanceOutline(t.inner, 8, Tips::Blunted);
          QVERIFY(poseOf(patch, t.outer).has_value());
          COMPARE_TO(distance(centroid(patch), centroid(t.outer)), 0, 1e-6);
          QVERIFY(poseOf(t.inner, p.layout->shapes[t.shape].outline).has_value());
          const Box b = bounds(t.outer);
          QVERIFY(b.left > room.left - 1e-6 && b.right < room.right + 1e-6 && b.bottom < room.bottom + 1e-6);
          for (std::size_t k = 0; k < i; ++k)
            QVERIFY(commonOf(t.outer, sheet.templates[k].outer).area < 1e-3);
          QCOMPARE(t.holes.size(), t.inner.size());
          QVERIFY(!t.centreLines.empty());
        }
      QCOMPARE(counts.size(), 2 * p.layout->shapes.size());
      for (const auto& [key, n] : counts) QCOMPARE(n, 2);
    }
    QVERIFY(support::says(planTemplates(p, page, MarkedSide::Front, 0).error(), "template-copies"));
    // What is larger than the page is named and on none.
    const auto large =
        planTemplates(support::project(support::recipe("squares", 200, 2, 2)), page, MarkedSide::Front);
    QCOMPARE(large->tooLarge.size(), std::size_t(1));
    QVERIFY(large->pages.empty());
  }
  /// A kite has one centre line, a hexagon six.
  void centreLinesAreTheMirrorAxes() {
    for (const auto& [id, lines] :
         {std::pair("kites", 1), std::pair("hexagons", 6), std::pair("squares", 4)}) {
      const auto plan = planTemplates(support::project(support::recipe(id, 30, 3, 3)),
                                      standardPages().front(), MarkedSide::Front);
      QCOMPARE(plan->pages[0].templates[0].centreLines.size(), std::size_t(lines));
    }
  }
};

CLATHRA_TEST(WithoutPrinterTest, "without_printer")
#include "without_printer.moc"
