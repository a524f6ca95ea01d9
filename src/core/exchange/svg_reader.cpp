#include "exchange/svg_reader.hpp"

#include <array>
#include <charconv>
#include <cmath>
#include <cstring>
#include <map>
#include <optional>
#include <pugixml.hpp>

namespace clathra {

namespace {

constexpr std::size_t kNodeBytes = 96, kAttributeBytes = 48, kMostTreeBytes = 400'000'000;
constexpr int kMostGroups = 64;
constexpr std::size_t kMostPoints = 2'000'000, kMostBytesOfSvg = 100'000'000;
constexpr double kFarthestDrawn = 100'000;  // mm
constexpr double kFlat = 0.05;              // mm from the curve
constexpr double kPixel = 25.4 / 96;

/// [a c e; b d f], as SVG names them.
struct Matrix {
  double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;
  Point operator()(Point p) const { return {a * p.x + c * p.y + e, b * p.x + d * p.y + f}; }
  Matrix operator*(const Matrix& m) const {
    return {a * m.a + c * m.b, b * m.a + d * m.b,     a * m.c + c * m.d,
            b * m.c + d * m.d, a * m.e + c * m.f + e, b * m.e + d * m.f + f};
  }
  double growth() const { return std::sqrt(std::abs(a * d - b * c)); }
};

/// Numbers and words of an attribute, one after the other.
class Scanner {
 public:
  explicit Scanner(std::string_view text) : at_(text.data()), end_(text.data() + text.size()) {}
  void blank() {
    while (at_ < end_ && (std::strchr(" \t\r\n,", *at_) != nullptr)) ++at_;
  }
  bool done() {
    blank();
    return at_ == end_;
  }
  char peek() {
    blank();
    return at_ < end_ ? *at_ : '\0';
  }
  bool take(char c) {
    if (peek() != c) return false;
    ++at_;
    return true;
  }
  char command() {
    const char c = peek();
    if (std::isalpha(static_cast<unsigned char>(c)) == 0) return '\0';
    ++at_;
    return c;
  }
  std::string word() {
    blank();
    std::string out;
    while (at_ < end_ && std::isalpha(static_cast<unsigned char>(*at_)) != 0) out += *at_++;
    return out;
  }
  std::optional<double> number() {
    blank();
    if (at_ < end_ && *at_ == '+') ++at_;
    double v = 0;
    const auto [next, ec] = std::from_chars(at_, end_, v);
    if (ec != std::errc() || !std::isfinite(v)) return std::nullopt;
    at_ = next;
    return v;
  }
  /// A flag of an arc may stand without a space after it.
  std::optional<bool> flag() {
    blank();
    if (at_ == end_ || (*at_ != '0' && *at_ != '1')) return std::nullopt;
    return *at_++ == '1';
  }

 private:
  const char* at_;
  const char* end_;
};

std::optional<Matrix> oneTransform(const std::string& name, const std::vector<double>& v) {
  const std::size_t n = v.size();
  if (name == "matrix" && n == 6) return Matrix{v[0], v[1], v[2], v[3], v[4], v[5]};
  if (name == "translate" && (n == 1 || n == 2)) return Matrix{1, 0, 0, 1, v[0], n == 2 ? v[1] : 0};
  if (name == "scale" && (n == 1 || n == 2)) return Matrix{v[0], 0, 0, n == 2 ? v[1] : v[0], 0, 0};
  if (name == "skewX" && n == 1) return Matrix{1, 0, tan(Angle::degrees(v[0])), 1, 0, 0};
  if (name == "skewY" && n == 1) return Matrix{1, tan(Angle::degrees(v[0])), 0, 1, 0, 0};
  if (name == "rotate" && (n == 1 || n == 3)) {
    const double cosine = cos(Angle::degrees(v[0])), sine = sin(Angle::degrees(v[0]));
    const Matrix turn{cosine, sine, -sine, cosine, 0, 0};
    if (n == 1) return turn;
    return Matrix{1, 0, 0, 1, v[1], v[2]} * turn * Matrix{1, 0, 0, 1, -v[1], -v[2]};
  }
  return std::nullopt;
}

Result<Matrix> transformOf(std::string_view text) {
  Matrix out;
  Scanner in(text);
  while (!in.done()) {
    const std::string name = in.word();
    std::vector<double> values;
    bool ok = in.take('(');
    while (ok && !in.take(')')) {
      const auto v = in.number();
      ok = v && values.size() < 6;
      if (ok) values.push_back(*v);
    }
    const auto one = ok ? oneTransform(name, values) : std::nullopt;
    if (!one) return fail("drawing-transform-none-nothing", text);
    out = out * *one;
  }
  return out;
}

/// A length attribute in mm; absent for percent and for none.
std::optional<double> lengthOf(const char* text) {
  Scanner in(text);
  const auto v = in.number();
  if (!v) return std::nullopt;
  static const std::map<std::string, double> units = {
      {"", kPixel}, {"px", kPixel}, {"mm", 1}, {"cm", 10}, {"in", 25.4}, {"pt", 25.4 / 72}, {"pc", 25.4 / 6}};
  if (in.peek() == '%') return std::nullopt;
  const auto unit = units.find(in.word());
  return unit == units.end() ? std::nullopt : std::optional(*v * unit->second);
}

/// Absent for none, for patterns and gradients, and for what is no colour.
std::optional<Rgb> colourOf(std::string_view text) {
  while (!text.empty() && text.front() == ' ') text.remove_prefix(1);
  while (!text.empty() && text.back() == ' ') text.remove_suffix(1);
  const auto byte = [](double v) { return static_cast<std::uint8_t>(std::clamp(std::lround(v), 0L, 255L)); };
  if (text.starts_with("#") && (text.size() == 4 || text.size() == 7)) {
    unsigned v = 0;
    const auto [end, ec] = std::from_chars(text.data() + 1, text.data() + text.size(), v, 16);
    if (ec != std::errc() || end != text.data() + text.size()) return std::nullopt;
    if (text.size() == 7)
      return Rgb{static_cast<std::uint8_t>(v >> 16), static_cast<std::uint8_t>(v >> 8 & 255),
                 static_cast<std::uint8_t>(v & 255)};
    return Rgb{static_cast<std::uint8_t>((v >> 8 & 15) * 17), static_cast<std::uint8_t>((v >> 4 & 15) * 17),
               static_cast<std::uint8_t>((v & 15) * 17)};
  }
  if (text.starts_with("rgb(")) {
    Scanner in(text.substr(4));
    std::array<double, 3> v{};
    for (double& one : v) {
      const auto n = in.number();
      if (!n) return std::nullopt;
      one = in.take('%') ? *n * 2.55 : *n;
      (void)in.take(',');
    }
    return Rgb{byte(v[0]), byte(v[1]), byte(v[2])};
  }
  static const std::map<std::string_view, Rgb> named = {
      {"black", {0, 0, 0}},        {"white", {255, 255, 255}}, {"red", {255, 0, 0}},
      {"green", {0, 128, 0}},      {"blue", {0, 0, 255}},      {"yellow", {255, 255, 0}},
      {"orange", {255, 165, 0}},   {"purple", {128, 0, 128}},  {"brown", {165, 42, 42}},
      {"pink", {255, 192, 203}},   {"gray", {128, 128, 128}},  {"grey", {128, 128, 128}},
      {"silver", {192, 192, 192}}, {"maroon", {128, 0, 0}},    {"olive", {128, 128, 0}},
      {"lime", {0, 255, 0}},       {"aqua", {0, 255, 255}},    {"cyan", {0, 255, 255}},
      {"teal", {0, 128, 128}},     {"navy", {0, 0, 128}},      {"fuchsia", {255, 0, 255}},
      {"magenta", {255, 0, 255}},  {"gold", {255, 215, 0}},    {"tan", {210, 180, 140}},
      {"beige", {245, 245, 220}},  {"ivory", {255, 255, 240}}};
  const auto at = named.find(text);
  return at == named.end() ? std::nullopt : std::optional(at->second);
}

/// What a style says of the fill.
std::optional<std::string_view> styledFill(std::string_view style) {
  while (!style.empty()) {
    const auto end = style.find(';');
    std::string_view one = style.substr(0, end);
    while (!one.empty() && one.front() == ' ') one.remove_prefix(1);
    if (one.starts_with("fill:")) return one.substr(5);
    if (end == std::string_view::npos) break;
    style.remove_prefix(end + 1);
  }
  return std::nullopt;
}

class Reader {
 public:
  explicit Reader(const Progress& progress) : progress_(progress) {}

  Status read(const pugi::xml_node& svg) {
    Matrix m{kPixel, 0, 0, kPixel, 0, 0};
    Scanner box(svg.attribute("viewBox").value());
    const auto x = box.number(), y = box.number(), w = box.number(), h = box.number();
    if (x && y && w && h && *w > 0 && *h > 0) {
      const auto width = lengthOf(svg.attribute("width").value()),
                 height = lengthOf(svg.attribute("height").value());
      // As viewers do: the drawing is scaled evenly to fit.
      double k = kPixel;
      if (width && height)
        k = std::min(*width / *w, *height / *h);
      else if (width)
        k = *width / *w;
      else if (height)
        k = *height / *h;
      m = Matrix{k, 0, 0, k, -*x * k, -*y * k};
    }
    return group(svg, m, 0);
  }
  SvgDrawing take() {
    for (const auto& [what, n] : unused_) out_.unused.emplace_back("unused-" + what, n);
    return std::move(out_);
  }

 private:
  Status group(const pugi::xml_node& node, const Matrix& m, int depth) {
    const auto outer = fill_;
    const std::string layer = layer_;
    readFill(node);
    if (layer_.empty()) layer_ = node.attribute("id").value();
    const Status ok = children(node, m, depth);
    fill_ = outer;
    layer_ = layer;
    return ok;
  }

  void readFill(const pugi::xml_node& node) {
    if (const pugi::xml_attribute a = node.attribute("fill")) fill_ = colourOf(a.value());
    // A style outdoes the attribute, as viewers have it.
    if (const auto styled = styledFill(node.attribute("style").value())) fill_ = colourOf(*styled);
  }

  Status children(const pugi::xml_node& node, const Matrix& m, int depth) {
    if (depth > kMostGroups) return fail("drawing-s-groups-lie", kMostGroups);
    for (const pugi::xml_node& child : node.children()) {
      if (child.type() != pugi::node_element) continue;
      if (progress_.cancelled()) return fail(kCancelled);
      if (const auto ok = element(child, m, depth); !ok) return ok;
    }
    return {};
  }

  static std::string nameOf(const pugi::xml_node& node) {
    const std::string name = node.name();
    const auto colon = name.find(':');
    return colon == std::string::npos ? name : name.substr(colon + 1);
  }

  Status element(const pugi::xml_node& node, const Matrix& outer, int depth) {
    const std::string name = nameOf(node);
    static const std::array<const char*, 12> silent = {"defs",    "title",  "desc",      "metadata",
                                                       "style",   "symbol", "clipPath",  "mask",
                                                       "pattern", "marker", "namedview", "linearGradient"};
    for (const char* s : silent)
      if (name == s) return {};
    if (std::strcmp(node.attribute("display").value(), "none") == 0) return {};
    const auto own = transformOf(node.attribute("transform").value());
    if (!own) return tl::make_unexpected(own.error());
    const Matrix m = outer * *own;
    if (name == "g" || name == "a" || name == "switch") return group(node, m, depth + 1);
    if (name == "path" || name == "polygon" || name == "polyline" || name == "line" || name == "rect") {
      const auto outer_ = fill_;
      readFill(node);
      const Status ok = drawn(node, name, m);
      fill_ = outer_;
      return ok;
    }
    if (name == "text" || name == "image" || name == "use" || name == "circle" || name == "ellipse" ||
        name == "svg" || name == "foreignObject")
      ++unused_[name == "svg"             ? "inner-drawing"
                : name == "use"           ? "clone"
                : name == "foreignObject" ? "foreign-part"
                                          : name];
    return {};
  }

  Status drawn(const pugi::xml_node& node, const std::string& name, const Matrix& m) {
    if (name == "path") return path(node.attribute("d").value(), m);
    if (name == "polygon" || name == "polyline")
      return points(node.attribute("points").value(), m, name == "polygon");
    return plain(node, name, m);
  }

  Status plain(const pugi::xml_node& node, const std::string& name, const Matrix& m) {
    const auto at = [&](const char* key) -> std::optional<double> {
      const pugi::xml_attribute a = node.attribute(key);
      if (!a) return 0.0;
      Scanner in(a.value());
      return in.number();
    };
    if (name == "line") {
      const auto x1 = at("x1"), y1 = at("y1"), x2 = at("x2"), y2 = at("y2");
      if (!x1 || !y1 || !x2 || !y2) return noNumber();
      return add({{*x1, *y1}, {*x2, *y2}}, false, m);
    }
    const auto x = at("x"), y = at("y"), w = at("width"), h = at("height");
    if (!x || !y || !w || !h) return noNumber();
    return add({{*x, *y}, {*x + *w, *y}, {*x + *w, *y + *h}, {*x, *y + *h}}, true, m);
  }

  static Status noNumber() { return fail("drawing-coordinate-no-number"); }

  Status points(std::string_view text, const Matrix& m, bool closed) {
    Scanner in(text);
    std::vector<Point> out;
    while (!in.done()) {
      const auto x = in.number(), y = in.number();
      if (!x || !y) return noNumber();
      out.push_back({*x, *y});
      if (out.size() > kMostPoints) return tooMany();
    }
    return add(std::move(out), closed, m);
  }

  static Status tooMany() { return fail("drawing-more-than-2"); }

  /// Takes points in the element's own coordinates.
  Status add(std::vector<Point> line, bool closed, const Matrix& m) {
    for (Point& p : line) {
      p = m(p);
      if (!(std::abs(p.x) <= kFarthestDrawn && std::abs(p.y) <= kFarthestDrawn))
        return fail("drawing-reaches-farther-than");
    }
    points_ += line.size();
    if (points_ > kMostPoints) return tooMany();
    if (line.size() > 1) out_.lines.push_back({std::move(line), closed, fill_, layer_});
    return {};
  }

  /// How many chords keep within kFlat of a curve whose control points reach so far.
  static int chords(double reach, const Matrix& m) {
    return std::clamp(static_cast<int>(std::ceil(std::sqrt(reach * m.growth() / kFlat))), 2, 256);
  }

  void cubic(std::vector<Point>& line, Point b, Point c, Point d, const Matrix& m) {
    const Point a = line.back();
    const double reach = std::max(length(a - 2 * b + c), length(b - 2 * c + d));
    const int n = chords(0.75 * reach, m);
    for (int i = 1; i <= n; ++i) {
      const double t = static_cast<double>(i) / n, u = 1 - t;
      line.push_back((u * u * u) * a + (3 * u * u * t) * b + (3 * u * t * t) * c + (t * t * t) * d);
    }
  }

  /// From end points to the middle of the ellipse: SVG 1.1, appendix F.6.5.
  static void arc(std::vector<Point>& line, double rx, double ry, Angle turn, bool large, bool sweep,
                  Point to, const Matrix& m) {
    const Point from = line.back();
    rx = std::abs(rx);
    ry = std::abs(ry);
    if (rx < 1e-9 || ry < 1e-9 || distance(from, to) < 1e-12) return line.push_back(to);
    const Point half = rotated(0.5 * (from - to), -turn);
    const double over = half.x * half.x / (rx * rx) + half.y * half.y / (ry * ry);
    if (over > 1) {
      rx *= std::sqrt(over);
      ry *= std::sqrt(over);
    }
    const double rest = rx * rx * half.y * half.y + ry * ry * half.x * half.x;
    const double k = std::sqrt(std::max(0.0, (rx * rx * ry * ry - rest) / rest)) * (large == sweep ? -1 : 1);
    const Point middle{k * rx * half.y / ry, -k * ry * half.x / rx};
    const auto angle = [&](Point p) { return std::atan2((p.y - middle.y) / ry, (p.x - middle.x) / rx); };
    const double first = angle(half);
    double swept = angle(-1 * half) - first;
    if (sweep && swept < 0) swept += 2 * M_PI;
    if (!sweep && swept > 0) swept -= 2 * M_PI;
    const Point centre = rotated(middle, turn) + 0.5 * (from + to);
    const double r = std::max(rx, ry) * m.growth();
    const int n = std::clamp(
        static_cast<int>(std::ceil(std::abs(swept) / std::sqrt(8 * kFlat / std::max(r, kFlat)))), 2, 256);
    for (int i = 1; i < n; ++i) {
      const double t = first + swept * i / n;
      line.push_back(centre + rotated({rx * std::cos(t), ry * std::sin(t)}, turn));
    }
    line.push_back(to);
  }

  Status path(std::string_view d, const Matrix& m);
  bool step(char command, bool relative, Scanner& in, const Matrix& m);

  const Progress& progress_;
  SvgDrawing out_;
  std::optional<Rgb> fill_;  ///< of the element being read
  std::string layer_;
  std::map<std::string, int> unused_;
  std::size_t points_ = 0;
  std::vector<Point> line_;  ///< of the path being read
  Point control_;            ///< the last control point, for smooth curves
  char last_ = '\0';
};

/// One segment after its letter. False if its numbers are missing.
bool Reader::step(char command, bool relative, Scanner& in, const Matrix& m) {
  const Point here = line_.back(), from = relative ? here : Point{};
  const auto point = [&]() -> std::optional<Point> {
    const auto x = in.number(), y = in.number();
    return x && y ? std::optional(from + Point{*x, *y}) : std::nullopt;
  };
  switch (command) {
    case 'L': {
      const auto p = point();
      if (p) line_.push_back(*p);
      return p.has_value();
    }
    case 'H': {
      const auto x = in.number();
      if (x) line_.push_back({from.x + *x, here.y});
      return x.has_value();
    }
    case 'V': {
      const auto y = in.number();
      if (y) line_.push_back({here.x, from.y + *y});
      return y.has_value();
    }
    case 'C':
    case 'S': {
      const bool smooth = command == 'S';
      const Point mirrored = last_ == 'C' || last_ == 'S' ? 2 * here - control_ : here;
      const auto b = smooth ? std::optional(mirrored) : point();
      const auto c = point(), to = point();
      if (!b || !c || !to) return false;
      cubic(line_, *b, *c, *to, m);
      control_ = *c;
      return true;
    }
    case 'Q':
    case 'T': {
      const Point mirrored = last_ == 'Q' || last_ == 'T' ? 2 * here - control_ : here;
      const auto b = command == 'T' ? std::optional(mirrored) : point();
      const auto to = point();
      if (!b || !to) return false;
      cubic(line_, here + (2.0 / 3) * (*b - here), *to + (2.0 / 3) * (*b - *to), *to, m);
      control_ = *b;
      return true;
    }
    case 'A': {
      const auto rx = in.number(), ry = in.number(), turn = in.number();
      const auto large = in.flag(), sweep = in.flag();
      const auto to = point();
      if (!rx || !ry || !turn || !large || !sweep || !to) return false;
      arc(line_, *rx, *ry, Angle::degrees(*turn), *large, *sweep, *to, m);
      return true;
    }
    default:
      return false;
  }
}

Status Reader::path(std::string_view d, const Matrix& m) {
  const auto wrong = [&] { return fail("drawing-path-none-nothing", d); };
  Scanner in(d);
  char command = '\0';
  Point start;
  line_.clear();
  last_ = '\0';
  const auto finish = [&](bool closed) {
    auto line = std::exchange(line_, {});
    return line.size() > 1 ? add(std::move(line), closed, m) : Status{};
  };
  while (!in.done()) {
    if (const char c = in.command()) command = c;
    const bool relative = std::islower(static_cast<unsigned char>(command)) != 0;
    const char upper = static_cast<char>(std::toupper(static_cast<unsigned char>(command)));
    if (upper == 'M') {
      const Point here = line_.empty() ? start : line_.back();
      if (const auto ok = finish(false); !ok) return ok;
      const auto x = in.number(), y = in.number();
      if (!x || !y) return wrong();
      start = (relative ? here : Point{}) + Point{*x, *y};
      line_ = {start};
      command = relative ? 'l' : 'L';  // further pairs are lines
    } else if (upper == 'Z') {
      if (line_.empty()) return wrong();
      if (const auto ok = finish(true); !ok) return ok;
      line_ = {start};
      if (!in.done() && std::isalpha(static_cast<unsigned char>(in.peek())) == 0) return wrong();
    } else {
      if (line_.empty() || !step(upper, relative, in, m)) return wrong();
      if (line_.size() > kMostPoints) return tooMany();
    }
    last_ = upper;
  }
  return finish(false);
}

}  // namespace

Result<SvgDrawing> readSvg(std::string_view text, const Progress& progress) {
  if (text.size() > kMostBytesOfSvg) return fail("drawing-larger-than-100");
  if (text.find("<!ENTITY") != std::string_view::npos) return fail("drawing-declares-entities-own");
  // What its tree will take is counted before it is asked for.
  const auto marks = static_cast<std::size_t>(std::count(text.begin(), text.end(), '<'));
  const auto equals = static_cast<std::size_t>(std::count(text.begin(), text.end(), '='));
  if (text.size() + marks * kNodeBytes + equals * kAttributeBytes > kMostTreeBytes)
    return fail("drawing-too-many-elements");
  pugi::xml_document document;
  const auto parsed = document.load_buffer(text.data(), text.size());
  if (!parsed) return fail("no-svg-drawing-read", parsed.offset + 1);
  for (const pugi::xml_node& node : document.children()) {
    const std::string name = node.name();
    if (name != "svg" && !(name.size() > 4 && name.compare(name.size() - 4, 4, ":svg") == 0)) continue;
    Reader reader(progress);
    if (const auto ok = reader.read(node); !ok) return tl::make_unexpected(ok.error());
    return reader.take();
  }
  return fail("no-svg-drawing-no");
}

}  // namespace clathra
