// Which stretches of a window's outline come to lie on each other where its pieces are sewn.
#pragma once
#include <utility>
#include <vector>

#include "layout/seams.hpp"
#include "model/project.hpp"

namespace clathra {

/// Two edges of one outline that are sewn to each other, each by the corner it begins at; of an arc by the
/// first of its chords that is sewn. Whole straight edges are walked from the corner that both share, without
/// one from the start of the first. Where edges are arcs, or meet in part, the stretch is said: `fromA` and
/// `fromB` are mm along the outline from the beginnings of a and b to where both walks begin, and they go on
/// against each other for `length` mm.
struct EdgePair {
  int a = 0, b = 0;                         ///< a ≤ b
  bool mirrored = false;                    ///< of a copy and its mirror image: the same edge twice
  bool backwards = false;                   ///< of a stretch: a is walked against the outline, and b along it
  double fromA = 0, fromB = 0, length = 0;  ///< mm; a length of 0: the whole edges
  friend bool operator==(const EdgePair&, const EdgePair&) = default;
  friend auto operator<=>(const EdgePair&, const EdgePair&) = default;
};

/// A way along an outline, the paper to one side: of one chord, or of many round an arc.
class EdgeWalk {
 public:
  /// From `from` mm past the beginning of an edge, over `length` mm, along the outline or against it.
  EdgeWalk(PolygonView outline, int edge, double from, double length, bool backwards);
  double length() const { return length_; }
  /// So many mm on; before the beginning and past the end straight on. `inside`: mm into the paper.
  Point at(double mm, double inside = 0) const;
  /// Into the paper, of length 1.
  Point inwards(double mm) const;

 private:
  struct Chord {
    Point from, along, inwards;
    double begins = 0;
  };
  const Chord& chordAt(double mm) const;
  std::vector<Chord> chords_;
  double length_ = 0;
};

/// Where both edges of a pair are walked: whole edges too.
struct SewnStretch {
  double fromA = 0, fromB = 0, lengthOfA = 0, lengthOfB = 0;  ///< mm
  bool backwards = false;                                     ///< a against the outline, b along it
};
SewnStretch stretchOf(PolygonView outline, const EdgePair& pair);
/// What is as far along both lies on each other.
std::pair<EdgeWalk, EdgeWalk> walksOf(PolygonView outline, const EdgePair& pair);

/// A seam between two pieces of a choice, as a pair of the window.
struct SewnSeam {
  EdgePair pair;
  bool swapped = false;          ///< the pair's a is the edge of seam.b
  int edgeOfA = 0, edgeOfB = 0;  ///< of the pieces seam.a and seam.b, where their stretches begin
};
/// `stepsA`, `stepsB`: by how many of its shape's turns each piece is turned further (stepsToMiddle).
SewnSeam sewnSeam(const Layout& layout, const SeamGraph& seams, const Seam& seam, int stepsA, int stepsB);
/// Of a choice that is cut half mirrored: the stretch of one of the two pieces, which meets its own image.
SewnSeam mirroredSeam(const Layout& layout, const SeamGraph& seams, const Seam& seam, bool ofB, int steps);

/// The pairs of edges along which pieces of the choice are sewn to each other, rising, each once.
std::vector<EdgePair> sewnPairs(const Layout& layout, const MotifChoice& motif);

/// mm of seam.
double lengthOf(PolygonView outline, const EdgePair& pair);
/// Places that come to lie on each other where two edges are sewn, each `step` mm from half a step on.
std::vector<std::pair<Point, Point>> facingPlaces(PolygonView outline, const EdgePair& pair, double step);

}  // namespace clathra
