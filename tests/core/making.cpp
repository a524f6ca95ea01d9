// How it is made: several times over, in layers, with tips cut blunt; how cloth behaves; what allowances
// cost.
#include "edit/allowance_prices.hpp"

#include "cutting/plan.hpp"
#include "cutting/ticks.hpp"
#include "layout/derived.hpp"
#include "paper/supply.hpp"
#include "registry.hpp"
#include "script/read_edit.hpp"
#include "shape/allowance.hpp"
#include "sound_plan.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project after(Project p, const json& steps) {
  if (steps.is_object()) return support::edited(p, steps);
  for (const json& step : steps) p = support::edited(p, step);
  return p;
}

/// Squares of 50 with 6 mm, `down` rows of ten, all of cloth Fen, 1000 wide.
Project squares(int down, const json& more = json::array()) {
  return after(after(support::project(support::recipe("squares", 50, 10, down)),
                     {{{"edit", "setUnit"}, {"unit", "mm"}},
                      {{"edit", "setAllowance"}, {"value", 6}},
                      {{"edit", "addCloth"}, {"name", "Fen"}, {"width", 1000}, {"lengths", {3000}}},
                      {{"edit", "paint"}, {"cloth", "Fen"}, {"shape", "square"}},
                      {{"edit", "chooseMethod"}, {"cloth", "Fen"}, {"method", "strips"}}}),
               more);
}

json making(const json& keys) {
  json out = keys;
  out["edit"] = "setMaking";
  return out;
}

const CutMethod& strips(const CutPlan& plan) {
  for (const CutMethod& m : plan.methods)
    if (m.id == "strips") return m;
  qFatal("no strips");
}

CutPlan planOfFen(const Project& p) {
  return support::soundPlan(p, *findCloth(p, "Fen"));
}

bool saysStep(const CutMethod& m, const char* what) {
  return std::any_of(m.steps.begin(), m.steps.end(),
                     [&](const Message& s) { return said(s).find(what) != std::string::npos; });
}

}  // namespace

class MakingTest : public QObject {
  Q_OBJECT
 private slots:
  /// Strips of 62 with 16 squares of 62 in 1000 mm: 50 are four strips, 25 + 4 · 62 = 273; three times as
  /// many are 150, in ten strips (9 · 16 = 144): 25 + 10 · 62 = 645.
  void clothForAllThatAreMade() {
    const Project one = squares(5), three = squares(5, {making({{"times", 3}})});
    COMPARE_TO(*strips(planOfFen(one)).length, 273, 1e-9);
    const CutPlan plan = planOfFen(three);
    COMPARE_TO(*strips(plan).length, 645, 1e-9);
    QCOMPARE(plan.pieces, 150);
    QVERIFY(said(strips(plan).sum.front().what).find("for all 3") != std::string::npos);
    // Spares are of all of them: 150 and a tenth, not three times the five of fifty.
    const Project spare = squares(5, {making({{"times", 3}}), {{"edit", "setSpare"}, {"percent", 9}}});
    QCOMPARE(static_cast<int>(strips(planOfFen(spare)).laid.placements.size()), 164);  // 163.5
  }
  /// A patch of the log is of one of the quilts: a piece wants patches until all have theirs.
  void whatIsCutIsOfOneOfThem() {
    Project p = squares(1, {making({{"times", 2}})});  // ten pieces, twenty patches, two strips of 16 and 4
    const ClothId fen = *findCloth(p, "Fen");
    const auto first = cutOf(*p.layout, planOfFen(p), 0);
    QVERIFY(first);
    p = support::edited(p, TakeCut{fen, *first, false});
    const ClothCut& cut = clothById(p, fen)->cuts.front();
    QCOMPARE(cut.patches.front().count, 20);
    QCOMPARE(cut.patches.front().pieces.size(), 20U);  // each twice
    QVERIFY(cutInput(p, fen)->pieces.empty());
    // A third one wants ten more; none again wants none, and what is cut too often is spare.
    const Project third = support::edited(p, making({{"times", 3}}));
    for (const Project& saved : {p, third}) {
      const auto again = deserialize(*serialize(saved));
      QVERIFY(again);
      QCOMPARE(again->settings.times, saved.settings.times);
    }
    QCOMPARE(cutInput(third, fen)->pieces.size(), 10U);
    QCOMPARE(demandsOf(*cutInput(third, fen)).front().patches, 10);
    const Project single = support::edited(p, making({{"times", 1}}));
    QVERIFY(cutInput(single, fen)->pieces.empty());
    QVERIFY(demandsOf(*cutInput(single, fen)).empty());
    // Written and read again.
    const auto back = deserialize(*serialize(third));
    QVERIFY(back);
    QVERIFY(sameContent(*back, third));
  }
  /// Papers that are used again serve all of them; papers that stay in do not.
  void papersForAllThatAreMade() {
    const Project p = squares(5, {making({{"times", 3}})});
    PaperMaterial again = p.settings.papers.chosen(), stays = again;
    again.life = 4;
    again.lost = 0;
    stays.life = 0;
    stays.lost = 0;
    const PaperInput in = paperInput(p, geometryOf(p.layout), {});
    const auto used = paperSupply(in, again), left = paperSupply(in, stays);
    QVERIFY(used && left);
    QCOMPARE(left->toMake(), 150);
    QCOMPARE(used->kinds.front().wear, 38);  // 150 / 4
    QVERIFY(used->toMake() < 50 && used->toMake() >= 38);
  }
  /// Squares: a strip of n is crossed n times after its end is straight, n + 1 in all. 50 in strips of 16,
  /// 16, 16 and 2: 17 · 3 + 3 = 54, four long cuts and the squared end one by one; two and two 17 + 17 = 34;
  /// four at once 17.
  void layersByHand() {
    const auto cuts = [](const json& layers) {
      return strips(planOfFen(squares(5, {making({{"layers", layers}})}))).cuts;
    };
    QCOMPARE(cuts(nullptr), 59);
    QCOMPARE(cuts(1), 59);
    QCOMPARE(cuts(2), 39);
    QCOMPARE(cuts(3), 17 + 3 + 5);
    QCOMPARE(cuts(4), 22);
    QCOMPARE(cuts(6), 22);
    const CutMethod m = strips(planOfFen(squares(5, {making({{"layers", 4}})})));
    QVERIFY(saysStep(m, "Lay up to 4 strips on each other, all the same side up."));
    QVERIFY(!saysStep(strips(planOfFen(squares(5))), "on each other"));
    // Fewer cuts, and as much cloth.
    COMPARE_TO(*m.length, 273, 1e-9);
  }
  /// Both hands lie on each other face to face; one hand alone does not.
  void mirroredStripsAreCutInPairs() {
    const Project base = after(support::project(support::recipe("parallelogram-chevrons", 40, 6, 6)),
                               {{{"edit", "setUnit"}, {"unit", "mm"}},
                                {{"edit", "addCloth"}, {"name", "Fen"}, {"width", 900}, {"lengths", {5000}}},
                                {{"edit", "paint"}, {"cloth", "Fen"}, {"shape", "parallelogram"}},
                                {{"edit", "chooseMethod"}, {"cloth", "Fen"}, {"method", "strips"}}});
    int right = 0, left = 0;
    for (const Piece& piece : base.layout->pieces) (piece.hand > 0 ? right : left) += 1;
    QVERIFY(right > 0 && left > 0 && right != 0);
    const CutMethod alone = strips(planOfFen(base)),
                    both = strips(planOfFen(support::edited(base, making({{"layers", 2}}))));
    QVERIFY(both.cuts < alone.cuts);
    QVERIFY(saysStep(both, "right sides together"));
    // Four of each hand are one strip each: crossed c times each alone, c times together; two long cuts and
    // the squared end stay.
    json four = json::array();
    for (const int hand : {1, -1})
      for (std::size_t i = 0, n = 0; i < base.layout->size() && n < 4; ++i)
        if (base.layout->pieces[i].hand == hand) {
          four.push_back(i + 1);
          ++n;
        }
    const Project few = after(base, {{{"edit", "paint"}, {"cloth", "B"}, {"all", true}},
                                     {{"edit", "paint"}, {"cloth", "Fen"}, {"pieces", four}}});
    const int apart = strips(planOfFen(few)).cuts,
              together = strips(planOfFen(support::edited(few, making({{"layers", 2}})))).cuts;
    QVERIFY(together < apart);
    QCOMPARE(2 * (apart - together), apart - 3);
    json others = json::array();
    for (std::size_t i = 0; i < base.layout->size(); ++i)
      if (base.layout->pieces[i].hand < 0) others.push_back(i + 1);
    const Project one =
        after(base, {{{"edit", "paint"}, {"cloth", "B"}, {"pieces", others}}, making({{"layers", 2}})});
    QVERIFY(!saysStep(strips(planOfFen(one)), "right sides together"));
  }
  /// A diamond of 45° and 60 mm with 6 mm: its tip's mitre would reach 6 / sin 22.5° = 15.68 beyond the
  /// paper's; blunted at 6 each. Below 40° nothing is blunted here, below 75° both sharp tips are.
  void tipsAreCutAsIsWished() {
    const auto longest = [](double below) {
      const Project p = after(support::project(support::recipe("diamonds", 60, 3, 3)),
                              {{{"edit", "setUnit"}, {"unit", "mm"}},
                               {{"edit", "setAllowance"}, {"value", 6}},
                               {{"edit", "addCloth"}, {"name", "Fen"}, {"width", 900}, {"lengths", {5000}}},
                               {{"edit", "paint"}, {"cloth", "Fen"}, {"pieces", {1, 2, 3}}},
                               making({{"bluntBelow", below}})});
      (void)planOfFen(p);
      const PatchDemand d = demandsOf(*cutInput(p, *findCloth(p, "Fen"))).front();
      double most = 0;
      for (const Point a : d.patch)
        for (const Point b : d.patch) most = std::max(most, distance(a, b));
      double paper = 0;
      for (const Point a : d.paper)
        for (const Point b : d.paper) paper = std::max(paper, distance(a, b));
      return most - paper;
    };
    const double tip = 6 / std::sin(30 * std::numbers::pi / 180);  // 60° diamonds
    COMPARE_TO(longest(40), 2 * tip, 1e-6);
    QVERIFY(longest(75) < 2 * tip - 5);
  }
  void usualAllowances() {
    QCOMPARE(suggestedAllowance(25.4, LengthUnit::Inch).allowance, Length::sixtyFourths(16));
    QCOMPARE(suggestedAllowance(54, LengthUnit::Inch).allowance, Length::sixtyFourths(16));
    QCOMPARE(suggestedAllowance(56, LengthUnit::Inch).allowance, Length::sixtyFourths(24));
    QCOMPARE(suggestedAllowance(101, LengthUnit::Inch).allowance, Length::sixtyFourths(32));
    QCOMPARE(suggestedAllowance(20, LengthUnit::Millimetre).allowance, Length::millimetres(6));
    QCOMPARE(suggestedAllowance(56, LengthUnit::Millimetre).allowance, Length::millimetres(10));
    QCOMPARE(suggestedAllowance(101, LengthUnit::Millimetre).allowance, Length::millimetres(12));
    // The least that holds, by the table of docs/calculations.md: each length is the last of its own.
    for (const auto& [edge, least] : {std::pair(12.0, 4.0),
                                      {25.4, 4.0},
                                      {25.5, 6.0},
                                      {55.0, 6.0},
                                      {55.1, 9.0},
                                      {100.0, 9.0},
                                      {100.1, 12.0}})
      COMPARE_TO(leastAllowanceFor(edge), least, 0);
    // What is suggested is never too little for the second look.
    for (double edge = 3; edge < 300; edge += 0.7)
      for (const LengthUnit unit : {LengthUnit::Inch, LengthUnit::Millimetre})
        QVERIFY(suggestedAllowance(edge, unit).allowance.mm() >= leastAllowanceFor(edge) - 1e-9);
  }
  /// Edges of 60 mm want 10 mm; the squares of the same layout in another cloth, of 60 as well, are not
  /// asked.
  void usualForTheShapesOfACloth() {
    const Project p = squares(5);
    const auto usual = usualFor(p, *findCloth(p, "Fen"));
    QCOMPARE(usual.size(), std::size_t(1));
    COMPARE_TO(usual[0].advice.edge, 50, 1e-9);
    QVERIFY(usualFor(p, *findCloth(p, "A")).empty());
    // Hexagons, squares and triangles of 45 mm, and halves with a longer cut at the quilt's sides.
    const Project mixed =
        support::project(support::recipe("hexagon-square-triangle", 45, 5, 6, FinishingSides::EdgePieces));
    const auto all = usualFor(mixed, mixed.painting[0]);
    QCOMPARE(all.size(), std::size_t(2));
    QCOMPARE(all[0].advice.allowance, Length::sixtyFourths(16));
    QCOMPARE(all[1].advice.allowance, Length::sixtyFourths(24));
    for (const ShapesAdvice& each : all)
      for (const auto s : each.shapes)
        QCOMPARE(suggestedAllowance(mixed.layout->shapes[s], LengthUnit::Inch).allowance,
                 each.advice.allowance);
  }
  /// By hand, squares of 50 in 1000 mm: 6 mm 62, 16 to a strip, 4 strips; 8 mm 66, 15, 4; 10 mm 70, 14, 4; 12
  /// mm 74, 13, 4: the strips' lengths 273, 289, 305, 321, and 10 cm at 2.00 each where none is on hand.
  void whatAllowancesCost() {
    Project p = squares(5, {{{"edit", "changeCloth"},
                             {"cloth", "Fen"},
                             {"lengths", json::array()},
                             {"increment", 100},
                             {"price", 2}}});
    const auto prices = allowancePrices(p, *findCloth(p, "Fen"));
    QVERIFY(prices);
    QCOMPARE(prices->size(), 4U);
    const double byStrips[] = {273, 289, 305, 321};
    double before = 0;
    for (std::size_t i = 0; i < 4; ++i) {
      const AllowancePrice& row = (*prices)[i];
      QVERIFY(row.own.length > 0 && row.own.length <= byStrips[i] + 1e-6);
      QVERIFY(row.own.length >= before);
      before = row.own.length;
      COMPARE_TO(row.own.toBuy, std::ceil(row.own.length / 100 - 1e-9) * 100, 1e-6);
      COMPARE_TO(*row.own.money, row.own.toBuy / 100 * 2, 1e-6);
    }
    Progress stopped;
    stopped.cancel();
    QVERIFY(!allowancePrices(p, *findCloth(p, "Fen"), stopped));
  }
  /// With other cloths beside it: Reed is planned with each allowance as well, A has no width and is left
  /// out.
  void whatAllowancesCostInAllCloths() {
    Project p =
        squares(5, {{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"lengths", json::array()}, {"price", 2}},
                    {{"edit", "addCloth"}, {"name", "Reed"}, {"width", 400}, {"increment", 50}},
                    {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", {11, 12, 13, 14, 15, 16, 17}}},
                    {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {1, 2}}}});
    const auto prices = allowancePrices(p, *findCloth(p, "Fen"));
    QVERIFY(prices);
    for (const AllowancePrice& row : *prices) {
      QCOMPARE(row.cloths, 2);
      QCOMPARE(row.uncut, 1);
      const Project with =
          after(p, {{{"edit", "setAllowance"}, {"cloth", "Reed"}, {"value", row.allowance.mm()}}});
      CutPlan reed = *cutPlan(with, *findCloth(with, "Reed"));
      COMPARE_TO(row.all.length, row.own.length + *reed.length, 1e-6);
      COMPARE_TO(row.all.toBuy, row.own.toBuy + *reed.buyLength, 1e-6);
      QVERIFY(*reed.buyLength > 0 && row.own.money);
      QVERIFY(!row.all.money);  // what Reed costs is not known
    }
    p = after(p, {{{"edit", "changeCloth"}, {"cloth", "Reed"}, {"price", 3}}});
    const auto priced = allowancePrices(p, *findCloth(p, "Fen"));
    for (const AllowancePrice& row : *priced)
      COMPARE_TO(*row.all.money, *row.own.money + (row.all.toBuy - row.own.toBuy) / 50 * 3, 1e-6);
    // What is on hand asks for no price.
    p = after(p, {{{"edit", "changeCloth"}, {"cloth", "Reed"}, {"lengths", {900}}, {"price", nullptr}}});
    const auto owned = allowancePrices(p, *findCloth(p, "Fen"));
    for (const AllowancePrice& row : *owned) {
      COMPARE_TO(row.all.toBuy, row.own.toBuy, 1e-6);
      COMPARE_TO(row.all.money.value_or(-1), *row.own.money, 1e-6);
    }
  }
  /// What is said of a cloth comes back from the file as it was said, and what is not said stays unsaid.
  void factsAreKept() {
    const json facts = {{"thickness", 0.31},     {"fray", "much"},  {"stretches", false},
                        {"shows_through", true}, {"washed", false}, {"thread", "#aa3310"}};
    const Project p = after(squares(2), {{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"facts", facts}},
                                         making({{"layers", 5}, {"washed", true}, {"bluntBelow", 61}})});
    const ClothFacts& f = clothById(p, *findCloth(p, "Fen"))->facts;
    COMPARE_TO(*f.thickness, 0.31, 1e-12);
    QVERIFY(f.fray == Fray::Much && f.stretches == false && f.showsThrough == true && f.washed == false);
    QVERIFY(!f.readableBehind);
    QVERIFY((f.thread == Rgb{0xaa, 0x33, 0x10}));
    const auto back = deserialize(*serialize(p));
    QVERIFY(back);
    QVERIFY(sameContent(*back, p));
    QCOMPARE(*back->settings.layers, 5);
    COMPARE_TO(back->settings.bluntBelow.degrees(), 61, 1e-9);
  }
  void whatCannotBeIsRefused() {
    const Project p = squares(1);
    for (const json& bad :
         {making({{"times", 0}}), making({{"times", 101}}), making({{"layers", 7}}),
          making({{"bluntBelow", 10}}),
          json{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"facts", {{"thickness", 0}}}},
          json{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"facts", {{"fray", "some"}}}},
          json{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"facts", {{"thread", "red"}}}},
          json{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"facts", {{"colour", "#101010"}}}},
          json{{"edit", "setAllowance"}, {"value", nullptr}}}) {
      const std::string why = support::refusal(p, bad);
      QVERIFY2(!why.empty() && why.find('\n') == std::string::npos, bad.dump().c_str());
    }
  }
  /// An allowance of its own is given up again: the cloth's, the quilt's edge's, a shape's.
  void anAllowanceIsGivenUp() {
    const Project p = after(squares(2), {{{"edit", "setAllowance"}, {"value", 9}, {"cloth", "Fen"}},
                                         {{"edit", "setAllowance"}, {"value", 12}, {"where", "outer"}},
                                         {{"edit", "setAllowance"}, {"value", 7}, {"shape", "square"}}});
    const ClothId fen = *findCloth(p, "Fen");
    QCOMPARE(*p.settings.outerAllowance, Length::millimetres(12));
    const Project none = after(p, {{{"edit", "setAllowance"}, {"value", nullptr}, {"where", "outer"}},
                                   {{"edit", "setAllowance"}, {"value", nullptr}, {"shape", "square"}}});
    QVERIFY(!none.settings.outerAllowance);
    COMPARE_TO(allowanceOf(none, *clothById(none, fen), "square"), 9, 1e-9);
    const Project plain =
        support::edited(none, json{{"edit", "setAllowance"}, {"value", nullptr}, {"cloth", "Fen"}});
    COMPARE_TO(allowanceOf(plain, *clothById(plain, fen), "square"), 6, 1e-9);
  }
};

CLATHRA_TEST(MakingTest, "making")
#include "making.moc"
