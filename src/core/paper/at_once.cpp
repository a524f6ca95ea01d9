#include "paper/at_once.hpp"

#include <algorithm>
#include <cmath>

#include "layout/numbering.hpp"
#include "layout/unit.hpp"

namespace clathra {

namespace {

constexpr std::size_t kNever = SIZE_MAX;

std::vector<std::uint32_t> all(const Layout& layout) {
  std::vector<std::uint32_t> out(layout.size());
  for (std::uint32_t i = 0; i < out.size(); ++i) out[i] = i;
  return out;
}

std::vector<std::uint32_t> inRows(const Layout& layout) {
  auto out = all(layout);
  std::stable_sort(out.begin(), out.end(), [&](std::uint32_t a, std::uint32_t b) {
    const Piece p = layout.pieces[a], q = layout.pieces[b];
    return p.row != q.row ? p.row < q.row : p.centre.x < q.centre.x;
  });
  return out;
}

/// Clockwise from the top about the middle of the innermost pieces.
std::vector<std::uint32_t> inRings(const Layout& layout, const SeamGraph& graph) {
  const auto depth = depthsFromMiddle(layout, graph);
  Point middle;
  int inner = 0;
  for (std::size_t i = 0; i < layout.size(); ++i)
    if (depth[i] == 0) {
      middle = middle + layout.pieces[i].centre;
      ++inner;
    }
  if (inner > 0) middle = (1.0 / inner) * middle;
  std::vector<double> clock(layout.size());
  for (std::size_t i = 0; i < clock.size(); ++i) {
    const Point d = layout.pieces[i].centre - middle;
    // A hair before the top is the top: sums of many turns are not exact.
    clock[i] = std::fmod(std::atan2(d.x, -d.y) + 2 * std::numbers::pi + 1e-9, 2 * std::numbers::pi);
  }
  auto out = all(layout);
  std::stable_sort(out.begin(), out.end(), [&](std::uint32_t a, std::uint32_t b) {
    return depth[a] != depth[b] ? depth[a] < depth[b] : clock[a] < clock[b];
  });
  const auto held = [&](std::uint32_t piece) {
    int n = 0;
    for (const auto s : graph.seamsOf(piece)) n += depth[graph.across(s, piece)] < depth[piece];
    return n;
  };
  for (auto ring = out.begin(); ring != out.end();) {
    const auto end = std::find_if(ring, out.end(), [&](std::uint32_t i) { return depth[i] != depth[*ring]; });
    const auto first = std::max_element(ring, end, [&](auto a, auto b) { return held(a) < held(b); });
    std::rotate(ring, first, end);
    ring = end;
  }
  return out;
}

std::vector<std::uint32_t> inUnits(const PaperInput& in) {
  const Layout& layout = *in.geometry->layout;
  const auto unit = unitsOfPieces(layout, in.units);
  const auto outer = outerUnits(in.units);
  const auto top = [&](int u) {
    while (u >= 0 && outer[static_cast<std::size_t>(u)] >= 0) u = outer[static_cast<std::size_t>(u)];
    return u;
  };
  // Units in the order of their first pieces; the pieces of inner units stay together.
  std::map<int, std::uint32_t> firstOf;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    for (const int u : {top(unit[i]), unit[i]}) firstOf.try_emplace(u, i);
  const auto key = [&](std::uint32_t i) {
    const int u = unit[i];
    return std::tuple(u < 0, firstOf[top(u)], firstOf[u], i);
  };
  auto out = all(layout);
  std::stable_sort(out.begin(), out.end(), [&](auto a, auto b) { return key(a) < key(b); });
  return out;
}

}  // namespace

const char* orderId(SewingOrder order) {
  return order == SewingOrder::Rings ? "rings" : order == SewingOrder::Rows ? "rows" : "units";
}

PaperInput paperInput(const Project& project, std::shared_ptr<const Geometry> geometry, PaperBox box) {
  return {std::move(geometry),    project.recipe.units,    project.recipe.arrangement == kOwnArrangement,
          project.settings.times, project.settings.papers, std::move(box)};
}

SewingOrder plannedOrder(const PaperInput& in) {
  const Layout& layout = *in.geometry->layout;
  if (!in.units.empty()) {
    const auto unit = unitsOfPieces(layout, in.units);
    const auto among = std::count_if(unit.begin(), unit.end(), [](int u) { return u >= 0; });
    if (2 * among >= static_cast<std::ptrdiff_t>(unit.size())) return SewingOrder::Units;
  }
  if (in.grown) return SewingOrder::Rings;
  // The pieces of a rosette know their ring: as many seams from the middle.
  const auto depth = depthsFromMiddle(layout, in.geometry->seams);
  std::size_t rings = 0;
  for (std::size_t i = 0; i < depth.size(); ++i) rings += static_cast<int>(layout.pieces[i].row) == depth[i];
  return 10 * rings >= 9 * depth.size() ? SewingOrder::Rings : SewingOrder::Rows;
}

std::vector<std::uint32_t> piecesInOrder(const PaperInput& in, SewingOrder order) {
  switch (order) {
    case SewingOrder::Rings:
      return inRings(*in.geometry->layout, in.geometry->seams);
    case SewingOrder::Units:
      return inUnits(in);
    case SewingOrder::Rows:
      break;
  }
  return inRows(*in.geometry->layout);
}

AtOnce papersAtOnce(const Geometry& geometry, const std::vector<std::uint32_t>& order, int ahead) {
  const Layout& layout = *geometry.layout;
  const SeamGraph& graph = geometry.seams;
  const std::size_t n = order.size();
  std::vector<std::size_t> place(layout.size(), kNever), freed(layout.size(), 0);
  for (std::size_t k = 0; k < n; ++k) place[order[k]] = k;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    freed[i] = place[i];
    for (const auto s : graph.seamsOf(i))
      freed[i] = std::max(freed[i], place[graph.across(s, static_cast<std::uint32_t>(i))]);
  }
  for (const OuterEdge& e : graph.outer) freed[e.piece] = kNever;
  std::vector<std::vector<std::uint32_t>> out(n);  // by the step after which they come out
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (freed[i] != kNever) out[freed[i]].push_back(i);
  AtOnce peak;
  std::map<PaperKind, int> now;
  int total = 0;
  std::size_t covered = 0;
  for (std::size_t k = 0; k < n; ++k) {
    for (; covered < std::min(n, k + 1 + static_cast<std::size_t>(ahead)); ++covered) {
      const Piece p = layout.pieces[order[covered]];
      const int kind = ++now[{p.shape, p.hand}];
      auto& most = peak.perKind[{p.shape, p.hand}];
      most = std::max(most, kind);
      ++total;
    }
    if (total > peak.total) {
      peak.total = total;
      peak.step = k;
    }
    for (const auto i : out[k]) {
      const Piece p = layout.pieces[i];
      --now[{p.shape, p.hand}];
      --total;
    }
  }
  return peak;
}

}  // namespace clathra
