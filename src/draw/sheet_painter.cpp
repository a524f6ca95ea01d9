#include "draw/sheet_painter.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/outline_path.hpp"
#include "draw/rules_painter.hpp"

namespace clathra {

namespace {

/// Fonts have whole pixel sizes; text is drawn this much larger and scaled down to mm.
constexpr double kTextScale = 20;
constexpr std::size_t kCornersWithoutArcs = 12;
constexpr double kSmallest = 2.83;  // mm: 8 pt, the smallest word that is printed

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
    // Text by text size, so that fonts change rarely.
    for (const SheetPaper& paper : sheet_.papers) {
      const Shape& shape = project_.layout->shapes[paper.shape];
      const Point at = centroid(paper.outline);
      mark(paper, shape, at, 0.96 * inRadius(paper.outline, at));
    }
  }

  void rules() {
    const QString side = plan_.side == MarkedSide::Back ? QStringLiteral("BACK") : QStringLiteral("FRONT");
    const auto number = static_cast<std::size_t>(&sheet_ - plan_.sheets.data()) + 1;
    paintRules(p_, plan_.page,
               QStringLiteral("%1  ·  sheet %2 of %3")
                   .arg(QString::fromStdString(project_.name))
                   .arg(number)
                   .arg(plan_.sheets.size()),
               QStringLiteral("marked side: %1  ·  print at 100 %, measure the rules").arg(side),
               *look_.palette);
  }

 private:
  /// A line of marks on a paper.
  struct Block {
    std::string text;  ///< empty: the arrow
    double size = 0;   ///< of the letters, or the arrow's length
    int weight = QFont::Normal;
    double height() const { return text.empty() ? size : kCap * size; }
  };
  static constexpr double kCap = 0.72;  // how high capitals and figures are
  static constexpr double kGap = 0.8;   // mm between lines

  double widthOf(const Block& b) {
    return b.text.empty() ? b.size : wordsOf(b.text, b.size, b.weight).second;
  }

  /// Do the lines, one below the other, fit the circle?
  bool fit(const std::vector<Block>& lines, double radius) {
    double height = -kGap;
    for (const Block& b : lines) height += b.height() + kGap;
    double y = -height / 2;
    for (const Block& b : lines) {
      const double half = widthOf(b) / 2;
      for (const double edge : {y, y + b.height()})
        if (half * half + edge * edge > radius * radius) return false;
      y += b.height() + kGap;
    }
    return true;
  }

  /// What a paper says: whose it is, or where it is used again and again what it is. Marks that have no room
  /// are left out, the name first, then the sign, then the arrow; never the hand, nor the arrow where the
  /// paper can be turned wrong.
  void mark(const SheetPaper& paper, const Shape& shape, Point at, double radius) {
    const bool again = paper.piece == kNoPiece;
    const bool turned = shape.symmetry.turns == 1 || shape.symmetry.mirrors == 0;
    const std::string hand = paper.hand == 0 ? "" : paper.hand > 0 ? " R" : " L";
    const Cloth* cloth = again ? nullptr : clothById(project_, project_.painting[paper.piece]);
    const Block arrow{{}, std::min(4.5, 0.42 * radius), 0};
    // Where nothing else says what it is, a long name is broken; its size is the last of it to go.
    std::vector<Block> names;
    const std::string size = sizeOf(shape);
    if (again) {
      for (std::size_t from = 0; from < shape.title.size();) {
        const std::size_t comma = std::min(shape.title.find(", ", from), shape.title.size());
        names.push_back({shape.title.substr(from, comma - from), kSmallest, QFont::Normal});
        from = comma + 2;
      }
      names.push_back({size, kSmallest, QFont::Bold});
    } else {
      names.push_back({shape.title + " " + size, kSmallest, QFont::Normal});
    }
    const Block sign{cloth ? cloth->sign : std::string(), std::clamp(0.36 * radius, kSmallest, 4.2),
                     QFont::Bold};
    const Block number{again ? hand.substr(hand.empty() ? 0 : 1) : std::to_string(paper.piece + 1) + hand,
                       std::clamp(0.5 * radius, 3.6, 5.4), QFont::Bold};
    const bool pointed = !again || turned;
    std::vector<Block> lines;
    for (int less = 0; less < 8; ++less) {
      lines.clear();
      if (pointed && (less < 3 || turned)) lines.push_back(arrow);
      Block figure = number;
      if (less >= 4) figure.size = std::max(kSmallest, figure.size * 0.8);
      if (less >= 5) figure.size = kSmallest;
      if (!figure.text.empty() && less < 7) lines.push_back(figure);
      if (!sign.text.empty() && less < 2) lines.push_back(sign);
      if (less < 1) lines.insert(lines.end(), names.begin(), names.end());
      if (again && less >= 1 && less < 3) lines.push_back(names.back());
      if (less == 6 && !lines.empty() && lines.front().text.empty()) lines.front().size *= 0.6;
      if (fit(lines, radius)) break;
    }
    double height = -kGap;
    for (const Block& b : lines) height += b.height() + kGap;
    double y = at.y - height / 2;
    for (const Block& b : lines) {
      const Point middle{at.x, y + b.height() / 2};
      if (b.text.empty())
        arrowAt(middle + 0.5 * b.size * paper.top, paper.top, b.size);
      else
        text(b.text, middle, b.size, b.weight, 2 * radius);
      y += b.height() + kGap;
    }
  }

  std::string sizeOf(const Shape& shape) {
    std::string& known = sizes_[&shape];
    if (known.empty()) known = edgeWords(shape);
    return known;
  }
  /// A calculated side is no ruler fraction; then millimetres to 0.1 say more.
  std::string edgeWords(const Shape& shape) const {
    const bool fraction = std::abs(std::remainder(shape.edge, 25.4 / 64)) < 1e-6;
    return fraction && project_.settings.unit == LengthUnit::Inch
               ? formatLength(Length::millimetres(shape.edge), LengthUnit::Inch)
               : formatNumber(shape.edge, 1) + " mm";
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

  std::pair<QString, double>& wordsOf(const std::string& utf8, double size, int weight) {
    Face& f = face(size, weight);
    auto& known = f.words[utf8];
    if (known.first.isNull()) {
      known.first = QString::fromStdString(utf8);
      known.second = QFontMetricsF(f.font).horizontalAdvance(known.first) / kTextScale;
    }
    return known;
  }

  /// Centred on `at`, shrunk where it would be wider than `room` mm; never below the smallest size that is
  /// read.
  void text(const std::string& utf8, Point at, double size, int weight, double room) {
    const Face& f = face(size, weight);
    const auto& [words, width] = wordsOf(utf8, size, weight);
    const double shrink = width > room ? room / width : 1;
    if (size * shrink < kSmallest - 0.01) return;
    const QTransform before = p_.transform();
    p_.translate(at.x, at.y);
    p_.scale(shrink / kTextScale, shrink / kTextScale);
    p_.setFont(f.font);
    p_.setPen(look_.palette->ink);
    p_.drawText(QPointF(-width * kTextScale / 2, f.capHeight / 2), words);
    p_.setTransform(before);
  }

  /// From `tip` backwards: points to the top of the layout.
  void arrowAt(Point tip, Point up, double size) {
    const Point side{-up.y, up.x}, foot = tip - size * up;
    QPen pen(look_.palette->ink, 0.3);
    pen.setCapStyle(Qt::RoundCap);
    p_.setPen(pen);
    const auto q = [](Point a) { return QPointF(a.x, a.y); };
    p_.drawLine(q(foot), q(tip));
    p_.drawLine(q(tip), q(tip - 0.36 * size * up + 0.26 * size * side));
    p_.drawLine(q(tip), q(tip - 0.36 * size * up - 0.26 * size * side));
  }

  QPainter& p_;
  const Project& project_;
  const SheetPlan& plan_;
  const Sheet& sheet_;
  const SheetLook& look_;
  std::map<const Shape*, std::string> sizes_;
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
