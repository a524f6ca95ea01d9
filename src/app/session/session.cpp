#include "app/session/session.hpp"

#include <QCoreApplication>
#include <QDate>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QTimer>

#include "draw/pictures.hpp"
#include "store/box_file.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// The cloth needed and to buy over all plans.
void addCloth(Figures& f, const Project& project, const Planner& planner) {
  for (const Cloth& c : project.cloths) {
    const auto plan = planner.plan(c.id);
    if (!plan || plan->pieces == 0) continue;
    f.clothNeeded += plan->length.value_or(0);
    const CutMethod* method = plan->method();
    if (!c.soldPiece) f.clothToBuy += plan->buyLength.value_or(0);
    if (!c.soldPiece || !method) continue;
    for (const BuyItem& item : method->buy) f.piecesToBuy += item.count;
  }
}

}  // namespace

Session::Session(const ArrangementLibrary& library, FileSystem& fs, QObject* parent)
    : QObject(parent), library_(library), editor_([this] { return context(); }), writer_(fs, this) {
  connect(&editor_, &Editor::stepped, this, &Session::stepped);
  connect(&editor_, &Editor::refused, this, &Session::refused);
  connect(&editor_, &Editor::workChanged, this, &Session::busyChanged);
  connect(&editor_, &Editor::workChanged, this, &Session::savedChanged);
  connect(&planner_, &Planner::changed, this, [this] {
    refigure();
    Q_EMIT busyChanged();
    Q_EMIT resultsChanged();
  });
}

Session::~Session() {
  other_.cancel();
  opening_.cancel();
}

EditContext Session::context() const {
  return {library_,
          [](const std::string& path) { return loadPicture(path); },
          QDate::currentDate().toString(Qt::ISODate).toStdString(),
          editor_.derived(),
          {}};
}

void Session::make(std::function<Result<Project>(const Progress&)> work,
                   std::function<void(Result<Project>, Derived)> then) {
  opening_.start(
      this,
      [work = std::move(work)](const Progress& progress) -> Made {
        auto made = work(progress);
        Derived derived;
        if (made) derived = derive(made->layout);
        return {std::move(made), std::move(derived)};
      },
      [this, then = std::move(then)](Made done) {
        Q_EMIT busyChanged();
        then(std::move(done.first), std::move(done.second));
      });
  Q_EMIT busyChanged();
}

void Session::begin(Project project, const QString& path, Origin origin, std::optional<Derived> known) {
  Derived derived = known ? std::move(*known) : derive(project.layout);
  lastDone_ = QString::fromStdString(project.lastDone);
  path_ = path;
  stamp_ = path.isEmpty() ? QString() : QString::fromStdString(fileStamp(path.toStdString()));
  kept_.reset();
  if (origin != Origin::Foreign) kept_ = project;
  steps_ = keptStep_ = 0;
  depth_ = 0;
  planner_.rest();
  editor_.begin(std::move(project), std::move(derived));
  tally_ = Tally(this->project());
  readBox();
  planner_.follow(std::make_shared<const Project>(this->project()), editor_.derived(), box_);
  refigure();
  before_ = figures_;
  Q_EMIT opened();
  Q_EMIT changed(AllParts);
  Q_EMIT savedChanged();
  Q_EMIT busyChanged();
}

void Session::close() {
  editor_.close();
  planner_.rest();
  kept_.reset();
  Q_EMIT busyChanged();
}

void Session::stepped(const Project& before, const QString& label) {
  ++steps_;
  if (!label.isEmpty()) lastDone_ = label;
  // Of steps that became one it is told what all of them changed.
  const std::size_t depth = editor_.history().steps();
  if (std::exchange(depth_, depth) != depth) before_ = figures_;
  tally_ = tally_.updated(before, project());
  planner_.follow(std::make_shared<const Project>(project()), editor_.derived(), box_);
  refigure();
  Q_EMIT changed(partsChanged(before, project()));
  Q_EMIT savedChanged();
  Q_EMIT busyChanged();
}

int Session::partsChanged(const Project& a, const Project& b) {
  int parts = 0;
  if (a.layout != b.layout || !(a.recipe == b.recipe)) parts |= LayoutPart | PaintingPart;
  if (!(a.painting == b.painting) || a.variants != b.variants || a.roles != b.roles ||
      !(a.roleOf == b.roleOf))
    parts |= PaintingPart;
  if (!(a.cloths == b.cloths)) parts |= ClothPart;
  if (!(a.motifs == b.motifs)) parts |= MotifPart;
  if (!(a.settings == b.settings) || !(a.setAside == b.setAside) || a.readings != b.readings)
    parts |= SettingsPart;
  if (a.name != b.name) parts |= NamePart;
  return parts == 0 ? SettingsPart : parts;
}

void Session::readBox() {
  auto box = readPaperBox(paperBoxFile());
  boxFault_ = box ? Message() : box.error().message;
  box_ = box.value_or(PaperBox{});
}

Status Session::keepPaperBox(PaperBox box) {
  if (!boxFault_.empty()) return fail(boxFault_);
  if (const auto ok = writePaperBox(paperBoxFile(), box); !ok) return ok;
  box_ = std::move(box);
  if (!isOpen()) return {};
  planner_.follow(std::make_shared<const Project>(project()), editor_.derived(), box_);
  refigure();
  Q_EMIT resultsChanged();
  Q_EMIT busyChanged();
  return {};
}

void Session::seal() {
  if (isOpen()) editor_.history().seal();
}

QString Session::undoLabel() const {
  return isOpen() ? QString::fromStdString(editor_.history().undoLabel()) : QString();
}
QString Session::redoLabel() const {
  return isOpen() ? QString::fromStdString(editor_.history().redoLabel()) : QString();
}

void Session::refigure() {
  Figures f;
  f.pieces = tally_.pieces();
  f.kinds = tally_.kinds();
  f.width = project().layout->finished.width();
  f.height = project().layout->finished.height();
  f.seamLength = geometry().seams.seamLength;
  const auto sheets = planner_.sheets();
  f.planned = !planner_.working() && !planner_.stopped();
  f.remarks = static_cast<int>(planner_.remarks().size());
  f.sheets = sheets ? static_cast<int>(sheets->sheets.size()) : 0;
  addCloth(f, project(), planner_);
  figures_ = f;
}

/// Steps that could be redone are lost with the project, unless they were there when it was kept.
bool Session::saved() const {
  if (!isOpen()) return true;
  if (!kept_ || editor_.waiting() || !sameContent(*kept_, project())) return false;
  return !canRedo() || keptStep_ == steps_;
}

bool Session::changedUnderneath(const QString& path) const {
  return path == path_ && !stamp_.isEmpty() &&
         QString::fromStdString(fileStamp(path.toStdString())) != stamp_;
}

void Session::save(const QString& path, bool over, std::function<void(bool)> then) {
  if (!isOpen()) return;
  editor_.inTurn([this, path, over, then = std::move(then)]() mutable {
    if (!isOpen()) return;
    if (over || !changedUnderneath(path)) return write(path, std::move(then));
    // The question waits for an answer; what comes after it does not.
    QMetaObject::invokeMethod(
        this, [this, path, then = std::move(then)] { Q_EMIT fileChanged(path, then); }, Qt::QueuedConnection);
  });
}

void Session::write(const QString& path, std::function<void(bool)> then) {
  saving_ = Progress();
  writer_.save(project(), path.toStdString(), saving_,
               [this, path, project = project(), step = steps_, then = std::move(then)](const Status& ok) {
                 written(path, project, step, ok);
                 if (then) then(ok.has_value());
               });
  Q_EMIT busyChanged();
}

void Session::written(const QString& path, Project project, int step, const Status& ok) {
  if (!ok) {
    Q_EMIT refused(inWords(ok.error()));
  } else if (isOpen()) {
    path_ = path;
    stamp_ = QString::fromStdString(fileStamp(path.toStdString()));
    kept_ = std::move(project);
    keptStep_ = step;
    Q_EMIT savedChanged();
  }
  Q_EMIT busyChanged();
}

void Session::rememberPlace(const QString& station) {
  if (!isOpen()) return;
  Project here = project();
  here.lastStation = station.toStdString();
  editor_.history().replaceNow(here);
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

std::optional<double> Session::busy() const {
  if (writer_.waiting() > 0) return saving_.done();
  if (other_.running()) return other_.progress().done();
  if (editor_.working()) return editor_.progress().done();
  if (opening_.running()) return opening_.progress().done();
  if (planner_.working()) return planner_.done();
  return std::nullopt;
}

void Session::cancelWork() {
  saving_.cancel();
  other_.cancel();
  opening_.cancel();
  const int given = editor_.stop();
  planner_.stop();
  if (given > 1) Q_EMIT refused(tr("Stopped; %n step(s) that waited were not made.", nullptr, given));
  Q_EMIT busyChanged();
}

bool Session::waitUntilIdle(int milliseconds) {
  QElapsedTimer timer;
  timer.start();
  QTimer wake;  // whatever ends posts an event; this ends the wait where none comes
  wake.start(20);
  while (busy() && timer.elapsed() < milliseconds)
    QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents);
  return !busy();
}

}  // namespace clathra
