#include "project/codec.hpp"

#include <cstdio>

namespace clathra {

using nlohmann::json;

namespace {

constexpr double kWidest = 5'000;     // mm: wider than any loom
constexpr double kLongest = 100'000;  // mm

json pointJson(Point p) {
  return json::array({p.x, p.y});
}

std::string colourText(Rgb c) {
  char out[8];
  std::snprintf(out, sizeof out, "#%02x%02x%02x", c.r, c.g, c.b);
  return out;
}

std::optional<Rgb> colourOf(const std::string& text) {
  unsigned r = 0, g = 0, b = 0;
  int used = 0;
  if (text.size() != 7 || std::sscanf(text.c_str(), "#%2x%2x%2x%n", &r, &g, &b, &used) != 3 || used != 7)
    return std::nullopt;
  return Rgb{static_cast<std::uint8_t>(r), static_cast<std::uint8_t>(g), static_cast<std::uint8_t>(b)};
}

void readLengths(Fields& in, Cloth& cloth) {
  if (!in.has("lengths")) return;
  cloth.lengths.clear();
  for (const json& j : in.array("lengths", 200)) {
    const double mm = j.is_number() ? j.get<double>() : 0;
    if (!(mm >= 1) || mm > kLongest) {
      in.fault("has a length on hand that is not from 1 mm to 100 m");
      return;
    }
    cloth.lengths.push_back(Length::millimetres(mm));
  }
}

}  // namespace

const std::vector<std::string>& directionNames() {
  static const std::vector<std::string> names = {"none", "two-way", "one-way", "stripe"};
  return names;
}
const std::vector<std::string>& repeatNames() {
  static const std::vector<std::string> names = {"straight", "half-drop", "brick"};
  return names;
}
const std::vector<std::string>& hatchNames() {
  static const std::vector<std::string> names = [] {
    std::vector<std::string> all;
    all.reserve(kHatches);
    for (int i = 0; i < kHatches; ++i) all.push_back(hatchName(static_cast<Hatch>(i)));
    return all;
  }();
  return names;
}
const std::vector<std::string>& sidesNames() {
  static const std::vector<std::string> names = {"outline", "edge-pieces", "slice"};
  return names;
}
const std::vector<std::string>& unitNames() {
  static const std::vector<std::string> names = {"inch", "mm"};
  return names;
}

json toJson(const Print& print) {
  json mirrors = json::array();
  for (const MirrorAxis& m : print.mirrors)
    mirrors.push_back({{"deg", m.deg}, {"point", pointJson(m.point)}});
  return {{"picture", print.picture},
          {"dpi", print.dpi},
          {"along", print.along.mm()},
          {"across", print.across.mm()},
          {"kind", repeatName(print.kind)},
          {"mirror_axes", mirrors},
          {"mark", print.mark ? pointJson(*print.mark) : json(nullptr)}};
}

json toJson(const Cloth& cloth) {
  json lengths = json::array();
  for (const Length l : cloth.lengths) lengths.push_back(l.mm());
  json out = {{"id", cloth.id},
              {"name", cloth.name},
              {"sign", cloth.sign},
              {"colour", colourText(cloth.colour)},
              {"hatch", hatchName(cloth.hatch)},
              {"scraps", cloth.scraps},
              {"lengths", lengths},
              {"direction", directionName(cloth.direction)},
              {"increment", cloth.increment.mm()},
              {"method", cloth.method},
              {"turnOneWay", cloth.turnOneWay}};
  if (cloth.width) out["width"] = cloth.width->mm();
  if (cloth.allowance) out["allowance"] = cloth.allowance->mm();
  if (cloth.print) out["print"] = toJson(*cloth.print);
  return out;
}

json toJson(const MotifChoice& motif, const Project&) {
  return {{"id", motif.id},
          {"name", motif.name},
          {"cloth", motif.cloth},
          {"shape", motif.shape},
          {"at", pointJson(motif.at)},
          {"turn", motif.turn},
          {"mirrored", motif.mirrored},
          {"pieces", motif.pieces},
          {"note", motif.note},
          {"date", motif.date}};
}

void readPrint(Fields& in, Print& print) {
  print.dpi = in.number("dpi", 1, 10'000, print.dpi);
  print.along = Length::millimetres(
      in.number("along", 1, kWidest, print.along.nm() ? std::optional(print.along.mm()) : std::nullopt));
  print.across = Length::millimetres(
      in.number("across", 1, kWidest, print.across.nm() ? std::optional(print.across.mm()) : std::nullopt));
  print.kind = static_cast<RepeatKind>(in.choice("kind", repeatNames(), static_cast<int>(print.kind)));
  if (in.has("mirror_axes")) {
    print.mirrors.clear();
    for (const json& j : in.array("mirror_axes", 20)) {
      Fields axis(j, "a mirror axis");
      const double deg = axis.number("deg", -360, 360);
      const Point at = axis.point("point").value_or(Point{});
      if (!axis.ok()) in.fault("has a mirror axis that is wrong: " + axis.error().text);
      print.mirrors.push_back({deg, at});
    }
  }
  if (const auto mark = in.point("mark")) print.mark = mark;
}

void readCloth(Fields& in, Cloth& cloth) {
  cloth.name = in.text("name", cloth.name, 120);
  if (in.has("colour")) {
    const auto colour = colourOf(in.text("colour"));
    if (!colour) in.fault("has a \"colour\" that is not like #1b6a88");
    cloth.colour = colour.value_or(cloth.colour);
  }
  cloth.hatch = static_cast<Hatch>(in.choice("hatch", hatchNames(), static_cast<int>(cloth.hatch)));
  cloth.scraps = in.flag("scraps", cloth.scraps);
  if (in.has("width")) cloth.width = Length::millimetres(in.number("width", 10, kWidest));
  readLengths(in, cloth);
  cloth.direction =
      static_cast<Direction>(in.choice("direction", directionNames(), static_cast<int>(cloth.direction)));
  if (in.has("increment")) cloth.increment = Length::millimetres(in.number("increment", 1, kLongest));
  if (in.has("allowance")) cloth.allowance = Length::millimetres(in.number("allowance", 0, 100));
  cloth.turnOneWay = in.flag("turnOneWay", cloth.turnOneWay);
}

}  // namespace clathra
