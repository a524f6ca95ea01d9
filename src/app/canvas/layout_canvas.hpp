// The picture of the layout: zoom, pan, a visible cursor for the keyboard, and what a click would change lit
// first.
#pragma once
#include <QWidget>
#include <functional>
#include <vector>

#include "app/canvas/area_pen.hpp"
#include "app/canvas/draft_pen.hpp"
#include "app/canvas/line_handles.hpp"
#include "app/session/session.hpp"
#include "draw/layout_painter.hpp"
#include "layout/grow.hpp"

namespace clathra {

class LayoutCanvas : public QWidget {
  Q_OBJECT
 public:
  explicit LayoutCanvas(Session& session, QWidget* parent = nullptr);

  /// Which pieces a click on a piece changes; empty for none. They light up under the pointer and the cursor.
  void setReach(std::function<std::vector<std::uint32_t>(std::uint32_t piece, bool shift)> reach);
  void setBack(bool back);
  bool back() const { return back_; }
  /// Cloths as they are, their lightness alone, or the whole as from across the room.
  void setView(LayoutView view);
  /// Lights pieces until the next edit or click ("Show them").
  void showPieces(std::vector<std::uint32_t> pieces);
  void fitAll();
  void fitWidth();
  void fitHeight();
  void zoomBy(double factor, QPointF about);
  double zoomPercent() const;  ///< of life size, by the screen's own resolution
  int cursorPiece() const { return cursor_; }
  void setCursorPiece(int piece);
  /// Where a piece's centre lies on the widget.
  QPointF onScreen(std::uint32_t piece) const {
    return place_.toDevice(session_.project().layout->pieces[piece].centre);
  }
  QPointF onScreen(Point p) const { return place_.toDevice(p); }
  /// The box round a piece on the widget.
  QRectF onScreenBox(std::uint32_t piece) const;
  int pieceAt(QPointF at) const;  ///< under a point of the widget; -1 for none
  const Session& session() const { return session_; }
  void refreshReach();
  /// Whether dragging with the left button acts on pieces; else it moves the picture, as the other buttons
  /// do.
  void setDragActs(bool acts) { dragActs_ = acts; }
  bool dragActing() const { return acting_; }
  /// Dragging draws round pieces instead; a click stays a click.
  void setArea(AreaKind kind);
  AreaKind area() const { return area_.kind(); }
  /// The next click says where a point lies: the middle of a piece, a corner, or the middle of a side.
  void setPicking(bool picking);
  bool picking() const { return picking_; }
  /// Shows the finishing line with handles to drag, over the outlines of the whole pieces.
  void setLineHandles(bool shown, std::shared_ptr<const Layout> whole);
  /// Open edges to point at instead of pieces, while `active`.
  void setEdges(std::vector<OpenEdge> edges, bool active);
  /// Width on the right that a fitted layout leaves free while edges are pointed at, px.
  void setKeptFree(int width) { keptFree_ = width; }
  /// What would come beyond the layout: a fitted picture shows it too.
  void setAlso(std::optional<Box> box);
  /// Outlines of what would be placed.
  void setGhosts(std::vector<Polygon> ghosts);
  /// Outlines of units, drawn thick over the pieces.
  void setUnits(std::vector<Polygon> outlines);
  /// The centre of turned copies, shown as a cross.
  void setCentre(std::optional<Point> centre);
  /// Its middle on the widget, and the direction away from its piece.
  std::pair<QPointF, QPointF> edgeOnScreen(const OpenEdge& edge) const;
  int cursorEdge() const { return edgePointed_; }
  /// Lines are drawn instead of pieces clicked; the keyboard's cursor still goes from piece to piece.
  void setDrafting(bool active);
  DraftPen& pen() { return pen_; }

 Q_SIGNALS:
  void edgeClicked(int edge);
  void fillAsked();  ///< the key that fills closed holes
  void lineDrawn(const clathra::Line& line);
  void cureAsked();   ///< the key that cuts reflex corners
  void draftLetGo();  ///< Escape while lines wait
  void clicked(std::uint32_t piece, bool shift);
  void draggedOver(std::uint32_t piece, bool shift);  ///< with the left button down, after clicked()
  void dragEnded();
  void areaDrawn(const std::vector<std::uint32_t>& pieces, bool shift);  ///< of what lies within
  void picked(const clathra::Point& point);
  void pickingLetGo();
  void pointedAt(int piece);  ///< under pointer or cursor; -1 for none
  void turnAsked();           ///< the key that turns the direction of rows
  void viewChanged();
  void lineMoved(const clathra::Polygon& line);    ///< while a side is dragged
  void lineDropped(const clathra::Polygon& line);  ///< when it is let go

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void leaveEvent(QEvent*) override;

 private:
  Box shownBox() const;
  void fit(bool width, bool height);
  void point(int piece, bool shift);
  void bringIntoView(int piece);
  bool moveCursor(int key);
  void moveEdgeCursor(Point towards);
  void pointAtEdge(QPointF at);
  void pickAt(QPointF at);
  bool pickByKey(int key);
  bool areaByKey();
  void paintGrowing(QPainter& painter) const;
  void paintFromAfar(QPainter& painter) const;

  Session& session_;
  std::function<std::vector<std::uint32_t>(std::uint32_t, bool)> reach_;
  LayoutPlace place_;
  std::vector<std::uint32_t> lit_;
  bool shown_ = false;  ///< lit_ was asked for, not hovered
  bool back_ = false;
  LayoutView view_ = LayoutView::Cloths;
  bool fitted_ = true;  ///< follows the window's size
  int cursor_ = -1, pointed_ = -1;
  bool shift_ = false;
  std::vector<OpenEdge> edges_;
  std::vector<Polygon> ghosts_, units_;
  std::optional<Point> centre_;
  bool edgesActive_ = false;
  int keptFree_ = 0;
  std::optional<Box> also_;
  int edgePointed_ = -1;
  QPointF dragFrom_;
  bool dragging_ = false, pressed_ = false;
  bool dragActs_ = false, acting_ = false;  ///< a drag that acts on pieces
  int dragPiece_ = -1;
  LineHandles line_;
  DraftPen pen_;
  AreaPen area_;
  int areaFrom_ = -1;  ///< the piece at which a box by the keyboard begins
  bool picking_ = false;
  std::optional<Point> pick_;
  int pickStep_ = 0;
};

}  // namespace clathra
