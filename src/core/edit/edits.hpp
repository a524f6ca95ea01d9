// The edits, one struct each, with ids and lengths instead of names and texts. `apply` changes the copy of a
// project it is given; after an error that copy is thrown away. Lengths without a type are mm, points lie in
// the layout. What is optional and absent stays as it is. Errors are sentences.
#pragma once
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "edit/chance.hpp"
#include "edit/context.hpp"
#include "layout/grow.hpp"
#include "layout/set_out.hpp"
#include "shape/overlay.hpp"

namespace clathra {

// ---- the project, its layout and its settings

struct Rename {
  static constexpr EditInfo kInfo{"rename", "name", "names the project"};
  std::string name;
  Status apply(Project&, const EditContext&) const;
};
struct SetArrangement {
  static constexpr EditInfo kInfo{"setArrangement", "arrangement, across?, down?, rings?",
                                  "changes the arrangement", Weight::Layout};
  std::string arrangement;
  std::optional<int> across, down, rings;
  Status apply(Project&, const EditContext&) const;
};
struct SetEdge {
  static constexpr EditInfo kInfo{"setEdge", "value (mm)", "changes the edge", Weight::Layout};
  Length edge;
  Status apply(Project&, const EditContext&) const;
};
struct SetProportion {
  static constexpr EditInfo kInfo{"setProportion", "proportion (its key), value (mm or degrees)",
                                  "changes a side or angle of the arrangement", Weight::Layout};
  std::string key;
  double value = 0;  ///< mm or degrees
  Status apply(Project&, const EditContext&) const;
};
struct SetCounts {
  static constexpr EditInfo kInfo{"setCounts", "across?, down?, rings?", "changes the counts",
                                  Weight::Layout};
  std::optional<int> across, down, rings;
  Status apply(Project&, const EditContext&) const;
};
struct SetSize {
  static constexpr EditInfo kInfo{"setSize", "edge (mm), across?, down?, rings?",
                                  "changes edge and counts in one step", Weight::Layout};
  Length edge;
  std::optional<int> across, down, rings;
  Status apply(Project&, const EditContext&) const;
};
struct SetSides {
  static constexpr EditInfo kInfo{"setSides", "sides: outline | edge-pieces | slice", "changes the sides",
                                  Weight::Pieces};
  FinishingSides sides = FinishingSides::Outline;
  Status apply(Project&, const EditContext&) const;
};
struct SetLine {
  static constexpr EditInfo kInfo{
      "setLine", "box [left, top, right, bottom] (mm) or outline [[x, y]..]; neither: the natural line",
      "moves the finishing line", Weight::Pieces};
  std::optional<Polygon> outline;  ///< absent: the natural line
  Status apply(Project&, const EditContext&) const;
};
struct SetWantedSize {
  static constexpr EditInfo kInfo{"setWantedSize", "width, height (mm; 0: none)", "notes the wanted size"};
  Length width, height;
  Status apply(Project&, const EditContext&) const;
};
struct SetAllowance {
  static constexpr EditInfo kInfo{"setAllowance",
                                  "value (mm) | null (none of its own), cloth? | shape? | where?: outer, "
                                  "least? (mm): what may be accepted",
                                  "changes the seam allowance"};
  Length value;
  std::optional<ClothId> cloth;                     ///< of this one alone
  std::optional<std::string> shape = {};            ///< of this one alone, by its id
  bool outer = false;                               ///< of the quilt's own edge
  std::optional<std::optional<Length>> least = {};  ///< none takes it away
  bool none = false;                                ///< the cloth, shape or outer edge has none of its own
  Status apply(Project&, const EditContext&) const;
};
struct SetSpare {
  static constexpr EditInfo kInfo{"setSpare", "percent", "changes the spare patches"};
  double percent = 0;
  Status apply(Project&, const EditContext&) const;
};
struct SetMaking {
  static constexpr EditInfo kInfo{"setMaking",
                                  "times? (1-100), layers? (1-6) | null, overrun? (mm) | null, washed? true "
                                  "| false | null, bluntBelow? (degrees; 20: hardly "
                                  "any tip)",
                                  "changes how it is made"};
  std::optional<int> times;
  std::optional<std::optional<int>> layers;
  std::optional<std::optional<bool>> washed;
  std::optional<std::optional<Length>> overrun = {};
  std::optional<double> bluntBelow = {};  ///< degrees
  Status apply(Project&, const EditContext&) const;
};
struct SetUnit {
  static constexpr EditInfo kInfo{"setUnit", "unit: inch | mm", "changes the unit"};
  LengthUnit unit = LengthUnit::Inch;
  Status apply(Project&, const EditContext&) const;
};
struct SetPage {
  static constexpr EditInfo kInfo{
      "setPage",
      "page?, side?: back | front, stripsFirst?, margin?, gap?, sort?: shape | unit | cloth | block",
      "changes the paper sheets"};
  std::optional<std::string> page;
  std::optional<MarkedSide> side;
  std::optional<bool> stripsFirst;
  std::optional<Length> margin = {}, gap = {};
  std::optional<SheetSorting> sorting = {};
  Status apply(Project&, const EditContext&) const;
};
struct SetMarks {
  static constexpr EditInfo kInfo{"setMarks",
                                  "name?, number?, sign?, arrow?, outer?, ticks?, folds?: true | false, "
                                  "hand?: right | left",
                                  "changes what is printed on papers"};
  PaperMarks marks;
  Status apply(Project&, const EditContext&) const;
};
struct SetPapers {
  static constexpr EditInfo kInfo{
      "setPapers",
      "material?, ahead?, ease?, lookAlike?, materials?: [{id, life, lost, price, "
      "minutesCut, minutesOut, quilted, washable, dulls}..]",
      "changes what papers are made of and how they are used"};
  std::optional<std::string> material;
  std::optional<int> ahead;
  std::optional<double> ease;  ///< percent
  std::optional<Length> lookAlike;
  std::vector<PaperMaterial> materials = {};  ///< take the place of those of their ids
  Status apply(Project&, const EditContext&) const;
};
struct SetReadings {
  static constexpr EditInfo kInfo{
      "setReadings",
      "readings: [{shape, handed?, what: edge | across | high | angle, index?, papers?, "
      "value, state?: bare | covered, material?}..]",
      "keeps papers as they were measured"};
  std::vector<Reading> readings;
  Status apply(Project&, const EditContext&) const;
};
struct SetNumbering {
  static constexpr EditInfo kInfo{"setNumbering", "by: rows | outside | rings | units", "numbers the pieces",
                                  Weight::Pieces};
  Numbering by = Numbering::Rows;
  Status apply(Project&, const EditContext&) const;
};

// ---- which cloth goes where

struct Paint {
  static constexpr EditInfo kInfo{
      "paint",
      "cloth (name, sign or null) and one of pieces [n..], shape, ring {of, k}, row {of, degrees}, alike "
      "{of, anyCloth?, sameTurn?}, unit (its name, or its name and number), role, all, bare",
      "paints"};
  ClothId cloth = kNoCloth;
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
struct PaintByChance {
  static constexpr EditInfo kInfo{
      "paintByChance",
      "cloths [{cloth, share?, most?}..], pieces [n..] (or as paint), neighboursDiffer? (true), seed?",
      "paints by chance", Weight::Pieces};
  ChanceRules rules;
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
struct KeepVariant {
  static constexpr EditInfo kInfo{"keepVariant", "name, note?", "keeps the painting as a variant"};
  std::string name;
  std::optional<std::string> note;
  Status apply(Project&, const EditContext&) const;
};
struct WearVariant {
  static constexpr EditInfo kInfo{"wearVariant", "variant", "puts on a variant"};
  std::string variant;
  Status apply(Project&, const EditContext&) const;
};
struct ChangeVariant {
  static constexpr EditInfo kInfo{"changeVariant", "variant, name?, note?",
                                  "changes a variant's name or note"};
  std::string variant;
  std::optional<std::string> name, note;
  Status apply(Project&, const EditContext&) const;
};
struct DropVariant {
  static constexpr EditInfo kInfo{"dropVariant", "variant", "drops a variant"};
  std::string variant;
  Status apply(Project&, const EditContext&) const;
};
struct AddRole {
  static constexpr EditInfo kInfo{"addRole", "name", "adds a role"};
  std::string name;
  Status apply(Project&, const EditContext&) const;
};
struct GiveRole {
  static constexpr EditInfo kInfo{"giveRole", "role (name or null), pieces [n..] (or as paint)",
                                  "gives pieces a role"};
  std::optional<std::string> role;  ///< absent: none
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
struct PutOnRole {
  static constexpr EditInfo kInfo{"putOnRole", "role, cloth (name, sign or null)",
                                  "puts a cloth on all pieces of a role"};
  std::string role;
  ClothId cloth = kNoCloth;
  Status apply(Project&, const EditContext&) const;
};
struct RenameRole {
  static constexpr EditInfo kInfo{"renameRole", "role, name", "names a role anew"};
  std::string role, name;
  Status apply(Project&, const EditContext&) const;
};
struct DropRole {
  static constexpr EditInfo kInfo{"dropRole", "role", "drops a role; its pieces keep their cloth"};
  std::string role;
  Status apply(Project&, const EditContext&) const;
};

// ---- growing and reshaping by hand

/// The first piece of a layout that is made by hand: it may be another one as long as it is alone.
struct BeginWith {
  static constexpr EditInfo kInfo{
      "beginWith",
      "one of shape (a family or one's own), sides (3 to 16, of the edge), outline "
      "[[x, y]..] (mm) or typed (sides and corners in turn); name?",
      "begins with another piece", Weight::Pieces};
  Polygon outline;   ///< mm, centred
  std::string name;  ///< of a shape of one's own; empty for none
  Status apply(Project&, const EditContext&) const;
};
/// Names the shape of a piece; or fills a hole with a piece of its own shape and names that.
struct MakeShape {
  static constexpr EditInfo kInfo{"makeShape", "name, piece n or hole [x, y] (mm, inside it), cloth?",
                                  "makes a shape of one's own", Weight::Pieces};
  std::string name;
  std::optional<std::uint32_t> piece;
  Point hole;
  ClothId cloth = kNoCloth;
  std::optional<std::uint32_t>& onePiece() { return piece; }
  Status apply(Project&, const EditContext&) const;
};
struct DropShape {
  static constexpr EditInfo kInfo{"dropShape", "name", "forgets the name of a shape of one's own",
                                  Weight::Pieces};
  std::string name;
  Status apply(Project&, const EditContext&) const;
};
struct AddPieces {
  static constexpr EditInfo kInfo{"addPieces",
                                  "at [x, y] (mm, on an open edge), shape?, choice? (0: the best closing), "
                                  "copies? {turns, mirror, centre [x, y]}, cloth?",
                                  "adds what fits an open edge", Weight::Pieces};
  Point at;           ///< on an open edge
  std::string shape;  ///< empty: any
  std::size_t choice = 0;
  Copies copies;
  ClothId cloth = kNoCloth;
  Status apply(Project&, const EditContext&) const;
};
struct TakeAway {
  static constexpr EditInfo kInfo{"takeAway", "pieces [n..] (or as paint), copies?", "takes pieces away",
                                  Weight::Pieces};
  Pieces pieces;
  Copies copies;
  Status apply(Project&, const EditContext&) const;
};
struct Subdivide {
  static constexpr EditInfo kInfo{
      "subdivide",
      "pieces [n..] (or as paint), divisions? (2), parts {triangle, diamond, half, hexagon, jewel} or mixed "
      "[part..] and count; index?, mirroredOnce?, different?",
      "fills pieces with smaller ones", Weight::Pieces};
  Pieces pieces;
  std::vector<int> parts;     ///< of each part its number, as subdivisionParts() lists them; or
  std::vector<bool> allowed;  ///< which parts may be mixed
  int count = 0;              ///< pieces of a mixed filling; 0 where `parts` are stated
  std::uint64_t index = 0;
  bool different = false;     ///< each piece takes another filling
  bool mirroredOnce = false;  ///< fillings that are mirror images of each other have one number
  int divisions = 2;
  Status apply(Project&, const EditContext&) const;
};
struct FillHoles {
  static constexpr EditInfo kInfo{"fillHoles", "cloth?", "fills closed holes", Weight::Layout};
  ClothId cloth = kNoCloth;
  Status apply(Project&, const EditContext&) const;
};
struct CloseRing {
  static constexpr EditInfo kInfo{"closeRing",
                                  "at [x, y] (mm, on the open edge of a chain's last piece), cloth?",
                                  "closes a ring of equal pieces", Weight::Pieces};
  Point at;
  ClothId cloth = kNoCloth;
  Status apply(Project&, const EditContext&) const;
};
struct Exchange {
  static constexpr EditInfo kInfo{
      "exchange", "pieces [n..] (one or two and more that join), choice? (0: the fewest), most? (3)",
      "puts other shapes into the same outline", Weight::Pieces};
  Pieces pieces;
  std::size_t choice = 0;
  int most = 3;
  Status apply(Project&, const EditContext&) const;
};
struct JoinPieces {
  static constexpr EditInfo kInfo{"joinPieces", "pieces [n..]", "joins pieces into one", Weight::Pieces};
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
struct DraftLines {
  static constexpr EditInfo kInfo{
      "draft",
      "lines [[[x, y], [x, y]]..] (mm), copies?, pieces? (else all they run through); or svg (its text, or "
      "file in a script) and pieces",
      "divides pieces along drawn lines", Weight::Pieces};
  std::vector<Line> lines;  ///< through all of `pieces`, or all pieces they run through
  Copies copies;
  Pieces pieces;
  std::map<std::uint32_t, std::vector<Line>> ofPieces;  ///< lines of their own; then the others are empty
  Status apply(Project&, const EditContext&) const;
};
struct Cure {
  static constexpr EditInfo kInfo{"cure", "pieces [n..] (or as paint)",
                                  "cuts pieces at corners that point inwards", Weight::Pieces};
  Pieces pieces;
  Status apply(Project&, const EditContext&) const;
};
struct SplitPiece {
  static constexpr EditInfo kInfo{"splitPiece", "piece n, from, to (corners, counted from 1)",
                                  "splits a piece", Weight::Pieces};
  Pieces pieces;  ///< one
  int from = 1, to = 1;
  Status apply(Project&, const EditContext&) const;
};
struct MarkUnit {
  static constexpr EditInfo kInfo{"markUnit", "name, pieces [n..] (or as paint), everywhere? (false)",
                                  "makes pieces a unit, and all their copies in the layout", Weight::Pieces};
  std::string name;
  Pieces pieces;
  bool everywhere = false;
  Status apply(Project&, const EditContext&) const;
};
struct PlaceUnit {
  static constexpr EditInfo kInfo{
      "placeUnit", "unit, at [x, y] (mm, on an open edge), choice? (0: the longest joined), copies?",
      "places another unit", Weight::Pieces};
  std::string unit;
  Point at;
  std::size_t choice = 0;
  Copies copies;
  Status apply(Project&, const EditContext&) const;
};
/// Copies of a unit with a path between them.
struct SetOutUnits {
  static constexpr EditInfo kInfo{
      "setOutUnits",
      "unit, path (piece n whose copies make the path), across, down, apart? (1), allRound?, cloth?",
      "sets out units with a path between them", Weight::Layout};
  std::string unit;
  std::optional<std::uint32_t> path;
  SetOutAsk ask;
  ClothId cloth = kNoCloth;  ///< of the path
  std::optional<std::uint32_t>& onePiece() { return path; }
  Status apply(Project&, const EditContext&) const;
};
struct ReplaceUnits {
  static constexpr EditInfo kInfo{"replaceUnits", "unit, by",
                                  "puts units of one name in the place of all of another", Weight::Pieces};
  std::string unit, by;
  Status apply(Project&, const EditContext&) const;
};
struct RenameUnit {
  static constexpr EditInfo kInfo{"renameUnit", "unit, name", "names units anew"};
  std::string unit, name;
  Status apply(Project&, const EditContext&) const;
};
struct DropUnit {
  static constexpr EditInfo kInfo{"dropUnit", "unit", "makes units single pieces again", Weight::Pieces};
  std::string unit;
  Status apply(Project&, const EditContext&) const;
};

// ---- the shelf

/// What is said of a print; `picture` is a key of the project's pictures or the path of a file.
struct PrintFields {
  std::optional<std::string> picture;
  std::optional<double> dpi;
  std::optional<Length> along, across;
  std::optional<RepeatKind> kind;
  std::optional<std::optional<RepeatSteps>> steps;  ///< a value of none: the repeat is not known
  std::optional<std::vector<MirrorAxis>> mirrors;
  std::optional<std::optional<Point>> halfTurn;
  std::optional<std::optional<Point>> mark;
  std::optional<bool> scaleGuessed;
};
/// What is said of a cloth.
struct ClothFields {
  std::optional<std::string> name;
  std::optional<Rgb> colour;
  std::optional<Hatch> hatch;
  std::optional<bool> scraps;
  std::optional<std::optional<Length>> width;
  std::optional<std::vector<OnHand>> lengths;
  std::optional<int> collection;  ///< so many different cloths like the first of its lengths; 1: one cloth
  std::optional<Direction> direction;
  std::optional<std::optional<Stand>> stand;
  std::optional<Length> increment;
  std::optional<std::optional<SoldPiece>> soldPiece;
  std::optional<std::optional<double>> price;
  std::optional<double> shrinkPercent;
  std::optional<std::optional<Length>> allowance;
  std::optional<std::optional<Length>> leastAllowance;
  std::optional<bool> turnOneWay, drawnBehind;
  std::optional<std::optional<int>> inSet;
  std::optional<ClothFacts> facts;                  ///< all of them
  std::optional<std::optional<PrintFields>> print;  ///< a value of none takes the print off

  void putOn(Cloth& cloth) const;  ///< all but the print
};
inline constexpr std::string_view kClothKeys =
    "name, width?, lengths? [mm | {length, width?, mark?, holes?} | {outline, mark?, holes?}..], collection? "
    "(so many different cloths like the first length), direction?: "
    "none | "
    "two-way | one-way | stripe, stand?: piece | shape | any, colour? #rrggbb, hatch?, sold? {by: length, "
    "step, "
    "price?} | {by: piece, name, width, length, straight?, price?}, price? (of a step or piece), shrink? "
    "(percent), "
    "increment? (mm), allowance? (mm), least? (mm), facts? {thickness? (mm), fray?: little | "
    "usual | much, stretches?, shows_through?, readable_behind?, washed?, thread? #rrggbb}, "
    "in_set? (alike patches of layered repeats) | null, drawn_behind? "
    "(true: on the wrong side), print? {picture, "
    "dpi, along, across, kind: straight | "
    "half-drop | "
    "brick, or as it was found a [x, y] | null (not known), b? [x, y] | null, half_turn_centre? [x, y] | "
    "null, "
    "dpi_guessed?, "
    "mirror_axes [{deg, point}], mark [x, y] | null}";

struct AddCloth {
  static constexpr EditInfo kInfo{"addCloth", kClothKeys, "adds a cloth"};
  ClothFields fields;
  bool readsPicture(const Project&) const;
  Status apply(Project&, const EditContext&) const;
};
struct AddScraps {
  static constexpr EditInfo kInfo{"addScraps", "name, colour?, hatch?, print?", "adds scraps"};
  ClothFields fields;
  bool readsPicture(const Project&) const;
  Status apply(Project&, const EditContext&) const;
};
struct ChangeCloth {
  static constexpr EditInfo kInfo{"changeCloth", "cloth, and any key of addCloth", "changes a cloth"};
  ClothId cloth = kNoCloth;
  ClothFields fields;
  bool readsPicture(const Project&) const;
  Status apply(Project&, const EditContext&) const;
};
/// Plain cloths (without a print or a length of their own) of near colours become one: the commonest of them.
struct JoinNearCloths {
  static constexpr EditInfo kInfo{"joinNearCloths", "within? (10: how unlike, in L*a*b*)",
                                  "joins cloths of near colours", Weight::Pieces};
  double within = 10;
  Status apply(Project&, const EditContext&) const;
};
/// The cloth is sewn together from strips before patches are cut from it: its print shows them, and it is
/// striped.
struct JoinStrips {
  static constexpr EditInfo kInfo{"joinStrips",
                                  "cloth, strips [{cloth, width (mm, as sewn)}..] from the left selvedge, "
                                  "again and again; none: it is one cloth again",
                                  "joins a cloth from strips"};
  ClothId cloth = kNoCloth;
  std::vector<JoinedStrip> strips;
  Status apply(Project&, const EditContext&) const;
};
struct RemoveCloth {
  static constexpr EditInfo kInfo{"removeCloth", "cloth", "removes a cloth"};
  ClothId cloth = kNoCloth;
  Status apply(Project&, const EditContext&) const;
};
struct ChooseMethod {
  static constexpr EditInfo kInfo{"chooseMethod",
                                  "cloth, method?: {methods} | null (the recommended one), turnOneWay?, "
                                  "search?: 1 | 10 | 100 times as long as usual for a traced lay",
                                  "chooses how to cut"};
  ClothId cloth = kNoCloth;
  std::optional<std::string> method;
  std::optional<bool> turnOneWay;
  std::optional<int> search = {};
  Status apply(Project&, const EditContext&) const;
};

/// What is said of a motif choice.
struct MotifFields {
  std::optional<ClothId> cloth;
  std::optional<std::string> shape;
  std::optional<Point> at;
  std::optional<Angle> turn;
  std::optional<bool> mirrored;
  std::optional<Pieces> pieces;
  std::optional<bool> toMiddle;
  std::optional<std::string> note;
  std::optional<std::optional<Point>> reference;
};
struct AddMotif {
  static constexpr EditInfo kInfo{"addMotif",
                                  "name, cloth, shape, at [x, y] (mm on the picture), turn? (degrees), "
                                  "mirrored?, pieces [n..], to_middle?, note?, reference? [x, y] | null",
                                  "adds a motif choice"};
  std::string name;
  MotifFields fields;
  Status apply(Project&, const EditContext&) const;
};
struct ChangeMotif {
  static constexpr EditInfo kInfo{"changeMotif", "motif, name? (a new one), and any other key of addMotif",
                                  "changes a motif choice"};
  int motif = 0;
  MotifFields fields;
  std::optional<std::string> name = {};
  Status apply(Project&, const EditContext&) const;
};
struct GiveMotif {
  static constexpr EditInfo kInfo{"giveMotif", "motif, pieces [n..] (or as paint)",
                                  "gives further pieces a motif choice"};
  int motif = 0;
  Pieces pieces;  ///< those of another shape are passed over
  Status apply(Project&, const EditContext&) const;
};
struct RemoveMotif {
  static constexpr EditInfo kInfo{"removeMotif", "motif", "removes a motif choice"};
  int motif = 0;
  Status apply(Project&, const EditContext&) const;
};

// ---- the second look

struct SetRemarkAside {
  static constexpr EditInfo kInfo{"setAside", "check, reason", "sets a remark aside"};
  std::string check, reason;
  Status apply(Project&, const EditContext&) const;
};
struct TakeUpAgain {
  static constexpr EditInfo kInfo{"takeUpAgain", "check", "takes a remark up again"};
  std::string check;
  Status apply(Project&, const EditContext&) const;
};

}  // namespace clathra
