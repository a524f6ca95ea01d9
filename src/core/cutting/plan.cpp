#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <tuple>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"
#include "cutting/windows_on_cloth.hpp"
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

constexpr int kDegrees = 360;

int opposite(int turn, const Shape& shape) {
  const int step =
      static_cast<int>(std::lround(static_cast<double>(kDegrees) / std::max(1, shape.symmetry.turns)));
  return (turn + kDegrees / 2) % step;
}

/// The allowance of each edge of a shape, and where pieces of it lie on the quilt's outline.
PatchDemand demandFor(const Shape& shape, int hand, int turn, const std::vector<double>& edges, Angle below) {
  PatchDemand d;
  d.hand = hand;
  d.paper = placed(shape.outline, Angle::degrees(turn), hand < 0, {});
  const bool equal = std::all_of(edges.begin(), edges.end(), [&](double e) { return e == edges.front(); });
  d.patch = equal ? allowanceOutline(d.paper, edges.front(), Tips::Blunted, below)
                  : allowanceOutline(d.paper, edges, Tips::Blunted, below);
  d.sharp = equal ? allowanceOutline(d.paper, edges.front()) : allowanceOutline(d.paper, edges, Tips::Mitred);
  d.title = shape.title;
  d.standingDegrees = turn;
  return d;
}

bool halfTurnsShow(const Cloth& cloth) {
  return cloth.direction != Direction::TwoWay && cloth.direction != Direction::Stripe;
}

/// What is to be bought with one method, as the shop sells it.
void addBuying(CutMethod& m, const Cloth& cloth) {
  if (!m.length) return;
  int pieces = 0;
  for (const ClothLength& l : m.laid.lengths) {
    if (l.toBuy) {
      m.toBuy += l.used;
      ++pieces;
    }
    if (l.used > 1e-6 && l.length > l.used) m.leftOver += l.length - l.used;
  }
  if (pieces == 0 || m.toBuy < 1e-6) {
    if (cloth.price) m.money = 0;
    return;
  }
  BuyItem item;
  if (cloth.soldPiece) {
    item.piece = cloth.soldPiece->name;
    item.count = pieces;
    item.length = cloth.soldPiece->length.mm();
    m.buyLength = pieces * item.length;
    if (cloth.price) item.price = pieces * *cloth.price;
  } else {
    const double step = cloth.increment.mm();
    constexpr double kPercent = 100;
    const double shrunk = m.toBuy / (1 - cloth.shrinkPercent / kPercent);
    const double steps = std::ceil(shrunk / step - 1e-9);
    m.buyLength = steps * step;
    item.length = m.buyLength;
    if (cloth.price) item.price = steps * *cloth.price;
  }
  m.money = item.price;
  m.buy = {std::move(item)};
}

/// Least to buy, then least time, then fewest cuts: no other method can be as good in all three and better in
/// one.
void recommend(CutPlan& plan) {
  const CutMethod* best = nullptr;
  const auto effort = [](const CutMethod& m) {
    return std::tuple(std::round(m.buyLength * 1e3), std::round(m.minutes * 1e6), m.cuts);
  };
  for (const CutMethod& m : plan.methods)
    if (m.length && (!best || effort(m) < effort(*best))) best = &m;
  if (!best) return;
  plan.recommended = best->id;
  int usable = 0, sameBuy = 0;
  for (const CutMethod& m : plan.methods) {
    usable += m.length ? 1 : 0;
    sameBuy += m.length && std::abs(m.buyLength - best->buyLength) < 1e-3 ? 1 : 0;
  }
  plan.why = usable == 1    ? Message("recommended-only")
             : sameBuy == 1 ? Message("recommended-cloth")
                            : Message("recommended-time");
}

void addWhole(CutPlan& plan, const Cloth& cloth) {
  const CutMethod* method = plan.method();
  if (!method || !method->length || !plan.windowLength) return;
  const double whole = *plan.windowLength + *method->length;
  plan.length = whole;
  plan.sum = method->sum;
  for (const WindowPart& w : plan.windows)
    if (w.copies > 0 && w.length.value_or(0) < 1e-6 && !w.windows.empty())
      plan.sum.push_back(
          {Message("sum-windows-among", w.copies, w.name), static_cast<double>(w.copies), false});
    else if (w.copies > 0)
      plan.sum.push_back({Message(!w.exact       ? "sum-windows-at-most"
                                  : w.worstPlace ? "sum-windows-worst"
                                                 : "sum-windows",
                                  w.copies, w.name),
                          w.length.value_or(0), true});
  plan.toBuy = method->toBuy;
  plan.buyLength = method->buyLength;
  if (cloth.scraps) return;
  double onHand = 0;
  for (const OnHand& l : cloth.lengths) onHand += l.mm();
  plan.onHand = onHand;
}

}  // namespace

const CutMethod* CutPlan::method() const {
  const auto at =
      std::find_if(methods.begin(), methods.end(), [&](const CutMethod& m) { return m.id == chosen; });
  return at == methods.end() ? nullptr : &*at;
}

int standing(const Piece& piece, const Shape& shape) {
  const double step = static_cast<double>(kDegrees) / std::max(1, shape.symmetry.turns);
  const double turn = std::fmod(piece.turn.degrees(), step);
  const int whole = static_cast<int>(std::lround(turn < -0.5 ? turn + step : turn));
  return whole >= std::lround(step) ? 0 : whole;
}

double roundedToRuler(double mm, LengthUnit unit) {
  const double step = unit == LengthUnit::Inch ? 25.4 / 8 : 1;
  return std::ceil(mm / step - 1e-6) * step;
}

Arg patchesArg(int n, const PatchDemand& demand) {
  if (demand.standingDegrees == 0) return shapesArg(n, demand.title);
  return Message("shapes-standing", shapesArg(n, demand.title), demand.standingDegrees);
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

/// Pieces of each kind. Without a stand, kinds whose patches are congruent are one.
std::map<DemandKey, int> countsOf(const CutInput& in, Stand stand) {
  const Layout& layout = *in.layout;
  const auto windows = windowPieces(in);
  std::map<DemandKey, int> counts;
  std::map<DemandKey, DemandKey> same;
  for (const auto i : in.pieces) {
    if (windows[i]) continue;
    const Piece& p = layout.pieces[i];
    const Shape& shape = layout.shapes[p.shape];
    int turn = 0;
    if (stand == Stand::Piece) {
      turn = standing(p, shape);
      if (!halfTurnsShow(in.cloth)) turn = std::min(turn, opposite(turn, shape));
    }
    DemandKey key{p.shape, p.hand, turn, allowancesOf(in, i)};
    const auto known = same.find(key);
    if (known == same.end()) {
      DemandKey as = key;
      if (stand == Stand::Any && in.outerAllowance) {
        const Polygon patch = demandFor(shape, p.hand, 0, std::get<3>(key), in.bluntBelow).patch;
        for (const auto& [other, n] : counts)
          if (std::get<0>(other) == p.shape && std::get<1>(other) == p.hand &&
              !turnsBetween(demandFor(shape, p.hand, 0, std::get<3>(other), in.bluntBelow).patch, patch)
                   .empty()) {
            as = other;
            break;
          }
      }
      same[key] = as;
      ++counts[as];
    } else {
      ++counts[known->second];
    }
  }
  return counts;
}

}  // namespace

/// Spares are counted for each shape and hand, whichever way pieces stand, and dealt out in turn to the
/// largest demands; patches that were cut and have lost their piece are dealt out likewise.
static void addSpares(std::vector<PatchDemand>& demands, const CutInput& in) {
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

std::vector<PatchDemand> demandsOf(const CutInput& in, Stand stand) {
  const Layout& layout = *in.layout;
  auto counts = countsOf(in, stand);
  const bool oneWay = stand == Stand::Piece && halfTurnsShow(in.cloth);
  std::vector<PatchDemand> out;
  while (!counts.empty()) {
    const auto [key, n] = *counts.begin();
    const auto& [shapeOf, hand, turn, edges] = key;
    const std::uint16_t shape = shapeOf;  // a lambda below takes it, which a binding does not allow
    counts.erase(counts.begin());
    const PatchDemand demand = demandFor(layout.shapes[shape], hand, turn, edges, in.bluntBelow);
    // The same piece standing the other way up: as many as there are of both go in pairs.
    const auto other =
        oneWay ? counts.find({shape, hand, opposite(turn, layout.shapes[shape]), edges}) : counts.end();
    const int pairs = other == counts.end() ? 0 : std::min(n, other->second);
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
    add(demand, 2 * pairs, true);
    add(demand, n - pairs, false);
    if (pairs == 0) continue;
    add(demandFor(layout.shapes[shape], hand, std::get<2>(other->first), edges, in.bluntBelow),
        other->second - pairs, false);
    counts.erase(other);
  }
  addSpares(out, in);
  return out;
}

std::vector<PatchDemand> demandsOf(const CutInput& in) {
  return demandsOf(in, standOf(in.cloth));
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

Result<CutPlan> cutPlan(const Project& project, ClothId id, const Progress& progress) {
  const auto in = cutInput(project, id);
  if (!in) return tl::make_unexpected(in.error());
  return cutPlan(*in, {}, progress);
}

Result<CutPlan> cutPlan(const CutInput& in, const Supplies& known, const Progress& progress) {
  const Cloth& cloth = in.cloth;
  CutPlan plan;
  plan.cloth = cloth.id;
  plan.lengths = cloth.lengths;
  plan.origins = in.origins;
  plan.width = stripWidthOf(cloth);
  plan.byPiece = isCutByPiece(cloth);
  plan.collection = cloth.collection;
  plan.chosen = cloth.method;
  const auto demands = demandsOf(in);
  for (const PatchDemand& d : demands) plan.pieces += d.pieces;
  double at = 0;
  bool windowsKnown = true;
  auto parts = windowsOnCloth(in, known, progress);
  if (!parts) return tl::make_unexpected(parts.error());
  plan.windows = parts->parts;
  plan.windowsAtLeast = parts->atLeast;
  for (const WindowPart& part : plan.windows) {
    windowsKnown = windowsKnown && (part.length.has_value() || cloth.scraps);
    at += part.length.value_or(0);
    plan.pieces += part.copies;
    plan.windowMinutes += part.copies * kMinutesPerWindow;
  }
  if (windowsKnown) plan.windowLength = at;
  for (const MethodKind& kind : methodKinds()) {
    if (progress.cancelled()) return fail(kCancelled);
    if (!in.only.empty() && kind.id != in.only) continue;
    WorkedMethod worked = kind.work(in, demands);
    worked.method.id = kind.id;
    worked.method.title = Message("method-" + std::string(kind.id));
    plan.methods.push_back(laid(in, windowsKnown ? *parts : WindowsOnCloth{}, std::move(worked), progress));
    addBuying(plan.methods.back(), cloth);
  }
  if (progress.cancelled()) return fail(kCancelled);
  recommend(plan);
  std::string method = plan.chosen;
  if (method.empty())
    method = plan.recommended.empty() ? std::string(methodKinds().front().id) : plan.recommended;
  choose(plan, cloth, method);
  return plan;
}

Arg buyArg(const CutMethod& method) {
  if (!method.buy.empty() && !method.buy.front().piece.empty())
    return Message("pieces-to-buy", method.buy.front().count, method.buy.front().piece);
  return boltArg(method.buyLength);
}

Message roundedUpLine(const Cloth& cloth) {
  if (cloth.soldPiece) return Message("sum-whole-pieces", sizeArg(cloth.soldPiece->length.mm()));
  return Message("sum-rounded-up", sizeArg(cloth.increment.mm()));
}

void choose(CutPlan& plan, const Cloth& cloth, const std::string& method) {
  plan.chosen = method;
  plan.length = plan.toBuy = plan.buyLength = plan.onHand = std::nullopt;
  plan.sum.clear();
  addWhole(plan, cloth);
}

}  // namespace clathra
