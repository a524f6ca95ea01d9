// The cards about cloth as one uses them: how it behaves, allowances and what they cost, how it is made, the
// shelf as a table, what a piece gives.
#include <QColorDialog>
#include <QComboBox>
#include <QFile>
#include <QImage>
#include <QMenu>
#include <QTemporaryDir>
#include <QTimer>
#include <fstream>

#include "app/canvas/canvas_access.hpp"
#include "app/cloth/cloth_station.hpp"
#include "app/cut/cut_station.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "shown_in.hpp"
#include "sound_plan.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Forty squares of 50 mm of Fen and ten of Reed, in mm, 6 mm of allowance.
Project twoCloths() {
  Project p = support::project(support::recipe("squares", 50, 10, 5));
  for (const auto& step : nlohmann::json::parse(R"([
         {"edit":"setUnit","unit":"mm"},
         {"edit":"setAllowance","value":6},
         {"edit":"addCloth","name":"Fen","width":1000,"lengths":[800],"increment":100,"price":3},
         {"edit":"addCloth","name":"Reed","width":640,"lengths":[250],"direction":"one-way"},
         {"edit":"paint","cloth":"Fen","all":true},
         {"edit":"paint","cloth":"Reed","pieces":[1,2,3,4,5,6,7,8,9,10]},
         {"edit":"chooseMethod","cloth":"Fen","method":"strips"}])"))
    p = support::edited(p, step);
  return p;
}

const Cloth& named(const Project& p, const char* name) {
  return *clothById(p, *findCloth(p, name));
}

void choose(Driver& d, const QString& list, int index) {
  auto* box = d.find<QComboBox>(list);
  if (!box) qFatal("no list %s", qPrintable(list));
  d.bringIntoView(box);
  box->setCurrentIndex(index);
  Q_EMIT box->activated(index);
  d.settle();
}

void open(Driver& d, const char* card) {
  d.click(QString::fromUtf8(card));
  d.settle();
}

void lookAtCloth(Driver& d, const char* station, const char* name) {
  d.window->goTo(QString::fromUtf8(station));
  d.settle();
  if (auto* cut = qobject_cast<CutStation*>(d.window->station(QStringLiteral("cut")));
      cut && QByteArray(station) == "cut")
    cut->choose(*findCloth(d.project(), name));
  d.settle();
}

/// At Cloth, with both on the shelf.
ClothStation* withTwoCloths(Driver& d) {
  d.session->begin(twoCloths(), {}, Origin::Fresh);
  d.window->goTo(QStringLiteral("cloth"));
  d.settle();
  return static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")));
}

}  // namespace

class ClothCardsTest : public QObject {
  Q_OBJECT
 private slots:
  void howItIsMade() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Fen");
    const ClothId fen = named(d.project(), "Fen").id;
    const double one = *d.session->plan(fen)->length;
    open(d, "How it is made");
    d.type(QStringLiteral("It is made so many times"), QStringLiteral("3"));
    QCOMPARE(d.project().settings.times, 3);
    QCOMPARE(d.session->plan(fen)->pieces, 120);
    QVERIFY(*d.session->plan(fen)->length > 2 * one);
    // 120 patches, 40 to one.
    QVERIFY(
        d.reads(QStringLiteral("It is made 3 times, and this is for all of them; the share of one is 40 "
                               "patches")));
    QVERIFY(d.reads(QStringLiteral("× 3")));  // beside the project's name
    const int cuts = d.session->plan(fen)->method()->cuts;
    choose(d, QStringLiteral("Layers of cloth cut at once"), 4);
    QCOMPARE(*d.project().settings.layers, 4);
    QVERIFY(d.session->plan(fen)->method()->cuts < cuts);
    choose(d, QStringLiteral("Will it be washed?"), 1);
    QVERIFY(d.project().settings.washed == true);
    // One step each.
    for (int i = 0; i < 3; ++i) d.session->undo();
    d.settle();
    QCOMPARE(d.project().settings.times, 1);
    QVERIFY(!d.project().settings.layers && !d.project().settings.washed);
    COMPARE_TO(*d.session->plan(fen)->length, one, 1e-9);
    // What is no count is said, and nothing changes.
    d.type(QStringLiteral("It is made so many times"), QStringLiteral("0"));
    QCOMPARE(d.project().settings.times, 1);
  }
  /// A piece of a set says so as soon as the plan is there, and never by the plan of another state.
  void piecesSayTheirSetOfLayers() {
    Driver d;
    Project p = twoCloths();
    const nlohmann::json print = {{"picture", "x.png"}, {"dpi", 100},         {"along", 190},
                                  {"across", 140},      {"kind", "straight"}, {"mark", {7, 9}}};
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", print}, {"in_set", 4}});
    p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Fen"}, {"method", "layers"}});
    d.session->begin(p, {}, Origin::Fresh);
    d.settle();
    // Rows of ten: the second and third make five rounds of four, the fourth and fifth five more.
    const auto says = [&](int piece) { return describePiece(*d.session, piece - 1).section(", ", -1); };
    for (const int piece : {11, 12, 21, 22}) QCOMPARE(says(piece), QStringLiteral("set 1 of its layers"));
    for (const int piece : {39, 40, 49, 50}) QCOMPARE(says(piece), QStringLiteral("set 10 of its layers"));
    QCOMPARE(says(1), QStringLiteral("row 1"));
    const ClothId fen = named(d.project(), "Fen").id;
    d.session->edit(ChooseMethod{fen, "strips", {}}, "x");
    SOON_EQUAL(named(d.project(), "Fen").method, std::string("strips"));
    QCOMPARE(says(11), QStringLiteral("row 2"));  // while the plan is worked out too
    d.settle();
    QCOMPARE(says(11), QStringLiteral("row 2"));
    d.session->undo();
    d.settle();
    QCOMPARE(says(11), QStringLiteral("set 1 of its layers"));
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    QCOMPARE(says(11), QStringLiteral("row 2"));
  }
  /// Sets of layered repeats and the tool's overrun are chosen where it is said how it is made; each is one
  /// step, of the cloth that is shown and of the project.
  void layeredRepeatsAndTheTool() {
    Driver d;
    Project p = twoCloths();
    const nlohmann::json print = {{"picture", "x.png"}, {"dpi", 100},         {"along", 190},
                                  {"across", 140},      {"kind", "straight"}, {"mark", nullptr}};
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Fen"}, {"print", print}});
    d.session->begin(p, {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Fen");
    const ClothId fen = named(d.project(), "Fen").id;
    // Until it is said how many make a set its row says where to say so, and cannot be taken.
    QVERIFY(!d.find<QAbstractButton>(QStringLiteral("Layered repeats"))->isEnabled());
    open(d, "How it is made");
    choose(d, QStringLiteral("Alike patches of a set"), 3);
    QCOMPARE(*named(d.project(), "Fen").inSet, 4);
    QCOMPARE(named(d.project(), "Fen").method, std::string("strips"));
    d.click(QStringLiteral("Layered repeats"));
    // 40 patches of 62 mm, four squares to a corner: ten sets, all in one strip of each of four layers.
    QCOMPARE(named(d.project(), "Fen").method, std::string("layers"));
    COMPARE_TO(*d.session->plan(fen)->length, 25 + 3 * 190 + 62, 1e-6);
    QVERIFY(d.reads(QStringLiteral("Sets 1 to 10")));
    choose(d, QStringLiteral("Alike patches of a set"), 4);  // sets of 5: eight
    QCOMPARE(*named(d.project(), "Fen").inSet, 5);
    QVERIFY(!named(d.project(), "Reed").inSet);
    COMPARE_TO(*d.session->plan(fen)->length, 25 + 4 * 190 + 62, 1e-6);
    choose(d, QStringLiteral("How far the tool runs past a corner"), 5);
    QCOMPARE(*d.project().settings.overrun, Length::millimetres(4));
    choose(d, QStringLiteral("How far the tool runs past a corner"), 0);
    QVERIFY(!d.project().settings.overrun);
    // In inches it is sixteenths, and no millimetre stands beside them.
    d.session->edit(SetUnit{LengthUnit::Inch}, "x");
    d.settle();
    auto* list = d.find<QComboBox>(QStringLiteral("How far the tool runs past a corner"));
    for (int i = 0; i < list->count(); ++i) QVERIFY(!list->itemText(i).contains("mm"));
    choose(d, QStringLiteral("How far the tool runs past a corner"), 3);
    QCOMPARE(*d.project().settings.overrun, Length::sixtyFourths(8));
    QCOMPARE(list->currentText(), QStringLiteral("1/8 in past it"));
    for (int i = 0; i < 2; ++i) d.session->undo();
    d.settle();
    // Another cloth while the list is open keeps to itself, and has no print to be layered.
    lookAtCloth(d, "cut", "Reed");
    QVERIFY(!d.has<QComboBox>(QStringLiteral("Alike patches of a set")));
    QVERIFY(!d.has<QAbstractButton>(QStringLiteral("Layered repeats")));
    for (int i = 0; i < 5; ++i) d.session->undo();
    d.settle();
    QVERIFY(!named(d.project(), "Fen").inSet && named(d.project(), "Fen").method == "strips");
  }
  /// The stand-in camera: from the menu to a file, which is taken in like any photograph.
  void aPhotographToPractiseOn() {
    const QTemporaryDir folder;
    const QString file = folder.filePath(QStringLiteral("fan.png"));
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    QTimer menu;
    QObject::connect(&menu, &QTimer::timeout, [&] {
      auto* shown = qobject_cast<QMenu*>(QApplication::activePopupWidget());
      if (!shown) return;
      menu.stop();
      QCOMPARE(shown->actions().size(), 9);
      d.answerFile(file);
      for (int i = 0; i < 4; ++i) QTest::keyClick(shown, Qt::Key_Down);
      QTest::keyClick(shown, Qt::Key_Return);
    });
    menu.start(20);
    d.click(QStringLiteral("Practise"));
    SOON(QFile::exists(file));
    SOON(d.reads(QStringLiteral("by the white card on it: 100 mm by 60 mm")));
    const QImage image(file);
    QCOMPARE(image.size(), QSize(1600, 1200));
    // The white card in its middle.
    QVERIFY(qGray(image.pixel(800, 600)) > 180);
  }
  void allowancesAndWhatTheyCost() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Reed");
    open(d, "Allowance and spares");
    QVERIFY(d.reads(QStringLiteral("Usual here: 6 mm; edges of 50 mm at most")));
    d.type(QStringLiteral("Seam allowance of the quilt's own edge"), QStringLiteral("12 mm"));
    QCOMPARE(*d.project().settings.outerAllowance, Length::millimetres(12));
    d.type(QStringLiteral("Seam allowance of the quilt's own edge"), QString());
    QVERIFY(!d.project().settings.outerAllowance);
    d.type(QStringLiteral("Seam allowance of the shape"), QStringLiteral("7 mm"));
    QCOMPARE(d.project().settings.shapeAllowances.at("square").wished, Length::millimetres(7));
    d.type(QStringLiteral("Least seam allowance that may be accepted of the shape"), QStringLiteral("5 mm"));
    QCOMPARE(d.project().settings.shapeAllowances.at("square").wished, Length::millimetres(7));
    QCOMPARE(*d.project().settings.shapeAllowances.at("square").least, Length::millimetres(5));
    d.type(QStringLiteral("Seam allowance of the shape"), QString());
    QVERIFY(d.project().settings.shapeAllowances.empty());
    // What may be accepted is more than is wished: said, and nothing changes.
    d.type(QStringLiteral("Least seam allowance that may be accepted of the shape"), QStringLiteral("9 mm"));
    QVERIFY(d.project().settings.shapeAllowances.empty());
    QVERIFY(d.find<QLineEdit>(QStringLiteral("Least seam allowance that may be accepted of the shape"))
                ->text()
                .isEmpty());
    d.type(QStringLiteral("Tips sharper than this are cut square"), QStringLiteral("50"));
    COMPARE_TO(d.project().settings.bluntBelow.degrees(), 50, 1e-9);
    d.click(QStringLiteral("Compare the usual ones"));
    SOON(d.reads(QStringLiteral("12 mm:")));
    QVERIFY(d.reads(QStringLiteral("6 mm:")) && d.reads(QStringLiteral("10 mm:")));
    // Another state: the prices are gone, and so they are with another cloth.
    d.type(QStringLiteral("Seam allowance of this cloth"), QStringLiteral("9 mm"));
    QVERIFY(!d.reads(QStringLiteral("12 mm:")));
    COMPARE_TO(named(d.project(), "Reed").allowance->mm(), 9, 1e-9);
    QVERIFY(!named(d.project(), "Fen").allowance);
    // While it still compares, another cloth is looked at, and it is stopped.
    d.find<QAbstractButton>(QStringLiteral("Compare the usual ones"))->click();
    qobject_cast<CutStation*>(d.window->station(QStringLiteral("cut")))->choose(named(d.project(), "Fen").id);
    d.settle();
    QVERIFY(!d.reads(QStringLiteral("Planning the cloth with each")));
    d.find<QAbstractButton>(QStringLiteral("Compare the usual ones"))->click();
    d.click(QStringLiteral("Stop comparing"));
    QVERIFY(!d.reads(QStringLiteral("Planning the cloth with each")));
    QVERIFY(!d.reads(QStringLiteral("12 mm:")));
  }
  /// Forty squares of 62 mm on Fen: 16 to a strip, three strips; none less saves one within 3.6 mm. At 4.4 mm
  /// 17 go on a strip, still three for forty; with 34 to cut, at 17 each, two do where three did.
  void aNearMissIsTaken() {
    Driver d;
    Project p = twoCloths();
    std::vector<int> kept;
    for (int i = 11; i <= 16; ++i) kept.push_back(i);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", kept}});
    d.session->begin(p, {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Fen");
    open(d, "Allowance and spares");
    d.click(QStringLiteral("Compare the usual ones"));
    const QString words =
        QStringLiteral("With an allowance of 4.4 mm, 1.6 mm less than wished: 1 strip or row fewer.");
    SOON(d.reads(words));
    QVERIFY(d.reads(QStringLiteral("all 2 cloths:")));
    const ClothId fen = named(d.project(), "Fen").id;
    const auto strips = [&] {
      int n = 0;
      for (const Band& b : d.session->plan(fen)->method()->laid.bands) n += b.kind == BandKind::Strip;
      return n;
    };
    QCOMPARE(strips(), 3);
    d.click(QStringLiteral("Take the near miss"));
    QCOMPARE(*named(d.project(), "Fen").allowance, Length::millimetres(4.4));
    QVERIFY(!named(d.project(), "Reed").allowance);
    QCOMPARE(strips(), 2);
    QVERIFY(!d.reads(words));
    d.session->undo();
    d.settle();
    QVERIFY(!named(d.project(), "Fen").allowance);
    // Another cloth changes while they stand there: what was said of both is gone.
    d.click(QStringLiteral("Compare the usual ones"));
    SOON(d.reads(words));
    d.session->edit(SetAllowance{Length::millimetres(8), named(d.project(), "Reed").id}, {});
    d.settle();
    QVERIFY(!d.reads(words));
  }
  void theColourIsTheOneThatWasChosen() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    const auto before = d.project().cloths;
    QTimer asked;
    asked.setInterval(20);
    connect(&asked, &QTimer::timeout, this, [&] {
      auto* dialog = qobject_cast<QColorDialog*>(QApplication::activeModalWidget());
      if (!dialog) return;
      asked.stop();
      dialog->setCurrentColor(QColor(12, 140, 231));
      dialog->accept();
    });
    asked.start();
    d.click(QStringLiteral("Colour …"));
    d.settle();
    int changed = 0;
    for (std::size_t i = 0; i < before.size(); ++i) {
      if (d.project().cloths[i].colour == before[i].colour) continue;
      ++changed;
      QVERIFY((d.project().cloths[i].colour == Rgb{12, 140, 231}));
    }
    QCOMPARE(changed, 1);
    QCOMPARE(d.session->undoLabel(), QStringLiteral("changed a colour"));
  }
  /// By hand what differs is green alone; a price that is taken away is none.
  void whatAClothIsNowIsShown() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    const auto colour = [&](int green) {
      ClothFields fields;
      fields.colour = Rgb{210, static_cast<std::uint8_t>(green), 60};
      d.session->edit(ChangeCloth{named(d.project(), "Fen").id, std::move(fields)}, {});
      d.settle();
    };
    colour(40);
    d.window->goTo(QStringLiteral("arrange"));
    d.click(QStringLiteral("Mode: Paint"));
    const auto row = [&] {
      const QString name =
          QStringLiteral("Paint with ") + QString::fromStdString(named(d.project(), "Fen").sign);
      return d.find<QAbstractButton>(name)->grab(QRect(0, 0, 44, 30)).toImage();
    };
    const QImage dark = row();
    colour(170);
    QVERIFY(row() != dark);
    colour(40);
    QCOMPARE(row(), dark);

    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    open(d, "Buying and washing");
    const auto priced = [&] {
      std::vector<ClothId> out;
      for (const Cloth& c : d.project().cloths)
        if (c.price == 4.5) out.push_back(c.id);
      return out;
    };
    d.type(QStringLiteral("Price of one step or piece"), QStringLiteral("4.5"));
    QCOMPARE(priced().size(), std::size_t(1));
    const ClothId shown = priced().front();
    d.type(QStringLiteral("Price of one step or piece"), {});
    QVERIFY(!clothById(d.project(), shown)->price);
  }
  /// Each cloth is sold in its own steps, also one that no list has.
  void eachClothShowsItsOwnSteps() {
    Driver d;
    auto* station = withTwoCloths(d);
    ClothFields fields;
    fields.increment = Length::millimetres(330);
    d.session->edit(ChangeCloth{named(d.project(), "Reed").id, std::move(fields)}, {});
    d.settle();
    for (const auto& [cloth, step] : {std::pair("Reed", "330 mm"), {"Fen", "10 cm"}, {"Reed", "330 mm"}}) {
      station->choose(named(d.project(), cloth).id);
      d.settle();
      QCOMPARE(d.find<QComboBox>("Sold by")->currentText(), QString::fromLatin1(step));
    }
  }
  void howAClothBehaves() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    const auto chosen = [&]() -> const Cloth* {
      for (const Cloth& c : d.project().cloths)
        if (c.facts != ClothFacts{}) return &c;
      return nullptr;
    };
    open(d, "How it behaves");
    QVERIFY(!chosen());
    d.type(QStringLiteral("How thick one layer is, in millimetres"), QStringLiteral("0,35"));
    QVERIFY(chosen());
    COMPARE_TO(*chosen()->facts.thickness, 0.35, 1e-12);
    choose(d, QStringLiteral("How much it frays"), 3);
    QVERIFY(chosen()->facts.fray == Fray::Much);
    choose(d, QStringLiteral("Shows what lies behind"), 2);
    choose(d, QStringLiteral("Washed already"), 1);
    QVERIFY(chosen()->facts.showsThrough == false && chosen()->facts.washed == true);
    QVERIFY(!chosen()->facts.stretches && !chosen()->facts.readableBehind);
    d.type(QStringLiteral("How thick one layer is, in millimetres"), QStringLiteral("thick"));
    COMPARE_TO(*chosen()->facts.thickness, 0.35, 1e-12);
    QVERIFY(d.reads(QStringLiteral("is no thickness")));
    choose(d, QStringLiteral("Washed already"), 0);
    QVERIFY(!chosen()->facts.washed);
  }
  void theShelfOutAndIn() {
    QTemporaryDir dir;
    const QString file = dir.filePath(QStringLiteral("cloths.csv"));
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    open(d, "The shelf as a table");
    d.answerFile(file);
    d.click(QStringLiteral("Save the shelf as CSV"));
    std::ifstream in(file.toStdString());
    std::string text((std::istreambuf_iterator<char>(in)), {});
    QVERIFY(text.find("Reed,") != std::string::npos);
    const auto at = text.find("Fen,");
    QVERIFY(at != std::string::npos);
    const QString other = dir.filePath(QStringLiteral("more.csv"));
    std::ofstream(other.toStdString()) << "cloth,length,price\nFen,1200 mm,4\nFen,40 cm,4\nOyster,300 mm,\n";
    const auto cloths = d.project().cloths.size();
    d.answerFile(other);
    d.click(QStringLiteral("Take in a table of cloths"));
    QCOMPARE(d.project().cloths.size(), cloths + 1);
    QCOMPARE(named(d.project(), "Fen").lengths.size(), 2U);
    COMPARE_TO(named(d.project(), "Fen").lengths[1].mm(), 400, 1e-9);
    COMPARE_TO(named(d.project(), "Reed").lengths[0].mm(), 250, 1e-9);
    d.session->undo();  // all of it is one step
    d.settle();
    QCOMPARE(d.project().cloths.size(), cloths);
    COMPARE_TO(named(d.project(), "Fen").lengths[0].mm(), 800, 1e-9);
    std::ofstream(other.toStdString()) << "cloth,length\nFen,1200 mm\nFen,long\n";
    d.answerFile(other);
    d.click(QStringLiteral("Take in a table of cloths"));
    QVERIFY(d.reads(QStringLiteral("Row 3")));
    COMPARE_TO(named(d.project(), "Fen").lengths[0].mm(), 800, 1e-9);
    // A table of four million bytes is read, one more is refused, and a line of it is not taken in.
    for (const int bytes : {4'000'000, 4'000'001}) {
      std::string large = "cloth,length\nFen,1200 mm";
      large.resize(static_cast<std::size_t>(bytes), ' ');
      std::ofstream(other.toStdString(), std::ios::binary) << large;
      d.answerFile(other);
      d.click(QStringLiteral("Take in a table of cloths"));
      d.settle();
      QCOMPARE(d.window->said(),
               bytes == 4'000'000
                   ? QStringLiteral("Took in 1 cloth.")
                   : QStringLiteral("\"more.csv\" is larger than 4 MB, more than Clathra reads."));
      COMPARE_TO(named(d.project(), "Fen").lengths[0].mm(), bytes == 4'000'000 ? 1200 : 800, 1e-9);
      if (bytes == 4'000'000) d.session->undo();
    }
  }
  /// What is bought by the piece is counted beside what is bought by the length. By hand: patches of 62 mm;
  /// 100 mm of Fen give a strip of 16, two strips more are 25 + 2 · 62 = 149 mm, so 20 cm; ten squares of
  /// Reed.
  void piecesAndLengthsToBuyAreTwoSums() {
    Driver d;
    auto* station = withTwoCloths(d);
    const auto strip = [&] {
      return support::shownIn(d).filter(QStringLiteral("pieces")).join(QLatin1Char('|'));
    };
    const auto edited = [&](const nlohmann::json& step) {
      d.session->edit(*readEdit(d.project(), step), "x");
      d.answers();
    };
    edited({{"edit", "changeCloth"}, {"cloth", "Fen"}, {"lengths", {100}}});
    QVERIFY(support::shownIn(d).contains(QStringLiteral("says 20 cm")));
    edited(
        {{"edit", "changeCloth"},
         {"cloth", "Reed"},
         {"lengths", nlohmann::json::array()},
         {"sold",
          {{"by", "piece"}, {"name", "65 mm square"}, {"width", 65}, {"length", 65}, {"straight", true}}}});
    QVERIFY2(strip().contains(QStringLiteral("says 20 cm + 10 pieces")), qPrintable(strip()));
    d.window->goTo(QStringLiteral("cut"));
    d.answers();
    QVERIFY2(strip().contains(QStringLiteral("says 20 cm + 10 pieces")), qPrintable(strip()));
    edited({{"edit", "changeCloth"}, {"cloth", "Fen"}, {"lengths", {900}}});
    QVERIFY2(strip().contains(QStringLiteral("says 10 pieces")), qPrintable(strip()));
    QVERIFY(station);
  }
  /// Forty squares are typed and shown in one line, changed as one, and their straight ends are a click; with
  /// the five that were there unlike, the box says so by being neither.
  void fortySquaresInOneLine() {
    Driver d;
    auto* station = withTwoCloths(d);
    station->choose(named(d.project(), "Reed").id);
    const Cloth before = named(d.project(), "A");
    const QString field = QStringLiteral("Lengths on hand");
    const auto text = [&] { return d.find<QLineEdit>(field)->text(); };
    d.type(field, QStringLiteral("300 mm; 40 of 65 mm × 70 mm wide; 500 mm; 500 mm"));
    const auto lengths = [&] { return named(d.project(), "Reed").lengths; };
    QCOMPARE(lengths().size(), 43U);
    QCOMPARE(lengths()[40].width, std::optional(Length::millimetres(70)));
    QCOMPARE(lengths()[40].length, Length::millimetres(65));
    QVERIFY(!lengths()[41].width);
    QCOMPARE(text(), QStringLiteral("300 mm; 40 of 65 mm × 70 mm wide; 500 mm; 500 mm"));
    open(d, "Buying and washing");
    auto* box = d.find<QCheckBox>(QStringLiteral("Cut ends are straight"));
    const auto straight = [&] {
      const auto all = lengths();
      return std::count_if(all.begin(), all.end(), [](const OnHand& l) { return l.straight; });
    };
    QCOMPARE(box->checkState(), Qt::Unchecked);
    d.click(QStringLiteral("Cut ends are straight"));
    d.settle();
    QCOMPARE(straight(), 43);
    QCOMPARE(box->checkState(), Qt::Checked);
    // What stays in the line stays as it is; what is new is not known to be straight.
    d.type(field, QStringLiteral("38 of 65 mm × 70 mm wide; 500 mm; 600 mm"));
    QCOMPARE(lengths().size(), 40U);
    QCOMPARE(straight(), 39);
    QCOMPARE(box->checkState(), Qt::PartiallyChecked);
    d.click(QStringLiteral("Cut ends are straight"));
    d.settle();
    QCOMPARE(straight(), 40);
    d.click(QStringLiteral("Cut ends are straight"));
    d.settle();
    QCOMPARE(straight(), 0);
    QCOMPARE(box->checkState(), Qt::Unchecked);
    // Sold as squares of that size they are straight by themselves.
    d.type(field, QStringLiteral("65 mm; 65 mm"));
    d.type(QStringLiteral("The usable width"), QStringLiteral("65 mm"));
    d.choose(QStringLiteral("Sold as"), QStringLiteral("65 mm square, 65 mm × 65 mm"));
    d.settle();
    QCOMPARE(box->checkState(), Qt::Checked);
    QVERIFY(!box->isEnabled());
    QCOMPARE(straight(), 0);
    d.type(field, QStringLiteral("150 of 65 mm; 51 of 70 mm"));
    QVERIFY(d.reads(QStringLiteral("from 1 to 200 lengths")));
    QCOMPARE(lengths().size(), 2U);
    QVERIFY(named(d.project(), "A") == before);
  }
  /// A cloth becomes twelve of its size: shown as one, cut evenly, each with its tick; a length is needed
  /// first.
  void aCollectionIsOneRow() {
    Driver d;
    auto* station = withTwoCloths(d);
    station->choose(*findCloth(d.project(), "A"));
    open(d, "Buying and washing");
    d.type(QStringLiteral("Different cloths of this size"), QStringLiteral("12"));
    QVERIFY(d.reads(QStringLiteral("Give one length first")));
    station->choose(named(d.project(), "Reed").id);
    d.type(QStringLiteral("Different cloths of this size"), QStringLiteral("12"));
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 12U);
    QVERIFY(named(d.project(), "Reed").collection);
    QVERIFY(d.has<QAbstractButton>(QStringLiteral("Reed, 12 different cloths, each 640 mm × 250 mm")));
    QCOMPARE(d.find<QLineEdit>(QStringLiteral("Lengths on hand"))->text(), QStringLiteral("250 mm"));
    // Its size is that of each.
    d.type(QStringLiteral("Lengths on hand"), QStringLiteral("260 mm"));
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 12U);
    COMPARE_TO(named(d.project(), "Reed").lengths.back().mm(), 260, 1e-9);
    // A width of its own as well, with the length as it was.
    d.type(QStringLiteral("Lengths on hand"), QStringLiteral("260 mm × 310 mm"));
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 12U);
    COMPARE_TO(named(d.project(), "Reed").lengths.back().width->mm(), 310, 1e-9);
    d.session->undo();
    d.settle();
    QVERIFY(!named(d.project(), "Reed").lengths.back().width);
    lookAtCloth(d, "cut", "Reed");
    QVERIFY(d.reads(QStringLiteral("From each of 10 cloths: ")));
    int boxes = 0;
    for (QCheckBox* box : d.window->findChildren<QCheckBox*>())
      boxes += box->isVisible() && box->toolTip().startsWith(QStringLiteral("Tick when")) ? 1 : 0;
    QCOMPARE(boxes, 10);
    // One is cut; unfolded on the shelf it stands with its number, unlike those that are whole.
    for (QCheckBox* box : d.window->findChildren<QCheckBox*>())
      if (box->isVisible() && box->toolTip().startsWith(QStringLiteral("Tick when"))) {
        d.bringIntoView(box);
        QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(10, box->height() / 2));
        break;
      }
    d.settle();
    const int cut = named(d.project(), "Reed").cuts.front().length;
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    const auto tile = [&] {
      return d.find<QAbstractButton>(QStringLiteral("Reed, 12 different cloths, each 640 mm × 260 mm"));
    };
    const int folded = tile()->width();
    d.click(QStringLiteral("Show each of them on the shelf"));
    QVERIFY(tile()->width() > 2 * folded);
    const auto gone = [&](int i) {  // pixels of a cell that are far lighter than the cloth
      const QImage cell =
          tile()->grab(QRect(scaled(14 + 62 * i), scaled(100), scaled(52), scaled(20))).toImage();
      int n = 0;
      for (int y = 0; y < cell.height(); ++y)
        for (int x = 0; x < cell.width(); ++x) n += cell.pixelColor(x, y).lightness() > 215;
      return n;
    };
    QVERIFY(gone(cut) > 10);
    QCOMPARE(gone(cut + 1), 0);
    QCOMPARE(gone(11), 0);
    d.click(QStringLiteral("Show each of them on the shelf"));
    QCOMPARE(tile()->width(), folded);
    d.session->undo();
    d.session->undo();
    d.session->undo();
    d.settle();
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 1U);
  }
  /// Squares of 50 with 6 mm want a scrap of 62; what a charm square gives stands with its near misses.
  void theSmallestScrapAndTheNearMiss() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))
        ->choose(named(d.project(), "Fen").id);
    open(d, "What does it give?");
    QVERIFY(d.reads(QStringLiteral("62 mm × 62 mm")));
    // With the least allowance: the project's where the cloth has none of its own.
    support::step(*d.session, {{"edit", "setAllowance"}, {"value", 6}, {"least", 4}},
                  QStringLiteral("least"));
    SOON(d.reads(QStringLiteral("58 mm × 58 mm")));
    support::step(*d.session, {{"edit", "setAllowance"}, {"value", 6}, {"least", 2}, {"cloth", "Fen"}},
                  QStringLiteral("its least"));
    SOON(d.reads(QStringLiteral("54 mm × 54 mm")) && !d.reads(QStringLiteral("58 mm × 58 mm")));
    d.type(QStringLiteral("How wide the piece is"), QStringLiteral("63.5 mm"));
    d.type(QStringLiteral("How long the piece is"), QStringLiteral("63.5 mm"));
    d.click(QStringLiteral("Work it out"));
    SOON(d.reads(QStringLiteral("turned by 15°")));
    QVERIFY(d.reads(QStringLiteral("at the level sides")));
    // Laid straight the hexagon keeps 5.5 mm at its tips: no choice where this cloth's least is more, though
    // the project's is less.
    QVERIFY(d.reads(QStringLiteral("laid straight it keeps 5.")));
    support::step(*d.session, {{"edit", "setAllowance"}, {"value", 6}, {"least", 5.95}, {"cloth", "Fen"}},
                  QStringLiteral("more"));
    d.settle();
    d.type(QStringLiteral("How wide the piece is"), QStringLiteral("63.5 mm"));
    d.click(QStringLiteral("Work it out"));
    SOON(d.reads(QStringLiteral("turned by 15°")) && !d.reads(QStringLiteral("laid straight it keeps 5.")));
  }
};

CLATHRA_TEST(ClothCardsTest, "cloth_cards")
#include "cloth_cards.moc"
