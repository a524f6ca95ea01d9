// Room to invent: layouts that users thought of, each made in the window by its named controls alone, the
// acts counted (a click, a drag, a key or a typed value each).
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "app/arrange/arrange_station.hpp"
#include "app/canvas/line_handles.hpp"
#include "driver.hpp"
#include "fan.hpp"
#include "layout/ring.hpp"
#include "layout/soundness.hpp"
#include "layout/unit.hpp"
#include "registry.hpp"
#include "store/shape_box.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// A user whose acts are counted.
struct Maker {
  Driver d;
  int acts = 0;

  void click(const char* control) {
    d.click(control);
    ++acts;
  }
  void choose(const char* list, const char* entry) {
    auto* box = d.find<QComboBox>(list);
    d.choose(list, entry);
    Q_EMIT box->activated(box->currentIndex());
    d.settle();
    ++acts;
  }
  void type(const char* field, const char* text) {
    d.type(field, text);
    ++acts;
  }
  void key(Qt::Key k) {
    QTest::keyClick(d.focused(), k);
    d.settle();
    ++acts;
  }
  ArrangeStation* arrange() {
    return static_cast<ArrangeStation*>(d.window->station(QStringLiteral("arrange")));
  }
  LayoutCanvas* canvas() { return arrange()->canvas(); }
  const Layout& layout() { return *d.project().layout; }
  bool sound() { return soundness(layout(), d.session->geometry().seams).sound(); }

  void clickAt(Point p, Qt::KeyboardModifiers with = {}) {
    const QPoint at = canvas()->onScreen(p).toPoint();
    if (!canvas()->rect().contains(at)) qFatal("The picture does not show where to click.");
    QTest::mouseMove(canvas(), at);
    QTest::mouseClick(canvas(), Qt::LeftButton, with, at);
    d.settle();
    ++acts;
  }
  void clickPiece(std::uint32_t i) { clickAt(layout().pieces[i].centre); }
  /// Through these places with the left button down.
  void drag(const std::vector<QPointF>& way) {
    QTest::mousePress(canvas(), Qt::LeftButton, {}, way.front().toPoint());
    for (const QPointF p : way) {
      QMouseEvent move(QEvent::MouseMove, p, canvas()->mapToGlobal(p), Qt::NoButton, Qt::LeftButton, {});
      QCoreApplication::sendEvent(canvas(), &move);
    }
    QTest::mouseRelease(canvas(), Qt::LeftButton, {}, way.back().toPoint());
    d.settle();
    ++acts;
  }
  void dragBox(Point from, Point to) { drag({canvas()->onScreen(from), canvas()->onScreen(to)}); }
  /// The open edge of a piece that lies farthest in a direction.
  OpenEdge edgeOf(std::uint32_t piece, Point towards) {
    std::optional<OpenEdge> best;
    for (const OpenEdge& e : openEdges(layout(), d.session->geometry().seams))
      if (e.edge.piece == piece && (!best || dot(e.middle(), towards) > dot(best->middle(), towards) + 1e-6))
        best = e;
    if (!best) qFatal("The piece has no open edge.");
    return *best;
  }
  /// A click on the edge and a key for what is to lie there.
  void add(std::uint32_t piece, Point towards, const char* shape) {
    clickAt(edgeOf(piece, towards).middle());
    if (!support::pressShape(d, *arrange()->grow()->fan(), shape)) qFatal("%s is not offered", shape);
    ++acts;
  }
  int wearing(const char* sign) {
    int n = 0;
    for (std::size_t i = 0; i < layout().size(); ++i)
      n += d.project().painting[i] == *findCloth(d.project(), sign);
    return n;
  }
};

double inches(double mm) {
  return mm / 25.4;
}

}  // namespace

class InventingTest : public QObject {
  Q_OBJECT
 private slots:
  void cleanup() { std::filesystem::remove(shapeBoxFile()); }

  void aCushionOfDiamondsInRows() {
    Maker m;
    m.click("New project: Diamonds in rows");
    m.type("The edge", "3 in");
    m.type("Count across", "8");
    m.type("Count down", "9");
    m.click("Mode: Outer edge");
    m.click("Outer edge: Edge pieces");
    m.type("Width to the finishing line", "18 in");
    m.type("Height to the finishing line", "18 in");
    COMPARE_TO(inches(m.layout().finished.width()), 18, 1e-6);
    COMPARE_TO(inches(m.layout().finished.height()), 18, 1e-6);
    QVERIFY(m.sound());
    // Diamonds of 60° with sides of 3 in, and what the line leaves of them.
    const auto whole = std::find_if(m.layout().shapes.begin(), m.layout().shapes.end(),
                                    [](const Shape& s) { return s.name == "diamond60"; });
    QVERIFY(whole != m.layout().shapes.end() && whole->pieces > 10);
    double sum = 0;
    for (std::size_t i = 0; i < m.layout().size(); ++i) sum += area(m.layout().outline(i));
    COMPARE_TO(sum, 18 * 18 * 25.4 * 25.4, 0.5);
  }
  /// Upright the line is moved side by side, as another outline corner by corner, as long as it stays convex.
  /// Of a square with one corner drawn in: past the middle it points inwards, on it the corner is flat.
  void aLineStaysConvex() {
    const auto with = [](Point corner) { return Polygon{{0, 0}, {100, 0}, corner, {0, 100}}; };
    QVERIFY(LineHandles::keepsConvex(with({100, 100})));
    QVERIFY(LineHandles::keepsConvex(with({60, 55})));
    QVERIFY(!LineHandles::keepsConvex(with({50, 50})));
    QVERIFY(!LineHandles::keepsConvex(with({40, 30})));
    QVERIFY(!LineHandles::keepsConvex(with({2'000, 1})));  // as sharp as a needle
    Polygon turned = with({100, 100});
    std::reverse(turned.begin(), turned.end());
    QVERIFY(!LineHandles::keepsConvex(turned));
  }
  void theLineIsDragged() {
    Maker m;
    m.click("New project: Squares");
    m.type("The edge", "2 in");
    m.type("Count across", "9");
    m.type("Count down", "7");
    m.click("Mode: Outer edge");
    m.click("Outer edge: Edge pieces");
    const Box was = m.layout().finished;
    const auto drag = [&](Point from, Point to) {
      m.drag({m.canvas()->onScreen(from), m.canvas()->onScreen(0.5 * (from + to)), m.canvas()->onScreen(to)});
    };
    const double px = 1 / (m.canvas()->onScreen({1, 0}).x() - m.canvas()->onScreen({0, 0}).x());  // mm
    drag({was.left, was.top + 90}, {was.left + 70, was.top + 130});
    COMPARE_TO(m.layout().finished.left, was.left + 70, px);
    COMPARE_TO(m.layout().finished.top, was.top, 1e-9);
    drag({was.left + 200, was.bottom}, {was.left + 260, was.bottom - 45});
    const Box now = m.layout().finished;
    COMPARE_TO(now.bottom, was.bottom - 45, px);
    COMPARE_TO(now.left, was.left + 70, px);
    COMPARE_TO(now.right, was.right, 1e-9);
    QVERIFY(m.sound());
    m.click("The finishing line is a: six sides");
    const Polygon six = m.layout().line;
    QCOMPARE(six.size(), std::size_t(6));
    Point middle;
    for (const Point q : six) middle = middle + (1.0 / 6) * q;
    const Point to = six[2] + 0.15 * (middle - six[2]);
    drag(six[2], to);
    for (std::size_t i = 0; i < 6; ++i)
      QVERIFY(distance(m.layout().line[i], i == 2 ? to : six[i]) < (i == 2 ? 1.5 * px : 1e-6));
    QVERIFY(m.sound());
    // Past its neighbours it would be hollow: it stays where it was convex last.
    const Polygon before = m.layout().line;
    m.drag({m.canvas()->onScreen(before[4]), m.canvas()->onScreen(middle)});
    QVERIFY(LineHandles::keepsConvex(m.layout().line));
    for (std::size_t i = 0; i < 6; ++i)
      if (i != 4) QVERIFY(distance(m.layout().line[i], before[i]) < 1e-6);
    m.d.session->undo();
    m.d.session->undo();
    m.d.settle();
    QVERIFY(distance(m.layout().line[2], six[2]) < 1e-6);
  }
  void sidesAndAnglesOfAnArrangementAreTyped() {
    Maker m;
    m.click("New project: Long honeycombs");
    m.type("The edge", "2 in");
    m.type("long side", "5 in");
    auto sides = edgeLengths(m.layout().shapes[0].outline);
    std::sort(sides.begin(), sides.end());
    COMPARE_TO(inches(sides[0]), 2, 1e-9);
    COMPARE_TO(inches(sides[5]), 5, 1e-9);
    m.type("tip angle", "120");
    for (const Angle a : cornerAngles(m.layout().shapes[0].outline)) COMPARE_TO(a.degrees(), 120, 1e-6);
    // What is out of its bounds is refused in words, and nothing changes.
    const Project before = m.d.project();
    m.type("tip angle", "179");
    QVERIFY(sameContent(m.d.project(), before));
    QCOMPARE(m.d.find<QLineEdit>("tip angle")->text(), QStringLiteral("120°"));
    m.type("long side", "30 in");
    QVERIFY(sameContent(m.d.project(), before));
    m.d.session->undo();
    m.d.settle();
    QCOMPARE(m.d.find<QLineEdit>("tip angle")->text(), QStringLiteral("90°"));
    QCOMPARE(m.d.find<QLineEdit>("long side")->text(), QStringLiteral("5 in"));
  }
  void whatFitsAWantedSizeFollowsTheTypedSides() {
    Maker m;
    m.click("New project: Rectangles");
    m.type("The edge", "2 in");
    m.type("The wanted width", "36 in");
    m.type("The wanted height", "24 in");
    m.click("Fit to size, folded");
    const auto offers = [&] {
      m.d.find<QAbstractButton>("Make it so");
      QStringList out;
      const auto all = m.d.window->findChildren<QAbstractButton*>();
      for (const QAbstractButton* b : all)
        if (b->isVisible() && b->accessibleName().startsWith("Make it so")) out << b->accessibleName();
      return out;
    };
    const QStringList before = offers();
    m.type("level side", "7 in");
    SOON(offers() != before);
    m.d.session->undo();
    SOON(offers() == before);
  }
  /// A rosette is fitted by its rings and its edge; a click makes it so, and undo takes it back.
  void aRosetteIsFittedByItsRings() {
    Maker m;
    m.click("New project: Hexagon rosette");
    m.type("The edge", "1 in");
    m.type("The wanted width", "30 in");
    m.type("The wanted height", "28 in");
    m.click("Fit to size, folded");
    m.d.find<QAbstractButton>("Make it so");
    QAbstractButton* other = nullptr;
    int rings = 0;
    static const QRegularExpression wanted(QStringLiteral("([0-9]+) rings"));
    for (auto* b : m.d.window->findChildren<QAbstractButton*>()) {
      if (!b->isVisible() || !b->accessibleName().startsWith("Make it so")) continue;
      rings = wanted.match(b->accessibleName()).captured(1).toInt();
      if (rings < 2 || rings == m.d.project().recipe.rings) continue;
      other = b;
      break;
    }
    QVERIFY(other);
    const Recipe was = m.d.project().recipe;
    m.d.click(other->accessibleName());
    QCOMPARE(m.d.project().recipe.rings, rings);
    QCOMPARE(m.d.project().recipe.across, was.across);
    QCOMPARE(m.d.project().recipe.down, was.down);
    m.d.session->undo();
    QCOMPARE(m.d.project().recipe.rings, was.rings);
  }
  void thePlainOnesAreLaidOutAndSound() {
    for (const char* name :
         {"Narrow diamonds in rows", "Parallelograms in rows", "Parallelograms in chevrons",
          "Half hexagons in pinwheels", "Rectangles in offset rows"}) {
      Maker m;
      m.click(QByteArray("New project: ").append(name).constData());
      m.type("Count across", "6");
      m.type("Count down", "5");
      QVERIFY2(m.sound(), name);
      QVERIFY2(m.layout().size() >= 30, name);
    }
  }
  void hexagonsSpacedByDiamonds() {
    Maker m;
    m.click("New project: Hexagons spaced by diamonds");
    m.type("The edge", "2 in");
    m.type("Count across", "9");
    m.type("Count down", "14");
    m.click("Mode: Outer edge");
    m.click("Outer edge: Edge pieces");
    m.type("Width to the finishing line", "36 in");
    m.type("Height to the finishing line", "48 in");
    COMPARE_TO(inches(m.layout().finished.width()), 36, 1e-6);
    COMPARE_TO(inches(m.layout().finished.height()), 48, 1e-6);
    QVERIFY(m.sound());
  }

  void tenPentagonsLeaveADecagonThatBecomesAShape() {
    Maker m;
    m.click("New project: From a single piece");
    m.choose("Shape of the first piece", "Pentagon");
    QCOMPARE(m.layout().shapes[0].name, std::string("pentagon"));
    m.click("Mode: Add");
    m.add(0, {0, 1}, "pentagon");
    const auto edges = openEdges(m.layout(), m.d.session->geometry().seams);
    for (const OpenEdge& e : edges)
      if (const auto ring = ringAhead(m.layout(), m.d.session->geometry().seams, m.d.session->index(), e);
          e.edge.piece == 1 && ring && ring->answer.pieces == 10 && !ring->missing.empty()) {
        m.clickAt(e.middle());
        break;
      }
    m.key(Qt::Key_0);
    QCOMPARE(m.layout().size(), std::size_t(10));
    m.click("Shapes of your own, folded");
    QVERIFY(m.d.find<QComboBox>("Which hole")->currentText().contains("decagon"));
    m.d.find<QLineEdit>("Name of the new shape")->setText("Mill Pond");
    m.click("Make a shape of this hole");
    QCOMPARE(m.layout().size(), std::size_t(11));
    QCOMPARE(m.layout().shapes[m.layout().pieces[10].shape].title, std::string("Mill Pond"));
    QVERIFY(m.sound());
    QVERIFY(m.d.has<QAbstractButton>("Forget the name Mill Pond"));
    // It is kept: the next layout may begin with it.
    Maker next;
    next.click("New project: From a single piece");
    next.choose("Shape of the first piece", "Mill Pond");
    QCOMPARE(next.layout().size(), std::size_t(1));
    QCOMPARE(next.layout().pieces[0].count, std::uint16_t(10));
    QCOMPARE(next.layout().shapes[0].title, std::string("Mill Pond"));
  }
  void theFirstPieceIsTypedBySidesAndCorners() {
    Maker m;
    m.click("New project: From a single piece");
    m.choose("Shape of the first piece", "Regular 11");
    QCOMPARE(m.layout().pieces[0].count, std::uint16_t(11));
    // The list says what the piece is, after undo too.
    auto* shapes = m.d.find<QComboBox>("Shape of the first piece");
    QVERIFY(shapes->currentText().startsWith("Regular 11"));
    const auto back = [&] {
      while (m.layout().shapes[0].family != "hexagon") {
        m.d.session->undo();
        m.d.settle();
      }
      return shapes->currentText();
    };
    QCOMPARE(back(), QStringLiteral("Hexagon"));
    m.choose("Shape of the first piece", "Kite");
    QCOMPARE(shapes->currentText(), QStringLiteral("Kite"));
    QCOMPARE(back(), QStringLiteral("Hexagon"));
    m.choose("Shape of the first piece", "Sides and corners");
    m.d.find<QLineEdit>("Name of the shape")->setText("Reed Sail");
    m.type("Sides and corners", "3 in, 90°, 4 in");
    QCOMPARE(m.layout().pieces[0].count, std::uint16_t(3));
    QCOMPARE(m.layout().shapes[0].title, std::string("Reed Sail"));
    auto sides = edgeLengths(m.layout().outline(0));
    COMPARE_TO(inches(*std::max_element(sides.begin(), sides.end())), 5, 1e-9);
    const Project before = m.d.project();
    m.d.find<QLineEdit>("Name of the shape")->clear();
    m.type("Sides and corners", "3 in, 4 in");
    QVERIFY(sameContent(m.d.project(), before));
    // With a second piece the card is gone.
    m.click("Mode: Add");
    m.add(0, {1, 0}, "reed-sail");
    QVERIFY(!m.d.has<QComboBox>("Shape of the first piece"));
  }
  void whatIsPaintedUnderTurnedCopiesIsPaintedSixTimes() {
    Maker m;
    m.click("New project: From a single piece");
    m.click("Mode: Add");
    m.choose("Turned copies", "6 turned");
    m.add(0, {1, 0}, "hexagon");
    QCOMPARE(m.layout().size(), std::size_t(7));
    m.click("Mode: Paint");
    m.click("Paint with B");
    m.clickPiece(3);
    QCOMPARE(m.wearing("B"), 6);
    QVERIFY(m.d.project().painting[0] != *findCloth(m.d.project(), "B"));
    m.d.session->undo();
    QCOMPARE(m.wearing("B"), 0);
  }
  /// Another area is seen where the pointer rests, without a move of it.
  void whatAClickPaintsIsShownAnewWhereThePointerRests() {
    Maker m;
    m.d.window->files().begin("hexagons");
    m.d.settle();
    m.click("Paint with B");
    const QPoint at = m.canvas()->onScreen(m.layout().pieces[20].centre).toPoint();
    const auto pointAt = [&](QPoint p) {
      QMouseEvent move(QEvent::MouseMove, p, m.canvas()->mapToGlobal(p), Qt::NoButton, Qt::NoButton, {});
      QCoreApplication::sendEvent(m.canvas(), &move);
      m.d.settle();
      return m.canvas()->grab().toImage();
    };
    const QImage one = pointAt(at);
    m.d.find<QAbstractButton>("A click paints: Alike")->click();
    m.d.settle();
    const QImage alike = m.canvas()->grab().toImage();
    QVERIFY(alike != one);
    pointAt({2, 2});
    QVERIFY(pointAt(at) == alike);
  }
  void aStarGrownByTurnedCopiesWithRingsRoundIt() {
    Maker m;
    m.click("New project: From a single piece");
    m.choose("Shape of the first piece", "45° diamond");
    m.click("Mode: Add");
    m.choose("Turned copies", "8 turned");
    m.click("Choose their centre");
    // The lower tip of the diamond.
    Point tip = m.layout().outline(0)[0];
    for (const Point p : m.layout().outline(0))
      if (p.y > tip.y) tip = p;
    m.clickAt(tip);
    COMPARE_TO(distance(m.arrange()->grow()->copies().centre, tip), 0, 1e-6);
    // The next diamond of the star, at the edge that ends in the tip; its copies close the star.
    for (const OpenEdge& e : openEdges(m.layout(), m.d.session->geometry().seams))
      if (distance(e.edge.from, tip) < 0.01 || distance(e.edge.to, tip) < 0.01) {
        m.clickAt(e.middle());
        break;
      }
    QVERIFY(support::pressShape(m.d, *m.arrange()->grow()->fan(), "diamond45"));
    ++m.acts;
    QCOMPARE(m.layout().size(), std::size_t(8));
    const auto inRing = [&](std::size_t from) { return m.layout().size() - from; };
    m.add(0, {0.3, -1}, "square");
    QCOMPARE(inRing(8), std::size_t(8));
    std::size_t before = m.layout().size();
    m.add(static_cast<std::uint32_t>(before - 1), {0, 0}, "diamond45");
    QVERIFY(inRing(before) >= 8);
    QVERIFY(m.sound());
    QVERIFY(m.acts < 20);
  }

  void threeDiamondsMakeABlockAndThreeBlocksAUnit() {
    Maker m;
    m.click("New project: Diamonds, three to a hexagon");
    m.click("Units, folded");
    const auto cellPieces = [&](int col, int row) {
      std::vector<std::uint32_t> out;
      for (std::uint32_t i = 0; i < m.layout().size(); ++i)
        if (m.layout().pieces[i].key.col == col && m.layout().pieces[i].key.row == row) out.push_back(i);
      return out;
    };
    m.click("Choose pieces for a unit");
    for (const auto i : cellPieces(2, 2)) m.clickPiece(i);
    m.click("and all its copies in the layout");
    m.type("Name of the unit", "Block");
    const auto blocks = m.d.project().recipe.units.size();
    QVERIFY(blocks > 30);
    m.click("Choose pieces for a unit");
    m.click("A click paints: Unit");
    for (const auto& [col, row] : {std::pair(2, 2), std::pair(3, 2), std::pair(3, 3)})
      m.clickPiece(cellPieces(col, row)[0]);
    m.type("Name of the unit", "Lantern");
    const auto units = m.d.project().recipe.units;
    QVERIFY(units.size() > blocks);
    QCOMPARE(units.back().name, std::string("Lantern"));
    QCOMPARE(units[blocks].pieces.size(), std::size_t(9));
    // Painted at either level.
    m.click("Paint with B");
    m.clickPiece(cellPieces(2, 2)[1]);
    QCOMPARE(m.wearing("B"), 3);
    m.click("Which unit of units: the unit round it");
    m.click("Paint with C");
    m.clickPiece(cellPieces(2, 2)[1]);
    QCOMPARE(m.wearing("C"), 9);
    QCOMPARE(m.wearing("B"), 0);
  }
  void doubleRingRosettesWithAPathTakeFewActs() {
    Maker m;
    m.click("New project: Hexagon rosette");
    m.type("Rings", "2");
    QCOMPARE(m.layout().size(), std::size_t(19));
    m.click("A click paints: Area");
    m.click("Units, folded");
    m.click("Choose pieces for a unit");
    const clathra::Box& f = m.layout().finished;
    m.dragBox({f.left - 5, f.top - 5}, {f.right + 5, f.bottom + 5});
    m.type("Name of the unit", "Wheel");
    QCOMPARE(m.d.project().recipe.units.size(), std::size_t(1));
    m.type("Units across", "3");
    // Told while they are moved apart, before anything is made.
    const auto answer = [&] {
      auto* label = m.d.find<QLabel>("How many pieces the path takes");
      [[maybe_unused]] const bool said =
          QTest::qWaitFor([&] { return label->text().startsWith("The path takes"); }, support::kHang);
      return label->text();
    };
    const QString one = answer();
    QVERIFY2(one.contains("8 to each unit"), qPrintable(one));
    m.click("Farther apart");
    const QString two = answer();
    QVERIFY(two != one && m.layout().size() == 19);
    m.click("Nearer");
    QCOMPARE(answer(), one);
    m.click("Set them out");
    QVERIFY2(m.acts < 15, qPrintable(QString::number(m.acts)));
    QCOMPARE(m.wearing("B"), 0);
    QCOMPARE(m.d.project().recipe.units.size(), std::size_t(6));
    QVERIFY(m.sound());
    const auto path = m.layout().size() - 6 * 19;
    QVERIFY(one.contains(QStringLiteral("takes %1 hexagons").arg(path)));
    m.d.session->undo();
    // The path wears the cloth that is chosen to paint with.
    m.click("Paint with B");
    m.click("Set them out");
    QCOMPARE(m.wearing("B"), static_cast<int>(path));
    m.d.session->undo();
    QCOMPARE(m.layout().size(), std::size_t(19));
  }
  void fourUnitsAreJoinedWithSquaresBetweenThem() {
    Maker m;
    m.click("New project: From a single piece");
    m.choose("Shape of the first piece", "Octagon");
    m.click("Units, folded");
    m.click("Choose pieces for a unit");
    m.clickPiece(0);
    m.type("Name of the unit", "Sluice");
    m.click("Mode: Add");
    m.choose("Turned copies", "4 turned");
    m.add(0, {0, 1}, "square");
    QCOMPARE(m.layout().size(), std::size_t(5));
    m.clickAt(m.edgeOf(1, {0, 1}).middle());
    const auto& fits = m.arrange()->grow()->fan()->fits();
    QCOMPARE(fits.front().unit, std::string("Sluice"));
    m.key(Qt::Key_1);
    QCOMPARE(m.layout().size(), std::size_t(9));
    QCOMPARE(m.d.project().recipe.units.size(), std::size_t(5));
    QVERIFY(m.sound());
    QVERIFY2(m.acts < 15, qPrintable(QString::number(m.acts)));
  }

  void piecesAreChosenByBoxAndFreehandForPaintingAndTakingAway() {
    Maker m;
    m.click("New project: Squares");
    m.type("Count across", "6");
    m.type("Count down", "4");
    m.click("A click paints: Area");
    m.click("Paint with C");
    const double e = m.d.project().recipe.edge.mm();
    QVERIFY(m.d.reads("Drag a box over the pieces"));
    // Two columns by three rows, from the lower right to the upper left.
    m.dragBox({1.9 * e, 2.9 * e}, {0.1 * e, 0.1 * e});
    QCOMPARE(m.wearing("C"), 6);
    for (std::size_t i = 0; i < m.layout().size(); ++i) {
      const Point c = m.layout().pieces[i].centre;
      QCOMPARE(m.d.project().painting[i] == *findCloth(m.d.project(), "C"), c.x < 2 * e && c.y < 3 * e);
    }
    // Freehand round the lower right corner: a triangle over the middles of three squares.
    m.click("How the area is drawn: freehand");
    QVERIFY(m.d.reads("Drag a line round the pieces") && !m.d.reads("Drag a box over the pieces"));
    m.click("Paint with B");
    const auto at = [&](double x, double y) { return m.canvas()->onScreen(Point{x * e, y * e}); };
    m.drag({at(5.9, 1.9), at(5.9, 3.9), at(3.9, 3.9), at(4.2, 3.4), at(5.2, 2.4)});
    QCOMPARE(m.wearing("B"), 3);
    // A click without a drag still paints one.
    m.clickPiece(5);
    QCOMPARE(m.wearing("B"), 4);
    m.d.session->undo();
    QCOMPARE(m.wearing("B"), 3);
    m.click("Mode: Take away");
    m.click("How pieces are taken away: box");
    m.dragBox({2.1 * e, 0.1 * e}, {3.9 * e, 1.9 * e});
    QCOMPARE(m.layout().size(), std::size_t(20));
    m.d.session->undo();
    // By keyboard: Enter at two corners.
    m.click("Mode: Paint");
    m.click("How the area is drawn: box");
    m.click("Paint with D");
    m.canvas()->setFocus();
    m.canvas()->setCursorPiece(0);
    m.key(Qt::Key_Return);
    m.key(Qt::Key_Right);
    m.key(Qt::Key_Down);
    m.key(Qt::Key_Return);
    QCOMPARE(m.wearing("D"), 4);
    // A box that was begun does not outlive its layout.
    m.canvas()->setFocus();
    m.canvas()->setCursorPiece(static_cast<int>(m.layout().size()) - 1);
    m.key(Qt::Key_Return);
    m.type("Count down", "2");
    m.canvas()->setFocus();
    m.canvas()->setCursorPiece(0);
    m.key(Qt::Key_Return);
    m.key(Qt::Key_Return);
    QCOMPARE(m.wearing("D"), 4);  // piece 1 alone, and it was of them
  }
  void alikeAndFacingTheSameWay() {
    Maker m;
    m.click("New project: Diamonds, three to a hexagon");
    m.click("A click paints: Alike");
    m.click("facing the same way");
    m.click("Paint with C");
    m.clickPiece(0);
    QCOMPARE(3 * m.wearing("C"), static_cast<int>(m.layout().size()));
    const Piece first = m.layout().pieces[0];
    for (std::size_t i = 0; i < m.layout().size(); ++i) {
      const double off = std::remainder((m.layout().pieces[i].turn - first.turn).degrees(), 180);
      QCOMPARE(m.d.project().painting[i] == *findCloth(m.d.project(), "C"), std::abs(off) < 0.1);
    }
  }
  void theCentreOfTurnedCopiesLiesOnAPieceACornerOrTheMiddleOfASide() {
    Maker m;
    m.click("New project: From a single piece");
    m.click("Mode: Add");
    m.choose("Turned copies", "3 turned");
    const Polygon hexagon(m.layout().outline(0).begin(), m.layout().outline(0).end());
    const auto centre = [&] { return m.arrange()->grow()->copies().centre; };
    COMPARE_TO(distance(centre(), m.layout().pieces[0].centre), 0, 1e-9);
    m.click("Choose their centre");
    m.clickAt(hexagon[1]);
    COMPARE_TO(distance(centre(), hexagon[1]), 0, 1e-9);
    m.click("Choose their centre");
    m.clickAt(0.5 * (hexagon[2] + hexagon[3]));
    COMPARE_TO(distance(centre(), 0.5 * (hexagon[2] + hexagon[3])), 0, 1e-9);
    m.click("In the middle");
    COMPARE_TO(distance(centre(), m.layout().pieces[0].centre), 0, 1e-9);
    // By keyboard: N goes from point to point, Enter takes one, Escape lets it be.
    m.click("Choose their centre");
    m.canvas()->setCursorPiece(0);
    m.canvas()->setFocus();
    m.key(Qt::Key_N);
    m.key(Qt::Key_N);
    m.key(Qt::Key_Return);
    COMPARE_TO(distance(centre(), hexagon[1]), 0, 1e-9);
    m.click("Choose their centre");
    m.key(Qt::Key_Escape);
    COMPARE_TO(distance(centre(), hexagon[1]), 0, 1e-9);
    // A hexagon at an edge that ends there closes the three round the corner.
    for (const OpenEdge& e : openEdges(m.layout(), m.d.session->geometry().seams))
      if (distance(e.edge.from, hexagon[1]) < 0.01) m.clickAt(e.middle());
    QVERIFY(support::pressShape(m.d, *m.arrange()->grow()->fan(), "hexagon"));
    QCOMPARE(m.layout().size(), std::size_t(3));
    QVERIFY(m.sound());
  }
  void aPictureOfAHundredIrregularPiecesWithSlicedSides() {
    Maker m;
    const QTemporaryDir folder;
    QFile svg(folder.filePath("reeds.svg"));
    QVERIFY(svg.open(QIODevice::WriteOnly));
    const auto corner = [](int x, int y) {
      const bool inner = x > 0 && x < 10 && y > 0 && y < 10;
      return QStringLiteral("%1,%2 ")
          .arg(x * 40 + (inner ? (x * 7 + y * 3) % 9 - 4.0 : 0))
          .arg(y * 30 + (inner ? (x * 5 + y * 11) % 7 - 3.0 : 0));
    };
    svg.write("<svg xmlns='http://www.w3.org/2000/svg' width='400mm' height='300mm' viewBox='0 0 400 300'>");
    const char* fills[] = {"#203a58", "#b04a2a", "#d8c896", "#3a6a48", "#b4b2bc", "#223b59"};
    for (int y = 0; y < 10; ++y)
      for (int x = 0; x < 10; ++x)
        svg.write(QStringLiteral("<polygon points='%1' fill='%2'/>")
                      .arg(corner(x, y) + corner(x + 1, y) + corner(x + 1, y + 1) + corner(x, y + 1),
                           fills[(3 * x + y) % 6])
                      .toUtf8());
    svg.write("</svg>");
    svg.close();
    m.d.answerFile(svg.fileName());
    m.click("Import a layout");
    QCOMPARE(m.layout().size(), std::size_t(100));
    QCOMPARE(m.d.project().cloths.size(), std::size_t(6));
    QVERIFY(!m.d.has<QAbstractButton>("Set the edge"));
    m.click("Join cloths of near colours");
    QCOMPARE(m.d.project().cloths.size(), std::size_t(5));
    QVERIFY(!m.d.has<QAbstractButton>("Join cloths of near colours"));
    for (std::size_t i = 0; i < 100; ++i) QVERIFY(m.d.project().painting[i] != kNoCloth);
    m.click("Mode: Outer edge");
    m.click("Outer edge: Slice later");
    COMPARE_TO(m.layout().finished.width(), 400, 1e-6);  // its own outline
    COMPARE_TO(m.layout().finished.height(), 300, 1e-6);
    m.type("Width to the finishing line", "380 mm");
    m.type("Height to the finishing line", "290 mm");
    COMPARE_TO(m.layout().finished.width(), 380, 1e-6);
    COMPARE_TO(m.layout().finished.height(), 290, 1e-6);
    QCOMPARE(m.layout().size(), std::size_t(100));
  }
};

CLATHRA_TEST(InventingTest, "inventing")
#include "inventing.moc"
