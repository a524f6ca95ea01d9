// What leaves the program as a file, measured on the file itself.
#include <QFile>
#include <QImage>
#include <QPainter>
#include <QProcess>
#include <QSvgRenderer>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "registry.hpp"
#include "rendered.hpp"
#include "script/demo.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using support::pdfPageCount;

namespace {

Project painted() {
  Project p = support::project(support::recipe("hexagons", 30, 4, 3));
  p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"shape", "hexagon"}});
  return support::edited(p, {{"edit", "paint"}, {"cloth", "D"}, {"pieces", {6}}});
}

/// Width and height that an SVG says it has, mm.
QSizeF svgSize(const QByteArray& svg) {
  QXmlStreamReader xml(svg);
  while (!xml.atEnd())
    if (xml.readNext() == QXmlStreamReader::StartElement && xml.name() == QLatin1String("svg")) {
      const auto mm = [&](const char* name) {
        const QString text = xml.attributes().value(QLatin1String(name)).toString();
        return text.endsWith("mm") ? text.chopped(2).toDouble() : -1;
      };
      return {mm("width"), mm("height")};
    }
  return {};
}

}  // namespace

class ExportsTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  void anSvgLayoutHasTheFinishedSizeAndIsWellFormed() {
    const Project p = painted();
    const QByteArray svg = layoutSvg(p);
    const QSizeF size = svgSize(svg);
    COMPARE_TO(size.width(), p.layout->finished.width(), 0.02);
    COMPARE_TO(size.height(), p.layout->finished.height(), 0.02);
    QXmlStreamReader xml(svg);
    int shapes = 0;
    while (!xml.atEnd())
      if (xml.readNext() == QXmlStreamReader::StartElement &&
          (xml.name() == QLatin1String("path") || xml.name() == QLatin1String("polygon")))
        ++shapes;
    QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    QVERIFY(shapes >= static_cast<int>(p.layout->size()));
  }
  void anSvgLayoutShowsEachClothWhereItIs() {
    const Project p = painted();
    QSvgRenderer renderer(layoutSvg(p));
    QVERIFY(renderer.isValid());
    const double k = 4;
    const Box& f = p.layout->finished;
    QImage image(qRound(f.width() * k), qRound(f.height() * k), QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    renderer.render(&painter);
    painter.end();
    // Off the sign in the middle of the piece.
    const auto lightness = [&](std::size_t piece) {
      const Point c = p.layout->pieces[piece].centre;
      double sum = 0;
      int n = 0;
      for (int dx = -6; dx <= 6; ++dx)
        for (int dy = 10; dy <= 16; ++dy, ++n)
          sum += qGray(image.pixel(qRound((c.x - f.left) * k) + 3 * dx, qRound((c.y - f.top) * k) + 3 * dy));
      return sum / n;
    };
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (i != 5)
        QVERIFY2(lightness(i) + 40 < lightness(5), qPrintable(QString::number(i)));  // A is dark, D light
  }
  void aPngHasTheAskedSizeAndTheLayoutsProportions() {
    const Project p = painted();
    const QImage image = QImage::fromData(layoutPng(p, 800), "PNG");
    QCOMPARE(std::max(image.width(), image.height()), 800);
    COMPARE_TO(double(image.width()) / image.height(),
               p.layout->finished.width() / p.layout->finished.height(), 0.01);
  }
  void aLayoutPdfSaysItsSideSizeAndCloths() {
    const Project p = painted();
    const QByteArray pdf = layoutPdf(p);
    QCOMPARE(pdfPageCount(pdf), 1);
    const QString text = support::pdfText(pdf);
    QVERIFY(text.contains("FRONT"));
    QVERIFY(
        text.contains(QString::fromStdString(formatReadable(p.layout->finished.width(), LengthUnit::Inch))));
    for (const Cloth& c : p.cloths) QVERIFY(text.contains(QString::fromStdString(clothTitle(c))));
  }
  void sheetsAsSvgHaveThePagesSizeAndThePapersTrueToSize() {
    Project p = support::project(support::recipe("squares", 50, 3, 3));
    const auto plan = planSheets(p, {standardPages().front(), MarkedSide::Back, false});
    QVERIFY(plan);
    for (std::size_t s = 0; s < plan->sheets.size(); ++s) {
      const QByteArray svg = *sheetSvg(p, *plan, s, neighbourMarks(p));
      COMPARE_TO(svgSize(svg).width(), 210, 0.01);
      COMPARE_TO(svgSize(svg).height(), 297, 0.01);
      QSvgRenderer renderer(svg);
      QVERIFY(renderer.isValid());
      QImage image(2100, 2970, QImage::Format_RGB32);
      image.fill(Qt::white);
      QPainter painter(&image);
      renderer.render(&painter);
      painter.end();
      // Along the middle of the first paper the dark outline is met at both sides, 50 mm apart.
      const Box b = bounds(plan->sheets[s].papers.front().outline);
      const auto darkNear = [&](double x, double y) {
        for (int d = -4; d <= 4; ++d)
          if (qGray(image.pixel(std::clamp(qRound(x * 10) + d, 0, 2099), qRound(y * 10))) < 128) return true;
        return false;
      };
      const double y = b.top + b.height() * 0.3;
      QVERIFY(darkNear(b.left, y) && darkNear(b.right, y));
      QVERIFY(!darkNear(b.left + 3, y) && !darkNear(b.right - 3, y));
      COMPARE_TO(b.width(), 50, 1e-6);
    }
  }
  void aCardOfManyStepsRunsOverSeveralPagesAndLosesNone() {
    // Every shape of several arrangements' sides on one cloth: many strips.
    Project p =
        support::project(support::recipe("hexagon-square-triangle", 30, 4, 3, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "Samphire Sprig"}, {"width", 1050}});
    for (const Shape& s : p.layout->shapes)
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "Samphire Sprig"}, {"shape", s.name}});
    const std::optional<CutPlan> plan = support::soundPlan(p, *findCloth(p, "Samphire Sprig"));
    QVERIFY(plan->method() && plan->method()->steps.size() > 6);
    const QByteArray pdf = cutCardPdf(p, *plan);
    const QString text = support::pdfText(pdf, {"-layout"}).simplified();
    for (const Message& step : plan->method()->steps) {
      const QString begin = inWords(step, p.settings.unit).left(18).simplified();
      QVERIFY2(text.contains(begin), qPrintable(begin));
    }
    QVERIFY(pdfPageCount(pdf) > 1);
    QCOMPARE(text.count("Samphire Sprig, continued"),
             pdfPageCount(pdf) - 1);  // a loose page says what it is of
  }
  void cardsAndSheetsOfTheDemoKeepToThePage() {
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo);
    for (const Cloth& c : demo->cloths) {
      const std::optional<CutPlan> plan = support::soundPlan(*demo, c.id);
      const QByteArray pdf = cutCardPdf(*demo, *plan);
      QVERIFY(pdfPageCount(pdf) >= 1);
      const QString text = support::pdfText(pdf).simplified();
      QVERIFY2(text.contains(QString::fromStdString(clothTitle(c))), clothTitle(c).c_str());
      // Nothing stands outside: what is cropped away to the page is all there is.
      QCOMPARE(support::pdfText(pdf, {"-x", "0", "-y", "0", "-W", "595", "-H", "842"}).simplified(), text);
    }
  }
  void aFolderThatIsNotThereIsSaid() {
    const QTemporaryDir folder;
    const Status said = exportProject(painted(), (folder.path() + "/sub/none/x.svg").toStdString());
    QVERIFY(!said);
    QVERIFY(clathra::said(said.error()).find("x.svg") != std::string::npos);
  }
};

CLATHRA_TEST(ExportsTest, "exports")
#include "exports.moc"
