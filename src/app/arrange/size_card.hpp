// Shape and size: the edge with its side marked on a picture, counts, a wanted size, the seam allowance.
#pragma once
#include "app/canvas/picture_view.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class SizeCard : public Card {
  Q_OBJECT
 public:
  explicit SizeCard(Session& session);
  void focusEdge() { edge_->setFocus(); }
 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void refresh();
  void offerNearest();
  void applyCounts();
  Editor::Answer asItWas();
  void showProportions();
  Session& session_;
  PictureView* shape_;
  QLabel* edgeOf_;
  QLabel* countsOf_;
  LengthField *edge_, *allowance_, *wantedWidth_, *wantedHeight_;
  CountField *across_, *down_, *rings_;
  std::string proportionsOf_;  ///< the arrangement whose proportions have fields now
  QWidget* proportions_;
  QWidget *fieldCounts_, *rosetteCounts_, *nearest_, *wanted_;
  Pills* unit_;
};

}  // namespace clathra
