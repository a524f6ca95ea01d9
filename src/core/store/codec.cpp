#include "store/codec.hpp"

#include <algorithm>
#include <cstdio>

#include "shape/own_polygon.hpp"
#include "store/typed_in.hpp"

namespace clathra {

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

using nlohmann::json;

namespace {

constexpr double kWidest = 5'000;     // mm: wider than any loom
constexpr double kLongest = 100'000;  // mm

json pointJson(Point p) {
  return json::array({p.x, p.y});
}

constexpr std::size_t kMostHoles = 2'000;

/// A length with a width, a mark or holes of its own, or a scrap by its outline.
std::optional<OnHand> readLength(const json& j, Fields& whole) {
  Fields in(j, Message("a-length"));
  OnHand out;
  if (in.has("outline")) {
    out.outline = outlineIn(j["outline"]);
    const Box b = bounds(out.outline.empty() ? Polygon{{}} : out.outline);
    if (!isOutline(out.outline) || b.left < 0 || b.top < 0 || b.bottom > kLongest || b.right > kWidest)
      in.fault("scrap-outline-wrong");
    out.length = Length::millimetres(b.bottom);
  } else {
    out.length = Length::millimetres(in.number("length", 1, kLongest));
    if (in.has("width")) out.width = Length::millimetres(in.number("width", 10, kWidest));
    out.straight = in.flag("straight");
  }
  if (in.isNull("mark"))
    out.mark = std::optional<Point>();
  else if (const auto mark = in.point("mark"))
    out.mark = std::optional(mark);
  for (const json& hole : in.array("holes", kMostHoles)) {
    Polygon p = outlineIn(hole);
    if (!isOutline(p)) {
      in.fault("hole-wrong");
      break;
    }
    const Box b = bounds(p);
    constexpr double kRounding = 0.05;
    const double wide = out.width ? out.width->mm() : kWidest;
    if (b.left < -kRounding || b.top < -kRounding || b.bottom > out.mm() + kRounding ||
        b.right > wide + kRounding) {
      in.fault("hole-outside-cloth");
      break;
    }
    out.holes.push_back(std::move(p));
  }
  in.nothingElse();
  if (in.ok()) return out;
  whole.faultAlone(in.error().message);
  return std::nullopt;
}

std::vector<OnHand> readLengths(Fields& in) {
  std::vector<OnHand> out;
  for (const json& j : in.array("lengths", kMostLengths)) {
    if (j.is_object()) {
      auto one = readLength(j, in);
      if (!one) break;
      out.push_back(std::move(*one));
      continue;
    }
    const double mm = j.is_number() ? j.get<double>() : 0;
    if (!(mm >= 1) || mm > kLongest) {
      in.fault("length-on-hand-not");
      break;
    }
    out.emplace_back(Length::millimetres(mm));
  }
  std::size_t i = 0;
  for (const json& unit : in.array("lengths_typed_in", kMostLengths)) {
    if (i >= out.size()) break;
    out[i].length = out[i].length.typed(typedInNamed(unit));
    ++i;
  }
  return out;
}

}  // namespace

Polygon outlineIn(const json& j) {
  Polygon out;
  if (!j.is_array()) return out;
  for (const json& q : j) {
    if (!q.is_array() || q.size() != 2 || !q[0].is_number() || !q[1].is_number()) return {};
    out.push_back({q[0].get<double>(), q[1].get<double>()});
  }
  if (out.size() > 1 && distance(out.front(), out.back()) < 1e-9) out.pop_back();
  if (signedArea(out) < 0) std::reverse(out.begin(), out.end());
  return out;
}

bool isOutline(const Polygon& p) {
  return p.size() >= 3 && p.size() <= kMostOutlineCorners && !crossesItself(p) && area(p) > 1;
}

json outlineJson(PolygonView p) {
  json out = json::array();
  for (const Point q : p) out.push_back(pointJson(q));
  return out;
}

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
    mirrors.push_back({{"deg", m.direction.degrees()}, {"point", pointJson(m.point)}});
  json out = {{"picture", print.picture},
              {"dpi", print.dpi},
              {"mirror_axes", mirrors},
              {"mark", print.mark ? pointJson(*print.mark) : json(nullptr)}};
  if (print.scaleGuessed) out["dpi_guessed"] = true;
  if (print.halfTurn) out["half_turn_centre"] = pointJson(*print.halfTurn);
  if (print.steps || !repeatKnown(print)) {
    out["a"] = print.steps ? pointJson(print.steps->a) : json(nullptr);
    if (print.steps) out["b"] = print.steps->b ? pointJson(*print.steps->b) : json(nullptr);
    return out;
  }
  out["along"] = print.along.mm();
  out["across"] = print.across.mm();
  out["kind"] = repeatName(print.kind);
  return out;
}

namespace {

json lengthJson(const OnHand& l) {
  if (!l.width && !l.mark && l.holes.empty() && l.outline.empty() && !l.straight) return l.mm();
  json out = json::object();
  if (l.outline.empty())
    out["length"] = l.mm();
  else
    out["outline"] = outlineJson(l.outline);
  if (l.width) out["width"] = l.width->mm();
  if (l.straight) out["straight"] = true;
  if (l.mark) out["mark"] = *l.mark ? pointJson(**l.mark) : json(nullptr);
  for (const Polygon& hole : l.holes) out["holes"].push_back(outlineJson(hole));
  return out;
}

}  // namespace

static json factsJson(const ClothFacts& f) {
  json out = json::object();
  if (f.thickness) out["thickness"] = *f.thickness;
  if (f.fray) out["fray"] = frayName(*f.fray);
  if (f.stretches) out["stretches"] = *f.stretches;
  if (f.showsThrough) out["shows_through"] = *f.showsThrough;
  if (f.readableBehind) out["readable_behind"] = *f.readableBehind;
  if (f.washed) out["washed"] = *f.washed;
  if (f.thread) out["thread"] = colourText(*f.thread);
  return out;
}

json toJson(const Cloth& cloth) {
  json lengths = json::array();
  json typed = json::array();
  for (const OnHand& l : cloth.lengths) {
    lengths.push_back(lengthJson(l));
    typed.push_back(typedInName(l.length.typedIn()));
  }
  json out = {{"id", cloth.id},
              {"name", cloth.name},
              {"sign", cloth.sign},
              {"colour", colourText(cloth.colour)},
              {"hatch", hatchName(cloth.hatch)},
              {"scraps", cloth.scraps},
              {"lengths", lengths},
              {"lengths_typed_in", typed},
              {"direction", directionName(cloth.direction)},
              {"increment", cloth.increment.mm()},
              {"method", cloth.method},
              {"turnOneWay", cloth.turnOneWay}};
  if (cloth.search != 1) out["search"] = cloth.search;
  if (cloth.width) {
    out["width"] = cloth.width->mm();
    out["width_typed_in"] = typedInName(cloth.width->typedIn());
  }
  if (cloth.allowance) out["allowance"] = cloth.allowance->mm();
  if (cloth.leastAllowance) out["least"] = cloth.leastAllowance->mm();
  if (cloth.stand) out["stand"] = standName(*cloth.stand);
  if (cloth.drawnBehind) out["drawn_behind"] = true;
  if (cloth.inSet) out["in_set"] = *cloth.inSet;
  if (cloth.soldPiece)
    out["sold"] = {{"by", "piece"},
                   {"name", cloth.soldPiece->name},
                   {"width", cloth.soldPiece->width.mm()},
                   {"length", cloth.soldPiece->length.mm()},
                   {"straight", cloth.soldPiece->straight}};
  if (cloth.price) out["price"] = *cloth.price;
  if (cloth.shrinkPercent > 0) out["shrink"] = cloth.shrinkPercent;
  if (cloth.print) out["print"] = toJson(*cloth.print);
  for (const JoinedStrip& s : cloth.joined)
    out["joined"].push_back({{"cloth", s.of}, {"width", s.width.mm()}});
  if (cloth.collection) out["collection"] = cloth.lengths.size();
  if (cloth.facts != ClothFacts{}) out["facts"] = factsJson(cloth.facts);
  if (!cloth.cuts.empty()) out["cuts"] = toJson(cloth.cuts);
  return out;
}

json toJson(const MotifChoice& motif, const Project&) {
  return {{"id", motif.id},
          {"name", motif.name},
          {"cloth", motif.cloth},
          {"shape", motif.shape},
          {"at", pointJson(motif.at)},
          {"turn", motif.turn.degrees()},
          {"mirrored", motif.mirrored},
          {"pieces", motif.pieces},
          {"to_middle", motif.toMiddle},
          {"note", motif.note},
          {"reference", motif.reference ? pointJson(*motif.reference) : json(nullptr)},
          {"date", motif.date}};
}

namespace {

/// A value that may be there.
template <class Read>
auto ifThere(Fields& in, const char* key, Read read) {
  return in.has(key) ? std::optional(read()) : std::nullopt;
}
std::optional<Length> lengthIn(Fields& in, const char* key, double least, double most) {
  return ifThere(in, key, [&] { return Length::millimetres(in.number(key, least, most)); });
}
/// The same where null takes it away.
std::optional<std::optional<Length>> lengthOrNone(Fields& in, const char* key, double least, double most) {
  if (in.isNull(key)) return std::optional<Length>();
  const auto length = lengthIn(in, key, least, most);
  if (!length) return std::nullopt;
  return std::optional<std::optional<Length>>(length);
}
template <class Kind>
std::optional<Kind> kindIn(Fields& in, const char* key, const std::vector<std::string>& names) {
  return ifThere(in, key, [&] { return static_cast<Kind>(in.choice(key, names, 0)); });
}

std::vector<MirrorAxis> readMirrors(Fields& in) {
  std::vector<MirrorAxis> out;
  for (const json& j : in.array("mirror_axes", 20)) {
    Fields axis(j, Message("a-mirror-axis"));
    const double deg = axis.number("deg", -360, 360);
    const Point at = axis.point("point").value_or(Point{});
    if (!axis.ok()) in.fault("mirror-axis-wrong", axis.error().message);
    out.push_back({Angle::degrees(deg), at});
  }
  return out;
}

}  // namespace

PrintFields readPrintFields(Fields& in) {
  PrintFields out;
  out.picture = ifThere(in, "picture", [&] { return in.text("picture", {}, 1'000); });
  out.dpi = ifThere(in, "dpi", [&] { return in.number("dpi", 1, 10'000); });
  out.along = lengthIn(in, "along", 1, kWidest);
  out.across = lengthIn(in, "across", 1, kWidest);
  out.kind = kindIn<RepeatKind>(in, "kind", repeatNames());
  if (in.isNull("a")) {
    out.steps = std::optional<RepeatSteps>();
  } else if (const auto a = in.point("a")) {
    RepeatSteps steps{*a, std::nullopt};
    if (!in.isNull("b")) steps.b = in.point("b");
    out.steps = steps;
  }
  if (out.steps && (out.along || out.across || out.kind)) in.fault("print-repeat-twice");
  if (in.isNull("half_turn_centre"))
    out.halfTurn = std::optional<Point>();
  else if (const auto centre = in.point("half_turn_centre"))
    out.halfTurn = centre;
  if (in.has("dpi_guessed")) out.scaleGuessed = in.flag("dpi_guessed");
  out.mirrors = ifThere(in, "mirror_axes", [&] { return readMirrors(in); });
  if (in.isNull("mark"))
    out.mark = std::optional<Point>();
  else if (const auto mark = in.point("mark"))
    out.mark = mark;
  return out;
}

namespace {

constexpr double kMostPrice = 1e6;

ClothFacts readFacts(Fields& cloth) {
  Fields in(cloth.object("facts"), Message("facts-of-cloth"));
  ClothFacts out;
  constexpr double kThinnest = 0.02, kThickest = 10;  // mm
  out.thickness = ifThere(in, "thickness", [&] { return in.number("thickness", kThinnest, kThickest); });
  out.fray = kindIn<Fray>(in, "fray", {"little", "usual", "much"});
  const auto flag = [&](const char* key) { return ifThere(in, key, [&] { return in.flag(key); }); };
  out.stretches = flag("stretches");
  out.showsThrough = flag("shows_through");
  out.readableBehind = flag("readable_behind");
  out.washed = flag("washed");
  if (in.has("thread")) {
    out.thread = colourOf(in.text("thread"));
    if (!out.thread) in.fault("colour-not-like-1b6a88");
  }
  in.nothingElse();
  if (!in.ok()) cloth.faultAlone(in.error().message);
  return out;
}

/// How the shop sells it: by the length in steps, or by the piece.
void readSold(Fields& in, ClothFields& out) {
  if (in.isNull("sold")) out.soldPiece = std::optional<SoldPiece>();
  if (!in.has("sold")) return;
  Fields sold(in.object("sold"), Message("how-it-is-sold"));
  if (!sold.has("by")) sold.fault("sold-needs-by");
  if (sold.choice("by", {"length", "piece"}, 0) == 0) {
    out.soldPiece = std::optional<SoldPiece>();
    out.increment = Length::millimetres(sold.number("step", 1, kLongest));
  } else {
    SoldPiece piece;
    piece.name = sold.text("name", {}, 60);
    if (piece.name.empty()) sold.fault("sold-needs-name");
    piece.width = Length::millimetres(sold.number("width", 10, kWidest));
    piece.length = Length::millimetres(sold.number("length", 10, kLongest));
    piece.straight = sold.flag("straight");
    out.soldPiece = std::optional(std::move(piece));
  }
  if (sold.has("price")) out.price = std::optional(sold.number("price", 0, kMostPrice));
  sold.nothingElse();
  if (!sold.ok()) in.faultAlone(sold.error().message);
}

}  // namespace

ClothFields readClothFields(Fields& in) {
  ClothFields out;
  out.name = ifThere(in, "name", [&] { return in.text("name", {}, 120); });
  if (in.has("colour")) {
    out.colour = colourOf(in.text("colour"));
    if (!out.colour) in.fault("colour-not-like-1b6a88");
  }
  out.hatch = kindIn<Hatch>(in, "hatch", hatchNames());
  out.scraps = ifThere(in, "scraps", [&] { return in.flag("scraps"); });
  out.width = lengthOrNone(in, "width", 10, kWidest);
  if (out.width && *out.width && in.has("width_typed_in"))
    *out.width = (*out.width)->typed(typedInNamed(json(in.text("width_typed_in", {}, 10))));
  out.lengths = ifThere(in, "lengths", [&] { return readLengths(in); });
  out.collection =
      ifThere(in, "collection", [&] { return static_cast<int>(in.whole("collection", 1, kMostLengths)); });
  out.direction = kindIn<Direction>(in, "direction", directionNames());
  if (in.has("drawn_behind")) out.drawnBehind = in.flag("drawn_behind");
  if (in.isNull("in_set"))
    out.inSet = std::optional<int>();
  else if (in.has("in_set"))
    out.inSet = std::optional(static_cast<int>(in.whole("in_set", 2, kMostInSet)));
  if (in.isNull("stand")) out.stand = std::optional<Stand>();
  if (in.has("stand"))
    out.stand = std::optional(static_cast<Stand>(in.choice("stand", {"piece", "shape", "any"}, 0)));
  out.increment = lengthIn(in, "increment", 1, kLongest);
  readSold(in, out);
  if (in.isNull("price")) out.price = std::optional<double>();
  if (in.has("price")) out.price = std::optional(in.number("price", 0, kMostPrice));
  if (in.has("shrink")) out.shrinkPercent = in.number("shrink", 0, 50);
  out.allowance = lengthOrNone(in, "allowance", 0, 100);
  out.leastAllowance = lengthOrNone(in, "least", 0, 100);
  if (in.has("facts")) out.facts = readFacts(in);
  out.turnOneWay = ifThere(in, "turnOneWay", [&] { return in.flag("turnOneWay"); });
  return out;
}

}  // namespace clathra
