// Edits of cloths, prints, methods and the second look's set-aside remarks.
#include <algorithm>

#include "cutting/methods.hpp"
#include "edit/edits.hpp"
#include "model/lightness.hpp"
#include "model/print_scale.hpp"

namespace clathra {

namespace {

/// Brings the print's picture into the project: by a path read through the context, or already inside.
Status takePicture(Project& p, Print& print, const std::string& path, const EditContext& c) {
  if (p.pictures.contains(path)) {
    print.picture = path;
    return {};
  }
  if (path.empty()) return fail("print-needs-picture");
  if (!c.loadPicture) return fail("pictures-cannot-read-here");
  auto picture = c.loadPicture(path);
  if (!picture) return tl::make_unexpected(picture.error());
  for (const auto& [name, known] : p.pictures)
    if (known == *picture) {
      print.picture = name;
      return {};
    }
  print.picture = "pictures/" + std::to_string(p.pictures.size() + 1) + ".png";
  while (p.pictures.contains(print.picture)) print.picture.insert(print.picture.size() - 4, "a");
  p.pictures.emplace(print.picture, std::move(*picture));
  return {};
}

Status putOnPrint(Project& p, Cloth& cloth, const PrintFields& f, const EditContext& c) {
  Print print = cloth.print.value_or(Print{});
  print.dpi = f.dpi.value_or(print.dpi);
  print.scaleGuessed = f.scaleGuessed.value_or(print.scaleGuessed && !f.dpi);
  // What is another picture, scale or repeat is no longer what was sewn.
  if (f.picture || f.dpi || f.along || f.across || f.kind || f.steps) cloth.joined.clear();
  if (f.dpi)
    if (Message why = scaleFault(*f.dpi); !why.empty()) return fail(std::move(why));
  for (const auto& typed : {f.along, f.across})
    if (typed && typed->nm() == 0) return fail("print-needs-repeat-along");
  // What was found goes when a repeat is typed, and the other way round.
  if (f.along || f.across || f.kind) print.steps.reset();
  print.along = f.along.value_or(print.along);
  print.across = f.across.value_or(print.across);
  print.kind = f.kind.value_or(print.kind);
  if (f.steps) {
    print.steps = *f.steps;
    print.along = print.across = Length();
    print.kind = RepeatKind::Straight;
    constexpr double kShortest = 1, kFlat = 0.05;  // mm; the sine of the angle between the steps
    const auto& s = print.steps;
    if (s && (length(s->a) < kShortest ||
              (s->b && (length(*s->b) < kShortest ||
                        std::abs(cross(s->a, *s->b)) < kFlat * length(s->a) * length(*s->b)))))
      return fail("print-steps-flat");
  }
  print.halfTurn = f.halfTurn.value_or(print.halfTurn);
  print.mirrors = f.mirrors.value_or(print.mirrors);
  print.mark = f.mark.value_or(print.mark);
  const bool saidUnknown = f.steps && !*f.steps;
  if (!repeatKnown(print) && !saidUnknown && (!cloth.print || repeatKnown(*cloth.print)))
    return fail("print-needs-repeat-along");
  // One of the two alone is no repeat yet; where none was known it is the same both ways at first.
  if (print.along.nm() != print.across.nm() && (print.along.nm() == 0 || print.across.nm() == 0))
    (print.along.nm() == 0 ? print.along : print.across) = print.along.nm() == 0 ? print.across : print.along;
  if (const auto ok = takePicture(p, print, f.picture.value_or(print.picture), c); !ok) return ok;
  cloth.print = std::move(print);
  return {};
}

Status putOn(Project& p, Cloth& cloth, const ClothFields& f, const EditContext& c) {
  f.putOn(cloth);
  if (cloth.lengths.size() > kMostLengths) return fail("lengths-too-many", kMostLengths);
  int number = 0;
  for (const OnHand& l : cloth.lengths) {
    ++number;
    constexpr double kRounding = 0.05;
    const double width = widthOf(cloth, l);
    for (const Polygon& hole : l.holes)
      if (width > 0 && bounds(hole).right > width + kRounding) return fail("length-hole-outside", number);
  }
  if (!f.print) return {};
  if (*f.print) return putOnPrint(p, cloth, **f.print, c);
  cloth.print.reset();
  cloth.joined.clear();
  return {};
}

bool readsPicture(const ClothFields& f, const Project& p) {
  return f.print && *f.print && (*f.print)->picture && !p.pictures.contains(*(*f.print)->picture);
}

void dropUnusedPictures(Project& p) {
  std::erase_if(p.pictures, [&](const auto& entry) {
    return std::none_of(p.cloths.begin(), p.cloths.end(),
                        [&](const Cloth& c) { return c.print && c.print->picture == entry.first; });
  });
}

}  // namespace

void ClothFields::putOn(Cloth& cloth) const {
  cloth.name = name.value_or(cloth.name);
  cloth.colour = colour.value_or(cloth.colour);
  cloth.hatch = hatch.value_or(cloth.hatch);
  cloth.scraps = scraps.value_or(cloth.scraps);
  cloth.width = width.value_or(cloth.width);
  cloth.lengths = lengths.value_or(cloth.lengths);
  if (collection) {
    cloth.collection = *collection > 1 && !cloth.lengths.empty();
    // As many as are there already were listed one by one.
    if (cloth.collection && cloth.lengths.size() != static_cast<std::size_t>(*collection)) {
      OnHand one = cloth.lengths.front();
      one.straight = true;
      cloth.lengths.assign(static_cast<std::size_t>(*collection), one);
    } else if (!cloth.collection && !cloth.lengths.empty() && !lengths) {
      cloth.lengths.resize(1);
    }
  }
  if (cloth.lengths.size() < 2) cloth.collection = false;
  cloth.direction = direction.value_or(cloth.direction);
  cloth.stand = stand.value_or(cloth.stand);
  cloth.inSet = inSet.value_or(cloth.inSet);
  cloth.drawnBehind = drawnBehind.value_or(cloth.drawnBehind);
  cloth.increment = increment.value_or(cloth.increment);
  cloth.soldPiece = soldPiece.value_or(cloth.soldPiece);
  cloth.price = price.value_or(cloth.price);
  cloth.shrinkPercent = shrinkPercent.value_or(cloth.shrinkPercent);
  cloth.leastAllowance = leastAllowance.value_or(cloth.leastAllowance);
  cloth.allowance = allowance.value_or(cloth.allowance);
  cloth.facts = facts.value_or(cloth.facts);
  cloth.turnOneWay = turnOneWay.value_or(cloth.turnOneWay);
}

namespace {

/// Does what was cut off a length still lie on it?
bool holds(const OnHand& length, const std::vector<ClothCut>& cuts, int index) {
  constexpr double kRounding = 0.05;
  return std::all_of(cuts.begin(), cuts.end(), [&](const ClothCut& c) {
    if (c.length != index) return true;
    double end = c.to;
    for (const CutPatches& p : c.patches)
      for (const Polygon& o : p.outlines) end = std::max(end, bounds(o).bottom);
    return end <= length.mm() + kRounding;
  });
}

/// What was cut follows its length where the lengths are listed anew. Of a length that is gone the patches
/// stay: they were cut.
void followLengths(Cloth& cloth, const std::vector<OnHand>& before) {
  if (cloth.cuts.empty()) return;
  const auto& after = cloth.lengths;
  std::vector<int> to(before.size(), -1);
  std::vector<bool> taken(after.size(), false);
  const auto same = [](const OnHand& a, const OnHand& b) {
    return a.length.nm() == b.length.nm() && a.width == b.width && a.outline == b.outline;
  };
  const auto give = [&](std::size_t from, std::size_t at) {
    to[from] = static_cast<int>(at);
    taken[at] = true;
  };
  for (std::size_t i = 0; i < before.size() && i < after.size(); ++i)
    if (same(before[i], after[i])) give(i, i);
  for (std::size_t i = 0; i < before.size(); ++i)
    for (std::size_t k = 0; k < after.size() && to[i] < 0; ++k)
      if (!taken[k] && same(before[i], after[k])) give(i, k);
  // As many as before: one of them was measured anew.
  for (std::size_t i = 0; i < before.size() && before.size() == after.size(); ++i)
    if (to[i] < 0 && !taken[i] && holds(after[i], cloth.cuts, static_cast<int>(i))) give(i, i);
  for (ClothCut& c : cloth.cuts) {
    if (c.length < 0) continue;
    c.length = to[static_cast<std::size_t>(c.length)];
    if (c.length >= 0) continue;
    c.from = c.to = 0;
    for (CutPatches& p : c.patches) p.outlines.clear();
  }
  std::erase_if(cloth.cuts, [](const ClothCut& c) { return c.length < 0 && c.patches.empty(); });
}

}  // namespace

bool AddCloth::readsPicture(const Project& p) const {
  return clathra::readsPicture(fields, p);
}
bool AddScraps::readsPicture(const Project& p) const {
  return clathra::readsPicture(fields, p);
}
bool ChangeCloth::readsPicture(const Project& p) const {
  return clathra::readsPicture(fields, p);
}

Status AddCloth::apply(Project& p, const EditContext& c) const {
  Cloth cloth;
  cloth.increment = usualShopStep(p.settings.unit);
  if (const auto ok = putOn(p, cloth, fields, c); !ok) return ok;
  if (cloth.name.empty()) return fail("cloth-added-needs-name");
  const auto id = addCloth(p, std::move(cloth));
  return id ? Status{} : tl::make_unexpected(id.error());
}

Status AddScraps::apply(Project& p, const EditContext& c) const {
  Cloth cloth;
  cloth.increment = usualShopStep(p.settings.unit);
  if (const auto ok = putOn(p, cloth, fields, c); !ok) return ok;
  if (cloth.name.empty()) return fail("scraps-added-need-name");
  cloth.scraps = true;
  cloth.width.reset();
  cloth.lengths.clear();
  cloth.method = "rectangles";
  const auto id = addCloth(p, std::move(cloth));
  return id ? Status{} : tl::make_unexpected(id.error());
}

Status ChangeCloth::apply(Project& p, const EditContext& c) const {
  const auto own = clothIn(p, cloth);
  if (!own) return tl::make_unexpected(own.error());
  Cloth changed = **own;
  if (const auto ok = putOn(p, changed, fields, c); !ok) return ok;
  if (fields.lengths || fields.collection) followLengths(changed, (*own)->lengths);
  for (const Cloth& other : p.cloths)
    if (other.id != changed.id && !changed.name.empty() && other.name == changed.name)
      return fail("already-cloth-called", changed.name);
  **own = std::move(changed);
  dropUnusedPictures(p);
  return {};
}

namespace {

void wearInstead(Painting& painting, ClothId was, ClothId now) {
  for (std::size_t i = 0; i < painting.size(); ++i)
    if (painting[i] == was) painting.set(i, now);
}

}  // namespace

Status JoinNearCloths::apply(Project& p, const EditContext&) const {
  std::vector<ClothId> plain;
  std::vector<Rgb> colours;
  std::vector<std::size_t> counts;
  for (const Cloth& c : p.cloths) {
    if (c.print || !c.lengths.empty()) continue;
    plain.push_back(c.id);
    colours.push_back(c.colour);
    std::size_t n = 0;
    for (std::size_t i = 0; i < p.painting.size(); ++i) n += p.painting[i] == c.id ? 1 : 0;
    counts.push_back(n);
  }
  const auto with = nearColours(colours, counts, within);
  bool any = false;
  for (std::size_t i = 0; i < plain.size(); ++i) {
    if (with[i] == i) continue;
    any = true;
    const ClothId was = plain[i], now = plain[with[i]];
    wearInstead(p.painting, was, now);
    for (Variant& v : p.variants) wearInstead(v.painting, was, now);
    for (Role& r : p.roles)
      if (r.cloth == was) r.cloth = now;
    std::erase_if(p.cloths, [&](const Cloth& c) { return c.id == was; });
  }
  if (!any) return fail("no-near-colours");
  return {};
}

Status RemoveCloth::apply(Project& p, const EditContext&) const {
  if (const auto own = clothIn(p, cloth); !own) return tl::make_unexpected(own.error());
  const ClothId id = cloth;
  for (std::size_t i = 0; i < p.painting.size(); ++i)
    if (p.painting[i] == id) p.painting.set(i, kNoCloth);
  for (Variant& v : p.variants)
    for (std::size_t i = 0; i < v.painting.size(); ++i)
      if (v.painting[i] == id) v.painting.set(i, kNoCloth);
  for (Role& r : p.roles)
    if (r.cloth == id) r.cloth = kNoCloth;
  for (Cloth& c : p.cloths)
    for (JoinedStrip& s : c.joined)
      if (s.of == id) s.of = kNoCloth;
  std::erase_if(p.motifs, [&](const MotifChoice& m) { return m.cloth == id; });
  std::erase_if(p.cloths, [&](const Cloth& c) { return c.id == id; });
  dropUnusedPictures(p);
  return {};
}

Status ChooseMethod::apply(Project& p, const EditContext&) const {
  const auto own = clothIn(p, cloth);
  if (!own) return tl::make_unexpected(own.error());
  if (search && std::find(std::begin(kSearches), std::end(kSearches), *search) == std::end(kSearches))
    return fail("search-not-so-long", *search);
  (*own)->search = search.value_or((*own)->search);
  const std::string chosen = method.value_or((*own)->method);
  (*own)->turnOneWay = turnOneWay.value_or((*own)->turnOneWay);
  if (chosen.empty()) {
    (*own)->method.clear();
    return {};
  }
  const MethodKind* kind = methodKind(chosen);
  if (!kind) return fail("no-method-choose", chosen, methodNames(", "));
  if ((*own)->scraps && !kind->fromScraps) return fail("method-needs-size", methodNames(", ", true));
  (*own)->method = chosen;
  return {};
}

Status SetRemarkAside::apply(Project& p, const EditContext& c) const {
  if (check.empty() || reason.empty()) return fail("remark-set-aside-by");
  std::erase_if(p.setAside, [&](const SetAside& s) { return s.check == check; });
  p.setAside.push_back({check, reason, c.today});
  return {};
}

Status TakeUpAgain::apply(Project& p, const EditContext&) const {
  if (std::erase_if(p.setAside, [&](const SetAside& s) { return s.check == check; }) == 0)
    return fail("no-remark-set-aside", check);
  return {};
}

}  // namespace clathra
