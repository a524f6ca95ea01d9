// Work off the interface thread: a newer request replaces an older one, and only the newest answers.
#pragma once
#include "app/session/door.hpp"
#include "app/session/workers.hpp"
#include "progress.hpp"

namespace clathra {

template <class T>
class Latest {
 public:
  Latest() = default;
  ~Latest() { cancel(); }
  Latest(const Latest&) = delete;
  Latest& operator=(const Latest&) = delete;

  /// Runs `work` on a worker thread and `done` on the receiver's, unless another start or cancel came first
  /// or one of the two is gone.
  Progress start(QObject* receiver, std::function<T(const Progress&)> work, std::function<void(T)> done) {
    cancel();
    door_ = std::make_unique<Door>(receiver);
    progress_ = Progress();
    running_ = true;
    const Progress mine = progress_;
    workers().start([this, mine, work = std::move(work), done = std::move(done), door = door_->handle()] {
      standBack();
      auto result = std::make_shared<T>(work(mine));
      Door::post(door, [this, mine, result, done] {
        if (mine.cancelled()) return;  // replaced
        running_ = false;
        done(std::move(*result));
      });
    });
    return mine;
  }
  void cancel() {
    progress_.cancel();
    door_.reset();
    running_ = false;
  }
  bool running() const { return running_; }
  const Progress& progress() const { return progress_; }

 private:
  std::unique_ptr<Door> door_;
  Progress progress_;
  bool running_ = false;
};

}  // namespace clathra
