// Cloths, prints and motif choices to and from JSON; the same keys in the project file and in edit scripts.
#pragma once
#include <nlohmann/json.hpp>

#include "project/json_fields.hpp"
#include "project/project.hpp"

namespace clathra {

nlohmann::json toJson(const Cloth& cloth);
nlohmann::json toJson(const Print& print);
nlohmann::json toJson(const MotifChoice& motif, const Project& project);

nlohmann::json toJson(const HandWork& hand);
/// Faults stay in `recipe`, the object that holds it.
nlohmann::json toJson(const std::vector<PieceUnit>& units);
std::vector<PieceUnit> readUnits(Fields& recipe, const nlohmann::json& list);
HandWork readHand(Fields& recipe, const nlohmann::json& j);

/// Takes the fields that are there and leaves the rest of `cloth` as it is. Errors stay in `in`.
void readCloth(Fields& in, Cloth& cloth);
/// `picture` is left to the caller when a script names a path.
void readPrint(Fields& in, Print& print);

const std::vector<std::string>& directionNames();
const std::vector<std::string>& repeatNames();
const std::vector<std::string>& hatchNames();
const std::vector<std::string>& sidesNames();
const std::vector<std::string>& unitNames();

}  // namespace clathra
