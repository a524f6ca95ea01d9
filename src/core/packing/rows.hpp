// Rows of one outline across the cloth, each row moved against the one below, alone or in pairs with a
// half-turned copy: searched over the step in a row, the moves between rows, and the place of the partner.
#pragma once
#include <cstdint>
#include <vector>

#include "packing/board.hpp"
#include "progress.hpp"

namespace clathra::packing {

/// The best few ways to lay `count` copies of a shape in rows on cloth of that width, the shortest first;
/// each from the cut end on, rows in order, the first as full as the width takes. Cancelled: the best until
/// then.
struct RowLay {
  std::vector<Lying> items;
  double length = 0;
};
std::vector<RowLay> layInRows(const Variants& variants, std::size_t shape, double width, std::size_t count,
                              std::size_t most, std::uint64_t& steps, const Progress& progress);
/// The same of rows that differ in turn, step and beginning.
std::vector<RowLay> layRowSequence(const Variants& variants, std::size_t shape, double width,
                                   std::size_t count, std::size_t most, std::uint64_t& steps);

/// The least step at which copies in a row are clear of each other, mm.
double leastStep(const Variants& variants, std::size_t variant);

}  // namespace clathra::packing
