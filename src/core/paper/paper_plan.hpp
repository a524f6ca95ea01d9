// Papers to have and the sheets for the rest, worked out together.
#pragma once
#include "paper/sheets.hpp"
#include "paper/supply.hpp"

namespace clathra {

struct PaperPlan {
  PaperSupply supply;
  SheetPlan sheets;  ///< of what is to be made and comes in no pack
};

/// Errors: as paperSupply and planSheets.
[[nodiscard]] Result<PaperPlan> planPapers(const PaperInput& in, SheetOptions options,
                                           const Progress& progress = {});

/// The sheets alone, of what a supply leaves to be made. Errors: as planSheets.
[[nodiscard]] Result<SheetPlan> sheetsFor(const PaperSupply& supply, const Layout& layout,
                                          SheetOptions options, const Progress& progress = {});

/// What one material comes to: "card or leave-in?".
struct MaterialRow {
  PaperMaterial material;
  int papers = 0, sheets = 0, packs = 0;
  double money = 0;    ///< sheets and packs
  double minutes = 0;  ///< to cut what is made, and to take out all that come out
};
[[nodiscard]] Result<std::vector<MaterialRow>> compareMaterials(const PaperInput& in,
                                                                const SheetOptions& options,
                                                                const Progress& progress = {});

/// Papers in use at once with 0, 1, … `most` covered ahead.
std::vector<int> atOnceCurve(const PaperInput& in, int most);

}  // namespace clathra
