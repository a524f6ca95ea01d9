// Buttons, pills and rows of pills.
#pragma once
#include <QButtonGroup>
#include <QPushButton>

namespace clathra {

QPushButton* button(const QString& text, const char* role = "");  ///< roles: act, link, warnlink
/// A button that stays pressed.
QPushButton* pill(const QString& text, const QString& spokenName);
/// An icon button with a spoken name.
QPushButton* namedButton(const QString& sign, const QString& name);

/// One choice out of a few, as pills that wrap.
class Pills : public QWidget {
  Q_OBJECT
 public:
  explicit Pills(const QStringList& names, const QString& spokenName, QWidget* parent = nullptr);
  int current() const { return group_.checkedId(); }
  void setCurrent(int index);  ///< without telling
  QPushButton* pill(int index) const { return static_cast<QPushButton*>(group_.button(index)); }
 Q_SIGNALS:
  void chosen(int index);

 private:
  QButtonGroup group_;
};

}  // namespace clathra
