#include "app/arrange/grow_card.hpp"

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "layout/finishing_line.hpp"
#include "layout/ring.hpp"
#include "words/words.hpp"

namespace clathra {

GrowCard::GrowCard(Session& session, LayoutCanvas& canvas, PaintCard& paint)
    : Card(tr("Add and take away"), false), session_(session), canvas_(canvas), paint_(paint) {
  fan_ = new FitFan(&canvas);
  canvas.setKeptFree(FitFan::widthInPicture());
  body()->addWidget(
      wrapped(tr("Turned copies: what you do in one place is done in all that are equal."), "muted"));
  turns_ = new ChoiceList(ChoiceList::Width::OfLongest);
  turns_->setAccessibleName(tr("Turned copies"));
  mirror_ = new QCheckBox(tr("and mirrored"));
  body()->addWidget(wrappingRow({turns_, mirror_}));
  centreHere_ = button(tr("Choose their centre"), "link");
  centreHere_->setCheckable(true);
  centreMiddle_ = button(tr("In the middle"), "link");
  body()->addWidget(wrappingRow({centreHere_, centreMiddle_}, 14));
  areaPills_ = new Pills({tr("one by one"), tr("box"), tr("freehand")}, tr("How pieces are taken away"));
  areaPills_->setCurrent(0);
  body()->addWidget(areaPills_);
  connect(areaPills_, &Pills::chosen, this, [this] {
    canvas_.setArea(area());
    Q_EMIT sentenceChanged();
  });
  places_ = wrapped({}, "muted");
  body()->addWidget(places_);
  fill_ = button(tr("Fill closed holes"));
  fill_->setToolTip(tr("Key F on the picture"));
  body()->addWidget(fill_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  connect(turns_, &QComboBox::activated, this, [this] { refresh(); });
  connect(mirror_, &QCheckBox::clicked, this, [this] { refresh(); });
  connect(centreHere_, &QPushButton::clicked, this, [this](bool on) {
    canvas_.setPicking(on);
    if (on) canvas_.setFocus();
    Q_EMIT sentenceChanged();
  });
  connect(centreMiddle_, &QPushButton::clicked, this, [this] { setCentre(std::nullopt); });
  const auto letGo = [this] {
    centreHere_->setChecked(false);
    canvas_.setPicking(false);
    Q_EMIT sentenceChanged();
  };
  connect(&canvas, &LayoutCanvas::pickingLetGo, this, letGo);
  connect(&canvas, &LayoutCanvas::picked, this, [this, letGo](Point at) {
    letGo();
    setCentre(at);
  });
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
  connect(fill_, &QPushButton::clicked, this, &GrowCard::fillHoles);
  connect(&canvas, &LayoutCanvas::edgeClicked, this, &GrowCard::openFan);
  connect(&canvas, &LayoutCanvas::fillAsked, this, [this] {
    if (mode_ == Mode::Add || mode_ == Mode::TakeAway) fillHoles();
  });
  connect(&canvas, &LayoutCanvas::viewChanged, fan_, &FitFan::close);
  connect(fan_, &FitFan::chosen, this, &GrowCard::place);
  connect(fan_, &FitFan::ringAsked, this, &GrowCard::closeRing);
  connect(fan_, &FitFan::lookedAt, this, &GrowCard::showGhosts);
  connect(fan_, &FitFan::closed, this, [this] { canvas_.setFocus(); });
  connect(&session_, &Session::opened, this, [this] {
    centre_.reset();
    turns_->setCurrentIndex(0);
    mirror_->setChecked(false);
    areaPills_->setCurrent(0);
    centreHere_->setChecked(false);
    canvas_.setPicking(false);
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (!(parts & LayoutPart)) return;
    fan_->close();
    refresh();
  });
}

void GrowCard::setMode(Mode mode) {
  mode_ = mode;
  fan_->close();
  setTitle(mode == Mode::Paint ? tr("Turned copies") : tr("Add and take away"));
  fill_->setVisible(mode != Mode::Paint);
  areaPills_->setVisible(mode == Mode::TakeAway);
  if (centreHere_->isChecked()) {
    centreHere_->setChecked(false);
    canvas_.setPicking(false);
  }
  refresh();
}

AreaKind GrowCard::area() const {
  if (mode_ != Mode::TakeAway) return AreaKind::None;
  return areaPills_->current() == 1   ? AreaKind::Box
         : areaPills_->current() == 2 ? AreaKind::Lasso
                                      : AreaKind::None;
}

void GrowCard::setTurns(int turns) {
  turns_->setCurrentIndex(std::max(0, turns_->findData(turns)));
  refresh();
}

Copies GrowCard::copies() const {
  Copies out;
  const clathra::Box& f = session_.project().layout->finished;
  out.turns = std::max(1, turns_->currentData().toInt());
  out.mirror = mirror_->isChecked();
  out.centre = centre_.value_or(Point{(f.left + f.right) / 2, (f.top + f.bottom) / 2});
  // A layout that grows from its first piece keeps that one in the middle, whatever grows on one side.
  if (!centre_ && grown()) out.centre = session_.project().layout->pieces.front().centre;
  return out;
}

void GrowCard::setCentre(std::optional<Point> centre) {
  centre_ = centre;
  refresh();
}

/// In a field only the turns that carry it onto itself are offered.
void GrowCard::offerCopies() {
  const int was = std::max(1, turns_->currentData().toInt());
  turns_->clear();
  for (const int n : {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 16}) {
    Copies c = copies();
    c.turns = n;
    c.mirror = false;
    if (n > 1 && !grown() && !mapsOntoItself(*session_.project().layout, session_.index(), c)) continue;
    turns_->addItem(n == 1 ? tr("no turned copies") : tr("%1 turned copies").arg(n), n);
    if (n == was) turns_->setCurrentIndex(turns_->count() - 1);
  }
  Copies mirrored = copies();
  mirrored.mirror = true;
  const bool may = grown() || mapsOntoItself(*session_.project().layout, session_.index(), mirrored);
  if (!may) mirror_->setChecked(false);
  mirror_->setEnabled(may);
}

void GrowCard::refresh() {
  if (!session_.isOpen()) return;
  if (mode_ == Mode::Add || mode_ == Mode::TakeAway) canvas_.setGhosts({});
  const bool shown = mode_ != Mode::Off && (mode_ != Mode::Paint || isOpen());
  canvas_.setCentre(shown ? std::optional(copies().centre) : std::nullopt);
  if (mode_ == Mode::Off) {
    canvas_.setEdges({}, false);
    return;
  }
  offerCopies();
  const Copies c = copies();
  const int most = c.turns * (c.mirror ? 2 : 1);
  places_->setText(most == 1 ? tr("One place at a time.")
                             : tr("Up to %1 places about the cross in the picture.").arg(most));
  if (mode_ == Mode::Add) {
    if (edgesOf_ != session_.project().layout) {
      edges_ = openEdges(*session_.project().layout, session_.geometry().seams);
      edgesOf_ = session_.project().layout;
    }
    const bool cut = session_.project().recipe.sides != FinishingSides::Outline;
    canvas_.setEdges(cut ? std::vector<OpenEdge>{} : edges_, true);
    note_->setText(cut ? tr("Pieces are added to the outline: set the outer edge to Outline first.")
                       : tr("%n edge(s) are open.", nullptr, static_cast<int>(edges_.size())));
  } else {
    canvas_.setEdges({}, false);
    note_->setText({});
  }
  canvas_.refreshReach();
  Q_EMIT sentenceChanged();
}

QString GrowCard::sentence() const {
  if (canvas_.picking())
    return tr(
        "Click the middle of a piece, a corner or the middle of a side: the copies turn about it. N and "
        "Enter by key.");
  if (area() == AreaKind::Box)
    return tr("Drag a box: the pieces in it are taken away. A click takes the lit ones.");
  if (area() == AreaKind::Lasso) return tr("Drag round the pieces to take away. A click takes the lit ones.");
  if (mode_ == Mode::TakeAway) return tr("A click takes the lit pieces away.");
  if (session_.isOpen() && session_.project().recipe.sides != FinishingSides::Outline)
    return tr(
        "No edge is open while the outer edge is cut straight. Set it to Outline to add, or take pieces "
        "away.");
  return tr("Point at an open edge; a click or Enter offers the shapes that fit it.");
}

std::vector<std::uint32_t> GrowCard::equals(std::uint32_t piece) const {
  return equalPieces(*session_.project().layout, session_.index(), piece, copies());
}

void GrowCard::takeAway(std::uint32_t piece) {
  const auto all = equals(piece);
  session_.edit(TakeAway{{piece}, copies()},
                tr("took %1 away").arg(tr("%n piece(s)", nullptr, static_cast<int>(all.size()))));
}

void GrowCard::takeAway(const std::vector<std::uint32_t>& pieces) {
  if (pieces.empty()) return Q_EMIT said(tr("No piece has its middle in there."));
  session_.edit(TakeAway{pieces, copies()},
                tr("took %1 away").arg(tr("%n piece(s)", nullptr, static_cast<int>(pieces.size()))));
}

void GrowCard::openFan(int edge) {
  if (mode_ != Mode::Add || edge < 0 || edge >= static_cast<int>(edges_.size())) return;
  edge_ = edge;
  const OpenEdge& open = edges_[static_cast<std::size_t>(edge)];
  const Layout& layout = *session_.project().layout;
  const Copies c = copies();
  const auto ring = ringAhead(layout, session_.geometry().seams, session_.index(), open);
  ring_ = ring ? ring->missing : std::vector<Polygon>{};
  QString words;
  if (ring && ring->answer.miss < kMeet)
    words = tr("%1 of these close a ring.").arg(ring->answer.pieces);
  else if (ring)
    words = tr("%1 of these do not close a ring: they miss by %2 mm.")
                .arg(ring->answer.pieces)
                .arg(ring->answer.miss, 0, 'f', 1);
  fan_->open(
      fitsOf(open),
      [this, c](const Fit& f) {
        const Layout& now = *session_.project().layout;
        return static_cast<int>(f.unit.empty() ? imagesOf(now, session_.index(), f.outline, c).places.size()
                                               : imagesOfSet(now, session_.index(), f.parts, c).size());
      },
      words, ring && !ring->missing.empty());
  standFan(open);
}

void GrowCard::standFan(const OpenEdge& open) {
  constexpr double kGap = 24;  // px round the edge's middle
  const auto box = [this](PolygonView outline) {
    QPolygonF out;
    for (const Point p : outline) out << canvas_.onScreen(p);
    return out.boundingRect();
  };
  const QPointF middle = canvas_.onScreen(open.middle());
  std::vector<QRectF> ghosts;
  for (const int fit : fan_->rowsShown())
    ghosts.push_back(box(fan_->fits()[static_cast<std::size_t>(fit)].outline));
  const Layout& layout = *session_.project().layout;
  fan_->standClearOf(QRectF(middle - QPointF(kGap, kGap), QSizeF(2 * kGap, 2 * kGap)), ghosts,
                     box(cornersOf(layout.finished)));
}

void GrowCard::showGhosts(int fit) {
  if (fit == FitFan::kRing) return canvas_.setGhosts(ring_);
  if (fit < 0 || fit >= static_cast<int>(fan_->fits().size())) return canvas_.setGhosts({});
  const Fit& shown = fan_->fits()[static_cast<std::size_t>(fit)];
  if (!shown.unit.empty()) {
    std::vector<Polygon> ghosts;
    for (auto& set : imagesOfSet(*session_.project().layout, session_.index(), shown.parts, copies()))
      ghosts.insert(ghosts.end(), set.begin(), set.end());
    return canvas_.setGhosts(std::move(ghosts));
  }
  canvas_.setGhosts(imagesOf(*session_.project().layout, session_.index(),
                             fan_->fits()[static_cast<std::size_t>(fit)].outline, copies())
                        .places);
}

void GrowCard::place(int fit) {
  if (edge_ < 0 || fit >= static_cast<int>(fan_->fits().size())) return;
  const auto& all = fan_->fits();
  const Fit& chosen = all[static_cast<std::size_t>(fit)];
  // Its number among the fits of the same shape, as a script would name it.
  const auto choice =
      static_cast<std::size_t>(std::count_if(all.begin(), all.begin() + fit, [&](const Fit& f) {
        return f.shape == chosen.shape && f.unit == chosen.unit;
      }));
  const Point middle = edges_[static_cast<std::size_t>(edge_)].middle();
  if (!chosen.unit.empty()) {
    session_.edit(PlaceUnit{chosen.unit, middle, choice, copies()},
                  tr("placed a %1").arg(QString::fromStdString(chosen.unit)));
    return fan_->close();
  }
  const Cloth* cloth = clothById(session_.project(), paint_.cloth());
  session_.edit(AddPieces{middle, chosen.shape, choice, copies(), cloth ? cloth->id : kNoCloth},
                tr("added a %1").arg(shapeWords(chosen.title)));
  fan_->close();
}

/// Units first, two ways each: who has made some places them; then the shapes.
std::vector<Fit> GrowCard::fitsOf(const OpenEdge& edge) const {
  constexpr std::size_t kWaysOfUnit = 2, kAllFits = 1'000;
  const Project& p = session_.project();
  std::vector<Fit> out;
  QStringList seen;
  for (const PieceUnit& unit : p.recipe.units) {
    const QString name = QString::fromStdString(unit.name);
    const auto pieces = seen.contains(name) ? std::vector<std::uint32_t>{} : piecesOf(*p.layout, unit);
    if (pieces.empty()) continue;
    seen << name;
    for (UnitFit& way :
         unitFitsAt(*p.layout, session_.geometry().seams, session_.index(), edge, pieces, kWaysOfUnit)) {
      Fit fit;
      fit.title = unit.name + (way.mirrored ? ", mirrored" : "");
      fit.unit = unit.name;
      fit.outline = way.outlines.front();
      fit.parts = std::move(way.outlines);
      fit.joined = way.joined;
      out.push_back(std::move(fit));
    }
  }
  auto shapes = fitsAt(*p.layout, session_.geometry().seams, session_.index(), edge, p.recipe.edge.mm(),
                       kAllFits, {}, FitSizes::Any);
  out.insert(out.end(), std::make_move_iterator(shapes.begin()), std::make_move_iterator(shapes.end()));
  return out;
}

void GrowCard::closeRing() {
  if (edge_ < 0 || edge_ >= static_cast<int>(edges_.size())) return;
  const Point at = edges_[static_cast<std::size_t>(edge_)].middle();
  const Cloth* cloth = clothById(session_.project(), paint_.cloth());
  session_.edit(CloseRing{at, cloth ? cloth->id : kNoCloth}, tr("closed a ring"));
  fan_->close();
}

void GrowCard::fillHoles() {
  const Cloth* cloth = clothById(session_.project(), paint_.cloth());
  session_.edit(FillHoles{cloth ? cloth->id : kNoCloth}, tr("filled the holes"));
}

}  // namespace clathra
