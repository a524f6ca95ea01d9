// What ruler strips and strips for a template have in common: how patches may lie in them, and the bands they
// make.
#pragma once
#include <vector>

#include "cutting/methods.hpp"
#include "shape/strip.hpp"

namespace clathra {

/// How the patches of one demand lie in its strips.
struct StripGroup {
  PatchDemand demand;
  StripLay lay;
  double height = 0;  ///< of a strip as it is cut: rounded up to the ruler's lines
  int perStrip = 0;   ///< on cloth of the usual width
};
/// The lay with the fewest cuts among those that take next to the least cloth; perStrip is 0 if none fits
/// the width.
StripGroup bestGroup(const PatchDemand& demand, double width, LengthUnit unit);
/// Strokes of a strip that are not its long sides.
int crossCuts(const StripGroup& group, int copies);
/// How a strip is crossed, where that is not square: the angles of the cuts to the strip, and how far apart
/// they are. Two plain slants make a patch with its level sides; other outlines have more.
Message crossingOf(const StripGroup& group);

/// Lays that the demand's direction allows.
std::vector<StripLay> laysFor(const PatchDemand& demand);
/// Strips of such a lay as a group's bands; in pairs they go on where the one before left off.
BandMaker stripMaker(const PatchDemand& demand, const StripLay& lay, double height, int group);

/// Adds the line of a sum for rows that other strips' ends give, if there are any.
void addOffcutLine(CutMethod& method, int rows);
/// Adds the lines of a sum for so many strips.
void addStripLines(CutMethod& method, int strips, int most, double height, double cutHeight);

}  // namespace clathra
