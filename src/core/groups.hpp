// Lists of numbers for each of some groups, whose copies share what does not change.
#pragma once
#include <algorithm>
#include <cstdint>
#include <vector>

#include "shared_list.hpp"

namespace clathra {

/// Lists of numbers, one for each of some groups: the seams of each piece.
class Groups {
 public:
  using Numbers = SharedList<std::uint32_t, PlainNumbers>;
  class Range {
   public:
    Range(const Numbers& all, std::size_t first, std::size_t count)
        : begin_(&all, first), end_(&all, first + count) {}
    Numbers::Iterator begin() const { return begin_; }
    Numbers::Iterator end() const { return end_; }
    std::size_t size() const { return static_cast<std::size_t>(end_ - begin_); }
    bool empty() const { return size() == 0; }
    std::uint32_t operator[](std::size_t i) const { return begin_[static_cast<std::ptrdiff_t>(i)]; }

   private:
    Numbers::Iterator begin_, end_;
  };

  Groups() = default;
  /// `first`: for each group where its numbers begin, then the end of the last.
  Groups(const std::vector<std::uint32_t>& first, std::vector<std::uint32_t> numbers)
      : numbers_(std::move(numbers)) {
    std::vector<Stretch> stretches;
    for (std::size_t g = 0; g + 1 < first.size(); ++g)
      stretches.push_back({first[g], first[g + 1] - first[g]});
    stretches_ = std::move(stretches);
  }

  std::size_t size() const { return stretches_.size(); }
  Range operator[](std::size_t group) const {
    const Stretch s = stretches_[group];
    return s.count == 0 ? Range(numbers_, 0, 0) : Range(numbers_, s.first, s.count);
  }

  struct Anew {
    std::uint32_t group = 0;  ///< its number after
    std::vector<std::uint32_t> numbers;
  };
  /// With some groups gone, and others, fresh or not, given anew (rising by group); the numbers of all others
  /// are renumbered.
  Groups changed(const Renumbering& groups, const std::vector<Anew>& anew, const Renumbering& numbers) const {
    std::vector<std::uint32_t> goneGroups = groups.gone(), anewGroups;
    for (const Anew& a : anew) {
      anewGroups.push_back(a.group);
      if (!groups.isFresh(a.group)) goneGroups.push_back(groups.before(a.group));
    }
    std::sort(goneGroups.begin(), goneGroups.end());
    const Renumbering replaced(goneGroups, anewGroups);
    std::vector<std::uint32_t> gone;
    for (const auto g : goneGroups) {
      const Stretch s = stretches_[g];
      for (std::uint32_t i = 0; i < s.count; ++i) gone.push_back(s.first + i);
    }
    std::vector<std::uint32_t> at, fresh;
    std::vector<Stretch> stretches;
    for (const Anew& a : anew) {
      const auto first = placeOf(replaced.before(a.group), gone) + static_cast<std::uint32_t>(fresh.size());
      stretches.push_back({first, static_cast<std::uint32_t>(a.numbers.size())});
      for (std::uint32_t i = 0; i < a.numbers.size(); ++i) at.push_back(first + i);
      fresh.insert(fresh.end(), a.numbers.begin(), a.numbers.end());
    }
    const Renumbering places(std::move(gone), std::move(at));
    Groups out;
    out.numbers_ = numbers_.changed(places, std::move(fresh), numbers);
    out.stretches_ = stretches_.changed(replaced, std::move(stretches), places);
    return out;
  }

 private:
  struct Stretch {
    std::uint32_t first = 0, count = 0;
  };
  struct StretchNumbers {
    static std::pair<std::uint32_t, std::uint32_t> range(const Stretch& s) {
      return s.count == 0 ? std::pair(1U, 0U) : std::pair(s.first, s.first + s.count - 1);
    }
    static void shift(Stretch& s, std::int32_t by) { PlainNumbers::shift(s.first, by); }
    static void renumber(Stretch& s, const Renumbering& how) {
      if (s.count > 0) s.first = how.after(s.first);
    }
  };

  /// How many numbers that stay come before those of a group and after it.
  std::uint32_t placeOf(std::uint32_t group, const std::vector<std::uint32_t>& gone) const {
    std::uint32_t first = static_cast<std::uint32_t>(numbers_.size());
    for (std::size_t g = group; g < stretches_.size(); ++g) {
      const Stretch s = stretches_[g];
      if (s.count == 0) continue;
      first = s.first;
      break;
    }
    return first -
           static_cast<std::uint32_t>(std::lower_bound(gone.begin(), gone.end(), first) - gone.begin());
  }

  Numbers numbers_;
  SharedList<Stretch, StretchNumbers> stretches_;
};

}  // namespace clathra
