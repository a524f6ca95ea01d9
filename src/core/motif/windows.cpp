#include "motif/windows.hpp"

#include <algorithm>
#include <cmath>

#include "motif/stripes.hpp"
#include "shape/allowance.hpp"
#include "shape/congruent.hpp"
#include "shape/motion.hpp"
#include "shape/overlap.hpp"
#include "shape/spacing.hpp"

namespace clathra {

namespace {

constexpr double kOnEdge = 1e-6;    // mm: a patch may touch the cloth's end
constexpr double kJustLost = 1e-5;  // mm: how far a place is moved past the one where a row begins to fit
constexpr std::size_t kMostCosets = 12;

/// The vector less whole steps: the difference that is nearest to none.
Point modulo(Point p, const Lattice& l) {
  const double det = cross(l.a, l.b);
  const double i = std::round(cross(p, l.b) / det), j = std::round(cross(l.a, p) / det);
  return p - i * l.a - j * l.b;
}

bool samePolygon(const Polygon& a, const Polygon& b) {
  return a.size() == b.size() && std::all_of(a.begin(), a.end(), [&](Point p) {
           return std::any_of(b.begin(), b.end(), [&](Point q) { return distance(p, q) < 1e-3; });
         });
}

const Shape* shapeNamed(const Layout& layout, const std::string& name) {
  for (const Shape& s : layout.shapes)
    if (s.name == name) return &s;
  return nullptr;
}

/// Takes the pieces that have their patch out of a motif choice; how many that are, and how many patches.
/// Patches of another size serve no more.
CutCount takeCutOnes(MotifChoice& motif, const Cloth& cloth, const Polygon& shape) {
  CutCount out;
  for (const ClothCut& c : cloth.cuts)
    for (const CutPatches& p : c.patches) {
      if (p.motif != motif.id || shape.empty()) continue;
      if (turnsBetween(p.paper, shape).empty() && turnsBetween(p.paper, placed(shape, {}, true, {})).empty())
        continue;
      out.patches += p.count;
      for (const auto piece : p.pieces) {
        const auto at = std::lower_bound(motif.pieces.begin(), motif.pieces.end(), piece);
        if (at == motif.pieces.end() || *at != piece) continue;
        motif.pieces.erase(at);
        ++out.pieces;
      }
    }
  return out;
}

}  // namespace

WindowInput windowInput(const Project& project, const MotifChoice& motif) {
  WindowInput out;
  out.motif = motif;
  const Cloth* cloth = clothById(project, motif.cloth);
  std::erase_if(out.motif.pieces, [&](std::uint32_t i) { return project.painting[i] != motif.cloth; });
  if (const auto times = static_cast<std::size_t>(project.settings.times); times > 1) {
    std::vector<std::uint32_t> all;
    for (const auto i : out.motif.pieces) all.insert(all.end(), times, i);
    out.motif.pieces = std::move(all);
  }
  out.bluntBelow = project.settings.bluntBelow;
  if (project.settings.overrun) out.overrun = project.settings.overrun->mm();
  if (const Shape* shape = shapeNamed(*project.layout, motif.shape)) out.shape = shape->outline;
  out.leftHand = !out.motif.pieces.empty() && project.layout->pieces[out.motif.pieces.front()].hand < 0;
  if (cloth) {
    out.cloth = clothLeft(*cloth).cloth;
    out.allowance = allowanceOf(project, *cloth, motif.shape);
    out.cut = takeCutOnes(out.motif, *cloth, out.shape);
  }
  out.copies = stillWanted(static_cast<int>(out.motif.pieces.size()), out.cut, project.settings.sparePercent);
  return out;
}

Result<WindowField> WindowField::make(const WindowInput& input) {
  const MotifChoice& motif = input.motif;
  const Cloth* cloth = &input.cloth;
  if (!cloth->print) return fail("cloth-motif-no-print", motif.name);
  if (input.shape.empty()) return fail("no-piece-shape-motif", motif.name);
  if (motif.mirrored && cloth->print->mirrors.empty())
    return fail("print-no-mirror-line-so", clothArg(*cloth));
  WindowField field;
  field.lattice_ = latticeOf(*cloth->print);
  if (slidesAlong(*cloth)) {
    const Point a = field.lattice_.a;
    Point along = (1 / clathra::length(a)) * Point{-a.y, a.x};
    if (along.y < -kOnEdge || (std::abs(along.y) <= kOnEdge && along.x < 0)) along = Point{} - along;
    field.slide_ = along;
  }
  field.overrun_ = input.overrun;
  const Polygon paper = placed(input.shape, motif.turn, input.leftHand, {});
  const double allowance = input.allowance;
  std::vector<Motion> motions{Motion{}};
  const auto add = [&](const Motion& m) {
    Polygon p = paper;
    for (Point& q : p) q = m.apply(q) - m.apply({});
    if (m.mirrors()) std::reverse(p.begin(), p.end());
    const Point at = m.apply(motif.at);
    for (const Coset& c : field.cosets_)
      if (length(field.lessSteps(at - c.at)) < 1e-3 && samePolygon(c.paper, p)) return;
    if (field.cosets_.size() >= kMostCosets) return;
    field.cosets_.push_back(
        {at, m.mirrors(), p, allowanceOutline(p, allowance, Tips::Blunted, input.bluntBelow)});
    motions.push_back(m);
  };
  add(motions.front());
  for (std::size_t i = 0; i < motions.size() && motions.size() < 2 * kMostCosets; ++i) {
    const Motion m = motions[i];
    for (const MirrorAxis& axis : cloth->print->mirrors) add(reflection(axis.direction, axis.point).after(m));
    if (const auto& centre = cloth->print->halfTurn) add(Motion{-1, 0, 0, -1, 2.0 * *centre}.after(m));
  }
  // A window that is its own mirror image serves for either hand, so its copies need not be halved.
  if (motif.mirrored) {
    const bool anyMirrored =
        std::any_of(field.cosets_.begin(), field.cosets_.end(), [](const Coset& c) { return c.mirrored; });
    field.halfEach_ = anyMirrored;
  } else {
    std::erase_if(field.cosets_, [](const Coset& c) { return c.mirrored; });
  }
  if (field.slide_)
    field.lattice_.b =
        (spacingAlong(field.cosets_.front().patch, *field.slide_) + field.overrun_) * *field.slide_;
  return field;
}

/// The difference of two spots that is nearest to none.
Point WindowField::lessSteps(Point by) const {
  return modulo(slide_ ? by - dot(by, *slide_) * *slide_ : by, lattice_);
}

WindowField WindowField::clearOf(std::vector<Polygon> holes) const {
  WindowField out = *this;
  out.holes_ = std::move(holes);
  return out;
}

std::pair<double, double> clearStretch(const OnHand& length) {
  std::vector<std::pair<double, double>> gone;
  for (const Polygon& hole : length.holes) gone.emplace_back(bounds(hole).top, bounds(hole).bottom);
  gone.emplace_back(length.mm(), length.mm());
  std::sort(gone.begin(), gone.end());
  std::pair<double, double> best{0, 0};
  double from = 0;
  for (const auto& [top, bottom] : gone) {
    if (top - from > best.second - best.first) best = {from, top};
    from = std::max(from, bottom);
  }
  return best;
}

double WindowField::patchArea() const {
  return area(cosets_.front().patch);
}
double WindowField::patchWidth() const {
  return bounds(cosets_.front().patch).width();
}
double WindowField::patchHeight() const {
  return bounds(cosets_.front().patch).height();
}

bool WindowField::meetsHole(const Polygon& patch) const {
  return std::any_of(holes_.begin(), holes_.end(),
                     [&](const Polygon& hole) { return overlaps(patch, hole); });
}

/// In each column of stripes patch after patch, from where the column enters the room.
void WindowField::addAlong(std::vector<Spot>& out, std::size_t coset, const Box& room, Point start) const {
  const Point a = lattice_.a, d = *slide_;
  const Coset& c = cosets_[coset];
  const Box b = bounds(c.patch);
  double low = 1e300, high = -1e300;
  for (const Point corner : {Point{room.left, room.top}, Point{room.right, room.top},
                             Point{room.left, room.bottom}, Point{room.right, room.bottom}}) {
    const double i = dot(corner - start, a) / dot(a, a);
    low = std::min(low, i);
    high = std::max(high, i);
  }
  const double pitch = clathra::length(lattice_.b);
  for (double i = std::ceil(low); i <= high; ++i) {
    const Point on = start + i * a;
    double from = -1e300, to = 1e300;
    const auto clip = [&](double at, double along, double least, double most) {
      constexpr double kSquare = 1e-9;
      if (std::abs(along) < kSquare) {
        if (at < least || at > most) to = -1e300;
        return;
      }
      const double one = (least - at) / along, two = (most - at) / along;
      from = std::max(from, std::min(one, two));
      to = std::min(to, std::max(one, two));
    };
    clip(on.x, d.x, room.left, room.right);
    clip(on.y, d.y, room.top, room.bottom);
    for (double s = from; s <= to;) {
      const Point at = on + s * d;
      constexpr double kPastHole = 1;  // mm
      if (!holes_.empty() && meetsHole(translated(c.patch, at))) {
        s += kPastHole;
        continue;
      }
      out.push_back({at, coset, at.y + b.top, at.y + b.bottom});
      s += pitch;
    }
  }
}

std::vector<WindowField::Spot> WindowField::spotsIn(double width, double from, double to, Point mark) const {
  std::vector<Spot> out;
  const double det = cross(lattice_.a, lattice_.b);
  for (std::size_t c = 0; c < cosets_.size(); ++c) {
    const Box b = bounds(cosets_[c].patch);
    const Box room{-b.left - kOnEdge, from - b.top - kOnEdge, width - b.right + kOnEdge,
                   to - b.bottom + kOnEdge};
    if (room.right < room.left || room.bottom < room.top) continue;
    const Point start = mark + cosets_[c].at;
    if (slide_) {
      addAlong(out, c, room, start);
      continue;
    }
    double iLow = 1e300, iHigh = -1e300, jLow = 1e300, jHigh = -1e300;
    for (const Point corner : {Point{room.left, room.top}, Point{room.right, room.top},
                               Point{room.left, room.bottom}, Point{room.right, room.bottom}}) {
      const Point d = corner - start;
      const double i = cross(d, lattice_.b) / det, j = cross(lattice_.a, d) / det;
      iLow = std::min(iLow, i);
      iHigh = std::max(iHigh, i);
      jLow = std::min(jLow, j);
      jHigh = std::max(jHigh, j);
    }
    for (double i = std::floor(iLow); i <= std::ceil(iHigh); ++i)
      for (double j = std::floor(jLow); j <= std::ceil(jHigh); ++j) {
        const Point at = start + i * lattice_.a + j * lattice_.b;
        if (at.x < room.left || at.x > room.right || at.y < room.top || at.y > room.bottom) continue;
        if (!holes_.empty() && meetsHole(translated(cosets_[c].patch, at))) continue;
        out.push_back({at, c, at.y + b.top, at.y + b.bottom});
      }
  }
  std::sort(out.begin(), out.end(), [](const Spot& a, const Spot& b) {
    const auto rowA = rowOf(a.bottom), rowB = rowOf(b.bottom);
    return rowA != rowB ? rowA < rowB : a.at.x < b.at.x;
  });
  return out;
}

std::vector<Window> WindowField::all(double width, double from, double to, Point mark) const {
  std::vector<Window> out;
  for (const Spot& s : spotsIn(width, from, to, mark)) {
    const Coset& c = cosets_[s.coset];
    out.push_back({s.at, c.mirrored, -1, translated(c.paper, s.at), translated(c.patch, s.at)});
  }
  return out;
}

WindowSet WindowField::shortest(int wanted, double width, Point mark, double from, const Progress& progress,
                                std::int64_t effort, double limit) const {
  // Where there is one row alone it may lie anywhere.
  constexpr double kSoon = 8;
  const double step = std::min(limit / kSoon, std::max(std::abs(lattice_.b.y), std::abs(lattice_.a.y)));
  const auto reached = [&](const WindowSet& s) {
    const int need = halfEach_ ? (wanted + 1) / 2 * 2 : wanted;
    return static_cast<int>(s.windows.size()) >= need;
  };
  // Grow the length until it suffices; the choice itself then finds the earliest end.
  for (double reach = from + patchHeight() + step * 4; reach < 2 * limit; reach = from + (reach - from) * 2) {
    if (progress.cancelled()) break;
    const double length = std::min(reach, limit);
    WindowSet set = choose(spotsIn(width, from, length, mark), wanted, progress, effort);
    if (slide_ && set.length > from + patchHeight() + kOnEdge) set.exact = false;
    if (reached(set)) return set;
    if (length >= limit) break;
    if (holes_.empty() && spotsIn(width, from, from + patchHeight() + step * 4, mark).empty() &&
        length > from + 8 * step)
      break;
  }
  return {};
}

bool WindowField::aligned() const {
  constexpr double kLevel = 1e-9;
  const auto none = [](double v) { return std::abs(v) < kLevel; };
  return lattice_.a.x > 0 && lattice_.b.y > 0 &&
         (none(lattice_.a.y) || none(lattice_.a.y - lattice_.b.y / 2)) &&
         (none(lattice_.b.x) || none(lattice_.b.x - lattice_.a.x / 2));
}

Point WindowField::cell() const {
  return {std::abs(lattice_.a.x) + std::abs(lattice_.b.x), std::abs(lattice_.a.y) + std::abs(lattice_.b.y)};
}

std::vector<Point> WindowField::criticalMarks(double width, double length) const {
  if (!aligned()) {
    // Rows lie aslant, and begin to fit at too many places to try them all: a few, spread over the cell.
    constexpr int kTried = 4;
    std::vector<Point> out;
    for (int i = 0; i < kTried; ++i)
      for (int j = 0; j < kTried; ++j)
        out.push_back((static_cast<double>(i) / kTried) * lattice_.a +
                      (static_cast<double>(j) / kTried) * lattice_.b);
    return out;
  }
  // The number of windows changes only where a patch begins or ceases to fit at one of the four sides; trying
  // both sides of each such place covers all places.
  std::vector<double> xs, ys;
  const auto add = [](std::vector<double>& list, double value) {
    for (const double v : {value - kJustLost, value + kJustLost})
      if (std::none_of(list.begin(), list.end(), [&](double w) { return std::abs(v - w) < kJustLost / 4; }))
        list.push_back(v);
  };
  // Over one cell of the lattice every row and column class comes by: whole steps and half ones.
  const double xHalf = lattice_.b.x != 0 ? lattice_.b.x : lattice_.a.x;
  const double yHalf = lattice_.a.y != 0 ? lattice_.a.y : lattice_.b.y;
  for (const Coset& c : cosets_) {
    const Box b = bounds(c.patch);
    const double fits[] = {-b.left - c.at.x, width - b.right - c.at.x};
    for (const double f : fits)
      for (double x = std::fmod(f, xHalf); x < lattice_.a.x + xHalf; x += xHalf) add(xs, x);
    const double fitsY[] = {-b.top - c.at.y, length - b.bottom - c.at.y};
    for (const double f : fitsY)
      for (double y = std::fmod(f, yHalf); y < lattice_.b.y + yHalf; y += yHalf) add(ys, y);
  }
  std::vector<Point> out;
  for (const double x : xs)
    for (const double y : ys) out.push_back({x, y});
  return out;
}

WindowSet WindowField::fewest(double width, double length, const Progress& progress) const {
  if (!aligned()) {
    const Point less = cell();
    WindowSet out;
    if (width > less.x && length > less.y)
      out = most(width - less.x, length - less.y, {}, progress, kWindowEffort);
    const int found = static_cast<int>(out.windows.size());
    out.atMost = std::max(found, fewestWithin(width, length, progress, kWindowEffort).atMost);
    out.exact = out.atMost == found;
    return out;
  }
  std::optional<WindowSet> worst;
  for (const Point mark : criticalMarks(width, length)) {
    if (progress.cancelled()) break;
    WindowSet set = most(width, length, mark, progress);
    if (!worst || set.windows.size() < worst->windows.size()) worst = std::move(set);
    if (worst->windows.empty()) break;
  }
  return worst.value_or(WindowSet{});
}

WindowSet WindowField::longest(int wanted, double width, double from, const Progress& progress,
                               std::int64_t effort) const {
  if (!aligned()) {
    const Point less = cell();
    if (width <= less.x) return {};
    WindowSet out =
        shortest(wanted, width - less.x, {0, from}, from, progress, std::min(effort, kWindowEffort));
    if (out.windows.empty()) return out;
    out.length += less.y;
    out.exact = false;
    return out;
  }
  std::optional<WindowSet> worst;
  const auto marks = criticalMarks(width, from + patchHeight());
  constexpr std::int64_t kLeast = 10'000;
  const auto each =
      std::max(kLeast, effort / static_cast<std::int64_t>(std::max<std::size_t>(1, marks.size())));
  bool exact = true;
  for (const Point mark : marks) {
    if (progress.cancelled()) break;
    WindowSet set = shortest(wanted, width, {mark.x, mark.y + from}, from, progress, each);
    exact = exact && set.exact;
    if (set.windows.empty()) return {};
    if (!worst || set.length > worst->length) worst = std::move(set);
  }
  if (worst) worst->exact = exact;
  if (worst) worst->length = std::ceil(worst->length * 1e3) / 1e3;  // the hair by which a row was just lost
  return worst.value_or(WindowSet{});
}

WindowField::Bounds WindowField::fewestWithin(double width, double length, const Progress& progress,
                                              std::int64_t effort) const {
  constexpr std::size_t kTried = 16;
  const double cellX = cell().x, cellY = cell().y;
  const auto each = std::max<std::int64_t>(1, effort / static_cast<std::int64_t>(kTried + 1));
  Bounds out;
  if (width > cellX && length > cellY)
    out.atLeast = static_cast<int>(most(width - cellX, length - cellY, {}, progress, each).windows.size());
  const auto marks = criticalMarks(width, length);
  // A dense print on a large cloth: every place gives about the same, and takes long.
  const double spots =
      static_cast<double>(cosets_.size()) * width * length / std::abs(cross(lattice_.a, lattice_.b));
  const double conflicts = std::max(1.0, conflictsAmong(spots, width, length));
  const auto tried = std::min(
      marks.size(), static_cast<std::size_t>(std::clamp(kQuickConflicts / conflicts, 1.0, double{kTried})));
  out.atMost = INT32_MAX;
  for (std::size_t i = 0; i < tried && !progress.cancelled(); ++i) {
    const WindowSet set = most(width, length, marks[i * marks.size() / tried], progress, each);
    out.atMost = std::min(out.atMost, set.exact ? static_cast<int>(set.windows.size()) : set.atMost);
  }
  out.atMost = std::max(out.atMost, out.atLeast);
  return out;
}

}  // namespace clathra
