#include "app/papers/scale_card.hpp"

#include <QDate>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "draw/rules_painter.hpp"
#include "measure/quantity.hpp"
#include "store/printers_file.hpp"
#include "words/words.hpp"

namespace clathra {

ScaleCard::ScaleCard(Session& session, Preferences& preferences)
    : Card(tr("True scale"), false), session_(session), preferences_(preferences) {
  rules_ = wrapped({}, "muted");
  body()->addWidget(rules_);
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the printer"));
  name_->setMaxLength(80);
  body()->addWidget(fieldRow(tr("Printer"), name_));
  across_ = new LengthField(tr("The level rule reads"), Length::millimetres(10), Length::millimetres(3000));
  down_ = new LengthField(tr("The upright rule reads"), Length::millimetres(10), Length::millimetres(3000));
  for (LengthField* f : {across_, down_}) {
    f->setOptional(true);
    f->setUnit(LengthUnit::Millimetre);
    body()->addWidget(fieldRow(f->accessibleName(), f));
    connect(f, &LengthField::wrong, this, &ScaleCard::said);
  }
  auto* take = button(tr("Correct the next print"), "act");
  body()->addWidget(wrappingRow({take}));
  answer_ = wrapped({});
  body()->addWidget(answer_);
  buildPractice();
  connect(name_, &QLineEdit::editingFinished, this, &ScaleCard::choose);
  connect(take, &QPushButton::clicked, this, &ScaleCard::correct);
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
  printer_ = session_.planner().printer().value_or(PrinterProfile());
}

/// The page whose rules are printed: where the margin holds none, they come on one with the usual margin.
Page ScaleCard::page() const {
  const Settings& s = session_.project().settings;
  Page page = pageOf(s.page, s.margin.mm()).value_or(standardPages().front());
  if (!holdsRules(page)) page.margin = kPageMargin;
  return page;
}

/// A printer that is off, to learn on without wasting card.
void ScaleCard::buildPractice() {
  auto* fold = button(tr("Practise printing"), "link");
  body()->addWidget(wrappingRow({fold}));
  auto* box = new QWidget;
  auto* rows = new QVBoxLayout(box);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(scaled(8));
  body()->addWidget(box);
  box->hide();
  connect(fold, &QPushButton::clicked, this, [box] { box->setVisible(box->isHidden()); });
  const auto number = [&](const QString& text, const QString& value) {
    auto* field = new TextField;
    field->setAccessibleName(text);
    field->setFixedWidth(scaled(86));
    field->setText(value);
    rows->addWidget(fieldRow(text, field));
    return field;
  };
  offAcross_ = number(tr("It prints across, %"), QStringLiteral("98.6"));
  offDown_ = number(tr("It prints down, %"), QStringLiteral("99.3"));
  const auto length = [&](const QString& text, double most, double value) {
    auto* field = new LengthField(text, Length::millimetres(0), Length::millimetres(most));
    field->setUnit(LengthUnit::Millimetre);
    field->setLength(Length::millimetres(value));
    rows->addWidget(fieldRow(text, field));
    connect(field, &LengthField::wrong, this, &ScaleCard::said);
    return field;
  };
  shear_ = length(tr("Slants sideways in 100 mm"), 5, 0.3);
  drift_ = length(tr("Lies off to the right"), 20, 1.5);
  auto* print = button(tr("Print for practice, as PDF"));
  rows->addWidget(wrappingRow({print}));
  connect(print, &QPushButton::clicked, this, &ScaleCard::sendPractice);
}

void ScaleCard::sendPractice() {
  PrintScale off;
  for (const auto& [field, to] : {std::pair(offAcross_, &off.across), std::pair(offDown_, &off.down)}) {
    bool ok = false;
    const double percent = field->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&ok);
    if (!ok || !(percent > 85 && percent < 115)) {
      field->setFocus();
      return Q_EMIT said(
          tr("%1: \"%2\" is no number from 85 to 115.").arg(field->accessibleName(), field->text().left(30)));
    }
    *to = percent / 100;
  }
  off.shear = shear_->length()->mm() / 100;
  off.driftAcross = drift_->length()->mm();
  Q_EMIT practise(off);
}

void ScaleCard::choose() {
  const QString name = name_->text().trimmed();
  if (name.isEmpty() || name.toStdString() == printer_.name) return;
  preferences_.setPrinter(name);
  printer_ = printerNamed(name);
  session_.planner().setPrinter(printer_);
  told_.clear();
  refresh();
}

void ScaleCard::correct() {
  choose();
  if (!across_->length() || !down_->length()) {
    (across_->length() ? down_ : across_)->setFocus();
    return Q_EMIT said(tr("Type what both rules read."));
  }
  const Layout& layout = *session_.project().layout;
  const double border = std::max(layout.finished.width(), layout.finished.height());
  const auto answer = printedScale(rulesOf(page()), across_->length()->mm(), down_->length()->mm(), border);
  if (!answer) return Q_EMIT said(inWords(answer.error(), session_.project().settings.unit));
  const PrinterProfile next =
      corrected(printer_, *answer, QDate::currentDate().toString(Qt::ISODate).toStdString());
  if (const auto ok = keepPrinter(printersFile(), next); !ok) return Q_EMIT said(inWords(ok.error()));
  printer_ = next;
  session_.planner().setPrinter(printer_);
  const auto percent = [](double share) { return QString::fromStdString(formatNumber(100 * share, 2)); };
  const QString off = QString::fromStdString(writeFine(std::abs(answer->borderOff), 1)),
                sure = QString::fromStdString(writeFine(answer->borderSure, 1));
  told_ =
      tr("Across off by %1 %, down by %2 %, read to %3 %.")
          .arg(percent(answer->across - 1), percent(answer->down - 1), percent(answer->acrossSure)) +
      QLatin1Char(' ') +
      (std::abs(answer->borderOff) <= answer->borderSure
           ? tr("The longest border of this quilt is true as far as a ruler tells, to %1.").arg(sure)
       : answer->borderOff > 0
           ? tr("The longest border of this quilt comes out %1 too long, give or take %2.").arg(off, sure)
           : tr("The longest border of this quilt comes out %1 too short, give or take %2.").arg(off, sure)) +
      QLatin1Char(' ') + tr("The next print is corrected: print one sheet and measure again.");
  for (LengthField* f : {across_, down_}) f->setLength(std::nullopt);
  refresh();
}

void ScaleCard::refresh() {
  if (!isOpen()) return;
  const Rules rules = rulesOf(page());
  rules_->setText(tr("Print one sheet at 100 % and measure its rules: the level one of %1 mm at the foot, "
                     "the upright one of "
                     "%2 mm on the right.")
                      .arg(rules.across)
                      .arg(rules.down));
  showIn(*name_, QString::fromStdString(printer_.name));
  const auto percent = [](double share) { return QString::fromStdString(formatNumber(100 * share, 2)); };
  answer_->setText(
      !told_.isEmpty() ? told_
      : printer_.checked.empty()
          ? tr("This printer was not measured yet; sheets are drawn at 100 %.")
          : tr("Measured on %1: sheets are drawn at %2 % across and %3 % down, so that they come out true.")
                .arg(QString::fromStdString(printer_.checked), percent(printer_.across),
                     percent(printer_.down)));
}

}  // namespace clathra
