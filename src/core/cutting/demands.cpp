#include "cutting/demands.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

#include "layout/derived.hpp"
#include "shape/allowance.hpp"
#include "shape/congruent.hpp"

namespace clathra {

namespace {

/// Pieces of this cloth that are cut as windows.
std::vector<bool> windowPieces(const CutInput& in) {
  std::vector<bool> out(in.layout->size(), false);
  for (const WindowInput& w : in.windows)
    for (const auto i : w.motif.pieces) out[i] = true;
  return out;
}

constexpr double kAllRound = 360, kHalfRound = 180;  // degrees
constexpr double kSameStand = 1e-6;                  // degrees: rounding

/// Degrees that bring a shape onto itself.
double symmetryStep(const Shape& shape) {
  return kAllRound / std::max(1, shape.symmetry.turns);
}

/// A stand as the least of those that the shape's symmetry makes equal, in degrees.
double leastStand(double degrees, const Shape& shape) {
  const double step = symmetryStep(shape);
  const double turn = degrees - step * std::floor(degrees / step);
  return turn > step - kSameStand ? 0 : turn;
}

double opposite(double stand, const Shape& shape) {
  return leastStand(stand + kHalfRound, shape);
}

int inWholeDegrees(double stand, const Shape& shape) {
  const int whole = static_cast<int>(std::floor(stand + 0.5 + kSameStand));
  return whole >= symmetryStep(shape) - kSameStand ? 0 : whole;
}

/// The allowance of each edge of a shape, and where pieces of it lie on the quilt's outline.
PatchDemand demandFor(const Shape& shape, int hand, double stand, const std::vector<double>& edges,
                      Angle below) {
  PatchDemand d;
  d.hand = hand;
  d.paper = placed(shape.outline, Angle::degrees(stand), hand < 0, {});
  const bool equal = std::all_of(edges.begin(), edges.end(), [&](double e) { return e == edges.front(); });
  d.patch = equal ? allowanceOutline(d.paper, edges.front(), Tips::Blunted, below)
                  : allowanceOutline(d.paper, edges, Tips::Blunted, below);
  d.sharp = equal ? allowanceOutline(d.paper, edges.front()) : allowanceOutline(d.paper, edges, Tips::Mitred);
  d.title = shape.title;
  d.standingDegrees = inWholeDegrees(stand, shape);
  return d;
}

bool halfTurnsShow(const Cloth& cloth) {
  return cloth.direction != Direction::TwoWay && cloth.direction != Direction::Stripe;
}

}  // namespace

int standing(const Piece& piece, const Shape& shape) {
  return inWholeDegrees(leastStand(piece.turn.degrees(), shape), shape);
}

double standsApart(double a, double b, const Shape& shape, bool halfTurnsAlike) {
  const auto apart = [&](double by) {
    const double turn = leastStand(by, shape);
    return std::min(turn, symmetryStep(shape) - turn);
  };
  return halfTurnsAlike ? std::min(apart(a - b), apart(a - b + kHalfRound)) : apart(a - b);
}

std::vector<double> allowancesOf(const CutInput& in, std::uint32_t piece) {
  const Piece& p = in.layout->pieces[piece];
  const auto own = in.shapeAllowances.find(p.shape);
  std::vector<double> out(in.layout->shapes[p.shape].outline.size(),
                          own == in.shapeAllowances.end() ? in.allowance : own->second);
  if (!in.outerAllowance) return out;
  if (const auto outer = in.outerEdges.find(piece); outer != in.outerEdges.end())
    for (const auto edge : outer->second) out[edge] = *in.outerAllowance;
  return out;
}

namespace {

using DemandKey = std::tuple<std::uint16_t, int, int, std::vector<double>>;

struct OneStand {
  int pieces = 0;
  double stand = 0;  ///< degrees, of the first of them; the others are less than a degree off
};

/// Pieces of each kind. Without a stand, kinds whose patches are congruent are one.
std::map<DemandKey, OneStand> countsOf(const CutInput& in, Stand stand) {
  const Layout& layout = *in.layout;
  const auto windows = windowPieces(in);
  std::map<DemandKey, OneStand> counts;
  std::map<DemandKey, DemandKey> same;
  for (const auto i : in.pieces) {
    if (windows[i]) continue;
    const Piece& p = layout.pieces[i];
    const Shape& shape = layout.shapes[p.shape];
    double turn = 0;
    if (stand == Stand::Piece) {
      turn = leastStand(p.turn.degrees(), shape);
      if (!halfTurnsShow(in.cloth) && opposite(turn, shape) < turn - kSameStand) turn = opposite(turn, shape);
    }
    DemandKey key{p.shape, p.hand, inWholeDegrees(turn, shape), allowancesOf(in, i)};
    const auto known = same.find(key);
    if (known == same.end()) {
      DemandKey as = key;
      if (stand == Stand::Any && in.outerAllowance) {
        const Polygon patch = demandFor(shape, p.hand, 0, std::get<3>(key), in.bluntBelow).patch;
        for (const auto& [other, kind] : counts)
          if (std::get<0>(other) == p.shape && std::get<1>(other) == p.hand &&
              !turnsBetween(demandFor(shape, p.hand, 0, std::get<3>(other), in.bluntBelow).patch, patch)
                   .empty()) {
            as = other;
            break;
          }
      }
      same[key] = as;
      ++counts.try_emplace(as, OneStand{0, turn}).first->second.pieces;
    } else {
      ++counts[known->second].pieces;
    }
  }
  return counts;
}

/// Spares are counted for each shape and hand, whichever way pieces stand, and dealt out in turn to the
/// largest demands; patches that were cut and have lost their piece are dealt out likewise.
void addSpares(std::vector<PatchDemand>& demands, const CutInput& in) {
  std::map<std::pair<std::uint16_t, int>, std::vector<PatchDemand*>> same;
  for (PatchDemand& d : demands) same[{d.shape, d.hand}].push_back(&d);
  for (auto& [kind, all] : same) {
    int pieces = 0;
    for (const PatchDemand* d : all) pieces += d->pieces;
    std::stable_sort(all.begin(), all.end(),
                     [](const PatchDemand* a, const PatchDemand* b) { return a->pieces > b->pieces; });
    const auto cut = in.cut.find(kind);
    const int wanted = stillWanted(pieces, cut == in.cut.end() ? CutCount{} : cut->second, in.sparePercent);
    for (int i = 0; i < wanted - pieces; ++i) ++all[static_cast<std::size_t>(i) % all.size()]->patches;
    for (int left = pieces - wanted, i = 0; left > 0; ++i) {
      int& patches = all[static_cast<std::size_t>(i) % all.size()]->patches;
      if (patches == 0) continue;
      --patches;
      --left;
    }
  }
  std::erase_if(demands, [](const PatchDemand& d) { return d.patches == 0; });
}

}  // namespace

std::vector<PatchDemand> demandsOf(const CutInput& in, Stand stand) {
  const Layout& layout = *in.layout;
  auto counts = countsOf(in, stand);
  const bool oneWay = stand == Stand::Piece && halfTurnsShow(in.cloth);
  std::vector<PatchDemand> out;
  while (!counts.empty()) {
    const auto [key, kind] = *counts.begin();
    const auto& [shapeOf, hand, degrees, edges] = key;
    const std::uint16_t shape = shapeOf;  // a lambda below takes it, which a binding does not allow
    counts.erase(counts.begin());
    // The same piece standing the other way up: as many as there are of both go in pairs, and one more of
    // those that are more, since what is laid in turn may end as it began.
    const int turned = inWholeDegrees(opposite(kind.stand, layout.shapes[shape]), layout.shapes[shape]);
    const auto other = oneWay ? counts.find({shape, hand, turned, edges}) : counts.end();
    const OneStand none;
    const OneStand& opposed = other == counts.end() ? none : other->second;
    const auto& [more, fewer] =
        std::minmax(kind, opposed, [](const OneStand& a, const OneStand& b) { return a.pieces > b.pieces; });
    const int pairs = fewer.pieces, odd = pairs > 0 && more.pieces > pairs ? 1 : 0;
    const PatchDemand demand = demandFor(layout.shapes[shape], hand, more.stand, edges, in.bluntBelow);
    const auto add = [&](PatchDemand d, int pieces, bool inPairs) {
      if (pieces == 0) return;
      d.shape = shape;
      d.pieces = pieces;
      d.inPairs = inPairs;
      d.times = in.times;
      d.mayTurn = stand == Stand::Any;
      d.mayTurnHalf = stand == Stand::Any || !halfTurnsShow(in.cloth);
      d.patches = pieces;
      out.push_back(std::move(d));
    };
    add(demand, 2 * pairs + odd, true);
    add(demand, more.pieces - pairs - odd, false);
    if (other != counts.end()) counts.erase(other);
  }
  addSpares(out, in);
  return out;
}

std::vector<PatchDemand> demandsOf(const CutInput& in) {
  return demandsOf(in, standOf(in.cloth));
}

std::vector<std::vector<PatchDemand>> stricterDemands(const CutInput& in) {
  const auto alike = [](const PatchDemand& a, const PatchDemand& b) {
    return std::tie(a.shape, a.hand, a.pieces, a.patches, a.inPairs, a.mayTurn, a.mayTurnHalf,
                    a.standingDegrees) == std::tie(b.shape, b.hand, b.pieces, b.patches, b.inPairs, b.mayTurn,
                                                   b.mayTurnHalf, b.standingDegrees);
  };
  std::vector<std::vector<PatchDemand>> out;
  CutInput strict = in;
  const Stand asked = standOf(in.cloth);
  for (const Stand stand : {Stand::Piece, Stand::Shape})
    for (const Direction direction : {Direction::OneWay, Direction::TwoWay}) {
      if (asked != Stand::Any && (stand != asked || direction == Direction::TwoWay)) continue;
      strict.cloth.direction = direction;
      auto demands = demandsOf(strict, stand);
      if (std::any_of(out.begin(), out.end(), [&](const auto& other) {
            return std::equal(other.begin(), other.end(), demands.begin(), demands.end(), alike);
          }))
        continue;
      out.push_back(std::move(demands));
    }
  // It is told what lies in a strip, not how pieces stand that need not stand so.
  if (asked == Stand::Any)
    for (auto& demands : out)
      for (PatchDemand& d : demands) d.standingDegrees = 0;
  return out;
}

namespace {

/// The layout's shape that patches of the log were cut for, if it is still the same.
std::optional<std::uint16_t> shapeOf(const Layout& layout, const CutPatches& p) {
  for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
    const Shape& shape = layout.shapes[s];
    if (shape.name == p.shape && !turnsBetween(p.paper, placed(shape.outline, {}, p.hand < 0, {})).empty())
      return static_cast<std::uint16_t>(s);
  }
  return std::nullopt;
}

/// Takes the pieces that have their patch out of what is wanted, and counts what is cut.
void takeCutOnes(CutInput& in, const Cloth& cloth) {
  const auto windows = windowPieces(in);
  std::vector<std::uint32_t> done;
  for (const ClothCut& c : cloth.cuts)
    for (const CutPatches& p : c.patches) {
      if (p.motif) {
        done.insert(done.end(), p.pieces.begin(), p.pieces.end());
        continue;
      }
      const auto shape = shapeOf(*in.layout, p);
      if (!shape) continue;
      CutCount& count = in.cut[{*shape, p.hand}];
      count.patches += p.count;
      for (const auto i : p.pieces) {
        const Piece& piece = in.layout->pieces[i];
        if (windows[i] || piece.shape != *shape || piece.hand != p.hand ||
            !std::binary_search(in.pieces.begin(), in.pieces.end(), i))
          continue;
        // Made fewer times than it was cut, the further patches are spares.
        if (std::count(done.begin(), done.end(), i) >= in.times) continue;
        ++count.pieces;
        done.push_back(i);
      }
    }
  if (done.empty()) return;
  std::sort(done.begin(), done.end());
  std::vector<std::uint32_t> left;
  std::set_difference(in.pieces.begin(), in.pieces.end(), done.begin(), done.end(), std::back_inserter(left));
  in.pieces = std::move(left);
}

}  // namespace

Result<CutInput> cutInput(const Project& project, ClothId id) {
  const Cloth* cloth = clothById(project, id);
  if (!cloth) return fail("no-such-cloth-project");
  CutInput in;
  in.layout = project.layout;
  ClothLeft left = clothLeft(*cloth);
  in.cloth = std::move(left.cloth);
  in.origins = std::move(left.origins);
  in.times = project.settings.times;
  in.layers = project.settings.layers;
  if (project.settings.overrun) in.overrun = project.settings.overrun->mm();
  in.bluntBelow = project.settings.bluntBelow;
  std::uint32_t piece = 0;
  for (const ClothId worn : project.painting) {
    if (worn == id)
      in.pieces.insert(in.pieces.end(), static_cast<std::size_t>(project.settings.times), piece);
    ++piece;
  }
  for (const MotifChoice& m : project.motifs)
    if (m.cloth == id) in.windows.push_back(windowInput(project, m));
  takeCutOnes(in, *cloth);
  in.allowance = allowanceOf(project, *cloth);
  for (std::size_t s = 0; s < project.layout->shapes.size(); ++s) {
    const auto own = project.settings.shapeAllowances.find(project.layout->shapes[s].name);
    if (own != project.settings.shapeAllowances.end())
      in.shapeAllowances[static_cast<std::uint16_t>(s)] = own->second.wished.mm();
  }
  if (project.settings.outerAllowance) {
    in.outerAllowance = project.settings.outerAllowance->mm();
    const auto geometry = geometryOf(project.layout);
    for (const OuterEdge& e : geometry->seams.outer)
      if (project.painting[e.piece] == id) in.outerEdges[e.piece].push_back(e.edge);
  }
  in.sparePercent = project.settings.sparePercent;
  in.unit = project.settings.unit;
  return in;
}

}  // namespace clathra
