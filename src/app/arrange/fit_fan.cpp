#include "app/arrange/fit_fan.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineF>
#include <QPainter>
#include <QVBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr int kPerPage = 6;
constexpr int kRowWidth = 284, kWaysWidth = 84;

/// One shape that fits: its number, its outline as it would lie, its name.
class FanRow : public PaintedButton {
 public:
  FanRow(int number, const Fit& fit, int places, int width)
      : number_(number), fit_(fit), places_(places), width_(width) {
    setAccessibleName(QObject::tr("%1: %2").arg(number).arg(words()));
  }
  QSize sizeHint() const override {
    const double names = titleHeight(), about = notes().isEmpty() ? 0 : 20 * textScale();
    return {scaled(width_), std::max(scaled(44), static_cast<int>(names + about) + scaled(10))};
  }

 protected:
  void draw(QPainter& p, double k) override {
    const Palette& c = currentPalette();
    p.setFont(textFont(15 * k, QFont::Bold));
    p.setPen(c.madder);
    p.drawText(QRectF(6 * k, 0, 22 * k, height()), Qt::AlignCenter, QString::number(number_));
    const std::vector<Polygon> outlines =
        fit_.parts.empty() ? std::vector<Polygon>{fit_.outline} : fit_.parts;
    Box b = bounds(outlines.front());
    for (const Polygon& o : outlines) b = unite(b, bounds(o));
    const double scale = 30 * k / std::max(b.width(), b.height());
    const QPointF at(48 * k, height() / 2.0);
    p.setBrush(c.chosen);
    p.setPen(QPen(c.ink, outlines.size() > 1 ? 1 : 1.5));
    for (const Polygon& o : outlines) {
      QPolygonF polygon;
      for (const Point q : o)
        polygon << at + QPointF(q.x - (b.left + b.right) / 2, q.y - (b.top + b.bottom) / 2) * scale;
      p.drawPolygon(polygon);
    }
    p.setFont(textFont(15 * k));
    p.setPen(c.ink);
    const double names = titleHeight(), about = notes().isEmpty() ? 0 : 20 * k;
    const double top = (height() - names - about) / 2;
    p.drawText(QRectF(kTextLeft * k, top, textWidth(), names), kTitleFlags, title());
    p.setFont(textFont(14 * k));
    p.setPen(c.moss);
    p.drawText(QRectF(kTextLeft * k, top + names, textWidth(), about), Qt::AlignVCenter | Qt::AlignLeft,
               notes());
  }

 private:
  static constexpr int kTextLeft = 74;
  static constexpr int kTitleFlags = Qt::TextWordWrap | Qt::AlignVCenter | Qt::AlignLeft;

  double textWidth() const { return (width_ - kTextLeft - 8) * textScale(); }
  double titleHeight() const {
    const QFontMetricsF m(textFont(15 * textScale()));
    return m.boundingRect(QRectF(0, 0, textWidth(), 1000), kTitleFlags, title()).height();
  }
  QString title() const {
    QString text = shapeWords(fit_.title);
    if (fit_.hand != 0) text += fit_.hand > 0 ? QObject::tr(" (right)") : QObject::tr(" (left)");
    return text;
  }
  QString notes() const {
    QStringList out;
    if (fit_.cornersClosed == 2) out << QObject::tr("closes both corners");
    if (fit_.cornersClosed == 1) out << QObject::tr("closes a corner");
    if (places_ > 1) out << QObject::tr("%1 places").arg(places_);
    return out.join(QStringLiteral(" · "));
  }
  QString words() const { return notes().isEmpty() ? title() : title() + QStringLiteral(", ") + notes(); }
  int number_;
  Fit fit_;
  int places_, width_;
};

}  // namespace

FitFan::FitFan(QWidget* canvas) : QFrame(canvas) {
  setObjectName(QStringLiteral("panel"));
  setAccessibleName(tr("Shapes that fit"));
  setFocusPolicy(Qt::StrongFocus);
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(scaled(8), scaled(6), scaled(8), scaled(8));
  all->setSpacing(scaled(2));
  head_ = label({}, "head");
  all->addWidget(head_);
  auto* content = new QWidget;
  rows_ = new QVBoxLayout(content);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(2));
  all->addWidget(content);
  hide();
}

void FitFan::open(std::vector<Fit> fits, std::function<int(const Fit&)> places, const QString& ring,
                  bool ringCloses) {
  fits_ = std::move(fits);
  ring_ = ring;
  ringCloses_ = ringCloses;
  places_ = std::move(places);
  typed_.clear();
  unfolded_ = -1;
  fold();
  showPage(0);
  show();
  raise();
}

void FitFan::close() {
  if (!isOpen()) return;
  hide();
  Q_EMIT lookedAt(-1);
  Q_EMIT closed();
}

/// Families in the order of their best ways.
void FitFan::fold() {
  families_.clear();
  for (int i = 0; i < static_cast<int>(fits_.size()); ++i) {
    const QString title = shapeWords(fits_[static_cast<std::size_t>(i)].title);
    const auto at =
        std::find_if(families_.begin(), families_.end(), [&](const Family& f) { return f.title == title; });
    if (at == families_.end())
      families_.push_back({title, {i}});
    else
      at->ways.push_back(i);
  }
}

/// What the rows stand for: families whose names hold what was typed, or the ways of the one unfolded.
std::vector<FitFan::Family> FitFan::listed() const {
  std::vector<Family> out;
  if (unfolded_ >= 0) {
    const Family& all = families_[static_cast<std::size_t>(unfolded_)];
    for (const int way : all.ways) out.push_back({all.title, {way}});
    return out;
  }
  for (const Family& f : families_)
    if (f.title.contains(typed_, Qt::CaseInsensitive)) out.push_back(f);
  return out;
}

int FitFan::pages() const {
  return std::max(1, (static_cast<int>(listed().size()) + kPerPage - 1) / kPerPage);
}

std::vector<int> FitFan::rowsShown() const {
  std::vector<int> out;
  const auto all = listed();
  for (std::size_t i = static_cast<std::size_t>(page_) * kPerPage; i < all.size() && out.size() < kPerPage;
       ++i)
    out.push_back(all[i].ways.front());
  return out;
}

void FitFan::narrow(const QString& typed) {
  typed_ = typed;
  unfolded_ = -1;
  showPage(0);
}

void FitFan::unfold(int family) {
  unfolded_ = family;
  showPage(0);
}

void FitFan::addRow(int number, int fit, int ways) {
  const Fit& shown = fits_[static_cast<std::size_t>(fit)];
  auto* row =
      new FanRow(number, shown, places_ ? places_(shown) : 1, ways > 1 ? kRowWidth - kWaysWidth : kRowWidth);
  row->installEventFilter(this);
  row->setProperty("fit", fit);
  connect(row, &QPushButton::clicked, this, [this, fit] { Q_EMIT chosen(fit); });
  auto* line = new QHBoxLayout;
  line->setSpacing(0);
  line->addWidget(row);
  if (ways > 1) {
    auto* more = button(tr("%n way(s)", nullptr, ways), "link");
    more->setFixedWidth(scaled(kWaysWidth));
    more->setAccessibleName(tr("%1: show %n way(s), key right", nullptr, ways).arg(shapeWords(shown.title)));
    connect(more, &QPushButton::clicked, this, [this, fit] {
      for (std::size_t i = 0; i < families_.size(); ++i)
        if (families_[i].ways.front() == fit) return unfold(static_cast<int>(i));
    });
    line->addWidget(more);
  }
  rows_->addLayout(line);
  for (int i = 0; i < line->count(); ++i) line->itemAt(i)->widget()->show();
  if (number == 1) row->setFocus();
}

void FitFan::addRing() {
  if (!ring_.isEmpty()) {
    QLabel* note = wrapped(ring_, ringCloses_ ? "moss" : "muted");
    note->setFixedWidth(scaled(kRowWidth - 4));
    rows_->addWidget(note);
  }
  if (!ringCloses_) return;
  auto* close = button(tr("Close this ring, key 0"), "link");
  close->installEventFilter(this);
  close->setProperty("fit", kRing);
  connect(close, &QPushButton::clicked, this, &FitFan::ringAsked);
  rows_->addWidget(close);
}

void FitFan::showPage(int page) {
  page_ = page;
  clearLayout(rows_);
  const auto all = listed();
  head_->setText(fits_.empty()      ? tr("Nothing fits this edge")
                 : unfolded_ >= 0   ? all.front().title
                 : typed_.isEmpty() ? tr("Fits this edge")
                                    : tr("Fits: “%1”").arg(typed_));
  if (fits_.empty())
    rows_->addWidget(label(tr("Both corners are too tight for any shape."), "muted"));
  else if (all.empty())
    rows_->addWidget(label(tr("No shape of that name fits here."), "muted"));
  const std::size_t first = static_cast<std::size_t>(page) * kPerPage;
  for (std::size_t i = first; i < std::min(all.size(), first + kPerPage); ++i)
    addRow(static_cast<int>(i - first) + 1, all[i].ways.front(), static_cast<int>(all[i].ways.size()));
  if (pages() > 1) {
    auto* more = button(tr("More, key space (%1 of %2)").arg(page + 1).arg(pages()), "link");
    connect(more, &QPushButton::clicked, this, [this] { showPage((page_ + 1) % pages()); });
    rows_->addWidget(more);
  }
  if (unfolded_ >= 0 || !typed_.isEmpty()) {
    auto* back = button(tr("Show all, Escape"), "link");
    connect(back, &QPushButton::clicked, this, [this] { narrow({}); });
    rows_->addWidget(back);
  } else if (families_.size() > 1) {
    rows_->addWidget(label(tr("Type a name to narrow the list."), "muted"));
  }
  addRing();
  if (all.empty()) setFocus();
  layout()->activate();
  adjustSize();
  if (isOpen()) stayInside();
}

int FitFan::widthInPicture() {
  return scaled(kRowWidth + 16) + 8;
}

namespace {

double covered(const QRectF& by, const QRectF& what) {
  const QRectF both = by.intersected(what);
  const double all = what.width() * what.height();
  return all > 0 && both.isValid() ? both.width() * both.height() / all : 0;
}

}  // namespace

void FitFan::standClearOf(const QRectF& gap, const std::vector<QRectF>& ghosts, const QRectF& layout) {
  constexpr int kSteps = 8;
  const QRectF room = QRectF(parentWidget()->rect()).adjusted(4, 4, -4, -4);
  const double across = std::max(0.0, room.width() - width()), down = std::max(0.0, room.height() - height());
  QPointF best = room.topLeft();
  double least = 1e300;
  for (int i = 0; i <= kSteps; ++i)
    for (int k = 0; k <= kSteps; ++k) {
      const QPointF at = room.topLeft() + QPointF(across * i / kSteps, down * k / kSteps);
      const QRectF stands(at, QSizeF(size()));
      double cost = 100 * covered(stands, gap) + 3 * covered(stands, layout.intersected(room));
      double weight = 10;
      for (const QRectF& ghost : ghosts) {
        cost += weight * covered(stands, ghost);
        weight *= 0.7;
      }
      // Of equal places the one nearest to the edge.
      cost += 1e-3 * QLineF(stands.center(), gap.center()).length() / std::max(1.0, room.width());
      if (cost >= least) continue;
      least = cost;
      best = at;
    }
  move(best.toPoint());
}

/// A page of more rows grows where it stands, but not out of the picture.
void FitFan::stayInside() {
  const QRect room = parentWidget()->rect().adjusted(4, 4, -4, -4);
  move(std::max(room.left(), std::min(x(), room.right() - width())),
       std::max(room.top(), std::min(y(), room.bottom() - height())));
}

void FitFan::keyPressEvent(QKeyEvent* event) {
  const QString text = event->text();
  const bool all = typed_.isEmpty() && unfolded_ < 0;
  switch (event->key()) {
    case Qt::Key_Escape:
      return all ? close() : narrow({});
    case Qt::Key_Backspace:
      return narrow(typed_.chopped(typed_.isEmpty() ? 0 : 1));
    case Qt::Key_Space:
    case Qt::Key_PageDown:
      return showPage((page_ + 1) % pages());
    case Qt::Key_PageUp:
      return showPage((page_ + pages() - 1) % pages());
    case Qt::Key_Right:
      for (std::size_t i = 0; unfolded_ < 0 && i < families_.size(); ++i)
        if (const QWidget* row = focusWidget();
            row && families_[i].ways.size() > 1 && row->property("fit").toInt() == families_[i].ways.front())
          return unfold(static_cast<int>(i));
      return;
    case Qt::Key_Left:
      return narrow(typed_);
    case Qt::Key_Down:
      return void(focusNextChild());
    case Qt::Key_Up:
      return void(focusPreviousChild());
    case Qt::Key_0:
      if (ringCloses_) Q_EMIT ringAsked();
      return;
    default:
      break;
  }
  const int number = event->key() - Qt::Key_0;
  const auto rows = rowsShown();
  if (number >= 1 && number <= static_cast<int>(rows.size()))
    return Q_EMIT chosen(rows[static_cast<std::size_t>(number - 1)]);
  if (text.size() == 1 && text[0].isLetter() && !(event->modifiers() & Qt::ControlModifier))
    return narrow(typed_ + text);
  QFrame::keyPressEvent(event);
}

bool FitFan::eventFilter(QObject* watched, QEvent* event) {
  // Rows would take these for a press or a step; here they turn the page and unfold, as Enter presses.
  if (event->type() == QEvent::KeyPress) {
    auto* key = static_cast<QKeyEvent*>(event);
    if (const int k = key->key(); k == Qt::Key_Space || k == Qt::Key_Left || k == Qt::Key_Right) {
      keyPressEvent(key);
      return true;
    }
  }
  if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn)
    Q_EMIT lookedAt(watched->property("fit").toInt());
  return QFrame::eventFilter(watched, event);
}

}  // namespace clathra
