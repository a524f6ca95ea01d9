#include <algorithm>
#include <map>

#include "model/lightness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// L*: so light, and so much darker a neighbour, that its allowance shows as a shadow.
constexpr double kLight = 80, kDarker = 45;
/// The same of a cloth of which it is known that it shows what lies behind.
constexpr double kLightThin = 55, kDarkerThin = 20;

}  // namespace

std::vector<Remark> darkBesideLight(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<double> light(static_cast<std::size_t>(p.nextCloth), 0);
  std::vector<std::optional<bool>> thin(light.size());
  for (const Cloth& c : p.cloths) {
    light[static_cast<std::size_t>(c.id)] = lightness(c.colour);
    thin[static_cast<std::size_t>(c.id)] = c.facts.showsThrough;
  }
  const auto of = [&](ClothId c) { return light[static_cast<std::size_t>(c)]; };
  const std::vector<ClothId> wears(p.painting.begin(), p.painting.end());
  std::map<std::pair<ClothId, ClothId>, std::vector<std::uint32_t>> pairs;  // light, dark
  std::map<std::pair<ClothId, ClothId>, int> seams;
  for (const Seam& s : in.geometry->seams.seams) {
    ClothId a = wears[s.a], b = wears[s.b];
    if (a == kNoCloth || b == kNoCloth) continue;
    if (of(a) < of(b)) std::swap(a, b);
    const auto shows = thin[static_cast<std::size_t>(a)];
    if (shows == false) continue;  // it was held against the light
    if (of(a) < (shows ? kLightThin : kLight) || of(a) - of(b) < (shows ? kDarkerThin : kDarker)) continue;
    auto& pieces = pairs[{a, b}];
    pieces.push_back(wears[s.a] == a ? s.a : s.b);
    ++seams[{a, b}];
  }
  std::vector<Remark> out;
  for (auto& [cloths, pieces] : pairs) {
    std::sort(pieces.begin(), pieces.end());
    pieces.erase(std::unique(pieces.begin(), pieces.end()), pieces.end());
    Remark r{"dark-beside-light:" + subject(cloths.first) + "/" + subject(cloths.second),
             "cut",
             std::move(pieces),
             {},
             {},
             {},
             {}};
    r.why = Message("dark-beside-light-why", clothArg(*clothById(p, cloths.second)),
                    clothArg(*clothById(p, cloths.first)), seams[cloths]);
    r.fix = Message("dark-beside-light-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
