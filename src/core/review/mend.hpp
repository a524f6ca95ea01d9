// What one step would mend a remark, said without the edits, which look at remarks and not the other way
// round.
#pragma once
#include <string>
#include <variant>

#include "model/project.hpp"

namespace clathra {

struct SliceLater {};
struct AllowMore {
  double allowance = 0;                   ///< mm
  std::optional<ClothId> cloth;           ///< of this one alone
  std::optional<std::string> shape = {};  ///< of this one alone, by its name
};
struct UsePage {
  std::string page;
};
struct MoveWindow {
  int motif = 0;
  Point at;
};
struct SplitAtCorner {
  std::uint32_t piece = 0;
  int from = 0, to = 0;  ///< corners, from 0
};
struct KeepUpright {
  ClothId cloth = kNoCloth;
};
struct UseMargin {
  double margin = 0;  ///< mm
};
struct UseWidth {
  ClothId cloth = kNoCloth;
  Length width;  ///< usable, between the selvedges
};
struct MarkPapers {
  PaperMarks marks;
};

/// Nothing, or one of them.
using Mend = std::variant<std::monostate, SliceLater, AllowMore, UsePage, MoveWindow, SplitAtCorner,
                          KeepUpright, UseMargin, UseWidth, MarkPapers>;

}  // namespace clathra
