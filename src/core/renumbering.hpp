// How numbers move when some of what is numbered goes and other comes.
#pragma once
#include <algorithm>
#include <cstdint>
#include <optional>
#include <utility>
#include <vector>

namespace clathra {

/// What stays keeps its order. Knows only what changed, so that it costs nothing however much stays.
class Renumbering {
 public:
  static constexpr std::uint32_t kGone = 0xffffffff;

  Renumbering() = default;
  /// `gone`: numbers before, rising; `fresh`: numbers after, rising.
  Renumbering(std::vector<std::uint32_t> gone, std::vector<std::uint32_t> fresh)
      : gone_(std::move(gone)), fresh_(std::move(fresh)) {
    staysBefore_.reserve(fresh_.size());
    for (std::uint32_t k = 0; k < fresh_.size(); ++k) staysBefore_.push_back(fresh_[k] - k);
  }

  const std::vector<std::uint32_t>& gone() const { return gone_; }
  const std::vector<std::uint32_t>& fresh() const { return fresh_; }
  bool isFresh(std::uint32_t after) const { return std::binary_search(fresh_.begin(), fresh_.end(), after); }

  /// The number after of what was numbered `before`, or kGone.
  std::uint32_t after(std::uint32_t before) const {
    const auto goneBefore = countBelow(gone_, before);
    if (goneBefore < gone_.size() && gone_[goneBefore] == before) return kGone;
    const auto stays = before - goneBefore;
    return stays + freshAmong(stays);
  }
  /// Renumbers numbers that rise; those that are gone are left out.
  void apply(std::vector<std::uint32_t>& rising) const {
    auto to = rising.begin();
    for (auto from = rising.begin(); from != rising.end();) {
      const auto goneBefore = countBelow(gone_, *from);
      if (goneBefore < gone_.size() && gone_[goneBefore] == *from) {
        ++from;
        continue;
      }
      // Up to the next place where something goes or comes all move alike.
      const auto freshBefore = freshAmong(*from - goneBefore);
      std::uint32_t end = goneBefore < gone_.size() ? gone_[goneBefore] : kGone;
      if (freshBefore < staysBefore_.size()) end = std::min(end, staysBefore_[freshBefore] + goneBefore);
      const auto last = std::lower_bound(from, rising.end(), end);
      const std::uint32_t by = freshBefore - goneBefore;  // may wrap, and wraps back when added
      to = std::transform(from, last, to, [by](std::uint32_t n) { return n + by; });
      from = last;
    }
    rising.erase(to, rising.end());
  }
  /// The number before of what stays and is numbered `after`; for what is fresh, that of the next that stays.
  std::uint32_t before(std::uint32_t after) const {
    const auto at = std::lower_bound(fresh_.begin(), fresh_.end(), after);
    auto number = after - static_cast<std::uint32_t>(at - fresh_.begin());
    for (const auto g : gone_) {
      if (g > number) break;
      ++number;
    }
    return number;
  }
  /// By how much all numbers from `first` to `last` move, if they move alike: none of them goes and nothing
  /// comes between them.
  std::optional<std::int32_t> shift(std::uint32_t first, std::uint32_t last) const {
    const auto goneBefore = countBelow(gone_, first);
    if (goneBefore < gone_.size() && gone_[goneBefore] <= last) return std::nullopt;
    const auto freshBefore = freshAmong(first - goneBefore);
    if (freshAmong(last - goneBefore) != freshBefore) return std::nullopt;
    return static_cast<std::int32_t>(freshBefore) - static_cast<std::int32_t>(goneBefore);
  }

 private:
  /// How many fresh ones come before the one that is the `stays`-th of those that stay.
  std::uint32_t freshAmong(std::uint32_t stays) const { return countBelow(staysBefore_, stays + 1); }
  /// How many of rising numbers lie below `n`. There are few as a rule, and counting them is quicker.
  static std::uint32_t countBelow(const std::vector<std::uint32_t>& rising, std::uint32_t n) {
    constexpr std::size_t kFew = 16;
    if (rising.size() > kFew)
      return static_cast<std::uint32_t>(std::lower_bound(rising.begin(), rising.end(), n) - rising.begin());
    std::uint32_t below = 0;
    for (const auto r : rising) below += r < n ? 1 : 0;
    return below;
  }

  std::vector<std::uint32_t> gone_, fresh_;
  std::vector<std::uint32_t> staysBefore_;  ///< of each fresh one, how many that stay come before it
};

}  // namespace clathra
