#include "app/widgets/fields.hpp"

#include <QAbstractItemView>
#include <QFocusEvent>
#include <QHBoxLayout>
#include <QHelpEvent>
#include <QStyle>
#include <QStyleOptionComboBox>
#include <QStylePainter>
#include <QTimer>
#include <QToolTip>
#include <QWheelEvent>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr int kBesideIcon = 4;

/// What is wrong stands beside the field too, for as long as it takes to read.
void sayBeside(QWidget& field, const QString& sentence) {
  constexpr int kReading = 6'000;  // ms
  if (field.isVisible())
    QToolTip::showText(field.mapToGlobal(field.rect().bottomLeft()), sentence, &field, {}, kReading);
}

}  // namespace

ChoiceList::ChoiceList(Width width) : width_(width) {
  setFocusPolicy(Qt::StrongFocus);
}

/// Its longest entry does not make the bench wider than it is. Asked for that by its settings, the toolkit
/// would make the popup: ten more controls for each list at the start.
QSize ChoiceList::sizeHint() const {
  constexpr int kLetters = 10, kLeast = 14;
  const QFontMetrics type = fontMetrics();
  int wide = width_ == Width::Usual ? kLetters * type.horizontalAdvance(QLatin1Char('X')) : 0;
  bool icons = width_ == Width::Usual;
  for (int i = 0; i < count() && width_ == Width::OfLongest; ++i) {
    icons = icons || !itemIcon(i).isNull();
    wide = std::max(wide, type.boundingRect(itemText(i)).width());
  }
  int high = std::max(type.height(), kLeast) + 2;
  if (icons) {
    wide += iconSize().width() + kBesideIcon;
    high = std::max(high, iconSize().height() + 2);
  }
  const QSize content(wide, high);
  QStyleOptionComboBox option;
  initStyleOption(&option);
  return style()->sizeFromContents(QStyle::CT_ComboBox, &option, content, this);
}

/// Nor is one made to be told of a style or a font: it takes those that are in force when it is opened.
void ChoiceList::changeEvent(QEvent* event) {
  const bool looks = event->type() == QEvent::StyleChange || event->type() == QEvent::FontChange;
  if (!looks || findChild<QAbstractItemView*>()) return QComboBox::changeEvent(event);
  QWidget::changeEvent(event);  // NOLINT(bugprone-parent-virtual-call): that of lists makes the popup
  updateGeometry();
}

int ChoiceList::wholeWidth() const {
  int words = 0;
  bool icons = false;
  for (int i = 0; i < count(); ++i) {
    icons = icons || !itemIcon(i).isNull();
    words = std::max(words, fontMetrics().horizontalAdvance(itemText(i)));
  }
  return words + (icons ? iconSize().width() + kBesideIcon : 0) + width() - field().width();
}

QRect ChoiceList::field() const {
  QStyleOptionComboBox option;
  initStyleOption(&option);
  return style()->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, this);
}

int ChoiceList::room() const {
  const bool icon = !itemIcon(currentIndex()).isNull();
  return field().width() - (icon ? iconSize().width() + kBesideIcon : 0);
}

/// Words without room are not cut through: dots stand for the middle, the tip tells them whole.
void ChoiceList::paintEvent(QPaintEvent*) {
  QStylePainter painter(this);
  QStyleOptionComboBox option;
  initStyleOption(&option);
  painter.drawComplexControl(QStyle::CC_ComboBox, option);
  option.currentText = fontMetrics().elidedText(option.currentText, Qt::ElideMiddle, room());
  painter.drawControl(QStyle::CE_ComboBoxLabel, option);
}

bool ChoiceList::event(QEvent* event) {
  if (event->type() == QEvent::ToolTip && toolTip().isEmpty() &&
      fontMetrics().horizontalAdvance(currentText()) > room()) {
    QToolTip::showText(static_cast<QHelpEvent*>(event)->globalPos(), currentText(), this);
    return true;
  }
  return QComboBox::event(event);
}

void ChoiceList::focusInEvent(QFocusEvent* event) {
  // A popup that closes gives the focus back: that is no new arrival.
  if (event->reason() != Qt::PopupFocusReason && event->reason() != Qt::ActiveWindowFocusReason)
    byClick_ = event->reason() == Qt::MouseFocusReason;
  QComboBox::focusInEvent(event);
}

void ChoiceList::wheelEvent(QWheelEvent* event) {
  if (hasFocus() && byClick_) return QComboBox::wheelEvent(event);
  event->ignore();
}

TextField::TextField(QWidget* parent) : QLineEdit(parent) {
  connect(this, &QLineEdit::editingFinished, this, [this] { setModified(false); });
}

bool showIn(QLineEdit& field, const QString& text) {
  if (field.text() == text) {
    field.setModified(false);
    return true;
  }
  if (field.hasFocus() && field.isModified()) return false;
  const bool all = field.hasFocus() && field.selectedText() == field.text();
  field.setText(text);
  if (all) field.selectAll();
  return true;
}

LengthField::LengthField(const QString& spokenName, Length least, Length most, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most) {
  setAccessibleName(spokenName);
  setMinimumWidth(scaled(84));
  connect(this, &QLineEdit::editingFinished, this, &LengthField::read);
  connect(this, &LengthField::wrong, this, [this](const QString& sentence) { sayBeside(*this, sentence); });
}

void LengthField::setUnit(LengthUnit unit) {
  unit_ = unit;
  if (!hasFocus()) setLength(length_);
}

void LengthField::setLength(std::optional<Length> length) {
  // What is kept as a bare number comes back from the project without its unit.
  if (length && length->typedIn() == TypedIn::Nothing && typed_ == length) length = typed_;
  length_ = length;
  if (showIn(*this, asText())) mark(false);
}

QString LengthField::asText() const {
  return length_ ? QString::fromStdString(formatLength(*length_, unit_)) : QString();
}

void LengthField::read() {
  if (text() == asText()) {  // what is only "about" its length stays exact
    setModified(false);
    return mark(false);
  }
  if (mayBeEmpty_ && text().trimmed().isEmpty()) {
    const bool changed = length_.has_value();
    setModified(false);
    setLength(std::nullopt);
    if (changed) Q_EMIT lengthChanged();
    return;
  }
  const auto read =
      parseLengthWithin(text().toStdString(), unit_, accessibleName().toStdString(), least_, most_);
  if (!read) {
    mark(true);
    Q_EMIT wrong(inWords(read.error(), unit_));
    return;
  }
  const bool changed = !length_ || *length_ != *read;
  setModified(false);
  typed_ = *read;
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
  connect(this, &CountField::wrong, this, [this](const QString& sentence) { sayBeside(*this, sentence); });
}

void CountField::setCount(int n) {
  count_ = n;
  showIn(*this, QString::number(n));
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
    setModified(false);
    setCount(count_);
    return;
  }
  const bool changed = n != count_;
  setModified(false);
  setCount(n);
  if (changed) Q_EMIT countChanged();
}

namespace {

QString degreesText(double degrees) {
  return QStringLiteral("%1°").arg(QString::number(std::round(degrees * 1000) / 1000, 'g', 9));
}

}  // namespace

AngleField::AngleField(const QString& spokenName, double least, double most, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most) {
  setAccessibleName(spokenName);
  setFixedWidth(scaled(86));
  connect(this, &QLineEdit::editingFinished, this, &AngleField::read);
  connect(this, &AngleField::wrong, this, [this](const QString& sentence) { sayBeside(*this, sentence); });
}

void AngleField::setDegrees(double degrees) {
  degrees_ = degrees;
  showIn(*this, degreesText(degrees));
}

void AngleField::read() {
  QString typed = text().trimmed();
  if (typed.endsWith(QChar(0x00B0))) typed.chop(1);
  bool ok = false;
  const double degrees = typed.trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&ok);
  if (!ok || !(degrees >= least_ && degrees <= most_)) {
    Q_EMIT wrong(tr("%1: \"%2\" is no angle from %3 to %4.")
                     .arg(accessibleName(), text().left(40), degreesText(least_), degreesText(most_)));
    setModified(false);
    setDegrees(degrees_);
    return;
  }
  // What is shown is rounded: only what was typed changes anything.
  const bool changed = isModified() && std::abs(degrees - degrees_) > 1e-9;
  setModified(false);
  setDegrees(changed ? degrees : degrees_);
  if (changed) Q_EMIT degreesChanged();
}

namespace {

/// A named list: side by side while its longest entry has room there, else the list below its name. Its
/// longest one and not the chosen one, so that choosing another moves nothing.
class ListRow : public QWidget {
 public:
  ListRow(const QString& what, ChoiceList* list) : list_(list), row_(new QBoxLayout(beside, this)) {
    row_->setContentsMargins(0, 0, 0, 0);
    row_->addWidget(wrapped(what), 2);
    row_->addWidget(list, 3);
    const auto anew = [this] { turnSoon(); };
    connect(list->model(), &QAbstractItemModel::rowsInserted, this, anew);
    connect(list->model(), &QAbstractItemModel::rowsRemoved, this, anew);
    connect(list->model(), &QAbstractItemModel::dataChanged, this, anew);
    connect(list->model(), &QAbstractItemModel::modelReset, this, anew);
    list->installEventFilter(this);
    turn();
  }

 protected:
  void resizeEvent(QResizeEvent* event) override {
    QWidget::resizeEvent(event);
    turn();
  }
  bool eventFilter(QObject* of, QEvent* event) override {
    if (event->type() == QEvent::StyleChange || event->type() == QEvent::FontChange) turn();
    return QWidget::eventFilter(of, event);
  }

 private:
  void turn() {
    const int gap = scaled(8);
    const bool fits = list_->wholeWidth() <= (width() - gap) * 3 / 5;
    row_->setDirection(fits ? beside : QBoxLayout::TopToBottom);
    row_->setSpacing(fits ? gap : scaled(4));
  }

  /// A list is filled entry by entry: it is measured once.
  void turnSoon() {
    if (soon_) return;
    soon_ = true;
    QTimer::singleShot(0, this, [this] {
      soon_ = false;
      turn();
    });
  }

  static constexpr auto beside = QBoxLayout::LeftToRight;
  ChoiceList* list_;
  QBoxLayout* row_;
  bool soon_ = false;
};

}  // namespace

QWidget* fieldRow(const QString& what, QWidget* field) {
  if (auto* list = qobject_cast<ChoiceList*>(field)) return new ListRow(what, list);
  auto* w = new QWidget;
  auto* row = new QHBoxLayout(w);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(scaled(8));
  row->addWidget(wrapped(what), 2);
  row->addWidget(field, 3);
  return w;
}

}  // namespace clathra
