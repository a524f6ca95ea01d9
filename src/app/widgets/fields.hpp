// Fields for lengths and counts, and lists to choose from. Guarantees:
//  1 the wheel changes a list only while it has the focus by a click; else it scrolls what lies round it;
//  2 Tab selects the whole of a field, also when the project changes while the focus arrives;
//  3 what is being typed is never written over by the project.
#pragma once
#include <QComboBox>
#include <QLineEdit>
#include <optional>

#include "measure/length.hpp"

namespace clathra {

/// A list of which one is chosen.
class ChoiceList : public QComboBox {
  Q_OBJECT
 public:
  enum class Width { Usual, OfLongest };
  explicit ChoiceList(Width width = Width::Usual);
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override { return sizeHint(); }
  /// As wide as it would have to be to show any of its entries whole.
  int wholeWidth() const;

 protected:
  bool event(QEvent* event) override;
  void changeEvent(QEvent* event) override;
  void paintEvent(QPaintEvent* event) override;
  void focusInEvent(QFocusEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;

 private:
  QRect field() const;
  int room() const;
  Width width_;
  bool byClick_ = false;
};

/// A field for words. It counts as being typed in until Return or until the focus leaves it.
class TextField : public QLineEdit {
  Q_OBJECT
 public:
  explicit TextField(QWidget* parent = nullptr);
};

/// Shows a text of the project in a field, unless other words are being typed there. True if it is shown.
bool showIn(QLineEdit& field, const QString& text);

/// A field for a length: shows it in the unit of choice, reads anything that parseLength reads.
class LengthField : public QLineEdit {
  Q_OBJECT
 public:
  LengthField(const QString& spokenName, Length least, Length most, QWidget* parent = nullptr);
  void setUnit(LengthUnit unit);
  void setLength(std::optional<Length> length);  ///< without telling; nothing shows an empty field
  std::optional<Length> length() const { return length_; }
  void setOptional(bool mayBeEmpty) { mayBeEmpty_ = mayBeEmpty; }
 Q_SIGNALS:
  void lengthChanged();
  void wrong(const QString& sentence);

 private:
  void read();
  void mark(bool wrong);
  QString asText() const;
  Length least_, most_;
  std::optional<Length> length_, typed_;
  LengthUnit unit_ = LengthUnit::Inch;
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

/// A field for an angle in degrees, to a thousandth.
class AngleField : public QLineEdit {
  Q_OBJECT
 public:
  AngleField(const QString& spokenName, double least, double most, QWidget* parent = nullptr);
  void setDegrees(double degrees);  ///< without telling
  double degrees() const { return degrees_; }
 Q_SIGNALS:
  void degreesChanged();
  void wrong(const QString& sentence);

 private:
  void read();
  double least_, most_, degrees_ = 0;
};

/// A named field: its name on the left, the field on the right; a list whose longest entry has no room there
/// stands below its name.
QWidget* fieldRow(const QString& what, QWidget* field);

}  // namespace clathra
