#include "app/cut/making_card.hpp"

#include "app/widgets/labels.hpp"

namespace clathra {

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
      wrapped(tr("As is usual: strips one by one, four of them round a template. No more layers "
                 "than the maker of your blade allows."),
              "muted"));
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
  connect(washed_, &QComboBox::activated, this, [this](int i) {
    SetMaking edit;
    edit.washed = i == 0 ? std::optional<bool>() : std::optional(i == 1);
    change(edit);
  });
  connect(times_, &CountField::wrong, this, &MakingCard::said);
}

void MakingCard::change(const SetMaking& edit) {
  session_.edit(edit, tr("changed how it is made"));
}

void MakingCard::show() {
  const Settings& s = session_.project().settings;
  times_->setCount(s.times);
  note_->setVisible(s.times > 1);
  note_->setText(
      tr("Cloth, patches and minutes here are for all %1; divided by %1 they are for one.").arg(s.times));
  layers_->setCurrentIndex(s.layers.value_or(0));
  washed_->setCurrentIndex(s.washed ? (*s.washed ? 1 : 2) : 0);
}

}  // namespace clathra
