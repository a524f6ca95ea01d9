// Templates for cloth: the paper's outline with its allowance, with a window to look through or plain to draw
// round. For each motif choice a frame of card, to be held over the cloth until its window shows the chosen
// spot. And masters: papers to be traced where there is no printer for all of them.
#pragma once
#include <optional>

#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

struct ClothTemplate {
  std::uint16_t shape = 0;
  int hand = 0;
  bool window = false;       ///< the inside is cut out; else a line and holes at the paper's corners
  bool behind = false;       ///< lies on the wrong side of the cloth: turned over against the plan's side
  Polygon outer, inner;      ///< mm on the page
  std::vector<Point> holes;  ///< middles of the holes at the paper's corners
  std::vector<std::pair<Point, Point>>
      centreLines;  ///< mirror axes of the paper, from side to side of the patch
  /// Of a motif choice's frame its id: `outer` is the frame, `inner` the paper as it lies on the cloth, seen
  /// from behind where the cloth is drawn there.
  std::optional<int> motif;
  Polygon patch;  ///< of a frame: the paper with its allowance
  Angle turned;   ///< of a frame on the page
};
/// Of a frame: card round the patch, below it for words, and its least width, mm.
inline constexpr double kCardRound = 10, kCardForWords = 16, kLeastCard = 86;
/// Where a place of the picture lies on a frame's page, mm.
Point onFrame(const Project& project, const ClothTemplate& frame, Point onPicture);
struct TemplatePage {
  std::vector<ClothTemplate> templates;
};
struct TemplatePlan {
  Page page;
  MarkedSide side = MarkedSide::Front;
  double allowance = 0;  ///< mm; of masters none
  double gap = 0;        ///< mm between them
  bool masters = false;
  double pencil = 0;  ///< mm, the width of the line that masters are traced with
  std::vector<TemplatePage> pages;
  std::vector<std::pair<std::uint16_t, int>> tooLarge;  ///< go on no page
  std::vector<int> framesTooLarge;                      ///< motif choices whose frame goes on no page
};
inline constexpr double kHole = 2.4;  ///< mm across: a pencil's point goes through

struct TemplateOptions {
  Page page;
  MarkedSide side = MarkedSide::Front;
  int copies = 1;
  double gap = 0;  ///< mm
  /// Papers to trace: `outer` is smaller by half of the pencil's width all round, so that what is cut in the
  /// middle of the traced line is true; `inner` is the true paper.
  bool masters = false;
  double pencil = 0.5;  ///< mm
};
inline constexpr double kMostPencil = 3;  // mm
inline constexpr int kMostTemplateCopies = 50;

/// Of each shape and hand a window and a plain one (or a master), `copies` of them, and of each motif choice
/// that pieces show a frame, on as few pages as they go. Shapes of one hand that a cloth wears which is drawn
/// on its wrong side are turned over for it. Errors: cancelled; more than 50 copies; a pencil
/// wider than kMostPencil.
[[nodiscard]] Result<TemplatePlan> planTemplates(const Project& project, const TemplateOptions& options,
                                                 const Progress& progress = {});

/// What a pencil's width does to papers traced round a true one and cut in the middle of the line.
struct PencilError {
  double edge = 0;    ///< mm that the side that names its size comes out longer
  double border = 0;  ///< mm that a border of such sides does
};
PencilError pencilError(const Shape& shape, double pencil, double border);

}  // namespace clathra
