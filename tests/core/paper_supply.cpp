// Papers at once, what is owned, what is made: against laying papers down by hand.
#include <set>

#include "csv.hpp"
#include "paper/paper_plan.hpp"
#include "registry.hpp"
#include "shape/families.hpp"
#include "shape/halving.hpp"
#include "store/box_file.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

std::shared_ptr<const Geometry> geometry(const Project& p) {
  return geometryOf(p.layout);
}
PaperInput input(const Project& p, PaperBox box = {}) {
  return paperInput(p, geometry(p), std::move(box));
}
Project rosette(int rings) {
  return support::project(support::recipe("hexagon-rosette", 25.4, rings, rings));
}

/// Papers laid down one after the other, and taken out as soon as they may be: pieces by pieces, nothing
/// counted beforehand.
int byHand(const Geometry& g, const std::vector<std::uint32_t>& order, int ahead) {
  const std::size_t n = order.size();
  std::set<std::uint32_t> sewn, in, rim, out;
  for (const OuterEdge& e : g.seams.outer) rim.insert(e.piece);
  int most = 0;
  for (std::size_t k = 0; k < n; ++k) {
    sewn.insert(order[k]);
    for (std::size_t c = k; c < std::min(n, k + 1 + static_cast<std::size_t>(ahead)); ++c)
      if (!out.contains(order[c])) in.insert(order[c]);
    most = std::max(most, static_cast<int>(in.size()));
    for (const std::uint32_t piece : std::set(in)) {
      bool free = sewn.contains(piece) && !rim.contains(piece);
      for (const auto s : g.seams.seamsOf(piece)) free = free && sewn.contains(g.seams.across(s, piece));
      if (!free) continue;
      in.erase(piece);
      out.insert(piece);
    }
  }
  return most;
}

/// How many seams join a piece to those before it.
int heldBy(const Geometry& g, const std::vector<std::uint32_t>& order, std::size_t at) {
  int n = 0;
  for (const auto s : g.seams.seamsOf(order[at]))
    for (std::size_t k = 0; k < at; ++k) n += g.seams.across(s, order[at]) == order[k];
  return n;
}

PaperMaterial material(int life, double lost) {
  PaperMaterial m;
  m.id = "test";
  m.life = life;
  m.lost = lost;
  return m;
}
const KindSupply& kind(const PaperSupply& s, const Layout& layout, const std::string& shape, int hand = 0) {
  for (const KindSupply& k : s.kinds)
    if (layout.shapes[k.shape].name == shape && k.hand == hand) return k;
  qFatal("no %s", shape.c_str());
}
PaperSupply supply(const Project& p, const PaperBox& box, const PaperMaterial& m) {
  auto made = paperSupply(input(p, box), m);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}
std::string refusal(const char* csv) {
  const auto made = paperBoxFrom(csv);
  return made ? std::string() : made.error().message.id;
}

}  // namespace

class PaperSupplyTest : public QObject {
  Q_OBJECT
 private slots:
  /// The figures of docs/calculations.md ("Papers at once"), over every way to begin and both ways round.
  void aRosetteOf19GoingRound() {
    const Project p = rosette(2);
    const auto g = geometry(p);
    const auto order = piecesInOrder(input(p), SewingOrder::Rings);
    QCOMPARE(order.size(), std::size_t(19));
    std::set<int> corner, flat, aheadOfCorner;
    for (int first = 0; first < 12; ++first)
      for (const bool back : {false, true})
        for (int inner = 0; inner < 6; ++inner) {
          std::vector<std::uint32_t> way(order.begin(), order.begin() + 1);
          for (int k = 0; k < 6; ++k)
            way.push_back(order[static_cast<std::size_t>(1 + (inner + (back ? 6 - k : k)) % 6)]);
          for (int k = 0; k < 12; ++k)
            way.push_back(order[static_cast<std::size_t>(7 + (first + (back ? 12 - k : k)) % 12)]);
          const int seams = heldBy(*g, way, 7);
          QVERIFY(seams == 1 || seams == 2);
          const int most = papersAtOnce(*g, way).total;
          QCOMPARE(most, byHand(*g, way, 0));
          (seams == 1 ? corner : flat).insert(most);
          if (seams == 1) aheadOfCorner.insert(papersAtOnce(*g, way, 5).total);
        }
    QCOMPARE(corner, std::set<int>{14});
    QCOMPARE(flat, std::set<int>{13});
    QCOMPARE(aheadOfCorner, std::set<int>{16});
    // Ours begins each ring at a piece that two hold.
    QCOMPARE(papersAtOnce(*g, order).total, 13);
  }
  void countsAreThoseOfLayingPapersDown_data() {
    QTest::addColumn<QString>("id");
    QTest::addColumn<int>("n");
    for (const char* id : {"hexagons", "kites", "hexagon-square-triangle", "clamshells", "offset-squares",
                           "rosette-8", "parallelogram-chevrons", "hexagon-rosette"})
      for (const int n : {2, 4}) QTest::addRow("%s %d", id, n) << QString::fromLatin1(id) << n;
  }
  void countsAreThoseOfLayingPapersDown() {  // guarantees 1 and 2 and 3 of at_once.hpp
    QFETCH(QString, id);
    QFETCH(int, n);
    const Project p = support::project(support::recipe(id.toStdString(), 30, n, n + 1));
    const auto g = geometry(p);
    for (const SewingOrder order : {SewingOrder::Rings, SewingOrder::Rows}) {
      const auto way = piecesInOrder(input(p), order);
      auto sorted = way;
      std::sort(sorted.begin(), sorted.end());
      for (std::uint32_t i = 0; i < sorted.size(); ++i) QCOMPARE(sorted[i], i);
      int before = 0;
      for (const int ahead : {0, 1, 3, 9}) {
        const AtOnce most = papersAtOnce(*g, way, ahead);
        QCOMPARE(most.total, byHand(*g, way, ahead));
        QVERIFY(most.total >= before);
        before = most.total;
        int kinds = 0;
        for (const auto& [k, count] : most.perKind) kinds += count;
        QVERIFY(kinds >= most.total);
      }
    }
  }
  void theOrderIsTheLayoutsOwn() {
    QCOMPARE(plannedOrder(input(rosette(3))), SewingOrder::Rings);
    Project field = support::project(support::recipe("squares", 30, 4, 4));
    QCOMPARE(plannedOrder(input(field)), SewingOrder::Rows);
    field = support::edited(field, {{"edit", "markUnit"}, {"name", "Reed"}, {"pieces", {1, 2}}});
    QCOMPARE(plannedOrder(input(field)), SewingOrder::Rows);  // two of many
    std::vector<int> most;
    for (int i = 3; i <= static_cast<int>(field.layout->size()) - 2; ++i) most.push_back(i);
    field = support::edited(field, {{"edit", "markUnit"}, {"name", "Groyne"}, {"pieces", most}});
    QCOMPARE(plannedOrder(input(field)), SewingOrder::Units);
    const auto way = piecesInOrder(input(field), SewingOrder::Units);
    QCOMPARE((std::vector<std::uint32_t>(way.begin(), way.begin() + 4)),
             (std::vector<std::uint32_t>{0, 1, 2, 3}));
    QCOMPARE(way.back(), static_cast<std::uint32_t>(field.layout->size() - 1));
  }
  /// 61 hexagons: rings of 1, 6, 12, 18, 24. By hand 24 of the rim stay, and ring 3 is not yet free.
  void toMakeIsTheLargerOfAtOnceAndWear() {
    const Project p = rosette(4);
    const int atOnce = papersAtOnce(*geometry(p), piecesInOrder(input(p), SewingOrder::Rings)).total;
    QVERIFY(atOnce > 24 && atOnce < 61);
    KindSupply k = kind(supply(p, {}, material(6, 0)), *p.layout, "hexagon");
    QCOMPARE(k.needed, 61);
    QCOMPARE(k.wear, 11);  // ⌈61 / 6⌉
    QCOMPARE(k.atOnce, atOnce);
    QCOMPARE(k.toMake, atOnce);
    k = kind(supply(p, {}, material(6, 5)), *p.layout, "hexagon");
    QCOMPARE(k.losses, static_cast<int>(std::ceil(atOnce * 0.05)));
    QCOMPARE(k.toMake, atOnce + k.losses);
    QCOMPARE(kind(supply(p, {}, material(1, 0)), *p.layout, "hexagon").toMake, 61);
    QCOMPARE(kind(supply(p, {}, material(0, 10)), *p.layout, "hexagon").toMake, 68);  // 61 and ⌈6.1⌉
    k = kind(supply(p, {{"hexagon", 0, 25.4, 20, "card", 0, 0}}, material(6, 0)), *p.layout, "hexagon");
    QCOMPARE(k.owned, 20);
    QCOMPARE(k.toMake, atOnce - 20);
    QVERIFY(!k.packs);
    k = kind(supply(p, {{"hexagon", 0, 25.4, 20, "card", 12, 4.5}}, material(6, 0)), *p.layout, "hexagon");
    QCOMPARE(*k.packs, (atOnce - 20 + 11) / 12);
    // Another size is another paper.
    QCOMPARE(kind(supply(p, {{"hexagon", 0, 25, 200, "", 0, 0}}, material(6, 0)), *p.layout, "hexagon").owned,
             0);
  }
  /// Straight sides leave halves: two from each owned whole that the rest does not need.
  void wholesAreCutIntoHalvesThatAreMissing() {
    const Project p = support::project(support::recipe("hexagons", 30, 5, 6, FinishingSides::EdgePieces));
    const int wholes = kind(supply(p, {}, material(1, 0)), *p.layout, "hexagon").needed;
    const auto given = [&](int owned) {
      return supply(p, {{"hexagon", 0, 30, owned, "", 0, 0}}, material(1, 0));
    };
    // Two more wholes than are needed give what two can give, and the rest is made.
    const PaperSupply s = given(wholes + 2);
    int cut = 0, parts = 0, most = 0;
    for (const WholesCut& w : s.wholes) {
      cut += w.wholes;
      parts += w.parts;
      const double share =
          area(p.layout->shapes[w.shape].outline) / area(scaled(*familyOutline("hexagon"), 30));
      most += w.wholes * static_cast<int>(std::lround(1 / share));
    }
    QCOMPARE(cut, 2);
    QVERIFY(parts >= 2 && parts <= most);
    int from = 0;
    for (const KindSupply& k : s.kinds) {
      from += k.fromWholes;
      if (p.layout->shapes[k.shape].name == "hexagon") continue;
      QCOMPARE(k.toMake, k.needed - k.fromWholes);
    }
    QCOMPARE(from, parts);
    QCOMPARE(kind(s, *p.layout, "hexagon").toMake, 0);
    QCOMPARE(kind(s, *p.layout, "hexagon").owned, wholes + 2);
    // Never more wholes than are over, and with plenty nothing of halves is made.
    QVERIFY(given(wholes).wholes.empty());
    for (const KindSupply& k : given(wholes + 500).kinds)
      if (p.layout->shapes[k.shape].name.find("half") != std::string::npos) QCOMPARE(k.toMake, 0);
  }
  void handsAreOwnedApart() {
    const Project p = support::project(support::recipe("parallelogram-chevrons", 40, 4, 4));
    const Shape& s = p.layout->shapes[0];
    const PaperBox box{{s.family, 1, s.edge, 5, "", 0, 0}, {s.family, 0, s.edge, 3, "", 0, 0}};
    const PaperSupply made = supply(p, box, material(1, 0));
    const KindSupply &left = kind(made, *p.layout, s.name, -1), &right = kind(made, *p.layout, s.name, 1);
    QCOMPARE(left.owned, 3);  // unmarked papers serve either hand, and the left one comes first
    QCOMPARE(right.owned, 5);
    QCOMPARE(left.toMake, left.needed - 3);
    QCOMPARE(right.toMake, right.needed - 5);
  }
  void halvesAndQuartersOfWholes_data() {
    QTest::addColumn<QString>("whole");
    QTest::addColumn<double>("edge");
    QTest::addColumn<QString>("part");
    QTest::addColumn<double>("partEdge");
    QTest::addColumn<int>("parts");
    const double r2 = std::sqrt(2.0);
    const auto row = [](const char* w, double e, const char* p, double pe, int n) {
      QTest::addRow("%s %s", w, p) << QString::fromLatin1(w) << e << QString::fromLatin1(p) << pe << n;
    };
    row("hexagon", 30, "half-hexagon-point-cut", 30, 2);
    row("hexagon", 30, "half-hexagon-flat-cut", 30, 2);
    row("diamond60", 30, "triangle60", 30, 2);
    row("square", 30, "triangle90", 30 * r2, 2);
    row("square", 40, "square", 20, 4);
    row("hexagon", 30, "diamond60", 30, 0);  // three, by no straight cut through the whole
    row("hexagon", 30, "triangle60", 30, 0);
    row("square", 30, "square", 20, 0);
  }
  void halvesAndQuartersOfWholes() {
    QFETCH(QString, whole);
    QFETCH(double, edge);
    QFETCH(QString, part);
    QFETCH(double, partEdge);
    QFETCH(int, parts);
    const auto w = familyOutline(whole.toStdString()), p = familyOutline(part.toStdString());
    QVERIFY2(w && p, qPrintable(part));
    Polygon small = scaled(*p, partEdge);
    if (part == "triangle90") small = scaled(*p, std::sqrt(30 * 30 / 2.0 / area(*p)));
    QCOMPARE(partsOfWhole(scaled(*w, edge), small), parts);
    QCOMPARE(partsOfWhole(placed(scaled(*w, edge), Angle::degrees(23), true, {7, 8}),
                          placed(small, Angle::degrees(-71), true, {1, 2})),
             parts);
  }
  void theBoxIsReadAsItWasWritten() {
    const PaperBox box{{"hexagon", 0, 25.4, 200, "card, thick", 100, 4.5},
                       {"my \"reed\"", -1, 31.75, 3, "", 0, 0},
                       {"kite", 0, 30, 0, "line\nbreak", 0, 0}};
    const auto back = paperBoxFrom(toCsv(box));
    QVERIFY2(back.has_value(), back ? "" : clathra::said(back.error()).c_str());
    QCOMPARE(*back, box);
    // Other orders of columns, units, semicolons, empty lines.
    const auto other = paperBoxFrom("count;edge;shape\r\n\r\n12;1 1/4 in;hexagon\r\n7;30;kite\r\n");
    QVERIFY(other.has_value());
    QCOMPARE(other->size(), std::size_t(2));
    COMPARE_TO((*other)[0].edge, 31.75, 1e-9);
    QCOMPARE((*other)[1].count, 7);
    const PaperBox twice =
        added(box, {{"hexagon", 0, 25.4, 11, "card, thick", 100, 4.5}, {"hexagon", 0, 30, 1, "", 0, 0}});
    QCOMPARE(twice.size(), std::size_t(4));
    QCOMPARE(twice[0].count, 211);
  }
  void aBoxThatIsWrongIsNamedByItsRow() {
    QCOMPARE(refusal("shape,edge\nhexagon,30\n"), std::string("box-column-missing"));
    QCOMPARE(refusal("shape,edge,count\nhexagon,30,many\n"), std::string("box-whole-number"));
    QCOMPARE(refusal("shape,edge,count\nhexagon,30,-1\n"), std::string("box-whole-number"));
    QCOMPARE(refusal("shape,edge,count,handed\nhexagon,30,1,2\n"), std::string("box-whole-number"));
    QCOMPARE(refusal("shape,edge,count,price\nhexagon,30,1,free\n"), std::string("box-price"));
    QCOMPARE(refusal("shape,edge,count\n,30,1\n"), std::string("box-no-shape"));
    QCOMPARE(refusal("shape,edge,count\n\"hexagon,30,1\n"), std::string("csv-open-quote"));
    QVERIFY(!refusal("shape,edge,count\nhexagon,wide,1\n").empty());
    const auto row = paperBoxFrom("shape,edge,count\nkite,30,1\nhexagon,30,x\n");
    QVERIFY(clathra::said(row.error()).find("Row 3") != std::string::npos);
    QVERIFY(paperBoxFrom("")->empty());
  }
  void sheetsHoldWhatIsToBeMade() {
    Project p = rosette(4);
    PaperInput in = input(p, {{"hexagon", 0, 25.4, 20, "", 0, 0}});
    SheetOptions options;
    options.page = standardPages().front();
    const auto plan = planPapers(in, options);
    QVERIFY(plan.has_value());
    QCOMPARE(plan->sheets.papers, plan->supply.toMake());
    for (const Sheet& s : plan->sheets.sheets)
      for (const SheetPaper& paper : s.papers) QCOMPARE(paper.piece, kNoPiece);  // they are used again
    // Papers that stay in are each its own piece's, and the losses come last.
    in.papers.material = "leave-in";
    in.box.clear();
    const auto leave = planPapers(in, options);
    std::set<std::uint32_t> pieces;
    int spare = 0;
    for (const Sheet& s : leave->sheets.sheets)
      for (const SheetPaper& paper : s.papers)
        paper.piece == kNoPiece ? void(++spare) : void(pieces.insert(paper.piece));
    QCOMPARE(pieces.size(), std::size_t(61));
    QCOMPARE(spare, 2);  // 2 % of 61
    // Bought ones are on no sheet.
    in.papers.material = "card";
    in.box = {{"hexagon", 0, 25.4, 0, "", 50, 6}};
    const auto packs = planPapers(in, options);
    QCOMPARE(packs->sheets.papers, 0);
    QCOMPARE(*packs->supply.kinds[0].packs, 1);
    const auto rows = compareMaterials(in, options);
    QVERIFY(rows.has_value());
    for (const MaterialRow& r : *rows) {
      QCOMPARE(r.sheets, 0);
      COMPARE_TO(r.money, 6.0 * r.packs, 1e-9);
      QCOMPARE(r.packs, (r.papers + 49) / 50);
    }
    const auto curve = atOnceCurve(in, 6);
    QCOMPARE(curve.size(), std::size_t(7));
    QVERIFY(std::is_sorted(curve.begin(), curve.end()) && curve.back() > curve.front());
  }
  void wishesAreSetOneByOneAndKept() {
    Project p = rosette(2);
    p = support::edited(p, {{"edit", "setPapers"}, {"material", "leave-in"}, {"ahead", 4}});
    p = support::edited(
        p, {{"edit", "setPapers"}, {"materials", {{{"id", "card"}, {"life", 9}}}}, {"ease", 1.5}});
    QCOMPARE(p.settings.papers.material, std::string("leave-in"));
    QCOMPARE(p.settings.papers.ahead, 4);
    COMPARE_TO(p.settings.easePercent, 1.5, 0);
    QCOMPARE(p.settings.papers.materials[0].life, 9);
    COMPARE_TO(p.settings.papers.materials[0].lost, 5, 0);  // as it was
    QCOMPARE(support::refusal(p, {{"edit", "setPapers"}, {"material", "wood"}}),
             std::string("There is no material called \"wood\"."));
    QVERIFY(!support::refusal(p, {{"edit", "setPage"}, {"margin", 2}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "setPage"}, {"page", "60x300"}, {"margin", 25}}).empty());
    p = support::edited(p, {{"edit", "setPage"}, {"margin", 5}});
    COMPARE_TO(p.settings.margin.mm(), 5, 0);
  }
};

CLATHRA_TEST(PaperSupplyTest, "paper_supply")
#include "paper_supply.moc"
