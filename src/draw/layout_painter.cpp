#include "draw/layout_painter.hpp"

#include <QPainterPath>
#include <QTransform>

#include <algorithm>
#include <cmath>
#include <map>

#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/outline_path.hpp"
#include "draw/print_cut.hpp"
#include "measure/length.hpp"
#include "model/lightness.hpp"
#include "motif/pose.hpp"
#include "paper/nesting.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

constexpr double kHatchFrom = 11;  // px: on smaller pieces a hatch is only noise
constexpr double kSignFrom = 16, kLeastText = 11;
constexpr double kPrintFrom = 8;  // px: on smaller pieces a print is its colour
constexpr double kWideSeamFrom = 12;
constexpr int kCornersWithoutArcs = 12;  // on screen, and for straight pieces, polygons do
constexpr double kHatchMm = 3;           // spacing of strokes on paper at full size

class LayoutRun {
 public:
  LayoutRun(QPainter& painter, const Project& project, const LayoutPlace& place, const LayoutLook& look)
      : p_(painter), project_(project), layout_(*project.layout), place_(place), look_(look) {}

  void pieces(const std::vector<std::uint32_t>& visible) {
    // One brush after the other: changing brushes costs more than the pieces themselves.
    std::map<ClothId, std::vector<std::uint32_t>> byCloth;
    std::map<ClothId, std::vector<std::uint32_t>> byRole;  // of pieces without a cloth
    for (const auto i : visible) {
      const bool role = project_.painting[i] == kNoCloth && project_.roleOf[i] != kNoRole;
      (role ? byRole[project_.roleOf[i]] : byCloth[project_.painting[i]]).push_back(i);
    }
    const double e = typicalSize();
    // Where seams are wide enough to hide the steps of an edge, pieces are filled without smoothing and their
    // seams are drawn afterwards, all at once: several times faster.
    const bool apart = !look_.vector && look_.view != LayoutView::StepBack && e >= kWideSeamFrom;
    p_.setRenderHint(QPainter::Antialiasing, !apart);
    for (const auto& [id, pieces] : byCloth) {
      const Cloth* cloth = clothById(project_, id);
      p_.setPen(apart ? QPen(Qt::NoPen) : cloth ? seamPen(e) : barePen(e));
      p_.setBrush(brushFor(cloth, e));
      for (const auto i : pieces) drawPiece(i);
      if (look_.vector && cloth && look_.view != LayoutView::Numbers) strokes(*cloth, pieces);
    }
    for (const auto& [role, pieces] : byRole) {
      p_.setPen(apart ? QPen(Qt::NoPen) : seamPen(e));
      p_.setBrush(roleShade(role));
      for (const auto i : pieces) drawPiece(i);
    }
    if (!look_.vector && !look_.back && e >= kPrintFrom) prints(visible);
    p_.setRenderHint(QPainter::Antialiasing);
    if (apart) {
      const auto bare = byCloth.find(kNoCloth);
      if (bare != byCloth.end()) drawEdges(bare->second, barePen(e), true);
      const bool each = bare != byCloth.end() || look_.rim.empty();
      drawEdges(visible, seamPen(e), each, bare == byCloth.end() ? nullptr : &project_.painting);
    }
    if (look_.signs && look_.view == LayoutView::Cloths) {
      signs(byCloth);
      roleNames(byRole);
    }
    if (look_.view != LayoutView::Numbers) return;
    rim();
    numbers(visible);
  }

  void finishingLine() {
    if (layout_.sides == FinishingSides::Outline) return;
    QPolygonF line;
    for (const Point c : layout_.line) line << place_.toDevice(c);
    if (layout_.sides == FinishingSides::Slice) {
      QPainterPath outside;
      outside.addRect(line.boundingRect().adjusted(-1e4, -1e4, 1e4, 1e4));
      outside.addPolygon(line);
      outside.closeSubpath();
      QColor veil = look_.palette->panel;
      veil.setAlpha(170);
      p_.fillPath(outside, veil);
    }
    QPen pen(look_.palette->sea, look_.vector ? 0.4 * place_.scale : 2);
    pen.setDashPattern({5, 3});
    p_.setPen(pen);
    p_.setBrush(Qt::NoBrush);
    p_.drawPolygon(line);
  }

  void lit() {
    p_.setBrush(Qt::NoBrush);
    QPen halo(look_.palette->dark ? QColor(0x10181D) : QColor(Qt::white), 6);
    QPen pen(look_.palette->dark ? QColor(0xFFF3D6) : look_.palette->ink, 3);
    halo.setJoinStyle(Qt::RoundJoin);
    pen.setJoinStyle(Qt::RoundJoin);
    for (const QPen& with : {halo, pen}) {
      p_.setPen(with);
      for (const auto i : look_.lit)
        if (i < layout_.size()) drawPiece(i);
    }
  }

  void cursor() {
    if (look_.cursor < 0 || static_cast<std::size_t>(look_.cursor) >= layout_.size()) return;
    p_.setBrush(Qt::NoBrush);
    QPen under(QColor(Qt::white), 7);
    under.setJoinStyle(Qt::RoundJoin);
    p_.setPen(under);
    drawPiece(static_cast<std::uint32_t>(look_.cursor));
    QPen pen(look_.palette->dark ? QColor(0x0E5A78) : look_.palette->sea, 3.5);
    pen.setJoinStyle(Qt::RoundJoin);
    pen.setDashPattern({2, 1});
    p_.setPen(pen);
    p_.drawPolygon(outline_.data(), static_cast<int>(outline_.size()));
  }

  /// Outer edges, which need their allowance left open or a border, stand out beside seams.
  void rim() {
    QPen pen(look_.palette->ink, look_.vector ? 0.8 * place_.scale : 3.5);
    pen.setCapStyle(Qt::RoundCap);
    p_.setPen(pen);
    for (const OuterEdge& e : look_.rim) p_.drawLine(place_.toDevice(e.from), place_.toDevice(e.to));
  }

 private:
  double typicalSize() const { return project_.recipe.edge.mm() * place_.scale; }

  /// Fills pieces with what they show of their print.
  void prints(const std::vector<std::uint32_t>& visible) {
    if (look_.view != LayoutView::Cloths && look_.view != LayoutView::AsSewn) return;
    std::vector<PrintedPiece> printed = motifPieces(project_);
    std::size_t chosen = printed.size();
    if (look_.view == LayoutView::AsSewn) {
      printed.insert(printed.end(), look_.inSets.begin(), look_.inSets.end());
      chosen = printed.size();
      std::vector<bool> known(layout_.size(), false);
      for (const PrintedPiece& one : look_.inSets) known[one.piece] = true;
      for (const PrintedPiece& one : chancePieces(project_))
        if (!known[one.piece]) printed.push_back(one);
    }
    if (printed.empty()) return;
    std::vector<bool> seen(layout_.size(), false);
    for (const auto i : visible) seen[i] = true;
    showsMotif_.assign(layout_.size(), false);
    const QPointF o = place_.toDevice({0, 0});
    const QTransform onto(place_.scale, 0, 0, place_.scale, o.x(), o.y());
    const double perMm = place_.scale * p_.device()->devicePixelRatioF();
    p_.setPen(look_.view == LayoutView::AsSewn || typicalSize() >= kWideSeamFrom ? QPen(Qt::NoPen)
                                                                                 : seamPen(typicalSize()));
    p_.setRenderHint(QPainter::SmoothPixmapTransform);
    for (std::size_t k = 0; k < printed.size(); ++k) {
      const PrintedPiece& one = printed[k];
      if (!seen[one.piece]) continue;
      const Cloth& cloth = *clothById(project_, one.cloth);
      const auto picture = project_.pictures.find(cloth.print->picture);
      if (picture == project_.pictures.end()) continue;
      const Box box = k < chosen ? windowBox(one) : groundBox(*cloth.print, picture->second);
      const PrintCut cut = printCut(picture->second, *cloth.print, box, perMm);
      if (cut.image.isNull()) continue;
      const Motion& m = one.toLayout;
      p_.setBrush(cut.brush(QTransform(m.xx, m.yx, m.xy, m.yy, m.t.x, m.t.y) * onto));
      drawPiece(one.piece);
      if (k < chosen) showsMotif_[one.piece] = true;
    }
  }

  /// Where a window lies on its picture; of all that show it the same.
  Box windowBox(const PrintedPiece& one) const {
    const Motion back = one.toLayout.inverse();
    Polygon on;
    for (const Point c : layout_.outline(one.piece)) on.push_back(back.apply(c));
    const Box b = bounds(on);
    constexpr double kWhole = 1;  // mm: rounded, so that it is cut once
    return {std::floor(b.left / kWhole) - 1, std::floor(b.top / kWhole) - 1, std::ceil(b.right / kWhole) + 1,
            std::ceil(b.bottom / kWhole) + 1};
  }

  /// All that pieces laid by chance may show: a cell and a piece's reach round it.
  Box groundBox(const Print& print, const Picture& picture) const {
    const Box whole{0, 0, picture.width * kMmPerInch / print.dpi, picture.height * kMmPerInch / print.dpi};
    if (!repeatKnown(print)) return whole;
    double reach = 0;
    for (const Shape& s : layout_.shapes)
      for (const Point c : s.outline) reach = std::max(reach, length(c));
    const Lattice l = latticeOf(print);
    const Box cell = bounds(Polygon{{0, 0}, l.a, l.a + l.b, l.b});
    return {cell.left - reach, cell.top - reach, cell.right + reach, cell.bottom + reach};
  }

  /// A shape's arcs are looked at once; its pieces are that path turned and moved.
  QPainterPath pathOf(std::uint32_t i) {
    const Piece& piece = layout_.pieces[i];
    const Shape& shape = layout_.shapes[piece.shape];
    if (paths_.empty()) paths_.resize(layout_.shapes.size());
    QPainterPath& path = paths_[piece.shape];
    if (path.isEmpty()) path = outlinePath(shape.outline, shape.edges);
    const QPointF o = place_.toDevice({0, 0}), x = place_.toDevice({1, 0}) - o,
                  y = place_.toDevice({0, 1}) - o;
    QTransform pose(x.x(), x.y(), y.x(), y.y(), o.x(), o.y());
    pose.translate(piece.centre.x, piece.centre.y);
    pose.rotate(piece.turn.degrees());
    if (piece.hand < 0) pose.scale(-1, 1);
    return pose.map(path);
  }

  void drawPiece(std::uint32_t i) {
    if (look_.vector && layout_.pieces[i].count > kCornersWithoutArcs) {
      p_.drawPath(pathOf(i));
      return;
    }
    outline_.clear();  // reused for every piece
    for (const Point c : layout_.outline(i)) outline_.push_back(place_.toDevice(c));
    p_.drawPolygon(outline_.data(), static_cast<int>(outline_.size()));
  }

  /// The sides of pieces in one stroke; of `each`, else only those that run to the right, which is every seam
  /// once, and the rim. Pieces that `unless` gives no cloth are passed over.
  void drawEdges(const std::vector<std::uint32_t>& pieces, QPen pen, bool each,
                 const Painting* unless = nullptr) {
    constexpr double kUpright = 1e-3;  // px: an upright side runs to the right in neither of its pieces
    std::vector<QLineF> lines;
    lines.reserve(pieces.size() * 4);
    for (const auto i : pieces) {
      if (unless && (*unless)[i] == kNoCloth && project_.roleOf[i] == kNoRole) continue;
      const PolygonView outline = layout_.outline(i);
      QPointF from = place_.toDevice(outline.back());
      for (const Point c : outline) {
        const QPointF to = place_.toDevice(c);
        const double dx = to.x() - from.x();
        if (each || dx > kUpright || (std::abs(dx) <= kUpright && to.y() > from.y()))
          lines.emplace_back(from, to);
        from = to;
      }
    }
    if (!each)
      for (const OuterEdge& o : look_.rim) lines.emplace_back(place_.toDevice(o.from), place_.toDevice(o.to));
    pen.setCapStyle(Qt::SquareCap);  // closes the corners
    p_.setPen(pen);
    p_.drawLines(lines.data(), static_cast<int>(lines.size()));
  }

  QPen seamPen(double size) const {
    if (look_.vector) return QPen(Qt::black, 0.2 * place_.scale);
    if (look_.view == LayoutView::StepBack) return Qt::NoPen;
    if (size < 3) return Qt::NoPen;
    QColor seam = look_.palette->dark ? QColor(0x1A2228) : QColor(0xFCFAF5);
    return size < kWideSeamFrom ? QPen(seam) : QPen(seam, 1.6);
  }

  /// Pieces without cloth are white: their outlines must be seen on the panel.
  QPen barePen(double size) const {
    if (look_.vector || size < 3 || look_.view == LayoutView::StepBack) return seamPen(size);
    return QPen(look_.palette->dark ? QColor(0x7C8A92) : QColor(0xA79B86), size < kWideSeamFrom ? 1 : 1.4);
  }

  QBrush brushFor(const Cloth* cloth, double size) const {
    if (!cloth)
      return look_.vector ? QBrush(Qt::white)
                          : QBrush(look_.palette->dark ? QColor(0x2E3A42) : QColor(0xFFFFFF));
    if (look_.view == LayoutView::Lightness) return colourOf(greyOf(cloth->colour));
    if (look_.view == LayoutView::Numbers && look_.vector) return pale(*cloth);
    if (look_.vector || size < kHatchFrom || look_.view == LayoutView::StepBack)
      return colourOf(cloth->colour);
    return hatchBrush(*cloth, p_.device()->devicePixelRatioF());
  }

  /// On a printed map the numbers come first: cloths are a tint, told apart by their signs.
  static QColor pale(const Cloth& cloth) {
    const QColor c = colourOf(cloth.colour);
    const auto up = [](int v) { return 255 - (255 - v) / 4; };
    return {up(c.red()), up(c.green()), up(c.blue())};
  }

  /// Roles are shades of grey from dark to light in the order they were made: nobody takes them for cloth.
  static QColor roleShade(ClothId role) {
    constexpr int kShades[] = {0x6E, 0xD6, 0x9A, 0xB8, 0x84, 0xC6, 0xAA, 0xE2};
    const int v = kShades[static_cast<std::size_t>(role) % std::size(kShades)];
    return {v, v, v};
  }

  /// The name where it has room, else its first letter.
  void roleNames(const std::map<ClothId, std::vector<std::uint32_t>>& byRole) {
    for (const auto& [role, pieces] : byRole) {
      const QString name = QString::fromStdString(project_.roles[static_cast<std::size_t>(role)].name);
      const QColor readable = readableOn(roleShade(role));
      for (const auto i : pieces) {
        const double a = across(i);
        if (a < kSignFrom && !look_.vector) continue;
        const double size = look_.vector ? a * 0.2 : std::clamp(a * 0.24, 11.0, 16.0);
        const bool room = QFontMetricsF(textFont(size)).horizontalAdvance(name) < a * 0.86;
        centredText(i, room ? name : name.left(1), size, QFont::DemiBold, readable, nullptr);
      }
    }
  }

  void strokes(const Cloth& cloth, const std::vector<std::uint32_t>& pieces) {
    const QPen seam = p_.pen();
    const QPen pen(hatchColour(colourOf(cloth.colour)), 0.15 * std::max(place_.scale, 0.2));
    for (const auto i : pieces) {
      Polygon device;
      for (const Point c : layout_.outline(i))
        device.push_back({place_.toDevice(c).x(), place_.toDevice(c).y()});
      const bool convex = isConvex(device);
      if (!convex) {  // strokes are clipped to the hull; the rest of the clip is the painter's
        p_.save();
        p_.setClipPath(pathOf(i), Qt::IntersectClip);
        device = ConvexOutline::hullOf(device).outline();
      }
      strokeHatch(p_, device, cloth.hatch, std::max(kHatchMm * place_.scale, 1.0), pen);
      if (!convex) p_.restore();
    }
    p_.setPen(seam);
  }

  /// What a shape offers to words at its middle, however its pieces are turned, px.
  struct Room {
    double across = 0;  ///< of the narrowest rectangle round it
    double radius = 0;  ///< of the circle about its middle that stays inside
  };
  const Room& room(std::uint32_t i) {
    if (rooms_.empty()) rooms_.resize(layout_.shapes.size());
    auto& found = rooms_[layout_.pieces[i].shape];
    if (!found) found = roomOf(layout_.shapes[layout_.pieces[i].shape].outline);
    return *found;
  }
  Room roomOf(PolygonView outline) const {
    const auto box = smallestRectangle(outline);
    Room out{std::min(box.width, box.height) * place_.scale, 0};
    if (!contains(outline, {})) return out;
    double least = 1e300;
    for (std::size_t k = 0; k < outline.size(); ++k) {
      const Point a = outline[k], along = outline[(k + 1) % outline.size()] - a;
      const double t = std::clamp(-dot(a, along) / dot(along, along), 0.0, 1.0);
      least = std::min(least, length(a + t * along));
    }
    out.radius = least * place_.scale;
    return out;
  }
  double across(std::uint32_t i) { return room(i).across; }

  /// The size at which a text stays inside: the wished one or smaller; 0 if even `least` would stand out.
  double sizeInside(std::uint32_t i, const QString& text, double wished, double least) {
    // In parts of the size: capitals and digits are about 0.7 high and 0.6 wide.
    const double reach = std::hypot(0.3 * double(text.size()), 0.35);
    const double most = room(i).radius / reach;
    return most < least ? 0 : std::min(wished, most);
  }

  /// A face of whole pixels with its measures, looked up once.
  struct Face {
    QFont font;
    double capHeight = 0;
    std::map<QString, double> widths;
  };
  Face& face(double size, int weight) {
    Face& f = faces_[{static_cast<int>(std::lround(size)), weight}];
    if (f.widths.empty()) {
      f.font = textFont(size, weight);
      f.capHeight = QFontMetricsF(f.font).capHeight();
    }
    return f;
  }

  void centredText(std::uint32_t i, const QString& text, double size, int weight, const QColor& colour,
                   const QColor* plate, double below = 0) {
    Face& f = face(size, weight);
    double& w = f.widths[text];
    if (w == 0) w = QFontMetricsF(f.font).horizontalAdvance(text);
    const QPointF at = place_.toDevice(layout_.pieces[i].centre);
    if (plate) {  // hides the hatch behind the letter
      const double half = std::max(w, size) * 0.56;
      p_.fillRect(QRectF(at.x() - half, at.y() - size * 0.56, 2 * half, size * 1.12), *plate);
    }
    p_.setFont(f.font);
    p_.setPen(colour);
    p_.drawText(QPointF(at.x() - w / 2, at.y() + f.capHeight / 2 + below), text);
  }

  /// A cloth's sign with the ground that hides the hatch behind it, drawn once and stamped on every piece.
  const QImage& signPlate(const QString& sign, int size, const QColor& colour, const QColor& ground) {
    QImage& plate = plates_[{sign, size, ground.rgb()}];
    if (!plate.isNull()) return plate;
    const double k = p_.device()->devicePixelRatioF();
    const QFont font = textFont(size, QFont::Bold);
    const QFontMetricsF measures(font);
    const double w = measures.horizontalAdvance(sign);
    const QSizeF room(std::max(w, double(size)) * 1.12, size * 1.12);
    plate = QImage(
        QSize(static_cast<int>(std::ceil(room.width() * k)), static_cast<int>(std::ceil(room.height() * k))),
        QImage::Format_RGB32);
    plate.setDevicePixelRatio(k);
    plate.fill(ground);
    QPainter p(&plate);
    p.setFont(font);
    p.setPen(colour);
    p.drawText(QPointF((plate.width() / k - w) / 2, (plate.height() / k + measures.capHeight()) / 2), sign);
    return plate;
  }

  void signs(const std::map<ClothId, std::vector<std::uint32_t>>& byCloth) {
    for (const auto& [id, pieces] : byCloth) {
      const Cloth* cloth = clothById(project_, id);
      if (!cloth) continue;
      const QColor ground = colourOf(cloth->colour), readable = readableOn(ground);
      const QString sign = QString::fromStdString(cloth->sign);
      for (const auto i : pieces) {
        const double a = across(i);
        if (a < kSignFrom && !look_.vector) continue;
        if (!showsMotif_.empty() && showsMotif_[i]) continue;  // its motif says what it is
        if (look_.vector) {
          centredText(i, sign, sizeInside(i, sign, a * 0.34, 0), QFont::Bold, readable, &ground);
          continue;
        }
        const double size = sizeInside(i, sign, std::clamp(a * 0.32, kLeastText, 20.0), kLeastText);
        if (size == 0) continue;
        const QImage& plate = signPlate(sign, static_cast<int>(std::lround(size)), readable, ground);
        const double k = plate.devicePixelRatio();
        const QPointF corner =
            place_.toDevice(layout_.pieces[i].centre) - QPointF(plate.width(), plate.height()) / (2 * k);
        const QRectF at(QPointF(std::round(corner.x() * k) / k, std::round(corner.y() * k) / k),
                        QSizeF(plate.width(), plate.height()) / k);
        p_.drawImage(at.topLeft(), plate);
      }
    }
  }

  void numbers(const std::vector<std::uint32_t>& visible) {
    for (const auto i : visible) {
      const double a = across(i);
      if (a < kSignFrom && !look_.vector) continue;
      const Cloth* cloth = clothById(project_, project_.painting[i]);
      const QString number = QString::number(i + 1);
      if (look_.vector) {
        centredText(i, number, sizeInside(i, number, a * 0.27, 0), QFont::Bold, Qt::black, nullptr,
                    cloth ? -a * 0.05 : 0);
        if (cloth)
          centredText(i, QString::fromStdString(cloth->sign), a * 0.17, QFont::Normal, Qt::black, nullptr,
                      a * 0.17);
        continue;
      }
      const double size = sizeInside(i, number, std::clamp(a * 0.3, kLeastText, 18.0), kLeastText);
      if (size == 0) continue;  // given on zoom
      const QColor ground = cloth ? colourOf(cloth->colour) : QColor(Qt::white);
      centredText(i, number, size, QFont::DemiBold, readableOn(ground), nullptr);
    }
  }

  QPainter& p_;
  const Project& project_;
  const Layout& layout_;
  const LayoutPlace& place_;
  const LayoutLook& look_;
  std::vector<bool> showsMotif_;  ///< by piece, once prints are drawn
  std::vector<QPointF> outline_;
  std::vector<std::optional<Room>> rooms_;  // of each shape, once it is asked for
  std::vector<QPainterPath> paths_;         // of each shape, once it is asked for
  std::map<std::pair<int, int>, Face> faces_;
  std::map<std::tuple<QString, int, QRgb>, QImage> plates_;
};

}  // namespace

LayoutPlace fitted(const Box& box, const QRectF& into, bool back) {
  LayoutPlace place;
  place.back = back;
  const double w = std::max(box.width(), 1e-6), h = std::max(box.height(), 1e-6);
  place.scale = std::min(into.width() / w, into.height() / h);
  const double midX = (box.left + box.right) / 2 * (back ? -1 : 1), midY = (box.top + box.bottom) / 2;
  place.origin = into.center() - QPointF(midX, midY) * place.scale;
  return place;
}

void paintLayout(QPainter& painter, const Project& project, const PieceIndex& index, const LayoutPlace& place,
                 const QRectF& clip, const LayoutLook& look) {
  const Point a = place.toLayout(clip.topLeft()), b = place.toLayout(clip.bottomRight());
  const Box window{std::min(a.x, b.x), a.y, std::max(a.x, b.x), b.y};
  LayoutRun run(painter, project, place, look);
  if (!look.overAlone) run.pieces(index.within(window));
  if (look.view == LayoutView::StepBack && !look.overAlone) return;  // only cloths are seen from afar
  run.finishingLine();
  run.lit();
  run.cursor();
}

namespace {

/// A single piece, and dashed round it what may come.
void paintBeginning(QPainter& painter, const QRectF& into, const Palette& palette) {
  const auto outline = familyOutline("hexagon");
  if (!outline) return;
  const double edge = std::min(into.width(), into.height()) / 5.6;
  QPolygonF hexagon;
  for (const Point c : *outline) hexagon << QPointF(c.x, c.y) * edge;
  painter.save();
  painter.setClipRect(into);
  QPen dashed(palette.muted, 1.2);
  dashed.setDashPattern({4, 3});
  painter.setPen(dashed);
  painter.setBrush(Qt::NoBrush);
  for (int i = 0; i < 6; ++i) {
    const QPointF middle = (hexagon[i] + hexagon[(i + 1) % 6]);  // twice the middle of an edge
    painter.drawPolygon(hexagon.translated(into.center() + middle));
  }
  painter.setBrush(QColor(0x2B4A66));
  painter.setPen(QPen(palette.panel, 1.5));
  painter.drawPolygon(hexagon.translated(into.center()));
  painter.restore();
}

}  // namespace

void paintArrangement(QPainter& painter, const Arrangement& arrangement, const QRectF& into,
                      const Palette& palette) {
  if (arrangement.kind == ArrangementKind::Own) return paintBeginning(painter, into, palette);
  Recipe recipe;
  recipe.arrangement = arrangement.id;
  recipe.edge = Length::millimetres(10);
  recipe.rings = std::min(arrangement.fold > 0 ? 4 : 2, arrangement.mostRings());
  // Enough cells to fill the picture; it is clipped.
  if (arrangement.kind == ArrangementKind::Field) {
    recipe.across = std::clamp(static_cast<int>(9 / length(arrangement.a)), 3, 18);
    recipe.down = std::clamp(static_cast<int>(7 / length(arrangement.b)), 2, 12);
  }
  const auto layout = buildLayout(arrangement, recipe);
  if (!layout) return;
  painter.save();
  painter.setClipRect(into);
  const Box& all = layout->finished;
  const bool rosette = arrangement.kind == ArrangementKind::Rosette;
  LayoutPlace place = fitted(all, into, false);
  if (!rosette) {  // fill the frame rather than float in it
    place.scale = std::max(into.width() / all.width(), into.height() / all.height()) * 1.12;
    place.origin =
        into.center() - QPointF((all.left + all.right) / 2, (all.top + all.bottom) / 2) * place.scale;
  }
  const QColor shades[] = {QColor(0x2B4A66), QColor(0xD9C7A3), QColor(0xB4573F), QColor(0x7F9468),
                           QColor(0xEFE4CC)};
  painter.setPen(QPen(palette.panel, 1.5));
  for (std::size_t i = 0; i < layout->size(); ++i) {
    const Piece& piece = layout->pieces[i];
    std::size_t shade = piece.shape;
    if (layout->shapes.size() == 1)
      shade = rosette ? piece.row
                      : static_cast<std::size_t>(piece.key.part + std::abs(piece.key.col) +
                                                 2 * std::abs(piece.key.row));
    painter.setBrush(shades[shade % (layout->shapes.size() == 1 ? 3 : std::size(shades))]);
    QPolygonF polygon;
    for (const Point c : layout->outline(i)) polygon << place.toDevice(c);
    painter.drawPolygon(polygon);
  }
  painter.restore();
}

}  // namespace clathra
