#include "app/papers/papers_station.hpp"

#include <QDir>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPrintDialog>
#include <QPrinter>
#include <QRegularExpression>
#include <QScrollArea>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "draw/exporter.hpp"
#include "draw/sheet_painter.hpp"
#include "exchange/dxf.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const QStringList kPages{QStringLiteral("a4"), QStringLiteral("letter"), QStringLiteral("legal"),
                         QStringLiteral("a3")};

}  // namespace

PapersStation::PapersStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  box_ = new BoxCard(session_);
  material_ = new MaterialCard(session_);
  closing_ = new ClosingCard(session_);
  scan_ = new ScanCard(session_);
  scale_ = new ScaleCard(session_, preferences_);
  picture_ = new PapersPicture(session_, *closing_, *scan_);
  needs_ = new Card(tr("Papers to make"), false);
  auto* remarks = new RemarksCard(session_, id());
  bench_ = new Bench({box_, material_, needs_, pageCard(), outputCard(), scale_, closing_, scan_, remarks});
  connect(box_, &BoxCard::said, this, &Station::said);
  connect(material_, &MaterialCard::said, this, &Station::said);
  connect(closing_, &ClosingCard::said, this, &Station::said);
  connect(scan_, &ScanCard::said, this, &Station::said);
  connect(scale_, &ScaleCard::said, this, &Station::said);
  connect(closing_, &ClosingCard::missShown, picture_, &PapersPicture::refresh);
  connect(closing_, &Card::folded, this, [this](bool open) {
    if (open && session_.isOpen()) picture_->look(PapersPicture::Close);
  });
  connect(scan_, &Card::folded, this, [this](bool open) {
    if (open && session_.isOpen()) picture_->look(PapersPicture::Scan);
  });
  connect(picture_, &PapersPicture::said, this, &Station::said);
  connect(scan_, &ScanCard::scanned, this, [this] {
    picture_->look(PapersPicture::Scan);
    picture_->refresh();
  });
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  connect(&session_, &Session::resultsChanged, this, [this] { refreshIfSeen(); });
}

QWidget* PapersStation::pageCard() {
  auto* card = new Card(tr("Page"));
  page_ = new Pills({tr("A4"), tr("Letter"), tr("Legal"), tr("A3"), tr("Own")}, tr("Page"));
  own_ = new TextField;
  own_->setAccessibleName(tr("Own page size"));
  side_ = new Pills({tr("Back"), tr("Front")}, tr("Marked side shown"));
  lay_ = new Pills({tr("Fewest sheets"), tr("Strips first")}, tr("How papers are laid"));
  margin_ = new LengthField(tr("Margin of the page"), Length::millimetres(kLeastMargin),
                            Length::millimetres(kMostMargin));
  card->body()->addWidget(page_);
  card->body()->addWidget(own_);
  card->body()->addWidget(fieldRow(tr("Margin"), margin_));
  card->body()->addWidget(label(tr("Marked side shown"), "muted"));
  card->body()->addWidget(side_);
  card->body()->addWidget(label(tr("Laid for"), "muted"));
  card->body()->addWidget(lay_);
  connect(page_, &Pills::chosen, this, [this](int i) {
    own_->setVisible(i == kPages.size());
    if (i < kPages.size())
      session_.edit(SetPage{kPages[i].toStdString(), {}, {}}, tr("changed the page"));
    else
      own_->setFocus();
  });
  connect(own_, &QLineEdit::editingFinished, this, &PapersStation::typePage);
  connect(margin_, &LengthField::lengthChanged, this, [this] {
    SetPage edit;
    edit.margin = margin_->length()->mm();
    session_.edit(std::move(edit), tr("changed the margin"));
  });
  connect(margin_, &LengthField::wrong, this, &Station::said);
  connect(side_, &Pills::chosen, this, [this](int i) {
    session_.edit(SetPage{{}, i == 1 ? MarkedSide::Front : MarkedSide::Back, {}},
                  tr("changed the marked side"));
  });
  connect(lay_, &Pills::chosen, this, [this](int i) {
    session_.edit(SetPage{{}, {}, i == 1}, tr("changed how papers are laid"));
  });
  return card;
}

/// A page of one's own is typed and shown in the project's unit, and kept in mm.
void PapersStation::typePage() {
  const QString typed = own_->text().trimmed();
  // A field that is hidden by an undo gives up the focus too: what it was given to show is nobody's typing.
  if (typed.isEmpty() || typed == ownShown_) return;
  static const QRegularExpression times(QStringLiteral("\\s*[x×]\\s*"));
  const QStringList sides = typed.split(times);
  std::string page;
  for (const QString& side : sides) {
    const auto length = parseLength(side.toStdString(), unit());
    if (!length) return Q_EMIT said(inWords(length.error()));
    page += (page.empty() ? "" : "x") + formatNumber(length->mm(), 4);
  }
  if (sides.size() != 2)
    return Q_EMIT said(tr("A page has a width and a height: %1.").arg(own_->placeholderText()));
  session_.edit(SetPage{page, {}, {}}, tr("changed the page"));
}

QString PapersStation::shownPage() const {
  const auto page = pageOf(session_.project().settings.page);
  if (!page) return QString::fromStdString(session_.project().settings.page);
  const auto side = [this](double mm) {
    return QString::fromStdString(formatLength(Length::millimetres(mm), unit()));
  };
  return QStringLiteral("%1 × %2").arg(side(page->width), side(page->height));
}

QWidget* PapersStation::outputCard() {
  auto* card = new Card(tr("Print"));
  card->body()->addWidget(
      wrapped(tr("Print at 100 %, without fitting to the page. Then measure the rules, under True scale: if "
                 "they are off, so "
                 "are all papers.")));
  const struct {
    QString text;
    const char* role;
    void (PapersStation::*does)();
  } actions[] = {{tr("Print the sheets"), "act", &PapersStation::printSheets},
                 {tr("Save as PDF"), "", &PapersStation::savePdf},
                 {tr("Save as SVG"), "", &PapersStation::saveSvg},
                 {tr("Save as DXF"), "", &PapersStation::saveDxf},
                 {tr("Save templates for cloth"), "", &PapersStation::saveTemplates},
                 {tr("Save the ruler card"), "", &PapersStation::saveRulerCard}};
  for (const auto& a : actions) {
    auto* b = button(a.text, a.role);
    connect(b, &QPushButton::clicked, this, a.does);
    card->body()->addWidget(b);
  }
  return card;
}

void PapersStation::refresh() {
  const Settings& s = session_.project().settings;
  const auto at = kPages.indexOf(QString::fromStdString(s.page));
  const int page = static_cast<int>(at < 0 ? kPages.size() : at);
  page_->setCurrent(page);
  own_->setVisible(at < 0);
  own_->setPlaceholderText(unit() == LengthUnit::Inch ? tr("width × height, like 12 in × 18 in")
                                                      : tr("width × height, like 300 mm × 420 mm"));
  if (at < 0) {
    ownShown_ = shownPage();
    showIn(*own_, ownShown_);
  }
  side_->setCurrent(s.marked == MarkedSide::Front ? 1 : 0);
  lay_->setCurrent(s.stripsFirst ? 1 : 0);
  margin_->setUnit(unit());
  margin_->setLength(Length::millimetres(s.margin));
  session_.planner().showPaperChoices(true);
  box_->refresh();
  material_->refresh();
  closing_->refresh();
  scan_->refresh();
  scale_->refresh();
  fillNeeds();
  picture_->refresh();
}

void PapersStation::open(const QString& card) {
  for (Card* c : bench_->findChildren<Card*>()) c->setOpen(c->title() == card);
  for (Card* c : bench_->findChildren<Card*>())
    if (c->title() == card) static_cast<Bench*>(bench_)->bringFirst({c});
}

void PapersStation::beginFresh() {
  scan_->forget();
  closing_->setOpen(false);
  scan_->setOpen(false);
  scale_->setOpen(false);
  picture_->begin();
}

/// A sum for each kind: why so many?
void PapersStation::fillNeeds() {
  clearLayout(needs_->body());
  const auto papers = session_.planner().papers();
  if (!papers) return;
  const PaperSupply& supply = papers->supply;
  for (const KindSupply& k : supply.kinds) {
    needs_->body()->addWidget(
        sumRow(paperTitle(session_.project(), k.shape, k.hand), QString::number(k.toMake), true));
    const auto line = [this](const QString& what, int n) {
      needs_->body()->addWidget(sumRow(what, QString::number(n)));
    };
    line(tr("pieces that want one"), k.needed);
    if (!supply.material.staysIn()) line(tr("in use at once"), k.atOnce);
    if (supply.material.life > 1)
      line(tr("%1 pieces by %2 uses of each").arg(k.needed).arg(supply.material.life), k.wear);
    if (k.losses > 0) line(tr("for what is lost or spoilt"), k.losses);
    if (k.owned > 0) line(tr("at hand already"), k.owned);
    if (k.fromWholes > 0) line(tr("cut from wholes"), k.fromWholes);
    for (const PaperNeed& n : papers->sheets.needs)
      if (n.shape == k.shape && n.hand == k.hand && !n.fits)
        needs_->body()->addWidget(noteBox(
            n.fitsOn.empty()
                ? tr("larger than every standard page")
                : tr("larger than this page; %1 would take it").arg(QString::fromStdString(n.fitsOn))));
  }
}

void PapersStation::savePdf() {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the papers as PDF"),
      QString::fromStdString(session_.project().name) + tr(" papers.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([file, project = session_.project(), sheets = session_.sheets(),
          scale = scale()](const Progress& progress) -> Result<QString> {
    const auto pdf = sheetsPdf(project, *sheets, progress, scale);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %1 sheets. Print them at 100 %.").arg(sheets->sheets.size());
  });
}

void PapersStation::saveSvg() {
  saveSheets(tr("Folder for the SVG sheets"), QStringLiteral("svg"));
}
void PapersStation::saveDxf() {
  saveSheets(tr("Folder for the DXF sheets"), QStringLiteral("dxf"));
}

void PapersStation::saveSheets(const QString& title, const QString& suffix) {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString folder = QFileDialog::getExistingDirectory(picture_, title);
  if (folder.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([folder, suffix, project = session_.project(),
          sheets = session_.sheets()](const Progress& progress) -> Result<QString> {
    FileSet set(realFileSystem());
    for (std::size_t s = 0; s < sheets->sheets.size(); ++s) {
      if (progress.cancelled()) return fail("Stopped; no sheet was written.");
      progress.report(static_cast<double>(s) / static_cast<double>(sheets->sheets.size()));
      const QString file = QDir(folder).filePath(
          QStringLiteral("papers-%1.%2").arg(s + 1, 3, 10, QLatin1Char('0')).arg(suffix));
      if (const auto ok =
              set.add(file.toStdString(),
                      viewOf(suffix == QLatin1String("dxf") ? QByteArray::fromStdString(sheetDxf(*sheets, s))
                                                            : sheetSvg(project, *sheets, s)));
          !ok)
        return tl::make_unexpected(ok.error());
    }
    if (const auto ok = set.finish(); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %1 sheets as %2.").arg(sheets->sheets.size()).arg(suffix.toUpper());
  });
}

void PapersStation::saveTemplates() {
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the templates for cloth as PDF"),
      QString::fromStdString(session_.project().name) + tr(" templates.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  output([file, project = session_.project(), scale = scale()](const Progress& progress) -> Result<QString> {
    const auto page = pageOf(project.settings.page, project.settings.margin);
    if (!page) return tl::make_unexpected(page.error());
    const auto plan = planTemplates(project, *page, MarkedSide::Front, 1, progress);
    if (!plan) return tl::make_unexpected(plan.error());
    if (plan->pages.empty())
      return fail("template-too-large", shapeArg(project.layout->shapes[plan->tooLarge[0].first].title),
                  page->title);
    const auto pdf = templatesPdf(project, *plan, scale);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %n page(s) of templates.", nullptr, static_cast<int>(plan->pages.size()));
  });
}

void PapersStation::saveRulerCard() {
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the card for ruler and knife as PDF"),
      QString::fromStdString(session_.project().name) + tr(" ruler card.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  output([file, project = session_.project()](const Progress&) -> Result<QString> {
    const auto page = pageOf(project.settings.page, project.settings.margin);
    if (!page) return tl::make_unexpected(page.error());
    const QByteArray pdf = rulerCardPdf(project, rulerCard(*project.layout, project.settings.unit), *page);
    if (const auto ok = writeBytes(file.toStdString(), pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved the card for ruler and knife.");
  });
}

PrintScale PapersStation::scale() const {
  const PrinterProfile p = scale_->printer();
  return {p.across, p.down};
}

void PapersStation::printSheets() {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
  printer->setFullPage(true);
  printer->setPageSize(QPageSize(QSizeF(plan()->page.width, plan()->page.height), QPageSize::Millimeter));
  QPrintDialog dialog(printer.get(), picture_);
  if (dialog.exec() != QDialog::Accepted) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([printer, project = session_.project(), sheets = session_.sheets(),
          scale = scale()](const Progress& progress) -> Result<QString> {
    QPainter painter(printer.get());
    for (std::size_t s = 0; s < sheets->sheets.size(); ++s) {
      if (progress.cancelled()) {
        printer->abort();
        return fail(kCancelled);
      }
      progress.report(static_cast<double>(s) / static_cast<double>(sheets->sheets.size()));
      if (s > 0 && !printer->newPage()) return fail("The printer took no further page.");
      painter.resetTransform();
      painter.scale(printer->logicalDpiX() / 25.4, printer->logicalDpiY() / 25.4);
      scaleAboutMiddle(painter, sheets->page, scale);
      paintSheet(painter, project, *sheets, s, {});
    }
    return tr("Sent %1 sheets to the printer.").arg(sheets->sheets.size());
  });
}

std::vector<StripFigure> PapersStation::figures() const {
  const Figures &f = session_.figures(), &b = session_.figuresBefore();
  std::vector<StripFigure> out{{QString::number(f.pieces),
                                tr("pieces, ") + tr("%n kind(s) of paper", nullptr, f.kinds),
                                changeText(f.pieces, b.pieces),
                                f.pieces < b.pieces,
                                {}}};
  const auto papers = session_.planner().papers();
  if (papers) {
    const PaperSupply& s = papers->supply;
    out.push_back({QString::number(s.owned()),
                   tr("papers at hand"),
                   {},
                   false,
                   tr("Papers of this layout in the box.")});
    out.push_back(
        {QString::number(s.toMake()),
         tr("papers to make"),
         {},
         false,
         tr("At most %1 are in use at once; the card Papers to make says why so many.").arg(s.atOnce.total)});
    out.push_back({QString::number(f.sheets),
                   tr("sheets of %1").arg(QString::fromStdString(plan()->page.title)),
                   b.sheets ? changeText(f.sheets, b.sheets) : QString(), f.sheets < b.sheets,
                   tr("%1 of card, full pages; %2 straight cuts free %3 papers.")
                       .arg(QString::fromStdString(writeArea(plan()->cardArea, unit())))
                       .arg(plan()->strokes)
                       .arg(plan()->papers)});
    double money = static_cast<double>(f.sheets) * s.material.price;
    for (const KindSupply& k : s.kinds) money += k.packs.value_or(0) * k.packPrice;
    out.push_back({QString::number(money, 'f', 2),
                   tr("price"),
                   {},
                   false,
                   tr("Sheets and packs, at the prices of Card or leave-in.")});
  }
  out.push_back(remarksFigure(session_, id()));
  return out;
}

Settled PapersStation::settled() const {
  if (!plan() || plan()->sheets.empty()) return Settled::Not;
  const bool all =
      std::all_of(plan()->needs.begin(), plan()->needs.end(), [](const PaperNeed& n) { return n.fits; });
  return all && session_.tally().count(kNoCloth) == 0 ? Settled::Full : Settled::Half;
}

void PapersStation::lookAt(const std::vector<std::uint32_t>&, const QString& about) {
  if (about.startsWith(QLatin1String("not-closing"))) {
    closing_->setOpen(true);
    picture_->look(PapersPicture::Close);
    return;
  }
  page_->focusChosen();
}

}  // namespace clathra
