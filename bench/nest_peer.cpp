#include "nest_peer.hpp"

#include <libnest2d/libnest2d.hpp>

#include <algorithm>
#include <chrono>
#include <cmath>

namespace bench {

Peer nested(const PeerJob& job) {
  using namespace libnest2d;
  constexpr double kUnits = 1e5;  // of the library's whole numbers in a mm
  std::vector<Item> items;
  for (const auto& outline : job.outlines) {
    ClipperLib::Path path;
    for (const auto& q : outline) path.emplace_back(std::llround(q[0] * kUnits), std::llround(q[1] * kUnits));
    if (ClipperLib::Orientation(path)) std::reverse(path.begin(), path.end());
    path.push_back(path.front());
    items.emplace_back(path);
  }
  NfpPlacer::Config config;
  if (!job.quarter) config.rotations = job.half ? std::vector<Radians>{0.0, Pi} : std::vector<Radians>{0.0};
  if (job.bottomLeft) config.alignment = config.starting_point = NfpPlacer::Config::Alignment::BOTTOM_LEFT;
  const auto units = [](double mm) { return static_cast<long long>(mm * kUnits); };
  const auto start = std::chrono::steady_clock::now();
  const auto bins = nest(items, Box(units(job.width), units(job.bin)), units(job.gap), NestConfig<>{config});
  Peer out;
  out.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
  if (bins != 1) return out;
  long long low = INT64_MAX, high = INT64_MIN;
  for (const Item& i : items) {
    low = std::min<long long>(low, i.boundingBox().minCorner().Y);
    high = std::max<long long>(high, i.boundingBox().maxCorner().Y);
  }
  out.length = static_cast<double>(high - low) / kUnits;
  return out;
}

}  // namespace bench
