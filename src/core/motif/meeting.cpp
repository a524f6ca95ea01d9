#include "motif/meeting.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <tuple>

#include "image/known_raster.hpp"
#include "measure/length.hpp"
#include "motif/colour.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {
constexpr double kStep = 0.5;              // mm between the places where edges are compared
constexpr int kShifts = 5;                 // tenths of a mm that seams are eased by, either way
constexpr double kAlike = 6, kApart = 10;  // ΔE2000
constexpr double kMeets = 0.9, kNearly = 0.75;

double levelOf(const Raster& r, int x, int y, int channel) {
  return r.at(std::clamp(x, 0, r.width - 1), std::clamp(y, 0, r.height - 1))[channel];
}

}  // namespace

const char* verdictName(Verdict v) {
  return v == Verdict::Meets ? "meets" : v == Verdict::Nearly ? "nearly" : "parts";
}
const char* stripeName(StripeVerdict v) {
  return v == StripeVerdict::Meets ? "meets" : v == StripeVerdict::Differs ? "differs" : "mistake";
}

PrintView::PrintView(const Raster& picture, const Print& print)
    : picture_(picture),
      perMm_(print.dpi / kMmPerInch),
      lattice_(latticeOf(print)),
      repeats_(repeatKnown(print)),
      slides_(print.steps && !print.steps->b),
      width_(picture.width / perMm_),
      height_(picture.height / perMm_) {}

void PrintView::levelsAt(Point mm, double out[3]) const {
  const bool inside = mm.x >= 0 && mm.y >= 0 && mm.x <= width_ && mm.y <= height_;
  if (!inside && slides_) {
    // What is seen of one step alone goes on as it is square to it: that is what stripes do.
    const Point a = lattice_.a, d = (1 / length(a)) * Point{-a.y, a.x}, middle{width_ / 2, height_ / 2};
    const double reach = std::min(width_, height_) / 4, along = dot(mm - middle, d);
    mm = mm - (along - std::clamp(along, -reach, reach)) * d;
    mm = mm + std::round(dot(middle - mm, a) / dot(a, a)) * a;
  } else if (!inside && repeats_) {
    // Brought back by whole steps; where the picture is hardly larger than the cell, the one that lies
    // inside.
    const double det = cross(lattice_.a, lattice_.b);
    const Point to{width_ / 2 - mm.x, height_ / 2 - mm.y};
    const double i = std::round(cross(to, lattice_.b) / det), j = std::round(cross(lattice_.a, to) / det);
    const auto outside = [&](Point p) {
      return std::max({0.0, -p.x, p.x - width_}) + std::max({0.0, -p.y, p.y - height_});
    };
    Point best = mm + i * lattice_.a + j * lattice_.b;
    const Point middle = best;
    for (int k = -1; k <= 1; ++k)
      for (int l = -1; l <= 1; ++l) {
        const Point next = middle + double(k) * lattice_.a + double(l) * lattice_.b;
        if (outside(next) < outside(best)) best = next;
      }
    mm = best;
  }
  // Levels stand for the middles of pixels.
  const double x = mm.x * perMm_ - 0.5, y = mm.y * perMm_ - 0.5;
  const int x0 = static_cast<int>(std::floor(x)), y0 = static_cast<int>(std::floor(y));
  const double u = x - x0, v = y - y0;
  for (int c = 0; c < 3; ++c)
    out[c] = (1 - v) * ((1 - u) * levelOf(picture_, x0, y0, c) + u * levelOf(picture_, x0 + 1, y0, c)) +
             v * ((1 - u) * levelOf(picture_, x0, y0 + 1, c) + u * levelOf(picture_, x0 + 1, y0 + 1, c));
}

Polygon windowOutline(const Layout& layout, const MotifChoice& motif) {
  for (const Shape& s : layout.shapes)
    if (s.name == motif.shape) {
      const bool left = !motif.pieces.empty() && layout.pieces[motif.pieces.front()].hand < 0;
      return placed(s.outline, motif.turn, left, motif.at);
    }
  return {};
}

namespace {

Lab colourAt(const PrintView& print, Point at) {
  double level[3];
  print.levelsAt(at, level);
  return labOf(level[0], level[1], level[2]);
}

Rgb levelAt(const PrintView& print, Point at) {
  double level[3];
  print.levelsAt(at, level);
  const auto whole = [](double v) {
    return static_cast<std::uint8_t>(std::lround(std::clamp(v, 0.0, 255.0)));
  };
  return {whole(level[0]), whole(level[1]), whole(level[2])};
}

constexpr double kFine = 0.05;  // mm between the places where changes are looked for

/// Places at which the colour changes within 0.6 mm, and not before or after it: mm from the corner.
std::vector<double> changesAlong(const PrintView& print, const EdgeWalk& walk, double inside) {
  constexpr double kWithin = 0.6, kEnds = 1;
  const int n = static_cast<int>(walk.length() / kFine);
  std::vector<Lab> colours;
  for (int i = 0; i <= n; ++i) colours.push_back(colourAt(print, walk.at(i * kFine, inside)));
  const int half = static_cast<int>(std::lround(kWithin / 2 / kFine));
  const auto across = [&](int i) {
    if (i < half || i + half > n) return 0.0;
    const int before = i - half, after = i + half;
    return deltaE2000(colours[static_cast<std::size_t>(before)], colours[static_cast<std::size_t>(after)]);
  };
  std::vector<double> steep;
  for (int i = 0; i <= n; ++i) steep.push_back(across(i));
  const auto at = [&](int i) { return i < 0 || i > n ? 0.0 : steep[static_cast<std::size_t>(i)]; };
  std::vector<double> out;
  for (int i = 0; i <= n; ++i) {
    if (at(i) <= kAlike) continue;
    bool highest = true;
    for (int k = 1; k <= 2 * half && highest; ++k) highest = at(i - k) < at(i) && at(i + k) <= at(i);
    // A shade that goes on before and after is no change.
    if (!highest || std::max(at(i - 2 * half), at(i + 2 * half)) > at(i) / 2) continue;
    // The middle of what is at least half as steep.
    int from = i, to = i;
    while (at(from - 1) > at(i) / 2) --from;
    while (at(to + 1) > at(i) / 2) ++to;
    const double mm = (from + to) / 2.0 * kFine;
    if (mm >= kEnds && mm <= walk.length() - kEnds) out.push_back(mm);
  }
  return out;
}

/// Each with the nearest of the other that is not taken yet.
std::vector<std::pair<double, double>> matched(const std::vector<double>& a, const std::vector<double>& b,
                                               double within) {
  std::vector<std::array<double, 3>> near;
  for (const double x : a)
    for (const double y : b)
      if (std::abs(x - y) <= within) near.push_back({std::abs(x - y), x, y});
  std::sort(near.begin(), near.end());
  std::vector<std::pair<double, double>> out;
  for (const auto& [d, x, y] : near)
    if (std::none_of(out.begin(), out.end(),
                     [x = x, y = y](const auto& o) { return o.first == x || o.second == y; }))
      out.emplace_back(x, y);
  std::sort(out.begin(), out.end());
  return out;
}

struct Lines {
  std::vector<double> at;  ///< mm along the edge
  double degrees = 90;     ///< of the lines to the edge, from the walk's direction, inside the paper
};

/// The lines of a stripe where they leave an edge: changes that go on inside, all in one direction.
std::optional<Lines> linesOf(const PrintView& print, const EdgeWalk& walk) {
  constexpr double kInside[] = {1.5, 3};  // mm
  const auto on = changesAlong(print, walk, 0);
  constexpr std::size_t kLeast = 2;
  if (on.size() < kLeast) return std::nullopt;
  std::vector<double> best;
  // At which slant do the most lines go on at both depths?
  double slantBest = 0;
  std::size_t most = 0;
  const auto first = changesAlong(print, walk, kInside[0]), second = changesAlong(print, walk, kInside[1]);
  double leastOff = 1e300;
  constexpr double kNear = 0.35, kSteepest = 2.8;  // mm; of the slant: 20° to the edge
  for (double slant = -kSteepest; slant <= kSteepest; slant += 0.02) {
    std::vector<double> lines;
    double off = 0;
    for (const double x : on) {
      const auto nearest = [&](const std::vector<double>& all, double to) {
        double d = 1e300;
        for (const double y : all) d = std::min(d, std::abs(y - to));
        return d;
      };
      const double one = nearest(first, x + slant * kInside[0]),
                   two = nearest(second, x + slant * kInside[1]);
      if (std::max(one, two) > kNear) continue;
      lines.push_back(x);
      off += one + two;
    }
    if (lines.size() < most || (lines.size() == most && off >= leastOff)) continue;
    most = lines.size();
    leastOff = off;
    slantBest = slant;
    best = std::move(lines);
  }
  // Nearly all changes are lines, or it is no stripe.
  if (best.size() < kLeast || static_cast<double>(best.size()) < 0.75 * static_cast<double>(on.size()))
    return std::nullopt;
  return Lines{best, std::atan2(1, slantBest) * 180 / std::numbers::pi};
}

/// Lines that miss by 1 to 4 mm or cross at 1° to 15° look like a mistake.
std::optional<StripeVerdict> stripesOf(const PrintView& print, const EdgeWalk& a, const EdgeWalk& b) {
  const auto one = linesOf(print, a), two = linesOf(print, b);
  if (!one && !two) return std::nullopt;
  if (!one || !two) return StripeVerdict::Differs;
  constexpr double kMisses = 1, kFar = 4, kTurns = 1, kClearly = 15, kReading = 0.4;
  const auto pairs = matched(one->at, two->at, kFar);
  if (pairs.size() * 2 < std::max(one->at.size(), two->at.size())) return StripeVerdict::Differs;
  double worst = 0;
  for (const auto& [x, y] : pairs) worst = std::max(worst, std::abs(x - y));
  // A line goes straight on where it leaves one paper at the angle at which it left the other, turned.
  const double turned = std::abs(180 - one->degrees - two->degrees);
  if (worst > kMisses || (turned > kTurns + kReading && turned < kClearly)) return StripeVerdict::Mistake;
  return StripeVerdict::Meets;
}

/// The shift under which most of the edges are alike.
void compare(const PrintView& print, const EdgeWalk& a, const EdgeWalk& b, Meeting& out) {
  double bestShare = -1, bestMean = 1e300;
  std::vector<double> best;
  std::vector<Lab> ofA;
  const double reach = std::min(a.length(), b.length());
  for (double t = 0; t < reach - 1e-9; t += kStep) ofA.push_back(colourAt(print, a.at(t)));
  for (int k = -kShifts; k <= kShifts; ++k) {
    std::vector<double> de;
    double sum = 0;
    int alike = 0;
    for (std::size_t i = 0; i < ofA.size(); ++i) {
      de.push_back(deltaE2000(ofA[i], colourAt(print, b.at(static_cast<double>(i) * kStep + k / 10.0))));
      sum += de.back();
      alike += de.back() < kAlike;
    }
    const double n = static_cast<double>(std::max<std::size_t>(1, de.size()));
    const double share = alike / n, mean = sum / n;
    if (share < bestShare - 1e-12 || (share < bestShare + 1e-12 && mean >= bestMean)) continue;
    bestShare = share;
    bestMean = mean;
    best = std::move(de);
  }
  out.meanDe = best.empty() ? 0 : bestMean;
  out.worstDe = best.empty() ? 0 : *std::max_element(best.begin(), best.end());
  out.verdict = bestShare >= kMeets - 1e-12    ? Verdict::Meets
                : bestShare >= kNearly - 1e-12 ? Verdict::Nearly
                                               : Verdict::Parts;
  if (out.verdict != Verdict::Parts) return;
  for (std::size_t i = 0; i < best.size(); ++i)
    if (best[i] > kApart) {
      out.partsAt = static_cast<double>(i) * kStep;
      return;
    }
}

}  // namespace

double seamDifference(const PrintView& print, PolygonView outline, const EdgePair& edges) {
  const auto [a, b] = walksOf(outline, edges);
  Meeting out;
  compare(print, a, b, out);
  return out.meanDe;
}

Meeting meetingOf(const PrintView& print, PolygonView outline, const EdgePair& edges) {
  Meeting out;
  out.edges = edges;
  const auto sides = edgesOf(outline);
  const auto sideOf = [&](int edge) {
    const std::size_t n = outline.size(), at = static_cast<std::size_t>(edge) % n;
    for (std::size_t i = 0; i < sides.size(); ++i)
      if ((at + n - sides[i].first) % n < sides[i].edges) return static_cast<int>(i);
    return edge;
  };
  out.sideOfA = sideOf(edges.a);
  out.sideOfB = sideOf(edges.b);
  const auto [a, b] = walksOf(outline, edges);
  compare(print, a, b, out);
  out.length = std::min(a.length(), b.length());
  for (double t = 0; t < out.length - 1e-9; t += kStep) {
    out.rowOfA.push_back(levelAt(print, a.at(t)));
    out.rowOfB.push_back(levelAt(print, b.at(t)));
  }
  constexpr double kSame = 1;  // mm between the changes that are taken for one
  out.changes = matched(changesAlong(print, a, 0), changesAlong(print, b, 0), kSame);
  out.stripe = stripesOf(print, a, b);
  return out;
}

Result<std::vector<Meeting>> meetingsOf(const Project& project, const MotifChoice& motif,
                                        const Progress& progress) {
  const Cloth* cloth = clothById(project, motif.cloth);
  if (!cloth || !cloth->print) return fail("cloth-motif-no-print", motif.name);
  const auto picture = project.pictures.find(cloth->print->picture);
  if (picture == project.pictures.end()) return fail("cloth-motif-no-print", motif.name);
  const auto pairs = sewnPairs(*project.layout, motif);
  std::vector<Meeting> out;
  if (pairs.empty()) return out;
  const auto raster = knownRaster(picture->second.png, progress);
  if (!raster) return tl::make_unexpected(raster.error());
  const PrintView print(**raster, *cloth->print);
  const Polygon outline = windowOutline(*project.layout, motif);
  for (const EdgePair& pair : pairs) {
    if (progress.cancelled()) return fail(kCancelled);
    out.push_back(meetingOf(print, outline, pair));
  }
  return out;
}

std::vector<Meeting> eachPairOnce(std::vector<Meeting> meetings) {
  const auto pairOf = [](const Meeting& m) { return std::tuple(m.sideOfA, m.sideOfB, m.edges.mirrored); };
  std::stable_sort(meetings.begin(), meetings.end(), [&](const Meeting& one, const Meeting& two) {
    if (pairOf(one) != pairOf(two)) return pairOf(one) < pairOf(two);
    return std::tuple(one.verdict, one.meanDe) > std::tuple(two.verdict, two.meanDe);
  });
  meetings.erase(
      std::unique(meetings.begin(), meetings.end(),
                  [&](const Meeting& one, const Meeting& two) { return pairOf(one) == pairOf(two); }),
      meetings.end());
  return meetings;
}

}  // namespace clathra
