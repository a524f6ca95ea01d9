// Edits of the project's name, shape, size, sides and settings.
#include <algorithm>
#include <cmath>

#include "edit/edits.hpp"
#include "layout/finishing_line.hpp"
#include "layout/numbering.hpp"

namespace clathra {

namespace {

/// A finishing line of one's own that the new patch no longer fills gives way to the natural one.
Status lay(Project& p, const Recipe& recipe, const EditContext& c) {
  if (recipe == p.recipe) return {};
  const auto ok = relayout(p, c.library, recipe);
  if (ok || recipe.line.empty()) return ok;
  Recipe natural = recipe;
  natural.line.clear();
  return relayout(p, c.library, natural) ? Status{} : ok;
}

Status checkEdge(Length edge) {
  const auto ok = lengthWithin(edge.mm(), Message("the-edge"), kLeastEdge, kMostEdge);
  return ok ? Status{} : tl::make_unexpected(ok.error());
}

}  // namespace

Status Rename::apply(Project& p, const EditContext&) const {
  if (name.empty()) return fail("project-needs-name");
  p.name = name;
  return {};
}

Status SetArrangement::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  r.arrangement = arrangement;
  if (r.arrangement != p.recipe.arrangement) {  // its places are those of the old one
    r.hand = {};
    r.units.clear();
    r.line.clear();
    r.proportions.clear();
  }
  r.across = across.value_or(std::max(1, r.across));
  r.down = down.value_or(std::max(1, r.down));
  r.rings = rings.value_or(r.rings);
  return lay(p, r, c);
}

Status SetEdge::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkEdge(edge); !ok) return ok;
  Recipe r = p.recipe;
  r.edge = edge;
  return lay(p, r, c);
}

Status SetProportion::apply(Project& p, const EditContext& c) const {
  const auto arrangement = c.library.find(p.recipe.arrangement);
  if (!arrangement) return tl::make_unexpected(arrangement.error());
  const auto& all = (*arrangement)->proportions;
  const auto at = std::find_if(all.begin(), all.end(), [&](const Proportion& o) { return o.key == key; });
  if (at == all.end()) return fail("no-proportion-called", (*arrangement)->name, key);
  const double inEdges = at->kind == Proportion::Kind::Side ? value / p.recipe.edge.mm() : value;
  Recipe r = p.recipe;
  r.proportions[key] = inEdges;
  if (std::abs(inEdges - at->normal) < 1e-9) r.proportions.erase(key);
  r.line.clear();  // the lines that suited the old proportions do not suit the new ones
  return lay(p, r, c);
}

Status SetCounts::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  r.across = across.value_or(r.across);
  r.down = down.value_or(r.down);
  r.rings = rings.value_or(r.rings);
  return lay(p, r, c);
}

Status SetSize::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkEdge(edge); !ok) return ok;
  Recipe r = p.recipe;
  r.across = across.value_or(r.across);
  r.down = down.value_or(r.down);
  r.rings = rings.value_or(r.rings);
  r.edge = edge;
  r.line.clear();
  return lay(p, r, c);
}

Status SetLine::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  Polygon line = outline.value_or(Polygon{});
  if (outline) {
    if (signedArea(line) < 0) std::reverse(line.begin(), line.end());
    line = cleaned(line, 1e-6);
    if (line.size() < 3 || !isConvex(line) || !(signedArea(line) > 1) || std::abs(signedArea(line)) > 1e12)
      return fail("finishing-line-must-go");
  }
  r.line = scaled(line, 1 / r.edge.mm());
  if (r.sides == FinishingSides::Outline) r.sides = FinishingSides::EdgePieces;
  return r == p.recipe ? Status{} : relayout(p, c.library, r);
}

Status SetSides::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  r.sides = sides;
  return lay(p, r, c);
}

Status SetWantedSize::apply(Project& p, const EditContext&) const {
  p.wantedWidth = width;
  p.wantedHeight = height;
  return {};
}

namespace {

/// The cloth, shape or outer edge takes what the project has again.
Status dropAllowance(Project& p, const SetAllowance& edit) {
  if (edit.outer) {
    p.settings.outerAllowance.reset();
  } else if (edit.shape) {
    p.settings.shapeAllowances.erase(*edit.shape);
  } else if (edit.cloth) {
    const auto own = clothIn(p, *edit.cloth);
    if (!own) return tl::make_unexpected(own.error());
    (*own)->allowance.reset();
    (*own)->leastAllowance.reset();
  } else {
    return fail("allowance-of-project");
  }
  return {};
}

}  // namespace

Status SetAllowance::apply(Project& p, const EditContext&) const {
  if (none) return dropAllowance(p, *this);
  const auto within = lengthWithin(value.mm(), Message("the-seam-allowance"), Length::millimetres(1),
                                   Length::millimetres(50));
  if (!within) return tl::make_unexpected(within.error());
  const Length allowance = within->typed(value.typedIn());
  if (least && *least && (*least)->mm() > allowance.mm()) return fail("least-above-wished");
  if (outer) {
    p.settings.outerAllowance = allowance;
    return {};
  }
  if (shape) {
    const auto& shapes = p.layout->shapes;
    if (std::none_of(shapes.begin(), shapes.end(), [&](const Shape& s) { return s.name == *shape; }))
      return fail("no-shape-called", *shape);
    ShapeAllowance& own = p.settings.shapeAllowances[*shape];
    own = {allowance, least.value_or(own.least)};
    return {};
  }
  if (!cloth) {
    p.settings.allowance = allowance;
    p.settings.leastAllowance = least.value_or(p.settings.leastAllowance);
    return {};
  }
  const auto own = clothIn(p, *cloth);
  if (!own) return tl::make_unexpected(own.error());
  (*own)->allowance = allowance;
  (*own)->leastAllowance = least.value_or((*own)->leastAllowance);
  return {};
}

Status SetSpare::apply(Project& p, const EditContext&) const {
  p.settings.sparePercent = percent;
  return {};
}

Status SetMaking::apply(Project& p, const EditContext&) const {
  Settings& s = p.settings;
  s.times = times.value_or(s.times);
  s.layers = layers.value_or(s.layers);
  s.washed = washed.value_or(s.washed);
  s.overrun = overrun.value_or(s.overrun);
  if (bluntBelow) s.bluntBelow = Angle::degrees(*bluntBelow);
  return {};
}

Status SetUnit::apply(Project& p, const EditContext&) const {
  measureIn(p, unit);
  return {};
}

Status SetPage::apply(Project& p, const EditContext&) const {
  Settings s = p.settings;
  s.page = page.value_or(s.page);
  s.marked = side.value_or(s.marked);
  s.stripsFirst = stripsFirst.value_or(s.stripsFirst);
  s.margin = margin.value_or(s.margin);
  s.gap = gap.value_or(s.gap);
  s.sorting = sorting.value_or(s.sorting);
  if (const auto known = pageOf(s.page, s.margin.mm()); !known) return tl::make_unexpected(known.error());
  p.settings = s;
  return {};
}

Status SetNumbering::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  r.numbering = by;
  return lay(p, r, c);
}

}  // namespace clathra
