#include "app/session/session.hpp"

#include <QCoreApplication>
#include <QDate>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QThreadPool>

#include "draw/pictures.hpp"
#include "project/file.hpp"

namespace clathra {

namespace {

/// Layouts of more pieces than this are laid out off the interface thread.
constexpr std::int64_t kHeavyPieces = 4'000;

/// May make a layout of any size, however small the present one is.
bool laysOut(const nlohmann::json& edit) {
  const auto name = edit.value("edit", std::string());
  return name == "setEdge" || name == "setCounts" || name == "setSize" || name == "fillHoles" ||
         name == "setArrangement";
}
/// Takes longer the more pieces there are.
bool relays(const nlohmann::json& edit) {
  const auto name = edit.value("edit", std::string());
  return name == "setSides" || name == "setLine" || name == "addPieces" || name == "takeAway" ||
         name == "draft" || name == "cure" || name == "closeRing" || name == "exchange" ||
         name == "markUnit" || name == "placeUnit" || name == "replaceUnits" || name == "subdivide" ||
         name == "paintByChance" || name == "setNumbering" || name == "joinPieces" || name == "splitPiece";
}

/// Does the edit read a picture from a file?
bool readsPicture(const nlohmann::json& edit, const Project& project) {
  const auto print = edit.find("print");
  if (print == edit.end() || !print->is_object()) return false;
  const auto picture = print->find("picture");
  return picture != print->end() && picture->is_string() &&
         !project.pictures.contains(picture->get<std::string>());
}

Results workOut(const Project& project, const Derived& derived, std::shared_ptr<const SheetPlan> sheets,
                const ReviewInput* before, const Progress& progress) {
  Results out;
  if (!sheets) {
    const auto page = pageOf(project.settings.page);
    if (page) {
      auto plan =
          planSheets(project, {*page, project.settings.marked, project.settings.stripsFirst}, progress);
      if (plan)
        sheets = std::make_shared<const SheetPlan>(std::move(*plan));
      else
        out.sheetsFault = plan.error().text;
    }
  }
  out.sheets = std::move(sheets);
  auto input = reviewInput(project, progress, derived, before);
  if (!input) return out;
  const auto shared = std::make_shared<ReviewInput>(std::move(*input));
  out.remarks = review(*shared);
  shared->project = nullptr;  // the project it was made from stays with the worker
  out.input = shared;
  return out;
}

}  // namespace

std::pair<double, double> clothTotals(const ReviewInput& input) {
  double needed = 0, buy = 0;
  for (const auto& [id, plan] : input.plans) {
    if (plan.pieces == 0) continue;
    needed += plan.length.value_or(0);
    if (plan.onHand && plan.shortBy.value_or(0) > 1e-6) buy += plan.buyLength.value_or(0);
  }
  return {needed, buy};
}

Session::Session(const ArrangementLibrary& library, FileSystem& fs, QObject* parent)
    : QObject(parent), library_(library), fs_(fs) {}

Session::~Session() {
  other_.cancel();
  background_.cancel();
  heavy_.cancel();
  opening_.cancel();
  QThreadPool::globalInstance()->waitForDone();
}

EditContext Session::context() const {
  return {library_, [](const std::string& path) { return loadPicture(path); },
          QDate::currentDate().toString(Qt::ISODate).toStdString(), derived_};
}

void Session::make(std::function<Result<Project>()> work,
                   std::function<void(Result<Project>, Derived)> then) {
  makeWith(opening_, std::move(work), std::move(then));
}

void Session::makeWith(Latest<Made>& worker, std::function<Result<Project>()> work,
                       std::function<void(Result<Project>, Derived)> then, Derived before) {
  worker.start(
      this,
      [work = std::move(work), before = std::move(before)](const Progress&) -> Made {
        auto made = work();
        Derived derived;
        if (made) derived = deriveAfter(before, made->layout);
        return {std::move(made), std::move(derived)};
      },
      [this, then = std::move(then)](Made done) {
        Q_EMIT busyChanged();
        then(std::move(done.first), std::move(done.second));
      });
  Q_EMIT busyChanged();
}

void Session::begin(Project project, const QString& path, bool saved, std::optional<Derived> known) {
  background_.cancel();
  heavy_.cancel();
  derived_ = known ? std::move(*known) : derive(project.layout);
  lastDone_ = QString::fromStdString(project.lastDone);
  path_ = path;
  stamp_ = path.isEmpty() ? QString() : QString::fromStdString(fileStamp(path.toStdString()));
  savedSteps_.reset();
  if (saved) savedSteps_ = project;
  history_.emplace(std::move(project));
  tally_ = Tally(this->project());
  results_ = {};
  refigure();
  before_ = figures_;
  work();
  Q_EMIT opened();
  Q_EMIT changed(AllParts);
  Q_EMIT savedChanged();
}

void Session::close() {
  background_.cancel();
  heavy_.cancel();
  history_.reset();
  Q_EMIT busyChanged();
}

bool Session::edit(const nlohmann::json& edit, const QString& label, const QString& merge) {
  if (!isOpen()) return false;
  if (heavy_.running()) heavy_.cancel();
  const bool heavy = readsPicture(edit, project()) || laysOut(edit) ||
                     (relays(edit) && static_cast<std::int64_t>(project().layout->size()) > kHeavyPieces);
  if (!heavy) {
    auto next = applyEdit(project(), edit, context());
    if (!next) {
      Q_EMIT refused(QString::fromStdString(next.error().text));
      return false;
    }
    Derived derived = deriveAfter(derived_, next->layout);
    take(std::move(*next), label, merge, std::move(derived));
    return true;
  }
  // The counts decide how long it takes; they are checked before anything is laid out.
  makeWith(
      heavy_, [project = project(), edit, ctx = context()] { return applyEdit(project, edit, ctx); },
      [this, label, merge](Result<Project> next, Derived derived) {
        if (next)
          take(std::move(*next), label, merge, std::move(derived));
        else
          Q_EMIT refused(QString::fromStdString(next.error().text));
      },
      derived_);
  return true;
}

void Session::take(Project next, const QString& label, const QString& merge, Derived derived) {
  const Project before = project();
  lastDone_ = label;
  next.lastDone = label.toStdString();
  history_->push(std::move(next), label.toStdString(), merge.toStdString());
  show(before, std::move(derived));
}

void Session::show(const Project& before, Derived derived) {
  before_ = figures_;
  derived_ = std::move(derived);
  tally_ = tally_.updated(before, project());
  const int parts = partsChanged(before, project());
  if (parts & (LayoutPart | SettingsPart)) results_.sheets.reset();
  results_.fresh = false;
  refigure();
  work();
  Q_EMIT changed(parts);
  Q_EMIT savedChanged();
}

int Session::partsChanged(const Project& a, const Project& b) {
  int parts = 0;
  if (a.layout != b.layout || !(a.recipe == b.recipe)) parts |= LayoutPart | PaintingPart;
  if (!(a.painting == b.painting) || a.variants != b.variants || a.roles != b.roles ||
      !(a.roleOf == b.roleOf))
    parts |= PaintingPart;
  if (!(a.cloths == b.cloths)) parts |= ClothPart;
  if (!(a.motifs == b.motifs)) parts |= MotifPart;
  if (!(a.settings == b.settings) || !(a.setAside == b.setAside)) parts |= SettingsPart;
  if (a.name != b.name) parts |= NamePart;
  return parts == 0 ? SettingsPart : parts;
}

void Session::seal() {
  if (isOpen()) history_->seal();
}

void Session::undo() {
  if (canUndo()) step(true);
}

void Session::redo() {
  if (canRedo()) step(false);
}

/// The step is made once what follows from its layout is at hand, so that all parts always agree.
void Session::step(bool back) {
  heavy_.cancel();
  const Project& target = back ? history_->before() : history_->after();
  withDerived(target, [this, back](Derived derived) {
    const Project before = project();
    if (back)
      history_->undo();
    else
      history_->redo();
    show(before, std::move(derived));
  });
}

void Session::withDerived(const Project& wanted, std::function<void(Derived)> then) {
  if (wanted.layout == project().layout) return then(derived_);
  if (static_cast<std::int64_t>(wanted.layout->size()) <= kHeavyPieces)
    return then(deriveAfter(derived_, wanted.layout));
  makeWith(
      heavy_, [wanted]() -> Result<Project> { return wanted; },
      [then = std::move(then)](const Result<Project>&, Derived derived) { then(std::move(derived)); },
      derived_);
}

QString Session::undoLabel() const {
  return isOpen() ? QString::fromStdString(history_->undoLabel()) : QString();
}
QString Session::redoLabel() const {
  return isOpen() ? QString::fromStdString(history_->redoLabel()) : QString();
}

const CutPlan* Session::plan(ClothId cloth) const {
  if (!results_.input) return nullptr;
  const auto at = results_.input->plans.find(cloth);
  return at == results_.input->plans.end() ? nullptr : &at->second;
}

const MotifSupply* Session::supply(int motif) const {
  if (!results_.input) return nullptr;
  const auto at = results_.input->supplies.find(motif);
  return at == results_.input->supplies.end() ? nullptr : &at->second;
}

void Session::work() {
  background_.start(
      this,
      [project = project(), derived = derived_, sheets = results_.sheets, before = results_.input](
          const Progress& progress) { return workOut(project, derived, sheets, before.get(), progress); },
      [this](Results results) {
        results.fresh = true;
        results_ = std::move(results);
        refigure();
        Q_EMIT busyChanged();
        Q_EMIT resultsChanged();
      });
  Q_EMIT busyChanged();
}

void Session::refigure() {
  Figures f;
  f.pieces = tally_.pieces();
  f.kinds = tally_.kinds();
  f.width = project().layout->finished.width();
  f.height = project().layout->finished.height();
  f.seamLength = geometry().seams.seamLength;
  f.planned = results_.fresh && results_.input;
  f.remarks = static_cast<int>(results_.remarks.size());
  f.sheets = results_.sheets ? static_cast<int>(results_.sheets->sheets.size()) : 0;
  if (results_.input) std::tie(f.clothNeeded, f.clothToBuy) = clothTotals(*results_.input);
  figures_ = f;
}

bool Session::changedUnderneath(const QString& path) const {
  return path == path_ && !stamp_.isEmpty() &&
         QString::fromStdString(fileStamp(path.toStdString())) != stamp_;
}

void Session::save(const QString& path, bool over, std::function<void(bool)> then) {
  if (!isOpen()) return;
  saves_.push_back({path, over, std::move(then)});
  if (!writing_) saveNext();
}

void Session::saveNext() {
  if (saves_.empty()) return;
  const Save save = std::move(saves_.front());
  saves_.pop_front();
  if (!save.over && changedUnderneath(save.path)) {
    stamp_.clear();  // the second attempt is a decision
    Q_EMIT refused(tr("\"%1\" was changed by another program since it was opened. Save under another name, "
                      "or save again to replace it.")
                       .arg(QFileInfo(save.path).fileName()));
    if (save.then) save.then(false);
    return saveNext();
  }
  writing_ = true;
  saving_ = Progress();
  // Unlike other work a save always answers: once it has begun to write, it is either done or failed.
  QThreadPool::globalInstance()->start([this, save, progress = saving_, project = project()] {
    const Status ok = saveProject(fs_, project, save.path.toStdString(), progress);
    QMetaObject::invokeMethod(
        this, [this, save, project, ok] { saveDone(save, project, ok); }, Qt::QueuedConnection);
  });
  Q_EMIT busyChanged();
}

void Session::saveDone(const Save& save, Project written, const Status& ok) {
  writing_ = false;
  Q_EMIT busyChanged();
  if (ok) {
    path_ = save.path;
    stamp_ = QString::fromStdString(fileStamp(save.path.toStdString()));
    savedSteps_ = std::move(written);
    Q_EMIT savedChanged();
  } else {
    Q_EMIT refused(QString::fromStdString(ok.error().text));
  }
  if (save.then) save.then(ok.has_value());
  saveNext();
}

void Session::rememberPlace(const QString& station, const QString& done) {
  if (!isOpen()) return;
  Project here = project();
  here.lastStation = station.toStdString();
  if (!done.isEmpty()) here.lastDone = done.toStdString();
  const bool wasSaved = saved();
  history_->replaceNow(here);
  if (wasSaved) savedSteps_ = here;
}

void Session::run(std::function<std::function<void()>(const Progress&)> work) {
  if (other_.running()) {
    Q_EMIT refused(tr("Something else is still at work; wait for it or stop it, then ask again."));
    return;
  }
  other_.start(this, std::move(work), [this](const std::function<void()>& after) {
    Q_EMIT busyChanged();
    after();
  });
  Q_EMIT busyChanged();
}

std::optional<Progress> Session::busy() const {
  if (writing_) return saving_;
  if (other_.running()) return other_.progress();
  if (heavy_.running()) return heavy_.progress();
  if (opening_.running()) return opening_.progress();
  if (background_.running()) return background_.progress();
  return std::nullopt;
}

void Session::cancelWork() {
  saving_.cancel();
  other_.cancel();
  heavy_.cancel();
  opening_.cancel();
  background_.cancel();
  Q_EMIT busyChanged();
}

bool Session::waitUntilIdle(int milliseconds) {
  QElapsedTimer timer;
  timer.start();
  while (busy() && timer.elapsed() < milliseconds) QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
  return !busy();
}

}  // namespace clathra
