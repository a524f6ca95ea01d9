// The corners of all pieces, outline after outline.
#pragma once
#include <cstdint>
#include <memory>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// Only grows at its end; a list that grew shares all but its end with the one before. An outline lies in one
/// block, so that it can be seen as a polygon.
class CornerList {
 public:
  CornerList() = default;
  explicit CornerList(std::vector<Point> corners);

  std::uint32_t size() const { return size_; }
  /// The corner at that place and those of its outline after it.
  const Point* at(std::uint32_t place) const {
    const Block& first = blocks_.front();
    if (place < first.corners->size()) return first.corners->data() + place;
    return later(place);
  }
  /// With more outlines after those that are there.
  CornerList with(const std::vector<Polygon>& outlines) const;
  /// Are what lies at a place of both, and after it as far as an outline goes, the same corners in memory?
  bool sharesAt(std::uint32_t place, const CornerList& other) const {
    return place < size_ && place < other.size_ && at(place) == other.at(place);
  }
  /// All of them in one piece. The view lives as long as the list and `room`.
  PolygonView flat(std::vector<Point>& room) const;

 private:
  struct Block {
    std::uint32_t start = 0;
    std::shared_ptr<const std::vector<Point>> corners;
  };
  const Point* later(std::uint32_t place) const;

  std::vector<Block> blocks_;
  std::uint32_t size_ = 0;
};

}  // namespace clathra
