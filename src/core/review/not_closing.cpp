#include <algorithm>
#include <set>

#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> notClosing(const ReviewInput& in) {
  std::vector<Remark> out;
  if (!in.closure) return out;
  const Layout& layout = *in.geometry->layout;
  // Runs of one kind have one remark: the longest miss, with the pieces of all that are off.
  const Run* worst = nullptr;
  std::set<std::uint32_t> pieces;
  for (const Run& r : in.closure->runs) {
    if (r.closing != Closing::Off) continue;
    if (!worst || std::abs(r.difference) > std::abs(worst->difference)) worst = &r;
    pieces.insert(r.measuredSide.begin(), r.measuredSide.end());
    pieces.insert(r.otherSide.begin(), r.otherSide.end());
  }
  const auto remark = [&](std::string check, Message why, std::vector<std::uint32_t> of) {
    out.push_back(
        {std::move(check), "papers", std::move(of), std::move(why), Message("not-closing-fix"), {}, {}});
  };
  if (worst)
    remark("not-closing:run",
           Message(worst->difference < 0 ? "run-off-why" : "run-over-why", worst->where,
                   fineArg(std::abs(worst->difference), 1)),
           {pieces.begin(), pieces.end()});
  for (const SeamKind& k : in.closure->seams) {
    if (k.closing != Closing::Off) continue;
    std::vector<std::uint32_t> of;
    for (std::uint32_t i = 0; i < layout.size(); ++i) {
      const Piece p = layout.pieces[i];
      if ((p.shape == k.a.shape && p.hand == k.a.hand) || (p.shape == k.b.shape && p.hand == k.b.hand))
        of.push_back(i);
    }
    const Shape &a = layout.shapes[k.a.shape], &b = layout.shapes[k.b.shape];
    remark("not-closing:" + a.name + "/" + b.name,
           Message("seam-off-why", k.seams, shapeArg(a.title), shapeArg(b.title),
                   fineArg(std::abs(k.difference), 2)),
           std::move(of));
  }
  double open = 0;
  int corners = 0;
  std::set<std::uint32_t> round;
  for (const ClosedCorner& c : in.closure->corners) {
    if (c.closing != Closing::Off) continue;
    ++corners;
    open = std::max(open, std::abs(c.open.degrees()));
    round.insert(c.pieces.begin(), c.pieces.end());
  }
  if (corners > 0)
    remark("not-closing:corner", Message("corner-off-why", corners, numberArg(open, 1)),
           {round.begin(), round.end()});
  return out;
}

}  // namespace clathra::checks_
