#include "motif/stripes.hpp"

#include <algorithm>
#include <cmath>
#include <set>
#include <tuple>
#include <vector>

#include "layout/seams.hpp"
#include "motif/chance.hpp"

namespace clathra {

namespace {

constexpr double kLeastCrossing = 1, kMostMistake = 15;  // degrees
constexpr int kRepairs = 40;                             // of each piece

/// Between two lines, 0° to 90°.
double between(Angle a, Angle b) {
  constexpr double kLine = 180;
  const double d = std::abs(std::remainder((a - b).degrees(), kLine));
  return std::min(d, kLine - d);
}

class Dealer {
 public:
  Dealer(const Layout& layout, const std::vector<std::uint32_t>& pieces, Angle stripes)
      : layout_(layout), pieces_(pieces), stripes_(stripes), dealt_(pieces.size(), -1), near_(pieces.size()) {
    std::map<std::uint32_t, std::size_t> place;
    for (std::size_t i = 0; i < pieces.size(); ++i) place[pieces[i]] = i;
    const SeamGraph seams = buildSeams(layout);
    for (const Seam& s : seams.seams) {
      const auto a = place.find(s.a), b = place.find(s.b);
      if (a == place.end() || b == place.end()) continue;
      const PolygonView p = layout.outline(s.a);
      const auto edge = static_cast<std::size_t>(s.edgeOfA);
      const Angle along = directionOf(p[(edge + 1) % p.size()] - p[edge % p.size()]);
      near_[a->second].push_back({b->second, along});
      near_[b->second].push_back({a->second, along});
    }
  }

  DealtTurns deal() {
    dealAll();
    repair();
    DealtTurns out;
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
      out.steps[pieces_[i]] = dealt_[i];
      out.mistakes += mistakes(i, dealt_[i]);
    }
    out.mistakes /= 2;  // each seam was counted from both sides
    return out;
  }

 private:
  struct Near {
    std::size_t piece;
    Angle seam;
  };

  int turnsOf(std::size_t i) const {
    return std::max(1, layout_.shapes[layout_.pieces[pieces_[i]].shape].symmetry.turns);
  }
  Angle direction(std::size_t i, int steps) const {
    return stripes_ + layout_.pieces[pieces_[i]].turn + steps * (kWholeTurn / turnsOf(i));
  }
  int mistakes(std::size_t i, int steps) const {
    int n = 0;
    for (const Near& other : near_[i])
      n += dealt_[other.piece] >= 0 &&
           likeAMistake(direction(i, steps), direction(other.piece, dealt_[other.piece]), other.seam);
    return n;
  }
  /// The turn with the fewest mistakes; of equals chance decides.
  int best(std::size_t i, std::uint32_t round) const {
    int least = 0, chosen = -1;
    double chance = 0;
    for (int k = 0; k < turnsOf(i); ++k) {
      const int n = mistakes(i, k);
      const double own = chanceOf(pieces_[i], 2 + static_cast<std::uint32_t>(k) + 64 * round);
      if (chosen >= 0 && (n > least || (n == least && own <= chance))) continue;
      least = n;
      chance = own;
      chosen = k;
    }
    return chosen;
  }

  /// First the piece that has the fewest turns left without a mistake, then the one with the most neighbours
  /// that were dealt theirs.
  using Rank = std::tuple<int, int, double, std::size_t>;
  Rank rankOf(std::size_t i) const {
    int free = 0, done = 0;
    for (int k = 0; k < turnsOf(i); ++k) free += mistakes(i, k) == 0;
    for (const Near& other : near_[i]) done += dealt_[other.piece] >= 0;
    return {free - turnsOf(i), -done, chanceOf(pieces_[i], 1), i};
  }
  void dealAll() {
    std::vector<Rank> ranks;
    for (std::size_t i = 0; i < pieces_.size(); ++i) ranks.push_back(rankOf(i));
    std::set<Rank> waiting(ranks.begin(), ranks.end());
    while (!waiting.empty()) {
      const std::size_t next = std::get<3>(*waiting.begin());
      waiting.erase(waiting.begin());
      dealt_[next] = best(next, 0);
      for (const Near& other : near_[next]) {
        if (dealt_[other.piece] >= 0) continue;
        waiting.erase(ranks[other.piece]);
        ranks[other.piece] = rankOf(other.piece);
        waiting.insert(ranks[other.piece]);
      }
    }
  }

  void repair() {
    for (std::uint32_t round = 1; round <= kRepairs; ++round) {
      bool wrong = false;
      for (std::size_t i = 0; i < pieces_.size(); ++i) {
        if (mistakes(i, dealt_[i]) == 0) continue;
        wrong = true;
        dealt_[i] = best(i, round);
      }
      if (!wrong) return;
    }
  }

  const Layout& layout_;
  const std::vector<std::uint32_t>& pieces_;
  Angle stripes_;
  std::vector<int> dealt_;  ///< -1: none yet
  std::vector<std::vector<Near>> near_;
};

}  // namespace

std::optional<Angle> stripesOn(const Cloth& cloth) {
  if (!cloth.print) return std::nullopt;
  constexpr double kSquare = 90;
  if (const auto& found = cloth.print->steps; found && !found->b)
    return directionOf(found->a) + Angle::degrees(kSquare);                  // its one step runs across them
  if (cloth.direction == Direction::Stripe) return Angle::degrees(kSquare);  // along the cloth
  return std::nullopt;
}

bool slidesAlong(const Cloth& cloth) {
  return cloth.direction == Direction::Stripe && cloth.print && cloth.print->steps && !cloth.print->steps->b;
}

bool likeAMistake(Angle one, Angle other, Angle seam) {
  const double crossing = between(one, other);
  if (crossing > kMostMistake) return false;
  if (crossing >= kLeastCrossing) return true;
  return between(one, seam) > kLeastCrossing;
}

DealtTurns dealTurns(const Layout& layout, const std::vector<std::uint32_t>& pieces, Angle stripes) {
  return Dealer(layout, pieces, stripes).deal();
}

}  // namespace clathra
