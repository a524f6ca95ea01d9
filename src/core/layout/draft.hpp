// Drafting: straight lines drawn across pieces; the faces between them become pieces.
//
// Guarantees:
//  1 the faces of a piece fill it exactly and overlap nowhere; its own corners stay where they are;
//  2 a line end that nearly touches a corner, a side or another line is brought onto it first;
//  3 line ends that lead nowhere divide nothing and are counted;
//  4 faces come clockwise from the outside in: those at the piece's rim first, from the upper left.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "layout/layout.hpp"
#include "layout/piece_index.hpp"
#include "result.hpp"
#include "shape/overlay.hpp"

namespace clathra {

/// Line ends nearer than this to something are brought onto it (mm).
inline constexpr double kDraftSnap = 0.5;
inline constexpr std::size_t kMostDraftLines = 2'000;
inline constexpr std::size_t kMostFaces = 2'000;  ///< of one piece

struct Draft {
  std::vector<Polygon> faces;  ///< one: the lines do not divide the piece
  int loose = 0;               ///< line ends that lead nowhere
};
/// The faces into which lines divide an outline; what lies outside it is of no matter. Errors: too many
/// lines or faces, a face with a side under `leastEdge` mm.
[[nodiscard]] Result<Draft> draftFaces(PolygonView outline, const std::vector<Line>& lines, double leastEdge);

/// Pieces through whose inside a line runs; rising.
std::vector<std::uint32_t> piecesUnder(const Layout& layout, const PieceIndex& index, const Line& line);

/// Where a point of a drawn line would go.
struct Snap {
  enum class To { Corner, Division, Angle, Side, Centre, Free };
  Point at;
  To to = To::Free;
  int divisions = 0, part = 0;  ///< part / divisions along its side
  Angle angle;                  ///< of the line from the point before, where it was brought onto an angle
};
/// Corners of pieces come first, then divisions of sides (halves up to `divisions`), then a side at an angle
/// of a multiple of 15° from the point before, then sides, then such angles alone. `reach` in mm.
Snap snapFor(const Layout& layout, const PieceIndex& index, Point p, const std::optional<Point>& before,
             double reach, int divisions);

/// A cut between two corners of an outline (indices).
struct Cut {
  std::size_t from = 0, to = 0;
};
/// Corners that point inwards, hollow arcs apart.
std::vector<std::size_t> reflexCorners(PolygonView outline);
/// The cut from a reflex corner to another corner that leaves the fewest reflex corners, the shortest among
/// those. Absent if none runs inside.
std::optional<Cut> curingCut(PolygonView outline, std::size_t reflex);
/// The lines that cure all reflex corners of an outline, one after the other; fewer where no cut helps.
std::vector<Line> curingLines(PolygonView outline);

}  // namespace clathra
