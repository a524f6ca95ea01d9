#include "layout/change.hpp"

#include <algorithm>
#include <cstring>

namespace clathra {

namespace {

/// Compares pieces of two layouts. A layout that was made by a small change begins with the corners of the
/// one before: those need not be compared piece by piece.
class SamePiece {
 public:
  SamePiece(const Layout& a, const Layout& b) : a_(a), b_(b), begins_(beginsWith(*b.corners, *a.corners)) {}
  bool operator()(std::size_t i, std::size_t k) const {
    const Piece &p = a_.pieces[i], &q = b_.pieces[k];
    if (p.key != q.key || p.count != q.count) return false;
    if (begins_ && p.first == q.first) return true;
    const PolygonView one = a_.outline(i), other = b_.outline(k);
    return std::equal(one.begin(), one.end(), other.begin());
  }

 private:
  static bool beginsWith(const Layout::Corners& all, const Layout::Corners& first) {
    if (&all == &first) return true;
    static_assert(sizeof(Point) == 2 * sizeof(double));  // no gaps: equal bytes are equal points
    return first.size() <= all.size() &&
           std::memcmp(all.data(), first.data(), first.size() * sizeof(Point)) == 0;
  }
  const Layout &a_, &b_;
  bool begins_;
};

}  // namespace

std::optional<LayoutChange> changeBetween(const Layout& before, const Layout& after) {
  LayoutChange out;
  const std::size_t n = before.size(), m = after.size();
  if (std::max(n, m) - std::min(n, m) > kMostChanged) return std::nullopt;
  out.moved.resize(n);
  std::size_t i = 0, k = 0;
  const SamePiece samePiece(before, after);
  const auto go = [&] { out.moved[i++] = LayoutChange::kGone; };
  while (i < n || k < m) {
    if (i < n && k < m && samePiece(i, k)) {
      out.moved[i++] = static_cast<std::uint32_t>(k++);
      continue;
    }
    // The nearest place where both go on alike; between here and there lies what changed.
    std::size_t gone = i < n ? 1 : 0, fresh = k < m ? 1 : 0;
    for (std::size_t d = 1; d <= kMostChanged; ++d) {
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
    for (; gone > 0; --gone) {
      out.gone.push_back(static_cast<std::uint32_t>(i));
      go();
    }
    for (; fresh > 0; --fresh) out.fresh.push_back(static_cast<std::uint32_t>(k++));
    if (out.gone.size() + out.fresh.size() > kMostChanged) return std::nullopt;
  }
  // What only changed its place in the order, or its outline, is the same piece still.
  std::vector<PieceKey> keys;
  for (const auto g : out.gone) keys.push_back(before.pieces[g].key);
  std::sort(keys.begin(), keys.end());
  for (const auto f : out.fresh)
    if (std::binary_search(keys.begin(), keys.end(), after.pieces[f].key)) return std::nullopt;
  return out;
}

Circle circleOf(const Layout& layout, std::size_t piece) {
  Circle out{layout.pieces[piece].centre, 0};
  for (const Point q : layout.outline(piece)) out.radius = std::max(out.radius, distance(q, out.centre));
  return out;
}

std::vector<std::uint32_t> piecesNear(const Layout& layout, const std::vector<Circle>& circles,
                                      double reach) {
  std::vector<std::uint32_t> out;
  if (circles.empty()) return out;
  std::vector<double> radius;  // of each shape
  for (const Shape& s : layout.shapes) {
    double far = 0;
    for (const Point q : s.outline) far = std::max(far, length(q));
    radius.push_back(far);
  }
  const double most = *std::max_element(radius.begin(), radius.end()) + reach;
  Box box{1e300, 1e300, -1e300, -1e300};
  for (const Circle& c : circles) {
    const double r = c.radius + most;
    box = unite(box, {c.centre.x - r, c.centre.y - r, c.centre.x + r, c.centre.y + r});
  }
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const Piece& p = layout.pieces[i];
    if (p.centre.x < box.left || p.centre.x > box.right || p.centre.y < box.top || p.centre.y > box.bottom)
      continue;
    const bool near = std::any_of(circles.begin(), circles.end(), [&](const Circle& c) {
      const Point d = p.centre - c.centre;
      const double r = c.radius + radius[p.shape] + reach;
      return dot(d, d) <= r * r;
    });
    if (near) out.push_back(i);
  }
  return out;
}

}  // namespace clathra
