#include <map>

#include "paper/nesting.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> paperTooLarge(const ReviewInput& in) {
  const Project& p = *in.project;
  const auto page = pageOf(p.settings.page);
  if (!page) return {};
  std::vector<Remark> out;
  for (std::uint16_t s = 0; s < p.layout->shapes.size(); ++s) {
    const Shape& shape = p.layout->shapes[s];
    if (fitsPage(shape.outline, *page)) continue;
    Remark r{"paper-too-large:" + shape.name, "papers", {}, {}, {}, {}, {}};
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->pieces[i].shape == s) r.pieces.push_back(i);
    r.why = "The paper for the " + shape.title + " is larger than a page of " + page->title +
            ", so it is on no sheet.";
    const Page* other = nullptr;
    for (const Page& q : standardPages())
      if (!other && fitsPage(shape.outline, q)) other = &q;
    r.fix =
        other ? other->title + " would take it." : "No standard page takes it; use a page of your own size.";
    if (other) {
      r.fixLabel = "Use " + other->title;
      r.mend = UsePage{other->id};
    }
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
