#include "packing/rooms.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

#include "packing/bottom_left.hpp"
#include "packing/rows.hpp"
#include "shape/overlay.hpp"

namespace clathra::packing {

namespace {

/// How many of each shape.
using Counts = std::vector<int>;

/// One way to fill a room.
struct Fill {
  Counts counts;
  std::vector<Lying> items;  ///< room 0, the room's corner at the origin
};

bool covers(const Counts& a, const Counts& b) {
  for (std::size_t i = 0; i < a.size(); ++i)
    if (a[i] < b[i]) return false;
  return true;
}

class Rooms {
 public:
  Rooms(const PackJob& job, const Variants& variants, const std::vector<Room>& rooms, std::uint64_t seed,
        Budget& budget, const std::function<void(const RoomsAnswer&)>& better)
      : variants_(variants), rooms_(rooms), dice_(seed), budget_(budget), better_(better) {
    for (const PackShape& s : job.shapes) {
      wanted_.push_back(s.quantity);
      areas_.push_back(clathra::area(s.outline));
      patches_ += static_cast<std::size_t>(s.quantity);
    }
    best_.missing = patches_ + 1;
  }

  RoomsAnswer work(const std::vector<Lying>& known) {
    if (!known.empty()) take(known);
    for (int round = 0; round == 0 || (wanted_.size() > 1 && !budget_.over()); ++round) {
      const double was = best_.area;
      for (auto& [key, fills] : known_) fills.again = true;
      fills_.clear();
      from_.clear();
      for (std::size_t r = 0; r < rooms_.size(); ++r) fills_.push_back(fillsOf(r));
      choose();
      if (round == 0 && best_.missing > 0) squeezeIn();
      while (best_.missing == 0 && (round == 0 || best_.area < was) && !budget_.over())
        if (!withLess()) break;
    }
    return best_;
  }

 private:
  double areaOf(std::size_t room) const { return rooms_[room].box.width() * rooms_[room].box.height(); }

  Counts countsOf(const std::vector<Lying>& items) const {
    Counts out(wanted_.size(), 0);
    for (const Lying& l : items) ++out[variants_[l.variant].shape];
    return out;
  }

  /// Ways to fill a room of which none holds all that another does. Rooms alike share them.
  const std::vector<Fill>& fillsOf(std::size_t r) {
    const Box box = rooms_[r].box;
    const auto key = std::tuple(box.width(), box.height(), rooms_[r].fixed.empty() ? SIZE_MAX : r);
    const auto [at, isNew] = known_.try_emplace(key);
    std::vector<Fill>& out = at->second.all;
    if (!isNew && !at->second.again) return out;
    at->second.again = false;
    Room room = rooms_[r];
    room.box = {0, 0, box.width(), box.height()};
    for (auto& [variant, place] : room.fixed) place = place - Point{box.left, box.top};
    const auto add = [&](std::vector<Lying> items) {
      if (items.empty()) return;
      Fill f{countsOf(items), std::move(items)};
      for (std::size_t i = 0; i < wanted_.size(); ++i) f.counts[i] = std::min(f.counts[i], wanted_[i]);
      if (std::any_of(out.begin(), out.end(), [&](const Fill& o) { return covers(o.counts, f.counts); }))
        return;
      std::erase_if(out, [&](const Fill& o) { return covers(f.counts, o.counts); });
      out.push_back(std::move(f));
    };
    const double area = box.width() * box.height();
    for (std::size_t s = 0; isNew && s < wanted_.size(); ++s) singles(room, s, area, add);
    if (wanted_.size() > 1) mixed(room, area, add);
    return out;
  }

  template <class Add>
  void singles(const Room& room, std::size_t s, double area, Add add) {
    const auto most =
        std::min(static_cast<std::size_t>(wanted_[s]), static_cast<std::size_t>(area / areas_[s]));
    if (most == 0) return;
    const std::vector<std::size_t> all(most, s);
    for (const Lowest by : {Lowest::Edge, Lowest::Middle, Lowest::Corner})
      add(layBottomLeft(variants_, {room}, {all, by, by == Lowest::Middle, false}, budget_.steps,
                        budget_.progress));
    if (!room.fixed.empty()) return;
    // The most that rows hold: from above, the first count that is not too long.
    for (std::size_t n = most; n > most / 2; --n) {
      auto lays = layInRows(variants_, s, room.box.width(), n, 1, budget_.steps, budget_.progress);
      if (lays.empty()) return;
      if (lays.front().length > room.box.height() + 1e-6) continue;
      add(std::move(lays.front().items));
      return;
    }
  }

  template <class Add>
  void mixed(const Room& room, double area, Add add) {
    constexpr int kTries = 60;
    constexpr double kAmple = 1.1;
    for (int t = 0; t < kTries && !budget_.progress.cancelled(); ++t) {
      // By chance some of each, more of one.
      std::vector<double> share(wanted_.size());
      double sum = 0;
      for (double& x : share) sum += x = dice_.unit() * dice_.unit();
      LayOrder order;
      for (std::size_t s = 0; s < wanted_.size(); ++s) {
        const auto n = static_cast<std::size_t>(std::ceil(kAmple * area * share[s] / sum / areas_[s]));
        order.shapes.insert(order.shapes.end(), std::min(n, static_cast<std::size_t>(wanted_[s])), s);
      }
      if (t % 3 == 0)
        for (std::size_t i = order.shapes.size(); i > 1; --i)
          std::swap(order.shapes[i - 1], order.shapes[dice_.below(i)]);
      else if (t % 3 == 1)
        std::stable_sort(order.shapes.begin(), order.shapes.end(),
                         [&](std::size_t a, std::size_t b) { return areas_[a] > areas_[b]; });
      order.anyNext = t % 4 == 3;
      order.by = static_cast<Lowest>(t % 3);
      order.fromRight = t % 5 == 4;
      add(layBottomLeft(variants_, {room}, order, budget_.steps, budget_.progress));
    }
  }

  struct Chosen {
    double area = 0;
    std::vector<std::int16_t> fills;  ///< by room; -1: not touched
  };

  /// The least area that holds everything, over all ways to fill each room; else what leaves least undone.
  void choose() {
    constexpr double kMostStates = 60'000;
    double states = 1;
    for (const int n : wanted_) states *= n + 1;
    if (states <= kMostStates) return chooseExactly(static_cast<std::size_t>(states));
    for (const double usual : {0.6, 0.7, 0.8}) chooseAmong(usual);
  }

  /// Number of patches reached by number, room by room.
  void chooseExactly(std::size_t states) {
    std::vector<double> area(states, 1e300);
    std::vector<std::vector<std::int16_t>> chosen(rooms_.size());
    area[0] = 0;
    for (std::size_t r = 0; r < rooms_.size(); ++r) {
      if (budget_.progress.cancelled()) return;
      auto next = area;
      chosen[r].assign(states, -1);
      std::vector<std::size_t> from(states);
      for (std::size_t s = 0; s < states; ++s) {
        if (area[s] > 1e299) continue;
        const Counts counts = countsAt(s);
        for (std::size_t f = 0; f < fills_[r].size(); ++f) {
          const std::size_t to = indexOf(counts, fills_[r][f].counts);
          ++budget_.steps;
          if (to == s || area[s] + areaOf(r) >= next[to] - 1e-6) continue;
          next[to] = area[s] + areaOf(r);
          chosen[r][to] = static_cast<std::int16_t>(f);
          from[to] = s;
        }
      }
      area = std::move(next);
      from_.push_back(std::move(from));
    }
    std::size_t best = states - 1;
    if (area[best] > 1e299) {
      double least = 1e300;
      for (std::size_t s = 0; s < states; ++s)
        if (const double left = areaLeft(countsAt(s)); area[s] < 1e299 && left < least) {
          least = left;
          best = s;
        }
    }
    Chosen out{area[best], std::vector<std::int16_t>(rooms_.size(), -1)};
    for (std::size_t r = rooms_.size(); r-- > 0;) {
      out.fills[r] = chosen[r][best];
      if (chosen[r][best] >= 0) best = from_[r][best];
    }
    take(out);
  }

  Counts countsAt(std::size_t state) const {
    Counts out;
    for (const int n : wanted_) {
      out.push_back(static_cast<int>(state % static_cast<std::size_t>(n + 1)));
      state /= static_cast<std::size_t>(n + 1);
    }
    return out;
  }
  std::size_t indexOf(const Counts& a, const Counts& b) const {
    std::size_t out = 0;
    for (std::size_t i = wanted_.size(); i-- > 0;)
      out = out * static_cast<std::size_t>(wanted_[i] + 1) +
            static_cast<std::size_t>(std::min(wanted_[i], a[i] + b[i]));
    return out;
  }

  /// Where there are too many numbers: the most promising are kept, if so much of a room becomes patches.
  void chooseAmong(double usual) {
    constexpr std::size_t kKept = 2000;
    std::map<Counts, Chosen> states;
    states[Counts(wanted_.size(), 0)] = {0, std::vector<std::int16_t>(rooms_.size(), -1)};
    std::vector<std::size_t> order(rooms_.size());
    for (std::size_t r = 0; r < order.size(); ++r) order[r] = r;
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return areaOf(a) > areaOf(b); });
    for (const std::size_t r : order) {
      auto next = states;
      for (const auto& [counts, chosen] : states)
        for (std::size_t f = 0; f < fills_[r].size(); ++f) {
          Counts sum = counts;
          for (std::size_t i = 0; i < sum.size(); ++i)
            sum[i] = std::min(wanted_[i], sum[i] + fills_[r][f].counts[i]);
          if (sum == counts) continue;
          const double area = chosen.area + areaOf(r);
          auto [at, isNew] = next.try_emplace(std::move(sum));
          if (!isNew && at->second.area <= area + 1e-6) continue;
          at->second = chosen;
          at->second.area = area;
          at->second.fills[r] = static_cast<std::int16_t>(f);
        }
      budget_.steps += next.size() * 4;
      if (budget_.progress.cancelled()) return;
      states = next.size() > kKept ? promising(next, kKept, usual) : std::move(next);
    }
    if (const auto complete = states.find(wanted_); complete != states.end()) return take(complete->second);
    const Chosen* most = nullptr;
    double least = 1e300;
    for (const auto& [counts, chosen] : states)
      if (const double left = areaLeft(counts); left < least) {
        least = left;
        most = &chosen;
      }
    if (most) take(*most);
  }

  double areaLeft(const Counts& counts) const {
    double left = 0;
    for (std::size_t i = 0; i < counts.size(); ++i) left += (wanted_[i] - counts[i]) * areas_[i];
    return left;
  }

  std::map<Counts, Chosen> promising(const std::map<Counts, Chosen>& all, std::size_t kept,
                                     double usual) const {
    std::vector<std::pair<double, const Counts*>> ranked;
    for (const auto& [counts, chosen] : all)
      ranked.emplace_back(chosen.area + areaLeft(counts) / usual, &counts);
    std::nth_element(ranked.begin(), ranked.begin() + static_cast<std::ptrdiff_t>(kept), ranked.end(),
                     [](const auto& a, const auto& b) {
                       return a.first != b.first ? a.first < b.first : *a.second < *b.second;
                     });
    std::map<Counts, Chosen> out;
    for (std::size_t i = 0; i < kept; ++i) out.insert(*all.find(*ranked[i].second));
    return out;
  }

  void take(const Chosen& chosen) {
    Counts left = wanted_;
    std::vector<Lying> items;
    // Fullest first, so that what is too much is left out of the last.
    std::vector<std::size_t> touched;
    for (std::size_t r = 0; r < rooms_.size(); ++r)
      if (chosen.fills[r] >= 0) touched.push_back(r);
    for (const std::size_t r : touched)
      for (const Lying& l : fills_[r][static_cast<std::size_t>(chosen.fills[r])].items) {
        int& n = left[variants_[l.variant].shape];
        if (n == 0) continue;
        --n;
        items.push_back({l.variant, r, l.at + Point{rooms_[r].box.left, rooms_[r].box.top}});
      }
    take(std::move(items));
  }

  void take(std::vector<Lying> items) {
    RoomsAnswer answer{std::move(items), 0, 0};
    answer.missing = patches_ - answer.items.size();
    std::vector<bool> touched(rooms_.size(), false);
    for (const Lying& l : answer.items) touched[l.room] = true;
    for (std::size_t r = 0; r < rooms_.size(); ++r)
      if (touched[r]) answer.area += areaOf(r);
    if (answer.missing > best_.missing ||
        (answer.missing == best_.missing && answer.area >= best_.area - 1e-6))
      return;
    best_ = std::move(answer);
    if (better_) better_(best_);
  }

  std::vector<Lying> complete(std::vector<Lying> items) {
    Counts left = wanted_;
    for (const Lying& l : items) --left[variants_[l.variant].shape];
    for (std::size_t s = 0; s < left.size(); ++s)
      for (int i = 0; i < left[s]; ++i)
        items.push_back({variants_.of(s).front(), 0,
                         rooms_.front().box.left >= 0 ? Point{rooms_.front().box.left, rooms_.front().box.top}
                                                      : Point{}});
    return items;
  }

  /// Everything in all rooms, if it will go.
  void squeezeIn() {
    Budget some = budget_.part(0.5);
    const auto found = findRoom(variants_, rooms_, complete(best_.items), 200, dice_, some);
    budget_.steps = some.steps;
    if (found) take(*found);
  }

  /// One room less, or a smaller one for one that is touched: the greatest saving that has a chance.
  bool withLess() {
    struct Trade {
      std::size_t gives;
      std::optional<std::size_t> takes;
      double area;
    };
    std::vector<bool> touched(rooms_.size(), false);
    for (const Lying& l : best_.items) touched[l.room] = true;
    double patches = 0;
    for (std::size_t i = 0; i < wanted_.size(); ++i) patches += wanted_[i] * areas_[i];
    constexpr double kFullest = 0.95;
    std::vector<Trade> trades;
    for (std::size_t r = 0; r < rooms_.size(); ++r) {
      if (!touched[r]) continue;
      trades.push_back({r, std::nullopt, best_.area - areaOf(r)});
      for (std::size_t o = 0; o < rooms_.size(); ++o)
        if (!touched[o] && areaOf(o) < areaOf(r) - 1e-6)
          trades.push_back({r, o, best_.area - areaOf(r) + areaOf(o)});
    }
    std::erase_if(trades, [&](const Trade& t) { return patches > kFullest * t.area; });
    std::stable_sort(trades.begin(), trades.end(),
                     [](const Trade& a, const Trade& b) { return a.area > b.area; });
    for (const Trade& t : trades) {
      if (budget_.over()) return false;
      if (tried(touched, t.gives, t.takes)) return true;
    }
    return false;
  }

  bool tried(std::vector<bool> touched, std::size_t gives, std::optional<std::size_t> takes) {
    touched[gives] = false;
    if (takes) touched[*takes] = true;
    std::vector<Room> some;
    std::vector<std::size_t> names, place(rooms_.size(), 0);
    for (std::size_t r = 0; r < rooms_.size(); ++r)
      if (touched[r]) {
        place[r] = some.size();
        some.push_back(rooms_[r]);
        names.push_back(r);
      }
    std::vector<Lying> items = best_.items;
    for (Lying& l : items) {
      if (l.room == gives) {
        const Room& from = rooms_[gives];
        l.room = takes ? place[*takes] : dice_.below(some.size());
        const Box to = some[l.room].box;
        l.at = Point{to.left, to.top} + (l.at - Point{from.box.left, from.box.top});
        l.at = clampedTo(innerFit(variants_[l.variant], to), l.at);
        continue;
      }
      l.room = place[l.room];
    }
    Budget part = budget_.part(0.15);
    auto found = findRoom(variants_, some, std::move(items), 60, dice_, part);
    budget_.steps = part.steps;
    if (!found) return false;
    for (Lying& l : *found) l.room = names[l.room];
    const double was = best_.area;
    take(std::move(*found));
    return best_.area < was - 1e-6;
  }

  const Variants& variants_;
  const std::vector<Room>& rooms_;
  Dice dice_;
  Budget& budget_;
  const std::function<void(const RoomsAnswer&)>& better_;
  Counts wanted_;
  std::vector<double> areas_;
  std::size_t patches_ = 0;
  struct Known {
    std::vector<Fill> all;
    bool again = false;  ///< more are to be looked for
  };
  std::map<std::tuple<double, double, std::size_t>, Known> known_;
  std::vector<std::vector<Fill>> fills_;
  std::vector<std::vector<std::size_t>> from_;
  RoomsAnswer best_;
};

}  // namespace

std::vector<Room> roomsOf(const PackJob& job, Variants& variants) {
  std::vector<Room> out;
  double x = 0;
  for (const PackRoom& r : job.rooms) {
    const Box box{x, 0, x + r.width, r.length};
    Room room{box, {}};
    std::vector<Polygon> gone = r.holes;
    if (!r.outline.empty()) {
      const Polygon all{{0, 0}, {r.width, 0}, {r.width, r.length}, {0, r.length}};
      const auto outside = partsLeft(all, r.outline);
      gone.insert(gone.end(), outside.begin(), outside.end());
    }
    for (const Polygon& g : gone) room.fixed.emplace_back(variants.addFixed(convexParts(g)), Point{x, 0});
    out.push_back(std::move(room));
    x += r.width + 8 * variants.reach() + job.gap;
  }
  return out;
}

RoomsAnswer packRooms(const PackJob& job, const Variants& variants, const std::vector<Room>& rooms,
                      std::uint64_t seed, const std::vector<Lying>& known, Budget& budget,
                      const std::function<void(const RoomsAnswer&)>& better) {
  return Rooms(job, variants, rooms, seed, budget, better).work(known);
}

}  // namespace clathra::packing
