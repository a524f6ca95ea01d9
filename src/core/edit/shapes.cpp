// Edits of shapes of one's own: the first piece of a layout made by hand, naming shapes, a hole's shape.
#include <algorithm>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"
#include "shape/families.hpp"
#include "shape/own_polygon.hpp"

namespace clathra {

namespace {

/// A name that no other shape has: neither a family nor one of one's own.
Status checkShapeName(const Recipe& recipe, const std::string& name) {
  if (name.empty()) return fail("shape-needs-name");
  const std::string id = ownShapeId(name);
  for (const Family& f : families())
    if (f.id == id || ownShapeId(std::string(f.title)) == id) return fail("shape-called-already", name);
  for (const OwnShape& s : recipe.shapes)
    if (ownShapeId(s.name) == id) return fail("shape-called-already", name);
  if (recipe.shapes.size() >= kMostOwnShapes) return fail("shapes-at-most", kMostOwnShapes);
  return {};
}

/// The names of shapes have changed and nothing else: motifs follow theirs.
void nameAnew(Project& p, Recipe recipe) {
  auto layout = std::make_shared<const Layout>(withOwnShapes(*p.layout, shapesInMm(recipe)));
  for (MotifChoice& m : p.motifs)
    for (std::size_t s = 0; s < layout->shapes.size(); ++s)
      if (p.layout->shapes[s].name == m.shape) {
        m.shape = layout->shapes[s].name;
        break;
      }
  p.recipe = std::move(recipe);
  p.layout = std::move(layout);
}

}  // namespace

Status BeginWith::apply(Project& p, const EditContext& c) const {
  if (p.recipe.arrangement != kOwnArrangement || p.layout->size() != 1) return fail("only-first-piece-alone");
  if (outline.size() < 3 || outline.size() > kMostOwnCorners || !(area(outline) > 1))
    return fail("sides-enclose-nothing");
  if (crossesItself(outline)) return fail("sides-cross");
  Recipe r = p.recipe;
  if (!name.empty()) {
    const bool same = std::any_of(r.shapes.begin(), r.shapes.end(), [&](const OwnShape& s) {
      return s.name == name && sameOutline(scaled(s.outline, r.edge.mm()), outline);
    });
    if (!same) {
      if (const auto ok = checkShapeName(r, name); !ok) return ok;
      r.shapes.push_back({name, scaled(outline, 1 / r.edge.mm())});
    }
  }
  const auto next = r.hand.next;  // its key is a new one: the old one means the old piece
  r.hand = {};
  r.hand.next = next;
  addOwn(r.hand, outline, r.edge.mm(), std::nullopt);
  r.units.clear();
  r.line.clear();
  const ClothId cloth = p.painting[0];
  return layAndPaint(p, c, r, {r.hand.added.back().key}, cloth);
}

Status MakeShape::apply(Project& p, const EditContext& c) const {
  Recipe r = p.recipe;
  if (const auto ok = checkShapeName(r, name); !ok) return ok;
  if (piece) {
    if (*piece >= p.layout->size()) return fail("pieces-were-meant-no");
    r.shapes.push_back(
        {name, scaled(p.layout->shapes[p.layout->pieces[*piece].shape].outline, 1 / r.edge.mm())});
    nameAnew(p, std::move(r));
    return {};
  }
  if (r.sides != FinishingSides::Outline) return fail("holes-filled-on-outline");
  const auto holes = holesOf(derivedOf(p, c).geometry->seams);
  const auto at =
      std::find_if(holes.begin(), holes.end(), [&](const Polygon& h) { return contains(h, hole); });
  if (at == holes.end()) return fail("no-hole-there");
  const Polygon outline = cleaned(*at, kMeet);
  if (outline.size() > kMostOwnCorners)
    return fail("make-piece-corners-most", outline.size(), kMostOwnCorners);
  r.shapes.push_back({name, scaled(translated(outline, -1.0 * centroid(outline)), 1 / r.edge.mm())});
  const PieceKey fresh = addOwn(r.hand, outline, r.edge.mm(), std::nullopt);
  return layAndPaint(p, c, r, {fresh}, cloth);
}

Status DropShape::apply(Project& p, const EditContext&) const {
  Recipe r = p.recipe;
  if (std::erase_if(r.shapes, [&](const OwnShape& s) { return s.name == name; }) == 0)
    return fail("no-shape-of-own-called", name);
  nameAnew(p, std::move(r));
  return {};
}

}  // namespace clathra
