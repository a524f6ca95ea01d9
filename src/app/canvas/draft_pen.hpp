// The pen of a draft: where a line would begin or end, what it is brought onto, and the lines that wait for
// others to close a face.
#pragma once
#include <QPainter>
#include <optional>
#include <vector>

#include "draw/layout_painter.hpp"
#include "layout/draft.hpp"

namespace clathra {

class DraftPen {
 public:
  /// True if this changes anything.
  bool setActive(bool active);
  bool active() const { return active_; }
  void setDivisions(int divisions) { divisions_ = divisions; }

  /// The pen moves to a point of the layout; `reach` in mm.
  void moveTo(Point p, const Layout& layout, const PieceIndex& index, double reach);
  void leave() { snap_.reset(); }
  /// The pen comes down: begins a line, or ends it and gives it.
  std::optional<Line> press();
  /// Where the next line begins; nothing: wherever the pen comes down.
  void goOnFrom(std::optional<Point> from) { from_ = from; }
  bool drawing() const { return from_.has_value(); }
  void setWaiting(std::vector<Line> lines) { waiting_ = std::move(lines); }
  /// Cuts that would cure reflex corners.
  void setCures(std::vector<Line> cuts) { cures_ = std::move(cuts); }
  /// The centre of turned copies, which lines are brought onto as well.
  void setCentre(std::optional<Point> centre) { centre_ = centre; }
  /// A piece whose corners are numbered; -1 for none.
  void setNumbered(int piece) { numbered_ = piece; }
  /// What the pen is brought onto, in words: "a corner", "1/3 of the side", "60°".
  QString words() const;

  void paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const;

 private:
  bool active_ = false;
  int divisions_ = 4;
  int numbered_ = -1;
  std::optional<Snap> snap_;
  std::optional<Point> from_, centre_;
  std::vector<Line> waiting_, cures_;
};

}  // namespace clathra
