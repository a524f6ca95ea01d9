#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Papers that stay in and take no water.
std::optional<Remark> papersThatStay(const Project& p) {
  const PaperMaterial& papers = p.settings.papers.chosen();
  if (!papers.staysIn() || papers.washable) return std::nullopt;
  Remark r{"washing:papers", "papers", {}, {}, {}, {}, {}};
  r.why = Message("washing-papers-why");
  r.fix = Message("washing-papers-fix");
  return r;
}

}  // namespace

std::vector<Remark> washing(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  if (p.settings.washed != true) return out;
  if (auto papers = papersThatStay(p)) out.push_back(std::move(*papers));
  // Cloth that has not shrunk yet beside cloth that has.
  const Cloth* washed = nullptr;
  for (const Cloth& c : p.cloths)
    if (c.facts.washed == true && !piecesWearing(in, c.id).empty()) washed = &c;
  for (const Cloth& c : p.cloths) {
    const auto& pieces = piecesWearing(in, c.id);
    if (c.facts.washed != false || pieces.empty() || !washed) continue;
    Remark r{"washing:" + subject(c.id), "cloth", pieces, {}, {}, {}, {}};
    r.why = Message("washing-cloth-why", clothArg(c), clothArg(*washed));
    r.fix = Message("washing-cloth-fix");
    out.push_back(std::move(r));
  }
  // What seals a sharp tip or holds an allowance has to stand the water as well.
  const Layout& layout = *in.geometry->layout;
  std::vector<std::uint32_t> sealed;
  for (const Remark& tips : tipsSharp(in))
    sealed.insert(sealed.end(), tips.pieces.begin(), tips.pieces.end());
  std::sort(sealed.begin(), sealed.end());
  if (!sealed.empty() && layout.size() > 0) {
    const auto n = static_cast<int>(sealed.size());
    Remark r{"washing:sealed", "cut", std::move(sealed), {}, {}, {}, {}};
    r.why = Message("washing-sealed-why", n);
    r.fix = Message("washing-sealed-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
