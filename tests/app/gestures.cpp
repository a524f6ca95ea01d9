// What hands do on each picture (hover, click, drag, wheel, keys, each with the keys held beside it), and
// what comes of it: which places of the project change, what is said, and which lines of the window are other
// ones. Kept in tests/data/golden/gestures-*.txt, as what was looked at and found good.
#include <QTemporaryDir>
#include <QWheelEvent>

#include "all_views.hpp"
#include "content.hpp"
#include "records.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "shown_in.hpp"

using namespace clathra;
using support::Driver;
using support::View;

namespace {

struct Gesture {
  QString name;
  std::function<void(QWidget*)> make;
};

QPoint in(const QWidget* w, double x, double y) {
  return {static_cast<int>(w->width() * x), static_cast<int>(w->height() * y)};
}

void drag(QWidget* w, QPoint from, QPoint to, Qt::KeyboardModifiers held) {
  QTest::mousePress(w, Qt::LeftButton, held, from);
  constexpr int kSteps = 5;
  for (int i = 1; i <= kSteps; ++i) {
    QMouseEvent move(QEvent::MouseMove, from + (to - from) * i / kSteps,
                     w->mapToGlobal(from + (to - from) * i / kSteps), Qt::NoButton, Qt::LeftButton, held);
    QApplication::sendEvent(w, &move);
  }
  QTest::mouseRelease(w, Qt::LeftButton, held, to);
}

void wheel(QWidget* w, QPoint at, int by, Qt::KeyboardModifiers held) {
  QWheelEvent event(at, w->mapToGlobal(at), {}, {0, by}, Qt::NoButton, held, Qt::NoScrollPhase, false);
  QApplication::sendEvent(w, &event);
}

std::vector<Gesture> gestures() {
  std::vector<Gesture> out;
  const std::pair<const char*, Qt::KeyboardModifiers> holding[] = {
      {"", Qt::NoModifier}, {"Shift ", Qt::ShiftModifier}, {"Ctrl ", Qt::ControlModifier}};
  out.push_back({"hover", [](QWidget* w) { QTest::mouseMove(w, in(w, 0.36, 0.38)); }});
  out.push_back({"hover with Shift", [](QWidget* w) {
                   const QPoint at = in(w, 0.36, 0.38) + QPoint(1, 0);
                   QMouseEvent move(QEvent::MouseMove, at, w->mapToGlobal(at), Qt::NoButton, Qt::NoButton,
                                    Qt::ShiftModifier);
                   QApplication::sendEvent(w, &move);
                 }});
  for (const auto& [name, held] : holding) {
    const QString with = QString::fromLatin1(name);
    out.push_back({with + "click", [held = held](QWidget* w) {
                     QTest::mouseClick(w, Qt::LeftButton, held, in(w, 0.36, 0.38));
                   }});
    out.push_back({with + "click elsewhere", [held = held](QWidget* w) {
                     QTest::mouseClick(w, Qt::LeftButton, held, in(w, 0.63, 0.57));
                   }});
    out.push_back(
        {with + "drag", [held = held](QWidget* w) { drag(w, in(w, 0.36, 0.38), in(w, 0.58, 0.52), held); }});
    out.push_back({with + "drag from beside",
                   [held = held](QWidget* w) { drag(w, in(w, 0.02, 0.03), in(w, 0.45, 0.48), held); }});
    out.push_back({with + "wheel", [held = held](QWidget* w) { wheel(w, in(w, 0.3, 0.4), 120, held); }});
  }
  out.push_back(
      {"right click", [](QWidget* w) { QTest::mouseClick(w, Qt::RightButton, {}, in(w, 0.36, 0.38)); }});
  out.push_back(
      {"double click", [](QWidget* w) { QTest::mouseDClick(w, Qt::LeftButton, {}, in(w, 0.36, 0.38)); }});
  struct Key {
    const char* name;
    Qt::Key key;
    Qt::KeyboardModifiers held;
  };
  for (const Key& k : {Key{"Right", Qt::Key_Right, {}},
                       Key{"Down", Qt::Key_Down, {}},
                       Key{"Shift Right", Qt::Key_Right, Qt::ShiftModifier},
                       Key{"Ctrl Down", Qt::Key_Down, Qt::ControlModifier},
                       Key{"Return", Qt::Key_Return, {}},
                       Key{"Up", Qt::Key_Up, {}},
                       Key{"Shift Return", Qt::Key_Return, Qt::ShiftModifier},
                       Key{"Left", Qt::Key_Left, {}},
                       Key{"Space", Qt::Key_Space, {}},
                       Key{"N", Qt::Key_N, {}},
                       Key{"F", Qt::Key_F, {}},
                       Key{"T", Qt::Key_T, {}},
                       Key{"C", Qt::Key_C, {}},
                       Key{"R", Qt::Key_R, {}},
                       Key{"comma", Qt::Key_Comma, {}},
                       Key{"full stop", Qt::Key_Period, {}},
                       Key{"Shift comma", Qt::Key_Less, Qt::ShiftModifier},
                       Key{"plus", Qt::Key_Plus, {}},
                       Key{"minus", Qt::Key_Minus, {}},
                       Key{"W", Qt::Key_W, {}},
                       Key{"H", Qt::Key_H, {}},
                       Key{"0", Qt::Key_0, {}},
                       Key{"A", Qt::Key_A, {}},
                       Key{"Delete", Qt::Key_Delete, {}},
                       Key{"Escape", Qt::Key_Escape, {}}})
    out.push_back({QStringLiteral("key ") + QString::fromLatin1(k.name), [k](QWidget* w) {
                     w->setFocus();
                     QTest::keyClick(w, k.key, k.held);
                   }});
  return out;
}

QWidget* pictureOf(const Driver& d, const QString& name) {
  for (QWidget* w : d.window->findChildren<QWidget*>())
    if (w->isVisible() && w->accessibleName() == name) return w;
  return nullptr;
}

}  // namespace

class GesturesTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;

 private slots:
  void initTestCase() {
    QVERIFY(support::written(support::asymmetric(), folder_.filePath("p.clathra")));
    Project hexagons = support::project(support::recipe("hexagons", 30, 5, 4));
    for (const auto& [cloth, pieces] :
         {std::pair("B", std::vector<int>{2, 3, 9}), std::pair("C", std::vector<int>{8, 14, 19, 20})})
      hexagons = support::edited(hexagons, {{"edit", "paint"}, {"cloth", cloth}, {"pieces", pieces}});
    QVERIFY(support::written(hexagons, folder_.filePath("hexagons.clathra")));
  }

  void doWhatIsKept_data() {
    QTest::addColumn<QString>("station");
    QTest::addColumn<QStringList>("first");
    QTest::addColumn<QString>("file");
    const auto row = [](const char* name, const char* station, const QStringList& first,
                        const char* file = "p") {
      QTest::newRow(name) << QString::fromLatin1(station) << first << QString::fromLatin1(file);
    };
    row("paint", "Arrange", {"Paint with A, Tide Ink"});
    row("add", "Arrange", {"Mode: Add"});
    row("take-away", "Arrange", {"Mode: Take away"});
    row("divide", "Arrange", {"Mode: Divide"});
    row("draft", "Arrange", {"Mode: Draft"});
    row("outer-edge", "Arrange", {"Mode: Outer edge"});
    row("back", "Arrange", {"Seen from: Back"});
    row("numbers", "Arrange", {"Look at: Numbers"});
    row("row-of-pieces", "Arrange", {"Paint with B, Lantern Damask", "A click paints: Row"});
    row("all-alike", "Arrange", {"Paint with B, Lantern Damask", "A click paints: Alike"});
    row("unit", "Arrange", {"Units"});
    row("turned-copies", "Arrange", {"Turned copies"});
    row("add-to-hexagons", "Arrange", {"Mode: Add"}, "hexagons");
    row("divide-hexagons", "Arrange", {"Mode: Divide"}, "hexagons");
    row("draft-in-hexagons", "Arrange", {"Mode: Draft"}, "hexagons");
    row("ring-in-hexagons", "Arrange", {"Paint with B", "A click paints: Ring round it"}, "hexagons");
    row("area-in-hexagons", "Arrange", {"Paint with D", "A click paints: Area"}, "hexagons");
    row("motif", "Motif", {});
    row("motif-marks-a-detail", "Motif", {"Mark a detail"});
  }
  void doWhatIsKept() {
    QFETCH(QString, station);
    QFETCH(QStringList, first);
    QFETCH(QString, file);
    Driver d;
    QVERIFY(d.open(folder_.filePath(file + ".clathra")));
    d.click(station);
    for (const QString& name : first) d.click(name);
    const QString pictured = station == "Motif" ? "Swatch with the window" : "Picture of the layout";
    // Wherever the pointer was left before.
    QVERIFY(pictureOf(d, pictured));
    QTest::mouseMove(pictureOf(d, pictured), {3, 3});
    d.answers();
    QStringList lines;
    for (const Gesture& g : gestures()) {
      const QPointer<QWidget> picture = pictureOf(d, pictured);
      QVERIFY(picture);
      if (station == "Arrange") {  // all of it is in view again
        picture->setFocus();
        QTest::keyClick(picture, Qt::Key_0);
      }
      d.window->say({});
      const auto before = support::contentOf(d.project());
      const QStringList shown = support::shownIn(d);
      g.make(picture);
      d.answers();
      for (QWidget* popup = QApplication::activePopupWidget(); popup;
           popup = QApplication::activePopupWidget())
        popup->close();
      const auto after = support::contentOf(d.project());
      QStringList did;
      if (after != before) did << support::whatChanged(before, after);
      if (!d.window->said().isEmpty()) did << QStringLiteral("says: ") + d.window->said();
      did << support::newLines(shown, support::shownIn(d));
      lines << g.name + QStringLiteral(" : ") + did.join(QStringLiteral(" & "));
      if (after != before) d.session->undo();
      d.answers();
      QVERIFY2(support::contentOf(d.project()) == before, qPrintable(g.name));
    }
    const QString unlike = support::unlikeRecord(
        QStringLiteral("gestures-") + QString::fromLatin1(QTest::currentDataTag()), lines, 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(GesturesTest, "gestures")
#include "gestures.moc"
