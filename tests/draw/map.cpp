#include "draw/map.hpp"

#include <QBuffer>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>
#include <set>

#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// The words of a PDF, page by page, as a reader of the trade sees them.
QStringList pagesOf(const QByteArray& pdf) {
  const QTemporaryDir folder;
  const QString file = folder.filePath("x.pdf");
  QFile out(file);
  if (!out.open(QIODevice::WriteOnly)) return {};
  out.write(pdf);
  out.close();
  QProcess text;
  text.start("pdftotext", {"-raw", file, "-"});
  text.waitForFinished(support::kHang);
  QStringList pages = QString::fromUtf8(text.readAllStandardOutput()).split(QChar(0x0C));
  pages.removeLast();
  return pages;
}

std::set<int> numbersIn(const QString& text) {
  std::set<int> out;
  for (const QString& word : text.split(QRegularExpression("\\s+"))) {
    bool number = false;
    if (const int n = word.toInt(&number); number) out.insert(n);
  }
  return out;
}

}  // namespace

class MapTest : public QObject {
  Q_OBJECT
 private slots:
  void everyNumberStandsOnTheMap() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 6, 5));
    const QStringList pages = pagesOf(mapPdf(p, {}));
    QCOMPARE(pages.size(), 1);
    QVERIFY(pages.front().contains("FRONT"));
    QVERIFY(!pages.front().contains("BACK"));
    const auto found = numbersIn(pages.front());
    for (int n = 1; n <= 30; ++n) QVERIFY2(found.contains(n), qPrintable(QString::number(n)));
    QVERIFY(pagesOf(mapPdf(p, {true})).front().contains("BACK, mirrored"));
  }
  void manyPiecesTakeMorePagesAndNoneIsLost() {
    const Project p = support::project(support::recipe("squares", 25.4, 60, 50));
    const Page page = mapPage(p);
    const MapPages spread = mapPages(p, page);
    // 60 squares of at least 7.4 mm are 444 mm; an A4 page turned shows 273, and each further one 265 more.
    QCOMPARE(spread.across, 2);
    QVERIFY(spread.scale * 25.4 >= 7.4 - 1e-9);
    const QStringList pages = pagesOf(mapPdf(p, {}));
    QCOMPARE(pages.size(), spread.pages());
    std::set<int> found;
    for (const QString& text : pages) found.merge(numbersIn(text));
    for (int n = 1; n <= 3000; ++n) QVERIFY2(found.contains(n), qPrintable(QString::number(n)));
    QVERIFY(pages.front().contains("page 1 of"));
    // Larger ones too: the pages reach over it with what neighbours share, and one fewer would not.
    for (const auto& [across, down] : {std::pair(150, 40), std::pair(40, 150), std::pair(120, 110)}) {
      const Project large = support::project(support::recipe("squares", 25.4, across, down));
      const Page sheet = mapPage(large);
      const MapPages all = mapPages(large, sheet);
      const auto reach = [](double room, int n) { return n * room - (n - 1) * kMapOverlap; };
      const double w = sheet.width - 2 * kMapEdge, h = sheet.height - 2 * kMapEdge - kMapHead;
      for (const auto& [size, room, n] : {std::tuple(across * 25.4 * all.scale, w, all.across),
                                          std::tuple(down * 25.4 * all.scale, h, all.down)}) {
        QVERIFY(n > 1 && reach(room, n) >= size - 1e-6);
        QVERIFY(reach(room, n - 1) < size);
      }
    }
  }
  void theBackIsTheFrontMirrored() {
    // A row of three: from the back the numbers run from right to left.
    const Project p = support::project(support::recipe("squares", 25.4, 3, 1));
    const auto order = [](const QByteArray& svg) {
      std::vector<std::pair<double, QString>> at;
      QXmlStreamReader in(svg);
      double x = 0;
      while (!in.atEnd()) {
        in.readNext();
        if (!in.isStartElement()) continue;
        const QString matrix = in.attributes().value("transform").toString();
        if (matrix.startsWith("matrix(")) x = matrix.mid(7, matrix.size() - 8).split(',')[4].toDouble();
        if (in.name() == QLatin1String("text")) {
          const double own = in.attributes().value("x").toDouble();
          const QString words = in.readElementText().trimmed();
          if (words.toInt() > 0) at.emplace_back(x + own, words);
        }
      }
      std::sort(at.begin(), at.end());
      QString out;
      for (const auto& [where, words] : at) out += words;
      return out;
    };
    QCOMPARE(order(mapSvg(p, {false})), QString("123"));
    QCOMPARE(order(mapSvg(p, {true})), QString("321"));
  }
  void theChartHasEachClothWithItsCounts() {
    Project p = support::project(support::recipe("hexagons", 25.4, 6, 5));
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "Tide Ink"}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Tide Ink"}, {"pieces", {1, 2, 3, 4, 5, 6, 7}}});
    const QString all = pagesOf(chartPdf(p)).join('\n');
    QVERIFY(all.contains("Tide Ink"));
    QVERIFY(all.contains("7 hexagon"));
    QCOMPARE(all.count("no piece wears it"), 4);
    QVERIFY(all.contains("stick a snippet"));
  }
  void anotherSuffixIsRefused() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 2, 2));
    const QTemporaryDir folder;
    const auto to = [&](const char* name) { return folder.filePath(name).toStdString(); };
    QVERIFY(!exportMap(p, to("x.png"), {}));
    QVERIFY(!exportChart(p, to("x.svg")));
    QVERIFY(exportMap(p, to("x.svg"), {}).has_value());
    QVERIFY(!QFile::exists(folder.filePath("x.png")));
  }
};

CLATHRA_TEST(MapTest, "map")
#include "map.moc"
