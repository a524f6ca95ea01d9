// The repeat finder on prints by chance, and its time beside decoding the picture and turning it to Lab.
#include <turbojpeg.h>

#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <opencv2/imgproc.hpp>

#include "image/decode.hpp"
#include "image/repeat_finder.hpp"
#include "print_maker.hpp"

using namespace clathra;

namespace {

double median(std::vector<double> all) {
  std::sort(all.begin(), all.end());
  return all.empty() ? 0 : all[all.size() / 2];
}

struct Rates {
  int looked = 0, right = 0, wrongThoughSure = 0, foundWhereNone = 0, lattices = 0, symmetric = 0;
  std::vector<double> off;  // percent
};

void judge(const support::MadePrint& made, const FoundRepeat& found, Rates& r) {
  ++r.looked;
  bool right = found.found() == made.found;
  double worst = 0;
  if (right && found.found() && !made.b) {
    worst = std::min(length(found.a - made.a), length(found.a + made.a)) / length(made.a);
    right = worst < 0.01 && !found.b;
  } else if (right && found.found()) {
    right = found.b.has_value();
    if (right) {
      const double det = cross(made.a, *made.b);
      double whole[4];
      int k = 0;
      for (const Point p : {found.a, *found.b}) {
        const double i = std::round(cross(p, *made.b) / det), j = std::round(cross(made.a, p) / det);
        whole[k++] = i;
        whole[k++] = j;
        const Point meant = i * made.a + j * *made.b;
        worst = std::max(worst, length(p - meant) / std::max(1.0, length(meant)));
      }
      right = worst < 0.01 && std::abs(std::abs(whole[0] * whole[3] - whole[1] * whole[2]) - 1) < 0.5;
    }
  }
  r.right += right;
  r.wrongThoughSure += !right && found.confidence >= 0.8;
  r.foundWhereNone += !made.found && found.found();
  if (!right || !found.found() || !made.b) return;
  r.off.push_back(100 * worst);
  ++r.lattices;
  r.symmetric += found.halfTurn == made.halfTurn && found.mirrors.size() == made.mirrors.size();
}

double milliseconds(const std::function<void()>& work) {
  const auto from = std::chrono::steady_clock::now();
  work();
  return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - from).count();
}

void time() {
  support::PrintWish wish;
  wish.width = 3000;
  wish.height = 2000;
  wish.across = 420;
  wish.along = 510;
  wish.kind = "half-drop";
  wish.tilt = 2;
  const auto made = support::makePrint(wish);
  unsigned char* jpeg = nullptr;
  unsigned long size = 0;
  tjhandle handle = tjInitCompress();
  tjCompress2(handle, made.picture.rgba.data(), 3000, 0, 2000, TJPF_RGBA, &jpeg, &size, TJSAMP_420, 88, 0);
  const Bytes bytes(jpeg, jpeg + size);
  tjFree(jpeg);
  tjDestroy(handle);
  std::vector<double> floor, own;
  for (int i = 0; i < 7; ++i) {
    floor.push_back(milliseconds([&] {
      const auto r = decodeImage(bytes);
      const cv::Mat rgba(2000, 3000, CV_8UC4, const_cast<std::uint8_t*>(r->rgba.data()));
      cv::Mat rgb, lab;
      cv::cvtColor(rgba, rgb, cv::COLOR_RGBA2RGB);
      cv::cvtColor(rgb, lab, cv::COLOR_RGB2Lab);
    }));
    own.push_back(milliseconds([&] { (void)findRepeat(*decodeImage(bytes)); }));
  }
  std::printf(
      "repeat of a 3000 x 2000 picture: %.0f ms beside %.0f ms to decode it and turn it to Lab: %.1f times\n",
      median(own), median(floor), median(own) / median(floor));
}

}  // namespace

int main(int argc, char** argv) {
  const int n = argc > 1 ? std::atoi(argv[1]) : 120;
  for (const bool hard : {false, true}) {
    Rates r;
    for (int seed = 0; seed < n; ++seed) {
      const auto made = support::makePrint(support::wishBy(static_cast<std::uint32_t>(1'000 + seed), hard));
      judge(made, *findRepeat(made.picture), r);
    }
    std::printf(
        "%s prints: %d of %d right (%.1f %%), %d wrong though sure, %d found where there is none; mirrors "
        "and "
        "half turn right on %d of %d; steps off by %.3f %% (median)\n",
        hard ? "hard" : "usual", r.right, r.looked, 100.0 * r.right / r.looked, r.wrongThoughSure,
        r.foundWhereNone, r.symmetric, r.lattices, median(r.off));
    std::fflush(stdout);
  }
  time();
}
