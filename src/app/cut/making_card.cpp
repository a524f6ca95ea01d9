#include "app/cut/making_card.hpp"

#include <algorithm>
#include <cmath>

#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "cutting/times.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {
constexpr int kMostOverrunListed = 10;

/// The project's own steps: whole millimetres, or sixteenths of an inch.
Length overrunStep(int n, LengthUnit unit) {
  constexpr int kInSixteenth = 4;  // sixty-fourths
  return unit == LengthUnit::Inch ? Length::sixtyFourths(n * kInSixteenth) : Length::millimetres(n);
}
}  // namespace

MakingCard::MakingCard(Session& session) : Card(tr("How it is made"), false), session_(session) {
  times_ = new CountField(tr("It is made so many times"), 1, kMostTimes);
  body()->addWidget(fieldRow(tr("Made so many times"), times_));
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  layers_ = new ChoiceList;
  layers_->setAccessibleName(tr("Layers of cloth cut at once"));
  layers_->addItem(tr("as is usual"));
  for (int n = 1; n <= kMostClothLayers; ++n) layers_->addItem(tr("%n layer(s)", nullptr, n));
  body()->addWidget(fieldRow(tr("Cut at once"), layers_));
  body()->addWidget(
      wrapped(tr("As is usual: strips one by one, four of them round a template, six repeats. No more layers "
                 "than the maker of your blade allows."),
              "muted"));
  overrun_ = new ChoiceList;
  overrun_->setAccessibleName(tr("How far the tool runs past a corner"));
  overrun_->addItem(tr("as is usual"));
  overrun_->addItem(tr("not at all: scissors"));
  for (int n = 1; n <= kMostOverrunListed; ++n) overrun_->addItem({});  // in words by show()
  body()->addWidget(fieldRow(tr("At a corner"), overrun_));
  overrunNote_ = wrapped({}, "muted");
  body()->addWidget(overrunNote_);
  sets_ = new ChoiceList;
  sets_->setAccessibleName(tr("Alike patches of a set"));
  sets_->addItem(tr("not in sets"));
  for (int n = 2; n <= kMostInSet; ++n) sets_->addItem(tr("sets of %1").arg(n));
  setsRow_ = fieldRow(tr("Layered repeats"), sets_);
  body()->addWidget(setsRow_);
  setsNote_ =
      wrapped(tr("So many layers of the print lie on each other, each one repeat from the last: what is cut "
                 "through all of them shows the same, a set for one kaleidoscope."),
              "muted");
  body()->addWidget(setsNote_);
  addSearch();
  washed_ = new ChoiceList;
  washed_->setAccessibleName(tr("Will it be washed?"));
  washed_->addItems({tr("not said"), tr("it will be washed"), tr("never washed")});
  body()->addWidget(fieldRow(tr("In use"), washed_));
  connect(times_, &CountField::countChanged, this, [this] {
    SetMaking edit;
    edit.times = times_->count();
    change(edit);
  });
  connect(layers_, &QComboBox::activated, this, [this](int i) {
    SetMaking edit;
    edit.layers = i == 0 ? std::optional<int>() : std::optional(i);
    change(edit);
  });
  connect(overrun_, &QComboBox::activated, this, [this](int i) {
    SetMaking edit;
    edit.overrun = i == 0 ? std::optional<Length>()
                          : std::optional(overrunStep(i - 1, session_.project().settings.unit));
    change(edit);
  });
  connect(sets_, &QComboBox::activated, this, [this](int i) {
    ChangeCloth edit;
    edit.cloth = cloth_;
    edit.fields.inSet = i == 0 ? std::optional<int>() : std::optional(i + 1);
    session_.edit(edit, tr("changed how it is made"));
  });
  connect(washed_, &QComboBox::activated, this, [this](int i) {
    SetMaking edit;
    edit.washed = i == 0 ? std::optional<bool>() : std::optional(i == 1);
    change(edit);
  });
  connect(times_, &CountField::wrong, this, &MakingCard::said);
}

void MakingCard::addSearch() {
  searchRow_ = new QWidget;
  auto* search = new QVBoxLayout(searchRow_);
  search->setContentsMargins(0, 0, 0, 0);
  search_ = new Pills({tr("as usual"), tr("10 times as long"), tr("100 times as long")},
                      tr("Search for the traced lay"));
  search->addWidget(label(tr("Search for the traced lay")));
  search->addWidget(search_);
  search->addWidget(
      wrapped(tr("What is found so never takes more cloth. It is searched again whenever the patches "
                 "change; the other ways do not wait for it."),
              "muted"));
  body()->addWidget(searchRow_);
  connect(search_, &Pills::chosen, this, [this](int i) {
    ChooseMethod edit;
    edit.cloth = cloth_;
    edit.search = kSearches[i];
    session_.edit(edit, tr("changed how long a lay is searched"));
  });
}

void MakingCard::change(const SetMaking& edit) {
  session_.edit(edit, tr("changed how it is made"));
}

void MakingCard::show(ClothId cloth) {
  cloth_ = cloth;
  const Settings& s = session_.project().settings;
  times_->setCount(s.times);
  note_->setVisible(s.times > 1);
  note_->setText(
      tr("Cloth, patches and minutes here are for all %1; divided by %1 they are for one.").arg(s.times));
  layers_->setCurrentIndex(s.layers.value_or(0));
  const auto words = [&](double mm) { return inWords(sizeArg(mm), s.unit); };
  overrunNote_->setText(
      tr("As is usual: windows with scissors, a small blade %1 round a template. Patches are laid "
         "so far apart that it spoils none.")
          .arg(words(kOverrunOfSmallBlade)));
  int at = s.overrun ? -1 : 0;
  if (s.overrun && s.overrun->mm() == 0) at = 1;
  for (int n = 1; n <= kMostOverrunListed; ++n) {
    const double mm = overrunStep(n, s.unit).mm();
    overrun_->setItemText(n + 1, tr("%1 past it").arg(words(mm)));
    constexpr double kSame = 1e-6;
    if (s.overrun && std::abs(s.overrun->mm() - mm) < kSame) at = n + 1;
  }
  // One that a script or the other system gave may be none of the list.
  if (at < 0) overrun_->setPlaceholderText(tr("%1 past it").arg(words(s.overrun->mm())));
  overrun_->setCurrentIndex(at);
  const Cloth* c = clothById(session_.project(), cloth);
  for (QWidget* w : {setsRow_, setsNote_}) w->setVisible(c && c->print);
  sets_->setCurrentIndex(c && c->inSet ? *c->inSet - 1 : 0);
  searchRow_->setVisible(c && !c->scraps && !c->collection);
  const auto searched = std::find(std::begin(kSearches), std::end(kSearches), c ? c->search : 1);
  search_->setCurrent(static_cast<int>(searched - std::begin(kSearches)));
  washed_->setCurrentIndex(s.washed ? (*s.washed ? 1 : 2) : 0);
}

}  // namespace clathra
