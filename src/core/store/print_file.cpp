#include "store/print_file.hpp"

#include "filesystem.hpp"
#include "image/decode.hpp"
#include "model/print_scale.hpp"
#include "text.hpp"

namespace clathra {

namespace {

Result<ScaledPicture> picture(ByteSpan bytes, const Progress& progress) {
  const auto facts = imageFacts(bytes);
  if (!facts) return tl::make_unexpected(facts.error());
  auto raster = decodeImage(bytes, progress);
  if (!raster) return tl::make_unexpected(raster.error());
  ScaledPicture out{std::move(*raster), {}};
  if (facts->dpi && printScaleCanBe(*facts->dpi)) out.dpi = facts->dpi;
  return out;
}

Result<PrintRead> search(const Result<ScaledPicture>& from, const Progress& progress) {
  if (!from) return tl::make_unexpected(from.error());
  auto found = findRepeat(from->raster, progress);
  if (!found) return tl::make_unexpected(found.error());
  return PrintRead{from->dpi, std::move(*found)};
}

/// What went wrong with the content of a file is said with its name.
template <class T>
Result<T> ofFile(const std::filesystem::path& file, Result<T> read) {
  if (!read && read.error().message.id != kCancelled)
    return fail("picture-file", calledFile(file), read.error().message);
  return read;
}

}  // namespace

Result<ScaledPicture> readPictureFile(const std::filesystem::path& file, const Progress& progress) {
  const auto bytes = readWhole(file, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  return ofFile(file,
                picture({reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size()}, progress));
}

Result<PrintRead> readPrintFile(const std::filesystem::path& file, const Progress& progress) {
  const auto read = readPictureFile(file, progress);
  if (!read) return tl::make_unexpected(read.error());
  return ofFile(file, search(read, progress));
}

Result<PrintRead> readPrint(const Picture& held, const Progress& progress) {
  return search(picture(*held.png, progress), progress);
}

}  // namespace clathra
