#include <algorithm>

#include "cutting/usual_allowances.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

double longestEdge(const Shape& shape) {
  double most = 0;
  for (const OutlineEdge& edge : shape.edges) most = std::max(most, edge.length);
  return most;
}

bool tooSmall(double allowance, double edge) {
  constexpr double kRounding = 1e-6;
  return allowance < leastAllowanceFor(edge) - kRounding;
}

Remark remark(const ReviewInput& in, std::string id, std::vector<std::uint32_t> pieces, double allowance,
              double edge, const char* why, Arg of, AllowMore mend) {
  Remark r{std::move(id), "cut", {}, {}, {}, {}, {}};
  r.pieces = std::move(pieces);
  mend.allowance = suggestedAllowance(edge, in.project->settings.unit).allowance.mm();
  r.why = Message(why, sizeArg(allowance), sizeArg(edge), std::move(of));
  r.fix = Message("allow", sizeArg(mend.allowance));
  r.fixLabel = Message("allow-label", sizeArg(mend.allowance));
  r.mend = std::move(mend);
  return r;
}

}  // namespace

std::vector<Remark> allowanceSmall(const ReviewInput& in) {
  const Project& p = *in.project;
  const auto& own = p.settings.shapeAllowances;
  std::vector<double> longest;
  for (const Shape& s : p.layout->shapes) longest.push_back(longestEdge(s));
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const double allowance = allowanceOf(p, c);
    if (std::none_of(longest.begin(), longest.end(), [&](double l) { return tooSmall(allowance, l); }))
      continue;  // no piece needs to be looked at
    double edge = 0;
    std::vector<std::uint32_t> pieces;
    for (const auto i : piecesWearing(in, c.id)) {
      const auto shape = p.layout->pieces[i].shape;
      if (own.contains(p.layout->shapes[shape].name) || !tooSmall(allowance, longest[shape])) continue;
      pieces.push_back(i);
      edge = std::max(edge, longest[shape]);
    }
    if (!pieces.empty())
      out.push_back(remark(in, "allowance-small:" + subject(c.id), std::move(pieces), allowance, edge,
                           "allowance-small-why", clothArg(c), {0, c.id, {}}));
  }
  for (std::size_t s = 0; s < longest.size(); ++s) {
    const Shape& shape = p.layout->shapes[s];
    const auto at = own.find(shape.name);
    if (at == own.end() || !tooSmall(at->second.wished.mm(), longest[s])) continue;
    std::vector<std::uint32_t> pieces;
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->pieces[i].shape == s && p.painting[i] != kNoCloth) pieces.push_back(i);
    if (!pieces.empty())
      out.push_back(remark(in, "allowance-small:" + shape.name, std::move(pieces), at->second.wished.mm(),
                           longest[s], "allowance-small-shape-why", shapeArg(shape.title),
                           {0, {}, shape.name}));
  }
  return out;
}

}  // namespace clathra::checks_
