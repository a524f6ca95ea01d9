#include "project/filesystem.hpp"

#include <fcntl.h>
#include <signal.h>
#include <unistd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fstream>

namespace clathra {

namespace {

int answer(int result) {
  return result < 0 ? -errno : result;
}

class PosixFileSystem final : public FileSystem {
 public:
  int openNew(const std::string& path) override {
    return answer(::open(path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0644));
  }
  long write(int fd, std::span<const std::byte> data) override {
    const ssize_t n = ::write(fd, data.data(), data.size());
    return n < 0 ? -errno : n;
  }
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

std::string reason(long negativeErrno) {
  switch (-negativeErrno) {
    case ENOSPC:
      return "the disk is full";
    case EROFS:
      return "the disk is read-only";
    case EACCES:
    case EPERM:
      return "writing there is not allowed";
    case ENOENT:
      return "the folder does not exist";
    case EIO:
      return "the disk reports a fault";
    default:
      return std::strerror(static_cast<int>(-negativeErrno));
  }
}

/// Names that no second saver in this process or another one uses at the same time.
std::string besideName(const std::filesystem::path& target, int attempt) {
  return target.string() + ".saving-" + std::to_string(::getpid()) + "-" + std::to_string(attempt);
}

long writeAll(FileSystem& fs, int fd, std::span<const std::byte> data) {
  while (!data.empty()) {
    const long n = fs.write(fd, data);
    if (n == -EINTR) continue;
    if (n < 0) return n;
    if (n == 0) return -ENOSPC;
    data = data.subspan(static_cast<std::size_t>(n));
  }
  return 0;
}

}  // namespace

FileSystem& realFileSystem() {
  static PosixFileSystem fs;
  return fs;
}

Status writeWhole(FileSystem& fs, const std::filesystem::path& target, std::span<const std::byte> data) {
  const auto failed = [&](long code) {
    return fail("\"" + target.filename().string() + "\" could not be saved: " + reason(code) +
                ". What was there before is unchanged; choose another place or try again.");
  };
  std::string beside;
  int fd = -EEXIST;
  for (int attempt = 0; fd == -EEXIST && attempt < 100; ++attempt) {
    beside = besideName(target, attempt);
    fd = fs.openNew(beside);
  }
  if (fd < 0) return failed(fd);
  long code = writeAll(fs, fd, data);
  if (code >= 0) code = fs.sync(fd);
  const int closed = fs.close(fd);
  if (code >= 0) code = closed;
  if (code >= 0) code = fs.rename(beside, target.string());
  if (code < 0) {
    fs.remove(beside);
    return failed(code);
  }
  const auto folder = target.has_parent_path() ? target.parent_path().string() : std::string(".");
  if (const int synced = fs.syncFolder(folder); synced < 0)
    return fail("\"" + target.filename().string() + "\" was written, but the disk did not confirm it (" +
                reason(synced) + "); save once more, or to another place, before you close.");
  return {};
}

void removeAbandoned(const std::filesystem::path& target) {
  std::error_code ec;
  const std::string start = target.filename().string() + ".saving-";
  const auto folder = target.has_parent_path() ? target.parent_path() : std::filesystem::path(".");
  for (const auto& entry : std::filesystem::directory_iterator(folder, ec)) {
    const std::string name = entry.path().filename().string();
    if (!name.starts_with(start)) continue;
    const long pid = std::strtol(name.c_str() + start.size(), nullptr, 10);
    const bool running = pid > 0 && (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM);
    if (!running) std::filesystem::remove(entry.path(), ec);
  }
}

Result<std::string> readWhole(const std::filesystem::path& path, std::size_t most) {
  std::error_code ec;
  const std::string name = "\"" + path.filename().string() + "\"";
  if (std::filesystem::is_directory(path, ec)) return fail(name + " is a folder, not a file.");
  std::ifstream in(path, std::ios::binary);
  if (!in) return fail(name + " cannot be opened; is it there, and may it be read?");
  std::string data;
  char block[65536];
  while (in.read(block, sizeof block) || in.gcount() > 0) {
    data.append(block, static_cast<std::size_t>(in.gcount()));
    if (data.size() > most)
      return fail(name + " is larger than " + std::to_string(most / 1'000'000) +
                  " MB, more than Clathra reads.");
  }
  if (in.bad()) return fail(name + " could not be read to its end.");
  return data;
}

}  // namespace clathra
