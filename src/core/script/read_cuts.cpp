// Readers of edits of what is cut.
#include "script/readers.hpp"
#include "store/codec.hpp"

namespace clathra::script {

namespace {

CutPatches cutPatches(const nlohmann::json& j, EditFields& whole, ClothId cloth) {
  EditFields in(j, Message("a-cut"), whole.project());
  CutPatches out;
  out.shape = in.name("shape");
  out.hand = static_cast<int>(in.whole("hand", -1, 1, 0));
  if (in.has("motif")) out.motif = in.motif();
  for (const MotifChoice& m : in.project().motifs)
    if (out.motif == m.id && m.cloth != cloth) in.fault("cut-motif-other-cloth");
  out.standing = static_cast<int>(in.whole("standing", 0, 359, 0));
  if (in.has("count"))
    out.count = static_cast<int>(in.whole("count", 1, static_cast<std::int64_t>(kMostCutPatches)));
  for (const nlohmann::json& o : in.array("outlines", kMostCutPatches)) {
    out.outlines.push_back(outlineIn(o));
    if (!isOutline(out.outlines.back())) in.fault("cut-outline-wrong");
  }
  if (out.count > 0 && !out.outlines.empty()) in.fault("cut-count-or-outlines");
  in.nothingElse();
  if (!in.ok()) whole.faultAlone(in.error().message);
  return out;
}

}  // namespace

SetNow read(EditFields& in, SetNow*) {
  if (in.has("pieces") && in.array("pieces", kMostPieces).empty()) return {};
  return {in.pieces()};
}
TakeCut read(EditFields& in, TakeCut*) {
  TakeCut out;
  out.cloth = in.cloth();
  if (in.has("length")) out.cut.length = static_cast<int>(in.whole("length", 0, 199));
  constexpr double kFar = 1e6;
  out.cut.from = in.number("from", 0, kFar, 0);
  out.cut.to = in.number("to", 0, kFar, out.cut.from);
  for (const nlohmann::json& j : in.array("patches", kMostCutPatches)) {
    if (!in.ok()) break;
    out.cut.patches.push_back(cutPatches(j, in, out.cloth));
  }
  out.batch = in.flag("batch");
  return out;
}
GiveBackCut read(EditFields& in, GiveBackCut*) {
  const ClothId cloth = in.cloth();
  return {cloth, static_cast<int>(in.whole("cut", 1, 1'000'000))};
}

}  // namespace clathra::script
