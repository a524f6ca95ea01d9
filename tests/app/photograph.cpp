// A photograph of a print from file to card: tilted, leaning, unevenly lit; made true in the window, its
// repeat found, a window chosen, the card saved. The truth is the stand-in camera's.
#include <QTemporaryDir>
#include <fstream>

#include "app/cloth/cloth_station.hpp"
#include "app/cloth/true_picture.hpp"
#include "draw/prints.hpp"
#include "driver.hpp"
#include "image/decode.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

namespace {

constexpr double kAcross = 96, kAlong = 110;  // mm: the lantern's repeat

/// Of the lantern print from straight above, without a card.
PracticePhoto flat(double width, double perMm) {
  PracticePhoto photo;
  photo.width = width;
  photo.height = 1200;
  photo.perMm = perMm;
  photo.noise = 2;
  photo.middle = {190, 160};
  photo.card = {{}, 0, 0};
  return photo;
}

// Under the thread sanitizer, at a fiftieth of the speed, a quarter of the pixels has to do.
#ifdef __SANITIZE_THREAD__
constexpr double kSmaller = 2;
#else
constexpr double kSmaller = 1;
#endif

PracticePhotoTaken photograph(double smaller = 1) {
  PracticePhoto photo = flat(1600 / smaller, 4.2 / smaller);
  photo.height = static_cast<int>(photo.height / smaller);
  photo.tilt = Angle::degrees(-3);
  photo.leanX = 0.04;
  photo.leanY = 0.05;
  photo.unevenness = 0.25;
  photo.card = {{}, 190, 130};
  photo.cardAt = {100, 100};
  return photographOf(printDesigns().front(), photo);
}

Project oneCloth() {
  Project p = support::project(support::recipe("hexagons", 25, 4, 4));
  for (const auto& step : nlohmann::json::parse(R"([
         {"edit":"setUnit","unit":"mm"},
         {"edit":"addCloth","name":"Fen","width":450,"lengths":[460]},
         {"edit":"paint","cloth":"Fen","all":true}])"))
    p = support::edited(p, step);
  return p;
}

const Print& printOf(Driver& d) {
  return *clothById(d.project(), *findCloth(d.project(), "Fen"))->print;
}

/// Does this in the dialog once it is there; the dialog's own loop runs meanwhile.
void inDialog(std::function<void(TruePicture&)> act) {
  QTimer::singleShot(50, qApp, [act] {
    auto* dialog = qobject_cast<TruePicture*>(QApplication::activeModalWidget());
    dialog ? act(*dialog) : inDialog(act);
  });
}
/// The last one of the name: what is done stands below what it is done by.
QPushButton* buttonCalled(const TruePicture& dialog, const QString& text) {
  QPushButton* found = nullptr;
  for (auto* b : dialog.findChildren<QPushButton*>())
    if (b->isVisible() && b->text() == text) found = b;
  if (!found) qFatal("no button %s", qPrintable(text));
  return found;
}
void press(const TruePicture& dialog, const QString& text) {
  QTest::mouseClick(buttonCalled(dialog, text), Qt::LeftButton);
}
void type(TruePicture& dialog, const QString& name, const QString& text) {
  for (auto* f : dialog.findChildren<QLineEdit*>())
    if (f->accessibleName() == name) {
      f->setFocus();
      f->selectAll();
      QTest::keyClicks(f, text);
      QTest::keyClick(f, Qt::Key_Return);
      return;
    }
  qFatal("no field %s", qPrintable(name));
}
/// A handle is taken near where it is and put elsewhere, then nudged by keys to the nearest pixel.
void drag(HandledPicture* view, int handle, Point to) {
  const QPoint from = view->onScreen(view->handles()[std::size_t(handle)]).toPoint(),
               there = view->onScreen(to).toPoint();
  QTest::mousePress(view, Qt::LeftButton, {}, from);
  QMouseEvent move(QEvent::MouseMove, there, view->mapToGlobal(there), Qt::NoButton, Qt::LeftButton,
                   Qt::NoModifier);
  QCoreApplication::sendEvent(view, &move);
  QTest::mouseRelease(view, Qt::LeftButton, {}, there);
  for (int i = 0; i < 40; ++i) {
    const Point off = to - view->handles()[std::size_t(handle)];
    if (std::abs(off.x) > 0.5) QTest::keyClick(view, off.x > 0 ? Qt::Key_Right : Qt::Key_Left);
    if (std::abs(off.y) > 0.5) QTest::keyClick(view, off.y > 0 ? Qt::Key_Down : Qt::Key_Up);
  }
}

}  // namespace

class PhotographTest : public QObject {
  Q_OBJECT
 private slots:
  void fromFileToCard() {
    const QTemporaryDir folder;
    const auto taken = photograph(kSmaller);
    const QString file = folder.filePath(QStringLiteral("photo.png"));
    {
      const auto png = encodePng(taken.picture);
      std::ofstream out(file.toStdString(), std::ios::binary);
      out.write(reinterpret_cast<const char*>(png->data()), static_cast<std::streamsize>(png->size()));
    }
    Driver d;
    d.session->begin(oneCloth(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))
        ->choose(*findCloth(d.project(), "Fen"));
    d.settle();
    d.answerFile(file);
    d.click(QStringLiteral("Take in a picture"));
    SOON(clothById(d.project(), *findCloth(d.project(), "Fen"))->print);
    QVERIFY(printOf(d).scaleGuessed);
    // Looked for long enough, unless it was found already.
    for (auto* b : d.window->findChildren<QAbstractButton*>())
      if (b->isVisible() && Driver::nameOf(b) == QStringLiteral("Stop looking")) b->click();
    d.answers();
    bool done = false;
    inDialog([&](TruePicture& dialog) {
      // Crossed corners first: a sentence, and nothing is changed.
      for (const int k : {0, 1, 2, 3})
        drag(dialog.view(), k, taken.card.corners[std::size_t(k == 1 ? 2 : k == 2 ? 1 : k)]);
      press(dialog, QStringLiteral("Straighten"));
      const auto labels = dialog.findChildren<QLabel*>();
      SOON(std::any_of(labels.begin(), labels.end(),
                       [](QLabel* l) { return l->text().contains("make no rectangle"); }));
      drag(dialog.view(), 1, {30, 30});  // out of the way of the one that takes its place
      for (const int k : {0, 2, 1, 3}) drag(dialog.view(), k, taken.card.corners[std::size_t(k)]);
      type(dialog, QStringLiteral("Known length"), QStringLiteral("190"));
      type(dialog, QStringLiteral("Known height"), QStringLiteral("130"));
      press(dialog, QStringLiteral("Straighten"));
      SOON(dialog.answer().scaleKnown);
      const Raster uneven = dialog.answer().picture;
      press(dialog, QStringLiteral("Even the light"));
      // What is in the making cannot be taken yet.
      const auto* take = buttonCalled(dialog, QStringLiteral("Take it"));
      QVERIFY(!take->isEnabled());
      SOON(dialog.answer().picture.rgba != uneven.rgba);
      QVERIFY(take->isEnabled());
      press(dialog, QStringLiteral("Take it"));
      done = true;
    });
    d.click(QStringLiteral("Make it true"));
    SOON(done);
    SOON(printOf(d).steps);
    d.settle();
    const Print print = printOf(d);
    QVERIFY(!print.scaleGuessed);
    // The picture itself tells other programs how large it is.
    COMPARE_TO(imageFacts(*d.project().pictures.at(print.picture).png)->dpi.value_or(0), print.dpi, 0.02);
    // The repeat is that of the cloth; the card lay along it.
    for (const Point step : {print.steps->a, *print.steps->b}) {
      const bool acrossIt = std::abs(step.x) > std::abs(step.y);
      COMPARE_TO(length(step), acrossIt ? kAcross : kAlong, 0.35);
    }
    QCOMPARE(print.mirrors.size(), std::size_t(1));
    // Its place on the cloth is measured, a window chosen in the middle of the picture, and the card saved.
    d.click(QStringLiteral("Its place on the cloth is known"));
    d.window->goTo(QStringLiteral("motif"));
    d.settle();
    d.click(QStringLiteral("Add the choice"));
    QCOMPARE(d.project().motifs.size(), std::size_t(1));
    d.click(QStringLiteral("Find me some"));
    d.find<QPushButton>(QStringLiteral("Take window 1"));
    d.click(QStringLiteral("Take window 1"));
    d.click(QStringLiteral("Pieces that show it: all in this cloth"));
    const MotifChoice choice = d.project().motifs.front();
    QVERIFY(choice.pieces.size() >= 9);
    const CutPlan plan = *cutPlan(d.project(), choice.cloth);
    const auto& windows = plan.windows.front().windows;
    QCOMPARE(windows.size(), choice.pieces.size());
    // On the cloth the same spot comes again each 96 and 110 mm: each window within 0.5 mm of where it is.
    int onLength = 0;
    for (const Window& w : windows) {
      if (w.mirrored || w.on < 0) continue;
      const Point off = w.at - choice.at - *printOf(d).mark;
      const Point whole{std::round(off.x / kAcross), std::round(off.y / kAlong)};
      const double miss = distance(off, {whole.x * kAcross, whole.y * kAlong});
      QVERIFY2(miss < 0.5, qPrintable(QStringLiteral("%1 at %2,%3").arg(miss).arg(off.x).arg(off.y)));
      ++onLength;
    }
    QVERIFY(onLength >= 4);
    d.window->goTo(QStringLiteral("cut"));
    d.settle();
    const QString card = folder.filePath(QStringLiteral("card.pdf"));
    d.answerFile(card);
    d.click(QStringLiteral("Save this card as PDF"));
    SOON(QFileInfo(card).size() > 5'000);
  }
  /// A detail shown twice, roughly: the step between is made exact. A second direction is kept beside the
  /// first, the same direction again takes its place, and what is not alike is refused.
  void alikePoints() {
    const auto taken = photographOf(printDesigns().front(), flat(1500, 4));
    TruePicture dialog(taken.picture, 4 * 25.4, true, LengthUnit::Millimetre);
    dialog.show();
    QCOMPARE(dialog.findChild<Pills*>()->pill(3)->text(), QStringLiteral("Alike points"));
    QTest::mouseClick(dialog.findChild<Pills*>()->pill(3), Qt::LeftButton);
    const Point at{420, 310};
    const auto show = [&](Point step, bool moves = true) {
      drag(dialog.view(), 1, {1450, 1150});  // out of the way
      drag(dialog.view(), 0, at);
      drag(dialog.view(), 1, at + step);
      const auto before = dialog.answer().steps;
      press(dialog, QStringLiteral("These are alike"));
      (void)QTest::qWaitFor([&] { return dialog.answer().steps != before; }, moves ? support::kHang : 2'000);
    };
    const double across = kAcross * 4, along = kAlong * 4;
    show({across + 5, -4});
    QCOMPARE(dialog.answer().steps.size(), std::size_t(1));
    QVERIFY2(
        distance(dialog.answer().steps[0], {across, 0}) < 0.25,
        qPrintable(QStringLiteral("%1 %2").arg(dialog.answer().steps[0].x).arg(dialog.answer().steps[0].y)));
    show({-4, along + 4});
    QCOMPARE(dialog.answer().steps.size(), std::size_t(2));
    QVERIFY(distance(dialog.answer().steps[1], {0, along}) < 0.25);
    show({2 * across - 4, 3});
    QCOMPARE(dialog.answer().steps.size(), std::size_t(2));
    QVERIFY(distance(dialog.answer().steps[0], {0, along}) < 0.25);
    QVERIFY(distance(dialog.answer().steps[1], {2 * across, 0}) < 0.25);
    const auto labels = dialog.findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(),
                        [](QLabel* l) { return l->text().contains(QStringLiteral("2 steps known")); }));
    const auto kept = dialog.answer().steps;
    show({across / 2, 40}, false);
    QCOMPARE(dialog.answer().steps, kept);
    QVERIFY(std::none_of(labels.begin(), labels.end(), [](QLabel* l) {
      return l->isVisible() && l->text().contains(QStringLiteral("steps known"));
    }));
  }
  /// Two points and cropping; left as it was, nothing is changed.
  void twoPointsAndCropping() {
    const QTemporaryDir folder;
    const auto taken = photograph();
    TruePicture dialog(taken.picture, 100, false, LengthUnit::Millimetre);
    dialog.show();
    QTest::mouseClick(dialog.findChild<Pills*>()->pill(0), Qt::LeftButton);
    drag(dialog.view(), 0, {200, 300});
    // 400 pixels on three metres, less than four to the inch, are no cloth.
    drag(dialog.view(), 1, {600, 300});
    type(dialog, QStringLiteral("Known length"), QStringLiteral("3000"));
    press(dialog, QStringLiteral("Set the scale"));
    QVERIFY(!dialog.answer().scaleKnown);
    const auto labels = dialog.findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(), [](const QLabel* l) {
      return l->text().contains(QStringLiteral("wide on the cloth; from "));
    }));
    drag(dialog.view(), 1, {800, 300});
    type(dialog, QStringLiteral("Known length"), QStringLiteral("150"));
    press(dialog, QStringLiteral("Set the scale"));
    QVERIFY(dialog.answer().scaleKnown);
    COMPARE_TO(dialog.answer().dpi, 600 / 150.0 * 25.4, 0.3);
    QTest::mouseClick(dialog.findChild<Pills*>()->pill(2), Qt::LeftButton);
    drag(dialog.view(), 0, {100, 200});
    drag(dialog.view(), 1, {900, 700});
    press(dialog, QStringLiteral("Crop"));
    QTRY_VERIFY2(std::abs(dialog.answer().picture.width - 800) <= 1,
                 qPrintable(QString::number(dialog.answer().picture.width)));
    QVERIFY(std::abs(dialog.answer().picture.height - 500) <= 1);
    COMPARE_TO(dialog.answer().dpi, 600 / 150.0 * 25.4, 0.3);
    press(dialog, QStringLiteral("Back to the picture as it came"));
    QCOMPARE(dialog.answer().picture.width, taken.picture.width);
    QVERIFY(!dialog.answer().scaleKnown);
  }
};

CLATHRA_TEST(PhotographTest, "photograph")
#include "photograph.moc"
