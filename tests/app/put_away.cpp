// Putting a project away in every state it can be in, by each way there is: what would be lost is asked
// about, what would not is not; who stays finds all as it was, and who saves finds in the file what was being
// made.
#include <QTemporaryDir>

#include "asymmetric.hpp"
#include "content.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::contentOf;
using support::Driver;

namespace {

/// Answers the question that comes up, and remembers that it did.
class Answers : public QObject {
 public:
  explicit Answers(QString press) : press_(std::move(press)) {
    connect(&timer_, &QTimer::timeout, this, [this] {
      auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
      if (!box) return;
      for (QAbstractButton* b : box->buttons())
        if (b->text().remove(QLatin1Char('&')) == press_) {
          asked_ = true;
          return b->click();
        }
    });
    timer_.start(5);
  }
  bool asked() const { return asked_; }

 private:
  QTimer timer_;
  QString press_;
  bool asked_ = false;
};

struct State {
  const char* name;
  bool asks;
  std::function<void(Driver&, const QString& file)> make;
};

void rename(Driver& d, const char* name) {
  d.session->edit(Rename{name}, "named");
}
void saved(Driver& d, const QString& file) {
  d.click("New project: Squares");
  rename(d, "First");
  if (!d.saveTo(file, true)) qFatal("It cannot be saved.");
}
/// The mouse is down on the picture, and has painted a piece already.
void strokeHeld(Driver& d) {
  LayoutCanvas* canvas = support::canvasOf(d);
  QTest::mousePress(canvas, Qt::LeftButton, {}, canvas->onScreen(0).toPoint());
  QTest::mouseMove(canvas, canvas->onScreen(1).toPoint());
}

const std::vector<State>& states() {
  static const std::vector<State> all{
      {"new", false, [](Driver& d, const QString&) { d.click("New project: Squares"); }},
      {"new and changed", true,
       [](Driver& d, const QString&) {
         d.click("New project: Squares");
         rename(d, "Mine");
       }},
      {"new, changed and back", true,
       [](Driver& d, const QString&) {
         d.click("New project: Squares");
         rename(d, "Mine");
         d.session->undo();
       }},
      {"saved", false, saved},
      {"saved and changed", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         rename(d, "Second");
       }},
      {"saved, changed and back", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         rename(d, "Second");
         d.session->undo();
       }},
      {"saved, a step back", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         d.session->undo();
       }},
      {"saved, a step back and made again", false,
       [](Driver& d, const QString& file) {
         saved(d, file);
         d.session->undo();
         d.session->redo();
       }},
      {"words being typed", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         auto* field = d.find<QLineEdit>("Count across");
         QTest::mouseClick(field, Qt::LeftButton);
         field->selectAll();
         QTest::keyClicks(field, "11");
       }},
      {"a step waits", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         d.session->edit(SetCounts{120, 130, {}}, "grew");
       }},
      {"figures are worked out", false,
       [](Driver& d, const QString& file) {
         d.session->begin(support::asymmetric(), {}, Origin::Fresh);
         if (!d.saveTo(file, true)) qFatal("It cannot be saved.");
         d.session->planner().stop();
         d.session->goOn();
       }},
      {"a stroke is held", true,
       [](Driver& d, const QString& file) {
         saved(d, file);
         strokeHeld(d);
       }},
      {"recovered or imported", true,
       [](Driver& d, const QString&) { d.session->begin(support::asymmetric(), {}, Origin::Foreign); }},
  };
  return all;
}

struct Way {
  const char* name;
  std::function<void(Driver&, const QString& other)> go;
};
const std::vector<Way>& ways() {
  static const std::vector<Way> all{
      {"put away", [](Driver& d, const QString&) { d.window->files().putAway([] {}); }},
      {"close", [](Driver& d, const QString&) { d.window->close(); }},
      {"new", [](Driver& d, const QString&) { d.window->files().begin(QStringLiteral("kites")); }},
      {"open", [](Driver& d, const QString& other) { d.window->files().openFile(other); }},
  };
  return all;
}

}  // namespace

class PutAwayTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const char* name) const { return folder_.filePath(QString::fromLatin1(name)); }

 private slots:
  void initTestCase() {
    Project other = support::project(support::recipe("kites", 40, 3, 2));
    other.name = "Other";
    QVERIFY(saveProject(realFileSystem(), other, at("other.clathra").toStdString()));
  }
  void whatWouldBeLostIsAskedAbout_data() {
    QTest::addColumn<int>("state");
    QTest::addColumn<int>("way");
    for (std::size_t s = 0; s < states().size(); ++s)
      for (std::size_t w = 0; w < ways().size(); ++w)
        QTest::addRow("%s, %s", states()[s].name, ways()[w].name)
            << static_cast<int>(s) << static_cast<int>(w);
  }
  void whatWouldBeLostIsAskedAbout() {
    QFETCH(int, state);
    QFETCH(int, way);
    const State& now = states()[static_cast<std::size_t>(state)];
    const Way& by = ways()[static_cast<std::size_t>(way)];
    const QString file = at("mine.clathra");
    Driver d;
    now.make(d, file);
    if (now.asks) {
      const std::string name = d.project().name;
      const Answers stay(QStringLiteral("Stay here"));
      by.go(d, at("other.clathra"));
      SOON(stay.asked());  // a file is read before it is asked about
      QVERIFY(d.session->isOpen() && d.window->isVisible());
      d.settle();
      QCOMPARE(d.project().name, name);
      QVERIFY(!d.session->saved());  // and so it would be asked again
    }
    const Answers go(QStringLiteral("Let them go"));
    by.go(d, at("other.clathra"));
    d.settle();
    QCOMPARE(go.asked(), now.asks);
    const std::string ways = by.name;
    QCOMPARE(d.session->isOpen(), ways == "new" || ways == "open");
    if (ways == "new") QCOMPARE(d.project().recipe.arrangement, std::string("kites"));
    if (ways == "new") QCOMPARE(d.project().recipe.across, 8);
    if (ways == "open") QCOMPARE(d.project().name, std::string("Other"));
    QVERIFY(!d.session->canUndo());
  }
  /// What was in the making is in the file that is saved on the way out.
  void whoSavesOnTheWayOutKeepsIt() {
    const QString file = at("kept.clathra");
    for (const State& now : states()) {
      if (!now.asks) continue;
      Driver d;
      now.make(d, file);
      if (d.session->path().isEmpty()) continue;  // it would ask for a name
      const Answers save(QStringLiteral("Save them"));
      bool gone = false;
      d.window->files().putAway([&gone] { gone = true; });
      d.settle();
      QVERIFY2(save.asked() && gone, now.name);
      const Project kept = *openProject(file.toStdString());
      const std::string state = now.name;
      if (state == "saved and changed") QCOMPARE(kept.name, std::string("Second"));
      if (state == "saved, changed and back") QCOMPARE(kept.name, std::string("First"));
      if (state == "saved, a step back") QVERIFY(kept.name != "First");
      if (state == "words being typed") QCOMPARE(kept.recipe.across, 11);
      if (state == "a step waits") QCOMPARE(kept.layout->size(), std::size_t(120 * 130));
      if (state == "a stroke is held") QVERIFY(kept.painting[0] != kNoCloth && kept.painting[1] != kNoCloth);
    }
  }
};

CLATHRA_TEST(PutAwayTest, "put_away")
#include "put_away.moc"
