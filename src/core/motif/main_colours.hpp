// The colours that a picture is mainly of.
#pragma once
#include <vector>

#include "model/cloth.hpp"

namespace clathra {

/// The most frequent first; shades that look alike are one.
std::vector<Rgb> mainColours(const std::vector<Rgb>& pixels, std::size_t most);

}  // namespace clathra
