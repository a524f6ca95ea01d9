#include "edit/history.hpp"

namespace clathra {

History::History(Project start) {
  states_.push_back({std::move(start), {}, {}});
}

void History::push(Project next, std::string label, std::string merge) {
  if (sameContent(now(), next)) {
    next.lastDone = now().lastDone;
    return replaceNow(next);
  }
  states_.resize(at_ + 1);
  const bool merges = !merge.empty() && at_ > 0 && states_[at_].merge == merge;
  if (!merges) {
    states_.push_back({std::move(next), std::move(label), std::move(merge)});
    ++at_;
    return;
  }
  if (sameContent(states_[at_ - 1].project, next)) {
    states_.pop_back();
    --at_;
    return;
  }
  states_[at_].project = std::move(next);
  states_[at_].label = std::move(label);
}

void History::seal() {
  states_[at_].merge.clear();
}

bool History::undo() {
  if (!canUndo()) return false;
  --at_;
  return true;
}

bool History::redo() {
  if (!canRedo()) return false;
  ++at_;
  return true;
}

}  // namespace clathra
