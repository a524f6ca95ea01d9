#include "draw/sheet_painter.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/outline_path.hpp"
#include "draw/page_text.hpp"
#include "draw/rules_painter.hpp"
#include "paper/place_marks.hpp"
#include "paper/split.hpp"
#include "words/words.hpp"

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
    const ClipToTile clip(p_, sheet_);
    for (const SheetPaper& paper : sheet_.papers) {
      if (paper.outline.size() > kCornersWithoutArcs)
        p_.drawPath(outlinePath(paper.outline));
      else
        p_.drawPolygon(toQt(paper.outline));
    }
  }

  void papers() {
    for (const SheetPaper& paper : sheet_.papers) {
      const Shape& shape = project_.layout->shapes[paper.shape];
      Circle circle;
      circle.middle = middleOf(paper, shape);
      circle.radius = inRadius(paper.outline, circle.middle);
      circle.off = std::max(kOffEdge, 0.04 * circle.radius);
      if (sheet_.tile && !inside(sheet_.tile->shown, circle.middle, circle.radius)) continue;
      const PlaceMarks place = placeOf(paper);
      // Ticks and rims lie in a band along the edge, where the words leave it free.
      Circle inner = circle;
      const bool band = !place.ticks.empty() || !place.outer.empty() || !coloursOf(paper).empty();
      if (band) inner.off = kBand;
      Fitted marks = fitted(paper, shape, inner);
      const bool free = !band || marks.less < kWithoutSign;
      if (band && free) placeLines(paper, place);
      if (band && !free) marks = fitted(paper, shape, circle);
      const bool folds = marks_.folds && paper.part < 0 && paper.piece != kNoPiece && free;
      if (folds && circle.radius > kLeastForFolds) foldMark(paper);
      if (paper.part >= 0) partMarks(paper, plan_.parts[static_cast<std::size_t>(paper.part)]);
      draw(marks.lines, paper, marks.at, circle.radius);
    }
    if (sheet_.tile) {
      p_.setPen(QPen(look_.palette->ink, 0.2));
      for (const Point c : sheet_.tile->crosses) {
        p_.drawLine(QPointF(c.x - kCross, c.y), QPointF(c.x + kCross, c.y));
        p_.drawLine(QPointF(c.x, c.y - kCross), QPointF(c.x, c.y + kCross));
      }
    }
  }

  void rules() {
    const QString side = plan_.side == MarkedSide::Back ? QStringLiteral("BACK") : QStringLiteral("FRONT");
    const auto number = static_cast<std::size_t>(&sheet_ - plan_.sheets.data()) + 1;
    QString head = QStringLiteral("%1  ·  sheet %2 of %3")
                       .arg(QString::fromStdString(project_.name))
                       .arg(number)
                       .arg(plan_.sheets.size());
    if (sheet_.tile && plan_.sheets.size() > 1)
      head += QStringLiteral("  ·  row %1, column %2: lay cross on cross")
                  .arg(sheet_.tile->row + 1)
                  .arg(sheet_.tile->column + 1);
    paintRules(p_, plan_.page, head,
               QStringLiteral("marked side: %1  ·  print at 100 %, measure the rules").arg(side),
               *look_.palette);
  }

 private:
  /// A line of marks on a paper: words, an arrow, or both beside each other.
  struct Block {
    std::string text;
    double size = 0;  ///< of the letters
    int weight = QFont::Normal;
    double arrow = 0;              ///< its length
    const Cloth* cloth = nullptr;  ///< whose hatch stands before the words
    double height() const { return std::max(text.empty() ? 0 : kCap * size, arrow); }
  };
  /// The largest circle in a paper, and what its marks keep from the edge.
  struct Circle {
    Point middle;
    double radius = 0, off = 0;
  };
  static constexpr double kSmallPaper = 9;  // mm: in larger circles there is room enough
  static constexpr double kCap = 0.72;      // how high capitals and figures are
  static constexpr double kGap = 0.8;       // mm between lines
  static constexpr double kNumber = 3.5;    // mm: figures 2.5 mm high, the smallest that are read on papers
  static constexpr double kBand = 2.4;      // mm along the edge for ticks and rims
  static constexpr double kTick = 2.0;      // mm
  static constexpr double kDot = 0.4;       // mm
  static constexpr double kOffEdge = 0.45;  // mm that marks keep from the cutting line
  static constexpr double kRim = 1.2;       // mm from the edge
  static constexpr double kCross = 4;       // mm, half of a cross
  static constexpr double kLeastForFolds = 6;
  static constexpr int kWithoutSign = 2, kLast = 8;

  /// Papers of a tile are drawn where the page shows them.
  struct ClipToTile {
    ClipToTile(QPainter& painter, const Sheet& sheet) : p(painter) {
      p.save();
      if (!sheet.tile) return;
      const Box& b = sheet.tile->shown;
      p.setClipRect(QRectF(b.left - 0.1, b.top - 0.1, b.width() + 0.2, b.height() + 0.2));
    }
    ~ClipToTile() { p.restore(); }
    ClipToTile(const ClipToTile&) = delete;
    ClipToTile& operator=(const ClipToTile&) = delete;
    QPainter& p;
  };
  static bool inside(const Box& b, Point at, double radius) {
    return at.x - radius > b.left && at.x + radius < b.right && at.y - radius > b.top &&
           at.y + radius < b.bottom;
  }

  double widthOf(const Block& b) {
    double out = b.text.empty() ? 0 : wordsOf(b.text, b.size, b.weight).second;
    if (b.cloth) out += b.size * kHatch + 0.7;
    if (b.arrow > 0) out += b.arrow + (b.text.empty() ? 0 : 0.6);
    return out;
  }
  static constexpr double kHatch = 0.8;  // side of the hatched square, in sizes of the sign

  /// Do the lines, one below the other, lie in the circle?
  bool inCircle(const std::vector<Block>& lines, double radius) {
    double y = -heightOf(lines) / 2;
    for (const Block& b : lines) {
      const double half = widthOf(b) / 2;
      for (const double edge : {y, y + b.height()})
        if (half * half + edge * edge > radius * radius) return false;
      y += b.height() + kGap;
    }
    return true;
  }
  static double heightOf(const std::vector<Block>& lines) {
    double height = -kGap;
    for (const Block& b : lines) height += b.height() + kGap;
    return height;
  }
  /// Or, about a middle, so far from the paper's edges?
  bool inPaper(const std::vector<Block>& lines, const SheetPaper& paper, Point middle, double off) {
    double y = -heightOf(lines) / 2;
    for (const Block& b : lines) {
      const double half = widthOf(b) / 2;
      for (const double dy : {y, y + b.height()})
        for (const double dx : {-half, half})
          if (!clearOf(paper, middle + Point{dx, dy}, off)) return false;
      y += b.height() + kGap;
    }
    return true;
  }

  /// Where the lines have their room: in the circle's middle, or a little beside it.
  std::optional<Point> roomFor(const std::vector<Block>& lines, const SheetPaper& paper,
                               const Circle& circle) {
    if (inCircle(lines, circle.radius - circle.off)) return circle.middle;
    if (circle.radius > kSmallPaper || lines.empty()) return std::nullopt;
    for (const double far : {0.0, 0.6, 1.2})
      for (const Point d : {Point{0, 1}, Point{0, -1}, Point{1, 0}, Point{-1, 0}})
        if (const Point at = circle.middle + far * d; inPaper(lines, paper, at, circle.off)) return at;
    return std::nullopt;
  }

  static bool canBeTurnedWrong(const Shape& shape) {
    return shape.symmetry.turns == 1 || shape.symmetry.mirrors == 0;
  }

  /// What a paper says: whose it is, or where it is used again and again what it is. With `less`, marks are
  /// left out: the name, then the sign, then the arrow; never the hand, nor the arrow where the paper can be
  /// turned wrong.
  /// Where name and size have no room beside each other they are `broken` into two lines first.
  std::vector<Block> linesOf(const SheetPaper& paper, const Shape& shape, int less, bool broken) {
    const bool again = paper.piece == kNoPiece, turned = canBeTurnedWrong(shape);
    const double radius = radius_;
    const std::string hand = paper.hand == 0 ? "" : paper.hand > 0 ? "R" : "L";
    const Cloth* cloth =
        again || !marks_.sign ? nullptr : clothById(project_, project_.painting[paper.piece]);
    const bool arrow = turned || (!again && marks_.arrow && less < 3);
    double point = std::min(4.5, 0.42 * radius);
    if (less >= 6) point *= 0.65;
    std::string figure = again || !marks_.number || less >= 7 ? "" : std::to_string(paper.piece + 1);
    if (!hand.empty()) figure += (figure.empty() ? "" : " ") + hand;
    double size = std::clamp(0.5 * radius, 3.6, 5.4);
    if (less >= 4) size = kNumber;
    if (less >= 7) size = kSmallestWord;
    std::vector<Block> lines;
    const bool beside = less >= 5 && arrow && !figure.empty();
    if (arrow && !beside) lines.push_back({{}, 0, 0, point});
    if (!figure.empty()) lines.push_back({figure, size, QFont::Bold, beside ? point : 0});
    if (cloth && less < kWithoutSign)
      lines.push_back({cloth->sign, std::clamp(0.36 * radius, kSmallestWord, 4.2), QFont::Bold, 0, cloth});
    const std::string edge = sizeOf(shape);
    if (again) {
      // Where nothing else says what it is, a long name is broken; its size is the last of it to go.
      for (std::size_t from = 0; less < 1 && marks_.name && from < shape.title.size();) {
        const std::size_t comma = std::min(shape.title.find(", ", from), shape.title.size());
        lines.push_back({shape.title.substr(from, comma - from), kSmallestWord, QFont::Normal});
        from = comma + 2;
      }
      if (less < 3) lines.push_back({edge, kSmallestWord, QFont::Bold});
    } else if (less < 1 && marks_.name) {
      lines.push_back({broken ? shape.title : shape.title + " " + edge, kSmallestWord, QFont::Normal});
      if (broken) lines.push_back({edge, kSmallestWord, QFont::Normal});
    }
    if (paper.part >= 0) {
      const SheetPart& part = plan_.parts[static_cast<std::size_t>(paper.part)];
      lines.push_back({"part " + std::to_string(part.number) + " of " + std::to_string(part.of), kNumber,
                       QFont::DemiBold});
    }
    return lines;
  }

  /// What has room, where it stands, and how much was left out.
  struct Fitted {
    int less = 0;
    Point at;
    std::vector<Block> lines;
  };
  Fitted fitted(const SheetPaper& paper, const Shape& shape, const Circle& circle) {
    radius_ = circle.radius - circle.off;
    for (int less = 0;; ++less)
      for (const bool broken : {false, true}) {
        if (broken && less > 0) continue;
        auto lines = linesOf(paper, shape, less, broken);
        if (const auto at = roomFor(lines, paper, circle)) return {less, *at, std::move(lines)};
        if (less == kLast) return {less, circle.middle, std::move(lines)};
      }
  }

  void draw(const std::vector<Block>& lines, const SheetPaper& paper, Point at, double radius) {
    double y = at.y - heightOf(lines) / 2;
    for (const Block& b : lines) {
      const double middle = y + b.height() / 2, wide = widthOf(b);
      double x = at.x - wide / 2;
      if (b.arrow > 0) {
        arrowAt(Point{x + b.arrow / 2, middle} + 0.5 * b.arrow * paper.top, paper.top, b.arrow);
        x += b.arrow + 0.6;
      }
      if (b.cloth) {
        const double side = b.size * kHatch;
        hatchAt(*b.cloth, x, middle, side);
        x += side + 0.7;
      }
      if (!b.text.empty()) text(b.text, {(x + at.x + wide / 2) / 2, middle}, b.size, b.weight, 2 * radius);
      y += b.height() + kGap;
    }
  }

  void hatchAt(const Cloth& cloth, double x, double middle, double side) {
    const double top = middle - side / 2;
    p_.setBrush(Qt::NoBrush);
    p_.setPen(QPen(look_.palette->ink, 0.15));
    p_.drawRect(QRectF(x, top, side, side));
    const Polygon square{{x, top}, {x + side, top}, {x + side, top + side}, {x, top + side}};
    strokeHatch(p_, square, cloth.hatch, 0.7, QPen(look_.palette->ink, 0.15));
  }

  PlaceMarks placeOf(const SheetPaper& paper) const {
    PlaceMarks out;
    if (!look_.geometry || paper.piece == kNoPiece || paper.part >= 0) return out;
    if (!marks_.outer && !marks_.ticks) return out;
    out = placeMarks(*look_.geometry, paper.piece);
    if (!marks_.outer) out.outer.clear();
    if (!marks_.ticks) out.ticks.clear();
    return out;
  }
  /// Where the colours of its print change, if it shows a motif choice.
  std::vector<ColourTick> coloursOf(const SheetPaper& paper) const {
    if (!look_.colours || !marks_.ticks || paper.piece == kNoPiece || paper.part >= 0) return {};
    const auto own = look_.colours->find(paper.piece);
    return own == look_.colours->end() ? std::vector<ColourTick>{} : own->second;
  }

  void placeLines(const SheetPaper& paper, const PlaceMarks& place) {
    const Piece& piece = project_.layout->pieces[paper.piece];
    const auto on = [&](Point p) { return onPaper(piece, paper, plan_.side, p); };
    QPen pen(look_.palette->ink, 0.25);
    pen.setCapStyle(Qt::FlatCap);
    p_.setPen(pen);
    for (const PlaceTick& t : place.ticks) {
      const Point at = on(t.at), in = on(t.at + t.inward) - at;
      if (clearOf(paper, at + (kOffEdge + kTick) * in, kOffEdge))
        line(at + kOffEdge * in, at + (kOffEdge + kTick) * in);
    }
    // A change of colour ends in a dot, so that it is no neighbour's beginning.
    for (const ColourTick& t : coloursOf(paper)) {
      const Point at = on(t.at), in = on(t.at + t.inward) - at, end = at + (kOffEdge + kTick) * in;
      line(at + kOffEdge * in, end);
      p_.setBrush(look_.palette->ink);
      p_.drawEllipse(QPointF(end.x, end.y), kDot, kDot);
      p_.setBrush(Qt::NoBrush);
    }
    pen.setDashPattern({6, 5});
    p_.setPen(pen);
    const Point middle = centroid(paper.outline);
    for (const auto& [from, to] : place.outer) {
      const Point a = on(from), b = on(to);
      const double long_ = distance(a, b);
      if (long_ < 3 * kRim) continue;
      const Point along = (1 / long_) * (b - a);
      Point in{-along.y, along.x};
      if (dot(in, middle - a) < 0) in = -1 * in;
      // At a sharp corner the line ends where the other side comes near.
      double start = 0, end = long_;
      constexpr double kStep = 0.5;
      while (start < end && !clearOf(paper, a + kRim * in + start * along, 0.95 * kRim)) start += kStep;
      while (start < end && !clearOf(paper, a + kRim * in + end * along, 0.95 * kRim)) end -= kStep;
      if (end - start > 2 * kRim) line(a + kRim * in + start * along, a + kRim * in + end * along);
    }
  }

  /// Does a point lie inside the paper, at least so far from its edges?
  static bool clearOf(const SheetPaper& paper, Point at, double off) {
    return contains(paper.outline, at) && inRadius(paper.outline, at) >= off;
  }

  /// A dot where folding begins and an arrow the way round, so that all tails turn one way.
  void foldMark(const SheetPaper& paper) {
    const auto first = firstFold(paper.outline);
    if (!first) return;
    const std::size_t n = paper.outline.size();
    // Seen from the back a right hand goes round clockwise; the front shows it the other way round.
    const bool clockwise = marks_.leftHand == (plan_.side == MarkedSide::Front);
    const std::size_t edge = clockwise ? *first : (*first + 1) % n;
    Point a = paper.outline[edge], b = paper.outline[(edge + 1) % n];
    if (!clockwise) std::swap(a, b);
    const double long_ = distance(a, b);
    if (long_ < 12) return;
    const Point along = (1 / long_) * (b - a);
    Point in{-along.y, along.x};
    if (dot(in, centroid(paper.outline) - a) < 0) in = -1 * in;
    // Short of the middle, where long seams have their tick.
    const double from = 0.14 * long_, to = std::min(0.42 * long_, from + 7);
    const Point dot_ = a + from * along + kRim * in, tip = a + to * along + kRim * in;
    for (const Point end : {dot_, tip})
      if (!clearOf(paper, end, 0.95 * kRim)) return;
    p_.setPen(QPen(look_.palette->ink, 0.25));
    line(dot_, tip);
    line(tip, tip - 1.1 * along + 0.55 * in);
    line(tip, tip - 1.1 * along - 0.55 * in);
    p_.setBrush(look_.palette->ink);
    p_.drawEllipse(QPointF(dot_.x, dot_.y), 0.5, 0.5);
    p_.setBrush(Qt::NoBrush);
  }

  /// Lines to glue up to, with marks that meet those of the neighbour.
  void partMarks(const SheetPaper& paper, const SheetPart& part) {
    const Point middle = centroid(paper.outline);
    QPen dashed(look_.palette->ink, 0.25);
    dashed.setDashPattern({8, 6});
    const QPen solid(look_.palette->ink, 0.25);
    const auto ticks = [&](const std::pair<Point, Point>& l, bool own) {
      const double long_ = distance(l.first, l.second);
      const Point along = (1 / long_) * (l.second - l.first);
      Point in{-along.y, along.x};
      if (dot(in, middle - l.first) < 0) in = -1 * in;
      p_.setPen(solid);
      for (const double share : kJoinMarks) {
        const Point at = l.first + share * long_ * along;
        line(at + (own ? kOffEdge : -3) * in, at + 4 * in);
      }
    };
    for (const auto& l : part.tabs) {
      p_.setPen(dashed);
      line(l.first, l.second);
      ticks(l, false);
    }
    for (const auto& l : part.joins) ticks(l, true);
  }

  void line(Point a, Point b) { p_.drawLine(QPointF(a.x, a.y), QPointF(b.x, b.y)); }

  /// The middle of the largest circle inside; the centroid where the shape turns into itself.
  Point middleOf(const SheetPaper& paper, const Shape& shape) {
    const Point c = centroid(paper.outline);
    if (paper.part < 0 && shape.symmetry.turns > 1) return c;
    Point best = c;
    double most = contains(paper.outline, c) ? inRadius(paper.outline, c) : 0;
    const Box b = bounds(paper.outline);
    for (double step = std::max(b.width(), b.height()) / 4; step > 0.1;) {
      bool moved = false;
      for (const Point d : {Point{1, 0}, Point{-1, 0}, Point{0, 1}, Point{0, -1}}) {
        const Point tried = best + step * d;
        if (!contains(paper.outline, tried)) continue;
        const double r = inRadius(paper.outline, tried);
        if (r <= most + 1e-9) continue;
        most = r;
        best = tried;
        moved = true;
      }
      if (!moved) step /= 2;
    }
    return best;
  }

  std::string sizeOf(const Shape& shape) {
    std::string& known = sizes_[&shape];
    if (!known.empty()) return known;
    known = inWords(sizeArg(shape.edge), project_.settings.unit).toStdString();
    // There is little room on a paper.
    constexpr std::string_view kAbout = "about ";
    if (known.starts_with(kAbout)) known.replace(0, kAbout.size(), "≈ ");
    return known;
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
    double capHeight = 0;
    std::map<std::string, std::pair<QString, double>> words;  // with their width in mm at full size
  };
  Face& face(double size, int weight) {
    Face& f = faces_[{static_cast<int>(std::lround(size * kTextScale)), weight}];
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
    if (size * shrink < kSmallestWord - 0.01) return;
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
  const PaperMarks& marks_ = project_.settings.marks;
  double radius_ = 0;  ///< of the circle that words are fitted to
  std::map<const Shape*, std::string> sizes_;
  std::map<std::pair<int, int>, Face> faces_;
};

}  // namespace

void paintSheet(QPainter& painter, const Project& project, const SheetPlan& plan, std::size_t sheet,
                const SheetLook& look) {
  SheetRun run(painter, project, plan, plan.sheets[sheet], look);
  if (look.outlines) run.outlines();
  if (!look.marks) return;
  run.papers();
  run.rules();
}

}  // namespace clathra
