// Prints made by chance, as a camera would show them, with what is true of them: for tests and benchmarks of
// the repeat finder. Nothing here knows how it works.
#pragma once
#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <numbers>
#include <optional>
#include <random>
#include <string>
#include <vector>

#include "image/raster.hpp"
#include "shape/polygon.hpp"

namespace support {

using clathra::Point;
using clathra::Raster;

/// What a made print is, and how its picture was taken.
struct PrintWish {
  std::string kind = "rectangular";  ///< rectangular, half-drop, brick, oblique, stripe, one-way, none
  bool mirrored = false;             ///< about a plumb line through the middle of its cell
  bool mirroredAcross = false;       ///< and about a level one: then it has a half turn too
  bool halfTurned = false;           ///< by half a turn alone
  double across = 90, along = 110;   ///< pixels of the picture, of the cell
  int width = 700, height = 560;     ///< pixels
  double tilt = 0;                   ///< degrees
  double perspectiveX = 0, perspectiveY = 0;  ///< change of scale over half of the width
  double light = 0;                           ///< how much darker the far corner is
  double noise = 0;                           ///< levels
  double contrast = 1;                        ///< of print and ground
  int gingham = 0;                            ///< checks to a cell: a smaller false period
  bool secondMotif = false;  ///< every second cell differs by one small motif: it is half as fine
  int objects = 0;           ///< coins and rulers on it
  double margin = 0;         ///< share of table on each side
  std::uint32_t seed = 1;
};

struct MadePrint {
  Raster picture;
  bool found = false;
  Point a;                      ///< pixels
  std::optional<Point> b;       ///< none of stripes and of prints in one row
  std::vector<double> mirrors;  ///< degrees
  bool halfTurn = false;
};

namespace making {

struct Colour {
  double r = 0, g = 0, b = 0;
};
inline Colour mix(Colour a, Colour b, double t) {
  return {a.r + (b.r - a.r) * t, a.g + (b.g - a.g) * t, a.b + (b.b - a.b) * t};
}

/// A flower, star, leaf or disc: radius by direction about its middle.
struct Motif {
  Point at;  ///< pixels of the cloth
  double size = 10, turn = 0;
  int petals = 5;
  double depth = 0.4, narrow = 1;
  Colour outside, inside;
  bool flipped = false;
  /// 1 inside its core, between 0 and 1 in its petals, below 0 outside.
  double depthAt(Point p) const {
    Point d = p - at;
    const double c = std::cos(-turn), s = std::sin(-turn);
    d = {d.x * c - d.y * s, d.x * s + d.y * c};
    if (flipped) d.x = -d.x;
    d.x /= narrow;
    const double r = std::hypot(d.x, d.y), angle = std::atan2(d.y, d.x);
    // Bent petals: a motif that is no mirror image of itself.
    const double edge = size * (1 - depth * (0.5 - 0.5 * std::cos(petals * (angle + 0.6 * r / size))));
    return (edge - r) / size;
  }
};

class Cloth {
 public:
  Cloth(const PrintWish& wish, std::mt19937& dice) : wish_(wish) {
    std::uniform_real_distribution<double> unit(0, 1);
    const auto colour = [&] {
      return Colour{40 + 200 * unit(dice), 40 + 200 * unit(dice), 40 + 200 * unit(dice)};
    };
    ground_ = unit(dice) < 0.5 ? Colour{235, 228, 214} : Colour{40, 44, 78};
    check_ = mix(ground_, colour(), 0.5);
    a_ = {wish.across, 0};
    b_ = {0, wish.along};
    if (wish.kind == "half-drop") a_ = {wish.across, wish.along / 2};
    if (wish.kind == "brick") b_ = {wish.across / 2, wish.along};
    if (wish.kind == "oblique") a_ = {wish.across, wish.along * 0.27};
    const double small = std::min(wish.across, wish.along);
    const auto motif = [&](double least, double most) {
      Motif m;
      m.at = {unit(dice) * wish.across, unit(dice) * wish.along};
      m.size = small * (least + (most - least) * unit(dice));
      m.turn = 2 * std::numbers::pi * unit(dice);
      m.petals = 3 + int(5 * unit(dice));
      m.depth = 0.2 + 0.5 * unit(dice);
      m.narrow = 0.5 + 0.8 * unit(dice);
      m.outside = colour();
      m.inside = colour();
      return m;
    };
    std::vector<Motif> own;
    const int n = 5 + int(4 * unit(dice));
    for (int i = 0; i < n; ++i) own.push_back(i < 2 ? motif(0.2, 0.3) : motif(0.05, 0.13));
    if (wish.kind == "none") {
      // Strewn over a piece that is larger than the picture; each of them is of its own.
      const double far = 2.5 * std::max(wish.width, wish.height);
      a_ = {far, 0};
      b_ = {0, far};
      own.clear();
      const int many = int(far * far / (small * small) * 3);
      for (int i = 0; i < many; ++i) {
        own.push_back(motif(0.06, 0.3));
        own.back().at = {unit(dice) * far, unit(dice) * far};
      }
    }
    if (wish.kind == "one-way") {
      const double far = 3.0 * std::max(wish.width, wish.height);
      b_ = {0, far};
      own.clear();
      for (double y = 0; y < far; y += small * 0.35) {
        own.push_back(motif(0.08, 0.3));
        own.back().at.y = y;
      }
    }
    for (const Motif& m : own) {
      motifs_.push_back(m);
      const auto image = [&](bool x, bool y) {
        Motif other = m;
        if (x) other.at.x = wish.across - m.at.x;
        if (y) other.at.y = wish.along - m.at.y;
        if (x != y) {
          other.flipped = !m.flipped;
          // In its own frame it is flipped first and turned then.
          other.turn = (x ? 0 : std::numbers::pi) - m.turn;
          if (!x) other.turn = -m.turn + std::numbers::pi;
        } else {
          other.turn = m.turn + std::numbers::pi;
        }
        motifs_.push_back(other);
      };
      if (wish.mirrored || wish.mirroredAcross) image(true, false);
      if (wish.mirroredAcross) image(false, true);
      if (wish.halfTurned || wish.mirroredAcross) image(true, true);
    }
    if (wish.secondMotif) {
      // Two cells to a repeat: one of them has one berry more.
      const std::size_t before = motifs_.size();
      for (std::size_t i = 0; i < before; ++i) {
        Motif other = motifs_[i];
        other.at = other.at + a_;
        motifs_.push_back(other);
      }
      a_ = 2 * a_;
      Motif berry = motif(0.12, 0.16);
      berry.depth = 0.1;
      berry.outside = {200, 40, 40};
      berry.inside = {250, 220, 60};
      motifs_.push_back(berry);
    }
    for (int i = 0; i < 7; ++i) stripes_.emplace_back(unit(dice), colour());
    std::sort(stripes_.begin(), stripes_.end(),
              [](const auto& x, const auto& y) { return x.first < y.first; });
    // Which motifs can be seen in which part of the cell.
    index();
  }

  Point a() const { return a_; }
  Point b() const { return b_; }

  Colour at(Point p) const {
    if (wish_.kind == "stripe") {
      const double t = p.x / wish_.across - std::floor(p.x / wish_.across);
      Colour c = stripes_.back().second;
      for (const auto& [from, colour] : stripes_)
        if (t >= from) c = colour;
      return c;
    }
    Colour c = ground_;
    if (wish_.gingham > 0) {
      const double step = wish_.across / wish_.gingham,
                   down = wish_.along / std::max(1.0, std::round(wish_.along / step));
      const int x = int(std::floor(2 * p.x / step)) & 1, y = int(std::floor(2 * p.y / down)) & 1;
      c = mix(ground_, check_, 0.5 * (x + y));
    }
    const double det = cross(a_, b_);
    const double i = cross(p, b_) / det, j = cross(a_, p) / det;
    const double fi = i - std::floor(i), fj = j - std::floor(j);
    const Point in = fi * a_ + fj * b_;
    const auto& here = grid_[std::size_t(std::min(kGrid - 1, int(fj * kGrid))) * kGrid +
                             std::size_t(std::min(kGrid - 1, int(fi * kGrid)))];
    // What is deepest shows, so that mirror images overlap alike.
    double deepest = 0;
    for (const auto& [m, moved] : here) {
      const double depth = motifs_[m].depthAt(in - moved);
      if (depth <= deepest) continue;
      deepest = depth;
      c = depth > 0.55 ? motifs_[m].inside : motifs_[m].outside;
    }
    return c;
  }

 private:
  static constexpr int kGrid = 48;
  void index() {
    grid_.assign(std::size_t(kGrid) * kGrid, {});
    for (std::size_t m = 0; m < motifs_.size(); ++m)
      for (int v = -2; v <= 2; ++v)
        for (int u = -2; u <= 2; ++u) {
          const Point moved = double(u) * a_ + double(v) * b_;
          const Point at = motifs_[m].at + moved;
          const double reach = motifs_[m].size * std::max(1.0, motifs_[m].narrow) * 1.05;
          for (int j = 0; j < kGrid; ++j)
            for (int i = 0; i < kGrid; ++i) {
              const Point middle = ((i + 0.5) / kGrid) * a_ + ((j + 0.5) / kGrid) * b_;
              const double half = (length(a_) + length(b_)) / kGrid;
              if (distance(middle, at) < reach + half)
                grid_[std::size_t(j) * kGrid + std::size_t(i)].emplace_back(m, moved);
            }
        }
  }

  PrintWish wish_;
  Point a_, b_;
  Colour ground_, check_;
  std::vector<Motif> motifs_;
  std::vector<std::pair<double, Colour>> stripes_;
  std::vector<std::vector<std::pair<std::size_t, Point>>> grid_;
};

}  // namespace making

inline MadePrint makePrint(const PrintWish& wish) {
  using making::Colour;
  std::mt19937 dice(wish.seed);
  const making::Cloth cloth(wish, dice);
  std::uniform_real_distribution<double> unit(0, 1);
  std::normal_distribution<double> bell(0, 1);
  const Point begin{unit(dice) * 300, unit(dice) * 300};
  const double t = wish.tilt * std::numbers::pi / 180, c = std::cos(t), s = std::sin(t);
  const Point middle{wish.width / 2.0, wish.height / 2.0};
  const Point p{wish.perspectiveX / middle.x, wish.perspectiveY / middle.x};
  // From the picture to the cloth: x / (1 + p · x), turned back.
  const auto toCloth = [&](Point seen) {
    const Point x = seen - middle;
    const Point u = (1 / (1 + dot(p, x))) * x;
    return Point{u.x * c + u.y * s, -u.x * s + u.y * c} + begin;
  };
  const auto toPicture = [&](Point on) {
    const Point d = on - begin;
    const Point u{d.x * c - d.y * s, d.x * s + d.y * c};
    return (1 / (1 - dot(p, u))) * u + middle;
  };
  struct Thing {
    Point at;
    double size, long_, turn;
    Colour colour;
  };
  std::vector<Thing> things;
  for (int i = 0; i < wish.objects; ++i)
    things.push_back({{unit(dice) * wish.width, unit(dice) * wish.height},
                      wish.width * 0.035,
                      i % 2 == 0 ? 1.0 : 6.0,
                      unit(dice) * 0.4,
                      i % 2 == 0 ? Colour{150, 150, 155} : Colour{228, 214, 120}});
  const double left = wish.margin * wish.width * (0.5 + unit(dice)),
               right = wish.width - wish.margin * wish.width * (0.5 + unit(dice)),
               top = wish.margin * wish.height * (0.5 + unit(dice)),
               bottom = wish.height - wish.margin * wish.height * (0.5 + unit(dice));
  MadePrint out;
  out.picture.width = wish.width;
  out.picture.height = wish.height;
  out.picture.rgba.resize(std::size_t(wish.width) * std::size_t(wish.height) * 4);
  std::size_t k = 0;
  for (int y = 0; y < wish.height; ++y)
    for (int x = 0; x < wish.width; ++x, k += 4) {
      Colour sum;
      for (const double oy : {0.25, 0.75})
        for (const double ox : {0.25, 0.75}) {
          const Point seen{x + ox, y + oy};
          Colour here = cloth.at(toCloth(seen));
          here = making::mix(Colour{150, 140, 130}, here, wish.contrast);
          if (seen.x < left + 0.03 * seen.y || seen.x > right - 0.02 * seen.y || seen.y < top ||
              seen.y > bottom) {
            const double grain = std::sin(0.9 * seen.y + 3 * std::sin(0.013 * seen.x));
            here = Colour{118 + 14 * grain, 82 + 10 * grain, 52 + 8 * grain};
          }
          for (const Thing& thing : things) {
            const Point d = seen - thing.at;
            const double cc = std::cos(thing.turn), ss = std::sin(thing.turn);
            const double u = std::abs(d.x * cc + d.y * ss), v = std::abs(-d.x * ss + d.y * cc);
            const bool in = thing.long_ > 1 ? u < thing.size * thing.long_ && v < thing.size
                                            : std::hypot(u, v) < thing.size;
            if (in) here = thing.colour;
          }
          sum = {sum.r + here.r / 4, sum.g + here.g / 4, sum.b + here.b / 4};
        }
      const double shade = 1 - wish.light * (0.6 * x / wish.width + 0.4 * y / wish.height);
      // Threads of the weave.
      const double weave = 1 + 0.03 * std::sin(2.4 * x) * std::sin(2.4 * y);
      const double level[3] = {sum.r, sum.g, sum.b};
      for (int i = 0; i < 3; ++i)
        out.picture.rgba[k + std::size_t(i)] =
            std::uint8_t(std::clamp(level[i] * shade * weave + wish.noise * bell(dice), 0.0, 255.0));
      out.picture.rgba[k + 3] = 255;
    }
  out.found = wish.kind != "none";
  // The affine best fit of the steps over the whole picture.
  double m[3][3] = {}, rx[3] = {}, ry[3] = {};
  for (int j = 0; j <= 40; ++j)
    for (int i = 0; i <= 40; ++i) {
      const Point seen{wish.width * i / 40.0, wish.height * j / 40.0};
      const Point on = toCloth(seen) - begin;
      const double det = cross(cloth.a(), cloth.b());
      const double row[3] = {1, cross(on, cloth.b()) / det, cross(cloth.a(), on) / det};
      for (int u = 0; u < 3; ++u) {
        for (int v = 0; v < 3; ++v) m[u][v] += row[u] * row[v];
        rx[u] += row[u] * seen.x;
        ry[u] += row[u] * seen.y;
      }
    }
  // Cramer's rule, three unknowns.
  const auto det3 = [](const double q[3][3]) {
    return q[0][0] * (q[1][1] * q[2][2] - q[1][2] * q[2][1]) -
           q[0][1] * (q[1][0] * q[2][2] - q[1][2] * q[2][0]) +
           q[0][2] * (q[1][0] * q[2][1] - q[1][1] * q[2][0]);
  };
  const auto solved = [&](int column, const double* right3) {
    double q[3][3];
    for (int u = 0; u < 3; ++u)
      for (int v = 0; v < 3; ++v) q[u][v] = v == column ? right3[u] : m[u][v];
    return det3(q) / det3(m);
  };
  out.a = {solved(1, rx), solved(1, ry)};
  if (wish.kind == "stripe") out.a = {c * wish.across, s * wish.across};
  if (wish.kind != "stripe" && wish.kind != "one-way" && out.found)
    out.b = Point{solved(2, rx), solved(2, ry)};
  const auto degrees = [&](Point along) {
    const Point from = toPicture(begin - 30.0 * along), to = toPicture(begin + 30.0 * along);
    double d = std::atan2(to.y - from.y, to.x - from.x) * 180 / std::numbers::pi;
    while (d < 0) d += 180;
    while (d >= 180) d -= 180;
    return d;
  };
  const bool upright = wish.kind == "rectangular" || wish.kind == "half-drop" || wish.kind == "brick";
  if (upright && (wish.mirrored || wish.mirroredAcross)) out.mirrors.push_back(degrees({0, 1}));
  if (upright && wish.mirroredAcross) out.mirrors.push_back(degrees({1, 0}));
  out.halfTurn = out.b && (wish.halfTurned || wish.mirroredAcross);
  return out;
}

/// A wish by chance: what is usual, or with `hard` what makes it difficult.
inline PrintWish wishBy(std::uint32_t seed, bool hard) {
  std::mt19937 dice(seed * 7919 + 13);
  std::uniform_real_distribution<double> unit(0, 1);
  PrintWish w;
  w.seed = seed;
  const std::array<const char*, 4> kinds{"rectangular", "half-drop", "brick", "oblique"};
  w.kind = kinds[seed % 4];
  w.width = 640 + int(400 * unit(dice));
  w.height = 520 + int(300 * unit(dice));
  w.across = 90 + 90 * unit(dice);
  w.along = 90 + 110 * unit(dice);
  w.tilt = -5 + 10 * unit(dice);
  w.light = 0.3 * unit(dice);
  w.noise = 4 * unit(dice);
  const double sort = unit(dice);
  if (sort < 0.12 && w.kind != "oblique") w.mirrored = true;
  if (sort > 0.12 && sort < 0.22 && w.kind != "oblique") w.mirroredAcross = true;
  if (sort > 0.22 && sort < 0.3) w.halfTurned = true;
  if (sort > 0.3 && sort < 0.36) w.kind = "stripe";
  if (sort > 0.36 && sort < 0.42) w.kind = "one-way";
  if (sort > 0.42 && sort < 0.5) w.kind = "none";
  if (!hard) return w;
  const double trouble = unit(dice);
  w.perspectiveX = 0.03 * (unit(dice) - 0.5) * 2;
  w.perspectiveY = 0.03 * (unit(dice) - 0.5) * 2;
  w.noise = 3 + 7 * unit(dice);
  if (trouble < 0.2) {
    w.across = w.width / (1.7 + 0.5 * unit(dice));
    w.along = w.height / (1.7 + 0.5 * unit(dice));
  } else if (trouble < 0.4) {
    w.gingham = 6 + int(5 * unit(dice));
    if (w.kind == "half-drop" || w.kind == "brick" || w.kind == "oblique") w.kind = "rectangular";
    w.mirrored = w.mirroredAcross = w.halfTurned = false;  // the checks have none in the same places
  } else if (trouble < 0.55) {
    w.objects = 3;
  } else if (trouble < 0.7) {
    w.margin = 0.08;
  } else if (trouble < 0.8) {
    w.contrast = 0.25;
  } else if (trouble < 0.9) {
    w.secondMotif = true;
    if (w.kind != "rectangular" && w.kind != "oblique") w.kind = "rectangular";
    w.mirrored = w.mirroredAcross = w.halfTurned = false;
  }
  return w;
}

}  // namespace support
