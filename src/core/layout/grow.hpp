// Growing a layout by hand: which shapes truly fit an open edge, where copies under a symmetry land, and what
// fills a hole.
//
// Guarantees:
//  1 a fit shares the whole open edge (arcs with the same radius and the opposite bend) and overlaps no piece
//    by more than the soundness check allows;
//  2 fits are congruent to a known shape: a family at the layout's edge or at the open edge's length, or a
//    shape of the layout, in either hand;
//  3 copies under a symmetry never overlap each other or the layout; the ones that would are left out and
//    counted.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "layout/layout.hpp"
#include "layout/piece_index.hpp"
#include "layout/seams.hpp"
#include "shape/overlap.hpp"

namespace clathra {

/// An open edge with the room at its two corners: a straight stretch, or an arc from end to end.
struct OpenEdge {
  OuterEdge edge;
  double length = 0;           ///< mm, along the arc
  Angle roomAtFrom, roomAtTo;  ///< from the edge to the next piece, 0° to 360°
  double radius = 0;           ///< mm; 0: straight, negative where the piece is hollow
  Polygon path;                ///< the arc's points, ends included; empty if straight
  Polygon way() const { return path.empty() ? Polygon{edge.from, edge.to} : path; }
  /// In the middle of it, and on it.
  Point middle() const;
  /// Along it at its middle.
  Point direction() const;
};

/// All open edges: straight ones in the order of the graph's outer edges, then the arcs.
std::vector<OpenEdge> openEdges(const Layout& layout, const SeamGraph& graph);
/// The open edge nearest to a point, if one is within `reach` mm.
std::optional<std::size_t> openEdgeNear(const std::vector<OpenEdge>& edges, Point p, double reach);

struct Fit {
  Polygon outline;    ///< where it would lie
  std::string shape;  ///< the family's id, or the layout's name for a shape that belongs to none
  std::string title;
  int hand = 0;                ///< -1, 0, +1 as in Piece
  int cornersClosed = 0;       ///< 0 to 2: corners of the open edge at which no angle is left
  double joined = 0;           ///< mm of its outline that meet pieces
  std::string unit;            ///< the unit this is a copy of, if it is one
  std::vector<Polygon> parts;  ///< its pieces
};

/// What fits at the open edge, the best closing first: corners closed, then the length that is joined, then
/// shapes of the layout before others, then the share of its outline that is joined. At most `most`; nothing
/// at open edges shorter than kLeastEdge. `only`: the id of a shape that alone is asked for. Any size of a
/// shape that lays one of its sides on the edge comes behind those of the project's edge, where that is
/// asked.
enum class FitSizes { OfTheEdge, Any };
std::vector<Fit> fitsAt(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                        const OpenEdge& edge, double edgeLength, std::size_t most = 24,
                        const std::string& only = {}, FitSizes sizes = FitSizes::OfTheEdge);

/// Turned copies about a centre, with or without their mirror images about the plumb line through it.
struct Copies {
  int turns = 1;  ///< 1 to 12, or 16
  bool mirror = false;
  Point centre;
  friend bool operator==(const Copies&, const Copies&) = default;
};
inline constexpr int kMostTurns = 16;
bool allowedTurns(int turns);

struct Images {
  std::vector<Polygon> places;  ///< the outline itself first
  int leftOut = 0;              ///< images that would overlap a piece or each other
};
/// Where an outline lands; images that coincide are one place.
Images imagesOf(const Layout& layout, const PieceIndex& index, PolygonView outline, const Copies& copies);
/// The images of a point, in the order of the turns, mirrored ones last.
std::vector<Point> imagesOf(Point p, const Copies& copies);
/// Where a set of outlines lands, each image a set in the same order; images that coincide are one, and those
/// that would overlap a piece or each other are left out.
std::vector<std::vector<Polygon>> imagesOfSet(const Layout& layout, const PieceIndex& index,
                                              const std::vector<Polygon>& outlines, const Copies& copies);
/// How much of an outline runs along open edges, mm.
double joinedLength(const SeamGraph& graph, PolygonView outline);
/// Pieces that a piece lands on, itself included; rising. Images that meet no piece of the same shape are
/// left out.
std::vector<std::uint32_t> equalPieces(const Layout& layout, const PieceIndex& index, std::uint32_t piece,
                                       const Copies& copies);
/// Does the symmetry carry the whole layout onto itself?
bool mapsOntoItself(const Layout& layout, const PieceIndex& index, const Copies& copies);

/// Is there room: no piece is overlapped by the outline.
bool isFree(const Layout& layout, const PieceIndex& index, PolygonView outline);

/// Holes that pieces enclose, as outlines clockwise on screen.
std::vector<Polygon> holesOf(const SeamGraph& graph);
/// Known shapes that fill a hole without gap, found by trying the best closing ones first; empty if none were
/// found within `tries` placements.
std::vector<Fit> fillingOf(const Layout& layout, const PieceIndex& index, PolygonView hole, double edgeLength,
                           int tries = 600);

}  // namespace clathra
