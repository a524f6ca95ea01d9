// One page of each kind, all that is drawn on it with its place, against what was looked at and found good.
// With CLATHRA_GOLDEN=write the pages are written anew; look at the difference before it is kept.
#include <QFile>
#include <QTextStream>
#include <QtTest>

#include "asymmetric.hpp"
#include "cutting/plan.hpp"
#include "draw/card.hpp"
#include "draw/cut_painter.hpp"
#include "draw/fonts.hpp"
#include "draw/map.hpp"
#include "draw/sheet_painter.hpp"
#include "paper/sheets.hpp"
#include "recorder.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Drawn;
using support::Recording;

namespace {

/// A line for each thing drawn: what, where to a tenth, and for words what they say.
QStringList written(const Recording& page) {
  QStringList out;
  const auto number = [](double v) { return QString::number(std::round(v * 10) / 10 + 0.0, 'f', 1); };
  for (const Drawn& d : page.all()) {
    QStringList line{d.kind == Drawn::Kind::Words     ? "words"
                     : d.kind == Drawn::Kind::Line    ? "line"
                     : d.kind == Drawn::Kind::Polygon ? (d.filled() ? "filled" : "outline")
                                                      : "picture"};
    const QList<QPointF> points = d.kind == Drawn::Kind::Words ? d.points.first(1) : QList<QPointF>(d.points);
    // Hatches are many strokes: how many and where they begin and end says enough of them.
    for (const QPointF p : points) line << number(p.x()) << number(p.y());
    if (d.kind == Drawn::Kind::Words) line << d.words;
    out << line.join(QLatin1Char(' '));
  }
  return out;
}

QStringList expected(const QString& file) {
  QFile in(file);
  if (!in.open(QIODevice::ReadOnly)) return {};
  QStringList lines = QString::fromUtf8(in.readAll()).split(QLatin1Char('\n'));
  if (!lines.isEmpty() && lines.last().isEmpty()) lines.removeLast();
  return lines;
}

/// The same words and kinds in the same order, and places within a fifth of a millimetre: fonts of another
/// build of the toolkit may differ by a hair.
QString difference(const QStringList& now, const QStringList& then) {
  for (qsizetype i = 0; i < std::max(now.size(), then.size()); ++i) {
    const QString a = i < now.size() ? now[i] : QString(), b = i < then.size() ? then[i] : QString();
    const QStringList p = a.split(QLatin1Char(' ')), q = b.split(QLatin1Char(' '));
    bool same = p.size() == q.size();
    for (qsizetype k = 0; same && k < p.size(); ++k) {
      bool one = false, two = false;
      const double x = p[k].toDouble(&one), y = q[k].toDouble(&two);
      same = k > 0 && one && two && p[k].contains(QLatin1Char('.')) ? std::abs(x - y) <= 0.2 : p[k] == q[k];
    }
    if (!same) return QStringLiteral("line %1 is \"%2\", not \"%3\"").arg(i + 1).arg(a, b);
  }
  return {};
}

}  // namespace

class GoldenTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  void pages_data() {
    QTest::addColumn<std::function<Recording()>>("page");
    using Make = std::function<Recording()>;
    const auto row = [](const char* name, Make make) { QTest::newRow(name) << std::move(make); };
    row("sheet-back", [] {
      const Project p = support::asymmetric();
      const SheetPlan plan = *planSheets(p, {standardPages().front(), MarkedSide::Back, true});
      return support::recorded(210, 297, [&](QPainter& painter) { paintSheet(painter, p, plan, 0, {}); });
    });
    row("card-motifs-metric", [] {
      const Project p = support::asymmetric();
      const Page page{"long", "long", 210, 2'000};
      return support::recorded(210, 2'000, [&](QPainter& painter) {
        paintCutCard(painter, p, *cutPlan(p, *findCloth(p, "B")), page, [] {});
      });
    });
    row("card-strips-inch", [] {
      const Project p = support::asymmetric(LengthUnit::Inch);
      const Page page{"long", "long", 215.9, 2'000};
      return support::recorded(215.9, 2'000, [&](QPainter& painter) {
        paintCutCard(painter, p, *cutPlan(p, *findCloth(p, "C")), page, [] {});
      });
    });
    row("map-back", [] {
      const Project p = support::asymmetric();
      const Page page = mapPage(p);
      return support::recorded(page.width, page.height, [&](QPainter& painter) {
        paintMapPage(painter, p, page, mapPages(p, page), 0, {true});
      });
    });
  }
  void pages() {
    QFETCH(std::function<Recording()>, page);
    const QStringList now = written(page());
    QVERIFY(now.size() > 20);
    const QString file =
        QStringLiteral(CLATHRA_TEST_DATA "/golden/%1.txt").arg(QString::fromLatin1(QTest::currentDataTag()));
    if (qEnvironmentVariable("CLATHRA_GOLDEN") == QLatin1String("write")) {
      QFile out(file);
      QVERIFY(out.open(QIODevice::WriteOnly) && out.write(now.join('\n').toUtf8() + '\n') > 0);
    }
    const QString other = difference(now, expected(file));
    QVERIFY2(other.isEmpty(), qPrintable(other));
  }
};

CLATHRA_TEST(GoldenTest, "golden")
#include "golden.moc"
