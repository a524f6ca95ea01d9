// The fields of one step of an edit script: names become ids here, and nowhere else.
#pragma once
#include <optional>
#include <string>

#include "edit/edits.hpp"
#include "shape/json_fields.hpp"

namespace clathra {

class EditFields : public Fields {
 public:
  EditFields(const nlohmann::json& step, Arg where, const Project& project)
      : Fields(step, std::move(where)), project_(project) {}

  const Project& project() const { return project_; }
  /// A text that must be there and not be empty.
  std::string name(const char* key, std::size_t most = 120);
  ClothId cloth(const char* key = "cloth");        ///< by its name or sign; must be there
  ClothId clothOrNone(const char* key = "cloth");  ///< must be there; null: none
  std::optional<ClothId> clothIfSaid(const char* key = "cloth");
  int motif();  ///< by its name, from "motif"
  Point pointThere(const char* key);
  /// Corners from "outline", mm.
  Polygon outline();
  /// Counts of an arrangement, where they are said.
  std::optional<int> count(const char* key, int least = 1);
  /// "copies" {turns, mirror, centre}; without a centre about the middle.
  Copies copies();
  /// The pieces named by "pieces" (numbers), "shape", "ring" {of, k}, "row" {of, degrees}, "alike" {of,
  /// anyCloth, sameTurn}, "unit" (name, or name and number), "role" (name), "all": true or "bare": true
  /// (without a cloth).
  Pieces pieces();
  /// The same without "role", which an edit may use for itself.
  Pieces piecesWithoutRole() { return piecesBut(true); }
  bool namesPieces() const;
  void faultOf(const char* key, Message what);  ///< it needs "key": what

 private:
  Pieces piecesBut(bool withoutRole);
  const Project& project_;
};

}  // namespace clathra
