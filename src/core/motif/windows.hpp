// Where the windows of a motif choice can be cut, how many there are, and how much cloth a number of them
// takes.
//
// The counter guarantees:
//  1 every window shows the chosen spot of the print: it lies at a whole number of repeats from it, or is its
//    image under the print's mirror lines (two of them make a half turn); on a plain stripe anywhere along
//    it;
//  2 patches (paper and allowance) lie inside the cloth and overlap nowhere, nor does the tool that cuts one
//    run past its corners into another;
//  3 the number is the largest there is, unless `exact` is false: then it is reached, and there are no more
//    than `atMost`;
//  4 where the print's place on the cloth is unknown the number holds for every place (`worstPlace`).
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "model/project.hpp"
#include "motif/conflicts.hpp"
#include "motif/independent.hpp"
#include "progress.hpp"

namespace clathra {

/// What is looked at of a motif's windows before an answer is given as a bound: about a second.
inline constexpr std::int64_t kWindowEffort = 1'000'000;

/// One window on a length of cloth.
struct Window {
  Point at;               ///< centroid, mm from the left selvedge and the upper cut end
  bool mirrored = false;  ///< shows the mirror image
  int on = -1;            ///< of the cloth's lengths, where a plan uses several; -1: on cloth to buy
  Polygon paper, patch;   ///< where paper and patch lie
};

/// A choice of windows on one length.
struct WindowSet {
  std::vector<Window> windows;  ///< from the upper cut end down
  double length = 0;            ///< mm from the cut end to the lowest patch's end
  bool exact = true;
  int atMost = 0;  ///< a bound from above where not exact
};

/// All that the windows of one motif choice depend on.
struct WindowInput {
  Cloth cloth;                            ///< what is left of it
  MotifChoice motif;                      ///< its pieces are those that wear the cloth and have no patch yet
  Polygon shape;                          ///< the shape's upright outline; empty if no piece has it any more
  bool leftHand = false;                  ///< its first piece is of the left hand
  CutCount cut;                           ///< what is cut of it already
  int copies = 0;                         ///< windows that are still wanted: pieces and spares
  double allowance = 0;                   ///< mm
  double overrun = 0;                     ///< mm that the tool runs past a corner; scissors do not
  Angle bluntBelow = Angle::degrees(75);  ///< sharper tips of the patch are cut square
  friend bool operator==(const WindowInput&, const WindowInput&) = default;
};
WindowInput windowInput(const Project& project, const MotifChoice& motif);

/// The print under one motif choice: windows repeat over it.
class WindowField {
 public:
  static constexpr double kLongestLooked = 200'000;  ///< mm

  /// Errors: the cloth has no print, the shape is not in the layout, a mirrored choice without mirror line.
  [[nodiscard]] static Result<WindowField> make(const WindowInput& input);
  /// The same on a length with these holes: windows keep clear of them. Where the print's place is unknown
  /// use the longest stretch without holes instead (clearStretch).
  WindowField clearOf(std::vector<Polygon> holes) const;

  /// As many windows as possible on a length of `width` by `length`, the picture's corner at `mark`.
  /// Once `effort` possibilities were looked at the answer is soon given as bounds.
  WindowSet most(double width, double length, Point mark, const Progress& progress,
                 std::int64_t effort = INT64_MAX) const;
  /// The shortest length on which `wanted` windows fit, from `from` mm below the cut end.
  /// Empty windows if the width takes none, or a length of `limit` mm does not suffice.
  WindowSet shortest(int wanted, double width, Point mark, double from, const Progress& progress,
                     std::int64_t effort = INT64_MAX, double limit = kLongestLooked) const;

  /// The same over all places of the print: the fewest windows, the longest length. Where the steps lie
  /// aslant to the cloth, a number that every place gives: as many as a cloth smaller by one repeat each way
  /// holds.
  WindowSet fewest(double width, double length, const Progress& progress) const;
  /// Bounds on fewest().windows.size(), quickly: a cloth smaller by one repeat each way holds no more than
  /// any place of the print does, and no place of a few that are tried holds fewer than the worst.
  struct Bounds {
    int atLeast = 0, atMost = 0;
  };
  Bounds fewestWithin(double width, double length, const Progress& progress, std::int64_t effort) const;
  WindowSet longest(int wanted, double width, double from, const Progress& progress,
                    std::int64_t effort = INT64_MAX) const;

  double patchArea() const;  ///< mm²
  double patchWidth() const;
  double patchHeight() const;

  /// All that could be cut between `from` and `to` mm of a length, one by one, holes kept clear of; from the
  /// cut end down.
  std::vector<Window> all(double width, double from, double to, Point mark) const;
  /// Half of the copies are of each hand.
  bool halfEach() const { return halfEach_; }
  double overrun() const { return overrun_; }
  /// Windows may lie anywhere along stripes: what is found is good, and no bound.
  bool slides() const { return slide_.has_value(); }
  Point cell() const;  ///< mm: the box of one step each way

 private:
  /// A family of equal windows: one for every whole number of steps.
  struct Coset {
    Point at;
    bool mirrored;
    Polygon paper, patch;  // about the centroid
  };
  struct Spot {
    Point at;
    std::size_t coset = 0;
    double top = 0, bottom = 0;
  };
  std::vector<Spot> spotsIn(double width, double from, double to, Point mark) const;
  void addAlong(std::vector<Spot>& out, std::size_t coset, const Box& room, Point start) const;
  bool meetsHole(const Polygon& patch) const;
  Point lessSteps(Point by) const;
  WindowSet choose(const std::vector<Spot>& spots, int wanted, const Progress& progress,
                   std::int64_t effort) const;
  WindowSet chooseOfMany(const std::vector<Spot>& spots, double width, double length,
                         const Progress& progress) const;
  std::vector<Polygon> patches() const;
  static std::vector<PatchSpot> placesOf(const std::vector<Spot>& spots);
  void put(WindowSet& set, const Spot& spot) const;
  double conflictsAmong(double spots, double width, double length) const;
  static constexpr double kQuickConflicts = 2e7;  ///< looked at in about a second
  void improve(Choice& choice, const ConflictLine& line, const std::vector<Spot>& spots, int wanted,
               const Progress& progress) const;
  std::vector<Point> criticalMarks(double width, double length) const;
  /// Steps along and across the cloth, or half of them.
  bool aligned() const;

  Lattice lattice_;
  std::optional<Point> slide_;  ///< of length 1, along the stripes; then lattice_.b is as far as patches need
  std::vector<Coset> cosets_;
  bool halfEach_ = false;       ///< half of the copies of each hand
  double overrun_ = 0;          ///< mm
  std::vector<Polygon> holes_;  ///< of the length that is looked at
};

/// The longest stretch of a length that no hole touches: from and to, mm along it.
std::pair<double, double> clearStretch(const OnHand& length);

}  // namespace clathra
