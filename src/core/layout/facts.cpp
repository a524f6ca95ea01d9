#include "layout/facts.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "layout/seams.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

constexpr double kSample = 500;  // pieces, about
constexpr int kSampleRings = 12;

/// Pieces of one cell, where some parts fill only every second or third one.
double partsOfCell(const Arrangement& arr) {
  double n = 0;
  for (const CellPart& part : arr.cell)
    n += (part.onCol < 0 ? 1.0 : 1.0 / arr.period) * (part.onRow < 0 ? 1.0 : 1.0 / arr.period);
  return n;
}

Recipe sampleOf(const Arrangement& arr) {
  Recipe recipe;
  recipe.arrangement = arr.id;
  recipe.edge = Length::millimetres(10);
  recipe.rings = std::min(kSampleRings, arr.mostRings());
  if (arr.kind == ArrangementKind::Field) {
    const double cells = kSample / partsOfCell(arr), shape = length(arr.b) / length(arr.a);
    recipe.across = std::max(2, static_cast<int>(std::lround(std::sqrt(cells * shape))));
    recipe.down = std::max(2, static_cast<int>(std::lround(std::sqrt(cells / shape))));
  }
  return recipe;
}

}  // namespace

Result<ArrangementFacts> factsOf(const Arrangement& arr) {
  if (arr.kind == ArrangementKind::Own) return fail("layout-made-by-hand");
  const Recipe recipe = sampleOf(arr);
  const auto layout = buildLayout(arr, recipe);
  if (!layout) return tl::make_unexpected(layout.error());
  ArrangementFacts out;
  std::set<std::pair<std::uint16_t, int>> kinds;
  double all = 0;
  for (std::size_t i = 0; i < layout->size(); ++i) {
    kinds.insert({layout->pieces[i].shape, layout->pieces[i].hand});
    all += area(layout->outline(i));
  }
  std::set<ArrangementFacts::Paper> papers;
  for (const Shape& s : layout->shapes) papers.insert({s.family, s.title});
  out.papers.assign(papers.begin(), papers.end());
  out.kinds = static_cast<int>(kinds.size());
  const double edge = recipe.edge.mm();
  out.density = arr.kind == ArrangementKind::Field ? partsOfCell(arr) / std::abs(cross(arr.a, arr.b))
                                                   : static_cast<double>(layout->size()) * edge * edge / all;
  const SeamGraph graph = buildSeams(*layout);
  out.samplePieces = static_cast<int>(layout->size());
  out.sampleSeams = static_cast<int>(graph.seams.size());
  out.sampleRuns = runBound(graph).leastRuns;
  return out;
}

std::vector<std::string> missingShapes(const ArrangementFacts& facts, const std::vector<std::string>& owned) {
  std::vector<std::string> out;
  for (const auto& paper : facts.papers)
    if (std::find(owned.begin(), owned.end(), paper.shape) == owned.end()) out.push_back(paper.title);
  return out;
}

}  // namespace clathra
