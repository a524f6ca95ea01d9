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
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "draw/exporter.hpp"
#include "draw/sheet_painter.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const QStringList kPages{QStringLiteral("a4"), QStringLiteral("letter"), QStringLiteral("legal"),
                         QStringLiteral("a3")};

void paintFitted(QPainter& p, const QRectF& into, const Project& project, const SheetPlan& plan,
                 std::size_t sheet, bool marks) {
  const double k = std::min(into.width() / plan.page.width, into.height() / plan.page.height);
  const QSizeF size(plan.page.width * k, plan.page.height * k);
  const QRectF page(into.center() - QPointF(size.width(), size.height()) / 2, size);
  p.fillRect(page, currentPalette().paper);
  p.setPen(QPen(currentPalette().line, 1));
  p.drawRect(page);
  p.save();
  p.translate(page.topLeft());
  p.scale(k, k);
  SheetLook look;
  look.marks = marks;
  paintSheet(p, project, plan, sheet, look);
  p.restore();
}

}  // namespace

PapersStation::PapersStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  buildPicture();
  needs_ = new Card(tr("Papers to make"));
  auto* remarks = new RemarksCard(session_, id());
  bench_ = new Bench({pageCard(), needs_, outputCard(), remarks});
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  connect(&session_, &Session::resultsChanged, this, [this] { refreshIfSeen(); });
}

void PapersStation::buildPicture() {
  auto* panel = new QFrame;
  panel->setObjectName(QStringLiteral("panel"));
  auto* all = new QVBoxLayout(panel);
  all->setContentsMargins(scaled(16), scaled(10), scaled(16), scaled(12));
  title_ = wrapped({}, "head");
  all->addWidget(title_);
  auto* row = new QHBoxLayout;
  row->setSpacing(scaled(14));
  sheet_ = new PictureView(tr("The sheet as it will print"), [this](QPainter& p, const QRectF& into) {
    if (plan() && static_cast<std::size_t>(shown_) < plan()->sheets.size())
      paintFitted(p, into, session_.project(), *plan(), static_cast<std::size_t>(shown_), true);
  });
  sheet_->setMinimumSize(200, 200);
  row->addWidget(sheet_, 3);
  thumbs_ = new QWidget;
  new FlowLayout(scaled(10), scaled(8), thumbs_);
  auto* scroll = scrolledDown(thumbs_);
  scroll->setMinimumWidth(scaled(150));
  row->addWidget(scroll, 2);
  all->addLayout(row, 1);
  note_ = wrapped({}, "muted");
  all->addWidget(note_);
  picture_ = panel;
}

QWidget* PapersStation::pageCard() {
  auto* card = new Card(tr("Page"));
  page_ = new Pills({tr("A4"), tr("Letter"), tr("Legal"), tr("A3"), tr("Own")}, tr("Page"));
  own_ = new TextField;
  own_->setAccessibleName(tr("Own page size"));
  side_ = new Pills({tr("Back"), tr("Front")}, tr("Marked side shown"));
  lay_ = new Pills({tr("Fewest sheets"), tr("Strips first")}, tr("How papers are laid"));
  card->body()->addWidget(page_);
  card->body()->addWidget(own_);
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
      wrapped(tr("Print at 100 %, without fitting to the page. Then lay a ruler on the 100 mm and 4 in "
                 "rules: if they are off, so are all papers.")));
  const struct {
    QString text;
    const char* role;
    void (PapersStation::*does)();
  } actions[] = {{tr("Print the sheets"), "act", &PapersStation::printSheets},
                 {tr("Save as PDF"), "", &PapersStation::savePdf},
                 {tr("Save as SVG"), "", &PapersStation::saveSvg}};
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
  if (plan() && filled_ == session_.sheets()) {
    sheet_->update();  // the marks follow the painting
    return;
  }
  filled_ = session_.sheets();
  fillThumbs();
  fillNeeds();
  showSheet(0);
}

void PapersStation::fillThumbs() {
  clearLayout(thumbs_->layout());
  if (!plan()) return;
  for (std::size_t s = 0; s < plan()->sheets.size(); ++s) {
    auto* thumb = new QPushButton;
    thumb->setObjectName(QStringLiteral("row"));
    thumb->setCheckable(true);
    thumb->setAutoExclusive(true);
    thumb->setAccessibleName(
        tr("Sheet %1, %2").arg(s + 1).arg(QString::fromStdString(plan()->sheets[s].shape)));
    thumb->setFixedSize(scaled(112), scaled(172));
    auto* inner = new QVBoxLayout(thumb);
    inner->setContentsMargins(scaled(6), scaled(6), scaled(6), scaled(2));
    inner->setSpacing(scaled(2));
    auto* view = new PictureView({}, [this, s](QPainter& p, const QRectF& into) {
      if (plan() && s < plan()->sheets.size()) paintFitted(p, into, session_.project(), *plan(), s, false);
    });
    view->setAttribute(Qt::WA_TransparentForMouseEvents);
    inner->addWidget(view, 1);
    QLabel* name = label(tr("sheet %1").arg(s + 1), "muted");
    name->setAlignment(Qt::AlignCenter);
    name->setAttribute(Qt::WA_TransparentForMouseEvents);
    inner->addWidget(name);
    connect(thumb, &QPushButton::clicked, this, [this, s] { showSheet(static_cast<int>(s)); });
    thumbs_->layout()->addWidget(thumb);
  }
}

void PapersStation::fillNeeds() {
  clearLayout(needs_->body());
  if (!plan()) return;
  for (const PaperNeed& n : plan()->needs) {
    const Shape& s = session_.project().layout->shapes[n.shape];
    const bool fraction = std::abs(std::remainder(s.edge, 25.4 / 64)) < 1e-6;
    QString what = shapeWords(s.title) + QLatin1Char(' ') +
                   inWords(fraction ? sizeArg(s.edge) : fineArg(s.edge, 1), unit());
    if (n.hand != 0) what += n.hand > 0 ? tr(", right") : tr(", left");
    needs_->body()->addWidget(sumRow(what, QString::number(n.needed)));
    if (!n.fits)
      needs_->body()->addWidget(
          noteBox(n.fitsOn.empty()
                      ? tr("larger than every standard page")
                      : tr("larger than this page; %1 would take it").arg(QString::fromStdString(n.fitsOn))));
  }
}

void PapersStation::showSheet(int sheet) {
  shown_ = sheet;
  sheet_->update();
  if (!plan()) {
    title_->setText(session_.planner().sheetsFault().empty() ? tr("Laying out the papers …")
                                                             : inWords(session_.planner().sheetsFault()));
    note_->clear();
    return;
  }
  if (plan()->sheets.empty()) {
    title_->setText(tr("No paper fits this page"));
    return;
  }
  const Sheet& s = plan()->sheets[static_cast<std::size_t>(sheet)];
  title_->setText(
      tr("Sheet %1 of %2, %3, papers seen from the %4")
          .arg(sheet + 1)
          .arg(plan()->sheets.size())
          .arg(QString::fromStdString(s.shape), plan()->side == MarkedSide::Back ? tr("back") : tr("front")));
  note_->setText(tr("%1 papers here, freed by %2 straight cuts. Lines that papers share are cut once.")
                     .arg(s.papers.size())
                     .arg(s.strokes));
  if (QLayoutItem* item = thumbs_->layout()->itemAt(sheet))
    if (auto* b = qobject_cast<QPushButton*>(item->widget())) b->setChecked(true);
}

void PapersStation::savePdf() {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the papers as PDF"),
      QString::fromStdString(session_.project().name) + tr(" papers.pdf"), tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([file, project = session_.project(),
          sheets = session_.sheets()](const Progress& progress) -> Result<QString> {
    const auto pdf = sheetsPdf(project, *sheets, progress);
    if (!pdf) return tl::make_unexpected(pdf.error());
    if (const auto ok = writeBytes(file.toStdString(), *pdf); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %1 sheets. Print them at 100 %.").arg(sheets->sheets.size());
  });
}

void PapersStation::saveSvg() {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const QString folder = QFileDialog::getExistingDirectory(picture_, tr("Folder for the SVG sheets"));
  if (folder.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([folder, project = session_.project(),
          sheets = session_.sheets()](const Progress& progress) -> Result<QString> {
    FileSet set(realFileSystem());
    for (std::size_t s = 0; s < sheets->sheets.size(); ++s) {
      if (progress.cancelled()) return fail("Stopped; no sheet was written.");
      progress.report(static_cast<double>(s) / static_cast<double>(sheets->sheets.size()));
      const QString file =
          QDir(folder).filePath(QStringLiteral("papers-%1.svg").arg(s + 1, 3, 10, QLatin1Char('0')));
      if (const auto ok = set.add(file.toStdString(), viewOf(sheetSvg(project, *sheets, s))); !ok)
        return tl::make_unexpected(ok.error());
    }
    if (const auto ok = set.finish(); !ok) return tl::make_unexpected(ok.error());
    return tr("Saved %1 sheets as SVG.").arg(sheets->sheets.size());
  });
}

void PapersStation::printSheets() {
  if (!plan()) return Q_EMIT said(tr("The sheets are still being laid out; try again in a moment."));
  const auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
  printer->setFullPage(true);
  printer->setPageSize(QPageSize(QSizeF(plan()->page.width, plan()->page.height), QPageSize::Millimeter));
  QPrintDialog dialog(printer.get(), picture_);
  if (dialog.exec() != QDialog::Accepted) return;
  if (!plan()) return Q_EMIT said(tr("The sheets are being laid out anew; try again in a moment."));
  output([printer, project = session_.project(),
          sheets = session_.sheets()](const Progress& progress) -> Result<QString> {
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
      paintSheet(painter, project, *sheets, s, {});
    }
    return tr("Sent %1 sheets to the printer.").arg(sheets->sheets.size());
  });
}

std::vector<StripFigure> PapersStation::figures() const {
  const Figures &f = session_.figures(), &b = session_.figuresBefore();
  std::vector<StripFigure> out{{QString::number(f.pieces),
                                tr("papers, ") + tr("%n kind(s)", nullptr, f.kinds),
                                changeText(f.pieces, b.pieces),
                                f.pieces < b.pieces,
                                {}}};
  if (plan()) {
    out.push_back({QString::number(f.sheets),
                   tr("sheets of %1").arg(QString::fromStdString(plan()->page.title)),
                   b.sheets ? changeText(f.sheets, b.sheets) : QString(),
                   f.sheets < b.sheets,
                   {}});
    if (plan()->papers > 0)
      out.push_back({QString::fromStdString(formatNumber(double(plan()->strokes) / plan()->papers, 2)),
                     tr("strokes a paper"),
                     {},
                     false,
                     tr("%1 straight cuts for %2 papers; a cut along a shared line counts once.")
                         .arg(plan()->strokes)
                         .arg(plan()->papers)});
    out.push_back({QString::fromStdString(writeArea(plan()->cardArea, unit())),
                   tr("of card"),
                   {},
                   false,
                   tr("All sheets, full pages.")});
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

void PapersStation::lookAt(const std::vector<std::uint32_t>&, const QString&) {
  page_->focusChosen();
}

}  // namespace clathra
