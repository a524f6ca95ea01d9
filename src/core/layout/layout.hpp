// A layout: placed pieces of few shapes. Coordinates are mm, y down, as seen from the FRONT.
#pragma once
#include <cstdint>
#include <memory>
#include <string>
#include <vector>

#include "layout/corner_list.hpp"
#include "shape/arcs.hpp"
#include "shape/polygon.hpp"
#include "shape/symmetry.hpp"
#include "shared_list.hpp"

namespace clathra {

/// Which cell of its arrangement a piece came from: the same key means the same place, so that painting
/// survives a change of size, counts or sides. For a rosette col and row are the steps along its two
/// directions.
struct PieceKey {
  std::int32_t col = 0, row = 0, part = 0;
  friend auto operator<=>(const PieceKey&,
                          const PieceKey&) = default;  // NOLINT(modernize-use-nullptr): a slip of the check
};

/// One paper's shape. The hands of a chiral shape share one Shape; each piece says which hand it is.
struct Shape {
  std::string name;    ///< unique in its layout: "kite", "rectangle-2" where sizes of one name differ
  std::string family;  ///< the same for all sizes of a form: "kite", "rectangle"
  std::string title;   ///< "kite"
  double edge = 0;     ///< mm, the side that names its size
  Polygon outline;  ///< hand +1 (or 0), centroid at the origin, in the most upright pose found in the layout
  std::vector<OutlineEdge> edges;  ///< of the outline, arcs whole
  Symmetry symmetry;
  bool curved() const { return edges.size() < outline.size(); }
  std::uint32_t pieces = 0;  ///< that have it
  std::uint32_t first = 0;   ///< the first of them, as they were laid
};

/// A shape that has a name of its maker's: typed, drafted, or what a hole was. Its pieces bear that name.
struct OwnShape {
  std::string name;  ///< as it is shown; in files and scripts in small letters, blanks as hyphens
  Polygon outline;   ///< centred; mm in a layout, edges in a recipe
  friend bool operator==(const OwnShape&, const OwnShape&) = default;
};
inline constexpr std::size_t kMostOwnShapes = 200, kMostShapeName = 40;
std::string ownShapeId(const std::string& name);

struct Piece {
  std::uint32_t first = 0;  ///< its corners in Layout::corners
  std::uint16_t count = 0;
  std::uint16_t shape = 0;  ///< in Layout::shapes
  std::int8_t hand = 0;     ///< -1, 0 or +1
  std::uint32_t row = 0;    ///< reading row (fields) or ring (rosettes), from 0
  PieceKey key;
  Point centre;  ///< centroid
  Angle turn;    ///< from the shape's outline (mirrored first if hand is -1)
};

enum class FinishingSides { Outline, EdgePieces, Slice };

/// In which order pieces are numbered. Rows: from the top, each from the left (as they grew where they were
/// added by hand). Outside: the pieces at the rim clockwise from the upper left, then those behind them,
/// inwards. Rings: from the pieces nearest the middle outwards, each ring clockwise from the top. Units: the
/// pieces of one unit after the other, the units by their first pieces, then what belongs to none.
enum class Numbering { Rows, Outside, Rings, Units };

struct Layout {
  CornerList corners;
  SharedList<Piece> pieces;  ///< in the order of their numbers; piece i is numbered i + 1
  std::vector<Shape> shapes;
  std::vector<OwnShape> ownShapes;  ///< whether or not a piece has them
  FinishingSides sides = FinishingSides::Outline;
  Box finished;  ///< the bounds of the finishing line, or of the outline
  Polygon line;  ///< the finishing line; empty where the outline stays
  /// For each piece its place before the pieces were numbered in an order of choice; empty where they were
  /// not.
  std::vector<std::uint32_t> laid;

  PolygonView outline(const Piece& p) const { return {corners.at(p.first), p.count}; }
  PolygonView outline(std::size_t piece) const { return outline(pieces[piece]); }
  std::uint32_t laidAs(std::size_t piece) const {
    return laid.empty() ? static_cast<std::uint32_t>(piece) : laid[piece];
  }
  std::size_t size() const { return pieces.size(); }
};

/// Not more pieces than this are laid out, opened or imported.
inline constexpr std::int64_t kMostPieces = 200'000;

/// The layout with these shapes of one's own (outlines in mm): they are known, and pieces have their names.
Layout withOwnShapes(Layout layout, std::vector<OwnShape> shapes);

/// Collects outlines and sorts them into shapes.
class LayoutBuilder {
 public:
  /// Adds a piece; corners are put clockwise. `row` is kept as it is if `finish` is told so.
  void add(PolygonView outline, PieceKey key, std::uint32_t row = 0);
  /// Sorts pieces into reading order (rows from the top, each from the left) unless `keepOrder`, classifies
  /// them into shapes, chooses each shape's upright outline and turns.
  Layout finish(FinishingSides sides, Box finished, bool keepOrder) &&;

 private:
  std::vector<Piece> pieces_;
  std::vector<Point> corners_;
};

std::string sidesName(FinishingSides sides);  ///< outline, edge-pieces, slice

}  // namespace clathra
