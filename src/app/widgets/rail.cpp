#include "app/widgets/rail.hpp"

#include <QPainterPath>
#include <QScrollBar>
#include <QVBoxLayout>

#include "app/widgets/painted_button.hpp"
#include "draw/fonts.hpp"

namespace clathra {

/// One station: bead, name, and the number of remarks beside it.
class Bead : public PaintedButton {
 public:
  Bead(const QString& name, bool last) : name_(name), last_(last) {
    setObjectName(QStringLiteral("bead"));
    setCheckable(true);
    setAccessibleName(name);
    setFixedSize(scaled(88), scaled(78));
  }
  void setState(Settled settled, int remarks) {
    settled_ = settled;
    remarks_ = remarks;
    const QString how = settled == Settled::Full   ? QObject::tr("settled")
                        : settled == Settled::Half ? QObject::tr("begun")
                                                   : QObject::tr("not begun");
    setAccessibleName(remarks ? QObject::tr("%1, %2, %n second look(s)", nullptr, remarks).arg(name_, how)
                              : QObject::tr("%1, %2").arg(name_, how));
    update();
  }

 protected:
  void draw(QPainter& p, double k) override {
    const Palette& c = currentPalette();
    const QPointF bead(width() / 2.0, 24 * k);
    const double r = 11 * k;
    if (!last_) thread(p, QPointF(bead.x(), height() - 10 * k), c.madder, k);
    p.setPen(QPen(c.ink, 2 * k));
    p.setBrush(c.panel);
    p.drawEllipse(bead, r, r);
    p.setPen(Qt::NoPen);
    p.setBrush(c.ink);
    if (settled_ == Settled::Full) p.drawEllipse(bead, r * 0.58, r * 0.58);
    if (settled_ == Settled::Half)
      p.drawPie(QRectF(bead.x() - r * 0.62, bead.y() - r * 0.62, r * 1.24, r * 1.24), 90 * 16, 180 * 16);
    if (remarks_ > 0) {
      const QPointF at = bead + QPointF(21, -8) * k;
      p.setBrush(c.ochre);
      p.drawEllipse(at, 10 * k, 10 * k);
      p.setPen(c.onAct);
      p.setFont(textFont(14 * k, QFont::Bold));
      p.drawText(QRectF(at.x() - 10 * k, at.y() - 10 * k, 20 * k, 20 * k), Qt::AlignCenter,
                 remarks_ > 9 ? QStringLiteral("9+") : QString::number(remarks_));
    }
    p.setPen(c.ink);
    p.setFont(textFont(15 * k, isChecked() ? QFont::Bold : QFont::Normal));
    p.drawText(QRectF(0, 38 * k, width(), 22 * k), Qt::AlignCenter, name_);
  }

 private:
  /// Two stitches that lead on to the next bead.
  static void thread(QPainter& p, QPointF from, const QColor& colour, double k) {
    QPen pen(colour, 2.2 * k);
    pen.setCapStyle(Qt::RoundCap);
    pen.setDashPattern({2.2, 2});
    p.setPen(pen);
    p.setBrush(Qt::NoBrush);
    QPainterPath path(from + QPointF(0, -6 * k));
    path.cubicTo(from + QPointF(-5, 0) * k, from + QPointF(4, 4) * k, from + QPointF(0, 10 * k));
    p.drawPath(path);
  }

  QString name_;
  bool last_;
  Settled settled_ = Settled::Not;
  int remarks_ = 0;
};

Rail::Rail(const QStringList& stations, QWidget* parent) : QScrollArea(parent) {
  setWidgetResizable(true);
  setFrameShape(QFrame::NoFrame);
  setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setFocusPolicy(Qt::NoFocus);
  auto* content = new QWidget;
  auto* all = new QVBoxLayout(content);
  all->setContentsMargins(scaled(4), scaled(6), scaled(4), scaled(6));
  all->setSpacing(0);
  for (int i = 0; i < stations.size(); ++i) {
    auto* bead = new Bead(stations[i], i + 1 == stations.size());
    beads_.push_back(bead);
    group_.addButton(bead, i);
    all->addWidget(bead, 0, Qt::AlignHCenter);
  }
  all->addStretch(1);
  setWidget(content);
  setFixedWidth(scaled(96) + (textScale() > 1.3 ? 12 : 0));
  connect(&group_, &QButtonGroup::idClicked, this, &Rail::chosen);
}

void Rail::setState(int station, Settled settled, int remarks) {
  beads_[static_cast<std::size_t>(station)]->setState(settled, remarks);
}

void Rail::setCurrent(int station) {
  group_.button(station)->setChecked(true);
  ensureWidgetVisible(group_.button(station));
}

}  // namespace clathra
