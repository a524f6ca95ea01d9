#include "packing/board.hpp"

#include <algorithm>
#include <cmath>

namespace clathra::packing {

Variants::Variants(const PackJob& job, const std::vector<std::vector<Angle>>& turns) : gap_(job.gap) {
  byShape_.resize(job.shapes.size());
  for (std::size_t s = 0; s < job.shapes.size(); ++s)
    for (const Angle turn : turns[s]) {
      Polygon outline = placed(job.shapes[s].outline, turn, false, {});
      const Box b = bounds(outline);
      outline = translated(outline, {-(b.left + b.right) / 2, -(b.top + b.bottom) / 2});
      byShape_[s].push_back(all_.size());
      all_.push_back({s, turn, outline, convexParts(outline), bounds(outline)});
      reach_ = std::max(reach_, std::hypot(b.width(), b.height()) / 2);
    }
  noFits_ = std::vector<std::atomic<const NoFit*>>(all_.size() * all_.size());
}

Variants::~Variants() {
  for (auto& slot : noFits_) delete slot.load();
}

std::size_t Variants::addFixed(std::vector<Polygon> parts) {
  Variant v;
  v.shape = SIZE_MAX;
  v.parts = std::move(parts);
  v.box = bounds(v.parts.front());
  for (const Polygon& p : v.parts) v.box = unite(v.box, bounds(p));
  all_.push_back(std::move(v));
  for (auto& slot : noFits_) delete slot.load();
  noFits_ = std::vector<std::atomic<const NoFit*>>(all_.size() * all_.size());
  return all_.size() - 1;
}

const NoFit& Variants::noFit(std::size_t fixed, std::size_t moving) const {
  auto& slot = noFits_[fixed * all_.size() + moving];
  if (const NoFit* known = slot.load(std::memory_order_acquire)) return *known;
  const std::lock_guard lock(making_);
  if (const NoFit* known = slot.load(std::memory_order_acquire)) return *known;
  // Holes and the cloth's edge ask for no gap: it lies between patches.
  const bool patches = all_[fixed].shape != SIZE_MAX && all_[moving].shape != SIZE_MAX;
  const auto* made = new NoFit(NoFit::between(all_[fixed].parts, all_[moving].parts, patches ? gap_ : 0));
  slot.store(made, std::memory_order_release);
  return *made;
}

Box innerFit(const Variant& v, const Box& room) {
  return {room.left - v.box.left, room.top - v.box.top, room.right - v.box.right, room.bottom - v.box.bottom};
}

bool fits(const Box& inner) {
  constexpr double kRounding = 1e-6;
  return inner.right >= inner.left - kRounding && inner.bottom >= inner.top - kRounding;
}

Point clampedTo(const Box& inner, Point p) {
  return {std::clamp(p.x, inner.left, std::max(inner.left, inner.right)),
          std::clamp(p.y, inner.top, std::max(inner.top, inner.bottom))};
}

Cells::Cells(const Box& all, double cell)
    : all_(all),
      cell_(cell),
      columns_(std::max(1, static_cast<int>(all.width() / cell) + 1)),
      rows_(std::max(1, static_cast<int>(all.height() / cell) + 1)),
      cells_(static_cast<std::size_t>(columns_) * static_cast<std::size_t>(rows_)) {}

void Cells::put(std::uint32_t item, Point at) {
  cells_[static_cast<std::size_t>(row(at.y) * columns_ + column(at.x))].push_back(item);
}

void Cells::take(std::uint32_t item, Point at) {
  auto& cell = cells_[static_cast<std::size_t>(row(at.y) * columns_ + column(at.x))];
  const auto found = std::find(cell.begin(), cell.end(), item);
  if (found == cell.end()) return;
  *found = cell.back();
  cell.pop_back();
}

}  // namespace clathra::packing
