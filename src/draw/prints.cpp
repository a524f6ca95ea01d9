#include "draw/prints.hpp"

#include <QPainter>
#include <algorithm>
#include <cmath>
#include <tuple>

#include "draw/print_ornaments.hpp"
#include "motif/meeting.hpp"

namespace clathra {

namespace {

using namespace ornaments;

/// Colours of the shelf, which the prints share.
const QColor kRust(0xB4573F), kGold(0xE0A64B), kInk(0x23405C), kLeaf(0x5E7350), kMoss(0x8FA27A),
    kOyster(0xE9DFC8), kCream(0xF4ECDC), kTide(0x2F5873), kMist(0x9DB7BF), kStem(0x3F5A43), kSeed(0xC8973F),
    kClay(0xD08A63), kPlum(0x7A4458);

/// Draws once as it is and once mirrored in the plumb line through the origin.
template <class Draw>
void bothSides(QPainter& p, Draw draw) {
  for (const int side : {1, -1}) {
    p.save();
    p.scale(side, 1);
    draw();
    p.restore();
  }
}

/// Lantern: a hanging light between scrolls; mirrored about the plumb line through its middle.
void lantern(QPainter& p) {
  constexpr double across = 96, along = 110;
  bothSides(p, [&] {
    // A frame of scrolls that closes with its neighbours to an ogee.
    curve(p, kMoss, 1.6, {0, -along / 2}, {across * 0.1, -along * 0.3}, {across * 0.5, -along * 0.34},
          {across / 2, 0});
    curve(p, kMoss, 1.6, {0, along / 2}, {across * 0.1, along * 0.3}, {across * 0.5, along * 0.34},
          {across / 2, 0});
    at(p, {across * 0.36, -along * 0.2}, 150, [&] { leaf(p, kLeaf, kMoss, 7, 17); });
    at(p, {across * 0.42, -along * 0.1}, 100, [&] { leaf(p, kMoss, kLeaf, 5, 12); });
    at(p, {across * 0.36, along * 0.2}, 25, [&] { leaf(p, kLeaf, kMoss, 7, 17); });
    at(p, {across * 0.41, along * 0.12}, 75, [&] { leaf(p, kMoss, kLeaf, 5, 12); });
    at(p, {across * 0.2, -along * 0.4}, 215, [&] { scroll(p, kTide, 1.3, 6); });
    at(p, {across * 0.2, along * 0.4}, -35, [&] { scroll(p, kTide, 1.3, 6); });
    beads(p, kGold, 1.1, {across * 0.28, -along * 0.27}, {across * 0.33, 0}, {across * 0.28, along * 0.27},
          9);
    at(p, {0, along * 0.36}, 58, [&] { leaf(p, kLeaf, kMoss, 12, 24); });
    at(p, {0, along * 0.3}, 100, [&] { leaf(p, kMoss, kLeaf, 6, 15); });
  });
  // What crosses the plumb line is symmetrical itself.
  p.setPen(QPen(kLeaf, 1.4));
  p.drawLine(QPointF(0, 12), QPointF(0, along * 0.46));
  ringOfDrops(p, 8, 6, 12, 20, kRust);
  ringOfDrops(p, 8, 7, 6, 13, kClay);
  ringOfDrops(p, 8, 4, 5.6, 11.5, kGold, 22.5);
  ringOfDots(p, 16, 7.4, 0.9, kCream);
  disc(p, kInk, {0, 0}, 5.2);
  ringOfDrops(p, 8, 0.6, 1.8, 4, kMist);
  disc(p, kGold, {0, 0}, 1.3);
  at(p, {0, -along * 0.36}, 0, [&] {
    ringOfDrops(p, 6, 0.8, 4, 6.4, kInk, 30);
    disc(p, kGold, {0, 0}, 1.6);
  });
  // Between four lanterns hangs a smaller flower, on the other mirror line.
  for (const int side : {-1, 1})
    at(p, {side * across / 2, 0}, 0, [&] {
      ringOfDrops(p, 10, 2.2, 4.4, 8, kTide);
      ringOfDrops(p, 10, 1.5, 2.2, 4.6, kMist, 18);
      disc(p, kRust, {0, 0}, 1.9);
      for (const int up : {-1, 1}) {
        disc(p, kInk, {0, up * 14.0}, 1.4);
        disc(p, kGold, {0, up * 18.5}, 0.9);
      }
    });
}

/// Reed: three reeds in an ogee, mirrored about the plumb line through the middle one.
void reed(QPainter& p) {
  constexpr double across = 62, along = 84;
  bothSides(p, [&] {
    curve(p, kGold, 1.5, {0, -along / 2}, {across * 0.06, -along * 0.3}, {across * 0.5, -along * 0.3},
          {across / 2, 0});
    curve(p, kGold, 1.5, {0, along / 2}, {across * 0.06, along * 0.3}, {across * 0.5, along * 0.3},
          {across / 2, 0});
    curve(p, kMist, 0.8, {0, -along * 0.45}, {across * 0.05, -along * 0.28}, {across * 0.44, -along * 0.26},
          {across * 0.44, 0});
    curve(p, kMist, 0.8, {0, along * 0.45}, {across * 0.05, along * 0.28}, {across * 0.44, along * 0.26},
          {across * 0.44, 0});
    curve(p, kStem, 1.2, {0, along * 0.34}, {across * 0.02, along * 0.1}, {across * 0.2, 0},
          {across * 0.2, -along * 0.1});
    at(p, {across * 0.2, -along * 0.08}, 8, [&] { seedHead(p, kSeed, kRust, 5, 13); });
    at(p, {across * 0.02, along * 0.24}, 62, [&] { leaf(p, kMoss, kLeaf, 5, 17); });
    at(p, {across * 0.05, along * 0.13}, 40, [&] { leaf(p, kLeaf, kMoss, 4, 13); });
    at(p, {across * 0.17, along * 0.03}, 70, [&] { leaf(p, kMoss, kLeaf, 3.4, 9); });
    at(p, {across * 0.12, along * 0.32}, 100, [&] { scroll(p, kTide, 1, 4); });
    at(p, {across * 0.37, -along * 0.02}, 0, [&] { leaf(p, kTide, kMist, 2.8, 8); });
  });
  p.setPen(QPen(kStem, 1.4));
  p.drawLine(QPointF(0, along * 0.36), QPointF(0, -along * 0.1));
  at(p, {0, -along * 0.09}, 0, [&] { seedHead(p, kRust, kSeed, 7, 20); });
  at(p, {0, along * 0.37}, 0, [&] { ringOfDrops(p, 5, 0.6, 3, 5, kRust, 180); });
  for (const int side : {-1, 1})
    at(p, {side * across / 2.0, 0}, 0, [&] { disc(p, kInk, {0, 0}, 2), disc(p, kGold, {0, 0}, 0.9); });
}

/// Stripes across x; they run on along y.
void wader(QPainter& p) {
  constexpr double across = 48;
  const struct {
    double from, to;
    QRgb colour;
  } bands[] = {{0.0, 0.34, 0xFF2F5873}, {0.34, 0.42, 0xFFE8DCC3}, {0.42, 0.5, 0xFFB4573F},
               {0.5, 0.58, 0xFFE8DCC3}, {0.58, 0.74, 0xFF6E93A6}, {0.74, 1.0, 0xFFE8DCC3}};
  p.setPen(Qt::NoPen);
  p.setRenderHint(QPainter::Antialiasing, false);
  for (const auto& b : bands)
    p.fillRect(QRectF((b.from - 0.5) * across, -across, (b.to - b.from) * across, 2 * across),
               QColor(b.colour));
}

/// A sprig of samphire that leans to one side: no mirror line, and it has an upper end.
void sprig(QPainter& p) {
  p.scale(1.3, 1.3);
  curve(p, kStem, 1.3, {-9, 19}, {-3, 8}, {7, 2}, {5, -15});
  const struct {
    double x, y, turn, size;
  } leaves[] = {{-5.5, 12, 64, 10}, {-3, 8, -48, 11}, {1.6, 3, 70, 12},
                {4, -1, -40, 11},   {5.6, -6, 52, 9}, {5.6, -11, -38, 7}};
  for (const auto& l : leaves)
    at(p, {l.x, l.y}, l.turn, [&] { leaf(p, l.turn > 0 ? kMoss : kLeaf, kCream, l.size * 0.5, l.size); });
  at(p, {5, -15}, 4, [&] { seedHead(p, kRust, kGold, 6, 10); });
  at(p, {-14, 1}, 0, [&] {
    ringOfDrops(p, 6, 0.9, 4, 6.4, kPlum, 12);
    ringOfDrops(p, 6, 0.5, 1.6, 3.4, kClay, 42);
    disc(p, kGold, {0, 0}, 1.3);
  });
  curve(p, kMoss, 0.9, {15, 14}, {20, 8}, {22, 2}, {18, -2});
  at(p, {18, -2}, -30, [&] { scroll(p, kMoss, 0.9, 3); });
  for (const auto& [x, y, turn] : {std::tuple(17.0, 12.0, 90.0), {20.0, 7.0, 10.0}, {20.6, 2.0, 100.0}})
    at(p, {x, y}, turn, [&] { leaf(p, kTide, kMist, 2.4, 6); });
  beads(p, kClay, 0.8, {-22, -14}, {-14, -20}, {-6, -15}, 6);
}

/// Waves that roll up and under: half a turn leaves them as they are.
void tideline(QPainter& p) {
  for (const int way : {0, 180})
    at(p, {0, 0}, way, [&] {
      curve(p, kTide, 3, {0, 0}, {12, -20}, {34, -14}, {30, 8});
      at(p, {30, 8}, 195, [&] { scroll(p, kTide, 2.6, 7); });
      curve(p, kMist, 1.4, {3, 5}, {12, -11}, {25, -8}, {22, 3});
      curve(p, kGold, 1, {-2, -6}, {10, -28}, {36, -20}, {37, 2});
      at(p, {37, 2}, 170, [&] { leaf(p, kMoss, kCream, 4, 10); });
      at(p, {31, -15}, 30, [&] { leaf(p, kLeaf, kCream, 5, 13); });
      at(p, {17, -16}, -15, [&] { leaf(p, kClay, kCream, 5, 13); });
      at(p, {6, -22}, 0, [&] { ringOfDrops(p, 7, 1, 3.2, 5.4, kRust, 10), disc(p, kGold, {0, 0}, 1.5); });
      beads(p, kRust, 1, {10, 12}, {20, 18}, {34, 17}, 7);
    });
  disc(p, kInk, {0, 0}, 3);
  disc(p, kGold, {0, 0}, 1.4);
}

/// A wheel of the mill: mirrored in both directions, one to a large cell.
void wheel(QPainter& p) {
  ringOfDrops(p, 24, 44, 8, 16, kMist);
  ringOfDrops(p, 12, 40, 10, 24, kTide);
  ringOfDots(p, 48, 41, 0.9, kGold);
  ringOfDrops(p, 12, 22, 9, 17, kRust, 15);
  ringOfDrops(p, 12, 20, 5, 17, kGold);
  ringOfDots(p, 24, 20, 1, kInk, 7.5);
  ringOfDrops(p, 12, 5, 4, 13, kLeaf, 15);
  ringOfDrops(p, 8, 2, 3, 6, kPlum);
  disc(p, kGold, {0, 0}, 2);
  // In the corners of the cell, where four meet.
  for (const int x : {-1, 1})
    for (const int y : {-1, 1})
      at(p, {x * 75.0, y * 75.0}, 0, [&] {
        ringOfDrops(p, 16, 10, 6, 14, kMoss);
        ringOfDrops(p, 8, 3, 5, 10, kClay, 22.5);
        ringOfDots(p, 16, 26, 1, kRust, 11.25);
        disc(p, kInk, {0, 0}, 2.6);
      });
  for (const auto& [x, y] : {std::pair(75.0, 0.0), {-75.0, 0.0}, {0.0, 75.0}, {0.0, -75.0}})
    at(p, {x, y}, 0, [&] { ringOfDrops(p, 4, 1, 4, 9, kPlum), ringOfDots(p, 4, 7, 1.2, kGold, 45); });
}

/// A mill on its dyke, seen from one side, gulls above: one way up, no mirror line.
void mill(QPainter& p) {
  curve(p, kMoss, 3, {-44, 40}, {-20, 30}, {18, 34}, {44, 40});
  curve(p, kMist, 1.2, {-44, 46}, {-18, 38}, {20, 50}, {44, 46});
  QPainterPath house;
  house.moveTo(-11, 33);
  house.lineTo(-7, -4);
  house.lineTo(7, -4);
  house.lineTo(11, 33);
  house.closeSubpath();
  p.setPen(Qt::NoPen);
  p.setBrush(kRust);
  p.drawPath(house);
  p.setBrush(kInk);
  p.drawPath(drop(20, -9).translated(0, -12));
  p.drawRect(QRectF(-2.4, 24, 4.8, 9));
  for (const double y : {4.0, 14.0}) disc(p, kGold, {1.5, y}, 1.5);
  for (int i = 0; i < 4; ++i)
    at(p, {0, -5}, 20 + 90 * i, [&] {
      p.setPen(QPen(kInk, 1));
      p.drawLine(QPointF(0, 0), QPointF(0, -30));
      p.setPen(QPen(kInk, 0.5));
      p.setBrush(kOyster);
      p.drawRect(QRectF(0, -29, 6, 22));
      for (int k = 1; k < 5; ++k) p.drawLine(QPointF(0, -29 + 4.4 * k), QPointF(6, -29 + 4.4 * k));
    });
  disc(p, kGold, {0, -5}, 1.6);
  for (const auto& [x, y] : {std::pair(-28.0, -34.0), {24.0, -40.0}, {33.0, -22.0}}) {
    curve(p, kInk, 1, {x - 6, y}, {x - 4, y - 4}, {x - 1, y - 3}, {x, y});
    curve(p, kInk, 1, {x, y}, {x + 1, y - 3}, {x + 5, y - 5}, {x + 7, y - 1});
  }
  for (int i = 0; i < 5; ++i)
    at(p, {-36.0 + 5 * i, 38.0 - 1.4 * i}, -14 + 9 * i, [&] { leaf(p, kLeaf, kMoss, 2.4, 11); });
}

/// Shells: ribbed fans, mirrored about the plumb line.
void fan(QPainter& p) {
  const QColor colours[] = {kInk, kTide, kOyster, kRust, kCream, kGold, kPlum};
  const double radii[] = {33, 31.5, 27, 22, 15.5, 9, 4};
  for (int ring = 0; ring < 7; ++ring) disc(p, colours[ring], {0, 14}, radii[ring]);
  for (int i = -7; i <= 7; ++i)
    at(p, {0, 14}, 11.25 * i, [&] {
      p.setPen(QPen(kInk, 0.5));
      p.drawLine(QPointF(0, -9), QPointF(0, -22));
      at(p, {0, -22.4}, 0, [&] { leaf(p, i % 2 ? kMist : kMoss, kInk, 3.2, 5.2); });
      disc(p, kGold, {0, -29.4}, 1);
    });
  for (int i = -6; i <= 6; i += 2)
    at(p, {0, 14}, 11.25 * i, [&] { at(p, {0, -10}, 0, [&] { ringOfDrops(p, 1, 0, 3, 6, kClay); }); });
}

/// Pebbles and weed strewn by chance over the whole picture: nothing comes again.
void pebbles(QPainter& p) {
  Strewn dice(20'261);
  const QColor colours[] = {kTide, kMist, kRust, kClay, kGold, kMoss, kPlum, kInk};
  std::vector<Point> taken;
  for (int tries = 0; tries < 4000 && taken.size() < 340; ++tries) {
    const Point here{dice.unit() * 300 - 150, dice.unit() * 260 - 130};
    if (std::any_of(taken.begin(), taken.end(), [&](Point q) { return distance(here, q) < 12; })) continue;
    taken.push_back(here);
    const QColor one = colours[dice.below(8)], two = colours[dice.below(8)];
    const double size = 3 + 3 * dice.unit(), turn = 360 * dice.unit();
    const int what = dice.below(4);
    at(p, {here.x, here.y}, turn, [&] {
      if (what == 0) leaf(p, one, two, size * 0.9, size * 2);
      if (what == 1)
        ringOfDrops(p, 5 + dice.below(3), size * 0.2, size * 0.7, size, one),
            disc(p, two, {0, 0}, size * 0.3);
      if (what == 2)
        p.setPen(Qt::NoPen), p.setBrush(one), p.drawEllipse(QPointF(0, 0), size, size * 0.7),
            disc(p, two, {0, 0}, size * 0.3);
      if (what == 3) scroll(p, one, 1.2, size * 0.8);
    });
  }
}

}  // namespace

const std::vector<PrintDesign>& printDesigns() {
  const auto plumb = [](double x) { return MirrorAxis{kQuarterTurn, {x, 0}}; };
  static const std::vector<PrintDesign> all = {
      {"lantern-damask.png",
       100,
       Lattice{{96, 0}, {0, 110}},
       {plumb(48)},
       {},
       288,
       330,
       0xFFF4ECDC,
       lantern,
       {48, 55}},
      {"reed-ogee.png",
       100,
       Lattice{{62, 42}, {0, 84}},
       {plumb(31)},
       {},
       248,
       252,
       0xFFF1EAD6,
       reed,
       {31, 42}},
      {"wader-stripe.png", 100, Lattice{{48, 0}, {0, 48}}, {}, {}, 192, 96, 0xFFE8DCC3, wader, {24, 24}},
      {"samphire-sprig.png", 100, Lattice{{70, 0}, {35, 56}}, {}, {}, 210, 224, 0xFFE4E6D2, sprig, {35, 28}},
      {"tideline-scroll.png",
       100,
       Lattice{{76, 18}, {-22, 64}},
       {},
       Point{60, 50},
       240,
       210,
       0xFFF3EBDD,
       tideline,
       {60, 50}},
      {"mill-wheel.png",
       100,
       Lattice{{150, 0}, {0, 150}},
       {plumb(75), {Angle::degrees(0), {0, 75}}},
       Point{75, 75},
       300,
       300,
       0xFFEFE6D4,
       wheel,
       {75, 75}},
      {"mill-row.png", 100, Lattice{{88, 0}, {0, 104}}, {}, {}, 264, 208, 0xFFDCE6E4, mill, {44, 52}},
      {"oyster-fan.png",
       100,
       Lattice{{54, 24}, {0, 48}},
       {plumb(27)},
       {},
       216,
       192,
       0xFF3B5568,
       fan,
       {27, 24}},
      {"pebble-strand.png", 100, {}, {}, {}, 280, 240, 0xFFEDE3CF, pebbles, {140, 120}},
  };
  return all;
}

QImage drawPrint(const PrintDesign& d) {
  const double scale = d.dpi / 25.4;
  QImage image(static_cast<int>(std::lround(d.widthMm * scale)),
               static_cast<int>(std::lround(d.heightMm * scale)), QImage::Format_RGB32);
  image.fill(QColor(d.ground));
  QPainter p(&image);
  p.setRenderHint(QPainter::Antialiasing);
  p.scale(scale, scale);
  const auto draw = [&](Point at) {
    p.save();
    p.translate(at.x, at.y);
    d.draw(p);
    p.restore();
  };
  if (!d.steps) {
    draw(d.middle);
    return image;
  }
  // All whose cell may reach into the picture, row by row so that those below lie on top.
  const auto [a, b] = *d.steps;
  const double reach = length(a) + length(b);
  std::vector<Point> places;
  for (int i = -12; i <= 12; ++i)
    for (int j = -12; j <= 12; ++j) {
      const Point at = d.middle + static_cast<double>(i) * a + static_cast<double>(j) * b;
      if (at.x > -reach && at.y > -reach && at.x < d.widthMm + reach && at.y < d.heightMm + reach)
        places.push_back(at);
    }
  std::sort(places.begin(), places.end(),
            [](Point one, Point two) { return one.y != two.y ? one.y < two.y : one.x < two.x; });
  for (const Point at : places) draw(at);
  return image;
}

PracticePhotoTaken photographOf(const PrintDesign& design, const PracticePhoto& how) {
  const QImage image = drawPrint(design).convertToFormat(QImage::Format_RGBA8888);
  Raster raster{image.width(), image.height(), {}};
  raster.rgba.assign(image.constBits(), image.constBits() + image.sizeInBytes());
  Print print;
  print.dpi = design.dpi;
  if (design.steps) print.steps = RepeatSteps{design.steps->a, design.steps->b};
  const PrintView view(raster, print);
  return practicePhoto(how, [&](Point mm, double out[3]) {
    const bool beyond = mm.x < 0 || mm.y < 0 || mm.x > design.widthMm || mm.y > design.heightMm;
    constexpr double kTable = 235;
    if (beyond && !design.steps)
      std::fill(out, out + 3, kTable);
    else
      view.levelsAt(mm, out);
  });
}

PracticePhoto usualPractice(const PrintDesign& design) {
  PracticePhoto out;
  out.width = 1600;
  out.height = 1200;
  out.perMm = 4.2;
  out.tilt = Angle::degrees(-3);
  out.leanX = 0.04;
  out.leanY = 0.05;
  out.unevenness = 0.25;
  out.noise = 2;
  out.middle = {design.widthMm / 2, design.heightMm / 2};
  out.card = {{}, 100, 60};
  out.cardAt = out.middle - Point{50, 30};
  return out;
}

}  // namespace clathra
