#include "app/cloth/facts_card.hpp"

#include <QColorDialog>

#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "measure/length.hpp"

namespace clathra {

FactsCard::FactsCard(Session& session) : Card(tr("How it behaves"), false), session_(session) {
  thickness_ = new TextField;
  thickness_->setAccessibleName(tr("How thick one layer is, in millimetres"));
  thickness_->setPlaceholderText(tr("not measured"));
  body()->addWidget(fieldRow(tr("One layer, mm thick"), thickness_));
  fray_ = new ChoiceList;
  fray_->setAccessibleName(tr("How much it frays"));
  fray_->addItems({tr("not said"), tr("hardly"), tr("as most do"), tr("much")});
  body()->addWidget(fieldRow(tr("Frays"), fray_));
  addYesNo(tr("Stretches"), &ClothFacts::stretches);
  addYesNo(tr("Shows what lies behind"), &ClothFacts::showsThrough);
  addYesNo(tr("Print can be read from behind"), &ClothFacts::readableBehind);
  addYesNo(tr("Washed already"), &ClothFacts::washed);
  thread_ = button(tr("Choose its thread"));
  body()->addWidget(fieldRow(tr("Thread"), thread_));
  connect(thickness_, &QLineEdit::editingFinished, this, &FactsCard::setThickness);
  connect(fray_, &QComboBox::activated, this, [this](int i) {
    if (!cloth()) return;
    ClothFacts facts = cloth()->facts;
    facts.fray = i == 0 ? std::optional<Fray>() : std::optional(static_cast<Fray>(i - 1));
    change(facts);
  });
  connect(thread_, &QPushButton::clicked, this, &FactsCard::chooseThread);
}

void FactsCard::addYesNo(const QString& what, std::optional<bool> ClothFacts::*fact) {
  auto* list = new ChoiceList;
  list->setAccessibleName(what);
  list->addItems({tr("not said"), tr("yes"), tr("no")});
  body()->addWidget(fieldRow(what, list));
  connect(list, &QComboBox::activated, this, [this, fact](int i) {
    if (!cloth()) return;
    ClothFacts facts = cloth()->facts;
    facts.*fact = i == 0 ? std::optional<bool>() : std::optional(i == 1);
    change(facts);
  });
  yesNo_.emplace_back(list, fact);
}

void FactsCard::change(const ClothFacts& facts) {
  if (!cloth() || facts == cloth()->facts) return;
  ClothFields f;
  f.facts = facts;
  session_.edit(ChangeCloth{cloth_, std::move(f)}, tr("noted how a cloth behaves"));
}

void FactsCard::setThickness() {
  if (!cloth()) return;
  const QString text = thickness_->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.'));
  ClothFacts facts = cloth()->facts;
  bool ok = false;
  const double mm = text.toDouble(&ok);
  constexpr double kThinnest = 0.02, kThickest = 10;
  thickness_->setModified(false);
  if (!text.isEmpty() && !(ok && mm >= kThinnest && mm <= kThickest)) {
    Q_EMIT said(
        tr("\"%1\" is no thickness: a number of millimetres from 0.02 to 10, like 0.3.").arg(text.left(30)));
    return show(cloth_);
  }
  facts.thickness = text.isEmpty() ? std::optional<double>() : std::optional(mm);
  change(facts);
}

void FactsCard::chooseThread() {
  if (!cloth()) return;
  const Rgb now = cloth()->facts.thread.value_or(cloth()->colour);
  const QColor c = QColorDialog::getColor(QColor(now.r, now.g, now.b), this, tr("Colour of its thread"),
                                          QColorDialog::DontUseNativeDialog);
  if (!c.isValid() || !cloth()) return;
  ClothFacts facts = cloth()->facts;
  facts.thread = Rgb{static_cast<std::uint8_t>(c.red()), static_cast<std::uint8_t>(c.green()),
                     static_cast<std::uint8_t>(c.blue())};
  change(facts);
}

void FactsCard::show(ClothId id) {
  cloth_ = id;
  setEnabled(cloth() != nullptr);
  if (!cloth()) return;
  const ClothFacts& f = cloth()->facts;
  showIn(*thickness_, f.thickness ? QString::fromStdString(formatNumber(*f.thickness, 2)) : QString());
  fray_->setCurrentIndex(f.fray ? static_cast<int>(*f.fray) + 1 : 0);
  for (const auto& [list, fact] : yesNo_) list->setCurrentIndex(f.*fact ? (*(f.*fact) ? 1 : 2) : 0);
  QPixmap spot(16, 16);
  spot.fill(f.thread ? QColor(f.thread->r, f.thread->g, f.thread->b) : QColor(Qt::transparent));
  thread_->setIcon(f.thread ? QIcon(spot) : QIcon());
  thread_->setText(f.thread ? tr("Another thread") : tr("Choose its thread"));
}

}  // namespace clathra
