// What is drawn: the layout's colours where its pieces are, palettes that can be read, prints that repeat as
// they say.
#include <QBuffer>
#include <QTemporaryDir>
#include <set>

#include "draw/cutter_painter.hpp"
#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/layout_painter.hpp"
#include "draw/motif_painter.hpp"
#include "draw/pictures.hpp"
#include "draw/prints.hpp"
#include "filesystem.hpp"
#include "recorder.hpp"
#include "registry.hpp"
#include "store/data_folder.hpp"
#include "support.hpp"

using namespace clathra;
using support::Drawn;

class PaintingTest : public QObject {
  Q_OBJECT
 private slots:
  /// Five paths of which the second is open, the third doubled, the fourth strays, and the fifth lies inside
  /// the first that came before it: those stand out, dashed, above the one that is right; each bears its
  /// number.
  void wrongPathsOfACutterStandOut() {
    CutterReport report;
    const auto square = [](double x, double y, double side) {
      return std::vector<Point>{{x, y}, {x + side, y}, {x + side, y + side}, {x, y + side}};
    };
    report.paths = {{square(10, 10, 80), true},
                    {square(110, 10, 50), false},
                    {square(10, 110, 50), true},
                    {square(170, 150, 60), true},
                    {square(30, 40, 30), true}};
    report.open = {1};
    report.doubled = {2};
    report.offMat = {3};
    report.outsideFirst = {{0, 4}};
    const auto r = support::recorded(400, 400, [&](QPainter& p) {
      paintCutter(p, QRectF(0, 0, 400, 400), report, CutterMat{200, 200}, {});
    });
    QCOMPARE(r.words("1").size(), std::size_t(1));
    QCOMPARE(r.words("4").size(), std::size_t(1));
    std::vector<Qt::PenStyle> styles;
    double scale = 0;
    for (const Drawn& d : r.polygons()) {
      const QRectF b = d.points.boundingRect();
      if (scale == 0)
        scale = b.width() / 200;  // the mat
      else
        styles.push_back(d.pen.style());
    }
    QCOMPARE(styles, (std::vector<Qt::PenStyle>{Qt::SolidLine, Qt::DashLine, Qt::DashLine, Qt::DashLine,
                                                Qt::DashLine}));
  }
  /// A picture of 300 by 100 pixels at 50.8 to the inch is 150 by 50 mm: the whole of it, in the middle.
  void aPictureIsFittedWhole() {
    Print print;
    print.dpi = 50.8;
    const SwatchPlace wide = fittedSwatch(print, {300, 100}, QRectF(10, 20, 300, 400));
    COMPARE_TO(wide.scale, 2, 1e-9);
    COMPARE_TO(wide.toDevice({0, 0}).x(), 10, 1e-9);
    COMPARE_TO(wide.toDevice({0, 0}).y(), 170, 1e-9);
    const SwatchPlace low = fittedSwatch(print, {300, 100}, QRectF(10, 20, 300, 25));
    COMPARE_TO(low.scale, 0.5, 1e-9);
    COMPARE_TO(low.toDevice({150, 50}).x(), 160 + 37.5, 1e-9);
    COMPARE_TO(low.toPicture(low.toDevice({70, 30})).y, 30, 1e-9);
  }
  void initTestCase() { loadFonts(); }

  void everyPieceShowsItsCloth() {
    Project p = support::project(support::recipe("hexagons", 25.4, 4, 4));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"shape", "hexagon"}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "D"}, {"pieces", {6}}});
    const PieceIndex index(*p.layout);
    for (const bool back : {false, true}) {
      QImage image(500, 400, QImage::Format_RGB32);
      image.fill(Qt::magenta);
      QPainter painter(&image);
      LayoutLook look;
      look.signs = false;
      look.back = back;
      const LayoutPlace place = fitted(p.layout->finished, QRectF(image.rect()), back);
      paintLayout(painter, p, index, place, QRectF(image.rect()), look);
      painter.end();
      for (std::size_t i = 0; i < p.layout->size(); ++i) {
        const QColor wanted = colourOf(clothById(p, p.painting[i])->colour);
        const QPointF at = place.toDevice(p.layout->pieces[i].centre);
        int near = 0;  // most of the piece is its colour, the rest its hatch
        for (int dx = -8; dx <= 8; ++dx)
          for (int dy = -8; dy <= 8; ++dy)
            near += image.pixelColor(QPoint(int(at.x()) + dx, int(at.y()) + dy)) == wanted;
        QVERIFY2(near > 130, qPrintable(QStringLiteral("piece %1: %2").arg(i + 1).arg(near)));
      }
    }
  }
  void theIndexFindsWhatIsUnderAPoint() {
    const Layout l = support::layout(support::recipe("hexagon-square-triangle", 20, 9, 9));
    const PieceIndex index(l);
    for (std::uint32_t i = 0; i < l.size(); ++i) QCOMPARE(*index.at(l, l.pieces[i].centre), i);
    QVERIFY(!index.at(l, {-500, -500}));
    for (const Box& window : {Box{0, 0, 90, 60}, Box{-50, -50, 3000, 3000}, Box{101, 77, 102, 78}}) {
      std::vector<std::uint32_t> slow;
      for (std::uint32_t i = 0; i < l.size(); ++i) {
        const Box b = bounds(l.outline(i));
        if (b.left <= window.right && b.right >= window.left && b.top <= window.bottom &&
            b.bottom >= window.top)
          slow.push_back(i);
      }
      QCOMPARE(index.within(window), slow);
    }
  }
  void theCursorReachesEveryPieceByArrows() {
    const Layout l = support::layout(support::recipe("hexagon-square-triangle", 20, 4, 4));
    const PieceIndex index(l);
    std::set<std::uint32_t> reached{0};
    for (std::vector<std::uint32_t> todo{0}; !todo.empty();) {
      const auto i = todo.back();
      todo.pop_back();
      for (const Point d : {Point{1, 0}, Point{-1, 0}, Point{0, 1}, Point{0, -1}})
        if (const auto n = index.neighbour(l, i, d); n && reached.insert(*n).second) todo.push_back(*n);
    }
    QCOMPARE(reached.size(), l.size());
  }
  void textCanBeReadInBothPalettes() {
    for (const Palette* p : {&dayPalette(), &eveningPalette()}) {
      for (const QColor& ground : {p->ground, p->panel, p->chosen, p->note})
        for (const QColor& text : {p->ink, p->madder, p->sea})
          QVERIFY2(contrast(text, ground) >= 4.5, qPrintable(text.name() + " on " + ground.name()));
      for (const QColor& ground : {p->ground, p->panel}) QVERIFY(contrast(p->muted, ground) >= 4.5);
      for (const QColor& act : {p->madder, p->ochre, p->sea}) QVERIFY(contrast(p->onAct, act) >= 4.5);
      QVERIFY(contrast(p->panel, p->ink) >= 4.5);
    }
  }
  void signsCanBeReadOnEveryCloth() {
    for (int r = 0; r < 256; r += 51)
      for (int g = 0; g < 256; g += 51)
        for (int b = 0; b < 256; b += 51)
          QVERIFY(contrast(readableOn(QColor(r, g, b)), QColor(r, g, b)) >= 4.5);
  }
  void noTwoHatchesLookAlike() {
    std::vector<QImage> tiles;
    for (int h = 0; h < kHatches; ++h) {
      Cloth c;
      c.colour = {120, 120, 120};
      c.hatch = static_cast<Hatch>(h);
      QImage image(48, 48, QImage::Format_RGB32);
      QPainter painter(&image);
      painter.fillRect(image.rect(), hatchBrush(c));
      painter.end();
      for (const QImage& other : tiles) QVERIFY(image != other);
      tiles.push_back(image);
    }
  }
  /// Tiles of slanted lines join: each row of the cloth has as much of the hatch as any other.
  void slantedHatchesRunOnFromTileToTile() {
    for (const Hatch hatch : {Hatch::Rising, Hatch::Falling}) {
      Cloth c;
      c.colour = {120, 120, 120};
      c.hatch = hatch;
      QImage image(48, 48, QImage::Format_RGB32);
      QPainter painter(&image);
      painter.fillRect(image.rect(), hatchBrush(c));
      painter.end();
      double least = 1e300, most = 0;
      for (int y = 0; y < 48; ++y) {
        double ink = 0;
        for (int x = 0; x < 48; ++x) ink += std::abs(qGray(image.pixel(x, y)) - 120);
        least = std::min(least, ink);
        most = std::max(most, ink);
      }
      QVERIFY2(most - least < 0.03 * most, qPrintable(QString("%1 to %2").arg(least).arg(most)));
    }
  }
  /// Strokes on paper, by hand: lines 8 apart and 2 wide are a quarter of ink, dashes their share of that.
  void strokesOfHatchesAreAsDenseAsTheyShould() {
    const std::pair<Hatch, double> all[] = {
        {Hatch::Plain, 0},   {Hatch::Rising, 1},          {Hatch::Falling, 1}, {Hatch::Level, 1},
        {Hatch::Upright, 1}, {Hatch::Crossed, 2 / 1.4},   {Hatch::Dots, 0.12}, {Hatch::Plus, 0.45},
        {Hatch::Waves, 0.7}, {Hatch::Bricks, 1 + 0.9 / 4}};
    QCOMPARE(int(std::size(all)), kHatches);
    constexpr int kSide = 800;
    for (const auto& [hatch, lines] : all) {
      QImage image(kSide, kSide, QImage::Format_Grayscale8);
      image.fill(255);
      QPainter painter(&image);
      painter.setRenderHint(QPainter::Antialiasing);
      const Polygon square{{0, 0}, {kSide, 0}, {kSide, kSide}, {0, kSide}};
      strokeHatch(painter, square, hatch, 8, QPen(Qt::black, 2, Qt::SolidLine, Qt::FlatCap));
      painter.end();
      double ink = 0;
      for (int y = 0; y < kSide; ++y)
        for (int x = 0; x < kSide; ++x) ink += 1 - qGray(image.pixel(x, y)) / 255.0;
      const double share = ink / (kSide * kSide);
      // Lines that cross share what lies on each other: two of them a quarter of a quarter.
      const double want = lines / 4, shared = hatch == Hatch::Crossed || hatch == Hatch::Bricks ? 0.05 : 0.01;
      QVERIFY2(share < want + 0.01 && share > want - shared,
               qPrintable(QString("hatch %1: %2, not %3").arg(int(hatch)).arg(share).arg(want)));
    }
  }
  void shippedPrintsAreTheOnesOurRuleDrawsAndRepeatAsTheySay() {
    QVERIFY(printDesigns().size() >= 8);
    for (const PrintDesign& d : printDesigns()) {
      const auto shipped = loadPicture((dataFolder() / "prints" / d.file).string());
      QVERIFY2(shipped, shipped ? "" : clathra::said(shipped.error()).c_str());
      const QImage image = decode(*shipped), again = drawPrint(d);
      QCOMPARE(image.size(), again.size());
      const double k = d.dpi / 25.4;
      const auto difference = [&](double dx,
                                  double dy) {  // mean difference of grey to the picture moved by mm
        double sum = 0;
        int n = 0;
        for (int x = 2; x < image.width() - 2; x += 3)
          for (int y = 2; y < image.height() - 2; y += 3) {
            const int u = int(std::lround(x + dx * k)), v = int(std::lround(y + dy * k));
            if (u < 0 || v < 0 || u >= image.width() || v >= image.height()) continue;
            sum += std::abs(qGray(image.pixel(x, y)) - qGray(again.pixel(u, v)));
            ++n;
          }
        return n ? sum / n : 255;
      };
      int unlike = 0;  // drawn anew each dot is the same, at the picture's edges too
      for (int x = 0; x < image.width(); ++x)
        for (int y = 0; y < image.height(); ++y)
          unlike += std::abs(qGray(image.pixel(x, y)) - qGray(again.pixel(x, y))) > 8;
      QVERIFY2(unlike == 0, qPrintable(QString::fromStdString(d.file) + QString::number(unlike)));
      if (!d.steps) continue;
      const auto [a, b] = *d.steps;
      QVERIFY2(difference(a.x, a.y) < 6 && difference(b.x, b.y) < 6, d.file.c_str());
      // Half of a step is none: it is the whole repeat that is noted.
      QVERIFY2(difference(a.x / 2, a.y / 2) > 9, d.file.c_str());
      for (const MirrorAxis& axis : d.mirrors) {
        double sum = 0;
        int n = 0;
        const Point along = towards(axis.direction), across{-along.y, along.x};
        for (double t = 3; t < d.heightMm - 3; t += 1.7)
          for (double off = 0.6; off < 40; off += 1.3) {
            const Point on =
                axis.direction == Angle::degrees(0) ? Point{t, axis.point.y} : Point{axis.point.x, t};
            const Point one = on + off * across, two = on - off * across;
            const QPoint p(int(one.x * k), int(one.y * k)), q(int(two.x * k), int(two.y * k));
            if (!image.rect().contains(p) || !image.rect().contains(q)) continue;
            sum += std::abs(qGray(image.pixel(p)) - qGray(image.pixel(q)));
            ++n;
          }
        QVERIFY2(n > 500 && sum / n < 12, d.file.c_str());
      }
    }
  }
  void picturesFromOutsideAreReadOrRefused() {
    const QTemporaryDir folder;
    QImage image(40, 30, QImage::Format_RGB32);
    image.fill(Qt::darkGreen);
    for (const char* name : {"a.png", "a.jpg"}) {
      image.save(folder.filePath(name));
      const auto read = loadPicture(folder.filePath(name).toStdString());
      QVERIFY(read);
      QCOMPARE(read->width, 40);
      QVERIFY(!decode(*read).isNull());
    }
    QFile text(folder.filePath("text.png"));
    QVERIFY(text.open(QIODevice::WriteOnly));
    text.write("no picture at all");
    text.close();
    const auto refused = loadPicture(folder.filePath("text.png").toStdString());
    QVERIFY(!refused);
    QVERIFY(support::says(refused.error(), "no-picture-read-use"));
    QVERIFY(support::says(refused.error(), "picture-not-taken-in"));
    QVERIFY(QByteArray::fromStdString(clathra::said(refused.error())).contains("text.png"));
    QVERIFY(!loadPicture(folder.filePath("none.png").toStdString()));
    QFile cut(folder.filePath("a.png"));
    QVERIFY(cut.open(QIODevice::ReadWrite));
    cut.resize(60);
    cut.close();
    QVERIFY(!loadPicture(folder.filePath("a.png").toStdString()));
    QByteArray bomb("\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\1\0\0\0\1\0\0\x08\x02\0\0\0", 29);
    bomb += QByteArray(4, '\0');
    QFile file(folder.filePath("bomb.png"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(bomb);
    file.close();
    QVERIFY(!loadPicture(folder.filePath("bomb.png").toStdString()));
  }
  void unitsCloseTheRound() {
    const Polygon kite{{0, 0}, {-20.7846097, 36}, {0, 48}, {20.7846097, 36}};
    QCOMPARE(copiesInRound(kite), 6);
    QCOMPARE(turningCorner(kite), std::size_t(0));
    const Polygon square{{0, 0}, {10, 0}, {10, 10}, {0, 10}};
    QCOMPARE(copiesInRound(square), 4);
  }
  void mirroredCopiesMirror() {
    // A print that is red left and blue right of the kite's middle line: turned copies alternate at every
    // seam, mirrored ones bring equal colours together.
    QImage print(200, 200, QImage::Format_RGB32);
    print.fill(Qt::red);
    QPainter(&print).fillRect(100, 0, 100, 200, Qt::blue);
    const Picture picture = *pictureFromImage(print);
    Print p;
    p.dpi = 25.4;  // a pixel is a mm
    const Polygon kite{{100, 20}, {121, 56}, {100, 68}, {79, 56}};
    const auto colours = [&](UnitKind kind) {
      QImage image(300, 300, QImage::Format_RGB32);
      image.fill(Qt::white);
      QPainter painter(&image);
      paintUnit(painter, picture, p, kite, 6, kind, QRectF(image.rect()), dayPalette());
      painter.end();
      QByteArray around;  // just to both sides of every seam
      for (int i = 0; i < 6; ++i)
        for (const double off : {-6.0, 6.0}) {
          const double a = Angle::degrees(60.0 * i + 60 + off).radians();
          const QColor c = image.pixelColor(int(150 + 90 * std::cos(a)), int(150 + 90 * std::sin(a)));
          around += c.red() > c.blue() ? 'r' : 'b';
        }
      return around;
    };
    const QByteArray turned = colours(UnitKind::Pinwheel), mirrored = colours(UnitKind::Mirrored);
    int turnedMeets = 0, mirroredMeets = 0;
    for (int i = 0; i < 12; i += 2) {
      turnedMeets += turned[i] == turned[i + 1];
      mirroredMeets += mirrored[i] == mirrored[i + 1];
    }
    QCOMPARE(turnedMeets, 0);
    QCOMPARE(mirroredMeets, 6);
  }
  void exportsAreWrittenOrRefused() {
    const QTemporaryDir folder;
    const Project p = support::project(support::recipe("hexagons", 25.4, 3, 3));
    for (const char* name : {"x.svg", "x.pdf", "x.png", "x.csv", "x.geojson", "x.dxf"}) {
      QVERIFY(exportProject(p, folder.filePath(name).toStdString()));
      QVERIFY(QFileInfo(folder.filePath(name)).size() > 50);
    }
    for (const char* name : {"x.doc", "x"}) QVERIFY(!exportProject(p, folder.filePath(name).toStdString()));
    QVERIFY(!exportProject(p, folder.filePath("none/x.svg").toStdString()));
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 6);
  }
};

CLATHRA_TEST(PaintingTest, "painting")
#include "painting.moc"
