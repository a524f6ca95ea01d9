#include "paper/closing.hpp"

#include <algorithm>
#include <set>

#include "layout/piece_sides.hpp"

namespace clathra {

namespace {

/// mm: a seam is as long as the edges that it joins; kMeet at both ends, and more where arcs are chords.
constexpr double kWholeEdge = 0.1;
constexpr Angle kStraightOn = Angle::degrees(0.05);

/// One factor of all papers, if they have one.
double oneFactor(const Layout& layout, const MeasuredPapers& papers) {
  std::set<std::uint16_t> read;
  double least = 1e300, most = 0, sum = 0;
  int n = 0;
  for (const auto& [key, p] : papers)
    for (std::size_t i = 0; i < p.design.size(); ++i) {
      if (!p.lengthRead[i]) continue;
      read.insert(key.first);
      const double factor = p.lengths[i] / p.design[i];
      least = std::min(least, factor);
      most = std::max(most, factor);
      sum += factor;
      ++n;
    }
  std::set<std::uint16_t> all;
  for (const Piece& p : layout.pieces) all.insert(p.shape);
  if (n == 0 || read != all) return 1;
  const double mean = sum / n;
  return most - mean <= kOneFactor * mean && mean - least <= kOneFactor * mean ? mean : 1;
}

Closing closingOf(double difference, double limit) {
  const double off = std::abs(difference);
  return off <= kUnnoticed * limit ? Closing::Closes : off <= limit ? Closing::Ease : Closing::Off;
}

/// A stretch of a line of seams on one side of it: part or all of an edge of one piece.
struct Stretch {
  std::uint32_t piece = 0;
  std::size_t edge = 0;
  double length = 0;  ///< mm, as designed
  bool same(const Stretch& o) const { return piece == o.piece && edge == o.edge; }
};
using SideOfLine = std::vector<Stretch>;

/// A seam as one walks along it.
struct Walked {
  std::uint32_t seam = 0;
  bool onward = true;  ///< from its start to its end: piece a lies to the right then
};

class Closer {
 public:
  Closer(const Geometry& geometry, MeasuredPapers papers, double easePercent)
      : layout_(*geometry.layout),
        graph_(geometry.seams),
        papers_(std::move(papers)),
        sides_(layout_),
        ease_(easePercent / 100) {
    out_.scale = oneFactor(layout_, papers_);
    if (out_.scale != 1)
      for (auto& [key, p] : papers_) p.lengths = p.design;
  }

  Result<Closure> close(const Progress& progress) {
    for (const OuterEdge& e : graph_.outer) rim_.insert(cellOf(e.from));
    listSeams();
    if (progress.cancelled()) return fail(kCancelled);
    progress.report(0.3);
    std::vector<bool> seen(graph_.seams.size(), false);
    for (std::uint32_t s = 0; s < seen.size(); ++s) {
      if (s % 1024 == 0 && progress.cancelled()) return fail(kCancelled);
      if (straight_[s] && !seen[s]) judgeLine(lineThrough(s, seen));
    }
    progress.report(0.7);
    addCorners();
    finishedSize();
    for (auto& [key, kind] : kinds_) out_.seams.push_back(kind);
    return std::move(out_);
  }

 private:
  const PaperMeasures& papersOf(const Piece& p) const { return papers_.at({p.shape, p.hand}); }
  double designed(const Piece& p, std::size_t edge) const { return papersOf(p).design[sides_.side(p, edge)]; }
  double measured(const Piece& p, std::size_t edge) const {
    return papersOf(p).lengths[sides_.side(p, edge)];
  }
  double measured(const SideOfLine& side) const {
    double sum = 0;
    for (const Stretch& s : side) {
      const Piece p = layout_.pieces[s.piece];
      sum += s.length * measured(p, s.edge) / designed(p, s.edge);
    }
    return sum;
  }
  bool isArc(std::uint32_t piece, std::size_t edge) const {
    const Piece p = layout_.pieces[piece];
    return papersOf(p).arc[sides_.side(p, edge)];
  }

  void listSeams();
  std::optional<Walked> next(const Walked& from) const;
  std::vector<Walked> lineThrough(std::uint32_t seam, std::vector<bool>& seen) const;
  void judgeLine(const std::vector<Walked>& line);
  void judge(const SideOfLine& right, const SideOfLine& left, Point from, Point to);
  void addKind(const Stretch& one, const Stretch& other);
  void addRun(const SideOfLine& right, const SideOfLine& left, Point from, Point to);
  Message sideWords(const std::vector<std::uint32_t>& pieces) const;
  std::vector<Message> advice(const Run& run) const;
  void addCorners();
  void finishedSize();

  Point cornerAt(std::uint32_t corner) const { return graph_.corners[corner]; }
  static std::pair<long long, long long> cellOf(Point p) {
    return {std::llround(p.x * 5), std::llround(p.y * 5)};
  }
  bool onRim(Point p) const {
    const auto [x, y] = cellOf(p);
    for (long long dx = -1; dx <= 1; ++dx)
      for (long long dy = -1; dy <= 1; ++dy)
        if (rim_.contains({x + dx, y + dy})) return true;
    return false;
  }

  const Layout& layout_;
  const SeamGraph& graph_;
  MeasuredPapers papers_;
  PieceSides sides_;
  double ease_;
  Closure out_;
  std::vector<bool> straight_;                        ///< by seam
  std::vector<std::vector<std::uint32_t>> atCorner_;  ///< straight seams by corner
  std::set<std::pair<long long, long long>> rim_;     ///< cells of 0.2 mm in which outer edges begin
  std::map<std::pair<PaperSide, PaperSide>, SeamKind> kinds_;
};

/// Arcs meet arc beside arc alone; straight seams wait to be followed along their lines.
void Closer::listSeams() {
  straight_.assign(graph_.seams.size(), true);
  atCorner_.resize(graph_.corners.size());
  for (std::uint32_t i = 0; i < graph_.seams.size(); ++i) {
    const Seam s = graph_.seams[i];
    if (isArc(s.a, s.edgeOfA)) {
      straight_[i] = false;
      const Stretch a{s.a, s.edgeOfA, s.length}, b{s.b, s.edgeOfB, s.length};
      if (std::abs(designed(layout_.pieces[s.a], s.edgeOfA) - s.length) < kWholeEdge &&
          std::abs(designed(layout_.pieces[s.b], s.edgeOfB) - s.length) < kWholeEdge)
        addKind(a, b);
      continue;
    }
    atCorner_[s.start].push_back(i);
    atCorner_[s.end].push_back(i);
  }
}

std::optional<Walked> Closer::next(const Walked& from) const {
  const Seam s = graph_.seams[from.seam];
  const std::uint32_t here = from.onward ? s.end : s.start, back = from.onward ? s.start : s.end;
  const Point way = cornerAt(here) - cornerAt(back);
  for (const std::uint32_t t : atCorner_[here]) {
    if (t == from.seam) continue;
    const Seam other = graph_.seams[t];
    const bool onward = other.start == here;
    if (abs(turnBetween(way, cornerAt(onward ? other.end : other.start) - cornerAt(here))) < kStraightOn)
      return Walked{t, onward};
  }
  return std::nullopt;
}

std::vector<Walked> Closer::lineThrough(std::uint32_t seam, std::vector<bool>& seen) const {
  Walked first{seam, false};  // back to where the line begins, then along it
  for (auto at = next(first); at && at->seam != seam; at = next(*at)) first = *at;
  std::vector<Walked> line;
  for (std::optional<Walked> at = Walked{first.seam, !first.onward}; at && !seen[at->seam]; at = next(*at)) {
    seen[at->seam] = true;
    line.push_back(*at);
  }
  return line;
}

/// A line falls into parts where corners of both sides lie on each other.
void Closer::judgeLine(const std::vector<Walked>& line) {
  SideOfLine right, left;
  Point from;
  const auto add = [](SideOfLine& side, Stretch s) {
    if (!side.empty() && side.back().same(s))
      side.back().length += s.length;
    else
      side.push_back(s);
  };
  for (std::size_t i = 0; i < line.size(); ++i) {
    const Seam s = graph_.seams[line[i].seam];
    Stretch a{s.a, s.edgeOfA, s.length}, b{s.b, s.edgeOfB, s.length};
    if (!line[i].onward) std::swap(a, b);
    const Point begin = cornerAt(line[i].onward ? s.start : s.end);
    if (!right.empty() && !right.back().same(a) && !left.back().same(b)) {
      judge(right, left, from, begin);
      right.clear();
      left.clear();
    }
    if (right.empty()) from = begin;
    add(right, a);
    add(left, b);
    if (i + 1 == line.size()) judge(right, left, from, cornerAt(line[i].onward ? s.end : s.start));
  }
}

void Closer::judge(const SideOfLine& right, const SideOfLine& left, Point from, Point to) {
  if (right.size() > 1 || left.size() > 1) return addRun(right, left, from, to);
  const auto whole = [&](const Stretch& s) {
    return std::abs(designed(layout_.pieces[s.piece], s.edge) - s.length) < kWholeEdge;
  };
  // Where two edges meet in part alone, their ends are free, and nothing has to close.
  if (whole(right[0]) && whole(left[0])) addKind(right[0], left[0]);
}

void Closer::addKind(const Stretch& one, const Stretch& other) {
  const auto sideOf = [&](const Stretch& s) {
    const Piece p = layout_.pieces[s.piece];
    return PaperSide{p.shape, p.hand, papersOf(p).sideLike[sides_.side(p, s.edge)]};
  };
  const PaperSide x = sideOf(one), y = sideOf(other);
  const auto [a, b] = std::minmax(x, y);
  SeamKind& kind = kinds_[{a, b}];
  if (kind.seams++ > 0) return;
  kind.a = a;
  kind.b = b;
  const PaperMeasures &pa = papers_.at({a.shape, a.hand}), &pb = papers_.at({b.shape, b.hand});
  kind.design = pa.design[a.edge];
  kind.difference = pa.lengths[a.edge] - pb.lengths[b.edge];
  kind.limit = ease_ * kind.design;
  kind.closing = closingOf(kind.difference, kind.limit);
}

void Closer::addRun(const SideOfLine& right, const SideOfLine& left, Point from, Point to) {
  Run run;
  for (const Stretch& s : right) run.design += s.length;
  const double r = measured(right), l = measured(left);
  const bool rightIs = std::abs(r - run.design) >= std::abs(l - run.design);
  run.measured = rightIs ? r : l;
  run.difference = run.measured - (rightIs ? l : r);
  run.limit = ease_ * run.design;
  run.closing = closingOf(run.difference, run.limit);
  run.from = from;
  run.to = to;
  const auto list = [&](const SideOfLine& side, auto& pieces, auto& parts) {
    for (const Stretch& s : side) {
      pieces.push_back(s.piece);
      parts.emplace_back(s.length, measured({s}));
    }
  };
  list(rightIs ? right : left, run.measuredSide, run.measuredParts);
  list(rightIs ? left : right, run.otherSide, run.otherParts);
  run.where = Message("run-beside", sideWords(run.measuredSide), sideWords(run.otherSide));
  run.advice = advice(run);
  out_.runs.push_back(std::move(run));
}

Message Closer::sideWords(const std::vector<std::uint32_t>& pieces) const {
  const auto title = [&](std::uint32_t p) { return layout_.shapes[layout_.pieces[p].shape].title; };
  const std::string first = title(pieces.front());
  const auto [least, most] = std::minmax(pieces.front(), pieces.back());
  const std::string from = std::to_string(least + 1), to = std::to_string(most + 1);
  if (pieces.size() == 1) return Message("run-one", shapeArg(first), from);
  if (std::all_of(pieces.begin(), pieces.end(), [&](auto p) { return title(p) == first; }))
    return Message("run-several", shapesArg(pieces.size(), first), from, to);
  return Message("run-mixed", pieces.size(), from, to);
}

std::vector<Message> Closer::advice(const Run& run) const {
  std::vector<Message> out;
  if (run.closing == Closing::Closes) return out;
  const double off = std::abs(run.difference);
  if (run.closing == Closing::Ease) {
    out.emplace_back("close-ease", fineArg(off, 1));
  } else {
    const auto& shorter = run.difference < 0 ? run.measuredSide : run.otherSide;
    const auto& longer = run.difference < 0 ? run.otherSide : run.measuredSide;
    const auto number = [](const auto& side) { return std::to_string(side.front() + 1); };
    if (shorter.size() == 1) out.emplace_back("close-gap", number(shorter), fineArg(off, 1));
    if (longer.size() == 1) out.emplace_back("close-trim", number(longer), fineArg(off, 1));
    out.emplace_back("close-reprint", sideWords(run.measuredSide),
                     numberArg(100 * (run.measured - run.difference) / run.measured, 1));
  }
  const bool slack = onRim(run.from) || onRim(run.to);
  out.emplace_back(slack ? "close-start-inside" : "close-start-exact");
  return out;
}

/// Corners that lie inside: no outer edge begins there. Where a piece has no corner of its own, its side runs
/// through.
void Closer::addCorners() {
  std::vector<std::vector<std::uint32_t>> round(graph_.corners.size());
  for (const Seam& s : graph_.seams)
    for (const std::uint32_t corner : {s.start, s.end})
      for (const std::uint32_t piece : {s.a, s.b}) round[corner].push_back(piece);
  for (std::uint32_t c = 0; c < round.size(); ++c) {
    auto& pieces = round[c];
    std::sort(pieces.begin(), pieces.end());
    pieces.erase(std::unique(pieces.begin(), pieces.end()), pieces.end());
    const Point at = cornerAt(c);
    if (pieces.size() < 2 || onRim(at)) continue;
    Angle sum, design;
    for (const std::uint32_t i : pieces) {
      const Piece p = layout_.pieces[i];
      const PolygonView outline = layout_.outline(p);
      Angle own = kHalfTurn, designed = kHalfTurn;
      for (std::size_t k = 0; k < outline.size(); ++k) {
        if (distance(outline[k], at) > 4 * kMeet || !sides_.isCorner(p, k)) continue;
        const PaperMeasures& m = papersOf(p);
        const std::size_t corner = sides_.side(p, k);
        own = m.angles[corner];
        designed = m.designAngles[corner];
      }
      sum += own;
      design += designed;
    }
    if (abs(design - kWholeTurn) > kOpenCorner) continue;  // the papers do not close as they are designed
    ClosedCorner corner{pieces, at, kWholeTurn - sum, Closing::Closes};
    corner.closing = closingOf(corner.open.degrees(), kOpenCorner.degrees());
    out_.corners.push_back(std::move(corner));
  }
}

/// Each side pulls the whole by its own share of the way across and down.
void Closer::finishedSize() {
  double across = 0, acrossRead = 0, down = 0, downRead = 0;
  for (const Piece& p : layout_.pieces) {
    const PolygonView outline = layout_.outline(p);
    for (std::size_t e = 0; e < outline.size(); ++e) {
      const Point d = outline[(e + 1) % outline.size()] - outline[e];
      const double factor = out_.scale != 1 ? out_.scale : measured(p, e) / designed(p, e);
      across += std::abs(d.x);
      acrossRead += std::abs(d.x) * factor;
      down += std::abs(d.y);
      downRead += std::abs(d.y) * factor;
    }
  }
  out_.width = layout_.finished.width() * (across > 0 ? acrossRead / across : 1);
  out_.height = layout_.finished.height() * (down > 0 ? downRead / down : 1);
}

}  // namespace

std::string ClosedCorner::numbers() const {
  std::string out;
  for (const std::uint32_t i : pieces) out += (out.empty() ? "" : ", ") + std::to_string(i + 1);
  return out;
}

bool Closure::closes() const {
  const auto off = [](const auto& all) {
    return std::any_of(all.begin(), all.end(), [](const auto& one) { return one.closing == Closing::Off; });
  };
  return !off(seams) && !off(runs) && !off(corners);
}

Result<Closure> willItClose(const Geometry& geometry, const std::vector<Reading>& readings,
                            double easePercent, const Progress& progress) {
  auto papers = measuredPapers(*geometry.layout, readings);
  if (!papers) return tl::make_unexpected(papers.error());
  return Closer(geometry, std::move(*papers), easePercent).close(progress);
}

}  // namespace clathra
