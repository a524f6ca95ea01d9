// A layout after a few pieces were taken or added by hand, without laying all of it out anew.
#include <algorithm>
#include <cmath>
#include <set>

#include "layout/classify.hpp"
#include "layout/grow.hpp"
#include "layout/small_change.hpp"

namespace clathra {

namespace {

struct HandDifference {
  std::vector<PieceKey> gone;          // rising
  std::vector<const OwnPiece*> fresh;  // in the order they were added
};

bool sameButForHand(const Recipe& a, const Recipe& b) {
  return a.arrangement == b.arrangement && a.edge == b.edge && a.proportions == b.proportions &&
         a.shapes == b.shapes && a.across == b.across && a.down == b.down && a.rings == b.rings &&
         a.sides == b.sides && a.line == b.line && a.numbering == b.numbering;
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

/// Makes the layout after a change; every step answers whether it can still be made this way.
class Changer {
 public:
  Changer(const Layout& before, const Arrangement& arr, const Recipe& now, const HandDifference& what,
          const KnownOfLayout& known)
      : before_(before), arr_(arr), now_(now), what_(what), known_(known) {}

  std::optional<Layout> run() {
    out_.sides = before_.sides;
    out_.shapes = before_.shapes;
    const bool inRows = arr_.kind == ArrangementKind::Field;
    if (!findGone() || (inRows && !rowsHold()) || !makeFresh() || !cornersInUse()) return std::nullopt;
    out_.pieces = before_.pieces.changed({gone_, {}}, {});
    out_.corners = before_.corners.with(more_);
    if (inRows ? !layInRows() : !layInOrder()) return std::nullopt;
    if (!shapesStay()) return std::nullopt;
    bound();
    return std::move(out_);
  }

 private:
  using Pieces = SharedList<Piece>;

  bool findGone() {
    const auto& gone = what_.gone;
    if (gone.empty()) return true;
    const auto isGone = [&](std::uint32_t i) {
      return i < before_.size() && std::binary_search(gone.begin(), gone.end(), before_.pieces[i].key);
    };
    if (known_.taken.size() == gone.size() && std::all_of(known_.taken.begin(), known_.taken.end(), isGone)) {
      gone_ = known_.taken;
      return gone_.size() < before_.size();
    }
    const auto first = gone.front().col, last = gone.back().col;
    std::uint32_t i = 0;
    for (auto p = before_.pieces.begin(); gone_.size() < gone.size() && p != before_.pieces.end(); ++p, ++i)
      if (first <= p->key.col && p->key.col <= last && std::binary_search(gone.begin(), gone.end(), p->key))
        gone_.push_back(i);
    return gone_.size() == gone.size() && gone_.size() < before_.size();
  }

  /// The stretch of a row.
  static std::pair<std::size_t, std::size_t> rowIn(const Pieces& all, std::uint32_t row) {
    const auto from =
        std::partition_point(all.begin(), all.end(), [&](const Piece& p) { return p.row < row; });
    const auto to = std::partition_point(from, all.end(), [&](const Piece& p) { return p.row == row; });
    return {static_cast<std::size_t>(from - all.begin()), static_cast<std::size_t>(to - all.begin())};
  }

  /// False if a row that loses pieces falls apart into two; those that lose their last one are kept in mind.
  bool rowsHold() {
    std::vector<std::uint32_t> rows;
    for (const auto i : gone_) rows.push_back(before_.pieces[i].row);
    std::sort(rows.begin(), rows.end());
    rows.erase(std::unique(rows.begin(), rows.end()), rows.end());
    for (const auto row : rows) {
      const auto [from, to] = rowIn(before_.pieces, row);
      std::vector<double> ys;
      for (std::size_t i = from; i < to; ++i)
        if (!std::binary_search(gone_.begin(), gone_.end(), static_cast<std::uint32_t>(i)))
          ys.push_back(before_.pieces[i].centre.y);
      if (ys.empty()) closed_.push_back(row);
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
      piece.first = before_.corners.size() + moreCorners_;
      piece.count = static_cast<std::uint16_t>(outline.size());
      piece.key = own->key;
      piece.centre = centroid(outline);
      if (signedArea(outline) < 0) std::reverse(outline.begin(), outline.end());
      if (arr_.kind != ArrangementKind::Own && !own->parent && liesOnOthers(outline, piece.centre))
        return false;
      if (!classify(piece, outline)) return false;
      moreCorners_ += piece.count;
      more_.push_back(std::move(outline));
      fresh_.push_back(piece);
    }
    return true;
  }

  /// An arrangement that has grown over a piece hides it: such are left to a full layout.
  bool liesOnOthers(const Polygon& outline, Point centre) const {
    const auto covers = [&](std::uint32_t i) {
      return !std::binary_search(gone_.begin(), gone_.end(), i) && overlaps(outline, before_.outline(i));
    };
    const auto near = known_.places ? known_.places->within(bounds(outline)) : nearBy(outline, centre);
    return std::any_of(near.begin(), near.end(), covers) ||
           std::any_of(more_.begin(), more_.end(), [&](const Polygon& o) { return overlaps(outline, o); });
  }
  std::vector<std::uint32_t> nearBy(const Polygon& outline, Point centre) const {
    double radius = 0, most = 0;
    for (const Point q : outline) radius = std::max(radius, distance(q, centre));
    for (const Shape& s : out_.shapes)
      for (const Point q : s.outline) most = std::max(most, length(q));
    std::vector<std::uint32_t> out;
    std::uint32_t i = 0;
    for (const Piece& p : before_.pieces) {
      if (distance(p.centre, centre) <= radius + most) out.push_back(i);
      ++i;
    }
    return out;
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

  /// All rows from one on get numbers that are `by` higher. Rows come and go seldom: then all is gone
  /// through.
  void shiftRows(std::uint32_t from, int by) {
    std::vector<Piece> all = out_.pieces.flat();
    for (Piece& p : all)
      if (p.row >= from) p.row = static_cast<std::uint32_t>(static_cast<int>(p.row) + by);
    out_.pieces = std::move(all);
  }

  bool layInRows() {
    for (std::size_t k = closed_.size(); k-- > 0;)  // from below, so that the rows above keep their numbers
      shiftRows(closed_[k] + 1, -1);
    return std::all_of(fresh_.begin(), fresh_.end(), [&](const Piece& p) { return layInRow(p); });
  }

  bool layInRow(Piece piece) {
    const Pieces& all = out_.pieces;
    const double y = piece.centre.y;
    const auto at =
        std::partition_point(all.begin(), all.end(), [&](const Piece& p) { return p.centre.y < y; });
    const auto reaches = [&](std::uint32_t row) {
      const auto [from, to] = rowIn(all, row);
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
      const auto [from, to] = rowIn(all, piece.row);
      const auto place = std::upper_bound(all.begin() + static_cast<std::ptrdiff_t>(from),
                                          all.begin() + static_cast<std::ptrdiff_t>(to), piece.centre.x,
                                          [](double x, const Piece& p) { return x < p.centre.x; });
      putIn(place - all.begin(), piece);
      return true;
    }
    if (at != all.begin() && at != all.end() && (at - 1)->row == at->row) return false;
    const auto place = at - all.begin();
    const bool atTheEnd = at == all.end();
    piece.row = atTheEnd ? all.back().row + 1 : at->row;
    if (!atTheEnd) shiftRows(piece.row, 1);
    putIn(place, piece);
    return true;
  }

  void putIn(std::ptrdiff_t place, const Piece& piece) {
    const auto at = static_cast<std::uint32_t>(place);
    firstFresh_ = std::min(firstFresh_, at);
    out_.pieces = out_.pieces.changed({{}, {at}}, {piece});
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
    const Pieces& stay = out_.pieces;
    auto next = stay.begin();
    while (next != stay.end() && next->key.part != kOwnPart) ++next;
    std::vector<std::uint32_t> places;
    std::vector<Piece> pieces;
    for (const OwnPiece* piece : order) {
      if (next != stay.end() && next->key == piece->key) {
        ++next;
        continue;
      }
      const auto fresh =
          std::find_if(fresh_.begin(), fresh_.end(), [&](const Piece& p) { return p.key == piece->key; });
      if (fresh == fresh_.end()) return false;
      places.push_back(
          static_cast<std::uint32_t>(static_cast<std::size_t>(next - stay.begin()) + places.size()));
      pieces.push_back(*fresh);
    }
    if (next != stay.end() || pieces.size() != fresh_.size()) return false;
    if (!places.empty()) firstFresh_ = places.front();
    out_.pieces = stay.changed({{}, std::move(places)}, std::move(pieces));
    return true;
  }

  /// The kinds of shapes come in the order of their first pieces, are called by their numbers, and stand as
  /// the first of their most upright pieces does.
  bool shapesStay() {
    const auto& was = before_.shapes;
    auto& now = out_.shapes;
    std::set<std::uint16_t> touched;
    for (const auto i : gone_) {
      const auto s = before_.pieces[i].shape;
      touched.insert(s);
      if (--now[s].pieces == 0) return false;
    }
    for (const Piece& p : fresh_) {
      touched.insert(p.shape);
      ++now[p.shape].pieces;
    }
    if (!kindsKeepTheirOrder()) return false;
    for (std::size_t a = 0; a < now.size(); ++a)
      for (std::size_t b = a + 1; b < now.size(); ++b)
        if (now[a].title == now[b].title &&
            (was[a].pieces >= was[b].pieces) != (now[a].pieces >= now[b].pieces))
          return false;
    return std::all_of(touched.begin(), touched.end(), [&](std::uint16_t s) { return standsStill(s); });
  }

  bool kindsKeepTheirOrder() {
    const auto last = out_.shapes.back().first;  // after it no kind begins
    if ((gone_.empty() || gone_.front() > last) && firstFresh_ > last) return true;
    std::vector<bool> met(out_.shapes.size(), false);
    std::size_t kinds = 0;
    for (std::uint32_t i = 0; kinds < met.size(); ++i) {
      const auto s = out_.pieces[i].shape;
      if (met[s]) continue;
      if (s != kinds) return false;
      met[s] = true;
      out_.shapes[s].first = i;
      ++kinds;
    }
    return true;
  }

  bool standsStill(std::uint16_t s) const {
    const Polygon& outline = out_.shapes[s].outline;
    const int best = uprightness(outline);
    const auto relative = [&](const Piece& p) { return translated(out_.outline(p), -1.0 * p.centre); };
    for (const Piece& p : fresh_)
      if (p.shape == s && uprightness(relative(p)) > best) return false;
    std::vector<std::pair<Angle, int>> lower;  // poses that were looked at
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
    std::size_t used = moreCorners_;
    for (const Shape& s : before_.shapes) used += s.pieces * s.outline.size();
    for (const auto i : gone_) used -= before_.pieces[i].count;
    return before_.corners.size() + moreCorners_ <= used + used / 4 + 1'000;
  }

  void bound() {
    const Box& b = before_.finished;
    bool anew = false;
    for (const auto i : gone_) {
      const Box g = bounds(before_.outline(i));
      anew = anew || g.left <= b.left || g.top <= b.top || g.right >= b.right || g.bottom >= b.bottom;
    }
    out_.finished = b;
    if (anew) {
      out_.finished = bounds(out_.outline(0));
      for (const Piece& p : out_.pieces) out_.finished = unite(out_.finished, bounds(out_.outline(p)));
    }
    for (const Polygon& o : more_) out_.finished = unite(out_.finished, bounds(o));
  }

  const Layout& before_;
  const Arrangement& arr_;
  const Recipe& now_;
  const HandDifference& what_;
  const KnownOfLayout& known_;  // of the layout before
  Layout out_;
  std::vector<std::uint32_t> gone_;    // indices before
  std::vector<std::uint32_t> closed_;  // rows
  std::vector<Piece> fresh_;
  std::vector<Polygon> more_;  // outlines of the fresh pieces
  std::uint32_t moreCorners_ = 0;
  std::uint32_t firstFresh_ = 0xffffffff;  // the foremost place a fresh piece came to
};

}  // namespace

std::optional<Layout> changedLayout(const Layout& before, const Arrangement& arr, const Recipe& was,
                                    const Recipe& now, const KnownOfLayout& known) {
  if (!sameButForHand(was, now) || now.sides != FinishingSides::Outline || now.numbering != Numbering::Rows)
    return std::nullopt;
  if (piecesOf(arr, was) != static_cast<std::int64_t>(before.size()) ||
      before.size() + kMostChanged > static_cast<std::size_t>(kMostPieces))
    return std::nullopt;
  const auto what = differenceOf(was.hand, now.hand);
  if (!what) return std::nullopt;
  return Changer(before, arr, now, *what, known).run();
}

}  // namespace clathra
