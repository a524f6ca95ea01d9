// The stable surface, read as a script reads it: only what the program prints and how it ends.
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QThread>
#include <csignal>
#include <map>
#include <set>

#include "command_line.hpp"
#include "draw/prints.hpp"
#include "image/decode.hpp"
#include "image/repeat_finder.hpp"
#include "image/straighten.hpp"
#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using support::Ran;
using support::run;

class CommandsTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const QString& name) const { return folder_.filePath(name); }
  QString script(const QByteArray& text) {
    QFile f(at("script.json"));
    if (!f.open(QIODevice::WriteOnly)) qFatal("no script");
    f.write(text);
    return f.fileName();
  }
  QString made() {
    const QString file = at("p.clathra");
    if (run({"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "6", "--down", "5", "-o", file})
            .code != 0)
      qFatal("new failed");
    return file;
  }

 private slots:
  void arrangementsAreListed() {
    const Ran r = run({"arrangements", "--json"});
    QCOMPARE(r.code, 0);
    const QJsonArray all = r.json().array();
    QVERIFY(all.size() >= 11);
    for (const QJsonValue& v : all)
      for (const char* key : {"id", "name", "kind", "parameters", "edge_of", "counts"})
        QVERIFY2(v.toObject().contains(key), key);
  }
  /// What takes long tells bounds first; told to stop, that is its answer.
  void copiesAreLeftAtTheirBounds() {
    const QString plain = at("plain.clathra"), dense = at("dense.clathra");
    QCOMPARE(run({"new", "--arrangement", "clamshells", "--edge", "25", "--across", "3", "--down", "3", "-o",
                  plain})
                 .code,
             0);
    QCOMPARE(run({"prints", "--out", folder_.path()}).code, 0);
    const QString steps =
        script(R"([{"edit": "addCloth", "name": "Reed", "width": 210, "lengths": [160], "print":
                    {"picture": "mill-wheel.png", "dpi": 100, "along": 17, "across": 9, "mark": null}},
                   {"edit": "addMotif", "name": "Spot", "cloth": "Reed", "shape": "clamshell", "at": [60, 60],
                    "pieces": [1, 2]}])");
    QCOMPARE(run({"edit", plain, steps, "-o", dense}).code, 0);
    for (const bool json : {true, false}) {
      QProcess p;
      p.setReadChannel(QProcess::StandardError);
      p.start(CLATHRA_BINARIES "/clathra-cli",
              json ? QStringList{"motif", dense, "--json"} : QStringList{"motif", dense});
      QVERIFY(p.waitForReadyRead(support::kHang));
      const QByteArray told = p.readAllStandardError();
      QVERIFY2(told.startsWith("Spot: at least "), told);
      // Told twice at once, as a time limit does, it is one press.
      const auto id = static_cast<pid_t>(p.processId());
      QVERIFY(id > 0);
      for (int i = 0; i < 2; ++i) {
        QCOMPARE(::kill(id, SIGINT), 0);  // if it has ended by then, it was not taken away yet
        QThread::msleep(2);
      }
      QVERIFY(p.waitForFinished(support::kHang));
      QCOMPARE(p.exitStatus(), QProcess::NormalExit);
      QCOMPARE(p.exitCode(), 0);
      const QByteArray out = p.readAllStandardOutput();
      if (json) {
        const QJsonObject motif = QJsonDocument::fromJson(out).array()[0].toObject();
        QVERIFY(motif["on_hand"].toInt() < motif["on_hand_at_most"].toInt());
        QCOMPARE(motif["exact"].toBool(true), false);
        QCOMPARE(motif["wanted"].toInt(), 2);
      } else {
        QVERIFY2(out.startsWith("Spot from Reed: 2 wanted, at least ") && out.contains(", at most "), out);
      }
    }
    // Two are wanted and there are more for certain: nothing to remark about them, and nothing to wait for.
    const Ran looked = run({"review", dense});
    QCOMPARE(looked.code, 0);
    QVERIFY2(looked.out.contains("no-cloth") && !looked.out.contains("few-copies"), looked.out);
  }
  void aNewProjectIsTallied() {
    const Ran r = run({"tally", made(), "--json"});
    QCOMPARE(r.code, 0);
    const QJsonObject t = r.json().object();
    QCOMPARE(t["pieces"].toInt(), 30);
    QCOMPARE(t["seams"].toInt(), 69);
    COMPARE_TO(t["seam_length"].toDouble(), 1752.6, 0.05);
    COMPARE_TO(t["boundary_length"].toDouble(), 1066.8, 0.05);
    COMPARE_TO(t["finished"].toObject()["width"].toDouble(), 285.9616, 0.01);
    QCOMPARE(t["shapes"].toArray()[0].toObject()["edges"].toArray().size(), 6);
    QCOMPARE(t["by_cloth"].toArray()[0].toObject()["count"].toInt(), 30);
    // In words it speaks the project's own system.
    QVERIFY(
        run({"tally", made()}).out.startsWith("30 pieces, 11 1/4 in × 8 in finished, 69 seams of 69 in\n"));
    const QString metric = at("metric.clathra");
    QCOMPARE(run({"new", "--arrangement", "squares", "--edge", "30mm", "--across", "4", "--down", "3", "-o",
                  metric})
                 .code,
             0);
    QVERIFY(run({"tally", metric}).out.startsWith("12 pieces, 120 mm × 90 mm finished, 17 seams of 51 cm\n"));
    const auto read = openProject(metric.toStdString());
    QVERIFY(read && read->settings.unit == LengthUnit::Millimetre);
    for (const Cloth& c : read->cloths) QCOMPARE(c.increment.mm(), 100.0);
  }
  void slicedSidesCountWholePieces() {
    const QString cut = at("cut.clathra"), slice = at("slice.clathra");
    for (const auto& [sides, file] : {std::pair("edge-pieces", cut), std::pair("slice", slice)})
      QCOMPARE(run({"new", "--arrangement", "hexagons", "--edge", "30mm", "--across", "4", "--down", "5",
                    "--sides", sides, "-o", file})
                   .code,
               0);
    const QJsonObject a = run({"tally", cut, "--json"}).json().object(),
                      b = run({"tally", slice, "--json"}).json().object();
    QCOMPARE(a["pieces"].toInt(), 18);
    QCOMPARE(b["pieces"].toInt(), 18);
    QCOMPARE(a["finished"], b["finished"]);
    COMPARE_TO(a["area"].toDouble(),
               a["finished"].toObject()["width"].toDouble() * a["finished"].toObject()["height"].toDouble(),
               0.1);
    COMPARE_TO(b["area"].toDouble(), 18 * 1.5 * std::sqrt(3.0) * 900, 0.1);
  }
  void piecesAreGeoJson() {
    const QJsonObject g = run({"pieces", made()}).json().object();
    QCOMPARE(g["type"].toString(), "FeatureCollection");
    QCOMPARE(g["features"].toArray().size(), 30);
    const QJsonObject first = g["features"].toArray()[0].toObject()["properties"].toObject();
    for (const char* key : {"number", "shape", "handed", "cloth", "unit"}) QVERIFY(first.contains(key));
  }
  void aScriptEditsCountsAndCuts() {
    QImage(600, 500, QImage::Format_RGB32).save(at("p.png"));
    const QByteArray text =
        R"([{"edit":"addCloth","name":"Tide Ink","width":1050,"lengths":[2000],"direction":"none",
      "print":{"picture":"p.png","dpi":100,"along":152,"across":203,"kind":"straight","mirror_axes":[{"deg":90,"point":[76,0]}],"mark":[0,0]}},
      {"edit":"addScraps","name":"Odds"},{"edit":"paint","cloth":"Tide Ink","shape":"hexagon"},{"edit":"paint","cloth":"Odds","ring":{"of":8,"k":1}},
      {"edit":"setAllowance","value":6.35},{"edit":"setAllowance","value":9,"cloth":"Odds"},{"edit":"setSpare","percent":5},
      {"edit":"addMotif","name":"Lantern","cloth":"Tide Ink","shape":"hexagon","at":[76,60],"turn":0,"mirrored":false,"pieces":[28,29,30],"note":"tip on the seed head"},
      {"edit":"chooseMethod","cloth":"Tide Ink","method":"rectangles"},{"edit":"undo"},{"edit":"setEdge","value":38.1},{"edit":"undo"},{"edit":"redo"}])";
    const QString out = at("edited.clathra");
    const Ran r = run({"edit", made(), script(text), "-o", out});
    QVERIFY2(r.code == 0, r.err.constData());
    const QJsonArray cuts = run({"cut", out, "--json"}).json().array();
    QCOMPARE(cuts.size(), 2);
    const QJsonObject ink = cuts[0].toObject();
    QCOMPARE(ink["cloth"].toString(), "Tide Ink");
    QCOMPARE(ink["chosen"].toString(), ink["recommended"].toString());
    QCOMPARE(ink["windows"].toArray()[0].toObject()["copies"].toInt(), 4);  // three and 5 %
    double sum = 0;
    for (const QJsonValue& l : ink["methods"].toArray()[0].toObject()["sum"].toArray())
      if (l.toObject()["is_length"].toBool()) sum += l.toObject()["value"].toDouble();
    const double windows = ink["windows"].toArray()[0].toObject()["length"].toDouble();
    COMPARE_TO(ink["length"].toDouble(), sum + windows, 1e-6);
    QCOMPARE(ink["buy_length"].toDouble(), 0.0);  // two metres are on hand
    // With 10 cm on hand what is missing is bought, in steps of 5 cm, and patches lie on both.
    const QString shorter = at("shorter.clathra");
    QCOMPARE(run({"edit", out, script(R"([{"edit":"changeCloth","cloth":"Tide Ink","lengths":[100]}])"), "-o",
                  shorter})
                 .code,
             0);
    const QJsonObject bought =
        run({"cut", shorter, "--cloth", "Tide Ink", "--placements", "--json"}).json().array()[0].toObject();
    const double buys = bought["buy_length"].toDouble();
    QVERIFY(buys >= bought["short_by"].toDouble() && buys < bought["short_by"].toDouble() + 50);
    std::map<int, int> on;
    int lantern = 0;
    for (const QJsonValue& v : bought["placements"].toArray()) {
      const QJsonObject patch = v.toObject();
      ++on[patch["length"].toInt()];
      lantern += patch["motif"].toString() == "Lantern";
      for (const QJsonValue& corner : patch["polygon"].toArray()) {
        const double x = corner.toArray()[0].toDouble(), y = corner.toArray()[1].toDouble();
        QVERIFY(x > -0.02 && x < 1050.02 && y > -0.02);
        if (patch["length"].toInt() == 0) QVERIFY(y < 100.02);
      }
    }
    QCOMPARE(lantern, 4);
    QVERIFY(on[1] > 0 && on.size() <= 2);
    const QJsonObject motif = run({"motif", out, "--json"}).json().array()[0].toObject();
    for (const char* key : {"motif", "cloth", "shape", "at", "turn", "mirrored", "pieces", "wanted",
                            "on_hand", "length_needed", "meeting"})
      QVERIFY2(motif.contains(key), key);
    QCOMPARE(motif["wanted"].toInt(), 4);
    QVERIFY(motif["meeting"].isArray());
    QCOMPARE(run({"check", out}).code, 0);
    const QJsonArray review = run({"review", out, "--json"}).json().array();
    for (const QJsonValue& v : review)
      for (const char* key : {"check", "pieces", "why", "fix"}) QVERIFY(v.toObject().contains(key));
  }
  void aBadScriptNamesItsPlaceAndWritesNothing() {
    const QString out = at("never.clathra"), file = made();
    for (const char* text :
         {R"([{"edit":"setSpare","percent":5},{"edit":"paint","cloth":"Nope","pieces":[1]}])",
          R"({"edit":"setSpare"})", "[", R"([{"edit":"undo"}])", "[7]"}) {
      const Ran r = run({"edit", file, script(text), "-o", out});
      QCOMPARE(r.code, 1);
      QCOMPARE(r.err.count('\n'), 1);
      QVERIFY(!QFile::exists(out));
    }
    QVERIFY(run({"edit", file, script(R"([{"edit":"setSpare","percent":5},{"edit":"fly"}])"), "-o", out})
                .err.startsWith("Edit 2 of the script"));
  }
  void papersAreWrittenAndCounted() {
    const QString file = at("leave-in.clathra");
    QCOMPARE(
        run({"edit", made(), script(R"([{"edit":"setPapers","material":"leave-in"}])"), "-o", file}).code, 0);
    const Ran r = run({"papers", file, "--page", "a4", "--out", at("sheets"), "--json"});
    QCOMPARE(r.code, 0);
    QVERIFY(QFile::exists(at("sheets/papers.pdf")));
    const QJsonObject j = r.json().object();
    QCOMPARE(j["sheets"].toInt(), 2);  // 22 and 9 inch hexagons: one more for what is spoilt
    const QJsonObject need = j["per_shape"].toArray()[0].toObject();
    QCOMPARE(need["needed"].toInt(), 30);
    QCOMPARE(need["to_make"].toInt(), 31);
    QCOMPARE(need["owned"].toInt(), 0);
    QVERIFY(need["packs"].isNull());
    QCOMPARE(j["order"].toString(), QString("rows"));
    QCOMPARE(j["material"].toString(), QString("leave-in"));
    // Of card that is used again far fewer: what is in use at once, row by row.
    const QJsonObject again =
        run({"papers", made(), "--page", "a4", "--out", at("again"), "--json"}).json().object();
    const QJsonObject card = again["per_shape"].toArray()[0].toObject();
    QVERIFY(card["at_once"].toInt() > 18 && card["at_once"].toInt() < 30);  // 18 lie at the rim
    QCOMPARE(card["at_once"].toInt(), again["at_once"].toInt());
    // The box that is named, and no other: 20 whole ones, and packs of 6.
    QFile box(at("box.csv"));
    QVERIFY(box.open(QIODevice::WriteOnly));
    box.write("shape,handed,edge,count,material,pack,price\nhexagon,0,25.4,9,card,6,2.5\n");
    box.close();
    const QJsonObject owned = run({"papers", file, "--out", at("owned"), "--owned", at("box.csv"), "--json"})
                                  .json()
                                  .object()["per_shape"]
                                  .toArray()[0]
                                  .toObject();
    QCOMPARE(owned["owned"].toInt(), 9);
    QCOMPARE(owned["to_make"].toInt(), 22);
    QCOMPARE(owned["packs"].toInt(), 4);
    QCOMPARE(run({"papers", file, "--out", at("owned"), "--owned", at("none.csv")}).code, 1);
    QCOMPARE(
        run({"papers", file, "--page", "a4", "--out", at("svg"), "--format", "svg", "--side", "front"}).code,
        0);
    QCOMPARE(QDir(at("svg")).entryList({"*.svg"}).size(), 2);
    QCOMPARE(run({"papers", file, "--page", "a4", "--out", at("dxf"), "--format", "dxf"}).code, 0);
    QCOMPARE(QDir(at("dxf")).entryList({"papers-*.dxf"}).size(), 2);
    QCOMPARE(run({"papers", file, "--page", "a4", "--out", at("png"), "--format", "png"}).code, 1);
  }
  void badInputEndsWithOneSentenceAndOne_data() {
    QTest::addColumn<QStringList>("args");
    const auto row = [](const QStringList& a) { QTest::newRow(qPrintable(a.join(' '))) << a; };
    const QStringList base{"new",
                           "--arrangement",
                           "hexagons",
                           "--across",
                           "3",
                           "--down",
                           "3",
                           "-o",
                           "/tmp/clathra-never.clathra"};
    for (const char* edge : {"0", "-1in", "1", "abc", "1e9mm", "5000mm"})
      row(base + QStringList{QStringLiteral("--edge=%1").arg(edge)});
    row({"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "5000", "--down", "5000", "-o",
         "/tmp/clathra-never.clathra"});
    row({"new", "--arrangement", "hexagons", "--edge", "1in", "-o", "/tmp/clathra-never.clathra"});
    row({"new", "--arrangement", "none", "--edge", "1in", "--across", "2", "--down", "2", "-o",
         "/tmp/clathra-never.clathra"});
    row({"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "2", "--down", "2", "--sides",
         "round", "-o", "/tmp/clathra-never.clathra"});
    row({"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "2", "--down", "2", "-o",
         "/nowhere/x.clathra"});
    row({"demo", "none", "-o", "/tmp/clathra-never.clathra"});
    for (const char* command : {"tally", "pieces", "cut", "motif", "review", "check"})
      row({command, "/nowhere/x.clathra"});
    row({"sew"});
    const QString print = QStringLiteral(CLATHRA_SOURCE "/tests/data/motif/s16-one-way.jpg");
    row({"repeat", "/nowhere/x.jpg", "--dpi", "90"});
    row({"repeat", QStringLiteral(CLATHRA_SOURCE "/README.md"), "--dpi", "90"});
    for (const char* dpi : {"0", "-5", "1", "100000", "nan"})
      row({"repeat", print, QStringLiteral("--dpi=%1").arg(QLatin1String(dpi))});
    row({"pack", "/nowhere/x.json"});
    row({"pack", QStringLiteral(CLATHRA_SOURCE "/tests/data/packing/s01-hexagons.json"), "--seconds", "0"});
  }
  void badInputEndsWithOneSentenceAndOne() {
    QFETCH(QStringList, args);
    const Ran r = run(args);
    QCOMPARE(r.code, 1);
    QVERIFY(r.out.isEmpty());
    QCOMPARE(r.err.count('\n'), 1);
    QVERIFY2(r.err.trimmed().endsWith('.') || r.err.trimmed().endsWith('?'), r.err.constData());
    QVERIFY(!QFile::exists("/tmp/clathra-never.clathra"));
  }
  /// Layered repeats by script: sets among the placements, windows in the order they are cut.
  void setsAndTheOrderOfWindows() {
    const QString file = made();
    const QString edits = script(
        R"([
      {"edit":"addCloth","name":"Sets","width":1000,"lengths":[1500],"in_set":3,
       "print":{"picture":")" +
        QByteArray(CLATHRA_SOURCE) +
        R"(/data/prints/reed-ogee.png","dpi":100,"along":150,"across":62,"kind":"straight","mark":[0,0]}},
      {"edit":"paint","all":true,"cloth":"Sets"},
      {"edit":"addMotif","name":"Eye","cloth":"Sets","shape":"hexagon","at":[31,60],"pieces":[1,2,3]},
      {"edit":"chooseMethod","cloth":"Sets","method":"layers"}])");
    const Ran edited = run({"edit", file, edits, "-o", at("sets.clathra")});
    QVERIFY2(edited.code == 0, edited.err.constData());
    const Ran r = run({"cut", at("sets.clathra"), "--cloth", "Sets", "--placements", "--json"});
    QCOMPARE(r.code, 0);
    const auto plan = nlohmann::json::parse(r.out.toStdString())[0];
    QCOMPARE(plan["chosen"].get<std::string>(), std::string("layers"));
    std::map<int, int> sets;
    std::set<int> numbers;
    std::map<int, double> tops;
    for (const auto& p : plan["placements"]) {
      QCOMPARE(p.contains("set"), p["motif"].is_null());
      QCOMPARE(p.contains("number"), !p["motif"].is_null());
      if (p.contains("set")) ++sets[p["set"].get<int>()];
      if (!p.contains("number")) continue;
      numbers.insert(p["number"].get<int>());
      double top = 1e9;
      for (const auto& q : p["polygon"]) top = std::min(top, q[1].get<double>());
      tops[p["number"].get<int>()] = top;
    }
    QCOMPARE(numbers, (std::set<int>{1, 2, 3}));
    QVERIFY(tops[1] <= tops[2] && tops[2] <= tops[3]);
    QVERIFY(sets.size() > 2 && sets[1] == 3);
    double length = 0;
    for (const auto& l : plan["sum"])
      if (l["is_length"].get<bool>()) length += l["value"].get<double>();
    QVERIFY(std::abs(length - plan["length"].get<double>()) < 1e-6);
  }
  /// The stand-in camera says where the card lies, and straightening by it gives the print's own repeat back.
  void aPracticePhotoIsMadeTrueAgain() {
    const QTemporaryDir folder;
    const QString file = folder.filePath(QStringLiteral("p.png"));
    const Ran r = run({"practice-photo", "lantern-damask", "-o", file, "--tilt", "4", "--lean", "0.03"});
    QCOMPARE(r.code, 0);
    const auto card = nlohmann::json::parse(r.out.toStdString());
    QFile in(file);
    QVERIFY(in.open(QIODevice::ReadOnly));
    const QByteArray bytes = in.readAll();
    const auto photo = decodeImage(
        ByteSpan(reinterpret_cast<const std::uint8_t*>(bytes.constData()), std::size_t(bytes.size())));
    QVERIFY(photo);
    KnownRectangle known{{}, card["width"], card["height"]};
    for (std::size_t k = 0; k < 4; ++k)
      known.corners[k] = {card["card"][k][0].get<double>(), card["card"][k][1].get<double>()};
    const auto straight = straightened(*photo, known);
    QVERIFY(straight);
    const auto found = findRepeat(straight->picture);
    QVERIFY(found && found->found() && found->b);
    const double mm = 25.4 / straight->dpi;
    const auto& truth = *printDesigns().front().steps;
    for (const Point v : {mm * found->a, mm * *found->b}) {
      const double det = cross(truth.a, truth.b), i = cross(v, truth.b) / det, j = cross(truth.a, v) / det;
      QVERIFY(std::abs(i - std::round(i)) < 0.02 && std::abs(j - std::round(j)) < 0.02);
    }
    for (const QStringList& bad : {QStringList{"practice-photo", "no-such-print", "-o", file},
                                   {"practice-photo", "mill-row", "-o", "/nowhere/at/all.png"}}) {
      const Ran no = run(bad);
      QCOMPARE(no.code, 1);
      QVERIFY2(no.err.count('\n') == 1 && no.err.trimmed().endsWith('.'), no.err.constData());
    }
    QVERIFY(run({"practice-photo", "no-such-print", "-o", file}).err.contains("reed-ogee"));
    QVERIFY(run({"practice-photo", "mill-row", "-o", file, "--lean", "0.9"}).code != 0);
  }
  /// Of a project of two hands every paper is found and said with its hand, as large as it is at the scale
  /// that was told; a ruler that does not lie in the picture is missed.
  void papersOnAScanAreNamedWithTheirHands() {
    const QTemporaryDir folder;
    const QString file = folder.filePath(QStringLiteral("p.clathra")),
                  picture = folder.filePath(QStringLiteral("p.png"));
    QCOMPARE(run({"new", "--arrangement", "parallelogram-chevrons", "--edge", "34mm", "--across", "3",
                  "--down", "3", "-o", file})
                 .code,
             0);
    QCOMPARE(run({"practice-scan", file, "-o", picture, "--dpi", "150", "--tilt", "1.3"}).code, 0);
    const auto papers = [&](const QStringList& more) {
      const Ran r = run(QStringList{"scan", picture, "--project", file, "--json"} + more);
      if (r.code != 0) qFatal("%s", r.err.constData());
      return nlohmann::json::parse(r.out.toStdString());
    };
    const auto shortest = [](const nlohmann::json& p) {
      const auto edges = p["edges"].get<std::vector<double>>();
      return *std::min_element(edges.begin(), edges.end());
    };
    std::map<int, int> hands;
    for (const auto& p : papers({})) {
      ++hands[p["handed"].get<int>()];
      COMPARE_TO(shortest(p), 34, 0.1);
    }
    QCOMPARE(hands.size(), std::size_t(2));
    QVERIFY(hands[1] > 1 && hands[-1] > 1);
    for (const auto& p : papers({"--dpi", "300"})) COMPARE_TO(shortest(p), 17, 0.3);
    const QByteArray words = run({"scan", picture, "--project", file}).out;
    const auto lines = QString::fromUtf8(words).split(QLatin1Char('\n'), Qt::SkipEmptyParts);
    QCOMPARE(lines.filter(QStringLiteral("left")).size(), hands[-1]);
    QCOMPARE(lines.filter(QStringLiteral("right")).size(), hands[1]);
    const Ran ruled = run({"scan", picture, "--project", file, "--ruler", "100"});
    QCOMPARE(ruled.code, 1);
    QVERIFY2(ruled.err.contains("ruler"), ruled.err.constData());
  }
  /// Paths are counted from one: the second, cut first, holds the third.
  void theCutterSaysWhatFallsOutTooSoon() {
    const QTemporaryDir folder;
    const QString file = folder.filePath(QStringLiteral("c.svg"));
    QFile out(file);
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write(
        "<svg width='200mm' height='150mm' viewBox='0 0 200 150'><rect x='120' y='20' width='30' "
        "height='40'/>"
        "<rect x='10' y='10' width='80' height='60'/><rect x='30' y='25' width='20' height='15'/></svg>");
    out.close();
    const Ran r = run({"practice-cutter", file, "--mat", "300x200", "--json"});
    QCOMPARE(r.code, 0);
    const auto report = nlohmann::json::parse(r.out.toStdString());
    QCOMPARE(report["outside_before_inside"].dump(), std::string("[[2,3]]"));
    COMPARE_TO(report["length"].get<double>(), 140 + 280 + 70, 1e-3);
  }
  /// The best windows first, each with its outline; what cannot be searched is said; the layout as sewn is a
  /// picture that differs from the plain one.
  void windowsAreFoundAndShown() {
    const QTemporaryDir folder;
    const QString file = folder.filePath(QStringLiteral("m.clathra"));
    QCOMPARE(run({"demo", "mill-lantern", "-o", file}).code, 0);
    const Ran r = run({"find", file, "--cloth", "Reed Ogee", "--shape", "diamond30", "--most", "5"});
    QCOMPARE(r.code, 0);
    const auto all = nlohmann::json::parse(r.out.toStdString());
    QCOMPARE(all.size(), std::size_t(5));
    for (const auto& w : all) {
      QVERIFY(w["outline"].size() == 4 && w["mean_de"].get<double>() < 3 && w["lively"].get<double>() > 7);
      double x = 0, y = 0;
      for (const auto& c : w["outline"]) {
        x += c[0].get<double>() / 4;
        y += c[1].get<double>() / 4;
      }
      QVERIFY(std::hypot(x - w["at"][0].get<double>(), y - w["at"][1].get<double>()) < 1e-6);
    }
    // On a mirror line of the print, x = 31 or a whole half step from it.
    const double off = std::fmod(std::abs(all[0]["at"][0].get<double>() - 31), 31);
    QVERIFY(std::min(off, 31 - off) < 1e-3);
    for (const QStringList& bad : {QStringList{"--cloth", "Oyster", "--shape", "square"},
                                   {"--cloth", "B", "--shape", "kite"},
                                   {"--cloth", "B", "--shape", "square", "--look", "odd"},
                                   {"--cloth", "B", "--shape", "square", "--colour", "red"},
                                   {"--cloth", "Nope", "--shape", "square"}}) {
      const Ran no = run(QStringList{"find", file} + bad);
      QCOMPARE(no.code, 1);
      QVERIFY(no.out.isEmpty() && no.err.count('\n') == 1 && no.err.trimmed().endsWith('.'));
    }
    const QString plain = folder.filePath(QStringLiteral("a.png")),
                  sewn = folder.filePath(QStringLiteral("b.png"));
    QCOMPARE(run({"export", file, "--to", plain}).code, 0);
    QCOMPARE(run({"export", file, "--to", sewn, "--as-sewn"}).code, 0);
    QFile one(plain), two(sewn);
    QVERIFY(one.open(QIODevice::ReadOnly) && two.open(QIODevice::ReadOnly));
    QVERIFY(one.size() > 100'000 && two.size() > 100'000 && one.readAll() != two.readAll());
  }
  /// Steps in mm of the cloth, y down; absent where only one can be seen.
  void repeatWritesTheContract() {
    const Ran r =
        run({"repeat", QStringLiteral(CLATHRA_SOURCE "/tests/data/motif/s16-one-way.jpg"), "--dpi", "90"});
    QCOMPARE(r.code, 0);
    const auto j = nlohmann::json::parse(r.out.toStdString());
    for (const char* key : {"found", "a", "b", "kind", "mirror_axes_deg", "mirror_axes", "half_turn",
                            "half_turn_centre", "confidence"})
      QVERIFY2(j.contains(key), key);
    QCOMPARE(j.size(), std::size_t(9));
    QVERIFY(j["found"] == true && j["b"].is_null() && j["half_turn_centre"].is_null());
    QVERIFY(std::abs(j["a"][0].get<double>() - 94.967) < 0.1 &&
            std::abs(j["a"][1].get<double>() + 2.487) < 0.1);
    const Ran two =
        run({"repeat", QStringLiteral(CLATHRA_SOURCE "/tests/data/motif/s06-ogee.jpg"), "--dpi", "100"});
    const auto k = nlohmann::json::parse(two.out.toStdString());
    QCOMPARE(k["kind"], "half-drop");
    QCOMPARE(k["mirror_axes"].size(), std::size_t(2));
    QVERIFY(k["half_turn"] == true && k["half_turn_centre"].size() == 2);
    const auto length = [&](const char* key) {
      return std::hypot(k[key][0].get<double>(), k[key][1].get<double>());
    };
    QVERIFY(std::abs(length("a") - 78.36) < 0.3 && std::abs(length("b") - 78.4) < 0.3);
    // The scale is the cloth's: half as many pixels to the inch are steps twice as long.
    const Ran half =
        run({"repeat", QStringLiteral(CLATHRA_SOURCE "/tests/data/motif/s06-ogee.jpg"), "--dpi", "50"});
    const auto h = nlohmann::json::parse(half.out.toStdString());
    QVERIFY(std::abs(h["a"][0].get<double>() - 2 * k["a"][0].get<double>()) < 1e-6);
  }
  /// The answer has every patch, each within the used length, and the share of cloth that it says.
  void packWritesTheContract() {
    const Ran r = run({"pack", QStringLiteral(CLATHRA_SOURCE "/tests/data/packing/s03-diamonds-oneway.json"),
                       "--seconds", "0.5"});
    QCOMPARE(r.code, 0);
    const QJsonObject out = QJsonDocument::fromJson(r.out).object();
    QCOMPARE(out["placements"].toArray().size(), 96);
    QCOMPARE(out["used_pieces"].toInt(), 1);
    const double used = out["used_length"].toDouble();
    COMPARE_TO(out["utilisation"].toDouble(), 220.444 / used, 1e-4);
    const QJsonArray placements = out["placements"].toArray();
    for (const QJsonValue& p : placements) {
      QCOMPARE(p["shape"].toString(), QStringLiteral("diamond60"));
      const QJsonArray polygon = p["polygon"].toArray();
      for (const QJsonValue& q : polygon)
        QVERIFY(q[1].toDouble() < used + 1e-6 && q[0].toDouble() < 1050.0001);
    }
  }
  void wrongUsageEndsWithTwo() {
    for (const QStringList& args :
         {QStringList{}, QStringList{"fly"}, QStringList{"tally"}, QStringList{"new", "--edge"}})
      QCOMPARE(run(args).code, 2);
  }
  void everyCommandHasHelp() {
    for (const char* command : {"arrangements", "new", "demo", "edit", "pieces", "tally", "papers", "cut",
                                "motif", "review", "check", "export"}) {
      const Ran r = run({command, "--help"});
      QCOMPARE(r.code, 0);
      QVERIFY(r.out.size() > 40);
    }
    QVERIFY(run({"edit", "--help"}).out.contains("setAllowance"));
  }
  /// Eight squares round a hole, and two that each cover half of one of them.
  void whatIsNotSoundIsCounted() {
    QByteArray drawing =
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="-40 0 200 200">)";
    const auto square = [&](int x, int y) {
      drawing += QString(R"(<rect x="%1" y="%2" width="40" height="40"/>)").arg(x).arg(y).toUtf8();
    };
    for (int i = 0; i < 9; ++i)
      if (i != 4) square(40 * (i % 3), 40 * (i / 3));
    square(-20, 0);
    square(-20, 80);
    QFile file(at("unsound.svg"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(drawing + "</svg>");
    file.close();
    const auto in = run({"import", at("unsound.svg"), "-o", at("unsound.clathra")});
    QVERIFY2(in.out.contains("10 pieces imported. 4 pieces lie over each other"), in.out);
    const auto checked = run({"check", at("unsound.clathra")});
    QCOMPARE(checked.code, 1);
    QVERIFY2(checked.err.contains("2 overlaps and 1 gap;"), checked.err);
  }
  void theDemoIsSoundAndPainted() {
    const QString file = at("demo.clathra");
    QCOMPARE(run({"demo", "saltmarsh", "-o", file}).code, 0);
    QCOMPARE(run({"check", file}).code, 0);
    const QJsonArray byCloth = run({"tally", file, "--json"}).json().object()["by_cloth"].toArray();
    QSet<QString> cloths;
    for (const QJsonValue& v : byCloth) cloths.insert(v.toObject()["cloth"].toString());
    QCOMPARE(cloths.size(), 5);
    QVERIFY(!cloths.contains(QString()));
    QCOMPARE(run({"export", file, "--to", at("demo.svg")}).code, 0);
    QCOMPARE(run({"export", file, "--to", at("demo.dxf")}).code, 0);
    // Out and in again: the same pieces in the same cloths.
    QCOMPARE(run({"export", file, "--to", at("demo.geojson")}).code, 0);
    QCOMPARE(run({"import", at("demo.geojson"), "-o", at("again.clathra")}).code, 0);
    QCOMPARE(run({"check", at("again.clathra")}).code, 0);
    const QJsonObject was = run({"tally", file, "--json"}).json().object(),
                      is = run({"tally", at("again.clathra"), "--json"}).json().object();
    QCOMPARE(is["pieces"].toInt(), was["pieces"].toInt());
    QCOMPARE(is["seams"].toInt(), was["seams"].toInt());
    COMPARE_TO(is["area"].toDouble(), was["area"].toDouble(), 0.01);
    const auto perCloth = [](const QJsonObject& tally) {
      QMap<QString, int> out;
      const QJsonArray rows = tally["by_cloth"].toArray();
      for (const QJsonValue& v : rows) out[v.toObject()["cloth"].toString()] += v.toObject()["count"].toInt();
      return out;
    };
    QCOMPARE(perCloth(is), perCloth(was));
    QCOMPARE(run({"import", at("none.svg"), "-o", at("x.clathra")}).code, 1);
    QCOMPARE(run({"import", at("demo.dxf"), "-o", at("x.clathra")}).code, 1);
    QVERIFY(!QFile::exists(at("x.clathra")));
  }
};

CLATHRA_TEST(CommandsTest, "commands")
#include "commands.moc"
