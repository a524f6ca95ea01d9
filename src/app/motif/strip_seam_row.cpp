#include "app/motif/strip_seam_row.hpp"

#include <QLabel>
#include <QVBoxLayout>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "draw/card.hpp"
#include "model/joined.hpp"

namespace clathra {

StripSeamRow::StripSeamRow(QWidget* parent) : QWidget(parent) {
  away_ = new LengthField(tr("Seam of the strips, from the window's middle"), {},
                          Length::millimetres(kMostStrip));
  side_ = new Pills({tr("left"), tr("right")}, tr("The seam lies"));
  note_ = wrapped({}, "muted");
  auto* body = new QVBoxLayout(this);
  body->setContentsMargins(0, 0, 0, 0);
  body->setSpacing(scaled(8));
  body->addWidget(fieldRow(tr("Seam from the middle"), away_));
  body->addWidget(fieldRow(tr("It lies"), side_));
  body->addWidget(note_);
  connect(away_, &LengthField::lengthChanged, this, &StripSeamRow::read);
  connect(away_, &LengthField::wrong, this, &StripSeamRow::said);
  connect(side_, &Pills::chosen, this, &StripSeamRow::read);
}

void StripSeamRow::read() {
  if (!away_->length() || round_ <= 0) return;
  const double away = away_->length()->mm();
  const double x = side_->current() == 1 ? seam_ - away : seam_ + away;
  Q_EMIT moved(x - round_ * std::floor(x / round_));
}

void StripSeamRow::show(const Project& project, const MotifChoice* motif) {
  const Cloth* cloth = motif ? clothById(project, motif->cloth) : nullptr;
  round_ = cloth ? joinRound(*cloth) : 0;
  setVisible(round_ > 0);
  if (round_ <= 0) return;
  seam_ = nearestJoinSeam(*cloth, motif->at.x).value_or(0);
  constexpr double kSame = 1e-6;
  const double off = seam_ - motif->at.x;
  away_->setUnit(project.settings.unit);
  away_->setLength(Length::millimetres(std::abs(off)));
  if (std::abs(off) > kSame) side_->setCurrent(off > 0 ? 1 : 0);
  note_->setText(stripSeamsText(project, *motif));
}

}  // namespace clathra
