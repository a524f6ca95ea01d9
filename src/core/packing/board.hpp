// The inside of packing: outlines in the turns they may lie in, and where copies of them lie.
#pragma once
#include <algorithm>
#include <atomic>
#include <cstdint>
#include <memory>
#include <mutex>
#include <random>
#include <vector>

#include "packing/job.hpp"
#include "packing/no_fit.hpp"

namespace clathra::packing {

inline constexpr double kClear = 0.002;  ///< mm of overlap that are rounding

/// One outline in one turn, its reference point (the box's middle) at the origin.
struct Variant {
  std::size_t shape = 0;
  Angle turn;
  Polygon outline;
  std::vector<Polygon> parts;
  Box box;
};

/// All variants and, worked out when first asked for, where each may not lie beside each. Several threads may
/// ask.
class Variants {
 public:
  Variants(const PackJob& job, const std::vector<std::vector<Angle>>& turns);
  ~Variants();
  Variants(const Variants&) = delete;
  Variants& operator=(const Variants&) = delete;
  /// An outline that stays where it is: cloth that is not there.
  std::size_t addFixed(std::vector<Polygon> parts);

  const Variant& operator[](std::size_t i) const { return all_[i]; }
  std::size_t size() const { return all_.size(); }
  const std::vector<std::size_t>& of(std::size_t shape) const { return byShape_[shape]; }
  const NoFit& noFit(std::size_t fixed, std::size_t moving) const;
  double reach() const { return reach_; }  ///< the greatest half diagonal of a box

 private:
  std::vector<Variant> all_;
  std::vector<std::vector<std::size_t>> byShape_;
  mutable std::vector<std::atomic<const NoFit*>> noFits_;
  mutable std::mutex making_;
  double gap_ = 0, reach_ = 0;
};

/// Where a room lies on the board: rooms are far apart, so that their patches never meet.
struct Room {
  Box box;
  std::vector<std::pair<std::size_t, Point>> fixed;  ///< variant and place
};

struct Lying {
  std::size_t variant = 0;
  std::size_t room = 0;
  Point at;
  friend bool operator==(const Lying&, const Lying&) = default;
};

/// Where a variant's reference point may lie in a room.
Box innerFit(const Variant& v, const Box& room);
bool fits(const Box& inner);
Point clampedTo(const Box& inner, Point p);

/// Cells that find what lies near a place.
class Cells {
 public:
  Cells(const Box& all, double cell);
  void put(std::uint32_t item, Point at);
  void take(std::uint32_t item, Point at);
  template <class Visit>
  void near(Point at, double within, Visit visit) const {
    const int x0 = column(at.x - within), x1 = column(at.x + within), y0 = row(at.y - within),
              y1 = row(at.y + within);
    for (int y = y0; y <= y1; ++y)
      for (int x = x0; x <= x1; ++x)
        for (const std::uint32_t i : cells_[static_cast<std::size_t>(y * columns_ + x)]) visit(i);
  }

 private:
  int column(double x) const {
    return std::clamp(static_cast<int>((x - all_.left) / cell_), 0, columns_ - 1);
  }
  int row(double y) const { return std::clamp(static_cast<int>((y - all_.top) / cell_), 0, rows_ - 1); }
  Box all_;
  double cell_;
  int columns_, rows_;
  std::vector<std::vector<std::uint32_t>> cells_;
};

/// Numbers by chance that are the same on every machine.
class Dice {
 public:
  explicit Dice(std::uint64_t seed) : engine_(seed) {}
  double unit() { return static_cast<double>(engine_() >> 11) * 0x1.0p-53; }
  std::size_t below(std::size_t n) {
    return std::min(n - 1, static_cast<std::size_t>(unit() * static_cast<double>(n)));
  }

 private:
  std::mt19937_64 engine_;
};

}  // namespace clathra::packing
