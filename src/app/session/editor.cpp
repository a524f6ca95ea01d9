#include "app/session/editor.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// Layouts of more pieces than this are laid out off the interface thread.
constexpr std::size_t kHeavyPieces = 4'000;
constexpr int kPatience = 500;  // ms

void tell(const std::function<void(bool)>& done, bool made) {
  if (done) done(made);
}

}  // namespace

Editor::Editor(std::function<EditContext()> context, QObject* parent)
    : QObject(parent), context_(std::move(context)), pool_(std::make_unique<QThreadPool>()) {}

Editor::~Editor() {
  progress_.cancel();
  door_.reset();
  if (!pool_->waitForDone(kPatience)) (void)pool_.release();
}

void Editor::begin(Project project, Derived derived) {
  close();
  derived_ = std::move(derived);
  history_.emplace(std::move(project));
  open_ = true;
}

void Editor::close() {
  stop();
  open_ = false;
}

bool Editor::isLarge() const {
  return project().layout->size() > kHeavyPieces;
}

bool Editor::edit(Edit edit, const QString& label, const QString& merge, Answer done) {
  if (!isOpen()) return false;
  return add({Change{std::move(edit), label, merge, project().layout}, std::move(done)});
}

void Editor::undo() {
  if (isOpen()) add({Step{true}, {}});
}
void Editor::redo() {
  if (isOpen()) add({Step{false}, {}});
}

bool Editor::canUndo() const {
  return isOpen() && (history_->canUndo() || waiting());
}
bool Editor::canRedo() const {
  return isOpen() && history_->canRedo() && !waiting();
}

void Editor::inTurn(std::function<void()> then) {
  add({Turn{std::move(then)}, {}});
}

bool Editor::add(Job job) {
  jobs_.push_back(std::move(job));
  if (running_ || going_) return true;
  refusedOne_ = false;
  goOn();
  return !refusedOne_;
}

/// Makes what can be made at once; ends at the first that takes long.
void Editor::goOn() {
  if (going_) return;
  going_ = true;
  while (!running_ && !jobs_.empty()) {
    Job job = std::move(jobs_.front());
    jobs_.pop_front();
    make(job);
  }
  going_ = false;
  Q_EMIT workChanged();
}

bool Editor::make(Job& job) {
  if (const auto* change = std::get_if<Change>(&job.what)) return makeChange(*change, job.done);
  if (const auto* step = std::get_if<Step>(&job.what)) return makeStep(*step, job.done);
  std::get<Turn>(job.what).then();
  return true;
}

bool Editor::makeChange(const Change& change, const Answer& done) {
  const auto refuse = [&](const Message& why) {
    refusedOne_ = true;
    Q_EMIT refused(inWords(why));
    tell(done, false);
    return false;
  };
  if (!isOpen()) return refuse(Message("no-project-open"));
  const auto meant = followed(change.edit, *change.saidOf, *project().layout);
  if (!meant) return refuse(meant.error().message);
  const Weight weight = meant->weight(project());
  if (weight == Weight::Light || (weight == Weight::Pieces && !isLarge())) {
    auto next = applied(project(), *meant, context_());
    if (!next) return refuse(next.error().message);
    Derived derived = deriveAfter(derived_, next->layout);
    take({std::move(next), std::move(derived)}, change);
    tell(done, true);
    return true;
  }
  runningDone_ = done;
  aside(
      [project = project(), edit = *meant, context = context_(),
       before = derived_](const Progress& progress) -> Made {
        EditContext with = context;
        with.progress = progress;
        auto next = applied(project, edit, with);
        Derived derived;
        if (next) derived = deriveAfter(before, next->layout);
        return {std::move(next), std::move(derived)};
      },
      [this, change](Made made) {
        const Answer after = std::exchange(runningDone_, {});
        const bool good = made.project.has_value();
        if (good)
          take(std::move(made), change);
        else
          Q_EMIT refused(inWords(made.project.error(), project().settings.unit));
        tell(after, good);
      });
  return true;
}

/// The step is made once what follows from its layout is at hand, so that all parts always agree.
bool Editor::makeStep(const Step& step, const Answer&) {
  if (!isOpen() || !(step.back ? history_->canUndo() : history_->canRedo())) return false;
  const Project& target = step.back ? history_->before() : history_->after();
  if (target.layout == project().layout) {
    takeStep(step.back, derived_);
  } else if (target.layout->size() <= kHeavyPieces) {
    takeStep(step.back, deriveAfter(derived_, target.layout));
  } else {
    runningDone_ = {};
    aside(
        [target, before = derived_](const Progress&) -> Made {
          return {target, deriveAfter(before, target.layout)};
        },
        [this, back = step.back](Made made) { takeStep(back, std::move(made.derived)); });
  }
  return true;
}

void Editor::aside(std::function<Made(const Progress&)> work, std::function<void(Made)> take) {
  running_ = true;
  progress_ = Progress();
  door_ = std::make_unique<Door>(this);
  pool_->start(
      [this, work = std::move(work), take = std::move(take), progress = progress_, door = door_->handle()] {
        auto made = std::make_shared<Made>(work(progress));
        Door::post(door, [this, made, take] {
          running_ = false;
          take(std::move(*made));
          goOn();
        });
      });
}

void Editor::take(Made made, const Change& change) {
  const Project before = project();
  made.project->lastDone = change.label.toStdString();
  history_->push(std::move(*made.project), change.label.toStdString(), change.merge.toStdString());
  derived_ = std::move(made.derived);
  Q_EMIT stepped(before, change.label);
}

void Editor::takeStep(bool back, Derived derived) {
  const Project before = project();
  if (back)
    history_->undo();
  else
    history_->redo();
  derived_ = std::move(derived);
  Q_EMIT stepped(before, {});
}

int Editor::stop() {
  int given = 0;
  std::deque<Job> left = std::exchange(jobs_, {});
  if (running_) {
    ++given;
    progress_.cancel();
    door_.reset();
    running_ = false;
    tell(std::exchange(runningDone_, {}), false);
  }
  for (Job& job : left) {
    if (const auto* turn = std::get_if<Turn>(&job.what)) {
      turn->then();  // what waited for its turn has it now
      continue;
    }
    ++given;
    tell(job.done, false);
  }
  if (given > 0) Q_EMIT workChanged();
  return given;
}

}  // namespace clathra
