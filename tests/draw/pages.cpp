// Printed pages, rendered by another program and measured on what they show.
#include <QPainter>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <fstream>

#include "draw/card.hpp"
#include "draw/cloth_length.hpp"
#include "draw/cut_painter.hpp"
#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "draw/map_labels.hpp"
#include "draw/sheet_painter.hpp"
#include "registry.hpp"
#include "rendered.hpp"
#include "script/demo.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

using support::inkOff;
using support::kDpi;
using support::PageRaster;
using support::render;

/// The largest difference between the printed and the meant distance of two parallel edges, over all papers:
/// mm.
double worstDistance(const PageRaster& r, const Sheet& sheet) {
  double worst = 0;
  for (const SheetPaper& paper : sheet.papers) {
    const Polygon& o = paper.outline;
    for (std::size_t i = 0; i < o.size(); ++i)
      for (std::size_t k = i + 1; k < o.size(); ++k) {
        const Point e = o[(i + 1) % o.size()] - o[i], f = o[(k + 1) % o.size()] - o[k];
        if (std::abs(cross(e, f)) > 1e-6 * length(e) * length(f)) continue;
        // Both lines move the same way across: the distance changes by the difference.
        const double first = inkOff(r, o[i], o[(i + 1) % o.size()], 0.3, 0.8),
                     second = inkOff(r, o[k], o[(k + 1) % o.size()], 0.3, 0.8);
        worst = std::max(worst, std::abs(first + second));
      }
  }
  return worst;
}

struct Sample {
  Project project;
  SheetPlan plan;
};

Sample sample(const char* arrangement, double edge, const Page& page) {
  Project p = support::project(support::recipe(arrangement, edge, 6, 4));
  SheetPlan plan = *planSheets(p, {page, MarkedSide::Back, false});
  return {std::move(p), std::move(plan)};
}

}  // namespace

class PagesTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  void sheetsAreTrueToATenthOfAMillimetre_data() {
    QTest::addColumn<QString>("arrangement");
    QTest::addColumn<double>("edge");
    QTest::addColumn<int>("page");
    QTest::newRow("hexagons of 1 1/2 in on A4") << "hexagons" << 38.1 << 0;
    QTest::newRow("squares of 55 mm on Letter") << "squares" << 55.0 << 1;
    QTest::newRow("octagons of 1 in on A4") << "octagon-square" << 25.4 << 0;
  }
  void sheetsAreTrueToATenthOfAMillimetre() {
    QFETCH(QString, arrangement);
    QFETCH(double, edge);
    QFETCH(int, page);
    const Sample s =
        sample(arrangement.toLatin1().constData(), edge, standardPages()[static_cast<std::size_t>(page)]);
    const PageRaster r = render(*sheetsPdf(s.project, s.plan), 1);
    COMPARE_TO(r.width * 25.4 / kDpi, s.plan.page.width, 0.1);
    COMPARE_TO(r.height * 25.4 / kDpi, s.plan.page.height, 0.1);
    const double worst = worstDistance(r, s.plan.sheets[0]);
    QVERIFY2(worst <= 0.1, qPrintable(QString::number(worst)));
  }
  void aSheetScaledToNinetyNineAndAHalfPercentFailsThatTest() {
    const Sample s = sample("hexagons", 38.1, standardPages().front());
    const QByteArray scaledPdf =
        pdfPages(s.plan.page, "scaled", [&](QPainter& painter, const std::function<void()>&) {
          painter.scale(0.995, 0.995);
          paintSheet(painter, s.project, s.plan, 0, {});
        });
    QVERIFY(worstDistance(render(scaledPdf, 1), s.plan.sheets[0]) > 0.1);
  }
  void theRulesMeasureWhatTheySay() {
    for (const Page& page : standardPages()) {
      const Sample s = sample("squares", 40, page);
      const PageRaster r = render(*sheetsPdf(s.project, s.plan), 1);
      const auto run = [&](double x0, double y0, bool across) {  // the longest unbroken ink near a line, mm
        int best = 0;
        for (int off = -4; off <= 4; ++off) {
          int now = 0;
          const int n = across ? r.width : r.height;
          for (int i = 0; i < n; ++i) {
            const int grey = across ? r.at(i, static_cast<int>(y0 * kDpi / 25.4) + off)
                                    : r.at(static_cast<int>(x0 * kDpi / 25.4) + off, i);
            now = grey < 140 ? now + 1 : 0;
            best = std::max(best, now);
          }
        }
        return best * 25.4 / kDpi;
      };
      const double room = page.width - 2 * kPageMargin, tall = page.height - 2 * kPageMargin;
      COMPARE_TO(run(0, page.height - kPageMargin + 2.2, true), 10 * std::floor(room / 10) + 0.25, 0.3);
      COMPARE_TO(run(0, kPageMargin - 2.2, true), 25.4 * std::floor(room / 25.4) + 0.25, 0.3);
      COMPARE_TO(run(page.width - kPageMargin + 2.2, 0, false), 10 * std::floor(tall / 10) + 0.25, 0.3);
      COMPARE_TO(run(kPageMargin - 2.2, 0, false), 25.4 * std::floor(tall / 25.4) + 0.25, 0.3);
    }
  }
  void sheetsSayTheirMarkedSideAndNumbers() {
    const Sample s = sample("hexagons", 38.1, standardPages().front());
    const QTemporaryDir folder;
    QFile file(folder.filePath("x.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(*sheetsPdf(s.project, s.plan));
    file.close();
    QProcess p;
    p.start("pdftotext", {file.fileName(), "-"});
    QVERIFY(p.waitForFinished(support::kHang));
    const QString text = QString::fromUtf8(p.readAllStandardOutput());
    QVERIFY(text.contains("marked side: BACK"));
    QVERIFY(text.contains("hexagon 1 1/2 in"));
    QVERIFY(text.contains("190 mm") && text.contains("7 in") && text.contains("270 mm") &&
            text.contains("10 in"));
    for (std::size_t i = 0; i < s.project.layout->size(); ++i)
      QVERIFY2(text.contains(QString::number(i + 1)), qPrintable(QString::number(i + 1)));
  }
  void theCutCardHoldsStepsNoteSumAndCautions() {
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo);
    const ClothId reed = *findCloth(*demo, "Reed Ogee");
    const QTemporaryDir folder;
    QFile file(folder.filePath("card.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    const QByteArray pdf = cutCardPdf(*demo, support::soundPlan(*demo, reed));
    QVERIFY(pdf.contains("/Image"));  // the window's picture is on it
    file.write(pdf);
    file.close();
    QProcess p;
    p.start("pdftotext", {"-layout", file.fileName(), "-"});
    QVERIFY(p.waitForFinished(support::kHang));
    const QString text = QString::fromUtf8(p.readAllStandardOutput()).simplified();
    for (const char* words :
         {"Reed Ogee", "Right side up", "golden seed head in the middle", "squaring up, 1 cut end",
          "worst place", "Close the guard between cuts", "38 windows"})
      QVERIFY2(text.contains(QString::fromUtf8(words)), words);
  }
  /// A picture of one cell of a half-drop, 60 by 80 mm, goes on in columns that are moved by 40 mm; shrunk it
  /// keeps its mean colour and does not shimmer.
  void aPrintGoesOnByItsSteps() {
    QImage image(600, 800, QImage::Format_RGB32);
    for (int y = 0; y < 800; ++y)
      for (int x = 0; x < 600; ++x)
        image.setPixel(x, y, qRgb(x * 255 / 600, y * 255 / 800, ((x / 30 + y / 30) % 2) * 200));
    Print print;
    print.dpi = 254;
    print.across = Length::millimetres(60);
    print.along = Length::millimetres(80);
    print.kind = RepeatKind::HalfDrop;
    const QImage fill = printFill(image, print, QSizeF(900, 700), 5);
    int far = 0;
    for (int y = 10; y < 300; y += 37)
      for (int x = 10; x < 280; x += 31) {
        const QRgb here = fill.pixel(x, y), next = fill.pixel(x + 300, y + 200),
                   below = fill.pixel(x, y + 400);
        QVERIFY(std::abs(qRed(here) - qRed(next)) < 6 && std::abs(qGreen(here) - qGreen(next)) < 6);
        QVERIFY(std::abs(qRed(here) - qRed(below)) < 6 && std::abs(qGreen(here) - qGreen(below)) < 6);
        far += std::abs(qGreen(here) - qGreen(fill.pixel(x + 300, y))) > 60;
      }
    QVERIFY(far > 50);  // straight on it is another place of the print
    // A tenth of a pixel to the mm: the checks of 3 mm are one blue, half as strong.
    const QImage tiny = printFill(image, print, QSizeF(60, 60), 0.1);
    for (int i = 5; i < 55; i += 7) QVERIFY(std::abs(qBlue(tiny.pixel(i, i)) - 100) < 30);
    // Where no repeat is known pictures lie side by side.
    print.along = print.across = Length();
    const QImage tiled = printFill(image, print, QSizeF(900, 700), 5);
    QVERIFY(std::abs(qGreen(tiled.pixel(20, 100)) - qGreen(tiled.pixel(320, 100))) < 6);
  }
  /// Strips cut four at once stand in stacks under a bracket; of one layer there is none.
  void theMapShowsLayersAndTheCardWhatIsKept() {
    Project p = support::project(support::recipe("squares", 50, 10, 8));
    for (const auto& step : nlohmann::json::parse(R"([
           {"edit":"setUnit","unit":"mm"},{"edit":"setAllowance","value":6},
           {"edit":"addCloth","name":"Fen","width":640,"lengths":[1500]},
           {"edit":"paint","cloth":"Fen","all":true},
           {"edit":"chooseMethod","cloth":"Fen","method":"strips"}])"))
      p = support::edited(p, step);
    const ClothId fen = *findCloth(p, "Fen");
    const auto drawn = [&](const Project& project) {
      QImage image(1200, 700, QImage::Format_RGB32);
      image.fill(Qt::white);
      QPainter painter(&image);
      paintCutMap(painter, project, support::soundPlan(project, fen), QRectF(10, 10, 1180, 680), {});
      return image;
    };
    // Eighty squares of 62, ten to a strip of 640: eight strips.
    const Project layers = support::edited(p, {{"edit", "setMaking"}, {"layers", 4}});
    const CutPlan one = support::soundPlan(p, fen), four = support::soundPlan(layers, fen);
    for (const MapLabel& l : mapLabels(p, one)) QVERIFY(!l.text.contains("on each other"));
    bool said = false;
    for (const MapLabel& l : mapLabels(layers, four)) said = said || l.text.contains("4 on each other");
    QVERIFY(said);
    const QImage flat = drawn(p), stacked = drawn(layers);
    int different = 0, above = 0;
    for (int y = 0; y < flat.height(); ++y)
      for (int x = 0; x < flat.width(); ++x)
        if (flat.pixel(x, y) != stacked.pixel(x, y)) (y > 350 ? different : above)++;
    QVERIFY2(different > 200,
             qPrintable(QString::number(different)));  // the brackets lie at the lower selvedge
    QCOMPARE(above, 0);
    // Twenty now: the card says so, and dashes what is kept; the plain card does neither.
    std::vector<std::uint32_t> now;
    for (std::uint32_t i = 0; i < 20; ++i) now.push_back(i);
    const auto batch = cutBatch(*cutInput(p, fen), now);
    QVERIFY(batch && batch->fits);
    const QString plain = support::pdfText(cutCardPdf(p, batch->now)),
                  kept = support::pdfText(cutCardPdf(p, batch->now, &*batch));
    QVERIFY(!plain.contains("Only what is marked"));
    QVERIFY(kept.simplified().contains("Only what is marked is cut now. The rest, dashed, still fits"));
    QVERIFY(cutCardPdf(p, batch->now, &*batch).size() > cutCardPdf(p, batch->now).size());
    const auto inkOf = [](const QByteArray& pdf) {
      const auto page = support::render(pdf, 1, 100);
      long dark = 0;
      for (const char c : page.pixels) dark += static_cast<unsigned char>(c) < 200;
      return dark;
    };
    QVERIFY(inkOf(cutCardPdf(p, batch->now, &*batch)) > inkOf(cutCardPdf(p, batch->now)) + 300);
    // Where the rest does not fit, the card says what lacks and what to buy.
    const Project little =
        support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"lengths", {300}}});
    const auto lacks = cutBatch(*cutInput(little, fen), now);
    QVERIFY(lacks && !lacks->fits);
    const QString words = support::pdfText(cutCardPdf(little, lacks->now, &*lacks)).simplified();
    QVERIFY2(words.contains("squares lack cloth then: buy"), qPrintable(words.left(600)));
  }
  void aCardOfSeveralLengthsSaysWhatIsCutFromWhich() {
    const auto demo = demoProject(support::library(), "saltmarsh");
    Project p =
        support::edited(*demo, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {300, 350}}});
    p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Tide Ink"}, {"method", "strips"}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "Tide Ink"));
    const QTemporaryDir folder;
    QFile file(folder.filePath("card.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(cutCardPdf(p, plan));
    file.close();
    QProcess run;
    run.start("pdftotext", {"-layout", file.fileName(), "-"});
    QVERIFY(run.waitForFinished(support::kHang));
    const QString text = QString::fromUtf8(run.readAllStandardOutput());
    // The lengths stand beside each other, each with its name above and what is used below, apart.
    for (const QString& line : text.split(QLatin1Char('\n')))
      if (line.contains("length 1, about 11 13/16 in"))
        QVERIFY2(QRegularExpression("length 1, about 11 13/16 in\\s+length 2, about 13 25/32 in\\s+to buy")
                     .match(line)
                     .hasMatch(),
                 qPrintable(line));
    QVERIFY2(
        QRegularExpression("[0-9/ ]+ in used\\s+[0-9/ ]+ in used\\s+[0-9/ ]+ in used").match(text).hasMatch(),
        qPrintable(text));
    QCOMPARE(text.count("From length 1, of about 11 13/16 in"), 1);
    QCOMPARE(text.count("From length 2, of about 13 25/32 in"), 2);
    QCOMPARE(text.count("From the cloth you buy"), 1);
    QVERIFY(text.contains("squaring up, 3 cut ends") && text.contains("less what you have"));
  }
  void signalsCancelWhileWritingSheets() {
    const Sample s = sample("hexagons", 38.1, standardPages().front());
    const Progress progress;
    progress.cancel();
    QVERIFY(!sheetsPdf(s.project, s.plan, progress));
  }
};

CLATHRA_TEST(PagesTest, "pages")
#include "pages.moc"
