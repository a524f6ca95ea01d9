// "What next": the next sensible step, in one sentence, and where it is done.
#pragma once
#include <QString>
#include <vector>

#include "app/session/session.hpp"

namespace clathra {

struct NextStep {
  QString sentence, action;
  QString station, about;             ///< where the action leads
  std::vector<std::uint32_t> pieces;  ///< and what it shows
};
NextStep nextStep(const Session& session);

}  // namespace clathra
