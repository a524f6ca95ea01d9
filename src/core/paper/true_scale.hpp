// Are sheets printed true to size? What the rules read, what that does to the longest border, and the
// correction.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "model/page.hpp"

namespace clathra {

/// One printer, as it was measured.
struct PrinterProfile {
  std::string name;
  double margin = kPageMargin;          ///< mm it keeps free
  double across = 1, down = 1;          ///< sheets are drawn so much larger, so that they come out true
  std::string checked;                  ///< the day of the last measuring, or nothing
  double readAcross = 1, readDown = 1;  ///< what it printed then, over what was meant
  friend bool operator==(const PrinterProfile&, const PrinterProfile&) = default;
};
inline constexpr std::size_t kMostPrinters = 50;
/// A ruler is read to this, mm.
inline constexpr double kRuleReadTo = 0.25;
/// Printers are off by less than this; what reads more was another rule.
inline constexpr double kMostScaleOff = 0.15;

/// mm that the longest border may be off without a word.
inline constexpr double kBorderOff = 1;

/// The longest rules that a page holds between its margins: whole centimetres and whole inches, mm.
struct Rules {
  double across = 0, down = 0, inchesAcross = 0, inchesDown = 0;
};
Rules rulesOf(const Page& page);

struct ScaleAnswer {
  double across = 1, down = 1;          ///< printed over meant
  double acrossSure = 0, downSure = 0;  ///< give or take, as a share
  double border = 0;                    ///< mm, the longest of the quilt
  double borderOff = 0;                 ///< mm that it comes out too long, the worse way of the two
  double borderSure = 0;                ///< give or take, mm
};

/// Errors: a reading that is none of these rules.
[[nodiscard]] Result<ScaleAnswer> printedScale(const Rules& rules, double readAcross, double readDown,
                                               double border);
/// The profile with the next print put right; what it drew already counts.
PrinterProfile corrected(PrinterProfile profile, const ScaleAnswer& answer, std::string today);

}  // namespace clathra
