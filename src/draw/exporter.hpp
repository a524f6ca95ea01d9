// Pages and pictures as bytes, to be written whole.
#pragma once
#include <QByteArray>
#include <filesystem>
#include <functional>

#include "cutting/plan.hpp"
#include "filesystem.hpp"
#include "model/project.hpp"
#include "paper/ruler_card.hpp"
#include "paper/sheets.hpp"
#include "paper/templates.hpp"
#include "progress.hpp"

class QPainter;

namespace clathra {

/// Pages of `page` in mm; `paint` gets the painter and a call for the next page.
QByteArray pdfPages(
    const Page& page, const std::string& title,
    const std::function<void(QPainter& painter, const std::function<void()>& newPage)>& paint);

/// One page of width x height mm; `paint` draws in mm.
QByteArray svgPage(double width, double height, const QString& title,
                   const std::function<void(QPainter& painter)>& paint);

QByteArray layoutPdf(const Project& project);
QByteArray layoutSvg(const Project& project);
QByteArray layoutPng(const Project& project, int longestSide = 2400);

/// Errors: cancelled.
struct PrintScale {  ///< what is drawn is so much larger, about the page's middle
  double across = 1, down = 1;
};
[[nodiscard]] Result<QByteArray> sheetsPdf(const Project& project, const SheetPlan& plan,
                                           const Progress& progress = {}, PrintScale scale = {});
/// Templates for cloth as pages. Errors: cancelled.
[[nodiscard]] Result<QByteArray> templatesPdf(const Project& project, const TemplatePlan& plan,
                                              PrintScale scale = {});
QByteArray templateSvg(const Project& project, const TemplatePlan& plan, std::size_t page);
QByteArray rulerCardPdf(const Project& project, const RulerCard& card, const Page& page);
/// The painter draws in mm from the page's corner; from now on larger about its middle.
void scaleAboutMiddle(QPainter& painter, const Page& page, PrintScale scale);
QByteArray sheetSvg(const Project& project, const SheetPlan& plan, std::size_t sheet);
QByteArray cutCardPdf(const Project& project, const CutPlan& plan);

/// Writes the layout or the tallies by the file's suffix. Errors: an unknown or unbuilt format, or as
/// writeWhole.
[[nodiscard]] Status exportProject(const Project& project, const std::filesystem::path& file);
ByteView viewOf(const QByteArray& bytes);
[[nodiscard]] Status writeBytes(const std::filesystem::path& file, const QByteArray& bytes);

}  // namespace clathra
