#include <algorithm>
#include <map>

#include "review/review.hpp"
#include "shape/arcs.hpp"

namespace clathra::checks_ {

namespace {

/// The least allowance that holds on an edge: on longer edges a narrow fold springs back
/// (docs/calculations.md).
struct Rule {
  double edgeOver, least;  // mm
};
constexpr Rule kRules[] = {{100, 12}, {55, 9}, {25, 6}, {0, 4}};

double leastFor(double edge) {
  for (const Rule& r : kRules)
    if (edge > r.edgeOver) return r.least;
  return 0;
}

}  // namespace

std::vector<Remark> allowanceSmall(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<double> longest;
  for (const Shape& s : p.layout->shapes) {
    double most = 0;
    for (const OutlineEdge& edge : s.edges) most = std::max(most, edge.length);
    longest.push_back(most);
  }
  const double most = *std::max_element(longest.begin(), longest.end());
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const double allowance = allowanceOf(p, c);
    if (allowance >= leastFor(most) - 1e-6) continue;
    Remark r{"allowance-small:" + subject(c.id), "cut", {}, {}, {}, {}, {}};
    double wanted = 0, edge = 0;
    for (const auto i : piecesWearing(in, c.id)) {
      const double e = longest[p.layout->pieces[i].shape];
      if (allowance >= leastFor(e) - 1e-6) continue;
      r.pieces.push_back(i);
      wanted = std::max(wanted, leastFor(e));
      edge = std::max(edge, e);
    }
    if (r.pieces.empty()) continue;
    r.why = Message("allowance-small-why", sizeArg(allowance), readableArg(edge), clothArg(c));
    const double better =
        p.settings.unit == LengthUnit::Inch ? std::ceil(wanted / 3.175 - 1e-6) * 3.175 : wanted;
    r.fix = Message("allow", sizeArg(better));
    r.fixLabel = Message("allow-label", sizeArg(better));
    r.mend = AllowMore{better, c.id};
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
