// How a cloth is cut. A plan is placements and bands on named lengths of cloth: map, card and verifier read
// nothing else.
//
// The planner guarantees, for every method that has a length (verify.hpp looks, each in a test of its name):
//  1 every patch is the outline of its shape and hand with its allowance, turned and never mirrored;
//  2 patches lie inside their length and inside their band;
//  3 no two patches overlap, and no two bands;
//  4 of each shape and hand there are as many as its demand asks for, of each motif as many as its pieces;
//  5 a cloth with a direction has its patches standing as their pieces do, unless it may be turned;
//  6 the lengths of a sum add up to the whole: the bands and 25 mm for each length begun.
#pragma once
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "message.hpp"
#include "model/project.hpp"
#include "motif/supply.hpp"
#include "progress.hpp"
#include "shape/allowance.hpp"

namespace clathra {

/// One line of a sum; a length adds up, a count explains.
struct SumLine {
  Message what;
  double value = 0;
  bool isLength = true;  ///< mm; else a count
};

struct StripLay;

/// Patches of one shape and hand that a cloth is asked for.
struct PatchDemand {
  std::uint16_t shape = 0;
  int hand = 0;
  int pieces = 0;                  ///< that wear the cloth and show no chosen motif
  int patches = 0;                 ///< pieces and spares
  Polygon paper, patch;            ///< about the centroid, FRONT as cut from the right side of the cloth
  Polygon sharp;                   ///< the patch with its tips, as straight cuts leave it
  std::string title;               ///< the shape's
  std::optional<std::size_t> lay;  ///< which of its lays a strip takes; none: the best for itself
  std::shared_ptr<const std::vector<StripLay>>
      lays;                 ///< how it may lie in a strip, where that is known already
  int standingDegrees = 0;  ///< how paper and patch stand against the upright shape, rounded for words
  bool mayTurn = true;      ///< by any angle
  bool mayTurnHalf = true;  ///< by half a turn
  /// On a one-way cloth: every second piece stands the other way up in the layout, so that an alternately
  /// turned strip keeps the print upright in all of them; an odd one ends as it began.
  bool inPairs = false;
  std::optional<int> halfTurned;  ///< of those in pairs, how many lie half a turn from the first; else half
  int times = 1;                  ///< that the whole is made: pieces and patches are for all of them
};
/// "7 half hexagons, point cut", and how they stand where that matters.
Arg patchesArg(int n, const PatchDemand& demand);

/// Patches of one demand that are cut alike.
struct CutGroup {
  PatchDemand demand;
  double height = 0;            ///< mm of cloth for each band: rounded up to the ruler's lines
  double width = 0;             ///< mm, of a rough rectangle; 0 for strips
  int perBand = 0, bands = 0;   ///< 0 bands from scraps
  bool alternate = false;       ///< every second patch lies the other way up
  bool swapsBeginning = false;  ///< every second band begins with one that lies the other way up
  int layers = 1;               ///< strips that lie on each other when they are crossed or cut round
  bool pairs = false;           ///< with the mirrored ones between them, right sides together
  Message crossing = {};        ///< how strips of it are crossed, or papers lie askew; empty where square
};

struct MinutesPart {
  Message what;
  double minutes = 0;
};

/// One length of cloth: x runs across it, y along it from its cut end.
struct ClothLength {
  double width = 0, length = 0;  ///< mm; of cloth to buy as much as is used
  double used = 0;               ///< mm from the cut end
  bool toBuy = false;            ///< else it is on hand, as the cloth lists them
  int number = 0;                ///< as the shelf lists it, from 1; 0: to buy
  int like = 1;                  ///< pieces that are cut so, where one stands for all
  int of = -1;                   ///< where one stands for all: which it is of the whole plan's lengths
};

enum class BandKind { Squaring, Windows, Strip, Row, Traced, Layers };
/// Is what lies in such a band one thing to cut, rather than band after band?
inline bool cutAtOnce(BandKind kind) {
  return kind == BandKind::Traced || kind == BandKind::Layers;
}
/// A stretch of a length, across its whole width.
struct Band {
  int length = 0;  ///< index of the length
  BandKind kind = BandKind::Strip;
  int group = -1;           ///< of the method's groups; -1 for squaring and windows
  double from = 0, to = 0;  ///< mm along the length
};

/// One patch where it lies, right side up.
struct PlacedPatch {
  std::uint16_t shape = 0;
  int hand = 0;
  std::optional<int> motif;  ///< id of the motif choice it shows
  int length = 0, band = 0;  ///< indices
  int group = -1;            ///< of the method's groups; -1 for windows
  Polygon patch;             ///< with its allowance
  Polygon paper;             ///< windows: the paper in it
  Polygon rough;             ///< rough rectangles: what is cut first
  int set = 0;               ///< of layered repeats: from 1; those of one set show the same
};

/// Smaller patches from what is left at the end of a strip.
struct Offcut {
  int band = 0, group = 0;
  double from = 0, width = 0;  ///< mm along the strip
  double height = 0;           ///< mm, of each of its rows
  std::vector<int> rows;       ///< patches in each row, from the top
};

struct CutLayout {
  std::vector<ClothLength> lengths;  ///< those on hand in the cloth's order, then one to buy where needed
  std::vector<Band> bands;           ///< length by length, from the cut end
  std::vector<PlacedPatch> placements;
  std::vector<Offcut> offcuts;
};

/// Bands of one group that follow each other; strips and rows are numbered from 1 through a plan.
struct BandRun {
  int length = 0, group = 0;
  int first = 1, count = 0;  ///< numbers
  double from = 0, to = 0;   ///< mm
  int most = 0, last = 0;    ///< patches of a band: most, and of the last one
};
std::vector<BandRun> runsOf(const CutLayout& layout);

/// Something to buy.
struct BuyItem {
  std::string piece;            ///< what the shop calls it; empty: by the length
  double length = 0;            ///< mm, in the shop's steps
  int count = 0;                ///< pieces
  std::optional<double> price;  ///< of all of it
  friend bool operator==(const BuyItem&, const BuyItem&) = default;
};

struct CutMethod {
  std::string id;
  Message title;
  std::optional<double> length;  ///< mm of cloth, windows not counted; absent if it cannot be used, see why
  Message why;
  int cuts = 0;
  double minutes = 0;
  std::vector<MinutesPart> minutesParts;
  double utilisation = 0;     ///< patches' area by the area of the length, 0 to 1
  bool turnsOneWay = false;   ///< lays half of a one-way cloth upside down
  double lengthIfTurned = 0;  ///< for one-way cloth: what turning would come to; 0 if the same
  std::vector<SumLine> sum;
  std::vector<Message> steps;
  std::vector<int> ticks;  ///< one a step: which tick it belongs to, from 0; -1: none of its own
  std::vector<CutGroup> groups;
  CutLayout laid;        ///< windows and what this method cuts; windows alone where it cannot be used
  double toBuy = 0;      ///< mm that the lengths on hand do not hold, windows included
  double buyLength = 0;  ///< that, with shrinkage, rounded up to what the shop sells
  std::vector<BuyItem> buy;
  std::optional<double> money;  ///< where the price is known
  double leftOver = 0;          ///< mm of length that is left on lengths that were begun
};

/// The windows of one motif choice; those of several lie among each other.
struct WindowPart {
  int motif = 0;
  std::string name;
  int copies = 0;
  std::optional<double> length;  ///< mm of cloth that these windows take beyond the parts before
  std::vector<Window> windows;
  bool worstPlace = false;
  bool exact = true;  ///< false: a shorter length may do, which was not looked for to the end
};

struct CutPlan {
  ClothId cloth = kNoCloth;
  std::vector<OnHand> lengths;        ///< that it was made on: what is left of those on the shelf
  std::vector<LengthOrigin> origins;  ///< where they lie on those
  double width = 0;                   ///< mm; 0 for scraps
  bool byPiece = false;               ///< a tick is of one piece of cloth, not of a run of strips
  bool collection = false;            ///< and they are different cloths
  std::vector<WindowPart> windows;
  std::optional<double> windowsAtLeast;  ///< mm that no choice of windows goes below, where it is known
  std::vector<CutMethod> methods;
  std::string chosen;  ///< by the quilter, else the recommended one
  std::string
      recommended;  ///< no other is as good in cloth to buy, cuts and minutes; empty if none can be used
  Message why;      ///< it is recommended
  std::optional<double> length;     ///< the whole, mm: windows and the chosen method
  std::optional<double> toBuy;      ///< of it, mm that the lengths on hand do not hold
  std::optional<double> buyLength;  ///< that, rounded up to the shop's step
  std::optional<double> windowLength;
  std::vector<SumLine> sum;  ///< of the whole
  int pieces = 0;
  double windowMinutes = 0;      ///< an estimate, beside the method's
  std::optional<double> onHand;  ///< mm, all lengths together

  const CutMethod* method() const;
};

/// Outlines that lie on lengths of a plan.
using PiecesOf = std::vector<std::pair<int, Polygon>>;
/// A plan that is cut by the piece with one piece for all that are cut alike, and without those that are not
/// cut: what a map has to show. `besides` is drawn on them too. Other plans stay as they are.
CutPlan oneOfEach(CutPlan plan, const PiecesOf& besides = {});

/// What is to be bought: so many pieces where it is sold by the piece, else a length.
Arg buyArg(const CutMethod& method);
/// What the shop's way of selling adds: up to its step, or to whole pieces.
Message roundedUpLine(const Cloth& cloth);

/// All that the plan of one cloth depends on.
struct CutInput {
  std::shared_ptr<const Layout> layout;
  Cloth cloth;                        ///< as it is after its cuts
  std::vector<LengthOrigin> origins;  ///< of its lengths on those of the shelf; empty: they are the same
  /// That wear it and have no patch yet, rising; one that is made several times is listed as often as it
  /// still wants a patch.
  std::vector<std::uint32_t> pieces;
  std::map<std::pair<std::uint16_t, int>, CutCount> cut;           ///< what is cut already, by shape and hand
  std::vector<WindowInput> windows;                                ///< of the motif choices cut from it
  double allowance = 0;                                            ///< mm
  std::map<std::uint16_t, double> shapeAllowances;                 ///< mm, where a shape has its own
  std::optional<double> outerAllowance;                            ///< mm, of the edges below
  std::map<std::uint32_t, std::vector<std::uint16_t>> outerEdges;  ///< by piece: on the quilt's outline
  double sparePercent = 0;
  int times = 1;                  ///< that a piece is wanted, less what is cut: so often it is listed
  std::optional<int> layers;      ///< under the blade at once
  std::optional<double> overrun;  ///< mm past a corner, of the tool patches are cut round with
  Angle bluntBelow = kSharpTip;   ///< tips of patches that are sharper are cut square
  LengthUnit unit = LengthUnit::Inch;
  std::string only = {};  ///< method that is worked out alone; empty: all of them
  friend bool operator==(const CutInput&, const CutInput&) = default;
};
/// Errors: no such cloth.
[[nodiscard]] Result<CutInput> cutInput(const Project& project, ClothId cloth);

/// Of one piece as its outline lies in the layout without its turn: the allowance of each edge, mm.
std::vector<double> allowancesOf(const CutInput& input, std::uint32_t piece);

/// What was worked out of the cloth's motif choices already, by their ids.
using Supplies = std::map<int, std::shared_ptr<const MotifSupply>>;

/// Errors: a motif that cannot be cut, cancelled.
[[nodiscard]] Result<CutPlan> cutPlan(const CutInput& input, const Supplies& known = {},
                                      const Progress& progress = {});
/// Errors: no such cloth, as above.
[[nodiscard]] Result<CutPlan> cutPlan(const Project& project, ClothId cloth, const Progress& progress = {});

/// Takes another of its methods: length, sum and what is to be bought follow.
void choose(CutPlan& plan, const Cloth& cloth, const std::string& method);

/// What the cloth is asked for without windows, in the order of the layout's shapes. Where patches stand as
/// their pieces lie there is one demand for each way they stand; half a turn away counts as the same on
/// two-way cloth and stripes.
std::vector<PatchDemand> demandsOf(const CutInput& input, Stand stand);
std::vector<PatchDemand> demandsOf(const CutInput& input);

/// How a piece stands in the layout against its upright shape, in whole degrees; ways that its symmetry makes
/// equal are one.
int standing(const Piece& piece, const Shape& shape);

/// By how many degrees two ways to stand are apart, those that the shape's symmetry makes equal being one.
double standsApart(double a, double b, const Shape& shape, bool halfTurnsAlike);

}  // namespace clathra
