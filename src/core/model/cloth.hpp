// Cloths on the shelf and the prints on them.
#pragma once
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "measure/length.hpp"
#include "message.hpp"
#include "model/cut_log.hpp"
#include "shape/polygon.hpp"

namespace clathra {

using ClothId = std::int16_t;
inline constexpr ClothId kNoCloth = -1;
inline constexpr std::size_t kMostCloths = 500;
inline constexpr int kMostLengths = 200;              ///< of a cloth on hand; cloths of a collection too
inline constexpr std::size_t kMostNameLetters = 120;  ///< characters of a cloth's name

enum class Direction { None, TwoWay, OneWay, Stripe };
/// How patches stand on the cloth: as their pieces lie in the layout, as the shape's upright outline, or any
/// way.
enum class Stand { Piece, Shape, Any };
enum class RepeatKind { Straight, HalfDrop, Brick };

/// The step shops of a system usually sell by: 1/8 yd, 10 cm.
constexpr Length usualShopStep(LengthUnit unit) {
  return unit == LengthUnit::Inch ? Length::sixtyFourths(288) : Length::nanometres(100'000'000);
}

/// A line in which the print mirrors itself: 0° runs along x, 90° along y; a point on it in mm of the
/// picture.
struct MirrorAxis {
  Angle direction;
  Point point;
  friend bool operator==(const MirrorAxis&, const MirrorAxis&) = default;
};

/// Steps of a repeat as they were found: oblique, hexagonal, tilted, or in one direction alone.
struct RepeatSteps {
  Point a;                 ///< mm of the picture
  std::optional<Point> b;  ///< absent where only one can be seen
  friend bool operator==(const RepeatSteps&, const RepeatSteps&) = default;
};

/// A print: its picture at a known scale and how it repeats. x runs across the cloth, y along it.
struct Print {
  std::string picture;        ///< key in Project::pictures
  double dpi = 100;           ///< pixels per inch of cloth
  bool scaleGuessed = false;  ///< nobody said how large it is
  Length along, across;       ///< the repeat along y and along x; none: it is not known, or `steps` has it
  RepeatKind kind = RepeatKind::Straight;
  std::optional<RepeatSteps> steps = {};  ///< in place of along, across and kind
  std::optional<Point> halfTurn = {};  ///< about this point half a turn leaves it as it is, mm of the picture
  std::vector<MirrorAxis> mirrors;
  std::optional<Point> mark;  ///< where the picture's upper left corner lies on each length: from the left
                              ///< selvedge and the upper cut end, mm; unknown when empty
  friend bool operator==(const Print&, const Print&) = default;
};

/// One length of a cloth that is on hand, or a scrap of it.
struct OnHand {
  Length length;                ///< along the cloth; of a scrap its box's
  std::optional<Length> width;  ///< where it is not the cloth's
  /// Where the print's corner lies on this length, if that is known for it alone: mm, unknown when empty.
  std::optional<std::optional<Point>> mark;
  std::vector<Polygon>
      holes;              ///< what is not there any more, mm from the left selvedge and the upper cut end
  Polygon outline;        ///< of a scrap; empty: a rectangle from selvedge to selvedge
  bool straight = false;  ///< its cut end is straight already and need not be squared up

  OnHand() = default;
  OnHand(Length l) : length(l) {}
  double mm() const { return length.mm(); }
  friend bool operator==(const OnHand&, const OnHand&) = default;
};

/// Cloth that the shop sells by the piece.
struct SoldPiece {
  std::string name;  ///< "fat quarter"
  Length width, length;
  bool straight = false;  ///< the shop cut its edges: squares and strips need no squaring up
  friend bool operator==(const SoldPiece&, const SoldPiece&) = default;
};

struct Rgb {
  std::uint8_t r = 0, g = 0, b = 0;
  friend bool operator==(Rgb, Rgb) = default;
};

/// A hatch tells cloths apart without colour. Plain only where one cloth is all there is.
enum class Hatch { Plain, Rising, Falling, Level, Upright, Crossed, Dots, Plus, Waves, Bricks };
inline constexpr int kHatches = 10;

enum class Fray { Little, Usual, Much };
inline constexpr int kMostInSet = 24;
/// What a hand finds out about a cloth; what nobody said is absent.
struct ClothFacts {
  std::optional<double> thickness;  ///< mm of one layer
  std::optional<Fray> fray;
  std::optional<bool> stretches;
  std::optional<bool> showsThrough;    ///< what lies behind it is seen
  std::optional<bool> readableBehind;  ///< its print can be read from the wrong side
  std::optional<bool> washed;          ///< what is on hand was washed
  std::optional<Rgb> thread;           ///< that goes with it
  friend bool operator==(const ClothFacts&, const ClothFacts&) = default;
};

/// One strip of a cloth that was sewn together before patches are cut from it.
struct JoinedStrip {
  ClothId of = kNoCloth;  ///< the cloth it is of; none once that is gone
  Length width;           ///< as sewn, from seam to seam
  friend bool operator==(const JoinedStrip&, const JoinedStrip&) = default;
};

/// How many times as long as usual a traced lay may be searched.
inline constexpr int kSearches[] = {1, 10, 100};

struct Cloth {
  ClothId id = 0;
  std::string name;  ///< may be empty: "unnamed"
  std::string sign;  ///< A to Z without I and O, then AA …
  Rgb colour;
  Hatch hatch = Hatch::Plain;
  bool scraps = false;          ///< cloth without a size: planned as a list of rough rectangles
  std::optional<Length> width;  ///< usable, between the selvedges
  std::vector<OnHand> lengths;  ///< on hand
  bool collection = false;      ///< its lengths are different cloths, of each of which as much is taken
  Direction direction = Direction::None;
  std::optional<Stand> stand;  ///< absent: as pieces lie where there is a direction, else any
  Length increment = usualShopStep(LengthUnit::Inch);  ///< the shop's step of sale
  std::optional<SoldPiece> soldPiece;                  ///< where it is sold by the piece
  std::optional<double> price;                         ///< of one such step or piece
  double shrinkPercent = 0;                            ///< along it, of cloth that is bought and washed then
  std::optional<Length> allowance;                     ///< of this cloth alone
  std::optional<Length> leastAllowance;                ///< what may be accepted of it
  std::optional<Print> print;
  std::vector<JoinedStrip> joined;  ///< from the left selvedge, again and again; empty: it is one cloth
  std::string method;               ///< chosen cutting method; empty: the recommended one
  int search = 1;                   ///< traced patches are searched so many times as long as usual
  std::optional<int> inSet;  ///< patches of one set of layered repeats; absent: as many as meet at a corner
  bool drawnBehind = false;  ///< what is cut is drawn on the wrong side
  bool turnOneWay = false;   ///< patches of a one-way cloth may be laid upside down all the same
  ClothFacts facts;
  std::vector<ClothCut> cuts;  ///< what was cut of it, as it was cut
  friend bool operator==(const Cloth&, const Cloth&) = default;
};

/// A cloth as it is after its cuts, and where its lengths came from.
struct ClothLeft {
  Cloth cloth;
  std::vector<LengthOrigin> origins;  ///< one a length
};

/// 0 -> A, 1 -> B …, without I and O; then AA, AB …
std::string signOf(int index);
/// What a cloth is called in sentences and scripts: its name, else "cloth A".
std::string clothTitle(const Cloth& cloth);
/// The same as a value of a message.
Arg clothArg(const Cloth& cloth);
std::string directionName(Direction d);  ///< none, two-way, one-way, stripe
std::string standName(Stand s);          ///< piece, shape, any
/// How patches of the cloth stand, with what its direction makes usual.
Stand standOf(const Cloth& cloth);
/// Where the print's corner lies on one of its lengths: its own place, else that of all; unknown when empty.
std::optional<Point> markOn(const Cloth& cloth, const OnHand& length);
/// Usable width of one of its lengths, mm; 0 where it has none.
double widthOf(const Cloth& cloth, const OnHand& length);
/// Whether the cut end of a length is squared up before strips are cut from it; lengths beyond those on hand
/// are bought. Scraps are not, nor what is straight already, nor pieces that are sold cut.
bool isSquaredUp(const Cloth& cloth, std::size_t length);
std::string repeatName(RepeatKind k);  ///< straight, half-drop, brick
std::string hatchName(Hatch h);
std::string frayName(Fray f);  ///< little, usual, much
/// Steps of the print: from any spot to the same spot, first the one mainly across, then the one mainly
/// along.
struct Lattice {
  Point a, b;  ///< mm
};
/// Of a print whose repeat is not known, or known in one direction alone, the other steps lead beyond any
/// cloth.
Lattice latticeOf(const Print& print);
bool repeatKnown(const Print& print);
/// One step alone makes a row of alike spots, and no cloth is long enough for more than are in it.
bool repeatsBothWays(const Print& print);

}  // namespace clathra
