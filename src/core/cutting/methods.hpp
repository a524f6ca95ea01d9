// The ways to cut a cloth: one file and one line of the registry each. File, menu, script, schema and help
// read them here.
#pragma once
#include <functional>
#include <string_view>
#include <vector>

#include "cutting/plan.hpp"
#include "cutting/windows_on_cloth.hpp"

namespace clathra {

/// How the patches of one group are cut across a piece of cloth: a strip, or a row of rough rectangles.
struct BandMaker {
  int group = 0;
  int hand = 0;                             ///< hands are never cut from one strip
  int wanted = 0;                           ///< patches
  double height = 0;                        ///< of a band, mm
  std::function<int(double width)> fits;    ///< patches in a band that long
  std::function<double(int patches)> used;  ///< mm along the band
  /// Its patches, the band's upper left corner at the origin; length and band not set. `before` is how many
  /// patches of the group are cut already.
  std::function<std::vector<PlacedPatch>(int patches, int before)> make;
};

/// A method worked out, before it is laid on lengths of cloth.
struct WorkedMethod {
  CutMethod method;  ///< its groups; why it cannot be used
  BandKind kind = BandKind::Strip;
  std::vector<BandMaker> makers;
  bool offcuts = false;  ///< may smaller patches be cut from the ends of strips?
  /// Instead of bands: puts patches below the windows that are laid, as many as there is room for.
  std::function<CutLayout(CutLayout windows, const std::vector<CutGroup>& groups, const Progress&)> lay;
  /// Its steps, once it is laid and the squaring up is said; else as bands are cut.
  std::function<void(CutMethod& method)> addSteps;
  /// Cuts, minutes and the lines of the sum, once it is laid.
  std::function<void(CutMethod& method)> finish;
};

/// Whether the rows of an offcut take all of the strip's width, so that the last one needs no cut along it.
bool fillsStrip(const CutLayout& laid, const Offcut& offcut);

/// More cloth than this share is not spent to save cuts, see docs/calculations.md ("Cutting").
inline constexpr double kClothForCuts = 0.05;

struct MethodKind {
  std::string_view id;         ///< as the file and scripts name it; its title is the message "method-" + id
  bool fromScraps = false;     ///< can it cut cloth without a size?
  bool triedStricter = false;  ///< also with less freedom to turn; what packs does so by itself
  bool stripsServeOthers = false;  ///< is what its strips leave cut up for other patches?
  double clothForCuts = 0;         ///< share of the least cloth that may be spent to save cuts
  WorkedMethod (*work)(const CutInput& input, const std::vector<PatchDemand>& demands);
};
const std::vector<MethodKind>& methodKinds();
/// Null if there is none of that name.
const MethodKind* methodKind(std::string_view id);
/// "strips | rectangles", for help and sentences.
std::string methodNames(std::string_view between, bool forScraps = false);

WorkedMethod workStrips(const CutInput& input, const std::vector<PatchDemand>& demands);
WorkedMethod workTemplate(const CutInput& input, const std::vector<PatchDemand>& demands);
WorkedMethod workRectangles(const CutInput& input, const std::vector<PatchDemand>& demands);
WorkedMethod workTraced(const CutInput& input, const std::vector<PatchDemand>& demands);
WorkedMethod workLayers(const CutInput& input, const std::vector<PatchDemand>& demands);

/// Lays the windows, where they were found, and a method's bands on the lengths on hand: the highest first,
/// each on the longest length that has room for it clear of holes; what finds none is bought. A length is
/// squared up once, when its first band is cut. Adds length, sum, cuts and steps to the method. Cancelled: it
/// is without a length.
CutMethod laid(const CutInput& input, const WindowsOnCloth& windows, WorkedMethod worked,
               const Progress& progress);

/// The bands alone that `laid` would lay of such makers, windows' and squarings' among them, and how long
/// they are; strips' ends serve other makers. No length if one fits on nothing.
CutMethod bandsAlone(const CutInput& input, const WindowsOnCloth& windows, std::vector<BandMaker> makers);

/// Is the cloth there in pieces that are cut alike: a collection, pieces that are sold cut, three lengths and
/// more of one size whose cut ends are straight? Then a step is all that is cut from one of them.
bool isCutByPiece(const Cloth& cloth);

/// All steps of a method whose bands are laid.
void addSteps(CutMethod& method, const WorkedMethod& worked, const Cloth& cloth);
/// The rough rectangles of cloth without a size.
void addScrapSteps(CutMethod& method);
/// Where a step is done, said only where there is more than one length to choose from.
Message onLength(const CutLayout& layout, int length, Message step);
/// The method's steps that have none yet belong to a tick.
void addTicks(CutMethod& method, int tick);
/// Bands length by length, from the cut end; placements name theirs by where they lie.
void sortBands(CutLayout& laid);

/// Which of the cloth's lengths windows are cut from: of its full width, without holes if there is such a
/// one, and the longest of those.
std::optional<std::size_t> lengthForWindows(const Cloth& cloth);

/// Patches of its own group that each band holds.
std::vector<int> patchesInBands(const CutLayout& laid);

/// Usable width of strips, mm: the cloth's, or of the pieces that it is sold by; 0 where there is none.
double stripWidthOf(const Cloth& cloth);

/// The lines of a sum that say how many pieces and patches a demand has.
void addDemandLines(CutMethod& method, const PatchDemand& demand, double sparePercent);

}  // namespace clathra
