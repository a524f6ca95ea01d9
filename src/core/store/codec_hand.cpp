// Hand work in and out of JSON.
#include <algorithm>
#include <array>
#include <cmath>

#include "store/codec.hpp"

namespace clathra {

using nlohmann::json;

namespace {

json keyJson(PieceKey k) {
  return json::array({k.col, k.row, k.part});
}

}  // namespace

Proportions readProportions(Fields& in, const json& j) {
  constexpr std::size_t kMost = 12;
  Proportions out;
  for (const auto& [key, value] : j.items()) {
    if (!value.is_number() || !std::isfinite(value.get<double>()) || key.size() > 200 ||
        out.size() == kMost) {
      in.fault("proportions-not-numbers");
      break;
    }
    out[key] = value.get<double>();
  }
  return out;
}

json toJson(const HandWork& hand) {
  json taken = json::array(), added = json::array();
  for (const PieceKey k : hand.taken) taken.push_back(keyJson(k));
  for (const OwnPiece& own : hand.added) {
    json corners = json::array();
    for (const Point p : own.outline) corners.insert(corners.end(), {p.x, p.y});
    added.push_back({{"key", own.key.col},
                     {"parent", own.parent ? keyJson(*own.parent) : json(nullptr)},
                     {"outline", std::move(corners)}});
  }
  return {{"next", hand.next}, {"taken", taken}, {"added", added}};
}

namespace {

Result<PieceKey> readKey(const json& j) {
  if (!j.is_array() || j.size() != 3) return fail("key-not-three-numbers");
  std::array<std::int32_t, 3> v{};
  for (std::size_t i = 0; i < 3; ++i) {
    if (!j[i].is_number_integer() || std::abs(j[i].get<double>()) > 2e9) return fail("key-not-three-numbers");
    v[i] = j[i].get<std::int32_t>();
  }
  return PieceKey{v[0], v[1], v[2]};
}

Polygon readOutline(Fields& f) {
  Polygon out;
  const json& corners = f.array("outline", 2 * kMostOwnCorners);
  for (std::size_t i = 0; i + 1 < corners.size(); i += 2) {
    if (!corners[i].is_number() || !corners[i + 1].is_number()) break;
    out.push_back({corners[i].get<double>(), corners[i + 1].get<double>()});
  }
  const bool sane =
      out.size() >= 3 && 2 * out.size() == corners.size() && std::all_of(out.begin(), out.end(), [](Point p) {
        return std::isfinite(p.x) && std::isfinite(p.y) && std::abs(p.x) < 1e6 && std::abs(p.y) < 1e6;
      });
  if (!sane || area(out) < 1e-9) f.fault("no-outline");
  return out;
}

void readOwnPiece(Fields& in, const json& j, HandWork& hand) {
  Fields f(j, Message("a-hand-piece"));
  OwnPiece own;
  own.key = {static_cast<std::int32_t>(f.whole("key", 0, 2'000'000'000)), 0, kOwnPart};
  own.outline = readOutline(f);
  if (f.has("parent")) {
    const auto parent = readKey(j["parent"]);
    if (parent)
      own.parent = *parent;
    else
      f.fault("fault-has", parent.error().message);
  }
  if (!f.ok()) in.faultAlone(f.error().message);
  hand.added.push_back(std::move(own));
}

}  // namespace

json toJson(const std::vector<OwnShape>& shapes) {
  json out = json::array();
  for (const OwnShape& s : shapes) out.push_back({{"name", s.name}, {"outline", flatJson(s.outline)}});
  return out;
}

std::vector<OwnShape> readOwnShapes(Fields& in, const json& list) {
  std::vector<OwnShape> out;
  for (const json& j : list) {
    Fields f(j, Message("a-shape"));
    OwnShape s{f.text("name", {}, kMostShapeName), readOutline(f)};
    if (s.name.empty()) f.fault("no-name");
    if (!f.ok()) {
      in.faultAlone(f.error().message);
      break;
    }
    // Centred and clockwise, as comparing it with pieces needs it.
    if (signedArea(s.outline) < 0) std::reverse(s.outline.begin(), s.outline.end());
    if (const Point middle = centroid(s.outline); length(middle) > 1e-9)
      s.outline = translated(s.outline, -1.0 * middle);
    out.push_back(std::move(s));
  }
  return out;
}

json toJson(const std::vector<PieceUnit>& units) {
  json out = json::array();
  for (const PieceUnit& u : units) {
    json pieces = json::array();
    for (const PieceKey k : u.pieces) pieces.push_back(keyJson(k));
    out.push_back({{"name", u.name}, {"number", u.number}, {"pieces", std::move(pieces)}});
  }
  return out;
}

std::vector<PieceUnit> readUnits(Fields& recipe, const json& list) {
  std::vector<PieceUnit> out;
  for (const json& j : list) {
    Fields in(j, Message("a-unit"));
    PieceUnit u;
    u.name = in.text("name", {}, 120);
    if (u.name.empty()) in.fault("no-name");
    u.number = static_cast<int>(in.whole("number", 1, 1'000'000));
    for (const json& k : in.array("pieces", static_cast<std::size_t>(kMostPieces))) {
      const auto key = readKey(k);
      if (!key) {
        in.fault("fault-holds", key.error().message);
        break;
      }
      u.pieces.push_back(*key);
    }
    std::sort(u.pieces.begin(), u.pieces.end());
    if (!in.ok()) {
      recipe.faultAlone(in.error().message);
      break;
    }
    out.push_back(std::move(u));
  }
  return out;
}

HandWork readHand(Fields& recipe, const json& j) {
  HandWork hand;
  Fields in(j, Message("its-hand-work"));
  hand.next = static_cast<std::int32_t>(in.whole("next", 0, 2'000'000'000, 0));
  for (const json& k : in.array("taken", static_cast<std::size_t>(kMostPieces))) {
    const auto key = readKey(k);
    if (!key) {
      in.fault("fault-holds", key.error().message);
      break;
    }
    hand.taken.push_back(*key);
  }
  std::sort(hand.taken.begin(), hand.taken.end());
  for (const json& own : in.array("added", static_cast<std::size_t>(kMostPieces))) {
    readOwnPiece(in, own, hand);
    if (!in.ok()) break;
    hand.next = std::max(hand.next, hand.added.back().key.col + 1);
  }
  if (!in.ok()) recipe.faultAlone(in.error().message);
  return hand;
}

}  // namespace clathra
