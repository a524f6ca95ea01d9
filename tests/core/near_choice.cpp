// A near miss offered as a choice: a little less allowance that saves something worth having.
#include "cutting/plan.hpp"
#include "edit/near_miss_choice.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project with(Project p, const json& steps) {
  for (const json& step : steps) p = support::edited(p, step);
  return p;
}

/// Fifty squares of 50 with 6 mm, of cloth Fen, 1000 wide.
Project squares(const json& fen, const char* method = "strips") {
  json cloth = fen;
  cloth.update(json{{"edit", "addCloth"}, {"name", "Fen"}, {"width", 1000}});
  return with(support::project(support::recipe("squares", 50, 10, 5)),
              {{{"edit", "setUnit"}, {"unit", "mm"}},
               {{"edit", "setAllowance"}, {"value", 6}},
               cloth,
               {{"edit", "paint"}, {"cloth", "Fen"}, {"shape", "square"}},
               {{"edit", "chooseMethod"}, {"cloth", "Fen"}, {"method", method}}});
}

std::optional<NearMissChoice> choiceOf(const Project& p, const char* cloth = "Fen") {
  const auto found = nearMissChoice(p, *findCloth(p, cloth));
  if (!found) qFatal("%s", said(found.error()).c_str());
  return *found;
}

}  // namespace

class NearChoiceTest : public QObject {
  Q_OBJECT
 private slots:
  // guarantee 1 of near_miss_choice.hpp
  /// 62 mm are 16 to a strip of 1000, four strips for fifty; seventeen want 58.82 at the most: 4.41 of
  /// allowance, 4.4 in whole tenths, and three strips then.
  void oneStripLess() {
    const auto near = choiceOf(squares({{"lengths", {3000}}}));
    QVERIFY(near);
    COMPARE_TO(near->allowance.mm(), 4.4, 1e-6);
    COMPARE_TO(near->less, 1.6, 1e-6);
    QVERIFY(near->saves == NearMissChoice::Saves::Bands);
    COMPARE_TO(near->saved, 1, 1e-9);
    QCOMPARE(said(nearMissWords(*near)),
             std::string("With an allowance of 4.4 mm, 1.6 mm less than wished: 1 strip or row fewer."));
  }
  // guarantee 2 of near_miss_choice.hpp
  /// What may be accepted is never undercut: with 4.5 there is no choice, with 4.4 it is taken itself.
  void neverBelowTheLeast() {
    const Project p = squares({{"lengths", {3000}}});
    QVERIFY(!choiceOf(with(p, {{{"edit", "setAllowance"}, {"cloth", "Fen"}, {"value", 6}, {"least", 4.5}}})));
    const auto near =
        choiceOf(with(p, {{{"edit", "setAllowance"}, {"cloth", "Fen"}, {"value", 6}, {"least", 4.37}}}));
    QVERIFY(near);
    COMPARE_TO(near->allowance.mm(), 4.4, 1e-6);
    // A shape's own allowance is kept, so that the cloth's saves nothing.
    QVERIFY(!choiceOf(with(p, {{{"edit", "setAllowance"}, {"shape", "square"}, {"value", 6}}})));
  }
  /// Sold by 250 mm at 2.00: 25 + 4 · 62 = 273 are 500, 25 + 3 · 59 = 202 are 250.
  void onePurchaseStepLess() {
    const auto near = choiceOf(squares({{"increment", 250}, {"price", 2}}));
    QVERIFY(near);
    COMPARE_TO(near->allowance.mm(), 4.4, 1e-6);
    QVERIFY(near->saves == NearMissChoice::Saves::Buying);
    COMPARE_TO(near->saved, 250, 1e-6);
    COMPARE_TO(*near->money, 2, 1e-9);
  }
  /// Hexagons of 1 in on squares of 2 1/2 in whose print stands upright: 1/4 in wants 65.47 mm. A corner of
  /// 120° reaches 2 / √3 · s beyond the paper: 50.8 + 4 / √3 · s = 63.5 at 5.499. Where they may be turned,
  /// the whole 1/4 in fits, and nothing is saved.
  void hexagonsOnSquaresWithADirection() {
    for (const bool upright : {true, false}) {
      Project p = support::project(support::recipe("hexagons", 25.4, 4, 3));
      p = with(p, {{{"edit", "setAllowance"}, {"value", 6.35}},
                   {{"edit", "addCloth"},
                    {"name", "Dawn Set"},
                    {"width", 63.5},
                    {"lengths", {63.5}},
                    {"collection", 20},
                    {"direction", upright ? "one-way" : "none"}},
                   {{"edit", "paint"}, {"cloth", "Dawn Set"}, {"all", true}}});
      const auto near = choiceOf(p, "Dawn Set");
      QCOMPARE(near.has_value(), upright);
      if (!upright) continue;
      COMPARE_TO(near->allowance.mm(), 5.4, 1e-6);
      QVERIFY(near->saves == NearMissChoice::Saves::Buying);  // with 1/4 in all are to be bought
      Project taken = support::edited(
          p, {{"edit", "setAllowance"}, {"cloth", "Dawn Set"}, {"value", near->allowance.mm()}});
      QCOMPARE(*cutPlan(taken, *findCloth(taken, "Dawn Set"))->toBuy, 0.0);
      taken = support::edited(p, {{"edit", "setAllowance"}, {"cloth", "Dawn Set"}, {"value", 5.6}});
      QVERIFY(*cutPlan(taken, *findCloth(taken, "Dawn Set"))->toBuy > 0);
    }
  }
  void stopped() {
    const Project p = squares({{"lengths", {3000}}});
    Progress progress;
    progress.cancel();
    QVERIFY(!nearMissChoice(p, *findCloth(p, "Fen"), progress));
    QVERIFY(!nearMissChoice(p, 999));
    // Nothing wears it: there is nothing to save.
    QVERIFY(!choiceOf(with(p, {{{"edit", "paint"}, {"cloth", "A"}, {"shape", "square"}}})));
  }
};

CLATHRA_TEST(NearChoiceTest, "near_choice")
#include "near_choice.moc"
