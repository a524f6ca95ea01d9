#include <algorithm>

#include "edit/edits.hpp"

namespace clathra {

Status SetPapers::apply(Project& p, const EditContext&) const {
  PaperWishes w = p.settings.papers;
  for (const PaperMaterial& m : materials) {
    const auto at =
        std::find_if(w.materials.begin(), w.materials.end(), [&](const auto& o) { return o.id == m.id; });
    if (at != w.materials.end())
      *at = m;
    else
      w.materials.push_back(m);
  }
  if (w.materials.size() > kMostMaterials) return fail("materials-too-many", kMostMaterials);
  if (material) w.material = *material;
  if (w.chosen().id != w.material) return fail("no-material-called", w.material);
  if (ahead && (*ahead < 0 || *ahead > kMostAhead)) return fail("ahead-range", *ahead, kMostAhead);
  w.ahead = ahead.value_or(w.ahead);
  p.settings.papers = std::move(w);
  p.settings.easePercent = ease.value_or(p.settings.easePercent);
  p.settings.lookAlike = lookAlike.value_or(p.settings.lookAlike);
  return {};
}

Status SetMarks::apply(Project& p, const EditContext&) const {
  p.settings.marks = marks;
  return {};
}

Status SetReadings::apply(Project& p, const EditContext&) const {
  if (readings.size() > kMostReadings) return fail("readings-too-many", kMostReadings);
  p.readings = readings;
  return {};
}

}  // namespace clathra
