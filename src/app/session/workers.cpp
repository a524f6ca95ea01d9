#include "app/session/workers.hpp"

#include <QCoreApplication>

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

}  // namespace clathra
