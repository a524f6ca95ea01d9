#include "app/window/next_step.hpp"
#include "words/words.hpp"

#include <algorithm>

namespace clathra {

namespace {

std::vector<std::uint32_t> bare(const Project& p) {
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < p.painting.size(); ++i)
    if (p.painting[i] == kNoCloth) out.push_back(i);
  return out;
}

const Cloth* unmeasured(const Session& s) {
  for (const Cloth& c : s.project().cloths)
    if (s.tally().count(c.id) > 0 && !c.scraps && !c.width) return &c;
  return nullptr;
}

}  // namespace

NextStep nextStep(const Session& s) {
  const Project& p = s.project();
  const int without = s.tally().count(kNoCloth);
  // What was drawn elsewhere has its size already.
  const bool drawn = p.recipe.arrangement == kOwnArrangement && p.layout->size() > 1;
  if (!drawn && !s.canUndo() && without == s.tally().pieces() && s.path().isEmpty())
    return {QObject::tr("Give the shapes an edge length, then a size."),
            QObject::tr("Set the edge"),
            QStringLiteral("arrange"),
            QStringLiteral("edge"),
            {}};
  if (without > 0)
    return {QObject::tr("%n piece(s) have no cloth yet.", nullptr, without),
            without == 1 ? QObject::tr("Show it") : QObject::tr("Show them"),
            QStringLiteral("arrange"),
            {},
            bare(p)};
  if (const Cloth* c = unmeasured(s))
    return {QObject::tr("How wide is %1? Then its cutting can be planned.")
                .arg(QString::fromStdString(clothTitle(*c))),
            QObject::tr("Measure it"),
            QStringLiteral("cloth"),
            QString::fromStdString(subject(c->id)),
            {}};
  for (const char* station : {"papers", "cloth", "motif", "cut", "arrange"})
    for (const Remark& r : s.remarks())
      if (r.station == station && !isAdvice(r)) {
        return {inWords(r.why, p.settings.unit), QObject::tr("Look at it"), QString::fromStdString(r.station),
                QString::fromStdString(r.check), r.pieces};
      }
  if (s.planner().stopped())
    return {QObject::tr("Some figures are not worked out: that was stopped."),
            QObject::tr("Work them out"),
            QStringLiteral("go-on"),
            {},
            {}};
  if (s.planner().working()) return {QObject::tr("Looking it over …"), {}, {}, {}, {}};
  if (s.path().isEmpty())
    return {QObject::tr("All is planned. Save the project, then print sheet 1 and measure its rules."),
            QObject::tr("See the sheets"),
            QStringLiteral("papers"),
            {},
            {}};
  return {QObject::tr("All is planned. Print the papers, then take the cutting cards to the table."),
          QObject::tr("See the cards"),
          QStringLiteral("cut"),
          {},
          {}};
}

}  // namespace clathra
