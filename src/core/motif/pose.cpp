#include "motif/pose.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <optional>

#include "measure/length.hpp"
#include "motif/chance.hpp"
#include "motif/stripes.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

Motion poseOf(const Piece& piece, Angle further) {
  return placing(piece.turn + further, piece.hand < 0, piece.centre);
}

/// For each of the pieces the first one of those it touches, directly or by others.
std::vector<std::size_t> groupsOf(const Layout& layout, const std::vector<std::uint32_t>& pieces) {
  std::vector<std::size_t> first(pieces.size());
  std::iota(first.begin(), first.end(), std::size_t{0});
  const auto rootOf = [&](std::size_t i) {
    while (first[i] != i) i = first[i] = first[first[i]];
    return i;
  };
  constexpr double kGrid = 0.5;  // mm: corners that are one
  std::map<std::pair<long long, long long>, std::vector<std::size_t>> corners;
  for (std::size_t i = 0; i < pieces.size(); ++i)
    for (const Point c : layout.outline(pieces[i])) {
      const long long x = std::llround(c.x / kGrid), y = std::llround(c.y / kGrid);
      for (long long u = x - 1; u <= x + 1; ++u)
        for (long long v = y - 1; v <= y + 1; ++v)
          if (const auto at = corners.find({u, v}); at != corners.end())
            for (const std::size_t k : at->second) {
              const auto a = rootOf(i), b = rootOf(k);
              first[std::max(a, b)] = std::min(a, b);
            }
      corners[{x, y}].push_back(i);
    }
  for (std::size_t i = 0; i < first.size(); ++i) first[i] = rootOf(i);
  return first;
}

}  // namespace

std::vector<int> stepsToMiddle(const Layout& layout, const MotifChoice& motif) {
  const std::vector<std::uint32_t>& pieces = motif.pieces;
  std::vector<int> out(pieces.size(), 0);
  if (!motif.toMiddle || pieces.empty()) return out;
  const Piece& first = layout.pieces[pieces.front()];
  const Shape& shape = layout.shapes[first.shape];
  const int turns = std::max(1, shape.symmetry.turns);
  const double step = 360.0 / turns;
  const auto groups = groupsOf(layout, pieces);
  std::map<std::size_t, std::pair<Point, int>> middles;
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    auto& [sum, n] = middles[groups[i]];
    sum = sum + layout.pieces[pieces[i]].centre;
    ++n;
  }
  // The corner that copies of the window are turned round, on a piece of either hand; mirrored outlines run
  // the other way round.
  const std::size_t n = shape.outline.size();
  const std::size_t corner = turningCorner(placed(shape.outline, motif.turn, first.hand < 0, {}));
  const auto cornerOn = [&](int hand) {
    const Polygon outline = placed(shape.outline, {}, hand < 0, {});
    const std::size_t at = (hand < 0) == (first.hand < 0) ? corner : n - 1 - corner;
    return directionOf(outline[at] - centroid(outline));
  };
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    const Piece& p = layout.pieces[pieces[i]];
    const auto& [sum, count] = middles[groups[i]];
    const Point to = (1.0 / count) * sum - p.centre;
    constexpr double kNowhere = 0.01;  // mm: it lies in the middle itself
    if (length(to) < kNowhere) continue;
    // Where the middle lies between two corners all pieces take the same of them.
    constexpr double kBetween = 0.5 - 1e-3;
    const double off = (directionOf(to) - p.turn - cornerOn(p.hand)).degrees() / step;
    const int k = static_cast<int>(std::floor(off + kBetween));
    out[i] = ((k % turns) + turns) % turns;
  }
  return out;
}

std::vector<PrintedPiece> motifPieces(const Project& project) {
  const Layout& layout = *project.layout;
  std::vector<PrintedPiece> out;
  for (const MotifChoice& m : project.motifs) {
    const Cloth* cloth = clothById(project, m.cloth);
    if (!cloth || !cloth->print) continue;
    std::vector<std::uint32_t> pieces;
    for (const auto i : m.pieces)
      if (project.painting[i] == m.cloth && layout.shapes[layout.pieces[i].shape].name == m.shape)
        pieces.push_back(i);
    if (pieces.empty()) continue;
    const Piece& first = layout.pieces[pieces.front()];
    const Polygon& outline = layout.shapes[first.shape].outline;
    const Motion toOutline = placing(m.turn, first.hand < 0, m.at).inverse();
    // The line through the corner that copies of the window are turned round.
    const auto line = centreLine(placed(outline, m.turn, false, {}));
    const Motion image = line ? reflection(*line - m.turn, centroid(outline)) : Motion{};
    MotifChoice shown = m;
    shown.pieces = pieces;
    const auto steps = stepsToMiddle(layout, shown);
    const Angle step = kWholeTurn / std::max(1, layout.shapes[first.shape].symmetry.turns);
    for (std::size_t k = 0; k < pieces.size(); ++k) {
      const Piece& piece = layout.pieces[pieces[k]];
      // A piece of the other hand is mirrored by its own pose; one without hands by its centre line.
      const bool alternate = m.mirrored && first.hand == 0 && k % 2 == 1 && line;
      const Motion onOutline = alternate ? image.after(toOutline) : toOutline;
      out.push_back({pieces[k], m.cloth, poseOf(piece, steps[k] * step).after(onOutline)});
    }
  }
  return out;
}

/// Of striped cloths whose patches may stand any way: by how many of its shape's turns each piece is turned.
static std::map<std::uint32_t, int> dealtTurns(const Project& project, const std::vector<bool>& chosen) {
  std::map<std::uint32_t, int> out;
  for (const Cloth& cloth : project.cloths) {
    const auto stripes = stripesOn(cloth);
    if (!stripes || standOf(cloth) != Stand::Any) continue;
    std::vector<std::uint32_t> pieces;
    for (std::uint32_t i = 0; i < project.layout->size(); ++i)
      if (!chosen[i] && project.painting[i] == cloth.id) pieces.push_back(i);
    out.merge(dealTurns(*project.layout, pieces, *stripes).steps);
  }
  return out;
}

std::vector<PrintedPiece> chancePieces(const Project& project) {
  const Layout& layout = *project.layout;
  std::vector<bool> chosen(layout.size(), false);
  for (const PrintedPiece& p : motifPieces(project)) chosen[p.piece] = true;
  const auto dealt = dealtTurns(project, chosen);
  std::vector<PrintedPiece> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    if (chosen[i] || project.painting[i] == kNoCloth) continue;
    const Cloth* cloth = clothById(project, project.painting[i]);
    if (!cloth || !cloth->print) continue;
    const Print& print = *cloth->print;
    Point on;  // of the picture, where the piece's middle lies
    if (repeatKnown(print)) {
      const Lattice l = latticeOf(print);
      on = chanceOf(i, 0) * l.a + chanceOf(i, 1) * l.b;
    }
    if (const auto picture = project.pictures.find(print.picture); picture != project.pictures.end()) {
      // A print that is known by its picture alone is not seen beyond it.
      const double mm = kMmPerInch / print.dpi, wide = picture->second.width * mm,
                   high = picture->second.height * mm;
      if (!repeatKnown(print)) {
        const Box b = bounds(layout.shapes[layout.pieces[i].shape].outline);
        const double reach = std::hypot(b.width(), b.height()) / 2;
        const auto within = [&](double size, double chance) {
          return size > 2 * reach ? reach + chance * (size - 2 * reach) : size / 2;
        };
        on = {within(wide, chanceOf(i, 0)), within(high, chanceOf(i, 1))};
      }
    }
    const Piece& piece = layout.pieces[i];
    const bool upright = standOf(*cloth) == Stand::Piece;
    Angle further;
    if (const auto own = dealt.find(i); own != dealt.end())
      further = own->second * (kWholeTurn / std::max(1, layout.shapes[piece.shape].symmetry.turns));
    const Motion turn = placing(upright ? Angle() : piece.turn + further, false, piece.centre);
    out.push_back({i, cloth->id, turn.after(placing({}, false, Point{} - on))});
  }
  return out;
}

}  // namespace clathra
