#include "motif/search.hpp"

#include <algorithm>
#include <cmath>
#include <future>

#include "image/known_raster.hpp"
#include "motif/colour.hpp"
#include "motif/scan.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

constexpr double kDullExact = 7;   // of Lab distance, likewise
constexpr double kSpotsApart = 5;  // mm
constexpr Angle kTurnedApart = Angle::degrees(5);
constexpr double kLookAlike = 4;  // mean difference in Lab of two windows that show the same

struct Spot {
  Point at;
  Angle turn;
  double cost = 0;
};

/// What a window shows, exactly on the picture, and how good that is.
class Judge {
 public:
  Judge(const PrintView& print, const SearchInput& input)
      : print_(print), places_(windowPlaces(input.paper, input.seams)), wishes_(input.wishes) {
    if (wishes_.colour) wished_ = labOf(wishes_.colour->r, wishes_.colour->g, wishes_.colour->b);
  }

  const WindowPlaces& places() const { return places_; }

  FoundWindow look(Point at, Angle turn) const {
    FoundWindow out{at, turn};
    out.meeting = mean(places_.seams, at, turn);
    out.symmetry = mean(places_.mirrored, at, turn);
    out.lively = mean(places_.lively, at, turn);
    if (wished_) {
      constexpr double kNear = 18;
      int near = 0;
      for (const Point p : places_.inside) near += deltaE2000(seen(p, at, turn), *wished_) < kNear;
      out.featured = near / static_cast<double>(places_.inside.size());
    }
    order(out);
    return out;
  }

  /// The scan's weights; differences are lengths here and not sums of three.
  void order(FoundWindow& w) const {
    constexpr double kThree = 1.5;
    w.cost =
        ScanScore{kThree * w.meeting, kThree * w.symmetry, kThree * w.lively, w.featured}.cost(wishes_.look);
    // What is symmetrical there is so all round, not just where it was looked at.
    constexpr double kTrueMirror = 6;
    if (w.onMirror && wishes_.look != Look::Movement) w.cost -= kTrueMirror;
  }

  /// What lies at the places within: two windows that are alike here look alike.
  std::vector<Lab> shown(const FoundWindow& w) const {
    std::vector<Lab> out;
    for (const Point p : places_.inside) out.push_back(seen(p, w.at, w.turn));
    return out;
  }

 private:
  Lab seen(Point p, Point at, Angle turn) const {
    double level[3];
    print_.levelsAt(at + rotated(p, turn), level);
    return labOf(level[0], level[1], level[2]);
  }
  double mean(const std::vector<std::pair<Point, Point>>& pairs, Point at, Angle turn) const {
    double sum = 0;
    for (const auto& [p, q] : pairs) sum += labDistance(seen(p, at, turn), seen(q, at, turn));
    return pairs.empty() ? 0 : sum / static_cast<double>(pairs.size());
  }

 public:
  static double labDistance(const Lab& a, const Lab& b) {
    return std::sqrt((a.l - b.l) * (a.l - b.l) + (a.a - b.a) * (a.a - b.a) + (a.b - b.b) * (a.b - b.b));
  }

 private:
  const PrintView& print_;
  WindowPlaces places_;
  SearchWishes wishes_;
  std::optional<Lab> wished_;
};

/// Which places the paper may have on a print that is not repeated beyond its picture.
Box roomFor(PolygonView paper, Angle turn, double width, double height) {
  const Box b = bounds(placed(paper, turn, false, {}));
  return {-b.left, -b.top, width - b.right, height - b.bottom};
}

/// The lines of the print's mirror, all of them about one cell: whole repeats of each, and half-way between
/// where a repeat runs straight across.
std::vector<MirrorAxis> allAxes(const Print& print) {
  std::vector<MirrorAxis> out;
  if (!repeatKnown(print)) return print.mirrors;
  const Lattice l = latticeOf(print);
  for (const MirrorAxis& axis : print.mirrors) {
    const Point d = towards(axis.direction), n{-d.y, d.x};
    for (int i = -3; i <= 3; ++i)
      for (int j = -3; j <= 3; ++j) {
        const Point v = static_cast<double>(i) * l.a + static_cast<double>(j) * l.b;
        constexpr double kStraight = 1e-3;
        const double along = v.x * d.x + v.y * d.y, across = v.x * n.x + v.y * n.y;
        const bool straight = std::abs(along) < kStraight;
        for (const double by : {across, straight ? across / 2 : across}) {
          const MirrorAxis next{axis.direction, axis.point + by * n};
          if (std::none_of(out.begin(), out.end(), [&](const MirrorAxis& o) {
                return abs((o.direction - next.direction).wrapped()) < Angle::degrees(1e-6) &&
                       std::abs(cross(d, next.point - o.point)) < kStraight;
              }))
            out.push_back(next);
        }
      }
  }
  return out;
}

class Search {
 public:
  Search(const Raster& picture, const Print& print, const SearchInput& input, const Progress& progress)
      : view_(picture, print),
        print_(print),
        input_(input),
        progress_(progress),
        judge_(view_, input),
        centre_(centreLine(input.paper)),
        axes_(allAxes(print)) {
    constexpr double kInch = 25.4;
    width_ = picture.width / print.dpi * kInch;
    height_ = picture.height / print.dpi * kInch;
    periodic_ = repeatKnown(print) && (!print.steps || print.steps->b);
    lattice_ = periodic_ ? latticeOf(print) : Lattice{{width_, 0}, {0, height_}};
  }

  Result<std::vector<FoundWindow>> run(const std::function<void(const std::vector<FoundWindow>&)>& soFar) {
    if (!periodic_) {
      bool any = false;
      for (int t = 0; t < kScanTurns && !any; ++t) {
        const Box room = roomFor(input_.paper, scanTurn(t), width_, height_);
        any = room.right >= room.left && room.bottom >= room.top;
      }
      if (!any) return fail("search-picture-small");
    }
    std::vector<Spot> spots = scan();
    if (progress_.cancelled()) return fail(kCancelled);
    if (spots.empty()) return fail("search-all-plain");
    refine(spots, soFar);
    if (progress_.cancelled()) return fail(kCancelled);
    auto out = chosen();
    if (out.empty()) return fail("search-all-plain");
    return out;
  }

 private:
  std::vector<Spot> scan() {
    constexpr std::size_t kRefined = 240;
    const LabCell cell(view_, lattice_.a, lattice_.b, periodic_, input_.wishes.colour);
    std::vector<Box> rooms;
    for (int t = 0; t < kScanTurns; ++t) rooms.push_back(roomFor(input_.paper, scanTurn(t), width_, height_));
    std::vector<Spot> out;
    for (const ScannedSpot& s : scanCell(cell, judge_.places(), input_.wishes.look, rooms, progress_)) {
      if (out.size() >= kRefined) break;
      out.push_back({cell.at(s.column, s.row), scanTurn(s.turn), s.cost});
    }
    return out;
  }

  bool allowed(Point at, Angle turn) const {
    if (periodic_) return true;
    const Box room = roomFor(input_.paper, turn, width_, height_);
    return at.x >= room.left && at.x <= room.right && at.y >= room.top && at.y <= room.bottom;
  }

  /// Downhill in ever smaller steps.
  FoundWindow settled(const Spot& from) const {
    struct Stride {
      double mm, degrees;
    };
    constexpr Stride strides[] = {{1, 3}, {0.5, 1}, {0.2, 0.4}, {0.1, 0.1}};
    constexpr int kMoves = 4;
    FoundWindow best = judge_.look(from.at, from.turn);
    for (const Stride& s : strides)
      for (int move = 0; move < kMoves; ++move) {
        FoundWindow next = best;
        const struct {
          Point by;
          double turn;
        } ways[] = {{{s.mm, 0}, 0},  {{-s.mm, 0}, 0}, {{0, s.mm}, 0},
                    {{0, -s.mm}, 0}, {{}, s.degrees}, {{}, -s.degrees}};
        for (const auto& way : ways) {
          const Point at = best.at + way.by;
          const Angle turn = best.turn + Angle::degrees(way.turn);
          if (!allowed(at, turn)) continue;
          const FoundWindow tried = judge_.look(at, turn);
          if (tried.cost < next.cost - 1e-9) next = tried;
        }
        if (next.cost >= best.cost) break;
        best = next;
      }
    return onAxis(best);
  }

  /// Onto a mirror line of the print that its own centre line nearly lies on: exactly there both halves are
  /// each other's image, which a downhill walk only comes near to.
  FoundWindow onAxis(const FoundWindow& w) const {
    constexpr double kNear = 3;  // mm
    constexpr Angle kTurned = Angle::degrees(6);
    constexpr double kWorth = 0.7;  // of cost
    if (!centre_) return w;
    FoundWindow best = w;
    for (const MirrorAxis& axis : axes_) {
      const Point d = towards(axis.direction);
      const auto near = nearestAxis(w.at, axis, d);
      if (!near || std::abs(*near) > kNear) continue;
      // The centre line may run along the axis either way.
      for (const Angle way : {axis.direction, axis.direction + kHalfTurn}) {
        const Angle turn = way - *centre_;
        if (abs((turn - w.turn).wrapped()) > kTurned) continue;
        FoundWindow snapped = judge_.look(w.at - *near * Point{-d.y, d.x}, turn);
        if (snapped.cost > w.cost + kWorth || (best.onMirror && snapped.cost >= best.cost)) continue;
        best = snapped;
        best.onMirror = true;
      }
    }
    return best;
  }

  /// How far a place lies from the line or one that is a whole repeat from it, mm.
  std::optional<double> nearestAxis(Point at, const MirrorAxis& axis, Point d) const {
    std::optional<double> best;
    const int reach = periodic_ ? 2 : 0;
    for (int i = -reach; i <= reach; ++i)
      for (int j = -reach; j <= reach; ++j) {
        const Point by = static_cast<double>(i) * lattice_.a + static_cast<double>(j) * lattice_.b;
        const double off = cross(d, at - axis.point - by);
        if (!best || std::abs(off) < std::abs(*best)) best = off;
      }
    return best;
  }

  FoundWindow refined(const Spot& from) const {
    FoundWindow w = settled(from);
    if (!input_.seams.empty()) {
      const Polygon paper = placed(input_.paper, w.turn, false, w.at);
      double sum = 0;
      for (const EdgePair& e : input_.seams) sum += e.mirrored ? 0 : seamDifference(view_, paper, e);
      w.meeting = sum / static_cast<double>(input_.seams.size());
    }
    judge_.order(w);
    w.turn = Angle::degrees(std::fmod(std::fmod(w.turn.degrees(), 360.0) + 360.0, 360.0));
    return w;
  }

  void refine(const std::vector<Spot>& spots,
              const std::function<void(const std::vector<FoundWindow>&)>& soFar) {
    constexpr std::size_t kAtOnce = 24, kWorkers = 2;
    for (std::size_t from = 0; from < spots.size() && !progress_.cancelled(); from += kAtOnce) {
      const std::size_t to = std::min(spots.size(), from + kAtOnce);
      std::vector<FoundWindow> batch(to - from);
      const auto work = [&](std::size_t first) {
        for (std::size_t i = first; i < batch.size() && !progress_.cancelled(); i += kWorkers)
          batch[i] = refined(spots[from + i]);
      };
      auto other = std::async(std::launch::async, work, 1);
      work(0);
      other.get();
      if (progress_.cancelled()) return;
      for (const FoundWindow& w : batch)
        if (w.lively >= kDullExact) refined_.push_back(w);
      constexpr double kScan = 0.3;  // of the time
      progress_.report(kScan + (1 - kScan) * static_cast<double>(to) / static_cast<double>(spots.size()));
      if (soFar) soFar(chosen());
    }
  }

  /// In order, without what is the same spot as a better one.
  std::vector<FoundWindow> chosen() const {
    std::vector<FoundWindow> all = refined_, out;
    std::stable_sort(all.begin(), all.end(),
                     [](const FoundWindow& a, const FoundWindow& b) { return a.cost < b.cost; });
    std::vector<std::vector<Lab>> shown;
    for (const FoundWindow& w : all) {
      if (static_cast<int>(out.size()) >= input_.wishes.most) break;
      const auto looks = judge_.shown(w);
      bool isNew = true;
      for (std::size_t k = 0; k < out.size() && isNew; ++k)
        isNew = !same(w, out[k]) && difference(looks, shown[k]) > kLookAlike;
      if (!isNew) continue;
      out.push_back(w);
      shown.push_back(looks);
    }
    return out;
  }

  static double difference(const std::vector<Lab>& a, const std::vector<Lab>& b) {
    double sum = 0;
    for (std::size_t i = 0; i < a.size(); ++i) sum += Judge::labDistance(a[i], b[i]);
    return sum / static_cast<double>(std::max<std::size_t>(1, a.size()));
  }

  bool near(Point at, Angle turn, const FoundWindow& other) const {
    if (abs((turn - other.turn).wrapped()) >= kTurnedApart) return false;
    Point by = at - other.at;
    if (periodic_) {
      const double det = cross(lattice_.a, lattice_.b);
      const double i = std::round(cross(by, lattice_.b) / det), j = std::round(cross(lattice_.a, by) / det);
      by = by - i * lattice_.a - j * lattice_.b;
      for (int k = -1; k <= 1; ++k)
        for (int l = -1; l <= 1; ++l)
          if (length(by + static_cast<double>(k) * lattice_.a + static_cast<double>(l) * lattice_.b) <
              kSpotsApart)
            return true;
    }
    return length(by) < kSpotsApart;
  }

  bool same(const FoundWindow& a, const FoundWindow& b) const {
    if (near(a.at, a.turn, b)) return true;
    if (print_.halfTurn && near(2.0 * *print_.halfTurn - a.at, a.turn + kHalfTurn, b)) return true;
    if (!centre_) return false;  // the mirror image is of the other hand
    return std::any_of(print_.mirrors.begin(), print_.mirrors.end(), [&](const MirrorAxis& axis) {
      const Point d = towards(axis.direction), n{-d.y, d.x};
      const Point image = a.at - 2 * cross(d, a.at - axis.point) * n;
      return near(image, 2 * axis.direction - 2 * *centre_ - a.turn, b);
    });
  }

  PrintView view_;
  const Print& print_;
  const SearchInput& input_;
  const Progress& progress_;
  Judge judge_;
  std::optional<Angle> centre_;
  std::vector<MirrorAxis> axes_;
  bool periodic_ = false;
  Lattice lattice_;
  double width_ = 0, height_ = 0;  // mm
  std::vector<FoundWindow> refined_;
};

}  // namespace

SearchInput searchInput(const Layout& layout, const MotifChoice& motif, const SearchWishes& wishes) {
  MotifChoice upright = motif;
  upright.at = {};
  upright.turn = {};
  SearchInput out{windowOutline(layout, upright), sewnPairs(layout, motif), wishes};
  if (!out.seams.empty() || out.paper.empty()) return out;
  const int n = static_cast<int>(out.paper.size()), tip = static_cast<int>(turningCorner(out.paper));
  const int before = (tip + n - 1) % n;
  if (motif.mirrored)
    out.seams = {{std::min(tip, before), std::min(tip, before), true},
                 {std::max(tip, before), std::max(tip, before), true}};
  else
    out.seams = {{std::min(tip, before), std::max(tip, before), false}};
  return out;
}

Result<std::vector<FoundWindow>> findWindows(
    const Raster& picture, const Print& print, const SearchInput& input, const Progress& progress,
    const std::function<void(const std::vector<FoundWindow>&)>& soFar) {
  return Search(picture, print, input, progress).run(soFar);
}

Result<std::vector<FoundWindow>> findWindows(
    const Project& project, const MotifChoice& motif, const SearchWishes& wishes, const Progress& progress,
    const std::function<void(const std::vector<FoundWindow>&)>& soFar) {
  const Cloth* cloth = clothById(project, motif.cloth);
  if (!cloth || !cloth->print) return fail("cloth-motif-no-print", motif.name);
  const auto picture = project.pictures.find(cloth->print->picture);
  if (picture == project.pictures.end()) return fail("cloth-motif-no-print", motif.name);
  const SearchInput input = searchInput(*project.layout, motif, wishes);
  if (input.paper.empty()) return fail("find-shape", motif.shape);
  const auto raster = knownRaster(picture->second.png, progress);
  if (!raster) return tl::make_unexpected(raster.error());
  return findWindows(**raster, *cloth->print, input, progress, soFar);
}

}  // namespace clathra
