// Papers as they are measured, owned and made.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    // Readings that cannot be taken.
    {"readings-no-array",
     QT_TRANSLATE_NOOP("core", "Readings are an array: [{\"shape\": …, \"what\": …, \"value\": …}].")},
    {"readings-no-json", QT_TRANSLATE_NOOP("core", "%1 holds no readings: it is no JSON.")},
    {"readings-too-many", QT_TRANSLATE_NOOP("core", "There are more readings than %1; leave some out.")},
    {"readings-not-object", QT_TRANSLATE_NOOP("core", "Reading %1 is no object with shape, what and value.")},
    {"readings-place", QT_TRANSLATE_NOOP("core", "Reading %1")},
    {"reading-without-what",
     QT_TRANSLATE_NOOP("core", "does not say what was measured: edge, across, high or angle.")},
    {"reading-without-shape", QT_TRANSLATE_NOOP("core", "names no shape.")},
    {"reading-no-length-given",
     QT_TRANSLATE_NOOP("core", "has no length: %1. Type what the ruler shows, in mm.")},
    {"reading-no-angle", QT_TRANSLATE_NOOP("core", "has no angle of a paper: %1°.")},
    {"reading-no-shape",
     QT_TRANSLATE_NOOP(
         "core",
         "A reading is of \"%1\", and this layout has no such shape; its shapes stand in the tally.")},
    {"reading-no-hand",
     QT_TRANSLATE_NOOP("core", "A reading is of a hand of \"%1\" that this layout does not have.")},
    {"reading-no-family", QT_TRANSLATE_NOOP("core", "A reading is of \"%1\", and there is no such shape.")},
    {"reading-no-paper", QT_TRANSLATE_NOOP("core", "%1: %2 is no size of a paper; is it in another unit?")},
    {"reading-no-edge",
     QT_TRANSLATE_NOOP("core", "%1: there is no edge %2; edges are numbered from 0 to %3.")},
    {"reading-no-corner",
     QT_TRANSLATE_NOOP("core", "%1: there is no corner %2; corners are numbered from 0 to %3.")},
    {"reading-no-across",
     QT_TRANSLATE_NOOP("core", "%1: no two of its sides are parallel; measure an edge, or its height.")},
    {"reading-no-length", QT_TRANSLATE_NOOP("core", "%1: angles alone tell no size; measure an edge too.")},
    {"reading-did-you-mean",
     QT_TRANSLATE_NOOP("core", "%1: %2 is more than five times off. Did you mean %3?")},
    {"reading-far-off",
     QT_TRANSLATE_NOOP("core",
                       "%1: %2 is more than five times off what was designed, %3. Measure it again.")},
    {"needs-readings", QT_TRANSLATE_NOOP("core", "needs \"readings\": what was measured, in an array.")},
    {"no-such-material", QT_TRANSLATE_NOOP("core", "there is no material called \"%1\".")},
    {"no-material-called", QT_TRANSLATE_NOOP("core", "There is no material called \"%1\".")},
    {"a-material", QT_TRANSLATE_NOOP("core", "A material")},
    {"material-without-id", QT_TRANSLATE_NOOP("core", "has no id.")},
    {"materials-too-many", QT_TRANSLATE_NOOP("core", "There are at most %1 materials.")},
    {"page-margin",
     QT_TRANSLATE_NOOP(
         "core", "A margin of %1 does not go on %2: margins are from %3 to %4 and leave room between them.")},
    {"ahead-range", QT_TRANSLATE_NOOP("core", "Papers covered ahead are from 0 to %2, not %1.")},
    {"file-not-there", QT_TRANSLATE_NOOP("core", "There is no file %1.")},
    // The box of papers.
    {"csv-too-large", QT_TRANSLATE_NOOP("core", "The table has more than %1 fields; leave some rows out.")},
    {"csv-open-quote",
     QT_TRANSLATE_NOOP("core", "The table has a quotation mark that is not closed, in row %1 or after it.")},
    {"box-whole-number", QT_TRANSLATE_NOOP("core", "%1: \"%2\" is no whole number from %3 to %4.")},
    {"box-price", QT_TRANSLATE_NOOP("core", "%1: \"%2\" is no price.")},
    {"box-row-column", QT_TRANSLATE_NOOP("core", "Row %1, %2")},
    {"box-no-shape", QT_TRANSLATE_NOOP("core", "Row %1 names no shape.")},
    {"box-column-missing", QT_TRANSLATE_NOOP("core",
                                             "The table has no column \"%1\"; its first row names shape, "
                                             "handed, edge, count, material, pack and price.")},
    {"box-too-many", QT_TRANSLATE_NOOP("core", "A box has at most %1 rows.")},
    {"box-file", QT_TRANSLATE_NOOP("core", "%1 is no box of papers. %2")},
    // Which paper is this?
    {"read-edge", QT_TRANSLATE_NOOP("core", "edge %3 read as %1, %2 in a row")},
    {"read-across", QT_TRANSLATE_NOOP("core", "across read as %1, %2 in a row")},
    {"read-high", QT_TRANSLATE_NOOP("core", "high read as %1, %2 in a row")},
    {"read-angle", QT_TRANSLATE_NOOP("core", "corner %3 read as %1")},
    {"readings-contradict",
     QT_TRANSLATE_NOOP("core",
                       "%1: %2 makes an edge of %3, %4 one of %5; both cannot be true of one paper.")},
    {"angle-contradicts",
     QT_TRANSLATE_NOOP("core", "%1: a corner read as %2° is none of this shape, which has %3° there.")},
    // Printers, templates, ruler and knife.
    {"rule-reads-otherwise",
     QT_TRANSLATE_NOOP("core", "A rule of %1 does not read %2; measure the longest one on each way.")},
    {"no-printers-file",
     QT_TRANSLATE_NOOP("core", "%1 holds no printers; put it aside, and it is made anew.")},
    {"printer-name", QT_TRANSLATE_NOOP("core", "Give the printer a name of at most 80 characters.")},
    {"printers-too-many", QT_TRANSLATE_NOOP("core", "There are %1 printers already.")},
    {"no-printer-known",
     QT_TRANSLATE_NOOP("core", "There is no printer called \"%1\": none was measured yet.")},
    {"no-printer-called", QT_TRANSLATE_NOOP("core", "There is no printer called \"%1\"; there are %2.")},
    {"printer-kept",
     QT_TRANSLATE_NOOP("core", "%1: across off by %2 %, down by %3 %; the next print is corrected.")},
    {"practice-scale",
     QT_TRANSLATE_NOOP("core", "\"%1\" is no scale; say 0.985, or 0.99,1.01 across and down.")},
    {"ruler-card-pdf", QT_TRANSLATE_NOOP("core", "The ruler card is written as PDF alone.")},
    {"template-copies", QT_TRANSLATE_NOOP("core", "Templates are made in 1 to %2 copies, not %1.")},
    {"template-too-large",
     QT_TRANSLATE_NOOP("core", "The template for the %1 is larger than a page of %2 and is on none.")},
    {"sort-not-built-yet",
     QT_TRANSLATE_NOOP("core", "Sheets sorted by %1 are not built yet; sort them by shape, unit or cloth.")},
    // Scans.
    {"scan-dpi",
     QT_TRANSLATE_NOOP("core", "A scan of %1 pixels to the inch cannot be measured; from %2 to %3 can.")},
    {"practice-too-large", QT_TRANSLATE_NOOP("core", "No paper of this project fits on the glass.")},
    {"scan-without-scale",
     QT_TRANSLATE_NOOP("core", "%1 does not say how many pixels it has to the inch; give its dpi.")},
    {"scan-no-memory",
     QT_TRANSLATE_NOOP("core",
                       "There is not enough memory for this scan; scan at fewer pixels to the inch.")},
    {"scan-file", QT_TRANSLATE_NOOP("core", "%1 cannot be measured: %2.")},
    {"scan-paper", QT_TRANSLATE_NOOP("core", "%1, edge %2")},
    {"scan-left", QT_TRANSLATE_NOOP("core", "%1, left, edge %2")},
    {"scan-right", QT_TRANSLATE_NOOP("core", "%1, right, edge %2")},
    {"scan-unknown", QT_TRANSLATE_NOOP("core", "an outline that is not known, at %1, %2")},
    {"scan-overlap", QT_TRANSLATE_NOOP("core", "papers that lie on each other, at %1, %2: not counted")},
    // Will it close?
    {"run-one", QT_TRANSLATE_NOOP("core", "%1 %2")},
    {"run-several", QT_TRANSLATE_NOOP("core", "%1 (%2 to %3)")},
    {"run-mixed", QT_TRANSLATE_N_NOOP("core", "%n piece(s) (%2 to %3)")},
    {"run-beside", QT_TRANSLATE_NOOP("core", "%1 beside %2")},
    {"close-ease",
     QT_TRANSLATE_NOOP("core", "Ease %1 in over the whole seam: match the ends and the middle first.")},
    {"close-gap", QT_TRANSLATE_NOOP("core",
                                    "Cut paper %1 across, away from both ends, and tape its halves %2 apart "
                                    "inside its patch, clear of the folds.")},
    {"close-trim", QT_TRANSLATE_NOOP("core", "Trim %2 off paper %1 before it is covered.")},
    {"close-reprint", QT_TRANSLATE_NOOP("core", "Or print %1 anew at %2 %.")},
    {"close-start-inside", QT_TRANSLATE_NOOP("core",
                                             "Start at the inner corner, which must be exact, and let what "
                                             "is left run out at the outer edge, where there is slack.")},
    {"close-start-exact",
     QT_TRANSLATE_NOOP(
         "core", "Both ends must be exact here: pin them first, and let the middle take what is left.")},
    {"all-closes", QT_TRANSLATE_NOOP("core", "All papers close as they are.")},
    {"all-off-by-one-factor", QT_TRANSLATE_NOOP("core",
                                                "All papers are at %1 % of their size: they close, and the "
                                                "top comes out as much smaller or larger.")},
    {"seam-off",
     QT_TRANSLATE_N_NOOP(
         "core",
         "%n seam(s) of %2 and %3: one edge is %4 longer than the other, more than can be eased in.")},
    {"run-short", QT_TRANSLATE_NOOP("core", "%1: %2 too short.")},
    {"run-long", QT_TRANSLATE_NOOP("core", "%1: %2 too long.")},
    {"corner-open", QT_TRANSLATE_NOOP("core", "The corner at piece %1 stays open by %2°.")},
    {"corner-over",
     QT_TRANSLATE_NOOP("core", "The corner at piece %1 is %2° too full and will not lie flat.")},
    {"ease-percent",
     QT_TRANSLATE_NOOP("core", "What can be eased in is more than 0 and at most 20 percent, not %1.")},
    {"which-nominal", QT_TRANSLATE_NOOP("core", "%1, %2 %3, off by %4")},
    {"by-side", QT_TRANSLATE_NOOP("core", "by the side")},
    {"by-across", QT_TRANSLATE_NOOP("core", "across, between parallel sides")},
    {"by-high", QT_TRANSLATE_NOOP("core", "from point to point")},
    {"systems-mixed",
     QT_TRANSLATE_NOOP("core", "Inch and metric papers lie in this set: they do not fit together.")},
};

}  // namespace

std::span<const Sentence> paperSentences() {
  return kAll;
}

}  // namespace clathra
