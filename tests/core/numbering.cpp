#include "layout/numbering.hpp"

#include <cmath>
#include <set>

#include "registry.hpp"
#include "store/codec.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project numbered(Project p, const char* by) {
  return support::edited(p, {{"edit", "setNumbering"}, {"by", by}});
}

std::multiset<std::string> shapesOf(const Layout& l) {
  std::multiset<std::string> out;
  for (const Piece& p : l.pieces) out.insert(l.shapes[p.shape].name);
  return out;
}

}  // namespace

class NumberingTest : public QObject {
  Q_OBJECT
 private slots:
  void squaresFromTheOutsideIn() {
    // Three by three: 1 is the upper left one, then clockwise round, the middle one last.
    const Project p = numbered(support::project(support::recipe("squares", 10, 3, 3)), "outside");
    const Layout& l = *p.layout;
    const std::vector<std::pair<int, int>> wanted = {{0, 0}, {1, 0}, {2, 0}, {2, 1}, {2, 2},
                                                     {1, 2}, {0, 2}, {0, 1}, {1, 1}};
    for (std::size_t i = 0; i < wanted.size(); ++i) {
      QCOMPARE(std::lround((l.pieces[i].centre.x - l.finished.left - 5) / 10), long(wanted[i].first));
      QCOMPARE(std::lround((l.pieces[i].centre.y - l.finished.top - 5) / 10), long(wanted[i].second));
    }
  }
  void hexagonsByRings() {
    // The middle, then 6 and 12, each ring from the top and clockwise.
    const Project p = numbered(support::project(support::recipe("hexagon-rosette", 10, 2, 2)), "rings");
    const Layout& l = *p.layout;
    QCOMPARE(l.size(), std::size_t(19));
    QVERIFY(length(l.pieces[0].centre) < 1e-6);
    const auto angle = [&](std::size_t i) {
      const Point c = l.pieces[i].centre;
      const double a = std::atan2(c.x, -c.y);  // clockwise from the top
      return a < -1e-6 ? a + 2 * std::numbers::pi : a;
    };
    for (const auto& [from, to] : {std::pair<std::size_t, std::size_t>{1, 7}, {7, 19}})
      for (std::size_t i = from; i < to; ++i) {
        QVERIFY(length(l.pieces[i].centre) > (from == 1 ? 10 : 25));
        if (i > from) QVERIFY(angle(i) > angle(i - 1));
      }
  }
  void wedgesRoundTheMiddleAreTheFirstRing() {
    const Project p = numbered(support::project(support::recipe("rosette-12", 25.4, 4, 4)), "rings");
    const auto& pieces = p.layout->pieces;
    for (std::size_t i = 0; i < pieces.size();
         ++i)  // each ring of twelve lies farther out than the one before
      QVERIFY(i < 12 || length(pieces[i].centre) > length(pieces[i - 12].centre) + 1);
  }
  void aNumberingOnlyOrders() {
    for (const char* id : {"hexagon-square-triangle", "kites", "own"})
      for (const char* by : {"outside", "rings"}) {
        const Project before = support::project(support::recipe(id, 25.4, 4, 4));
        const Project after = numbered(before, by);
        QVERIFY(shapesOf(*before.layout) == shapesOf(*after.layout));
        std::set<PieceKey> keys;
        for (const Piece& p : after.layout->pieces) keys.insert(p.key);
        QCOMPARE(keys.size(), before.layout->size());
        QVERIFY(sameContent(numbered(after, "rows"), before));
      }
  }
  void cutSidesAreNumberedRoundTheRim() {
    const Project p = numbered(
        support::project(support::recipe("hexagon-square-triangle", 25.4, 4, 4, FinishingSides::EdgePieces)),
        "outside");
    const SeamGraph graph = buildSeams(*p.layout);
    const auto depth = depthsFromRim(*p.layout, graph);
    std::set<std::uint32_t> rim;
    for (const OuterEdge& e : graph.outer) rim.insert(e.piece);
    // The first one covers the upper left corner.
    const Box& f = p.layout->finished;
    const auto corners = p.layout->outline(0);
    QVERIFY(std::any_of(corners.begin(), corners.end(), [&](Point q) {
      return length(q - Point{f.left, f.top}) < 1e-6;
    }));
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      QCOMPARE(depth[i] == 0, rim.contains(static_cast<std::uint32_t>(i)));
      if (i > 0) QVERIFY(depth[i] >= depth[i - 1]);
    }
  }
  void paintAndMotifsStayWithTheirPieces() {
    Project p = support::project(support::recipe("hexagons", 25.4, 5, 4));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {1, 7, 13}}});
    std::set<PieceKey> wearing;
    for (const auto i : {0, 6, 12}) wearing.insert(p.layout->pieces[static_cast<std::size_t>(i)].key);
    p = numbered(p, "rings");
    const ClothId b = *findCloth(p, "B");
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      QCOMPARE(p.painting[i] == b, wearing.contains(p.layout->pieces[i].key));
    // Another size later, the order is still that of the rings.
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 7}});
    const auto depth = depthsFromMiddle(*p.layout, buildSeams(*p.layout));
    QVERIFY(std::is_sorted(depth.begin(), depth.end()));
  }
  void aFileKeepsNumbersShapesAndVariants() {
    Project p =
        support::project(support::recipe("hexagon-square-triangle", 25.4, 4, 3, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"shape", "hexagon"}});
    p = support::edited(p, {{"edit", "keepVariant"}, {"name", "Hexagons light"}, {"note", "for the hall"}});
    p = numbered(p, "outside");
    const auto back = deserialize(*serialize(p));
    QVERIFY2(back, back ? "" : clathra::said(back.error()).c_str());
    QVERIFY(sameContent(p, *back));
    QCOMPARE(back->variants.size(), std::size_t(1));
    QCOMPARE(back->variants.front().note, std::string("for the hall"));
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const Piece &a = p.layout->pieces[i], &b = back->layout->pieces[i];
      QCOMPARE(p.layout->shapes[a.shape].name, back->layout->shapes[b.shape].name);
      QVERIFY(abs(a.turn - b.turn) < Angle::radians(1e-9) && a.hand == b.hand);
    }
    QVERIFY(sameContent(numbered(*back, "rows"), numbered(p, "rows")));
  }
  /// Painting and motifs follow keys: a piece that lies alike and has another key makes another project.
  void aPieceWithAnotherKeyIsAnother() {
    const Project p = support::project(support::recipe("hexagons", 30, 3, 2));
    const auto with = [&](const json& layout) {
      Project q = p;
      q.layout = std::make_shared<const Layout>(*readLayout(layout));
      return q;
    };
    json j = toJson(*p.layout);
    QVERIFY(sameContent(p, with(j)));
    j["keys"][0] = j["keys"][0].get<int>() + 50;
    QVERIFY(!sameContent(p, with(j)));
  }
  /// Of a file in which a number stands twice, is missing or is none.
  void anOrderThatIsNoneIsRefused() {
    const Project p = numbered(support::project(support::recipe("hexagons", 30, 4, 3)), "outside");
    const json whole = toJson(*p.layout);
    QVERIFY(whole["order"].size() == 12 && readLayout(whole));
    json twice = whole, fewer = whole, beyond = whole, negative = whole;
    twice["order"][1] = whole["order"][0];
    fewer["order"].erase(11);
    beyond["order"][3] = 12;
    negative["order"][3] = -1;
    for (const json& spoiled : {twice, fewer, beyond, negative}) {
      const auto read = readLayout(spoiled);
      QVERIFY(!read && support::says(read.error(), "layout-order-numbers-misses"));
    }
  }
};

CLATHRA_TEST(NumberingTest, "numbering")
#include "numbering.moc"
