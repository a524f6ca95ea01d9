// Decoding pictures from outside, within bounds.
#pragma once
#include <QImage>
#include <string>

#include "model/picture.hpp"

namespace clathra {

/// Reads a picture file of any format Qt knows and gives it as PNG. Errors: one sentence with the file's
/// name.
[[nodiscard]] Result<Picture> loadPicture(const std::string& path);
/// A picture of a project as an image; null if it is damaged.
QImage decode(const Picture& picture);
[[nodiscard]] Result<Picture> pictureFromImage(const QImage& image);

}  // namespace clathra
