#include <QHBoxLayout>
#include <QScrollArea>

#include "app/start/start_page.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

std::vector<std::pair<QString, QString>> safetyWords() {
  const auto t = [](const char* s) { return QObject::tr(s); };
  return {
      {t("Rotary blades"),
       t("Guard closed between cuts, away from the body, fingers behind the ruler's edge. Templates slip; "
         "blunt blades slip more. No more layers than the blade is made for, never at the ironing board, out "
         "of children's reach, used blades in a closed container.")},
      {t("Irons and steam"), t("The plate stays hot: a heat-proof mat under it, switched off when you leave. "
                               "No tape and no plastic-coated paper under the iron; sprays only as their "
                               "label says; children only with an adult.")},
      {t("Needles, pins and magnets"),
       t("Count out, count in. Broken and blunt ones go away at once, and none stays in a thing for a child "
         "or a pet. Keep small magnets away from children and from medical implants.")},
      {t("Glues, sealants and sprays"),
       t("Read the label, air the room, test on the skin first, and know whether it washes out.")},
      {t("Hands, neck and eyes"),
       t("Good light, a magnifier if it helps, a break about every half hour. Stop and see a professional "
         "when something goes numb or keeps hurting.")},
      {t("Cutting machines and presses"),
       t("Fingers away from moving parts, lasers never unattended, air the room.")},
      {t("Children, pets and flames"),
       t("Threads and papers out of a pet's reach; paper-filled things away from flames and hot lamps. "
         "Things for babies and small children: no buttons, beads or loose cords, and follow the local rules "
         "for toys, bedding and fire.")},
      {t("Not on the road"),
       t("Do not sew or plan while driving or working a vehicle, a boat or a machine.")},
  };
}

QWidget* helpPage(QPushButton** back) {
  auto* page = new QWidget;
  page->setObjectName(QStringLiteral("ground"));
  auto* all = new QVBoxLayout(page);
  all->setContentsMargins(scaled(28), scaled(18), scaled(28), scaled(16));
  auto* top = new QHBoxLayout;
  top->addWidget(wrapped(QObject::tr("Help and safety"), "title"), 1);
  *back = button(QObject::tr("Go on"), "act");
  top->addWidget(*back);
  all->addLayout(top);
  auto* content = new QWidget;
  auto* body = new QVBoxLayout(content);
  body->setContentsMargins(0, 0, scaled(8), 0);
  body->setSpacing(scaled(10));
  body->addWidget(
      noteBox(QObject::tr("These cautions are short. They do not replace the maker's instructions, local "
                          "product-safety rules or a professional's advice.")));
  for (const auto& [head, words] : safetyWords()) {
    auto* card = new Card(head);
    card->body()->addWidget(wrapped(words));
    body->addWidget(card);
  }
  auto* keys = new Card(QObject::tr("Keys"));
  const std::pair<const char*, const char*> list[] = {
      {QT_TRANSLATE_NOOP("QObject", "Ctrl 1 to Ctrl 5"),
       QT_TRANSLATE_NOOP("QObject", "the stations, top to bottom")},
      {QT_TRANSLATE_NOOP("QObject", "Ctrl Z, Ctrl Shift Z"), QT_TRANSLATE_NOOP("QObject", "undo, redo")},
      {QT_TRANSLATE_NOOP("QObject", "Ctrl S, Ctrl O, Ctrl N"),
       QT_TRANSLATE_NOOP("QObject", "save, open, start page")},
      {QT_TRANSLATE_NOOP("QObject", "F6"),
       QT_TRANSLATE_NOOP("QObject", "show or hide the bench in a small window")},
      {QT_TRANSLATE_NOOP("QObject", "arrow keys, Enter"),
       QT_TRANSLATE_NOOP("QObject", "move from piece to piece, do what the sentence says")},
      {QT_TRANSLATE_NOOP("QObject", "+  −  0  W  H"),
       QT_TRANSLATE_NOOP("QObject", "larger, smaller, fit all, width, height")},
      {QT_TRANSLATE_NOOP("QObject", "T"), QT_TRANSLATE_NOOP("QObject", "turn the direction of a row")}};
  for (const auto& [key, does] : list) keys->body()->addWidget(sumRow(QObject::tr(does), QObject::tr(key)));
  body->addWidget(keys);
  body->addStretch(1);
  auto* scroll = new QScrollArea;
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setWidget(content);
  scroll->setAccessibleName(QObject::tr("Help and safety"));
  all->addWidget(scroll, 1);
  return page;
}

}  // namespace clathra
