#include "layout/subdivide.hpp"

#include <cmath>

#include <QFile>
#include <QRandomGenerator>
#include <nlohmann/json.hpp>
#include <numeric>
#include <set>

#include "registry.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Polygon hexagonOf(double edge) {
  return scaled(*familyOutline("hexagon"), edge);
}
Subdivision hexagon() {
  return *Subdivision::make(hexagonOf(2));
}

PartCounts counts(const json& parts) {
  PartCounts out(subdivisionParts().size(), 0);
  for (const auto& [id, n] : parts.items()) out[*subdivisionPart(id)] = n.get<int>();
  return out;
}

/// Every filling by plain backtracking over sets of cell numbers: no bit sets, no memory, no symmetry.
void plainFillings(const Subdivision& s, std::set<int>& uncovered, PartCounts& left, std::vector<int>& chosen,
                   std::set<std::vector<int>>& out) {
  if (uncovered.empty()) {
    std::vector<int> sorted = chosen;
    std::sort(sorted.begin(), sorted.end());
    out.insert(sorted);
    return;
  }
  const int first = *uncovered.begin();
  for (std::size_t i = 0; i < s.placements().size(); ++i) {
    const Placement& p = s.placements()[i];
    if (left[p.part] == 0) continue;
    std::vector<int> cells;
    for (int c = 0; c < s.triangles(); ++c)
      if (p.cells >> c & 1) cells.push_back(c);
    if (cells.front() != first) continue;
    if (!std::all_of(cells.begin(), cells.end(), [&](int c) { return uncovered.contains(c); })) continue;
    for (const int c : cells) uncovered.erase(c);
    --left[p.part];
    chosen.push_back(static_cast<int>(i));
    plainFillings(s, uncovered, left, chosen, out);
    chosen.pop_back();
    ++left[p.part];
    uncovered.insert(cells.begin(), cells.end());
  }
}

std::set<std::vector<int>> plainFillings(const Subdivision& s, PartCounts wanted) {
  std::set<int> uncovered;
  for (int c = 0; c < s.triangles(); ++c) uncovered.insert(c);
  std::vector<int> chosen;
  std::set<std::vector<int>> out;
  plainFillings(s, uncovered, wanted, chosen, out);
  return out;
}

/// Classes of fillings that the first `group` symmetries carry into each other.
std::size_t classes(const Subdivision& s, std::set<std::vector<int>> all, std::size_t group) {
  std::size_t n = 0;
  while (!all.empty()) {
    const std::vector<int> one = *all.begin();
    ++n;
    for (std::size_t g = 0; g < group; ++g) {
      std::vector<int> image;
      for (const int i : one) image.push_back(s.symmetries()[g][static_cast<std::size_t>(i)]);
      std::sort(image.begin(), image.end());
      all.erase(image);
    }
  }
  return n;
}

}  // namespace

class SubdivideTest : public QObject {
  Q_OBJECT
 private slots:
  void countsEqualTheReference_data() {
    QTest::addColumn<QByteArray>("row");
    QFile f(CLATHRA_TEST_DATA "/layouts.json");
    QVERIFY(f.open(QIODevice::ReadOnly));
    const json all = json::parse(f.readAll().toStdString());
    for (const json& row : all["subdivisions"])
      QTest::newRow(row["id"].get<std::string>().c_str()) << support::text(row.dump());
  }
  void countsEqualTheReference() {
    QFETCH(QByteArray, row);
    const json r = json::parse(row.toStdString());
    const auto c = hexagon().count(counts(r["parts"]));
    QVERIFY(c);
    QCOMPARE(c->placements, r["placements"].get<std::uint64_t>());
    QCOMPARE(c->upToTurns, r["up_to_turns"].get<std::uint64_t>());
    QCOMPARE(c->upToTurnsAndMirror, r["up_to_turns_and_mirror"].get<std::uint64_t>());
  }
  void countsEqualPlainBacktracking_data() {
    QTest::addColumn<QByteArray>("large");
    QTest::addColumn<int>("edge");
    QTest::addColumn<QByteArray>("parts");
    const auto row = [](const char* large, int edge, const char* parts) {
      QTest::addRow("%s of %d by %s", large, edge, parts) << QByteArray(large) << edge << QByteArray(parts);
    };
    row("hexagon", 2, R"({"diamond": 9, "triangle": 6})");
    row("hexagon", 2, R"({"half": 4, "diamond": 6})");
    row("hexagon", 2, R"({"hexagon": 1, "half": 2, "diamond": 4, "triangle": 4})");
    row("hexagon", 2, R"({"jewel": 2, "half": 2, "diamond": 2})");
    row("triangle60", 4, R"({"diamond": 6, "triangle": 4})");
    row("triangle60", 3, R"({"half": 3})");
    row("diamond60", 3, R"({"half": 4, "diamond": 3})");
    row("half-hexagon-point-cut", 2, R"({"half": 4})");
    row("jewel", 2, R"({"half": 6, "diamond": 5})");
  }
  void countsEqualPlainBacktracking() {
    QFETCH(QByteArray, large);
    QFETCH(int, edge);
    QFETCH(QByteArray, parts);
    const auto s = Subdivision::make(scaled(*familyOutline(large.toStdString()), edge));
    QVERIFY2(s, s ? "" : clathra::said(s.error()).c_str());
    const PartCounts wanted = counts(json::parse(parts.toStdString()));
    const auto all = plainFillings(*s, wanted);
    const auto c = s->count(wanted);
    QVERIFY(c);
    QCOMPARE(c->placements, std::uint64_t(all.size()));
    QVERIFY(!all.empty());
    QCOMPARE(c->upToTurns, std::uint64_t(classes(*s, all, s->turns())));
    QCOMPARE(c->upToTurnsAndMirror, std::uint64_t(classes(*s, all, s->symmetries().size())));
    // The list holds one of each class, and each is a filling.
    for (const bool mirrors : {false, true}) {
      const auto listed = s->list(wanted, mirrors, 100'000);
      QVERIFY(listed);
      QCOMPARE(listed->size(), std::size_t(mirrors ? c->upToTurnsAndMirror : c->upToTurns));
      for (const Filling& f : *listed) {
        QVERIFY(all.contains(std::vector<int>(f.begin(), f.end())));
        // Of its class it is the one that comes first.
        for (std::size_t g = 0; g < (mirrors ? s->symmetries().size() : s->turns()); ++g) {
          Filling image;
          for (const auto i : f) image.push_back(s->symmetries()[g][i]);
          std::sort(image.begin(), image.end());
          QVERIFY(f <= image);
        }
      }
    }
  }
  void aHexagonAndSixHalvesComeMitredAndAsAPinwheelOfEitherHand() {
    const Subdivision s = hexagon();
    const PartCounts wanted = counts({{"hexagon", 1}, {"half", 6}});
    QCOMPARE(s.list(wanted, false, 10)->size(), std::size_t(3));
    QCOMPARE(s.list(wanted, true, 10)->size(), std::size_t(2));
  }
  void partsLieInTheLargeShapeAndFillIt() {
    const Polygon large = hexagonOf(2);
    const Subdivision s = hexagon();
    for (const Placement& p : s.placements()) COMPARE_TO(sharedArea(p.outline, large), area(p.outline), 1e-6);
    const auto listed = s.list(counts({{"hexagon", 1}, {"diamond", 9}}), true, 100);
    QCOMPARE(listed->size(), std::size_t(5));
    for (const Filling& f : *listed) {
      double sum = 0;
      for (std::size_t i = 0; i < f.size(); ++i) {
        sum += area(s.placements()[f[i]].outline);
        for (std::size_t k = i + 1; k < f.size(); ++k)
          QVERIFY(sharedArea(s.placements()[f[i]].outline, s.placements()[f[k]].outline) < 1e-9);
      }
      COMPARE_TO(sum, area(large), 1e-9);
    }
  }
  void mixedFillingsAreCountedWithoutListingThem() {
    const Subdivision s = hexagon();
    const std::vector<bool> all = {true, true, true, true, false};
    const auto by = s.countMixed(all);
    QVERIFY(by);
    const auto total = std::accumulate(by->begin(), by->end(), std::uint64_t(0));
    QVERIFY2(total > 15'000'000, qPrintable(QString::number(total)));
    // The same number from stated numbers of each part, added up.
    std::uint64_t added = 0;
    std::vector<std::uint64_t> addedBy(25, 0);
    for (int h = 0; h <= 4; ++h)
      for (int half = 0; 6 * h + 3 * half <= 24; ++half)
        for (int d = 0; 6 * h + 3 * half + 2 * d <= 24; ++d) {
          const int t = 24 - 6 * h - 3 * half - 2 * d;
          const auto n = s.count({t, d, half, h, 0})->placements;
          added += n;
          addedBy[static_cast<std::size_t>(t + d + half + h)] += n;
        }
    QCOMPARE(added, total);
    for (std::size_t n = 0; n < addedBy.size(); ++n) QCOMPARE((*by)[n], addedBy[n]);
    // Triangles and diamonds alone: matchings of the triangles, 20 of which leave none single.
    const auto two = s.countMixed({true, true, false, false, false});
    QCOMPARE((*two)[12], std::uint64_t(20));
    QCOMPARE((*two)[24], std::uint64_t(1));
    QCOMPARE((*two)[23], std::uint64_t(30));  // one diamond in one of thirty places
  }
  void pagesOfMixedFillingsHoldEachOnce() {
    const Subdivision s = hexagon();
    const std::vector<bool> all = {true, true, true, true, false};
    const auto by = *s.countMixed(all);
    std::size_t fewest = 0;
    while (by[fewest] == 0) ++fewest;
    QCOMPARE(fewest, std::size_t(6));  // three hexagons and three diamonds
    for (const std::size_t pieces : {fewest, fewest + 1, fewest + 2}) {
      std::set<Filling> seen;
      for (std::uint64_t at = 0; at < by[pieces]; at += 7) {
        const auto page = s.mixed(all, static_cast<int>(pieces), at, 7);
        QVERIFY(page);
        for (const Filling& f : *page) {
          QCOMPARE(f.size(), pieces);
          std::uint64_t cells = 0;
          for (const auto i : f) {
            QVERIFY(!(cells & s.placements()[i].cells));
            cells |= s.placements()[i].cells;
          }
          QCOMPARE(cells, (std::uint64_t(1) << 24) - 1);
          seen.insert(f);
        }
      }
      QCOMPARE(std::uint64_t(seen.size()), by[pieces]);
    }
    QVERIFY(s.mixed(all, 99, 0, 10)->empty());
    QVERIFY(s.mixed(all, 6, by[6], 10)->empty());
  }
  void itDoesNotMatterHowTheLargeShapeLies() {
    const auto c = hexagon().count(counts({{"hexagon", 1}, {"diamond", 9}}));
    for (const double turn : {0.3, 1.0, 2.5}) {
      const auto s = Subdivision::make(placed(hexagonOf(2), Angle::radians(turn), true, {1234, -77}));
      QVERIFY(s);
      QCOMPARE(s->count(counts({{"hexagon", 1}, {"diamond", 9}}))->placements, c->placements);
    }
  }
  void whatIsNotMadeOfTrianglesIsRefused() {
    for (const Polygon& p : {hexagonOf(1.5), hexagonOf(4), *familyOutline("square"), *familyOutline("kite"),
                             Polygon{{0, 0}, {1, 0}}, Polygon{{0, 0}, {4, 2}, {0, 4}, {1, 2}}}) {
      const auto s = Subdivision::make(p);
      QVERIFY(!s);
      QVERIFY(clathra::said(s.error()).size() > 20);
    }
    // Its corners lie on the grid, one of its sides does not.
    QVERIFY(!Subdivision::make(Polygon{{0, 0}, {2, 0}, {3, std::sqrt(3.0)}}));
    QVERIFY(!subdivisionPart("octagon"));
  }
  void numbersThatDoNotFillGiveNone() {
    QCOMPARE(hexagon().count(counts({{"triangle", 23}}))->placements, std::uint64_t(0));
    QCOMPARE(hexagon().count(counts({{"hexagon", 4}}))->placements, std::uint64_t(0));
    QVERIFY(hexagon().list(counts({{"hexagon", 4}}), true, 10)->empty());
  }
  void cancelledWorkSaysSo() {
    const Progress progress;
    progress.cancel();
    QVERIFY(!hexagon().count(counts({{"diamond", 12}}), progress));
    QVERIFY(!hexagon().countMixed({true, true, true, true, false}, progress));
    QVERIFY(!hexagon().list(counts({{"diamond", 12}}), true, 10, progress));
  }
};

CLATHRA_TEST(SubdivideTest, "subdivide")
#include "subdivide.moc"
