#include "store/archive.hpp"

#include <zip.h>

#include <algorithm>
#include <memory>
#include <vector>

#include "text.hpp"

namespace clathra {

namespace {

struct ZipDiscard {
  void operator()(zip_t* z) const { zip_discard(z); }
};
struct FileClose {
  void operator()(zip_file_t* f) const { zip_fclose(f); }
};

bool leadsOutside(std::string_view name) {
  if (name.empty() || name.front() == '/' || name.find('\\') != std::string_view::npos) return true;
  for (std::size_t at = 0; at <= name.size();) {
    const auto end = std::min(name.find('/', at), name.size());
    if (name.substr(at, end - at) == "..") return true;
    at = end + 1;
  }
  return false;
}

/// The size that is stated is asked for first; what comes out is counted all the same.
Result<std::string> readEntry(zip_t* zip, zip_uint64_t index, std::size_t room, const std::string& name,
                              const Progress& progress) {
  zip_stat_t stat;
  zip_stat_init(&stat);
  const bool stated = zip_stat_index(zip, index, 0, &stat) == 0 && (stat.valid & ZIP_STAT_SIZE) != 0;
  if (stated && stat.size > room) return fail("unpacks-more-than-clathra");
  const std::unique_ptr<zip_file_t, FileClose> file(zip_fopen_index(zip, index, 0));
  if (!file) return fail("part-cannot-read", name);
  std::string content;
  if (stated) content.reserve(stat.size);
  std::vector<char> block(1 << 16);
  for (;;) {
    const auto n = zip_fread(file.get(), block.data(), block.size());
    if (n < 0) return fail("part-damaged", name);
    if (n == 0) return content;
    content.append(block.data(), static_cast<std::size_t>(n));
    if (progress.cancelled()) return fail(kCancelled);
    if (content.size() > room) return fail("unpacks-more-than-clathra");
  }
}

}  // namespace

Result<Entries> unpack(std::string_view data, const Progress& progress) {
  zip_error_t error;
  zip_error_init(&error);
  zip_source_t* source = zip_source_buffer_create(data.data(), data.size(), 0, &error);
  std::unique_ptr<zip_t, ZipDiscard> zip(
      source ? zip_open_from_source(source, ZIP_RDONLY | ZIP_CHECKCONS, &error) : nullptr);
  zip_error_fini(&error);
  if (!zip) {
    if (source) zip_source_free(source);
    return fail("not-zip-archive-cut");
  }
  const auto count = zip_get_num_entries(zip.get(), 0);
  if (count < 0 || static_cast<std::size_t>(count) > kMostEntries) return fail("holds-too-many-parts");
  Entries entries;
  std::size_t room = kMostUnpackedBytes;
  for (zip_uint64_t i = 0; i < static_cast<zip_uint64_t>(count); ++i) {
    const char* raw = zip_get_name(zip.get(), i, 0);
    const std::string name = raw ? raw : "";
    if (leadsOutside(name)) return fail("one-parts-leads-outside", name);
    auto content = readEntry(zip.get(), i, room, name, progress);
    if (!content) return tl::make_unexpected(content.error());
    room -= content->size();
    entries.emplace(name, std::move(*content));
  }
  return entries;
}

Result<std::string> pack(const Entries& entries, std::size_t most) {
  zip_error_t error;
  zip_error_init(&error);
  zip_source_t* target = zip_source_buffer_create(nullptr, 0, 0, &error);
  if (!target) return fail("not-enough-memory-save");
  zip_source_keep(target);
  const std::unique_ptr<zip_source_t, void (*)(zip_source_t*)> keep(target, zip_source_free);
  std::unique_ptr<zip_t, ZipDiscard> zip(zip_open_from_source(target, ZIP_TRUNCATE, &error));
  zip_error_fini(&error);
  if (!zip) return fail("not-enough-memory-save");
  std::size_t room = most;
  for (const auto& [name, content] : entries) {
    if (content.size() > room) return fail("holds-more-than-mb", most / 1'000'000);
    room -= content.size();
    zip_source_t* part = zip_source_buffer(zip.get(), content.data(), content.size(), 0);
    const auto index = part ? zip_file_add(zip.get(), name.c_str(), part, ZIP_FL_ENC_UTF_8) : -1;
    if (index < 0) {
      if (part) zip_source_free(part);
      return fail("not-enough-memory-save");
    }
    const bool stored = name.ends_with(".png");  // already compressed
    zip_set_file_compression(zip.get(), static_cast<zip_uint64_t>(index),
                             stored ? ZIP_CM_STORE : ZIP_CM_DEFLATE, 1);
    zip_file_set_mtime(zip.get(), static_cast<zip_uint64_t>(index), 0x5A000000, 0);
  }
  if (zip_close(zip.get()) != 0) return fail("archive-could-not-made");
  (void)zip.release();  // closed above
  zip_stat_t stat;
  zip_stat_init(&stat);
  if (zip_source_stat(target, &stat) != 0 || zip_source_open(target) != 0)
    return fail("archive-could-not-made");
  std::string out(stat.size, '\0');
  const auto n = zip_source_read(target, out.data(), out.size());
  zip_source_close(target);
  if (n < 0 || static_cast<std::size_t>(n) != out.size()) return fail("archive-could-not-made");
  return out;
}

}  // namespace clathra
