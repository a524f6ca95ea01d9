#include "draw/pictures.hpp"

#include <QBuffer>
#include <algorithm>
#include <list>
#include <mutex>
#include <string_view>

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

namespace {

/// Decoded pictures by their content, the least recently asked for given up first. Copies of a project share
/// their bytes, so the address is looked at first.
class Decoded {
 public:
  QImage of(const std::shared_ptr<const Bytes>& png) {
    const std::scoped_lock lock(mutex_);
    auto at = std::find_if(all_.begin(), all_.end(), [&](const One& one) { return one.png == png; });
    const std::size_t hash = at != all_.end() ? at->hash
                                              : std::hash<std::string_view>{}(std::string_view(
                                                    reinterpret_cast<const char*>(png->data()), png->size()));
    if (at == all_.end())
      at = std::find_if(all_.begin(), all_.end(),
                        [&](const One& one) { return one.hash == hash && *one.png == *png; });
    if (at != all_.end()) {
      all_.splice(all_.begin(), all_, at);
      return at->image;
    }
    const auto raster = decodeImage(*png);
    if (!raster) return {};  // it was whole when it was taken in
    const QImage image =
        QImage(raster->rgba.data(), raster->width, raster->height, 4 * raster->width, QImage::Format_RGBA8888)
            .convertToFormat(QImage::Format_ARGB32_Premultiplied);
    all_.push_front({png, hash, image});
    for (qsizetype room = kMost; auto& each : all_) {
      room -= each.image.sizeInBytes();
      if (room >= 0 || &each == &all_.front()) continue;
      each.image = {};
    }
    all_.remove_if([](const One& one) { return one.image.isNull(); });
    return image;
  }

 private:
  static constexpr qsizetype kMost = 250'000'000;  // bytes
  struct One {
    std::shared_ptr<const Bytes> png;
    std::size_t hash = 0;
    QImage image;
  };
  std::mutex mutex_;
  std::list<One> all_;
};

}  // namespace

QImage decode(const Picture& picture) {
  static Decoded decoded;
  return picture.png ? decoded.of(picture.png) : QImage();
}

}  // namespace clathra
