#include "draw/pictures.hpp"

#include <QBuffer>
#include <QFileInfo>
#include <QImageReader>

#include "project/filesystem.hpp"

namespace clathra {

Result<Picture> pictureFromImage(const QImage& image) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  if (image.isNull() || !image.save(&buffer, "PNG")) return fail("The picture could not be kept as PNG.");
  return pictureFromPng(Bytes(bytes.begin(), bytes.end()));
}

Result<Picture> loadPicture(const std::string& path) {
  const std::string name = "\"" + QFileInfo(QString::fromStdString(path)).fileName().toStdString() + "\"";
  const auto bytes = readWhole(path, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  QByteArray raw(bytes->data(), static_cast<qsizetype>(bytes->size()));
  QBuffer buffer(&raw);
  buffer.open(QIODevice::ReadOnly);
  QImageReader reader(&buffer);
  reader.setAutoTransform(true);
  const QSize size = reader.size();  // from the header, before anything is unpacked
  if (!reader.canRead() || !size.isValid() || size.isEmpty())
    return fail(name + " is no picture that can be read; use PNG or JPEG.");
  if (static_cast<std::int64_t>(size.width()) * size.height() > kMostPixels)
    return fail(name + " has " + std::to_string(size.width()) + " x " + std::to_string(size.height()) +
                " pixels, too many to open; make it smaller first.");
  const QImage image = reader.read();
  if (image.isNull()) return fail(name + " is damaged: the picture could not be read to its end.");
  return pictureFromImage(image);
}

QImage decode(const Picture& picture) {
  if (!picture.png) return {};
  return QImage::fromData(picture.png->data(), static_cast<int>(picture.png->size()), "PNG");
}

}  // namespace clathra
