// Where one outline may not lie beside another: the no-fit region, Minkowski sum of the fixed outline and the
// moving one turned about its reference point. Of outlines that are not convex it is the union over convex
// parts; its inner holes (one outline locked inside a hollow of another) count as not fitting.
#pragma once
#include <cstdint>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// Convex parts of a simple outline, clockwise; the outline itself where it is convex.
std::vector<Polygon> convexParts(PolygonView outline);

/// An outline round a simple one, with fewer corners, nowhere further from it than about `by` mm: arcs are
/// drawn with longer chords.
Polygon roundWithFewer(PolygonView outline, double by);

/// Out of a region: so far along a unit vector; 0 mm where nothing lies in it.
struct WayOut {
  double far = 0;
  Point along;
};

class NoFit {
 public:
  NoFit() = default;
  /// Of outlines given by their convex parts, at least `gap` mm apart. A gap is rounded about corners by a
  /// polygon round the circle, never inside it.
  static NoFit between(const std::vector<Polygon>& fixed, const std::vector<Polygon>& moving, double gap);

  /// How far inside the region a moving outline at `d` from the fixed one lies, mm; 0 where they are apart.
  double depth(Point d) const;
  /// The shortest way out of the region from `d`; nothing where they are apart.
  Point wayOut(Point d) const;
  /// The same, sooner for two that are asked about again and again: `apart` is kept by the asker, the side
  /// that parted them last.
  WayOut wayOut(Point d, std::uint32_t& apart) const {
    if (d.x <= box_.left || d.x >= box_.right || d.y <= box_.top || d.y >= box_.bottom) return {};
    if (apart < sides_.size() && inFrom(sides_[apart], d) <= 0) return {};
    return wayOutOfBox(d, apart);
  }

  const std::vector<Polygon>& rings() const { return rings_; }  ///< clockwise
  const Box& box() const { return box_; }

 private:
  struct Side {
    Point normal;  // outwards
    double offset = 0;
  };
  static double inFrom(const Side& s, Point d) { return s.offset - dot(s.normal, d); }
  WayOut wayOutOfBox(Point d, std::uint32_t& apart) const;
  void keep(std::vector<Polygon> rings);
  bool inside(Point d) const;

  std::vector<Polygon> rings_;
  std::vector<Side> sides_;  // of a convex region alone
  Box box_;
};

/// The lowest y from which on an outline moved by x is clear of the fixed one; -1e300 where they never meet.
double clearFrom(const NoFit& region, double x);

}  // namespace clathra
