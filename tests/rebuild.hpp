// A project and what follows from its layout, beside the same worked out anew.
#pragma once
#include <map>

#include "layout/derived.hpp"
#include "layout/near_miss.hpp"
#include "layout/soundness.hpp"
#include "shape/arcs.hpp"
#include "support.hpp"

namespace rebuild {

using namespace clathra;

/// Seam by seam, in the same order and between the same corners, whichever numbers these have.
inline void compareSeams(const SeamGraph& is, const SeamGraph& wanted) {
  QCOMPARE(is.seams.size(), wanted.seams.size());
  COMPARE_TO(is.seamLength, wanted.seamLength, 1e-4);
  COMPARE_TO(is.outerLength, wanted.outerLength, 1e-4);
  QCOMPARE(is.corners.size() - is.unusedCorners.size(), wanted.corners.size());
  std::map<std::uint32_t, std::uint32_t> corner;
  for (std::size_t i = 0; i < is.seams.size(); ++i) {
    const Seam s = is.seams[i], w = wanted.seams[i];
    QVERIFY(s.a == w.a && s.b == w.b && s.edgeOfA == w.edgeOfA && s.edgeOfB == w.edgeOfB);
    for (const auto& [mine, theirs] : {std::pair(s.start, w.start), std::pair(s.end, w.end)}) {
      QCOMPARE(corner.emplace(mine, theirs).first->second, theirs);
      QVERIFY(distance(is.corners[mine], wanted.corners[theirs]) < kMeet);
    }
    COMPARE_TO(s.length, w.length, 1e-6);
  }
  QCOMPARE(corner.size(), wanted.corners.size());
  QCOMPARE(is.outer.size(), wanted.outer.size());
  for (std::size_t i = 0; i < is.outer.size(); ++i) {
    QVERIFY(is.outer[i].piece == wanted.outer[i].piece && is.outer[i].edge == wanted.outer[i].edge);
    QVERIFY(distance(is.outer[i].from, wanted.outer[i].from) < kMeet);
    QVERIFY(distance(is.outer[i].to, wanted.outer[i].to) < kMeet);
  }
  QCOMPARE(is.pieces(), wanted.pieces());
  for (std::size_t i = 0; i < is.pieces(); ++i) QVERIFY(std::ranges::equal(is.seamsOf(i), wanted.seamsOf(i)));
}

inline void compareIndex(const PieceIndex& is, const PieceIndex& wanted) {
  const Box all = wanted.bounds();
  QVERIFY(is.bounds() == all);
  for (int i = 0; i < 20; ++i) {
    const double x = all.left + all.width() * (i % 5) / 4.3, y = all.top + all.height() * i / 19.0;
    const Box window{x, y, x + 40, y + 25};
    QVERIFY(is.within(window) == wanted.within(window));
  }
}

/// The layout that the recipe makes, and everything that follows from it, worked out anew.
inline void compareToRebuild(const Project& p, const Derived& derived, const Soundness& sound,
                             const std::vector<NearMiss>& misses) {
  const auto again = buildLayout(**support::library().find(p.recipe.arrangement), p.recipe);
  QVERIFY2(again, again ? "" : clathra::said(again.error()).c_str());
  QCOMPARE(again->size(), p.layout->size());
  for (std::size_t i = 0; i < again->size(); ++i) {
    const auto a = again->outline(i), b = p.layout->outline(i);
    QVERIFY(again->pieces[i].key == p.layout->pieces[i].key);
    QVERIFY(std::equal(a.begin(), a.end(), b.begin(), b.end()));
    const Piece &is = p.layout->pieces[i], &wanted = again->pieces[i];
    QVERIFY(is.shape == wanted.shape && is.hand == wanted.hand && is.row == wanted.row);
    QCOMPARE(p.layout->laidAs(i), again->laidAs(i));
    COMPARE_TO(cos(is.turn - wanted.turn), 1, 1e-9);
  }
  QCOMPARE(p.layout->shapes.size(), again->shapes.size());
  for (std::size_t s = 0; s < again->shapes.size(); ++s) {
    QCOMPARE(p.layout->shapes[s].name, again->shapes[s].name);
    QVERIFY(sameOutline(p.layout->shapes[s].outline, again->shapes[s].outline));
  }
  COMPARE_TO(p.layout->finished.width(), again->finished.width(), 1e-9);
  COMPARE_TO(p.layout->finished.height(), again->finished.height(), 1e-9);
  const Derived anew = derive(p.layout);
  compareSeams(derived.geometry->seams, anew.geometry->seams);
  COMPARE_TO(derived.geometry->area, anew.geometry->area, 1e-6);
  compareIndex(*derived.index, *anew.index);
  const Soundness all = soundness(*p.layout, anew.geometry->seams);
  QCOMPARE(sound.gaps.size(), all.gaps.size());
  for (std::size_t i = 0; i < all.gaps.size(); ++i)
    COMPARE_TO(sound.gaps[i].area, all.gaps[i].area, 1e-3 + 1e-5 * all.gaps[i].area);
  QVERIFY(sound.overlaps.empty() && all.overlaps.empty());
  const auto allMisses = nearMisses(*p.layout, anew.geometry->seams, *anew.index);
  QCOMPARE(misses.size(), allMisses.size());
  for (std::size_t i = 0; i < misses.size(); ++i) {
    QVERIFY(misses[i].piece == allMisses[i].piece && misses[i].edge == allMisses[i].edge);
    COMPARE_TO(misses[i].miss, allMisses[i].miss, 1e-6);
  }
  const SeamGraph was = buildSeams(*p.layout), is = buildSeams(*again);
  QCOMPARE(is.seams.size(), was.seams.size());
  COMPARE_TO(is.seamLength, was.seamLength, 1e-9);
  // What is sewn and what is open is all there is.
  double around = 0;
  for (std::size_t i = 0; i < p.layout->size(); ++i) around += outlineLength(p.layout->outline(i));
  // Stretches under kMeet are neither; a piece that was added with a rounded edge may leave one.
  COMPARE_TO(2 * was.seamLength + was.outerLength, around, around * 1e-6 + 3 * kMeet);
  QCOMPARE(p.painting.size(), p.layout->size());
}

}  // namespace rebuild
