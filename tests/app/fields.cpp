// Fields that are typed in other ways than every_control types: each changes its own thing, on the second
// cloth and on nothing else, forwards and back; and what was typed comes back as it was.
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "app/widgets/fields.hpp"
#include "asymmetric.hpp"
#include "content.hpp"
#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using nlohmann::json;
using support::contentOf;
using support::differences;
using support::Driver;

namespace {

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
       {"/cloths/1/lengths/-", "/cloths/1/lengths_typed_in/-"},
       410},
      {"Cloth", "Direction", Row::Choose, "stripe", {"/cloths/1/direction"}, "stripe"},
      {"Cloth",
       "Sold as",
       Row::Choose,
       "fat quarter",
       {"/cloths/1/sold"},
       {{"by", "piece"}, {"name", "fat quarter"}, {"width", 550.0}, {"length", 500.0}, {"straight", false}}},
      {"Cloth",
       "Sold as",
       Row::Choose,
       "65 mm strip",
       {"/cloths/1/sold"},
       {{"by", "piece"}, {"name", "65 mm strip"}, {"width", 1100.0}, {"length", 65.0}, {"straight", true}}},
      {"Cloth",
       "Cut ends are straight",
       Row::Check,
       "",
       {"/cloths/1/lengths/0"},
       {{"length", 900.0}, {"straight", true}}},
      {"Cloth", "Price of one step or piece", Row::Type, "4,5", {"/cloths/1/price"}, 4.5},
      {"Cloth", "Its own seam allowance", Row::Type, "11 mm", {"/cloths/1/allowance"}, 11},
      {"Cloth", "Its own seam allowance", Row::Type, "", {"/cloths/1/allowance"}, nullptr},
      {"Cloth", "Mirrors itself left to right", Row::Check, "", {"/cloths/1/print/mirror_axes/-"}, nullptr},
      {"Cut", "Spare patches in percent", Row::Type, "17", {"/settings/sparePercent"}, 17},
      {"Papers", "Own page size", Row::Type, "12 in x 310 mm", {"/settings/page"}, "304.8x310"},
      {"Motif",
       "Note: the reference point in words",
       Row::Type,
       "eye to the left",
       {"/motifs/0/note"},
       "eye to the left"},
      {"Motif", "Window turned by degrees", Row::Type, "75", {"/motifs/0/turn"}, 75},
      {"Arrange", "Count across", Row::Type, "6", {}, nullptr},  // what is typed as it is changes nothing
      {"Arrange", "The wanted width", Row::Type, "900 mm", {"/wanted/0"}, 900},
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
    QVERIFY(support::written(support::asymmetric(), file_));
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
    for (const char* buying : {"Sold as", "Cut ends", "Price of", "Shrinks", "Patches stand", "Its least"})
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

  /// 6.35 mm is a quarter of an inch, 9.525 mm three eighths: typed in millimetres they are no "about".
  void lengthsComeBackAsTheyWereTypedWhenTheProjectIsOpenedAgain() {
    struct Typed {
      const char *station, *field, *text;
    };
    const std::vector<Typed> all{{"Arrange", "The edge", "3.175 cm"},
                                 {"Arrange", "The wanted width", "15.24 cm"},
                                 {"Arrange", "The wanted height", "0.762 m"},
                                 {"Papers", "Margin of the page", "1.27 cm"},
                                 {"Papers", "Gap between papers (0: they share cutting lines)", "0.15 cm"},
                                 {"Arrange", "The seam allowance", "6.35 mm"},
                                 {"Cloth", "Its own seam allowance", "0.9525 cm"},
                                 {"Cloth", "Its least seam allowance", "6.35 mm"},
                                 {"Cloth", "Repeat along the cloth", "0.1275 m"},
                                 {"Cut", "Seam allowance of the quilt's own edge", "0.9525 cm"},
                                 {"Cut", "Seam allowance of the shape", "9.525 mm"}};
    const auto lookAt = [](Driver& d, const QString& station) {
      d.click(station);
      if (station == QLatin1String("Cloth")) {
        d.click("Lantern Damask");
        if (!d.has<LengthField>("Its least seam")) d.click("Buying and washing, folded");
      }
      if (station == QLatin1String("Cut")) {
        d.click("B, Lantern Damask");
        if (!d.has<LengthField>("Seam allowance of the shape")) d.click("Allowance and spares, folded");
      }
    };
    const QString file = folder_.filePath("typed.clathra");
    {
      Driver d;
      QVERIFY(d.open(file_));
      for (const Typed& t : all) {
        lookAt(d, t.station);
        d.type(t.field, t.text);
        QCOMPARE(d.find<QLineEdit>(t.field)->text(), QString(t.text));
      }
      QVERIFY(d.saveTo(file));
    }
    Driver d;
    QVERIFY(d.open(file));
    for (const Typed& t : all) {
      lookAt(d, t.station);
      QCOMPARE(d.find<QLineEdit>(t.field)->text(), QString(t.text));
    }
  }
};

CLATHRA_TEST(FieldsTest, "fields")
#include "fields.moc"
