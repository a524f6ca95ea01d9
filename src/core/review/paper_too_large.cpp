#include <map>

#include "paper/nesting.hpp"
#include "paper/split.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> paperTooLarge(const ReviewInput& in) {
  const Project& p = *in.project;
  const auto page = pageOf(p.settings.page, p.settings.margin.mm());
  if (!page) return {};
  std::vector<Remark> out;
  for (std::uint16_t s = 0; s < p.layout->shapes.size(); ++s) {
    const Shape& shape = p.layout->shapes[s];
    if (fitsPage(shape.outline, *page)) continue;
    Remark r{"paper-too-large:" + shape.name, "papers", {}, {}, {}, {}, {}};
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->pieces[i].shape == s) r.pieces.push_back(i);
    const auto parts = splitPaper(shape.outline, printable(*page));
    r.why = parts ? Message("paper-parted-why", shapeArg(shape.title), page->title, parts->size())
                  : Message("paper-too-large-why", shapeArg(shape.title), page->title);
    const Page* other = nullptr;
    for (const Page& q : standardPages())
      if (!other && fitsPage(shape.outline, q)) other = &q;
    r.fix = other ? Message("page-would-take-it", other->title) : Message("no-page-takes-it");
    if (other) {
      r.fixLabel = Message("use-page", other->title);
      r.mend = UsePage{other->id};
    }
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
