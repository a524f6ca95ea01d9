// How a cloth is cut: each method worked out, the windows of its motif choices, and the sum that leads to a
// length.
#pragma once
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "model/project.hpp"
#include "motif/windows.hpp"
#include "progress.hpp"
#include "shape/strip.hpp"

namespace clathra {

/// One line of a sum; a length adds up, a count explains.
struct SumLine {
  std::string what;
  double value = 0;
  bool isLength = true;  ///< mm; else a count
};

/// Patches of one shape and hand that a cloth is asked for.
struct PatchDemand {
  std::uint16_t shape = 0;
  int hand = 0;
  int pieces = 0;        ///< that wear the cloth and show no chosen motif
  int patches = 0;       ///< pieces and spares
  Polygon paper, patch;  ///< upright, about the centroid, FRONT as cut from the right side of the cloth
  std::string title;
  /// On a one-way cloth: every second piece stands the other way up in the layout, so that an alternately
  /// turned strip keeps the print upright in all of them. `pieces` and `patches` are even then.
  bool inPairs = false;
};

/// Patches cut from equal strips across the width.
struct StripGroup {
  PatchDemand demand;
  StripLay lay;
  int perStrip = 0, strips = 0;
  double height = 0;  ///< of a strip as it is cut: rounded up to the ruler's lines
};
/// Patches cut as rough rectangles in rows across the width (or singly, from scraps).
struct RectangleGroup {
  PatchDemand demand;
  double width = 0, height = 0;
  int perRow = 0, rows = 0;
};

struct MinutesPart {
  std::string what;
  double minutes = 0;
};

struct CutMethod {
  std::string id, title;
  std::optional<double> length;  ///< mm of cloth; absent if the method cannot be used, see why
  std::string why;
  int cuts = 0;
  double minutes = 0;
  std::vector<MinutesPart> minutesParts;
  double utilisation = 0;     ///< patches' area by the area of the length, 0 to 1
  bool turnsOneWay = false;   ///< lays half of a one-way cloth upside down
  double lengthIfTurned = 0;  ///< for one-way cloth: what turning would come to; 0 if the same
  std::vector<SumLine> sum;
  std::vector<std::string> steps;
  std::vector<StripGroup> strips;
  std::vector<RectangleGroup> rectangles;
};

/// The windows of one motif choice, on the cloth's map.
struct WindowPart {
  int motif = 0;
  std::string name;
  int copies = 0;
  std::optional<double> length;  ///< mm of cloth that these windows take after the ones before
  double start = 0;              ///< mm from the cut end
  std::vector<Window> windows;
  bool worstPlace = false;
};

struct CutPlan {
  ClothId cloth = kNoCloth;
  double width = 0;  ///< mm; 0 for scraps
  std::vector<WindowPart> windows;
  std::vector<CutMethod> methods;
  std::string chosen;
  std::optional<double> length;     ///< the whole, mm
  std::optional<double> buyLength;  ///< rounded up to the shop's step
  std::optional<double> windowLength;
  std::vector<SumLine> sum;  ///< of the whole
  int pieces = 0;
  double windowMinutes = 0;       ///< an estimate, beside the method's
  std::optional<double> onHand;   ///< mm, all lengths together
  std::optional<double> shortBy;  ///< mm that are missing, 0 if the lengths on hand do

  const CutMethod* method() const;
};

/// All that the plan of one cloth depends on.
struct CutInput {
  std::shared_ptr<const Layout> layout;
  Cloth cloth;
  std::vector<std::uint32_t> pieces;  ///< that wear it; rising
  std::vector<WindowInput> windows;   ///< of the motif choices cut from it
  double allowance = 0;               ///< mm
  double sparePercent = 0;
  Unit unit = Unit::Inch;
  friend bool operator==(const CutInput&, const CutInput&) = default;
};
/// Errors: no such cloth.
[[nodiscard]] Result<CutInput> cutInput(const Project& project, ClothId cloth);

/// What was worked out of the cloth's motif choices already, by their ids.
using Supplies = std::map<int, std::shared_ptr<const MotifSupply>>;

/// Errors: a motif that cannot be cut, cancelled.
[[nodiscard]] Result<CutPlan> cutPlan(const CutInput& input, const Supplies& known = {},
                                      const Progress& progress = {});
/// Errors: no such cloth, as above.
[[nodiscard]] Result<CutPlan> cutPlan(const Project& project, ClothId cloth, const Progress& progress = {});

/// What the cloth is asked for without windows, in the order of the layout's shapes. With `keepUpright` (a
/// one-way cloth that may not be turned) patches stand as their pieces do in the layout, one demand for each
/// way they stand.
std::vector<PatchDemand> demandsOf(const CutInput& input, bool keepUpright);
std::vector<PatchDemand> demandsOf(const CutInput& input);

/// Worked out one by one; one file each. `mayTurn`: copies may lie upside down.
CutMethod stripsMethod(const CutInput& input, const std::vector<PatchDemand>& demands);
CutMethod rectanglesMethod(const CutInput& input, const std::vector<PatchDemand>& demands);

/// Up to the next line of the ruler: 1/8 in, or 1 mm.
double roundedToRuler(double mm, Unit unit);
/// Adds a plural s by the number, for the field's words that take one.
std::string counted(int n, const std::string& title);

}  // namespace clathra
