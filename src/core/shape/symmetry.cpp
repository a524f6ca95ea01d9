#include "shape/symmetry.hpp"

#include <cmath>

namespace clathra {

namespace {

constexpr double kEdgeTolerance = 1e-3;
constexpr Angle kAngleTolerance = Angle::degrees(1e-3);

/// Edge i followed by the angle at its far corner, read clockwise on screen.
struct Signature {
  std::vector<double> edges;
  std::vector<Angle> angles;
  std::size_t size() const { return edges.size(); }
};

Signature signatureOf(PolygonView p) {
  Polygon q(p.begin(), p.end());
  if (signedArea(q) < 0) q.assign(p.rbegin(), p.rend());
  Signature s{edgeLengths(q), {}};
  const auto corner = cornerAngles(q);
  for (std::size_t i = 0; i < q.size(); ++i) s.angles.push_back(corner[(i + 1) % q.size()]);
  return s;
}

/// The same outline read the other way round: what its mirror image's signature is.
Signature mirrored(const Signature& s) {
  Signature out;
  const std::size_t n = s.size();
  for (std::size_t k = 0; k < n; ++k) {
    const std::size_t i = n - 1 - k;
    out.edges.push_back(s.edges[i]);
    out.angles.push_back(s.angles[(i + n - 1) % n]);
  }
  return out;
}

bool matches(const Signature& a, const Signature& b, std::size_t shift) {
  const std::size_t n = a.size();
  for (std::size_t i = 0; i < n; ++i) {
    const std::size_t j = (i + shift) % n;
    if (std::abs(a.edges[i] - b.edges[j]) > kEdgeTolerance) return false;
    if (abs(a.angles[i] - b.angles[j]) > kAngleTolerance) return false;
  }
  return true;
}

int compareAt(const Signature& s, std::size_t i, std::size_t j) {
  const std::size_t n = s.size();
  for (std::size_t k = 0; k < n; ++k) {
    const double e = s.edges[(i + k) % n] - s.edges[(j + k) % n];
    if (std::abs(e) > kEdgeTolerance) return e < 0 ? -1 : 1;
    const Angle a = s.angles[(i + k) % n] - s.angles[(j + k) % n];
    if (abs(a) > kAngleTolerance) return a < Angle() ? -1 : 1;
  }
  return 0;
}

Signature largestRotation(const Signature& s) {
  std::size_t best = 0;
  for (std::size_t i = 1; i < s.size(); ++i)
    if (compareAt(s, i, best) > 0) best = i;
  Signature out;
  for (std::size_t k = 0; k < s.size(); ++k) {
    out.edges.push_back(s.edges[(best + k) % s.size()]);
    out.angles.push_back(s.angles[(best + k) % s.size()]);
  }
  return out;
}

}  // namespace

Symmetry symmetryOf(PolygonView p) {
  const Signature s = signatureOf(p), m = mirrored(s);
  Symmetry out{0, 0};
  for (std::size_t shift = 0; shift < s.size(); ++shift) {
    out.turns += matches(s, s, shift);
    out.mirrors += matches(s, m, shift);
  }
  return out;
}

std::optional<Pose> poseOf(PolygonView copy, PolygonView model) {
  if (copy.size() != model.size()) return std::nullopt;
  const Signature target = signatureOf(copy);
  const auto direction = [](PolygonView p, std::size_t edge) {
    const Point d = p[(edge + 1) % p.size()] - p[edge];
    return directionOf(d);
  };
  Polygon c(copy.begin(), copy.end());
  if (signedArea(c) < 0) c.assign(copy.rbegin(), copy.rend());
  for (const bool flip : {false, true}) {
    Polygon m = placed(model, {}, flip, {});
    if (signedArea(m) < 0) m = Polygon(m.rbegin(), m.rend());
    const Signature s = signatureOf(m);
    for (std::size_t shift = 0; shift < s.size(); ++shift)
      if (matches(target, s, shift)) return Pose{direction(c, 0) - direction(m, shift), flip};
  }
  return std::nullopt;
}

int handOf(PolygonView p) {
  const Signature s = signatureOf(p);
  const Signature a = largestRotation(s), b = largestRotation(mirrored(s));
  for (std::size_t i = 0; i < a.size(); ++i) {
    const double e = a.edges[i] - b.edges[i];
    if (std::abs(e) > kEdgeTolerance) return e > 0 ? 1 : -1;
    const Angle d = a.angles[i] - b.angles[i];
    if (abs(d) > kAngleTolerance) return d > Angle() ? 1 : -1;
  }
  return 0;
}

}  // namespace clathra
