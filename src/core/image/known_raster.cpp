#include "image/known_raster.hpp"

#include <list>
#include <mutex>

namespace clathra {

namespace {

/// Of the whole program, as what a picture decodes to hangs on its bytes alone.
class Known {
 public:
  std::shared_ptr<const Raster> find(const std::shared_ptr<const Bytes>& png) {
    const std::lock_guard lock(mutex_);
    for (auto at = all_.begin(); at != all_.end(); ++at)
      if (at->png.lock() == png) {
        all_.splice(all_.begin(), all_, at);
        return at->raster;
      }
    return nullptr;
  }
  void keep(const std::shared_ptr<const Bytes>& png, std::shared_ptr<const Raster> raster) {
    const std::lock_guard lock(mutex_);
    all_.push_front({png, std::move(raster)});
    std::size_t held = 0;
    all_.remove_if([&](const One& one) {
      if (one.png.expired()) return true;
      held += one.raster->rgba.size();
      return held > kKnownRasterBytes && &one != &all_.front();
    });
  }

 private:
  struct One {
    std::weak_ptr<const Bytes> png;
    std::shared_ptr<const Raster> raster;
  };
  std::mutex mutex_;
  std::list<One> all_;
};

}  // namespace

Result<std::shared_ptr<const Raster>> knownRaster(const std::shared_ptr<const Bytes>& png,
                                                  const Progress& progress) {
  static Known known;
  if (auto raster = known.find(png)) return raster;
  auto decoded = decodeImage(*png, progress);
  if (!decoded) return tl::make_unexpected(decoded.error());
  auto raster = std::make_shared<const Raster>(std::move(*decoded));
  known.keep(png, raster);
  return raster;
}

}  // namespace clathra
