#include "layout/layout.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

#include "layout/classify.hpp"
#include "shape/families.hpp"

namespace clathra {

Sieve Sieve::of(PolygonView outline) {
  return {static_cast<std::uint16_t>(outline.size()), clathra::area(outline), clathra::perimeter(outline)};
}

bool Sieve::matches(const Sieve& o) const {
  return count == o.count && std::abs(area - o.area) < 1e-3 * std::sqrt(area) * 4 + 1e-6 &&
         std::abs(perimeter - o.perimeter) < 1e-3 * count + 1e-6;
}

int uprightness(PolygonView p) {
  const Polygon flipped = placed(p, {}, true, {});
  bool plumb = true;
  for (const Point q : p)
    plumb =
        plumb && std::any_of(flipped.begin(), flipped.end(), [&](Point f) { return distance(f, q) < 1e-2; });
  if (!plumb) return 0;
  const auto angles = cornerAngles(p);
  const Box b = bounds(p);
  Angle top = kWholeTurn, least = kWholeTurn;
  for (std::size_t i = 0; i < p.size(); ++i) {
    least = std::min(least, angles[i]);
    if (p[i].y < b.top + 1e-2) top = std::min(top, angles[i]);
  }
  return top < least + Angle::degrees(1e-3) ? 2 : 1;
}

bool samePlace(PolygonView a, PolygonView b) {
  if (a.size() != b.size()) return false;
  for (std::size_t i = 0; i < a.size(); ++i)
    if (std::abs(a[i].x - b[i].x) > 1e-4 || std::abs(a[i].y - b[i].y) > 1e-4) return false;
  return true;
}

namespace {

void sortIntoRows(std::vector<Piece>& pieces) {
  std::stable_sort(pieces.begin(), pieces.end(),
                   [](const Piece& a, const Piece& b) { return a.centre.y < b.centre.y; });
  std::uint32_t row = 0;
  for (std::size_t i = 0; i < pieces.size();) {
    std::size_t end = i + 1;
    while (end < pieces.size() && pieces[end].centre.y - pieces[end - 1].centre.y < kSameRow) ++end;
    const auto first = pieces.begin() + static_cast<std::ptrdiff_t>(i);
    const auto last = pieces.begin() + static_cast<std::ptrdiff_t>(end);
    std::stable_sort(first, last, [](const Piece& a, const Piece& b) { return a.centre.x < b.centre.x; });
    for (auto p = first; p != last; ++p) p->row = row;
    ++row;
    i = end;
  }
}

ShapeName nameIn(const Layout& layout, const Shape& shape) {
  for (const OwnShape& own : layout.ownShapes)
    if (own.outline.size() == shape.outline.size() &&
        std::abs(area(own.outline) - area(shape.outline)) < 1e-3 * area(own.outline) &&
        poseOf(own.outline, shape.outline)) {
      const auto edges = edgeLengths(own.outline);
      return {ownShapeId(own.name), own.name, *std::max_element(edges.begin(), edges.end())};
    }
  return nameOf(shape.outline);
}

/// Where sizes of one name differ, the one with the most pieces has the plain name.
void nameShapes(Layout& layout) {
  std::vector<std::size_t> order(layout.shapes.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
    return layout.shapes[a].pieces > layout.shapes[b].pieces;
  });
  std::map<std::string, int> used;
  for (const std::size_t i : order) {
    Shape& s = layout.shapes[i];
    const ShapeName name = nameIn(layout, s);
    const int n = ++used[name.id];
    s.name = n == 1 ? name.id : name.id + "-" + std::to_string(n);
    s.family = name.id;
    s.title = name.title;
    s.edge = name.edge;
  }
}

/// Sorts pieces into shapes; remembers the answer for outlines that differ only by their place.
class Classifier {
 public:
  Classifier(Layout& layout, std::vector<Piece>& pieces) : layout_(layout), pieces_(pieces) {}

  void classifyAll() {
    for (std::size_t i = 0; i < pieces_.size(); ++i) classify(i);
    chooseUpright();
    nameShapes();
  }

 private:
  struct Known {
    Polygon relative;  // corners less the centre
    std::uint16_t shape;
    Pose pose;
  };

  Polygon relative(std::size_t i) const {
    return translated(layout_.outline(pieces_[i]), -1.0 * pieces_[i].centre);
  }

  void classify(std::size_t i) {
    Piece& piece = pieces_[i];
    const Polygon outline = relative(i);
    const auto [known, fresh] = find(outline);
    knownOf_.push_back(known);
    piece.shape = known_[known].shape;
    if (fresh && layout_.shapes.size() <= piece.shape) addShape(outline, piece.shape);
  }

  std::pair<std::size_t, bool> find(const Polygon& outline) {
    const Sieve sieve = Sieve::of(outline);
    for (std::size_t k = known_.size(); k-- > 0;)
      if (sieves_[k].matches(sieve) && samePlace(known_[k].relative, outline)) return {k, false};
    std::uint16_t shape = static_cast<std::uint16_t>(layout_.shapes.size());
    for (std::size_t s = 0; s < layout_.shapes.size(); ++s) {
      if (!shapeSieves_[s].matches(sieve) || !poseOf(outline, layout_.shapes[s].outline)) continue;
      shape = static_cast<std::uint16_t>(s);
      break;
    }
    known_.push_back({outline, shape, {}});
    sieves_.push_back(sieve);
    return {known_.size() - 1, true};
  }

  void addShape(const Polygon& outline, std::uint16_t) {
    Shape shape;
    shape.symmetry = symmetryOf(outline);
    shape.outline = handOf(outline) < 0 ? placed(outline, {}, true, {}) : outline;
    shapeSieves_.push_back(Sieve::of(outline));
    layout_.shapes.push_back(std::move(shape));
  }

  void chooseUpright() {
    std::vector<int> best(layout_.shapes.size(), -1);
    for (const Known& k : known_) {
      if (handOf(k.relative) < 0) continue;
      const int score = uprightness(k.relative);
      if (score <= best[k.shape]) continue;
      best[k.shape] = score;
      layout_.shapes[k.shape].outline = k.relative;
    }
    for (Known& k : known_) k.pose = poseOf(k.relative, layout_.shapes[k.shape].outline).value_or(Pose{});
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
      const Known& k = known_[knownOf_[i]];
      Piece& piece = pieces_[i];
      piece.turn = k.pose.turn;
      const bool chiral = layout_.shapes[k.shape].symmetry.chiral();
      piece.hand = static_cast<std::int8_t>(!chiral ? 0 : k.pose.mirrored ? -1 : 1);
    }
  }

  void nameShapes() {
    for (std::uint32_t i = 0; i < pieces_.size(); ++i) {
      Shape& s = layout_.shapes[pieces_[i].shape];
      if (s.pieces++ == 0) s.first = i;
    }
    for (Shape& s : layout_.shapes) s.edges = edgesOf(s.outline);
    clathra::nameShapes(layout_);
  }

  Layout& layout_;
  std::vector<Piece>& pieces_;
  std::vector<Known> known_;
  std::vector<Sieve> sieves_, shapeSieves_;
  std::vector<std::size_t> knownOf_;
};

}  // namespace

void LayoutBuilder::add(PolygonView outline, PieceKey key, std::uint32_t row) {
  Piece piece;
  piece.first = static_cast<std::uint32_t>(corners_.size());
  piece.count = static_cast<std::uint16_t>(outline.size());
  piece.key = key;
  piece.row = row;
  piece.centre = centroid(outline);
  if (signedArea(outline) < 0)
    corners_.insert(corners_.end(), outline.rbegin(), outline.rend());
  else
    corners_.insert(corners_.end(), outline.begin(), outline.end());
  pieces_.push_back(piece);
}

Layout LayoutBuilder::finish(FinishingSides sides, Box finished, bool keepOrder) && {
  Layout layout;
  layout.sides = sides;
  layout.finished = finished;
  layout.corners = CornerList(std::move(corners_));
  if (!keepOrder) sortIntoRows(pieces_);
  Classifier(layout, pieces_).classifyAll();
  layout.pieces = std::move(pieces_);
  return layout;
}

std::string ownShapeId(const std::string& name) {
  std::string out;
  for (const char c : name)
    out += c == ' ' ? '-' : static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
  return out;
}

Layout withOwnShapes(Layout layout, std::vector<OwnShape> shapes) {
  if (shapes.empty() && layout.ownShapes.empty()) return layout;
  layout.ownShapes = std::move(shapes);
  nameShapes(layout);
  return layout;
}

std::string sidesName(FinishingSides sides) {
  switch (sides) {
    case FinishingSides::EdgePieces:
      return "edge-pieces";
    case FinishingSides::Slice:
      return "slice";
    case FinishingSides::Outline:
      break;
  }
  return "outline";
}

}  // namespace clathra
