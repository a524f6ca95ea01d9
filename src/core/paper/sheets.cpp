#include "paper/sheets.hpp"

#include <algorithm>
#include <climits>
#include <cmath>
#include <map>

#include "layout/unit.hpp"
#include "paper/block.hpp"
#include "paper/loose_fill.hpp"
#include "paper/nesting.hpp"
#include "paper/split.hpp"
#include "shape/allowance.hpp"
#include "shape/strip.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

/// One kind of paper and the pieces that wait for it.
struct Kind {
  std::uint16_t shape = 0;
  int hand = 0;
  Polygon outline;
  Polygon laid;                       ///< with half of the gap round it
  std::vector<std::uint32_t> pieces;  ///< or kNoPiece
  int needed = 0;
  PageFill fill;
};

Polygon withGap(PolygonView outline, double gap) {
  return gap > 0 ? allowanceOutline(outline, gap / 2) : Polygon(outline.begin(), outline.end());
}

/// The outline itself where a copy of it was laid with half of the gap round it.
Polygon withoutGap(PolygonView outline, PolygonView laid, const Polygon& copy, Angle turn, double gap) {
  if (gap <= 0) return copy;
  return placed(outline, turn, false, centroid(copy) - rotated(centroid(laid), turn));
}

std::vector<Kind> kindsOf(const Layout& layout, const SheetOptions& options) {
  std::map<std::pair<std::uint16_t, int>, Kind> kinds;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const Piece& p = layout.pieces[i];
    kinds[{p.shape, p.hand}].pieces.push_back(i);
  }
  std::vector<Kind> out;
  for (auto& [key, kind] : kinds) {
    kind.shape = key.first;
    kind.hand = key.second;
    kind.outline = paperOutline(layout.shapes[key.first], key.second, options.side);
    kind.laid = withGap(kind.outline, options.gap);
    kind.needed = static_cast<int>(kind.pieces.size());
    if (options.counts) {
      const auto at = options.counts->find(key);
      if (options.usedAgain) kind.pieces.clear();
      kind.pieces.resize(at == options.counts->end() ? 0 : static_cast<std::size_t>(std::max(0, at->second)),
                         kNoPiece);
    }
    out.push_back(std::move(kind));
  }
  return out;
}

/// The layout's top as it points on a paper that lies `turn` from its paperOutline.
Point topOf(const Piece& piece, MarkedSide side, Angle turn) {
  Point up = rotated({0, -1}, -piece.turn);
  if (side == MarkedSide::Back) up.x = -up.x;
  return rotated(up, turn);
}

SheetPaper paperOf(const Layout& layout, const Kind& kind, std::uint32_t piece, const SheetOptions& options,
                   const PageFill::Copy& copy) {
  const Point top =
      piece == kNoPiece ? rotated({0, -1}, copy.turn) : topOf(layout.pieces[piece], options.side, copy.turn);
  return {piece, kind.shape, kind.hand,
          withoutGap(kind.outline, kind.laid, copy.outline, copy.turn, options.gap), top};
}

/// Copies in reading order, so that numbers run as one reads.
void sortForReading(std::vector<PageFill::Copy>& copies) {
  std::stable_sort(copies.begin(), copies.end(), [](const auto& a, const auto& b) {
    const Point p = centroid(a.outline), q = centroid(b.outline);
    const double rowP = std::round(p.y * 4), rowQ = std::round(q.y * 4);
    return rowP != rowQ ? rowP < rowQ : p.x < q.x;
  });
}

int strokesOfSheet(const Sheet& sheet) {
  std::vector<Polygon> outlines;
  for (const auto& p : sheet.papers) outlines.push_back(p.outline);
  return static_cast<int>(strokesOf(outlines).size());
}

/// What is left over of a kind after its full sheets, as rows of a strip across the page.
struct Rest {
  const Kind* kind = nullptr;
  std::size_t first = 0;  ///< of kind->pieces
  StripLay lay;
  std::size_t perRow = 0;
  std::size_t count() const { return kind->pieces.size() - first; }
  std::size_t rows() const { return (count() + perRow - 1) / perRow; }
  double height() const { return static_cast<double>(rows()) * lay.height; }
};

bool layRows(Rest& rest, const Box& room) {
  double best = 1e300;
  const Polygon outline = ConvexOutline::around(rest.kind->laid).outline();
  for (const StripLay& lay : stripLays(outline, true)) {
    Rest tried = rest;
    tried.lay = lay;
    tried.perRow = lay.fitting(room.width());
    if (tried.perRow == 0 || tried.height() > room.height() || tried.height() >= best) continue;
    best = tried.height();
    rest = tried;
  }
  return best < 1e300;
}

/// Not more papers than this are laid wherever there is room; they never fill more than so much of the pages.
constexpr std::size_t kMostLoose = 160;
constexpr double kFullest = 0.93;

class SheetMaker {
 public:
  SheetMaker(const Layout& layout, const SheetOptions& options) : layout_(layout), options_(options) {
    plan_.page = options.page;
    plan_.side = options.side;
    plan_.gap = options.gap;
    laying_ = options.page;
    laying_.margin -= options.gap / 2;  // what lies round a paper may lie in the margin
  }

  Result<SheetPlan> plan(const Progress& progress) {
    auto kinds = kindsOf(layout_, options_);
    std::vector<Rest> rests;
    if (!options_.groups.empty()) return sorted(kinds, progress);
    for (std::size_t k = 0; k < kinds.size(); ++k) {
      if (progress.cancelled()) return fail(kCancelled);
      progress.report(static_cast<double>(k) / static_cast<double>(kinds.size()));
      Kind& kind = kinds[k];
      note(kind);
      if (!plan_.needs.back().fits || kind.pieces.empty()) continue;
      kind.fill = options_.stripsFirst ? stripFill(kind.laid, laying_)
                                       : densestFill(kind.laid, laying_, kind.pieces.size());
      sortForReading(kind.fill.copies);
      const std::size_t each = kind.fill.copies.size();
      const std::size_t full = kind.pieces.size() / each * each;
      addFullSheets(kind, full);
      if (full == kind.pieces.size()) continue;
      Rest rest{&kind, full, {}, 0};
      if (layRows(rest, printable(laying_)))
        rests.push_back(rest);
      else
        addPattern(kind, full, kind.pieces.size());
    }
    const std::size_t full = plan_.sheets.size();
    addRests(rests);
    fewer(full, progress);
    if (progress.cancelled() || !addParts(progress)) return fail(kCancelled);
    finish();
    return std::move(plan_);
  }

 private:
  /// Group by group, in each the larger papers first, wherever there is room: what is cut together lies
  /// together.
  Result<SheetPlan> sorted(const std::vector<Kind>& kinds, const Progress& progress) {
    struct One {
      int group;
      const Kind* kind;
      std::uint32_t piece;
    };
    std::vector<One> all;
    double paper = 0;
    for (const Kind& kind : kinds) {
      note(kind);
      if (!plan_.needs.back().fits) continue;
      for (const auto piece : kind.pieces) {
        all.push_back({piece == kNoPiece ? INT_MAX : options_.groups[piece], &kind, piece});
        paper += area(kind.outline);
      }
    }
    std::stable_sort(all.begin(), all.end(), [](const One& a, const One& b) {
      if (a.group != b.group) return a.group < b.group;
      const double p = area(a.kind->outline), q = area(b.kind->outline);
      return std::abs(p - q) > 1e-6 ? p > q : a.piece < b.piece;
    });
    std::vector<Polygon> outlines;
    outlines.reserve(all.size());
    for (const One& one : all) outlines.push_back(one.kind->laid);
    const Box room = printable(laying_);
    std::optional<std::vector<LoosePaper>> laid;
    for (auto pages = static_cast<std::size_t>(std::max(1.0, paper / (room.width() * room.height()) * 1.3));
         !laid && !all.empty(); pages += pages / 4 + 1) {
      laid = looseFill(outlines, room, pages, progress);
      if (progress.cancelled()) return fail(kCancelled);
    }
    for (std::size_t i = 0; i < all.size(); ++i) {
      const LoosePaper& l = (*laid)[i];
      if (plan_.sheets.size() <= l.page) plan_.sheets.resize(l.page + 1);
      Sheet& sheet = plan_.sheets[l.page];
      const std::string& title = layout_.shapes[all[i].kind->shape].title;
      sheet.shape = sheet.shape.empty() || sheet.shape == title ? title : "several shapes";
      sheet.papers.push_back(paperOf(layout_, *all[i].kind, all[i].piece, options_, {l.outline, l.turn}));
    }
    for (Sheet& sheet : plan_.sheets) sheet.strokes = strokesOfSheet(sheet);
    if (!addParts(progress)) return fail(kCancelled);
    finish();
    return std::move(plan_);
  }

  void note(const Kind& kind) {
    PaperNeed need{kind.shape, kind.hand, kind.needed, static_cast<int>(kind.pieces.size()), true, 0, {}};
    need.fits = fitsPage(kind.outline, options_.page);
    if (!need.fits) {
      for (const Page& page : standardPages())
        if (need.fitsOn.empty() && fitsPage(kind.outline, page)) need.fitsOn = page.title;
      if (auto parts = splitPaper(kind.outline, printable(options_.page))) {
        need.parts = static_cast<int>(parts->size());
        if (!kind.pieces.empty()) split_.emplace_back(&kind, std::move(*parts));
      }
    }
    plan_.needs.push_back(need);
  }

  /// Parts of papers larger than the page, on sheets of their own.
  bool addParts(const Progress& progress) {
    const Box room = printable(laying_);
    std::vector<Polygon> outlines;
    struct One {
      const Kind* kind;
      std::uint32_t piece;
      const PaperPart* part;
      int number, of;
    };
    std::vector<One> all;
    for (const auto& [kind, parts] : split_)
      for (const auto piece : kind->pieces)
        for (std::size_t n = 0; n < parts.size(); ++n) {
          all.push_back({kind, piece, &parts[n], static_cast<int>(n + 1), static_cast<int>(parts.size())});
          outlines.push_back(withGap(parts[n].outline, options_.gap));
        }
    if (all.empty()) return true;
    std::optional<std::vector<LoosePaper>> laid = looseFill(outlines, room, all.size(), progress);
    if (!laid) return false;
    const std::size_t before = plan_.sheets.size();
    for (std::size_t i = 0; i < all.size(); ++i) {
      const LoosePaper& l = (*laid)[i];
      const One& one = all[i];
      if (plan_.sheets.size() <= before + l.page) plan_.sheets.resize(before + l.page + 1);
      Sheet& sheet = plan_.sheets[before + l.page];
      sheet.shape = layout_.shapes[one.kind->shape].title;
      SheetPaper paper = paperOf(layout_, *one.kind, one.piece, options_, {{}, l.turn});
      paper.outline = withoutGap(one.part->outline, outlines[i], l.outline, l.turn, options_.gap);
      const Point by = paper.outline[0] - rotated(one.part->outline[0], l.turn);
      SheetPart part{one.number, one.of, one.part->tabs, one.part->joins};
      for (auto* lines : {&part.tabs, &part.joins})
        for (auto& [a, b] : *lines) {
          a = rotated(a, l.turn) + by;
          b = rotated(b, l.turn) + by;
        }
      paper.part = static_cast<int>(plan_.parts.size());
      plan_.parts.push_back(std::move(part));
      sheet.papers.push_back(std::move(paper));
    }
    for (std::size_t s = before; s < plan_.sheets.size(); ++s)
      plan_.sheets[s].strokes = strokesOfSheet(plan_.sheets[s]);
    return true;
  }

  void addPattern(const Kind& kind, std::size_t from, std::size_t to) {
    Sheet sheet;
    sheet.shape = layout_.shapes[kind.shape].title;
    for (std::size_t i = from; i < to; ++i)
      sheet.papers.push_back(paperOf(layout_, kind, kind.pieces[i], options_, kind.fill.copies[i - from]));
    sheet.strokes =
        to - from == kind.fill.copies.size() && options_.gap <= 0 ? kind.fill.strokes : strokesOfSheet(sheet);
    plan_.sheets.push_back(std::move(sheet));
  }

  void addFullSheets(const Kind& kind, std::size_t full) {
    for (std::size_t i = 0; i < full; i += kind.fill.copies.size())
      addPattern(kind, i, i + kind.fill.copies.size());
  }

  /// Rests share pages: highest first, each on the first page with room for all its rows (first fit,
  /// decreasing).
  void addRests(std::vector<Rest>& rests) {
    std::stable_sort(rests.begin(), rests.end(),
                     [](const Rest& a, const Rest& b) { return a.height() > b.height(); });
    const Box room = printable(laying_);
    std::vector<std::pair<double, Sheet>> open;
    for (const Rest& rest : rests) {
      std::size_t s = 0;
      while (s < open.size() && open[s].first + rest.height() > room.height() + 1e-6) ++s;
      if (s == open.size()) open.push_back({0.0, Sheet{}});
      addRows(open[s].second, rest, {room.left, room.top + open[s].first});
      open[s].first += rest.height();
    }
    for (auto& [used, sheet] : open) {
      sheet.strokes = strokesOfSheet(sheet);
      plan_.sheets.push_back(std::move(sheet));
    }
  }

  void addRows(Sheet& sheet, const Rest& rest, Point at) {
    const std::string& title = layout_.shapes[rest.kind->shape].title;
    sheet.shape = sheet.shape.empty() || sheet.shape == title ? title : "several shapes";
    const Polygon& outline = rest.kind->laid;
    const auto copies = stripCopies(ConvexOutline::around(outline).outline(), rest.lay, rest.perRow);
    for (std::size_t i = 0; i < rest.count(); ++i) {
      const std::size_t column = i % rest.perRow;
      const Angle turn = rest.lay.turn + (rest.lay.alternate && column % 2 ? kHalfTurn : Angle());
      const std::size_t row = i / rest.perRow;
      const Point by = at + Point{0, static_cast<double>(row) * rest.lay.height};
      PageFill::Copy copy{translated(copies[column], by), turn};
      if (!isConvex(outline))
        copy.outline = placed(
            outline, turn, false,
            centroid(copy.outline) - rotated(centroid(ConvexOutline::hullOf(outline).outline()), turn));
      sheet.papers.push_back(paperOf(layout_, *rest.kind, rest.kind->pieces[rest.first + i], options_, copy));
    }
  }

  /// What is left over after the full sheets, laid anew wherever there is room: on fewer sheets, if it goes.
  /// A few full sheets are opened with it, where there are few papers.
  void fewer(std::size_t full, const Progress& progress) {
    const Box room = printable(laying_);
    for (const std::size_t from : {full, std::size_t(0)}) {
      std::vector<SheetPaper> loose;
      for (std::size_t s = from; s < plan_.sheets.size(); ++s)
        loose.insert(loose.end(), plan_.sheets[s].papers.begin(), plan_.sheets[s].papers.end());
      if (loose.size() > kMostLoose) continue;
      double paper = 0;
      for (const SheetPaper& p : loose) paper += area(p.outline);
      // The larger first: small ones find room between them.
      std::stable_sort(loose.begin(), loose.end(), [](const SheetPaper& a, const SheetPaper& b) {
        const double p = area(a.outline), q = area(b.outline);
        return std::abs(p - q) > 1e-6 ? p > q : std::tie(a.shape, a.hand) < std::tie(b.shape, b.hand);
      });
      while (plan_.sheets.size() > from + 1) {
        const std::size_t pages = plan_.sheets.size() - from - 1;
        if (paper > kFullest * double(pages) * room.width() * room.height()) break;
        std::vector<Polygon> outlines;
        outlines.reserve(loose.size());
        for (const SheetPaper& p : loose)
          outlines.push_back(
              withGap(paperOutline(layout_.shapes[p.shape], p.hand, options_.side), options_.gap));
        const auto laid = looseFill(outlines, room, pages, progress);
        if (!laid) break;
        plan_.sheets.resize(from);
        plan_.sheets.resize(from + pages);
        for (std::size_t i = 0; i < loose.size(); ++i) {
          SheetPaper p = loose[i];
          p.outline = withoutGap(paperOutline(layout_.shapes[p.shape], p.hand, options_.side), outlines[i],
                                 (*laid)[i].outline, (*laid)[i].turn, options_.gap);
          p.top = p.piece == kNoPiece ? rotated({0, -1}, (*laid)[i].turn)
                                      : topOf(layout_.pieces[p.piece], options_.side, (*laid)[i].turn);
          Sheet& sheet = plan_.sheets[from + (*laid)[i].page];
          const std::string& title = layout_.shapes[p.shape].title;
          sheet.shape = sheet.shape.empty() || sheet.shape == title ? title : "several shapes";
          sheet.papers.push_back(std::move(p));
        }
        for (std::size_t s = from; s < plan_.sheets.size(); ++s)
          plan_.sheets[s].strokes = strokesOfSheet(plan_.sheets[s]);
      }
    }
  }

  void finish() {
    for (const Sheet& s : plan_.sheets) {
      for (const SheetPaper& p : s.papers)
        plan_.papers += p.part < 0 || plan_.parts[static_cast<std::size_t>(p.part)].number == 1 ? 1 : 0;
      plan_.strokes += s.strokes;
    }
    plan_.cardArea = static_cast<double>(plan_.sheets.size()) * options_.page.width * options_.page.height;
  }

  const Layout& layout_;
  SheetOptions options_;
  Page laying_;
  SheetPlan plan_;
  std::vector<std::pair<const Kind*, std::vector<PaperPart>>> split_;
};

}  // namespace

std::vector<int> sheetGroups(const Project& project, SheetSorting sorting) {
  const Layout& layout = *project.layout;
  std::vector<int> out;
  if (sorting == SheetSorting::Shape || sorting == SheetSorting::Block) return out;
  if (sorting == SheetSorting::Unit) {
    out = unitsOfPieces(layout, project.recipe.units);
    for (int& u : out)
      if (u < 0) u = INT_MAX - 1;
    return out;
  }
  for (const ClothId c : project.painting) {
    const auto at =
        std::find_if(project.cloths.begin(), project.cloths.end(), [&](const Cloth& x) { return x.id == c; });
    out.push_back(at == project.cloths.end() ? INT_MAX - 1 : static_cast<int>(at - project.cloths.begin()));
  }
  return out;
}

Polygon paperOutline(const Shape& shape, int hand, MarkedSide side) {
  return placed(shape.outline, {}, (hand < 0) != (side == MarkedSide::Back), {});
}

Result<SheetOptions> sheetOptions(const Project& project) {
  const Settings& s = project.settings;
  const auto page = pageOf(s.page, s.margin.mm());
  if (!page) return tl::make_unexpected(page.error());
  SheetOptions out;
  out.page = *page;
  out.side = s.marked;
  out.stripsFirst = s.stripsFirst;
  out.gap = s.gap.mm();
  out.block = s.sorting == SheetSorting::Block;
  out.groups = sheetGroups(project, s.sorting);
  return out;
}

Point onPaper(const Piece& piece, const SheetPaper& paper, MarkedSide side, Point inLayout) {
  Point d = inLayout - piece.centre;
  if (side == MarkedSide::Back) d.x = -d.x;
  // Up, which is (0, -1) on either side, lies along the paper's top.
  const Point along{-paper.top.y, paper.top.x};
  return centroid(paper.outline) + d.x * along - d.y * paper.top;
}

Result<SheetPlan> planSheets(const Layout& layout, const SheetOptions& options, const Progress& progress) {
  if (options.block) return planBlock(layout, options, progress);
  return SheetMaker(layout, options).plan(progress);
}

Result<SheetPlan> planSheets(const Project& project, const SheetOptions& options, const Progress& progress) {
  return planSheets(*project.layout, options, progress);
}

}  // namespace clathra
