// Cloth joined from strips: what it is joined from, and the print that shows it.
#include <algorithm>
#include <cmath>

#include "edit/edits.hpp"
#include "image/decode.hpp"
#include "model/joined.hpp"

namespace clathra {

namespace {

constexpr double kInch = 25.4;
constexpr int kHigh = 120;            // pixels along the strips, which are alike all along
constexpr double kLeastPixels = 240;  // of the narrowest strip
constexpr double kMostWide = 6'000;

Status check(const Project& p, const Cloth& own, const std::vector<JoinedStrip>& strips) {
  if (strips.size() < 2 || strips.size() > kMostStrips)
    return fail("joined-strips-count", static_cast<int>(kMostStrips));
  for (const JoinedStrip& s : strips) {
    const Cloth* of = clothById(p, s.of);
    if (!of) return fail("joined-of-no-cloth");
    if (of->id == own.id || !of->joined.empty()) return fail("joined-of-joined", clothArg(*of));
    const auto width = lengthWithin(s.width.mm(), Message("a-strips-width"), Length::millimetres(kLeastStrip),
                                    Length::millimetres(kMostStrip));
    if (!width) return tl::make_unexpected(width.error());
  }
  return {};
}

/// One round of the strips in the colours of their cloths, each seam a darker line; and its scale.
std::pair<Raster, double> drawn(const Project& p, const Cloth& cloth) {
  const double round = joinRound(cloth);
  double narrowest = round;
  for (const JoinedStrip& s : cloth.joined) narrowest = std::min(narrowest, s.width.mm());
  const double perMm = std::min(kLeastPixels / narrowest, kMostWide / round);
  const int wide = std::max(1, static_cast<int>(std::lround(round * perMm)));
  const auto seams = joinSeams(cloth);
  std::vector<std::uint8_t> row;
  for (int x = 0; x < wide; ++x) {
    const double at = (x + 0.5) * round / wide;
    const auto strip =
        static_cast<std::size_t>(std::upper_bound(seams.begin(), seams.end(), at) - seams.begin()) - 1;
    const Cloth* of = clothById(p, cloth.joined[strip].of);
    const bool atSeam = at - seams[strip] < round / wide;
    const auto level = [atSeam](std::uint8_t v) {
      return static_cast<std::uint8_t>(atSeam ? v * 6 / 10 : v);
    };
    row.insert(row.end(), {level(of->colour.r), level(of->colour.g), level(of->colour.b), 255});
  }
  Raster out{wide, kHigh, {}};
  for (int y = 0; y < kHigh; ++y) out.rgba.insert(out.rgba.end(), row.begin(), row.end());
  return {std::move(out), wide * kInch / round};
}

}  // namespace

Status JoinStrips::apply(Project& p, const EditContext& c) const {
  const auto own = clothIn(p, cloth);
  if (!own) return tl::make_unexpected(own.error());
  if (strips.empty()) {
    if ((*own)->joined.empty()) return {};
    ChangeCloth none{cloth, {}};
    none.fields.print = std::optional<PrintFields>();
    return none.apply(p, c);
  }
  if (const auto ok = check(p, **own, strips); !ok) return ok;
  Cloth joined = **own;
  joined.joined = strips;
  const auto [picture, dpi] = drawn(p, joined);
  auto png = encodePng(picture, dpi);
  if (!png) return tl::make_unexpected(png.error());
  auto made = pictureFromPng(std::move(*png));
  if (!made) return tl::make_unexpected(made.error());
  EditContext withPicture = c;
  withPicture.loadPicture = [&made](const std::string&) { return *made; };
  ChangeCloth change{cloth, {}};
  change.fields.direction = Direction::Stripe;
  change.fields.print = std::optional(PrintFields{});
  PrintFields& print = **change.fields.print;
  print.picture = "joined strips";
  print.dpi = dpi;
  print.steps = std::optional(RepeatSteps{{joinRound(joined), 0}, std::nullopt});
  print.mirrors = std::vector<MirrorAxis>();
  print.halfTurn = std::optional<Point>();
  print.mark = std::optional(Point{});
  if (const auto ok = change.apply(p, withPicture); !ok) return ok;
  (*own)->joined = strips;
  return {};
}

}  // namespace clathra
