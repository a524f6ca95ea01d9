#include "app/papers/closing_card.hpp"

#include <set>

#include "app/papers/box_card.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/rows.hpp"
#include "layout/piece_sides.hpp"
#include "measure/quantity.hpp"
#include "paper/which.hpp"
#include "shape/families.hpp"
#include "shape/outline_measures.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QString fine(double mm, int digits) {
  return QString::fromStdString(writeFine(mm, digits));
}

}  // namespace

std::vector<ShownMiss> missesOf(const Closure& c) {
  std::vector<std::pair<double, ShownMiss>> all;
  for (std::size_t i = 0; i < c.runs.size(); ++i)
    if (c.runs[i].closing != Closing::Closes)
      all.emplace_back(-std::abs(c.runs[i].difference) - (c.runs[i].closing == Closing::Off ? 1000 : 0),
                       ShownMiss{ShownMiss::Of::Run, i});
  for (std::size_t i = 0; i < c.seams.size(); ++i)
    if (c.seams[i].closing != Closing::Closes)
      all.emplace_back(-std::abs(c.seams[i].difference) - (c.seams[i].closing == Closing::Off ? 1000 : 0),
                       ShownMiss{ShownMiss::Of::Seam, i});
  for (std::size_t i = 0; i < c.corners.size(); ++i)
    if (c.corners[i].closing != Closing::Closes)
      all.emplace_back(c.corners[i].closing == Closing::Off ? -999 : 0, ShownMiss{ShownMiss::Of::Corner, i});
  std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  std::vector<ShownMiss> out;
  out.reserve(all.size());
  for (const auto& [far, miss] : all) out.push_back(miss);
  return out;
}

ClosingCard::ClosingCard(Session& session) : Card(tr("Will it close?"), false), session_(session) {
  body()->addWidget(
      wrapped(tr("Measure a few papers as they are. Ten in a row under the ruler are surer than one, and "
                 "covered papers count more than bare ones, since cloth makes them grow."),
              "muted"));
  buildForm();
  const auto list = [this](std::unique_ptr<KeptRows>& rows) {
    auto* w = new QWidget;
    auto* layout = new QVBoxLayout(w);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(scaled(4));
    rows = std::make_unique<KeptRows>(layout);
    body()->addWidget(w);
  };
  list(readings_);
  which_ = wrapped({}, "muted");
  body()->addWidget(which_);
  answer_ = wrapped({}, "head");
  body()->addWidget(answer_);
  list(misses_);
  connect(this, &Card::folded, this, [this](bool open) {
    if (open && session_.isOpen()) refresh();
  });
}

void ClosingCard::buildForm() {
  auto* shapes = new ChoiceList;
  shape_ = shapes;
  shape_->setAccessibleName(tr("Which paper was measured"));
  what_ = new ChoiceList;
  what_->setAccessibleName(tr("What was measured"));
  value_ = new LengthField(tr("The reading"), Length::millimetres(0.1), Length::millimetres(20'000));
  value_->setOptional(true);
  angle_ = new AngleField(tr("The angle read"), 1, 359);
  papers_ = new CountField(tr("Papers in a row under the ruler"), 1, kMostInARow);
  papers_->setCount(1);
  covered_ = new QCheckBox(tr("covered with cloth"));
  auto* take = button(tr("Add this reading"), "act");
  body()->addWidget(fieldRow(tr("Paper"), shapes));
  body()->addWidget(fieldRow(tr("Measured"), what_));
  body()->addWidget(fieldRow(tr("Reads"), value_));
  body()->addWidget(fieldRow(tr("Reads"), angle_));
  body()->addWidget(fieldRow(tr("Papers in a row"), papers_));
  body()->addWidget(covered_);
  body()->addWidget(wrappingRow({take}));
  connect(shape_, &QComboBox::currentIndexChanged, this, &ClosingCard::fillWhat);
  connect(what_, &QComboBox::currentIndexChanged, this, [this](int i) {
    const bool angle =
        i >= 0 && i < static_cast<int>(whats_.size()) && whats_[std::size_t(i)].of == ReadOf::Angle;
    angle_->parentWidget()->setVisible(angle);
    value_->parentWidget()->setVisible(!angle);
    if (angle) {
      const auto& [shape, hand] = kinds_[std::size_t(shape_->currentIndex())];
      const auto m = measuresOf(handedOutline(session_.project().layout->shapes[shape], hand));
      angle_->setDegrees(m.sides[std::size_t(whats_[std::size_t(i)].index)].angle.degrees());
    }
  });
  connect(take, &QPushButton::clicked, this, &ClosingCard::add);
  connect(value_, &LengthField::wrong, this, &ClosingCard::said);
  connect(angle_, &AngleField::wrong, this, &ClosingCard::said);
  connect(papers_, &CountField::wrong, this, &ClosingCard::said);
}

void ClosingCard::fillShapes() {
  const Layout& layout = *session_.project().layout;
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout.pieces) kinds.insert({p.shape, p.hand});
  std::vector<std::pair<std::uint16_t, int>> now(kinds.begin(), kinds.end());
  QStringList titles;
  for (const auto& [shape, hand] : now) titles << paperTitle(session_.project(), shape, hand);
  QStringList shown;
  for (int i = 0; i < shape_->count(); ++i) shown << shape_->itemText(i);
  if (titles == shown && now == kinds_) return;
  kinds_ = std::move(now);
  shape_->clear();
  shape_->addItems(titles);
  fillWhat();
}

QString ClosingCard::sideOf(double mm) const {
  return tr("a side of %1").arg(inWords(sizeArg(mm), session_.project().settings.unit));
}

/// One entry for each kind of side and corner that the shape's symmetry leaves.
void ClosingCard::fillWhat() {
  what_->clear();
  whats_.clear();
  const int at = shape_->currentIndex();
  if (at < 0 || at >= static_cast<int>(kinds_.size())) return;
  const auto& [shape, hand] = kinds_[std::size_t(at)];
  const Project& p = session_.project();
  const auto m = measuresOf(handedOutline(p.layout->shapes[shape], hand));
  const auto size = [&](double mm) { return inWords(sizeArg(mm), p.settings.unit); };
  for (std::size_t i = 0; i < m.sides.size(); ++i) {
    if (m.sideLike[i] != i) continue;
    whats_.push_back({ReadOf::Edge, static_cast<int>(i)});
    what_->addItem(sideOf(m.sides[i].length));
  }
  if (m.across) {
    whats_.push_back({ReadOf::Across, 0});
    what_->addItem(tr("across, %1 between parallel sides").arg(size(*m.across)));
  }
  whats_.push_back({ReadOf::High, 0});
  what_->addItem(m.sides.size() == 3 ? tr("its height of %1").arg(size(m.high))
                                     : tr("point to point, %1").arg(size(m.high)));
  for (std::size_t i = 0; i < m.sides.size(); ++i) {
    if (m.cornerLike[i] != i || m.sides[i].isArc()) continue;
    whats_.push_back({ReadOf::Angle, static_cast<int>(i)});
    what_->addItem(
        tr("a corner of %1°").arg(QString::fromStdString(formatNumber(m.sides[i].angle.degrees(), 1))));
  }
  what_->setCurrentIndex(0);
}

void ClosingCard::add() {
  const int at = shape_->currentIndex(), what = what_->currentIndex();
  if (at < 0 || what < 0 || what >= static_cast<int>(whats_.size())) return;
  const auto& [shape, hand] = kinds_[std::size_t(at)];
  Reading r;
  r.shape = session_.project().layout->shapes[shape].name;
  r.hand = hand;
  r.of = whats_[std::size_t(what)].of;
  r.index = whats_[std::size_t(what)].index;
  r.papers = papers_->count();
  r.covered = covered_->isChecked();
  if (r.of == ReadOf::Angle) {
    r.value = angle_->degrees() * r.papers;
  } else {
    if (!value_->length()) {
      value_->setFocus();
      return Q_EMIT said(tr("Type what the ruler shows."));
    }
    r.value = value_->length()->mm();
  }
  // What cannot be is said at once, and not kept.
  if (const auto possible = measuredPapers(*session_.project().layout, {r}); !possible) {
    value_->setFocus();
    return Q_EMIT said(inWords(possible.error(), session_.project().settings.unit));
  }
  SetReadings edit{session_.project().readings};
  edit.readings.push_back(r);
  session_.edit(std::move(edit), tr("measured a paper"), {}, whileThere(this, [this](bool made) {
                  if (!made) return;
                  value_->setLength(std::nullopt);
                  value_->setFocus();
                }));
}

QWidget* ClosingCard::readingRow(std::size_t at) {
  const Reading r = session_.project().readings[at];
  const Layout& layout = *session_.project().layout;
  QString title = QString::fromStdString(r.shape), side = tr("a side");
  for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
    if (layout.shapes[s].name != r.shape) continue;
    title = paperTitle(session_.project(), static_cast<std::uint16_t>(s), r.hand);
    const auto sides = measuresOf(handedOutline(layout.shapes[s], r.hand)).sides;
    const auto edge = static_cast<std::size_t>(r.index);
    if (r.of == ReadOf::Edge && edge < sides.size()) side = sideOf(sides[edge].length);
  }
  const QString what = r.of == ReadOf::Edge     ? side
                       : r.of == ReadOf::Across ? tr("across")
                       : r.of == ReadOf::High   ? tr("high")
                                                : tr("a corner");
  const QString value =
      r.of == ReadOf::Angle
          ? QString::fromStdString(formatNumber(r.each(), 2)) + QChar(0x00B0)
          : fine(r.value, 2) + (r.papers > 1 ? tr(", %1 in a row").arg(r.papers) : QString());
  auto* drop = button(tr("Take out"), "warnlink");
  drop->setAccessibleName(tr("Take out reading %1").arg(at + 1));
  connect(drop, &QPushButton::clicked, this, [this, at] {
    SetReadings edit{session_.project().readings};
    if (at >= edit.readings.size()) return;
    edit.readings.erase(edit.readings.begin() + static_cast<std::ptrdiff_t>(at));
    session_.edit(std::move(edit), tr("took out a reading"));
  });
  return wrappingRow({label(title, "head"), label(what + QStringLiteral(": ") + value),
                      label(r.covered ? tr("covered") : tr("bare"), "muted"), drop},
                     10);
}

void ClosingCard::show(ShownMiss miss) {
  shown_ = miss;
  refresh();
}

QWidget* ClosingCard::missRow(const Closure& closure, ShownMiss miss) {
  const LengthUnit unit = session_.project().settings.unit;
  QString title;
  QStringList advice;
  bool off = true;
  if (miss.of == ShownMiss::Of::Run) {
    const Run& r = closure.runs[miss.at];
    off = r.closing == Closing::Off;
    title = inWords(r.where, unit) + QStringLiteral(": ") +
            (r.difference < 0 ? tr("%1 too short").arg(fine(-r.difference, 1))
                              : tr("%1 too long").arg(fine(r.difference, 1)));
    for (const Message& m : r.advice) advice << inWords(m, unit);
  } else if (miss.of == ShownMiss::Of::Seam) {
    const SeamKind& k = closure.seams[miss.at];
    off = k.closing == Closing::Off;
    title = tr("%1 beside %2: %3 apart")
                .arg(paperTitle(session_.project(), k.a.shape, k.a.hand),
                     paperTitle(session_.project(), k.b.shape, k.b.hand), fine(std::abs(k.difference), 2));
    advice
        << tr("%n such seam(s); up to %1 can be eased in on each.", nullptr, k.seams).arg(fine(k.limit, 2));
    if (off)
      advice << tr(
          "Print the longer paper anew, or trim it: the error comes back at every one of these seams.");
  } else {
    const ClosedCorner& c = closure.corners[miss.at];
    off = c.closing == Closing::Off;
    const QString degrees = QString::fromStdString(formatNumber(std::abs(c.open.degrees()), 1));
    title = (c.open > Angle() ? tr("The corner of pieces %1 stays open by %2°")
                              : tr("The corner of pieces %1 is %2° too full"))
                .arg(QString::fromStdString(c.numbers()), degrees);
    advice << (c.open > Angle()
                   ? tr("The tips will not meet: print them anew, or let a circle cover the middle.")
                   : tr("It will not lie flat: print the tips anew."));
  }
  auto* w = new QWidget;
  auto* all = new QVBoxLayout(w);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(scaled(3));
  all->addWidget(wrapped(title, off ? "madder" : "head"));
  for (const QString& a : advice) all->addWidget(wrapped(a));
  auto* look = button(miss == shown_ ? tr("Shown in the picture") : tr("Show it"), "link");
  look->setAccessibleName(tr("Show: %1").arg(title));
  look->setEnabled(miss != shown_);
  connect(look, &QPushButton::clicked, this, [this, miss] { show(miss); });
  all->addWidget(wrappingRow({look}));
  return w;
}

void ClosingCard::refresh() {
  if (!isOpen()) return;
  const Project& p = session_.project();
  value_->setUnit(p.settings.unit);
  fillShapes();
  readings_->begin();
  for (std::size_t i = 0; i < p.readings.size(); ++i) {
    const Reading& r = p.readings[i];
    readings_->row(QString::number(i),
                   QStringLiteral("%1 %2 %3 %4 %5 %6 %7")
                       .arg(QString::fromStdString(r.shape))
                       .arg(r.hand)
                       .arg(int(r.of))
                       .arg(r.index)
                       .arg(r.papers)
                       .arg(r.value)
                       .arg(r.covered),
                   [&] { return readingRow(i); });
  }
  readings_->end();
  // Which papers these are, where they are of usual shapes.
  QStringList names;
  std::vector<Reading> usual;
  for (Reading r : p.readings)
    for (const clathra::Shape& s : p.layout->shapes)
      if (s.name == r.shape && familyOutline(s.family)) {
        r.shape = s.family;
        usual.push_back(r);
      }
  if (const auto w = whichPaper(usual); w && !usual.empty()) {
    if (!w->nearestFirst.empty()) {
      const NominalPaper& n = w->nearestFirst.front();
      const QString size =
          shapeWords(n.title) + QLatin1Char(' ') + QString::fromStdString(formatLength(n.nominal, n.system));
      constexpr double kExact = 0.005;  // mm: less is not shown
      names << (std::abs(n.off) < kExact
                    ? tr("Nearest usual size: %1, exactly.").arg(size)
                    : tr("Nearest usual size: %1, off by %2.").arg(size, fine(std::abs(n.off), 2)));
    }
    for (const Message& m : w->contradictions) names << inWords(m, p.settings.unit);
    if (w->mixed()) names << inWords(Message("systems-mixed"));
  }
  which_->setText(names.join(QLatin1Char(' ')));
  which_->setVisible(!names.isEmpty());
  const auto closure = session_.planner().closure();
  misses_->begin();
  if (p.readings.empty()) {
    answer_->setText(tr("Nothing was measured yet."));
    shown_ = {};
  } else if (!session_.planner().closureFault().empty()) {
    answer_->setText(inWords(session_.planner().closureFault(), p.settings.unit));
  } else if (!closure) {
    answer_->setText(tr("Being worked out …"));
  } else {
    const auto misses = missesOf(*closure);
    const bool known = std::find(misses.begin(), misses.end(), shown_) != misses.end();
    if (!known) shown_ = misses.empty() ? ShownMiss{} : misses.front();
    answer_->setText(
        closure->scale != 1
            ? tr("All papers are at %1 % of their size: they close, and the top comes out at %2.")
                  .arg(QString::fromStdString(formatNumber(100 * closure->scale, 2)),
                       QString::fromStdString(writeSize(closure->width, closure->height, p.settings.unit)))
        : misses.empty()    ? tr("All papers close as they are.")
        : closure->closes() ? tr("It closes, with a little easing.")
                            : tr("It does not close as it is."));
    constexpr std::size_t kMostShown = 12;
    for (std::size_t i = 0; i < std::min(misses.size(), kMostShown); ++i)
      misses_->row(QStringLiteral("%1 %2").arg(int(misses[i].of)).arg(misses[i].at),
                   QStringLiteral("%1 %2").arg(misses[i] == shown_).arg(quintptr(closure.get())),
                   [&] { return missRow(*closure, misses[i]); });
  }
  misses_->end();
  Q_EMIT missShown();
}

}  // namespace clathra
