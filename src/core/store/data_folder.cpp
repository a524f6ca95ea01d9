#include "store/data_folder.hpp"

#include <cstdlib>

namespace clathra {

namespace fs = std::filesystem;

fs::path dataFolder() {
  if (const char* given = std::getenv("CLATHRA_DATA"); given && *given) return given;
  std::error_code ec;
  const fs::path program = fs::read_symlink("/proc/self/exe", ec);
  const fs::path installed = program.parent_path().parent_path() / "share" / "clathra";
  if (fs::exists(installed / "arrangements", ec)) return installed;
  return CLATHRA_SOURCE_DATA;
}

fs::path userDataFolder() {
  if (const char* given = std::getenv("XDG_DATA_HOME"); given && *given == '/')
    return fs::path(given) / "clathra";
  const char* home = std::getenv("HOME");
  return fs::path(home && *home ? home : "/tmp") / ".local" / "share" / "clathra";
}

Result<ArrangementLibrary> loadArrangements() {
  return ArrangementLibrary::load({dataFolder() / "arrangements", userDataFolder() / "arrangements"});
}

}  // namespace clathra
