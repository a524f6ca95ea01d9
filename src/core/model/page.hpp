// Pages that papers are printed on.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "result.hpp"

namespace clathra {

struct Page {
  std::string id;                    ///< a4, a3, letter, legal or WxH
  std::string title;                 ///< A4
  double width = 210, height = 297;  ///< mm, upright
  double margin = 10;                ///< mm on every side that papers keep free
  friend bool operator==(const Page&, const Page&) = default;
};

inline constexpr double kPageMargin = 10;                    ///< mm, where nothing else was said
inline constexpr double kLeastMargin = 3, kMostMargin = 60;  ///< mm

const std::vector<Page>& standardPages();  ///< small to large
/// A standard page, or `300x420` in mm. Errors: unknown, or no page from 50 mm to 2 m a side; margins that
/// are none, or leave less than 20 mm.
[[nodiscard]] Result<Page> pageOf(std::string_view id, double margin = kPageMargin);

enum class MarkedSide { Back, Front };

}  // namespace clathra
