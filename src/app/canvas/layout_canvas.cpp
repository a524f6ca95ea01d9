#include "app/canvas/layout_canvas.hpp"

#include <QAccessible>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScreen>
#include <QWheelEvent>
#include <cmath>
#include <utility>

#include "app/canvas/canvas_access.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"

namespace clathra {

namespace {
constexpr double kMargin = 14;     // px round the picture
constexpr double kDragStarts = 6;  // px
constexpr double kEdgeReach = 24;  // px
constexpr double kPenReach = 12;   // px
constexpr double kZoomStep = 1.25;
constexpr double kRoomToGrow = 1.5;  // edges
}  // namespace

LayoutCanvas::LayoutCanvas(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
  installCanvasAccess();
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
  setMinimumSize(160, 120);
  setAccessibleName(tr("Picture of the layout"));
  setAccessibleDescription(
      tr("Arrow keys move the cursor from piece to piece, Enter does what the sentence above says, plus and "
         "minus zoom, 0 shows all."));
  connect(&session_, &Session::opened, this, [this] {
    cursor_ = -1;
    fitAll();
  });
  connect(&session_, &Session::resultsChanged, this, [this] {
    if (view_ == LayoutView::AsSewn) update();
  });
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (shown_) lit_.clear();
    shown_ = false;
    const int last = static_cast<int>(session_.project().layout->size()) - 1;
    cursor_ = std::min(cursor_, last);
    pointed_ = std::min(pointed_, last);
    if (parts & LayoutPart) {
      edges_.clear();  // they belong to the layout before
      edgePointed_ = -1;
      ghosts_.clear();
      also_.reset();
      areaFrom_ = -1;
    }
    if ((parts & LayoutPart) && fitted_) fitAll();
    refreshReach();
    update();
  });
}

void LayoutCanvas::setReach(std::function<std::vector<std::uint32_t>(std::uint32_t, bool)> reach) {
  reach_ = std::move(reach);
  refreshReach();
}

void LayoutCanvas::refreshReach() {
  if (shown_) return;
  lit_.clear();
  if (pointed_ >= 0 && reach_ && session_.isOpen())
    lit_ = reach_(static_cast<std::uint32_t>(pointed_), shift_);
  update();
}

void LayoutCanvas::setEdges(std::vector<OpenEdge> edges, bool active) {
  edges_ = std::move(edges);
  const bool other = std::exchange(edgesActive_, active) != active;
  edgePointed_ = -1;
  if (other && fitted_) fitAll();
  update();
}

void LayoutCanvas::setGhosts(std::vector<Polygon> ghosts) {
  ghosts_ = std::move(ghosts);
  update();
}

void LayoutCanvas::setAlso(std::optional<Box> box) {
  const bool other = std::exchange(also_, box) != box;
  if (other && fitted_) fitAll();
}

void LayoutCanvas::setUnits(std::vector<Polygon> outlines) {
  units_ = std::move(outlines);
  update();
}

void LayoutCanvas::setDrafting(bool active) {
  pen_.setActive(active);
  if (active)
    setCursor(Qt::CrossCursor);
  else
    unsetCursor();
  update();
}

void LayoutCanvas::setCentre(std::optional<Point> centre) {
  centre_ = centre;
  pen_.setCentre(centre);
  update();
}

std::pair<QPointF, QPointF> LayoutCanvas::edgeOnScreen(const OpenEdge& open) const {
  const QPointF middle = place_.toDevice(open.middle());
  const QPointF along = place_.toDevice(open.middle() + open.direction()) - middle;
  const double l = std::max(1e-9, std::hypot(along.x(), along.y()));
  // The piece lies to the right of the way; seen from the BACK, to the left.
  const double side = back_ ? -1 : 1;
  return {middle, QPointF(along.y(), -along.x()) * (side / l)};
}

void LayoutCanvas::pointAtEdge(QPointF at) {
  const auto edge = openEdgeNear(edges_, place_.toLayout(at), kEdgeReach / place_.scale);
  const int now = edge ? static_cast<int>(*edge) : -1;
  if (now == edgePointed_) return;
  edgePointed_ = now;
  update();
}

/// From edge to edge: straight on counts more than near, as from piece to piece.
void LayoutCanvas::moveEdgeCursor(Point towards) {
  if (edges_.empty()) return;
  const auto middle = [](const OpenEdge& e) { return e.middle(); };
  if (edgePointed_ < 0) {
    edgePointed_ = 0;
    for (int i = 1; i < static_cast<int>(edges_.size()); ++i)
      if (dot(middle(edges_[static_cast<std::size_t>(i)]), towards) >
          dot(middle(edges_[static_cast<std::size_t>(edgePointed_)]), towards) + 1e-6)
        edgePointed_ = i;
    return update();
  }
  const Point here = middle(edges_[static_cast<std::size_t>(edgePointed_)]);
  double least = 1e300;
  int best = edgePointed_;
  for (int i = 0; i < static_cast<int>(edges_.size()); ++i) {
    const Point d = middle(edges_[static_cast<std::size_t>(i)]) - here;
    const double along = dot(d, towards), aside = std::abs(cross(d, towards));
    if (i == edgePointed_ || along < 1e-6) continue;
    if (along + 2 * aside >= least) continue;
    least = along + 2 * aside;
    best = i;
  }
  edgePointed_ = best;
  update();
}

void LayoutCanvas::setLineHandles(bool shown, std::shared_ptr<const Layout> whole) {
  const bool other = line_.show(shown, std::move(whole));
  if (!shown) unsetCursor();
  if (other && fitted_) fitAll();  // the whole pieces reach farther than the line
  update();
}

void LayoutCanvas::setView(LayoutView view) {
  view_ = view;
  update();
}

void LayoutCanvas::setBack(bool back) {
  back_ = back;
  fitAll();
}

void LayoutCanvas::showPieces(std::vector<std::uint32_t> pieces) {
  lit_ = std::move(pieces);
  shown_ = true;
  if (!lit_.empty()) setCursorPiece(static_cast<int>(lit_.front()));
  shown_ = true;
  update();
}

Box LayoutCanvas::shownBox() const {
  const Layout& layout = *session_.project().layout;
  Box box = layout.sides == FinishingSides::Slice ? session_.index().bounds() : layout.finished;
  if (const Layout* whole = line_.whole()) box = unite(box, whole->finished);
  if (also_) box = unite(box, *also_);
  if (!edgesActive_) return box;
  // Where pieces are added there is room for the next ones round the rim.
  const double room = kRoomToGrow * session_.project().recipe.edge.mm();
  return {box.left - room, box.top - room, box.right + room, box.bottom + room};
}

void LayoutCanvas::fit(bool width, bool height) {
  if (!session_.isOpen()) return;
  QRectF room = QRectF(rect()).adjusted(kMargin, kMargin, -kMargin, -kMargin);
  const Box box = shownBox();
  if (edgesActive_ && room.width() > 2 * keptFree_) room.setRight(room.right() - keptFree_);
  const double w = room.width() / std::max(box.width(), 1e-6),
               h = room.height() / std::max(box.height(), 1e-6);
  const LayoutPlace whole = fitted(box, room, back_);
  place_ = whole;
  if (width != height) {
    place_.scale = width ? w : h;
    const double midX = (box.left + box.right) / 2 * (back_ ? -1 : 1), midY = (box.top + box.bottom) / 2;
    place_.origin = room.center() - QPointF(midX, midY) * place_.scale;
  }
  fitted_ = width && height;
  update();
  Q_EMIT viewChanged();
}

void LayoutCanvas::fitAll() {
  fit(true, true);
}
void LayoutCanvas::fitWidth() {
  fit(true, false);
}
void LayoutCanvas::fitHeight() {
  fit(false, true);
}

void LayoutCanvas::zoomBy(double factor, QPointF about) {
  const double scale = std::clamp(place_.scale * factor, 0.01, 100.0);
  const double k = scale / place_.scale;
  place_.origin = about + (place_.origin - about) * k;
  place_.scale = scale;
  fitted_ = false;
  update();
  Q_EMIT viewChanged();
}

double LayoutCanvas::zoomPercent() const {
  const double perMm = screen() ? screen()->physicalDotsPerInch() / 25.4 : 96 / 25.4;
  return 100 * place_.scale / perMm;
}

void LayoutCanvas::setCursorPiece(int piece) {
  cursor_ = piece;
  bringIntoView(piece);
  point(piece, shift_);
  if (piece >= 0 && QAccessible::isActive()) {  // so that a screen reader reads it
    QAccessibleEvent event(this, QAccessible::Focus);
    event.setChild(piece);
    QAccessible::updateAccessibility(&event);
  }
}

QRectF LayoutCanvas::onScreenBox(std::uint32_t piece) const {
  QPolygonF outline;
  for (const Point c : session_.project().layout->outline(piece)) outline << place_.toDevice(c);
  return outline.boundingRect();
}

int LayoutCanvas::pieceAt(QPointF at) const {
  if (!session_.isOpen()) return -1;
  const auto piece = session_.index().at(*session_.project().layout, place_.toLayout(at));
  return piece ? static_cast<int>(*piece) : -1;
}

void LayoutCanvas::bringIntoView(int piece) {
  if (piece < 0) return;
  const QPointF at = onScreen(static_cast<std::uint32_t>(piece));
  const QRectF room = QRectF(rect()).adjusted(40, 40, -40, -40);
  if (room.contains(at)) return;
  const QPointF to(std::clamp(at.x(), room.left(), std::max(room.left(), room.right())),
                   std::clamp(at.y(), room.top(), std::max(room.top(), room.bottom())));
  place_.origin += to - at;
  fitted_ = false;
  Q_EMIT viewChanged();
}

void LayoutCanvas::point(int piece, bool shift) {
  pointed_ = piece;
  shift_ = shift;
  refreshReach();
  Q_EMIT pointedAt(piece);
}

void LayoutCanvas::resizeEvent(QResizeEvent*) {
  if (fitted_) fitAll();
}

void LayoutCanvas::mouseMoveEvent(QMouseEvent* event) {
  if (!session_.isOpen()) return;
  const Layout& layout = *session_.project().layout;
  if (line_.dragging()) {
    Q_EMIT lineMoved(line_.drag(event->position(), layout, place_));
    return update();
  }
  if (line_.shown() && !pressed_) {
    const int side = line_.handleAt(event->position(), layout, place_);
    if (side < 0)
      unsetCursor();
    else if (!LineHandles::isUpright(layout))
      setCursor(Qt::SizeAllCursor);
    else
      setCursor(side % 2 == 0 ? Qt::SizeHorCursor : Qt::SizeVerCursor);
  }
  if (area_.drawing()) {
    area_.move(event->position());
    return update();
  }
  if (picking_ && !pressed_) return pickAt(event->position());
  if (acting_) {
    const int piece = pieceAt(event->position());
    if (piece < 0 || piece == dragPiece_) return;
    dragPiece_ = cursor_ = piece;
    const bool shift = event->modifiers() & Qt::ShiftModifier;
    point(piece, shift);
    Q_EMIT draggedOver(static_cast<std::uint32_t>(piece), shift);
    return;
  }
  if (pressed_ && (dragging_ || (event->position() - dragFrom_).manhattanLength() > kDragStarts)) {
    dragging_ = true;
    place_.origin += event->position() - dragFrom_;
    dragFrom_ = event->position();
    fitted_ = false;
    update();
    Q_EMIT viewChanged();
    return;
  }
  if (edgesActive_) return pointAtEdge(event->position());
  if (pen_.active()) {
    pen_.moveTo(place_.toLayout(event->position()), layout, session_.index(), kPenReach / place_.scale);
    update();
  }
  const int now = pieceAt(event->position());
  const bool shift = event->modifiers() & Qt::ShiftModifier;
  if (shown_ || (now == pointed_ && shift == shift_)) return;
  point(now, shift);
}

void LayoutCanvas::mousePressEvent(QMouseEvent* event) {
  pressed_ = true;
  dragging_ = false;
  dragFrom_ = event->position();
  if (!session_.isOpen()) return;
  if (event->button() == Qt::LeftButton && line_.press(event->position(), *session_.project().layout, place_))
    return;
  if (picking_) return;
  if (area_.kind() != AreaKind::None && event->button() == Qt::LeftButton) {
    pressed_ = false;  // it does not move the picture
    return area_.press(event->position());
  }
  const int piece = dragActs_ && event->button() == Qt::LeftButton ? pieceAt(event->position()) : -1;
  if (piece < 0) return;
  // It acts at once: a drag goes on from here.
  acting_ = true;
  shown_ = false;
  dragPiece_ = cursor_ = piece;
  const bool shift = event->modifiers() & Qt::ShiftModifier;
  point(piece, shift);
  Q_EMIT clicked(static_cast<std::uint32_t>(piece), shift);
}

void LayoutCanvas::mouseReleaseEvent(QMouseEvent* event) {
  const bool wasDrag = dragging_;
  pressed_ = dragging_ = false;
  if (line_.dragging()) {
    if (const auto line = line_.release()) Q_EMIT lineDropped(*line);
    return update();
  }
  if (area_.drawing() && event->button() == Qt::LeftButton && session_.isOpen()) {
    const bool area = area_.isArea();
    const auto within = area_.release(*session_.project().layout, place_);
    update();
    if (area) return Q_EMIT areaDrawn(within, event->modifiers() & Qt::ShiftModifier);
  }
  if (picking_ && !wasDrag && event->button() == Qt::LeftButton && session_.isOpen()) {
    pickAt(event->position());
    if (pick_) Q_EMIT picked(*pick_);
    return;
  }
  if (acting_) {
    acting_ = false;
    return Q_EMIT dragEnded();
  }
  if (wasDrag || !session_.isOpen() || event->button() != Qt::LeftButton) return;
  shown_ = false;
  if (edgesActive_) {
    pointAtEdge(event->position());
    if (edgePointed_ >= 0) Q_EMIT edgeClicked(edgePointed_);
    return;
  }
  if (pen_.active()) {
    pen_.moveTo(place_.toLayout(event->position()), *session_.project().layout, session_.index(),
                kPenReach / place_.scale);
    if (const auto line = pen_.press()) Q_EMIT lineDrawn(*line);
    return update();
  }
  const int piece = pieceAt(event->position());
  if (piece < 0) return refreshReach();
  cursor_ = piece;
  const bool shift = event->modifiers() & Qt::ShiftModifier;
  point(cursor_, shift);
  Q_EMIT clicked(static_cast<std::uint32_t>(piece), shift);
}

void LayoutCanvas::wheelEvent(QWheelEvent* event) {
  const double steps = event->angleDelta().y() / 120.0;
  if (steps != 0) zoomBy(std::pow(kZoomStep, steps), event->position());
}

bool LayoutCanvas::moveCursor(int key) {
  Point towards;
  switch (key) {
    case Qt::Key_Left:
      towards = {back_ ? 1.0 : -1.0, 0};
      break;
    case Qt::Key_Right:
      towards = {back_ ? -1.0 : 1.0, 0};
      break;
    case Qt::Key_Up:
      towards = {0, -1};
      break;
    case Qt::Key_Down:
      towards = {0, 1};
      break;
    default:
      return false;
  }
  shown_ = false;
  if (edgesActive_) {
    moveEdgeCursor(towards);
    return true;
  }
  const Layout& layout = *session_.project().layout;
  if (cursor_ < 0) {
    const Point middle = place_.toLayout(QRectF(rect()).center());
    const auto at = session_.index().at(layout, middle);
    setCursorPiece(at ? static_cast<int>(*at) : 0);
    return true;
  }
  if (const auto next = session_.index().neighbour(layout, static_cast<std::uint32_t>(cursor_), towards))
    setCursorPiece(static_cast<int>(*next));
  if (picking_) {
    pickStep_ = 0;
    pick_ = layout.pieces[static_cast<std::size_t>(cursor_)].centre;
  }
  return true;
}

void LayoutCanvas::keyPressEvent(QKeyEvent* event) {
  if (!session_.isOpen()) return;
  const QPointF middle = QRectF(rect()).center();
  if (moveCursor(event->key())) return;
  if (picking_ && pickByKey(event->key())) return;
  switch (event->key()) {
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
      if (edgesActive_) {
        if (edgePointed_ >= 0) Q_EMIT edgeClicked(edgePointed_);
        return;
      }
      if (cursor_ < 0) break;
      shown_ = false;
      if (area_.kind() == AreaKind::Box && areaByKey()) return;
      Q_EMIT clicked(static_cast<std::uint32_t>(cursor_), event->modifiers() & Qt::ShiftModifier);
      return;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
      return zoomBy(kZoomStep, middle);
    case Qt::Key_Minus:
      return zoomBy(1 / kZoomStep, middle);
    case Qt::Key_0:
      return fitAll();
    case Qt::Key_W:
      return fitWidth();
    case Qt::Key_H:
      return fitHeight();
    case Qt::Key_C:
      Q_EMIT cureAsked();
      return;
    case Qt::Key_Escape:
      if (area_.drawing() || areaFrom_ >= 0) {
        area_.letGo();
        areaFrom_ = -1;
        return update();
      }
      if (!pen_.active()) break;
      pen_.goOnFrom(std::nullopt);
      update();
      Q_EMIT draftLetGo();
      return;
    case Qt::Key_F:
      Q_EMIT fillAsked();
      return;
    case Qt::Key_T:
      Q_EMIT turnAsked();
      return;
    default:
      break;
  }
  QWidget::keyPressEvent(event);
}

void LayoutCanvas::leaveEvent(QEvent*) {
  if (pen_.active()) {
    pen_.leave();
    update();
  }
  if (!shown_ && !hasFocus()) point(-1, false);
}

}  // namespace clathra
