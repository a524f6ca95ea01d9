#include "cutting/gives.hpp"

#include <algorithm>
#include <cmath>

#include "shape/allowance.hpp"
#include "shape/families.hpp"
#include "shape/lattice_fill.hpp"
#include "shape/strip.hpp"

namespace clathra {

namespace {

constexpr double kQuarterInch = 6.35, kFive = 5;        // mm
constexpr double kLeastCloth = 5, kMostCloth = 20'000;  // mm
constexpr double kMostAllowance = 100;                  // mm
constexpr double kRounding = 1e-6;                      // mm
constexpr std::size_t kMostShapes = 200;

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

/// How much the patch sticks out of the cloth in this turn, mm; nothing or less: it fits.
double over(PolygonView patch, double degrees, const GivesInput& in) {
  const Box b = bounds(placed(patch, Angle::degrees(degrees), false, {}));
  return std::max(b.width() - in.width, b.height() - in.height);
}

/// Degree by degree, then finer about the best: boxes change smoothly between the turns at which another
/// corner takes over, and a fit is never narrower than that by more than the rounding.
bool fits(PolygonView patch, const GivesInput& in) {
  if (in.direction != Direction::None) return over(patch, 0, in) <= kRounding;
  double best = 0, least = 1e300;
  const auto look = [&](double degrees) {
    const double now = over(patch, degrees, in);
    if (now < least) {
      least = now;
      best = degrees;
    }
  };
  for (std::size_t i = 0; i < patch.size(); ++i) {  // an edge level or plumb
    const double along = directionOf(patch[(i + 1) % patch.size()] - patch[i]).degrees();
    look(-along);
    look(90 - along);
  }
  for (int degrees = 0; degrees < 180; ++degrees) look(degrees);
  for (double step = 0.5; step > 1e-5 && least > kRounding; step /= 2) {
    const double middle = best;
    look(middle - step);
    look(middle + step);
  }
  return least <= kRounding;
}

int copiesOf(PolygonView patch, const GivesInput& in) {
  if (in.direction == Direction::None)
    return std::max(1, static_cast<int>(densestFillIn(patch, {0, 0, in.width, in.height}).copies.size()));
  int best = 1;
  for (const bool alternate : {false, true}) {
    if (alternate && in.direction == Direction::OneWay) continue;
    const StripLay lay = stripLay(patch, {}, alternate);
    const int rows = static_cast<int>((in.height + kRounding) / lay.height);
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
  std::vector<GivesRow> out;
  for (const std::string& id : in.shapes) {
    if (progress.cancelled()) return fail(kCancelled);
    const auto family = familyOutline(id);
    if (!family) return tl::make_unexpected(family.error());
    const auto patchOf = [&](double edge) {
      return allowanceOutline(scaled(*family, edge), in.allowance, Tips::Blunted);
    };
    GivesRow row{id, {}, 0, false};
    // A larger edge never fits where a smaller one does not.
    const auto first =
        std::partition_point(edges.begin(), edges.end(), [&](double e) { return fits(patchOf(e), in); });
    if (first != edges.begin()) {
      row.edge = *(first - 1);
      row.copies = copiesOf(patchOf(*row.edge), in);
      row.inch = std::abs(std::remainder(*row.edge, kQuarterInch)) < 1e-6;
    }
    out.push_back(std::move(row));
  }
  return out;
}

}  // namespace clathra
