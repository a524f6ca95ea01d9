// Strips for cutting papers with a die: how wide, how many to a strip, how many layers and passes.
#pragma once
#include <vector>

#include "paper/supply.hpp"

namespace clathra {

struct DieWishes {
  double width = 304.8, height = 304.8;      ///< mm, of the stock: 12 in both ways
  double clearance = 3;                      ///< mm between papers, half of it at a strip's edges
  int layers = 6;                            ///< that the press takes at once
  int dies = 1;                              ///< that lie side by side in a pass
  LengthUnit unit = LengthUnit::Millimetre;  ///< of the ruler: strips are cut on its lines
};
inline constexpr double kMostClearance = 30;  // mm
inline constexpr int kMostLayers = 30, kMostDies = 20;

struct DieRow {
  std::uint16_t shape = 0;
  int hand = 0;
  int papers = 0;          ///< to make
  bool fits = true;        ///< else the stock holds none
  double stripWidth = 0;   ///< mm, up to the ruler's next line
  double stripLength = 0;  ///< mm, the side of the stock that it runs along
  int perStrip = 0;        ///< dies to a strip
  int stripsPerSheet = 0;
  int strips = 0, sheets = 0;
  int stacks = 0;  ///< of no more than `layers` strips
  int passes = 0;  ///< stacks by ⌈perStrip ÷ dies⌉
};

/// Of each kind the way along the stock that wants the fewest sheets, then the fewest passes; every second
/// paper may lie turned by a half turn. Errors: wishes out of bounds.
[[nodiscard]] Result<std::vector<DieRow>> dieStrips(const Layout& layout, const PaperSupply& supply,
                                                    const DieWishes& wishes);

}  // namespace clathra
