#include "model/cloth.hpp"

namespace clathra {

std::string signOf(int index) {
  static constexpr std::string_view letters = "ABCDEFGHJKLMNPQRSTUVWXYZ";
  const int n = static_cast<int>(letters.size());
  std::string sign;
  for (int i = index; i >= 0; i = i / n - 1)
    sign.insert(sign.begin(), letters[static_cast<std::size_t>(i % n)]);
  return sign;
}

std::string clothTitle(const Cloth& cloth) {
  return cloth.name.empty() ? "cloth " + cloth.sign : cloth.name;
}

Arg clothArg(const Cloth& cloth) {
  if (!cloth.name.empty()) return cloth.name;
  return {Arg::Kind::Cloth, 0, 0, cloth.sign};
}

std::string directionName(Direction d) {
  switch (d) {
    case Direction::TwoWay:
      return "two-way";
    case Direction::OneWay:
      return "one-way";
    case Direction::Stripe:
      return "stripe";
    case Direction::None:
      break;
  }
  return "none";
}

std::string standName(Stand s) {
  return s == Stand::Piece ? "piece" : s == Stand::Shape ? "shape" : "any";
}

Stand standOf(const Cloth& cloth) {
  if (cloth.turnOneWay) return Stand::Any;
  return cloth.stand.value_or(cloth.direction == Direction::None ? Stand::Any : Stand::Piece);
}

std::optional<Point> markOn(const Cloth& cloth, const OnHand& length) {
  if (length.mark) return *length.mark;
  return cloth.print ? cloth.print->mark : std::nullopt;
}

double widthOf(const Cloth& cloth, const OnHand& length) {
  if (!length.outline.empty()) return bounds(length.outline).right;
  return length.width ? length.width->mm() : cloth.width.value_or(Length{}).mm();
}

bool isSquaredUp(const Cloth& cloth, std::size_t length) {
  const bool soldCut = cloth.soldPiece && cloth.soldPiece->straight;
  if (length >= cloth.lengths.size()) return !soldCut;
  const OnHand& own = cloth.lengths[length];
  if (own.straight || !own.outline.empty()) return false;
  // A piece of that size on the shelf was bought as one.
  constexpr double kSameSize = 0.1;  // mm
  return !soldCut || std::abs(widthOf(cloth, own) - cloth.soldPiece->width.mm()) > kSameSize ||
         std::abs(own.mm() - cloth.soldPiece->length.mm()) > kSameSize;
}

std::string repeatName(RepeatKind k) {
  switch (k) {
    case RepeatKind::HalfDrop:
      return "half-drop";
    case RepeatKind::Brick:
      return "brick";
    case RepeatKind::Straight:
      break;
  }
  return "straight";
}

std::string frayName(Fray f) {
  switch (f) {
    case Fray::Little:
      return "little";
    case Fray::Usual:
      return "usual";
    case Fray::Much:
      return "much";
  }
  return {};
}

std::string hatchName(Hatch h) {
  static constexpr const char* names[kHatches] = {"plain",   "rising", "falling", "level", "upright",
                                                  "crossed", "dots",   "plus",    "waves", "bricks"};
  return names[static_cast<int>(h)];
}

bool repeatKnown(const Print& print) {
  return print.steps || (print.along.nm() > 0 && print.across.nm() > 0);
}

bool repeatsBothWays(const Print& print) {
  return repeatKnown(print) && !(print.steps && !print.steps->b);
}

Lattice latticeOf(const Print& print) {
  constexpr double kBeyond = 1e7;  // mm
  if (print.steps) {
    const Point a = print.steps->a;
    return {a, print.steps->b.value_or((kBeyond / length(a)) * Point{-a.y, a.x})};
  }
  if (!repeatKnown(print)) return {{kBeyond, 0}, {0, kBeyond}};
  const double x = print.across.mm(), y = print.along.mm();
  switch (print.kind) {
    case RepeatKind::HalfDrop:
      return {{x, y / 2}, {0, y}};
    case RepeatKind::Brick:
      return {{x, 0}, {x / 2, y}};
    case RepeatKind::Straight:
      break;
  }
  return {{x, 0}, {0, y}};
}

}  // namespace clathra
