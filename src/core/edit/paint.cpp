// Edits of which cloth goes where: by hand, by chance, and the variants kept to be compared.
#include <algorithm>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"

namespace clathra {

Status Paint::apply(Project& p, const EditContext&) const {
  if (const auto ok = checkCloth(p, cloth); !ok) return ok;
  for (const auto i : pieces) {
    p.painting.set(i, cloth);
    p.roleOf.set(i, kNoRole);  // painted by hand it no longer follows its role
  }
  return {};
}

namespace {

Result<Variant*> variantCalled(Project& p, const std::string& name) {
  for (Variant& v : p.variants)
    if (v.name == name) return &v;
  return fail("no-variant-called", name);
}

}  // namespace

Status PaintByChance::apply(Project& p, const EditContext& c) const {
  for (const ChanceCloth& cloth : rules.cloths)
    if (const auto ok = checkCloth(p, cloth.cloth); !ok) return ok;
  const auto worn = paintByChance(p, derivedOf(p, c).geometry->seams, pieces, rules);
  if (!worn) return tl::make_unexpected(worn.error());
  for (std::size_t i = 0; i < pieces.size(); ++i) p.painting.set(pieces[i], (*worn)[i]);
  return {};
}

Status KeepVariant::apply(Project& p, const EditContext&) const {
  if (name.empty()) return fail("variant-needs-name");
  Variant v{name, note.value_or(std::string()), p.painting};
  const auto same = std::find_if(p.variants.begin(), p.variants.end(),
                                 [&](const Variant& known) { return known.name == v.name; });
  if (same != p.variants.end()) {
    if (!note) v.note = same->note;
    *same = std::move(v);
    return {};
  }
  if (p.variants.size() >= kMostVariants) return fail("at-most-variants-kept", kMostVariants);
  p.variants.push_back(std::move(v));
  return {};
}

Status WearVariant::apply(Project& p, const EditContext&) const {
  const auto v = variantCalled(p, variant);
  if (!v) return tl::make_unexpected(v.error());
  p.painting = (*v)->painting;
  return {};
}

Status ChangeVariant::apply(Project& p, const EditContext&) const {
  const auto v = variantCalled(p, variant);
  if (!v) return tl::make_unexpected(v.error());
  const std::string called = name.value_or((*v)->name);
  if (called.empty()) return fail("variant-needs-name");
  for (const Variant& other : p.variants)
    if (&other != *v && other.name == called) return fail("already-variant-called", called);
  (*v)->name = called;
  (*v)->note = note.value_or((*v)->note);
  return {};
}

Status DropVariant::apply(Project& p, const EditContext&) const {
  const auto v = variantCalled(p, variant);
  if (!v) return tl::make_unexpected(v.error());
  p.variants.erase(p.variants.begin() + (*v - p.variants.data()));
  return {};
}

}  // namespace clathra
