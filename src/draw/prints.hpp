// Our own prints, made by rule, for the demo projects and for tests.
#pragma once
#include <QImage>
#include <string>
#include <vector>

#include "model/cloth.hpp"

namespace clathra {

/// One print of the shelf: how it repeats and its picture of a few repeats.
struct PrintDesign {
  std::string file;  ///< "lantern-damask.png"
  double dpi = 100;
  double along = 0, across = 0;  ///< mm
  RepeatKind kind = RepeatKind::Straight;
  std::vector<MirrorAxis> mirrors;
  double widthMm = 0, heightMm = 0;  ///< of the picture
};
const std::vector<PrintDesign>& printDesigns();
QImage drawPrint(const PrintDesign& design);

}  // namespace clathra
