// PDF of 2 000 marked papers beside the outlines alone; sheets and strokes of inch hexagons.
#include <benchmark/benchmark.h>

#include <QBuffer>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>

#include "draw/exporter.hpp"
#include "draw/hatch.hpp"
#include "paper/nesting.hpp"
#include "samples.hpp"
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
BENCHMARK(pdfOfMarkedPapers)->LengthUnit(benchmark::kMillisecond);

void pdfOfOutlinesOnly(benchmark::State& state) {
  const Sheets s;
  for (auto _ : state) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&buffer);
    pdf.setResolution(1200);
    pdf.setPageSize(QPageSize(QPageSize::A4));
    QPainter painter(&pdf);
    for (std::size_t i = 0; i < s.plan.sheets.size(); ++i) {
      if (i > 0) pdf.newPage();
      painter.resetTransform();
      painter.scale(1200 / 25.4, 1200 / 25.4);
      painter.setPen(QPen(Qt::black, 0.2));
      for (const SheetPaper& p : s.plan.sheets[i].papers) painter.drawPolygon(toQt(p.outline));
    }
    painter.end();
    benchmark::DoNotOptimize(bytes);
  }
}
BENCHMARK(pdfOfOutlinesOnly)->LengthUnit(benchmark::kMillisecond);

void inchHexagonsOnA4(benchmark::State& state) {
  const Polygon hexagon = scaled(*familyOutline("hexagon"), 25.4);
  PageFill dense, strips;
  for (auto _ : state) {
    dense = densestFill(hexagon, standardPages().front());
    strips = stripFill(hexagon, standardPages().front());
  }
  state.counters["dense papers"] = static_cast<double>(dense.copies.size());
  state.counters["dense strokes each"] = dense.strokes / double(dense.copies.size());
  state.counters["strip papers"] = static_cast<double>(strips.copies.size());
  state.counters["strip strokes each"] = strips.strokes / double(strips.copies.size());
}
BENCHMARK(inchHexagonsOnA4)->LengthUnit(benchmark::kMillisecond);

}  // namespace
