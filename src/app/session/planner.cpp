#include "app/session/planner.hpp"

#include <algorithm>
#include <iterator>

namespace clathra {

namespace {

/// Far more than there are cores: a slow figure must never keep another one waiting for a thread.
constexpr int kMostThreads = 64;
/// How long the end of the program waits for work that was cancelled.
constexpr int kLastPatience = 500;  // ms

/// As far as the curve of papers covered ahead goes.
constexpr int kCurve = 20;

Result<SheetOptions> optionsOf(const SheetsInput& in) {
  const auto page = pageOf(in.page, in.margin);
  if (!page) return tl::make_unexpected(page.error());
  SheetOptions options;
  options.page = *page;
  options.side = in.marked;
  options.stripsFirst = in.stripsFirst;
  options.gap = in.gap;
  options.block = in.block;
  options.groups = in.groups;
  return options;
}

Result<PaperPlan> workSheets(const SheetsInput& in, const Progress& progress) {
  auto options = optionsOf(in);
  if (!options) return tl::make_unexpected(options.error());
  return planPapers(in.papers, std::move(*options), progress);
}

Result<PaperChoices> workChoices(const SheetsInput& in, const Progress& progress) {
  const auto options = optionsOf(in);
  if (!options) return tl::make_unexpected(options.error());
  auto rows = compareMaterials(in.papers, *options, progress);
  if (!rows) return tl::make_unexpected(rows.error());
  PaperChoices out{std::move(*rows), atOnceCurve(in.papers, kCurve), {}, {}};
  for (const bool strips : {false, true}) {
    SheetOptions one = *options;
    one.block = false;
    one.groups.clear();
    one.stripsFirst = strips;
    const auto plan = planPapers(in.papers, one, progress);
    if (!plan) return tl::make_unexpected(plan.error());
    (strips ? out.stripsFirst : out.fewestSheets) = {static_cast<int>(plan->sheets.sheets.size()),
                                                     plan->sheets.strokes, plan->sheets.papers};
  }
  return out;
}

Remarks workRemarks(const RemarksInput& in, const Progress& progress) {
  auto read = std::make_shared<ReviewInput>(layoutReviewInput(*in.project, in.derived, in.before.get()));
  read->plans = in.plans;
  read->planFaults = in.planFaults;
  read->supplies = in.supplies;
  read->closure = in.closure;
  read->printer = in.printer;
  read->box = std::make_shared<const PaperBox>(in.box);
  if (in.papers) read->supply = std::shared_ptr<const PaperSupply>(in.papers, &in.papers->supply);
  readSeams(*read, *in.project, in.before.get(), progress);
  Remarks out;
  out.list = review(*read);
  read->project = nullptr;  // the project it was made from stays with the worker
  out.input = std::move(read);
  return out;
}

template <class T>
std::shared_ptr<const T> good(const std::shared_ptr<const Result<T>>& result) {
  return result && *result ? std::shared_ptr<const T>(result, &**result) : nullptr;
}
template <class T>
Message fault(const std::shared_ptr<const Result<T>>& result) {
  return result && !*result ? result->error().message : Message();
}

}  // namespace

Planner::Planner(QObject* parent)
    : QObject(parent),
      pool_(std::make_unique<QThreadPool>()),
      sheets_(
          *pool_, this,
          [](const SheetsInput& in, const Progress& progress, const auto&) {
            return workSheets(in, progress);
          },
          [this] { arrived(); }),
      choices_(
          *pool_, this,
          [](const SheetsInput& in, const Progress& progress, const auto&) {
            return workChoices(in, progress);
          },
          [this] { arrived(); }),
      batch_(
          *pool_, this,
          [](const BatchInput& in, const Progress& progress, const auto&) {
            return cutBatch(in.cut, in.now, progress);
          },
          [this] { arrived(); }),
      remedies_(
          *pool_, this,
          [](const RemediesInput& in, const Progress& progress, const auto&) {
            return remediesFor(*in.project, in.cloth, progress);
          },
          [this] { arrived(); }),
      closing_(
          *pool_, this,
          [](const ClosingInput& in, const Progress& progress, const auto&) {
            return willItClose(*in.geometry, in.readings, in.easePercent, progress);
          },
          [this] { arrived(); }),
      colours_(
          *pool_, this,
          [](const ColourInput& in, const Progress& progress, const auto&) {
            return colourTicks(*in.project, progress);
          },
          [this] { arrived(); }),
      remarks_(
          *pool_, this,
          [](const RemarksInput& in, const Progress& progress, const auto&) {
            return workRemarks(in, progress);
          },
          [this] { arrived(); }) {
  pool_->setMaxThreadCount(kMostThreads);
}

bool operator==(const ColourInput& a, const ColourInput& b) {
  if (a.project == b.project) return true;
  const Project &p = *a.project, &q = *b.project;
  return p.layout == q.layout && p.motifs == q.motifs &&
         std::equal(p.cloths.begin(), p.cloths.end(), q.cloths.begin(), q.cloths.end(),
                    [](const Cloth& c, const Cloth& d) { return c.id == d.id && c.print == d.print; });
}

Planner::~Planner() {
  rest();
  // Work reads values of its own; what does not end in time is left to the end of the program.
  if (!pool_->waitForDone(kLastPatience)) (void)pool_.release();
}

void Planner::follow(std::shared_ptr<const Project> project, const Derived& derived, const PaperBox& box) {
  if (project != project_) {
    remediesOf_ = kNoCloth;
    remedies_.rest();
  }
  project_ = std::move(project);
  derived_ = derived;
  const Settings& s = project_->settings;
  wanted_ = {paperInput(*project_, derived_.geometry, box),
             s.page,
             s.margin.mm(),
             s.marked,
             s.stripsFirst,
             s.gap.mm(),
             s.sorting == SheetSorting::Block,
             sheetGroups(*project_, s.sorting)};
  sheets_.want(wanted_);
  if (choicesShown_) choices_.want(wanted_);
  if (project_->readings.empty())
    closing_.rest();
  else
    closing_.want({derived_.geometry, project_->readings, s.easePercent});
  if (s.marks.ticks && !project_->motifs.empty())
    colours_.want({project_});
  else
    colours_.rest();
  const auto changed = [this] { arrived(); };
  std::erase_if(supplies_, [&](const auto& entry) {
    return std::none_of(project_->motifs.begin(), project_->motifs.end(),
                        [&](const MotifChoice& m) { return m.id == entry.first; });
  });
  for (const MotifChoice& m : project_->motifs) {
    auto& node = supplies_[m.id];
    if (!node)
      node = std::make_unique<SupplyNode>(
          *pool_, this,
          [](const WindowInput& in, const Progress& progress, const SupplyNode::SoFar& soFar) {
            return motifSupply(in, progress, [&](MotifSupply bounds) { soFar(std::move(bounds)); });
          },
          changed);
    node->want(windowInput(*project_, m));
  }
  std::erase_if(plans_, [&](const auto& entry) { return !clothById(*project_, entry.first); });
  cuts_.clear();
  for (const Cloth& c : project_->cloths) {
    cuts_.emplace(c.id, *cutInput(*project_, c.id));
    auto& node = plans_[c.id];
    if (!node)
      node = std::make_unique<PlanNode>(
          *pool_, this,
          [](const PlanInput& in, const Progress& progress, const auto&) {
            return cutPlan(in.cut, in.supplies, progress);
          },
          changed);
  }
  wantPlans();
  wantBatch();
  wantRemarks();
}

void Planner::showBatch(ClothId cloth) {
  if (batchOf_ == cloth) return;
  batchOf_ = cloth;
  if (project_) wantBatch();
}

void Planner::askRemedies(ClothId cloth) {
  if (!project_) return;
  remediesOf_ = cloth;
  remedies_.want({project_, cloth});
  Q_EMIT changed();
}

std::shared_ptr<const std::vector<Remedy>> Planner::remedies() const {
  return good(remedies_.value());
}
Message Planner::remediesFault() const {
  return fault(remedies_.value());
}

void Planner::wantBatch() {
  const auto at = cuts_.find(batchOf_);
  if (at == cuts_.end()) return batch_.rest();
  BatchInput in{at->second, {}};
  std::set_intersection(project_->now.begin(), project_->now.end(), in.cut.pieces.begin(),
                        in.cut.pieces.end(), std::back_inserter(in.now));
  if (in.now.empty()) return batch_.rest();
  batch_.want(std::move(in));
}

void Planner::setPrinter(const PrinterProfile& printer) {
  if (printer_ == printer) return;
  printer_ = printer;
  if (project_) wantRemarks();
}

void Planner::showPaperChoices(bool shown) {
  if (choicesShown_ == shown) return;
  choicesShown_ = shown;
  if (shown && project_)
    choices_.want(wanted_);
  else
    choices_.rest();
}

/// A plan waits for the supplies of its own motif choices, and for nothing else.
void Planner::wantPlans() {
  for (const auto& [cloth, cut] : cuts_) {
    PlanInput in{cut, {}};
    bool ready = true;
    for (const WindowInput& w : cut.windows) {
      const SupplyNode& node = *supplies_.at(w.motif.id);
      ready = ready && node.whole();
      if (const auto known = good(node.value())) in.supplies.emplace(w.motif.id, known);
    }
    if (ready)
      plans_.at(cloth)->want(std::move(in));
    else
      plans_.at(cloth)->rest();
  }
}

void Planner::wantRemarks() {
  RemarksInput in;
  in.project = project_;
  in.derived = derived_;
  in.before = before_;
  for (const auto& [cloth, node] : plans_) {
    if (const auto plan = good(node->value())) in.plans.emplace(cloth, plan);
    if (auto why = fault(node->value()); !why.empty()) in.planFaults.emplace(cloth, std::move(why));
  }
  for (const auto& [motif, node] : supplies_)  // bounds alone are no ground for a remark
    if (const auto supply = good(node->value()); supply && node->whole()) in.supplies.emplace(motif, supply);
  in.closure = good(closing_.value());
  in.papers = papers();
  in.box = wanted_.papers.box;
  in.printer = printer_;
  remarks_.want(std::move(in));
}

void Planner::arrived() {
  if (!project_) return;
  wantPlans();
  wantRemarks();
  if (const auto now = remarks_.value()) before_ = now->input;
  Q_EMIT changed();
}

void Planner::rest() {
  project_.reset();
  derived_ = {};
  cuts_.clear();
  before_.reset();
  sheets_.rest();
  choices_.rest();
  batch_.rest();
  remedies_.rest();
  remediesOf_ = kNoCloth;
  closing_.rest();
  colours_.rest();
  remarks_.rest();
  supplies_.clear();
  plans_.clear();
}

template <class Do>
void Planner::each(Do what) {
  what(sheets_);
  what(choices_);
  what(batch_);
  what(remedies_);
  what(closing_);
  what(colours_);
  for (auto& [id, node] : supplies_) what(*node);
  for (auto& [id, node] : plans_) what(*node);
  what(remarks_);
}
template <class Do>
void Planner::each(Do what) const {
  what(sheets_);
  what(choices_);
  what(batch_);
  what(remedies_);
  what(closing_);
  what(colours_);
  for (const auto& [id, node] : supplies_) what(*node);
  for (const auto& [id, node] : plans_) what(*node);
  what(remarks_);
}

void Planner::stop() {
  if (!project_) return;
  each([](auto& node) { node.stop(); });
  Q_EMIT changed();
}

void Planner::goOn() {
  if (!project_) return;
  each([](auto& node) { node.goOn(); });
  Q_EMIT changed();
}

std::shared_ptr<const PaperPlan> Planner::papers() const {
  return good(sheets_.value());
}
std::shared_ptr<const SheetPlan> Planner::sheets() const {
  const auto plan = papers();
  return plan ? std::shared_ptr<const SheetPlan>(plan, &plan->sheets) : nullptr;
}
std::shared_ptr<const PaperChoices> Planner::paperChoices() const {
  return good(choices_.value());
}
std::shared_ptr<const Closure> Planner::closure() const {
  return good(closing_.value());
}
std::shared_ptr<const ColourTicks> Planner::colours() const {
  return good(colours_.value());
}
Message Planner::closureFault() const {
  return fault(closing_.value());
}
Message Planner::sheetsFault() const {
  return fault(sheets_.value());
}
std::shared_ptr<const CutPlan> Planner::plan(ClothId cloth) const {
  const auto at = plans_.find(cloth);
  return at == plans_.end() ? nullptr : good(at->second->value());
}
Message Planner::planFault(ClothId cloth) const {
  const auto at = plans_.find(cloth);
  return at == plans_.end() ? Message() : fault(at->second->value());
}
std::optional<Progress::SoFar> Planner::planSoFar(ClothId cloth) const {
  const auto at = plans_.find(cloth);
  return at == plans_.end() || !at->second->working() ? std::nullopt : at->second->progress().soFar();
}
std::shared_ptr<const CutBatch> Planner::batch(ClothId cloth) const {
  return cloth == batchOf_ ? good(batch_.value()) : nullptr;
}
Message Planner::batchFault() const {
  return fault(batch_.value());
}
std::shared_ptr<const MotifSupply> Planner::supply(int motif) const {
  const auto at = supplies_.find(motif);
  return at == supplies_.end() ? nullptr : good(at->second->value());
}
Message Planner::supplyFault(int motif) const {
  const auto at = supplies_.find(motif);
  return at == supplies_.end() ? Message() : fault(at->second->value());
}
const std::vector<Remark>& Planner::remarks() const {
  static const std::vector<Remark> none;
  const auto now = remarks_.value();
  return now ? now->list : none;
}
bool Planner::remarksThere() const {
  return remarks_.value() || remarks_.stopped();
}
bool Planner::allPlans() const {
  for (const auto& [cloth, node] : plans_)
    if (!node->whole()) return false;
  return project_ != nullptr;
}

bool Planner::working() const {
  bool any = false;
  each([&](const auto& node) { any = any || node.working(); });
  return any;
}
bool Planner::stopped() const {
  bool any = false;
  each([&](const auto& node) { any = any || node.stopped(); });
  return any;
}
double Planner::done() const {
  double least = 1;
  each([&](const auto& node) {
    if (node.working()) least = std::min(least, node.progress().done());
  });
  return least;
}
int Planner::planStarts(ClothId cloth) const {
  const auto at = plans_.find(cloth);
  return at == plans_.end() ? 0 : at->second->starts();
}

}  // namespace clathra
