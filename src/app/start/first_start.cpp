#include "app/start/first_start.hpp"

#include <QHBoxLayout>
#include <QScrollArea>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

FirstStart::FirstStart(Preferences& preferences, QWidget* parent)
    : QWidget(parent), preferences_(preferences) {
  setObjectName(QStringLiteral("ground"));
  auto* page = new QWidget;
  auto* all = new QVBoxLayout(page);
  all->addStretch(1);
  auto* panel = new QFrame;
  panel->setObjectName(QStringLiteral("panel"));
  panel->setMaximumWidth(scaled(620));
  auto* body = new QVBoxLayout(panel);
  body->setContentsMargins(scaled(32), scaled(26), scaled(32), scaled(26));
  body->setSpacing(scaled(12));
  body->addWidget(wrapped(tr("Welcome to Clathra"), "title"));
  body->addWidget(
      wrapped(tr("Three questions, so that sizes and pages suit you. All can be changed later.")));
  const auto ask = [body](const QString& question, const QStringList& answers, int now) {
    body->addWidget(wrapped(question, "head"));
    auto* pills = new Pills(answers, question);
    pills->setCurrent(now);
    body->addWidget(pills);
    return pills;
  };
  unit_ = ask(tr("How do you measure?"), {tr("inches"), tr("millimetres")},
              preferences_.unit() == LengthUnit::Inch ? 0 : 1);
  page_ = ask(tr("Which paper is in your printer?"), {tr("A4"), tr("Letter")},
              preferences_.page() == QLatin1String("letter") ? 1 : 0);
  hand_ = ask(tr("Which hand sews?"), {tr("right"), tr("left")}, preferences_.rightHanded() ? 0 : 1);
  auto* go = button(tr("Go on"), "act");
  body->addSpacing(scaled(6));
  body->addWidget(go, 0, Qt::AlignLeft);
  auto* middle = new QHBoxLayout;
  middle->addStretch(1);
  middle->addWidget(panel, 4);
  middle->addStretch(1);
  all->addLayout(middle);
  all->addStretch(1);
  auto* scroll = new QScrollArea;
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setFocusPolicy(Qt::NoFocus);
  scroll->setWidget(page);
  auto* outer = new QVBoxLayout(this);
  outer->setContentsMargins(0, 0, 0, 0);
  outer->addWidget(scroll);
  connect(go, &QPushButton::clicked, this, [this] {
    preferences_.setUnit(unit_->current() == 0 ? LengthUnit::Inch : LengthUnit::Millimetre);
    preferences_.setPage(page_->current() == 1 ? QStringLiteral("letter") : QStringLiteral("a4"));
    preferences_.setRightHanded(hand_->current() == 0);
    preferences_.setFirstStartDone();
    Q_EMIT answered();
  });
}

}  // namespace clathra
