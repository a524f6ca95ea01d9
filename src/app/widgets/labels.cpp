#include "app/widgets/labels.hpp"

#include <QHBoxLayout>
#include <QResizeEvent>
#include <QVBoxLayout>

#include "app/theme/theme.hpp"

namespace clathra {

QLabel* label(const QString& text, const char* role) {
  auto* l = new QLabel(text);
  l->setObjectName(QLatin1String(role));
  l->setTextFormat(Qt::PlainText);
  return l;
}

namespace {

/// A wrapping label that insists on the height its words need: a plain one lets a layout clip them.
class WrapLabel : public QLabel {
 public:
  using QLabel::QLabel;
  QSize minimumSizeHint() const override {
    if (text().isEmpty()) return {0, 0};
    return {10, heightForWidth(std::max(width(), 40))};
  }

 protected:
  void resizeEvent(QResizeEvent* event) override {
    QLabel::resizeEvent(event);
    if (event->size().width() != event->oldSize().width()) updateGeometry();
  }
};

}  // namespace

QLabel* wrapped(const QString& text, const char* role) {
  auto* l = new WrapLabel(text);
  l->setObjectName(QLatin1String(role));
  l->setTextFormat(Qt::PlainText);
  l->setWordWrap(true);
  return l;
}

QWidget* sumRow(const QString& what, const QString& value, bool total) {
  auto* row = new QWidget;
  auto* line = new QHBoxLayout(row);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(scaled(10));
  QLabel* left = wrapped(what);
  QLabel* right = label(value);
  QFont bold = right->font();
  bold.setWeight(QFont::DemiBold);
  right->setFont(bold);
  right->setStyleSheet(QStringLiteral("font-weight: 700"));
  if (total) left->setStyleSheet(QStringLiteral("font-weight: 700"));
  line->addWidget(left, 1);
  line->addWidget(right, 0, Qt::AlignTop);
  return row;
}

QFrame* noteBox(const QString& text) {
  auto* box = new QFrame;
  box->setObjectName(QStringLiteral("note"));
  auto* all = new QVBoxLayout(box);
  all->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(8));
  all->addWidget(wrapped(text));
  return box;
}

}  // namespace clathra
