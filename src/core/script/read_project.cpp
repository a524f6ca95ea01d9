// Readers of edits of the project, its layout and its settings.
#include <algorithm>

#include "layout/finishing_line.hpp"
#include "layout/numbering.hpp"
#include "script/readers.hpp"
#include "store/codec.hpp"
#include "store/readings_file.hpp"

namespace clathra::script {

namespace {

constexpr double kAnyLength = 1e9;  // the edit itself says what may be

Length lengthOf(EditFields& in, const char* key) {
  return Length::millimetres(in.number(key, -kAnyLength, kAnyLength));
}

/// Corners as [x, y], in mm.
Polygon boxOf(EditFields& in) {
  const nlohmann::json& b = in.array("box", 4);
  if (b.size() == 4 && std::all_of(b.begin(), b.end(), [](const auto& v) { return v.is_number(); }))
    return cornersOf({b[0].get<double>(), b[1].get<double>(), b[2].get<double>(), b[3].get<double>()});
  in.fault("box-not-left-top");
  return {};
}

}  // namespace

Rename read(EditFields& in, Rename*) {
  return {in.name("name", 200)};
}
SetArrangement read(EditFields& in, SetArrangement*) {
  return {in.text("arrangement", in.project().recipe.arrangement, 200), in.count("across"), in.count("down"),
          in.count("rings", 0)};
}
SetEdge read(EditFields& in, SetEdge*) {
  return {lengthOf(in, "value")};
}
SetProportion read(EditFields& in, SetProportion*) {
  return {in.text("proportion", {}, 200), in.number("value", 0, 1e6)};
}
SetCounts read(EditFields& in, SetCounts*) {
  return {in.count("across"), in.count("down"), in.count("rings", 0)};
}
SetSize read(EditFields& in, SetSize*) {
  return {lengthOf(in, "edge"), in.count("across"), in.count("down"), in.count("rings", 0)};
}
SetSides read(EditFields& in, SetSides*) {
  if (!in.has("sides")) in.fault("needs-sides-outline-edge");
  return {static_cast<FinishingSides>(in.choice("sides", sidesNames(), 0))};
}
SetLine read(EditFields& in, SetLine*) {
  if (in.has("box")) return {boxOf(in)};
  if (in.has("outline")) return {in.outline()};
  return {};
}
SetWantedSize read(EditFields& in, SetWantedSize*) {
  return {Length::millimetres(in.number("width", 0, kLargestWanted)),
          Length::millimetres(in.number("height", 0, kLargestWanted))};
}
SetAllowance read(EditFields& in, SetAllowance*) {
  const bool none = in.isNull("value");
  SetAllowance out{none ? Length() : lengthOf(in, "value"), {}, {}, false, {}, none};
  (void)in.isNull("cloth");  // null is the project's own
  out.cloth = in.clothIfSaid();
  if (in.has("shape")) out.shape = in.text("shape", {}, 120);
  if (in.has("where")) {
    (void)in.choice("where", {"outer"}, 0);
    out.outer = true;
  }
  if (in.isNull("least"))
    out.least = std::optional<Length>();
  else if (in.has("least"))
    out.least = std::optional(lengthOf(in, "least"));
  if ((out.cloth ? 1 : 0) + (out.shape ? 1 : 0) + (out.outer ? 1 : 0) > 1) in.fault("allowance-one-of");
  return out;
}
SetSpare read(EditFields& in, SetSpare*) {
  return {in.number("percent", 0, 200)};
}
SetMaking read(EditFields& in, SetMaking*) {
  SetMaking out;
  if (in.has("times")) out.times = static_cast<int>(in.whole("times", 1, kMostTimes));
  if (in.isNull("layers"))
    out.layers = std::optional<int>();
  else if (in.has("layers"))
    out.layers = std::optional(static_cast<int>(in.whole("layers", 1, kMostClothLayers)));
  if (in.isNull("washed"))
    out.washed = std::optional<bool>();
  else if (in.has("washed"))
    out.washed = std::optional(in.flag("washed"));
  if (in.isNull("overrun"))
    out.overrun = std::optional<Length>();
  else if (in.has("overrun"))
    out.overrun = std::optional(Length::millimetres(in.number("overrun", 0, kMostOverrun)));
  if (in.has("bluntBelow")) out.bluntBelow = in.number("bluntBelow", kSharpestBlunt, kWidestBlunt);
  return out;
}
SetUnit read(EditFields& in, SetUnit*) {
  return {static_cast<LengthUnit>(in.choice("unit", unitNames(), 0))};
}
SetPage read(EditFields& in, SetPage*) {
  SetPage out;
  if (in.has("page")) out.page = in.text("page", {}, 40);
  if (in.has("side"))
    out.side = in.choice("side", {"back", "front"}, 0) == 1 ? MarkedSide::Front : MarkedSide::Back;
  if (in.has("stripsFirst")) out.stripsFirst = in.flag("stripsFirst");
  if (in.has("margin")) out.margin = Length::millimetres(in.number("margin", kLeastMargin, kMostMargin));
  if (in.has("gap")) out.gap = Length::millimetres(in.number("gap", 0, kMostGap));
  if (in.has("sort")) out.sorting = static_cast<SheetSorting>(in.choice("sort", sortingNames(), 0));
  return out;
}
SetMarks read(EditFields& in, SetMarks*) {
  return {readMarks(in, in.project().settings.marks)};
}
SetPapers read(EditFields& in, SetPapers*) {
  SetPapers out;
  if (in.has("material")) out.material = in.text("material", {}, 60);
  if (in.has("ahead")) out.ahead = static_cast<int>(in.whole("ahead", 0, kMostAhead));
  if (in.has("ease")) out.ease = in.number("ease", 0.01, 20);
  if (in.has("lookAlike")) out.lookAlike = Length::millimetres(in.number("lookAlike", 0.1, 50));
  if (in.has("materials")) out.materials = readMaterials(in, in.project().settings.papers.materials);
  return out;
}
SetReadings read(EditFields& in, SetReadings*) {
  SetReadings out;
  if (!in.has("readings")) in.fault("needs-readings");
  auto readings = readingsFrom(in.array("readings", kMostReadings));
  if (readings)
    out.readings = std::move(*readings);
  else
    in.faultAlone(readings.error().message);
  return out;
}
SetNumbering read(EditFields& in, SetNumbering*) {
  if (!in.has("by")) in.fault("needs-by-rows-outside");
  return {static_cast<Numbering>(in.choice("by", numberingNames(), 0))};
}
SetRemarkAside read(EditFields& in, SetRemarkAside*) {
  return {in.text("check", {}, 200), in.text("reason")};
}
TakeUpAgain read(EditFields& in, TakeUpAgain*) {
  return {in.text("check", {}, 200)};
}

}  // namespace clathra::script
