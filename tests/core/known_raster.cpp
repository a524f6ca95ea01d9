// Pixels that are decoded once: the same as decoded anew, and no more of them held than is said.
#include "image/known_raster.hpp"

#include <thread>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// Wider than high, no two pixels of a row alike.
std::shared_ptr<const Bytes> picture(int width, int height, std::uint8_t blue) {
  Raster r{
      width, height,
      std::vector<std::uint8_t>(4 * static_cast<std::size_t>(width) * static_cast<std::size_t>(height), 255)};
  for (std::size_t i = 0; i < r.rgba.size(); i += 4) {
    const std::size_t x = i / 4 % static_cast<std::size_t>(width),
                      y = i / 4 / static_cast<std::size_t>(width);
    r.rgba[i] = static_cast<std::uint8_t>(x);
    r.rgba[i + 1] = static_cast<std::uint8_t>(3 * y);
    r.rgba[i + 2] = blue;
  }
  return std::make_shared<const Bytes>(*encodePng(r));
}

}  // namespace

class KnownRasterTest : public QObject {
  Q_OBJECT
 private slots:
  void theSamePixelsAsDecodingThem() {  // guarantee 1 of known_raster.hpp
    const auto one = picture(91, 40, 7), other = picture(91, 40, 8);
    const auto first = *knownRaster(one), second = *knownRaster(other);
    QVERIFY(first->rgba == decodeImage(*one)->rgba);
    QVERIFY(second->rgba == decodeImage(*other)->rgba);
    QCOMPARE(first->width, 91);
    QCOMPARE(first->height, 40);
    QCOMPARE(*first->at(5, 12), std::uint8_t(5));
    QCOMPARE(first->at(5, 12)[1], std::uint8_t(36));
    QCOMPARE(first->at(5, 12)[2], std::uint8_t(7));
    // Decoded once, however often and from wherever it is asked for.
    std::vector<std::thread> all;
    std::atomic<int> alike = 0;
    for (int i = 0; i < 4; ++i)
      all.emplace_back([&, i] { alike += *knownRaster(i % 2 ? other : one) == (i % 2 ? second : first); });
    for (std::thread& t : all) t.join();
    QCOMPARE(alike.load(), 4);
  }
  void whatIsHeldIsBounded() {                  // guarantee 2 of known_raster.hpp
    constexpr int kWide = 50'000, kHigh = 250;  // 50 MB each: two go in
    std::vector<std::shared_ptr<const Bytes>> all;
    std::vector<std::weak_ptr<const Raster>> rasters;
    for (int i = 0; i < 3; ++i) {
      all.push_back(picture(kWide, kHigh, static_cast<std::uint8_t>(i)));
      rasters.push_back(*knownRaster(all.back()));
      if (i == 1) QVERIFY(*knownRaster(all[0]) == rasters[0].lock());  // asked for again, it stays
    }
    QVERIFY(!rasters[0].expired());
    QVERIFY(rasters[1].expired());
    QVERIFY(!rasters[2].expired());
    all.clear();  // no project has them any more
    QVERIFY(knownRaster(picture(9, 4, 1)));
    QVERIFY(rasters[0].expired());
    QVERIFY(rasters[2].expired());
  }
  void damageIsSaidEachTime() {
    Bytes broken = *picture(91, 40, 7);
    broken.resize(broken.size() / 2);
    const auto png = std::make_shared<const Bytes>(broken);
    for (int i = 0; i < 2; ++i) {
      const auto got = knownRaster(png);
      QVERIFY(!got);
      QCOMPARE(got.error().message.id, decodeImage(broken).error().message.id);
    }
    const Progress stopped;
    stopped.cancel();
    const auto whole = picture(91, 40, 9);
    if (const auto got = knownRaster(whole, stopped); !got)
      QCOMPARE(got.error().message.id, std::string(kCancelled));
    QVERIFY(knownRaster(whole));
  }
};

CLATHRA_TEST(KnownRasterTest, "known_raster")
#include "known_raster.moc"
