#include "app/arrange/draft_card.hpp"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "exchange/drawn_lines.hpp"
#include "shape/arcs.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr int kDivisions[] = {2, 3, 4, 5, 6, 8};
constexpr std::size_t kMostCures = 200;     // shown at once
constexpr qint64 kMostDrawing = 4'000'000;  // bytes

}  // namespace

DraftCard::DraftCard(Session& session, LayoutCanvas& canvas, GrowCard& copies)
    : Card(tr("Draft")), session_(session), canvas_(canvas), copies_(copies) {
  body()->addWidget(wrapped(tr("Lines are brought onto corners, onto sides divided in parts, and onto angles "
                               "of 15°. Sides are divided in:"),
                            "muted"));
  QStringList names;
  for (const int n : kDivisions) names << QString::number(n);
  divisions_ = new Pills(names, tr("Parts of a side"));
  divisions_->setCurrent(2);
  body()->addWidget(divisions_);
  cure_ = button(tr("Cut inward corners"), "act");
  cure_->setToolTip(tr("Key C on the picture"));
  body()->addWidget(cure_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  piece_ = wrapped({}, "");
  body()->addWidget(piece_);
  from_ = new ChoiceList;
  to_ = new ChoiceList;
  from_->setAccessibleName(tr("The line begins at"));
  to_->setAccessibleName(tr("The line ends at"));
  body()->addWidget(fieldRow(tr("From"), from_));
  body()->addWidget(fieldRow(tr("To"), to_));
  draw_ = button(tr("Draw this line"));
  import_ = button(tr("Lines from a drawing…"));
  import_->setAccessibleName(tr("Take lines from an SVG drawing into the piece under the cursor"));
  body()->addWidget(wrappingRow({draw_, import_}));
  connect(divisions_, &Pills::chosen, this, [this](int i) {
    canvas_.pen().setDivisions(kDivisions[i]);
    offerPlaces();
  });
  connect(draw_, &QPushButton::clicked, this, &DraftCard::drawNamed);
  connect(cure_, &QPushButton::clicked, this, &DraftCard::cure);
  connect(import_, &QPushButton::clicked, this, &DraftCard::importLines);
  connect(&canvas, &LayoutCanvas::lineDrawn, this, &DraftCard::take);
  connect(&canvas, &LayoutCanvas::cureAsked, this, &DraftCard::cure);
  connect(&canvas, &LayoutCanvas::draftLetGo, this, [this] { setWaiting({}); });
  connect(&canvas, &LayoutCanvas::pointedAt, this, [this] {
    if (active_) offerPlaces();
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (parts & LayoutPart) setWaiting({});
    if (active_ && (parts & LayoutPart)) refresh();
  });
}

void DraftCard::setActive(bool active) {
  active_ = active;
  waiting_.clear();
  canvas_.setDrafting(active);
  if (active) refresh();
}

QString DraftCard::sentence() const {
  if (session_.isOpen() && session_.project().recipe.sides == FinishingSides::EdgePieces)
    return tr(
        "Pieces cut at the side stay as they are; draft in whole ones, or set the outer edge to Outline.");
  if (!waiting_.empty())
    return tr(
        "Go on to a side or another line: the lines drawn so far enclose nothing yet. Escape lets them go.");
  return tr("Draw a line: a click begins it, the next one ends it. It divides what it runs through.");
}

void DraftCard::setWaiting(std::vector<Line> lines) {
  waiting_ = std::move(lines);
  canvas_.pen().setWaiting(waiting_);
  if (waiting_.empty()) canvas_.pen().goOnFrom(std::nullopt);
  canvas_.update();
  Q_EMIT sentenceChanged();
}

/// Would these lines divide a piece? `fault` says what is wrong with a piece they would make.
bool DraftCard::divides(const std::vector<Line>& lines, QString& fault) const {
  const Layout& layout = *session_.project().layout;
  std::vector<std::uint32_t> under;
  for (const Line& l : lines)
    for (const auto i : piecesUnder(layout, session_.index(), l)) under.push_back(i);
  std::sort(under.begin(), under.end());
  under.erase(std::unique(under.begin(), under.end()), under.end());
  for (const auto i : under) {
    const auto draft = draftFaces(layout.outline(i), lines, kLeastEdge.mm());
    if (!draft) fault = inWords(draft.error(), session_.project().settings.unit);
    if (!draft || draft->faces.size() > 1) return true;
  }
  return false;
}

void DraftCard::take(const Line& line) {
  auto lines = waiting_;
  lines.push_back(line);
  std::vector<Line> all = lines;
  const Copies copies = copies_.copies();
  if (copies.turns > 1 || copies.mirror) {
    all.clear();
    for (const Line& l : lines) {
      const auto from = imagesOf(l.from, copies), to = imagesOf(l.to, copies);
      for (std::size_t k = 0; k < from.size(); ++k) all.push_back({from[k], to[k]});
    }
  }
  QString fault;
  if (!divides(all, fault)) {  // it waits for others
    setWaiting(std::move(lines));
    canvas_.pen().goOnFrom(line.to);
    return;
  }
  setWaiting({});
  DraftLines edit;
  edit.lines = std::move(lines);
  edit.copies = copies;
  session_.edit(std::move(edit), tr("drew a line"));
}

void DraftCard::drawNamed() {
  const int from = from_->currentIndex(), to = to_->currentIndex();
  if (from < 0 || to < 0 || from == to)
    return Q_EMIT said(tr("Choose two places on the piece under the cursor for the line."));
  take({places_[static_cast<std::size_t>(from)].at, places_[static_cast<std::size_t>(to)].at});
}

void DraftCard::cure() {
  if (!active_) return;
  if (toCure_.empty()) return Q_EMIT said(tr("No corner points inwards."));
  session_.edit(Cure{Pieces(toCure_.begin(), toCure_.end())}, tr("cut corners that pointed inwards"));
}

void DraftCard::importLines() {
  const int piece = canvas_.cursorPiece();
  if (piece < 0)
    return Q_EMIT said(tr("Put the cursor on the piece that the lines are for: the arrow keys do it."));
  const QString name =
      QFileDialog::getOpenFileName(this, tr("Lines from a drawing"), {}, tr("Drawing (*.svg)"));
  if (name.isEmpty()) return;
  QFile file(name);
  if (!file.open(QIODevice::ReadOnly) || file.size() > kMostDrawing)
    return Q_EMIT said(tr("%1 cannot be read, or is larger than 4 MB.").arg(QFileInfo(name).fileName()));
  const std::string text = file.readAll().toStdString();
  const auto drawing = readSvg(text);
  if (!drawing) return Q_EMIT said(inWords(drawing.error(), session_.project().settings.unit));
  const auto drawn =
      drawnInto(*drawing, bounds(session_.project().layout->outline(static_cast<std::size_t>(piece))));
  QString report = tr("%1 taken.").arg(tr("%n line(s)", nullptr, static_cast<int>(drawn.lines.size())));
  if (drawn.enlarged != 1)
    report += tr(" The drawing was scaled to %1 % to fill the piece.").arg(drawn.enlarged * 100, 0, 'f', 1);
  if (!drawing->unused.empty()) {
    report += QLatin1Char(' ') + inWords(Message("import-unused", drawing->unused));
  }
  DraftLines edit;
  edit.ofPieces[static_cast<std::uint32_t>(piece)] = drawn.lines;
  session_.edit(std::move(edit), tr("took lines from a drawing"));
  Q_EMIT said(report);
}

std::vector<DraftCard::Place> DraftCard::placesOf(std::uint32_t piece) const {
  std::vector<Place> out;
  const PolygonView outline = session_.project().layout->outline(piece);
  const auto sides = edgesOf(outline);
  const int parts = kDivisions[divisions_->current()];
  for (std::size_t s = 0; s < sides.size(); ++s)
    out.push_back({tr("corner %1").arg(s + 1), outline[sides[s].first]});
  for (std::size_t s = 0; s < sides.size(); ++s) {
    const auto next = (s + 1) % sides.size();
    const Point a = outline[sides[s].first], b = outline[(sides[s].first + sides[s].edges) % outline.size()];
    for (int k = 1; !sides[s].isArc() && k < parts; ++k)
      out.push_back({2 * k == parts ? tr("middle of %1 to %2").arg(s + 1).arg(next + 1)
                                    : tr("%1/%2 of %3 to %4").arg(k).arg(parts).arg(s + 1).arg(next + 1),
                     a + (double(k) / parts) * (b - a)});
  }
  return out;
}

void DraftCard::offerPlaces() {
  const int piece = canvas_.cursorPiece();
  canvas_.pen().setNumbered(active_ && canvas_.hasFocus() ? piece : -1);
  const bool any = piece >= 0 && session_.isOpen();
  piece_->setText(any ? tr("Or by name, on piece %1:").arg(piece + 1)
                      : tr("Or by name: put the cursor on a piece with the arrow keys."));
  const QString was = from_->currentText(), wasTo = to_->currentText();
  places_ = any ? placesOf(static_cast<std::uint32_t>(piece)) : std::vector<Place>{};
  for (QComboBox* box : {from_, to_}) {
    box->clear();
    for (const Place& p : places_) box->addItem(p.name);
    box->setEnabled(any);
  }
  from_->setCurrentIndex(std::max(0, from_->findText(was)));
  to_->setCurrentIndex(std::max(any ? 1 : 0, to_->findText(wasTo)));
  draw_->setEnabled(any);
  import_->setEnabled(any);
}

void DraftCard::refresh() {
  if (!session_.isOpen()) return;
  canvas_.pen().setDivisions(kDivisions[divisions_->current()]);
  toCure_.clear();
  std::vector<Line> cuts;
  const Layout& layout = *session_.project().layout;
  for (std::uint32_t i = 0; i < layout.size() && cuts.size() < kMostCures; ++i) {
    if (reflexCorners(layout.outline(i)).empty()) continue;
    const auto lines = curingLines(layout.outline(i));
    if (lines.empty()) continue;
    toCure_.push_back(i);
    cuts.insert(cuts.end(), lines.begin(), lines.end());
  }
  cure_->setVisible(!toCure_.empty());
  note_->setText(toCure_.empty()
                     ? tr("No corner points inwards.")
                     : tr("%n piece(s) have a corner that points inwards; the dashed cuts cure it.", nullptr,
                          static_cast<int>(toCure_.size())));
  canvas_.pen().setCures(std::move(cuts));
  canvas_.update();
  offerPlaces();
  Q_EMIT sentenceChanged();
}

}  // namespace clathra
