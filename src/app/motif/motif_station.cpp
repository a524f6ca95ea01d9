#include "app/motif/motif_station.hpp"

#include <QDate>
#include <QHBoxLayout>
#include <QLocale>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "draw/card.hpp"
#include "draw/pictures.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kFar = Length::millimetres(10'000);
constexpr int kIcon = 34;

}  // namespace

std::optional<std::vector<int>> readNumbers(const QString& text) {
  std::vector<int> out;
  const QStringList parts = text.split(QLatin1Char(','), Qt::SkipEmptyParts);
  for (const QString& part : parts) {
    const QStringList ends = part.split(QLatin1Char('-'));
    bool ok1 = false, ok2 = false;
    const int from = ends.first().trimmed().toInt(&ok1), to = ends.last().trimmed().toInt(&ok2);
    if (!ok1 || !ok2 || ends.size() > 2 || from < 1 || to < from || to - from > kMostPieces)
      return std::nullopt;
    for (int n = from; n <= to; ++n) out.push_back(n);
  }
  return out;
}

QString writeNumbers(const std::vector<std::uint32_t>& pieces) {
  QStringList out;
  for (std::size_t i = 0; i < pieces.size();) {
    std::size_t end = i;
    while (end + 1 < pieces.size() && pieces[end + 1] == pieces[end] + 1) ++end;
    out << (end == i ? QString::number(pieces[i] + 1)
                     : QStringLiteral("%1-%2").arg(pieces[i] + 1).arg(pieces[end] + 1));
    i = end + 1;
  }
  return out.join(QStringLiteral(", "));
}

MotifStation::MotifStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  buildPicture();
  auto* remarks = new RemarksCard(session_, id());
  meeting_ = new MeetingCard(session_);
  bench_ = new Bench({choiceCard(), meeting_, placeCard(), remarks});
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  connect(&session_, &Session::resultsChanged, this, [this] {
    if (picture_->isVisible()) fillChoice();  // the counts alone: the window may be in the user's hand
  });
  connect(swatch_, &SwatchView::moving, unitView_, qOverload<>(&QWidget::update));
  // Nudges that follow each other are one step; what was dragged is one by itself.
  connect(swatch_, &SwatchView::nudged, this,
          [this] { applyWindow(QStringLiteral("window-%1").arg(chosen_)); });
  connect(swatch_, &SwatchView::dropped, this, [this] { applyWindow({}); });
}

void MotifStation::beginFresh() {
  chosen_ = session_.project().motifs.empty() ? -1 : session_.project().motifs.front().id;
}

void MotifStation::buildPicture() {
  auto* both = new QWidget;
  auto* below = new QVBoxLayout(both);
  below->setContentsMargins(0, 0, 0, 0);
  below->setSpacing(scaled(12));
  auto* row = new QHBoxLayout;
  below->addLayout(row, 1);
  found_ = new FoundPanel(session_);
  below->addWidget(found_);
  row->setSpacing(scaled(12));
  const auto panel = [row](int stretch) {
    auto* frame = new QFrame;
    frame->setObjectName(QStringLiteral("panel"));
    auto* all = new QVBoxLayout(frame);
    all->setContentsMargins(scaled(16), scaled(10), scaled(16), scaled(12));
    row->addWidget(frame, stretch);
    return all;
  };
  auto* left = panel(1);
  swatchTitle_ = wrapped({}, "head");
  swatchNote_ = wrapped({}, "muted");
  swatch_ = new SwatchView;
  empty_ = wrapped(tr("A motif needs a cloth with a print. Take in a picture of one at the station Cloth."));
  auto* title = new QHBoxLayout;
  title->addWidget(swatchTitle_, 1);
  auto* minus = namedButton(QStringLiteral("−"), tr("Swatch farther"));
  auto* plus = namedButton(QStringLiteral("+"), tr("Swatch closer"));
  for (QPushButton* b : {minus, plus}) title->addWidget(b);
  left->addLayout(title);
  left->addWidget(swatchNote_);
  left->addWidget(empty_);
  left->addWidget(swatch_, 1);
  connect(minus, &QPushButton::clicked, swatch_, [this] { swatch_->zoomBy(0.8); });
  connect(plus, &QPushButton::clicked, swatch_, [this] { swatch_->zoomBy(1.25); });
  left->addWidget(
      wrapped(tr("Drag the window, or move it with the arrow keys by 0.5 mm; comma and full stop turn it."),
              "muted"));
  auto* right = panel(1);
  unitTitle_ = wrapped({}, "head");
  unitNote_ = wrapped({}, "muted");
  kind_ = new Pills({tr("Pinwheel"), tr("Mirrored")}, tr("Copies lie"));
  kind_->setCurrent(0);
  unitView_ = new PictureView(tr("What the copies make together"), [this](QPainter& p, const QRectF& into) {
    const Picture* picture = printPicture();
    if (picture && shape())
      paintUnit(p, *picture, *cloth()->print, swatch_->paper(), copies_->count(),
                kind_->current() == 1 ? UnitKind::Mirrored : UnitKind::Pinwheel, into, currentPalette());
  });
  right->addWidget(unitTitle_);
  right->addWidget(kind_);
  right->addWidget(unitView_, 1);
  right->addWidget(unitNote_);
  picture_ = both;
  connect(kind_, &Pills::chosen, this, &MotifStation::showSwatch);
  connect(found_, &FoundPanel::taken, this, [this](Point at, Angle turn) {
    swatch_->setWindow(at, turn);
    applyWindow();
  });
}

QWidget* MotifStation::choiceCard() {
  auto* card = new Card(tr("Motif choice"));
  choices_ = new ChoiceList;
  choices_->setAccessibleName(tr("Motif choice"));
  choices_->setIconSize(QSize(scaled(kIcon), scaled(kIcon)));
  card->body()->addWidget(choices_);
  choiceFields_ = new QWidget;
  auto* body = new QVBoxLayout(choiceFields_);
  body->setContentsMargins(0, 0, 0, 0);
  body->setSpacing(scaled(8));
  countNote_ = wrapped({}, "");
  body->addWidget(countNote_);
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the choice"));
  body->addWidget(fieldRow(tr("Name"), name_));
  pieces_ = new TextField;
  pieces_->setAccessibleName(tr("Pieces that show it, by number"));
  pieces_->setPlaceholderText(tr("like 1-6, 12"));
  body->addWidget(fieldRow(tr("Pieces"), pieces_));
  auto* take = new Pills({tr("all in this cloth"), tr("none")}, tr("Pieces that show it"));
  body->addWidget(take);
  note_ = new TextField;
  note_->setAccessibleName(tr("Note: the reference point in words"));
  note_->setPlaceholderText(tr("like: seed head on the tip"));
  body->addWidget(fieldRow(tr("Note"), note_));
  madeOn_ = wrapped({}, "muted");
  detailNote_ = wrapped({}, "");
  body->addWidget(detailNote_);
  mark_ = button(tr("Mark a detail"));
  mark_->setToolTip(tr("Then click it on the swatch: its distances from two corners are noted."));
  unmark_ = button(tr("Forget the detail"), "link");
  body->addWidget(wrappingRow({mark_, unmark_}));
  toMiddle_ = new QCheckBox(tr("Turn each to the middle"));
  toMiddle_->setToolTip(tr("The same corner of every patch looks to the middle of the pieces that meet."));
  body->addWidget(toMiddle_);
  mirrored_ = new QCheckBox(tr("Cut half of them mirrored"));
  body->addWidget(mirrored_);
  mirrorNote_ =
      wrapped(tr("This print has no mirror line, so there is no mirror image to cut from."), "muted");
  body->addWidget(mirrorNote_);
  body->addWidget(madeOn_);
  auto* removeButton = button(tr("Remove this choice"), "warnlink");
  body->addWidget(removeButton);
  card->body()->addWidget(choiceFields_);
  new_ = new NewChoice(session_);
  card->body()->addWidget(new_);
  connect(new_, &NewChoice::said, this, &Station::said);
  connect(new_, &NewChoice::added, this, [this](int id) {
    chosen_ = id;
    refresh();
    swatch_->setFocus();
  });
  connectChoice(take, removeButton);
  return card;
}

void MotifStation::connectChoice(Pills* take, QPushButton* removeButton) {
  connect(choices_, &QComboBox::activated, this, [this](int i) {
    chosen_ = choices_->itemData(i).toInt();
    refresh();
  });
  connect(pieces_, &QLineEdit::editingFinished, this, &MotifStation::setPieces);
  connect(take, &Pills::chosen, this, &MotifStation::takePieces);
  connect(name_, &QLineEdit::editingFinished, this, &MotifStation::rename);
  connect(note_, &QLineEdit::editingFinished, this, [this] {
    if (motif() && note_->text().toStdString() != motif()->note)
      change(&MotifFields::note, note_->text().toStdString(), tr("noted the reference point"));
  });
  connect(mirrored_, &QCheckBox::clicked, this,
          [this](bool on) { change(&MotifFields::mirrored, on, tr("changed the hands of a motif")); });
  connect(toMiddle_, &QCheckBox::clicked, this, [this](bool on) {
    change(&MotifFields::toMiddle, on,
           on ? tr("turned a motif to the middle") : tr("laid a motif as its pieces lie"));
  });
  connect(mark_, &QPushButton::clicked, this, [this] {
    swatch_->setMarking(true);
    swatch_->setFocus();
    Q_EMIT said(tr("Click the detail on the swatch."));
  });
  connect(swatch_, &SwatchView::marked, this, [this](Point detail) {
    change(&MotifFields::reference, std::optional(detail), tr("marked a detail of the print"));
  });
  connect(unmark_, &QPushButton::clicked, this,
          [this] { change(&MotifFields::reference, std::optional<Point>(), tr("forgot the detail")); });
  connect(removeButton, &QPushButton::clicked, this, [this] {
    if (motif()) session_.edit(RemoveMotif{motif()->id}, tr("removed a motif choice"));
  });
}

QWidget* MotifStation::placeCard() {
  auto* card = new Card(tr("Window"));
  atX_ = new LengthField(tr("Window's middle from the left of the picture"), Length::millimetres(0), kFar);
  atY_ = new LengthField(tr("Window's middle from the top of the picture"), Length::millimetres(0), kFar);
  for (LengthField* f : {atX_, atY_}) f->setUnit(LengthUnit::Millimetre);
  turn_ = new TextField;
  turn_->setAccessibleName(tr("Window turned by degrees"));
  copies_ = new CountField(tr("Copies in the picture"), 1, 64);
  copies_->setCount(6);
  card->body()->addWidget(fieldRow(tr("From the left"), atX_));
  card->body()->addWidget(fieldRow(tr("From the top"), atY_));
  card->body()->addWidget(fieldRow(tr("Turned, degrees"), turn_));
  seam_ = new StripSeamRow;
  card->body()->addWidget(seam_);
  connect(seam_, &StripSeamRow::said, this, &Station::said);
  connect(seam_, &StripSeamRow::moved, this, [this](double x) {
    if (filling_ || !motif()) return;
    swatch_->setWindow({x, motif()->at.y}, motif()->turn);
    applyWindow();
  });
  card->body()->addWidget(fieldRow(tr("Copies shown"), copies_));
  const auto typed = [this] {
    if (filling_ || !motif()) return;
    bool ok = false;
    const double degrees = turn_->text().trimmed().toDouble(&ok);
    if (!ok || !std::isfinite(degrees) || std::abs(degrees) > 3600) {
      Q_EMIT said(tr("\"%1\" is no number of degrees.").arg(turn_->text().left(40)));
      turn_->setModified(false);
      return fillChoice();
    }
    swatch_->setWindow({atX_->length().value_or(Length{}).mm(), atY_->length().value_or(Length{}).mm()},
                       Angle::degrees(degrees));
    applyWindow();
  };
  connect(atX_, &LengthField::lengthChanged, this, typed);
  connect(atY_, &LengthField::lengthChanged, this, typed);
  connect(turn_, &QLineEdit::editingFinished, this, typed);
  connect(copies_, &CountField::countChanged, this, &MotifStation::showSwatch);
  for (LengthField* f : {atX_, atY_}) connect(f, &LengthField::wrong, this, &Station::said);
  connect(copies_, &CountField::wrong, this, &Station::said);
  return card;
}

const MotifChoice* MotifStation::motif() const {
  if (!session_.isOpen()) return nullptr;
  for (const MotifChoice& m : session_.project().motifs)
    if (m.id == chosen_) return &m;
  return nullptr;
}

const Cloth* MotifStation::cloth() const {
  return motif() ? clothById(session_.project(), motif()->cloth) : nullptr;
}

const Shape* MotifStation::shape() const {
  if (!motif()) return nullptr;
  for (const Shape& s : session_.project().layout->shapes)
    if (s.name == motif()->shape) return &s;
  return nullptr;
}

const Picture* MotifStation::printPicture() const {
  if (!cloth() || !cloth()->print) return nullptr;
  const auto picture = session_.project().pictures.find(cloth()->print->picture);
  return picture == session_.project().pictures.end() ? nullptr : &picture->second;
}

void MotifStation::rename() {
  const std::string name = name_->text().trimmed().toStdString();
  if (filling_ || !motif() || name == motif()->name) return;
  session_.edit(ChangeMotif{motif()->id, {}, name}, tr("renamed a motif choice"), {},
                whileThere(this, [this](bool made) {
                  if (!made) refresh();
                }));
}

void MotifStation::change(MotifFields fields, const QString& text, const QString& merge) {
  if (filling_ || !motif()) return;
  session_.edit(ChangeMotif{motif()->id, std::move(fields)}, text, merge, whileThere(this, [this](bool made) {
                  if (!made) refresh();
                }));
}

void MotifStation::applyWindow(const QString& merge) {
  MotifFields fields;
  fields.at = swatch_->at();
  fields.turn = swatch_->turn();
  change(std::move(fields),
         tr("moved the window of %1").arg(motif() ? QString::fromStdString(motif()->name) : QString()),
         merge);
}

void MotifStation::setPieces() {
  if (filling_ || !motif() || pieces_->text() == writeNumbers(motif()->pieces)) return;
  const auto numbers = readNumbers(pieces_->text());
  if (!numbers) {
    Q_EMIT said(tr("\"%1\" is no list of pieces; write it like 1-6, 12.").arg(pieces_->text().left(40)));
    return fillChoice();
  }
  Pieces taken;
  const int most = static_cast<int>(session_.project().layout->size());
  for (const int n : *numbers) {
    if (n < 1 || n > most) {
      Q_EMIT said(tr("There is no piece %1; pieces are numbered from 1 to %2.").arg(n).arg(most));
      return fillChoice();
    }
    taken.push_back(static_cast<std::uint32_t>(n - 1));
  }
  std::sort(taken.begin(), taken.end());
  taken.erase(std::unique(taken.begin(), taken.end()), taken.end());
  change(&MotifFields::pieces, std::move(taken), tr("changed the pieces of a motif"));
}

void MotifStation::takePieces(int how) {
  if (!motif()) return;
  Pieces taken;
  const Project& p = session_.project();
  for (std::size_t i = 0; how == 0 && i < p.layout->size(); ++i) {
    if (p.painting[i] != motif()->cloth || p.layout->shapes[p.layout->pieces[i].shape].name != motif()->shape)
      continue;
    const bool elsewhere = std::any_of(p.motifs.begin(), p.motifs.end(), [&](const MotifChoice& m) {
      return m.id != chosen_ &&
             std::binary_search(m.pieces.begin(), m.pieces.end(), static_cast<std::uint32_t>(i));
    });
    if (!elsewhere) taken.push_back(static_cast<std::uint32_t>(i));
  }
  if (how == 0 && taken.empty())
    return Q_EMIT said(tr("No piece of this shape wears this cloth yet; paint some, or type their numbers."));
  change(&MotifFields::pieces, std::move(taken), tr("changed the pieces of a motif"));
}

void MotifStation::refresh() {
  if (!motif()) chosen_ = session_.project().motifs.empty() ? -1 : session_.project().motifs.back().id;
  filling_ = true;
  choices_->clear();
  for (const MotifChoice& m : session_.project().motifs)
    choices_->addItem(icons_.of(session_.project(), m, scaled(kIcon)), QString::fromStdString(m.name), m.id);
  choices_->setCurrentIndex(choices_->findData(chosen_));
  choices_->setVisible(choices_->count() > 0);
  new_->fill();
  filling_ = false;
  fillChoice();
  showSwatch();
  meeting_->show(chosen_);
  found_->show(chosen_);
}

void MotifStation::fillChoice() {
  const MotifChoice* m = motif();
  choiceFields_->setVisible(m != nullptr);
  if (!m) return;
  filling_ = true;
  if (copiesOf_ != m->id && shape()) {  // another choice: show what closes the round
    copies_->setCount(copiesInRound(shape()->outline));
    copiesOf_ = m->id;
  }
  showIn(*name_, QString::fromStdString(m->name));
  const QDate day = QDate::fromString(QString::fromStdString(m->date), Qt::ISODate);
  madeOn_->setVisible(day.isValid());
  madeOn_->setText(tr("Chosen on %1.").arg(QLocale().toString(day, QLocale::LongFormat)));
  showIn(*pieces_, writeNumbers(m->pieces));
  showIn(*note_, QString::fromStdString(m->note));
  for (QLineEdit* f : {name_, pieces_, note_}) {
    f->setCursorPosition(0);
    f->setToolTip(f->text());
  }
  detailNote_->setVisible(m->reference.has_value());
  unmark_->setVisible(m->reference.has_value());
  if (m->reference) {
    const Reference r = referenceOf(windowOutline(*session_.project().layout, *m), *m->reference);
    detailNote_->setText(r.inside ? tr("Detail: %1").arg(referenceText(r))
                                  : tr("Detail, beside the paper: %1").arg(referenceText(r)));
  }
  const bool turns = shape() && shape()->symmetry.turns > 1;
  toMiddle_->setVisible(turns);
  toMiddle_->setChecked(m->toMiddle);
  mirrored_->setChecked(m->mirrored);
  const bool canMirror = cloth() && cloth()->print && !cloth()->print->mirrors.empty();
  mirrored_->setEnabled(canMirror);
  mirrorNote_->setVisible(!canMirror);
  atX_->setLength(Length::millimetres(m->at.x));
  atY_->setLength(Length::millimetres(m->at.y));
  seam_->show(session_.project(), m);
  showIn(*turn_, QString::fromStdString(formatNumber(m->turn.degrees(), 2)));
  const auto s = session_.supply(m->id);
  if (!s) {
    const QString why = inWords(session_.planner().supplyFault(m->id), unit());
    countNote_->setText(!why.isEmpty()                 ? why
                        : session_.planner().stopped() ? tr("Stopped before the copies were counted.")
                                                       : tr("Counting copies …"));
  } else {
    QString text = tr("%1 wanted, ").arg(s->wanted) +
                   (!s->onHand ? tr("on hand not known")
                    : s->atMost.value_or(*s->onHand) > *s->onHand
                        ? tr("on the cloth you have at least %1, at most %2").arg(*s->onHand).arg(*s->atMost)
                        : tr("%1 on the cloth you have").arg(*s->onHand));
    if (!s->counted)
      text += session_.planner().stopped() ? tr(" (counting was stopped)") : tr(" (counting on …)");
    text += QString();
    if (s->lengthNeeded && s->wanted > 0)
      text += tr("; %1 of cloth give them all").arg(clothText(session_, *s->lengthNeeded));
    text += QStringLiteral(".");
    if (!s->remark.empty()) text += QStringLiteral(" ") + inWords(s->remark, unit());
    countNote_->setText(text);
  }
  filling_ = false;
}

void MotifStation::showSwatch() {
  const bool ready = motif() && cloth() && cloth()->print && shape();
  swatch_->setVisible(ready);
  empty_->setVisible(!ready);
  unitView_->setVisible(ready);
  kind_->setVisible(ready);
  const bool anyPrint = std::any_of(session_.project().cloths.begin(), session_.project().cloths.end(),
                                    [](const Cloth& c) { return c.print.has_value(); });
  empty_->setText(
      anyPrint ? tr("Choose a cloth and a shape on the right, then add the choice.")
               : tr("A motif needs a cloth with a print. Take in a picture of one at the station Cloth."));
  if (!ready) {
    swatchTitle_->setText(tr("No motif chosen yet"));
    swatchNote_->clear();
    unitTitle_->setText(tr("What copies make"));
    unitNote_->clear();
    return;
  }
  const Print& print = *cloth()->print;
  const auto picture = session_.project().pictures.find(print.picture);
  if (picture != session_.project().pictures.end() && imageBytes_ != picture->second.png) {
    image_ = decode(picture->second);
    imageBytes_ = picture->second.png;
  }
  swatchTitle_->setText(QString::fromStdString(clothTitle(*cloth())));
  swatchNote_->setText(repeatText(print) + (print.mirrors.empty() ? QString() : tr(", mirrored")) +
                       (print.scaleGuessed ? tr("; its scale is a guess") : QString()));
  const bool otherHand =
      !motif()->pieces.empty() && session_.project().layout->pieces[motif()->pieces.front()].hand < 0;
  swatch_->show(image_, print, placed(shape()->outline, {}, otherHand, {}),
                allowanceOf(session_.project(), *cloth(), shape()->name),
                session_.project().settings.bluntBelow);
  swatch_->setWindow(motif()->at, motif()->turn);
  swatch_->setDetail(motif()->reference);
  if (zoomedOn_ != chosen_) swatch_->zoomToWindow();
  zoomedOn_ = chosen_;
  const int n = copies_->count();
  const bool mirrorable = !print.mirrors.empty();
  if (!mirrorable && kind_->current() == 1) kind_->setCurrent(0);
  kind_->pill(1)->setEnabled(mirrorable && n % 2 == 0);
  kind_->pill(1)->setToolTip(!mirrorable ? tr("This print has no mirror line.")
                             : n % 2     ? tr("Mirrored copies need an even number.")
                                         : QString());
  if (n % 2 && kind_->current() == 1) kind_->setCurrent(0);
  unitTitle_->setText(kind_->current() == 1 ? tr("%1 copies, alternately mirrored").arg(n)
                                            : tr("%1 copies, turned round the point").arg(n));
  const int round = copiesInRound(shape()->outline);
  QString note = n == round ? tr("%1 copies close the round at this corner.").arg(round)
                            : tr("%1 would close the round at this corner; %2 are shown.").arg(round).arg(n);
  if (!mirrorable) note += QLatin1Char(' ') + tr("Not mirrored: this print has no mirror line.");
  unitNote_->setText(note);
  unitView_->update();
  found_->setUnit(n, kind_->current() == 1);
}

std::vector<StripFigure> MotifStation::figures() const {
  const MotifChoice* m = motif();
  std::vector<StripFigure> out;
  if (m) {
    const auto s = session_.supply(m->id);
    if (s) out.push_back({QString::number(s->wanted), tr("copies wanted"), {}, false, {}});
    if (s && s->onHand)
      out.push_back({(s->atMost.value_or(*s->onHand) > *s->onHand ? tr("at least %1") : QStringLiteral("%1"))
                         .arg(*s->onHand),
                     s->worstPlace ? tr("on hand at the worst place") : tr("on the cloth you have"),
                     {},
                     false,
                     inWords(s->remark, unit())});
    if (s && s->lengthNeeded)
      out.push_back({clothText(session_, *s->lengthNeeded), tr("of cloth for all"), {}, false, {}});
  }
  const auto n = session_.project().motifs.size();
  out.push_back({QString::number(n), n == 1 ? tr("motif choice") : tr("motif choices"), {}, false, {}});
  out.push_back(remarksFigure(session_, id()));
  return out;
}

void MotifStation::lookAt(const std::vector<std::uint32_t>&, const QString& about) {
  if (const auto id = subjectOf(about)) chosen_ = *id;
  refresh();
  (motif() ? static_cast<QWidget*>(swatch_) : new_)->setFocus();
}

}  // namespace clathra
