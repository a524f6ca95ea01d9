// One page of each kind, all that is drawn on it with its place, against what was looked at and found good.
#include <QtTest>

#include "cutting/batch.hpp"
#include "cutting/plan.hpp"
#include "draw/alike_strip.hpp"
#include "draw/card.hpp"
#include "draw/closing_painter.hpp"
#include "draw/cloth_length.hpp"
#include "draw/cut_painter.hpp"
#include "draw/cutter_painter.hpp"
#include "draw/fonts.hpp"
#include "draw/layout_painter.hpp"
#include "draw/map.hpp"
#include "draw/motif_painter.hpp"
#include "draw/place_list.hpp"
#include "draw/sheet_painter.hpp"
#include "draw/template_painter.hpp"
#include "exchange/import_layout.hpp"
#include "layout/derived.hpp"
#include "paper/alike_pairs.hpp"
#include "paper/sheets.hpp"
#include "recorder.hpp"
#include "records.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "shape/allowance.hpp"

using namespace clathra;
using nlohmann::json;
using support::Drawn;
using support::Recording;

namespace {

/// A line for each thing drawn: what, where to a tenth, for words what they say, for all else its colours.
QStringList written(const Recording& page, bool colours) {
  QStringList out;
  const auto number = [](double v) { return QString::number(std::round(v * 10) / 10 + 0.0, 'f', 1); };
  for (const Drawn& d : page.all()) {
    QStringList line{d.kind == Drawn::Kind::Words     ? "words"
                     : d.kind == Drawn::Kind::Line    ? "line"
                     : d.kind == Drawn::Kind::Polygon ? (d.filled() ? "filled" : "outline")
                                                      : "picture"};
    const QList<QPointF> points = d.kind == Drawn::Kind::Words ? d.points.first(1) : QList<QPointF>(d.points);
    for (const QPointF p : points) line << number(p.x()) << number(p.y());
    if (d.kind == Drawn::Kind::Words) line << d.words;
    if (colours && d.pen.style() != Qt::NoPen && d.kind != Drawn::Kind::Image)
      line << d.pen.color().name() + (d.pen.style() == Qt::SolidLine ? QString() : QStringLiteral("-dashed"));
    if (colours && d.filled() && d.kind == Drawn::Kind::Polygon)
      line << QStringLiteral("on") << d.brush.color().name();
    out << line.join(QLatin1Char(' '));
  }
  return out;
}

/// The papers of the asymmetric project as they were measured, some of them off.
Closure measuredOnes(const Project& p) {
  const std::string shape = p.layout->shapes[p.layout->pieces[0].shape].name;
  const auto read = [&](int hand, ReadOf of, int index, double value) {
    return Reading{shape, hand, of, index, 1, value, false, {}};
  };
  return *willItClose(*geometryOf(p.layout), {read(1, ReadOf::Edge, 0, 73.6), read(-1, ReadOf::Edge, 1, 29.1),
                                              read(1, ReadOf::Angle, 0, 62.4)});
}

Recording layoutDrawn(const Project& p, const std::function<void(LayoutLook&)>& how) {
  const PieceIndex index(*p.layout);
  LayoutLook look;
  how(look);
  const QRectF into(10, 20, 460, 360);
  return support::recorded(500, 400, [&](QPainter& painter) {
    paintLayout(painter, p, index, fitted(p.layout->finished, into, look.back), into, look);
  });
}

}  // namespace

class GoldenTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  void pages_data() {
    QTest::addColumn<std::function<Recording()>>("page");
    using Make = std::function<Recording()>;
    const auto row = [](const char* name, Make make) { QTest::newRow(name) << std::move(make); };
    row("sheet-back", [] {
      const Project p = support::asymmetric();
      const SheetPlan plan = *planSheets(p, {standardPages().front(), MarkedSide::Back, true});
      return support::recorded(210, 297, [&](QPainter& painter) { paintSheet(painter, p, plan, 0, {}); });
    });
    row("card-motifs-metric", [] {
      const Project p = support::asymmetric();
      const Page page{"long", "long", 210, 2'000};
      return support::recorded(210, 2'000, [&](QPainter& painter) {
        paintCutCard(painter, p, *cutPlan(p, *findCloth(p, "B")), page, [] {});
      });
    });
    row("card-strips-inch", [] {
      const Project p = support::asymmetric(LengthUnit::Inch);
      const Page page{"long", "long", 215.9, 2'000};
      return support::recorded(215.9, 2'000, [&](QPainter& painter) {
        paintCutCard(painter, p, *cutPlan(p, *findCloth(p, "C")), page, [] {});
      });
    });
    row("sheet-front-marks", [] {
      const Project p =
          support::edited(support::asymmetric(LengthUnit::Inch),
                          json{{"edit", "setMarks"}, {"folds", true}, {"ticks", true}, {"hand", "left"}});
      const auto geometry = geometryOf(p.layout);
      const SheetPlan plan = *planSheets(p, {standardPages()[1], MarkedSide::Front, false});
      return support::recorded(216, 280, [&](QPainter& painter) {
        SheetLook look;
        look.geometry = geometry.get();
        paintSheet(painter, p, plan, 0, look);
      });
    });
    row("sheet-of-the-block", [] {
      const Project p = support::asymmetric();
      SheetOptions options{standardPages().front(), MarkedSide::Back, false};
      options.block = true;
      const SheetPlan plan = *planSheets(p, options);
      return support::recorded(
          210, 297, [&](QPainter& painter) { paintSheet(painter, p, plan, plan.sheets.size() - 1, {}); });
    });
    row("list-of-places", [] {
      const Project p = support::edited(support::asymmetric(),
                                        json{{"edit", "setMarks"}, {"outer", true}, {"ticks", true}});
      SheetOptions options{standardPages().front(), MarkedSide::Back, true};
      options.usedAgain = true;
      options.counts.emplace();
      for (const Piece& piece : p.layout->pieces) (*options.counts)[{piece.shape, piece.hand}] = 2;
      const SheetPlan plan = *planSheets(p, options);
      return support::recorded(210, 297, [&](QPainter& painter) {
        paintPlaceList(painter, p, plan, {geometryOf(p.layout), {}}, [] {});
      });
    });
    row("templates-front", [] {
      const Project p = support::asymmetric();
      const TemplatePlan plan = *planTemplates(p, {standardPages().front(), MarkedSide::Front, 1});
      return support::recorded(210, 297, [&](QPainter& painter) {
        for (std::size_t i = 0; i < plan.pages.size(); ++i) paintTemplates(painter, p, plan, i);
      });
    });
    row("templates-back-masters", [] {
      const Project p = support::rich();
      TemplateOptions options{standardPages()[1], MarkedSide::Back, 2};
      options.masters = true;
      options.pencil = 0.9;
      const TemplatePlan plan = *planTemplates(p, options);
      return support::recorded(216, 280, [&](QPainter& painter) { paintTemplates(painter, p, plan, 0); });
    });
    row("ruler-card", [] {
      const Project p = support::asymmetric(LengthUnit::Inch);
      const Page page{"long", "long", 210, 2'000};
      return support::recorded(210, 2'000, [&](QPainter& painter) {
        paintRulerCard(painter, p, rulerCard(*p.layout, LengthUnit::Inch), page, [] {});
      });
    });
    row("look-alikes", [] {
      const Project p = support::project(support::recipe("hexagon-diamond-triangle", 30, 2, 2));
      const Page page{"long", "long", 210, 2'000};
      return support::recorded(210, 2'000, [&](QPainter& painter) {
        paintAlikeStrip(painter, p, alikePairs(*p.layout, 50), page, [] {});
      });
    });
    row("card-for-three", [] {
      const Project p = support::rich();
      const Page page{"long", "long", 210, 2'000};
      return support::recorded(210, 2'000, [&](QPainter& painter) {
        paintCutCard(painter, p, *cutPlan(p, *findCloth(p, "A")), page, [] {});
      });
    });
    row("cut-map-of-a-batch", [] {
      const Project p = support::asymmetric();
      const CutBatch batch = *cutBatch(*cutInput(p, *findCloth(p, "C")), {14, 18, 19});
      return support::recorded(900, 700, [&](QPainter& painter) {
        CutMapLook look{&eveningPalette(), true, 12, heldBackBy(batch)};
        paintCutMap(painter, p, batch.now, QRectF(20, 30, 800, 600), look);
      });
    });
    row("cut-map-of-squares", [] {
      Project p = support::project(support::recipe("hexagons", 25.4, 3, 2));
      const nlohmann::json square{
          {"by", "piece"}, {"name", "square"}, {"width", 63.5}, {"length", 63.5}, {"straight", true}};
      for (const nlohmann::json& step :
           {nlohmann::json{{"edit", "setAllowance"}, {"value", 6.35}},
            nlohmann::json{{"edit", "addCloth"},
                           {"name", "D"},
                           {"width", 63.5},
                           {"lengths", {63.5, 63.5}},
                           {"sold", square}},
            nlohmann::json{{"edit", "paint"}, {"cloth", "D"}, {"shape", "hexagon"}}})
        p = support::edited(p, step);
      const CutPlan plan = *cutPlan(p, *findCloth(p, "D"));
      return support::recorded(900, 700, [&](QPainter& painter) {
        paintCutMap(painter, p, plan, QRectF(20, 30, 800, 600),
                    {&dayPalette(), false, 14, {{1, {{0, 0}, {9, 5}, {0, 20}}}}});
      });
    });
    row("cut-map-of-layers", [] {
      // Repeats of two lengths lie on each other, three to a go.
      Project p = support::project(support::recipe("squares", 50, 6, 4));
      const json print{{"picture", "c.png"}, {"dpi", 100},         {"along", 127},
                       {"across", 254},      {"kind", "straight"}, {"mark", {3, 7}}};
      for (const json& step :
           {json{{"edit", "setUnit"}, {"unit", "mm"}}, json{{"edit", "setAllowance"}, {"value", 5}},
            json{{"edit", "setMaking"}, {"layers", 3}},
            json{{"edit", "addCloth"},
                 {"name", "C"},
                 {"width", 250},
                 {"lengths", {345, json{{"length", 460}, {"holes", {{{20, 30}, {120, 30}, {120, 70}}}}}}},
                 {"print", print},
                 {"in_set", 3}},
            json{{"edit", "paint"}, {"cloth", "C"}, {"shape", "square"}},
            json{{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "layers"}}})
        p = support::edited(p, step);
      const CutPlan plan = *cutPlan(p, *findCloth(p, "C"));
      return support::recorded(900, 700, [&](QPainter& painter) {
        paintCutMap(painter, p, plan, QRectF(20, 30, 800, 600), {&dayPalette(), false, 14, {}});
      });
    });
    row("cutter-paths", [] {
      CutterReport report;
      const auto box = [](double x, double y, double wide, double high) {
        return std::vector<Point>{{x, y}, {x + wide, y}, {x + wide, y + high}, {x, y + high}};
      };
      report.paths = {
          {box(10, 10, 80, 60), true}, {box(110, 10, 50, 40), false}, {box(190, 100, 60, 40), true}};
      report.open = {1};
      report.offMat = {2};
      return support::recorded(500, 300, [&](QPainter& painter) {
        paintCutter(painter, QRectF(20, 10, 440, 260), report, CutterMat{220, 150}, {});
      });
    });
    row("lengths-of-cloth", [] {
      const Project p = support::rich();
      return support::recorded(900, 300, [&](QPainter& painter) {
        double x = 5;
        for (const Cloth& cloth : p.cloths) {
          paintClothLength(painter, p, cloth, QRectF(x, 12, 90, 60), 0.2, dayPalette());
          x += 110;
        }
      });
    });
    row("swatch-and-its-unit", [] {
      const Project p = support::rich();
      const MotifChoice& m = p.motifs[1];
      const Print& print = *clothById(p, m.cloth)->print;
      const Polygon paper = windowOutline(*p.layout, m), patch = allowanceOutline(paper, 6);
      const QImage picture(1000, 800, QImage::Format_RGB32);
      return support::recorded(900, 400, [&](QPainter& painter) {
        const QRectF into(10, 20, 300, 200);
        paintSwatch(painter, picture, print, paper, patch, fittedSwatch(print, picture.size(), into), into,
                    eveningPalette());
        paintUnit(painter, support::blankPicture(), print, paper, 6, UnitKind::Pinwheel,
                  QRectF(330, 20, 200, 240), dayPalette());
        paintUnit(painter, support::blankPicture(), print, paper, 4, UnitKind::Mirrored,
                  QRectF(560, 20, 240, 200), dayPalette());
      });
    });
    row("papers-that-close", [] {
      const Project p = support::asymmetric();
      const Closure closure = measuredOnes(p);
      return support::recorded(700, 500, [&](QPainter& painter) {
        paintClosed(painter, QRectF(20, 30, 640, 440), p, closure, {});
      });
    });
    row("run-that-misses", [] {
      // Three rectangles beside a strip that is 3 mm short of them.
      const char* svg =
          "<svg width='200mm' height='90mm' viewBox='0 0 200 90'><rect width='200' height='30'/>"
          "<rect y='30' width='80' height='60'/><rect x='80' y='30' width='70' height='60'/>"
          "<rect x='150' y='30' width='50' height='60'/></svg>";
      const Project p = importLayoutText(support::library(), svg, ".svg", "In", 0)->project;
      const std::string strip = p.layout->shapes[p.layout->pieces[0].shape].name;
      const Closure closure =
          *willItClose(*geometryOf(p.layout), {Reading{strip, 0, ReadOf::Edge, 0, 1, 197, false, {}}});
      return support::recorded(700, 500, [&](QPainter& painter) {
        paintRun(painter, QRectF(20, 30, 640, 440), p, closure.runs.at(0), {});
      });
    });
    row("corner-that-stays-open", [] {
      const Project p = support::asymmetric();
      const Closure closure = measuredOnes(p);
      return support::recorded(700, 500, [&](QPainter& painter) {
        for (const ClosedCorner& corner : closure.corners)
          if (corner.closing == Closing::Off)
            return paintCorner(painter, QRectF(20, 30, 640, 440), p, corner, {});
      });
    });
    row("edges-that-differ", [] {
      const Project p = support::asymmetric(LengthUnit::Inch);
      const Closure closure = measuredOnes(p);
      return support::recorded(700, 500, [&](QPainter& painter) {
        for (const SeamKind& kind : closure.seams)
          if (kind.closing == Closing::Off)
            return paintSeamKind(painter, QRectF(20, 30, 640, 440), p, kind, {&eveningPalette(), 18});
      });
    });
    row("layout-in-the-evening", [] {
      const Project p = support::edited(
          support::asymmetric(), json{{"edit", "paint"}, {"pieces", {25, 26, 27}}, {"cloth", nullptr}});
      return layoutDrawn(p, [](LayoutLook& look) { look.palette = &eveningPalette(); });
    });
    row("layout-as-vector-back", [] {
      return layoutDrawn(support::asymmetric(), [](LayoutLook& look) { look.vector = look.back = true; });
    });
    row("layout-by-lightness", [] {
      return layoutDrawn(support::asymmetric(), [](LayoutLook& look) { look.view = LayoutView::Lightness; });
    });
    row("layout-by-numbers", [] {
      static const std::array<std::uint32_t, 3> lit{3, 8, 20};
      return layoutDrawn(support::asymmetric(), [](LayoutLook& look) {
        look.view = LayoutView::Numbers;
        look.lit = lit;
        look.cursor = 10;
      });
    });
    row("arrangements", [] {
      return support::recorded(300, 100, [&](QPainter& painter) {
        double x = 0;
        for (const char* id : {"hexagons", "octagon-square"}) {
          paintArrangement(painter, **support::library().find(id), QRectF(x, 5, 90, 80), dayPalette());
          x += 100;
        }
      });
    });
    row("window-and-detail", [] {
      const Project p = support::rich();
      const MotifChoice& m = p.motifs[1];
      const Cloth& cloth = *clothById(p, m.cloth);
      const Polygon paper = windowOutline(*p.layout, m);
      return support::recorded(200, 200, [&](QPainter& painter) {
        paintWindow(painter, support::blankPicture(), *cloth.print, paper, paper, QRectF(10, 20, 150, 160),
                    {m.reference, true});
      });
    });
    row("map-back", [] {
      const Project p = support::asymmetric();
      const Page page = mapPage(p);
      return support::recorded(page.width, page.height, [&](QPainter& painter) {
        paintMapPage(painter, p, page, mapPages(p, page), 0, {true});
      });
    });
  }
  void pages() {
    QFETCH(std::function<Recording()>, page);
    const QString name = QString::fromLatin1(QTest::currentDataTag());
    const QStringList now = written(page(), true);
    QVERIFY(now.size() > 5);
    // Places within a fifth of a millimetre: fonts of another build of the toolkit may differ by a hair.
    const QString unlike = support::unlikeRecord(name, now, 0.2);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(GoldenTest, "golden")
#include "golden.moc"
