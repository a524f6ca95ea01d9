#include "cli/waiting.hpp"

#include <atomic>
#include <csignal>
#include <ctime>

namespace clathra::cli {

namespace {

const Progress& interrupted() {
  static const Progress progress;
  return progress;
}

/// A script's time limit may send the same signal to the program and to its group: one press, told twice.
constexpr double kSamePress = 0.3;  // s

double now() {
  timespec t{};
  clock_gettime(CLOCK_MONOTONIC, &t);
  return static_cast<double>(t.tv_sec) + static_cast<double>(t.tv_nsec) * 1e-9;
}

std::atomic<double> firstPress{0};

// Atomics and the clock alone: what is allowed while anything may have been interrupted.
extern "C" void stopFirst(int) {
  if (!interrupted().cancelled()) {
    firstPress.store(now());
    interrupted().cancel();
  } else if (now() - firstPress.load() > kSamePress) {
    std::signal(SIGINT, SIG_DFL);
    std::raise(SIGINT);
  }
}

}  // namespace

Progress untilInterrupted() {
  const Progress& progress = interrupted();  // made before a signal can ask for it
  if (!progress.cancelled()) std::signal(SIGINT, stopFirst);
  return progress;
}

}  // namespace clathra::cli
