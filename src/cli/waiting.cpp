#include "cli/waiting.hpp"

#include <csignal>

namespace clathra::cli {

namespace {

const Progress& interrupted() {
  static const Progress progress;
  return progress;
}

// Only an atomic is stored to: that is allowed while anything may have been interrupted.
extern "C" void stopFirst(int) {
  interrupted().cancel();
  std::signal(SIGINT, SIG_DFL);
}

}  // namespace

Progress untilInterrupted() {
  const Progress& progress = interrupted();  // made before a signal can ask for it
  if (!progress.cancelled()) std::signal(SIGINT, stopFirst);
  return progress;
}

}  // namespace clathra::cli
