// The command that counts the copies of each motif choice.
#include <cstdio>
#include <memory>
#include <optional>
#include <vector>

#include "cli/commands.hpp"
#include "cli/waiting.hpp"
#include "motif/meeting.hpp"
#include "motif/supply.hpp"
#include "motif/thread.hpp"
#include "motif/windows.hpp"
#include "store/codec.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

json meetingJson(const Meeting& m) {
  json changes = json::array();
  for (const auto& [a, b] : m.changes) changes.push_back({a, b});
  return {{"a", m.sideOfA},
          {"b", m.sideOfB},
          {"verdict", verdictName(m.verdict)},
          {"parts_at", optional(m.partsAt)},
          {"mean_de", m.meanDe},
          {"worst_de", m.worstDe},
          {"changes", changes},
          {"thread", colourText(threadFor(m))},
          {"stripe", m.stripe ? json(stripeName(*m.stripe)) : json(nullptr)}};
}

std::string onHandText(const MotifSupply& s) {
  if (!s.onHand) return "unknown on hand";
  if (s.atMost.value_or(*s.onHand) > *s.onHand)
    return "at least " + std::to_string(*s.onHand) + ", at most " + std::to_string(*s.atMost) + " on hand";
  return std::to_string(*s.onHand) + " on hand";
}

/// What each choice asks for and what is on hand. Bounds are told of all before the first is counted to its
/// end, and are the answer if that is stopped.
Result<std::vector<MotifSupply>> supplies(const Project& project) {
  const Progress stop = untilInterrupted();
  std::vector<MotifSupply> out;
  for (const MotifChoice& m : project.motifs) {
    std::optional<MotifSupply> bounds;
    const auto tell = [&](MotifSupply soFar) {
      if (!soFar.counted)
        std::fprintf(stderr, "%s: %s so far. Ctrl+C leaves it at that.\n", m.name.c_str(),
                     onHandText(soFar).c_str());
      bounds = std::move(soFar);
    };
    auto supply = motifSupply(windowInput(project, m), stop, tell, CountOnHand::Bounds);
    if (!supply && !(stop.cancelled() && bounds)) return tl::make_unexpected(supply.error());
    out.push_back(supply ? std::move(*supply) : std::move(*bounds));
  }
  for (std::size_t i = 0; i < out.size() && !stop.cancelled(); ++i) {
    if (out[i].counted) continue;
    auto supply = motifSupply(project, project.motifs[i], stop);
    if (supply)
      out[i] = std::move(*supply);
    else if (!stop.cancelled())
      return tl::make_unexpected(supply.error());
  }
  return out;
}

json motifJson(const Project& project, const MotifChoice& m, const MotifSupply& supply,
               const std::vector<Meeting>& meetings) {
  json meeting = json::array(), outline = json::array();
  for (const Meeting& each : eachPairOnce(meetings)) meeting.push_back(meetingJson(each));
  for (const Point p : windowOutline(*project.layout, m)) outline.push_back({p.x, p.y});
  return {{"motif", m.name},
          {"cloth", clothTitle(*clothById(project, m.cloth))},
          {"shape", m.shape},
          {"at", {m.at.x, m.at.y}},
          {"turn", m.turn.degrees()},
          {"mirrored", m.mirrored},
          {"pieces", numbersOf(m.pieces)},
          {"wanted", supply.wanted},
          {"on_hand", supply.onHand ? json(*supply.onHand) : json(nullptr)},
          {"on_hand_at_most", supply.atMost ? json(*supply.atMost) : json(nullptr)},
          {"length_needed", optional(supply.lengthNeeded)},
          {"worst_place", supply.worstPlace},
          {"exact", supply.exact},
          {"remark", said(supply.remark, project.settings.unit)},
          {"outline", outline},
          {"meeting", meeting}};
}

Status motif(const std::string& file, bool asJson) {
  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  const auto counted = supplies(*project);
  if (!counted) return tl::make_unexpected(counted.error());
  json out = json::array();
  for (std::size_t i = 0; i < counted->size(); ++i) {
    const MotifChoice& m = project->motifs[i];
    const MotifSupply& supply = (*counted)[i];
    const auto meetings = meetingsOf(*project, m);
    if (!meetings) return tl::make_unexpected(meetings.error());
    out.push_back(motifJson(*project, m, supply, *meetings));
    if (!asJson)
      printLine(m.name + " from " + clothTitle(*clothById(*project, m.cloth)) + ": " +
                std::to_string(supply.wanted) + " wanted, " + onHandText(supply) +
                (supply.remark.empty() ? "" : ". " + said(supply.remark, project->settings.unit)));
  }
  if (asJson) print(out);
  return {};
}

}  // namespace

void addMotif(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("motif", "Counts the copies of each motif choice");
  const auto file = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = motif(*file, *asJson); });
}

}  // namespace clathra::cli
