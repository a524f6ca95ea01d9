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
bool alive(qint64 pid) { return pid > 0 && (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM); }

}  // namespace

QString Recovery::folder() {
  const QString state = qEnvironmentVariable("XDG_STATE_HOME", QDir::homePath() + QStringLiteral("/.local/state"));
  return state + QStringLiteral("/clathra/recovery");
}

Recovery::Recovery(Session& session, FileSystem& fs, QObject* parent) : QObject(parent), session_(session), fs_(fs) {
  timer_.setSingleShot(true);
  timer_.setInterval(kPause);
  connect(&timer_, &QTimer::timeout, this, [this] { writeNow(); });
  connect(&session_, &Session::savedChanged, this, [this] {
    if (session_.isOpen() && !session_.saved()) timer_.start();
    else forget();
  });
}

Recovery::~Recovery() = default;

QString Recovery::file() const { return folder() + QStringLiteral("/%1.clathra").arg(::getpid()); }
QString Recovery::note() const { return folder() + QStringLiteral("/%1.json").arg(::getpid()); }

bool Recovery::writeNow() {
  timer_.stop();
  if (!session_.isOpen() || session_.saved()) return true;
  QDir().mkpath(folder());
  const auto ok = saveProject(fs_, session_.project(), file().toStdString());
  if (!ok) {
    if (!toldFailure_) Q_EMIT failed(tr("The safety copy could not be written: %1").arg(QString::fromStdString(ok.error().text)));
    toldFailure_ = true;
    return false;
  }
  toldFailure_ = false;
  const QJsonObject about{{QStringLiteral("pid"), static_cast<qint64>(::getpid())},
                          {QStringLiteral("original"), session_.path()},
                          {QStringLiteral("name"), QString::fromStdString(session_.project().name)}};
  const QByteArray bytes = QJsonDocument(about).toJson();
  const auto noted = writeWhole(fs_, note().toStdString(), std::as_bytes(std::span(bytes.constData(), static_cast<std::size_t>(bytes.size()))));
  return noted.has_value();
}

void Recovery::forget() {
  timer_.stop();
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
    const QJsonObject j = about.open(QIODevice::ReadOnly) ? QJsonDocument::fromJson(about.read(100'000)).object() : QJsonObject();
    Leftover l;
    l.file = copy.absoluteFilePath();
    l.original = j.value(QStringLiteral("original")).toString();
    l.name = j.value(QStringLiteral("name")).toString(tr("a project"));
    l.when = QLocale().toString(copy.lastModified(), QLocale::ShortFormat);
    found.push_back({copy.lastModified(), l});
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
  std::vector<Leftover> out;
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
