// Readers of edits of cloths, prints and motif choices.
#include "model/lightness.hpp"
#include "script/readers.hpp"
#include "store/codec.hpp"

namespace clathra::script {

namespace {

ClothFields clothFields(EditFields& in) {
  ClothFields out = readClothFields(in);
  if (in.isNull("print")) {
    out.print = std::optional<PrintFields>();
  } else if (in.has("print")) {
    Fields print(in.object("print"), Message("the-print"));
    out.print = readPrintFields(print);
    print.nothingElse();
    if (!print.ok()) in.faultAlone(print.error().message);
  }
  return out;
}

MotifFields motifFields(EditFields& in) {
  MotifFields out;
  out.cloth = in.clothIfSaid();
  if (in.has("shape")) out.shape = in.text("shape", {}, 120);
  out.at = in.point("at");
  if (in.has("turn")) out.turn = Angle::degrees(in.number("turn", -100'000, 100'000));
  if (in.has("mirrored")) out.mirrored = in.flag("mirrored");
  if (in.has("to_middle")) out.toMiddle = in.flag("to_middle");
  if (in.has("note")) out.note = in.text("note");
  if (in.isNull("reference")) out.reference = std::optional<Point>();
  if (in.has("reference")) out.reference = in.point("reference");
  if (in.has("pieces") && in.array("pieces", kMostPieces).empty())
    out.pieces = Pieces{};
  else if (in.has("pieces"))
    out.pieces = in.pieces();
  return out;
}

}  // namespace

AddCloth read(EditFields& in, AddCloth*) {
  return {clothFields(in)};
}
AddScraps read(EditFields& in, AddScraps*) {
  return {clothFields(in)};
}
ChangeCloth read(EditFields& in, ChangeCloth*) {
  const ClothId cloth = in.cloth();
  return {cloth, clothFields(in)};
}
JoinNearCloths read(EditFields& in, JoinNearCloths*) {
  return {in.number("within", 0, 100, kNearColour)};
}
JoinStrips read(EditFields& in, JoinStrips*) {
  JoinStrips out{in.cloth(), {}};
  for (const nlohmann::json& one : in.array("strips", 100)) {
    EditFields strip(one, Message("a-strip"), in.project());
    const ClothId of = strip.cloth();
    out.strips.push_back({of, Length::millimetres(strip.number("width", 0, 100'000))});
    strip.nothingElse();
    if (!strip.ok()) in.faultAlone(strip.error().message);
  }
  return out;
}
RemoveCloth read(EditFields& in, RemoveCloth*) {
  return {in.cloth()};
}
ChooseMethod read(EditFields& in, ChooseMethod*) {
  ChooseMethod out;
  out.cloth = in.cloth();
  if (in.isNull("method")) out.method = std::string();
  if (in.has("method")) out.method = in.text("method", {}, 20);
  if (in.has("turnOneWay")) out.turnOneWay = in.flag("turnOneWay");
  if (in.has("search")) out.search = static_cast<int>(in.whole("search", 1, 100));
  return out;
}
AddMotif read(EditFields& in, AddMotif*) {
  const std::string name = in.name("name");
  if (in.ok() && !in.has("cloth")) (void)in.cloth();
  return {name, motifFields(in)};
}
ChangeMotif read(EditFields& in, ChangeMotif*) {
  const int motif = in.motif();
  std::optional<std::string> name;
  if (in.has("name")) name = in.name("name");
  return {motif, motifFields(in), std::move(name)};
}
GiveMotif read(EditFields& in, GiveMotif*) {
  const int motif = in.motif();
  return {motif, in.pieces()};
}
RemoveMotif read(EditFields& in, RemoveMotif*) {
  return {in.motif()};
}

}  // namespace clathra::script
