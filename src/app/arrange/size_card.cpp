#include "app/arrange/size_card.hpp"

#include <QHBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "draw/hatch.hpp"
#include "shape/arcs.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kLeastWanted = Length::millimetres(30), kMostWanted = Length::millimetres(20'000);

/// The largest piece of the layout with the side that the edge length sets drawn thick.
void paintShape(QPainter& p, const QRectF& into, const Project& project) {
  const Layout& layout = *project.layout;
  if (layout.shapes.empty()) return;
  const Shape* shape = &layout.shapes.front();
  for (const Shape& s : layout.shapes)
    if (area(s.outline) > area(shape->outline)) shape = &s;
  const Box b = bounds(shape->outline);
  const double k = std::min(into.width() / b.width(), into.height() / b.height()) * 0.88;
  const Palette& c = currentPalette();
  QPolygonF polygon;
  for (const Point q : shape->outline)
    polygon << into.center() + QPointF(q.x - (b.left + b.right) / 2, q.y - (b.top + b.bottom) / 2) * k;
  p.setBrush(c.chosen);
  p.setPen(QPen(c.ink, 1.6));
  p.drawPolygon(polygon);
  const auto edges = edgeLengths(shape->outline);
  int marked = -1;
  double leftmost = 1e300;
  for (int i = 0; i < polygon.size(); ++i) {
    const double x = (polygon[i].x() + polygon[(i + 1) % polygon.size()].x()) / 2;
    if (std::abs(edges[static_cast<std::size_t>(i)] - project.recipe.edge.mm()) < 1e-3 &&
        x < leftmost - 1e-6) {
      leftmost = x;
      marked = i;
    }
  }
  QPen thick(c.madder, 5);
  thick.setCapStyle(Qt::RoundCap);
  p.setPen(thick);
  if (marked >= 0) return p.drawLine(polygon[marked], polygon[(marked + 1) % polygon.size()]);
  // Of curved pieces the edge length is the distance of two corners.
  const auto& sides = shape->edges;
  for (const OutlineEdge& one : sides)
    for (const OutlineEdge& other : sides)
      if (std::abs(distance(shape->outline[one.first], shape->outline[other.first]) -
                   project.recipe.edge.mm()) < 1e-3)
        return p.drawLine(polygon[static_cast<int>(one.first)], polygon[static_cast<int>(other.first)]);
}

}  // namespace

SizeCard::SizeCard(Session& session) : Card(tr("Shape and size")), session_(session) {
  shape_ = new PictureView(tr("The side that the edge length sets"), [this](QPainter& p, const QRectF& r) {
    if (session_.isOpen()) paintShape(p, r, session_.project());
  });
  shape_->setFixedSize(scaled(64), scaled(64));
  edgeOf_ = wrapped({}, "muted");
  edge_ = new LengthField(tr("The edge"), kLeastEdge, kMostEdge);
  auto* top = new QHBoxLayout;
  top->setSpacing(scaled(10));
  top->addWidget(shape_);
  auto* beside = new QVBoxLayout;
  beside->addWidget(edgeOf_);
  beside->addWidget(edge_);
  top->addLayout(beside, 1);
  body()->addLayout(top);

  proportions_ = new QWidget;
  auto* proportions = new QVBoxLayout(proportions_);
  proportions->setContentsMargins(0, 0, 0, 0);
  proportions->setSpacing(scaled(6));
  body()->addWidget(proportions_);
  across_ = new CountField(tr("Count across"), 1, kMostCount);
  down_ = new CountField(tr("Count down"), 1, kMostCount);
  rings_ = new CountField(tr("Rings"), 0, kMostCount);
  fieldCounts_ = wrappingRow({across_, label(tr("across")), down_, label(tr("down"))});
  rosetteCounts_ = wrappingRow({rings_, label(tr("rings"))});
  body()->addWidget(fieldCounts_);
  body()->addWidget(rosetteCounts_);
  countsOf_ = wrapped({}, "muted");
  body()->addWidget(countsOf_);

  wantedWidth_ = new LengthField(tr("The wanted width"), kLeastWanted, kMostWanted);
  wantedHeight_ = new LengthField(tr("The wanted height"), kLeastWanted, kMostWanted);
  for (LengthField* f : {wantedWidth_, wantedHeight_}) f->setOptional(true);
  for (LengthField* f : {wantedWidth_, wantedHeight_}) f->setFixedWidth(scaled(116));
  wanted_ = new QWidget;
  auto* wanted = new QVBoxLayout(wanted_);
  wanted->setContentsMargins(0, 0, 0, 0);
  wanted->addWidget(label(tr("Wanted finished size"), "muted"));
  wanted->addWidget(wrappingRow({wantedWidth_, label(QStringLiteral("×")), wantedHeight_}));
  body()->addWidget(wanted_);
  nearest_ = new QWidget;
  new QVBoxLayout(nearest_);
  nearest_->layout()->setContentsMargins(0, 0, 0, 0);
  body()->addWidget(nearest_);

  allowance_ = new LengthField(tr("The seam allowance"), Length::millimetres(1), Length::millimetres(50));
  body()->addWidget(wrappingRow({label(tr("Seam allowance")), allowance_}));
  unit_ = new Pills({tr("inches"), tr("millimetres")}, tr("Unit"));
  body()->addWidget(unit_);

  connect(&session_, &Session::changed, this, &SizeCard::refresh);
  connect(edge_, &LengthField::lengthChanged, this, [this] {
    session_.edit(SetEdge{*edge_->length()}, tr("changed the edge to %1").arg(edge_->text()), {}, asItWas());
  });
  for (CountField* f : {across_, down_, rings_})
    connect(f, &CountField::countChanged, this, &SizeCard::applyCounts);
  for (LengthField* f : {wantedWidth_, wantedHeight_})
    connect(f, &LengthField::lengthChanged, this, [this] {
      session_.edit(SetWantedSize{wantedWidth_->length().value_or(Length()),
                                  wantedHeight_->length().value_or(Length())},
                    tr("noted the wanted size"));
    });
  connect(allowance_, &LengthField::lengthChanged, this, [this] {
    session_.edit(SetAllowance{*allowance_->length(), {}},
                  tr("changed the seam allowance to %1").arg(allowance_->text()), {}, asItWas());
  });
  connect(unit_, &Pills::chosen, this, [this](int i) {
    session_.edit(SetUnit{i == 0 ? LengthUnit::Inch : LengthUnit::Millimetre}, tr("changed the unit"));
  });
  for (LengthField* f : {edge_, allowance_, wantedWidth_, wantedHeight_})
    connect(f, &LengthField::wrong, this, &SizeCard::said);
  for (CountField* f : {across_, down_, rings_}) connect(f, &CountField::wrong, this, &SizeCard::said);
}

void SizeCard::applyCounts() {
  session_.edit(SetCounts{across_->count(), down_->count(), rings_->count()}, tr("changed the counts"), {},
                asItWas());
}

/// A field whose value was refused shows again what is.
Editor::Answer SizeCard::asItWas() {
  return whileThere(this, [this](bool made) {
    if (!made) refresh();
  });
}

void SizeCard::refresh() {
  const Project& p = session_.project();
  const auto arrangement = session_.library().find(p.recipe.arrangement);
  const bool rosette = arrangement && (*arrangement)->kind == ArrangementKind::Rosette;
  for (LengthField* f : {edge_, allowance_, wantedWidth_, wantedHeight_}) f->setUnit(p.settings.unit);
  edge_->setLength(p.recipe.edge);
  allowance_->setLength(p.settings.allowance);
  const auto wanted = [](Length l) { return l > Length() ? std::optional(l) : std::nullopt; };
  wantedWidth_->setLength(wanted(p.wantedWidth));
  wantedHeight_->setLength(wanted(p.wantedHeight));
  across_->setCount(p.recipe.across);
  down_->setCount(p.recipe.down);
  rings_->setCount(p.recipe.rings);
  const bool own = arrangement && (*arrangement)->kind == ArrangementKind::Own;
  fieldCounts_->setVisible(!rosette && !own);
  rosetteCounts_->setVisible(rosette);
  // A layout grown by hand has the size that its pieces make: nothing there to count or to choose from.
  countsOf_->setVisible(!own);
  wanted_->setVisible(!own);
  edgeOf_->setText(arrangement ? arrangementWords((*arrangement)->edgeOf) : tr("the edge"));
  countsOf_->setText(arrangement ? tr("counts %1").arg(QString::fromStdString((*arrangement)->counts))
                                 : QString());
  unit_->setCurrent(p.settings.unit == LengthUnit::Inch ? 0 : 1);
  shape_->update();
  showProportions();
  offerNearest();
}

void SizeCard::showProportions() {
  const Project& p = session_.project();
  const auto found = session_.library().find(p.recipe.arrangement);
  const Arrangement* arrangement = found ? *found : nullptr;
  const std::string now = arrangement ? arrangement->id : std::string();
  if (now != proportionsOf_) {
    proportionsOf_ = now;
    clearLayout(proportions_->layout());
    for (const Proportion& one : arrangement ? arrangement->proportions : std::vector<Proportion>()) {
      const QString title = arrangementWords(one.title);
      QWidget* shown = nullptr;
      const auto edited = [this, key = one.key, title](double value, const QString& text) {
        session_.edit(SetProportion{key, value}, tr("changed the %1 to %2").arg(title, text), {}, asItWas());
      };
      if (one.kind == Proportion::Kind::Angle) {
        auto* field = new AngleField(title, one.least, one.most);
        connect(field, &AngleField::degreesChanged, this,
                [field, edited] { edited(field->degrees(), field->text()); });
        connect(field, &AngleField::wrong, this, &SizeCard::said);
        shown = field;
      } else {
        auto* field = new LengthField(title, Length::millimetres(0.1), kMostEdge);
        connect(field, &LengthField::lengthChanged, this,
                [field, edited] { edited(field->length()->mm(), field->text()); });
        connect(field, &LengthField::wrong, this, &SizeCard::said);
        shown = field;
      }
      shown->setObjectName(QString::fromStdString(one.key));
      proportions_->layout()->addWidget(fieldRow(title.left(1).toUpper() + title.mid(1), shown));
    }
    proportions_->setVisible(proportions_->layout()->count() > 0);
  }
  if (!arrangement) return;
  for (const Proportion& one : arrangement->proportions) {
    const auto own = p.recipe.proportions.find(one.key);
    const double value = own == p.recipe.proportions.end() ? one.normal : own->second;
    const QString name = QString::fromStdString(one.key);
    if (auto* angle = proportions_->findChild<AngleField*>(name)) angle->setDegrees(value);
    if (auto* side = proportions_->findChild<LengthField*>(name)) {
      side->setUnit(p.settings.unit);
      side->setLength(Length::millimetres(value * p.recipe.edge.mm()));
    }
  }
}

void SizeCard::offerNearest() {
  clearLayout(nearest_->layout());
  const Project& p = session_.project();
  const auto arrangement = session_.library().find(p.recipe.arrangement);
  if (!arrangement || p.wantedWidth <= Length() || p.wantedHeight <= Length()) return;
  const auto near = nearestSizes(**arrangement, p.recipe, p.wantedWidth.mm(), p.wantedHeight.mm());
  if (!near) {
    nearest_->layout()->addWidget(wrapped(inWords(near.error(), session_.project().settings.unit), "muted"));
    return;
  }
  const bool rosette = (*arrangement)->kind == ArrangementKind::Rosette;
  for (const NearSize& n : *near) {
    const QString counts =
        rosette ? tr("%n ring(s)", nullptr, n.rings) : tr("%1 × %2").arg(n.across).arg(n.down);
    auto* b = button(tr("%1:  %2 × %3")
                         .arg(counts, QString::fromStdString(formatReadable(n.width, p.settings.unit)),
                              QString::fromStdString(formatReadable(n.height, p.settings.unit))),
                     "link");
    b->setAccessibleName(tr("Take %1").arg(b->text()));
    connect(b, &QPushButton::clicked, this, [this, n, rosette] {
      SetCounts edit;
      if (rosette)
        edit.rings = n.rings;
      else
        edit.across = n.across, edit.down = n.down;
      session_.edit(edit, tr("took the counts for the wanted size"));
    });
    nearest_->layout()->addWidget(b);
  }
}

}  // namespace clathra
