#include "motif/thread.hpp"

#include <vector>

#include "motif/colour.hpp"

namespace clathra {

Rgb threadFor(const Meeting& meeting) {
  // Every few places are enough: seams are sewn with one thread.
  constexpr std::size_t kMostLooked = 60;
  std::vector<Rgb> all = meeting.rowOfA;
  all.insert(all.end(), meeting.rowOfB.begin(), meeting.rowOfB.end());
  std::vector<Rgb> looked;
  std::vector<Lab> labs;
  const std::size_t stride = std::max<std::size_t>(1, all.size() / kMostLooked);
  for (std::size_t i = 0; i < all.size(); i += stride) {
    looked.push_back(all[i]);
    labs.push_back(labOf(all[i].r, all[i].g, all[i].b));
  }
  Rgb best;
  double least = 1e300;
  for (std::size_t i = 0; i < labs.size(); ++i) {
    double sum = 0;
    for (const Lab& other : labs) sum += deltaE2000(labs[i], other);
    if (sum >= least) continue;
    least = sum;
    best = looked[i];
  }
  return best;
}

}  // namespace clathra
