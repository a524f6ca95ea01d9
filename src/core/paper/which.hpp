// Which paper is this? Lengths as they were measured in, sizes as they are sold out.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "measure/length.hpp"
#include "model/reading.hpp"
#include "result.hpp"

namespace clathra {

/// Makers speak of a shape's size by its side, by its width between parallel sides, or by its greatest
/// height.
enum class SizedBy { Side, Across, High };

struct NominalPaper {
  std::string shape, title;
  int hand = 0;
  Length nominal;  ///< as it would stand on the pack
  LengthUnit system = LengthUnit::Inch;
  SizedBy by = SizedBy::Side;
  double edge = 0;  ///< mm, that the nominal size comes to
  double off = 0;   ///< mm, the edge as it was read less it
};

struct WhichPaper {
  std::vector<NominalPaper> nearestFirst;
  std::vector<Message> contradictions;  ///< readings of one paper that cannot all be true
  /// Papers of inch and of metric sizes lie in one set: the shapes of either.
  std::vector<std::string> inch, metric;
  bool mixed() const { return !inch.empty() && !metric.empty(); }
};

/// A ruler is read to this, mm; readings that are further from each other than both allow contradict each
/// other.
inline constexpr double kReadTo = 0.25;

/// Of papers of the families, by their ids. Nominal sizes: each 1/8 in and each 5 mm, under 1 in also each
/// 1/16 in and each 1 mm. Bare readings go before covered ones. Errors: no such shape, edge or corner; no
/// length; a shape of which no length was read.
[[nodiscard]] Result<WhichPaper> whichPaper(const std::vector<Reading>& readings);

}  // namespace clathra
