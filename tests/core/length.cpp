#include "measure/length.hpp"

#include <type_traits>

#include "measure/quantity.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

#ifndef Q_MOC_RUN  // moc does not read concepts
namespace {
template <class A, class B>
concept Adds = requires(A a, B b) {
  a + b;
};
template <class A, class B>
concept Compares = requires(A a, B b) {
  a < b;
};
template <class A>
concept FromNumber = std::is_convertible_v<double, A> || std::is_constructible_v<A, double>;

// Wrong mixes do not compile.
static_assert(Adds<Length, Length>);
static_assert(!Adds<Length, double>);
static_assert(!Adds<double, Length>);
static_assert(!Compares<Length, double>);
static_assert(!FromNumber<Length>);
static_assert(std::is_same_v<decltype(Length() / Length()), double>);
}  // namespace
#endif

class LengthTest : public QObject {
  Q_OBJECT
 private slots:
  void readsWhatQuiltersWrite_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<qint64>("nm");
    const auto row = [](const char* text, qint64 nm) {
      QTest::newRow(text) << QString::fromUtf8(text) << nm;
    };
    row("1 1/4 in", 31'750'000);
    row("1.25\"", 31'750'000);
    row("1.25″", 31'750'000);
    row("32 mm", 32'000'000);
    row("3.2cm", 32'000'000);
    row("3,2 cm", 32'000'000);
    row("1in", 25'400'000);
    row("5/8 in", 15'875'000);
    row("1/64 in", 396'875);
    row("0.001 mm", 1'000);
    row(".5 in", 12'700'000);
    row("  2  1/2   inches ", 63'500'000);
    row("2 yd", 1'828'800'000);
    row("1.5 m", 1'500'000'000);
    row("3", 76'200'000);
    row("1 3/8", 34'925'000);
  }
  void readsWhatQuiltersWrite() {
    QFETCH(QString, text);
    QFETCH(qint64, nm);
    const auto read = parseLength(text.toStdString(), LengthUnit::Inch);
    QVERIFY2(read, read ? "" : clathra::said(read.error()).c_str());
    QCOMPARE(read->nm(), nm);
  }

  void refusesWhatIsNoLength_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"",         "  ",    "abc",  "1 1/0 in", "1/65 in",
                             "1 5/4 in", "-1 in", "1..2", "1 mmm",    "1 in 2",
                             "nan",      "inf",   "1e5",  "200 m",    "99999999999999 in",
                             "1 1 in",   "1/ in", "0x10", ". in",     "1.1234567 mm"})
      QTest::newRow(text) << QString::fromUtf8(text);
  }
  void refusesWhatIsNoLength() {
    QFETCH(QString, text);
    const auto read = parseLength(text.toStdString(), LengthUnit::Inch);
    QVERIFY(!read);
    QVERIFY(clathra::said(read.error()).ends_with('.') || clathra::said(read.error()).ends_with('?'));
  }

  void saysTheLimits() {
    const auto edge = parseLengthWithin("0", LengthUnit::Inch, "The edge", Length::millimetres(3),
                                        Length::millimetres(1000));
    QVERIFY(!edge);
    QCOMPARE(text(clathra::said(edge.error())), QByteArray("The edge: 0; it can be from 3 mm to 100 cm."));
  }

  void everySixtyFourthRoundTrips() {
    for (std::int64_t n = 1; n <= 64 * 20; ++n) {
      const Length l = Length::sixtyFourths(n);
      const auto back = parseLength(formatLength(l, LengthUnit::Inch), LengthUnit::Millimetre);
      QVERIFY(back);
      QCOMPARE(back->nm(), l.nm());
    }
  }
  void everyMicronRoundTrips() {
    for (std::int64_t n = 1; n < 3'000'000; n += 997) {
      const Length l = Length::nanometres(n * 1000).typed(TypedIn::Millimetre);
      const auto back = parseLength(formatLength(l, LengthUnit::Millimetre), LengthUnit::Millimetre);
      QVERIFY(back);
      QCOMPARE(back->nm(), l.nm());
    }
  }
  void whatWasTypedComesBackAsItWasTyped() {
    for (const auto& [typed, unit] :
         std::initializer_list<std::pair<const char*, LengthUnit>>{{"2 yd", LengthUnit::Inch},
                                                                   {"1 1/8 yd", LengthUnit::Inch},
                                                                   {"72 in", LengthUnit::Inch},
                                                                   {"18 in", LengthUnit::Inch},
                                                                   {"3/64 in", LengthUnit::Inch},
                                                                   {"110 cm", LengthUnit::Millimetre},
                                                                   {"1.5 m", LengthUnit::Millimetre},
                                                                   {"1500 mm", LengthUnit::Millimetre},
                                                                   {"6.35 mm", LengthUnit::Millimetre}}) {
      const auto length = parseLength(typed, LengthUnit::Millimetre);
      QVERIFY(length);
      QCOMPARE(text(formatLength(*length, unit)), QByteArray(typed));
    }
    // A yard that is no whole number of eighths is told in inches; decimals of an inch are not.
    QCOMPARE(text(formatLength(*parseLength("1.25 yd", LengthUnit::Inch), LengthUnit::Inch)),
             QByteArray("1 1/4 yd"));
    QCOMPARE(text(formatLength(*parseLength("1.0625 yd", LengthUnit::Inch), LengthUnit::Inch)),
             QByteArray("38 1/4 in"));
    QCOMPARE(text(formatLength(*parseLength("1.25", LengthUnit::Inch), LengthUnit::Inch)),
             QByteArray("1 1/4 in"));
  }
  void aLengthOfTheOtherSystemIsAboutOneOfThisAndStaysExact() {
    const auto metric = parseLength("38 mm", LengthUnit::Inch);
    QCOMPARE(text(formatLength(*metric, LengthUnit::Inch)), QByteArray("about 1 1/2 in"));
    QCOMPARE(metric->nm(), 38'000'000);
    const auto imperial = parseLength("1/4 in", LengthUnit::Millimetre);
    QCOMPARE(text(formatLength(*imperial, LengthUnit::Millimetre)), QByteArray("about 6.4 mm"));
    QCOMPARE(text(formatLength(*parseLength("1 in", LengthUnit::Inch), LengthUnit::Millimetre)),
             QByteArray("25.4 mm"));
    QCOMPARE(text(formatLength(*parseLength("2 yd", LengthUnit::Inch), LengthUnit::Millimetre)),
             QByteArray("1828.8 mm"));
    // What was calculated is on no ruler; what was typed comes back as it was.
    QCOMPARE(text(formatLength(Length::millimetres(30 * std::sqrt(2.0)), LengthUnit::Millimetre)),
             QByteArray("about 42.4 mm"));
    QCOMPARE(text(formatLength(Length::millimetres(30.05), LengthUnit::Millimetre)), QByteArray("30.05 mm"));
    QCOMPARE(text(formatLength(*parseLength("42.426 mm", LengthUnit::Inch), LengthUnit::Millimetre)),
             QByteArray("42.426 mm"));
    QVERIFY(*parseLength("2 yd", LengthUnit::Inch) == *parseLength("72 in", LengthUnit::Inch));
  }
  void clothIsNeverWrittenShorterThanItIs() {  // guarantee 1 of quantity.hpp
    for (double mm = 1; mm < 6'000; mm *= 1.0137)
      for (const LengthUnit unit : {LengthUnit::Inch, LengthUnit::Millimetre}) {
        const auto read = parseLength(writeCloth(mm, unit), unit);
        QVERIFY2(read, writeCloth(mm, unit).c_str());
        QVERIFY(read->mm() > mm - 1e-5);
        // Nor longer than one step of what it is written in.
        const double step = unit == LengthUnit::Inch ? (mm < 1'828.8 ? 3.175 : 114.3) : (mm < 999 ? 1 : 10);
        QVERIFY2(read->mm() < mm + step + 1e-5, writeCloth(mm, unit).c_str());
      }
    QCOMPARE(text(writeCloth(757.625, LengthUnit::Inch)), QByteArray("29 7/8 in"));  // 29.83 in
    QCOMPARE(text(writeCloth(757.625, LengthUnit::Millimetre)), QByteArray("75.8 cm"));
    QCOMPARE(text(writeCloth(2'620, LengthUnit::Inch)), QByteArray("2 7/8 yd"));  // 2.865 yd
    QCOMPARE(text(writeCloth(2'611, LengthUnit::Millimetre)), QByteArray("2.62 m"));
    QCOMPARE(text(writeCloth(25.4, LengthUnit::Inch)), QByteArray("1 in"));  // a whole one stays
  }
  void theLinesOfASumAddUpAsTheyAreRead() {  // guarantee 2 of quantity.hpp
    const std::vector<double> lines{25, 3 * 63.51, 41.27, 7 * 18.339, 0.77};
    for (const LengthUnit unit : {LengthUnit::Inch, LengthUnit::Millimetre}) {
      SumWriter sum(unit);
      std::int64_t read = 0;
      double exact = 0;
      for (const double l : lines) {
        read += parseLength(sum.line(l), unit)->nm();
        exact += l;
      }
      QCOMPARE(parseLength(sum.total(), unit)->nm(), read);
      QVERIFY(std::abs(static_cast<double>(read) * 1e-6 - exact) < (unit == LengthUnit::Inch ? 0.8 : 0.051));
    }
  }
  void longLengthsAreasAndMissesHaveTheirOwnWords() {
    QCOMPARE(text(writeLong(46'600, LengthUnit::Inch)), QByteArray("51 yd"));
    QCOMPARE(text(writeLong(46'600, LengthUnit::Millimetre)), QByteArray("46.6 m"));
    QCOMPARE(text(writeLong(2'286, LengthUnit::Inch)), QByteArray("2 1/2 yd"));
    QCOMPARE(text(writeLong(997, LengthUnit::Millimetre)), QByteArray("99.7 cm"));
    QCOMPARE(text(writeLong(999.8, LengthUnit::Millimetre)), QByteArray("1 m"));
    QCOMPARE(text(writeArea(645.16 * 30, LengthUnit::Inch)), QByteArray("30 sq in"));
    QCOMPARE(text(writeArea(836'127.36 * 1.5, LengthUnit::Inch)), QByteArray("1 1/2 sq yd"));
    QCOMPARE(text(writeArea(32'500, LengthUnit::Millimetre)), QByteArray("325 cm²"));
    QCOMPARE(text(writeArea(1'234'000, LengthUnit::Millimetre)), QByteArray("1.23 m²"));
    QCOMPARE(text(writeFine(0.04, 1)), QByteArray("less than 0.1 mm"));
    QCOMPARE(text(writeFine(0.06, 1)), QByteArray("0.1 mm"));
    QCOMPARE(text(writeFine(0, 1)), QByteArray("0 mm"));
    QCOMPARE(text(writeChange(-0.4, LengthUnit::Millimetre)), QByteArray());
    QCOMPARE(text(writeChange(-12.7, LengthUnit::Inch)), QByteArray("−1/2 in"));
    QCOMPARE(text(writeChange(0.2, LengthUnit::Inch)), QByteArray());
  }
  void bothSidesOfASizeAreOfOneUnit() {
    QCOMPARE(writeSize(447, 129.9, LengthUnit::Millimetre), std::string("447 mm × 129.9 mm"));
    QCOMPARE(writeSize(129.9, 447, LengthUnit::Millimetre), std::string("129.9 mm × 447 mm"));
    QCOMPARE(writeSize(447, 400, LengthUnit::Millimetre), std::string("44.7 cm × 40 cm"));
    QCOMPARE(writeSize(399, 20.04, LengthUnit::Millimetre), std::string("399 mm × 20 mm"));
    QCOMPARE(writeSize(447, 129.9, LengthUnit::Inch), std::string("17 5/8 in × 5 1/8 in"));
  }
  void fractionsAreDrawnAsQuiltersReadThem() {
    QCOMPARE(text(formatLength(Length::sixtyFourths(80), LengthUnit::Inch)), QByteArray("1 1/4 in"));
    QCOMPARE(text(formatLength(Length::sixtyFourths(40), LengthUnit::Inch)), QByteArray("5/8 in"));
    QCOMPARE(text(formatLength(Length::wholeInches(3), LengthUnit::Inch)), QByteArray("3 in"));
    QCOMPARE(text(formatLength(Length::sixtyFourths(16), LengthUnit::Millimetre)),
             QByteArray("about 6.4 mm"));
  }
  void calculatedLengthsAreRoundedForReading() {
    QCOMPARE(text(formatReadable(1769.64, LengthUnit::Millimetre)), QByteArray("177 cm"));
    QCOMPARE(text(formatReadable(54.99, LengthUnit::Millimetre)), QByteArray("55 mm"));
    QCOMPARE(text(formatReadable(63.5, LengthUnit::Inch)), QByteArray("2 1/2 in"));
  }

 private:
  static QByteArray text(const std::string& s) { return support::text(s); }
};

CLATHRA_TEST(LengthTest, "length")
#include "length.moc"
