// Edits of motif choices.
#include <algorithm>

#include "edit/edits.hpp"

namespace clathra {

namespace {

void putOn(MotifChoice& m, const MotifFields& f) {
  m.cloth = f.cloth.value_or(m.cloth);
  m.shape = f.shape.value_or(m.shape);
  m.at = f.at.value_or(m.at);
  m.turn = f.turn.value_or(m.turn);
  m.mirrored = f.mirrored.value_or(m.mirrored);
  m.pieces = f.pieces.value_or(m.pieces);
  m.toMiddle = f.toMiddle.value_or(m.toMiddle);
  m.note = f.note.value_or(m.note);
  m.reference = f.reference.value_or(m.reference);
}

Status checkMotif(const Project& p, const MotifChoice& m) {
  const Cloth* cloth = clothById(p, m.cloth);
  if (!cloth || !cloth->print) return fail("motif-needs-cloth-print");
  const Layout& layout = *p.layout;
  const bool known = std::any_of(layout.shapes.begin(), layout.shapes.end(),
                                 [&](const Shape& s) { return s.name == m.shape; });
  if (!known) return fail("no-piece-shape", m.shape);
  for (const auto i : m.pieces)
    if (layout.shapes[layout.pieces[i].shape].name != m.shape) return fail("piece-is-no", i + 1, m.shape);
  if (m.mirrored && cloth->print->mirrors.empty()) return fail("print-no-mirror-line", clothArg(*cloth));
  for (const MotifChoice& other : p.motifs) {
    if (other.id == m.id) continue;
    for (const auto i : m.pieces)
      if (std::binary_search(other.pieces.begin(), other.pieces.end(), i))
        return fail("piece-already-shows-motif", i + 1, other.name);
  }
  return {};
}

Result<MotifChoice*> motifIn(Project& p, int id) {
  for (MotifChoice& m : p.motifs)
    if (m.id == id) return &m;
  return fail("motif-choice-no-longer");
}

Status checkName(const Project& p, const std::string& name, int own) {
  if (name.empty()) return fail("motif-choice-needs-name");
  for (const MotifChoice& other : p.motifs)
    if (other.id != own && other.name == name) return fail("already-motif-called", name);
  return {};
}

/// Pieces that show a motif wear its cloth.
void wear(Project& p, const MotifChoice& m) {
  for (const auto i : m.pieces) p.painting.set(i, m.cloth);
}

}  // namespace

Status AddMotif::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkName(p, name, -1); !ok) return ok;
  MotifChoice m;
  m.id = p.nextMotif++;
  m.name = name;
  m.date = c.today;
  putOn(m, fields);
  if (const auto ok = checkMotif(p, m); !ok) return ok;
  wear(p, m);
  p.motifs.push_back(std::move(m));
  return {};
}

Status ChangeMotif::apply(Project& p, const EditContext&) const {
  const auto known = motifIn(p, motif);
  if (!known) return tl::make_unexpected(known.error());
  MotifChoice m = **known;
  if (name) {
    if (const auto ok = checkName(p, *name, motif); !ok) return ok;
    m.name = *name;
  }
  putOn(m, fields);
  if (const auto ok = checkMotif(p, m); !ok) return ok;
  // Pieces that were repainted since stay as they are, unless it is said anew that they show it.
  const MotifChoice& was = **known;
  for (const auto i : m.pieces) {
    const bool listed = std::binary_search(was.pieces.begin(), was.pieces.end(), i);
    if (!listed || p.painting[i] == was.cloth) p.painting.set(i, m.cloth);
  }
  **known = std::move(m);
  return {};
}

Status GiveMotif::apply(Project& p, const EditContext&) const {
  const auto known = motifIn(p, motif);
  if (!known) return tl::make_unexpected(known.error());
  MotifChoice& m = **known;
  const Layout& layout = *p.layout;
  Pieces taken;
  for (const auto i : pieces)
    if (layout.shapes[layout.pieces[i].shape].name == m.shape) taken.push_back(i);
  if (taken.empty()) return fail("no-such-piece-motif", m.shape, m.name);
  for (MotifChoice& other : p.motifs)
    if (other.id != m.id)
      std::erase_if(other.pieces,
                    [&](std::uint32_t i) { return std::find(taken.begin(), taken.end(), i) != taken.end(); });
  m.pieces.insert(m.pieces.end(), taken.begin(), taken.end());
  std::sort(m.pieces.begin(), m.pieces.end());
  m.pieces.erase(std::unique(m.pieces.begin(), m.pieces.end()), m.pieces.end());
  for (const auto i : taken) {
    p.painting.set(i, m.cloth);
    p.roleOf.set(i, kNoRole);
  }
  return {};
}

Status RemoveMotif::apply(Project& p, const EditContext&) const {
  const auto known = motifIn(p, motif);
  if (!known) return tl::make_unexpected(known.error());
  std::erase_if(p.motifs, [&](const MotifChoice& m) { return m.id == motif; });
  return {};
}

}  // namespace clathra
