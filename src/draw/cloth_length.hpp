// A length of cloth to scale, with its print where there is one.
#pragma once
#include <QImage>
#include <QPainter>

#include "draw/palette.hpp"
#include "model/project.hpp"

namespace clathra {

/// A stretch of cloth of `size` pixels with its print, `perMm` pixels to the mm: the print goes on by its
/// steps.
QImage printFill(const QImage& image, const Print& print, const QSizeF& size, double perMm);

/// A length of cloth drawn to scale with its colour and hatch, or its print where there is one.
void paintClothLength(QPainter& painter, const Project& project, const Cloth& cloth, const QRectF& cloth_area,
                      double scale, const Palette& palette);

}  // namespace clathra
