#include "project/edit.hpp"

#include "project/edits.hpp"

namespace clathra {

const std::vector<EditKind>& editKinds() {
  static const std::vector<EditKind> kinds = {
      {"rename", "name", "names the project", edits::rename},
      {"setArrangement", "arrangement, across?, down?, rings?", "changes the arrangement",
       edits::setArrangement},
      {"setEdge", "value (mm)", "changes the edge", edits::setEdge},
      {"setCounts", "across?, down?, rings?", "changes the counts", edits::setCounts},
      {"setSize", "edge (mm), across?, down?, rings?", "changes edge and counts in one step", edits::setSize},
      {"setSides", "sides: outline | edge-pieces | slice", "changes the sides", edits::setSides},
      {"setLine", "box [left, top, right, bottom] (mm) or outline [[x, y]..]; neither: the natural line",
       "moves the finishing line", edits::setLine},
      {"setWantedSize", "width, height (mm; 0: none)", "notes the wanted size", edits::setWantedSize},
      {"setAllowance", "value (mm), cloth?", "changes the seam allowance", edits::setAllowance},
      {"setSpare", "percent", "changes the spare patches", edits::setSpare},
      {"setUnit", "unit: inch | mm", "changes the unit", edits::setUnit},
      {"setPage", "page?, side?: back | front, stripsFirst?", "changes the paper sheets", edits::setPage},
      {"paint",
       "cloth (name, sign or null) and one of pieces [n..], shape, ring {of, k}, row {of, degrees}, alike "
       "{of, anyCloth}, unit (its name, or its name and number), role, all, bare",
       "paints", edits::paint},
      {"addRole", "name", "adds a role", edits::addRole},
      {"giveRole", "role (name or null), pieces [n..] (or as paint)", "gives pieces a role", edits::giveRole},
      {"putOnRole", "role, cloth (name, sign or null)", "puts a cloth on all pieces of a role",
       edits::putOnRole},
      {"renameRole", "role, name", "names a role anew", edits::renameRole},
      {"dropRole", "role", "drops a role; its pieces keep their cloth", edits::dropRole},
      {"paintByChance",
       "cloths [{cloth, share?, most?}..], pieces [n..] (or as paint), neighboursDiffer? (true), seed?",
       "paints by chance", edits::paintByChance},
      {"keepVariant", "name, note?", "keeps the painting as a variant", edits::keepVariant},
      {"wearVariant", "variant", "puts on a variant", edits::wearVariant},
      {"changeVariant", "variant, name?, note?", "changes a variant's name or note", edits::changeVariant},
      {"dropVariant", "variant", "drops a variant", edits::dropVariant},
      {"setNumbering", "by: rows | outside | rings | units", "numbers the pieces", edits::setNumbering},
      {"addPieces",
       "at [x, y] (mm, on an open edge), shape?, choice? (0: the best closing), copies? {turns, mirror, "
       "centre "
       "[x, y]}, cloth?",
       "adds what fits an open edge", edits::addPieces},
      {"takeAway", "pieces [n..] (or as paint), copies?", "takes pieces away", edits::takeAway},
      {"subdivide",
       "pieces [n..] (or as paint), divisions? (2), parts {triangle, diamond, half, hexagon, jewel} or mixed "
       "[part..] and count; index?, mirroredOnce?, different?",
       "fills pieces with smaller ones", edits::subdividePieces},
      {"fillHoles", "cloth?", "fills closed holes", edits::fillHoles},
      {"closeRing", "at [x, y] (mm, on the open edge of a chain's last piece), cloth?",
       "closes a ring of equal pieces", edits::closeRing},
      {"exchange", "pieces [n..] (one or two and more that join), choice? (0: the fewest), most? (3)",
       "puts other shapes into the same outline", edits::exchangePieces},
      {"joinPieces", "pieces [n..]", "joins pieces into one", edits::joinPieces},
      {"draft",
       "lines [[[x, y], [x, y]]..] (mm), copies?, pieces? (else all they run through); or svg (its text, or "
       "file in a script) and pieces",
       "divides pieces along drawn lines", edits::draft},
      {"cure", "pieces [n..] (or as paint)", "cuts pieces at corners that point inwards", edits::cure},
      {"splitPiece", "piece n, from, to (corners, counted from 1)", "splits a piece", edits::splitPiece},
      {"markUnit", "name, pieces [n..] (or as paint), everywhere? (false)",
       "makes pieces a unit, and all their copies in the layout", edits::markUnit},
      {"placeUnit", "unit, at [x, y] (mm, on an open edge), choice? (0: the longest joined), copies?",
       "places another unit", edits::placeUnit},
      {"replaceUnits", "unit, by", "puts units of one name in the place of all of another",
       edits::replaceUnits},
      {"renameUnit", "unit, name", "names units anew", edits::renameUnit},
      {"dropUnit", "unit", "makes units single pieces again", edits::dropUnit},
      {"addCloth",
       "name, width?, lengths? [mm..], direction?: none | two-way | one-way | stripe, colour? #rrggbb, "
       "hatch?, increment? (mm), "
       "allowance? (mm), print? {picture, dpi, along, across, kind: straight | half-drop | brick, "
       "mirror_axes [{deg, point}], mark [x, y] | null}",
       "adds a cloth", edits::addClothEdit},
      {"addScraps", "name, colour?, hatch?, print?", "adds scraps", edits::addScraps},
      {"changeCloth", "cloth, and any key of addCloth", "changes a cloth", edits::changeCloth},
      {"removeCloth", "cloth", "removes a cloth", edits::removeCloth},
      {"chooseMethod", "cloth, method: strips | rectangles, turnOneWay?", "chooses how to cut",
       edits::chooseMethod},
      {"addMotif",
       "name, cloth, shape, at [x, y] (mm on the picture), turn? (degrees), mirrored?, pieces [n..], note?",
       "adds a motif choice", edits::addMotif},
      {"changeMotif", "motif, and any key of addMotif but the name", "changes a motif choice",
       edits::changeMotif},
      {"removeMotif", "motif", "removes a motif choice", edits::removeMotif},
      {"setAside", "check, reason", "sets a remark aside", edits::setAsideEdit},
      {"takeUpAgain", "check", "takes a remark up again", edits::takeUpAgain},
  };
  return kinds;
}

Result<Project> applyEdit(const Project& project, const nlohmann::json& edit, const EditContext& context) {
  if (!edit.is_object() || !edit.contains("edit") || !edit["edit"].is_string())
    return fail("an edit needs its name in \"edit\"");
  const auto name = edit["edit"].get<std::string>();
  for (const EditKind& kind : editKinds()) {
    if (kind.name != name) continue;
    Project next = project;
    const auto ok = kind.apply(next, edit, context);
    if (!ok) return tl::make_unexpected(ok.error());
    return next;
  }
  return fail("there is no edit called \"" + name.substr(0, 40) + "\"; the command edit --help lists them");
}

}  // namespace clathra
