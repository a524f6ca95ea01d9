// A paper as a ruler reads it.
#pragma once
#include <string>

namespace clathra {

enum class ReadOf { Edge, Across, High, Angle };

struct Reading {
  std::string shape;  ///< its name in the layout, or a family's
  int hand = 0;       ///< 0 also for both hands of one that has two
  ReadOf of = ReadOf::Edge;
  int index = 0;         ///< of the edge or the corner, as the tally lists them
  int papers = 1;        ///< that lie in a row under the ruler
  double value = 0;      ///< mm or degrees, of all of them together
  bool covered = false;  ///< cloth is on
  std::string material;
  double each() const { return value / papers; }
  friend bool operator==(const Reading&, const Reading&) = default;
};
inline constexpr std::size_t kMostReadings = 2'000;
inline constexpr int kMostInARow = 1'000;

}  // namespace clathra
