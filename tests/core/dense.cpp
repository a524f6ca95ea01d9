#include "motif/dense.hpp"

#include <algorithm>

#include "motif/independent.hpp"
#include "motif/supply.hpp"
#include "registry.hpp"
#include "shape/motion.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

struct Printed {
  double turn = 0;
  bool mirrored = false;
  int across = 3, along = 4;  ///< mm
};

struct DenseCloth {
  Lattice steps;
  std::vector<Polygon> patches;
  double width, length, overrun;
};

/// All spots at which a patch lies inside, patches of the second kind 1.7 mm to the right of the first ones'.
std::vector<PatchSpot> spotsOn(const DenseCloth& c) {
  std::vector<PatchSpot> out;
  for (std::size_t k = 0; k < c.patches.size(); ++k) {
    const Box b = bounds(c.patches[k]);
    for (int i = -400; i <= 400; ++i)
      for (int j = -400; j <= 400; ++j) {
        const Point at = Point{1.7 * static_cast<double>(k), 0.4} + static_cast<double>(i) * c.steps.a +
                         static_cast<double>(j) * c.steps.b;
        if (at.x + b.left < 0 || at.x + b.right > c.width || at.y + b.top < 0 || at.y + b.bottom > c.length)
          continue;
        out.push_back({at, k, at.y + b.bottom});
      }
  }
  std::sort(out.begin(), out.end(), [](const PatchSpot& a, const PatchSpot& b) {
    return rowOf(a.bottom) != rowOf(b.bottom) ? a.bottom < b.bottom : a.at.x < b.at.x;
  });
  return out;
}

const Polygon kHouse{{-9, 11}, {-9, -2}, {1, -12}, {9, -2}, {9, 11}};
const Polygon kTurned{{9, -11}, {9, 2}, {-1, 12}, {-9, 2}, {-9, -11}};
const Polygon kDiamond{{0, -15}, {8, 0}, {0, 15}, {-8, 0}};

/// Squares of 50 mm with an allowance of 5 on a print with a spot at (50, 40) of every repeat.
Project printed(const Printed& m) {
  Project p = support::project(support::recipe("squares", 50, 10, 10));
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
  json print = {{"picture", "p.png"}, {"dpi", 100}, {"kind", "straight"}, {"mark", {0, 0}}};
  print["across"] = m.across;
  print["along"] = m.along;
  print["mirror_axes"] = m.mirrored ? json::array({{{"deg", 90}, {"point", {51, 0}}}}) : json::array();
  p = support::edited(
      p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 1000}, {"lengths", {3000}}, {"print", print}});
  return support::edited(p, {{"edit", "addMotif"},
                             {"name", "M"},
                             {"cloth", "C"},
                             {"shape", "square"},
                             {"at", {50, 40}},
                             {"turn", m.turn},
                             {"mirrored", m.mirrored},
                             {"pieces", {1, 2, 3, 4}}});
}

const std::vector<DenseCloth> kCloths{
    {{{3.1, 0.4}, {1.2, 4.3}}, {kHouse}, 130, 171, 0},
    {{{3.1, 0.4}, {1.2, 4.3}}, {kHouse, kTurned}, 121, 96, 2},
    {{{4, 0}, {2, 5}}, {kDiamond}, 112, 148, 0},
    {{{2.3, -1.1}, {0.3, 3.7}}, {kDiamond}, 90, 140, 1},
    {{{0, 5}, {-4, 1}}, {kTurned, kHouse}, 143, 88, 0},
};

}  // namespace

/// Windows on prints so dense that conflicts are not listed.
class DenseTest : public QObject {
  Q_OBJECT
 private slots:
  void theChosenLieApartAndNoOtherHasRoom() {  // guarantees 1 and 2 and 3 of dense.hpp
    int better = 0;
    for (const DenseCloth& c : kCloths) {
      const auto spots = spotsOn(c);
      const auto before = conflictsOf(spots, c.patches, c.overrun, {});
      const auto chosen = spotsApart(spots, c.steps, c.patches, c.overrun, {});
      QVERIFY(std::is_sorted(chosen.begin(), chosen.end()));
      std::vector<bool> is(spots.size(), false), blocked(spots.size(), false), first(spots.size(), false);
      for (const auto s : chosen) is[s] = true;
      std::size_t byOrder = 0;
      for (std::uint32_t i = 0; i < spots.size(); ++i) {
        bool free = true;
        for (const auto b : before[i]) {
          QVERIFY(!is[i] || !is[b]);
          if (is[i]) blocked[b] = true;
          if (is[b]) blocked[i] = true;
          free = free && !first[b];
        }
        first[i] = free;
        byOrder += free;
      }
      for (std::size_t i = 0; i < spots.size(); ++i) QVERIFY(is[i] || blocked[i]);
      QVERIFY(chosen.size() >= byOrder);
      better += chosen.size() > byOrder;
    }
    QVERIFY(better >= 2);  // spread evenly there are more than one by one
  }
  /// A spot every 3 by 4 mm on 1 x 3 m. Patches of 60 mm: twenty steps across and fifteen along are as long
  /// as one. The first can lie at 32 mm both ways, so that 16 by 49 fit; by area no more than 833 do.
  void aPrintOfTinySprigsIsCountedWithinBounds() {
    const Project p = printed({});
    const WindowInput input = windowInput(p, p.motifs.front());
    for (const CountOnHand till : {CountOnHand::Bounds, CountOnHand::Exactly}) {
      const auto supply = motifSupply(input, {}, {}, till);
      QVERIFY(supply.has_value());
      QCOMPARE(*supply->onHand, 784);
      QCOMPARE(*supply->atMost, 833);
      QVERIFY(!supply->exact);
    }
    const WindowSet set = WindowField::make(input)->most(1000, 3000, {}, {}, 1000);
    QCOMPARE(set.windows.size(), std::size_t(784));
    support::judge(input, set.windows, 1000, 3000);
  }
  /// Where a search that is cut short finds fewer than lie spread evenly, those are taken.
  void whatDoesBetterIsTaken() {
    int better = 0;
    for (const auto& [across, along] : {std::pair{11, 8}, {7, 13}, {9, 10}, {14, 9}}) {
      const Project p = printed({20, false, across, along});
      const WindowInput input = windowInput(p, p.motifs.front());
      const auto field = WindowField::make(input);
      std::vector<PatchSpot> spots;
      Polygon patch;
      for (const Window& w : field->all(400, 0, 500, {})) {
        if (patch.empty()) patch = translated(w.patch, Point{} - w.at);
        spots.push_back({w.at, 0, bounds(w.patch).bottom});
      }
      const Lattice steps{{double(across), 0}, {0, double(along)}};
      const auto even = spotsApart(spots, steps, {patch}, 0, {});
      ConflictLine line{conflictsOf(spots, {patch}, 0, {}), std::vector<bool>(spots.size(), false)};
      const Choice searched = chooseSpots(line, -1, false, {}, 1000);
      const WindowSet set = field->most(400, 500, {}, {}, 1000);
      QCOMPARE(set.windows.size(), std::max(even.size(), searched.spots.size()));
      QVERIFY(set.atMost <= 400 * 500 / 3600);
      better += even.size() > searched.spots.size();
    }
    QVERIFY(better > 0);
  }
  void halfOfTheCopiesAreOfEachHand() {
    const Project p = printed({20, true});
    const WindowInput input = windowInput(p, p.motifs.front());
    const WindowSet set = WindowField::make(input)->most(1000, 3000, {}, {}, 1000);
    const auto mirrored =
        std::count_if(set.windows.begin(), set.windows.end(), [](const Window& w) { return w.mirrored; });
    QCOMPARE(static_cast<std::size_t>(2 * mirrored), set.windows.size());
    QVERIFY(mirrored > 300 && !set.exact && set.atMost <= 833);
    support::judge(input, set.windows, 1000, 3000);
  }
};

CLATHRA_TEST(DenseTest, "dense")
#include "dense.moc"
