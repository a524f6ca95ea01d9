// The seam graph after a small change. A seam depends on its two pieces alone and an outer edge on its piece
// and what lies beside it, so only those of pieces near a change are found anew, in a small graph of their
// own.
#include <algorithm>

#include "layout/seams_order.hpp"
#include "layout/small_change.hpp"

namespace clathra {

namespace {

constexpr double kReach = 1;  // mm beyond the outlines; those that meet are nearer than kMeet

using Numbers = std::vector<std::uint32_t>;

void sortOnce(Numbers& numbers) {
  std::sort(numbers.begin(), numbers.end());
  numbers.erase(std::unique(numbers.begin(), numbers.end()), numbers.end());
}

bool among(const Numbers& rising, std::uint32_t n) {
  return std::binary_search(rising.begin(), rising.end(), n);
}

std::vector<Circle> circlesOf(const Layout& layout, const Numbers& pieces) {
  std::vector<Circle> out;
  out.reserve(pieces.size());
  for (const auto i : pieces) out.push_back(circleOf(layout, i));
  return out;
}

/// The corners of the seams near a change: those that lie where a fresh seam ends, and those in use no more.
class NearCorners {
 public:
  explicit NearCorners(const SeamGraph& graph) : corners_(graph.corners), unused_(graph.unusedCorners) {}

  void add(const Seam& s, bool stays) {
    for (const auto id : {s.start, s.end}) {
      ids_.push_back(id);
      if (stays) used_.push_back(id);
    }
  }
  void close() {
    sortOnce(ids_);
    for (const auto id : ids_) points_.push_back(corners_[id]);
  }
  /// The corner at that spot.
  std::uint32_t at(Point p) {
    std::size_t k = 0;
    for (; k < points_.size(); ++k) {
      const Point d = points_[k] - p;
      if (dot(d, d) <= kMeet * kMeet) break;
    }
    if (k == points_.size()) {
      ids_.push_back(fresh(p));
      points_.push_back(p);
    }
    used_.push_back(ids_[k]);
    return ids_[k];
  }
  /// `endsAt(corner, point)`: does some seam that stays end there all the same?
  template <class EndsAt>
  void finish(SeamGraph& out, EndsAt endsAt) {
    sortOnce(used_);
    for (std::size_t k = 0; k < ids_.size(); ++k)
      if (!among(used_, ids_[k]) && !endsAt(ids_[k], points_[k])) unused_.push_back(ids_[k]);
    if (!more_.empty()) {
      Numbers places;
      for (std::uint32_t i = 0; i < more_.size(); ++i)
        places.push_back(static_cast<std::uint32_t>(corners_.size()) + i);
      corners_ = corners_.changed({{}, std::move(places)}, std::move(more_));
    }
    out.corners = std::move(corners_);
    out.unusedCorners = std::move(unused_);
  }

 private:
  std::uint32_t fresh(Point p) {
    if (unused_.empty()) {
      more_.push_back(p);
      return static_cast<std::uint32_t>(corners_.size() + more_.size() - 1);
    }
    const auto id = unused_.back();
    unused_.pop_back();
    corners_.set(id, p);
    return id;
  }

  SharedList<Point> corners_;
  Numbers unused_, ids_, used_;
  std::vector<Point> points_, more_;
};

class SeamChange {
 public:
  SeamChange(const SeamGraph& graph, const Layout& after, const Renumbering& change,
             const PieceIndex& indexAfter)
      : graph_(graph), after_(after), change_(change), indexAfter_(indexAfter), corners_(graph) {
    // What shares a seam with a piece that goes, or may share one with a fresh piece, gets its seams and
    // outer edges anew; what shares a seam with those is needed to find them.
    for (const auto g : change.gone()) addAcross(g, anew_);
    const auto beside = piecesNear(after, indexAfter, circlesOf(after, change.fresh()), kReach);
    anew_.insert(anew_.end(), beside.begin(), beside.end());
    sortOnce(anew_);
    near_ = anew_;
    for (const auto i : anew_)
      if (!change.isFresh(i)) addAcross(change.before(i), near_);
    sortOnce(near_);
  }

  SeamGraph run() {
    const SeamGraph found = buildSeams(after_, near_);
    SeamGraph out;
    takeGone();
    takeFresh(found);
    keepTheSame();
    const Renumbering seams(gone_, placesOfFresh());
    out.seamLength = graph_.seamLength;
    for (const auto g : gone_) out.seamLength -= graph_.seams[g].length;
    for (const Seam& s : fresh_) out.seamLength += s.length;
    out.seamsOfPieces = graph_.seamsOfPieces.changed(change_, listsAnew(seams), seams);
    out.seams = graph_.seams.changed(seams, std::move(fresh_), change_);
    corners_.finish(out, [&](std::uint32_t corner, Point p) { return seamEndsAt(corner, p, out); });
    changeOuter(found, out);
    return out;
  }

 private:
  Point beginning(std::uint32_t piece, std::uint16_t edge) const { return after_.outline(piece)[edge]; }

  /// What stays of the pieces that share a seam with one before.
  void addAcross(std::uint32_t before, Numbers& out) const {
    for (const auto s : graph_.seamsOf(before))
      if (const auto now = change_.after(graph_.across(s, before)); now != Renumbering::kGone)
        out.push_back(now);
  }

  /// Seams of pieces that are gone or get all their seams anew.
  void takeGone() {
    for (const auto i : change_.gone())
      for (const auto s : graph_.seamsOf(i)) gone_.push_back(s);
    for (const auto i : anew_)
      if (!change_.isFresh(i))
        for (const auto s : graph_.seamsOf(change_.before(i))) gone_.push_back(s);
    sortOnce(gone_);
    for (const auto s : gone_) corners_.add(graph_.seams[s], false);
    for (const auto i : near_) {
      if (change_.isFresh(i) || among(anew_, i)) continue;
      for (const auto s : graph_.seamsOf(change_.before(i)))
        if (!among(gone_, s)) corners_.add(graph_.seams[s], true);
    }
    corners_.close();
  }

  /// Pieces near are numbered in the order of all: their seams stand in the right order already.
  void takeFresh(const SeamGraph& found) {
    for (Seam s : found.seams) {
      s.a = near_[s.a];
      s.b = near_[s.b];
      if (!among(anew_, s.a) && !among(anew_, s.b)) continue;
      begins_.push_back(found.corners[s.start]);
      s.start = corners_.at(found.corners[s.start]);
      s.end = corners_.at(found.corners[s.end]);
      fresh_.push_back(s);
    }
  }

  /// Most seams of pieces beside a change come out as they were: those are left alone.
  void keepTheSame() {
    Numbers gone;
    for (const auto g : gone_) {
      const Seam s = graph_.seams[g];
      const auto a = change_.after(s.a), b = change_.after(s.b);
      const auto same = std::find_if(fresh_.begin(), fresh_.end(), [&](const Seam& f) {
        return f.a == a && f.b == b && f.edgeOfA == s.edgeOfA && f.edgeOfB == s.edgeOfB &&
               f.start == s.start && f.end == s.end;
      });
      if (same == fresh_.end()) {
        gone.push_back(g);
        continue;
      }
      begins_.erase(begins_.begin() + (same - fresh_.begin()));
      fresh_.erase(same);
    }
    gone_ = std::move(gone);
  }

  /// Pieces that only touch a change with a corner are not near it.
  bool seamEndsAt(std::uint32_t corner, Point p, const SeamGraph& out) const {
    const auto at = indexAfter_.within({p.x - kReach, p.y - kReach, p.x + kReach, p.y + kReach});
    return std::any_of(at.begin(), at.end(), [&](std::uint32_t piece) {
      const auto seams = out.seamsOf(piece);
      return std::any_of(seams.begin(), seams.end(), [&](std::uint32_t s) {
        return out.seams[s].start == corner || out.seams[s].end == corner;
      });
    });
  }

  Numbers placesOfFresh() const {
    Numbers out;
    for (std::uint32_t k = 0; k < fresh_.size(); ++k) {
      const Seam& s = fresh_[k];
      const bool isNew = change_.isFresh(s.a);
      const auto a = change_.before(s.a);  // where it is new, that of the piece after it
      const Point from = beginning(s.a, s.edgeOfA);
      const double along = distance(begins_[k], from);
      const auto before = [&](const Seam& t) {
        if (t.a != a || isNew) return t.a < a;
        if (t.edgeOfA != s.edgeOfA) return t.edgeOfA < s.edgeOfA;
        return distance(graph_.corners[t.start], from) < along;
      };
      const auto place = static_cast<std::uint32_t>(
          std::partition_point(graph_.seams.begin(), graph_.seams.end(), before) - graph_.seams.begin());
      const auto gone = std::lower_bound(gone_.begin(), gone_.end(), place) - gone_.begin();
      out.push_back(place - static_cast<std::uint32_t>(gone) + k);
    }
    return out;
  }

  /// The seams of all pieces that lose or get some.
  std::vector<Groups::Anew> listsAnew(const Renumbering& seams) const {
    Numbers pieces = change_.fresh();
    for (const auto g : gone_)
      for (const auto piece : {graph_.seams[g].a, graph_.seams[g].b})
        if (const auto now = change_.after(piece); now != Renumbering::kGone) pieces.push_back(now);
    for (const Seam& s : fresh_) pieces.insert(pieces.end(), {s.a, s.b});
    sortOnce(pieces);
    std::vector<Groups::Anew> out;
    out.reserve(pieces.size());
    for (const auto i : pieces) {
      out.push_back({i, {}});
      if (change_.isFresh(i)) continue;
      for (const auto s : graph_.seamsOf(change_.before(i)))
        if (const auto now = seams.after(s); now != Renumbering::kGone) out.back().numbers.push_back(now);
    }
    for (std::size_t k = 0; k < fresh_.size(); ++k)
      for (const auto piece : {fresh_[k].a, fresh_[k].b})
        out[static_cast<std::size_t>(std::lower_bound(pieces.begin(), pieces.end(), piece) - pieces.begin())]
            .numbers.push_back(seams.fresh()[k]);
    for (Groups::Anew& list : out) std::sort(list.numbers.begin(), list.numbers.end());
    return out;
  }

  void changeOuter(const SeamGraph& found, SeamGraph& out) const {
    std::vector<OuterEdge> fresh;
    for (OuterEdge o : found.outer) {
      o.piece = near_[o.piece];
      if (among(anew_, o.piece)) fresh.push_back(o);
    }
    out.outer.reserve(graph_.outer.size() + fresh.size());
    auto next = fresh.begin();
    for (OuterEdge o : graph_.outer) {
      o.piece = change_.after(o.piece);
      if (o.piece == Renumbering::kGone || among(anew_, o.piece)) continue;
      for (; next != fresh.end() && next->piece < o.piece; ++next) out.outer.push_back(*next);
      out.outer.push_back(o);
    }
    out.outer.insert(out.outer.end(), next, fresh.end());
    for (const OuterEdge& o : out.outer) out.outerLength += o.length;
  }

  const SeamGraph& graph_;
  const Layout& after_;
  const Renumbering& change_;
  const PieceIndex& indexAfter_;
  NearCorners corners_;
  Numbers anew_, near_;  // pieces after, rising: all their seams are found anew; touching one of those
  Numbers gone_;         // seams before, rising
  std::vector<Seam> fresh_;
  std::vector<Point> begins_;  // of the fresh seams
};

}  // namespace

SeamGraph changedSeams(const SeamGraph& graph, const Layout& after, const Renumbering& change,
                       const PieceIndex& indexAfter) {
  return SeamChange(graph, after, change, indexAfter).run();
}

}  // namespace clathra
