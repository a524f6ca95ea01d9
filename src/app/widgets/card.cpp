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

}  // namespace clathra
