// What pieces show of layered repeats: rounds of pieces, and the spot of the print that their set was cut
// from.
#include "cutting/set_pieces.hpp"

#include <set>

#include "registry.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

constexpr double kAllowance = 5;  // mm

struct Made {
  Project project;
  CutPlan plan;
  LayeredPieces on;
  std::map<int, std::vector<const PlacedPatch*>> sets;
};

/// All pieces wear a cloth whose print runs aslant and lies at (11, -17) on its first length and elsewhere on
/// its second.
Made made(const Recipe& recipe, const json& more = json::object(), const json& edits = json::array()) {
  Project p = support::project(recipe);
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", kAllowance}});
  json cloth = {
      {"edit", "addCloth"},
      {"name", "Reed"},
      {"width", 900},
      {"lengths", {{{"length", 2500}, {"mark", {11, -17}}}, {{"length", 900}, {"mark", {-40, 23}}}}},
      {"print", {{"picture", "c.png"}, {"dpi", 100}, {"a", {90, 4}}, {"b", {-7, 131}}}}};
  cloth.update(more);
  p = support::edited(p, cloth);
  p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "Reed"}});
  p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "layers"}});
  for (const json& e : edits) p = support::edited(p, e);
  Made out{std::move(p), {}, {}, {}};
  out.plan = *cutPlan(out.project, *findCloth(out.project, "Reed"));
  out.on = layeredPieces(out.project, out.plan);
  for (const PlacedPatch& q : out.plan.method()->laid.placements)
    if (q.set > 0) out.sets[q.set].push_back(&q);
  return out;
}

double distanceTo(const Polygon& p, Point at) {
  double least = 1e9;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], b = p[(i + 1) % p.size()], ab = b - a;
    const double t =
        std::clamp(((at.x - a.x) * ab.x + (at.y - a.y) * ab.y) / (ab.x * ab.x + ab.y * ab.y), 0.0, 1.0);
    least = std::min(least, distance(at, a + t * ab));
  }
  return least;
}

/// Every edge of the paper lies one allowance inside the patch that was cut.
void compareWithPatch(const Made& m, const PrintedPiece& shown, const PlacedPatch& patch) {
  const Point mark = patch.length == 0 ? Point{11, -17} : Point{-40, 23};
  const Motion back = shown.toLayout.inverse();
  const auto outline = m.project.layout->outline(shown.piece);
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point on = back.apply(0.5 * (outline[i] + outline[(i + 1) % outline.size()])) + mark;
    COMPARE_TO(distanceTo(patch.patch, on), kAllowance, 1e-6);
    QVERIFY(contains(patch.patch, on));
  }
}

}  // namespace

class SetPiecesTest : public QObject {
  Q_OBJECT

 private slots:
  void eachPieceShowsWhatItsSetWasCutFrom_data() {
    QTest::addColumn<QString>("arrangement");
    QTest::addColumn<int>("copies");
    QTest::addColumn<int>("rounds");
    QTest::addRow("squares") << "squares" << 4 << 9;
    QTest::addRow("triangles") << "triangles" << 6 << 4;
    QTest::addRow("kites") << "kites" << 6 << 6;
    QTest::addRow("rosette") << "rosette-12" << 12 << 1;
  }
  // guarantees 1 and 2 and 3 of set_pieces.hpp
  void eachPieceShowsWhatItsSetWasCutFrom() {
    QFETCH(QString, arrangement);
    QFETCH(int, copies);
    QFETCH(int, rounds);
    const bool rosette = arrangement.startsWith("rosette");
    const Made m = made(support::recipe(arrangement.toStdString(), 48, rosette ? 2 : 6, 6));
    QVERIFY2(static_cast<int>(m.on.sets.size()) >= rounds, qPrintable(QString::number(m.on.sets.size())));
    std::map<std::uint32_t, const PrintedPiece*> shown;
    for (const PrintedPiece& p : m.on.shown) QVERIFY(shown.try_emplace(p.piece, &p).second);
    std::size_t pieces = 0;
    for (const SetOnPieces& set : m.on.sets) {
      const auto& patches = m.sets.at(set.set);
      QCOMPARE(set.pieces.size(), patches.size());
      QCOMPARE(static_cast<int>(set.pieces.size()), copies);
      pieces += set.pieces.size();
      // The corner where all of them meet is one spot of the print, and so is each other corner.
      std::vector<Point> common;
      for (const Point c : m.project.layout->outline(set.pieces[0]))
        if (std::all_of(set.pieces.begin(), set.pieces.end(), [&](std::uint32_t i) {
              const auto o = m.project.layout->outline(i);
              return std::any_of(o.begin(), o.end(), [&](Point q) { return distance(q, c) < 0.01; });
            }))
          common.push_back(c);
      QCOMPARE(common.size(), std::size_t(1));
      std::vector<Point> first;
      for (const std::uint32_t i : set.pieces) {
        const PrintedPiece& one = *shown.at(i);
        compareWithPatch(m, one, *patches.front());
        const auto o = m.project.layout->outline(i);
        const auto at =
            std::find_if(o.begin(), o.end(), [&](Point q) { return distance(q, common[0]) < 0.01; });
        std::vector<Point> spots;
        for (std::size_t k = 0; k < o.size(); ++k)
          spots.push_back(
              one.toLayout.inverse().apply(o[(static_cast<std::size_t>(at - o.begin()) + k) % o.size()]));
        if (first.empty()) first = spots;
        for (std::size_t k = 0; k < spots.size(); ++k)
          QVERIFY2(distance(spots[k], first[k]) < 1e-6, qPrintable(QString::number(k)));
      }
    }
    QCOMPARE(pieces, shown.size());
  }
  void setsComeFromBothLengthsEachWithItsMark() {
    const Made m =
        made(support::recipe("squares", 48, 10, 10),
             {{"lengths", {{{"length", 560}, {"mark", {11, -17}}}, {{"length", 560}, {"mark", {-40, 23}}}}},
              {"width", 300}});
    std::set<int> lengths;
    for (const SetOnPieces& set : m.on.sets) lengths.insert(m.sets.at(set.set).front()->length);
    QCOMPARE(lengths, (std::set<int>{0, 1}));
    std::map<std::uint32_t, const PrintedPiece*> shown;
    for (const PrintedPiece& p : m.on.shown) shown[p.piece] = &p;
    for (const SetOnPieces& set : m.on.sets)
      for (const auto i : set.pieces) compareWithPatch(m, *shown.at(i), *m.sets.at(set.set).front());
    // What is to be bought is not known yet.
    bool bought = false;
    for (const auto& [set, patches] : m.sets) bought = bought || patches.front()->length > 1;
    QVERIFY(bought && m.on.sets.size() < m.sets.size());
  }
  void choicesAndOtherMethodsKeepTheirPieces() {
    const json motif = {{"edit", "addMotif"}, {"name", "Eye"}, {"cloth", "Reed"},  {"shape", "square"},
                        {"at", {40, 50}},     {"turn", 0},     {"pieces", {1, 15}}};
    const Made m = made(support::recipe("squares", 48, 6, 6), json::object(), json::array({motif}));
    QVERIFY(!m.on.sets.empty());
    for (const SetOnPieces& set : m.on.sets)
      for (const auto i : set.pieces) QVERIFY(i != 0 && i != 14);
    const json byStrips = {{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "strips"}};
    const Made strips = made(support::recipe("squares", 48, 6, 6), json::object(), json::array({byStrips}));
    QVERIFY(strips.on.sets.empty() && strips.on.shown.empty());
  }
  void whereTheMarkIsNotKnownNothingIsClaimed() {
    const Made m = made(support::recipe("squares", 48, 6, 6), {{"lengths", {1500, 900}}});
    QVERIFY(!m.sets.empty());
    QVERIFY(m.on.sets.empty() && m.on.shown.empty());
  }
  void setsOfAnotherSizeThanTheRoundAreLeftToTheQuilter() {
    const Made m = made(support::recipe("squares", 48, 6, 6), {{"in_set", 5}});
    QVERIFY(!m.sets.empty());
    QVERIFY(m.on.sets.empty());
  }
};

CLATHRA_TEST(SetPiecesTest, "set_pieces")
#include "set_pieces.moc"
