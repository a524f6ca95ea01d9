#include "layout/unit.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "layout/grow.hpp"
#include "layout/soundness.hpp"

namespace clathra {

namespace {

constexpr double kSameLength = 0.01;  // mm

/// A turn about a point, after mirroring there if asked, then a move.
struct Motion {
  Point from, to;
  Angle turn;
  bool mirrored = false;
  Point operator()(Point p) const {
    Point d = p - from;
    if (mirrored) d.x = -d.x;
    return rotated(d, turn) + to;
  }
};

Polygon moved(PolygonView p, const Motion& motion) {
  Polygon out;
  out.reserve(p.size());
  for (const Point q : p) out.push_back(motion(q));
  if (motion.mirrored) std::reverse(out.begin(), out.end());
  return out;
}

/// The motions that lay outline `a` on outline `b`.
std::vector<Motion> motionsOnto(PolygonView a, PolygonView b) {
  std::vector<Motion> out;
  if (a.size() != b.size()) return out;
  const std::size_t n = a.size();
  for (const bool mirrored : {false, true})
    for (std::size_t shift = 0; shift < n; ++shift) {
      // Mirrored, the outline runs the other way round: its first edge backwards.
      Point along = a[1] - a[0];
      if (mirrored) along.x = -along.x;
      const Point onto = mirrored ? b[(shift + n - 1) % n] - b[shift] : b[(shift + 1) % n] - b[shift];
      const Motion motion{a[0], b[shift], turnBetween(along, onto), mirrored};
      bool same = true;
      for (std::size_t i = 0; same && i < n; ++i)
        same = distance(motion(a[i]), b[(shift + (mirrored ? n - i : i)) % n]) < kSamePlace;
      if (same) out.push_back(motion);
    }
  return out;
}

}  // namespace

std::string unitTitle(const PieceUnit& unit) {
  return unit.name + " " + std::to_string(unit.number);
}

std::vector<int> outerUnits(const std::vector<PieceUnit>& units) {
  std::map<PieceKey, std::vector<std::size_t>> holding;  // a piece of each unit is enough
  for (const PieceUnit& u : units)
    if (!u.pieces.empty()) holding.try_emplace(u.pieces.front());
  for (std::size_t u = 0; u < units.size(); ++u)
    for (const PieceKey k : units[u].pieces)
      if (const auto at = holding.find(k); at != holding.end()) at->second.push_back(u);
  std::vector<int> out(units.size(), -1);
  for (std::size_t u = 0; u < units.size(); ++u) {
    if (units[u].pieces.empty()) continue;
    std::size_t least = 0;
    for (const std::size_t o : holding[units[u].pieces.front()]) {
      const std::size_t n = units[o].pieces.size();
      if (n <= units[u].pieces.size() || (least > 0 && n >= least)) continue;
      least = n;
      out[u] = static_cast<int>(o);
    }
  }
  return out;
}

std::vector<int> unitsOfPieces(const Layout& layout, const std::vector<PieceUnit>& units) {
  std::vector<int> out(layout.size(), -1);
  if (units.empty()) return out;
  std::map<PieceKey, int> byKey;
  for (std::size_t u = 0; u < units.size(); ++u)
    for (const PieceKey k : units[u].pieces) {
      const auto [at, fresh] = byKey.emplace(k, static_cast<int>(u));
      if (!fresh && units[static_cast<std::size_t>(at->second)].pieces.size() > units[u].pieces.size())
        at->second = static_cast<int>(u);
    }
  for (std::size_t i = 0; i < layout.size(); ++i)
    if (const auto at = byKey.find(layout.pieces[i].key); at != byKey.end()) out[i] = at->second;
  return out;
}

std::vector<std::uint32_t> piecesOf(const Layout& layout, const PieceUnit& unit) {
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (std::binary_search(unit.pieces.begin(), unit.pieces.end(), layout.pieces[i].key)) out.push_back(i);
  return out;
}

int nextNumber(const std::vector<PieceUnit>& units, const std::string& name) {
  int most = 0;
  for (const PieceUnit& u : units)
    if (u.name == name) most = std::max(most, u.number);
  return most + 1;
}

std::optional<Polygon> joinedOutline(const Layout& layout, std::span<const std::uint32_t> pieces) {
  const auto loops = boundaryLoops(buildSeams(layout, pieces));
  if (loops.size() != 1) return std::nullopt;
  return cleaned(loops.front(), kMeet);
}

std::vector<std::vector<std::uint32_t>> copiesInLayout(
    const Layout& layout, const PieceIndex& index, const std::vector<std::uint32_t>& pieces,
    const std::function<bool(const std::vector<std::uint32_t>&)>& may) {
  std::vector<std::vector<std::uint32_t>> out;
  if (pieces.empty()) return out;
  std::vector<bool> used(layout.size(), false);
  for (const auto i : pieces) used[i] = true;
  // The rarest shape of the set has the fewest places to try.
  std::vector<std::size_t> count(layout.shapes.size(), 0);
  for (const Piece& p : layout.pieces) ++count[p.shape];
  const auto anchor = *std::min_element(pieces.begin(), pieces.end(), [&](std::uint32_t a, std::uint32_t b) {
    return count[layout.pieces[a].shape] < count[layout.pieces[b].shape];
  });
  for (std::uint32_t q = 0; q < layout.size(); ++q) {
    if (used[q] || layout.pieces[q].shape != layout.pieces[anchor].shape) continue;
    for (const Motion& motion : motionsOnto(layout.outline(anchor), layout.outline(q))) {
      std::vector<std::uint32_t> copy;
      for (const auto i : pieces) {
        const auto at = index.at(layout, motion(layout.pieces[i].centre));
        if (!at || used[*at] || layout.pieces[*at].shape != layout.pieces[i].shape ||
            !sameOutline(moved(layout.outline(i), motion), layout.outline(*at)))
          break;
        copy.push_back(*at);
      }
      if (copy.size() != pieces.size() || !may(copy)) continue;
      for (const auto i : copy) used[i] = true;
      out.push_back(std::move(copy));
      break;
    }
  }
  return out;
}

std::vector<UnitFit> unitFitsAt(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                                const OpenEdge& open, const std::vector<std::uint32_t>& pieces,
                                std::size_t most) {
  std::vector<UnitFit> out;
  if (open.radius != 0) return out;
  const SeamGraph own = buildSeams(layout, pieces);
  for (const bool mirrored : {false, true})
    for (const OuterEdge& edge : own.outer) {
      if (std::abs(distance(edge.from, edge.to) - open.length) > kSameLength) continue;
      // Laid on the open edge it runs the other way, as its piece lies on the other side.
      Point along = edge.to - edge.from;
      if (mirrored) along.x = -along.x;
      const Point onto = mirrored ? open.edge.to - open.edge.from : open.edge.from - open.edge.to;
      const Motion motion{edge.from, mirrored ? open.edge.from : open.edge.to, turnBetween(along, onto),
                          mirrored};
      UnitFit fit;
      fit.mirrored = mirrored;
      bool clear = true;
      for (const auto i : pieces) {
        fit.outlines.push_back(moved(layout.outline(i), motion));
        clear = clear && isFree(layout, index, fit.outlines.back());
        if (!clear) break;
      }
      const auto same = [&](const UnitFit& other) {
        return std::all_of(fit.outlines.begin(), fit.outlines.end(), [&](const Polygon& p) {
          return std::any_of(other.outlines.begin(), other.outlines.end(),
                             [&](const Polygon& q) { return sameOutline(p, q); });
        });
      };
      if (!clear || std::any_of(out.begin(), out.end(), same)) continue;
      for (const Polygon& p : fit.outlines) fit.joined += joinedLength(graph, p);
      out.push_back(std::move(fit));
    }
  std::stable_sort(out.begin(), out.end(), [](const UnitFit& a, const UnitFit& b) {
    return std::abs(a.joined - b.joined) > kSameLength ? a.joined > b.joined : a.mirrored < b.mirrored;
  });
  if (out.size() > most) out.resize(most);
  return out;
}

std::optional<std::vector<Polygon>> carried(const Layout& layout, const std::vector<std::uint32_t>& pieces,
                                            PolygonView from, PolygonView onto) {
  const auto motions = motionsOnto(from, onto);  // unmirrored ones first
  if (motions.empty()) return std::nullopt;
  std::vector<Polygon> out;
  for (const auto i : pieces) out.push_back(moved(layout.outline(i), motions.front()));
  return out;
}

}  // namespace clathra
