// Drives the window as a user does: finds controls by what they are called, clicks, types, answers file
// dialogs.
#pragma once
#include <QAbstractButton>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QScrollArea>
#include <QtTest>
#include <memory>

#include "app/session/recovery.hpp"
#include "app/session/workers.hpp"
#include "app/theme/theme.hpp"
#include "app/window/main_window.hpp"
#include "script/read_edit.hpp"
#include "support.hpp"

namespace support {

/// Makes an edit as a script would say it. False if it was refused at once.
inline bool step(clathra::Session& session, const nlohmann::json& edit, const QString& label) {
  const auto read = clathra::readEdit(session.project(), edit);
  if (!read) qFatal("%s", clathra::said(read.error()).c_str());
  return session.edit(*read, label);
}

struct Driver {
  explicit Driver(double scale = 1, bool evening = false) {
    clathra::applyTheme(*qApp, evening, scale);
    preferences.setTextScale(scale);
    preferences.setEvening(evening);
    session = std::make_unique<clathra::Session>(library(), clathra::realFileSystem());
    recovery = std::make_unique<clathra::Recovery>(*session, clathra::realFileSystem());
    window = std::make_unique<clathra::MainWindow>(*session, preferences, *recovery);
    window->resize(1280, 800);
    window->show();
    [[maybe_unused]] const bool shown = QTest::qWaitForWindowExposed(window.get());
    window->activateWindow();
  }

  /// Lets the window settle: background work, deferred deletes, layouts.
  void settle() {
    for (int i = 0; i < 3; ++i) {
      session->waitUntilIdle(support::kHang);
      QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
      QCoreApplication::processEvents();
    }
  }

  /// Waits for all that cards look up, and lets come what still comes of it.
  void answers() {
    clathra::workers().waitForDone();
    for (int i = 0; i < 3; ++i) QCoreApplication::processEvents();
    settle();
  }

  static QString nameOf(const QWidget* w) {
    if (!w->accessibleName().isEmpty()) return w->accessibleName();
    if (const auto* b = qobject_cast<const QAbstractButton*>(w)) return b->text();
    return {};
  }

  /// The visible control whose spoken name or text begins so, once it is there: cards search on threads of
  /// their own and show their controls when they have found something. Fails the program if none appears: a
  /// test names what it uses.
  template <class T = QWidget>
  T* find(const QString& name) {
    T* found = nullptr;
    const auto look = [&] {
      settle();
      const auto all = window->findChildren<T*>();
      for (const bool exact : {true, false})
        for (T* w : all)
          if (!found && w->isVisible() && (exact ? nameOf(w) == name : nameOf(w).startsWith(name))) found = w;
      return found != nullptr;
    };
    if (!QTest::qWaitFor(look, support::kHang))
      qFatal("There is no visible control called \"%s\".", qPrintable(name));
    return found;
  }
  template <class T = QWidget>
  bool has(const QString& name) {
    settle();
    const auto all = window->findChildren<T*>();
    return std::any_of(all.begin(), all.end(),
                       [&](T* w) { return w->isVisible() && nameOf(w).startsWith(name); });
  }

  void bringIntoView(QWidget* w) {
    for (QWidget* p = w->parentWidget(); p; p = p->parentWidget())
      if (auto* area = qobject_cast<QScrollArea*>(p)) area->ensureWidgetVisible(w);
    QCoreApplication::processEvents();
  }
  void click(const QString& name) {
    auto* b = find<QAbstractButton>(name);
    bringIntoView(b);
    // A box is ticked on its sign or its words, which may be short.
    QTest::mouseClick(b, Qt::LeftButton, {},
                      qobject_cast<QCheckBox*>(b) ? QPoint(10, b->height() / 2) : b->rect().center());
    settle();
  }
  /// Do words stand anywhere in the window?
  bool reads(const QString& words) {
    settle();
    const auto all = window->findChildren<QLabel*>();
    return std::any_of(all.begin(), all.end(),
                       [&](QLabel* l) { return l->isVisible() && l->text().contains(words); });
  }
  /// Takes the entry of a list that begins so, as its keys do.
  void choose(const QString& name, const QString& entry) {
    auto* box = find<QComboBox>(name);
    bringIntoView(box);
    const int at = box->findText(entry, Qt::MatchStartsWith);
    if (at < 0) qFatal("\"%s\" has no entry \"%s\".", qPrintable(name), qPrintable(entry));
    box->setFocus();
    QTest::keyClick(box, Qt::Key_Home);
    for (int i = 0; i < at; ++i) QTest::keyClick(box, Qt::Key_Down);
    settle();
  }
  void type(const QString& name, const QString& text) {
    auto* f = find<QLineEdit>(name);
    bringIntoView(f);
    QTest::mouseClick(f, Qt::LeftButton);
    f->selectAll();
    if (text.isEmpty()) QTest::keyClick(f, Qt::Key_Delete);
    QTest::keyClicks(f, text);
    QTest::keyClick(f, Qt::Key_Return);
    settle();
  }
  /// Types a path into the next file dialog and accepts it.
  void answerFile(const QString& path) {
    QTimer::singleShot(0, qApp, [this, path] { answerFileNow(path, 100); });
  }
  void answerFileNow(const QString& path, int tries) {
    auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
    if (!dialog) {
      if (tries > 0) QTimer::singleShot(20, qApp, [this, path, tries] { answerFileNow(path, tries - 1); });
      return;
    }
    // The dialog belongs to the toolkit: its field is filled and it is accepted without its completer's help.
    dialog->findChild<QLineEdit*>("fileNameEdit")->setText(path);
    QTimer::singleShot(5'000, dialog, &QDialog::reject);
    QMetaObject::invokeMethod(dialog, "accept");
  }
  /// Presses the button of the next message box that bears the text.
  void answerBox(const QString& text) {
    QTimer::singleShot(0, qApp, [this, text] { answerBoxNow(text, 100); });
  }
  void answerBoxNow(const QString& text, int tries) {
    auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
    if (!box) {
      if (tries > 0) QTimer::singleShot(20, qApp, [this, text, tries] { answerBoxNow(text, tries - 1); });
      return;
    }
    for (QAbstractButton* b : box->buttons())
      if (b->text().remove(QLatin1Char('&')) == text) return b->click();
  }

  /// The control that gets the keys; after a dialog the window is made active again.
  QWidget* focused() {
    if (!QApplication::focusWidget()) {
      window->activateWindow();
      QCoreApplication::processEvents();
    }
    if (QWidget* w = QApplication::focusWidget()) return w;
    return window->focusWidget() ? window->focusWidget() : window.get();
  }

  /// Tab until the control has the focus. False if it is not reached in one round.
  bool tabTo(const QString& name) {
    settle();
    for (int i = 0; i < 400; ++i) {
      QWidget* now = focused();
      if (nameOf(now).startsWith(name)) return true;
      QTest::keyClick(now, Qt::Key_Tab);
    }
    return false;
  }
  void key(Qt::Key k, Qt::KeyboardModifiers m = {}) {
    QTest::keyClick(focused(), k, m);
    settle();
  }
  void typeHere(const QString& text) {
    auto* f = qobject_cast<QLineEdit*>(focused());
    if (!f) qFatal("No field has the focus.");
    f->selectAll();
    QTest::keyClicks(f, text);
    QTest::keyClick(f, Qt::Key_Return);
    settle();
  }

  /// Saves under a name and waits. True if the project is saved now.
  bool saveTo(const QString& file, bool over = false) {
    bool ok = false;
    session->save(file, over, [&ok](bool done) { ok = done; });
    settle();
    return ok;
  }
  /// Opens a file and waits. True if a project is open that lies there.
  bool open(const QString& file) {
    window->files().openFile(file);
    settle();
    return session->isOpen() && session->path() == file;
  }
  /// True if the project was put away.
  bool putAway() {
    bool gone = false;
    window->files().putAway([&gone] { gone = true; });
    settle();
    return gone;
  }

  const clathra::Project& project() const { return session->project(); }

  clathra::Preferences preferences;
  std::unique_ptr<clathra::Session> session;
  std::unique_ptr<clathra::Recovery> recovery;
  std::unique_ptr<clathra::MainWindow> window;
};

}  // namespace support
