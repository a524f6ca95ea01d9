#include "app/arrange/sides_card.hpp"

#include <QPointer>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kLeastSide = Length::millimetres(20), kMostSide = Length::millimetres(20'000);

/// A length that came out of a layout, to what a ruler shows.
Length shownLength(double mm, LengthUnit unit) {
  return unit == LengthUnit::Inch ? Length::sixtyFourths(std::llround(mm / 25.4 * 64))
                                  : Length::millimetres(std::round(mm * 10) / 10);
}

/// What a field says; the exact length where it still shows that, rounded.
double typed(const LengthField& field, double exact, LengthUnit unit) {
  const auto length = field.length();
  return !length || *length == shownLength(exact, unit) ? exact : length->mm();
}

QString sidesTitle(FinishingSides sides) {
  switch (sides) {
    case FinishingSides::EdgePieces:
      return QObject::tr("Edge pieces");
    case FinishingSides::Slice:
      return QObject::tr("Slice later");
    case FinishingSides::Outline:
      break;
  }
  return QObject::tr("Outline");
}

}  // namespace

SidesCard::SidesCard(Session& session, LayoutCanvas& canvas)
    : Card(tr("Outer edge"), false), session_(session), canvas_(canvas) {
  sides_ = new Pills({tr("Outline"), tr("Edge pieces"), tr("Slice later")}, tr("Outer edge"));
  note_ = wrapped({}, "muted");
  body()->addWidget(sides_);
  body()->addWidget(note_);
  outline_ = new Pills({tr("rectangle"), tr("six sides"), tr("eight sides")}, tr("The finishing line is a"));
  outline_->setCurrent(0);
  body()->addWidget(outline_);
  layFields();
  slivers_ = wrapped({});
  body()->addWidget(slivers_);
  without_ = button(tr("Nearest line without slivers"));
  natural_ = button(tr("Back to the natural line"), "link");
  body()->addWidget(without_);
  body()->addWidget(natural_);
  prices_ = new QWidget;
  auto* rows = new QVBoxLayout(prices_);
  rows->setContentsMargins(0, scaled(6), 0, 0);
  rows->setSpacing(scaled(4));
  body()->addWidget(prices_);
  connect(sides_, &Pills::chosen, this, [this](int i) {
    session_.edit(SetSides{static_cast<FinishingSides>(i)}, tr("changed the sides"));
    refresh();
  });
  connect(without_, &QPushButton::clicked, this, &SidesCard::clearSlivers);
  connect(natural_, &QPushButton::clicked, this,
          [this] { session_.edit(SetLine{}, tr("took the natural line again")); });
  connect(&canvas_, &LayoutCanvas::lineMoved, this, &SidesCard::showSlivers);
  connect(&canvas_, &LayoutCanvas::lineDropped, this,
          [this](const Polygon& line) { moveTo(line, tr("moved the finishing line")); });
  connect(outline_, &Pills::chosen, this, [this](int i) { shape(i == 0 ? 4 : i == 1 ? 6 : 8); });
  connect(&session_, &Session::changed, this, &SidesCard::refresh);
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

/// The line's size, and where each of its corners lies.
void SidesCard::layFields() {
  width_ = new LengthField(tr("Width to the finishing line"), kLeastSide, kMostSide);
  height_ = new LengthField(tr("Height to the finishing line"), kLeastSide, kMostSide);
  for (LengthField* f : {width_, height_}) f->setFixedWidth(scaled(116));
  size_ = wrappingRow({width_, label(QStringLiteral("×")), height_});
  body()->addWidget(size_);
  corner_ = new CountField(tr("Corner of the finishing line"), 1, 4);
  corner_->setFixedWidth(scaled(56));
  corner_->setCount(1);
  across_ = new LengthField(tr("Corner from the left"), {}, kMostSide);
  down_ = new LengthField(tr("Corner from the top"), {}, kMostSide);
  for (LengthField* f : {across_, down_}) f->setFixedWidth(scaled(116));
  place_ = new QWidget;
  auto* lines = new QVBoxLayout(place_);
  lines->setContentsMargins({});
  lines->setSpacing(scaled(6));
  lines->addWidget(wrappingRow({label(tr("Corner")), corner_, label(tr("of the line lies"))}));
  lines->addWidget(wrappingRow({across_, label(tr("from the left"))}));
  lines->addWidget(wrappingRow({down_, label(tr("from the top"))}));
  body()->addWidget(place_);
  for (LengthField* f : {width_, height_, across_, down_})
    connect(f, &LengthField::wrong, this, &SidesCard::said);
  connect(corner_, &CountField::wrong, this, &SidesCard::said);
  for (LengthField* f : {width_, height_})
    connect(f, &LengthField::lengthChanged, this, &SidesCard::typeSize);
  for (LengthField* f : {across_, down_})
    connect(f, &LengthField::lengthChanged, this, &SidesCard::typeCorner);
  connect(corner_, &CountField::countChanged, this, &SidesCard::showCorner);
}

void SidesCard::setActive(bool active) {
  active_ = active;
  refresh();
}

QString SidesCard::sentence() const {
  if (!session_.isOpen() || session_.project().layout->line.empty())
    return tr("Choose on the right how the sides become straight; the dashed line is the finished edge.");
  if (!LineHandles::isUpright(*session_.project().layout))
    return tr("Drag a corner of the dashed line, or type where it lies; slivers light up while it moves.");
  return tr("Drag a side of the dashed line, or type its size; slivers light up while it moves.");
}

/// The uncut pieces, made once for a recipe.
std::shared_ptr<const Layout> SidesCard::whole() {
  Recipe recipe = session_.project().recipe;
  recipe.sides = FinishingSides::Outline;
  recipe.line.clear();
  if (whole_ && recipe == wholeOf_) return whole_;
  const auto arrangement = session_.library().find(recipe.arrangement);
  if (!arrangement) return nullptr;
  auto made = buildLayout(**arrangement, recipe);
  whole_ = made ? std::make_shared<const Layout>(std::move(*made)) : nullptr;
  wholeOf_ = recipe;
  return whole_;
}

void SidesCard::move(const clathra::Box& line, const QString& label) {
  setLine(cornersOf(line), label);
}

void SidesCard::setLine(const Polygon& line, const QString& label) {
  session_.edit(SetLine{line}, label, {}, whileThere(this, [this](bool made) {
                  if (!made) refresh();
                }));
}

void SidesCard::moveTo(const Polygon& line, const QString& label) {
  const clathra::Box box = bounds(line);
  const Polygon upright = cornersOf(box);
  if (line.size() == 4 && std::equal(line.begin(), line.end(), upright.begin())) return move(box, label);
  setLine(line, label);
}

/// The line about its middle to the size that was typed: a rectangle, or the outline stretched to it.
void SidesCard::typeSize() {
  const clathra::Box& now = session_.project().layout->finished;
  const LengthUnit unit = session_.project().settings.unit;
  const double w = typed(*width_, now.width(), unit), h = typed(*height_, now.height(), unit);
  const Point middle{(now.left + now.right) / 2, (now.top + now.bottom) / 2};
  Polygon line = session_.project().layout->line;
  for (Point& p : line)
    p = {middle.x + (p.x - middle.x) * w / now.width(), middle.y + (p.y - middle.y) * h / now.height()};
  moveTo(line, tr("typed the finishing line"));
}

/// The corner to where it was typed, if the line stays convex with it.
void SidesCard::typeCorner() {
  const Layout& layout = *session_.project().layout;
  Polygon line = layout.line;
  const auto i = static_cast<std::size_t>(corner_->count() - 1);
  if (i >= line.size()) return;
  const Point from{layout.finished.left, layout.finished.top}, was = line[i] - from;
  const LengthUnit unit = session_.project().settings.unit;
  line[i] = from + Point{typed(*across_, was.x, unit), typed(*down_, was.y, unit)};
  if (!LineHandles::keepsConvex(line)) {
    Q_EMIT said(tr("With this corner there the line would bend inwards; finishing lines are convex."));
    return showCorner();
  }
  moveTo(line, tr("typed a corner of the finishing line"));
}

void SidesCard::showCorner() {
  const Layout& layout = *session_.project().layout;
  const auto i = static_cast<std::size_t>(corner_->count() - 1);
  if (i >= layout.line.size()) return;
  const LengthUnit unit = session_.project().settings.unit;
  for (LengthField* f : {across_, down_}) f->setUnit(unit);
  across_->setLength(shownLength(layout.line[i].x - layout.finished.left, unit));
  down_->setLength(shownLength(layout.line[i].y - layout.finished.top, unit));
}

void SidesCard::shape(int corners) {
  if (corners == 4) {
    session_.edit(SetLine{}, tr("took the natural line again"));
    return refresh();
  }
  aside<Polygon>(
      [corners](const Layout& pieces, const clathra::Box&, const Progress& progress) {
        return largestEvenOutline(pieces, buildSeams(pieces), corners, kLeastSide.mm() / 2, progress);
      },
      [this](const std::optional<Polygon>& found) {
        if (!found)
          return Q_EMIT said(tr("No such outline fits inside these pieces; add more of them first."));
        moveTo(*found, tr("gave the finishing line another outline"));
      });
}

void SidesCard::clearSlivers() {
  aside<clathra::Box>(
      [](const Layout& pieces, const clathra::Box& line, const Progress& progress) {
        return nearestWithoutSlivers(pieces, buildSeams(pieces), line, progress);
      },
      [this](const std::optional<clathra::Box>& found) {
        if (!found)
          return Q_EMIT said(
              tr("No line near this one leaves no slivers; choose a longer edge, or slice whole "
                 "pieces later."));
        move(*found, tr("moved the line off the slivers"));
      });
}

/// Looks for a line off the interface thread; what is found for a layout that is gone by then is let go.
template <class Line>
void SidesCard::aside(
    std::function<std::optional<Line>(const Layout&, const clathra::Box&, const Progress&)> find,
    std::function<void(const std::optional<Line>&)> done) {
  const auto pieces = whole();
  if (!pieces) return;
  const auto asked = session_.project().layout;
  session_.run([=, this, self = QPointer(this)](const Progress& progress) -> std::function<void()> {
    const auto found = find(*pieces, asked->finished, progress);
    return [=, this] {
      if (self && session_.isOpen() && session_.project().layout == asked) done(found);
    };
  });
}

/// Lights the slivers a line leaves and says how many they are.
int SidesCard::light(const Polygon& line) {
  const auto pieces = whole();
  if (!pieces) return 0;
  std::vector<Polygon> lit;
  for (const auto i : sliversAt(*pieces, line))
    for (Polygon& part : partsInside(pieces->outline(i), line)) lit.push_back(std::move(part));
  const auto n = static_cast<int>(lit.size());
  canvas_.setGhosts(std::move(lit));
  slivers_->setText(n == 0 ? tr("No slivers.")
                           : tr("%1 narrower than %2.")
                                 .arg(tr("%n sliver(s)", nullptr, n),
                                      inWords(sizeArg(sliverShown(session_.project().settings.unit)),
                                              session_.project().settings.unit)));
  return n;
}

void SidesCard::showSlivers(const Polygon& outline) {
  light(outline);
  const clathra::Box line = bounds(outline);
  const LengthUnit unit = session_.project().settings.unit;
  width_->setLength(shownLength(line.width(), unit));
  height_->setLength(shownLength(line.height(), unit));
  note_->setText(QString::fromStdString(writeSize(line.width(), line.height(), unit)));
}

void SidesCard::refresh() {
  if (!session_.isOpen()) return;
  const Project& p = session_.project();
  const Layout& layout = *p.layout;
  sides_->setCurrent(static_cast<int>(p.recipe.sides));
  switch (layout.sides) {
    case FinishingSides::Outline:
      note_->setText(tr("The outline stays as it is: for mounting on a background."));
      break;
    case FinishingSides::EdgePieces:
      note_->setText(tr("Pieces at the line are cut down to edge pieces with papers of their own."));
      break;
    case FinishingSides::Slice:
      note_->setText(
          tr("Whole pieces are sewn and sliced at the dashed line at the end; what lies outside is dimmed."));
      break;
  }
  const bool line = !layout.line.empty();
  const bool upright = line && LineHandles::isUpright(layout);
  size_->setVisible(line);
  place_->setVisible(line && !upright);
  corner_->setMost(std::max(1, static_cast<int>(layout.line.size())));
  showCorner();
  outline_->setVisible(line);
  outline_->setCurrent(upright ? 0 : layout.line.size() == 6 ? 1 : layout.line.size() == 8 ? 2 : -1);
  natural_->setVisible(line && !p.recipe.line.empty());
  for (LengthField* f : {width_, height_}) f->setUnit(p.settings.unit);
  width_->setLength(shownLength(layout.finished.width(), p.settings.unit));
  height_->setLength(shownLength(layout.finished.height(), p.settings.unit));
  const bool handles = active_ && line && p.recipe.sides != FinishingSides::Outline;
  canvas_.setLineHandles(handles, handles ? whole() : nullptr);
  without_->setVisible(handles && light(layout.line) > 0 && upright);
  slivers_->setVisible(handles);
  if (active_ && isOpen()) know();
}

/// The prices of all three ways, off the interface thread, when the layout has changed since they were asked.
void SidesCard::know() {
  const Project& p = session_.project();
  const auto arrangement = session_.library().find(p.recipe.arrangement);
  if (!arrangement) return;
  const QString question = QStringLiteral("%1 %2 %3 %4 %5 %6 %7")
                               .arg(QString::fromStdString(p.recipe.arrangement))
                               .arg(p.recipe.edge.nm())
                               .arg(p.recipe.across)
                               .arg(p.recipe.down)
                               .arg(p.layout->finished.width())
                               .arg(p.layout->size())
                               .arg(p.settings.allowance.nm());
  if (question == pricedFor_) return;
  pricedFor_ = question;
  working_.start(
      this,
      [arr = **arrangement, recipe = p.recipe,
       allowance = p.settings.allowance.mm()](const Progress& progress) {
        std::vector<SidesPrice> out;
        for (const FinishingSides s :
             {FinishingSides::Outline, FinishingSides::EdgePieces, FinishingSides::Slice}) {
          if (progress.cancelled()) break;
          if (const auto price = priceOf(arr, recipe, s, allowance)) out.push_back(*price);
        }
        return out;
      },
      [this](const std::vector<SidesPrice>& prices) { showPrices(prices); });
}

void SidesCard::showPrices(const std::vector<SidesPrice>& prices) {
  clearLayout(prices_->layout());
  prices_->layout()->addWidget(wrapped(tr("What each takes, patches with their allowance"), "muted"));
  for (const SidesPrice& price : prices)
    prices_->layout()->addWidget(
        sumRow(sidesTitle(price.sides),
               tr("%1, %2\n%3 of cloth")
                   .arg(tr("%n paper(s)", nullptr, price.papers), tr("%n kind(s)", nullptr, price.kinds),
                        QString::fromStdString(writeArea(price.clothArea, session_.project().settings.unit))),
               price.sides == session_.project().recipe.sides));
}

}  // namespace clathra
