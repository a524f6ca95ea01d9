// Layouts and drawings that come in and go out.
#include "words/sentences.hpp"

namespace clathra {

namespace {

constexpr Sentence kAll[] = {
    {"unused-open-line", QT_TRANSLATE_N_NOOP("core", "%n open line(s)")},
    {"no-geojson-read", QT_TRANSLATE_NOOP("core", "This is no GeoJSON that can be read: %1.")},
    {"no-geojson-read-needs",
     QT_TRANSLATE_NOOP("core",
                       "This is no GeoJSON that can be read: it needs features with polygons, in mm.")},
    {"file-point-farther-than",
     QT_TRANSLATE_NOOP("core", "The file has a point farther than 100 m away; its numbers are taken as mm.")},
    {"no-closed-outline-file",
     QT_TRANSLATE_NOOP("core", "There is no closed outline in this file that could become a piece.")},
    {"make-pieces-most", QT_TRANSLATE_NOOP("core", "That would make %1 pieces; the most is %2.")},
    {"outline-corners-piece-simplify",
     QT_TRANSLATE_NOOP("core", "An outline has %1 corners; a piece can have %2. Simplify its line first.")},
    {"outlines-file-enclose-nothing",
     QT_TRANSLATE_NOOP("core", "The outlines of this file enclose nothing that could become a piece.")},
    {"unused-long-name", QT_TRANSLATE_NOOP("core", "what a name of a cloth has beyond %1 characters")},
    {"no-layout-read-use",
     QT_TRANSLATE_NOOP("core", "%1 is no layout that can be read; use .svg or .geojson.")},
    {"cannot-imported", QT_TRANSLATE_NOOP("core", "%1 cannot be imported: %2")},
    {"import-moved", QT_TRANSLATE_N_NOOP("core", "%n corner(s) were brought together, the farthest by %2.")},
    {"import-overlaps",
     QT_TRANSLATE_N_NOOP("core", "%n piece(s) lie over each other; the second look names them.")},
    {"import-dropped", QT_TRANSLATE_N_NOOP("core", "%n outline(s) without an area were left out.")},
    {"unused-circle", QT_TRANSLATE_N_NOOP("core", "%n circle(s)")},
    {"unused-clone", QT_TRANSLATE_N_NOOP("core", "%n clone(s)")},
    {"unused-ellipse", QT_TRANSLATE_N_NOOP("core", "%n ellipse(s)")},
    {"unused-foreign-part", QT_TRANSLATE_N_NOOP("core", "%n foreign part(s)")},
    {"unused-hole", QT_TRANSLATE_N_NOOP("core", "%n hole(s)")},
    {"unused-image", QT_TRANSLATE_N_NOOP("core", "%n image(s)")},
    {"unused-inner-drawing", QT_TRANSLATE_N_NOOP("core", "%n inner drawing(s)")},
    {"unused-no-polygon", QT_TRANSLATE_N_NOOP("core", "%n part(s) that are no polygon")},
    {"unused-text", QT_TRANSLATE_N_NOOP("core", "%n text(s)")},
    {"drawing-transform-none-nothing",
     QT_TRANSLATE_NOOP("core", "The drawing has a transform that is none: \"%1\". Nothing was imported.")},
    {"drawing-s-groups-lie",
     QT_TRANSLATE_NOOP("core", "The drawing's groups lie more than %1 deep; ungroup some of them first.")},
    {"drawing-coordinate-no-number",
     QT_TRANSLATE_NOOP("core", "The drawing has a coordinate that is no number. Nothing was imported.")},
    {"drawing-more-than-2",
     QT_TRANSLATE_NOOP(
         "core",
         "The drawing has more than 2 million points; simplify its lines first. Nothing was imported.")},
    {"drawing-reaches-farther-than",
     QT_TRANSLATE_NOOP("core",
                       "The drawing reaches farther than 100 m; check its size. Nothing was imported.")},
    {"drawing-path-none-nothing",
     QT_TRANSLATE_NOOP("core", "The drawing has a path that is none: \"%1\". Nothing was imported.")},
    {"drawing-larger-than-100",
     QT_TRANSLATE_NOOP("core", "The drawing is larger than 100 MB; simplify it first.")},
    {"drawing-declares-entities-own",
     QT_TRANSLATE_NOOP(
         "core", "The drawing declares entities of its own, which are not read; save it as plain SVG.")},
    {"drawing-too-many-elements",
     QT_TRANSLATE_NOOP("core", "The drawing has too many elements to be read at once; simplify it first.")},
    {"no-svg-drawing-read",
     QT_TRANSLATE_NOOP(
         "core",
         "This is no SVG drawing that can be read: its text breaks off or is wrong at character %1.")},
    {"no-svg-drawing-no", QT_TRANSLATE_NOOP("core", "This is no SVG drawing: it has no <svg> at its top.")},
};

}  // namespace

std::span<const Sentence> exchangeSentences() {
  return kAll;
}

}  // namespace clathra
