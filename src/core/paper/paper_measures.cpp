#include <algorithm>
#include <array>

#include "layout/piece_sides.hpp"
#include "paper/closing.hpp"
#include "shape/outline_measures.hpp"

namespace clathra {

namespace {

/// A paper of the layout as a ruler finds it.
struct Designed {
  std::string name, title;
  int hand = 0;
  OutlineMeasures is;
};

/// What was typed in the wrong unit, or for one paper instead of a row, would have been.
std::optional<double> meant(double value, int papers, double design) {
  const std::array<double, 6> tries{value * 25.4, value / 25.4,   value * 10,
                                    value / 10,   value * papers, value / papers};
  for (const double t : tries)
    if (std::abs(t / papers - design) < 0.1 * design || std::abs(t - design) < 0.1 * design) return t;
  return std::nullopt;
}

Status checkSize(const Reading& r, const Designed& paper, double design) {
  if (r.each() <= kMostTimesOff * design && r.each() * kMostTimesOff >= design) return {};
  const auto guess = meant(r.value, r.papers, design);
  return guess ? fail("reading-did-you-mean", shapeArg(paper.title), fineArg(r.value, 2), fineArg(*guess, 2))
               : fail("reading-far-off", shapeArg(paper.title), fineArg(r.value, 2),
                      fineArg(design * r.papers, 2));
}

/// Sums of the readings of one side or corner, covered and bare ones apart.
struct Mean {
  double sum[2] = {0, 0};
  int n[2] = {0, 0};
  void add(double value, bool covered) {
    sum[covered] += value;
    ++n[covered];
  }
  std::optional<double> value() const {
    const int which = n[1] > 0 ? 1 : 0;
    return n[which] > 0 ? std::optional(sum[which] / n[which]) : std::nullopt;
  }
  bool covered() const { return n[1] > 0; }
};

class ReadPaper {
 public:
  explicit ReadPaper(Designed designed)
      : is_(std::move(designed)), edges_(is_.is.sides.size()), corners_(is_.is.sides.size()) {}

  Status add(const Reading& r) {
    const auto sides = is_.is.sides.size();
    const auto index = static_cast<std::size_t>(r.index);
    switch (r.of) {
      case ReadOf::Edge:
        if (index >= sides) return fail("reading-no-edge", shapeArg(is_.title), r.index, sides - 1);
        return take(edges_[is_.is.sideLike[index]], r, is_.is.sides[index].length, r.each());
      case ReadOf::Angle:
        if (index >= sides) return fail("reading-no-corner", shapeArg(is_.title), r.index, sides - 1);
        return take(corners_[is_.is.cornerLike[index]], r, is_.is.sides[index].angle.degrees(), r.each());
      case ReadOf::Across:
        if (!is_.is.across) return fail("reading-no-across", shapeArg(is_.title));
        return take(whole_, r, *is_.is.across, r.each() / *is_.is.across);
      case ReadOf::High:
        return take(whole_, r, is_.is.high, r.each() / is_.is.high);
    }
    return {};
  }

  PaperMeasures measures() const {
    PaperMeasures out;
    out.sideLike = is_.is.sideLike;
    for (std::size_t i = 0; i < is_.is.sides.size(); ++i) {
      const OutlineEdge& side = is_.is.sides[i];
      const Mean& edge = edges_[is_.is.sideLike[i]];
      // A side that was laid under the ruler itself goes before what the whole paper's width tells of it,
      // unless only the latter has its cloth on.
      const bool byWhole = whole_.value() && (!edge.value() || (whole_.covered() && !edge.covered()));
      const auto angle = corners_[is_.is.cornerLike[i]].value();
      out.design.push_back(side.length);
      out.lengths.push_back(byWhole ? side.length * *whole_.value() : edge.value().value_or(side.length));
      out.lengthRead.push_back(byWhole || edge.value());
      out.arc.push_back(side.isArc());
      out.designAngles.push_back(side.angle);
      out.angles.push_back(angle ? Angle::degrees(*angle) : side.angle);
      out.angleRead.push_back(angle.has_value());
    }
    return out;
  }

 private:
  Status take(Mean& into, const Reading& r, double design, double value) {
    if (const auto ok = checkSize(r, is_, design); !ok) return ok;
    into.add(value, r.covered);
    return {};
  }

  Designed is_;
  std::vector<Mean> edges_, corners_;
  Mean whole_;  ///< times its design
};

}  // namespace

Result<MeasuredPapers> measuredPapers(const Layout& layout, const std::vector<Reading>& readings) {
  std::map<std::pair<std::uint16_t, int>, ReadPaper> papers;
  for (const Piece& p : layout.pieces) {
    if (papers.contains({p.shape, p.hand})) continue;
    const Shape& s = layout.shapes[p.shape];
    papers.emplace(std::pair(p.shape, int(p.hand)),
                   ReadPaper({s.name, s.title, p.hand, measuresOf(handedOutline(s, p.hand))}));
  }
  for (const Reading& r : readings) {
    bool found = false;
    for (auto& [key, paper] : papers) {
      if (layout.shapes[key.first].name != r.shape || (r.hand != 0 && r.hand != key.second)) continue;
      found = true;
      if (const auto ok = paper.add(r); !ok) return tl::make_unexpected(ok.error());
    }
    if (!found) return fail(r.hand == 0 ? "reading-no-shape" : "reading-no-hand", r.shape);
  }
  MeasuredPapers out;
  for (const auto& [key, paper] : papers) out.emplace(key, paper.measures());
  return out;
}

}  // namespace clathra
