#include "app/widgets/rows.hpp"

#include <QScrollArea>

#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"

namespace clathra {

QWidget* wrappingRow(const std::vector<QWidget*>& widgets, int gap) {
  auto* w = new QWidget;
  auto* flow = new FlowLayout(scaled(gap), scaled(4), w);
  for (QWidget* each : widgets) flow->addWidget(each);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  w->setSizePolicy(policy);
  return w;
}

void scrollDown(QScrollArea& area, QWidget* content) {
  area.setWidgetResizable(true);
  area.setFrameShape(QFrame::NoFrame);
  area.setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  area.setFocusPolicy(Qt::NoFocus);
  area.setWidget(content);
}

QScrollArea* scrolledDown(QWidget* content) {
  auto* area = new QScrollArea;
  scrollDown(*area, content);
  return area;
}

void clearLayout(QLayout* layout) {
  while (QLayoutItem* item = layout->takeAt(0)) {
    if (QWidget* w = item->widget()) {
      w->hide();
      w->deleteLater();
    }
    if (QLayout* inner = item->layout()) clearLayout(inner);
    delete item;
  }
}

}  // namespace clathra
