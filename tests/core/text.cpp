// Texts from outside, made fit for a sentence and for a limit.
#include "text.hpp"

#include <filesystem>
#include <fstream>
#include <regex>

#include "registry.hpp"
#include "support.hpp"
#include "words/sentences.hpp"

using namespace clathra;

class TextTest : public QObject {
  Q_OBJECT
 private slots:
  void charactersAreCountedNotBytes() {
    QCOMPARE(characters("Fährte"), std::size_t(6));
    QCOMPARE(characters("\xF0\x9F\xA7\xB5 thread"), std::size_t(8));
    QCOMPARE(characters("a\xffz"), std::size_t(3));
    QCOMPARE(support::text(firstCharacters("Fährte", 2)), QByteArray("Fä"));
    QCOMPARE(support::text(firstCharacters("ab", 9)), QByteArray("ab"));
  }
  void oneLineIsOneCleanLine() {
    QCOMPARE(support::text(oneLine("a\nb\r\tc")), QByteArray("a b  c"));
    QCOMPARE(support::text(oneLine(std::string_view("a\0b", 3))), QByteArray("a b"));
    QCOMPARE(support::text(oneLine("a\xc2\x85z\xe2\x80\xa8y")), QByteArray("a z y"));
    QCOMPARE(support::text(oneLine("x\xffy")), QByteArray("x\xef\xbf\xbdy"));
    QCOMPARE(support::text(oneLine("Fährte", 3)), QByteArray("Fäh…"));
  }
  void whatIsNoUtf8IsTold() {
    for (const char* bad : {"\xff", "\xc0\xaf", "\xed\xa0\x80", "\xf4\x90\x80\x80", "\xe2\x82", "\x80",
                            // longer than they need be, beyond the last, and broken off in the middle
                            "\xc1\xbf", "\xe0\x9f\xbf", "\xf0\x8f\xbf\xbf", "\xf5\x80\x80\x80",
                            "\xf8\x88\x80\x80\x80", "\xc3(", "\xe2\x82(", "\xf0\x9f\xa7(", "\xed\xbf\xbf"})
      QVERIFY2(!isUtf8(bad), QByteArray(bad).toHex().constData());
    // The first and the last of each length, and those beside what only halves of pairs use.
    for (const char* good :
         {"", "Tide Ink", "Ä", "€", "\xf0\x9f\xa7\xb5", "\xc2\x80", "\xdf\xbf", "\xe0\xa0\x80",
          "\xed\x9f\xbf", "\xee\x80\x80", "\xef\xbf\xbf", "\xf0\x90\x80\x80", "\xf4\x8f\xbf\xbf"})
      QVERIFY(isUtf8(good));
  }
  void aSentenceIsOneLineWithoutDoubleStops() {
    // A sentence of ours within another loses its stop where the other goes on with one.
    const Message inner("not-number", "x");
    QCOMPARE(support::text(inner), QByteArray("x is not a number."));
    QCOMPARE(support::text(Message("not-opened", "f", inner)),
             QByteArray("f cannot be opened: x is not a number."));
    QCOMPARE(support::text(Message("edit-script-nothing-written", 3, inner)),
             QByteArray("Edit 3 of the script: x is not a number. Nothing was written."));
    // What came from outside cannot break the line, nor the sentence.
    QCOMPARE(support::text(Message("no-shape-called", std::string("a\nb\0c %1 %n", 11))),
             QByteArray("There is no shape called \"a b c %1 %n\"."));
    QCOMPARE(support::text(Message("no-shape-called", "../x ...")),
             QByteArray("There is no shape called \"../x ...\"."));
    QVERIFY(support::text(Message("no-shape-called", std::string(5'000, 'x'))).size() < 200);
    QVERIFY(support::text(Message(std::string(5'000, 'x'))).size() < 700);
  }
  void aCountDecidesBetweenOneAndMany() {
    QCOMPARE(support::text(Message("no-cloth-why", 1)).left(12), QByteArray("1 piece has "));
    QCOMPARE(support::text(Message("no-cloth-why", 23)).left(15), QByteArray("23 pieces have "));
    // The first count does, wherever it stands in the sentence.
    QCOMPARE(support::text(Message("sum-strips", 1, 16, fineArg(60, 1))),
             QByteArray("16 from a strip: 1 strip of 60 mm"));
  }
  void quantitiesFollowTheProjectsUnit() {
    const Message size("step-strips", 2, sizeArg(69.85));
    QCOMPARE(support::text(size, LengthUnit::Inch),
             QByteArray("Cut 2 strips 2 3/4 in wide across the whole width."));
    QCOMPARE(support::text(size, LengthUnit::Millimetre),
             QByteArray("Cut 2 strips about 69.9 mm wide across the whole width."));
    // What is finer than a ruler shows stands in mm in both.
    const Message miss("gap-why-miss", fineArg(0.254, 2));
    QCOMPARE(support::text(miss, LengthUnit::Inch), support::text(miss, LengthUnit::Millimetre));
  }
  void everyIdThatCoreSaysHasItsSentence() {
    // Ids are found in the sources themselves, so that none is forgotten.
    int found = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(CLATHRA_SOURCE "/src")) {
      const auto file = entry.path();
      if (file.extension() != ".cpp" && file.extension() != ".hpp") continue;
      std::ifstream in(file);
      const std::string all((std::istreambuf_iterator<char>(in)), {});
      static const std::regex id(
          R"re((?:fail|fault|faultAlone|Message)\(\s*"([a-z0-9-]+[a-z0-9])"\s*[,)])re");
      for (auto at = std::sregex_iterator(all.begin(), all.end(), id); at != std::sregex_iterator(); ++at) {
        ++found;
        QVERIFY2(sentenceOf((*at)[1].str()), qPrintable(QString::fromStdString((*at)[1].str())));
      }
    }
    QVERIFY(found > 300);
  }
  void everyPluralHasItsTwoForms() {
    for (const auto part : {layoutSentences(), editSentences(), fileSentences(), exchangeSentences(),
                            reviewSentences(), cuttingSentences(), commandSentences(), paperSentences()})
      for (const Sentence& s : part)
        if (std::string_view(s.text).find("%n") != std::string_view::npos)
          for (const int n : {1, 2}) {
            const QString text = QCoreApplication::translate("core", s.text, nullptr, n);
            QVERIFY2(!text.contains("(s)") && text.contains(QString::number(n)), s.text);
          }
  }
};

CLATHRA_TEST(TextTest, "text")
#include "text.moc"
