// What the menu does with projects as files: begin, open, save, export, put away.
#pragma once
#include <QObject>
#include <functional>

#include "app/session/preferences.hpp"
#include "app/session/recovery.hpp"
#include "app/session/session.hpp"

namespace clathra {

class ProjectFiles : public QObject {
  Q_OBJECT
 public:
  /// Dialogs stand over `window`.
  ProjectFiles(Session& session, Preferences& preferences, Recovery& recovery, QWidget& window);

  void begin(const QString& arrangement);
  void open();
  void openFile(const QString& file);
  void importLayout();
  void openDemo(const QString& id = QStringLiteral("saltmarsh"));
  void recover(const Leftover& leftover);
  /// `then` runs once the project is saved; if it was not, said() or the session has told why.
  void save(std::function<void()> then = {});
  void saveAs(std::function<void()> then = {});
  /// Asks about unsaved work; `then` runs once the project is put away, and never if the user stays.
  void putAway(std::function<void()> then);
  void rename();
  void exportLayout();

 Q_SIGNALS:
  void said(const QString& sentence);
  /// A project was begun; `leftEarlier` if it comes from a file or the demo and may say where it was left.
  void begun(bool leftEarlier);

 private:
  void takeWhatIsTyped();
  /// `called` names the file in refusals, where its own name says nothing.
  void read(const QString& file, const QString& called, std::function<void(Project, Derived)> then);
  void letGo(const std::function<void()>& then);
  void start(Project project, const QString& path, Origin origin, std::optional<Derived> derived = {});
  void saveUnder(const QString& suggested, std::function<void()> then);
  void askAboutChangedFile(const QString& file, std::function<void(bool)> then);
  void writeTo(const QString& file, bool over, std::function<void()> then);

  Session& session_;
  Preferences& preferences_;
  Recovery& recovery_;
  QWidget& window_;
};

}  // namespace clathra
