#include <QtTest>

#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;
using support::wearing;

namespace {

Project withRoles() {
  Project p = support::project(support::recipe("hexagon-square-triangle", 30, 4, 4));
  for (const char* name : {"feature", "ground"})
    p = support::edited(p, {{"edit", "addRole"}, {"name", name}});
  p = support::edited(p, {{"edit", "giveRole"}, {"role", "feature"}, {"shape", "hexagon"}});
  return support::edited(p, {{"edit", "giveRole"}, {"role", "ground"}, {"shape", "triangle60"}});
}

int having(const Project& p, ClothId role) {
  int n = 0;
  for (std::size_t i = 0; i < p.roleOf.size(); ++i) n += p.roleOf[i] == role;
  return n;
}

}  // namespace

class RolesTest : public QObject {
  Q_OBJECT
 private slots:
  void rolesComeBeforeClothsAndAClothIsPutOnAllOfThem() {
    Project p = withRoles();
    const int hexagons = having(p, 0);
    QCOMPARE(hexagons, 16);
    QCOMPARE(wearing(p, "B"), 0);
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", "B"}});
    QCOMPARE(wearing(p, "B"), hexagons);
    // Another cloth on the same role changes all of its pieces again.
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", "C"}});
    QCOMPARE(wearing(p, "B"), 0);
    QCOMPARE(wearing(p, "C"), hexagons);
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", nullptr}});
    QCOMPARE(wearing(p, "C"), 0);
  }
  void piecesGivenARoleThatWearsAClothWearIt() {
    Project p = withRoles();
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "ground"}, {"cloth", "D"}});
    const int before = wearing(p, "D");
    p = support::edited(p, {{"edit", "giveRole"}, {"role", "ground"}, {"shape", "square"}});
    QVERIFY(wearing(p, "D") > before);
  }
  void apieceThatIsPaintedByHandLeavesItsRole() {
    Project p = withRoles();
    const std::size_t first = 0;
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {first + 1}}, {"cloth", "A"}});
    QCOMPARE(p.roleOf[first], kNoRole);
    const int left = having(p, 0) + having(p, 1);
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", "B"}});
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "ground"}, {"cloth", "B"}});
    QCOMPARE(wearing(p, "B"), left);
    QCOMPARE(wearing(p, "A"), 1);
  }
  void rolesChoosePiecesForOtherEdits() {
    Project p = withRoles();
    p = support::edited(p, {{"edit", "paint"}, {"role", "feature"}, {"cloth", "A"}});
    QCOMPARE(wearing(p, "A"), 16);
    QVERIFY(
        !support::refusal(p, {{"edit", "paint"}, {"role", "feature"}, {"cloth", "A"}}).empty());  // none left
  }
  void droppingOneKeepsTheOthersRight() {
    Project p = withRoles();
    const int ground = having(p, 1);
    p = support::edited(p, {{"edit", "dropRole"}, {"role", "feature"}});
    QCOMPARE(p.roles.size(), std::size_t(1));
    QCOMPARE(having(p, 0), ground);
    p = support::edited(p, {{"edit", "renameRole"}, {"role", "ground"}, {"name", "sky"}});
    QCOMPARE(p.roles[0].name, std::string("sky"));
  }
  void aRemovedClothLeavesItsRoles() {
    Project p = withRoles();
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", "B"}});
    p = support::edited(p, {{"edit", "removeCloth"}, {"cloth", "B"}});
    QCOMPARE(p.roles[0].cloth, kNoCloth);
    QCOMPARE(having(p, 0), 16);
  }
  void rolesFollowTheirPiecesAndAreKeptInTheFile() {
    Project p = withRoles();
    p = support::edited(p, {{"edit", "putOnRole"}, {"role", "ground"}, {"cloth", "D"}});
    const Project again = *deserialize(*serialize(p));
    QVERIFY(sameContent(p, again));
    QCOMPARE(again.roles, p.roles);
    QCOMPARE(having(again, 0), 16);
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 6}});
    QCOMPARE(having(p, 0), 16);
  }
  void wrongRolesAreRefusedInWords_data() {
    QTest::addColumn<QByteArray>("edit");
    for (const char* e :
         {R"({"edit":"addRole"})", R"({"edit":"addRole","name":""})", R"({"edit":"addRole","name":"ground"})",
          R"({"edit":"giveRole","pieces":[1]})", R"({"edit":"giveRole","role":"sky","pieces":[1]})",
          R"({"edit":"giveRole","role":"ground","pieces":[9999]})", R"({"edit":"giveRole","role":"ground"})",
          R"({"edit":"putOnRole","role":"ground"})",
          R"({"edit":"putOnRole","role":"ground","cloth":"none such"})",
          R"({"edit":"renameRole","role":"ground","name":"feature"})", R"({"edit":"dropRole","role":"sky"})",
          R"({"edit":"giveRole","role":7,"pieces":[1]})"})
      QTest::newRow(e) << QByteArray(e);
  }
  void wrongRolesAreRefusedInWords() {
    QFETCH(QByteArray, edit);
    QVERIFY(!support::refusal(withRoles(), json::parse(edit.toStdString())).empty());
  }
};

CLATHRA_TEST(RolesTest, "roles")
#include "roles.moc"
