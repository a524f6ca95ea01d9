// Keys, wheel and drags by what they do to the picture, on FRONT and BACK, and outputs by what they say.
#include <QFile>
#include <QLineEdit>
#include <QProcess>
#include <QTemporaryDir>
#include <QWheelEvent>

#include "app/arrange/arrange_station.hpp"
#include "app/motif/swatch_view.hpp"
#include "asymmetric.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::canvasOf;
using support::Driver;

namespace {

QString textOf(const QString& pdf) {
  QProcess p;
  p.start("pdftotext", {"-layout", pdf, "-"});
  p.waitForFinished(support::kHang);
  return QString::fromUtf8(p.readAllStandardOutput());
}

}  // namespace

class KeysTest : public QObject {
  Q_OBJECT

  QTemporaryDir folder_;
  QString file_;

  Point centre(Driver& d, int piece) {
    return d.project().layout->pieces[static_cast<std::size_t>(piece)].centre;
  }

 private slots:
  void initTestCase() {
    file_ = folder_.filePath("path.clathra");
    QFile out(file_);
    QVERIFY(out.open(QIODevice::WriteOnly) &&
            out.write(QByteArray::fromStdString(*serialize(support::asymmetric()))) > 0);
  }

  void arrowsGoWhereTheyPointOnFrontAndBack() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Arrange");
    auto* canvas = canvasOf(d);
    for (const bool back : {false, true}) {
      d.click(back ? "Seen from: Back" : "Seen from: Front");
      for (const auto& [key, dx, dy] : {std::tuple(Qt::Key_Left, -1, 0), std::tuple(Qt::Key_Right, 1, 0),
                                        std::tuple(Qt::Key_Up, 0, -1), std::tuple(Qt::Key_Down, 0, 1)}) {
        canvas->setFocus();
        canvas->setCursorPiece(14);
        const QPointF before = canvas->onScreen(14U);
        QTest::keyClick(canvas, key);
        const int now = canvas->cursorPiece();
        QVERIFY(now != 14);
        const QPointF moved = canvas->onScreen(static_cast<std::uint32_t>(now)) - before;
        if (dx != 0)
          QVERIFY(moved.x() * dx > 2 && std::abs(moved.x()) > std::abs(moved.y()));
        else
          QVERIFY(moved.y() * dy > 2);
      }
    }
  }
  /// The piece that keys act on is ringed as long as keys come to the picture.
  void theRingOfTheKeysLeavesWithTheFocus() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Arrange");
    auto* canvas = canvasOf(d);
    auto* field = d.find<QAbstractButton>("Seen from: Front");
    QTest::mouseMove(d.window.get(), {3, 3});
    const auto shown = [&](QWidget* focused) {
      focused->setFocus();
      d.settle();
      return canvas->grab().toImage();
    };
    canvas->setFocus();
    canvas->setCursorPiece(14);
    const QImage ringed = shown(canvas), without = shown(field);
    QVERIFY(ringed != without);
    const QPoint at = canvas->onScreen(14U).toPoint();
    const QRect around(at - QPoint(90, 90), QSize(180, 180));
    QVERIFY(ringed.copy(around) != without.copy(around));
    QCOMPARE(shown(canvas), ringed);
  }
  void whatNoClickReachesIsSaid() {
    Driver d;
    d.session->begin(support::edited(support::project(support::recipe("squares", 50, 3, 2)),
                                     {{"edit", "addCloth"}, {"name", "Fen"}}),
                     {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("arrange"));
    d.click("A click paints: Ring round it");
    d.click("How many seams away: ring 3");
    auto* canvas = canvasOf(d);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(1U).toPoint());
    d.settle();
    QCOMPARE(d.window->said(), QStringLiteral("No piece lies 3 seams away from this one."));
  }
  void theWheelKeepsWhatIsUnderThePointer() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Arrange");
    auto* canvas = canvasOf(d);
    for (const bool back : {false, true}) {
      d.click(back ? "Seen from: Back" : "Seen from: Front");
      const QPointF at = canvas->onScreen(8U);
      const double zoom = canvas->zoomPercent();
      for (const int delta : {120, 120, -120}) {
        QWheelEvent wheel(at, canvas->mapToGlobal(at), {}, QPoint(0, delta), Qt::NoButton, Qt::NoModifier,
                          Qt::NoScrollPhase, false);
        QCoreApplication::sendEvent(canvas, &wheel);
        const QPointF now = canvas->onScreen(8U);
        QVERIFY(std::hypot(now.x() - at.x(), now.y() - at.y()) < 0.01);
      }
      COMPARE_TO(canvas->zoomPercent() / zoom, 1.25, 1e-6);
    }
  }
  void shiftWithEnterReachesAsFarAsShiftWithAClick() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Arrange");
    d.click("A click paints: Alike");
    d.click("Paint with C");
    auto* canvas = canvasOf(d);
    const auto wearing = [&] {
      int n = 0;
      for (std::size_t i = 0; i < d.project().layout->size(); ++i)
        n += d.project().painting[i] == *findCloth(d.project(), "C");
      return n;
    };
    canvas->setFocus();
    canvas->setCursorPiece(0);  // Tide Ink, with pieces 2 and 25 of its hand
    QTest::keyClick(canvas, Qt::Key_Return);
    d.settle();
    QCOMPARE(wearing(), 7 + 3);
    d.session->undo();
    d.settle();
    canvas->setFocus();
    canvas->setCursorPiece(0);
    QTest::keyClick(canvas, Qt::Key_Return, Qt::ShiftModifier);
    d.settle();
    QCOMPARE(wearing(), 18 + 5);  // all of its hand, and the left-handed ones that wore it
  }
  void theMotifsWindowFollowsKeysAndDrags() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Motif");
    auto* swatch = d.window->findChild<SwatchView*>();
    QVERIFY(swatch);
    swatch->setFocus();
    const auto motif = [&] {
      d.settle();
      return d.project().motifs[0];
    };
    const MotifChoice first = motif();
    const auto press = [&](Qt::Key key, Qt::KeyboardModifiers with = {}) {
      const MotifChoice before = motif();
      QTest::keyClick(swatch, key, with);
      const MotifChoice now = motif();
      return std::tuple(now.at.x - before.at.x, now.at.y - before.at.y, (now.turn - before.turn).degrees());
    };
    const auto step = std::get<0>(press(Qt::Key_Right));
    QVERIFY(step > 0);
    COMPARE_TO(std::get<0>(press(Qt::Key_Left)), -step, 1e-9);
    const auto [x, y, t] = press(Qt::Key_Down);
    QVERIFY(x == 0 && y > 0 && t == 0);
    COMPARE_TO(std::get<1>(press(Qt::Key_Up)), -y, 1e-9);
    QVERIFY(std::get<0>(press(Qt::Key_Right, Qt::ShiftModifier)) > 2 * step);
    press(Qt::Key_Left, Qt::ShiftModifier);
    const double turn = std::get<2>(press(Qt::Key_Period));
    QVERIFY(turn > 0);
    COMPARE_TO(std::get<2>(press(Qt::Key_Comma)), -turn, 1e-9);
    COMPARE_TO(distance(motif().at, first.at), 0, 1e-9);
    // A drag that begins beside the middle moves the window by as much as the pointer, and no more.
    const QPointF middle = swatch->onScreen(motif().at), from = middle + QPointF(9, -4);
    QTest::mousePress(swatch, Qt::LeftButton, {}, from.toPoint());
    for (const QPoint by : {QPoint(5, 3), QPoint(24, 15)}) {
      const QPointF to = from + by;
      QMouseEvent move(QEvent::MouseMove, to.toPoint(), swatch->mapToGlobal(to.toPoint()), Qt::NoButton,
                       Qt::LeftButton, {});
      QCoreApplication::sendEvent(swatch, &move);
    }
    QTest::mouseRelease(swatch, Qt::LeftButton, {}, (from + QPointF(24, 15)).toPoint());
    const QPointF after = swatch->onScreen(motif().at);
    COMPARE_TO(after.x() - middle.x(), 24, 1.01);
    COMPARE_TO(after.y() - middle.y(), 15, 1.01);
  }
  void aMethodIsChosenForTheClothThatIsShown() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Cut");
    // All of the damask's pieces show a motif: windows have no method.
    d.click("B, Lantern Damask");
    QVERIFY(d.reads("Windows alone, cut with scissors"));
    QVERIFY(!d.has<QAbstractButton>("Ruler strips"));
    d.click("C, Wader Stripe");
    const auto methods = [&] {
      std::vector<std::string> out;
      for (const Cloth& c : d.project().cloths) out.push_back(c.method);
      return out;
    };
    auto expected = methods();
    const bool strips = expected[2] == "strips";
    d.click(strips ? "Rough rectangles" : "Ruler strips");
    expected[2] = strips ? "rectangles" : "strips";
    QCOMPARE(methods(), expected);
  }
  /// The dark cloth lies at the left edge alone: from behind it is seen at the right.
  void steppingBackFromTheBackMirrors() {
    Driver d;
    d.click("New project: Squares");
    support::step(*d.session, {{"edit", "paint"}, {"all", true}, {"cloth", "D"}}, "painted");
    support::step(*d.session, {{"edit", "paint"}, {"pieces", {1, 9, 17, 25, 33, 41, 49, 57}}, {"cloth", "A"}},
                  "painted");
    d.settle();
    auto* canvas = static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas();
    const auto darker = [&] {  // the side of the canvas that is darker
      const QImage image = canvas->grab().toImage();
      double left = 0, right = 0;
      for (int y = image.height() / 4; y < image.height() * 3 / 4; y += 3)
        for (int x = 0; x < image.width() / 2; x += 3) {
          left += qGray(image.pixel(x, y));
          right += qGray(image.pixel(image.width() - 1 - x, y));
        }
      return left < right ? "left" : "right";
    };
    canvas->setView(LayoutView::StepBack);
    QCOMPARE(darker(), "left");
    canvas->setBack(true);
    QCOMPARE(darker(), "right");
  }
  void mapsSayTheFaceTheirButtonSays() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Arrange");
    d.click("Numbers and map, folded");
    for (const bool back : {false, true}) {
      const QString pdf = folder_.filePath(back ? "b.pdf" : "f.pdf");
      d.answerFile(pdf);
      d.click(back ? "Save the numbered map as seen from the back"
                   : "Save the numbered map as seen from the front");
      SOON(QFile::exists(pdf));
      d.settle();
      const QString text = textOf(pdf);
      QVERIFY2(text.contains(back ? "BACK, mirrored" : "FRONT, as"), qPrintable(text));
      QVERIFY(!text.contains(back ? "FRONT, as" : "BACK, mirrored"));
    }
  }
  void whatIsTypedWithoutReturnIsSavedAndKeptOnClosing() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Cloth");
    d.click("Lantern Damask");
    auto* name = d.find<QLineEdit>("Name of the cloth");
    QTest::mouseClick(name, Qt::LeftButton);
    name->selectAll();
    QTest::keyClicks(name, "Sluice Red");
    const QString other = folder_.filePath("other.clathra");
    QTest::keyClick(d.focused(), Qt::Key_S, Qt::ControlModifier);
    d.settle();
    SOON(openProject(file_.toStdString())->cloths[1].name == "Sluice Red");
    name = d.find<QLineEdit>("Name of the cloth");
    QTest::mouseClick(name, Qt::LeftButton);
    name->selectAll();
    QTest::keyClicks(name, "Lantern Damask");
    d.answerBox("Save them");
    d.window->close();
    d.settle();
    SOON(openProject(file_.toStdString())->cloths[1].name == "Lantern Damask");
  }
};

CLATHRA_TEST(KeysTest, "keys")
#include "keys.moc"
