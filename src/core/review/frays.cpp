#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// A cloth that frays much loses a few threads of each edge before it is sewn.
constexpr double kLeastOfFraying = 8;  // mm

}  // namespace

std::vector<Remark> frays(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    if (c.facts.fray != Fray::Much) continue;
    double least = kLeastOfFraying;
    std::vector<std::uint32_t> pieces;
    for (const auto i : piecesWearing(in, c.id)) {
      const double own = allowanceOf(p, c, p.layout->shapes[p.layout->pieces[i].shape].name);
      if (own >= kLeastOfFraying) continue;
      least = std::min(least, own);
      pieces.push_back(i);
    }
    if (pieces.empty()) continue;
    const auto n = static_cast<int>(pieces.size());
    Remark r{"frays:" + subject(c.id), "cut", std::move(pieces), {}, {}, {}, {}};
    r.why = Message("frays-why", clothArg(c), sizeArg(least), n);
    r.fix = Message("frays-fix", sizeArg(kLeastOfFraying));
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
