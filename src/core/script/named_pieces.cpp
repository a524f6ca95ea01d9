// Which pieces an edit speaks of.
#include <algorithm>
#include <cmath>
#include <sstream>

#include "layout/seams.hpp"
#include "layout/unit.hpp"
#include "model/alike.hpp"
#include "script/named_pieces.hpp"
#include "shape/json_fields.hpp"
#include "text.hpp"

namespace clathra {

using nlohmann::json;

namespace {

Result<std::uint32_t> pieceNumber(const Project& project, const json& j) {
  const auto n = j.is_number_integer() ? j.get<std::int64_t>() : 0;
  if (n < 1 || n > static_cast<std::int64_t>(project.layout->size()))
    return fail("no-piece-pieces-numbered", j.dump(-1, ' ', false, json::error_handler_t::replace),
                project.layout->size());
  return static_cast<std::uint32_t>(n - 1);
}

Result<Pieces> byNumbers(const Project& project, const json& list) {
  if (!list.is_array() || list.empty()) return fail("pieces-needs-list-piece");
  Pieces out;
  for (const json& j : list) {
    const auto p = pieceNumber(project, j);
    if (!p) return tl::make_unexpected(p.error());
    out.push_back(*p);
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

Result<Pieces> byShape(const Project& project, const std::string& name) {
  Pieces out;
  const Layout& layout = *project.layout;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (layout.shapes[layout.pieces[i].shape].name == name) out.push_back(i);
  if (out.empty()) return fail("no-piece-shape", name);
  return out;
}

Result<Pieces> byRole(const Project& project, const std::string& name) {
  Pieces out;
  for (std::uint32_t i = 0; i < project.layout->size(); ++i) {
    const ClothId role = project.roleOf[i];
    if (role >= 0 && project.roles[static_cast<std::size_t>(role)].name == name) out.push_back(i);
  }
  if (out.empty()) return fail("no-piece-role", name);
  return out;
}

/// All units of a name, or the one of a name and number.
Result<Pieces> byUnit(const Project& project, const std::string& name) {
  Pieces out;
  for (const PieceUnit& u : project.recipe.units) {
    if (u.name != name && unitTitle(u) != name) continue;
    const auto pieces = piecesOf(*project.layout, u);
    out.insert(out.end(), pieces.begin(), pieces.end());
  }
  if (out.empty()) return fail("no-unit-called-layout", name);
  std::sort(out.begin(), out.end());
  return out;
}

}  // namespace

Result<Pieces> namedPieces(const Project& project, const json& args) {
  if (args.contains("pieces")) return byNumbers(project, args["pieces"]);
  if (args.contains("shape")) {
    if (!args["shape"].is_string()) return fail("shape-needs-shape-s");
    return byShape(project, args["shape"].get<std::string>());
  }
  if (args.contains("unit") && args["unit"].is_string())
    return byUnit(project, args["unit"].get<std::string>());
  if (args.contains("role") && args["role"].is_string())
    return byRole(project, args["role"].get<std::string>());
  if (args.contains("all") || args.contains("bare")) {
    Fields in(args, Message("the-edit"));
    const bool all = in.flag("all"), bare = in.flag("bare");
    if (!in.ok()) return tl::make_unexpected(in.error());
    Pieces out;
    for (std::uint32_t i = 0; i < project.layout->size(); ++i)
      if (all || (bare && project.painting[i] == kNoCloth)) out.push_back(i);
    if (out.empty()) return bare ? fail("every-piece-has-cloth") : fail("no-piece-named");
    return out;
  }
  for (const char* way : {"ring", "row", "alike"}) {
    if (!args.contains(way)) continue;
    Fields in(args[way], std::string("\"") + way + "\"");
    const auto of = in.whole("of", 1, static_cast<std::int64_t>(project.layout->size()));
    const auto k = in.whole("k", 0, kMostCount, 1);
    const double deg = in.number("degrees", -360, 360, 0);
    const bool any = in.flag("anyCloth"), sameTurn = in.flag("sameTurn");
    in.nothingElse();
    if (!in.ok()) return tl::make_unexpected(in.error());
    const auto piece = static_cast<std::uint32_t>(of - 1);
    if (way[0] == 'a') return alikeTo(project, piece, any, sameTurn);
    if (way[1] == 'o') return rowOf(*project.layout, piece, Angle::degrees(deg));
    Pieces ring = ringOf(buildSeams(*project.layout), piece, static_cast<int>(k));
    if (ring.empty()) return fail("no-piece-lies-seams", k, of);
    return ring;
  }
  return fail("say-pieces-pieces-shape");
}

Result<Pieces> piecesListed(const Project& project, const std::string& text) {
  constexpr std::string_view kUnit = "unit:";
  if (text.starts_with(kUnit)) return namedPieces(project, {{"unit", text.substr(kUnit.size())}});
  Pieces out;
  std::stringstream in(text);
  for (std::string part; std::getline(in, part, ',');) {
    unsigned long from = 0, to = 0;
    char dash = 0, more = 0;
    std::stringstream range(part);
    if (!(range >> from)) return fail("now-pieces", part);
    to = from;
    if (range >> dash && (dash != '-' || !(range >> to) || range >> more)) return fail("now-pieces", part);
    if (from < 1 || to < from || to > project.layout->size())
      return fail("now-no-piece", part, project.layout->size());
    for (auto i = from; i <= to; ++i) out.push_back(static_cast<std::uint32_t>(i - 1));
  }
  if (out.empty()) return fail("now-pieces", text);
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

std::string listOf(const Pieces& pieces) {
  std::string out;
  for (std::size_t i = 0; i < pieces.size();) {
    std::size_t last = i;
    while (last + 1 < pieces.size() && pieces[last + 1] == pieces[last] + 1) ++last;
    out += (out.empty() ? "" : ", ") + std::to_string(pieces[i] + 1);
    if (last > i) out += (last == i + 1 ? ", " : "-") + std::to_string(pieces[last] + 1);
    i = last + 1;
  }
  return out;
}

}  // namespace clathra
