#include "layout/derived.hpp"

#include "shape/arcs.hpp"

namespace clathra {

std::shared_ptr<const Geometry> geometryOf(std::shared_ptr<const Layout> layout) {
  auto g = std::make_shared<Geometry>();
  g->seams = buildSeams(*layout);
  for (std::size_t i = 0; i < layout->size(); ++i) g->area += outlineArea(layout->outline(i));
  g->layout = std::move(layout);
  return g;
}

Derived derive(std::shared_ptr<const Layout> layout) {
  auto index = std::make_shared<const PieceIndex>(*layout);
  return {geometryOf(std::move(layout)), std::move(index), nullptr, nullptr};
}

Derived deriveAfter(const Derived& before, std::shared_ptr<const Layout> layout) {
  if (before.isOf(layout)) return before;
  if (!before.geometry || !before.index) return derive(std::move(layout));
  const Layout& was = *before.geometry->layout;
  auto found = changeBetween(was, *layout);
  if (!found) return derive(std::move(layout));
  auto change = std::make_shared<const Renumbering>(std::move(*found));
  auto g = std::make_shared<Geometry>();
  auto index = std::make_shared<const PieceIndex>(before.index->changed(*layout, *change));
  g->seams = changedSeams(before.geometry->seams, *layout, *change, *index);
  g->area = before.geometry->area;
  for (const auto i : change->gone()) g->area -= outlineArea(was.outline(i));
  for (const auto i : change->fresh()) g->area += outlineArea(layout->outline(i));
  g->layout = std::move(layout);
  return {std::move(g), std::move(index), before.geometry->layout, std::move(change)};
}

}  // namespace clathra
