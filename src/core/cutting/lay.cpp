// Laying what a method cuts on the lengths of cloth there are, and saying it step by step.
#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <tuple>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"
#include "shape/lattice_fill.hpp"

namespace clathra {

namespace {

constexpr double kRounding = 1e-6;  // mm

/// The lengths while they are filled.
class Lengths {
 public:
  explicit Lengths(const CutInput& in) : cloth_(in.cloth) {
    for (const OnHand& l : cloth_.lengths) {
      One one;
      const std::size_t number = lengths_.size();
      one.cloth = {widthOf(cloth_, l), l.mm(), 0, false,
                   (in.origins.empty() ? static_cast<int>(number) : in.origins[number].length) + 1};
      one.scrap = !l.outline.empty();
      one.straight = !isSquaredUp(cloth_, number);
      for (const Polygon& hole : l.holes) {
        const Box b = bounds(hole);
        one.gone.emplace_back(b.top, b.bottom);
      }
      std::sort(one.gone.begin(), one.gone.end());
      lengths_.push_back(std::move(one));
    }
    longestFirst_.resize(lengths_.size());
    std::iota(longestFirst_.begin(), longestFirst_.end(), std::size_t{0});
    std::stable_sort(longestFirst_.begin(), longestFirst_.end(), [&](std::size_t a, std::size_t b) {
      return lengths_[a].cloth.length > lengths_[b].cloth.length;
    });
  }

  /// A band from the cut end of each length that windows lie on.
  void windows(const CutInput& in, const WindowsOnCloth& windows) {
    for (const auto& [on, end] : windows.ends) {
      if (on < 0) lengths_.push_back(bought());
      One& one = on < 0 ? lengths_.back() : lengths_[static_cast<std::size_t>(on)];
      add(one, BandKind::Windows, -1, one.cloth.used, end, {});
      for (const WindowPart& part : windows.parts)
        for (const Window& w : part.windows)
          if (w.on == on) one.placements.back().push_back(placed(in, part, w));
    }
  }

  /// All bands of a group; false if what is left fits on nothing that can be bought.
  bool bands(const BandMaker& maker, BandKind kind, int before) {
    int done = before;
    while (done < maker.wanted) {
      const auto [one, from] = roomFor(maker);
      if (!one) return false;
      const int n = std::min(maker.wanted - done, maker.fits(one->cloth.width));
      addBand(*one, maker, kind, from, n, done);
      done += n;
    }
    return true;
  }

  /// Of a collection as many from each cloth: bands of a group on the cloths of which least was taken yet.
  /// What one has no room for is left to `bands`.
  int evenly(const BandMaker& maker, BandKind kind) {
    if (!cloth_.collection) return 0;
    std::vector<std::size_t> order(cloth_.lengths.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    const auto taken = [&](std::size_t l) {
      std::size_t n = 0;
      for (const auto& patches : lengths_[l].placements) n += patches.size();
      return n;
    };
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
      return std::pair(taken(a), -lengths_[a].cloth.length) < std::pair(taken(b), -lengths_[b].cloth.length);
    });
    const int each = maker.wanted / static_cast<int>(order.size()),
              more = maker.wanted % static_cast<int>(order.size());
    int done = 0;
    for (std::size_t k = 0; k < order.size(); ++k) {
      One& one = lengths_[order[k]];
      int share = each + (static_cast<int>(k) < more ? 1 : 0);
      const int per = one.scrap ? 0 : maker.fits(one.cloth.width);
      for (double from = placeIn(one, maker.height);
           share > 0 && per > 0 && from + maker.height <= one.cloth.length + kRounding;
           from = placeIn(one, maker.height)) {
        const int n = std::min(share, per);
        addBand(one, maker, kind, from, n, done);
        done += n;
        share -= n;
      }
    }
    return done;
  }

  /// As many of a group as the ends of strips that are cut already hold, the shortest end first.
  int inOffcuts(const BandMaker& maker) {
    struct End {
      std::size_t length, index;
      double room;
    };
    std::vector<End> ends;
    for (std::size_t l = 0; l < lengths_.size(); ++l)
      for (std::size_t e = 0; e < lengths_[l].ends.size(); ++e)
        if (lengths_[l].ends[e].hand == maker.hand)
          ends.push_back({l, e, lengths_[l].cloth.width - lengths_[l].ends[e].used});
    std::stable_sort(ends.begin(), ends.end(), [](const End& a, const End& b) { return a.room < b.room; });
    int done = 0;
    for (const End& end : ends) {
      if (done >= maker.wanted) break;
      done += inEnd(lengths_[end.length], end.index, maker, done);
    }
    return done;
  }

  CutLayout take() {
    CutLayout out;
    for (std::size_t l = 0; l < lengths_.size(); ++l) {
      One& one = lengths_[l];
      if (one.cloth.toBuy && !cloth_.soldPiece) one.cloth.length = one.cloth.used;
      for (std::size_t b = 0; b < one.bands.size(); ++b) {
        one.bands[b].length = static_cast<int>(l);
        for (PlacedPatch& p : one.placements[b]) {
          p.length = static_cast<int>(l);
          p.band = static_cast<int>(out.bands.size());
          out.placements.push_back(std::move(p));
        }
        for (Offcut o : one.offcuts)
          if (o.band == static_cast<int>(b)) {
            o.band = static_cast<int>(out.bands.size());
            out.offcuts.push_back(std::move(o));
          }
        out.bands.push_back(one.bands[b]);
      }
      out.lengths.push_back(one.cloth);
    }
    return out;
  }

 private:
  /// What is left at the end of a strip.
  struct StripEnd {
    std::size_t band;
    double used;  ///< mm along it
    int hand;
  };
  struct One {
    ClothLength cloth;
    bool scrap = false, straight = false;
    std::vector<std::pair<double, double>> gone;  ///< from, to along it
    std::vector<Band> bands;
    std::vector<std::vector<PlacedPatch>> placements;  // one list a band
    std::vector<StripEnd> ends;
    std::vector<Offcut> offcuts;
  };

  static void move(PlacedPatch& p, Point by) {
    p.patch = translated(p.patch, by);
    if (!p.rough.empty()) p.rough = translated(p.rough, by);
  }
  static bool squared(const One& one) {
    return one.straight || std::any_of(one.bands.begin(), one.bands.end(),
                                       [](const Band& b) { return b.kind == BandKind::Squaring; });
  }
  /// Where a band would begin: below what is used, clear of holes.
  static double placeIn(const One& one, double height) {
    double from = one.cloth.used + (squared(one) ? 0 : kSquaringUp);
    for (const auto& [top, bottom] : one.gone)
      if (top < from + height - kRounding && bottom > from + kRounding) from = bottom;
    return from;
  }

  std::pair<One*, double> roomFor(const BandMaker& maker) {
    for (const std::size_t i : longestFirst_) {
      One& one = lengths_[i];
      if (one.scrap || maker.fits(one.cloth.width) == 0) continue;
      const double from = placeIn(one, maker.height);
      if (from + maker.height <= one.cloth.length + kRounding) return {&one, from};
    }
    for (One& one : lengths_) {
      if (!one.cloth.toBuy) continue;
      const double from = placeIn(one, maker.height);
      if (!cloth_.soldPiece || from + maker.height <= one.cloth.length + kRounding) return {&one, from};
    }
    One more = bought();
    const double from = placeIn(more, maker.height);
    if (cloth_.soldPiece && from + maker.height > more.cloth.length + kRounding) return {nullptr, 0};
    lengths_.push_back(std::move(more));
    return {&lengths_.back(), from};
  }
  One bought() const {
    One more;
    more.cloth = {stripWidthOf(cloth_), cloth_.soldPiece ? cloth_.soldPiece->length.mm() : 0, 0, true};
    more.straight = !isSquaredUp(cloth_, cloth_.lengths.size());
    return more;
  }
  static void add(One& one, BandKind kind, int group, double from, double height,
                  std::vector<PlacedPatch> patches) {
    one.bands.push_back({0, kind, group, from, from + height});
    one.placements.push_back(std::move(patches));
    one.cloth.used = from + height;
  }

  static void addBand(One& one, const BandMaker& maker, BandKind kind, double from, int n, int before) {
    if (!squared(one)) add(one, BandKind::Squaring, -1, from - kSquaringUp, kSquaringUp, {});
    std::vector<PlacedPatch> patches = maker.make(n, before);
    for (PlacedPatch& p : patches) move(p, {0, from});
    add(one, kind, maker.group, from, maker.height, std::move(patches));
    one.ends.push_back({one.bands.size() - 1, maker.used(n), maker.hand});
  }

  int inEnd(One& one, std::size_t index, const BandMaker& maker, int before) {
    StripEnd& end = one.ends[index];
    const Band band = one.bands[end.band];
    const double room = one.cloth.width - end.used;
    const int per = room > 0 ? maker.fits(room) : 0;
    const int rows = static_cast<int>((band.to - band.from + kRounding) / maker.height);
    if (per == 0 || rows == 0) return 0;
    Offcut o{static_cast<int>(end.band), maker.group, end.used, 0, maker.height, {}};
    int done = 0;
    for (int r = 0; r < rows && before + done < maker.wanted; ++r) {
      const int n = std::min(per, maker.wanted - before - done);
      auto patches = maker.make(n, before + done);
      for (PlacedPatch& p : patches) {
        move(p, {end.used, band.from + r * maker.height});
        one.placements[end.band].push_back(std::move(p));
      }
      o.width = std::max(o.width, maker.used(n));
      o.rows.push_back(n);
      done += n;
    }
    end.used += o.width;
    one.offcuts.push_back(std::move(o));
    return done;
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

  const Cloth& cloth_;
  std::vector<One> lengths_;
  std::vector<std::size_t> longestFirst_;
};

/// The bands of a method; false if a group fits on nothing that there is or can be bought.
bool layBands(Lengths& lengths, WorkedMethod& worked) {
  std::stable_sort(worked.makers.begin(), worked.makers.end(),
                   [](const BandMaker& a, const BandMaker& b) { return a.height > b.height + kRounding; });
  for (const BandMaker& maker : worked.makers) {
    int before = lengths.evenly(maker, worked.kind);
    if (before == 0 && worked.offcuts) before = lengths.inOffcuts(maker);
    if (!lengths.bands(maker, worked.kind, before)) return false;
  }
  return true;
}

double patchArea(const CutLayout& laid) {
  double sum = 0;
  for (const PlacedPatch& p : laid.placements) sum += p.motif ? 0 : area(p.patch);
  return sum;
}

/// mm of all bands but windows.
double lengthOf(const CutLayout& laid) {
  double length = 0;
  for (const Band& b : laid.bands) length += b.kind == BandKind::Windows ? 0 : b.to - b.from;
  return length;
}

/// Length, sum and share of cloth, from what is laid.
void addWhole(CutMethod& m) {
  double cloth = 0;
  int squarings = 0;
  for (const Band& b : m.laid.bands) {
    if (b.kind == BandKind::Windows) continue;
    cloth += (b.to - b.from) * m.laid.lengths[static_cast<std::size_t>(b.length)].width;
    squarings += b.kind == BandKind::Squaring;
  }
  m.length = lengthOf(m.laid);
  if (squarings > 0) m.sum.push_back({Message("sum-squaring-up", squarings), squarings * kSquaringUp, true});
  m.cuts += squarings;
  m.utilisation = cloth > 0 ? patchArea(m.laid) / cloth : 0;
}

}  // namespace

void sortBands(CutLayout& laid) {
  std::stable_sort(laid.bands.begin(), laid.bands.end(), [](const Band& a, const Band& b) {
    return std::pair(a.length, a.from) < std::pair(b.length, b.from);
  });
  constexpr double kInside = 0.1;  // mm
  for (PlacedPatch& p : laid.placements) {
    const Box b = bounds(p.patch);
    p.band = 0;
    for (std::size_t i = 0; i < laid.bands.size(); ++i) {
      const Band& band = laid.bands[i];
      if (band.length == p.length && (band.kind == BandKind::Windows) == p.motif.has_value() &&
          band.kind != BandKind::Squaring && b.top > band.from - kInside && b.bottom < band.to + kInside)
        p.band = static_cast<int>(i);
    }
  }
}

std::optional<std::size_t> lengthForWindows(const Cloth& cloth) {
  std::optional<std::size_t> best;
  for (std::size_t i = 0; i < cloth.lengths.size(); ++i) {
    const OnHand& l = cloth.lengths[i];
    if (!l.outline.empty() || std::abs(widthOf(cloth, l) - stripWidthOf(cloth)) > kRounding) continue;
    const auto rank = [](const OnHand& o) { return std::pair(o.holes.empty(), o.mm()); };
    if (!best || rank(l) > rank(cloth.lengths[*best])) best = i;
  }
  return best;
}

double stripWidthOf(const Cloth& cloth) {
  return cloth.soldPiece ? cloth.soldPiece->width.mm() : cloth.width.value_or(Length{}).mm();
}

void addDemandLines(CutMethod& m, const PatchDemand& demand, double sparePercent) {
  const Arg pieces = patchesArg(demand.pieces, demand);
  m.sum.push_back(
      {demand.times > 1 ? Message("sum-pieces-times", pieces, demand.times) : Message("sum-pieces", pieces),
       static_cast<double>(demand.pieces), false});
  if (demand.patches != demand.pieces)
    m.sum.push_back(
        {Message("sum-with-spare", numberArg(sparePercent, 1)), static_cast<double>(demand.patches), false});
}

std::vector<int> patchesInBands(const CutLayout& layout) {
  std::vector<int> out(layout.bands.size(), 0);
  for (const PlacedPatch& p : layout.placements) {
    const auto band = static_cast<std::size_t>(p.band);
    if (p.group < 0 || p.group == layout.bands[band].group) ++out[band];
  }
  return out;
}

std::vector<BandRun> runsOf(const CutLayout& layout) {
  const std::vector<int> patches = patchesInBands(layout);
  std::vector<BandRun> out;
  int number = 1;
  for (std::size_t b = 0; b < layout.bands.size(); ++b) {
    const Band& band = layout.bands[b];
    if (band.group < 0 || cutAtOnce(band.kind)) continue;
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

CutMethod laid(const CutInput& in, const WindowsOnCloth& windows, WorkedMethod worked,
               const Progress& progress) {
  CutMethod m = std::move(worked.method);
  const bool sized = !in.cloth.scraps && stripWidthOf(in.cloth) > 0;
  if (!sized) {
    if (m.why.empty()) {
      m.length = 0;
      addScrapSteps(m);
    }
    return m;
  }
  Lengths lengths(in);
  lengths.windows(in, windows);
  const bool bands = !worked.lay;
  if (m.why.empty() && bands && !layBands(lengths, worked)) {
    m.why = Message("sold-piece-too-small");
    Lengths again(in);
    again.windows(in, windows);
    m.laid = again.take();
    return m;
  }
  m.laid = lengths.take();
  if (!m.why.empty()) return m;
  if (!bands) {
    m.laid = worked.lay(std::move(m.laid), m.groups, progress);
    std::size_t wanted = 0, got = 0;
    for (const CutGroup& g : m.groups) wanted += static_cast<std::size_t>(g.demand.patches);
    for (const PlacedPatch& p : m.laid.placements) got += p.motif ? 0 : 1;
    if (got < wanted) {
      m.why = Message("traced-not-all", wanted - got);
      // Where there is more of the length to be had, the width alone keeps a patch off.
      const Box room{0, 0, stripWidthOf(in.cloth), 1e6};
      for (const CutGroup& g : m.groups)
        if (!in.cloth.soldPiece && !fitsRoom(g.demand.patch, room)) {
          m.why = Message("patch-wider-than-cloth", shapeArg(g.demand.title));
          break;
        }
      std::erase_if(m.laid.placements, [](const PlacedPatch& p) { return !p.motif; });
      std::erase_if(m.laid.bands, [](const Band& b) { return b.kind != BandKind::Windows; });
      for (PlacedPatch& p : m.laid.placements)
        for (std::size_t b = 0; b < m.laid.bands.size(); ++b)
          if (m.laid.bands[b].length == p.length) p.band = static_cast<int>(b);
      return m;
    }
  }
  worked.finish(m);
  for (const MinutesPart& p : m.minutesParts) m.minutes += p.minutes;
  addWhole(m);
  addSteps(m, worked, in.cloth);
  return m;
}

CutMethod bandsAlone(const CutInput& in, const WindowsOnCloth& windows, std::vector<BandMaker> makers) {
  WorkedMethod worked;
  worked.makers = std::move(makers);
  worked.offcuts = true;
  Lengths lengths(in);
  lengths.windows(in, windows);
  CutMethod m;
  if (!layBands(lengths, worked)) return m;
  m.laid = lengths.take();
  m.length = lengthOf(m.laid);
  return m;
}

bool fillsStrip(const CutLayout& laid, const Offcut& o) {
  const Band& strip = laid.bands[static_cast<std::size_t>(o.band)];
  return static_cast<double>(o.rows.size()) * o.height > strip.to - strip.from - kRounding;
}

}  // namespace clathra
