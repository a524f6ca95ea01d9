#include "review/review.hpp"

#include <algorithm>

namespace clathra::checks_ {

std::vector<Remark> windowOffPrint(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const MotifChoice& m : p.motifs) {
    const Cloth* c = clothById(p, m.cloth);
    // Strips are alike all along, and come again and again.
    if (!c || !c->print || !c->joined.empty()) continue;
    const auto picture = p.pictures.find(c->print->picture);
    if (picture == p.pictures.end()) continue;
    const double scale = 25.4 / c->print->dpi;
    const Box print{0, 0, picture->second.width * scale, picture->second.height * scale};
    for (const Shape& s : p.layout->shapes) {
      if (s.name != m.shape) continue;
      const Box b = bounds(placed(s.outline, m.turn, false, m.at));
      const double off =
          std::max({print.left - b.left, print.top - b.top, b.right - print.right, b.bottom - print.bottom});
      if (off <= 0.05) continue;
      Remark r{"window-off-print:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
      r.why = Message("window-off-print-why", m.name, fineArg(off, 1));
      r.fix = Message("window-off-print-fix");
      const Point inside{
          std::clamp(m.at.x, m.at.x + (print.left - b.left), m.at.x + (print.right - b.right)),
          std::clamp(m.at.y, m.at.y + (print.top - b.top), m.at.y + (print.bottom - b.bottom))};
      if (b.width() <= print.width() && b.height() <= print.height()) {
        // By whole repeats where that is possible, so that the spot stays the same.
        const Lattice l = latticeOf(*c->print);
        for (int i = -3; i <= 3 && r.mend.index() == 0; ++i)
          for (int j = -3; j <= 3 && r.mend.index() == 0; ++j) {
            const Point by = double(i) * l.a + double(j) * l.b;
            if (b.left + by.x < -1e-9 || b.right + by.x > print.right + 1e-9 || b.top + by.y < -1e-9 ||
                b.bottom + by.y > print.bottom + 1e-9)
              continue;
            const Point at = m.at + by;
            r.mend = MoveWindow{m.id, at};
          }
        if (r.mend.index() == 0) r.mend = MoveWindow{m.id, inside};
        r.fixLabel = Message("move-onto-print");
      }
      out.push_back(std::move(r));
    }
  }
  return out;
}

}  // namespace clathra::checks_
