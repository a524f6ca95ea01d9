#include "layout/piece_index.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

PieceIndex::PieceIndex(const Layout& layout) {
  double size = 0;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    boxes_.push_back(clathra::bounds(layout.outline(i)));
    all_ = i == 0 ? boxes_[0] : unite(all_, boxes_[i]);
    size += std::max(boxes_.back().width(), boxes_.back().height());
  }
  if (boxes_.empty()) return;
  cell_ = std::max(1e-3, 2 * size / static_cast<double>(boxes_.size()));
  columns_ = 1 + static_cast<int>(std::min(all_.width() / cell_, 4000.0));
  rows_ = 1 + static_cast<int>(std::min(all_.height() / cell_, 4000.0));
  first_.assign(static_cast<std::size_t>(columns_ * rows_) + 1, 0);
  const auto each = [&](auto visit) {
    for (std::uint32_t i = 0; i < boxes_.size(); ++i) {
      const Cells c = cellsOf(boxes_[i]);
      for (int y = c.top; y <= c.bottom; ++y)
        for (int x = c.left; x <= c.right; ++x) visit(cellAt(x, y), i);
    }
  };
  each([&](std::size_t cell, std::uint32_t) { ++first_[cell + 1]; });
  for (std::size_t k = 1; k < first_.size(); ++k) first_[k] += first_[k - 1];
  pieces_.resize(first_.back());
  auto next = first_;
  each([&](std::size_t cell, std::uint32_t i) { pieces_[next[cell]++] = i; });
}

PieceIndex::Cells PieceIndex::cellsOf(const Box& b) const {
  const auto column = [&](double x) {
    return std::clamp(static_cast<int>(std::floor((x - all_.left) / cell_)), 0, columns_ - 1);
  };
  const auto row = [&](double y) {
    return std::clamp(static_cast<int>(std::floor((y - all_.top) / cell_)), 0, rows_ - 1);
  };
  return {column(b.left), column(b.right), row(b.top), row(b.bottom)};
}

std::vector<std::uint32_t> PieceIndex::within(const Box& w) const {
  std::vector<std::uint32_t> out;
  if (boxes_.empty() || w.right < all_.left || w.left > all_.right || w.bottom < all_.top ||
      w.top > all_.bottom)
    return out;
  if (w.left <= all_.left && w.right >= all_.right && w.top <= all_.top && w.bottom >= all_.bottom) {
    out.resize(boxes_.size());
    for (std::uint32_t i = 0; i < out.size(); ++i) out[i] = i;
    return out;
  }
  const Cells c = cellsOf(w);
  for (int y = c.top; y <= c.bottom; ++y)
    for (int x = c.left; x <= c.right; ++x) {
      const auto cell = cellAt(x, y);
      for (std::size_t k = first_[cell]; k < first_[cell + 1]; ++k) {
        const Box& b = boxes_[pieces_[k]];
        if (b.left <= w.right && b.right >= w.left && b.top <= w.bottom && b.bottom >= w.top)
          out.push_back(pieces_[k]);
      }
    }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

std::optional<std::uint32_t> PieceIndex::at(const Layout& layout, Point p) const {
  for (const auto i : within({p.x, p.y, p.x, p.y}))
    if (contains(layout.outline(i), p)) return i;
  return std::nullopt;
}

std::optional<std::uint32_t> PieceIndex::neighbour(const Layout& layout, std::uint32_t from,
                                                   Point towards) const {
  const Point centre = layout.pieces[from].centre;
  for (double reach = 2 * cell_; reach < 64 * cell_; reach *= 2) {
    std::optional<std::uint32_t> best;
    double least = 1e300;
    for (const auto i : within({centre.x - reach, centre.y - reach, centre.x + reach, centre.y + reach})) {
      const Point d = layout.pieces[i].centre - centre;
      const double along = dot(d, towards), aside = std::abs(cross(d, towards));
      if (i == from || along < 1e-6 || aside > along * 1.2) continue;
      // Straight on counts more than near.
      const double cost = along + 2 * aside;
      if (cost < least) {
        least = cost;
        best = i;
      }
    }
    if (best) return best;
  }
  return std::nullopt;
}

}  // namespace clathra
