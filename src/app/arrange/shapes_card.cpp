#include "app/arrange/shapes_card.hpp"

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "shape/families.hpp"
#include "store/shape_box.hpp"
#include "words/words.hpp"

namespace clathra {

ShapesCard::ShapesCard(Session& session, LayoutCanvas& canvas, PaintCard& paint)
    : Card(tr("Shapes of your own"), false), session_(session), canvas_(canvas), paint_(paint) {
  body()->addWidget(
      wrapped(tr("A shape with a name has its paper and its count like any other, is offered at open edges, "
                 "and is kept for other projects."),
              "muted"));
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the new shape"));
  name_->setMaxLength(int(kMostShapeName));
  body()->addWidget(fieldRow(tr("Name"), name_));
  auto* ofPiece = button(tr("Of the cursor's piece"));
  body()->addWidget(wrappingRow({ofPiece}));
  ofHole_ = new QWidget;
  auto* hole = new QVBoxLayout(ofHole_);
  hole->setContentsMargins(0, 0, 0, 0);
  hole->setSpacing(scaled(6));
  holes_ = new ChoiceList;
  holes_->setAccessibleName(tr("Which hole"));
  hole->addWidget(holes_);
  auto* fill = button(tr("Make a shape of this hole"), "act");
  hole->addWidget(wrappingRow({fill}));
  body()->addWidget(ofHole_);
  auto* list = new QWidget;
  auto* rows = new QVBoxLayout(list);
  rows->setContentsMargins(0, 0, 0, 0);
  rows_ = std::make_unique<KeptRows>(rows);
  body()->addWidget(list);
  connect(ofPiece, &QPushButton::clicked, this, [this] {
    const int piece = canvas_.cursorPiece();
    if (piece < 0)
      return Q_EMIT said(tr("Put the cursor on a piece first: a click in Paint, or the arrow keys."));
    MakeShape edit;
    edit.piece = static_cast<std::uint32_t>(piece);
    make(std::move(edit), tr("named a shape"));
  });
  connect(fill, &QPushButton::clicked, this, [this] {
    const auto at = static_cast<std::size_t>(std::max(0, holes_->currentIndex()));
    if (at >= outlines_.size()) return;
    MakeShape edit;
    edit.hole = centroid(outlines_[at]);
    if (!contains(outlines_[at], edit.hole))  // a hole with corners that point inwards: beside its first side
      edit.hole = 0.5 * (outlines_[at][0] + outlines_[at][1]) +
                  0.01 * rotated(outlines_[at][1] - outlines_[at][0], kQuarterTurn);
    edit.cloth = paint_.cloth();
    make(std::move(edit), tr("made a shape of a hole"));
  });
  connect(holes_, &QComboBox::activated, this, [this](int i) {
    if (i >= 0 && i < static_cast<int>(outlines_.size()))
      canvas_.setGhosts({outlines_[static_cast<std::size_t>(i)]});
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (parts & LayoutPart) refresh();
  });
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

void ShapesCard::make(MakeShape edit, const QString& label) {
  edit.name = name_->text().trimmed().toStdString();
  if (edit.name.empty()) {
    name_->setFocus();
    return Q_EMIT said(tr("Give the shape a name."));
  }
  session_.edit(std::move(edit), label, {}, whileThere(this, [this](bool made) {
                  if (!made) return;
                  name_->clear();
                  keep();
                }));
}

/// For other projects.
void ShapesCard::keep() {
  const auto shapes = shapesInMm(session_.project().recipe);
  if (shapes.empty()) return;
  if (const auto ok = keepInShapeBox(shapeBoxFile(), {shapes.back()}); !ok) Q_EMIT said(inWords(ok.error()));
}

QWidget* ShapesCard::shapeRow(const OwnShape& shape, int pieces) {
  const QString title = QString::fromStdString(shape.name);
  auto* forget = button(tr("Forget its name"), "warnlink");
  forget->setAccessibleName(tr("Forget the name %1").arg(title));
  connect(forget, &QPushButton::clicked, this,
          [this, name = shape.name] { session_.edit(DropShape{name}, tr("forgot a shape's name")); });
  return wrappingRow({label(title, "title"), label(tr("%n piece(s)", nullptr, pieces), "muted"), forget}, 14);
}

void ShapesCard::refresh() {
  if (!isOpen()) return;
  const Project& p = session_.project();
  outlines_ =
      p.recipe.sides == FinishingSides::Outline ? holesOf(session_.geometry().seams) : std::vector<Polygon>{};
  const int was = holes_->currentIndex();
  holes_->clear();
  for (std::size_t i = 0; i < outlines_.size(); ++i) {
    const ShapeName name = nameOf(cleaned(outlines_[i], kMeet));
    holes_->addItem(tr("hole %1 of %2: %3").arg(i + 1).arg(outlines_.size()).arg(shapeWords(name.title)));
  }
  holes_->setCurrentIndex(
      std::clamp(was, outlines_.empty() ? -1 : 0, static_cast<int>(outlines_.size()) - 1));
  ofHole_->setVisible(!outlines_.empty());
  rows_->begin();
  for (const OwnShape& s : p.recipe.shapes) {
    int pieces = 0;
    for (const clathra::Shape& shape : p.layout->shapes)
      if (shape.family == ownShapeId(s.name)) pieces += static_cast<int>(shape.pieces);
    rows_->row(QString::fromStdString(s.name), QString::number(pieces), [&] { return shapeRow(s, pieces); });
  }
  rows_->end();
}

}  // namespace clathra
