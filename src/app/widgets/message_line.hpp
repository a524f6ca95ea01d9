// What the program says, and that it is working: a line of fixed height at the foot of the window, so that no
// message ever moves what lies under the hand.
//
// Guarantees:
//  1 saying something, its going and work that begins or ends move no other control;
//  2 a message leaves by itself once there was time to read it, but not while the pointer rests on it;
//  3 what is too long for the line is read in full by one press.
#pragma once
#include <QFrame>
#include <QProgressBar>
#include <QPushButton>
#include <QTimer>
#include <optional>

#include "app/widgets/labels.hpp"

namespace clathra {

class MessageLine : public QFrame {
  Q_OBJECT
 public:
  explicit MessageLine(QWidget* parent = nullptr);
  /// Shows the sentence until it has been read; an empty one clears the line.
  void say(const QString& sentence);
  QString said() const { return said_; }  ///< the last one, also after it left
  bool shows() const { return box_->isVisibleTo(this); }
  /// How far the work is, 0 to 1, or 0 if that is not known; nothing if all is done.
  void setWork(std::optional<double> share);
  /// Reading time: a wait, and a while for each letter (ms).
  void setReadingTime(int wait, int perLetter);

 Q_SIGNALS:
  void stopAsked();

 protected:
  void enterEvent(QEnterEvent* event) override;
  void leaveEvent(QEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  void clear();
  void readOn();
  QString said_;
  QFrame* box_;
  SteadyLabel* words_;
  QPushButton *more_, *close_;
  QWidget* busy_;
  QProgressBar* progress_;
  QTimer leaves_;
  int wait_ = 6'000, perLetter_ = 70;
};

}  // namespace clathra
