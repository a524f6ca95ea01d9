// Drafting: lines drawn over the picture divide the pieces they run through, at once.
#pragma once
#include <QComboBox>

#include "app/arrange/grow_card.hpp"
#include "app/canvas/layout_canvas.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"
#include "layout/draft.hpp"

namespace clathra {

class DraftCard : public Card {
  Q_OBJECT
 public:
  DraftCard(Session& session, LayoutCanvas& canvas, GrowCard& copies);
  void setActive(bool active);
  /// What a click on the picture does, as a sentence.
  QString sentence() const;

 Q_SIGNALS:
  void said(const QString& sentence);
  void sentenceChanged();

 private:
  /// A place on the outline of the piece under the cursor that a line can begin or end at.
  struct Place {
    QString name;
    Point at;
  };
  void refresh();
  void take(const Line& line);
  void drawNamed();
  void cure();
  void importLines();
  void offerPlaces();
  std::vector<Place> placesOf(std::uint32_t piece) const;
  bool divides(const std::vector<Line>& lines, QString& fault) const;
  void setWaiting(std::vector<Line> lines);

  Session& session_;
  LayoutCanvas& canvas_;
  GrowCard& copies_;
  bool active_ = false;
  std::vector<Line> waiting_;
  std::vector<Place> places_;
  std::vector<std::uint32_t> toCure_;
  Pills* divisions_;
  QComboBox *from_, *to_;
  QPushButton *draw_, *cure_, *import_;
  QLabel *piece_, *note_;
};

}  // namespace clathra
