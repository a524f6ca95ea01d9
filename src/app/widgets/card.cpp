#include "app/widgets/card.hpp"

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"

namespace clathra {

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
    if (open_) Q_EMIT asked();
  });
  setOpen(open);
}

void Card::setTitle(const QString& title) {
  title_ = title;
  retitle();
}

void Card::setOpen(bool open) {
  const bool other = open_ != open;
  open_ = open;
  content_->setVisible(open);
  retitle();
  if (other) Q_EMIT folded(open);
}

void Card::retitle() {
  head_->setText((open_ ? QStringLiteral("▾  ") : QStringLiteral("▸  ")) + title_);
  head_->setAccessibleName(title_ + (open_ ? tr(", open") : tr(", folded")));
}

}  // namespace clathra
