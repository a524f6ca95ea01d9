// One language of measure: a project in inches shows no metric figure and no decimals of an inch, one in
// millimetres no inch. What is finer than a ruler shows stands in mm in both, and sheets' rules bear both.
#include <QAbstractButton>
#include <QComboBox>
#include <QLabel>
#include <QPointer>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <array>

#include "all_views.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "asymmetric.hpp"
#include "content.hpp"
#include "cutting/methods.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "words/words.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Figures that stand in mm in both systems, or in both at once, by the words round them.
bool excepted(const QString& text) {
  static const QRegularExpression known(
      QStringLiteral("repeat|strips? of [0-9.]+ mm|off by|differ by|miss|wide as|rules|as 300x420|by half a "
                     "millimetre|by 0\\.5 mm|"
                     "A4|A3|Letter|Legal|usual|square (foot|metre)"));
  return known.match(text).hasMatch();
}

QString strangerIn(const QString& text, LengthUnit unit) {
  static const QRegularExpression metric(QStringLiteral("[0-9] ?(mm|cm|m|cm²|m²)\\b")),
      decimalInch(QStringLiteral("[0-9]\\.[0-9]+ (in|yd)\\b")),
      inch(QStringLiteral("[0-9] ?(in|yd|sq in|sq yd)\\b(?! a row)"));
  if (excepted(text)) return {};
  const bool bad = unit == LengthUnit::Inch
                       ? metric.match(text).hasMatch() || decimalInch.match(text).hasMatch()
                       : inch.match(text).hasMatch();
  return bad ? text : QString();
}

/// The picture's places and sizes on a print are millimetres whatever the project's system, and so is what is
/// finer than 1/64 in: a blade's kerf, a pencil's line, a sheet's rule as it reads.
bool onThePrint(const QWidget* w) {
  static const QStringList names{"Repeat along",    "Repeat across",   "Mirror line",      "Mark",
                                 "Window's middle", "Place",           "blade takes away", "pencil's line",
                                 "rule reads",      "Picture's corner"};
  return std::any_of(names.begin(), names.end(),
                     [&](const QString& n) { return w->accessibleName().contains(n, Qt::CaseInsensitive); });
}

QStringList strangers(Driver& d, LengthUnit unit) {
  QStringList out;
  const auto look = [&](const QString& text) {
    if (const QString bad = strangerIn(text, unit); !bad.isEmpty()) out << bad;
  };
  for (const QWidget* w : d.window->findChildren<QWidget*>()) {
    if (!w->isVisible() || onThePrint(w)) continue;
    look(w->toolTip());
    if (const auto* l = qobject_cast<const QLabel*>(w)) look(l->text());
    if (const auto* b = qobject_cast<const QAbstractButton*>(w)) look(b->text()), look(b->accessibleName());
    if (const auto* f = qobject_cast<const QLineEdit*>(w)) look(f->text()), look(f->placeholderText());
    if (const auto* c = qobject_cast<const QComboBox*>(w)) look(c->currentText());
  }
  out.removeDuplicates();
  return out;
}

}  // namespace

class MeasuresTest : public QObject {
  Q_OBJECT
 private slots:
  void noStrangerStandsInAnyView_data() {
    QTest::addColumn<bool>("inches");
    QTest::addColumn<QString>("begun");
    for (const bool inches : {true, false})
      for (const char* begun : {"demo", "hexagons", "clamshells", "own", "30 mm long"})
        QTest::addRow("%s in %s", begun, inches ? "inches" : "millimetres")
            << inches << QString::fromLatin1(begun);
  }
  void noStrangerStandsInAnyView() {
    QFETCH(bool, inches);
    QFETCH(QString, begun);
    Driver d;
    const LengthUnit unit = inches ? LengthUnit::Inch : LengthUnit::Millimetre;
    d.preferences.setUnit(unit);
    QTemporaryDir folder;
    if (begun == QLatin1String("demo")) {
      d.window->files().openDemo();
    } else if (begun == QLatin1String("30 mm long")) {
      QVERIFY(support::written(support::asymmetric(unit), folder.filePath("p.clathra")));
      QVERIFY(d.open(folder.filePath("p.clathra")));
    } else {
      d.window->files().begin(begun);
    }
    d.settle();
    d.session->edit(SetUnit{unit}, "x");
    const std::string cloth = d.project().cloths.front().name;
    // A cloth that is short, of two lengths: sums, steps and remarks of all kinds.
    for (const Cloth& c : Project(d.project()).cloths) {
      nlohmann::json keys{{"edit", "changeCloth"}, {"cloth", c.sign}, {"lengths", {300, 420}}};
      if (!c.width) keys["width"] = 1'100;
      support::step(*d.session, keys, "x");
    }
    d.settle();
    QStringList all;
    for (const char* station : {"arrange", "papers", "cloth", "motif", "cut"}) {
      d.window->goTo(QString::fromLatin1(station));
      d.settle();
      for (Card* card : d.window->findChildren<Card*>())
        if (card->isVisible()) card->setOpen(true);
      d.settle();
      for (const QString& bad : strangers(d, unit))
        all << QString::fromLatin1(station) + QStringLiteral(": ") + bad;
    }
    for (const Cloth& c : d.project().cloths) {
      d.window->goTo(QStringLiteral("cut"), QString::fromStdString(subject(c.id)));
      d.settle();
      for (const QString& bad : strangers(d, unit)) all << QStringLiteral("cut: ") + bad;
      const auto plan = d.session->plan(c.id);
      if (!plan) continue;
      for (const CutMethod& m : plan->methods)
        for (const Message& step : m.steps)
          if (const QString bad = strangerIn(inWords(step, unit), unit); !bad.isEmpty()) all << bad;
    }
    for (const Remark& r : d.session->remarks())
      for (const Message* m : {&r.why, &r.fix})
        if (const QString bad = strangerIn(inWords(*m, unit), unit); !bad.isEmpty()) all << bad;
    all.removeDuplicates();
    QVERIFY2(all.isEmpty(), qPrintable(all.join(QLatin1Char('\n'))));
  }
  void theWalkSeesAStranger() {
    QVERIFY(!strangerIn("25.4 cm of cloth", LengthUnit::Inch).isEmpty());
    QVERIFY(!strangerIn("3.5 in of cloth", LengthUnit::Inch).isEmpty());
    QVERIFY(!strangerIn("1 1/2 in of cloth", LengthUnit::Millimetre).isEmpty());
    QVERIFY(strangerIn("1 1/2 in of cloth", LengthUnit::Inch).isEmpty());
    QVERIFY(strangerIn("25 cm of cloth", LengthUnit::Millimetre).isEmpty());
  }
  /// What is too long, or too short, or longer than any length is refused in the project's system too.
  void noStrangerStandsInARefusal_data() {
    QTest::addColumn<int>("view");
    QTest::addColumn<bool>("inches");
    for (std::size_t i = 0; i < support::allViews().size(); ++i)
      for (const bool inches : {true, false})
        QTest::addRow("%zu %s", i, inches ? "inches" : "millimetres") << static_cast<int>(i) << inches;
  }
  void noStrangerStandsInARefusal() {
    QFETCH(int, view);
    QFETCH(bool, inches);
    const LengthUnit unit = inches ? LengthUnit::Inch : LengthUnit::Millimetre;
    const QTemporaryDir folder;
    const QString file = folder.filePath("p.clathra");
    QVERIFY(support::written(support::asymmetric(unit), file));
    Driver d;
    support::openView(d, file, support::allViews()[static_cast<std::size_t>(view)]);
    int refused = 0;
    for (const QPointer<LengthField> field : d.window->findChildren<LengthField*>()) {
      if (!field || !field->isVisible() || !field->isEnabled() || onThePrint(field)) continue;
      const QString name = field->accessibleName();
      for (const char* text :
           inches ? std::array{"1/64 in", "99 yd", "9999 yd"} : std::array{"0.001 mm", "99 m", "9999 m"}) {
        if (!field || !field->isVisible()) break;
        d.bringIntoView(field);
        QTest::mouseClick(field, Qt::LeftButton);
        field->selectAll();
        QTest::keyClicks(field, QString::fromLatin1(text));
        QTest::keyClick(field, Qt::Key_Return);
        d.settle();
        const QString said = d.window->said();
        if (!said.contains(QString::fromLatin1(text))) {  // a field that takes it
          if (d.session->canUndo()) d.session->undo();
          d.settle();
          continue;
        }
        ++refused;
        const QString bad = strangerIn(said, unit);
        QVERIFY2(bad.isEmpty(), qPrintable(name + QStringLiteral(" says: ") + bad));
      }
    }
    if (view == 0) QVERIFY(refused > 0);
  }
  /// So is a step that the project cannot take.
  void aRefusedStepSpeaksTheProjectsSystem() {
    Driver d;
    d.click("New project: Hexagons");
    support::step(*d.session, {{"edit", "setUnit"}, {"unit", "inch"}}, "unit");
    support::step(*d.session, {{"edit", "setEdge"}, {"value", 1.5875}}, "edge");
    d.settle();
    QCOMPARE(d.window->said(), QStringLiteral("The edge: 1/16 in; it can be from 1/8 in to 39 3/8 in."));
    support::step(*d.session, {{"edit", "setUnit"}, {"unit", "mm"}}, "unit");
    support::step(*d.session, {{"edit", "setEdge"}, {"value", 1.5}}, "edge");
    d.settle();
    QCOMPARE(d.window->said(), QStringLiteral("The edge: 1.5 mm; it can be from 3 mm to 100 cm."));
  }
  void whatWasTypedOnHandComesBackAsItWasTyped() {
    Driver d;
    d.preferences.setUnit(LengthUnit::Inch);
    d.click("New project: Hexagons");
    QCOMPARE(d.project().cloths.front().increment.nm(), Length::sixtyFourths(288).nm());  // 1/8 yd
    d.window->goTo("cloth");
    QStringList steps;
    for (int i = 0; i < d.find<QComboBox>("Sold by")->count(); ++i)
      steps << d.find<QComboBox>("Sold by")->itemText(i);
    QCOMPARE(steps, (QStringList{"1/8 yd", "1/4 yd", "1/2 yd", "1 yd"}));
    d.type("Lengths on hand", "2 yd; 18 in; 40 cm");
    const auto shown = [&] { return d.find<QLineEdit>("Lengths on hand")->text(); };
    QCOMPARE(shown(), QStringLiteral("2 yd; 18 in; about 15 3/4 in"));
    QCOMPARE(d.project().cloths.front().lengths[2].length.nm(), 400'000'000);
    // Going through the field changes nothing: what is about its length stays exact.
    d.type("Lengths on hand", shown());
    QCOMPARE(d.project().cloths.front().lengths[2].length.nm(), 400'000'000);
    const QTemporaryDir folder;
    QVERIFY(d.saveTo(folder.filePath("p.clathra")));
    QVERIFY(d.open(folder.filePath("p.clathra")));
    d.window->goTo("cloth");
    QCOMPARE(shown(), QStringLiteral("2 yd; 18 in; about 15 3/4 in"));
    d.session->edit(SetUnit{LengthUnit::Millimetre}, "x");
    d.settle();
    QCOMPARE(shown(), QStringLiteral("1828.8 mm; about 457.2 mm; 40 cm").replace("about ", ""));
  }
};

CLATHRA_TEST(MeasuresTest, "measures")
#include "measures.moc"
