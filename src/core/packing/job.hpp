// What is to be packed, and what came of it. Lengths in mm; x runs across the cloth, y along it.
#pragma once
#include <cstdint>
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// Turns that a patch may lie in; never mirrored.
enum class Turns { None, Half, Quarter, Any };

struct PackShape {
  std::string id;
  Polygon outline;  ///< with its allowance
  int quantity = 0;
  Turns turns = Turns::Any;
  friend bool operator==(const PackShape&, const PackShape&) = default;
};

/// Cloth that is there: a rectangle, or what an outline leaves of it, less holes.
struct PackRoom {
  double width = 0, length = 0;  ///< mm, of its box; the box's corner is the origin
  Polygon outline;               ///< of a scrap; empty: the rectangle
  std::vector<Polygon> holes;
  friend bool operator==(const PackRoom&, const PackRoom&) = default;
};

struct PackJob {
  double width = 0;              ///< of a bolt; 0: the rooms below
  std::optional<double> length;  ///< of the bolt at most
  std::vector<PackRoom> rooms;
  double gap = 0;  ///< least distance between two patches
  std::vector<PackShape> shapes;
  friend bool operator==(const PackJob&, const PackJob&) = default;
};

struct PackedPatch {
  std::size_t shape = 0;  ///< index in the job
  std::size_t room = 0;
  Angle turn;
  Polygon outline;  ///< where it lies
};

struct PackResult {
  std::vector<PackedPatch> patches;
  double usedLength = 0;           ///< greatest y; on cloth at hand of the room touched last
  std::vector<std::size_t> rooms;  ///< touched, rising
  double utilisation = 0;          ///< patches' area by that of the length used or of the rooms touched
  std::uint64_t steps = 0;         ///< of work that were done
};

/// How long to look. The same job, seed and steps give the same answer on any machine, if the clock does not
/// end it.
struct PackEffort {
  std::uint64_t steps = 0;   ///< 0: what the job's size deserves
  double seconds = 0;        ///< by the clock at most; 0: as long as the steps take
  bool asManyAsFit = false;  ///< on cloth at hand: what finds no place is left out, which is no error then
  std::uint64_t seed = 1;
  /// Told of every better answer.
  std::function<void(const PackResult&)> better;
};

/// Errors: a job that is none, a patch that fits nowhere (named), not enough cloth at hand, cancelled before
/// there was any answer. Cancelled later: the best until then.
[[nodiscard]] Result<PackResult> pack(const PackJob& job, const PackEffort& effort = {},
                                      const Progress& progress = {});

/// What is wrong with a packing, judged without knowing how it was made: counts, congruence, turns, gap,
/// inside, holes; empty if nothing is. To 0.02 mm.
std::vector<Message> faultsOf(const PackJob& job, const PackResult& packed);

}  // namespace clathra
