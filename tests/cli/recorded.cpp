// All that the command line prints of one project, value by value, against what was looked at and found good.
#include <QTemporaryDir>
#include <QtTest>
#include <fstream>

#include "command_line.hpp"
#include "records.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "shape/json_fields.hpp"
#include "store/file.hpp"

using namespace clathra;
using nlohmann::json;
using support::Ran;

namespace {

/// A line a value: its place and what it is. Lists of numbers are one line; how long it took is left out.
void flatten(const json& value, const std::string& place, QStringList& out) {
  const auto number = [](const json& v) {
    return v.is_number_float() ? QString::number(std::round(v.get<double>() * 1e4) / 1e4 + 0.0, 'f', 4)
                               : QString::fromStdString(v.dump());
  };
  const bool numbers =
      value.is_array() && !value.empty() && std::all_of(value.begin(), value.end(), [](const json& v) {
        return v.is_number() || (v.is_array() && v.size() == 2 && v[0].is_number());
      });
  if (numbers) {
    QStringList line{QString::fromStdString(place)};
    for (const json& v : value)
      if (v.is_array())
        line << number(v[0]) << number(v[1]);
      else
        line << number(v);
    out << line.join(QLatin1Char(' '));
  } else if (value.is_object() && value.value("method", json()) == "traced") {
    // How densely outlines are packed may differ by a hair from machine to machine.
    out << QString::fromStdString(place) + QStringLiteral(" traced ") + number(value["why_not"]);
  } else if (value.is_structured() && !value.empty()) {
    for (const auto& [key, each] : value.items())
      if (key != "seconds" && each != json("traced")) flatten(each, place + "/" + key, out);
  } else {
    out << QString::fromStdString(place) + QLatin1Char(' ') + number(value);
  }
}

/// What a file holds: the words of a PDF as another program reads them; of drawings their words, and how many
/// numbers there are and their mean, which whatever is moved or dropped changes; of a table all of it.
QStringList heldBy(const QString& file) {
  QFile in(file);
  if (!in.open(QIODevice::ReadOnly)) return {QStringLiteral("nothing")};
  const QString text = QString::fromUtf8(in.readAll());
  QStringList out;
  if (file.endsWith(QStringLiteral(".pdf"))) {
    QProcess reader;
    reader.start("pdftotext", {"-layout", file, "-"});
    reader.waitForFinished(support::kHang);
    for (const QString& line : QString::fromUtf8(reader.readAllStandardOutput()).split(QLatin1Char('\n')))
      if (const QString words = line.simplified(); !words.isEmpty()) out << words;
  } else if (file.endsWith(QStringLiteral(".csv"))) {
    out = text.split(QLatin1Char('\n'));
  } else {
    static const QRegularExpression words(QStringLiteral(">([^<>\\n]+)</")),
        numbers(QStringLiteral("-?\\d+\\.\\d+"));
    for (auto all = words.globalMatch(text); all.hasNext();) out << all.next().captured(1);
    int n = 0;
    double sum = 0;
    for (auto all = numbers.globalMatch(text); all.hasNext(); ++n) sum += all.next().captured().toDouble();
    out << QStringLiteral("%1 numbers, %2 on the mean").arg(n).arg(sum / std::max(1, n), 0, 'f', 3);
  }
  return out;
}

}  // namespace

class RecordedTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const char* name) const { return folder_.filePath(QString::fromLatin1(name)); }
  void put(const char* name, const std::string& text) const {
    std::ofstream(at(name).toStdString(), std::ios::binary) << text;
  }
  /// What the program said, or printed, with the folder of the test named so.
  QStringList lines(const QByteArray& text) const {
    QString all = QString::fromUtf8(text);
    all.replace(folder_.path(), QStringLiteral("FOLDER"));
    QStringList out = all.split(QLatin1Char('\n'));
    if (out.last().isEmpty()) out.removeLast();
    return out;
  }

  /// A project of one arrangement: 5 by 4, most of it of a one-way cloth that is on hand in two lengths, the
  /// rest of a striped one that must be bought, two layers at once.
  QString familyOf(const QString& arrangement) const {
    const bool inches = arrangement.size() % 2 == 0;
    Project p =
        support::project(support::recipe(arrangement.toLatin1().constData(), inches ? 38.1 : 41, 5, 4));
    json some = json::array();
    for (int n = 1; n <= static_cast<int>(p.layout->pieces.size()); n += 3) some.push_back(n);
    for (const json& step :
         {json{{"edit", "setUnit"}, {"unit", inches ? "inch" : "mm"}},
          json{{"edit", "setMaking"}, {"layers", 2}}, json{{"edit", "setSpare"}, {"percent", 7}},
          json{{"edit", "addCloth"},
               {"name", "Fen"},
               {"width", 420},
               {"lengths", {260, 700}},
               {"direction", "one-way"}},
          json{{"edit", "addCloth"},
               {"name", "Reed"},
               {"width", 1060},
               {"direction", "stripe"},
               {"shrink", 4},
               {"price", 11}},
          json{{"edit", "paint"}, {"all", true}, {"cloth", "Fen"}},
          json{{"edit", "paint"}, {"pieces", some}, {"cloth", "Reed"}},
          json{{"edit", "chooseMethod"}, {"cloth", "Fen"}, {"method", "rectangles"}},
          json{{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "rectangles"}}})
      p = support::edited(p, step);
    const QString file = folder_.filePath(arrangement + QStringLiteral("-family.clathra"));
    std::ofstream(file.toStdString(), std::ios::binary) << *serialize(p);
    return file;
  }

 private slots:
  void initTestCase() {
    for (const char* folder : {"XDG_CONFIG_HOME", "XDG_STATE_HOME", "XDG_DATA_HOME"})
      qputenv(folder, at(folder).toLocal8Bit());
    const Project p = support::rich();
    put("rich.clathra", *serialize(p));
    put("inches.clathra", *serialize(support::asymmetric(LengthUnit::Inch)));
    const std::string shape = p.layout->shapes[p.layout->pieces[0].shape].name;
    const auto read = [&](json more) {
      more["shape"] = shape;
      return more;
    };
    put("readings.json",
        json::array(
            {read({{"what", "edge"}, {"index", 0}, {"papers", 3}, {"value", 216.9}, {"state", "bare"}}),
             read({{"what", "edge"}, {"index", 1}, {"value", 30.6}, {"state", "covered"}}),
             read({{"what", "angle"}, {"index", 0}, {"value", 61.5}})})
            .dump());
    put("which.json",
        R"([{"shape":"hexagon","what":"across","index":0,"papers":2,"value":88.4,"state":"bare"},
                          {"shape":"hexagon","what":"edge","index":1,"papers":1,"value":25.3,"state":"bare"}])");
    put("exact.json",
        R"([{"shape":"hexagon","what":"edge","index":2,"papers":10,"value":254,"state":"bare"}])");
    put("contradiction.json", R"([{"shape":"diamond60","what":"across","index":0,"papers":1,"value":26.0},
                                  {"shape":"diamond60","what":"edge","index":0,"papers":1,"value":38.1}])");
    put("gives.json", R"({"width":560,"height":500,"allowance":6.5,"direction":"one-way",
                          "shapes":["hexagon","diamond60","jewel","kite"]})");
    put("job.json", R"({"units":"mm","cloth":{"width":300,"length":null},"gap":2,"shapes":[
      {"id":"half","polygon":[[0,0],[60,0],[45,26],[15,26]],"quantity":7,"rotations":"half-turn"},
      {"id":"kite","polygon":[[0,0],[30,12],[40,40],[12,30]],"quantity":5,"rotations":"none"}]})");
    put("mistakes.json", R"({"units":"mm","cloth":{"width":30,"length":null},"gap":0,"shapes":[
      {"id":"wide","polygon":[[0,0],[60,0],[45,46],[15,46]],"quantity":1,"rotations":"none"}]})");
    put("import.svg",
        "<svg width='90mm' height='60mm' viewBox='0 0 90 60'><path d='M0 0H30V60H0Z' fill='#203040'/>"
        "<path d='M30 0H90V20H30Z' fill='#c0a080'/><path d='M30 20H90L60 60H30Z' fill='#c0a080'/></svg>");
    const json print{{"picture", CLATHRA_SOURCE "/data/prints/lantern-damask.png"},
                     {"dpi", 100},
                     {"along", 152.4},
                     {"across", 101.6},
                     {"kind", "straight"},
                     {"mirror_axes", {{{"deg", 90}, {"point", {50.8, 0}}}}},
                     {"mark", {12, 31}}};
    put("damask.json", json::array({{{"edit", "changeCloth"}, {"cloth", "B"}, {"print", print}}}).dump());
    put("two.json",
        json::array({{{"edit", "addCloth"}, {"name", "Damask"}, {"width", 1000}, {"print", print}},
                     {{"edit", "addCloth"}, {"name", "Plain"}, {"width", 1000}},
                     {{"edit", "paint"}, {"cloth", "Damask"}, {"pieces", {1, 2}}},
                     {{"edit", "paint"}, {"cloth", "Plain"}, {"pieces", {3, 4, 5, 6}}}})
            .dump());
    put("nonsense.json", R"([{"edit":"setSpare","percent":4},{"edit":"paint","cloth":"Z","pieces":[2]}])");
    put("shelf.csv", "not,a,shelf\n1,2,3\n");
    put("owned.csv", "shape,handed,edge,count,material,pack,price\n" + shape + ",-1,72mm,4,card,,\n" + shape +
                         ",1,72mm,7,plastic,12,3.5\nhexagon,,1in,9,card,,\n");
    put("cloths.csv",
        "cloth,colour,direction,width,length,sold,step,piece_width,piece_length,price,straight,piece_"
        "straight\n"
        "Fen,#304050,one-way,110 cm,50 cm,length,25 cm,,,9,,\nFen,#304050,one-way,110 cm,30 cm,,,,,,yes,\n"
        "Quarters,#a05030,,46 cm,,piece,,46 cm,56 cm,4.50,,yes\n");
    put("undo.json", R"([{"edit":"undo"}])");
    put("redo.json", R"([{"edit":"rename","name":"Fen"},{"edit":"redo"}])");
    put("back.json", R"([{"edit":"paint","cloth":"A","pieces":[1,2,3]},{"edit":"undo"},{"edit":"redo"},
                         {"edit":"paint","cloth":"C","pieces":[5]},{"edit":"undo"}])");
    put("import.geojson", R"({"type":"FeatureCollection","features":[
      {"type":"Feature","properties":{"cloth":"Fen"},"geometry":{"type":"Polygon","coordinates":
        [[[0,0],[40,0],[40,30],[0,30],[0,0]]]}},
      {"type":"Feature","properties":{"cloth":"Reed"},"geometry":{"type":"Polygon","coordinates":
        [[[40.6,0],[90,0],[70,30],[40,30],[40.6,0]]]}}]})");
    // What an element does not say it has from the group round it, not from the element before.
    put("fills.svg",
        "<svg width='120mm' height='30mm' viewBox='0 0 120 30'><g fill='#205060'><path d='M0 0H30V30H0Z' "
        "fill='#c03020'/><path d='M30 0H60V30H30Z'/></g><rect x='60' y='0' width='30' height='30' "
        "style='fill:#e0d040'/><polygon points='90,0 120,0 120,30 90,30' fill='#205060'/></svg>");
  }

  void prints_data() {
    QTest::addColumn<QStringList>("args");
    const auto row = [](const char* name, const QStringList& args) { QTest::newRow(name) << args; };
    row("import", {"import", "@import.svg", "-o", "@imported.clathra"});
    row("imported", {"tally", "@imported.clathra", "--json"});
    row("tally", {"tally", "@rich.clathra", "--json"});
    row("tally-said", {"tally", "@rich.clathra"});
    row("pieces", {"pieces", "@rich.clathra"});
    row("cut", {"cut", "@rich.clathra", "--json", "--placements"});
    row("cut-said", {"cut", "@rich.clathra"});
    row("cut-inches-said", {"cut", "@inches.clathra"});
    row("cut-one", {"cut", "@inches.clathra", "--cloth", "C", "--json"});
    row("cut-now", {"cut", "@rich.clathra", "--now", "14,15,19-21", "--json"});
    row("cut-now-said", {"cut", "@rich.clathra", "--now", "unit:Pair"});
    row("cut-of-none", {"cut", "@rich.clathra", "--cloth", "Nobody"});
    row("motif", {"motif", "@damask.clathra", "--json"});
    row("motif-said", {"motif", "@damask.clathra"});
    row("review", {"review", "@damask.clathra", "--json"});
    row("review-said", {"review", "@damask.clathra"});
    row("review-inches-said", {"review", "@inches.clathra"});
    row("check", {"check", "@rich.clathra"});
    row("papers", {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers", "--json"});
    row("papers-said",
        {"papers", "@rich.clathra", "--page", "letter", "--out", "@papers2", "--sort", "cloth"});
    row("papers-front-svg", {"papers", "@inches.clathra", "--page", "legal", "--out", "@papers3", "--format",
                             "svg", "--side", "front", "--margin", "15", "--gap", "2"});
    row("templates",
        {"papers", "@rich.clathra", "--what", "templates", "--out", "@templates", "--format", "dxf"});
    row("masters", {"papers", "@rich.clathra", "--what", "masters", "--out", "@masters", "--pencil", "0.7"});
    row("ruler-card", {"papers", "@inches.clathra", "--what", "ruler-card", "--out", "@rulers1"});
    row("look-alikes", {"papers", "@imported.clathra", "--what", "look-alikes", "--out", "@alike1"});
    row("templates-pdf",
        {"papers", "@inches.clathra", "--what", "templates", "--out", "@templates1", "--page", "150x130"});
    row("templates-svg",
        {"papers", "@rich.clathra", "--what", "templates", "--out", "@templates2", "--format", "svg"});
    row("papers-dxf", {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers4", "--format", "dxf"});
    row("ruler-card-svg",
        {"papers", "@rich.clathra", "--what", "ruler-card", "--out", "@rulers", "--format", "svg"});
    row("look-alikes-svg",
        {"papers", "@rich.clathra", "--what", "look-alikes", "--out", "@alike", "--format", "svg"});
    row("die-strips", {"papers", "@rich.clathra", "--what", "die-strips", "--out", "@die"});
    row("measured", {"measured", "@rich.clathra", "@readings.json", "--json"});
    row("measured-said", {"measured", "@rich.clathra", "@readings.json", "--ease", "3"});
    row("which", {"which", "@which.json", "--json"});
    row("which-said", {"which", "@which.json"});
    row("which-exact", {"which", "@exact.json"});
    row("which-contradiction", {"which", "@contradiction.json"});
    row("gives", {"gives", "@gives.json", "--json"});
    row("gives-said", {"gives", "@gives.json"});
    row("fit", {"fit", "--arrangement", "hexagons", "--width", "40cm", "--height", "300mm", "--json"});
    row("fit-said", {"fit", "--arrangement", "octagon-square", "--width", "20in", "--height", "30in",
                     "--edges", "1in,30mm", "--sides", "slice"});
    row("fit-wrong", {"fit", "--arrangement", "hexagons", "--width", "2mm", "--height", "300mm"});
    row("arrangements", {"arrangements", "--json"});
    row("subdivide", {"subdivide", "--parts", "diamond=3,triangle=18", "--json"});
    row("subdivide-said", {"subdivide", "--parts", "half=4,diamond=6"});
    row("subdivide-mixed", {"subdivide", "--mixed", "triangle,diamond", "--json"});
    row("subdivide-wrong", {"subdivide", "--parts", "diamond=3,square=2"});
    row("shelf", {"shelf", "@rich.clathra"});
    row("shelf-wrong", {"shelf", "@rich.clathra", "--take", "@shelf.csv"});
    row("pack-in-no-time", {"pack", "@job.json", "--seconds", "0"});
    row("pack-said", {"pack", "@mistakes.json"});
    row("edit-wrong", {"edit", "@rich.clathra", "@nonsense.json", "-o", "@never.clathra"});
    row("find-of-none", {"find", "@damask.clathra", "--cloth", "A", "--shape", "SHAPE"});
    row("kites", {"new", "--arrangement", "kites", "--edge", "60mm", "--across", "1", "--down", "1", "-o",
                  "@kites.clathra"});
    row("two-kites", {"edit", "@kites.clathra", "@two.json", "-o", "@two.clathra"});
    row("find-two-of-six", {"find", "@two.clathra", "--cloth", "Damask", "--shape", "kite", "--most", "2"});
    row("export-csv", {"export", "@rich.clathra", "--to", "@out.csv"});
    row("card", {"cut", "@rich.clathra", "--cloth", "C", "--card", "@card.pdf"});
    row("card-inches", {"cut", "@inches.clathra", "--cloth", "B", "--card", "@card2.pdf"});
    for (const char* suffix : {"svg", "dxf", "pdf", "geojson"})
      row(qPrintable(QStringLiteral("export-%1").arg(suffix)),
          {"export", "@rich.clathra", "--to", QStringLiteral("@whole.%1").arg(suffix)});
    row("map-pdf", {"export", "@rich.clathra", "--map", "--to", "@map.pdf"});
    row("map-back-svg", {"export", "@rich.clathra", "--map", "--side", "back", "--to", "@map.svg"});
    row("chart", {"export", "@rich.clathra", "--chart", "--to", "@chart.pdf"});
    row("export-wrong", {"export", "@rich.clathra", "--to", "@out.doc"});
    row("printer-said",
        {"printer", "Lamp room", "--reads", "189.5", "251.2", "--page", "a4", "--margin", "6"});
    row("printer", {"printer", "Lamp room", "--json"});
    row("practice-cutter", {"practice-cutter", "@templates/templates-001.dxf", "--mat", "300x200", "--json"});
    row("practice-cutter-said", {"practice-cutter", "@import.svg", "--mat", "80x90", "--speed", "40"});
    for (const char* print : {"lantern-damask", "reed-ogee", "wader-stripe", "mill-wheel", "oyster-fan"})
      row(qPrintable(QStringLiteral("repeat-%1").arg(print)),
          {"repeat", QStringLiteral(CLATHRA_SOURCE "/data/prints/%1.png").arg(print), "--dpi", "100"});
    // The demos, whole.
    for (const char* demo : {"saltmarsh", "mill-lantern", "sluice-runner"}) {
      const QString name = QString::fromLatin1(demo), file = QStringLiteral("@%1.clathra").arg(name);
      const auto of = [&](const char* what, const QStringList& args) {
        row(qPrintable(name + QStringLiteral("-") + QLatin1String(what)), args);
      };
      of("made", {"demo", name, "-o", file});
      of("tally", {"tally", file});
      of("cut", {"cut", file});
      of("motif", {"motif", file});
      of("review", {"review", file});
      of("papers",
         {"papers", file, "--page", "a4", "--out", QStringLiteral("@sheets-%1").arg(name), "--json"});
      of("shelf", {"shelf", file});
    }
    // Families of shapes, each on a cloth of its own kind, inches and mm.
    for (const char* arrangement : {"triangles", "diamonds", "hexagons", "squares", "octagon-square", "kites",
                                    "jewels-hexagons", "half-hexagons", "clamshells", "apple-cores",
                                    "long-honeycombs", "parallelogram-chevrons", "pentagons"}) {
      const QString name = QString::fromLatin1(arrangement);
      row(qPrintable(name + QStringLiteral("-cut")),
          {"cut", QStringLiteral("FAMILY %1").arg(name), "--json"});
    }
    row("find-look-wrong",
        {"find", "@damask.clathra", "--cloth", "B", "--shape", "SHAPE", "--look", "sideways"});
    row("find-shape-wrong", {"find", "@damask.clathra", "--cloth", "B", "--shape", "octagon"});
    row("printer-border-as-usual", {"printer", "Shed", "--reads", "190.3", "269.4", "--json"});
    row("printer-wrong", {"printer", "Shed", "--reads", "90", "251"});
    row("printer-of-none", {"printer", "Nobody", "--json"});
    row("papers-by-unit", {"papers", "@rich.clathra", "--page", "a3", "--out", "@papers5", "--sort", "unit",
                           "--strips-first", "--json"});
    row("papers-by-block",
        {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers6", "--sort", "block"});
    row("papers-owned",
        {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers7", "--owned", "@owned.csv", "--json"});
    row("papers-owned-wrong",
        {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers8", "--owned", "@shelf.csv"});
    row("papers-kerf",
        {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers9", "--format", "svg", "--kerf", "0.4"});
    row("papers-shared-once", {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers10", "--format",
                               "dxf", "--shared-once"});
    row("papers-practice", {"papers", "@rich.clathra", "--page", "a4", "--out", "@papers11",
                            "--practice-scale", "0.985,1.01", "--practice-drift", "2"});
    row("papers-own-page", {"papers", "@rich.clathra", "--page", "120x90", "--out", "@papers12", "--json"});
    row("papers-page-wrong", {"papers", "@rich.clathra", "--page", "2x9000", "--out", "@papers13"});
    row("templates-copies", {"papers", "@rich.clathra", "--what", "templates", "--out", "@templates3",
                             "--copies", "3", "--json"});
    row("die-strips-layers", {"papers", "@rich.clathra", "--what", "die-strips", "--out", "@die2", "--stock",
                              "210x150", "--layers", "3", "--dies", "2", "--clearance", "4", "--json"});
    row("practice-cutter-dxf", {"practice-cutter", "@whole.dxf", "--mat", "a3", "--json"});
    row("practice-cutter-wrong", {"practice-cutter", "@shelf.csv", "--mat", "a3"});
    row("fit-rings",
        {"fit", "--arrangement", "hexagon-rosette", "--width", "60cm", "--height", "60cm", "--json"});
    row("fit-edge-pieces", {"fit", "--arrangement", "hexagons", "--width", "36in", "--height", "48in",
                            "--sides", "edge-pieces", "--edges", "1in"});
    row("fit-of-none", {"fit", "--arrangement", "nothing", "--width", "36in", "--height", "48in"});
    row("new-proportion-wrong", {"new", "--arrangement", "long-honeycombs", "--edge", "1in", "--across", "3",
                                 "--down", "2", "--proportion", "wide=3in", "-o", "@never2.clathra"});
    row("new-proportion-bare", {"new", "--arrangement", "long-honeycombs", "--edge", "1in", "--across", "3",
                                "--down", "2", "--proportion", "long", "-o", "@never3.clathra"});
    row("new-edge-wrong", {"new", "--arrangement", "hexagons", "--edge", "1 furlong", "--across", "3",
                           "--down", "2", "-o", "@never4.clathra"});
    row("new-sides-wrong", {"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "3", "--down",
                            "2", "--sides", "round", "-o", "@never5.clathra"});
    row("new-counts-wrong", {"new", "--arrangement", "hexagons", "--edge", "1in", "--across", "0", "--down",
                             "2", "-o", "@never6.clathra"});
    row("import-geojson", {"import", "@import.geojson", "-o", "@imported2.clathra", "--tolerance", "1mm"});
    row("imported-geojson", {"tally", "@imported2.clathra", "--json"});
    row("import-inherited-fill", {"import", "@fills.svg", "-o", "@imported3.clathra"});
    row("imported-fills", {"tally", "@imported3.clathra", "--json"});
    row("import-tolerance-wrong", {"import", "@import.svg", "-o", "@never7.clathra", "--tolerance", "9in"});
    row("shelf-inches", {"shelf", "@inches.clathra"});
    row("shelf-taken", {"shelf", "@rich.clathra", "--take", "@cloths.csv", "-o", "@shelved.clathra"});
    row("shelf-of-taken", {"shelf", "@shelved.clathra"});
    row("edit-undo-of-nothing", {"edit", "@rich.clathra", "@undo.json", "-o", "@never8.clathra"});
    row("edit-redo-of-nothing", {"edit", "@rich.clathra", "@redo.json", "-o", "@never9.clathra"});
    row("edit-no-list", {"edit", "@rich.clathra", "@job.json", "-o", "@never10.clathra"});
    row("edit-there-and-back", {"edit", "@rich.clathra", "@back.json", "-o", "@back.clathra"});
    row("edited-there-and-back", {"tally", "@back.clathra"});
    row("measured-wrong", {"measured", "@rich.clathra", "@shelf.csv"});
    row("gives-wrong", {"gives", "@mistakes.json"});
    row("pack-of-a-project", {"pack", "@which.json"});
    row("subdivide-mixed-said", {"subdivide", "--mixed", "half,jewel"});
    row("subdivide-mixed-wrong", {"subdivide", "--mixed", "half,square"});
    row("export-png-wrong-side", {"export", "@rich.clathra", "--map", "--side", "left", "--to", "@map2.svg"});
    row("cut-now-wrong", {"cut", "@rich.clathra", "--now", "14,900"});
    row("cut-card-of-all", {"cut", "@rich.clathra", "--card", "@card3.pdf"});
    row("sew", {"sew", "@rich.clathra"});
    row("no-file", {"tally", "@nowhere.clathra"});
    row("no-project", {"check", "@readings.json"});
  }
  void prints() {
    QFETCH(QStringList, args);
    if (args.contains("@damask.clathra") && !QFile::exists(at("damask.clathra")))
      QCOMPARE(support::run({"edit", at("rich.clathra"), at("damask.json"), "-o", at("damask.clathra")}).code,
               0);
    const Project p = support::rich();
    for (QString& a : args) {
      if (a.startsWith(QLatin1String("FAMILY "))) a = familyOf(a.mid(7));
      if (a.startsWith(QLatin1Char('@'))) a = folder_.filePath(a.mid(1));
      if (a == QLatin1String("SHAPE"))
        a = QString::fromStdString(p.layout->shapes[p.layout->pieces[0].shape].name);
    }
    const Ran ran = support::run(args);
    QStringList now{QStringLiteral("ends with %1").arg(ran.code)};
    if (ran.out.startsWith('{') || ran.out.startsWith('['))
      flatten(*parseJson(ran.out.toStdString()), "", now);
    else
      now << lines(ran.out);
    for (const QString& line : lines(ran.err)) now << QStringLiteral("says ") + line;
    const auto out = args.indexOf("--out");
    if (out >= 0)
      for (const QString& file : QDir(args[out + 1]).entryList(QDir::Files, QDir::Name))
        now << QStringLiteral("writes ") + file << heldBy(args[out + 1] + QLatin1Char('/') + file);
    for (const char* written : {"--to", "--card"})
      if (const auto to = args.indexOf(written); to >= 0 && QFile::exists(args[to + 1]))
        now << QStringLiteral("writes ") << heldBy(args[to + 1]);
    // Where a mirror line lies best is a flat optimum.
    const double within = args.front() == QLatin1String("repeat") ? 0.2 : 0.0021;
    const QString unlike =
        support::unlikeRecord(QStringLiteral("cli-%1").arg(QTest::currentDataTag()), now, within);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(RecordedTest, "recorded")
#include "recorded.moc"
