// Work off the interface thread: a newer request replaces an older one, and only the newest answers.
#pragma once
#include <QObject>
#include <QThreadPool>
#include <functional>
#include <memory>
#include <mutex>

#include "progress.hpp"

namespace clathra {

template <class T>
class Latest {
 public:
  Latest() = default;
  ~Latest() {
    cancel();
    const std::lock_guard lock(door_->mutex);
    door_->open = false;
  }
  Latest(const Latest&) = delete;
  Latest& operator=(const Latest&) = delete;

  /// Runs `work` on a worker thread and `done` on the receiver's, unless another start or cancel came first.
  /// The receiver must live as long as this: it is the owner.
  Progress start(QObject* receiver, std::function<T(const Progress&)> work, std::function<void(T)> done) {
    cancel();
    progress_ = Progress();
    running_ = true;
    const Progress mine = progress_;
    QThreadPool::globalInstance()->start([=, this, door = door_] {
      auto result = std::make_shared<T>(work(mine));
      const std::lock_guard lock(door->mutex);  // the receiver cannot go while the answer is posted
      if (!door->open) return;
      QMetaObject::invokeMethod(
          receiver,
          [=, this] {
            if (mine.cancelled()) return;  // replaced; `this` may still be at work on the newer one
            running_ = false;
            done(std::move(*result));
          },
          Qt::QueuedConnection);
    });
    return mine;
  }
  void cancel() {
    progress_.cancel();
    running_ = false;
  }
  bool running() const { return running_; }
  const Progress& progress() const { return progress_; }

 private:
  struct Door {
    std::mutex mutex;
    bool open = true;
  };
  std::shared_ptr<Door> door_ = std::make_shared<Door>();
  Progress progress_;
  bool running_ = false;
};

}  // namespace clathra
