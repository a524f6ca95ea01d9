#include "app/arrange/units_card.hpp"

#include <QHBoxLayout>
#include <map>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"

namespace clathra {

UnitsCard::UnitsCard(Session& session, LayoutCanvas& canvas)
    : Card(tr("Units"), false), session_(session), canvas_(canvas) {
  body()->addWidget(wrapped(tr("A unit is a set of pieces with a name: painted, numbered, placed again and "
                               "exchanged as one."),
                            "muted"));
  choose_ = pill(tr("Choose pieces for a unit"), tr("Choose pieces for a unit"));
  body()->addWidget(wrappingRow({choose_}));
  making_ = new QWidget;
  auto* making = new QVBoxLayout(making_);
  making->setContentsMargins(0, 0, 0, 0);
  making->setSpacing(scaled(6));
  note_ = wrapped({}, "");
  making->addWidget(note_);
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the unit"));
  name_->setPlaceholderText(tr("its name"));
  making->addWidget(fieldRow(tr("Name"), name_));
  everywhere_ = new QCheckBox(tr("and all its copies in the layout"));
  making->addWidget(everywhere_);
  make_ = button(tr("Make it a unit"), "act");
  making->addWidget(make_);
  body()->addWidget(making_);
  kinds_ = new QWidget;
  auto* kinds = new QVBoxLayout(kinds_);
  kindRows_ = std::make_unique<KeptRows>(kinds);
  kinds->setContentsMargins(0, 0, 0, 0);
  kinds->setSpacing(scaled(4));
  body()->addWidget(kinds_);
  replacing_ = new QWidget;
  auto* replacing = new QVBoxLayout(replacing_);
  replacing->setContentsMargins(0, 0, 0, 0);
  replacing->setSpacing(scaled(4));
  from_ = new ChoiceList;
  by_ = new ChoiceList;
  from_->setAccessibleName(tr("Units to exchange"));
  by_->setAccessibleName(tr("Units to put in their place"));
  replace_ = button(tr("Exchange all"));
  replacing->addWidget(fieldRow(tr("In place of all"), from_));
  replacing->addWidget(fieldRow(tr("put"), by_));
  replacing->addWidget(wrappingRow({replace_}));
  body()->addWidget(replacing_);
  setOut_ = new SetOutPanel(session_, canvas_);
  body()->addWidget(setOut_);
  connect(setOut_, &SetOutPanel::said, this, &UnitsCard::said);
  connect(setOut_, &SetOutPanel::answered, this, &UnitsCard::answered);
  connect(choose_, &QPushButton::clicked, this, [this] { setChoosing(choose_->isChecked()); });
  connect(make_, &QPushButton::clicked, this, &UnitsCard::make);
  connect(name_, &QLineEdit::returnPressed, this, &UnitsCard::make);
  connect(replace_, &QPushButton::clicked, this, [this] {
    session_.edit(ReplaceUnits{from_->currentText().toStdString(), by_->currentText().toStdString()},
                  tr("exchanged %1 for %2").arg(from_->currentText(), by_->currentText()));
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (!(parts & LayoutPart) && !isVisible()) return;
    if (parts & LayoutPart) chosen_.clear();
    refresh();
  });
  connect(&session_, &Session::opened, this, [this] { setChoosing(false); });
  connect(this, &Card::folded, this, [this](bool open) {
    if (!open) setChoosing(false);
    if (session_.isOpen()) refresh();
  });
  setChoosing(false);
}

void UnitsCard::stop() {
  if (choosing_) setChoosing(false);
  canvas_.setUnits({});
  canvas_.setAlso(std::nullopt);
}

void UnitsCard::setChoosing(bool choosing) {
  choosing_ = choosing;
  choose_->setChecked(choosing);
  making_->setVisible(choosing);
  chosen_.clear();
  showChosen();
  Q_EMIT sentenceChanged();
}

QString UnitsCard::sentence() const {
  return tr("A click chooses these pieces for the unit, or lets them go again.");
}

void UnitsCard::toggle(const std::vector<std::uint32_t>& pieces) {
  const bool all = std::all_of(pieces.begin(), pieces.end(), [&](std::uint32_t i) {
    return std::find(chosen_.begin(), chosen_.end(), i) != chosen_.end();
  });
  for (const auto i : pieces) {
    std::erase(chosen_, i);
    if (!all) chosen_.push_back(i);
  }
  std::sort(chosen_.begin(), chosen_.end());
  showChosen();
}

void UnitsCard::showChosen() {
  const bool open = session_.isOpen();
  std::vector<Polygon> ghosts;
  if (open)
    for (const auto i : chosen_) {
      const auto outline = session_.project().layout->outline(i);
      ghosts.emplace_back(outline.begin(), outline.end());
    }
  if (choosing_ || !ghosts.empty()) canvas_.setGhosts(std::move(ghosts));
  if (!choosing_ && open) canvas_.setGhosts({});
  make_->setEnabled(!chosen_.empty());
  note_->setText(chosen_.empty()
                     ? tr("Click the pieces in the picture; Row, Ring and Alike choose many at once.")
                     : tr("%1 chosen.").arg(tr("%n piece(s)", nullptr, static_cast<int>(chosen_.size()))));
}

/// While the card is open the units stand out in the picture.
void UnitsCard::showOutlines() {
  constexpr std::size_t kMostShown = 1'000;
  std::vector<Polygon> outlines;
  if (session_.isOpen() && isOpen() && isVisible()) {
    const Layout& layout = *session_.project().layout;
    for (const PieceUnit& u : session_.project().recipe.units) {
      const auto pieces = outlines.size() < kMostShown ? piecesOf(layout, u) : std::vector<std::uint32_t>{};
      if (pieces.empty()) continue;
      if (auto outline = joinedOutline(layout, pieces)) outlines.push_back(std::move(*outline));
    }
  }
  canvas_.setUnits(std::move(outlines));
}

void UnitsCard::make() {
  if (chosen_.empty()) return Q_EMIT said(tr("Choose the pieces of the unit in the picture first."));
  if (name_->text().trimmed().isEmpty()) {
    name_->setFocus();
    return Q_EMIT said(tr("Give the unit a name."));
  }
  const Pieces pieces(chosen_.begin(), chosen_.end());
  session_.edit(MarkUnit{name_->text().trimmed().toStdString(), pieces, everywhere_->isChecked()},
                tr("made a unit"), {}, whileThere(this, [this](bool made) {
                  if (!made) return;
                  name_->clear();
                  setChoosing(false);
                }));
}

QWidget* UnitsCard::kindRow(const std::string& name, int units, int pieces, const QString& holds) {
  const QString title = QString::fromStdString(name);
  auto* row = new QWidget;
  auto* line = new QVBoxLayout(row);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(0);
  line->addWidget(label(title, "title"));
  line->addWidget(wrapped(
      tr("%1 of %2").arg(tr("%n unit(s)", nullptr, units), tr("%n piece(s)", nullptr, pieces)) + holds,
      "muted"));
  auto* show = button(tr("Show"), "link");
  auto* drop = button(tr("Make single pieces again"), "warnlink");
  show->setAccessibleName(tr("Show the units %1").arg(title));
  drop->setAccessibleName(tr("Make the pieces of %1 single again").arg(title));
  connect(show, &QPushButton::clicked, this, [this, name] {
    std::vector<std::uint32_t> all;
    const Project& p = session_.project();
    for (const PieceUnit& u : p.recipe.units) {
      if (u.name != name) continue;
      const auto own = piecesOf(*p.layout, u);
      all.insert(all.end(), own.begin(), own.end());
    }
    std::sort(all.begin(), all.end());
    canvas_.showPieces(std::move(all));
  });
  connect(drop, &QPushButton::clicked, this,
          [this, name, title] { session_.edit(DropUnit{name}, tr("made %1 single pieces").arg(title)); });
  line->addWidget(wrappingRow({show, drop}, 14));
  return row;
}

void UnitsCard::offerKinds(const QStringList& names) {
  const QString from = from_->currentText(), by = by_->currentText();
  for (QComboBox* box : {from_, by_}) {
    box->clear();
    box->addItems(names);
  }
  from_->setCurrentIndex(std::max(0, from_->findText(from)));
  by_->setCurrentIndex(by_->findText(by) >= 0 ? by_->findText(by) : static_cast<int>(names.size()) - 1);
  replacing_->setVisible(names.size() > 1);
}

void UnitsCard::refresh() {
  showOutlines();
  if (!session_.isOpen() || !isOpen()) return;
  kindRows_->begin();
  const Project& p = session_.project();
  std::map<std::string, std::pair<int, int>> kinds;  // units, and pieces of the first
  for (const PieceUnit& u : p.recipe.units) {
    const auto pieces = static_cast<int>(piecesOf(*p.layout, u).size());
    if (pieces == 0) continue;
    auto& [units, first] = kinds[u.name];
    if (++units == 1) first = pieces;
  }
  QStringList names;
  // What a unit of units is made of: of the first one of the name.
  std::map<std::string, std::map<std::string, int>> parts;
  const auto outer = outerUnits(p.recipe.units);
  std::map<std::string, int> firstOf;
  for (std::size_t u = 0; u < outer.size(); ++u)
    firstOf.try_emplace(p.recipe.units[u].name, static_cast<int>(u));
  for (std::size_t u = 0; u < outer.size(); ++u)
    if (outer[u] >= 0) {
      const std::string& round = p.recipe.units[static_cast<std::size_t>(outer[u])].name;
      if (firstOf[round] == outer[u]) ++parts[round][p.recipe.units[u].name];
    }
  for (const auto& [name, count] : kinds) {
    QStringList holds;
    for (const auto& [part, n] : parts[name]) holds << tr("%1 × %2").arg(n).arg(QString::fromStdString(part));
    const QString made = holds.isEmpty() ? QString() : tr(": %1").arg(holds.join(QStringLiteral(", ")));
    kindRows_->row(QString::fromStdString(name),
                   QStringLiteral("%1 %2 %3").arg(count.first).arg(count.second).arg(made),
                   [&, n = name, c = count] { return kindRow(n, c.first, c.second, made); });
    names << QString::fromStdString(name);
  }
  kindRows_->end();
  offerKinds(names);
  setOut_->offer(names);
  showChosen();
}

}  // namespace clathra
