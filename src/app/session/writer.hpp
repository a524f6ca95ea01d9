// Writes projects on a thread of its own, one after the other: saves and safety copies. It waits for nothing
// else.
//
// Guarantees:
//  1 every save that was asked for answers, in the order of asking, and while its receiver is there;
//  2 a save reads the project as it was when it was asked for;
//  3 the destructor ends only when what was asked for is written.
#pragma once
#include <QThreadPool>
#include <atomic>
#include <functional>
#include <string>

#include "app/session/door.hpp"
#include "filesystem.hpp"
#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

class Writer {
 public:
  Writer(FileSystem& fs, QObject* receiver);
  ~Writer();
  Writer(const Writer&) = delete;
  Writer& operator=(const Writer&) = delete;

  using Answer = std::function<void(const Status&)>;
  /// Writes `project` to `path`; `progress` may stop it until it has begun to write. `answer` on the
  /// receiver's thread.
  void save(Project project, std::string path, Progress progress, Answer answer);
  /// Any other writing that must not overtake or be overtaken.
  void run(std::function<Status()> work, Answer answer);
  int waiting() const { return *waiting_; }  ///< asked for and not answered
  /// Waits until all is written; answers come when the receiver's thread is free.
  void finish();

 private:
  FileSystem& fs_;
  Door door_;
  std::shared_ptr<std::atomic<int>> waiting_ = std::make_shared<std::atomic<int>>(0);
  QThreadPool thread_;
};

}  // namespace clathra
