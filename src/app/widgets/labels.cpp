#include "app/widgets/labels.hpp"

#include <QHBoxLayout>
#include <QHash>
#include <QPainter>
#include <QResizeEvent>
#include <QTextLayout>
#include <QVBoxLayout>

#include "app/theme/theme.hpp"

namespace clathra {

QLabel* label(const QString& text, const char* role) {
  auto* l = new QLabel(text);
  l->setObjectName(QLatin1String(role));
  l->setTextFormat(Qt::PlainText);
  return l;
}

namespace {

/// A wrapping label that insists on the height its words need: a plain one lets a layout clip them.
class WrapLabel : public QLabel {
 public:
  using QLabel::QLabel;
  QSize minimumSizeHint() const override {
    if (text().isEmpty()) return {0, 0};
    return {10, heightForWidth(std::max(width(), 40))};
  }
  /// A layout asks many times over; breaking the lines anew each time took most of a station's layout.
  int heightForWidth(int width) const override {
    if (knownText_ != text() || knownFont_ != font() || known_.size() > 8) {
      known_.clear();
      knownText_ = text();
      knownFont_ = font();
    }
    const auto at = known_.constFind(width);
    if (at != known_.constEnd()) return *at;
    // Rows are built anew with the words that they had: what other labels took is remembered too.
    static QHash<std::pair<QString, int>, int> taken;
    constexpr qsizetype kMost = 5'000;
    if (taken.size() > kMost) taken.clear();
    const QMargins around = contentsMargins();
    const QString like = QStringLiteral("%1 %2 %3 %4 %5\n%6\n%7")
                             .arg(objectName(), font().key())
                             .arg(around.left() + around.right())
                             .arg(around.top() + around.bottom())
                             .arg(margin() + 100 * indent())
                             .arg(static_cast<int>(alignment()))
                             .arg(text());
    const auto known = taken.constFind({like, width});
    if (known != taken.constEnd()) return known_[width] = *known;
    return known_[width] = taken[{like, width}] = QLabel::heightForWidth(width);
  }

 protected:
  void changeEvent(QEvent* event) override {
    QLabel::changeEvent(event);
    known_.clear();
  }
  void resizeEvent(QResizeEvent* event) override {
    QLabel::resizeEvent(event);
    if (event->size().width() != event->oldSize().width()) updateGeometry();
  }

 private:
  mutable QHash<int, int> known_;  ///< heights by width
  mutable QString knownText_;
  mutable QFont knownFont_;
};

}  // namespace

QLabel* wrapped(const QString& text, const char* role) {
  auto* l = new WrapLabel(text);
  l->setObjectName(QLatin1String(role));
  l->setTextFormat(Qt::PlainText);
  l->setWordWrap(true);
  return l;
}

SteadyLabel::SteadyLabel(int lines, const char* role, QWidget* parent) : QLabel(parent), lines_(lines) {
  setObjectName(QLatin1String(role));
  setTextFormat(Qt::PlainText);
  setWordWrap(true);
  setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
  measure();
}

void SteadyLabel::setLines(int lines) {
  lines_ = lines;
  measure();
}

void SteadyLabel::measure() {
  height_ = lines_ * fontMetrics().lineSpacing() + 2;
  setFixedHeight(height_);
}

void SteadyLabel::say(const QString& text) {
  if (text == QLabel::text()) return;
  setText(text);
  setToolTip(elided() ? text : QString());
}

QSize SteadyLabel::sizeHint() const {
  return {fontMetrics().horizontalAdvance(text()), height_};
}
QSize SteadyLabel::minimumSizeHint() const {
  return {scaled(60), height_};
}

void SteadyLabel::changeEvent(QEvent* event) {
  QLabel::changeEvent(event);
  if (event->type() == QEvent::FontChange || event->type() == QEvent::StyleChange) measure();
}

QStringList SteadyLabel::broken(bool* elided) const {
  QStringList out;
  QTextLayout layout(text(), font());
  layout.beginLayout();
  for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
    line.setLineWidth(std::max(1, width()));
    if (out.size() + 1 == lines_) {
      const QString rest = text().mid(line.textStart());
      out << fontMetrics().elidedText(rest, Qt::ElideRight, width());
      if (elided) *elided = out.back() != rest;
      break;
    }
    out << text().mid(line.textStart(), line.textLength());
  }
  layout.endLayout();
  return out;
}

bool SteadyLabel::elided() const {
  bool out = false;
  broken(&out);
  return out;
}

void SteadyLabel::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setPen(palette().color(isEnabled() ? QPalette::Active : QPalette::Disabled, foregroundRole()));
  p.setFont(font());
  const QStringList all = broken(nullptr);
  const int step = fontMetrics().lineSpacing();
  int y = (height() - static_cast<int>(all.size()) * step) / 2;
  for (const QString& line : all) {
    p.drawText(QRect(0, y, width(), step), Qt::AlignLeft | Qt::AlignVCenter, line.trimmed());
    y += step;
  }
}

QWidget* sumRow(const QString& what, const QString& value, bool total) {
  auto* row = new QWidget;
  auto* line = new QHBoxLayout(row);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(scaled(10));
  QLabel* left = wrapped(what);
  QLabel* right = label(value);
  QFont bold = right->font();
  bold.setWeight(QFont::DemiBold);
  right->setFont(bold);
  right->setStyleSheet(QStringLiteral("font-weight: 700"));
  if (total) left->setStyleSheet(QStringLiteral("font-weight: 700"));
  line->addWidget(left, 1);
  line->addWidget(right, 0, Qt::AlignTop);
  return row;
}

QFrame* noteBox(const QString& text) {
  auto* box = new QFrame;
  box->setObjectName(QStringLiteral("note"));
  auto* all = new QVBoxLayout(box);
  all->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(8));
  all->addWidget(wrapped(text));
  return box;
}

}  // namespace clathra
