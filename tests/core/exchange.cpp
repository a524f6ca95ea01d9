// Layouts out to DXF and in from SVG and GeoJSON, with small misses brought together.
#include <QRegularExpression>
#include <QTemporaryDir>
#include <cmath>
#include <fstream>

#include "exchange/dxf.hpp"
#include "exchange/exchange.hpp"
#include "exchange/import_layout.hpp"
#include "exchange/svg_reader.hpp"
#include "layout/seams.hpp"
#include "layout/soundness.hpp"
#include "model/lightness.hpp"
#include "model/tally.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// What an import says of what it changed and left out.
QByteArray reportOf(const LayoutImport& made) {
  QByteArray out;
  for (const Message& m : importReport(made)) out += support::text(m) + " ";
  return out;
}

}  // namespace

class ExchangeTest : public QObject {
  Q_OBJECT
  static std::string svg(const std::string& inside,
                         const std::string& head = R"(width="100mm" height="100mm" viewBox="0 0 100 100")") {
    return "<svg xmlns='http://www.w3.org/2000/svg' " + head + ">" + inside + "</svg>";
  }
  static SvgDrawing drawing(const std::string& text) {
    auto d = readSvg(text);
    if (!d) qFatal("%s", clathra::said(d.error()).c_str());
    return std::move(*d);
  }
  static QByteArray refusal(const std::string& text) {
    const auto d = readSvg(text);
    return d ? QByteArray("read") : support::text(clathra::said(d.error()));
  }
  static LayoutImport imported(const std::string& text, const char* suffix = ".svg",
                               double tolerance = kHealTolerance) {
    auto made = importLayoutText(support::library(), text, suffix, "In", tolerance);
    if (!made) qFatal("%s", clathra::said(made.error()).c_str());
    return std::move(*made);
  }
  static void comparePoints(const std::vector<Point>& actual, const std::vector<Point>& expected) {
    QCOMPARE(actual.size(), expected.size());
    for (std::size_t i = 0; i < actual.size(); ++i) COMPARE_TO(distance(actual[i], expected[i]), 0, 1e-6);
  }

 private slots:
  void drawingsAreReadInMillimetres_data() {
    QTest::addColumn<QByteArray>("head");
    QTest::addColumn<double>("scale");
    QTest::newRow("mm") << QByteArray(R"(width="100mm" viewBox="0 0 100 100")") << 1.0;
    QTest::newRow("inches") << QByteArray(R"(width="2in" height="2in" viewBox="0 0 100 100")") << 0.508;
    QTest::newRow("pixels") << QByteArray() << 25.4 / 96;
    QTest::newRow("cm, the smaller of both")
        << QByteArray(R"(width="10cm" height="5cm" viewBox="0 0 100 100")") << 0.5;
    QTest::newRow("points") << QByteArray(R"(height="72pt" viewBox="0 0 100 100")") << 0.254;
  }
  void drawingsAreReadInMillimetres() {
    QFETCH(QByteArray, head);
    QFETCH(double, scale);
    const auto d = drawing(svg("<rect x='10' y='20' width='30' height='40'/>", head.toStdString()));
    QCOMPARE(d.lines.size(), std::size_t(1));
    QVERIFY(d.lines[0].closed);
    comparePoints(d.lines[0].points, {{10 * scale, 20 * scale},
                                      {40 * scale, 20 * scale},
                                      {40 * scale, 60 * scale},
                                      {10 * scale, 60 * scale}});
  }
  void transformsNestFromOutsideIn() {
    const auto d = drawing(svg(
        "<g transform='translate(10,0) scale(2)'><polyline transform='rotate(90)' points='1,0 3 0'/></g>"));
    comparePoints(d.lines[0].points, {{10, 2}, {10, 6}});
    const auto turned = drawing(svg("<line transform='rotate(90 10 10)' x1='10' y1='0' x2='10' y2='20'/>"));
    comparePoints(turned.lines[0].points, {{20, 10}, {0, 10}});
    const auto skewed =
        drawing(svg("<polyline transform='skewX(45) matrix(1 0 0 1 0 5)' points='0,0 0,5'/>"));
    comparePoints(skewed.lines[0].points, {{5, 5}, {10, 10}});
    // Each by itself, of the points 1, 2 and 3, 7: SVG 1.1, 7.6.
    for (const auto& [transform, one, other] :
         {std::tuple("scale(2 3)", Point{2, 6}, Point{6, 21}),
          std::tuple("scale(2)", Point{2, 4}, Point{6, 14}),
          std::tuple("translate(4)", Point{5, 2}, Point{7, 7}),
          std::tuple("translate(4,-5)", Point{5, -3}, Point{7, 2}),
          std::tuple("skewY(45)", Point{1, 3}, Point{3, 10}),
          std::tuple("rotate(-90)", Point{2, -1}, Point{7, -3}),
          std::tuple("matrix(2 3 5 7 11 13)", Point{2 + 10 + 11, 3 + 14 + 13},
                     Point{6 + 35 + 11, 9 + 49 + 13})}) {
      const auto by = drawing(svg(std::string("<polyline transform='") + transform + "' points='1,2 3,7'/>"));
      comparePoints(by.lines[0].points, {one, other});
    }
  }
  void pathsAreReadWithAllTheirLetters() {
    const auto d = drawing(svg("<path d='m10 10h20v20l-20 0z m40,0 10,10-5 5'/>"));
    QCOMPARE(d.lines.size(), std::size_t(2));
    comparePoints(d.lines[0].points, {{10, 10}, {30, 10}, {30, 30}, {10, 30}});
    QVERIFY(d.lines[0].closed && !d.lines[1].closed);
    comparePoints(d.lines[1].points, {{50, 10}, {60, 20}, {55, 25}});
    const auto absolute = drawing(svg("<path d='M0 0H10V10H0Z'/>"));
    comparePoints(absolute.lines[0].points, {{0, 0}, {10, 0}, {10, 10}, {0, 10}});
  }
  void curvesAreFlattenedCloseToThemselves() {
    // Two half circles of radius 20 about (50, 50), and the same as four cubic curves.
    const auto arcs = drawing(svg("<path d='M30 50A20 20 0 0 1 70 50a20,20 0 01-40 0Z'/>"));
    const double k = 20 * 0.5522847498;
    const QString cubic = QString("<path d='M30 50C30 %1 %2 30 50 30S70 %1 70 50 %3 70 50 70 30 %4 30 50Z'/>")
                              .arg(50 - k)
                              .arg(50 - k)
                              .arg(50 + k)
                              .arg(50 + k);
    const auto curves = drawing(svg(cubic.toStdString()));
    for (const auto& lines : {arcs.lines, curves.lines}) {
      QCOMPARE(lines.size(), std::size_t(1));
      const auto& p = lines[0].points;
      QVERIFY(p.size() > 20);
      for (std::size_t i = 0; i < p.size(); ++i) {
        COMPARE_TO(distance(p[i], {50, 50}), 20, 0.06);
        COMPARE_TO(distance(0.5 * (p[i] + p[(i + 1) % p.size()]), {50, 50}), 20, 0.12);
      }
    }
    const auto quadratic = drawing(svg("<path d='M0 0Q10 20 20 0T40 0'/>"));
    COMPARE_TO(quadratic.lines[0].points.back().x, 40, 1e-9);
    double lowest = 0, highest = 0;
    for (const Point p : quadratic.lines[0].points) {
      highest = std::max(highest, p.y);
      lowest = std::min(lowest, p.y);
    }
    COMPARE_TO(highest, 10, 0.06);
    COMPARE_TO(lowest, -10, 0.06);  // the smooth curve mirrors the control point
  }
  void whatCannotBeUsedIsSaid() {
    const auto made =
        imported(svg("<rect width='20' height='20'/><text>no</text><text>more</text><circle r='5'/>"
                     "<line x2='9' y2='9'/><defs><rect width='5' height='5'/></defs>"
                     "<rect display='none' width='7' height='7'/><polygon points='1,1 2,2 3,3'/>"));
    QCOMPARE(made.project.layout->size(), std::size_t(1));
    const QByteArray report = reportOf(made);
    for (const char* part : {"2 texts", "1 circle", "1 open line", "1 outline without an area"})
      QVERIFY2(report.contains(part), report.constData());
  }
  void badDrawingsAreRefusedInASentence_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QByteArray>("says");
    const auto row = [](const char* name, const std::string& text, const char* says) {
      QTest::newRow(name) << support::text(text) << QByteArray(says);
    };
    row("nothing", "", "no SVG drawing");
    row("not xml", "<svg", "no SVG drawing");
    row("html", "<html></html>", "no <svg> at its top");
    row("entities", "<!DOCTYPE svg [<!ENTITY a \"b\"><!ENTITY c \"&a;&a;\">]><svg>&c;</svg>", "entities");
    std::string deep, end;
    for (int i = 0; i < 5'000; ++i) {
      deep += "<g>";
      end += "</g>";
    }
    row("deep", svg(deep + "<rect width='1' height='1'/>" + end), "64 deep");
    row("transform", svg("<g transform='wobble(3)'/>"), "transform that is none");
    row("transform without end", svg("<g transform='rotate(3'/>"), "transform that is none");
    row("transform of too many numbers", svg("<g transform='scale(1 2 3)'/>"), "transform that is none");
    row("path", svg("<path d='M 1 2 L banana'/>"), "path that is none");
    row("path without start", svg("<path d='L 1 2'/>"), "path that is none");
    row("path after its end", svg("<path d='M0 0L5 5Z 3 4'/>"), "path that is none");
    row("points", svg("<polygon points='1,2 3,x'/>"), "no number");
    row("nan", svg("<polygon points='nan,2 3,4'/>"), "no number");
    row("huge", svg("<polygon points='1e300,2 3,4 5,6'/>"), "100 m");
    std::string many = "<polyline points='";
    for (int i = 0; i < 2'000'002; ++i) many += "1 1 ";
    row("millions of points", svg(many + "'/>"), "2 million points");
  }
  void badDrawingsAreRefusedInASentence() {
    QFETCH(QByteArray, text);
    QFETCH(QByteArray, says);
    const QByteArray said = refusal(text.toStdString());
    QVERIFY2(said.contains(says), said.constData());
    QVERIFY(said.endsWith('.') && !said.contains('\n'));
  }
  void badGeoJsonIsRefusedInASentence() {
    for (const char* text : {"", "[]", "{}", R"({"type":"FeatureCollection","features":[3]})",
                             R"({"type":"FeatureCollection","features":[{"geometry":{"type":"Polygon",
                                 "coordinates":[[[0,0],[30,0],[30,30],[0,0]]]}},3]})",
                             R"({"type":"Polygon","coordinates":[[[0,0],["a",1],[2,2]]]})",
                             R"({"type":"Polygon","coordinates":7})",
                             R"({"type":"Polygon","coordinates":[[[0,0],[1e9,1],[2,2]]]})",
                             R"({"type":"Polygon","coordinates":[[[0,0],[1,1],[2,2]]]})",
                             R"({"type":"FeatureCollection","features":[]})"}) {
      const auto made = importLayoutText(support::library(), text, ".geojson", "In");
      QVERIFY2(!made, text);
      QVERIFY2(QByteArray::fromStdString(clathra::said(made.error())).endsWith('.'), text);
    }
  }
  void outAndInAgainKeepsPiecesSeamsAndCloths() {
    Project p =
        support::project(support::recipe("hexagon-square-triangle", 25.4, 4, 4, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "paint"}, {"shape", "hexagon"}, {"cloth", "B"}});
    const auto made = imported(piecesGeoJson(p).dump(), ".geojson");
    QCOMPARE(made.project.layout->size(), p.layout->size());
    // As a file it may bear either name.
    const QTemporaryDir folder;
    for (const char* name : {"pieces.geojson", "PIECES.JSON"}) {
      const std::string file = folder.filePath(name).toStdString();
      std::ofstream(file) << piecesGeoJson(p).dump();
      const auto read = importLayout(support::library(), file);
      QVERIFY2(read && read->project.layout->size() == p.layout->size(), name);
    }
    const auto was = geometryOf(p.layout), is = geometryOf(made.project.layout);
    QCOMPARE(is->seams.seams.size(), was->seams.seams.size());
    COMPARE_TO(is->seams.seamLength, was->seams.seamLength, 1e-3);
    COMPARE_TO(is->area, was->area, 1e-3);
    QCOMPARE(made.healing.moved, 0);
    QCOMPARE(Tally(made.project).count(*findCloth(made.project, "B")), Tally(p).count(*findCloth(p, "B")));
    QCOMPARE(Tally(made.project).kinds(), Tally(p).kinds());
    COMPARE_TO(made.project.recipe.edge.mm(), 25.4, 1e-3);
  }
  void smallMissesAreBroughtTogetherAndReported() {
    const Layout clean = support::layout(support::recipe("octagon-square", 30, 4, 3));
    unsigned seed = 7;
    const auto shake = [&seed] {
      seed = seed * 1664525U + 1013904223U;
      return (double(seed >> 8) / double(1U << 24) - 0.5) * 0.3;
    };
    std::string text;
    for (std::size_t i = 0; i < clean.size(); ++i) {
      text += "<polygon points='";
      for (const Point c : clean.outline(i))
        text += std::to_string(c.x + shake()) + "," + std::to_string(c.y + shake()) + " ";
      text += "'/>";
    }
    const std::string drawn = svg(text);
    const SeamGraph wanted = buildSeams(clean);
    const auto raw = imported(drawn, ".svg", 0);
    QVERIFY(buildSeams(*raw.project.layout).seams.size() < wanted.seams.size());  // spoiled: corners miss
    const auto healed = imported(drawn);
    const SeamGraph seams = buildSeams(*healed.project.layout);
    QCOMPARE(seams.seams.size(), wanted.seams.size());
    COMPARE_TO(seams.seamLength, wanted.seamLength, wanted.seamLength * 0.01);
    QVERIFY(healed.healing.moved > int(clean.size()));
    QVERIFY(healed.healing.farthest > 0.05 && healed.healing.farthest < 0.3);
    QVERIFY(support::says(importReport(healed).front(), "import-moved"));
  }
  void cornersBesideAnEdgeAreLaidOnIt() {
    std::vector<Polygon> outlines{{{0, 0}, {40, 0}, {40, 20}, {0, 20}},
                                  {{0, 20.2}, {20, 20.1}, {20, 40}, {0, 40}},
                                  {{20, 19.9}, {40, 20.2}, {40, 40}, {20, 40}}};
    const Healing h = heal(outlines, 0.5);
    QVERIFY(h.moved > 0 && h.farthest < 0.3);
    std::vector<Point> corners;
    std::vector<OutlineRef> refs;
    for (const Polygon& p : outlines) {
      refs.push_back({std::uint32_t(corners.size()), std::uint16_t(p.size())});
      corners.insert(corners.end(), p.begin(), p.end());
    }
    const SeamGraph seams = buildSeams(corners, refs);
    QCOMPARE(seams.seams.size(), std::size_t(3));
    COMPARE_TO(seams.seamLength, 60, 0.3);
  }
  void realGapsStay() {
    std::vector<Polygon> apart{{{0, 0}, {20, 0}, {20, 20}, {0, 20}}, {{21, 0}, {41, 0}, {41, 20}, {21, 20}}};
    const auto before = apart;
    QCOMPARE(heal(apart, 0.5).moved, 0);
    QVERIFY(apart == before);
    // Nor does a small piece lose a side.
    std::vector<Polygon> small{{{0, 0}, {1.2, 0}, {1.2, 1.2}, {0, 1.2}}};
    heal(small, 5);
    QCOMPARE(small.front().size(), std::size_t(4));
    COMPARE_TO(area(small.front()), 1.44, 1e-9);
  }
  void dxfHoldsEveryPieceClosedAndTheRightWayUp() {
    Project p = support::project(support::recipe("kites", 30, 2, 2));
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {1}}, {"cloth", "C"}});
    const QStringList lines = QString::fromStdString(layoutDxf(p)).split('\n');
    QCOMPARE(lines.size() % 2, 1);  // pairs of a code and a value, and the end of the last line
    int polylines = 0, closed = 0;
    QVector<QPointF> vertices;
    QString entity;
    double x = 0;
    QSet<QString> layers;
    for (int i = 0; i + 1 < lines.size(); i += 2) {
      const int code = lines[i].toInt();
      const QString value = lines[i + 1];
      if (code == 0) {
        entity = value;
        polylines += value == "POLYLINE";
      }
      if (code == 70 && entity == "POLYLINE") closed += value == "1";
      if (code == 8) layers << value;
      if (entity != "VERTEX") continue;
      if (code == 10) x = value.toDouble();
      if (code == 20) vertices << QPointF(x, value.toDouble());
    }
    QCOMPARE(polylines, int(p.layout->size()));
    QCOMPARE(closed, polylines);
    std::vector<Point> corners;
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      corners.insert(corners.end(), p.layout->outline(i).begin(), p.layout->outline(i).end());
    QCOMPARE(vertices.size(), int(corners.size()));
    for (int i = 0; i < vertices.size(); ++i) {
      COMPARE_TO(vertices[i].x(), corners[std::size_t(i)].x, 1e-5);
      COMPARE_TO(vertices[i].y(), -corners[std::size_t(i)].y, 1e-5);
    }
    QCOMPARE(layers, (QSet<QString>{"NO_CLOTH", "CLOTH_C"}));
  }
  void fillsBecomeClothsAndNearOnesAreJoinedOnRequest() {
    // Unequal sizes; one fill from the group, one by style over an attribute, one none, two shades of one.
    const LayoutImport made = imported(svg(
        R"(<g fill="#204060"><rect x="0" y="0" width="40" height="60"/>)"
        R"(<rect x="40" y="0" width="60" height="60" style="stroke:#000; fill: #c02010" fill="#00ff00"/></g>)"
        R"svg(<rect x="0" y="60" width="30" height="20" fill="rgb(34, 66, 97)"/>)svg"
        R"(<polygon points="30,60 100,60 100,80 30,80" fill="none"/>)"));
    const Project& p = made.project;
    QCOMPARE(p.layout->size(), std::size_t(4));
    QCOMPARE(p.cloths.size(), std::size_t(3));
    const auto colourAt = [&](double x, double y) -> std::optional<Rgb> {
      for (std::size_t i = 0; i < p.layout->size(); ++i)
        if (contains(p.layout->outline(i), {x, y})) {
          const Cloth* c = clothById(p, p.painting[i]);
          return c ? std::optional(c->colour) : std::nullopt;
        }
      return Rgb{1, 2, 3};
    };
    QVERIFY(colourAt(20, 30) == (Rgb{0x20, 0x40, 0x60}));
    QVERIFY(colourAt(70, 30) == (Rgb{0xc0, 0x20, 0x10}));
    QVERIFY(colourAt(15, 70) == (Rgb{34, 66, 97}));
    QVERIFY(!colourAt(60, 70));
    // The first blue is the commoner? One piece each: the one that came first stands for both.
    const Project joined = support::edited(p, {{"edit", "joinNearCloths"}});
    QCOMPARE(joined.cloths.size(), std::size_t(2));
    QVERIFY(joined.cloths[0].colour == (Rgb{0x20, 0x40, 0x60}));
    int wear = 0;
    for (std::size_t i = 0; i < 4; ++i) wear += joined.painting[i] == joined.cloths[0].id;
    QCOMPARE(wear, 2);
    QVERIFY(!support::refusal(joined, {{"edit", "joinNearCloths"}}).empty());
    // Its own outline is its natural finishing line where that is a rectangle.
    const Project cut = support::edited(p, {{"edit", "setSides"}, {"sides", "slice"}});
    COMPARE_TO(cut.layout->finished.width(), 100, 1e-6);
    COMPARE_TO(cut.layout->finished.height(), 80, 1e-6);
    QCOMPARE(cut.layout->size(), std::size_t(4));
  }
  void unlikeColoursStayAndLightnessIsNotAll() {
    // Worked with the formulas of CIE 1976: red and green of one lightness are far apart.
    COMPARE_TO(colourDistance({255, 255, 255}, {0, 0, 0}), 100, 0.1);
    QVERIFY(colourDistance({200, 30, 30}, {40, 110, 40}) > 60);
    QVERIFY(colourDistance({32, 64, 96}, {34, 66, 97}) < 2.3);
    // A chain of shades: each goes with the commonest that is near, not on through its neighbours.
    const auto with = nearColours({{0, 0, 0}, {20, 20, 20}, {40, 40, 40}}, {5, 1, 9}, 9);
    QCOMPARE(with[2], std::size_t(2));
    QCOMPARE(with[0], std::size_t(0));
    QVERIFY(with[1] == 0 || with[1] == 2);
  }
  void aHundredIrregularPiecesComeWithTheirClothsAndAreSliced() {
    // A field of 10 by 10 quadrilaterals whose inner corners are moved about; five colours.
    std::string drawn;
    const auto corner = [](int x, int y) {
      const bool inner = x > 0 && x < 10 && y > 0 && y < 10;
      return std::pair(x * 20 + (inner ? (x * 7 + y * 3) % 7 - 3.0 : 0),
                       y * 15 + (inner ? (x * 5 + y * 11) % 5 - 2.0 : 0));
    };
    const char* colours[] = {"#102030", "#a03020", "#e0d090", "#306040", "#c0c0c8"};
    for (int y = 0; y < 10; ++y)
      for (int x = 0; x < 10; ++x) {
        drawn += "<polygon points='";
        for (const auto& [cx, cy] : {corner(x, y), corner(x + 1, y), corner(x + 1, y + 1), corner(x, y + 1)})
          drawn += std::to_string(cx) + "," + std::to_string(cy) + " ";
        drawn += std::string("' fill='") + colours[(x * 3 + y) % 5] + "'/>";
      }
    const LayoutImport made = imported(svg(drawn, R"(width="200mm" height="150mm" viewBox="0 0 200 150")"));
    QCOMPARE(made.project.layout->size(), std::size_t(100));
    QCOMPARE(made.project.cloths.size(), std::size_t(5));
    QVERIFY(soundness(*made.project.layout, buildSeams(*made.project.layout)).sound());
    Project p = support::edited(made.project, {{"edit", "setLine"}, {"box", {7, 5, 195, 140}}});
    p = support::edited(p, {{"edit", "setSides"}, {"sides", "slice"}});
    QCOMPARE(p.layout->size(), std::size_t(100));
    COMPARE_TO(p.layout->finished.width(), 188, 1e-6);
    COMPARE_TO(p.layout->finished.height(), 135, 1e-6);
    for (std::size_t i = 0; i < 100; ++i) QVERIFY(p.painting[i] != kNoCloth);
  }
  void overlapsAreSaidAtTheImport() {
    const LayoutImport clean =
        imported(svg("<rect width='20' height='30'/><rect x='20' width='20' height='30'/>"));
    QCOMPARE(clean.overlapping, 0);
    QVERIFY(importReport(clean).empty());
    // The second lies 2 mm into the first; the third by itself.
    const LayoutImport over =
        imported(svg("<rect width='20' height='30'/><rect x='18' width='20' height='30'/><rect x='90' "
                     "width='9' height='9'/>"));
    QCOMPARE(over.overlapping, 2);
    QVERIFY(support::says(importReport(over).front(), "import-overlaps"));
  }
};

CLATHRA_TEST(ExchangeTest, "exchange")
#include "exchange.moc"
