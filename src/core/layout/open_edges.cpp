// Open edges: the outer edges of a layout with the room at their corners, arcs whole.
#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>

#include "layout/grow.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr Angle kNoTurn = Angle::degrees(0.05);

using Spot = std::pair<std::int64_t, std::int64_t>;
struct SpotHash {
  std::size_t operator()(const Spot& s) const {
    const auto x = static_cast<std::uint64_t>(s.first), y = static_cast<std::uint64_t>(s.second);
    return static_cast<std::size_t>(x * 0x9E3779B97F4A7C15ull ^ y * 0x7F4A7C15F39CC061ull);
  }
};
/// Outer edges by the corners they touch; corners within kMeet of each other are one.
class Corners {
 public:
  explicit Corners(const SeamGraph& graph) : graph_(graph) {
    for (std::uint32_t i = 0; i < graph.outer.size(); ++i) {
      at_[spot(graph.outer[i].from)].push_back({i, true});
      at_[spot(graph.outer[i].to)].push_back({i, false});
    }
  }
  /// From direction `along` (leaving `corner`) to the next outer edge there, turning to the outside:
  /// anticlockwise on screen if `left`.
  Angle room(Point corner, Point along, bool left, std::uint32_t self) const {
    Angle least = kWholeTurn;
    const Spot s = spot(corner);
    for (std::int64_t dx = -1; dx <= 1; ++dx)
      for (std::int64_t dy = -1; dy <= 1; ++dy) {
        const auto found = at_.find({s.first + dx, s.second + dy});
        if (found == at_.end()) continue;
        for (const auto& [edge, isFrom] : found->second) {
          const OuterEdge& o = graph_.outer[edge];
          const Point here = isFrom ? o.from : o.to, there = isFrom ? o.to : o.from;
          if (edge == self || distance(here, corner) > 2 * kMeet) continue;
          const Point d = there - here;
          const Angle turn = left ? turnBetween(d, along) : turnBetween(along, d);
          least = std::min(least, turn < kNoTurn ? turn + kWholeTurn : turn);
        }
      }
    return least;
  }

 private:
  static Spot spot(Point p) { return {std::llround(p.x / (4 * kMeet)), std::llround(p.y / (4 * kMeet))}; }
  const SeamGraph& graph_;
  std::unordered_map<Spot, std::vector<std::pair<std::uint32_t, bool>>, SpotHash> at_;
};

/// Open stretches, arcs chord by chord.
std::vector<OpenEdge> openChords(const SeamGraph& graph) {
  const Corners corners(graph);
  std::vector<OpenEdge> out;
  out.reserve(graph.outer.size());
  for (std::uint32_t i = 0; i < graph.outer.size(); ++i) {
    const OuterEdge& o = graph.outer[i];
    const Point d = o.to - o.from;
    // The piece lies to the right of the way from `from` to `to`; the outside is to the left.
    out.push_back(
        {o, length(d), corners.room(o.from, d, true, i), corners.room(o.to, -1.0 * d, false, i), 0, {}});
  }
  return out;
}

}  // namespace

std::vector<OpenEdge> openEdges(const Layout& layout, const SeamGraph& graph) {
  std::vector<OpenEdge> chords = openChords(graph), out;
  std::map<std::uint32_t, std::vector<OutlineEdge>> sides;  // of pieces with arcs
  std::map<std::pair<std::uint32_t, std::size_t>, std::map<std::size_t, const OpenEdge*>> arcs;
  for (const OpenEdge& c : chords) {
    const PolygonView outline = layout.outline(c.edge.piece);
    if (outline.size() > 5 && !sides.contains(c.edge.piece)) sides[c.edge.piece] = edgesOf(outline);
    const auto known = sides.find(c.edge.piece);
    const OutlineEdge* arc = nullptr;
    std::size_t along = 0;
    for (std::size_t s = 0; known != sides.end() && !arc && s < known->second.size(); ++s) {
      const OutlineEdge& side = known->second[s];
      along = (c.edge.edge + outline.size() - side.first) % outline.size();
      if (side.isArc() && along < side.edges) arc = &side;
    }
    if (!arc)
      out.push_back(c);
    else
      arcs[{c.edge.piece, arc->first}][along] = &c;
  }
  // Open chords of one arc that follow each other are one open edge.
  for (const auto& [key, open] : arcs) {
    const auto& all = sides[key.first];
    const OutlineEdge& side = *std::find_if(
        all.begin(), all.end(), [&, first = key.second](const auto& s) { return s.first == first; });
    const OpenEdge* last = nullptr;
    for (const auto& [along, chord] : open) {
      const double length = 2 * side.radius * std::asin(std::min(1.0, chord->length / (2 * side.radius)));
      if (!last || distance(last->edge.to, chord->edge.from) > kMeet) {
        out.push_back(*chord);
        out.back().radius = side.hollow ? -side.radius : side.radius;
        out.back().path = {chord->edge.from};
        out.back().length = 0;
      }
      OpenEdge& whole = out.back();
      whole.path.push_back(chord->edge.to);
      whole.edge.to = chord->edge.to;
      whole.roomAtTo = chord->roomAtTo;
      whole.length += length;
      last = chord;
    }
  }
  return out;
}

Point OpenEdge::middle() const {
  if (path.size() % 2 == 1) return path[path.size() / 2];
  const Polygon all = way();
  return 0.5 * (all[all.size() / 2 - 1] + all[all.size() / 2]);
}

Point OpenEdge::direction() const {
  if (path.size() < 3) return edge.to - edge.from;
  return path[path.size() / 2 + 1] - path[path.size() / 2 - 1];
}

std::optional<std::size_t> openEdgeNear(const std::vector<OpenEdge>& edges, Point p, double reach) {
  std::optional<std::size_t> best;
  for (std::size_t i = 0; i < edges.size(); ++i) {
    double away = reach;
    const Polygon way = edges[i].way();
    for (std::size_t k = 0; k + 1 < way.size(); ++k) {
      const Point d = way[k + 1] - way[k];
      const double t = std::clamp(dot(p - way[k], d) / std::max(1e-12, dot(d, d)), 0.0, 1.0);
      away = std::min(away, distance(p, way[k] + t * d));
    }
    if (away >= reach) continue;
    reach = away;
    best = i;
  }
  return best;
}

}  // namespace clathra
