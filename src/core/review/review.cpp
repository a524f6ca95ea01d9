#include "review/review.hpp"

#include <algorithm>

namespace clathra {

const std::vector<Check>& checks() {
  static const std::vector<Check> all = {
      {"no-cloth", "pieces without cloth", checks_::piecesWithoutCloth},
      {"unsound", "pieces that overlap or leave a gap", checks_::unsoundLayout},
      {"nearly-meeting", "papers that do not quite meet", checks_::nearlyMeeting},
      {"arcs-unlike", "curves that do not match what lies beside them", checks_::arcsUnlike},
      {"border-thin", "sides that leave nothing for a border", checks_::borderThin},
      {"sliver", "slivers at the sides", checks_::slivers},
      {"reflex", "corners that point inwards", checks_::reflexCorners},
      {"short-of-wanted", "a finished size that falls short of what was wanted", checks_::shortOfWanted},
      {"value-alike", "neighbours about as light as each other", checks_::valueAlike},
      {"look-alike", "shapes that are easily swapped or turned wrong", checks_::lookAlikes, true},
      {"handed", "shapes with a left and a right hand", checks_::handedShapes, true},
      {"paper-too-large", "papers larger than the page", checks_::paperTooLarge},
      {"allowance-small", "a seam allowance too small for the edge", checks_::allowanceSmall},
      {"hollow-vanishes", "hollow curves that the allowance leaves nothing of", checks_::hollowVanishes},
      {"cloth-without-size", "cloth in use whose width is not known", checks_::clothWithoutSize},
      {"cloth-short", "cloth shorter than the plan", checks_::clothShort},
      {"one-way-turned", "one-way cloth that the method would turn", checks_::oneWayTurned},
      {"few-copies", "fewer motif copies than wanted", checks_::tooFewCopies},
      {"window-off-print", "a window partly off the print's picture", checks_::windowOffPrint},
  };
  return all;
}

namespace {

std::shared_ptr<const Soundness> soundnessAfter(const ReviewInput& before, const Derived& from) {
  const Geometry& now = *from.geometry;
  if (before.geometry->layout == now.layout) return before.sound;
  std::optional<LayoutChange> found;
  const LayoutChange* change = from.before == before.geometry->layout ? from.change.get() : nullptr;
  if (!change && (found = changeBetween(*before.geometry->layout, *now.layout))) change = &*found;
  if (!change) return nullptr;
  return std::make_shared<const Soundness>(changedSoundness(*before.sound, *now.layout, now.seams, *change));
}

}  // namespace

ReviewInput layoutReviewInput(const Project& project, const Derived& known, const ReviewInput* before) {
  ReviewInput in;
  in.project = &project;
  const Derived from = known.isOf(project.layout) ? known : derive(project.layout);
  in.geometry = from.geometry;
  in.index = from.index;
  if (before && before->sound) in.sound = soundnessAfter(*before, from);
  if (!in.sound) in.sound = std::make_shared<const Soundness>(soundness(*project.layout, in.geometry->seams));
  in.tally = Tally(project);
  in.wears = project.painting.flat();
  return in;
}

Result<ReviewInput> reviewInput(const Project& project, const Progress& progress, const Derived& known,
                                const ReviewInput* before) {
  ReviewInput in = layoutReviewInput(project, known, before);
  for (const Cloth& c : project.cloths) {
    auto plan = cutPlan(project, c.id, progress);
    if (!plan) {
      if (progress.cancelled()) return tl::make_unexpected(plan.error());
      continue;  // a motif that cannot be cut is the motif checks' matter
    }
    in.plans.emplace(c.id, std::move(*plan));
  }
  for (const MotifChoice& m : project.motifs) {
    auto supply = motifSupply(project, m, progress);
    if (!supply && progress.cancelled()) return tl::make_unexpected(supply.error());
    if (supply) in.supplies.emplace(m.id, std::move(*supply));
  }
  return in;
}

bool isAdvice(const Remark& remark) {
  const std::string id = remark.check.substr(0, remark.check.find(':'));
  return std::any_of(checks().begin(), checks().end(),
                     [&](const Check& c) { return c.id == id && c.advice; });
}

bool isSetAside(const Project& project, const Remark& remark) {
  return std::any_of(project.setAside.begin(), project.setAside.end(),
                     [&](const SetAside& s) { return s.check == remark.check; });
}

std::vector<Remark> reviewAll(const ReviewInput& input) {
  std::vector<Remark> out;
  for (const Check& c : checks()) {
    auto found = c.run(input);
    out.insert(out.end(), std::make_move_iterator(found.begin()), std::make_move_iterator(found.end()));
  }
  return out;
}

std::vector<Remark> review(const ReviewInput& input) {
  auto out = reviewAll(input);
  std::erase_if(out, [&](const Remark& r) { return isSetAside(*input.project, r); });
  return out;
}

}  // namespace clathra
