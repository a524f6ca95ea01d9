#include "packing/relax.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clathra::packing {

namespace {

Box boxOf(const std::vector<Room>& rooms) {
  Box all = rooms.front().box;
  for (const Room& r : rooms) all = unite(all, r.box);
  return all;
}

/// A hair more than the way out, so that pairs come clear instead of creeping up on each other.
constexpr double kHair = 2e-4;

/// How far something that is larger than its room stands out of it, mm.
double standsOut(const Box& inner) {
  return std::max({0.0, inner.left - inner.right, inner.top - inner.bottom});
}

}  // namespace

Relax::Relax(const Variants& variants, std::vector<Room> rooms, std::vector<Lying> items)
    : variants_(variants),
      rooms_(std::move(rooms)),
      items_(std::move(items)),
      cells_(boxOf(rooms_), std::max(1.0, 2 * variants.reach())),
      skin_(std::max(0.5, 0.2 * variants.reach())) {
  clampAll();
  findPairs();
  wakeAll();
}

void Relax::setItems(std::vector<Lying> items) {
  items_ = std::move(items);
  clampAll();
  findPairs();
  wakeAll();
}

void Relax::move(std::size_t item, const Lying& to) {
  items_[item] = to;
  findPairs();
  if (isAwake_[item]) return;
  isAwake_[item] = 1;
  awake_.push_back(static_cast<std::uint32_t>(item));
}

void Relax::setBottom(double y) {
  for (Room& r : rooms_) r.box.bottom = y;
  clampAll();
  if (moved()) findPairs();
  wakeAll();
}

void Relax::clampAll() {
  for (Lying& i : items_) i.at = clampedTo(innerFit(variants_[i.variant], rooms_[i.room].box), i.at);
}

void Relax::findPairs() {
  cells_ = Cells(boxOf(rooms_), std::max(1.0, 2 * variants_.reach()));
  for (std::size_t i = 0; i < items_.size(); ++i) cells_.put(static_cast<std::uint32_t>(i), items_[i].at);
  pairs_.clear();
  const auto meets = [&](const NoFit& region, Point d) {
    const Box& b = region.box();
    return d.x > b.left - 2 * skin_ && d.x < b.right + 2 * skin_ && d.y > b.top - 2 * skin_ &&
           d.y < b.bottom + 2 * skin_;
  };
  for (std::size_t i = 0; i < items_.size(); ++i) {
    cells_.near(items_[i].at, 2 * variants_.reach() + 2 * skin_, [&](std::uint32_t k) {
      if (k <= i || items_[k].room != items_[i].room) return;
      const NoFit& region = variants_.noFit(items_[i].variant, items_[k].variant);
      if (meets(region, items_[k].at - items_[i].at))
        pairs_.push_back({static_cast<std::uint32_t>(i), k, &region});
    });
    const auto& fixed = rooms_[items_[i].room].fixed;
    for (std::size_t f = 0; f < fixed.size(); ++f) {
      const NoFit& region = variants_.noFit(fixed[f].first, items_[i].variant);
      if (meets(region, items_[i].at - fixed[f].second))
        pairs_.push_back(
            {static_cast<std::uint32_t>(i), static_cast<std::uint32_t>(items_.size() + f), &region});
    }
  }
  when_ = items_;
  firstPair_.assign(items_.size() + 1, 0);
  const auto eachEnd = [&](auto visit) {
    for (std::size_t p = 0; p < pairs_.size(); ++p) {
      visit(pairs_[p].one, p);
      if (pairs_[p].two < items_.size()) visit(pairs_[p].two, p);
    }
  };
  eachEnd([&](std::uint32_t i, std::size_t) { ++firstPair_[i + 1]; });
  for (std::size_t i = 0; i < items_.size(); ++i) firstPair_[i + 1] += firstPair_[i];
  pairsOf_.resize(firstPair_.back());
  auto at = firstPair_;
  eachEnd([&](std::uint32_t i, std::size_t p) { pairsOf_[at[i]++] = static_cast<std::uint32_t>(p); });
}

bool Relax::far(std::size_t i) const {
  const Point d = items_[i].at - when_[i].at;
  return std::abs(d.x) > skin_ || std::abs(d.y) > skin_;
}

bool Relax::moved() const {
  for (std::size_t i = 0; i < items_.size(); ++i)
    if (far(i)) return true;
  return false;
}

void Relax::wakeAll() {
  awake_.resize(items_.size());
  std::iota(awake_.begin(), awake_.end(), 0U);
  isAwake_.assign(items_.size(), 1);
}

/// How deep the two lay in each other before they were pushed apart.
double Relax::pushPair(std::size_t pair) {
  Pair& p = pairs_[pair];
  Lying& one = items_[p.one];
  const auto keepIn = [&](Lying& l) {
    l.at = clampedTo(innerFit(variants_[l.variant], rooms_[l.room].box), l.at);
  };
  if (p.two >= items_.size()) {
    const WayOut way =
        p.region->wayOut(one.at - rooms_[one.room].fixed[p.two - items_.size()].second, p.apart);
    if (way.far <= 0) return 0;
    one.at = one.at + (way.far + kHair) * way.along;
    keepIn(one);
    return way.far;
  }
  Lying& two = items_[p.two];
  const WayOut way = p.region->wayOut(two.at - one.at, p.apart);
  if (way.far <= 0) return 0;
  const Point half = 0.5 * (way.far + kHair) * way.along;
  two.at = two.at + half;
  one.at = one.at - half;
  keepIn(one);
  keepIn(two);
  return way.far;
}

bool Relax::settle(int sweeps, std::uint64_t& steps) {
  std::vector<std::uint32_t> next;
  std::vector<char> marked(items_.size(), 0);
  for (int s = 0; s < sweeps; ++s) {
    next.clear();
    bool again = false;
    for (const std::uint32_t i : awake_) {
      const auto from = firstPair_[i], to = firstPair_[i + 1];
      steps += to - from;
      for (auto k = from; k < to; ++k) {
        const Pair& p = pairs_[pairsOf_[k]];
        const std::uint32_t other = p.one == i ? p.two : p.one;
        if (other < i && isAwake_[other]) continue;  // was looked at with the other
        if (pushPair(pairsOf_[k]) <= kClear / 2) continue;
        for (const std::uint32_t item : {p.one, p.two}) {
          if (item >= items_.size()) continue;
          again = again || far(item);
          if (marked[item]) continue;
          marked[item] = 1;
          next.push_back(item);
        }
      }
    }
    for (const std::uint32_t i : awake_) isAwake_[i] = 0;
    awake_ = next;
    for (const std::uint32_t i : awake_) {
      isAwake_[i] = 1;
      marked[i] = 0;
    }
    if (again) findPairs();
    if (awake_.empty()) {
      if (overlap(steps) == 0) return true;
      wakeAll();
    }
  }
  return false;
}

double Relax::overlap(std::uint64_t& steps, bool weighed) {
  if (moved()) findPairs();
  steps += pairs_.size();
  double sum = 0;
  for (const Lying& i : items_)
    if (const double out = standsOut(innerFit(variants_[i.variant], rooms_[i.room].box)); out > kClear)
      sum += out * out;
  for (const Pair& p : pairs_) {
    const Lying& one = items_[p.one];
    double depth = 0;
    if (p.two >= items_.size())
      depth = p.region->depth(one.at - rooms_[one.room].fixed[p.two - items_.size()].second);
    else
      depth = p.region->depth(items_[p.two].at - one.at);
    if (depth > kClear) sum += (weighed ? weight(p.one, p.two) : 1.0) * depth * depth;
  }
  return sum;
}

double Relax::overlapOf(std::size_t item, const Lying& there, std::uint64_t& steps) const {
  double sum = 0;
  if (const double out = standsOut(innerFit(variants_[there.variant], rooms_[there.room].box)); out > kClear)
    sum += out * out;
  const auto add = [&](double depth, std::size_t other) {
    ++steps;
    if (depth > kClear) sum += weight(item, other) * depth * depth;
  };
  // Cells hold the places where items were when the pairs were found.
  cells_.near(there.at, 2 * variants_.reach() + skin_, [&](std::uint32_t k) {
    if (k == item || items_[k].room != there.room) return;
    add(variants_.noFit(items_[k].variant, there.variant).depth(there.at - items_[k].at), k);
  });
  for (const auto& [variant, at] : rooms_[there.room].fixed)
    add(variants_.noFit(variant, there.variant).depth(there.at - at), SIZE_MAX);
  return sum;
}

void Relax::weighOverlaps(std::uint64_t& steps) {
  constexpr double kGain = 0.4;
  constexpr float kMost = 1000, kForget = 0.97F;
  if (weights_.empty()) weights_.assign(items_.size() * items_.size(), 1.0F);
  steps += pairs_.size();
  std::vector<std::pair<std::size_t, double>> deep;
  double most = 0;
  for (std::size_t i = 0; i < pairs_.size(); ++i) {
    const Pair& p = pairs_[i];
    if (p.two >= items_.size()) continue;
    const double depth = p.region->depth(items_[p.two].at - items_[p.one].at);
    float& w = weights_[p.one * items_.size() + p.two];
    if (depth > kClear) {
      deep.emplace_back(i, depth);
      most = std::max(most, depth);
    } else if (w > 1.0F) {
      w = std::max(1.0F, w * kForget);
      weights_[p.two * items_.size() + p.one] = w;
    }
  }
  for (const auto& [i, depth] : deep) {
    const Pair& p = pairs_[i];
    float& w = weights_[p.one * items_.size() + p.two];
    w = std::min(kMost, w * static_cast<float>(1 + kGain * depth / most));
    weights_[p.two * items_.size() + p.one] = w;
  }
}

std::vector<std::pair<std::size_t, double>> Relax::overlapping(std::uint64_t& steps) const {
  std::vector<std::pair<std::size_t, double>> out;
  for (std::size_t i = 0; i < items_.size(); ++i)
    if (const double much = overlapOf(i, items_[i], steps); much > 0) out.emplace_back(i, much);
  return out;
}

}  // namespace clathra::packing
