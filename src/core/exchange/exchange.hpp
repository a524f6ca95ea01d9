// Open formats out of a project; what needs a painter (SVG, PDF, PNG) is in draw.
#pragma once
#include <nlohmann/json.hpp>
#include <string>

#include "model/project.hpp"
#include "model/tally.hpp"

namespace clathra {

/// A FeatureCollection in mm, y down, FRONT: one Polygon a piece with number, shape, handed, cloth, unit.
nlohmann::json piecesGeoJson(const Project& project);
/// The tally as CSV: one line a cloth, shape and hand.
std::string tallyCsv(const Project& project, const Tally& tally);

}  // namespace clathra
