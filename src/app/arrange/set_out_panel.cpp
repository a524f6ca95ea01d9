#include "app/arrange/set_out_panel.hpp"

#include <QVBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/rows.hpp"
#include "layout/unit.hpp"
#include "words/words.hpp"

namespace clathra {

SetOutPanel::SetOutPanel(Session& session, LayoutCanvas& canvas) : session_(session), canvas_(canvas) {
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, scaled(6), 0, 0);
  all->setSpacing(scaled(6));
  all->addWidget(label(tr("Set out with a path between"), "title"));
  answer_ = wrapped(tr("How far apart, and how many pieces does the path take?"), "");
  answer_->setAccessibleName(tr("How many pieces the path takes"));
  all->addWidget(answer_);
  stop_ = button(tr("Stop"), "link");
  stop_->setAccessibleName(tr("Stop working out the path"));
  stop_->hide();
  all->addWidget(stop_);
  connect(stop_, &QPushButton::clicked, this, [this] {
    working_.cancel();
    stop_->hide();
    noAnswer(tr("Stopped. Change a number to work it out."));
  });
  unit_ = new ChoiceList;
  unit_->setAccessibleName(tr("Unit to set out"));
  path_ = new ChoiceList;
  path_->setAccessibleName(tr("Pieces of the path"));
  all->addWidget(fieldRow(tr("Unit"), unit_));
  all->addWidget(fieldRow(tr("Path of"), path_));
  across_ = new CountField(tr("Units across"), 1, kMostSetOut);
  down_ = new CountField(tr("Units down"), 1, kMostSetOut);
  apart_ = new CountField(tr("Pieces apart"), 1, kMostApart);
  across_->setCount(2);
  down_->setCount(2);
  apart_->setCount(1);
  all->addWidget(wrappingRow({across_, label(tr("across")), down_, label(tr("down"))}));
  auto* nearer = namedButton(QStringLiteral("−"), tr("Nearer"));
  auto* farther = namedButton(QStringLiteral("+"), tr("Farther apart"));
  all->addWidget(wrappingRow({apart_, label(tr("pieces apart")), nearer, farther}));
  allRound_ = new QCheckBox(tr("and round the whole"));
  all->addWidget(allRound_);
  make_ = button(tr("Set them out"), "act");
  all->addWidget(wrappingRow({make_}));
  connect(unit_, &QComboBox::activated, this, [this] {
    offerPaths();
    show();
  });
  connect(path_, &QComboBox::activated, this, &SetOutPanel::show);
  connect(allRound_, &QCheckBox::clicked, this, &SetOutPanel::show);
  for (CountField* f : {across_, down_, apart_}) {
    connect(f, &CountField::countChanged, this, &SetOutPanel::show);
    connect(f, &CountField::wrong, this, &SetOutPanel::said);
  }
  const auto move = [this](int by) {
    apart_->setCount(std::clamp(apart_->count() + by, 1, kMostApart));
    show();
  };
  connect(nearer, &QPushButton::clicked, this, [move] { move(-1); });
  connect(farther, &QPushButton::clicked, this, [move] { move(1); });
  connect(make_, &QPushButton::clicked, this, [this] {
    SetOutUnits edit;
    edit.unit = unit_->currentText().toStdString();
    edit.path = path_->currentData().toUInt();
    edit.ask = ask();
    edit.cloth = cloth_;
    session_.edit(std::move(edit), tr("set out %1").arg(unit_->currentText()));
  });
}

SetOutAsk SetOutPanel::ask() const {
  return {across_->count(), down_->count(), apart_->count(), allRound_->isChecked()};
}

std::vector<std::uint32_t> SetOutPanel::unit() const {
  const Project& p = session_.project();
  for (const PieceUnit& u : p.recipe.units) {
    if (u.name != unit_->currentText().toStdString()) continue;
    auto pieces = piecesOf(*p.layout, u);
    if (!pieces.empty()) return pieces;
  }
  return {};
}

void SetOutPanel::offer(const QStringList& names) {
  working_.cancel();  // it was asked of the layout before
  stop_->hide();
  const QString was = unit_->currentText();
  unit_->clear();
  unit_->addItems(names);
  unit_->setCurrentIndex(std::max(0, unit_->findText(was)));
  setVisible(!names.isEmpty());
  if (names.isEmpty()) return;
  offerPaths();
}

void SetOutPanel::offerPaths() {
  const QString was = path_->currentText();
  path_->clear();
  const Layout& layout = *session_.project().layout;
  for (const auto i : pathPiecesFor(layout, unit()))
    path_->addItem(shapeWords(layout.shapes[layout.pieces[i].shape].title), i);
  path_->setCurrentIndex(std::max(path_->count() > 0 ? 0 : -1, path_->findText(was)));
  path_->setEnabled(path_->count() > 0);
  make_->setEnabled(path_->count() > 0);
}

void SetOutPanel::answer(const QString& sentence, std::vector<Polygon> path, std::vector<Polygon> copies) {
  std::optional<clathra::Box> all;
  for (const auto* set : {&path, &copies})
    for (const Polygon& p : *set) all = all ? unite(*all, bounds(p)) : bounds(p);
  answer_->setText(sentence);
  Q_EMIT answered(sentence);
  canvas_.setGhosts(std::move(path));
  canvas_.setUnits(std::move(copies));
  canvas_.setAlso(all);
}

/// What was answered before is of another question; the picture keeps its place meanwhile.
void SetOutPanel::noAnswer(const QString& sentence) {
  answer_->setText(sentence);
  Q_EMIT answered(sentence);
  canvas_.setGhosts({});
  canvas_.setUnits({});
}

/// Off the interface thread: many copies far apart take their time. Only the newest question is answered, and
/// only while the layout is the one it was asked of.
void SetOutPanel::show() {
  const auto layout = session_.project().layout;
  const auto pieces = unit();
  working_.cancel();
  stop_->hide();
  if (path_->count() == 0)
    return answer(
        tr("No piece here can be the path of this unit: it must repeat side by side without a turn, "
           "and fill the unit whole."),
        {}, {});
  const auto cell = path_->currentData().toUInt();
  noAnswer(tr("Working it out …"));
  stop_->show();
  working_.start(
      this,
      [layout, pieces, cell, asked = ask()](const Progress& progress) {
        return setOut(*layout, pieces, cell, asked, progress);
      },
      [this, layout, pieces, cell](const Result<SettingOut>& plan) {
        stop_->hide();
        if (!session_.isOpen() || session_.project().layout != layout) return;
        tell(*layout, pieces, cell, plan);
      });
}

void SetOutPanel::tell(const Layout& layout, const std::vector<std::uint32_t>& pieces, std::uint32_t cell,
                       const Result<SettingOut>& plan) {
  if (!plan) return answer(inWords(plan.error(), session_.project().settings.unit), {}, {});
  constexpr std::size_t kMostShown = 4'000;
  std::vector<Polygon> path = plan->path, copies;
  if (path.size() > kMostShown) path.resize(kMostShown);
  if (const auto outline = joinedOutline(layout, pieces))
    for (const Point move : plan->moves) copies.push_back(translated(*outline, move));
  answer(tr("The path takes %1: %2 to each unit in a large layout. %3, %4 in all.")
             .arg(shapeWords(static_cast<int>(plan->path.size()),
                             layout.shapes[layout.pieces[cell].shape].title))
             .arg(plan->pathToAUnit)
             .arg(tr("%n unit(s)", nullptr, static_cast<int>(plan->moves.size())),
                  tr("%n piece(s)", nullptr,
                     static_cast<int>(plan->path.size() + plan->moves.size() * pieces.size()))),
         std::move(path), std::move(copies));
}

}  // namespace clathra
