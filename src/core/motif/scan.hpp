// The scan of a print for windows: one cell of it as whole numbers of Lab on a grid, and what every place of
// the grid scores at one turn. All places are worked out at once: a pair of places within a window is the
// whole cell against itself, shifted.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "motif/search.hpp"
#include "progress.hpp"

namespace clathra {

class LabCell {
 public:
  LabCell(const PrintView& print, Point a, Point b, bool periodic, const std::optional<Rgb>& colour);

  int columns() const { return columns_; }
  int rows() const { return rows_; }
  bool periodic() const { return periodic_; }
  bool coloured() const { return coloured_; }
  double step() const { return step_; }  ///< mm between places, about
  Point at(int column, int row) const;   ///< mm of the picture
  /// The whole number of columns and rows that is nearest to a difference in mm.
  std::pair<int, int> steps(Point mm) const;

  /// One row, again and again after itself, so that a shifted one of `padded()` places needs no seam.
  /// Channels: L*, a*, b* in halves; and 1 where the wished-for colour is.
  const std::int16_t* row(int channel, int row) const {
    return values_.data() + (static_cast<std::size_t>(channel) * static_cast<std::size_t>(rows_) +
                             static_cast<std::size_t>(row)) *
                                stored();
  }
  /// Columns up to a whole number of machine words.
  int padded() const { return (columns_ + kTogether - 1) / kTogether * kTogether; }
  static constexpr int kTogether = 16;
  static constexpr int kChannels = 4, kColour = 3;
  static constexpr double kPerUnit = 2;  ///< of Lab

 private:
  std::size_t stored() const { return static_cast<std::size_t>(columns_ + padded()); }
  Point a_, b_;
  bool periodic_, coloured_;
  int columns_ = 0, rows_ = 0;
  double step_ = 1;
  std::vector<std::int16_t> values_;
};

/// Places within a window, from its centroid, mm.
struct WindowPlaces {
  std::vector<std::pair<Point, Point>> seams, mirrored, lively;
  std::vector<Point> inside;
};
/// Of an upright paper. At most a few dozen, so that sums stay within sixteen bits.
WindowPlaces windowPlaces(PolygonView paper, const std::vector<EdgePair>& seams);

/// A window's places at one turn, in steps of the cell's grid.
struct SteppedPlaces {
  struct Step {
    int column, row;
  };
  using Pairs = std::vector<std::pair<Step, Step>>;
  SteppedPlaces(const LabCell& cell, const WindowPlaces& places, Angle turn);
  Pairs seams, mirrored, lively;
  std::vector<Step> inside;
};

/// The scores of all places of the cell at one turn, `padded()` to a row.
struct TurnScores {
  std::vector<std::int16_t> meeting, symmetry, lively, featured;
};
void scoreTurn(const LabCell& cell, const WindowPlaces& places, Angle turn, TurnScores& out);
ScanScore scoreAt(const TurnScores& scores, const WindowPlaces& places, std::size_t index);
/// The same of one window by itself.
ScanScore scoreOne(const LabCell& cell, const SteppedPlaces& places, int column, int row);

inline constexpr int kScanTurns = 120;  ///< 3° each
constexpr Angle scanTurn(int t) {
  return Angle::degrees(360.0 / kScanTurns * t);
}
/// Less lively windows are plain ground.
inline constexpr double kDullScan = 14;

struct ScannedSpot {
  int column = 0, row = 0, turn = 0;
  double cost = 0;
};
/// The best of each box of 5 by 5 places and two turns, best first: the same place found again and again
/// would crowd out the others. `rooms` has for each turn where the paper lies on a picture that is not
/// repeated.
std::vector<ScannedSpot> scanCell(const LabCell& cell, const WindowPlaces& places, Look look,
                                  const std::vector<Box>& rooms, const Progress& progress);

}  // namespace clathra
