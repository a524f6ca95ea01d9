// Zip archives in memory, bounded on the way in.
#pragma once
#include <map>
#include <string>
#include <string_view>

#include "result.hpp"

namespace clathra {

using Entries = std::map<std::string, std::string>;  ///< name -> content

/// Limits on what is unpacked, so that a bomb costs no memory.
inline constexpr std::size_t kMostArchiveBytes = 300'000'000;
inline constexpr std::size_t kMostEntries = 2'000;
inline constexpr std::size_t kMostUnpackedBytes = 600'000'000;

/// Errors: not a zip, damaged, too much in it, a name that leads outside ("../x", "/x").
[[nodiscard]] Result<Entries> unpack(std::string_view zip);
/// Deterministic: the same entries give the same bytes. Pictures (*.png) are stored, text is deflated.
[[nodiscard]] Result<std::string> pack(const Entries& entries);

}  // namespace clathra
