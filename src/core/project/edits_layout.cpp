// Edits of shape, size, sides and painting.
#include <algorithm>
#include <cmath>

#include "layout/numbering.hpp"
#include "layout/sides.hpp"
#include "project/edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

using nlohmann::json;

namespace {

Status checked(const Fields& in) {
  return in.ok() ? Status{} : tl::make_unexpected(in.error());
}

/// A finishing line of one's own that the new patch no longer fills gives way to the natural one.
Status lay(Project& p, const Recipe& recipe, const EditContext& c) {
  if (recipe == p.recipe) return {};
  const auto ok = relayout(p, c.library, recipe);
  if (ok || recipe.line.empty()) return ok;
  Recipe natural = recipe;
  natural.line.clear();
  return relayout(p, c.library, natural) ? Status{} : ok;
}

}  // namespace

Status rename(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "rename");
  const std::string name = in.text("name", {}, 200);
  if (in.ok() && name.empty()) in.fault("needs a name");
  if (in.ok()) p.name = name;
  return checked(in);
}

Status setArrangement(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setArrangement");
  Recipe r = p.recipe;
  r.arrangement = in.text("arrangement", r.arrangement, 200);
  if (r.arrangement != p.recipe.arrangement) {  // its places are those of the old one
    r.hand = {};
    r.units.clear();
    r.line.clear();
  }
  r.across = static_cast<int>(in.whole("across", 1, kMostCount, std::max(1, r.across)));
  r.down = static_cast<int>(in.whole("down", 1, kMostCount, std::max(1, r.down)));
  r.rings = static_cast<int>(in.whole("rings", 0, kMostCount, r.rings));
  return in.ok() ? lay(p, r, c) : checked(in);
}

Status setEdge(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setEdge");
  const double mm = in.number("value", -1e9, 1e9);
  if (!in.ok()) return checked(in);
  const auto edge = lengthWithin(mm, "The edge", kLeastEdge, kMostEdge);
  if (!edge) return tl::make_unexpected(edge.error());
  Recipe r = p.recipe;
  r.edge = *edge;
  return lay(p, r, c);
}

Status setCounts(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setCounts");
  Recipe r = p.recipe;
  r.across = static_cast<int>(in.whole("across", 1, kMostCount, r.across));
  r.down = static_cast<int>(in.whole("down", 1, kMostCount, r.down));
  r.rings = static_cast<int>(in.whole("rings", 0, kMostCount, r.rings));
  return in.ok() ? lay(p, r, c) : checked(in);
}

Status setSize(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setSize");
  Recipe r = p.recipe;
  const double mm = in.number("edge", -1e9, 1e9);
  r.across = static_cast<int>(in.whole("across", 1, kMostCount, r.across));
  r.down = static_cast<int>(in.whole("down", 1, kMostCount, r.down));
  r.rings = static_cast<int>(in.whole("rings", 0, kMostCount, r.rings));
  if (!in.ok()) return checked(in);
  const auto edge = lengthWithin(mm, "The edge", kLeastEdge, kMostEdge);
  if (!edge) return tl::make_unexpected(edge.error());
  r.edge = *edge;
  r.line.clear();
  return lay(p, r, c);
}

Status setLine(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setLine");
  Recipe r = p.recipe;
  Polygon line;
  if (in.has("box")) {
    const json& b = in.array("box", 4);
    const bool numbers =
        b.size() == 4 && std::all_of(b.begin(), b.end(), [](const json& v) { return v.is_number(); });
    if (!numbers)
      in.fault("has a \"box\" that is not left, top, right, bottom in mm");
    else
      line = cornersOf({b[0].get<double>(), b[1].get<double>(), b[2].get<double>(), b[3].get<double>()});
  } else if (in.has("outline")) {
    for (const json& at : in.array("outline", 200)) {
      if (!at.is_array() || at.size() != 2 || !at[0].is_number() || !at[1].is_number()) {
        in.fault("has an \"outline\" that is no list of [x, y] in mm");
        break;
      }
      line.push_back({at[0].get<double>(), at[1].get<double>()});
    }
    if (signedArea(line) < 0) std::reverse(line.begin(), line.end());
  }
  if (!in.ok()) return checked(in);
  if (in.has("box") || in.has("outline")) {
    line = cleaned(line, 1e-6);
    if (line.size() < 3 || !isConvex(line) || !(signedArea(line) > 1) || std::abs(signedArea(line)) > 1e12)
      return fail("the finishing line must go round convexly: without corners that point inwards or cross");
  }
  r.line = scaled(line, 1 / r.edge.mm());
  if (r.sides == Sides::Outline) r.sides = Sides::EdgePieces;
  return r == p.recipe ? Status{} : relayout(p, c.library, r);
}

Status setSides(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setSides");
  Recipe r = p.recipe;
  if (!in.has("sides")) in.fault("needs \"sides\": outline, edge-pieces or slice");
  r.sides = static_cast<Sides>(in.choice("sides", {"outline", "edge-pieces", "slice"}, 0));
  return in.ok() ? lay(p, r, c) : checked(in);
}

Status setWantedSize(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "setWantedSize");
  const double w = in.number("width", 0, 100'000), h = in.number("height", 0, 100'000);
  if (!in.ok()) return checked(in);
  p.wantedWidth = w;
  p.wantedHeight = h;
  return {};
}

Status setAllowance(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "setAllowance");
  const double mm = in.number("value", -1e9, 1e9);
  if (!in.ok()) return checked(in);
  const auto allowance =
      lengthWithin(mm, "The seam allowance", Length::millimetres(1), Length::millimetres(50));
  if (!allowance) return tl::make_unexpected(allowance.error());
  if (!a.contains("cloth") || a["cloth"].is_null()) {
    p.settings.allowance = *allowance;
    return {};
  }
  const auto cloth = clothNamed(p, a);
  if (!cloth) return tl::make_unexpected(cloth.error());
  (*cloth)->allowance = *allowance;
  return {};
}

Status setSpare(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "setSpare");
  const double percent = in.number("percent", 0, 200);
  if (in.ok()) p.settings.sparePercent = percent;
  return checked(in);
}

Status setUnit(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "setUnit");
  const int unit = in.choice("unit", {"inch", "mm"}, 0);
  if (in.ok()) p.settings.unit = static_cast<Unit>(unit);
  return checked(in);
}

Status setPage(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "setPage");
  Settings s = p.settings;
  s.page = in.text("page", s.page, 40);
  s.marked = in.choice("side", {"back", "front"}, static_cast<int>(s.marked)) == 1 ? MarkedSide::Front
                                                                                   : MarkedSide::Back;
  s.stripsFirst = in.flag("stripsFirst", s.stripsFirst);
  if (!in.ok()) return checked(in);
  const auto page = pageOf(s.page);
  if (!page) return tl::make_unexpected(page.error());
  p.settings = s;
  return {};
}

Status setNumbering(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setNumbering");
  Recipe r = p.recipe;
  if (!in.has("by")) in.fault("needs \"by\": rows, outside or rings");
  r.numbering = static_cast<Numbering>(in.choice("by", numberingNames(), 0));
  return in.ok() ? lay(p, r, c) : checked(in);
}

}  // namespace clathra::edits
