#include "draw/print_cut.hpp"

#include <cmath>
#include <list>
#include <mutex>

#include "draw/pictures.hpp"
#include "measure/length.hpp"
#include "motif/meeting.hpp"

namespace clathra {

namespace {

/// By halves, so that few different ones are asked for: at least as fine as shown.
double levelFor(double own, double shown) {
  double level = own;
  while (level / 2 >= shown) level /= 2;
  return level;
}

Raster rasterOf(const QImage& image) {
  const QImage rgba = image.convertToFormat(QImage::Format_RGBA8888);
  Raster out{rgba.width(), rgba.height(), {}};
  for (int y = 0; y < rgba.height(); ++y)
    out.rgba.insert(out.rgba.end(), rgba.constScanLine(y), rgba.constScanLine(y) + 4 * rgba.width());
  return out;
}

}  // namespace

QBrush PrintCut::brush(const QTransform& onto) const {
  QBrush out(image);
  out.setTransform(QTransform(1 / perMm.x, 0, 0, 1 / perMm.y, corner.x, corner.y) * onto);
  return out;
}

namespace {

/// `small`: the picture at the level it is wanted at.
PrintCut cutFrom(const QImage& small, const QSize& whole, const Print& print, const Box& seen) {
  PrintCut out;
  const double own = print.dpi / kMmPerInch;
  const double wide = whole.width() / own, high = whole.height() / own;
  const double fine = small.width() / wide;
  if (seen.left >= 0 && seen.top >= 0 && seen.right <= wide && seen.bottom <= high)
    return {small, {}, {fine, small.height() / high}};
  const Raster raster = rasterOf(small);
  Print shown = print;
  shown.dpi = fine * kMmPerInch;
  const PrintView view(raster, shown);
  // Two pixels more all round: a brush looks at its neighbours, and comes again beyond its edge.
  constexpr int kRim = 2;
  out.perMm = {fine, fine};
  out.corner = {seen.left - kRim / fine, seen.top - kRim / fine};
  out.image = QImage(static_cast<int>(std::ceil(seen.width() * fine)) + 2 * kRim,
                     static_cast<int>(std::ceil(seen.height() * fine)) + 2 * kRim, QImage::Format_RGB32);
  const bool known = repeatKnown(print);
  for (int y = 0; y < out.image.height(); ++y) {
    auto* line = reinterpret_cast<QRgb*>(out.image.scanLine(y));
    for (int x = 0; x < out.image.width(); ++x) {
      const Point mm = out.corner + Point{(x + 0.5) / fine, (y + 0.5) / fine};
      if (!known && (mm.x < 0 || mm.y < 0 || mm.x > wide || mm.y > high)) {
        line[x] = qRgb(255, 255, 255);  // nobody knows what the cloth shows there
        continue;
      }
      double rgb[3];
      view.levelsAt(mm, rgb);
      line[x] = qRgb(qRound(rgb[0]), qRound(rgb[1]), qRound(rgb[2]));
    }
  }
  return out;
}

QImage atLevel(const QImage& picture, double share) {
  if (share >= 1) return picture.convertToFormat(QImage::Format_RGB32);
  return picture
      .scaled(std::max(1, qRound(picture.width() * share)), std::max(1, qRound(picture.height() * share)),
              Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
      .convertToFormat(QImage::Format_RGB32);
}

/// A project that is opened again has the same pictures in other memory.
bool same(const std::shared_ptr<const Bytes>& a, const std::shared_ptr<const Bytes>& b) {
  return a == b || (a && b && *a == *b);
}

/// What was decoded, made smaller and cut last.
class Memory {
 public:
  PrintCut cut(const Picture& picture, const Print& print, const Box& seen, double perMm) {
    const std::lock_guard lock(guard_);
    const double own = print.dpi / kMmPerInch, share = levelFor(own, perMm) / own;
    for (auto at = cuts_.begin(); at != cuts_.end(); ++at)
      if (at->share == share && at->seen == seen && at->print == print && same(at->bytes, picture.png)) {
        cuts_.splice(cuts_.begin(), cuts_, at);
        return cuts_.front().cut;
      }
    const QImage& small = level(picture, share);
    if (small.isNull()) return {};
    PrintCut out = cutFrom(small, QSize(picture.width, picture.height), print, seen);
    if (out.image.cacheKey() == small.cacheKey()) return out;
    cuts_.push_front({picture.png, print, seen, share, out});
    constexpr std::size_t kCuts = 64;
    if (cuts_.size() > kCuts) cuts_.pop_back();
    return out;
  }

 private:
  struct Cut {
    std::shared_ptr<const Bytes> bytes;
    Print print;
    Box seen;
    double share;
    PrintCut cut;
  };
  struct Level {
    std::shared_ptr<const Bytes> bytes;
    double share;
    QImage image;
  };

  const QImage& level(const Picture& picture, double share) {
    for (auto at = levels_.begin(); at != levels_.end(); ++at)
      if (at->share == share && same(at->bytes, picture.png)) {
        levels_.splice(levels_.begin(), levels_, at);
        return levels_.front().image;
      }
    const QImage image = share >= 1 ? decode(picture).convertToFormat(QImage::Format_RGB32)
                                    : atLevel(level(picture, 1), share);
    levels_.push_front({picture.png, share, image});
    constexpr std::size_t kLevels = 12;
    if (levels_.size() > kLevels) levels_.pop_back();
    return levels_.front().image;
  }

  std::mutex guard_;
  std::list<Cut> cuts_;
  std::list<Level> levels_;
};

}  // namespace

PrintCut printCut(const Picture& picture, const Print& print, const Box& seen, double perMm) {
  static Memory memory;
  return memory.cut(picture, print, seen, perMm);
}

}  // namespace clathra
