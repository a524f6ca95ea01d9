#include "cutting/set_pieces.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "cutting/layers.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

constexpr double kOneCorner = 0.5;  // mm: corners that are one
constexpr double kFits = 1e-3;      // mm

/// A piece at a corner, and by how many of its shape's turns it is turned to lie there.
struct AtCorner {
  std::uint32_t piece = 0;
  int steps = 0;
};
struct Round {
  std::vector<AtCorner> pieces;
};

/// By how many of the shape's turns a piece is turned for its corner `c` to be the one copies are turned
/// round, if any.
std::optional<int> stepsTo(const Layout& layout, std::uint32_t piece, Point c) {
  const Piece& p = layout.pieces[piece];
  const Shape& shape = layout.shapes[p.shape];
  const Polygon paper = placed(shape.outline, {}, p.hand < 0, {});
  const Point turning = paper[turningCorner(paper)];
  if (std::abs(length(c - p.centre) - length(turning)) > kOneCorner) return {};
  const int turns = std::max(1, shape.symmetry.turns);
  const double k = (directionOf(c - p.centre) - p.turn - directionOf(turning)).degrees() / (360.0 / turns);
  constexpr double kWhole = 0.01;
  if (std::abs(k - std::round(k)) > kWhole) return {};
  const int whole = static_cast<int>(std::lround(k));
  return ((whole % turns) + turns) % turns;
}

/// Rounds of n of the pieces, none in two, by their first piece.
std::vector<Round> roundsOf(const Layout& layout, const std::vector<std::uint32_t>& pieces, int n) {
  struct Met {
    Point at;
    Round round;
  };
  std::vector<Met> corners;
  std::map<std::pair<long long, long long>, std::vector<std::size_t>> cells;
  for (const std::uint32_t i : pieces)
    for (const Point c : layout.outline(i)) {
      const auto steps = stepsTo(layout, i, c);
      if (!steps) continue;
      const auto x = static_cast<long long>(std::floor(c.x)), y = static_cast<long long>(std::floor(c.y));
      std::optional<std::size_t> known;
      for (long long u = x - 1; u <= x + 1 && !known; ++u)
        for (long long v = y - 1; v <= y + 1 && !known; ++v)
          if (const auto cell = cells.find({u, v}); cell != cells.end())
            for (const std::size_t k : cell->second)
              if (distance(corners[k].at, c) < kOneCorner) known = k;
      if (!known) {
        known = corners.size();
        corners.push_back({c, {}});
        cells[{x, y}].push_back(*known);
      }
      corners[*known].round.pieces.push_back({i, *steps});
    }
  std::vector<Round> out;
  std::vector<bool> used(layout.size(), false);
  std::stable_sort(corners.begin(), corners.end(), [](const Met& a, const Met& b) {
    return a.round.pieces.front().piece < b.round.pieces.front().piece;
  });
  for (const Met& m : corners) {
    const auto& all = m.round.pieces;
    if (static_cast<int>(all.size()) != n ||
        std::any_of(all.begin(), all.end(), [&](const AtCorner& a) { return used[a.piece]; }))
      continue;
    for (const AtCorner& a : all) used[a.piece] = true;
    out.push_back(m.round);
  }
  return out;
}

/// How a patch of a demand lies where it was placed.
std::optional<Motion> lieOf(const PatchDemand& demand, const Polygon& at) {
  const Polygon& from = demand.patch;
  const std::size_t n = from.size();
  if (at.size() != n || n < 2) return {};
  for (std::size_t k = 0; k < n; ++k) {
    Motion m = placing(directionOf(at[(k + 1) % n] - at[k]) - directionOf(from[1] - from[0]), false, {});
    m.t = at[k] - m.apply(from[0]);
    bool fits = true;
    for (std::size_t i = 0; i < n && fits; ++i) fits = distance(m.apply(from[i]), at[(k + i) % n]) < kFits;
    if (fits) return m;
  }
  return {};
}

}  // namespace

LayeredPieces layeredPieces(const Project& project, const CutPlan& plan) {
  LayeredPieces out;
  const CutMethod* m = plan.method();
  const Cloth* cloth = clothById(project, plan.cloth);
  const auto input = cutInput(project, plan.cloth);
  if (!m || m->id != "layers" || !cloth || !cloth->print || !input) return out;
  const Layout& layout = *project.layout;
  std::vector<bool> chosen(layout.size(), false);
  for (const PrintedPiece& p : motifPieces(project)) chosen[p.piece] = true;
  std::map<int, std::vector<const PlacedPatch*>> sets;
  for (const PlacedPatch& p : m->laid.placements)
    if (p.set > 0 && p.group >= 0) sets[p.set].push_back(&p);
  // Groups of one shape and hand, whose allowances differ, draw from the same rounds.
  using Kind = std::pair<std::uint16_t, int>;
  std::map<Kind, std::vector<std::uint32_t>> pieces;
  for (const std::uint32_t i : input->pieces) {
    const Piece& p = layout.pieces[i];
    auto& all = pieces[{p.shape, p.hand}];
    if (!chosen[i] && (all.empty() || all.back() != i)) all.push_back(i);
  }
  std::map<Kind, std::vector<Round>> rounds;
  std::map<Kind, std::size_t> next;
  for (const auto& [set, patches] : sets) {
    const PlacedPatch& first = *patches.front();
    const PatchDemand& d = m->groups[static_cast<std::size_t>(first.group)].demand;
    const Kind kind{d.shape, d.hand};
    const auto [known, isNew] = rounds.try_emplace(kind);
    if (isNew) known->second = roundsOf(layout, pieces[kind], patchesInSet(*cloth, d));
    const auto& all = known->second;
    std::size_t& at = next[kind];
    if (at == all.size() || patches.size() != all[at].pieces.size()) continue;
    const auto length = static_cast<std::size_t>(first.length);
    if (length >= plan.lengths.size()) continue;
    const auto mark = markOn(*cloth, plan.lengths[length]);
    const auto lie = lieOf(d, first.patch);
    if (!mark || !lie) continue;
    const Motion onPaper = lie->inverse().after(placing({}, false, *mark));
    SetOnPieces on{set, {}};
    for (const AtCorner& a : all[at].pieces) {
      const Piece& piece = layout.pieces[a.piece];
      const Angle step = kWholeTurn / std::max(1, layout.shapes[piece.shape].symmetry.turns);
      const Motion pose = placing(piece.turn + a.steps * step, false, piece.centre);
      out.shown.push_back({a.piece, cloth->id, pose.after(onPaper)});
      on.pieces.push_back(a.piece);
    }
    std::sort(on.pieces.begin(), on.pieces.end());
    out.sets.push_back(std::move(on));
    ++at;
  }
  return out;
}

}  // namespace clathra
