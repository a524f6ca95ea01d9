// Laying what a method cuts on the lengths of cloth there are, and saying it step by step.
#include <algorithm>
#include <cmath>
#include <numeric>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"

namespace clathra {

namespace {

constexpr double kRounding = 1e-6;  // mm

/// The lengths while they are filled.
class Lengths {
 public:
  Lengths(const Cloth& cloth) : width_(cloth.width->mm()) {
    for (const Length l : cloth.lengths) lengths_.push_back({{width_, l.mm(), 0, false}, {}, {}});
    longestFirst_.resize(lengths_.size());
    std::iota(longestFirst_.begin(), longestFirst_.end(), std::size_t{0});
    std::stable_sort(longestFirst_.begin(), longestFirst_.end(), [&](std::size_t a, std::size_t b) {
      return lengths_[a].cloth.length > lengths_[b].cloth.length;
    });
  }

  void windows(const CutInput& in, const std::vector<WindowPart>& parts, double height) {
    One& one = roomFor(height, false);
    add(one, BandKind::Windows, -1, height, {});
    for (const WindowPart& part : parts)
      for (const Window& w : part.windows) one.placements.back().push_back(placed(in, part, w));
  }

  void block(CutBlock block, BandKind kind) {
    One& one = roomFor(block.height, true);
    if (!squared(one)) add(one, BandKind::Squaring, -1, kSquaringUp, {});
    const double down = one.cloth.used;
    for (PlacedPatch& p : block.patches) {
      p.patch = translated(p.patch, {0, down});
      if (!p.rough.empty()) p.rough = translated(p.rough, {0, down});
    }
    add(one, kind, block.group, block.height, std::move(block.patches));
  }

  CutLayout take() {
    CutLayout out;
    for (std::size_t l = 0; l < lengths_.size(); ++l) {
      One& one = lengths_[l];
      if (one.cloth.toBuy) one.cloth.length = one.cloth.used;
      for (std::size_t b = 0; b < one.bands.size(); ++b) {
        one.bands[b].length = static_cast<int>(l);
        for (PlacedPatch& p : one.placements[b]) {
          p.length = static_cast<int>(l);
          p.band = static_cast<int>(out.bands.size());
          out.placements.push_back(std::move(p));
        }
        out.bands.push_back(one.bands[b]);
      }
      out.lengths.push_back(one.cloth);
    }
    return out;
  }

 private:
  struct One {
    ClothLength cloth;
    std::vector<Band> bands;
    std::vector<std::vector<PlacedPatch>> placements;  // one list a band
  };

  static bool squared(const One& one) {
    return std::any_of(one.bands.begin(), one.bands.end(),
                       [](const Band& b) { return b.kind == BandKind::Squaring; });
  }
  One& roomFor(double height, bool squares) {
    for (const std::size_t i : longestFirst_) {
      One& one = lengths_[i];
      const double squaring = squares && !squared(one) ? kSquaringUp : 0;
      if (one.cloth.used + squaring + height <= one.cloth.length + kRounding) return one;
    }
    if (lengths_.empty() || !lengths_.back().cloth.toBuy) lengths_.push_back({{width_, 0, 0, true}, {}, {}});
    return lengths_.back();
  }
  static void add(One& one, BandKind kind, int group, double height, std::vector<PlacedPatch> patches) {
    one.bands.push_back({0, kind, group, one.cloth.used, one.cloth.used + height});
    one.placements.push_back(std::move(patches));
    one.cloth.used += height;
  }
  static PlacedPatch placed(const CutInput& in, const WindowPart& part, const Window& w) {
    PlacedPatch p;
    p.motif = part.motif;
    for (const WindowInput& input : in.windows) {
      if (input.motif.id != part.motif) continue;
      for (std::size_t s = 0; s < in.layout->shapes.size(); ++s)
        if (in.layout->shapes[s].name == input.motif.shape) p.shape = static_cast<std::uint16_t>(s);
      if (in.layout->shapes[p.shape].symmetry.chiral()) p.hand = input.leftHand != w.mirrored ? -1 : 1;
    }
    p.patch = w.patch;
    p.paper = w.paper;
    return p;
  }

  double width_;
  std::vector<One> lengths_;
  std::vector<std::size_t> longestFirst_;
};

/// Where a step is done, said only where there is more than one length to choose from.
Message onLength(const CutLayout& layout, int length, Message step) {
  const ClothLength& l = layout.lengths[static_cast<std::size_t>(length)];
  if (layout.lengths.size() < 2) return step;
  if (l.toBuy) return Message("step-on-bought", std::move(step));
  return Message("step-on-length", length + 1, sizeArg(l.length), std::move(step));
}

void addStripSteps(CutMethod& m, const BandRun& run) {
  const CutGroup& g = m.groups[static_cast<std::size_t>(run.group)];
  const char* cut = g.demand.hand < 0   ? "step-strips-face-down"
                    : g.demand.hand > 0 ? "step-strips-face-up"
                                        : "step-strips";
  m.steps.push_back(onLength(m.laid, run.length, Message(cut, run.count, sizeArg(g.height))));
  Message from = run.count == 1 ? Message("step-from-it", patchesArg(run.last, g.demand))
                 : run.last != run.most
                     ? Message("step-from-each-last", patchesArg(run.most, g.demand), run.last)
                     : Message("step-from-each", patchesArg(run.most, g.demand));
  if (g.alternate) from = Message("two-sentences", std::move(from), Message("step-turn-every-second"));
  if (g.swapsBeginning && run.count > 1)
    from = Message("two-sentences", std::move(from), Message("step-begin-every-second"));
  m.steps.push_back(std::move(from));
}

void addSteps(CutMethod& m, BandKind kind) {
  const auto squarings = std::count_if(m.laid.bands.begin(), m.laid.bands.end(),
                                       [](const Band& b) { return b.kind == BandKind::Squaring; });
  if (squarings > 0) m.steps.emplace_back("step-square-up", squarings);
  for (const BandRun& run : runsOf(m.laid)) {
    if (kind == BandKind::Strip) {
      addStripSteps(m, run);
      continue;
    }
    const CutGroup& g = m.groups[static_cast<std::size_t>(run.group)];
    const int patches = run.most * (run.count - 1) + run.last;
    Message step("step-rows", patches, sizeArg(g.width), sizeArg(g.height), patchesArg(patches, g.demand),
                 run.most);
    if (g.alternate) step = Message("two-sentences", std::move(step), Message("step-half-upside-down"));
    m.steps.push_back(onLength(m.laid, run.length, std::move(step)));
  }
}

void addScrapSteps(CutMethod& m) {
  for (const CutGroup& g : m.groups)
    m.steps.emplace_back("step-scraps", g.demand.patches, sizeArg(g.width), sizeArg(g.height),
                         patchesArg(g.demand.patches, g.demand));
}

}  // namespace

std::vector<BandRun> runsOf(const CutLayout& layout) {
  std::vector<int> patches(layout.bands.size(), 0);
  for (const PlacedPatch& p : layout.placements) ++patches[static_cast<std::size_t>(p.band)];
  std::vector<BandRun> out;
  int number = 1;
  for (std::size_t b = 0; b < layout.bands.size(); ++b) {
    const Band& band = layout.bands[b];
    if (band.group < 0) continue;
    if (out.empty() || out.back().length != band.length || out.back().group != band.group)
      out.push_back({band.length, band.group, number, 0, band.from, band.from, 0, 0});
    BandRun& run = out.back();
    ++run.count;
    ++number;
    run.to = band.to;
    run.last = patches[b];
    run.most = std::max(run.most, run.last);
  }
  return out;
}

CutMethod laid(const CutInput& in, const std::vector<WindowPart>& windows, double windowLength,
               WorkedMethod worked) {
  CutMethod m = std::move(worked.method);
  if (in.cloth.scraps || !in.cloth.width) {
    if (m.why.empty()) {
      m.length = 0;
      addScrapSteps(m);
    }
    return m;
  }
  Lengths lengths(in.cloth);
  if (windowLength > 0) lengths.windows(in, windows, windowLength);
  if (m.why.empty()) {
    std::stable_sort(worked.blocks.begin(), worked.blocks.end(),
                     [](const CutBlock& a, const CutBlock& b) { return a.height > b.height + kRounding; });
    for (CutBlock& b : worked.blocks) lengths.block(std::move(b), worked.kind);
  }
  m.laid = lengths.take();
  if (!m.why.empty()) return m;
  double length = 0;
  int squarings = 0;
  for (const Band& b : m.laid.bands) {
    if (b.kind == BandKind::Windows) continue;
    length += b.to - b.from;
    squarings += b.kind == BandKind::Squaring;
  }
  m.length = length;
  if (squarings > 0) m.sum.push_back({Message("sum-squaring-up", squarings), squarings * kSquaringUp, true});
  m.cuts += squarings;
  m.utilisation = length > 0 ? worked.patchArea / (length * in.cloth.width->mm()) : 0;
  addSteps(m, worked.kind);
  return m;
}

}  // namespace clathra
