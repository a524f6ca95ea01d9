#include "edit/hand_work.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

constexpr double kOnLine = 1e-3;  // mm

bool isOwn(PieceKey key) {
  return key.part == kOwnPart;
}

}  // namespace

Derived derivedOf(const Project& p, const EditContext& c) {
  return c.known.isOf(p.layout) ? c.known : derive(p.layout);
}

/// In a field only what carries the whole of it onto itself makes sense; a grown layout is free.
Status checkCopies(const Project& p, const PieceIndex& index, const Copies& copies) {
  if (p.recipe.arrangement == kOwnArrangement || (copies.turns == 1 && !copies.mirror)) return {};
  if (mapsOntoItself(*p.layout, index, copies)) return {};
  return fail("layout-not-same-after");
}

PieceKey addOwn(HandWork& hand, const Polygon& outline, double edge, std::optional<PieceKey> parent) {
  const PieceKey key{hand.next++, 0, kOwnPart};
  hand.added.push_back({key, scaled(outline, 1 / edge), parent});
  return key;
}

/// The place in the arrangement that a piece stands for, if any.
std::optional<PieceKey> parentOf(const HandWork& hand, PieceKey key) {
  if (!isOwn(key)) return key;
  for (const OwnPiece& own : hand.added)
    if (own.key == key) return own.parent;
  return std::nullopt;
}

void take(HandWork& hand, PieceKey key) {
  if (isOwn(key)) {
    std::erase_if(hand.added, [&](const OwnPiece& own) { return own.key == key; });
    return;
  }
  hand.taken.insert(std::lower_bound(hand.taken.begin(), hand.taken.end(), key), key);
}

Status layAndPaint(Project& p, const EditContext& c, const Recipe& recipe, const std::vector<PieceKey>& fresh,
                   ClothId cloth) {
  if (const auto ok = relayout(p, c.library, recipe, {placesOf(p, c), {}}); !ok) return ok;
  if (cloth == kNoCloth) return {};
  for (std::size_t i = 0; i < p.layout->size(); ++i)
    if (isOwn(p.layout->pieces[i].key) &&
        std::binary_search(fresh.begin(), fresh.end(), p.layout->pieces[i].key))
      p.painting.set(i, cloth);
  return {};
}

Status layAndWear(Project& p, const EditContext& c, const Recipe& recipe,
                  const std::map<PieceKey, ClothId>& wears) {
  if (const auto ok = relayout(p, c.library, recipe, {placesOf(p, c), {}}); !ok) return ok;
  for (std::size_t i = 0; i < p.layout->size(); ++i)
    if (const auto cloth = wears.find(p.layout->pieces[i].key); cloth != wears.end())
      p.painting.set(i, cloth->second);
  return {};
}

void passOn(std::vector<PieceUnit>& units, PieceKey was, const std::vector<PieceKey>& now) {
  for (PieceUnit& u : units) {
    const auto at = std::lower_bound(u.pieces.begin(), u.pieces.end(), was);
    if (at == u.pieces.end() || *at != was) continue;
    u.pieces.erase(at);
    u.pieces.insert(u.pieces.end(), now.begin(), now.end());
    std::sort(u.pieces.begin(), u.pieces.end());
  }
}

/// Pieces that the finishing line has cut are no longer what they were; they stay as they are.
Status checkWhole(const Project& p, std::uint32_t piece) {
  if (p.recipe.sides != FinishingSides::EdgePieces) return {};
  const Box& f = p.layout->finished;
  for (const Point q : p.layout->outline(piece))
    if (std::min({std::abs(q.x - f.left), std::abs(q.x - f.right), std::abs(q.y - f.top),
                  std::abs(q.y - f.bottom)}) < kOnLine)
      return fail("piece-lies-at-cut", piece + 1);
  return {};
}

Status checkAllWhole(const Project& p, const std::vector<std::uint32_t>& pieces) {
  for (const auto i : pieces)
    if (const auto ok = checkWhole(p, i); !ok) return ok;
  return {};
}

std::vector<PieceKey> replace(HandWork& hand, PieceKey key, const std::vector<Polygon>& outlines,
                              double edge) {
  const auto parent = parentOf(hand, key);
  const auto was =
      std::find_if(hand.added.begin(), hand.added.end(), [&](const OwnPiece& own) { return own.key == key; });
  const auto place = was - hand.added.begin();
  take(hand, key);
  std::vector<PieceKey> out;
  std::vector<OwnPiece> fresh;
  for (const Polygon& outline : outlines) {
    out.push_back({hand.next++, 0, kOwnPart});
    fresh.push_back({out.back(), scaled(outline, 1 / edge), parent});
  }
  hand.added.insert(hand.added.begin() + place, std::make_move_iterator(fresh.begin()),
                    std::make_move_iterator(fresh.end()));
  return out;
}

}  // namespace clathra
