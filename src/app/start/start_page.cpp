#include "app/start/start_page.hpp"

#include <QDateTime>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLocale>
#include <QScrollArea>

#include "app/start/gallery.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/rows.hpp"

namespace clathra {

StartPage::StartPage(const ArrangementLibrary& library, Preferences& preferences, QWidget* parent)
    : QWidget(parent), preferences_(preferences) {
  setObjectName(QStringLiteral("ground"));
  auto* all = new QHBoxLayout(this);
  halves_ = all;
  all->setContentsMargins(scaled(28), scaled(20), scaled(24), scaled(16));
  all->setSpacing(scaled(20));
  auto* left = new QVBoxLayout;
  left->addWidget(label(QStringLiteral("Clathra"), "title"));
  left->addWidget(wrapped(
      tr("Begin with an arrangement: a click lays it out, then you give it a size and paint cloths on it.")));
  auto* gallery = new Gallery(library, preferences);
  connect(gallery, &Gallery::chosen, this, &StartPage::newAsked);
  left->addWidget(gallery, 1);
  all->addLayout(left, 3);
  auto* side = new QWidget;
  side->setMinimumWidth(scaled(270));
  auto* right = new QVBoxLayout(side);
  right->setContentsMargins(0, 0, scaled(6), 0);
  right->setSpacing(scaled(10));
  back_ = new QVBoxLayout;
  back_->setSpacing(scaled(10));
  right->addLayout(back_);
  right->addStretch(1);
  auto* scroll = scrolledDown(side);
  scroll->setMinimumWidth(scaled(290));
  all->addWidget(scroll, 1);
}

void StartPage::resizeEvent(QResizeEvent*) {
  // With large type in a small window the two halves lie under each other.
  halves_->setDirection(width() < scaled(720) ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
}

void StartPage::refresh(const std::vector<Leftover>& leftovers) {
  clearLayout(back_);
  for (const Leftover& l : leftovers) {
    auto* card = new Card(tr("Kept for you"));
    card->body()->addWidget(
        wrapped(l.lastDone.isEmpty()
                    ? tr("\"%1\" was not closed properly. A copy from %2 is kept.").arg(l.name, l.when)
                    : tr("\"%1\" was not closed properly. A copy from %2 is kept. Last, you %3.")
                          .arg(l.name, l.when, l.lastDone)));
    auto* take = button(tr("Take it up again"), "act");
    auto* drop = button(tr("Throw the copy away"), "link");
    take->setAccessibleName(tr("Take it up again: %1").arg(l.name));
    drop->setAccessibleName(tr("Throw the copy away: %1").arg(l.name));
    connect(take, &QPushButton::clicked, this, [this, l] { Q_EMIT recoverAsked(l); });
    connect(drop, &QPushButton::clicked, this, [this, l] { Q_EMIT discardAsked(l); });
    card->body()->addWidget(take);
    card->body()->addWidget(drop);
    back_->addWidget(card);
  }
  auto* open = new Card(tr("Take up again"));
  auto* openButton = button(tr("Open a project …"));
  connect(openButton, &QPushButton::clicked, this, &StartPage::openAsked);
  open->body()->addWidget(openButton);
  auto* import = button(tr("Import a layout …"), "link");
  import->setToolTip(tr("Outlines from an SVG drawing or a GeoJSON file"));
  connect(import, &QPushButton::clicked, this, &StartPage::importAsked);
  open->body()->addWidget(import);
  const QStringList recent = preferences_.recent();
  for (const QString& file : recent) {
    const QFileInfo info(file);
    auto* b = button(QFontMetrics(font()).elidedText(info.completeBaseName(), Qt::ElideMiddle, scaled(220)),
                     "link");
    b->setAccessibleName(tr("Open %1").arg(info.completeBaseName()));
    b->setToolTip(file);
    connect(b, &QPushButton::clicked, this, [this, file] { Q_EMIT openFileAsked(file); });
    open->body()->addWidget(b);
    open->body()->addWidget(
        wrapped(tr("saved %1").arg(QLocale().toString(info.lastModified(), QLocale::ShortFormat)), "muted"));
  }
  if (recent.isEmpty()) open->body()->addWidget(wrapped(tr("Projects you save appear here."), "muted"));
  back_->addWidget(open);
  auto* demo = new Card(tr("Look around"));
  const struct {
    const char* id;
    QString title, what;
  } demos[] = {{"saltmarsh", tr("Open %1").arg(QStringLiteral("Saltmarsh")),
                tr("A long bed runner, painted and planned to the cutting card.")},
               {"mill-lantern", tr("Open %1").arg(QStringLiteral("Mill Lantern")),
                tr("A twelve-fold wall piece with windows from a mirrored print.")},
               {"sluice-runner", tr("Open %1").arg(QStringLiteral("Sluice Runner")),
                tr("Seven hexagons, each divided in another way, joined by triangles.")}};
  for (const auto& d : demos) {
    auto* show = button(d.title);
    connect(show, &QPushButton::clicked, this,
            [this, id = QString::fromLatin1(d.id)] { Q_EMIT demoAsked(id); });
    demo->body()->addWidget(show);
    demo->body()->addWidget(wrapped(d.what, "muted"));
  }
  auto* help = button(tr("Help and safety"), "link");
  connect(help, &QPushButton::clicked, this, &StartPage::helpAsked);
  demo->body()->addWidget(help);
  back_->addWidget(demo);
}

}  // namespace clathra
