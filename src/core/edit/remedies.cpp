#include "edit/remedies.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

#include "model/lightness.hpp"

namespace clathra {

namespace {

constexpr double kNothing = 1e-6;  // mm

/// The method that is used, if it needs nothing bought; else the quickest that needs nothing, if there is
/// one.
const CutMethod* sufficing(const CutPlan& plan) {
  const CutMethod* best = nullptr;
  if (!plan.windowLength) return nullptr;
  if (const CutMethod* m = plan.method(); m && m->length && m->toBuy < kNothing) return m;
  for (const CutMethod& m : plan.methods)
    if (m.length && m.toBuy < kNothing && (!best || m.minutes < best->minutes)) best = &m;
  return best;
}

/// Allowances that schools use, mm, the wider first.
std::vector<Length> narrowerAllowances(LengthUnit unit) {
  std::vector<Length> out;
  if (unit == LengthUnit::Inch)
    for (const int n : {24, 20, 16, 12}) out.push_back(Length::sixtyFourths(n));  // 3/8 to 3/16 in
  else
    for (const double mm : {9.0, 8.0, 7.0, 6.0, 5.0}) out.push_back(Length::millimetres(mm));
  return out;
}

class Finder {
 public:
  Finder(const Project& project, const Cloth& cloth, const Progress& progress)
      : project_(project), cloth_(cloth), progress_(progress) {}

  Result<std::vector<Remedy>> all() {
    auto plan = cutPlan(project_, cloth_.id, progress_.part(0, 0.1));
    if (!plan) return tl::make_unexpected(plan.error());
    if (plan->toBuy.value_or(0) < kNothing && plan->windowLength) return std::vector<Remedy>{};
    if (const CutMethod* m = sufficing(*plan))
      out_.push_back({"method",
                      Message("remedy-method", m->title),
                      {ChooseMethod{cloth_.id, m->id, {}}},
                      *plan->windowLength + *m->length,
                      m->minutes + plan->windowMinutes});
    report(0.1);
    spares();
    report(0.2);
    allowance();
    report(0.4);
    fewerCopies();
    report(0.6);
    otherCloth();
    if (progress_.cancelled()) return fail(kCancelled);
    return std::move(out_);
  }

 private:
  void report(double done) {
    at_ = done;
    progress_.report(done);
  }
  /// For plans of which nobody knows how many there will be.
  Progress staying() const { return progress_.part(at_, at_); }

  static Result<Project> after(const Project& project, const std::vector<Edit>& edits) {
    static const ArrangementLibrary none;  // these edits read no arrangement
    const EditContext context{none, {}, {}, {}, {}};
    Project out = project;
    for (const Edit& e : edits) {
      auto next = applied(out, e, context);
      if (!next) return next;
      out = std::move(*next);
    }
    return out;
  }

  /// The edits, with the method that suffices then; nothing if none does.
  std::optional<Remedy> tried(std::string id, std::vector<Edit> edits) const {
    const auto changed = after(project_, edits);
    if (!changed || progress_.cancelled()) return std::nullopt;
    const auto plan = cutPlan(*changed, cloth_.id, staying());
    if (!plan) return std::nullopt;
    const CutMethod* m = sufficing(*plan);
    if (!m) return std::nullopt;
    if (plan->chosen != m->id) edits.emplace_back(ChooseMethod{cloth_.id, m->id, {}});
    return Remedy{std::move(id),
                  {},
                  std::move(edits),
                  *plan->windowLength + *m->length,
                  m->minutes + plan->windowMinutes};
  }
  void take(std::optional<Remedy> remedy, Message what) {
    if (!remedy) return;
    remedy->what = std::move(what);
    out_.push_back(std::move(*remedy));
  }

  void spares() {
    if (project_.settings.sparePercent <= 0) return;
    take(tried("spares", {SetSpare{0}}), Message("remedy-spares"));
  }

  void allowance() {
    const double now = allowanceOf(project_, cloth_);
    std::vector<Length> tries = narrowerAllowances(project_.settings.unit);
    const auto least = cloth_.leastAllowance ? cloth_.leastAllowance : project_.settings.leastAllowance;
    if (least) {
      std::erase_if(tries, [&](Length l) { return l.mm() < least->mm() + kNothing; });
      tries.push_back(*least);
    }
    for (const Length l : tries) {
      if (l.mm() > now - kNothing) continue;
      auto remedy = tried("allowance", {SetAllowance{l, cloth_.id}});
      if (!remedy) continue;
      return take(std::move(remedy), Message("remedy-allowance", sizeArg(l.mm())));
    }
  }

  /// The fewest of `most` that suffice, by halving; 0 if all do not.
  template <class Suffices>
  int fewest(int most, Suffices suffices) const {
    if (most < 1 || !suffices(most)) return 0;
    int tooFew = 0, enough = most;
    while (enough - tooFew > 1 && !progress_.cancelled()) {
      const int middle = (tooFew + enough) / 2;
      (suffices(middle) ? enough : tooFew) = middle;
    }
    return enough;
  }

  void fewerCopies() {
    for (const MotifChoice& motif : project_.motifs) {
      if (motif.cloth != cloth_.id) continue;
      std::vector<std::uint32_t> wears;
      for (const auto i : motif.pieces)
        if (project_.painting[i] == cloth_.id) wears.push_back(i);
      const auto without = [&](int n) {
        MotifFields fields;
        fields.pieces = std::vector<std::uint32_t>(wears.begin(), wears.end() - n);
        return std::vector<Edit>{ChangeMotif{motif.id, std::move(fields)}};
      };
      std::optional<Remedy> best;
      const int n = fewest(static_cast<int>(wears.size()), [&](int k) {
        auto remedy = tried("fewer-copies", without(k));
        const bool ok = remedy.has_value();
        if (ok) best = std::move(remedy);
        return ok;
      });
      if (n > 0) return take(std::move(best), Message("remedy-copies", n, motif.name));
    }
  }

  /// Pieces of this cloth that show no motif and have no patch yet, those farthest from the middle first:
  /// they are seen least.
  std::vector<std::uint32_t> givenUp() const {
    const auto in = cutInput(project_, cloth_.id);
    std::vector<std::uint32_t> out;
    if (!in) return out;
    for (const auto i : in->pieces)
      if (std::none_of(in->windows.begin(), in->windows.end(), [&](const WindowInput& w) {
            return std::binary_search(w.motif.pieces.begin(), w.motif.pieces.end(), i);
          }))
        out.push_back(i);
    const Layout& layout = *project_.layout;
    const Point middle{(layout.finished.left + layout.finished.right) / 2,
                       (layout.finished.top + layout.finished.bottom) / 2};
    std::stable_sort(out.begin(), out.end(), [&](std::uint32_t a, std::uint32_t b) {
      return distance(centroid(layout.outline(a)), middle) > distance(centroid(layout.outline(b)), middle);
    });
    return out;
  }

  void otherCloth() {
    const auto pieces = givenUp();
    std::vector<const Cloth*> others;
    for (const Cloth& c : project_.cloths)
      if (c.id != cloth_.id && !c.scraps && c.width && !c.lengths.empty()) others.push_back(&c);
    std::stable_sort(others.begin(), others.end(), [&](const Cloth* a, const Cloth* b) {
      return colourDistance(a->colour, cloth_.colour) < colourDistance(b->colour, cloth_.colour);
    });
    if (others.empty()) return;
    const auto painted = [&](int n, ClothId other) {
      Pieces some(pieces.begin(), pieces.begin() + n);
      std::sort(some.begin(), some.end());
      return std::vector<Edit>{Paint{other, std::move(some)}};
    };
    // How many have to go is the same whichever cloth they take.
    std::optional<Remedy> best;
    const int n = fewest(static_cast<int>(pieces.size()), [&](int k) {
      auto remedy = tried("other-cloth", painted(k, others.front()->id));
      const bool ok = remedy.has_value();
      if (ok) best = std::move(remedy);
      return ok;
    });
    if (n == 0) return;
    for (const Cloth* other : others) {
      if (progress_.cancelled()) return;
      const auto changed = after(project_, painted(n, other->id));
      if (!changed) continue;
      const auto plan = cutPlan(*changed, other->id, staying());
      if (!plan) continue;
      const CutMethod* m = sufficing(*plan);
      if (!m) continue;
      best->edits.front() = painted(n, other->id).front();
      if (plan->chosen != m->id) best->edits.emplace_back(ChooseMethod{other->id, m->id, {}});
      return take(std::move(best), Message("remedy-other-cloth", n, clothArg(*other)));
    }
  }

  const Project& project_;
  const Cloth& cloth_;
  const Progress& progress_;
  double at_ = 0.1;
  std::vector<Remedy> out_;
};

}  // namespace

Result<std::vector<Remedy>> remediesFor(const Project& project, ClothId id, const Progress& progress) {
  const Cloth* cloth = clothById(project, id);
  if (!cloth) return fail("no-such-cloth-project");
  return Finder(project, *cloth, progress).all();
}

}  // namespace clathra
