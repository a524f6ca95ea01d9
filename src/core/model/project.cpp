#include "model/project.hpp"

#include <algorithm>

#include "layout/small_change.hpp"
#include "text.hpp"

namespace clathra {

namespace {

/// Dark to light, in the manner of the demo's shelf.
constexpr Rgb kStarterColours[] = {
    {0x22, 0x3A, 0x5C}, {0x8C, 0x5A, 0x3C}, {0xA9, 0xB9, 0x8E}, {0xEF, 0xE4, 0xCC}};
/// Further cloths without a colour of their own.
constexpr Rgb kMoreColours[] = {{0xB8, 0x53, 0x3A}, {0x6E, 0x86, 0x5C}, {0xD9, 0xA4, 0x4B},
                                {0x7B, 0x5E, 0x8B}, {0x4B, 0x8A, 0x8C}, {0xC9, 0x8B, 0x8B},
                                {0x5A, 0x5A, 0x54}, {0xB7, 0xC7, 0xD3}};

std::vector<std::size_t> orderByKey(const Layout& layout) {
  std::vector<std::size_t> order(layout.size());
  for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
  std::sort(order.begin(), order.end(),
            [&](std::size_t a, std::size_t b) { return layout.pieces[a].key < layout.pieces[b].key; });
  return order;
}

constexpr std::uint32_t kGone = Renumbering::kGone;

/// For every old piece its new index, or kGone.
std::vector<std::uint32_t> survivors(const Layout& before, const Layout& after) {
  const auto newOrder = orderByKey(after);
  std::vector<std::uint32_t> out(before.size(), kGone);
  for (std::size_t i = 0; i < before.size(); ++i) {
    const PieceKey key = before.pieces[i].key;
    const auto at =
        std::lower_bound(newOrder.begin(), newOrder.end(), key,
                         [&](std::size_t n, const PieceKey& k) { return after.pieces[n].key < k; });
    if (at != newOrder.end() && after.pieces[*at].key == key) out[i] = static_cast<std::uint32_t>(*at);
  }
  return out;
}

/// Where the pieces of a layout went: few changed, or each is known by itself.
class Followed {
 public:
  Followed(const Layout& before, const Layout& after)
      : change_(changeBetween(before, after)), pieces_(after.size()) {
    if (!change_) moved_ = survivors(before, after);
  }
  std::uint32_t after(std::uint32_t piece) const { return change_ ? change_->after(piece) : moved_[piece]; }
  Painting of(const Painting& p) const { return change_ ? p.moved(*change_) : p.moved(moved_, pieces_); }

 private:
  std::optional<Renumbering> change_;
  std::vector<std::uint32_t> moved_;
  std::size_t pieces_;
};

void followMotif(MotifChoice& motif, const Followed& moved, const Layout& after) {
  std::vector<std::uint32_t> kept;
  for (const auto p : motif.pieces) {
    const auto q = moved.after(p);
    if (q != kGone && after.shapes[after.pieces[q].shape].name == motif.shape) kept.push_back(q);
  }
  std::sort(kept.begin(), kept.end());
  motif.pieces = std::move(kept);
}

/// Rising numbers of pieces that are still there.
std::vector<std::uint32_t> followed(const std::vector<std::uint32_t>& pieces, const Followed& moved) {
  std::vector<std::uint32_t> out;
  for (const auto p : pieces)
    if (const auto q = moved.after(p); q != kGone) out.push_back(q);
  std::sort(out.begin(), out.end());
  return out;
}

/// Calls what it is given with each list of pieces that patches were cut for, and with those marked to be
/// cut.
void eachCutList(Project& project, auto change) {
  change(project.now);
  for (Cloth& c : project.cloths)
    for (ClothCut& cut : c.cuts)
      for (CutPatches& p : cut.patches) change(p.pieces);
}

int freeSignIndex(const Project& project) {
  for (int i = 0;; ++i) {
    const std::string sign = signOf(i);
    if (std::none_of(project.cloths.begin(), project.cloths.end(),
                     [&](const Cloth& c) { return c.sign == sign; }))
      return i;
  }
}

}  // namespace

bool sameContent(const Project& a, const Project& b) {
  const auto sameLayout = [&] {
    if (a.layout == b.layout) return true;
    if (!a.layout || !b.layout || a.layout->size() != b.layout->size()) return false;
    for (std::size_t i = 0; i < a.layout->size(); ++i) {
      const auto p = a.layout->outline(i), q = b.layout->outline(i);
      if (a.layout->pieces[i].key != b.layout->pieces[i].key ||
          !std::equal(p.begin(), p.end(), q.begin(), q.end()))
        return false;
    }
    return a.layout->sides == b.layout->sides && a.layout->finished == b.layout->finished &&
           a.layout->line == b.layout->line;
  };
  return a.name == b.name && a.recipe == b.recipe && a.painting == b.painting && a.variants == b.variants &&
         a.roles == b.roles && a.roleOf == b.roleOf && a.cloths == b.cloths && a.motifs == b.motifs &&
         a.now == b.now && a.pictures == b.pictures && a.settings == b.settings && a.setAside == b.setAside &&
         a.readings == b.readings && a.wantedWidth == b.wantedWidth && a.wantedHeight == b.wantedHeight &&
         sameLayout();
}

void measureIn(Project& project, LengthUnit unit) {
  const Length former = usualShopStep(project.settings.unit);
  for (Cloth& c : project.cloths)
    if (c.increment == former && c.increment.typedIn() == TypedIn::Nothing) c.increment = usualShopStep(unit);
  project.settings.unit = unit;
}

Result<Project> newProject(const ArrangementLibrary& library, const Recipe& recipe, std::string name) {
  Project project;
  project.name = oneLine(firstCharacters(name, kMostProjectName), kMostProjectName);
  project.layout = std::make_shared<const Layout>();
  Recipe begun = recipe;
  if (recipe.arrangement == kOwnArrangement && recipe.hand.empty())
    if (const auto own = ownRecipe("hexagon", recipe.edge)) begun = *own;
  if (const auto ok = relayout(project, library, begun); !ok) return tl::make_unexpected(ok.error());
  for (const Rgb colour : kStarterColours) {
    Cloth cloth;
    cloth.colour = colour;
    if (const auto id = addCloth(project, std::move(cloth)); !id) return tl::make_unexpected(id.error());
  }
  return project;
}

Status relayout(Project& project, const ArrangementLibrary& library, const Recipe& recipe,
                const KnownOfLayout& known) {
  const auto arrangement = library.find(recipe.arrangement);
  if (!arrangement) return tl::make_unexpected(arrangement.error());
  for (const OwnPiece& own : recipe.hand.added)
    if (own.outline.size() > kMostOwnCorners)
      return fail("make-piece-corners-most", own.outline.size(), kMostOwnCorners);
  std::optional<Layout> layout;
  if (project.layout) layout = changedLayout(*project.layout, **arrangement, project.recipe, recipe, known);
  if (!layout) {
    auto anew = buildLayout(**arrangement, recipe);
    if (!anew) return tl::make_unexpected(anew.error());
    layout = std::move(*anew);
  }
  const std::size_t pieces = layout->size();
  const bool samePlaces = project.recipe.arrangement == recipe.arrangement;
  Painting painting(pieces), roleOf(pieces);
  if (samePlaces && project.layout) {
    const Followed moved(*project.layout, *layout);
    painting = moved.of(project.painting);
    roleOf = moved.of(project.roleOf);
    for (Variant& v : project.variants) v.painting = moved.of(v.painting);
    for (MotifChoice& m : project.motifs) followMotif(m, moved, *layout);
    eachCutList(project, [&](std::vector<std::uint32_t>& list) {
      if (!list.empty()) list = followed(list, moved);
    });
  } else {
    project.variants.clear();  // places of another arrangement
    for (MotifChoice& m : project.motifs) m.pieces.clear();
    eachCutList(project, [](std::vector<std::uint32_t>& list) { list.clear(); });
  }
  project.painting = std::move(painting);
  project.roleOf = std::move(roleOf);
  project.layout = std::make_shared<const Layout>(std::move(*layout));
  project.recipe = recipe;
  return {};
}

const Cloth* clothById(const Project& project, ClothId id) {
  const auto at =
      std::find_if(project.cloths.begin(), project.cloths.end(), [&](const Cloth& c) { return c.id == id; });
  return at == project.cloths.end() ? nullptr : &*at;
}

Result<Cloth*> clothIn(Project& project, ClothId id) {
  for (Cloth& c : project.cloths)
    if (c.id == id) return &c;
  return fail("cloth-no-longer-project");
}

Status checkCloth(const Project& project, ClothId id) {
  if (id == kNoCloth || clothById(project, id)) return {};
  return fail("cloth-no-longer-project");
}

Result<ClothId> findCloth(const Project& project, std::string_view nameOrSign) {
  for (const Cloth& c : project.cloths)
    if (!c.name.empty() && c.name == nameOrSign) return c.id;
  for (const Cloth& c : project.cloths)
    if (c.sign == nameOrSign || clothTitle(c) == nameOrSign) return c.id;
  return fail("no-cloth-called-project", nameOrSign);
}

double allowanceOf(const Project& project, const Cloth& cloth) {
  return cloth.allowance.value_or(project.settings.allowance).mm();
}

double allowanceOf(const Project& project, const Cloth& cloth, const std::string& shape) {
  const auto own = project.settings.shapeAllowances.find(shape);
  return own == project.settings.shapeAllowances.end() ? allowanceOf(project, cloth)
                                                       : own->second.wished.mm();
}

Result<ClothId> addCloth(Project& project, Cloth cloth) {
  if (project.cloths.size() >= kMostCloths) return fail("project-holds-at-most-cloths", kMostCloths);
  if (characters(cloth.name) > kMostNameLetters)
    return fail("cloth-s-name-at", kMostNameLetters, characters(cloth.name));
  for (const Cloth& c : project.cloths)
    if (!cloth.name.empty() && c.name == cloth.name) return fail("already-cloth-called-choose", cloth.name);
  const int index = freeSignIndex(project);
  cloth.id = project.nextCloth++;
  cloth.sign = signOf(index);
  // No two of the first nine share a hatch, and none is plain.
  if (cloth.hatch == Hatch::Plain) cloth.hatch = static_cast<Hatch>(1 + index % (kHatches - 1));
  if (cloth.colour == Rgb{})
    cloth.colour = kMoreColours[static_cast<std::size_t>(index) % std::size(kMoreColours)];
  project.cloths.push_back(std::move(cloth));
  return project.cloths.back().id;
}

}  // namespace clathra
