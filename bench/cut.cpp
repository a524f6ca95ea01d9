// Packing jobs beside the packing library of Debian (libnest2d) and beside a person with ruler and strips: a
// line a job. Lengths in mm, times in s. The library gets bins of several lengths and both of its placements
// that suit cloth; the shortest that holds everything in one bin counts, with the time of that run alone.
#include <chrono>
#include <cmath>
#include <cstdio>
#include <filesystem>

#include "filesystem.hpp"
#include "nest_peer.hpp"
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

using bench::Peer;

bench::PeerJob peerJob(const PackJob& job) {
  bench::PeerJob out;
  out.width = job.width;
  out.gap = job.gap;
  for (const PackShape& s : job.shapes) {
    out.half = out.half || s.turns == Turns::Half;
    out.quarter = out.quarter || s.turns == Turns::Quarter || s.turns == Turns::Any;
    std::vector<std::array<double, 2>> outline;
    for (const Point q : s.outline) outline.push_back({q.x, q.y});
    for (int i = 0; i < s.quantity; ++i) out.outlines.push_back(outline);
  }
  return out;
}

Peer libraryFor(const PackJob& job) {
  double area = 0, tall = 0;
  for (const PackShape& s : job.shapes) {
    area += s.quantity * clathra::area(s.outline);
    tall = std::max(tall, bounds(s.outline).height());
  }
  bench::PeerJob peer = peerJob(job);
  Peer best;
  for (const double slack : {1.3, 1.6, 2.2})
    for (const bool bottomLeft : {true, false}) {
      peer.bin = slack * area / job.width + tall;
      peer.bottomLeft = bottomLeft;
      const Peer run = bench::nested(peer);
      if (run.length > 0 && (best.length == 0 || run.length < best.length)) best = run;
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
