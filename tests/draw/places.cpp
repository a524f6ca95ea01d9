// Printed pages by place and value: what stands where, on pages of a project in which nothing is symmetrical.
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QtTest>
#include <set>

#include "asymmetric.hpp"
#include "cutting/plan.hpp"
#include "draw/card.hpp"
#include "draw/cut_painter.hpp"
#include "draw/fonts.hpp"
#include "draw/layout_painter.hpp"
#include "draw/map.hpp"
#include "draw/map_labels.hpp"
#include "draw/motif_painter.hpp"
#include "draw/sheet_painter.hpp"
#include "measure/quantity.hpp"
#include "paper/sheets.hpp"
#include "recorder.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/families.hpp"

using namespace clathra;
using support::Drawn;
using support::Recording;

namespace {

Recording sheetOf(const Project& p, const SheetPlan& plan, std::size_t sheet) {
  return support::recorded(plan.page.width, plan.page.height,
                           [&](QPainter& painter) { paintSheet(painter, p, plan, sheet, {}); });
}

QPointF middleOf(const Drawn& words) {
  return (words.points.first() + words.points.last()) / 2;
}

Point toPoint(QPointF p) {
  return {p.x(), p.y()};
}

CutPlan planOf(const Project& p, const char* cloth) {
  return *cutPlan(p, *findCloth(p, cloth));
}

/// All of a card on one long page.
Recording cardOf(const Project& p, const char* cloth) {
  const Page page{"long", "long", 210, 2'000};
  return support::recorded(page.width, page.height, [&](QPainter& painter) {
    paintCutCard(painter, p, planOf(p, cloth), page, [] {});
  });
}
Recording cutMapOf(const Project& p, const CutPlan& plan) {
  CutMapLook look;
  look.palette = &printPalette();
  look.vector = true;
  look.text = 3;
  return support::recorded(
      900, 900, [&](QPainter& painter) { paintCutMap(painter, p, plan, QRectF(20, 30, 800, 700), look); });
}

int smallBoxes(const Recording& r, double side) {
  int n = 0;
  for (const Drawn& d : r.polygons()) {
    const QRectF b = d.points.boundingRect();
    n += std::abs(b.width() - side) < 0.05 && std::abs(b.height() - side) < 0.05 && !d.filled();
  }
  return n;
}

}  // namespace

class PlacesTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  void bothEndsOfEveryRuleLieWhereItSays() {
    const Project p = support::asymmetric();
    for (const Page& page : standardPages()) {
      const SheetPlan plan = *planSheets(p, {page, MarkedSide::Front, false});
      const Recording r = sheetOf(p, plan, 0);
      const double w = page.width, h = page.height, m = kPageMargin;
      // As long as the page holds between its margins: whole centimetres and whole inches.
      const double cm = 10 * std::floor((w - 2 * m) / 10), in = std::floor((w - 2 * m) / 25.4);
      const double cmDown = 10 * std::floor((h - 2 * m) / 10), inDown = std::floor((h - 2 * m) / 25.4);
      QVERIFY(r.hasLine({m, h - m + 2.2}, {m + cm, h - m + 2.2}));
      QVERIFY(r.hasLine({m, m - 2.2}, {m + 25.4 * in, m - 2.2}));
      QVERIFY(r.hasLine({w - m + 2.2, m}, {w - m + 2.2, m + cmDown}));
      QVERIFY(r.hasLine({m - 2.2, m}, {m - 2.2, m + 25.4 * inDown}));
      // Each beside its own: millimetres at the foot and on the right, inches at the head and on the left.
      const auto beside = [&](const QString& words, bool level, double edge) {
        const auto all = r.words(words);
        return std::any_of(all.begin(), all.end(), [&](const Drawn& d) {
          const QPointF at = middleOf(d);
          return std::abs((level ? at.y() : at.x()) - edge) < 2.5;
        });
      };
      QVERIFY(beside(QString::number(cm) + " mm", true, h - m + 4.1));
      QVERIFY(beside(QString::number(in) + " in", true, m - 4.1));
      QVERIFY(beside(QString::number(cmDown) + " mm", false, w - m + 4.1));
      QVERIFY(beside(QString::number(inDown) + " in", false, m - 4.1));
      // Nothing lies nearer to the page's edge than printers reach, and no word is under 8 pt.
      for (const Drawn& d : r.all()) {
        const QRectF box = d.points.boundingRect();
        QVERIFY2(box.left() > 4.4 && box.top() > 4.4 && box.right() < w - 4.4 && box.bottom() < h - 4.4,
                 qPrintable(d.words));
      }
    }
  }
  /// Squares of 400 mm on A4: three parts across and two down or so, each said on its own paper.
  void partsSayWhichTheyAreOfHowMany() {
    const Project p = support::project(support::recipe("squares", 400, 1, 1));
    const SheetPlan plan = *planSheets(p, {standardPages().front(), MarkedSide::Front, false});
    const int of = static_cast<int>(plan.parts.size());
    QVERIFY(of > 2);
    std::set<int> numbers;
    for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
      const Recording r = sheetOf(p, plan, s);
      for (const SheetPaper& paper : plan.sheets[s].papers) {
        const SheetPart& part = plan.parts[std::size_t(paper.part)];
        QCOMPARE(part.of, of);
        const auto said = r.words(QStringLiteral("part %1 of %2").arg(part.number).arg(of));
        QCOMPARE(said.size(), std::size_t(1));
        QVERIFY(contains(paper.outline, toPoint(middleOf(said[0]))));
        QVERIFY(numbers.insert(part.number).second);
      }
    }
    QCOMPARE(int(numbers.size()), of);
    QCOMPARE(*numbers.begin(), 1);
    QCOMPARE(*numbers.rbegin(), of);
  }
  void eachPaperHasItsOwnNumberSignAndArrow_data() {
    QTest::addColumn<bool>("back");
    QTest::addColumn<bool>("strips");
    QTest::addColumn<bool>("kites");
    for (const bool kites : {false, true})
      for (const bool back : {false, true})
        for (const bool strips : {false, true})
          QTest::addRow("%s%s%s", kites ? "kites, " : "", back ? "back" : "front", strips ? ", strips" : "")
              << back << strips << kites;
  }
  void eachPaperHasItsOwnNumberSignAndArrow() {
    QFETCH(bool, back);
    QFETCH(bool, strips);
    QFETCH(bool, kites);
    Project p = support::asymmetric();
    if (kites) {  // one way up alone is right, and they lie turned every way
      p = support::project(support::recipe("kites", 60, 3, 2));
      p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "B"}});
      p = support::edited(p, {{"edit", "paint"}, {"pieces", {2, 3, 11}}, {"cloth", "A"}});
    }
    const SheetPlan plan =
        *planSheets(p, {standardPages().front(), back ? MarkedSide::Back : MarkedSide::Front, strips});
    std::set<QString> numbers;
    for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
      const Recording r = sheetOf(p, plan, s);
      QVERIFY(r.allWords().contains(back ? "marked side: BACK" : "marked side: FRONT"));
      QVERIFY(!r.allWords().contains(back ? "marked side: FRONT" : "marked side: BACK"));
      QVERIFY(r.allWords().contains(QStringLiteral("sheet %1 of %2").arg(s + 1).arg(plan.sheets.size())));
      for (const SheetPaper& paper : plan.sheets[s].papers) {
        const auto within = [&](const Drawn& d) { return contains(paper.outline, toPoint(middleOf(d))); };
        // Its number and the sign of its cloth, and no other.
        std::vector<QString> inside;
        for (const Drawn& d : r.all())
          if (d.kind == Drawn::Kind::Words && within(d)) inside.push_back(d.words.trimmed());
        const QString number = QString::number(paper.piece + 1);
        const int hand = p.layout->pieces[paper.piece].hand;
        const QString marked = number + (hand == 0 ? "" : hand > 0 ? " R" : " L");
        QVERIFY2(std::find(inside.begin(), inside.end(), marked) != inside.end(), qPrintable(marked));
        numbers.insert(number);
        const QString sign = QString::fromStdString(clothById(p, p.painting[paper.piece])->sign);
        QVERIFY(std::find(inside.begin(), inside.end(), sign) != inside.end());
        QVERIFY(inside.size() <= 4);  // its name and size in one line or two
        // The paper laid where its piece lies: the arrow points up the layout.
        const Piece& piece = p.layout->pieces[paper.piece];
        Polygon there(p.layout->outline(paper.piece).begin(), p.layout->outline(paper.piece).end());
        // Of the ways the printed paper covers the piece (turned over on the BACK), one carries the arrow
        // upwards.
        bool upwards = false;
        const Point middle = centroid(paper.outline);
        for (int k = 0; k < 360 && !upwards; ++k) {
          const double t = k;
          Polygon moved;
          for (const Point c : paper.outline) {
            Point d = c - middle;
            if (back) d.x = -d.x;
            moved.push_back(rotated(d, Angle::degrees(t)) + piece.centre);
          }
          bool same = true;
          for (const Point c : moved)
            same = same &&
                   std::any_of(there.begin(), there.end(), [&](Point q) { return distance(c, q) < 0.7; });
          if (!same) continue;
          Point top = paper.top;
          if (back) top.x = -top.x;
          upwards = distance(rotated(top, Angle::degrees(t)), {0, -1}) < 0.03;
        }
        QVERIFY2(upwards, qPrintable(number));
        // And it is drawn so: a shaft along `top` that ends in the head.
        int shafts = 0;
        for (const Drawn& d : r.all()) {
          if (d.kind != Drawn::Kind::Line || d.points.size() != 2) continue;
          const Point a = toPoint(d.points[0]), b = toPoint(d.points[1]);
          if (!contains(paper.outline, a) || !contains(paper.outline, b) || distance(a, b) < 0.5) continue;
          if (distance((1 / distance(a, b)) * (b - a), paper.top) > 0.01) continue;
          // The head's two strokes begin where the shaft ends.
          int strokes = 0;
          for (const Drawn& e : r.all())
            strokes += e.kind == Drawn::Kind::Line && e.points.size() == 2 &&
                       distance(toPoint(e.points[0]), b) < 0.01;
          shafts += strokes == 2;
        }
        QCOMPARE(shafts, 1);
      }
    }
    QCOMPARE(numbers.size(), p.layout->size());
  }

  void aCardSaysItsOwnClothsFigures() {
    for (const LengthUnit unit : {LengthUnit::Millimetre, LengthUnit::Inch}) {
      const Project p = support::asymmetric(unit);
      const QString b = cardOf(p, "B").allWords(), a = cardOf(p, "A").allWords();
      const auto written = [&](double mm) {
        return QString::fromStdString(formatLength(Length::millimetres(mm), unit));
      };
      QVERIFY2(b.contains("allowance " + written(9)), qPrintable(b));
      QVERIFY(a.contains("allowance " + written(6.5)));
      QVERIFY(!a.contains("allowance " + written(9)));
      QVERIFY(a.contains("Tide Ink") && !a.contains("Lantern Damask"));
      // The sum stands in the project's own system.
      const QString strange = unit == LengthUnit::Inch ? QStringLiteral(" cm") : QStringLiteral(" in");
      for (const QString& line : a.split('\n')) QVERIFY2(!line.endsWith(strange), qPrintable(line));
      QVERIFY(a.contains(unit == LengthUnit::Inch ? " in" : " cm"));
    }
  }
  void theNoteOnLeftAndRightStandsWhereBothHandsAreCut() {
    const Project p = support::asymmetric();
    const auto of = [](const Project& q, const char* cloth) {
      return clothLies(*clothById(q, *findCloth(q, cloth)), planOf(q, cloth));
    };
    const auto lies = [&](const char* cloth) { return of(p, cloth); };
    // A: 1 and 2 right, 8 to 10 left. C: 14, 15 right; 19 to 23 left. A cloth of one hand alone says less.
    const QString both = lies("A");
    QCOMPARE(lies("C"), both);
    Project one = support::edited(p, {{"edit", "paint"}, {"pieces", {8, 9, 10, 25}}, {"cloth", "D"}});
    QVERIFY(of(one, "A") != both);
    Project left = support::edited(p, {{"edit", "paint"}, {"pieces", {1, 2, 25}}, {"cloth", "D"}});
    QCOMPARE(of(left, "A"), of(one, "A"));
    // Drawn on the back that comes first, in words of its own for one hand and for both.
    Project behind = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "A"}, {"drawn_behind", true}});
    QVERIFY(of(behind, "A").startsWith("WRONG SIDE UP") && of(behind, "A") != both);
    behind = support::edited(one, {{"edit", "changeCloth"}, {"cloth", "A"}, {"drawn_behind", true}});
    QVERIFY(of(behind, "A").startsWith("WRONG SIDE UP") && of(behind, "A") != of(p, "A"));
  }
  void windowsHaveABoxForEachCopyAndTheirOwnAllowance() {
    const Project p = support::asymmetric();
    const CutPlan plan = planOf(p, "B");
    QCOMPARE(plan.windows.size(), std::size_t(2));
    QCOMPARE(plan.windows[0].copies, 4);  // three and a spare: the repainted one is none of them
    QCOMPARE(plan.windows[1].copies, 4);
    const Recording card = cardOf(p, "B");
    const CutMethod* m = plan.method();
    QCOMPARE(smallBoxes(card, 4.6), static_cast<int>(8 + (m->groups.empty() ? 0 : m->steps.size())));
    QVERIFY(card.allWords().contains("the eye looks up the slope"));
    // The print is shown at its own scale: 100 pixels to the inch.
    int textured = 0;
    for (const Drawn& d : card.polygons()) {
      if (d.brush.style() != Qt::TexturePattern) continue;
      ++textured;
      COMPARE_TO(d.brush.transform().m11(), 25.4 / 100, 1e-9);
      COMPARE_TO(d.brush.transform().m22(), 25.4 / 100, 1e-9);
    }
    QCOMPARE(textured, 2);
    // The pictures: the paper of each motif, its patch round it by the cloth's own allowance, both to one
    // scale.
    const Shape& shape = p.layout->shapes[p.layout->pieces[0].shape];
    int right = 0, left = 0;
    for (const Drawn& paper : card.polygons()) {
      if (paper.points.size() < 4 || paper.filled() || std::abs(paper.pen.widthF() - 0.7) > 1e-6) continue;
      // Its patch is drawn just before, dashed.
      for (const Drawn& patch : card.polygons()) {
        if (patch.pen.style() == Qt::SolidLine || patch.filled() || patch.points.size() < 4) continue;
        if (!patch.points.boundingRect().contains(paper.points.boundingRect())) continue;
        Polygon inner, outer;
        for (const QPointF q : paper.points) inner.push_back(toPoint(q));
        for (const QPointF q : patch.points) outer.push_back(toPoint(q));
        if (distance(inner.front(), inner.back()) < 1e-6) inner.pop_back();
        if (distance(outer.front(), outer.back()) < 1e-6) outer.pop_back();
        const double scale = std::sqrt(area(inner) / area(shape.outline));
        COMPARE_TO(area(outer) / (scale * scale), area(allowanceOutline(shape.outline, 9, Tips::Blunted)), 1);
        const int hand = handOf(inner) * (handOf(shape.outline) < 0 ? -1 : 1);
        (hand > 0 ? right : left) += 1;
      }
    }
    QCOMPARE(right, 1);
    QCOMPARE(left, 1);
  }

  void theCuttingMapShowsBandsWhereTheyAreCut() {
    const Project given = support::asymmetric();
    for (const auto& [cloth, behind] :
         {std::pair("A", false), {"B", false}, {"C", false}, {"D", false}, {"A", true}, {"C", true}}) {
      const Project p =
          behind ? support::edited(given, {{"edit", "changeCloth"}, {"cloth", cloth}, {"drawn_behind", true}})
                 : given;
      const CutPlan plan = planOf(p, cloth);
      const CutLayout& laid = plan.method()->laid;
      const Recording r = cutMapOf(p, plan);
      // Each length is a rectangle as long as it is shown and as wide as the cloth.
      std::vector<QRectF> lengths;
      for (const Drawn& d : r.polygons()) {
        const QRectF b = d.points.boundingRect();
        if (d.filled() && d.brush.color() == printPalette().paper && d.points.size() >= 4)
          lengths.push_back(b);
      }
      double highest = 0;
      for (const QRectF& b : lengths) highest = std::max(highest, b.height());
      std::erase_if(lengths, [&](const QRectF& b) { return b.height() < highest - 0.01; });
      std::size_t used = 0;
      for (const ClothLength& l : laid.lengths) used += l.used > 0;
      QCOMPARE(lengths.size(), used);
      const double scale = lengths.front().height() / plan.width;
      // Patches lie at their places: y along the cloth runs to the right, x across it up the map, so that the
      // cloth is turned and not mirrored; drawn on the wrong side x runs down.
      std::size_t found = 0;
      for (const PlacedPatch& patch : laid.placements) {
        std::size_t shown = 0;
        for (int l = 0; l < patch.length; ++l) shown += laid.lengths[static_cast<std::size_t>(l)].used > 0;
        const QRectF area = lengths[shown];
        const auto drawnAt = [&, behind = behind](Point q) {
          return QPointF(area.left() + q.y * scale, area.top() + (behind ? q.x : plan.width - q.x) * scale);
        };
        const Polygon& outline = patch.rough.empty() ? patch.patch : patch.rough;
        for (const Drawn& d : r.polygons()) {
          if (d.points.size() < static_cast<qsizetype>(outline.size())) continue;
          const bool same = std::all_of(outline.begin(), outline.end(), [&](Point q) {
            const QPointF at = drawnAt(q);
            return std::any_of(d.points.begin(), d.points.end(),
                               [&](QPointF c) { return std::hypot(c.x() - at.x(), c.y() - at.y()) < 0.02; });
          });
          if (!same) continue;
          ++found;
          break;
        }
      }
      QCOMPARE(found, laid.placements.size());
      // A strip's band is drawn from where it begins to where it ends, not over the squaring.
      for (const Band& band : laid.bands) {
        if (band.kind != BandKind::Strip) continue;
        const auto drawn = r.polygons();
        QVERIFY(std::any_of(drawn.begin(), drawn.end(), [&](const Drawn& d) {
          const QRectF b = d.points.boundingRect();
          return d.filled() && std::abs(b.width() - (band.to - band.from) * scale) < 0.02 &&
                 std::abs(b.height() - plan.width * scale) < 0.02;
        }));
      }
      // How much is used is written, and drawn as a line of that length.
      for (std::size_t l = 0; l < laid.lengths.size(); ++l) {
        if (laid.lengths[l].used <= 0) continue;
        const auto words = r.words(QStringLiteral("%1 used").arg(
            QString::fromStdString(writeCloth(laid.lengths[l].used, p.settings.unit))));
        QVERIFY(!words.empty());
      }
    }
  }
  void theMapsLabelsNumberWindowsAndStripsOnce() {
    const Project p = support::asymmetric();
    const auto labels = mapLabels(p, planOf(p, "B"));
    QVERIFY(labels.size() >= 2);
    // The two choices lie among each other: numbers follow the cloth, from its cut end.
    QCOMPARE(labels[0].range, QStringLiteral("Windows 1, 4, 6, 8"));
    QVERIFY(labels[0].text.startsWith("Eye"));
    QCOMPARE(labels[1].range, QStringLiteral("Windows 2, 3, 5, 7"));
    QVERIFY(labels[1].text.startsWith("Stalk"));
    // Of one copy and of two (each with a tenth to spare).
    Project few = support::edited(p, {{"edit", "setSpare"}, {"percent", 0}});
    few = support::edited(few, {{"edit", "paint"}, {"pieces", {4, 13, 11}}, {"cloth", "D"}});
    const auto said = mapLabels(few, planOf(few, "B"));
    QVERIFY(said.size() >= 2);
    QVERIFY2(said[0].range.startsWith("Window ") && !said[0].range.contains(','), qPrintable(said[0].range));
    QVERIFY2(said[1].range.startsWith("Windows ") && said[1].range.count(',') == 1,
             qPrintable(said[1].range));
    // Strips of D in their order: each number is said once, the last one is the number of bands.
    const CutPlan d = planOf(p, "D");
    int next = 1;
    static const QRegularExpression range(QStringLiteral("(\\d+)(?: to (\\d+))?$"));
    for (const MapLabel& l : mapLabels(p, d)) {
      const auto m = range.match(l.range);
      QCOMPARE(m.captured(1).toInt(), next);
      next = (m.captured(2).isEmpty() ? m.captured(1) : m.captured(2)).toInt() + 1;
    }
    int bands = 0;
    for (const Band& b : d.method()->laid.bands) bands += b.group >= 0;
    QCOMPARE(next, bands + 1);
    // And on the map itself.
    const Recording r = cutMapOf(p, planOf(p, "B"));
    for (int n = 1; n <= 6; ++n) QVERIFY(!r.words(QString::number(n)).empty());
  }

  void mapsOfManyPagesArePutTogetherAgain_data() {
    QTest::addColumn<bool>("back");
    QTest::newRow("front") << false;
    QTest::newRow("back") << true;
  }
  void mapsOfManyPagesArePutTogetherAgain() {
    QFETCH(bool, back);
    const Project p = support::project(support::recipe("parallelogram-chevrons", 12, 60, 45));
    const Page page = mapPage(p);
    const MapPages pages = mapPages(p, page);
    QVERIFY(pages.across > 1 && pages.down > 1 && pages.across != pages.down);
    // The places that a page gives, taken back by how far the pages lie apart, are one picture of the layout.
    const clathra::Box b = p.layout->finished;
    std::map<QString, QPointF> seen;
    std::size_t times = 0;
    for (int n = 0; n < pages.pages(); ++n) {
      const Recording r = support::recorded(page.width, page.height, [&](QPainter& painter) {
        paintMapPage(painter, p, page, pages, n, {back});
      });
      const int col = n % pages.across, row = n / pages.across;
      const QPointF moved(col * (page.width - 2 * kMapEdge - kMapOverlap),
                          row * (page.height - 2 * kMapEdge - kMapHead - kMapOverlap));
      for (const Drawn& d : r.all()) {
        bool number = false;
        d.words.trimmed().toInt(&number);
        if (d.kind != Drawn::Kind::Words || !number) continue;
        const QPointF at = middleOf(d) + moved;
        const auto [there, fresh] = seen.emplace(d.words.trimmed(), at);
        ++times;
        QVERIFY2(std::hypot(there->second.x() - at.x(), there->second.y() - at.y()) < 0.05,
                 qPrintable(d.words));
      }
    }
    QCOMPARE(seen.size(), p.layout->size());
    QVERIFY(times > seen.size());  // neighbours overlap
    // Each number stands on its own piece, mirrored on the BACK.
    const double left = kMapEdge, top = kMapEdge + kMapHead;
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const Point c = p.layout->pieces[i].centre;
      const double x = back ? b.right - c.x : c.x - b.left;
      const QPointF at = seen[QString::number(i + 1)];
      COMPARE_TO(at.x(), left + x * pages.scale, 0.1);
      COMPARE_TO(at.y(), top + (c.y - b.top) * pages.scale, 3.0);
    }
  }
  void signsOfOneShapeAreOfOneSizeAndStayInside() {
    // A rosette of twelve: diamonds of 30°, 60° and 90°, turned every way.
    Project p = support::project(support::recipe("rosette-12", 50, 3, 1));
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
    const PieceIndex index(*p.layout);
    for (const double scale : {0.35, 0.6, 1.1, 2.4}) {
      LayoutPlace place;
      place.scale = scale;
      place.origin = QPointF(500, 500);
      LayoutLook look;
      const Recording r = support::recorded(1'000, 1'000, [&](QPainter& painter) {
        paintLayout(painter, p, index, place, QRectF(0, 0, 1'000, 1'000), look);
      });
      std::map<std::uint16_t, std::set<int>> sizes;
      std::map<std::uint16_t, std::size_t> plates;
      for (const Drawn& d : r.all()) {
        if (d.kind != Drawn::Kind::Image) continue;
        const QRectF box = d.points.boundingRect();
        const auto piece = index.at(*p.layout, place.toLayout(box.center()));
        QVERIFY(piece.has_value());
        const auto shape = p.layout->pieces[*piece].shape;
        sizes[shape].insert(qRound(box.height()));
        ++plates[shape];
        // The letter is about half as wide and high as its plate.
        const double w = box.width() * 0.25, h = box.height() * 0.25;
        for (const QPointF corner : {QPointF(-w, -h), QPointF(w, -h), QPointF(-w, h), QPointF(w, h)})
          QVERIFY2(contains(p.layout->outline(*piece), place.toLayout(box.center() + corner)),
                   qPrintable(QString::number(scale)));
      }
      for (const auto& [shape, all] : sizes) QCOMPARE(all.size(), std::size_t(1));
      for (const auto& [shape, n] : plates)
        QCOMPARE(n, std::size_t(p.layout->shapes[shape].pieces));  // all or none
      QVERIFY(scale < 2 || plates.size() == p.layout->shapes.size());
    }
  }
  /// A role's name stands on each of its pieces that has no cloth.
  void piecesOfARoleBearItsName() {
    Project p = support::project(support::recipe("squares", 50, 3, 2));
    p = support::edited(p, {{"edit", "addRole"}, {"name", "Path"}});
    p = support::edited(p, {{"edit", "giveRole"}, {"role", "Path"}, {"pieces", {2, 6}}});
    const PieceIndex index(*p.layout);
    LayoutPlace place;
    place.scale = 2.5;
    place.origin = QPointF(200, 200);
    const Recording r = support::recorded(1'000, 1'000, [&](QPainter& painter) {
      paintLayout(painter, p, index, place, QRectF(0, 0, 1'000, 1'000), LayoutLook{});
    });
    std::set<std::uint32_t> on;
    for (const Drawn& d : r.words("Path")) {
      const auto piece = index.at(*p.layout, place.toLayout(d.points.boundingRect().center()));
      QVERIFY(piece.has_value());
      on.insert(*piece + 1);
    }
    QCOMPARE(on, (std::set<std::uint32_t>{2, 6}));
  }
  void numbersWithoutRoomAreLeftOutUntilZoomed() {
    const Project p = support::project(support::recipe("squares", 20, 13, 9));
    const PieceIndex index(*p.layout);
    std::map<double, std::size_t> shown;
    for (const double scale : {0.5, 0.9, 3.0}) {
      LayoutPlace place;
      place.scale = scale;
      LayoutLook look;
      look.view = LayoutView::Numbers;
      const Recording r = support::recorded(1'000, 1'000, [&](QPainter& painter) {
        paintLayout(painter, p, index, place, QRectF(0, 0, 1'000, 1'000), look);
      });
      for (const Drawn& d : r.all()) {
        if (d.kind != Drawn::Kind::Words) continue;
        const PolygonView outline =
            p.layout->outline(static_cast<std::size_t>(d.words.trimmed().toInt() - 1));
        for (const QPointF end : d.points)
          QVERIFY2(contains(outline, place.toLayout(end)), qPrintable(d.words));
        ++shown[scale];
      }
    }
    QCOMPARE(shown[0.5], std::size_t(0));
    QCOMPARE(shown[0.9], std::size_t(99));  // up to 99, not those of three digits
    QCOMPARE(shown[3.0], std::size_t(117));
  }
  void copiesThatDoNotCloseTheRoundAreNotCounted() {
    // Corners of 108° go round three times and leave a gap; of 60° six times, of 135° twice.
    QCOMPARE(copiesInRound(*familyOutline("pentagon")), 3);
    QCOMPARE(copiesInRound(*familyOutline("triangle60")), 6);
    QCOMPARE(copiesInRound(*familyOutline("octagon")), 2);
  }
  void theChartCountsLeftAndRightApart() {
    const Project p = support::asymmetric();
    const QTemporaryDir folder;
    QFile file(folder.filePath("chart.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly) && file.write(chartPdf(p)) > 0);
    file.close();
    QProcess text;
    text.start("pdftotext", {"-layout", file.fileName(), "-"});
    QVERIFY(text.waitForFinished(support::kHang));
    const QString words = QString::fromUtf8(text.readAllStandardOutput()).simplified();
    // Which hand is right is the layout's to say; A has pieces 1, 2 and 25 of one, 8 to 10 of the other.
    int hands[2] = {0, 0};
    for (const int i : {1, 2, 8, 9, 10, 25})
      ++hands[p.layout->pieces[static_cast<std::size_t>(i - 1)].hand < 0 ? 0 : 1];
    QVERIFY(hands[0] == 3 && hands[1] == 3);
    int c[2] = {0, 0};
    for (const int i : {14, 15, 19, 20, 21, 22, 23})
      ++c[p.layout->pieces[static_cast<std::size_t>(i - 1)].hand < 0 ? 0 : 1];
    QVERIFY(c[0] != c[1]);
    QVERIFY2(words.contains(QStringLiteral("%1 parallelogram, left").arg(c[0])), qPrintable(words));
    QVERIFY(words.contains(QStringLiteral("%1 parallelogram, right").arg(c[1])));
  }
};

CLATHRA_TEST(PlacesTest, "places")
#include "places.moc"
