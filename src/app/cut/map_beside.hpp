// The map and its words side by side: the map takes the width that it fills, the words what is left. With
// large text the words stand below it: beside them nothing would be seen of it.
#pragma once
#include <QWidget>
#include <functional>

namespace clathra {

class MapBeside : public QWidget {
 public:
  /// Pixels of width that the map fills in so large a place.
  using Needed = std::function<double(const QSizeF& place)>;
  MapBeside(QWidget* map, QWidget* words, Needed needed);
  /// After what the map shows has changed.
  void arrange();
  QSize minimumSizeHint() const override;

 protected:
  void resizeEvent(QResizeEvent* event) override;

 private:
  QWidget *map_, *words_;
  Needed needed_;
};

}  // namespace clathra
