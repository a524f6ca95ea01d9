// Edits of roles: what pieces are for before they have a cloth, and which cloth is put on a role.
#include <algorithm>

#include "edit/edits.hpp"

namespace clathra {

namespace {

Status checkFree(const Project& p, const std::string& name, const Role* own) {
  if (name.empty()) return fail("role-needs-name");
  for (const Role& r : p.roles)
    if (&r != own && r.name == name) return fail("already-role-called", name);
  return {};
}

Result<std::size_t> roleCalled(const Project& p, const std::string& name) {
  for (std::size_t i = 0; i < p.roles.size(); ++i)
    if (p.roles[i].name == name) return i;
  return fail("no-role-called", name);
}

}  // namespace

Status AddRole::apply(Project& p, const EditContext&) const {
  if (const auto ok = checkFree(p, name, nullptr); !ok) return ok;
  if (p.roles.size() >= kMostRoles) return fail("project-holds-at-most", kMostRoles);
  p.roles.push_back({name, kNoCloth});
  return {};
}

Status GiveRole::apply(Project& p, const EditContext&) const {
  ClothId given = kNoRole, cloth = kNoCloth;
  if (role) {
    const auto at = roleCalled(p, *role);
    if (!at) return tl::make_unexpected(at.error());
    given = static_cast<ClothId>(*at);
    cloth = p.roles[*at].cloth;
  }
  for (const auto i : pieces) {
    p.roleOf.set(i, given);
    if (given != kNoRole) p.painting.set(i, cloth);
  }
  return {};
}

Status PutOnRole::apply(Project& p, const EditContext&) const {
  const auto at = roleCalled(p, role);
  if (!at) return tl::make_unexpected(at.error());
  if (const auto ok = checkCloth(p, cloth); !ok) return ok;
  p.roles[*at].cloth = cloth;
  for (std::size_t i = 0; i < p.roleOf.size(); ++i)
    if (p.roleOf[i] == static_cast<ClothId>(*at)) p.painting.set(i, cloth);
  return {};
}

Status RenameRole::apply(Project& p, const EditContext&) const {
  const auto at = roleCalled(p, role);
  if (!at) return tl::make_unexpected(at.error());
  if (const auto ok = checkFree(p, name, &p.roles[*at]); !ok) return ok;
  p.roles[*at].name = name;
  return {};
}

/// Its pieces keep what they wear.
Status DropRole::apply(Project& p, const EditContext&) const {
  const auto at = roleCalled(p, role);
  if (!at) return tl::make_unexpected(at.error());
  const auto gone = static_cast<ClothId>(*at);
  for (std::size_t i = 0; i < p.roleOf.size(); ++i)
    if (p.roleOf[i] >= gone)
      p.roleOf.set(i, p.roleOf[i] == gone ? kNoRole : static_cast<ClothId>(p.roleOf[i] - 1));
  p.roles.erase(p.roles.begin() + static_cast<std::ptrdiff_t>(*at));
  return {};
}

}  // namespace clathra
