#include "store/scan_file.hpp"

#include "filesystem.hpp"
#include "image/decode.hpp"
#include "text.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostBytes = 400'000'000;
}

Result<std::vector<ScannedPaper>> scanFile(const std::filesystem::path& file, std::optional<double> dpi,
                                           const std::vector<ScanShape>& shapes, const Progress& progress) {
  const auto bytes = readWhole(file, kMostBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  const ByteSpan span(reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size());
  const auto facts = imageFacts(span);
  if (!facts) return fail("scan-file", calledFile(file), facts.error().message);
  if (!dpi) dpi = facts->dpi;
  if (!dpi) return fail("scan-without-scale", calledFile(file));
  const auto raster = decodeImage(span, progress);
  if (!raster) return fail("scan-file", calledFile(file), raster.error().message);
  return scanPapers(*raster, *dpi, shapes, progress);
}

}  // namespace clathra
