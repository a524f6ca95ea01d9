// Papers to have: what the layout takes, what is owned, what owned wholes give, what is bought or made.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "paper/at_once.hpp"
#include "progress.hpp"

namespace clathra {

/// A sum in the order in which a quilter goes: needed, at once, owned, from wholes, the rest.
struct KindSupply {
  std::uint16_t shape = 0;
  int hand = 0;
  int needed = 0;  ///< pieces that want one
  int atOnce = 0;  ///< in use at once
  int wear = 0;    ///< ⌈needed ÷ life⌉; needed where papers stay in
  int losses = 0;  ///< that much more
  int toHave = 0;  ///< the larger of atOnce and wear, and losses; no more than needed and losses
  int owned = 0;   ///< all that are at hand
  int fromWholes = 0;
  int toMake = 0;
  std::optional<int> packs;  ///< that hold toMake, where a pack is known
  double packPrice = 0;
};

/// Owned papers that are cut into smaller ones.
struct WholesCut {
  std::size_t row = 0;  ///< in the box
  int wholes = 0, parts = 0;
  std::uint16_t shape = 0;  ///< of the parts
  int hand = 0;
};

struct PaperSupply {
  SewingOrder order = SewingOrder::Rings;
  AtOnce atOnce;
  PaperMaterial material;
  std::vector<KindSupply> kinds;  ///< as the tally lists them
  std::vector<WholesCut> wholes;
  int needed() const;
  int owned() const;
  int toMake() const;
};

/// Outline of a box's row, mm; empty where its shape is not known.
Polygon outlineOf(const Layout& layout, const OwnedPapers& row);

/// Errors: cancelled.
[[nodiscard]] Result<PaperSupply> paperSupply(const PaperInput& in, const PaperMaterial& material,
                                              const Progress& progress = {});

}  // namespace clathra
