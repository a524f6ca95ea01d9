#include "draw/cut_painter.hpp"

#include <QCoreApplication>
#include <QPicture>
#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "cutting/window_order.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/map_labels.hpp"
#include "draw/pictures.hpp"
#include "draw/print_cut.hpp"
#include "measure/quantity.hpp"
#include "model/lightness.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QString say(const char* text) {
  return QCoreApplication::translate("map", text);
}

/// Which of the whole plan's lengths it is, where one stands for all that are cut alike.
int ofWhole(const CutLayout& laid, int length) {
  const int of = laid.lengths[static_cast<std::size_t>(length)].of;
  return of < 0 ? length : of;
}

/// Which lengths a map shows: those that are cut from, else the first.
std::vector<int> shownLengths(const CutLayout& laid, const PiecesOf& heldBack) {
  std::vector<int> out;
  for (std::size_t l = 0; l < laid.lengths.size(); ++l)
    if (laid.lengths[l].used > 0 || std::any_of(heldBack.begin(), heldBack.end(), [&](const auto& one) {
          return one.first == ofWhole(laid, static_cast<int>(l));
        }))
      out.push_back(static_cast<int>(l));
  if (out.empty() && !laid.lengths.empty()) out.push_back(0);
  return out;
}

/// Cloth coordinates (x across, y along) to the map: each length runs to the right, so that the cloth is
/// turned by a quarter, its left selvedge below. Drawn on the wrong side it is seen from there: the left
/// selvedge is above.
class CutMap {
 public:
  CutMap(QPainter& painter, const Project& project, const CutPlan& plan, const QRectF& into,
         const CutMapLook& look)
      : p_(painter),
        project_(project),
        plan_(plan),
        laid_(plan.method()->laid),
        look_(look),
        cloth_(clothById(project, plan.cloth)) {
    for (const int l : shownLengths(laid_, look.heldBack)) {
      const ClothLength& length = laid_.lengths[static_cast<std::size_t>(l)];
      // A long remainder would make what is cut unreadable.
      double shown = length.used > 0 ? std::min(std::max(length.used, length.length),
                                                std::max(length.used * 2.2, length.width * 0.8))
                                     : length.length;
      for (const auto& [on, outline] : look.heldBack)
        if (on == ofWhole(laid_, l)) shown = std::max(shown, std::min(length.length, bounds(outline).bottom));
      rows_.push_back({l, shown, {}});
    }
    // As large as they all fit, beside each other and then below.
    double small = 0, large = 100;
    for (int i = 0; i < 40; ++i) {
      const double middle = (small + large) / 2;
      (flow(into, middle) <= into.bottom() ? small : large) = middle;
    }
    scale_ = small;
    if (rows_.size() == 1) {
      // Room beside it shows more of what stays, so much that what is cut is still the matter.
      const ClothLength& length = laid_.lengths[static_cast<std::size_t>(rows_[0].length)];
      double& shown = rows_[0].shown;
      shown = std::max(shown, std::min({length.length, into.width() / scale_,
                                        std::max(length.used * 4, length.width * 1.6)}));
    }
    flow(into, scale_);
  }

  /// With the words above and below.
  double width(double left) const {
    const QFontMetricsF metrics(textFont(look_.text, QFont::DemiBold));
    double right = left;
    for (const Row& r : rows_)
      right = std::max({right, r.area.right(), r.area.left() + wordsOf(r, metrics, scale_)});
    return right - left;
  }

  void paint() {
    const auto runs = runsOf(laid_);
    numbers_ = windowNumbers(laid_);
    for (const Row& r : rows_) {
      row_ = &r;
      plates_.clear();
      ends();
      cloth();
      heldBack();
      bands();
      patches();
      for (const BandRun& run : runs)
        if (run.length == r.length) {
          stacks(run);
          label(run);
        }
      rest();
      used();
    }
  }

 private:
  struct Row {
    int length = 0;
    double shown = 0;  // mm
    QRectF area;
  };
  /// Places the lengths at a scale; tells how far down they reach, beyond all bounds if one is too wide.
  double flow(const QRectF& into, double scale) {
    const double above = look_.text * 2.2, under = above * 1.3, gap = look_.text * 2;
    const QFontMetricsF metrics(textFont(look_.text));
    double x = into.left(), y = into.top();
    for (Row& r : rows_) {
      const double wide = r.shown * scale;
      // The words above and below a narrow one need their place too.
      const double place = rows_.size() > 1 ? std::max(wide, wordsOf(r, metrics, scale)) : wide;
      if (wide > into.width()) return std::numeric_limits<double>::infinity();
      if (x > into.left() && x + place > into.right()) {
        x = into.left();
        y += above + plan_.width * scale + under;
      }
      r.area = QRectF(x, y + above, wide, plan_.width * scale);
      x += place + gap;
    }
    return y + above + plan_.width * scale + under;
  }
  /// The name above and what is used below, which stands beside a short stretch.
  double wordsOf(const Row& r, const QFontMetricsF& metrics, double scale) const {
    const double cut = laid_.lengths[static_cast<std::size_t>(r.length)].used * scale,
                 words = metrics.horizontalAdvance(usedText(r)) * 1.1;
    return std::max(metrics.horizontalAdvance(nameOf(r)), cut > words * 1.7 ? 0 : cut + words + look_.text);
  }
  QString nameOf(const Row& row) const {
    const ClothLength& l = laid_.lengths[static_cast<std::size_t>(row.length)];
    if (plan_.collection && !l.toBuy)
      return l.like > 1 ? say("cloth %1 and %2 like it").arg(l.number).arg(l.like - 1)
                        : say("cloth %1").arg(l.number);
    if (plan_.byPiece && !l.toBuy)
      return l.like > 1 ? say("piece %1 and %2 like it").arg(l.number).arg(l.like - 1)
                        : say("piece %1").arg(l.number);
    if (plan_.byPiece && l.like > 1) return say("%1 pieces to buy").arg(l.like);
    if (laid_.lengths.size() < 2) return say("cut end");
    if (l.toBuy) return say("to buy");
    return say("length %1, %2")
        .arg(l.number)
        .arg(QString::fromStdString(formatLength(Length::millimetres(l.length), project_.settings.unit)));
  }
  QString usedText(const Row& row) const {
    return say("%1 used").arg(QString::fromStdString(
        writeCloth(laid_.lengths[static_cast<std::size_t>(row.length)].used, project_.settings.unit)));
  }
  int whole() const { return ofWhole(laid_, row_->length); }
  const ClothLength& length() const { return laid_.lengths[static_cast<std::size_t>(row_->length)]; }
  QPointF at(double across, double along) const {
    return {row_->area.left() + along * scale_,
            row_->area.top() + (cloth_->drawnBehind ? across : plan_.width - across) * scale_};
  }
  QRectF band(double from, double to) const {
    return QRectF(at(0, from), at(plan_.width, std::min(to, row_->shown))).normalized();
  }
  QPolygonF mapped(PolygonView p) const {
    QPolygonF out;
    for (const Point q : p) out << at(q.x, q.y);
    return out;
  }

  void ends() {
    p_.setFont(textFont(look_.text));
    p_.setPen(look_.palette->muted);
    const QRectF& area = row_->area;
    const double above = area.top() - look_.text * 0.6;
    const QFontMetricsF metrics(p_.font());
    const QString left = nameOf(*row_);
    p_.drawText(QPointF(area.left(), above), left);
    const QString selvedge = say("selvedge");
    const double x = area.right() - metrics.horizontalAdvance(selvedge);
    if (x > area.left() + metrics.horizontalAdvance(left) + look_.text)
      p_.drawText(QPointF(x, above), selvedge);
  }

  void cloth() {
    p_.setPen(QPen(look_.palette->ink, look_.text / 9));
    p_.setBrush(look_.palette->paper);
    p_.drawRect(row_->area);
    print(QPolygonF(row_->area), 0.4);
    p_.setPen(QPen(look_.palette->muted, look_.text / 4));
    p_.drawLine(row_->area.topLeft(), row_->area.topRight());
    p_.drawLine(row_->area.bottomLeft(), row_->area.bottomRight());
    gone();
  }

  /// Where the print's corner lies on this length, mm: as it is known, or as the windows were laid.
  std::optional<Point> markHere() const {
    if (whole() < static_cast<int>(plan_.lengths.size()))
      if (const auto mark = markOn(*cloth_, plan_.lengths[static_cast<std::size_t>(whole())])) return mark;
    for (const WindowPart& part : plan_.windows)
      for (const Window& w : part.windows) {
        const int on = w.on < 0 ? static_cast<int>(plan_.lengths.size()) : w.on;
        if (on != whole() || w.mirrored) continue;
        for (const MotifChoice& m : project_.motifs)
          if (m.id == part.motif) return w.at - m.at;
      }
    return std::nullopt;
  }

  /// Fills an outline of the map with the print as it lies there; nothing where its place is not known.
  void print(const QPolygonF& outline, double strength) {
    const auto mark = cloth_->print && !look_.vector ? markHere() : std::nullopt;
    if (!mark) return;
    const auto picture = project_.pictures.find(cloth_->print->picture);
    if (picture == project_.pictures.end()) return;
    // The whole cut at once, so that it is made once.
    const Box seen{-mark->x, -mark->y, plan_.width - mark->x, row_->shown - mark->y};
    const PrintCut cut =
        printCut(picture->second, *cloth_->print, seen, scale_ * p_.device()->devicePixelRatioF());
    if (cut.image.isNull()) return;
    const QPointF o = at(mark->x, mark->y), x = at(mark->x + 1, mark->y) - o,
                  y = at(mark->x, mark->y + 1) - o;
    p_.save();
    p_.setRenderHint(QPainter::SmoothPixmapTransform);
    p_.setOpacity(strength);
    p_.setPen(Qt::NoPen);
    p_.setBrush(cut.brush(QTransform(x.x(), x.y(), y.x(), y.y(), o.x(), o.y())));
    p_.drawPolygon(outline);
    p_.restore();
  }

  /// What is not there: round a scrap, and where patches were cut out before.
  void gone() {
    if (whole() >= static_cast<int>(plan_.lengths.size())) return;
    const OnHand& own = plan_.lengths[static_cast<std::size_t>(whole())];
    p_.setPen(QPen(look_.palette->muted, look_.text / 12));
    p_.setBrush(QBrush(look_.palette->line, Qt::SolidPattern));
    for (const Polygon& hole : own.holes) p_.drawPolygon(mapped(hole));
    if (own.outline.empty()) return;
    p_.setPen(QPen(look_.palette->ink, look_.text / 9));
    p_.setBrush(Qt::NoBrush);
    p_.drawPolygon(mapped(own.outline));
  }

  /// Outlines of the rest, dashed on what stays.
  void heldBack() {
    QPen pen(look_.palette->muted, look_.text / 12, Qt::DashLine);
    p_.setPen(pen);
    p_.setBrush(Qt::NoBrush);
    for (const auto& [on, outline] : look_.heldBack)
      if (on == whole()) p_.drawPolygon(mapped(outline));
  }

  QBrush fill() const {
    if (look_.vector) return QColor(0xEDEDED);
    return hatchBrush(*cloth_, p_.device()->devicePixelRatioF());
  }

  /// Between patches that lie close: seen on dark cloth too.
  QPen seamPen() const {
    constexpr double kDark = 45;
    const bool dark = !look_.vector && lightness(cloth_->colour) < kDark;
    return {dark ? QColor(0xF4EFE2) : look_.palette->ink, look_.text / (dark ? 13 : 22)};
  }

  void bands() {
    for (const Band& b : laid_.bands) {
      if (b.length != row_->length || b.kind == BandKind::Windows || b.kind == BandKind::Row ||
          cutAtOnce(b.kind))
        continue;
      const bool squaring = b.kind == BandKind::Squaring;
      p_.setPen(squaring ? QPen(Qt::NoPen) : QPen(look_.palette->ink, look_.text / 12));
      p_.setBrush(QBrush(squaring ? look_.palette->line : look_.palette->chosen, Qt::SolidPattern));
      p_.drawRect(band(b.from, b.to));
    }
  }

  void patches() {
    for (std::size_t i = 0; i < laid_.placements.size(); ++i) {
      const PlacedPatch& p = laid_.placements[i];
      if (p.length != row_->length) continue;
      if (p.motif) {
        p_.setPen(QPen(look_.palette->ink, look_.text / 14, Qt::DashLine));
        p_.setBrush(Qt::NoBrush);
        p_.drawPolygon(mapped(p.patch));
        const QPolygonF paper = mapped(p.paper);
        p_.setPen(QPen(look_.palette->ink, look_.text / 8));
        p_.setBrush(fill());
        p_.drawPolygon(paper);
        print(paper, 1);
        p_.setBrush(Qt::NoBrush);
        p_.setPen(QPen(look_.palette->ink, look_.text / 8));
        p_.drawPolygon(paper);
        const Point middle = centroid(p.paper);
        plate(at(middle.x, middle.y), QString::number(numbers_[i]), smallest(p.paper));
        continue;
      }
      p_.setPen(seamPen());
      p_.setBrush(fill());
      const Polygon& shown = p.rough.empty() ? p.patch : p.rough;
      p_.drawPolygon(mapped(shown));
      outlineIn(p);
      if (p.set == 0) continue;
      print(mapped(shown), 1);
      p_.setBrush(Qt::NoBrush);
      p_.drawPolygon(mapped(shown));
      // Of many small ones the numbers would hide what is cut.
      const Point middle = centroid(shown);
      if (smallest(shown) > look_.text * 1.6)
        plate(at(middle.x, middle.y), QString::number(p.set), smallest(shown));
    }
    layers();
  }

  /// How the patch lies in its rough rectangle, where that is large enough to see it.
  void outlineIn(const PlacedPatch& p) {
    constexpr double kSeen = 4;  // of the size of words
    if (p.rough.empty() || smallest(p.rough) < look_.text * kSeen) return;
    QPen pen = seamPen();
    pen.setStyle(Qt::DashLine);
    pen.setWidthF(look_.text / 11);
    p_.setPen(pen);
    p_.setBrush(Qt::NoBrush);
    p_.drawPolygon(mapped(p.patch));
  }

  /// Where each layer of repeats begins: a line across the cloth with the layer's number, where there is
  /// room.
  void layers() {
    std::map<int, std::vector<double>> begins;  // by set: the upper edges of its patches
    for (const PlacedPatch& p : laid_.placements)
      if (p.set > 0 && p.length == row_->length) begins[p.set].push_back(bounds(p.patch).top);
    if (begins.empty()) return;
    QPen pen(look_.palette->ink, look_.text / 9);
    pen.setDashPattern({6, 3});
    p_.setFont(textFont(look_.text * 0.9, QFont::DemiBold));
    int number = 1;
    double last = -1e9;
    for (const double from : begins.begin()->second) {
      p_.setPen(pen);
      p_.drawLine(at(0, from), at(plan_.width, from));
      const QPointF top = at(cloth_->drawnBehind ? 0 : plan_.width, from);
      if (top.x() - last > look_.text * 1.4)
        p_.drawText(top + QPointF(look_.text * 0.2, look_.text), QString::number(number));
      last = top.x();
      ++number;
    }
  }

  double smallest(PolygonView p) const {
    const Box b = bounds(p);
    return std::min(b.width(), b.height()) * scale_;
  }

  static QSizeF plateSize(const QString& text, double size) {
    const double wide = QFontMetricsF(textFont(size, QFont::DemiBold)).horizontalAdvance(text);
    return {std::max(wide + size * 0.8, size * 1.5), size * 1.56};
  }
  /// A label on a light plate; left out where it would cover what it names.
  void plate(QPointF centre, const QString& text, double room) {
    const double size = std::min(look_.text, room * 0.7);
    if (size < look_.text * 0.5) return;
    p_.setFont(textFont(size, QFont::DemiBold));
    const QFontMetricsF metrics(p_.font());
    QRectF box({}, plateSize(text, size));
    box.moveCenter(centre);
    p_.setPen(QPen(look_.palette->ink, look_.text / 14));
    p_.setBrush(look_.vector ? QColor(Qt::white) : QColor(0xFCFAF5));
    p_.drawRoundedRect(box, size * 0.78, size * 0.78);
    p_.setPen(QColor(0x1F2D38));
    p_.drawText(
        QPointF(centre.x() - metrics.horizontalAdvance(text) / 2, centre.y() + metrics.capHeight() / 2),
        text);
  }

  void label(const BandRun& run) {
    const int last = run.first + run.count - 1;
    const QString text =
        run.count == 1 ? QString::number(run.first) : say("%1 to %2").arg(run.first).arg(last);
    // Labels that would cover each other stand aside, and none leaves the map.
    const QSizeF size = plateSize(text, look_.text);
    QPointF middle = at(plan_.width / 2, (run.from + run.to) / 2);
    middle.setX(
        std::clamp(middle.x(), row_->area.left() + size.width() / 2,
                   std::max(row_->area.left() + size.width() / 2, row_->area.right() - size.width() / 2)));
    for (int step = 0; step < 9; ++step) {
      const double aside = (step % 2 == 0 ? 0.5 : -0.5) * ((step + 1) / 2) * 2.3 * size.height();
      QRectF box({}, size);
      box.moveCenter(middle + QPointF(0, aside));
      const bool inside = box.top() > row_->area.top() && box.bottom() < row_->area.bottom();
      if (!inside || std::any_of(plates_.begin(), plates_.end(),
                                 [&](const QRectF& other) { return other.intersects(box); }))
        continue;
      plates_.push_back(box);
      return plate(box.center(), text, look_.text * 1.6);
    }
  }

  /// Strips that are cut on each other: a bracket under each stack with its layers, those that lie right
  /// sides together joined by their fold.
  void stacks(const BandRun& run) {
    const CutGroup& g = plan_.method()->groups[static_cast<std::size_t>(run.group)];
    if (!liesOnEachOther(g, run)) return;
    const double each = (run.to - run.from) / run.count, t = look_.text, y = row_->area.bottom() - t * 0.3;
    p_.setBrush(Qt::NoBrush);
    for (int first = 0; first < run.count; first += g.layers) {
      const int n = std::min(g.layers, run.count - first);
      const double left = at(0, run.from + first * each).x() + t * 0.15,
                   right = at(0, run.from + (first + n) * each).x() - t * 0.15;
      const double wide = std::min(t * 1.3, right - left), high = t * 0.26 * (n - 1);
      const QRectF plate((left + right - wide) / 2 - t * 0.3, y - t * 0.75 - high, wide + t * 0.6,
                         high + t * 0.6);
      p_.setPen(Qt::NoPen);
      p_.setBrush(look_.vector ? QColor(Qt::white) : QColor(0xFCFAF5));
      p_.drawRoundedRect(plate, t * 0.2, t * 0.2);
      p_.drawRect(QRectF(left, y - t * 0.3, right - left, t * 0.45));
      p_.setBrush(Qt::NoBrush);
      p_.setPen(QPen(QColor(0x1F2D38), t / 11));
      p_.drawPolyline(QPolygonF{{left, y - t * 0.3}, {left, y}, {right, y}, {right, y - t * 0.3}});
      drawLayers(QRectF(plate.left() + t * 0.3, y - t * 0.45 - high, wide, high), n, g.pairs);
    }
  }
  void drawLayers(const QRectF& into, int n, bool pairs) {
    const double step = n > 1 ? into.height() / (n - 1) : 0;
    for (int i = 0; i < n; ++i) {
      const double y = into.bottom() - i * step;
      p_.drawLine(QPointF(into.left(), y), QPointF(into.right(), y));
      if (pairs && i % 2 == 1) p_.drawArc(QRectF(into.left() - step / 2, y, step, step), 90 * 16, 180 * 16);
    }
  }

  void rest() {
    if (std::any_of(look_.heldBack.begin(), look_.heldBack.end(),
                    [&](const auto& one) { return one.first == whole(); }))
      return;
    const double left = row_->shown - length().used;
    const QRectF room = band(length().used, row_->shown);
    if (left * scale_ < look_.text * 7 || room.height() < look_.text * 2.6) return;  // two lines
    p_.setFont(textFont(look_.text));
    p_.setPen(look_.vector ? QColor(0x404040) : QColor(0x55616A));
    const QString text =
        say("stays whole\n%1")
            .arg(QString::fromStdString(writeLong(length().length - length().used, project_.settings.unit)));
    p_.drawText(room, Qt::AlignCenter, text);
  }

  void used() {
    if (length().used <= 0) return;
    const QRectF& area = row_->area;
    const double y = area.bottom() + look_.text * 1.2,
                 right = at(0, std::min(length().used, row_->shown)).x();
    p_.setPen(QPen(look_.palette->sea, look_.text / 8));
    p_.drawLine(QPointF(area.left(), y), QPointF(right, y));
    for (const double x : {area.left(), right})
      p_.drawLine(QPointF(x, y - look_.text * 0.4), QPointF(x, y + look_.text * 0.4));
    const QString text = usedText(*row_);
    p_.setFont(textFont(look_.text, QFont::DemiBold));
    const double w = QFontMetricsF(p_.font()).horizontalAdvance(text) + look_.text;
    const double x = std::max(area.left(), (area.left() + right - w) / 2);
    if (right - area.left() > w * 1.4) {
      p_.fillRect(QRectF(x, y - look_.text * 0.7, w, look_.text * 1.4), look_.palette->ground);
      p_.drawText(QRectF(x, y - look_.text, w, look_.text * 2), Qt::AlignCenter, text);
    } else {
      p_.drawText(QPointF(right + look_.text * 0.6, y + look_.text * 0.35), text);
    }
  }

  QPainter& p_;
  const Project& project_;
  const CutPlan& plan_;
  const CutLayout& laid_;
  const CutMapLook& look_;
  const Cloth* cloth_;
  std::vector<Row> rows_;
  std::vector<int> numbers_;  ///< of windows, by placement
  const Row* row_ = nullptr;
  double scale_ = 1;
  std::vector<QRectF> plates_;  // of this length
};

}  // namespace

PiecesOf heldBackBy(const CutBatch& batch) {
  PiecesOf out;
  const CutMethod* m = batch.rest.method();
  if (!m) return out;
  for (const PlacedPatch& p : m->laid.placements) {
    if (p.length >= static_cast<int>(batch.left.origins.size())) continue;
    const LengthOrigin& at = batch.left.origins[static_cast<std::size_t>(p.length)];
    out.emplace_back(at.length, translated(p.rough.empty() ? p.patch : p.rough, {0, at.from}));
  }
  return out;
}

static bool isDrawn(const Project& project, const CutPlan& plan) {
  return plan.width > 0 && plan.method() && clothById(project, plan.cloth);
}

void paintCutMap(QPainter& painter, const Project& project, const CutPlan& plan, const QRectF& into,
                 const CutMapLook& look) {
  if (!isDrawn(project, plan)) return;
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const CutPlan one = oneOfEach(plan, look.heldBack);
  CutMap(painter, project, one, into, look).paint();
  painter.restore();
}

double cutMapWidth(const Project& project, const CutPlan& plan, const QRectF& into, const CutMapLook& look) {
  if (!isDrawn(project, plan)) return 0;
  QPicture nothing;
  QPainter painter(&nothing);
  const CutPlan one = oneOfEach(plan, look.heldBack);
  return CutMap(painter, project, one, into, look).width(into.left());
}

}  // namespace clathra
