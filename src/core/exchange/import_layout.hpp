// A layout from elsewhere becomes a project that is grown by hand from there.
#pragma once
#include <filesystem>
#include <string>
#include <vector>

#include "layout/heal.hpp"
#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

struct LayoutImport {
  Project project;
  Healing healing;
  int overlapping = 0;          ///< pieces that lie over others
  std::vector<Message> unused;  ///< "3 texts", "2 open lines": what the file held beside
};

/// Corners nearer than this are brought together unless asked otherwise (mm): wider misses are real gaps.
inline constexpr double kHealTolerance = 0.5;

/// Closed outlines of an SVG drawing, each fill a cloth, or the polygons of a GeoJSON file in mm, y down; a
/// feature's "cloth" is kept as a cloth of that name. The kind is told by the suffix. Errors: cannot be read,
/// another suffix, no outlines, too many pieces or corners, what readSvg refuses; cancelled.
[[nodiscard]] Result<LayoutImport> importLayout(const ArrangementLibrary& library,
                                                const std::filesystem::path& file,
                                                double tolerance = kHealTolerance,
                                                const Progress& progress = {});
/// The same from a text that was read; `suffix` ".svg" or ".geojson".
[[nodiscard]] Result<LayoutImport> importLayoutText(const ArrangementLibrary& library, std::string_view text,
                                                    std::string_view suffix, std::string name,
                                                    double tolerance = kHealTolerance,
                                                    const Progress& progress = {});

/// What was brought together, what lies over each other and what was left out, as sentences; empty if the
/// file was taken as it is.
std::vector<Message> importReport(const LayoutImport& import);

}  // namespace clathra
