// What pieces show of their print, read back from the picture: on a print whose colours say where they lie.
#include <QPainter>
#include <cmath>
#include <set>

#include "cutting/set_pieces.hpp"
#include "draw/exporter.hpp"
#include "draw/motif_painter.hpp"
#include "draw/pictures.hpp"
#include "draw/print_cut.hpp"
#include "draw/template_painter.hpp"
#include "motif/meeting.hpp"
#include "motif/pose.hpp"
#include "motif/reference.hpp"
#include "registry.hpp"
#include "support.hpp"
#include "to_sides.hpp"

using namespace clathra;
using nlohmann::json;
using support::toSides;

namespace {

constexpr double kWide = 240, kHigh = 200;  // mm of the picture
constexpr double kPerMm = 4;

/// Red grows to the right, green downwards.
QImage colouredByPlace() {
  QImage out(int(kWide * kPerMm), int(kHigh * kPerMm), QImage::Format_RGB32);
  for (int y = 0; y < out.height(); ++y)
    for (int x = 0; x < out.width(); ++x)
      out.setPixel(x, y,
                   qRgb(qRound(255 * (x + 0.5) / out.width()), qRound(255 * (y + 0.5) / out.height()), 90));
  return out;
}
/// Where a colour lies on it; one level is about a millimetre.
Point placeOf(QRgb c) {
  return {qRed(c) / 255.0 * kWide, qGreen(c) / 255.0 * kHigh};
}
constexpr double kRead = 1.1;  // mm

/// Tiles of 7 by 5 mm in four colours, none like its neighbour's mirror image: sharp edges everywhere.
QRgb tileAt(Point mm) {
  static constexpr QRgb kColours[] = {0xFF202020, 0xFFE8E0D0, 0xFFB04020, 0xFF2060A0};
  const int x = int(std::floor(mm.x / 7)), y = int(std::floor(mm.y / 5));
  return kColours[std::size_t((x * 7 + y * 13 + x * y) & 3)];
}
QImage tiles(double perMm = kPerMm) {
  QImage out(int(kWide * perMm), int(kHigh * perMm), QImage::Format_RGB32);
  for (int y = 0; y < out.height(); ++y)
    for (int x = 0; x < out.width(); ++x) out.setPixel(x, y, tileAt({(x + 0.5) / perMm, (y + 0.5) / perMm}));
  return out;
}
/// Is a pixel what an independent rendering has there, or a mixture of what lies within one pixel of it?
template <class ToPicture>
bool asRendered(const QImage& image, int px, int py, const ToPicture& toPicture) {
  int least[3] = {255, 255, 255}, most[3] = {0, 0, 0};
  for (const double dx : {-1.0, -0.5, 0.0, 0.5, 1.0})
    for (const double dy : {-1.0, -0.5, 0.0, 0.5, 1.0}) {
      const QRgb c = tileAt(toPicture(Point{px + 0.5 + dx, py + 0.5 + dy}));
      const int level[3] = {qRed(c), qGreen(c), qBlue(c)};
      for (int k = 0; k < 3; ++k) {
        least[k] = std::min(least[k], level[k]);
        most[k] = std::max(most[k], level[k]);
      }
    }
  constexpr int kMixed = 6;  // levels of rounding
  const QRgb seen = image.pixel(px, py);
  const int level[3] = {qRed(seen), qGreen(seen), qBlue(seen)};
  for (int k = 0; k < 3; ++k)
    if (level[k] < least[k] - kMixed || level[k] > most[k] + kMixed) return false;
  return true;
}
/// Carries three corners onto three others.
struct Affine {
  Point from, to, a, b, ta, tb;
  Point operator()(Point p) const {
    const Point d = p - from;
    const double det = cross(a, b), u = cross(d, b) / det, v = cross(a, d) / det;
    return to + u * ta + v * tb;
  }
};

/// A layout of an asymmetric shape of both hands on cloth with that print; `n` choices are added by the test.
Project onPlaces(const Recipe& recipe, const json& more = {}) {
  Project p = support::project(recipe);
  p.pictures["p"] = *pictureFromImage(colouredByPlace());
  json cloth = {{"edit", "addCloth"}, {"name", "C"}, {"width", 1000}, {"lengths", {2000}}};
  p = support::edited(p, cloth);
  Print print;
  print.picture = "p";
  print.dpi = kPerMm * 25.4;
  print.mirrors = {{kQuarterTurn, {kWide / 2, 0}}};  // so that mirrored choices are allowed
  Cloth* c = *clothIn(p, *findCloth(p, "C"));
  c->print = print;
  for (const auto& edit : more) p = support::edited(p, edit);
  return p;
}

}  // namespace

class AsSewnTest : public QObject {
  Q_OBJECT
 private slots:
  /// Every pixel of every piece that shows a choice, of both hands, against a rendering of its own: by three
  /// corners of the piece and those of the window, and the rule that the tiles were made by.
  void asSewnEqualsAnIndependentRenderingToOnePixel() {
    Project p = onPlaces(support::recipe("parallelogram-chevrons", 40, 4, 4));
    p.pictures["p"] = *pictureFromImage(tiles());
    json pieces = json::array();
    for (std::size_t i = 1; i <= p.layout->size(); ++i) pieces.push_back(i);
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "M"},
                            {"cloth", "C"},
                            {"shape", p.layout->shapes[0].name},
                            {"at", {104, 87}},
                            {"turn", 25},
                            {"pieces", pieces}});
    const Box b = p.layout->finished;
    constexpr double kScale = 4;
    const QImage image = QImage::fromData(
        layoutPng(p, int(std::lround(kScale * std::max(b.width(), b.height()))), LayoutView::AsSewn));
    const double real = image.width() / b.width();
    const Polygon window = windowOutline(*p.layout, p.motifs[0]);
    const int firstHand = p.layout->pieces[0].hand;
    const std::size_t n = window.size();
    std::size_t looked = 0, off = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const PolygonView o = p.layout->outline(i);
      const bool same = p.layout->pieces[i].hand == firstHand;
      const auto on = [&](std::size_t corner) { return window[same ? corner : n - 1 - corner]; };
      const Affine toPicture{o[0], on(0), o[1] - o[0], o[2] - o[0], on(1) - on(0), on(2) - on(0)};
      const Box box = bounds(o);
      for (int y = int((box.top - b.top) * real); y < int((box.bottom - b.top) * real); ++y)
        for (int x = int((box.left - b.left) * real); x < int((box.right - b.left) * real); ++x) {
          const auto layout = [&](Point px) { return Point{b.left + px.x / real, b.top + px.y / real}; };
          const Point at = layout({x + 0.5, y + 0.5});
          // The seam's own line is drawn over the cloth.
          if (!contains(o, at) || toSides(o, at) < 4 / real) continue;
          ++looked;
          off += !asRendered(image, x, y, [&](Point px) { return toPicture(layout(px)); });
        }
    }
    QVERIFY2(looked > 100'000, qPrintable(QString::number(looked)));
    QVERIFY2(off == 0, qPrintable(QStringLiteral("%1 of %2").arg(off).arg(looked)));
  }
  /// Rounds of pieces that go to sets of layered repeats show the spot that was cut through, as it is
  /// exported; all others what chance deals them.
  void setsOfLayersShowWhereTheyAreCut() {
    const json edits = json::array({{{"edit", "setAllowance"}, {"value", 5}},
                                    {{"edit", "paint"}, {"all", true}, {"cloth", "C"}},
                                    {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "layers"}}});
    Project p = onPlaces(support::recipe("squares", 48, 5, 6), edits);
    Cloth* c = *clothIn(p, *findCloth(p, "C"));
    c->print->across = Length::millimetres(kWide);
    c->print->along = Length::millimetres(kHigh);
    const Point mark{31, -12};
    c->print->mark = mark;
    const CutPlan plan = *cutPlan(p, c->id);
    const LayeredPieces on = layeredPieces(p, plan);
    QCOMPARE(on.sets.size(), std::size_t(6));
    QTemporaryDir folder;
    const auto file = folder.filePath("sewn.png").toStdString();
    QVERIFY(exportProject(p, file, LayoutView::AsSewn));
    const QImage image(QString::fromStdString(file));
    const Box b = p.layout->finished;
    const double real = image.width() / b.width();
    const auto shown = [&](Point at) {
      return placeOf(image.pixel(int((at.x - b.left) * real), int((at.y - b.top) * real)));
    };
    for (const SetOnPieces& set : on.sets) {
      Point patch;
      for (const PlacedPatch& q : plan.method()->laid.placements)
        if (q.set == set.set) {
          patch = centroid(q.patch) - mark;
          break;
        }
      const auto inCell = [](double v, double cell) { return v - cell * std::floor(v / cell); };
      const Point want{inCell(patch.x, kWide), inCell(patch.y, kHigh)};
      Point middle;
      for (const auto i : set.pieces) middle = middle + 0.25 * p.layout->pieces[i].centre;
      std::optional<Point> corner;
      for (const auto i : set.pieces) {
        const Point centre = p.layout->pieces[i].centre;
        // At the edges of a cell colours leap, and a pixel there is a mixture.
        if (want.x < 30 || want.y < 30 || want.x > kWide - 30 || want.y > kHigh - 30) continue;
        const Point seen = shown(centre), near = shown(centre + 0.7 * (middle - centre));
        QVERIFY2(distance(seen, want) < kRead, qPrintable(QString::number(distance(seen, want))));
        if (!corner) corner = near;
        QVERIFY(distance(near, *corner) < kRead);
        COMPARE_TO(distance(near, want), 0.7 * 24 * std::sqrt(2.0), kRead);
      }
    }
  }
  /// The preview of a unit likewise, pinwheel and mirrored.
  void thePreviewEqualsAnIndependentRenderingToOnePixel() {
    // As fine as it is shown: coarser pictures blur over more than a pixel.
    constexpr double kFine = 10;
    const Picture picture = *pictureFromImage(tiles(kFine));
    Print print;
    print.picture = "p";
    print.dpi = kFine * 25.4;
    const Polygon kite{{104, 40}, {125, 76}, {104, 88}, {83, 76}};
    for (const UnitKind kind : {UnitKind::Pinwheel, UnitKind::Mirrored}) {
      QImage image(900, 900, QImage::Format_RGB32);
      image.fill(Qt::white);
      QPainter painter(&image);
      paintUnit(painter, picture, print, kite, 6, kind, QRectF(image.rect()), dayPalette());
      painter.end();
      const double scale = 900 / (2 * distance(kite[0], kite[2])) * 0.98;
      std::size_t looked = 0, off = 0;
      for (int copy = 0; copy < 6; ++copy) {
        const auto toPicture = [&](Point px) {
          Point d = (1 / scale) * rotated(px - Point{450, 450}, Angle::degrees(-60.0 * copy));
          if (kind == UnitKind::Mirrored && copy % 2) d.x = -d.x;
          return kite[0] + d;
        };
        for (int y = 0; y < 900; ++y)
          for (int x = 0; x < 900; ++x) {
            const Point at = toPicture({x + 0.5, y + 0.5});
            if (!contains(kite, at) || toSides(kite, at) < 5 / scale) continue;
            ++looked;
            off += !asRendered(image, x, y, toPicture);
          }
      }
      QVERIFY2(looked > 100'000, qPrintable(QString::number(looked)));
      QVERIFY2(off == 0, qPrintable(QStringLiteral("%1 of %2").arg(off).arg(looked)));
    }
  }
  /// The frame of each choice: what its window shows is the print as it lies under it, seen from behind where
  /// the cloth is drawn there; a detail in the allowance has its hole, at its distances from two corners.
  void aFrameShowsWhatItsWindowMustShow() {
    Project p = onPlaces(support::recipe("parallelogram-chevrons", 40, 4, 4));
    const std::string shape = p.layout->shapes[0].name;
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 8}});
    for (const auto& [name, at, turn, pieces] : {std::tuple("One", json{104, 87}, 25, json{1, 2, 3}),
                                                 std::tuple("Two", json{60, 120}, -70, json{5, 6})})
      p = support::edited(p, {{"edit", "addMotif"},
                              {"name", name},
                              {"cloth", "C"},
                              {"shape", shape},
                              {"at", at},
                              {"turn", turn},
                              {"note", "where the red is strongest"},
                              {"pieces", pieces}});
    for (const bool behind : {false, true}) {
      Cloth* cloth = *clothIn(p, *findCloth(p, "C"));
      cloth->drawnBehind = behind;
      const Polygon first = windowOutline(*p.layout, p.motifs[0]);
      // In the allowance of the first, inside the second.
      const Point edge = 0.5 * (first[0] + first[1]), out = edge - p.motifs[0].at;
      const Point inRing = edge + (4 / length(out)) * out;
      p.motifs[0].reference = inRing;
      p.motifs[1].reference = p.motifs[1].at + Point{3, -2};
      const Page page = standardPages().front();
      const auto plan = planTemplates(p, {page, MarkedSide::Front, 1});
      QVERIFY(plan && plan->framesTooLarge.empty());
      int frames = 0;
      for (const TemplatePage& sheet : plan->pages) {
        const double perMm = 6;
        QImage image(int(page.width * perMm), int(page.height * perMm), QImage::Format_RGB32);
        image.fill(Qt::white);
        {
          QPainter painter(&image);
          painter.scale(perMm, perMm);
          paintTemplates(painter, p, *plan, std::size_t(&sheet - plan->pages.data()));
        }
        for (const ClothTemplate& t : sheet.templates) {
          if (!t.motif) continue;
          ++frames;
          const MotifChoice& m = *std::find_if(p.motifs.begin(), p.motifs.end(),
                                               [&](const MotifChoice& c) { return c.id == t.motif; });
          const Polygon window = windowOutline(*p.layout, m);
          const Point lines = *m.reference;
          int looked = 0;
          Polygon towardsRim = window;
          for (std::size_t k = 0; k < window.size(); ++k)
            towardsRim.push_back(0.5 * (window[k] + window[(k + 1) % window.size()]));
          for (const Point rim : towardsRim)
            for (const double way : {0.0, 0.2, 0.4, 0.6, 0.8}) {
              const Point want = m.at + way * (rim - m.at), on = onFrame(p, t, want);
              // Not on the lines from the detail to its two corners.
              bool line = false;
              for (const Point c : window)
                for (double s = 0; s <= 1; s += 0.02)
                  line = line || distance(want, lines + s * (c - lines)) < 2.5;
              if (line) continue;
              ++looked;
              const QRgb seen = image.pixel(int(on.x * perMm), int(on.y * perMm));
              QVERIFY2(distance(placeOf(seen), want) < kRead + 1,
                       qPrintable(QStringLiteral("%1 %2, not %3 %4")
                                      .arg(placeOf(seen).x)
                                      .arg(placeOf(seen).y)
                                      .arg(want.x)
                                      .arg(want.y)));
            }
          QVERIFY2(looked >= 8, qPrintable(QString::number(looked)));
          // True to size, and seen from behind turned over.
          for (std::size_t k = 0; k < window.size(); ++k) {
            const Point a = onFrame(p, t, window[k]), b = onFrame(p, t, window[(k + 1) % window.size()]);
            COMPARE_TO(distance(a, b), distance(window[k], window[(k + 1) % window.size()]), 1e-9);
          }
          const auto turnsRight = [](PolygonView q) { return cross(q[1] - q[0], q[2] - q[1]) > 0; };
          Polygon carried;
          for (const Point q : window) carried.push_back(onFrame(p, t, q));
          QCOMPARE(turnsRight(carried) == turnsRight(window), !behind);
          QCOMPARE(t.holes.size(), m.id == p.motifs[0].id ? std::size_t(1) : std::size_t(0));
          if (t.holes.empty()) continue;
          const Reference r = referenceOf(window, *m.reference);
          COMPARE_TO(distance(t.holes[0], carried[std::size_t(r.first)]), r.fromFirst, 1e-6);
          COMPARE_TO(distance(t.holes[0], carried[std::size_t(r.second)]), r.fromSecond, 1e-6);
        }
      }
      QCOMPARE(frames, 2);
    }
  }
  /// Every piece of a choice, of either hand and turn: its middle shows the chosen spot, and the way from
  /// there to its first corner on the layout is the way to it on the print, turned and mirrored alike.
  void eachPieceShowsItsCut() {
    Project p = onPlaces(support::recipe("parallelogram-chevrons", 40, 4, 4));
    const std::string shape = p.layout->shapes[0].name;
    json pieces = json::array();
    for (std::size_t i = 1; i <= p.layout->size(); ++i)
      if (i % 3) pieces.push_back(i);
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "M"},
                            {"cloth", "C"},
                            {"shape", shape},
                            {"at", {104, 87}},
                            {"turn", 25},
                            {"pieces", pieces}});
    // One of them was painted otherwise since, and shows nothing of it.
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {2}}});
    const auto printed = motifPieces(p);
    std::size_t wear = 0;
    for (const auto i : p.motifs[0].pieces) wear += p.painting[i] == p.motifs[0].cloth;
    QCOMPARE(printed.size(), wear);
    const double scale = 3;  // px to a mm
    const Box b = p.layout->finished;
    const QImage image = QImage::fromData(
        layoutPng(p, int(std::lround(scale * std::max(b.width(), b.height()))), LayoutView::AsSewn));
    const Polygon window = placed(p.layout->shapes[0].outline, Angle::degrees(25),
                                  p.layout->pieces[p.motifs[0].pieces[0]].hand < 0, {104, 87});
    const double real = image.width() / b.width();
    int looked = 0, mirrored = 0;
    const int firstHand = p.layout->pieces[p.motifs[0].pieces[0]].hand;
    for (const PrintedPiece& one : printed) {
      QVERIFY(one.piece != 1);
      const Piece& piece = p.layout->pieces[one.piece];
      const PolygonView outline = p.layout->outline(one.piece);
      mirrored += piece.hand != firstHand;
      for (std::size_t corner = 0; corner < outline.size(); ++corner)
        for (const double way : {0.0, 0.35, 0.7}) {
          // The layout lists a piece's corners clockwise, those of the other hand the other way round.
          const std::size_t onWindow =
              piece.hand == firstHand ? corner : (outline.size() - corner) % outline.size();
          const Point on = piece.centre + way * (outline[corner] - piece.centre);
          const Point middle{104, 87};
          Point want = middle + way * (window[onWindow] - middle);
          const QPoint px(int((on.x - b.left) * real), int((on.y - b.top) * real));
          const QRgb seen = image.pixel(px);
          if (piece.hand != firstHand && way > 0) {
            // Which corner goes to which is told by the lengths from the middle.
            double best = 1e300;
            for (const Point c : window) {
              const Point tried = middle + way * (c - middle);
              best = std::min(best, distance(placeOf(seen), tried));
            }
            QVERIFY2(best < kRead + 1 / real, qPrintable(QString::number(best)));
          } else {
            QVERIFY2(
                distance(placeOf(seen), want) < kRead + 1 / real,
                qPrintable(
                    QStringLiteral("%1: %2 %3").arg(one.piece).arg(placeOf(seen).x).arg(placeOf(seen).y)));
          }
          ++looked;
        }
    }
    QVERIFY(looked > 60 && mirrored > 3);
  }
  /// Alternately mirrored squares: every second one shows the other side of its centre line.
  void everySecondOfAMirroredChoiceIsMirrored() {
    Project p = onPlaces(support::recipe("squares", 40, 4, 1));
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "M"},
                            {"cloth", "C"},
                            {"shape", "square"},
                            {"at", {104, 87}},
                            {"turn", 0},
                            {"mirrored", true},
                            {"pieces", {1, 2, 3, 4}}});
    const auto printed = motifPieces(p);
    QCOMPARE(printed.size(), std::size_t(4));
    for (std::size_t k = 0; k < 4; ++k) QCOMPARE(printed[k].toLayout.mirrors(), k % 2 == 1);
    for (const PrintedPiece& one : printed) {
      const Point middle = one.toLayout.apply({104, 87});
      QVERIFY(distance(middle, p.layout->pieces[one.piece].centre) < 1e-6);
      // The window's corners come to lie on the piece's.
      for (const Point c : placed(p.layout->shapes[0].outline, {}, false, {104, 87})) {
        double best = 1e300;
        for (const Point q : p.layout->outline(one.piece))
          best = std::min(best, distance(one.toLayout.apply(c), q));
        QVERIFY(best < 1e-6);
      }
    }
  }
  /// As sewn, pieces without a choice show their print too, upright where the cloth has a direction.
  void otherPiecesShowTheirPrintByChance() {
    Project p = onPlaces(support::recipe("hexagon-rosette", 30, 3, 3),
                         {{{"edit", "paint"}, {"cloth", "C"}, {"pieces", {1, 2, 3, 4, 5, 6, 7}}}});
    const auto any = chancePieces(p);
    QCOMPARE(any.size(), std::size_t(7));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"direction", "one-way"}});
    std::set<std::pair<int, int>> places;
    for (const PrintedPiece& one : chancePieces(p)) {
      COMPARE_TO(one.toLayout.xx, 1, 1e-9);
      COMPARE_TO(one.toLayout.xy, 0, 1e-9);
      const Point on = one.toLayout.inverse().apply(p.layout->pieces[one.piece].centre);
      QVERIFY(on.x > 25 && on.y > 25 && on.x < kWide - 25 && on.y < kHigh - 25);  // on the picture
      places.insert({int(on.x), int(on.y)});
    }
    QVERIFY(places.size() >= 6);
    const double scale = 3;
    const Box b = p.layout->finished;
    const int longest = int(std::lround(scale * std::max(b.width(), b.height())));
    const QImage plain = QImage::fromData(layoutPng(p, longest)),
                 sewn = QImage::fromData(layoutPng(p, longest, LayoutView::AsSewn));
    const double real = sewn.width() / b.width();
    for (const PrintedPiece& one : chancePieces(p)) {
      const Point c = p.layout->pieces[one.piece].centre + Point{5, -7};
      const QPoint px(int((c.x - b.left) * real), int((c.y - b.top) * real));
      QVERIFY(distance(placeOf(sewn.pixel(px)), one.toLayout.inverse().apply(c)) < kRead + 1 / real);
      QVERIFY(qBlue(plain.pixel(px)) != 90 ||
              distance(placeOf(plain.pixel(px)), one.toLayout.inverse().apply(c)) > 5);
    }
  }
  /// The unit's preview against its own arithmetic: each pixel of each copy shows the place of the print that
  /// turning about the tip says, mirrored ones reflected.
  void thePreviewShowsWhatTurningSays() {
    const Picture picture = *pictureFromImage(colouredByPlace());
    Print print;
    print.picture = "p";
    print.dpi = kPerMm * 25.4;
    const Polygon kite{{104, 40}, {125, 76}, {104, 88}, {83, 76}};  // 60° at its tip
    for (const UnitKind kind : {UnitKind::Pinwheel, UnitKind::Mirrored}) {
      QImage image(900, 900, QImage::Format_RGB32);
      image.fill(Qt::white);
      QPainter painter(&image);
      paintUnit(painter, picture, print, kite, 6, kind, QRectF(image.rect()), dayPalette());
      painter.end();
      const double reach = std::max(distance(kite[0], kite[1]), distance(kite[0], kite[2]));
      const double scale = 900 / (2 * reach) * 0.98;
      int looked = 0;
      for (int i = 0; i < 6; ++i)
        for (const Point on : {Point{104, 60}, {110, 70}, {97, 72}, {104, 84}, {119, 75}}) {
          Point d = on - kite[0];
          if (kind == UnitKind::Mirrored && i % 2) d.x = -d.x;  // its bisector is plumb
          const Point at = scale * rotated(d, Angle::degrees(60.0 * i)) + Point{450, 450};
          const QRgb seen = image.pixel(int(at.x), int(at.y));
          QVERIFY2(distance(placeOf(seen), on) < kRead + 1 / scale,
                   qPrintable(QStringLiteral("%1 %2 %3").arg(i).arg(placeOf(seen).x).arg(placeOf(seen).y)));
          ++looked;
        }
      QCOMPARE(looked, 30);
    }
  }
  /// A window over the picture's left and upper edge, on a print that repeats by the picture: each place of
  /// the preview shows what lies a step further.
  void aWindowOverTheEdgeShowsTheNextRepeat() {
    const Picture picture = *pictureFromImage(colouredByPlace());
    Print print;
    print.picture = "p";
    print.dpi = kPerMm * 25.4;
    print.steps = RepeatSteps{{kWide, 0}, Point{0, kHigh}};
    const Polygon kite{{6, -14}, {27, 22}, {6, 34}, {-15, 22}};
    QImage image(900, 900, QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    paintUnit(painter, picture, print, kite, 6, UnitKind::Pinwheel, QRectF(image.rect()), dayPalette());
    painter.end();
    const double scale = 900 / (2 * distance(kite[0], kite[2])) * 0.98;
    for (int i = 0; i < 6; ++i)
      for (const Point on : {Point{6, 4}, {12, 14}, {-2, 18}, {6, 30}, {-10, 21}, {7, -6}}) {
        const Point at = scale * rotated(on - kite[0], Angle::degrees(60.0 * i)) + Point{450, 450};
        Point want = on;
        if (want.x < 0) want.x += kWide;
        if (want.y < 0) want.y += kHigh;
        const Point seen = placeOf(image.pixel(int(at.x), int(at.y)));
        QVERIFY2(distance(seen, want) < kRead + 1 / scale,
                 qPrintable(QStringLiteral("%1,%2 shows %3,%4").arg(on.x).arg(on.y).arg(seen.x).arg(seen.y)));
      }
  }
  /// Beyond its picture a print goes on by its steps; where they are not known nothing is made up.
  /// Cuts are remembered by what a picture holds: another one of the same name, in another project, is cut
  /// anew; the same one in other memory is found again.
  void aPictureIsKnownByWhatItHolds() {
    const QImage image = colouredByPlace();
    const Picture picture = *pictureFromImage(image), other = *pictureFromImage(image.mirrored(true, false));
    Picture again = picture;
    again.png = std::make_shared<const Bytes>(*picture.png);
    Print print;
    print.picture = "p";
    print.dpi = 100;
    const double mm = 25.4 / print.dpi;
    const Box seen{2 * mm, 3 * mm, (image.width() - 20) * mm, (image.height() + 9) * mm};
    const QImage cut = printCut(picture, print, seen, 1 / mm).image;
    QVERIFY(!cut.isNull());
    QVERIFY(printCut(other, print, seen, 1 / mm).image != cut);
    QCOMPARE(printCut(again, print, seen, 1 / mm).image.cacheKey(), cut.cacheKey());
    QCOMPARE(printCut(picture, print, seen, 1 / mm).image.cacheKey(), cut.cacheKey());
  }
  void beyondThePictureAPrintGoesOnByItsSteps() {
    const Picture picture = *pictureFromImage(colouredByPlace());
    Print print;
    print.picture = "p";
    print.dpi = kPerMm * 25.4;
    const Box beyond{kWide + 10, 20, kWide + 40, 50};
    const PrintCut blank = printCut(picture, print, beyond, kPerMm);
    QCOMPARE(blank.image.pixel(blank.image.width() / 2, blank.image.height() / 2), qRgb(255, 255, 255));
    print.steps = RepeatSteps{{200, 30}, Point{0, 150}};
    const PrintCut cut = printCut(picture, print, beyond, kPerMm);
    const Point at{kWide + 25, 35};
    const QRgb seen =
        cut.image.pixel(int((at.x - cut.corner.x) * cut.perMm.x), int((at.y - cut.corner.y) * cut.perMm.y));
    // One step to the left is 30 mm higher; the other step down from there is the same place again.
    const Point left{at.x - 200, at.y - 30};
    QVERIFY(std::min(distance(placeOf(seen), left), distance(placeOf(seen), left + Point{0, 150})) < kRead);
  }
};

CLATHRA_TEST(AsSewnTest, "as_sewn")
#include "as_sewn.moc"
