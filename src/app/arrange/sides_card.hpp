// Straight sides: the three ways of finishing with their price, a finishing line that is dragged or typed,
// the slivers it leaves and the nearest line without them.
#pragma once
#include "app/canvas/layout_canvas.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "layout/finishing_line.hpp"

namespace clathra {

class SidesCard : public Card {
  Q_OBJECT
 public:
  SidesCard(Session& session, LayoutCanvas& canvas);
  /// While active the line is shown with handles over the whole pieces.
  void setActive(bool active);
  QString sentence() const;

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void refresh();
  void know();
  void showPrices(const std::vector<SidesPrice>& prices);
  int light(const Polygon& line);
  void showSlivers(const Polygon& line);
  void setLine(const Polygon& line, const QString& label);
  void moveTo(const Polygon& line, const QString& label);
  void shape(int corners);
  void layFields();
  void showCorner();
  void typeSize();
  void typeCorner();
  void move(const clathra::Box& line, const QString& label);
  void clearSlivers();
  template <class Line>
  void aside(std::function<std::optional<Line>(const Layout&, const clathra::Box&, const Progress&)> find,
             std::function<void(const std::optional<Line>&)> done);
  std::shared_ptr<const Layout> whole();

  Session& session_;
  LayoutCanvas& canvas_;
  bool active_ = false;
  Pills *sides_, *outline_;
  LengthField *width_ = nullptr, *height_ = nullptr;
  CountField* corner_ = nullptr;  ///< of an outline that is no rectangle: which one is typed
  LengthField *across_ = nullptr, *down_ = nullptr;
  QWidget *size_ = nullptr, *place_ = nullptr, *prices_;
  QLabel *note_, *slivers_;
  QPushButton *without_, *natural_;
  Recipe wholeOf_;
  std::shared_ptr<const Layout> whole_;
  Latest<std::vector<SidesPrice>> working_;
  QString pricedFor_;
};

}  // namespace clathra
