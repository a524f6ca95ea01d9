// What would be marked on papers by their place, as a list: papers that are used again cannot bear it.
#pragma once
#include <QPainter>
#include <functional>

#include "draw/neighbour_marks.hpp"
#include "paper/sheets.hpp"

namespace clathra {

/// Is there a paper that is of no one piece, and a mark of places that is wanted?
bool listsPlaces(const Project& project, const SheetPlan& plan);
/// By number: shape, hand, cloth, edges at the rim, ticks by edge and distance; in mm, as many pages as it
/// takes. Without the geometry, rims and ticks are left out.
void paintPlaceList(QPainter& painter, const Project& project, const SheetPlan& plan,
                    const NeighbourMarks& marks, const std::function<void()>& newPage);
/// The line of one piece after its number.
QString placeLine(const Project& project, const NeighbourMarks& marks, std::uint32_t piece);

}  // namespace clathra
