// The command line and what is written out.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    {"n-pieces", QT_TRANSLATE_N_NOOP("core", "%n piece(s)")},
    {"n-seams", QT_TRANSLATE_N_NOOP("core", "%n seam(s)")},
    {"n-papers", QT_TRANSLATE_N_NOOP("core", "%n paper(s)")},
    {"n-sheets", QT_TRANSLATE_N_NOOP("core", "%n sheet(s)")},
    {"n-cuts", QT_TRANSLATE_N_NOOP("core", "%n cut(s)")},
    {"import-unused", QT_TRANSLATE_NOOP("core", "Not used: %1.")},
    {"sum-on-hand", QT_TRANSLATE_NOOP("core", "less what you have")},
    {"sum-whole-pieces", QT_TRANSLATE_NOOP("core", "whole pieces of %1")},
    {"pieces-to-buy", QT_TRANSLATE_N_NOOP("core", "%n piece(s) (%2)")},
    {"sum-rounded-up", QT_TRANSLATE_NOOP("core", "rounded up to the shop's %1")},
    {"no-project-open", QT_TRANSLATE_NOOP("core", "No project is open.")},
    {"copies", QT_TRANSLATE_NOOP("core", "copies")},
    {"says-no-number-parts",
     QT_TRANSLATE_NOOP("core", "\"%1\" says no number of parts; write it like diamond=12, up to %2.")},
    {"an-edge", QT_TRANSLATE_NOOP("core", "An edge")},
    {"the-width", QT_TRANSLATE_NOOP("core", "The width")},
    {"the-height", QT_TRANSLATE_NOOP("core", "The height")},
    {"sides-outline-edge-pieces",
     QT_TRANSLATE_NOOP("core", "--sides is \"%1\"; it can be outline, edge-pieces or slice.")},
    {"the-tolerance", QT_TRANSLATE_NOOP("core", "The tolerance")},
    {"folder-cannot-made-choose",
     QT_TRANSLATE_NOOP("core", "The folder \"%1\" cannot be made; choose another place.")},
    {"format-pdf-svg-dxf", QT_TRANSLATE_NOOP("core", "--format is \"%1\"; it can be pdf, svg or dxf.")},
    {"side-back-front", QT_TRANSLATE_NOOP("core", "--side is \"%1\"; it can be back or front.")},
    {"command-not-built-yet", QT_TRANSLATE_NOOP("core", "The command %1 is not built yet.")},
    {"the-edge", QT_TRANSLATE_NOOP("core", "The edge")},
    {"rosette-needs-rings", QT_TRANSLATE_NOOP("core", "A rosette needs --rings.")},
    {"field-needs-across-down", QT_TRANSLATE_NOOP("core", "A field needs --across and --down.")},
    {"the-seam-allowance", QT_TRANSLATE_NOOP("core", "The seam allowance")},
    {"script-no-list-edits", QT_TRANSLATE_NOOP("core", "The script is no list of edits.")},
    {"script-more-than-million", QT_TRANSLATE_NOOP("core", "The script has more than a million edits.")},
    {"edit-script-nothing-written",
     QT_TRANSLATE_NOOP("core", "Edit %1 of the script: %2. Nothing was written.")},
    {"nothing-to-undo", QT_TRANSLATE_NOOP("core", "there is nothing to undo")},
    {"nothing-to-redo", QT_TRANSLATE_NOOP("core", "there is nothing to redo")},
    {"script-cannot-used-nothing",
     QT_TRANSLATE_NOOP("core", "The script cannot be used: %1. Nothing was written.")},
    {"layout-not-sound-command",
     QT_TRANSLATE_NOOP("core", "The layout is not sound: %1 and %2; the command review names the pieces.")},
    {"n-overlaps", QT_TRANSLATE_N_NOOP("core", "%n overlap(s)")},
    {"n-gaps", QT_TRANSLATE_N_NOOP("core", "%n gap(s)")},
    {"sound-project", QT_TRANSLATE_N_NOOP("core", "A sound project of %n piece(s).")},
    {"photo-print", QT_TRANSLATE_NOOP("core", "There is no print called \"%1\"; say one of %2.")},
    {"windows-of", QT_TRANSLATE_N_NOOP("core", "%n window(s): %2")},
    {"sum-pieces-to-buy", QT_TRANSLATE_NOOP("core", "to buy, %1")},
    {"sum-to-buy", QT_TRANSLATE_NOOP("core", "to buy")},
    {"caution-guard", QT_TRANSLATE_NOOP("core", "Close the guard between cuts and cut away from the body.")},
    {"caution-fingers",
     QT_TRANSLATE_NOOP("core",
                       "Keep fingers behind the ruler's edge; hold templates so that they cannot slip.")},
    {"caution-blunt",
     QT_TRANSLATE_NOOP("core", "Change a blunt blade; cut no more layers than it is made for.")},
    {"caution-away",
     QT_TRANSLATE_NOOP(
         "core",
         "Not at the ironing board, and out of children's reach; put used blades into a closed container.")},
    {"caution-makers", QT_TRANSLATE_NOOP("core", "The maker's instructions come first.")},
    {"cloth-lies-both-hands",
     QT_TRANSLATE_NOOP("core",
                       "Right side up, single layer, selvedge away from you. Strips for left-handed patches "
                       "lie face down; cloth folded in half gives one of each hand in one cut.")},
    {"cloth-lies-behind",
     QT_TRANSLATE_NOOP(
         "core",
         "WRONG SIDE UP, single layer: draw on the back of the cloth. Map and windows are shown "
         "from there.")},
    {"cloth-lies-behind-both",
     QT_TRANSLATE_NOOP(
         "core",
         "WRONG SIDE UP, single layer: draw on the back of the cloth. Map and windows are shown "
         "from there; left patches are cut as the FRONT shows them.")},
    {"windows-alone", QT_TRANSLATE_NOOP("core", "Windows, cut with scissors")},
    {"reference-of", QT_TRANSLATE_NOOP("core", "%1 from corner %2, %3 from corner %4")},
    {"strip-seam-none",
     QT_TRANSLATE_NOOP("core", "No seam crosses the paper: the patch shows one strip alone.")},
    {"strip-seam-left",
     QT_TRANSLATE_NOOP("core",
                       "A seam of the strips lies %1 left of the middle: it comes in %2, and goes out %3.")},
    {"strip-seam-right",
     QT_TRANSLATE_NOOP("core",
                       "A seam of the strips lies %1 right of the middle: it comes in %2, and goes out %3.")},
    {"cloth-lies", QT_TRANSLATE_NOOP("core", "Right side up, single layer, selvedge away from you.")},
    {"no-format-written-use",
     QT_TRANSLATE_NOOP(
         "core", "\"%1\" is no format that can be written; use .svg, .pdf, .png, .dxf, .csv or .geojson.")},
    {"no-format-for-map", QT_TRANSLATE_NOOP("core", "\"%1\" is no format for a map; use .pdf or .svg.")},
    {"no-format-for-cloth", QT_TRANSLATE_NOOP("core", "\"%1\" is no format for a cloth chart; use .pdf.")},
    {"picture-could-not-kept", QT_TRANSLATE_NOOP("core", "The picture could not be kept as PNG.")},
    {"picture-not-taken-in", QT_TRANSLATE_NOOP("core", "%1 cannot be taken in: %2.")},
};

}  // namespace

std::span<const Sentence> commandSentences() {
  return kAll;
}

}  // namespace clathra
