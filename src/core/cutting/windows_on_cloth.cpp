#include "cutting/windows_on_cloth.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "cutting/methods.hpp"
#include "motif/together.hpp"

namespace clathra {

namespace {

class Placing {
 public:
  Placing(const CutInput& in, const Supplies& known, const Progress& progress)
      : in_(in), cloth_(in.cloth), known_(known), progress_(progress) {}

  Result<WindowsOnCloth> run() {
    for (const WindowInput& w : in_.windows) {
      WindowPart part;
      part.motif = w.motif.id;
      part.name = w.motif.name;
      part.copies = w.copies;
      if (w.copies == 0) part.length = 0;
      out_.parts.push_back(std::move(part));
    }
    for (std::size_t i = 0; i < in_.windows.size(); ++i) {
      if (in_.windows[i].copies == 0) continue;
      auto field = WindowField::make(in_.windows[i]);
      if (!field) return tl::make_unexpected(field.error());
      which_.push_back(i);
      fields_.push_back(std::move(*field));
    }
    if (which_.empty() || cloth_.scraps || !cloth_.width) return std::move(out_);
    for (std::size_t k = 0; k < which_.size(); ++k) wished_.push_back({&fields_[k], copiesOf(k)});
    findGrounds();
    const bool placed = onOne() || spread();
    if (progress_.cancelled()) return fail(kCancelled);
    if (placed) {
      measure();
      bound();
    }
    return std::move(out_);
  }

 private:
  int copiesOf(std::size_t k) const { return in_.windows[which_[k]].copies; }

  void findGrounds() {
    const auto first = lengthForWindows(cloth_);
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < cloth_.lengths.size(); ++i)
      if (cloth_.lengths[i].outline.empty() && i != first) order.push_back(i);
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
      return cloth_.lengths[a].mm() > cloth_.lengths[b].mm();
    });
    if (first) order.insert(order.begin(), *first);
    for (const std::size_t i : order) {
      const OnHand& l = cloth_.lengths[i];
      grounds_.push_back({widthOf(cloth_, l), markOn(cloth_, l), l.holes, l.mm(), static_cast<int>(i)});
    }
    fresh_ = {stripWidthOf(cloth_), grounds_.empty() ? cloth_.print->mark : std::nullopt, {}, {}, -1};
  }

  /// All on the usual length.
  bool onOne() { return grounds_.empty() ? on(fresh_, wished_) : on(grounds_.front(), wished_); }

  bool on(const WindowGround& ground, const std::vector<WishedWindows>& wished) {
    std::size_t asked = 0, only = 0;
    for (std::size_t k = 0; k < wished.size(); ++k)
      if (wished[k].copies > 0) {
        ++asked;
        only = k;
      }
    if (asked == 0) return true;
    if (asked == 1) return alone(ground, only, wished[only].copies, 0).has_value();
    const auto together = shortestTogether(wished, ground, progress_);
    const bool bought = ground.on < 0 && !ground.mark;
    if (!together && !bought) return false;
    // What was not looked for to the end may be longer than one choice below the other.
    const bool compare = bought || (together && !together->exact);
    if (compare && belowEachOther(ground, wished, together)) return true;
    if (!together) return false;
    for (std::size_t k = 0; k < wished.size(); ++k)
      add(k, together->windows[k], together->exact, together->worstPlace);
    out_.ends[ground.on] = together->length;
    if (ground.on < 0 || &wished == &wished_) out_.atLeast = together->atLeast;
    return true;
  }

  /// One choice by itself, from `start` mm: where it ends. Its windows are known to be the fewest rows then.
  std::optional<double> alone(const WindowGround& ground, std::size_t k, int copies, double start) {
    const WindowInput& input = in_.windows[which_[k]];
    const double limit = ground.length.value_or(WindowField::kLongestLooked);
    const WindowField field = fields_[k].clearOf(ground.holes);
    WindowSet set;
    const auto at = known_.find(input.motif.id);
    if (start == 0 && ground.holes.empty() && ground.mark == cloth_.print->mark && at != known_.end() &&
        ground.width == cloth_.width->mm() && static_cast<int>(at->second->needed.windows.size()) == copies)
      set = at->second->needed;
    else if (ground.mark)
      set = field.shortest(copies, ground.width, *ground.mark, start, progress_, kWindowEffort, limit);
    else if (ground.holes.empty())
      set = field.longest(copies, ground.width, start, progress_, kWindowEffort);
    if (set.windows.empty() || set.length > limit + 1e-6) return std::nullopt;
    for (Window& w : set.windows) w.on = ground.on;
    add(k, set.windows, set.exact, !ground.mark);
    out_.ends[ground.on] = set.length;
    return set.length;
  }

  /// Where the print's place is unknown a choice by itself is known to its worst place exactly, several
  /// together only to a repeat: whichever comes to less.
  bool belowEachOther(const WindowGround& ground, const std::vector<WishedWindows>& wished,
                      const std::optional<TogetherSet>& together) {
    const WindowsOnCloth before = out_;
    double at = 0;
    for (std::size_t k = 0; k < wished.size(); ++k) {
      if (wished[k].copies == 0) continue;
      const auto end = alone(ground, k, wished[k].copies, at);
      if (!end || (together && *end >= together->length)) {
        out_ = before;
        return false;
      }
      at = *end + fields_[k].overrun();
    }
    return true;
  }

  void add(std::size_t k, const std::vector<Window>& windows, bool exact, bool worstPlace) {
    WindowPart& part = out_.parts[which_[k]];
    part.windows.insert(part.windows.end(), windows.begin(), windows.end());
    part.exact = part.exact && exact;
    part.worstPlace = part.worstPlace || worstPlace;
  }

  /// On all lengths together, and the rest on cloth that is bought.
  bool spread() {
    if (grounds_.empty()) return false;
    SpreadSet set = servedOn(wished_, grounds_, progress_);
    for (std::size_t g = 0; g < grounds_.size(); ++g)
      if (set.used[g] > 0) out_.ends[grounds_[g].on] = set.used[g];
    std::vector<WishedWindows> rest = wished_;
    for (std::size_t k = 0; k < wished_.size(); ++k) {
      std::vector<Window>& windows = set.windows[k];
      if (fields_[k].halfEach()) evenHands(windows);
      rest[k].copies = std::max(0, copiesOf(k) - static_cast<int>(windows.size()));
      bool unknown = false;
      for (const Window& w : windows)
        unknown = unknown || !markOn(cloth_, cloth_.lengths[static_cast<std::size_t>(w.on)]);
      add(k, windows, set.exact, unknown);
    }
    return on(fresh_, rest);
  }

  static void evenHands(std::vector<Window>& windows) {
    const auto mirrored = static_cast<std::size_t>(
        std::count_if(windows.begin(), windows.end(), [](const Window& w) { return w.mirrored; }));
    const std::size_t pairs = std::min(mirrored, windows.size() - mirrored);
    std::size_t left[2] = {pairs, pairs};
    std::erase_if(windows, [&](const Window& w) { return left[w.mirrored] == 0 || left[w.mirrored]-- == 0; });
  }

  /// What each part takes beyond those before it; the last on a length what is left to its end.
  void measure() {
    std::map<int, double> used;
    std::map<int, WindowPart*> last;
    for (WindowPart& part : out_.parts) {
      part.length = 0;
      for (const Window& w : part.windows) {
        double& to = used[w.on];
        const double more = std::max(0.0, bounds(w.patch).bottom - to);
        *part.length += more;
        to += more;
        last[w.on] = &part;
      }
    }
    for (const auto& [on, part] : last) *part->length += std::max(0.0, out_.ends[on] - used[on]);
  }

  /// What is known of no choice of windows is known of their patches: they lie beside each other. A choice by
  /// itself is as short as it goes, where that was looked for to the end.
  void bound() {
    double used = 0, patches = 0, widest = 0;
    for (const auto& [on, end] : out_.ends) used += end;
    for (const WishedWindows& w : wished_) patches += w.copies * w.field->patchArea();
    for (const WindowGround& g : grounds_) widest = std::max(widest, g.width);
    widest = std::max(widest, fresh_.width);
    const bool exact =
        std::all_of(out_.parts.begin(), out_.parts.end(), [](const WindowPart& p) { return p.exact; });
    if (!out_.atLeast && out_.ends.size() == 1 && which_.size() == 1 && exact) out_.atLeast = used;
    if (widest > 0) out_.atLeast = std::max(out_.atLeast.value_or(0), patches / widest);
  }

  const CutInput& in_;
  const Cloth& cloth_;
  const Supplies& known_;
  const Progress& progress_;
  WindowsOnCloth out_;
  std::vector<std::size_t> which_;  ///< parts that want windows
  std::vector<WindowField> fields_;
  std::vector<WishedWindows> wished_;
  std::vector<WindowGround> grounds_;
  WindowGround fresh_;
};

}  // namespace

Result<WindowsOnCloth> windowsOnCloth(const CutInput& input, const Supplies& known,
                                      const Progress& progress) {
  return Placing(input, known, progress).run();
}

}  // namespace clathra
