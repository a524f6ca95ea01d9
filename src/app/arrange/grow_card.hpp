// Growing: open edges, the fan of what fits, turned copies about a centre, holes.
#pragma once
#include <QCheckBox>
#include <QComboBox>
#include <memory>

#include "app/arrange/fit_fan.hpp"
#include "app/arrange/paint_card.hpp"
#include "app/canvas/layout_canvas.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class GrowCard : public Card {
  Q_OBJECT
 public:
  enum class Mode { Off, Paint, Add, TakeAway };
  GrowCard(Session& session, LayoutCanvas& canvas, PaintCard& paint);
  void setMode(Mode mode);
  Mode mode() const { return mode_; }
  bool copying() const { return session_.isOpen() && (copies().turns > 1 || copies().mirror); }
  /// What a click will do, as a sentence.
  QString sentence() const;
  /// For taking away: the piece and its equals under the turned copies.
  std::vector<std::uint32_t> equals(std::uint32_t piece) const;
  void takeAway(std::uint32_t piece);
  void takeAway(const std::vector<std::uint32_t>& pieces);
  /// How pieces are taken away: one by one, or all within what is drawn.
  AreaKind area() const;
  FitFan* fan() { return fan_; }
  void setTurns(int turns);
  Copies copies() const;
  void openFan(int edge);

 Q_SIGNALS:
  void said(const QString& sentence);
  void sentenceChanged();

 private:
  void refresh();
  void offerCopies();
  void place(int fit);
  void showGhosts(int fit);
  void standFan(const OpenEdge& open);
  void fillHoles();
  void closeRing();
  std::vector<Fit> fitsOf(const OpenEdge& edge) const;
  void setCentre(std::optional<Point> centre);
  bool grown() const { return session_.project().recipe.arrangement == kOwnArrangement; }

  Session& session_;
  LayoutCanvas& canvas_;
  PaintCard& paint_;
  FitFan* fan_;
  QComboBox* turns_;
  QCheckBox* mirror_;
  QLabel *note_, *places_;
  QPushButton *centreHere_, *centreMiddle_, *fill_;
  Pills* areaPills_;
  Mode mode_ = Mode::Off;
  std::optional<Point> centre_;
  std::vector<OpenEdge> edges_;
  std::shared_ptr<const Layout> edgesOf_;
  int edge_ = -1;
  std::vector<Polygon> ring_;  ///< what would close the ring at the edge
};

}  // namespace clathra
