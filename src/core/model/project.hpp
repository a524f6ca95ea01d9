// A project is a value: plain structs, shared where unchanged. Every calculation is a pure function of it.
#pragma once
#include <map>
#include <memory>
#include <string>
#include <vector>

#include "layout/arrangement.hpp"
#include "layout/layout.hpp"
#include "layout/piece_index.hpp"
#include "model/cloth.hpp"
#include "model/motif_choice.hpp"
#include "model/page.hpp"
#include "model/painting.hpp"
#include "model/paper_box.hpp"
#include "model/picture.hpp"
#include "model/reading.hpp"

namespace clathra {

/// A remark of the second look that was set aside, with the reason.
struct SetAside {
  std::string check, reason, date;
  friend bool operator==(const SetAside&, const SetAside&) = default;
};

/// An allowance of one shape.
struct ShapeAllowance {
  Length wished;
  std::optional<Length> least;
  friend bool operator==(const ShapeAllowance&, const ShapeAllowance&) = default;
};

struct Settings {
  LengthUnit unit = LengthUnit::Inch;
  Length allowance = Length::sixtyFourths(16);            ///< 1/4 in
  std::optional<Length> leastAllowance;                   ///< what may be accepted
  std::optional<Length> outerAllowance;                   ///< of edges on the quilt's outline
  std::map<std::string, ShapeAllowance> shapeAllowances;  ///< by the shape's id
  double sparePercent = 0;
  int times = 1;                  ///< it is made so many times: cloth and patches are for all of them
  std::optional<int> layers;      ///< of cloth under the blade at once; absent: as a method usually has
  std::optional<Length> overrun;  ///< past a corner, of the tool patches are cut round with; absent: as usual
  std::optional<bool> washed;     ///< will the finished thing be washed?
  Angle bluntBelow = Angle::degrees(75);  ///< tips of patches that are sharper are cut square
  std::string page = "a4";
  Length margin = Length::millimetres(kPageMargin);  ///< on pages of papers
  MarkedSide marked = MarkedSide::Back;
  bool stripsFirst = false;  ///< papers laid for fewest strokes rather than fewest sheets
  Length gap;                ///< between papers on sheets; 0: neighbours share their cutting lines
  SheetSorting sorting = SheetSorting::Shape;
  PaperMarks marks;
  PaperWishes papers;
  double easePercent = 1;  ///< what can be eased in when papers do not quite meet
  Length lookAlike =
      Length::millimetres(3);  ///< at the worst corner: shapes that differ by less are look-alikes
  friend bool operator==(const Settings&, const Settings&) = default;
};

/// Another way to place the cloths, kept to be compared.
struct Variant {
  std::string name, note;
  Painting painting;
  friend bool operator==(const Variant&, const Variant&) = default;
};
inline constexpr std::size_t kMostVariants = 6;  ///< what stands side by side and is still seen

/// What a piece is for before it has a cloth: feature, ground, shade 1 …
struct Role {
  std::string name;
  ClothId cloth = kNoCloth;  ///< that all pieces of the role wear, once one was put on it
  friend bool operator==(const Role&, const Role&) = default;
};
inline constexpr std::size_t kMostRoles = 40;
inline constexpr ClothId kNoRole = -1;

inline constexpr double kMostOverrun = 20;         ///< mm
inline constexpr double kLargestWanted = 100'000;  ///< mm
inline constexpr int kMostTimes = 100, kMostClothLayers = 6;
inline constexpr double kSharpestBlunt = 20, kWidestBlunt = 120;  ///< degrees that bluntBelow may have

inline constexpr std::size_t kMostProjectName = 200;  ///< characters

struct Project {
  std::string name;
  Recipe recipe;
  std::shared_ptr<const Layout> layout;  ///< never null in a project that was made or opened
  Painting painting;                     ///< one entry a piece
  std::vector<Variant> variants;
  std::vector<Role> roles;
  Painting roleOf;  ///< one entry a piece: its role's place in `roles`, or kNoRole
  std::vector<Cloth> cloths;
  ClothId nextCloth = 0;
  std::vector<MotifChoice> motifs;
  int nextMotif = 1;
  std::vector<std::uint32_t> now;  ///< pieces that are to be cut next, rising; the rest is promised its cloth
  std::map<std::string, Picture> pictures;
  Settings settings;
  std::vector<SetAside> setAside;
  std::vector<Reading> readings;     ///< of papers that were measured
  Length wantedWidth, wantedHeight;  ///< 0 when no finished size was asked for
  std::string lastStation;           ///< where it was left, and the sentence "last time you …"
  std::string lastDone;
};

/// Same content, whichever parts are shared.
bool sameContent(const Project& a, const Project& b);

/// Measures the project in this system. Cloths sold by the usual step of the former one, if nobody typed it,
/// are sold by that of the new one.
void measureIn(Project& project, LengthUnit unit);

/// A project with the four unnamed cloths from dark to light that painting begins with.
/// Errors: as buildLayout.
[[nodiscard]] Result<Project> newProject(const ArrangementLibrary& library, const Recipe& recipe,
                                         std::string name);

/// Lays the project out anew; painting and motif choices follow the pieces whose keys survive.
/// Errors: as buildLayout; the project is unchanged then.
[[nodiscard]] Status relayout(Project& project, const ArrangementLibrary& library, const Recipe& recipe,
                              const KnownOfLayout& known = {});

const Cloth* clothById(const Project& project, ClothId id);
/// To be changed. Errors: it is not there any more.
[[nodiscard]] Result<Cloth*> clothIn(Project& project, ClothId id);
/// Is it a cloth of the project, or none at all? Errors: it is not there any more.
[[nodiscard]] Status checkCloth(const Project& project, ClothId idOrNone);
/// By name, or by sign where no name matches. Errors: no such cloth.
[[nodiscard]] Result<ClothId> findCloth(const Project& project, std::string_view nameOrSign);
/// The allowance a cloth is cut with, mm.
double allowanceOf(const Project& project, const Cloth& cloth);
/// The same for one of its shapes: the shape's own, else the cloth's, else the project's.
double allowanceOf(const Project& project, const Cloth& cloth, const std::string& shape);

/// Adds a cloth with the next free sign and hatch. Errors: the name is taken or too long, too many cloths.
[[nodiscard]] Result<ClothId> addCloth(Project& project, Cloth cloth);

}  // namespace clathra
