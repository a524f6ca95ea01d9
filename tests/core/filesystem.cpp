// Files stay what they are, whole or not at all; see the numbered guarantees in filesystem.hpp.
#include "filesystem.hpp"

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QProcess>
#include <QTemporaryDir>
#include <fstream>

#include "faulty_file_system.hpp"
#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"
#include "text.hpp"

using namespace clathra;
using support::FaultyFileSystem;

namespace {

ByteView view(const std::string& s) {
  return std::as_bytes(std::span(s));
}
std::string content(const std::string& path) {
  std::ifstream in(path, std::ios::binary);
  return {std::istreambuf_iterator<char>(in), {}};
}
struct stat facts(const std::string& path) {
  struct stat s {};
  ::lstat(path.c_str(), &s);
  return s;
}
Project named(const char* name) {
  Project p = support::project(support::recipe("hexagons", 25.4, 3, 2));
  p.name = name;
  return p;
}

}  // namespace

class FilesystemTest : public QObject {
  Q_OBJECT
  std::unique_ptr<QTemporaryDir> folder_;
  std::string at(const std::string& name) const {
    return folder_->filePath(QString::fromStdString(name)).toStdString();
  }
  QStringList all() const {
    return QDir(folder_->path()).entryList(QDir::Files | QDir::Hidden | QDir::System);
  }

 private slots:
  void init() { folder_ = std::make_unique<QTemporaryDir>(); }

  void aNameOfTwoLinesIsSaidInOne() {
    const auto refused = writeWhole(realFileSystem(), at("no such\nfolder/two\nlines.clathra"), view("new"));
    QVERIFY(!refused);
    const std::string words = said(refused.error());
    QVERIFY2(words.find("two lines.clathra") != std::string::npos && words.find('\n') == std::string::npos,
             words.c_str());
  }
  /// A saver that was killed leaves its part behind. The next save takes it away, but none of a saver that
  /// lives or still holds its file, and none of another file's.
  void whatKilledSaversLeftIsTakenAway() {
    struct Killed : FaultyFileSystem {
      std::string left;
      int rename(const std::string& from, const std::string&) override {
        left = from;
        return -EIO;
      }
      void remove(const std::string&) override {}
    } killed;
    QVERIFY(!saveProject(killed, named("One"), at("p.clathra"), {}));
    const auto place = killed.left.find("-" + std::to_string(::getpid()) + "-");
    QVERIFY(place != std::string::npos);
    const auto leftBy = [&](qint64 pid) {
      return killed.left.substr(0, place + 1) + std::to_string(pid) + "-0";
    };
    const auto gone = [] {
      const pid_t child = ::fork();
      if (child == 0) ::_exit(0);
      ::waitpid(child, nullptr, 0);
      return child;
    };
    QProcess living;
    living.start("sleep", {"600"});
    QVERIFY(living.waitForStarted());
    const std::string dead = leftBy(gone()), held = leftBy(gone()), alive = leftBy(living.processId());
    std::string other = dead;
    other[killed.left.rfind('/') + std::string("/.clathra-").size()] ^= 1;
    for (const std::string& file : {dead, held, alive, other})
      QVERIFY(writeWhole(realFileSystem(), file, view("part")));
    const int lock = ::open(held.c_str(), O_RDONLY);
    QCOMPARE(::flock(lock, LOCK_EX), 0);
    QVERIFY(saveProject(realFileSystem(), named("One"), at("p.clathra"), {}));
    QVERIFY(!std::filesystem::exists(dead));
    QVERIFY(std::filesystem::exists(held) && std::filesystem::exists(alive) &&
            std::filesystem::exists(other));
    ::close(lock);
    living.kill();
    QVERIFY(living.waitForFinished());
    QVERIFY(saveProject(realFileSystem(), named("Two"), at("p.clathra"), {}));
    QVERIFY(!std::filesystem::exists(held) && !std::filesystem::exists(alive));
  }
  void aLinkIsFollowedAndStaysALink() {  // guarantee 2 of filesystem.hpp
    QDir(folder_->path()).mkdir("far");
    QVERIFY(writeWhole(realFileSystem(), at("far/real"), view("old")));
    QCOMPARE(::symlink("far/real", at("near").c_str()), 0);
    QCOMPARE(::symlink(at("near").c_str(), at("again").c_str()), 0);
    QVERIFY(writeWhole(realFileSystem(), at("again"), view("new")));
    QVERIFY(S_ISLNK(facts(at("near")).st_mode) && S_ISLNK(facts(at("again")).st_mode));
    QCOMPARE(support::text(content(at("far/real"))), QByteArray("new"));
    // One that leads to nothing yet makes what it leads to.
    QCOMPARE(::symlink("far/later", at("dangling").c_str()), 0);
    QVERIFY(writeWhole(realFileSystem(), at("dangling"), view("born")));
    QVERIFY(S_ISLNK(facts(at("dangling")).st_mode));
    QCOMPARE(support::text(content(at("far/later"))), QByteArray("born"));
    QCOMPARE(::symlink("b", at("a").c_str()), 0);
    QCOMPARE(::symlink("a", at("b").c_str()), 0);
    const Status round = writeWhole(realFileSystem(), at("a"), view("x"));
    QVERIFY(!round && clathra::said(round.error()).find("circle") != std::string::npos);
  }
  void permissionBitsAndOwnerStay() {  // guarantee 2 of filesystem.hpp
    for (const mode_t mode : {0600u, 0640u, 0444u, 0755u}) {
      const std::string file = at("m" + std::to_string(mode));
      QVERIFY(writeWhole(realFileSystem(), file, view("old")));
      QCOMPARE(::chmod(file.c_str(), mode), 0);
      if (::getuid() == 0) QCOMPARE(::chown(file.c_str(), 1234, 4321), 0);
      const struct stat before = facts(file);
      QVERIFY(writeWhole(realFileSystem(), file, view("new")));
      const struct stat after = facts(file);
      QCOMPARE(after.st_mode, before.st_mode);
      QCOMPARE(after.st_uid, before.st_uid);
      QCOMPARE(after.st_gid, before.st_gid);
      QVERIFY(after.st_ino != before.st_ino);
      QCOMPARE(support::text(content(file)), QByteArray("new"));
    }
  }
  void allNamesOfAFileSeeTheNewContent() {  // guarantee 1 of filesystem.hpp
    QVERIFY(saveProject(realFileSystem(), named("Old"), at("one.clathra")));
    QCOMPARE(::link(at("one.clathra").c_str(), at("two.clathra").c_str()), 0);
    const ino_t same = facts(at("one.clathra")).st_ino;
    QVERIFY(saveProject(realFileSystem(), named("New"), at("two.clathra")));
    QCOMPARE(facts(at("one.clathra")).st_ino, same);
    QCOMPARE(facts(at("two.clathra")).st_ino, same);
    QCOMPARE(support::text(openProject(at("one.clathra"))->name), QByteArray("New"));
    QCOMPARE(all().size(), 2);  // the safe copy is gone
  }
  void aFileOfSeveralNamesIsOldOrNewWhicheverCallFails() {  // guarantee 1 of filesystem.hpp
    const Project before = named("Old"), after = named("New");
    int restored = 0, n = 1;
    for (bool done = false; !done; ++n) {
      QVERIFY(n < 60);
      init();
      QVERIFY(saveProject(realFileSystem(), before, at("one.clathra")));
      QCOMPARE(::link(at("one.clathra").c_str(), at("two.clathra").c_str()), 0);
      FaultyFileSystem fs;
      fs.failAt = n;
      fs.shortWrites = true;
      const Status saved = saveProject(fs, after, at("one.clathra"));
      done = saved.has_value();
      const bool torn = !deserialize(content(at("two.clathra")));
      restored += torn;
      if (torn)
        QVERIFY2(clathra::said(saved.error()).find("lies safe beside it") != std::string::npos,
                 clathra::said(saved.error()).c_str());
      const auto found = openProject(at("two.clathra"));
      QVERIFY2(found, found ? "" : clathra::said(found.error()).c_str());
      QVERIFY(found->name == (torn || done ? "New" : found->name == "New" ? "New" : "Old"));
      QCOMPARE(facts(at("one.clathra")).st_nlink, nlink_t(2));
    }
    QVERIFY(restored > 0 && n > 12);
  }
  void whatIsNoOrdinaryFileIsNeverReplaced() {  // guarantee 3 of filesystem.hpp
    QCOMPARE(::mkfifo(at("pipe").c_str(), 0600), 0);
    QDir(folder_->path()).mkdir("inside");
    QCOMPARE(::symlink("pipe", at("link").c_str()), 0);
    std::vector<std::pair<std::string, const char*>> names = {
        {at("pipe"), "is a pipe"}, {at("inside"), "is a folder"}, {at("link"), "is a pipe"}};
    if (::mknod(at("device").c_str(), S_IFCHR | 0600, makedev(1, 3)) == 0)
      names.push_back({at("device"), "is a device"});
    for (const auto& [name, words] : names) {
      const struct stat before = facts(name);
      const Status written = writeWhole(realFileSystem(), name, view("x"));
      QVERIFY2(!written && clathra::said(written.error()).find(words) != std::string::npos, name.c_str());
      FileSet set(realFileSystem());
      QVERIFY(!set.add(name, view("x")));
      QCOMPARE(facts(name).st_mode, before.st_mode);
      QCOMPARE(facts(name).st_ino, before.st_ino);
      const auto read = readWhole(name, 1'000);  // and does not wait for a pipe's writer
      QVERIFY2(!read && clathra::said(read.error()).find(words) != std::string::npos, name.c_str());
    }
    QCOMPARE(all().size(), static_cast<int>(names.size()) - 1);
  }
  void aNameMayBeAsLongAsTheSystemAllows() {  // guarantee 4 of filesystem.hpp
    const std::string longest(255, 'n');
    QVERIFY(writeWhole(realFileSystem(), at(longest), view("old")));
    QVERIFY(writeWhole(realFileSystem(), at(longest), view("new")));
    QCOMPARE(support::text(content(at(longest))), QByteArray("new"));
    const Status more = writeWhole(realFileSystem(), at(longest + "n"), view("x"));
    QVERIFY2(!more && support::says(more.error(), "name-too-long"), clathra::said(more.error()).c_str());
    QVERIFY(clathra::said(more.error()).size() < 300);
    QCOMPARE(all().size(), 1);
  }
  void aSetAppearsWholeOrNotAtAll() {
    for (int n = 1, done = 0; !done; ++n) {
      QVERIFY(n < 60);
      init();
      for (const char* old : {"1", "3"})
        QVERIFY(writeWhole(realFileSystem(), at(old), view(std::string("old ") + old)));
      FaultyFileSystem fs;
      fs.failAt = n;
      {
        FileSet set(fs);
        Status ok;
        for (const char* name : {"1", "2", "3"})
          if (ok) ok = set.add(at(name), view(std::string("new ") + name));
        for (const char* name : {"1", "2", "3"})  // nothing shows before all are written
          QVERIFY(content(at(name)).find("new") == std::string::npos);
        if (ok) ok = set.finish();
        done = ok.has_value();
      }
      const bool fresh = content(at("1")) == "new 1";
      for (const char* name : {"1", "2", "3"}) {
        const std::string old = name[0] == '2' ? "" : std::string("old ") + name;
        QCOMPARE(support::text(content(at(name))), support::text(fresh ? std::string("new ") + name : old));
      }
      QVERIFY(!done || fresh);
      QCOMPARE(all().size(), fresh ? 3 : 2);
    }
  }
  void aSetThatIsGivenUpLeavesNothing() {
    {
      FileSet set(realFileSystem());
      QVERIFY(set.add(at("a"), view("a")) && set.add(at("b"), view("b")));
    }
    QVERIFY(all().isEmpty());
  }
  void namesInSentencesAreOneCleanLine() {
    const std::string odd = at("line\nbreak \x01 \xff and a bell\a");
    const auto read = readWhole(odd, 10);
    QVERIFY(!read);
    for (const char c : clathra::said(read.error())) QVERIFY(static_cast<unsigned char>(c) >= 0x20);
    QVERIFY(isUtf8(clathra::said(read.error())));
    QVERIFY(clathra::said(read.error()).find("line break") != std::string::npos);
  }
};

CLATHRA_TEST(FilesystemTest, "filesystem")
#include "filesystem.moc"
