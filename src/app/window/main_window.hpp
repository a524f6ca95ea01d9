// The window seats the stations; each owns its picture and bench.
#pragma once
#include <QMainWindow>
#include <QPointer>
#include <QStackedWidget>
#include <QTimer>
#include <memory>

#include "app/session/preferences.hpp"
#include "app/session/recovery.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/message_line.hpp"
#include "app/widgets/rail.hpp"
#include "app/widgets/tally_strip.hpp"
#include "app/window/actions.hpp"
#include "app/window/next_step.hpp"
#include "app/window/project_files.hpp"
#include "app/window/station.hpp"

namespace clathra {

class StartPage;

class MainWindow : public QMainWindow {
  Q_OBJECT
 public:
  MainWindow(Session& session, Preferences& preferences, Recovery& recovery);
  ~MainWindow() override;

  ProjectFiles& files() { return files_; }
  void showStart();
  void showFirstStart();
  void showHelp();
  void goTo(const QString& station, const QString& about = {}, const std::vector<std::uint32_t>& pieces = {});
  /// Made now where nobody has been there yet; null for an id that is none.
  Station* station(const QString& id);
  void say(const QString& sentence) { message_->say(sentence); }
  QString said() const { return message_->said(); }
  MessageLine& messages() { return *message_; }
  /// Rebuilds everything in the present theme.
  void rebuild();

 protected:
  void closeEvent(QCloseEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;
  bool focusNextPrevChild(bool next) override;

 private:
  void build();
  QWidget* workPage();
  QWidget* topBar();
  QWidget* startPage();
  Station& made(std::size_t index);
  void addMenu(QPushButton* button);
  void makeActions();
  void connectSession();
  void refreshBar();
  void refreshStrip();
  void fitStrip();
  void seat(int index);
  void layOutForSize();
  void toggleBench();
  void openBench();
  void showBegun(bool leftEarlier);
  void showBusy();

  Session& session_;
  Preferences& preferences_;
  Recovery& recovery_;
  ProjectFiles files_;
  Actions* actions_ = nullptr;
  QStackedWidget* pages_ = nullptr;
  QPointer<StartPage> start_;
  QWidget *startPage_ = nullptr, *work_ = nullptr, *help_ = nullptr;
  MessageLine* message_ = nullptr;
  /// A station is made when it is first gone to: each is some hundred controls.
  struct Seat {
    Station* station = nullptr;
    QWidget *picture = nullptr, *bench = nullptr;
  };
  std::vector<Seat> seats_;
  Rail* rail_ = nullptr;
  QStackedWidget *pictures_ = nullptr, *benches_ = nullptr;
  TallyStrip* strip_ = nullptr;
  QWidget *stripArea_ = nullptr, *side_ = nullptr;
  QLabel* name_ = nullptr;
  SteadyLabel* next_ = nullptr;
  QPushButton *undo_ = nullptr, *redo_ = nullptr, *nextAction_ = nullptr, *drawer_ = nullptr;
  QTimer busyTimer_;
  NextStep step_;
  int current_ = 0;
  bool benchOpen_ = true, compact_ = false;
  QWidget* backFromHelp_ = nullptr;
};

}  // namespace clathra
