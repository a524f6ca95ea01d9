// Finding windows of a print: a million candidates scored beside the same formula window by window, and the
// best of both compared.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <functional>
#include <numbers>

#include "motif/scan.hpp"
#include "print_maker.hpp"

using namespace clathra;

namespace {

double milliseconds(const std::function<void()>& work) {
  const auto from = std::chrono::steady_clock::now();
  work();
  return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - from).count();
}

double median(std::vector<double> all) {
  std::sort(all.begin(), all.end());
  return all[all.size() / 2];
}

struct Top {
  double cost = 1e300;
  int turn = 0;
  std::size_t place = 0;
  void offer(double c, int t, std::size_t i) {
    if (c < cost) *this = {c, t, i};
  }
};

}  // namespace

int main() {
  support::PrintWish wish;
  wish.mirrored = true;
  wish.across = 380;
  wish.along = 440;
  wish.width = 1300;
  wish.height = 1500;
  const auto made = support::makePrint(wish);
  Print print;
  print.dpi = 25.4 * 4;  // four pixels to the millimetre: a cell of 95 by 110 mm
  print.across = Length::nanometres(95'000'000);
  print.along = Length::nanometres(110'000'000);
  const PrintView view(made.picture, print);
  const Polygon kite{{0, -34}, {22, -9}, {0, 25}, {-22, -9}};
  const WindowPlaces places = windowPlaces(kite, {{0, 3, false}});
  std::vector<double> own, byOne, whole;
  Top ours, theirs;
  std::size_t candidates = 0;
  for (int run = 0; run < 5; ++run) {
    ours = theirs = {};
    const LabCell cell(view, {95, 0}, {0, 110}, true, {});
    candidates =
        static_cast<std::size_t>(cell.columns()) * static_cast<std::size_t>(cell.rows()) * kScanTurns;
    own.push_back(milliseconds([&] {
      const ScannedSpot best = scanCell(cell, places, Look::Any, {}, {}).front();
      ours.offer(best.cost, best.turn, static_cast<std::size_t>(best.row * cell.columns() + best.column));
    }));
    byOne.push_back(milliseconds([&] {
      for (int t = 0; t < kScanTurns; ++t) {
        const SteppedPlaces stepped(cell, places, scanTurn(t));
        std::size_t i = 0;
        for (int row = 0; row < cell.rows(); ++row)
          for (int column = 0; column < cell.columns(); ++column, ++i)
            if (const ScanScore s = scoreOne(cell, stepped, column, row); s.lively >= kDullScan)
              theirs.offer(s.cost(Look::Any), t, i);
      }
    }));
    whole.push_back(milliseconds([&] {
      (void)findWindows(made.picture, print, {kite, {{0, 3, false}}, {}});
    }));
  }
  std::printf(
      "%.2f million windows scored in %.0f ms, one by one in %.0f ms: %.1f times; the same best: %s\n",
      static_cast<double>(candidates) / 1e6, median(own), median(byOne), median(byOne) / median(own),
      ours.turn == theirs.turn && ours.place == theirs.place ? "yes" : "NO");
  std::printf("the whole search, refined and told apart: %.0f ms\n", median(whole));
}
