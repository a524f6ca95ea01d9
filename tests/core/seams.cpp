#include "layout/seams.hpp"

#include <nlohmann/json.hpp>

#include <fstream>
#include <map>

#include "model/tally.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Arrangements of ours by the generator names of the reference figures.
const std::map<std::string, std::string> kOurs = {{"hexagon_field", "hexagons"},
                                                  {"hexagon_rosette", "hexagon-rosette"},
                                                  {"diamonds_three", "diamonds"},
                                                  {"hexagon_kites", "kites"},
                                                  {"triangle_field", "triangles"},
                                                  {"offset_squares", "offset-squares"},
                                                  {"octagon_square", "octagon-square"},
                                                  {"honeycomb_square", "honeycomb-square"},
                                                  {"f3636", "hexagon-triangle"},
                                                  {"f3464", "hexagon-square-triangle"},
                                                  {"f31212", "dodecagon-triangle"},
                                                  {"f4612", "dodecagon-hexagon-square"},
                                                  {"hexagon_field_in_rectangle", "hexagons"}};

json reference() {
  std::ifstream in(CLATHRA_TEST_DATA "/layouts.json");
  return json::parse(in);
}

Recipe recipeOf(const json& row) {
  const json& p = row["params"];
  const std::string generator = row["generator"];
  return support::recipe(
      kOurs.at(generator), p["edge"], p.value("across", p.value("rings", 1)), p.value("down", 1),
      generator.ends_with("in_rectangle") ? FinishingSides::EdgePieces : FinishingSides::Outline);
}

/// Two clockwise lists of edges and angles agree up to where they start.
bool sameOutline(const std::vector<double>& edges, const std::vector<Angle>& angles, const json& row) {
  const std::vector<double> e = row["edges"], a = row["angles"];
  if (e.size() != edges.size()) return false;
  for (const bool back : {false, true})
    for (std::size_t s = 0; s < e.size(); ++s) {
      bool ok = true;
      for (std::size_t i = 0; i < e.size() && ok; ++i) {
        const std::size_t k = (s + (back ? e.size() - i : i)) % e.size();
        const std::size_t ek = back ? (k + e.size() - 1) % e.size() : k;
        ok = std::abs(edges[i] - e[ek]) < 0.05 && std::abs(angles[i].degrees() - a[k]) < 0.05;
      }
      if (ok) return true;
    }
  return false;
}

}  // namespace

class SeamsTest : public QObject {
  Q_OBJECT
 private slots:
  void agreesWithTheReferenceLayouts_data() {
    QTest::addColumn<int>("row");
    const json all = reference();
    for (std::size_t i = 0; i < all["rows"].size(); ++i)
      if (kOurs.contains(all["rows"][i]["generator"].get<std::string>()))
        QTest::newRow(all["rows"][i]["id"].get<std::string>().c_str()) << static_cast<int>(i);
  }
  void agreesWithTheReferenceLayouts() {  // guarantees 1 and 2 of seams.hpp
    QFETCH(int, row);
    const json all = reference();
    const json& r = all["rows"][static_cast<std::size_t>(row)];
    const Layout layout = support::layout(recipeOf(r));
    const SeamGraph graph = buildSeams(layout);
    const RunBound bound = runBound(graph);
    double area = 0;
    for (std::size_t i = 0; i < layout.size(); ++i) area += clathra::area(layout.outline(i));
    QCOMPARE(static_cast<int>(layout.size()), r["pieces"].get<int>());
    QCOMPARE(static_cast<int>(graph.seams.size()), r["seams"].get<int>());
    COMPARE_TO(graph.seamLength, r["seam_length"], 0.05);
    COMPARE_TO(graph.outerLength, r["boundary_length"], 0.05);
    COMPARE_TO(area, r["area"], 1e-4 * area);
    COMPARE_TO(layout.finished.width(), r["width"], 0.05);
    COMPARE_TO(layout.finished.height(), r["height"], 0.05);
    QCOMPARE(bound.leastRuns, r["min_runs"].get<int>());
    QCOMPARE(bound.oddCorners, r["odd_corners"].get<int>());
  }

  void countsByShapeAndHandAgree_data() { agreesWithTheReferenceLayouts_data(); }
  void countsByShapeAndHandAgree() {
    QFETCH(int, row);
    const json all = reference();
    const json& r = all["rows"][static_cast<std::size_t>(row)];
    const Project project = support::project(recipeOf(r));
    const auto counts = Tally(project).shapes();
    QCOMPARE(counts.size(), r["counts"].size());
    for (const json& wanted : r["counts"]) {
      int found = 0;
      for (const ShapeCount& c : counts) {
        const Shape& s = project.layout->shapes[c.shape];
        if ((c.hand == 0) == (wanted["handed"] == 0) && c.count == wanted["count"] &&
            sameOutline(edgeLengths(s.outline), cornerAngles(s.outline), wanted))
          ++found;
      }
      QVERIFY2(found >= 1, wanted.dump().c_str());
    }
  }
};

CLATHRA_TEST(SeamsTest, "seams")
#include "seams.moc"
