// Work that is the same for many places, on two threads. Internal to image/.
#pragma once
#include <future>

namespace clathra::repeats {

/// each(i) for all i below n, which must not meet in what they write.
template <class Each>
void inTwo(int n, const Each& each) {
  auto odd = std::async(std::launch::async, [&] {
    for (int i = 1; i < n; i += 2) each(i);
  });
  for (int i = 0; i < n; i += 2) each(i);
  odd.get();
}

}  // namespace clathra::repeats
