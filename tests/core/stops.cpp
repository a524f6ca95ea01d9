// Every long work of the core can be stopped while it runs: it asks often enough, on jobs that take long, and
// once it was told it ends with "stopped" and nothing else, wherever in it that was.
#include <atomic>
#include <mutex>

#include "asymmetric.hpp"
#include "cutting/batch.hpp"
#include "cutting/gives.hpp"
#include "edit/allowance_prices.hpp"
#include "edit/near_miss_choice.hpp"
#include "edit/remedies.hpp"
#include "exchange/import_layout.hpp"
#include "image/practice_scan.hpp"
#include "image/repeat_finder.hpp"
#include "image/straighten.hpp"
#include "layout/finishing_line.hpp"
#include "layout/fit.hpp"
#include "layout/set_out.hpp"
#include "layout/subdivide.hpp"
#include "motif/colour_ticks.hpp"
#include "motif/meeting.hpp"
#include "motif/search.hpp"
#include "packing/recall.hpp"
#include "paper/block.hpp"
#include "paper/closing.hpp"
#include "paper/paper_plan.hpp"
#include "paper/scan.hpp"
#include "paper/templates.hpp"
#include "print_maker.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "shape/families.hpp"
#include "store/file.hpp"
#include "store/print_file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// What a work said: nothing, where it was answered.
template <class T>
std::string saidBy(const Result<T>& answer) {
  return answer ? std::string() : answer.error().message.id;
}
/// Of work that answers nothing where it was stopped.
template <class T>
std::string saidBy(const std::optional<T>& answer) {
  return answer ? std::string() : std::string(kCancelled);
}

struct Work {
  const char* name;
  int leastAsks;  ///< in a whole run of this job
  std::function<std::string(const Progress&)> run;
};

/// Sixty patches of 40 mm on two cloths, of which the first does not suffice.
Project shortOfCloth() {
  Project p = support::project(support::recipe("squares", 40, 10, 6));
  json first = json::array(), second = json::array();
  for (int i = 1; i <= 60; ++i) (i <= 48 ? first : second).push_back(i);
  for (const json& step :
       {json{{"edit", "setUnit"}, {"unit", "mm"}}, json{{"edit", "setAllowance"}, {"value", 8}},
        json{{"edit", "addCloth"}, {"name", "Tide"}, {"width", 500}, {"lengths", {362}}, {"price", 12}},
        json{{"edit", "addCloth"}, {"name", "Reed"}, {"width", 500}, {"lengths", {400}}},
        json{{"edit", "paint"}, {"pieces", first}, {"cloth", "Tide"}},
        json{{"edit", "paint"}, {"pieces", second}, {"cloth", "Reed"}}})
    p = support::edited(p, step);
  return p;
}

/// All of one cloth, to be traced.
Project traced(const char* arrangement) {
  Project p = support::project(support::recipe(arrangement, 40, 6, 5));
  for (const json& step : {json{{"edit", "addCloth"}, {"name", "Tide"}, {"width", 900}, {"lengths", {2500}}},
                           json{{"edit", "paint"}, {"all", true}, {"cloth", "Tide"}},
                           json{{"edit", "chooseMethod"}, {"cloth", "Tide"}, {"method", "traced"}}})
    p = support::edited(p, step);
  return p;
}

std::string irregularSvg(int across, int down) {
  const auto corner = [&](int x, int y) {
    const bool inner = x > 0 && x < across && y > 0 && y < down;
    return std::to_string(x * 40 + (inner ? (x * 7 + y * 3) % 9 - 4 : 0)) + "," +
           std::to_string(y * 30 + (inner ? (x * 5 + y * 11) % 7 - 3 : 0)) + " ";
  };
  std::string svg = "<svg xmlns='http://www.w3.org/2000/svg' width='" + std::to_string(across * 40) +
                    "mm' height='" + std::to_string(down * 30) + "mm' viewBox='0 0 " +
                    std::to_string(across * 40) + " " + std::to_string(down * 30) + "'>";
  for (int y = 0; y < down; ++y)
    for (int x = 0; x < across; ++x)
      svg += "<polygon points='" + corner(x, y) + corner(x + 1, y) + corner(x + 1, y + 1) + corner(x, y + 1) +
             "'/>";
  return svg + "</svg>";
}

Project irregular() {
  auto made = importLayoutText(support::library(), irregularSvg(8, 6), ".svg", "Reeds");
  if (!made) qFatal("%s", said(made.error()).c_str());
  return std::move(made->project);
}

constexpr double kPerMm = 4;
struct Printed {
  support::MadePrint made;
  Print print;
  explicit Printed(double across = 320, double along = 392) {
    support::PrintWish wish;
    wish.mirrored = true;
    wish.across = across;
    wish.along = along;
    wish.width = 1000;
    wish.height = 1000;
    wish.seed = 5;
    made = support::makePrint(wish);
    print.dpi = kPerMm * 25.4;
    print.steps = RepeatSteps{1 / kPerMm * made.a, 1 / kPerMm * *made.b};
  }
};

/// The asymmetric project with a print that shows something, and its first choice.
struct WithPicture {
  Project project = support::asymmetric();
  WithPicture() {
    const Picture shown = *pictureFrom(*encodePng(Printed().made.picture));
    for (auto& [name, picture] : project.pictures) picture = shown;
  }
  const MotifChoice& motif() const { return project.motifs.front(); }
};

Subdivision bigHexagon() {
  return *Subdivision::make(scaled(*familyOutline("hexagon"), 2));
}

Raster scannedSquares() {
  PracticeScan scan;
  std::vector<PaperOnGlass> papers;
  for (int x = 0; x < 5; ++x)
    for (int y = 0; y < 6; ++y)
      papers.push_back({cornersOf(Box{20.0 + 36 * x, 20.0 + 40 * y, 45.0 + 36 * x, 45.0 + 40 * y}), 0.8});
  return *practiceScan(papers, scan);
}

const Page& usualPage() {
  return standardPages().front();
}

std::vector<Work> sheetWorks() {
  const auto hexagons =
      std::make_shared<const Project>(support::project(support::recipe("hexagons", 30, 9, 9)));
  const auto loose = std::make_shared<const Project>(irregular());
  return {
      {"sheets of alike papers", 3,
       [=](const Progress& p) {
         return saidBy(planSheets(*hexagons, {usualPage(), MarkedSide::Back, false}, p));
       }},
      {"sheets of papers that all differ", 40,
       [=](const Progress& p) {
         return saidBy(planSheets(*loose, {usualPage(), MarkedSide::Back, false}, p));
       }},
      {"materials compared", 10,
       [=](const Progress& p) {
         return saidBy(
             compareMaterials(paperInput(*loose, geometryOf(loose->layout), {}), *sheetOptions(*loose), p));
       }},
      {"templates", 3,
       [=](const Progress& p) {
         TemplateOptions o;
         o.page = usualPage();
         return saidBy(planTemplates(*loose, o, p));
       }},
      {"the block over many pages", 3,
       [=](const Progress& p) { return saidBy(planBlock(*hexagons->layout, *sheetOptions(*hexagons), p)); }},
      {"will it close", 2,
       [=](const Progress& p) {
         return saidBy(willItClose(*geometryOf(loose->layout), {}, kEasePercent, p));
       }},
      {"papers on the glass", 5,
       [picture = std::make_shared<const Raster>(scannedSquares())](const Progress& p) {
         return saidBy(scanPapers(*picture, PracticeScan().dpi, familiesForScan(), p));
       }},
  };
}

std::vector<Work> clothWorks() {
  const auto scarce = std::make_shared<const Project>(shortOfCloth());
  const auto kites = std::make_shared<const Project>(traced("kites"));
  const ClothId tide = *findCloth(*scarce, "Tide"), own = *findCloth(*kites, "Tide");
  return {
      {"a traced plan", 20, [=](const Progress& p) { return saidBy(cutPlan(*kites, own, p)); }},
      {"cut some now", 20,
       [=](const Progress& p) {
         return saidBy(cutBatch(*cutInput(*kites, own), {0, 1, 2, 3, 4, 5}, p));
       }},
      {"remedies", 10, [=](const Progress& p) { return saidBy(remediesFor(*scarce, tide, p)); }},
      {"prices of allowances", 4,
       [=](const Progress& p) { return saidBy(allowancePrices(*scarce, tide, p)); }},
      {"a near miss", 4, [=](const Progress& p) { return saidBy(nearMissChoice(*scarce, tide, p)); }},
      {"what a piece gives", 4,
       [](const Progress& p) {
         return saidBy(whatItGives({457, 559, 6.35, {"hexagon", "kite", "diamond60", "jewel"}}, p));
       }},
  };
}

std::vector<Work> motifWorks() {
  const auto printed = std::make_shared<const Printed>();
  const auto project = std::make_shared<const WithPicture>();
  return {
      {"windows found on a print", 20,
       [=](const Progress& p) {
         const Polygon kite{{0, -34}, {22, -9}, {0, 25}, {-22, -9}};
         return saidBy(findWindows(printed->made.picture, printed->print, {kite, {{0, 3, false}}, {}}, p));
       }},
      {"copies of a motif", 3,
       [=](const Progress& p) { return saidBy(motifSupply(project->project, project->motif(), p)); }},
      {"how seams meet", 2,
       [=](const Progress& p) { return saidBy(meetingsOf(project->project, project->motif(), p)); }},
      {"ticks where colours change", 2,
       [=](const Progress& p) { return saidBy(colourTicks(project->project, p)); }},
      {"the repeat of a print", 3,
       [=](const Progress& p) { return saidBy(findRepeat(printed->made.picture, p)); }},
      {"light evened", 2, [=](const Progress& p) { return saidBy(evened(printed->made.picture, p)); }},
      {"a picture made true", 6,
       [=](const Progress& p) {
         const KnownRectangle known{{{{100, 110}, {840, 90}, {860, 900}, {80, 880}}}, 200, 210};
         return saidBy(straightened(printed->made.picture, known, p));
       }},
      {"a print read from a project", 4,
       [picture = *pictureFrom(*encodePng(printed->made.picture))](const Progress& p) {
         return saidBy(readPrint(picture, p));
       }},
  };
}

std::vector<Work> layoutWorks() {
  const auto& library = support::library();
  const auto square = std::make_shared<const Layout>(support::layout(support::recipe("squares", 40, 12, 9)));
  const auto graph = std::make_shared<const SeamGraph>(buildSeams(*square));
  const auto rosette =
      std::make_shared<const Project>(support::project(support::recipe("hexagon-rosette", 25, 2, 1)));
  const auto file = std::make_shared<const std::string>(*serialize(support::asymmetric()));
  return {
      {"counts and edges for a size", 6,
       [&library](const Progress& p) {
         return saidBy(fitToSize(**library.find("hexagons"), support::recipe("hexagons", 25, 4, 4), 900, 1200,
                                 standardEdges(LengthUnit::Inch), 12, p));
       }},
      {"an even outline", 6,
       [=](const Progress& p) { return saidBy(largestEvenOutline(*square, *graph, 7, 10, p)); }},
      {"a line without slivers", 4,
       [=](const Progress& p) {
         return saidBy(nearestWithoutSlivers(*square, *graph, {3, 4, 477, 355}, p));
       }},
      {"fillings counted", 2,
       [](const Progress& p) {
         return saidBy(bigHexagon().countMixed({true, true, true, true, false}, p));
       }},
      {"fillings listed", 2,
       [](const Progress& p) {
         PartCounts wanted(subdivisionParts().size(), 0);
         wanted[*subdivisionPart("diamond")] = 12;
         return saidBy(bigHexagon().list(wanted, true, 1'000, p));
       }},
      {"units set out", 4,
       [=](const Progress& p) {
         std::vector<std::uint32_t> unit(rosette->layout->size());
         std::iota(unit.begin(), unit.end(), 0U);
         return saidBy(setOut(*rosette->layout, unit, 0, {4, 5, 1, true}, p));
       }},
      {"an import", 20,
       [&library](const Progress& p) {
         return saidBy(importLayoutText(library, irregularSvg(14, 12), ".svg", "In", kHealTolerance, p));
       }},
      {"a project read", 6, [=](const Progress& p) { return saidBy(deserialize(*file, p)); }},
      {"the second look", 4, [](const Progress& p) { return saidBy(reviewInput(support::asymmetric(), p)); }},
  };
}

}  // namespace

class StopsTest : public QObject {
  Q_OBJECT
  std::vector<Work> works_;

 private slots:
  void initTestCase() {
    for (const auto& group : {sheetWorks(), clothWorks(), motifWorks(), layoutWorks()})
      works_.insert(works_.end(), group.begin(), group.end());
  }
  void everyLongWorkEndsWhenItIsToldTo_data() {
    QTest::addColumn<int>("at");
    for (std::size_t i = 0; i < works_.size(); ++i) QTest::newRow(works_[i].name) << static_cast<int>(i);
  }
  void everyLongWorkEndsWhenItIsToldTo() {
    QFETCH(int, at);
    const Work& work = works_[static_cast<std::size_t>(at)];
    std::atomic<int> asked{0};
    const Progress whole;
    std::mutex lock;  // parts of it may ask from threads of their own
    double last = 0, back = 0;
    whole.watch([&] {
      ++asked;
      const std::lock_guard guard(lock);
      back = std::max(back, last - whole.done());
      last = whole.done();
    });
    forgetPackings();
    QCOMPARE(work.run(whole), std::string());
    QVERIFY2(back < 1e-9, qPrintable(QStringLiteral("its progress goes back by %1").arg(back)));
    QVERIFY(whole.done() <= 1);
    const int all = asked;
    QVERIFY2(all >= work.leastAsks, qPrintable(QStringLiteral("it asks %1 times").arg(all)));
    // At the first question, and somewhere in its midst. Those who asked for parts of it may ask once more
    // each.
    constexpr int kMayAskAgain = 40;
    for (const int when : {1, std::max(1, all / 3), std::max(1, all * 4 / 5)}) {
      asked = 0;
      const Progress stopped;
      stopped.watch([&] {
        if (++asked == when) stopped.cancel();
      });
      forgetPackings();
      QCOMPARE(work.run(stopped), std::string(kCancelled));
      QVERIFY2(
          asked <= when + kMayAskAgain,
          qPrintable(QStringLiteral("told at %1 of %2, it went on to %3").arg(when).arg(all).arg(asked)));
    }
  }
};

CLATHRA_TEST(StopsTest, "stops")
#include "stops.moc"
