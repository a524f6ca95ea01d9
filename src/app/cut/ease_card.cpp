#include "app/cut/ease_card.hpp"

#include <QTimer>
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
  leastOfShape_ = new LengthField(tr("Least seam allowance that may be accepted of the shape"),
                                  kLeastAllowance, kMostAllowance);
  leastOfShape_->setOptional(true);
  leastOfShape_->setPlaceholderText(tr("none"));
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
  body()->addWidget(fieldRow(tr("At the least"), leastOfShape_));
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
  const auto set = [this](SetAllowance edit) {
    session_.edit(edit, tr("changed an allowance"), {}, whileThere(this, [this](bool made) {
                    if (!made) show(cloth_);  // what is not taken does not stay in the field
                  }));
  };
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
    SetAllowance edit{ofShape_->length().value_or(Length()), {}};
    edit.shape = shapeChosen();
    edit.none = !ofShape_->length();
    if (edit.shape) set(edit);
  });
  // What may be accepted stands beside a wish of its own: the cloth's, if the shape has none yet.
  connect(leastOfShape_, &LengthField::lengthChanged, this, [this, set] {
    const auto shape = shapeChosen();
    if (!shape || !cloth()) return;
    const double wished = allowanceOf(session_.project(), *cloth(), *shape);
    SetAllowance edit{ofShape_->length().value_or(Length::millimetres(wished)), {}};
    edit.shape = shape;
    edit.least = leastOfShape_->length();
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
  for (LengthField* f : {own_, outer_, ofShape_, leastOfShape_})
    connect(f, &LengthField::wrong, this, &EaseCard::said);
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

std::optional<std::string> EaseCard::shapeChosen() const {
  const int at = shapes_->currentIndex();
  if (at < 0 || at >= static_cast<int>(shapeNames_.size())) return std::nullopt;
  return shapeNames_[static_cast<std::size_t>(at)];
}

void EaseCard::showOfShape() {
  const auto shape = shapeChosen();
  if (!shape) return;
  const auto& all = session_.project().settings.shapeAllowances;
  const auto own = all.find(*shape);
  ofShape_->setLength(own == all.end() ? std::nullopt : std::optional(own->second.wished));
  leastOfShape_->setLength(own == all.end() ? std::nullopt : own->second.least);
}

/// One sentence for each usual allowance, with the shapes that it is for where they differ.
void EaseCard::showAdvice() {
  const Project& p = session_.project();
  const auto usual = usualFor(p, cloth_);
  QStringList lines;
  for (const ShapesAdvice& each : usual) {
    const QString allowance = QString::fromStdString(formatLength(each.advice.allowance, unit())),
                  why = inWords(each.advice.why, unit());
    if (usual.size() == 1) {
      lines << tr("Usual here: %1; %2.").arg(allowance, why);
      continue;
    }
    QStringList names;
    for (const auto s : each.shapes) names << shapeWords(p.layout->shapes[s].title);
    lines << tr("Usual for %1: %2; %3.").arg(names.join(QStringLiteral(" · ")), allowance, why);
  }
  advice_->setVisible(!lines.isEmpty());
  advice_->setText(lines.join(QLatin1Char('\n')));
}

void EaseCard::compare() {
  pricedFor_ = pricedNow();
  clearLayout(rows_);
  rows_->addWidget(wrapped(tr("Planning the cloth with each of them …"), "muted"));
  auto* stop = button(tr("Stop comparing"));
  rows_->addWidget(stop);
  connect(stop, &QPushButton::clicked, this, &EaseCard::forgetPrices);
  work_.start(
      this,
      [project = session_.project(), cloth = cloth_](const Progress& progress) -> Result<Compared> {
        auto prices = allowancePrices(project, cloth, progress);
        if (!prices) return tl::make_unexpected(prices.error());
        auto near = nearMissChoice(project, cloth, progress);
        if (!near) return tl::make_unexpected(near.error());
        return Compared{std::move(*prices), std::move(*near)};
      },
      [this](const Result<Compared>& compared) { list(compared); });
}

std::vector<CutInput> EaseCard::pricedNow() const {
  std::vector<CutInput> out;
  for (const Cloth& c : session_.project().cloths)
    if (auto in = cutInput(session_.project(), c.id)) out.push_back(std::move(*in));
  return out;
}

void EaseCard::forgetPrices() {
  work_.cancel();
  pricedFor_.clear();
  // The button that was clicked goes with the rows.
  QMetaObject::invokeMethod(
      this, [this] { clearLayout(rows_); }, Qt::QueuedConnection);
}

void EaseCard::list(const Result<Compared>& compared) {
  clearLayout(rows_);
  if (!compared) {
    rows_->addWidget(wrapped(inWords(compared.error(), unit()), "muted"));
    return;
  }
  for (const AllowancePrice& row : compared->prices) {
    const QString name = QString::fromStdString(formatLength(row.allowance, unit()));
    if (row.method.empty()) {
      rows_->addWidget(wrapped(tr("%1: no method can cut it from this cloth").arg(name), "muted"));
      continue;
    }
    QString text = priced(tr("%1: %2 of cloth").arg(name, clothText(session_, row.own.length)), row.own);
    if (row.cloths > 1)
      text +=
          QLatin1Char('\n') +
          priced(tr("all %1 cloths: %2").arg(row.cloths).arg(clothText(session_, row.all.length)), row.all);
    if (row.cloths > 0 && row.uncut > 0)
      text += tr("; %n cloth(s) cannot be cut with it", nullptr, row.uncut);
    rows_->addWidget(wrapped(text));
  }
  if (compared->near) return addNear(*compared->near);
  rows_->addWidget(wrapped(tr("A little less than wished saves nothing."), "muted"));
}

void EaseCard::addNear(const NearMissChoice& near) {
  QString words = inWords(nearMissWords(near), unit());
  if (near.money && *near.money > 0)
    words += QLatin1Char(' ') + tr("It costs %1 less.").arg(*near.money, 0, 'f', 2);
  rows_->addWidget(wrapped(words));
  auto* take = button(tr("Take the near miss"));
  take->setAccessibleName(tr("Take the near miss: %1").arg(words));
  rows_->addWidget(take);
  connect(take, &QPushButton::clicked, this, [this, allowance = near.allowance] {
    // The card is filled anew meanwhile.
    QTimer::singleShot(0, this, [this, allowance] {
      if (cloth()) session_.edit(SetAllowance{allowance, cloth_}, tr("took a near miss"));
    });
  });
}

QString EaseCard::priced(const QString& text, const ClothPrice& price) const {
  if (price.toBuy <= 0) return text;
  return text +
         (price.money
              ? tr(", %1 to buy for %2").arg(clothText(session_, price.toBuy)).arg(*price.money, 0, 'f', 2)
              : tr(", %1 to buy").arg(clothText(session_, price.toBuy)));
}

void EaseCard::show(ClothId id) {
  const Project& p = session_.project();
  // Prices of another state are not shown.
  if (id != cloth_ || (!pricedFor_.empty() && pricedFor_ != pricedNow())) {
    work_.cancel();
    pricedFor_.clear();
    clearLayout(rows_);
  }
  cloth_ = id;
  fillShapes();
  for (LengthField* f : {own_, outer_, ofShape_, leastOfShape_}) f->setUnit(unit());
  outer_->setLength(p.settings.outerAllowance);
  showOfShape();
  blunt_->setDegrees(p.settings.bluntBelow.degrees());
  spare_->setCount(qRound(p.settings.sparePercent));
  showAdvice();
  if (cloth()) own_->setLength(cloth()->allowance.value_or(p.settings.allowance));
}

}  // namespace clathra
