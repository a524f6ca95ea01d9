#include "review/review.hpp"

#include <algorithm>
#include <utility>

namespace clathra {

const std::vector<Check>& checks() {
  static const std::vector<Check> all = {
      {"no-cloth", "looks-for-no-cloth", checks_::piecesWithoutCloth},
      {"unsound", "looks-for-unsound", checks_::unsoundLayout},
      {"nearly-meeting", "looks-for-nearly-meeting", checks_::nearlyMeeting},
      {"arcs-unlike", "looks-for-arcs-unlike", checks_::arcsUnlike},
      {"border-thin", "looks-for-border-thin", checks_::borderThin},
      {"sliver", "looks-for-sliver", checks_::slivers},
      {"reflex", "looks-for-reflex", checks_::reflexCorners},
      {"short-of-wanted", "looks-for-short-of-wanted", checks_::shortOfWanted},
      {"value-alike", "looks-for-value-alike", checks_::valueAlike},
      {"look-alike", "looks-for-look-alike", checks_::lookAlikes, true},
      {"handed", "looks-for-handed", checks_::handedShapes, true},
      {"paper-too-large", "looks-for-paper-too-large", checks_::paperTooLarge},
      {"scale-unchecked", "looks-for-scale-unchecked", checks_::scaleUnchecked, true},
      {"margins-small", "looks-for-margins-small", checks_::marginsSmall},
      {"papers-short", "looks-for-papers-short", checks_::papersShort},
      {"systems-mixed", "looks-for-systems-mixed", checks_::systemsMixed},
      {"alike-unmarked", "looks-for-alike-unmarked", checks_::alikeUnmarked},
      {"hand-unmarked", "looks-for-hand-unmarked", checks_::handUnmarked},
      {"not-closing", "looks-for-not-closing", checks_::notClosing},
      {"allowance-small", "looks-for-allowance-small", checks_::allowanceSmall},
      {"hollow-vanishes", "looks-for-hollow-vanishes", checks_::hollowVanishes},
      {"tips-sharp", "looks-for-tips-sharp", checks_::tipsSharp, true},
      {"strip-narrow", "looks-for-strip-narrow", checks_::stripNarrow, true},
      {"dark-beside-light", "looks-for-dark-beside-light", checks_::darkBesideLight, true},
      {"layers-many", "looks-for-layers-many", checks_::layersMany, true},
      {"frays", "looks-for-frays", checks_::frays},
      {"washing", "looks-for-washing", checks_::washing},
      {"leftovers", "looks-for-leftovers", checks_::leftovers, true},
      {"cloth-without-size", "looks-for-cloth-without-size", checks_::clothWithoutSize},
      {"width-unit", "looks-for-width-unit", checks_::widthUnit},
      {"cannot-cut", "looks-for-cannot-cut", checks_::cannotCut},
      {"cloth-short", "looks-for-cloth-short", checks_::clothShort},
      {"one-way-turned", "looks-for-one-way-turned", checks_::oneWayTurned},
      {"few-copies", "looks-for-few-copies", checks_::tooFewCopies},
      {"window-off-print", "looks-for-window-off-print", checks_::windowOffPrint},
      {"print-scale", "looks-for-print-scale", checks_::printScale},
      {"print-repeat", "looks-for-print-repeat", checks_::printRepeat},
      {"choices-short", "looks-for-choices-short", checks_::choicesShort},
      {"mirrored-wish", "looks-for-mirrored-wish", checks_::mirroredWish},
      {"stripes-mistake", "looks-for-stripes-mistake", checks_::stripesMistake},
      {"seams-part", "looks-for-seams-part", checks_::seamsPart, true},
      {"beyond-repeat", "looks-for-beyond-repeat", checks_::windowBeyondRepeat, true},
      {"windows-touch", "looks-for-windows-touch", checks_::windowsTouch, true},
      {"seam-in-allowance", "looks-for-seam-in-allowance", checks_::seamInAllowance},
      {"detail-at-selvedge", "looks-for-detail-at-selvedge", checks_::detailAtSelvedge},
      {"drawn-behind", "looks-for-drawn-behind", checks_::drawnBehindUnread},
  };
  return all;
}

namespace {

struct Repainted {
  std::uint32_t piece;
  ClothId was, is;
};

/// The pieces that are fresh or wear another cloth than before; nothing where so much changed that going on
/// from what was read does not pay.
std::optional<std::vector<Repainted>> repainted(const ReviewInput& in, const ReviewInput& before,
                                                const Renumbering& change) {
  constexpr std::size_t kFewChanges = 200;
  std::vector<Repainted> changes;
  for (const auto f : change.fresh())
    if (in.painting[f] == kNoCloth) changes.push_back({f, kNoCloth, kNoCloth});
  Painting::forEachChange(before.painting.moved(change), in.painting,
                          [&](std::size_t piece, ClothId was, ClothId is) {
                            changes.push_back({static_cast<std::uint32_t>(piece), was, is});
                          });
  if (changes.size() > kFewChanges) return std::nullopt;
  return changes;
}

/// The lists from what was read before.
void changeWearers(ReviewInput& in, const ReviewInput& before, const Renumbering& change,
                   const std::vector<Repainted>& changes) {
  in.wearers = before.wearers;
  for (auto& list : in.wearers) change.apply(list);
  const auto listOf = [&](ClothId c) -> std::vector<std::uint32_t>& {
    return c == kNoCloth ? in.wearers.back() : in.wearers[static_cast<std::size_t>(c)];
  };
  for (const auto& [piece, was, is] : changes) {
    auto& from = listOf(was);
    const auto there = std::lower_bound(from.begin(), from.end(), piece);
    if (there != from.end() && *there == piece) from.erase(there);
    auto& to = listOf(is);
    to.insert(std::lower_bound(to.begin(), to.end(), piece), piece);
  }
}

void listWearers(ReviewInput& in, std::size_t cloths) {
  in.wearers.resize(cloths + 1);
  for (std::size_t c = 0; c <= cloths; ++c)
    in.wearers[c].reserve(
        static_cast<std::size_t>(in.tally.count(c < cloths ? static_cast<ClothId>(c) : kNoCloth)));
  std::uint32_t i = 0;
  for (const ClothId cloth : in.painting)
    in.wearers[cloth == kNoCloth ? cloths : static_cast<std::size_t>(cloth)].push_back(i++);
}

/// What follows from layout and painting, from what was read before where that is a small change.
void readLayout(ReviewInput& in, const Project& project, const Derived& from, const ReviewInput* before) {
  const Geometry& now = *from.geometry;
  std::optional<Renumbering> found;
  const Renumbering* change = nullptr;
  if (before && before->sound && before->misses) {
    const auto& was = before->geometry->layout;
    static const Renumbering none;
    if (was == now.layout)
      change = &none;
    else if (from.before == was)
      change = from.change.get();
    else if ((found = changeBetween(*was, *now.layout)))
      change = &*found;
  }
  in.painting = project.painting;
  const auto cloths = static_cast<std::size_t>(project.nextCloth);
  in.tally = change ? before->tally.updated(*before->geometry->layout, before->painting, project, *change)
                    : Tally(project);
  const auto changes =
      change && before->wearers.size() == cloths + 1 ? repainted(in, *before, *change) : std::nullopt;
  if (changes) {
    changeWearers(in, *before, *change, *changes);
    std::vector<std::uint32_t> anew;
    if (before->geometry->layout != now.layout)
      anew = piecesBeside(*before->geometry->layout, *now.layout, *from.index, *change);
    for (const Repainted& r : *changes) anew.push_back(r.piece);
    readBesideDark(in, *before, *change, anew);
  } else {
    listWearers(in, cloths);
    readBesideDark(in);
  }
  if (change && before->geometry->layout == now.layout) {
    in.sound = before->sound;
    in.misses = before->misses;
    return;
  }
  const Layout& layout = *now.layout;
  in.sound =
      std::make_shared<const Soundness>(change ? changedSoundness(*before->sound, *before->geometry->layout,
                                                                  layout, now.seams, *from.index, *change)
                                               : soundness(layout, now.seams));
  in.misses = std::make_shared<const std::vector<NearMiss>>(
      change ? changedNearMisses(*before->misses, *before->geometry->layout, layout, now.seams, *from.index,
                                 *change)
             : nearMisses(layout, now.seams, *from.index));
}

}  // namespace

ReviewInput layoutReviewInput(const Project& project, const Derived& known, const ReviewInput* before) {
  ReviewInput in;
  in.project = &project;
  const Derived from = known.isOf(project.layout) ? known : derive(project.layout);
  in.geometry = from.geometry;
  in.index = from.index;
  readLayout(in, project, from, before);
  return in;
}

Result<ReviewInput> reviewInput(const Project& project, const Progress& progress, const Derived& known,
                                const ReviewInput* before) {
  ReviewInput in = layoutReviewInput(project, known, before);
  // Motifs, seams, papers as measured, then each cloth's plan.
  constexpr double kMotifs = 0.3, kSeams = 0.4, kClosure = 0.45;
  double at = 0;
  const auto next = [&](double to, std::size_t of) {
    const double from = std::exchange(at, at + (to - at) / static_cast<double>(of));
    return progress.part(from, at);
  };
  std::size_t left = project.motifs.size();
  for (const MotifChoice& m : project.motifs) {
    // No check asks how many more than enough there are.
    auto supply = motifSupply(project, m, next(kMotifs, left--), CountOnHand::UntilEnough);
    if (!supply && progress.cancelled()) return tl::make_unexpected(supply.error());
    if (supply) in.supplies.emplace(m.id, std::make_shared<const MotifSupply>(std::move(*supply)));
  }
  readSeams(in, project, before, next(kSeams, 1));
  if (progress.cancelled()) return fail(kCancelled);
  if (!project.readings.empty()) {
    auto closure =
        willItClose(*in.geometry, project.readings, project.settings.easePercent, next(kClosure, 1));
    if (!closure && progress.cancelled()) return tl::make_unexpected(closure.error());
    if (closure) in.closure = std::make_shared<const Closure>(std::move(*closure));
  }
  left = project.cloths.size();
  for (const Cloth& c : project.cloths) {
    auto plan = cutPlan(*cutInput(project, c.id), in.supplies, next(1, left--));
    if (!plan && progress.cancelled()) return tl::make_unexpected(plan.error());
    if (plan)
      in.plans.emplace(c.id, std::make_shared<const CutPlan>(std::move(*plan)));
    else
      in.planFaults.emplace(c.id, plan.error().message);
  }
  return in;
}

void readSeams(ReviewInput& input, const Project& project, const ReviewInput* before,
               const Progress& progress) {
  for (const MotifChoice& m : project.motifs) {
    const Cloth* cloth = clothById(project, m.cloth);
    if (!cloth || !cloth->print || progress.cancelled()) continue;
    const auto picture = project.pictures.find(cloth->print->picture);
    if (picture == project.pictures.end()) continue;
    if (before)
      if (const auto known = before->seams.find(m.id);
          known != before->seams.end() && known->second.motif == m && known->second.print == *cloth->print &&
          known->second.layout == project.layout && known->second.picture == picture->second.png) {
        input.seams.insert(*known);
        continue;
      }
    auto meetings = meetingsOf(project, m, progress);
    if (!meetings) continue;
    input.seams[m.id] = {m, *cloth->print, project.layout, picture->second.png,
                         std::make_shared<const std::vector<Meeting>>(std::move(*meetings))};
  }
}

const std::vector<std::uint32_t>& piecesWearing(const ReviewInput& input, ClothId cloth) {
  return cloth == kNoCloth ? input.wearers.back() : input.wearers[static_cast<std::size_t>(cloth)];
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

std::vector<std::uint32_t> piecesShowing(const ReviewInput& in, ClothId cloth) {
  std::vector<std::uint32_t> out;
  for (const MotifChoice& m : in.project->motifs)
    if (m.cloth == cloth) out.insert(out.end(), m.pieces.begin(), m.pieces.end());
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

}  // namespace clathra
