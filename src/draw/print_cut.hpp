// What is seen of a print: pieces of it, by its steps beyond its picture, no finer than they are shown.
#pragma once
#include <QBrush>
#include <QImage>

#include "model/project.hpp"

namespace clathra {

/// A rectangle of cloth, or the whole picture where that holds it.
struct PrintCut {
  QImage image;
  Point corner;       ///< mm of the picture: its upper left corner
  Point perMm{1, 1};  ///< pixels to the mm, across and down
  /// To fill with; `onto` carries mm of the picture to where it is filled.
  QBrush brush(const QTransform& onto = {}) const;
};
/// `perMm`: device pixels to a mm of cloth; the image has up to twice as many. What was decoded and cut last
/// is remembered. An empty image: the picture is damaged. Safe to be called from any thread.
PrintCut printCut(const Picture& picture, const Print& print, const Box& seen, double perMm);

}  // namespace clathra
