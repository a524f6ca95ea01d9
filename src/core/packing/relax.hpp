// Pushing overlapping outlines apart until nothing overlaps any more, or it is seen that it will not come to
// that.
#pragma once
#include <vector>

#include "packing/board.hpp"

namespace clathra::packing {

class Relax {
 public:
  Relax(const Variants& variants, std::vector<Room> rooms, std::vector<Lying> items);

  /// Pushes pairs apart, at most that many times over all; true if nothing overlaps or stands out.
  bool settle(int sweeps, std::uint64_t& steps);
  /// All overlap as it is now and what stands out of its room, squared depths, mm².
  double overlap(std::uint64_t& steps, bool weighed = true);
  /// Of one item where it lies, or elsewhere.
  double overlapOf(std::size_t item, const Lying& there, std::uint64_t& steps) const;

  const std::vector<Lying>& items() const { return items_; }
  const std::vector<Room>& rooms() const { return rooms_; }
  void setItems(std::vector<Lying> items);
  void move(std::size_t item, const Lying& to);
  /// Of a bolt: its length. Items are pushed in.
  void setBottom(double y);
  /// Pairs that go on overlapping weigh more from now on, so that the search does not come back to them.
  void weighOverlaps(std::uint64_t& steps);
  /// Items that overlap something, with how much.
  std::vector<std::pair<std::size_t, double>> overlapping(std::uint64_t& steps) const;

 private:
  void clampAll();
  void findPairs();
  bool moved() const;
  bool far(std::size_t item) const;
  double pushPair(std::size_t pair);
  void wakeAll();

  const Variants& variants_;
  std::vector<Room> rooms_;
  std::vector<Lying> items_;
  std::vector<Lying> when_;  // when the pairs were found
  struct Pair {
    std::uint32_t one, two;  // two: an item; or a fixed one of the room, counted behind the items
    const NoFit* region;     // of `two` about `one`, of `one` about what is fixed
    std::uint32_t apart = 0;
  };
  std::vector<Pair> pairs_;
  std::vector<std::uint32_t> pairsOf_, firstPair_;  // pairs by item: those of i from firstPair_[i] on
  std::vector<std::uint32_t> awake_;                // items that may overlap something
  std::vector<char> isAwake_;
  std::vector<float> weights_;  // of pairs of items
  double weight(std::size_t a, std::size_t b) const {
    return weights_.empty() || b >= items_.size() ? 1.0
                                                  : static_cast<double>(weights_[a * items_.size() + b]);
  }
  Cells cells_;
  double skin_ = 1;
};

}  // namespace clathra::packing
