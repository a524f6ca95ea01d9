#include "layout/corner_list.hpp"

#include <algorithm>

namespace clathra {

namespace {
constexpr std::size_t kBlock = 512;  // corners of a block that more are put to
}

CornerList::CornerList(std::vector<Point> corners) : size_(static_cast<std::uint32_t>(corners.size())) {
  if (size_ > 0) blocks_.push_back({0, std::make_shared<const std::vector<Point>>(std::move(corners))});
}

CornerList CornerList::with(const std::vector<Polygon>& outlines) const {
  CornerList out = *this;
  std::vector<Point> end;
  std::uint32_t start = size_;
  if (!blocks_.empty() && blocks_.back().corners->size() < kBlock) {
    end = *blocks_.back().corners;
    start = blocks_.back().start;
    out.blocks_.pop_back();
  }
  for (const Polygon& outline : outlines) end.insert(end.end(), outline.begin(), outline.end());
  if (end.empty()) return out;
  out.size_ = start + static_cast<std::uint32_t>(end.size());
  out.blocks_.push_back({start, std::make_shared<const std::vector<Point>>(std::move(end))});
  return out;
}

PolygonView CornerList::flat(std::vector<Point>& room) const {
  if (blocks_.empty()) return {};
  if (blocks_.size() == 1) return *blocks_.front().corners;
  room.clear();
  room.reserve(size_);
  for (const Block& b : blocks_) room.insert(room.end(), b.corners->begin(), b.corners->end());
  return room;
}

const Point* CornerList::later(std::uint32_t place) const {
  const auto block = std::upper_bound(blocks_.begin(), blocks_.end(), place,
                                      [](std::uint32_t p, const Block& b) { return p < b.start; }) -
                     1;
  return block->corners->data() + (place - block->start);
}

}  // namespace clathra
