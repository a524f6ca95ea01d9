// Which cloth each piece wears: a value whose copies share what does not change.
#include "model/painting.hpp"

#include <QRandomGenerator>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

class CorePaintingTest : public QObject {
  Q_OBJECT
 private slots:
  void itBehavesLikeAPlainList() {
    QRandomGenerator random(7);
    for (const std::size_t size : {std::size_t(0), std::size_t(1), std::size_t(255), std::size_t(256),
                                   std::size_t(257), std::size_t(1'000)}) {
      Painting painting(size);
      std::vector<ClothId> plain(size, kNoCloth);
      for (int step = 0; size > 0 && step < 2'000; ++step) {
        const auto i = random.generate() % size;
        const auto cloth = static_cast<ClothId>(random.generate() % 5);
        painting.set(i, cloth);
        plain[i] = cloth;
      }
      QCOMPARE(painting.size(), size);
      for (std::size_t i = 0; i < size; ++i) QCOMPARE(painting[i], plain[i]);
    }
  }
  void aCopyKeepsItsOwnValue() {
    Painting a(600);
    a.set(5, 1);
    const Painting before = a;
    a.set(5, 2);
    a.set(599, 3);
    QCOMPARE(before[5], ClothId(1));
    QCOMPARE(before[599], kNoCloth);
    QVERIFY(!(a == before));
    a.set(5, 1);
    a.set(599, kNoCloth);
    QVERIFY(a == before);  // equal again, whichever blocks are shared
  }
  void changesAreVisitedOnceEach() {
    Painting a(1'000), b = a;
    b.set(3, 1);
    b.set(256, 2);
    b.set(999, 3);
    b.set(500, 1);
    b.set(500, kNoCloth);  // touched and put back: no change
    std::vector<std::size_t> seen;
    Painting::forEachChange(a, b, [&](std::size_t piece, ClothId was, ClothId is) {
      QCOMPARE(was, kNoCloth);
      QCOMPARE(is, b[piece]);
      seen.push_back(piece);
    });
    QVERIFY((seen == std::vector<std::size_t>{3, 256, 999}));
  }
};

CLATHRA_TEST(CorePaintingTest, "painting")
#include "painting.moc"
