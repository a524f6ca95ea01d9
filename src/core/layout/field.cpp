// Building a layout from its recipe: cells of a field or rings of a rosette, then the sides.
#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "layout/arrangement.hpp"
#include "layout/finishing_line.hpp"
#include "layout/grow.hpp"
#include "layout/numbering.hpp"
#include "layout/seams.hpp"
#include "layout/soundness.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

/// From the key of a piece to that of the next part the finishing line leaves of it.
constexpr std::int32_t kNextPart = 10'000;

struct Placed {
  Polygon outline;
  PieceKey key;
  std::uint32_t row = 0;
};

bool partIsOn(const Arrangement& arr, const CellPart& part, int col, int row) {
  return (part.onCol < 0 || col % arr.period == part.onCol) &&
         (part.onRow < 0 || row % arr.period == part.onRow);
}

bool isCounted(const Arrangement& arr, const CellPart& part, int across, int down, int col, int row) {
  return col < across + part.moreAcross && row < down + part.moreDown && partIsOn(arr, part, col, row);
}

Point cellOrigin(const Arrangement& arr, int col, int row) {
  const Point at = double(col) * arr.a + double(row) * arr.b;
  if (arr.lean != 0) {
    // Whole steps are taken back, so that the patch stays upright.
    const double lean = row * arr.lean / arr.a.x;
    return {at.x + (lean - std::floor(lean + 1e-9)) * arr.a.x, at.y};
  }
  return {at.x + (row % 2 != 0 ? arr.stagger : 0), at.y};
}

template <class Visit>
void forEachFieldPart(const Arrangement& arr, int across, int down, Visit visit) {
  for (int row = 0; row <= down; ++row)
    for (int col = 0; col <= across; ++col)
      for (std::size_t k = 0; k < arr.cell.size(); ++k) {
        if (!isCounted(arr, arr.cell[k], across, down, col, row)) continue;
        visit(PieceKey{col, row, static_cast<std::int32_t>(k)}, cellOrigin(arr, col, row), std::uint32_t(0));
      }
}

/// Six-fold rings about the middle cell: steps a and b at 60°.
template <class Visit>
void forEachRosettePart(const Arrangement& arr, int rings, Visit visit) {
  for (int ring = 0; ring <= rings; ++ring)
    for (int row = -ring; row <= ring; ++row)
      for (int col = -ring; col <= ring; ++col) {
        if (std::max({std::abs(col), std::abs(row), std::abs(col + row)}) != ring) continue;
        for (std::size_t k = 0; k < arr.cell.size(); ++k)
          visit(PieceKey{col, row, static_cast<std::int32_t>(k)}, double(col) * arr.a + double(row) * arr.b,
                static_cast<std::uint32_t>(ring));
      }
}

/// Ring k of a rosette of diamonds: from the sum of k - 1 directions that follow each other, along the one
/// before them and the one after them. Its angle at the middle's side is k whole turns by the fold.
std::vector<Placed> diamondRings(int fold, int rings, double edge) {
  const auto direction = [&](int i) {
    const Angle a = double(i % fold) / fold * kWholeTurn;
    return Point{edge * sin(a), -edge * cos(a)};
  };
  std::vector<Placed> out;
  for (int k = 1; k <= rings + 1; ++k)
    for (int i = 0; i < fold; ++i) {
      Point inner;
      for (int j = i + 1; j < i + k; ++j) inner = inner + direction(j);
      const Point a = direction(i), b = direction(i + k);
      out.push_back({{inner, inner + a, inner + a + b, inner + b},
                     PieceKey{i, k, 0},
                     static_cast<std::uint32_t>(k - 1)});
    }
  return out;
}

template <class Visit>
void forEachPart(const Arrangement& arr, const Recipe& recipe, Visit visit) {
  if (arr.kind == ArrangementKind::Rosette)
    forEachRosettePart(arr, recipe.rings, visit);
  else
    forEachFieldPart(arr, recipe.across, recipe.down, visit);
}

std::vector<Placed> placeAll(const Arrangement& arr, const Recipe& recipe) {
  const double e = recipe.edge.mm();
  if (arr.kind == ArrangementKind::Own) return {};
  if (arr.fold > 0) return diamondRings(arr.fold, recipe.rings, e);
  std::vector<Placed> out;
  forEachPart(arr, recipe, [&](PieceKey key, Point origin, std::uint32_t ring) {
    Polygon outline = translated(arr.cell[static_cast<std::size_t>(key.part)].outline, origin);
    for (Point& p : outline) p = e * p;
    out.push_back({std::move(outline), key, ring});
  });
  return out;
}

/// Does a piece added by hand lie on one that is there?
bool liesOn(PolygonView own, const std::vector<Placed>& pieces) {
  const Box box = bounds(own);
  return std::any_of(pieces.begin(), pieces.end(), [&](const Placed& p) {
    const Box b = bounds(p.outline);
    if (b.left >= box.right || b.right <= box.left || b.top >= box.bottom || b.bottom <= box.top)
      return false;
    return overlaps(own, p.outline);
  });
}

/// Takes away what was taken away by hand and adds what was added. Where the arrangement has grown over a
/// piece that was added at its old rim, that piece gives way; it is kept in the recipe and comes again.
void applyHandWork(std::vector<Placed>& pieces, const Recipe& recipe) {
  const HandWork& hand = recipe.hand;
  if (hand.empty()) return;
  std::vector<PieceKey> there;
  there.reserve(pieces.size());
  for (const Placed& p : pieces) there.push_back(p.key);
  std::sort(there.begin(), there.end());
  std::erase_if(pieces, [&](const Placed& p) {
    return std::binary_search(hand.taken.begin(), hand.taken.end(), p.key);
  });
  std::vector<const OwnPiece*> free;
  for (const OwnPiece& own : hand.added) {
    if (!own.parent)
      free.push_back(&own);
    else if (std::binary_search(there.begin(), there.end(), *own.parent))
      pieces.push_back({scaled(own.outline, recipe.edge.mm()), own.key, 0});
  }
  // Where everything was made by hand nothing can have grown over it since.
  const bool grows = !there.empty();
  for (const OwnPiece* own : free) {
    Polygon outline = scaled(own->outline, recipe.edge.mm());
    if (!grows || !liesOn(outline, pieces)) pieces.push_back({std::move(outline), own->key, 0});
  }
}

/// Rings are numbered from the middle, each clockwise from the top.
void orderRosette(std::vector<Placed>& pieces) {
  const auto angle = [](const Placed& p) {
    const Point c = centroid(p.outline);
    const double a = std::atan2(c.x, -c.y);
    return a < -1e-9 ? a + 2 * 3.14159265358979323846 : a;
  };
  std::stable_sort(pieces.begin(), pieces.end(), [&](const Placed& a, const Placed& b) {
    return a.row != b.row ? a.row < b.row : angle(a) < angle(b) - 1e-9;
  });
}

Box boundsOf(const std::vector<Placed>& pieces) {
  Box box = bounds(pieces.front().outline);
  for (const Placed& p : pieces) box = unite(box, bounds(p.outline));
  return box;
}

std::vector<double> linesWithin(const std::vector<SideLines>& lines, double edge, double from, double to) {
  std::vector<double> out;
  for (const SideLines& l : lines) {
    const double first = l.first * edge, step = l.step * edge;
    for (double k = std::ceil((from - first) / step - 1e-9); first + k * step <= to + 1e-9; ++k)
      out.push_back(first + k * step);
  }
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end(), [](double a, double b) { return b - a < 1e-6; }), out.end());
  return out;
}

SeamGraph seamsOf(const std::vector<Placed>& pieces) {
  std::vector<Point> corners;
  std::vector<OutlineRef> refs;
  for (const Placed& p : pieces) {
    refs.push_back(
        {static_cast<std::uint32_t>(corners.size()), static_cast<std::uint16_t>(p.outline.size())});
    corners.insert(corners.end(), p.outline.begin(), p.outline.end());
  }
  return buildSeams(corners, refs);
}

/// The largest natural rectangle that the patch covers: none of the patch's outer edges may run inside it.
Result<Box> naturalBox(const Arrangement& arr, const Recipe& recipe, const std::vector<Placed>& pieces) {
  const SeamGraph graph = seamsOf(pieces);
  const Box all = boundsOf(pieces);
  const double e = recipe.edge.mm();
  const auto xs = linesWithin(arr.upright, e, all.left, all.right),
             ys = linesWithin(arr.level, e, all.top, all.bottom);
  constexpr std::size_t kTry = 6;  // natural lines lie close: the outermost covered one is among the first
  // Beside the patch no outer edge runs either: some piece must lie inside.
  const auto covered = [&](const Box& box) {
    return covers(graph, cornersOf(box)) && std::any_of(pieces.begin(), pieces.end(), [&](const Placed& p) {
             return !clippedToBox(p.outline, box).empty();
           });
  };
  Box best;
  double bestArea = 0;
  for (std::size_t l = 0; l < std::min(kTry, xs.size()); ++l)
    for (std::size_t r = 0; r < std::min(kTry, xs.size()); ++r)
      for (std::size_t t = 0; t < std::min(kTry, ys.size()); ++t)
        for (std::size_t b = 0; b < std::min(kTry, ys.size()); ++b) {
          const Box box{xs[l], ys[t], xs[xs.size() - 1 - r], ys[ys.size() - 1 - b]};
          if (box.width() <= 1e-6 || box.height() <= 1e-6) continue;
          const double size = box.width() * box.height();
          if (size > bestArea * (1 + 1e-9) && covered(box)) {
            best = box;
            bestArea = size;
          }
        }
  if (bestArea > 0) return best;
  // Rows that lean far reach out over more lines than that.
  if (const auto far = largestCoveredBox(graph, xs, ys)) return *far;
  return fail("so-few-pieces-no");
}

/// Layouts grown by hand have no natural lines of their own: those through corners and middles of pieces
/// leave halves and whole pieces, as natural lines do.
Result<Polygon> lineOfGrown(const std::vector<Placed>& pieces) {
  const SeamGraph graph = seamsOf(pieces);
  // What is a rectangle already ends at its own outline.
  if (const auto loops = boundaryLoops(graph); loops.size() == 1) {
    const Box all = boundsOf(pieces);
    const Polygon outline = cleaned(loops.front(), kMeet);
    if (outline.size() == 4 &&
        std::abs(area(outline) - all.width() * all.height()) < kMeet * (all.width() + all.height()))
      return cornersOf(all);
  }
  std::vector<double> xs, ys;
  for (const Placed& p : pieces) {
    const Point c = centroid(p.outline);
    xs.push_back(c.x);
    ys.push_back(c.y);
    for (const Point q : p.outline) {
      xs.push_back(q.x);
      ys.push_back(q.y);
    }
  }
  const auto box = largestCoveredBox(graph, std::move(xs), std::move(ys));
  if (!box) return fail("no-straight-sides-fit");
  return cornersOf(*box);
}

/// The finishing line: the recipe's own, or the natural one.
Result<Polygon> finishingLine(const Arrangement& arr, const Recipe& recipe,
                              const std::vector<Placed>& pieces) {
  if (recipe.line.empty()) {
    if (arr.kind == ArrangementKind::Own) return lineOfGrown(pieces);
    if (arr.upright.empty() || arr.level.empty()) return fail("arrangement-no-natural-straight", arr.name);
    const auto box = naturalBox(arr, recipe, pieces);
    if (!box) return tl::make_unexpected(box.error());
    return cornersOf(*box);
  }
  Polygon line = scaled(recipe.line, recipe.edge.mm());
  if (!covers(seamsOf(pieces), line)) return fail("finishing-line-leaves-patch");
  return line;
}

Status checkRecipe(const Arrangement& arr, const Recipe& recipe) {
  if (recipe.edge < kLeastEdge || recipe.edge > kMostEdge)
    return fail("edge-from-3-mm", sizeArg(recipe.edge.mm()), sizeArg(kLeastEdge.mm()),
                sizeArg(kMostEdge.mm()));
  const bool rosette = arr.kind == ArrangementKind::Rosette, own = arr.kind == ArrangementKind::Own;
  if (rosette && (recipe.rings < 0 || recipe.rings > kMostCount))
    return fail("rings-count-0-more", recipe.rings);
  if (rosette && recipe.rings > arr.mostRings())
    return fail("rosette-closes-after-rings", arr.mostRings(), recipe.rings);
  if (!rosette && !own &&
      (recipe.across < 1 || recipe.down < 1 || recipe.across > kMostCount || recipe.down > kMostCount))
    return fail("counts-across-down-each", recipe.across, recipe.down, kMostCount);
  const auto pieces = countPieces(arr, recipe);
  if (pieces > kMostPieces) return fail("make-pieces-most-count", pieces, kMostPieces);
  return {};
}

}  // namespace

int Arrangement::mostRings() const {
  // The diamonds of ring k have an angle of k / fold of a turn, which must stay under half a turn.
  return fold > 0 ? (fold - 1) / 2 - 1 : kMostCount;
}

std::int64_t countPieces(const Arrangement& arr, const Recipe& recipe) {
  if (arr.kind == ArrangementKind::Own) return static_cast<std::int64_t>(recipe.hand.added.size());
  if (arr.kind == ArrangementKind::Rosette) {
    const auto k = static_cast<std::int64_t>(recipe.rings);
    if (arr.fold > 0) return (k + 1) * arr.fold;
    return (1 + 3 * k * (k + 1)) * static_cast<std::int64_t>(arr.cell.size());
  }
  std::int64_t n = 0;
  for (const CellPart& part : arr.cell) {
    const auto on = [&](std::int64_t count, int remainder) {
      return remainder < 0 ? count
                           : std::max<std::int64_t>(0, (count - remainder + arr.period - 1) / arr.period);
    };
    n += on(recipe.across + part.moreAcross, part.onCol) * on(recipe.down + part.moreDown, part.onRow);
  }
  return n;
}

bool hasPlace(const Arrangement& arr, const Recipe& recipe, PieceKey key) {
  if (arr.kind == ArrangementKind::Own) return false;
  if (arr.fold > 0)
    return key.part == 0 && key.col >= 0 && key.col < arr.fold && key.row >= 1 && key.row <= recipe.rings + 1;
  if (key.part < 0 || static_cast<std::size_t>(key.part) >= arr.cell.size()) return false;
  const auto col = static_cast<std::int64_t>(key.col), row = static_cast<std::int64_t>(key.row);
  if (arr.kind == ArrangementKind::Rosette)
    return std::max({std::abs(col), std::abs(row), std::abs(col + row)}) <= recipe.rings;
  return col >= 0 && row >= 0 && col <= recipe.across && row <= recipe.down &&
         isCounted(arr, arr.cell[static_cast<std::size_t>(key.part)], recipe.across, recipe.down, key.col,
                   key.row);
}

Result<Recipe> ownRecipe(std::string_view family, Length edge) {
  auto outline = familyOutline(family);
  if (!outline) return tl::make_unexpected(outline.error());
  return ownRecipe(scaled(*outline, edge.mm()), edge);
}

Recipe ownRecipe(const Polygon& outline, Length edge) {
  Recipe recipe;
  recipe.arrangement = kOwnArrangement;
  recipe.edge = edge;
  recipe.hand.added.push_back({PieceKey{0, 0, kOwnPart}, scaled(outline, 1 / edge.mm()), std::nullopt});
  recipe.hand.next = 1;
  return recipe;
}

std::vector<OwnShape> shapesInMm(const Recipe& recipe) {
  std::vector<OwnShape> out = recipe.shapes;
  for (OwnShape& s : out) s.outline = scaled(s.outline, recipe.edge.mm());
  return out;
}

namespace {

constexpr double kFarthest = 1e6;  // mm, as far as project files reach

Result<Layout> built(const Arrangement& arr, const Recipe& recipe) {
  if (const auto ok = checkRecipe(arr, recipe); !ok) return tl::make_unexpected(ok.error());
  auto pieces = placeAll(arr, recipe);
  const bool rosette = arr.kind == ArrangementKind::Rosette;
  if (rosette) orderRosette(pieces);
  applyHandWork(pieces, recipe);
  if (static_cast<std::int64_t>(pieces.size()) > kMostPieces)
    return fail("make-pieces-most", pieces.size(), kMostPieces);
  if (pieces.empty()) return recipe.hand.empty() ? fail("these-counts-make-no") : fail("leave-no-piece");
  if (const Box b = boundsOf(pieces); !(std::max({-b.left, -b.top, b.right, b.bottom}) < kFarthest))
    return fail("reach-farther-than-kilometre");
  Polygon line;
  if (recipe.sides != FinishingSides::Outline) {
    auto found = finishingLine(arr, recipe, pieces);
    if (!found) return tl::make_unexpected(found.error());
    line = std::move(*found);
  }
  LayoutBuilder builder;
  for (const Placed& p : pieces) {
    if (recipe.sides == FinishingSides::Outline) {
      builder.add(p.outline, p.key, p.row);
      continue;
    }
    const auto parts = partsInside(p.outline, line);
    if (recipe.sides == FinishingSides::Slice) {
      if (!parts.empty()) builder.add(p.outline, p.key, p.row);
      continue;
    }
    PieceKey key = p.key;
    for (const Polygon& part : parts) {
      builder.add(part, key, p.row);
      key.part += kNextPart;
    }
  }
  // Grown layouts keep the order in which they grew.
  Layout out = std::move(builder).finish(recipe.sides, line.empty() ? boundsOf(pieces) : bounds(line),
                                         rosette || arr.kind == ArrangementKind::Own);
  if (out.pieces.empty()) return fail("no-piece-lies-inside");
  out.line = std::move(line);
  return renumbered(withOwnShapes(std::move(out), shapesInMm(recipe)), recipe.numbering, recipe.units);
}

Result<Box> boxOf(const Arrangement& arr, const Recipe& recipe) {
  if (const auto ok = checkRecipe(arr, recipe); !ok) return tl::make_unexpected(ok.error());
  auto pieces = placeAll(arr, recipe);
  applyHandWork(pieces, recipe);
  if (pieces.empty()) return fail("these-counts-make-no");
  if (recipe.sides == FinishingSides::Outline) return boundsOf(pieces);
  const auto line = finishingLine(arr, recipe, pieces);
  if (!line) return tl::make_unexpected(line.error());
  return bounds(*line);
}

}  // namespace

Result<Layout> buildLayout(const Arrangement& arrangement, const Recipe& recipe) {
  if (recipe.proportions.empty()) return built(arrangement, recipe);
  const auto own = proportioned(arrangement, recipe.proportions);
  return own ? built(*own, recipe) : tl::make_unexpected(own.error());
}

Result<Box> finishedBox(const Arrangement& arrangement, const Recipe& recipe) {
  if (recipe.proportions.empty()) return boxOf(arrangement, recipe);
  const auto own = proportioned(arrangement, recipe.proportions);
  return own ? boxOf(*own, recipe) : tl::make_unexpected(own.error());
}

}  // namespace clathra
