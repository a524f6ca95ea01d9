#include "paper/paper_plan.hpp"

namespace clathra {

namespace {

SheetOptions optionsFor(const PaperSupply& supply, SheetOptions options) {
  if (options.block) return options;  // it is printed whole
  options.counts.emplace();
  for (const KindSupply& k : supply.kinds)
    if (!k.packs) options.counts->emplace(PaperKind(k.shape, k.hand), k.toMake);
  options.usedAgain = supply.material.life > 1;
  return options;
}

}  // namespace

Result<SheetPlan> sheetsFor(const PaperSupply& supply, const Layout& layout, SheetOptions options,
                            const Progress& progress) {
  return planSheets(layout, optionsFor(supply, std::move(options)), progress);
}

Result<PaperPlan> planPapers(const PaperInput& in, SheetOptions options, const Progress& progress) {
  auto supply = paperSupply(in, in.papers.chosen(), progress);
  if (!supply) return tl::make_unexpected(supply.error());
  auto sheets = planSheets(*in.geometry->layout, optionsFor(*supply, std::move(options)), progress);
  if (!sheets) return tl::make_unexpected(sheets.error());
  return PaperPlan{std::move(*supply), std::move(*sheets)};
}

Result<std::vector<MaterialRow>> compareMaterials(const PaperInput& in, const SheetOptions& options,
                                                  const Progress& progress) {
  std::vector<MaterialRow> out;
  double compared = 0;
  for (const PaperMaterial& material : in.papers.materials) {
    const double all = static_cast<double>(in.papers.materials.size());
    const Progress part = progress.part(compared / all, (compared + 1) / all);
    ++compared;
    const auto supply = paperSupply(in, material, part);
    if (!supply) return tl::make_unexpected(supply.error());
    const auto sheets = planSheets(*in.geometry->layout, optionsFor(*supply, options), part);
    if (!sheets) return tl::make_unexpected(sheets.error());
    MaterialRow row{material, supply->toMake(), static_cast<int>(sheets->sheets.size()), 0, 0, 0};
    row.money = row.sheets * material.price;
    for (const KindSupply& k : supply->kinds) {
      row.packs += k.packs.value_or(0);
      row.money += k.packs.value_or(0) * k.packPrice;
    }
    row.minutes = sheets->papers * material.minutesCut +
                  (material.staysIn() ? 0 : supply->needed() * material.minutesOut);
    out.push_back(std::move(row));
  }
  return out;
}

std::vector<int> atOnceCurve(const PaperInput& in, int most) {
  const auto order = piecesInOrder(in, plannedOrder(in));
  std::vector<int> out;
  for (int ahead = 0; ahead <= most; ++ahead) out.push_back(papersAtOnce(*in.geometry, order, ahead).total);
  return out;
}

}  // namespace clathra
