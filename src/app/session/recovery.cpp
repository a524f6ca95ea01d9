#include "app/session/recovery.hpp"

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLocale>
#include <QPointer>
#include <QUuid>
#include <algorithm>

#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const QLatin1String kCopy("copy.clathra"), kAbout("about.json"), kLock("lock");

/// Takes the lock of a folder if no living program has it; -1 if one has.
int lockOf(const QString& folder) {
  const QByteArray path = QFile::encodeName(folder + QLatin1Char('/') + kLock);
  const int fd = ::open(path.constData(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0600);
  if (fd < 0) return -1;
  if (::flock(fd, LOCK_EX | LOCK_NB) == 0) return fd;
  ::close(fd);
  return -1;
}

void removeFolder(const QString& folder) {
  QDir(folder).removeRecursively();
}

}  // namespace

/// All that a copy is made of, taken on the interface thread and written on another.
struct Recovery::Copy {
  Project project;
  QString folder;
  QByteArray about;

  Status write(FileSystem& fs) const {
    const std::string target = QFile::encodeName(folder + QLatin1Char('/') + kCopy).toStdString();
    const Status written = saveProject(fs, project, target);
    if (!written) return written;
    const std::string note = QFile::encodeName(folder + QLatin1Char('/') + kAbout).toStdString();
    // Without the note the copy is still offered, only under no name.
    (void)writeWhole(fs, note,
                     std::as_bytes(std::span(about.constData(), static_cast<std::size_t>(about.size()))));
    return written;
  }
};

QString Recovery::parentFolder() {
  const QString state =
      qEnvironmentVariable("XDG_STATE_HOME", QDir::homePath() + QStringLiteral("/.local/state"));
  return state + QStringLiteral("/clathra/recovery");
}

Recovery::Recovery(Session& session, FileSystem& fs, QObject* parent)
    : QObject(parent),
      session_(session),
      fs_(fs),
      folder_(parentFolder() + QLatin1Char('/') + QUuid::createUuid().toString(QUuid::WithoutBraces)) {
  timer_.setSingleShot(true);
  timer_.setInterval(kPause);
  connect(&timer_, &QTimer::timeout, this, &Recovery::begin);
  connect(&session_, &Session::savedChanged, this, [this] {
    if (session_.isOpen() && !session_.saved())
      ask();
    else
      forget();
  });
}

Recovery::~Recovery() {
  // Ended in order: what is unsaved was asked about. A copy is left only where the program ends otherwise.
  if (lock_ < 0) return;
  session_.writer().finish();
  removeFolder(folder_);
  ::close(lock_);
}

bool Recovery::haveFolder() {
  if (lock_ >= 0) return true;
  if (!QDir().mkpath(folder_)) return false;
  lock_ = lockOf(folder_);
  return lock_ >= 0;
}

/// The wait is never put off by another step.
void Recovery::ask() {
  if (writing_)
    again_ = true;
  else if (!timer_.isActive())
    timer_.start();
}

Recovery::Copy Recovery::copyOfNow() const {
  const QJsonObject about{{QStringLiteral("original"), session_.path()},
                          {QStringLiteral("name"), QString::fromStdString(session_.project().name)},
                          {QStringLiteral("lastDone"), session_.lastDone()},
                          {QStringLiteral("time"), QDateTime::currentDateTimeUtc().toString(Qt::ISODate)}};
  return {session_.project(), folder_, QJsonDocument(about).toJson()};
}

bool Recovery::writeNow() {
  timer_.stop();
  if (!session_.isOpen() || session_.saved()) return true;
  session_.writer().finish();  // an older copy must not come after this one
  Status written;
  if (haveFolder())
    written = copyOfNow().write(fs_);
  else
    written = fail("its folder cannot be made");
  tell(written);
  return written.has_value();
}

void Recovery::begin() {
  if (!session_.isOpen() || session_.saved()) return;
  if (!haveFolder()) return tell(fail("its folder cannot be made"));
  writing_ = true;
  again_ = false;
  session_.writer().run([copy = copyOfNow(), &fs = fs_] { return copy.write(fs); },
                        [self = QPointer(this)](const Status& written) {
                          if (!self) return;
                          self->writing_ = false;
                          self->tell(written);
                          if (self->again_) self->ask();
                        });
}

void Recovery::tell(const Status& written) {
  if (!written && !toldFailure_)
    Q_EMIT failed(tr("The safety copy could not be written: %1").arg(inWords(written.error())));
  toldFailure_ = !written;
}

void Recovery::forget() {
  timer_.stop();
  again_ = false;
  if (lock_ < 0) return;
  // In its turn: a copy that is being written now must not outlive this.
  session_.writer().run(
      [folder = folder_]() -> Status {
        for (const QLatin1String name : {kCopy, kAbout}) QFile::remove(folder + QLatin1Char('/') + name);
        return {};
      },
      [](const Status&) {});
}

std::vector<Leftover> Recovery::leftovers() const {
  std::vector<std::pair<QDateTime, Leftover>> found;
  const QStringList folders = QDir(parentFolder()).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
  for (const QString& name : folders) {
    Leftover l;
    l.folder = parentFolder() + QLatin1Char('/') + name;
    if (l.folder == folder_) continue;
    const int lock = lockOf(l.folder);
    if (lock < 0) continue;  // its program lives
    ::close(lock);
    const QFileInfo copy(l.folder + QLatin1Char('/') + kCopy);
    if (!copy.exists()) {  // it ended before it had anything to keep
      removeFolder(l.folder);
      continue;
    }
    QFile about(l.folder + QLatin1Char('/') + kAbout);
    const QJsonObject j = about.open(QIODevice::ReadOnly)
                              ? QJsonDocument::fromJson(about.read(100'000)).object()
                              : QJsonObject();
    l.file = copy.absoluteFilePath();
    l.original = j.value(QStringLiteral("original")).toString();
    l.name = j.value(QStringLiteral("name")).toString(tr("a project"));
    l.lastDone = j.value(QStringLiteral("lastDone")).toString();
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
  removeFolder(leftover.folder);
}

}  // namespace clathra
