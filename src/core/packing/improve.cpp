#include "packing/improve.hpp"

#include <algorithm>
#include <cmath>

namespace clathra::packing {

namespace {

/// Where an item overlaps least, among many places by chance and then by small steps.
class Lift {
 public:
  Lift(const Variants& variants, const Relax& board, Dice& dice, std::uint64_t& steps)
      : variants_(variants), board_(board), dice_(dice), steps_(steps) {}

  Lying bestFor(std::size_t item) {
    const Lying now = board_.items()[item];
    const auto& turns = variants_.of(variants_[now.variant].shape);
    Lying best = now;
    double least = 1e300;
    constexpr int kPlaces = 120;
    for (int q = 0; q < kPlaces && least > 0; ++q) {
      Lying l = now;
      l.variant = turns[dice_.below(turns.size())];
      l.room = dice_.below(board_.rooms().size());
      const Box inner = innerFit(variants_[l.variant], board_.rooms()[l.room].box);
      if (!fits(inner)) continue;
      l.at = clampedTo(
          inner, {inner.left + dice_.unit() * inner.width(), inner.top + dice_.unit() * inner.height()});
      if (const double much = board_.overlapOf(item, l, steps_); much < least) {
        least = much;
        best = l;
      }
    }
    if (least > 1e299) return now;
    return nearer(item, best, least);
  }

 private:
  Lying nearer(std::size_t item, Lying best, double least) {
    const Box inner = innerFit(variants_[best.variant], board_.rooms()[best.room].box);
    for (double by = variants_.reach() / 4; by > 0.3 && least > 0;) {
      bool gained = false;
      for (const Point d : {Point{by, 0}, Point{-by, 0}, Point{0, by}, Point{0, -by}}) {
        Lying l = best;
        l.at = clampedTo(inner, l.at + d);
        const double much = board_.overlapOf(item, l, steps_);
        if (much >= least - 1e-9) continue;
        least = much;
        best = l;
        gained = true;
      }
      if (!gained) by /= 2;
    }
    return best;
  }

  const Variants& variants_;
  const Relax& board_;
  Dice& dice_;
  std::uint64_t& steps_;
};

/// Pushes apart as long as it gets better; true if nothing overlaps.
bool settleWell(Relax& board, Budget& budget, double& much) {
  constexpr int kEach = 25, kMost = 24;
  constexpr double kGain = 0.97;
  much = 1e300;
  for (int i = 0; i < kMost && !budget.over(); ++i) {
    if (board.settle(kEach, budget.steps)) {
      much = 0;
      return true;
    }
    const double now = board.overlap(budget.steps);
    if (now > much * kGain) {
      much = std::min(much, now);
      return false;
    }
    much = now;
  }
  return false;
}

std::size_t oneOf(const std::vector<std::pair<std::size_t, double>>& overlapping, std::size_t all,
                  Dice& dice) {
  constexpr double kAnyOther = 0.2;
  if (dice.unit() < kAnyOther) return dice.below(all);
  double sum = 0;
  for (const auto& [item, much] : overlapping) sum += much;
  double x = dice.unit() * sum;
  for (const auto& [item, much] : overlapping)
    if ((x -= much) < 0) return item;
  return overlapping.back().first;
}

}  // namespace

double lengthOf(const Variants& variants, const std::vector<Lying>& items) {
  double length = 0;
  for (const Lying& l : items) length = std::max(length, l.at.y + variants[l.variant].box.bottom);
  return length;
}

std::optional<std::vector<Lying>> findRoom(const Variants& variants, const std::vector<Room>& rooms,
                                           std::vector<Lying> items, int patience, Dice& dice,
                                           Budget& budget) {
  constexpr int kLast = 60;
  constexpr double kWorse = 1.02;
  Relax board(variants, rooms, std::move(items));
  double much = 0;
  if (settleWell(board, budget, much)) return board.items();
  std::vector<Lying> now = board.items();
  double least = much;
  for (int without = 0; without < patience && !budget.over();) {
    board.weighOverlaps(budget.steps);
    much = board.overlap(budget.steps);
    const auto overlapping = board.overlapping(budget.steps);
    if (overlapping.empty()) {
      if (board.settle(kLast, budget.steps)) return board.items();
      return std::nullopt;
    }
    const std::size_t item = oneOf(overlapping, now.size(), dice);
    board.move(item, Lift(variants, board, dice, budget.steps).bestFor(item));
    double after = 0;
    if (settleWell(board, budget, after)) return board.items();
    ++without;
    if (after > much * kWorse) {
      board.setItems(now);
      continue;
    }
    much = after;
    now = board.items();
    if (const double plain = board.overlap(budget.steps, false); plain < least * 0.999) {
      least = plain;
      without = 0;
    }
  }
  return std::nullopt;
}

double pushTogether(const Variants& variants, Room bolt, std::vector<Lying>& items, double length,
                    Budget& budget) {
  constexpr int kSweeps = 200;
  bolt.box.bottom = length;
  Relax board(variants, {bolt}, items);
  for (double by = 2; by > 0.004 && !budget.over();) {
    ++budget.steps;
    board.setItems(items);
    board.setBottom(length - by);
    if (!board.settle(kSweeps, budget.steps)) {
      by *= 0.4;
      continue;
    }
    items = board.items();
    length = lengthOf(variants, items);
    by *= 1.5;
  }
  return length;
}

}  // namespace clathra::packing
