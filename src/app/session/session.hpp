// The open project: an editor that makes its steps, a planner that works out what follows, a writer that
// keeps it. Stations listen to it; nobody polls.
#pragma once
#include <QObject>
#include <QPointer>
#include <QString>
#include <memory>
#include <optional>

#include "app/session/editor.hpp"
#include "app/session/latest.hpp"
#include "app/session/planner.hpp"
#include "app/session/sets_shown.hpp"
#include "app/session/writer.hpp"
#include "layout/piece_index.hpp"
#include "model/tally.hpp"

namespace clathra {

/// An answer that is given only while its receiver is there.
template <class Do>
Editor::Answer whileThere(QObject* receiver, Do answer) {
  return [receiver = QPointer<QObject>(receiver), answer = std::move(answer)](bool made) {
    if (receiver) answer(made);
  };
}

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

/// Where a project came from: it decides whether putting it away untouched loses something.
enum class Origin {
  Fresh,    ///< new or a demo: untouched it can be made again
  Opened,   ///< from its own file
  Foreign,  ///< recovered or imported: it lies in no project file yet
};

/// Figures whose change since the last step the tally strip shows.
struct Figures {
  int pieces = 0, kinds = 0, remarks = 0, sheets = 0;
  double width = 0, height = 0, seamLength = 0, clothNeeded = 0, clothToBuy = 0;
  int piecesToBuy = 0;   ///< of cloths that are sold by the piece; their lengths are not in clothToBuy
  bool planned = false;  ///< all figures that are worked out in the background are in
};

class Session : public QObject {
  Q_OBJECT
 public:
  Session(const ArrangementLibrary& library, FileSystem& fs, QObject* parent = nullptr);
  ~Session() override;

  const ArrangementLibrary& library() const { return library_; }
  bool isOpen() const { return editor_.isOpen(); }
  const Project& project() const { return editor_.project(); }

  /// Begins with a project. `path` is empty for one that was never saved; `derived` belongs to its layout
  /// where it was made already.
  void begin(Project project, const QString& path, Origin origin, std::optional<Derived> derived = {});
  /// Makes a project off this thread; `then` gets it, with what follows from it, on this one.
  void make(std::function<Result<Project>(const Progress&)> work,
            std::function<void(Result<Project>, Derived)> then);
  void close();

  /// Makes an edit in its turn; see Editor. A refusal is told by refused().
  bool edit(Edit edit, const QString& label, const QString& merge = {}, Editor::Answer done = {}) {
    return editor_.edit(std::move(edit), label, merge, std::move(done));
  }
  void seal();
  void undo() { editor_.undo(); }
  void redo() { editor_.redo(); }
  bool canUndo() const { return editor_.canUndo(); }
  bool canRedo() const { return editor_.canRedo(); }
  QString undoLabel() const;
  QString redoLabel() const;

  const Geometry& geometry() const { return *editor_.derived().geometry; }
  const PieceIndex& index() const { return *editor_.derived().index; }
  const Tally& tally() const { return tally_; }
  const Planner& planner() const { return planner_; }
  Planner& planner() { return planner_; }
  /// The box of papers, which is no part of a project. Where its file cannot be read it is empty, and
  /// boxFault() says why; then it is never written over.
  const PaperBox& paperBox() const { return box_; }
  const Message& boxFault() const { return boxFault_; }
  /// Keeps it, and works out anew what reads it. Errors: it cannot be written; as it was then.
  [[nodiscard]] Status keepPaperBox(PaperBox box);
  void readBox();
  /// Of the project as it is now, or absent while they are worked out.
  std::shared_ptr<const SheetPlan> sheets() const { return planner_.sheets(); }
  std::shared_ptr<const CutPlan> plan(ClothId cloth) const { return planner_.plan(cloth); }
  /// What sets of layered repeats show, of the cloths that are planned.
  const LayeredPieces& inSets() const {
    return sets_.of(project(), [this](ClothId cloth) { return plan(cloth); });
  }
  std::shared_ptr<const MotifSupply> supply(int motif) const { return planner_.supply(motif); }
  const std::vector<Remark>& remarks() const { return planner_.remarks(); }
  const Figures& figures() const { return figures_; }
  const Figures& figuresBefore() const { return before_; }

  QString path() const { return path_; }
  /// Nothing would be lost by putting the project away now.
  bool saved() const;
  /// Writes to `path` once what was asked for before is made; `then` is told whether it went well. If it
  /// failed, refused() has told why. If another program changed the file since, nothing is written unless
  /// `over`, and fileChanged() asks.
  void save(const QString& path, bool over = false, std::function<void(bool)> then = {});
  bool changedUnderneath(const QString& path) const;
  Writer& writer() { return writer_; }
  void rememberPlace(const QString& station);
  QString lastDone() const { return lastDone_; }

  /// Work in progress, for the busy bar; absent when idle.
  std::optional<double> busy() const;
  void cancelWork();
  /// Figures whose work was stopped are taken up again.
  void goOn() { planner_.goOn(); }
  /// Runs other long work off this thread, with the busy bar; `work` gives what is done afterwards on this
  /// one. Refused while such work runs: a drawing that is being written is not given up for another.
  void run(std::function<std::function<void()>(const Progress&)> work);
  /// For tests: waits until nothing runs. False after the timeout.
  bool waitUntilIdle(int milliseconds);

 Q_SIGNALS:
  void changed(int parts);
  void resultsChanged();
  void refused(const QString& sentence);
  void fileChanged(const QString& path, std::function<void(bool)> then);
  void savedChanged();
  void busyChanged();
  void opened();

 private:
  using Made = std::pair<Result<Project>, Derived>;
  EditContext context() const;
  void stepped(const Project& before, const QString& label);
  void write(const QString& path, std::function<void(bool)> then);
  void written(const QString& path, Project project, int step, const Status& ok);
  void refigure();
  static int partsChanged(const Project& a, const Project& b);

  const ArrangementLibrary& library_;
  Editor editor_;
  Planner planner_;
  SetsShown sets_;
  PaperBox box_;
  Message boxFault_;
  Tally tally_;
  Figures figures_, before_;
  std::size_t depth_ = 0;  ///< of the history
  QString path_, stamp_, lastDone_;
  std::optional<Project> kept_;   ///< as it lies in its file, or as it can be made again
  int steps_ = 0, keptStep_ = 0;  ///< steps made since it was begun, and then
  Latest<std::function<void()>> other_;
  Latest<Made> opening_;  ///< another project
  Progress saving_;
  Writer writer_;  // last: it ends first, and waits until all is written
};

}  // namespace clathra
