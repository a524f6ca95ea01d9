#include "motif/scan.hpp"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <future>

#include "motif/colour.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

constexpr int kMostPlaces = 400;    // each way
constexpr double kNearColour = 18;  // ΔE2000 to a colour that is wished for

std::size_t wide(int v) {
  return static_cast<std::size_t>(v);
}

int wrapped(int v, int n) {
  const int r = v % n;
  return r < 0 ? r + n : r;
}

}  // namespace

LabCell::LabCell(const PrintView& print, Point a, Point b, bool periodic, const std::optional<Rgb>& colour)
    : a_(a), b_(b), periodic_(periodic), coloured_(colour.has_value()) {
  const auto places = [](double mm) { return std::clamp(static_cast<int>(std::lround(mm)), 4, kMostPlaces); };
  columns_ = places(length(a));
  rows_ = places(length(b));
  step_ = std::max(length(a) / columns_, length(b) / rows_);
  values_.resize(wide(kChannels) * wide(rows_) * stored());
  const auto wished = colour ? std::optional(labOf(colour->r, colour->g, colour->b)) : std::nullopt;
  for (int row = 0; row < rows_; ++row)
    for (int column = 0; column < columns_; ++column) {
      // The middle of four places: what is finer than the grid is no reason to choose.
      Lab mean;
      for (const double u : {-0.25, 0.25})
        for (const double v : {-0.25, 0.25}) {
          double level[3];
          print.levelsAt(((column + u) / columns_) * a_ + ((row + v) / rows_) * b_, level);
          const Lab lab = labOf(level[0], level[1], level[2]);
          mean.l += lab.l / 4;
          mean.a += lab.a / 4;
          mean.b += lab.b / 4;
        }
      const double channels[kChannels] = {kPerUnit * mean.l, kPerUnit * mean.a, kPerUnit * mean.b,
                                          wished && deltaE2000(mean, *wished) < kNearColour ? 1.0 : 0.0};
      for (int c = 0; c < kChannels; ++c) {
        const auto start = (wide(c) * wide(rows_) + wide(row)) * stored();
        for (auto i = wide(column); i < stored(); i += wide(columns_))
          values_[start + i] = static_cast<std::int16_t>(std::lround(channels[c]));
      }
    }
}

Point LabCell::at(int column, int row) const {
  return (static_cast<double>(column) / columns_) * a_ + (static_cast<double>(row) / rows_) * b_;
}

std::pair<int, int> LabCell::steps(Point mm) const {
  const double det = cross(a_, b_);
  return {static_cast<int>(std::lround(cross(mm, b_) / det * columns_)),
          static_cast<int>(std::lround(cross(a_, mm) / det * rows_))};
}

WindowPlaces windowPlaces(PolygonView paper, const std::vector<EdgePair>& seams) {
  constexpr double kSeamStep = 3;        // mm
  constexpr std::size_t kMostSeam = 28;  // sixteen bits hold 32 differences of Lab in halves
  constexpr std::size_t kMostInside = 20, kMostAlong = 12;
  const Point centre = centroid(paper);
  WindowPlaces out;
  double all = 0;
  for (const EdgePair& e : seams)
    if (!e.mirrored) all += lengthOf(paper, e);
  const double step =
      std::max(kSeamStep, all / static_cast<double>(kMostSeam - std::min(kMostSeam / 2, seams.size())));
  for (const EdgePair& e : seams) {
    if (e.mirrored) continue;  // an edge always meets its own image
    for (const auto& [p, q] : facingPlaces(paper, e, step))
      if (out.seams.size() < kMostSeam) out.seams.emplace_back(p - centre, q - centre);
  }
  // Places over the paper, in rows that are offset by half; and each one's image in the centre line.
  const Box box = bounds(paper);
  const auto line = centreLine(paper);
  const double apart = std::sqrt(area(paper) / static_cast<double>(kMostInside));
  std::vector<Point> inside;
  for (int row = 0; box.top + (row + 0.5) * apart < box.bottom; ++row)
    for (int column = 0; box.left + (column + 0.25) * apart < box.right; ++column) {
      const Point p{box.left + (column + (row % 2 ? 0.75 : 0.25)) * apart, box.top + (row + 0.5) * apart};
      if (contains(paper, p)) inside.push_back(p - centre);
    }
  while (inside.size() > kMostInside)
    inside.erase(inside.begin() + static_cast<std::ptrdiff_t>(inside.size() / 2));
  if (inside.empty()) inside.emplace_back();
  if (line) {
    const Point d = towards(*line);
    for (const Point p : inside) {
      const double off = cross(d, p);
      if (std::abs(off) > 0.5) out.mirrored.emplace_back(p, p - 2 * off * Point{-d.y, d.x});
    }
  }
  // Each with one a third of the paper further on: near ones are alike on any print.
  for (std::size_t i = 0; i < inside.size(); ++i)
    out.lively.emplace_back(inside[i], inside[(i + inside.size() / 3 + 1) % inside.size()]);
  // And along the seams: where they run over plain ground they meet, but nothing grows across them.
  const std::size_t stride = std::max<std::size_t>(1, (out.seams.size() + kMostAlong - 1) / kMostAlong);
  for (std::size_t i = 0; i < out.seams.size(); i += stride)
    out.lively.emplace_back(out.seams[i].first,
                            out.seams[(i + out.seams.size() / 3 + 1) % out.seams.size()].first);
  out.inside = std::move(inside);
  return out;
}

namespace {

std::int16_t apart(std::int16_t p, std::int16_t q) {
  return static_cast<std::int16_t>(std::max(p, q) - std::min(p, q));
}

/// Adds the differences of two rows in three channels, of a whole number of words each.
void addRow(std::int16_t* __restrict sum, const std::int16_t* const p[3], const std::int16_t* const q[3],
            int words) {
  const int n = words * LabCell::kTogether;
  const std::int16_t *p0 = p[0], *p1 = p[1], *p2 = p[2], *q0 = q[0], *q1 = q[1], *q2 = q[2];
  for (int i = 0; i < n; ++i) {
    const std::int16_t first = apart(p0[i], q0[i]), second = apart(p1[i], q1[i]), third = apart(p2[i], q2[i]);
    sum[i] = static_cast<std::int16_t>(sum[i] + first + second + third);
  }
}

void addPairs(const LabCell& cell, const SteppedPlaces::Pairs& pairs, std::vector<std::int16_t>& out) {
  const int columns = cell.padded(), rows = cell.rows();
  out.assign(wide(columns) * wide(rows), 0);
  for (int row = 0; row < rows; ++row)  // row by row, so that the sum stays near at hand
    for (const auto& [p, q] : pairs) {
      const std::int16_t *from[LabCell::kColour], *to[LabCell::kColour];
      for (int channel = 0; channel < LabCell::kColour; ++channel) {
        from[channel] = cell.row(channel, (row + p.row) % rows) + p.column;
        to[channel] = cell.row(channel, (row + q.row) % rows) + q.column;
      }
      addRow(out.data() + wide(row) * wide(columns), from, to, columns / LabCell::kTogether);
    }
}

double perPlace(double sum, std::size_t places) {
  return places == 0 ? 0 : sum / LabCell::kPerUnit / static_cast<double>(places);
}

double share(double n, std::size_t of) {
  return n / static_cast<double>(std::max<std::size_t>(1, of));
}

}  // namespace

SteppedPlaces::SteppedPlaces(const LabCell& cell, const WindowPlaces& places, Angle turn) {
  const auto stepOf = [&](Point mm) {
    const auto [c, r] = cell.steps(rotated(mm, turn));
    return Step{wrapped(c, cell.columns()), wrapped(r, cell.rows())};
  };
  const auto stepped = [&](const std::vector<std::pair<Point, Point>>& pairs) {
    Pairs out;
    for (const auto& [p, q] : pairs) out.emplace_back(stepOf(p), stepOf(q));
    return out;
  };
  seams = stepped(places.seams);
  mirrored = stepped(places.mirrored);
  lively = stepped(places.lively);
  for (const Point p : places.inside) inside.push_back(stepOf(p));
}

void scoreTurn(const LabCell& cell, const WindowPlaces& places, Angle turn, TurnScores& out) {
  const SteppedPlaces stepped(cell, places, turn);
  addPairs(cell, stepped.seams, out.meeting);
  addPairs(cell, stepped.mirrored, out.symmetry);
  addPairs(cell, stepped.lively, out.lively);
  const int columns = cell.padded(), rows = cell.rows();
  out.featured.assign(wide(columns) * wide(rows), 0);
  if (!cell.coloured()) return;
  for (const auto s : stepped.inside)
    for (int row = 0; row < rows; ++row) {
      const std::int16_t* from = cell.row(LabCell::kColour, (row + s.row) % rows) + s.column;
      std::int16_t* sum = out.featured.data() + wide(row) * wide(columns);
      for (int i = 0; i < columns; ++i) sum[i] = static_cast<std::int16_t>(sum[i] + from[i]);
    }
}

ScanScore scoreAt(const TurnScores& s, const WindowPlaces& places, std::size_t i) {
  return {perPlace(s.meeting[i], places.seams.size()), perPlace(s.symmetry[i], places.mirrored.size()),
          perPlace(s.lively[i], places.lively.size()), share(s.featured[i], places.inside.size())};
}

ScanScore scoreOne(const LabCell& cell, const SteppedPlaces& places, int column, int row) {
  const auto value = [&](SteppedPlaces::Step s, int channel) {
    int r = row + s.row;
    if (r >= cell.rows()) r -= cell.rows();
    return cell.row(channel, r)[column + s.column];
  };
  const auto sum = [&](const SteppedPlaces::Pairs& pairs) {
    int out = 0;
    for (const auto& [p, q] : pairs)
      for (int c = 0; c < LabCell::kColour; ++c) out += std::abs(value(p, c) - value(q, c));
    return out;
  };
  int coloured = 0;
  for (const auto s : places.inside) coloured += value(s, LabCell::kColour);
  return {perPlace(sum(places.seams), places.seams.size()),
          perPlace(sum(places.mirrored), places.mirrored.size()),
          perPlace(sum(places.lively), places.lively.size()), share(coloured, places.inside.size())};
}

namespace {

class Boxes {
 public:
  Boxes(const LabCell& cell, int turns)
      : columns_(cell.columns() / kPlaces + 1),
        rows_(cell.rows() / kPlaces + 1),
        best_(wide(columns_) * wide(rows_) * wide(turns / kTurns + 1)) {
    for (ScannedSpot& s : best_) s.cost = kNone;
  }
  void offer(int column, int row, int turn, int fromTurn, double cost) {
    ScannedSpot& s =
        best_[(wide((turn - fromTurn) / kTurns) * wide(rows_) + wide(row / kPlaces)) * wide(columns_) +
              wide(column / kPlaces)];
    if (cost < s.cost) s = {column, row, turn, cost};
  }
  void take(std::vector<ScannedSpot>& out) const {
    for (const ScannedSpot& s : best_)
      if (s.cost < kNone) out.push_back(s);
  }
  static constexpr int kTurns = 2;

 private:
  static constexpr int kPlaces = 5;
  static constexpr double kNone = 1e300;
  int columns_, rows_;
  std::vector<ScannedSpot> best_;
};

}  // namespace

std::vector<ScannedSpot> scanCell(const LabCell& cell, const WindowPlaces& places, Look look,
                                  const std::vector<Box>& rooms, const Progress& progress) {
  constexpr int kWorkers = 2, kEach = kScanTurns / kWorkers;
  static_assert(kEach % Boxes::kTurns == 0);
  const auto scan = [&](int from) {
    Boxes boxes(cell, kEach);
    TurnScores scores;
    for (int t = from; t < from + kEach && !progress.cancelled(); ++t) {
      scoreTurn(cell, places, scanTurn(t), scores);
      for (int row = 0; row < cell.rows(); ++row)
        for (int column = 0; column < cell.columns(); ++column) {
          const ScanScore s = scoreAt(scores, places, wide(row) * wide(cell.padded()) + wide(column));
          if (s.lively < kDullScan || (cell.coloured() && s.featured <= 0)) continue;
          if (!cell.periodic()) {
            const Point at = cell.at(column, row);
            const Box& room = rooms[wide(t)];
            if (at.x < room.left || at.x > room.right || at.y < room.top || at.y > room.bottom) continue;
          }
          boxes.offer(column, row, t, from, s.cost(look));
        }
    }
    return boxes;
  };
  std::vector<std::future<Boxes>> others;
  for (int w = 1; w < kWorkers; ++w) others.push_back(std::async(std::launch::async, scan, w * kEach));
  std::vector<ScannedSpot> out;
  scan(0).take(out);
  for (auto& other : others) other.get().take(out);
  std::stable_sort(out.begin(), out.end(),
                   [](const ScannedSpot& a, const ScannedSpot& b) { return a.cost < b.cost; });
  return out;
}

double ScanScore::cost(Look look) const {
  // By eye on a dozen prints. A unit that does not meet is none, so that meeting counts whole; beyond
  // kEnough a print is as lively as one wants.
  constexpr double kEnough = 60, kLively = 0.25, kSymmetric = 0.3, kMirror = 1, kMoves = 0.3, kFeatured = 40;
  double out = meeting - kLively * std::min(lively, kEnough) - kFeatured * featured;
  if (look == Look::Any) out += kSymmetric * symmetry;
  if (look == Look::Mirror) out += kMirror * symmetry;
  if (look == Look::Movement) out -= kMoves * std::min(symmetry, kEnough);
  return out;
}

}  // namespace clathra
