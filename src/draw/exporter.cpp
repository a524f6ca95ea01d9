#include "draw/exporter.hpp"

#include <QBuffer>
#include <QImage>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <cmath>

#include "cutting/set_pieces.hpp"
#include "draw/alike_strip.hpp"
#include "draw/card.hpp"
#include "draw/cutter_painter.hpp"
#include "draw/fonts.hpp"
#include "draw/layout_painter.hpp"
#include "draw/page_text.hpp"
#include "draw/place_list.hpp"
#include "draw/rules_painter.hpp"
#include "draw/sheet_painter.hpp"
#include "draw/template_painter.hpp"
#include "exchange/dxf.hpp"
#include "exchange/exchange.hpp"
#include "measure/quantity.hpp"

namespace clathra {

namespace {

constexpr int kPdfDpi = 1200;  // 0.02 mm steps
/// SVG's own unit here: a hundredth of a millimetre, so that lines are true to 0.01 mm.
constexpr double kSvgPerMm = 100;

QByteArray pngOf(const QImage& image) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  image.save(&buffer, "PNG");
  return bytes;
}

void paintLayoutPage(QPainter& painter, const Project& project, const QRectF& into) {
  const PieceIndex index(*project.layout);
  const Box shown =
      project.layout->sides == FinishingSides::Slice ? index.bounds() : project.layout->finished;
  LayoutLook look;
  look.palette = &printPalette();
  look.vector = true;
  const LayoutPlace place = fitted(shown, into, false);
  paintLayout(painter, project, index, place, into.adjusted(-1, -1, 1, 1), look);
}

}  // namespace

QByteArray svgPage(double width, double height, const QString& title,
                   const std::function<void(QPainter&)>& paint) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  QSvgGenerator svg;
  svg.setOutputDevice(&buffer);
  svg.setTitle(title);
  svg.setResolution(static_cast<int>(std::lround(25.4 * kSvgPerMm)));
  svg.setSize(QSize(static_cast<int>(std::lround(width * kSvgPerMm)),
                    static_cast<int>(std::lround(height * kSvgPerMm))));
  svg.setViewBox(QRectF(0, 0, width * kSvgPerMm, height * kSvgPerMm));
  QPainter painter(&svg);
  painter.scale(kSvgPerMm, kSvgPerMm);
  paint(painter);
  painter.end();
  return bytes;
}

QByteArray pdfPages(const Page& page, const std::string& title,
                    const std::function<void(QPainter&, const std::function<void()>&)>& paint) {
  loadFonts();
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  QPdfWriter pdf(&buffer);
  pdf.setResolution(kPdfDpi);
  pdf.setTitle(QString::fromStdString(title));
  pdf.setCreator(QStringLiteral("Clathra"));
  pdf.setPageSize(QPageSize(QSizeF(page.width, page.height), QPageSize::Millimeter,
                            QString::fromStdString(page.title), QPageSize::ExactMatch));
  pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
  QPainter painter(&pdf);
  const auto inMm = [&] {
    painter.resetTransform();
    painter.scale(kPdfDpi / 25.4, kPdfDpi / 25.4);
  };
  inMm();
  paint(painter, [&] {
    pdf.newPage();
    inMm();
  });
  painter.end();
  return bytes;
}

QByteArray layoutPdf(const Project& project) {
  const Box& f = project.layout->finished;
  const Page page = f.width() > f.height() ? Page{"a4", "A4", 297, 210} : Page{"a4", "A4", 210, 297};
  return pdfPages(page, project.name, [&](QPainter& painter, const std::function<void()>&) {
    const PageText text(painter);
    text.line(QString::fromStdString(project.name), 12, 17, 6, QFont::Bold);
    text.line(QStringLiteral("FRONT, as the finished top is seen  ·  %1")
                  .arg(QString::fromStdString(writeSize(f.width(), f.height(), project.settings.unit))),
              12, 24, 3.8);
    paintLayoutPage(painter, project, QRectF(12, 30, page.width - 24, page.height - 62));
    double x = 12;
    for (const Cloth& c : project.cloths) {
      const QString label = QString::fromStdString(c.sign + "  " + clothTitle(c));
      if (x + text.width(label, 3.8) > page.width - 12) break;
      x += text.line(label, x, page.height - 16, 3.8) + 8;
    }
  });
}

QByteArray layoutSvg(const Project& project) {
  loadFonts();
  const PieceIndex index(*project.layout);
  const Box b = project.layout->sides == FinishingSides::Slice ? index.bounds() : project.layout->finished;
  return svgPage(b.width(), b.height(), QString::fromStdString(project.name), [&](QPainter& painter) {
    paintLayoutPage(painter, project, QRectF(0, 0, b.width(), b.height()));
  });
}

QByteArray layoutPng(const Project& project, int longestSide, LayoutView view,
                     std::span<const PrintedPiece> inSets) {
  loadFonts();
  const PieceIndex index(*project.layout);
  const Box b = project.layout->sides == FinishingSides::Slice ? index.bounds() : project.layout->finished;
  const double scale = longestSide / std::max(b.width(), b.height());
  QImage image(QSize(std::max(1, static_cast<int>(std::ceil(b.width() * scale))),
                     std::max(1, static_cast<int>(std::ceil(b.height() * scale)))),
               QImage::Format_ARGB32_Premultiplied);
  image.fill(Qt::white);
  QPainter painter(&image);
  painter.setRenderHint(QPainter::Antialiasing);
  const QRectF all(image.rect());
  LayoutLook look;
  look.view = view;
  look.inSets = inSets;
  paintLayout(painter, project, index, fitted(b, all, false), all, look);
  painter.end();
  return pngOf(image);
}

void scaleAboutMiddle(QPainter& painter, const Page& page, PrintScale scale) {
  painter.translate(page.width / 2 + scale.driftAcross, page.height / 2 + scale.driftDown);
  painter.setTransform(QTransform(scale.across, 0, scale.shear, scale.down, 0, 0), true);
  painter.translate(-page.width / 2, -page.height / 2);
}

Result<QByteArray> templatesPdf(const Project& project, const TemplatePlan& plan, PrintScale scale) {
  return pdfPages(plan.page, project.name + ", templates",
                  [&](QPainter& painter, const std::function<void()>& newPage) {
                    for (std::size_t i = 0; i < plan.pages.size(); ++i) {
                      if (i > 0) newPage();
                      scaleAboutMiddle(painter, plan.page, scale);
                      paintTemplates(painter, project, plan, i);
                    }
                  });
}

namespace {

/// The cutting layer by our own hand, exact and closed; the marks as they are printed.
QByteArray layeredSvg(const Project& project, const CutPage& cuts,
                      const std::function<void(QPainter&)>& marks) {
  loadFonts();
  const QByteArray drawn = svgPage(cuts.width, cuts.height, QString::fromStdString(project.name), marks);
  const auto from = drawn.indexOf("<g "), to = drawn.lastIndexOf("</svg>");
  const auto mm = [](double x) { return QByteArray::fromStdString(formatNumber(x, 4)); };
  QByteArray out =
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"" +
      mm(cuts.width) + "mm\" height=\"" + mm(cuts.height) + "mm\" viewBox=\"0 0 " + mm(cuts.width) + " " +
      mm(cuts.height) + "\">\n<title>" + QString::fromStdString(project.name).toHtmlEscaped().toUtf8() +
      "</title>\n";
  out += QByteArray::fromStdString(cutSvgGroup(cuts));
  out += "<g id=\"marks\" transform=\"scale(" + mm(1 / kSvgPerMm) + ")\">\n";
  if (from >= 0 && to > from) out += drawn.mid(from, to - from);
  return out + "</g>\n</svg>\n";
}

SheetLook lookWith(const NeighbourMarks& marks) {
  SheetLook look;
  look.geometry = marks.geometry.get();
  look.colours = &marks.colours;
  return look;
}

}  // namespace

NeighbourMarks neighbourMarks(const Project& project, const Progress& progress) {
  NeighbourMarks out;
  if (project.settings.marks.outer || project.settings.marks.ticks) out.geometry = geometryOf(project.layout);
  if (project.settings.marks.ticks)
    if (auto colours = colourTicks(project, progress)) out.colours = std::move(*colours);
  return out;
}

Result<QByteArray> templateSvg(const Project& project, const TemplatePlan& plan, std::size_t page,
                               const CutWishes& wishes) {
  const auto cuts = templateCuts(plan, page, wishes);
  if (!cuts) return tl::make_unexpected(cuts.error());
  return layeredSvg(project, *cuts,
                    [&](QPainter& painter) { paintTemplates(painter, project, plan, page, false); });
}

Result<QByteArray> templateDxf(const TemplatePlan& plan, std::size_t page, const CutWishes& wishes) {
  const auto cuts = templateCuts(plan, page, wishes);
  if (!cuts) return tl::make_unexpected(cuts.error());
  return QByteArray::fromStdString(cutDxf(*cuts));
}

QByteArray rulerCardPdf(const Project& project, const RulerCard& card, const Page& page) {
  return pdfPages(page, project.name + ", ruler card",
                  [&](QPainter& painter, const std::function<void()>& newPage) {
                    paintRulerCard(painter, project, card, page, newPage);
                  });
}

void paintSheetPages(QPainter& painter, const Project& project, const SheetPlan& plan, PrintScale scale,
                     const std::function<void()>& newPage, const Progress& progress) {
  const NeighbourMarks marks = neighbourMarks(project, progress);
  const SheetLook look = lookWith(marks);
  for (std::size_t s = 0; s < plan.sheets.size() && !progress.cancelled(); ++s) {
    if (s > 0) newPage();
    progress.report(static_cast<double>(s) / static_cast<double>(plan.sheets.size()));
    scaleAboutMiddle(painter, plan.page, scale);
    paintSheet(painter, project, plan, s, look);
  }
  if (plan.sheets.empty() || progress.cancelled()) return;
  if (!holdsRules(plan.page)) {
    newPage();
    scaleAboutMiddle(painter, plan.page, scale);
    Page page = plan.page;
    page.margin = kPageMargin;
    paintRules(painter, page, QString::fromStdString(project.name) + QObject::tr("  ·  rules"),
               QObject::tr("print at 100 %, measure the rules"), printPalette());
  }
  if (listsPlaces(project, plan)) {
    newPage();
    paintPlaceList(painter, project, plan, marks, newPage);
  }
}

Result<QByteArray> sheetsPdf(const Project& project, const SheetPlan& plan, const Progress& progress,
                             PrintScale scale) {
  QByteArray bytes = pdfPages(plan.page, project.name + ", papers",
                              [&](QPainter& painter, const std::function<void()>& newPage) {
                                paintSheetPages(painter, project, plan, scale, newPage, progress);
                              });
  if (progress.cancelled()) return fail(kCancelled);
  return bytes;
}

Result<QByteArray> sheetSvg(const Project& project, const SheetPlan& plan, std::size_t sheet,
                            const NeighbourMarks& marks, const CutWishes& wishes) {
  const auto cuts = sheetCuts(*project.layout, plan, sheet, wishes);
  if (!cuts) return tl::make_unexpected(cuts.error());
  SheetLook look = lookWith(marks);
  look.outlines = false;
  return layeredSvg(project, *cuts,
                    [&](QPainter& painter) { paintSheet(painter, project, plan, sheet, look); });
}

Result<QByteArray> sheetDxf(const Project& project, const SheetPlan& plan, std::size_t sheet,
                            const CutWishes& wishes) {
  const auto cuts = sheetCuts(*project.layout, plan, sheet, wishes);
  if (!cuts) return tl::make_unexpected(cuts.error());
  return QByteArray::fromStdString(cutDxf(*cuts));
}

Result<QByteArray> lookAlikesPdf(const Project& project, const Page& page, PrintScale scale) {
  const auto pairs = alikePairs(*project.layout, project.settings.lookAlike.mm());
  if (pairs.empty()) return fail("no-look-alikes", fineArg(project.settings.lookAlike.mm(), 1));
  return pdfPages(page, project.name + ", look-alikes",
                  [&](QPainter& painter, const std::function<void()>& newPage) {
                    scaleAboutMiddle(painter, page, scale);
                    paintAlikeStrip(painter, project, pairs, page, [&] {
                      newPage();
                      scaleAboutMiddle(painter, page, scale);
                    });
                  });
}

QByteArray cutterPng(const CutterReport& report, const CutterMat& mat) {
  loadFonts();
  QImage image(1200, 1200, QImage::Format_RGB32);
  image.fill(Qt::white);
  QPainter painter(&image);
  paintCutter(painter, QRectF(20, 20, 1160, 1160), report, mat, {});
  painter.end();
  return pngOf(image);
}

QByteArray cutCardPdf(const Project& project, const CutPlan& plan, const CutBatch* batch) {
  const Page page = pageOf(project.settings.page).value_or(standardPages().front());
  const Page card = page.width < 205 ? standardPages().front() : page;  // steps need a hand's breadth
  return pdfPages(card, project.name + ", cutting card",
                  [&](QPainter& painter, const std::function<void()>& newPage) {
                    paintCutCard(painter, project, plan, card, newPage, batch);
                  });
}

ByteView viewOf(const QByteArray& bytes) {
  return std::as_bytes(std::span(bytes.constData(), static_cast<std::size_t>(bytes.size())));
}

Status writeBytes(const std::filesystem::path& file, const QByteArray& bytes) {
  return writeWhole(realFileSystem(), file, viewOf(bytes));
}

constexpr int kLongestSide = 2400;  // pixels of a picture

/// What sets of layered repeats show. Errors: cancelled; a cloth that cannot be planned has none.
static Result<std::vector<PrintedPiece>> allInSets(const Project& project, const Progress& progress) {
  std::vector<PrintedPiece> out;
  for (const Cloth& c : project.cloths) {
    if (!c.print || !(c.inSet || c.method == "layers")) continue;
    const auto plan = cutPlan(project, c.id, progress);
    if (progress.cancelled()) return fail(kCancelled);
    if (!plan) continue;
    const auto own = layeredPieces(project, *plan).shown;
    out.insert(out.end(), own.begin(), own.end());
  }
  return out;
}

Status exportProject(const Project& project, const std::filesystem::path& file, LayoutView view,
                     const Progress& progress) {
  const std::string suffix = file.extension().string();
  if (suffix == ".svg") return writeBytes(file, layoutSvg(project));
  if (suffix == ".pdf") return writeBytes(file, layoutPdf(project));
  if (suffix == ".png") {
    std::vector<PrintedPiece> inSets;
    if (view == LayoutView::AsSewn) {
      auto known = allInSets(project, progress);
      if (!known) return tl::make_unexpected(known.error());
      inSets = std::move(*known);
    }
    return writeBytes(file, layoutPng(project, kLongestSide, view, inSets));
  }
  if (suffix == ".csv") return writeBytes(file, QByteArray::fromStdString(tallyCsv(project, Tally(project))));
  if (suffix == ".geojson")
    return writeBytes(file, QByteArray::fromStdString(piecesGeoJson(project).dump(
                                -1, ' ', false, nlohmann::json::error_handler_t::replace)));
  if (suffix == ".dxf") return writeBytes(file, QByteArray::fromStdString(layoutDxf(project)));
  return fail("no-format-written-use", suffix);
}

}  // namespace clathra
