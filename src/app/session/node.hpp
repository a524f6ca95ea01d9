// A figure that is worked out: it names what it reads as one value, and its answer belongs to that value
// alone.
//
// Guarantees:
//  1 value() is of the input that is wanted now, or absent;
//  2 wanting what is there already, or being worked out, starts nothing;
//  3 the newest input wins: work for an older one is cancelled, and never more than one thread works here;
//  4 answers reach nobody once the node is gone;
//  5 what one of the two inputs before was answered is there at once when it is wanted again: a step that is
//    taken back, and made again.
#pragma once
#include <QThreadPool>
#include <array>
#include <functional>
#include <memory>
#include <optional>

#include "app/session/door.hpp"
#include "app/session/workers.hpp"
#include "progress.hpp"

namespace clathra {

template <class Input, class Output>
class Node {
 public:
  using Shared = std::shared_ptr<const Output>;
  using SoFar = std::function<void(Output)>;
  /// Runs on a worker thread and reads nothing but its input; `soFar` may tell an answer that gets better
  /// yet.
  using Work = std::function<Output(const Input&, const Progress&, const SoFar&)>;

  /// `changed` is called on the receiver's thread whenever value() or working() may differ.
  Node(QThreadPool& pool, QObject* receiver, Work work, std::function<void()> changed)
      : pool_(pool),
        door_(receiver),
        work_(std::make_shared<const Work>(std::move(work))),
        changed_(std::move(changed)) {}
  ~Node() { progress_.cancel(); }
  Node(const Node&) = delete;
  Node& operator=(const Node&) = delete;

  void want(Input input) {
    if (wanted_ && *wanted_ == input) return;
    remember();
    wanted_ = std::make_shared<const Input>(std::move(input));
    value_.reset();
    stopped_ = whole_ = false;
    if (running_) progress_.cancel();
    for (const Known& k : known_) {
      if (!k.input || !(*k.input == *wanted_)) continue;
      wanted_ = k.input;
      value_ = k.value;
      whole_ = true;
      return;
    }
    startNext();
  }
  /// Nothing is wanted until the next want().
  void rest() {
    remember();
    wanted_.reset();
    value_.reset();
    if (running_) progress_.cancel();
  }
  /// Work is given up; what was told so far stays.
  void stop() {
    if (!working()) return;
    stopped_ = true;
    progress_.cancel();
  }
  void goOn() {
    stopped_ = false;
    startNext();
  }

  Shared value() const { return value_; }
  bool whole() const { return whole_; }  ///< value() is the last word
  bool working() const { return wanted_ && !whole_ && !stopped_; }
  bool stopped() const { return wanted_ && !whole_ && stopped_; }
  const Progress& progress() const { return progress_; }
  int starts() const { return starts_; }  ///< for tests: how often work was begun

 private:
  struct Known {
    std::shared_ptr<const Input> input;
    Shared value;
  };
  void remember() {
    if (!wanted_ || !whole_ || wanted_ == known_[0].input) return;
    if (wanted_ != known_[1].input) known_[1] = {wanted_, value_};
    std::swap(known_[0], known_[1]);
  }
  void startNext() {
    if (running_ || !working()) return;
    running_ = true;
    ++starts_;
    progress_ = Progress();
    pool_.start([this, input = wanted_, progress = progress_, work = work_, door = door_.handle()] {
      standBack();
      const SoFar soFar = [this, input, door](Output out) {
        auto shared = std::make_shared<const Output>(std::move(out));
        Door::post(door, [this, input, shared] { take(input, shared, false); });
      };
      auto out = std::make_shared<const Output>((*work)(*input, progress, soFar));
      Door::post(door, [this, input, out, progress] {
        running_ = false;
        if (!progress.cancelled()) take(input, out, true);
        startNext();
        changed_();
      });
    });
  }
  void take(const std::shared_ptr<const Input>& of, Shared out, bool whole) {
    if (wanted_ != of || whole_) return;
    value_ = std::move(out);
    whole_ = whole;
    if (!whole) changed_();
  }

  QThreadPool& pool_;
  Door door_;
  std::shared_ptr<const Work> work_;
  std::function<void()> changed_;
  std::shared_ptr<const Input> wanted_;
  Shared value_;
  std::array<Known, 2> known_;  ///< the latest first
  Progress progress_;
  bool running_ = false, whole_ = false, stopped_ = false;
  int starts_ = 0;
};

}  // namespace clathra
