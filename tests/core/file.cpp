#include "store/file.hpp"
#include "review/review.hpp"

#include <fcntl.h>

#include <QTemporaryDir>
#include <fstream>
#include <nlohmann/json.hpp>

#include "faulty_file_system.hpp"
#include "model/tally.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "shape/json_fields.hpp"
#include "store/archive.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;
using support::FaultyFileSystem;

namespace {

Project sample() {
  Project p =
      support::project(support::recipe("hexagon-square-triangle", 38.1, 4, 3, FinishingSides::EdgePieces));
  p = support::edited(p, {{"edit", "addCloth"},
                          {"name", "Tide Ink"},
                          {"width", 1050.5},
                          {"lengths", {2000, 450}},
                          {"direction", "stripe"},
                          {"colour", "#123456"},
                          {"allowance", 7.5}});
  p = support::edited(p, {{"edit", "paint"}, {"cloth", "Tide Ink"}, {"shape", "hexagon"}});
  p = support::edited(p, {{"edit", "setAside"}, {"check", "sliver"}, {"reason", "they go under the border"}});
  p = support::edited(p, {{"edit", "setWantedSize"}, {"width", 500}, {"height", 300}});
  p = support::edited(p, {{"edit", "setPage"}, {"page", "letter"}, {"side", "front"}, {"stripsFirst", true}});
  return p;
}

std::string bytesOf(const Project& p) {
  return *serialize(p);
}

/// The file with one part replaced.
std::string with(const std::string& part, const std::function<void(json&)>& change) {
  Entries entries = *unpack(bytesOf(sample()));
  json j = json::parse(entries[part]);
  change(j);
  entries[part] = j.dump();
  return *pack(entries);
}

}  // namespace

class FileTest : public QObject {
  Q_OBJECT
 private slots:
  /// A piece is named by three numbers, no fewer and no more.
  void aPieceIsNamedByThreeNumbers() {
    const auto taken = [](json key) {
      return deserialize(with("project.json", [&](json& j) {
        j["recipe"]["hand"] = {
            {"next", 1}, {"taken", json::array({std::move(key)})}, {"added", json::array()}};
      }));
    };
    for (const json& key : {json{0, 0}, json{0, 0, 0, 0}, json{0, 0, "0"}, json{0, 0, 0.5}, json("0 0 0")}) {
      const auto read = taken(key);
      QVERIFY2(!read && support::says(read.error(), "key-not-three-numbers"), key.dump().c_str());
    }
  }
  void everythingComesBack() {
    const Project p = sample();
    const auto back = deserialize(bytesOf(p));
    QVERIFY2(back, back ? "" : clathra::said(back.error()).c_str());
    QVERIFY(sameContent(p, *back));
    QCOMPARE(back->layout->size(), p.layout->size());
    QCOMPARE(support::text(bytesOf(*back)), support::text(bytesOf(p)));  // and again to the same bytes
  }
  void theDemoComesBack() {
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY2(demo, demo ? "" : clathra::said(demo.error()).c_str());
    const auto back = deserialize(bytesOf(*demo));
    QVERIFY2(back, back ? "" : clathra::said(back.error()).c_str());
    QVERIFY(sameContent(*demo, *back));
    QCOMPARE(back->pictures.size(), std::size_t(3));
    QCOMPARE(back->motifs.size(), std::size_t(2));
  }
  void aTextIsMeasuredBeforeAnyOfItIsKept() {
    // 400 000 empty objects took minutes once, and small texts gigabytes.
    std::string many = "[";
    for (int i = 0; i < 400'000; ++i) many += i ? ",{}" : "{}";
    many += "]";
    const auto measure = measureJson(many);
    QVERIFY(measure);
    QVERIFY(measure->bytes >= 400'000 * sizeof(json) && measure->depth == 2);
    const auto read = parseJson(many);
    QVERIFY(read && read->size() == 400'000);
    const auto refused = parseJson(many, measure->bytes - 1);
    QVERIFY(!refused && support::says(refused.error(), "take-mb-memory-more"));
    // What is told is never less than what is taken: numbers, texts, names of fields, lists in lists.
    for (const char* text :
         {"[1,2,3]", "{\"a\":[[],[[]]],\"b\":\"some words that are longer than a short one\"}"}) {
      const auto told = measureJson(text);
      QVERIFY(told && told->bytes >= json::parse(text).flatten().size() * sizeof(json));
    }
    const std::string deep = std::string(kMostJsonDepth + 1, '[') + std::string(kMostJsonDepth + 1, ']');
    QVERIFY(!measureJson(deep) && support::says(measureJson(deep).error(), "nested-too-deeply"));
    QVERIFY(!measureJson("[1,2") && support::says(measureJson("[1,2").error(), "not-json"));
  }
  void remarksOfBeforeAreFoundAgainByTheirIds() {
    Project p = sample();
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "Second: half/half"}, {"width", 900}});
    p = support::edited(p, {{"edit", "setAside"}, {"check", "x"}, {"reason", "so"}});
    const ClothId second = *findCloth(p, "Second: half/half");
    Entries entries = *unpack(bytesOf(p));
    const auto opened = [&](const std::string& check, int version) {
      json j = json::parse(entries["project.json"]);
      j["version"] = version;
      j["setAside"][0]["check"] = check;
      Entries e = entries;
      e["project.json"] = j.dump();
      return deserialize(*pack(e))->setAside.at(0).check;
    };
    QCOMPARE(opened("cloth-short:Second: half/half", 2), "cloth-short:" + subject(second));
    QCOMPARE(opened("value-alike:cloth A/cloth B", 2), std::string("value-alike:#0/#1"));
    QCOMPARE(opened("handed:kite", 2), std::string("handed:kite"));
    QCOMPARE(opened("cloth-short:Second: half/half", 3), std::string("cloth-short:Second: half/half"));
  }
  void aFileOfVersionOneOpensUnchangedInCountAndColour() {
    const auto old = openProject(CLATHRA_TEST_DATA "/files/saltmarsh-version-1.clathra");
    QVERIFY2(old, old ? "" : clathra::said(old.error()).c_str());
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo);
    QCOMPARE(old->layout->size(), demo->layout->size());
    QVERIFY(old->painting == demo->painting);
    QVERIFY(old->recipe.hand.empty());
    QCOMPARE(old->cloths.size(), demo->cloths.size());
    for (std::size_t i = 0; i < old->cloths.size(); ++i) {
      Cloth now = demo->cloths[i];  // which is sold by the eighth of a yard today
      now.increment = old->cloths[i].increment;
      now.method = old->cloths[i].method;  // which is recommended today
      QVERIFY(old->cloths[i] == now);
    }
    QVERIFY(Tally(*old).byCloth() == Tally(*demo).byCloth());
    // Saved by this version it says so, and comes back the same.
    const auto again = deserialize(*serialize(*old));
    QVERIFY(again && sameContent(*again, *old));
  }
  void aLayoutOpensWithoutItsArrangement() {
    // The pieces themselves are in the file, so that an arrangement may change or be missing.
    const auto back = deserialize(with("project.json", [](json& j) { j["recipe"]["arrangement"] = "gone"; }));
    QVERIFY(back);
    QCOMPARE(back->layout->size(), sample().layout->size());
  }

  void refusesWhatIsNoProject_data() {
    QTest::addColumn<QByteArray>("bytes");
    const auto row = [](const char* name, const std::string& b) {
      QTest::newRow(name) << QByteArray(b.data(), static_cast<qsizetype>(b.size()));
    };
    const std::string good = bytesOf(sample());
    row("empty", "");
    row("text", "this is no zip");
    for (const double part : {0.1, 0.5, 0.9, 0.99})
      row(("cut at " + std::to_string(part)).c_str(),
          good.substr(0, static_cast<std::size_t>(double(good.size()) * part)));
    row("zip of nothing", *pack({{"x.txt", "x"}}));
    row("newer version", with("project.json", [](json& j) { j["version"] = kFileVersion + 1; }));
    row("version far off", with("project.json", [](json& j) { j["version"] = 1e300; }));
    row("other format", with("project.json", [](json& j) { j["format"] = "other"; }));
    row("no layout", [] {
      Entries e = *unpack(bytesOf(sample()));
      e.erase("layout.json");
      return *pack(e);
    }());
    row("project is a list", [] {
      Entries e = *unpack(bytesOf(sample()));
      e["project.json"] = "[]";
      return *pack(e);
    }());
    row("NaN", [] {
      Entries e = *unpack(bytesOf(sample()));
      e["layout.json"].replace(e["layout.json"].find("[") + 1, 3, "NaN");
      return *pack(e);
    }());
    row("deep nesting", [] {
      Entries e = *unpack(bytesOf(sample()));
      e["project.json"] = std::string(5000, '[') + std::string(5000, ']');
      return *pack(e);
    }());
    row("huge corner", with("layout.json", [](json& j) { j["corners"][0] = 1e300; }));
    row("corner is text", with("layout.json", [](json& j) { j["corners"][0] = "x"; }));
    row("counts too large", with("layout.json", [](json& j) { j["counts"][0] = 1000000; }));
    row("counts negative", with("layout.json", [](json& j) { j["counts"][0] = -3; }));
    row("one count missing", with("layout.json", [](json& j) { j["counts"].erase(0); }));
    row("too many pieces", with("layout.json", [](json& j) { j["counts"] = std::vector<int>(200'001, 3); }));
    row("painting too short", with("project.json", [](json& j) { j["painting"].erase(0); }));
    row("painting of a cloth that is not there",
        with("project.json", [](json& j) { j["painting"][0] = 99; }));
    row("edge of nothing", with("project.json", [](json& j) { j["recipe"]["edge"] = 0; }));
    row("edge is text", with("project.json", [](json& j) { j["recipe"]["edge"] = "1in"; }));
    row("two cloths of one number",
        with("project.json", [](json& j) { j["cloths"][1]["id"] = j["cloths"][0]["id"]; }));
    row("cloth of no width", with("project.json", [](json& j) { j["cloths"][4]["width"] = -5; }));
    row("unknown direction", with("project.json", [](json& j) { j["cloths"][4]["direction"] = "sideways"; }));
    row("unknown page", with("project.json", [](json& j) { j["settings"]["page"] = "a99"; }));
    row("huge number", with("project.json", [](json& j) { j["nextCloth"] = 18446744073709551615ull; }));
    row("hand work without an outline", with("project.json", [](json& j) {
          j["recipe"]["hand"]["added"] = json::array({{{"key", 0}, {"outline", {0, 0, 1}}}});
        }));
    row("hand work of huge corners", with("project.json", [](json& j) {
          j["recipe"]["hand"]["added"] = json::array({{{"key", 0}, {"outline", {0, 0, 1e300, 0, 0, 1}}}});
        }));
    row("hand work with a key that is none", with("project.json", [](json& j) {
          j["recipe"]["hand"]["taken"] = json::array({{1, 2}});
        }));
    row("motif of a piece that is not there", with("project.json", [](json& j) {
          j["motifs"] = json::array(
              {{{"id", 1}, {"name", "m"}, {"cloth", 0}, {"shape", "hexagon"}, {"pieces", {99999}}}});
        }));
    row("print without its picture", with("project.json", [](json& j) {
          j["cloths"][0]["print"] = {
              {"picture", "pictures/9.png"}, {"dpi", 100}, {"along", 50}, {"across", 50}};
        }));
    row("picture that is none", [] {
      Entries e = *unpack(bytesOf(sample()));
      e["pictures/1.png"] = "not a png";
      return *pack(e);
    }());
    row("picture bomb", [] {
      Entries e = *unpack(bytesOf(sample()));
      std::string png("\x89PNG\r\n\x1a\n\0\0\0\rIHDR\x7f\xff\xff\xff\x7f\xff\xff\xff\x08\x02\0\0\0\0\0\0\0",
                      33);
      e["pictures/1.png"] = png;
      return *pack(e);
    }());
    row("a path that leads outside", *pack({{"../outside.json", "{}"}, {"project.json", "{}"}}));
    row("an absolute path", *pack({{"/etc/x", "{}"}, {"project.json", "{}"}}));
  }
  void refusesWhatIsNoProject() {
    QFETCH(QByteArray, bytes);
    const QTemporaryDir folder;
    const std::string path = folder.filePath("bad.clathra").toStdString();
    std::ofstream(path, std::ios::binary).write(bytes.constData(), bytes.size());
    const auto opened = openProject(path);
    QVERIFY(!opened);
    const std::string& said = clathra::said(opened.error());
    QVERIFY2(said.starts_with("\"bad.clathra\" cannot be opened: "), said.c_str());
    QVERIFY2(said.ends_with("The file was not changed."), said.c_str());
    QVERIFY(said.size() < 400);
    std::ifstream in(path, std::ios::binary);
    QCOMPARE(QByteArray(std::string(std::istreambuf_iterator<char>(in), {}).c_str(), bytes.size()), bytes);
  }
  void aMissingFileAndAFolderAreSaid() {
    const QTemporaryDir folder;
    QVERIFY(clathra::said(openProject(folder.filePath("none.clathra").toStdString()).error())
                .find("cannot be opened") != std::string::npos);
    QVERIFY(support::says(openProject(folder.path().toStdString()).error(), "is-folder"));
  }
  void randomlyDamagedFilesNeverCrash() {
    const std::string good = bytesOf(sample());
    unsigned seed = 12345;
    for (int round = 0; round < 400; ++round) {
      std::string bad = good;
      for (int k = 0; k < 1 + round % 8; ++k) {
        seed = seed * 1664525u + 1013904223u;
        bad[(seed >> 4) % bad.size()] = static_cast<char>(seed >> 24);
      }
      const auto opened = deserialize(bad);
      if (opened)
        QVERIFY(opened->layout->size() > 0);
      else
        QVERIFY(!clathra::said(opened.error()).empty());
    }
  }

  void savingKeepsOldOrNewWhicheverCallFails_data() {
    QTest::addColumn<int>("code");
    QTest::addColumn<QString>("reason");
    QTest::newRow("disk full") << -ENOSPC << "the disk is full";
    QTest::newRow("read-only") << -EROFS << "the disk is read-only";
    QTest::newRow("fault") << -EIO << "the disk reports a fault";
  }
  void savingKeepsOldOrNewWhicheverCallFails() {
    QFETCH(int, code);
    QFETCH(QString, reason);
    const QTemporaryDir folder;
    const std::string path = folder.filePath("p.clathra").toStdString();
    Project before = sample(), after = support::edited(before, {{"edit", "rename"}, {"name", "After"}});
    QVERIFY(saveProject(realFileSystem(), before, path));
    for (int n = 1;; ++n) {
      FaultyFileSystem fs;
      fs.failAt = n;
      fs.code = code;
      fs.shortWrites = n % 2 == 0;
      const auto saved = saveProject(fs, after, path);
      const auto found = openProject(path);
      QVERIFY2(found, found ? "" : clathra::said(found.error()).c_str());
      QVERIFY(sameContent(*found, before) || sameContent(*found, after));
      QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 1);  // nothing half written is left
      if (saved) {
        QVERIFY(sameContent(*found, after));
        QVERIFY(n > 5);  // open, write, sync, close, rename and the folder's sync were all made to fail
        break;
      }
      QVERIFY2(QString::fromStdString(clathra::said(saved.error())).contains(reason),
               clathra::said(saved.error()).c_str());
      QVERIFY(saveProject(realFileSystem(), before, path));
    }
  }
  void aSaveIsSyncedBeforeItIsRenamedAndTheFolderAfter() {
    class Spy : public FaultyFileSystem {
     public:
      std::string order;
      int sync(int fd) override { return order += 's', realFileSystem().sync(fd); }
      int rename(const std::string& from, const std::string& to) override {
        return order += 'r', realFileSystem().rename(from, to);
      }
      int syncFolder(const std::string& folder) override {
        return order += 'f', realFileSystem().syncFolder(folder);
      }
    } spy;
    const QTemporaryDir folder;
    QVERIFY(saveProject(spy, sample(), folder.filePath("p.clathra").toStdString()));
    QCOMPARE(support::text(spy.order), QByteArray("srf"));
  }
  void aFullDiskIsSaid() {
    const auto saved = writeWhole(realFileSystem(), "/dev/full/x", std::as_bytes(std::span("x", 1)));
    QVERIFY(!saved);
    // /dev/full itself: the write is what fails.
    class Full : public FaultyFileSystem {
     public:
      int openNew(const std::string&, mode_t) override { return ::open("/dev/full", O_WRONLY); }
    } full;
    const auto result = writeWhole(full, "/tmp/never-written", std::as_bytes(std::span("x", 1)));
    QVERIFY(!result);
    QVERIFY(support::says(result.error(), "disk-full"));
  }
};

CLATHRA_TEST(FileTest, "file")
#include "file.moc"
