// A motif choice: which spot of a print some patches show.
#pragma once
#include <cstdint>
#include <string>
#include <vector>

#include "model/cloth.hpp"

namespace clathra {

struct MotifChoice {
  int id = 0;
  std::string name;
  ClothId cloth = kNoCloth;
  std::string shape;                  ///< Shape::name
  Point at;                           ///< the outline's centroid on the picture, mm
  Angle turn;                         ///< clockwise
  bool mirrored = false;              ///< copies are alternately mirrored: half of each hand
  std::vector<std::uint32_t> pieces;  ///< indices, rising
  /// Each piece is turned, by a turn that its shape does not show, so that the same corner looks to the
  /// middle of the pieces it meets: else patches lie as their pieces are listed.
  bool toMiddle = false;
  std::string note;                ///< the reference point in words
  std::optional<Point> reference;  ///< the same as a place on the picture, mm
  std::string date;                ///< ISO day it was made
  friend bool operator==(const MotifChoice&, const MotifChoice&) = default;
};

}  // namespace clathra
