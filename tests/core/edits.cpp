#include "edit/edit.hpp"
#include "model/alike.hpp"
#include "model/lightness.hpp"

#include <QRandomGenerator>
#include <set>

#include "edit/history.hpp"
#include "exchange/exchange.hpp"
#include "layout/seams.hpp"
#include "model/tally.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;
using support::refusal;
using support::wearing;

class EditsTest : public QObject {
  Q_OBJECT
 private slots:
  /// The window may ask for what a script cannot.
  void aProjectHasAName() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 3, 3));
    const auto without = applied(p, Rename{""}, support::context());
    QVERIFY(!without && support::says(without.error(), "project-needs-name"));
    QCOMPARE(applied(p, Rename{"Fen"}, support::context())->name, std::string("Fen"));
  }
  /// Shops sell by the eighth of a yard or by 10 cm; what somebody said is kept.
  void clothIsSoldByTheStepOfTheSystem() {
    Project p = support::project(support::recipe("hexagons", 25.4, 3, 3));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"increment", 250}});
    p.cloths[2].increment = *parseLength("1/8 yd", LengthUnit::Inch);
    const auto steps = [&] {
      std::vector<double> out;
      for (const Cloth& c : p.cloths) out.push_back(c.increment.mm());
      return out;
    };
    QVERIFY((steps() == std::vector<double>{114.3, 250, 114.3, 114.3}));
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
    for (const char* adds : {"addScraps", "addCloth"})
      QCOMPARE(support::edited(p, {{"edit", adds}, {"name", "Bag"}}).cloths.back().increment.mm(), 100.0);
    QVERIFY((steps() == std::vector<double>{100, 250, 114.3, 100}));
    QVERIFY(p.settings.unit == LengthUnit::Millimetre);
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "inch"}});
    QVERIFY((steps() == std::vector<double>{114.3, 250, 114.3, 114.3}));
  }
  void aNewProjectHasFourUnnamedClothsFromDarkToLight() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 3, 3));
    QCOMPARE(p.cloths.size(), std::size_t(4));
    double last = -1;
    std::set<Hatch> hatches;
    for (const Cloth& c : p.cloths) {
      QVERIFY(c.name.empty() && !c.width && c.lengths.empty() && !c.print);
      QVERIFY(lightness(c.colour) > last);
      last = lightness(c.colour);
      QVERIFY(c.hatch != Hatch::Plain);
      hatches.insert(c.hatch);
    }
    QCOMPARE(hatches.size(), std::size_t(4));
  }
  void signsLeaveOutIAndO() {
    QByteArray all;
    for (int i = 0; i < 26; ++i) all += QByteArray::fromStdString(signOf(i)) + ' ';
    QCOMPARE(all, QByteArray("A B C D E F G H J K L M N P Q R S T U V W X Y Z AA AB "));
  }
  void paintingByNumberShapeRingRowAndAlike() {
    Project p = support::project(support::recipe("hexagon-rosette", 25.4, 3, 1));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {1, 2}}});
    QCOMPARE(wearing(p, "A"), 2);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"ring", {{"of", 1}, {"k", 2}}}});
    QCOMPARE(wearing(p, "B"), 12);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"row", {{"of", 1}, {"degrees", 0}}}});
    QCOMPARE(wearing(p, "C"), 7);
    const int stillB = wearing(p, "B");
    const auto b = static_cast<int>(alikeTo(p, 8, false).size());
    QCOMPARE(b, stillB);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "D"}, {"shape", "hexagon"}});
    QCOMPARE(wearing(p, "D"), 37);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {5}}});
    QCOMPARE(Tally(p).count(kNoCloth), 1);
  }
  void paintingFollowsPiecesThroughEdgeCountsAndSides() {
    Project p = support::project(support::recipe("hexagons", 25.4, 6, 5));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {8, 9, 20}}});
    std::set<PieceKey> keys;
    for (const int n : {8, 9, 20}) keys.insert(p.layout->pieces[static_cast<std::size_t>(n - 1)].key);
    for (const json& edit :
         {json{{"edit", "setEdge"}, {"value", 40}}, json{{"edit", "setCounts"}, {"across", 9}, {"down", 7}},
          json{{"edit", "setSides"}, {"sides", "edge-pieces"}},
          json{{"edit", "setSides"}, {"sides", "slice"}}}) {
      p = support::edited(p, edit);
      QCOMPARE(wearing(p, "A"), 3);
      for (std::size_t i = 0; i < p.layout->size(); ++i)
        QCOMPARE(p.painting[i] != kNoCloth, keys.contains(p.layout->pieces[i].key));
    }
  }
  void paintingGoesWithPiecesThatVanish() {
    // Few that go are followed one by one, many by their places.
    for (const auto& [across, down, left] : {std::tuple(6, 5, 3), std::tuple(20, 12, 3)}) {
      Project p = support::project(support::recipe("hexagons", 25.4, across, down));
      json outer = json::array();  // the pieces of the last row
      for (std::size_t i = 0; i < p.layout->size(); ++i)
        if (p.layout->pieces[i].key.row == down - 1) outer.push_back(i + 1);
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", outer}});
      QCOMPARE(wearing(p, "A"), across);
      p = support::edited(p, {{"edit", "setCounts"}, {"across", across}, {"down", left}});
      QCOMPARE(wearing(p, "A"), 0);
    }
  }
  void removingAClothTakesItOffAndDropsItsMotifs() {
    Project p = support::project(support::recipe("hexagons", 25.4, 6, 5));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"shape", "hexagon"}});
    p = support::edited(p, {{"edit", "removeCloth"}, {"cloth", "B"}});
    QCOMPARE(Tally(p).count(kNoCloth), 30);
    QVERIFY(!findCloth(p, "B"));
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "New"}});
    QCOMPARE(support::text(p.cloths.back().sign),
             QByteArray("B"));  // the free sign is given again, the number is not
    QCOMPARE(p.cloths.back().id, ClothId(4));
  }

  void refusesBadEditsInASentence_data() {
    QTest::addColumn<QByteArray>("edit");
    for (const char* e :
         {R"({})",
          R"([])",
          R"({"edit":"fly"})",
          R"({"edit":"setEdge"})",
          R"({"edit":"setEdge","value":0})",
          R"({"edit":"setEdge","value":-3})",
          R"({"edit":"setEdge","value":1e300})",
          R"({"edit":"setEdge","value":"1in"})",
          R"({"edit":"setCounts","across":0})",
          R"({"edit":"setCounts","across":1.5})",
          R"({"edit":"setCounts","across":5000,"down":5000})",
          R"({"edit":"setSides"})",
          R"({"edit":"setSides","sides":"round"})",
          R"({"edit":"paint","pieces":[1]})",
          R"({"edit":"paint","cloth":"None such","pieces":[1]})",
          R"({"edit":"paint","cloth":"A","pieces":[0]})",
          R"({"edit":"paint","cloth":"A","pieces":[31]})",
          R"({"edit":"paint","cloth":"A","pieces":[]})",
          R"({"edit":"paint","cloth":"A","pieces":["x"]})",
          R"({"edit":"paint","cloth":"A","shape":"blob"})",
          R"({"edit":"paint","cloth":"A","ring":{"of":1,"k":500}})",
          R"({"edit":"paint","cloth":"A"})",
          R"({"edit":"setAllowance","value":0})",
          R"({"edit":"setAllowance","value":500})",
          R"({"edit":"setSpare","percent":-1})",
          R"({"edit":"addCloth"})",
          R"({"edit":"addCloth","name":"x","width":-1})",
          R"({"edit":"addCloth","name":"x","lengths":[0]})",
          R"({"edit":"addCloth","name":"x","direction":"up"})",
          R"({"edit":"addCloth","name":"x","colour":"red"})",
          R"({"edit":"addCloth","name":"x","print":{"picture":"none.png","along":1,"across":1}})",
          R"({"edit":"changeCloth","cloth":"zz"})",
          R"({"edit":"chooseMethod","cloth":"A","method":"by eye"})",
          R"({"edit":"chooseMethod","cloth":"A","method":"teeth"})",
          R"({"edit":"addMotif","name":"m","cloth":"A","shape":"hexagon","at":[1,1]})",
          R"({"edit":"changeMotif","motif":"none"})",
          R"({"edit":"setPage","page":"b0"})",
          R"({"edit":"setPage","page":"10x10"})",
          R"({"edit":"rename","name":""})",
          R"({"edit":"setAside","check":"x"})",
          R"({"edit":"takeUpAgain","check":"x"})",
          R"({"edit":"setUnit","unit":"ell"})",
          R"({"edit":"setArrangement","arrangement":"none"})"})
      QTest::newRow(e) << QByteArray(e);
  }
  void refusesBadEditsInASentence() {
    QFETCH(QByteArray, edit);
    const Project p = support::project(support::recipe("hexagons", 25.4, 6, 5));
    const std::string said = refusal(p, json::parse(edit.toStdString()));
    QVERIFY(!said.empty());
    QVERIFY2(said.find("json") == std::string::npos && said.size() < 300, said.c_str());
  }
  /// What need not be said is what the description says.
  void whatIsNotSaidIsAsDescribed() {
    const Project p = support::project(support::recipe("squares", 50, 3, 2));
    const auto read = readEdit(p, {{"edit", "exchange"}, {"pieces", {1, 2}}});
    QVERIFY(read);
    const auto* exchange = read->as<Exchange>();
    QVERIFY(exchange);
    QCOMPARE(exchange->most, 3);
    QCOMPARE(exchange->choice, std::size_t(0));
  }
  void everyEditHasKeysAndADescription() {
    for (const EditInfo& k : editInfos()) {
      QVERIFY(!k.keys.empty() && !k.does.empty());
      const std::string said = refusal(support::project(support::recipe("hexagons", 25.4, 2, 2)),
                                       {{"edit", std::string(k.name)}, {"colourOfTheMoon", 7}});
      QVERIFY2(!said.empty(), std::string(k.name).c_str());
    }
  }

  void aKeyThatAnEditDoesNotKnowIsRefusedByName() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 3, 2));
    for (const json& edit : {json{{"edit", "setEdge"}, {"value", 30}, {"values", 1}},
                             json{{"edit", "paint"}, {"cloth", "A"}, {"pieces", {1}}, {"values", 1}},
                             json{{"edit", "setCounts"}, {"across", 2}, {"values", 1}},
                             json{{"edit", "addCloth"}, {"name", "Reed"}, {"values", 1}}}) {
      const std::string said = refusal(p, edit);
      QVERIFY2(said.find("unknown key \"values\"") != std::string::npos, said.c_str());
      json good = edit;
      good.erase("values");
      QCOMPARE(support::text(refusal(p, good)), QByteArray());
    }
    for (const char* way : {"copies", "print"})  // inside, too
      QVERIFY(!refusal(p, {{"edit", way[0] == 'c' ? "takeAway" : "addCloth"},
                           {way[0] == 'c' ? "pieces" : "name", way[0] == 'c' ? json{1} : json("Reed")},
                           {way, {{"values", 1}}}})
                   .empty());
  }
  void alikeFacingTheSameWayTellsTurnedCopiesApart() {
    // Three diamonds to a hexagon: a third of them faces each way.
    Project p = support::project(support::recipe("diamonds", 25.4, 4, 3));
    const json all = {{"edit", "paint"}, {"cloth", "B"}, {"alike", {{"of", 1}}}};
    json facing = all;
    facing["alike"]["sameTurn"] = true;
    const auto worn = [](const Project& q) { return std::count(q.painting.begin(), q.painting.end(), 1); };
    QCOMPARE(worn(support::edited(p, all)), std::ptrdiff_t(p.layout->size()));
    const Project turned = support::edited(p, facing);
    QCOMPARE(3 * worn(turned), std::ptrdiff_t(p.layout->size()));
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const double off = std::remainder((p.layout->pieces[i].turn - p.layout->pieces[0].turn).degrees(), 180);
      QCOMPARE(turned.painting[i] == 1, std::abs(off) < 0.05);
    }
  }
  void anEditSaidOfAnotherLayoutFollowsItsPieces() {
    const Project small = support::project(support::recipe("hexagons", 25.4, 3, 2));
    const Project large = support::edited(small, {{"edit", "setCounts"}, {"across", 5}, {"down", 4}});
    const auto moved = followed(Paint{1, {1, 4}}, *small.layout, *large.layout);
    QVERIFY(moved);
    const Pieces& at = moved->as<Paint>()->pieces;
    QCOMPARE(at.size(), std::size_t(2));
    QVERIFY(large.layout->pieces[at[0]].key == small.layout->pieces[1].key);
    QVERIFY(large.layout->pieces[at[1]].key == small.layout->pieces[4].key);
    QVERIFY(at[1] != 4);
    // Back to the small one, what is gone is left out; if all are gone, that is said.
    const auto last = static_cast<std::uint32_t>(large.layout->size() - 1);
    const auto back = followed(Paint{1, {at[0], last}}, *large.layout, *small.layout);
    QVERIFY(back && back->as<Paint>()->pieces == Pieces{1});
    QVERIFY(!followed(Paint{1, {last}}, *large.layout, *small.layout));
    QVERIFY(followed(SetSpare{5}, *large.layout, *small.layout));
    // So do edits that speak of one piece alone.
    MakeShape named;
    named.name = "Heron";
    named.piece = 4;
    const auto shape = followed(named, *small.layout, *large.layout);
    QVERIFY(shape && *shape->as<MakeShape>()->piece == at[1]);
    named.piece = last;
    QVERIFY(!followed(named, *large.layout, *small.layout));
    SetOutUnits out;
    out.unit = "U";
    out.path = 4;
    const auto set = followed(out, *small.layout, *large.layout);
    QVERIFY(set && *set->as<SetOutUnits>()->path == at[1]);
  }

  void historyUndoesAndRedoesToTheSameContent() {
    History h(support::project(support::recipe("hexagons", 25.4, 6, 5)));
    std::vector<Project> states{h.now()};
    QRandomGenerator random(3);
    const auto randomEdit = [&]() -> json {
      switch (random.bounded(5)) {
        case 0:
          return {{"edit", "setEdge"}, {"value", 20 + random.bounded(20)}};
        case 1:
          return {{"edit", "setCounts"}, {"across", 3 + random.bounded(6)}, {"down", 3 + random.bounded(6)}};
        case 2:
          return {{"edit", "setSides"}, {"sides", random.bounded(2) ? "edge-pieces" : "outline"}};
        case 3:
          return {{"edit", "setSpare"}, {"percent", random.bounded(20)}};
        default:
          return {
              {"edit", "paint"}, {"cloth", signOf(random.bounded(4))}, {"pieces", {1 + random.bounded(4)}}};
      }
    };
    for (int i = 0; i < 200; ++i) {
      const Project next = support::edited(h.now(), randomEdit());
      if (sameContent(h.now(), next)) continue;
      h.push(next, "step");
      states.push_back(h.now());
    }
    for (std::size_t i = states.size() - 1; i-- > 0;) {
      QVERIFY(h.undo());
      QVERIFY(sameContent(h.now(), states[i]));
    }
    QVERIFY(!h.undo());
    for (std::size_t i = 1; i < states.size(); ++i) {
      QVERIFY(h.redo());
      QVERIFY(sameContent(h.now(), states[i]));
    }
    QVERIFY(!h.redo());
  }
  void dragsMergeAndVanishWhenBackAtTheStart() {
    const Project start = support::project(support::recipe("hexagons", 25.4, 6, 5));
    History h(start);
    for (const int n : {1, 2, 3})
      h.push(support::edited(h.now(), {{"edit", "setSpare"}, {"percent", n}}), "spare", "drag");
    QCOMPARE(h.steps(), std::size_t(1));
    h.push(support::edited(h.now(), {{"edit", "setSpare"}, {"percent", 0}}), "spare", "drag");
    QCOMPARE(h.steps(), std::size_t(0));
    h.push(support::edited(h.now(), {{"edit", "setSpare"}, {"percent", 4}}), "spare", "drag");
    h.seal();
    h.push(support::edited(h.now(), {{"edit", "setSpare"}, {"percent", 5}}), "spare", "drag");
    QCOMPARE(h.steps(), std::size_t(2));
  }
  /// Who presses what is chosen already has nothing to take back, and what can be made again stays so.
  void whatChangesNothingIsNoStep() {
    History history(support::project(support::recipe("hexagons", 25.4, 3, 3)));
    Project next = history.now();
    next.wantedWidth = *parseLength("2 yd", LengthUnit::Inch);
    next.lastDone = "asked for a width";
    history.push(next, "asked for a width");
    history.push(support::edited(history.now(), {{"edit", "rename"}, {"name", "Fen"}}), "named it");
    QVERIFY(history.undo());
    next = history.now();
    next.wantedWidth = *parseLength("72 in", LengthUnit::Inch);
    next.lastDone = "asked for another width";
    history.push(next, "asked for another width");
    QCOMPARE(history.steps(), std::size_t(1));
    QCOMPARE(history.undoLabel(), std::string("asked for a width"));
    QCOMPARE(history.redoLabel(), std::string("named it"));
    QCOMPARE(history.now().lastDone, std::string("asked for a width"));
    QCOMPARE(formatLength(history.now().wantedWidth, LengthUnit::Inch), std::string("72 in"));
  }
  void aTallyKeptUpToDateEqualsOneCountedAnew() {
    Project p = support::project(
        support::recipe("hexagon-square-triangle", 25.4, 12, 12, FinishingSides::EdgePieces));
    Tally tally(p);
    QRandomGenerator random(5);
    for (int i = 0; i < 300; ++i) {
      const int n = static_cast<int>(p.layout->size());
      const Project next = support::edited(p, {{"edit", "paint"},
                                               {"cloth", signOf(random.bounded(4))},
                                               {"pieces", {1 + random.bounded(n), 1 + random.bounded(n)}}});
      tally = tally.updated(p, next);
      p = next;
      QCOMPARE(tally.byCloth(), Tally(p).byCloth());
    }
    int sum = 0;
    for (const ClothCount& c : tally.byCloth()) sum += c.count;
    QCOMPARE(sum, tally.pieces());
  }
  void repaintsShareWhatDoesNotChange() {
    Painting a(10'000);
    Painting b = a;
    b.set(5'000, 1);
    int changes = 0;
    Painting::forEachChange(a, b, [&](std::size_t piece, ClothId was, ClothId is) {
      ++changes;
      QCOMPARE(piece, std::size_t(5'000));
      QCOMPARE(was, kNoCloth);
      QCOMPARE(is, ClothId(1));
    });
    QCOMPARE(changes, 1);
  }
  void motifsWearTheirClothAndExcludeEachOther() {
    // Without a print there is nothing to choose a spot on.
    const Project p = support::project(support::recipe("hexagons", 25.4, 3, 3));
    QVERIFY(
        refusal(p,
                {{"edit", "addMotif"}, {"name", "m"}, {"cloth", "A"}, {"shape", "hexagon"}, {"at", {1, 1}}})
            .find("no") != std::string::npos);
  }

  void geoJsonHoldsEveryPieceOnce() {
    Project p = support::project(support::recipe("hexagons", 25.4, 4, 5, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {1}}});
    const json g = piecesGeoJson(p);
    QCOMPARE(g["features"].size(), p.layout->size());
    std::set<int> numbers;
    for (const json& f : g["features"]) {
      numbers.insert(f["properties"]["number"].get<int>());
      const json& ring = f["geometry"]["coordinates"][0];
      QVERIFY(ring.front() == ring.back());
    }
    QCOMPARE(numbers.size(), p.layout->size());
    QCOMPARE(support::text(g["features"][0]["properties"]["cloth"].get<std::string>()),
             QByteArray("cloth A"));
    QVERIFY(g["features"][1]["properties"]["cloth"].is_null());
  }
  void theCsvAddsUpToThePieces() {
    Project p = support::project(support::recipe("kites", 25.4, 3, 3));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"pieces", {1, 2, 3}}});
    const QStringList lines = QString::fromStdString(tallyCsv(p, Tally(p))).split('\n', Qt::SkipEmptyParts);
    int sum = 0;
    for (int i = 1; i < lines.size(); ++i) sum += lines[i].section(',', -1).toInt();
    QCOMPARE(sum, 54);
  }
};

CLATHRA_TEST(EditsTest, "edits")
#include "edits.moc"
