#include "packing/recall.hpp"

#include <deque>
#include <mutex>

namespace clathra {

namespace {

struct Recalled {
  PackJob job;
  std::uint64_t steps = 0, seed = 0;
  bool asManyAsFit = false;
  PackResult result;
  std::vector<double> better;  ///< lengths of the answers on the way

  bool answers(const PackJob& asked, const PackEffort& effort) const {
    return steps == effort.steps && seed == effort.seed && asManyAsFit == effort.asManyAsFit && job == asked;
  }
};

/// Of the whole program: a packing is a function of its job and effort alone, so that nobody can tell but by
/// the time it takes.
class Memory {
 public:
  std::optional<Recalled> find(const PackJob& job, const PackEffort& effort) {
    const std::lock_guard lock(mutex_);
    for (const Recalled& r : all_)
      if (r.answers(job, effort)) return r;
    return std::nullopt;
  }
  void keep(Recalled one) {
    const std::lock_guard lock(mutex_);
    patches_ += one.result.patches.size();
    all_.push_front(std::move(one));
    while (patches_ > kRecalledPatches || all_.size() > kMostJobs) {
      patches_ -= all_.back().result.patches.size();
      all_.pop_back();
    }
  }
  void clear() {
    const std::lock_guard lock(mutex_);
    all_.clear();
    patches_ = 0;
  }

 private:
  static constexpr std::size_t kMostJobs = 200;  // even such as place nothing
  std::mutex mutex_;
  std::deque<Recalled> all_;
  std::size_t patches_ = 0;
};

PackResult withLength(double length) {
  PackResult out;
  out.usedLength = length;
  return out;
}

Memory& memory() {
  static Memory all;
  return all;
}

}  // namespace

Result<PackResult> packOrRecall(const PackJob& job, const PackEffort& effort, const Progress& progress) {
  if (auto known = memory().find(job, effort)) {
    // They are heard again, so that it is told the same of both.
    for (const double length : known->better)
      if (effort.better) effort.better(withLength(length));
    return std::move(known->result);
  }
  Recalled kept{job, effort.steps, effort.seed, effort.asManyAsFit, {}, {}};
  PackEffort listened = effort;
  listened.better = [&](const PackResult& r) {
    kept.better.push_back(r.usedLength);
    if (effort.better) effort.better(r);
  };
  auto out = pack(job, listened, progress);
  if (!out || effort.seconds > 0 || progress.cancelled()) return out;
  kept.result = *out;
  memory().keep(std::move(kept));
  return out;
}

void forgetPackings() {
  memory().clear();
}

}  // namespace clathra
