#include "draw/cloth_length.hpp"

#include <algorithm>
#include <cmath>

#include "draw/hatch.hpp"
#include "draw/pictures.hpp"
#include "motif/meeting.hpp"

namespace clathra {

QImage printFill(const QImage& image, const Print& print, const QSizeF& size, double perMm) {
  // First as small as it is shown, so that fine prints do not shimmer; then by the steps of its repeat.
  const double shrink = std::min(1.0, perMm * 25.4 / print.dpi);
  const QImage small =
      image
          .scaled(std::max(2, qRound(image.width() * shrink)), std::max(2, qRound(image.height() * shrink)),
                  Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
          .convertToFormat(QImage::Format_RGBA8888);
  Raster raster{small.width(), small.height(), {}};
  for (int y = 0; y < small.height(); ++y)
    raster.rgba.insert(raster.rgba.end(), small.constScanLine(y), small.constScanLine(y) + 4 * small.width());
  Print shown = print;
  shown.dpi = print.dpi * small.width() / image.width();
  const PrintView view(raster, shown);
  const double wide = image.width() * 25.4 / print.dpi, high = image.height() * 25.4 / print.dpi;
  QImage out(std::max(1, qRound(size.width())), std::max(1, qRound(size.height())), QImage::Format_RGB32);
  for (int y = 0; y < out.height(); ++y) {
    auto* line = reinterpret_cast<QRgb*>(out.scanLine(y));
    for (int x = 0; x < out.width(); ++x) {
      Point mm{(x + 0.5) / perMm, (y + 0.5) / perMm};
      // Where no repeat is known pictures lie side by side.
      if (!repeatKnown(print)) mm = {std::fmod(mm.x, wide), std::fmod(mm.y, high)};
      double level[3];
      view.levelsAt(mm, level);
      line[x] = qRgb(qRound(level[0]), qRound(level[1]), qRound(level[2]));
    }
  }
  return out;
}

void paintClothLength(QPainter& painter, const Project& project, const Cloth& cloth, const QRectF& area,
                      double scale, const Palette& palette) {
  painter.save();
  QPen pen(palette.ink, 1.5);
  pen.setJoinStyle(Qt::MiterJoin);
  painter.setPen(pen);
  painter.setBrush(hatchBrush(cloth, painter.device()->devicePixelRatioF()));
  if (cloth.print) {
    const auto picture = project.pictures.find(cloth.print->picture);
    const QImage image = picture == project.pictures.end() ? QImage() : decode(picture->second);
    if (!image.isNull()) {
      const double ratio = painter.device()->devicePixelRatioF();
      painter.setBrush(Qt::NoBrush);
      painter.drawImage(area, printFill(image, *cloth.print, area.size() * ratio, scale * ratio));
    }
  }
  painter.drawRect(area);
  painter.restore();
}

}  // namespace clathra
