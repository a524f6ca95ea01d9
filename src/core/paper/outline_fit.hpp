// An outline laid on measured edge points: moved, turned and scaled so that the points lie on its sides as
// well as they go (least squares across the sides, outliers left out).
#pragma once
#include <optional>
#include <vector>

#include "image/paper_outlines.hpp"
#include "shape/arcs.hpp"

namespace clathra {

/// scale · turned outline + at
struct Placing {
  double scale = 1;
  Angle turn;
  Point at;
  Point place(Point p) const { return scale * rotated(p, turn) + at; }
  Polygon place(PolygonView p) const;
};

/// How well it lies.
struct OutlineFit {
  Placing placing;
  double rms = 0;      ///< mm across the sides, of the points that count
  double share = 0;    ///< of all points that count
  double covered = 0;  ///< share of the outline's length that has points
};

class OutlineModel {
 public:
  explicit OutlineModel(Polygon outline);
  const Polygon& outline() const { return outline_; }
  const std::vector<OutlineEdge>& sides() const { return sides_; }

  /// From a first guess. Absent if too few points lie near it.
  std::optional<OutlineFit> fit(const std::vector<EdgePoint>& points, Placing guess) const;
  /// The lengths of the sides as the points have them, and how far the middle of each lies from the outline,
  /// mm.
  struct Sides {
    std::vector<double> lengths, off;
  };
  Sides measured(const std::vector<EdgePoint>& points, const Placing& placing) const;

 private:
  struct Side {
    bool arc = false, hollow = false;
    Point from, to;     // of the outline
    Point normal;       // straight: outwards
    double offset = 0;  // straight: of its line from the origin
    Point centre;       // arc
    double radius = 0;
    double length = 0;
  };
  struct Assigned {
    std::size_t side;
    double off;    // mm, outwards
    double along;  // mm from the side's first corner, straight sides
  };
  std::optional<Assigned> assign(const EdgePoint& p, const Placing& placing, double farthest) const;

  Polygon outline_;
  std::vector<OutlineEdge> sides_;
  std::vector<Side> model_;
};

}  // namespace clathra
