#include "draw/map.hpp"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "draw/exporter.hpp"
#include "draw/hatch.hpp"
#include "draw/layout_painter.hpp"
#include "draw/page_text.hpp"
#include "model/tally.hpp"

namespace clathra {

namespace {

constexpr double kMargin = kMapEdge, kHead = kMapHead, kOverlap = kMapOverlap;
// Numbers are 0.27 of a piece's breadth high, and 2 mm is read at arm's length.
constexpr double kLeastAcross = 7.4;
constexpr int kMostPages = 60;  // an atlas of more helps nobody; numbers get smaller instead
constexpr double kBox = 32;     // mm: room for a snippet
constexpr double kRow = 38;     // mm from one box to the next

QString q(const std::string& s) {
  return QString::fromStdString(s);
}

Box shownOf(const Project& project, const PieceIndex& index) {
  return project.layout->sides == FinishingSides::Slice ? index.bounds() : project.layout->finished;
}

/// The breadth of the middle-sized piece, mm.
double usualAcross(const Layout& layout) {
  std::vector<double> all;
  for (std::size_t i = 0; i < layout.size(); ++i) all.push_back(std::sqrt(area(layout.outline(i))));
  if (all.empty()) return 1;
  std::nth_element(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(all.size() / 2), all.end());
  return all[all.size() / 2];
}

QString faceText(bool back) {
  return back ? QStringLiteral("BACK, mirrored, as it lies while it is sewn")
              : QStringLiteral("FRONT, as the finished top is seen");
}

LayoutLook lookOf(const MapLook& map, const SeamGraph& seams) {
  LayoutLook look;
  look.palette = &printPalette();
  look.vector = true;
  look.back = map.back;
  look.view = LayoutView::Numbers;
  look.rim = seams.outer;
  return look;
}

/// "12 hexagon  ·  6 kite, left": how many of each shape and hand wear the cloth.
QString shapesOf(const Project& project, const std::vector<ClothCount>& counts, ClothId cloth) {
  QStringList out;
  for (const ClothCount& c : counts) {
    if (c.cloth != cloth) continue;
    const QString hand = c.hand < 0   ? QStringLiteral(", left")
                         : c.hand > 0 ? QStringLiteral(", right")
                                      : QString();
    out << QStringLiteral("%1 %2%3").arg(c.count).arg(q(project.layout->shapes[c.shape].title), hand);
  }
  return out.join(QStringLiteral("  ·  "));
}

}  // namespace

Page mapPage(const Project& project) {
  Page page = pageOf(project.settings.page).value_or(standardPages().front());
  const Box& f = project.layout->finished;
  if ((f.width() > f.height()) != (page.width > page.height)) std::swap(page.width, page.height);
  return page;
}

MapPages mapPages(const Project& project, const Page& page) {
  const PieceIndex index(*project.layout);
  const Box b = shownOf(project, index);
  const double w = page.width - 2 * kMargin, h = page.height - 2 * kMargin - kHead;
  MapPages out;
  out.scale = std::min(w / std::max(b.width(), 1e-6), h / std::max(b.height(), 1e-6));
  const double wanted = kLeastAcross / usualAcross(*project.layout);
  if (out.scale >= wanted) return out;
  const auto count = [&](double size, double room) {
    return size <= room ? 1 : 1 + static_cast<int>(std::ceil((size - room) / (room - kOverlap) - 1e-9));
  };
  for (double scale = wanted;; scale *= 0.95) {
    out = {count(b.width() * scale, w), count(b.height() * scale, h), scale};
    if (out.pages() <= kMostPages) return out;
  }
}

namespace {

/// What all pages of a map are drawn from.
struct MapSource {
  explicit MapSource(const Project& p)
      : index(*p.layout), seams(buildSeams(*p.layout)), box(shownOf(p, index)) {}
  PieceIndex index;
  SeamGraph seams;
  Box box;
};

void paintPage(QPainter& painter, const Project& project, const MapSource& source, const Page& page,
               const MapPages& pages, int n, const MapLook& map) {
  const PageText text(painter);
  const Box& b = source.box;
  const QRectF room(kMargin, kMargin + kHead, page.width - 2 * kMargin, page.height - 2 * kMargin - kHead);
  const int col = n % pages.across, row = n / pages.across;
  text.line(q(project.name), kMargin, kMargin + 5, 6, QFont::Bold);
  QString head = faceText(map.back);
  if (pages.pages() > 1)
    head += QStringLiteral("  ·  page %1 of %2: %3 from the left, %4 from the top; neighbours overlap")
                .arg(n + 1)
                .arg(pages.pages())
                .arg(col + 1)
                .arg(row + 1);
  text.line(head, kMargin, kMargin + 12, 3.8);
  LayoutPlace place = fitted(b, room, map.back);
  if (pages.pages() > 1) {
    // The first page begins at the upper left corner as it is seen.
    place.scale = pages.scale;
    const double left = map.back ? -b.right : b.left;
    place.origin = {room.left() - left * pages.scale - col * (room.width() - kOverlap),
                    room.top() - b.top * pages.scale - row * (room.height() - kOverlap)};
  }
  painter.save();
  painter.setClipRect(room.adjusted(-0.5, -0.5, 0.5, 0.5));
  paintLayout(painter, project, source.index, place, room, lookOf(map, source.seams));
  painter.restore();
}

}  // namespace

void paintMapPage(QPainter& painter, const Project& project, const Page& page, const MapPages& pages, int n,
                  const MapLook& look) {
  paintPage(painter, project, MapSource(project), page, pages, n, look);
}

QByteArray mapPdf(const Project& project, const MapLook& map) {
  const Page page = mapPage(project);
  const MapPages pages = mapPages(project, page);
  const MapSource source(project);
  return pdfPages(page, project.name + ", map", [&](QPainter& painter, const std::function<void()>& newPage) {
    for (int n = 0; n < pages.pages(); ++n) {
      if (n > 0) newPage();
      paintPage(painter, project, source, page, pages, n, map);
    }
  });
}

QByteArray mapSvg(const Project& project, const MapLook& map) {
  const PieceIndex index(*project.layout);
  const SeamGraph seams = buildSeams(*project.layout);
  const Box b = shownOf(project, index);
  return svgPage(b.width(), b.height(), q(project.name), [&](QPainter& painter) {
    const QRectF all(0, 0, b.width(), b.height());
    paintLayout(painter, project, index, fitted(b, all, map.back), all.adjusted(-1, -1, 1, 1),
                lookOf(map, seams));
  });
}

QByteArray chartPdf(const Project& project) {
  const Page page = mapPage(project);
  const PieceIndex index(*project.layout);
  const auto counts = Tally(project).byCloth();
  return pdfPages(page, project.name + ", cloth chart",
                  [&](QPainter& painter, const std::function<void()>& newPage) {
                    const PageText text(painter);
                    const double w = page.width - 2 * kMargin;
                    text.line(q(project.name), kMargin, kMargin + 5, 6, QFont::Bold);
                    text.line(QStringLiteral("Cloth chart: stick a snippet of each cloth in its box"),
                              kMargin, kMargin + 12, 3.8);
                    const QRectF picture(kMargin, kMargin + kHead, w, page.height * 0.36);
                    LayoutLook look;
                    look.palette = &printPalette();
                    look.vector = true;
                    paintLayout(painter, project, index, fitted(shownOf(project, index), picture, false),
                                picture.adjusted(-1, -1, 1, 1), look);
                    double y = picture.bottom() + 8;
                    for (const Cloth& cloth : project.cloths) {
                      if (y + kRow > page.height - kMargin) {
                        newPage();
                        y = kMargin;
                      }
                      painter.setPen(QPen(Qt::black, 0.4, Qt::DashLine));
                      painter.setBrush(Qt::NoBrush);
                      painter.drawRect(QRectF(kMargin, y, kBox, kBox));
                      const double x = kMargin + kBox + 8;
                      text.line(q(cloth.sign), x, y + 9, 8, QFont::Bold);
                      text.line(q(clothTitle(cloth)), x + 14, y + 9, 5.4, QFont::Bold);
                      const QString shapes = shapesOf(project, counts, cloth.id);
                      text.paragraph(shapes.isEmpty() ? QStringLiteral("no piece wears it") : shapes, x + 14,
                                     y + 13, page.width - kMargin - x - 14, 4);
                      y += kRow;
                    }
                  });
}

Status exportMap(const Project& project, const std::filesystem::path& file, const MapLook& look) {
  const std::string suffix = file.extension().string();
  if (suffix == ".pdf") return writeBytes(file, mapPdf(project, look));
  if (suffix == ".svg") return writeBytes(file, mapSvg(project, look));
  return fail("no-format-for-map", suffix);
}

Status exportChart(const Project& project, const std::filesystem::path& file) {
  if (file.extension() == ".pdf") return writeBytes(file, chartPdf(project));
  return fail("no-format-for-cloth", file.extension().string());
}

}  // namespace clathra
