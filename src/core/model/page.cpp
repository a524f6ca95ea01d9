#include "model/page.hpp"

#include <algorithm>

#include "measure/length.hpp"

namespace clathra {

const std::vector<Page>& standardPages() {
  static const std::vector<Page> pages = {{"a4", "A4", 210, 297, kPageMargin},
                                          {"letter", "Letter", 215.9, 279.4, kPageMargin},
                                          {"legal", "Legal", 215.9, 355.6, kPageMargin},
                                          {"a3", "A3", 297, 420, kPageMargin}};
  return pages;
}

namespace {

constexpr double kLeastRoom = 20;  // mm between the margins

Result<Page> withMargin(Page page, double margin) {
  if (!(margin >= kLeastMargin && margin <= kMostMargin) ||
      std::min(page.width, page.height) - 2 * margin < kLeastRoom)
    return fail("page-margin", readableArg(margin), page.title, readableArg(kLeastMargin),
                readableArg(kMostMargin));
  page.margin = margin;
  return page;
}

}  // namespace

const std::vector<std::string>& sortingNames() {
  static const std::vector<std::string> names = {"shape", "unit", "cloth", "block"};
  return names;
}

Result<Page> pageOf(std::string_view id, double margin) {
  constexpr std::string_view kWide = "-wide";
  for (const Page& p : standardPages()) {
    if (p.id == id) return withMargin(p, margin);
    if (id.size() == p.id.size() + kWide.size() && id.starts_with(p.id) && id.ends_with(kWide))
      return withMargin({std::string(id), p.title + " on its side", p.height, p.width, margin}, margin);
  }
  const auto x = id.find('x');
  if (x == std::string_view::npos) return fail("no-page-called", id);
  const Length least = Length::millimetres(50), most = Length::millimetres(2000);
  const auto width =
      parseLengthWithin(id.substr(0, x), LengthUnit::Millimetre, Message("page-width"), least, most);
  const auto height =
      parseLengthWithin(id.substr(x + 1), LengthUnit::Millimetre, Message("page-height"), least, most);
  if (!width) return tl::make_unexpected(width.error());
  if (!height) return tl::make_unexpected(height.error());
  const std::string title = formatNumber(width->mm(), 1) + " × " + formatNumber(height->mm(), 1) + " mm";
  return withMargin({std::string(id), title, width->mm(), height->mm(), margin}, margin);
}

}  // namespace clathra
