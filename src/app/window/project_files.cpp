#include "app/window/project_files.hpp"

#include <QApplication>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>

#include "app/widgets/buttons.hpp"
#include "draw/exporter.hpp"
#include "exchange/import_layout.hpp"
#include "script/demo.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

/// "Cushion 2.clathra" beside "Cushion.clathra": the first that is not there yet.
QString freeNameBeside(const QString& path) {
  const QFileInfo file(path);
  for (int n = 2;; ++n) {
    const QString other = file.dir().filePath(
        QStringLiteral("%1 %2.%3").arg(file.completeBaseName()).arg(n).arg(file.suffix()));
    if (!QFileInfo::exists(other)) return other;
  }
}

}  // namespace

ProjectFiles::ProjectFiles(Session& session, Preferences& preferences, Recovery& recovery, QWidget& window)
    : session_(session), preferences_(preferences), recovery_(recovery), window_(window) {
  connect(&session_, &Session::fileChanged, this, &ProjectFiles::askAboutChangedFile);
}

void ProjectFiles::start(Project project, const QString& path, Origin origin,
                         std::optional<Derived> derived) {
  const bool leftEarlier = origin == Origin::Opened || !project.lastStation.empty();
  session_.begin(std::move(project), path, origin, std::move(derived));
  Q_EMIT begun(leftEarlier);
}

void ProjectFiles::begin(const QString& id) {
  putAway([this, id] {
    const auto arrangement = session_.library().find(id.toStdString());
    if (!arrangement) return Q_EMIT said(inWords(arrangement.error()));
    const bool inches = preferences_.unit() == LengthUnit::Inch;
    Recipe recipe;
    recipe.arrangement = id.toStdString();
    recipe.edge = inches ? Length::wholeInches(1) : Length::millimetres(25);
    recipe.across = recipe.down = 8;
    recipe.rings = std::min(3, (*arrangement)->mostRings());
    auto project = newProject(session_.library(), recipe, (*arrangement)->name);
    if (!project) return Q_EMIT said(inWords(project.error()));
    measureIn(*project, preferences_.unit());
    project->settings.page = preferences_.page().toStdString();
    project->settings.allowance = inches ? Length::sixtyFourths(16) : Length::millimetres(7);
    start(std::move(*project), {}, Origin::Fresh);
  });
}

void ProjectFiles::open() {
  const QString file =
      QFileDialog::getOpenFileName(&window_, tr("Open a project"), {}, tr("Clathra projects (*.clathra)"));
  if (!file.isEmpty()) openFile(file);
}

/// Read first: what cannot be opened puts nothing away.
void ProjectFiles::read(const QString& file, const QString& called,
                        std::function<void(Project, Derived)> then) {
  session_.make(
      [file](const Progress& progress) { return openProject(file.toStdString(), progress); },
      [this, file, called, then = std::move(then)](Result<Project> project, const Derived& derived) {
        if (!project)
          return Q_EMIT said(inWords(project.error()).replace(QFileInfo(file).fileName(), called));
        putAway([then, project = std::move(*project), derived] { then(project, derived); });
      });
}

void ProjectFiles::openFile(const QString& file) {
  read(file, QFileInfo(file).fileName(), [this, file](Project project, Derived derived) {
    preferences_.addRecent(file);
    start(std::move(project), file, Origin::Opened, std::move(derived));
  });
}

void ProjectFiles::importLayout() {
  const QString file = QFileDialog::getOpenFileName(&window_, tr("Import a layout"), {},
                                                    tr("Layouts (*.svg *.geojson *.json)"));
  if (file.isEmpty()) return;
  const auto report = std::make_shared<QString>();
  session_.make(
      [this, file, report](const Progress& progress) -> Result<Project> {
        auto made = clathra::importLayout(session_.library(), file.toStdString(), kHealTolerance, progress);
        if (!made) return tl::make_unexpected(made.error());
        {
          QStringList all;
          for (const Message& m : importReport(*made)) all << inWords(m);
          *report = all.join(QLatin1Char(' '));
        }
        return std::move(made->project);
      },
      [this, report](Result<Project> project, const Derived& derived) {
        if (!project) return Q_EMIT said(inWords(project.error()));
        putAway([this, report, project = std::move(*project), derived]() mutable {
          measureIn(project, preferences_.unit());
          project.settings.page = preferences_.page().toStdString();
          const auto n = static_cast<int>(project.layout->size());
          start(std::move(project), {}, Origin::Foreign, derived);
          Q_EMIT said(tr("Imported %1. %2").arg(tr("%n piece(s)", nullptr, n), *report).trimmed());
        });
      });
}

void ProjectFiles::openDemo(const QString& id) {
  putAway([this, id] {
    auto project = demoProject(session_.library(), id.toStdString());
    if (!project) return Q_EMIT said(inWords(project.error()));
    start(std::move(*project), {}, Origin::Fresh);
  });
}

void ProjectFiles::recover(const Leftover& leftover) {
  read(leftover.file, leftover.name, [this, leftover](Project project, Derived derived) {
    start(std::move(project), leftover.original, Origin::Foreign, std::move(derived));
    // The copy stays until one of this run's own has taken its place.
    if (recovery_.writeNow()) Recovery::discard(leftover);
    Q_EMIT said(tr("This is the copy that was kept. Save it to make it yours."));
  });
}

void ProjectFiles::writeTo(const QString& file, bool over, std::function<void()> then) {
  session_.save(file, over, [this, file, then = std::move(then)](bool ok) {
    if (!ok) return;
    preferences_.addRecent(file);
    Q_EMIT said(tr("Saved."));
    if (then) then();
  });
}

/// What is still being typed is an edit like any other: it is made before the project is saved, and typing
/// goes on where it was.
void ProjectFiles::takeWhatIsTyped() {
  auto* field = qobject_cast<QLineEdit*>(window_.focusWidget());
  if (!field || !field->isModified()) return;
  const int cursor = field->cursorPosition();
  field->clearFocus();
  field->setFocus(Qt::OtherFocusReason);
  field->setCursorPosition(cursor);
}

void ProjectFiles::save(std::function<void()> then) {
  if (!session_.isOpen()) return;
  takeWhatIsTyped();
  if (session_.path().isEmpty()) return saveAs(std::move(then));
  writeTo(session_.path(), false, std::move(then));
}

void ProjectFiles::saveAs(std::function<void()> then) {
  if (!session_.isOpen()) return;
  takeWhatIsTyped();
  saveUnder(session_.path().isEmpty()
                ? QString::fromStdString(session_.project().name) + QStringLiteral(".clathra")
                : session_.path(),
            std::move(then));
}

void ProjectFiles::saveUnder(const QString& suggested, std::function<void()> then) {
  QString file = QFileDialog::getSaveFileName(&window_, tr("Save the project"), suggested,
                                              tr("Clathra projects (*.clathra)"));
  if (file.isEmpty()) return;
  if (QFileInfo(file).suffix().isEmpty()) file += QStringLiteral(".clathra");
  writeTo(file, true, std::move(then));
}

/// Another program's work is replaced by a decision alone: what an Enter or a second press brings is the safe
/// way.
void ProjectFiles::askAboutChangedFile(const QString& file, std::function<void(bool)> then) {
  QMessageBox ask(&window_);
  ask.setText(
      tr("\"%1\" was changed by another program since it was opened.").arg(QFileInfo(file).fileName()));
  ask.setInformativeText(tr("Save this project under another name, and both are kept."));
  auto* beside = ask.addButton(tr("Save beside it …"), QMessageBox::AcceptRole);
  auto* replace = ask.addButton(tr("Replace the other's work"), QMessageBox::DestructiveRole);
  auto* wait = ask.addButton(tr("Not now"), QMessageBox::RejectRole);
  ask.setDefaultButton(beside);
  ask.setEscapeButton(wait);
  ask.exec();
  if (ask.clickedButton() == beside)
    return saveUnder(freeNameBeside(file), [then = std::move(then)] {
      if (then) then(true);
    });
  if (ask.clickedButton() == replace) return session_.save(file, true, std::move(then));
  if (then) then(false);
}

void ProjectFiles::letGo(const std::function<void()>& then) {
  recovery_.forget();
  session_.close();
  then();
}

void ProjectFiles::putAway(std::function<void()> then) {
  if (!session_.isOpen()) return then();
  // What is still being typed is an edit like any other: it is made before the question is asked.
  if (QWidget* field = window_.focusWidget()) field->clearFocus();
  if (session_.saved()) return letGo(then);
  QMessageBox ask(&window_);
  ask.setText(
      tr("\"%1\" has changes that are not saved.").arg(QString::fromStdString(session_.project().name)));
  auto* keep = ask.addButton(tr("Save them"), QMessageBox::AcceptRole);
  auto* drop = ask.addButton(tr("Let them go"), QMessageBox::DestructiveRole);
  ask.addButton(tr("Stay here"), QMessageBox::RejectRole);
  ask.exec();
  if (ask.clickedButton() == keep)
    save([this, then = std::move(then)] { letGo(then); });
  else if (ask.clickedButton() == drop)
    letGo(then);
}

void ProjectFiles::rename() {
  if (!session_.isOpen()) return;
  bool ok = false;
  const QString name =
      QInputDialog::getText(&window_, tr("Name the project"), tr("Its name"), QLineEdit::Normal,
                            QString::fromStdString(session_.project().name), &ok);
  if (ok) session_.edit(Rename{name.trimmed().toStdString()}, tr("named the project"));
}

void ProjectFiles::exportLayout() {
  if (!session_.isOpen()) return;
  const QString asSewn = tr("PNG, as sewn (*.png)");
  QString kind;
  const QString file = QFileDialog::getSaveFileName(
      &window_, tr("Export the layout"),
      QString::fromStdString(session_.project().name) + QStringLiteral(".pdf"),
      tr("PDF (*.pdf);;SVG (*.svg);;PNG (*.png);;%1;;DXF (*.dxf);;Tally as CSV (*.csv);;GeoJSON (*.geojson)")
          .arg(asSewn),
      &kind);
  if (file.isEmpty()) return;
  const auto look = kind == asSewn ? LayoutView::AsSewn : LayoutView::Cloths;
  session_.run(
      [this, file, look, project = session_.project()](const Progress& progress) -> std::function<void()> {
        const auto ok = exportProject(project, file.toStdString(), look, progress);
        const QString words = ok ? tr("Wrote %1.").arg(QFileInfo(file).fileName()) : inWords(ok.error());
        return [this, words] { Q_EMIT said(words); };
      });
}

}  // namespace clathra
