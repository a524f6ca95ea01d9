#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// One for each print that motif windows lie on and that is so.
template <class IsSo>
std::vector<Remark> ofPrints(const ReviewInput& in, const std::string& id, const char* why, const char* fix,
                             IsSo isSo) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    if (!c.print || !isSo(*c.print)) continue;
    std::vector<std::uint32_t> pieces;
    for (const MotifChoice& m : p.motifs)
      if (m.cloth == c.id) pieces.insert(pieces.end(), m.pieces.begin(), m.pieces.end());
    if (pieces.empty()) continue;
    std::sort(pieces.begin(), pieces.end());
    pieces.erase(std::unique(pieces.begin(), pieces.end()), pieces.end());
    Remark r{id + ":" + subject(c.id), "cloth", std::move(pieces), {}, {}, {}, {}};
    r.why = Message(why, clothArg(c));
    r.fix = Message(fix);
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace

/// Windows on a print of which nobody said how large it is.
std::vector<Remark> printScale(const ReviewInput& in) {
  return ofPrints(in, "print-scale", "print-scale-why", "print-scale-fix",
                  [](const Print& p) { return p.scaleGuessed; });
}

/// Windows on a print whose repeat is not known: but one of each can be promised.
std::vector<Remark> printRepeat(const ReviewInput& in) {
  return ofPrints(in, "print-repeat", "print-repeat-why", "print-repeat-fix",
                  [](const Print& p) { return !repeatKnown(p); });
}

}  // namespace clathra::checks_
