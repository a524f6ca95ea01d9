// The second look.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    {"allowance-small-why",
     QT_TRANSLATE_NOOP("core",
                       "An allowance of %1 is small for the edges of %3, %2 long: the fold springs back.")},
    {"allow", QT_TRANSLATE_NOOP("core", "Allow %1.")},
    {"allow-label", QT_TRANSLATE_NOOP("core", "Allow %1")},
    {"straight-side", QT_TRANSLATE_NOOP("core", "a straight side")},
    {"hollow-curve", QT_TRANSLATE_NOOP("core", "a hollow curve of %1 radius")},
    {"bulging-curve", QT_TRANSLATE_NOOP("core", "a bulging curve of %1 radius")},
    {"arcs-unlike-why", QT_TRANSLATE_NOOP("core",
                                          "Curves do not match: %1 lies against %2; two meet only with the "
                                          "same radius and the opposite bend.")},
    {"arcs-unlike-fix",
     QT_TRANSLATE_NOOP("core", "Take one of them away and add a shape that fits the curve.")},
    {"border-thin-why",
     QT_TRANSLATE_NOOP(
         "core",
         "At the finishing line only %1 of cloth are left: too little to sew a border or a binding on.")},
    {"border-thin-fix", QT_TRANSLATE_NOOP("core", "Allow at least %1 on the pieces at the sides.")},
    {"allow-that-much", QT_TRANSLATE_NOOP("core", "Allow that much")},
    {"windows-too-wide", QT_TRANSLATE_NOOP("core", "The cloth is too narrow for the windows of \"%1\".")},
    {"method-not-known", QT_TRANSLATE_NOOP("core", "The method that was chosen is not known.")},
    {"cannot-cut-why", QT_TRANSLATE_NOOP("core", "%1 cannot be cut as chosen. %2")},
    {"cannot-cut-fix",
     QT_TRANSLATE_NOOP("core", "Choose another method, a smaller edge, or another cloth for these pieces.")},
    {"cloth-short-why",
     QT_TRANSLATE_NOOP("core", "The plan for %1 takes %2; the lengths on hand leave %3 of it uncut.")},
    {"cloth-short-fix",
     QT_TRANSLATE_NOOP("core", "Buy %1 more, choose another method, or give some pieces another cloth.")},
    {"cloth-without-size-why",
     QT_TRANSLATE_NOOP("core", "The usable width of %1 is not known, so its cutting cannot be planned.")},
    {"cloth-without-size-fix",
     QT_TRANSLATE_NOOP("core", "Measure between the selvedges and type it in, or say that it is scraps.")},
    {"few-copies-why-worst",
     QT_TRANSLATE_NOOP(
         "core",
         "%1 pieces want the motif \"%2\"; the cloth on hand yields %3 wherever the print lies on it.")},
    {"few-copies-why",
     QT_TRANSLATE_NOOP("core", "%1 pieces want the motif \"%2\"; the cloth on hand yields %3.")},
    {"few-copies-fix", QT_TRANSLATE_NOOP("core", "A length of %1 in one piece would give them all.")},
    {"few-copies-fix-other", QT_TRANSLATE_NOOP("core", "Choose a smaller piece or another spot.")},
    {"handed-why",
     QT_TRANSLATE_NOOP(
         "core", "The %1 has a left and a right hand (%2 left, %3 right): turned over it does not fit.")},
    {"handed-fix-both",
     QT_TRANSLATE_NOOP(
         "core", "Mark these papers on one side only; cloth folded double and cut once gives both hands.")},
    {"handed-fix",
     QT_TRANSLATE_NOOP("core",
                       "Mark these papers on one side only, so that none is covered the wrong way round.")},
    {"hollow-vanishes-why",
     QT_TRANSLATE_NOOP("core",
                       "A hollow curve of %1 radius is no wider than the allowance of %2: nothing of it is "
                       "left on the patch, which is cut straight across and must be snipped to turn in.")},
    {"hollow-vanishes-fix", QT_TRANSLATE_NOOP("core", "Allow less, or choose larger papers.")},
    {"wrong-turn-why", QT_TRANSLATE_NOOP("core",
                                         "A %1 turned wrong looks nearly right: it is off by %2, and "
                                         "that shows only when the block does not close.")},
    {"wrong-turn-fix", QT_TRANSLATE_NOOP("core", "Draw an arrow on these papers that points to the top.")},
    {"look-alike-why",
     QT_TRANSLATE_NOOP("core", "Two papers, %1 and %2, differ by %3 and are easily swapped.")},
    {"look-alike-fix", QT_TRANSLATE_NOOP("core", "Mark one of the two kinds so that they are told apart.")},
    {"nearly-meeting-why",
     QT_TRANSLATE_NOOP(
         "core",
         "Papers do not quite meet: beside each other they miss by up to %1, which adds up along a row.")},
    {"nearly-meeting-fix", QT_TRANSLATE_NOOP("core",
                                             "Take these pieces away and add them anew from an edge that is "
                                             "right, or check the sizes they came with.")},
    {"no-cloth-why",
     QT_TRANSLATE_N_NOOP("core", "%n piece(s) have no cloth yet, so the cloth to cut is counted short.")},
    {"no-cloth-fix", QT_TRANSLATE_NOOP("core", "Paint it.")},
    {"no-cloth-fix-all", QT_TRANSLATE_NOOP("core", "Paint them.")},
    {"one-way-turned-why",
     QT_TRANSLATE_NOOP("core", "%1 is one-way: these strips lay half of its patches upside down.")},
    {"one-way-turned-fix", QT_TRANSLATE_NOOP("core", "Cut without turning.")},
    {"keep-direction", QT_TRANSLATE_NOOP("core", "Keep the direction")},
    {"one-way-kept-why", QT_TRANSLATE_NOOP("core",
                                           "%1 is one-way, so its strips are laid without turning; turned "
                                           "strips would lay half of it upside down and save %2.")},
    {"one-way-kept-fix",
     QT_TRANSLATE_NOOP("core", "Keep it so, or allow turning where the direction will not show.")},
    {"paper-too-large-why",
     QT_TRANSLATE_NOOP("core", "The paper for the %1 is larger than a page of %2, so it is on no sheet.")},
    {"page-would-take-it", QT_TRANSLATE_NOOP("core", "%1 would take it.")},
    {"no-page-takes-it",
     QT_TRANSLATE_NOOP("core", "No standard page takes it; use a page of your own size.")},
    {"use-page", QT_TRANSLATE_NOOP("core", "Use %1")},
    {"reflex-why",
     QT_TRANSLATE_N_NOOP(
         "core",
         "%n piece(s) have a corner that points inwards: the cloth must be snipped there and frays.")},
    {"reflex-fix", QT_TRANSLATE_NOOP("core", "Cut such a piece in two from that corner.")},
    {"cut-piece", QT_TRANSLATE_NOOP("core", "Cut piece %1")},
    {"looks-for-no-cloth", QT_TRANSLATE_NOOP("core", "pieces without cloth")},
    {"looks-for-unsound", QT_TRANSLATE_NOOP("core", "pieces that overlap or leave a gap")},
    {"looks-for-nearly-meeting", QT_TRANSLATE_NOOP("core", "papers that do not quite meet")},
    {"looks-for-arcs-unlike", QT_TRANSLATE_NOOP("core", "curves that do not match what lies beside them")},
    {"looks-for-border-thin", QT_TRANSLATE_NOOP("core", "sides that leave nothing for a border")},
    {"looks-for-sliver", QT_TRANSLATE_NOOP("core", "slivers at the sides")},
    {"looks-for-reflex", QT_TRANSLATE_NOOP("core", "corners that point inwards")},
    {"looks-for-short-of-wanted",
     QT_TRANSLATE_NOOP("core", "a finished size that falls short of what was wanted")},
    {"looks-for-value-alike", QT_TRANSLATE_NOOP("core", "neighbours about as light as each other")},
    {"looks-for-look-alike", QT_TRANSLATE_NOOP("core", "shapes that are easily swapped or turned wrong")},
    {"looks-for-handed", QT_TRANSLATE_NOOP("core", "shapes with a left and a right hand")},
    {"looks-for-paper-too-large", QT_TRANSLATE_NOOP("core", "papers larger than the page")},
    {"looks-for-allowance-small", QT_TRANSLATE_NOOP("core", "a seam allowance too small for the edge")},
    {"looks-for-hollow-vanishes",
     QT_TRANSLATE_NOOP("core", "hollow curves that the allowance leaves nothing of")},
    {"looks-for-cloth-without-size", QT_TRANSLATE_NOOP("core", "cloth in use whose width is not known")},
    {"looks-for-cannot-cut", QT_TRANSLATE_NOOP("core", "cloth that the chosen method cannot cut")},
    {"looks-for-cloth-short", QT_TRANSLATE_NOOP("core", "cloth shorter than the plan")},
    {"looks-for-one-way-turned", QT_TRANSLATE_NOOP("core", "one-way cloth that the method would turn")},
    {"looks-for-few-copies", QT_TRANSLATE_NOOP("core", "fewer motif copies than wanted")},
    {"looks-for-window-off-print", QT_TRANSLATE_NOOP("core", "a window partly off the print's picture")},
    {"short-of-wanted-height",
     QT_TRANSLATE_NOOP("core", "The finished size falls short of what was wanted by %1 of height.")},
    {"short-of-wanted-width",
     QT_TRANSLATE_NOOP("core", "The finished size falls short of what was wanted by %1 of width.")},
    {"short-of-wanted-both",
     QT_TRANSLATE_NOOP("core",
                       "The finished size falls short of what was wanted by %1 of width and %2 of height.")},
    {"short-of-wanted-fix",
     QT_TRANSLATE_NOOP(
         "core", "Look in Fit to size for counts and edges that come nearer, or add a border of that much.")},
    {"slivers-why", QT_TRANSLATE_N_NOOP("core",
                                        "%n piece(s) are only %2 wide at the narrowest; slivers under %3 can "
                                        "hardly be folded over a paper.")},
    {"slivers-fix-slice",
     QT_TRANSLATE_NOOP("core", "Slice whole pieces at the end instead, or choose a longer edge.")},
    {"slivers-fix", QT_TRANSLATE_NOOP("core", "Choose a longer edge.")},
    {"slice-later", QT_TRANSLATE_NOOP("core", "Slice later")},
    {"overlap-why",
     QT_TRANSLATE_NOOP("core", "Pieces lie over each other, by up to %1; they cannot be sewn flat.")},
    {"overlap-fix", QT_TRANSLATE_NOOP("core", "Lay the arrangement out anew or take one of them away.")},
    {"gap-why-miss", QT_TRANSLATE_NOOP("core", "Papers do not quite meet here: %1 are missing.")},
    {"gap-why-hole", QT_TRANSLATE_NOOP("core", "A hole is left between these pieces.")},
    {"gap-fix", QT_TRANSLATE_NOOP("core", "Fill it, or check the sizes of the shapes round it.")},
    {"value-alike-why", QT_TRANSLATE_N_NOOP("core",
                                            "%1 and %2 meet in %n seam(s) and are about as light as each "
                                            "other: from across the room they run together.")},
    {"value-alike-fix", QT_TRANSLATE_NOOP("core",
                                          "Look at it in Lightness; put a lighter or a darker cloth on one "
                                          "of them if they are to be told apart.")},
    {"window-off-print-why", QT_TRANSLATE_NOOP("core",
                                               "The window of \"%1\" stands %2 off the picture of the print, "
                                               "so part of the patch cannot be seen.")},
    {"window-off-print-fix",
     QT_TRANSLATE_NOOP("core", "Move it onto the picture; the same spot comes again one repeat further.")},
    {"move-onto-print", QT_TRANSLATE_NOOP("core", "Move it onto the print")},
};

}  // namespace

std::span<const Sentence> reviewSentences() {
  return kAll;
}

}  // namespace clathra
