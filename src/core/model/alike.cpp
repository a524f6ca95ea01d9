#include "model/alike.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

std::vector<std::uint32_t> rowOf(const Layout& layout, std::uint32_t piece, Angle direction) {
  const Point along = towards(direction);
  const Point from = layout.pieces[piece].centre;
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (std::abs(cross(along, layout.pieces[i].centre - from)) < 0.05) out.push_back(i);
  return out;
}

namespace {

constexpr Angle kSameTurn = Angle::radians(1e-3);  // half a millimetre at half a metre

/// Do two turns of a shape show the same outline?
bool facesAlike(Angle a, Angle b, int order) {
  const double step = kWholeTurn.degrees() / std::max(order, 1);
  const double off = std::remainder((a - b).degrees(), step);
  return std::abs(off) < kSameTurn.degrees();
}

}  // namespace

std::vector<std::uint32_t> alikeTo(const Project& project, std::uint32_t piece, bool anyCloth,
                                   bool sameTurn) {
  const Layout& layout = *project.layout;
  const Piece model = layout.pieces[piece];
  const int order = layout.shapes[model.shape].symmetry.turns;
  const ClothId cloth = project.painting[piece];
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const Piece& p = layout.pieces[i];
    if (p.shape != model.shape || p.hand != model.hand) continue;
    if (!anyCloth && project.painting[i] != cloth) continue;
    if (!sameTurn || facesAlike(p.turn, model.turn, order)) out.push_back(i);
  }
  return out;
}

}  // namespace clathra
