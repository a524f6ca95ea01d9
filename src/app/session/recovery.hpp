// Autosave and recovery: while a project is open and unsaved, a copy lies in the state folder.
#pragma once
#include <QObject>
#include <QString>
#include <QTimer>
#include <vector>

#include "app/session/latest.hpp"
#include "app/session/session.hpp"

namespace clathra {

/// A copy that another run left behind, because it ended without being closed.
struct Leftover {
  QString file;      ///< the copy
  QString original;  ///< the project's own path, empty if it was never saved
  QString name, when;
};

class Recovery : public QObject {
  Q_OBJECT
 public:
  Recovery(Session& session, FileSystem& fs, QObject* parent = nullptr);
  ~Recovery() override;

  /// Copies whose program is no longer running, newest first.
  std::vector<Leftover> leftovers() const;
  static void discard(const Leftover& leftover);
  /// Writes the copy now; false if it could not be written (told once by the session's refused()).
  bool writeNow();
  /// Removes this run's copy: after saving and at an orderly end.
  void forget();

  static QString folder();  ///< $XDG_STATE_HOME/clathra/recovery

 Q_SIGNALS:
  void failed(const QString& sentence);

 private:
  void writeLater();
  void tell(const Status& written);
  void writeNote();
  QString file() const;
  QString note() const;
  Session& session_;
  FileSystem& fs_;
  QTimer timer_;
  Latest<Status> job_;
  bool toldFailure_ = false;
};

}  // namespace clathra
