// Every field from outside is checked before it is believed, and the first fault is told.
#include "shape/json_fields.hpp"

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

class JsonFieldsTest : public QObject {
  Q_OBJECT
  static std::string faultOf(const json& j, const std::function<void(Fields&)>& read) {
    Fields in(j, "the box");
    read(in);
    return in.ok() ? std::string() : clathra::said(in.error());
  }

 private slots:
  void rightFieldsAreTakenAsTheyAre() {
    const json j = {
        {"name", "x"},    {"on", true},          {"n", 7},        {"d", 2.5},       {"at", {1, -2}},
        {"list", {1, 2}}, {"inner", {{"a", 1}}}, {"kind", "two"}, {"none", nullptr}};
    Fields in(j, "the box");
    QCOMPARE(support::text(in.text("name")), QByteArray("x"));
    QVERIFY(in.flag("on"));
    QCOMPARE(in.whole("n", 0, 10), std::int64_t(7));
    QCOMPARE(in.number("d", 0, 3), 2.5);
    QVERIFY(in.point("at") && in.point("at")->y == -2);
    QCOMPARE(in.array("list", 2).size(), std::size_t(2));
    QCOMPARE(in.object("inner").size(), std::size_t(1));
    QCOMPARE(in.choice("kind", {"one", "two"}, 0), 1);
    QVERIFY(!in.point("none") && !in.has("none"));
    QVERIFY(in.ok());
  }
  void absentFieldsTakeTheirDefaultAndRequiredOnesAreAskedFor() {
    const json j = json::object();
    Fields in(j, "the box");
    QCOMPARE(support::text(in.text("name", "so")), QByteArray("so"));
    QCOMPARE(in.whole("n", 0, 10, 3), std::int64_t(3));
    QCOMPARE(in.number("d", 0, 3, 1.5), 1.5);
    QVERIFY(!in.flag("on") && in.flag("on", true));
    QVERIFY(in.array("list", 5).empty());
    QVERIFY(in.ok());
    QVERIFY(!faultOf(j, [](Fields& f) { f.whole("n", 0, 10); }).empty());
    QVERIFY(!faultOf(j, [](Fields& f) { f.number("d", 0, 3); }).empty());
  }
  void wrongFieldsAreNamed_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QByteArray>("key");
    const auto row = [](const char* text, const char* key) {
      QTest::newRow(text) << QByteArray(text) << QByteArray(key);
    };
    row(R"({"n": 11})", "n");
    row(R"({"n": -1})", "n");
    row(R"({"n": 2.5})", "n");
    row(R"({"n": "7"})", "n");
    row(R"({"n": 18446744073709551615})", "n");
    row(R"({"n": 1e30})", "n");
    row(R"({"d": 3.0001})", "d");
    row(R"({"d": 1e400})", "d");
    row(R"({"d": []})", "d");
    row(R"({"on": 1})", "on");
    row(R"({"name": 5})", "name");
    row(R"({"at": [1]})", "at");
    row(R"({"at": [1, "2"]})", "at");
    row(R"({"at": [1, 1e9]})", "at");
    row(R"({"list": [1, 2, 3, 4]})", "list");
    row(R"({"list": {}})", "list");
    row(R"({"inner": []})", "inner");
    row(R"({"kind": "three"})", "kind");
  }
  void wrongFieldsAreNamed() {
    QFETCH(QByteArray, text);
    QFETCH(QByteArray, key);
    const auto j = parseJson(text.toStdString());
    if (!j) return;  // a number beyond all numbers is refused by the parser already
    const std::string said = faultOf(*j, [](Fields& f) {
      f.text("name");
      f.flag("on");
      f.whole("n", 0, 10, 0);
      f.number("d", 0, 3, 0);
      f.point("at");
      (void)f.array("list", 3);
      if (f.has("inner")) (void)f.object("inner");
      f.choice("kind", {"one", "two"}, 0);
    });
    QVERIFY2(said.find("\"" + key.toStdString() + "\"") != std::string::npos, said.c_str());
  }
  void theFirstFaultIsKept() {
    const json j = {{"n", 99}, {"d", 99}};
    const std::string said = faultOf(j, [](Fields& f) {
      f.whole("n", 0, 10);
      f.number("d", 0, 3);
    });
    QVERIFY(said.find("\"n\"") != std::string::npos && said.find("\"d\"") == std::string::npos);
  }
  void whatIsNoObjectIsSaid() {
    for (const char* text : {"[]", "5", "null", "\"x\""})
      QVERIFY(!faultOf(json::parse(text), [](Fields&) {}).empty());
  }
  void textsAreBounded() {
    const json j = {{"name", std::string(5'000, 'x')}};
    QVERIFY(!faultOf(j, [](Fields& f) { f.text("name"); }).empty());
    QVERIFY(!faultOf(j, [](Fields& f) { f.text("name", {}, 10); }).empty());
  }
  void depthIsBounded() {
    const auto nested = [](int depth) {
      return std::string(std::size_t(depth), '[') + std::string(std::size_t(depth), ']');
    };
    QVERIFY(parseJson(nested(10)));
    QVERIFY(!parseJson(nested(100)));
    QVERIFY(!parseJson(nested(1'000'000)));  // neither a crash nor a long wait
    for (const char* bad : {"", "{", "{\"a\":}", "nope", "[1,]", "{} {}"}) QVERIFY2(!parseJson(bad), bad);
  }
};

CLATHRA_TEST(JsonFieldsTest, "json_fields")
#include "json_fields.moc"
