#include "draw/sheet_painter.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/outline_path.hpp"

namespace clathra {

namespace {

/// Fonts have whole pixel sizes; text is drawn this much larger and scaled down to mm.
constexpr double kTextScale = 20;
constexpr std::size_t kCornersWithoutArcs = 12;

class SheetRun {
 public:
  SheetRun(QPainter& painter, const Project& project, const SheetPlan& plan, const Sheet& sheet,
           const SheetLook& look)
      : p_(painter), project_(project), plan_(plan), sheet_(sheet), look_(look) {}

  void outlines() {
    p_.setBrush(Qt::NoBrush);
    QPen pen(look_.palette->ink, 0.2);
    pen.setJoinStyle(Qt::MiterJoin);
    p_.setPen(pen);
    for (const SheetPaper& paper : sheet_.papers) {
      if (paper.outline.size() > kCornersWithoutArcs)
        p_.drawPath(outlinePath(paper.outline));
      else
        p_.drawPolygon(toQt(paper.outline));
    }
  }

  void papers() {
    // Text by text size, so that fonts change rarely; a mark is left out where it has no room.
    for (const SheetPaper& paper : sheet_.papers) {
      const Piece& piece = project_.layout->pieces[paper.piece];
      const Shape& shape = project_.layout->shapes[piece.shape];
      const Point at = centroid(paper.outline);
      const double room = inRadius(paper.outline, at);
      const double size = std::clamp(room * 0.42, 1.6, 5.0);
      text(std::to_string(paper.piece + 1), at + Point{0, -0.25 * size}, size, QFont::Bold, 2 * room);
      if (room > 6)
        text(nameOf(shape), at + Point{0, size * 0.62}, std::min(2.4, size * 0.6), QFont::Normal,
             2 * room * 0.84);
      const Cloth* cloth = clothById(project_, project_.painting[paper.piece]);
      if (cloth && room > 3.4)
        text(cloth->sign, at + Point{0, size * (room > 6 ? 1.55 : 0.95)}, size * 0.8, QFont::Bold, room);
      // Beside the number, inside the circle that fits the paper, whichever way it points.
      const double long_ = std::min(room * 0.36, 4.5);
      arrow(at + Point{0.74 * room, -0.25 * size} + 0.5 * long_ * paper.top, paper.top, long_);
    }
  }

  void rules() {
    // They stand in the margin, so they cost no papers: lines of exactly 100 mm and 4 in, across and down.
    const double w = plan_.page.width, h = plan_.page.height, m = kPageMargin;
    p_.setPen(QPen(look_.palette->ink, 0.25));
    across(m, h - 6.2, 100, "100 mm");
    across(m, 6.6, 101.6, "4 in");
    down(w - 6.2, m, 100, "100 mm");
    down(w - 6.2, m + 106, 101.6, "4 in");
    const std::string side = plan_.side == MarkedSide::Back ? "BACK" : "FRONT";
    const auto number = static_cast<std::size_t>(&sheet_ - plan_.sheets.data()) + 1;
    text(
        project_.name + "  ·  sheet " + std::to_string(number) + " of " + std::to_string(plan_.sheets.size()),
        {(w + m + 104) / 2, 5.4}, 3.1, QFont::DemiBold, w - 2 * m - 106);
    text("marked side: " + side + "  ·  print at 100 %, measure the rules", {(w + m + 104) / 2, h - 5.6}, 2.9,
         QFont::Normal, w - 2 * m - 106);
  }

 private:
  std::string nameOf(const Shape& shape) {
    std::string& known = names_[&shape];
    if (known.empty())
      known = shape.title + " " + formatLength(Length::millimetres(shape.edge), edgeUnit(shape));
    return known;
  }
  LengthUnit edgeUnit(const Shape& shape) const {
    // A calculated side is no ruler fraction; then millimetres to 0.1 say more.
    const bool fraction = std::abs(std::remainder(shape.edge, 25.4 / 64)) < 1e-6;
    return fraction ? project_.settings.unit : LengthUnit::Millimetre;
  }

  static double inRadius(PolygonView p, Point at) {
    double least = 1e300;
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point d = p[(i + 1) % p.size()] - p[i];
      const double t =
          std::clamp(dot(at - p[i], d) / dot(d, d), 0.0, 1.0);  // hollow sides end near the middle
      least = std::min(least, distance(at, p[i] + t * d));
    }
    return least;
  }

  /// A face with its measures and the widths of what was written in it: looked up once, not for every paper.
  struct Face {
    QFont font;
    double capHeight;
    std::map<std::string, std::pair<QString, double>> words;  // with their width in mm at full size
  };
  Face& face(double size, int weight) {
    Face& f = faces_[{static_cast<int>(size * kTextScale + 0.5), weight}];
    if (f.words.empty()) {
      f.font = textFont(size * kTextScale, weight);
      f.capHeight = QFontMetricsF(f.font).capHeight();
    }
    return f;
  }

  /// Centred on `at`, shrunk where it would be wider than `room` mm.
  void text(const std::string& utf8, Point at, double size, int weight, double room) {
    Face& f = face(size, weight);
    auto& [words, width] = f.words[utf8];
    if (words.isNull()) {
      words = QString::fromStdString(utf8);
      width = QFontMetricsF(f.font).horizontalAdvance(words) / kTextScale;
    }
    const double shrink = width > room ? room / width : 1;
    if (size * shrink < 0.9) return;  // nobody reads that
    const QTransform before = p_.transform();
    p_.translate(at.x, at.y);
    p_.scale(shrink / kTextScale, shrink / kTextScale);
    p_.setFont(f.font);
    p_.setPen(look_.palette->ink);
    p_.drawText(QPointF(-width * kTextScale / 2, f.capHeight / 2), words);
    p_.setTransform(before);
  }

  /// From `tip` backwards: points to the top of the layout.
  void arrow(Point tip, Point up, double size) {
    const Point side{-up.y, up.x}, foot = tip - size * up;
    QPen pen(look_.palette->ink, 0.3);
    pen.setCapStyle(Qt::RoundCap);
    p_.setPen(pen);
    const auto q = [](Point a) { return QPointF(a.x, a.y); };
    p_.drawLine(q(foot), q(tip));
    p_.drawLine(q(tip), q(tip - 0.36 * size * up + 0.26 * size * side));
    p_.drawLine(q(tip), q(tip - 0.36 * size * up - 0.26 * size * side));
  }

  void across(double x, double y, double whole, const std::string& label) {
    p_.setPen(QPen(look_.palette->ink, 0.25));
    p_.drawLine(QPointF(x, y), QPointF(x + whole, y));
    p_.drawLine(QPointF(x, y - 1.5), QPointF(x, y + 1.5));
    p_.drawLine(QPointF(x + whole, y - 1.5), QPointF(x + whole, y + 1.5));
    text(label, {x + whole / 2, y - 1.9}, 2.6, QFont::Normal, 40);
  }

  void down(double x, double y, double whole, const std::string& label) {
    p_.setPen(QPen(look_.palette->ink, 0.25));
    p_.drawLine(QPointF(x, y), QPointF(x, y + whole));
    p_.drawLine(QPointF(x - 1.5, y), QPointF(x + 1.5, y));
    p_.drawLine(QPointF(x - 1.5, y + whole), QPointF(x + 1.5, y + whole));
    p_.save();
    p_.translate(x + 2.6, y + whole / 2);
    p_.rotate(90);
    text(label, {0, 0}, 2.6, QFont::Normal, 40);
    p_.restore();
  }

  QPainter& p_;
  const Project& project_;
  const SheetPlan& plan_;
  const Sheet& sheet_;
  const SheetLook& look_;
  std::map<const Shape*, std::string> names_;
  std::map<std::pair<int, int>, Face> faces_;
};

}  // namespace

void paintSheet(QPainter& painter, const Project& project, const SheetPlan& plan, std::size_t sheet,
                const SheetLook& look) {
  SheetRun run(painter, project, plan, plan.sheets[sheet], look);
  run.outlines();
  if (!look.marks) return;
  run.papers();
  run.rules();
}

}  // namespace clathra
