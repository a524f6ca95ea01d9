#include "app/arrange/arrange_station.hpp"

#include <QHBoxLayout>

#include "app/canvas/canvas_access.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "measure/quantity.hpp"
#include "model/alike.hpp"

namespace clathra {

namespace {
constexpr int kPaint = 0, kAdd = 1, kTakeAway = 2, kDivide = 3, kDraft = 4, kSides = 5;
constexpr int kNumbersView = static_cast<int>(LayoutView::Numbers), kSideBySide = kNumbersView + 1;
}  // namespace

ArrangeStation::ArrangeStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  buildPicture();
  size_ = new SizeCard(session_);
  paint_ = new PaintCard(session_);
  auto* remarks = new RemarksCard(session_, id());
  grow_ = new GrowCard(session_, *canvas_, *paint_);
  fit_ = new FitCard(session_);
  divide_ = new DivideCard(session_, *canvas_);
  draft_ = new DraftCard(session_, *canvas_, *grow_);
  connect(draft_, &DraftCard::said, this, &Station::said);
  connect(draft_, &DraftCard::sentenceChanged, this, &ArrangeStation::sayWhatAClickDoes);
  sides_ = new SidesCard(session_, *canvas_);
  connect(sides_, &SidesCard::said, this, &Station::said);
  connect(divide_, &DivideCard::said, this, &Station::said);
  connect(divide_, &DivideCard::pieceChosen, this, &ArrangeStation::sayWhatAClickDoes);
  units_ = new UnitsCard(session_, *canvas_);
  connect(units_, &UnitsCard::said, this, &Station::said);
  connect(units_, &UnitsCard::answered, this, [this](const QString& answer) { sentence_->say(answer); });
  connect(units_, &UnitsCard::sentenceChanged, this, [this] {
    setArea();
    sayWhatAClickDoes();
  });
  begin_ = new BeginCard(session_);
  connect(begin_, &BeginCard::said, this, &Station::said);
  shapes_ = new ShapesCard(session_, *canvas_, *paint_);
  connect(shapes_, &ShapesCard::said, this, &Station::said);
  connect(canvas_, &LayoutCanvas::areaDrawn, this, &ArrangeStation::actOnArea);
  exchange_ = new ExchangeCard(session_, *canvas_);
  connect(exchange_, &ExchangeCard::said, this, &Station::said);
  chance_ = new ChanceCard(session_);
  connect(chance_, &ChanceCard::said, this, &Station::said);
  variants_ = new VariantsCard(session_);
  numbers_ = new NumbersCard(session_);
  connect(variants_, &VariantsCard::said, this, &Station::said);
  connect(variants_, &VariantsCard::compareAsked, this, [this] { setView(kSideBySide); });
  connect(numbers_, &NumbersCard::said, this, &Station::said);
  connect(numbers_, &NumbersCard::numbersAsked, this, [this] { setView(kNumbersView); });
  bench_ = new Bench({begin_, paint_, size_, fit_, units_, shapes_, chance_, variants_, numbers_, grow_,
                      divide_, exchange_, draft_, sides_, remarks});
  // A card of another mode, opened by its heading, leads there.
  const std::pair<Card*, int> leads[] = {{paint_, kPaint},    {units_, kPaint},   {chance_, kPaint},
                                         {variants_, kPaint}, {divide_, kDivide}, {exchange_, kDivide},
                                         {draft_, kDraft},    {sides_, kSides}};
  for (const auto& [card, mode] : leads)
    connect(card, &Card::asked, this, [this, card = card, mode = mode] {
      const auto own = ownCards(mode_->current());
      if (std::find(own.begin(), own.end(), card) != own.end()) return;
      setMode(mode);
      card->setOpen(true);
    });
  connect(grow_, &GrowCard::said, this, &Station::said);
  connect(grow_, &GrowCard::sentenceChanged, this, &ArrangeStation::sayWhatAClickDoes);
  canvas_->setReach([this](std::uint32_t piece, bool shift) { return reach(piece, shift); });
  connect(size_, &SizeCard::said, this, &Station::said);
  connect(remarks, &RemarksCard::showPieces, this, [this](const auto& pieces) { lookAt(pieces, {}); });
  connect(paint_, &PaintCard::choiceChanged, this, [this] {
    setArea();
    units_->setCloth(paint_->cloth());
    canvas_->refreshReach();
    sayWhatAClickDoes();
  });
  connect(canvas_, &LayoutCanvas::clicked, this, &ArrangeStation::act);
  connect(canvas_, &LayoutCanvas::draggedOver, this, [this](std::uint32_t piece, bool shift) {
    dragged_ = true;
    paint(piece, shift);
  });
  connect(canvas_, &LayoutCanvas::dragEnded, this, [this] {
    ++drags_;
    dragged_ = false;
    session_.seal();
  });
  connect(canvas_, &LayoutCanvas::turnAsked, this, [this] { paint_->turnRow(); });
  connect(canvas_, &LayoutCanvas::pointedAt, this, [this](int piece) {
    status_->say(describePiece(session_, piece));
    sayWhatAClickDoes();
  });
  connect(canvas_, &LayoutCanvas::viewChanged, this,
          [this] { zoom_->setText(tr("%1 %").arg(qRound(canvas_->zoomPercent()))); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  setMode(kPaint);
}

void ArrangeStation::buildPicture() {
  auto* panel = new QFrame;
  panel->setObjectName(QStringLiteral("panel"));
  auto* all = new QVBoxLayout(panel);
  all->setContentsMargins(scaled(16), 10, scaled(16), 10);
  all->setSpacing(6);
  auto* top = new QWidget;
  auto* flow = new FlowLayout(largeText() ? 8 : scaled(14), scaled(4), top);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  top->setSizePolicy(policy);
  mode_ = new Pills({tr("Paint"), tr("Add"), tr("Take away"), tr("Divide"), tr("Draft"), tr("Outer edge")},
                    tr("Mode"), Pills::At::Picture);
  face_ = new Pills({tr("Front"), tr("Back")}, tr("Seen from"), Pills::At::Picture);
  face_->setCurrent(0);
  view_ = new Pills(
      {tr("Cloths"), tr("As sewn"), tr("Lightness"), tr("Step back"), tr("Numbers"), tr("Variants")},
      tr("Look at"), Pills::At::Picture);
  view_->setCurrent(0);
  flow->addWidget(mode_);
  flow->addWidget(face_);
  all->addWidget(top);
  sentence_ = new SteadyLabel(1, "");
  sentence_->setAccessibleName(tr("What a click does"));
  all->addWidget(sentence_);
  canvas_ = new LayoutCanvas(session_);
  all->addWidget(canvas_, 1);
  compared_ = new VariantsView(session_);
  compared_->hide();
  all->addWidget(compared_, 1);
  connect(compared_, &VariantsView::worn, this, [this] { setView(0); });
  auto* caption = new QHBoxLayout;
  status_ = new SteadyLabel(1, "");
  status_->setAccessibleName(tr("Piece under the cursor"));
  sideLabel_ = new SteadyLabel(1, "sea");
  sideLabel_->setAccessibleName(tr("Face and finished size"));
  caption->addWidget(status_, 1);
  caption->addWidget(sideLabel_, largeText() ? 2 : 1);
  zoom_ = label({}, "muted");
  zoom_->setAlignment(Qt::AlignRight);
  zoom_->setMinimumWidth(zoom_->fontMetrics().horizontalAdvance(tr("%1 %").arg(8888)));
  caption->addWidget(zoom_);
  zoom_->setVisible(!largeText());
  if (!largeText())
    for (QWidget* w : zoomButtons()) caption->addWidget(w);
  all->addLayout(caption);
  if (largeText())
    for (const auto& controls : {viewControls(), zoomButtons()})
      for (QWidget* w : controls) flow->addWidget(w);
  else
    all->addWidget(wrappingRow(viewControls(), 8));
  picture_ = panel;
  connect(mode_, &Pills::chosen, this, [this](int mode) {
    setMode(mode);
    if (mode == kDivide || mode == kSides) Q_EMIT benchWanted();
  });
  connect(view_, &Pills::chosen, this, &ArrangeStation::setView);
  connect(face_, &Pills::chosen, this, [this](int i) {
    canvas_->setBack(i == 1);
    compared_->setBack(i == 1);
    refresh();
  });
}

/// How the picture is looked at: what is shown of the pieces, and how large.
std::vector<QWidget*> ArrangeStation::viewControls() {
  std::vector<QWidget*> out{view_};
  const struct {
    QString sign, name;
    void (LayoutCanvas::*does)();
  } views[] = {{tr("Fit all"), tr("Show all, key 0"), &LayoutCanvas::fitAll},
               {tr("Width"), tr("Fit the width, key W"), &LayoutCanvas::fitWidth},
               {tr("Height"), tr("Fit the height, key H"), &LayoutCanvas::fitHeight}};
  for (const auto& v : views) {
    if (largeText() && out.size() > 1) break;  // the others by their keys
    auto* b = button(v.sign, "link");
    b->setAccessibleName(v.name);
    b->setToolTip(v.name);
    connect(b, &QPushButton::clicked, canvas_, v.does);
    out.push_back(b);
  }
  return out;
}

std::vector<QWidget*> ArrangeStation::zoomButtons() {
  const auto zoom = [this](double factor) { canvas_->zoomBy(factor, QRectF(canvas_->rect()).center()); };
  auto* minus = namedButton(QStringLiteral("−"), tr("Smaller"));
  auto* plus = namedButton(QStringLiteral("+"), tr("Larger"));
  connect(minus, &QPushButton::clicked, this, [zoom] { zoom(0.8); });
  connect(plus, &QPushButton::clicked, this, [zoom] { zoom(1.25); });
  return {minus, plus};
}

void ArrangeStation::openOnly(const QStringList& titles) {
  const auto cards = bench_->findChildren<Card*>();
  for (Card* card : cards) {
    card->setOpen(titles.contains(card->title()));
  }
}

void ArrangeStation::setView(int view) {
  view_->setCurrent(view);
  canvas_->setVisible(view != kSideBySide);
  compared_->setVisible(view == kSideBySide);
  if (view != kSideBySide) canvas_->setView(static_cast<LayoutView>(view));
  sayWhatAClickDoes();
}

std::vector<Card*> ArrangeStation::ownCards(int mode) const {
  switch (mode) {
    case kAdd:
      return begin_->applies() ? std::vector<Card*>{begin_, grow_, paint_}
                               : std::vector<Card*>{grow_, paint_};
    case kTakeAway:
      return {grow_};
    case kDivide:
      return {divide_, exchange_};
    case kDraft:
      return {draft_, grow_};
    case kSides:
      return {sides_};
    default:
      return begin_->applies() ? std::vector<Card*>{begin_, size_, paint_}
                               : std::vector<Card*>{paint_, size_};
  }
}

void ArrangeStation::seatCards(int mode) {
  const auto own = ownCards(mode);
  bench_->bringFirst({own.begin(), own.end()});
  for (Card* card :
       std::initializer_list<Card*>{begin_, paint_, size_, fit_, units_, shapes_, chance_, variants_,
                                    numbers_, grow_, divide_, exchange_, draft_, sides_})
    card->setOpen(std::find(own.begin(), own.end(), card) != own.end() ||
                  (card == grow_ && mode == kPaint && grow_->copying()));
}

void ArrangeStation::beginFresh() {
  seated_ = -1;
  canvas_->setBack(false);
  face_->setCurrent(0);
  compared_->setBack(false);
  setView(0);
  paint_->setWay(PaintWay::Piece);
  setMode(kPaint);
}

void ArrangeStation::setMode(int mode) {
  mode_->setCurrent(mode);
  if (view_->current() == kSideBySide) setView(0);
  canvas_->setGhosts({});  // whichever card is in use now puts its own there
  // The cards of what is being done come first and are open; the others are one line away.
  if (std::exchange(seated_, mode) != mode) seatCards(mode);
  sides_->setActive(mode == kSides);
  grow_->setMode(mode == kAdd                       ? GrowCard::Mode::Add
                 : mode == kTakeAway                ? GrowCard::Mode::TakeAway
                 : mode == kPaint || mode == kDraft ? GrowCard::Mode::Paint
                                                    : GrowCard::Mode::Off);
  if (mode != kPaint) units_->stop();
  divide_->setActive(mode == kDivide);
  exchange_->setActive(mode == kDivide);
  draft_->setActive(mode == kDraft);
  setArea();
  canvas_->refreshReach();
  sayWhatAClickDoes();
}

/// What a click paints, with its equals under the turned copies.
std::vector<std::uint32_t> ArrangeStation::reach(std::uint32_t piece, bool shift) const {
  const auto one = reachOfOne(piece, shift);
  if (mode_->current() != kPaint || !grow_->copying()) return one;
  std::vector<std::uint32_t> out;
  for (const auto i : one) {
    const auto equal = grow_->equals(i);
    out.insert(out.end(), equal.begin(), equal.end());
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

std::vector<std::uint32_t> ArrangeStation::reachOfOne(std::uint32_t piece, bool shift) const {
  if (mode_->current() == kTakeAway) return grow_->equals(piece);
  if (mode_->current() == kDivide) return divide_->together(piece, shift);
  if (mode_->current() != kPaint) return {};
  switch (paint_->way()) {
    case PaintWay::Row:
      return rowOf(*session_.project().layout, piece, Angle::degrees(paint_->rowDegrees()));
    case PaintWay::Ring:
      return ringOf(session_.geometry().seams, piece, paint_->ring());
    case PaintWay::Alike:
      return alikeTo(session_.project(), piece, shift, paint_->sameTurn());
    case PaintWay::Unit:
      return unitReach(piece, shift);
    case PaintWay::Piece:
    case PaintWay::Area:
      break;
  }
  return {piece};
}

/// The piece's unit, with Shift all units of its name; a piece of none is alone.
std::vector<std::uint32_t> ArrangeStation::unitReach(std::uint32_t piece, bool shift) const {
  const Project& p = session_.project();
  const auto& units = p.recipe.units;
  int of = unitsOfPieces(*p.layout, units)[piece];
  if (of < 0) return {piece};
  if (const int outer = outerUnits(units)[static_cast<std::size_t>(of)]; paint_->outerUnit() && outer >= 0)
    of = outer;
  const PieceUnit& unit = units[static_cast<std::size_t>(of)];
  if (!shift) return piecesOf(*p.layout, unit);
  std::vector<std::uint32_t> out;
  for (const PieceUnit& u : units) {
    if (u.name != unit.name) continue;
    const auto pieces = piecesOf(*p.layout, u);
    out.insert(out.end(), pieces.begin(), pieces.end());
  }
  std::sort(out.begin(), out.end());
  return out;
}

void ArrangeStation::act(std::uint32_t piece, bool shift) {
  if (mode_->current() == kPaint && units_->choosing()) return units_->toggle(reach(piece, shift));
  if (mode_->current() == kPaint) return paint(piece, shift);
  if (mode_->current() == kTakeAway) grow_->takeAway(piece);
  if (mode_->current() == kDivide) {
    exchange_->choose(piece, shift);
    if (!shift) divide_->choosePiece(piece);
  }
}

/// Whether a drag draws round pieces, or acts on those it goes over.
void ArrangeStation::setArea() {
  const bool painting = mode_->current() == kPaint;
  const AreaKind kind = painting ? paint_->area() : grow_->area();
  canvas_->setArea(kind);
  canvas_->setDragActs(painting && kind == AreaKind::None && !units_->choosing());
}

void ArrangeStation::actOnArea(const std::vector<std::uint32_t>& pieces, bool) {
  if (mode_->current() == kTakeAway) return grow_->takeAway(pieces);
  if (pieces.empty()) return Q_EMIT said(tr("No piece has its middle in there."));
  if (units_->choosing()) return units_->toggle(pieces);
  std::vector<std::uint32_t> all;
  for (const auto i : pieces) {
    const auto equal = grow_->copying() ? grow_->equals(i) : std::vector<std::uint32_t>{i};
    all.insert(all.end(), equal.begin(), equal.end());
  }
  std::sort(all.begin(), all.end());
  all.erase(std::unique(all.begin(), all.end()), all.end());
  paintPieces(all);
}

void ArrangeStation::paint(std::uint32_t piece, bool shift) {
  const auto pieces = reach(piece, shift);
  if (pieces.empty())
    return Q_EMIT said(
        tr("No piece lies %1 away from this one.").arg(tr("%n seam(s)", nullptr, paint_->ring())));
  paintPieces(pieces);
}

void ArrangeStation::paintPieces(const std::vector<std::uint32_t>& pieces) {
  const QString drag = canvas_->dragActing() ? QStringLiteral("drag %1").arg(drags_) : QString();
  if (paint_->role() != kNoRole) {
    const std::string& role = session_.project().roles[static_cast<std::size_t>(paint_->role())].name;
    session_.edit(GiveRole{role, pieces}, tr("gave pieces the role %1").arg(QString::fromStdString(role)),
                  drag);
    return;
  }
  if (paint_->motif() >= 0) {
    session_.edit(GiveMotif{paint_->motif(), pieces}, tr("gave pieces the motif %1").arg(paintTitle()), drag);
    return;
  }
  const Cloth* cloth = clothById(session_.project(), paint_->cloth());
  const QString title = paintTitle();
  session_.edit(
      Paint{cloth ? cloth->id : kNoCloth, pieces},
      dragged_
          ? tr("painted pieces with %1").arg(title)
          : tr("painted %1 with %2").arg(tr("%n piece(s)", nullptr, static_cast<int>(pieces.size())), title),
      drag);
}

QString ArrangeStation::paintTitle() const {
  for (const MotifChoice& m : session_.project().motifs)
    if (m.id == paint_->motif()) return QString::fromStdString(m.name);
  const Cloth* cloth = clothById(session_.project(), paint_->cloth());
  return cloth ? QString::fromStdString(clothTitle(*cloth)) : tr("no cloth");
}

void ArrangeStation::sayWhatAClickDoes() {
  if (view_->current() == kSideBySide)
    return sentence_->say(session_.isOpen() && session_.project().variants.empty()
                              ? tr("No variant is kept yet: keep one on the right, then try another.")
                              : tr("A click puts that placement of the cloths on the pieces."));
  if (mode_->current() == kAdd || mode_->current() == kTakeAway || canvas_->picking())
    return sentence_->say(grow_->sentence());
  if (mode_->current() == kDivide) return sentence_->say(divide_->sentence());
  if (mode_->current() == kDraft) return sentence_->say(draft_->sentence());
  if (mode_->current() == kSides) return sentence_->say(sides_->sentence());
  if (units_->choosing()) return sentence_->say(units_->sentence());
  const Cloth* cloth = session_.isOpen() ? clothById(session_.project(), paint_->cloth()) : nullptr;
  const bool motif = session_.isOpen() && paint_->motif() >= 0;
  const bool role = session_.isOpen() && paint_->role() != kNoRole;
  const QString with = role
                           ? tr("with the role %1")
                                 .arg(QString::fromStdString(
                                     session_.project().roles[static_cast<std::size_t>(paint_->role())].name))
                       : cloth || motif ? tr("with %1").arg(paintTitle())
                                        : tr("with no cloth");
  switch (paint_->way()) {
    case PaintWay::Piece:
      sentence_->say(
          tr("A click paints this piece %1; drag to paint more. The right button moves the picture.")
              .arg(with));
      break;
    case PaintWay::Row:
      sentence_->say(tr("A click paints this row %1.").arg(with));
      break;
    case PaintWay::Ring:
      sentence_->say(tr("Click the middle piece: ring %1 round the piece you click is painted %2.")
                         .arg(paint_->ring())
                         .arg(with));
      break;
    case PaintWay::Unit:
      sentence_->say(tr("A click paints this unit %1; with Shift all units of its name.").arg(with));
      break;
    case PaintWay::Area:
      sentence_->say(paint_->area() == AreaKind::Box
                         ? tr("Drag a box: the pieces in it are painted %1.").arg(with)
                         : tr("Drag round pieces: they are painted %1.").arg(with));
      break;
    case PaintWay::Alike:
      sentence_->say((paint_->sameTurn() ? tr("A click paints all that are alike and face the same way %1.")
                                         : tr("A click paints all that are alike %1."))
                         .arg(with));
      break;
  }
}

void ArrangeStation::refresh() {
  const Layout& layout = *session_.project().layout;
  const QString size =
      QString::fromStdString(writeSize(layout.finished.width(), layout.finished.height(), unit()));
  const QString face = canvas_->back() ? tr("Back, mirrored") : tr("Front");
  switch (layout.sides) {
    case FinishingSides::Outline:
      sideLabel_->say(tr("%1  ·  outline, %2").arg(face, size));
      break;
    case FinishingSides::EdgePieces:
      sideLabel_->say(tr("%1  ·  edge pieces at %2").arg(face, size));
      break;
    case FinishingSides::Slice:
      sideLabel_->say(tr("%1  ·  sliced later at %2").arg(face, size));
      break;
  }
  status_->say(describePiece(session_, canvas_->cursorPiece()));
  sayWhatAClickDoes();
}

std::vector<StripFigure> ArrangeStation::figures() const {
  const Figures &f = session_.figures(), &b = session_.figuresBefore();
  std::vector<StripFigure> out{piecesFigure(session_), sizeFigure(session_)};
  if (session_.planner().allPlans() && f.clothNeeded > 0) {
    StripFigure cloth{clothText(session_, f.clothNeeded), tr("of cloth in all"),
                      b.planned ? changeOf(session_, f.clothNeeded, b.clothNeeded) : QString(),
                      f.clothNeeded < b.clothNeeded,
                      tr("The lengths of all cloths whose width is known, by their chosen methods; open Cut "
                         "for each sum.")};
    out.push_back(cloth);
  }
  out.push_back({longText(session_, f.seamLength), tr("of seams"),
                 changeOf(session_, f.seamLength, b.seamLength), f.seamLength < b.seamLength,
                 tr("Every seam once, from corner to corner.")});
  out.push_back(remarksFigure(session_, id()));
  return out;
}

void ArrangeStation::lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) {
  if (about == QLatin1String("edge")) {
    leadTo(*size_);
    return size_->focusEdge();
  }
  setMode(kPaint);
  canvas_->setFocus();
  if (!pieces.empty()) canvas_->showPieces(pieces);
}

}  // namespace clathra
