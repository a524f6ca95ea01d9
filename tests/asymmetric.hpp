// A project in which nothing equals its mirror image or its neighbour: shapes of both hands, unequal counts,
// two allowances, three directions of cloth, several lengths, two motifs on one cloth of which a piece was
// repainted.
#pragma once
#include "support.hpp"

namespace support {

/// Parallelograms (60°, 72 by 30 mm) leaning to and fro, 6 across and 5 down. A: Tide Ink, one-way; B:
/// Lantern Damask, two-way with a half-drop print, motifs "Eye" (right-handed pieces) and "Stalk"
/// (left-handed ones); C: Wader Stripe, a stripe of two lengths; D: Oyster, without a direction.
inline clathra::Project asymmetric(clathra::LengthUnit unit = clathra::LengthUnit::Millimetre) {
  using nlohmann::json;
  clathra::Recipe recipe = support::recipe("parallelogram-chevrons", 30, 6, 5);
  recipe.proportions = {{"long", 2.4}};
  clathra::Project p = project(recipe);
  p.name = "Saltmarsh Path";
  const auto step = [&](json edit) { p = edited(p, edit); };
  if (unit == clathra::LengthUnit::Millimetre) step({{"edit", "setUnit"}, {"unit", "mm"}});
  step({{"edit", "setAllowance"}, {"value", 6.5}});
  step({{"edit", "setSpare"}, {"percent", 10}});
  step({{"edit", "changeCloth"},
        {"cloth", "A"},
        {"name", "Tide Ink"},
        {"width", 800},
        {"lengths", {250, 520}},
        {"direction", "one-way"},
        {"increment", 100}});
  step({{"edit", "changeCloth"},
        {"cloth", "B"},
        {"name", "Lantern Damask"},
        {"width", 640},
        {"lengths", {900}},
        {"direction", "two-way"},
        {"increment", 50},
        {"allowance", 9},
        {"print",
         {{"picture", "damask.png"},
          {"dpi", 100},
          {"along", 127},
          {"across", 254},
          {"kind", "half-drop"},
          {"mirror_axes", json::array()},
          {"mark", {12, 31}}}}});
  step({{"edit", "changeCloth"},
        {"cloth", "C"},
        {"name", "Wader Stripe"},
        {"width", 300},
        {"lengths", {160, 95}},
        {"direction", "stripe"},
        {"increment", 100}});
  step({{"edit", "changeCloth"},
        {"cloth", "D"},
        {"name", "Oyster, \"pale\""},
        {"width", 1000},
        {"direction", "none"}});
  // Row by row: 1 to 6 right-handed, 7 to 12 left-handed, and so on.
  step({{"edit", "paint"}, {"all", true}, {"cloth", "D"}});
  step({{"edit", "paint"}, {"pieces", {1, 2, 8, 9, 10, 25}}, {"cloth", "A"}});
  step({{"edit", "paint"}, {"pieces", {3, 4, 5, 7, 11, 12, 13}}, {"cloth", "B"}});
  step({{"edit", "paint"}, {"pieces", {14, 15, 19, 20, 21, 22, 23}}, {"cloth", "C"}});
  const auto& shape = p.layout->shapes[p.layout->pieces[0].shape].name;
  step({{"edit", "addMotif"},
        {"name", "Eye"},
        {"cloth", "B"},
        {"shape", shape},
        {"at", {120, 70}},
        {"turn", 20},
        {"pieces", {3, 4, 5, 13}},
        {"note", "the eye looks up the slope"}});
  step({{"edit", "addMotif"},
        {"name", "Stalk"},
        {"cloth", "B"},
        {"shape", shape},
        {"at", {60, 200}},
        {"turn", -35},
        {"pieces", {7, 11, 12}}});
  // A piece of the first motif was repainted since.
  step({{"edit", "paint"}, {"pieces", {5}}, {"cloth", "D"}});
  return p;
}

}  // namespace support
