#include "paper/which.hpp"

#include <algorithm>
#include <map>

#include "shape/families.hpp"
#include "shape/outline_measures.hpp"
#include "shape/symmetry.hpp"

namespace clathra {

namespace {

constexpr Length kInch = Length::wholeInches(1);
constexpr Length kMostPaper = Length::nanometres(2'000'000'000);  // 2 m

/// What one reading says of the edge, and how far it may be off.
struct Said {
  const Reading* reading;
  double edge = 0, give = 0;  // mm
};

struct Paper {
  const Family* family;
  int hand = 0;
  OutlineMeasures is;
  std::vector<const Reading*> lengths, angles;
};

Message words(const Reading& r) {
  const char* ids[] = {"read-edge", "read-across", "read-high", "read-angle"};
  return Message(ids[static_cast<int>(r.of)], fineArg(r.value, 2), r.papers, r.index);
}

Result<double> ratioOf(const Paper& paper, const Reading& r) {
  const auto index = static_cast<std::size_t>(r.index);
  const auto title = shapeArg(std::string(paper.family->title));
  const std::size_t sides = paper.is.sides.size();
  switch (r.of) {
    case ReadOf::Edge:
      if (index >= sides) return fail("reading-no-edge", title, r.index, sides - 1);
      return paper.is.sides[index].length;
    case ReadOf::Across:
      if (!paper.is.across) return fail("reading-no-across", title);
      return *paper.is.across;
    case ReadOf::High:
      return paper.is.high;
    case ReadOf::Angle:
      if (index >= sides) return fail("reading-no-corner", title, r.index, sides - 1);
      return paper.is.sides[index].angle.degrees();
  }
  return 1.0;
}

/// The readings that agree with the most others; the first of them where there is a choice.
std::vector<Said> agreeing(const std::vector<Said>& all, std::vector<Message>& contradictions,
                           const Arg& title) {
  const auto agree = [](const Said& a, const Said& b) {
    return std::abs(a.edge - b.edge) <= a.give + b.give + 1e-9;
  };
  std::vector<Said> best;
  for (const Said& one : all) {
    std::vector<Said> with;
    for (const Said& other : all)
      if (agree(one, other)) with.push_back(other);
    if (with.size() > best.size()) best = with;
  }
  for (const Said& one : all)
    if (std::none_of(best.begin(), best.end(), [&](const Said& b) { return b.reading == one.reading; }))
      contradictions.emplace_back("readings-contradict", title, words(*one.reading), fineArg(one.edge, 2),
                                  words(*best.front().reading), fineArg(best.front().edge, 2));
  return best;
}

/// The nominal size nearest to a length, in one system.
Length nearestNominal(double mm, LengthUnit system) {
  const Length at = Length::millimetres(mm);
  Length best;
  const auto consider = [&](Length step) {
    const auto n = std::max<std::int64_t>(1, std::llround(at / step));
    const Length here = n * step;
    if (best == Length() || std::abs((here - at).mm()) < std::abs((best - at).mm()) - 1e-9) best = here;
  };
  const bool inch = system == LengthUnit::Inch;
  consider(inch ? Length::sixtyFourths(8) : Length::millimetres(5));
  if (const Length fine = inch ? Length::sixtyFourths(4) : Length::millimetres(1); true) {
    const auto n = std::max<std::int64_t>(1, std::llround(at / fine));
    if (n * fine < kInch) consider(fine);
  }
  return best;
}

void addNominals(const Paper& paper, double edge, std::vector<NominalPaper>& out) {
  const auto add = [&](SizedBy by, double ratio) {
    for (const LengthUnit system : {LengthUnit::Inch, LengthUnit::Millimetre}) {
      NominalPaper n;
      n.shape = paper.family->id;
      n.title = paper.family->title;
      n.hand = paper.hand;
      n.system = system;
      n.by = by;
      n.nominal = nearestNominal(edge * ratio, system);
      n.edge = n.nominal.mm() / ratio;
      n.off = edge - n.edge;
      out.push_back(std::move(n));
    }
  };
  add(SizedBy::Side, 1);
  if (paper.is.across) add(SizedBy::Across, *paper.is.across);
  add(SizedBy::High, paper.is.high);
}

Result<std::vector<Paper>> papersIn(const std::vector<Reading>& readings) {
  std::vector<Paper> papers;
  for (const Reading& r : readings) {
    const auto family =
        std::find_if(families().begin(), families().end(), [&](const Family& f) { return f.id == r.shape; });
    if (family == families().end()) return fail("reading-no-family", r.shape);
    if (r.of != ReadOf::Angle && Length::millimetres(r.each()) > kMostPaper)
      return fail("reading-no-paper", shapeArg(std::string(family->title)), fineArg(r.value, 2));
    auto at = std::find_if(papers.begin(), papers.end(),
                           [&](const Paper& p) { return p.family == &*family && p.hand == r.hand; });
    if (at == papers.end()) {
      const bool mirrored = r.hand != 0 && handOf(family->outline) == -r.hand;
      papers.push_back({&*family, r.hand, measuresOf(placed(family->outline, {}, mirrored, {})), {}, {}});
      at = papers.end() - 1;
    }
    (r.of == ReadOf::Angle ? at->angles : at->lengths).push_back(&r);
  }
  return papers;
}

}  // namespace

Result<WhichPaper> whichPaper(const std::vector<Reading>& readings) {
  const auto papers = papersIn(readings);
  if (!papers) return tl::make_unexpected(papers.error());
  WhichPaper out;
  for (const Paper& paper : *papers) {
    const Arg title = shapeArg(std::string(paper.family->title));
    if (paper.lengths.empty()) return fail("reading-no-length", title);
    std::vector<Said> said;
    const bool bare =
        std::any_of(paper.lengths.begin(), paper.lengths.end(), [](const Reading* r) { return !r->covered; });
    for (const Reading* r : paper.lengths) {
      const auto ratio = ratioOf(paper, *r);
      if (!ratio) return tl::make_unexpected(ratio.error());
      if (bare && r->covered) continue;
      said.push_back({r, r->each() / *ratio, kReadTo / r->papers / *ratio});
    }
    for (const Reading* r : paper.angles) {
      const auto design = ratioOf(paper, *r);
      if (!design) return tl::make_unexpected(design.error());
      if (std::abs(r->each() - *design) > 1)
        out.contradictions.emplace_back("angle-contradicts", title, numberArg(r->each(), 1),
                                        numberArg(*design, 1));
    }
    const auto kept = agreeing(said, out.contradictions, title);
    double sum = 0, weight = 0;  // a row of ten is ten times as sure as one
    for (const Said& s : kept) {
      sum += s.edge / s.give;
      weight += 1 / s.give;
    }
    std::vector<NominalPaper> own;
    addNominals(paper, sum / weight, own);
    const auto nearest = std::min_element(own.begin(), own.end(), [](const auto& a, const auto& b) {
      return std::abs(a.off) < std::abs(b.off);
    });
    (nearest->system == LengthUnit::Inch ? out.inch : out.metric).push_back(std::string(paper.family->id));
    out.nearestFirst.insert(out.nearestFirst.end(), own.begin(), own.end());
  }
  std::stable_sort(out.nearestFirst.begin(), out.nearestFirst.end(),
                   [](const auto& a, const auto& b) { return std::abs(a.off) < std::abs(b.off) - 1e-9; });
  return out;
}

}  // namespace clathra
