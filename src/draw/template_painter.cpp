#include "draw/template_painter.hpp"

#include <QObject>
#include <algorithm>
#include <functional>
#include <set>

#include "draw/card.hpp"
#include "draw/motif_painter.hpp"
#include "draw/outline_path.hpp"
#include "draw/page_text.hpp"
#include "draw/palette.hpp"
#include "draw/rules_painter.hpp"
#include "measure/quantity.hpp"
#include "motif/meeting.hpp"
#include "paper/serves.hpp"
#include "paper/sheets.hpp"
#include "shape/allowance.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QString marked(double mm, LengthUnit unit) {
  return QString::fromStdString(formatLength(
      unit == LengthUnit::Inch ? Length::sixtyFourths(std::llround(mm / 25.4 * 64)) : Length::millimetres(mm),
      unit));
}

}  // namespace

namespace {

/// What the master is, and what tracing without its allowance for the pencil would do.
void masterWords(const PageText& text, const Project& project, const TemplatePlan& plan,
                 const ClothTemplate& t) {
  const Shape& shape = project.layout->shapes[t.shape];
  const Box& f = project.layout->finished;
  const PencilError off = pencilError(shape, plan.pencil, std::max(f.width(), f.height()));
  const auto fine = [](double mm) { return QString::fromStdString(writeFine(mm, 2)); };
  const Point middle = centroid(t.outer);
  const Box box = bounds(t.outer);
  const double room = 0.62 * std::min(box.width(), box.height());
  double y = middle.y - 3.6;
  for (const QString& what :
       {paperTitle(project, t.shape, t.hand), QObject::tr("master to trace"),
        QObject::tr("else edge +%1").arg(fine(off.edge)), QObject::tr("border +%1").arg(fine(off.border))}) {
    const double wide = text.width(what, 2.83);
    if (wide <= room) text.line(what, middle.x - wide / 2, y, 2.83);
    y += 4;
  }
}

/// The first other shape that it serves, and crosses at the lines that are left out for it.
void alsoServes(QPainter& painter, const Project& project, const TemplatePlan& plan, const ClothTemplate& t,
                const std::function<void(const QString&)>& words) {
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : project.layout->pieces) kinds.insert({p.shape, p.hand});
  for (const auto& [other, hand] : kinds) {
    const auto sides = sidesToLeaveOut(t.inner, paperOutline(project.layout->shapes[other], hand, plan.side));
    if (sides.empty()) continue;
    painter.setPen(QPen(printPalette().ink, 0.25));
    for (const std::size_t side : sides) {
      const Point middle = 0.5 * (t.inner[side] + t.inner[(side + 1) % t.inner.size()]);
      const Point in = centroid(t.inner) - middle, at = middle + (2.2 / length(in)) * in;
      painter.drawLine(QPointF(at.x - 1, at.y - 1), QPointF(at.x + 1, at.y + 1));
      painter.drawLine(QPointF(at.x - 1, at.y + 1), QPointF(at.x + 1, at.y - 1));
    }
    return words(QObject::tr("also %1: not at ×").arg(shapeWords(project.layout->shapes[other].title)));
  }
}

/// A choice's frame: what its window must show, the line round which is marked, and the words to find it by.
void paintFrame(QPainter& painter, const PageText& text, const Project& project, const ClothTemplate& t,
                bool outlines) {
  const Palette& c = printPalette();
  const auto motif = std::find_if(project.motifs.begin(), project.motifs.end(),
                                  [&](const MotifChoice& m) { return m.id == t.motif; });
  const Cloth* cloth = motif == project.motifs.end() ? nullptr : clothById(project, motif->cloth);
  if (!cloth || !cloth->print) return;
  painter.save();
  const Point middle = centroid(t.inner);
  painter.translate(middle.x, middle.y);
  painter.rotate(t.turned.degrees());
  const auto upright = [&](PolygonView p) {
    return placed(translated(p, Point{} - middle), Angle() - t.turned, false, {});
  };
  const Polygon paper = upright(t.inner), patch = upright(t.patch), frame = upright(t.outer);
  const Box box = bounds(patch), all = bounds(frame);
  const QRectF into(box.left, box.top, box.width(), box.height());
  const Polygon onPicture = windowOutline(*project.layout, *motif);
  if (const auto picture = project.pictures.find(cloth->print->picture); picture != project.pictures.end()) {
    const double allowance = allowanceOf(project, *cloth, motif->shape);
    paintWindow(painter, picture->second, *cloth->print, onPicture,
                allowanceOutline(onPicture, allowance, Tips::Blunted, project.settings.bluntBelow), into,
                {std::nullopt, cloth->drawnBehind});
  }
  // The allowance is card: only what the window shows is cut out.
  QPainterPath card = outlinePath(patch);
  card.addPath(outlinePath(paper));
  card.setFillRule(Qt::OddEvenFill);
  painter.fillPath(card, QColor(255, 255, 255, 200));
  if (motif->reference)
    paintReference(painter, onPicture, *motif->reference, 0.35, [&](Point p) {
      const Point at = upright(Polygon{onFrame(project, t, p)}).front();
      return QPointF(at.x, at.y);
    });
  QPen pen(c.ink, 0.2);
  pen.setJoinStyle(Qt::MiterJoin);
  painter.setPen(pen);
  painter.setBrush(Qt::NoBrush);
  if (outlines) {
    painter.drawPath(outlinePath(frame));
    painter.drawPath(outlinePath(paper));
  }
  for (const Point hole : t.holes) {
    const Point h = upright(Polygon{hole}).front();
    painter.drawEllipse(QPointF(h.x, h.y), kHole / 2, kHole / 2);
  }
  pen.setDashPattern({8, 6});
  painter.setPen(pen);
  painter.drawPath(outlinePath(patch));
  painter.setPen(QPen(c.ink, 0.25));
  QStringList words{
      QObject::tr("%1, %2: cut the window out, and keep what it shows.")
          .arg(QString::fromStdString(motif->name), inWords(clothArg(*cloth), project.settings.unit))};
  if (cloth->drawnBehind) words << QObject::tr("For the WRONG side of the cloth.");
  if (motif->reference)
    words << QObject::tr("The detail: %1.").arg(referenceText(referenceOf(onPicture, *motif->reference)));
  if (const QString seams = stripSeamsText(project, *motif); !seams.isEmpty()) words << seams;
  if (!motif->note.empty()) words << QStringLiteral("“%1”").arg(QString::fromStdString(motif->note));
  // What finds no room is on the card of the cloth too.
  const double width = all.width() - 4, room = all.bottom - box.bottom - 4;
  while (words.size() > 1 && text.height(words.join(QLatin1Char(' ')), width, kSmallestWord) > room)
    words.removeLast();
  text.paragraph(words.join(QLatin1Char(' ')), all.left + 2, all.bottom - room, width, kSmallestWord);
  painter.restore();
}

}  // namespace

void paintTemplates(QPainter& painter, const Project& project, const TemplatePlan& plan, std::size_t page,
                    bool outlines) {
  const Palette& c = printPalette();
  const PageText text(painter);
  for (const ClothTemplate& t : plan.pages[page].templates) {
    if (t.motif) {
      paintFrame(painter, text, project, t, outlines);
      continue;
    }
    painter.setBrush(Qt::NoBrush);
    QPen pen(c.ink, 0.2);
    pen.setJoinStyle(Qt::MiterJoin);
    painter.setPen(pen);
    if (outlines) painter.drawPath(outlinePath(t.outer));
    if (plan.masters) {
      masterWords(text, project, plan, t);
      continue;
    }
    if (!t.window) {
      pen.setDashPattern({8, 6});
      painter.setPen(pen);
    }
    if (outlines || !t.window) painter.drawPath(outlinePath(t.inner));
    pen.setStyle(Qt::SolidLine);
    painter.setPen(pen);
    if (!t.window)
      for (const Point h : t.holes) painter.drawEllipse(QPointF(h.x, h.y), kHole / 2, kHole / 2);
    QPen thin(c.ink, 0.12);
    thin.setDashPattern({14, 4, 2, 4});
    painter.setPen(thin);
    const Box inner = bounds(t.inner);
    if (!t.window)
      for (const auto& [a, b] : t.centreLines) painter.drawLine(QPointF(a.x, a.y), QPointF(b.x, b.y));
    const Point middle = centroid(t.inner);
    const QString name = paperTitle(project, t.shape, t.hand);
    const double room = 0.62 * std::min(inner.width(), inner.height());
    // On a white ground, so that no line runs through the words.
    const auto words = [&](const QString& what, double base) {
      const double wide = text.width(what, 2.83);
      if (wide > room) return;
      painter.fillRect(QRectF(middle.x - wide / 2 - 0.6, base - 2.5, wide + 1.2, 3.3), c.paper);
      text.line(what, middle.x - wide / 2, base, 2.83);
    };
    words(name, middle.y - 1.2);
    const QString kind = t.window ? QObject::tr("window: cut the inside out") : QObject::tr("plain");
    if (t.behind) words(QObject::tr("WRONG side"), middle.y - 5.6);
    words(kind, middle.y + 3.4);
    if (!t.window)
      alsoServes(painter, project, plan, t, [&](const QString& what) { words(what, middle.y + 8); });
  }
  if (plan.masters) {
    paintRules(painter, plan.page,
               QObject::tr("%1 · masters %2 of %3")
                   .arg(QString::fromStdString(project.name))
                   .arg(page + 1)
                   .arg(plan.pages.size()),
               QObject::tr("trace with a pencil of %1, cut in the middle of the line")
                   .arg(QString::fromStdString(writeFine(plan.pencil, 1))),
               c);
    return;
  }
  const QString side = plan.side == MarkedSide::Back ? QStringLiteral("BACK") : QStringLiteral("FRONT");
  paintRules(
      painter, plan.page,
      QObject::tr("%1 · templates %2 of %3, allowance %4")
          .arg(QString::fromStdString(project.name))
          .arg(page + 1)
          .arg(plan.pages.size())
          .arg(QString::fromStdString(formatLength(project.settings.allowance, project.settings.unit))),
      QObject::tr("%1 · print at 100 %, measure the rules").arg(side), c);
}

void paintRulerCard(QPainter& painter, const Project& project, const RulerCard& card, const Page& page,
                    const std::function<void()>& newPage) {
  const LengthUnit unit = project.settings.unit;
  const PageText text(painter);
  const double left = 16, right = page.width - 16, width = right - left;
  double y = 24;
  const auto fine = [](double mm) { return QString::fromStdString(writeFine(mm, 2)); };
  text.line(QString::fromStdString(project.name), left, y, 7, QFont::Bold);
  y += 8;
  text.line(QObject::tr("Papers with ruler and knife"), left, y, 5, QFont::DemiBold);
  y += 5;
  y +=
      text.paragraph(
          QObject::tr(
              "Cut card into strips of the first height, then across at the second distance, measured square "
              "to the cut. Set the ruler to the exact millimetres where you can; beside them stands its "
              "nearest "
              "mark, and what that makes of the paper and of the longest border of this quilt, %1.")
              .arg(QString::fromStdString(formatReadable(card.border, unit))),
          left, y, width, 3.8) +
      3;
  y += text.paragraph(QObject::tr("A knife is sharp: hold the ruler well behind its edge, cut away from "
                                  "yourself, close the blade "
                                  "between cuts, and follow the maker's instructions."),
                      left, y, width, 3.8, QFont::DemiBold) +
       9;
  for (const RulerRow& r : card.rows) {
    if (y > page.height - 48) {
      newPage();
      y = 20;
    }
    text.line(paperTitle(project, r.shape, r.hand), left, y, 4.6, QFont::Bold);
    y += 6;
    const auto cut = [&](const QString& what, const RulerCut& c) {
      text.line(QObject::tr("%1: %2; nearest mark %3").arg(what, fine(c.exact), marked(c.marked, unit)),
                left + 4, y, 4);
      y += 5.4;
    };
    cut(QObject::tr("strips"), r.strip);
    if (r.crossCuts) {
      cut(QObject::tr("cross-cuts"), r.cross);
      const QString angle = QString::fromStdString(formatNumber(r.angle.degrees(), 2));
      text.line(r.alternate ? QObject::tr("at %1° to the strip, leaning the other way each time").arg(angle)
                            : QObject::tr("at %1° to the strip").arg(angle),
                left + 4, y, 4);
      y += 5.4;
    } else {
      text.line(QObject::tr("out of the strip round a master: one is on the sheets of this kind"), left + 4,
                y, 4);
      y += 5.4;
    }
    const auto off = [&](double mm) {
      return std::abs(mm) < 0.005 ? QObject::tr("as designed")
             : mm > 0             ? QObject::tr("%1 too long").arg(fine(mm))
                                  : QObject::tr("%1 too short").arg(fine(-mm));
    };
    text.line(QObject::tr("at the marks: edge %1; longest border %2").arg(off(r.edgeOff), off(r.borderOff)),
              left + 4, y, 4);
    y += 9;
  }
}

}  // namespace clathra
