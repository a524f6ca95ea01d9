// Drafting edits: lines divide the pieces they run through.
#include <algorithm>
#include <map>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"
#include "layout/draft.hpp"

namespace clathra {

namespace {

/// Pieces that were named, or all that the lines run through.
Result<Pieces> scopeOf(const Project& p, const Pieces& named, const EditContext& c,
                       const std::vector<Line>& lines) {
  if (!named.empty()) return named;
  const Derived from = derivedOf(p, c);
  std::vector<std::uint32_t> out;
  for (const Line& l : lines) {
    const auto under = piecesUnder(*p.layout, *from.index, l);
    out.insert(out.end(), under.begin(), under.end());
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  if (out.empty()) return fail("these-lines-run-through");
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

}  // namespace

Status DraftLines::apply(Project& p, const EditContext& c) const {
  if (!ofPieces.empty()) return divide(p, c, ofPieces, "drawing-lines-divide-none");
  if (lines.empty()) return fail("draft-needs-lines-like");
  std::vector<Line> all;
  for (const Line& l : lines) {
    const auto from = imagesOf(l.from, copies), to = imagesOf(l.to, copies);
    for (std::size_t k = 0; k < from.size(); ++k) all.push_back({from[k], to[k]});
  }
  const auto scope = scopeOf(p, pieces, c, all);
  if (!scope) return tl::make_unexpected(scope.error());
  std::map<std::uint32_t, std::vector<Line>> linesOfPiece;
  for (const auto i : *scope) linesOfPiece[i] = all;
  const bool whole = scope->size() == p.layout->size();
  const Status done = divide(p, c, linesOfPiece, "lines-divide-none");
  // A block that was drafted by lines is printed as it was drawn, and cut apart.
  if (done && whole && p.settings.sorting == SheetSorting::Shape) p.settings.sorting = SheetSorting::Block;
  return done;
}

Status Cure::apply(Project& p, const EditContext& c) const {
  std::map<std::uint32_t, std::vector<Line>> lines;
  for (const auto i : pieces) lines[i] = curingLines(p.layout->outline(i));
  return divide(p, c, lines, "no-corner-cured");
}

}  // namespace clathra
