#include <optional>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

constexpr double kInch = 25.4, kYard = 914.4, kCentimetre = 10, kMetre = 1000;  // mm
/// Narrower or wider cloth is seldom sold by the length: a strip was meant, or another unit.
constexpr double kNarrow = 200, kWide = 2450;  // mm
/// What mills weave: 90 to 300 cm; measured in inches, what is sold for patchwork.
constexpr double kLeastWoven = 900, kMostWoven = 3000;       // mm
constexpr double kLeastInInches = 36, kMostInInches = 60.0;  // in

struct Unit {
  TypedIn typed;
  double mm;
  const char* asked;  ///< id of "were … meant"
};
/// In the order in which they are thought of: the common mistakes first.
constexpr Unit kUnits[] = {{TypedIn::Centimetre, kCentimetre, "width-unit-centimetres"},
                           {TypedIn::Metre, kMetre, "width-unit-metres"},
                           {TypedIn::Inch, kInch, "width-unit-inches"}};

/// mm of what a length was typed in; a number of a script is in mm.
double typedUnit(Length l) {
  switch (l.typedIn()) {
    case TypedIn::Inch:
      return kInch;
    case TypedIn::Yard:
      return kYard;
    case TypedIn::Centimetre:
      return kCentimetre;
    case TypedIn::Metre:
      return kMetre;
    default:
      return 1;
  }
}

bool isUsual(double number, const Unit& unit) {
  if (unit.typed == TypedIn::Inch) return number >= kLeastInInches && number <= kMostInInches;
  return number * unit.mm >= kLeastWoven && number * unit.mm <= kMostWoven;
}

}  // namespace

std::vector<Remark> widthUnit(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const Cloth& c : in.project->cloths) {
    if (!c.width || c.scraps || c.collection || c.soldPiece || !c.joined.empty()) continue;
    const double width = c.width->mm();
    if (width >= kNarrow && width <= kWide) continue;
    const double typed = typedUnit(*c.width), number = width / typed;
    const bool inches = typed == kInch || typed == kYard;  // a strip of 2 1/2 in is none of 2 1/2 m
    for (const Unit& unit : kUnits) {
      if (unit.mm == typed || !isUsual(number, unit) || (inches && unit.typed == TypedIn::Metre)) continue;
      const Length meant = Length::millimetres(number * unit.mm).typed(unit.typed);
      Remark r{"width-unit:" + subject(c.id), "cloth", piecesWearing(in, c.id), {}, {}, {}, {}};
      r.why = Message(width < kNarrow ? "width-unit-narrow" : "width-unit-wide", clothArg(c), sizeArg(width));
      r.fix = Message(unit.asked, numberArg(number, 3), sizeArg(meant.mm()));
      r.fixLabel = Message("use-width", sizeArg(meant.mm()));
      r.mend = UseWidth{c.id, meant};
      out.push_back(std::move(r));
      break;
    }
  }
  return out;
}

}  // namespace clathra::checks_
