#include "exchange/practice_cutter.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <optional>

#include "exchange/svg_reader.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr double kOneCut = 0.05;  // mm: lines nearer than this are one cut
constexpr double kDoubled = 1;    // mm
constexpr double kClosed = 0.05;  // mm between a path's ends
constexpr std::size_t kMostPaths = 100'000;
constexpr double kFarthestCut = 1e5;  // mm

std::string_view trimmed(std::string_view s) {
  while (!s.empty() && std::isspace(static_cast<unsigned char>(s.front()))) s.remove_prefix(1);
  while (!s.empty() && std::isspace(static_cast<unsigned char>(s.back()))) s.remove_suffix(1);
  return s;
}

bool cutLayer(std::string_view layer) {
  std::string low;
  for (const char c : layer) low += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
  return low != "marks" && low != "page";
}

/// Group codes and values, entity by entity.
class DxfReader {
 public:
  explicit DxfReader(std::string_view text) : rest_(text) {}

  Result<std::vector<CutterPath>> read() {
    while (next()) {
      if (code_ == 0) {
        if (const auto ok = entityEnds(); !ok) return tl::make_unexpected(ok.error());
        entity_ = value_;
        if (entity_ == "EOF") return std::move(paths_);
        if (entity_ == "SECTION") section_.clear();
        if (entity_ != "VERTEX" && entity_ != "SEQEND") begin();
        if (entity_ == "VERTEX") addVertex({0, 0});
        continue;
      }
      if (entity_ == "SECTION" && code_ == 2) section_ = value_;
      if (section_ == "ENTITIES" && !take()) return fail("no-dxf-file");
    }
    return fail("no-dxf-file");  // it ends with EOF
  }

 private:
  bool next() {
    const auto line = [this]() -> std::optional<std::string_view> {
      if (rest_.empty()) return std::nullopt;
      const auto end = rest_.find('\n');
      const auto out = trimmed(rest_.substr(0, end));
      rest_ = end == std::string_view::npos ? std::string_view() : rest_.substr(end + 1);
      return out;
    };
    const auto code = line(), value = line();
    if (!code || !value) return false;
    const auto [at, ec] = std::from_chars(code->data(), code->data() + code->size(), code_);
    value_ = std::string(*value);
    return ec == std::errc() && at == code->data() + code->size();
  }
  std::optional<double> numberOf() const {
    double out = 0;
    const auto [at, ec] = std::from_chars(value_.data(), value_.data() + value_.size(), out);
    if (ec != std::errc() || at != value_.data() + value_.size() || !(std::abs(out) <= kFarthestCut))
      return std::nullopt;
    return out;
  }
  void begin() {
    layer_.clear();
    points_.clear();
    bulges_.clear();
    flags_ = 0;
    second_ = {};
    radius_ = 0;
    from_ = 0;
    to_ = 360;
  }
  void addVertex(Point p) {
    points_.push_back(p);
    bulges_.push_back(0);
  }

  /// A code of an entity. False where a number is none.
  bool take() {
    if (code_ == 8) {
      if (entity_ != "VERTEX" && entity_ != "SEQEND") layer_ = value_;
      return true;
    }
    const bool polyline = entity_ == "LWPOLYLINE", vertex = entity_ == "VERTEX";
    const bool known = polyline || vertex || entity_ == "POLYLINE" || entity_ == "LINE" ||
                       entity_ == "CIRCLE" || entity_ == "ARC";
    if (!known) return true;
    const bool wanted = code_ == 10 || code_ == 20 || code_ == 11 || code_ == 21 || code_ == 40 ||
                        code_ == 42 || code_ == 50 || code_ == 51 || code_ == 70;
    if (!wanted) return true;
    const auto n = numberOf();
    if (!n) return false;
    if (code_ == 70 && !vertex) flags_ = static_cast<int>(*n);
    if (entity_ == "POLYLINE") return true;  // its own point is a dummy
    if (code_ == 10 && (polyline || (!vertex && points_.empty()))) addVertex({*n, 0});
    if (points_.empty()) return true;
    if (code_ == 10 && vertex) points_.back().x = *n;
    if (code_ == 20) points_.back().y = *n;
    if (code_ == 11) second_.x = *n;
    if (code_ == 21) second_.y = *n;
    if (code_ == 42 && (polyline || vertex)) bulges_.back() = *n;
    if (code_ == 40 && !vertex && !polyline) radius_ = *n;
    if (code_ == 50) from_ = *n;
    if (code_ == 51) to_ = *n;
    return true;
  }

  static std::vector<Point> arc(Point centre, double radius, double from, double to) {
    std::vector<Point> out;
    if (to <= from) to += 360;
    const int n = std::max(2, static_cast<int>(std::ceil((to - from) / 4)));
    for (int i = 0; i <= n; ++i) {
      const double a = (from + (to - from) * i / n) * 3.14159265358979323846 / 180;
      out.push_back({centre.x + radius * std::cos(a), centre.y + radius * std::sin(a)});
    }
    return out;
  }

  Status entityEnds() {
    if (section_ != "ENTITIES") return {};
    CutterPath path;
    if (entity_ == "LINE" && !points_.empty()) path.points = {points_[0], second_};
    if ((entity_ == "CIRCLE" || entity_ == "ARC") && !points_.empty() && radius_ > 0)
      path.points = arc(points_[0], radius_, entity_ == "ARC" ? from_ : 0, entity_ == "ARC" ? to_ : 360);
    if (entity_ == "LWPOLYLINE" || entity_ == "SEQEND") {
      path.closed = (flags_ & 1) != 0;
      const std::size_t n = points_.size();
      for (std::size_t i = 0; i < n; ++i) {
        path.points.push_back(points_[i]);
        // A bulge is the tangent of a quarter of the arc's angle, positive against the clock with y upwards.
        if (bulges_[i] != 0 && (path.closed || i + 1 < n))
          for (const Point p :
               arcPoints(points_[i], points_[(i + 1) % n], Angle::radians(-4 * std::atan(bulges_[i]))))
            path.points.push_back(p);
      }
    }
    if (path.points.size() > 1 && cutLayer(layer_)) paths_.push_back(std::move(path));
    if (paths_.size() > kMostPaths) return fail("cutter-too-many", kMostPaths);
    if (entity_ != "VERTEX" && entity_ != "POLYLINE") begin();
    return {};
  }

  std::string_view rest_;
  int code_ = 0;
  std::string value_, entity_, section_, layer_;
  std::vector<Point> points_;
  std::vector<double> bulges_;
  int flags_ = 0;
  Point second_;
  double radius_ = 0, from_ = 0, to_ = 360;
  std::vector<CutterPath> paths_;
};

Result<std::vector<CutterPath>> readDxfPaths(std::string_view text, const CutterMat& mat) {
  auto paths = DxfReader(text).read();
  if (!paths) return paths;
  // Files whose origin is the upper left corner have all y below nothing; else it is the lower left one.
  bool below = true;
  for (const CutterPath& p : *paths)
    for (const Point q : p.points) below = below && q.y <= kClosed;
  for (CutterPath& p : *paths)
    for (Point& q : p.points) q.y = (below ? 0 : mat.height) - q.y;
  return paths;
}

Result<std::vector<CutterPath>> readSvgPaths(std::string_view text, const Progress& progress) {
  const auto drawing = readSvg(text, progress);
  if (!drawing) return tl::make_unexpected(drawing.error());
  const bool named = std::any_of(drawing->lines.begin(), drawing->lines.end(),
                                 [](const SvgLine& l) { return l.layer == "cut"; });
  std::vector<CutterPath> out;
  for (const SvgLine& l : drawing->lines)
    if (named ? l.layer == "cut" : cutLayer(l.layer)) out.push_back({l.points, l.closed});
  if (out.size() > kMostPaths) return fail("cutter-too-many", kMostPaths);
  return out;
}

struct Bit {
  double angle, rho, from, to;
  std::size_t path;
};

/// Stretches that lie on a line cut before, by common lines.
void findDoubled(CutterReport& out) {
  constexpr double kPi = 3.14159265358979323846;
  std::vector<Bit> bits;
  for (std::size_t i = 0; i < out.paths.size(); ++i) {
    const auto& p = out.paths[i];
    const std::size_t n = p.points.size();
    for (std::size_t k = 0; k + (p.closed ? 0 : 1) < n; ++k) {
      const Point a = p.points[k], b = p.points[(k + 1) % n];
      if (distance(a, b) < 1e-9) continue;
      double angle = std::atan2(b.y - a.y, b.x - a.x);
      if (angle < 0) angle += kPi;
      if (angle > kPi - 1e-4) angle -= kPi;
      const Point u{std::cos(angle), std::sin(angle)};
      bits.push_back({angle, cross(u, a), std::min(dot(u, a), dot(u, b)), std::max(dot(u, a), dot(u, b)), i});
    }
  }
  std::sort(bits.begin(), bits.end(), [](const Bit& a, const Bit& b) { return a.angle < b.angle; });
  for (std::size_t i = 1; i < bits.size(); ++i)
    if (bits[i].angle - bits[i - 1].angle < 1e-4) bits[i].angle = bits[i - 1].angle;
  std::sort(bits.begin(), bits.end(), [](const Bit& a, const Bit& b) {
    return a.angle != b.angle ? a.angle < b.angle : a.rho < b.rho;
  });
  std::vector<double> twice(out.paths.size(), 0);
  for (std::size_t i = 0; i < bits.size();) {
    std::size_t end = i + 1;
    while (end < bits.size() && bits[end].angle == bits[end - 1].angle &&
           bits[end].rho - bits[end - 1].rho < kOneCut)
      ++end;
    std::sort(bits.begin() + static_cast<std::ptrdiff_t>(i), bits.begin() + static_cast<std::ptrdiff_t>(end),
              [](const Bit& a, const Bit& b) { return a.from < b.from; });
    // What reaches farthest so far, and by which path.
    double reach = bits[i].to;
    std::size_t by = bits[i].path;
    for (std::size_t k = i + 1; k < end; ++k) {
      const double over = std::min(reach, bits[k].to) - bits[k].from;
      if (over > kOneCut) twice[std::max(bits[k].path, by)] += over;
      if (bits[k].to > reach) {
        reach = bits[k].to;
        by = bits[k].path;
      }
    }
    i = end;
  }
  for (std::size_t i = 0; i < twice.size(); ++i) {
    if (twice[i] < kDoubled) continue;
    out.doubled.push_back(i);
    out.twice += twice[i];
  }
}

bool liesIn(const CutterPath& inner, const Box& innerBox, const CutterPath& outer, const Box& outerBox) {
  return innerBox.left > outerBox.left - kOneCut && innerBox.top > outerBox.top - kOneCut &&
         innerBox.right < outerBox.right + kOneCut && innerBox.bottom < outerBox.bottom + kOneCut &&
         contains(outer.points, centroid(inner.points)) &&
         std::all_of(inner.points.begin(), inner.points.end(),
                     [&](Point p) { return contains(outer.points, p); });
}

Result<CutterReport> report(std::vector<CutterPath> paths, const CutterMat& mat, const Progress& progress) {
  CutterReport out;
  out.paths = std::move(paths);
  std::vector<Box> boxes;
  Point at{};
  for (std::size_t i = 0; i < out.paths.size(); ++i) {
    CutterPath& p = out.paths[i];
    if (!p.closed && p.points.size() > 3 && distance(p.points.front(), p.points.back()) < kClosed) {
      p.closed = true;
      p.points.pop_back();
    }
    if (!p.closed) out.open.push_back(i);
    const Box b = bounds(p.points);
    boxes.push_back(b);
    if (b.left < -kOneCut || b.top < -kOneCut || b.right > mat.width + kOneCut ||
        b.bottom > mat.height + kOneCut)
      out.offMat.push_back(i);
    out.travel += distance(at, p.points.front());
    for (std::size_t k = 0; k + 1 < p.points.size(); ++k)
      out.length += distance(p.points[k], p.points[k + 1]);
    if (p.closed) out.length += distance(p.points.back(), p.points.front());
    at = p.closed ? p.points.front() : p.points.back();
  }
  findDoubled(out);
  // From left to right, so that only boxes that meet are compared.
  std::vector<std::size_t> order(out.paths.size());
  for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
  std::sort(order.begin(), order.end(),
            [&](std::size_t a, std::size_t b) { return boxes[a].left < boxes[b].left; });
  for (std::size_t i = 0; i < order.size(); ++i) {
    if (progress.cancelled()) return fail(kCancelled);
    const std::size_t outer = order[i];
    if (!out.paths[outer].closed) continue;
    for (std::size_t k = i + 1; k < order.size() && boxes[order[k]].left < boxes[outer].right; ++k) {
      const std::size_t inner = order[k];
      if (inner > outer && out.paths[inner].closed &&
          liesIn(out.paths[inner], boxes[inner], out.paths[outer], boxes[outer]))
        out.outsideFirst.emplace_back(outer, inner);
    }
  }
  std::sort(out.outsideFirst.begin(), out.outsideFirst.end());
  out.seconds =
      out.length / mat.speed + out.travel / mat.travel + 2 * mat.lift * static_cast<double>(out.paths.size());
  return out;
}

}  // namespace

Result<CutterReport> practiseCutting(std::string_view text, std::string_view suffix, const CutterMat& mat,
                                     const Progress& progress) {
  for (const double side : {mat.width, mat.height})
    if (!(side >= 50 && side <= 5000)) return fail("cutter-mat", readableArg(50), readableArg(5000));
  if (!(mat.speed > 0 && mat.travel > 0 && mat.lift >= 0)) return fail("cutter-speed");
  Result<std::vector<CutterPath>> paths = suffix == ".dxf"   ? readDxfPaths(text, mat)
                                          : suffix == ".svg" ? readSvgPaths(text, progress)
                                                             : fail("cutter-suffix", std::string(suffix));
  if (!paths) return tl::make_unexpected(paths.error());
  if (paths->empty()) return fail("cutter-nothing");
  return report(std::move(*paths), mat, progress);
}

std::vector<Message> cutterFaults(const CutterReport& r) {
  std::vector<Message> out;
  if (!r.open.empty()) out.push_back(Message("cutter-open", r.open.size(), std::to_string(r.open[0] + 1)));
  if (!r.doubled.empty())
    out.push_back(
        Message("cutter-doubled", r.doubled.size(), readableArg(r.twice), std::to_string(r.doubled[0] + 1)));
  if (!r.offMat.empty())
    out.push_back(Message("cutter-off-mat", r.offMat.size(), std::to_string(r.offMat[0] + 1)));
  if (!r.outsideFirst.empty())
    out.push_back(
        Message("cutter-outside-first", r.outsideFirst.size(), std::to_string(r.outsideFirst[0].second + 1)));
  if (out.empty()) out.push_back(Message("cutter-sound"));
  return out;
}

}  // namespace clathra
