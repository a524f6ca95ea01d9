// One frame of 10 000 painted pieces beside a plain loop over the same polygons.
#include <benchmark/benchmark.h>

#include <QImage>
#include <QPainter>

#include "draw/layout_painter.hpp"
#include "draw/motif_painter.hpp"
#include "draw/pictures.hpp"
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

/// Twelve copies of a kite, 900 by 900, beside twelve polygons filled with the same picture.
struct Preview {
  Picture picture;
  Print print;
  Polygon kite{{104, 40}, {117, 76}, {104, 100}, {91, 76}};
  Preview() {
    QImage image(1200, 900, QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
      for (int x = 0; x < image.width(); ++x) image.setPixel(x, y, qRgb(x % 251, y % 241, (x * y) % 239));
    picture = *pictureFromImage(image);
    print.dpi = 127;
  }
};

void preview(benchmark::State& state) {
  const Preview p;
  QImage image(900, 900, QImage::Format_ARGB32_Premultiplied);
  for (auto _ : state) {
    image.fill(Qt::white);
    QPainter painter(&image);
    paintUnit(painter, p.picture, p.print, p.kite, 12, UnitKind::Pinwheel, QRectF(image.rect()),
              dayPalette());
  }
}
BENCHMARK(preview)->Unit(benchmark::kMillisecond);

void texturedPolygons(benchmark::State& state) {
  const Preview p;
  const QImage texture = decode(p.picture).convertToFormat(QImage::Format_RGB32);
  QImage image(900, 900, QImage::Format_ARGB32_Premultiplied);
  const Point tip = p.kite[0];
  const double scale = 900 / (2 * distance(tip, p.kite[2])) * 0.98;
  for (auto _ : state) {
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    QBrush brush(texture);
    brush.setTransform(QTransform::fromScale(25.4 / 127, 25.4 / 127));
    QPolygonF kite;
    for (const Point c : p.kite) kite << QPointF(c.x, c.y);
    for (int i = 0; i < 12; ++i) {
      painter.resetTransform();
      painter.translate(450, 450);
      painter.scale(scale, scale);
      painter.rotate(30 * i);
      painter.translate(-tip.x, -tip.y);
      painter.setPen(Qt::NoPen);
      painter.setBrush(brush);
      painter.drawPolygon(kite);
    }
  }
}
BENCHMARK(texturedPolygons)->Unit(benchmark::kMillisecond);

}  // namespace
