// One cloth of the shelf, to the shelf's common scale: its width lies across, its lengths hang down from the
// cut end.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/painted_button.hpp"

namespace clathra {

class ShelfTile : public PaintedButton {
 public:
  static constexpr double kRoom = 212, kDrop = 190;  // px at 100 %

  /// `scale`: px at 100 % for each mm; `drop`: px at 100 % of the longest length on the shelf. A collection
  /// that is `unfolded` shows each of its cloths with its number and what was cut of it.
  ShelfTile(Session& session, const Cloth& cloth, double scale, double drop, bool unfolded = false);
  static QString facts(const Cloth& cloth, LengthUnit unit);

 protected:
  void draw(QPainter& p, double k) override;

 private:
  void cutOff(QPainter& p, const Cloth& cloth, int length, const QRectF& piece, double scale) const;
  void gone(QPainter& p, const OnHand& length, QPointF corner, double k) const;
  void stack(QPainter& p, const Cloth& cloth, QPointF corner, double k);
  void each(QPainter& p, const Cloth& cloth, QPointF corner, double k);
  void loose(QPainter& p, const Cloth& cloth, const QRectF& swatch);

  Session& session_;
  ClothId id_;
  double scale_;
  bool unfolded_;
};

}  // namespace clathra
