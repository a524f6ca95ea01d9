// Zip archives in memory, bounded on the way in.
#pragma once
#include <map>
#include <string>
#include <string_view>

#include "progress.hpp"
#include "result.hpp"

namespace clathra {

using Entries = std::map<std::string, std::string>;  ///< name -> content

/// Limits on what is unpacked, so that a bomb costs no memory.
inline constexpr std::size_t kMostArchiveBytes = 250'000'000;
inline constexpr std::size_t kMostEntries = 2'000;
inline constexpr std::size_t kMostUnpackedBytes = 250'000'000;

/// Errors: not a zip, damaged, too much in it, a name that leads outside ("../x", "/x"); cancelled.
[[nodiscard]] Result<Entries> unpack(std::string_view zip, const Progress& progress = {});
/// Deterministic: the same entries give the same bytes. Pictures (*.png) are stored, text is deflated.
/// Errors: more than could be unpacked again.
[[nodiscard]] Result<std::string> pack(const Entries& entries, std::size_t most = kMostUnpackedBytes);

}  // namespace clathra
