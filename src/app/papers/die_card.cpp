#include "app/papers/die_card.hpp"

#include "app/widgets/rows.hpp"
#include "words/words.hpp"

namespace clathra {

DieCard::DieCard(Session& session) : Card(tr("Strips for dies"), false), session_(session) {
  const DieWishes usual;
  body()->addWidget(wrapped(
      tr("Strips of stock as wide as a die wants them, stacked and passed through a press."), "muted"));
  width_ = new LengthField(tr("Width of the stock"), Length::millimetres(50), Length::millimetres(3000));
  height_ = new LengthField(tr("Height of the stock"), Length::millimetres(50), Length::millimetres(3000));
  clearance_ =
      new LengthField(tr("Clear between dies"), Length::millimetres(0), Length::millimetres(kMostClearance));
  width_->setLength(Length::millimetres(usual.width));
  height_->setLength(Length::millimetres(usual.height));
  clearance_->setLength(Length::millimetres(usual.clearance));
  layers_ = new CountField(tr("Layers to a pass"), 1, kMostLayers);
  dies_ = new CountField(tr("Dies side by side in a pass"), 1, kMostDies);
  layers_->setCount(usual.layers);
  dies_->setCount(usual.dies);
  body()->addWidget(fieldRow(tr("Stock, width"), width_));
  body()->addWidget(fieldRow(tr("Stock, height"), height_));
  body()->addWidget(fieldRow(tr("Clear between dies"), clearance_));
  body()->addWidget(fieldRow(tr("Layers to a pass"), layers_));
  body()->addWidget(fieldRow(tr("Dies in a pass"), dies_));
  rows_ = wrapped({});
  body()->addWidget(rows_);
  body()->addWidget(
      noteBox(tr("A press closes with force: keep fingers out, and follow its maker's instructions for how "
                 "many layers it takes.")));
  for (LengthField* f : {width_, height_, clearance_}) {
    connect(f, &LengthField::lengthChanged, this, &DieCard::refresh);
    connect(f, &LengthField::wrong, this, &DieCard::said);
  }
  for (CountField* f : {layers_, dies_}) {
    connect(f, &CountField::countChanged, this, &DieCard::refresh);
    connect(f, &CountField::wrong, this, &DieCard::said);
  }
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

void DieCard::refresh() {
  if (!isOpen() || !session_.isOpen()) return;
  const LengthUnit unit = session_.project().settings.unit;
  for (LengthField* f : {width_, height_, clearance_}) f->setUnit(unit);
  const auto papers = session_.planner().papers();
  if (!papers) return rows_->setText(tr("Working out the papers …"));
  DieWishes wishes;
  wishes.width = width_->length()->mm();
  wishes.height = height_->length()->mm();
  wishes.clearance = clearance_->length()->mm();
  wishes.layers = layers_->count();
  wishes.dies = dies_->count();
  wishes.unit = unit;
  const auto rows = dieStrips(*session_.project().layout, papers->supply, wishes);
  if (!rows) return rows_->setText(inWords(rows.error(), unit));
  QStringList lines;
  for (const DieRow& r : *rows) {
    const QString title = paperTitle(session_.project(), r.shape, r.hand);
    lines << (r.fits ? inWords(Message("die-row", title.toStdString(), sizeArg(r.stripWidth), r.perStrip,
                                       r.strips, r.sheets, r.passes),
                               unit)
                     : inWords(Message("die-row-none", title.toStdString()), unit));
  }
  rows_->setText(lines.join(QStringLiteral("\n\n")));
}

}  // namespace clathra
