#include "layout/numbering.hpp"

#include <algorithm>
#include <cmath>
#include <deque>
#include <numbers>
#include <numeric>

namespace clathra {

namespace {

constexpr double kSameTurn = 1e-6;  // radians: under rounding, over nothing that is drawn

std::vector<int> depthsFrom(const SeamGraph& graph, std::size_t pieces, std::deque<std::uint32_t> begin) {
  std::vector<int> depth(pieces, -1);
  for (const auto p : begin) depth[p] = 0;
  int most = 0;
  while (!begin.empty()) {
    const auto at = begin.front();
    begin.pop_front();
    most = std::max(most, depth[at]);
    for (const auto s : graph.seamsOf(at)) {
      const auto next = graph.across(s, at);
      if (depth[next] >= 0) continue;
      depth[next] = depth[at] + 1;
      begin.push_back(next);
    }
  }
  for (int& d : depth)
    if (d < 0) d = most + 1;
  return depth;
}

Point middleOf(const Layout& layout) {
  return {(layout.finished.left + layout.finished.right) / 2,
          (layout.finished.top + layout.finished.bottom) / 2};
}

/// Clockwise on screen from `from` (radians, y down), 0 up to 2 pi; what rounds to a whole turn counts as 0.
double clockwise(Point of, Point round, double from) {
  double a = std::atan2(of.y - round.y, of.x - round.x) - from;
  a -= 2 * std::numbers::pi * std::floor(a / (2 * std::numbers::pi));
  return a > 2 * std::numbers::pi - kSameTurn ? 0 : a;
}

/// For each depth the direction of its piece nearest to the corner: there its numbers begin.
std::vector<double> beginningsAt(const Layout& layout, const std::vector<int>& depth, Point corner,
                                 Point middle) {
  std::vector<double> nearest(layout.size() + 2, 1e300), out(layout.size() + 2, 0);
  for (std::size_t i = 0; i < layout.size(); ++i) {
    const Point c = layout.pieces[i].centre;
    const auto d = static_cast<std::size_t>(depth[i]);
    const double away = length(c - corner);
    if (away > nearest[d] - kMeet) continue;
    nearest[d] = away;
    out[d] = std::atan2(c.y - middle.y, c.x - middle.x) - kSameTurn;
  }
  return out;
}

}  // namespace

const std::vector<std::string>& numberingNames() {
  static const std::vector<std::string> names = {"rows", "outside", "rings", "units"};
  return names;
}

std::vector<int> depthsFromRim(const Layout& layout, const SeamGraph& graph) {
  std::deque<std::uint32_t> rim;
  for (const OuterEdge& e : graph.outer) rim.push_back(e.piece);
  return depthsFrom(graph, layout.size(), std::move(rim));
}

std::vector<int> depthsFromMiddle(const Layout& layout, const SeamGraph& graph) {
  if (layout.size() == 0) return {};
  const Point middle = middleOf(layout);
  double least = length(layout.pieces.front().centre - middle);
  for (const Piece& p : layout.pieces) least = std::min(least, length(p.centre - middle));
  // Wedges round a middle point are all equally near.
  std::deque<std::uint32_t> nearest;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (length(layout.pieces[i].centre - middle) < least + kMeet) nearest.push_back(i);
  return depthsFrom(graph, layout.size(), std::move(nearest));
}

Layout inOrder(Layout layout, const std::vector<std::uint32_t>& order) {
  std::vector<Piece> pieces;
  pieces.reserve(order.size());
  std::vector<std::uint32_t> laid;
  laid.reserve(order.size());
  for (const auto i : order) {
    pieces.push_back(layout.pieces[i]);
    laid.push_back(layout.laidAs(i));
  }
  layout.pieces = std::move(pieces);
  layout.laid = std::is_sorted(laid.begin(), laid.end()) ? std::vector<std::uint32_t>() : std::move(laid);
  return layout;
}

namespace {

Layout byUnits(Layout layout, const std::vector<PieceUnit>& units) {
  const auto unit = unitsOfPieces(layout, units), outer = outerUnits(units);
  constexpr std::uint32_t kLast = 0xffffffff;
  // A unit of units begins with the first piece of all of them.
  std::vector<std::uint32_t> first(units.size(), kLast);
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    for (int u = unit[i]; u >= 0; u = outer[static_cast<std::size_t>(u)])
      first[static_cast<std::size_t>(u)] = std::min(first[static_cast<std::size_t>(u)], i);
  std::vector<std::uint32_t> order(layout.size());
  std::iota(order.begin(), order.end(), 0U);
  /// Where the outermost unit begins, then those within it, then the piece; what belongs to none comes last.
  std::vector<std::vector<std::uint32_t>> places(layout.size());
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    for (int u = unit[i]; u >= 0; u = outer[static_cast<std::size_t>(u)])
      places[i].insert(places[i].begin(), first[static_cast<std::size_t>(u)]);
    if (places[i].empty()) places[i].push_back(kLast);
    places[i].push_back(i);
  }
  const auto place = [&](std::uint32_t i) -> const std::vector<std::uint32_t>& { return places[i]; };
  std::stable_sort(order.begin(), order.end(),
                   [&](std::uint32_t a, std::uint32_t b) { return place(a) < place(b); });
  return inOrder(std::move(layout), order);
}

}  // namespace

Layout renumbered(Layout layout, Numbering numbering, const std::vector<PieceUnit>& units) {
  if (numbering == Numbering::Rows || layout.size() == 0) return layout;
  if (numbering == Numbering::Units) return byUnits(std::move(layout), units);
  const SeamGraph graph = buildSeams(layout);
  const bool rings = numbering == Numbering::Rings;
  const auto depth = rings ? depthsFromMiddle(layout, graph) : depthsFromRim(layout, graph);
  const Point middle = middleOf(layout);
  const auto from = rings ? std::vector<double>(layout.size() + 2, -std::numbers::pi / 2)
                          : beginningsAt(layout, depth, {layout.finished.left, layout.finished.top}, middle);
  std::vector<double> angle(layout.size());
  for (std::size_t i = 0; i < layout.size(); ++i)
    angle[i] = clockwise(layout.pieces[i].centre, middle, from[static_cast<std::size_t>(depth[i])]);
  std::vector<std::uint32_t> order(layout.size());
  std::iota(order.begin(), order.end(), 0U);
  std::sort(order.begin(), order.end(), [&](std::uint32_t a, std::uint32_t b) {
    if (depth[a] != depth[b]) return depth[a] < depth[b];
    if (std::abs(angle[a] - angle[b]) > kSameTurn) return angle[a] < angle[b];
    const double da = length(layout.pieces[a].centre - middle), db = length(layout.pieces[b].centre - middle);
    return std::abs(da - db) > kMeet ? da > db : a < b;
  });
  return inOrder(std::move(layout), order);
}

}  // namespace clathra
