#include "app/motif/new_choice.hpp"

#include <QVBoxLayout>
#include <algorithm>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "words/words.hpp"

namespace clathra {

NewChoice::NewChoice(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(scaled(8));
  all->addWidget(label(tr("A new choice"), "muted"));
  cloth_ = new ChoiceList;
  cloth_->setAccessibleName(tr("Cloth of the new choice"));
  shape_ = new ChoiceList;
  shape_->setAccessibleName(tr("Shape of the new choice"));
  setFocusProxy(cloth_);
  auto* go = button(tr("Add the choice"));
  all->addWidget(fieldRow(tr("Cloth"), cloth_));
  all->addWidget(fieldRow(tr("Shape"), shape_));
  all->addWidget(go);
  connect(go, &QPushButton::clicked, this, &NewChoice::add);
}

void NewChoice::fill() {
  const QVariant keepCloth = cloth_->currentData(), keepShape = shape_->currentData();
  cloth_->clear();
  for (const Cloth& c : session_.project().cloths)
    if (c.print) cloth_->addItem(QString::fromStdString(clothTitle(c)), c.id);
  shape_->clear();
  for (const Shape& s : session_.project().layout->shapes)
    shape_->addItem(shapeWords(s.title), QString::fromStdString(s.name));
  if (const int i = cloth_->findData(keepCloth); i >= 0) cloth_->setCurrentIndex(i);
  if (const int i = shape_->findData(keepShape); i >= 0) shape_->setCurrentIndex(i);
}

void NewChoice::add() {
  if (cloth_->currentIndex() < 0 || shape_->currentIndex() < 0)
    return Q_EMIT said(
        tr("A motif needs a cloth with a print; take in a picture of one at the station Cloth."));
  const Project& p = session_.project();
  const Cloth* c = clothById(p, static_cast<ClothId>(cloth_->currentData().toInt()));
  if (!c || !c->print) return;
  const auto picture = p.pictures.find(c->print->picture);
  const double mm = 25.4 / c->print->dpi;
  const Point middle = picture == p.pictures.end()
                           ? Point{}
                           : Point{picture->second.width * mm / 2, picture->second.height * mm / 2};
  const std::string base = clothTitle(*c) + ", " + shape_->currentText().toStdString();
  std::string name = base;
  const auto taken = [&](const std::string& n) {
    return std::any_of(p.motifs.begin(), p.motifs.end(), [&](const MotifChoice& m) { return m.name == n; });
  };
  for (int n = 2; taken(name); ++n) name = base + " " + std::to_string(n);
  AddMotif edit{name, {}};
  edit.fields.cloth = c->id;
  edit.fields.shape = shape_->currentData().toString().toStdString();
  edit.fields.at = middle;
  session_.edit(std::move(edit), tr("added a motif choice"), {}, whileThere(this, [this](bool made) {
                  if (made) Q_EMIT added(session_.project().motifs.back().id);
                }));
}

}  // namespace clathra
