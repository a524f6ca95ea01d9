#include "layout/piece_index.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace clathra {

PieceIndex::PieceIndex(const Layout& layout) {
  double size = 0;
  std::vector<Box> boxes;
  boxes.reserve(layout.size());
  for (const Piece& p : layout.pieces) {
    boxes.push_back(clathra::bounds(layout.outline(p)));
    all_ = boxes.size() == 1 ? boxes[0] : unite(all_, boxes.back());
    size += std::max(boxes.back().width(), boxes.back().height());
  }
  if (boxes.empty()) return;
  origin_ = {all_.left, all_.top};
  cell_ = std::max(1e-3, 2 * size / static_cast<double>(boxes.size()));
  columns_ = 1 + static_cast<int>(std::min(all_.width() / cell_, 4000.0));
  rows_ = 1 + static_cast<int>(std::min(all_.height() / cell_, 4000.0));
  std::vector<std::uint32_t> first(static_cast<std::size_t>(columns_ * rows_) + 1, 0);
  const auto each = [&](auto visit) {
    for (std::uint32_t i = 0; i < boxes.size(); ++i) {
      const Cells c = cellsOf(boxes[i]);
      for (int y = c.top; y <= c.bottom; ++y)
        for (int x = c.left; x <= c.right; ++x) visit(cellAt(x, y), i);
    }
  };
  each([&](std::size_t cell, std::uint32_t) { ++first[cell + 1]; });
  for (std::size_t k = 1; k < first.size(); ++k) first[k] += first[k - 1];
  std::vector<std::uint32_t> pieces(first.back());
  auto next = first;
  each([&](std::size_t cell, std::uint32_t i) { pieces[next[cell]++] = i; });
  pieces_ = Groups(first, std::move(pieces));
  boxes_ = std::move(boxes);
}

PieceIndex PieceIndex::changed(const Layout& after, const Renumbering& change) const {
  PieceIndex out;
  out.origin_ = origin_;
  out.cell_ = cell_;
  out.columns_ = columns_;
  out.rows_ = rows_;
  std::vector<Box> fresh;
  for (const auto f : change.fresh()) fresh.push_back(clathra::bounds(after.outline(f)));
  out.boxes_ = boxes_.changed(change, fresh);
  out.all_ = all_;
  const auto& gone = change.gone();
  const bool shrinks = std::any_of(gone.begin(), gone.end(), [&](std::uint32_t g) {
    const Box& b = boxes_[g];
    return b.left <= all_.left || b.top <= all_.top || b.right >= all_.right || b.bottom >= all_.bottom;
  });
  if (shrinks && !out.boxes_.empty()) {
    out.all_ = out.boxes_.front();
    for (const Box& b : out.boxes_) out.all_ = unite(out.all_, b);
  }
  for (const Box& b : fresh) out.all_ = unite(out.all_, b);
  const Point end{origin_.x + columns_ * cell_, origin_.y + rows_ * cell_};
  if (boxes_.empty() || out.all_.left < origin_.x - cell_ || out.all_.top < origin_.y - cell_ ||
      out.all_.right > end.x + cell_ || out.all_.bottom > end.y + cell_)
    return PieceIndex(after);  // it has outgrown its cells

  std::map<std::size_t, std::vector<std::uint32_t>> cells;  // that change, with the fresh pieces in them
  const auto each = [&](const Box& box, auto visit) {
    const Cells c = cellsOf(box);
    for (int y = c.top; y <= c.bottom; ++y)
      for (int x = c.left; x <= c.right; ++x) visit(cells[cellAt(x, y)]);
  };
  for (const auto g : gone) each(boxes_[g], [](const auto&) {});
  for (std::size_t k = 0; k < fresh.size(); ++k)
    each(fresh[k], [&](auto& pieces) { pieces.push_back(change.fresh()[k]); });
  std::vector<Groups::Anew> anew;
  for (auto& [cell, pieces] : cells) {
    for (const auto i : pieces_[cell])
      if (const auto now = change.after(i); now != Renumbering::kGone) pieces.push_back(now);
    std::sort(pieces.begin(), pieces.end());
    anew.push_back({static_cast<std::uint32_t>(cell), std::move(pieces)});
  }
  out.pieces_ = pieces_.changed({}, anew, change);
  return out;
}

PieceIndex::Cells PieceIndex::cellsOf(const Box& b) const {
  const auto column = [&](double x) {
    return std::clamp(static_cast<int>(std::floor((x - origin_.x) / cell_)), 0, columns_ - 1);
  };
  const auto row = [&](double y) {
    return std::clamp(static_cast<int>(std::floor((y - origin_.y) / cell_)), 0, rows_ - 1);
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
      for (const auto i : pieces_[cellAt(x, y)]) {
        const Box& b = boxes_[i];
        if (b.left <= w.right && b.right >= w.left && b.top <= w.bottom && b.bottom >= w.top)
          out.push_back(i);
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
