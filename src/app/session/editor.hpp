// The project's history, and the edits and steps that wait for their turn.
//
// Guarantees:
//  1 edits, undo and redo are made in the order in which they were asked for, and none is dropped or given up
//    for a later one; only stop() and begin() do that, and say how many;
//  2 an edit that was asked for while another was being made speaks of the pieces as they were seen then:
//    they are followed by their keys;
//  3 what is light is made at once if nothing waits; what may take long is made on a thread of its own.
#pragma once
#include <QObject>
#include <QString>
#include <QThreadPool>
#include <deque>
#include <functional>
#include <optional>
#include <variant>

#include "app/session/door.hpp"
#include "edit/edit.hpp"
#include "edit/history.hpp"
#include "layout/derived.hpp"

namespace clathra {

class Editor : public QObject {
  Q_OBJECT
 public:
  /// `context` makes what edits need beside the project.
  Editor(std::function<EditContext()> context, QObject* parent = nullptr);
  ~Editor() override;

  void begin(Project project, Derived derived);
  void close();
  bool isOpen() const { return open_; }
  /// After close() still what was: views that are about to go may be painted once more.
  const Project& project() const { return history_->now(); }
  const Derived& derived() const { return derived_; }
  History& history() { return *history_; }
  const History& history() const { return *history_; }

  using Answer = std::function<void(bool made)>;
  /// False if it was refused at once; refused() has told why then. `done` is called once it is made, refused
  /// or given up.
  bool edit(Edit edit, const QString& label, const QString& merge = {}, Answer done = {});
  void undo();
  void redo();
  bool canUndo() const;  ///< once all that waits is made
  bool canRedo() const;
  /// Calls `then` when all that was asked for before is made.
  void inTurn(std::function<void()> then);

  bool working() const { return running_; }
  bool waiting() const { return running_ || !jobs_.empty(); }
  const Progress& progress() const { return progress_; }
  /// Gives up the edit that is being made and all that wait; how many they were.
  int stop();

 Q_SIGNALS:
  /// A step was made; `before` is what was, `label` empty for undo and redo.
  void stepped(const clathra::Project& before, const QString& label);
  void refused(const QString& sentence);
  void workChanged();

 private:
  struct Change {
    Edit edit;
    QString label, merge;
    std::shared_ptr<const Layout> saidOf;
  };
  struct Step {
    bool back = false;
  };
  struct Turn {
    std::function<void()> then;
  };
  struct Job {
    std::variant<Change, Step, Turn> what;
    Answer done;
  };
  struct Made {
    Result<Project> project;
    Derived derived;
  };

  bool add(Job job);
  void goOn();
  bool make(Job& job);
  bool makeChange(const Change& change, const Answer& done);
  bool makeStep(const Step& step, const Answer& done);
  void aside(std::function<Made(const Progress&)> work, std::function<void(Made)> take);
  void take(Made made, const Change& change);
  void takeStep(bool back, Derived derived);
  bool isLarge() const;

  std::function<EditContext()> context_;
  std::optional<History> history_;
  Derived derived_;
  std::deque<Job> jobs_;
  std::unique_ptr<Door> door_;
  Progress progress_;
  bool open_ = false, running_ = false, going_ = false, refusedOne_ = false;
  Answer runningDone_;
  std::unique_ptr<QThreadPool> pool_;
};

}  // namespace clathra
