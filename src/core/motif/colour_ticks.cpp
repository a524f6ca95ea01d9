#include "motif/colour_ticks.hpp"

#include <algorithm>
#include <cmath>

#include "layout/seams.hpp"
#include "motif/pose.hpp"

namespace clathra {

namespace {

class Ticking {
 public:
  using Poses = std::map<std::uint32_t, Motion>;  ///< from the layout onto the picture, by piece
  Ticking(const Layout& layout, const MotifChoice& motif, const std::vector<Meeting>& meetings,
          const Poses& poses)
      : layout_(layout),
        motif_(motif),
        meetings_(meetings),
        poses_(poses),
        steps_(stepsToMiddle(layout, motif)) {}

  void add(const Seam& seam, ColourTicks& out) const {
    const auto a = placeOf(seam.a), b = placeOf(seam.b);
    if (a < 0 || b < 0) return;
    if (motif_.mirrored)
      mirrored(seam, a, b, out);
    else
      plain(seam, a, b, out);
  }

 private:
  /// In the choice's list of pieces; -1 if it is not one of them.
  int placeOf(std::uint32_t piece) const {
    const auto at = std::lower_bound(motif_.pieces.begin(), motif_.pieces.end(), piece);
    return at == motif_.pieces.end() || *at != piece ? -1 : static_cast<int>(at - motif_.pieces.begin());
  }
  int onWindow(int place, std::uint32_t piece, int edge) const {
    const Shape& shape = layout_.shapes[layout_.pieces[piece].shape];
    const int n = static_cast<int>(shape.outline.size()), each = n / std::max(1, shape.symmetry.turns);
    return ((edge - steps_[static_cast<std::size_t>(place)] * each) % n + n) % n;
  }
  const Meeting* meetingOf(const EdgePair& pair) const {
    const auto at =
        std::find_if(meetings_.begin(), meetings_.end(), [&](const Meeting& m) { return m.edges == pair; });
    return at == meetings_.end() ? nullptr : &*at;
  }

  /// A place on a piece's edge, so far from its first corner, or from its second.
  ColourTick tickOn(std::uint32_t piece, int edge, double mm, bool fromEnd) const {
    const PolygonView p = layout_.outline(piece);
    const std::size_t n = p.size(), i = static_cast<std::size_t>(edge) % n;
    const Point from = p[i], to = p[(i + 1) % n];
    const Point along = (1 / distance(from, to)) * (to - from);
    Point in{-along.y, along.x};
    if (signedArea(p) < 0) in = -1.0 * in;
    return {fromEnd ? to - mm * along : from + mm * along, in};
  }

  void plain(const Seam& seam, int a, int b, ColourTicks& out) const {
    const int onA = onWindow(a, seam.a, seam.edgeOfA), onB = onWindow(b, seam.b, seam.edgeOfB);
    const bool swapped = onB < onA;
    const EdgePair pair{std::min(onA, onB), std::max(onA, onB), false};
    const Meeting* m = meetingOf(pair);
    if (!m) return;
    // As facingPlaces walks them: from the corner that both share, else from the start of the first.
    const int n = static_cast<int>(layout_.outline(seam.a).size());
    const bool endOfFirst = (pair.a + 1) % n == pair.b && (pair.b + 1) % n != pair.a;
    for (const auto& [first, second] : m->changes) {
      const double mmA = swapped ? second : first, mmB = swapped ? first : second;
      out[seam.a].push_back(tickOn(seam.a, seam.edgeOfA, mmA, swapped ? !endOfFirst : endOfFirst));
      out[seam.b].push_back(tickOn(seam.b, seam.edgeOfB, mmB, swapped ? endOfFirst : !endOfFirst));
    }
  }

  /// Does a piece of an alternately mirrored choice show the window itself, not its image?
  bool showsItself(int place, std::uint32_t piece) const {
    const int first = layout_.pieces[motif_.pieces.front()].hand;
    return first == 0 ? place % 2 == 0 : layout_.pieces[piece].hand == first;
  }
  /// Do both pieces show the same places of the print along their seam, as an image and its mirror do?
  bool mirrorsAcross(const Seam& seam) const {
    const auto a = poses_.find(seam.a), b = poses_.find(seam.b);
    if (a == poses_.end() || b == poses_.end()) return false;
    const PolygonView p = layout_.outline(seam.a);
    const auto edge = static_cast<std::size_t>(seam.edgeOfA);
    constexpr double kSameSpot = 0.01;  // mm
    for (const Point end : {p[edge % p.size()], p[(edge + 1) % p.size()]})
      if (distance(a->second.apply(end), b->second.apply(end)) > kSameSpot) return false;
    return true;
  }

  /// The image has its changes where the window has them: at the same places of the seam.
  void mirrored(const Seam& seam, int a, int b, ColourTicks& out) const {
    const bool itselfA = showsItself(a, seam.a), itselfB = showsItself(b, seam.b);
    if (itselfA == itselfB || !mirrorsAcross(seam)) return;
    const std::uint32_t own = itselfA ? seam.a : seam.b, other = itselfA ? seam.b : seam.a;
    const int edge = itselfA ? seam.edgeOfA : seam.edgeOfB;
    const int on = onWindow(itselfA ? a : b, own, edge);
    const Meeting* m = meetingOf({on, on, true});
    if (!m) return;
    for (const auto& [first, second] : m->changes) {
      const ColourTick tick = tickOn(own, edge, first, false);
      out[own].push_back(tick);
      out[other].push_back({tick.at, -1.0 * tick.inward});
    }
  }

  const Layout& layout_;
  const MotifChoice& motif_;
  const std::vector<Meeting>& meetings_;
  const Poses& poses_;
  std::vector<int> steps_;
};

}  // namespace

Result<ColourTicks> colourTicks(const Project& project, const Progress& progress) {
  ColourTicks out;
  if (project.motifs.empty()) return out;
  const Layout& layout = *project.layout;
  const SeamGraph seams = buildSeams(layout);
  Ticking::Poses poses;
  for (const PrintedPiece& p : motifPieces(project)) poses.insert({p.piece, p.toLayout.inverse()});
  for (const MotifChoice& motif : project.motifs) {
    // A choice whose print has no picture has nothing that could change.
    const auto meetings = meetingsOf(project, motif, progress);
    if (progress.cancelled()) return fail(kCancelled);
    if (!meetings) continue;
    if (meetings->empty()) continue;
    const Ticking ticking(layout, motif, *meetings, poses);
    for (const auto piece : motif.pieces)
      for (const std::uint32_t s : seams.seamsOf(piece))
        if (seams.seams[s].a == piece) ticking.add(seams.seams[s], out);
  }
  return out;
}

}  // namespace clathra
