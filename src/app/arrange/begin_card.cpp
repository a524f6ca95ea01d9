#include "app/arrange/begin_card.hpp"

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "shape/families.hpp"
#include "shape/own_polygon.hpp"
#include "store/shape_box.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

// What an item of the list stands for, before its own id.
const QString kFamily = QStringLiteral("family:"), kSided = QStringLiteral("sides:"),
              kOwn = QStringLiteral("own:"), kTyped = QStringLiteral("typed:");

}  // namespace

BeginCard::BeginCard(Session& session) : Card(tr("First piece")), session_(session) {
  body()->addWidget(
      wrapped(tr("The layout grows from this piece. Its edge is set under Shape and size."), "muted"));
  shape_ = new ChoiceList;
  shape_->setAccessibleName(tr("Shape of the first piece"));
  body()->addWidget(shape_);
  typed_ = new QWidget;
  auto* typed = new QVBoxLayout(typed_);
  typed->setContentsMargins(0, 0, 0, 0);
  typed->setSpacing(scaled(6));
  typed->addWidget(wrapped(tr("Sides and corners in turn; one more side closes it:"), "muted"));
  sides_ = new TextField;
  sides_->setAccessibleName(tr("Sides and corners"));
  typed->addWidget(sides_);
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the shape"));
  name_->setPlaceholderText(tr("may stay empty"));
  typed->addWidget(fieldRow(tr("Its name"), name_));
  auto* make = button(tr("Begin with it"), "act");
  typed->addWidget(wrappingRow({make}));
  body()->addWidget(typed_);
  figures_ = wrapped({}, "");
  body()->addWidget(figures_);
  connect(shape_, &QComboBox::activated, this, [this] {
    typed_->setVisible(typing());
    if (typing())
      sides_->setFocus();
    else
      begin();
  });
  connect(make, &QPushButton::clicked, this, &BeginCard::begin);
  connect(sides_, &QLineEdit::returnPressed, this, &BeginCard::begin);
  connect(&session_, &Session::opened, this, [this] {
    offer();
    sides_->clear();
    name_->clear();
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (parts & LayoutPart) refresh();
  });
  typed_->hide();
}

bool BeginCard::applies() const {
  return session_.isOpen() && session_.project().recipe.arrangement == kOwnArrangement &&
         session_.project().layout->size() == 1;
}

bool BeginCard::typing() const {
  return shape_->currentData().toString() == kTyped;
}

void BeginCard::offer() {
  shape_->clear();
  for (const Family& f : families())
    shape_->addItem(upperFirst(shapeWords(std::string(f.title))),
                    kFamily + QString::fromUtf8(f.id.data(), qsizetype(f.id.size())));
  for (int n = kLeastSides; n <= kMostSides; ++n) {
    const Polygon outline = regularPolygon(n);
    const ShapeName name = nameOf(outline);
    if (familyOutline(name.id)) continue;  // it stands above
    shape_->addItem(upperFirst(shapeWords(name.title)), kSided + QString::number(n));
  }
  for (const OwnShape& s : readShapeBox(shapeBoxFile()))
    shape_->addItem(tr("%1 (made before)").arg(QString::fromStdString(s.name)),
                    kOwn + QString::fromStdString(s.name));
  shape_->addItem(tr("Sides and corners, typed …"), kTyped);
  refresh();
}

void BeginCard::begin() {
  const QString chosen = shape_->currentData().toString();
  const Project& p = session_.project();
  BeginWith edit;
  if (chosen.startsWith(kFamily)) {
    const auto outline = familyOutline(chosen.mid(kFamily.size()).toStdString());
    if (!outline) return Q_EMIT said(inWords(outline.error(), session_.project().settings.unit));
    edit.outline = scaled(*outline, p.recipe.edge.mm());
  } else if (chosen.startsWith(kSided)) {
    edit.outline = scaled(regularPolygon(chosen.mid(kSided.size()).toInt()), p.recipe.edge.mm());
  } else if (chosen.startsWith(kOwn)) {
    edit.name = chosen.mid(kOwn.size()).toStdString();
    for (const OwnShape& s : readShapeBox(shapeBoxFile()))
      if (s.name == edit.name) edit.outline = s.outline;
  } else {
    const auto outline = polygonOfText(sides_->text().toStdString(), p.settings.unit);
    if (!outline) return Q_EMIT said(inWords(outline.error(), p.settings.unit));
    edit.outline = *outline;
    edit.name = name_->text().trimmed().toStdString();
  }
  session_.edit(std::move(edit), tr("began with another piece"));
}

void BeginCard::refresh() {
  setVisible(applies());
  if (!applies()) return;
  const Project& p = session_.project();
  const clathra::Shape& shape = p.layout->shapes.front();
  if (!typing()) {
    const int at = shape_->findData(kFamily + QString::fromStdString(shape.family));
    const int regular = shape_->findData(kSided + QString::number(shape.outline.size()));
    if (at >= 0)
      shape_->setCurrentIndex(at);
    else if (regular >= 0 &&
             nameOf(shape.outline).id == nameOf(regularPolygon(static_cast<int>(shape.outline.size()))).id)
      shape_->setCurrentIndex(regular);
  }
  typed_->setVisible(typing());
  sides_->setPlaceholderText(p.settings.unit == LengthUnit::Inch ? tr("2 in, 90°, 3 in, 75°, 2 in")
                                                                 : tr("50 mm, 90°, 75 mm, 75°, 50 mm"));
  // What the closing side and the corners came to.
  QStringList sides, corners;
  for (const OutlineEdge& e : shape.edges)
    sides << QString::fromStdString(formatLength(Length::millimetres(e.length), p.settings.unit));
  for (const Angle a : cornerAngles(shape.outline)) corners << tr("%1°").arg(a.degrees(), 0, 'f', 1);
  sides.removeDuplicates();
  corners.removeDuplicates();
  figures_->setText(shape.curved()
                        ? tr("Sides %1.").arg(sides.join(QStringLiteral(", ")))
                        : tr("Sides %1; corners %2.")
                              .arg(sides.join(QStringLiteral(", ")), corners.join(QStringLiteral(", "))));
}

}  // namespace clathra
