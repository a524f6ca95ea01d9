// The rail: a sewn thread runs down through the stations like beads.
#pragma once
#include <QButtonGroup>
#include <QScrollArea>

namespace clathra {

enum class Settled { Not, Half, Full };

class Bead;

class Rail : public QScrollArea {
  Q_OBJECT
 public:
  explicit Rail(const QStringList& stations, QWidget* parent = nullptr);
  void setState(int station, Settled settled, int remarks);
  void setCurrent(int station);
  QAbstractButton* bead(int station) const { return group_.button(station); }
 Q_SIGNALS:
  void chosen(int station);

 private:
  QButtonGroup group_;
  std::vector<Bead*> beads_;
};

}  // namespace clathra
