#include "draw/place_list.hpp"

#include <QObject>
#include <algorithm>

#include "draw/page_text.hpp"
#include "measure/quantity.hpp"
#include "paper/place_marks.hpp"
#include "shape/arcs.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// Ticks as "edge 2 at 25.4 mm": edges clockwise on the finished side, from the corner nearest the top.
QStringList tickWords(const Project& project, const PlaceMarks& marks, const ColourTicks& colours,
                      std::uint32_t piece) {
  QStringList out;
  std::vector<std::pair<Point, bool>> ticks;  // is it a change of colour?
  for (const PlaceTick& t : marks.ticks) ticks.emplace_back(t.at, false);
  if (const auto own = colours.find(piece); own != colours.end())
    for (const ColourTick& t : own->second) ticks.emplace_back(t.at, true);
  const PolygonView p = project.layout->outline(piece);
  const auto sides = edgesOf(p);
  std::size_t first = 0;
  for (std::size_t s = 1; s < sides.size(); ++s) {
    const Point a = p[sides[s].first], b = p[sides[first].first];
    if (a.y < b.y - 1e-3 || (a.y < b.y + 1e-3 && a.x < b.x)) first = s;
  }
  const bool clockwise = signedArea(p) > 0;
  for (std::size_t k = 0; k < sides.size(); ++k) {
    const std::size_t n = sides.size();
    const OutlineEdge& side = sides[clockwise ? (first + k) % n : (first + n - 1 - k) % n];
    if (side.isArc()) continue;
    Point from = p[side.first], to = p[(side.first + side.edges) % p.size()];
    if (!clockwise) std::swap(from, to);
    const Point along = (1 / distance(from, to)) * (to - from);
    std::vector<std::pair<double, bool>> at;
    for (const auto& [tick, colour] : ticks)
      if (std::abs(cross(along, tick - from)) < 0.05 && dot(along, tick - from) > -0.05 &&
          dot(along, tick - to) < 0.05)
        at.emplace_back(dot(along, tick - from), colour);
    std::sort(at.begin(), at.end());
    for (const auto& [mm, colour] : at) {
      const QString place = QString::fromStdString(writeFine(mm, 1));
      if (colour)
        out << QObject::tr("colour on edge %1 at %2").arg(k + 1).arg(place);
      else if (std::abs(mm - side.length / 2) > 0.05)  // the middle of an edge is marked on any paper
        out << QObject::tr("edge %1 at %2").arg(k + 1).arg(place);
    }
  }
  return out;
}

}  // namespace

bool listsPlaces(const Project& project, const SheetPlan& plan) {
  const PaperMarks& m = project.settings.marks;
  if (!m.number && !m.sign && !m.outer && !m.ticks) return false;
  return std::any_of(plan.sheets.begin(), plan.sheets.end(), [](const Sheet& s) {
    return std::any_of(s.papers.begin(), s.papers.end(),
                       [](const SheetPaper& p) { return p.piece == kNoPiece; });
  });
}

QString placeLine(const Project& project, const NeighbourMarks& neighbours, std::uint32_t piece) {
  const Piece& p = project.layout->pieces[piece];
  const PaperMarks& wanted = project.settings.marks;
  QStringList parts{shapeWords(project.layout->shapes[p.shape].title)};
  if (p.hand != 0) parts.front() += p.hand > 0 ? QObject::tr(" R") : QObject::tr(" L");
  if (wanted.sign)
    if (const Cloth* cloth = clothById(project, project.painting[piece]))
      parts << QString::fromStdString(cloth->sign);
  if (!neighbours.geometry) return parts.join(QStringLiteral(", "));
  const PlaceMarks marks = placeMarks(*neighbours.geometry, piece);
  if (wanted.outer && !marks.outer.empty())
    parts << QObject::tr("%n edge(s) at the rim", nullptr, static_cast<int>(marks.outer.size()));
  if (wanted.ticks) parts << tickWords(project, marks, neighbours.colours, piece);
  return parts.join(QStringLiteral(", "));
}

void paintPlaceList(QPainter& painter, const Project& project, const SheetPlan& plan,
                    const NeighbourMarks& marks, const std::function<void()>& newPage) {
  const PageText text(painter);
  const Page& page = plan.page;
  constexpr double kSize = 3, kRow = 4.3, kNumber = 16, kColumnGap = 5;
  const double margin = std::max(page.margin, 12.0), width = page.width - 2 * margin;
  std::vector<bool> again(static_cast<std::size_t>(project.layout->shapes.size()) * 3, false);
  const auto at = [](std::uint16_t shape, int hand) {
    return static_cast<std::size_t>(shape) * 3 + static_cast<std::size_t>(hand + 1);
  };
  for (const Sheet& s : plan.sheets)
    for (const SheetPaper& p : s.papers)
      if (p.piece == kNoPiece) again[at(p.shape, p.hand)] = true;
  std::vector<std::pair<QString, QString>> rows;
  double widest = 20;
  std::uint32_t last = 0;
  for (std::uint32_t i = 0; i < project.layout->size(); ++i) {
    const Piece& p = project.layout->pieces[i];
    if (!again[at(p.shape, p.hand)]) continue;
    // Pieces in a row that bear the same are one line: "12–18".
    const QString line = placeLine(project, marks, i), number = QString::number(i + 1);
    if (!rows.empty() && rows.back().second == line && last + 1 == i)
      rows.back().first = rows.back().first.section(QChar(0x2013), 0, 0) + QChar(0x2013) + number;
    else
      rows.emplace_back(number, line);
    last = i;
    widest = std::max(widest, kNumber + text.width(rows.back().second, kSize));
  }
  widest = std::min(widest, width);
  const int columns = std::max(1, static_cast<int>((width + kColumnGap) / (widest + kColumnGap)));
  const double step = (width + kColumnGap) / columns;
  std::size_t row = 0;
  bool first = true;
  do {
    if (!first) newPage();
    double top = margin + 6;
    if (first) {
      text.line(QString::fromStdString(project.name), margin, top, 6, QFont::Bold);
      top += 7;
      top +=
          text.paragraph(
              QObject::tr("What papers that are used again cannot bear, by number. Edges count "
                          "clockwise on the finished side, from the corner nearest the top. Long seams meet "
                          "at their middles too."),
              margin, top - 3, width, 3.6) +
          3;
    }
    first = false;
    const int deep = std::max(1, static_cast<int>((page.height - margin - top) / kRow));
    for (int column = 0; column < columns && row < rows.size(); ++column)
      for (int line = 0; line < deep && row < rows.size(); ++line, ++row) {
        const double x = margin + column * step, y = top + (line + 1) * kRow;
        text.line(rows[row].first, x, y, kSize, QFont::Bold);
        const QString& words = rows[row].second;
        if (text.width(words, kSize) <= step - kColumnGap - kNumber || columns > 1)
          text.line(words, x + kNumber, y, kSize);
        else
          line += std::max(
              0,
              static_cast<int>(
                  text.paragraph(words, x + kNumber, y - 0.8 * kSize, width - kNumber, kSize) / kRow + 0.2) -
                  1);
      }
  } while (row < rows.size());
}

}  // namespace clathra
