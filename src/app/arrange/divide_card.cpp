#include "app/arrange/divide_card.hpp"

#include <QHBoxLayout>
#include <QLocale>
#include <QPainter>

#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/palette.hpp"
#include "edit/edit.hpp"
#include "model/alike.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr std::size_t kPage = 9;
constexpr std::size_t kMostListed = 20'000;  // as the edit

QString partTitle(std::size_t part) {
  const QString titles[] = {QObject::tr("triangles"), QObject::tr("diamonds"), QObject::tr("half hexagons"),
                            QObject::tr("hexagons"), QObject::tr("jewels")};
  return titles[part];
}

/// One filling, drawn: a button.
class Thumb : public PaintedButton {
 public:
  Thumb(std::shared_ptr<const Subdivision> subdivision, Filling filling, Angle turn)
      : subdivision_(std::move(subdivision)), filling_(std::move(filling)), turn_(turn) {
    setFixedSize(scaled(82), scaled(82));
  }

 protected:
  void draw(QPainter& p, double k) override {
    std::vector<Polygon> parts;
    Box all{1e300, 1e300, -1e300, -1e300};
    for (const auto at : filling_) {
      parts.push_back(placed(subdivision_->placements()[at].outline, turn_, false, {}));
      const Box b = bounds(parts.back());
      all = {std::min(all.left, b.left), std::min(all.top, b.top), std::max(all.right, b.right),
             std::max(all.bottom, b.bottom)};
    }
    const double room = width() - 12 * k;
    const double scale = room / std::max(all.width(), all.height());
    const QPointF middle = QRectF(rect()).center();
    const QColor shades[] = {QColor(0xB4573F), QColor(0xD9C7A3), QColor(0x7F9468), QColor(0x2B4A66),
                             QColor(0xEFE4CC)};
    p.setPen(QPen(currentPalette().ink, 1.2));
    for (std::size_t i = 0; i < parts.size(); ++i) {
      p.setBrush(shades[subdivision_->placements()[filling_[i]].part % 5]);
      QPolygonF polygon;
      for (const Point q : parts[i])
        polygon << middle +
                       QPointF(q.x - (all.left + all.right) / 2, q.y - (all.top + all.bottom) / 2) * scale;
      p.drawPolygon(polygon);
    }
  }

 private:
  std::shared_ptr<const Subdivision> subdivision_;
  Filling filling_;
  Angle turn_;
};

QString grouped(std::uint64_t n) {
  return QLocale(QLocale::English)
      .toString(static_cast<qulonglong>(n))
      .replace(QLatin1Char(','), QChar(0x202F));
}

}  // namespace

DivideCard::DivideCard(Session& session, LayoutCanvas& canvas)
    : Card(tr("Divide a piece"), false), session_(session), canvas_(canvas) {
  what_ = wrapped({});
  body()->addWidget(what_);
  divisions_ = new CountField(tr("Divide each side into"), 1, 6);
  divisions_->setCount(2);
  body()->addWidget(wrappingRow({label(tr("Each side into")), divisions_}, 8));
  way_ = new Pills({tr("so many of each"), tr("freely mixed")}, tr("Ways to divide"));
  way_->setCurrent(Stated);
  body()->addWidget(way_);
  std::vector<QWidget*> fields, chips;
  for (std::size_t i = 0; i < subdivisionParts().size(); ++i) {
    counts_.push_back(new CountField(tr("How many %1").arg(partTitle(i)), 0, 64));
    fields.push_back(wrappingRow({counts_.back(), label(partTitle(i))}, 6));
    allowed_.push_back(pill(partTitle(i), tr("Mix in %1").arg(partTitle(i))));
    allowed_.back()->setChecked(i < 2);
    chips.push_back(allowed_.back());
    connect(counts_.back(), &CountField::countChanged, this, &DivideCard::ask);
    connect(counts_.back(), &CountField::wrong, this, &DivideCard::said);
    connect(allowed_.back(), &QPushButton::toggled, this, &DivideCard::ask);
  }
  stated_ = wrappingRow(fields, 12);
  pieces_ = new CountField(tr("Pieces in all"), 1, 64);
  pieces_->setCount(12);
  chips.push_back(wrappingRow({pieces_, label(tr("pieces in all"))}, 6));
  mixed_ = wrappingRow(chips, 6);
  body()->addWidget(stated_);
  body()->addWidget(mixed_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  once_ = pill(tr("leave out mirror images"), tr("Leave out ways that are mirror images of others"));
  body()->addWidget(wrappingRow({once_}, 6));
  extent_ = new Pills({tr("this piece"), tr("all alike"), tr("each another way")}, tr("Divide"));
  extent_->setCurrent(One);
  body()->addWidget(extent_);
  gallery_ = new QWidget;
  new FlowLayout(scaled(4), scaled(4), gallery_);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  gallery_->setSizePolicy(policy);
  body()->addWidget(gallery_);
  back_ = namedButton(QStringLiteral("‹"), tr("The ways before"));
  on_ = namedButton(QStringLiteral("›"), tr("More ways"));
  pageNote_ = label({}, "muted");
  paging_ = wrappingRow({back_, pageNote_, on_}, 8);
  body()->addWidget(paging_);
  for (CountField* f : {divisions_, pieces_}) {
    connect(f, &CountField::wrong, this, &DivideCard::said);
    connect(f, &CountField::countChanged, this, [this, f] {
      if (f == divisions_) suggestCounts();
      ask();
    });
  }
  connect(way_, &Pills::chosen, this, &DivideCard::ask);
  connect(once_, &QPushButton::toggled, this, [this] {
    page_ = 0;
    ask();
  });
  connect(extent_, &Pills::chosen, this, [this] {
    canvas_.setGhosts({});
    if (model()) canvas_.showPieces(together(static_cast<std::uint32_t>(piece_), false));
  });
  connect(back_, &QPushButton::clicked, this, [this] {
    --page_;
    ask();
  });
  connect(on_, &QPushButton::clicked, this, [this] {
    ++page_;
    ask();
  });
  connect(&session_, &Session::opened, this, [this] { piece_ = -1; });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (!(parts & LayoutPart)) return;
    piece_ = -1;  // numbers may have moved
    refresh();
  });
}

void DivideCard::setActive(bool active) {
  active_ = active;
  if (active && piece_ < 0) piece_ = canvas_.cursorPiece();
  refresh();
}

const Piece* DivideCard::model() const {
  if (!session_.isOpen() || piece_ < 0 || piece_ >= static_cast<int>(session_.project().layout->size()))
    return nullptr;
  return &session_.project().layout->pieces[static_cast<std::size_t>(piece_)];
}

QString DivideCard::sentence() const {
  return model() ? tr("Choose a way on the right; a click on another piece chooses that one.")
                 : tr("A click chooses the piece to divide.");
}

std::vector<std::uint32_t> DivideCard::together(std::uint32_t piece, bool shift) const {
  if (extent_->current() == One) return {piece};
  return alikeTo(session_.project(), piece, shift);
}

void DivideCard::choosePiece(std::uint32_t piece) {
  piece_ = static_cast<int>(piece);
  page_ = 0;
  suggestCounts();
  refresh();
  canvas_.showPieces(together(piece, false));
  Q_EMIT pieceChosen();
}

/// Begins with a filling that surely exists: diamonds if they come out even, else triangles.
void DivideCard::suggestCounts() {
  const Piece* piece = model();
  if (!piece) return;
  const clathra::Shape& shape = session_.project().layout->shapes[piece->shape];
  const auto s = Subdivision::make(scaled(shape.outline, divisions_->count() / shape.edge));
  if (!s) return;
  const bool diamonds = shape.name.rfind("hexagon", 0) == 0 && s->triangles() % 2 == 0;
  for (std::size_t i = 0; i < counts_.size(); ++i) counts_[i]->setCount(0);
  counts_[diamonds ? 1 : 0]->setCount(diamonds ? s->triangles() / 2 : s->triangles());
  pieces_->setCount(s->triangles() / 2);
}

void DivideCard::refresh() {
  if (!session_.isOpen()) return;
  const Piece* piece = active_ ? model() : nullptr;
  for (QWidget* w : std::vector<QWidget*>{way_, stated_, mixed_, extent_, gallery_, paging_, note_})
    w->setVisible(piece != nullptr);
  divisions_->parentWidget()->setVisible(piece != nullptr);
  if (!piece) {
    once_->parentWidget()->hide();
    what_->setText(
        tr("Choose a piece in the picture: it is filled with small triangles, diamonds, half "
           "hexagons, hexagons or jewels in every way there is."));
    working_.cancel();
    return;
  }
  ask();
}

PartCounts DivideCard::counts() const {
  PartCounts out;
  for (const CountField* f : counts_) out.push_back(f->count());
  return out;
}

std::vector<bool> DivideCard::allowed() const {
  std::vector<bool> out;
  for (const QPushButton* b : allowed_) out.push_back(b->isChecked());
  return out;
}

DivideCard::Answer DivideCard::answer(const Polygon& large, int divisions, Way way, const PartCounts& counts,
                                      const std::vector<bool>& allowed, int pieces, bool mirroredOnce,
                                      std::uint64_t first, const Progress& progress) {
  Answer out;
  auto made = Subdivision::make(scaled(large, divisions));
  if (!made) {
    out.fault = inWords(made.error());
    return out;
  }
  out.subdivision = std::make_shared<const Subdivision>(std::move(*made));
  const Subdivision& s = *out.subdivision;
  if (way == Mixed) {
    const auto by = s.countMixed(allowed, progress);
    if (!by) return out;
    for (const auto n : *by) out.all += n;
    out.listed = pieces <= s.triangles() ? (*by)[static_cast<std::size_t>(pieces)] : 0;
    if (out.listed == 0) return out;
    if (auto page = s.mixed(allowed, pieces, std::min(first, out.listed - 1), kPage, progress))
      out.fillings = std::move(*page);
    return out;
  }
  int covered = 0;
  for (std::size_t i = 0; i < counts.size(); ++i) covered += counts[i] * s.trianglesOf(i);
  if (covered != s.triangles()) {
    const int off = s.triangles() - covered;
    out.fault = (off > 0 ? QObject::tr("There is room for %1 more.") : QObject::tr("That is %1 too much."))
                    .arg(QObject::tr("%n small triangle(s)", nullptr, std::abs(off)));
    return out;
  }
  const auto n = s.count(counts, progress);
  if (!n) return out;
  out.all = n->placements;
  out.upToTurns = n->upToTurns;
  out.upToMirror = n->upToTurnsAndMirror;
  const auto all = s.list(counts, mirroredOnce, kMostListed, progress);
  if (!all) return out;
  out.listed = all->size();
  for (std::uint64_t i = first; i < std::min<std::uint64_t>(first + kPage, all->size()); ++i)
    out.fillings.push_back((*all)[i]);
  return out;
}

void DivideCard::ask() {
  const Piece* piece = model();
  if (!active_ || !piece) return;
  const Way way = way_->current() == Mixed ? Mixed : Stated;
  stated_->setVisible(way == Stated);
  mixed_->setVisible(way == Mixed);
  const Project& p = session_.project();
  const clathra::Shape& shape = p.layout->shapes[piece->shape];
  const Length small = Length::millimetres(shape.edge / divisions_->count());
  what_->setText(
      tr("A %1 with edges of %2 into shapes with edges of %3.")
          .arg(shapeWords(shape.title),
               QString::fromStdString(formatLength(Length::millimetres(shape.edge), p.settings.unit)),
               QString::fromStdString(formatLength(small, p.settings.unit))));
  working_.start(
      this,
      [large = scaled(shape.outline, 1 / shape.edge), divisions = divisions_->count(), way, counts = counts(),
       allowed = allowed(), pieces = pieces_->count(), mirroredOnce = once_->isChecked(),
       first = page_ * kPage](const Progress& progress) {
        return answer(large, divisions, way, counts, allowed, pieces, mirroredOnce, first, progress);
      },
      [this](Answer a) { show(std::move(a)); });
}

void DivideCard::show(Answer answer) {
  shown_ = std::move(answer);
  canvas_.setGhosts({});
  clearLayout(gallery_->layout());
  const std::uint64_t pages = (shown_.listed + kPage - 1) / kPage;
  if (page_ > 0 && page_ >= pages) {
    page_ = 0;
    return ask();
  }
  if (!shown_.fault.isEmpty())
    note_->setText(shown_.fault);
  else if (way_->current() == Mixed)
    note_->setText(
        tr("Ways in all: %1; with this many pieces: %2.").arg(grouped(shown_.all), grouped(shown_.listed)));
  else if (shown_.all == 0)
    note_->setText(tr("These do not fill it in any way."));
  else
    note_->setText(tr("Ways: %1; %2 if turned ones count once, %3 if mirror images do too.")
                       .arg(grouped(shown_.all), grouped(shown_.upToTurns), grouped(shown_.upToMirror)));
  // Where no way is another one's mirror image there is nothing to choose.
  once_->parentWidget()->setVisible(way_->current() != Mixed && shown_.upToMirror < shown_.upToTurns);
  const Piece* piece = model();
  for (std::size_t i = 0; piece && i < shown_.fillings.size(); ++i) {
    auto* thumb = new Thumb(shown_.subdivision, shown_.fillings[i], piece->turn);
    thumb->setAccessibleName(tr("Divide it like this: way %1").arg(page_ * kPage + i + 1));
    thumb->installEventFilter(this);
    connect(thumb, &QPushButton::clicked, this, [this, i] { take(static_cast<int>(i)); });
    gallery_->layout()->addWidget(thumb);
    thumb->show();
  }
  paging_->setVisible(pages > 1);
  back_->setEnabled(page_ > 0);
  on_->setEnabled(page_ + 1 < pages);
  pageNote_->setText(tr("page %1 of %2").arg(grouped(page_ + 1), grouped(pages)));
  gallery_->updateGeometry();
}

Subdivide DivideCard::editFor(std::uint64_t index) const {
  Subdivide edit;
  edit.pieces = together(static_cast<std::uint32_t>(piece_), false);
  edit.divisions = divisions_->count();
  edit.index = index;
  edit.different = extent_->current() == Different;
  const std::size_t parts = subdivisionParts().size();
  edit.parts.assign(parts, 0);
  edit.allowed.assign(parts, false);
  const bool mixed = way_->current() == Mixed;
  for (std::size_t i = 0; i < parts; ++i) {
    if (mixed)
      edit.allowed[i] = allowed_[i]->isChecked();
    else
      edit.parts[i] = counts_[i]->count();
  }
  if (mixed) edit.count = pieces_->count();
  edit.mirroredOnce = !mixed && once_->isChecked();
  return edit;
}

bool DivideCard::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn)
    preview(gallery_->layout()->indexOf(static_cast<QWidget*>(watched)));
  if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut) canvas_.setGhosts({});
  return Card::eventFilter(watched, event);
}

void DivideCard::preview(int filling) {
  const Piece* piece = model();
  if (!piece || filling < 0 || filling >= static_cast<int>(shown_.fillings.size())) return;
  const Layout& layout = *session_.project().layout;
  std::vector<Polygon> ghosts;
  for (const auto i : together(static_cast<std::uint32_t>(piece_), false)) {
    const Piece& at = layout.pieces[i];
    for (const auto part : shown_.fillings[static_cast<std::size_t>(filling)])
      ghosts.push_back(placed(scaled(shown_.subdivision->placements()[part].outline,
                                     layout.shapes[at.shape].edge / divisions_->count()),
                              at.turn, at.hand < 0, at.centre));
  }
  canvas_.setGhosts(std::move(ghosts));
}

void DivideCard::take(int filling) {
  if (!model()) return;
  const int n = static_cast<int>(together(static_cast<std::uint32_t>(piece_), false).size());
  session_.edit(editFor(page_ * kPage + static_cast<std::uint64_t>(filling)),
                tr("divided %1").arg(tr("%n piece(s)", nullptr, n)));
}

}  // namespace clathra
