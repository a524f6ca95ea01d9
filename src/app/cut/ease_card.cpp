#include "app/cut/ease_card.hpp"

#include <algorithm>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/station.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kLeastAllowance = Length::millimetres(1), kMostAllowance = Length::millimetres(50);

}  // namespace

EaseCard::EaseCard(Session& session) : Card(tr("Allowance and spares"), false), session_(session) {
  own_ = new LengthField(tr("Seam allowance of this cloth"), kLeastAllowance, kMostAllowance);
  outer_ = new LengthField(tr("Seam allowance of the quilt's own edge"), kLeastAllowance, kMostAllowance);
  ofShape_ = new LengthField(tr("Seam allowance of the shape"), kLeastAllowance, kMostAllowance);
  shapes_ = new ChoiceList;
  shapes_->setAccessibleName(tr("A shape with an allowance of its own"));
  blunt_ = new AngleField(tr("Tips sharper than this are cut square"), kSharpestBlunt, kWidestBlunt);
  spare_ = new CountField(tr("Spare patches in percent"), 0, 200);
  for (LengthField* f : {outer_, ofShape_}) {
    f->setOptional(true);
    f->setPlaceholderText(tr("as the cloth's"));
  }
  body()->addWidget(fieldRow(tr("This cloth"), own_));
  advice_ = wrapped({}, "muted");
  body()->addWidget(advice_);
  body()->addWidget(fieldRow(tr("The quilt's own edge"), outer_));
  body()->addWidget(fieldRow(tr("A shape"), shapes_));
  body()->addWidget(fieldRow(tr("That shape"), ofShape_));
  body()->addWidget(fieldRow(tr("Tips cut square below, °"), blunt_));
  body()->addWidget(fieldRow(tr("Spare patches, %"), spare_));
  auto* go = button(tr("Compare the usual ones"));
  body()->addWidget(go);
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(4));
  body()->addWidget(rows);
  connect(go, &QPushButton::clicked, this, &EaseCard::compare);
  connectFields();
}

void EaseCard::connectFields() {
  const auto set = [this](SetAllowance edit) { session_.edit(edit, tr("changed an allowance")); };
  connect(own_, &LengthField::lengthChanged, this, [this, set] {
    if (cloth()) set(SetAllowance{*own_->length(), cloth()->id});
  });
  connect(outer_, &LengthField::lengthChanged, this, [this, set] {
    SetAllowance edit{outer_->length().value_or(Length()), {}};
    edit.outer = true;
    edit.none = !outer_->length();
    set(edit);
  });
  connect(ofShape_, &LengthField::lengthChanged, this, [this, set] {
    const int at = shapes_->currentIndex();
    if (at < 0 || at >= static_cast<int>(shapeNames_.size())) return;
    SetAllowance edit{ofShape_->length().value_or(Length()), {}};
    edit.shape = shapeNames_[static_cast<std::size_t>(at)];
    edit.none = !ofShape_->length();
    set(edit);
  });
  connect(shapes_, &QComboBox::activated, this, [this] { showOfShape(); });
  connect(blunt_, &AngleField::degreesChanged, this, [this] {
    SetMaking edit;
    edit.bluntBelow = blunt_->degrees();
    session_.edit(edit, tr("changed how tips are cut"));
  });
  connect(spare_, &CountField::countChanged, this, [this] {
    session_.edit(SetSpare{static_cast<double>(spare_->count())}, tr("changed the spare patches"));
  });
  for (LengthField* f : {own_, outer_, ofShape_}) connect(f, &LengthField::wrong, this, &EaseCard::said);
  connect(blunt_, &AngleField::wrong, this, &EaseCard::said);
  connect(spare_, &CountField::wrong, this, &EaseCard::said);
}

void EaseCard::fillShapes() {
  std::vector<std::string> names;
  for (const clathra::Shape& s : session_.project().layout->shapes) names.push_back(s.name);
  if (names == shapeNames_) return;
  shapeNames_ = std::move(names);
  shapes_->clear();
  for (const clathra::Shape& s : session_.project().layout->shapes)
    shapes_->addItem(upperFirst(shapeWords(s.title)));
}

void EaseCard::showOfShape() {
  const auto at = static_cast<std::size_t>(std::max(0, shapes_->currentIndex()));
  if (at >= shapeNames_.size()) return;
  const auto& all = session_.project().settings.shapeAllowances;
  const auto own = all.find(shapeNames_[at]);
  ofShape_->setLength(own == all.end() ? std::nullopt : std::optional(own->second.wished));
}

void EaseCard::compare() {
  pricedFor_ = session_.plan(cloth_);
  clearLayout(rows_);
  rows_->addWidget(wrapped(tr("Planning the cloth with each of them …"), "muted"));
  auto* stop = button(tr("Stop comparing"));
  rows_->addWidget(stop);
  connect(stop, &QPushButton::clicked, this, &EaseCard::forgetPrices);
  work_.start(
      this,
      [project = session_.project(), cloth = cloth_](const Progress& progress) {
        return allowancePrices(project, cloth, progress);
      },
      [this](Result<std::vector<AllowancePrice>> prices) { list(prices); });
}

void EaseCard::forgetPrices() {
  work_.cancel();
  pricedFor_.reset();
  // The button that was clicked goes with the rows.
  QMetaObject::invokeMethod(
      this, [this] { clearLayout(rows_); }, Qt::QueuedConnection);
}

void EaseCard::list(const Result<std::vector<AllowancePrice>>& prices) {
  clearLayout(rows_);
  if (!prices) {
    rows_->addWidget(wrapped(inWords(prices.error(), unit()), "muted"));
    return;
  }
  for (const AllowancePrice& row : *prices) {
    const QString name = QString::fromStdString(formatLength(row.allowance, unit()));
    if (row.method.empty()) {
      rows_->addWidget(wrapped(tr("%1: no method can cut it from this cloth").arg(name), "muted"));
      continue;
    }
    QString text = tr("%1: %2 of cloth").arg(name, clothText(session_, row.length));
    if (row.toBuy > 0)
      text += row.money
                  ? tr(", %1 to buy for %2").arg(clothText(session_, row.toBuy)).arg(*row.money, 0, 'f', 2)
                  : tr(", %1 to buy").arg(clothText(session_, row.toBuy));
    rows_->addWidget(wrapped(text));
  }
}

void EaseCard::show(ClothId id) {
  const Project& p = session_.project();
  // Prices of another state are not shown.
  if (id != cloth_ || (pricedFor_ && pricedFor_ != session_.plan(id))) {
    work_.cancel();
    pricedFor_.reset();
    clearLayout(rows_);
  }
  cloth_ = id;
  fillShapes();
  for (LengthField* f : {own_, outer_, ofShape_}) f->setUnit(unit());
  outer_->setLength(p.settings.outerAllowance);
  showOfShape();
  blunt_->setDegrees(p.settings.bluntBelow.degrees());
  spare_->setCount(qRound(p.settings.sparePercent));
  const auto side = cloth() ? shortestSideOf(p, id) : std::nullopt;
  advice_->setVisible(side.has_value());
  if (!cloth()) return;
  own_->setLength(cloth()->allowance.value_or(p.settings.allowance));
  if (!side) return;
  const AllowanceAdvice advice = suggestedAllowance(*side, unit());
  advice_->setText(
      tr("Usual here: %1; %2.")
          .arg(QString::fromStdString(formatLength(advice.allowance, unit())), inWords(advice.why, unit())));
}

}  // namespace clathra
