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
  Ticking(const Layout& layout, const SeamGraph& seams, const MotifChoice& motif,
          const std::vector<Meeting>& meetings, const Poses& poses)
      : layout_(layout),
        seams_(seams),
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
  const Meeting* meetingOf(const EdgePair& pair) const {
    const auto at =
        std::find_if(meetings_.begin(), meetings_.end(), [&](const Meeting& m) { return m.edges == pair; });
    return at == meetings_.end() ? nullptr : &*at;
  }

  int stepsOf(int place) const { return steps_[static_cast<std::size_t>(place)]; }

  void plain(const Seam& seam, int a, int b, ColourTicks& out) const {
    const SewnSeam sewn = sewnSeam(layout_, seams_, seam, stepsOf(a), stepsOf(b));
    const Meeting* m = meetingOf(sewn.pair);
    if (!m) return;
    // Each piece is walked as the window is: its turns leave the lengths of its edges.
    const PolygonView ofA = layout_.outline(seam.a), ofB = layout_.outline(seam.b);
    const SewnStretch s = stretchOf(ofA, sewn.pair);
    const EdgeWalk first(sewn.swapped ? ofB : ofA, sewn.swapped ? sewn.edgeOfB : sewn.edgeOfA, s.fromA,
                         s.lengthOfA, s.backwards),
        second(sewn.swapped ? ofA : ofB, sewn.swapped ? sewn.edgeOfA : sewn.edgeOfB, s.fromB, s.lengthOfB,
               !s.backwards);
    for (const auto& [onFirst, onSecond] : m->changes) {
      out[sewn.swapped ? seam.b : seam.a].push_back({first.at(onFirst), first.inwards(onFirst)});
      out[sewn.swapped ? seam.a : seam.b].push_back({second.at(onSecond), second.inwards(onSecond)});
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
    const SewnSeam sewn = mirroredSeam(layout_, seams_, seam, !itselfA, stepsOf(itselfA ? a : b));
    const Meeting* m = meetingOf(sewn.pair);
    if (!m) return;
    const PolygonView outline = layout_.outline(own);
    const SewnStretch s = stretchOf(outline, sewn.pair);
    const EdgeWalk walk(outline, sewn.edgeOfA, s.fromA, s.lengthOfA, s.backwards);
    for (const auto& [mm, again] : m->changes) {
      const Point at = walk.at(mm), in = walk.inwards(mm);
      out[own].push_back({at, in});
      out[other].push_back({at, -1.0 * in});
    }
  }

  const Layout& layout_;
  const SeamGraph& seams_;
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
    const Ticking ticking(layout, seams, motif, *meetings, poses);
    for (const auto piece : motif.pieces)
      for (const std::uint32_t s : seams.seamsOf(piece))
        if (seams.seams[s].a == piece) ticking.add(seams.seams[s], out);
  }
  return out;
}

}  // namespace clathra
