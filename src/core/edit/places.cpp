#include "edit/places.hpp"

#include <algorithm>

namespace clathra {

PiecePlaces::PiecePlaces(const Layout& from, const Layout& to) : from_(from) {
  for (std::size_t i = 0; i < to.size(); ++i) at_.emplace(to.pieces[i].key, static_cast<std::uint32_t>(i));
}

std::optional<std::uint32_t> PiecePlaces::of(std::uint32_t piece) const {
  if (piece >= from_.size()) return std::nullopt;
  const auto at = at_.find(from_.pieces[piece].key);
  return at == at_.end() ? std::nullopt : std::optional(at->second);
}

bool PiecePlaces::follow(Pieces& pieces) const {
  Pieces out;
  for (const auto p : pieces)
    if (const auto q = of(p)) out.push_back(*q);
  std::sort(out.begin(), out.end());
  const bool some = pieces.empty() || !out.empty();
  pieces = std::move(out);
  return some;
}

bool PiecePlaces::follow(std::optional<std::uint32_t>& piece) const {
  if (!piece) return true;
  piece = of(*piece);
  return piece.has_value();
}

bool PiecePlaces::follow(std::map<std::uint32_t, std::vector<Line>>& ofPieces) const {
  std::map<std::uint32_t, std::vector<Line>> out;
  for (auto& [piece, lines] : ofPieces)
    if (const auto at = of(piece)) out[*at] = std::move(lines);
  const bool some = ofPieces.empty() || !out.empty();
  ofPieces = std::move(out);
  return some;
}

}  // namespace clathra
