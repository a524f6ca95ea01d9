#include "store/pack_file.hpp"

#include "shape/json_fields.hpp"

namespace clathra {

using nlohmann::json;

namespace {

constexpr std::size_t kMostItems = 10'000;
constexpr double kMost = 1e7;

Polygon polygonOf(const json& j, Fields& in) {
  Polygon out;
  if (!j.is_array() || j.size() > kMostItems) {
    in.fault("pack-polygon");
    return out;
  }
  for (const json& q : j) {
    if (!q.is_array() || q.size() != 2 || !q[0].is_number() || !q[1].is_number()) {
      in.fault("pack-polygon");
      return out;
    }
    out.push_back({q[0].get<double>(), q[1].get<double>()});
  }
  // A last corner that repeats the first closes the outline, which it is anyway.
  if (out.size() > 1 && distance(out.front(), out.back()) < 1e-9) out.pop_back();
  return out;
}

Status readCloth(const json& j, PackJob& job) {
  Fields in(j, Message("cloth-of-job"));
  if (!in.has("pieces")) {
    job.width = in.number("width", 0, kMost);
    if (in.has("length")) job.length = in.number("length", 0, kMost);
    return in.ok() ? Status{} : tl::make_unexpected(in.error());
  }
  int number = 1;
  for (const json& piece : in.array("pieces", kMostItems)) {
    Fields one(piece, Message("piece-of-cloth", number++));
    PackRoom room;
    if (one.has("outline")) {
      room.outline = polygonOf(one.array("outline", kMostItems), one);
      if (room.outline.size() >= 3) {
        const Box b = bounds(room.outline);
        room.width = one.number("width", 0, kMost, b.right);
        room.length = one.number("height", 0, kMost, b.bottom);
      }
    } else {
      room.width = one.number("width", 0, kMost);
      room.length = one.number("height", 0, kMost);
    }
    for (const json& hole : one.array("holes", kMostItems)) room.holes.push_back(polygonOf(hole, one));
    if (!one.ok()) return tl::make_unexpected(one.error());
    job.rooms.push_back(std::move(room));
  }
  if (job.rooms.empty()) in.fault("pack-no-pieces");
  return in.ok() ? Status{} : tl::make_unexpected(in.error());
}

}  // namespace

Result<PackJob> readPackJob(std::string_view text) {
  const auto j = parseJson(text);
  if (!j) return tl::make_unexpected(j.error());
  if (!j->is_object()) return fail("pack-object");
  PackJob job;
  Fields in(*j, Message("it"));
  if (in.text("units", "mm") != "mm") in.fault("pack-units");
  job.gap = in.number("gap", 0, kMost, 0);
  const json& cloth = in.object("cloth");
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (const auto ok = readCloth(cloth, job); !ok) return tl::make_unexpected(ok.error());
  int number = 1;
  for (const json& shape : in.array("shapes", kMostItems)) {
    Fields one(shape, Message("shape-of-job", number++));
    PackShape s;
    s.id = one.text("id", {}, 200);
    if (s.id.empty()) one.fault("pack-no-id");
    s.outline = polygonOf(one.array("polygon", kMostItems), one);
    s.quantity = static_cast<int>(one.whole("quantity", 0, 1'000'000'000));
    if (!one.has("rotations")) one.fault("pack-no-turns");
    s.turns = static_cast<Turns>(one.choice("rotations", {"none", "half-turn", "quarter", "any"}, 0));
    if (!one.ok()) return tl::make_unexpected(one.error());
    job.shapes.push_back(std::move(s));
  }
  if (!in.ok()) return tl::make_unexpected(in.error());
  return job;
}

json packResultJson(const PackJob& job, const PackResult& result, double seconds) {
  json placements = json::array();
  for (const PackedPatch& p : result.patches) {
    json polygon = json::array();
    for (const Point q : p.outline) polygon.push_back({q.x, q.y});
    placements.push_back(
        {{"shape", job.shapes[p.shape].id}, {"piece", p.room}, {"polygon", std::move(polygon)}});
  }
  return {{"used_length", result.usedLength},
          {"used_pieces", job.rooms.empty() ? 1 : result.rooms.size()},
          {"utilisation", result.utilisation},
          {"seconds", seconds},
          {"steps", result.steps},
          {"placements", std::move(placements)}};
}

}  // namespace clathra
