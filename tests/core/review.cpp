#include "review/review.hpp"

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

std::vector<Remark> remarksOf(const Project& p) {
  return review(*reviewInput(p));
}

const Remark* find(const std::vector<Remark>& all, const std::string& check) {
  for (const Remark& r : all)
    if (r.check.starts_with(check)) return &r;
  return nullptr;
}

Picture picture(int px) {
  Bytes b{0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13, 'I', 'H', 'D', 'R'};
  for (const int v : {px, px})
    for (int s = 24; s >= 0; s -= 8) b.push_back(static_cast<std::uint8_t>(v >> s));
  b.insert(b.end(), {8, 2, 0, 0, 0, 0, 0, 0, 0});
  return *pictureFromPng(b);
}

Project painted(double edge = 40) {
  Project p = support::project(support::recipe("hexagons", edge, 5, 5));
  p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "A"}, {"name", "Tide Ink"}, {"width", 1000}});
  return support::edited(p, {{"edit", "paint"}, {"cloth", "Tide Ink"}, {"shape", "hexagon"}});
}

Project withPrint(double along, double across, json mark, json at, int wanted, int pixels = 1000) {
  Project p = painted();
  const EditContext context{
      support::library(), [&](const std::string&) { return Result<Picture>(picture(pixels)); }, "2026-01-02"};
  p = *applyEdit(
      p,
      {{"edit", "changeCloth"},
       {"cloth", "Tide Ink"},
       {"lengths", {400}},
       {"print", {{"picture", "x.png"}, {"dpi", 100}, {"along", along}, {"across", across}, {"mark", mark}}}},
      context);
  json pieces = json::array();
  for (int i = 1; i <= wanted; ++i) pieces.push_back(i);
  return *applyEdit(p,
                    {{"edit", "addMotif"},
                     {"name", "Spot"},
                     {"cloth", "Tide Ink"},
                     {"shape", "hexagon"},
                     {"at", at},
                     {"pieces", pieces}},
                    context);
}

}  // namespace

/// Each check fires where it should, names the pieces, and its offered mend silences it.
class ReviewTest : public QObject {
  Q_OBJECT
 private slots:
  void aSoundPaintedProjectHasNothingToRemark() {
    const auto all = remarksOf(painted(30));
    QVERIFY2(all.empty(), all.empty() ? "" : all.front().why.c_str());
  }
  void piecesWithoutCloth() {
    Project p = painted();
    p = support::edited(p, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {3, 7}}});
    const auto all = remarksOf(p);
    const Remark* r = find(all, "no-cloth");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{2, 6}));
    QVERIFY(r->why.starts_with("2 pieces have no cloth"));
  }
  void slivers() {
    Project p = support::project(support::recipe("hexagon-square-triangle", 15, 4, 4, Sides::EdgePieces));
    const auto all = remarksOf(p);
    const Remark* r = find(all, "sliver");
    QVERIFY(r);
    QVERIFY(!r->pieces.empty());
    QVERIFY(!find(remarksOf(support::edited(p, r->fixEdit)), "sliver"));
  }
  void clothShorterThanThePlan() {
    Project p = painted();
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {100}}});
    const auto all = remarksOf(p);
    QVERIFY(find(all, "cloth-short:Tide Ink"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {3000}}});
    QVERIFY(!find(remarksOf(p), "cloth-short"));
  }
  void allowanceSmallForTheEdge() {
    const Project p = painted(60);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "allowance-small:Tide Ink");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(25));
    QVERIFY(!find(remarksOf(support::edited(p, r->fixEdit)), "allowance-small"));
  }
  void oneWayClothThatTheMethodWouldTurn() {
    Project p = support::project(support::recipe("triangles", 50, 10, 6));
    p = support::edited(p,
                        {{"edit", "addCloth"}, {"name", "Reed"}, {"width", 1000}, {"direction", "one-way"}});
    // Both ways up: alternately turned strips keep the print upright in every piece.
    QVERIFY(
        !find(remarksOf(support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"shape", "triangle60"}})),
              "one-way-turned"));
    json tipUp = json::array();
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (std::abs(p.layout->pieces[i].turn) < 1e-6) tipUp.push_back(i + 1);
    QVERIFY(tipUp.size() > 20);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", tipUp}});
    const auto kept = remarksOf(p);
    const Remark* r = find(kept, "one-way-turned:Reed");
    QVERIFY(r);
    QVERIFY(r->why.find("without turning") != std::string::npos);
    p = support::edited(
        p, {{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "strips"}, {"turnOneWay", true}});
    const auto turned = remarksOf(p);
    r = find(turned, "one-way-turned:Reed");
    QVERIFY(r && r->why.find("upside down") != std::string::npos);
    QVERIFY(find(remarksOf(support::edited(p, r->fixEdit)), "one-way-turned")->why.find("without turning") !=
            std::string::npos);
  }
  void fewerMotifCopiesThanWanted() {
    // Patches of about 82 by 93 mm on repeats of 200: five across, two down on 400 mm.
    const auto all = remarksOf(withPrint(200, 200, {0, 0}, {100, 100}, 11));
    const Remark* r = find(all, "few-copies:Spot");
    QVERIFY(r);
    QVERIFY(r->why.find("11 pieces want") != std::string::npos &&
            r->why.find("yields 10") != std::string::npos);
    QVERIFY(!find(remarksOf(withPrint(200, 200, {0, 0}, {100, 100}, 10)), "few-copies"));
  }
  void aWindowPartlyOffThePrint() {
    const Project p = withPrint(50, 50, {0, 0}, {10, 100}, 3);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "window-off-print:Spot");
    QVERIFY(r);
    const Project mended = support::edited(p, r->fixEdit);
    QVERIFY(!find(remarksOf(mended), "window-off-print"));
    const Point moved = mended.motifs[0].at - p.motifs[0].at;  // by whole repeats: the spot stays the same
    COMPARE_TO(std::remainder(moved.x, 50), 0, 1e-9);
    COMPARE_TO(std::remainder(moved.y, 50), 0, 1e-9);
  }
  void paperLargerThanThePage() {
    Project p = painted(130);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "paper-too-large:hexagon");
    QVERIFY(r);
    QVERIFY(r->fix.find("A3") != std::string::npos);
    QVERIFY(!find(remarksOf(support::edited(p, r->fixEdit)), "paper-too-large"));
  }
  void whatIsSetAsideStaysAsideWithItsReason() {
    Project p = painted();
    p = support::edited(p, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {3}}});
    p = support::edited(p, {{"edit", "setAside"}, {"check", "no-cloth"}, {"reason", "waits for the fair"}});
    QVERIFY(!find(remarksOf(p), "no-cloth"));
    QCOMPARE(support::text(p.setAside.front().reason), QByteArray("waits for the fair"));
    p = support::edited(p, {{"edit", "takeUpAgain"}, {"check", "no-cloth"}});
    QVERIFY(find(remarksOf(p), "no-cloth"));
  }
  void everyCheckSpeaksInSentences() {
    for (const Project& p : {painted(130), withPrint(50, 50, nullptr, {10, 100}, 25),
                             support::project(support::recipe("kites", 15, 4, 4, Sides::EdgePieces))})
      for (const Remark& r : remarksOf(p)) {
        QVERIFY2(r.why.ends_with('.') && r.fix.ends_with('.'), r.check.c_str());
        QVERIFY(!r.station.empty());
        QVERIFY(r.fixEdit.is_null() == r.fixLabel.empty());
      }
  }
};

CLATHRA_TEST(ReviewTest, "review")
#include "review.moc"
