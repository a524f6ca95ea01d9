// Cloths, prints and motif choices to and from JSON; the same keys in the project file and in edit scripts.
#pragma once
#include <nlohmann/json.hpp>

#include "edit/edits.hpp"
#include "model/project.hpp"
#include "shape/json_fields.hpp"

namespace clathra {

/// #1b6a88; of anything else nothing.
std::optional<Rgb> colourOf(const std::string& text);
std::string colourText(Rgb colour);

nlohmann::json toJson(const Cloth& cloth);
nlohmann::json toJson(const Print& print);
nlohmann::json toJson(const MotifChoice& motif, const Project& project);

/// Corners [[x, y]..]; of what is no list of them nothing.
nlohmann::json outlineJson(PolygonView outline);
Polygon outlineIn(const nlohmann::json& corners);
inline constexpr std::size_t kMostOutlineCorners = 1'000;
/// At least three corners and 1 mm², and it does not cross itself.
bool isOutline(const Polygon& outline);

nlohmann::json toJson(const std::vector<ClothCut>& cuts);
/// "cuts" of a cloth that has so many lengths. Faults stay in `cloth`.
std::vector<ClothCut> readCuts(Fields& cloth, std::size_t lengths, std::size_t pieces);

nlohmann::json toJson(const Layout& layout);
/// Errors: incomplete, numbers out of range, pieces without area.
[[nodiscard]] Result<Layout> readLayout(const nlohmann::json& j);
/// x, y after each other.
nlohmann::json flatJson(PolygonView outline);
/// A convex outline from the object's "line"; none is right too. Faults stay in `in`.
Polygon readLine(Fields& in);

/// Numbers by their words. Faults stay in `in`.
Proportions readProportions(Fields& in, const nlohmann::json& j);

nlohmann::json toJson(const HandWork& hand);
nlohmann::json toJson(const std::vector<OwnShape>& shapes);
std::vector<OwnShape> readOwnShapes(Fields& in, const nlohmann::json& list);
/// Faults stay in `recipe`, the object that holds it.
nlohmann::json toJson(const std::vector<PieceUnit>& units);
std::vector<PieceUnit> readUnits(Fields& recipe, const nlohmann::json& list);
HandWork readHand(Fields& recipe, const nlohmann::json& j);

/// What an object says of a cloth; its print apart. Errors stay in `in`.
ClothFields readClothFields(Fields& in);
/// What an object says of a print.
PrintFields readPrintFields(Fields& in);

/// What "materials" says of them; what it leaves out is as known. Faults stay in `in`.
std::vector<PaperMaterial> readMaterials(Fields& in, const std::vector<PaperMaterial>& known);
nlohmann::json toJson(const PaperMarks& marks);
/// What is not said stays as it was.
PaperMarks readMarks(Fields& in, PaperMarks marks);
nlohmann::json toJson(const PaperWishes& papers);
PaperWishes readPaperWishes(Fields& in, const nlohmann::json& j);

const std::vector<std::string>& directionNames();
const std::vector<std::string>& repeatNames();
const std::vector<std::string>& hatchNames();
const std::vector<std::string>& sidesNames();
const std::vector<std::string>& unitNames();

}  // namespace clathra
