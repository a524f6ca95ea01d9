#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <tuple>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"
#include "shape/allowance.hpp"

namespace clathra {

namespace {

/// Pieces of this cloth that are cut as windows.
std::vector<bool> windowPieces(const CutInput& in) {
  std::vector<bool> out(in.layout->size(), false);
  for (const WindowInput& w : in.windows)
    for (const auto i : w.motif.pieces) out[i] = true;
  return out;
}

/// The motif's windows after `start`; how many it wants are the pieces that still wear the cloth.
Result<WindowPart> windowPart(const WindowInput& input, double start, const Supplies& known,
                              const Progress& progress) {
  const Cloth& cloth = input.cloth;
  WindowPart part;
  part.motif = input.motif.id;
  part.name = input.motif.name;
  part.copies = static_cast<int>(input.motif.pieces.size());
  part.start = start;
  if (part.copies == 0) {
    part.length = 0;
    return part;
  }
  if (cloth.scraps || !cloth.width) return part;
  const auto field = WindowField::make(input);
  if (!field) return tl::make_unexpected(field.error());
  const auto mark = cloth.print->mark;
  part.worstPlace = !mark;
  WindowSet set;
  const auto at = known.find(part.motif);
  if (start == 0 && at != known.end())
    set = at->second->needed;
  else
    set = mark ? field->shortest(part.copies, cloth.width->mm(), *mark, start, progress)
               : field->longest(part.copies, cloth.width->mm(), start, progress);
  if (progress.cancelled()) return fail(kCancelled);
  if (set.windows.empty()) return part;
  part.length = set.length - start;
  part.windows = std::move(set.windows);
  return part;
}

constexpr int kDegrees = 360;

/// How a piece stands in the layout against its upright shape, in whole degrees; ways that its symmetry makes
/// equal are one.
int standing(const Piece& piece, const Shape& shape) {
  const double step = static_cast<double>(kDegrees) / std::max(1, shape.symmetry.turns);
  const double turn = std::fmod(piece.turn.degrees(), step);
  const int whole = static_cast<int>(std::lround(turn < -0.5 ? turn + step : turn));
  return whole >= std::lround(step) ? 0 : whole;
}

int opposite(int turn, const Shape& shape) {
  const int step =
      static_cast<int>(std::lround(static_cast<double>(kDegrees) / std::max(1, shape.symmetry.turns)));
  return (turn + kDegrees / 2) % step;
}

PatchDemand demandFor(const CutInput& in, const Shape& shape, int hand, int turn) {
  PatchDemand d;
  d.hand = hand;
  d.paper = placed(shape.outline, Angle::degrees(turn), hand < 0, {});
  d.patch = allowanceOutline(d.paper, in.allowance);
  d.title = shape.title;
  d.standingDegrees = turn;
  return d;
}

void addWhole(CutPlan& plan, const Cloth& cloth) {
  const CutMethod* method = plan.method();
  if (!method || !method->length || !plan.windowLength) return;
  const double whole = *plan.windowLength + *method->length;
  plan.length = whole;
  plan.sum = method->sum;
  for (const WindowPart& w : plan.windows)
    if (w.copies > 0)
      plan.sum.push_back({Message(w.worstPlace ? "sum-windows-worst" : "sum-windows", w.copies, w.name),
                          w.length.value_or(0), true});
  plan.toBuy = 0;
  for (const ClothLength& l : method->laid.lengths)
    if (l.toBuy) *plan.toBuy += l.used;
  const double step = cloth.increment.mm();
  plan.buyLength = std::ceil(*plan.toBuy / step - 1e-9) * step;
  if (cloth.scraps) return;
  double onHand = 0;
  for (const Length l : cloth.lengths) onHand += l.mm();
  plan.onHand = onHand;
}

}  // namespace

const CutMethod* CutPlan::method() const {
  const auto at =
      std::find_if(methods.begin(), methods.end(), [&](const CutMethod& m) { return m.id == chosen; });
  return at == methods.end() ? nullptr : &*at;
}

double roundedToRuler(double mm, LengthUnit unit) {
  const double step = unit == LengthUnit::Inch ? 25.4 / 8 : 1;
  return std::ceil(mm / step - 1e-6) * step;
}

Arg patchesArg(int n, const PatchDemand& demand) {
  if (demand.standingDegrees == 0) return shapesArg(n, demand.title);
  return Message("shapes-standing", shapesArg(n, demand.title), demand.standingDegrees);
}

std::vector<PatchDemand> demandsOf(const CutInput& in, bool keepUpright) {
  const Layout& layout = *in.layout;
  const auto windows = windowPieces(in);
  std::map<std::tuple<std::uint16_t, int, int>, int> counts;
  for (const auto i : in.pieces) {
    if (windows[i]) continue;
    const Piece& p = layout.pieces[i];
    ++counts[{p.shape, p.hand, keepUpright ? standing(p, layout.shapes[p.shape]) : 0}];
  }
  std::vector<PatchDemand> out;
  while (!counts.empty()) {
    const auto [key, n] = *counts.begin();
    const auto& [shapeOf, hand, turn] = key;
    const std::uint16_t shape = shapeOf;  // a lambda below takes it, which a binding does not allow
    counts.erase(counts.begin());
    const PatchDemand demand = demandFor(in, layout.shapes[shape], hand, turn);
    // The same piece standing the other way up: as many as there are of both go in pairs.
    const auto other =
        keepUpright ? counts.find({shape, hand, opposite(turn, layout.shapes[shape])}) : counts.end();
    const int pairs = other == counts.end() ? 0 : std::min(n, other->second);
    const auto add = [&](PatchDemand d, int pieces, bool inPairs) {
      if (pieces == 0) return;
      d.shape = shape;
      d.pieces = pieces;
      d.inPairs = inPairs;
      d.patches = static_cast<int>(std::ceil(pieces * (1 + in.sparePercent / 100) - 1e-9));
      if (inPairs) d.patches += d.patches % 2;
      out.push_back(std::move(d));
    };
    add(demand, 2 * pairs, true);
    add(demand, n - pairs, false);
    if (pairs == 0) continue;
    add(demandFor(in, layout.shapes[shape], hand, std::get<2>(other->first)), other->second - pairs, false);
    counts.erase(other);
  }
  return out;
}

std::vector<PatchDemand> demandsOf(const CutInput& in) {
  return demandsOf(in, in.cloth.direction == Direction::OneWay && !in.cloth.turnOneWay);
}

Result<CutInput> cutInput(const Project& project, ClothId id) {
  const Cloth* cloth = clothById(project, id);
  if (!cloth) return fail("no-such-cloth-project");
  CutInput in;
  in.layout = project.layout;
  in.cloth = *cloth;
  std::uint32_t piece = 0;
  for (const ClothId worn : project.painting) {
    if (worn == id) in.pieces.push_back(piece);
    ++piece;
  }
  for (const MotifChoice& m : project.motifs)
    if (m.cloth == id) in.windows.push_back(windowInput(project, m));
  in.allowance = allowanceOf(project, *cloth);
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
  plan.width = cloth.width.value_or(Length{}).mm();
  plan.chosen = cloth.method;
  const auto demands = demandsOf(in);
  for (const PatchDemand& d : demands) plan.pieces += d.pieces;
  double at = 0;
  bool windowsKnown = true;
  for (const WindowInput& w : in.windows) {
    auto part = windowPart(w, at, known, progress);
    if (!part) return tl::make_unexpected(part.error());
    windowsKnown = windowsKnown && (part->length.has_value() || cloth.scraps);
    at += part->length.value_or(0);
    plan.pieces += part->copies;
    plan.windowMinutes += part->copies * kMinutesPerWindow;
    plan.windows.push_back(std::move(*part));
  }
  if (windowsKnown) plan.windowLength = at;
  for (const MethodKind& kind : methodKinds()) {
    if (progress.cancelled()) return fail(kCancelled);
    plan.methods.push_back(laid(in, plan.windows, windowsKnown ? at : 0, kind.work(in, demands)));
    plan.methods.back().id = kind.id;
    plan.methods.back().title = Message("method-" + std::string(kind.id));
  }
  addWhole(plan, cloth);
  return plan;
}

}  // namespace clathra
