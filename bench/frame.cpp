// One frame of 10 000 painted pieces beside a plain loop over the same polygons.
#include <benchmark/benchmark.h>

#include <QImage>
#include <QPainter>

#include "draw/layout_painter.hpp"
#include "samples.hpp"

using namespace clathra;

namespace {

constexpr int kWidth = 900, kHeight = 620;

void frame(benchmark::State& state) {
  const Project p = bench::sample(10'000);
  const PieceIndex index(*p.layout);
  QImage image(kWidth, kHeight, QImage::Format_ARGB32_Premultiplied);
  LayoutPlace place = fitted(p.layout->finished, QRectF(image.rect()), false);
  if (state.range(0) > 1) {  // zoomed in until a tenth is in view
    const double k = std::sqrt(double(state.range(0)));
    const QPointF middle = QRectF(image.rect()).center();
    place.origin = middle + (place.origin - middle) * k;
    place.scale *= k;
  }
  const SeamGraph seams = buildSeams(*p.layout);
  LayoutLook look;
  look.rim = seams.outer;  // as the window does
  for (auto _ : state) {
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    paintLayout(painter, p, index, place, QRectF(image.rect()), look);
  }
}
BENCHMARK(frame)->Arg(1)->Arg(10)->Unit(benchmark::kMillisecond);

void plainLoop(benchmark::State& state) {
  const Project p = bench::sample(10'000);
  QImage image(kWidth, kHeight, QImage::Format_ARGB32_Premultiplied);
  const LayoutPlace place = fitted(p.layout->finished, QRectF(image.rect()), false);
  for (auto _ : state) {
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      painter.setBrush(colourOf(clothById(p, p.painting[i])->colour));
      QPolygonF polygon;
      for (const Point c : p.layout->outline(i)) polygon << place.toDevice(c);
      painter.drawPolygon(polygon);
    }
  }
}
BENCHMARK(plainLoop)->Unit(benchmark::kMillisecond);

}  // namespace
