// Lists whose copies share their blocks behave like plain lists, and numbers move as they would one by one.
#include "groups.hpp"

#include <QRandomGenerator>
#include <numeric>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

using Numbers = std::vector<std::uint32_t>;

/// Some of the numbers below `size`, rising.
Numbers someBelow(QRandomGenerator& random, std::size_t size, std::size_t most) {
  Numbers out;
  for (std::size_t k = random.generate() % (most + 1); k > 0 && size > 0; --k)
    out.push_back(static_cast<std::uint32_t>(random.generate() % size));
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

/// A change of a list of `size`, and for each number before its number after.
struct Change {
  Renumbering how;
  Numbers after;  // kGone where it goes
  std::size_t size = 0;
};
Change someChange(QRandomGenerator& random, std::size_t size, std::size_t most) {
  const Numbers gone = someBelow(random, size, most);
  const std::size_t stay = size - gone.size();
  // Where fresh ones come: in a row made of those that stay (true) and those that come.
  std::vector<bool> row(stay, true);
  for (std::size_t k = random.generate() % (most + 1); k > 0; --k)
    row.insert(row.begin() + static_cast<std::ptrdiff_t>(random.generate() % (row.size() + 1)), false);
  Numbers fresh, stays;
  for (std::uint32_t i = 0; i < row.size(); ++i) (row[i] ? stays : fresh).push_back(i);
  Change out{Renumbering(gone, fresh), Numbers(size, Renumbering::kGone), row.size()};
  for (std::uint32_t i = 0, k = 0; i < size; ++i)
    if (!std::binary_search(gone.begin(), gone.end(), i)) out.after[i] = stays[k++];
  return out;
}

std::vector<int> itemsOf(const SharedList<int>& list) {
  return list.flat();
}

}  // namespace

class SharedListTest : public QObject {
  Q_OBJECT
 private slots:
  void numbersMoveAsTheyWouldOneByOne() {
    QRandomGenerator random(11);
    for (int round = 0; round < 300; ++round) {
      const std::size_t size = random.generate() % 60;
      const Change c = someChange(random, size, round % 3 == 0 ? 40 : 4);
      for (std::uint32_t i = 0; i < size; ++i) {
        QCOMPARE(c.how.after(i), c.after[i]);
        if (c.after[i] != Renumbering::kGone) QCOMPARE(c.how.before(c.after[i]), i);
        for (std::uint32_t k = i; k < size; ++k) {
          bool alike = true;
          for (auto n = i; n <= k; ++n)
            alike = alike && c.after[n] != Renumbering::kGone && c.after[n] - n == c.after[i] - i;
          const auto shift = c.how.shift(i, k);
          QCOMPARE(shift.has_value(), alike);
          if (alike) QCOMPARE(*shift, static_cast<int>(c.after[i]) - static_cast<int>(i));
        }
      }
      Numbers some = someBelow(random, size, 30), wanted;
      for (const auto n : some)
        if (c.after[n] != Renumbering::kGone) wanted.push_back(c.after[n]);
      c.how.apply(some);
      QVERIFY(some == wanted);
    }
  }

  void aListChangesLikeAPlainOne() {
    QRandomGenerator random(12);
    for (const std::size_t size : {std::size_t(0), std::size_t(1), std::size_t(255), std::size_t(256),
                                   std::size_t(257), std::size_t(3'000)}) {
      std::vector<int> plain(size);
      std::iota(plain.begin(), plain.end(), 0);
      SharedList<int> list(plain);
      for (int step = 0; step < 120; ++step) {
        const SharedList<int> before = list;
        const auto was = plain;
        const Change c = someChange(random, plain.size(), step % 10 == 0 ? 400 : 3);
        std::vector<int> now(c.size, 0), fresh;
        for (std::size_t i = 0; i < plain.size(); ++i)
          if (c.after[i] != Renumbering::kGone) now[c.after[i]] = plain[i];
        for (const auto f : c.how.fresh()) fresh.push_back(now[f] = static_cast<int>(random.generate()));
        list = list.changed(c.how, fresh);
        plain = now;
        QVERIFY(itemsOf(list) == plain);
        QVERIFY(itemsOf(before) == was);  // what others hold stays
        QCOMPARE(list.size(), plain.size());
        if (plain.empty()) continue;
        const auto i = random.generate() % plain.size();
        QCOMPARE(list[i], plain[i]);
        QCOMPARE(*(list.begin() + static_cast<std::ptrdiff_t>(i)), plain[i]);
        QCOMPARE(list.end() - (list.begin() + static_cast<std::ptrdiff_t>(i)),
                 static_cast<std::ptrdiff_t>(plain.size() - i));
        list.set(i, -7);
        plain[i] = -7;
        QVERIFY(itemsOf(list) == plain);
      }
    }
  }

  void numbersInAListFollowWhatTheyName() {
    QRandomGenerator random(13);
    using List = SharedList<std::uint32_t, PlainNumbers>;
    Numbers plain(5'000);
    std::size_t named = plain.size() / 2;
    for (std::size_t i = 0; i < plain.size(); ++i) plain[i] = static_cast<std::uint32_t>(i / 2);
    List list(plain);
    for (int step = 0; step < 150; ++step) {
      const Change names = someChange(random, named, 2);
      // What names something that is gone must go itself.
      Numbers gone;
      for (std::uint32_t i = 0; i < plain.size(); ++i)
        if (names.after[plain[i]] == Renumbering::kGone) gone.push_back(i);
      Numbers now;
      for (const auto n : plain)
        if (names.after[n] != Renumbering::kGone) now.push_back(names.after[n]);
      list = list.changed({gone, {}}, {}, names.how);
      plain = now;
      named = names.size;
      QVERIFY(list.flat() == plain);
    }
    QVERIFY(plain.size() > 3'000);
  }

  void mostOfALongListIsShared() {
    std::vector<int> plain(10'000, 3);
    const SharedList<int> list(plain);
    const SharedList<int> less = list.changed({{5'000}, {}}, {});
    std::size_t shared = 0;
    for (std::size_t i = 0; i < less.size();) {
      const auto n = list.sharedFrom(i < 5'000 ? i : i + 1, less, i);
      shared += n;
      i += std::max<std::size_t>(n, 1);
    }
    QVERIFY2(shared > 9'000, qPrintable(QString::number(shared)));
    // Growing one by one at the end keeps to whole blocks.
    SharedList<int> grown;
    for (std::uint32_t i = 0; i < 1'000; ++i) grown = grown.changed({{}, {i}}, {int(i)});
    std::size_t blocks = 0;
    for (std::size_t i = 0; i < grown.size(); i = grown.blockEnd(i)) ++blocks;
    QVERIFY2(blocks < 10, qPrintable(QString::number(blocks)));
  }

  void groupsKeepTheirNumbers() {
    QRandomGenerator random(14);
    std::size_t named = 900;
    std::vector<Numbers> plain(700);
    for (Numbers& g : plain) g = someBelow(random, named, 5);
    Numbers first{0}, all;
    for (const Numbers& g : plain) {
      all.insert(all.end(), g.begin(), g.end());
      first.push_back(static_cast<std::uint32_t>(all.size()));
    }
    Groups groups(first, all);
    for (int step = 0; step < 100; ++step) {
      const Change names = someChange(random, named, 2), places = someChange(random, plain.size(), 2);
      std::vector<Numbers> now(places.size);
      std::vector<bool> anew(places.size, false);
      for (const auto f : places.how.fresh()) {
        now[f] = someBelow(random, names.size, 4);
        anew[f] = true;
      }
      for (std::size_t g = 0; g < plain.size(); ++g) {
        const auto at = places.after[g];
        if (at == Renumbering::kGone) continue;
        for (const auto n : plain[g]) {
          if (names.after[n] == Renumbering::kGone)
            anew[at] = true;
          else
            now[at].push_back(names.after[n]);
        }
        if (random.generate() % 200 == 0) {
          now[at] = someBelow(random, names.size, 3);
          anew[at] = true;
        }
      }
      std::vector<Groups::Anew> given;
      for (std::uint32_t g = 0; g < now.size(); ++g)
        if (anew[g]) given.push_back({g, now[g]});
      groups = groups.changed(places.how, given, names.how);
      plain = now;
      named = names.size;
      QCOMPARE(groups.size(), plain.size());
      for (std::size_t g = 0; g < plain.size(); ++g) QVERIFY(std::ranges::equal(groups[g], plain[g]));
    }
  }
};

CLATHRA_TEST(SharedListTest, "shared_list")
#include "shared_list.moc"
