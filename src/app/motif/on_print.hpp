// A motif choice with the print it is cut from.
#pragma once
#include <algorithm>
#include <optional>

#include "model/project.hpp"

namespace clathra {

struct OnPrint {
  const MotifChoice& motif;
  const Print& print;
  const Picture& picture;
};
/// Nothing where the choice, its print or the print's picture is gone.
inline std::optional<OnPrint> onPrint(const Project& p, int motif) {
  const auto at =
      std::find_if(p.motifs.begin(), p.motifs.end(), [&](const MotifChoice& m) { return m.id == motif; });
  if (at == p.motifs.end()) return std::nullopt;
  const Cloth* cloth = clothById(p, at->cloth);
  if (!cloth || !cloth->print) return std::nullopt;
  const auto picture = p.pictures.find(cloth->print->picture);
  if (picture == p.pictures.end()) return std::nullopt;
  return OnPrint{*at, *cloth->print, picture->second};
}

}  // namespace clathra
