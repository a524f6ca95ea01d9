// Cloth that is joined from strips: its print, where its seams lie, windows with the seam at their place.
#include "model/joined.hpp"

#include "asymmetric.hpp"
#include "image/decode.hpp"
#include "motif/meeting.hpp"
#include "motif/strip_seam.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "sound_plan.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

json strips() {
  return {{"edit", "joinStrips"},
          {"cloth", "C"},
          {"strips", {{{"cloth", "A"}, {"width", 50}}, {{"cloth", "D"}, {"width", 30}}}}};
}

/// Squares of 40 mm, 5 across and 4 down, all of cloth C: 200 by 900 mm, joined of 50 mm of A and 30 of D.
Project squares() {
  Project p = support::project(support::recipe("squares", 40, 5, 4));
  const auto step = [&](json edit) { p = support::edited(p, edit); };
  step({{"edit", "setUnit"}, {"unit", "mm"}});
  step({{"edit", "setAllowance"}, {"value", 6}});
  step({{"edit", "addCloth"}, {"name", "Tide Ink"}, {"colour", "#102030"}, {"width", 1000}});
  step({{"edit", "addCloth"}, {"name", "Oyster"}, {"colour", "#e0d0c0"}, {"width", 1000}});
  step({{"edit", "addCloth"}, {"name", "Sewn"}, {"width", 200}, {"lengths", {900}}});
  step({{"edit", "paint"}, {"all", true}, {"cloth", "Sewn"}});
  step({{"edit", "joinStrips"},
        {"cloth", "Sewn"},
        {"strips", {{{"cloth", "Tide Ink"}, {"width", 50}}, {{"cloth", "Oyster"}, {"width", 30}}}}});
  return p;
}

const Cloth& named(const Project& p, const char* name) {
  return *clothById(p, *findCloth(p, name));
}
const Cloth& sewn(const Project& p) {
  return named(p, "Sewn");
}

/// With the seam so far to the right of the middle of all twenty squares.
Project withSeam(double right) {
  const Project p = squares();
  std::vector<int> all;
  for (int i = 1; i <= 20; ++i) all.push_back(i);
  return support::edited(p, {{"edit", "addMotif"},
                             {"name", "Seam"},
                             {"cloth", "Sewn"},
                             {"shape", p.layout->shapes.front().name},
                             {"at", {50 - right, 30}},
                             {"turn", 0},
                             {"pieces", all}});
}

}  // namespace

class JoinedTest : public QObject {
  Q_OBJECT
 private slots:
  void thePrintShowsTheStripsInTheColoursOfTheirCloths() {
    const Project p = squares();
    const Print& print = *sewn(p).print;
    QCOMPARE(sewn(p).direction, Direction::Stripe);
    COMPARE_TO(print.steps->a.x, 80, 1e-9);
    COMPARE_TO(print.steps->a.y, 0, 1e-9);
    QVERIFY(!print.steps->b);
    const Picture& picture = p.pictures.at(print.picture);
    COMPARE_TO(picture.width * 25.4 / print.dpi, 80, 1e-6);
    const auto raster = decodeImage(*picture.png);
    QVERIFY(raster);
    const PrintView view(*raster, print);
    const auto colourAt = [&](double x, double y) {
      double rgb[3];
      view.levelsAt({x, y}, rgb);
      return std::array<int, 3>{int(std::lround(rgb[0])), int(std::lround(rgb[1])), int(std::lround(rgb[2]))};
    };
    const std::array<int, 3> ink{0x10, 0x20, 0x30}, oyster{0xe0, 0xd0, 0xc0};
    // 3 to 48 mm ink, 53 to 78 oyster, and again and again, far up and down.
    for (const double y : {5.0, 700.0}) {
      QCOMPARE(colourAt(25, y), ink);
      QCOMPARE(colourAt(47, y), ink);
      QCOMPARE(colourAt(53, y), oyster);
      QCOMPARE(colourAt(77, y), oyster);
      QCOMPARE(colourAt(84, y), ink);
      QCOMPARE(colourAt(-15, y), oyster);
    }
  }
  void seamsLieWhereStripsMeet() {
    const Cloth c = sewn(squares());
    COMPARE_TO(joinRound(c), 80, 1e-9);
    QCOMPARE(joinSeams(c), (std::vector<double>{0, 50}));
    for (const auto& [x, seam] : std::vector<std::pair<double, double>>{
             {10, 0}, {26, 50}, {64, 50}, {66, 80}, {170, 160}, {-12, 0}, {-20, -30}})
      COMPARE_TO(*nearestJoinSeam(c, x), seam, 1e-9);
  }
  /// A seam 8 mm right of the middle of a square of 40 crosses it 12 mm from its right side; the next to the
  /// right is 30 mm on, the next to the left 50: neither is on the paper.
  void theSeamCrossesThePaperWhereItWasPut() {
    const Project p = withSeam(8);
    const Polygon paper = windowOutline(*p.layout, p.motifs.front());
    const auto seams = stripSeams(sewn(p), paper);
    QCOMPARE(seams.size(), std::size_t(1));
    COMPARE_TO(seams[0].fromMiddle, 8, 1e-6);
    COMPARE_TO(seams[0].from.x, 50, 1e-6);
    COMPARE_TO(seams[0].from.y, 10, 1e-6);
    COMPARE_TO(seams[0].to.y, 50, 1e-6);
    // At 12 mm left of the middle the next one comes in 18 mm right of it: two.
    const Project two = withSeam(-12);
    const auto both = stripSeams(sewn(two), windowOutline(*two.layout, two.motifs.front()));
    QCOMPARE(both.size(), std::size_t(2));
    COMPARE_TO(both[0].fromMiddle, -12, 1e-6);
    COMPARE_TO(both[1].fromMiddle, 18, 1e-6);
  }
  /// A square of 52 mm with the seam 8 mm right of its middle reaches from 34 mm left to 18 right of a seam
  /// at 50: two fit on 200 mm, at the seams of 50 and 130 (16 to 68, 96 to 148); the third, at 210, does not.
  /// Down the cloth 52 mm each: 17 rows on 900 mm, 34 windows; twenty take ten rows, 520 mm.
  void windowsHoldTheSeamAndAreCountedByHand() {
    const Project p = withSeam(8);
    const CutPlan plan = support::soundPlan(p, sewn(p).id);
    int windows = 0;
    for (const WindowPart& part : plan.windows)
      for (const Window& w : part.windows) {
        ++windows;
        const Box b = bounds(w.patch);
        const double middle = (b.left + b.right) / 2;
        QVERIFY(w.on == 0 && (std::abs(middle + 8 - 50) < 0.01 || std::abs(middle + 8 - 130) < 0.01));
      }
    QCOMPARE(windows, 20);
    COMPARE_TO(*plan.length, 520, 0.5);
  }
  /// 6 mm of allowance round 40 mm: at 22 mm from the middle a seam is folded over with it, at 19 it is on
  /// the paper.
  void aSeamInTheAllowanceIsSaid() {
    const auto remark = [](double right) -> std::optional<Remark> {
      const Project p = withSeam(right);
      for (const Remark& r : review(*reviewInput(p)))
        if (r.check.starts_with("seam-in-allowance:")) return r;
      return std::nullopt;
    };
    QVERIFY(!remark(19));
    QVERIFY(!remark(0));
    const auto r = remark(22);
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(20));
    QCOMPARE(r->why,
             Message("seam-in-allowance-why", std::string("Seam"), Arg(std::string("Sewn")), sizeArg(22)));
    QVERIFY(remark(-22));
    // 31 right of the middle is beyond the patch, and the next one, 19 left of it, on the paper; at 28 that
    // one lies 22 left of it.
    QVERIFY(!remark(31));
    QVERIFY(remark(28));
  }
  void isKeptAndComesBack() {
    const Project p = squares();
    const auto back = deserialize(*serialize(p));
    QVERIFY2(back, back ? "" : said(back.error()).c_str());
    QVERIFY(sameContent(p, *back));
    QCOMPARE(sewn(*back).joined.size(), std::size_t(2));
    QCOMPARE(sewn(*back).joined[1].of, named(p, "Oyster").id);
    COMPARE_TO(sewn(*back).joined[1].width.mm(), 30, 1e-9);
    // A strip of cloth that is gone stays a strip.
    const Project gone = support::edited(p, {{"edit", "removeCloth"}, {"cloth", "Tide Ink"}});
    const Cloth& left = sewn(gone);
    QCOMPARE(left.joined.size(), std::size_t(2));
    QCOMPARE(left.joined[0].of, kNoCloth);
    QVERIFY(sameContent(gone, *deserialize(*serialize(gone))));
    // Another print, scale or repeat is another cloth.
    for (const json& print : {json{{"dpi", 90}}, json{{"along", 30}, {"across", 40}}})
      QVERIFY(sewn(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Sewn"}, {"print", print}}))
                  .joined.empty());
    QVERIFY(
        !sewn(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Sewn"}, {"price", 3}})).joined.empty());
    const Project one =
        support::edited(p, {{"edit", "joinStrips"}, {"cloth", "Sewn"}, {"strips", json::array()}});
    QVERIFY(sewn(one).joined.empty() && !sewn(one).print && one.pictures.empty());
  }
  void whatCannotBeJoinedIsRefused() {
    const Project p = support::edited(support::asymmetric(), strips());
    const auto refused = [&](json list, const char* id) {
      const auto next = applyStep(p, {{"edit", "joinStrips"}, {"cloth", "D"}, {"strips", std::move(list)}},
                                  support::context());
      return !next && support::says(next.error(), id);
    };
    QVERIFY(refused(json::array({{{"cloth", "A"}, {"width", 50}}}), "joined-strips-count"));
    QVERIFY(refused({{{"cloth", "A"}, {"width", 50}}, {{"cloth", "D"}, {"width", 50}}}, "joined-of-joined"));
    QVERIFY(refused({{{"cloth", "A"}, {"width", 50}}, {{"cloth", "C"}, {"width", 50}}}, "joined-of-joined"));
    QVERIFY(refused({{{"cloth", "A"}, {"width", 50}}, {{"cloth", "B"}, {"width", 2}}}, "length-outside"));
  }
};

CLATHRA_TEST(JoinedTest, "joined")
#include "joined.moc"
