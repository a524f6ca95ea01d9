// A list that keeps its widgets as long as they show the same.
#pragma once
#include <QPointer>
#include <QString>
#include <functional>
#include <vector>

class QLayout;
class QWidget;

namespace clathra {

/// Rows are named by what they are about. It guarantees:
///  1 a row that shows the same stays the same widget: its focus and what is half typed in it stay;
///  2 where a row with the focus is made anew or goes, the focus passes to its like, else to the row in its
///    place, and the scroll stays;
///  3 rows stand in the order in which they were named.
class KeptRows {
 public:
  explicit KeptRows(QLayout* layout) : layout_(layout) {}

  void begin() { next_.clear(); }
  /// `shows`: all that the row shows and does. Made only if the row of this name showed something else.
  QWidget* row(const QString& name, const QString& shows, const std::function<QWidget*()>& make);
  void end();

 private:
  struct Row {
    QString name, shows;
    QPointer<QWidget> widget;
  };
  QLayout* layout_;
  std::vector<Row> now_, next_;
};

}  // namespace clathra
