// Arrangements are data files: a cell of pieces that is repeated, with its natural side lines.
#pragma once
#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "layout/hand_work.hpp"
#include "layout/layout.hpp"
#include "layout/unit.hpp"
#include "measure/expression.hpp"
#include "measure/length.hpp"
#include "result.hpp"

namespace clathra {

enum class ArrangementKind { Field, Rosette, Own };  ///< Own: every piece was added by hand

/// One outline of the cell, for an edge of 1.
struct CellPart {
  Polygon outline;
  int onCol = -1, onRow = -1;  ///< only where the column or row has this remainder by the period; -1: always
  int moreAcross = 0, moreDown = 0;  ///< how many columns or rows more than counted this part fills
};

/// What may be chosen of an arrangement beside its edge: how long another side is, or an angle.
struct Proportion {
  enum class Kind { Side, Angle };
  std::string key;    ///< a word of small letters, as formulas and files name it
  std::string title;  ///< "long side"
  Kind kind = Kind::Side;
  double normal = 1, least = 0, most = 0;  ///< sides in edges, angles in degrees
};
/// What was chosen: by key, in edges or degrees; what is not there is as the arrangement has it.
using Proportions = FormulaWords;

/// Lines first + k * step that cut pieces into named parts only.
struct SideLines {
  double first = 0, step = 0;
};

struct Arrangement {
  std::string id, name, edgeOf, counts;
  ArrangementKind kind = ArrangementKind::Field;
  int order = 1000;    ///< place in lists, lowest first
  Point a, b;          ///< steps from column to column and row to row, for an edge of 1
  double stagger = 0;  ///< how far every second row is moved to the right
  double lean = 0;     ///< how far each row is moved on from the one above, less whole steps across
  int period = 1;      ///< of onCol and onRow
  int fold = 0;        ///< rosettes of diamonds only: how many turned copies; no cell then
  std::vector<CellPart> cell;
  std::vector<SideLines> upright, level;  ///< natural side lines
  std::vector<Proportion> proportions;    ///< what is above is with the normal ones
  std::string source;                     ///< the file's text, where it has proportions

  /// How many rings can be laid round the middle: rosettes of diamonds close after a few.
  int mostRings() const;
};

/// The arrangement with these proportions. Errors: it has no such one, or it is out of its bounds.
[[nodiscard]] Result<Arrangement> proportioned(const Arrangement& arrangement, const Proportions& chosen);

/// What a layout was made from. Changing it keeps the painting of all pieces whose keys survive.
struct Recipe {
  std::string arrangement;
  Length edge = Length::wholeInches(1);
  int across = 1, down = 1;  ///< fields
  int rings = 0;             ///< rosettes
  Proportions proportions;   ///< only those that are not as the arrangement has them
  FinishingSides sides = FinishingSides::Outline;
  Polygon line;  ///< in edges: the finishing line, convex and clockwise; empty for the natural one
  HandWork hand;
  Numbering numbering = Numbering::Rows;
  std::vector<PieceUnit> units;
  std::vector<OwnShape> shapes;  ///< one's own, in edges
  friend bool operator==(const Recipe&, const Recipe&) = default;
};

/// The arrangement of layouts that are made by hand from a single piece.
inline constexpr const char* kOwnArrangement = "own";
/// A recipe for one piece of a family. Errors: no such family.
[[nodiscard]] Result<Recipe> ownRecipe(std::string_view family, Length edge);
/// For one piece of any outline (mm, centred).
Recipe ownRecipe(const Polygon& outline, Length edge);
/// The shapes of one's own in mm.
std::vector<OwnShape> shapesInMm(const Recipe& recipe);

inline constexpr Length kLeastEdge = Length::nanometres(3'000'000);     ///< 3 mm
inline constexpr Length kMostEdge = Length::nanometres(1'000'000'000);  ///< 1 m
inline constexpr int kMostCount = 100'000;

/// All arrangements that were found, by id.
class ArrangementLibrary {
 public:
  /// Reads every *.json of the folders, later folders adding to earlier ones. A file that cannot be used is
  /// named in leftOut(). Errors: no arrangement was found.
  [[nodiscard]] static Result<ArrangementLibrary> load(const std::vector<std::filesystem::path>& folders);
  /// Errors: no such arrangement.
  [[nodiscard]] Result<const Arrangement*> find(std::string_view id) const;
  const std::vector<Arrangement>& all() const { return all_; }
  const std::vector<Message>& leftOut() const { return leftOut_; }  ///< a sentence each

 private:
  std::vector<Message> leftOut_;
  std::vector<Arrangement> all_;
};

/// Errors name what is wrong with the text of an arrangement file.
[[nodiscard]] Result<Arrangement> parseArrangement(std::string_view json);

/// How many pieces the recipe makes before any cutting; never overflows.
std::int64_t countPieces(const Arrangement& arrangement, const Recipe& recipe);

/// Does the recipe lay a piece of the arrangement in this place?
bool hasPlace(const Arrangement& arrangement, const Recipe& recipe, PieceKey key);

/// Builds the layout. Errors: edge or counts out of range, more than kMostPieces, sides that leave nothing.
[[nodiscard]] Result<Layout> buildLayout(const Arrangement& arrangement, const Recipe& recipe);

/// The finished width and height of a recipe, mm, without building its shapes.
[[nodiscard]] Result<Box> finishedBox(const Arrangement& arrangement, const Recipe& recipe);

/// A recipe whose finished size comes near a wanted one.
struct NearSize {
  int across = 0, down = 0, rings = 0;
  double width = 0, height = 0;  ///< mm
  double off = 0;                ///< mm, the differences in width and height added
};
/// The `most` nearest counts for the recipe's edge and sides, nearest first. Errors: as buildLayout.
[[nodiscard]] Result<std::vector<NearSize>> nearestSizes(const Arrangement& arrangement, const Recipe& recipe,
                                                         double width, double height, std::size_t most = 3);

}  // namespace clathra
