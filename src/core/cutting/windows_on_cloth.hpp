// Where the windows of all motif choices of one cloth lie: on the lengths on hand together, the rest on cloth
// that is bought.
#pragma once
#include "cutting/plan.hpp"

namespace clathra {

struct WindowsOnCloth {
  std::vector<WindowPart> parts;  ///< as the input lists them
  std::map<int, double> ends;     ///< mm from the cut end, by what windows lie on (Window::on)
  std::optional<double> atLeast;  ///< mm, all lengths together, that no choice of windows goes below
};
/// On one length on hand if that holds them all, the usual one first; else on all of them together, and what
/// they do not give on cloth to buy, where nobody knows yet how its print will lie.
/// Errors: a motif that cannot be cut, cancelled.
[[nodiscard]] Result<WindowsOnCloth> windowsOnCloth(const CutInput& input, const Supplies& known,
                                                    const Progress& progress);

}  // namespace clathra
