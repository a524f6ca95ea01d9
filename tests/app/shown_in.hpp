// What a window shows: each label, control, list and row with what it says and how it stands, and what is
// painted, a line a thing.
#pragma once
#include <QAbstractItemView>
#include <QRegularExpression>
#include <QTextDocumentFragment>

#include "app/widgets/painted_button.hpp"
#include "draw/recorder.hpp"
#include "driver.hpp"

namespace support {

inline QString oneLine(QString text) {
  if (Qt::mightBeRichText(text)) text = QTextDocumentFragment::fromHtml(text).toPlainText();
  // What was done today was done on another day when this is read again.
  static const QRegularExpression day(
      QStringLiteral("([A-Z][a-z]+day, )?\\b\\d{1,2} [A-Z][a-z]{2,8} 20\\d\\d\\b"));
  text.replace(day, QStringLiteral("that day"));
  return text.replace(QLatin1Char('\n'), QStringLiteral(" / "));
}

inline QString stateOf(const QWidget* w) {
  QString out = w->isEnabled() ? QString() : QStringLiteral(", cannot be used");
  if (const auto* b = qobject_cast<const QAbstractButton*>(w); b && b->isCheckable())
    out += b->isChecked() ? QStringLiteral(", on") : QStringLiteral(", off");
  if (!w->toolTip().isEmpty()) out += QStringLiteral(" (") + oneLine(w->toolTip()) + QLatin1Char(')');
  return out;
}

inline void addRows(const QAbstractItemView* view, QStringList& out) {
  const auto* model = view->model();
  for (int r = 0; model && r < model->rowCount(view->rootIndex()); ++r) {
    QStringList cells;
    for (int c = 0; c < model->columnCount(view->rootIndex()); ++c) {
      const QModelIndex at = model->index(r, c, view->rootIndex());
      QString cell = oneLine(at.data().toString());
      if (const QString spoken = at.data(Qt::AccessibleTextRole).toString();
          !spoken.isEmpty() && spoken != cell)
        cell += QStringLiteral(" [") + oneLine(spoken) + QLatin1Char(']');
      if (const QVariant ticked = at.data(Qt::CheckStateRole); ticked.isValid())
        cell += ticked.toInt() == Qt::Checked ? QStringLiteral(" ticked") : QStringLiteral(" not ticked");
      cells << cell;
    }
    out << QStringLiteral("row ") + cells.join(QStringLiteral(" | "));
  }
}

/// Of what a widget itself paints: each word and its place, and of all else how many there are, where their
/// middle is, how dark their pens and fillings are, how much they let through and how wide the pens are:
/// whatever is moved, added or dropped changes one of them.
inline void addPainted(QWidget* w, QStringList& out) {
  const auto all = support::recorded(w->width(), w->height(), [&](QPainter& painter) {
    w->render(&painter, {}, {}, QWidget::RenderFlags());
  });
  std::map<Drawn::Kind, std::pair<int, QPointF>> kinds;
  int points = 0, grey = 0;
  double through = 0, wide = 0;
  for (const Drawn& d : all.all()) {
    if (d.kind == Drawn::Kind::Words)
      out << QStringLiteral("paints %1 %2 %3 %4")
                 .arg(d.points[0].x(), 0, 'f', 1)
                 .arg(d.points[0].y(), 0, 'f', 1)
                 .arg(d.size, 0, 'f', 1)
                 .arg(d.words);
    auto& [count, sum] = kinds[d.kind];
    ++count;
    for (const QPointF p : d.points) sum += p, ++points;
    grey += qGray(d.pen.color().rgb()) + (d.filled() ? qGray(d.brush.color().rgb()) : 0);
    if (d.filled()) through += 1 - d.brush.color().alphaF();
    if (d.kind == Drawn::Kind::Words || d.pen.style() == Qt::NoPen) continue;
    through += 1 - d.pen.color().alphaF();
    wide += d.pen.widthF() * (d.pen.style() == Qt::SolidLine ? 1 : 0.5);
  }
  QStringList line;
  for (const auto& [kind, what] : kinds)
    if (kind != Drawn::Kind::Words)
      line << QStringLiteral("%1 of kind %2 at %3 %4")
                  .arg(what.first)
                  .arg(static_cast<int>(kind))
                  .arg(what.second.x() / points, 0, 'f', 1)
                  .arg(what.second.y() / points, 0, 'f', 1);
  if (!line.isEmpty())
    out << QStringLiteral("paints ") + line.join(QStringLiteral(" , ")) +
               QStringLiteral(" grey %1 through %2 wide %3")
                   .arg(grey)
                   .arg(through, 0, 'f', 1)
                   .arg(wide, 0, 'f', 1);
}

/// How densely outlines are packed may differ by a hair from machine to machine: without those figures.
inline void dropTracedFigures(QStringList& lines) {
  for (qsizetype i = 0; i < lines.size(); ++i) {
    if (lines[i].startsWith(QStringLiteral("button Traced")))
      lines[i] = lines[i].section(QLatin1Char(':'), 0, 0);
    if (i > 0 && lines[i - 1].startsWith(QStringLiteral("says ")) &&
        lines[i - 1].contains(QStringLiteral("  Traced")))
      lines[i] = QStringLiteral("says its figures");
  }
}

inline QStringList shownIn(const QWidget& window) {
  QStringList out;
  for (QWidget* w : window.findChildren<QWidget*>()) {
    if (!w->isVisible() || w->window() != &window) continue;  // tips come and go by themselves
    const QString name = Driver::nameOf(w);
    if (const auto* l = qobject_cast<QLabel*>(w)) {
      if (!l->text().isEmpty()) out << QStringLiteral("says ") + oneLine(l->text()) + stateOf(w);
    } else if (qobject_cast<QAbstractButton*>(w)) {
      out << QStringLiteral("button ") + oneLine(name) + stateOf(w);
      if (dynamic_cast<clathra::PaintedButton*>(w)) addPainted(w, out);
    } else if (const auto* f = qobject_cast<QLineEdit*>(w)) {
      out << QStringLiteral("field %1: %2").arg(name, f->text()) + stateOf(w);
    } else if (const auto* c = qobject_cast<QComboBox*>(w)) {
      QStringList entries;
      for (int i = 0; i < c->count(); ++i) entries << c->itemText(i);
      out << QStringLiteral("list %1: %2, of %3")
                     .arg(name, c->currentText(), entries.join(QStringLiteral("; "))) +
                 stateOf(w);
    } else if (const auto* v = qobject_cast<QAbstractItemView*>(w)) {
      out << QStringLiteral("rows of ") + name;
      addRows(v, out);
    } else if (QByteArray(w->metaObject()->className()).startsWith("clathra") && !w->layout()) {
      out << QStringLiteral("picture ") + name + stateOf(w);
      addPainted(w, out);
    }
  }
  dropTracedFigures(out);
  // Both come and go by the clock.
  out.removeIf([](const QString& line) {
    return line.startsWith(QStringLiteral("says Working it out")) ||
           line.startsWith(QStringLiteral("button Stop"));
  });
  return out;
}

inline QStringList shownIn(const Driver& d) {
  return shownIn(*d.window);
}

/// Those that were not there before, the first of them.
inline QStringList newLines(const QStringList& before, QStringList after) {
  for (const QString& line : before) after.removeOne(line);
  constexpr qsizetype kLines = 16;
  const qsizetype more = after.size() - kLines;
  after = after.mid(0, kLines);
  if (more > 0) after << QStringLiteral("and %1 lines").arg(more);
  return after;
}

}  // namespace support
