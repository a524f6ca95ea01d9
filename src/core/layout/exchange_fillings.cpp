#include "layout/exchange_fillings.hpp"

#include <algorithm>
#include <cmath>

#include "shape/arcs.hpp"
#include "shape/families.hpp"
#include "shape/overlay.hpp"

namespace clathra {

namespace {

constexpr Angle kSameAngle = Angle::degrees(0.2);
constexpr int kMostTries = 40'000;
constexpr double kNothing = 0.5;  // mm², left over by rounding

struct Model {
  Polygon outline;
  std::string id, title;
  bool chiral = false;
};

std::vector<Model> modelsFor(const Layout& layout, PolygonView outline, double edgeLength) {
  std::vector<Model> out;
  const double whole = area(outline);
  const auto add = [&](Polygon shape, const std::string& id, const std::string& title) {
    const double size = area(shape);
    if (size > whole + kNothing || size < whole / 24) return;
    const bool there = std::any_of(out.begin(), out.end(), [&](const Model& m) {
      return m.outline.size() == shape.size() && std::abs(area(m.outline) - size) < 1e-3 * size &&
             poseOf(shape, m.outline).has_value();
    });
    const bool chiral = symmetryOf(shape).chiral();
    if (!there) out.push_back({std::move(shape), id, title, chiral});
  };
  for (const Shape& s : layout.shapes) add(s.outline, s.family, s.title);
  std::vector<double> scales{edgeLength};
  for (const OutlineEdge& s : edgesOf(outline))
    if (!s.isArc()) scales.insert(scales.end(), {s.length, s.length / 2});
  std::sort(scales.begin(), scales.end());
  scales.erase(std::unique(scales.begin(), scales.end(), [](double a, double b) { return b - a < 1e-6; }),
               scales.end());
  for (const double scale : scales)
    for (const Family& f : families())
      if (!hasArcs(f.outline)) add(scaled(f.outline, scale), std::string(f.id), std::string(f.title));
  return out;
}

/// Cheap looks first: a corner or the middle of a side outside settles it, and convex parts need no more.
bool liesInside(const Polygon& outline, const Polygon& part) {
  const auto inOrOn = [&](Point q) {
    if (contains(part, q)) return true;
    for (std::size_t i = 0; i < part.size(); ++i) {
      const Point a = part[i], d = part[(i + 1) % part.size()] - a;
      const double t = std::clamp(dot(q - a, d) / std::max(dot(d, d), 1e-18), 0.0, 1.0);
      if (distance(q, a + t * d) < kSamePlace) return true;
    }
    return false;
  };
  for (std::size_t i = 0; i < outline.size(); ++i)
    if (!inOrOn(outline[i]) || !inOrOn(0.5 * (outline[i] + outline[(i + 1) % outline.size()]))) return false;
  return isConvex(part) || std::abs(commonArea(outline, part) - area(outline)) < kNothing / 2;
}

class Search {
 public:
  Search(std::vector<Model> models, int mostPieces, std::size_t most)
      : models_(std::move(models)), mostPieces_(mostPieces), most_(most) {}

  void run(const Polygon& outline) { fill({outline}, area(outline)); }
  std::vector<std::vector<Fit>> found() && { return std::move(found_); }

 private:
  /// Fills the first open part from its sharpest corner: some piece must lie there.
  void fill(const std::vector<Polygon>& open, double left) {
    if (open.empty()) return keep();
    const int still = mostPieces_ - static_cast<int>(chosen_.size());
    if (still < static_cast<int>(open.size()) || found_.size() >= most_ || tries_ > kMostTries) return;
    const Polygon& part = open.front();
    const bool lastOfPart = still == static_cast<int>(open.size());  // it must fill the part alone
    const auto angles = cornerAngles(part);
    const auto corner =
        static_cast<std::size_t>(std::min_element(angles.begin(), angles.end()) - angles.begin());
    const Point at = part[corner], along = part[(corner + 1) % part.size()] - at;
    const double room = length(along);
    for (const Model& m : models_) {
      const double size = area(m.outline);
      if (size > area(part) + kNothing || (lastOfPart && size < area(part) - kNothing)) continue;
      for (const bool mirrored : {false, true}) {
        if (mirrored && !m.chiral) continue;
        const Polygon model = placed(m.outline, {}, mirrored, {});
        const auto inside = cornerAngles(model);
        for (std::size_t i = 0; i < model.size(); ++i) {
          const Point side = model[(i + 1) % model.size()] - model[i];
          if (inside[i] > angles[corner] + kSameAngle || length(side) > room + kSamePlace) continue;
          ++tries_;
          const Angle turn = turnBetween(side, along);
          Polygon outline;
          for (const Point p : model) outline.push_back(rotated(p - model[i], turn) + at);
          if (!liesInside(outline, part)) continue;
          Fit fit;
          fit.shape = m.id;
          fit.title = m.title;
          fit.hand = m.chiral ? handOf(outline) : 0;
          fit.outline = outline;
          chosen_.push_back(std::move(fit));
          std::vector<Polygon> rest(open.begin() + 1, open.end());
          for (Polygon& p : partsLeft(part, outline))
            if (area(p) > kNothing) rest.push_back(std::move(p));
          fill(rest, left - area(outline));
          chosen_.pop_back();
        }
      }
    }
  }

  void keep() {
    const auto same = [&](const std::vector<Fit>& other) {
      return other.size() == chosen_.size() && std::all_of(chosen_.begin(), chosen_.end(), [&](const Fit& f) {
               return std::any_of(other.begin(), other.end(),
                                  [&](const Fit& g) { return sameOutline(f.outline, g.outline); });
             });
    };
    if (std::none_of(found_.begin(), found_.end(), same)) found_.push_back(chosen_);
  }

  std::vector<Model> models_;
  int mostPieces_, tries_ = 0;
  std::size_t most_;
  std::vector<Fit> chosen_;
  std::vector<std::vector<Fit>> found_;
};

}  // namespace

std::vector<std::vector<Fit>> otherFillings(const Layout& layout, PolygonView outline,
                                            const std::vector<Polygon>& now, double edgeLength,
                                            int mostPieces, std::size_t most) {
  std::vector<std::vector<Fit>> out;
  // One more piece at a time, so that the fewest come first and are not crowded out.
  for (int n = 1; n <= mostPieces && out.size() < most; ++n) {
    Search search(modelsFor(layout, outline, edgeLength), n, most * 2);
    search.run(cleaned(outline, kMeet));
    for (auto& set : std::move(search).found()) {
      if (static_cast<int>(set.size()) != n || out.size() >= most) continue;
      const bool asNow = set.size() == now.size() && std::all_of(set.begin(), set.end(), [&](const Fit& f) {
                           return std::any_of(now.begin(), now.end(),
                                              [&](const Polygon& p) { return sameOutline(f.outline, p); });
                         });
      if (!asNow) out.push_back(std::move(set));
    }
  }
  return out;
}

}  // namespace clathra
