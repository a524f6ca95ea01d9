#include "measure/length.hpp"

#include <type_traits>

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
    QCOMPARE(text(clathra::said(edge.error())), QByteArray("The edge is 0; it can be from 3 mm to 1000 mm."));
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
    for (std::int64_t n = 1; n < 3'000'000; n += 997)
      for (const LengthUnit unit : {LengthUnit::Inch, LengthUnit::Millimetre}) {
        const Length l = Length::nanometres(n * 1000);
        const auto back = parseLength(formatLength(l, unit), unit);
        QVERIFY(back);
        QCOMPARE(back->nm(), l.nm());
      }
  }
  void fractionsAreDrawnAsQuiltersReadThem() {
    QCOMPARE(text(formatLength(Length::sixtyFourths(80), LengthUnit::Inch)), QByteArray("1 1/4 in"));
    QCOMPARE(text(formatLength(Length::sixtyFourths(40), LengthUnit::Inch)), QByteArray("5/8 in"));
    QCOMPARE(text(formatLength(Length::wholeInches(3), LengthUnit::Inch)), QByteArray("3 in"));
    QCOMPARE(text(formatLength(Length::sixtyFourths(16), LengthUnit::Millimetre)), QByteArray("6.35 mm"));
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
