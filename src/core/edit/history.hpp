// Undo and redo: one list of project values that share what did not change. An undo is a step in the list.
#pragma once
#include <string>
#include <vector>

#include "model/project.hpp"

namespace clathra {

class History {
 public:
  explicit History(Project start);

  const Project& now() const { return states_[at_].project; }
  /// Adds a step; a value with the same content is none and takes the present one's place, for a length may
  /// have been typed another way. Steps with the same non-empty `merge` key that follow each other become
  /// one, and vanish if the project is back where the first of them began.
  void push(Project next, std::string label, std::string merge = {});
  /// Puts a value in place of the present one without making a step: for what is no edit, like the open
  /// station.
  void replaceNow(const Project& now) { states_[at_].project = now; }
  /// Ends merging, so that the next step stands by itself.
  void seal();

  bool canUndo() const { return at_ > 0; }
  bool canRedo() const { return at_ + 1 < states_.size(); }
  /// The values that undo and redo would bring; only where canUndo() and canRedo().
  const Project& before() const { return states_[at_ - 1].project; }
  const Project& after() const { return states_[at_ + 1].project; }
  bool undo();
  bool redo();
  std::string undoLabel() const { return canUndo() ? states_[at_].label : std::string(); }
  std::string redoLabel() const { return canRedo() ? states_[at_ + 1].label : std::string(); }
  std::size_t steps() const { return at_; }

 private:
  struct State {
    Project project;
    std::string label, merge;
  };
  std::vector<State> states_;
  std::size_t at_ = 0;
};

}  // namespace clathra
