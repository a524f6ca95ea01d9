#include "app/cloth/true_picture.hpp"

#include <QHBoxLayout>
#include <QScreen>
#include <QScrollArea>

#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "image/alike.hpp"
#include "measure/length.hpp"
#include "measure/quantity.hpp"
#include "model/print_scale.hpp"
#include "words/words.hpp"

namespace clathra {

QString pictureWidthFault(int pixels, double dpi, LengthUnit unit) {
  if (printScaleCanBe(dpi)) return {};
  const auto wide = [&](double perInch) {
    return QString::fromStdString(formatReadable(pixels / perInch * kMmPerInch, unit));
  };
  return TruePicture::tr("This picture cannot be %1 wide on the cloth; from %2 to %3 can.")
      .arg(wide(dpi), wide(kMostPrintDpi), wide(kLeastPrintDpi));
}

TruePicture::TruePicture(Raster picture, double dpi, bool scaleKnown, LengthUnit unit, QWidget* parent)
    : QDialog(parent), start_{std::move(picture), dpi, scaleKnown, {}}, now_(start_), unit_(unit) {
  setWindowTitle(tr("Make the picture true"));
  // At large text the screen is the limit; the column then scrolls, and what ends it stays in view.
  resize(QSize(scaled(980), scaled(640)).boundedTo(0.94 * screen()->availableSize()));
  auto* both = new QHBoxLayout(this);
  view_ = new HandledPicture;
  both->addWidget(view_, 1);
  auto* column = new QVBoxLayout;
  column->setSpacing(scaled(10));
  both->addLayout(column);
  auto* ways = new QWidget;
  auto* side = new QVBoxLayout(ways);
  side->setContentsMargins(0, 0, scaled(8), 0);
  side->setSpacing(scaled(10));
  QScrollArea* scroll = scrolledDown(ways);
  scroll->setFixedWidth(std::min(scaled(316), std::max(460, width() * 45 / 100)));
  column->addWidget(scroll, 1);
  mode_ =
      new Pills({tr("Two points"), tr("Four corners"), tr("Crop"), tr("Alike points")}, tr("Make true by"));
  mode_->setCurrent(FourCorners);
  side->addWidget(mode_);
  note_ = wrapped({}, "");
  side->addWidget(note_);
  const auto field = [&](const QString& name, double mm) {
    auto* f = new LengthField(name, Length::millimetres(kLeastKnown), Length::millimetres(kMostKnown));
    f->setUnit(unit);
    f->setLength(Length::millimetres(mm));
    side->addWidget(fieldRow(name, f));
    return f;
  };
  // The sheet of paper that is likely at hand.
  const bool inch = unit == LengthUnit::Inch;
  wide_ = field(tr("Known length"), inch ? 215.9 : 210);
  high_ = field(tr("Known height"), inch ? 279.4 : 297);
  act_ = button({}, "act");
  side->addWidget(act_);
  even_ = button(tr("Even the light"));
  side->addWidget(even_);
  back_ = button(tr("Back to the picture as it came"), "link");
  side->addWidget(back_);
  scale_ = wrapped({}, "muted");
  side->addWidget(scale_);
  side->addStretch(1);
  take_ = button(tr("Take it"), "act");
  auto* leave = button(tr("Leave it as it was"));
  column->addWidget(take_);
  column->addWidget(leave);
  connect(mode_, &Pills::chosen, this, &TruePicture::setMode);
  connect(act_, &QPushButton::clicked, this, &TruePicture::act);
  connect(even_, &QPushButton::clicked, this, &TruePicture::evenLight);
  connect(back_, &QPushButton::clicked, this, [this] {
    work_.cancel();
    now_ = start_;
    refresh();
  });
  // Return in a field belongs to the field.
  const auto buttons = findChildren<QPushButton*>();
  for (QPushButton* b : buttons) b->setAutoDefault(false);
  connect(take_, &QPushButton::clicked, this, &QDialog::accept);
  connect(leave, &QPushButton::clicked, this, &QDialog::reject);
  refresh();
}

void TruePicture::setMode(int mode) {
  mode_->setCurrent(mode);
  refresh();
}

void TruePicture::refresh() {
  const int mode = mode_->current();
  view_->show(imageOf(now_.picture));
  const double w = now_.picture.width, h = now_.picture.height;
  high_->parentWidget()->setVisible(mode == FourCorners);
  wide_->parentWidget()->setVisible(mode == TwoPoints || mode == FourCorners);
  if (mode == TwoPoints) {
    view_->setHandles({{w * 0.25, h * 0.5}, {w * 0.75, h * 0.5}}, {tr("here"), tr("and here")}, false);
    note_->setText(tr("Put the points on two places whose distance you measured on the cloth, and type it."));
    act_->setText(tr("Set the scale"));
  } else if (mode == FourCorners) {
    view_->setHandles({{w * 0.3, h * 0.3}, {w * 0.7, h * 0.3}, {w * 0.7, h * 0.7}, {w * 0.3, h * 0.7}},
                      {tr("upper left"), tr("upper right"), tr("lower right"), tr("lower left")}, true);
    note_->setText(
        tr("Put the points on the corners of something of known size that lies on the cloth: a sheet of "
           "paper, a cutting mat. Type its width and height."));
    act_->setText(tr("Straighten"));
  } else if (mode == Alike) {
    view_->setHandles({{w * 0.35, h * 0.5}, {w * 0.65, h * 0.5}}, {tr("this"), tr("and the same again")},
                      false);
    const QString known = now_.steps.empty() ? QString()
                                             : QLatin1Char(' ') + tr("%n step(s) known.", nullptr,
                                                                     static_cast<int>(now_.steps.size()));
    note_->setText(
        tr("Put the points on the same detail of the print in two repeats beside each other; then do so "
           "for another direction. What is near is made exact.") +
        known);
    act_->setText(tr("These are alike"));
  } else {
    view_->setHandles({{w * 0.05, h * 0.05}, {w * 0.95, h * 0.95}}, {tr("upper left"), tr("lower right")},
                      false);
    note_->setText(tr("Put the points on two opposite corners of what shall stay."));
    act_->setText(tr("Crop"));
  }
  scale_->setText(now_.scaleKnown ? tr("It shows %1 of cloth from side to side.")
                                        .arg(QString::fromStdString(formatLength(
                                            Length::millimetres(w / now_.dpi * kMmPerInch), unit_)))
                                  : tr("How large it is is not known yet."));
}

void TruePicture::act() {
  const auto handles = view_->handles();
  const auto wide = wide_->length(), high = high_->length();
  switch (mode_->current()) {
    case TwoPoints: {
      const double px = distance(handles[0], handles[1]);
      if (!wide || wide->mm() < kLeastKnown || px < 2)
        return note_->setText(tr("The points lie too near each other, or the distance is missing."));
      const double dpi = px / wide->mm() * kMmPerInch;
      if (const QString why = pictureWidthFault(now_.picture.width, dpi, unit_); !why.isEmpty())
        return note_->setText(why);
      now_.dpi = dpi;
      now_.scaleKnown = true;
      return refresh();
    }
    case FourCorners: {
      KnownRectangle known{
          {handles[0], handles[1], handles[2], handles[3]}, wide ? wide->mm() : 0, high ? high->mm() : 0};
      return work([now = now_, known](const Progress& progress) -> Result<Answer> {
        auto made = straightened(now.picture, known, progress);
        if (!made) return tl::make_unexpected(made.error());
        return Answer{std::move(made->picture), made->dpi, true, {}};
      });
    }
    case Alike:
      return work([now = now_, one = handles[0], two = handles[1]](const Progress&) -> Result<Answer> {
        const auto step = alikeStep(now.picture, one, two);
        if (!step) return tl::make_unexpected(step.error());
        Answer out = now;
        // The newest two that do not run the same way.
        constexpr double kSameWay = 0.2;  // sine of the angle between
        std::erase_if(out.steps, [&](Point s) {
          return std::abs(cross(s, *step)) < kSameWay * length(s) * length(*step);
        });
        out.steps.push_back(*step);
        if (out.steps.size() > 2) out.steps.erase(out.steps.begin());
        return out;
      });
    default: {
      const Box part{std::min(handles[0].x, handles[1].x), std::min(handles[0].y, handles[1].y),
                     std::max(handles[0].x, handles[1].x), std::max(handles[0].y, handles[1].y)};
      return work([now = now_, part](const Progress&) -> Result<Answer> {
        auto made = cropped(now.picture, part);
        if (!made) return tl::make_unexpected(made.error());
        return Answer{std::move(*made), now.dpi, now.scaleKnown, now.steps};
      });
    }
  }
}

void TruePicture::evenLight() {
  work([now = now_](const Progress& progress) -> Result<Answer> {
    auto made = evened(now.picture, progress);
    if (!made) return tl::make_unexpected(made.error());
    return Answer{std::move(*made), now.dpi, now.scaleKnown, now.steps};
  });
}

void TruePicture::work(std::function<Result<Answer>(const Progress&)> job) {
  note_->setText(tr("Working it out …"));
  take_->setEnabled(false);
  work_.start(this, std::move(job), [this](Result<Answer> made) {
    take_->setEnabled(true);
    if (!made) return note_->setText(inWords(made.error(), unit_));
    const QString why = pictureWidthFault(made->picture.width, made->dpi, unit_);
    if (made->scaleKnown && !why.isEmpty()) return note_->setText(why);
    now_ = std::move(*made);
    refresh();
  });
}

}  // namespace clathra
