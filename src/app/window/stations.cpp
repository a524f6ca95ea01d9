#include "app/window/stations.hpp"

#include "app/arrange/arrange_station.hpp"
#include "app/cloth/cloth_station.hpp"
#include "app/cut/cut_station.hpp"
#include "app/motif/motif_station.hpp"
#include "app/papers/papers_station.hpp"

namespace clathra {

namespace {

Settled settledArrange(const Session& session) {
  const int bare = session.tally().count(kNoCloth);
  return bare == 0 ? Settled::Full : bare < session.tally().pieces() ? Settled::Half : Settled::Not;
}

Settled settledPapers(const Session& session) {
  const auto plan = session.sheets();
  if (!plan || plan->sheets.empty()) return Settled::Not;
  const bool all = std::all_of(plan->needs.begin(), plan->needs.end(),
                               [](const PaperNeed& n) { return n.fits || n.parts > 0; });
  return all && session.tally().count(kNoCloth) == 0 ? Settled::Full : Settled::Half;
}

Settled settledCloth(const Session& session) {
  int used = 0, known = 0;
  for (const Cloth& c : session.project().cloths) {
    if (session.tally().count(c.id) == 0) continue;
    ++used;
    known += c.scraps || (c.width && !c.lengths.empty());
  }
  if (used == 0 || known == 0) return Settled::Not;
  return known == used ? Settled::Full : Settled::Half;
}

Settled settledMotif(const Session& session) {
  const auto& motifs = session.project().motifs;
  if (motifs.empty()) return Settled::Not;
  const bool all = std::all_of(motifs.begin(), motifs.end(), [&](const MotifChoice& m) {
    const auto s = session.supply(m.id);
    return s && s->wanted > 0 && s->onHand && *s->onHand >= s->wanted;
  });
  return all ? Settled::Full : Settled::Half;
}

Settled settledCut(const Session& session) {
  int used = 0, planned = 0, enough = 0;
  for (const Cloth& c : session.project().cloths) {
    if (session.tally().count(c.id) == 0) continue;
    ++used;
    const auto p = session.plan(c.id);
    planned += p && p->length;
    enough += p && p->length && (c.scraps || p->toBuy.value_or(1) <= 1e-6);
  }
  if (used == 0 || planned == 0) return Settled::Not;
  return enough == used ? Settled::Full : Settled::Half;
}

template <class S>
Station* make(Session& session, Preferences& preferences, QObject* parent) {
  return new S(session, preferences, parent);
}

}  // namespace

const std::array<StationKind, 5>& stationKinds() {
  static constexpr std::array<StationKind, 5> kinds{{
      {ArrangeStation::kId, [] { return QObject::tr("Arrange"); }, settledArrange, make<ArrangeStation>},
      {PapersStation::kId, [] { return QObject::tr("Papers"); }, settledPapers, make<PapersStation>},
      {ClothStation::kId, [] { return QObject::tr("Cloth"); }, settledCloth, make<ClothStation>},
      {MotifStation::kId, [] { return QObject::tr("Motif"); }, settledMotif, make<MotifStation>},
      {CutStation::kId, [] { return QObject::tr("Cut"); }, settledCut, make<CutStation>},
  }};
  return kinds;
}

}  // namespace clathra
