#include "app/cut/enough_card.hpp"

#include <QTimer>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/station.hpp"
#include "words/words.hpp"

namespace clathra {

EnoughCard::EnoughCard(Session& session) : Card(tr("Enough?")), session_(session) {}

void EnoughCard::addRemedy(const Remedy& remedy) {
  const LengthUnit unit = session_.project().settings.unit;
  const QString words = inWords(remedy.what, unit);
  body()->addWidget(wrapped(words));
  body()->addWidget(wrapped(tr("Takes %1 of this cloth, about %2; nothing is to be bought.")
                                .arg(clothText(session_, remedy.length), minutesText(remedy.minutes)),
                            "muted"));
  auto* yes = button(tr("Do this"));
  yes->setAccessibleName(tr("Do this: %1").arg(words));
  body()->addWidget(yes);
  connect(yes, &QPushButton::clicked, this,
          [this, edits = remedy.edits, id = QString::fromStdString(remedy.id)] {
            // One step to undo; the card is filled anew meanwhile.
            QTimer::singleShot(0, this, [this, edits, id] {
              for (const Edit& e : edits)
                session_.edit(e, tr("made a cloth suffice"), QStringLiteral("remedy ") + id);
              session_.seal();
            });
          });
}

void EnoughCard::show(ClothId id) {
  cloth_ = id;
  clearLayout(body());
  const Cloth* cloth = clothById(session_.project(), id);
  const auto plan = session_.plan(id);
  const bool lacks = cloth && plan && !cloth->scraps && plan->toBuy.value_or(0) > 1e-6;
  setVisible(lacks);
  if (!lacks) return;
  const QString buy = inWords(buyArg(*plan->method()), session_.project().settings.unit);
  body()->addWidget(
      wrapped(cloth->lengths.empty()
                  ? tr("None is on hand: %1 to buy.").arg(buy)
                  : tr("What is on hand lacks %1: %2 to buy.").arg(clothText(session_, *plan->toBuy), buy)));
  if (const CutMethod* m = plan->method(); m && m->money)
    body()->addWidget(wrapped(tr("It costs %1.").arg(*m->money, 0, 'f', 2)));
  Planner& planner = session_.planner();
  if (!planner.remediesAsked(id)) {
    auto* ask = button(tr("And if it is sold out?"));
    connect(ask, &QPushButton::clicked, this,
            [this] { QTimer::singleShot(0, this, [this] { session_.planner().askRemedies(cloth_); }); });
    body()->addWidget(ask);
    return;
  }
  const auto found = planner.remedies();
  if (!found) {
    const Message why = planner.remediesFault();
    body()->addWidget(wrapped(why.empty() ? tr("Trying what would suffice …") : inWords(why), "muted"));
    return;
  }
  if (found->empty())
    body()->addWidget(
        wrapped(tr("No other way, smaller allowance, fewer spares or other cloth on this shelf "
                   "makes it suffice.")));
  for (const Remedy& r : *found) addRemedy(r);
}

}  // namespace clathra
