// Other shapes for the outline of a piece, or of pieces that join.
#pragma once
#include "app/canvas/layout_canvas.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class ExchangeCard : public Card {
  Q_OBJECT
 public:
  ExchangeCard(Session& session, LayoutCanvas& canvas);
  void setActive(bool active);
  /// Chooses a piece; with `more` adds it to those chosen, or lets it go.
  void choose(std::uint32_t piece, bool more);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  using Ways = std::vector<std::vector<Fit>>;
  void ask();
  void show(const Ways& ways);
  void take(std::size_t way);

  Session& session_;
  LayoutCanvas& canvas_;
  bool active_ = false;
  std::vector<std::uint32_t> chosen_;
  QLabel* note_;
  QWidget* gallery_;
  Latest<Ways> working_;
};

}  // namespace clathra
