#include "app/session/recovery.hpp"

#include <signal.h>
#include <unistd.h>

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLocale>
#include <algorithm>

#include "project/file.hpp"

namespace clathra {

namespace {

constexpr int kPause = 1'500;  // ms after the last edit

/// Is the process that wrote a copy still at work?
bool alive(qint64 pid) {
  return pid > 0 && (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM);
}

}  // namespace

QString Recovery::folder() {
  const QString state =
      qEnvironmentVariable("XDG_STATE_HOME", QDir::homePath() + QStringLiteral("/.local/state"));
  return state + QStringLiteral("/clathra/recovery");
}

Recovery::Recovery(Session& session, FileSystem& fs, QObject* parent)
    : QObject(parent), session_(session), fs_(fs) {
  timer_.setSingleShot(true);
  timer_.setInterval(kPause);
  connect(&timer_, &QTimer::timeout, this, &Recovery::writeLater);
  connect(&session_, &Session::savedChanged, this, [this] {
    if (session_.isOpen() && !session_.saved())
      timer_.start();
    else
      forget();
  });
}

Recovery::~Recovery() = default;

QString Recovery::file() const {
  return folder() + QStringLiteral("/%1.clathra").arg(::getpid());
}
QString Recovery::note() const {
  return folder() + QStringLiteral("/%1.json").arg(::getpid());
}

bool Recovery::writeNow() {
  timer_.stop();
  if (!session_.isOpen() || session_.saved()) return true;
  QDir().mkpath(folder());
  const Status written = saveProject(fs_, session_.project(), file().toStdString());
  tell(written);
  if (written) writeNote();
  return written.has_value();
}

/// Off the interface thread: a large project takes a moment to write.
void Recovery::writeLater() {
  if (!session_.isOpen() || session_.saved()) return;
  QDir().mkpath(folder());
  job_.start(
      this,
      [project = session_.project(), target = file().toStdString(),
       &fs = fs_](const Progress& progress) -> Status {
        Status written = saveProject(fs, project, target);
        if (progress.cancelled())
          std::filesystem::remove(target);  // saved or closed meanwhile: the copy is not wanted
        return written;
      },
      [this](const Status& written) {
        tell(written);
        if (written) writeNote();
      });
}

void Recovery::tell(const Status& written) {
  if (!written && !toldFailure_)
    Q_EMIT failed(
        tr("The safety copy could not be written: %1").arg(QString::fromStdString(written.error().text)));
  toldFailure_ = !written;
}

void Recovery::writeNote() {
  const QJsonObject about{{QStringLiteral("pid"), static_cast<qint64>(::getpid())},
                          {QStringLiteral("original"), session_.path()},
                          {QStringLiteral("name"), QString::fromStdString(session_.project().name)}};
  const QByteArray bytes = QJsonDocument(about).toJson();
  // Without the note the copy is still offered, only under no name.
  (void)writeWhole(fs_, note().toStdString(),
                   std::as_bytes(std::span(bytes.constData(), static_cast<std::size_t>(bytes.size()))));
}

void Recovery::forget() {
  timer_.stop();
  job_.cancel();
  QFile::remove(file());
  QFile::remove(note());
}

std::vector<Leftover> Recovery::leftovers() const {
  std::vector<std::pair<QDateTime, Leftover>> found;
  const QDir dir(folder());
  const QFileInfoList copies = dir.entryInfoList({QStringLiteral("*.clathra")}, QDir::Files);
  for (const QFileInfo& copy : copies) {
    const qint64 pid = copy.completeBaseName().toLongLong();
    if (pid == ::getpid() || alive(pid)) continue;
    QFile about(dir.filePath(copy.completeBaseName() + QStringLiteral(".json")));
    const QJsonObject j = about.open(QIODevice::ReadOnly)
                              ? QJsonDocument::fromJson(about.read(100'000)).object()
                              : QJsonObject();
    Leftover l;
    l.file = copy.absoluteFilePath();
    l.original = j.value(QStringLiteral("original")).toString();
    l.name = j.value(QStringLiteral("name")).toString(tr("a project"));
    l.when = QLocale().toString(copy.lastModified(), QLocale::ShortFormat);
    found.push_back({copy.lastModified(), l});
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
  std::vector<Leftover> out;
  out.reserve(found.size());
  for (auto& [when, l] : found) out.push_back(l);
  return out;
}

void Recovery::discard(const Leftover& leftover) {
  QFile::remove(leftover.file);
  QString note = leftover.file;
  note.chop(8);
  QFile::remove(note + QStringLiteral(".json"));
}

}  // namespace clathra
