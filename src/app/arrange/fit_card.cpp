#include "app/arrange/fit_card.hpp"

#include <QComboBox>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr std::size_t kRows = 8;

QString sizeText(double width, double height, LengthUnit unit) {
  return QString::fromStdString(writeSize(width, height, unit));
}

/// "3/8 in short", "1/4 in over", "just right".
QString differenceText(double mm, LengthUnit unit) {
  if (std::abs(mm) < 0.5) return QObject::tr("just right");
  const QString by = QString::fromStdString(formatReadable(std::abs(mm), unit));
  return mm < 0 ? QObject::tr("%1 short").arg(by) : QObject::tr("%1 over").arg(by);
}

}  // namespace

FitCard::FitCard(Session& session) : Card(tr("Fit to size"), false), session_(session) {
  usual_ = new ChoiceList;
  usual_->setAccessibleName(tr("A size to begin from"));
  body()->addWidget(usual_);
  edges_ = new Pills({tr("usual edges"), tr("close to this edge")}, tr("Edges to try"));
  edges_->setCurrent(Standard);
  body()->addWidget(edges_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  rows_ = new QWidget;
  auto* rows = new QVBoxLayout(rows_);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(scaled(2));
  body()->addWidget(rows_);
  connect(usual_, &QComboBox::activated, this, [this](int i) {
    if (i < 1) return;
    const UsualSize& size = usualSizes()[static_cast<std::size_t>(i - 1)];
    session_.edit(SetWantedSize{Length::millimetres(size.width), Length::millimetres(size.height)},
                  tr("noted the wanted size"));
  });
  connect(edges_, &Pills::chosen, this, &FitCard::look);
  connect(this, &Card::folded, this, [this](bool open) {
    if (open && session_.isOpen()) look();
  });
  connect(&session_, &Session::changed, this, &FitCard::refresh);
}

void FitCard::showEvent(QShowEvent*) {
  refresh();
}

void FitCard::refresh() {
  if (!session_.isOpen()) return;
  const Project& p = session_.project();
  setVisible(p.recipe.arrangement != kOwnArrangement);
  usual_->clear();
  usual_->addItem(tr("A size of your own"));
  for (const UsualSize& s : usualSizes()) {
    usual_->addItem(
        tr("%1, %2").arg(QString::fromLatin1(s.name), sizeText(s.width, s.height, p.settings.unit)));
    if (std::abs(s.width - p.wantedWidth.mm()) < 0.5 && std::abs(s.height - p.wantedHeight.mm()) < 0.5)
      usual_->setCurrentIndex(usual_->count() - 1);
  }
  if (isVisible() && isOpen()) look();
}

/// Looks only when the question is another one than the list answers.
void FitCard::look() {
  const Project& p = session_.project();
  const auto arrangement = session_.library().find(p.recipe.arrangement);
  if (!arrangement) return;
  if (p.wantedWidth <= Length() || p.wantedHeight <= Length()) {
    working_.cancel();
    lookedFor_.clear();
    clearLayout(rows_->layout());
    offered_.clear();
    note_->setText(tr("Type a wanted finished size above, or begin from a usual one."));
    return;
  }
  const bool round = edges_->current() == Round;
  QString proportions;  // other sides and angles are another question
  for (const auto& [key, value] : p.recipe.proportions)
    proportions += QStringLiteral(" %1=%2").arg(QString::fromStdString(key)).arg(value, 0, 'g', 17);
  const QString question = QStringLiteral("%1 %2 %3 %4 %5 %6")
                               .arg(QString::fromStdString(p.recipe.arrangement))
                               .arg(p.wantedWidth.nm())
                               .arg(p.wantedHeight.nm())
                               .arg(static_cast<int>(p.recipe.sides))
                               .arg(static_cast<int>(p.settings.unit))
                               .arg(round ? p.recipe.edge.nm() : 0) +
                           proportions;
  if (question == lookedFor_) return markNow();
  lookedFor_ = question;
  note_->setText(tr("Looking …"));
  const auto edges = round ? edgesRound(p.recipe.edge, p.settings.unit) : standardEdges(p.settings.unit);
  working_.start(
      this,
      [arr = **arrangement, recipe = p.recipe, w = p.wantedWidth.mm(), h = p.wantedHeight.mm(),
       edges](const Progress& progress) { return fitToSize(arr, recipe, w, h, edges, kRows, progress); },
      [this](const Result<std::vector<FitRow>>& rows) { list(rows); });
}

QString FitCard::rowText(const FitRow& row) const {
  const Project& p = session_.project();
  const LengthUnit unit = p.settings.unit;
  const auto arrangement = session_.library().find(p.recipe.arrangement);
  const bool rosette = arrangement && (*arrangement)->kind == ArrangementKind::Rosette;
  const QString counts =
      rosette ? tr("%n ring(s)", nullptr, row.rings) : tr("%1 across, %2 down").arg(row.across).arg(row.down);
  const double dw = row.width - p.wantedWidth.mm(), dh = row.height - p.wantedHeight.mm();
  return tr("%1 edge, %2\n%3, %4\n%5 wide, %6 high")
      .arg(QString::fromStdString(formatLength(row.edge, unit)), counts,
           sizeText(row.width, row.height, unit), tr("%n paper(s)", nullptr, static_cast<int>(row.pieces)),
           differenceText(dw, unit), differenceText(dh, unit));
}

void FitCard::markNow() {
  const Recipe& now = session_.project().recipe;
  for (const auto& [b, row] : offered_)
    b->setChecked(now.edge == row.edge && now.across == row.across && now.down == row.down &&
                  now.rings == row.rings);
}

void FitCard::list(const Result<std::vector<FitRow>>& rows) {
  clearLayout(rows_->layout());
  offered_.clear();
  if (!rows) return note_->setText(inWords(rows.error(), session_.project().settings.unit));
  note_->setText(
      tr("For %1, the nearest first; a click makes it so. What is painted stays where its pieces stay.")
          .arg(sizeText(session_.project().wantedWidth.mm(), session_.project().wantedHeight.mm(),
                        session_.project().settings.unit)));
  for (const FitRow& row : *rows) {
    auto* b = button(rowText(row), "offer");
    b->setCheckable(true);
    offered_.emplace_back(b, row);
    b->setAccessibleName(
        tr("Make it so: %1").arg(rowText(row).replace(QLatin1Char('\n'), QStringLiteral("; "))));
    connect(b, &QPushButton::clicked, this, [this, row] { take(row); });
    rows_->layout()->addWidget(b);
  }
  markNow();
}

void FitCard::take(const FitRow& row) {
  SetSize edit;
  edit.edge = row.edge;
  const auto arrangement = session_.library().find(session_.project().recipe.arrangement);
  if (arrangement && (*arrangement)->kind == ArrangementKind::Rosette)
    edit.rings = row.rings;
  else
    edit.across = row.across, edit.down = row.down;
  session_.edit(edit, tr("made it fit the wanted size"));
}

}  // namespace clathra
