// "About 183 by 61 cm": which counts come nearest. Sizes grow evenly with the counts once the rim is
// complete, so a few small patches are measured and the rest follows; the answers themselves are measured
// again.
#include <algorithm>
#include <cmath>
#include <map>

#include "layout/arrangement.hpp"

namespace clathra {

namespace {

/// Finished sizes for small counts, remembered; larger ones by steps of two (rims alternate by parity).
class Sizes {
 public:
  Sizes(const Arrangement& arr, Recipe recipe) : arr_(arr), recipe_(std::move(recipe)) {
    recipe_.line.clear();  // a line of one's own has its size already
  }

  std::optional<Box> at(int across, int down) {
    const int a = small(across), d = small(down);
    const auto base = measured(a, d);
    if (!base || (a == across && d == down)) return base;
    Box box = *base;
    if (a != across) {
      const auto next = measured(a + 2, d);
      if (!next) return std::nullopt;
      box.right += (next->width() - base->width()) * (across - a) / 2;
    }
    if (d != down) {
      const auto next = measured(a, d + 2);
      if (!next) return std::nullopt;
      box.bottom += (next->height() - base->height()) * (down - d) / 2;
    }
    return box;
  }

 private:
  static int small(int count) { return count <= 6 ? count : 5 + (count + 1) % 2; }

  std::optional<Box> measured(int across, int down) {
    const auto [it, fresh] = known_.try_emplace({across, down});
    if (fresh) {
      Recipe r = recipe_;
      r.across = across;
      r.down = down;
      if (const auto box = finishedBox(arr_, r)) it->second = *box;
    }
    return it->second;
  }

  const Arrangement& arr_;
  Recipe recipe_;
  std::map<std::pair<int, int>, std::optional<Box>> known_;
};

void keepNearest(std::vector<NearSize>& all, std::size_t most) {
  std::stable_sort(all.begin(), all.end(),
                   [](const NearSize& a, const NearSize& b) { return a.off < b.off - 1e-9; });
  if (all.size() > most) all.resize(most);
}

NearSize compare(const Box& box, double width, double height) {
  NearSize n;
  n.width = box.width();
  n.height = box.height();
  n.off = std::abs(n.width - width) + std::abs(n.height - height);
  return n;
}

std::vector<NearSize> nearestRings(const Arrangement& arr, Recipe recipe, double width, double height) {
  std::vector<NearSize> out;
  for (recipe.rings = 0; countPieces(arr, recipe) <= kMostPieces; ++recipe.rings) {
    const auto box = finishedBox(arr, recipe);
    if (!box) break;
    NearSize n = compare(*box, width, height);
    n.rings = recipe.rings;
    out.push_back(n);
    if (n.width > 2 * width + recipe.edge.mm() * 8 && n.height > 2 * height + recipe.edge.mm() * 8) break;
  }
  return out;
}

/// Counts whose size on one axis brackets the wanted one; each axis grows with its own count.
template <class SizeOf>
std::vector<int> bracket(double wanted, SizeOf sizeOf) {
  int low = 1, high = kMostCount;
  while (high - low > 1) {
    const int mid = (low + high) / 2;
    (sizeOf(mid) < wanted ? low : high) = mid;
  }
  std::vector<int> out;
  for (int n = std::max(1, low - 3); n <= low + 4; ++n) out.push_back(n);
  return out;
}

}  // namespace

Result<std::vector<NearSize>> nearestSizes(const Arrangement& arr, const Recipe& asked, double width,
                                           double height, std::size_t most) {
  Recipe recipe = asked;
  recipe.hand = {};  // hand work stays where it is and makes no size
  if (!(width > 0) || !(height > 0)) return fail("wanted-size-needs-width");
  if (arr.kind == ArrangementKind::Own) return fail("layout-grown-by-hand");
  std::vector<NearSize> out;
  if (arr.kind == ArrangementKind::Rosette) {
    out = nearestRings(arr, recipe, width, height);
  } else {
    Sizes sizes(arr, recipe);
    const auto as = bracket(width, [&](int n) {
      const auto b = sizes.at(n, 6);
      return b ? b->width() : 0;
    });
    const auto ds = bracket(height, [&](int n) {
      const auto b = sizes.at(6, n);
      return b ? b->height() : 0;
    });
    for (const int a : as)
      for (const int d : ds) {
        Recipe r = recipe;
        r.across = a;
        r.down = d;
        const auto box = countPieces(arr, r) <= kMostPieces ? sizes.at(a, d) : std::nullopt;
        if (!box) continue;
        NearSize n = compare(*box, width, height);
        n.across = a;
        n.down = d;
        out.push_back(n);
      }
  }
  keepNearest(out, most);
  if (out.empty()) return fail("no-counts-come-near", sizeArg(recipe.edge.mm()), kMostPieces);
  return out;
}

}  // namespace clathra
