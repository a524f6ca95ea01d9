// The tally strip: figures that are always there, each with its change since the last step.
#pragma once
#include <QFrame>
#include <QString>
#include <vector>

namespace clathra {

struct StripFigure {
  QString value, what;
  QString change;     ///< "+36", empty for none
  bool less = false;  ///< the change is a saving
  QString why;        ///< how it comes about, shown on request
};

class TallyStrip : public QFrame {
  Q_OBJECT
 public:
  explicit TallyStrip(QWidget* parent = nullptr);
  void setFigures(const std::vector<StripFigure>& figures);
  const std::vector<StripFigure>& figures() const { return figures_; }

 private:
  std::vector<StripFigure> figures_;
  QWidget* content_ = nullptr;
};

}  // namespace clathra
