// The start page: a gallery of arrangements drawn live, and the ways back to what was put away.
#pragma once
#include <QWidget>

#include "app/session/preferences.hpp"
#include "app/session/recovery.hpp"
#include "layout/arrangement.hpp"

class QPushButton;
class QBoxLayout;
class QVBoxLayout;

namespace clathra {

class StartPage : public QWidget {
  Q_OBJECT
 public:
  StartPage(const ArrangementLibrary& library, Preferences& preferences, QWidget* parent = nullptr);
  /// Projects that can be taken up again: copies of a crash first, then recent ones.
  void refresh(const std::vector<Leftover>& leftovers);

 Q_SIGNALS:
  void newAsked(const QString& arrangement);
  void openAsked();
  void openFileAsked(const QString& file);
  void importAsked();
  void demoAsked(const QString& id);
  void recoverAsked(const Leftover& leftover);
  void discardAsked(const Leftover& leftover);
  void helpAsked();

 protected:
  void resizeEvent(QResizeEvent*) override;

 private:
  Preferences& preferences_;
  QVBoxLayout* back_;
  QBoxLayout* halves_;
};

/// The safety page and a short help, also shown at the first start.
QWidget* helpPage(QPushButton** back);
/// The words of the safety page: a heading and its sentence each.
std::vector<std::pair<QString, QString>> safetyWords();

}  // namespace clathra
