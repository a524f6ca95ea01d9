#include "cutting/window_order.hpp"

#include <algorithm>
#include <numeric>
#include <tuple>

namespace clathra {

std::vector<int> windowNumbers(const CutLayout& laid) {
  // What lies straight above a window's uppermost corner reaches higher than it does, and so comes before it.
  const auto& all = laid.placements;
  std::vector<std::size_t> order;
  std::vector<Box> boxes;
  for (std::size_t i = 0; i < all.size(); ++i) {
    boxes.push_back(bounds(all[i].patch));
    if (all[i].motif) order.push_back(i);
  }
  std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
    return std::tuple(all[a].length, boxes[a].top, boxes[a].left, a) <
           std::tuple(all[b].length, boxes[b].top, boxes[b].left, b);
  });
  std::vector<int> out(all.size(), 0);
  for (std::size_t k = 0; k < order.size(); ++k) out[order[k]] = static_cast<int>(k) + 1;
  return out;
}

Message windowNumbersOf(const CutLayout& laid, int motif) {
  const std::vector<int> numbers = windowNumbers(laid);
  std::vector<int> own;
  for (std::size_t i = 0; i < numbers.size(); ++i)
    if (laid.placements[i].motif == motif) own.push_back(numbers[i]);
  std::sort(own.begin(), own.end());
  std::vector<Message> runs;
  for (std::size_t i = 0, k = 0; i < own.size(); i = k) {
    for (k = i + 1; k < own.size() && own[k] == own[k - 1] + 1;) ++k;
    constexpr std::size_t kRun = 3;
    if (k - i >= kRun)
      runs.emplace_back("numbers-to", own[i], own[k - 1]);
    else
      for (std::size_t n = i; n < k; ++n) runs.emplace_back("number", own[n]);
  }
  return Message("window-numbers", Arg(runs));
}

}  // namespace clathra
