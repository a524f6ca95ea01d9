#include "app/cloth/gives_card.hpp"

#include <QCoreApplication>
#include <algorithm>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "cutting/gives.hpp"
#include "cutting/scrap_for_one.hpp"
#include "model/sold_pieces.hpp"
#include "shape/families.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kLeastPiece = Length::millimetres(10), kMostPiece = Length::millimetres(10'000);

/// What a piece leaves round a paper that is laid straight on it, and what that would want.
Message straightOf(const GivesRow& r) {
  const Arg want = fineArg(std::max(r.straight.width(), r.straight.height()), 1);
  const Arg corners = fineArg(r.laid.corners, 1);
  if (r.laid.sides <= 0) return Message("gives-straight", r.laid.tight, corners, want);
  return Message("gives-straight-sides", r.laid.tight, corners, fineArg(r.laid.sides, 1), want);
}
Message nearOf(const NearMissRow& near) {
  const Arg edge = sizeArg(near.edge), corners = fineArg(near.laid.corners, 1);
  if (near.laid.sides <= 0) return Message("gives-near", edge, near.laid.tight, corners);
  return Message("gives-near-sides", edge, near.laid.tight, corners, fineArg(near.laid.sides, 1));
}

}  // namespace

GivesCard::GivesCard(Session& session) : Card(tr("What does it give?"), false), session_(session) {
  body()->addWidget(
      wrapped(tr("A strip, square or scrap: the largest usual edge of each shape that can be cut from it."),
              "muted"));
  piece_ = new ChoiceList;
  piece_->setAccessibleName(tr("A piece of cloth"));
  body()->addWidget(fieldRow(tr("Piece"), piece_));
  width_ = new LengthField(tr("How wide the piece is"), kLeastPiece, kMostPiece);
  height_ = new LengthField(tr("How long the piece is"), kLeastPiece, kMostPiece);
  body()->addWidget(fieldRow(tr("Wide"), width_));
  body()->addWidget(fieldRow(tr("Long"), height_));
  auto* go = button(tr("Work it out"));
  body()->addWidget(go);
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(4));
  body()->addWidget(rows);
  body()->addWidget(wrapped(tr("The smallest scrap that one patch can be cut from:"), "muted"));
  auto* scraps = new QWidget;
  scraps_ = new QVBoxLayout(scraps);
  scraps_->setContentsMargins(0, 0, 0, 0);
  scraps_->setSpacing(scaled(4));
  body()->addWidget(scraps);
  connect(piece_, &QComboBox::activated, this, [this](int i) {
    const auto pieces = usualSoldPieces(unit());
    if (i < 0 || static_cast<std::size_t>(i) >= pieces.size()) return;
    width_->setLength(pieces[static_cast<std::size_t>(i)].width);
    height_->setLength(pieces[static_cast<std::size_t>(i)].length);
    ask();
  });
  connect(go, &QPushButton::clicked, this, &GivesCard::ask);
  for (LengthField* f : {width_, height_}) connect(f, &LengthField::wrong, this, &GivesCard::said);
}

void GivesCard::fillPieces() {
  if (filledFor_ == unit()) return;
  filledFor_ = unit();
  piece_->clear();
  const auto pieces = usualSoldPieces(unit());
  for (const SoldPiece& p : pieces) piece_->addItem(QCoreApplication::translate("pieces", p.name.c_str()));
  width_->setUnit(unit());
  height_->setUnit(unit());
  width_->setLength(pieces.front().width);
  height_->setLength(pieces.front().length);
  clearLayout(rows_);
}

void GivesCard::ask() {
  if (!width_->length() || !height_->length()) return;
  GivesInput in;
  in.width = width_->length()->mm();
  in.height = height_->length()->mm();
  const Project& p = session_.project();
  const Cloth* cloth = clothById(p, cloth_);
  in.allowance = cloth ? allowanceOf(p, *cloth) : p.settings.allowance.mm();
  if (cloth) in.direction = cloth->direction;
  in.bluntBelow = p.settings.bluntBelow;
  if (cloth && cloth->leastAllowance)
    in.least = cloth->leastAllowance->mm();
  else if (p.settings.leastAllowance)
    in.least = p.settings.leastAllowance->mm();
  for (const Family& f : families()) in.shapes.emplace_back(f.id);
  in.system = unit();
  clearLayout(rows_);
  rows_->addWidget(wrapped(tr("Working it out …"), "muted"));
  work_.start(
      this, [in](const Progress& progress) { return whatItGives(in, progress); },
      [this](Result<std::vector<GivesRow>> found) { answer(found); });
}

void GivesCard::answer(const Result<std::vector<GivesRow>>& found) {
  clearLayout(rows_);
  if (!found) {
    rows_->addWidget(wrapped(inWords(found.error(), unit()), "muted"));
    return;
  }
  bool any = false;
  for (const GivesRow& r : *found) {
    if (!r.edge) continue;
    any = true;
    const auto family =
        std::find_if(families().begin(), families().end(), [&](const Family& f) { return f.id == r.shape; });
    rows_->addWidget(wrapped(inWords(
        Message("gives-row", shapeArg(std::string(family->title)), sizeArg(*r.edge), r.copies), unit())));
    QStringList more;
    constexpr double kTurned = 0.5;  // degrees
    if (const double turn = std::abs(r.turn.degrees); turn > kTurned && r.straight.width() > 0) {
      more << inWords(Message("gives-turned", numberArg(turn, 0)), unit());
      if (r.straightNearly) more << inWords(straightOf(r), unit());
    }
    if (r.near) more << inWords(nearOf(*r.near), unit());
    if (!more.isEmpty()) rows_->addWidget(wrapped(more.join(QStringLiteral("; ")), "muted"));
  }
  if (!any) rows_->addWidget(wrapped(tr("It is too small for any usual edge.")));
}

void GivesCard::show(ClothId cloth) {
  cloth_ = cloth;
  fillPieces();
  showScraps();
}

void GivesCard::showScraps() {
  clearLayout(scraps_);
  const Project& p = session_.project();
  const Cloth* cloth = clothById(p, cloth_);
  if (!cloth) return;
  const auto in = cutInput(p, cloth_);
  std::optional<double> least;
  if (const auto own = cloth->leastAllowance ? cloth->leastAllowance : p.settings.leastAllowance)
    least = own->mm();
  const auto all = in ? scrapsForOne(*in, least) : std::vector<ScrapForOne>();
  for (const ScrapForOne& s : all) {
    const bool same = s.leastWidth == s.width && s.leastHeight == s.height;
    const Arg shape = shapeArg(s.title), w = sizeArg(s.width), h = sizeArg(s.height);
    scraps_->addWidget(wrapped(inWords(
        same ? Message("scrap-for-one", shape, w, h)
             : Message("scrap-for-one-least", shape, w, h, sizeArg(s.leastWidth), sizeArg(s.leastHeight)),
        unit())));
  }
  if (all.empty()) scraps_->addWidget(wrapped(tr("No piece wants a patch of this cloth."), "muted"));
}

}  // namespace clathra
