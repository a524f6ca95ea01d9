#include "app/session/workers.hpp"

#include <sys/resource.h>
#include <unistd.h>

#include <QCoreApplication>
#include <algorithm>

namespace clathra {

QThreadPool& workers() {
  constexpr int kThreads = 16;
  static QThreadPool* const pool = [] {
    auto* made = new QThreadPool;
    made->setMaxThreadCount(kThreads);
    qAddPostRoutine([] { workers().waitForDone(); });
    return made;
  }();
  return *pool;
}

void standBack() {
  // Priorities of the toolkit's threads do nothing under the usual scheduling; Linux keeps niceness for each
  // thread of its own (setpriority(2), "C library/kernel differences").
  static constexpr int kNicer = 5, kNicest = 19;
  thread_local const bool done = [] {
    const auto self = static_cast<id_t>(gettid());
    return setpriority(PRIO_PROCESS, self,
                       std::min(getpriority(PRIO_PROCESS, self) + kNicer, int{kNicest})) == 0;
  }();
  (void)done;
}

}  // namespace clathra
