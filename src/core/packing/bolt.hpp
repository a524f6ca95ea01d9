// Packing on a bolt: the least length.
#pragma once
#include "packing/improve.hpp"

namespace clathra::packing {

struct BoltAnswer {
  std::vector<Lying> items;
  double length = 0;
};
/// `known` is an answer already, or empty: it is never made worse. `better` is told of each better one. Empty
/// items if a patch is wider than the bolt.
BoltAnswer packBolt(const PackJob& job, const Variants& variants, std::uint64_t seed,
                    const std::vector<Lying>& known, Budget& budget,
                    const std::function<void(const BoltAnswer&)>& better);

}  // namespace clathra::packing
