// Pages as another program renders them, and where their ink lies.
#pragma once
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <cmath>
#include <fstream>
#include <string>

#include "shape/polygon.hpp"
#include "support.hpp"

namespace support {

using clathra::distance;
using clathra::Point;

inline constexpr double kDpi = 600;

/// One page as grey values, rendered by pdftoppm.
struct PageRaster {
  int width = 0, height = 0;
  double dpi = kDpi;
  std::string pixels;
  int at(int x, int y) const {
    if (x < 0 || y < 0 || x >= width || y >= height) return 255;
    return static_cast<unsigned char>(
        pixels[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x)]);
  }
};

inline QString pdfText(const QByteArray& pdf, const QStringList& options = {}) {
  const QTemporaryDir folder;
  QFile file(folder.filePath("x.pdf"));
  if (!file.open(QIODevice::WriteOnly)) return {};
  file.write(pdf);
  file.close();
  QProcess p;
  p.start("pdftotext", options + QStringList{file.fileName(), "-"});
  p.waitForFinished(support::kHang);
  return QString::fromUtf8(p.readAllStandardOutput());
}

inline PageRaster render(const QByteArray& pdf, int page, double dpi = kDpi) {
  const QTemporaryDir folder;
  QFile file(folder.filePath("x.pdf"));
  file.open(QIODevice::WriteOnly);
  file.write(pdf);
  file.close();
  QProcess p;
  p.start("pdftoppm", {"-r", QString::number(int(dpi)), "-gray", "-f", QString::number(page), "-l",
                       QString::number(page), "-singlefile", file.fileName(), folder.filePath("out")});
  p.waitForFinished(support::kHang);
  std::ifstream in(folder.filePath("out.pgm").toStdString(), std::ios::binary);
  std::string magic;
  int most = 0;
  PageRaster r;
  in >> magic >> r.width >> r.height >> most;
  in.get();
  r.dpi = dpi;
  // At once: byte by byte an A0 sheet takes longer to read than to render.
  r.pixels.resize(static_cast<std::size_t>(r.width) * static_cast<std::size_t>(r.height));
  in.read(r.pixels.data(), static_cast<std::streamsize>(r.pixels.size()));
  return r;
}

/// Where the ink of a line is, across it: mm off from where it should be, at the middle of an edge. Only
/// lines that stand alone within the search are measured.
inline double inkOff(const PageRaster& r, Point a, Point b, double t, double search = 1.6) {
  constexpr double kStep = 0.01;
  const Point at = a + t * (b - a), d = (1 / distance(a, b)) * (b - a), n{-d.y, d.x};
  double weight = 0, sum = 0;
  for (double s = -search; s <= search; s += kStep) {
    const Point p = at + s * n;
    const int grey = r.at(static_cast<int>(std::floor(p.x * r.dpi / 25.4)),
                          static_cast<int>(std::floor(p.y * r.dpi / 25.4)));
    const double ink = 255 - grey;
    weight += ink;
    sum += ink * s;
  }
  return weight > 0 ? sum / weight : 99;
}

inline int pdfPageCount(const QByteArray& pdf) {
  return static_cast<int>(pdf.count("/Type /Page\n"));
}

}  // namespace support
