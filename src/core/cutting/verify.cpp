#include "cutting/verify.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <numeric>
#include <tuple>

#include "cutting/layers.hpp"
#include "cutting/times.hpp"
#include "motif/stripes.hpp"
#include "shape/allowance.hpp"
#include "shape/congruent.hpp"
#include "shape/overlap.hpp"
#include "shape/overlay.hpp"
#include "shape/overrun.hpp"

namespace clathra {

namespace {

constexpr double kClose = 0.02;  // mm, as packing results are judged

bool insideBox(PolygonView p, double left, double top, double right, double bottom) {
  const Box b = bounds(p);
  return b.left > left - kClose && b.right < right + kClose && b.top > top - kClose &&
         b.bottom < bottom + kClose;
}

/// The first two of a list that overlap; from left to right, so that only neighbours are compared.
bool apart(std::vector<PolygonView> outlines) {
  std::vector<Box> boxes;
  std::sort(outlines.begin(), outlines.end(),
            [](PolygonView a, PolygonView b) { return bounds(a).left < bounds(b).left; });
  for (const PolygonView p : outlines) boxes.push_back(bounds(p));
  for (std::size_t i = 0; i < outlines.size(); ++i)
    for (std::size_t k = i + 1; k < outlines.size() && boxes[k].left < boxes[i].right - kClose; ++k) {
      if (boxes[k].top > boxes[i].bottom - kClose || boxes[k].bottom < boxes[i].top + kClose) continue;
      if (overlaps(outlines[i], outlines[k])) return false;
    }
  return true;
}

/// Is a step a whole number of repeats? Along plain stripes any is.
bool isRepeat(Point step, const Cloth& cloth) {
  const Lattice l = latticeOf(*cloth.print);
  if (slidesAlong(cloth)) {
    const double i = dot(step, l.a) / dot(l.a, l.a);
    return std::abs(i - std::round(i)) * length(l.a) < kClose;
  }
  const double d = cross(l.a, l.b), i = cross(step, l.b) / d, j = cross(l.a, step) / d;
  const Point off = step - std::round(i) * l.a - std::round(j) * l.b;
  return std::hypot(off.x, off.y) < kClose;
}

class PlanJudge {
 public:
  PlanJudge(const CutInput& in, const CutPlan& plan, const CutMethod& method)
      : in_(in), plan_(plan), method_(method), laid_(method.laid) {}

  std::vector<Message> faults() {
    patches();
    places();
    bands();
    counts();
    lengths();
    sets();
    return std::move(faults_);
  }

 private:
  using Kind = std::tuple<int, std::uint16_t, int>;  // motif (0: none), shape, hand

  /// The outlines that patches of a shape and hand may have: with the allowances of their pieces.
  const std::vector<Polygon>& wanted(std::uint16_t shape, int hand) {
    const auto [at, isNew] = patches_.try_emplace({shape, hand});
    std::vector<Polygon>& out = at->second;
    if (!isNew) return out;
    const Polygon paper = placed(in_.layout->shapes[shape].outline, {}, hand < 0, {});
    for (const auto i : in_.pieces) {
      const Piece& piece = in_.layout->pieces[i];
      if (piece.shape != shape || (piece.hand != hand && !inWindow(i))) continue;
      Polygon patch = allowanceOutline(paper, allowancesOf(in_, i), Tips::Blunted, in_.bluntBelow);
      if (std::none_of(out.begin(), out.end(),
                       [&](const Polygon& p) { return !turnsBetween(p, patch).empty(); }))
        out.push_back(std::move(patch));
    }
    return out;
  }

  bool keepsDirection() const { return standOf(in_.cloth) == Stand::Piece; }
  bool halfTurnsAlike() const {
    return in_.cloth.direction == Direction::TwoWay || in_.cloth.direction == Direction::Stripe;
  }

  void patches() {
    for (const PlacedPatch& p : laid_.placements) {
      if (p.motif) {
        // A window may show a hand of its own; the field's judge looks at it.
        continue;
      }
      std::vector<Angle> turns;
      for (const Polygon& outline : wanted(p.shape, p.hand))
        if (turns.empty()) turns = turnsBetween(outline, p.patch);
      if (turns.empty()) return faults_.emplace_back("fault-not-congruent-1"), void();
      if (standOf(in_.cloth) == Stand::Any) continue;
      // Outlines with an edge of the quilt's have one turn; what they stand like is the paper's.
      standing_[{p.shape, p.hand}].push_back(turns);
    }
    directions();
  }

  /// Each piece needs a patch that stands as it does; spares may stand either way that pieces do.
  void directions() {
    std::map<std::pair<std::uint16_t, int>, std::vector<Stands>> want;
    for (const auto i : in_.pieces) {
      if (inWindow(i)) continue;
      const Piece& piece = in_.layout->pieces[i];
      auto& all = want[{piece.shape, piece.hand}];
      const double deg = keepsDirection() ? piece.turn.degrees() : 0;
      const auto at = std::find_if(all.begin(), all.end(), [&](const Stands& s) {
        return standsApart(s.degrees, deg, in_.layout->shapes[piece.shape], halfTurnsAlike()) < kSame;
      });
      if (at == all.end())
        all.push_back({deg, 1});
      else
        ++at->pieces;
    }
    for (const auto& [kind, all] : standing_) {
      auto left = want[kind];
      for (const auto& turns : all) {
        const double deg = turns.front().degrees();
        const auto at = nearest(left, deg, kind.first);
        if (at == left.end()) return faults_.emplace_back("fault-wrong-way-up-5"), void();
        --at->pieces;
      }
      // Patches that were cut and lost their piece may serve some.
      int pieces = 0, lacking = 0;
      for (const Stands& s : want[kind]) pieces += s.pieces;
      for (const Stands& s : left) lacking += std::max(0, s.pieces);
      if (lacking > std::max(0, pieces - patchesFor({0, kind.first, kind.second}, pieces)))
        return faults_.emplace_back("fault-wrong-way-up-5"), void();
    }
  }
  struct Stands {
    double degrees = 0;
    int pieces = 0;
  };
  static constexpr double kSame = 1e-6;    // degrees
  static constexpr double kOffAtMost = 1;  // degrees: pieces that stand so nearly alike are one demand
  /// The nearest way to stand, among those less than a degree off one that still lacks patches.
  std::vector<Stands>::iterator nearest(std::vector<Stands>& all, double degrees, std::uint16_t shape) const {
    const auto off = [&](const Stands& s) {
      const double deg = standsApart(s.degrees, degrees, in_.layout->shapes[shape], halfTurnsAlike());
      return std::pair(deg > kOffAtMost || s.pieces <= 0, deg);
    };
    const auto at = std::min_element(all.begin(), all.end(),
                                     [&](const Stands& a, const Stands& b) { return off(a) < off(b); });
    return at == all.end() || off(*at).second > kOffAtMost ? all.end() : at;
  }
  bool inWindow(std::uint32_t piece) const {
    return std::any_of(in_.windows.begin(), in_.windows.end(), [&](const WindowInput& w) {
      return std::find(w.motif.pieces.begin(), w.motif.pieces.end(), piece) != w.motif.pieces.end();
    });
  }

  /// Clear of the holes of its length, inside its outline.
  bool onTheCloth(PolygonView patch, std::size_t length) const {
    if (length >= in_.cloth.lengths.size()) return true;
    const OnHand& own = in_.cloth.lengths[length];
    for (const Polygon& hole : own.holes)
      if (overlaps(patch, hole)) return false;
    if (own.outline.empty()) return true;
    const auto out = partsLeft(patch, own.outline);
    return std::none_of(out.begin(), out.end(),
                        [](const Polygon& p) { return 2 * area(p) / perimeter(p) > kClose; });
  }

  void places() {
    std::vector<std::vector<PolygonView>> on(laid_.lengths.size());
    for (const PlacedPatch& p : laid_.placements) {
      const auto length = static_cast<std::size_t>(p.length), band = static_cast<std::size_t>(p.band);
      if (length >= laid_.lengths.size() || band >= laid_.bands.size() ||
          laid_.bands[band].length != p.length)
        return faults_.emplace_back("fault-outside-2"), void();
      const ClothLength& l = laid_.lengths[length];
      const Band& b = laid_.bands[band];
      for (const Polygon* outline : {&p.patch, &p.rough})
        if (!outline->empty() && (!insideBox(*outline, 0, b.from, l.width, b.to) ||
                                  b.to > l.length + kClose || !onTheCloth(*outline, length)))
          return faults_.emplace_back("fault-outside-2"), void();
      on[length].push_back(p.rough.empty() ? PolygonView(p.patch) : PolygonView(p.rough));
      if (!p.rough.empty() && !insideBox(p.patch, bounds(p.rough).left, bounds(p.rough).top,
                                         bounds(p.rough).right, bounds(p.rough).bottom))
        return faults_.emplace_back("fault-outside-2"), void();
    }
    for (auto& list : on)
      if (!apart(std::move(list))) return faults_.emplace_back("fault-overlap-3"), void();
  }

  void bands() {
    int length = 0;
    double at = 0;
    for (const Band& b : laid_.bands) {
      if (b.length != length) at = 0;
      if (b.length < length || b.from < at - kClose || b.to < b.from)
        return faults_.emplace_back("fault-bands-overlap-3"), void();
      length = b.length;
      at = b.to;
    }
  }

  /// Pieces and spares of a shape and hand, less what is cut already.
  int patchesFor(const Kind& kind, int pieces) const {
    const auto at = in_.cut.find({std::get<1>(kind), std::get<2>(kind)});
    const CutCount cut = at == in_.cut.end() ? CutCount{} : at->second;
    const double all = (pieces + cut.pieces) * (1 + in_.sparePercent / 100);
    return std::max(0, static_cast<int>(std::ceil(all - 1e-9)) - cut.patches);
  }

  void counts() {
    std::map<Kind, int> laid, want;
    for (const PlacedPatch& p : laid_.placements)
      ++laid[{p.motif.value_or(0), p.shape, p.motif ? 0 : p.hand}];
    for (const auto i : in_.pieces) {
      const Piece& piece = in_.layout->pieces[i];
      if (!inWindow(i)) ++want[{0, piece.shape, piece.hand}];
    }
    int windows = 0;
    for (const auto& [kind, n] : laid) {
      if (std::get<0>(kind) != 0) {
        windows += n;
        continue;
      }
      if (n != patchesFor(kind, want[kind])) return faults_.emplace_back("fault-count-4"), void();
    }
    for (const auto& [kind, n] : want)
      if (method_.length && laid[kind] != patchesFor(kind, n))
        return faults_.emplace_back("fault-count-4"), void();
    int copies = 0;
    for (const WindowPart& w : plan_.windows) copies += static_cast<int>(w.windows.size());
    if (plan_.windowLength && windows != copies) faults_.emplace_back("fault-count-4");
  }

  /// Scraps are not squared up, nor what is straight already or was sold cut.
  bool squaredUp(std::size_t l) const {
    const bool soldCut = in_.cloth.soldPiece && in_.cloth.soldPiece->straight;
    if (l >= in_.cloth.lengths.size()) return !soldCut;
    const OnHand& own = in_.cloth.lengths[l];
    if (!own.outline.empty() || own.straight) return false;
    const double width = own.width ? own.width->mm() : in_.cloth.width.value_or(Length{}).mm();
    return !soldCut || std::abs(width - in_.cloth.soldPiece->width.mm()) > kClose ||
           std::abs(own.mm() - in_.cloth.soldPiece->length.mm()) > kClose;
  }

  void lengths() {
    if (!method_.length) return;
    double sum = 0, bands = 0;
    for (const SumLine& l : method_.sum) sum += l.isLength ? l.value : 0;
    std::vector<int> squared(laid_.lengths.size(), 0), cut(laid_.lengths.size(), 0);
    for (const Band& b : laid_.bands) {
      if (b.kind != BandKind::Windows) bands += b.to - b.from;
      squared[static_cast<std::size_t>(b.length)] += b.kind == BandKind::Squaring;
      cut[static_cast<std::size_t>(b.length)] += b.group >= 0;
      if (b.kind == BandKind::Squaring && std::abs(b.to - b.from - kSquaringUp) > kClose)
        return faults_.emplace_back("fault-sum-6"), void();
    }
    for (std::size_t l = 0; l < cut.size(); ++l)
      if (squared[l] != (cut[l] > 0 && squaredUp(l) ? 1 : 0))
        return faults_.emplace_back("fault-sum-6"), void();
    if (std::abs(sum - *method_.length) > kClose || std::abs(bands - *method_.length) > kClose)
      faults_.emplace_back("fault-sum-6");
  }

  /// Patches of one set of layered repeats show the same.
  void sets() {
    std::map<int, const PlacedPatch*> first;
    std::map<int, int> count;
    for (const PlacedPatch& p : laid_.placements) {
      if (p.set == 0) continue;
      const auto [at, isNew] = first.try_emplace(p.set, &p);
      const PlacedPatch& one = *at->second;
      const Point by = centroid(p.patch) - centroid(one.patch);
      const CutGroup& g = method_.groups[static_cast<std::size_t>(p.group)];
      if (++count[p.set] > patchesInSet(in_.cloth, g.demand) || p.group != one.group ||
          p.length != one.length || !isRepeat(by, in_.cloth) ||
          !std::equal(p.patch.begin(), p.patch.end(), one.patch.begin(), one.patch.end(),
                      [&](Point a, Point b) { return distance(a, b + by) < kClose; }))
        return faults_.emplace_back("fault-not-one-set"), void();
    }
  }

  const CutInput& in_;
  const CutPlan& plan_;
  const CutMethod& method_;
  const CutLayout& laid_;
  std::map<std::pair<std::uint16_t, int>, std::vector<Polygon>> patches_;
  std::map<std::pair<std::uint16_t, int>, std::vector<std::vector<Angle>>> standing_;
  std::vector<Message> faults_;
};

Point mirroredIn(Point p, const MirrorAxis& axis) {
  const Point along = towards(axis.direction);
  const Point d = p - axis.point;
  return axis.point + 2 * dot(d, along) * along - d;
}

/// Where the print shows the spot again: itself, and its images under the mirror lines; two of them make a
/// half turn.
std::vector<Point> imagesOf(Point spot, const Print& print, bool mirrored) {
  std::vector<Point> out;
  if (!mirrored) out.push_back(spot);
  for (const MirrorAxis& one : print.mirrors) {
    if (mirrored) {
      out.push_back(mirroredIn(spot, one));
      continue;
    }
    for (const MirrorAxis& other : print.mirrors) out.push_back(mirroredIn(mirroredIn(spot, one), other));
  }
  if (print.halfTurn)
    for (std::size_t i = 0, n = out.size(); i < n; ++i) out.push_back(2.0 * *print.halfTurn - out[i]);
  return out;
}

}  // namespace

std::vector<Message> faultsOf(const CutInput& input, const CutPlan& plan, const CutMethod& method) {
  if (input.cloth.scraps || method.laid.lengths.empty()) return {};
  return PlanJudge(input, plan, method).faults();
}

std::vector<Message> faultsOf(const WindowInput& input, const std::vector<Window>& windows, double width,
                              double length) {
  std::vector<Message> out;
  const auto& print = *input.cloth.print;
  std::vector<PolygonView> outlines;
  // Where the print's place is not known, the first window says where it would lie.
  std::optional<Point> mark = print.mark;
  for (const Window& w : windows) {
    const bool mirrored = input.leftHand != w.mirrored;
    const Polygon upright = placed(input.shape, {}, mirrored, {});
    if (turnsBetween(upright, w.paper).empty() ||
        turnsBetween(allowanceOutline(upright, input.allowance, Tips::Blunted, input.bluntBelow), w.patch)
            .empty())
      return {Message("fault-not-congruent-1")};
    if (!insideBox(w.patch, 0, 0, width, length)) return {Message("fault-outside-2")};
    outlines.push_back(w.patch);
    if (!mark && !w.mirrored && print.mirrors.empty()) mark = w.at - input.motif.at;
    if (!mark) continue;
    const auto images = imagesOf(input.motif.at, print, w.mirrored);
    const Point at = w.at - *mark;
    if (std::none_of(images.begin(), images.end(),
                     [&](Point image) { return isRepeat(at - image, input.cloth); }))
      return {Message("fault-not-the-spot")};
  }
  for (std::size_t i = 0; input.overrun > 0 && i < outlines.size(); ++i)
    for (std::size_t k = i + 1; k < outlines.size(); ++k)
      if (spoils(outlines[i], outlines[k], input.overrun)) return {Message("fault-overlap-3")};
  if (!apart(std::move(outlines))) out.emplace_back("fault-overlap-3");
  return out;
}

}  // namespace clathra
