#include <algorithm>

#include "model/lightness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// L*: so light, and so much darker a neighbour, that its allowance shows as a shadow.
constexpr double kLight = 80, kDarker = 45;
/// The same of a cloth of which it is known that it shows what lies behind.
constexpr double kLightThin = 55, kDarkerThin = 20;

bool shows(const Cloth& light, const Cloth& dark) {
  const auto& thin = light.facts.showsThrough;
  if (thin == false) return false;  // it was held against the light
  const double own = lightness(light.colour);
  return own >= (thin ? kLightThin : kLight) &&
         own - lightness(dark.colour) >= (thin ? kDarkerThin : kDarker);
}

std::vector<SeamsBesideDark> pairsInUse(const ReviewInput& in) {
  std::vector<SeamsBesideDark> out;
  for (const Cloth& light : in.project->cloths)
    for (const Cloth& dark : in.project->cloths)
      if (in.tally.count(light.id) > 0 && in.tally.count(dark.id) > 0 && shows(light, dark))
        out.push_back({light.id, dark.id, {}});
  return out;
}

/// Goes through all seams for these.
void lookAtAllSeams(const ReviewInput& in, const std::vector<SeamsBesideDark*>& pairs) {
  if (pairs.empty()) return;
  // Cloths by their ids, from 1; 0: none.
  const auto wide = static_cast<std::size_t>(in.project->nextCloth) + 1;
  std::vector<std::uint16_t> wears;
  wears.reserve(in.painting.size());
  for (const ClothId c : in.painting) wears.push_back(static_cast<std::uint16_t>(c + 1));
  // By what both sides of a seam wear twice the pair's number, one more where the second is the light one.
  std::vector<std::int32_t> numbers(wide * wide, -1);
  for (std::size_t i = 0; i < pairs.size(); ++i) {
    const auto light = static_cast<std::size_t>(pairs[i]->light + 1),
               dark = static_cast<std::size_t>(pairs[i]->dark + 1);
    numbers[light * wide + dark] = static_cast<std::int32_t>(2 * i);
    numbers[dark * wide + light] = static_cast<std::int32_t>(2 * i + 1);
  }
  for (const Seam& s : in.geometry->seams.seams) {
    const auto number = numbers[wears[s.a] * wide + wears[s.b]];
    if (number >= 0)
      pairs[static_cast<std::size_t>(number / 2)]->lightPieces.push_back(number % 2 == 0 ? s.a : s.b);
  }
  for (SeamsBesideDark* pair : pairs) std::sort(pair->lightPieces.begin(), pair->lightPieces.end());
}

}  // namespace

std::vector<Remark> darkBesideLight(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const SeamsBesideDark& pair : in.besideDark) {
    const Cloth *light = clothById(p, pair.light), *dark = clothById(p, pair.dark);
    if (pair.lightPieces.empty() || !light || !dark) continue;
    Remark r{"dark-beside-light:" + subject(pair.light) + "/" + subject(pair.dark),
             "cut",
             pair.lightPieces,
             {},
             {},
             {},
             {}};
    r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
    r.why = Message("dark-beside-light-why", clothArg(*dark), clothArg(*light), pair.lightPieces.size());
    r.fix = Message("dark-beside-light-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_

namespace clathra {

void readBesideDark(ReviewInput& input) {
  input.besideDark = checks_::pairsInUse(input);
  std::vector<SeamsBesideDark*> all;
  for (SeamsBesideDark& pair : input.besideDark) all.push_back(&pair);
  checks_::lookAtAllSeams(input, all);
}

void readBesideDark(ReviewInput& input, const ReviewInput& before, const Renumbering& change,
                    const std::vector<std::uint32_t>& anew) {
  // What lies beside these may lie beside other cloth now.
  const SeamGraph& graph = input.geometry->seams;
  std::vector<std::uint32_t> touched = anew;
  for (const auto i : anew)
    for (const auto s : graph.seamsOf(i)) touched.push_back(graph.across(s, i));
  std::sort(touched.begin(), touched.end());
  touched.erase(std::unique(touched.begin(), touched.end()), touched.end());
  input.besideDark = checks_::pairsInUse(input);
  std::vector<SeamsBesideDark*> unknown;
  for (SeamsBesideDark& pair : input.besideDark) {
    const auto known =
        std::find_if(before.besideDark.begin(), before.besideDark.end(),
                     [&](const SeamsBesideDark& b) { return b.light == pair.light && b.dark == pair.dark; });
    if (known == before.besideDark.end()) {
      unknown.push_back(&pair);
      continue;
    }
    std::vector<std::uint32_t> was = known->lightPieces;
    change.apply(was);
    auto& is = pair.lightPieces;
    is.reserve(was.size() + touched.size());
    auto from = was.begin();
    for (const auto i : touched) {
      const auto [first, last] = std::equal_range(from, was.end(), i);
      is.insert(is.end(), from, first);
      from = last;
      if (input.painting[i] != pair.light) continue;
      for (const auto s : graph.seamsOf(i))
        if (input.painting[graph.across(s, i)] == pair.dark) is.push_back(i);
    }
    is.insert(is.end(), from, was.end());
  }
  checks_::lookAtAllSeams(input, unknown);
}

}  // namespace clathra
