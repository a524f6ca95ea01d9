// PDF of 2 000 marked papers beside a plain loop; sheets and strokes; a scan beside its decoding.
#include <benchmark/benchmark.h>

#include <QBuffer>
#include <QFontMetricsF>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <map>

#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "image/decode.hpp"
#include "paper/nesting.hpp"
#include "paper/practice.hpp"
#include "paper/scan.hpp"
#include "samples.hpp"
#include "script/demo.hpp"
#include "shape/families.hpp"

using namespace clathra;

namespace {

struct Sheets {
  Project project = bench::sample(2'000, "hexagons", 1);
  SheetPlan plan = *planSheets(project, {standardPages().front(), MarkedSide::Back, false});
};

void pdfOfMarkedPapers(benchmark::State& state) {
  const Sheets s;
  for (auto _ : state) benchmark::DoNotOptimize(sheetsPdf(s.project, s.plan));
  state.counters["papers"] = s.plan.papers;
}
BENCHMARK(pdfOfMarkedPapers)->Unit(benchmark::kMillisecond);

/// The same outlines, words and hatches in one plain loop: number, name and arrow of each paper, and the
/// sign.
void pdfInAPlainLoop(benchmark::State& state) {
  const Sheets s;
  for (auto _ : state) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&buffer);
    pdf.setResolution(1200);
    pdf.setPageSize(QPageSize(QPageSize::A4));
    QPainter painter(&pdf);
    constexpr double kScale = 20;
    const auto words = [&](const QString& text, Point at, double size, int weight) {
      painter.save();
      painter.translate(at.x, at.y);
      painter.scale(1 / kScale, 1 / kScale);
      painter.setFont(textFont(size * kScale, weight));
      const double wide = QFontMetricsF(painter.font()).horizontalAdvance(text);
      painter.drawText(QPointF(-wide / 2, 0), text);
      painter.restore();
    };
    for (std::size_t i = 0; i < s.plan.sheets.size(); ++i) {
      if (i > 0) pdf.newPage();
      painter.resetTransform();
      painter.scale(1200 / 25.4, 1200 / 25.4);
      for (const SheetPaper& p : s.plan.sheets[i].papers) {
        painter.setPen(QPen(Qt::black, 0.2));
        painter.drawPolygon(toQt(p.outline));
        const Point c = centroid(p.outline);
        const Shape& shape = s.project.layout->shapes[p.shape];
        words(QString::number(p.piece + 1), c, 5.4, QFont::Bold);
        if (const Cloth* cloth = clothById(s.project, s.project.painting[p.piece])) {
          words(QString::fromStdString(cloth->sign), c + Point{0, 5}, 4.2, QFont::Bold);
          const Polygon square{c + Point{-5, 2}, c + Point{-1.6, 2}, c + Point{-1.6, 5.4},
                               c + Point{-5, 5.4}};
          painter.setPen(QPen(Qt::black, 0.15));
          painter.drawPolygon(toQt(square));
          strokeHatch(painter, square, cloth->hatch, 0.7, QPen(Qt::black, 0.15));
        }
        words(QString::fromStdString(shape.title) + " 1 in", c + Point{0, 9}, 2.83, QFont::Normal);
        painter.setPen(QPen(Qt::black, 0.3));
        const Point tip = c - Point{0, 5};
        for (const Point to : {tip + Point{0, 4}, tip + Point{-1, 1.5}, tip + Point{1, 1.5}})
          painter.drawLine(QPointF(tip.x, tip.y), QPointF(to.x, to.y));
      }
    }
    painter.end();
    benchmark::DoNotOptimize(bytes);
  }
}
BENCHMARK(pdfInAPlainLoop)->Unit(benchmark::kMillisecond);

/// An A4 of 20 papers at 300 dpi, as a scanner with noise, tilt, shadows and uneven light sees it.
struct Glass {
  Project project = bench::sample(200, "hexagon-diamond-triangle", 1);
  std::vector<PaperOnGlass> papers;
  Bytes png;
  Glass() {
    PracticeScan scan;
    scan.tilt = Angle::degrees(1.3);
    scan.noise = 2;
    scan.unevenness = 0.2;
    scan.shadow = 0.3;
    papers = papersForPractice(*project.layout, scan, 20);
    png = *encodePng(*practiceScan(papers, scan), scan.dpi);
  }
};

void scanOfTwentyPapers(benchmark::State& state) {
  const Glass g;
  const Raster raster = *decodeImage(g.png);
  std::size_t found = 0;
  for (auto _ : state) found = scanPapers(raster, 300, shapesForScan(*g.project.layout))->size();
  state.counters["papers"] = static_cast<double>(g.papers.size());
  state.counters["found"] = static_cast<double>(found);
}
BENCHMARK(scanOfTwentyPapers)->Unit(benchmark::kMillisecond);

void decodingThatScan(benchmark::State& state) {
  const Glass g;
  for (auto _ : state) benchmark::DoNotOptimize(decodeImage(g.png));
}
BENCHMARK(decodingThatScan)->Unit(benchmark::kMillisecond);

/// Sheets of the demos, one paper a piece, beside the best upright grid of each kind over all turns by 1°.
void sheetsOfTheDemos(benchmark::State& state) {
  const auto library = bench::library();
  const Page page = standardPages().front();
  const Box room = printable(page);
  for (auto _ : state)
    for (const char* name : {"saltmarsh", "mill-lantern", "sluice-runner"}) {
      forgetFills();
      const Project p = *demoProject(library, name);
      state.counters[std::string(name) + " sheets"] =
          static_cast<double>(planSheets(p, {page, MarkedSide::Back, false})->sheets.size());
      std::map<std::pair<int, int>, int> kinds;
      for (const Piece& piece : p.layout->pieces) ++kinds[{piece.shape, piece.hand}];
      int grid = 0;
      for (const auto& [kind, n] : kinds) {
        int best = 1;
        const Polygon o =
            paperOutline(p.layout->shapes[std::size_t(kind.first)], kind.second, MarkedSide::Back);
        for (int turn = 0; turn < 180; ++turn) {
          const Box b = bounds(placed(o, Angle::degrees(turn), false, {}));
          best = std::max(best, static_cast<int>(room.width() / b.width()) *
                                    static_cast<int>(room.height() / b.height()));
        }
        grid += (n + best - 1) / best;
      }
      state.counters[std::string(name) + " grid"] = grid;
    }
}
BENCHMARK(sheetsOfTheDemos)->Unit(benchmark::kMillisecond)->Iterations(1);

void inchHexagonsOnA4(benchmark::State& state) {
  const Polygon hexagon = scaled(*familyOutline("hexagon"), 25.4);
  PageFill dense, strips;
  for (auto _ : state) {
    forgetFills();
    dense = densestFill(hexagon, standardPages().front());
    strips = stripFill(hexagon, standardPages().front());
  }
  state.counters["dense papers"] = static_cast<double>(dense.copies.size());
  state.counters["dense strokes each"] = dense.strokes / double(dense.copies.size());
  state.counters["strip papers"] = static_cast<double>(strips.copies.size());
  state.counters["strip strokes each"] = strips.strokes / double(strips.copies.size());
}
BENCHMARK(inchHexagonsOnA4)->Unit(benchmark::kMillisecond);

}  // namespace
