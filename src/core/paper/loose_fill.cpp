#include "paper/loose_fill.hpp"

#include <algorithm>
#include <cmath>

#include "shape/strip.hpp"

namespace clathra {

namespace {

constexpr double kRow = 0.25;  // mm

/// An outline in one turn as runs of cells, a run for each row.
struct Runs {
  Angle turn;
  Polygon outline;  ///< its box's corner at the origin
  int width = 0, height = 0;
  std::vector<std::pair<int, int>> rows;  ///< [from, to)
};

Runs runsOf(PolygonView given, Angle turn) {
  Runs out;
  out.turn = turn;
  out.outline = placed(given, turn, false, {});
  const Box b = bounds(out.outline);
  out.outline = translated(out.outline, {-b.left, -b.top});
  out.height = static_cast<int>(std::ceil(b.height() / kRow - 1e-6));
  out.width = static_cast<int>(std::ceil(b.width() / kRow - 1e-6));
  const std::size_t n = out.outline.size();
  for (int r = 0; r < out.height; ++r) {
    const double top = r * kRow, bottom = top + kRow;
    double left = 1e300, right = -1e300;
    for (std::size_t i = 0; i < n; ++i) {
      const Point p = out.outline[i], q = out.outline[(i + 1) % n];
      const double low = std::max(top, std::min(p.y, q.y)), high = std::min(bottom, std::max(p.y, q.y));
      if (low > high) continue;
      for (const double y : {low, high}) {
        const double x = std::abs(q.y - p.y) < 1e-12 ? p.x : p.x + (y - p.y) / (q.y - p.y) * (q.x - p.x);
        left = std::min(left, x);
        right = std::max(right, x);
      }
      if (std::abs(q.y - p.y) < 1e-12) {
        left = std::min({left, p.x, q.x});
        right = std::max({right, p.x, q.x});
      }
    }
    // A hair over a cell's edge is rounding.
    out.rows.emplace_back(static_cast<int>(std::floor(left / kRow + 1e-6)),
                          static_cast<int>(std::ceil(right / kRow - 1e-6)));
  }
  return out;
}

std::vector<Runs> turnsOf(PolygonView p) {
  std::vector<Runs> out;
  std::vector<double> seen;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point d = p[(i + 1) % p.size()] - p[i];
    for (const int quarter : {0, 1, 2, 3}) {
      const double turn = std::fmod(90.0 * quarter - directionOf(d).degrees() + 720, 360);
      if (std::any_of(seen.begin(), seen.end(),
                      [&](double s) { return std::abs(std::remainder(s - turn, 360)) < 0.01; }))
        continue;
      seen.push_back(turn);
      Runs runs = runsOf(p, Angle::degrees(turn));
      // Symmetrical outlines lie the same in several turns.
      if (std::none_of(out.begin(), out.end(), [&](const Runs& r) { return r.rows == runs.rows; }))
        out.push_back(std::move(runs));
    }
    if (out.size() >= 24) break;
  }
  return out;
}

Polygon swapped(PolygonView p) {
  Polygon out(p.begin(), p.end());
  for (Point& q : out) q = {q.y, q.x};
  return out;
}

/// A paper that lies on the page, and its box.
struct There {
  Polygon outline;
  Box box;
};

/// How far an outline can slide to the left until it touches another on its page or the room's edge; nothing
/// where that is farther than a row. `slid` is how far it slid already.
double slackLeft(const Polygon& p, double wall, const std::vector<There>& laid, bool up) {
  const Box b = bounds(p);
  double slack = b.left - wall;
  for (const There& other : laid) {
    Box o = other.box;
    if (up) o = {o.top, o.left, o.bottom, o.right};
    if (o.right < b.left - kRow || o.left > b.right || o.bottom <= b.top + 1e-9 || o.top >= b.bottom - 1e-9)
      continue;
    const double shift = nestShift(up ? swapped(other.outline) : other.outline, p);
    if (shift <= 1e-9) slack = std::min(slack, -shift);
  }
  return slack <= kRow + 1e-6 ? std::max(0.0, slack) : 0.0;
}

/// Papers were looked at in rows; those that nearly touch are brought together, so that they share their
/// cutting lines.
Point slideTogether(const Polygon& outline, const Box& room, const std::vector<There>& laid) {
  Point slid{};
  for (const bool up : {true, false, true}) {
    const Polygon now = translated(outline, slid);
    if (up)
      slid.y -= slackLeft(swapped(now), room.top, laid, true);
    else
      slid.x -= slackLeft(now, room.left, laid, false);
  }
  return slid;
}

class PageCells {
 public:
  PageCells(int width, int height)
      : width_(width), blocked_(static_cast<std::size_t>(height), std::vector<std::pair<int, int>>{}) {}

  /// The highest place from row `from` on, and there the one farthest left; the search ends at `worst`, the
  /// lower edge of the best so far. `from` becomes the first row that may still have room: pages only get
  /// fuller.
  std::optional<std::pair<int, int>> place(const Runs& runs, int worst, int& from) const {
    const int lowest = std::min(static_cast<int>(blocked_.size()), worst) - runs.height;
    for (; from <= lowest; ++from) {
      int x = 0, r = 0;
      for (int clear = 0; clear < runs.height && x + runs.width <= width_;
           r = r + 1 < runs.height ? r + 1 : 0) {
        const auto& [left, right] = runs.rows[static_cast<std::size_t>(r)];
        const int was = x;
        for (const auto& [a, b] : blocked_[static_cast<std::size_t>(from) + static_cast<std::size_t>(r)])
          if (a < x + right && b > x + left) x = b - left;
        clear = x == was ? clear + 1 : 1;  // this row is clear where it stands now
      }
      if (x + runs.width <= width_) return std::pair(x, from);
    }
    return std::nullopt;
  }
  void take(const Runs& runs, int x, int y) {
    for (int r = 0; r < runs.height; ++r) {
      auto& row = blocked_[static_cast<std::size_t>(y) + static_cast<std::size_t>(r)];
      row.emplace_back(x + runs.rows[static_cast<std::size_t>(r)].first,
                       x + runs.rows[static_cast<std::size_t>(r)].second);
      std::sort(row.begin(), row.end());
    }
  }

 private:
  int width_;
  std::vector<std::vector<std::pair<int, int>>> blocked_;
};

}  // namespace

std::optional<std::vector<LoosePaper>> looseFill(const std::vector<Polygon>& papers, const Box& room,
                                                 std::size_t pages, const Progress& progress) {
  const int width = static_cast<int>(std::floor(room.width() / kRow + 1e-6)),
            height = static_cast<int>(std::floor(room.height() / kRow + 1e-6));
  std::vector<PageCells> cells(pages, PageCells(width, height));
  std::vector<std::vector<There>> there(pages);
  struct Kind {
    Polygon outline;
    std::vector<Runs> turns;
    std::vector<std::vector<int>> from;  // by page and turn: the first row that may have room
  };
  std::vector<Kind> known;
  std::vector<LoosePaper> out;
  for (const Polygon& paper : papers) {
    if (progress.cancelled()) return std::nullopt;
    auto found = std::find_if(known.begin(), known.end(), [&](const Kind& k) { return k.outline == paper; });
    if (found == known.end()) {
      known.push_back({paper, turnsOf(paper), {}});
      known.back().from.assign(pages, std::vector<int>(known.back().turns.size(), 0));
      found = known.end() - 1;
    }
    Kind& kind = *found;
    bool laid = false;
    for (std::size_t page = 0; page < pages && !laid; ++page) {
      const Runs* best = nullptr;
      std::pair<int, int> at;
      for (std::size_t t = 0; t < kind.turns.size(); ++t) {
        const Runs& runs = kind.turns[t];
        const int worst = best ? at.second + best->height - 1 : height;
        const auto place = cells[page].place(runs, worst, kind.from[page][t]);
        if (!place) continue;
        best = &runs;
        at = *place;
      }
      if (!best) continue;
      cells[page].take(*best, at.first, at.second);
      const Point by{room.left + at.first * kRow, room.top + at.second * kRow};
      Polygon outline = translated(best->outline, by);
      const Point slid = slideTogether(outline, room, there[page]);
      // What it slid into is taken too.
      if (slid.x < 0 && at.first > 0) cells[page].take(*best, at.first - 1, at.second);
      if (slid.y < 0 && at.second > 0) cells[page].take(*best, at.first, at.second - 1);
      if (slid.x < 0 && slid.y < 0 && at.first > 0 && at.second > 0)
        cells[page].take(*best, at.first - 1, at.second - 1);
      out.push_back({page, translated(outline, slid), best->turn});
      there[page].push_back({out.back().outline, bounds(out.back().outline)});
      laid = true;
    }
    if (!laid) return std::nullopt;
  }
  return out;
}

}  // namespace clathra
