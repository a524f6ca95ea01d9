#include "paper/closing.hpp"

#include "exchange/import_layout.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

constexpr double kIn = 25.4;

Reading edge(const char* shape, double value, int papers = 1, int index = 0) {
  return {shape, 0, ReadOf::Edge, index, papers, value, false, {}};
}
Reading read(const char* shape, ReadOf of, double value) {
  return {shape, 0, of, 0, 1, value, false, {}};
}

/// A layout from rectangles x, y, width, height.
Project ofRectangles(const std::vector<std::array<double, 4>>& all) {
  std::string svg =
      R"(<svg xmlns="http://www.w3.org/2000/svg" width="600mm" height="400mm" viewBox="0 0 600 400">)";
  for (const auto& [x, y, w, h] : all)
    svg += "<rect x='" + std::to_string(x) + "' y='" + std::to_string(y) + "' width='" + std::to_string(w) +
           "' height='" + std::to_string(h) + "'/>";
  auto made = importLayoutText(support::library(), svg + "</svg>", ".svg", "In", 0);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(made->project);
}

/// Twelve squares of 1 in below a strip of 12 in.
Project stripAndSquares() {
  std::vector<std::array<double, 4>> all{{0, 0, 12 * kIn, 30}};
  for (int i = 0; i < 12; ++i) all.push_back({i * kIn, 30, kIn, kIn});
  return ofRectangles(all);
}

Closure closureOf(const Project& p, const std::vector<Reading>& readings) {
  auto made = willItClose(*geometryOf(p.layout), readings);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}
std::string refusal(const Project& p, const Reading& r) {
  const auto made = willItClose(*geometryOf(p.layout), {r});
  return made ? std::string() : made.error().message.id;
}

template <class T>
int off(const std::vector<T>& all) {
  return static_cast<int>(
      std::count_if(all.begin(), all.end(), [](const T& one) { return one.closing != Closing::Closes; }));
}
std::vector<std::string> ids(const std::vector<Message>& all) {
  std::vector<std::string> out;
  for (const Message& m : all) out.push_back(m.id);
  return out;
}

}  // namespace

/// The sums of docs/calculations.md ("Will it close?").
class ClosingTest : public QObject {
  Q_OBJECT
 private slots:
  /// (a) 2 5/8 in both ways makes a side of 2 5/8 / sin 60° = 76.99 mm where 76.2 was meant.
  void stripsOfTheWrongHeightLengthenEverySeam() {
    const Project p = support::project(support::recipe("hexagon-diamond-triangle", 3 * kIn, 3, 3));
    const Closure c = closureOf(p, {read("diamond60", ReadOf::Across, 2.625 * kIn)});
    COMPARE_TO(c.scale, 1, 0);
    int seams = 0;
    for (const SeamKind& k : c.seams) {
      const std::string a = p.layout->shapes[k.a.shape].name, b = p.layout->shapes[k.b.shape].name;
      const bool diamond = a == "diamond60", other = b == "diamond60";
      if (diamond == other) {
        COMPARE_TO(k.difference, 0, 1e-9);
        QVERIFY(k.closing == Closing::Closes);
        continue;
      }
      COMPARE_TO(std::abs(k.difference), 66.675 / std::sin(std::numbers::pi / 3) - 76.2, 1e-6);
      QCOMPARE(k.difference > 0, diamond);  // a less b
      COMPARE_TO(k.limit, 0.762, 1e-9);
      QVERIFY(k.closing == Closing::Off);
      seams += k.seams;
    }
    int expected = 0;
    const auto geometry = geometryOf(p.layout);
    for (const Seam& s : geometry->seams.seams)
      expected += (p.layout->shapes[p.layout->pieces[s.a].shape].name == "diamond60") !=
                  (p.layout->shapes[p.layout->pieces[s.b].shape].name == "diamond60");
    QVERIFY(expected > 10);
    QCOMPARE(seams, expected);
  }
  /// (b) A strip paper of 301.0 beside 304.8 of squares is 3.8 short, one of 301.9 can be eased.
  void aStripThatIsShortSaysByHowMuchAndWhatToDo() {
    const Project p = stripAndSquares();
    Closure c = closureOf(p, {edge("rectangle", 301.0)});
    QCOMPARE(c.runs.size(), std::size_t(1));
    const Run run = c.runs.front();
    COMPARE_TO(run.design, 304.8, 1e-9);
    COMPARE_TO(run.measured, 301.0, 1e-9);
    COMPARE_TO(run.difference, -3.8, 1e-9);
    COMPARE_TO(run.limit, 3.048, 1e-9);
    QVERIFY(run.closing == Closing::Off);
    QCOMPARE(run.measuredSide, (std::vector<std::uint32_t>{0}));
    QCOMPARE(run.otherSide.size(), std::size_t(12));
    QCOMPARE(ids(run.advice), (std::vector<std::string>{"close-gap", "close-reprint", "close-start-inside"}));
    QCOMPARE(
        support::text(run.advice[0]),
        QByteArray(
            "Cut paper 1 across, away from both ends, and tape its halves 3.8 mm apart inside its patch, "
            "clear of the folds."));
    QVERIFY(support::text(run.advice[1]).contains("101.3 %"));
    QVERIFY(!c.closes());
    c = closureOf(p, {edge("rectangle", 301.9)});
    COMPARE_TO(c.runs[0].difference, -2.9, 1e-9);
    QVERIFY(c.runs[0].closing == Closing::Ease);
    QCOMPARE(ids(c.runs[0].advice), (std::vector<std::string>{"close-ease", "close-start-inside"}));
    QVERIFY(c.closes());
  }
  /// Ten squares in a row read 258: 25.8 each, twelve of them 309.6, and the strip is 4.8 too short for them.
  void whatIsFurtherFromItsDesignIsMeasured() {
    const Closure c = closureOf(stripAndSquares(), {edge("square", 258, 10)});
    QCOMPARE(c.runs[0].measuredSide.size(), std::size_t(12));
    COMPARE_TO(c.runs[0].measured, 309.6, 1e-9);
    COMPARE_TO(c.runs[0].difference, 4.8, 1e-9);
    QVERIFY(c.runs[0].closing == Closing::Off);
    QCOMPARE(ids(c.runs[0].advice),
             (std::vector<std::string>{"close-gap", "close-reprint", "close-start-inside"}));
    QVERIFY(support::text(c.runs[0].advice[0]).contains("Cut paper 1 across"));
  }
  /// A strip that is too long is trimmed; 308.0 less 304.8.
  void aStripThatIsLongIsTrimmed() {
    const Closure c = closureOf(stripAndSquares(), {edge("rectangle", 308)});
    COMPARE_TO(c.runs[0].difference, 3.2, 1e-9);
    QCOMPARE(ids(c.runs[0].advice),
             (std::vector<std::string>{"close-trim", "close-reprint", "close-start-inside"}));
    QVERIFY(support::text(c.runs[0].advice[0]).contains("Trim 3.2 mm off paper 1"));
  }
  /// (c) Every shape at 99 %: all closes, the top is as much smaller.
  void oneFactorForAllClosesAndIsSaid() {  // guarantee 3 of closing.hpp
    const Project p = support::project(support::recipe("hexagon-square-triangle", 30, 4, 3));
    std::vector<Reading> all;
    for (const Shape& s : p.layout->shapes) all.push_back(edge(s.name.c_str(), 29.7));
    const Closure c = closureOf(p, all);
    COMPARE_TO(c.scale, 0.99, 1e-12);
    QCOMPARE(off(c.seams) + off(c.runs) + off(c.corners), 0);
    COMPARE_TO(c.width, 0.99 * p.layout->finished.width(), 1e-6);
    COMPARE_TO(c.height, 0.99 * p.layout->finished.height(), 1e-6);
    // One shape left out, and it does not close any more: 0.3 mm where 0.3 may be eased is just eased.
    all.pop_back();
    const Closure less = closureOf(p, all);
    COMPARE_TO(less.scale, 1, 0);
    QVERIFY(off(less.seams) > 0);
    // A factor that is off by more than 0.02 % is none of all.
    all.push_back(edge(p.layout->shapes.back().name.c_str(), 29.72));
    COMPARE_TO(closureOf(p, all).scale, 1, 0);
  }
  /// (d) One edge read 0.2 more and 0.2 less in turn is as designed.
  void readingsOfOneEdgeAreAveraged() {  // guarantee 1 of closing.hpp
    const Project p = support::project(support::recipe("hexagons", 30, 5, 4));
    Closure c = closureOf(p, {edge("hexagon", 30.2), edge("hexagon", 29.8), edge("hexagon", 30.2, 1, 3),
                              edge("hexagon", 29.8, 1, 4)});
    QCOMPARE(off(c.seams) + off(c.runs) + off(c.corners), 0);
    COMPARE_TO(c.scale, 1, 1e-12);
    // Covered papers go before bare ones: 30.6 alone is believed, of a strip beside squares it would be.
    const Project strip = stripAndSquares();
    Reading covered = edge("square", 25.6);
    covered.covered = true;
    c = closureOf(strip, {edge("square", 25.0), covered});
    COMPARE_TO(c.runs[0].measured, 12 * 25.6, 1e-9);
  }
  /// A reading of one of two long edges is one of both; the short ones keep their design.
  void alikeEdgesShareAReading() {  // guarantee 1 of closing.hpp
    const Project p = stripAndSquares();
    const auto papers = measuredPapers(*p.layout, {edge("rectangle", 300, 1, 0)});
    QVERIFY(papers.has_value());
    const auto& strip = papers->at({p.layout->pieces[0].shape, p.layout->pieces[0].hand});
    const std::size_t longSide = std::abs(strip.design[0] - 304.8) < 1e-6 ? 0 : 1;
    COMPARE_TO(strip.lengths[0], 300, 1e-9);
    COMPARE_TO(strip.lengths[2], 300, 1e-9);
    COMPARE_TO(strip.lengths[1], strip.design[1], 1e-9);
    QCOMPARE(longSide, std::size_t(0));
  }
  /// (e) Six tips of 59.5° leave 3° open.
  void tipsThatAreTooSharpLeaveTheMiddleOpen() {
    const Project p = support::project(support::recipe("rosette-6", 40, 2, 2));
    const std::string diamond = p.layout->shapes[p.layout->pieces[0].shape].name;
    const auto angles = cornerAngles(p.layout->shapes[p.layout->pieces[0].shape].outline);
    const int tip = std::abs(angles[0].degrees() - 60) < 1e-6 ? 0 : 1;
    Reading r = read(diamond.c_str(), ReadOf::Angle, 59.5);
    r.index = tip;
    const Closure c = closureOf(p, {r});
    int six = 0;
    for (const ClosedCorner& corner : c.corners) {
      int tips = 0;
      for (const auto piece : corner.pieces) {
        const PolygonView o = p.layout->outline(piece);
        for (std::size_t k = 0; k < o.size(); ++k)
          if (distance(o[k], corner.at) < 0.05) tips += cornerAngles(o)[k].degrees() < 90;
      }
      COMPARE_TO(corner.open.degrees(), 0.5 * tips, 1e-9);
      if (corner.pieces.size() != 6) continue;
      ++six;
      COMPARE_TO(corner.open.degrees(), 3, 1e-9);
      QVERIFY(corner.closing == Closing::Off);
    }
    QVERIFY(six >= 1);
    QVERIFY(c.corners.size() > 1);
  }
  /// Two strips of three squares end to end: corners of both sides meet between them, and each closes by
  /// itself. The second is beside squares of 20, 20 and 36 mm.
  void aLineFallsApartWhereCornersMeet() {  // guarantee 2 of closing.hpp
    const Project p = ofRectangles({{0, 0, 90, 30},
                                    {90, 0, 76, 30},
                                    {0, 30, 30, 30},
                                    {30, 30, 30, 30},
                                    {60, 30, 30, 30},
                                    {90, 30, 20, 30},
                                    {110, 30, 20, 30},
                                    {130, 30, 36, 30}});
    const Closure c = closureOf(p, {edge("square", 30.5)});
    QCOMPARE(c.runs.size(), std::size_t(2));
    double runs = 0;
    int seams = 0;
    for (const Run& r : c.runs) {
      runs += r.design;
      const bool first = std::abs(r.design - 90) < 1e-6;
      COMPARE_TO(r.design, first ? 90 : 76, 1e-6);
      COMPARE_TO(r.difference, first ? 1.5 : 0, 1e-6);
      QVERIFY(r.closing == (first ? Closing::Off : Closing::Closes));
      seams += static_cast<int>(r.measuredSide.size() + r.otherSide.size()) - 1;
    }
    COMPARE_TO(runs, 90 + 76, 1e-6);
    for (const SeamKind& k : c.seams) seams += k.seams;
    QCOMPARE(seams, static_cast<int>(geometryOf(p.layout)->seams.seams.size()));
  }
  /// Bricks lie half over each other: the two halves at the ends belong to the run in part.
  void partOfAnEdgeCountsInPart() {
    const Project p =
        ofRectangles({{0, 0, 60, 25}, {60, 0, 60, 25}, {30, 25, 60, 25}, {90, 25, 60, 25}, {0, 200, 20, 20}});
    const Closure c = closureOf(p, {edge("rectangle", 61.2)});
    QCOMPARE(c.runs.size(), std::size_t(1));
    COMPARE_TO(c.runs[0].design, 90, 1e-6);
    COMPARE_TO(c.runs[0].measured, 90 * 1.02, 1e-6);
    COMPARE_TO(c.runs[0].difference, 0, 1e-6);  // both sides are as much too long
  }
  /// Left and right papers are read each for itself; handed 0 is of both.
  void handsAreReadApart() {
    const Project p = support::project(support::recipe("parallelogram-chevrons", 40, 4, 4));
    Reading left = edge(p.layout->shapes[0].name.c_str(), 40.8);
    const double length = edgesOf(placed(p.layout->shapes[0].outline, {}, true, {}))[0].length;
    left.value = length * 1.02;
    left.hand = -1;
    const auto one = measuredPapers(*p.layout, {left});
    QVERIFY(one.has_value());
    COMPARE_TO(one->at({0, -1}).lengths[0], 1.02 * length, 1e-9);
    COMPARE_TO(one->at({0, 1}).lengths[0], one->at({0, 1}).design[0], 1e-12);
    left.hand = 0;
    const auto both = measuredPapers(*p.layout, {left});
    QVERIFY(both.has_value());
    QVERIFY(both->at({0, 1}).lengthRead[0] && both->at({0, -1}).lengthRead[0]);
  }
  void arcsMeetAsWholes() {
    const Project p = support::project(support::recipe("apple-cores", 40, 5, 4));
    const std::string shell = p.layout->shapes[p.layout->pieces[0].shape].name;
    const Closure c = closureOf(p, {read(shell.c_str(), ReadOf::High, 41)});
    QVERIFY(c.seams.size() >= 1);
    for (const SeamKind& k : c.seams) COMPARE_TO(k.difference, 0, 1e-9);
  }
  void readingsThatCannotBeAreRefused() {
    const Project p = stripAndSquares();
    QCOMPARE(refusal(p, edge("hexagon", 25)), std::string("reading-no-shape"));
    QCOMPARE(refusal(p, edge("square", 25, 1, 4)), std::string("reading-no-edge"));
    QCOMPARE(refusal(p, edge("square", 1)), std::string("reading-did-you-mean"));    // inches typed as mm
    QCOMPARE(refusal(p, edge("square", 254)), std::string("reading-did-you-mean"));  // ten in a row as one
    QCOMPARE(refusal(p, edge("square", 173)), std::string("reading-far-off"));
    QCOMPARE(refusal(p, edge("square", 125)), std::string());
    Reading handed = edge("square", 25);
    handed.hand = 1;
    QCOMPARE(refusal(p, handed), std::string("reading-no-hand"));
    const Project triangles = support::project(support::recipe("triangles", 30, 3, 3));
    QCOMPARE(refusal(triangles, read(triangles.layout->shapes[0].name.c_str(), ReadOf::Across, 26)),
             std::string("reading-no-across"));
    // A triangle is as high as √3/2 of its side.
    const auto high = measuredPapers(*triangles.layout, {read(triangles.layout->shapes[0].name.c_str(),
                                                              ReadOf::High, std::sqrt(3) / 2 * 30.6)});
    QVERIFY(high.has_value());
    COMPARE_TO(high->begin()->second.lengths[2], 30.6, 1e-9);
  }
};

CLATHRA_TEST(ClosingTest, "closing")
#include "closing.moc"
