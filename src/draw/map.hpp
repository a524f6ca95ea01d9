// Pages to work from: the numbered map, over as many pages as its numbers need to be read, and the chart with
// boxes for a snippet of each cloth.
#pragma once
#include <QByteArray>
#include <filesystem>

#include "model/project.hpp"

class QPainter;

namespace clathra {

struct MapLook {
  bool back = false;  ///< seen from the BACK: mirrored left to right, as it lies while it is sewn
  friend bool operator==(const MapLook&, const MapLook&) = default;
};

/// How a map is spread over pages: `across` by `down`, each showing a part of the layout with an overlap.
struct MapPages {
  int across = 1, down = 1;
  double scale = 1;  ///< mm on paper for a mm of the layout
  int pages() const { return across * down; }
};
/// As few pages as keep the numbers at least 2 mm high; the layout's most common size of piece decides.
MapPages mapPages(const Project& project, const Page& page);

/// The page that maps and charts are printed on: the project's, turned to suit the layout.
Page mapPage(const Project& project);

/// One page of it, mm; n counts from 0, row by row.
inline constexpr double kMapEdge = 12, kMapHead = 18;  ///< mm kept free round the page, and for the title
inline constexpr double kMapOverlap = 8;               ///< mm that neighbouring pages both show
void paintMapPage(QPainter& painter, const Project& project, const Page& page, const MapPages& pages, int n,
                  const MapLook& look);

QByteArray mapPdf(const Project& project, const MapLook& look);
QByteArray mapSvg(const Project& project, const MapLook& look);
QByteArray chartPdf(const Project& project);

/// Write them, the map by the file's suffix. Errors: another suffix, or as writeWhole.
[[nodiscard]] Status exportMap(const Project& project, const std::filesystem::path& file,
                               const MapLook& look);
[[nodiscard]] Status exportChart(const Project& project, const std::filesystem::path& file);

}  // namespace clathra
