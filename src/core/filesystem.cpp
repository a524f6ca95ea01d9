#include "filesystem.hpp"

#include <fcntl.h>
#include <signal.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <cstring>

#include "text.hpp"

namespace clathra {

namespace {

namespace stdfs = std::filesystem;

int answer(int result) {
  return result < 0 ? -errno : result;
}

class PosixFileSystem final : public FileSystem {
 public:
  int openNew(const std::string& path, mode_t mode) override {
    const int fd = answer(::open(path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, mode));
    if (fd >= 0) (void)::flock(fd, LOCK_EX | LOCK_NB);  // tells others that its saver lives
    return fd;
  }
  int openOld(const std::string& path) override {
    return answer(::open(path.c_str(), O_WRONLY | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK));
  }
  int keep(int fd, const FileKind& kind) override {
    // Another's file is kept his where that is allowed; the bits come last, since a new owner clears some.
    if (::fchown(fd, kind.owner, kind.group) < 0) (void)!::fchown(fd, static_cast<uid_t>(-1), kind.group);
    return answer(::fchmod(fd, kind.mode & 07777));
  }
  long write(int fd, ByteView data) override {
    const ssize_t n = ::write(fd, data.data(), data.size());
    return n < 0 ? -errno : n;
  }
  int cutTo(int fd, std::size_t size) override { return answer(::ftruncate(fd, static_cast<off_t>(size))); }
  int sync(int fd) override { return answer(::fsync(fd)); }
  int close(int fd) override { return answer(::close(fd)); }
  int rename(const std::string& from, const std::string& to) override {
    return answer(std::rename(from.c_str(), to.c_str()));
  }
  int syncFolder(const std::string& folder) override {
    const int fd = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (fd < 0) return -errno;
    const int result = answer(::fsync(fd));
    ::close(fd);
    return result;
  }
  void remove(const std::string& path) override { ::unlink(path.c_str()); }
};

Message reason(long negativeErrno) {
  switch (-negativeErrno) {
    case ENOSPC:
    case EDQUOT:
      return Message("disk-full");
    case EFBIG:
      return Message("file-too-large-there");
    case EROFS:
      return Message("disk-read-only");
    case EACCES:
    case EPERM:
      return Message("not-allowed-there");
    case ENOENT:
    case ENOTDIR:
      return Message("folder-missing");
    case ENAMETOOLONG:
      return Message("name-too-long");
    case ELOOP:
      return Message("links-circle");
    case EMFILE:
    case ENFILE:
      return Message("too-many-open");
    case EIO:
      return Message("disk-fault");
    default:
      return Message("system-refused");
  }
}

std::string folderOf(const std::string& file) {
  const auto parent = stdfs::path(file).parent_path().string();
  return parent.empty() ? "." : parent;
}

std::string hidden(const std::string& target, std::uint64_t number, const std::string& what) {
  char hex[17];
  std::snprintf(hex, sizeof hex, "%016llx", static_cast<unsigned long long>(number));
  return folderOf(target) + "/.clathra-" + hex + "-" + what;
}

/// Short names beside a file, so that its own may be as long as the system allows; they name it by a hash.
std::string besideName(const std::string& target, const std::string& what) {
  std::uint64_t hash = 1469598103934665603ull;  // FNV-1a
  for (const char c : stdfs::path(target).filename().string()) {
    hash ^= static_cast<unsigned char>(c);
    hash *= 1099511628211ull;
  }
  return hidden(target, hash, what);
}

struct Target {
  std::string file;  ///< where links lead
  bool exists = false;
  FileKind kind;
  nlink_t links = 1;
  ino_t node = 0;
};

/// Named by the file itself, whichever of its names is used.
std::string safeName(const Target& target) {
  return hidden(target.file, target.node, "safe");
}

Message kindName(mode_t mode) {
  if (S_ISDIR(mode)) return Message("is-folder");
  if (S_ISFIFO(mode) || S_ISSOCK(mode)) return Message("is-pipe");
  return Message("is-device");
}

/// Follows links to the file, which need not exist yet.
Result<Target> targetOf(const stdfs::path& given) {
  constexpr int kMostLinks = 40;
  Target out{given.string(), false, {}, 1, 0};
  for (int i = 0; i < kMostLinks; ++i) {
    struct stat s {};
    if (::lstat(out.file.c_str(), &s) != 0) {
      if (errno == ENOENT) return out;
      return fail("could-not-saved-choose", calledFile(given), reason(-errno));
    }
    if (!S_ISLNK(s.st_mode)) {
      if (!S_ISREG(s.st_mode))
        return fail("nothing-written-choose-another", calledFile(given), kindName(s.st_mode));
      out.exists = true;
      out.kind = {s.st_mode, s.st_uid, s.st_gid};
      out.links = s.st_nlink;
      out.node = s.st_ino;
      return out;
    }
    std::error_code ec;
    const stdfs::path to = stdfs::read_symlink(out.file, ec);
    if (ec) break;
    out.file = to.is_absolute() ? to.string() : (stdfs::path(folderOf(out.file)) / to).string();
  }
  return fail("could-not-saved-choose", calledFile(given), reason(-ELOOP));
}

tl::unexpected<Error> failed(const std::string& target, long code) {
  return fail("could-not-saved-what", calledFile(target), reason(code));
}

long writeAll(FileSystem& fs, int fd, ByteView data) {
  while (!data.empty()) {
    const long n = fs.write(fd, data);
    if (n == -EINTR) continue;
    if (n < 0) return n;
    if (n == 0) return -ENOSPC;
    data = data.subspan(static_cast<std::size_t>(n));
  }
  return 0;
}

/// Writes and syncs a new file; 0, or -errno when nothing is left of it.
long writeFresh(FileSystem& fs, const std::string& file, ByteView data, const FileKind* kind) {
  const int fd = fs.openNew(file, kind ? 0600 : 0644);
  if (fd < 0) return fd;
  long code = kind ? fs.keep(fd, *kind) : 0;
  if (code >= 0) code = writeAll(fs, fd, data);
  if (code >= 0) code = fs.sync(fd);
  const int closed = fs.close(fd);
  if (code >= 0) code = closed;
  if (code < 0) fs.remove(file);
  return code;
}

/// A fresh file beside the target under a name that nobody else uses.
long writeBeside(FileSystem& fs, const Target& target, ByteView data, std::string& beside) {
  long code = -EEXIST;
  for (int attempt = 0; code == -EEXIST && attempt < 100; ++attempt) {
    beside = besideName(target.file, std::to_string(::getpid()) + "-" + std::to_string(attempt));
    code = writeFresh(fs, beside, data, target.exists ? &target.kind : nullptr);
  }
  return code;
}

Status confirmed(FileSystem& fs, const std::string& target) {
  if (const int synced = fs.syncFolder(folderOf(target)); synced < 0)
    return fail("written-but-disk-did", calledFile(target), reason(synced));
  return {};
}

/// 0, or -errno; the file is torn then.
long writeOver(FileSystem& fs, const std::string& file, ByteView data) {
  const int fd = fs.openOld(file);
  if (fd < 0) return fd;
  long code = writeAll(fs, fd, data);
  if (code >= 0) code = fs.cutTo(fd, data.size());
  if (code >= 0) code = fs.sync(fd);
  const int closed = fs.close(fd);
  return code >= 0 ? closed : code;
}

/// A file with several names cannot be replaced by another file without parting them.
Status writeInPlace(FileSystem& fs, const Target& target, ByteView data) {
  const std::string safe = safeName(target);
  std::string fresh;
  long code = writeBeside(fs, target, data, fresh);
  if (code >= 0) {
    code = fs.rename(fresh, safe);
    if (code < 0) fs.remove(fresh);
  }
  if (code < 0) return failed(target.file, code);
  if (const Status ok = confirmed(fs, safe); !ok) {
    fs.remove(safe);
    return failed(target.file, -EIO);
  }
  code = writeOver(fs, target.file, data);
  if (code < 0) return fail("could-not-saved-whole", calledFile(target.file), reason(code));
  fs.remove(safe);
  return confirmed(fs, target.file);
}

}  // namespace

FileSystem& realFileSystem() {
  static PosixFileSystem fs;
  return fs;
}

std::string calledFile(const stdfs::path& path) {
  return "\"" + oneLine(path.filename().string()) + "\"";
}

Status writeWhole(FileSystem& fs, const stdfs::path& path, ByteView data) {
  const auto target = targetOf(path);
  if (!target) return tl::make_unexpected(target.error());
  if (target->exists && target->links > 1) return writeInPlace(fs, *target, data);
  std::string beside;
  long code = writeBeside(fs, *target, data, beside);
  if (code >= 0) {
    code = fs.rename(beside, target->file);
    if (code < 0) fs.remove(beside);
  }
  if (code < 0) return failed(target->file, code);
  return confirmed(fs, target->file);
}

FileSet::~FileSet() {
  for (const Part& p : parts_)
    if (!p.placed) fs_.remove(p.fresh);
}

Status FileSet::add(const stdfs::path& path, ByteView data) {
  const auto target = targetOf(path);
  if (!target) return tl::make_unexpected(target.error());
  Part part;
  part.target = target->file;
  if (target->exists) part.old = besideName(target->file, "old-" + std::to_string(::getpid()));
  const long code = writeBeside(fs_, *target, data, part.fresh);
  if (code < 0) return failed(target->file, code);
  parts_.push_back(std::move(part));
  return {};
}

Status FileSet::finish() {
  long code = 0;
  std::string at;
  for (Part& p : parts_) {
    at = p.target;
    if (!p.old.empty()) code = fs_.rename(p.target, p.old);
    if (code < 0) {
      p.old.clear();
      break;
    }
    code = fs_.rename(p.fresh, p.target);
    p.placed = code >= 0;
    if (code < 0) break;
  }
  for (Part& p : parts_) {
    if (code < 0 && p.placed && p.old.empty()) fs_.remove(p.target);
    if (p.old.empty()) continue;
    if (code >= 0)
      fs_.remove(p.old);
    else if (const bool moved = stdfs::exists(p.old); moved)
      (void)fs_.rename(p.old, p.target);
  }
  if (code < 0) return failed(at, code);
  return parts_.empty() ? Status{} : confirmed(fs_, parts_.back().target);
}

void removeAbandoned(const stdfs::path& path) {
  const auto target = targetOf(path);
  if (!target) return;
  const std::string start = stdfs::path(besideName(target->file, "")).filename().string();
  std::error_code ec;
  for (const auto& entry : stdfs::directory_iterator(folderOf(target->file), ec)) {
    const std::string name = entry.path().filename().string();
    if (!name.starts_with(start)) continue;
    const long pid = std::strtol(name.c_str() + start.size(), nullptr, 10);
    if (pid <= 0) continue;  // a safe copy
    if (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM) continue;
    const int fd = ::open(entry.path().c_str(), O_RDONLY | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK);
    if (fd < 0) continue;
    const bool free = ::flock(fd, LOCK_EX | LOCK_NB) == 0;
    ::close(fd);
    if (free) stdfs::remove(entry.path(), ec);
  }
}

stdfs::path safeCopyOf(const stdfs::path& path) {
  const auto target = targetOf(path);
  if (!target || !target->exists) return {};
  std::error_code ec;
  const std::string safe = safeName(*target);
  return stdfs::is_regular_file(safe, ec) ? stdfs::path(safe) : stdfs::path();
}

Status restoreFromSafeCopy(FileSystem& fs, const stdfs::path& path) {
  const auto target = targetOf(path);
  if (!target) return tl::make_unexpected(target.error());
  const stdfs::path safe = safeCopyOf(path);
  if (safe.empty()) return fail("no-safe-copy-beside", calledFile(path));
  const auto bytes = readWhole(safe, SIZE_MAX);
  if (!bytes) return tl::make_unexpected(bytes.error());
  if (const long code = writeOver(fs, target->file, std::as_bytes(std::span(*bytes))); code < 0)
    return fail("could-not-restored-content", calledFile(path), reason(code));
  fs.remove(safe.string());
  return confirmed(fs, target->file);
}

namespace {

/// Opens for reading what is an ordinary file; the caller closes.
Result<int> openOrdinary(const stdfs::path& path, struct stat& s) {
  // A pipe would wait for its writer for ever.
  const int fd = ::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK);
  if (fd < 0)
    return fail("not-opened", calledFile(path), errno == ENOENT ? Message("not-there") : reason(-errno));
  if (::fstat(fd, &s) == 0 && S_ISREG(s.st_mode)) return fd;
  ::close(fd);
  return fail("not-a-file-to-read", calledFile(path), kindName(s.st_mode));
}

tl::unexpected<Error> tooLarge(const stdfs::path& path, std::size_t most) {
  return fail("larger-than-mb-more", calledFile(path), most / 1'000'000);
}

}  // namespace

Result<std::size_t> sizeOfFile(const stdfs::path& path, std::size_t most) {
  struct stat s {};
  const auto fd = openOrdinary(path, s);
  if (!fd) return tl::make_unexpected(fd.error());
  ::close(*fd);
  if (static_cast<std::size_t>(s.st_size) > most) return tooLarge(path, most);
  return static_cast<std::size_t>(s.st_size);
}

Result<std::string> readWhole(const stdfs::path& path, std::size_t most) {
  struct stat s {};
  const auto fd = openOrdinary(path, s);
  if (!fd) return tl::make_unexpected(fd.error());
  const auto close = [&](auto answered) {
    ::close(*fd);
    return answered;
  };
  if (static_cast<std::size_t>(s.st_size) > most) return close(Result<std::string>(tooLarge(path, most)));
  std::string data;
  data.reserve(static_cast<std::size_t>(s.st_size) + 1);
  std::vector<char> block(1 << 16);
  for (;;) {
    const ssize_t n = ::read(*fd, block.data(), block.size());
    if (n < 0 && errno == EINTR) continue;
    if (n < 0) return close(Result<std::string>(fail("could-not-read-end", calledFile(path))));
    if (n == 0) return close(Result<std::string>(std::move(data)));
    data.append(block.data(), static_cast<std::size_t>(n));
    if (data.size() > most) return close(Result<std::string>(tooLarge(path, most)));
  }
}

}  // namespace clathra
