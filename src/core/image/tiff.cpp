#include "image/tiff.hpp"

#include <tiffio.h>

#include <algorithm>
#include <cstring>
#include <memory>

namespace clathra {

namespace {

/// A file in memory, read only.
struct Memory {
  ByteSpan bytes;
  std::size_t at = 0;
};

tmsize_t readSome(thandle_t handle, void* into, tmsize_t most) {
  auto* m = static_cast<Memory*>(handle);
  const auto n = std::min<std::size_t>(static_cast<std::size_t>(std::max<tmsize_t>(0, most)),
                                       m->bytes.size() - std::min(m->at, m->bytes.size()));
  if (n > 0) std::memcpy(into, m->bytes.data() + m->at, n);
  m->at += n;
  return static_cast<tmsize_t>(n);
}
tmsize_t writeNone(thandle_t, void*, tmsize_t) {
  return 0;
}
toff_t seek(thandle_t handle, toff_t to, int from) {
  auto* m = static_cast<Memory*>(handle);
  const toff_t base = from == SEEK_CUR ? m->at : from == SEEK_END ? m->bytes.size() : 0;
  m->at = static_cast<std::size_t>(base + to);
  return m->at;
}
int closeNothing(thandle_t) {
  return 0;
}
toff_t sizeOf(thandle_t handle) {
  return static_cast<Memory*>(handle)->bytes.size();
}

struct Close {
  void operator()(TIFF* tiff) const { TIFFClose(tiff); }
};
using Tiff = std::unique_ptr<TIFF, Close>;

Tiff opened(Memory& memory) {
  // Its words are for programmers.
  static const bool quiet = (TIFFSetErrorHandler(nullptr), TIFFSetWarningHandler(nullptr), true);
  (void)quiet;
  return Tiff(TIFFClientOpen("picture", "rm", &memory, readSome, writeNone, seek, closeNothing, sizeOf,
                             nullptr, nullptr));
}

}  // namespace

bool isTiff(ByteSpan b) {
  return b.size() >= 8 && (std::memcmp(b.data(), "II*\0", 4) == 0 || std::memcmp(b.data(), "MM\0*", 4) == 0);
}

std::optional<ImageFacts> tiffFacts(ByteSpan bytes) {
  Memory memory{bytes};
  const Tiff tiff = opened(memory);
  std::uint32_t width = 0, height = 0;
  if (!tiff || !TIFFGetField(tiff.get(), TIFFTAG_IMAGEWIDTH, &width) ||
      !TIFFGetField(tiff.get(), TIFFTAG_IMAGELENGTH, &height))
    return std::nullopt;
  ImageFacts out;
  out.kind = ImageFacts::Kind::Tiff;
  // More than an int holds is refused by its size like any other.
  out.width = static_cast<int>(std::min<std::uint32_t>(width, INT32_MAX));
  out.height = static_cast<int>(std::min<std::uint32_t>(height, INT32_MAX));
  float perUnit = 0;
  std::uint16_t unit = RESUNIT_INCH;
  if (TIFFGetField(tiff.get(), TIFFTAG_XRESOLUTION, &perUnit) && perUnit > 0) {
    TIFFGetFieldDefaulted(tiff.get(), TIFFTAG_RESOLUTIONUNIT, &unit);
    if (unit == RESUNIT_INCH) out.dpi = perUnit;
    if (unit == RESUNIT_CENTIMETER) out.dpi = perUnit * 2.54;
  }
  return out;
}

bool decodeTiff(ByteSpan bytes, Raster& into) {
  Memory memory{bytes};
  const Tiff tiff = opened(memory);
  if (!tiff) return false;
  std::vector<std::uint32_t> pixels(static_cast<std::size_t>(into.width) *
                                    static_cast<std::size_t>(into.height));
  if (!TIFFReadRGBAImageOriented(tiff.get(), static_cast<std::uint32_t>(into.width),
                                 static_cast<std::uint32_t>(into.height), pixels.data(), ORIENTATION_TOPLEFT,
                                 1))
    return false;
  for (std::size_t i = 0; i < pixels.size(); ++i) {
    std::uint8_t* to = into.rgba.data() + 4 * i;
    to[0] = static_cast<std::uint8_t>(TIFFGetR(pixels[i]));
    to[1] = static_cast<std::uint8_t>(TIFFGetG(pixels[i]));
    to[2] = static_cast<std::uint8_t>(TIFFGetB(pixels[i]));
    to[3] = static_cast<std::uint8_t>(TIFFGetA(pixels[i]));
  }
  return true;
}

}  // namespace clathra
