#include "draw/alike_strip.hpp"

#include <QObject>

#include "draw/outline_path.hpp"
#include "draw/page_text.hpp"
#include "draw/palette.hpp"
#include "draw/rules_painter.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

QString alikeTitle(const Project& project, const AlikePair& pair) {
  return pair.self() ? QObject::tr("%1, turned or turned over").arg(paperTitle(project, pair.one, 0))
                     : QObject::tr("%1 and %2")
                           .arg(paperTitle(project, pair.one, 0), paperTitle(project, pair.other, 0));
}

QString alikeAdvice(const Project& project, const AlikePair& pair) {
  if (pair.self()) return QObject::tr("Mark the top of each: it looks right when it is turned wrong.");
  const Shape& fewer = project.layout->shapes[pair.fewer];
  return QObject::tr("Cut the %1 from card of another colour, or draw a bar across each: there are only %2.")
      .arg(paperTitle(project, pair.fewer, 0))
      .arg(fewer.pieces);
}

void paintAlikeStrip(QPainter& painter, const Project& project, const std::vector<AlikePair>& pairs,
                     const Page& page, const std::function<void()>& newPage) {
  const Palette& c = printPalette();
  const PageText text(painter);
  const double left = page.margin, width = page.width - 2 * page.margin;
  const auto begin = [&] {
    paintRules(painter, page, QObject::tr("%1 · look-alikes").arg(QString::fromStdString(project.name)),
               QObject::tr("print at 100 %, hold a paper against its outline"), c);
  };
  begin();
  double y = page.margin + 6;
  for (const AlikePair& pair : pairs) {
    const Box one = bounds(pair.laid.one), other = bounds(pair.laid.other), both = unite(one, other);
    const double gap = 8, wide = one.width() + other.width() + both.width() + 2 * gap;
    const bool drawn = wide <= width && both.height() < page.height - 2 * page.margin - 30;
    const double height = (drawn ? std::max({one.height(), other.height(), both.height()}) + 6 : 0) + 19;
    if (y + height > page.height - page.margin && y > page.margin + 7) {
      newPage();
      begin();
      y = page.margin + 6;
    }
    text.line(alikeTitle(project, pair), left, y, 4.2, QFont::Bold);
    y += 5;
    text.line(QObject::tr("%1 apart at the worst corner")
                  .arg(QString::fromStdString(writeFine(pair.laid.worst, 1))),
              left, y, 3.6);
    y += 2;
    y += text.paragraph(alikeAdvice(project, pair), left, y, width, 3.6) + 4;
    if (!drawn) {
      y += 4;
      continue;
    }
    const QPen full(c.ink, 0.2);
    QPen dashed(c.ink, 0.2);
    dashed.setDashPattern({8, 6});
    painter.setBrush(Qt::NoBrush);
    double x = left;
    const auto outline = [&](const Polygon& p, const Box& from, const QPen& pen) {
      painter.setPen(pen);
      painter.drawPath(outlinePath(translated(p, {x - from.left, y - from.top})));
    };
    outline(pair.laid.one, one, full);
    x += one.width() + gap;
    outline(pair.laid.other, other, dashed);
    x += other.width() + gap;
    outline(pair.laid.one, both, full);
    outline(pair.laid.other, both, dashed);
    y += std::max({one.height(), other.height(), both.height()}) + 12;
  }
}

}  // namespace clathra
