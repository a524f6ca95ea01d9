#include "app/widgets/basics.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QResizeEvent>
#include <QScrollArea>
#include <QStyle>

#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"
#include "words/words.hpp"

namespace clathra {

QString plural(int n, const QString& one, const QString& many) {
  return QStringLiteral("%1 %2").arg(n).arg(n == 1 ? one : many);
}

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

 protected:
  void resizeEvent(QResizeEvent* event) override {
    QLabel::resizeEvent(event);
    if (event->size().width() != event->oldSize().width()) updateGeometry();
  }
};

}  // namespace

QLabel* wrapped(const QString& text, const char* role) {
  auto* l = new WrapLabel(text);
  l->setObjectName(QLatin1String(role));
  l->setTextFormat(Qt::PlainText);
  l->setWordWrap(true);
  return l;
}

QPushButton* button(const QString& text, const char* role) {
  auto* b = new QPushButton(text);
  b->setObjectName(QLatin1String(role));
  b->setAutoDefault(false);
  b->setCursor(Qt::PointingHandCursor);
  return b;
}

QPushButton* namedButton(const QString& sign, const QString& name) {
  QPushButton* b = button(sign);
  b->setAccessibleName(name);
  b->setToolTip(name);
  return b;
}

Card::Card(const QString& title, bool open, QWidget* parent)
    : QFrame(parent), title_(title), head_(button({}, "cardhead")), content_(new QWidget) {
  setObjectName(QStringLiteral("card"));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(10));
  all->setSpacing(scaled(4));
  all->addWidget(head_);
  all->addWidget(content_);
  body_ = new QVBoxLayout(content_);
  body_->setContentsMargins(scaled(4), 0, scaled(4), 0);
  body_->setSpacing(scaled(8));
  connect(head_, &QPushButton::clicked, this, [this] {
    setOpen(!open_);
    Q_EMIT folded(open_);
  });
  setOpen(open);
}

void Card::setTitle(const QString& title) {
  title_ = title;
  retitle();
}

void Card::setOpen(bool open) {
  open_ = open;
  content_->setVisible(open);
  retitle();
}

void Card::retitle() {
  head_->setText((open_ ? QStringLiteral("▾  ") : QStringLiteral("▸  ")) + title_);
  head_->setAccessibleName(title_ + (open_ ? tr(", open") : tr(", folded")));
}

namespace {

/// Chosen it is bold: room for that is kept from the start.
class Pill : public QPushButton {
 public:
  explicit Pill(const QString& text) : QPushButton(text) {
    setCheckable(true);
    setCursor(Qt::PointingHandCursor);
  }
  QSize sizeHint() const override {
    QFont bold = font();
    bold.setWeight(QFont::DemiBold);
    const int more = QFontMetrics(bold).horizontalAdvance(text()) - fontMetrics().horizontalAdvance(text());
    return QPushButton::sizeHint() + QSize(std::max(0, more) + 1, 0);
  }
  QSize minimumSizeHint() const override { return sizeHint(); }
};

}  // namespace

QPushButton* pill(const QString& text, const QString& spokenName) {
  auto* b = new Pill(text);
  b->setAccessibleName(spokenName);
  return b;
}

Pills::Pills(const QStringList& names, const QString& spokenName, QWidget* parent) : QWidget(parent) {
  auto* flow = new FlowLayout(scaled(6), scaled(6), this);
  setAccessibleName(spokenName);
  group_.setExclusive(true);
  for (int i = 0; i < names.size(); ++i) {
    QPushButton* b = clathra::pill(names[i], spokenName + QStringLiteral(": ") + names[i]);
    group_.addButton(b, i);
    flow->addWidget(b);
  }
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  setSizePolicy(policy);
  connect(&group_, &QButtonGroup::idClicked, this, &Pills::chosen);
}

void Pills::setCurrent(int index) {
  if (auto* b = group_.button(index)) b->setChecked(true);
}

LengthField::LengthField(const QString& spokenName, Length least, Length most, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most) {
  setAccessibleName(spokenName);
  setMinimumWidth(scaled(84));
  connect(this, &QLineEdit::editingFinished, this, &LengthField::read);
}

void LengthField::setUnit(Unit unit) {
  unit_ = unit;
  if (!hasFocus()) setLength(length_);
}

void LengthField::setLength(std::optional<Length> length) {
  length_ = length;
  mark(false);
  setText(length ? QString::fromStdString(formatLength(*length, unit_)) : QString());
}

void LengthField::read() {
  if (mayBeEmpty_ && text().trimmed().isEmpty()) {
    const bool changed = length_.has_value();
    setLength(std::nullopt);
    if (changed) Q_EMIT lengthChanged();
    return;
  }
  const auto read =
      parseLengthWithin(text().toStdString(), unit_, accessibleName().toStdString(), least_, most_);
  if (!read) {
    mark(true);
    Q_EMIT wrong(inWords(read.error()));
    return;
  }
  const bool changed = !length_ || *length_ != *read;
  setLength(*read);
  if (changed) Q_EMIT lengthChanged();
}

void LengthField::mark(bool wrong) {
  if (property("wrong").toBool() == wrong) return;
  setProperty("wrong", wrong);
  style()->unpolish(this);
  style()->polish(this);
}

CountField::CountField(const QString& spokenName, int least, int most, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most) {
  setAccessibleName(spokenName);
  setFixedWidth(scaled(66));
  connect(this, &QLineEdit::editingFinished, this, &CountField::read);
}

void CountField::setCount(int n) {
  count_ = n;
  setText(QString::number(n));
}

void CountField::setMost(int most) {
  most_ = most;
  if (count_ > most) setCount(most);
}

void CountField::read() {
  bool ok = false;
  const int n = text().trimmed().toInt(&ok);
  if (!ok || n < least_ || n > most_) {
    Q_EMIT wrong(tr("%1: \"%2\" is no whole number from %3 to %4.")
                     .arg(accessibleName(), text().left(40))
                     .arg(least_)
                     .arg(most_));
    setCount(count_);
    return;
  }
  const bool changed = n != count_;
  setCount(n);
  if (changed) Q_EMIT countChanged();
}

QWidget* wrappingRow(const std::vector<QWidget*>& widgets, int gap) {
  auto* w = new QWidget;
  auto* flow = new FlowLayout(scaled(gap), scaled(4), w);
  for (QWidget* each : widgets) flow->addWidget(each);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  w->setSizePolicy(policy);
  return w;
}

QScrollArea* scrolledDown(QWidget* content) {
  auto* scroll = new QScrollArea;
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setFocusPolicy(Qt::NoFocus);
  scroll->setWidget(content);
  return scroll;
}

QWidget* fieldRow(const QString& what, QWidget* field) {
  auto* w = new QWidget;
  auto* row = new QHBoxLayout(w);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(scaled(8));
  row->addWidget(wrapped(what), 2);
  row->addWidget(field, 3);
  return w;
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

void clearLayout(QLayout* layout) {
  while (QLayoutItem* item = layout->takeAt(0)) {
    if (QWidget* w = item->widget()) {
      w->hide();
      w->deleteLater();
    }
    if (QLayout* inner = item->layout()) clearLayout(inner);
    delete item;
  }
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
