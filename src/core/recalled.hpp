// Answers that were worked out before: for functions of their arguments alone, so that nobody can tell but by
// the time it takes.
#pragma once
#include <deque>
#include <mutex>
#include <optional>
#include <utility>

namespace clathra {

/// The latest answers, from any thread; the oldest are given up beyond `mostWeight` in all (what an answer
/// weighs is said when it is kept) or `mostAnswers`.
template <class Key, class Answer>
class Recalled {
 public:
  Recalled(std::size_t mostWeight, std::size_t mostAnswers)
      : mostWeight_(mostWeight), mostAnswers_(mostAnswers) {}

  std::optional<Answer> find(const Key& key) const {
    const std::lock_guard lock(mutex_);
    for (const One& one : all_)
      if (one.key == key) return one.answer;
    return std::nullopt;
  }
  void keep(Key key, Answer answer, std::size_t weight) {
    const std::lock_guard lock(mutex_);
    weight_ += weight;
    all_.push_front({std::move(key), std::move(answer), weight});
    while (weight_ > mostWeight_ || all_.size() > mostAnswers_) {
      weight_ -= all_.back().weight;
      all_.pop_back();
    }
  }
  void clear() {
    const std::lock_guard lock(mutex_);
    all_.clear();
    weight_ = 0;
  }

 private:
  struct One {
    Key key;
    Answer answer;
    std::size_t weight;
  };
  const std::size_t mostWeight_, mostAnswers_;
  mutable std::mutex mutex_;
  std::deque<One> all_;
  std::size_t weight_ = 0;
};

}  // namespace clathra
