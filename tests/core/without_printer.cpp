// True scale, the card for ruler and knife, templates for cloth: sums worked by hand.
#include <set>

#include "layout/piece_sides.hpp"
#include "paper/die_strips.hpp"
#include "paper/nesting.hpp"
#include "paper/ruler_card.hpp"
#include "paper/serves.hpp"
#include "paper/sheets.hpp"
#include "paper/templates.hpp"
#include "paper/true_scale.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/arcs.hpp"
#include "shape/congruent.hpp"
#include "shape/families.hpp"
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
    for (const char* wrong : {R"({"printers":[{"name":7}]})", R"({"printers":[7]})", R"({"printers":"Quay"})",
                              "[]", R"({"printers":[{"name":"Quay","across":9}]})"}) {
      QFile bad(folder.filePath("printers.json"));
      QVERIFY(bad.open(QIODevice::WriteOnly));
      bad.write(wrong);
      bad.close();
      QVERIFY2(support::says(keepPrinter(file, {"Loft", 10, 1, 1, {}}).error(), "no-printers-file"), wrong);
    }
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
      const auto plan = planTemplates(p, {page, side, 2});
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
    QVERIFY(support::says(planTemplates(p, {page, MarkedSide::Front, 0}).error(), "template-copies"));
    // What is larger than the page is named and on none.
    const auto large =
        planTemplates(support::project(support::recipe("squares", 200, 2, 2)), {page, MarkedSide::Front});
    QCOMPARE(large->tooLarge.size(), std::size_t(1));
    QVERIFY(large->pages.empty());
  }
  /// A cloth drawn on its wrong side wants the shapes of one hand turned over; the others stay.
  void templatesForTheWrongSideAreTurnedOver() {
    Project p = support::project(support::recipe("parallelogram-chevrons", 40, 4, 4));
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "A"}});
    std::vector<int> right;
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->pieces[i].hand > 0) right.push_back(int(i) + 1);
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {right[0], right[1]}}, {"cloth", "B"}});
    for (Cloth& c : p.cloths) c.drawnBehind = c.sign == "B";
    const auto plan = planTemplates(p, {standardPages().front(), MarkedSide::Front});
    std::map<std::pair<int, bool>, std::vector<Polygon>> plain;
    for (const TemplatePage& sheet : plan->pages)
      for (const ClothTemplate& t : sheet.templates)
        if (!t.window) plain[{t.hand, t.behind}].push_back(t.inner);
    QCOMPARE(plain.size(), std::size_t(3));  // both hands for A, and the right one for B
    const Polygon usual = plain[{1, false}][0], turned = plain[{1, true}][0], left = plain[{-1, false}][0];
    QVERIFY(turnsBetween(usual, turned).empty());
    QVERIFY(!turnsBetween(left, turned).empty());
    // Masters lie on no cloth.
    TemplateOptions o;
    o.page = standardPages().front();
    o.masters = true;
    const auto masters = planTemplates(p, o);
    for (const TemplatePage& sheet : masters->pages)
      for (const ClothTemplate& t : sheet.templates) QVERIFY(!t.behind);
  }
  /// A kite has one centre line, a hexagon six.
  void centreLinesAreTheMirrorAxes() {
    for (const auto& [id, lines] :
         {std::pair("kites", 1), std::pair("hexagons", 6), std::pair("squares", 4)}) {
      const auto plan = planTemplates(support::project(support::recipe(id, 30, 3, 3)),
                                      {standardPages().front(), MarkedSide::Front});
      QCOMPARE(plan->pages[0].templates[0].centreLines.size(), std::size_t(lines));
    }
  }
  /// By hand: a square of 50 mm traced with a line of 0.5 mm and cut in its middle is 0.25 larger on every
  /// side: 50.5, 1 %, so 12 mm on a border of 1200.
  void mastersAreSmallerByThePencil() {
    const Project squares = support::project(support::recipe("squares", 50, 3, 2));
    const PencilError off = pencilError(squares.layout->shapes[0], 0.5, 1200);
    COMPARE_TO(off.edge, 0.5, 1e-9);
    COMPARE_TO(off.border, 12, 1e-9);
    TemplateOptions o;
    o.page = standardPages().front();
    o.masters = true;
    o.pencil = 0.8;
    for (const char* id : {"kites", "hexagon-square-triangle", "clamshells"}) {
      const Project p = support::project(support::recipe(id, 30, 4, 4, FinishingSides::EdgePieces));
      for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front}) {
        o.side = side;
        const auto plan = planTemplates(p, o);
        QVERIFY(plan.has_value());
        std::set<std::pair<int, int>> seen;
        for (const TemplatePage& page : plan->pages)
          for (const ClothTemplate& t : page.templates) {
            QVERIFY(seen.insert({t.shape, t.hand}).second);  // one of each
            const Polygon paper = paperOutline(p.layout->shapes[t.shape], t.hand, side);
            QVERIFY(poseOf(t.inner, paper) && !poseOf(t.inner, paper)->mirrored);
            // Traced again it is the true paper.
            if (!hasArcs(t.inner)) QVERIFY(sameOutline(allowanceOutline(t.outer, 0.4), t.inner));
            QVERIFY(area(t.outer) < area(t.inner));
          }
        std::set<std::pair<int, int>> kinds;
        for (const Piece& piece : p.layout->pieces) kinds.insert({piece.shape, piece.hand});
        QCOMPARE(seen, kinds);
      }
    }
    o.pencil = 4;
    QVERIFY(support::says(planTemplates(squares, o).error(), "pencil-range"));
  }
  /// By hand: squares of 48 mm with 2 mm between them on stock of 300 by 210: strips of 50, six to a strip
  /// along 300, four strips of it to a sheet (or four to a strip along 210, and six strips).
  void stripsForDies() {
    const Project p = support::project(support::recipe("squares", 48, 10, 5));
    PaperSupply supply;
    KindSupply k;
    k.toMake = 50;
    supply.kinds = {k};
    DieWishes w;
    w.width = 300;
    w.height = 210;
    w.clearance = 2;
    w.layers = 4;
    auto rows = dieStrips(*p.layout, supply, w);
    QVERIFY(rows.has_value() && rows->size() == 1);
    const DieRow r = (*rows)[0];
    COMPARE_TO(r.stripWidth, 50, 1e-9);
    QCOMPARE(r.papers, 50);
    // 24 to a sheet either way: three sheets. Along 300: 9 strips, 3 stacks of 4, 6 dies each: 18 passes.
    // Along 210: 13 strips, 4 stacks, 4 dies each: 16 passes.
    QCOMPARE(r.sheets, 3);
    COMPARE_TO(r.stripLength, 210, 0);
    QCOMPARE(r.perStrip, 4);
    QCOMPARE(r.stripsPerSheet, 6);
    QCOMPARE(r.strips, 13);
    QCOMPARE(r.passes, 16);
    w.dies = 3;  // 300: 3 stacks of 2 goes; 210: 4 stacks of 2
    rows = dieStrips(*p.layout, supply, w);
    QCOMPARE((*rows)[0].passes, 6);
    QCOMPARE((*rows)[0].perStrip, 6);
    w.width = 55;
    w.height = 51;
    QCOMPARE((*dieStrips(*p.layout, supply, w))[0].sheets, 50);
    // One and a half times its width: turned triangles lie in each other's gaps.
    const Project t = support::project(support::recipe("triangles", 60, 4, 2));
    w = {};
    w.width = 300;
    w.height = 60;
    w.clearance = 0;
    const DieRow triangles = (*dieStrips(*t.layout, supply, w))[0];
    QCOMPARE(triangles.perStrip, 9);          // 60 and eight times 30 are 300
    COMPARE_TO(triangles.stripWidth, 52, 0);  // 51.96, on the ruler's next line
    // Stock that is no wider than they are is a strip as it is; a ruler for inches has lines of 1/8.
    w.height = 51.97;
    COMPARE_TO((*dieStrips(*t.layout, supply, w))[0].stripWidth, 51.97, 0);
    // Two strips of 52 on 104, 9 papers each, 50 papers: 3 sheets. Of 53.975 there is one; strips of two
    // along the 104 are five, so 10 to a sheet: 5 sheets.
    w.height = 104;
    QCOMPARE((*dieStrips(*t.layout, supply, w))[0].sheets, 3);
    w.unit = LengthUnit::Inch;
    const DieRow inches = (*dieStrips(*t.layout, supply, w))[0];
    COMPARE_TO(inches.stripWidth, 17 * 25.4 / 8, 1e-9);
    COMPARE_TO(inches.stripLength, 104, 0);
    QCOMPARE(inches.sheets, 5);
    w.height = 50;
    QVERIFY(!(*dieStrips(*t.layout, supply, w))[0].fits);
    w.height = 10;
    QVERIFY(support::says(dieStrips(*t.layout, supply, w).error(), "die-stock"));
    w = {};
    w.layers = 0;
    QVERIFY(support::says(dieStrips(*t.layout, supply, w).error(), "die-layers"));
    w = {};
    w.clearance = 31;
    QVERIFY(support::says(dieStrips(*t.layout, supply, w).error(), "die-clearance"));
  }
  /// A hexagon without one side is a jewel, without two opposite ones a 60° diamond of twice its edge,
  /// without three a triangle of three times its edge; a square without one side never closes.
  void aTemplateServesOtherShapes() {
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 20);
    const Polygon jewel = withSidesLeftOut(hexagon, {2});
    QCOMPARE(jewel.size(), std::size_t(5));
    COMPARE_TO(area(jewel), area(hexagon) + 20 * 20 * std::sqrt(3.0) / 4, 1e-6);
    QVERIFY(poseOf(jewel, scaled(*familyOutline("jewel"), 20)));
    const Polygon diamond = withSidesLeftOut(hexagon, {0, 3});
    QVERIFY(poseOf(diamond, scaled(*familyOutline("diamond60"), 40)));
    QVERIFY(poseOf(withSidesLeftOut(hexagon, {1, 3, 5}), scaled(*familyOutline("triangle60"), 60)));
    QVERIFY(withSidesLeftOut(Polygon{{0, 0}, {9, 0}, {9, 9}, {0, 9}}, {1}).empty());
    // In a layout: the hexagon serves its jewels, and no other pair is told.
    for (const Arrangement& a : support::library().all()) {
      const Project p = support::project(support::recipe(a.id.c_str(), 25.4, 4, 4));
      for (const TemplateServes& t : templatesThatServe(*p.layout)) {
        const Polygon run = withSidesLeftOut(handedOutline(p.layout->shapes[t.shape], t.hand), t.leftOut);
        const auto pose = poseOf(run, handedOutline(p.layout->shapes[t.other], t.otherHand));
        QVERIFY2(pose && !pose->mirrored, a.id.c_str());
        served_.insert(p.layout->shapes[t.shape].family + ">" + p.layout->shapes[t.other].family);
      }
    }
    QVERIFY2(served_.count("hexagon>jewel") == 1, qPrintable(QString::number(served_.size())));
  }

 private:
  std::set<std::string> served_;
};

CLATHRA_TEST(WithoutPrinterTest, "without_printer")
#include "without_printer.moc"
