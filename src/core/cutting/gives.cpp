#include "cutting/gives.hpp"

#include <algorithm>
#include <cmath>

#include "cutting/near_miss.hpp"
#include "shape/families.hpp"
#include "shape/lattice_fill.hpp"
#include "shape/strip.hpp"

namespace clathra {

namespace {

constexpr double kQuarterInch = 6.35, kFive = 5;        // mm
constexpr double kLeastCloth = 5, kMostCloth = 20'000;  // mm
constexpr double kMostAllowance = 100;                  // mm
constexpr double kFitRounding = 1e-6;                   // mm
constexpr std::size_t kMostShapes = 200;
constexpr double kLeastShare = 0.6;  // of the allowance: less is not offered where nothing else is said

/// Usual edges up to `most`, rising.
std::vector<double> usualEdges(double most, std::optional<LengthUnit> system) {
  std::vector<double> out;
  if (system != LengthUnit::Millimetre)
    for (double e = kQuarterInch; e <= most; e += kQuarterInch) out.push_back(e);
  if (system != LengthUnit::Inch)
    for (double e = kFive; e <= most; e += kFive) out.push_back(e);
  std::sort(out.begin(), out.end());
  return out;
}

bool mayTurn(const GivesInput& in) {
  return in.direction == Direction::None;
}

bool fits(PolygonView patch, const GivesInput& in) {
  return bestTurn(patch, in.width, in.height, mayTurn(in)).over <= kFitRounding;
}

int copiesOf(PolygonView patch, const GivesInput& in) {
  if (in.direction == Direction::None)
    return std::max(1, static_cast<int>(densestFillIn(patch, {0, 0, in.width, in.height}).copies.size()));
  int best = 1;
  for (const bool alternate : {false, true}) {
    if (alternate && in.direction == Direction::OneWay) continue;
    const StripLay lay = stripLay(patch, {}, alternate);
    const int rows = static_cast<int>((in.height + kFitRounding) / lay.height);
    best = std::max(best, rows * static_cast<int>(lay.fitting(in.width)));
  }
  return best;
}

}  // namespace

Result<std::vector<GivesRow>> whatItGives(const GivesInput& in, const Progress& progress) {
  for (const double side : {in.width, in.height})
    if (!(side >= kLeastCloth && side <= kMostCloth))
      return fail("gives-size", readableArg(kLeastCloth), readableArg(kMostCloth));
  if (!(in.allowance >= 0 && in.allowance <= kMostAllowance))
    return fail("gives-allowance", readableArg(kMostAllowance));
  if (in.shapes.empty() || in.shapes.size() > kMostShapes) return fail("gives-shapes", kMostShapes);
  const auto edges = usualEdges(2 * (in.width + in.height), in.system);
  const double least = in.least.value_or(kLeastShare * in.allowance);
  std::vector<GivesRow> out;
  for (const std::string& id : in.shapes) {
    if (progress.cancelled()) return fail(kCancelled);
    const auto family = familyOutline(id);
    if (!family) return tl::make_unexpected(family.error());
    const auto patchOf = [&](double edge) {
      return allowanceOutline(scaled(*family, edge), in.allowance, Tips::Blunted, in.bluntBelow);
    };
    GivesRow row;
    row.shape = id;
    // A larger edge never fits where a smaller one does not.
    const auto first =
        std::partition_point(edges.begin(), edges.end(), [&](double e) { return fits(patchOf(e), in); });
    if (first != edges.begin()) {
      row.edge = *(first - 1);
      row.copies = copiesOf(patchOf(*row.edge), in);
      row.inch = std::abs(std::remainder(*row.edge, kQuarterInch)) < 1e-6;
      const Polygon patch = patchOf(*row.edge);
      row.turn = bestTurn(patch, in.width, in.height, mayTurn(in));
      row.straight = bounds(patch);
      row.laid = laidStraight(scaled(*family, *row.edge), in.width, in.height);
      const bool straight = row.straight.width() <= in.width + kFitRounding &&
                            row.straight.height() <= in.height + kFitRounding;
      row.straightNearly = !straight && row.laid.corners >= least;
    }
    if (first != edges.end())
      if (const LaidStraight next = laidStraight(scaled(*family, *first), in.width, in.height);
          next.corners >= least)
        row.near = NearMissRow{*first, next};
    out.push_back(std::move(row));
  }
  return out;
}

}  // namespace clathra
