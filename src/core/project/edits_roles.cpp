// Edits of roles: what pieces are for before they have a cloth, and which cloth is put on a role.
#include <algorithm>

#include "project/edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

namespace {

constexpr std::size_t kMostName = 40;

Result<std::string> freeName(const Project& p, const Args& a, const Role* own) {
  Fields in(a, "the edit");
  const std::string name = in.text("name", {}, kMostName);
  if (in.ok() && name.empty()) in.fault("needs a name");
  if (!in.ok()) return tl::make_unexpected(in.error());
  for (const Role& r : p.roles)
    if (&r != own && r.name == name) return fail("there is already a role called \"" + name + "\"");
  return name;
}

Result<std::size_t> roleNamed(const Project& p, const Args& a) {
  Fields in(a, "the edit");
  const std::string name = in.text("role", {}, kMostName);
  if (!in.ok()) return tl::make_unexpected(in.error());
  for (std::size_t i = 0; i < p.roles.size(); ++i)
    if (p.roles[i].name == name) return i;
  return fail("there is no role called \"" + name + "\"");
}

}  // namespace

Status addRole(Project& p, const Args& a, const EditContext&) {
  const auto name = freeName(p, a, nullptr);
  if (!name) return tl::make_unexpected(name.error());
  if (p.roles.size() >= kMostRoles)
    return fail("a project holds at most " + std::to_string(kMostRoles) + " roles");
  p.roles.push_back({*name, kNoCloth});
  return {};
}

Status giveRole(Project& p, const Args& a, const EditContext&) {
  if (!a.contains("role")) return fail("giveRole needs \"role\": its name, or null to take it off");
  ClothId role = kNoRole, cloth = kNoCloth;
  if (!a["role"].is_null()) {
    const auto at = roleNamed(p, a);
    if (!at) return tl::make_unexpected(at.error());
    role = static_cast<ClothId>(*at);
    cloth = p.roles[*at].cloth;
  }
  // "role" names the role here, so it cannot choose the pieces too.
  Args which = a;
  which.erase("role");
  const auto pieces = namedPieces(p, which);
  if (!pieces) return tl::make_unexpected(pieces.error());
  for (const auto i : *pieces) {
    p.roleOf.set(i, role);
    if (role != kNoRole) p.painting.set(i, cloth);
  }
  return {};
}

Status putOnRole(Project& p, const Args& a, const EditContext&) {
  const auto role = roleNamed(p, a);
  if (!role) return tl::make_unexpected(role.error());
  ClothId cloth = kNoCloth;
  if (!a.contains("cloth")) return fail("putOnRole needs \"cloth\": its name, or null to take it off");
  if (!a["cloth"].is_null()) {
    const auto named = clothNamed(p, a);
    if (!named) return tl::make_unexpected(named.error());
    cloth = (*named)->id;
  }
  p.roles[*role].cloth = cloth;
  for (std::size_t i = 0; i < p.roleOf.size(); ++i)
    if (p.roleOf[i] == static_cast<ClothId>(*role)) p.painting.set(i, cloth);
  return {};
}

Status renameRole(Project& p, const Args& a, const EditContext&) {
  const auto role = roleNamed(p, a);
  if (!role) return tl::make_unexpected(role.error());
  const auto name = freeName(p, a, &p.roles[*role]);
  if (!name) return tl::make_unexpected(name.error());
  p.roles[*role].name = *name;
  return {};
}

/// Its pieces keep what they wear.
Status dropRole(Project& p, const Args& a, const EditContext&) {
  const auto role = roleNamed(p, a);
  if (!role) return tl::make_unexpected(role.error());
  const auto gone = static_cast<ClothId>(*role);
  for (std::size_t i = 0; i < p.roleOf.size(); ++i)
    if (p.roleOf[i] >= gone)
      p.roleOf.set(i, p.roleOf[i] == gone ? kNoRole : static_cast<ClothId>(p.roleOf[i] - 1));
  p.roles.erase(p.roles.begin() + static_cast<std::ptrdiff_t>(*role));
  return {};
}

}  // namespace clathra::edits
