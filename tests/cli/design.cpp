// subdivide and fit, and that every fixed key of the stable surface is there.
#include <QTemporaryDir>

#include "command_line.hpp"
#include "registry.hpp"
#include "shape/outline_measures.hpp"
#include "store/file.hpp"
#include "support.hpp"

using support::Ran;
using support::run;

class DesignTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const QString& name) const { return folder_.filePath(name); }
  static void hasKeys(const QJsonObject& o, const QStringList& keys) {
    for (const QString& key : keys) QVERIFY2(o.contains(key), qPrintable(key));
  }

 private slots:
  void fillingsAreCounted() {
    const QJsonObject twelve =
        run({"subdivide", "--parts", "diamond=12,triangle=0", "--json"}).json().object();
    QCOMPARE(twelve["placements"].toInt(), 20);
    QCOMPARE(twelve["up_to_turns"].toInt(), 6);
    QCOMPARE(twelve["up_to_turns_and_mirror"].toInt(), 6);
    const QJsonObject mixed =
        run({"subdivide", "--mixed", "triangle,diamond,half,hexagon", "--json"}).json().object();
    QCOMPARE(mixed["placements"].toInteger(), qint64(15'238'544));
    const Ran told = run({"subdivide", "--parts", "hexagon=1,half=6"});
    QCOMPARE(told.out.trimmed(), QByteArray("3 fillings, 3 up to turns, 2 up to turns and mirror"));
  }
  void badPartsAreSaidInASentence_data() {
    QTest::addColumn<QStringList>("args");
    QTest::addColumn<int>("code");
    const auto row = [](const QStringList& args, int code) {
      QTest::newRow(qPrintable(args.join(' '))) << args << code;
    };
    row({"--parts", "octagon=3"}, 1);
    row({"--parts", "diamond"}, 1);
    row({"--parts", "diamond=-1"}, 1);
    row({"--parts", "diamond=1e9"}, 1);
    row({"--parts", "diamond=99999999999999999999"}, 1);
    row({"--parts", "diamond=2,,"}, 1);
    row({"--mixed", "diamond,teapot"}, 1);
    row({}, 2);
    row({"--parts", "diamond=12", "--mixed", "triangle"}, 2);
  }
  void badPartsAreSaidInASentence() {
    QFETCH(QStringList, args);
    QFETCH(int, code);
    const Ran r = run(QStringList{"subdivide"} + args);
    QCOMPARE(r.code, code);
    QVERIFY(r.out.isEmpty());
    if (code == 1)
      QVERIFY2(r.err.trimmed().endsWith('.') && !r.err.trimmed().contains('\n'), r.err.constData());
  }
  /// Long honeycombs of 20 mm with long sides of 5 cm: each has two of them and four of 20.
  void proportionsAreTyped() {
    const QString file = at("long.clathra");
    const QStringList base{
        "new", "--arrangement", "long-honeycombs", "--edge", "20mm", "--across", "3", "--down", "2", "-o",
        file};
    QCOMPARE(run(base + QStringList{"--proportion", "long=5cm", "--proportion", "angle=100"}).code, 0);
    const auto project = clathra::openProject(file.toStdString());
    QVERIFY(project.has_value());
    auto sides = clathra::edgeLengths(project->layout->shapes[0].outline);
    std::sort(sides.begin(), sides.end());
    COMPARE_TO(sides[3], 20, 1e-9);
    COMPARE_TO(sides[4], 50, 1e-9);
    double sharpest = 360;
    for (const auto angle : clathra::cornerAngles(project->layout->shapes[0].outline))
      sharpest = std::min(sharpest, angle.degrees());
    COMPARE_TO(sharpest, 100, 1e-6);
    for (const char* bad :
         {"long", "long=", "long=5 parsec", "long=9m", "wide=2cm", "angle=steep", "angle=5", "=3"}) {
      const Ran r = run(base + QStringList{"--proportion", bad});
      QVERIFY2(r.code == 1 && r.err.trimmed().endsWith('.') && !r.err.trimmed().contains('\n'),
               (std::string(bad) + ": " + r.err.toStdString()).c_str());
    }
  }
  void sizesAreFittedNearestFirst() {
    const Ran r = run({"fit", "--arrangement", "hexagons", "--width", "60in", "--height", "80in", "--edges",
                       "1in,1 1/4 in,30mm", "--sides", "edge-pieces", "--json"});
    QCOMPARE(r.code, 0);
    const QJsonArray rows = r.json().array();
    QVERIFY(rows.size() >= 5);
    double last = 0;
    for (const QJsonValue& v : rows) {
      const QJsonObject o = v.toObject();
      hasKeys(o, {"edge", "across", "down", "width", "height", "pieces"});
      const double off = std::abs(o["width"].toDouble() - 1524) + std::abs(o["height"].toDouble() - 2032);
      QVERIFY(off >= last - 1e-6);
      last = off;
    }
    // The first row, made and tallied, is what it says.
    const QJsonObject best = rows[0].toObject();
    QCOMPARE(run({"new", "--arrangement", "hexagons", "--edge",
                  QString::number(best["edge"].toDouble(), 'g', 12) + "mm", "--across",
                  QString::number(best["across"].toInt()), "--down", QString::number(best["down"].toInt()),
                  "--sides", "edge-pieces", "-o", at("fit.clathra")})
                 .code,
             0);
    const QJsonObject tally = run({"tally", at("fit.clathra"), "--json"}).json().object();
    COMPARE_TO(tally["finished"].toObject()["width"].toDouble(), best["width"].toDouble(), 1e-3);
    QCOMPARE(tally["pieces"].toInt(), best["pieces"].toInt());
  }
  void fitRefusesWhatIsNoSize() {
    for (const QStringList& args :
         {QStringList{"--arrangement", "none", "--width", "1m", "--height", "1m"},
          QStringList{"--arrangement", "hexagons", "--width", "0mm", "--height", "500mm"},
          QStringList{"--arrangement", "hexagons", "--width", "wide", "--height", "500mm"},
          QStringList{"--arrangement", "hexagons", "--width", "500mm", "--height", "500mm", "--edges",
                      "1in,,2in"},
          QStringList{"--arrangement", "hexagons", "--width", "500mm", "--height", "500mm", "--sides",
                      "round"}}) {
      const Ran r = run(QStringList{"fit"} + args);
      QCOMPARE(r.code, 1);
      QVERIFY2(r.err.trimmed().endsWith('.'), r.err.constData());
    }
    QCOMPARE(run({"fit", "--arrangement", "hexagons"}).code, 2);
  }
  void theDemosPlansHaveAllKeys() {
    QCOMPARE(run({"demo", "saltmarsh", "-o", at("demo.clathra")}).code, 0);
    const QJsonArray plans = run({"cut", at("demo.clathra"), "--json"}).json().array();
    QCOMPARE(plans.size(), 5);
    for (const QJsonValue& v : plans) {
      const QJsonObject plan = v.toObject();
      hasKeys(plan, {"cloth", "windows", "methods", "chosen", "length", "buy_length"});
      for (const QJsonValue& m : plan["methods"].toArray()) {
        const QJsonObject method = m.toObject();
        hasKeys(method, {"method", "length", "cuts", "minutes", "utilisation", "sum", "steps"});
        if (method["length"].isNull()) continue;
        double sum = 0;
        for (const QJsonValue& line : method["sum"].toArray()) {
          hasKeys(line.toObject(), {"what", "value"});
          if (line.toObject()["is_length"].toBool()) sum += line.toObject()["value"].toDouble();
        }
        COMPARE_TO(sum, method["length"].toDouble(), 1e-6);
        if (method["length"].toDouble() > 0)
          QVERIFY(method["utilisation"].toDouble() > 0 && method["utilisation"].toDouble() <= 1);
        else
          QVERIFY(method["utilisation"].isNull());  // scraps have no area to compare with
      }
      double windows = 0;
      for (const QJsonValue& w : plan["windows"].toArray()) {
        hasKeys(w.toObject(), {"motif", "copies", "length"});
        windows += w.toObject()["length"].toDouble();
      }
      for (const QJsonValue& m : plan["methods"].toArray())
        if (m.toObject()["method"] == plan["chosen"] && !plan["length"].isNull())
          COMPARE_TO(plan["length"].toDouble(), windows + m.toObject()["length"].toDouble(), 1e-6);
    }
    const QJsonArray motifs = run({"motif", at("demo.clathra"), "--json"}).json().array();
    QCOMPARE(motifs.size(), 2);
    for (const QJsonValue& v : motifs)
      hasKeys(v.toObject(), {"motif", "cloth", "shape", "at", "turn", "mirrored", "pieces", "wanted",
                             "on_hand", "length_needed"});
    const QJsonArray remarks = run({"review", at("demo.clathra"), "--json"}).json().array();
    for (const QJsonValue& v : remarks) hasKeys(v.toObject(), {"check", "pieces", "why", "fix"});
    const QJsonObject papers =
        run({"papers", at("demo.clathra"), "--page", "a4", "--out", at("sheets"), "--json"}).json().object();
    hasKeys(papers, {"sheets", "cuts", "per_shape"});
    int needed = 0;
    for (const QJsonValue& v : papers["per_shape"].toArray()) {
      hasKeys(v.toObject(), {"shape", "handed", "needed", "at_once"});
      for (const char* key : {"owned", "from_wholes", "to_make", "packs"})
        QVERIFY(v.toObject().contains(key));
      QVERIFY(v.toObject()["at_once"].toInt() > 0);
      needed += v.toObject()["needed"].toInt();
    }
    const QJsonObject tally = run({"tally", at("demo.clathra"), "--json"}).json().object();
    hasKeys(tally,
            {"pieces", "finished", "area", "shapes", "by_cloth", "seams", "seam_length", "boundary_length"});
    QCOMPARE(needed, tally["pieces"].toInt());
    int byCloth = 0, byShape = 0;
    for (const QJsonValue& v : tally["by_cloth"].toArray()) byCloth += v.toObject()["count"].toInt();
    for (const QJsonValue& v : tally["shapes"].toArray()) {
      hasKeys(v.toObject(), {"shape", "handed", "count", "edges", "angles"});
      byShape += v.toObject()["count"].toInt();
    }
    QCOMPARE(byCloth, tally["pieces"].toInt());
    QCOMPARE(byShape, tally["pieces"].toInt());
  }
};

CLATHRA_TEST(DesignTest, "design")
#include "design.moc"
