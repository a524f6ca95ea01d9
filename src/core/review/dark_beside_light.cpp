#include <algorithm>

#include "model/lightness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// L*: so light, and so much darker a neighbour, that its allowance shows as a shadow.
constexpr double kLight = 80, kDarker = 45;
/// The same of a cloth of which it is known that it shows what lies behind.
constexpr double kLightThin = 55, kDarkerThin = 20;

/// Two cloths in use of which the light one shows the other's allowance, and for each seam between them its
/// light piece.
struct Pair {
  const Cloth *light, *dark;
  std::vector<std::uint32_t> beside = {};
};

bool shows(const Cloth& light, const Cloth& dark) {
  const auto& thin = light.facts.showsThrough;
  if (thin == false) return false;  // it was held against the light
  const double own = lightness(light.colour);
  return own >= (thin ? kLightThin : kLight) &&
         own - lightness(dark.colour) >= (thin ? kDarkerThin : kDarker);
}

std::vector<Pair> pairsInUse(const ReviewInput& in) {
  std::vector<Pair> out;
  for (const Cloth& light : in.project->cloths)
    for (const Cloth& dark : in.project->cloths)
      if (in.tally.count(light.id) > 0 && in.tally.count(dark.id) > 0 && shows(light, dark))
        out.push_back({&light, &dark});
  return out;
}

/// Each once, rising. Where they are many of all there are, going through all is quicker than sorting.
std::vector<std::uint32_t> eachOnce(std::vector<std::uint32_t> pieces, std::size_t all) {
  constexpr std::size_t kFew = 16;
  if (pieces.size() * kFew < all) {
    std::sort(pieces.begin(), pieces.end());
    pieces.erase(std::unique(pieces.begin(), pieces.end()), pieces.end());
    return pieces;
  }
  std::vector<char> is(all, 0);
  for (const auto i : pieces) is[i] = 1;
  pieces.clear();
  for (std::uint32_t i = 0; i < all; ++i)
    if (is[i]) pieces.push_back(i);
  return pieces;
}

}  // namespace

std::vector<Remark> darkBesideLight(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Pair> pairs = pairsInUse(in);
  if (pairs.empty()) return {};  // no seam needs to be looked at
  // Cloths by their place on the shelf, from 1; 0: none.
  std::vector<std::uint16_t> places(static_cast<std::size_t>(p.nextCloth) + 1, 0);
  for (std::size_t i = 0; i < p.cloths.size(); ++i)
    places[static_cast<std::size_t>(p.cloths[i].id + 1)] = static_cast<std::uint16_t>(i + 1);
  std::vector<std::uint16_t> wears;
  wears.reserve(p.painting.size());
  for (const ClothId c : p.painting) wears.push_back(places[static_cast<std::size_t>(c + 1)]);
  // By what both sides of a seam wear twice the pair's number, one more where the second is the light one.
  // Every step of the quilter looks at all seams here.
  const std::size_t wide = p.cloths.size() + 1;
  std::vector<std::int32_t> numbers(wide * wide, -1);
  for (std::size_t i = 0; i < pairs.size(); ++i) {
    const std::size_t light = places[static_cast<std::size_t>(pairs[i].light->id + 1)],
                      dark = places[static_cast<std::size_t>(pairs[i].dark->id + 1)];
    numbers[light * wide + dark] = static_cast<std::int32_t>(2 * i);
    numbers[dark * wide + light] = static_cast<std::int32_t>(2 * i + 1);
  }
  for (const Seam& s : in.geometry->seams.seams) {
    const auto number = numbers[wears[s.a] * wide + wears[s.b]];
    if (number < 0) continue;
    Pair& pair = pairs[static_cast<std::size_t>(number / 2)];
    pair.beside.push_back(number % 2 == 0 ? s.a : s.b);
  }
  std::vector<Remark> out;
  for (Pair& pair : pairs) {
    if (pair.beside.empty()) continue;
    const auto seams = pair.beside.size();
    Remark r{"dark-beside-light:" + subject(pair.light->id) + "/" + subject(pair.dark->id),
             "cut",
             eachOnce(std::move(pair.beside), wears.size()),
             {},
             {},
             {},
             {}};
    r.why = Message("dark-beside-light-why", clothArg(*pair.dark), clothArg(*pair.light), seams);
    r.fix = Message("dark-beside-light-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
