#include "store/typed_in.hpp"

#include <nlohmann/json.hpp>

namespace clathra {

using nlohmann::json;

namespace {

constexpr const char* kNames[] = {"", "in", "yd", "mm", "cm", "m"};

/// Calls `visit(place, length)` for each length of the project that stands in its file as one number, but for
/// those of a cloth's own size, which are noted with it.
template <class SomeProject, class Visit>
void eachLength(SomeProject& p, const Visit& visit) {
  const auto maybe = [&visit](const json::json_pointer& at, auto& length) {
    if (length) visit(at, *length);
  };
  const json::json_pointer settings("/settings"), cloths("/cloths");
  visit(json::json_pointer("/recipe/edge"), p.recipe.edge);
  visit(settings / "allowance", p.settings.allowance);
  maybe(settings / "least", p.settings.leastAllowance);
  maybe(settings / "outer", p.settings.outerAllowance);
  maybe(settings / "overrun", p.settings.overrun);
  visit(settings / "margin", p.settings.margin);
  visit(settings / "gap", p.settings.gap);
  visit(settings / "lookAlike", p.settings.lookAlike);
  visit(json::json_pointer("/wanted/0"), p.wantedWidth);
  visit(json::json_pointer("/wanted/1"), p.wantedHeight);
  std::size_t nth = 0;  // they are written in the order of their shapes' ids
  for (auto& [shape, own] : p.settings.shapeAllowances) {
    visit(settings / "shapeAllowances" / nth / "wished", own.wished);
    maybe(settings / "shapeAllowances" / nth / "least", own.least);
    ++nth;
  }
  for (std::size_t i = 0; i < p.cloths.size(); ++i) {
    auto& cloth = p.cloths[i];
    maybe(cloths / i / "allowance", cloth.allowance);
    maybe(cloths / i / "least", cloth.leastAllowance);
    for (std::size_t k = 0; k < cloth.joined.size(); ++k)
      visit(cloths / i / "joined" / k / "width", cloth.joined[k].width);
    if (!cloth.print) continue;
    visit(cloths / i / "print" / "along", cloth.print->along);
    visit(cloths / i / "print" / "across", cloth.print->across);
  }
}

}  // namespace

const char* typedInName(TypedIn unit) {
  return kNames[static_cast<std::size_t>(unit)];
}

TypedIn typedInNamed(const json& name) {
  for (std::size_t i = 0; i < std::size(kNames); ++i)
    if (name == kNames[i]) return static_cast<TypedIn>(i);
  return TypedIn::Nothing;
}

json typedInJson(const Project& project) {
  json out = json::object();
  eachLength(project, [&out](const json::json_pointer& at, const Length& length) {
    if (length.typedIn() != TypedIn::Nothing) out[at.to_string()] = typedInName(length.typedIn());
  });
  return out;
}

void takeTypedIn(Project& project, const json& places) {
  eachLength(project, [&places](const json::json_pointer& at, Length& length) {
    const auto found = places.find(at.to_string());
    if (found != places.end()) length = length.typed(typedInNamed(*found));
  });
}

}  // namespace clathra
