// Work off the interface thread: a newer request replaces an older one, and only the newest answers.
#pragma once
#include <QObject>
#include <QPointer>
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
    // The receiver may go while the work runs; the answer is left with a mailbox that outlives both.
    const std::shared_ptr<QObject> mailbox(new QObject, [](QObject* o) { o->deleteLater(); });
    QThreadPool::globalInstance()->start([=, this, there = QPointer<QObject>(receiver)] {
      auto result = std::make_shared<T>(work(mine));
      QMetaObject::invokeMethod(
          mailbox.get(),
          [=, this, keep = mailbox] {
            // Replaced, or the owner went, which cancels; `this` may be at work on a newer one.
            if (mine.cancelled() || !there) return;
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
