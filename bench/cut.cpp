// Packing jobs beside the packing library of Debian (libnest2d) and beside a person with ruler and strips: a
// line a job. Lengths in mm, times in s. The library gets bins of several lengths and both of its placements
// that suit cloth; the shortest that holds everything in one bin counts, with the time of that run alone.
#include <libnest2d/libnest2d.hpp>

#include <chrono>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <future>

#include "filesystem.hpp"
#include "packing/job.hpp"
#include "shape/strip.hpp"
#include "store/pack_file.hpp"

using namespace clathra;

namespace {

double since(std::chrono::steady_clock::time_point start) {
  return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

/// Strips of one outline as a person lays them, shape by shape; 0 where one shape fits no strip.
double byRuler(const PackJob& job) {
  double length = 0;
  for (const PackShape& s : job.shapes) {
    double least = 1e300;
    const auto lays = s.turns == Turns::None ? std::vector{stripLay(s.outline, {}, false)}
                      : s.turns == Turns::Half
                          ? std::vector{stripLay(s.outline, {}, false), stripLay(s.outline, {}, true)}
                          : stripLays(s.outline, true);
    for (const StripLay& lay : lays)
      if (const auto per = static_cast<int>(lay.fitting(job.width)); per > 0)
        least = std::min(least, (s.quantity + per - 1) / per * lay.height);
    length += least;
  }
  return length;
}

struct Peer {
  double length = 0, seconds = 0;
};

/// One run of the library; nothing if it needs a second bin.
std::optional<Peer> nested(const PackJob& job, double bin, bool bottomLeft) {
  using namespace libnest2d;
  constexpr double kUnits = 1e5;  // of the library's whole numbers in a mm
  std::vector<Item> items;
  bool half = false, quarter = false;
  for (const PackShape& s : job.shapes) {
    half = half || s.turns == Turns::Half;
    quarter = quarter || s.turns == Turns::Quarter || s.turns == Turns::Any;
    for (int i = 0; i < s.quantity; ++i) {
      ClipperLib::Path path;
      for (const clathra::Point q : s.outline)
        path.emplace_back(std::llround(q.x * kUnits), std::llround(q.y * kUnits));
      if (ClipperLib::Orientation(path)) std::reverse(path.begin(), path.end());
      path.push_back(path.front());
      items.emplace_back(path);
    }
  }
  NfpPlacer::Config config;
  if (!quarter) config.rotations = half ? std::vector<Radians>{0.0, Pi} : std::vector<Radians>{0.0};
  if (bottomLeft) config.alignment = config.starting_point = NfpPlacer::Config::Alignment::BOTTOM_LEFT;
  const auto start = std::chrono::steady_clock::now();
  const auto units = [](double mm) { return static_cast<long long>(mm * kUnits); };
  const auto bins =
      nest(items, libnest2d::Box(units(job.width), units(bin)), units(job.gap), NestConfig<>{config});
  Peer out{0, since(start)};
  if (bins != 1) return std::nullopt;
  long long low = INT64_MAX, high = INT64_MIN;
  for (const Item& i : items) {
    low = std::min<long long>(low, i.boundingBox().minCorner().Y);
    high = std::max<long long>(high, i.boundingBox().maxCorner().Y);
  }
  out.length = static_cast<double>(high - low) / kUnits;
  return out;
}

Peer libraryFor(const PackJob& job) {
  double area = 0, tall = 0;
  for (const PackShape& s : job.shapes) {
    area += s.quantity * clathra::area(s.outline);
    tall = std::max(tall, bounds(s.outline).height());
  }
  Peer best;
  for (const double slack : {1.3, 1.6, 2.2})
    for (const bool bottomLeft : {true, false}) {
      const auto run = nested(job, slack * area / job.width + tall, bottomLeft);
      if (run && (best.length == 0 || run->length < best.length)) best = *run;
      if (run && run->seconds > 120) return best;
    }
  return best;
}

}  // namespace

int main(int argc, char** argv) {
  std::printf("%-28s %9s %7s %9s %9s %7s %7s %7s\n", "job", "ours", "s", "ruler", "library", "s", "/ruler",
              "/lib");
  double ruler = 0, library = 0;
  int rulers = 0, libraries = 0;
  for (int i = 1; i < argc; ++i) {
    const auto text = readWhole(argv[i], 1'000'000);
    const auto job = text ? readPackJob(*text) : Result<PackJob>(tl::make_unexpected(text.error()));
    if (!job || !job->rooms.empty()) continue;  // the library has no pieces of cloth at hand
    const auto start = std::chrono::steady_clock::now();
    const auto ours = pack(*job, {});
    const double seconds = since(start);
    if (!ours) continue;
    int patches = 0;
    for (const PackShape& s : job->shapes) patches += s.quantity;
    constexpr int kMostForLibrary = 400;  // with 1 500 it is not done after a quarter of an hour
    const Peer peer = patches <= kMostForLibrary ? libraryFor(*job) : Peer{};
    const double strips = byRuler(*job);
    std::printf("%-28s %9.1f %7.2f %9.1f %9.1f %7.2f %7.3f %7.3f\n",
                std::filesystem::path(argv[i]).stem().c_str(), ours->usedLength, seconds, strips, peer.length,
                peer.seconds, ours->usedLength / strips,
                peer.length > 0 ? ours->usedLength / peer.length : 0);
    std::fflush(stdout);
    ruler += std::log(ours->usedLength / strips);
    ++rulers;
    if (peer.length <= 0) continue;
    library += std::log(ours->usedLength / peer.length);
    ++libraries;
  }
  if (rulers > 0) std::printf("geometric mean beside the ruler %.3f\n", std::exp(ruler / rulers));
  if (libraries > 0) std::printf("geometric mean beside the library %.3f\n", std::exp(library / libraries));
}
