// Filling one page with copies of one shape: lattice_fill.hpp for the room inside its margins.
#pragma once
#include "model/page.hpp"
#include "shape/lattice_fill.hpp"

namespace clathra {

/// The room of a page inside its margins.
inline Box printable(const Page& page) {
  return {page.margin, page.margin, page.width - page.margin, page.height - page.margin};
}
inline PageFill densestFill(PolygonView outline, const Page& page, std::size_t needed = SIZE_MAX) {
  return densestFillIn(outline, printable(page), needed);
}
inline PageFill stripFill(PolygonView outline, const Page& page) {
  return stripFillIn(outline, printable(page));
}
inline bool fitsPage(PolygonView outline, const Page& page) {
  return fitsRoom(outline, printable(page));
}

}  // namespace clathra
