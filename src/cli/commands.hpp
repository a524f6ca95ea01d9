// The commands of clathra-cli. Each adds itself to the command line; one file a group, one line each in
// main.cpp.
#pragma once
#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "edit/edit.hpp"
#include "layout/arrangement.hpp"
#include "result.hpp"

namespace clathra::cli {

/// What a command leaves behind: a message and an exit code of 1, or nothing.
struct Outcome {
  Status status{};
};

void addArrangements(CLI::App& app, Outcome& outcome);
void addNew(CLI::App& app, Outcome& outcome);
void addDemo(CLI::App& app, Outcome& outcome);
void addEdit(CLI::App& app, Outcome& outcome);
void addPieces(CLI::App& app, Outcome& outcome);
void addTally(CLI::App& app, Outcome& outcome);
void addPapers(CLI::App& app, Outcome& outcome);
void addPrinter(CLI::App& app, Outcome& outcome);
void addPracticeCutter(CLI::App& app, Outcome& outcome);
void addMeasured(CLI::App& app, Outcome& outcome);
void addWhich(CLI::App& app, Outcome& outcome);
void addScan(CLI::App& app, Outcome& outcome);
void addPractice(CLI::App& app, Outcome& outcome);
void addPracticePhoto(CLI::App& app, Outcome& outcome);
void addCut(CLI::App& app, Outcome& outcome);
void addGives(CLI::App& app, Outcome& outcome);
void addShelf(CLI::App& app, Outcome& outcome);
void addPack(CLI::App& app, Outcome& outcome);
void addRepeat(CLI::App& app, Outcome& outcome);
void addFind(CLI::App& app, Outcome& outcome);
void addMotif(CLI::App& app, Outcome& outcome);
void addReview(CLI::App& app, Outcome& outcome);
void addCheck(CLI::App& app, Outcome& outcome);
void addExport(CLI::App& app, Outcome& outcome);
void addPrints(CLI::App& app, Outcome& outcome);
void addSubdivide(CLI::App& app, Outcome& outcome);
void addImport(CLI::App& app, Outcome& outcome);
void addFit(CLI::App& app, Outcome& outcome);
void addUnbuilt(CLI::App& app, Outcome& outcome, const char* name, const char* does);

/// Those that ship and the user's own; files that cannot be used are named on stderr. Errors: none was found.
[[nodiscard]] Result<ArrangementLibrary> arrangements();

void print(const nlohmann::json& j);
void printLine(const std::string& text);

/// Errors: no such sides.
[[nodiscard]] Result<FinishingSides> finishingSidesOf(const std::string& name);
nlohmann::json tallyJson(const Project& project);
/// From 1.
nlohmann::json numbersOf(const std::vector<std::uint32_t>& pieces);
nlohmann::json optional(const std::optional<double>& value);

}  // namespace clathra::cli
