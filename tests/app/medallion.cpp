// From one hexagon to a painted medallion of three rings with edge pieces, by visible and named controls
// alone. The list of actions is the one in docs/first-medallion.md.
#include <QFile>

#include "app/arrange/arrange_station.hpp"
#include "driver.hpp"
#include "layout/soundness.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// A user whose every action is written down.
class Writing {
 public:
  explicit Writing(Driver& d) : d_(d) {}
  const QStringList& actions() const { return actions_; }

  void click(const QString& control, const QString& words) {
    d_.click(control);
    actions_ << words;
  }
  void choose(const QString& list, const QString& entry, const QString& words) {
    auto* box = d_.find<QComboBox>(list);
    d_.choose(list, entry);
    Q_EMIT box->activated(box->currentIndex());
    d_.settle();
    actions_ << words;
  }
  void clickPicture(Point at, const QString& words) {
    LayoutCanvas* canvas = canvasOf();
    const QPoint on = canvas->onScreen(at).toPoint();
    if (!canvas->rect().contains(on)) qFatal("The picture does not show where to click.");
    QTest::mouseMove(canvas, on);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, on);
    d_.settle();
    actions_ << words;
  }
  void key(Qt::Key k, const QString& words) {
    d_.key(k);
    actions_ << words;
  }
  LayoutCanvas* canvasOf() { return arrange()->canvas(); }
  ArrangeStation* arrange() { return qobject_cast<ArrangeStation*>(d_.window->station("arrange")); }

 private:
  Driver& d_;
  QStringList actions_;
};

/// The numbered lines of the document, without their numbers.
QStringList listed(const QString& file) {
  QFile in(file);
  QStringList out;
  if (!in.open(QIODevice::ReadOnly)) return out;
  const QStringList lines = QString::fromUtf8(in.readAll()).split('\n');
  for (const QString& line : lines) {
    const auto dot = line.indexOf(". ");
    bool number = false;
    if (dot > 0 && line.left(dot).toInt(&number) > 0 && number) out << line.mid(dot + 2).trimmed();
  }
  return out;
}

}  // namespace

class MedallionTest : public QObject {
  Q_OBJECT

  /// Clicks the open edge through which the hexagon at `place` would be joined, and takes it from the fan.
  static void addHexagon(Driver& d, Writing& user, Point place, const QString& where) {
    const double e = d.project().recipe.edge.mm();
    for (const OpenEdge& open : openEdges(*d.session->project().layout, d.session->geometry().seams)) {
      const Point along = open.edge.to - open.edge.from, middle = 0.5 * (open.edge.from + open.edge.to);
      const Point there = middle + (e * std::sqrt(3.0) / 2 / length(along)) * Point{along.y, -along.x};
      if (distance(there, place) > 1) continue;
      user.clickPicture(middle, QString("Click the open edge %1.").arg(where));
      const auto& fits = user.arrange()->grow()->fan()->fits();
      const auto hexagon =
          std::find_if(fits.begin(), fits.end(), [](const Fit& f) { return f.shape == "hexagon"; });
      if (hexagon == fits.end() || hexagon - fits.begin() >= 6)
        qFatal("The hexagon is not on the first page.");
      user.key(static_cast<Qt::Key>(Qt::Key_1 + (hexagon - fits.begin())),
               "Press the number that stands beside the hexagon.");
      return;
    }
    qFatal("No open edge leads there.");
  }

 private slots:
  void threeRingsPaintedWithEdgePiecesInFortyActions() {
    Driver d;
    Writing user(d);
    user.click("New project: From a single piece", "On the start page click “From a single piece”.");
    user.click("Mode: Add", "Click “Add” over the picture.");
    user.choose("Turned copies", "6", "In “Turned copies” choose 6.");
    user.click("and mirrored", "Tick “and mirrored”.");
    const double step = 25.4 * std::sqrt(3.0);
    const Point o = d.project().layout->pieces.front().centre;
    const auto place = [&](int ring, int i) {
      return o + Point{step * (ring - 0.5 * i), step * i * std::sqrt(3.0) / 2};
    };
    addHexagon(d, user, place(1, 0), "at the right of the hexagon");
    QCOMPARE(d.session->figures().pieces, 7);
    addHexagon(d, user, place(2, 0), "farthest to the right");
    addHexagon(d, user, place(2, 1), "in the notch beside the new hexagon");
    QCOMPARE(d.session->figures().pieces, 19);
    addHexagon(d, user, place(3, 0), "farthest to the right");
    addHexagon(d, user, place(3, 1), "in the notch beside the new hexagon");
    QCOMPARE(d.session->figures().pieces, 1 + 3 * 3 * 4);
    user.click("Mode: Paint", "Click “Paint” over the picture.");
    user.click("A click paints: Ring", "In “Paint with” click “Ring round it”.");
    const char* const cloths[] = {"B", "C", "D"};
    for (int ring = 1; ring <= 3; ++ring) {
      const QString sign = QString::fromLatin1(cloths[ring - 1]);
      user.click("Paint with " + sign, QString("Click the cloth %1.").arg(sign));
      user.click(QString("How many seams away: ring %1").arg(ring), QString("Click “ring %1”.").arg(ring));
      user.clickPicture(o, "Click the hexagon in the middle.");
    }
    user.click("A click paints: Piece", "Click “Piece”.");
    user.click("Paint with A", "Click the cloth A.");
    user.clickPicture(o, "Click the hexagon in the middle.");
    user.click("Mode: Outer edge", "Click “Outer edge” over the picture.");
    user.click("Outer edge: Edge pieces", "In “Outer edge” click “Edge pieces”.");

    const Layout& layout = *d.project().layout;
    QVERIFY(layout.sides == FinishingSides::EdgePieces);
    QVERIFY(soundness(layout, d.session->geometry().seams).sound());
    for (std::size_t i = 0; i < layout.size(); ++i) QVERIFY(d.project().painting[i] != kNoCloth);
    const Tally tally(d.project());
    QCOMPARE(tally.count(*findCloth(d.project(), "A")), 1);
    QCOMPARE(tally.count(*findCloth(d.project(), "B")), 6);
    QCOMPARE(tally.count(*findCloth(d.project(), "C")), 12);
    QVERIFY(tally.kinds() > 1);  // what the line leaves are papers of their own
    // The pieces fill the rectangle of the finishing line.
    COMPARE_TO(d.session->geometry().area, layout.finished.width() * layout.finished.height(), 1);

    QVERIFY2(user.actions().size() <= 40, qPrintable(QString::number(user.actions().size())));
    const QStringList kept = listed(CLATHRA_SOURCE "/docs/first-medallion.md");
    for (int i = 0; i < std::max(kept.size(), user.actions().size()); ++i)
      QCOMPARE(user.actions().value(i), kept.value(i));
  }
};

CLATHRA_TEST(MedallionTest, "medallion")
#include "medallion.moc"
