// Marks on papers of every family, and sheets measured on rendered pages of every kind.
#include <QPainter>
#include <QRegularExpression>
#include <set>

#include "draw/alike_strip.hpp"
#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "draw/place_list.hpp"
#include "draw/rules_painter.hpp"
#include "draw/sheet_painter.hpp"
#include "measure/quantity.hpp"
#include "paper/place_marks.hpp"
#include "paper/true_scale.hpp"
#include "recorder.hpp"
#include "registry.hpp"
#include "rendered.hpp"
#include "script/demo.hpp"
#include "support.hpp"

using namespace clathra;
using support::Drawn;
using support::Recording;

namespace {

const Page& a4() {
  return standardPages().front();
}

Recording marksOf(const Project& p, const SheetPlan& plan, std::size_t sheet, const Geometry* geometry) {
  SheetLook look;
  look.outlines = false;
  look.geometry = geometry;
  return support::recorded(plan.page.width, plan.page.height,
                           [&](QPainter& painter) { paintSheet(painter, p, plan, sheet, look); });
}

/// All that a mark covers, as points; capitals are 0.72 of the letters' size high.
std::vector<Point> placesOf(const Drawn& d) {
  std::vector<Point> out;
  for (const QPointF p : d.points) out.push_back({p.x(), p.y()});
  if (d.kind == Drawn::Kind::Words)
    for (std::size_t i = 0, n = out.size(); i < n; ++i) out.push_back(out[i] - Point{0, 0.72 * d.size});
  return out;
}

bool inRoom(const Page& page, Point p) {
  return p.x > page.margin && p.y > page.margin && p.x < page.width - page.margin &&
         p.y < page.height - page.margin;
}

Point middleOf(const std::vector<Point>& places) {
  Point sum;
  for (const Point p : places) sum = sum + p;
  return (1 / double(places.size())) * sum;
}

double toOutline(PolygonView p, Point at) {
  double least = 1e300;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point d = p[(i + 1) % p.size()] - p[i];
    const double t = std::clamp(dot(at - p[i], d) / dot(d, d), 0.0, 1.0);
    least = std::min(least, distance(at, p[i] + t * d));
  }
  return least;
}

Project painted(const char* id, double edge, int across = 4, int down = 4) {
  Project p = support::project(support::recipe(id, edge, across, down));
  p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "B"}});
  return support::edited(p, {{"edit", "paint"}, {"pieces", {1, (p.layout->size() + 1) / 2}}, {"cloth", "C"}});
}

/// A painted layout of a family and its sheets, made once: several tests read the same.
struct Printed {
  Project project;
  std::shared_ptr<const Geometry> geometry;
  SheetPlan plan;
};
const Printed& printed(const std::string& id, double edge, MarkedSide side) {
  static std::map<std::tuple<std::string, double, MarkedSide>, Printed> all;
  const auto [at, isNew] = all.try_emplace({id, edge, side});
  if (isNew) {
    Project p = painted(id.c_str(), edge);
    auto plan = *planSheets(p, {a4(), side, false});
    at->second = {p, geometryOf(p.layout), std::move(plan)};
  }
  return at->second;
}

/// What of a paper's marks is there.
struct Shown {
  bool number = false, sign = false, name = false, hand = false, arrow = false;
  double numberSize = 0;
};
Shown shownOn(const Project& p, const Recording& r, const SheetPaper& paper) {
  Shown out;
  const Cloth* cloth = paper.piece == kNoPiece ? nullptr : clothById(p, p.painting[paper.piece]);
  const std::string hand = paper.hand == 0 ? "" : paper.hand > 0 ? "R" : "L";
  for (const Drawn& d : r.all()) {
    const auto places = placesOf(d);
    if (!contains(paper.outline, middleOf(places))) continue;
    if (d.kind == Drawn::Kind::Line && places.size() == 2) {
      const Point along = places[1] - places[0];
      out.arrow =
          out.arrow || (length(along) > 0.6 && distance((1 / length(along)) * along, paper.top) < 0.01);
    }
    if (d.kind != Drawn::Kind::Words) continue;
    const QString words = d.words.trimmed();
    const QString number = QString::number(paper.piece + 1);
    if (paper.piece != kNoPiece && (words == number || words.startsWith(number + " "))) {
      out.number = true;
      out.numberSize = d.size;
    }
    if (!hand.empty() && words.split(' ').last() == QString::fromStdString(hand)) out.hand = true;
    if (cloth && words == QString::fromStdString(cloth->sign)) out.sign = true;
    if (words.startsWith(QString::fromStdString(p.layout->shapes[paper.shape].title).section(',', 0, 0)))
      out.name = true;
  }
  return out;
}

}  // namespace

class PaperMarksTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { loadFonts(); }

  /// Of every family, small on one side and large on the other, in turn: whatever lies on a paper lies on it
  /// whole.
  void noMarkCrossesACuttingLine() {
    bool turn = false;
    for (const Arrangement& a : support::library().all()) {
      turn = !turn;
      for (const double edge : {12.0, 30.0}) {
        const MarkedSide side = (edge < 20) == turn ? MarkedSide::Back : MarkedSide::Front;
        const auto& [p, g, plan] = printed(a.id, edge, side);
        for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
          const Recording r = marksOf(p, plan, s, g.get());
          int checked = 0;
          for (const Drawn& d : r.all()) {
            const auto places = placesOf(d);
            const Point middle = middleOf(places);
            if (!inRoom(plan.page, middle)) continue;  // rules and their words
            const SheetPaper* on = nullptr;
            for (const SheetPaper& paper : plan.sheets[s].papers)
              if (contains(paper.outline, middle)) on = &paper;
            QVERIFY2(on, qPrintable(QString::fromStdString(a.id) + ": a mark on no paper"));
            ++checked;
            for (const Point at : places) {
              const bool in = contains(on->outline, at) && toOutline(on->outline, at) > 0.25;
              QVERIFY2(in, qPrintable(QStringLiteral("%1 %2 mm: %3 at %4, %5, off the edge by %6")
                                          .arg(QString::fromStdString(a.id))
                                          .arg(edge)
                                          .arg(d.words)
                                          .arg(at.x)
                                          .arg(at.y)
                                          .arg(toOutline(on->outline, at))));
            }
            if (d.kind == Drawn::Kind::Words) QVERIFY(d.size > 2.8);  // 8 pt
          }
          QVERIFY2(checked > 0, a.id.c_str());
        }
      }
    }
  }
  /// A change of colour is a tick with a dot, at its own place of the edge, on FRONT and BACK; the list of
  /// places says it in words. Without ticks there is none.
  void coloursAreTicksWithADot() {
    Project p = painted("hexagon-diamond-triangle", 40);
    const auto g = geometryOf(p.layout);
    // A third of the way along the first edge of piece 6.
    constexpr std::uint32_t kPiece = 5;
    const PolygonView o = p.layout->outline(kPiece);
    const Point from = o[0], to = o[1], at = from + 0.3 * (to - from);
    const Point along = (1 / distance(from, to)) * (to - from);
    Point in{-along.y, along.x};
    if (!contains(o, at + 0.5 * in)) in = -1.0 * in;
    const NeighbourMarks marks{g, {{kPiece, {{at, in}}}}};
    for (const bool ticks : {true, false})
      for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front}) {
        p = support::edited(p, {{"edit", "setMarks"}, {"ticks", ticks}});
        const SheetPlan plan = *planSheets(p, {a4(), side, false});
        int looked = 0;
        for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
          SheetLook look;
          look.outlines = false;
          look.geometry = g.get();
          const auto drawn = [&](const ColourTicks* colours) {
            look.colours = colours;
            return support::recorded(plan.page.width, plan.page.height,
                                     [&](QPainter& painter) { paintSheet(painter, p, plan, s, look); });
          };
          const Recording plain = drawn(nullptr), coloured = drawn(&marks.colours);
          const auto paper = std::find_if(plan.sheets[s].papers.begin(), plan.sheets[s].papers.end(),
                                          [](const SheetPaper& q) { return q.piece == kPiece; });
          if (paper == plan.sheets[s].papers.end() || !ticks) {
            QCOMPARE(coloured.all().size(), plain.all().size());
            continue;
          }
          ++looked;
          QVERIFY(coloured.all().size() > plain.all().size());
          const auto on = [&](Point q) { return onPaper(p.layout->pieces[kPiece], *paper, side, q); };
          const Point begins = on(at + 0.45 * in), ends = on(at + 2.45 * in);
          QVERIFY(coloured.hasLine({begins.x, begins.y}, {ends.x, ends.y}));
          QVERIFY(!plain.hasLine({begins.x, begins.y}, {ends.x, ends.y}));
          const auto dots = coloured.polygons();
          QVERIFY(std::any_of(dots.begin(), dots.end(), [&](const Drawn& d) {
            const QRectF box = d.points.boundingRect();
            return d.filled() && std::hypot(box.center().x() - ends.x, box.center().y() - ends.y) < 0.05 &&
                   std::abs(box.width() - 0.8) < 0.1;
          }));
        }
        QCOMPARE(looked, ticks ? 1 : 0);
        const QString said = placeLine(p, marks, kPiece);
        QCOMPARE(said.contains("colour on edge"), ticks);
        if (ticks) {
          const QString near = QString::fromStdString(writeFine(0.3 * distance(from, to), 1)),
                        far = QString::fromStdString(writeFine(0.7 * distance(from, to), 1));
          QVERIFY2(said.contains(near) || said.contains(far), qPrintable(said));
        }
        QVERIFY(!placeLine(p, {g, {}}, kPiece).contains("colour"));
      }
  }
  /// At 12 mm the number is there wherever the paper has the room, its figures 2.5 mm high; and what is left
  /// out goes in its order: the name, the sign, the arrow; never the hand, nor the arrow where the paper can
  /// be turned wrong.
  void smallPapersKeepTheirNumber() {
    std::set<std::string> without;
    for (const Arrangement& a : support::library().all())
      for (const double edge : {12.0, 18.0, 30.0}) {
        const auto& [p, g, plan] = printed(a.id, edge, MarkedSide::Back);
        for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
          const Recording r = marksOf(p, plan, s, g.get());
          for (const SheetPaper& paper : plan.sheets[s].papers) {
            const Shape& shape = p.layout->shapes[paper.shape];
            const Shown shown = shownOn(p, r, paper);
            const std::string what = a.id + " " + shape.title + " " + std::to_string(edge);
            if (shown.number) QVERIFY2(0.72 * shown.numberSize >= 2.5, what.c_str());
            if (paper.hand != 0) QVERIFY2(shown.hand, what.c_str());
            if (shape.symmetry.turns == 1) QVERIFY2(shown.arrow, what.c_str());
            QVERIFY2(!shown.name || shown.sign, what.c_str());
            QVERIFY2(!shown.sign || shown.number, what.c_str());
            if (!shown.number && edge == 12) without.insert(shape.family);
          }
        }
      }
    // Only papers so narrow that no circle of 6 mm goes in do without: thin tips and parts of small shapes.
    QStringList list;
    for (const std::string& s : without) list << QString::fromStdString(s);
    for (const char* wide :
         {"hexagon", "square", "triangle60", "diamond60", "octagon", "half-hexagon-point-cut", "kite",
          "jewel", "clamshell", "pentagon", "honeycomb", "dodecagon"})
      QVERIFY2(!without.contains(wide), qPrintable(list.join(", ")));
  }
  /// Each mark can be switched off by itself, and takes nothing else with it.
  void marksAreSwitched() {
    const Project all = painted("hexagon-diamond-triangle", 60, 3, 3);
    const auto g = geometryOf(all.layout);
    struct Count {
      int words = 0, lines = 0, dashes = 0, dots = 0;
      QString text;
    };
    const auto count = [&](const Project& p) {
      Count c;
      const SheetPlan plan = *planSheets(p, {standardPages()[3], MarkedSide::Back, false});
      for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
        const Recording r = marksOf(p, plan, s, g.get());
        for (const Drawn& d : r.all()) {
          if (!inRoom(plan.page, middleOf(placesOf(d)))) continue;
          // A name may stand in one line or, with its size below it, in two.
          c.words += d.kind == Drawn::Kind::Words && d.words.size() < 4;
          c.lines += d.kind == Drawn::Kind::Line && d.pen.style() == Qt::SolidLine;
          c.dashes += d.kind == Drawn::Kind::Line && d.pen.style() != Qt::SolidLine;
          c.dots += d.kind == Drawn::Kind::Polygon && d.filled();
          if (d.kind == Drawn::Kind::Words) c.text += d.words + "\n";
        }
      }
      return c;
    };
    const auto with = [&](const char* mark) {
      return count(support::edited(all, {{"edit", "setMarks"}, {mark, false}}));
    };
    const Count full = count(all);
    const int n = static_cast<int>(all.layout->size());
    int named = 0;
    for (const Piece& piece : all.layout->pieces)
      named += all.layout->shapes[piece.shape].title.empty() ? 0 : 1;
    QVERIFY(full.dashes > 0 && full.dots > 0 && named == n);
    const Count name = with("name");
    QVERIFY(!name.text.contains("hexagon") && full.text.contains("hexagon"));
    QCOMPARE(name.dashes, full.dashes);
    QCOMPARE(full.words - with("number").words, n);
    QCOMPARE(full.words - with("sign").words, n);
    QVERIFY(with("sign").lines < full.lines);  // its hatch goes too
    QCOMPARE(with("outer").dashes, 0);
    QCOMPARE(with("outer").words, full.words);
    const Count ticks = with("ticks");
    QVERIFY(ticks.lines < full.lines && ticks.dashes == full.dashes);
    QCOMPARE(with("folds").dots, 0);
    // Each fold is a shaft and two strokes.
    QCOMPARE(full.lines - with("folds").lines, 3 * full.dots);
    QVERIFY(with("arrow").lines < full.lines);
    QCOMPARE(with("arrow").words, full.words);
    // The other hand folds the other way round.
    const SheetPlan plan = *planSheets(all, {standardPages()[3], MarkedSide::Back, false});
    const Project left = support::edited(all, {{"edit", "setMarks"}, {"hand", "left"}});
    int folded = 0;
    for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
      const auto dots = [&](const Project& p) {
        std::vector<Point> out;
        const Recording r = marksOf(p, plan, s, g.get());
        for (const Drawn& d : r.all())
          if (d.kind == Drawn::Kind::Polygon && d.filled() && inRoom(plan.page, middleOf(placesOf(d))))
            out.push_back(middleOf(placesOf(d)));
        return out;
      };
      const auto right = dots(all), other = dots(left);
      QCOMPARE(right.size(), other.size());
      for (std::size_t i = 0; i < right.size(); ++i) {
        QVERIFY(distance(right[i], other[i]) > 1);
        // On the BACK a right hand begins at the side that ends, clockwise, at the sharpest corner.
        for (const SheetPaper& paper : plan.sheets[s].papers) {
          if (!contains(paper.outline, right[i])) continue;
          const std::size_t side = *firstFold(paper.outline);
          const Point a = paper.outline[side], b = paper.outline[(side + 1) % paper.outline.size()];
          QVERIFY(signedArea(paper.outline) > 0);
          COMPARE_TO(std::abs(cross((1 / distance(a, b)) * (b - a), right[i] - a)), 1.2, 0.15);
          ++folded;
        }
      }
    }
    QCOMPARE(folded, full.dots);
  }
  /// Papers that are used again bear what they are, never a place; what belongs to places is in the list.
  void papersUsedAgainBearNoPlace() {
    Project p = *demoProject(support::library(), "mill-lantern");
    const auto g = geometryOf(p.layout);
    SheetOptions o{a4(), MarkedSide::Back, false};
    o.usedAgain = true;
    o.counts.emplace();
    for (const Piece& piece : p.layout->pieces) (*o.counts)[{piece.shape, piece.hand}] = 3;
    const SheetPlan plan = *planSheets(p, o);
    QVERIFY(listsPlaces(p, plan));
    for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
      const Recording r = marksOf(p, plan, s, g.get());
      for (const Drawn& d : r.all()) {
        if (!inRoom(plan.page, middleOf(placesOf(d)))) continue;
        if (d.kind == Drawn::Kind::Words)
          QVERIFY2(
              d.words.trimmed().endsWith("in") || d.words.contains("diamond") || d.words.contains("square"),
              qPrintable(d.words));
        else
          QVERIFY(d.kind == Drawn::Kind::Line && d.pen.style() == Qt::SolidLine);
      }
    }
    int pages = 1;
    const Recording list = support::recorded(210, 297, [&](QPainter& painter) {
      paintPlaceList(painter, p, plan, {g, {}}, [&] { ++pages; });
    });
    QCOMPARE(pages, 1);
    // 1 to 12 are the same: one line. Every piece is in one.
    const QString words = list.allWords();
    QVERIFY(words.contains(QStringLiteral("1") + QChar(0x2013) + "12"));
    std::set<int> listed;
    for (const QString& line : words.split('\n')) {
      static const QRegularExpression range(QStringLiteral("^(\\d+)(?:\\x{2013}(\\d+))?$"));
      const auto m = range.match(line.trimmed());
      if (!m.hasMatch()) continue;
      const int from = m.captured(1).toInt(), to = m.captured(2).isEmpty() ? from : m.captured(2).toInt();
      for (int i = from; i <= to; ++i) QVERIFY(listed.insert(i).second);
    }
    QCOMPARE(listed.size(), p.layout->size());
    QVERIFY(placeLine(p, {g, {}}, 59).contains("rim"));
    p = support::edited(p, {{"edit", "setMarks"}, {"outer", false}});
    QVERIFY(!placeLine(p, {g, {}}, 59).contains("rim"));
    SheetOptions each{a4(), MarkedSide::Back, false};
    QVERIFY(!listsPlaces(p, *planSheets(p, each)));
  }
  /// Of one shape alone: numbers between them that are of another shape are in no line, nor in a range.
  void aListJoinsOnlyNumbersThatFollow() {
    Project p = *demoProject(support::library(), "mill-lantern");
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "A"}});
    p = support::edited(p, {{"edit", "setMarks"}, {"outer", false}, {"ticks", false}});
    const std::uint16_t shape = p.layout->pieces.back().shape;
    SheetOptions o{a4(), MarkedSide::Back, false};
    o.usedAgain = true;
    o.counts.emplace();
    QString expected;
    int ranges = 0;
    for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
      const Piece& piece = p.layout->pieces[i];
      if (piece.shape != shape) continue;
      (*o.counts)[{piece.shape, piece.hand}] = 3;
      std::uint32_t last = i;
      while (last + 1 < p.layout->size() && p.layout->pieces[last + 1].shape == shape) ++last;
      expected +=
          '\n' + QString::number(i + 1) + (last > i ? QChar(0x2013) + QString::number(last + 1) : QString());
      ++ranges;
      i = last;
    }
    QVERIFY(ranges > 1);
    const SheetPlan plan = *planSheets(p, o);
    const Recording list = support::recorded(210, 297, [&](QPainter& painter) {
      paintPlaceList(painter, p, plan, {geometryOf(p.layout), {}}, [] {});
    });
    QString listed;
    static const QRegularExpression number(QStringLiteral("^\\d+(\\x{2013}\\d+)?$"));
    for (const QString& line : list.allWords().split('\n'))
      if (number.match(line.trimmed()).hasMatch()) listed += '\n' + line.trimmed();
    QCOMPARE(listed, expected);
  }

  void renderedSheetsAreTrue_data() {
    QTest::addColumn<QByteArray>("arrangement");
    QTest::addColumn<QByteArray>("page");
    QTest::addColumn<int>("sorting");
    QTest::addColumn<int>("dpi");
    const char* pages[] = {"a4", "letter", "a3", "legal", "a4-wide", "230x310"};
    const char* families[] = {"hexagons",
                              "kites",
                              "hexagon-diamond-triangle",
                              "half-hexagons",
                              "jewels-hexagons",
                              "octagon-square",
                              "diamonds",
                              "clamshells",
                              "petals",
                              "apple-cores",
                              "pentagons",
                              "rosette-12",
                              "dodecagon-hexagon-square",
                              "long-honeycombs",
                              "parallelogram-rows",
                              "rectangles"};
    int n = 0;
    for (const char* f : families) {
      const char* page = pages[n % 6];
      const int sorting = (n / 2 + n) % 4, dpi = n % 2 == 0 ? 300 : 600;
      QTest::addRow("%s on %s, sorted %d, %d dpi", f, page, sorting, dpi)
          << QByteArray(f) << QByteArray(page) << sorting << dpi;
      ++n;
    }
  }
  /// Every line of every paper lies where it is meant to, to 0.1 mm, on the page as another program shows it.
  void renderedSheetsAreTrue() {
    QFETCH(QByteArray, arrangement);
    QFETCH(QByteArray, page);
    QFETCH(int, sorting);
    QFETCH(int, dpi);
    Project p = painted(arrangement.constData(), 32, 4, 3);
    p = support::edited(
        p,
        {{"edit", "setPage"}, {"page", page.toStdString()}, {"sort", sortingNames()[std::size_t(sorting)]}});
    const auto g = geometryOf(p.layout);
    const Seam first = g->seams.seams[*g->seams.seamsOf(0).begin()];
    p = support::edited(p, {{"edit", "markUnit"}, {"name", "Reed"}, {"pieces", {first.a + 1, first.b + 1}}});
    const SheetPlan plan = *planSheets(p, *sheetOptions(p));
    QCOMPARE(plan.sheets.front().tile.has_value(), sorting == 3);
    const auto r = support::render(*sheetsPdf(p, plan), 1, dpi);
    // Whole points and whole pixels round a page up.
    COMPARE_TO(r.width * 25.4 / dpi, plan.page.width, 0.25);
    COMPARE_TO(r.height * 25.4 / dpi, plan.page.height, 0.25);
    const Sheet& sheet = plan.sheets[0];
    int measured = 0;
    for (const SheetPaper& paper : sheet.papers)
      for (std::size_t i = 0; i < paper.outline.size(); ++i) {
        const Point a = paper.outline[i], b = paper.outline[(i + 1) % paper.outline.size()];
        if (distance(a, b) < 1) continue;
        const Point at = a + 0.3 * (b - a);
        if (sheet.tile) {
          const Box& t = sheet.tile->shown;
          if (at.x < t.left + 1 || at.x > t.right - 1 || at.y < t.top + 1 || at.y > t.bottom - 1) continue;
          if (std::any_of(sheet.tile->crosses.begin(), sheet.tile->crosses.end(),
                          [&](Point c) { return distance(c, at) < 6; }))
            continue;
        }
        // Lines of others near by would be measured with it.
        const bool alone = std::none_of(sheet.papers.begin(), sheet.papers.end(), [&](const SheetPaper& o) {
          const double off = toOutline(o.outline, at);
          return &o != &paper && off > 0.02 && off < 0.8;
        });
        bool tip = false;  // where its own sides run together
        for (std::size_t k = 0; k < paper.outline.size(); ++k) {
          const Point c = paper.outline[k], e = paper.outline[(k + 1) % paper.outline.size()];
          const double t = std::clamp(dot(at - c, e - c) / dot(e - c, e - c), 0.0, 1.0);
          const bool beside =
              k == i || (k + 1) % paper.outline.size() == i || (i + 1) % paper.outline.size() == k;
          tip = tip || (!beside && distance(at, c + t * (e - c)) < 0.8);
        }
        if (!alone || tip) continue;
        ++measured;
        const double off = support::inkOff(r, a, b, 0.3, 0.35);
        QVERIFY2(std::abs(off) <= 0.1,
                 qPrintable(QStringLiteral("%1 at %2, %3").arg(off).arg(at.x).arg(at.y)));
      }
    QVERIFY(measured > 10);
  }
  /// Print wrong, slanted and off its place; measure the rules on the rendered page; correct; print again on
  /// the same printer: true to 0.1 mm over 250 mm.
  void theWholeLoopOfTheTrueScale() {
    const Project p = painted("squares", 45);
    const SheetPlan plan = *planSheets(p, {a4(), MarkedSide::Back, false});
    PrintScale printer{0.986, 1.007, 0.003, 1.5, -0.8};
    const auto rules = [&](const PrintScale& scale) {
      const auto r = support::render(*sheetsPdf(p, plan, {}, scale), 1, 600);
      const double perMm = r.dpi / 25.4;
      // Along the band in which the rule lies: from its first to its last ink, less the line's own width.
      const auto extent = [&](bool across, double from, double to) {
        const int n = across ? r.width : r.height;
        int first = n, last = 0;
        for (int i = 0; i < n; ++i)
          for (int k = int(from * perMm); k < int(to * perMm); ++k)
            if ((across ? r.at(i, k) : r.at(k, i)) < 120) {
              first = std::min(first, i);
              last = std::max(last, i);
            }
        return (last - first + 1) / perMm - 0.25;
      };
      const double foot = 148.5 + (297 - 10 + 2.2 - 148.5) * scale.down + scale.driftDown;
      const double side = 105 + (210 - 10 + 2.2 - 105) * scale.across + scale.driftAcross;
      return std::pair(extent(true, foot - 0.5, foot + 0.5), extent(false, side - 0.7, side + 0.7));
    };
    const Rules meant = rulesOf(a4());
    COMPARE_TO(meant.down, 270, 0);
    const auto [across, down] = rules(printer);
    COMPARE_TO(across, 190 * 0.986, 0.15);
    COMPARE_TO(down, 270 * 1.007, 0.15);
    const auto answer = printedScale(meant, across, down, 1000);
    QVERIFY(answer.has_value());
    const PrinterProfile next = corrected({}, *answer, "2026-01-02");
    PrintScale again = printer;
    again.across *= next.across;
    again.down *= next.down;
    const auto [acrossNow, downNow] = rules(again);
    COMPARE_TO(acrossNow / 190 * 250, 250, 0.1);
    COMPARE_TO(downNow / 270 * 250, 250, 0.1);
  }
  /// Where the margin holds no rules, a page of its own has them.
  void narrowMarginsHaveAPageOfRules() {
    const Project p = painted("squares", 45);
    for (const double margin : {10.0, 5.0}) {
      const Page page = *pageOf("a4", margin);
      QCOMPARE(holdsRules(page), margin == 10);
      const SheetPlan plan = *planSheets(p, {page, MarkedSide::Back, false});
      const int more = margin == 5 ? 1 : 0;
      QCOMPARE(support::pdfPageCount(*sheetsPdf(p, plan)), static_cast<int>(plan.sheets.size()) + more);
    }
  }
  /// The strip shows both outlines at true size.
  void lookAlikesToHoldPapersAgainst() {
    Project p = painted("hexagon-diamond-triangle", 30);
    QVERIFY(support::says(lookAlikesPdf(p, a4()).error(), "no-look-alikes"));
    p = support::edited(p, {{"edit", "setPapers"}, {"lookAlike", 50}});
    const auto pairs = alikePairs(*p.layout, 50);
    QVERIFY(!pairs.empty());
    for (std::size_t i = 1; i < pairs.size(); ++i) QVERIFY(pairs[i].laid.worst >= pairs[i - 1].laid.worst);
    const Recording r = support::recorded(
        210, 297, [&](QPainter& painter) { paintAlikeStrip(painter, p, {pairs.front()}, a4(), [] {}); });
    int one = 0;
    for (const Drawn& d : r.polygons()) {
      Polygon drawn;
      for (const QPointF q : d.points) drawn.push_back({q.x(), q.y()});
      if (drawn.size() > 2 && std::abs(area(drawn) - area(pairs.front().laid.one)) < 0.01) ++one;
    }
    QVERIFY(one >= 2);  // by itself and laid on the other
    QVERIFY(r.allWords().contains("apart at the worst corner"));
    const AlikePair& pair = pairs.front();
    QVERIFY(p.layout->shapes[pair.fewer].pieces <= p.layout->shapes[pair.one].pieces &&
            p.layout->shapes[pair.fewer].pieces <= p.layout->shapes[pair.other].pieces);
  }
};

CLATHRA_TEST(PaperMarksTest, "paper_marks")
#include "paper_marks.moc"
