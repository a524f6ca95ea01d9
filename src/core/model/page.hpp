// Pages that papers are printed on.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "result.hpp"

namespace clathra {

struct Page {
  std::string id;                    ///< a4, a3, letter, legal, each also as a4-wide, or WxH
  std::string title;                 ///< A4
  double width = 210, height = 297;  ///< mm, upright
  double margin = 10;                ///< mm on every side that papers keep free
  friend bool operator==(const Page&, const Page&) = default;
};

inline constexpr double kPageMargin = 10;                    ///< mm, where nothing else was said
inline constexpr double kLeastMargin = 3, kMostMargin = 60;  ///< mm

const std::vector<Page>& standardPages();  ///< small to large
/// A standard page, the same on its side (`a4-wide`), or `300x420` in mm. Errors: unknown, or no page from 50
/// mm to 2 m a side; margins that are none, or leave less than 20 mm.
[[nodiscard]] Result<Page> pageOf(std::string_view id, double margin = kPageMargin);

enum class MarkedSide { Back, Front };

/// What lies together on sheets: papers of one shape, of one unit, of one cloth; or the whole block as it is
/// pieced, to be cut apart.
enum class SheetSorting { Shape, Unit, Cloth, Block };
const std::vector<std::string>& sortingNames();  ///< shape, unit, cloth, block
inline constexpr double kMostGap = 20;           ///< mm between papers on a sheet

/// What is printed on papers beside size and hand and the mark for the top, which always are.
struct PaperMarks {
  bool name = true;       ///< of the shape
  bool number = true;     ///< of the piece
  bool sign = true;       ///< of the cloth, with its hatch
  bool arrow = true;      ///< to the layout's top; where a paper can be turned wrong it is never left out
  bool outer = true;      ///< edges at the quilt's own edge
  bool ticks = true;      ///< where neighbours begin and long seams are halved
  bool folds = true;      ///< where folding begins, and which way round
  bool leftHand = false;  ///< the hand that sews: its tails turn the other way
  friend bool operator==(const PaperMarks&, const PaperMarks&) = default;
};

}  // namespace clathra
