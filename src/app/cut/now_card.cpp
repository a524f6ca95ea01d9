#include "app/cut/now_card.hpp"

#include <QLabel>
#include <algorithm>
#include <iterator>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/station.hpp"
#include "layout/unit.hpp"
#include "script/named_pieces.hpp"
#include "words/words.hpp"

namespace clathra {

NowCard::NowCard(Session& session) : Card(tr("Cut some now")), session_(session) {
  body()->addWidget(wrapped(tr("Mark what you cut in the next days. It is placed so that all that is cut "
                               "later keeps its cloth."),
                            "muted"));
  pieces_ = new TextField;
  pieces_->setAccessibleName(tr("Pieces to cut now, by their numbers"));
  pieces_->setPlaceholderText(tr("pieces like 1-12, 20"));
  pieces_->setMaxLength(4'000);
  body()->addWidget(pieces_);
  units_ = new ChoiceList;
  units_->setAccessibleName(tr("The pieces of a unit"));
  unitRow_ = fieldRow(tr("or a unit"), units_);
  body()->addWidget(unitRow_);
  auto* none = button(tr("Mark none"));
  auto* left = button(tr("All that is left"));
  body()->addWidget(wrappingRow({left, none}));
  verdict_ = wrapped({}, "head");
  facts_ = wrapped({});
  body()->addWidget(verdict_);
  body()->addWidget(facts_);
  connect(pieces_, &QLineEdit::editingFinished, this, &NowCard::read);
  connect(units_, &QComboBox::activated, this, [this](int i) {
    const auto& units = session_.project().recipe.units;
    if (i < 1 || static_cast<std::size_t>(i) > units.size()) return;
    const PieceUnit& unit = units[static_cast<std::size_t>(i) - 1];
    Pieces pieces = piecesOf(*session_.project().layout, unit);
    std::sort(pieces.begin(), pieces.end());
    mark(std::move(pieces), tr("marked %1 to be cut now").arg(QString::fromStdString(unitTitle(unit))));
  });
  connect(none, &QPushButton::clicked, this, [this] { mark({}, tr("marked nothing to be cut now")); });
  connect(left, &QPushButton::clicked, this, [this] {
    if (const auto in = cutInput(session_.project(), cloth_))
      mark(in->pieces, tr("marked all that is left to be cut now"));
  });
}

void NowCard::mark(Pieces pieces, const QString& label) {
  if (pieces != session_.project().now) session_.edit(SetNow{std::move(pieces)}, label);
}

void NowCard::read() {
  const std::string text = pieces_->text().trimmed().toStdString();
  const Project& p = session_.project();
  if (text == listOf(p.now)) return;
  if (text.empty()) return mark({}, tr("marked nothing to be cut now"));
  const auto pieces = piecesListed(p, text);
  if (!pieces) return Q_EMIT said(inWords(pieces.error(), session_.project().settings.unit));
  mark(*pieces, tr("marked pieces to be cut now"));
}

void NowCard::fillUnits() {
  const auto& units = session_.project().recipe.units;
  unitRow_->setVisible(!units.empty());
  QStringList names{tr("choose …")};
  for (const PieceUnit& u : units) names << QString::fromStdString(unitTitle(u));
  QStringList shown;
  for (int i = 0; i < units_->count(); ++i) shown << units_->itemText(i);
  if (shown == names) return;
  units_->clear();
  units_->addItems(names);
}

QString NowCard::answer(const Cloth& cloth) const {
  const Planner& planner = session_.planner();
  const auto batch = planner.batch(cloth.id);
  if (!batch) {
    const Message why = planner.batchFault();
    return why.empty() ? tr("Working out the batch …") : inWords(why, session_.project().settings.unit);
  }
  if (batch->fits)
    return cloth.scraps ? tr("From scraps nobody can promise the rest.")
                        : tr("The rest still fits what is left.");
  QStringList missing;
  for (const MissingPatches& m : batch->missing)
    missing << inWords(
        Message("patches-of", shapesArg(m.count, session_.project().layout->shapes[m.shape].title)));
  return tr("Then %1 lack cloth.").arg(missing.join(QStringLiteral(", ")));
}

void NowCard::tell(const Cloth& cloth) {
  const auto in = cutInput(session_.project(), cloth.id);
  Pieces own;
  const Pieces& now = session_.project().now;
  if (in)
    std::set_intersection(now.begin(), now.end(), in->pieces.begin(), in->pieces.end(),
                          std::back_inserter(own));
  const QString title = QString::fromStdString(clothTitle(cloth));
  verdict_->setVisible(!own.empty());
  if (now.empty()) {
    return facts_->setText(tr("Nothing is marked: the plan cuts all at once."));
  }
  if (own.empty()) {
    return facts_->setText(tr("None of the marked pieces is still to be cut of %1.").arg(title));
  }
  verdict_->setText(answer(cloth));
  QStringList facts{
      tr("Marked of %1: %2.").arg(title, tr("%n piece(s)", nullptr, static_cast<int>(own.size())))};
  if (const auto batch = session_.planner().batch(cloth.id); batch && !cloth.scraps) {
    double used = 0;
    if (const CutMethod* m = batch->now.method())
      for (const ClothLength& l : m->laid.lengths) used += l.used;
    facts << tr("The batch takes %1 of cloth; %2 stay on hand.")
                 .arg(clothText(session_, used), longText(session_, batch->lengthLeft));
    if (!batch->fits && batch->rest.buyLength.value_or(0) > 0)
      facts << tr("Buy %1 while it is still sold.")
                   .arg(inWords(buyArg(*batch->rest.method()), session_.project().settings.unit));
  }
  facts_->setText(facts.join(QLatin1Char(' ')));
}

void NowCard::show(ClothId cloth) {
  cloth_ = cloth;
  const Project& p = session_.project();
  showIn(*pieces_, QString::fromStdString(listOf(p.now)));
  fillUnits();
  if (const Cloth* c = clothById(p, cloth)) tell(*c);
}

}  // namespace clathra
