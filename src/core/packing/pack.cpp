#include <algorithm>
#include <chrono>
#include <cmath>
#include <optional>

#include "packing/bolt.hpp"
#include "packing/job.hpp"
#include "packing/rooms.hpp"
#include "shape/congruent.hpp"
#include "shape/own_polygon.hpp"

namespace clathra {

namespace {

using packing::Variants;

/// Outlines of more corners are searched for by plainer ones round them.
constexpr std::size_t kFewCorners = 16;
constexpr double kPlainer = 0.5;  // mm

constexpr double kLeastCloth = 5, kMostCloth = 20'000;  // mm
constexpr double kMostGap = 100;                        // mm
constexpr double kLeastPatch = 1;                       // mm²
constexpr std::size_t kMostShapes = 200, kMostCorners = 2'000, kMostRooms = 1'000;
constexpr int kMostPatches = 20'000;
constexpr double kRounding = 0.01;  // mm

bool isCloth(double mm) {
  return mm >= kLeastCloth && mm <= kMostCloth;
}

Status checkRoom(const PackRoom& room, std::size_t number) {
  if (!isCloth(room.width) || !isCloth(room.length))
    return fail("pack-cloth-size", readableArg(kLeastCloth), readableArg(kMostCloth));
  if (!room.outline.empty() && (room.outline.size() < 3 || crossesItself(room.outline)))
    return fail("pack-cloth-crosses", number);
  for (const Polygon& hole : room.holes) {
    if (hole.size() < 3 || crossesItself(hole)) return fail("pack-hole-crosses", number);
    const Box b = bounds(hole);
    if (b.left < -kRounding || b.top < -kRounding || b.right > room.width + kRounding ||
        b.bottom > room.length + kRounding)
      return fail("pack-hole-outside", number);
  }
  return {};
}

Status checkShape(const PackShape& s) {
  if (s.outline.size() < 3 || s.outline.size() > kMostCorners)
    return fail("pack-shape-corners", s.id, kMostCorners);
  for (const Point p : s.outline)
    if (!(std::abs(p.x) < kMostCloth * 10 && std::abs(p.y) < kMostCloth * 10))
      return fail("pack-shape-far", s.id);
  if (crossesItself(s.outline)) return fail("pack-shape-crosses", s.id);
  if (area(s.outline) < kLeastPatch) return fail("pack-shape-nothing", s.id);
  if (s.quantity < 1 || s.quantity > kMostPatches) return fail("pack-quantity", s.id, kMostPatches);
  return {};
}

Status checkJob(const PackJob& job) {
  if (job.rooms.empty() && !isCloth(job.width))
    return fail("pack-cloth-size", readableArg(kLeastCloth), readableArg(kMostCloth));
  if (job.length && !(*job.length >= kLeastCloth && *job.length <= 1000 * kMostCloth))
    return fail("pack-length", readableArg(kLeastCloth));
  if (job.rooms.size() > kMostRooms) return fail("pack-rooms", kMostRooms);
  for (std::size_t r = 0; r < job.rooms.size(); ++r)
    if (const auto ok = checkRoom(job.rooms[r], r + 1); !ok) return ok;
  if (!(job.gap >= 0 && job.gap <= kMostGap)) return fail("pack-gap", readableArg(kMostGap));
  if (job.shapes.empty() || job.shapes.size() > kMostShapes) return fail("pack-shapes", kMostShapes);
  int patches = 0;
  for (const PackShape& s : job.shapes) {
    if (const auto ok = checkShape(s); !ok) return ok;
    patches += s.quantity;
    if (patches > kMostPatches) return fail("pack-too-many", kMostPatches);
  }
  return {};
}

/// Outlines alike up to a move, whichever corner comes first.
bool sameUpToMove(const Polygon& a, const Polygon& b) {
  const auto turns = turnsBetween(a, b, 1e-3);
  return std::any_of(turns.begin(), turns.end(),
                     [](Angle t) { return std::abs(t.wrapped().degrees()) < 1e-3; });
}

bool fitsSomewhere(const PackJob& job, const Polygon& outline) {
  const Box b = bounds(outline);
  const auto in = [&](double width, double length) {
    return b.width() <= width + 1e-6 && b.height() <= length + 1e-6;
  };
  if (job.rooms.empty()) return in(job.width, job.length.value_or(1e300));
  return std::any_of(job.rooms.begin(), job.rooms.end(),
                     [&](const PackRoom& r) { return in(r.width, r.length); });
}

/// Turns that lay an edge level or plumb where any is allowed; others only where none of those fits.
std::vector<Angle> turnsFor(const PackJob& job, const PackShape& s, Turns allowed) {
  std::vector<Angle> out;
  std::vector<Polygon> seen;
  constexpr std::size_t kMost = 24;
  const auto add = [&](Angle turn) {
    Polygon p = placed(s.outline, turn, false, {});
    if (out.size() >= kMost || !fitsSomewhere(job, p)) return;
    if (std::any_of(seen.begin(), seen.end(), [&](const Polygon& q) { return sameUpToMove(p, q); })) return;
    seen.push_back(std::move(p));
    out.push_back(turn);
  };
  add({});
  if (allowed != Turns::None) add(kHalfTurn);
  if (allowed == Turns::None || allowed == Turns::Half) return out;
  add(kQuarterTurn);
  add(-kQuarterTurn);
  if (allowed != Turns::Any) return out;
  // Of arcs that are drawn with many chords no single one is laid level.
  const double least = s.outline.size() > kFewCorners ? perimeter(s.outline) / kFewCorners : 0;
  for (std::size_t i = 0; i < s.outline.size(); ++i)
    for (int q = 0; q < 4 && distance(s.outline[i], s.outline[(i + 1) % s.outline.size()]) > least; ++q)
      add(Angle::degrees(90 * q) - directionOf(s.outline[(i + 1) % s.outline.size()] - s.outline[i]));
  for (int half = 0; out.empty() && half < 720; ++half) add(Angle::degrees(0.5 * half));
  return out;
}

using TurnSets = std::vector<std::vector<Angle>>;

/// Turns of every shape, first the fewest and then always more, up to what is allowed. What can be laid with
/// few is laid with few first, so that the freedom to turn never makes an answer worse.
std::vector<TurnSets> turnSetsOf(const PackJob& job) {
  std::vector<TurnSets> out;
  const Turns most = std::max_element(job.shapes.begin(), job.shapes.end(), [](const auto& a, const auto& b) {
                       return a.turns < b.turns;
                     })->turns;
  for (const Turns level : {Turns::None, Turns::Half, Turns::Quarter, Turns::Any}) {
    if (level > most) break;
    TurnSets sets;
    for (const PackShape& s : job.shapes) sets.push_back(turnsFor(job, s, std::min(level, s.turns)));
    if (std::any_of(sets.begin(), sets.end(), [](const auto& turns) { return turns.empty(); })) continue;
    out.push_back(std::move(sets));
  }
  return out;
}

/// A part of what a plain packing by pairs of outlines takes, for each set of turns.
std::uint64_t usualSteps(const PackJob& job) {
  double patches = 0;
  bool hollow = false;
  for (const PackShape& s : job.shapes) {
    patches += s.quantity;
    hollow = hollow || !isConvex(s.outline);
  }
  constexpr double kEach = 1500, kLeast = 2e6, kMost = 100e6, kHollow = 3;
  return static_cast<std::uint64_t>(std::clamp(kEach * patches * patches, kLeast, kMost) /
                                    (hollow ? kHollow : 1));
}

class Packer {
 public:
  Packer(const PackJob& job, const PackEffort& effort, const Progress& progress)
      : given_(job), job_(plainer(job)), effort_(effort), sets_(turnSetsOf(job)) {
    budget_.progress = progress;
    if (effort.seconds <= 0) return;
    const auto end = std::chrono::steady_clock::now() + std::chrono::duration<double>(effort.seconds);
    budget_.late = [end] { return std::chrono::steady_clock::now() > end; };
  }

  Result<PackResult> work() {
    std::optional<PackResult> best;
    Error why;
    std::uint64_t steps = 0;
    const Progress whole = budget_.progress;
    for (std::size_t level = 0; level < sets_.size(); ++level) {
      const auto levels = static_cast<double>(sets_.size()), at = static_cast<double>(level);
      budget_.progress = whole.part(at / levels, (at + 1) / levels);
      if (best && (budget_.progress.cancelled() || (budget_.late && budget_.late()))) break;
      const std::uint64_t all = effort_.steps > 0 ? effort_.steps / sets_.size() : usualSteps(job_);
      level_ = level;
      budget_.steps = 0;
      budget_.most = std::max<std::uint64_t>(1, all);
      Variants variants(job_, sets_[level]);
      const auto known = best ? lyingOf(*best, variants) : std::vector<packing::Lying>();
      auto now = job_.rooms.empty() ? onBolt(variants, known) : onHand(variants, known);
      steps += budget_.steps;
      if (now)
        best = std::move(*now);
      else
        why = now.error();
      if (budget_.progress.cancelled()) break;
    }
    if (!best) return tl::make_unexpected(why);
    best->steps = steps;
    if (job_.rooms.empty()) pushExactly(*best);
    return std::move(*best);
  }

 private:
  static PackJob plainer(PackJob job) {
    for (PackShape& s : job.shapes)
      if (s.outline.size() > kFewCorners) s.outline = roundWithFewer(s.outline, kPlainer);
    return job;
  }

  /// What plainer outlines keep apart comes together, as far as the true ones let it.
  void pushExactly(PackResult& result) {
    bool same = true;
    for (std::size_t s = 0; s < job_.shapes.size(); ++s)
      same = same && job_.shapes[s].outline.size() == given_.shapes[s].outline.size();
    if (same || budget_.progress.cancelled()) return;
    TurnSets used(given_.shapes.size());
    std::size_t turns = 0;
    for (const PackedPatch& p : result.patches) {
      auto& own = used[p.shape];
      if (std::find(own.begin(), own.end(), p.turn) != own.end()) continue;
      own.push_back(p.turn);
      ++turns;
    }
    constexpr std::size_t kMostTurns = 4;
    if (turns > kMostTurns) return;
    const Variants variants(given_, used);
    auto items = lyingOf(result, variants, true);
    if (items.size() != result.patches.size()) return;
    budget_.steps = 0;
    budget_.most = 100'000;
    const double length =
        packing::pushTogether(variants, {{0, 0, given_.width, 0}, {}}, items, result.usedLength, budget_);
    if (length >= result.usedLength) return;
    const std::uint64_t steps = result.steps;
    result = boltResult(variants, {std::move(items), length}, true);
    result.steps = steps + budget_.steps;
  }

  double patchArea() const {
    double sum = 0;
    for (const PackShape& s : given_.shapes) sum += s.quantity * area(s.outline);
    return sum;
  }

  /// Where the patches of an answer lie on a board of more turns.
  std::vector<packing::Lying> lyingOf(const PackResult& result, const Variants& variants,
                                      bool exactly = false) const {
    const auto& shapes = exactly ? given_.shapes : job_.shapes;
    std::vector<packing::Lying> out;
    for (const PackedPatch& p : result.patches) {
      // How far the given outline was moved, and where the middle of the one that is searched with lies then.
      const Point moved =
          p.outline.front() - placed(given_.shapes[p.shape].outline, p.turn, false, {}).front();
      const Box b = bounds(placed(shapes[p.shape].outline, p.turn, false, {}));
      const Point middle = moved + Point{(b.left + b.right) / 2, (b.top + b.bottom) / 2};
      for (const std::size_t v : variants.of(p.shape))
        if (variants[v].turn == p.turn) {
          out.push_back({v, p.room, middle});
          break;
        }
    }
    return out;
  }

  PackResult placedOut(const Variants& variants, const std::vector<packing::Lying>& items,
                       const std::vector<packing::Room>& rooms, bool exactly = false) const {
    const auto& given = given_.shapes;
    const auto& shapes = exactly ? given_.shapes : job_.shapes;
    PackResult out;
    for (const packing::Lying& l : items) {
      const packing::Variant& v = variants[l.variant];
      const Point corner{rooms[l.room].box.left, rooms[l.room].box.top};
      // The plainer outline has its box's middle at the place.
      const Box b = bounds(placed(shapes[v.shape].outline, v.turn, false, {}));
      const Point middle{(b.left + b.right) / 2, (b.top + b.bottom) / 2};
      out.patches.push_back(
          {v.shape, l.room, v.turn, placed(given[v.shape].outline, v.turn, false, l.at - corner - middle)});
    }
    std::stable_sort(out.patches.begin(), out.patches.end(), [](const PackedPatch& a, const PackedPatch& b) {
      return std::pair(a.room, bounds(a.outline).top) < std::pair(b.room, bounds(b.outline).top);
    });
    for (const PackedPatch& p : out.patches)
      if (out.rooms.empty() || out.rooms.back() != p.room) out.rooms.push_back(p.room);
    return out;
  }

  PackResult boltResult(const Variants& variants, const packing::BoltAnswer& answer,
                        bool exactly = false) const {
    PackResult out = placedOut(variants, answer.items, {{{0, 0, job_.width, 0}, {}}}, exactly);
    out.usedLength = 0;
    for (const PackedPatch& p : out.patches)
      out.usedLength = std::max(out.usedLength, bounds(p.outline).bottom);
    out.utilisation = patchArea() / (job_.width * out.usedLength);
    return out;
  }

  Result<PackResult> onBolt(const Variants& variants, const std::vector<packing::Lying>& known) {
    const auto answer = packing::packBolt(job_, variants, effort_.seed + level_, known, budget_,
                                          [&](const packing::BoltAnswer& a) {
                                            if (effort_.better) effort_.better(boltResult(variants, a));
                                          });
    if (answer.items.empty()) return fail(kCancelled);
    if (job_.length && answer.length > *job_.length + kRounding)
      return fail("pack-too-long", readableArg(answer.length), readableArg(*job_.length));
    return boltResult(variants, answer);
  }

  PackResult roomsResult(const Variants& variants, const packing::RoomsAnswer& answer,
                         const std::vector<packing::Room>& rooms) const {
    PackResult out = placedOut(variants, answer.items, rooms);
    // The one with the most left over is touched last.
    double least = 2;
    for (const std::size_t r : out.rooms) {
      double used = 0;
      for (const PackedPatch& p : out.patches)
        if (p.room == r) used = std::max(used, bounds(p.outline).bottom);
      if (used / job_.rooms[r].length >= least) continue;
      least = used / job_.rooms[r].length;
      out.usedLength = used;
    }
    double laid = 0;
    for (const PackedPatch& p : out.patches) laid += area(p.outline);
    out.utilisation = answer.area > 0 ? laid / answer.area : 0;
    return out;
  }

  Result<PackResult> onHand(Variants& variants, std::vector<packing::Lying> known) {
    const auto rooms = packing::roomsOf(job_, variants);
    for (packing::Lying& l : known) l.at = l.at + Point{rooms[l.room].box.left, rooms[l.room].box.top};
    const auto answer = packing::packRooms(job_, variants, rooms, effort_.seed + level_, known, budget_,
                                           [&](const packing::RoomsAnswer& a) {
                                             if (effort_.better && a.missing == 0)
                                               effort_.better(roomsResult(variants, a, rooms));
                                           });
    if (answer.missing == 0 || (effort_.asManyAsFit && !answer.items.empty()))
      return roomsResult(variants, answer, rooms);
    if (budget_.progress.cancelled()) return fail(kCancelled);
    std::vector<int> left;
    for (const PackShape& s : job_.shapes) left.push_back(s.quantity);
    for (const packing::Lying& l : answer.items) --left[variants[l.variant].shape];
    const auto first = std::find_if(left.begin(), left.end(), [](int n) { return n > 0; });
    const auto& name = job_.shapes[static_cast<std::size_t>(first - left.begin())].id;
    if (answer.items.empty()) return fail("pack-fits-nowhere", name);
    return fail("pack-not-enough", answer.missing, *first, name);
  }

  const PackJob& given_;
  PackJob job_;  ///< with outlines that are quick to search with
  const PackEffort& effort_;
  std::vector<TurnSets> sets_;
  packing::Budget budget_;
  std::size_t level_ = 0;  ///< each has dice of its own
};

PackJob clockwise(PackJob job) {
  const auto turn = [](Polygon& p) {
    if (signedArea(p) < 0) std::reverse(p.begin(), p.end());
  };
  for (PackShape& s : job.shapes) turn(s.outline);
  for (PackRoom& r : job.rooms) {
    turn(r.outline);
    for (Polygon& h : r.holes) turn(h);
  }
  return job;
}

}  // namespace

Result<PackResult> pack(const PackJob& given, const PackEffort& effort, const Progress& progress) {
  if (const auto ok = checkJob(given); !ok) return tl::make_unexpected(ok.error());
  const PackJob job = clockwise(given);
  const auto fits = [&](const PackShape& s) { return !turnsFor(job, s, s.turns).empty(); };
  if (!effort.asManyAsFit) {
    for (const PackShape& s : job.shapes)
      if (!fits(s)) return fail("pack-fits-nowhere", s.id);
    return Packer(job, effort, progress).work();
  }
  PackJob some = job;
  std::vector<std::size_t> was;
  some.shapes.clear();
  for (std::size_t i = 0; i < job.shapes.size(); ++i)
    if (fits(job.shapes[i])) {
      was.push_back(i);
      some.shapes.push_back(job.shapes[i]);
    }
  if (was.empty()) return PackResult{};
  auto out = Packer(some, effort, progress).work();
  if (!out) return out;
  for (PackedPatch& p : out->patches) p.shape = was[p.shape];
  return out;
}

}  // namespace clathra
