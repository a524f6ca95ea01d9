// Work off the interface thread: a newer request replaces an older one, and only the newest answers.
#pragma once
#include <QObject>
#include <QThreadPool>
#include <functional>
#include <memory>

#include "progress.hpp"

namespace clathra {

template <class T>
class Latest {
 public:
  ~Latest() { cancel(); }

  /// Runs `work` on a worker thread and `done` on the receiver's, unless another start or cancel came first.
  Progress start(QObject* receiver, std::function<T(const Progress&)> work, std::function<void(T)> done) {
    cancel();
    progress_ = Progress();
    running_ = true;
    const Progress mine = progress_;
    QThreadPool::globalInstance()->start([=, this] {
      auto result = std::make_shared<T>(work(mine));
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
  Progress progress_;
  bool running_ = false;
};

}  // namespace clathra
