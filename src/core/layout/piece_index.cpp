#include "layout/piece_index.hpp"

#include <algorithm>
#include <cmath>

#include "layout/change.hpp"

namespace clathra {

PieceIndex::PieceIndex(const Layout& layout) {
  double size = 0;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    boxes_.push_back(clathra::bounds(layout.outline(i)));
    all_ = i == 0 ? boxes_[0] : unite(all_, boxes_[i]);
    size += std::max(boxes_.back().width(), boxes_.back().height());
  }
  if (boxes_.empty()) return;
  origin_ = {all_.left, all_.top};
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

PieceIndex PieceIndex::changed(const Layout& after, const LayoutChange& change) const {
  PieceIndex out;
  out.origin_ = origin_;
  out.cell_ = cell_;
  out.columns_ = columns_;
  out.rows_ = rows_;
  out.boxes_.resize(after.size());
  for (std::size_t i = 0; i < boxes_.size(); ++i)
    if (change.moved[i] != LayoutChange::kGone) out.boxes_[change.moved[i]] = boxes_[i];
  for (const auto f : change.fresh) out.boxes_[f] = clathra::bounds(after.outline(f));
  out.all_ = all_;
  const bool shrinks = std::any_of(change.gone.begin(), change.gone.end(), [&](std::uint32_t g) {
    const Box& b = boxes_[g];
    return b.left <= all_.left || b.top <= all_.top || b.right >= all_.right || b.bottom >= all_.bottom;
  });
  if (shrinks) {
    out.all_ = out.boxes_.front();
    for (const Box& b : out.boxes_) out.all_ = unite(out.all_, b);
  }
  for (const auto f : change.fresh) out.all_ = unite(out.all_, out.boxes_[f]);
  const Point end{origin_.x + columns_ * cell_, origin_.y + rows_ * cell_};
  if (boxes_.empty() || out.all_.left < origin_.x - cell_ || out.all_.top < origin_.y - cell_ ||
      out.all_.right > end.x + cell_ || out.all_.bottom > end.y + cell_)
    return PieceIndex(after);  // it has outgrown its cells

  std::vector<std::pair<std::size_t, std::uint32_t>> fresh;  // by cell
  for (const auto f : change.fresh) {
    const Cells c = cellsOf(out.boxes_[f]);
    for (int y = c.top; y <= c.bottom; ++y)
      for (int x = c.left; x <= c.right; ++x) fresh.emplace_back(cellAt(x, y), f);
  }
  std::sort(fresh.begin(), fresh.end());
  out.first_.resize(first_.size());
  out.pieces_.resize(pieces_.size() + fresh.size());
  std::uint32_t* to = out.pieces_.data();
  const auto written = [&] { return static_cast<std::uint32_t>(to - out.pieces_.data()); };
  std::size_t k = 0, i = 0;
  for (std::size_t cell = 0; cell + 1 < first_.size(); ++cell) {
    out.first_[cell] = written();
    for (; i < first_[cell + 1]; ++i) {
      *to = change.moved[pieces_[i]];
      to += *to != LayoutChange::kGone;
    }
    for (; k < fresh.size() && fresh[k].first == cell; ++k) *to++ = fresh[k].second;
  }
  out.first_.back() = written();
  out.pieces_.resize(written());
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
