// Readers of edits that grow and reshape a layout by hand.
#include <algorithm>

#include "exchange/drawn_lines.hpp"
#include "layout/draft.hpp"
#include "layout/subdivide.hpp"
#include "script/readers.hpp"
#include "shape/families.hpp"
#include "shape/own_polygon.hpp"

namespace clathra::script {

namespace {

using nlohmann::json;

constexpr int kMostDivisions = 6;
constexpr std::size_t kMostUnitName = 60;
constexpr std::size_t kMostSvg = 4'000'000;  // bytes
constexpr std::int64_t kMostChoice = 1'000;

std::size_t choiceOf(EditFields& in) {
  return static_cast<std::size_t>(in.whole("choice", 0, kMostChoice, 0));
}

ClothId clothOrNoneSaid(EditFields& in) {
  (void)in.isNull("cloth");
  return in.clothIfSaid().value_or(kNoCloth);
}

std::size_t partOf(EditFields& in, const std::string& id) {
  const auto part = subdivisionPart(id);
  if (!part) in.faultAlone(part.error().message);
  return part.value_or(0);
}

void readParts(EditFields& in, Subdivide& out) {
  for (const auto& [id, n] : in.object("parts").items()) {
    const std::size_t part = partOf(in, id);
    if (!n.is_number_integer() || n.get<double>() < 0 || n.get<double>() > 64)
      in.fault("parts-no-numbers-up");
    else
      out.parts[part] = n.get<int>();
  }
}

std::optional<Point> pointOf(EditFields& in, const json& j) {
  if (!j.is_array() || j.size() != 2 || !j[0].is_number() || !j[1].is_number()) {
    in.faultOf("lines", Message("lines-like"));
    return std::nullopt;
  }
  const Point p{j[0].get<double>(), j[1].get<double>()};
  if (!(std::abs(p.x) < 1e6 && std::abs(p.y) < 1e6)) in.fault("line-ends-more-than");
  return p;
}

std::vector<Line> linesOf(EditFields& in) {
  std::vector<Line> out;
  for (const json& j : in.array("lines", kMostDraftLines)) {
    if (!j.is_array() || j.size() != 2) in.faultOf("lines", Message("lines-like"));
    if (!in.ok()) break;
    const auto from = pointOf(in, j[0]), to = pointOf(in, j[1]);
    if (!in.ok()) break;
    if (distance(*from, *to) < kDraftSnap) in.fault("line-shorter-than-half");
    out.push_back({*from, *to});
  }
  return out;
}

DraftLines draftFromSvg(EditFields& in) {
  DraftLines out;
  const std::string text = in.text("svg", {}, kMostSvg);
  const Pieces pieces = in.pieces();
  if (!in.ok()) return out;
  const auto drawing = readSvg(text);
  if (!drawing) {
    in.faultAlone(drawing.error().message);
    return out;
  }
  for (const auto i : pieces)
    out.ofPieces[i] = drawnInto(*drawing, bounds(in.project().layout->outline(i))).lines;
  return out;
}

}  // namespace

BeginWith read(EditFields& in, BeginWith*) {
  BeginWith out;
  const Recipe& recipe = in.project().recipe;
  const double edge = recipe.edge.mm();
  if (in.has("name")) out.name = in.name("name", kMostShapeName);
  Result<Polygon> outline = fail("needs-shape-sides-outline");
  if (in.has("shape")) {
    const std::string id = in.text("shape", {}, 120);
    outline = familyOutline(id);
    if (outline) outline = scaled(*outline, edge);
    for (const OwnShape& s : recipe.shapes)
      if (ownShapeId(s.name) == id) outline = scaled(s.outline, edge);
  } else if (in.has("sides")) {
    outline = scaled(regularPolygon(static_cast<int>(in.whole("sides", kLeastSides, kMostSides))), edge);
  } else if (in.has("typed")) {
    outline = polygonOfText(in.text("typed", {}, 500), in.project().settings.unit);
  } else if (in.has("outline")) {
    Polygon drawn = in.outline();
    if (signedArea(drawn) < 0) std::reverse(drawn.begin(), drawn.end());
    if (drawn.size() >= 3 && area(drawn) > 1)
      outline = translated(drawn, -1.0 * centroid(drawn));
    else
      outline = fail("sides-enclose-nothing");
  }
  if (outline)
    out.outline = *outline;
  else
    in.faultAlone(outline.error().message);
  return out;
}
MakeShape read(EditFields& in, MakeShape*) {
  MakeShape out;
  out.name = in.name("name", kMostShapeName);
  if (in.has("piece"))
    out.piece =
        static_cast<std::uint32_t>(in.whole("piece", 1, static_cast<int>(in.project().layout->size())) - 1);
  else
    out.hole = in.pointThere("hole");
  out.cloth = clothOrNoneSaid(in);
  return out;
}
DropShape read(EditFields& in, DropShape*) {
  return {in.name("name", kMostShapeName)};
}
AddPieces read(EditFields& in, AddPieces*) {
  AddPieces out;
  out.at = in.pointThere("at");
  out.shape = in.text("shape", {}, 120);
  out.choice = choiceOf(in);
  out.copies = in.copies();
  out.cloth = clothOrNoneSaid(in);
  return out;
}
TakeAway read(EditFields& in, TakeAway*) {
  Pieces pieces = in.pieces();
  return {std::move(pieces), in.copies()};
}
Subdivide read(EditFields& in, Subdivide*) {
  Subdivide out;
  out.pieces = in.pieces();
  out.parts.assign(subdivisionParts().size(), 0);
  out.allowed.assign(subdivisionParts().size(), false);
  out.divisions = static_cast<int>(in.whole("divisions", 1, kMostDivisions, 2));
  out.index = static_cast<std::uint64_t>(in.whole("index", 0, std::int64_t(1) << 60, 0));
  out.different = in.flag("different");
  out.mirroredOnce = in.flag("mirroredOnce");
  if (out.mirroredOnce && in.has("mixed")) in.fault("numbers-mixed-fillings-one");
  if (in.has("parts")) {
    readParts(in, out);
  } else if (in.has("mixed")) {
    for (const json& id : in.array("mixed", 8))
      out.allowed[partOf(in, id.is_string() ? id.get<std::string>() : std::string())] = true;
    out.count = static_cast<int>(in.whole("count", 1, 64));
  } else {
    in.fault("needs-parts-like-diamond");
  }
  return out;
}
FillHoles read(EditFields& in, FillHoles*) {
  return {clothOrNoneSaid(in)};
}
CloseRing read(EditFields& in, CloseRing*) {
  const Point at = in.pointThere("at");
  return {at, clothOrNoneSaid(in)};
}
Exchange read(EditFields& in, Exchange*) {
  Pieces pieces = in.pieces();
  const std::size_t choice = choiceOf(in);
  return {std::move(pieces), choice, static_cast<int>(in.whole("most", 1, 4, 3))};
}
JoinPieces read(EditFields& in, JoinPieces*) {
  return {in.pieces()};
}
DraftLines read(EditFields& in, DraftLines*) {
  if (in.has("svg")) return draftFromSvg(in);
  DraftLines out;
  out.lines = linesOf(in);
  if (in.ok() && out.lines.empty()) in.fault("needs-lines-like-0");
  out.copies = in.copies();
  if (in.namesPieces()) out.pieces = in.pieces();
  return out;
}
Cure read(EditFields& in, Cure*) {
  return {in.pieces()};
}
SplitPiece read(EditFields& in, SplitPiece*) {
  const auto n = in.whole("piece", 1, static_cast<std::int64_t>(in.project().layout->size()));
  const auto from = in.whole("from", 1, 1'000), to = in.whole("to", 1, 1'000);
  return {{static_cast<std::uint32_t>(n - 1)}, static_cast<int>(from), static_cast<int>(to)};
}
MarkUnit read(EditFields& in, MarkUnit*) {
  MarkUnit out;
  out.name = in.name("name", kMostUnitName);
  out.everywhere = in.flag("everywhere");
  out.pieces = in.pieces();
  return out;
}
PlaceUnit read(EditFields& in, PlaceUnit*) {
  PlaceUnit out;
  out.unit = in.name("unit", kMostUnitName);
  out.at = in.pointThere("at");
  out.choice = choiceOf(in);
  out.copies = in.copies();
  return out;
}
SetOutUnits read(EditFields& in, SetOutUnits*) {
  SetOutUnits out;
  out.unit = in.name("unit", kMostUnitName);
  out.path =
      static_cast<std::uint32_t>(in.whole("path", 1, static_cast<int>(in.project().layout->size())) - 1);
  out.ask.across = static_cast<int>(in.whole("across", 1, kMostSetOut));
  out.ask.down = static_cast<int>(in.whole("down", 1, kMostSetOut));
  out.ask.apart = static_cast<int>(in.whole("apart", 1, kMostApart, 1));
  out.ask.allRound = in.flag("allRound");
  out.cloth = clothOrNoneSaid(in);
  return out;
}
ReplaceUnits read(EditFields& in, ReplaceUnits*) {
  return {in.name("unit", kMostUnitName), in.name("by", kMostUnitName)};
}
RenameUnit read(EditFields& in, RenameUnit*) {
  return {in.name("unit", kMostUnitName), in.name("name", kMostUnitName)};
}
DropUnit read(EditFields& in, DropUnit*) {
  return {in.name("unit", kMostUnitName)};
}

}  // namespace clathra::script
