#include "exchange/cut_file.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "exchange/dxf_writer.hpp"
#include "measure/length.hpp"
#include "shape/allowance.hpp"
#include "shape/arcs.hpp"
#include "shape/convex.hpp"

namespace clathra {

namespace {

constexpr double kSameLine = 1e-3;  // mm
constexpr double kSameTurn = 1e-6;  // radians
constexpr double kLeastWord = 2;    // mm
constexpr double kApart = 0.5;      // mm left between two cuts: less falls to bits

struct Stretch {
  double angle, rho, from, to;
};

Stretch stretchOf(Point a, Point b) {
  constexpr double kPi = 3.14159265358979323846;
  double angle = std::atan2(b.y - a.y, b.x - a.x);
  if (angle < -kSameTurn) angle += kPi;
  if (angle > kPi - kSameTurn) angle -= kPi;
  const Point u{std::cos(angle), std::sin(angle)};
  return {angle, cross(u, a), std::min(dot(u, a), dot(u, b)), std::max(dot(u, a), dot(u, b))};
}

/// Chords that were seen, told by their middles to 0.02 mm.
class Chords {
 public:
  bool isNew(Point a, Point b) {
    const Point middle = 0.5 * (a + b);
    const auto x = static_cast<long>(std::floor(middle.x / kCell)),
               y = static_cast<long>(std::floor(middle.y / kCell));
    for (long dx = -1; dx <= 1; ++dx)
      for (long dy = -1; dy <= 1; ++dy)
        if (const auto at = seen_.find({x + dx, y + dy}); at != seen_.end())
          for (const Point q : at->second)
            if (distance(q, middle) < kNear) return false;
    seen_[{x, y}].push_back(middle);
    return true;
  }

 private:
  static constexpr double kCell = 0.05, kNear = 0.02;  // mm
  std::map<std::pair<long, long>, std::vector<Point>> seen_;
};

/// Straight edges that lie on each other become one, and so do edges that run on; arcs that lie on each other
/// too.
std::vector<std::vector<Point>> onceEach(const std::vector<Polygon>& outlines) {
  std::vector<Stretch> straight;
  std::vector<std::vector<Point>> out;
  Chords chords;
  for (const Polygon& p : outlines)
    for (const OutlineEdge& s : edgesOf(p)) {
      if (!s.isArc()) {
        straight.push_back(stretchOf(p[s.first], p[(s.first + s.edges) % p.size()]));
        continue;
      }
      // Arcs may lie on each other in part: chord by chord, what is new runs on as one path.
      std::vector<Point> run;
      const auto end = [&] {
        if (run.size() > 1) out.push_back(run);
        run.clear();
      };
      for (std::size_t k = 0; k < s.edges; ++k) {
        const Point from = p[(s.first + k) % p.size()], to = p[(s.first + k + 1) % p.size()];
        if (!chords.isNew(from, to)) {
          end();
          continue;
        }
        if (run.empty()) run.push_back(from);
        run.push_back(to);
      }
      end();
    }
  std::sort(straight.begin(), straight.end(),
            [](const Stretch& a, const Stretch& b) { return a.angle < b.angle; });
  for (std::size_t i = 1; i < straight.size(); ++i)
    if (straight[i].angle - straight[i - 1].angle < kSameTurn) straight[i].angle = straight[i - 1].angle;
  std::sort(straight.begin(), straight.end(), [](const Stretch& a, const Stretch& b) {
    return a.angle != b.angle ? a.angle < b.angle : a.rho < b.rho;
  });
  for (std::size_t i = 1; i < straight.size(); ++i)
    if (straight[i].angle == straight[i - 1].angle && straight[i].rho - straight[i - 1].rho < kSameLine)
      straight[i].rho = straight[i - 1].rho;
  std::sort(straight.begin(), straight.end(), [](const Stretch& a, const Stretch& b) {
    return std::tuple(a.angle, a.rho, a.from) < std::tuple(b.angle, b.rho, b.from);
  });
  for (std::size_t i = 0; i < straight.size();) {
    Stretch s = straight[i++];
    while (i < straight.size() && straight[i].angle == s.angle && straight[i].rho == s.rho &&
           straight[i].from <= s.to + kSameLine)
      s.to = std::max(s.to, straight[i++].to);
    const Point u{std::cos(s.angle), std::sin(s.angle)}, off = s.rho * Point{-u.y, u.x};
    out.push_back({s.from * u + off, s.to * u + off});
  }
  return out;
}

Status checkWishes(const CutWishes& w, double gap) {
  if (!(w.kerf >= 0 && w.kerf <= kMostKerf)) return fail("kerf-range", fineArg(kMostKerf, 1));
  if (w.kerf > 0 && w.sharedOnce && std::abs(w.kerf - gap) > 1e-6)
    return fail("kerf-and-shared", fineArg(w.kerf, 2));
  if (w.kerf > gap + 1e-9) return fail("kerf-wants-gap", fineArg(w.kerf, 2), fineArg(gap, 2));
  return {};
}

}  // namespace

double gapFor(const CutWishes& wishes, double gap) {
  if (wishes.kerf <= 0) return gap;
  return wishes.sharedOnce ? wishes.kerf : std::max(gap, wishes.kerf + kApart);
}

namespace {

Polygon widened(const Polygon& p, double by) {
  return by != 0 ? allowanceOutline(p, by) : p;
}

std::string number(double x) {
  return formatNumber(x, 4);
}

std::string pathOf(PolygonView p, bool closed) {
  std::string out;
  for (std::size_t i = 0; i < p.size(); ++i)
    out += (i == 0 ? "M" : " L") + number(p[i].x) + " " + number(p[i].y);
  return out + (closed ? " Z" : "");
}

}  // namespace

Result<CutPage> sheetCuts(const Layout& layout, const SheetPlan& plan, std::size_t sheet,
                          const CutWishes& wishes) {
  const Sheet& s = plan.sheets[sheet];
  if (const auto ok = checkWishes(wishes, s.tile ? 0 : plan.gap); !ok) return tl::make_unexpected(ok.error());
  CutPage out;
  out.width = plan.page.width;
  out.height = plan.page.height;
  std::vector<Polygon> outlines;
  for (const SheetPaper& paper : s.papers) {
    Polygon outline = paper.outline;
    if (s.tile) {
      const Box b = s.tile->shown;
      const Polygon window{{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}};
      outline = clipped(outline, *ConvexView::of(window));
      if (outline.size() < 3 || area(outline) < 0.01) continue;
    }
    std::string text = paper.piece == kNoPiece ? std::string() : std::to_string(paper.piece + 1);
    if (paper.hand != 0) text += std::string(text.empty() ? "" : " ") + (paper.hand > 0 ? "R" : "L");
    if (text.empty()) text = layout.shapes[paper.shape].title;
    const Box b = bounds(outline);
    const double height = std::min(
        {4.0, 0.3 * std::min(b.width(), b.height()), 0.8 * b.width() / static_cast<double>(text.size())});
    if (height >= kLeastWord) out.words.push_back({centroid(outline), height, text});
    outlines.push_back(std::move(outline));
  }
  for (Polygon& p : outlines) p = widened(p, wishes.kerf / 2);
  if (wishes.sharedOnce)
    out.open = onceEach(outlines);
  else
    out.closed = std::move(outlines);
  return out;
}

Result<CutPage> templateCuts(const TemplatePlan& plan, std::size_t page, const CutWishes& wishes) {
  if (const auto ok = checkWishes(wishes, plan.gap); !ok) return tl::make_unexpected(ok.error());
  CutPage out;
  out.width = plan.page.width;
  out.height = plan.page.height;
  for (const ClothTemplate& t : plan.pages[page].templates) {
    if (t.window)
      out.closed.push_back(widened(t.inner, -wishes.kerf / 2));
    else
      out.drawn.push_back(t.inner);
    out.closed.push_back(widened(t.outer, wishes.kerf / 2));
  }
  if (wishes.sharedOnce) {
    out.open = onceEach(out.closed);
    out.closed.clear();
  }
  return out;
}

std::string cutDxf(const CutPage& page) {
  const Polygon edge{{0, 0}, {page.width, 0}, {page.width, page.height}, {0, page.height}};
  DxfWriter dxf({"PAGE", "CUT", "MARKS"}, bounds(edge));
  dxf.outline(edge, "PAGE");
  for (const Polygon& p : page.closed) dxf.outline(p, "CUT");
  for (const auto& line : page.open) dxf.line(line, "CUT");
  for (const Polygon& p : page.drawn) dxf.outline(p, "MARKS");
  for (const CutPage::Word& w : page.words) dxf.word(w.at, w.height, w.text, "MARKS");
  return dxf.take();
}

std::string cutSvgGroup(const CutPage& page) {
  std::string out = "<g id=\"cut\" fill=\"none\" stroke=\"#000000\" stroke-width=\"0.2\">\n";
  for (const Polygon& p : page.closed) out += "<path d=\"" + pathOf(p, true) + "\"/>\n";
  for (const auto& line : page.open) out += "<path d=\"" + pathOf(line, false) + "\"/>\n";
  return out + "</g>\n";
}

}  // namespace clathra
