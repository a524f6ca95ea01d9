// What edits have in common: their names and weights, and what they need beside the project.
#pragma once
#include <cstdint>
#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "layout/arrangement.hpp"
#include "layout/derived.hpp"
#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

/// How long an edit may take.
enum class Weight {
  Light,   ///< as good as nothing, whatever the layout
  Pieces,  ///< the longer the more pieces there are
  Layout   ///< may make a layout of any size, read a picture or search
};

/// What scripts and help call an edit. `keys`: what it takes; `does` begins the undo text.
struct EditInfo {
  std::string_view name, keys, does;
  Weight weight = Weight::Light;
};

struct EditContext {
  const ArrangementLibrary& library;
  /// Reads a picture file and gives it as PNG. Errors: one sentence.
  std::function<Result<Picture>(const std::string& path)> loadPicture;
  std::string today;    ///< ISO day, for motif choices and set-aside remarks
  Derived known{};      ///< of the project's layout, where it is at hand; else edits work out what they need
  Progress progress{};  ///< polled by what takes long
};

/// Indices of pieces, rising.
using Pieces = std::vector<std::uint32_t>;

}  // namespace clathra
