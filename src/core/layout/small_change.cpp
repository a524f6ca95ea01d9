#include "layout/small_change.hpp"

#include <algorithm>

namespace clathra {

namespace {
/// mm beyond the outlines; those that meet, or nearly, are nearer than kMeet and kPapersDoNotMeet.
constexpr double kBeside = 1;
}  // namespace

std::optional<Renumbering> changeBetween(const Layout& before, const Layout& after) {
  const auto n = static_cast<std::uint32_t>(before.size()), m = static_cast<std::uint32_t>(after.size());
  if (std::max(n, m) - std::min(n, m) > kMostChanged) return std::nullopt;
  const auto samePiece = [&](std::uint32_t i, std::uint32_t k) {
    const Piece &p = before.pieces[i], &q = after.pieces[k];
    if (p.key != q.key || p.count != q.count) return false;
    if (p.first == q.first && before.corners.sharesAt(p.first, after.corners)) return true;
    const PolygonView one = before.outline(p), other = after.outline(q);
    return std::equal(one.begin(), one.end(), other.begin());
  };
  std::vector<std::uint32_t> goneOnes, freshOnes;
  std::uint32_t i = 0, k = 0;
  while (i < n || k < m) {
    if (const auto shared = static_cast<std::uint32_t>(before.pieces.sharedFrom(i, after.pieces, k));
        shared > 0 && samePiece(i, k) && samePiece(i + shared - 1, k + shared - 1)) {
      i += shared;
      k += shared;
      continue;
    }
    const auto begun = i;
    for (const auto end = i < n ? before.pieces.blockEnd(i) : 0; i < end && k < m && samePiece(i, k); ++k)
      ++i;
    if (i > begun) continue;
    // The nearest place where both go on alike; between here and there lies what changed.
    std::uint32_t gone = i < n ? 1 : 0, fresh = k < m ? 1 : 0;
    for (std::uint32_t d = 1; d <= kMostChanged; ++d) {
      if (k < m && i + d < n && before.pieces[i + d].key == after.pieces[k].key) {
        gone = d;
        fresh = 0;
        break;
      }
      if (i < n && k + d < m && after.pieces[k + d].key == before.pieces[i].key) {
        gone = 0;
        fresh = d;
        break;
      }
    }
    for (; gone > 0; --gone) goneOnes.push_back(i++);
    for (; fresh > 0; --fresh) freshOnes.push_back(k++);
    if (goneOnes.size() + freshOnes.size() > kMostChanged) return std::nullopt;
  }
  // What only changed its place in the order, or its outline, is the same piece still.
  std::vector<PieceKey> keys;
  keys.reserve(goneOnes.size());
  for (const auto g : goneOnes) keys.push_back(before.pieces[g].key);
  std::sort(keys.begin(), keys.end());
  for (const auto f : freshOnes)
    if (std::binary_search(keys.begin(), keys.end(), after.pieces[f].key)) return std::nullopt;
  return Renumbering(std::move(goneOnes), std::move(freshOnes));
}

Circle circleOf(const Layout& layout, std::size_t piece) {
  const Piece& p = layout.pieces[piece];
  Circle out{p.centre, 0};
  for (const Point q : layout.outline(p)) out.radius = std::max(out.radius, distance(q, out.centre));
  return out;
}

std::vector<std::uint32_t> piecesNear(const Layout& layout, const PieceIndex& index,
                                      const std::vector<Circle>& circles, double reach) {
  std::vector<double> radius;  // of each shape
  for (const Shape& s : layout.shapes) {
    double far = 0;
    for (const Point q : s.outline) far = std::max(far, length(q));
    radius.push_back(far);
  }
  std::vector<std::uint32_t> out;
  for (const Circle& c : circles) {
    const double r = c.radius + reach;
    for (const auto i : index.within({c.centre.x - r, c.centre.y - r, c.centre.x + r, c.centre.y + r})) {
      const Piece& p = layout.pieces[i];
      const Point d = p.centre - c.centre;
      const double both = c.radius + radius[p.shape] + reach;
      if (dot(d, d) <= both * both) out.push_back(i);
    }
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

std::vector<std::uint32_t> piecesBeside(const Layout& before, const Layout& after,
                                        const PieceIndex& indexAfter, const Renumbering& change) {
  std::vector<Circle> changed;
  for (const auto g : change.gone()) changed.push_back(circleOf(before, g));
  for (const auto f : change.fresh()) changed.push_back(circleOf(after, f));
  return piecesNear(after, indexAfter, changed, kBeside);
}

}  // namespace clathra
