#include "store/scan_file.hpp"

#include "filesystem.hpp"
#include "image/decode.hpp"
#include "text.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostScanBytes = 400'000'000;
}

Result<ScanRead> scanFile(const std::filesystem::path& file, const ScanScale& scale,
                          const std::vector<ScanShape>& shapes, const Progress& progress) {
  const auto bytes = readWhole(file, kMostScanBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  const ByteSpan span(reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size());
  const auto facts = imageFacts(span);
  if (!facts) return fail("scan-file", calledFile(file), facts.error().message);
  if (!scale.dpi && !scale.ruler && !facts->dpi) return fail("scan-without-scale", calledFile(file));
  auto raster = decodeImage(span, progress);
  if (!raster) return fail("scan-file", calledFile(file), raster.error().message);
  ScanRead out;
  out.picture = std::move(*raster);
  if (scale.dpi) {
    out.dpi = *scale.dpi;
  } else if (scale.ruler) {
    const auto dpi = dpiOfRuler(out.picture, *scale.ruler, progress);
    if (!dpi) return tl::make_unexpected(dpi.error());
    out.dpi = *dpi;
  } else {
    out.dpi = *facts->dpi;
  }
  auto papers = scanPapers(out.picture, out.dpi, shapes, progress, scale.ruler);
  if (!papers) return tl::make_unexpected(papers.error());
  out.papers = std::move(*papers);
  return out;
}

}  // namespace clathra
