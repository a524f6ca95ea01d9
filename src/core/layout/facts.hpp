// What an arrangement asks for, before it is chosen: its papers, how many pieces, how it is sewn.
#pragma once
#include <string>
#include <vector>

#include "layout/arrangement.hpp"

namespace clathra {

struct ArrangementFacts {
  struct Paper {
    std::string shape, title;  ///< "kite", "kite"
    friend auto operator<=>(const Paper&,
                            const Paper&) = default;  // NOLINT(modernize-use-nullptr): a slip of the check
  };
  std::vector<Paper> papers;  ///< each shape once, by name; the sizes of one shape are one entry
  int kinds = 0;              ///< kinds of paper: sizes and hands apart
  /// Pieces in 1 mm² with an edge of 1 mm; divide by the edge squared. Fields: of the cell, exactly; others:
  /// of the sample.
  double density = 0;
  // Of a sample laid out with its outline: a patch of some hundred pieces, or the rosette's rings.
  int samplePieces = 0, sampleSeams = 0, sampleRuns = 0;
};

/// Errors: as buildLayout. An arrangement without pieces of its own (one made by hand) has no facts.
[[nodiscard]] Result<ArrangementFacts> factsOf(const Arrangement& arrangement);

/// Which of an arrangement's shapes are not among the owned ones.
std::vector<std::string> missingShapes(const ArrangementFacts& facts, const std::vector<std::string>& owned);

}  // namespace clathra
