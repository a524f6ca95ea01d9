// The packing library of Debian behind plain types: its headers are C++17.
#pragma once
#include <array>
#include <vector>

namespace bench {

struct PeerJob {
  double width = 0, bin = 0, gap = 0;  ///< mm
  bool half = false, quarter = false;  ///< turns it may make
  bool bottomLeft = false;             ///< else it places about the middle, as it does by itself
  std::vector<std::vector<std::array<double, 2>>> outlines;  ///< one a patch, mm
};
struct Peer {
  double length = 0, seconds = 0;
};

/// One run; length 0 if it needs a second bin.
Peer nested(const PeerJob& job);

}  // namespace bench
