// All fillings by stated numbers of parts, one of each class.
#include <algorithm>
#include <bit>
#include <span>
#include <unordered_map>

#include "layout/filling_state.hpp"
#include "layout/subdivide.hpp"

namespace clathra {

namespace {

/// Depth first over all fillings by the counts. Of each class of fillings that carry into each other it keeps
/// the one whose placements come first: a filling and its images are compared as bit sets. Few sets of
/// covered triangles are met, but each of them often: the ways to finish from one of the later ones are found
/// once, with their images, and put together with every way that leads to it.
class Lister {
 public:
  Lister(const std::vector<Placement>& placements, std::size_t cells, PartCounts left,
         std::span<const std::vector<std::uint16_t>> symmetries)
      : all_(cells == 64 ? ~0ull : (1ull << cells) - 1), left_(std::move(left)), group_(symmetries.size()) {
    // Symmetries carry placements into placements of the same part: what is not wanted needs no bit.
    std::vector<std::uint16_t> wanted, bit(placements.size(), 0);
    for (std::size_t i = 0; i < placements.size(); ++i) {
      if (left_[placements[i].part] <= 0) continue;
      bit[i] = static_cast<std::uint16_t>(wanted.size());
      wanted.push_back(static_cast<std::uint16_t>(i));
    }
    words_ = wanted.size() / 64 + 1;
    for (const auto& goes : symmetries)
      for (const auto i : wanted) goes_.push_back(bit[goes[i]]);
    wanted_ = wanted.size();
    at_.resize(cells);
    for (const auto i : wanted) {
      const Placement& p = placements[i];
      at_[static_cast<std::size_t>(std::countr_zero(p.cells))].push_back({p.cells, bit[i], p.part});
    }
    placement_ = std::move(wanted);
  }

  Result<std::vector<Filling>> run(std::size_t most, const Progress& progress) {
    most_ = most;
    if (most > 0) search(0, progress);
    if (progress.cancelled()) return fail(kCancelled);
    return std::move(found_);
  }

 private:
  static constexpr int kTail = 12;  // triangles left: from here on ways are remembered
  static constexpr std::size_t kMostRemembered = 4u
                                                 << 20;  // words, 32 MB; beyond it the search goes on plainly
  struct Item {
    std::uint64_t cells;
    std::uint16_t bit;
    std::uint8_t part;
  };
  /// All ways to finish from one set of covered triangles, in the order of the search.
  struct Tail {
    std::size_t ways = 0;
    std::vector<std::uint16_t> bits;    // of each way, as many as pieces are left
    std::vector<std::uint64_t> images;  // of each way, `words_` for each symmetry
  };

  bool search(std::uint64_t covered, const Progress& progress) {
    if (progress.cancelled()) return false;
    if (std::popcount(all_ & ~covered) <= kTail)
      if (const Tail* tail = tailAt(covered)) return finishWith(*tail);
    for (const Item& item : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
      if (item.cells & covered || left_[item.part] == 0) continue;
      take(item);
      const bool on = search(covered | item.cells, progress);
      putBack(item);
      if (!on) return false;
    }
    return true;
  }

  void take(const Item& item) {
    --left_[item.part];
    chosen_.push_back(item.bit);
  }
  void putBack(const Item& item) {
    chosen_.pop_back();
    ++left_[item.part];
  }

  /// Absent once too much is remembered, unless nothing is left to cover.
  const Tail* tailAt(std::uint64_t covered) {
    const auto key = std::pair(covered, packed(left_));
    if (const auto known = tails_.find(key); known != tails_.end()) return &known->second;
    if (remembered_ > kMostRemembered && covered != all_) return nullptr;
    Tail tail;
    collect(covered, chosen_.size(), tail);
    remembered_ += tail.images.size() + 8;
    return &tails_.emplace(key, std::move(tail)).first->second;
  }

  void collect(std::uint64_t covered, std::size_t from, Tail& tail) {
    if (covered == all_) {
      ++tail.ways;
      const std::span way = std::span(chosen_).subspan(from);
      tail.bits.insert(tail.bits.end(), way.begin(), way.end());
      addImages(way, tail.images);
      return;
    }
    for (const Item& item : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
      if (item.cells & covered || left_[item.part] == 0) continue;
      take(item);
      collect(covered | item.cells, from, tail);
      putBack(item);
    }
  }

  void addImages(std::span<const std::uint16_t> bits, std::vector<std::uint64_t>& images) const {
    const std::size_t at = images.size();
    images.resize(at + group_ * words_, 0);
    for (std::size_t s = 0; s < group_; ++s)
      for (const auto bit : bits) {
        const std::uint16_t to = goes_[s * wanted_ + bit];
        images[at + s * words_ + to / 64u] |= 1ull << (to % 64u);
      }
  }

  bool finishWith(const Tail& tail) {
    head_.clear();
    addImages(chosen_, head_);
    const std::size_t pieces = tail.ways > 0 ? tail.bits.size() / tail.ways : 0;
    for (std::size_t way = 0; way < tail.ways; ++way) {
      if (!comesFirst(tail.images.data() + way * group_ * words_)) continue;
      keep(std::span(tail.bits).subspan(way * pieces, pieces));
      if (found_.size() >= most_) return false;
    }
    return true;
  }

  /// Of two sets of equal size the one comes first that has the least placement which is not in both.
  bool comesFirst(const std::uint64_t* tail) const {
    for (std::size_t s = 1; s < group_; ++s)
      for (std::size_t w = 0; w < words_; ++w) {
        const std::size_t at = s * words_ + w;
        const std::uint64_t image = head_[at] | tail[at], differ = (head_[w] | tail[w]) ^ image;
        if (differ == 0) continue;
        if (image & differ & (~differ + 1)) return false;
        break;
      }
    return true;
  }

  void keep(std::span<const std::uint16_t> tail) {
    Filling filling;
    filling.reserve(chosen_.size() + tail.size());
    for (const auto bit : chosen_) filling.push_back(placement_[bit]);
    for (const auto bit : tail) filling.push_back(placement_[bit]);
    std::sort(filling.begin(), filling.end());
    found_.push_back(std::move(filling));
  }

  std::uint64_t all_;
  PartCounts left_;
  std::size_t group_, wanted_ = 0, words_ = 1, most_ = 0;
  std::vector<std::vector<Item>> at_;
  std::vector<std::uint16_t> goes_;       ///< where each bit goes under each symmetry, the identity first
  std::vector<std::uint16_t> placement_;  ///< of each bit
  std::vector<std::uint16_t> chosen_;     ///< bits
  std::unordered_map<std::pair<std::uint64_t, std::uint64_t>, Tail, StateHash> tails_;
  std::size_t remembered_ = 0;
  std::vector<std::uint64_t> head_;  ///< images of what is chosen, while it is finished
  std::vector<Filling> found_;
};

}  // namespace

Result<std::vector<Filling>> Subdivision::list(const PartCounts& wanted, bool mirrorsToo, std::size_t most,
                                               const Progress& progress) const {
  const std::size_t group = mirrorsToo ? symmetries_.size() : turns_;
  return Lister(placements_, cells_.size(), wanted, std::span(symmetries_).first(group)).run(most, progress);
}

}  // namespace clathra
