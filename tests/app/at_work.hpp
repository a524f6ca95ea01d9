// How a control is worked by one who wants to see what it does, and what comes up over the window meanwhile.
#pragma once
#include <QDialog>
#include <QMenu>

#include "app/widgets/fields.hpp"
#include "driver.hpp"

namespace support {

/// Notes what comes up over the window, and puts it away.
class Dialogs : public QObject {
 public:
  Dialogs() {
    connect(&timer_, &QTimer::timeout, this, [this] { look(); });
    timer_.start(5);
  }
  QStringList taken() { return std::exchange(seen_, {}); }

 private:
  void look() {
    if (QWidget* popup = QApplication::activePopupWidget()) {
      QStringList entries;
      if (const auto* menu = qobject_cast<QMenu*>(popup))
        for (const QAction* a : menu->actions())
          if (!a->text().isEmpty()) entries << a->text().remove(QLatin1Char('&'));
      seen_ << QStringLiteral("menu: ") + entries.join(QStringLiteral(", "));
      popup->close();
    }
    auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
    if (!dialog) return;
    const auto* box = qobject_cast<QMessageBox*>(dialog);
    if (box)
      for (QAbstractButton* b : box->buttons())
        if (b->text().remove(QLatin1Char('&')) == QLatin1String("Let them go")) return b->click();
    seen_ << QStringLiteral("asks: ") + (box ? box->text() : dialog->windowTitle());
    dialog->reject();
  }
  QTimer timer_;
  QStringList seen_;
};

inline std::vector<QWidget*> controlsOf(const Driver& d) {
  std::vector<QWidget*> out;
  for (QWidget* w : d.window->findChildren<QWidget*>()) {
    const bool control =
        qobject_cast<QAbstractButton*>(w) || qobject_cast<QLineEdit*>(w) || qobject_cast<QComboBox*>(w);
    // The number inside a box of the toolkit belongs to the box.
    if (control && w->isVisible() && w->isEnabled() && !Driver::nameOf(w).isEmpty()) out.push_back(w);
  }
  return out;
}

/// Whether an event of the pointer is still on its way, and whether the window is the active one, is the
/// platform's affair: what it is to say is said here too, and nothing has the focus.
inline void pointNowhere(Driver& d) {
  if (QWidget* focused = QApplication::focusWidget()) focused->clearFocus();
  QTest::mouseMove(d.window.get(), {3, 3});
  d.settle();
  for (QWidget* w : d.window->findChildren<QWidget*>()) {
    if (!w->underMouse()) continue;
    w->setAttribute(Qt::WA_UnderMouse, false);
    QEvent left(QEvent::Leave);
    QApplication::sendEvent(w, &left);
  }
}

/// Works a control as one would who wants to see what it does; at another `time` another value is typed, and
/// a list goes the other way. False if it stands at its only choice.
inline bool work(Driver& d, QWidget* w, int time = 0) {
  d.bringIntoView(w);
  if (auto* list = qobject_cast<QComboBox*>(w)) {
    if (list->count() < 2) return false;
    const bool down =
        list->currentIndex() + 1 < list->count() && (time % 2 == 0 || list->currentIndex() == 0);
    list->setFocus();
    QTest::keyClick(list, down ? Qt::Key_Down : Qt::Key_Up);
  } else if (auto* field = qobject_cast<QLineEdit*>(w)) {
    static const QStringList lengths{"3.7 cm", "2 in", "64", "1 1/8 in", "0"}, counts{"3", "6", "1", "14"},
        others{"7", "40", "Reed", "1.5"};
    const QStringList& typed = qobject_cast<clathra::LengthField*>(field)  ? lengths
                               : qobject_cast<clathra::CountField*>(field) ? counts
                                                                           : others;
    QTest::mouseClick(field, Qt::LeftButton);
    field->selectAll();
    QTest::keyClicks(field, typed[time % typed.size()]);
    QTest::keyClick(field, Qt::Key_Return);
  } else {
    auto* b = qobject_cast<QAbstractButton*>(w);
    if (b->isChecked() && b->group()) return false;
    QTest::mouseClick(b, Qt::LeftButton, {},
                      qobject_cast<QCheckBox*>(b) ? QPoint(10, b->height() / 2) : b->rect().center());
  }
  d.answers();
  return true;
}

}  // namespace support
