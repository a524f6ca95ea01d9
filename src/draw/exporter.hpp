// Pages and pictures as bytes, to be written whole.
#pragma once
#include <QByteArray>
#include <filesystem>
#include <functional>

#include "cutting/batch.hpp"
#include "draw/layout_painter.hpp"
#include "draw/neighbour_marks.hpp"
#include "exchange/cut_file.hpp"
#include "exchange/practice_cutter.hpp"
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
/// `inSets` is for the layout as it is sewn.
QByteArray layoutPng(const Project& project, int longestSide = 2400, LayoutView view = LayoutView::Cloths,
                     std::span<const PrintedPiece> inSets = {});

/// What a page is drawn as: larger about its middle, so that it comes out true; or as a printer prints it
/// that is off, for practice.
struct PrintScale {
  double across = 1, down = 1;
  double shear = 0;                       ///< mm sideways for each mm down
  double driftAcross = 0, driftDown = 0;  ///< mm that all of it lies off
};
/// One page a sheet; behind them, where the margin holds no rules, a page of rules, and where papers are used
/// again the list of what is marked by place. The painter draws in mm; `newPage` begins another page so.
void paintSheetPages(QPainter& painter, const Project& project, const SheetPlan& plan, PrintScale scale,
                     const std::function<void()>& newPage, const Progress& progress = {});
/// The same as a PDF. Errors: cancelled.
[[nodiscard]] Result<QByteArray> sheetsPdf(const Project& project, const SheetPlan& plan,
                                           const Progress& progress = {}, PrintScale scale = {});
/// Templates for cloth, or masters, as pages. Errors: cancelled.
[[nodiscard]] Result<QByteArray> templatesPdf(const Project& project, const TemplatePlan& plan,
                                              PrintScale scale = {});
QByteArray rulerCardPdf(const Project& project, const RulerCard& card, const Page& page);
/// Every pair of look-alikes at true size, to hold papers against. Errors: there are none.
[[nodiscard]] Result<QByteArray> lookAlikesPdf(const Project& project, const Page& page,
                                               PrintScale scale = {});
/// The painter draws in mm from the page's corner; from now on as the scale says.
void scaleAboutMiddle(QPainter& painter, const Page& page, PrintScale scale);
/// A sheet for a machine or a drawing program: groups `cut`, closed paths or shared lines, and `marks`.
/// Errors: as sheetCuts.
[[nodiscard]] Result<QByteArray> sheetSvg(const Project& project, const SheetPlan& plan, std::size_t sheet,
                                          const NeighbourMarks& marks, const CutWishes& wishes = {});
[[nodiscard]] Result<QByteArray> sheetDxf(const Project& project, const SheetPlan& plan, std::size_t sheet,
                                          const CutWishes& wishes = {});
[[nodiscard]] Result<QByteArray> templateSvg(const Project& project, const TemplatePlan& plan,
                                             std::size_t page, const CutWishes& wishes = {});
[[nodiscard]] Result<QByteArray> templateDxf(const TemplatePlan& plan, std::size_t page,
                                             const CutWishes& wishes = {});
/// What the practice cutter made of a file, as a picture.
QByteArray cutterPng(const CutterReport& report, const CutterMat& mat);
/// With a batch: what is cut now, and what is kept for the rest.
QByteArray cutCardPdf(const Project& project, const CutPlan& plan, const CutBatch* batch = nullptr);

/// Writes the layout or the tallies by the file's suffix; `view` is of pictures (.png) alone. As it is sewn
/// cloths that may be cut in layered repeats are planned first. Errors: an unknown or unbuilt format, as
/// writeWhole, cancelled.
[[nodiscard]] Status exportProject(const Project& project, const std::filesystem::path& file,
                                   LayoutView view = LayoutView::Cloths, const Progress& progress = {});
ByteView viewOf(const QByteArray& bytes);
[[nodiscard]] Status writeBytes(const std::filesystem::path& file, const QByteArray& bytes);

}  // namespace clathra
