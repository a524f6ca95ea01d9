#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <tuple>

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
  const double turn = std::fmod(piece.turn * 180 / std::numbers::pi, step);
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
  d.paper = placed(shape.outline, turn * std::numbers::pi / 180, hand < 0, {});
  d.patch = allowanceOutline(d.paper, in.allowance);
  d.title = shape.title;
  if (turn != 0) d.title += ", standing turned by " + std::to_string(turn) + "°";
  return d;
}

/// Can the windows' block and the strips be cut from the lengths on hand? First fit, longest first; what is
/// left over unplaced is what is missing.
double missing(const CutPlan& plan, const CutMethod& method, const Cloth& cloth) {
  std::vector<double> blocks;
  if (plan.windowLength && *plan.windowLength > 0) blocks.push_back(*plan.windowLength);
  for (const StripGroup& g : method.strips)
    blocks.insert(blocks.end(), static_cast<std::size_t>(g.strips), g.height);
  if (method.id == "rectangles")
    for (const RectangleGroup& g : method.rectangles)
      blocks.insert(blocks.end(), static_cast<std::size_t>(g.rows), g.height);
  const bool squared = blocks.size() > (plan.windowLength && *plan.windowLength > 0 ? 1u : 0u);
  std::vector<double> room;
  for (const Length l : cloth.lengths) room.push_back(l.mm() - (squared ? kSquaringUp : 0));
  std::sort(blocks.rbegin(), blocks.rend());
  std::sort(room.rbegin(), room.rend());
  double unplaced = 0;
  for (const double b : blocks) {
    const auto at = std::find_if(room.begin(), room.end(), [&](double r) { return r >= b - 1e-6; });
    if (at == room.end())
      unplaced += b;
    else
      *at -= b;
  }
  return unplaced;
}

void addWhole(CutPlan& plan, const Cloth& cloth, Unit unit) {
  const CutMethod* method = plan.method();
  if (!method || !method->length || !plan.windowLength) return;
  const double whole = *plan.windowLength + *method->length;
  plan.length = whole;
  for (const SumLine& line : method->sum) plan.sum.push_back(line);
  for (const WindowPart& w : plan.windows)
    if (w.copies > 0)
      plan.sum.push_back(
          {counted(w.copies, "window") + ", " + w.name + (w.worstPlace ? " (worst place assumed)" : ""),
           w.length.value_or(0), true});
  const double step = cloth.increment.mm();
  const double buy = cloth.scraps ? 0 : std::ceil(whole / step - 1e-9) * step;
  plan.buyLength = buy;
  if (buy - whole > 1e-6)
    plan.sum.push_back(
        {"rounded up to the shop's " + formatLength(cloth.increment, unit), buy - whole, true});
  if (cloth.scraps) return;
  double onHand = 0;
  for (const Length l : cloth.lengths) onHand += l.mm();
  plan.onHand = onHand;
  plan.shortBy = missing(plan, *method, cloth);
}

}  // namespace

const CutMethod* CutPlan::method() const {
  const auto at =
      std::find_if(methods.begin(), methods.end(), [&](const CutMethod& m) { return m.id == chosen; });
  return at == methods.end() ? nullptr : &*at;
}

double roundedToRuler(double mm, Unit unit) {
  const double step = unit == Unit::Inch ? 25.4 / 8 : 1;
  return std::ceil(mm / step - 1e-6) * step;
}

std::string counted(int n, const std::string& title) {
  if (n == 1) return "1 " + title;
  const auto comma = title.find(',');  // "half hexagon, point cut" -> "half hexagons, point cut"
  std::string plural = title;
  plural.insert(comma == std::string::npos ? title.size() : comma, "s");
  return std::to_string(n) + " " + plural;
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
  if (!cloth) return fail("There is no such cloth in this project.");
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
  plan.methods = {stripsMethod(in, demands), rectanglesMethod(in, demands)};
  addWhole(plan, cloth, in.unit);
  return plan;
}

}  // namespace clathra
