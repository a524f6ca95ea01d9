#include "app/widgets/buttons.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/flow_layout.hpp"

namespace clathra {

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

Pills::Pills(const QStringList& names, const QString& spokenName, At at, QWidget* parent) : QWidget(parent) {
  if (at == At::Picture && largeText()) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    list_ = new ChoiceList(ChoiceList::Width::OfLongest);  // few short words, and no room to waste
    list_->addItems(names);
    list_->setAccessibleName(spokenName);
    row->addWidget(list_);
    connect(list_, &QComboBox::activated, this, &Pills::chosen);
    return;
  }
  auto* flow = new FlowLayout(scaled(6), scaled(6), this);
  setAccessibleName(spokenName);
  group_.setExclusive(true);
  for (int i = 0; i < names.size(); ++i) {
    QPushButton* b = clathra::pill(names[i], spokenName + QStringLiteral(": ") + names[i]);
    group_.addButton(b, i);
    b->installEventFilter(this);
    flow->addWidget(b);
  }
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  setSizePolicy(policy);
  connect(&group_, &QButtonGroup::idClicked, this, &Pills::chosen);
}

bool Pills::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
  const int key = static_cast<QKeyEvent*>(event)->key();
  const int step = key == Qt::Key_Right || key == Qt::Key_Down ? 1
                   : key == Qt::Key_Left || key == Qt::Key_Up  ? -1
                                                               : 0;
  if (step == 0) return QWidget::eventFilter(watched, event);
  for (int i = group_.id(static_cast<QAbstractButton*>(watched)) + step; group_.button(i); i += step) {
    if (!group_.button(i)->isEnabled()) continue;
    group_.button(i)->setFocus(Qt::TabFocusReason);
    group_.button(i)->click();
    break;
  }
  return true;
}

void Pills::focusChosen() {
  if (list_)
    list_->setFocus();
  else if (auto* b = group_.button(std::max(0, current())))
    b->setFocus();
}

void Pills::setCurrent(int index) {
  if (list_) list_->setCurrentIndex(index);
  if (auto* b = group_.button(index)) b->setChecked(true);
}

}  // namespace clathra
