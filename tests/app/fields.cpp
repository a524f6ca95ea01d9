// The table of fields: each changes its own thing, on the second cloth and on nothing else, forwards and
// back.
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "asymmetric.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "shape/json_fields.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"

using namespace clathra;
using nlohmann::json;
using support::Driver;

namespace {

/// All that the project's file says, less what only remembers where one was.
json contentOf(const Project& p) {
  const auto entries = unpack(*serialize(p));
  json out = *parseJson(entries->at("project.json"));
  for (const char* key : {"lastDone", "lastStation", "version"}) out.erase(key);
  return out;
}

/// The places at which two projects differ.
QStringList differences(const json& a, const json& b) {
  QStringList out;
  for (const json& step : json::diff(a, b)) out << QString::fromStdString(step["path"].get<std::string>());
  out.removeDuplicates();
  out.sort();
  return out;
}

struct Row {
  const char* station;
  const char* control;
  enum { Type, Choose, Check, Press } how;
  const char* value;
  QStringList changes;  ///< every place that changes, and no other
  json becomes;         ///< what the first of them is then
};

/// /cloths/1 is Lantern Damask, the second one; /motifs/0 its "Eye".
std::vector<Row> rows() {
  return {
      {"Cloth", "Name of the cloth", Row::Type, "Lantern Brocade", {"/cloths/1/name"}, "Lantern Brocade"},
      {"Cloth", "Hatch", Row::Choose, "Dots", {"/cloths/1/hatch"}, "dots"},
      {"Cloth",
       "The usable width",
       Row::Type,
       "655 mm",
       {"/cloths/1/width", "/cloths/1/width_typed_in"},
       655},
      {"Cloth",
       "Lengths on hand",
       Row::Type,
       "900 mm; 410 mm",
       {"/cloths/1/lengths/-", "/cloths/1/lengths_typed_in/-", "/cloths/1/lengths_typed_in/0"},
       410},
      {"Cloth", "Direction", Row::Choose, "stripe", {"/cloths/1/direction"}, "stripe"},
      {"Cloth", "Sold by", Row::Choose, "25 cm", {"/cloths/1/increment"}, 250},
      {"Cloth",
       "Sold as",
       Row::Choose,
       "fat quarter",
       {"/cloths/1/sold"},
       {{"by", "piece"}, {"name", "fat quarter"}, {"width", 550.0}, {"length", 500.0}}},
      {"Cloth", "Price of one step or piece", Row::Type, "4,5", {"/cloths/1/price"}, 4.5},
      {"Cloth", "Shrinks in the wash, percent", Row::Type, "3", {"/cloths/1/shrink"}, 3},
      {"Cloth", "Patches stand", Row::Choose, "upright", {"/cloths/1/stand"}, "shape"},
      {"Cloth", "Its least seam allowance", Row::Type, "7 mm", {"/cloths/1/least"}, 7},
      {"Cloth", "Its own seam allowance", Row::Type, "11 mm", {"/cloths/1/allowance"}, 11},
      {"Cloth", "Its own seam allowance", Row::Type, "", {"/cloths/1/allowance"}, nullptr},
      {"Cloth", "Scraps, without a size", Row::Check, "", {"/cloths/1/scraps"}, true},
      {"Cloth", "Repeat along the cloth", Row::Type, "150 mm", {"/cloths/1/print/along"}, 150},
      {"Cloth", "Repeat across the cloth", Row::Type, "160 mm", {"/cloths/1/print/across"}, 160},
      {"Cloth", "How it repeats", Row::Choose, "brick", {"/cloths/1/print/kind"}, "brick"},
      {"Cloth",
       "Picture's corner from the left selvedge",
       Row::Type,
       "44 mm",
       {"/cloths/1/print/mark/0"},
       44},
      {"Cloth",
       "Picture's corner from the upper cut end",
       Row::Type,
       "55 mm",
       {"/cloths/1/print/mark/1"},
       55},
      {"Cloth", "Its place on the cloth is known", Row::Check, "", {"/cloths/1/print/mark"}, nullptr},
      {"Cloth", "Mirrors itself left to right", Row::Check, "", {"/cloths/1/print/mirror_axes/-"}, nullptr},
      {"Cloth", "Width of the picture on the cloth", Row::Type, "200 mm", {"/cloths/1/print/dpi"}, 127},
      {"Cut", "Seam allowance of this cloth", Row::Type, "8 mm", {"/cloths/1/allowance"}, 8},
      {"Cut", "Spare patches in percent", Row::Type, "17", {"/settings/sparePercent"}, 17},
      {"Papers", "Page: A3", Row::Press, "", {"/settings/page"}, "a3"},
      {"Papers", "Own page size", Row::Type, "12 in x 310 mm", {"/settings/page"}, "304.8x310"},
      {"Papers", "Marked side shown: Front", Row::Press, "", {"/settings/marked"}, "front"},
      {"Papers", "How papers are laid: Strips first", Row::Press, "", {"/settings/stripsFirst"}, true},
      {"Papers", "Sheets sorted by: Cloth", Row::Press, "", {"/settings/sort"}, "cloth"},
      {"Papers", "Which way up: On its side", Row::Press, "", {"/settings/page"}, "a4-wide"},
      {"Papers", "Gap between papers", Row::Type, "2.5 mm", {"/settings/gap"}, 2.5},
      {"Papers", "sign and hatch of the cloth", Row::Check, "", {"/settings/marks/sign"}, false},
      {"Papers", "ticks along seams", Row::Check, "", {"/settings/marks/ticks"}, false},
      {"Papers", "dashes along the rim", Row::Check, "", {"/settings/marks/outer"}, false},
      {"Papers", "name of the shape", Row::Check, "", {"/settings/marks/name"}, false},
      {"Papers", "number of the piece", Row::Check, "", {"/settings/marks/number"}, false},
      {"Papers", "arrow to the top", Row::Check, "", {"/settings/marks/arrow"}, false},
      {"Papers", "order of folding", Row::Check, "", {"/settings/marks/folds"}, false},
      {"Papers", "Hand that sews: Left", Row::Press, "", {"/settings/marks/hand"}, "left"},
      {"Motif",
       "Note: the reference point in words",
       Row::Type,
       "eye to the left",
       {"/motifs/0/note"},
       "eye to the left"},
      {"Motif", "Name of the choice", Row::Type, "Gull's eye", {"/motifs/0/name"}, "Gull's eye"},
      {"Motif", "Window's middle from the left of the picture", Row::Type, "131 mm", {"/motifs/0/at/0"}, 131},
      {"Motif", "Window's middle from the top of the picture", Row::Type, "92 mm", {"/motifs/0/at/1"}, 92},
      {"Motif", "Window turned by degrees", Row::Type, "75", {"/motifs/0/turn"}, 75},
      {"Arrange", "Count across", Row::Type, "6", {}, nullptr},  // what is typed as it is changes nothing
      {"Arrange", "The seam allowance", Row::Type, "7 mm", {"/settings/allowance"}, 7},
      {"Arrange", "The wanted width", Row::Type, "900 mm", {"/wanted/0"}, 900},
      {"Arrange", "Unit: inches", Row::Press, "", {"/settings/unit"}, "inch"},
      {"Arrange", "Pieces are numbered: by rings", Row::Press, "", {"/recipe/numbering"}, "rings"},
  };
}

}  // namespace

class FieldsTest : public QObject {
  Q_OBJECT

  QTemporaryDir folder_;
  QString file_;

 private slots:
  void initTestCase() {
    file_ = folder_.filePath("path.clathra");
    const auto bytes = serialize(support::asymmetric());
    QVERIFY(bytes);
    QFile out(file_);
    QVERIFY(out.open(QIODevice::WriteOnly) && out.write(QByteArray::fromStdString(*bytes)) > 0);
  }

  void eachChangesItsOwnThing_data() {
    QTest::addColumn<int>("row");
    const auto all = rows();
    for (std::size_t i = 0; i < all.size(); ++i)
      QTest::addRow("%s, %s %s", all[i].station, all[i].control, all[i].value) << static_cast<int>(i);
  }
  void eachChangesItsOwnThing() {
    QFETCH(int, row);
    const Row r = rows()[static_cast<std::size_t>(row)];
    Driver d;
    QVERIFY(d.open(file_));
    d.click(r.station);
    if (QString(r.station) == "Cloth") d.click("Lantern Damask");
    for (const char* buying : {"Sold as", "Price of", "Shrinks", "Patches stand", "Its least"})
      if (QString(r.control).startsWith(buying)) d.click("Buying and washing, folded");
    if (QString(r.station) == "Cut") {
      d.click("B, Lantern Damask");
      d.click("Allowance and spares, folded");
    }
    if (QString(r.station) == "Arrange" && QString(r.control).startsWith("Pieces are numbered"))
      d.click("Numbers and map, folded");
    if (QString(r.control) == "Own page size") d.click("Page: Own");
    if (!r.changes.isEmpty() && r.changes.first().startsWith("/settings/marks"))
      d.click("Marks on papers, folded");
    const json before = contentOf(d.project());
    switch (r.how) {
      case Row::Type: {
        auto* field = d.find<QLineEdit>(r.control);
        d.bringIntoView(field);
        QTest::mouseClick(field, Qt::LeftButton);
        field->selectAll();
        QTest::keyClick(field, Qt::Key_Delete);
        QTest::keyClicks(field, QString::fromUtf8(r.value));
        QTest::keyClick(field, Qt::Key_Return);
        d.settle();
        break;
      }
      case Row::Choose: {
        auto* box = d.find<QComboBox>(r.control);
        d.bringIntoView(box);
        box->setCurrentIndex(box->findText(r.value, Qt::MatchStartsWith));
        Q_EMIT box->activated(box->currentIndex());
        d.settle();
        break;
      }
      case Row::Check:
        d.click(r.control);
        break;
      case Row::Press:
        d.click(r.control);
        break;
    }
    const json after = contentOf(d.project());
    QStringList changed = differences(before, after), expected = r.changes;
    // Another numbering or unit says more than its own line: which, is tested where that belongs.
    if (r.changes == QStringList{"/recipe/numbering"})
      changed = changed.filter(QRegularExpression(QStringLiteral("^/recipe")));
    expected.sort();
    QVERIFY2(changed == expected, qPrintable(changed.join(", ")));
    if (!expected.isEmpty()) {
      // What is put at the end of a list is the second of it here.
      const json::json_pointer at(QString(r.changes.first()).replace("/-", "/1").toStdString());
      const json now = after.contains(at) ? after[at] : json(nullptr);
      if (r.becomes.is_number())
        COMPARE_TO(now.get<double>(), r.becomes.get<double>(), 1e-6);
      else
        QVERIFY2(now == r.becomes, now.dump().c_str());
      d.session->undo();
      d.settle();
      QVERIFY2(contentOf(d.project()) == before,
               qPrintable(differences(contentOf(d.project()), before).join(", ")));
      d.session->redo();
      d.settle();
      QVERIFY(contentOf(d.project()) == after);
    } else {
      QVERIFY(!d.session->canUndo());
    }
    // The file on disk is as it was until it is saved.
    QVERIFY(contentOf(*openProject(file_.toStdString())) == before);
  }
};

CLATHRA_TEST(FieldsTest, "fields")
#include "fields.moc"
