#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "cutting/times.hpp"
#include "shape/allowance.hpp"

namespace clathra {

namespace {

/// Pieces of this cloth that are cut as windows.
std::vector<bool> windowPieces(const Project& project, const Cloth& cloth) {
  std::vector<bool> out(project.layout->size(), false);
  for (const MotifChoice& m : project.motifs)
    if (m.cloth == cloth.id)
      for (const auto i : m.pieces) out[i] = out[i] || project.painting[i] == cloth.id;
  return out;
}

/// The motif's windows after `start`; how many it wants are the pieces that still wear the cloth.
Result<WindowPart> windowPart(const Project& project, const Cloth& cloth, MotifChoice motif, double start,
                              const Progress& progress) {
  std::erase_if(motif.pieces, [&](std::uint32_t i) { return project.painting[i] != cloth.id; });
  WindowPart part;
  part.motif = motif.id;
  part.name = motif.name;
  part.copies = static_cast<int>(motif.pieces.size());
  part.start = start;
  if (part.copies == 0) {
    part.length = 0;
    return part;
  }
  if (cloth.scraps || !cloth.width) return part;
  const auto field = WindowField::make(project, motif);
  if (!field) return tl::make_unexpected(field.error());
  const auto mark = cloth.print->mark;
  part.worstPlace = !mark;
  WindowSet set = mark ? field->shortest(part.copies, cloth.width->mm(), *mark, start, progress)
                       : field->longest(part.copies, cloth.width->mm(), start, progress);
  if (progress.cancelled()) return fail(kCancelled);
  if (set.windows.empty()) return part;
  part.length = set.length - start;
  part.windows = std::move(set.windows);
  return part;
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

std::vector<PatchDemand> demandsOf(const Project& project, const Cloth& cloth) {
  const Layout& layout = *project.layout;
  const auto windows = windowPieces(project, cloth);
  std::map<std::pair<std::uint16_t, int>, int> counts;
  for (std::size_t i = 0; i < layout.size(); ++i)
    if (project.painting[i] == cloth.id && !windows[i])
      ++counts[{layout.pieces[i].shape, layout.pieces[i].hand}];
  std::vector<PatchDemand> out;
  for (const auto& [key, n] : counts) {
    const Shape& shape = layout.shapes[key.first];
    PatchDemand d{key.first, key.second, n, 0, placed(shape.outline, 0, key.second < 0, {}), {}, shape.title};
    d.patches = static_cast<int>(std::ceil(n * (1 + project.settings.sparePercent / 100) - 1e-9));
    d.patch = allowanceOutline(d.paper, allowanceOf(project, cloth));
    out.push_back(std::move(d));
  }
  return out;
}

Result<CutPlan> cutPlan(const Project& project, ClothId id, const Progress& progress) {
  const Cloth* cloth = clothById(project, id);
  if (!cloth) return fail("There is no such cloth in this project.");
  CutPlan plan;
  plan.cloth = id;
  plan.width = cloth->width.value_or(Length{}).mm();
  plan.chosen = cloth->method;
  const auto demands = demandsOf(project, *cloth);
  for (const PatchDemand& d : demands) plan.pieces += d.pieces;
  double at = 0;
  bool windowsKnown = true;
  for (const MotifChoice& m : project.motifs) {
    if (m.cloth != id) continue;
    auto part = windowPart(project, *cloth, m, at, progress);
    if (!part) return tl::make_unexpected(part.error());
    windowsKnown = windowsKnown && (part->length.has_value() || cloth->scraps);
    at += part->length.value_or(0);
    plan.pieces += part->copies;
    plan.windows.push_back(std::move(*part));
  }
  if (windowsKnown) plan.windowLength = at;
  plan.methods = {stripsMethod(project, *cloth, demands), rectanglesMethod(project, *cloth, demands)};
  addWhole(plan, *cloth, project.settings.unit);
  return plan;
}

}  // namespace clathra
