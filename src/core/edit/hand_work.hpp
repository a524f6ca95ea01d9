// What edits by hand have in common: pieces come and go in the recipe's hand work, then all is laid out anew.
#pragma once
#include <map>
#include <optional>
#include <vector>

#include "edit/context.hpp"
#include "layout/grow.hpp"

namespace clathra {

/// In a field only what carries the whole of it onto itself makes sense; a grown layout is free.
Status checkCopies(const Project& project, const PieceIndex& index, const Copies& copies);

/// What follows from the project's layout: what the context knows, or worked out.
Derived derivedOf(const Project& project, const EditContext& context);

/// Adds a piece; `outline` and `edge` in mm.
PieceKey addOwn(HandWork& hand, const Polygon& outline, double edge, std::optional<PieceKey> parent);
/// The place in the arrangement that a piece stands for, if any.
std::optional<PieceKey> parentOf(const HandWork& hand, PieceKey key);
void take(HandWork& hand, PieceKey key);
/// Puts outlines (mm) in the place of a piece, in the order of the list too, so that other numbers stay.
std::vector<PieceKey> replace(HandWork& hand, PieceKey key, const std::vector<Polygon>& outlines,
                              double edge);

/// Where the pieces lie, if that is known.
inline const PieceIndex* placesOf(const Project& p, const EditContext& c) {
  return c.known.isOf(p.layout) ? c.known.index.get() : nullptr;
}
/// Lays out anew and paints the pieces with the keys (rising).
Status layAndPaint(Project& project, const EditContext& context, const Recipe& recipe,
                   const std::vector<PieceKey>& fresh, ClothId cloth);
/// Lays out anew and paints the pieces that have a cloth here.
Status layAndWear(Project& project, const EditContext& context, const Recipe& recipe,
                  const std::map<PieceKey, ClothId>& wears);
/// Pieces that take another one's place belong to its unit.
void passOn(std::vector<PieceUnit>& units, PieceKey was, const std::vector<PieceKey>& now);
/// Pieces that the finishing line has cut are no longer what they were; they stay as they are.
Status checkWhole(const Project& project, std::uint32_t piece);
Status checkAllWhole(const Project& project, const std::vector<std::uint32_t>& pieces);

}  // namespace clathra
