// The whole path, once with the mouse and once by keyboard alone: new project, size, paint, papers, window
// moved, method chosen, card, save, reopen, same figures.
#include <QComboBox>
#include <QTemporaryDir>

#include "app/arrange/arrange_station.hpp"
#include "app/motif/motif_station.hpp"
#include "draw/prints.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::clickPiece;
using support::Driver;

namespace {

struct FiguresOf {
  int pieces, sheets, wanted, onHand;
  double length, width;
  bool operator==(const FiguresOf&) const = default;
};

FiguresOf figuresOf(Driver& d) {
  d.settle();
  const auto s = d.session->supply(d.project().motifs.at(0).id);
  return {d.session->figures().pieces, d.session->figures().sheets,      s->wanted,
          s->onHand.value_or(-1),      d.session->figures().clothNeeded, d.session->figures().width};
}

}  // namespace

class WholePathTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const QString& name) const { return folder_.filePath(name); }

 private slots:
  void initTestCase() { QVERIFY(drawPrint(printDesigns()[0]).save(at("print.png"))); }

  void withTheMouse() {
    Driver d;
    d.click("New project: Hexagons");
    QVERIFY(d.session->isOpen());
    QCOMPARE(d.project().cloths.size(), std::size_t(4));
    d.type("The edge", "1 1/2 in");
    QCOMPARE(d.project().recipe.edge, Length::sixtyFourths(96));
    d.type("Count across", "7");
    d.type("Count down", "6");
    QCOMPARE(d.session->figures().pieces, 42);
    // FinishingSides, then back to painting.
    d.click("Mode: Outer edge");
    d.click("Outer edge: Edge pieces");
    QCOMPARE(d.project().recipe.sides, FinishingSides::EdgePieces);
    d.click("Mode: Paint");
    // Paint everything alike, one ring with another cloth, one piece with a third.
    d.click("A click paints: Alike");
    for (std::uint32_t i = 0; i < d.project().layout->size(); ++i)
      if (d.project().painting[i] == kNoCloth) clickPiece(d, i, Qt::ShiftModifier);
    QCOMPARE(d.session->tally().count(kNoCloth), 0);
    d.click("Paint with B");
    d.click("A click paints: Ring");
    const auto middle = static_cast<std::uint32_t>(d.project().layout->size() / 2);
    clickPiece(d, middle);
    QCOMPARE(d.session->tally().count(d.project().cloths[1].id),
             static_cast<int>(ringOf(d.session->geometry().seams, middle, 1).size()));
    const int ring = d.session->tally().count(d.project().cloths[1].id);
    d.click("Undo");
    QCOMPARE(d.session->tally().count(d.project().cloths[1].id), 0);
    d.click("Redo");
    QCOMPARE(d.session->tally().count(d.project().cloths[1].id), ring);
    // Papers.
    d.click("Papers");
    d.answerFile(at("papers.pdf"));
    d.click("Save as PDF");
    QVERIFY(QFileInfo(at("papers.pdf")).size() > 1000);
    // Cloth: sizes and a print.
    d.click("Cloth");
    d.type("Name of the cloth", "Lantern");
    d.type("The usable width", "110 cm");
    d.type("Lengths on hand", "1.5 m; 40 cm");
    QCOMPARE(d.project().cloths[0].lengths.size(), std::size_t(2));
    d.answerFile(at("print.png"));
    d.click("Take in a picture");
    QVERIFY(d.project().cloths[0].print.has_value());
    d.type("Width of the picture on the cloth", "288 mm");
    d.type("Repeat along the cloth", "110 mm");
    d.type("Repeat across the cloth", "96 mm");
    COMPARE_TO(d.project().cloths[0].print->dpi, 100, 0.2);
    d.click("cloth B");  // the chip of the next cloth has no width: still to be measured
    // Motif.
    d.click("Motif");
    auto* shapes = d.find<QComboBox>("Shape of the new choice");
    shapes->setCurrentIndex(shapes->findText("hexagon"));
    d.click("Add the choice");
    QCOMPARE(d.project().motifs.size(), std::size_t(1));
    d.click("Pieces that show it: all in this cloth");
    QVERIFY(!d.project().motifs[0].pieces.empty());
    auto* swatch = static_cast<MotifStation*>(d.window->station("motif"))->swatch();
    const Point before = d.project().motifs[0].at;
    const QPoint from = swatch->onScreen(before).toPoint(), to = from + QPoint(20, -15);
    QTest::mousePress(swatch, Qt::LeftButton, {}, from);
    QTest::mouseMove(swatch, from + QPoint(9, -6));
    QTest::mouseMove(swatch, to);
    QTest::mouseRelease(swatch, Qt::LeftButton, {}, to);
    d.settle();
    COMPARE_TO(d.project().motifs[0].at.x, before.x + 20 / swatch->pixelsPerMm(), 1);
    const Point dragged = d.project().motifs[0].at;
    QTest::keyClick(swatch, Qt::Key_Right);
    d.settle();
    COMPARE_TO(d.project().motifs[0].at.x, dragged.x + 0.5, 1e-9);
    d.type("Note: the reference point in words", "blue eye in the middle");
    // Cut.
    d.click("Cut");
    d.click("A, Lantern");
    d.click("Rough rectangles");
    QCOMPARE(support::text(d.project().cloths[0].method), QByteArray("rectangles"));
    d.answerFile(at("card.pdf"));
    d.click("Save this card as PDF");
    QVERIFY(QFileInfo(at("card.pdf")).size() > 1000);
    // Save, reopen, same figures.
    const FiguresOf figures = figuresOf(d);
    d.answerFile(at("mine.clathra"));
    d.window->files().saveAs();
    d.settle();
    QVERIFY(d.session->saved());
    const Project kept = d.project();
    QVERIFY(d.putAway());
    d.window->showStart();
    QVERIFY(d.open(at("mine.clathra")));
    QVERIFY(sameContent(d.project(), kept));
    QVERIFY(figuresOf(d) == figures);
    QVERIFY(d.window->said().startsWith("Last time you"));
  }

  void byKeyboardAlone() {
    Driver d;
    QVERIFY(d.tabTo("New project: Hexagons"));
    d.key(Qt::Key_Space);
    QVERIFY(d.session->isOpen());
    QVERIFY(d.tabTo("The edge"));
    d.typeHere("40 mm");
    QVERIFY(d.tabTo("Count across"));
    d.typeHere("5");
    QVERIFY(d.tabTo("Count down"));
    d.typeHere("5");
    QCOMPARE(d.session->figures().pieces, 25);
    QVERIFY(d.tabTo("A click paints: Piece"));
    for (int i = 0; i < 3; ++i) d.key(Qt::Key_Right);  // arrows move within a choice of pills
    QVERIFY(d.find<QAbstractButton>("A click paints: Alike")->isChecked());
    QVERIFY(d.tabTo("Picture of the layout"));
    d.key(Qt::Key_Right);
    d.key(Qt::Key_Down);
    d.key(Qt::Key_Return);
    QCOMPARE(d.session->tally().count(kNoCloth), 0);
    d.key(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(d.session->tally().count(kNoCloth), 25);
    d.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    QCOMPARE(d.session->tally().count(kNoCloth), 0);
    // Papers.
    d.key(Qt::Key_2, Qt::ControlModifier);
    QVERIFY(d.tabTo("Save as PDF"));
    d.answerFile(at("papers2.pdf"));
    d.key(Qt::Key_Space);
    QVERIFY(QFileInfo(at("papers2.pdf")).size() > 1000);
    // Cloth.
    d.key(Qt::Key_3, Qt::ControlModifier);
    QVERIFY(d.tabTo("The usable width"));
    d.typeHere("1100 mm");
    QVERIFY(d.tabTo("Lengths on hand"));
    d.typeHere("2 m");
    QVERIFY(d.tabTo("Take in a picture"));
    d.answerFile(at("print.png"));
    d.key(Qt::Key_Space);
    QVERIFY(d.project().cloths[0].print.has_value());
    QVERIFY(d.tabTo("Repeat along the cloth"));
    d.typeHere("110 mm");
    QVERIFY(d.tabTo("Repeat across the cloth"));
    d.typeHere("96 mm");
    // Motif.
    d.key(Qt::Key_4, Qt::ControlModifier);
    QVERIFY(d.tabTo("Add the choice"));
    d.key(Qt::Key_Space);
    QCOMPARE(d.project().motifs.size(), std::size_t(1));
    QVERIFY(d.tabTo("Pieces that show it, by number"));
    d.typeHere("1-3, 7");
    QCOMPARE(d.project().motifs[0].pieces, (std::vector<std::uint32_t>{0, 1, 2, 6}));
    QVERIFY(d.tabTo("Swatch with the window"));
    const Point before = d.project().motifs[0].at;
    for (int i = 0; i < 3; ++i) d.key(Qt::Key_Left);
    d.key(Qt::Key_Up, Qt::ShiftModifier);
    d.key(Qt::Key_Period);
    COMPARE_TO(d.project().motifs[0].at.x, before.x - 1.5, 1e-9);
    COMPARE_TO(d.project().motifs[0].at.y, before.y - 5, 1e-9);
    COMPARE_TO(d.project().motifs[0].turn.degrees(), 1, 1e-9);
    // Cut.
    d.key(Qt::Key_5, Qt::ControlModifier);
    QVERIFY(d.tabTo("Ruler strips"));
    d.key(Qt::Key_Down);
    QCOMPARE(support::text(d.project().cloths[0].method), QByteArray("template"));
    QVERIFY(d.tabTo("Save this card as PDF"));
    d.answerFile(at("card2.pdf"));
    d.key(Qt::Key_Space);
    QVERIFY(QFileInfo(at("card2.pdf")).size() > 1000);
    // Save and reopen.
    const FiguresOf figures = figuresOf(d);
    d.answerFile(at("keys.clathra"));
    d.key(Qt::Key_S, Qt::ControlModifier);
    QVERIFY(QFile::exists(at("keys.clathra")));
    d.key(Qt::Key_N, Qt::ControlModifier);
    QVERIFY(!d.session->isOpen());
    d.answerFile(at("keys.clathra"));
    d.key(Qt::Key_O, Qt::ControlModifier);
    QVERIFY(d.session->isOpen());
    QVERIFY(figuresOf(d) == figures);
  }
};

CLATHRA_TEST(WholePathTest, "whole_path")
#include "whole_path.moc"
