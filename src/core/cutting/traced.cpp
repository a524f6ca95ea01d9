// Traced: every patch drawn round its template, as densely as outlines go; holes and scraps included.
#include <algorithm>
#include <array>
#include <cmath>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"
#include "packing/recall.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

/// Scissors need next to nothing between two outlines that are drawn.
constexpr double kGap = 0;
/// Looked at for every plan; a person waits for the window.
constexpr std::uint64_t kLeastSteps = 1'500'000, kMostSteps = 8'000'000, kStepsEach = 300;

std::vector<PackShape> shapesOf(const std::vector<PatchDemand>& demands, const std::vector<int>& counts) {
  std::vector<PackShape> out;
  for (std::size_t d = 0; d < demands.size(); ++d) {
    if (counts[d] == 0) continue;
    const Turns turns = demands[d].mayTurn ? Turns::Any : demands[d].mayTurnHalf ? Turns::Half : Turns::None;
    out.push_back({std::to_string(d), demands[d].patch, counts[d], turns});
  }
  return out;
}

class Tracing {
 public:
  Tracing(const CutInput& in, const std::vector<PatchDemand>& demands, CutLayout windows,
          const Progress& progress, int search)
      : in_(in), demands_(demands), laid_(std::move(windows)), search_(search), progress_(progress) {
    for (const PatchDemand& d : demands) left_.push_back(d.patches);
    split();
  }

  CutLayout work() {
    if (!onOneLength()) {
      onHand();
      toBuy();
    }
    for (ClothLength& c : laid_.lengths)
      if (c.toBuy && !in_.cloth.soldPiece) c.length = c.used;
    sortBands(laid_);
    return std::move(laid_);
  }

 private:
  /// In pairs half of the patches stand the other way up: two demands here.
  void split() {
    std::vector<PatchDemand> all;
    for (const PatchDemand& d : demands_) {
      all.push_back(d);
      groups_.push_back(static_cast<int>(groupCount_));
      if (d.inPairs) {
        all.back().patches = d.patches - d.patches / 2;
        all.push_back(d);
        all.back().patches = d.patches / 2;
        all.back().patch = placed(d.patch, kHalfTurn, false, {});
        groups_.push_back(static_cast<int>(groupCount_));
      }
      ++groupCount_;
    }
    demands_ = std::move(all);
    left_.clear();
    for (const PatchDemand& d : demands_) left_.push_back(d.patches);
  }

  std::uint64_t steps() const {
    std::uint64_t n = 0;
    for (const int left : left_) n += static_cast<std::uint64_t>(left);
    return std::clamp(kStepsEach * n * n, kLeastSteps, kMostSteps) * static_cast<std::uint64_t>(search_);
  }
  bool wants() const {
    return std::any_of(left_.begin(), left_.end(), [](int n) { return n > 0; });
  }

  /// The part of a length below its windows and what is squared up.
  PackRoom roomOf(std::size_t l) const {
    const ClothLength& c = laid_.lengths[l];
    const double top = c.used + squaring(l);
    PackRoom room;
    room.width = c.width;
    room.length = c.length - top;
    if (l < in_.cloth.lengths.size()) {
      const OnHand& own = in_.cloth.lengths[l];
      room.outline = own.outline;
      for (const Polygon& hole : own.holes) {
        const Polygon moved = clippedIn(translated(hole, {0, -top}), room);
        if (moved.size() >= 3) room.holes.push_back(moved);
      }
    }
    return room;
  }
  static Polygon clippedIn(const Polygon& hole, const PackRoom& room) {
    const Box b = bounds(hole);
    if (b.top >= 0 && b.bottom <= room.length && b.left >= 0 && b.right <= room.width) return hole;
    const Polygon box{{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}};
    return clippedToBox(isConvex(hole) ? hole : box, {0, 0, room.width, room.length});
  }
  /// What is squared up when the length is begun, mm.
  double squaring(std::size_t l) const {
    // Those beyond the lengths on hand are bought.
    return isSquaredUp(in_.cloth, l) ? kSquaringUp : 0;
  }
  bool isScrap(std::size_t l) const {
    return l < in_.cloth.lengths.size() && !in_.cloth.lengths[l].outline.empty();
  }

  /// All on the shortest whole length that is long enough, if there is one: the least length then.
  bool onOneLength() {
    const double width = stripWidthOf(in_.cloth);
    if (!wants() || width <= 0) return !wants();
    std::vector<std::size_t> whole;
    for (std::size_t l = 0; l < laid_.lengths.size(); ++l)
      if (!laid_.lengths[l].toBuy && !isScrap(l) && in_.cloth.lengths[l].holes.empty() &&
          std::abs(laid_.lengths[l].width - width) < 1e-6)
        whole.push_back(l);
    if (whole.empty() || in_.cloth.lengths.size() > whole.size()) return false;
    const auto packed = packBolt(width);
    told_ = 1;
    if (!packed) return false;
    std::stable_sort(whole.begin(), whole.end(), [&](std::size_t a, std::size_t b) {
      return laid_.lengths[a].length < laid_.lengths[b].length;
    });
    for (const std::size_t l : whole) {
      ClothLength& c = laid_.lengths[l];
      if (c.used + squaring(l) + packed->usedLength > c.length + 1e-6) continue;
      take(*packed, {l});
      return true;
    }
    return false;
  }

  static constexpr double kOnHandPart = 0.5;  ///< of the work

  std::optional<PackResult> packBolt(double width) {
    PackJob job;
    job.width = width;
    job.gap = kGap;
    job.shapes = shapesOf(demands_, left_);
    PackEffort effort;
    effort.steps = steps();
    effort.better = [this](const PackResult& r) { progress_.found(r.usedLength); };
    auto packed = packOrRecall(job, effort, progress_.part(told_, 1));
    return packed ? std::optional(std::move(*packed)) : std::nullopt;
  }

  void onHand() {
    std::vector<std::size_t> lengths;
    PackJob job;
    job.gap = kGap;
    for (std::size_t l = 0; l < laid_.lengths.size(); ++l) {
      if (laid_.lengths[l].toBuy) continue;
      PackRoom room = roomOf(l);
      if (room.width < 5 || room.length < 5) continue;
      lengths.push_back(l);
      job.rooms.push_back(std::move(room));
    }
    if (job.rooms.empty() || !wants()) return;
    job.shapes = shapesOf(demands_, left_);
    PackEffort effort;
    effort.steps = steps();
    effort.asManyAsFit = true;
    if (const auto packed = packOrRecall(job, effort, progress_.part(told_, std::max(told_, kOnHandPart))))
      take(*packed, lengths);
  }

  void toBuy() {
    if (!wants()) return;
    told_ = std::max(told_, kOnHandPart);
    if (in_.cloth.soldPiece) return piecesToBuy();
    const double width = stripWidthOf(in_.cloth);
    const auto packed = packBolt(width);
    if (!packed) return;
    if (laid_.lengths.empty() || !laid_.lengths.back().toBuy) laid_.lengths.push_back({width, 0, 0, true});
    take(*packed, {laid_.lengths.size() - 1});
  }

  void piecesToBuy() {
    const SoldPiece& sold = *in_.cloth.soldPiece;
    constexpr int kMost = 400;
    for (int i = 0; wants() && i < kMost && !progress_.cancelled(); ++i) {
      laid_.lengths.push_back({sold.width.mm(), sold.length.mm(), 0, true});
      PackJob job;
      job.gap = kGap;
      job.rooms = {roomOf(laid_.lengths.size() - 1)};
      job.shapes = shapesOf(demands_, left_);
      PackEffort effort;
      effort.steps = steps() / 4;
      effort.asManyAsFit = true;
      // How many there will be is not known: what is told stays where it is.
      const auto packed = packOrRecall(job, effort, progress_.part(told_, told_));
      const std::size_t before = laid_.placements.size();
      if (packed) take(*packed, {laid_.lengths.size() - 1});
      if (laid_.placements.size() == before) {  // not one goes on it
        laid_.lengths.pop_back();
        return;
      }
    }
  }

  /// `lengths`: the length of each room.
  void take(const PackResult& packed, const std::vector<std::size_t>& lengths) {
    std::vector<std::size_t> named;  // the packed shapes were those still wanted
    for (std::size_t d = 0; d < demands_.size(); ++d)
      if (left_[d] > 0) named.push_back(d);
    std::map<std::size_t, double> bottom;
    for (const PackedPatch& p : packed.patches)
      bottom[lengths[p.room]] = std::max(bottom[lengths[p.room]], bounds(p.outline).bottom);
    std::map<std::size_t, double> top;
    for (const auto& [l, low] : bottom) {
      ClothLength& c = laid_.lengths[l];
      if (squaring(l) > 0) {
        laid_.bands.push_back({static_cast<int>(l), BandKind::Squaring, -1, c.used, c.used + kSquaringUp});
        c.used += kSquaringUp;
      }
      top[l] = c.used;
      laid_.bands.push_back({static_cast<int>(l), BandKind::Traced, 0, c.used, c.used + low});
      c.used += low;
    }
    for (const PackedPatch& p : packed.patches) {
      const std::size_t d = named[p.shape];
      const std::size_t l = lengths[p.room];
      --left_[d];
      PlacedPatch one;
      one.shape = demands_[d].shape;
      one.hand = demands_[d].hand;
      one.group = groups_[d];
      one.length = static_cast<int>(l);
      one.patch = translated(p.outline, {0, top[l]});
      laid_.placements.push_back(std::move(one));
    }
  }

  const CutInput& in_;
  std::vector<PatchDemand> demands_;
  std::vector<int> groups_;  ///< of the method, by demand here
  std::size_t groupCount_ = 0;
  std::vector<int> left_;
  CutLayout laid_;
  int search_;
  Progress progress_;
  double told_ = 0;  ///< of the progress
};

/// Less is better: patches without a place, then mm to buy, then mm of all lengths.
std::array<double, 3> costOf(const CutLayout& laid) {
  std::array<double, 3> out{-static_cast<double>(laid.placements.size()), 0, 0};
  for (const ClothLength& c : laid.lengths) {
    if (c.toBuy) out[1] += c.length;
    out[2] += c.used;
  }
  return out;
}

void finish(CutMethod& m, const std::vector<PatchDemand>& demands, double sparePercent) {
  int sides = 0, patches = 0;
  for (const PatchDemand& d : demands) {
    addDemandLines(m, d, sparePercent);
    patches += d.patches;
    sides += d.patches * static_cast<int>(edgesOf(d.patch).size());
  }
  double length = 0;
  for (const Band& b : m.laid.bands)
    if (b.kind == BandKind::Traced) length += b.to - b.from;
  if (length > 0) m.sum.push_back({Message("sum-traced", patches), length, true});
  m.cuts = sides;
  m.minutesParts = {
      {Message("minutes-set-up"), demands.empty() ? 0 : kMinutesToSetUp},
      {Message("minutes-trace", patches, numberArg(kMinutesToTrace, 1)), patches * kMinutesToTrace},
      {Message("minutes-scissor-cuts", sides, numberArg(kMinutesPerScissorCut, 1)),
       sides * kMinutesPerScissorCut}};
}

void addTracedSteps(CutMethod& m) {
  int tick = 0;
  for (std::size_t l = 0; l < m.laid.lengths.size(); ++l) {
    std::vector<Message> what;
    for (std::size_t g = 0; g < m.groups.size(); ++g) {
      const auto n =
          std::count_if(m.laid.placements.begin(), m.laid.placements.end(), [&](const PlacedPatch& p) {
            return p.length == static_cast<int>(l) && p.group == static_cast<int>(g);
          });
      const PatchDemand& demand = m.groups[g].demand;
      const char* of = demand.hand < 0   ? "patches-left-handed"
                       : demand.hand > 0 ? "patches-right-handed"
                                         : "patches-of";
      if (n > 0) what.push_back(Message(of, patchesArg(static_cast<int>(n), demand)));
    }
    if (what.empty()) continue;
    m.steps.push_back(onLength(m.laid, static_cast<int>(l), Message("step-trace", Arg(what))));
    addTicks(m, tick++);
  }
}

}  // namespace

WorkedMethod workTraced(const CutInput& in, const std::vector<PatchDemand>& demands) {
  WorkedMethod out;
  out.kind = BandKind::Traced;
  if (in.cloth.scraps) {
    out.method.why = Message("scraps-no-strips");
    return out;
  }
  if (stripWidthOf(in.cloth) <= 0) {
    out.method.why = Message("give-usable-width");
    return out;
  }
  if (in.cloth.collection) {
    out.method.why = Message("collection-not-traced");
    return out;
  }
  constexpr int kMost = 4'000;
  int patches = 0;
  for (const PatchDemand& d : demands) {
    patches += d.patches;
    out.method.groups.push_back({d, 0, 0, 0, 0, false, false});
  }
  if (patches > kMost) out.method.why = Message("traced-too-many", kMost);
  out.lay = [&in, demands](CutLayout windows, const std::vector<CutGroup>&, const Progress& progress) {
    const double share = 1.0 / (1 + (in.cloth.search > 1 ? in.cloth.search : 0));
    CutLayout usual = Tracing(in, demands, windows, progress.part(0, share), 1).work();
    if (in.cloth.search <= 1 || progress.cancelled()) return usual;
    // To search longer never costs cloth.
    CutLayout longer =
        Tracing(in, demands, std::move(windows), progress.part(share, 1), in.cloth.search).work();
    return costOf(longer) < costOf(usual) ? longer : usual;
  };
  out.addSteps = addTracedSteps;
  out.finish = [demands, spare = in.sparePercent](CutMethod& method) { finish(method, demands, spare); };
  return out;
}

}  // namespace clathra
