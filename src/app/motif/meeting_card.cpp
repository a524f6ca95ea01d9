#include "app/motif/meeting_card.hpp"

#include <QPainter>
#include <algorithm>

#include "app/motif/on_print.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"
#include "measure/quantity.hpp"
#include "motif/thread.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QString mm(double value) {
  return QString::fromStdString(formatNumber(value, 1));
}

/// Two rows of colours along a seam, from the common corner on the left, ticks where both change.
class MeetingStrip : public QWidget {
 public:
  explicit MeetingStrip(const Meeting& m) : meeting_(m) {
    setFixedHeight(scaled(kRow * 2 + kBetween + 2 * kTick));
    setMinimumWidth(scaled(120));
  }

 protected:
  void paintEvent(QPaintEvent* event) override {
    (void)event;
    QPainter p(this);
    const double wide = width() - 2, row = scaled(kRow), tick = scaled(kTick), between = scaled(kBetween);
    const auto paintRow = [&](const std::vector<Rgb>& colours, double top) {
      for (std::size_t i = 0; i < colours.size(); ++i) {
        const double from = 1 + wide * static_cast<double>(i) / static_cast<double>(colours.size()),
                     to = 1 + wide * static_cast<double>(i + 1) / static_cast<double>(colours.size());
        p.fillRect(QRectF(from, top, to - from + 0.5, row), QColor(colours[i].r, colours[i].g, colours[i].b));
      }
      p.setPen(currentPalette().ink);
      p.setBrush(Qt::NoBrush);
      p.drawRect(QRectF(1, top, wide, row));
    };
    paintRow(meeting_.rowOfA, tick);
    paintRow(meeting_.rowOfB, tick + row + between);
    p.setPen(QPen(currentPalette().ink, scaled(2)));
    for (const auto& [a, b] : meeting_.changes) {
      const double x = 1 + wide * a / meeting_.length, y = 1 + wide * b / meeting_.length;
      p.drawLine(QPointF(x, 0), QPointF(x, tick));
      p.drawLine(QPointF(y, tick + 2 * row + between), QPointF(y, 2 * tick + 2 * row + between));
    }
  }

 private:
  static constexpr int kRow = 14, kTick = 6, kBetween = 2;  // px
  Meeting meeting_;
};

QString verdictText(const Meeting& m) {
  const QString pair = m.edges.mirrored
                           ? MeetingCard::tr("Edge %1 on its mirror image").arg(m.sideOfA + 1)
                           : MeetingCard::tr("Edge %1 on edge %2").arg(m.sideOfA + 1).arg(m.sideOfB + 1);
  switch (m.verdict) {
    case Verdict::Meets:
      return MeetingCard::tr("%1 meets").arg(pair);
    case Verdict::Nearly:
      return MeetingCard::tr("%1 nearly meets").arg(pair);
    case Verdict::Parts:
      break;
  }
  return m.partsAt ? MeetingCard::tr("%1 parts at %2 mm").arg(pair, mm(*m.partsAt))
                   : MeetingCard::tr("%1 does not meet").arg(pair);
}

QString detailText(const Meeting& m) {
  QStringList out;
  if (m.stripe) {
    const QString words[] = {MeetingCard::tr("its stripes meet"),
                             MeetingCard::tr("its stripes clearly differ"),
                             MeetingCard::tr("its stripes look like a mistake")};
    out << words[static_cast<int>(*m.stripe)];
  }
  QStringList places;
  for (const auto& [a, b] : m.changes) places << mm((a + b) / 2);
  if (!places.isEmpty())
    out << MeetingCard::tr("colours change at %1 mm from the corner").arg(places.join(QStringLiteral(", ")));
  out << MeetingCard::tr("ΔE %1 on the mean, %2 at the worst").arg(mm(m.meanDe), mm(m.worstDe));
  return out.join(QStringLiteral("; "));
}

}  // namespace

MeetingCard::MeetingCard(Session& session) : Card(tr("Do the seams meet?")), session_(session) {
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(5));
  body()->addWidget(rows);
}

std::optional<MeetingCard::Asked> MeetingCard::askedNow() const {
  const auto now = onPrint(session_.project(), motif_);
  if (!now) return std::nullopt;
  return Asked{now->motif, now->print, session_.project().layout, now->picture.png};
}

void MeetingCard::show(int motif) {
  motif_ = motif;
  const auto now = askedNow();
  setVisible(now.has_value());
  if (now == asked_) return;
  asked_ = now;
  work_.cancel();
  clearLayout(rows_);
  if (!now) return;
  rows_->addWidget(wrapped(tr("Looking along the seams …"), "muted"));
  work_.start(
      this,
      [project = session_.project(), motif = now->motif](const Progress& progress) {
        return meetingsOf(project, motif, progress);
      },
      [this](const Result<std::vector<Meeting>>& meetings) { list(meetings); });
}

void MeetingCard::list(const Result<std::vector<Meeting>>& meetings) {
  clearLayout(rows_);
  if (!meetings) {
    rows_->addWidget(wrapped(inWords(meetings.error(), session_.project().settings.unit), "muted"));
    return;
  }
  if (meetings->empty()) rows_->addWidget(wrapped(tr("Its pieces are not sewn to each other."), "muted"));
  const auto pairs = eachPairOnce(*meetings);
  for (const Meeting& m : pairs) {
    const QString verdict = verdictText(m);
    rows_->addWidget(wrapped(verdict, "head"));
    auto* strip = new MeetingStrip(m);
    strip->setAccessibleName(tr("Colours along both edges: %1").arg(verdict));
    rows_->addWidget(strip);
    rows_->addWidget(wrapped(detailText(m), "muted"));
    const Rgb thread = threadFor(m);
    auto* line = wrapped(tr("Thread that is seen least: "
                            "<span style=\"background-color:%1\">&nbsp;&nbsp;&nbsp;&nbsp;&nbsp;</span> %1")
                             .arg(QColor(thread.r, thread.g, thread.b).name()),
                         "muted");
    line->setTextFormat(Qt::RichText);
    rows_->addWidget(line);
  }
}

}  // namespace clathra
