#include "motif/main_colours.hpp"

#include <algorithm>
#include <array>
#include <map>
#include <tuple>

#include "model/lightness.hpp"

namespace clathra {

std::vector<Rgb> mainColours(const std::vector<Rgb>& pixels, std::size_t most) {
  constexpr int kStep = 8;  // levels that are counted as one
  constexpr std::size_t kLooked = 400;
  constexpr double kShades = 18;  // L*a*b*: of one colour as one would name it
  std::map<std::tuple<int, int, int>, std::array<std::size_t, 4>> counts;  // sums of levels, and how many
  for (const Rgb c : pixels) {
    auto& [r, g, b, n] = counts[{c.r / kStep, c.g / kStep, c.b / kStep}];
    r += c.r;
    g += c.g;
    b += c.b;
    ++n;
  }
  std::vector<std::pair<Rgb, std::size_t>> all;
  for (const auto& [key, sum] : counts)
    all.push_back({{static_cast<std::uint8_t>(sum[0] / sum[3]), static_cast<std::uint8_t>(sum[1] / sum[3]),
                    static_cast<std::uint8_t>(sum[2] / sum[3])},
                   sum[3]});
  std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.second > b.second; });
  if (all.size() > kLooked) all.resize(kLooked);
  std::vector<Rgb> colours;
  std::vector<std::size_t> numbers;
  for (const auto& [c, n] : all) {
    colours.push_back(c);
    numbers.push_back(n);
  }
  const auto standsFor = nearColours(colours, numbers, kShades);
  std::vector<std::size_t> together(colours.size(), 0);
  for (std::size_t i = 0; i < colours.size(); ++i) together[standsFor[i]] += numbers[i];
  std::vector<std::size_t> order;
  for (std::size_t i = 0; i < colours.size(); ++i)
    if (together[i] > 0) order.push_back(i);
  std::stable_sort(order.begin(), order.end(),
                   [&](std::size_t a, std::size_t b) { return together[a] > together[b]; });
  if (order.size() > most) order.resize(most);
  std::vector<Rgb> out;
  for (const auto i : order) out.push_back(colours[i]);
  return out;
}

}  // namespace clathra
