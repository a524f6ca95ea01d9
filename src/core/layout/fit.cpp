#include "layout/fit.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace clathra {

namespace {

/// Numbers of pieces: measured for small counts, larger ones follow, since with either count growing by two
/// the rim stays alike and every further row or column adds the same.
class PieceNumbers {
 public:
  PieceNumbers(const Arrangement& arr, Recipe recipe) : arr_(arr), recipe_(std::move(recipe)) {
    recipe_.line.clear();
    recipe_.edge = Length::millimetres(25);  // any: numbers do not depend on it
  }

  std::optional<std::int64_t> at(int across, int down) {
    if (recipe_.sides == FinishingSides::Outline) {
      recipe_.across = across;
      recipe_.down = down;
      return countPieces(arr_, recipe_);
    }
    const int a = small(across), d = small(down);
    const auto base = measured(a, d), right = measured(a + 2, d), below = measured(a, d + 2),
               both = measured(a + 2, d + 2);
    if (a == across && d == down) return base;
    if (!base || !right || !below || !both) return std::nullopt;
    const std::int64_t k = (across - a) / 2, l = (down - d) / 2;
    return *base + k * (*right - *base) + l * (*below - *base) + k * l * (*both - *right - *below + *base);
  }
  std::optional<std::int64_t> rings(int rings) {
    Recipe r = recipe_;
    r.rings = rings;
    return countPieces(arr_, r);
  }

 private:
  static int small(int count) { return count <= 8 ? count : 7 + (count + 1) % 2; }
  std::optional<std::int64_t> measured(int across, int down) {
    const auto [it, fresh] = known_.try_emplace({across, down});
    if (fresh) {
      Recipe r = recipe_;
      r.across = across;
      r.down = down;
      if (const auto layout = buildLayout(arr_, r)) it->second = static_cast<std::int64_t>(layout->size());
    }
    return it->second;
  }
  const Arrangement& arr_;
  Recipe recipe_;
  std::map<std::pair<int, int>, std::optional<std::int64_t>> known_;
};

constexpr double kInch = 25.4;

}  // namespace

std::vector<Length> standardEdges(LengthUnit unit) {
  std::vector<Length> out;
  if (unit == LengthUnit::Inch)
    for (int quarters = 2; quarters <= 12; ++quarters) out.push_back(Length::sixtyFourths(16 * quarters));
  else
    for (int mm = 15; mm <= 75; mm += 5) out.push_back(Length::millimetres(mm));
  return out;
}

std::vector<Length> edgesRound(Length edge, LengthUnit unit) {
  const Length step = unit == LengthUnit::Inch ? Length::sixtyFourths(1) : Length::millimetres(0.5);
  const auto steps = static_cast<std::int64_t>(std::floor(edge.mm() / 4 / step.mm() + 1e-9));
  const auto first = static_cast<std::int64_t>(std::llround(edge.mm() / step.mm())) - steps;
  std::vector<Length> out{edge};
  for (std::int64_t i = first; i <= first + 2 * steps; ++i) {
    const Length at = Length::nanometres(i * step.nm());
    if (at >= kLeastEdge && at <= kMostEdge && at != edge) out.push_back(at);
  }
  return out;
}

Result<std::vector<FitRow>> fitToSize(const Arrangement& arr, const Recipe& recipe, double width,
                                      double height, const std::vector<Length>& edges, std::size_t most,
                                      const Progress& progress) {
  if (edges.empty()) return fail("name-at-least-one");
  std::vector<FitRow> out;
  std::optional<Error> why;
  for (std::size_t i = 0; i < edges.size(); ++i) {
    if (progress.cancelled()) return fail(kCancelled);
    progress.report(static_cast<double>(i) / static_cast<double>(edges.size()));
    Recipe r = recipe;
    r.edge = edges[i];
    const auto near = nearestSizes(arr, r, width, height, most);
    if (!near) {
      if (!why) why = near.error();
      continue;
    }
    for (const NearSize& n : *near)
      out.push_back({edges[i], n.across, n.down, n.rings, n.width, n.height, n.off, 0});
  }
  if (out.empty()) return tl::make_unexpected(*why);
  PieceNumbers numbers(arr, recipe);
  for (FitRow& row : out) {
    if (progress.cancelled()) return fail(kCancelled);
    const bool rosette = arr.kind == ArrangementKind::Rosette;
    row.pieces = (rosette ? numbers.rings(row.rings) : numbers.at(row.across, row.down)).value_or(0);
  }
  std::stable_sort(out.begin(), out.end(), [](const FitRow& a, const FitRow& b) {
    if (std::abs(a.off - b.off) > 1e-6) return a.off < b.off;
    return a.pieces < b.pieces;
  });
  if (out.size() > most) out.resize(most);
  return out;
}

const std::vector<UsualSize>& usualSizes() {
  static const std::vector<UsualSize> sizes = {
      {"cushion", 16 * kInch, 16 * kInch},    {"wall piece", 24 * kInch, 36 * kInch},
      {"runner", 16 * kInch, 54 * kInch},     {"lap quilt", 50 * kInch, 65 * kInch},
      {"cot quilt", 36 * kInch, 52 * kInch},  {"single bed", 68 * kInch, 88 * kInch},
      {"double bed", 84 * kInch, 90 * kInch}, {"king bed", 104 * kInch, 92 * kInch}};
  return sizes;
}

}  // namespace clathra
