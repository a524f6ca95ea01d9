#include "packing/recall.hpp"

#include "recalled.hpp"

namespace clathra {

namespace {

struct Asked {
  PackJob job;
  std::uint64_t steps = 0, seed = 0;
  bool asManyAsFit = false;
  friend bool operator==(const Asked&, const Asked&) = default;
};
struct Packed {
  PackResult result;
  std::vector<double> better;  ///< lengths of the answers on the way
};

constexpr std::size_t kMostJobs = 200;  // even such as place nothing

PackResult withLength(double length) {
  PackResult out;
  out.usedLength = length;
  return out;
}

Recalled<Asked, Packed>& memory() {
  static Recalled<Asked, Packed> all(kRecalledPatches, kMostJobs);
  return all;
}

}  // namespace

Result<PackResult> packOrRecall(const PackJob& job, const PackEffort& effort, const Progress& progress) {
  Asked asked{job, effort.steps, effort.seed, effort.asManyAsFit};
  if (auto known = memory().find(asked)) {
    // They are heard again, so that it is told the same of both.
    for (const double length : known->better)
      if (effort.better) effort.better(withLength(length));
    return std::move(known->result);
  }
  Packed kept;
  PackEffort listened = effort;
  listened.better = [&](const PackResult& r) {
    kept.better.push_back(r.usedLength);
    if (effort.better) effort.better(r);
  };
  auto out = pack(job, listened, progress);
  if (!out || effort.seconds > 0 || progress.cancelled()) return out;
  kept.result = *out;
  const std::size_t patches = out->patches.size();
  memory().keep(std::move(asked), std::move(kept), patches);
  return out;
}

void forgetPackings() {
  memory().clear();
}

}  // namespace clathra
