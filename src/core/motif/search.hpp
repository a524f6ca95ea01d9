// Find me some: the spots of a print whose copies make the best units. All positions and turns are looked at.
//
// Guarantees:
//  1 every spot of the cell (of a print without a known repeat: every spot at which the paper lies on the
//    picture) is scored at 1 mm and 3°, or as finely as 400 by 400 places allow; the best are refined;
//  2 what is given is lively: a plain ground is never among it;
//  3 no two are the same spot: they lie 5 mm or 5° apart, whole repeats and the print's mirror lines and half
//    turn taken out, and do not look alike either;
//  4 with the same input the answer is the same.
#pragma once
#include <functional>
#include <optional>
#include <vector>

#include "motif/meeting.hpp"

namespace clathra {

/// What a unit shall look like.
enum class Look { Any, Mirror, Movement };

struct SearchWishes {
  Look look = Look::Any;
  std::optional<Rgb> colour;  ///< to feature
  int most = 24;              ///< spots in the answer
  friend bool operator==(const SearchWishes&, const SearchWishes&) = default;
};

struct FoundWindow {
  Point at;               ///< the paper's centroid on the picture, mm
  Angle turn;             ///< clockwise from the upright outline
  double meeting = 0;     ///< mean ΔE2000 along all seams of the unit
  double symmetry = 0;    ///< mean difference in Lab across the paper's centre line; 0 where it has none
  double lively = 0;      ///< mean difference in Lab between places within the paper
  double featured = 0;    ///< share of the paper in the colour that was wished for, 0 to 1
  bool onMirror = false;  ///< its centre line lies on a mirror line of the print
  double cost = 0;        ///< by which they are ordered, least first
};

struct SearchInput {
  Polygon paper;                ///< upright, about its centroid
  std::vector<EdgePair> seams;  ///< of the unit
  SearchWishes wishes;
};

/// The paper of a choice, upright, and the seams of its unit: those of its pieces, or, where they are not
/// sewn to each other, those of the round that its copies close.
SearchInput searchInput(const Layout& layout, const MotifChoice& motif, const SearchWishes& wishes);

/// What the scan gives every candidate: the same for a window by itself and for all of them at once. Lower
/// is better; all differences are the sum of those in L*, a* and b*.
struct ScanScore {
  double meeting = 0, symmetry = 0, lively = 0, featured = 0;
  double cost(Look look) const;
};

/// `soFar` is told of the best known while it refines them, in order.
/// Errors: the picture is smaller than the paper; nothing lively; cancelled.
[[nodiscard]] Result<std::vector<FoundWindow>> findWindows(
    const Raster& picture, const Print& print, const SearchInput& input, const Progress& progress = {},
    const std::function<void(const std::vector<FoundWindow>&)>& soFar = {});
/// The same for a choice of the project. Errors: its cloth has no print, the layout not its shape.
[[nodiscard]] Result<std::vector<FoundWindow>> findWindows(
    const Project& project, const MotifChoice& motif, const SearchWishes& wishes,
    const Progress& progress = {}, const std::function<void(const std::vector<FoundWindow>&)>& soFar = {});

}  // namespace clathra
