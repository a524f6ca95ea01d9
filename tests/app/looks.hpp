// What is wrong with a window as it stands: clipped words, controls out of reach or without a name.
#pragma once
#include <QComboBox>
#include <QLabel>
#include <QScrollArea>
#include <QStyleOptionComboBox>

#include "driver.hpp"

namespace support {

/// A control can be reached if it lies inside the window, or inside a scrolled area that does.
inline bool reachable(const QWidget* w, const QWidget* window) {
  QRect r(w->mapTo(window, QPoint(0, 0)), w->size());
  for (const QWidget* p = w->parentWidget(); p; p = p->parentWidget())
    if (const auto* area = qobject_cast<const QScrollArea*>(p)) {
      // Scrolled sideways it would be lost: the areas of the window scroll up and down only.
      const QRect content(area->widget()->mapTo(window, QPoint(0, 0)), area->widget()->size());
      const bool inside =
          r.left() >= content.left() - 1 && r.right() <= content.right() + 1 &&
          (area->horizontalScrollBarPolicy() != Qt::ScrollBarAlwaysOff ||
           r.right() <=
               QRect(area->viewport()->mapTo(window, QPoint()), area->viewport()->size()).right() + 2);
      if (!inside) return false;
      r = QRect(area->mapTo(window, QPoint(0, 0)), area->size());
    }
  return window->rect().adjusted(-2, -2, 2, 2).contains(r);
}

/// What makes a column as wide as it is, for the message.
inline QString widest(const QWidget* in) {
  const QWidget* column = in;
  while (column->parentWidget() && !qobject_cast<const QScrollArea*>(column->parentWidget()->parentWidget()))
    column = column->parentWidget();
  const QWidget* out = in;
  const auto least = [](const QWidget* w) {
    return std::max(w->minimumWidth(), w->minimumSizeHint().width());
  };
  // The innermost of those that are wider than the place they have: a row, or a single control.
  const int place = column->parentWidget() ? column->parentWidget()->width() : column->width();
  for (const QWidget* w : column->findChildren<QWidget*>())
    if (w->isVisible() && w->x() + least(w) > place &&
        (out == in || out->isAncestorOf(w) || least(w) > least(out)))
      out = w;
  const auto* words = qobject_cast<const QLabel*>(out);
  return QStringLiteral("%1 \"%2\" of %3")
      .arg(QString::fromLatin1(out->metaObject()->className()), words ? words->text() : Driver::nameOf(out))
      .arg(least(out));
}

/// What a list shows that has no room for it (dots stand for its middle then); nothing if all is read.
inline QString cutOff(const QComboBox* c) {
  QStyleOptionComboBox option;
  option.initFrom(c);
  const int beside = c->itemIcon(c->currentIndex()).isNull() ? 0 : c->iconSize().width() + 4;
  const int room =
      c->style()->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, c).width() -
      beside;
  const int wants = c->fontMetrics().horizontalAdvance(c->currentText());
  if (room + 1 >= wants) return {};
  return QStringLiteral(" cuts off \"%1\": %2 of %3").arg(c->currentText()).arg(room).arg(wants);
}

inline QString problemNow(const Driver& d) {
  const auto all = d.window->findChildren<QWidget*>();
  for (const QWidget* w : all) {
    if (!w->isVisible() || w->size().isEmpty()) continue;
    const QString who =
        QStringLiteral("%1 \"%2\" %3x%4")
            .arg(QString::fromLatin1(w->metaObject()->className()), Driver::nameOf(w).left(40))
            .arg(w->width())
            .arg(w->height());
    if (const auto* l = qobject_cast<const QLabel*>(w); l && !l->text().isEmpty()) {
      const QSize wants = l->wordWrap() ? QSize(0, l->heightForWidth(l->width())) : l->sizeHint();
      if (l->width() + 1 < wants.width() || l->height() + 2 < wants.height())
        return QStringLiteral("clipped words: \"%1\" has %2x%3, wants %4x%5")
            .arg(l->text().left(50))
            .arg(l->width())
            .arg(l->height())
            .arg(wants.width())
            .arg(wants.height());
    }
    const auto* b = qobject_cast<const QAbstractButton*>(w);
    if (b && !b->text().isEmpty() && b->minimumSizeHint().width() > b->width() + 1)
      return who + QStringLiteral(" is narrower than its words");
    if (b && !b->text().isEmpty() && b->fontMetrics().height() > b->height())
      return who + QStringLiteral(" is lower than its words");
    const bool control = b || qobject_cast<const QLineEdit*>(w) || qobject_cast<const QComboBox*>(w);
    if (!control) continue;
    if (Driver::nameOf(w).isEmpty()) return who + QStringLiteral(" has no spoken name");
    if (w->isEnabled() && w->focusPolicy() == Qt::NoFocus)
      return who + QStringLiteral(" is not reached by keyboard");
    if (!reachable(w, d.window.get()))
      return who + QStringLiteral(" is out of reach at %1,%2; the widest is %3")
                       .arg(w->mapTo(d.window.get(), QPoint()).x())
                       .arg(w->mapTo(d.window.get(), QPoint()).y())
                       .arg(widest(w));
  }
  return {};
}

/// What stays wrong. What a card has found on a thread of its own may arrive at any moment, and a card takes
/// a few rounds of the layout to grow: a fault that goes by itself is none.
inline QString problem(Driver& d) {
  d.settle();
  QString fault;
  (void)QTest::qWaitFor(
      [&] {
        fault = problemNow(d);
        return fault.isEmpty();
      },
      30'000);
  return fault;
}

}  // namespace support
