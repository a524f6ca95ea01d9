#include "app/papers/papers_station.hpp"

#include <QDir>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPrintDialog>
#include <QPrinter>
#include <QScrollArea>
#include <map>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "draw/exporter.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

PapersStation::PapersStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  box_ = new BoxCard(session_);
  material_ = new MaterialCard(session_);
  closing_ = new ClosingCard(session_);
  scan_ = new ScanCard(session_);
  scale_ = new ScaleCard(session_, preferences_);
  cutter_ = new CutterCard(session_);
  picture_ = new PapersPicture(session_, *closing_, *scan_, *cutter_);
  needs_ = new Card(tr("Papers to make"), false);
  auto* remarks = new RemarksCard(session_, id());
  page_ = new PageCard(session_);
  marks_ = new MarksCard(session_);
  dies_ = new DieCard(session_);
  bench_ = new Bench({box_, material_, needs_, page_, marks_, outputCard(), scale_, cutter_, plainCard(),
                      dies_, closing_, scan_, remarks});
  connect(page_, &PageCard::said, this, &Station::said);
  connect(dies_, &DieCard::said, this, &Station::said);
  connect(cutter_, &CutterCard::said, this, &Station::said);
  connect(cutter_, &CutterCard::save, this,
          [this](const QString& suffix) { saveSheets(tr("Folder for the sheets"), suffix); });
  connect(cutter_, &CutterCard::read, this, [this] {
    picture_->look(PapersPicture::Cutter);
    picture_->refresh();
  });
  connect(scale_, &ScaleCard::practise, this, &PapersStation::printForPractice);
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
  connect(picture_, &PapersPicture::looked, this, &PapersStation::bringCardOf);
  connect(picture_, &PapersPicture::saveStrip, this, &PapersStation::saveStrip);
  connect(scan_, &ScanCard::scanned, this, [this] {
    picture_->look(PapersPicture::Scan);
    picture_->refresh();
  });
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  connect(&session_, &Session::resultsChanged, this, [this] { refreshIfSeen(); });
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
                 {tr("Save templates for cloth"), "", &PapersStation::saveTemplates}};
  for (const auto& a : actions) {
    auto* b = button(a.text, a.role);
    connect(b, &QPushButton::clicked, this, a.does);
    card->body()->addWidget(b);
  }
  copies_ = new CountField(tr("Copies of each template"), 1, kMostTemplateCopies);
  copies_->setCount(1);
  connect(copies_, &CountField::wrong, this, &Station::said);
  card->body()->addWidget(fieldRow(tr("Copies of each template"), copies_));
  return card;
}

void PapersStation::refresh() {
  session_.planner().showPaperChoices(true);
  box_->refresh();
  material_->refresh();
  closing_->refresh();
  scan_->refresh();
  scale_->refresh();
  page_->refresh();
  marks_->refresh();
  dies_->refresh();
  cutter_->refresh();
  pencil_->setUnit(LengthUnit::Millimetre);
  fillNeeds();
  picture_->refresh();
}

void PapersStation::open(const QString& card) {
  for (Card* c : bench_->findChildren<Card*>()) c->setOpen(c->title() == card);
  for (Card* c : bench_->findChildren<Card*>())
    if (c->title() == card) static_cast<Bench*>(bench_)->bringFirst({c});
}

/// What a view is worked with lies beside it.
void PapersStation::bringCardOf(PapersPicture::Look look) {
  const std::map<PapersPicture::Look, Card*> of{{PapersPicture::Close, closing_},
                                                {PapersPicture::AtOnce, material_},
                                                {PapersPicture::LookAlikes, marks_},
                                                {PapersPicture::Scan, scan_},
                                                {PapersPicture::Cutter, cutter_}};
  const auto found = of.find(look);
  Card* const card = found == of.end() ? nullptr : found->second;
  if (card) card->setOpen(true);
  static_cast<Bench*>(bench_)->bringFirst(card ? std::vector<QWidget*>{card} : std::vector<QWidget*>());
}

void PapersStation::beginFresh() {
  static_cast<Bench*>(bench_)->bringFirst({});
  scan_->forget();
  closing_->setOpen(false);
  scan_->setOpen(false);
  scale_->setOpen(false);
  cutter_->forget();
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
      line(tr("%n piece(s) by %1 uses of each", nullptr, k.needed).arg(supply.material.life), k.wear);
    if (k.losses > 0) line(tr("for what is lost or spoilt"), k.losses);
    if (k.owned > 0) line(tr("at hand already"), k.owned);
    if (k.fromWholes > 0) line(tr("cut from wholes"), k.fromWholes);
    for (const PaperNeed& n : papers->sheets.needs)
      if (n.shape == k.shape && n.hand == k.hand && !n.fits)
        needs_->body()->addWidget(noteBox(
            n.fitsOn.empty()
                ? (n.parts > 0
                       ? tr("larger than every standard page: printed in %n part(s)", nullptr, n.parts)
                       : tr("larger than every standard page"))
                : (n.parts > 0 ? tr("larger than this page: printed in %n part(s); %2 would take it whole",
                                    nullptr, n.parts)
                                     .arg(QString::fromStdString(n.fitsOn))
                               : tr("larger than this page; %1 would take it")
                                     .arg(QString::fromStdString(n.fitsOn)))));
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
    return tr("Saved %n sheet(s). Print them at 100 %.", nullptr, static_cast<int>(sheets->sheets.size()));
  });
}

void PapersStation::saveSheets(const QString& title, const QString& suffix) {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString folder = QFileDialog::getExistingDirectory(picture_, title);
  if (folder.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  const CutWishes wishes = cutter_->wishes();
  output([folder, suffix, wishes, project = session_.project(),
          papers = session_.planner().papers()](const Progress& progress) -> Result<QString> {
    // A kerf wants the papers laid apart.
    SheetPlan sheets = papers->sheets;
    if (const double gap = gapFor(wishes, project.settings.gap.mm()); gap != project.settings.gap.mm()) {
      auto options = sheetOptions(project);
      if (!options) return tl::make_unexpected(options.error());
      options->gap = gap;
      auto plan = sheetsFor(papers->supply, *project.layout, *options, progress);
      if (!plan) return tl::make_unexpected(plan.error());
      sheets = std::move(*plan);
    }
    FileSet set(realFileSystem());
    const NeighbourMarks marks = neighbourMarks(project, progress);
    for (std::size_t s = 0; s < sheets.sheets.size(); ++s) {
      if (progress.cancelled()) return fail("Stopped; no sheet was written.");
      progress.report(static_cast<double>(s) / static_cast<double>(sheets.sheets.size()));
      const QString file = QDir(folder).filePath(
          QStringLiteral("papers-%1.%2").arg(s + 1, 3, 10, QLatin1Char('0')).arg(suffix));
      const auto bytes = suffix == QLatin1String("dxf") ? sheetDxf(project, sheets, s, wishes)
                                                        : sheetSvg(project, sheets, s, marks, wishes);
      if (!bytes) return tl::make_unexpected(bytes.error());
      if (const auto ok = set.add(file.toStdString(), viewOf(*bytes)); !ok)
        return tl::make_unexpected(ok.error());
    }
    if (const auto ok = set.finish(); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %n sheet(s) as %1.", nullptr, static_cast<int>(sheets.sheets.size()))
        .arg(suffix.toUpper());
  });
}

void PapersStation::saveTemplates() {
  TemplateOptions options;
  options.copies = copies_->count();
  savePlanned(tr("Save the templates for cloth as PDF"), tr(" templates.pdf"), options);
}

/// Templates, or masters, on the project's page.
void PapersStation::savePlanned(const QString& title, const QString& called, TemplateOptions options) {
  const QString file = QFileDialog::getSaveFileName(
      picture_, title, QString::fromStdString(session_.project().name) + called, tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  output([file, options, project = session_.project(),
          scale = scale()](const Progress& progress) mutable -> Result<QString> {
    const auto page = pageOf(project.settings.page, project.settings.margin.mm());
    if (!page) return tl::make_unexpected(page.error());
    options.page = *page;
    const auto plan = planTemplates(project, options, progress);
    if (!plan) return tl::make_unexpected(plan.error());
    if (plan->pages.empty())
      return fail("template-too-large", shapeArg(project.layout->shapes[plan->tooLarge[0].first].title),
                  page->title);
    const auto pdf = templatesPdf(project, *plan, scale);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    const int pages = static_cast<int>(plan->pages.size());
    if (options.masters) return tr("Saved %n page(s) of masters.", nullptr, pages);
    const auto left = static_cast<int>(plan->framesTooLarge.size());
    return tr("Saved %n page(s) of templates.", nullptr, pages) +
           (left > 0 ? tr(" %n frame(s) of motifs are larger than the page.", nullptr, left) : QString());
  });
}

void PapersStation::saveRulerCard() {
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the card for ruler and knife as PDF"),
      QString::fromStdString(session_.project().name) + tr(" ruler card.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  output([file, project = session_.project()](const Progress&) -> Result<QString> {
    const auto page = pageOf(project.settings.page, project.settings.margin.mm());
    if (!page) return tl::make_unexpected(page.error());
    const QByteArray pdf = rulerCardPdf(project, rulerCard(*project.layout, project.settings.unit), *page);
    if (const auto ok = writeBytes(file.toStdString(), pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved the card for ruler and knife.");
  });
}

QWidget* PapersStation::plainCard() {
  auto* card = new Card(tr("Without a printer"), false);
  card->body()->addWidget(wrapped(
      tr("Strips and cross-cuts for ruler and knife, and masters of every paper to trace. A pencil adds "
         "its width; masters are smaller by it, so that what is cut in the middle of its line is true."),
      "muted"));
  auto* ruler = button(tr("Save the ruler card"));
  connect(ruler, &QPushButton::clicked, this, &PapersStation::saveRulerCard);
  pencil_ = new LengthField(tr("Width of the pencil's line"), Length::millimetres(0),
                            Length::millimetres(kMostPencil));
  pencil_->setUnit(LengthUnit::Millimetre);
  pencil_->setLength(Length::millimetres(TemplateOptions{}.pencil));
  connect(pencil_, &LengthField::wrong, this, &Station::said);
  auto* masters = button(tr("Save masters to trace"));
  connect(masters, &QPushButton::clicked, this, &PapersStation::saveMasters);
  card->body()->addWidget(ruler);
  card->body()->addWidget(fieldRow(tr("Pencil"), pencil_));
  card->body()->addWidget(masters);
  return card;
}

void PapersStation::saveMasters() {
  TemplateOptions options;
  options.side = session_.project().settings.marked;
  options.masters = true;
  options.pencil = pencil_->length()->mm();
  savePlanned(tr("Save the masters as PDF"), tr(" masters.pdf"), options);
}

void PapersStation::saveStrip() {
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the strip of look-alikes as PDF"),
      QString::fromStdString(session_.project().name) + tr(" look-alikes.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  output([file, project = session_.project(), scale = scale()](const Progress&) -> Result<QString> {
    const auto page = pageOf(project.settings.page, project.settings.margin.mm());
    if (!page) return tl::make_unexpected(page.error());
    const auto pdf = lookAlikesPdf(project, *page, scale);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved the strip. Print it at 100 % and hold a paper against its outline.");
  });
}

/// The stand-in printer: a PDF as one that is off would print it, corrected as for the printer in use.
void PapersStation::printForPractice(PrintScale off) {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Print for practice, as PDF"),
      QString::fromStdString(session_.project().name) + tr(" practice.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty() || !plan()) return;
  off.across *= scale().across;
  off.down *= scale().down;
  output([file, off, project = session_.project(),
          sheets = session_.sheets()](const Progress& progress) -> Result<QString> {
    const auto pdf = sheetsPdf(project, *sheets, progress, off);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Printed for practice. Measure its rules and type what they read.");
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
    const auto inMm = [&] {
      painter.resetTransform();
      painter.scale(printer->logicalDpiX() / 25.4, printer->logicalDpiY() / 25.4);
    };
    inMm();
    bool took = true;
    paintSheetPages(
        painter, project, *sheets, scale,
        [&] {
          took = took && printer->newPage();
          inMm();
        },
        progress);
    if (progress.cancelled() || !took) printer->abort();
    if (progress.cancelled()) return fail(kCancelled);
    if (!took) return fail("The printer took no further page.");
    return tr("Sent %n sheet(s) to the printer.", nullptr, static_cast<int>(sheets->sheets.size()));
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
        {QString::number(session_.project().settings.sorting == SheetSorting::Block ? plan()->papers
                                                                                    : s.toMake()),
         tr("papers to make"),
         {},
         false,
         tr("At most %1 are in use at once; the card Papers to make says why so many.").arg(s.atOnce.total)});
    out.push_back({QString::number(f.sheets),
                   tr("sheets of %1").arg(QString::fromStdString(plan()->page.title)),
                   b.sheets ? changeText(f.sheets, b.sheets) : QString(), f.sheets < b.sheets,
                   tr("%1 of card, full pages; %2 for %3.")
                       .arg(QString::fromStdString(writeArea(plan()->cardArea, unit())),
                            tr("%n straight cut(s)", nullptr, static_cast<int>(plan()->strokes)),
                            tr("%n paper(s)", nullptr, static_cast<int>(plan()->papers)))});
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

void PapersStation::lookAt(const std::vector<std::uint32_t>&, const QString& about) {
  if (about.startsWith(QLatin1String("not-closing"))) {
    leadTo(*closing_);
    picture_->look(PapersPicture::Close);
    return Q_EMIT benchWanted();
  }
  if (about.startsWith(QLatin1String("scale-"))) {
    leadTo(*scale_);
    return Q_EMIT benchWanted();
  }
  if (about.startsWith(QLatin1String("alike-")) || about.startsWith(QLatin1String("look-alike")))
    return picture_->look(PapersPicture::LookAlikes);
  if (!about.isEmpty()) leadTo(*page_);
  page_->focusChosen();
}

}  // namespace clathra
