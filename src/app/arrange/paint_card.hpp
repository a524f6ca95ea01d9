// Paint with: the cloths with how many pieces wear each, "add a cloth", and how far a click reaches.
#pragma once
#include "app/canvas/area_pen.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"

class QCheckBox;
class QComboBox;

namespace clathra {

enum class PaintWay { Piece, Row, Ring, Alike, Unit, Area };

class PaintCard : public Card {
  Q_OBJECT
 public:
  explicit PaintCard(Session& session);
  ClothId cloth() const { return cloth_; }
  void chooseCloth(ClothId cloth);
  /// The role that is painted instead of a cloth; kNoRole for a cloth.
  ClothId role() const { return role_; }
  void chooseRole(ClothId role);
  /// The motif choice that is given with its cloth; -1: the cloth alone.
  int motif() const { return motif_; }
  void chooseMotif(int motif);
  PaintWay way() const { return static_cast<PaintWay>(way_->current()); }
  void setWay(PaintWay way);
  int ring() const { return ring_; }
  /// Alike takes only what faces the same way.
  bool sameTurn() const;
  /// Unit takes the unit round the unit.
  bool outerUnit() const { return unitPills_->current() == 1; }
  AreaKind area() const;
  double rowDegrees() const { return rowDegrees_; }
  void turnRow();

 Q_SIGNALS:
  void choiceChanged();

 private:
  void wayRows();
  void refresh();
  void addRow(const Cloth* cloth);
  void addMotifRow(const MotifChoice& motif);
  void addRoleRow(ClothId role);
  void refreshRoles();
  Session& session_;
  ClothId cloth_ = 0, role_ = kNoRole;
  int motif_ = -1;
  QVBoxLayout* roles_;
  std::unique_ptr<KeptRows> roleRows_;
  QComboBox* wears_;
  QLineEdit* roleName_;
  QWidget* roleFields_;
  QVBoxLayout* rows_;
  std::unique_ptr<KeptRows> clothRows_;
  Pills *way_, *ringPills_, *areaPills_, *unitPills_;
  QCheckBox* sameTurn_;
  QPushButton* joinNear_;
  QLabel* note_;
  int ring_ = 1;
  double rowDegrees_ = 0;
};

}  // namespace clathra
