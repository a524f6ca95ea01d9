// Drafting edits: lines divide the pieces they run through.
#include <algorithm>
#include <map>

#include "exchange/svg_reader.hpp"
#include "layout/draft.hpp"
#include "project/edits.hpp"
#include "project/hand_edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

namespace {

constexpr std::size_t kMostSvg = 4'000'000;  // bytes

Result<Point> pointOf(const Args& j) {
  if (!j.is_array() || j.size() != 2 || !j[0].is_number() || !j[1].is_number())
    return fail("\"lines\" needs lines like [[x, y], [x, y]] in mm");
  const Point p{j[0].get<double>(), j[1].get<double>()};
  if (!(std::abs(p.x) < 1e6 && std::abs(p.y) < 1e6)) return fail("a line ends more than a kilometre away");
  return p;
}

Result<std::vector<Line>> linesOf(const Args& a) {
  std::vector<Line> out;
  if (!a.contains("lines")) return out;
  const Args& all = a["lines"];
  if (!all.is_array() || all.size() > kMostDraftLines)
    return fail("\"lines\" needs a list of at most " + std::to_string(kMostDraftLines) + " lines");
  for (const Args& j : all) {
    if (!j.is_array() || j.size() != 2) return fail("\"lines\" needs lines like [[x, y], [x, y]] in mm");
    const auto from = pointOf(j[0]), to = pointOf(j[1]);
    if (!from) return tl::make_unexpected(from.error());
    if (!to) return tl::make_unexpected(to.error());
    if (distance(*from, *to) < kDraftSnap) return fail("a line is shorter than half a millimetre");
    out.push_back({*from, *to});
  }
  return out;
}

/// Pieces that were named, or all that the lines run through.
Result<std::vector<std::uint32_t>> scopeOf(const Project& p, const Args& a, const EditContext& c,
                                           const std::vector<Line>& lines) {
  if (a.contains("pieces") || a.contains("shape") || a.contains("alike")) return namedPieces(p, a);
  const Derived from = derivedOf(p, c);
  std::vector<std::uint32_t> out;
  for (const Line& l : lines) {
    const auto under = piecesUnder(*p.layout, *from.index, l);
    out.insert(out.end(), under.begin(), under.end());
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  if (out.empty()) return fail("these lines run through no piece");
  return out;
}

/// Divides each piece by its lines; pieces that stay whole are left alone. The parts wear what the whole
/// wore.
Status divide(Project& p, const EditContext& c,
              const std::map<std::uint32_t, std::vector<Line>>& linesOfPiece, const char* nothing) {
  Recipe r = p.recipe;
  std::map<PieceKey, ClothId> wears;
  for (const auto& [i, lines] : linesOfPiece) {
    const auto draft = draftFaces(p.layout->outline(i), lines, kLeastEdge.mm());
    if (!draft) return tl::make_unexpected(draft.error());
    if (draft->faces.size() < 2) continue;
    if (const auto ok = checkWhole(p, i); !ok) return ok;
    const PieceKey was = p.layout->pieces[i].key;
    const auto now = replace(r.hand, was, draft->faces, r.edge.mm());
    passOn(r.units, was, now);
    for (const PieceKey key : now) wears[key] = p.painting[i];
  }
  if (wears.empty()) return fail(nothing);
  return layAndWear(p, c, r, wears);
}

Status draftFromSvg(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "draft");
  const std::string text = in.text("svg", {}, kMostSvg);
  if (!in.ok()) return tl::make_unexpected(in.error());
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  const auto drawing = readSvg(text);
  if (!drawing) return tl::make_unexpected(drawing.error());
  std::map<std::uint32_t, std::vector<Line>> lines;
  for (const auto i : *pieces) lines[i] = drawnInto(*drawing, bounds(p.layout->outline(i))).lines;
  return divide(p, c, lines, "the drawing's lines divide no piece");
}

}  // namespace

Status draft(Project& p, const Args& a, const EditContext& c) {
  if (a.contains("svg")) return draftFromSvg(p, a, c);
  auto lines = linesOf(a);
  if (!lines) return tl::make_unexpected(lines.error());
  if (lines->empty()) return fail("a draft needs \"lines\", like [[[0, 0], [50, 0]]] in mm, or an \"svg\"");
  const auto copies = copiesOf(a, p);
  if (!copies) return tl::make_unexpected(copies.error());
  std::vector<Line> all;
  for (const Line& l : *lines) {
    const auto from = imagesOf(l.from, *copies), to = imagesOf(l.to, *copies);
    for (std::size_t k = 0; k < from.size(); ++k) all.push_back({from[k], to[k]});
  }
  const auto pieces = scopeOf(p, a, c, all);
  if (!pieces) return tl::make_unexpected(pieces.error());
  std::map<std::uint32_t, std::vector<Line>> linesOfPiece;
  for (const auto i : *pieces) linesOfPiece[i] = all;
  return divide(p, c, linesOfPiece,
                "these lines divide no piece: they must run from side to side, or meet others that do");
}

Status cure(Project& p, const Args& a, const EditContext& c) {
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  std::map<std::uint32_t, std::vector<Line>> lines;
  for (const auto i : *pieces) lines[i] = curingLines(p.layout->outline(i));
  return divide(p, c, lines, "no corner of these pieces points inwards, or no straight cut cures it");
}

}  // namespace clathra::edits
