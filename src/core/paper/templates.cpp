#include "paper/templates.hpp"

#include <algorithm>
#include <set>

#include "paper/loose_fill.hpp"
#include "paper/nesting.hpp"
#include "paper/sheets.hpp"
#include "shape/allowance.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

/// Where a line through the centroid leaves an outline, both ways.
std::pair<Point, Point> across(PolygonView outline, Point through, Point along) {
  double least = 0, most = 0;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point p = outline[i], d = outline[(i + 1) % outline.size()] - p;
    const double det = cross(along, d);
    if (std::abs(det) < 1e-9) continue;
    const double t = cross(p - through, d) / det, u = cross(p - through, along) / det;
    if (u < -1e-9 || u > 1 + 1e-9) continue;
    least = std::min(least, t);
    most = std::max(most, t);
  }
  return {through + least * along, through + most * along};
}

/// Directions of the mirror axes through the centroid: of the lines to corners and to middles of sides.
std::vector<Point> axesOf(PolygonView p) {
  std::vector<Point> out;
  const Point c = centroid(p);
  std::vector<Point> ends(p.begin(), p.end());
  for (std::size_t i = 0; i < p.size(); ++i) ends.push_back(0.5 * (p[i] + p[(i + 1) % p.size()]));
  for (const Point e : ends) {
    const Point d = e - c;
    if (length(d) < 1e-6) continue;
    const Point along = (1 / length(d)) * d;
    if (std::any_of(out.begin(), out.end(), [&](Point o) { return std::abs(cross(o, along)) < 1e-6; }))
      continue;
    const bool mirrors = std::all_of(p.begin(), p.end(), [&](Point q) {
      const Point v = q - c, image = c + 2 * dot(v, along) * along - v;
      return std::any_of(p.begin(), p.end(), [&](Point o) { return distance(o, image) < 1e-3; });
    });
    if (mirrors) out.push_back(along);
  }
  return out;
}

struct TemplateKind {
  std::uint16_t shape = 0;
  int hand = 0;
  bool behind = false;
  friend auto operator<=>(const TemplateKind&, const TemplateKind&) = default;
};

MarkedSide turnedOver(MarkedSide side) {
  return side == MarkedSide::Front ? MarkedSide::Back : MarkedSide::Front;
}

/// Shapes and hands of the layout; of one hand also as a cloth wants it that is drawn on its wrong side.
std::set<TemplateKind> kindsOf(const Project& project, bool masters) {
  std::set<TemplateKind> out;
  for (std::size_t i = 0; i < project.layout->size(); ++i) {
    const Piece& p = project.layout->pieces[i];
    const Cloth* cloth = clothById(project, project.painting[i]);
    out.insert({p.shape, p.hand, !masters && p.hand != 0 && cloth && cloth->drawnBehind});
  }
  return out;
}

const MotifChoice* choiceOf(const Project& project, int id) {
  for (const MotifChoice& m : project.motifs)
    if (m.id == id) return &m;
  return nullptr;
}

/// Seen from behind left and right change places.
Polygon seen(Polygon outline, bool behind) {
  return behind ? placed(outline, {}, true, {}) : outline;
}

/// A frame about its choice's spot; nothing where no piece shows it, or its cloth has no print.
std::optional<ClothTemplate> frameOf(const Project& project, const MotifChoice& m) {
  const Cloth* cloth = clothById(project, m.cloth);
  if (!cloth || !cloth->print || m.pieces.empty()) return std::nullopt;
  const Layout& layout = *project.layout;
  const Piece& first = layout.pieces[m.pieces.front()];
  const Shape& shape = layout.shapes[first.shape];
  if (shape.name != m.shape) return std::nullopt;
  const Polygon paper = placed(shape.outline, m.turn, first.hand < 0, {});
  ClothTemplate out;
  out.inner = seen(paper, cloth->drawnBehind);
  out.patch = seen(allowanceOutline(paper, allowanceOf(project, *cloth, m.shape), Tips::Blunted,
                                    project.settings.bluntBelow),
                   cloth->drawnBehind);
  Box b = bounds(out.patch);
  const double wider = std::max(0.0, kLeastCard - 2 * kCardRound - b.width()) / 2;
  b.left -= wider;
  b.right += wider;
  out.outer = {{b.left - kCardRound, b.top - kCardRound},
               {b.right + kCardRound, b.top - kCardRound},
               {b.right + kCardRound, b.bottom + kCardRound + kCardForWords},
               {b.left - kCardRound, b.bottom + kCardRound + kCardForWords}};
  return out;
}

/// The hole for the detail that the choice is found by, where the card would cover it.
void addDetail(const Project& project, ClothTemplate& frame) {
  const MotifChoice* m = choiceOf(project, *frame.motif);
  if (!m || !m->reference) return;
  const Point at = onFrame(project, frame, *m->reference);
  if (!contains(frame.inner, at) && contains(frame.outer, at)) frame.holes.push_back(at);
}

}  // namespace

Point onFrame(const Project& project, const ClothTemplate& frame, Point onPicture) {
  const MotifChoice* m = choiceOf(project, frame.motif.value_or(0));
  const Cloth* cloth = m ? clothById(project, m->cloth) : nullptr;
  if (!cloth) return onPicture;
  Point by = onPicture - m->at;
  if (cloth->drawnBehind) by.x = -by.x;
  return centroid(frame.inner) + rotated(by, frame.turned);
}

PencilError pencilError(const Shape& shape, double pencil, double border) {
  const Polygon traced = allowanceOutline(shape.outline, pencil / 2);
  // All sides grow by one factor where all corners are alike; else the whole outline's growth is told.
  const double grown = outlineLength(traced) / outlineLength(shape.outline) - 1;
  return {shape.edge * grown, border * grown};
}

Result<TemplatePlan> planTemplates(const Project& project, const TemplateOptions& o,
                                   const Progress& progress) {
  if (o.copies < 1 || o.copies > kMostTemplateCopies)
    return fail("template-copies", o.copies, kMostTemplateCopies);
  if (o.masters && !(o.pencil >= 0 && o.pencil <= kMostPencil))
    return fail("pencil-range", fineArg(kMostPencil, 1));
  const Layout& layout = *project.layout;
  TemplatePlan out;
  out.page = o.page;
  out.side = o.side;
  out.masters = o.masters;
  out.pencil = o.masters ? o.pencil : 0;
  out.gap = o.gap;
  out.allowance = o.masters ? 0 : project.settings.allowance.mm();
  Page laying = o.page;
  laying.margin -= o.gap / 2;
  const Box room = printable(laying);
  struct One {
    TemplateKind kind;
    bool window;
    Polygon paper, patch, laid;
    std::optional<int> motif;
    Polygon allowance;  ///< of a frame
  };
  std::vector<One> all;
  for (const TemplateKind& kind : kindsOf(project, o.masters)) {
    const Polygon paper =
        paperOutline(layout.shapes[kind.shape], kind.hand, kind.behind ? turnedOver(o.side) : o.side);
    const Polygon patch =
        o.masters ? allowanceOutline(paper, -o.pencil / 2)
                  : allowanceOutline(paper, out.allowance, Tips::Blunted, project.settings.bluntBelow);
    const Polygon laid = o.masters ? paper : patch;
    if (!fitsPage(laid, o.page)) {
      out.tooLarge.emplace_back(kind.shape, kind.hand);
      continue;
    }
    for (const bool window : {true, false})
      for (int n = 0; n < o.copies && !(window && o.masters); ++n)
        all.push_back(
            {kind, window, paper, patch, o.gap > 0 ? allowanceOutline(laid, o.gap / 2) : laid, {}, {}});
  }
  for (const MotifChoice& m : project.motifs) {
    const auto frame = o.masters ? std::nullopt : frameOf(project, m);
    if (!frame) continue;
    if (!fitsPage(frame->outer, o.page)) {
      out.framesTooLarge.push_back(m.id);
      continue;
    }
    const Piece& first = layout.pieces[m.pieces.front()];
    all.push_back({{first.shape, first.hand, false},
                   true,
                   frame->inner,
                   frame->outer,
                   o.gap > 0 ? allowanceOutline(frame->outer, o.gap / 2) : frame->outer,
                   m.id,
                   frame->patch});
  }
  std::stable_sort(all.begin(), all.end(),
                   [](const One& a, const One& b) { return area(a.laid) > area(b.laid) + 1e-6; });
  std::vector<Polygon> outlines;
  for (const One& one : all) outlines.push_back(one.laid);
  double needed = 0;
  for (const Polygon& p : outlines) needed += area(p);
  std::optional<std::vector<LoosePaper>> laid;
  for (auto pages =
           static_cast<std::size_t>(std::max(1.0, std::ceil(needed / (room.width() * room.height()))));
       !laid && !outlines.empty(); ++pages) {
    laid = looseFill(outlines, room, pages, progress);
    if (progress.cancelled()) return fail(kCancelled);
    if (pages > outlines.size() + 1) break;
  }
  for (std::size_t i = 0; laid && i < all.size(); ++i) {
    const LoosePaper& l = (*laid)[i];
    if (out.pages.size() <= l.page) out.pages.resize(l.page + 1);
    ClothTemplate t;
    t.shape = all[i].kind.shape;
    t.hand = all[i].kind.hand;
    t.behind = all[i].kind.behind;
    t.window = all[i].window;
    // It was laid by its box; paper and patch lie in it as they do untouched.
    const Point by = l.outline[0] - placed(all[i].laid, l.turn, false, {})[0];
    t.outer = translated(placed(all[i].patch, l.turn, false, {}), by);
    t.inner = translated(placed(all[i].paper, l.turn, false, {}), by);
    if (all[i].motif) {
      t.motif = all[i].motif;
      t.patch = translated(placed(all[i].allowance, l.turn, false, {}), by);
      t.turned = l.turn;
      addDetail(project, t);
      out.pages[l.page].templates.push_back(std::move(t));
      continue;
    }
    for (const OutlineEdge& e : edgesOf(t.inner)) t.holes.push_back(t.inner[e.first]);
    for (const Point axis : axesOf(t.inner))
      t.centreLines.push_back(across(t.outer, centroid(t.inner), axis));
    out.pages[l.page].templates.push_back(std::move(t));
  }
  return out;
}

}  // namespace clathra
