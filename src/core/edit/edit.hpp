// An edit as one value: every change that window or script can make, a pure step from one project to the
// next.
#pragma once
#include <span>
#include <variant>

#include "edit/edits.hpp"

namespace clathra {

using Edit = std::variant<Rename, SetArrangement, SetEdge, SetCounts, SetSize, SetSides, SetLine,
                          SetWantedSize, SetAllowance, SetSpare, SetUnit, SetPage, Paint, AddRole, GiveRole,
                          PutOnRole, RenameRole, DropRole, PaintByChance, KeepVariant, WearVariant,
                          ChangeVariant, DropVariant, SetNumbering, AddPieces, TakeAway, Subdivide, FillHoles,
                          CloseRing, Exchange, JoinPieces, DraftLines, Cure, SplitPiece, MarkUnit, PlaceUnit,
                          ReplaceUnits, RenameUnit, DropUnit, AddCloth, AddScraps, ChangeCloth, RemoveCloth,
                          ChooseMethod, AddMotif, ChangeMotif, RemoveMotif, SetRemarkAside, TakeUpAgain>;

/// What all kinds are called, in the order of the variant: the registry that help and scripts read.
std::span<const EditInfo> editInfos();
/// The keys of an edit as help lists them; what a registry holds is read there.
std::string keysOf(const EditInfo& info);
const EditInfo& infoOf(const Edit& edit);

/// How long it may take on this project.
Weight weightOf(const Edit& edit, const Project& project);

/// Applies one edit. Errors: what the edit refuses; cancelled.
[[nodiscard]] Result<Project> applied(const Project& project, const Edit& edit, const EditContext& context);

/// The same edit said of another layout: pieces are followed by their keys, those that are gone are left out.
/// Errors: it spoke of pieces, and none of them is there any more.
[[nodiscard]] Result<Edit> followed(const Edit& edit, const Layout& from, const Layout& to);

}  // namespace clathra
