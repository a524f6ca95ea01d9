#include "app/arrange/exchange_card.hpp"

#include <map>

#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "layout/exchange_fillings.hpp"

namespace clathra {

namespace {

constexpr int kMostInWay = 3;  // of one way: more is what dividing is for

/// "2 half hexagons, point cut and 1 diamond".
QString wordsOf(const std::vector<Fit>& way) {
  std::map<std::string, int> counts;
  for (const Fit& f : way) ++counts[f.title];
  QStringList out;
  for (const auto& [title, n] : counts)
    out << QStringLiteral("%1 × %2").arg(n).arg(QString::fromStdString(title));
  return out.join(QStringLiteral(" + "));
}

class WayButton : public PaintedButton {
 public:
  explicit WayButton(const std::vector<Fit>& way) : way_(way) {
    setFixedSize(scaled(78), scaled(78));
    setAccessibleName(QObject::tr("Put in its place: %1").arg(wordsOf(way)));
    setToolTip(wordsOf(way));
  }

 protected:
  void draw(QPainter& p, double k) override {
    Box b = bounds(way_.front().outline);
    for (const Fit& f : way_) b = unite(b, bounds(f.outline));
    const double scale = 62 * k / std::max(b.width(), b.height());
    const QPointF middle(width() / 2.0, height() / 2.0);
    p.setBrush(currentPalette().chosen);
    p.setPen(QPen(currentPalette().ink, 1.5));
    for (const Fit& f : way_) {
      QPolygonF polygon;
      for (const Point q : f.outline)
        polygon << middle + QPointF(q.x - (b.left + b.right) / 2, q.y - (b.top + b.bottom) / 2) * scale;
      p.drawPolygon(polygon);
    }
  }

 private:
  std::vector<Fit> way_;
};

}  // namespace

ExchangeCard::ExchangeCard(Session& session, LayoutCanvas& canvas)
    : Card(tr("Exchange"), false), session_(session), canvas_(canvas) {
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  gallery_ = new QWidget;
  new FlowLayout(scaled(8), scaled(8), gallery_);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  gallery_->setSizePolicy(policy);
  body()->addWidget(gallery_);
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (!(parts & LayoutPart)) return;
    chosen_.clear();
    if (active_) ask();
  });
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) ask();
  });
}

void ExchangeCard::setActive(bool active) {
  active_ = active;
  chosen_.clear();
  if (active) ask();
}

void ExchangeCard::choose(std::uint32_t piece, bool more) {
  const bool there = std::find(chosen_.begin(), chosen_.end(), piece) != chosen_.end();
  if (!more) chosen_.clear();
  if (more && there)
    std::erase(chosen_, piece);
  else
    chosen_.push_back(piece);
  std::sort(chosen_.begin(), chosen_.end());
  if (more) {
    setOpen(true);
    std::vector<Polygon> ghosts;
    for (const auto i : chosen_) {
      const auto outline = session_.project().layout->outline(i);
      ghosts.emplace_back(outline.begin(), outline.end());
    }
    canvas_.setGhosts(std::move(ghosts));
  }
  ask();
}

void ExchangeCard::ask() {
  working_.cancel();
  clearLayout(gallery_->layout());
  if (!isOpen() || !session_.isOpen()) return;
  if (chosen_.empty())
    return note_->setText(
        tr("Click a piece to see what else fills its outline; with Shift, its neighbours too: "
           "two by one, one by two."));
  const Project& p = session_.project();
  const auto outline = joinedOutline(*p.layout, chosen_);
  if (!outline)
    return note_->setText(tr("The chosen pieces must meet along seams, so that they have one outline."));
  note_->setText(tr("Looking …"));
  std::vector<Polygon> now;
  for (const auto i : chosen_) now.emplace_back(p.layout->outline(i).begin(), p.layout->outline(i).end());
  working_.start(
      this,
      [layout = p.layout, outline = *outline, now, edge = p.recipe.edge.mm()](const Progress&) {
        return otherFillings(*layout, outline, now, edge, kMostInWay);
      },
      [this](const Ways& ways) { show(ways); });
}

void ExchangeCard::show(const Ways& ways) {
  clearLayout(gallery_->layout());
  const QString what = tr("%n piece(s)", nullptr, static_cast<int>(chosen_.size()));
  note_->setText(ways.empty()
                     ? tr("No other known shapes fill the outline of %1 exactly.").arg(what)
                     : tr("%1 chosen; these fill the same outline. A click puts them there.").arg(what));
  for (std::size_t i = 0; i < ways.size(); ++i) {
    auto* b = new WayButton(ways[i]);
    connect(b, &QPushButton::clicked, this, [this, i] { take(i); });
    gallery_->layout()->addWidget(b);
  }
}

void ExchangeCard::take(std::size_t way) {
  session_.edit(Exchange{Pieces(chosen_.begin(), chosen_.end()), way, kMostInWay}, tr("exchanged pieces"));
}

}  // namespace clathra
