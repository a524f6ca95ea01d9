// Fillings of a hexagon of edge 2e: counted and listed, beside brute force without bit sets, and beside
// listing them one by one.
#include <benchmark/benchmark.h>

#include <algorithm>
#include <set>

#include "layout/subdivide.hpp"
#include "shape/families.hpp"

using namespace clathra;

namespace {

Subdivision hexagon() {
  return *Subdivision::make(scaled(*familyOutline("hexagon"), 2));
}
/// Six triangles and nine diamonds: enough ways to be worth counting.
PartCounts wanted() {
  PartCounts out(subdivisionParts().size(), 0);
  out[*subdivisionPart("triangle")] = 6;
  out[*subdivisionPart("diamond")] = 9;
  return out;
}
std::vector<bool> allMixed() {
  std::vector<bool> out(subdivisionParts().size(), false);
  for (const char* id : {"triangle", "diamond", "half", "hexagon"}) out[*subdivisionPart(id)] = true;
  return out;
}

/// The peer: lists of small triangles, a list of what is covered, every filling found and brought to the
/// least of its turned and mirrored selves.
class BruteForce {
 public:
  explicit BruteForce(const Subdivision& s)
      : s_(s), covered_(static_cast<std::size_t>(s.triangles()), false) {
    for (const Placement& p : s.placements()) {
      std::vector<int> cells;
      for (int c = 0; c < s.triangles(); ++c)
        if (p.cells >> c & 1) cells.push_back(c);
      cells_.push_back(std::move(cells));
    }
  }
  std::size_t upToSymmetry(PartCounts left) {
    left_ = std::move(left);
    search();
    return classes_.size();
  }

 private:
  void search() {
    const auto free = std::find(covered_.begin(), covered_.end(), false);
    if (free == covered_.end()) return found();
    const int cell = static_cast<int>(free - covered_.begin());
    for (std::size_t i = 0; i < cells_.size(); ++i) {
      const auto part = s_.placements()[i].part;
      if (left_[part] == 0 || std::find(cells_[i].begin(), cells_[i].end(), cell) == cells_[i].end())
        continue;
      if (std::any_of(cells_[i].begin(), cells_[i].end(),
                      [&](int c) { return covered_[static_cast<std::size_t>(c)]; }))
        continue;
      for (const int c : cells_[i]) covered_[static_cast<std::size_t>(c)] = true;
      --left_[part];
      chosen_.push_back(static_cast<std::uint16_t>(i));
      search();
      chosen_.pop_back();
      ++left_[part];
      for (const int c : cells_[i]) covered_[static_cast<std::size_t>(c)] = false;
    }
  }
  void found() {
    Filling least;
    for (const auto& goes : s_.symmetries()) {
      Filling image;
      for (const auto i : chosen_) image.push_back(goes[i]);
      std::sort(image.begin(), image.end());
      if (least.empty() || image < least) least = std::move(image);
    }
    classes_.insert(std::move(least));
  }

  const Subdivision& s_;
  std::vector<bool> covered_;
  std::vector<std::vector<int>> cells_;
  PartCounts left_;
  Filling chosen_;
  std::set<Filling> classes_;
};

void fillingsOfStatedParts(benchmark::State& state) {
  const Subdivision s = hexagon();
  std::size_t n = 0;
  for (auto _ : state) n = s.count(wanted())->upToTurnsAndMirror;
  state.counters["fillings"] = static_cast<double>(n);
}
BENCHMARK(fillingsOfStatedParts)->Unit(benchmark::kMillisecond);

void fillingsOfStatedPartsListed(benchmark::State& state) {
  const Subdivision s = hexagon();
  std::size_t n = 0;
  for (auto _ : state) n = s.list(wanted(), true, 1'000'000)->size();
  state.counters["fillings"] = static_cast<double>(n);
}
BENCHMARK(fillingsOfStatedPartsListed)->Unit(benchmark::kMillisecond);

void fillingsOfStatedPartsByBruteForce(benchmark::State& state) {
  const Subdivision s = hexagon();
  std::size_t n = 0;
  for (auto _ : state) n = BruteForce(s).upToSymmetry(wanted());
  state.counters["fillings"] = static_cast<double>(n);
}
BENCHMARK(fillingsOfStatedPartsByBruteForce)->Unit(benchmark::kMillisecond)->Iterations(1);

void mixedFillingsCounted(benchmark::State& state) {
  const Subdivision s = hexagon();
  std::uint64_t n = 0;
  for (auto _ : state) {
    const auto by = s.countMixed(allMixed());
    n = 0;
    for (const auto k : *by) n += k;
  }
  state.counters["fillings"] = static_cast<double>(n);
}
BENCHMARK(mixedFillingsCounted)->Unit(benchmark::kMillisecond);

/// The floor: every filling found, with bit sets and nothing else done with it.
void mixedFillingsOneByOne(benchmark::State& state) {
  const Subdivision s = hexagon();
  const auto allowed = allMixed();
  std::vector<std::vector<std::uint64_t>> at(static_cast<std::size_t>(s.triangles()));
  for (const Placement& p : s.placements())
    if (allowed[p.part])
      for (int c = 0; c < s.triangles(); ++c)
        if (p.cells >> c & 1) {
          at[static_cast<std::size_t>(c)].push_back(p.cells);
          break;  // the first free triangle is the first of what covers it
        }
  const std::uint64_t all = (std::uint64_t(1) << s.triangles()) - 1;
  std::uint64_t n = 0;
  const auto search = [&](const auto& self, std::uint64_t covered) -> void {
    if (covered == all) {
      ++n;
      return;
    }
    for (const auto cells : at[static_cast<std::size_t>(__builtin_ctzll(~covered))])
      if ((cells & covered) == 0) self(self, covered | cells);
  };
  for (auto _ : state) {
    n = 0;
    search(search, 0);
  }
  state.counters["fillings"] = static_cast<double>(n);
}
BENCHMARK(mixedFillingsOneByOne)->Unit(benchmark::kMillisecond)->Iterations(1);

}  // namespace
