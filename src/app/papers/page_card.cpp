#include "app/papers/page_card.hpp"

#include <QRegularExpression>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "draw/rules_painter.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const QStringList kPages{QStringLiteral("a4"), QStringLiteral("letter"), QStringLiteral("legal"),
                         QStringLiteral("a3")};
const QString kWide = QStringLiteral("-wide");

}  // namespace

PageCard::PageCard(Session& session) : Card(tr("Page")), session_(session) {
  page_ = new Pills({tr("A4"), tr("Letter"), tr("Legal"), tr("A3"), tr("Own")}, tr("Page"));
  own_ = new TextField;
  own_->setAccessibleName(tr("Own page size"));
  way_ = new Pills({tr("Upright"), tr("On its side")}, tr("Which way up"));
  sort_ = new Pills({tr("Shape"), tr("Unit"), tr("Cloth"), tr("Whole block")}, tr("Sheets sorted by"));
  side_ = new Pills({tr("Back"), tr("Front")}, tr("Marked side shown"));
  lay_ = new Pills({tr("Fewest sheets"), tr("Strips first")}, tr("How papers are laid"));
  margin_ = new LengthField(tr("Margin of the page"), Length::millimetres(kLeastMargin),
                            Length::millimetres(kMostMargin));
  gap_ = new LengthField(tr("Gap between papers (0: they share cutting lines)"), Length::millimetres(0),
                         Length::millimetres(kMostGap));
  rules_ = wrapped({}, "muted");
  both_ = wrapped({}, "muted");
  body()->addWidget(page_);
  body()->addWidget(own_);
  body()->addWidget(way_);
  body()->addWidget(fieldRow(tr("Margin"), margin_));
  body()->addWidget(rules_);
  body()->addWidget(fieldRow(tr("Gap between papers"), gap_));
  body()->addWidget(label(tr("Sorted by"), "muted"));
  body()->addWidget(sort_);
  body()->addWidget(label(tr("Marked side shown"), "muted"));
  body()->addWidget(side_);
  laidFor_ = label(tr("Laid for"), "muted");
  body()->addWidget(laidFor_);
  body()->addWidget(lay_);
  body()->addWidget(both_);
  connect(page_, &Pills::chosen, this, [this](int i) {
    own_->setVisible(i == kPages.size());
    if (i < kPages.size())
      choosePage();
    else
      own_->setFocus();
  });
  connect(way_, &Pills::chosen, this, &PageCard::choosePage);
  connect(own_, &QLineEdit::editingFinished, this, &PageCard::typePage);
  const auto set = [this](auto change, const QString& label) {
    SetPage edit;
    change(edit);
    session_.edit(std::move(edit), label);
  };
  connect(margin_, &LengthField::lengthChanged, this, [this, set] {
    set([this](SetPage& e) { e.margin = *margin_->length(); }, tr("changed the margin"));
  });
  connect(gap_, &LengthField::lengthChanged, this, [this, set] {
    set([this](SetPage& e) { e.gap = *gap_->length(); }, tr("changed the gap between papers"));
  });
  for (LengthField* f : {margin_, gap_}) connect(f, &LengthField::wrong, this, &PageCard::said);
  connect(sort_, &Pills::chosen, this, [set](int i) {
    set([i](SetPage& e) { e.sorting = static_cast<SheetSorting>(i); }, tr("changed how sheets are sorted"));
  });
  connect(side_, &Pills::chosen, this, [set](int i) {
    set([i](SetPage& e) { e.side = i == 1 ? MarkedSide::Front : MarkedSide::Back; },
        tr("changed the marked side"));
  });
  connect(lay_, &Pills::chosen, this, [set](int i) {
    set([i](SetPage& e) { e.stripsFirst = i == 1; }, tr("changed how papers are laid"));
  });
}

void PageCard::choosePage() {
  SetPage edit;
  const int at = page_->current();
  if (at < kPages.size()) {
    edit.page = (kPages[at] + (way_->current() == 1 ? kWide : QString())).toStdString();
  } else {
    // A page of one's own is turned as it is.
    const auto page = pageOf(session_.project().settings.page, session_.project().settings.margin.mm());
    if (!page || (page->width > page->height) == (way_->current() == 1)) return refresh();
    edit.page = formatNumber(page->height, 4) + "x" + formatNumber(page->width, 4);
  }
  session_.edit(std::move(edit), tr("changed the page"));
}

/// A page of one's own is typed and shown in the project's unit, and kept in mm.
void PageCard::typePage() {
  const QString typed = own_->text().trimmed();
  // A field that is hidden by an undo gives up the focus too: what it was given to show is nobody's typing.
  if (typed.isEmpty() || typed == ownShown_) return;
  static const QRegularExpression times(QStringLiteral("\\s*[x×]\\s*"));
  const QStringList sides = typed.split(times);
  SetPage edit;
  std::string page;
  for (const QString& side : sides) {
    const auto length = parseLength(side.toStdString(), unit());
    if (!length) return Q_EMIT said(inWords(length.error(), unit()));
    page += (page.empty() ? "" : "x") + formatNumber(length->mm(), 4);
  }
  if (sides.size() != 2)
    return Q_EMIT said(tr("A page has a width and a height: %1.").arg(own_->placeholderText()));
  edit.page = page;
  session_.edit(std::move(edit), tr("changed the page"));
}

QString PageCard::shownPage() const {
  const auto page = pageOf(session_.project().settings.page);
  if (!page) return QString::fromStdString(session_.project().settings.page);
  const auto side = [this](double mm) {
    return QString::fromStdString(formatLength(Length::millimetres(mm), unit()));
  };
  return QStringLiteral("%1 × %2").arg(side(page->width), side(page->height));
}

void PageCard::refresh() {
  const Settings& s = session_.project().settings;
  QString id = QString::fromStdString(s.page);
  const auto page = pageOf(s.page, s.margin.mm());
  const bool wide = page && page->width > page->height;
  if (id.endsWith(kWide)) id.chop(kWide.size());
  const auto at = kPages.indexOf(id);
  page_->setCurrent(static_cast<int>(at < 0 ? kPages.size() : at));
  way_->setCurrent(wide ? 1 : 0);
  own_->setVisible(at < 0);
  own_->setPlaceholderText(unit() == LengthUnit::Inch ? tr("width × height, like 12 in × 18 in")
                                                      : tr("width × height, like 300 mm × 420 mm"));
  if (at < 0) {
    ownShown_ = shownPage();
    showIn(*own_, ownShown_);
  }
  side_->setCurrent(s.marked == MarkedSide::Front ? 1 : 0);
  lay_->setCurrent(s.stripsFirst ? 1 : 0);
  // Sorted otherwise there is but one way to lay them.
  laidFor_->setVisible(s.sorting == SheetSorting::Shape);
  lay_->setVisible(s.sorting == SheetSorting::Shape);
  sort_->setCurrent(static_cast<int>(s.sorting));
  margin_->setUnit(unit());
  margin_->setLength(s.margin);
  gap_->setUnit(unit());
  gap_->setLength(s.gap);
  rules_->setText(
      page && !holdsRules(*page)
          ? tr("Rules to measure have no room in so narrow a margin: they come on a page of their own.")
          : QString());
  rules_->setVisible(!rules_->text().isEmpty());
  const auto choices = session_.planner().paperChoices();
  both_->setVisible(s.sorting == SheetSorting::Shape);
  if (!choices) return both_->setText(tr("Working out both ways …"));
  const auto lay = [](const PaperChoices::Lay& l) {
    return tr("%n sheet(s)", nullptr, l.sheets) + QStringLiteral(", ") + tr("%n cut(s)", nullptr, l.strokes) +
           (l.papers > 0 ? tr(", %1 to a paper").arg(double(l.strokes) / l.papers, 0, 'f', 2) : QString());
  };
  both_->setText(
      tr("Fewest sheets: %1. Strips first: %2.").arg(lay(choices->fewestSheets), lay(choices->stripsFirst)));
}

}  // namespace clathra
