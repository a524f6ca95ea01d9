// Every long work of the window can be stopped while it runs: its Stop is there at once, the project stays as
// it was, nothing arrives later, and it can be begun again. Planned figures, steps and saves have theirs in
// session.cpp and outputs.cpp, which hold them by other means.
#include <QSemaphore>
#include <QTemporaryDir>

#include "app/cloth/cloth_station.hpp"
#include "app/motif/motif_station.hpp"
#include "app/session/workers.hpp"
#include "asymmetric.hpp"
#include "content.hpp"
#include "driver.hpp"
#include "image/practice_scan.hpp"
#include "layout/finishing_line.hpp"
#include "registry.hpp"
#include "script/demo.hpp"

using namespace clathra;
using support::contentOf;
using support::Driver;

namespace {

/// Holds back what begins on the threads that all cards share, until it goes.
class Gate {
 public:
  Gate() {
    for (int i = 0; i < pool()->maxThreadCount(); ++i)
      pool()->start([this] {
        in_.release();
        open_.acquire();
      });
    in_.acquire(pool()->maxThreadCount());
  }
  ~Gate() {
    open_.release(pool()->maxThreadCount());
    pool()->waitForDone();
    for (int i = 0; i < 5; ++i) QCoreApplication::processEvents();
  }

 private:
  static QThreadPool* pool() { return &workers(); }
  QSemaphore in_, open_;
};

/// The button of that name that can be pressed now, without waiting for anything.
QAbstractButton* seen(const Driver& d, const QString& name) {
  for (auto* b : d.window->findChildren<QAbstractButton*>())
    if (b->isVisible() && b->isEnabled() && Driver::nameOf(b) == name) return b;
  return nullptr;
}
void press(Driver& d, const QString& name) {
  auto* b = seen(d, name);
  if (!b) qFatal("There is no \"%s\" to be pressed.", qPrintable(name));
  d.bringIntoView(b);
  QTest::mouseClick(b, Qt::LeftButton);
}

struct LongWork {
  const char* name;
  std::function<void(Driver&)> lookAt, start;
  const char* stop;
  std::function<bool(Driver&)> done;
};

}  // namespace

class StopsTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  std::vector<LongWork> works_;
  bool traced_ = false;

  QString at(const char* name) const { return folder_.filePath(QString::fromLatin1(name)); }
  static void begin(Driver& d, const char* demo, const char* station) {
    d.session->begin(*demoProject(support::library(), demo), {}, Origin::Fresh);
    d.window->goTo(QString::fromLatin1(station));
    d.settle();
  }
  static void unfold(Driver& d, const QString& card) {
    if (!d.has<QAbstractButton>(card + QStringLiteral(", open"))) d.click(card);
  }

  /// Puts the dialog away in which a scrap is traced, once it is there.
  void leaveTheTracing(Driver& d) {
    auto* timer = new QTimer(d.window.get());
    connect(timer, &QTimer::timeout, timer, [this, timer] {
      auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
      if (!dialog || qobject_cast<QFileDialog*>(dialog)) return;
      traced_ = true;
      timer->deleteLater();
      dialog->reject();
    });
    timer->start(20);
  }

  void files() {
    QVERIFY(saveProject(realFileSystem(), support::asymmetric(), at("other.clathra").toStdString()));
    QVERIFY(writePng(at("cloth.png"), Raster{160, 80, std::vector<std::uint8_t>(160 * 80 * 4, 200)}, 25.4));
    const PracticeScan glass;
    const auto scan = practiceScan({{cornersOf({40, 40, 65.4, 65.4}), 0.8}}, glass);
    QVERIFY(scan && writePng(at("scan.png"), *scan, glass.dpi));
  }
  static bool writePng(const QString& file, const Raster& picture, double dpi) {
    const auto png = encodePng(picture, dpi);
    QFile out(file);
    return png && out.open(QIODevice::WriteOnly) &&
           out.write(reinterpret_cast<const char*>(png->data()), static_cast<qint64>(png->size())) > 0;
  }

 private slots:
  void initTestCase() {
    files();
    const auto presses = [](const char* name) {
      return [name](Driver& d) { press(d, QString::fromLatin1(name)); };
    };
    works_ = {
        {"an output", [](Driver& d) { begin(d, "mill-lantern", "papers"); },
         [this](Driver& d) {
           d.answerFile(at("sheets.pdf"));
           press(d, QStringLiteral("Save as PDF"));
         },
         "Stop", [this](Driver&) { return QFile::exists(at("sheets.pdf")); }},
        {"another project", [](Driver& d) { begin(d, "mill-lantern", "papers"); },
         [this](Driver& d) { d.window->files().openFile(at("other.clathra")); }, "Stop",
         [](Driver& d) { return d.session->project().name == support::asymmetric().name; }},
        {"a scan",
         [](Driver& d) {
           begin(d, "mill-lantern", "papers");
           unfold(d, QStringLiteral("Scan the papers"));
         },
         [this](Driver& d) {
           d.answerFile(at("scan.png"));
           press(d, QStringLiteral("Open a scan"));
         },
         "Stop measuring",
         [](Driver& d) { return seen(d, QStringLiteral("Count them into the box")) != nullptr; }},
        {"windows on a print", [](Driver& d) { begin(d, "mill-lantern", "motif"); }, presses("Find me some"),
         "Stop searching the print", [](Driver& d) { return d.has<QAbstractButton>("Take window 1"); }},
        {"the repeat of a print",
         [](Driver& d) {
           begin(d, "mill-lantern", "cloth");
           for (const Cloth& c : d.project().cloths)
             if (c.print)
               static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))->choose(c.id);
           d.settle();
         },
         presses("Find its repeat"), "Stop looking",
         [](Driver& d) { return d.window->said().contains(QStringLiteral("repeat was found")); }},
        {"a picture to trace over", [](Driver& d) { begin(d, "mill-lantern", "cloth"); },
         [this](Driver& d) {
           leaveTheTracing(d);
           d.answerFile(at("cloth.png"));
           press(d, QStringLiteral("Trace a scrap …"));
         },
         "Stop opening the picture", [this](Driver&) { return traced_; }},
        {"allowances compared",
         [](Driver& d) {
           begin(d, "mill-lantern", "cut");
           unfold(d, QStringLiteral("Allowance and spares"));
         },
         presses("Compare the usual ones"), "Stop comparing", [](Driver& d) { return d.reads("1/2 in: "); }},
        {"the path between units",
         [](Driver& d) {
           d.click("New project: Hexagon rosette");
           unfold(d, QStringLiteral("Units"));
           support::step(*d.session, {{"edit", "markUnit"}, {"name", "Wheel"}, {"pieces", {1}}}, "x");
           d.type("Units across", "3");
         },
         presses("Farther apart"), "Stop working out the path",
         [](Driver& d) { return d.reads("The path takes"); }},
    };
  }
  void everyLongWorkCanBeStopped_data() {
    QTest::addColumn<int>("at");
    for (std::size_t i = 0; i < works_.size(); ++i) QTest::newRow(works_[i].name) << static_cast<int>(i);
  }
  void everyLongWorkCanBeStopped() {
    QFETCH(int, at);
    const LongWork& work = works_[static_cast<std::size_t>(at)];
    const QString stop = QString::fromLatin1(work.stop);
    Driver d;
    work.lookAt(d);
    SOON(!seen(d, stop));  // what the way there asked for is answered
    nlohmann::json before;
    {
      const Gate gate;
      work.start(d);
      before = contentOf(d.project());
      SOON(seen(d, stop));
      QVERIFY(!work.done(d));
      press(d, stop);
      SOON(!seen(d, stop));
    }
    // What was stopped does not come after all.
    QTest::qWait(50);
    QVERIFY(contentOf(d.project()) == before && !seen(d, stop));
    QVERIFY(!work.done(d));
    work.start(d);
    SOON(work.done(d));
  }
};

CLATHRA_TEST(StopsTest, "stops")
#include "stops.moc"
