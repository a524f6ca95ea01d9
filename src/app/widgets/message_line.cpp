#include "app/widgets/message_line.hpp"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"

namespace clathra {

MessageLine::MessageLine(QWidget* parent) : QFrame(parent) {
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(scaled(12), 0, scaled(12), 6);
  all->setSpacing(scaled(10));
  box_ = new QFrame;
  box_->setObjectName(QStringLiteral("note"));
  auto* row = new QHBoxLayout(box_);
  row->setContentsMargins(scaled(12), scaled(1), scaled(6), scaled(1));
  words_ = new SteadyLabel(1, "");
  words_->setAccessibleName(tr("Message"));
  more_ = button(tr("Read on"), "link");
  close_ = button(tr("Close"), "link");
  close_->setAccessibleName(tr("Close the message"));
  row->addWidget(words_, 1);
  row->addWidget(more_);
  row->addWidget(close_);
  busy_ = new QWidget;
  auto* work = new QHBoxLayout(busy_);
  work->setContentsMargins(0, 0, 0, 0);
  work->setSpacing(scaled(8));
  progress_ = new QProgressBar;
  progress_->setTextVisible(false);
  progress_->setFixedWidth(scaled(70));
  progress_->setAccessibleName(tr("Progress"));
  auto* stop = button(tr("Stop"), "link");
  work->addWidget(label(tr("Working it out"), "muted"));
  work->addWidget(progress_);
  work->addWidget(stop);
  for (QWidget* w : {static_cast<QWidget*>(box_), busy_}) {
    QSizePolicy keeps = w->sizePolicy();
    keeps.setRetainSizeWhenHidden(true);
    w->setSizePolicy(keeps);
  }
  all->addWidget(box_, 1);
  all->addWidget(busy_);
  setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
  connect(stop, &QPushButton::clicked, this, &MessageLine::stopAsked);
  connect(close_, &QPushButton::clicked, this, &MessageLine::clear);
  connect(more_, &QPushButton::clicked, this, &MessageLine::readOn);
  leaves_.setSingleShot(true);
  connect(&leaves_, &QTimer::timeout, this, &MessageLine::clear);
  busy_->hide();
  clear();
}

void MessageLine::setReadingTime(int wait, int perLetter) {
  wait_ = wait;
  perLetter_ = perLetter;
}

void MessageLine::say(const QString& sentence) {
  QString s = sentence;
  if (!s.isEmpty()) s[0] = s[0].toUpper();
  if (!s.isEmpty() && !s.endsWith(QLatin1Char('.')) && !s.endsWith(QLatin1Char('?'))) s += QLatin1Char('.');
  said_ = s;
  if (s.isEmpty()) return clear();
  box_->show();
  words_->say(s);
  words_->setAccessibleName(tr("Message: %1").arg(s));
  more_->setVisible(words_->elided());
  leaves_.start(wait_ + perLetter_ * static_cast<int>(s.size()));
  if (underMouse()) leaves_.stop();
}

void MessageLine::clear() {
  leaves_.stop();
  words_->say({});
  words_->setAccessibleName(tr("Message"));
  more_->hide();
  box_->hide();
}

void MessageLine::setWork(std::optional<double> share) {
  busy_->setVisible(share.has_value());
  if (!share) return;
  progress_->setRange(0, *share > 0 ? 100 : 0);
  progress_->setValue(static_cast<int>(*share * 100));
}

void MessageLine::enterEvent(QEnterEvent* event) {
  QFrame::enterEvent(event);
  leaves_.stop();
}

void MessageLine::leaveEvent(QEvent* event) {
  QFrame::leaveEvent(event);
  if (shows()) leaves_.start(wait_);
}

void MessageLine::resizeEvent(QResizeEvent* event) {
  QFrame::resizeEvent(event);
  more_->setVisible(shows() && words_->elided());
}

/// The whole sentence over the line, until the next click.
void MessageLine::readOn() {
  auto* sheet = new QFrame(this, Qt::Popup);
  sheet->setAttribute(Qt::WA_DeleteOnClose);
  sheet->setObjectName(QStringLiteral("note"));
  auto* all = new QVBoxLayout(sheet);
  all->setContentsMargins(scaled(16), scaled(10), scaled(16), scaled(10));
  auto* text = wrapped(words_->text());
  text->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
  all->addWidget(text);
  const int wide = std::min(width() - scaled(24), scaled(760));
  sheet->setFixedSize(wide, all->totalHeightForWidth(wide));
  sheet->move(mapToGlobal(QPoint(scaled(12), -sheet->height())));
  sheet->show();
}

}  // namespace clathra
