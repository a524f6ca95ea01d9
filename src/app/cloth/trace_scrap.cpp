#include "app/cloth/trace_scrap.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QScreen>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "measure/length.hpp"
#include "measure/quantity.hpp"
#include "store/codec.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr std::size_t kMostCorners = 200;  // of an outline made by hand
const Length kLeastWide = Length::millimetres(20), kMostWide = Length::millimetres(10'000);

}  // namespace

TraceScrap::TraceScrap(const Raster& picture, std::optional<double> dpi, LengthUnit unit, QWidget* parent)
    : QDialog(parent), pixels_(picture.width), unit_(unit) {
  setWindowTitle(tr("Trace a scrap"));
  resize(QSize(scaled(980), scaled(640)).boundedTo(0.94 * screen()->availableSize()));
  auto* both = new QHBoxLayout(this);
  view_ = new HandledPicture;
  view_->setTracing(kMostCorners);
  view_->show(imageOf(picture));
  const double w = picture.width, h = picture.height;
  view_->setHandles({{w * 0.15, h * 0.15}, {w * 0.85, h * 0.15}, {w * 0.85, h * 0.85}, {w * 0.15, h * 0.85}},
                    {}, true);
  both->addWidget(view_, 1);
  auto* column = new QWidget;
  column->setFixedWidth(std::min(scaled(316), std::max(460, width() * 45 / 100)));
  both->addWidget(column);
  auto* side = new QVBoxLayout(column);
  side->setContentsMargins(0, 0, 0, 0);
  side->setSpacing(scaled(10));
  side->addWidget(
      wrapped(tr("Drag the corners to those of the scrap. A click beside the outline adds a corner; "
                 "Delete takes the chosen one away. The top of the picture is the way the print "
                 "stands up."),
              ""));
  wide_ = new LengthField(tr("The picture shows a width of"), kLeastWide, kMostWide);
  wide_->setUnit(unit);
  wide_->setOptional(true);
  wide_->setPlaceholderText(tr("measure it"));
  if (dpi) wide_->setLength(Length::millimetres(w / *dpi * kMmPerInch));
  side->addWidget(fieldRow(tr("Shows a width of"), wide_));
  size_ = wrapped({}, "muted");
  side->addWidget(size_);
  side->addStretch(1);
  take_ = button(tr("Add the scrap"), "act");
  auto* leave = button(tr("Leave it"));
  side->addWidget(take_);
  side->addWidget(leave);
  // Return in a field belongs to the field.
  for (QPushButton* b : {take_, leave}) b->setAutoDefault(false);
  connect(view_, &HandledPicture::moved, this, &TraceScrap::showSize);
  connect(wide_, &LengthField::lengthChanged, this, &TraceScrap::showSize);
  connect(wide_, &LengthField::wrong, size_, &QLabel::setText);
  connect(take_, &QPushButton::clicked, this, &QDialog::accept);
  connect(leave, &QPushButton::clicked, this, &QDialog::reject);
  showSize();
}

Polygon TraceScrap::outline() const {
  if (!wide_->length()) return {};
  const double mm = wide_->length()->mm() / pixels_;
  Polygon out;
  for (const Point p : view_->handles()) out.push_back(mm * p);
  const Box box = bounds(out);
  out = translated(out, {-box.left, -box.top});
  if (signedArea(out) < 0) std::reverse(out.begin(), out.end());
  return isOutline(out) ? out : Polygon();
}

void TraceScrap::showSize() {
  const Polygon traced = outline();
  take_->setEnabled(!traced.empty());
  if (!wide_->length())
    return size_->setText(
        tr("How much does the picture show from side to side? Measure it beside the scrap, "
           "and type it."));
  if (traced.empty()) return size_->setText(tr("The outline crosses itself: drag its corners apart."));
  const Box box = bounds(traced);
  size_->setText(tr("%1 by %2, %n corner(s), %3.", nullptr, static_cast<int>(traced.size()))
                     .arg(inWords(readableArg(box.right), unit_), inWords(readableArg(box.bottom), unit_),
                          QString::fromStdString(writeArea(area(traced), unit_))));
}

}  // namespace clathra
