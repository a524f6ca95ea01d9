// A layout after a few pieces were taken or added by hand, without laying all of it out anew.
#include <algorithm>
#include <cmath>
#include <set>

#include "layout/change.hpp"
#include "layout/classify.hpp"
#include "layout/grow.hpp"

namespace clathra {

namespace {

struct HandDifference {
  std::vector<PieceKey> gone;          // rising
  std::vector<const OwnPiece*> fresh;  // in the order they were added
};

bool sameButForHand(const Recipe& a, const Recipe& b) {
  return a.arrangement == b.arrangement && a.edge == b.edge && a.across == b.across && a.down == b.down &&
         a.rings == b.rings && a.sides == b.sides && a.line == b.line && a.numbering == b.numbering;
}

/// How many pieces a recipe lays if its arrangement has grown over none that was added by hand; those it has
/// grown over are hidden, and what happens to them is left to a full layout.
std::int64_t piecesOf(const Arrangement& arr, const Recipe& recipe) {
  const auto there = [&](const PieceKey& key) { return hasPlace(arr, recipe, key); };
  std::int64_t n = arr.kind == ArrangementKind::Own ? 0 : countPieces(arr, recipe);
  n -= std::count_if(recipe.hand.taken.begin(), recipe.hand.taken.end(), there);
  return n + std::count_if(recipe.hand.added.begin(), recipe.hand.added.end(),
                           [&](const OwnPiece& own) { return !own.parent || there(*own.parent); });
}

/// Absent if places came back, or too much was added or taken at once, or pieces changed their order.
std::optional<HandDifference> differenceOf(const HandWork& was, const HandWork& now) {
  HandDifference out;
  std::size_t k = 0;
  for (const PieceKey& key : now.taken) {
    if (k < was.taken.size() && was.taken[k] == key)
      ++k;
    else
      out.gone.push_back(key);
  }
  if (k < was.taken.size()) return std::nullopt;
  const auto same = [](const OwnPiece& a, const OwnPiece& b) { return a.key == b.key; };
  const auto [a, b] =
      std::mismatch(was.added.begin(), was.added.end(), now.added.begin(), now.added.end(), same);
  auto aEnd = was.added.end(), bEnd = now.added.end();
  while (aEnd != a && bEnd != b && same(*(aEnd - 1), *(bEnd - 1))) {
    --aEnd;
    --bEnd;
  }
  if (static_cast<std::size_t>((aEnd - a) + (bEnd - b)) > 2 * kMostChanged) return std::nullopt;
  std::set<PieceKey> before, after;
  std::for_each(a, aEnd, [&](const OwnPiece& own) { before.insert(own.key); });
  std::for_each(b, bEnd, [&](const OwnPiece& own) { after.insert(own.key); });
  std::vector<PieceKey> stayed, stay;
  std::for_each(a, aEnd, [&](const OwnPiece& own) {
    (after.contains(own.key) ? stayed : out.gone).push_back(own.key);
  });
  std::for_each(b, bEnd, [&](const OwnPiece& own) {
    if (before.contains(own.key))
      stay.push_back(own.key);
    else
      out.fresh.push_back(&own);
  });
  if (stayed != stay || out.gone.size() + out.fresh.size() > kMostChanged) return std::nullopt;
  std::sort(out.gone.begin(), out.gone.end());
  return out;
}

/// Changes a copy of a layout; every step answers whether the change can still be made this way.
class Changer {
 public:
  Changer(const Layout& before, const Arrangement& arr, const Recipe& now, const HandDifference& what)
      : before_(before), arr_(arr), now_(now), what_(what) {}

  std::optional<Layout> run() {
    out_.sides = before_.sides;
    out_.shapes = before_.shapes;
    const bool inRows = arr_.kind == ArrangementKind::Field;
    if (!takeGone() || (inRows && !closeRows()) || !makeFresh()) return std::nullopt;
    if (inRows ? !layInRows() : !layInOrder()) return std::nullopt;
    for (std::uint32_t i = 0; i < out_.size(); ++i) out_.pieces[i].laid = i;
    if (!cornersInUse()) return std::nullopt;
    if (!more_.empty()) {
      auto corners = std::make_shared<Layout::Corners>();
      corners->reserve(before_.corners->size() + more_.size());
      corners->insert(corners->end(), before_.corners->begin(), before_.corners->end());
      corners->insert(corners->end(), more_.begin(), more_.end());
      out_.corners = std::move(corners);
    } else {
      out_.corners = before_.corners;
    }
    if (!shapesStay()) return std::nullopt;
    bound();
    return std::move(out_);
  }

 private:
  bool takeGone() {
    out_.pieces.reserve(before_.size() + what_.fresh.size());
    const auto& gone = what_.gone;
    for (std::uint32_t i = 0; i < before_.size(); ++i) {
      const Piece& p = before_.pieces[i];
      if (!gone.empty() && std::binary_search(gone.begin(), gone.end(), p.key))
        gone_.push_back(i);
      else
        out_.pieces.push_back(p);
    }
    return gone_.size() == gone.size() && !out_.pieces.empty();
  }

  /// The stretch of a row in the pieces that stay.
  std::pair<std::size_t, std::size_t> rowAt(std::uint32_t row) const {
    const auto& all = out_.pieces;
    const auto from =
        std::partition_point(all.begin(), all.end(), [&](const Piece& p) { return p.row < row; });
    const auto to = std::partition_point(from, all.end(), [&](const Piece& p) { return p.row == row; });
    return {static_cast<std::size_t>(from - all.begin()), static_cast<std::size_t>(to - all.begin())};
  }

  /// Rows that lost their last piece go; false if one fell apart into two.
  bool closeRows() {
    std::vector<std::uint32_t> rows;
    for (const auto i : gone_) rows.push_back(before_.pieces[i].row);
    std::sort(rows.begin(), rows.end());
    rows.erase(std::unique(rows.begin(), rows.end()), rows.end());
    for (std::size_t k = rows.size(); k-- > 0;) {  // from below, so that the rows above keep their numbers
      const auto [from, to] = rowAt(rows[k]);
      if (from == to) {
        for (std::size_t i = to; i < out_.size(); ++i) --out_.pieces[i].row;
        continue;
      }
      std::vector<double> ys;
      for (std::size_t i = from; i < to; ++i) ys.push_back(out_.pieces[i].centre.y);
      std::sort(ys.begin(), ys.end());
      for (std::size_t i = 1; i < ys.size(); ++i)
        if (ys[i] - ys[i - 1] >= kSameRow) return false;
    }
    return true;
  }

  bool makeFresh() {
    for (const OwnPiece* own : what_.fresh) {
      if (own->parent && !hasPlace(arr_, now_, *own->parent)) return false;
      Polygon outline = scaled(own->outline, now_.edge.mm());
      Piece piece;
      piece.first = static_cast<std::uint32_t>(before_.corners->size() + more_.size());
      piece.count = static_cast<std::uint16_t>(outline.size());
      piece.key = own->key;
      piece.centre = centroid(outline);
      if (signedArea(outline) < 0) std::reverse(outline.begin(), outline.end());
      if (arr_.kind != ArrangementKind::Own && !own->parent && liesOnOthers(outline, piece.centre))
        return false;
      more_.insert(more_.end(), outline.begin(), outline.end());
      if (!classify(piece, outline)) return false;
      fresh_.push_back(piece);
    }
    return true;
  }

  /// An arrangement that has grown over a piece hides it: such are left to a full layout.
  bool liesOnOthers(const Polygon& outline, Point centre) const {
    Circle circle{centre, 0};
    for (const Point q : outline) circle.radius = std::max(circle.radius, distance(q, centre));
    for (const auto i : piecesNear(before_, {circle}, 0))
      if (!std::binary_search(gone_.begin(), gone_.end(), i) && overlaps(outline, before_.outline(i)))
        return true;
    return std::any_of(fresh_.begin(), fresh_.end(), [&](const Piece& p) {
      return overlaps(outline, {more_.data() + (p.first - before_.corners->size()), p.count});
    });
  }

  bool classify(Piece& piece, const Polygon& outline) {
    const Polygon relative = translated(outline, -1.0 * piece.centre);
    const Sieve sieve = Sieve::of(relative);
    for (std::size_t s = 0; s < out_.shapes.size(); ++s) {
      const Shape& shape = out_.shapes[s];
      if (!Sieve::of(shape.outline).matches(sieve)) continue;
      const auto pose = poseOf(relative, shape.outline);
      if (!pose) continue;
      piece.shape = static_cast<std::uint16_t>(s);
      piece.turn = pose->turn;
      piece.hand = static_cast<std::int8_t>(!shape.symmetry.chiral() ? 0 : pose->mirrored ? -1 : 1);
      return true;
    }
    return false;  // a new kind
  }

  bool layInRows() {
    for (const Piece& piece : fresh_)
      if (!layInRow(piece)) return false;
    return true;
  }

  bool layInRow(Piece piece) {
    auto& all = out_.pieces;
    const double y = piece.centre.y;
    const auto at =
        std::partition_point(all.begin(), all.end(), [&](const Piece& p) { return p.centre.y < y; });
    const auto reaches = [&](std::uint32_t row) {
      const auto [from, to] = rowAt(row);
      return std::any_of(all.begin() + static_cast<std::ptrdiff_t>(from),
                         all.begin() + static_cast<std::ptrdiff_t>(to),
                         [&](const Piece& p) { return std::abs(p.centre.y - y) < kSameRow; });
    };
    std::vector<std::uint32_t> rows;
    if (at != all.begin()) rows.push_back((at - 1)->row);
    if (at != all.end() && (rows.empty() || rows.front() != at->row)) rows.push_back(at->row);
    std::erase_if(rows, [&](std::uint32_t row) { return !reaches(row); });
    if (rows.size() > 1) return false;  // two rows become one
    if (rows.size() == 1) {
      piece.row = rows.front();
      const auto [from, to] = rowAt(piece.row);
      const auto place = std::upper_bound(all.begin() + static_cast<std::ptrdiff_t>(from),
                                          all.begin() + static_cast<std::ptrdiff_t>(to), piece.centre.x,
                                          [](double x, const Piece& p) { return x < p.centre.x; });
      all.insert(place, piece);
      return true;
    }
    if (at != all.begin() && at != all.end() && (at - 1)->row == at->row) return false;
    piece.row = at != all.end() ? at->row : all.empty() ? 0 : all.back().row + 1;
    for (auto p = at; p != all.end(); ++p) ++p->row;
    all.insert(at, piece);
    return true;
  }

  /// What belongs to the arrangement first, then what was added: in places of the arrangement, then free.
  bool layInOrder() {
    std::vector<const OwnPiece*> order;
    const bool own = arr_.kind == ArrangementKind::Own;
    for (const bool parents : {true, false})
      for (const OwnPiece& piece : now_.hand.added) {
        if (own && piece.parent) return false;
        if (piece.parent.has_value() == parents && (!parents || hasPlace(arr_, now_, *piece.parent)))
          order.push_back(&piece);
      }
    std::vector<Piece> stay;
    stay.swap(out_.pieces);
    std::size_t k = 0, f = 0;
    while (k < stay.size() && stay[k].key.part != kOwnPart) out_.pieces.push_back(stay[k++]);
    for (const OwnPiece* piece : order) {
      if (k < stay.size() && stay[k].key == piece->key) {
        out_.pieces.push_back(stay[k++]);
        continue;
      }
      const auto fresh =
          std::find_if(fresh_.begin(), fresh_.end(), [&](const Piece& p) { return p.key == piece->key; });
      if (fresh == fresh_.end()) return false;
      out_.pieces.push_back(*fresh);
      ++f;
    }
    return k == stay.size() && f == fresh_.size();
  }

  /// The kinds of shapes come in the order of their first pieces, are called by their numbers, and stand as
  /// the first of their most upright pieces does.
  bool shapesStay() const {
    const std::size_t n = out_.shapes.size();
    std::vector<std::size_t> was(n, 0), now(n, 0);
    std::size_t met = 0;
    for (const Piece& p : before_.pieces) ++was[p.shape];
    for (const Piece& p : out_.pieces) {
      if (now[p.shape]++ > 0) continue;
      if (p.shape != met) return false;
      ++met;
    }
    if (met != n) return false;
    for (std::size_t a = 0; a < n; ++a)
      for (std::size_t b = a + 1; b < n; ++b)
        if (out_.shapes[a].title == out_.shapes[b].title && (was[a] >= was[b]) != (now[a] >= now[b]))
          return false;
    std::set<std::uint16_t> touched;
    for (const auto i : gone_) touched.insert(before_.pieces[i].shape);
    for (const Piece& p : fresh_) touched.insert(p.shape);
    return std::all_of(touched.begin(), touched.end(), [&](std::uint16_t s) { return standsStill(s); });
  }

  bool standsStill(std::uint16_t s) const {
    const Polygon& outline = out_.shapes[s].outline;
    const int best = uprightness(outline);
    const auto relative = [&](const Piece& p) {
      return translated(PolygonView{out_.corners->data() + p.first, p.count}, -1.0 * p.centre);
    };
    for (const Piece& p : fresh_)
      if (p.shape == s && uprightness(relative(p)) > best) return false;
    std::vector<std::pair<double, int>> lower;  // poses that were looked at
    for (const Piece& p : out_.pieces) {
      if (p.shape != s) continue;
      const std::pair pose(p.turn, int(p.hand));
      if (std::find(lower.begin(), lower.end(), pose) != lower.end()) continue;
      const Polygon here = relative(p);
      if (samePlace(here, outline)) return true;
      if (handOf(here) >= 0 && uprightness(here) >= best) return false;
      lower.push_back(pose);
    }
    return false;
  }

  /// Corners of pieces that are gone stay in the list until they are many.
  bool cornersInUse() const {
    std::size_t used = 0;
    for (const Piece& p : out_.pieces) used += p.count;
    return before_.corners->size() + more_.size() <= used + used / 4 + 1'000;
  }

  void bound() {
    const Box& b = before_.finished;
    bool anew = false;
    for (const auto i : gone_) {
      const Box g = bounds(before_.outline(i));
      anew = anew || g.left <= b.left || g.top <= b.top || g.right >= b.right || g.bottom >= b.bottom;
    }
    const auto boxOf = [&](const Piece& p) {
      return bounds(PolygonView{out_.corners->data() + p.first, p.count});
    };
    out_.finished = b;
    if (anew) {
      out_.finished = boxOf(out_.pieces.front());
      for (const Piece& p : out_.pieces) out_.finished = unite(out_.finished, boxOf(p));
    }
    for (const Piece& p : fresh_) out_.finished = unite(out_.finished, boxOf(p));
  }

  const Layout& before_;
  const Arrangement& arr_;
  const Recipe& now_;
  const HandDifference& what_;
  Layout out_;
  std::vector<std::uint32_t> gone_;  // indices before
  std::vector<Piece> fresh_;
  Layout::Corners more_;  // of the fresh pieces
};

}  // namespace

std::optional<Layout> changedLayout(const Layout& before, const Arrangement& arr, const Recipe& was,
                                    const Recipe& now) {
  if (!sameButForHand(was, now) || now.sides != Sides::Outline || now.numbering != Numbering::Rows)
    return std::nullopt;
  if (piecesOf(arr, was) != static_cast<std::int64_t>(before.size()) ||
      before.size() + kMostChanged > static_cast<std::size_t>(kMostPieces))
    return std::nullopt;
  const auto what = differenceOf(was.hand, now.hand);
  if (!what) return std::nullopt;
  return Changer(before, arr, now, *what).run();
}

}  // namespace clathra
