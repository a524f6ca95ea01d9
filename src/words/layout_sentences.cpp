// Lengths, shapes, arrangements, layouts, pages.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    {"number-formula-quotes-wanted", QT_TRANSLATE_NOOP("core", "a number or a formula in quotes is wanted")},
    {"number-goes-beyond-10000", QT_TRANSLATE_NOOP("core", "a number goes beyond 10000 edges")},
    {"missing-no-text", QT_TRANSLATE_NOOP("core", "its \"%1\" is missing or no text")},
    {"needs-1-characters", QT_TRANSLATE_NOOP("core", "its \"%1\" needs 1 to %2 characters")},
    {"point-needs-two-numbers", QT_TRANSLATE_NOOP("core", "a point needs two numbers")},
    {"polygon-needs-list-at", QT_TRANSLATE_NOOP("core", "a polygon needs a list of at most %1 corners")},
    {"arc-starts-from-corner", QT_TRANSLATE_NOOP("core", "an arc starts from a corner, leads to another one and turns by 5 to 270 degrees")},
    {"piece-cell-no-area", QT_TRANSLATE_NOOP("core", "a piece of the cell has no area")},
    {"piece-cell-must-object", QT_TRANSLATE_NOOP("core", "a piece of the cell must be an object")},
    {"side-lines-need-short", QT_TRANSLATE_NOOP("core", "side lines need a short list")},
    {"side-lines-need-first", QT_TRANSLATE_NOOP("core", "side lines need a first place and a step above zero")},
    {"kind-field-rosette-own", QT_TRANSLATE_NOOP("core", "kind is \"%1\"; it can be field, rosette or own")},
    {"fold-for-rosettes-goes", QT_TRANSLATE_NOOP("core", "fold is for rosettes and goes from %1 to %2")},
    {"steps-b-need-two", QT_TRANSLATE_NOOP("core", "the steps a and b need two numbers each")},
    {"steps-b-parallel", QT_TRANSLATE_NOOP("core", "the steps a and b are parallel")},
    {"cell-needs-1-pieces", QT_TRANSLATE_NOOP("core", "the cell needs 1 to %1 pieces")},
    {"not-json-object", QT_TRANSLATE_NOOP("core", "it is not a JSON object")},
    {"arrangement-file-left-out", QT_TRANSLATE_NOOP("core", "The arrangement file %1 was left out; %2.")},
    {"arrangement-not-usable", QT_TRANSLATE_NOOP("core", "it cannot be used: %1")},
    {"no-arrangement-files-were", QT_TRANSLATE_NOOP("core", "No arrangement files were found; Clathra's data folder is missing.")},
    {"no-arrangement-called-command", QT_TRANSLATE_NOOP("core", "There is no arrangement called \"%1\"; the command arrangements lists them.")},
    {"draft-lines-at-most", QT_TRANSLATE_NOOP("core", "that draft has %1 lines; at most %2 are drawn in one piece")},
    {"draft-makes-more-than", QT_TRANSLATE_NOOP("core", "that draft makes more than %1 pieces of one")},
    {"these-lines-cannot-divided", QT_TRANSLATE_NOOP("core", "these lines cannot be divided into pieces; draw them anew")},
    {"piece-draft-side-mm", QT_TRANSLATE_NOOP("core", "a piece of that draft would have a side of %1 mm, too short to fold cloth over; at least %2 mm are needed")},
    {"layout-made-by-hand", QT_TRANSLATE_NOOP("core", "A layout made by hand has no facts of its own.")},
    {"so-few-pieces-no", QT_TRANSLATE_NOOP("core", "With so few pieces no straight sides fit inside the patch; count more across or down, or keep the outline.")},
    {"no-straight-sides-fit", QT_TRANSLATE_NOOP("core", "No straight sides fit inside this layout; add pieces, or keep the outline.")},
    {"arrangement-no-natural-straight", QT_TRANSLATE_NOOP("core", "The arrangement \"%1\" has no natural straight sides; draw the finishing line, or keep its outline.")},
    {"finishing-line-leaves-patch", QT_TRANSLATE_NOOP("core", "The finishing line leaves the patch; count more across or down, or draw it in.")},
    {"edge-from-3-mm", QT_TRANSLATE_NOOP("core", "The edge is %1; it can be from 3 mm to 1 m.")},
    {"rings-count-0-more", QT_TRANSLATE_NOOP("core", "The rings are %1; count 0 or more.")},
    {"rosette-closes-after-rings", QT_TRANSLATE_NOOP("core", "This rosette closes after %1 rings; %2 are too many.")},
    {"counts-across-down-each", QT_TRANSLATE_NOOP("core", "The counts are %1 across and %2 down; each can be from 1 to %3.")},
    {"make-pieces-most-count", QT_TRANSLATE_NOOP("core", "That would make %1 pieces; the most is %2. Count fewer, or choose a longer edge.")},
    {"these-counts-make-no", QT_TRANSLATE_NOOP("core", "These counts make no pieces; count more across or down.")},
    {"leave-no-piece", QT_TRANSLATE_NOOP("core", "That would leave no piece at all; a layout needs one.")},
    {"reach-farther-than-kilometre", QT_TRANSLATE_NOOP("core", "That would reach farther than a kilometre; count fewer, or choose a shorter edge.")},
    {"no-piece-lies-inside", QT_TRANSLATE_NOOP("core", "No piece lies inside this finishing line.")},
    {"name-at-least-one", QT_TRANSLATE_NOOP("core", "Name at least one edge length to try.")},
    {"wanted-size-needs-width", QT_TRANSLATE_NOOP("core", "A wanted size needs a width and a height above zero.")},
    {"layout-grown-by-hand", QT_TRANSLATE_NOOP("core", "A layout that was grown by hand has no counts; change its edge to change its size.")},
    {"no-counts-come-near", QT_TRANSLATE_NOOP("core", "No counts come near that size with an edge of %1 within %2 pieces.")},
    {"no-part-called", QT_TRANSLATE_NOOP("core", "There is no part called \"%1\"; there are %2.")},
    {"only-convex-shape-subdivided", QT_TRANSLATE_NOOP("core", "Only a convex shape can be subdivided.")},
    {"shape-not-made-small", QT_TRANSLATE_NOOP("core", "This shape is not made of small triangles of that edge.")},
    {"only-shapes-whose-corners", QT_TRANSLATE_NOOP("core", "Only shapes whose corners are of 60 or 120 degrees are made of small triangles.")},
    {"shape-holds-more-than", QT_TRANSLATE_NOOP("core", "This shape holds more than %1 small triangles; take fewer.")},
    {"not-number-formula", QT_TRANSLATE_NOOP("core", "\"%1\" is not a number or a formula.")},
    {"not-a-length", QT_TRANSLATE_NOOP("core", "\"%1\" is not a length; write it like 1 1/4 in, 1.25\", 32 mm or 3.2cm.")},
    {"length-outside", QT_TRANSLATE_NOOP("core", "%1 is %2; it can be from %3 to %4.")},
    {"length-cannot-negative", QT_TRANSLATE_NOOP("core", "A length cannot be negative; \"%1\" is.")},
    {"longer-than-100-m", QT_TRANSLATE_NOOP("core", "\"%1\" is longer than 100 m; is the unit right?")},
    {"length-of-what", QT_TRANSLATE_NOOP("core", "%1: %2")},
    {"not-number", QT_TRANSLATE_NOOP("core", "%1 is not a number.")},
    {"no-page-called", QT_TRANSLATE_NOOP("core", "There is no page called \"%1\"; use a4, a3, letter, legal or a size in mm like 300x420.")},
    {"page-width", QT_TRANSLATE_NOOP("core", "The page's width")},
    {"page-height", QT_TRANSLATE_NOOP("core", "The page's height")},
    {"not-png-picture", QT_TRANSLATE_NOOP("core", "It is not a PNG picture.")},
    {"picture-no-pixels", QT_TRANSLATE_NOOP("core", "The picture has no pixels.")},
    {"picture-x-pixels-most", QT_TRANSLATE_NOOP("core", "The picture has %1 x %2 pixels; the most is %3 million in all. Make it smaller first.")},
    {"make-piece-corners-most", QT_TRANSLATE_NOOP("core", "that would make a piece with %1 corners; the most is %2")},
    {"cloth-no-longer-project", QT_TRANSLATE_NOOP("core", "that cloth is no longer in the project")},
    {"no-cloth-called-project", QT_TRANSLATE_NOOP("core", "There is no cloth called \"%1\" in this project.")},
    {"project-holds-at-most-cloths", QT_TRANSLATE_NOOP("core", "A project holds at most %1 cloths.")},
    {"cloth-s-name-at", QT_TRANSLATE_NOOP("core", "A cloth's name has at most %1 characters; this one has %2.")},
    {"already-cloth-called-choose", QT_TRANSLATE_NOOP("core", "There is already a cloth called \"%1\"; choose another name.")},
    {"stopped", QT_TRANSLATE_NOOP("core", "Stopped before it was finished.")},
    {"no-shape-called", QT_TRANSLATE_NOOP("core", "There is no shape called \"%1\".")},
};

}  // namespace

std::span<const Sentence> layoutSentences() {
  return kAll;
}

}  // namespace clathra
