// A list in blocks. Copies share all blocks that do not change, so a long list with one item more or less
// costs little time and memory.
#pragma once
#include <algorithm>
#include <compare>
#include <cstddef>
#include <cstdint>
#include <iterator>
#include <memory>
#include <optional>
#include <type_traits>
#include <utility>
#include <vector>

#include "renumbering.hpp"

namespace clathra {

/// For items that hold no numbers of other things.
struct NoNumbers {};

/// `Numbers` tells how items that hold numbers (of pieces, say) are renumbered, as static members:
///   range(item)           lowest and highest number in it; lowest above highest if it holds none
///   shift(item, by)       adds to all its numbers
///   renumber(item, how)   as Renumbering::after; none of its numbers goes
/// A block whose numbers all move alike is shared too: the shift is kept beside it. Such items are given as
/// values, others as references that live as long as a list that shares the block.
template <class T, class Numbers = NoNumbers>
class SharedList {
  static constexpr bool kNumbered = !std::is_same_v<Numbers, NoNumbers>;
  struct Block {
    std::shared_ptr<const std::vector<T>> items;
    std::uint32_t start = 0;                ///< place of its first item
    std::int32_t shift = 0;                 ///< added to the numbers in it
    std::uint32_t lowest = 1, highest = 0;  ///< of its numbers, without the shift
    std::size_t size() const { return items->size(); }
  };

 public:
  static constexpr std::size_t kBlock = 256;  ///< items of a block, about
  using value_type = T;
  using Ref = std::conditional_t<kNumbered, T, const T&>;

  SharedList() = default;
  SharedList(std::vector<T> items) {  // NOLINT(google-explicit-constructor): it is a list made a list
    reserveFor(items.size());
    for (std::size_t i = 0; i < items.size(); i += kBlock) {
      const auto first = items.begin() + static_cast<std::ptrdiff_t>(i);
      const auto last = items.begin() + static_cast<std::ptrdiff_t>(std::min(items.size(), i + kBlock));
      push(std::vector<T>(std::make_move_iterator(first), std::make_move_iterator(last)));
    }
    close();
  }
  SharedList(std::size_t size, const T& item) {
    const Block whole = blockOf(std::vector<T>(std::min(size, kBlock), item));
    for (std::size_t left = size; left > 0;) {
      push(left >= whole.size() ? whole : blockOf(std::vector<T>(left, item)));
      left -= blocks_.back().size();
    }
    close();
  }

  std::size_t size() const { return size_; }
  bool empty() const { return size_ == 0; }
  Ref operator[](std::size_t i) const {
    const Block& b = blocks_[blockAt(i)];
    return itemOf(b, i - b.start);
  }
  Ref front() const { return (*this)[0]; }
  Ref back() const { return (*this)[size_ - 1]; }

  class Iterator {
   public:
    using iterator_category = std::random_access_iterator_tag;
    using value_type = T;
    using difference_type = std::ptrdiff_t;
    using reference = Ref;
    using pointer = const T*;

    Iterator() = default;
    Iterator(const SharedList* list, std::size_t at) : list_(list), at_(at) { seek(); }
    reference operator*() const { return list_->itemOf(*block_, at_ - block_->start); }
    pointer operator->() const requires(!kNumbered) { return &**this; }
    reference operator[](difference_type n) const { return *(*this + n); }
    Iterator& operator++() {
      if (++at_ >= end_) seek();
      return *this;
    }
    Iterator operator++(int) {
      Iterator was = *this;
      ++*this;
      return was;
    }
    Iterator& operator--() { return *this -= 1; }
    Iterator& operator+=(difference_type n) {
      at_ = static_cast<std::size_t>(static_cast<difference_type>(at_) + n);
      seek();
      return *this;
    }
    Iterator& operator-=(difference_type n) { return *this += -n; }
    friend Iterator operator+(Iterator i, difference_type n) { return i += n; }
    friend Iterator operator-(Iterator i, difference_type n) { return i -= n; }
    friend difference_type operator-(const Iterator& a, const Iterator& b) {
      return static_cast<difference_type>(a.at_) - static_cast<difference_type>(b.at_);
    }
    friend bool operator==(const Iterator& a, const Iterator& b) { return a.at_ == b.at_; }
    friend auto operator<=>(const Iterator& a, const Iterator& b) { return a.at_ <=> b.at_; }

   private:
    void seek() {
      if (at_ >= list_->size_) return;
      block_ = &list_->blocks_[list_->blockAt(at_)];
      end_ = block_->start + block_->size();
    }
    const SharedList* list_ = nullptr;
    const Block* block_ = nullptr;
    std::size_t at_ = 0, end_ = 0;
  };
  Iterator begin() const { return {this, 0}; }
  Iterator end() const { return {this, size_}; }

  std::vector<T> flat() const { return std::vector<T>(begin(), end()); }

  void set(std::size_t i, const T& item) {
    Block& b = blocks_[blockAt(i)];
    std::vector<T> items = *b.items;
    for (T& other : items) shift(other, b.shift);
    items[i - b.start] = item;
    const auto start = b.start;
    b = blockOf(std::move(items));
    b.start = start;
  }

  /// The list without the items that `places` says are gone and with `fresh` put in, in that order, at the
  /// places that it says are fresh. `fresh` holds numbers after, what stays is renumbered.
  SharedList changed(const Renumbering& places, std::vector<T> fresh, const Renumbering& numbers = {}) const {
    SharedList out;
    out.blocks_.reserve(blocks_.size() + 2);
    std::vector<T> open;
    std::size_t k = 0;
    const auto size = [&] { return out.size_ + open.size(); };
    const auto putIn = [&] {
      for (; k < fresh.size() && places.fresh()[k] == size(); ++k) open.push_back(std::move(fresh[k]));
    };
    auto gone = places.gone().begin();
    for (const Block& b : blocks_) {
      putIn();
      const auto first = b.start, last = static_cast<std::uint32_t>(b.start + b.size() - 1);
      const bool inside = (gone != places.gone().end() && *gone <= last) ||
                          (k < fresh.size() && places.fresh()[k] < size() + b.size());
      const auto by = inside ? std::nullopt : shiftOf(b, numbers);
      if (by && (open.empty() || open.size() >= kBlock / 2)) {
        out.push(std::move(open));
        open = {};
        Block shared = b;
        shared.shift += *by;
        out.push(std::move(shared));
        continue;
      }
      open.reserve(open.size() + b.size());
      for (std::uint32_t i = first; i <= last; ++i) {
        putIn();
        if (gone != places.gone().end() && *gone == i) {
          ++gone;
          continue;
        }
        T item = itemOf(b, i - b.start);
        if constexpr (kNumbered) Numbers::renumber(item, numbers);
        open.push_back(std::move(item));
      }
      if (open.size() > 2 * kBlock) out.split(open);
    }
    putIn();
    out.pushLast(std::move(open));
    out.close();
    return out;
  }

  /// Calls visit(i, before, after) for every item that differs. Both must have the same size.
  template <class Visit>
  static void forEachChange(const SharedList& before, const SharedList& after, Visit visit) {
    for (std::size_t i = 0, a = 0, b = 0; i < before.size_;) {
      const Block &x = before.blocks_[a], &y = after.blocks_[b];
      const std::size_t endX = x.start + x.size(), endY = y.start + y.size(), end = std::min(endX, endY);
      if (x.items != y.items || x.start != y.start || x.shift != y.shift) {
        for (; i < end; ++i) {
          decltype(auto) one = before.itemOf(x, i - x.start);
          decltype(auto) other = after.itemOf(y, i - y.start);
          if (!(one == other)) visit(i, one, other);
        }
      }
      i = end;
      a += end == endX;
      b += end == endY;
    }
  }

  /// The place after the last item of the block that holds item `i`.
  std::size_t blockEnd(std::size_t i) const {
    const Block& b = blocks_[blockAt(i)];
    return b.start + b.size();
  }
  /// From places `i` here and `k` in another list on: how many items both share as blocks.
  std::size_t sharedFrom(std::size_t i, const SharedList& other, std::size_t k) const {
    if (i >= size_ || k >= other.size_) return 0;
    const Block &x = blocks_[blockAt(i)], &y = other.blocks_[other.blockAt(k)];
    if (x.items != y.items || x.shift != y.shift || i - x.start != k - y.start) return 0;
    return x.start + x.size() - i;
  }

 private:
  static void shift(T& item, std::int32_t by) {
    if constexpr (kNumbered) Numbers::shift(item, by);
  }
  Ref itemOf(const Block& b, std::size_t at) const {
    if constexpr (kNumbered) {
      T item = (*b.items)[at];
      Numbers::shift(item, b.shift);
      return item;
    } else {
      return (*b.items)[at];
    }
  }
  static Block blockOf(std::vector<T> items) {
    Block b;
    if constexpr (kNumbered) {
      b.lowest = 0xffffffff;
      for (const T& item : items) {
        const auto [low, high] = Numbers::range(item);
        if (low > high) continue;
        b.lowest = std::min(b.lowest, low);
        b.highest = std::max(b.highest, high);
      }
    }
    b.items = std::make_shared<const std::vector<T>>(std::move(items));
    return b;
  }
  /// By how much the numbers of a block move, if they move alike.
  static std::optional<std::int32_t> shiftOf(const Block& b, const Renumbering& numbers) {
    if (b.lowest > b.highest) return 0;
    const auto shifted = [&](std::uint32_t n) {
      return static_cast<std::uint32_t>(static_cast<std::int64_t>(n) + b.shift);
    };
    return numbers.shift(shifted(b.lowest), shifted(b.highest));
  }
  void push(Block b) {
    b.start = static_cast<std::uint32_t>(size_);
    size_ += b.size();
    blocks_.push_back(std::move(b));
  }
  void push(std::vector<T> items) {
    if (items.empty()) return;
    if (items.size() > 2 * kBlock) split(items);
    if (!items.empty()) push(blockOf(std::move(items)));
  }
  /// A few items go to the block before them, so that lists which grow at their end keep to whole blocks.
  void pushLast(std::vector<T> items) {
    if (!items.empty() && !blocks_.empty() && items.size() + blocks_.back().size() <= kBlock) {
      const Block last = std::move(blocks_.back());
      blocks_.pop_back();
      size_ -= last.size();
      std::vector<T> joined;
      for (std::size_t i = 0; i < last.size(); ++i) joined.push_back(itemOf(last, i));
      joined.insert(joined.end(), std::make_move_iterator(items.begin()),
                    std::make_move_iterator(items.end()));
      items = std::move(joined);
    }
    push(std::move(items));
  }
  /// Makes blocks of all but the last few.
  void split(std::vector<T>& items) {
    std::size_t done = 0;
    for (; items.size() - done > kBlock; done += kBlock) {
      const auto first = items.begin() + static_cast<std::ptrdiff_t>(done);
      push(blockOf(std::vector<T>(first, first + kBlock)));
    }
    items.erase(items.begin(), items.begin() + static_cast<std::ptrdiff_t>(done));
  }
  void reserveFor(std::size_t items) { blocks_.reserve((items + kBlock - 1) / kBlock); }
  void close() { scale_ = size_ == 0 ? 0 : static_cast<double>(blocks_.size()) / static_cast<double>(size_); }
  /// Blocks are about equally long: the right one is near where it would be if they were.
  std::size_t blockAt(std::size_t i) const {
    auto b = std::min(static_cast<std::size_t>(static_cast<double>(i) * scale_), blocks_.size() - 1);
    while (i < blocks_[b].start) --b;
    while (i >= blocks_[b].start + blocks_[b].size()) ++b;
    return b;
  }

  std::vector<Block> blocks_;
  std::size_t size_ = 0;
  double scale_ = 0;  ///< blocks an item
};

/// Items that are numbers.
struct PlainNumbers {
  static std::pair<std::uint32_t, std::uint32_t> range(std::uint32_t n) { return {n, n}; }
  static void shift(std::uint32_t& n, std::int32_t by) {
    n = static_cast<std::uint32_t>(static_cast<std::int64_t>(n) + by);
  }
  static void renumber(std::uint32_t& n, const Renumbering& how) { n = how.after(n); }
};

}  // namespace clathra
