// Do the colours of two cut edges meet where they are sewn? Both are looked along on the picture from their
// common corner outwards (docs/calculations.md, "Meeting").
#pragma once
#include <optional>
#include <utility>
#include <vector>

#include "image/raster.hpp"
#include "model/project.hpp"
#include "motif/sewn_pair.hpp"
#include "progress.hpp"

namespace clathra {

enum class Verdict { Meets, Nearly, Parts };
enum class StripeVerdict { Meets, Differs, Mistake };
const char* verdictName(Verdict v);       ///< meets, nearly, parts
const char* stripeName(StripeVerdict v);  ///< meets, differs, mistake

struct Meeting {
  EdgePair edges;
  int sideOfA = 0, sideOfB = 0;  ///< as tallies list the shape's edges, arcs whole: from 0
  Verdict verdict = Verdict::Parts;
  std::optional<double> partsAt;  ///< mm from the common corner, where it parts
  double meanDe = 0, worstDe = 0;
  std::vector<std::pair<double, double>> changes;  ///< mm on a and on b at which the colour changes
  std::optional<StripeVerdict> stripe;             ///< where an edge shows stripes
  /// What is seen along both, each 0.5 mm from the common corner: red, green and blue levels.
  std::vector<Rgb> rowOfA, rowOfB;
  double length = 0;  ///< mm of the seam
};

/// A print's picture with its scale: colours at places of the cloth. Beyond its edge it goes on by its steps.
class PrintView {
 public:
  /// `picture` has to outlive it.
  PrintView(const Raster& picture, const Print& print);
  /// Red, green and blue levels at a place in mm of the picture.
  void levelsAt(Point mm, double out[3]) const;

 private:
  const Raster& picture_;
  double perMm_ = 1;
  Lattice lattice_;
  bool repeats_ = false;
  bool slides_ = false;            ///< one step alone is known
  double width_ = 0, height_ = 0;  // mm
};

/// The paper on the picture: the shape's outline as the choice's first piece has it, mm.
Polygon windowOutline(const Layout& layout, const MotifChoice& motif);

/// The mean ΔE2000 along a seam, as `meetingOf` gives it, without the rest.
double seamDifference(const PrintView& print, PolygonView outline, const EdgePair& edges);

/// `outline`: the paper on the picture, mm.
Meeting meetingOf(const PrintView& print, PolygonView outline, const EdgePair& edges);

/// Of all its pairs. Errors: the cloth has no print, or its picture is gone; cancelled.
[[nodiscard]] Result<std::vector<Meeting>> meetingsOf(const Project& project, const MotifChoice& motif,
                                                      const Progress& progress = {});

/// Of edges that are sewn in several stretches the one that meets worst.
std::vector<Meeting> eachPairOnce(std::vector<Meeting> meetings);

}  // namespace clathra
