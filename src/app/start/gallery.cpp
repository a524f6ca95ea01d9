#include "app/start/gallery.hpp"

#include <QLineEdit>
#include <QPainter>
#include <QScrollArea>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "draw/layout_painter.hpp"
#include "words/words.hpp"

namespace clathra {

/// One arrangement: its picture, name and facts, one button.
class GalleryTile : public PaintedButton {
 public:
  explicit GalleryTile(const Arrangement& arrangement) : arrangement_(arrangement) {
    setAccessibleName(QObject::tr("New project: %1").arg(arrangementWords(arrangement.name)));
    setFixedSize(scaled(208), scaled(240));
  }
  const Arrangement& arrangement() const { return arrangement_; }
  void tell(const QStringList& facts) {
    facts_ = facts;
    setAccessibleDescription(facts.join(QStringLiteral(", ")));
    setToolTip(facts.join(QStringLiteral("\n")));
    update();
  }

 protected:
  void draw(QPainter& p, double k) override {
    const QRectF into(8 * k, 8 * k, width() - 16 * k, 116 * k);
    paintArrangement(p, arrangement_, into, currentPalette());
    p.setPen(QPen(currentPalette().line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(into);
    p.setPen(currentPalette().ink);
    p.setFont(textFont(15 * k, QFont::DemiBold));
    const QString name = QString::fromStdString(arrangement_.name);
    const QRectF room(8 * k, 128 * k, width() - 16 * k, 44 * k);
    QRectF used;
    p.drawText(room, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, name, &used);
    p.setPen(currentPalette().muted);
    p.setFont(textFont(14 * k));
    double y = used.bottom() + 2 * k;
    for (const QString& line : facts_) {
      p.drawText(QRectF(8 * k, y, width() - 16 * k, 19 * k), Qt::AlignLeft | Qt::AlignVCenter,
                 p.fontMetrics().elidedText(line, Qt::ElideRight, static_cast<int>(width() - 16 * k)));
      y += 19 * k;
    }
  }

 private:
  const Arrangement& arrangement_;
  QStringList facts_;
};

Gallery::Gallery(const ArrangementLibrary& library, Preferences& preferences, QWidget* parent)
    : QWidget(parent), preferences_(preferences), arrangements_(library.all()) {
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(scaled(8));
  search_ = new TextField;
  search_->setAccessibleName(tr("Search the arrangements"));
  search_->setClearButtonEnabled(true);
  search_->setFixedWidth(scaled(320));
  connect(search_, &QLineEdit::textChanged, this, &Gallery::filter);
  shapes_ = new Card(tr("Only shapes I own"), false);
  auto* chips = new QWidget;
  chips_ = new FlowLayout(scaled(6), scaled(6), chips);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  chips->setSizePolicy(policy);
  shapes_->body()->addWidget(chips);
  auto* content = new QWidget;
  auto* inside = new QVBoxLayout(content);
  inside->setContentsMargins(0, 0, scaled(8), 0);
  inside->addWidget(wrappingRow({label(tr("Search by name or shape")), search_}));
  inside->addWidget(shapes_);
  none_ = wrapped(tr("No arrangement is like that. Take a word or a shape away."), "muted");
  none_->hide();
  inside->addWidget(none_);
  auto* tiles = new QWidget;
  flow_ = new FlowLayout(scaled(6), scaled(6), tiles);
  tiles->setSizePolicy(policy);
  for (const Arrangement& a : arrangements_) {
    auto* tile = new GalleryTile(a);
    connect(tile, &QPushButton::clicked, this,
            [this, id = a.id] { Q_EMIT chosen(QString::fromStdString(id)); });
    flow_->addWidget(tile);
    tiles_.push_back(tile);
  }
  inside->addWidget(tiles);
  inside->addStretch(1);
  all->addWidget(scrolledDown(content), 1);
}

/// Facts are worked out when they are first seen, off the interface thread: the start stays quick.
void Gallery::showEvent(QShowEvent*) {
  if (!facts_.empty()) return know(std::move(facts_));  // the unit may have changed
  if (working_.running()) return;
  working_.start(
      this,
      [all = arrangements_](const Progress& progress) {
        Facts out;
        for (const Arrangement& a : all) {
          if (progress.cancelled()) break;
          if (auto facts = factsOf(a)) out.emplace(a.id, std::move(*facts));
        }
        return out;
      },
      [this](Facts facts) { know(std::move(facts)); });
}

void Gallery::know(Facts facts) {
  const bool first = chips_->count() == 0;
  facts_ = std::move(facts);
  if (first) addShapes();
  filter();
}

/// A chip for each shape that some arrangement uses, the most used ones first.
void Gallery::addShapes() {
  std::map<ArrangementFacts::Paper, int> used;
  for (const auto& [id, facts] : facts_)
    for (const auto& paper : facts.papers) ++used[paper];
  std::vector<std::pair<ArrangementFacts::Paper, int>> order(used.begin(), used.end());
  std::stable_sort(order.begin(), order.end(),
                   [](const auto& a, const auto& b) { return a.second > b.second; });
  for (const auto& [paper, n] : order) {
    const QString title = shapeWords(paper.title);
    auto* chip = pill(title, tr("I own: %1").arg(title));
    connect(chip, &QPushButton::toggled, this, [this, shape = paper.shape](bool on) {
      if (on)
        owned_.insert(shape);
      else
        owned_.erase(shape);
      filter();
    });
    chips_->addWidget(chip);
  }
}

bool Gallery::matches(const GalleryTile& tile) const {
  const Arrangement& a = tile.arrangement();
  const auto facts = facts_.find(a.id);
  const QString name = arrangementWords(a.name);
  const auto words = search_->text().split(QLatin1Char(' '), Qt::SkipEmptyParts);
  for (const QString& word : words) {
    bool in = name.contains(word, Qt::CaseInsensitive);
    if (facts != facts_.end())
      for (const auto& paper : facts->second.papers)
        in = in || shapeWords(paper.title).contains(word, Qt::CaseInsensitive);
    if (!in) return false;
  }
  if (owned_.empty() || facts == facts_.end()) return true;
  return missingShapes(facts->second, {owned_.begin(), owned_.end()}).size() < facts->second.papers.size();
}

void Gallery::filter() {
  const bool inches = preferences_.unit() == LengthUnit::Inch;
  std::vector<std::pair<std::size_t, GalleryTile*>> shown;
  for (GalleryTile* tile : tiles_) {
    tile->setVisible(false);
    const auto facts = facts_.find(tile->arrangement().id);
    std::size_t missing = 0;
    if (facts == facts_.end()) {
      tile->tell({tr("one shape to begin with"), tr("grown by hand, edge by edge")});
    } else {
      const ArrangementFacts& f = facts->second;
      const auto needs = missingShapes(f, {owned_.begin(), owned_.end()});
      missing = owned_.empty() ? 0 : needs.size();
      // A square foot of 1 in edges, or a square metre of 25 mm edges.
      const double pieces = inches ? f.density * 144 : f.density * 1600;
      QStringList lines;
      lines << tr("%n kind(s) of paper", nullptr, f.kinds);
      lines << (inches ? tr("%1 to a square foot at 1 in").arg(qRound(pieces))
                       : tr("%1 to a square metre at 25 mm").arg(qRound(pieces)));
      if (missing > 0) {
        QStringList also;
        for (const auto& n : needs) also << QString::fromStdString(n);
        lines << tr("also needs %1").arg(also.join(QStringLiteral(", ")));
      } else {
        const double n = f.samplePieces;
        lines << tr("%1 seams each, a run sews %2")
                     .arg(f.sampleSeams / n, 0, 'f', 1)
                     .arg(qRound(n / std::max(1, f.sampleRuns)));
      }
      tile->tell(lines);
    }
    if (matches(*tile)) shown.push_back({missing, tile});
  }
  // What can be made of the owned shapes alone comes first.
  std::stable_sort(shown.begin(), shown.end(),
                   [](const auto& a, const auto& b) { return a.first < b.first; });
  while (QLayoutItem* item = flow_->takeAt(0)) delete item;
  for (const auto& [missing, tile] : shown) flow_->addWidget(tile);
  for (const auto& [missing, tile] : shown) tile->setVisible(true);
  none_->setVisible(shown.empty());
  flow_->parentWidget()->updateGeometry();
}

}  // namespace clathra
