// All kinds of edits, in the order help lists them: what the registry and the readers of scripts go through.
#pragma once
#include "edit/cut_edits.hpp"
#include "edit/edits.hpp"

namespace clathra {

template <class... Kinds>
struct KindList {
  /// What `of` makes of each kind, called with a null pointer that names it.
  static constexpr auto each(auto of) { return std::array{of(static_cast<Kinds*>(nullptr))...}; }
};

using EditKinds =
    KindList<Rename, SetArrangement, SetEdge, SetProportion, SetCounts, SetSize, SetSides, SetLine,
             SetWantedSize, SetAllowance, SetSpare, SetMaking, SetUnit, SetPage, SetMarks, SetPapers,
             SetReadings, Paint, AddRole, GiveRole, PutOnRole, RenameRole, DropRole, PaintByChance,
             KeepVariant, WearVariant, ChangeVariant, DropVariant, SetNumbering, BeginWith, MakeShape,
             DropShape, AddPieces, TakeAway, Subdivide, FillHoles, CloseRing, Exchange, JoinPieces,
             DraftLines, Cure, SplitPiece, MarkUnit, PlaceUnit, SetOutUnits, ReplaceUnits, RenameUnit,
             DropUnit, AddCloth, AddScraps, ChangeCloth, JoinNearCloths, JoinStrips, RemoveCloth,
             ChooseMethod, SetNow, TakeCut, GiveBackCut, AddMotif, ChangeMotif, GiveMotif, RemoveMotif,
             SetRemarkAside, TakeUpAgain>;

}  // namespace clathra
