// Packing outlines onto cloth: sound on every job, and never worse than a person with a ruler.
#include <fstream>
#include <thread>

#include "filesystem.hpp"
#include "packing/job.hpp"
#include "packing/no_fit.hpp"
#include "packing/recall.hpp"
#include "registry.hpp"
#include "shape/overlap.hpp"
#include "shape/strip.hpp"
#include "store/pack_file.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

PackJob jobOf(const char* name) {
  const auto text = readWhole(std::filesystem::path(CLATHRA_SOURCE) / "tests/data/packing" / name, 1'000'000);
  const auto job = text ? readPackJob(*text) : Result<PackJob>(tl::make_unexpected(text.error()));
  if (!job) qFatal("%s", said(job.error()).c_str());
  return *job;
}

const Polygon kSquare{{0, 0}, {40, 0}, {40, 40}, {0, 40}};
/// A kite without an axis: its mirror image is another shape.
const Polygon kCrooked{{0, 0}, {60, 8}, {52, 47}, {9, 33}};
/// Hollow on one side.
const Polygon kBoomerang{{0, 0}, {30, 20}, {60, 0}, {30, 55}};

PackJob bolt(double width, std::vector<PackShape> shapes, double gap = 0) {
  PackJob job;
  job.width = width;
  job.gap = gap;
  job.shapes = std::move(shapes);
  return job;
}

PackResult packed(const PackJob& job, std::uint64_t steps = 1'500'000) {
  PackEffort effort;
  effort.steps = steps;
  auto result = pack(job, effort);
  if (!result) qFatal("%s", said(result.error()).c_str());
  return std::move(*result);
}

std::string idsOf(const std::vector<Message>& faults) {
  std::string out;
  for (const Message& m : faults) out += m.id + " ";
  return out;
}

/// Strips of one outline as a person lays them: alternately turned where a half turn is allowed, shape by
/// shape.
double byRuler(const PackJob& job) {
  double length = 0;
  for (const PackShape& s : job.shapes) {
    double least = 1e300;
    const auto lays = s.turns == Turns::None ? std::vector{stripLay(s.outline, {}, false)}
                      : s.turns == Turns::Half
                          ? std::vector{stripLay(s.outline, {}, false), stripLay(s.outline, {}, true)}
                          : stripLays(s.outline, true);
    for (const StripLay& lay : lays) {
      const auto per = static_cast<int>(lay.fitting(job.width));
      if (per > 0) least = std::min(least, (s.quantity + per - 1) / per * lay.height);
    }
    length += least;
  }
  return length;
}

}  // namespace

class PackingTest : public QObject {
  Q_OBJECT
 private slots:
  void everyJobIsSound_data() {
    QTest::addColumn<QString>("file");
    for (const auto& entry :
         std::filesystem::directory_iterator(std::filesystem::path(CLATHRA_SOURCE) / "tests/data/packing"))
      QTest::newRow(entry.path().stem().c_str()) << QString::fromStdString(entry.path().filename().string());
  }
  void everyJobIsSound() {
    QFETCH(const QString, file);
    const PackJob job = jobOf(file.toStdString().c_str());
    const PackResult result = packed(job);
    QCOMPARE(idsOf(faultsOf(job, result)), std::string());
    double patches = 0, cloth = 0, lowest = 0;
    for (const PackShape& s : job.shapes) patches += s.quantity * area(s.outline);
    for (const PackedPatch& p : result.patches) lowest = std::max(lowest, bounds(p.outline).bottom);
    if (job.rooms.empty()) {
      COMPARE_TO(lowest, result.usedLength, 1e-6);
      cloth = job.width * result.usedLength;
      QVERIFY2(result.usedLength < byRuler(job) * 0.95, qPrintable(QString::number(byRuler(job))));
    } else {
      for (const std::size_t r : result.rooms) cloth += job.rooms[r].width * job.rooms[r].length;
    }
    COMPARE_TO(result.utilisation, patches / cloth, 1e-9);
  }

  /// Two kites side by side in one row: nothing overlaps however short the cloth, but the cloth ends where
  /// they do.
  void oneRowIsNeverShorterThanItsPatches() {
    for (const int n : {1, 2, 3}) {
      const PackJob job = bolt(400, {{"crooked", kCrooked, n, Turns::None}});
      const PackResult laid = packed(job, 200'000);
      COMPARE_TO(laid.usedLength, 47, 1e-6);
      QCOMPARE(idsOf(faultsOf(job, laid)), std::string());
    }
    const PackJob two =
        bolt(400, {{"crooked", kCrooked, 2, Turns::Half}, {"square", kSquare, 3, Turns::Quarter}}, 3);
    const PackResult laid = packed(two, 200'000);
    COMPARE_TO(laid.usedLength, 47, 1e-6);
    QCOMPARE(idsOf(faultsOf(two, laid)), std::string());
  }

  /// Squares by hand: 4 of 40 across 170, so ten take three rows; 160 across exactly.
  void squaresByHand() {
    COMPARE_TO(packed(bolt(170, {{"square", kSquare, 10, Turns::None}})).usedLength, 120, 1e-6);
    COMPARE_TO(packed(bolt(160, {{"square", kSquare, 8, Turns::None}})).usedLength, 80, 1e-6);
    COMPARE_TO(packed(bolt(159, {{"square", kSquare, 8, Turns::None}})).usedLength, 120, 1e-6);
    // With a gap of 4: three of 40 and two gaps are 128; 12 take four rows and three gaps.
    const PackJob gap = bolt(128, {{"square", kSquare, 12, Turns::None}}, 4);
    const PackResult laid = packed(gap);
    COMPARE_TO(laid.usedLength, 4 * 40 + 3 * 4, 0.05);
    QCOMPARE(idsOf(faultsOf(gap, laid)), std::string());
  }

  /// The three scraps hold 2, 3 and 6 squares; six squares are wanted: the one of 240 by 85 is less than the
  /// other two together, and 7 need it and the smallest.
  void theLeastClothIsTouched() {
    PackJob job;
    job.rooms = {{90, 45, {}, {}}, {125, 130, {}, {}}, {130, 85, {}, {}}};
    job.shapes = {{"square", kSquare, 6, Turns::Quarter}};
    PackResult result = packed(job);
    QCOMPARE(result.rooms, std::vector<std::size_t>({2}));
    job.shapes[0].quantity = 8;
    result = packed(job);
    QCOMPARE(result.rooms, std::vector<std::size_t>({0, 2}));
    QCOMPARE(idsOf(faultsOf(job, result)), std::string());
    // Eleven squares and seven triangles: the narrowest has no room for the triangles beside the squares; of
    // the other two the first is smaller, though the second lets them be laid at once.
    job.rooms = {{237, 144, {}, {}}, {194, 146, {}, {}}, {232, 158, {}, {}}};
    job.shapes = {{"square", kSquare, 11, Turns::Quarter},
                  {"triangle", {{0, 0}, {60, 0}, {0, 35}}, 7, Turns::Half}};
    result = packed(job);
    QCOMPARE(result.rooms, std::vector<std::size_t>({0}));
    QCOMPARE(idsOf(faultsOf(job, result)), std::string());
  }

  void outlinesAndHolesAreKeptClear() {
    PackJob job;
    // A corner is missing, a hole lies in the middle of the second piece.
    job.rooms = {{300, 200, {{0, 0}, {300, 0}, {300, 120}, {180, 200}, {0, 200}}, {}},
                 {250, 220, {}, {{{90, 80}, {150, 70}, {160, 140}, {95, 150}}}}};
    job.shapes = {{"crooked", kCrooked, 17, Turns::Half}, {"square", kSquare, 14, Turns::Any}};
    const PackResult result = packed(job, 4'000'000);
    QCOMPARE(idsOf(faultsOf(job, result)), std::string());
    QCOMPARE(result.rooms.size(), std::size_t{2});
  }

  void hollowOutlinesLieInEachOther() {
    const PackJob job = bolt(300, {{"boomerang", kBoomerang, 20, Turns::None}});
    const PackResult result = packed(job, 3'000'000);
    QCOMPARE(idsOf(faultsOf(job, result)), std::string());
    // Boxes alone would be five across, four high.
    QVERIFY(result.usedLength < 4 * 55 * 0.85);
  }

  /// Each fault alone, on an answer that was sound.
  void theJudgeSees() {
    PackJob job = bolt(300, {{"crooked", kCrooked, 12, Turns::Half}, {"square", kSquare, 5, Turns::None}}, 3);
    const PackResult good = packed(job);
    QCOMPARE(idsOf(faultsOf(job, good)), std::string());
    const auto with = [&](auto change) {
      PackResult bad = good;
      change(bad);
      return faultsOf(job, bad);
    };
    const auto has = [](const std::vector<Message>& faults, const char* id) {
      return std::any_of(faults.begin(), faults.end(), [&](const Message& m) { return m.id == id; });
    };
    const auto firstOf = [](PackResult& r, std::size_t shape) -> PackedPatch& {
      return *std::find_if(r.patches.begin(), r.patches.end(),
                           [&](const auto& p) { return p.shape == shape; });
    };
    QVERIFY(has(with([](PackResult& r) { r.patches.pop_back(); }), "fault-pack-count"));
    QVERIFY(has(with([&](PackResult& r) { firstOf(r, 0).outline[2].x += 0.5; }), "fault-pack-congruent"));
    QVERIFY(has(with([&](PackResult& r) {
                  for (Point& p : firstOf(r, 0).outline) p.x = 300 - p.x;
                  std::reverse(firstOf(r, 0).outline.begin(), firstOf(r, 0).outline.end());
                }),
                "fault-pack-congruent"));
    QVERIFY(has(with([&](PackResult& r) {
                  Polygon& p = firstOf(r, 0).outline;
                  p = placed(p, kQuarterTurn, false, {150, 150});
                }),
                "fault-pack-turn"));
    QVERIFY(has(with([&](PackResult& r) {
                  Polygon& p = firstOf(r, 1).outline;
                  const Point c = centroid(p);
                  for (Point& q : p) q = c + Point{-(q - c).y, (q - c).x};
                  p[0].x += 1e-9;
                }),
                "fault-pack-turn") == false);  // a square turned by a quarter is the square
    QVERIFY(has(with([&](PackResult& r) {
                  r.patches.front().outline = translated(r.patches.front().outline, {-2, 0});
                }),
                "fault-pack-outside"));
    QVERIFY(has(with([&](PackResult& r) {
                  r.patches[3].outline = translated(r.patches[3].outline, {0.4, 0.4});
                }),
                "fault-pack-apart") ||
            has(with([&](PackResult& r) {
                  r.patches[3].outline = translated(r.patches[3].outline, {-0.4, -0.4});
                }),
                "fault-pack-apart"));
    job.length = good.usedLength - 1;
    QVERIFY(has(faultsOf(job, good), "fault-pack-long"));
  }

  void theSameSeedGivesTheSameAnswer() {
    const PackJob job = jobOf("s04-halfhex-triangles.json");
    const PackResult one = packed(job), two = packed(job);
    QCOMPARE(one.patches.size(), two.patches.size());
    for (std::size_t i = 0; i < one.patches.size(); ++i)
      QVERIFY(one.patches[i].outline == two.patches[i].outline);
    QCOMPARE(one.steps, two.steps);
  }
  /// A packing that was worked out before is answered without work, and only to the very same question.
  void aPackingIsRecalled() {
    forgetPackings();
    const auto asked = [](const PackJob& job, const PackEffort& effort, std::vector<double>* lengths) {
      const Progress progress;
      int polls = 0;
      progress.watch([&] { ++polls; });
      PackEffort heard = effort;
      heard.better = [&](const PackResult& r) {
        if (lengths) lengths->push_back(r.usedLength);
      };
      const auto out = packOrRecall(job, heard, progress);
      if (!out) qFatal("%s", said(out.error()).c_str());
      const auto fresh = pack(job, effort);
      const bool same = fresh->usedLength == out->usedLength &&
                        fresh->patches.size() == out->patches.size() &&
                        std::equal(fresh->patches.begin(), fresh->patches.end(), out->patches.begin(),
                                   [](const PackedPatch& a, const PackedPatch& b) {
                                     return a.shape == b.shape && a.room == b.room && a.outline == b.outline;
                                   });
      return std::pair(polls > 0, same);
    };
    const std::pair anew{true, true}, recalled{false, true};
    const PackJob job = bolt(300, {{"crooked", kCrooked, 9, Turns::Half}, {"square", kSquare, 4}}, 1);
    PackEffort effort;
    effort.steps = 200'000;
    std::vector<double> first, again;
    QVERIFY(asked(job, effort, &first) == anew);
    QVERIFY(asked(job, effort, &again) == recalled);
    QVERIFY(!first.empty());
    QVERIFY(again == first);
    // Whatever is asked otherwise is worked out.
    for (int other = 0; other < 6; ++other) {
      PackJob j = job;
      PackEffort e = effort;
      if (other == 0) j.gap = 1.5;
      if (other == 1) j.shapes[0].quantity = 8;
      if (other == 2) j.shapes[0].turns = Turns::None;
      if (other == 3) j.shapes[1].outline[2].x = 41;
      if (other == 4) e.seed = 2;
      if (other == 5) e.steps = 250'000;
      QVERIFY2(asked(j, e, nullptr) == anew, qPrintable(QString::number(other)));
      QVERIFY2(asked(j, e, nullptr) == recalled, qPrintable(QString::number(other)));
    }
    // On cloth at hand, as many as fit.
    PackJob hand = job;
    hand.width = 0;
    PackRoom room;
    room.width = 200;
    room.length = 130;
    hand.rooms = {room};
    effort.asManyAsFit = true;
    QVERIFY(asked(hand, effort, nullptr) == anew);
    QVERIFY(asked(hand, effort, nullptr) == recalled);
    hand.rooms[0].holes = {{{0, 0}, {30, 0}, {30, 30}}};
    QVERIFY(asked(hand, effort, nullptr) == anew);
    forgetPackings();
    QVERIFY(asked(hand, effort, nullptr) == anew);
  }
  /// What was stopped is no answer for the next who asks.
  void whatWasStoppedIsNotRecalled() {
    forgetPackings();
    const PackJob job = bolt(300, {{"crooked", kCrooked, 40, Turns::Any}});
    PackEffort effort;
    effort.steps = 3'000'000;
    const Progress stopped;
    effort.better = [&](const PackResult&) { stopped.cancel(); };
    const auto early = packOrRecall(job, effort, stopped);
    effort.better = nullptr;
    const auto whole = pack(job, effort);
    const auto next = packOrRecall(job, effort, {});
    QVERIFY(early && whole && next);
    QVERIFY(early->usedLength > whole->usedLength);
    QCOMPARE(next->usedLength, whole->usedLength);
  }
  /// What finds no place is named, wherever it stands in the list.
  void whatFindsNoPlaceIsNamed() {
    const Polygon large{{0, 0}, {60, 0}, {60, 60}, {0, 60}};
    for (const bool largeFirst : {true, false}) {
      PackJob job = bolt(0, {{"small", kSquare, 2, Turns::Quarter}});
      job.shapes.insert(largeFirst ? job.shapes.begin() : job.shapes.end(),
                        {"large", large, 2, Turns::Quarter});
      job.shapes.push_back({"tiny", {{0, 0}, {5, 0}, {5, 5}, {0, 5}}, 1, Turns::None});
      PackRoom room;
      room.width = room.length = 100;
      job.rooms = {room};
      const auto out = pack(job);
      QVERIFY(!out);
      QCOMPARE(said(out.error()),
               std::string("The cloth does not hold all: 1 patch finds no place, one of large."));
    }
  }
  /// The oldest are given up, so that memory is bounded.
  void theOldestPackingsAreGivenUp() {
    forgetPackings();
    constexpr int kEach = 500, kJobs = static_cast<int>(kRecalledPatches) / kEach + 1;
    const auto asks = [](int n) {
      const Progress progress;
      int polls = 0;
      progress.watch([&] { ++polls; });
      PackEffort effort;
      effort.steps = 1;
      const Polygon small{{0, 0}, {4, 0}, {4, 3.0 + n * 0.01}, {0, 3.0 + n * 0.01}};
      if (!packOrRecall(bolt(600, {{"small", small, kEach}}), effort, progress)) qFatal("no place");
      return polls > 0;
    };
    for (int n = 0; n < kJobs; ++n) QVERIFY(asks(n));
    QVERIFY(!asks(kJobs - 1));
    QVERIFY(!asks(1));
    QVERIFY(asks(0));
  }

  /// By hand: ten of 70 by 40 stand on 400 of 1050 mm and leave 650 beside them for seven of 90 by 40: 70 mm.
  /// Lying, all of them take two rows, 80.
  void patchesThatStandLeaveRoomBesideThem() {
    const Polygon low{{0, 0}, {70, 0}, {70, 40}, {0, 40}}, wide{{0, 0}, {90, 0}, {90, 40}, {0, 40}};
    for (const Turns turns : {Turns::Quarter, Turns::Any}) {
      const PackJob job = bolt(1050, {{"low", low, 10, turns}, {"wide", wide, 7, turns}});
      COMPARE_TO(packed(job).usedLength, 70, 1e-3);
    }
    const PackJob lying = bolt(1050, {{"low", low, 10, Turns::Half}, {"wide", wide, 7, Turns::Half}});
    COMPARE_TO(packed(lying).usedLength, 80, 1e-3);
  }

  /// Exactly, because what can be laid with fewer turns is laid so first: each set has the same share.
  void turningNeverHurts() {
    for (const char* name : {"s04-halfhex-triangles.json", "s06-parallelograms-lr.json"}) {
      double before = 1e300;
      int level = 0;
      for (const Turns turns : {Turns::None, Turns::Half, Turns::Quarter, Turns::Any}) {
        PackJob job = jobOf(name);
        for (PackShape& s : job.shapes) s.turns = turns;
        const double now = packed(job, 600'000 * static_cast<std::uint64_t>(++level)).usedLength;
        QVERIFY2(now <= before + 1e-9, qPrintable(QString("%1 %2 after %3").arg(name).arg(now).arg(before)));
        before = now;
      }
    }
  }

  void moreClothOrFewerPatchesNeverTakeMore() {
    PackJob job =
        bolt(500, {{"crooked", kCrooked, 40, Turns::Half}, {"boomerang", kBoomerang, 15, Turns::Half}});
    const double usual = packed(job).usedLength;
    job.width = 540;
    QVERIFY(packed(job).usedLength <= usual * 1.01);
    job.width = 500;
    job.shapes[0].quantity = 37;
    QVERIFY(packed(job).usedLength <= usual * 1.01);
  }

  /// Stopped while it works: what was found until then, sound.
  void stopsWithTheBestSoFar() {
    const PackJob job = jobOf("s05-honeycomb-mix.json");
    const Progress progress;
    PackEffort effort;
    effort.steps = 4'000'000'000;
    std::vector<double> lengths;
    effort.better = [&](const PackResult& r) {
      lengths.push_back(r.usedLength);
      progress.cancel();
    };
    const auto result = pack(job, effort, progress);
    QVERIFY(result);
    QCOMPARE(idsOf(faultsOf(job, *result)), std::string());
    QVERIFY(!lengths.empty());
    QVERIFY(result->usedLength <= lengths.front() + 1e-9);
    QVERIFY(result->steps < effort.steps / 100);
    const Progress already;
    already.cancel();
    if (const auto none = pack(job, {}, already); none)
      QCOMPARE(idsOf(faultsOf(job, *none)), std::string());
    else
      QCOMPARE(none.error().message.id, std::string(kCancelled));
  }

  void badJobsAreRefused_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QString>("id");
    const auto job = [](const QByteArray& cloth, const QByteArray& shape) {
      return "{\"units\":\"mm\",\"cloth\":" + cloth + ",\"gap\":0,\"shapes\":[" + shape + "]}";
    };
    const QByteArray square =
        R"({"id":"s","polygon":[[0,0],[40,0],[40,40],[0,40]],"quantity":3,"rotations":"any"})";
    QTest::newRow("metres") << job(R"({"width":1.05})", square) << "pack-cloth-size";
    QTest::newRow("kilometres") << job(R"({"width":1050000})", square) << "pack-cloth-size";
    QTest::newRow("none") << job(R"({"width":500})", QByteArray(square).replace(":3,", ":0,"))
                          << "pack-quantity";
    QTest::newRow("a million") << job(R"({"width":500})", QByteArray(square).replace(":3,", ":1000000,"))
                               << "pack-quantity";
    QTest::newRow("no shapes") << job(R"({"width":500})", "") << "pack-shapes";
    QTest::newRow("too wide") << job(R"({"width":30})", square) << "pack-fits-nowhere";
    QTest::newRow("too wide for the pieces")
        << job(R"({"pieces":[{"width":30,"height":500},{"width":39,"height":39}]})", square)
        << "pack-fits-nowhere";
    QTest::newRow("too little") << job(R"({"pieces":[{"width":85,"height":41}]})", square)
                                << "pack-not-enough";
    // A small one beside a large one above a small one; the second large one has no room.
    QTest::newRow("too little for the second shape")
        << job(R"({"pieces":[{"width":100,"height":100}]})",
               QByteArray(square).replace(":3,", ":2,") +
                   R"(,{"id":"large","polygon":[[0,0],[60,0],[60,60],[0,60]],"quantity":2,"rotations":"quarter"})")
        << "pack-not-enough";
    QTest::newRow("too short") << job(R"({"width":50,"length":100})", square) << "pack-too-long";
    QTest::newRow("scrap crosses itself")
        << job(R"({"pieces":[{"outline":[[0,0],[100,100],[100,0],[0,100]]}]})", square)
        << "pack-cloth-crosses";
    QTest::newRow("hole outside")
        << job(R"({"pieces":[{"width":100,"height":100,"holes":[[[90,0],[150,0],[150,20]]]}]})", square)
        << "pack-hole-outside";
    QTest::newRow("outline crosses itself")
        << job(R"({"width":500})", QByteArray(square).replace("[40,40],[0,40]", "[0,40],[40,40]"))
        << "pack-shape-crosses";
    QTest::newRow("a line") << job(R"({"width":500})", QByteArray(square).replace("[40,40],[0,40]", "[20,0]"))
                            << "pack-shape-nothing";
    QTest::newRow("no number") << job(R"({"width":500})", QByteArray(square).replace("[40,40]", "[40,\"x\"]"))
                               << "where-fault";
    QTest::newRow("no rotations") << job(R"({"width":500})", QByteArray(square).replace("rotations", "turns"))
                                  << "where-fault";
    QTest::newRow("inches") << job(R"({"width":500})", square).replace("\"mm\"", "\"in\"") << "where-fault";
    QTest::newRow("not an object") << QByteArray("[]") << "pack-object";
    QTest::newRow("not JSON") << QByteArray("{") << "not-json";
  }
  void badJobsAreRefused() {
    QFETCH(const QByteArray, text);
    QFETCH(const QString, id);
    const auto job = readPackJob(text.toStdString());
    const Result<PackResult> result = job ? pack(*job) : tl::make_unexpected(job.error());
    QVERIFY(!result);
    QCOMPARE(QString::fromStdString(result.error().message.id), id);
    QVERIFY(!said(result.error()).empty());
    if (id == "pack-fits-nowhere") QVERIFY(said(result.error()).find("s ") != std::string::npos);
    if (text.contains("large")) QVERIFY(said(result.error()).find("large") != std::string::npos);
  }

  /// The region that one square forbids another is a square twice as large; what lies inside finds the
  /// shortest way out.
  void noFitByHand() {
    const NoFit region = NoFit::between({kSquare}, {kSquare}, 0);
    COMPARE_TO(region.depth({30, 0}), 10, 1e-9);
    COMPARE_TO(region.depth({40, 0}), 0, 1e-9);
    COMPARE_TO(region.wayOut({30, 5}).x, 10, 1e-9);
    COMPARE_TO(region.wayOut({3, -38}).y, -2, 1e-9);
    // Whichever side parted them last, it is the same way.
    for (double x = -50; x <= 50; x += 4.7)
      for (double y = -50; y <= 50; y += 3.1) {
        const Point way = region.wayOut({x, y});
        for (std::uint32_t side = 0; side < 9; ++side) {
          std::uint32_t apart = side;
          const WayOut known = region.wayOut({x, y}, apart);
          COMPARE_TO(known.far, region.depth({x, y}), 1e-9);
          COMPARE_TO(known.far * known.along.x, way.x, 1e-9);
          COMPARE_TO(known.far * known.along.y, way.y, 1e-9);
        }
      }
    COMPARE_TO(NoFit::between({kSquare}, {kSquare}, 5).depth({40, 0}), 5, 0.05);
    COMPARE_TO(clearFrom(region, 10), 40, 1e-9);
    QVERIFY(clearFrom(region, 41) < -1e299);
    // A small square drops into the hollow of the boomerang: only where its walls let it.
    const Polygon small{{0, 0}, {8, 0}, {8, 8}, {0, 8}};
    const NoFit hollow = NoFit::between(convexParts(kBoomerang), {small}, 0);
    for (const Point at :
         {Point{26, 0}, Point{26, 9.2}, Point{26, 12}, Point{10, 4}, Point{-5, 20}, Point{50, 3}}) {
      const bool meets = commonOf(kBoomerang, translated(small, at)).area > 1e-6;
      QCOMPARE(hollow.depth(at) > 1e-6, meets);
    }
  }
};

CLATHRA_TEST(PackingTest, "packing")
#include "packing.moc"
