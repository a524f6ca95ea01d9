#include "app/window/remarks_card.hpp"

#include <QLineEdit>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "edit/mending.hpp"
#include "words/words.hpp"

namespace clathra {

RemarksCard::RemarksCard(Session& session, const QString& station)
    : Card(tr("Second looks")), session_(session), station_(station), rows_(body()) {
  connect(&session_, &Session::resultsChanged, this, &RemarksCard::refresh);
  connect(&session_, &Session::changed, this, &RemarksCard::refresh);
  connect(&session_, &Session::opened, this, [this] {
    rows_.begin();
    rows_.end();
    setVisible(false);
  });
  setVisible(false);
}

/// Of a station that is made late nobody tells it the remarks that are there; and shown before it has its
/// place it would be a window of its own.
bool RemarksCard::event(QEvent* event) {
  if (event->type() == QEvent::ParentChange && parentWidget() && session_.isOpen()) refresh();
  return Card::event(event);
}

void RemarksCard::refresh() {
  // While they are looked over again the card stays as high as it is, says so, and nothing in it can be done.
  const bool there = session_.planner().remarksThere();
  for (QPushButton* b : body()->parentWidget()->findChildren<QPushButton*>()) b->setEnabled(there);
  if (!there) return setTitle(tr("Second looks, being looked over again …"));
  rows_.begin();
  int n = 0;
  for (const Remark& r : session_.remarks())
    if (QString::fromStdString(r.station) == station_) {
      add(r);
      ++n;
    }
  rows_.end();
  setTitle(tr("%n second look(s)", nullptr, n));
  setVisible(n > 0);
}

void RemarksCard::add(const Remark& remark) {
  const LengthUnit unit = session_.project().settings.unit;
  QString shows = inWords(remark.why, unit) + inWords(remark.fix, unit) + inWords(remark.fixLabel, unit);
  for (const auto p : remark.pieces) shows += QStringLiteral(" %1").arg(p);
  rows_.row(QString::fromStdString(remark.check), shows, [&] { return boxFor(remark); });
}

QWidget* RemarksCard::boxFor(const Remark& remark) {
  auto* box = new QFrame;
  box->setObjectName(QStringLiteral("note"));
  auto* all = new QVBoxLayout(box);
  all->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(8));
  const LengthUnit unit = session_.project().settings.unit;
  all->addWidget(wrapped(inWords(remark.why, unit) + QLatin1Char(' ') + inWords(remark.fix, unit)));
  auto* row = new QWidget;
  auto* flow = new FlowLayout(scaled(8), scaled(2), row);
  if (!remark.pieces.empty()) {
    auto* show = button(tr("Show them"), "warnlink");
    connect(show, &QPushButton::clicked, this, [this, pieces = remark.pieces] { Q_EMIT showPieces(pieces); });
    flow->addWidget(show);
  }
  if (const auto edit = mendingEdit(remark.mend)) {
    auto* mend = button(inWords(remark.fixLabel, unit), "warnlink");
    connect(mend, &QPushButton::clicked, this,
            [this, done = inWords(remark.fixLabel, unit), edit] { session_.edit(*edit, done); });
    flow->addWidget(mend);
  }
  auto* aside = button(tr("Set aside"), "warnlink");
  connect(aside, &QPushButton::clicked, this, [this, remark, box] { askReason(remark, box); });
  flow->addWidget(aside);
  all->addWidget(row);
  return box;
}

void RemarksCard::askReason(const Remark& remark, QWidget* box) {
  if (box->findChild<QLineEdit*>()) return;
  auto* reason = new TextField;
  reason->setPlaceholderText(tr("Why? Then Enter"));
  reason->setAccessibleName(tr("Reason for setting the remark aside"));
  reason->setMaxLength(400);
  box->layout()->addWidget(reason);
  reason->setFocus();
  connect(reason, &QLineEdit::returnPressed, this, [this, remark, reason] {
    const QString why = reason->text().trimmed();
    if (!why.isEmpty())
      session_.edit(SetRemarkAside{remark.check, why.toStdString()}, tr("set a remark aside"));
  });
}

}  // namespace clathra
