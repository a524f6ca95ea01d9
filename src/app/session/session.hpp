// The open project: its history, what follows from it, its file. Stations listen to it; nobody polls.
#pragma once
#include <QObject>
#include <QString>
#include <deque>
#include <map>
#include <memory>
#include <nlohmann/json.hpp>
#include <optional>

#include "app/session/latest.hpp"
#include "layout/piece_index.hpp"
#include "paper/sheets.hpp"
#include "project/edit.hpp"
#include "project/filesystem.hpp"
#include "project/history.hpp"
#include "project/tally.hpp"
#include "review/review.hpp"

namespace clathra {

/// Which parts of the project an event speaks of.
enum Part : int {
  LayoutPart = 1,
  PaintingPart = 2,
  ClothPart = 4,
  MotifPart = 8,
  SettingsPart = 16,
  NamePart = 32,
  AllParts = 63
};

/// What is worked out off the interface thread. Absent while it was never finished for this project.
struct Results {
  std::shared_ptr<const ReviewInput> input;  ///< plans and supplies
  std::vector<Remark> remarks;
  std::shared_ptr<const SheetPlan> sheets;
  std::string sheetsFault;
  bool fresh = false;  ///< belongs to the project as it is now
};

/// Figures whose change since the last step the tally strip shows.
struct Figures {
  int pieces = 0, kinds = 0, remarks = 0, sheets = 0;
  double width = 0, height = 0, seamLength = 0, clothNeeded = 0, clothToBuy = 0;
  bool planned = false;  ///< the figures that are worked out in the background are in
};

class Session : public QObject {
  Q_OBJECT
 public:
  Session(const ArrangementLibrary& library, FileSystem& fs, QObject* parent = nullptr);
  ~Session() override;

  const ArrangementLibrary& library() const { return library_; }
  bool isOpen() const { return history_.has_value(); }
  const Project& project() const { return history_->now(); }

  /// Begins with a project: new, opened or recovered. `path` is empty for one that was never saved; `derived`
  /// belongs to its layout where it was made already.
  void begin(Project project, const QString& path, bool saved, std::optional<Derived> derived = {});
  /// Makes a project off this thread; `then` gets it, with what follows from it, on this one.
  void make(std::function<Result<Project>()> work, std::function<void(Result<Project>, Derived)> then);
  void close();

  /// Makes one edit; a refusal is told by refused(). Edits that lay out many pieces run off this thread.
  /// False if it was refused at once.
  bool edit(const nlohmann::json& edit, const QString& label, const QString& merge = {});
  void seal();
  void undo();
  void redo();
  bool canUndo() const { return isOpen() && history_->canUndo(); }
  bool canRedo() const { return isOpen() && history_->canRedo(); }
  QString undoLabel() const;
  QString redoLabel() const;

  const Geometry& geometry() const { return *derived_.geometry; }
  const PieceIndex& index() const { return *derived_.index; }
  const Tally& tally() const { return tally_; }
  const Results& results() const { return results_; }
  const CutPlan* plan(ClothId cloth) const;
  const MotifSupply* supply(int motif) const;
  const Figures& figures() const { return figures_; }
  const Figures& figuresBefore() const { return before_; }

  QString path() const { return path_; }
  bool saved() const { return savedSteps_ && isOpen() && sameContent(*savedSteps_, project()); }
  /// Writes to `path` off this thread; `then` is told whether it went well. If it failed, or the file changed
  /// underneath (unless `over`), refused() has told why.
  void save(const QString& path, bool over = false, std::function<void(bool)> then = {});
  bool changedUnderneath(const QString& path) const;
  void rememberPlace(const QString& station, const QString& done);
  QString lastDone() const { return lastDone_; }

  /// Work in progress, for the busy bar; absent when idle.
  std::optional<Progress> busy() const;
  void cancelWork();
  /// Runs other long work off this thread, with the busy bar; `work` gives what is done afterwards on this
  /// one. Refused while such work runs: a drawing that is being written is not given up for another.
  void run(std::function<std::function<void()>(const Progress&)> work);
  /// For tests: waits until nothing runs. False after the timeout.
  bool waitUntilIdle(int milliseconds);

 Q_SIGNALS:
  void changed(int parts);
  void resultsChanged();
  void refused(const QString& sentence);
  void savedChanged();
  void busyChanged();
  void opened();

 private:
  struct Save {
    QString path;
    bool over = false;
    std::function<void(bool)> then;
  };
  EditContext context() const;
  void step(bool back);
  using Made = std::pair<Result<Project>, Derived>;
  void makeWith(Latest<Made>& worker, std::function<Result<Project>()> work,
                std::function<void(Result<Project>, Derived)> then, Derived before = {});
  void withDerived(const Project& project, std::function<void(Derived)> then);
  void saveNext();
  void saveDone(const Save& save, Project written, const Status& ok);
  void take(Project next, const QString& label, const QString& merge, Derived derived);
  void show(const Project& before, Derived derived);
  void work();
  void finish(Results results, std::shared_ptr<const Layout> sheetsOf);
  void refigure();
  static int partsChanged(const Project& a, const Project& b);

  const ArrangementLibrary& library_;
  FileSystem& fs_;
  std::optional<History> history_;
  Derived derived_;  ///< of the project's layout
  Tally tally_;
  Results results_;
  Figures figures_, before_;
  QString path_, stamp_, lastDone_;
  std::optional<Project> savedSteps_;
  Latest<Results> background_;
  Latest<std::function<void()>> other_;
  Latest<Made> heavy_;      ///< edits and steps of this project
  Latest<Made> opening_;    ///< another project
  std::deque<Save> saves_;  ///< the first is being written; none is ever dropped
  Progress saving_;
  bool writing_ = false;
};

/// The cloth needed and to buy over all plans, mm.
std::pair<double, double> clothTotals(const ReviewInput& input);

}  // namespace clathra
