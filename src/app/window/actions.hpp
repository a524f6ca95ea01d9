// What can be done in the window, each once: menu, keys and buttons share it.
#pragma once
#include <QAction>
#include <QObject>
#include <QWidget>
#include <functional>
#include <map>

class QPushButton;

namespace clathra {

class MainWindow;

/// Actions of the window by what they do. Their keys work wherever the focus is.
class Actions : public QObject {
  Q_OBJECT
 public:
  enum Does {
    ToStart,
    Open,
    Save,
    SaveAs,
    Rename,
    Import,
    Export,
    Evening,
    Help,
    Undo,
    Redo,
    Bench,
    FirstStation  ///< and the four after it
  };
  explicit Actions(QWidget* window) : QObject(window), window_(window) {}

  /// `keys` may be empty.
  void add(int does, const QString& text, const QList<QKeySequence>& keys, std::function<void()> run);
  QAction* of(int does) const { return all_.at(does); }
  /// A button that does it, is enabled when it is and tells its tip.
  void bind(QPushButton* button, int does) const;

 private:
  QWidget* window_;
  std::map<int, QAction*> all_;
};

}  // namespace clathra
