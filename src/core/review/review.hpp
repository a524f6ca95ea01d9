// The second look: checks that read the whole project the way an experienced friend would. One check, one
// file.
#pragma once
#include <map>
#include <memory>
#include <string>
#include <vector>

#include "cutting/plan.hpp"
#include "layout/near_miss.hpp"
#include "layout/soundness.hpp"
#include "model/project.hpp"
#include "model/tally.hpp"
#include "motif/meeting.hpp"
#include "motif/windows.hpp"
#include "paper/closing.hpp"
#include "paper/supply.hpp"
#include "paper/true_scale.hpp"
#include "progress.hpp"
#include "review/mend.hpp"

namespace clathra {

/// How the seams of a choice meet, and what that was read from.
struct SeamsSeen {
  MotifChoice motif;
  Print print;
  std::shared_ptr<const Layout> layout;
  std::shared_ptr<const Bytes> picture;
  std::shared_ptr<const std::vector<Meeting>> meetings;
};

/// Of two cloths in use of which the light one lets the other's allowance show: for each seam between them
/// its light piece; rising.
struct SeamsBesideDark {
  ClothId light = kNoCloth, dark = kNoCloth;
  std::vector<std::uint32_t> lightPieces;
  friend bool operator==(const SeamsBesideDark&, const SeamsBesideDark&) = default;
};

/// What the checks read. Parts that are not there yet (still being worked out) are passed over.
struct ReviewInput {
  const Project* project = nullptr;
  std::shared_ptr<const Geometry> geometry;
  std::shared_ptr<const PieceIndex> index;
  std::shared_ptr<const Soundness> sound;
  std::shared_ptr<const std::vector<NearMiss>> misses;
  Painting painting;  ///< shared with the project's, which may be another by the time this is read again
  Tally tally;
  std::vector<std::vector<std::uint32_t>> wearers;  ///< of each cloth, then the pieces without one; rising
  std::vector<SeamsBesideDark> besideDark;          ///< of each such two cloths, by their places on the shelf
  std::map<ClothId, std::shared_ptr<const CutPlan>> plans;
  Supplies supplies;
  std::map<int, SeamsSeen> seams;          ///< of the motif choices, by their ids
  std::map<ClothId, Message> planFaults;   ///< why a cloth has no plan
  std::shared_ptr<const Closure> closure;  ///< of papers as they were measured
  /// The printer that is used, by name or nameless and never measured; absent where it is not known.
  std::optional<PrinterProfile> printer;
  std::shared_ptr<const PaperBox> box;        ///< papers at hand
  std::shared_ptr<const PaperSupply> supply;  ///< with that box
};

struct Remark {
  std::string check;    ///< id of the check and of what it is about: "no-cloth", "cloth-short:#2"
  std::string station;  ///< where it is mended: arrange, papers, cloth, motif, cut
  std::vector<std::uint32_t> pieces;  ///< indices it is about, rising
  Message why, fix;                   ///< two sentences
  Message fixLabel;                   ///< of the button, if one edit mends it
  Mend mend;                          ///< that edit, or nothing
};

/// How a remark names a cloth or a motif choice, so that a new name changes nothing: "#2".
inline std::string subject(int id) {
  return "#" + std::to_string(id);
}

struct Check {
  std::string_view id;
  std::string_view looksFor;  ///< id of the message
  std::vector<Remark> (*run)(const ReviewInput& input);
  bool advice = false;  ///< nothing is wrong, there is something to keep in mind: never the next step
};

/// All checks. A new one is one file and one line here.
const std::vector<Check>& checks();

/// Works out what the checks read. What is `known` of the project's layout and what was read `before` a small
/// change of it is made use of. Errors: cancelled.
[[nodiscard]] Result<ReviewInput> reviewInput(const Project& project, const Progress& progress = {},
                                              const Derived& known = {}, const ReviewInput* before = nullptr);
/// Looks along the seams of all choices; what was read `before` of the same choice on the same print is kept.
void readSeams(ReviewInput& input, const Project& project, const ReviewInput* before,
               const Progress& progress = {});
/// The part of it that follows from the layout and the painting alone: all that the checks of the layout
/// read.
ReviewInput layoutReviewInput(const Project& project, const Derived& known = {},
                              const ReviewInput* before = nullptr);
/// The seams of light cloth beside dark, from the layout, painting and tally that were read.
void readBesideDark(ReviewInput& input);
/// The same from what was read before a small change. `anew`: pieces beside which something went or came, and
/// those that wear another cloth; rising.
void readBesideDark(ReviewInput& input, const ReviewInput& before, const Renumbering& change,
                    const std::vector<std::uint32_t>& anew);
/// The pieces that show a motif choice of a cloth; rising, each once.
std::vector<std::uint32_t> piecesShowing(const ReviewInput& input, ClothId cloth);
/// The pieces that wear a cloth, or none; rising.
const std::vector<std::uint32_t>& piecesWearing(const ReviewInput& input, ClothId cloth);
/// All remarks that were not set aside.
std::vector<Remark> review(const ReviewInput& input);
/// All of them, set aside or not.
std::vector<Remark> reviewAll(const ReviewInput& input);
bool isAdvice(const Remark& remark);
bool isSetAside(const Project& project, const Remark& remark);

namespace checks_ {
std::vector<Remark> piecesWithoutCloth(const ReviewInput&);
std::vector<Remark> notClosing(const ReviewInput&);
std::vector<Remark> scaleUnchecked(const ReviewInput&);
std::vector<Remark> marginsSmall(const ReviewInput&);
std::vector<Remark> papersShort(const ReviewInput&);
std::vector<Remark> systemsMixed(const ReviewInput&);
std::vector<Remark> alikeUnmarked(const ReviewInput&);
std::vector<Remark> handUnmarked(const ReviewInput&);
std::vector<Remark> slivers(const ReviewInput&);
std::vector<Remark> clothShort(const ReviewInput&);
std::vector<Remark> widthUnit(const ReviewInput&);
std::vector<Remark> cannotCut(const ReviewInput&);
std::vector<Remark> allowanceSmall(const ReviewInput&);
std::vector<Remark> hollowVanishes(const ReviewInput&);
std::vector<Remark> tipsSharp(const ReviewInput&);
std::vector<Remark> stripNarrow(const ReviewInput&);
std::vector<Remark> darkBesideLight(const ReviewInput&);
std::vector<Remark> layersMany(const ReviewInput&);
std::vector<Remark> frays(const ReviewInput&);
std::vector<Remark> washing(const ReviewInput&);
std::vector<Remark> leftovers(const ReviewInput&);
std::vector<Remark> oneWayTurned(const ReviewInput&);
std::vector<Remark> tooFewCopies(const ReviewInput&);
std::vector<Remark> windowOffPrint(const ReviewInput&);
std::vector<Remark> printScale(const ReviewInput&);
std::vector<Remark> printRepeat(const ReviewInput&);
std::vector<Remark> choicesShort(const ReviewInput&);
std::vector<Remark> seamsPart(const ReviewInput&);
std::vector<Remark> stripesMistake(const ReviewInput&);
std::vector<Remark> windowBeyondRepeat(const ReviewInput&);
std::vector<Remark> windowsTouch(const ReviewInput&);
std::vector<Remark> seamInAllowance(const ReviewInput&);
std::vector<Remark> detailAtSelvedge(const ReviewInput&);
std::vector<Remark> mirroredWish(const ReviewInput&);
std::vector<Remark> drawnBehindUnread(const ReviewInput&);
std::vector<Remark> paperTooLarge(const ReviewInput&);
std::vector<Remark> unsoundLayout(const ReviewInput&);
std::vector<Remark> nearlyMeeting(const ReviewInput&);
std::vector<Remark> arcsUnlike(const ReviewInput&);
std::vector<Remark> borderThin(const ReviewInput&);
std::vector<Remark> clothWithoutSize(const ReviewInput&);
std::vector<Remark> valueAlike(const ReviewInput&);
std::vector<Remark> lookAlikes(const ReviewInput&);
std::vector<Remark> handedShapes(const ReviewInput&);
std::vector<Remark> reflexCorners(const ReviewInput&);
std::vector<Remark> shortOfWanted(const ReviewInput&);
}  // namespace checks_

}  // namespace clathra
