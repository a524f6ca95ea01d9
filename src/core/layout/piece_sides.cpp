#include "layout/piece_sides.hpp"

#include <algorithm>
#include <map>

#include "shape/arcs.hpp"

namespace clathra {

Polygon handedOutline(const Shape& shape, int hand) {
  return placed(shape.outline, {}, hand < 0, {});
}

PieceSides::PieceSides(const Layout& layout) {
  struct Model {
    Polygon outline;
    std::vector<std::uint16_t> sideOf;  // by edge
    std::vector<bool> begins;           // by edge: its first corner begins a side
  };
  std::map<std::pair<std::uint16_t, int>, Model> models;
  std::size_t corners = 0;
  for (const Piece& p : layout.pieces) corners = std::max<std::size_t>(corners, p.first + p.count);
  side_.assign(corners, 0);
  corner_.assign(corners, false);
  for (const Piece& p : layout.pieces) {
    auto [at, fresh] = models.try_emplace({p.shape, p.hand});
    Model& m = at->second;
    if (fresh) {
      m.outline = handedOutline(layout.shapes[p.shape], p.hand);
      m.sideOf.assign(m.outline.size(), 0);
      m.begins.assign(m.outline.size(), false);
      const auto sides = edgesOf(m.outline);
      for (std::size_t s = 0; s < sides.size(); ++s)
        for (std::size_t k = 0; k < sides[s].edges; ++k) {
          const std::size_t edge = (sides[s].first + k) % m.outline.size();
          m.sideOf[edge] = static_cast<std::uint16_t>(s);
          m.begins[edge] = k == 0;
        }
    }
    // The edge of the shape whose middle lies nearest is the one: outlines that were cut or merged may begin
    // at another corner than their shape does.
    const Polygon there = placed(m.outline, p.turn, false, p.centre);
    const PolygonView outline = layout.outline(p);
    for (std::size_t e = 0; e < outline.size(); ++e) {
      const Point middle = 0.5 * (outline[e] + outline[(e + 1) % outline.size()]);
      double nearest = 1e300;
      for (std::size_t k = 0; k < there.size(); ++k) {
        const double d = distance(middle, 0.5 * (there[k] + there[(k + 1) % there.size()]));
        if (d >= nearest) continue;
        nearest = d;
        side_[p.first + e] = m.sideOf[k];
        corner_[p.first + e] = m.begins[k];
      }
    }
  }
}

}  // namespace clathra
