// Find me some: the scan against windows one by one, and what is found on prints whose truth is known.
#include "motif/search.hpp"

#include <set>

#include "motif/colour.hpp"
#include "motif/main_colours.hpp"
#include "motif/scan.hpp"
#include "print_maker.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

constexpr double kPerMm = 4;
const Polygon kKite{{0, -34}, {22, -9}, {0, 25}, {-22, -9}};
const std::vector<EdgePair> kKiteSeams{{0, 3, false}};

struct Sample {
  support::MadePrint made;
  Print print;
  Lattice steps;
};

/// A made print at four pixels to the mm; its axes as they are known where asked.
Sample sample(support::PrintWish wish) {
  Sample out;
  out.made = support::makePrint(wish);
  out.print.dpi = kPerMm * 25.4;
  out.steps = {1 / kPerMm * out.made.a, 1 / kPerMm * *out.made.b};
  out.print.steps = RepeatSteps{out.steps.a, out.steps.b};
  return out;
}

support::PrintWish mirroredWish() {
  support::PrintWish wish;
  wish.mirrored = true;
  wish.across = 320;
  wish.along = 392;
  wish.width = 1000;
  wish.height = 1000;
  wish.seed = 5;
  return wish;
}

double level(const Raster& r, Point mm, int channel) {
  const int x = std::clamp(int(mm.x * kPerMm), 0, r.width - 1),
            y = std::clamp(int(mm.y * kPerMm), 0, r.height - 1);
  return r.at(x, y)[channel];
}

/// How far the lattice leaves one place from another, mm.
double apart(Point p, Point q, const Lattice& l) {
  double best = 1e300;
  for (int i = -5; i <= 5; ++i)
    for (int j = -5; j <= 5; ++j) best = std::min(best, distance(p + double(i) * l.a + double(j) * l.b, q));
  return best;
}

double turned(Angle a, Angle b) {
  return std::abs((a - b).wrapped().degrees());
}

/// Spread of grey in the paper, on the picture itself.
double spreadIn(const Raster& r, const Polygon& paper, const Lattice& l) {
  double sum = 0, squares = 0;
  int n = 0;
  const Box b = bounds(paper);
  for (double y = b.top; y < b.bottom; y += 1)
    for (double x = b.left; x < b.right; x += 1) {
      Point p{x, y};
      if (!contains(paper, p)) continue;
      while (p.x < 0) p = p + l.a;
      while (p.y < 0) p = p + l.b;
      const double v = 0.3 * level(r, p, 0) + 0.6 * level(r, p, 1) + 0.1 * level(r, p, 2);
      sum += v;
      squares += v * v;
      ++n;
    }
  return n ? std::sqrt(std::max(0.0, squares / n - sum / n * sum / n)) : 0;
}

}  // namespace

class SearchTest : public QObject {
  Q_OBJECT
 private slots:
  void allPlacesAtOnceScoreWhatEachScoresByItself() {  // guarantee 1 of search.hpp
    support::PrintWish wish;
    wish.kind = "oblique";
    wish.across = 200;
    wish.along = 170;
    const Sample s = sample(wish);
    const PrintView view(s.made.picture, s.print);
    const LabCell cell(view, s.steps.a, s.steps.b, true, Rgb{120, 60, 50});
    QVERIFY(std::abs(cell.columns() - length(s.steps.a)) <= 1 &&
            std::abs(cell.rows() - length(s.steps.b)) <= 1);
    const WindowPlaces places = windowPlaces(kKite, kKiteSeams);
    QVERIFY(places.seams.size() > 8 && places.mirrored.size() > 8 && places.lively.size() > 12);
    QVERIFY(places.seams.size() <= 32 && places.lively.size() <= 32);  // sums of sixteen bits
    TurnScores scores;
    for (const double turn : {0.0, 33.0, 141.0, 267.0}) {
      scoreTurn(cell, places, Angle::degrees(turn), scores);
      const SteppedPlaces stepped(cell, places, Angle::degrees(turn));
      for (int row = 0; row < cell.rows(); ++row)
        for (int column = 0; column < cell.columns(); ++column) {
          const ScanScore all = scoreAt(scores, places, std::size_t(row * cell.padded() + column)),
                          one = scoreOne(cell, stepped, column, row);
          QCOMPARE(all.meeting, one.meeting);
          QCOMPARE(all.symmetry, one.symmetry);
          QCOMPARE(all.lively, one.lively);
          QCOMPARE(all.featured, one.featured);
        }
    }
    // By hand on the grid: the seam's first places, turned and counted in steps.
    scoreTurn(cell, {{places.seams.front()}, {}, {}, {}}, Angle::degrees(33), scores);
    const auto [c1, r1] = cell.steps(rotated(places.seams.front().first, Angle::degrees(33)));
    const auto [c2, r2] = cell.steps(rotated(places.seams.front().second, Angle::degrees(33)));
    double want = 0;
    const auto wrap = [](int v, int n) { return (v % n + n) % n; };
    for (int k = 0; k < 3; ++k)
      want += std::abs(cell.row(k, wrap(7 + r1, cell.rows()))[wrap(5 + c1, cell.columns())] -
                       cell.row(k, wrap(7 + r2, cell.rows()))[wrap(5 + c2, cell.columns())]);
    QCOMPARE(double(scores.meeting[std::size_t(7 * cell.padded() + 5)]), want);
  }
  /// The print is mirrored about a plumb line: the best window stands on one, whether the line was known or
  /// not, and its seam does not differ.
  void theBestOfAMirroredPrintStandsOnItsMirrorLine() {
    for (const bool known : {true, false}) {
      Sample s = sample(mirroredWish());
      const double axis = mirrorOf(s);
      if (known) s.print.mirrors = {{kQuarterTurn, {axis, 0}}};
      const auto found = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}});
      QVERIFY(found);
      const FoundWindow& best = found->front();
      QVERIFY2(best.meeting <= 3, qPrintable(QString::number(best.meeting)));
      const double off = std::fmod(std::abs(best.at.x - axis), s.steps.a.x / 2);
      const double turn = std::fmod(best.turn.degrees() + 1e-9, 180);
      if (known) {
        QVERIFY(std::min(off, s.steps.a.x / 2 - off) < 1e-6);
        QVERIFY(std::min(turn, 180 - turn) < 1e-6);
        QVERIFY(best.onMirror);
        // Half-way between two images of the line the print is mirrored as well, and is looked at there.
        int on[2] = {0, 0};
        for (const FoundWindow& w : *found)
          if (w.onMirror) ++on[std::lround(std::abs(w.at.x - axis) / (s.steps.a.x / 2)) % 2];
        QVERIFY2(on[0] > 0 && on[1] > 0, qPrintable(QStringLiteral("%1, %2").arg(on[0]).arg(on[1])));
      } else {
        QVERIFY(!best.onMirror);
      }
      // Measured apart from the search: as its outline lies, edge on edge.
      const PrintView view(s.made.picture, s.print);
      const Meeting seam = meetingOf(view, placed(kKite, best.turn, false, best.at), kKiteSeams.front());
      COMPARE_TO(seam.meanDe, best.meeting, 1e-9);
      QVERIFY(seam.verdict == Verdict::Meets);
    }
  }
  void whatIsFoundIsLivelyAndDifferent() {  // guarantees 2 and 3 and 4 of search.hpp
    Sample s = sample(mirroredWish());
    const double axis = mirrorOf(s);
    s.print.mirrors = {{kQuarterTurn, {axis, 0}}};
    const auto found = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}});
    QVERIFY(found && found->size() >= 12);
    double ground = 0, least = 1e300;
    for (int i = 0; i < 40; ++i)
      for (int j = 0; j < 40; ++j)
        ground = std::max(ground, spreadIn(s.made.picture,
                                           placed(kKite, {}, false, {40.0 + 2 * i, 40.0 + 2 * j}), s.steps));
    for (std::size_t i = 0; i < found->size(); ++i) {
      const FoundWindow& w = (*found)[i];
      if (i > 0) QVERIFY((*found)[i - 1].cost <= w.cost);
      QVERIFY(w.turn.degrees() >= 0 && w.turn.degrees() < 360);
      least = std::min(least, spreadIn(s.made.picture, placed(kKite, w.turn, false, w.at), s.steps));
      for (std::size_t k = i + 1; k < found->size(); ++k) {
        const FoundWindow& o = (*found)[k];
        const Point image{2 * axis - o.at.x, o.at.y};
        QVERIFY(apart(w.at, o.at, s.steps) >= 5 || turned(w.turn, o.turn) >= 5);
        QVERIFY(apart(w.at, image, s.steps) >= 5 || turned(w.turn, -o.turn) >= 5);
      }
    }
    QVERIFY2(least > ground / 6, qPrintable(QStringLiteral("%1 of %2").arg(least).arg(ground)));
    const auto again = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}});
    QCOMPARE(again->size(), found->size());
    for (std::size_t i = 0; i < found->size(); ++i) {
      QCOMPARE((*again)[i].at.x, (*found)[i].at.x);
      QCOMPARE((*again)[i].cost, (*found)[i].cost);
    }
  }
  void wishesAreHeard() {
    Sample s = sample(mirroredWish());
    const auto mean = [&](const SearchWishes& w, double FoundWindow::*of) {
      const auto found = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, w});
      double sum = 0;
      for (std::size_t i = 0; i < 8; ++i) sum += (*found)[i].*of / 8;
      return sum;
    };
    SearchWishes mirror, movement, coloured;
    mirror.look = Look::Mirror;
    movement.look = Look::Movement;
    QVERIFY(mean(movement, &FoundWindow::symmetry) > mean(mirror, &FoundWindow::symmetry) + 8);
    QVERIFY(mean(movement, &FoundWindow::meeting) < 12);  // it still meets
    // A rare colour of the print: windows show more of it than they would by themselves.
    std::vector<Rgb> pixels;
    for (int y = 0; y < 1000; y += 7)
      for (int x = 0; x < 1000; x += 7) {
        const auto* p = s.made.picture.at(x, y);
        pixels.push_back({p[0], p[1], p[2]});
      }
    const auto colours = mainColours(pixels, 8);
    QVERIFY(colours.size() >= 3);
    const auto shareOf = [&](const Rgb& c) {
      const Lab lab = labOf(c.r, c.g, c.b);
      int near = 0;
      for (const Rgb p : pixels) near += deltaE2000(labOf(p.r, p.g, p.b), lab) < 18;
      return double(near) / double(pixels.size());
    };
    coloured.colour = colours[2];
    const double usual = shareOf(colours[2]), got = mean(coloured, &FoundWindow::featured);
    QVERIFY2(got > usual + 0.1, qPrintable(QStringLiteral("%1 instead of %2").arg(got).arg(usual)));
  }
  /// A picture without a known repeat is all there is: windows lie on it, however they are turned.
  void withoutARepeatWindowsStayOnThePicture() {
    Sample s = sample(mirroredWish());
    s.print.steps.reset();
    const auto found = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}});
    QVERIFY(found && found->size() >= 6);
    for (const FoundWindow& w : *found) {
      const Box b = bounds(placed(kKite, w.turn, false, w.at));
      QVERIFY(b.left > -1e-6 && b.top > -1e-6 && b.right < 250 + 1e-6 && b.bottom < 250 + 1e-6);
    }
  }
  void whatCannotBeIsSaid() {
    Sample s = sample(mirroredWish());
    const Polygon huge = scaled(kKite, 8);
    Print bare = s.print;
    bare.steps.reset();
    const auto small = findWindows(s.made.picture, bare, {huge, kKiteSeams, {}});
    QVERIFY(!small && support::says(small.error(), "search-picture-small"));
    Raster plain{300, 300, std::vector<std::uint8_t>(360'000, 200)};
    const auto dull = findWindows(plain, bare, {kKite, kKiteSeams, {}});
    QVERIFY(!dull && support::says(dull.error(), "search-all-plain"));
    Progress stopped;
    stopped.cancel();
    const auto none = findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}}, stopped);
    QVERIFY(!none && support::says(none.error(), kCancelled));
    // Stopped while it refines: nothing is given for the whole.
    const Progress later;
    int told = 0;
    const auto broken =
        findWindows(s.made.picture, s.print, {kKite, kKiteSeams, {}}, later, [&](const auto& best) {
          QVERIFY(!best.empty());
          if (++told == 2) later.cancel();
        });
    QCOMPARE(told, 2);
    QVERIFY(!broken && support::says(broken.error(), kCancelled));
  }
  /// Pieces that are sewn to each other say which seams count; others close a round at their sharpest corner.
  void theSeamsOfAUnit() {
    const Project p = support::project(support::recipe("rosette-12", 50.8, 4, 4));
    MotifChoice m;
    m.shape = p.layout->shapes[0].name;
    for (std::uint32_t i = 0; i < 12; ++i) m.pieces.push_back(i);
    const SearchInput sewn = searchInput(*p.layout, m, {});
    QVERIFY(!sewn.seams.empty());
    for (const EdgePair& e : sewn.seams) QVERIFY(!e.mirrored && e.a <= e.b);
    m.pieces.clear();
    m.mirrored = true;
    const SearchInput alone = searchInput(*p.layout, m, {});
    QCOMPARE(alone.seams.size(), std::size_t(2));
    for (const EdgePair& e : alone.seams) QVERIFY(e.mirrored && e.a == e.b);
    m.shape = "no such shape";
    QVERIFY(searchInput(*p.layout, m, {}).paper.empty());
  }

 private:
  /// Where the plumb mirror line of a made print lies, mm: tried on the picture itself.
  static double mirrorOf(const Sample& s) {
    double best = 0, least = 1e300;
    for (double x = 60; x < 60 + s.steps.a.x; x += 0.125) {
      double sum = 0;
      for (double y = 20; y < 200; y += 3.1)
        for (double d = 0.5; d < 40; d += 1.7)
          for (int c = 0; c < 3; ++c)
            sum += std::abs(level(s.made.picture, {x + d, y}, c) - level(s.made.picture, {x - d, y}, c));
      if (sum < least) {
        least = sum;
        best = x;
      }
    }
    return best;
  }
};

CLATHRA_TEST(SearchTest, "search")
#include "search.moc"
