// A layout to and from JSON: outlines as flat lists, which are read and written fast.
#include <algorithm>
#include <cmath>

#include "layout/finishing_line.hpp"
#include "layout/numbering.hpp"
#include "store/codec.hpp"

namespace clathra {

using nlohmann::json;

namespace {

constexpr double kFar = 1e6;  // mm
constexpr std::size_t kMostLineCorners = 200;

json boxJson(const Box& b) {
  return json::array({b.left, b.top, b.right, b.bottom});
}

std::optional<std::vector<double>> numbers(const json& j, std::size_t most) {
  if (!j.is_array() || j.size() > most) return std::nullopt;
  std::vector<double> out;
  out.reserve(j.size());
  for (const json& v : j) {
    if (!v.is_number()) return std::nullopt;
    const double d = v.get<double>();
    if (!std::isfinite(d) || std::abs(d) > kFar) return std::nullopt;
    out.push_back(d);
  }
  return out;
}

struct LayoutParts {
  std::vector<double> corners, counts, rows, keys;
};

Status addPieces(LayoutBuilder& builder, const LayoutParts& parts) {
  std::size_t at = 0;
  for (std::size_t i = 0; i < parts.counts.size(); ++i) {
    const double n = parts.counts[i];
    if (!(n >= 3 && n <= 60'000) || at + 2 * static_cast<std::size_t>(n) > parts.corners.size())
      return fail("layout-piece-wrong-number");
    Polygon outline;
    for (std::size_t k = 0; k < static_cast<std::size_t>(n); ++k, at += 2)
      outline.push_back({parts.corners[at], parts.corners[at + 1]});
    if (!(area(outline) > 1e-6)) return fail("layout-piece-without-area");
    const PieceKey key{static_cast<std::int32_t>(parts.keys[3 * i]),
                       static_cast<std::int32_t>(parts.keys[3 * i + 1]),
                       static_cast<std::int32_t>(parts.keys[3 * i + 2])};
    builder.add(outline, key, static_cast<std::uint32_t>(std::max(0.0, parts.rows[i])));
  }
  return at == parts.corners.size() ? Status{} : fail("layout-corners-belong-no");
}

/// Each of 0 to n - 1 once; absent if it is not so.
std::optional<std::vector<std::uint32_t>> readOrder(const json& list, std::size_t n) {
  std::vector<std::uint32_t> out;
  std::vector<bool> seen(n, false);
  for (const json& v : list) {
    if (!v.is_number_unsigned() || v.get<std::uint64_t>() >= n) return std::nullopt;
    const auto at = v.get<std::uint32_t>();
    if (seen[at]) return std::nullopt;
    seen[at] = true;
    out.push_back(at);
  }
  return out.size() == n ? std::optional(out) : std::nullopt;
}

}  // namespace

json flatJson(PolygonView p) {
  json out = json::array();
  for (const Point c : p) out.insert(out.end(), {c.x, c.y});
  return out;
}

Polygon readLine(Fields& in) {
  const json& list = in.array("line", kMostLineCorners * 2);
  const auto v = numbers(list, kMostLineCorners * 2);
  Polygon out;
  for (std::size_t i = 0; v && i + 1 < v->size(); i += 2) out.push_back(Point{(*v)[i], (*v)[i + 1]});
  const bool sane =
      v && v->size() % 2 == 0 && (out.empty() || (out.size() >= 3 && isConvex(out) && signedArea(out) > 0));
  if (!sane) in.fault("finishing-line-no-convex");
  return out;
}

json toJson(const Layout& layout) {
  std::vector<double> corners;
  std::vector<int> counts, keys, rows;
  corners.reserve(layout.corners.size() * std::size_t(2));
  // Pieces are written as they were laid: shapes are told apart in that order.
  std::vector<std::uint32_t> laid(layout.size());
  for (std::size_t i = 0; i < layout.size(); ++i) laid[layout.laidAs(i)] = static_cast<std::uint32_t>(i);
  for (const auto i : laid) {
    const Piece& p = layout.pieces[i];
    for (const Point c : layout.outline(i)) {
      corners.push_back(c.x);
      corners.push_back(c.y);
    }
    counts.push_back(p.count);
    rows.push_back(static_cast<int>(p.row));
    keys.insert(keys.end(), {p.key.col, p.key.row, p.key.part});
  }
  json out = {{"corners", corners},
              {"counts", counts},
              {"rows", rows},
              {"keys", keys},
              {"sides", sidesName(layout.sides)},
              {"finished", boxJson(layout.finished)},
              {"line", flatJson(layout.line)}};
  if (!layout.laid.empty()) out["order"] = layout.laid;
  return out;
}

Result<Layout> readLayout(const json& j) {
  Fields in(j, Message("its-layout"));
  const auto most = static_cast<std::size_t>(kMostPieces);
  const auto corners = numbers(in.array("corners", most * 40), most * 40);
  const auto counts = numbers(in.array("counts", most), most);
  const auto rows = numbers(in.array("rows", most), most);
  const auto keys = numbers(in.array("keys", most * 3), most * 3);
  const auto finished = numbers(in.array("finished", 4), 4);
  const int sides = in.choice("sides", sidesNames(), 0);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (!corners || !counts || !rows || !keys || !finished || finished->size() != 4 || counts->empty() ||
      rows->size() != counts->size() || keys->size() != 3 * counts->size())
    return fail("layout-incomplete-holds-numbers");
  LayoutBuilder builder;
  if (const auto ok = addPieces(builder, {*corners, *counts, *rows, *keys}); !ok)
    return tl::make_unexpected(ok.error());
  const Box box{(*finished)[0], (*finished)[1], (*finished)[2], (*finished)[3]};
  Layout out = std::move(builder).finish(static_cast<FinishingSides>(sides), box, true);
  // Files of before have rectangles only, and say no more than where they lie.
  if (in.has("line")) {
    out.line = readLine(in);
    if (!in.ok()) return tl::make_unexpected(in.error());
  } else if (out.sides != FinishingSides::Outline) {
    out.line = cornersOf(box);
  }
  if (!in.has("order")) return out;
  const auto order = readOrder(in.array("order", most), out.size());
  if (!order) return fail("layout-order-numbers-misses");
  return inOrder(std::move(out), *order);
}

}  // namespace clathra
