#include "motif/pose.hpp"

#include <algorithm>
#include <cmath>

#include "motif/unit.hpp"

namespace clathra {

namespace {

/// 0 to 1, by a piece's number: the same on every machine.
double chanceOf(std::uint32_t piece, std::uint32_t which) {
  std::uint32_t h = piece * 2654435761U ^ (which + 1) * 2246822519U;  // multipliers by Knuth
  h ^= h >> 15;
  h *= 2246822519U;
  h ^= h >> 13;
  constexpr double kAll = 4294967296.0;
  return h / kAll;
}

Motion poseOf(const Piece& piece) {
  return placing(piece.turn, piece.hand < 0, piece.centre);
}

}  // namespace

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
    const auto line = centreLine(outline);
    const Motion image = line ? reflection(*line, centroid(outline)) : Motion{};
    for (std::size_t k = 0; k < pieces.size(); ++k) {
      const Piece& piece = layout.pieces[pieces[k]];
      // A piece of the other hand is mirrored by its own pose; one without hands by its centre line.
      const bool alternate = m.mirrored && first.hand == 0 && k % 2 == 1 && line;
      const Motion onOutline = alternate ? image.after(toOutline) : toOutline;
      out.push_back({pieces[k], m.cloth, poseOf(piece).after(onOutline)});
    }
  }
  return out;
}

std::vector<PrintedPiece> chancePieces(const Project& project) {
  constexpr double kMmPerInch = 25.4;
  const Layout& layout = *project.layout;
  std::vector<bool> chosen(layout.size(), false);
  for (const PrintedPiece& p : motifPieces(project)) chosen[p.piece] = true;
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
    const Motion turn = placing(upright ? Angle() : piece.turn, false, piece.centre);
    out.push_back({i, cloth->id, turn.after(placing({}, false, Point{} - on))});
  }
  return out;
}

}  // namespace clathra
