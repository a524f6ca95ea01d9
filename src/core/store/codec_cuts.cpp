// The log of what was cut off a cloth, to and from JSON.
#include "store/codec.hpp"

namespace clathra {

using nlohmann::json;

json toJson(const std::vector<ClothCut>& cuts) {
  json out = json::array();
  for (const ClothCut& c : cuts) {
    json patches = json::array();
    for (const CutPatches& p : c.patches) {
      json outlines = json::array();
      for (const Polygon& o : p.outlines) outlines.push_back(outlineJson(o));
      json one = {{"shape", p.shape},    {"hand", p.hand},     {"standing", p.standing},
                  {"count", p.count},    {"pieces", p.pieces}, {"paper", outlineJson(p.paper)},
                  {"outlines", outlines}};
      if (p.motif) one["motif"] = *p.motif;
      patches.push_back(std::move(one));
    }
    out.push_back({{"id", c.id},
                   {"date", c.date},
                   {"length", c.length},
                   {"from", c.from},
                   {"to", c.to},
                   {"patches", patches}});
  }
  return out;
}

namespace {

CutPatches readPatches(Fields& whole, const json& j, std::size_t pieces) {
  Fields in(j, Message("a-cut"));
  CutPatches out;
  out.shape = in.text("shape", {}, 120);
  out.hand = static_cast<int>(in.whole("hand", -1, 1, 0));
  out.standing = static_cast<int>(in.whole("standing", 0, 359, 0));
  if (in.has("motif")) out.motif = static_cast<int>(in.whole("motif", 0, 1'000'000));
  out.paper = outlineIn(in.array("paper", kMostOutlineCorners));
  if (!isOutline(out.paper)) in.fault("cut-outline-wrong");
  for (const json& o : in.array("outlines", kMostCutPatches)) {
    out.outlines.push_back(outlineIn(o));
    if (!isOutline(out.outlines.back())) in.fault("cut-outline-wrong");
  }
  const auto most = static_cast<std::int64_t>(kMostCutPatches);
  out.count = static_cast<int>(in.whole("count", 1, most));
  if (!out.outlines.empty() && out.outlines.size() != static_cast<std::size_t>(out.count))
    in.fault("cut-count-wrong");
  for (const json& n : in.array("pieces", static_cast<std::size_t>(out.count))) {
    if (!n.is_number_unsigned() || n.get<std::uint64_t>() >= pieces ||
        (!out.pieces.empty() && n.get<std::uint32_t>() < out.pieces.back())) {
      in.fault("names-piece-not");
      break;
    }
    out.pieces.push_back(n.get<std::uint32_t>());
  }
  if (!in.ok()) whole.faultAlone(in.error().message);
  return out;
}

}  // namespace

std::vector<ClothCut> readCuts(Fields& cloth, std::size_t lengths, std::size_t pieces) {
  std::vector<ClothCut> out;
  for (const json& j : cloth.array("cuts", kMostCuts)) {
    Fields in(j, Message("a-cut"));
    ClothCut c;
    c.id = static_cast<int>(in.whole("id", 1, 1'000'000));
    c.date = in.text("date", {}, 40);
    c.length = static_cast<int>(in.whole("length", -1, static_cast<std::int64_t>(lengths) - 1));
    constexpr double kFar = 1e6;
    c.from = in.number("from", 0, kFar, 0);
    c.to = in.number("to", c.from, kFar, c.from);
    for (const json& p : in.array("patches", kMostCutPatches))
      if (in.ok()) c.patches.push_back(readPatches(in, p, pieces));
    if (!in.ok()) {
      cloth.faultAlone(in.error().message);
      break;
    }
    out.push_back(std::move(c));
  }
  return out;
}

}  // namespace clathra
