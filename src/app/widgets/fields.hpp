// Fields for lengths and counts.
#pragma once
#include <QLineEdit>
#include <optional>

#include "measure/length.hpp"

namespace clathra {

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
  Length least_, most_;
  std::optional<Length> length_;
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

/// A named field: its name on the left, the field on the right.
QWidget* fieldRow(const QString& what, QWidget* field);

}  // namespace clathra
