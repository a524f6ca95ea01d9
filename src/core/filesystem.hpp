// Files are written whole or not at all, and stay what they are: links, permission bits, owner, hard links.
//
// writeWhole guarantees:
//  1 whichever call fails and wherever the program is killed, the file holds the old bytes or the new ones; a
//  file
//    with several names (hard links) is written in place, and until that is done its new bytes lie safe
//    beside it (see restoreFromSafeCopy);
//  2 a link is followed and stays a link; permission bits stay, owner and group where that is allowed;
//  3 what is no ordinary file (folder, pipe, device) is never written to nor replaced;
//  4 no half-written file is left behind, and names may be as long as the system allows.
#pragma once
#include <sys/types.h>

#include <cstddef>
#include <filesystem>
#include <span>
#include <string>
#include <vector>

#include "result.hpp"

namespace clathra {

/// What a file keeps when its bytes are replaced.
struct FileKind {
  mode_t mode = 0644;
  uid_t owner = 0;
  gid_t group = 0;
};

/// The calls below the saver, behind an interface so that tests can make any one of them fail. POSIX calls by
/// their meaning; each returns 0 or more on success and -errno on failure.
class FileSystem {
 public:
  virtual ~FileSystem() = default;
  virtual int openNew(const std::string& path, mode_t mode) = 0;  ///< created for writing; must not exist
  virtual int openOld(const std::string& path) = 0;               ///< for writing over what is there
  virtual int keep(int fd, const FileKind& kind) = 0;  ///< permission bits, and owner where allowed
  virtual long write(int fd, std::span<const std::byte> data) = 0;  ///< may write less than asked
  virtual int cutTo(int fd, std::size_t size) = 0;
  virtual int sync(int fd) = 0;
  virtual int close(int fd) = 0;
  virtual int rename(const std::string& from, const std::string& to) = 0;
  virtual int syncFolder(const std::string& folder) = 0;
  virtual void remove(const std::string& path) = 0;
};

/// The machine's own.
FileSystem& realFileSystem();

using ByteView = std::span<const std::byte>;

/// Errors name the file and the reason.
[[nodiscard]] Status writeWhole(FileSystem& fs, const std::filesystem::path& target, ByteView data);

/// Several files that appear together: none before all are written and synced; if one cannot take its place,
/// those that had are put back.
class FileSet {
 public:
  explicit FileSet(FileSystem& fs) : fs_(fs) {}
  ~FileSet();  ///< what was not finished leaves nothing behind
  FileSet(const FileSet&) = delete;
  FileSet& operator=(const FileSet&) = delete;

  [[nodiscard]] Status add(const std::filesystem::path& target, ByteView data);
  [[nodiscard]] Status finish();

 private:
  struct Part {
    std::string target, fresh, old;  ///< `old`: where what was there lies while the set takes its place
    bool placed = false;
  };
  FileSystem& fs_;
  std::vector<Part> parts_;
};

/// Removes what savers of this target that were killed have left beside it. Called after a save that went
/// well.
void removeAbandoned(const std::filesystem::path& target);

/// Where the new bytes of a file lie while it is written in place; empty if there are none.
std::filesystem::path safeCopyOf(const std::filesystem::path& target);
/// Writes a file that was torn anew from its safe copy, and removes that.
[[nodiscard]] Status restoreFromSafeCopy(FileSystem& fs, const std::filesystem::path& target);

/// Reads a whole file of at most `most` bytes. Errors: cannot be read, no ordinary file, too large.
[[nodiscard]] Result<std::string> readWhole(const std::filesystem::path& path, std::size_t most);
/// Its size in bytes, asked for before memory is. Errors: as readWhole.
[[nodiscard]] Result<std::size_t> sizeOfFile(const std::filesystem::path& path, std::size_t most);

/// How a file is called in sentences: its name in quotes, without what would break the line.
std::string calledFile(const std::filesystem::path& path);

}  // namespace clathra
