// Repeats as they were found: kept as they lie, counted by, and given up again.
#include "edit/found_print.hpp"

#include <numbers>

#include "image/decode.hpp"
#include "motif/meeting.hpp"
#include "motif/supply.hpp"
#include "motif/together.hpp"

#include "print_maker.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "sound_plan.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Five by four squares of 40 mm of Fen, whose print has the repeat that is said.
Project withPrint(const json& repeat, int motifs = 6) {
  Project p = support::project(support::recipe("squares", 40, 5, 4));
  json print = {{"picture", "reed.png"}, {"dpi", 100}};
  print.update(repeat);
  std::vector<int> pieces;
  for (int i = 1; i <= motifs; ++i) pieces.push_back(i);
  for (const json& step :
       {json{{"edit", "setUnit"}, {"unit", "mm"}}, json{{"edit", "setAllowance"}, {"value", 5}},
        json{{"edit", "addCloth"}, {"name", "Fen"}, {"width", 600}, {"lengths", {700}}, {"print", print}},
        json{{"edit", "paint"}, {"cloth", "Fen"}, {"all", true}},
        json{{"edit", "addMotif"},
             {"name", "Spot"},
             {"cloth", "Fen"},
             {"shape", "square"},
             {"at", {60, 50}},
             {"pieces", pieces}}})
    p = support::edited(p, step);
  return p;
}

const Print& printOf(const Project& p) {
  return *clothById(p, *findCloth(p, "Fen"))->print;
}

}  // namespace

class FoundPrintTest : public QObject {
  Q_OBJECT
 private slots:
  /// A scale that no cloth has is refused by an edit, so that what is saved can be opened again.
  void scaleWithinWhatClothCanBe() {
    const Project p = withPrint({{"along", 120}, {"across", 70}});
    const auto rescaled = [](double dpi) {
      return json{{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", {{"dpi", dpi}}}};
    };
    for (const double dpi : {5.0, 5000.0}) {
      const Project ok = support::edited(p, rescaled(dpi));
      COMPARE_TO(printOf(ok).dpi, dpi, 0);
      QVERIFY(deserialize(*serialize(ok)));
    }
    for (const double dpi : {1.0, 4.9, 5001.0})
      QVERIFY(support::refusal(p, rescaled(dpi)).find("pixels to the inch of cloth cannot be") !=
              std::string::npos);
  }
  /// The same lattice said in two ways gives the same windows; what was found comes back from the file as it
  /// was.
  void stepsStandForTheSameLattice() {
    const json mark = {{"mark", {3, 7}}};
    json drop = {{"along", 120}, {"across", 70}, {"kind", "half-drop"}};
    json steps = {{"a", {70, 60}}, {"b", {0, 120}}};
    drop.update(mark);
    steps.update(mark);
    const Project one = withPrint(drop), two = withPrint(steps);
    const auto n1 = motifSupply(one, one.motifs.front()), n2 = motifSupply(two, two.motifs.front());
    QVERIFY(n1 && n2 && n1->onHand && n2->onHand);
    QVERIFY(*n1->onHand > 10);
    QCOMPARE(*n1->onHand, *n2->onHand);
    COMPARE_TO(*n1->lengthNeeded, *n2->lengthNeeded, 1e-6);
    const auto back = deserialize(*serialize(two));
    QVERIFY(back);
    QVERIFY(printOf(*back) == printOf(two));
    QVERIFY((printOf(*back).steps->a == Point{70, 60}));
    (void)support::soundPlan(two, *findCloth(two, "Fen"));
  }
  /// A tilted lattice: windows lie at its steps, and the judge of windows agrees.
  void aTiltedRepeatIsPlanned() {
    const Project p = withPrint({{"a", {71.3, 4.4}}, {"b", {-6.1, 98.2}}, {"mark", {0, 0}}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "Fen"));
    QCOMPARE(plan.windows.size(), std::size_t(1));
    QCOMPARE(plan.windows[0].windows.size(), std::size_t(6));
    for (const Window& w : plan.windows[0].windows) {
      const Point d = w.at - Point{60, 50};
      const double det = cross(Point{71.3, 4.4}, Point{-6.1, 98.2});
      const double i = cross(d, Point{-6.1, 98.2}) / det, j = cross(Point{71.3, 4.4}, d) / det;
      QVERIFY(std::abs(i - std::round(i)) < 1e-6 && std::abs(j - std::round(j)) < 1e-6);
    }
  }
  /// Where the place of a tilted print is not known a number is promised that all places give: no more than
  /// at any of a hundred places that are tried, no less than a cloth smaller by a repeat gives. It is soon
  /// said.
  void aTiltedRepeatAtAnUnknownPlace() {
    const Project p = withPrint({{"a", {71.3, 4.4}}, {"b", {-6.1, 98.2}}});
    const auto supply = motifSupply(p, p.motifs.front());
    QVERIFY(supply && supply->onHand && supply->worstPlace);
    const auto field = WindowField::make(windowInput(p, p.motifs.front()));
    QVERIFY(field);
    int fewest = 10'000;
    double longest = 0;
    for (int i = 0; i < 10; ++i)
      for (int j = 0; j < 10; ++j) {
        const Point mark = (i / 10.0) * Point{71.3, 4.4} + (j / 10.0) * Point{-6.1, 98.2};
        fewest = std::min(fewest, static_cast<int>(field->most(600, 700, mark, {}).windows.size()));
        longest = std::max(longest, field->shortest(6, 600, mark, 0, {}).length);
      }
    QVERIFY2(*supply->onHand <= fewest && *supply->onHand >= fewest / 2,
             qPrintable(QStringLiteral("%1 %2").arg(*supply->onHand).arg(fewest)));
    QVERIFY(*supply->atMost >= *supply->onHand);
    QVERIFY(*supply->lengthNeeded >= longest - 1e-6 && *supply->lengthNeeded < longest + 2 * 103);
    // Patches far larger than the repeat, aslant: an answer within bounds, not a search without end.
    const Project fine = withPrint({{"a", {25.4, 0.03}}, {"b", {0.02, 35.6}}});
    QVERIFY(*motifSupply(fine, fine.motifs.front())->onHand > 40);
  }
  /// Half a turn gives a second window to each cell of 200 by 200, where 55 by 55 lie apart from their
  /// images.
  void halfATurnGivesMore() {
    const json plain = {{"a", {150, 0}}, {"b", {0, 160}}, {"mark", {0, 0}}};
    json turned = plain;
    turned["half_turn_centre"] = {90, 80};
    const Project one = withPrint(plain), two = withPrint(turned);
    const int n1 = *motifSupply(one, one.motifs.front())->onHand,
              n2 = *motifSupply(two, two.motifs.front())->onHand;
    QVERIFY2(n2 >= 2 * n1 - 4 && n2 > n1, qPrintable(QStringLiteral("%1 %2").arg(n1).arg(n2)));
    (void)support::soundPlan(two, *findCloth(two, "Fen"));
    QVERIFY(printOf(*deserialize(*serialize(two))).halfTurn.has_value());
  }
  /// One direction alone: a row of windows. Not known: one window is all that can be promised.
  void whatIsNotKnownIsNotCounted() {
    const Project row = withPrint({{"a", {71, 0}}, {"b", nullptr}, {"mark", {0, 0}}});
    QCOMPARE(*motifSupply(row, row.motifs.front())->onHand, 8);  // 600 wide, the first at 60: 8 steps of 71
    const Project unknown = withPrint({{"a", nullptr}, {"mark", {0, 0}}});
    QVERIFY(!repeatKnown(printOf(unknown)));
    QCOMPARE(*motifSupply(unknown, unknown.motifs.front())->onHand, 1);
    // Six are wanted: that is no matter of the cloth's width, and a smaller edge would not help. A row of
    // eight is enough for six, not for ten.
    for (const Project& p : {unknown, withPrint({{"a", {71, 0}}, {"b", nullptr}, {"mark", {0, 0}}}, 10)}) {
      QCOMPARE(motifSupply(p, p.motifs.front())->remark.id, std::string("repeat-not-known-for-window"));
      const auto remarks = review(*reviewInput(p));
      int told = 0;
      for (const Remark& r : remarks) {
        told += r.check.starts_with("cannot-cut") || r.check.starts_with("few-copies");
        QVERIFY2(!inWords(r.why).contains("narrow") && !inWords(r.fix).contains("smaller"),
                 qPrintable(inWords(r.why)));
      }
      QCOMPARE(told, 2);
    }
    QVERIFY(motifSupply(row, row.motifs.front())->lengthNeeded);
    QVERIFY(printOf(*deserialize(*serialize(unknown))) == printOf(unknown));
  }
  /// A plain stripe is the same all along: patches of 50 mm, one beside the other in each column of stripes.
  void windowsSlideAlongStripes() {
    const json stripes = {{"a", {71, 0}}, {"b", nullptr}, {"mark", {0, 0}}};
    Project p = withPrint(stripes, 20);
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"direction", "stripe"}});
    const auto supply = motifSupply(p, p.motifs.front());
    // 600 wide, the first column at 60: eight of 71. 700 long: fourteen of 50. Twenty are three rows.
    QCOMPARE(*supply->onHand, 8 * 14);
    COMPARE_TO(*supply->lengthNeeded, 150, 1e-6);
    QVERIFY(!supply->exact);
    QCOMPARE(*supply->atMost, 600 * 700 / 2500);
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "Fen"));
    COMPARE_TO(*plan.windowLength, 150, 1e-6);
    COMPARE_TO(*plan.windowsAtLeast, 20 * 2500.0 / 600, 1e-6);
    // One row is as short as can be, and known to be.
    const Project row = support::edited(
        p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"pieces", {1, 2, 3, 4, 5, 6, 7, 8}}});
    QVERIFY(motifSupply(row, row.motifs.front())->needed.exact);
    COMPARE_TO(*motifSupply(row, row.motifs.front())->lengthNeeded, 50, 1e-6);
    // Clear of a hole: of 700 in the first column 100 to 130 is gone, two fit above it and eleven below.
    Project holed = support::edited(
        p, {{"edit", "changeCloth"},
            {"cloth", "Fen"},
            {"lengths", {{{"length", 700}, {"holes", {{{30, 101}, {90, 101}, {90, 130}, {30, 130}}}}}}}});
    QCOMPARE(*motifSupply(holed, holed.motifs.front())->onHand, 7 * 14 + 13);
    // Stripes a few degrees aslant: as many, each on the middle of its stripe.
    const Angle tilt = Angle::degrees(4);
    json aslant = stripes;
    aslant["a"] = {71 * cos(tilt), 71 * sin(tilt)};
    Project tilted = withPrint(aslant, 20);
    tilted = support::edited(tilted, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"direction", "stripe"}});
    const CutPlan slanted = support::soundPlan(tilted, *findCloth(tilted, "Fen"));
    QVERIFY(*slanted.windowLength < 190);
    const Point across{cos(tilt), sin(tilt)}, spot{60, 50};
    int windows = 0;
    for (const WindowPart& w : slanted.windows)
      for (const Window& one : w.windows) {
        ++windows;
        const double steps = dot(one.at - spot, across) / 71;
        COMPARE_TO(steps, std::round(steps), 1e-6);
      }
    QCOMPARE(windows, 20);
    // Said to be no stripe, it is a row again, and a spot that nobody knows along it.
    const Project plain =
        support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"direction", "none"}});
    QCOMPARE(*motifSupply(plain, plain.motifs.front())->onHand, 8);
  }
  /// Of two choices together the bound is by their area, whatever the places that were looked at say.
  void twoChoicesOnStripes() {
    Project p = withPrint({{"a", {71, 0}}, {"b", nullptr}, {"mark", {0, 0}}}, 20);
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"direction", "stripe"}});
    Project both = support::edited(
        p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"pieces", {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11}}});
    both = support::edited(both, {{"edit", "addMotif"},
                                  {"name", "Line"},
                                  {"cloth", "Fen"},
                                  {"shape", "square"},
                                  {"at", {80, 50}},
                                  {"pieces", {12, 13, 14, 15, 16, 17, 18}}});
    const CutPlan two = support::soundPlan(both, *findCloth(both, "Fen"));
    COMPARE_TO(*two.windowsAtLeast, 18 * 2500.0 / 600, 1e-6);
    QVERIFY(*two.windowLength >= 100 && *two.windowLength <= 150 + 1e-6);
    const auto spot = WindowField::make(windowInput(both, both.motifs[0])),
               other = WindowField::make(windowInput(both, both.motifs[1]));
    const std::vector<WishedWindows> wished{{&*spot, 11}, {&*other, 7}};
    const auto together = shortestTogether(wished, {600, Point{0, 0}, {}, {}, -1}, {});
    QVERIFY(together && !together->exact && together->length >= 100);
    COMPARE_TO(together->atLeast, 18 * 2500.0 / 600, 1e-6);
  }
  /// Beyond its picture a stripe a few degrees aslant goes on as it is, upright as well as lying.
  void stripesGoOnBeyondTheirPicture() {
    constexpr double kPerMm = 4;
    for (const double degrees : {4.0, 86.0}) {
      const Point across{21 * cos(Angle::degrees(degrees)), 21 * sin(Angle::degrees(degrees))};
      const auto level = [&](Point mm) {
        return 128 + 100 * std::sin(2 * std::numbers::pi * dot(mm, across) / dot(across, across));
      };
      Raster picture{480, 360, {}};
      for (int y = 0; y < picture.height; ++y)
        for (int x = 0; x < picture.width; ++x) {
          const auto v =
              static_cast<std::uint8_t>(std::lround(level({(x + 0.5) / kPerMm, (y + 0.5) / kPerMm})));
          picture.rgba.insert(picture.rgba.end(), {v, v, v, 255});
        }
      Print print;
      print.dpi = kPerMm * 25.4;
      print.steps = RepeatSteps{across, std::nullopt};
      const PrintView view(picture, print);
      for (const Point far : {Point{50, 900}, Point{-400, 30}, Point{700, -650}, Point{61, 45}}) {
        double seen[3];
        view.levelsAt(far, seen);
        COMPARE_TO(seen[1], level(far), 2.5);
      }
    }
  }
  /// Typing a repeat puts it in the place of what was found, and finding one in the place of what was typed.
  void typedAndFoundReplaceEachOther() {
    Project p = withPrint({{"a", {71, 3}}, {"b", {2, 90}}});
    p = support::edited(
        p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", {{"along", 88}, {"across", 66}}}});
    QVERIFY(!printOf(p).steps && printOf(p).along == Length::millimetres(88));
    p = support::edited(
        p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", {{"a", {50, 1}}, {"b", {0, 70}}}}});
    QVERIFY(printOf(p).steps && printOf(p).along.nm() == 0);
    for (const json& bad : {json{{"a", {50, 0}}, {"b", {100, 1}}}, json{{"a", {0.2, 0}}, {"b", {0, 70}}},
                            json{{"a", {50, 0}}, {"b", {0, 70}}, {"along", 50}}}) {
      QVERIFY(!support::refusal(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", bad}}).empty());
    }
  }
  /// What is found on a mirrored picture is made to fit its mirror line exactly: a step square to it is its
  /// own image turned round, a step along it stays.
  void stepsAgreeWithTheMirrorLine() {
    support::PrintWish w;
    w.across = 120;
    w.along = 150;
    w.mirrored = true;
    w.tilt = 3;
    w.noise = 2;
    w.seed = 4;
    const auto found = findRepeat(makePrint(w).picture);
    QVERIFY(found && found->mirrors.size() == 1);
    const PrintFields f = printFieldsOf(*found, 254);  // ten pixels to the mm
    QVERIFY(f.steps && *f.steps && f.mirrors->size() == 1);
    COMPARE_TO(f.mirrors->front().point.x, found->mirrors[0].point.x / 10, 1e-9);
    COMPARE_TO(f.mirrors->front().point.y, found->mirrors[0].point.y / 10, 1e-9);
    COMPARE_TO(length((*f.steps)->a), 12, 0.03);
    COMPARE_TO(length(*(*f.steps)->b), 15, 0.03);
    const Point along = towards(f.mirrors->front().direction);
    COMPARE_TO(dot((*f.steps)->a, along), 0, 1e-9);
    COMPARE_TO(cross(*(*f.steps)->b, along), 0, 1e-9);
    QVERIFY(!(*printFieldsOf(FoundRepeat{}, 100).steps));
  }
};

CLATHRA_TEST(FoundPrintTest, "found_print")
#include "found_print.moc"
