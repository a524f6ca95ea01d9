#include "model/sold_pieces.hpp"

namespace clathra {

std::vector<SoldPiece> usualSoldPieces(LengthUnit unit) {
  if (unit == LengthUnit::Inch) {
    const auto inches = [](double n) { return Length::sixtyFourths(static_cast<std::int64_t>(n * 64)); };
    return {{"fat quarter", inches(22), inches(18)},
            {"2 1/2 in square", inches(2.5), inches(2.5), true},
            {"5 in square", inches(5), inches(5), true},
            {"10 in square", inches(10), inches(10), true},
            {"2 1/2 in strip", inches(42), inches(2.5), true}};
  }
  const auto mm = [](double n) { return Length::millimetres(n); };
  return {{"fat quarter", mm(550), mm(500)},
          {"65 mm square", mm(65), mm(65), true},
          {"13 cm square", mm(130), mm(130), true},
          {"25 cm square", mm(250), mm(250), true},
          {"65 mm strip", mm(1'100), mm(65), true}};
}

}  // namespace clathra
