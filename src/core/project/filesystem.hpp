// The calls below the saver, behind an interface so that tests can make any one of them fail.
#pragma once
#include <cstddef>
#include <filesystem>
#include <span>
#include <string>

#include "result.hpp"

namespace clathra {

/// POSIX calls by their meaning; each returns 0 or more on success and -errno on failure.
class FileSystem {
 public:
  virtual ~FileSystem() = default;
  virtual int openNew(const std::string& path) = 0;                 ///< created for writing; must not exist
  virtual long write(int fd, std::span<const std::byte> data) = 0;  ///< may write less than asked
  virtual int sync(int fd) = 0;
  virtual int close(int fd) = 0;
  virtual int rename(const std::string& from, const std::string& to) = 0;
  virtual int syncFolder(const std::string& folder) = 0;
  virtual void remove(const std::string& path) = 0;
};

/// The machine's own.
FileSystem& realFileSystem();

/// Writes a whole file, or leaves what was there: a new file beside the target, written, synced, renamed over
/// it, and the folder synced. Errors name the file and the reason; the new file is removed again.
[[nodiscard]] Status writeWhole(FileSystem& fs, const std::filesystem::path& target,
                                std::span<const std::byte> data);

/// Removes what savers of this target that were killed have left beside it. Called after a save that went
/// well.
void removeAbandoned(const std::filesystem::path& target);

/// Reads a whole file of at most `most` bytes. Errors: cannot be read, too large.
[[nodiscard]] Result<std::string> readWhole(const std::filesystem::path& path, std::size_t most);

}  // namespace clathra
