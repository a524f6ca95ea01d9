// Cutting plans and motifs.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    {"gives-size", QT_TRANSLATE_NOOP("core", "A piece of cloth is from %1 to %2 a side.")},
    {"gives-allowance", QT_TRANSLATE_NOOP("core", "A seam allowance is up to %1.")},
    {"gives-shapes", QT_TRANSLATE_NOOP("core", "Name from one to %1 shapes by their ids.")},
    {"gives-object",
     QT_TRANSLATE_NOOP("core", "The question is one object with width, height, allowance and shapes.")},
    {"gives-row", QT_TRANSLATE_N_NOOP("core", "%1: an edge of %2, %n patch(es)")},
    {"gives-none", QT_TRANSLATE_NOOP("core", "%1: too small for any usual edge")},
    {"step-on-bought", QT_TRANSLATE_NOOP("core", "From the cloth you buy: %1")},
    {"step-on-length", QT_TRANSLATE_NOOP("core", "From length %1, of %2: %3")},
    {"step-strips-face-down",
     QT_TRANSLATE_N_NOOP(
         "core",
         "Cut %n strip(s) %2 wide across the whole width with the cloth face down (left-handed patches).")},
    {"step-strips-face-up",
     QT_TRANSLATE_N_NOOP(
         "core",
         "Cut %n strip(s) %2 wide across the whole width with the cloth face up (right-handed patches).")},
    {"step-strips", QT_TRANSLATE_N_NOOP("core", "Cut %n strip(s) %2 wide across the whole width.")},
    {"step-from-it", QT_TRANSLATE_NOOP("core", "From it cut %1.")},
    {"step-from-each-last", QT_TRANSLATE_NOOP("core", "From each cut %1; from the last one %2.")},
    {"step-from-each", QT_TRANSLATE_NOOP("core", "From each cut %1.")},
    {"two-sentences", QT_TRANSLATE_NOOP("core", "%1 %2")},
    {"step-turn-every-second", QT_TRANSLATE_NOOP("core", "Turn every second one upside down.")},
    {"step-begin-every-second",
     QT_TRANSLATE_NOOP(
         "core", "Begin every second strip with an upside-down one, so that there are as many of either.")},
    {"step-square-up", QT_TRANSLATE_N_NOOP("core", "Press the cloth and square up %n cut end(s).")},
    {"step-rows", QT_TRANSLATE_NOOP("core", "Cut %1 rough rectangles of %2 × %3 for %4, %5 in a row.")},
    {"step-half-upside-down", QT_TRANSLATE_NOOP("core", "On half of them the paper lies upside down.")},
    {"step-scraps", QT_TRANSLATE_NOOP("core", "From the scraps cut %1 rough rectangles of %2 × %3 for %4.")},
    {"sum-squaring-up", QT_TRANSLATE_N_NOOP("core", "squaring up, %n cut end(s)")},
    {"method-rectangles", QT_TRANSLATE_NOOP("core", "Rough rectangles")},
    {"method-strips", QT_TRANSLATE_NOOP("core", "Ruler strips")},
    {"sum-windows-worst", QT_TRANSLATE_N_NOOP("core", "%n window(s), %2 (worst place assumed)")},
    {"sum-windows", QT_TRANSLATE_N_NOOP("core", "%n window(s), %2")},
    {"shapes-standing", QT_TRANSLATE_NOOP("core", "%1, standing turned by %2°")},
    {"no-such-cloth-project", QT_TRANSLATE_NOOP("core", "There is no such cloth in this project.")},
    {"sum-pieces", QT_TRANSLATE_NOOP("core", "%1")},
    {"sum-with-spare", QT_TRANSLATE_NOOP("core", "with %1 % spare")},
    {"minutes-set-up", QT_TRANSLATE_NOOP("core", "set up")},
    {"minutes-scissor-cuts", QT_TRANSLATE_N_NOOP("core", "%n scissor cut(s) at %2 min")},
    {"give-usable-width", QT_TRANSLATE_NOOP("core", "Give the cloth a usable width first.")},
    {"patch-wider-than-cloth",
     QT_TRANSLATE_NOOP("core", "The %1 with its allowance is wider than the cloth.")},
    {"sum-rows", QT_TRANSLATE_N_NOOP("core", "%2 in a row: %n row(s) of %3")},
    {"sum-strips", QT_TRANSLATE_N_NOOP("core", "%2 from a strip: %n strip(s) of %3")},
    {"sum-strips-rounded", QT_TRANSLATE_NOOP("core", "strips rounded up to the ruler's lines")},
    {"minutes-set-up-square", QT_TRANSLATE_NOOP("core", "set up and square up")},
    {"minutes-strips", QT_TRANSLATE_N_NOOP("core", "%n strip(s) at %2 min")},
    {"minutes-cross-cuts", QT_TRANSLATE_N_NOOP("core", "%n crossing cut(s) at %2 min")},
    {"scraps-no-strips", QT_TRANSLATE_NOOP("core", "Scraps have no width to cut strips from.")},
    {"fault-not-congruent-1",
     QT_TRANSLATE_NOOP("core", "A patch is not the outline of its shape with its allowance.")},
    {"fault-wrong-way-up-5", QT_TRANSLATE_NOOP("core", "A patch does not stand as its piece does.")},
    {"fault-outside-2", QT_TRANSLATE_NOOP("core", "A patch lies outside its band or its length.")},
    {"fault-overlap-3", QT_TRANSLATE_NOOP("core", "Two patches overlap.")},
    {"fault-bands-overlap-3", QT_TRANSLATE_NOOP("core", "Two bands overlap.")},
    {"fault-count-4", QT_TRANSLATE_NOOP("core", "There are more or fewer patches than were asked for.")},
    {"fault-sum-6", QT_TRANSLATE_NOOP("core", "The lengths of the sum do not add up to the whole.")},
    {"fault-not-the-spot", QT_TRANSLATE_NOOP("core", "A window does not show the chosen spot of the print.")},
    {"cloth-motif-no-print", QT_TRANSLATE_NOOP("core", "The cloth of the motif \"%1\" has no print.")},
    {"no-piece-shape-motif",
     QT_TRANSLATE_NOOP("core", "No piece has the shape of the motif \"%1\" any more.")},
    {"print-no-mirror-line-so",
     QT_TRANSLATE_NOOP("core",
                       "The print of %1 has no mirror line, so there is no mirror image to cut from.")},
    {"scraps-look-for",
     QT_TRANSLATE_NOOP("core",
                       "Scraps have no size: look for pieces of at least %1 × %2 mm that show the spot.")},
    {"give-width-first", QT_TRANSLATE_NOOP("core", "Give %1 a usable width, then copies can be counted.")},
    {"narrow-for-window", QT_TRANSLATE_NOOP("core", "The cloth is too narrow for this window.")},
    {"print-place-unknown",
     QT_TRANSLATE_NOOP("core",
                       "Where the print lies on the cloth is not known, so the worst place is assumed.")},
};

}  // namespace

std::span<const Sentence> cuttingSentences() {
  return kAll;
}

}  // namespace clathra
