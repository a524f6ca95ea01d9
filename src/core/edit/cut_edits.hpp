// Edits of what is cut: marking pieces to be cut next, and the log of what was cut.
#pragma once
#include "edit/context.hpp"

namespace clathra {

/// Marks what is cut next; plans show how the rest keeps its cloth.
struct SetNow {
  static constexpr EditInfo kInfo{"setNow", "pieces [n..] (or as paint; an empty list: none)",
                                  "marks pieces to be cut now", Weight::Pieces};
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
/// Notes that something was cut. Which pieces the patches are for is found here: those marked to be cut now
/// first, then in the order of their numbers; of a batch the marked ones alone. What is more than there are
/// pieces is spare.
struct TakeCut {
  static constexpr EditInfo kInfo{
      "takeCut",
      "cloth, length? (from 0; none: scraps), from?, to? (mm: what went right across), patches [{shape, "
      "hand?, "
      "motif?, standing? (degrees), outlines [[[x, y]..]..] (mm on that length) or count}..], batch? (false: "
      "for others than the marked "
      "pieces too)",
      "notes what was cut", Weight::Pieces};
  ClothId cloth = kNoCloth;
  ClothCut cut;        ///< without number, day, papers and pieces
  bool batch = false;  ///< for the marked pieces alone
  Status apply(Project&, const EditContext&) const;
};
struct GiveBackCut {
  static constexpr EditInfo kInfo{"giveBackCut", "cloth, cut (its number)", "gives back what was cut"};
  ClothId cloth = kNoCloth;
  int cut = 0;
  Status apply(Project&, const EditContext&) const;
};

}  // namespace clathra
