// Safety copies: while a project has unsaved work, a copy of it lies in the state folder.
//
// Guarantees:
//  1 a copy is begun within kPause of the first step that it lacks, however steadily one works; while one is
//    being written, the next follows it;
//  2 each run keeps its copy in a folder of its own, under a lock that ends with the program, however that
//    ends;
//  3 a copy that is offered is removed only when it was taken up or thrown away.
#pragma once
#include <QObject>
#include <QString>
#include <QTimer>
#include <vector>

#include "app/session/session.hpp"

namespace clathra {

/// A copy that another run left behind, because it ended without being closed.
struct Leftover {
  QString folder;    ///< that it lies in
  QString file;      ///< the copy
  QString original;  ///< the project's own path, empty if it was never saved
  QString name, when, lastDone;
};

class Recovery : public QObject {
  Q_OBJECT
 public:
  static constexpr int kPause = 1'500;  ///< ms

  Recovery(Session& session, FileSystem& fs, QObject* parent = nullptr);
  ~Recovery() override;

  /// Copies whose program is no longer running, newest first.
  std::vector<Leftover> leftovers() const;
  static void discard(const Leftover& leftover);
  /// Writes the copy now; false if it could not be written (told once by failed()).
  bool writeNow();
  /// Removes this run's copy: after saving and at an orderly end.
  void forget();

  static QString parentFolder();  ///< $XDG_STATE_HOME/clathra/recovery
  QString folder() const { return folder_; }

 Q_SIGNALS:
  void failed(const QString& sentence);

 private:
  struct Copy;
  Copy copyOfNow() const;
  void begin();
  void ask();
  bool haveFolder();
  void tell(const Status& written);

  Session& session_;
  FileSystem& fs_;
  QString folder_;
  QTimer timer_;
  int lock_ = -1;
  bool writing_ = false, again_ = false, toldFailure_ = false;
};

}  // namespace clathra
