// Cloth that was made or is left: joined from strips, with the seam at its place in the patch; scraps whose
// outline is traced over a picture.
#include <QTemporaryDir>
#include <fstream>

#include "app/cloth/cloth_station.hpp"
#include "app/cloth/trace_scrap.hpp"
#include "asymmetric.hpp"
#include "driver.hpp"
#include "image/decode.hpp"
#include "model/joined.hpp"
#include "motif/strip_seam.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

namespace {

const Cloth& named(const Project& p, const char* name) {
  return *clothById(p, *findCloth(p, name));
}

void showCloth(Driver& d, const char* cloth) {
  d.session->begin(support::asymmetric(), {}, Origin::Fresh);
  d.window->goTo(QStringLiteral("cloth"));
  d.settle();
  static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))
      ->choose(*findCloth(d.project(), cloth));
  d.settle();
}

/// A picture 400 by 200 pixels; at 50.8 to the inch it shows 200 by 100 mm.
QString pictureIn(const QTemporaryDir& folder, std::optional<double> dpi) {
  const Raster grey{400, 200, std::vector<std::uint8_t>(std::size_t(4) * 400 * 200, 200)};
  const auto png = encodePng(grey, dpi);
  const QString file = folder.filePath(QStringLiteral("scrap.png"));
  std::ofstream(file.toStdString(), std::ios::binary)
      .write(reinterpret_cast<const char*>(png->data()), static_cast<std::streamsize>(png->size()));
  return file;
}

void inDialog(const std::function<void(TraceScrap&)>& act, int tries = 400) {
  QTimer::singleShot(20, qApp, [act, tries] {
    auto* dialog = qobject_cast<TraceScrap*>(QApplication::activeModalWidget());
    if (!dialog) {
      if (tries > 0) inDialog(act, tries - 1);
      return;
    }
    act(*dialog);
    if (dialog->isVisible()) dialog->reject();
  });
}

QPushButton* buttonOf(QDialog& dialog, const char* text) {
  for (auto* b : dialog.findChildren<QPushButton*>())
    if (b->text() == QLatin1String(text)) return b;
  qFatal("There is no \"%s\".", text);
}

/// Drags the corner at one place of the picture to another, pixels.
void drag(HandledPicture* view, Point from, Point to) {
  QTest::mousePress(view, Qt::LeftButton, {}, view->onScreen(from).toPoint());
  QTest::mouseMove(view, view->onScreen(to).toPoint());
  QMouseEvent move(QEvent::MouseMove, view->onScreen(to), view->mapToGlobal(view->onScreen(to)), Qt::NoButton,
                   Qt::LeftButton, {});
  QApplication::sendEvent(view, &move);
  QTest::mouseRelease(view, Qt::LeftButton, {}, view->onScreen(to).toPoint());
}

}  // namespace

class MadeClothTest : public QObject {
  Q_OBJECT
 private slots:
  void aClothIsJoinedAndTheSeamPutInThePatch() {
    Driver d;
    showCloth(d, "C");
    d.click(QStringLiteral("Joined from strips, folded"));
    const QString field = QStringLiteral("Strips it is joined from, as sewn");
    // What is no strip is said, and nothing changes.
    for (const char* wrong : {"A", "Q 50 mm; D 30 mm", "A 50 mm", "A 50 mm; C 30 mm", "A 50 mm; D 1 mm"}) {
      d.window->say({});
      d.type(field, QString::fromLatin1(wrong));
      QVERIFY2(!d.window->said().isEmpty(), wrong);
      QVERIFY(named(d.project(), "C").joined.empty());
      QCOMPARE(d.find<QLineEdit>(field)->text(), QString());
    }
    d.type(field, QStringLiteral("A 5 cm; oyster, \"pale\" 30 mm"));
    const Cloth& c = named(d.project(), "C");
    QCOMPARE(c.joined.size(), std::size_t(2));
    QCOMPARE(c.joined[0].of, *findCloth(d.project(), "A"));
    QCOMPARE(c.joined[1].of, *findCloth(d.project(), "D"));
    COMPARE_TO(joinRound(c), 80, 1e-9);
    QVERIFY(named(d.project(), "B").joined.empty());
    QCOMPARE(d.find<QLineEdit>(field)->text(), QStringLiteral("A 5 cm; D 30 mm"));
    QVERIFY(d.reads(QStringLiteral("They come again every 80 mm.")));
    // What it shows follows from its strips: there is nothing else to be told of its print.
    QVERIFY(d.reads(QStringLiteral("It shows the strips that it is joined from")));
    for (const char* told :
         {"Repeat along the cloth", "Take in a picture", "Find its repeat", "Make it true"})
      QVERIFY2(!d.has(QString::fromLatin1(told)), told);

    d.click(QStringLiteral("Motif"));
    d.choose(QStringLiteral("Cloth of the new choice"), QStringLiteral("Wader Stripe"));
    d.click(QStringLiteral("Add the choice"));
    const auto chosen = [&]() -> const MotifChoice& { return d.project().motifs.back(); };
    QCOMPARE(chosen().cloth, c.id);
    const QString away = QStringLiteral("Seam of the strips, from the window's middle");
    d.type(away, QStringLiteral("0"));
    const auto seamOf = [&](Point at) { return *nearestJoinSeam(named(d.project(), "C"), at.x) - at.x; };
    COMPARE_TO(seamOf(chosen().at), 0, 1e-6);
    d.click(QStringLiteral("The seam lies: right"));
    d.type(away, QStringLiteral("8 mm"));
    COMPARE_TO(seamOf(chosen().at), 8, 1e-6);
    QVERIFY(d.reads(QStringLiteral("A seam of the strips lies 8 mm right of the middle: it comes in")));
    d.click(QStringLiteral("The seam lies: left"));
    COMPARE_TO(seamOf(chosen().at), -8, 1e-6);
    QVERIFY(d.reads(QStringLiteral("lies 8 mm left of the middle")));
    // Each is taken back by itself; the window was put in the middle first.
    for (const double was : {8, 0, 10}) {
      d.session->undo();
      d.settle();
      COMPARE_TO(seamOf(chosen().at), was, 1e-6);
    }
    // A choice on other cloth has no such seam.
    d.choose(QStringLiteral("Motif choice"), QStringLiteral("Eye"));
    QVERIFY(!d.has<QLineEdit>(away));
  }

  /// At most six corners and at least three, by clicks and by keys; each comes on the side that passes
  /// nearest, and half way to the next.
  void anOutlineHasSoManyCornersAndNoMore() {
    HandledPicture view;
    view.resize(420, 320);
    view.show(QImage(400, 300, QImage::Format_RGB32));
    view.setTracing(6);
    view.setHandles({{50, 50}, {350, 50}, {350, 250}, {50, 250}}, {}, true);
    view.QWidget::show();
    view.setFocus();
    const auto click = [&](Point at) {
      QTest::mouseClick(&view, Qt::LeftButton, {}, view.onScreen(at).toPoint());
      return view.handles().size();
    };
    const auto is = [&](std::size_t i, Point at) { return distance(view.handles().at(i), at) < 1.5; };
    QCOMPARE(click({390, 150}), std::size_t(5));  // beside the right side, the second
    QVERIFY(is(2, {390, 150}) && is(1, {350, 50}) && is(3, {350, 250}));
    QTest::keyClick(&view, Qt::Key_A);
    QCOMPARE(view.handles().size(), std::size_t(6));
    QVERIFY(is(3, {370, 200}) && is(4, {350, 250}));
    QTest::keyClick(&view, Qt::Key_A);
    QCOMPARE(click({10, 150}), std::size_t(6));
    QVERIFY(is(0, {50, 50}) && is(5, {50, 250}));
    // A click on one moves nothing; Delete takes that one away.
    QCOMPARE(click({50, 250}), std::size_t(6));
    QTest::keyClick(&view, Qt::Key_Delete);
    QCOMPARE(view.handles().size(), std::size_t(5));
    QVERIFY(is(4, {350, 250}) && is(0, {50, 50}));
    for (int i = 0; i < 6; ++i) QTest::keyClick(&view, Qt::Key_Backspace);
    QCOMPARE(view.handles().size(), std::size_t(3));
  }
  /// The scrap lies at (40, 20), (360, 20), (360, 180), (200, 120), (40, 180) of a picture of 2 pixels to the
  /// mm: 160 by 80 mm, less a triangle of 160 by 30 mm: 10 400 square millimetres.
  void aScrapIsTraced() {
    const QTemporaryDir folder;
    Driver d;
    showCloth(d, "A");
    const auto before = named(d.project(), "A").lengths;
    d.answerFile(pictureIn(folder, 50.8));
    bool done = false;
    inDialog([&](TraceScrap& dialog) {
      HandledPicture* view = dialog.view();
      drag(view, {60, 30}, {40, 20});
      drag(view, {340, 30}, {360, 20});
      // Crossed first: nothing to add.
      drag(view, {340, 170}, {40, 100});
      drag(view, {60, 170}, {360, 100});
      QVERIFY(!buttonOf(dialog, "Add the scrap")->isEnabled());
      drag(view, {360, 100}, {40, 180});
      drag(view, {40, 100}, {360, 180});
      // A click beside the lower side makes a corner there.
      QTest::mouseClick(view, Qt::LeftButton, {}, view->onScreen({200, 120}).toPoint());
      QCOMPARE(view->handles().size(), std::size_t(5));
      // One more by its key, and away again.
      view->setFocus();
      QTest::keyClick(view, Qt::Key_A);
      QCOMPARE(view->handles().size(), std::size_t(6));
      QTest::keyClick(view, Qt::Key_Delete);
      QCOMPARE(view->handles().size(), std::size_t(5));
      QVERIFY(buttonOf(dialog, "Add the scrap")->isEnabled());
      // Return belongs to the field that one types into.
      auto* field = dialog.findChild<QLineEdit*>();
      QVERIFY(field);
      field->setFocus();
      QTest::keyClick(field, Qt::Key_Return);
      QVERIFY(dialog.isVisible() && dialog.result() == 0);
      done = true;
      QTest::mouseClick(buttonOf(dialog, "Add the scrap"), Qt::LeftButton);
    });
    d.click(QStringLiteral("Trace a scrap"));
    SOON(done);
    SOON_EQUAL(named(d.project(), "A").lengths.size(), before.size() + 1);
    const OnHand& scrap = named(d.project(), "A").lengths.back();
    const Box box = bounds(scrap.outline);
    constexpr double kPixel = 1;  // of the screen, in mm
    COMPARE_TO(box.left, 0, 1e-9);
    COMPARE_TO(box.top, 0, 1e-9);
    COMPARE_TO(box.right, 160, kPixel);
    COMPARE_TO(box.bottom, 80, kPixel);
    COMPARE_TO(scrap.length.mm(), box.bottom, 1e-4);
    COMPARE_TO(area(scrap.outline), 10'400, 250);
    QVERIFY(std::equal(before.begin(), before.end(), named(d.project(), "A").lengths.begin()));
    // It stands in the list, and stays as it is when another length is changed.
    auto* list = d.find<QLineEdit>(QStringLiteral("Lengths on hand"));
    QVERIFY(list->text().endsWith(QStringLiteral("mm, traced")));
    d.type(QStringLiteral("Lengths on hand"),
           list->text().replace(QStringLiteral("250 mm"), QStringLiteral("260 mm")));
    QCOMPARE(named(d.project(), "A").lengths.size(), before.size() + 1);
    QCOMPARE(named(d.project(), "A").lengths.front().length, Length::millimetres(260));
    QVERIFY(!named(d.project(), "A").lengths.back().outline.empty());
    d.session->undo();
    d.session->undo();
    d.settle();
    QVERIFY(named(d.project(), "A").lengths == before);
  }

  /// Without a scale nothing can be added until it is typed; a file that is no picture is said.
  void aPictureWithoutAScaleAsksForIt() {
    const QTemporaryDir folder;
    Driver d;
    showCloth(d, "A");
    d.answerFile(pictureIn(folder, std::nullopt));
    bool done = false;
    inDialog([&](TraceScrap& dialog) {
      QVERIFY(!buttonOf(dialog, "Add the scrap")->isEnabled());
      auto* wide = dialog.findChild<LengthField*>();
      wide->setFocus();
      QTest::keyClicks(wide, QStringLiteral("40 cm"));
      QTest::keyClick(wide, Qt::Key_Return);
      // 280 by 140 of 400 pixels.
      COMPARE_TO(bounds(dialog.outline()).right, 280, 1e-6);
      COMPARE_TO(bounds(dialog.outline()).bottom, 140, 1e-6);
      done = buttonOf(dialog, "Add the scrap")->isEnabled();
    });
    d.click(QStringLiteral("Trace a scrap"));
    SOON(done);
    const auto before = d.project().cloths;
    const QString none = folder.filePath(QStringLiteral("none.png"));
    std::ofstream(none.toStdString()) << "no picture";
    d.answerFile(none);
    d.click(QStringLiteral("Trace a scrap"));
    SOON(d.window->said().contains(QStringLiteral("none.png")));
    QVERIFY(d.project().cloths == before);
  }
  /// A picture lies whole in its frame, whichever way it is longer, and its points stay on it.
  void pointsStayOnThePicture() {
    for (const QSize size : {QSize(300, 100), QSize(90, 240)}) {
      HandledPicture view;
      view.resize(420, 330);
      QImage picture(size, QImage::Format_RGB32);
      picture.fill(Qt::gray);
      view.show(picture);
      const double w = size.width(), h = size.height();
      view.setHandles({{w * 0.3, h * 0.4}, {w * 0.8, h * 0.3}, {w * 0.5, h * 0.9}}, {}, true);
      view.QWidget::show();
      for (const Point corner : {Point{0, 0}, Point{w, h}})
        QVERIFY(QRectF(view.rect()).contains(view.onScreen(corner)));
      COMPARE_TO((view.onScreen({w, 0}) - view.onScreen({0, 0})).x() / w,
                 (view.onScreen({0, h}) - view.onScreen({0, 0})).y() / h, 1e-9);
      QTest::mousePress(&view, Qt::LeftButton, {}, view.onScreen(view.handles()[1]).toPoint());
      for (const QPoint beyond : {QPoint(419, 329), QPoint(1, 1)}) {
        QMouseEvent move(QEvent::MouseMove, beyond, view.mapToGlobal(beyond), Qt::NoButton, Qt::LeftButton,
                         {});
        QApplication::sendEvent(&view, &move);
        const Point at = view.handles()[1];
        QVERIFY(at == (beyond.x() > 1 ? Point{w, h} : Point{0, 0}));
      }
      QTest::mouseRelease(&view, Qt::LeftButton, {}, {1, 1});
    }
  }
};

CLATHRA_TEST(MadeClothTest, "made_cloth")
#include "made_cloth.moc"
