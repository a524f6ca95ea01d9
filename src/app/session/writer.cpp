#include "app/session/writer.hpp"

#include "store/file.hpp"

namespace clathra {

Writer::Writer(FileSystem& fs, QObject* receiver) : fs_(fs), door_(receiver) {
  thread_.setMaxThreadCount(1);
  thread_.setExpiryTimeout(-1);
}

Writer::~Writer() {
  finish();
}

void Writer::finish() {
  thread_.waitForDone();
}

void Writer::save(Project project, std::string path, Progress progress, Answer answer) {
  run([&fs = fs_, project = std::move(project), path = std::move(path),
       progress = std::move(progress)] { return saveProject(fs, project, path, progress); },
      std::move(answer));
}

void Writer::run(std::function<Status()> work, Answer answer) {
  ++*waiting_;
  thread_.start(
      [work = std::move(work), answer = std::move(answer), waiting = waiting_, door = door_.handle()] {
        const Status ok = work();
        Door::post(door, [ok, answer, waiting] {
          --*waiting;
          answer(ok);
        });
      });
}

}  // namespace clathra
