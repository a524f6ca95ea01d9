#include "shape/overlay.hpp"

#include <geos_c.h>

#include <algorithm>
#include <cmath>
#include <memory>

namespace clathra {

namespace {

constexpr double kNothing = 1e-6;  // mm²
constexpr double kGrid = 1e-5;     // mm

/// One GEOS context a thread: contexts must not be shared between threads and cost much to make.
class Geos {
 public:
  Geos() : handle_(GEOS_init_r()) {}
  ~Geos() { GEOS_finish_r(handle_); }
  Geos(const Geos&) = delete;
  Geos& operator=(const Geos&) = delete;
  GEOSContextHandle_t get() const { return handle_; }

 private:
  GEOSContextHandle_t handle_;
};
GEOSContextHandle_t geos() {
  thread_local const Geos context;
  return context.get();
}

struct Destroy {
  void operator()(GEOSGeometry* g) const { GEOSGeom_destroy_r(geos(), g); }
};
using Geometry = std::unique_ptr<GEOSGeometry, Destroy>;

GEOSCoordSequence* coordinates(PolygonView p, bool closed) {
  const auto n = static_cast<unsigned>(p.size() + (closed ? 1 : 0));
  GEOSCoordSequence* out = GEOSCoordSeq_create_r(geos(), n, 2);
  for (unsigned i = 0; i < n; ++i) GEOSCoordSeq_setXY_r(geos(), out, i, p[i % p.size()].x, p[i % p.size()].y);
  return out;
}

Geometry polygon(PolygonView p) {
  return Geometry(GEOSGeom_createPolygon_r(geos(), GEOSGeom_createLinearRing_r(geos(), coordinates(p, true)),
                                           nullptr, 0));
}

Polygon ringOf(const GEOSGeometry* face) {
  Polygon out;
  const GEOSGeometry* ring = GEOSGetExteriorRing_r(geos(), face);
  const GEOSCoordSequence* points = ring ? GEOSGeom_getCoordSeq_r(geos(), ring) : nullptr;
  unsigned n = 0;
  if (!points || !GEOSCoordSeq_getSize_r(geos(), points, &n)) return out;
  for (unsigned i = 0; i + 1 < n; ++i) {
    Point p;
    GEOSCoordSeq_getXY_r(geos(), points, i, &p.x, &p.y);
    out.push_back(p);
  }
  if (signedArea(out) < 0) std::reverse(out.begin(), out.end());
  return out;
}

std::vector<Polygon> partsOf(const GEOSGeometry* all) {
  std::vector<Polygon> out;
  const int n = all ? GEOSGetNumGeometries_r(geos(), all) : 0;
  for (int i = 0; i < n; ++i) {
    const GEOSGeometry* part = GEOSGetGeometryN_r(geos(), all, i);
    if (GEOSGeomTypeId_r(geos(), part) != GEOS_POLYGON) continue;
    Polygon ring = ringOf(part);
    if (ring.size() >= 3 && area(ring) > kNothing) out.push_back(std::move(ring));
  }
  return out;
}

bool apart(PolygonView a, PolygonView b) {
  const Box x = bounds(a), y = bounds(b);
  return x.right <= y.left || y.right <= x.left || x.bottom <= y.top || y.bottom <= x.top;
}

}  // namespace

std::vector<Polygon> commonParts(PolygonView a, PolygonView b) {
  if (a.size() < 3 || b.size() < 3 || apart(a, b)) return {};
  const Geometry x = polygon(a), y = polygon(b);
  if (!x || !y) return {};
  return partsOf(Geometry(GEOSIntersection_r(geos(), x.get(), y.get())).get());
}

std::vector<Polygon> partsLeft(PolygonView a, PolygonView b) {
  if (a.size() < 3) return {};
  if (b.size() < 3 || apart(a, b)) return {Polygon(a.begin(), a.end())};
  const Geometry x = polygon(a), y = polygon(b);
  if (!x || !y) return {};
  return partsOf(Geometry(GEOSDifferencePrec_r(geos(), x.get(), y.get(), kGrid)).get());
}

std::vector<Polygon> unionOf(const std::vector<Polygon>& parts) {
  std::vector<GEOSGeometry*> all;
  for (const Polygon& p : parts)
    if (Geometry one = polygon(p)) all.push_back(one.release());
  const Geometry together(
      GEOSGeom_createCollection_r(geos(), GEOS_MULTIPOLYGON, all.data(), static_cast<unsigned>(all.size())));
  if (!together) return {};
  return partsOf(Geometry(GEOSUnaryUnion_r(geos(), together.get())).get());
}

std::vector<Polygon> trianglesOf(PolygonView outline) {
  const Geometry one = polygon(outline);
  if (!one) return {};
  return partsOf(Geometry(GEOSConstrainedDelaunayTriangulation_r(geos(), one.get())).get());
}

double commonArea(PolygonView a, PolygonView b) {
  double sum = 0;
  for (const Polygon& part : commonParts(a, b)) sum += area(part);
  return sum;
}

std::vector<Polygon> facesOf(const std::vector<Line>& lines) {
  if (lines.empty()) return {};
  std::vector<GEOSGeometry*> strings;
  for (const Line& l : lines) {
    const Polygon ends{l.from, l.to};
    if (distance(l.from, l.to) > 0)
      strings.push_back(GEOSGeom_createLineString_r(geos(), coordinates(ends, false)));
  }
  const Geometry all(GEOSGeom_createCollection_r(geos(), GEOS_MULTILINESTRING, strings.data(),
                                                 static_cast<unsigned>(strings.size())));
  // On a fine grid, so that an end on a line cuts it although the line's own numbers pass it by a hair.
  const Geometry noded(all ? GEOSUnaryUnionPrec_r(geos(), all.get(), kGrid) : nullptr);
  if (!noded) return {};
  const GEOSGeometry* one = noded.get();
  return partsOf(Geometry(GEOSPolygonize_r(geos(), &one, 1)).get());
}

}  // namespace clathra
