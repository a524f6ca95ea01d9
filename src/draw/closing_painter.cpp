#include "draw/closing_painter.hpp"

#include <QObject>
#include <algorithm>
#include <cmath>

#include "draw/fonts.hpp"
#include "layout/piece_sides.hpp"
#include "measure/quantity.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

QColor clothOf(const Project& project, std::uint32_t piece, const Palette& palette) {
  const Cloth* cloth = clothById(project, project.painting[piece]);
  if (!cloth) return palette.ground;
  return QColor(cloth->colour.r, cloth->colour.g, cloth->colour.b);
}

/// The pieces of one side in a frame in which the line runs level from the origin; stretched along it as
/// measured.
struct Laid {
  std::uint32_t piece;
  Polygon outline;
};
std::vector<Laid> laid(const Project& project, const Run& run, const std::vector<std::uint32_t>& pieces,
                       const std::vector<std::pair<double, double>>& parts) {
  const Layout& layout = *project.layout;
  const Angle turn = -directionOf(run.to - run.from);
  double design = 0, measured = 0;
  std::vector<Laid> out;
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    const double factor = parts[i].second / parts[i].first;
    Laid one{pieces[i], {}};
    for (const Point c : layout.outline(pieces[i])) {
      const Point p = rotated(c - run.from, turn);
      one.outline.push_back({measured + (p.x - design) * factor, p.y});
    }
    out.push_back(std::move(one));
    design += parts[i].first;
    measured += parts[i].second;
  }
  return out;
}

double lengthOf(const std::vector<std::pair<double, double>>& parts) {
  double sum = 0;
  for (const auto& p : parts) sum += p.second;
  return sum;
}

class Drawing {
 public:
  Drawing(QPainter& painter, const QRectF& within, const Project& project, const ClosingLook& look)
      : p_(painter), within_(within), project_(project), look_(look) {}

  void pieces(const std::vector<Laid>& side, const std::function<QPointF(Point)>& at) {
    for (const Laid& one : side) {
      QPolygonF polygon;
      for (const Point c : one.outline) polygon << at(c);
      p_.setBrush(clothOf(project_, one.piece, *look_.palette));
      p_.setPen(QPen(look_.palette->ink, 1.2));
      p_.drawPolygon(polygon);
    }
  }
  void words(const QString& text, QPointF middle, const QColor& colour, int weight = QFont::DemiBold) {
    const QFont font = textFont(look_.text, weight);
    p_.setFont(font);
    const QFontMetricsF metrics(font);
    QRectF box(middle.x() - metrics.horizontalAdvance(text) / 2 - 6, middle.y() - metrics.height() / 2 - 2,
               metrics.horizontalAdvance(text) + 12, metrics.height() + 4);
    // Words at the end of a run stay in the picture.
    box.moveLeft(
        std::clamp(box.left(), within_.left(), std::max(within_.left(), within_.right() - box.width())));
    box.moveTop(
        std::clamp(box.top(), within_.top(), std::max(within_.top(), within_.bottom() - box.height())));
    p_.setPen(Qt::NoPen);
    QColor ground = look_.palette->panel;
    ground.setAlpha(235);
    p_.setBrush(ground);
    p_.drawRoundedRect(box, 4, 4);
    p_.setPen(colour);
    p_.drawText(box, Qt::AlignCenter, text);
  }
  /// The miss between the ends of both sides, with its length.
  void miss(QPointF from, QPointF to, double height) {
    QColor wash = look_.palette->madder;
    wash.setAlpha(110);
    p_.fillRect(QRectF(from, to).normalized().adjusted(0, -height / 2, 0, height / 2), wash);
    p_.setPen(QPen(look_.palette->madder, 2));
    for (const QPointF& end : {from, to})
      p_.drawLine(end - QPointF(0, height / 2), end + QPointF(0, height / 2));
  }

  QPainter& p_;
  QRectF within_;
  const Project& project_;
  const ClosingLook& look_;
};

QString missWords(double difference) {
  const QString mm = QString::fromStdString(writeFine(std::abs(difference), 1));
  return difference < 0 ? QObject::tr("%1 short").arg(mm) : QObject::tr("%1 long").arg(mm);
}

}  // namespace

void paintRun(QPainter& painter, const QRectF& into, const Project& project, const Run& run,
              const ClosingLook& look) {
  Drawing drawing(painter, into, project, look);
  const auto one = laid(project, run, run.measuredSide, run.measuredParts),
             other = laid(project, run, run.otherSide, run.otherParts);
  const double a = lengthOf(run.measuredParts), b = lengthOf(run.otherParts);
  Box all{0, 0, std::max(a, b), 0};
  for (const auto* side : {&one, &other})
    for (const Laid& l : *side) all = unite(all, bounds(l.outline));
  // The whole run above, its end enlarged below.
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const QRectF upper(into.left(), into.top(), into.width(), into.height() * 0.46);
  const QRectF lower(into.left() + into.width() * 0.2, into.top() + into.height() * 0.54, into.width() * 0.6,
                     into.height() * 0.42);
  const double scale = std::min((upper.width() - 30) / all.width(), (upper.height() - 50) / all.height());
  const QPointF origin(upper.center().x() - scale * (all.left + all.right) / 2,
                       upper.center().y() - scale * (all.top + all.bottom) / 2);
  const auto at = [&](Point c) { return origin + scale * QPointF(c.x, c.y); };
  drawing.pieces(one, at);
  drawing.pieces(other, at);
  drawing.miss(at({std::min(a, b), 0}), at({std::max(a, b), 0}), 26);
  drawing.words(missWords(run.difference), at({std::max(a, b), 0}) - QPointF(0, 34), look.palette->madder);

  const double shown = std::max(12.0, 5 * std::abs(a - b));  // mm of the line
  const double near = std::min(lower.width() / shown, lower.height() / (0.6 * shown));
  const QPointF end(lower.center().x() - near * (std::min(a, b) + std::max(a, b)) / 2, lower.center().y());
  const auto enlarged = [&](Point c) { return end + near * QPointF(c.x, c.y); };
  painter.setClipRect(lower);
  painter.fillRect(lower, look.palette->panel);
  drawing.pieces(one, enlarged);
  drawing.pieces(other, enlarged);
  drawing.miss(enlarged({std::min(a, b), 0}), enlarged({std::max(a, b), 0}), lower.height() * 0.5);
  drawing.words(missWords(run.difference),
                QPointF(enlarged({(a + b) / 2, 0}).x(), lower.top() + look.text * 1.2), look.palette->madder);
  painter.setClipping(false);
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look.palette->line, 1.5));
  painter.drawRect(lower);
  drawing.words(QObject::tr("the end, enlarged"),
                QPointF(lower.center().x(), lower.bottom() - look.text * 1.1), look.palette->ink,
                QFont::Normal);
  painter.restore();
}

void paintCorner(QPainter& painter, const QRectF& into, const Project& project, const ClosedCorner& corner,
                 const ClosingLook& look) {
  Drawing drawing(painter, into, project, look);
  const Layout& layout = *project.layout;
  // Clockwise round the corner, each as wide as what it was read as leaves it.
  std::vector<std::pair<double, std::uint32_t>> round;
  for (const auto piece : corner.pieces)
    round.emplace_back(directionOf(layout.pieces[piece].centre - corner.at).degrees(), piece);
  std::sort(round.begin(), round.end());
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const double radius = 0.42 * std::min(into.width(), into.height());
  const QPointF middle = into.center();
  const double share = (360 - corner.open.degrees()) / 360;
  double from = round.front().first - 30;
  for (std::size_t i = 0; i < round.size(); ++i) {
    const double next = i + 1 < round.size() ? round[i + 1].first : round.front().first + 360;
    const double before = i > 0 ? round[i - 1].first : round.back().first - 360;
    const double sweep = (next - before) / 2 * share;
    painter.setBrush(clothOf(project, round[i].second, *look.palette));
    painter.setPen(QPen(look.palette->ink, 1.5));
    painter.drawPie(QRectF(middle.x() - radius, middle.y() - radius, 2 * radius, 2 * radius),
                    static_cast<int>(std::lround(-16 * from)), static_cast<int>(std::lround(-16 * sweep)));
    from += sweep;
  }
  if (corner.open > Angle()) {
    QColor wash = look.palette->madder;
    wash.setAlpha(150);
    painter.setBrush(wash);
    painter.setPen(QPen(look.palette->madder, 2));
    painter.drawPie(QRectF(middle.x() - radius, middle.y() - radius, 2 * radius, 2 * radius),
                    static_cast<int>(std::lround(-16 * from)),
                    static_cast<int>(std::lround(-16 * corner.open.degrees())));
  }
  const QString degrees = QString::fromStdString(formatNumber(std::abs(corner.open.degrees()), 1));
  drawing.words(corner.open > Angle() ? QObject::tr("open by %1°").arg(degrees)
                                      : QObject::tr("%1° too full").arg(degrees),
                {middle.x(), into.bottom() - look.text * 1.4}, look.palette->madder);
  painter.restore();
}

void paintSeamKind(QPainter& painter, const QRectF& into, const Project& project, const SeamKind& kind,
                   const ClosingLook& look) {
  Drawing drawing(painter, into, project, look);
  const Layout& layout = *project.layout;
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  // Each shape with the edge in question level at the line, the longer one's end beyond the shorter one's.
  const auto lying = [&](const PaperSide& side, bool above, double factor) {
    const Polygon outline = handedOutline(layout.shapes[side.shape], side.hand);
    const OutlineEdge e = edgesOf(outline)[side.edge];
    const Point from = outline[e.first], to = outline[(e.first + e.edges) % outline.size()];
    // Corners run clockwise: the inside lies to the right of the edge.
    const Angle turn = (above ? kHalfTurn : Angle()) - directionOf(to - from);
    Polygon out;
    for (const Point c : outline) {
      const Point p = rotated(c - (above ? to : from), turn);
      out.push_back({p.x * factor, p.y});
    }
    return out;
  };
  const double longer = kind.design + std::abs(kind.difference);
  const double fa = kind.difference > 0 ? longer / kind.design : 1,
               fb = kind.difference > 0 ? 1 : longer / kind.design;
  const Polygon a = lying(kind.a, true, fa), b = lying(kind.b, false, fb);
  const Box all = unite(bounds(a), bounds(b));
  const double scale =
      0.8 * std::min(into.width() / all.width(), (into.height() - 3 * look.text) / all.height());
  const QPointF origin(into.center().x() - scale * (all.left + all.right) / 2,
                       into.center().y() - scale * (all.top + all.bottom) / 2);
  const auto at = [&](Point c) { return origin + scale * QPointF(c.x, c.y); };
  for (const Polygon* side : {&a, &b}) {
    QPolygonF polygon;
    for (const Point c : *side) polygon << at(c);
    painter.setBrush(side == &a ? look.palette->ground : look.palette->paper);
    painter.setPen(QPen(look.palette->ink, 1.5));
    painter.drawPolygon(polygon);
  }
  drawing.miss(at({kind.design, 0}), at({longer, 0}), 30);
  drawing.words(
      QObject::tr("%1 on every seam").arg(QString::fromStdString(writeFine(std::abs(kind.difference), 2))),
      at({kind.design, 0}) + QPointF(0, -34), look.palette->madder);
  painter.restore();
}

void paintClosed(QPainter& painter, const QRectF& into, const Project& project, const Closure& closure,
                 const ClosingLook& look) {
  const Layout& layout = *project.layout;
  const Box& drawn = layout.finished;
  if (layout.pieces.empty() || !(drawn.width() > 0) || !(drawn.height() > 0)) return;
  const LengthUnit unit = project.settings.unit;
  const bool other = closure.scale != 1;
  const double larger = std::max(1.0, closure.scale), forWords = look.text * 2.4;
  const QRectF room = into.adjusted(forWords, forWords, -forWords, -forWords);
  const double px =
      std::min(room.width() / (drawn.width() * larger), room.height() / (drawn.height() * larger));
  if (!(px > 0)) return;
  const Point middle = 0.5 * (Point{drawn.left, drawn.top} + Point{drawn.right, drawn.bottom});
  const auto placed = [&](double scale) {
    return [=, centre = into.center()](Point p) {
      const Point from = px * scale * (p - middle);
      return centre + QPointF(from.x, from.y);
    };
  };
  std::vector<Laid> all;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const auto outline = layout.outline(i);
    all.push_back({i, Polygon(outline.begin(), outline.end())});
  }
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  Drawing drawing(painter, into, project, look);
  const auto asItComes = placed(closure.scale), asDrawn = placed(1);
  drawing.pieces(all, asItComes);
  if (other) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(look.palette->madder, 2.2, Qt::DashLine));
    painter.drawRect(QRectF(asDrawn({drawn.left, drawn.top}), asDrawn({drawn.right, drawn.bottom})));
  }
  const double half = drawn.height() * larger * px / 2 + look.text;
  const auto size = [&](double width, double height) {
    return QString::fromStdString(writeSize(width, height, unit));
  };
  drawing.words(QObject::tr("It comes out at %1").arg(size(closure.width, closure.height)),
                into.center() - QPointF(0, half), look.palette->ink);
  if (other)
    drawing.words(QObject::tr("drawn at %1").arg(size(drawn.width(), drawn.height())),
                  into.center() + QPointF(0, half), look.palette->madder);
  painter.restore();
}

void paintLookAlike(QPainter& painter, const QRectF& into, PolygonView one, PolygonView other, double pxPerMm,
                    const ClosingLook& look) {
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const Box all = unite(bounds(one), bounds(other));
  const double scale =
      std::min({pxPerMm, into.width() * 0.92 / all.width(), into.height() * 0.92 / all.height()});
  const QPointF origin(into.center().x() - scale * (all.left + all.right) / 2,
                       into.center().y() - scale * (all.top + all.bottom) / 2);
  const auto polygon = [&](PolygonView p) {
    QPolygonF out;
    for (const Point c : p) out << origin + scale * QPointF(c.x, c.y);
    return out;
  };
  QColor wash = look.palette->sea;
  wash.setAlpha(50);
  painter.setBrush(wash);
  painter.setPen(QPen(look.palette->sea, 2));
  painter.drawPolygon(polygon(one));
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look.palette->madder, 2, Qt::DashLine));
  painter.drawPolygon(polygon(other));
  painter.restore();
}

}  // namespace clathra
