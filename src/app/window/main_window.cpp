#include "app/window/main_window.hpp"

#include <QCloseEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMenu>

#include "app/start/first_start.hpp"
#include "app/start/start_page.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/page_stack.hpp"
#include "app/window/stations.hpp"
#include "app/window/tab_order.hpp"

namespace clathra {

namespace {
constexpr int kBusyAfter = 150;  // ms: shorter work shows no bar
}  // namespace

MainWindow::MainWindow(Session& session, Preferences& preferences, Recovery& recovery)
    : session_(session),
      preferences_(preferences),
      recovery_(recovery),
      files_(session, preferences, recovery, *this) {
  setWindowTitle(QStringLiteral("Clathra"));
  setMinimumSize(760, 560);
  // The frame comes on top: the whole of it is to fit where the screen is no larger.
  constexpr QSize kFrame(16, 48);
  const QSize room = screen() ? screen()->availableSize() - kFrame : QSize(1280, 800);
  resize(QSize(1280, 800).boundedTo(room).expandedTo(QSize(1024, 640).boundedTo(room)));
  session_.planner().setPrinter(printerNamed(preferences_.printer()));  // second looks read it
  makeActions();
  build();
  connectSession();
  qApp->installEventFilter(this);
  showStart();
}

MainWindow::~MainWindow() {
  // A field that loses the focus as it goes down must not begin an edit.
  if (QWidget* field = focusWidget()) field->blockSignals(true);
}

void MainWindow::build() {
  // With a style sheet in force every step of putting widgets into each other styles all of them again;
  // without one they are styled once, at the end.
  const QString sheet = qApp->styleSheet();
  qApp->setStyleSheet({});
  pages_ = new PageStack;
  pages_->setObjectName(QStringLiteral("pages"));
  startPage_ = new LatePage([this] { return startPage(); });
  help_ = new LatePage([this] {
    QPushButton* back = nullptr;
    QWidget* page = helpPage(&back);
    connect(back, &QPushButton::clicked, this, [this] {
      if (session_.isOpen() && backFromHelp_ == work_)
        pages_->setCurrentWidget(work_);
      else
        showStart();
    });
    return page;
  });
  work_ = workPage();
  pages_->addWidget(startPage_);
  pages_->addWidget(work_);
  pages_->addWidget(help_);
  auto* central = new QWidget;
  central->setObjectName(QStringLiteral("ground"));
  auto* all = new QVBoxLayout(central);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addWidget(pages_, 1);
  message_ = new MessageLine;
  connect(message_, &MessageLine::stopAsked, &session_, &Session::cancelWork);
  all->addWidget(message_);
  setCentralWidget(central);
  qApp->setStyleSheet(sheet);
}

QWidget* MainWindow::startPage() {
  start_ = new StartPage(session_.library(), preferences_);
  connect(start_, &StartPage::newAsked, &files_, &ProjectFiles::begin);
  connect(start_, &StartPage::openAsked, &files_, &ProjectFiles::open);
  connect(start_, &StartPage::openFileAsked, &files_, &ProjectFiles::openFile);
  connect(start_, &StartPage::importAsked, &files_, &ProjectFiles::importLayout);
  connect(start_, &StartPage::demoAsked, &files_, &ProjectFiles::openDemo);
  connect(start_, &StartPage::recoverAsked, &files_, &ProjectFiles::recover);
  connect(start_, &StartPage::helpAsked, this, &MainWindow::showHelp);
  connect(start_, &StartPage::discardAsked, this, [this](const Leftover& l) {
    Recovery::discard(l);
    start_->refresh(recovery_.leftovers());
  });
  start_->refresh(recovery_.leftovers());
  return start_;
}

QWidget* MainWindow::workPage() {
  auto* page = new QWidget;
  page->setObjectName(QStringLiteral("ground"));
  auto* all = new QHBoxLayout(page);
  all->setContentsMargins(0, 8, scaled(12), 6);
  all->setSpacing(scaled(8));
  QStringList names;
  for (const StationKind& kind : stationKinds()) names << kind.name();
  rail_ = new Rail(names);
  connect(rail_, &Rail::chosen, this, [this](int i) { seat(i); });
  all->addWidget(rail_);
  auto* right = new QVBoxLayout;
  right->setSpacing(scaled(8));
  right->addWidget(topBar());
  auto* middle = new QHBoxLayout;
  middle->setSpacing(scaled(12));
  pictures_ = new PageStack;
  benches_ = new PageStack;
  seats_.assign(stationKinds().size(), {});
  made(0);
  strip_ = new TallyStrip;
  stripArea_ = scrolledPicture(strip_);
  side_ = new QWidget;
  auto* side = new QVBoxLayout(side_);
  side->setContentsMargins(0, 0, 0, 0);
  side->setSpacing(scaled(8));
  if (largeText()) side->addWidget(stripArea_);  // the picture needs the height
  side->addWidget(benches_, 1);
  middle->addWidget(pictures_, 1);
  middle->addWidget(side_);
  right->addLayout(middle, 1);
  if (!largeText()) right->addWidget(stripArea_);
  all->addLayout(right, 1);
  return page;
}

QWidget* MainWindow::topBar() {
  auto* bar = new QWidget;
  auto* all = new QHBoxLayout(bar);
  all->setContentsMargins(scaled(4), 0, 0, 0);
  all->setSpacing(scaled(8));
  auto* menu = namedButton(QStringLiteral("☰"), tr("Menu"));
  addMenu(menu);
  name_ = label({}, "title");
  // Where the text is large the words of what is next need the room: the window's title bears the name, the
  // menu undo and redo.
  name_->setVisible(!largeText());
  undo_ = namedButton(QStringLiteral("↶"), tr("Undo"));
  redo_ = namedButton(QStringLiteral("↷"), tr("Redo"));
  actions_->bind(undo_, Actions::Undo);
  actions_->bind(redo_, Actions::Redo);
  undo_->setVisible(!largeText());
  redo_->setVisible(!largeText());
  auto* nextBox = new QFrame;
  nextBox->setObjectName(QStringLiteral("panel"));
  auto* nextRow = new QHBoxLayout(nextBox);
  nextRow->setContentsMargins(scaled(14), scaled(4), scaled(4), scaled(4));
  nextRow->addWidget(label(tr("Next"), "madder"));
  next_ = new SteadyLabel(2, "");
  next_->setAccessibleName(tr("What next"));
  nextAction_ = button({}, "act");
  connect(nextAction_, &QPushButton::clicked, this,
          [this] { goTo(step_.station, step_.about, step_.pieces); });
  nextRow->addWidget(next_, 1);
  nextRow->addWidget(nextAction_);
  drawer_ = button(tr("Bench"));
  drawer_->setCheckable(true);
  actions_->bind(drawer_, Actions::Bench);
  for (QWidget* w : std::initializer_list<QWidget*>{menu, name_, undo_, redo_}) all->addWidget(w);
  all->addWidget(nextBox, 1);
  all->addWidget(drawer_);
  return bar;
}

Station& MainWindow::made(std::size_t index) {
  Seat& seat = seats_[index];
  if (seat.station) return *seat.station;
  Station* s = seat.station = stationKinds()[index].make(session_, preferences_, this);
  connect(s, &Station::said, this, &MainWindow::say);
  connect(s, &Station::figuresChanged, this, &MainWindow::refreshStrip);
  connect(s, &Station::goTo, this, &MainWindow::goTo);
  connect(s, &Station::benchWanted, this, &MainWindow::openBench);
  seat.picture = scrolledPicture(s->picture());
  seat.bench = s->bench();
  pictures_->addWidget(seat.picture);
  benches_->addWidget(seat.bench);
  if (session_.isOpen()) s->begin();
  return *s;
}

void MainWindow::addMenu(QPushButton* b) {
  auto* menu = new QMenu(b);
  for (const int does : {Actions::ToStart, Actions::Open, Actions::Save, Actions::SaveAs, Actions::Rename,
                         Actions::Import, Actions::Export})
    menu->addAction(actions_->of(does));
  menu->addSeparator();
  for (const int does : {Actions::Undo, Actions::Redo}) menu->addAction(actions_->of(does));
  menu->addSeparator();
  menu->addAction(actions_->of(Actions::Evening));
  auto* sizes = menu->addMenu(tr("Text size"));
  for (const int percent : {100, 125, 150, 175, 200})
    sizes->addAction(tr("%1 %").arg(percent), this, [this, percent] {
      preferences_.setTextScale(percent / 100.0);
      QTimer::singleShot(0, this, &MainWindow::rebuild);
    });
  menu->addAction(actions_->of(Actions::Help));
  b->setMenu(menu);
  b->setStyleSheet(QStringLiteral("QPushButton::menu-indicator { image: none; width: 0; }"));
}

void MainWindow::makeActions() {
  actions_ = new Actions(this);
  const auto key = [](auto... keys) { return QList<QKeySequence>{QKeySequence(keys)...}; };
  actions_->add(Actions::ToStart, tr("Start page"), key(QKeySequence::New),
                [this] { files_.putAway([this] { showStart(); }); });
  actions_->add(Actions::Open, tr("Open …"), key(QKeySequence::Open), [this] { files_.open(); });
  actions_->add(Actions::Save, tr("Save"), key(QKeySequence::Save), [this] { files_.save(); });
  actions_->add(Actions::SaveAs, tr("Save as …"), key(QStringLiteral("Ctrl+Shift+S")),
                [this] { files_.saveAs(); });
  actions_->add(Actions::Rename, tr("Name the project …"), {}, [this] { files_.rename(); });
  actions_->add(Actions::Import, tr("Import a layout …"), {}, [this] { files_.importLayout(); });
  actions_->add(Actions::Export, tr("Export the layout …"), {}, [this] { files_.exportLayout(); });
  actions_->add(Actions::Evening, preferences_.evening() ? tr("Day colours") : tr("Evening colours"), {},
                [this] {
                  preferences_.setEvening(!preferences_.evening());
                  actions_->of(Actions::Evening)
                      ->setText(preferences_.evening() ? tr("Day colours") : tr("Evening colours"));
                  QTimer::singleShot(0, this, &MainWindow::rebuild);
                });
  actions_->add(Actions::Help, tr("Help and safety"), key(Qt::Key_F1), [this] { showHelp(); });
  actions_->add(Actions::Undo, tr("Undo"), key(QKeySequence::Undo), [this] { session_.undo(); });
  actions_->add(Actions::Redo, tr("Redo"), key(QStringLiteral("Ctrl+Shift+Z"), QStringLiteral("Ctrl+Y")),
                [this] { session_.redo(); });
  actions_->add(Actions::Bench, tr("Bench"), key(Qt::Key_F6), [this] { toggleBench(); });
  QAction* bench = actions_->of(Actions::Bench);
  bench->setCheckable(true);
  bench->setToolTip(tr("Show or hide the bench, F6"));
  int n = 0;
  for (const StationKind& kind : stationKinds()) {
    const QKeySequence keys(Qt::CTRL | static_cast<Qt::Key>(Qt::Key_1 + n));
    actions_->add(Actions::FirstStation + n++, {}, {keys}, [this, id = kind.id] {
      if (session_.isOpen()) goTo(QLatin1String(id));
    });
  }
  for (const int does : {Actions::Undo, Actions::Redo}) actions_->of(does)->setEnabled(false);
}

void MainWindow::connectSession() {
  connect(&session_, &Session::opened, this, [this] {
    for (const Seat& seat : seats_)
      if (seat.station) seat.station->begin();
  });
  connect(&session_, &Session::changed, this, &MainWindow::refreshBar);
  connect(&session_, &Session::resultsChanged, this, &MainWindow::refreshBar);
  connect(&session_, &Session::savedChanged, this, &MainWindow::refreshBar);
  connect(&session_, &Session::refused, this, &MainWindow::say);
  connect(&recovery_, &Recovery::failed, this, &MainWindow::say);
  connect(&files_, &ProjectFiles::said, this, &MainWindow::say);
  connect(&files_, &ProjectFiles::begun, this, &MainWindow::showBegun);
  connect(&session_, &Session::busyChanged, this, [this] {
    if (!session_.busy()) {
      busyTimer_.stop();
      message_->setWork(std::nullopt);
    } else if (!busyTimer_.isActive()) {
      busyTimer_.start(kBusyAfter);
    }
  });
  connect(&busyTimer_, &QTimer::timeout, this, &MainWindow::showBusy);
}

void MainWindow::showBusy() {
  const auto work = session_.busy();
  message_->setWork(work);
  if (!work) busyTimer_.stop();
}

void MainWindow::rebuild() {
  applyTheme(*qApp, preferences_.evening(), preferences_.textScale());
  const bool working = session_.isOpen() && pages_->currentWidget() == work_;
  const int station = current_;
  if (QWidget* field = focusWidget()) field->clearFocus();
  for (const Seat& seat : seats_)
    if (seat.station) seat.station->deleteLater();
  seats_.clear();
  QWidget* old = takeCentralWidget();
  old->hide();
  old->deleteLater();
  benchOpen_ = true;
  compact_ = false;
  build();
  if (!working) showStart();
  if (!session_.isOpen()) return;
  Q_EMIT session_.opened();
  Q_EMIT session_.changed(AllParts);
  Q_EMIT session_.resultsChanged();
  if (!working) return;
  pages_->setCurrentWidget(work_);
  layOutForSize();
  seat(station);
}

void MainWindow::refreshBar() {
  if (!session_.isOpen()) return;
  const QString title = QString::fromStdString(session_.project().name);
  const QFontMetrics type(name_->font());
  QString shown = type.elidedText(title, Qt::ElideRight, scaled(200));
  if (const int times = session_.project().settings.times; times > 1) shown += tr(" × %1").arg(times);
  const QString dot = QStringLiteral(" •");
  name_->setFixedWidth(type.horizontalAdvance(shown + dot) + 2);  // the dot that comes and goes moves nothing
  name_->setText(session_.saved() ? shown : shown + dot);
  name_->setToolTip(session_.saved() ? title : tr("%1, with changes that are not saved").arg(title));
  setWindowTitle(QStringLiteral("%1 – Clathra").arg(title));
  QAction *undo = actions_->of(Actions::Undo), *redo = actions_->of(Actions::Redo);
  undo->setEnabled(session_.canUndo());
  redo->setEnabled(session_.canRedo());
  undo->setToolTip(session_.canUndo() ? tr("Undo: %1").arg(session_.undoLabel()) : tr("Nothing to undo"));
  redo->setToolTip(session_.canRedo() ? tr("Redo: %1").arg(session_.redoLabel()) : tr("Nothing to redo"));
  step_ = nextStep(session_);
  next_->say(step_.sentence);
  nextAction_->setText(step_.action);
  nextAction_->setVisible(!step_.action.isEmpty());
  int bead = 0;
  for (const StationKind& kind : stationKinds()) {
    const auto& remarks = session_.remarks();
    const auto n =
        std::count_if(remarks.begin(), remarks.end(), [&](const Remark& r) { return r.station == kind.id; });
    rail_->setState(bead++, kind.settled(session_), static_cast<int>(n));
  }
  refreshStrip();
}

void MainWindow::refreshStrip() {
  strip_->setFigures(made(static_cast<std::size_t>(current_)).figures());
  fitStrip();
}

/// One row, or two where the window is narrow: by the window's width alone, so that figures which come and go
/// move nothing.
void MainWindow::fitStrip() {
  const int row = scaled(52), rows = stripArea_->width() < scaled(1000) ? 2 : 1;
  stripArea_->setFixedHeight(std::min(rows * row + scaled(16), std::max(row + scaled(16), height() / 3)));
}

void MainWindow::seat(int index) {
  current_ = index;
  rail_->setCurrent(index);
  Station& station = made(static_cast<std::size_t>(index));
  pictures_->setCurrentWidget(seats_[static_cast<std::size_t>(index)].picture);
  benches_->setCurrentWidget(seats_[static_cast<std::size_t>(index)].bench);
  if (session_.isOpen()) station.freshen();
  session_.rememberPlace(station.id());
  refreshStrip();
}

Station* MainWindow::station(const QString& id) {
  for (std::size_t i = 0; i < stationKinds().size(); ++i)
    if (id == QLatin1String(stationKinds()[i].id)) return &made(i);
  return nullptr;
}

void MainWindow::goTo(const QString& id, const QString& about, const std::vector<std::uint32_t>& pieces) {
  if (id == QLatin1String("go-on")) return session_.goOn();
  for (std::size_t i = 0; i < stationKinds().size(); ++i)
    if (id == QLatin1String(stationKinds()[i].id)) {
      pages_->setCurrentWidget(work_);
      seat(static_cast<int>(i));
      // Who asked to see what is on the bench sees it, even where that leaves the picture no room.
      const auto asked = connect(seats_[i].station, &Station::benchWanted, this, [this] {
        benchOpen_ = true;
        layOutForSize();
      });
      seats_[i].station->lookAt(pieces, about);
      disconnect(asked);
    }
}

void MainWindow::layOutForSize() {
  const bool compact = width() < 1120 || largeText();
  const int bench = std::min(scaled(340), std::max(260, width() / 2 - 20));
  side_->setFixedWidth(bench);
  drawer_->setVisible(compact);
  if (compact != compact_) {
    benchOpen_ = !compact;
  }
  compact_ = compact;
  side_->setVisible(benchOpen_);
  // In a small window the open drawer takes the picture's place where both would be cramped.
  pictures_->setVisible(!(compact && benchOpen_ && width() - bench - rail_->width() < scaled(330)));
  if (!pictures_->isVisibleTo(work_))
    side_->setFixedWidth(std::max(bench, width() - rail_->width() - scaled(60)));
  actions_->of(Actions::Bench)->setChecked(benchOpen_);
  QTimer::singleShot(0, this, &MainWindow::fitStrip);
}

/// Beside the picture; where it would take the picture's place it stays shut.
void MainWindow::openBench() {
  if (benchOpen_) return;
  benchOpen_ = true;
  layOutForSize();
  if (pictures_->isVisibleTo(work_)) return;
  benchOpen_ = false;
  layOutForSize();
}

void MainWindow::toggleBench() {
  benchOpen_ = !benchOpen_;
  layOutForSize();
}

/// A field takes the keys of undo while words are typed in it; else they undo the project's last step.
bool MainWindow::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() != QEvent::ShortcutOverride) return QMainWindow::eventFilter(watched, event);
  const auto* field = qobject_cast<QLineEdit*>(watched);
  if (!field || field->isModified()) return QMainWindow::eventFilter(watched, event);
  const QKeySequence keys(static_cast<QKeyEvent*>(event)->keyCombination());
  for (const int does : {Actions::Undo, Actions::Redo})
    if (actions_->of(does)->shortcuts().contains(keys)) {
      event->ignore();
      return true;
    }
  return QMainWindow::eventFilter(watched, event);
}

bool MainWindow::focusNextPrevChild(bool next) {
  QWidget* to = nextByTab(*this, next);
  if (!to) return false;
  to->setFocus(next ? Qt::TabFocusReason : Qt::BacktabFocusReason);
  for (QWidget* w = to->parentWidget(); w; w = w->parentWidget())
    if (auto* area = qobject_cast<QScrollArea*>(w)) area->ensureWidgetVisible(to);
  return true;
}

void MainWindow::resizeEvent(QResizeEvent* event) {
  QMainWindow::resizeEvent(event);
  layOutForSize();
}

void MainWindow::showStart() {
  if (session_.isOpen() && pages_->currentWidget() == work_) recovery_.writeNow();
  if (start_) start_->refresh(recovery_.leftovers());
  pages_->setCurrentWidget(startPage_);
  layOutForSize();
}

void MainWindow::showFirstStart() {
  auto* first = new FirstStart(preferences_);
  pages_->addWidget(first);
  pages_->setCurrentWidget(first);
  connect(first, &FirstStart::answered, this, [this, first] {
    showHelp();
    pages_->removeWidget(first);
    first->deleteLater();
  });
}

void MainWindow::showHelp() {
  backFromHelp_ = pages_->currentWidget();
  pages_->setCurrentWidget(help_);
}

void MainWindow::showBegun(bool leftEarlier) {
  const QString station = QString::fromStdString(session_.project().lastStation), last = session_.lastDone();
  message_->say({});
  pages_->setCurrentWidget(work_);
  layOutForSize();
  seat(0);
  if (!leftEarlier) return;
  if (!station.isEmpty()) goTo(station);
  if (!last.isEmpty() && !session_.path().isEmpty()) say(tr("Last time you %1.").arg(last));
}

void MainWindow::closeEvent(QCloseEvent* event) {
  if (!session_.isOpen()) return event->accept();
  event->ignore();  // until the project is put away
  files_.putAway([this] { QTimer::singleShot(0, this, &QWidget::close); });
}

}  // namespace clathra
