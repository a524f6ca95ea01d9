#include "edit/edit.hpp"

#include <type_traits>

#include "cutting/methods.hpp"
#include "edit/kinds.hpp"

namespace clathra {

namespace {

constexpr auto kInfos =
    EditKinds::each([](auto* kind) { return std::remove_pointer_t<decltype(kind)>::kInfo; });

}  // namespace

std::span<const EditInfo> editInfos() {
  return kInfos;
}

std::string keysOf(const EditInfo& info) {
  std::string out(info.keys);
  constexpr std::string_view kMethods = "{methods}";
  if (const auto at = out.find(kMethods); at != std::string::npos)
    out.replace(at, kMethods.size(), methodNames(" | "));
  return out;
}

Result<Project> applied(const Project& project, const Edit& edit, const EditContext& context) {
  Project next = project;
  const auto ok = edit.held_->apply(next, context);
  if (!ok) return tl::make_unexpected(ok.error());
  if (context.progress.cancelled()) return fail(kCancelled);
  return next;
}

Result<Edit> followed(const Edit& edit, const Layout& from, const Layout& to) {
  if (&from == &to) return edit;
  auto out = edit.held_->followed(PiecePlaces(from, to));
  if (!out) return fail("pieces-were-meant-no");
  return *std::move(out);
}

}  // namespace clathra
