// One reader for each edit: its keys, and no others.
#pragma once
#include "edit/edit.hpp"
#include "script/edit_fields.hpp"

namespace clathra::script {

// The second argument only names the edit. Faults stay in `in`.
Rename read(EditFields& in, Rename*);
SetArrangement read(EditFields& in, SetArrangement*);
SetEdge read(EditFields& in, SetEdge*);
SetProportion read(EditFields& in, SetProportion*);
SetCounts read(EditFields& in, SetCounts*);
SetSize read(EditFields& in, SetSize*);
SetSides read(EditFields& in, SetSides*);
SetLine read(EditFields& in, SetLine*);
SetWantedSize read(EditFields& in, SetWantedSize*);
SetAllowance read(EditFields& in, SetAllowance*);
SetSpare read(EditFields& in, SetSpare*);
SetMaking read(EditFields& in, SetMaking*);
SetUnit read(EditFields& in, SetUnit*);
SetPage read(EditFields& in, SetPage*);
SetMarks read(EditFields& in, SetMarks*);
SetPapers read(EditFields& in, SetPapers*);
SetReadings read(EditFields& in, SetReadings*);
Paint read(EditFields& in, Paint*);
AddRole read(EditFields& in, AddRole*);
GiveRole read(EditFields& in, GiveRole*);
PutOnRole read(EditFields& in, PutOnRole*);
RenameRole read(EditFields& in, RenameRole*);
DropRole read(EditFields& in, DropRole*);
PaintByChance read(EditFields& in, PaintByChance*);
KeepVariant read(EditFields& in, KeepVariant*);
WearVariant read(EditFields& in, WearVariant*);
ChangeVariant read(EditFields& in, ChangeVariant*);
DropVariant read(EditFields& in, DropVariant*);
SetNumbering read(EditFields& in, SetNumbering*);
BeginWith read(EditFields& in, BeginWith*);
MakeShape read(EditFields& in, MakeShape*);
DropShape read(EditFields& in, DropShape*);
AddPieces read(EditFields& in, AddPieces*);
TakeAway read(EditFields& in, TakeAway*);
Subdivide read(EditFields& in, Subdivide*);
FillHoles read(EditFields& in, FillHoles*);
CloseRing read(EditFields& in, CloseRing*);
Exchange read(EditFields& in, Exchange*);
JoinPieces read(EditFields& in, JoinPieces*);
DraftLines read(EditFields& in, DraftLines*);
Cure read(EditFields& in, Cure*);
SplitPiece read(EditFields& in, SplitPiece*);
MarkUnit read(EditFields& in, MarkUnit*);
PlaceUnit read(EditFields& in, PlaceUnit*);
SetOutUnits read(EditFields& in, SetOutUnits*);
ReplaceUnits read(EditFields& in, ReplaceUnits*);
RenameUnit read(EditFields& in, RenameUnit*);
DropUnit read(EditFields& in, DropUnit*);
AddCloth read(EditFields& in, AddCloth*);
AddScraps read(EditFields& in, AddScraps*);
ChangeCloth read(EditFields& in, ChangeCloth*);
JoinNearCloths read(EditFields& in, JoinNearCloths*);
JoinStrips read(EditFields& in, JoinStrips*);
RemoveCloth read(EditFields& in, RemoveCloth*);
ChooseMethod read(EditFields& in, ChooseMethod*);
SetNow read(EditFields& in, SetNow*);
TakeCut read(EditFields& in, TakeCut*);
GiveBackCut read(EditFields& in, GiveBackCut*);
AddMotif read(EditFields& in, AddMotif*);
ChangeMotif read(EditFields& in, ChangeMotif*);
GiveMotif read(EditFields& in, GiveMotif*);
RemoveMotif read(EditFields& in, RemoveMotif*);
SetRemarkAside read(EditFields& in, SetRemarkAside*);
TakeUpAgain read(EditFields& in, TakeUpAgain*);

}  // namespace clathra::script
