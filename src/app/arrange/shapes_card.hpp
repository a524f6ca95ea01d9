// Shapes of one's own: naming the shape of a piece, and making a shape of a hole.
#pragma once
#include <QComboBox>
#include <QLineEdit>
#include <memory>

#include "app/arrange/paint_card.hpp"
#include "app/canvas/layout_canvas.hpp"
#include "app/widgets/kept_rows.hpp"

namespace clathra {

class ShapesCard : public Card {
  Q_OBJECT
 public:
  ShapesCard(Session& session, LayoutCanvas& canvas, PaintCard& paint);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void refresh();
  void make(MakeShape edit, const QString& label);
  void keep();
  QWidget* shapeRow(const OwnShape& shape, int pieces);

  Session& session_;
  LayoutCanvas& canvas_;
  PaintCard& paint_;
  QLineEdit* name_;
  QComboBox* holes_;
  QWidget* ofHole_;
  std::unique_ptr<KeptRows> rows_;
  std::vector<Polygon> outlines_;  ///< of the holes, as the list has them
};

}  // namespace clathra
