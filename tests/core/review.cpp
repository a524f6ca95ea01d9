#include "review/review.hpp"
#include "edit/mending.hpp"

#include "image/decode.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

std::vector<Remark> remarksOf(const Project& p) {
  return review(*reviewInput(p));
}

const Remark* find(const std::vector<Remark>& all, const std::string& check) {
  for (const Remark& r : all)
    if (r.check.starts_with(check)) return &r;
  return nullptr;
}

Picture picture(int px) {
  Bytes b{0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13, 'I', 'H', 'D', 'R'};
  for (const int v : {px, px})
    for (int s = 24; s >= 0; s -= 8) b.push_back(static_cast<std::uint8_t>(v >> s));
  b.insert(b.end(), {8, 2, 0, 0, 0, 0, 0, 0, 0});
  return *pictureFromPng(b);
}

Project painted(double edge = 40) {
  Project p = support::project(support::recipe("hexagons", edge, 5, 5));
  p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "A"}, {"name", "Tide Ink"}, {"width", 1000}});
  return support::edited(p, {{"edit", "paint"}, {"cloth", "Tide Ink"}, {"shape", "hexagon"}});
}

Project withPrint(double along, double across, json mark, json at, int wanted, int pixels = 1000) {
  Project p = painted();
  const EditContext context{
      support::library(), [&](const std::string&) { return Result<Picture>(picture(pixels)); }, "2026-01-02"};
  p = *applyStep(
      p,
      {{"edit", "changeCloth"},
       {"cloth", "Tide Ink"},
       {"lengths", {400}},
       {"print", {{"picture", "x.png"}, {"dpi", 100}, {"along", along}, {"across", across}, {"mark", mark}}}},
      context);
  json pieces = json::array();
  for (int i = 1; i <= wanted; ++i) pieces.push_back(i);
  return *applyStep(p,
                    {{"edit", "addMotif"},
                     {"name", "Spot"},
                     {"cloth", "Tide Ink"},
                     {"shape", "hexagon"},
                     {"at", at},
                     {"pieces", pieces}},
                    context);
}

}  // namespace

/// Each check fires where it should, names the pieces, and its offered mend silences it.
class ReviewTest : public QObject {
  Q_OBJECT
 private slots:
  void aSoundPaintedProjectHasNothingToRemark() {
    const auto all = remarksOf(painted(30));
    QVERIFY2(all.empty(), all.empty() ? "" : clathra::said(all.front().why).c_str());
  }
  void piecesWithoutCloth() {
    Project p = painted();
    p = support::edited(p, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {3, 7}}});
    const auto all = remarksOf(p);
    const Remark* r = find(all, "no-cloth");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{2, 6}));
    QVERIFY(clathra::said(r->why).starts_with("2 pieces have no cloth"));
  }
  void slivers() {
    Project p =
        support::project(support::recipe("hexagon-square-triangle", 15, 4, 4, FinishingSides::EdgePieces));
    const auto all = remarksOf(p);
    const Remark* r = find(all, "sliver");
    QVERIFY(r);
    QVERIFY(!r->pieces.empty());
    QVERIFY(!find(remarksOf(support::edited(p, *mendingEdit(r->mend))), "sliver"));
  }
  /// Of slivers of several widths the narrowest is told, wherever it lies.
  void theNarrowestSliverIsTold() {
    Project p = support::project(support::recipe("squares", 60, 3, 1));
    const auto cut = [&](std::uint32_t piece, double from) {
      const Box b = bounds(p.layout->outline(piece));
      const double x = b.left + from;
      p = support::edited(
          p, {{"edit", "draft"},
              {"lines", json::array({json::array({json::array({x, b.top}), json::array({x, b.bottom})})})},
              {"pieces", {piece + 1}}});
    };
    cut(2, 5.5);
    cut(1, 4);
    cut(0, 5);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "sliver");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(3));
    QVERIFY2(clathra::said(r->why, LengthUnit::Millimetre).find("4 mm") != std::string::npos,
             clathra::said(r->why).c_str());
  }
  void tipsTooSharpToFold() {
    Recipe r = support::recipe("narrow-diamond-rows", 40, 4, 3);
    r.proportions = {{"angle", 36}};
    const Project sharp = support::project(r);
    const auto all = remarksOf(sharp);
    const Remark* remark = find(all, "tips-sharp:" + sharp.layout->shapes[0].name);
    QVERIFY(remark);
    QCOMPARE(remark->pieces.size(), sharp.layout->size());
    QVERIFY(clathra::said(remark->why).find("36°") != std::string::npos);
    // Of 45° they are as usual, and so is a corner of 36° that points inwards.
    QVERIFY(
        !find(remarksOf(support::project(support::recipe("narrow-diamond-rows", 40, 4, 3))), "tips-sharp"));
  }
  void stripsTooNarrowToHold() {
    // Squares of 16 mm with 6.35: 28.7, and 1 1/4 in by the ruler; of 15 mm 27.7 and 1 1/8 in, 28.6 mm.
    const auto squares = [](double edge) {
      Project p = support::project(support::recipe("squares", edge, 5, 4));
      p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"width", 1000}});
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {2, 3, 9}}});
      return support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "B"}, {"method", "strips"}});
    };
    const auto all = remarksOf(squares(15));
    const Remark* r = find(all, "strip-narrow:#1");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{1, 2, 8}));
    QVERIFY(clathra::said(r->why, LengthUnit::Inch).find("1 1/8 in") != std::string::npos);
    QVERIFY(!find(remarksOf(squares(16)), "strip-narrow"));
  }
  /// 44 for 44 in, 112 for 112 cm and 1.2 cm for 1.2 m; 112 for 112 cm as inches: asked, and mended as meant.
  /// What may be so is not asked about: strips, wide backings, pieces sold by the piece.
  void widthsInTheWrongUnit() {
    const auto typed = [](const char* unit, const char* width) {
      Project p = support::project(support::recipe("squares", 50, 5, 4));
      p = support::edited(p, {{"edit", "setUnit"}, {"unit", unit}});
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {2, 3, 9}}});
      ChangeCloth edit{p.cloths[1].id, {}};
      edit.fields.width = *parseLength(width, p.settings.unit);
      return support::edited(p, edit);
    };
    struct Case {
      const char *unit, *width, *how, *meant, *shown;
      double mm;
    };
    for (const Case& c : {Case{"mm", "44", "44 mm wide: no cloth", "inches", "1117.6 mm", 1117.6},
                          Case{"mm", "112", "112 mm wide: no cloth", "centimetres", "1120 mm", 1120},
                          Case{"mm", "1.2 cm", "12 mm wide: no cloth", "metres", "1200 mm", 1200},
                          Case{"inch", "112", "112 in wide: hardly any", "centimetres", "44 3/32 in", 1120},
                          Case{"inch", "44 mm", "in wide: no cloth", "inches", "44 in", 1117.6}}) {
      const Project p = typed(c.unit, c.width);
      const auto all = remarksOf(p);
      const Remark* r = find(all, "width-unit:#1");
      QVERIFY2(r, c.width);
      QCOMPARE(r->station, std::string("cloth"));
      QCOMPARE(r->pieces, (std::vector<std::uint32_t>{1, 2, 8}));
      const std::string why = clathra::said(r->why, p.settings.unit),
                        fix = clathra::said(r->fix, p.settings.unit);
      QVERIFY2(why.find(c.how) != std::string::npos, why.c_str());
      QVERIFY2(fix.find(std::string("Were ") + c.meant + " meant?") == 0, fix.c_str());
      QVERIFY2(fix.find(c.shown) != std::string::npos, fix.c_str());
      QVERIFY(clathra::said(r->fixLabel, p.settings.unit).find(c.shown) != std::string::npos);
      const Project mended = support::edited(p, *mendingEdit(r->mend));
      QCOMPARE(mended.cloths[1].width->mm(), c.mm);
      QVERIFY(mended.cloths[0].width == p.cloths[0].width);
      QVERIFY2(!find(remarksOf(mended), "width-unit"), c.width);
    }
    for (const auto& [unit, width] :
         {std::pair{"mm", "200"}, std::pair{"mm", "63.5"}, std::pair{"mm", "2450"}, std::pair{"mm", "44 cm"},
          std::pair{"inch", "2 1/2"}, std::pair{"inch", "96"}})
      QVERIFY2(!find(remarksOf(typed(unit, width)), "width-unit"), width);
    // Sold by the piece, or different cloths of one size: they may be as narrow as they are.
    const Project narrow = typed("mm", "44");
    QVERIFY(
        !find(remarksOf(support::edited(
                  narrow, {{"edit", "changeCloth"},
                           {"cloth", "B"},
                           {"sold", {{"by", "piece"}, {"name", "strip"}, {"width", 44}, {"length", 1100}}}})),
              "width-unit"));
    QVERIFY(
        !find(remarksOf(support::edited(
                  narrow, {{"edit", "changeCloth"}, {"cloth", "B"}, {"lengths", {300}}, {"collection", 6}})),
              "width-unit"));
  }
  /// Four strips at once of cloth 0.6 mm thick are 2.4 mm deep, three 1.8; one strip is one layer whatever is
  /// wished.
  void tooManyLayersForTheBlade() {
    const auto squares = [](double thickness, int layers, int pieces) {
      Project p = support::project(support::recipe("squares", 50, 10, 5));
      p = support::edited(
          p,
          {{"edit", "changeCloth"}, {"cloth", "B"}, {"width", 600}, {"facts", {{"thickness", thickness}}}});
      json worn = json::array();
      for (int i = 1; i <= pieces; ++i) worn.push_back(i);
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", worn}});
      p = support::edited(p, {{"edit", "setMaking"}, {"layers", layers}});
      return support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "B"}, {"method", "strips"}});
    };
    const auto all = remarksOf(squares(0.6, 4, 40));
    const Remark* r = find(all, "layers-many:#1");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), 40U);
    QVERIFY(clathra::said(r->why).find("2.4 mm") != std::string::npos);
    QVERIFY(clathra::said(r->fix).find("no more than 3") != std::string::npos);
    QVERIFY(!find(remarksOf(squares(0.6, 3, 40)), "layers-many"));
    QVERIFY(!find(remarksOf(squares(0.6, 4, 5)), "layers-many"));
    QVERIFY(!find(remarksOf(squares(0.3, 6, 40)), "layers-many"));
  }
  void frayingClothWithASmallAllowance() {
    Project p = support::project(support::recipe("squares", 50, 4, 2));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {2, 5}}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"pieces", {1, 3, 4}}});
    const auto fray = [&](const char* much) {
      return support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"facts", {{"fray", much}}}});
    };
    const auto all = remarksOf(fray("much"));
    const Remark* r = find(all, "frays:#1");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{1, 4}));
    QVERIFY(!find(remarksOf(fray("usual")), "frays"));
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 9}, {"cloth", "B"}});
    QVERIFY(!find(remarksOf(fray("much")), "frays"));
  }
  void washingAgainstPapersAndUnwashedCloth() {
    Project p = support::project(support::recipe("squares", 50, 4, 2));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {2, 5}}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"pieces", {1, 3, 4}}});
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"facts", {{"washed", false}}}});
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"facts", {{"washed", true}}}});
    p = support::edited(p, {{"edit", "setPapers"}, {"material", "leave-in"}});
    QVERIFY(!find(remarksOf(p), "washing"));  // nobody said that it will be
    const Project washed = support::edited(p, {{"edit", "setMaking"}, {"washed", true}});
    const auto all = remarksOf(washed);
    const Remark* cloth = find(all, "washing:#1");
    QVERIFY(cloth);
    QCOMPARE(cloth->pieces, (std::vector<std::uint32_t>{1, 4}));
    QVERIFY(!find(all, "washing:#2"));
    const bool stays = !washed.settings.papers.chosen().washable;
    QCOMPARE(find(all, "washing:papers") != nullptr, stays);
    QVERIFY(!find(remarksOf(support::edited(washed, {{"edit", "setPapers"}, {"material", "card"}})),
                  "washing:papers"));
    QVERIFY(!find(remarksOf(support::edited(p, {{"edit", "setMaking"}, {"washed", false}})), "washing"));
  }
  /// B lacks cloth; C, nearly its colour, is left over, D, of quite another, too.
  void whatIsLeftWouldServeAnother() {
    Project p = support::project(support::recipe("squares", 50, 6, 4));
    const auto cloth = [&](const char* sign, const char* colour, double length, json pieces) {
      p = support::edited(p, {{"edit", "changeCloth"},
                              {"cloth", sign},
                              {"colour", colour},
                              {"width", 500},
                              {"lengths", {length}}});
      p = support::edited(p, {{"edit", "paint"}, {"cloth", sign}, {"pieces", std::move(pieces)}});
    };
    cloth("B", "#1b6a88", 100, {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12});
    cloth("C", "#206f8c", 900, {13, 14});
    cloth("D", "#a83a20", 900, {15, 16});
    const auto all = remarksOf(p);
    const Remark* r = find(all, "leftovers:#1");
    QVERIFY(r);
    QVERIFY(clathra::said(r->why).find("cloth C") != std::string::npos);
    QCOMPARE(r->pieces.size(), 12U);
    // Narrower than B it would want more than B lacks: no offer.
    QVERIFY(!find(remarksOf(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", 460}})),
                  "leftovers"));
    QVERIFY(find(remarksOf(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", 540}})),
                 "leftovers"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"colour", "#a07010"}});
    QVERIFY(!find(remarksOf(p), "leftovers"));
  }
  void darkAllowanceBehindLightCloth() {
    Project p = support::project(support::recipe("squares", 40, 4, 1));
    const auto named = [&](const char* sign, const char* colour, json pieces) {
      p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", sign}, {"colour", colour}});
      p = support::edited(p, {{"edit", "paint"}, {"cloth", sign}, {"pieces", std::move(pieces)}});
    };
    named("A", "#101820", {1});
    named("B", "#f4efe2", {2, 3});
    named("C", "#b9a888", {4});
    const auto all = remarksOf(p);
    const Remark* r = find(all, "dark-beside-light:#1/#0");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{1}));  // the light one
    QVERIFY(!find(all, "dark-beside-light:#1/#2"));
    QVERIFY(isAdvice(*r));
    // Advice asks for nothing; what cannot be cut or will not close does.
    for (const char* asks : {"washing:#2", "not-closing:3", "cannot-cut:#1", "dark", ""}) {
      Remark other = *r;
      other.check = asks;
      QVERIFY2(!isAdvice(other), asks);
    }
    // Held against the light: it does not show, or it shows even what is a little darker.
    const auto thin = [&](bool shows) {
      return remarksOf(support::edited(
          p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"facts", {{"shows_through", shows}}}}));
    };
    QVERIFY(!find(thin(false), "dark-beside-light"));
    QVERIFY(find(thin(true), "dark-beside-light:#1/#2"));
  }
  void clothShorterThanThePlan() {
    Project p = painted();
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {100}}});
    const auto all = remarksOf(p);
    QCOMPARE(clothById(p, 0)->name, std::string("Tide Ink"));
    QVERIFY(find(all, "cloth-short:#0"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {3000}}});
    QVERIFY(!find(remarksOf(p), "cloth-short"));
  }
  void allowanceSmallForTheEdge() {
    const Project p = painted(60);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "allowance-small:#0");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(25));
    QVERIFY(!find(remarksOf(support::edited(p, *mendingEdit(r->mend))), "allowance-small"));
  }
  void oneWayClothThatTheMethodWouldTurn() {
    Project p = support::project(support::recipe("triangles", 50, 10, 6));
    p = support::edited(p,
                        {{"edit", "addCloth"}, {"name", "Reed"}, {"width", 900}, {"direction", "one-way"}});
    p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "strips"}});
    // Both ways up: alternately turned strips keep the print upright in every piece.
    QVERIFY(
        !find(remarksOf(support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"shape", "triangle60"}})),
              "one-way-turned"));
    json tipUp = json::array();
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (abs(p.layout->pieces[i].turn) < Angle::degrees(1e-4)) tipUp.push_back(i + 1);
    QVERIFY(tipUp.size() > 20);
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", tipUp}});
    const auto kept = remarksOf(p);
    const Remark* r = find(kept, ("one-way-turned:#" + std::to_string(*findCloth(p, "Reed"))).c_str());
    QVERIFY(r);
    QVERIFY(r->why.id == "one-way-kept-why");
    p = support::edited(
        p, {{"edit", "chooseMethod"}, {"cloth", "Reed"}, {"method", "strips"}, {"turnOneWay", true}});
    const auto turned = remarksOf(p);
    r = find(turned, ("one-way-turned:#" + std::to_string(*findCloth(p, "Reed"))).c_str());
    QVERIFY(r && r->why.id == "one-way-turned-why");
    QCOMPARE(find(remarksOf(support::edited(p, *mendingEdit(r->mend))), "one-way-turned")->why.id,
             std::string("one-way-kept-why"));
  }
  void fewerMotifCopiesThanWanted() {
    // Patches of about 82 by 93 mm on repeats of 200: five across, two down on 400 mm.
    const auto all = remarksOf(withPrint(200, 200, {0, 0}, {100, 100}, 11));
    const Remark* r = find(all, "few-copies:#1");
    QVERIFY(r);
    QCOMPARE(r->why, Message("few-copies-why", 11, "Spot", 10));
    QVERIFY(!find(remarksOf(withPrint(200, 200, {0, 0}, {100, 100}, 10)), "few-copies"));
  }
  void aWindowPartlyOffThePrint() {
    const Project p = withPrint(50, 50, {0, 0}, {10, 100}, 3);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "window-off-print:#1");
    QVERIFY(r);
    const Project mended = support::edited(p, *mendingEdit(r->mend));
    QVERIFY(!find(remarksOf(mended), "window-off-print"));
    const Point moved = mended.motifs[0].at - p.motifs[0].at;  // by whole repeats: the spot stays the same
    COMPARE_TO(std::remainder(moved.x, 50), 0, 1e-9);
    COMPARE_TO(std::remainder(moved.y, 50), 0, 1e-9);
  }
  void patchesLargerThanTheRepeat() {
    // About 82 by 93 mm: on repeats of 200 each gives one, on repeats of 90 they take their neighbours.
    QVERIFY(!find(remarksOf(withPrint(200, 200, {0, 0}, {100, 100}, 3)), "beyond-repeat"));
    const auto all = remarksOf(withPrint(90, 200, {0, 0}, {100, 100}, 3));
    const Remark* r = find(all, "beyond-repeat:#1");
    QVERIFY(r);
    QCOMPARE(r->pieces, (std::vector<std::uint32_t>{0, 1, 2}));
    QCOMPARE(r->station, std::string("motif"));
  }
  void windowsWithoutRoomForTheBlade() {
    const Project far = withPrint(200, 200, {0, 0}, {100, 100}, 6),
                  near = withPrint(200, 84, {0, 0}, {100, 100}, 6);
    QVERIFY(!find(remarksOf(far), "windows-touch"));
    const auto all = remarksOf(near);
    const Remark* r = find(all, "windows-touch:");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(6));
    QCOMPARE(r->why, Message("windows-touch-why", 6, Arg(std::string("Tide Ink")), fineArg(3, 0)));
  }
  void aDetailOnTheSelvedge() {
    // The first window of the row stands 41 mm from the selvedge; a detail 35 mm to its left lies 6 mm from
    // it.
    Project p = withPrint(200, 200, {-58, 0}, {100, 100}, 3);
    p = support::edited(p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"reference", {110, 90}}});
    QVERIFY(!find(remarksOf(p), "detail-at-selvedge"));
    p = support::edited(p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"reference", {65, 100}}});
    const auto all = remarksOf(p);
    const Remark* r = find(all, "detail-at-selvedge:#1");
    QVERIFY(r);
    QCOMPARE(r->why, Message("detail-at-selvedge-why", 1, "Spot"));
  }
  void aMirroredWishOnAPrintWithoutAMirror() {
    Project p = withPrint(200, 200, {0, 0}, {100, 100}, 4);
    Cloth* cloth = *clothIn(p, *findCloth(p, "Tide Ink"));
    cloth->print->mirrors = {{kQuarterTurn, {100, 0}}};
    p = support::edited(p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"mirrored", true}});
    QVERIFY(!find(remarksOf(p), "mirrored-wish"));
    (*clothIn(p, *findCloth(p, "Tide Ink")))->print->mirrors.clear();
    QVERIFY(find(remarksOf(p), "mirrored-wish:#1"));
  }
  void aBackThatShowsNothing() {
    Project p = withPrint(200, 200, {0, 0}, {100, 100}, 4);
    QVERIFY(!find(remarksOf(p), "drawn-behind"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"drawn_behind", true}});
    QVERIFY(find(remarksOf(p), "drawn-behind:"));
    p = support::edited(
        p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"facts", {{"readable_behind", true}}}});
    QVERIFY(!find(remarksOf(p), "drawn-behind"));
    // A plain cloth has nothing to be read.
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"drawn_behind", true}});
    QVERIFY(!find(remarksOf(p), "drawn-behind"));
  }
  void seamsThatPartAndStripesThatNearlyMeet() {
    const Project p = withPrint(200, 200, {0, 0}, {100, 100}, 4);
    ReviewInput in = *reviewInput(p);
    const auto with = [&](Meeting meeting) {
      in.seams[1].meetings =
          std::make_shared<const std::vector<Meeting>>(std::vector<Meeting>{{}, std::move(meeting)});
      return review(in);
    };
    Meeting good;
    good.verdict = Verdict::Meets;
    in.seams[1].meetings = std::make_shared<const std::vector<Meeting>>(std::vector<Meeting>{good});
    QVERIFY(!find(review(in), "seams-part") && !find(review(in), "stripes-mistake"));
    Meeting parts{{1, 4, false}, 1, 4, Verdict::Parts, 17.0, 30, 60, {}, {}, {}, {}, 50};
    const auto parting = with(parts);
    const Remark* r = find(parting, "seams-part:#1");
    QVERIFY(r && isAdvice(*r));
    QCOMPARE(r->why, Message("seams-part-why", "Spot", 2, 5, fineArg(17, 1)));
    parts.stripe = StripeVerdict::Mistake;
    const auto striped = with(parts);
    QVERIFY(find(striped, "stripes-mistake:#1"));
  }
  /// What was read along seams is kept while nothing of it changed, and read anew where it did.
  void seamsAreReadOncePerState() {
    Project p = withPrint(200, 200, {0, 0}, {100, 100}, 4);
    const Raster grey{500, 400, std::vector<std::uint8_t>(800'000, 128)};
    p.pictures.begin()->second = *pictureFromPng(*encodePng(grey));
    const ReviewInput first = *reviewInput(p);
    QVERIFY(first.seams.contains(1));
    const Project painted = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {20}}});
    const ReviewInput second = *reviewInput(painted, {}, {}, &first);
    QVERIFY(second.seams.at(1).meetings == first.seams.at(1).meetings);
    const Project moved = support::edited(p, {{"edit", "changeMotif"}, {"motif", "Spot"}, {"turn", 12}});
    const ReviewInput third = *reviewInput(moved, {}, {}, &first);
    QVERIFY(third.seams.at(1).meetings != first.seams.at(1).meetings);
  }
  void paperLargerThanThePage() {
    Project p = painted(130);
    const auto all = remarksOf(p);
    const Remark* r = find(all, "paper-too-large:hexagon");
    QVERIFY(r);
    QVERIFY(clathra::said(r->fix).find("A3") != std::string::npos);
    QVERIFY(!find(remarksOf(support::edited(p, *mendingEdit(r->mend))), "paper-too-large"));
  }
  void whatIsSetAsideStaysAsideWithItsReason() {
    Project p = painted();
    p = support::edited(p, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {3}}});
    p = support::edited(p, {{"edit", "setAside"}, {"check", "no-cloth"}, {"reason", "waits for the fair"}});
    QVERIFY(!find(remarksOf(p), "no-cloth"));
    QCOMPARE(support::text(p.setAside.front().reason), QByteArray("waits for the fair"));
    p = support::edited(p, {{"edit", "takeUpAgain"}, {"check", "no-cloth"}});
    QVERIFY(find(remarksOf(p), "no-cloth"));
  }
  void everyCheckSpeaksInSentences() {
    for (const Project& p :
         {painted(130), withPrint(50, 50, nullptr, {10, 100}, 25),
          support::project(support::recipe("kites", 15, 4, 4, FinishingSides::EdgePieces))})
      for (const Remark& r : remarksOf(p)) {
        QVERIFY2(clathra::said(r.why).ends_with('.') && clathra::said(r.fix).ends_with('.'), r.check.c_str());
        QVERIFY(!r.station.empty());
        QVERIFY(!mendingEdit(r.mend) == r.fixLabel.empty());
      }
  }
  void neighboursAsLightAsEachOtherAreNamed() {
    Project p = painted();
    QVERIFY(!find(remarksOf(p), "value-alike"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"colour", "#808080"}});
    p = support::edited(p,
                        {{"edit", "changeCloth"}, {"cloth", "B"}, {"colour", "#3c9a3c"}});  // L* 56, grey 54
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {13}}});
    const auto remarks = remarksOf(p);
    const Remark* r = find(remarks, "value-alike");
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(7));  // the piece and its six neighbours
    QVERIFY(support::text(clathra::said(r->why)).contains("6 seams"));
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "B"}, {"colour", "#101010"}});
    QVERIFY(!find(remarksOf(p), "value-alike"));
  }
  void handsAndSwapsAreNamed() {
    // A parallelogram field has one hand; kites have none.
    Project p = support::project(support::recipe("hexagons", 40, 4, 4, FinishingSides::EdgePieces));
    const auto remarks = remarksOf(p);
    const Remark* r = find(remarks, "handed");  // the quarter hexagons in the corners come in two hands
    QVERIFY(r);
    QCOMPARE(r->pieces.size(), std::size_t(2));
    QVERIFY2(support::text(clathra::said(r->why)).contains("1 left, 1 right"), clathra::said(r->why).c_str());
    QVERIFY(!find(remarksOf(support::project(support::recipe("kites", 40, 3, 3))), "handed"));
    // Two squares of 20 and 21 mm: 0.7 mm at the worst corner.
    Recipe own = *ownRecipe("square", Length::millimetres(20));
    own.hand.added.push_back({PieceKey{own.hand.next++, 0, kOwnPart},
                              {{0.5, -0.5}, {1.55, -0.5}, {1.55, 0.55}, {0.5, 0.55}},
                              std::nullopt});
    const auto alike = remarksOf(support::project(own));
    const Remark* swap = find(alike, "look-alike");
    QVERIFY(swap);
    QVERIFY(support::text(clathra::said(swap->why)).contains("differ by 0.7 mm"));
    // A rectangle that is nearly square, turned wrong.
    Recipe near = *ownRecipe("square", Length::millimetres(20));
    near.hand.added[0].outline = {{0, 0}, {1.05, 0}, {1.05, 1}, {0, 1}};
    const auto turned = remarksOf(support::project(near));
    QVERIFY(find(turned, "look-alike"));
    QVERIFY(!find(remarksOf(support::project(support::recipe("octagon-square", 40, 3, 3))), "look-alike"));
  }
  void aCornerThatPointsInwardsIsCuredByTheOfferedCut() {
    Recipe own = *ownRecipe("square", Length::millimetres(40));
    own.hand.added[0].outline = {{0, 0}, {2, 0}, {2, 1}, {1, 1}, {1, 2}, {0, 2}};  // an L
    Project p = support::project(own);
    const auto remarks = remarksOf(p);
    const Remark* r = find(remarks, "reflex");
    QVERIFY(r && mendingEdit(r->mend));
    p = support::edited(p, *mendingEdit(r->mend));
    QCOMPARE(p.layout->size(), std::size_t(2));
    QVERIFY(!find(remarksOf(p), "reflex"));
  }
  void aTopThatFallsShortOfWhatWasWantedIsSaid() {
    Project p = painted();
    const double w = p.layout->finished.width(), h = p.layout->finished.height();
    p = support::edited(p, {{"edit", "setWantedSize"}, {"width", w + 25.4}, {"height", h - 5}});
    const auto remarks = remarksOf(p);
    const Remark* r = find(remarks, "short-of-wanted");
    QVERIFY(r);
    QCOMPARE(support::text(r->why, LengthUnit::Inch),
             QByteArray("The finished size falls short of what was wanted by 1 in of width."));
    p = support::edited(p, {{"edit", "setWantedSize"}, {"width", w + 9}, {"height", h}});
    QVERIFY(!find(remarksOf(p), "short-of-wanted"));
  }
  void theScaleIsUncheckedUntilItIsMeasured() {
    const Project p = painted();
    const auto found = [&](std::optional<PrinterProfile> printer) {
      ReviewInput in = *reviewInput(p);
      in.printer = std::move(printer);
      for (const Remark& r : review(in))
        if (r.check.starts_with("scale-unchecked")) return r.check;
      return std::string();
    };
    QCOMPARE(found({}), std::string());  // nobody knows of a printer
    PrinterProfile printer;
    printer.name = "Quay";
    QCOMPARE(found(printer), std::string("scale-unchecked"));
    printer.checked = "2026-01-02";
    QCOMPARE(found(printer), std::string());
    printer.readDown = 0.99;  // 1 % of some 350 mm: 3.5 mm, and corrected since
    QCOMPARE(found(printer), std::string("scale-unchecked:off"));
    printer.readDown = 1.001;
    QCOMPARE(found(printer), std::string());
  }
  void marginsThatThePrinterCannotPrint() {
    Project p = painted();
    PrinterProfile printer;
    printer.name = "Quay";
    printer.margin = 12;
    printer.checked = "2026-01-02";
    const auto find_ = [&](const Project& of) -> std::optional<Remark> {
      ReviewInput in = *reviewInput(of);
      in.printer = printer;
      for (const Remark& r : review(in))
        if (r.check == "margins-small") return r;
      return std::nullopt;
    };
    const auto r = find_(p);
    QVERIFY(r.has_value());
    p = support::edited(p, *mendingEdit(r->mend));
    COMPARE_TO(p.settings.margin.mm(), 12, 0);
    QVERIFY(!find_(p));
  }
  void boughtPapersThatDoNotSuffice() {
    Project p = painted();
    const auto short_ = [](const Project& of, const PaperBox& box) {
      ReviewInput in = *reviewInput(of);
      in.box = std::make_shared<const PaperBox>(box);
      const auto papers = paperInput(of, in.geometry, box);
      in.supply = std::make_shared<const PaperSupply>(*paperSupply(papers, papers.papers.chosen()));
      for (const Remark& r : review(in))
        if (r.check.starts_with("papers-short")) return static_cast<int>(r.pieces.size());
      return 0;
    };
    const OwnedPapers twenty{"hexagon", 0, 40, 20, "pack", 0, 0};
    OwnedPapers packs = twenty;
    packs.pack = 50;
    QCOMPARE(short_(p, {twenty}), 0);  // of card the rest is printed
    p = support::edited(p, {{"edit", "setPapers"}, {"material", "pack"}});
    OwnedPapers few = twenty;
    few.count = 3;
    QCOMPARE(short_(p, {few}), 25);
    few.pack = 50;
    QCOMPARE(short_(p, {few}), 0);  // a pack is known
    OwnedPapers many = twenty;
    many.count = 99;
    QCOMPARE(short_(p, {many}), 0);
  }
  void papersOfTheOtherSystem() {
    const Project p = painted(25.4);
    const auto mixed = [](const Project& of, const PaperBox& box) {
      ReviewInput in = *reviewInput(of);
      in.box = std::make_shared<const PaperBox>(box);
      for (const Remark& r : review(in))
        if (r.check.starts_with("systems-mixed")) return true;
      return false;
    };
    QVERIFY(mixed(p, {{"hexagon", 0, 25, 10, "card", 0, 0}}));
    QVERIFY(!mixed(p, {{"hexagon", 0, 25.4, 10, "card", 0, 0}}));
    QVERIFY(!mixed(p, {{"hexagon", 0, 30, 10, "card", 0, 0}}));   // nobody takes it for 1 in
    QVERIFY(!mixed(p, {{"triangle", 0, 25, 10, "card", 0, 0}}));  // not of this layout
    QVERIFY(!mixed(p, {{"hexagon", 0, 25, 0, "card", 0, 0}}));    // none there
    QVERIFY(mixed(painted(25), {{"hexagon", 0, 25.4, 10, "card", 0, 0}}));
  }
  void papersAtHandThatDoNotSayTheirHand() {
    const Project p = support::project(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    const Shape* chiral = nullptr;
    for (const Shape& s : p.layout->shapes)
      if (s.symmetry.chiral()) chiral = &s;
    QVERIFY(chiral);
    const auto unmarked = [&](const PaperBox& box) {
      ReviewInput in = *reviewInput(p);
      in.box = std::make_shared<const PaperBox>(box);
      for (const Remark& r : review(in))
        if (r.check == "hand-unmarked:" + chiral->name) return true;
      return false;
    };
    QVERIFY(unmarked({{chiral->name, 0, chiral->edge, 4, "card", 0, 0}}));
    QVERIFY(!unmarked({{chiral->name, 1, chiral->edge, 4, "card", 0, 0}}));
    QVERIFY(!unmarked({{"hexagon", 0, 30, 4, "card", 0, 0}}));
  }
  void lookAlikesThatAreNotMarked() {
    Project p = support::project(support::recipe("hexagon-diamond-triangle", 38.1, 4, 4));
    p = support::edited(p, {{"edit", "setPapers"}, {"lookAlike", 50}});
    const auto there = [](const Project& of) {
      const auto all = remarksOf(of);
      const Remark* r = find(all, "alike-unmarked");
      return r ? mendingEdit(r->mend) : std::nullopt;
    };
    QVERIFY(!there(p));
    p = support::edited(p, {{"edit", "setMarks"}, {"name", false}});
    QVERIFY(!there(p));  // the numbers tell them apart
    p = support::edited(p, {{"edit", "setMarks"}, {"number", false}});
    const auto mend = there(p);
    QVERIFY(mend.has_value());
    QVERIFY(!there(support::edited(p, *mend)));
    p = support::edited(p, {{"edit", "setPapers"}, {"lookAlike", 0.1}});
    QVERIFY(!there(p));
  }
  /// By hand, on 20 by 20 squares of the lightest cloth: beside one dark corner lie 2 and 21; beside a dark
  /// first row all of the second; beside dark rows 1, 3, 5 … all others, each once though two seams lead to
  /// it.
  void whichPiecesLieBesideADarkCloth() {
    const Project all = support::edited(support::project(support::recipe("squares", 30, 20, 20)),
                                        json{{"edit", "paint"}, {"all", true}, {"cloth", "D"}});
    const auto beside = [&](const std::vector<int>& dark) {
      const Project p = support::edited(all, json{{"edit", "paint"}, {"pieces", dark}, {"cloth", "A"}});
      const auto remarks = checks_::darkBesideLight(layoutReviewInput(p, derive(p.layout)));
      return remarks.size() == 1 ? remarks.front() : Remark();
    };
    const auto counted = [](const Remark& r) { return r.why.args.at(2).value(); };
    QVERIFY(beside({1}).pieces == (std::vector<std::uint32_t>{1, 20}));
    QCOMPARE(counted(beside({1})), 2.0);
    QVERIFY(beside({1, 3}).pieces == (std::vector<std::uint32_t>{1, 3, 20, 22}));  // 2 lies beside both
    QCOMPARE(counted(beside({1, 3})), 5.0);
    std::vector<int> first, odd;
    std::vector<std::uint32_t> second, even;
    for (std::uint32_t i = 0; i < 400; ++i) {
      if (i < 20) first.push_back(int(i) + 1);
      if (i >= 20 && i < 40) second.push_back(i);
      if (i / 20 % 2 == 0)
        odd.push_back(int(i) + 1);
      else
        even.push_back(i);
    }
    QVERIFY(beside(first).pieces == second);
    QVERIFY(beside(odd).pieces == even);
    QCOMPARE(counted(beside(odd)), 19 * 20.0);
  }
};

CLATHRA_TEST(ReviewTest, "review")
#include "review.moc"
