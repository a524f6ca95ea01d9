// Edits: every change that window or script can make, by name, as a pure step from one project to the next.
#pragma once
#include <functional>
#include <nlohmann/json.hpp>
#include <string>
#include <string_view>
#include <vector>

#include "project/derived.hpp"
#include "project/project.hpp"

namespace clathra {

/// What edits need beside the project.
struct EditContext {
  const ArrangementLibrary& library;
  /// Reads a picture named by a script and gives it as PNG. Errors: one sentence.
  std::function<Result<Picture>(const std::string& path)> loadPicture;
  std::string today;  ///< ISO day, for motif choices and set-aside remarks
  Derived known{};    ///< of the project's layout, where it is at hand; else edits work out what they need
};

/// One kind of edit. `apply` changes the copy it is given; after an error the copy is thrown away.
struct EditKind {
  std::string_view name;
  std::string_view keys;  ///< for --help: keys and what they take
  std::string_view does;  ///< "puts a cloth on pieces"; begins the undo text
  Status (*apply)(Project& project, const nlohmann::json& args, const EditContext& context);
};

/// All of them, in the order of the help.
const std::vector<EditKind>& editKinds();

/// Applies one edit, e.g. {"edit":"setEdge","value":25.4}. Errors: unknown edit, wrong keys, what the edit
/// refuses.
[[nodiscard]] Result<Project> applyEdit(const Project& project, const nlohmann::json& edit,
                                        const EditContext& context);

/// The pieces named by "pieces" (numbers), "shape", "ring" {of, k}, "row" {of, degrees}, "alike" {of,
/// anyCloth}, "unit" (name, or name and number), "role" (name), "all": true or "bare": true (without a
/// cloth). Indices, rising. Errors: none named, a number that is not there.
[[nodiscard]] Result<std::vector<std::uint32_t>> namedPieces(const Project& project,
                                                             const nlohmann::json& args);

/// Pieces whose centres lie on the line through the centre of `piece` in direction `degrees`, with it.
std::vector<std::uint32_t> rowOf(const Layout& layout, std::uint32_t piece, double degrees);
/// Pieces of the same shape and hand that wear the same cloth, or any cloth.
std::vector<std::uint32_t> alikeTo(const Project& project, std::uint32_t piece, bool anyCloth);

}  // namespace clathra
