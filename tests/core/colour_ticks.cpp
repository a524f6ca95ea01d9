// Ticks of colours on papers: each lies where its piece's own patch changes its colour.
#include "motif/colour_ticks.hpp"

#include "image/decode.hpp"
#include "layout/seams.hpp"
#include "motif/pose.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Rings about a place of the picture, 120 by 100 mm at ten pixels to the mm: a new colour beyond each
/// radius.
Raster ringsAbout(Point middle, const std::vector<double>& radii) {
  static constexpr std::array<std::array<int, 3>, 4> kColours{
      {{240, 232, 214}, {40, 60, 120}, {180, 80, 50}, {30, 110, 70}}};
  Raster out{1200, 1000, {}};
  for (int y = 0; y < out.height; ++y)
    for (int x = 0; x < out.width; ++x) {
      const double r = distance({(x + 0.5) / 10, (y + 0.5) / 10}, middle);
      const auto ring =
          std::size_t(std::count_if(radii.begin(), radii.end(), [&](double q) { return r > q; }));
      for (const int v : kColours[ring]) out.rgba.push_back(std::uint8_t(v));
      out.rgba.push_back(255);
    }
  return out;
}

struct Wish {
  std::string arrangement, shape;
  double turn = 0;
  bool mirrored = false, toMiddle = false;
  std::size_t corner = 0;  ///< of the window, that the rings are about
};
constexpr double kEdge = 40;

/// A little beside the corner, towards the next one: the rings cross both edges there at distances that
/// differ.
Point middleOf(const Project& p, std::size_t corner) {
  const Polygon window = windowOutline(*p.layout, p.motifs[0]);
  const Point at = window[corner], next = window[(corner + 1) % window.size()];
  return at + (0.4 / distance(at, next)) * (next - at);
}

Project printed(const Wish& w) {
  Project p = support::project(support::recipe(w.arrangement, kEdge, 4, 3));
  json mirrors = json::array();
  if (w.mirrored) mirrors.push_back({{"deg", 90}, {"point", {60, 0}}});
  p = support::edited(p, {{"edit", "addCloth"},
                          {"name", "C"},
                          {"width", 1000},
                          {"lengths", {3000}},
                          {"print",
                           {{"picture", "p.png"},
                            {"dpi", 254},
                            {"along", 100},
                            {"across", 120},
                            {"kind", "straight"},
                            {"mirror_axes", mirrors}}}});
  // A unit round a corner looks to its middle; else nearly all.
  const auto atCorner = [&](Point c) {
    json out = json::array();
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      for (const Point q : p.layout->outline(i))
        if (distance(q, c) < 1e-3) out.push_back(i + 1);
    return out;
  };
  json pieces = json::array();
  if (w.toMiddle)
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      for (const Point q : p.layout->outline(i))
        if (json round = atCorner(q); round.size() > pieces.size()) pieces = round;
  for (std::size_t i = 0; i < p.layout->size() && !w.toMiddle; ++i)
    if (i % 7 != 3) pieces.push_back(i + 1);
  p = support::edited(p, {{"edit", "addMotif"},
                          {"name", "M"},
                          {"cloth", "C"},
                          {"shape", w.shape},
                          {"at", {60, 50}},
                          {"turn", w.turn},
                          {"mirrored", w.mirrored},
                          {"to_middle", w.toMiddle},
                          {"pieces", pieces}});
  p.pictures["p.png"] = *pictureFrom(*encodePng(ringsAbout(middleOf(p, w.corner), {12, 31.5})));
  for (Cloth& c : p.cloths)
    if (c.print) c.print->picture = "p.png";
  return p;
}

}  // namespace

class ColourTicksTest : public QObject {
  Q_OBJECT
 private slots:
  // guarantee 1 of colour_ticks.hpp
  void everyTickLiesOnAChangeOfItsOwnPatch() {
    std::vector<Wish> wishes{{"hexagons", "hexagon", 15, true, false, 3}};
    // The rings about each corner in turn: about one of them the unit has its middle.
    for (std::size_t corner = 0; corner < 6; ++corner) {
      wishes.push_back({"hexagons", "hexagon", -10, false, true, corner});
      if (corner < 4) wishes.push_back({"squares", "square", 25, false, true, corner});
      for (const double turn : {15.0, 100.0})
        for (const bool mirrored : {false, true})
          if (corner < 3) wishes.push_back({"triangles", "triangle60", turn, mirrored, true, corner});
    }
    std::map<std::string, std::size_t> found;
    for (const Wish& w : wishes) {
      const Project p = printed(w);
      const auto ticks = colourTicks(p);
      QVERIFY(ticks);
      std::map<std::uint32_t, Motion> onPicture;
      for (const PrintedPiece& one : motifPieces(p)) onPicture.insert({one.piece, one.toLayout.inverse()});
      const Point middle = middleOf(p, w.corner);
      std::size_t all = 0;
      for (const auto& [piece, list] : *ticks)
        for (const ColourTick& t : list) {
          ++all;
          // The picture is seen by its steps too.
          Point at = onPicture.at(piece).apply(t.at);
          double off = 1e9;
          for (int i = -1; i <= 1; ++i)
            for (int j = -1; j <= 1; ++j)
              for (const double r : {12.0, 31.5})
                off = std::min(off, std::abs(distance(at, middle + Point{120.0 * i, 100.0 * j}) - r));
          QVERIFY2(off < 0.15,
                   qPrintable(
                       QString("%1 corner %2: %3 mm off").arg(w.arrangement.c_str()).arg(w.corner).arg(off)));
          const PolygonView paper = p.layout->outline(piece);
          QVERIFY(contains(paper, t.at + 0.5 * t.inward));
          QVERIFY(!contains(paper, t.at - 0.5 * t.inward));
        }
      // Three corners of a window have none, but the unit's middle is one of them for some wish of each
      // shape.
      found[w.arrangement + (w.mirrored ? " mirrored" : "") + (w.turn > 50 ? " far" : "")] += all;
      // On both sides of a seam there are as many.
      for (const Seam& s : buildSeams(*p.layout).seams) {
        const auto on = [&](std::uint32_t piece, int edge) {
          const PolygonView o = p.layout->outline(piece);
          const Point a = o[std::size_t(edge)], b = o[(std::size_t(edge) + 1) % o.size()];
          int n = 0;
          if (const auto own = ticks->find(piece); own != ticks->end())
            for (const ColourTick& t : own->second)
              n += std::abs(distance(a, t.at) + distance(t.at, b) - distance(a, b)) < 1e-6;
          return n;
        };
        QCOMPARE(on(s.a, s.edgeOfA), on(s.b, s.edgeOfB));
      }
    }
    found.erase("hexagons mirrored");  // neighbours that are no images of each other: none is right
    for (const auto& [arrangement, n] : found) QVERIFY2(n > 1, arrangement.c_str());
  }
  void withoutAPictureThereAreNone() {
    Project p = printed({"triangles", "triangle60", 0, false, false, 0});
    p.pictures.clear();
    const auto ticks = colourTicks(p);
    QVERIFY(ticks && ticks->empty());
    Progress stopped;
    stopped.cancel();
    const auto cut = colourTicks(p, stopped);
    QVERIFY(!cut && cut.error().message.id == kCancelled);
  }
};

CLATHRA_TEST(ColourTicksTest, "colour_ticks")
#include "colour_ticks.moc"
