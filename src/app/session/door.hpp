// Answers from other threads reach their receiver only while it is there.
#pragma once
#include <QObject>
#include <functional>
#include <memory>
#include <mutex>

namespace clathra {

/// Lives in the receiver, on the receiver's thread; workers hold its handle.
class Door {
  struct State {
    std::mutex mutex;
    QObject* receiver = nullptr;
    bool open = true;
  };

 public:
  using Handle = std::shared_ptr<State>;

  explicit Door(QObject* receiver) : state_(std::make_shared<State>()) { state_->receiver = receiver; }
  ~Door() { shut(); }
  Door(const Door&) = delete;
  Door& operator=(const Door&) = delete;

  Handle handle() const { return state_; }
  void shut() {
    const std::lock_guard lock(state_->mutex);
    state_->open = false;
  }
  /// From any thread: `answer` is given on the receiver's, if the door is still open by then.
  static void post(const Handle& door, std::function<void()> answer) {
    const std::lock_guard lock(door->mutex);  // the receiver cannot go while the answer is posted
    if (!door->open) return;
    QMetaObject::invokeMethod(
        door->receiver,
        [door, answer = std::move(answer)] {
          if (door->open) answer();
        },
        Qt::QueuedConnection);
  }

 private:
  Handle state_;
};

}  // namespace clathra
