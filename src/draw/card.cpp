#include "draw/card.hpp"

#include <algorithm>
#include <cmath>

#include "draw/cut_painter.hpp"
#include "draw/hatch.hpp"
#include "draw/map_labels.hpp"
#include "draw/motif_painter.hpp"
#include "draw/page_text.hpp"
#include "draw/pictures.hpp"
#include "measure/quantity.hpp"
#include "motif/reference.hpp"
#include "motif/strip_seam.hpp"
#include "shape/allowance.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr double kEdge = 14;   // mm kept free round the card
constexpr double kStep = 4.6;  // mm, size of the steps' text: read at arm's length
constexpr double kSmall = 3.6;

class CardRun {
 public:
  CardRun(QPainter& painter, const Project& project, const CutPlan& plan, const Page& page,
          const std::function<void()>& newPage, const CutBatch* batch)
      : p_(painter),
        text_(painter),
        project_(project),
        plan_(plan),
        page_(page),
        newPage_(newPage),
        batch_(batch),
        cloth_(*clothById(project, plan.cloth)) {}

  void paint() {
    head();
    map();
    steps();
    windows();
    sum();
    cautions();
  }

 private:
  double width() const { return page_.width - 2 * kEdge; }
  QString q(const std::string& s) const { return QString::fromStdString(s); }

  /// Goes to a new page unless `height` mm are left on this one.
  void need(double height) {
    if (y_ + height <= page_.height - kEdge) return;
    newPage_();
    y_ = kEdge;
    text_.line(
        q(project_.name) + QStringLiteral("  ·  ") + q(clothTitle(cloth_)) + QStringLiteral(", continued"),
        kEdge, y_ + 4, kSmall, QFont::Normal, QColor(0x404040));
    y_ += 9;
  }

  void heading(const QString& title) {
    need(24);
    y_ += 3;
    text_.line(title, kEdge, y_ + 5, 5.4, QFont::Bold);
    y_ += 9;
  }

  void head() {
    text_.line(q(project_.name), kEdge, y_ + 4, 4.2, QFont::Normal, QColor(0x404040));
    const QString sign = q(cloth_.sign);
    const QRectF patch(page_.width - kEdge - 16, y_, 16, 16);
    p_.setPen(QPen(Qt::black, 0.4));
    p_.setBrush(Qt::white);
    p_.drawRect(patch);
    const Polygon square{{patch.left(), patch.top()},
                         {patch.right(), patch.top()},
                         {patch.right(), patch.bottom()},
                         {patch.left(), patch.bottom()}};
    strokeHatch(p_, square, cloth_.hatch, 2.6, QPen(Qt::black, 0.25));
    p_.setPen(Qt::NoPen);
    p_.setBrush(Qt::white);
    p_.drawEllipse(patch.center(), 4.6, 4.6);
    text_.line(sign, patch.center().x() - text_.width(sign, 6, QFont::Bold) / 2, patch.center().y() + 2.1, 6,
               QFont::Bold);
    text_.line(q(clothTitle(cloth_)), kEdge, y_ + 13.5, 8.4, QFont::Bold);
    y_ += 19;
    const CutMethod* m = plan_.method();
    const LengthUnit unit = project_.settings.unit;
    // Windows alone are cut by no method.
    const bool windowsAlone = m && m->groups.empty() && !plan_.windows.empty();
    QString line = windowsAlone ? inWords(Message("windows-alone")) : m ? inWords(m->title) : QString();
    if (plan_.length && !cloth_.scraps)
      line += QStringLiteral("  ·  %1 of cloth").arg(q(writeCloth(*plan_.length, unit))) +
              QStringLiteral("  ·  allowance %1")
                  .arg(q(formatLength(Length::millimetres(allowanceOf(project_, cloth_)), unit)));
    text_.line(line, kEdge, y_ + 4, 4.6, QFont::DemiBold);
    y_ += 7;
    // What turns the whole card over is said in large type.
    y_ +=
        text_.paragraph(clothLies(cloth_, plan_), kEdge, y_, width(), cloth_.drawnBehind ? 5.2 : kSmall + 0.4,
                        cloth_.drawnBehind ? QFont::Bold : QFont::Normal) +
        2;
    if (const QString one = shareOfOne(project_, plan_); !one.isEmpty())
      y_ += text_.paragraph(one, kEdge, y_, width(), kSmall + 0.4) + 2;
    if (batch_)
      y_ += text_.paragraph(promiseOf(project_, *batch_), kEdge, y_, width(), kSmall + 0.4, QFont::DemiBold) +
            2;
  }

  void map() {
    if (plan_.width <= 0 || !plan_.length || *plan_.length <= 0) return;
    const double height =
        std::clamp(width() * plan_.width / std::max(*plan_.length * 1.6, 300.0) + 14, 50.0, 112.0);
    need(height);
    CutMapLook look;
    look.palette = &printPalette();
    look.vector = true;
    look.text = 3.4;
    if (batch_) look.heldBack = heldBackBy(*batch_);
    paintCutMap(p_, project_, plan_, QRectF(kEdge, y_, width(), height - 4), look);
    y_ += height;
    for (const MapLabel& l : mapLabels(project_, plan_)) {
      need(6);
      const double w = text_.line(l.range, kEdge, y_ + 3.6, kSmall, QFont::Bold);
      text_.line(l.text, kEdge + w + 2.5, y_ + 3.6, kSmall);
      y_ += 5.6;
    }
  }

  void tickBox(const QString& t, double size) {
    need(10);
    p_.setPen(QPen(Qt::black, 0.35));
    p_.setBrush(Qt::NoBrush);
    p_.drawRoundedRect(QRectF(kEdge, y_ + 0.4, 4.6, 4.6), 0.8, 0.8);
    y_ += std::max(6.2, text_.paragraph(t, kEdge + 8, y_, width() - 8, size) + 1.8);
  }

  void steps() {
    const CutMethod* m = plan_.method();
    if (!m || m->steps.empty() || m->groups.empty()) return;
    heading(QStringLiteral("Steps"));
    for (const Message& s : m->steps) tickBox(inWords(s, project_.settings.unit), kStep);
  }

  void windows() {
    for (const WindowPart& part : plan_.windows) {
      const auto motif = std::find_if(project_.motifs.begin(), project_.motifs.end(),
                                      [&](const MotifChoice& c) { return c.id == part.motif; });
      if (motif == project_.motifs.end() || part.copies == 0) continue;
      need(84);  // heading, picture and boxes stay together
      heading(inWords(Message("windows-of", part.copies, part.name)));
      const bool scissors = project_.settings.overrun.value_or(Length{}).mm() == 0;
      picture(*motif);
      const double x = kEdge + 62, top = y_;
      double y = y_;
      if (!motif->note.empty())
        y += text_.paragraph(QStringLiteral("“%1”").arg(q(motif->note)), x, y, width() - 62, kStep + 0.4,
                             QFont::DemiBold) +
             2;
      if (motif->reference) {
        const Reference r = referenceOf(windowOutline(*project_.layout, *motif), *motif->reference);
        y += text_.paragraph(QStringLiteral("The detail: %1.").arg(referenceText(r)), x, y, width() - 62,
                             kSmall + 0.3, QFont::DemiBold) +
             1.5;
      }
      if (const QString seams = stripSeamsText(project_, *motif); !seams.isEmpty())
        y += text_.paragraph(seams, x, y, width() - 62, kSmall + 0.3, QFont::DemiBold) + 1.5;
      y += text_.paragraph(
               (cloth_.drawnBehind
                    ? QStringLiteral("Lay the window template on the back of the cloth until it shows this "
                                     "picture, as it is seen from there.")
                    : QStringLiteral("Lay the window template on the cloth, right side up, until it shows "
                                     "this picture.")) +
                   QLatin1Char(' ') +
                   (scissors ? QStringLiteral("Mark round the outer (dashed) line and cut with scissors.")
                             : QStringLiteral("Mark round the outer (dashed) line; a tool that runs past "
                                              "corners by %1 is allowed for.")
                                   .arg(inWords(sizeArg(project_.settings.overrun->mm()),
                                                project_.settings.unit))) +
                   QLatin1Char(' ') +
                   QStringLiteral("In the order of the map's numbers, %1, no cut goes through a window that "
                                  "is still wanted; to take another first, fold it and begin inside.")
                       .arg(inWords(windowNumbersOf(plan_.method()->laid, part.motif))),
               x, y, width() - 62, kSmall + 0.3) +
           1.5;
      y += text_.paragraph(
          QStringLiteral("Chosen %1.%2")
              .arg(q(motif->date),
                   part.worstPlace
                       ? QStringLiteral(
                             " Where the print lies on the cloth is not known: the worst place is assumed.")
                       : QString()),
          x, y, width() - 62, kSmall, QFont::Normal, QColor(0x404040));
      y_ = std::max(top + 56, y) + 2;
      p_.setPen(QPen(Qt::black, 0.35));
      for (int i = 0; i < std::min(part.copies, 60); ++i) {
        const double bx = kEdge + (i % 20) * 8.0;
        if (i % 20 == 0) need(8);
        p_.setBrush(Qt::NoBrush);
        p_.drawRoundedRect(QRectF(bx, y_, 4.6, 4.6), 0.8, 0.8);
        if (i % 20 == 19 || i == std::min(part.copies, 60) - 1) y_ += 7;
      }
    }
  }

  void picture(const MotifChoice& motif) {
    const auto found = project_.pictures.find(cloth_.print ? cloth_.print->picture : std::string());
    if (found == project_.pictures.end()) return;
    for (const Shape& s : project_.layout->shapes) {
      if (s.name != motif.shape) continue;
      const bool other = !motif.pieces.empty() && project_.layout->pieces[motif.pieces.front()].hand < 0;
      const Polygon paper = placed(s.outline, motif.turn, other, motif.at);
      const Polygon patch = allowanceOutline(paper, allowanceOf(project_, cloth_, s.name), Tips::Blunted,
                                             project_.settings.bluntBelow);
      // At life size where there is room, else at a whole part of it, which is said.
      constexpr double kWide = 56, kHigh = 50;  // mm
      const Box b = bounds(patch);
      int part = 1;
      while (b.width() / part > kWide || b.height() / part > kHigh) ++part;
      paintWindow(p_, found->second, *cloth_.print, paper, patch,
                  QRectF(kEdge, y_, b.width() / part, b.height() / part),
                  {motif.reference, cloth_.drawnBehind});
      text_.line(
          part == 1 ? QStringLiteral("at life size") : QStringLiteral("at 1/%1 of life size").arg(part),
          kEdge, y_ + b.height() / part + 3.4, kSmall);
    }
  }

  void sum() {
    if (plan_.sum.empty()) return;
    heading(QStringLiteral("Why %1?").arg(plan_.length && *plan_.length > 0
                                              ? q(writeCloth(*plan_.length, project_.settings.unit))
                                              : QStringLiteral("these")));
    SumWriter written(project_.settings.unit);
    const auto line = [&](const QString& what, double value, bool isLength) {
      QString shown = isLength ? q(written.line(value)) : q(formatNumber(value, 0));
      shown.remove(QStringLiteral("−"));  // "less what you have" says so
      sumLine(what, shown);
    };
    for (const SumLine& l : plan_.sum) {
      if (l.isLength && l.value < 0.05) continue;  // a rounding nobody can measure
      line(inWords(l.what, project_.settings.unit), l.value, l.isLength);
    }
    const double toBuy = plan_.toBuy.value_or(0), buy = plan_.buyLength.value_or(0);
    if (toBuy <= 1e-6) return;
    if (*plan_.length - toBuy > 0.05) line(inWords(Message("sum-on-hand")), toBuy - *plan_.length, true);
    if (buy - toBuy > 0.05) line(inWords(roundedUpLine(cloth_), project_.settings.unit), buy - toBuy, true);
    sumLine(inWords(cloth_.soldPiece ? Message("sum-pieces-to-buy", buyArg(*plan_.method()))
                                     : Message("sum-to-buy")),
            q(written.total()));
  }

  void sumLine(const QString& what, const QString& shown) {
    need(6.5);
    text_.line(what, kEdge, y_ + 4, kSmall + 0.3);
    text_.line(shown, page_.width - kEdge - text_.width(shown, kSmall + 0.3, QFont::DemiBold), y_ + 4,
               kSmall + 0.3, QFont::DemiBold);
    y_ += 6.2;
  }

  void cautions() {
    const QString all = bladeCautions();
    need(34);
    y_ += 3;
    const double w = width() - 8;
    p_.setBrush(QColor(0xF4F4F4));
    p_.setPen(QPen(Qt::black, 0.3));
    const double inner = measure(all, w);
    p_.drawRoundedRect(QRectF(kEdge, y_, width(), inner + 6), 2, 2);
    text_.paragraph(all, kEdge + 4, y_ + 3, w, kSmall);
    y_ += inner + 8;
  }

  double measure(const QString& t, double w) const {
    p_.save();
    p_.setClipRect(QRectF(0, 0, 0.001, 0.001));
    const double h = text_.paragraph(t, 0, 0, w, kSmall);
    p_.restore();
    return h;
  }

  QPainter& p_;
  PageText text_;
  const Project& project_;
  const CutPlan& plan_;
  const Page& page_;
  const std::function<void()>& newPage_;
  const CutBatch* batch_;
  const Cloth& cloth_;
  double y_ = kEdge;
};

}  // namespace

QString bladeCautions() {
  QStringList all;
  for (const char* each :
       {"caution-guard", "caution-fingers", "caution-blunt", "caution-away", "caution-makers"})
    all << inWords(Message(each));
  return all.join(QLatin1Char(' '));
}

QString referenceText(const Reference& r) {
  return inWords(Message("reference-of", fineArg(r.fromFirst, 1), Arg(cornerName(r.first)),
                         fineArg(r.fromSecond, 1), Arg(cornerName(r.second))));
}

QString stripSeamsText(const Project& project, const MotifChoice& motif) {
  const Cloth* cloth = clothById(project, motif.cloth);
  if (!cloth || cloth->joined.empty()) return {};
  const Polygon paper = windowOutline(*project.layout, motif);
  const auto seams = paper.empty() ? std::vector<StripSeam>() : stripSeams(*cloth, paper);
  if (seams.empty()) return inWords(Message("strip-seam-none"));
  QStringList out;
  for (const StripSeam& s : seams)
    out << inWords(Message(s.fromMiddle < 0 ? "strip-seam-left" : "strip-seam-right",
                           fineArg(std::abs(s.fromMiddle), 1),
                           Arg(referenceText(referenceOf(paper, s.from)).toStdString()),
                           Arg(referenceText(referenceOf(paper, s.to)).toStdString())));
  return out.join(QLatin1Char(' '));
}

QString clothLies(const Cloth& cloth, const CutPlan& plan) {
  const CutMethod* m = plan.method();
  bool left = false, right = false;
  const auto see = [&](const PatchDemand& d) {
    left = left || d.hand < 0;
    right = right || d.hand > 0;
  };
  if (m) {
    for (const CutGroup& g : m->groups) see(g.demand);
  }
  if (cloth.drawnBehind)
    return inWords(Message(left && right ? "cloth-lies-behind-both" : "cloth-lies-behind"));
  return inWords(Message(left && right ? "cloth-lies-both-hands" : "cloth-lies"));
}

QString shareOfOne(const Project& project, const CutPlan& plan) {
  const int times = project.settings.times;
  const CutMethod* m = plan.method();
  if (times < 2 || !m || !m->length) return {};
  int patches = 0;
  for (const CutGroup& g : m->groups) patches += g.demand.patches;
  for (const WindowPart& w : plan.windows) patches += w.copies;
  // Shares: strips and stacks serve several of them, so that one alone may take more.
  const auto share = [&](double of) { return of / times; };
  const Arg each = numberArg(share(patches), patches % times == 0 ? 0 : 1);
  const int minutes = static_cast<int>(std::lround(share(m->minutes + plan.windowMinutes)));
  return inWords(plan.length && plan.width > 0
                     ? Message("share-of-one", times, each, minutes, boltArg(share(*plan.length)))
                     : Message("share-of-one-scraps", times, each, minutes),
                 project.settings.unit);
}

QString promiseOf(const Project& project, const CutBatch& batch) {
  const LengthUnit unit = project.settings.unit;
  const Cloth* cloth = clothById(project, batch.now.cloth);
  if (cloth && cloth->scraps) return inWords(Message("promise-scraps"));
  if (batch.fits) return inWords(Message("promise-fits"));
  std::vector<Message> lacking;
  for (const MissingPatches& m : batch.missing)
    lacking.emplace_back("patches-of", shapesArg(m.count, project.layout->shapes[m.shape].title));
  const double buy = batch.rest.buyLength.value_or(0);
  return inWords(buy > 0 ? Message("promise-lacks-buy", Arg(lacking), buyArg(*batch.rest.method()))
                         : Message("promise-lacks", Arg(lacking)),
                 unit);
}

void paintCutCard(QPainter& painter, const Project& project, const CutPlan& plan, const Page& page,
                  const std::function<void()>& newPage, const CutBatch* batch) {
  CardRun(painter, project, plan, page, newPage, batch).paint();
}

}  // namespace clathra
