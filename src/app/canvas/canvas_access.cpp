#include "app/canvas/canvas_access.hpp"

#include <QAccessibleWidget>
#include <QPointer>
#include <algorithm>
#include <vector>

#include "app/canvas/layout_canvas.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// One piece, as a screen reader meets it. It knows its number only: what it says is always of now.
class PieceAccess : public QAccessibleInterface {
 public:
  PieceAccess(LayoutCanvas& canvas, int piece) : canvas_(&canvas), piece_(piece) {}

  bool isValid() const override {
    return canvas_ && canvas_->session().isOpen() &&
           piece_ < static_cast<int>(canvas_->session().project().layout->size());
  }
  QObject* object() const override { return nullptr; }
  QAccessibleInterface* childAt(int, int) const override { return nullptr; }
  QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(canvas_); }
  QAccessibleInterface* child(int) const override { return nullptr; }
  int childCount() const override { return 0; }
  int indexOfChild(const QAccessibleInterface*) const override { return -1; }
  QString text(QAccessible::Text t) const override {
    return isValid() && t == QAccessible::Name ? describePiece(canvas_->session(), piece_) : QString();
  }
  void setText(QAccessible::Text, const QString&) override {}
  QRect rect() const override {
    if (!isValid()) return {};
    const QRect on = canvas_->onScreenBox(static_cast<std::uint32_t>(piece_)).toAlignedRect();
    return {canvas_->mapToGlobal(on.topLeft()), on.size()};
  }
  QAccessible::Role role() const override { return QAccessible::ListItem; }
  QAccessible::State state() const override {
    QAccessible::State s;
    s.focusable = true;
    s.focused = isValid() && canvas_->hasFocus() && canvas_->cursorPiece() == piece_;
    s.invalid = !isValid();
    return s;
  }

 private:
  QPointer<LayoutCanvas> canvas_;
  int piece_;
};

/// The picture itself. Children are made when they are asked for and kept; there are never more than pieces.
class CanvasAccess : public QAccessibleWidget {
 public:
  explicit CanvasAccess(LayoutCanvas& canvas)
      : QAccessibleWidget(&canvas, QAccessible::List), canvas_(canvas) {}
  ~CanvasAccess() override {
    for (const QAccessible::Id id : made_)
      if (id != 0) QAccessible::deleteAccessibleInterface(id);
  }

  int childCount() const override {
    const Session& s = canvas_.session();
    return s.isOpen() ? static_cast<int>(s.project().layout->size()) : 0;
  }
  QAccessibleInterface* child(int index) const override {
    if (index < 0 || index >= childCount()) return nullptr;
    const auto at = static_cast<std::size_t>(index);
    if (made_.size() <= at) made_.resize(at + 1, 0);
    if (made_[at] == 0) made_[at] = QAccessible::registerAccessibleInterface(new PieceAccess(canvas_, index));
    return QAccessible::accessibleInterface(made_[at]);
  }
  int indexOfChild(const QAccessibleInterface* child) const override {
    for (std::size_t i = 0; i < made_.size(); ++i)
      if (made_[i] != 0 && QAccessible::accessibleInterface(made_[i]) == child) return static_cast<int>(i);
    return -1;
  }
  QAccessibleInterface* childAt(int x, int y) const override {
    const auto piece = canvas_.pieceAt(canvas_.mapFromGlobal(QPoint(x, y)));
    return piece < 0 ? nullptr : child(piece);
  }
  QAccessibleInterface* focusChild() const override {
    return canvas_.hasFocus() ? child(canvas_.cursorPiece()) : nullptr;
  }

 private:
  LayoutCanvas& canvas_;
  mutable std::vector<QAccessible::Id> made_;
};

QAccessibleInterface* make(const QString&, QObject* object) {
  if (auto* canvas = qobject_cast<LayoutCanvas*>(object)) return new CanvasAccess(*canvas);
  return nullptr;
}

}  // namespace

QString describePiece(const Session& session, int piece) {
  if (!session.isOpen() || piece < 0) return {};
  const Project& p = session.project();
  const Piece& at = p.layout->pieces[static_cast<std::size_t>(piece)];
  const Cloth* cloth = clothById(p, p.painting[static_cast<std::size_t>(piece)]);
  QString title = shapeWords(p.layout->shapes[at.shape].title);
  title[0] = title[0].toUpper();
  if (at.hand != 0) title += at.hand > 0 ? QObject::tr(" (right)") : QObject::tr(" (left)");
  const auto arrangement = session.library().find(p.recipe.arrangement);
  const bool rosette = arrangement && (*arrangement)->kind == ArrangementKind::Rosette;
  const QString what = QObject::tr("%1 %2, %3, %4 %5")
                           .arg(title)
                           .arg(piece + 1)
                           .arg(cloth ? QString::fromStdString(clothTitle(*cloth)) : QObject::tr("no cloth"),
                                rosette ? QObject::tr("ring") : QObject::tr("row"))
                           .arg(rosette ? at.row : at.row + 1);
  for (const SetOnPieces& set : session.inSets().sets)
    if (std::binary_search(set.pieces.begin(), set.pieces.end(), static_cast<std::uint32_t>(piece)))
      return QObject::tr("%1, set %2 of its layers").arg(what).arg(set.set);
  return what;
}

void installCanvasAccess() {
  static const bool once = (QAccessible::installFactory(make), true);
  Q_UNUSED(once)
}

}  // namespace clathra
