// What pieces show of layered repeats, of all cloths whose plan is worked out; kept until a plan changes.
#pragma once
#include <functional>
#include <memory>
#include <vector>

#include "cutting/set_pieces.hpp"

namespace clathra {

class SetsShown {
 public:
  using Plans = std::function<std::shared_ptr<const CutPlan>(ClothId)>;
  /// A cloth whose plan is being worked out has no sets.
  const LayeredPieces& of(const Project& project, const Plans& plans) const;

 private:
  mutable LayeredPieces last_;
  mutable std::vector<std::shared_ptr<const CutPlan>> from_;
};

}  // namespace clathra
