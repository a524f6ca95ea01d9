// Sheets of papers as they will be printed.
//
// The planner guarantees:
//  1 where nothing else is asked, every piece whose paper fits the page has exactly one paper, and no other
//  papers
//    are made; else as many of each kind as are asked for;
//  2 papers lie inside the margins and overlap nowhere;
//  3 papers have the shape's exact size, mirrored on the BACK;
//  4 never more sheets than each kind laid by itself on its best lattice, and one less wherever what is left
//  over
//    after the full sheets is seen to go on fewer;
//  5 a paper larger than the page comes in parts, which without their tabs make it up;
//  6 with a gap, papers lie at least so far apart;
//  7 a whole block is there once and whole when its tiles are laid together by their crosses.
#pragma once
#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "model/page.hpp"
#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

inline constexpr std::uint32_t kNoPiece = UINT32_MAX;

struct SheetPaper {
  std::uint32_t piece = kNoPiece;  ///< index; kNoPiece: it is of no one piece, but used again and again
  std::uint16_t shape = 0;
  int hand = 0;
  Polygon outline;  ///< mm from the page's upper left corner, as the marked side shows it
  Point
      top;  ///< unit vector on the page that points to the layout's top; of no one piece: to its shape's own
  int part = -1;  ///< of a paper larger than the page: place in SheetPlan::parts
};

/// Part of a paper that is larger than the page, on its page.
struct SheetPart {
  int number = 1, of = 1;
  std::vector<std::pair<Point, Point>> tabs;   ///< lines that the next parts are glued up to
  std::vector<std::pair<Point, Point>> joins;  ///< edges of its own that are glued to such lines
};

/// Page of a whole block that is larger than a page: its room shows a window of the block.
struct BlockTile {
  int column = 0, row = 0, columns = 1, rows = 1;
  Box shown;                   ///< on the page; papers reach beyond it and are clipped there
  std::vector<Point> crosses;  ///< on the page: the same crosses as on its neighbours
};

struct Sheet {
  std::vector<SheetPaper> papers;
  int strokes = 0;
  std::string shape;  ///< the title of its shape, or "several shapes"
  std::optional<BlockTile> tile = {};
};

struct PaperNeed {
  std::uint16_t shape = 0;
  int hand = 0;
  int needed = 0;  ///< pieces
  int papers = 0;  ///< to make
  bool fits = true;
  int parts = 0;       ///< that each is made of, where it does not fit; 0: it cannot be parted
  std::string fitsOn;  ///< for one that does not: the title of the smallest page that would take it, or empty
};

struct SheetPlan {
  Page page;
  double gap = 0;  ///< mm that papers lie apart at the least
  MarkedSide side = MarkedSide::Back;
  std::vector<Sheet> sheets;
  std::vector<PaperNeed> needs;
  std::vector<SheetPart> parts;
  int papers = 0;
  int strokes = 0;      ///< cuts on all sheets
  double cardArea = 0;  ///< mm² of card used: all sheets
};

struct SheetOptions {
  Page page;
  MarkedSide side = MarkedSide::Back;
  bool stripsFirst = false;  ///< fewest strokes rather than fewest sheets
  /// How many of each kind; without it, one for each piece. Papers that are used again are of no one piece.
  std::optional<std::map<std::pair<std::uint16_t, int>, int>> counts = {};
  bool usedAgain = false;
  /// For each piece the group that its paper lies with (its unit, its cloth); empty: sheets are sorted by
  /// shape. Papers that are of no one piece come last.
  std::vector<int> groups = {};
  double gap = 0;      ///< mm between papers
  bool block = false;  ///< the whole layout as it is pieced, a paper for each piece
};

/// Errors: cancelled.
[[nodiscard]] Result<SheetPlan> planSheets(const Layout& layout, const SheetOptions& options,
                                           const Progress& progress = {});
[[nodiscard]] Result<SheetPlan> planSheets(const Project& project, const SheetOptions& options,
                                           const Progress& progress = {});

/// The groups of SheetOptions for a project; none for Shape and Block. What belongs to no unit, or wears no
/// cloth, comes last.
std::vector<int> sheetGroups(const Project& project, SheetSorting sorting);

/// The outline of a shape's paper in one hand, as the side shows it, centroid at the origin.
Polygon paperOutline(const Shape& shape, int hand, MarkedSide side);
/// Options as a project's settings have them. Errors: as pageOf.
[[nodiscard]] Result<SheetOptions> sheetOptions(const Project& project);
/// Where a point of the layout lies on a piece's paper: mm on the page.
Point onPaper(const Piece& piece, const SheetPaper& paper, MarkedSide side, Point inLayout);

}  // namespace clathra
