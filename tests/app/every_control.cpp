// Every control of every station is worked once, and what it does is compared with the table of
// tests/data/controls.txt: which places of the project change and what they are then, or which dialog it
// opens, or what is said; and which lines of the window are other ones, with the records in
// tests/data/golden. Whatever changes the project is one step, taken back and made again. With
// CLATHRA_GOLDEN=write the table is written anew; look at the difference before it is kept.
#include <QColorDialog>
#include <QInputDialog>
#include <QMenu>
#include <QTemporaryDir>

#include "all_views.hpp"
#include "app/widgets/rail.hpp"
#include "asymmetric.hpp"
#include "at_work.hpp"
#include "content.hpp"
#include "records.hpp"
#include "registry.hpp"
#include "shown_in.hpp"

using namespace clathra;
using nlohmann::json;
using support::contentOf;
using support::controlsOf;
using support::Dialogs;
using support::differences;
using support::Driver;
using support::pointNowhere;
using support::titleOf;
using support::View;
using support::work;

Q_DECLARE_METATYPE(support::View)

namespace {

const QString kTable = QStringLiteral(CLATHRA_SOURCE "/tests/data/controls.txt");

bool writesTable() {
  return qEnvironmentVariable("CLATHRA_GOLDEN") == QLatin1String("write");
}

}  // namespace

class EveryControlTest : public QObject {
  Q_OBJECT
  /// What is seen, but for whether there are changes and something to be done again: that hangs on what was
  /// taken back before, and on whether the view was opened anew since.
  static QStringList seenIn(Driver& d) {
    QStringList all = support::shownIn(d);
    all.removeIf([](const QString& line) {
      return line.contains(QStringLiteral("Redo")) || line.startsWith(QStringLiteral("says Saltmarsh Path"));
    });
    return all;
  }

  QTemporaryDir folder_;
  QString file_;
  QSet<QString> known_;  ///< station and control, worked already
  QStringList table_, noted_;

  void openView(Driver& d, const View& v) { QVERIFY(support::openView(d, file_, v)); }

  static QString fileOf(const char* kind, const View& view) {
    const QString name = QLatin1String(kind) + titleOf(view).toLower();
    return QString(name).remove(QRegularExpression("[^a-z ]")).replace(QLatin1Char(' '), QLatin1Char('-'));
  }

  /// Less what stands above the stations and beside them: it is there wherever one is.
  static QStringList namesOf(const Driver& d) {
    QStringList names;
    for (const QWidget* w : controlsOf(d))
      if (const QString name = Driver::nameOf(w);
          !d.window->findChild<Rail*>()->isAncestorOf(w) && name != "Undo" && name != "Redo")
        names << name;
    return names;
  }

  /// What can be worked here and was not in an earlier view of the station; less what leads to a station and
  /// what folds a card.
  QStringList newNames(const Driver& d, const View& v) {
    QStringList names;
    QSet<QString> here;
    for (const QWidget* w : controlsOf(d)) {
      const QString name = Driver::nameOf(w);
      const bool rail = d.window->findChild<Rail*>()->isAncestorOf(w);
      if (!rail && !name.endsWith(QStringLiteral(", open")) && !name.endsWith(QStringLiteral(", folded")) &&
          !known_.contains(QString(v.station) + name)) {
        names << name;
        here.insert(QString(v.station) + name);
      }
    }
    known_ += here;
    return names;
  }

  static QWidget* control(const Driver& d, const QString& name, int nth) {
    for (QWidget* c : controlsOf(d))
      if (Driver::nameOf(c) == name && nth-- == 0) return c;
    return nullptr;
  }

  static void pointAt(Driver& d, const QPointer<QWidget>& w) {
    d.bringIntoView(w);
    QTest::mouseMove(w);
    d.settle();
    if (!w || w->underMouse()) return;
    w->setAttribute(Qt::WA_UnderMouse);
    const QPointF middle = w->rect().center();
    QEnterEvent entered(middle, w->mapTo(w->window(), middle), w->mapToGlobal(middle));
    QApplication::sendEvent(w, &entered);
  }

 private slots:
  void initTestCase() {
    file_ = folder_.filePath("path.clathra");
    QVERIFY(support::written(support::asymmetric(), file_));
    QFile table(kTable);
    if (table.open(QIODevice::ReadOnly))
      table_ = QString::fromUtf8(table.readAll()).split(QLatin1Char('\n'), Qt::SkipEmptyParts);
  }

  /// What is typed into a field of a length, a count or an angle and is none is said, with the field's name,
  /// and changes nothing.
  void whatIsNoValueIsSaid_data() {
    QTest::addColumn<View>("view");
    std::vector<View> all = support::allViews();
    for (const char* shown : {"At once", "Look-alikes", "Scan"})
      all.push_back({"Papers", {QStringLiteral("What is shown: ") + QLatin1String(shown)}});
    for (const char* cloth : {"Wader Stripe", "Joined"}) all.push_back({"Cloth", {QLatin1String(cloth)}});
    for (const View& v : all) QTest::addRow("%s", qPrintable(titleOf(v))) << v;
  }
  void whatIsNoValueIsSaid() {
    QFETCH(View, view);
    Driver d;
    Dialogs dialogs;
    openView(d, view);
    const json before = contentOf(d.project());
    QStringList told;
    for (const QPointer<QLineEdit> field : d.window->findChildren<QLineEdit*>()) {
      if (!field || !field->isVisible() || !field->isEnabled()) continue;
      if (!qobject_cast<LengthField*>(field) && !qobject_cast<CountField*>(field) &&
          !qobject_cast<AngleField*>(field))
        continue;
      const QString name = field->accessibleName(), was = field->text();
      for (const char* typed : {"x?", "0", "-4", "99999999"}) {
        if (!field || !field->isVisible()) break;
        d.bringIntoView(field);
        d.window->say({});
        QTest::mouseClick(field, Qt::LeftButton);
        field->selectAll();
        QTest::keyClicks(field, QLatin1String(typed));
        QTest::keyClick(field, Qt::Key_Return);
        d.settle();
        const json after = contentOf(d.project());
        told << QStringLiteral("%1 | %2 | %3 %4")
                    .arg(name, QLatin1String(typed), d.window->said(),
                         after == before ? QString() : support::whatChanged(before, after));
        if (after != before) d.session->undo();
        d.settle();
        QVERIFY2(contentOf(d.project()) == before, qPrintable(name));
        if (QLatin1String(typed) != QLatin1String("x?")) continue;
        QVERIFY2(told.last().contains(QStringLiteral("\"x?\"")) &&
                     told.last().section(QLatin1Char('|'), 2).contains(name, Qt::CaseInsensitive),
                 qPrintable(told.last()));
        QVERIFY2(after == before, qPrintable(name));
        QVERIFY2(field && (field->text() == was || field->text() == QLatin1String("x?")), qPrintable(name));
      }
    }
    if (told.isEmpty()) return;
    const QString unlike = support::unlikeRecord(fileOf("typed ", view), told, 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }

  void doesWhatTheTableSays_data() {
    QTest::addColumn<int>("view");
    for (std::size_t i = 0; i < support::allViews().size(); ++i)
      QTest::addRow("%s", qPrintable(titleOf(support::allViews()[i]))) << static_cast<int>(i);
  }
  void doesWhatTheTableSays() {
    QFETCH(int, view);
    const View& v = support::allViews()[static_cast<std::size_t>(view)];
    Driver d;
    Dialogs dialogs;
    openView(d, v);
    QStringList all = namesOf(d);
    std::map<QString, int> seen;
    QStringList lines, changed;
    for (const QString& name : newNames(d, v)) {
      const int nth = seen[name]++;
      QWidget* w = control(d, name, nth);
      QVERIFY2(w, qPrintable(name));
      const json before = contentOf(d.project());
      const QString last = d.session->undoLabel();
      pointNowhere(d);
      d.answers();
      const QStringList plain = seenIn(d);
      pointAt(d, w);
      w = control(d, name, nth);
      QVERIFY2(w, qPrintable(name));
      const QStringList shown = seenIn(d);
      if (const QStringList hovered = support::newLines(plain, shown); !hovered.isEmpty())
        changed << name + QStringLiteral(", pointed at : ") + hovered.join(QStringLiteral(" & "));
      d.window->say({});
      dialogs.taken();
      if (!work(d, w)) continue;
      // What is typed in the project's own system comes back as it was typed.
      if (auto* again = control(d, name, nth); d.window->said().isEmpty())
        if (const auto* field = qobject_cast<LengthField*>(again))
          QVERIFY2(field->text() == QLatin1String("3.7 cm"), qPrintable(name + ": " + field->text()));
      QStringList did = dialogs.taken();
      const json after = contentOf(d.project());
      if (after != before)
        did << support::whatChanged(before, after);
      else if (!d.window->said().isEmpty())
        did << QStringLiteral("says: ") + d.window->said();
      else if (did.isEmpty())
        did << QStringLiteral("view");
      // What changes nothing is no step that one would have to take back.
      QVERIFY2(after != before || d.session->undoLabel() == last, qPrintable(name));
      // One of several is the chosen one now, where it chooses what is seen.
      if (const auto* b = qobject_cast<QAbstractButton*>(control(d, name, nth)); b && did.contains("view"))
        QVERIFY2(!b->group() || b->isChecked(), qPrintable(name));
      const QString called =
          name.contains(QStringLiteral(" of cloth  ")) ? name.section(QLatin1Char(':'), 0, 0) : name;
      lines << QStringLiteral("%1 | %2 | %3").arg(titleOf(v), called, did.join(QStringLiteral(" & ")));
      pointNowhere(d);
      // How densely outlines are packed may differ by a hair from machine to machine.
      if (!name.contains(QStringLiteral("traced"), Qt::CaseInsensitive))
        changed << called + QStringLiteral(" : ") +
                       support::newLines(shown, seenIn(d)).join(QStringLiteral(" & "));
      if (after != before) {
        // Steps of a small project are taken back at once; its figures need not be waited for.
        d.session->undo();
        QVERIFY2(contentOf(d.project()) == before, qPrintable(name));
        d.session->redo();
        QVERIFY2(contentOf(d.project()) == after, qPrintable(name));
        d.session->undo();
        d.settle();
      }
      if (namesOf(d) != all) d.answers();  // Something may still be looked up.
      if (namesOf(d) == all) continue;
      openView(d, v);    // It led elsewhere.
      all = namesOf(d);  // What was unfolded stays so in the same window.
    }
    noted_ << lines;
    const QString unlike =
        changed.isEmpty() ? QString() : support::unlikeRecord(fileOf("controls ", v), changed, 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
    if (writesTable()) return;
    const QStringList wanted = table_.filter(
        QRegularExpression(QStringLiteral("^%1 \\| ").arg(QRegularExpression::escape(titleOf(v)))));
    for (qsizetype i = 0; i < std::min(lines.size(), wanted.size()); ++i) QCOMPARE(lines[i], wanted[i]);
    QCOMPARE(lines.size(), wanted.size());
  }

  void cleanupTestCase() {
    if (!writesTable()) return;
    QFile out(kTable);
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write((noted_.join(QLatin1Char('\n')) + QLatin1Char('\n')).toUtf8());
  }
};

CLATHRA_TEST(EveryControlTest, "every_control")
#include "every_control.moc"
