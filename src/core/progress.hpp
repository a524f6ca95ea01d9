// One object for progress and cancel, passed in and polled by long work.
#pragma once
#include <atomic>
#include <memory>

namespace clathra {

/// Shared between the worker, which reports, and the interface, which may cancel. Copies share one state.
class Progress {
 public:
  void report(double done) const { state_->done.store(done, std::memory_order_relaxed); }  ///< 0 to 1
  double done() const { return state_->done.load(std::memory_order_relaxed); }
  void cancel() const { state_->cancelled.store(true, std::memory_order_relaxed); }
  [[nodiscard]] bool cancelled() const { return state_->cancelled.load(std::memory_order_relaxed); }

 private:
  struct State {
    std::atomic<double> done{0};
    std::atomic<bool> cancelled{false};
  };
  std::shared_ptr<State> state_ = std::make_shared<State>();
};

/// The id of the error that cancelled work answers with; the interface drops it silently.
inline constexpr const char* kCancelled = "stopped";

}  // namespace clathra
