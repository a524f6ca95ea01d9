// What was cut off a cloth. A cloth stays on the shelf as it was bought; what was cut is noted beside it and
// taken off when the next plan is made, so that giving it back loses nothing.
#pragma once
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

struct Cloth;

inline constexpr std::size_t kMostCuts = 5'000;        ///< of one cloth
inline constexpr std::size_t kMostCutPatches = 5'000;  ///< of one kind in one cut

/// Patches of one kind that were cut together.
struct CutPatches {
  std::string shape;  ///< the layout's shape, by its name
  int hand = 0;
  std::optional<int> motif;           ///< id of the motif choice they show
  int standing = 0;                   ///< degrees from the upright shape, where the cloth asks for it
  Polygon paper;                      ///< the shape as it was then, upright, FRONT of that hand, mm
  std::vector<Polygon> outlines;      ///< where they lay on the length as the shelf lists it, mm
  int count = 0;                      ///< patches; from scraps no place is known
  std::vector<std::uint32_t> pieces;  ///< rising: that they were cut for; further ones are spare
  friend bool operator==(const CutPatches&, const CutPatches&) = default;
};

/// What was cut in one go.
struct ClothCut {
  int id = 0;
  std::string date;         ///< ISO day
  int length = -1;          ///< which of the cloth's lengths, from 0; -1: scraps, or a length that is gone
  double from = 0, to = 0;  ///< mm along it that went right across; the same where only patches went
  std::vector<CutPatches> patches;
  friend bool operator==(const ClothCut&, const ClothCut&) = default;
};

/// Where a length that is left lies on the length it was cut from.
struct LengthOrigin {
  int length = 0;   ///< as the shelf lists it, from 0
  double from = 0;  ///< mm along it
  friend bool operator==(const LengthOrigin&, const LengthOrigin&) = default;
};

struct ClothLeft;
/// The cloth without what was cut: whole stretches are gone, patches have left holes. A length that was cut
/// in its middle is two.
ClothLeft clothLeft(const Cloth& cloth);

/// What is cut already of one kind.
struct CutCount {
  int pieces = 0;   ///< that have their patch
  int patches = 0;  ///< theirs and spares
  friend bool operator==(const CutCount&, const CutCount&) = default;
};

/// Patches for so many pieces with so many percent spare: rounded up.
int withSpare(int pieces, double percent);
/// Patches that `pieces` without one still want, spares for all of their kind included.
int stillWanted(int pieces, const CutCount& cut, double percent);

}  // namespace clathra
