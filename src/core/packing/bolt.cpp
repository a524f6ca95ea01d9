#include "packing/bolt.hpp"

#include <algorithm>
#include <cmath>
#include <future>
#include <map>
#include <numeric>

#include "packing/bottom_left.hpp"
#include "packing/rows.hpp"

namespace clathra::packing {

namespace {

/// Above as many patches lifting single ones takes longer than it gives.
constexpr std::size_t kMostToLift = 700;

class Bolt {
 public:
  Bolt(const PackJob& job, const Variants& variants, std::uint64_t seed, Budget& budget,
       const std::function<void(const BoltAnswer&)>& better)
      : job_(job), variants_(variants), seed_(seed), budget_(budget), better_(better) {
    double area = 0, tallest = 0;
    for (std::size_t s = 0; s < job.shapes.size(); ++s) {
      const auto n = static_cast<std::size_t>(job.shapes[s].quantity);
      area += static_cast<double>(n) * clathra::area(job.shapes[s].outline);
      patches_ += n;
      double low = 1e300;
      for (const std::size_t v : variants.of(s))
        if (variants[v].box.width() <= job.width + 1e-6) low = std::min(low, variants[v].box.height());
      tallest = std::max(tallest, low);
      bySize_.push_back(s);
    }
    least_ = std::max(area / job.width, tallest);
    ample_ = 4 * area / job.width + 4 * tallest;
    std::stable_sort(bySize_.begin(), bySize_.end(), [&](std::size_t a, std::size_t b) {
      return clathra::area(job.shapes[a].outline) > clathra::area(job.shapes[b].outline);
    });
  }

  BoltAnswer work(const std::vector<Lying>& known) {
    begin(known);
    starts();
    if (best_.items.empty()) return best_;
    squeezeStarts();
    if (patches_ <= kMostToLift) {
      if (job_.shapes.size() == 1) shortRows();
      lift();
    }
    return best_;
  }

 private:
  Room bolt(double length) const { return {{0, 0, job_.width, length}, {}}; }

  void take(std::vector<Lying> items, double length) {
    if (items.size() != patches_ || length >= best_.length - 1e-6) return;
    best_ = {std::move(items), length};
    if (better_) better_(best_);
  }

  void begin(std::vector<Lying> items) {
    if (items.size() != patches_) return;
    const double length = lengthOf(variants_, items);
    starts_.push_back({items, length});
    if (best_.items.empty()) best_.length = 1e300;
    take(std::move(items), length);
  }

  std::vector<std::size_t> order(const std::vector<std::size_t>& shapes) const {
    std::vector<std::size_t> out;
    for (const std::size_t s : shapes)
      out.insert(out.end(), static_cast<std::size_t>(job_.shapes[s].quantity), s);
    return out;
  }

  void starts() {
    const bool one = job_.shapes.size() == 1;
    constexpr std::size_t kLays = 6;
    if (one)
      for (RowLay& lay :
           layInRows(variants_, 0, job_.width, patches_, kLays, budget_.steps, budget_.progress))
        begin(std::move(lay.items));
    if (one)
      for (RowLay& lay : layRowSequence(variants_, 0, job_.width, patches_, 2, budget_.steps))
        begin(std::move(lay.items));
    // The rows of a large single shape are as good as it gets; one by one they take much longer.
    if (one && patches_ > kMostToLift && !best_.items.empty()) return;
    auto shapes = bySize_;
    std::reverse(shapes.begin(), shapes.end());
    for (const auto& sequence : {bySize_, shapes})
      for (const Lowest by : {Lowest::Edge, Lowest::Middle, Lowest::Corner})
        for (const bool any : {false, true}) {
          if ((one && any) || budget_.progress.cancelled()) continue;
          begin(layBottomLeft(variants_, {bolt(ample_)}, {order(sequence), by, false, any}, budget_.steps,
                              budget_.progress));
        }
    if (one) return;
    bands();
    oneTurnEach();
  }

  /// Every shape in one turn, and half a turn from it. What lies lowest now is not what lies best: standing
  /// patches may leave room beside them where lying ones come to lie below.
  void oneTurnEach() {
    constexpr std::size_t kMostPatches = 150;  // more fill so many rows that their turns matter less
    constexpr std::size_t kMostWays = 96;
    if (patches_ > kMostPatches) return;
    std::vector<std::vector<std::vector<std::size_t>>> turns;  // of each shape: variants of one turn
    double ways = 1;
    for (std::size_t s = 0; s < job_.shapes.size(); ++s) {
      turns.push_back(turnsOf(s));
      ways *= static_cast<double>(turns.back().size());
    }
    if (ways < 1.5) return;
    Dice dice(seed_);
    const std::uint64_t most = budget_.steps + budget_.most / 8;
    const auto all = static_cast<std::size_t>(std::min<double>(ways, kMostWays));
    for (std::size_t w = 0; w < all && budget_.steps < most && !budget_.progress.cancelled(); ++w) {
      std::vector<bool> barred(variants_.size(), true);
      std::size_t digit = w;
      for (const auto& own : turns) {
        const std::size_t which = ways <= kMostWays ? digit % own.size() : dice.below(own.size());
        digit /= own.size();
        for (const std::size_t v : own[which]) barred[v] = false;
      }
      for (const bool any : {false, true})
        begin(layBottomLeft(variants_, {bolt(ample_)}, {order(bySize_), Lowest::Edge, false, any, barred},
                            budget_.steps, budget_.progress));
    }
  }

  std::vector<std::vector<std::size_t>> turnsOf(std::size_t shape) const {
    std::vector<std::vector<std::size_t>> out;
    for (const std::size_t v : variants_.of(shape)) {
      const auto alike = std::find_if(out.begin(), out.end(), [&](const auto& some) {
        constexpr double kSame = 1e-6, kHalf = 180;  // degrees
        const double deg = (variants_[v].turn - variants_[some.front()].turn).degrees();
        return std::abs(std::remainder(deg, kHalf)) < kSame;
      });
      if (alike == out.end())
        out.push_back({v});
      else
        alike->push_back(v);
    }
    return out;
  }

  /// Every shape in rows of its own, one band below the other; what does not fill its row fills the gaps.
  void bands() {
    auto sequence = bySize_;
    std::sort(sequence.begin(), sequence.end());
    constexpr int kMost = 24;
    int n = 0;
    do {
      for (const bool whole : {false, true}) begin(banded(sequence, whole));
    } while (++n < kMost && std::next_permutation(sequence.begin(), sequence.end()) && !budget_.over());
  }

  std::vector<Lying> banded(const std::vector<std::size_t>& sequence, bool whole) {
    std::vector<Lying> out;
    std::vector<std::size_t> rest;
    for (const std::size_t s : sequence) {
      const auto n = static_cast<std::size_t>(job_.shapes[s].quantity);
      if (!rows_.contains(s))
        rows_[s] = layInRows(variants_, s, job_.width, n, 1, budget_.steps, budget_.progress);
      if (rows_[s].empty()) {
        rest.insert(rest.end(), n, s);
        continue;
      }
      auto band = rows_[s].front().items;
      if (!whole) {
        double lowest = -1e300;
        for (const Lying& l : band) lowest = std::max(lowest, l.at.y);
        std::erase_if(band, [&](const Lying& l) { return l.at.y > lowest - 1e-6; });
        rest.insert(rest.end(), n - band.size(), s);
      }
      dropOnto(out, std::move(band));
    }
    if (rest.empty()) return out;
    Room room = bolt(ample_);
    for (const Lying& l : out) room.fixed.emplace_back(l.variant, l.at);
    const auto more =
        layBottomLeft(variants_, {room}, {rest, Lowest::Edge, false, true}, budget_.steps, budget_.progress);
    out.insert(out.end(), more.begin(), more.end());
    return out;
  }

  void dropOnto(std::vector<Lying>& lower, std::vector<Lying> band) {
    double down = lower.empty() ? 0 : -1e300;
    for (const Lying& a : lower)
      for (const Lying& b : band) {
        ++budget_.steps;
        const NoFit& region = variants_.noFit(a.variant, b.variant);
        const double x = b.at.x - a.at.x;
        if (x <= region.box().left || x >= region.box().right) continue;
        down = std::max(down, a.at.y + clearFrom(region, x) - b.at.y);
      }
    for (Lying& b : band) b.at.y += std::max(0.0, down);
    lower.insert(lower.end(), band.begin(), band.end());
  }

  void squeezeStarts() {
    std::stable_sort(starts_.begin(), starts_.end(),
                     [](const BoltAnswer& a, const BoltAnswer& b) { return a.length < b.length; });
    constexpr std::size_t kSqueezed = 4;
    if (starts_.size() > kSqueezed) starts_.resize(kSqueezed);
    for (BoltAnswer& s : starts_) {
      Budget some = budget_.part(0.06);
      s.length = pushTogether(variants_, bolt(0), s.items, s.length, some);
      budget_.steps = some.steps;
      take(s.items, s.length);
    }
    std::stable_sort(starts_.begin(), starts_.end(),
                     [](const BoltAnswer& a, const BoltAnswer& b) { return a.length < b.length; });
  }

  /// Rows of a few patches less are shorter; the missing ones may be squeezed in.
  void shortRows() {
    const std::size_t most = std::min(patches_ - 1, std::max<std::size_t>(2, patches_ / 25));
    for (std::size_t missing = 1; missing <= most && !budget_.over(); ++missing)
      for (RowLay& lay :
           layInRows(variants_, 0, job_.width, patches_ - missing, 2, budget_.steps, budget_.progress)) {
        const bool known = std::any_of(short_.begin(), short_.end(), [&](const RowLay& l) {
          return std::abs(l.length - lay.length) < 0.01;
        });
        if (!known && lay.length < best_.length) short_.push_back(std::move(lay));
      }
  }

  /// Short rows and what they lack, squeezed in; `from` where that does not come to anything.
  BoltAnswer filledUp(BoltAnswer from, Dice& dice, Budget& budget) const {
    std::vector<const RowLay*> some;
    for (const RowLay& lay : short_)
      if (lay.length < from.length - 0.2) some.push_back(&lay);
    while (!some.empty() && !budget.over()) {
      const RowLay& lay = *some[dice.below(some.size())];
      const double target = lay.length + (from.length - lay.length) * (0.25 + 0.7 * dice.unit());
      if (target >= from.length) break;
      auto items = lay.items;
      while (items.size() < patches_) items.push_back(anywhere(target, dice));
      const auto found = findRoom(variants_, {bolt(target)}, std::move(items), 40, dice, budget);
      if (!found) continue;
      from.items = *found;
      from.length = pushTogether(variants_, bolt(0), from.items, target, budget);
      break;
    }
    return shortened(std::move(from), dice, budget);
  }

  Lying anywhere(double length, Dice& dice) const {
    const auto& turns = variants_.of(0);
    Lying l{turns[dice.below(turns.size())], 0, {}};
    const Box inner = innerFit(variants_[l.variant], bolt(length).box);
    l.at = clampedTo(inner,
                     {inner.left + dice.unit() * inner.width(), inner.top + dice.unit() * inner.height()});
    return l;
  }

  /// Shorter and shorter, by two at a time with dice of their own; each round goes on from the better.
  void lift() {
    constexpr int kMostRounds = 12, kWorkers = 2;
    constexpr std::uint64_t kRound = 6'000'000;  // steps: shorter ones end before they have found anything
    const std::uint64_t left = budget_.most - std::min(budget_.most, budget_.steps);
    const int rounds = static_cast<int>(std::clamp<std::uint64_t>(left / kRound, 1, kMostRounds));
    for (int round = 0; round < rounds && !budget_.over(); ++round) {
      const Budget share = budget_.part(1.0 / (rounds - round));
      std::vector<std::future<std::pair<BoltAnswer, std::uint64_t>>> workers;
      for (int w = 0; w < kWorkers; ++w) {
        const BoltAnswer& from = w == 1 && starts_.size() > 1 && round % 3 == 2 ? starts_[1] : best_;
        workers.push_back(std::async(std::launch::async, [&, from, w, share] {
          Dice dice(seed_ * 1000003 + static_cast<std::uint64_t>(round * kWorkers + w));
          Budget own = share;
          const bool fill = w == 1 && round % 2 == 0 && !short_.empty();
          BoltAnswer answer = fill ? filledUp(from, dice, own) : shortened(from, dice, own);
          return std::pair(std::move(answer), own.steps);
        }));
      }
      std::uint64_t most = 0;
      for (auto& w : workers) {
        auto [answer, steps] = w.get();
        most = std::max(most, steps);
        take(std::move(answer.items), answer.length);
      }
      budget_.steps = std::max(most, budget_.steps + 1);
      budget_.progress.report(
          std::min(1.0, static_cast<double>(budget_.steps) / static_cast<double>(budget_.most)));
    }
  }

  BoltAnswer shortened(BoltAnswer from, Dice& dice, Budget& budget) const {
    double share = 0.004;
    while (!budget.over()) {
      const double target = from.length * (1 - share * (0.5 + dice.unit()));
      if (target < least_) return from;
      const auto found = findRoom(variants_, {bolt(target)}, from.items, 60, dice, budget);
      if (!found) {
        share = std::max(0.0005, share * 0.7);
        continue;
      }
      from.items = *found;
      from.length = pushTogether(variants_, bolt(0), from.items, target, budget);
      share = std::min(0.015, share * 1.5);
    }
    return from;
  }

  const PackJob& job_;
  const Variants& variants_;
  std::uint64_t seed_;
  Budget& budget_;
  const std::function<void(const BoltAnswer&)>& better_;
  std::size_t patches_ = 0;
  double least_ = 0, ample_ = 0;
  std::vector<std::size_t> bySize_;
  std::map<std::size_t, std::vector<RowLay>> rows_;
  std::vector<BoltAnswer> starts_;
  std::vector<RowLay> short_;
  BoltAnswer best_;
};

}  // namespace

BoltAnswer packBolt(const PackJob& job, const Variants& variants, std::uint64_t seed,
                    const std::vector<Lying>& known, Budget& budget,
                    const std::function<void(const BoltAnswer&)>& better) {
  return Bolt(job, variants, seed, budget, better).work(known);
}

}  // namespace clathra::packing
