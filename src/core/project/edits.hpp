// Edits by subject; the registry in edit.cpp names each of them once.
#pragma once
#include "project/edit.hpp"

namespace clathra::edits {

using Args = nlohmann::json;

Status rename(Project&, const Args&, const EditContext&);
Status setArrangement(Project&, const Args&, const EditContext&);
Status setEdge(Project&, const Args&, const EditContext&);
Status setCounts(Project&, const Args&, const EditContext&);
Status setSize(Project&, const Args&, const EditContext&);
Status setLine(Project&, const Args&, const EditContext&);
Status setSides(Project&, const Args&, const EditContext&);
Status setWantedSize(Project&, const Args&, const EditContext&);
Status setAllowance(Project&, const Args&, const EditContext&);
Status setSpare(Project&, const Args&, const EditContext&);
Status setUnit(Project&, const Args&, const EditContext&);
Status setPage(Project&, const Args&, const EditContext&);
Status setNumbering(Project&, const Args&, const EditContext&);
Status paint(Project&, const Args&, const EditContext&);
Status paintByChance(Project&, const Args&, const EditContext&);
Status keepVariant(Project&, const Args&, const EditContext&);
Status wearVariant(Project&, const Args&, const EditContext&);
Status changeVariant(Project&, const Args&, const EditContext&);
Status dropVariant(Project&, const Args&, const EditContext&);
Status addPieces(Project&, const Args&, const EditContext&);
Status takeAway(Project&, const Args&, const EditContext&);
Status subdividePieces(Project&, const Args&, const EditContext&);
Status fillHoles(Project&, const Args&, const EditContext&);
Status joinPieces(Project&, const Args&, const EditContext&);
Status markUnit(Project&, const Args&, const EditContext&);
Status renameUnit(Project&, const Args&, const EditContext&);
Status dropUnit(Project&, const Args&, const EditContext&);
Status placeUnit(Project&, const Args&, const EditContext&);
Status replaceUnits(Project&, const Args&, const EditContext&);
Status closeRing(Project&, const Args&, const EditContext&);
Status exchangePieces(Project&, const Args&, const EditContext&);
Status addRole(Project&, const Args&, const EditContext&);
Status giveRole(Project&, const Args&, const EditContext&);
Status putOnRole(Project&, const Args&, const EditContext&);
Status renameRole(Project&, const Args&, const EditContext&);
Status dropRole(Project&, const Args&, const EditContext&);
Status draft(Project&, const Args&, const EditContext&);
Status cure(Project&, const Args&, const EditContext&);
Status splitPiece(Project&, const Args&, const EditContext&);
Status addClothEdit(Project&, const Args&, const EditContext&);
Status addScraps(Project&, const Args&, const EditContext&);
Status changeCloth(Project&, const Args&, const EditContext&);
Status removeCloth(Project&, const Args&, const EditContext&);
Status chooseMethod(Project&, const Args&, const EditContext&);
Status addMotif(Project&, const Args&, const EditContext&);
Status changeMotif(Project&, const Args&, const EditContext&);
Status removeMotif(Project&, const Args&, const EditContext&);
Status setAsideEdit(Project&, const Args&, const EditContext&);
Status takeUpAgain(Project&, const Args&, const EditContext&);

/// The cloth named by "cloth". Errors: none named, not there.
Result<Cloth*> clothNamed(Project& project, const Args& args);

}  // namespace clathra::edits
