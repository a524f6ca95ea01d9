#include <algorithm>
#include <map>

#include "model/lightness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> valueAlike(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<double> light(static_cast<std::size_t>(p.nextCloth), 0);
  for (const Cloth& c : p.cloths) light[static_cast<std::size_t>(c.id)] = lightness(c.colour);
  const auto alike = [&](ClothId a, ClothId b) {
    return a != b && a != kNoCloth && b != kNoCloth &&
           std::abs(light[static_cast<std::size_t>(a)] - light[static_cast<std::size_t>(b)]) < kTooAlike;
  };
  const bool any = std::any_of(p.cloths.begin(), p.cloths.end(), [&](const Cloth& one) {
    return in.tally.count(one.id) > 0 && std::any_of(p.cloths.begin(), p.cloths.end(), [&](const Cloth& c) {
             return alike(one.id, c.id) && in.tally.count(c.id) > 0;
           });
  });
  if (!any) return {};  // no two cloths in use are: no seam needs to be looked at
  const std::vector<ClothId> wears(p.painting.begin(), p.painting.end());
  std::map<std::pair<ClothId, ClothId>, std::vector<std::uint32_t>> pairs;
  for (const Seam& s : in.geometry->seams.seams) {
    const ClothId a = wears[s.a], b = wears[s.b];
    if (!alike(a, b)) continue;
    auto& pieces = pairs[std::minmax(a, b)];
    pieces.push_back(s.a);
    pieces.push_back(s.b);
  }
  std::vector<Remark> out;
  for (auto& [cloths, pieces] : pairs) {
    const Cloth &one = *clothById(p, cloths.first), &other = *clothById(p, cloths.second);
    std::sort(pieces.begin(), pieces.end());
    const auto seams = pieces.size() / 2;
    pieces.erase(std::unique(pieces.begin(), pieces.end()), pieces.end());
    Remark r{"value-alike:" + subject(one.id) + "/" + subject(other.id),
             "arrange",
             std::move(pieces),
             {},
             {},
             {},
             {}};
    r.why = Message("value-alike-why", clothArg(one), clothArg(other), seams);
    r.fix = Message("value-alike-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
