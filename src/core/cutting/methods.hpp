// The ways to cut a cloth: one file and one line of the registry each. File, menu, script, schema and help
// read them here.
#pragma once
#include <string_view>
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// What is cut in one go across the width: a strip, or a row of rough rectangles.
struct CutBlock {
  int group = 0;
  double height = 0;
  std::vector<PlacedPatch> patches;  ///< the block's upper left corner at the origin; length and band not set
};

/// A method worked out, before it is laid on lengths of cloth.
struct WorkedMethod {
  CutMethod method;  ///< without length, steps and what is laid
  BandKind kind = BandKind::Strip;
  std::vector<CutBlock> blocks;
  double patchArea = 0;  ///< mm²
};

struct MethodKind {
  std::string_view id;      ///< as the file and scripts name it; its title is the message "method-" + id
  bool fromScraps = false;  ///< can it cut cloth without a size?
  WorkedMethod (*work)(const CutInput& input, const std::vector<PatchDemand>& demands);
};
const std::vector<MethodKind>& methodKinds();
/// Null if there is none of that name.
const MethodKind* methodKind(std::string_view id);
/// "strips | rectangles", for help and sentences.
std::string methodNames(std::string_view between, bool forScraps = false);

WorkedMethod workStrips(const CutInput& input, const std::vector<PatchDemand>& demands);
WorkedMethod workRectangles(const CutInput& input, const std::vector<PatchDemand>& demands);

/// Lays the windows and a method's blocks on the lengths on hand: the windows at the cut end of the longest,
/// then the highest blocks first, each on the longest length that has room; what finds none is bought. A
/// length is squared up once, when its first block is cut. Adds length, sum, cuts and steps to the method.
CutMethod laid(const CutInput& input, const std::vector<WindowPart>& windows, double windowLength,
               WorkedMethod worked);

}  // namespace clathra
