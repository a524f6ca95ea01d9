// Taking in a picture of a print: its scale, its repeat, and what is typed or stopped meanwhile.
#include <QComboBox>
#include <QTemporaryDir>
#include <fstream>
#include <set>

#include "app/cloth/cloth_station.hpp"
#include "driver.hpp"
#include "image/decode.hpp"
#include "print_maker.hpp"
#include "registry.hpp"
#include "script/demo.hpp"

using namespace clathra;
using support::Driver;

namespace {

const QString kPictures = QStringLiteral(CLATHRA_TEST_DATA "/motif/");

Project twoCloths() {
  Project p = support::project(support::recipe("squares", 50, 4, 3));
  for (const auto& step : nlohmann::json::parse(R"([
         {"edit":"setUnit","unit":"mm"},
         {"edit":"addCloth","name":"Fen","width":1000,"lengths":[800]},
         {"edit":"addCloth","name":"Reed","width":640,"lengths":[250]},
         {"edit":"paint","cloth":"Fen","all":true}])"))
    p = support::edited(p, step);
  return p;
}

const std::optional<Print>& printOf(Driver& d, const char* cloth) {
  return clothById(d.project(), *findCloth(d.project(), cloth))->print;
}

void lookAt(Driver& d, const char* cloth) {
  d.window->goTo(QStringLiteral("cloth"));
  static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))
      ->choose(*findCloth(d.project(), cloth));
  d.settle();
}

QString savedPrint(const QTemporaryDir& dir, std::optional<double> dpi) {
  support::PrintWish wish;
  wish.across = 100;
  wish.along = 140;
  wish.seed = 8;
  const auto png = encodePng(support::makePrint(wish).picture, dpi);
  const QString file = dir.filePath(QStringLiteral("made.png"));
  std::ofstream out(file.toStdString(), std::ios::binary);
  out.write(reinterpret_cast<const char*>(png->data()), static_cast<std::streamsize>(png->size()));
  return file;
}

}  // namespace

class PrintsTest : public QObject {
  Q_OBJECT
 private slots:
  /// A scan of 110 pixels to the inch: steps of 87.999 and 109.99 mm, mirrored about a line at 92.2°.
  void aScanSaysItsScaleAndItsRepeatIsFound() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAt(d, "Reed");
    d.answerFile(kPictures + "s05-mirror-bird.jpg");
    d.click("Take in a picture");
    SOON(printOf(d, "Reed") && printOf(d, "Reed")->steps);
    d.settle();
    const Print& print = *printOf(d, "Reed");
    COMPARE_TO(print.dpi, 110, 0.01);
    QVERIFY(!print.scaleGuessed);
    COMPARE_TO(length(print.steps->a), 87.999, 0.1);
    COMPARE_TO(length(*print.steps->b), 109.994, 0.1);
    QCOMPARE(print.mirrors.size(), std::size_t(1));
    COMPARE_TO(print.mirrors[0].direction.degrees(), 92.2, 0.2);
    QVERIFY(d.reads(QStringLiteral("repeat by steps of 88 and 110 mm, as found")));
    QVERIFY(d.window->said().contains(QStringLiteral("The repeat was found, sure to")));
    QVERIFY(!printOf(d, "Fen"));
    // Back by one step it is not known, by another the picture is gone.
    d.session->undo();
    d.settle();
    QVERIFY(printOf(d, "Reed") && !repeatKnown(*printOf(d, "Reed")));
    QVERIFY(d.reads(QStringLiteral("repeat not known")));
    d.session->undo();
    d.settle();
    QVERIFY(!printOf(d, "Reed"));
  }
  void withoutAScaleItIsAGuess() {
    const QTemporaryDir dir;
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAt(d, "Fen");
    d.answerFile(savedPrint(dir, {}));
    d.click("Take in a picture");
    SOON(printOf(d, "Fen") && printOf(d, "Fen")->steps);
    d.settle();
    QVERIFY(printOf(d, "Fen")->scaleGuessed);
    QVERIFY(d.reads(QStringLiteral("is a guess")));
    AddMotif add{"Spot", {}};
    add.fields.cloth = *findCloth(d.project(), "Fen");
    add.fields.shape = "square";
    add.fields.at = Point{30, 30};
    add.fields.pieces = Pieces{0, 1};
    d.session->edit(add, {});
    d.settle();
    const auto remarked = [&](const char* check) {
      return std::any_of(d.session->remarks().begin(), d.session->remarks().end(),
                         [&](const Remark& r) { return r.check.starts_with(check); });
    };
    QVERIFY(remarked("print-scale") && !remarked("print-repeat"));
    // Its width typed, nothing is a guess any more; ten pixels to the mm are steps of 10 and 14 mm.
    d.type(QStringLiteral("Width of the picture on the cloth"), QStringLiteral("70 mm"));
    QVERIFY(!printOf(d, "Fen")->scaleGuessed);
    QVERIFY(!remarked("print-scale"));
    // 700 pixels on a millimetre, or on five metres, are no cloth: said, and it stays as it was.
    const double dpi = printOf(d, "Fen")->dpi;
    for (const char* width : {"1 mm", "5 m"}) {
      d.type(QStringLiteral("Width of the picture on the cloth"), QLatin1String(width));
      QVERIFY2(d.window->said().contains(QStringLiteral("wide on the cloth; from 3.6 mm to ")),
               qPrintable(d.window->said()));
      QVERIFY(!d.window->said().contains(QStringLiteral(" in ")));
      QCOMPARE(printOf(d, "Fen")->dpi, dpi);
      COMPARE_TO(d.find<LengthField>(QStringLiteral("Width of the picture on the cloth"))->length()->mm(), 70,
                 0.01);
    }
    // To be forgotten, and found again.
    auto* kind = d.find<QComboBox>(QStringLiteral("How it repeats"));
    QCOMPARE(kind->currentText(), QStringLiteral("as found"));
    kind->setCurrentIndex(4);
    Q_EMIT kind->activated(4);
    d.settle();
    QVERIFY(!repeatKnown(*printOf(d, "Fen")));
    QVERIFY(remarked("print-repeat"));
    d.click("Find its repeat");
    SOON(printOf(d, "Fen")->steps);
    COMPARE_TO(length(printOf(d, "Fen")->steps->a), 10, 0.05);
    COMPARE_TO(length(*printOf(d, "Fen")->steps->b), 14, 0.05);
  }
  /// A plain stripe makes a striped cloth, in the same step; a direction that was chosen is left.
  void stripesMakeAStripedCloth() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    const auto cloth = [&](const char* name) {
      return *clothById(d.project(), *findCloth(d.project(), name));
    };
    const auto take = [&](const char* name) {
      lookAt(d, name);
      d.answerFile(kPictures + "s12-plain-stripe.jpg");
      d.click("Take in a picture");
      SOON(printOf(d, name) && printOf(d, name)->steps);
      d.settle();
      QVERIFY(!printOf(d, name)->steps->b);
    };
    take("Fen");
    QCOMPARE(cloth("Fen").direction, Direction::Stripe);
    QCOMPARE(cloth("Reed").direction, Direction::None);
    QVERIFY2(d.window->said().contains(QStringLiteral("taken for striped")), qPrintable(d.window->said()));
    d.session->undo();
    d.settle();
    QCOMPARE(cloth("Fen").direction, Direction::None);
    QVERIFY(!repeatKnown(*printOf(d, "Fen")));
    ClothFields chosen;
    chosen.direction = Direction::TwoWay;
    d.session->edit(ChangeCloth{*findCloth(d.project(), "Reed"), chosen}, "x");
    take("Reed");
    QCOMPARE(cloth("Reed").direction, Direction::TwoWay);
  }
  void whereThereIsNoneItIsSaid() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAt(d, "Fen");
    d.answerFile(kPictures + "s09-none-toss.jpg");
    d.click("Take in a picture");
    SOON(d.window->said().contains(QStringLiteral("No repeat was found")));
    d.settle();
    QVERIFY(!repeatKnown(*printOf(d, "Fen")));
    COMPARE_TO(printOf(d, "Fen")->dpi, 90, 0.01);  // its scale is taken all the same
    d.type(QStringLiteral("Repeat along the cloth"), QStringLiteral("120 mm"));
    QVERIFY(repeatKnown(*printOf(d, "Fen")));
    QCOMPARE(printOf(d, "Fen")->along, Length::millimetres(120));
  }
  /// Twelve flames of Mill Lantern round a point: their seams are said to meet, both rows of colours face
  /// each other; another place is another answer, and what was said of the first is gone at once.
  void whetherSeamsMeet() {
    Driver d;
    d.session->begin(*demoProject(support::library(), "mill-lantern"), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("motif"));
    d.settle();
    auto* choices = d.find<QComboBox>(QStringLiteral("Motif choice"));
    const int flame = choices->findText(QStringLiteral("Flame"));
    choices->setCurrentIndex(flame);
    Q_EMIT choices->activated(flame);
    const QString meets = QStringLiteral("Edge 1 on edge 4 meets");
    SOON(d.reads(meets));
    QVERIFY(d.reads(QStringLiteral("colours change at 1.8, 14.3, 17.2")));
    auto* strip = d.find<QWidget>(QStringLiteral("Colours along both edges: ") + meets);
    QVERIFY(strip);
    const QImage rows = strip->grab().toImage();
    // The same colours above and below, many of them.
    int same = 0, columns = 0;
    std::set<QRgb> seen;
    for (int x = 6; x < rows.width() - 6; x += 5) {
      const QRgb up = rows.pixel(x, 6 + 7), down = rows.pixel(x, 6 + 14 + 2 + 7);
      ++columns;
      same += std::abs(qGreen(up) - qGreen(down)) < 12;
      seen.insert(up);
    }
    QVERIFY(same > columns * 9 / 10);
    QVERIFY(seen.size() > 4);
    d.type(QStringLiteral("Window turned by degrees"), QStringLiteral("8"));
    QVERIFY(!d.reads(meets));
    SOON(d.reads(QStringLiteral("Edge 1 on edge 4 parts at")) ||
         d.reads(QStringLiteral("Edge 1 on edge 4 does not")) ||
         d.reads(QStringLiteral("Edge 1 on edge 4 nearly")));
    // While it looks along the seams another choice is taken: the first one's answer does not come to it.
    d.session->undo();
    choices->setCurrentIndex(1 - flame);
    Q_EMIT choices->activated(1 - flame);
    d.answers();
    QVERIFY(!d.reads(meets));
  }
  /// What is typed, stopped, or opened while it still looks.
  void actsWhileItLooks() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAt(d, "Fen");
    d.answerFile(kPictures + "s15-tone-on-tone.jpg");
    d.click("Take in a picture");
    d.type(QStringLiteral("Repeat along the cloth"), QStringLiteral("77 mm"));
    d.answers();
    QVERIFY(!printOf(d, "Fen")->steps);
    QCOMPARE(printOf(d, "Fen")->along, Length::millimetres(77));
    // Stopped: nothing is taken, and it can be asked again.
    const Print before = *printOf(d, "Fen");
    d.find<QAbstractButton>(QStringLiteral("Find its repeat"))->click();
    QVERIFY(d.reads(QStringLiteral("Looking for its repeat")));
    d.find<QAbstractButton>(QStringLiteral("Stop looking"))->click();
    d.answers();
    QVERIFY(*printOf(d, "Fen") == before);
    QVERIFY(!d.reads(QStringLiteral("Looking for its repeat")));
    // Another project: what was found for the first does not come to it.
    d.find<QAbstractButton>(QStringLiteral("Find its repeat"))->click();
    Project other =
        support::edited(twoCloths(), {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"name", "Fen"}});
    d.session->begin(other, {}, Origin::Fresh);
    d.answers();
    QVERIFY(!printOf(d, "Fen"));
  }
};

CLATHRA_TEST(PrintsTest, "prints")
#include "prints.moc"
