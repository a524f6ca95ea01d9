// Will it close? Papers as they were measured, against the layout: edge beside edge, both sides of every
// straight line of seams, and the angles round closed corners.
//
// Guarantees:
//  1 a reading holds for every side or corner that the shape's symmetry makes equal; several of one are
//  averaged,
//    and those of covered papers go before those of bare ones;
//  2 every straight stretch of seams is judged once: as edge beside edge, or in a run;
//  3 where all shapes are off by one factor, all closes and only the finished size changes.
#pragma once
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "layout/derived.hpp"
#include "model/reading.hpp"
#include "progress.hpp"

namespace clathra {

/// What can be eased in by hand: 1 mm in 100 mm, in percent.
inline constexpr double kEasePercent = 1;
/// What angles round a corner may be off.
inline constexpr Angle kOpenCorner = Angle::degrees(1);
/// Up to this share of a limit nothing is noticed.
inline constexpr double kUnnoticed = 0.1;
/// All shapes are off by one factor when their factors differ by no more than this.
inline constexpr double kOneFactor = 0.0002;
/// A reading is believed up to so many times its design.
inline constexpr double kMostTimesOff = 5;

enum class Closing { Closes, Ease, Off };

/// One side of one paper: the shape and hand as the tally lists them, and the first of its alike edges.
struct PaperSide {
  std::uint16_t shape = 0;
  int hand = 0;
  std::size_t edge = 0;
  friend auto operator<=>(const PaperSide&,
                          const PaperSide&) = default;  // NOLINT(modernize-use-nullptr): its slip
};

struct SeamKind {
  PaperSide a, b;
  double design = 0;      ///< mm
  double difference = 0;  ///< mm, a less b
  double limit = 0;       ///< mm
  Closing closing = Closing::Closes;
  int seams = 0;
};

/// A straight line of seams between two places where corners of both sides meet.
struct Run {
  std::vector<std::uint32_t> measuredSide, otherSide;          ///< pieces (indices) in their order along it
  Point from, to;                                              ///< mm, in the layout
  double design = 0, measured = 0, difference = 0, limit = 0;  ///< mm; measured − the other side
  Closing closing = Closing::Closes;
  /// For each piece of a side the stretch of the line that it lies at: as designed, and as measured, mm.
  std::vector<std::pair<double, double>> measuredParts, otherParts;
  Message where;
  std::vector<Message> advice;  ///< none where it closes
};

/// The papers round a point that lies inside the layout.
struct ClosedCorner {
  std::vector<std::uint32_t> pieces;  ///< indices, rising
  Point at;
  Angle open;  ///< 360° less their sum; negative where they are too much
  Closing closing = Closing::Closes;
  /// Of its pieces, as they are counted: "1, 2, 5".
  std::string numbers() const;
};

struct Closure {
  double scale = 1;
  std::vector<SeamKind> seams;
  std::vector<Run> runs;
  std::vector<ClosedCorner> corners;
  double width = 0, height = 0;  ///< mm, finished
  bool closes() const;           ///< nothing is off
};

/// How papers of one shape and hand measure up: lengths of its edges, angles of its corners.
struct PaperMeasures {
  std::vector<double> design, lengths;      ///< mm, by edge
  std::vector<bool> arc;                    ///< by edge
  std::vector<Angle> designAngles, angles;  ///< by corner
  std::vector<bool> lengthRead, angleRead;
  std::vector<std::size_t> sideLike;  ///< for each side the first that is equal to it by symmetry
};

/// Of each shape and hand of the layout. Errors: a reading of a shape, edge or corner that is not there, of
/// parallel sides where there are none, more than kMostTimesOff off.
using MeasuredPapers = std::map<std::pair<std::uint16_t, int>, PaperMeasures>;
[[nodiscard]] Result<MeasuredPapers> measuredPapers(const Layout& layout,
                                                    const std::vector<Reading>& readings);

/// Errors: as measuredPapers; cancelled. O(n log n) in the number of seams.
[[nodiscard]] Result<Closure> willItClose(const Geometry& geometry, const std::vector<Reading>& readings,
                                          double easePercent = kEasePercent, const Progress& progress = {});

}  // namespace clathra
