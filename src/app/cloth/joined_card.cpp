#include "app/cloth/joined_card.hpp"

#include <QLabel>
#include <QRegularExpression>

#include "app/widgets/labels.hpp"
#include "model/joined.hpp"

namespace clathra {

JoinedCard::JoinedCard(Session& session) : Card(tr("Joined from strips"), false), session_(session) {
  strips_ = new TextField;
  strips_->setAccessibleName(tr("Strips it is joined from, as sewn"));
  body()->addWidget(fieldRow(tr("Strips, as sewn"), strips_));
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  connect(strips_, &QLineEdit::editingFinished, this, &JoinedCard::read);
}

/// "A 50 mm; D 38 mm": the sign or the name of a cloth, then how wide its strip is between the seams.
void JoinedCard::read() {
  if (!cloth() || strips_->text() == strips()) return;
  strips_->setModified(false);
  const Project& p = session_.project();
  JoinStrips edit{cloth_, {}};
  for (const QString& part : strips_->text().split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
    static const QRegularExpression form(QStringLiteral("^\\s*(.*\\S)\\s+([0-9].*)$"));
    const auto match = form.match(part);
    const QString who = match.captured(1);
    const auto of = std::find_if(p.cloths.begin(), p.cloths.end(), [&](const Cloth& c) {
      return who == QString::fromStdString(c.sign) ||
             who.compare(QString::fromStdString(c.name), Qt::CaseInsensitive) == 0;
    });
    if (!match.hasMatch() || of == p.cloths.end()) {
      Q_EMIT said(tr("\"%1\" is no strip: write the sign of a cloth and how wide it is as sewn, like %2.")
                      .arg(part.trimmed().left(40), strips_->placeholderText()));
      return show(cloth_);
    }
    const auto width = parseLength(match.captured(2).toStdString(), p.settings.unit);
    if (!width) {
      Q_EMIT said(inWords(width.error(), session_.project().settings.unit));
      return show(cloth_);
    }
    edit.strips.push_back({of->id, *width});
  }
  if (edit.strips == cloth()->joined) return show(cloth_);
  session_.edit(std::move(edit), tr("joined a cloth from strips"), {}, whileThere(this, [this](bool made) {
                  if (!made) show(cloth_);
                }));
}

QString JoinedCard::strips() const {
  QStringList out;
  for (const JoinedStrip& s : cloth()->joined) {
    const Cloth* of = clothById(session_.project(), s.of);
    out << QStringLiteral("%1 %2").arg(
        of ? QString::fromStdString(of->sign) : tr("?"),
        QString::fromStdString(formatLength(s.width, session_.project().settings.unit)));
  }
  return out.join(QStringLiteral("; "));
}

void JoinedCard::show(ClothId id) {
  cloth_ = id;
  setEnabled(cloth() != nullptr);
  if (!cloth()) return;
  const LengthUnit unit = session_.project().settings.unit;
  strips_->setPlaceholderText(unit == LengthUnit::Inch ? tr("A 2 in; B 1 1/2 in") : tr("A 50 mm; B 38 mm"));
  showIn(*strips_, strips());
  note_->setText(
      cloth()->joined.empty()
          ? tr("Sewn together from strips of other cloths before patches are cut from it? Then say which, "
               "from "
               "the left selvedge. At Motif the seam is put at its place in the patch.")
          : tr("They come again every %1. At Motif, the seam is put at its place in the patch.")
                .arg(QString::fromStdString(formatLength(Length::millimetres(joinRound(*cloth())), unit))));
}

}  // namespace clathra
