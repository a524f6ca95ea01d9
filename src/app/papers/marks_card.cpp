#include "app/papers/marks_card.hpp"

#include "app/widgets/labels.hpp"

namespace clathra {

MarksCard::MarksCard(Session& session) : Card(tr("Marks on papers"), false), session_(session) {
  body()->addWidget(
      wrapped(tr("Size, hand, and the top where a paper can be turned wrong are always there. Papers "
                 "that are used again bear no more; what belongs to a place goes to a list behind the "
                 "sheets."),
              "muted"));
  body()->addWidget(
      wrapped(tr("Dashes stand along the quilt's own edge, which is left flat; ticks where a neighbour "
                 "begins and at the middle of long seams; a dot and an arrow where folding begins, and "
                 "which way it goes round."),
              "muted"));
  const struct {
    QString text;
    bool PaperMarks::*is;
  } marks[] = {{tr("name of the shape"), &PaperMarks::name},
               {tr("number of the piece"), &PaperMarks::number},
               {tr("sign and hatch of the cloth"), &PaperMarks::sign},
               {tr("arrow to the top"), &PaperMarks::arrow},
               {tr("dashes along the rim"), &PaperMarks::outer},
               {tr("ticks along seams"), &PaperMarks::ticks},
               {tr("order of folding"), &PaperMarks::folds}};
  for (const auto& m : marks) {
    auto* box = new QCheckBox(m.text);
    body()->addWidget(box);
    marks_.push_back({box, m.is});
    connect(box, &QCheckBox::clicked, this,
            [this, is = m.is](bool on) { change([is, on](PaperMarks& p) { p.*is = on; }); });
  }
  body()->addWidget(wrapped(tr("Hand that sews: all tails turn one way for it"), "muted"));
  hand_ = new Pills({tr("Right"), tr("Left")}, tr("Hand that sews"));
  body()->addWidget(hand_);
  connect(hand_, &Pills::chosen, this,
          [this](int i) { change([i](PaperMarks& p) { p.leftHand = i == 1; }); });
}

void MarksCard::change(const std::function<void(PaperMarks&)>& how) {
  PaperMarks marks = session_.project().settings.marks;
  how(marks);
  session_.edit(SetMarks{marks}, tr("changed the marks on papers"));
}

void MarksCard::refresh() {
  const PaperMarks& m = session_.project().settings.marks;
  for (const Mark& one : marks_) one.box->setChecked(m.*one.is);
  hand_->setCurrent(m.leftHand ? 1 : 0);
}

}  // namespace clathra
