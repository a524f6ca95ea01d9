// Edits of motif choices.
#include <algorithm>

#include "project/edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

namespace {

Status readMotif(const Project& p, MotifChoice& m, const Args& a, const char* edit) {
  Fields in(a, edit);
  m.shape = in.text("shape", m.shape, 120);
  if (const auto at = in.point("at")) m.at = *at;
  m.turn = in.number("turn", -100'000, 100'000, m.turn);
  m.mirrored = in.flag("mirrored", m.mirrored);
  m.note = in.text("note", m.note);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (a.contains("pieces") && !a["pieces"].empty()) {
    const auto pieces = namedPieces(p, {{"pieces", a["pieces"]}});
    if (!pieces) return tl::make_unexpected(pieces.error());
    m.pieces = *pieces;
  }
  return {};
}

Status checkMotif(const Project& p, const MotifChoice& m) {
  const Cloth* cloth = clothById(p, m.cloth);
  if (!cloth || !cloth->print) return fail("a motif needs a cloth with a print; this one has none");
  const Layout& layout = *p.layout;
  const bool known = std::any_of(layout.shapes.begin(), layout.shapes.end(),
                                 [&](const Shape& s) { return s.name == m.shape; });
  if (!known) return fail("no piece has the shape \"" + m.shape + "\"");
  for (const auto i : m.pieces)
    if (layout.shapes[layout.pieces[i].shape].name != m.shape)
      return fail("piece " + std::to_string(i + 1) + " is no " + m.shape);
  if (m.mirrored && cloth->print->mirrors.empty())
    return fail("the print of " + clothTitle(*cloth) +
                " has no mirror line, so there is no mirror image to cut from");
  for (const MotifChoice& other : p.motifs) {
    if (other.id == m.id) continue;
    for (const auto i : m.pieces)
      if (std::binary_search(other.pieces.begin(), other.pieces.end(), i))
        return fail("piece " + std::to_string(i + 1) + " already shows the motif \"" + other.name + "\"");
  }
  return {};
}

Result<MotifChoice*> motifNamed(Project& p, const Args& a) {
  if (!a.contains("motif") || !a["motif"].is_string()) return fail("\"motif\" needs a motif's name");
  const auto name = a["motif"].get<std::string>();
  for (MotifChoice& m : p.motifs)
    if (m.name == name) return &m;
  return fail("there is no motif called \"" + name.substr(0, 60) + "\"");
}

/// Pieces that show a motif wear its cloth.
void wear(Project& p, const MotifChoice& m) {
  for (const auto i : m.pieces) p.painting.set(i, m.cloth);
}

}  // namespace

Status addMotif(Project& p, const Args& a, const EditContext& c) {
  const auto cloth = clothNamed(p, a);
  if (!cloth) return tl::make_unexpected(cloth.error());
  MotifChoice m;
  Fields in(a, "addMotif");
  m.name = in.text("name", {}, 120);
  if (m.name.empty()) in.fault("needs a name");
  if (!in.ok()) return tl::make_unexpected(in.error());
  for (const MotifChoice& other : p.motifs)
    if (other.name == m.name) return fail("there is already a motif called \"" + m.name + "\"");
  m.id = p.nextMotif++;
  m.cloth = (*cloth)->id;
  m.date = c.today;
  if (const auto ok = readMotif(p, m, a, "addMotif"); !ok) return ok;
  if (const auto ok = checkMotif(p, m); !ok) return ok;
  wear(p, m);
  p.motifs.push_back(std::move(m));
  return {};
}

Status changeMotif(Project& p, const Args& a, const EditContext&) {
  const auto named = motifNamed(p, a);
  if (!named) return tl::make_unexpected(named.error());
  MotifChoice m = **named;
  if (const auto ok = readMotif(p, m, a, "changeMotif"); !ok) return ok;
  if (a.contains("cloth")) {
    const auto cloth = clothNamed(p, a);
    if (!cloth) return tl::make_unexpected(cloth.error());
    m.cloth = (*cloth)->id;
  }
  if (a.contains("pieces") && a["pieces"].is_array() && a["pieces"].empty()) m.pieces.clear();
  if (const auto ok = checkMotif(p, m); !ok) return ok;
  wear(p, m);
  **named = std::move(m);
  return {};
}

Status removeMotif(Project& p, const Args& a, const EditContext&) {
  const auto named = motifNamed(p, a);
  if (!named) return tl::make_unexpected(named.error());
  const int id = (*named)->id;
  std::erase_if(p.motifs, [&](const MotifChoice& m) { return m.id == id; });
  return {};
}

}  // namespace clathra::edits
