#include "image/webp.hpp"

#include <webp/decode.h>
#include <webp/demux.h>

#include <cstring>
#include <memory>

#include "image/exif.hpp"

namespace clathra {

namespace {

struct CloseDemux {
  void operator()(WebPDemuxer* demux) const { WebPDemuxDelete(demux); }
};

/// The turn and scale that a camera noted. Notes that are broken are passed over.
PictureNotes notesOf(ByteSpan bytes) {
  const WebPData data{bytes.data(), bytes.size()};
  const std::unique_ptr<WebPDemuxer, CloseDemux> demux(WebPDemux(&data));
  WebPChunkIterator chunk;
  if (!demux || !WebPDemuxGetChunk(demux.get(), "EXIF", 1, &chunk)) return {};
  ByteSpan block(chunk.chunk.bytes, chunk.chunk.size);
  constexpr std::size_t kName = 6;  // some write it with the name that it has in a JPEG
  if (block.size() > kName && std::memcmp(block.data(), "Exif\0", kName) == 0) block = block.subspan(kName);
  const PictureNotes out = exifNotes(block);
  WebPDemuxReleaseChunkIterator(&chunk);
  return out;
}

}  // namespace

bool isWebp(ByteSpan b) {
  constexpr std::size_t kHead = 12;
  return b.size() >= kHead && std::memcmp(b.data(), "RIFF", 4) == 0 &&
         std::memcmp(b.data() + 8, "WEBP", 4) == 0;
}

std::optional<ImageFacts> webpFacts(ByteSpan bytes) {
  WebPBitstreamFeatures features;
  if (WebPGetFeatures(bytes.data(), bytes.size(), &features) != VP8_STATUS_OK || features.has_animation)
    return std::nullopt;
  const PictureNotes notes = notesOf(bytes);
  ImageFacts out;
  out.kind = ImageFacts::Kind::Webp;
  out.turn = notes.turn;
  out.dpi = notes.dpi;
  out.width = notes.turn >= 5 ? features.height : features.width;
  out.height = notes.turn >= 5 ? features.width : features.height;
  return out;
}

bool decodeWebp(ByteSpan bytes, Raster& into) {
  return WebPDecodeRGBAInto(bytes.data(), bytes.size(), into.rgba.data(), into.rgba.size(), 4 * into.width) !=
         nullptr;
}

}  // namespace clathra
