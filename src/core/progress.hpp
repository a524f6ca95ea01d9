// One object for progress and cancel, passed in and polled by long work.
#pragma once
#include <atomic>
#include <cmath>
#include <functional>
#include <limits>
#include <memory>
#include <optional>

namespace clathra {

/// Shared between the worker, which reports, and the interface, which may cancel. Copies share one state.
class Progress {
 public:
  void report(double done) const {  ///< 0 to 1
    state_->done.store(from_ + done * (to_ - from_), std::memory_order_relaxed);
  }
  /// For a part of the work: what that reports from 0 to 1 counts from `from` to `to` of this, so that it
  /// never goes back.
  [[nodiscard]] Progress part(double from, double to) const {
    Progress out = *this;
    out.from_ = from_ + from * (to_ - from_);
    out.to_ = from_ + to * (to_ - from_);
    return out;
  }
  double done() const { return state_->done.load(std::memory_order_relaxed); }
  /// Work that gets better as it runs tells the figure of each answer, the less the better: a length in mm.
  void found(double figure) const {
    if (std::isnan(state_->first.load())) state_->first.store(figure);
    state_->best.store(figure);
  }
  struct SoFar {
    double first = 0, best = 0;
  };
  std::optional<SoFar> soFar() const {
    const double first = state_->first.load();
    return std::isnan(first) ? std::nullopt : std::optional(SoFar{first, state_->best.load()});
  }
  void cancel() const { state_->cancelled.store(true, std::memory_order_relaxed); }
  [[nodiscard]] bool cancelled() const {
    if (state_->asked) state_->asked();
    return state_->cancelled.load(std::memory_order_relaxed);
  }
  /// For tests: called each time that work asks whether it was stopped, on whichever thread. Before it
  /// begins.
  void watch(std::function<void()> asked) const { state_->asked = std::move(asked); }

 private:
  struct State {
    std::atomic<double> done{0};
    std::atomic<bool> cancelled{false};
    std::function<void()> asked;
    std::atomic<double> first{std::numeric_limits<double>::quiet_NaN()}, best{0};
  };
  std::shared_ptr<State> state_ = std::make_shared<State>();
  double from_ = 0, to_ = 1;
};

/// The id of the error that cancelled work answers with; the interface drops it silently.
inline constexpr const char* kCancelled = "stopped";

}  // namespace clathra
