#include "app/cut/map_beside.hpp"

#include <algorithm>
#include <cmath>

#include "app/theme/theme.hpp"

namespace clathra {

MapBeside::MapBeside(QWidget* map, QWidget* words, Needed needed)
    : map_(map), words_(words), needed_(std::move(needed)) {
  map_->setParent(this);
  words_->setParent(this);
}

QSize MapBeside::minimumSizeHint() const {
  const QSize map = map_->minimumSize(), words = words_->minimumSize();
  if (largeText()) return {std::max(map.width(), words.width()), map.height() + words.height()};
  return {map.width() + words.width(), std::max(map.height(), words.height())};
}

void MapBeside::arrange() {
  constexpr double kWordsAtLeast = 0.25;  // of the width
  if (largeText()) {
    const int under = words_->minimumHeight();
    map_->setGeometry(0, 0, width(), height() - under);
    words_->setGeometry(0, height() - under, width(), under);
    map_->update();
    return;
  }
  const int words = std::max(words_->minimumWidth(), static_cast<int>(width() * kWordsAtLeast));
  const int most = std::max(0, width() - words);
  const double needed = needed_(QSizeF(most, height())) + scaled(12);
  const int map = std::min(most, std::max(map_->minimumWidth(), static_cast<int>(std::ceil(needed))));
  map_->setGeometry(0, 0, map, height());
  words_->setGeometry(map, 0, width() - map, height());
  map_->update();
}

void MapBeside::resizeEvent(QResizeEvent*) {
  arrange();
}

}  // namespace clathra
