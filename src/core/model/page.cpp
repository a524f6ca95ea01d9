#include "model/page.hpp"

#include "measure/length.hpp"

namespace clathra {

const std::vector<Page>& standardPages() {
  static const std::vector<Page> pages = {{"a4", "A4", 210, 297},
                                          {"letter", "Letter", 215.9, 279.4},
                                          {"legal", "Legal", 215.9, 355.6},
                                          {"a3", "A3", 297, 420}};
  return pages;
}

Result<Page> pageOf(std::string_view id) {
  for (const Page& p : standardPages())
    if (p.id == id) return p;
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
  return Page{std::string(id), title, width->mm(), height->mm()};
}

}  // namespace clathra
