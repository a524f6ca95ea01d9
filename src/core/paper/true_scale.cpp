#include "paper/true_scale.hpp"

#include <cmath>

namespace clathra {

Rules rulesOf(const Page& page) {
  const double w = page.width - 2 * page.margin, h = page.height - 2 * page.margin;
  return {10 * std::floor(w / 10), 10 * std::floor(h / 10), 25.4 * std::floor(w / 25.4),
          25.4 * std::floor(h / 25.4)};
}

Result<ScaleAnswer> printedScale(const Rules& rules, double readAcross, double readDown, double border) {
  for (const auto& [rule, read] : {std::pair(rules.across, readAcross), std::pair(rules.down, readDown)})
    if (!(std::abs(read / rule - 1) < kMostScaleOff))
      return fail("rule-reads-otherwise", fineArg(rule, 0), fineArg(read, 2));
  ScaleAnswer out;
  out.across = readAcross / rules.across;
  out.down = readDown / rules.down;
  out.acrossSure = kRuleReadTo / rules.across;
  out.downSure = kRuleReadTo / rules.down;
  out.border = border;
  const bool across = std::abs(out.across - 1) >= std::abs(out.down - 1);
  out.borderOff = border * ((across ? out.across : out.down) - 1);
  out.borderSure = border * (across ? out.acrossSure : out.downSure);
  return out;
}

PrinterProfile corrected(PrinterProfile profile, const ScaleAnswer& answer, std::string today) {
  profile.across /= answer.across;
  profile.down /= answer.down;
  profile.readAcross = answer.across;
  profile.readDown = answer.down;
  profile.checked = std::move(today);
  return profile;
}

}  // namespace clathra
