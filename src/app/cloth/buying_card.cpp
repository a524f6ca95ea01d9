#include "app/cloth/buying_card.hpp"

#include <QCheckBox>
#include <QCoreApplication>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "measure/quantity.hpp"
#include "model/sold_pieces.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// A hole that a person typed: level and upright sides.
bool isBox(const Polygon& hole) {
  const Box b = bounds(hole);
  constexpr double kClose = 1e-6;
  return hole.size() == 4 && std::abs(area(hole) - b.width() * b.height()) < kClose;
}

QString numberText(double x, int digits) {
  return QString::fromStdString(formatNumber(x, digits));
}

}  // namespace

BuyingCard::BuyingCard(Session& session) : Card(tr("Buying and washing"), false), session_(session) {
  auto* pieces = new ChoiceList;
  pieces_ = pieces;
  pieces_->setAccessibleName(tr("Sold as"));
  body()->addWidget(fieldRow(tr("Sold as"), pieces));
  addCollection();
  price_ = new TextField;
  price_->setAccessibleName(tr("Price of one step or piece"));
  price_->setPlaceholderText(tr("not known"));
  body()->addWidget(fieldRow(tr("Price of one"), price_));
  shrink_ = new TextField;
  shrink_->setAccessibleName(tr("Shrinks in the wash, percent"));
  body()->addWidget(fieldRow(tr("Shrinks, %"), shrink_));
  stand_ = new ChoiceList;
  stand_->setAccessibleName(tr("Patches stand"));
  stand_->addItems({tr("as is usual"), tr("as their pieces lie"), tr("upright"), tr("any way")});
  body()->addWidget(fieldRow(tr("Patches stand"), stand_));
  least_ = new LengthField(tr("Its least seam allowance"), Length::millimetres(1), Length::millimetres(50));
  least_->setOptional(true);
  least_->setPlaceholderText(tr("as wished"));
  body()->addWidget(fieldRow(tr("Least allowance"), least_));
  addStraight();
  holes_ = new TextField;
  holes_->setAccessibleName(tr("Holes in its lengths"));
  holes_->setMaxLength(4'000);
  body()->addWidget(fieldRow(tr("Holes"), holes_));
  holesNote_ = wrapped({}, "muted");
  body()->addWidget(holesNote_);
  connect(pieces_, &QComboBox::activated, this, [this](int i) {
    ClothFields f;
    f.soldPiece =
        i == 0 ? std::optional<SoldPiece>() : std::optional(offered_[static_cast<std::size_t>(i) - 1]);
    change(std::move(f), tr("changed how a cloth is sold"));
  });
  connect(stand_, &QComboBox::activated, this, [this](int i) {
    ClothFields f;
    f.stand = i == 0 ? std::optional<Stand>() : std::optional(static_cast<Stand>(i - 1));
    change(std::move(f), tr("changed how patches stand"));
  });
  const auto number = [this](QLineEdit* field, double most, bool mayBeEmpty, auto set) {
    connect(field, &QLineEdit::editingFinished, this, [this, field, most, mayBeEmpty, set] {
      if (filling_ || !cloth()) return;
      const QString text = field->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.'));
      bool ok = false;
      const double x = text.toDouble(&ok);
      field->setModified(false);
      if (text.isEmpty() && mayBeEmpty) return set(std::optional<double>());
      if (ok && x >= 0 && x <= most) return set(std::optional<double>(x));
      Q_EMIT said(tr("%1: \"%2\" is no number from 0 to %3.")
                      .arg(field->accessibleName(), field->text().left(30))
                      .arg(most));
      show(cloth_);
    });
  };
  number(price_, 1e6, true, [this](std::optional<double> x) {
    if (x == cloth()->price) return;
    ClothFields f;
    f.price = x;
    change(std::move(f), tr("changed a price"));
  });
  number(shrink_, 50, false, [this](std::optional<double> x) {
    if (std::abs(*x - cloth()->shrinkPercent) < 1e-9) return;
    ClothFields f;
    f.shrinkPercent = *x;
    change(std::move(f), tr("changed what a cloth shrinks"));
  });
  connect(least_, &LengthField::lengthChanged, this, [this] {
    ClothFields f;
    f.leastAllowance = least_->length();
    change(std::move(f), tr("changed an allowance"));
  });
  connect(least_, &LengthField::wrong, this, &BuyingCard::said);
  connect(holes_, &QLineEdit::editingFinished, this, &BuyingCard::setHoles);
}

void BuyingCard::addCollection() {
  different_ = new CountField(tr("Different cloths of this size"), 1, kMostLengths);
  body()->addWidget(fieldRow(tr("Different cloths of this size"), different_));
  each_ = new QCheckBox(tr("Show each of them on the shelf"));
  body()->addWidget(each_);
  connect(each_, &QCheckBox::toggled, this, [this](bool on) {
    if (!filling_) Q_EMIT unfold(on);
  });
  connect(different_, &CountField::wrong, this, &BuyingCard::said);
  connect(different_, &CountField::countChanged, this, [this] {
    if (!cloth()) return;
    if (cloth()->lengths.empty()) {
      Q_EMIT said(tr("Give one length first: all cloths of a collection are of its size."));
      return show(cloth_);
    }
    ClothFields f;
    f.collection = different_->count();
    change(std::move(f), tr("changed a collection of cloths"));
  });
}

void BuyingCard::addStraight() {
  straight_ = new QCheckBox(tr("Cut ends are straight"));
  straight_->setToolTip(
      tr("Lengths whose cut end is straight, like squares and strips that were sold cut, "
         "are not squared up."));
  body()->addWidget(straight_);
  connect(straight_, &QCheckBox::clicked, this, [this](bool on) {
    if (!cloth()) return;
    std::vector<OnHand> lengths = cloth()->lengths;
    for (OnHand& l : lengths) l.straight = on;
    ClothFields f;
    f.lengths = std::move(lengths);
    change(std::move(f), tr("changed whether cut ends are straight"));
  });
}

void BuyingCard::change(ClothFields fields, const QString& label) {
  if (filling_ || !cloth()) return;
  session_.edit(ChangeCloth{cloth_, std::move(fields)}, label, {}, whileThere(this, [this](bool made) {
                  if (!made) show(cloth_);
                }));
}

/// The usual pieces of the project's system, and the cloth's own if it is none of them.
void BuyingCard::fillPieces(const Cloth& cloth) {
  offered_ = usualSoldPieces(unit());
  int at = 0;
  if (cloth.soldPiece) {
    auto own = std::find(offered_.begin(), offered_.end(), *cloth.soldPiece);
    if (own == offered_.end()) own = offered_.insert(own, *cloth.soldPiece);
    at = static_cast<int>(own - offered_.begin()) + 1;
  }
  pieces_->clear();
  pieces_->addItem(tr("a length"));
  for (const SoldPiece& p : offered_)
    pieces_->addItem(tr("%1, %2 × %3")
                         .arg(QCoreApplication::translate("pieces", p.name.c_str()),
                              QString::fromStdString(formatLength(p.width, unit())),
                              QString::fromStdString(formatLength(p.length, unit()))));
  pieces_->setCurrentIndex(at);
}

QString BuyingCard::holesText(const Cloth& cloth) const {
  QStringList out;
  const auto text = [&](double mm) {
    return QString::fromStdString(formatLength(Length::millimetres(mm), unit()));
  };
  for (std::size_t l = 0; l < cloth.lengths.size(); ++l)
    for (const Polygon& hole : cloth.lengths[l].holes) {
      if (!isBox(hole)) continue;
      const clathra::Box b = bounds(hole);
      out << QStringLiteral("%1: %2, %3, %4, %5")
                 .arg(l + 1)
                 .arg(text(b.left), text(b.top), text(b.width()), text(b.height()));
    }
  return out.join(QStringLiteral("; "));
}

void BuyingCard::setHoles() {
  if (filling_ || !cloth() || holes_->text() == holesText(*cloth())) return;
  std::vector<OnHand> lengths = cloth()->lengths;
  // Holes of other outlines, from a file or a picture, stay.
  for (OnHand& l : lengths) std::erase_if(l.holes, isBox);
  for (const QString& entry : holes_->text().split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
    const QStringList parts = entry.section(QLatin1Char(':'), 1).split(QLatin1Char(','));
    bool ok = false;
    const int number = entry.section(QLatin1Char(':'), 0, 0).trimmed().toInt(&ok);
    if (!ok || parts.size() != 4 || number < 1 || number > static_cast<int>(lengths.size()))
      return Q_EMIT said(tr("\"%1\" is no hole: write the number of a length, then four measures.")
                             .arg(entry.trimmed().left(60)));
    double mm[4] = {};
    for (int i = 0; i < 4; ++i) {
      const auto l = parseLengthWithin(parts[i].trimmed().toStdString(), unit(), "A measure of a hole",
                                       Length::millimetres(i < 2 ? 0 : 1), Length::millimetres(100'000));
      if (!l) return Q_EMIT said(inWords(l.error(), unit()));
      mm[i] = l->mm();
    }
    OnHand& on = lengths[static_cast<std::size_t>(number) - 1];
    if (mm[0] + mm[2] > widthOf(*cloth(), on) + 0.05 || mm[1] + mm[3] > on.mm() + 0.05)
      return Q_EMIT said(tr("That hole does not lie on length %1.").arg(number));
    on.holes.push_back(
        {{mm[0], mm[1]}, {mm[0] + mm[2], mm[1]}, {mm[0] + mm[2], mm[1] + mm[3]}, {mm[0], mm[1] + mm[3]}});
  }
  ClothFields f;
  f.lengths = std::move(lengths);
  change(std::move(f), tr("changed the holes of a cloth"));
}

void BuyingCard::show(ClothId id, std::optional<bool> unfolded) {
  cloth_ = id;
  const Cloth* c = cloth();
  setEnabled(c != nullptr);
  if (!c) return;
  filling_ = true;
  fillPieces(*c);
  different_->setCount(c->collection ? static_cast<int>(c->lengths.size()) : 1);
  each_->setVisible(c->collection);
  if (unfolded) each_->setChecked(*unfolded);
  showIn(*price_, c->price ? numberText(*c->price, 2) : QString());
  showIn(*shrink_, numberText(c->shrinkPercent, 1));
  stand_->setCurrentIndex(c->stand ? static_cast<int>(*c->stand) + 1 : 0);
  least_->setUnit(unit());
  least_->setLength(c->leastAllowance);
  std::ptrdiff_t straight = 0, soldCut = 0;
  const auto lengths = static_cast<std::ptrdiff_t>(c->lengths.size());
  for (std::size_t l = 0; l < c->lengths.size(); ++l) {
    straight += isSquaredUp(*c, l) ? 0 : 1;
    soldCut += isSquaredUp(*c, l) || c->lengths[l].straight ? 0 : 1;
  }
  straight_->setEnabled(soldCut < lengths);  // what was sold cut is straight anyway
  // Some only: a click makes all of them so.
  const bool some = straight > 0 && straight < lengths;
  straight_->setTristate(some);
  straight_->setCheckState(straight == 0 ? Qt::Unchecked : some ? Qt::PartiallyChecked : Qt::Checked);
  showIn(*holes_, holesText(*c));
  holesNote_->setText(
      tr("A hole is the number of its length, then from the left selvedge, from the cut end, how "
         "wide and how long, like %1")
          .arg(unit() == LengthUnit::Inch ? QStringLiteral("1: 2 in, 8 in, 3 in, 2 1/2 in")
                                          : QStringLiteral("1: 5 cm, 20 cm, 8 cm, 6 cm")));
  filling_ = false;
}

}  // namespace clathra
