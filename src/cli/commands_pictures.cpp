// Commands about pictures of cloth: how a print repeats.
#include <memory>

#include "cli/commands.hpp"
#include "filesystem.hpp"
#include "image/decode.hpp"
#include "image/repeat_finder.hpp"
#include "text.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

constexpr double kLeastDpi = 5, kMostDpi = 5'000;
constexpr double kMmPerInch = 25.4;

json pointJson(Point p) {
  return {p.x, p.y};
}

Status repeat(const std::string& image, std::optional<double> dpi) {
  if (dpi && !(*dpi >= kLeastDpi && *dpi <= kMostDpi))
    return fail("picture-dpi", numberArg(*dpi, 2), numberArg(kLeastDpi, 0), numberArg(kMostDpi, 0));
  const auto bytes = readWhole(image, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  const ByteSpan span(reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size());
  const auto facts = imageFacts(span);
  if (!facts) return fail("picture-file", calledFile(image), facts.error().message);
  if (!dpi && (!facts->dpi || *facts->dpi < kLeastDpi || *facts->dpi > kMostDpi))
    return fail("scan-without-scale", calledFile(image));
  const auto raster = decodeImage(span);
  if (!raster) return fail("picture-file", calledFile(image), raster.error().message);
  const auto found = findRepeat(*raster);
  if (!found) return tl::make_unexpected(found.error());
  const double mm = kMmPerInch / dpi.value_or(facts->dpi.value_or(1));
  json axes = json::array(), degrees = json::array();
  for (const FoundAxis& axis : found->mirrors) {
    degrees.push_back(axis.direction.degrees());
    axes.push_back({{"deg", axis.direction.degrees()}, {"point", pointJson(mm * axis.point)}});
  }
  print({{"found", found->found()},
         {"a", found->found() ? pointJson(mm * found->a) : json(nullptr)},
         {"b", found->b ? pointJson(mm * *found->b) : json(nullptr)},
         {"kind", foundName(found->kind)},
         {"mirror_axes_deg", degrees},
         {"mirror_axes", axes},
         {"half_turn", found->halfTurn},
         {"half_turn_centre", found->halfTurn ? pointJson(mm * found->halfTurnCentre) : json(nullptr)},
         {"confidence", found->confidence}});
  return {};
}

}  // namespace

void addRepeat(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("repeat", "Finds how the print on a picture repeats");
  const auto image = std::make_shared<std::string>();
  const auto dpi = std::make_shared<double>(0);
  cmd->add_option("image", *image, "PNG, JPEG, TIFF or WebP")->required();
  auto* given = cmd->add_option("--dpi", *dpi, "pixels to the inch of cloth; goes before what the file says");
  cmd->callback([=, &outcome] {
    outcome.status = repeat(*image, given->count() > 0 ? std::optional(*dpi) : std::nullopt);
  });
}

}  // namespace clathra::cli
