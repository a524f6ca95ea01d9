// Scans from the stand-in scanner: it knows what lies where.
#include "paper/scan.hpp"

#include <random>

#include "image/practice_scan.hpp"
#include "paper/outline_fit.hpp"
#include "registry.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

struct Truth {
  std::string shape;
  int hand = 0;
  double edge = 0;
  Polygon outline;  // as it lies on the picture
};

const std::vector<const char*> kTen{"hexagon",
                                    "diamond60",
                                    "triangle60",
                                    "square",
                                    "kite",
                                    "jewel",
                                    "octagon",
                                    "half-hexagon-point-cut",
                                    "triangle-30-60-90",
                                    "clamshell"};

/// Papers of ten families at random sizes, turns and hands, apart from each other.
std::vector<Truth> scattered(std::mt19937& random, const PracticeScan& scan, int rows, int columns,
                             std::vector<PaperOnGlass>& glass) {
  std::vector<Truth> out;
  std::uniform_real_distribution<double> share(0, 1);
  const double w = scan.width / columns, h = scan.height / rows, cell = std::min(w, h);
  for (int r = 0; r < rows; ++r)
    for (int c = 0; c < columns; ++c) {
      Truth t;
      const std::size_t which = std::size_t(r * columns + c) % kTen.size();
      const auto family = familyOutline(kTen[which]);
      if (!family) qFatal("no family %s", kTen[which]);
      double reach = 0;
      for (const Point p : *family) reach = std::max(reach, length(p));
      t.shape = kTen[which];
      t.edge = cell * (0.28 + 0.14 * share(random)) / reach;
      const bool mirrored = share(random) < 0.5;
      const Polygon sized = placed(scaled(*family, t.edge), {}, mirrored, {});
      t.hand = handOf(sized);
      const Point at{(c + 0.5) * w + (share(random) - 0.5) * 0.06 * cell,
                     (r + 0.5) * h + (share(random) - 0.5) * 0.06 * cell};
      const Polygon lies = placed(sized, Angle::degrees(360 * share(random)), false, at);
      glass.push_back({lies, 0.55 + 0.3 * share(random)});
      t.outline = onGlass(lies, scan);
      out.push_back(std::move(t));
    }
  return out;
}

Raster picture(const std::vector<PaperOnGlass>& papers, const PracticeScan& scan) {
  auto made = practiceScan(papers, scan);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}
std::vector<ScannedPaper> scanned(const Raster& r, double dpi, const std::vector<ScanShape>& shapes) {
  auto made = scanPapers(r, dpi, shapes);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}

struct Errors {
  int missed = 0, misnamed = 0, more = 0;
  std::vector<double> edges;
  double median() {
    std::sort(edges.begin(), edges.end());
    return edges.empty() ? 1e9 : edges[edges.size() / 2];
  }
  double worst() const { return edges.empty() ? 1e9 : *std::max_element(edges.begin(), edges.end()); }
};

void compare(const std::vector<Truth>& truth, const std::vector<ScannedPaper>& found, Errors& errors) {
  std::size_t used = 0;
  for (const Truth& t : truth) {
    const Point at = centroid(t.outline);
    const auto p = std::find_if(found.begin(), found.end(),
                                [&](const ScannedPaper& s) { return distance(s.at, at) < 2; });
    if (p == found.end()) {
      ++errors.missed;
      continue;
    }
    ++used;
    if (p->shape != t.shape || p->hand != t.hand) {
      ++errors.misnamed;
      qInfo("%s %d named %s %d", t.shape.c_str(), t.hand, p->shape.c_str(), p->hand);
      continue;
    }
    errors.edges.push_back(std::abs(p->edge - t.edge));
    // Each side as it was measured, wherever the list begins.
    std::vector<double> sides;
    for (const OutlineEdge& e : edgesOf(t.outline)) sides.push_back(e.length);
    double best = 1e9;
    if (sides.size() == p->edges.size())
      for (std::size_t shift = 0; shift < sides.size(); ++shift) {
        double worst = 0;
        for (std::size_t i = 0; i < sides.size(); ++i)
          worst = std::max(worst, std::abs(sides[(i + shift) % sides.size()] - p->edges[i]));
        best = std::min(best, worst);
      }
    errors.edges.push_back(best);
    // And it lies where it lies.
    for (const Point c : p->outline) {
      double near = 1e9;
      for (const Point q : t.outline) near = std::min(near, distance(c, q));
      if (near > 0.5) qInfo("%s lies %.2f mm off", t.shape.c_str(), near);
    }
  }
  errors.more += static_cast<int>(found.size() - used);
}

}  // namespace

class ScanTest : public QObject {
  Q_OBJECT
 private slots:
  void papersAreNamedAndMeasured_data() {
    QTest::addColumn<bool>("hard");
    QTest::addColumn<bool>("darkPapers");
    QTest::newRow("clean") << false << false;
    QTest::newRow("dark papers on light ground") << false << true;
    QTest::newRow("tilted, noisy, uneven, with shadows") << true << false;
    QTest::newRow("all of it, dark on light") << true << true;
  }
  void papersAreNamedAndMeasured() {  // guarantees 1 and 2 of scan.hpp
    QFETCH(bool, hard);
    QFETCH(bool, darkPapers);
    std::mt19937 random(hard ? 7 : 3);
    Errors errors;
    for (int page = 0; page < (hard ? 2 : 1); ++page) {
      PracticeScan scan;
      scan.seed = static_cast<std::uint32_t>(page + 11);
      scan.ground = darkPapers ? 0.85 : 0.06;
      if (hard) {
        scan.tilt = Angle::degrees(page == 0 ? 2.3 : -1.4);
        scan.noise = 3;
        scan.unevenness = 0.25;
        scan.shadow = 0.4;
      }
      std::vector<PaperOnGlass> glass;
      const auto truth = scattered(random, scan, 5, 4, glass);
      if (darkPapers)
        for (PaperOnGlass& p : glass) p.light = 0.05 + 0.1 * (p.light - 0.55) / 0.3;
      compare(truth, scanned(picture(glass, scan), scan.dpi, familiesForScan()), errors);
    }
    qInfo("median %.4f worst %.4f", errors.median(), errors.worst());
    QCOMPARE(errors.missed, 0);
    QCOMPARE(errors.misnamed, 0);
    QCOMPARE(errors.more, 0);
    QVERIFY2(errors.median() <= (hard ? 0.06 : 0.02), qPrintable(QString::number(errors.median())));
    QVERIFY2(errors.worst() <= (hard ? 0.15 : 0.06), qPrintable(QString::number(errors.worst())));
  }
  /// Of two sizes in one project that differ by half a millimetre each paper gets its own.
  void twinsAreToldApart() {
    std::vector<ScanShape> shapes;
    for (const double edge : {25.0, 25.5})
      shapes.push_back({edge == 25 ? "small" : "large", "hexagon", 0, scaled(*familyOutline("hexagon"), edge),
                        edge, false});
    PracticeScan scan;
    scan.noise = 2;
    scan.tilt = Angle::degrees(0.7);
    std::vector<PaperOnGlass> glass;
    for (int i = 0; i < 8; ++i)
      glass.push_back({placed(shapes[std::size_t(i % 2)].outline, Angle::degrees(11.0 * i), false,
                              {40.0 + 60 * (i % 3), 50.0 + 70 * (i / 3)}),
                       0.7});
    const auto found = scanned(picture(glass, scan), 300, shapes);
    QCOMPARE(found.size(), std::size_t(8));
    for (int i = 0; i < 8; ++i) {
      const Point at = centroid(onGlass(glass[std::size_t(i)].outline, scan));
      const auto p =
          std::find_if(found.begin(), found.end(), [&](const auto& s) { return distance(s.at, at) < 1; });
      QVERIFY(p != found.end());
      QCOMPARE(p->shape, std::string(i % 2 ? "large" : "small"));
      COMPARE_TO(p->edge, i % 2 ? 25.5 : 25, 0.06);
      // The turn is the one it lies at, up to a sixth of a turn.
      COMPARE_TO(std::remainder(p->turn.degrees() - 11.0 * i - 0.7, 60), 0, 0.1);
    }
  }
  /// A paper that was cut 0.4 mm short on one side says so.
  void aSideThatIsOffIsFound() {
    Polygon square{{30, 30}, {60, 30}, {60, 60.4}, {30, 60.4}};
    PracticeScan scan;
    scan.width = 90;
    scan.height = 90;
    const auto found = scanned(picture({{square, 0.7}}, scan), 300, familiesForScan());
    QCOMPARE(found.size(), std::size_t(1));
    QCOMPARE(found[0].shape, std::string("square"));
    COMPARE_TO(found[0].edges[0] + found[0].edges[2], found[0].edges[0] > 30.2 ? 60.8 : 60, 0.05);
    COMPARE_TO(found[0].edges[1] + found[0].edges[3], found[0].edges[0] > 30.2 ? 60 : 60.8, 0.05);
    COMPARE_TO(found[0].edge, 30.2, 0.03);
    COMPARE_TO(found[0].worstOff, 0.1, 0.03);
  }
  void touchingPapersAreTwo() {
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 25),
                  diamond = scaled(*familyOutline("diamond60"), 30);
    const double across = 25 * std::sqrt(3.0);
    PracticeScan scan;
    scan.width = 260;
    scan.height = 120;
    // A corner of the diamond on a side of the hexagon; and two hexagons along part of a side.
    std::vector<PaperOnGlass> glass{{translated(hexagon, {40, 50}), 0.7},
                                    {placed(diamond, Angle::degrees(90), false,
                                            {40 + across / 2 + 30 * std::cos(std::numbers::pi / 6), 50}),
                                     0.7},
                                    {translated(hexagon, {165, 45}), 0.7},
                                    {translated(hexagon, {165 + across, 52}), 0.7}};
    const auto found = scanned(picture(glass, scan), 300, familiesForScan());
    QCOMPARE(found.size(), std::size_t(4));
    int hexagons = 0, diamonds = 0;
    for (const ScannedPaper& p : found) {
      if (p.shape == "hexagon") {
        ++hexagons;
        COMPARE_TO(p.edge, 25, 0.15);
      } else if (p.shape == "diamond60") {
        ++diamonds;
        COMPARE_TO(p.edge, 30, 0.15);
      }
    }
    QCOMPARE(hexagons, 3);
    QCOMPARE(diamonds, 1);
  }
  void papersOnEachOtherAndOnTheBorderAreNotCounted() {  // guarantee 3 of scan.hpp
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 25);
    PracticeScan scan;
    scan.width = 200;
    scan.height = 120;
    const auto found = scanned(picture({{translated(hexagon, {50, 60}), 0.7},
                                        {placed(hexagon, Angle::degrees(13), false, {75, 66}), 0.7},
                                        {translated(hexagon, {150, 60}), 0.7},
                                        {translated(hexagon, {195, 60}), 0.7}},
                                       scan),
                               300, familiesForScan());
    QCOMPARE(found.size(), std::size_t(2));
    const ScannedPaper& over = found[0].overlap ? found[0] : found[1];
    const ScannedPaper& one = found[0].overlap ? found[1] : found[0];
    QVERIFY(over.overlap && over.shape.empty());
    QCOMPARE(one.shape, std::string("hexagon"));
    COMPARE_TO(one.at.x, 150, 0.05);
    COMPARE_TO(one.at.y, 60, 0.05);
  }
  void anUnknownOutlineHasNoName() {
    PracticeScan scan;
    scan.width = 100;
    scan.height = 100;
    const auto found =
        scanned(picture({{Polygon{{20, 20}, {80, 24}, {70, 70}, {50, 80}, {22, 61}}, 0.7}}, scan), 300,
                familiesForScan());
    QCOMPARE(found.size(), std::size_t(1));
    QVERIFY(found[0].shape.empty() && !found[0].overlap);
    QCOMPARE(found[0].edges.size(), std::size_t(5));
  }
  /// A paper of 40 by 30 mm whose edge was read every 0.2 mm. At an eighth of its right side a speck lies,
  /// and the edge was read 0.06 mm too far out: those points are left out, and no side is longer or moved for
  /// it.
  void aSpeckInTheMiddleOfASideChangesNothing() {
    const OutlineModel model({{0, 0}, {40, 0}, {40, 30}, {0, 30}});
    std::vector<EdgePoint> points;
    for (double t = 0.1; t < 40; t += 0.2) {
      points.push_back({{t, 0}, {0, -1}});
      points.push_back({{t, 30}, {0, 1}});
      if (t > 30) continue;
      points.push_back({{t > 13 && t < 16.6 ? 40.06 : 40, t}, {1, 0}});
      points.push_back({{0, t}, {-1, 0}});
    }
    const auto sides = model.measured(points, {});
    QCOMPARE(sides.lengths.size(), std::size_t(4));
    const double right[] = {40, 30, 40, 30};
    for (std::size_t i = 0; i < 4; ++i) {
      COMPARE_TO(sides.lengths[i], right[i], 0.003);
      COMPARE_TO(sides.off[i], 0, 0.003);
    }
  }
  void emptyPicturesHaveNoPapers() {
    PracticeScan scan;
    scan.width = 80;
    scan.height = 80;
    for (const double noise : {0.0, 6.0})
      for (const double ground : {0.0, 0.06, 0.5, 1.0}) {
        scan.noise = noise;
        scan.ground = ground;
        scan.unevenness = 0.2;
        QVERIFY2(scanned(picture({}, scan), 300, familiesForScan()).empty(),
                 qPrintable(QString("%1 %2").arg(noise).arg(ground)));
      }
    QVERIFY(support::says(scanPapers(picture({}, scan), 3, familiesForScan()).error(), "scan-dpi"));
    QVERIFY(support::says(scanPapers(picture({}, scan), 1e6, familiesForScan()).error(), "scan-dpi"));
  }
  /// A picture that does not say its scale, with a strip of 150 mm in it, tilted: the scale comes out within
  /// 0.02 %, and the strip is no paper.
  void aRulerInThePictureGivesTheScale() {
    for (const double dpi : {300.0, 217.0}) {
      PracticeScan scan;
      scan.dpi = dpi;
      scan.noise = 2;
      scan.tilt = Angle::degrees(2.2);
      const Polygon strip{{-75, -14}, {75, -14}, {75, 14}, {-75, 14}};
      const Polygon hexagon = scaled(*familyOutline("hexagon"), 25.4);
      const auto raster = practiceScan({{placed(strip, Angle::degrees(8), false, {105, 40}), 0.8},
                                        {placed(hexagon, Angle::degrees(5), false, {60, 120}), 0.7},
                                        {placed(hexagon, Angle::degrees(50), false, {140, 150}), 0.7}},
                                       scan);
      QVERIFY(raster.has_value());
      const auto read = dpiOfRuler(*raster, 150);
      QVERIFY(read.has_value());
      QVERIFY2(std::abs(*read / dpi - 1) < 2e-4, qPrintable(QString::number(*read, 'f', 3)));
      const auto papers = scanPapers(*raster, *read, familiesForScan(), {}, 150);
      QVERIFY(papers.has_value());
      QCOMPARE(papers->size(), std::size_t(2));
      for (const ScannedPaper& p : *papers) COMPARE_TO(p.edge, 25.4, 0.03);
      QCOMPARE(scanPapers(*raster, *read, familiesForScan())->size(), std::size_t(3));
    }
    PracticeScan scan;
    scan.dpi = 100;
    const auto none =
        practiceScan({{placed(scaled(*familyOutline("hexagon"), 25.4), {}, false, {90, 90}), 0.7}}, scan);
    QVERIFY(support::says(dpiOfRuler(*none, 150).error(), "scan-no-ruler"));
    QVERIFY(support::says(dpiOfRuler(*none, 5).error(), "scan-ruler-length"));
  }
  /// Squares that lie edge to edge leave no hollow corner; with a project their size is known.
  void papersAlongAWholeSideAreTold() {
    PracticeScan scan;
    scan.noise = 1;
    const Polygon square{{-20, -20}, {20, -20}, {20, 20}, {-20, 20}};
    std::vector<PaperOnGlass> glass;
    for (int i = 0; i < 3; ++i)
      glass.push_back({placed(square, Angle::degrees(12), false,
                              Point{50, 60} + rotated({40.0 * i, 0}, Angle::degrees(12))),
                       0.75});
    for (int i = 0; i < 2; ++i)
      glass.push_back({placed(square, Angle::degrees(-31), false,
                              Point{80, 180} + rotated({40.0 * i, 0}, Angle::degrees(-31))),
                       0.75});
    const auto raster = practiceScan(glass, scan);
    const Project p = support::project(support::recipe("squares", 40, 3, 3));
    const auto papers = scanPapers(*raster, 300, shapesForScan(*p.layout));
    QVERIFY(papers.has_value());
    QCOMPARE(papers->size(), std::size_t(5));
    for (const PaperOnGlass& g : glass) {
      const auto at = std::find_if(papers->begin(), papers->end(), [&](const ScannedPaper& s) {
        return distance(s.at, centroid(g.outline)) < 0.5;
      });
      QVERIFY(at != papers->end());
      QCOMPARE(at->shape, std::string("square"));
      COMPARE_TO(at->edge, 40, 0.08);
    }
    // A rectangle of three is one paper where the layout has it.
    const auto families = scanPapers(*raster, 300, familiesForScan());
    QVERIFY(std::none_of(families->begin(), families->end(),
                         [](const ScannedPaper& s) { return s.shape == "square"; }));
  }
};

CLATHRA_TEST(ScanTest, "scan")
#include "scan.moc"
