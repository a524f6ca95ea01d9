// How large the picture of a print may be: pixels to the inch of cloth.
#pragma once
#include "message.hpp"

namespace clathra {

/// Less is no picture of cloth, and more is finer than a thread.
inline constexpr double kLeastPrintDpi = 5, kMostPrintDpi = 5'000;
inline bool printScaleCanBe(double dpi) {
  return dpi >= kLeastPrintDpi && dpi <= kMostPrintDpi;
}
/// Empty where it can be.
inline Message scaleFault(double dpi) {
  if (printScaleCanBe(dpi)) return {};
  return Message("picture-dpi", numberArg(dpi, 2), numberArg(kLeastPrintDpi, 0), numberArg(kMostPrintDpi, 0));
}

}  // namespace clathra
