// Files for cutting machines, and the stand-in cutter that reads them.
#include "exchange/cut_file.hpp"

#include <QRegularExpression>
#include <sstream>

#include "exchange/practice_cutter.hpp"
#include "exchange/svg_reader.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

const Page& a4() {
  return standardPages().front();
}

SheetPlan sheetsOf(const Project& p, double gap) {
  SheetOptions o{a4(), MarkedSide::Back, false};
  o.gap = gap;
  return *planSheets(p, o);
}

std::string svgOf(const CutPage& page) {
  return "<svg xmlns='http://www.w3.org/2000/svg' width='210mm' height='297mm' viewBox='0 0 210 297'>" +
         cutSvgGroup(page) + "<g id='marks'><path d='M1 1 L5 5'/></g></svg>";
}

CutterReport cutterOn(const std::string& text, const char* suffix, CutterMat mat = {210, 297}) {
  const auto report = practiseCutting(text, suffix, mat);
  if (!report) qWarning("%s", said(report.error()).c_str());
  return report.value_or(CutterReport{});
}

/// Closed paths of straight lines, read by a reader that knows nothing else.
std::vector<Polygon> pathsOf(const std::string& group) {
  std::vector<Polygon> out;
  static const QRegularExpression path(QStringLiteral("<path d=\"([^\"]*)\"/>")),
      corner(QStringLiteral("[ML]([-0-9.]+) ([-0-9.]+)"));
  for (auto it = path.globalMatch(QString::fromStdString(group)); it.hasNext();) {
    const QString d = it.next().captured(1);
    if (!d.endsWith("Z")) continue;
    out.emplace_back();
    for (auto c = corner.globalMatch(d); c.hasNext();) {
      const auto m = c.next();
      out.back().push_back({m.captured(1).toDouble(), m.captured(2).toDouble()});
    }
  }
  return out;
}

/// Entities between the least of what a DXF needs.
std::string dxfOf(const std::string& entities) {
  return "0\nSECTION\n2\nENTITIES\n" + entities + "0\nENDSEC\n0\nEOF\n";
}
std::string squareDxf(double x, double y, double side, bool closed = true, const char* layer = "CUT") {
  std::ostringstream out;
  out << "0\nLWPOLYLINE\n8\n" << layer << "\n90\n4\n70\n" << (closed ? 1 : 0) << "\n";
  for (const auto& [dx, dy] : {std::pair(0, 0), std::pair(1, 0), std::pair(1, 1), std::pair(0, 1)})
    out << "10\n" << x + dx * side << "\n20\n" << y + dy * side << "\n";
  return out.str();
}

}  // namespace

class CutFilesTest : public QObject {
  Q_OBJECT
 private slots:
  /// With a kerf each path is moved out by half of it; read back, cut by a line so wide, the paper is true.
  void theKerfIsTakenOff() {
    for (const char* id : {"squares", "kites", "clamshells"}) {
      const Project p = support::project(support::recipe(id, 40, 3, 2));
      const CutWishes wishes{0.6, false};
      const SheetPlan plan = sheetsOf(p, gapFor(wishes, 0));
      QVERIFY(plan.gap > 0.6);
      for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
        const auto cuts = sheetCuts(*p.layout, plan, s, wishes);
        QVERIFY(cuts.has_value());
        QCOMPARE(cuts->closed.size(), plan.sheets[s].papers.size());
        QVERIFY(cuts->open.empty());
        for (std::size_t i = 0; i < cuts->closed.size(); ++i) {
          const Polygon& paper = plan.sheets[s].papers[i].outline;
          const Polygon& path = cuts->closed[i];
          // Clamshells have hollow arcs that grow smaller and tips that are blunted.
          for (std::size_t k = 0; path.size() == paper.size() && k < path.size(); ++k) {
            const Point a = paper[k], b = paper[(k + 1) % paper.size()],
                        middle = 0.5 * (path[k] + path[(k + 1) % path.size()]);
            const double off = std::abs(cross((1 / distance(a, b)) * (b - a), middle - a));
            COMPARE_TO(off, 0.3, 0.01);
          }
          QVERIFY(path.size() == paper.size() || QByteArray(id) == "clamshells");
          COMPARE_TO(area(path) - area(paper), 0.3 * perimeter(paper), 0.05 * perimeter(paper));
        }
        QVERIFY(cutterOn(cutDxf(*cuts), ".dxf").sound());
        QVERIFY(cutterOn(svgOf(*cuts), ".svg").sound());
      }
    }
    const Project p = support::project(support::recipe("squares", 40, 3, 2));
    const SheetPlan near = sheetsOf(p, 0);
    QVERIFY(support::says(sheetCuts(*p.layout, near, 0, {0.3, false}).error(), "kerf-wants-gap"));
    QVERIFY(support::says(sheetCuts(*p.layout, near, 0, {0.3, true}).error(), "kerf-and-shared"));
    QVERIFY(support::says(sheetCuts(*p.layout, near, 0, {7, false}).error(), "kerf-range"));
    QVERIFY(support::says(sheetCuts(*p.layout, near, 0, {-1, false}).error(), "kerf-range"));
  }
  /// By hand: 3 by 2 squares of 40 that touch: three level lines of 120 and four upright ones of 80 are
  /// 680 mm, where the six squares by themselves are 960.
  void sharedLinesAreCutOnce() {
    const Project p = support::project(support::recipe("squares", 40, 4, 6));
    const SheetPlan plan = sheetsOf(p, 0);
    const auto apart = sheetCuts(*p.layout, plan, 0, {});
    const auto once = sheetCuts(*p.layout, plan, 0, {0, true});
    QCOMPARE(apart->closed.size(), std::size_t(24));
    QVERIFY(once->closed.empty());
    // 4 by 6: seven level lines of 160 and five upright ones of 240.
    QCOMPARE(once->open.size(), std::size_t(12));
    const CutterReport twice = cutterOn(cutDxf(*apart), ".dxf"), single = cutterOn(cutDxf(*once), ".dxf");
    COMPARE_TO(twice.length, 24 * 160, 0.01);
    COMPARE_TO(single.length, 7 * 160 + 5 * 240, 0.01);
    COMPARE_TO(twice.twice, 24 * 160 - (7 * 160 + 5 * 240), 0.01);
    QVERIFY(!twice.doubled.empty() && single.doubled.empty());
    QCOMPARE(single.open.size(), std::size_t(12));
    // Of a triangle of sixteen: four lines each of three ways, 1 to 4 edges long.
    SheetPlan slanted = plan;
    std::vector<SheetPaper>& papers = slanted.sheets.front().papers;
    papers.resize(16);
    const double e = 23.7, h = e * std::sqrt(3.0) / 2;
    std::size_t next = 0;
    for (int row = 0; row < 4; ++row)
      for (int i = 0; i <= 2 * row; ++i) {
        const double x = (i - row) * e / 2, y = row * h;
        const Polygon up{{x, y}, {x + e / 2, y + h}, {x - e / 2, y + h}},
            down{{x - e / 2, y}, {x + e / 2, y}, {x, y + h}};
        papers[next++].outline = placed(i % 2 == 0 ? up : down, Angle::degrees(7), false, {91.3, 40.1});
      }
    const auto three = sheetCuts(*p.layout, slanted, 0, {0, true});
    QCOMPARE(three->open.size(), std::size_t(12));
    COMPARE_TO(cutterOn(cutDxf(*three), ".dxf").length, 3 * (1 + 2 + 3 + 4) * e, 0.01);
    // A kerf too: papers lie exactly that far apart, and the line between two is cut in its middle.
    const CutWishes both{0.5, true};
    COMPARE_TO(gapFor(both, 3), 0.5, 0);
    const SheetPlan spread = sheetsOf(p, gapFor(both, 3));
    const auto cut = sheetCuts(*p.layout, spread, 0, both);
    QVERIFY(cut.has_value());
    QCOMPARE(cut->open.size(), std::size_t(12));
    COMPARE_TO(cutterOn(cutDxf(*cut), ".dxf").length, 7 * (4 * 40.5) + 5 * (6 * 40.5), 0.02);
    // Arcs that two clamshells share are one path.
    const Project shells = support::project(support::recipe("clamshells", 60, 3, 3));
    SheetOptions block{standardPages()[3], MarkedSide::Front, false};
    block.block = true;
    const SheetPlan whole = *planSheets(shells, block);
    const auto arcs = sheetCuts(*shells.layout, whole, 0, {0, true});
    QVERIFY(arcs.has_value());
    QVERIFY(cutterOn(cutDxf(*arcs), ".dxf", {297, 420}).doubled.empty());
    QVERIFY(!cutterOn(cutDxf(*sheetCuts(*shells.layout, whole, 0, {})), ".dxf", {297, 420}).doubled.empty());
  }
  /// SVG and DXF of a sheet agree with it to a hundredth of a millimetre.
  void svgAndDxfAreTrue() {
    for (const char* id : {"hexagons", "kites", "hexagon-square-triangle", "octagon-square"}) {
      const Project p = support::project(support::recipe(id, 31, 4, 4));
      const SheetPlan plan = sheetsOf(p, 0);
      for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
        const CutPage cuts = *sheetCuts(*p.layout, plan, s, {});
        const auto paths = pathsOf(cutSvgGroup(cuts));
        const CutterReport dxf = cutterOn(cutDxf(cuts), ".dxf");
        QCOMPARE(dxf.paths.size(), plan.sheets[s].papers.size());
        QCOMPARE(paths.size(), plan.sheets[s].papers.size());
        // The reader of drawings of others sees the same paths, and which layer they are on.
        const auto drawing = readSvg(svgOf(cuts));
        QCOMPARE(std::count_if(drawing->lines.begin(), drawing->lines.end(),
                               [](const SvgLine& l) { return l.layer == "cut" && l.closed; }),
                 std::ptrdiff_t(paths.size()));
        for (std::size_t i = 0; i < paths.size(); ++i) {
          const Polygon& paper = plan.sheets[s].papers[i].outline;
          QVERIFY(dxf.paths[i].closed);
          QCOMPARE(paths[i].size(), paper.size());
          for (std::size_t k = 0; k < paper.size(); ++k) {
            QVERIFY(distance(paths[i][k], paper[k]) < 0.01);
            QVERIFY(distance(dxf.paths[i].points[k], paper[k]) < 0.01);
          }
        }
      }
    }
  }
  void windowsAreCutBeforeTheOutlinesRoundThem() {
    const Project p = support::project(support::recipe("kites", 40, 3, 2));
    TemplateOptions o;
    o.page = a4();
    o.gap = gapFor({0.2, false}, 0);
    const auto plan = planTemplates(p, o);
    const auto cuts = templateCuts(*plan, 0, {0.2, false});
    QVERIFY(cuts.has_value());
    const CutterReport report = cutterOn(cutDxf(*cuts), ".dxf");
    QVERIFY2(report.sound(), qPrintable(QString::number(report.outsideFirst.size())));
    // A window is cut smaller, so that its hole is true.
    std::size_t i = 0;
    for (const ClothTemplate& t : plan->pages[0].templates) {
      if (t.window) QVERIFY(area(cuts->closed[i++]) < area(t.inner));
      QVERIFY(area(cuts->closed[i++]) > area(t.outer));
    }
    // Turned about, the machine would lose hold of the window.
    CutPage wrong = *cuts;
    std::reverse(wrong.closed.begin(), wrong.closed.end());
    QVERIFY(!cutterOn(cutDxf(wrong), ".dxf").outsideFirst.empty());
  }
  /// A file of others, with one of each fault, and its time by hand.
  void thePracticeCutterFindsWhatIsWrong() {                 // guarantees 1 and 2 of practice_cutter.hpp
    const std::string file = dxfOf(squareDxf(10, -60, 50) +  // 1: from (10, 10) to (60, 60)
                                   squareDxf(20, -40, 10) +  // 2: inside 1, and after it
                                   squareDxf(60, -60, 50) +  // 3: shares a side with 1
                                   squareDxf(100, -110, 20, false) +     // 4: open
                                   squareDxf(195, -290, 40) +            // 5: off the mat to the right
                                   squareDxf(5, -290, 5, true, "Marks")  // not cut
    );
    const CutterMat mat{210, 297, 40, 120, 0.4};
    const CutterReport r = cutterOn(file, ".dxf", mat);
    QCOMPARE(r.paths.size(), std::size_t(5));
    QCOMPARE(r.open, (std::vector<std::size_t>{3}));
    QCOMPARE(r.doubled, (std::vector<std::size_t>{2}));
    COMPARE_TO(r.twice, 50, 1e-6);
    QCOMPARE(r.offMat, (std::vector<std::size_t>{4}));
    QCOMPARE(r.outsideFirst, (std::vector<std::pair<std::size_t, std::size_t>>{{0, 1}}));
    COMPARE_TO(r.length, 200 + 40 + 200 + 60 + 160, 1e-6);
    // From the mat's corner to each path's beginning, and from each one's end.
    const double travel = std::hypot(10, 60) + distance({10, 60}, {20, 40}) + distance({20, 40}, {60, 60}) +
                          distance({60, 60}, {100, 110}) + distance({100, 90}, {195, 290});
    COMPARE_TO(r.travel, travel, 1e-6);
    COMPARE_TO(r.seconds, 660 / 40.0 + travel / 120 + 5 * 0.8, 1e-6);
    const auto faults = cutterFaults(r);
    QCOMPARE(faults.size(), std::size_t(4));
    QCOMPARE(support::text(cutterFaults(cutterOn(dxfOf(squareDxf(10, -60, 50)), ".dxf"))[0].id),
             QByteArray("cutter-sound"));
    // With y from the lower left corner, as machines have it.
    const CutterReport low = cutterOn(dxfOf(squareDxf(10, 237, 50)), ".dxf", mat);
    COMPARE_TO(bounds(low.paths[0].points).top, 10, 1e-9);
    QVERIFY(low.sound());
  }
  void thePracticeCutterReadsOtherEntities() {
    // Two lines and a half circle round an open stadium; a circle; an arc as a bulge.
    const CutterReport r =
        cutterOn(dxfOf("0\nLINE\n8\n0\n10\n20\n20\n-20\n11\n60\n21\n-20\n"
                       "0\nCIRCLE\n8\n0\n10\n100\n20\n-100\n40\n15\n"
                       "0\nARC\n8\n0\n10\n60\n20\n-30\n40\n10\n50\n270\n51\n90\n"
                       "0\nPOLYLINE\n8\nCUT\n66\n1\n70\n1\n0\nVERTEX\n8\nCUT\n10\n20\n20\n-200\n42\n1\n"
                       "0\nVERTEX\n8\nCUT\n10\n40\n20\n-200\n42\n1\n0\nSEQEND\n8\nCUT\n"
                       "0\nTEXT\n8\nCUT\n10\n5\n20\n-5\n40\n3\n1\nhello\n"),
                 ".dxf");
    QCOMPARE(r.paths.size(), std::size_t(4));
    QVERIFY(!r.paths[0].closed && r.paths[1].closed && !r.paths[2].closed && r.paths[3].closed);
    const Box circle = bounds(r.paths[1].points), bulged = bounds(r.paths[3].points);
    COMPARE_TO(circle.width(), 30, 0.1);
    COMPARE_TO(circle.top, 85, 0.1);
    // A circle of 20 round (30, 200) in two halves.
    COMPARE_TO(bulged.width(), 20, 0.1);
    COMPARE_TO(bulged.top, 190, 0.1);
    COMPARE_TO(bulged.bottom, 210, 0.1);
    const Box half = bounds(r.paths[2].points);
    COMPARE_TO(half.left, 60, 1e-6);
    COMPARE_TO(half.right, 70, 0.05);
    QCOMPARE(r.open.size(), std::size_t(2));
  }
  void badFilesAreRefusedInASentence() {
    const CutterMat mat{210, 297};
    const auto id = [&](const std::string& text, const char* suffix, CutterMat on = {210, 297}) {
      const auto r = practiseCutting(text, suffix, on);
      return r ? QByteArray("read") : QByteArray::fromStdString(r.error().message.id);
    };
    QCOMPARE(id("", ".dxf"), QByteArray("no-dxf-file"));
    QCOMPARE(id("hello\nthere\n", ".dxf"), QByteArray("no-dxf-file"));
    const std::string good = dxfOf(squareDxf(10, -60, 50));
    QCOMPARE(id(good, ".dxf"), QByteArray("read"));
    QCOMPARE(id(good.substr(0, good.size() - 9), ".dxf"), QByteArray("no-dxf-file"));  // cut off
    std::string broken = good;
    broken.replace(broken.find("-60"), 3, "abc");
    QCOMPARE(id(broken, ".dxf"), QByteArray("no-dxf-file"));
    QCOMPARE(id(dxfOf(""), ".dxf"), QByteArray("cutter-nothing"));
    QCOMPARE(id(good, ".plt"), QByteArray("cutter-suffix"));
    QVERIFY(id("<p>no drawing</p>", ".svg") != QByteArray("read"));
    QCOMPARE(id(good, ".dxf", {10, 297}), QByteArray("cutter-mat"));
    QCOMPARE(id(good, ".dxf", {210, 297, 0}), QByteArray("cutter-speed"));
    QCOMPARE(id(dxfOf(squareDxf(1e9, 0, 5)), ".dxf"), QByteArray("no-dxf-file"));
    for (const auto& m : cutterFaults(*practiseCutting(good, ".dxf", mat)))
      QVERIFY(QString::fromStdString(said(m)).endsWith('.'));
  }
};

CLATHRA_TEST(CutFilesTest, "cut_files")
#include "cut_files.moc"
