#include "draw/pictures.hpp"

#include <QBuffer>

#include "filesystem.hpp"
#include "image/decode.hpp"

namespace clathra {

Result<Picture> pictureFromImage(const QImage& image) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  if (image.isNull() || !image.save(&buffer, "PNG")) return fail("picture-could-not-kept");
  return pictureFromPng(Bytes(bytes.begin(), bytes.end()));
}

Result<Picture> loadPicture(const std::string& path) {
  const auto bytes = readWhole(path, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  auto picture = pictureFrom(Bytes(bytes->begin(), bytes->end()));
  if (!picture) return fail("picture-not-taken-in", calledFile(path), picture.error().message);
  return picture;
}

QImage decode(const Picture& picture) {
  if (!picture.png) return {};
  const auto raster = decodeImage(*picture.png);
  if (!raster) return {};  // it was whole when it was taken in
  return QImage(raster->rgba.data(), raster->width, raster->height, 4 * raster->width,
                QImage::Format_RGBA8888)
      .convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

}  // namespace clathra
