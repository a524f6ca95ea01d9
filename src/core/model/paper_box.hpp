// Papers that are at hand, and what papers are made of.
#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace clathra {

/// One row of the box of papers: a pack that was bought, leftovers, papers cut before.
struct OwnedPapers {
  std::string shape;  ///< a family's id, or the name of a shape of one's own
  int hand = 0;       ///< 0 of a chiral shape: unmarked, they serve as either hand
  double edge = 0;    ///< mm, the side that names its size
  int count = 0;
  std::string material;
  int pack = 0;      ///< papers in a pack that can be bought; 0 where there is none
  double price = 0;  ///< of a pack
  friend bool operator==(const OwnedPapers&, const OwnedPapers&) = default;
};
using PaperBox = std::vector<OwnedPapers>;
inline constexpr std::size_t kMostBoxRows = 5'000;
inline constexpr int kMostOwned = 1'000'000;

/// What papers are made of. The figures are usual ones to begin with; makers' own go before them.
struct PaperMaterial {
  std::string id;
  int life = 1;           ///< times that one paper is used; 0: it stays in
  double lost = 0;        ///< percent that are lost or spoilt
  double price = 0;       ///< of one sheet, or of as much as a sheet
  double minutesCut = 0;  ///< to cut one
  double minutesOut = 0;  ///< to take one out
  bool quilted = false;   ///< must be quilted through so that it stays in place
  bool washable = false;
  bool dulls = false;  ///< the needle
  bool staysIn() const { return life == 0; }
  friend bool operator==(const PaperMaterial&, const PaperMaterial&) = default;
};
/// card, leave-in, iron-on, pack, plastic
const std::vector<PaperMaterial>& usualMaterials();

/// How this project's papers are made.
struct PaperWishes {
  std::string material = "card";
  std::vector<PaperMaterial> materials = usualMaterials();
  int ahead = 0;  ///< papers covered ahead of the needle
  const PaperMaterial& chosen() const;
  friend bool operator==(const PaperWishes&, const PaperWishes&) = default;
};
inline constexpr int kMostAhead = 500;
inline constexpr int kMostLives = 100;
inline constexpr std::size_t kMostMaterials = 30;

}  // namespace clathra
