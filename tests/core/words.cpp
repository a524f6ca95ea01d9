// Texts from outside, made fit for a sentence and for a limit.
#include "words.hpp"

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

class WordsTest : public QObject {
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
    for (const char* bad : {"\xff", "\xc0\xaf", "\xed\xa0\x80", "\xf4\x90\x80\x80", "\xe2\x82", "\x80"})
      QVERIFY(!isUtf8(bad));
    for (const char* good : {"", "Tide Ink", "Ä", "€", "\xf0\x9f\xa7\xb5"}) QVERIFY(isUtf8(good));
  }
  void anErrorIsOneLineWithoutDoubleStops() {
    QCOMPARE(support::text(fail("It is wrong..").value().text), QByteArray("It is wrong."));
    QCOMPARE(support::text(fail("It is\nwrong.. Mend it.").value().text),
             QByteArray("It is wrong. Mend it."));
    QCOMPARE(support::text(fail("See ../x and wait ...").value().text), QByteArray("See ../x and wait ..."));
    QVERIFY(fail(std::string(5'000, 'x')).value().text.size() < 700);
  }
};

CLATHRA_TEST(WordsTest, "words")
#include "words.moc"
