// Stand-in for a cutting machine: reads a file that is to be cut, and says what a machine would make of it.
//
// Guarantees:
//  1 what it reads is read from the file alone;
//  2 a path counts as doubled where it lies on another for a millimetre or more.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// Lengths in mm, speeds in mm a second.
struct CutterMat {
  double width = 304.8, height = 304.8;
  double speed = 40, travel = 120;
  double lift = 0.4;  ///< seconds to set the blade down and to lift it
};

struct CutterPath {
  std::vector<Point> points;  ///< mm from the mat's upper left corner
  bool closed = false;
};

struct CutterReport {
  std::vector<CutterPath> paths;     ///< in the order of the file
  std::vector<std::size_t> open;     ///< places in `paths`
  std::vector<std::size_t> doubled;  ///< that lie on one before
  double twice = 0;                  ///< mm cut a second time
  std::vector<std::size_t> offMat;   ///< that reach beyond it
  std::vector<std::pair<std::size_t, std::size_t>>
      outsideFirst;               ///< outer, and the inner that comes after it
  double length = 0, travel = 0;  ///< mm cut and mm in the air
  double seconds = 0;
  bool sound() const { return open.empty() && doubled.empty() && offMat.empty() && outsideFirst.empty(); }
};

/// `suffix` .dxf or .svg. Layers called MARKS and PAGE are not cut; of an SVG with a group called `cut` that
/// alone is. Errors: another suffix; not such a file; nothing to be cut; more than 100 000 paths; a mat out
/// of bounds; cancelled.
[[nodiscard]] Result<CutterReport> practiseCutting(std::string_view text, std::string_view suffix,
                                                   const CutterMat& mat, const Progress& progress = {});

/// What is wrong, as sentences; one that says so where nothing is.
std::vector<Message> cutterFaults(const CutterReport& report);

}  // namespace clathra
