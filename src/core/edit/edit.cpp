#include "edit/edit.hpp"

#include <algorithm>
#include <array>
#include <map>

#include "cutting/methods.hpp"

namespace clathra {

namespace {

template <std::size_t... I>
constexpr auto infosOf(std::index_sequence<I...>) {
  return std::array<EditInfo, sizeof...(I)>{std::variant_alternative_t<I, Edit>::kInfo...};
}
constexpr auto kInfos = infosOf(std::make_index_sequence<std::variant_size_v<Edit>>());

/// Where each piece of one layout is in another.
class Places {
 public:
  Places(const Layout& from, const Layout& to) : from_(from) {
    for (std::size_t i = 0; i < to.size(); ++i) at_.emplace(to.pieces[i].key, static_cast<std::uint32_t>(i));
  }
  std::optional<std::uint32_t> of(std::uint32_t piece) const {
    if (piece >= from_.size()) return std::nullopt;
    const auto at = at_.find(from_.pieces[piece].key);
    return at == at_.end() ? std::nullopt : std::optional(at->second);
  }
  Pieces of(const Pieces& pieces) const {
    Pieces out;
    for (const auto p : pieces)
      if (const auto q = of(p)) out.push_back(*q);
    std::sort(out.begin(), out.end());
    return out;
  }

 private:
  const Layout& from_;
  std::map<PieceKey, std::uint32_t> at_;
};

tl::unexpected<Error> gone() {
  return fail("pieces-were-meant-no");
}

/// Follows one list of pieces; false if it had some and has none left.
bool follow(Pieces& pieces, const Places& places) {
  if (pieces.empty()) return true;
  pieces = places.of(pieces);
  return !pieces.empty();
}

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

const EditInfo& infoOf(const Edit& edit) {
  return kInfos[edit.index()];
}

Weight weightOf(const Edit& edit, const Project& project) {
  const bool reads = std::visit(
      [&](const auto& e) {
        if constexpr (requires { e.readsPicture(project); })
          return e.readsPicture(project);
        else
          return false;
      },
      edit);
  return reads ? Weight::Layout : infoOf(edit).weight;
}

Result<Project> applied(const Project& project, const Edit& edit, const EditContext& context) {
  Project next = project;
  const auto ok = std::visit([&](const auto& e) { return e.apply(next, context); }, edit);
  if (!ok) return tl::make_unexpected(ok.error());
  if (context.progress.cancelled()) return fail(kCancelled);
  return next;
}

Result<Edit> followed(const Edit& edit, const Layout& from, const Layout& to) {
  if (&from == &to) return edit;
  const Places places(from, to);
  Edit out = edit;
  const bool ok = std::visit(
      [&](auto& e) {
        if constexpr (requires { e.fields.pieces; })
          return !e.fields.pieces || follow(*e.fields.pieces, places);
        else if constexpr (requires { e.ofPieces; }) {
          const bool had = !e.ofPieces.empty();
          decltype(e.ofPieces) moved;
          for (auto& [piece, lines] : e.ofPieces)
            if (const auto at = places.of(piece)) moved[*at] = std::move(lines);
          e.ofPieces = std::move(moved);
          return follow(e.pieces, places) && !(had && e.ofPieces.empty());
        } else if constexpr (requires { e.pieces; })
          return follow(e.pieces, places);
        else
          return true;
      },
      out);
  if (!ok) return gone();
  return out;
}

}  // namespace clathra
