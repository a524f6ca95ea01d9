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
  std::string note;                   ///< the reference point in words
  std::string date;                   ///< ISO day it was made
  friend bool operator==(const MotifChoice&, const MotifChoice&) = default;
};

}  // namespace clathra
