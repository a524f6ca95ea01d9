#include "store/print_file.hpp"

#include "filesystem.hpp"
#include "image/decode.hpp"
#include "model/print_scale.hpp"
#include "text.hpp"

namespace clathra {

namespace {

Result<PrintRead> read(ByteSpan bytes, const Progress& progress) {
  const auto facts = imageFacts(bytes);
  if (!facts) return tl::make_unexpected(facts.error());
  const auto raster = decodeImage(bytes, progress);
  if (!raster) return tl::make_unexpected(raster.error());
  auto found = findRepeat(*raster, progress);
  if (!found) return tl::make_unexpected(found.error());
  PrintRead out;
  if (facts->dpi && printScaleCanBe(*facts->dpi)) out.dpi = facts->dpi;
  out.found = std::move(*found);
  return out;
}

}  // namespace

Result<PrintRead> readPrintFile(const std::filesystem::path& file, const Progress& progress) {
  const auto bytes = readWhole(file, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  auto out = read({reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size()}, progress);
  if (!out && out.error().message.id != kCancelled)
    return fail("picture-file", calledFile(file), out.error().message);
  return out;
}

Result<PrintRead> readPrint(const Picture& picture, const Progress& progress) {
  return read(*picture.png, progress);
}

}  // namespace clathra
