// Pictures from outside; the numbered guarantees of image/decode.hpp. Qt writes what Clathra reads.
#include <QBuffer>
#include <QImage>

#include "draw/pictures.hpp"
#include "image/decode.hpp"
#include "image/exif.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

Bytes written(const QImage& image, const char* format, int quality = -1) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  if (!image.save(&buffer, format, quality)) qFatal("%s cannot be written", format);
  return Bytes(bytes.begin(), bytes.end());
}

/// Four quarters of four colours, wider than high: every turn and mirror of it is another picture.
QImage quarters() {
  QImage image(64, 48, QImage::Format_RGB32);
  for (int y = 0; y < 48; ++y)
    for (int x = 0; x < 64; ++x)
      image.setPixelColor(x, y, y < 24 ? (x < 32 ? Qt::red : Qt::green) : (x < 32 ? Qt::blue : Qt::white));
  return image;
}

/// The colour nearest to what a corner of a picture shows: r, g, b or w.
char corner(const Raster& r, bool right, bool low) {
  const std::uint8_t* p = r.at(right ? r.width - 4 : 3, low ? r.height - 4 : 3);
  if (p[0] > 200 && p[1] > 200) return 'w';
  return p[0] > 150 ? 'r' : p[1] > 80 ? 'g' : 'b';
}
std::string corners(const Raster& r) {
  return {corner(r, false, false), corner(r, true, false), corner(r, false, true), corner(r, true, true)};
}

/// A JPEG whose EXIF block notes a turn and a resolution.
Bytes noted(Bytes jpeg, int turn, bool little, int dpi) {
  std::vector<std::uint8_t> tiff;
  const auto put = [&](std::uint32_t v, int bytes) {
    for (int i = 0; i < bytes; ++i)
      tiff.push_back(static_cast<std::uint8_t>(v >> 8 * (little ? i : bytes - 1 - i)));
  };
  tiff = {static_cast<std::uint8_t>(little ? 'I' : 'M'), static_cast<std::uint8_t>(little ? 'I' : 'M')};
  put(42, 2), put(8, 4), put(3, 2);
  put(0x0112, 2), put(3, 2), put(1, 4), put(static_cast<std::uint32_t>(turn), 2), put(0, 2);
  put(0x011A, 2), put(5, 2), put(1, 4), put(50, 4);
  put(0x0128, 2), put(3, 2), put(1, 4), put(2, 2), put(0, 2);
  put(0, 4), put(static_cast<std::uint32_t>(dpi * 10), 4), put(10, 4);
  Bytes block{0xFF, 0xE1, 0, static_cast<std::uint8_t>(2 + 6 + tiff.size()), 'E', 'x', 'i', 'f', 0, 0};
  block.insert(block.end(), tiff.begin(), tiff.end());
  jpeg.insert(jpeg.begin() + 2, block.begin(), block.end());
  return jpeg;
}

}  // namespace

class ImagesTest : public QObject {
  Q_OBJECT
 private slots:
  void pngAndJpegShowWhatWasDrawn() {
    for (const char* format : {"PNG", "JPG"}) {
      const auto r = decodeImage(written(quarters(), format, 95));
      QVERIFY(r);
      QCOMPARE(r->width, 64);
      QCOMPARE(r->height, 48);
      QCOMPARE(support::text(corners(*r)), QByteArray("rgbw"));
    }
  }
  void deepGreyAndPaletteBecomeColours() {  // guarantee 3 of decode.hpp
    QImage deep(30, 20, QImage::Format_RGBA64);
    deep.fill(QColor::fromRgba64(0x8000, 0x4000, 0xC000));
    const auto r = decodeImage(written(deep, "PNG"));
    QVERIFY(r);
    const std::uint8_t* p = r->at(29, 19);
    QVERIFY(std::abs(p[0] - 0x80) <= 1 && std::abs(p[1] - 0x40) <= 1 && std::abs(p[2] - 0xC0) <= 1);
    const auto grey = decodeImage(written(quarters().convertToFormat(QImage::Format_Grayscale8), "PNG"));
    QVERIFY(grey && grey->at(3, 3)[0] == grey->at(3, 3)[2]);
    const auto indexed = decodeImage(written(quarters().convertToFormat(QImage::Format_Indexed8), "PNG"));
    QVERIFY(indexed);
    QCOMPARE(support::text(corners(*indexed)), QByteArray("rgbw"));
  }
  void theTurnThatACameraNotedIsCarriedOut() {  // guarantee 3 of decode.hpp
    const Bytes jpeg = written(quarters(), "JPG", 95);
    // What the eye should see, by the meaning of each number: upper left, upper right, lower left, lower
    // right.
    const char* seen[] = {"rgbw", "grwb", "wbgr", "bwrg", "rbgw", "brwg", "wgbr", "gwrb"};
    for (int turn = 1; turn <= 8; ++turn)
      for (const bool little : {true, false}) {
        const Bytes file = noted(jpeg, turn, little, 300);
        const auto facts = imageFacts(file);
        QVERIFY(facts);
        QCOMPARE(facts->turn, turn);
        QCOMPARE(facts->width, turn >= 5 ? 48 : 64);
        const auto r = decodeImage(file);
        QVERIFY(r);
        QCOMPARE(r->width, facts->width);
        QCOMPARE(support::text(corners(*r)), QByteArray(seen[turn - 1]));
      }
  }
  /// Four inks, inverted as cameras write them: of 24 by 16 pixels the left half is 200, 60, 40 without
  /// black, the right one 80, 240, 160 under half black.
  void fourInksBecomeColours() {
    QFile file(QStringLiteral(CLATHRA_TEST_DATA "/images/four-inks.jpg"));
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QByteArray all = file.readAll();
    const auto r = decodeImage(Bytes(all.begin(), all.end()));
    QVERIFY(r);
    QCOMPARE(r->width, 24);
    for (const auto& [x, red, green, blue] : {std::tuple(3, 200, 60, 40), std::tuple(20, 40, 120, 80)}) {
      const std::uint8_t* p = r->at(x, 9);
      QVERIFY(std::abs(p[0] - red) <= 3 && std::abs(p[1] - green) <= 3 && std::abs(p[2] - blue) <= 3);
      QCOMPARE(p[3], std::uint8_t(255));
    }
  }
  /// Five by three pixels, red 10 + 40 x, green 5 + 80 y, blue 7 (x + y); the other notes that it was taken
  /// turned (6: its first row is seen on the right) at 40 pixels to the cm.
  void webpIsReadWithItsNotes() {  // guarantees 2 and 3 of decode.hpp
    const auto read = [](const char* name) {
      QFile file(QStringLiteral(CLATHRA_TEST_DATA "/images/") + QLatin1String(name));
      if (!file.open(QIODevice::ReadOnly)) qFatal("no %s", name);
      const QByteArray all = file.readAll();
      return Bytes(all.begin(), all.end());
    };
    const Bytes plain = read("plain.webp"), turned = read("turned.webp");
    for (const bool isTurned : {false, true}) {
      const auto facts = imageFacts(isTurned ? turned : plain);
      QVERIFY(facts && facts->kind == ImageFacts::Kind::Webp);
      QCOMPARE(facts->width, isTurned ? 3 : 5);
      QCOMPARE(facts->dpi.has_value(), isTurned);
      if (isTurned) COMPARE_TO(*facts->dpi, 101.6, 1e-9);
      const auto r = decodeImage(isTurned ? turned : plain);
      QVERIFY(r);
      QCOMPARE(r->width, facts->width);
      for (int y = 0; y < r->height; ++y)
        for (int x = 0; x < r->width; ++x) {
          const int u = isTurned ? y : x, v = isTurned ? 2 - x : y;
          const std::uint8_t* p = r->at(x, y);
          QVERIFY(p[0] == 10 + 40 * u && p[1] == 5 + 80 * v && p[2] == 7 * (u + v) && p[3] == 255);
        }
    }
    for (std::size_t n = 12; n < plain.size(); n += 3) QVERIFY(!decodeImage(ByteSpan(plain.data(), n)));
    const auto kept = pictureFrom(turned);  // in a project it is a PNG
    QVERIFY(kept && kept->width == 3 && kept->height == 5);
    QVERIFY(decodeImage(*kept->png));
  }
  void theScaleIsReadWhereTheFileSaysIt() {
    QImage image = quarters();
    image.setDotsPerMeterX(11'811);
    image.setDotsPerMeterY(11'811);
    COMPARE_TO(*imageFacts(written(image, "PNG"))->dpi, 300, 0.01);
    COMPARE_TO(*imageFacts(written(image, "JPG"))->dpi, 300, 0.5);
    // A PNG that gives the shape of its pixels alone says nothing of their size.
    Bytes shapes = written(image, "PNG");
    const std::string_view text(reinterpret_cast<const char*>(shapes.data()), shapes.size());
    const std::size_t at = text.find("pHYs");
    QVERIFY(at != std::string_view::npos && shapes[at + 12] == 1);
    shapes[at + 12] = 0;
    std::uint32_t sum = 0xFFFFFFFF;  // of the chunk's name and data, as PNG wants it
    for (std::size_t i = at; i < at + 13; ++i) {
      sum ^= shapes[i];
      for (int bit = 0; bit < 8; ++bit) sum = sum >> 1 ^ (sum & 1 ? 0xEDB88320 : 0);
    }
    sum = ~sum;
    for (std::size_t i = 0; i < 4; ++i) shapes[at + 13 + i] = static_cast<std::uint8_t>(sum >> (24 - 8 * i));
    QVERIFY(imageFacts(shapes).has_value() && !imageFacts(shapes)->dpi);
    QVERIFY(jpegNotes(noted({0xFF, 0xD8, 0xFF, 0xDA, 0, 2}, 1, true, 240)).dpi == 240.0);
  }
  void damageInsideIsFoundWhereverItIs() {  // guarantee 2 of decode.hpp
    QImage noise(200, 150, QImage::Format_RGB32);
    unsigned seed = 7;
    for (int y = 0; y < 150; ++y)
      for (int x = 0; x < 200; ++x)
        noise.setPixel(x, y, 0xFF000000 | (seed = seed * 1664525u + 1013904223u) >> 8);
    const Bytes png = written(noise, "PNG");
    for (const double part : {0.3, 0.6, 0.95}) {
      Bytes bad = png;
      bad[static_cast<std::size_t>(double(bad.size()) * part)] ^= 0x55;
      QVERIFY(!decodeImage(bad));
      bad = png;
      bad.resize(static_cast<std::size_t>(double(bad.size()) * part));
      QVERIFY(!decodeImage(bad));
    }
    Bytes cut = written(noise, "JPG", 90);
    cut.resize(cut.size() / 2);
    const auto r = decodeImage(cut);
    QVERIFY(!r && clathra::said(r.error()).find("damaged") != std::string::npos);
  }
  void aBombIsRefusedByItsHead() {  // guarantee 1 of decode.hpp
    Bytes png = written(QImage(10, 10, QImage::Format_RGB32), "PNG");
    for (const auto& [at, byte] : {std::pair(16, 0x10), std::pair(20, 0x10)})
      png[std::size_t(at)] = std::uint8_t(byte);
    const auto facts = imageFacts(png);
    QVERIFY(!facts);
    for (const Bytes& none : {Bytes{}, Bytes{1, 2, 3}, Bytes{0xFF, 0xD8, 0xFF}, Bytes{0x89, 'P', 'N', 'G'}}) {
      QVERIFY(!imageFacts(none));
      QVERIFY(!decodeImage(none));
    }
  }
  void aLargePictureWithinTheLimitsOpens() {
    // More than a common limit of 128 MB once it is unpacked, and two bytes a colour.
    QImage large(7'000, 5'000, QImage::Format_Grayscale16);
    large.fill(Qt::gray);
    auto picture = pictureFrom(written(large, "PNG"));
    QVERIFY2(picture, picture ? "" : clathra::said(picture.error()).c_str());
    QCOMPARE(picture->width, 7'000);
    const QImage shown = decode(*picture);
    QCOMPARE(shown.size(), QSize(7'000, 5'000));
  }
  void whatIsKeptAsPngDecodesToTheSame() {
    const auto r = decodeImage(written(quarters(), "JPG", 90));
    const auto kept = pictureFrom(written(quarters(), "JPG", 90));
    QVERIFY(r && kept);
    const auto again = decodeImage(*kept->png);
    QVERIFY(again && again->rgba == r->rgba);
    Raster clear = *r;
    clear.rgba[3] = 100;  // opacity stays
    const auto png = encodePng(clear);
    QVERIFY(png && decodeImage(*png)->rgba == clear.rgba);
  }
};

CLATHRA_TEST(ImagesTest, "images")
#include "images.moc"
