// Windows of two to four choices on one print, by chance: how much longer they are than what no choice of
// windows can be below, and how long that takes.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <random>

#include "motif/together.hpp"

using namespace clathra;

int main(int argc, char** argv) {
  const int runs = argc > 1 ? std::atoi(argv[1]) : 60;
  std::mt19937 dice(2026);
  const auto between = [&](double low, double high) {
    return std::uniform_real_distribution<double>(low, high)(dice);
  };
  double sum = 0, worst = 1;
  int exact = 0, within = 0;
  std::vector<double> seconds;
  for (int run = 0; run < runs; ++run) {
    Print print;
    print.dpi = 100;
    print.across = Length::millimetres(between(60, 150));
    print.along = Length::millimetres(between(60, 150));
    print.kind = run % 2 == 0 ? RepeatKind::HalfDrop : RepeatKind::Straight;
    const double width = between(600, 1100), edge = between(25, 55);
    std::vector<WindowField> fields;
    std::vector<int> copies;
    const int choices = 2 + run % 3, all = std::lround(40 * std::pow(20, between(0, 1)));
    for (int k = 0; k < choices; ++k) {
      WindowInput input;
      input.cloth.print = print;
      input.motif.at = {between(0, 150), between(0, 150)};
      input.motif.turn = Angle::degrees(between(0, 90));
      input.shape = {{0, 0}, {edge, 0}, {edge, edge}, {0, edge}};
      input.allowance = 6.35;
      fields.push_back(*WindowField::make(input));
      copies.push_back(all * (k + 1) * 2 / (choices * (choices + 1)) + 1);
    }
    std::vector<WishedWindows> wished;
    for (std::size_t k = 0; k < fields.size(); ++k) wished.push_back({&fields[k], copies[k]});
    const auto from = std::chrono::steady_clock::now();
    const auto set = shortestTogether(wished, {width, Point{}, {}, 100'000, -1}, {});
    seconds.push_back(std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count());
    if (!set) continue;
    const double times = set->length / set->atLeast;
    sum += std::log(times);
    worst = std::max(worst, times);
    exact += set->exact;
    within += times <= 1.05;
  }
  std::sort(seconds.begin(), seconds.end());
  std::printf(
      "%d plans of 40 to 800 windows: %d exact, %d within 1.05 of the bound, geometric mean %.4f, worst "
      "%.4f; "
      "median %.2f s, longest %.1f s\n",
      runs, exact, within, std::exp(sum / runs), worst, seconds[seconds.size() / 2], seconds.back());
}
