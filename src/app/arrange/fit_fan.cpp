#include "app/arrange/fit_fan.hpp"

#include <QKeyEvent>
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

/// One shape that fits: its number, its outline as it would lie, its name.
class FitRow : public PaintedButton {
 public:
  FitRow(int number, const Fit& fit, int places) : number_(number), fit_(fit), places_(places) {
    setAccessibleName(QObject::tr("%1: %2").arg(number).arg(words()));
  }
  QSize sizeHint() const override {
    const double names = titleHeight(), about = notes().isEmpty() ? 0 : 20 * textScale();
    return {scaled(kRowWidth), std::max(scaled(44), static_cast<int>(names + about) + scaled(10))};
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
  static constexpr int kRowWidth = 284, kTextLeft = 74;
  static constexpr int kTitleFlags = Qt::TextWordWrap | Qt::AlignVCenter | Qt::AlignLeft;

  double textWidth() const { return (kRowWidth - kTextLeft - 8) * textScale(); }
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
  int places_;
};

}  // namespace

FitFan::FitFan(QWidget* canvas) : QFrame(canvas) {
  setObjectName(QStringLiteral("panel"));
  setAccessibleName(tr("Shapes that fit"));
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

void FitFan::showPage(int page) {
  page_ = page;
  clearLayout(rows_);
  const int n = static_cast<int>(fits_.size()), first = page * kPerPage, last = std::min(n, first + kPerPage);
  head_->setText(n == 0 ? tr("Nothing fits this edge") : tr("Fits this edge"));
  if (n == 0) rows_->addWidget(label(tr("Both corners are too tight for any shape you own."), "muted"));
  for (int i = first; i < last; ++i) {
    const Fit& fit = fits_[static_cast<std::size_t>(i)];
    auto* row = new FitRow(i - first + 1, fit, places_ ? places_(fit) : 1);
    row->installEventFilter(this);
    row->setProperty("fit", i);
    connect(row, &QPushButton::clicked, this, [this, i] { Q_EMIT chosen(i); });
    rows_->addWidget(row);
    row->show();
    if (i == first) row->setFocus();
  }
  if (n > kPerPage) {
    const int pages = (n + kPerPage - 1) / kPerPage;
    auto* more = button(tr("More, key M (%1 of %2)").arg(page + 1).arg(pages), "link");
    connect(more, &QPushButton::clicked, this, [this, page, pages] { showPage((page + 1) % pages); });
    rows_->addWidget(more);
  }
  if (!ring_.isEmpty()) {
    QLabel* note = wrapped(ring_, ringCloses_ ? "moss" : "muted");
    note->setFixedWidth(scaled(280));
    rows_->addWidget(note);
  }
  if (ringCloses_) {
    auto* close = button(tr("Close this ring, key R"), "link");
    close->installEventFilter(this);
    close->setProperty("fit", kRing);
    connect(close, &QPushButton::clicked, this, &FitFan::ringAsked);
    rows_->addWidget(close);
  }
  layout()->activate();
  adjustSize();
}

void FitFan::standBeside(QPointF middle, QPointF inwards) {
  const QRectF room = QRectF(parentWidget()->rect()).adjusted(4, 4, -4, -4);
  const double gap = 26;
  // Centre it so far inwards that the edge itself stays free.
  const double reach = gap + std::abs(inwards.x()) * width() / 2.0 + std::abs(inwards.y()) * height() / 2.0;
  QPointF corner = middle + inwards * reach - QPointF(width(), height()) / 2;
  corner.setX(std::clamp(corner.x(), room.left(), std::max(room.left(), room.right() - width())));
  corner.setY(std::clamp(corner.y(), room.top(), std::max(room.top(), room.bottom() - height())));
  // Pushed back by the picture's side it must still not cover the edge: then it goes beside it.
  const QRectF stands(corner, QSizeF(size()));
  if (stands.adjusted(-8, -8, 8, 8).contains(middle)) {
    const double right = middle.x() + gap, left = middle.x() - gap - width();
    corner.setX(right + width() <= room.right() ? right : std::max(room.left(), left));
  }
  move(corner.toPoint());
}

void FitFan::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_Escape) return close();
  if (event->key() == Qt::Key_M && static_cast<int>(fits_.size()) > kPerPage)
    return showPage((page_ + 1) % ((static_cast<int>(fits_.size()) + kPerPage - 1) / kPerPage));
  if (event->key() == Qt::Key_R && ringCloses_) return Q_EMIT ringAsked();
  const int number = event->key() - Qt::Key_0;
  const int fit = page_ * kPerPage + number - 1;
  if (number >= 1 && number <= kPerPage && fit < static_cast<int>(fits_.size())) return Q_EMIT chosen(fit);
  if (event->key() == Qt::Key_Down) return void(focusNextChild());
  if (event->key() == Qt::Key_Up) return void(focusPreviousChild());
  QFrame::keyPressEvent(event);
}

bool FitFan::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn)
    Q_EMIT lookedAt(watched->property("fit").toInt());
  return QFrame::eventFilter(watched, event);
}

}  // namespace clathra
