// DXF (ASCII, R12 entities): outlines for cutting machines and drawing programs. Units are mm; y runs up
// there, so that what is drawn looks as it does here.
#pragma once
#include <string>

#include "paper/sheets.hpp"
#include "paper/templates.hpp"

namespace clathra {

/// The layout's pieces as closed polylines, FRONT, one layer a cloth.
std::string layoutDxf(const Project& project);
/// One sheet: papers as closed polylines on PAPERS, the page on PAGE.
std::string sheetDxf(const SheetPlan& plan, std::size_t sheet);
/// One page of templates: what is cut on CUT, what is only drawn on MARKS, the page on PAGE.
std::string templateDxf(const TemplatePlan& plan, std::size_t page);

}  // namespace clathra
