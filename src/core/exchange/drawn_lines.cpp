#include "exchange/drawn_lines.hpp"

#include <algorithm>
#include <cmath>
#include <optional>

namespace clathra {

namespace {
constexpr double kOn = 1e-3;  // mm: shorter lines are none
}  // namespace

DrawnLines drawnInto(const SvgDrawing& drawing, const Box& into) {
  DrawnLines out;
  std::optional<Box> box;
  for (const SvgLine& l : drawing.lines)
    if (!l.points.empty()) box = box ? unite(*box, bounds(l.points)) : bounds(l.points);
  if (!box) return out;
  constexpr double kOwnSize = 1;  // mm
  if (std::abs(box->width() - into.width()) > kOwnSize || std::abs(box->height() - into.height()) > kOwnSize)
    out.enlarged =
        std::min(into.width() / std::max(box->width(), kOn), into.height() / std::max(box->height(), kOn));
  const Point middle{(into.left + into.right) / 2, (into.top + into.bottom) / 2},
      was{(box->left + box->right) / 2, (box->top + box->bottom) / 2};
  const auto laid = [&](Point p) { return middle + out.enlarged * (p - was); };
  for (const SvgLine& l : drawing.lines) {
    const std::size_t n = l.points.size();
    for (std::size_t i = 0; i + 1 < n + (l.closed ? 1 : 0); ++i) {
      const Line line{laid(l.points[i]), laid(l.points[(i + 1) % n])};
      if (distance(line.from, line.to) > kOn) out.lines.push_back(line);
    }
  }
  return out;
}

}  // namespace clathra
