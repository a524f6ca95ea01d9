#include "app/papers/papers_picture.hpp"

#include <QScreen>
#include <QScrollArea>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/rows.hpp"
#include "draw/alike_strip.hpp"
#include "draw/closing_painter.hpp"
#include "draw/cutter_painter.hpp"
#include "draw/fonts.hpp"
#include "draw/sheet_painter.hpp"
#include "layout/piece_sides.hpp"
#include "measure/quantity.hpp"
#include "shape/look_alike.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

void paintFitted(QPainter& p, const QRectF& into, const Project& project, const SheetPlan& plan,
                 std::size_t sheet, bool marks, const Geometry* geometry = nullptr,
                 const ColourTicks* colours = nullptr) {
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
  look.geometry = geometry;
  look.colours = colours;
  paintSheet(p, project, plan, sheet, look);
  p.restore();
}

ClosingLook closingLook() {
  ClosingLook look;
  look.palette = &currentPalette();
  look.text = scaled(15);
  return look;
}

}  // namespace

PapersPicture::PapersPicture(Session& session, const ClosingCard& closing, const ScanCard& scan,
                             const CutterCard& cutter)
    : session_(session), closing_(closing), scan_(scan), cutter_(cutter) {
  setObjectName(QStringLiteral("panel"));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(scaled(16), scaled(10), scaled(16), scaled(12));
  looks_ = new Pills(
      {tr("Sheets"), tr("Will it close?"), tr("At once"), tr("Look-alikes"), tr("Scan"), tr("Cutter")},
      tr("What is shown"), Pills::At::Picture);
  all->addWidget(looks_);
  title_ = wrapped({}, "head");
  all->addWidget(title_);
  pages_ = new QStackedWidget;
  pages_->addWidget(sheetsPage());
  close_ = new PictureView(tr("Papers as they would lie"), [this](QPainter& p, const QRectF& into) {
    const auto closure = session_.planner().closure();
    const ShownMiss miss = closing_.shown();
    if (!closure) return;
    if (miss.of == ShownMiss::Of::Run && miss.at < closure->runs.size())
      paintRun(p, into, session_.project(), closure->runs[miss.at], closingLook());
    if (miss.of == ShownMiss::Of::Seam && miss.at < closure->seams.size())
      paintSeamKind(p, into, session_.project(), closure->seams[miss.at], closingLook());
    if (miss.of == ShownMiss::Of::Corner && miss.at < closure->corners.size())
      paintCorner(p, into, session_.project(), closure->corners[miss.at], closingLook());
    if (miss == ShownMiss{}) paintClosed(p, into, session_.project(), *closure, closingLook());
  });
  pages_->addWidget(close_);
  curve_ = new PictureView(tr("Papers in use at once"),
                           [this](QPainter& p, const QRectF& into) { paintCurve(p, into); });
  pages_->addWidget(curve_);
  pages_->addWidget(pairsPage());
  scanned_ =
      new PictureView(tr("The scan, with what was found on it"), [this](QPainter& p, const QRectF& into) {
        if (scan_.answer()) paintScan(p, into, *scan_.answer());
      });
  pages_->addWidget(scanned_);
  cut_ =
      new PictureView(tr("What the practice cutter made of a file"), [this](QPainter& p, const QRectF& into) {
        if (const auto answer = cutter_.answer()) {
          CutterLook look;
          look.palette = &currentPalette();
          look.text = scaled(13);
          paintCutter(p, into, answer->report, answer->mat, look);
        }
      });
  pages_->addWidget(cut_);
  all->addWidget(pages_, 1);
  note_ = wrapped({}, "muted");
  all->addWidget(note_);
  connect(looks_, &Pills::chosen, this, [this](int at) {
    look(static_cast<Look>(at));
    Q_EMIT looked(static_cast<Look>(at));
  });
}

QWidget* PapersPicture::sheetsPage() {
  auto* page = new QWidget;
  auto* row = new QHBoxLayout(page);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(scaled(14));
  sheet_ = new PictureView(tr("The sheet as it will print"), [this](QPainter& p, const QRectF& into) {
    const auto colours = session_.planner().colours();
    if (plan() && static_cast<std::size_t>(shown_) < plan()->sheets.size())
      paintFitted(p, into, session_.project(), *plan(), static_cast<std::size_t>(shown_), true,
                  &session_.geometry(), colours.get());
  });
  sheet_->setMinimumSize(200, largeText() ? 400 : 200);
  row->addWidget(sheet_, 3);
  thumbs_ = new QWidget;
  new FlowLayout(scaled(10), scaled(8), thumbs_);
  auto* scroll = scrolledDown(thumbs_);
  scroll->setMinimumWidth(scaled(150));
  row->addWidget(scroll, 2);
  return page;
}

QWidget* PapersPicture::pairsPage() {
  auto* page = new QWidget;
  auto* rows = new QVBoxLayout(page);
  rows->setContentsMargins(0, 0, 0, 0);
  which_ = new ChoiceList;
  which_->setAccessibleName(tr("Which look-alikes"));
  limit_ = new LengthField(tr("Look-alikes differ by less than"), Length::millimetres(0.1),
                           Length::millimetres(50));
  limit_->setFixedWidth(scaled(110));
  connect(limit_, &LengthField::lengthChanged, this, [this] {
    SetPapers edit;
    edit.lookAlike = *limit_->length();
    session_.edit(std::move(edit), tr("changed what counts as look-alike"));
  });
  connect(limit_, &LengthField::wrong, this, &PapersPicture::said);
  rows->addWidget(which_);
  auto* strip = button(tr("Save a strip to hold papers against"), "link");
  connect(strip, &QPushButton::clicked, this, &PapersPicture::saveStrip);
  rows->addWidget(wrappingRow({label(tr("they differ at the worst corner by less than")), limit_, strip}));
  pair_ = new PictureView(tr("Look-alikes laid on each other"), [this](QPainter& p, const QRectF& into) {
    const auto at = static_cast<std::size_t>(std::max(0, which_->currentIndex()));
    if (at >= pairs_.size()) return;
    const double perMm = screen() ? screen()->physicalDotsPerInch() / 25.4 : 96 / 25.4;
    paintLookAlike(p, into, pairs_[at].laid.one, pairs_[at].laid.other, perMm, closingLook());
  });
  rows->addWidget(pair_, 1);
  connect(which_, &QComboBox::currentIndexChanged, this, [this] {
    pair_->update();
    say();
  });
  return page;
}

void PapersPicture::begin() {
  looks_->setCurrent(Sheets);
  look(Sheets);
  showSheet(0);
}

void PapersPicture::look(Look at) {
  looks_->setCurrent(at);
  pages_->setCurrentIndex(at);
  if (session_.isOpen()) session_.planner().showPaperChoices(true);
  if (at == LookAlikes) findPairs();
  if (QWidget* shown = pages_->currentWidget()) shown->update();
  say();
}

/// Pairs of shapes, and single shapes in a wrong turn, that differ by less than is told apart.
void PapersPicture::findPairs() {
  limit_->setUnit(LengthUnit::Millimetre);  // finer than a ruler of inches shows
  limit_->setLength(session_.project().settings.lookAlike);
  if (pairsOf_ == session_.project().layout && limitOf_ == session_.project().settings.lookAlike.mm()) return;
  limitOf_ = session_.project().settings.lookAlike.mm();
  pairsOf_ = session_.project().layout;
  pairs_ = alikePairs(*pairsOf_, 1e6);
  // Where none is so near, the nearest is shown all the same, and said to be told apart.
  const auto far = std::find_if(pairs_.begin(), pairs_.end(),
                                [&](const AlikePair& p) { return p.laid.worst >= limitOf_; });
  pairs_.erase(far == pairs_.begin() && far != pairs_.end() ? far + 1 : far, pairs_.end());
  which_->clear();
  for (const AlikePair& p : pairs_) which_->addItem(alikeTitle(session_.project(), p));
  which_->setVisible(!pairs_.empty());
}

/// By how many are covered ahead; the wish of the project stands out.
void PapersPicture::paintCurve(QPainter& p, const QRectF& into) const {
  const auto choices = session_.planner().paperChoices();
  if (!choices || choices->atOnce.empty()) return;
  const auto& curve = choices->atOnce;
  const Palette& c = currentPalette();
  const QRectF box = into.adjusted(scaled(70), scaled(30), -scaled(30), -scaled(60));
  const int most = std::max(1, curve.back());
  const auto n = static_cast<int>(curve.size());
  const double step = box.width() / n;
  const QFont font = textFont(scaled(14), QFont::Normal), bold = textFont(scaled(15), QFont::Bold);
  const auto wished = static_cast<std::size_t>(session_.project().settings.papers.ahead);
  for (int i = 0; i < n; ++i) {
    const double h = box.height() * curve[std::size_t(i)] / most;
    const QRectF bar(box.left() + i * step + step * 0.16, box.bottom() - h, step * 0.68, h);
    const bool chosen = std::size_t(i) == wished;
    p.fillRect(bar, chosen ? c.madder : c.sea);
    p.setPen(c.ink);
    p.setFont(chosen ? bold : font);
    if (n <= 12 || i % 2 == 0 || chosen)
      p.drawText(QRectF(bar.center().x() - step, box.bottom() + 4, 2 * step, scaled(20)),
                 Qt::AlignHCenter | Qt::AlignTop, QString::number(i));
    if (i == 0 || i == n - 1 || chosen)
      p.drawText(QRectF(bar.center().x() - 40, bar.top() - scaled(22), 80, scaled(20)),
                 Qt::AlignHCenter | Qt::AlignBottom, QString::number(curve[std::size_t(i)]));
  }
  p.setPen(QPen(c.line, 1.5));
  p.drawLine(box.bottomLeft(), box.bottomRight());
  p.setPen(c.ink);
  p.setFont(font);
  p.drawText(QRectF(box.left(), box.bottom() + scaled(26), box.width(), scaled(24)), Qt::AlignCenter,
             tr("papers covered ahead of the needle"));
}

void PapersPicture::refresh() {
  if (plan() && filled_ == session_.sheets()) {
    sheet_->update();  // the marks follow the painting
  } else {
    filled_ = session_.sheets();
    fillThumbs();
    showSheet(0);
  }
  if (looking() == LookAlikes) findPairs();
  if (QWidget* shown = pages_->currentWidget()) shown->update();
  for (PictureView* v : {close_, curve_, pair_, scanned_, cut_}) v->update();
  say();
}

void PapersPicture::fillThumbs() {
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

void PapersPicture::showSheet(int sheet) {
  shown_ = sheet;
  sheet_->update();
  say();
  if (!plan()) return;
  if (QLayoutItem* item = thumbs_->layout()->itemAt(sheet))
    if (auto* b = qobject_cast<QPushButton*>(item->widget())) b->setChecked(true);
}

/// The words over and under the picture.
void PapersPicture::say() {
  if (!session_.isOpen()) return;
  const auto set = [this](const QString& title, const QString& note = {}) {
    title_->setText(title);
    note_->setText(note);
  };
  switch (looking()) {
    case Sheets: {
      const Message fault = session_.planner().sheetsFault();
      if (!plan())
        return set(fault.empty() ? tr("Laying out the papers …")
                                 : inWords(fault, session_.project().settings.unit));
      const bool none = std::none_of(plan()->needs.begin(), plan()->needs.end(),
                                     [](const PaperNeed& n) { return n.papers > 0; });
      if (plan()->sheets.empty())
        return set(none ? tr("No papers are to be printed") : tr("No paper fits this page"));
      const auto at = std::min(static_cast<std::size_t>(shown_), plan()->sheets.size() - 1);
      const Sheet& s = plan()->sheets[at];
      return set(
          tr("Sheet %1 of %2, %3, papers seen from the %4")
              .arg(at + 1)
              .arg(plan()->sheets.size())
              .arg(QString::fromStdString(s.shape),
                   plan()->side == MarkedSide::Back ? tr("back") : tr("front")),
          s.tile ? tr("Row %1 of %2, column %3 of %4 of the whole block: lay cross on cross, then cut apart.")
                       .arg(s.tile->row + 1)
                       .arg(s.tile->rows)
                       .arg(s.tile->column + 1)
                       .arg(s.tile->columns)
                 : tr("%1 here, freed by %2. Lines that papers share are cut once.")
                       .arg(tr("%n paper(s)", nullptr, static_cast<int>(s.papers.size())),
                            tr("%n straight cut(s)", nullptr, static_cast<int>(s.strokes))));
    }
    case Close: {
      const auto closure = session_.planner().closure();
      if (!closure) return set(tr("Measure a few papers under Will it close"));
      const ShownMiss miss = closing_.shown();
      if (miss.of == ShownMiss::Of::Run && miss.at < closure->runs.size())
        return set(inWords(closure->runs[miss.at].where, session_.project().settings.unit),
                   tr("Both sides of this line, laid from its beginning as the papers were measured; the end "
                      "is enlarged below."));
      if (miss.of == ShownMiss::Of::Seam)
        return set(tr("Two edges that are sewn to each other"),
                   tr("Laid from one end as they were measured."));
      if (miss.of == ShownMiss::Of::Corner)
        return set(tr("The papers round a corner"), tr("With their angles as they were measured."));
      return set(tr("All papers close as they are"));
    }
    case AtOnce:
      return set(session_.planner().paperChoices()
                     ? tr("Papers in use at once, by how many are covered ahead")
                     : tr("Working it out …"),
                 tr("More covered ahead means more papers to have; the madder bar is this project's."));
    case LookAlikes: {
      if (pairs_.empty()) return set(tr("No two papers here have as many corners: none look alike"));
      const auto at = static_cast<std::size_t>(
          std::clamp(which_->currentIndex(), 0, static_cast<int>(pairs_.size()) - 1));
      if (pairs_[at].laid.worst >= limitOf_)
        return set(tr("No two papers here look alike; these come nearest, %1 apart at the worst corner")
                       .arg(QString::fromStdString(writeFine(pairs_[at].laid.worst, 1))));
      return set(tr("They differ by %1 at the worst corner")
                     .arg(QString::fromStdString(writeFine(pairs_[at].laid.worst, 1))),
                 tr("At true size where the screen knows it.") + QLatin1Char(' ') +
                     alikeAdvice(session_.project(), pairs_[at]));
    }
    case Scan:
      return set(scan_.answer() ? tr("The scan, with what was found on it")
                                : tr("Open a scan, or practise, under Scan the papers"));
    case Cutter: {
      const auto answer = cutter_.answer();
      if (!answer) return set(tr("Practise cutting a file, under For a cutting machine"));
      return set(
          answer->report.sound() ? tr("The cutter would cut this as it is")
                                 : tr("The cutter found something to put right"),
          tr("The frame is the mat. Paths are numbered in the order in which they are cut; dashed ones are "
             "open, doubled, off the mat, or come too late."));
    }
  }
}

}  // namespace clathra
