// Will it close? Papers as they were measured, and what does not meet.
#pragma once
#include <QCheckBox>
#include <QComboBox>
#include <memory>
#include <variant>

#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

/// What is looked at of a closure: its place among the seams, runs or corners.
struct ShownMiss {
  enum class Of { Nothing, Seam, Run, Corner } of = Of::Nothing;
  std::size_t at = 0;
  friend bool operator==(const ShownMiss&, const ShownMiss&) = default;
};

/// All that is not quite right, the longest miss first: runs, then seams, then corners.
std::vector<ShownMiss> missesOf(const Closure& closure);

class ClosingCard : public Card {
  Q_OBJECT
 public:
  explicit ClosingCard(Session& session);
  void refresh();
  ShownMiss shown() const { return shown_; }

 Q_SIGNALS:
  void said(const QString& sentence);
  void missShown();  ///< another one is to be drawn

 private:
  struct What {
    ReadOf of;
    int index;
  };
  void buildForm();
  void fillShapes();
  void fillWhat();
  void add();
  QString sideOf(double mm) const;
  QWidget* readingRow(std::size_t at);
  QWidget* missRow(const Closure& closure, ShownMiss miss);
  void show(ShownMiss miss);

  Session& session_;
  QComboBox *shape_ = nullptr, *what_ = nullptr;
  LengthField* value_ = nullptr;
  AngleField* angle_ = nullptr;
  CountField* papers_ = nullptr;
  QCheckBox* covered_ = nullptr;
  QLabel *answer_, *which_;
  std::unique_ptr<KeptRows> readings_, misses_;
  std::vector<std::pair<std::uint16_t, int>> kinds_;
  std::vector<What> whats_;
  ShownMiss shown_;
};

}  // namespace clathra
