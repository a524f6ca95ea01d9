#include "app/window/station.hpp"

#include <QPointer>
#include <QScrollBar>
#include <QTimer>
#include <algorithm>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

void Station::output(std::function<Result<QString>(const Progress&)> work) {
  session_.run(
      [self = QPointer(this), work = std::move(work)](const Progress& progress) -> std::function<void()> {
        const auto done = work(progress);
        const QString words = done ? *done : inWords(done.error());
        return [self, words] {
          if (self) Q_EMIT self->said(words);  // another theme may have made the stations anew
        };
      });
}

void Station::begin() {
  beginFresh();
  if (auto* area = qobject_cast<QScrollArea*>(bench())) area->verticalScrollBar()->setValue(0);
}

std::optional<int> subjectOf(const QString& about) {
  const QString subject = about.section(QLatin1Char(':'), -1);
  if (!subject.startsWith(QLatin1Char('#'))) return std::nullopt;
  bool ok = false;
  const int id = subject.section(QLatin1Char('/'), 0, 0).mid(1).toInt(&ok);
  return ok ? std::optional(id) : std::nullopt;
}

void leadTo(Card& card) {
  card.setOpen(true);
  QScrollArea* bench = nullptr;
  for (QWidget* w = card.parentWidget(); w && !bench; w = w->parentWidget())
    bench = qobject_cast<QScrollArea*>(w);
  if (!bench) return;
  // Once what was unfolded has its place.
  QTimer::singleShot(0, &card, [&card, bench = QPointer(bench)] {
    if (bench && bench->widget()->isAncestorOf(&card))
      bench->verticalScrollBar()->setValue(card.mapTo(bench->widget(), QPoint()).y());
  });
}

Bench::Bench(const std::vector<QWidget*>& cards) : cards_(cards) {
  auto* content = new QWidget;
  rows_ = new QVBoxLayout(content);
  rows_->setContentsMargins(0, 0, scaled(4), 0);
  rows_->setSpacing(scaled(10));
  for (QWidget* card : cards) rows_->addWidget(card);
  rows_->addStretch(1);
  scrollDown(*this, content);
}

void Bench::bringFirst(const std::vector<QWidget*>& first) {
  std::vector<QWidget*> order = first;
  for (QWidget* card : cards_)
    if (std::find(first.begin(), first.end(), card) == first.end()) order.push_back(card);
  for (std::size_t i = 0; i < order.size(); ++i)
    if (rows_->indexOf(order[i]) != static_cast<int>(i)) rows_->insertWidget(static_cast<int>(i), order[i]);
  verticalScrollBar()->setValue(0);
}

QWidget* scrolledPicture(QWidget* picture) {
  return scrolledDown(picture);
}

QString changeText(int now, int before) {
  if (now == before) return {};
  return (now > before ? QStringLiteral("+") : QStringLiteral("−")) + QString::number(std::abs(now - before));
}

QString longText(const Session& s, double mm) {
  return QString::fromStdString(writeLong(mm, s.project().settings.unit));
}

QString clothText(const Session& s, double mm) {
  return QString::fromStdString(writeCloth(mm, s.project().settings.unit));
}

QString toBuyText(const Session& s) {
  const Figures& f = s.figures();
  if (f.piecesToBuy == 0) return clothText(s, f.clothToBuy);
  const QString pieces = QObject::tr("%n piece(s)", nullptr, f.piecesToBuy);
  return f.clothToBuy > 0 ? clothText(s, f.clothToBuy) + QStringLiteral(" + ") + pieces : pieces;
}

QString minutesText(double minutes) {
  const int m = qRound(minutes);
  constexpr int kHour = 60;
  // A line never ends within it.
  return m < kHour ? QObject::tr("%1 min").arg(m)
                   : QObject::tr("%1\u00A0h\u00A0%2").arg(m / kHour).arg(m % kHour, 2, 10, QLatin1Char('0'));
}

QString repeatText(const Print& print) {
  const auto mm = [](double value) { return QString::fromStdString(formatNumber(value, 1)); };
  if (!repeatKnown(print)) return QObject::tr("repeat not known");
  if (!print.steps)
    return QObject::tr("repeat %1 across × %2 mm along, %3")
        .arg(mm(print.across.mm()), mm(print.along.mm()), QString::fromStdString(repeatName(print.kind)));
  if (!print.steps->b)
    return QObject::tr("repeat every %1 mm in one direction").arg(mm(length(print.steps->a)));
  return QObject::tr("repeat by steps of %1 and %2 mm, as found")
      .arg(mm(length(print.steps->a)), mm(length(*print.steps->b)));
}

QString changeOf(const Session& s, double now, double before) {
  return QString::fromStdString(writeChange(now - before, s.project().settings.unit));
}

StripFigure piecesFigure(const Session& s) {
  const Figures &f = s.figures(), &b = s.figuresBefore();
  return {QString::number(f.pieces),
          (f.pieces == 1 ? QObject::tr("piece, ") : QObject::tr("pieces, ")) +
              QObject::tr("%n kind(s) of paper", nullptr, f.kinds),
          changeText(f.pieces, b.pieces), f.pieces < b.pieces,
          QObject::tr("Every piece of the layout, counted by shape and hand; open Papers for the list.")};
}

StripFigure sizeFigure(const Session& s) {
  const Figures& f = s.figures();
  const Project& p = s.project();
  const LengthUnit unit = p.settings.unit;
  QString value;
  if (unit == LengthUnit::Millimetre && f.width >= 400 && f.height >= 400)
    value = QString::fromStdString(formatNumber(f.width / 10, 1) + " × " + formatNumber(f.height / 10, 1) +
                                   " cm");
  else
    value = QString::fromStdString(writeSize(f.width, f.height, unit))
                .replace(QStringLiteral(" in ×"), QStringLiteral(" ×"));
  return {value,
          QObject::tr("finished size"),
          {},
          false,
          QObject::tr("Width and height of the finished top, without the outer seam allowance.")};
}

StripFigure remarksFigure(const Session& s, const QString& station) {
  if (!s.figures().planned) return {QStringLiteral("…"), QObject::tr("second looks here"), {}, false, {}};
  const auto& all = s.remarks();
  const auto n = static_cast<int>(std::count_if(
      all.begin(), all.end(), [&](const Remark& r) { return QString::fromStdString(r.station) == station; }));
  return {QString::number(n),
          n == 1 ? QObject::tr("second look here") : QObject::tr("second looks here"),
          {},
          false,
          QObject::tr("What is worth another look at this station; the beads on the left count them all.")};
}

}  // namespace clathra
