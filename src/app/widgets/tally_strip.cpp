#include "app/widgets/tally_strip.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"

namespace clathra {

namespace {

QWidget* cell(const StripFigure& f) {
  auto* w = new QWidget;
  w->setMinimumWidth(scaled(128));
  auto* all = new QVBoxLayout(w);
  all->setContentsMargins(scaled(2), 0, scaled(10), 0);
  all->setSpacing(0);
  auto* top = new QHBoxLayout;
  top->setSpacing(scaled(8));
  top->addWidget(label(f.value, "figure"));
  if (!f.change.isEmpty()) top->addWidget(label(f.change, f.less ? "moss" : "madder"), 0, Qt::AlignBottom);
  top->addStretch(1);
  all->addLayout(top);
  all->addWidget(label(f.what, "muted"));
  w->setToolTip(f.why);
  w->setAccessibleName(f.value + QStringLiteral(" ") + f.what +
                       (f.change.isEmpty()
                            ? QString()
                            : QStringLiteral(", ") + f.change + QObject::tr(" since the last step")));
  w->setAccessibleDescription(f.why);
  return w;
}

}  // namespace

TallyStrip::TallyStrip(QWidget* parent) : QFrame(parent) {
  setObjectName(QStringLiteral("panel"));
  auto* flow = new FlowLayout(scaled(14), scaled(4), this);
  flow->setContentsMargins(scaled(18), scaled(8), scaled(12), scaled(8));
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  setSizePolicy(policy);
  setAccessibleName(tr("Tally"));
}

void TallyStrip::setFigures(const std::vector<StripFigure>& figures) {
  figures_ = figures;
  clearLayout(layout());
  for (const StripFigure& f : figures) layout()->addWidget(cell(f));
  updateGeometry();
}

}  // namespace clathra
