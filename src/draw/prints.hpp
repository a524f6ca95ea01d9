// Our own prints, made by rule, for the demo projects and for tests.
#pragma once
#include <QImage>
#include <optional>
#include <string>
#include <vector>

#include "image/straighten.hpp"
#include "model/cloth.hpp"

class QPainter;

namespace clathra {

/// One print: how it repeats, and its picture of a few repeats.
struct PrintDesign {
  std::string file;  ///< "lantern-damask.png"
  double dpi = 100;
  /// Steps of the repeat, mm; none of a print that does not repeat.
  std::optional<Lattice> steps;
  std::vector<MirrorAxis> mirrors;
  std::optional<Point> halfTurn;
  double widthMm = 0, heightMm = 0;   ///< of the picture
  unsigned ground = 0xFFF4ECDC;       ///< colour, as QRgb
  void (*draw)(QPainter&) = nullptr;  ///< what repeats, about the middle of a cell, mm
  Point middle;                       ///< of one cell on the picture, mm
};
const std::vector<PrintDesign>& printDesigns();
QImage drawPrint(const PrintDesign& design);
/// The stand-in camera over one of our own prints, or a white ground beyond one that does not repeat.
PracticePhotoTaken photographOf(const PrintDesign& design, const PracticePhoto& how);
/// A photograph to practise on: askew, leaning, darker at one side, with a white card of 100 by 60 mm on it.
PracticePhoto usualPractice(const PrintDesign& design);

}  // namespace clathra
