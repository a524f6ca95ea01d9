#include "app/theme/theme.hpp"

#include <QFile>
#include <QPalette>
#include <QStyleFactory>

#include "draw/fonts.hpp"

#include "store/data_folder.hpp"

namespace clathra {

namespace {

// The application has one look at a time, like it has one QApplication; kept as its properties.
constexpr const char* kEvening = "clathraEvening";
constexpr const char* kScale = "clathraScale";

QString sheet(const Palette& p, double k) {
  const auto px = [k](double v) { return QString::number(qRound(v * k)) + QStringLiteral("px"); };
  QString s = QStringLiteral(R"(
* { font-size: %TEXT; }
QMainWindow, QDialog, QWidget#ground, QStackedWidget#pages { background: %ground; }
QFrame#panel { background: %panel; border: 1px solid %line; border-radius: %R10; }
QFrame#card { background: %panel; border: 1px solid %line; border-radius: %R10; }
QFrame#note { background: %note; border: 1px solid %ochre; border-radius: %R8; }
QLabel { background: transparent; }
QLabel#head { font-size: %HEAD; font-weight: 700; }
QLabel#title { font-size: %FIGURE; font-weight: 700; }
QLabel#figure { font-size: %FIGURE; font-weight: 700; }
QLabel#muted { color: %muted; font-size: %SMALL; }
QLabel#sea { color: %sea; font-weight: 700; }
QLabel#madder { color: %madder; font-weight: 700; }
QLabel#moss { color: %moss; font-weight: 700; }
QPushButton { background: %panel; border: 1.5px solid %ink; border-radius: %R15; padding: %P5 %P13; }
QPushButton:hover { background: %chosen; }
QPushButton:checked { background: %ink; color: %panel; font-weight: 600; }
QPushButton:disabled { color: %muted; border-color: %line; }
QPushButton:focus { border: 2.5px solid %sea; padding: %P4 %P12; }
QPushButton#act { background: %madder; color: %onAct; border-color: %madder; font-weight: 700; }
QPushButton#act:hover { border-color: %ink; }
QPushButton#act:focus { border: 2.5px solid %sea; }
QPushButton#act:disabled { background: %panel; color: %muted; border-color: %line; }
QPushButton#link { background: transparent; border: 1.5px solid transparent; color: %sea; font-weight: 600; padding: %P4 %P4; text-align: left; }
QPushButton#link:hover { text-decoration: underline; }
QPushButton#link:focus { border: 2px solid %sea; }
QPushButton#warnlink { background: transparent; border: 1.5px solid transparent; color: %madder; font-weight: 700; padding: %P4 %P4; text-align: left; }
QPushButton#warnlink:focus { border: 2px solid %sea; }
QPushButton#cardhead { background: transparent; border: 1.5px solid transparent; font-size: %HEAD; font-weight: 700; text-align: left; padding: %P2 %P4; border-radius: %R8; }
QPushButton#cardhead:hover { background: %chosen; }
QPushButton#cardhead:focus { border: 2px solid %sea; }
QPushButton#row { background: transparent; border: 1.5px solid transparent; border-radius: %R8; text-align: left; padding: %P2; }
QPushButton#row:hover { background: %chosen; }
QPushButton#row:checked { background: %chosen; color: %ink; border: 1.5px solid %ink; }
QPushButton#offer { background: transparent; border: 1.5px solid %line; border-radius: %R8; text-align: left; padding: %P2; padding-left: %R8; }
QPushButton#offer:hover { background: %chosen; }
QPushButton#offer:checked { background: %chosen; color: %ink; border: 1.5px solid %ink; }
QPushButton#offer:focus { border: 2px solid %sea; }
QPushButton#row:focus { border: 2px solid %sea; }
QPushButton#bead { background: transparent; border: 1.5px solid transparent; border-radius: %R10; }
QPushButton#bead:checked { background: %panel; border: 1.5px solid %line; color: %ink; }
QPushButton#bead:focus { border: 2px solid %sea; }
QLineEdit, QPlainTextEdit, QComboBox, QSpinBox { background: %panel; border: 1.5px solid %ink; border-radius: %R8; padding: %P4 %P8; min-height: %P20; selection-background-color: %sea; selection-color: %onAct; }
QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus { border: 2.5px solid %sea; }
QLineEdit[wrong="true"] { border: 2.5px solid %madder; }
QComboBox::drop-down { border: none; width: %P30; }
QComboBox::down-arrow { image: url(%MARKS/down-%TIME.svg); width: %P18; height: %P18; }
QComboBox QAbstractItemView { background: %panel; border: 1px solid %line; selection-background-color: %sea; selection-color: %onAct; }
QCheckBox { spacing: %P8; background: transparent; }
QCheckBox::indicator { width: %P18; height: %P18; border: 1.5px solid %ink; border-radius: %R4; background: %panel; }
QCheckBox::indicator:checked { background: %sea; border-color: %sea; image: url(%MARKS/tick-%TIME.svg); }
QCheckBox:focus { color: %sea; }
QScrollArea { background: transparent; border: none; }
QScrollArea > QWidget > QWidget { background: transparent; }
QScrollBar:vertical { background: transparent; width: %P12; margin: 0; }
QScrollBar::handle:vertical { background: %muted; border-radius: %R4; min-height: %P30; margin: 2px; }
QScrollBar:horizontal { background: transparent; height: %P12; margin: 0; }
QScrollBar::handle:horizontal { background: %muted; border-radius: %R4; min-width: %P30; margin: 2px; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QToolTip { background: %panel; color: %ink; border: 1px solid %line; padding: %P4; }
QProgressBar { border: 1px solid %line; border-radius: %R4; background: %panel; height: %P8; }
QProgressBar::chunk { background: %sea; border-radius: %R4; }
QMenu { background: %panel; border: 1px solid %line; padding: %P4; }
QMenu::item { padding: %P5 %P18; border-radius: %R4; }
QMenu::item:selected { background: %sea; color: %onAct; }
)");
  const std::pair<const char*, QString> words[] = {
      {"%ground", p.ground.name()}, {"%panel", p.panel.name()}, {"%line", p.line.name()},
      {"%ink", p.ink.name()},       {"%muted", p.muted.name()}, {"%madder", p.madder.name()},
      {"%moss", p.moss.name()},     {"%ochre", p.ochre.name()}, {"%sea", p.sea.name()},
      {"%chosen", p.chosen.name()}, {"%note", p.note.name()},   {"%onAct", p.onAct.name()},
      {"%TEXT", px(Type::kText)},   {"%HEAD", px(Type::kHead)}, {"%FIGURE", px(Type::kFigure)},
      {"%SMALL", px(Type::kSmall)}};
  s.replace(QLatin1String("%MARKS"), QString::fromStdString((dataFolder() / "marks").string()));
  s.replace(QLatin1String("%TIME"), p.dark ? QStringLiteral("evening") : QStringLiteral("day"));
  for (const auto& [word, value] : words) s.replace(QLatin1String(word), value);
  for (const int n : {10, 15, 8, 4}) s.replace(QStringLiteral("%R%1").arg(n), px(n));
  for (const int n : {13, 12, 18, 20, 30, 8, 5, 4, 2}) s.replace(QStringLiteral("%P%1").arg(n), px(n));
  return s;
}

}  // namespace

void applyTheme(QApplication& app, bool evening, double scale) {
  loadFonts();
  app.setProperty(kEvening, evening);
  app.setProperty(kScale, scale);
  app.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  const Palette& p = evening ? eveningPalette() : dayPalette();
  QPalette q;
  q.setColor(QPalette::Window, p.ground);
  q.setColor(QPalette::Base, p.panel);
  q.setColor(QPalette::AlternateBase, p.chosen);
  q.setColor(QPalette::Button, p.panel);
  for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText, QPalette::ToolTipText})
    q.setColor(role, p.ink);
  q.setColor(QPalette::PlaceholderText, p.muted);
  q.setColor(QPalette::Highlight, p.sea);
  q.setColor(QPalette::HighlightedText, p.onAct);
  app.setPalette(q);
  app.setFont(textFont(Type::kText * scale));
  app.setStyleSheet(sheet(p, scale));
}

const Palette& currentPalette() {
  return eveningTheme() ? eveningPalette() : dayPalette();
}
double textScale() {
  return qApp->property(kScale).isValid() ? qApp->property(kScale).toDouble() : 1.0;
}
bool largeText() {
  return textScale() > 1.3;
}
int scaled(double px) {
  return qRound(px * textScale());
}
bool eveningTheme() {
  return qApp->property(kEvening).toBool();
}

}  // namespace clathra
