#include "app/papers/scan_card.hpp"

#include <QFileDialog>
#include <QPainter>
#include <map>

#include "app/papers/box_card.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "filesystem.hpp"
#include "image/decode.hpp"
#include "layout/piece_sides.hpp"
#include "measure/quantity.hpp"
#include "paper/practice.hpp"
#include "shape/outline_measures.hpp"
#include "store/box_file.hpp"
#include "store/scan_file.hpp"
#include "text.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QImage imageOf(const Raster& raster) {
  return QImage(raster.rgba.data(), raster.width, raster.height, raster.width * 4, QImage::Format_RGBA8888)
      .copy();
}

ScanAnswer shownScan(const Raster& raster, double dpi, std::vector<ScannedPaper> papers) {
  // Shown no larger than a screen: an A4 at 600 dpi would take 140 MB for nothing.
  const QImage picture = imageOf(raster);
  const double shrink = std::min(1.0, 2200.0 / std::max(picture.width(), picture.height()));
  return ScanAnswer{picture.scaled(picture.size() * shrink, Qt::KeepAspectRatio, Qt::SmoothTransformation),
                    dpi * shrink, std::move(papers)};
}

/// The layout's kind that a paper was named as.
std::optional<std::uint16_t> shapeOf(const Layout& layout, const ScannedPaper& paper) {
  for (std::size_t s = 0; s < layout.shapes.size(); ++s)
    if (layout.shapes[s].name == paper.shape) return static_cast<std::uint16_t>(s);
  return std::nullopt;
}

}  // namespace

std::vector<Reading> readingsOf(const Layout& layout, const std::vector<ScannedPaper>& papers) {
  std::map<std::tuple<std::uint16_t, int, std::size_t>, std::pair<double, int>> sums;
  for (const ScannedPaper& p : papers) {
    const auto shape = shapeOf(layout, p);
    if (!shape) continue;
    const auto m = measuresOf(handedOutline(layout.shapes[*shape], p.hand));
    if (m.sides.size() != p.edges.size()) continue;
    for (std::size_t i = 0; i < p.edges.size(); ++i) {
      auto& [sum, n] = sums[{*shape, p.hand, m.sideLike[i]}];
      sum += p.edges[i];
      ++n;
    }
  }
  std::vector<Reading> out;
  for (const auto& [key, sum] : sums) {
    const auto& [shape, hand, edge] = key;
    Reading r;
    r.shape = layout.shapes[shape].name;
    r.hand = hand;
    r.index = static_cast<int>(edge);
    r.value = sum.first / sum.second;
    out.push_back(std::move(r));
  }
  return out;
}

PaperBox boxOf(const Layout& layout, const std::vector<ScannedPaper>& papers) {
  std::map<std::pair<std::uint16_t, int>, int> counts;
  for (const ScannedPaper& p : papers)
    if (const auto shape = shapeOf(layout, p)) ++counts[{*shape, p.hand}];
  PaperBox out;
  for (const auto& [kind, n] : counts) {
    const Shape& s = layout.shapes[kind.first];
    OwnedPapers o;
    o.shape = s.family;
    o.hand = kind.second;
    o.edge = s.edge;
    o.count = n;
    out.push_back(std::move(o));
  }
  return out;
}

void paintScan(QPainter& painter, const QRectF& into, const ScanAnswer& answer) {
  const double k = std::min(into.width() / answer.picture.width(), into.height() / answer.picture.height());
  const QSizeF size(answer.picture.width() * k, answer.picture.height() * k);
  const QRectF there(into.center() - QPointF(size.width(), size.height()) / 2, size);
  painter.save();
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  painter.drawImage(there, answer.picture);
  const double perMm = answer.dpi / 25.4 * k;
  const Palette& c = currentPalette();
  const QFont font = textFont(scaled(13), QFont::DemiBold);
  painter.setFont(font);
  const QFontMetricsF metrics(font);
  for (const ScannedPaper& p : answer.papers) {
    QPolygonF polygon;
    for (const Point q : p.outline) polygon << there.topLeft() + perMm * QPointF(q.x, q.y);
    const bool known = !p.shape.empty();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(known ? c.sea : c.madder, 2.5, known ? Qt::SolidLine : Qt::DashLine));
    painter.drawPolygon(polygon);
    QString words = p.overlap ? QObject::tr("on each other")
                    : known   ? QString::fromStdString(writeFine(p.edge, 2))
                              : QObject::tr("not known");
    if (p.hand != 0) words += p.hand > 0 ? QObject::tr(" R") : QObject::tr(" L");
    const QPointF middle = there.topLeft() + perMm * QPointF(p.at.x, p.at.y);
    const QRectF box(middle.x() - metrics.horizontalAdvance(words) / 2 - 4, middle.y() - metrics.height() / 2,
                     metrics.horizontalAdvance(words) + 8, metrics.height());
    QColor ground = c.panel;
    ground.setAlpha(225);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ground);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(known ? c.ink : c.madder);
    painter.drawText(box, Qt::AlignCenter, words);
  }
  painter.restore();
}

ScanCard::ScanCard(Session& session) : Card(tr("Scan the papers"), false), session_(session) {
  body()->addWidget(
      wrapped(tr("Lay papers on the glass so that none lies on another, on a lid that is darker or lighter "
                 "than they are. 300 pixels to the inch are enough."),
              "muted"));
  dpi_ = new CountField(tr("Pixels to the inch, where the file does not say; 0: it does"), 0, 4'800);
  dpi_->setCount(0);
  body()->addWidget(fieldRow(tr("Pixels to the inch (0: as the file says)"), dpi_));
  ruler_ = new LengthField(tr("Length of a ruler in the picture"), Length::millimetres(kLeastRuler),
                           Length::millimetres(kMostRuler));
  ruler_->setOptional(true);
  body()->addWidget(fieldRow(tr("A ruler lies in it, so long"), ruler_));
  connect(ruler_, &LengthField::wrong, this, &ScanCard::said);
  auto* open = button(tr("Open a scan"), "act");
  auto* practice = button(tr("Practise"), "link");
  practice->setAccessibleName(tr("Practise with the stand-in scanner"));
  practice->setToolTip(practice->accessibleName());
  stop_ = button(tr("Stop measuring"), "link");
  body()->addWidget(wrappingRow({open, practice, stop_}));
  list_ = wrapped({});
  body()->addWidget(list_);
  note_ = wrapped({}, "madder");
  body()->addWidget(note_);
  count_ = button(tr("Count them into the box"));
  read_ = button(tr("Use them as readings"));
  body()->addWidget(wrappingRow({count_, read_}));
  connect(open, &QPushButton::clicked, this, &ScanCard::openScan);
  connect(practice, &QPushButton::clicked, this, &ScanCard::practise);
  connect(stop_, &QPushButton::clicked, this, [this] {
    working_.cancel();
    refresh();
  });
  connect(count_, &QPushButton::clicked, this, &ScanCard::count);
  connect(read_, &QPushButton::clicked, this, &ScanCard::read);
  connect(dpi_, &CountField::wrong, this, &ScanCard::said);
}

void ScanCard::forget() {
  working_.cancel();
  answer_.reset();
  layout_.reset();
}

void ScanCard::start(std::function<Result<ScanAnswer>(const Progress&)> work) {
  layout_ = session_.project().layout;
  working_.start(this, std::move(work), [this](Result<ScanAnswer> answer) {
    if (!answer)
      Q_EMIT said(inWords(answer.error(), session_.project().settings.unit));
    else
      answer_ = std::make_shared<const ScanAnswer>(std::move(*answer));
    refresh();
    if (answer_) Q_EMIT scanned();
  });
  refresh();
}

void ScanCard::openScan() {
  const QString file = QFileDialog::getOpenFileName(this, tr("Open a scan"), {},
                                                    tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"));
  if (file.isEmpty()) return;
  ScanScale scale;
  if (dpi_->count() > 0) scale.dpi = dpi_->count();
  if (ruler_->length()) scale.ruler = ruler_->length()->mm();
  start([file = file.toStdString(), scale,
         shapes = shapesForScan(*session_.project().layout)](const Progress& progress) -> Result<ScanAnswer> {
    auto read = scanFile(file, scale, shapes, progress);
    if (!read) return tl::make_unexpected(read.error());
    return shownScan(read->picture, read->dpi, std::move(read->papers));
  });
}

/// As a scanner would see this project's papers: tilted, unevenly lit, noisy, each cut a little off.
void ScanCard::practise() {
  start([layout = session_.project().layout](const Progress& progress) -> Result<ScanAnswer> {
    PracticeScan scan;
    scan.tilt = Angle::degrees(1.3);
    scan.noise = 2;
    scan.unevenness = 0.2;
    scan.shadow = 0.3;
    const auto glass = papersForPractice(*layout, scan, 24);
    if (glass.empty()) return fail("practice-too-large");
    const auto raster = practiceScan(glass, scan);
    if (!raster) return tl::make_unexpected(raster.error());
    auto papers = scanPapers(*raster, scan.dpi, shapesForScan(*layout), progress);
    if (!papers) return tl::make_unexpected(papers.error());
    return shownScan(*raster, scan.dpi, std::move(*papers));
  });
}

void ScanCard::count() {
  if (!answer_ || !layout_) return;
  const PaperBox more = boxOf(*layout_, answer_->papers);
  int papers = 0;
  for (const OwnedPapers& o : more) papers += o.count;
  if (const auto ok = session_.keepPaperBox(added(session_.paperBox(), more)); !ok)
    return Q_EMIT said(inWords(ok.error()));
  Q_EMIT said(tr("Counted %n paper(s) into the box.", nullptr, papers));
}

void ScanCard::read() {
  if (!answer_ || !layout_) return;
  if (layout_ != session_.project().layout)
    return Q_EMIT said(tr("The layout has changed since this scan; scan again."));
  SetReadings edit{session_.project().readings};
  const auto more = readingsOf(*layout_, answer_->papers);
  edit.readings.insert(edit.readings.end(), more.begin(), more.end());
  session_.edit(std::move(edit), tr("took a scan's readings"));
}

void ScanCard::refresh() {
  if (session_.isOpen()) ruler_->setUnit(session_.project().settings.unit);
  stop_->setVisible(working_.running());
  count_->setVisible(answer_ != nullptr && !working_.running());
  read_->setVisible(count_->isVisibleTo(this));
  if (working_.running()) {
    list_->setText(tr("Measuring …"));
    note_->setText({});
  } else if (!answer_) {
    list_->setText({});
    note_->setText({});
  } else {
    struct Kind {
      int n = 0;
      double sum = 0, least = 1e9, most = 0;
    };
    std::map<std::pair<std::string, int>, Kind> kinds;
    int unknown = 0, over = 0;
    for (const ScannedPaper& p : answer_->papers) {
      if (p.overlap)
        ++over;
      else if (p.shape.empty())
        ++unknown;
      else {
        Kind& k = kinds[{p.shape, p.hand}];
        ++k.n;
        k.sum += p.edge;
        k.least = std::min(k.least, p.edge);
        k.most = std::max(k.most, p.edge);
      }
    }
    QStringList lines;
    for (const auto& [key, k] : kinds) {
      QString title = QString::fromStdString(key.first);
      if (layout_)
        for (std::size_t s = 0; s < layout_->shapes.size(); ++s)
          if (layout_->shapes[s].name == key.first && layout_ == session_.project().layout)
            title = paperTitle(session_.project(), static_cast<std::uint16_t>(s), key.second);
      lines << tr("%1 × %2: edge %3, from %4 to %5")
                   .arg(k.n)
                   .arg(title, QString::fromStdString(writeFine(k.sum / k.n, 2)),
                        QString::fromStdString(writeFine(k.least, 2)),
                        QString::fromStdString(writeFine(k.most, 2)));
    }
    if (lines.isEmpty()) lines << tr("No paper of this project was found on the scan.");
    list_->setText(lines.join(QLatin1Char('\n')));
    QStringList notes;
    if (over > 0) notes << tr("%n heap(s) of papers that lie on each other: not counted.", nullptr, over);
    if (unknown > 0) notes << tr("%n outline(s) of no paper here.", nullptr, unknown);
    note_->setText(notes.join(QLatin1Char(' ')));
  }
  list_->setVisible(!list_->text().isEmpty());
  note_->setVisible(!note_->text().isEmpty());
}

}  // namespace clathra
