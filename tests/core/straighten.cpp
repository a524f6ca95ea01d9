// Photographs of cloth made true: against the stand-in camera, which knows how it was taken.
#include "image/straighten.hpp"

#include "image/alike.hpp"
#include "image/repeat_finder.hpp"
#include "motif/meeting.hpp"
#include "print_maker.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

constexpr double kPixelsPerMm = 4;

/// A made print of 90 by 110 mm, half-drop, as a view of a whole cloth.
struct Cloth90 {
  support::MadePrint made;
  Print print;
  explicit Cloth90(double tilt = 0) {
    support::PrintWish wish;
    wish.tilt = tilt;
    wish.kind = "half-drop";
    wish.mirrored = true;
    wish.across = 90 * kPixelsPerMm;
    wish.along = 110 * kPixelsPerMm;
    wish.width = 1100;
    wish.height = 1300;
    wish.seed = 3;
    made = support::makePrint(wish);
    print.dpi = kPixelsPerMm * 25.4;
    print.steps = RepeatSteps{1 / kPixelsPerMm * made.a, 1 / kPixelsPerMm * *made.b};
  }
};

PracticePhoto usual() {
  PracticePhoto photo;
  photo.tilt = Angle::degrees(4);
  photo.leanX = 0.06;
  photo.leanY = -0.04;
  photo.unevenness = 0.3;
  photo.noise = 3;
  photo.perMm = 3.6;
  photo.middle = {160, 150};
  photo.cardAt = {110, 120};
  return photo;
}

double levelAt(const Raster& r, Point p, int channel) {
  return r.at(std::clamp(int(p.x), 0, r.width - 1), std::clamp(int(p.y), 0, r.height - 1))[channel];
}

}  // namespace

class StraightenTest : public QObject {
  Q_OBJECT
 private slots:
  /// Seen straight from above at 3.6 px to the mm a card tells just that, lying or standing.
  void aCardTellsTheScale() {
    for (const auto& [width, height] : {std::pair(100, 40), std::pair(40, 100)}) {
      PracticePhoto photo;
      photo.perMm = 3.6;
      photo.card = {{}, double(width), double(height)};
      photo.cardAt = {-20, -50};
      const auto taken = practicePhoto(photo, [](Point, double out[3]) { std::fill(out, out + 3, 90.0); });
      COMPARE_TO(straightened(taken.picture, taken.card)->dpi, 3.6 * 25.4, 0.05);
    }
  }
  /// The card's corners give the cloth's plane back: places on the straightened picture are those of the
  /// cloth to 0.3 mm, 150 mm beyond the card too.
  void theClothsPlaneComesBack() {  // guarantee 1 of straighten.hpp
    // A cloth whose colours say where one is.
    const auto places = [](Point mm, double out[3]) {
      out[0] = std::clamp(20 + 0.6 * mm.x, 0.0, 255.0);
      out[1] = std::clamp(20 + 0.6 * mm.y, 0.0, 255.0);
      out[2] = 80;
    };
    PracticePhoto photo = usual();
    photo.unevenness = photo.noise = 0;
    const auto taken = practicePhoto(photo, places);
    const auto made = straightened(taken.picture, taken.card);
    QVERIFY(made);
    const double perMm = made->dpi / 25.4;
    QVERIFY(perMm > 3.2 && perMm < 4.2);
    int looked = 0;
    for (double x = -60; x < 170; x += 23)
      for (double y = -70; y < 140; y += 19) {
        if (x > -3 && y > -3 && x < 103 && y < 63) continue;  // the card itself
        const Point p = made->rectangle + perMm * Point{x, y}, want = photo.cardAt + Point{x, y};
        if (p.x < 2 || p.y < 2 || p.x > made->picture.width - 2 || p.y > made->picture.height - 2) continue;
        const Point got{(levelAt(made->picture, p, 0) - 20) / 0.6, (levelAt(made->picture, p, 1) - 20) / 0.6};
        if (levelAt(made->picture, p, 2) > 120) continue;  // beyond the photograph
        QVERIFY2(distance(got, want) < 1.7,
                 qPrintable(QStringLiteral("%1,%2: %3,%4").arg(want.x).arg(want.y).arg(got.x).arg(got.y)));
        ++looked;
      }
    QVERIFY(looked > 60);
    // The card is as large as it was said to be.
    for (const Point corner : {Point{0, 0}, {100, 0}, {100, 60}, {0, 60}}) {
      const Point in{corner.x > 0 ? -2.0 : 2.0, corner.y > 0 ? -2.0 : 2.0};
      QVERIFY(levelAt(made->picture, made->rectangle + perMm * (corner + in), 2) > 200);
      QVERIFY(levelAt(made->picture, made->rectangle + perMm * (corner - in), 2) < 150);
    }
  }
  /// Straightened, a leaning photograph of a print has its repeat in millimetres to 0.3 %.
  void theRepeatIsThatOfTheCloth() {
    const Cloth90 cloth;
    const PrintView view(cloth.made.picture, cloth.print);
    const auto taken = practicePhoto(usual(), [&](Point mm, double out[3]) { view.levelsAt(mm, out); });
    const auto made = straightened(taken.picture, taken.card);
    QVERIFY(made);
    const auto even = evened(made->picture);
    QVERIFY(even);
    const auto found = findRepeat(*even);
    QVERIFY(found && found->found() && found->b && found->confidence >= 0.8);
    const double mm = 25.4 / made->dpi;
    const Point a = mm * found->a, b = mm * *found->b;
    // The same cell: 90 by 110 half-drop, whichever of its steps were taken.
    COMPARE_TO(std::abs(cross(a, b)), 90.0 * 110, 90 * 110 * 0.006);
    const Point wantA = cloth.print.steps->a, wantB = *cloth.print.steps->b;
    for (const Point step : {a, b}) {
      double best = 1e300;
      for (int i = -2; i <= 2; ++i)
        for (int j = -2; j <= 2; ++j)
          best = std::min(best, distance(step, double(i) * wantA + double(j) * wantB));
      QVERIFY2(best < 0.35, qPrintable(QString::number(best)));
    }
  }
  /// Evened, places of one colour differ hardly any more, and colours beside each other as much as before.
  void lightIsEvened() {  // guarantee 3 of straighten.hpp
    const auto checks = [](Point mm, double out[3]) {
      const bool dark = (int(std::floor(mm.x / 15)) + int(std::floor(mm.y / 15))) % 2 == 0;
      out[0] = dark ? 60 : 200;
      out[1] = dark ? 80 : 190;
      out[2] = dark ? 120 : 150;
    };
    PracticePhoto photo = usual();
    photo.tilt = {};
    photo.leanX = photo.leanY = 0;
    photo.card = {{}, 0, 0};
    photo.noise = 0;
    photo.unevenness = 0.4;
    const Raster before = practicePhoto(photo, checks).picture;
    const Raster after = *evened(before);
    const auto spread = [&](const Raster& r) {
      double least = 1e300, most = 0;
      for (int i = -9; i <= 9; ++i)
        for (int j = -6; j <= 6; ++j) {
          if ((i + j) % 2 == 0) continue;  // light checks
          const Point mm{15.0 * (10 + i) + 7.5, 15.0 * (10 + j) + 7.5};
          const Point p = Point{photo.width / 2, photo.height / 2} + photo.perMm * (mm - photo.middle);
          if (p.x < 5 || p.y < 5 || p.x > r.width - 5 || p.y > r.height - 5) continue;
          least = std::min(least, levelAt(r, p, 1));
          most = std::max(most, levelAt(r, p, 1));
        }
      return most - least;
    };
    QVERIFY2(spread(before) > 25, qPrintable(QString::number(spread(before))));
    QVERIFY2(spread(after) < 8, qPrintable(QString::number(spread(after))));
    // A light check beside a dark one, in the middle.
    const Point light = Point{photo.width / 2, photo.height / 2} +
                        photo.perMm * (Point{157.5, 142.5} - photo.middle),
                dark = light + Point{photo.perMm * 15, 0};
    const double was = std::abs(levelAt(before, light, 1) - levelAt(before, dark, 1)),
                 is = std::abs(levelAt(after, light, 1) - levelAt(after, dark, 1));
    QVERIFY(was > 60 && std::abs(is - was) < 20);
  }
  /// Two alike points set by hand up to 9 pixels off give the step to a tenth of a pixel.
  void alikePointsAreMadeExact() {
    for (const double tilt : {0.0, 4.3}) {  // askew the steps are no whole pixels, neither across nor down
      const Cloth90 tilted(tilt);
      for (const Point step : {tilted.made.a, *tilted.made.b})
        for (const Point off : {Point{0, 0}, {7, -5}, {-8, 4}}) {
          const Point one{420.3, 500.6};
          const auto found = alikeStep(tilted.made.picture, one, one + step + off);
          QVERIFY(found);
          QVERIFY2(distance(*found, step) < (tilt == 0 ? 0.15 : 0.2),
                   qPrintable(QString::number(distance(*found, step))));
        }
    }
    const Cloth90 cloth;
    const Point a = cloth.made.a;
    const auto unlike = alikeStep(cloth.made.picture, {420, 500}, {420 + a.x / 2, 500 + 31});
    QVERIFY(!unlike && support::says(unlike.error(), "alike-not"));
    const auto edge = alikeStep(cloth.made.picture, {5, 500}, {300, 500});
    QVERIFY(!edge && support::says(edge.error(), "alike-edge"));
  }
  void whatMakesNoRectangleIsRefused() {  // guarantee 2 of straighten.hpp
    const Raster grey{400, 300, std::vector<std::uint8_t>(480'000, 128)};
    const auto says = [&](std::array<Point, 4> corners, double w, double h, const char* id) {
      const auto made = straightened(grey, {corners, w, h});
      return !made && support::says(made.error(), id);
    };
    QVERIFY(says({Point{50, 50}, {350, 250}, {350, 50}, {50, 250}}, 100, 60, "straighten-crossed"));
    QVERIFY(says({Point{50, 50}, {50, 250}, {350, 250}, {350, 50}}, 100, 60,
                 "straighten-crossed"));  // anticlockwise
    QVERIFY(
        says({Point{50, 50}, {150, 50}, {250, 50}, {50, 250}}, 100, 60, "straighten-crossed"));  // on a line
    QVERIFY(says({Point{50, 50}, {950, 50}, {350, 250}, {50, 250}}, 100, 60, "straighten-outside"));
    QVERIFY(says({Point{50, 50}, {350, 50}, {350, 250}, {50, 250}}, 0, 60, "straighten-size"));
    QVERIFY(says({Point{50, 50}, {350, 50}, {350, 250}, {50, 250}}, 100, 1e9, "straighten-size"));
    QVERIFY(says({Point{50, 50}, {350, 50}, {350, 250}, {50, 250}}, std::nan(""), 60, "straighten-size"));
    Progress stopped;
    stopped.cancel();
    QVERIFY(!straightened(grey, {{Point{50, 50}, {350, 50}, {350, 250}, {50, 250}}, 100, 60}, stopped));
    const auto nothing = cropped(grey, {399, 10, 500, 200});
    QVERIFY(!nothing && support::says(nothing.error(), "crop-nothing"));
    const auto part = cropped(grey, {-50, 20, 100, 1e6});
    QVERIFY(part && part->width == 100 && part->height == 280);
  }
};

CLATHRA_TEST(StraightenTest, "straighten")
#include "straighten.moc"
