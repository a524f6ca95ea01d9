#include "image/repeat_finder.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "image/repeat_lattice.hpp"
#include "image/repeat_symmetry.hpp"

namespace clathra {

namespace {

using namespace repeats;

constexpr int kLongest = 512;  // pixels of the field

double norm(cv::Point2d p) {
  return std::sqrt(p.dot(p));
}

struct Stripe {
  double degrees = 0;  ///< along it
  double bad = 1;      ///< share of the detail that is not the same further along
};

/// A direction in which the field is the same however far it is moved, if there may be one.
std::optional<Stripe> stripeOf(const Correlation& c, const Field& half) {
  const double far = 0.9 * std::min(half.width(), half.height());
  double best = -1;
  Stripe out;
  const auto least = [&](double degrees) {
    const double t = degrees * std::numbers::pi / 180;
    double low = 1;
    for (double s = 12; s <= far; s += 4)
      low = std::min(low, c.at(cv::Point2d(s * std::cos(t), s * std::sin(t))));
    return low;
  };
  const auto look = [&](double d) {
    if (const double v = least(d); v > best) {
      best = v;
      out.degrees = d;
    }
  };
  for (double d = 0; d < 180; d += 0.5) look(d);
  for (double step = 0.25; step > 0.02; step /= 2) {
    const double at = out.degrees;
    look(at - step);
    look(at + step);
  }
  constexpr double kMaybe = 0.3;
  if (best < kMaybe) return std::nullopt;
  const double t = out.degrees * std::numbers::pi / 180;
  out.bad = 0;
  // Lengths that no repeat has all of.
  for (const double share : {0.19, 0.31, 0.43})
    out.bad = std::max(out.bad,
                       agreementOf(half, cv::Point2d(std::cos(t), std::sin(t)) * (share * far / 2), 1).bad);
  return out;
}

/// The shortest step across a stripe.
std::optional<cv::Point2d> acrossStripe(const Correlation& c, const Field& half, const Stripe& stripe) {
  const double t = (stripe.degrees + 90) * std::numbers::pi / 180;
  const cv::Point2d n(std::cos(t), std::sin(t));
  const double far = 0.8 * std::min(half.width() * 2 / std::max(0.2, std::abs(n.x)),
                                    half.height() * 2 / std::max(0.2, std::abs(n.y)));
  std::vector<double> values;
  for (double s = 0; s < far; s += 0.25) values.push_back(c.at(n * s));
  double top = 0;
  for (std::size_t i = 24; i + 1 < values.size(); ++i) top = std::max(top, values[i]);
  for (std::size_t i = 24; i + 24 < values.size(); ++i) {
    const bool peak = *std::max_element(values.begin() + std::ptrdiff_t(i) - 12,
                                        values.begin() + std::ptrdiff_t(i) + 13) == values[i];
    if (!peak || values[i] < 0.85 * top) continue;
    if (agreementOf(half, n * (double(i) * 0.125), 1).bad > stripe.bad + 0.05) continue;
    // The furthest whole multiple that is seen tells the step best.
    double step = 0.25 * double(i);
    for (int k = 2; k * step + 6 < far; ++k) {
      const auto from = std::size_t((k * step - 3) * 4), to = std::size_t((k * step + 3) * 4);
      std::size_t best = from;
      for (std::size_t j = from; j <= to && j + 1 < values.size(); ++j)
        if (values[j] > values[best]) best = j;
      if (best == from || best >= to || values[best] < 0.7 * values[i]) break;
      const double xx = values[best + 1] - 2 * values[best] + values[best - 1];
      const double off = xx < 0 ? (values[best - 1] - values[best + 1]) / (2 * xx) : 0;
      step = 0.25 * (double(best) + off) / k;
    }
    return n * step;
  }
  return std::nullopt;
}

/// What kind the lattice is, with the two steps it is spoken of by.
struct Named {
  FoundKind kind = FoundKind::Oblique;
  cv::Point2d a, b;
};
Named named(cv::Point2d a, cv::Point2d b, bool mirrorUpright) {
  const double la = norm(a), lb = norm(b);
  constexpr double kSquare = 0.026;  // the cosine of the angle between them: 1.5°
  constexpr double kSame = 0.02;
  Named out{FoundKind::Oblique, a, b};
  const auto square = [&](cv::Point2d p, cv::Point2d q) {
    return std::abs(p.dot(q)) < kSquare * norm(p) * norm(q);
  };
  if (square(a, b)) {
    out.kind = FoundKind::Rectangular;
  } else {
    if (a.dot(b) > 0) b = -b;
    // Three steps of one length at 60°: hexagonal. Two of one length: centred, half-drop or brick.
    if (std::abs(la - lb) < kSame * la && std::abs(norm(a + b) - la) < kSame * la) {
      out.kind = FoundKind::Hexagonal;
    } else {
      std::optional<std::pair<cv::Point2d, cv::Point2d>> cell;  // the centred cell's sides
      if (std::abs(la - lb) < kSame * la) cell = std::pair(a + b, a - b);
      // A reduced basis of a flat centred cell holds one side of it: 2b + a or so is square to it.
      if (!cell && square(a, 2 * b + a)) cell = std::pair(a, 2 * b + a);
      if (!cell && square(a, 2 * b - a)) cell = std::pair(a, 2 * b - a);
      if (cell) {
        auto [across, along] = *cell;
        if (std::abs(across.x) * norm(along) < std::abs(along.x) * norm(across)) std::swap(across, along);
        const double w = norm(across), h = norm(along);
        // The same lattice either way: columns moved by half of what is repeated along, or rows by half
        // across. A cell much higher than wide, of a print without an upright mirror line, is bricks.
        constexpr double kHigh = 1.36;
        out.kind = h > kHigh * w && !mirrorUpright ? FoundKind::Brick : FoundKind::HalfDrop;
      }
    }
  }
  // The step mainly across first, both to the right or down.
  out.a = a;
  out.b = b;
  if (std::abs(out.a.x) * norm(out.b) < std::abs(out.b.x) * norm(out.a)) std::swap(out.a, out.b);
  if (out.a.x < 0) out.a = -out.a;
  if (out.b.y < 0) out.b = -out.b;
  return out;
}

/// From the straightened field to the picture.
struct Back {
  const Field& field;
  Perspective perspective;
  cv::Point2d middle;
  Back(const Field& f, Perspective p)
      : field(f), perspective(p), middle((f.width() - 1) / 2.0, (f.height() - 1) / 2.0) {}
  cv::Point2d seen(cv::Point2d u) const {
    const cv::Point2d x = perspective.seen(u - middle) + middle;
    // Pixel centres of the small field and of the picture.
    return {(x.x + 0.5) * field.scaleX - 0.5, (x.y + 0.5) * field.scaleY - 0.5};
  }
  /// The affine best fit of all lattice points that lie on the field.
  std::pair<cv::Point2d, cv::Point2d> steps(cv::Point2d a, std::optional<cv::Point2d> second) const {
    const cv::Point2d b = second.value_or(cv::Point2d(-a.y, a.x));
    std::vector<cv::Vec3d> rows;
    std::vector<cv::Point2d> to;
    const int most = 60;
    for (int j = -most; j <= most; ++j)
      for (int i = -most; i <= most; ++i) {
        // Finer than the lattice, so that few repeats are enough.
        const double ki = i / 4.0, kj = j / 4.0;
        const cv::Point2d u = a * ki + b * kj, x = perspective.seen(u);
        if (std::abs(x.x) > middle.x || std::abs(x.y) > middle.y) continue;
        rows.emplace_back(1, ki, kj);
        to.push_back(seen(u + middle));
      }
    cv::Mat m(int(rows.size()), 3, CV_64F), r(int(rows.size()), 2, CV_64F), solved;
    for (std::size_t i = 0; i < rows.size(); ++i) {
      for (int k = 0; k < 3; ++k) m.at<double>(int(i), k) = rows[i][k];
      r.at<double>(int(i), 0) = to[i].x;
      r.at<double>(int(i), 1) = to[i].y;
    }
    if (rows.size() < 6 || !cv::solve(m, r, solved, cv::DECOMP_SVD))
      return {{a.x * field.scaleX, a.y * field.scaleY}, {b.x * field.scaleX, b.y * field.scaleY}};
    return {{solved.at<double>(1, 0), solved.at<double>(1, 1)},
            {solved.at<double>(2, 0), solved.at<double>(2, 1)}};
  }
};

Point pointOf(cv::Point2d p) {
  return {p.x, p.y};
}

void addSymmetry(FoundRepeat& out, const Symmetry& s, const Back& back) {
  for (const Symmetry::Mirror& m : s.mirrors) {
    const double t = m.degrees * std::numbers::pi / 180;
    const cv::Point2d d(std::cos(t), std::sin(t));
    const double reach = 0.2 * back.field.width();
    const cv::Point2d from = back.seen(m.point - d * reach), to = back.seen(m.point + d * reach);
    double degrees = std::atan2(to.y - from.y, to.x - from.x) * 180 / std::numbers::pi;
    if (degrees < 0) degrees += 180;
    if (degrees >= 180) degrees -= 180;
    out.mirrors.push_back({Angle::degrees(degrees), pointOf(back.seen(m.point))});
  }
  std::sort(out.mirrors.begin(), out.mirrors.end(), [](const FoundAxis& a, const FoundAxis& b) {
    return a.direction.degrees() < b.direction.degrees();
  });
  out.halfTurn = s.halfTurn;
  if (s.halfTurn) out.halfTurnCentre = pointOf(back.seen(s.centre));
}

double sureOf(const FoundLattice& l) {
  const auto ramp = [](double v, double from, double to) {
    return std::clamp((v - from) / (to - from), 0.0, 1.0);
  };
  const double clean = 1 - ramp(l.bad, 0.02, 0.12), alike = ramp(l.middle, 0.6, 0.9),
               seen = ramp(l.reach, 0.2, 1.2);
  return std::clamp(0.35 + 0.65 * std::min({clean, alike, seen}), 0.0, 1.0);
}

}  // namespace

std::string_view foundName(FoundKind kind) {
  static constexpr std::string_view names[] = {"none",    "rectangular", "half-drop", "brick",
                                               "oblique", "hexagonal",   "stripe"};
  return names[static_cast<std::size_t>(kind)];
}

namespace {

FoundRepeat none(double confidence) {
  FoundRepeat out;
  out.confidence = confidence;
  return out;
}

/// Steps to the right, or straight down.
Point forwards(Point p) {
  return p.x < 0 || (p.x == 0 && p.y < 0) ? -1.0 * p : p;
}

class Search {
 public:
  explicit Search(const Raster& picture) : field_(fieldOf(picture, kLongest)) {}

  /// Without any detail there is no print.
  bool plain() const {
    double detail = 0;
    for (const cv::Mat& c : field_.channels) detail += c.dot(c);
    constexpr double kPlain = 0.6;  // in Lab
    return std::sqrt(detail / double(field_.mask.total())) < kPlain;
  }

  void correlate() {
    half_ = halved(field_);
    correlation_.emplace(field_);
  }

  /// Lets aside what lies on or about the cloth, and straightens what was seen aslant.
  void clean() {
    trusted_ = trustedShifts(half_, *correlation_);
    maybeStripe_ = stripeOf(*correlation_, half_);
    if (straighten()) correlate();
  }

 private:
  /// Is the field another one now, or much of it masked?
  bool straighten() {
    if (trusted_.empty()) return false;
    const double left = mask();
    // Along a stripe nothing tells how far it was moved.
    constexpr double kSurelyStripe = 0.1;
    if (!maybeStripe_ || maybeStripe_->bad > kSurelyStripe) perspective_ = perspectiveFrom(half_, trusted_);
    const double drift = norm(perspective_.p) * std::max(field_.width(), field_.height());
    constexpr double kNoDrift = 0.004, kNearlyAll = 0.95;
    const bool drifts = drift >= kNoDrift;
    if (drifts)
      field_ = straightened(field_, perspective_);
    else
      perspective_ = {};
    // What is little told nothing wrong of the rest.
    if (left >= kNearlyAll) return drifts;
    // It is seen better now.
    correlate();
    trusted_ = trustedShifts(half_, *correlation_);
    mask();
    return true;
  }

 public:
  FoundRepeat answer() const {
    auto lattice = latticeFrom(half_, *correlation_);
    if (const auto stripe = stripeRatherThan(lattice)) return asStripe(*stripe);
    if (!lattice) {
      // How sure that there is none: did anything come near?
      constexpr double kNearly = 0.5, kFar = 0.9;
      return none(trusted_.empty() ? kFar : kNearly);
    }
    if (!lattice->b) {
      FoundRepeat out;
      out.kind = FoundKind::Rectangular;
      out.a = forwards(pointOf(Back(field_, perspective_).steps(lattice->a, std::nullopt).first));
      out.confidence = sureOf(*lattice);
      return out;
    }
    // Cells that differ in turn are not what repeats.
    for (int i = 0; i < 3; ++i) {
      const auto coarser = coarserLattice(field_, lattice->a, *lattice->b);
      if (!coarser) break;
      lattice->a = coarser->first;
      lattice->b = coarser->second;
      reduce(lattice->a, *lattice->b);
    }
    return asLattice(*lattice);
  }

 private:
  double mask() {
    half_.mask = maskFrom(half_, trusted_);
    cv::resize(half_.mask, field_.mask, field_.mask.size(), 0, 0, cv::INTER_NEAREST);
    return cv::mean(field_.mask)[0];
  }

  std::optional<Stripe> stripeRatherThan(const std::optional<FoundLattice>& lattice) const {
    if (!maybeStripe_) return std::nullopt;
    const auto stripe = stripeOf(*correlation_, half_);
    constexpr double kMostOfStripe = 0.12, kMoreThanLattice = 0.02;
    if (!stripe || stripe->bad >= kMostOfStripe) return std::nullopt;
    if (lattice && stripe->bad >= lattice->bad + kMoreThanLattice) return std::nullopt;
    return stripe;
  }

  FoundRepeat asStripe(const Stripe& stripe) const {
    const auto across = acrossStripe(*correlation_, half_, stripe);
    constexpr double kNotSure = 0.6, kSure = 0.95;
    if (!across) return none(kNotSure);
    FoundRepeat out;
    out.kind = FoundKind::Stripe;
    out.a = forwards({across->x * field_.scaleX, across->y * field_.scaleY});
    out.confidence = kSure;
    return out;
  }

  FoundRepeat asLattice(const FoundLattice& lattice) const {
    const Back back(field_, perspective_);
    const Symmetry symmetry = symmetryOf(field_, lattice.a, *lattice.b);
    const bool upright = std::any_of(symmetry.mirrors.begin(), symmetry.mirrors.end(),
                                     [](const Symmetry::Mirror& m) { return std::abs(m.degrees - 90) < 30; });
    const auto steps = back.steps(lattice.a, lattice.b);
    const Named as = named(steps.first, steps.second, upright);
    FoundRepeat out;
    out.kind = as.kind;
    out.a = pointOf(as.a);
    out.b = pointOf(as.b);
    addSymmetry(out, symmetry, back);
    out.confidence = sureOf(lattice);
    return out;
  }

  Field field_, half_;
  std::optional<Correlation> correlation_;
  std::vector<Shift> trusted_;
  std::optional<Stripe> maybeStripe_;
  Perspective perspective_;
};

}  // namespace

Result<FoundRepeat> findRepeat(const Raster& picture, const Progress& progress) {
  constexpr int kLeastSide = 24;
  if (std::min(picture.width, picture.height) < kLeastSide) return none(1);
  Search search(picture);
  if (search.plain()) return none(1);
  progress.report(0.1);
  if (progress.cancelled()) return fail(kCancelled);
  search.correlate();
  progress.report(0.35);
  if (progress.cancelled()) return fail(kCancelled);
  search.clean();
  progress.report(0.8);
  if (progress.cancelled()) return fail(kCancelled);
  FoundRepeat out = search.answer();
  progress.report(1);
  return out;
}

}  // namespace clathra
