#include "store/archive.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <fstream>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

class ArchiveTest : public QObject {
  Q_OBJECT
 private slots:
  void whatIsPackedComesBack() {
    Entries e{{"a.json", "{}"}, {"pictures/1.png", std::string("\x89PNG\0\1\2", 7)}, {"empty", ""}};
    e["large"] = std::string(3'000'000, 'q');
    const auto bytes = pack(e);
    QVERIFY(bytes);
    QVERIFY(bytes->size() < 100'000);  // text is deflated
    const auto back = unpack(*bytes);
    QVERIFY(back);
    QVERIFY(*back == e);
  }
  void theSameEntriesGiveTheSameBytes() {
    const Entries e{{"b", "2"}, {"a", "1"}};
    QVERIFY(*pack(e) == *pack(e));
  }
  void anyZipProgramReadsIt() {
    const QTemporaryDir folder;
    const QString file = folder.filePath("x.zip");
    const auto bytes = pack({{"a.json", "{\"x\": 1}"}, {"pictures/1.png", "png"}});
    std::ofstream(file.toStdString(), std::ios::binary) << *bytes;
    QProcess p;
    p.start("python3", {"-c",
                        "import sys, zipfile; z = zipfile.ZipFile(sys.argv[1]); assert z.testzip() is None; "
                        "print(','.join(sorted(z.namelist())), z.read('a.json').decode())",
                        file});
    QVERIFY(p.waitForFinished(support::kHang));
    QCOMPARE(p.readAllStandardOutput().trimmed(), QByteArray("a.json,pictures/1.png {\"x\": 1}"));
  }
  void namesThatLeadOutsideAreRefused_data() {
    QTest::addColumn<QByteArray>("name");
    for (const char* name : {"../x", "a/../../x", "/etc/x", "a\\..\\x", "..", "a/.."})
      QTest::newRow(name) << QByteArray(name);
  }
  void namesThatLeadOutsideAreRefused() {
    QFETCH(QByteArray, name);
    const auto bytes = pack({{name.toStdString(), "x"}, {"good", "y"}});
    QVERIFY(bytes);
    const auto back = unpack(*bytes);
    QVERIFY(!back);
    QVERIFY(support::says(back.error(), "one-parts-leads-outside"));
  }
  void tooManyPartsAreRefused() {
    Entries e;
    for (std::size_t i = 0; i <= kMostEntries; ++i) e["p" + std::to_string(i)] = "";
    const auto back = unpack(*pack(e));
    QVERIFY(!back);
    QVERIFY(support::says(back.error(), "holds-too-many-parts"));
  }
  void aBombCostsAnErrorAndNoMore() {
    // 700 MB of nothing pack into less than one.
    Entries e;
    for (const char* name : {"a", "b", "c", "d", "e", "f", "g"}) e[name] = std::string(100'000'000, '\0');
    const auto refused = pack(e);  // what could not be opened again is not made
    QVERIFY(!refused && support::says(refused.error(), "holds-more-than-mb"));
    const auto bytes = pack(e, SIZE_MAX);
    e.clear();
    QVERIFY(bytes);
    QVERIFY(bytes->size() < 5'000'000);
    const auto back = unpack(*bytes);
    QVERIFY(!back);
    QVERIFY(clathra::said(back.error()).find("more than Clathra reads") != std::string::npos);
  }
  void aByteChangedAnywhereInAPartIsNoticed() {
    const std::string good =
        *pack({{"a.txt", "some words that are long enough to be looked for in the bytes"}});
    int noticed = 0;
    for (std::size_t i = 0; i < good.size(); ++i) {
      std::string bad = good;
      bad[i] = static_cast<char>(bad[i] ^ 0x55);
      const auto back = unpack(bad);
      noticed += !back || *back != *unpack(good);
    }
    // Times and attributes may change unnoticed; the name, the sizes and the content may not.
    QVERIFY2(noticed > static_cast<int>(good.size() / 2), qPrintable(QString::number(noticed)));
  }
};

CLATHRA_TEST(ArchiveTest, "archive")
#include "archive.moc"
