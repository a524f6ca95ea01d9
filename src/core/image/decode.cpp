#include "image/decode.hpp"

#include <png.h>
#include <turbojpeg.h>

#include <algorithm>
#include <cmath>
#include <cstring>
#include <memory>
#include <new>

#include "image/exif.hpp"
#include "image/tiff.hpp"
#include "image/webp.hpp"

namespace clathra {

namespace {

constexpr double kMetresPerInch = 0.0254;

bool isPng(ByteSpan b) {
  static constexpr std::uint8_t magic[] = {0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
  return b.size() >= sizeof magic && std::equal(std::begin(magic), std::end(magic), b.begin());
}
bool isJpeg(ByteSpan b) {
  return b.size() >= 3 && b[0] == 0xFF && b[1] == 0xD8 && b[2] == 0xFF;
}

tl::unexpected<Error> damaged() {
  return fail("damaged-breaks-off-does");
}

Status checkSize(std::int64_t width, std::int64_t height) {
  if (width <= 0 || height <= 0) return fail("no-pixels");
  if (width > kMostPixels || height > kMostPixels || width * height > kMostPixels)
    return fail("x-pixels-most-million", width, height, kMostPixels / 1'000'000);
  return {};
}

/// The scale from a PNG's pHYs chunk, which lies before its pixels.
std::optional<double> pngDpi(ByteSpan b) {
  const auto word = [&](std::size_t at) {
    return std::uint32_t{b[at]} << 24 | std::uint32_t{b[at + 1]} << 16 | std::uint32_t{b[at + 2]} << 8 |
           b[at + 3];
  };
  for (std::size_t at = 8; at + 12 <= b.size();) {
    const std::size_t length = word(at);
    if (std::memcmp(&b[at + 4], "IDAT", 4) == 0 || length > b.size() - at - 12) break;
    if (std::memcmp(&b[at + 4], "pHYs", 4) == 0 && length == 9 && b[at + 16] == 1)
      return word(at + 8) * kMetresPerInch;
    at += 12 + length;
  }
  return std::nullopt;
}

struct PngImage : png_image {
  PngImage() : png_image{} { version = PNG_IMAGE_VERSION; }
  ~PngImage() { png_image_free(this); }
  PngImage(const PngImage&) = delete;
  PngImage& operator=(const PngImage&) = delete;
};

struct CloseJpeg {
  void operator()(void* handle) const { tjDestroy(handle); }
};
using Jpeg = std::unique_ptr<void, CloseJpeg>;

struct JpegHead {
  int width = 0, height = 0, colours = 0;
};
std::optional<JpegHead> jpegHead(void* jpeg, ByteSpan b) {
  JpegHead h;
  int sampling = 0;
  if (!jpeg || tjDecompressHeader3(jpeg, b.data(), static_cast<unsigned long>(b.size()), &h.width, &h.height,
                                   &sampling, &h.colours) != 0)
    return std::nullopt;
  return h;
}

Result<Raster> empty(int width, int height) {
  Raster out;
  out.width = width;
  out.height = height;
  try {
    out.rgba.resize(std::size_t(4) * static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
  } catch (const std::bad_alloc&) {
    return fail("not-enough-memory-open");
  }
  return out;
}

Result<Raster> decodePng(ByteSpan b) {
  PngImage image;
  if (!png_image_begin_read_from_memory(&image, b.data(), b.size())) return damaged();
  image.format = PNG_FORMAT_RGBA;
  image.flags |=
      PNG_IMAGE_FLAG_16BIT_sRGB;  // deep colours are no more linear than others, unless the file says so
  auto out = empty(static_cast<int>(image.width), static_cast<int>(image.height));
  if (!out) return out;
  // A warning is as bad as an error here: what was read would not be what was drawn.
  if (!png_image_finish_read(&image, nullptr, out->rgba.data(), 0, nullptr) ||
      (image.warning_or_error & PNG_IMAGE_ERROR) != 0)
    return damaged();
  return out;
}

/// CMYK as most cameras and programs write it, inverted.
void fromCmyk(std::vector<std::uint8_t>& pixels) {
  for (std::size_t i = 0; i + 3 < pixels.size(); i += 4) {
    const int k = pixels[i + 3];
    for (std::size_t c = 0; c < 3; ++c) pixels[i + c] = static_cast<std::uint8_t>(pixels[i + c] * k / 255);
    pixels[i + 3] = 255;
  }
}

Result<Raster> decodeJpeg(ByteSpan b) {
  const Jpeg jpeg(tjInitDecompress());
  const auto head = jpegHead(jpeg.get(), b);
  if (!head) return damaged();
  auto out = empty(head->width, head->height);
  if (!out) return out;
  const bool cmyk = head->colours == TJCS_CMYK || head->colours == TJCS_YCCK;
  if (tjDecompress2(jpeg.get(), b.data(), static_cast<unsigned long>(b.size()), out->rgba.data(), head->width,
                    0, head->height, cmyk ? TJPF_CMYK : TJPF_RGBA, TJFLAG_ACCURATEDCT) != 0)
    return damaged();
  if (cmyk) fromCmyk(out->rgba);
  return out;
}

/// Carries out the turn that was noted: 1 to 8 as EXIF numbers them.
Raster turned(Raster in, int turn) {
  if (turn <= 1) return in;
  const bool swaps = turn >= 5;
  Raster out;
  out.width = swaps ? in.height : in.width;
  out.height = swaps ? in.width : in.height;
  out.rgba.resize(in.rgba.size());
  for (int y = 0; y < out.height; ++y)
    for (int x = 0; x < out.width; ++x) {
      const int u = swaps ? y : x, v = swaps ? x : y;
      const bool flipX = turn == 2 || turn == 3 || turn == 7 || turn == 8;
      const bool flipY = turn == 3 || turn == 4 || turn == 6 || turn == 7;
      const std::uint8_t* from = in.at(flipX ? in.width - 1 - u : u, flipY ? in.height - 1 - v : v);
      std::copy_n(from, 4,
                  out.rgba.data() + 4 * (static_cast<std::size_t>(y) * static_cast<std::size_t>(out.width) +
                                         static_cast<std::size_t>(x)));
    }
  return out;
}

}  // namespace

Result<ImageFacts> imageFacts(ByteSpan bytes) {
  ImageFacts out;
  if (isPng(bytes)) {
    PngImage image;
    if (!png_image_begin_read_from_memory(&image, bytes.data(), bytes.size())) return damaged();
    if (const auto ok = checkSize(image.width, image.height); !ok) return tl::make_unexpected(ok.error());
    out.width = static_cast<int>(image.width);
    out.height = static_cast<int>(image.height);
    out.dpi = pngDpi(bytes);
    return out;
  }
  if (isTiff(bytes)) {
    const auto facts = tiffFacts(bytes);
    if (!facts) return damaged();
    if (const auto ok = checkSize(facts->width, facts->height); !ok) return tl::make_unexpected(ok.error());
    return *facts;
  }
  if (isWebp(bytes)) {
    const auto facts = webpFacts(bytes);
    if (!facts) return damaged();
    if (const auto ok = checkSize(facts->width, facts->height); !ok) return tl::make_unexpected(ok.error());
    return *facts;
  }
  if (!isJpeg(bytes)) return fail("no-picture-read-use");
  out.kind = ImageFacts::Kind::Jpeg;
  const Jpeg jpeg(tjInitDecompress());
  const auto head = jpegHead(jpeg.get(), bytes);
  if (!head) return damaged();
  if (const auto ok = checkSize(head->width, head->height); !ok) return tl::make_unexpected(ok.error());
  const PictureNotes notes = jpegNotes(bytes);
  out.turn = notes.turn;
  out.dpi = notes.dpi;
  out.width = notes.turn >= 5 ? head->height : head->width;
  out.height = notes.turn >= 5 ? head->width : head->height;
  return out;
}

Result<Raster> decodeImage(ByteSpan bytes, const Progress& progress) {
  const auto facts = imageFacts(bytes);
  if (!facts) return tl::make_unexpected(facts.error());
  if (progress.cancelled()) return fail(kCancelled);
  if (facts->kind == ImageFacts::Kind::Tiff) {
    auto out = empty(facts->width, facts->height);
    if (out && !decodeTiff(bytes, *out)) return damaged();
    return out;
  }
  if (facts->kind == ImageFacts::Kind::Webp) {
    const bool swaps = facts->turn >= 5;
    auto out = empty(swaps ? facts->height : facts->width, swaps ? facts->width : facts->height);
    if (!out) return out;
    if (!decodeWebp(bytes, *out)) return damaged();
    return turned(std::move(*out), facts->turn);
  }
  auto out = facts->kind == ImageFacts::Kind::Png ? decodePng(bytes) : decodeJpeg(bytes);
  if (!out) return out;
  return turned(std::move(*out), facts->turn);
}

namespace {

/// The same with a pHYs chunk behind its head. Source: PNG specification, 11.3.5.3.
Bytes withScale(const Bytes& png, double dpi) {
  constexpr std::size_t kHead = 8 + 25;  // the magic number and IHDR
  const auto perMetre = static_cast<std::uint32_t>(std::lround(dpi / kMetresPerInch));
  Bytes chunk{0, 0, 0, 9, 'p', 'H', 'Y', 's'};
  const auto word = [&](std::uint32_t w) {
    for (const int shift : {24, 16, 8, 0}) chunk.push_back(static_cast<std::uint8_t>(w >> shift));
  };
  word(perMetre);
  word(perMetre);
  chunk.push_back(1);
  std::uint32_t crc = 0xFFFFFFFF;
  for (std::size_t i = 4; i < chunk.size(); ++i) {
    crc ^= chunk[i];
    for (int bit = 0; bit < 8; ++bit) crc = crc & 1 ? 0xEDB88320 ^ (crc >> 1) : crc >> 1;
  }
  word(~crc);
  Bytes out(png.begin(), png.begin() + kHead);
  out.insert(out.end(), chunk.begin(), chunk.end());
  out.insert(out.end(), png.begin() + kHead, png.end());
  return out;
}

}  // namespace

Result<Bytes> encodePng(const Raster& raster, std::optional<double> dpi) {
  PngImage image;
  image.width = static_cast<png_uint_32>(raster.width);
  image.height = static_cast<png_uint_32>(raster.height);
  const bool clear = [&] {
    for (std::size_t i = 3; i < raster.rgba.size(); i += 4)
      if (raster.rgba[i] != 255) return true;
    return false;
  }();
  std::vector<std::uint8_t> opaque;
  if (!clear) {
    opaque.reserve(raster.rgba.size() / 4 * 3);
    for (std::size_t i = 0; i + 3 < raster.rgba.size(); i += 4)
      opaque.insert(opaque.end(), {raster.rgba[i], raster.rgba[i + 1], raster.rgba[i + 2]});
  }
  image.format = clear ? PNG_FORMAT_RGBA : PNG_FORMAT_RGB;
  const void* pixels = clear ? raster.rgba.data() : opaque.data();
  png_alloc_size_t size = PNG_IMAGE_PNG_SIZE_MAX(image);
  Bytes out;
  try {
    out.resize(size);
  } catch (const std::bad_alloc&) {
    return fail("not-enough-memory-keep");
  }
  if (!png_image_write_to_memory(&image, out.data(), &size, 0, pixels, 0, nullptr))
    return fail("not-enough-memory-keep");
  out.resize(size);
  return dpi ? withScale(out, *dpi) : out;
}

Result<Picture> pictureFrom(Bytes bytes, const Progress& progress) {
  const auto facts = imageFacts(bytes);
  if (!facts) return tl::make_unexpected(facts.error());
  const auto raster = decodeImage(bytes, progress);
  if (!raster) return tl::make_unexpected(raster.error());
  if (facts->kind == ImageFacts::Kind::Png)
    return Picture{std::make_shared<const Bytes>(std::move(bytes)), facts->width, facts->height};
  auto png = encodePng(*raster);
  if (!png) return tl::make_unexpected(png.error());
  return Picture{std::make_shared<const Bytes>(std::move(*png)), raster->width, raster->height};
}

}  // namespace clathra
