// Buttons, pills and rows of pills.
#pragma once
#include <QButtonGroup>
#include <QComboBox>
#include <QPushButton>

namespace clathra {

QPushButton* button(const QString& text, const char* role = "");  ///< roles: act, link, warnlink
/// A button that stays pressed.
QPushButton* pill(const QString& text, const QString& spokenName);
/// An icon button with a spoken name.
QPushButton* namedButton(const QString& sign, const QString& name);

/// One choice out of a few, as pills that wrap; over a picture they are a list where the text is large, since
/// rows of pills would take the picture's room.
class Pills : public QWidget {
  Q_OBJECT
 public:
  enum class At { Bench, Picture };
  explicit Pills(const QStringList& names, const QString& spokenName, At at = At::Bench,
                 QWidget* parent = nullptr);
  int current() const { return list_ ? list_->currentIndex() : group_.checkedId(); }
  void setCurrent(int index);  ///< without telling
  QPushButton* pill(int index) const { return static_cast<QPushButton*>(group_.button(index)); }
  void focusChosen();
 Q_SIGNALS:
  void chosen(int index);

 protected:
  /// Arrow keys go from pill to pill in their order, over the ends of rows.
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  QButtonGroup group_;
  QComboBox* list_ = nullptr;
};

}  // namespace clathra
