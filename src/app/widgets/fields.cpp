#include "app/widgets/fields.hpp"

#include <QHBoxLayout>
#include <QStyle>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "words/words.hpp"

namespace clathra {

LengthField::LengthField(const QString& spokenName, Length least, Length most, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most) {
  setAccessibleName(spokenName);
  setMinimumWidth(scaled(84));
  connect(this, &QLineEdit::editingFinished, this, &LengthField::read);
}

void LengthField::setUnit(LengthUnit unit) {
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

QWidget* fieldRow(const QString& what, QWidget* field) {
  auto* w = new QWidget;
  auto* row = new QHBoxLayout(w);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(scaled(8));
  row->addWidget(wrapped(what), 2);
  row->addWidget(field, 3);
  return w;
}

}  // namespace clathra
