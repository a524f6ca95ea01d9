// The windows of several motif choices on the same cloth, chosen together: the least length that serves all
// of them.
//
// Guarantees:
//  1 each part gets as many windows as it wants, or says how many it lacks, and no two patches overlap, of
//    whatever part;
//  2 no set of windows on one length is shorter than `atLeast`, and none serves more than `atMost`; where
//    `exact` is set this one is as short;
//  3 never more length than the parts take one below the other.
#pragma once
#include <optional>
#include <vector>

#include "motif/windows.hpp"

namespace clathra {

/// What windows are cut from: a length on hand, or cloth that is bought.
struct WindowGround {
  double width = 0;
  std::optional<Point> mark;  ///< the print's place, where it is known
  std::vector<Polygon> holes;
  std::optional<double> length;  ///< mm; of cloth to buy any
  int on = -1;                   ///< of the cloth's lengths
};

/// A choice and how many of it are wanted.
struct WishedWindows {
  const WindowField* field = nullptr;
  int copies = 0;
};

struct TogetherSet {
  std::vector<std::vector<Window>> windows;  ///< by part
  double length = 0;                         ///< mm from the cut end to the lowest patch's end
  double atLeast = 0;
  bool exact = false;
  bool worstPlace = false;
};

/// The shortest stretch from the cut end that holds them all. Nothing: they do not fit, or it was cancelled.
std::optional<TogetherSet> shortestTogether(const std::vector<WishedWindows>& parts,
                                            const WindowGround& ground, const Progress& progress);

struct SpreadSet {
  std::vector<std::vector<Window>> windows;  ///< by part; each says which ground it lies on
  std::vector<double> used;                  ///< mm of each ground
  int served = 0;
  int atMost = 0;  ///< copies that those grounds can serve
  bool exact = false;
};
/// As many as several grounds give together, each from its cut end. Where a print's place is unknown only
/// what every place gives is counted on.
SpreadSet servedOn(const std::vector<WishedWindows>& parts, const std::vector<WindowGround>& grounds,
                   const Progress& progress);

}  // namespace clathra
