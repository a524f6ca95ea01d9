#include "draw/cut_painter.hpp"

#include <algorithm>
#include <cmath>

#include "cutting/times.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/pictures.hpp"

namespace clathra {

namespace {

/// Cloth coordinates (x across, y along) to the map (length to the right).
class CutMap {
 public:
  CutMap(QPainter& painter, const Project& project, const CutPlan& plan, const QRectF& into,
         const CutMapLook& look)
      : p_(painter), project_(project), plan_(plan), look_(look), cloth_(clothById(project, plan.cloth)) {
    const double used = plan.length.value_or(0);
    shown_ = std::max({used, plan.onHand.value_or(0), plan.buyLength.value_or(0), 100.0});
    // A long remainder would make what is cut unreadable.
    if (used > 0) shown_ = std::min(shown_, std::max(used * 2.2, plan.width * 0.8));
    const double room = look.text * 2.2;
    area_ = into.adjusted(0, room, 0, -room * 1.3);
    scale_ = std::min(area_.width() / shown_, area_.height() / plan.width);
    area_.setWidth(shown_ * scale_);
    area_.setHeight(plan.width * scale_);
  }

  void paint() {
    ends();
    cloth();
    windows();
    double at = plan_.windowLength.value_or(0);
    const CutMethod* m = plan_.method();
    if (m && m->length && *m->length > 0) {
      squaring(at);
      at += kSquaringUp;
      for (const StripGroup& g : m->strips) at = strips(g, at);
      if (m->id == "rectangles")
        for (const RectangleGroup& g : m->rectangles) at = rows(g, at);
    }
    rest(at);
    used();
  }

 private:
  QPointF at(double across, double along) const {
    return {area_.left() + along * scale_, area_.top() + across * scale_};
  }
  QRectF band(double from, double to) const {
    return QRectF(at(0, from), at(plan_.width, std::min(to, shown_)));
  }
  QPolygonF mapped(PolygonView p, Point by) const {
    QPolygonF out;
    for (const Point q : p) out << at(q.x + by.x, q.y + by.y);
    return out;
  }

  void ends() {
    p_.setFont(textFont(look_.text));
    p_.setPen(look_.palette->muted);
    const double above = area_.top() - look_.text * 0.6;
    p_.drawText(QPointF(area_.left(), above), QStringLiteral("cut end"));
    const QString selvedge = QStringLiteral("selvedge");
    p_.drawText(QPointF(area_.right() - QFontMetricsF(p_.font()).horizontalAdvance(selvedge), above),
                selvedge);
  }

  void cloth() {
    p_.setPen(QPen(look_.palette->ink, look_.text / 9));
    p_.setBrush(look_.palette->paper);
    p_.drawRect(area_);
    p_.setPen(QPen(look_.palette->muted, look_.text / 4));
    p_.drawLine(area_.topLeft(), area_.topRight());
    p_.drawLine(area_.bottomLeft(), area_.bottomRight());
  }

  QBrush fill() const {
    if (look_.vector) return QColor(0xEDEDED);
    return hatchBrush(*cloth_, p_.device()->devicePixelRatioF());
  }

  void squaring(double from) {
    p_.setPen(Qt::NoPen);
    QColor veil = look_.palette->line;
    p_.setBrush(QBrush(veil, Qt::SolidPattern));
    p_.drawRect(band(from, from + kSquaringUp));
  }

  void windows() {
    int number = 1;
    for (const WindowPart& part : plan_.windows)
      for (const Window& w : part.windows) {
        p_.setPen(QPen(look_.palette->ink, look_.text / 14, Qt::DashLine));
        p_.setBrush(Qt::NoBrush);
        p_.drawPolygon(mapped(w.patch, {}));
        p_.setPen(QPen(look_.palette->ink, look_.text / 8));
        p_.setBrush(fill());
        p_.drawPolygon(mapped(w.paper, {}));
        plate(at(w.at.x, w.at.y), QString::number(number++), smallest(w.paper));
      }
  }

  double smallest(PolygonView p) const {
    const Box b = bounds(p);
    return std::min(b.width(), b.height()) * scale_;
  }

  /// A label on a light plate; left out where it would cover what it names.
  void plate(QPointF centre, const QString& text, double room) {
    const double size = std::min(look_.text, room * 0.7);
    if (size < look_.text * 0.5) return;
    p_.setFont(textFont(size, QFont::DemiBold));
    const QFontMetricsF metrics(p_.font());
    const double w = std::max(metrics.horizontalAdvance(text) + size * 0.8, size * 1.5);
    const QRectF box(centre.x() - w / 2, centre.y() - size * 0.78, w, size * 1.56);
    p_.setPen(QPen(look_.palette->ink, look_.text / 14));
    p_.setBrush(look_.vector ? QColor(Qt::white) : QColor(0xFCFAF5));
    p_.drawRoundedRect(box, size * 0.78, size * 0.78);
    p_.setPen(QColor(0x1F2D38));
    p_.drawText(
        QPointF(centre.x() - metrics.horizontalAdvance(text) / 2, centre.y() + metrics.capHeight() / 2),
        text);
  }

  double strips(const StripGroup& g, double from) {
    int left = g.demand.patches;
    const auto copies = stripCopies(g.demand.patch, g.lay, static_cast<std::size_t>(g.perStrip));
    for (int s = 0; s < g.strips; ++s) {
      const double top = from + s * g.height;
      p_.setPen(QPen(look_.palette->ink, look_.text / 12));
      p_.setBrush(look_.palette->chosen);
      p_.drawRect(band(top, top + g.height));
      p_.setPen(QPen(look_.palette->ink, look_.text / 22));
      p_.setBrush(fill());
      for (int i = 0; i < g.perStrip && left > 0; ++i, --left)
        p_.drawPolygon(mapped(copies[static_cast<std::size_t>(i)], {0, top}));
    }
    const double to = from + g.strips * g.height;
    label(from, to, g.strips);
    return to;
  }

  double rows(const RectangleGroup& g, double from) {
    int left = g.demand.patches;
    for (int r = 0; r < g.rows; ++r)
      for (int i = 0; i < g.perRow && left > 0; ++i, --left) {
        p_.setPen(QPen(look_.palette->ink, look_.text / 20));
        p_.setBrush(fill());
        p_.drawRect(
            QRectF(at(i * g.width, from + r * g.height), at((i + 1) * g.width, from + (r + 1) * g.height)));
      }
    const double to = from + g.rows * g.height;
    label(from, to, g.rows);
    return to;
  }

  void label(double from, double to, int n) {
    const int first = counted_ + 1;
    counted_ += n;
    const QString text =
        n == 1 ? QString::number(first) : QStringLiteral("%1 to %2").arg(first).arg(counted_);
    plate(at(plan_.width / 2, (from + to) / 2), text, look_.text * 1.6);
  }

  void rest(double from) {
    const double left = shown_ - from;
    if (left * scale_ < look_.text * 7) return;
    p_.setFont(textFont(look_.text));
    p_.setPen(look_.vector ? QColor(0x404040) : QColor(0x55616A));
    const double onHand = plan_.onHand.value_or(0);
    const QString text =
        onHand > from
            ? QStringLiteral("stays whole\n%1")
                  .arg(QString::fromStdString(formatReadable(onHand - from, project_.settings.unit)))
            : QStringLiteral("not needed");
    p_.drawText(band(from, shown_), Qt::AlignCenter, text);
  }

  void used() {
    if (!plan_.length || *plan_.length <= 0) return;
    const double y = area_.bottom() + look_.text * 1.2, right = at(0, std::min(*plan_.length, shown_)).x();
    p_.setPen(QPen(look_.palette->sea, look_.text / 8));
    p_.drawLine(QPointF(area_.left(), y), QPointF(right, y));
    for (const double x : {area_.left(), right})
      p_.drawLine(QPointF(x, y - look_.text * 0.4), QPointF(x, y + look_.text * 0.4));
    const QString text = QStringLiteral("%1 used").arg(
        QString::fromStdString(formatReadable(*plan_.length, project_.settings.unit)));
    p_.setFont(textFont(look_.text, QFont::DemiBold));
    const double w = QFontMetricsF(p_.font()).horizontalAdvance(text) + look_.text;
    const double x = std::max(area_.left(), (area_.left() + right - w) / 2);
    if (right - area_.left() > w * 1.4) {
      p_.fillRect(QRectF(x, y - look_.text * 0.7, w, look_.text * 1.4), look_.palette->ground);
      p_.drawText(QRectF(x, y - look_.text, w, look_.text * 2), Qt::AlignCenter, text);
    } else {
      p_.drawText(QPointF(right + look_.text * 0.6, y + look_.text * 0.35), text);
    }
  }

  QPainter& p_;
  const Project& project_;
  const CutPlan& plan_;
  const CutMapLook& look_;
  const Cloth* cloth_;
  QRectF area_;
  double scale_ = 1, shown_ = 1;
  int counted_ = 0;
};

}  // namespace

void paintCutMap(QPainter& painter, const Project& project, const CutPlan& plan, const QRectF& into,
                 const CutMapLook& look) {
  if (plan.width <= 0 || !clothById(project, plan.cloth)) return;
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  CutMap(painter, project, plan, into, look).paint();
  painter.restore();
}

std::vector<MapLabel> mapLabels(const Project& project, const CutPlan& plan) {
  std::vector<MapLabel> out;
  const auto range = [](int first, int n, const char* what) {
    const QString kind = QString::fromLatin1(what);
    return n == 1 ? QStringLiteral("%1 %2").arg(kind).arg(first)
                  : QStringLiteral("%1s %2 to %3").arg(kind).arg(first).arg(first + n - 1);
  };
  int window = 1, strip = 1;
  for (const WindowPart& w : plan.windows) {
    if (w.windows.empty()) continue;
    const int n = static_cast<int>(w.windows.size());
    out.push_back(
        {range(window, n, "Window"), QString::fromStdString(w.name) + QStringLiteral(", cut with scissors")});
    window += n;
  }
  const CutMethod* m = plan.method();
  if (!m || !m->length) return out;
  const Unit unit = project.settings.unit;
  for (const StripGroup& g : m->strips) {
    out.push_back({range(strip, g.strips, "Strip"),
                   QStringLiteral("%1 wide, up to %2 from each")
                       .arg(QString::fromStdString(formatLength(Length::millimetres(g.height), unit)),
                            QString::fromStdString(counted(g.perStrip, g.demand.title)))});
    strip += g.strips;
  }
  for (const RectangleGroup& g : m->rectangles) {
    out.push_back({range(strip, std::max(1, g.rows), "Row"),
                   QStringLiteral("%1 × %2 for %3")
                       .arg(QString::fromStdString(formatLength(Length::millimetres(g.width), unit)),
                            QString::fromStdString(formatLength(Length::millimetres(g.height), unit)),
                            QString::fromStdString(counted(g.demand.patches, g.demand.title)))});
    strip += std::max(1, g.rows);
  }
  return out;
}

void paintClothLength(QPainter& painter, const Project& project, const Cloth& cloth, const QRectF& area,
                      double scale, const Palette& palette) {
  painter.save();
  QPen pen(palette.ink, 1.5);
  pen.setJoinStyle(Qt::MiterJoin);
  painter.setPen(pen);
  painter.setBrush(hatchBrush(cloth, painter.device()->devicePixelRatioF()));
  if (cloth.print) {
    const auto picture = project.pictures.find(cloth.print->picture);
    const QImage image = picture == project.pictures.end() ? QImage() : decode(picture->second);
    if (!image.isNull()) {
      QBrush brush(image);
      const double k = 25.4 / cloth.print->dpi * scale;
      // The picture holds whole repeats from its corner, so it may be tiled; the length hangs down.
      brush.setTransform(QTransform().translate(area.left(), area.top()).scale(k, k));
      painter.setBrush(brush);
    }
  }
  painter.drawRect(area);
  painter.restore();
}

}  // namespace clathra
