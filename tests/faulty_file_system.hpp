// The calls below the saver, one of which fails.
#pragma once
#include <cerrno>

#include "filesystem.hpp"

namespace support {

/// Fails the n-th call of any kind; counts calls.
class FaultyFileSystem : public clathra::FileSystem {
 public:
  int failAt = -1, calls = 0;
  int code = -EIO;
  bool shortWrites = false;
  bool fails() { return ++calls == failAt; }
  int openNew(const std::string& path, mode_t mode) override {
    return fails() ? code : clathra::realFileSystem().openNew(path, mode);
  }
  int openOld(const std::string& path) override {
    return fails() ? code : clathra::realFileSystem().openOld(path);
  }
  int keep(int fd, const clathra::FileKind& kind) override {
    return fails() ? code : clathra::realFileSystem().keep(fd, kind);
  }
  int cutTo(int fd, std::size_t size) override {
    return fails() ? code : clathra::realFileSystem().cutTo(fd, size);
  }
  long write(int fd, std::span<const std::byte> data) override {
    if (fails()) return code;
    return clathra::realFileSystem().write(
        fd, shortWrites ? data.subspan(0, std::min<std::size_t>(data.size(), 1000)) : data);
  }
  int sync(int fd) override { return fails() ? code : clathra::realFileSystem().sync(fd); }
  int close(int fd) override {
    const bool bad = fails();
    const int closed = clathra::realFileSystem().close(fd);
    return bad ? code : closed;
  }
  int rename(const std::string& from, const std::string& to) override {
    return fails() ? code : clathra::realFileSystem().rename(from, to);
  }
  int syncFolder(const std::string& folder) override {
    return fails() ? code : clathra::realFileSystem().syncFolder(folder);
  }
  void remove(const std::string& path) override { clathra::realFileSystem().remove(path); }
};

}  // namespace support
