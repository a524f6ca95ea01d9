// Small pieces that all stations are built from.
#pragma once
#include <QButtonGroup>
#include <QFrame>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <functional>
#include <optional>
#include <vector>

#include "measure/length.hpp"

class QScrollArea;

namespace clathra {

/// "1 patch", "12 patches".
QString plural(int n, const QString& one, const QString& many);

QLabel* label(const QString& text,
              const char* role = "");  ///< roles: head, title, muted, sea, madder, moss, figure
QLabel* wrapped(const QString& text, const char* role = "");
QPushButton* button(const QString& text, const char* role = "");  ///< roles: act, link, warnlink
/// A button that stays pressed.
QPushButton* pill(const QString& text, const QString& spokenName);
/// An icon button with a spoken name.
QPushButton* namedButton(const QString& sign, const QString& name);

/// A card of the bench: a heading that folds it, and its content.
class Card : public QFrame {
  Q_OBJECT
 public:
  explicit Card(const QString& title, bool open = true, QWidget* parent = nullptr);
  QVBoxLayout* body() { return body_; }
  void setTitle(const QString& title);
  QString title() const { return title_; }
  void setOpen(bool open);
  bool isOpen() const { return open_; }
 Q_SIGNALS:
  void folded(bool open);  ///< by the user

 private:
  void retitle();
  QString title_;
  QPushButton* head_;
  QWidget* content_;
  QVBoxLayout* body_;
  bool open_ = true;
};

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

/// A field for a length: shows it in the unit of choice, reads anything that parseLength reads.
class LengthField : public QLineEdit {
  Q_OBJECT
 public:
  LengthField(const QString& spokenName, Length least, Length most, QWidget* parent = nullptr);
  void setUnit(Unit unit);
  void setLength(std::optional<Length> length);  ///< without telling; nothing shows an empty field
  std::optional<Length> length() const { return length_; }
  void setOptional(bool mayBeEmpty) { mayBeEmpty_ = mayBeEmpty; }
 Q_SIGNALS:
  void lengthChanged();
  void wrong(const QString& sentence);

 private:
  void read();
  void mark(bool wrong);
  Length least_, most_;
  std::optional<Length> length_;
  Unit unit_ = Unit::Inch;
  bool mayBeEmpty_ = false;
};

/// A field for a whole number.
class CountField : public QLineEdit {
  Q_OBJECT
 public:
  CountField(const QString& spokenName, int least, int most, QWidget* parent = nullptr);
  void setCount(int n);  ///< without telling
  void setMost(int most);
  int count() const { return count_; }
 Q_SIGNALS:
  void countChanged();
  void wrong(const QString& sentence);

 private:
  void read();
  int least_, most_, count_ = 0;
};

/// Widgets side by side that wrap like words; `gap` px at 100 %.
QWidget* wrappingRow(const std::vector<QWidget*>& widgets, int gap = 8);
/// Scrolls up and down what does not fit; never sideways, and the focus passes to what is inside.
QScrollArea* scrolledDown(QWidget* content);
/// A named field: its name on the left, the field on the right.
QWidget* fieldRow(const QString& what, QWidget* field);
/// A row of a sum: what on the left, value on the right.
QWidget* sumRow(const QString& what, const QString& value, bool total = false);
/// Takes everything out of a layout and deletes it.
void clearLayout(QLayout* layout);
/// A shaded box with a caution or a remark.
QFrame* noteBox(const QString& text);

}  // namespace clathra
