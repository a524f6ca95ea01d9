// A layout as DXF, for drawing programs. Sheets and templates are in cut_file.hpp.
#pragma once
#include <string>

#include "model/project.hpp"

namespace clathra {

/// The layout's pieces as closed polylines, FRONT, one layer a cloth.
std::string layoutDxf(const Project& project);

}  // namespace clathra
