// A repeat as it was found on a picture, made ready for a print.
#pragma once
#include "edit/edits.hpp"
#include "image/repeat_finder.hpp"

namespace clathra {

/// Less sure answers are shown and not taken by themselves.
inline constexpr double kSureRepeat = 0.8;

/// Steps, mirror lines and half turn in mm; "not known" where none was found. Steps are made to agree exactly
/// with the mirror lines, and two lines to cross at right angles, so that images of images stay images: what
/// is changed by it is what was measured wrong.
PrintFields printFieldsOf(const FoundRepeat& found, double dpi);

}  // namespace clathra
