#include "app/arrange/chance_card.hpp"

#include <QHBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"

namespace clathra {

namespace {
constexpr int kAll = 0, kBare = 1;
constexpr int kApart = 0;
}  // namespace

ChanceCard::ChanceCard(Session& session) : Card(tr("Paint by chance"), false), session_(session) {
  body()->addWidget(wrapped(tr("Tap the cloths to draw from. A share of 2 comes twice as often as 1; at most "
                               "0 is as many as needed."),
                            "muted"));
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(4));
  body()->addWidget(rows);
  rule_ = new Pills({tr("no two neighbours alike"), tr("as it falls")}, tr("Neighbours"));
  rule_->setCurrent(kApart);
  body()->addWidget(rule_);
  onto_ = new Pills({tr("all pieces"), tr("those without cloth")}, tr("Paint by chance onto"));
  onto_->setCurrent(kAll);
  body()->addWidget(onto_);
  deal_ = button(tr("Deal the cloths out"), "act");
  body()->addWidget(deal_);
  connect(deal_, &QPushButton::clicked, this, &ChanceCard::deal);
  connect(&session_, &Session::changed, this, &ChanceCard::refresh);
  connect(&session_, &Session::opened, this, [this] {
    wishes_.clear();
    shown_.clear();
  });
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

void ChanceCard::addRow(const Cloth& cloth) {
  const ClothId id = cloth.id;
  const QString title = QString::fromStdString(clothTitle(cloth));
  auto* sign = pill(QString::fromStdString(cloth.sign), tr("Draw from %1").arg(title));
  sign->setToolTip(title);
  sign->setChecked(wishes_[id].drawn);
  connect(sign, &QPushButton::toggled, this, [this, id](bool on) {
    wishes_[id].drawn = on;
    refresh();
  });
  auto* share = new CountField(tr("Share of %1").arg(title), 1, 99);
  share->setCount(wishes_[id].share);
  share->setFixedWidth(scaled(48));
  auto* most =
      new CountField(tr("Patches that %1 yields at most, 0 for as many as needed").arg(title), 0, 99'999);
  most->setCount(wishes_[id].most);
  most->setFixedWidth(scaled(64));
  for (const CountField* field : {share, most}) connect(field, &CountField::wrong, this, &ChanceCard::said);
  connect(share, &CountField::countChanged, this, [this, id, share] { wishes_[id].share = share->count(); });
  connect(most, &CountField::countChanged, this, [this, id, most] { wishes_[id].most = most->count(); });
  rows_->addWidget(wrappingRow({sign, label(tr("share")), share, label(tr("at most")), most}, 6));
}

/// The rows are made anew only when the shelf is another one: what is being typed stays.
void ChanceCard::refresh() {
  if (!session_.isOpen() || !isOpen()) return;
  std::vector<ClothId> now;
  for (const Cloth& c : session_.project().cloths) now.push_back(c.id);
  if (now != shown_) {
    clearLayout(rows_);
    for (const Cloth& c : session_.project().cloths) addRow(c);
    shown_ = now;
  }
  deal_->setEnabled(std::any_of(now.begin(), now.end(), [&](ClothId id) { return wishes_[id].drawn; }));
}

void ChanceCard::deal() {
  PaintByChance edit;
  const Project& p = session_.project();
  for (const Cloth& c : p.cloths) {
    const Row& row = wishes_[c.id];
    if (!row.drawn) continue;
    ChanceCloth one{c.id, static_cast<double>(row.share), {}};
    if (row.most > 0) one.most = row.most;
    edit.rules.cloths.push_back(one);
  }
  edit.rules.neighboursDiffer = rule_->current() == kApart;
  edit.rules.seed = static_cast<std::uint32_t>(++seed_);
  const bool bare = onto_->current() == kBare;
  for (std::uint32_t i = 0; i < p.layout->size(); ++i)
    if (!bare || p.painting[i] == kNoCloth) edit.pieces.push_back(i);
  if (edit.pieces.empty()) return Q_EMIT session_.refused(tr("Every piece has a cloth already."));
  session_.edit(std::move(edit), tr("painted by chance"));
}

}  // namespace clathra
