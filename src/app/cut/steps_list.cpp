#include "app/cut/steps_list.hpp"

#include <QCheckBox>
#include <QLocale>
#include <QTimer>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

QWidget* tickRow(const QString& sentence, const QString& why, std::function<void()> done) {
  auto* row = new QWidget;
  auto* line = new QHBoxLayout(row);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(scaled(8));
  auto* box = new QCheckBox;
  box->setAccessibleName(why.isEmpty() ? sentence : sentence + QStringLiteral(" ") + why);
  box->setToolTip(why.isEmpty() ? QObject::tr("Tick when it is cut: it is taken off the cloth.") : why);
  box->setEnabled(why.isEmpty());
  QLabel* words = wrapped(sentence);
  line->addWidget(box, 0, Qt::AlignTop);
  line->addWidget(words, 1);
  QObject::connect(box, &QCheckBox::clicked, row, [box, done = std::move(done)](bool on) {
    if (!on) return;
    box->setEnabled(false);
    // The plan that follows makes the rows anew, this one with them.
    QTimer::singleShot(0, box, done);
  });
  return row;
}

namespace {

QString sentenceOf(const Project& project, const ClothCut& cut) {
  QStringList what;
  for (const CutPatches& p : cut.patches) {
    Arg shapes = p.shape;
    for (const Shape& s : project.layout->shapes)
      if (s.name == p.shape) shapes = shapesArg(p.count, s.title);
    const QString words = inWords(Message("patches-of", shapes), project.settings.unit);
    what << (p.motif ? QObject::tr("%1 as windows").arg(words) : words);
  }
  if (what.isEmpty())
    what << QObject::tr("%1 right across")
                .arg(QString::fromStdString(writeCloth(cut.to - cut.from, project.settings.unit)));
  QString out = what.join(QStringLiteral(", "));
  const QDate day = QDate::fromString(QString::fromStdString(cut.date), Qt::ISODate);
  if (day.isValid()) out = QLocale().toString(day, QLocale::ShortFormat) + QStringLiteral(": ") + out;
  if (cut.length >= 0) out += QObject::tr(", from length %1").arg(cut.length + 1);
  return out;
}

}  // namespace

void addCutRows(QVBoxLayout& body, const Project& project, const Cloth& cloth,
                const std::function<void(int cut)>& giveBack) {
  int patches = 0, pieces = 0;
  for (const ClothCut& c : cloth.cuts)
    for (const CutPatches& p : c.patches) {
      patches += p.count;
      pieces += static_cast<int>(p.pieces.size());
    }
  body.addWidget(wrapped(
      patches == 0 ? QObject::tr("Nothing of it is ticked yet. What you tick on the card is taken off the "
                                 "cloth, and the next plan works round it.")
                   : QObject::tr("%n patch(es) are cut", nullptr, patches) + QStringLiteral(", ") +
                         QObject::tr("for %n piece(s) of the layout.", nullptr, pieces),
      patches == 0 ? "muted" : ""));
  for (auto c = cloth.cuts.rbegin(); c != cloth.cuts.rend(); ++c) {
    auto* row = new QWidget;
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    const QString sentence = sentenceOf(project, *c);
    line->addWidget(wrapped(sentence), 1);
    QPushButton* back = button(QObject::tr("Not cut"), "link");
    back->setAccessibleName(QObject::tr("Not cut after all: %1").arg(sentence));
    back->setToolTip(QObject::tr("Gives it back to the cloth."));
    QObject::connect(back, &QPushButton::clicked, row, [back, giveBack, id = c->id] {
      back->setEnabled(false);
      QTimer::singleShot(0, back, [giveBack, id] { giveBack(id); });
    });
    line->addWidget(back, 0, Qt::AlignTop);
    body.addWidget(row);
  }
}

}  // namespace clathra
