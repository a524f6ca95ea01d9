// The checks of the second look on how papers meet: small misses, curves, and what is left for a border.
#include <QtTest>

#include "edit/mending.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "shape/families.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// A project of outlines as they are given, in mm.
Project pieces(const std::vector<Polygon>& outlines) {
  Recipe r;
  r.arrangement = kOwnArrangement;
  r.edge = Length::millimetres(50);
  for (const Polygon& p : outlines)
    r.hand.added.push_back({PieceKey{r.hand.next++, 0, kOwnPart}, scaled(p, 1 / 50.0), std::nullopt});
  return *newProject(support::library(), r, "pieces");
}

Polygon square(double x, double y) {
  return {{x, y}, {x + 50, y}, {x + 50, y + 50}, {x, y + 50}};
}

std::optional<Remark> remark(const Project& p, const char* check) {
  for (const Remark& r : review(*reviewInput(p, {})))
    if (r.check == check) return r;
  return std::nullopt;
}

}  // namespace

class MeetingTest : public QObject {
  Q_OBJECT
 private slots:
  void papersThatMissByLittleAreNamedWithTheirMiss() {
    const Project p = pieces({square(0, 0), square(50.3, 0), square(100.3, 0)});
    const auto r = remark(p, "nearly-meeting");
    QVERIFY(r.has_value());
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{0, 1}));
    QVERIFY2(clathra::said(r->why).find("0.3 mm") != std::string::npos, clathra::said(r->why).c_str());
  }
  void papersThatMeetOrLieApartAreNot() {
    QVERIFY(!remark(pieces({square(0, 0), square(50, 0)}), "nearly-meeting"));
    QVERIFY(!remark(pieces({square(0, 0), square(50.01, 0)}), "nearly-meeting"));
    QVERIFY(!remark(pieces({square(0, 0), square(52, 0)}), "nearly-meeting"));
    for (const char* id :
         {"hexagons", "kites", "octagon-square", "offset-squares", "clamshells", "pentagons"})
      QVERIFY2(!remark(support::project(support::recipe(id, 30, 4, 4)), "nearly-meeting"), id);
  }
  void curvesThatLieAgainstSomethingElseAreNamed() {
    // A petal on a square: ends meet, the sides do not.
    Polygon petal = scaled(*familyOutline("petal"), 50);  // tips 50 mm apart, upright
    const Box b = bounds(petal);
    const Project p = pieces({square(0, 0), translated(petal, {50 - (b.left + b.right) / 2 + 0, 25})});
    // Its left side bulges into the square, so an overlap is found as well.
    const auto r = remark(p, "arcs-unlike");
    QVERIFY(r.has_value());
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{0, 1}));
    QVERIFY(clathra::said(r->why).find("straight side") != std::string::npos);
    for (const char* id : {"clamshells", "apple-cores", "petals"})
      QVERIFY2(!remark(support::project(support::recipe(id, 60, 3, 3)), "arcs-unlike"), id);
  }
  void sidesThatLeaveNothingForABorderAreNamedAndMended() {
    Project p = support::project(support::recipe("squares", 50, 4, 4, FinishingSides::EdgePieces));
    QVERIFY(!remark(p, "border-thin"));
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 4}});
    const auto r = remark(p, "border-thin");
    QVERIFY(r.has_value());
    QVERIFY(r->pieces.size() < p.layout->size());  // only those at the sides
    QVERIFY(mendingEdit(r->mend));
    QVERIFY(!remark(support::edited(p, *mendingEdit(r->mend)), "border-thin"));
    // Sliced later, the papers themselves reach beyond the line; the outline has no line at all.
    Project sliced = support::project(support::recipe("hexagons", 50, 5, 6, FinishingSides::Slice));
    sliced = support::edited(sliced, {{"edit", "setAllowance"}, {"value", 4}});
    const auto s = remark(sliced, "border-thin");
    if (s) {
      for (const auto i : s->pieces) {
        double beyond = -1e300;
        for (const Point q : sliced.layout->outline(i)) {
          const Box& f = sliced.layout->finished;
          beyond = std::max({beyond, f.left - q.x, q.x - f.right, f.top - q.y, q.y - f.bottom});
        }
        QVERIFY(beyond < 2);
      }
    }
    Project outline = support::project(support::recipe("hexagons", 50, 5, 6));
    outline = support::edited(outline, {{"edit", "setAllowance"}, {"value", 4}});
    QVERIFY(!remark(outline, "border-thin"));
  }
};

CLATHRA_TEST(MeetingTest, "meeting")
#include "meeting.moc"
