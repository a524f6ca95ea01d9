#include "app/cloth/cloth_station.hpp"

#include <QColorDialog>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QMessageBox>
#include <QRegularExpression>
#include <QScrollArea>

#include "app/cloth/shelf_tile.hpp"
#include "app/cloth/table_card.hpp"
#include "app/cloth/trace_scrap.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "draw/cut_painter.hpp"
#include "draw/fonts.hpp"
#include "edit/found_print.hpp"
#include "measure/quantity.hpp"
#include "store/codec.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kLeast = Length::millimetres(10), kWidest = Length::millimetres(5'000),
             kLongest = Length::millimetres(100'000);

/// Steps that shops sell by, in the system of the project.
std::vector<Length> shopSteps(LengthUnit unit) {
  if (unit == LengthUnit::Inch)
    return {Length::sixtyFourths(288).typed(TypedIn::Yard), Length::sixtyFourths(576).typed(TypedIn::Yard),
            Length::sixtyFourths(1'152).typed(TypedIn::Yard),
            Length::sixtyFourths(2'304).typed(TypedIn::Yard)};
  std::vector<Length> out;
  for (const double mm : {50.0, 100.0, 250.0, 500.0})
    out.push_back(Length::millimetres(mm).typed(TypedIn::Centimetre));
  return out;
}

}  // namespace

ClothStation::ClothStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  auto* panel = new QFrame;
  panel->setObjectName(QStringLiteral("panel"));
  auto* all = new QVBoxLayout(panel);
  all->setContentsMargins(scaled(16), scaled(10), scaled(16), scaled(12));
  auto* top = new QHBoxLayout;
  top->addWidget(wrapped(tr("The shelf, every length to the same scale"), "head"), 1);
  auto* add = button(tr("Add a cloth"));
  auto* addScraps = button(tr("Add scraps"));
  top->addWidget(add);
  top->addWidget(addScraps);
  all->addLayout(top);
  auto* scroll = new QScrollArea;
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setFocusPolicy(Qt::NoFocus);
  shelf_ = new QWidget;
  shelfRows_ = std::make_unique<KeptRows>(new FlowLayout(scaled(6), scaled(6), shelf_));
  scroll->setWidget(shelf_);
  all->addWidget(scroll, 1);
  picture_ = panel;
  auto* remarks = new RemarksCard(session_, id());
  buying_ = new BuyingCard(session_);
  connect(buying_, &BuyingCard::said, this, &Station::said);
  connect(buying_, &BuyingCard::unfold, this, [this](bool open) { unfold(chosen_, open); });
  auto* table = new TableCard(session_);
  connect(table, &TableCard::said, this, &Station::said);
  facts_ = new FactsCard(session_);
  connect(facts_, &FactsCard::said, this, &Station::said);
  joined_ = new JoinedCard(session_);
  connect(joined_, &JoinedCard::said, this, &Station::said);
  gives_ = new GivesCard(session_);
  connect(gives_, &GivesCard::said, this, &Station::said);
  bench_ = new Bench({clothCard(), buying_, printCard(), joined_, facts_, gives_, table, remarks});
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  const auto addOne = [this](bool scraps, const QString& base) {
    std::string name = base.toStdString();
    for (int n = 2; findCloth(session_.project(), name); ++n)
      name = base.toStdString() + " " + std::to_string(n);
    ClothFields fields;
    fields.name = name;
    const Edit edit = scraps ? Edit(AddScraps{fields}) : Edit(AddCloth{fields});
    session_.edit(edit, tr("added a cloth"), {}, whileThere(this, [this](bool made) {
                    if (made) choose(session_.project().cloths.back().id);
                  }));
  };
  connect(add, &QPushButton::clicked, this, [addOne] { addOne(false, tr("New cloth")); });
  connect(addScraps, &QPushButton::clicked, this, [addOne] { addOne(true, tr("Scraps")); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
}

void ClothStation::beginFresh() {
  chosen_ = session_.project().cloths.empty() ? kNoCloth : session_.project().cloths.front().id;
  unfolded_.clear();
  looking_.cancel();
  opening_.cancel();
  decoding_.cancel();
  keeping_.cancel();
}

QWidget* ClothStation::clothCard() {
  clothCard_ = new Card(tr("This cloth"));
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the cloth"));
  name_->setMaxLength(100);
  colour_ = button(tr("Colour …"));
  hatch_ = new ChoiceList;
  hatch_->setAccessibleName(tr("Hatch"));
  for (int i = 1; i < kHatches; ++i)
    hatch_->addItem(QCoreApplication::translate("hatches", hatchName(static_cast<Hatch>(i)).c_str()));
  scraps_ = new QCheckBox(tr("Scraps, without a size"));
  width_ = new LengthField(tr("The usable width"), kLeast, kWidest);
  width_->setOptional(true);
  lengths_ = new TextField;
  lengths_->setAccessibleName(tr("Lengths on hand"));
  direction_ = new ChoiceList;
  direction_->setAccessibleName(tr("Direction"));
  direction_->addItems({tr("no direction"), tr("two ways up"), tr("one way up"), tr("stripe")});
  increment_ = new ChoiceList;
  increment_->setAccessibleName(tr("Sold by"));
  allowance_ = new LengthField(tr("Its own seam allowance"), Length::millimetres(1), Length::millimetres(50));
  allowance_->setOptional(true);
  allowance_->setPlaceholderText(tr("as the project"));
  auto* body = clothCard_->body();
  body->addWidget(fieldRow(tr("Name"), name_));
  body->addWidget(fieldRow(tr("Colour"), colour_));
  body->addWidget(fieldRow(tr("Hatch"), hatch_));
  body->addWidget(scraps_);
  sized_ = new QWidget;
  auto* sized = new QVBoxLayout(sized_);
  sized->setContentsMargins(0, 0, 0, 0);
  sized->setSpacing(scaled(8));
  sized->addWidget(fieldRow(tr("Usable width"), width_));
  sized->addWidget(fieldRow(tr("On hand"), lengths_));
  trace_ = button(tr("Trace a scrap …"), "link");
  sized->addWidget(trace_);
  connect(trace_, &QPushButton::clicked, this, &ClothStation::traceScrap);
  sized->addWidget(fieldRow(tr("Sold by"), increment_));
  body->addWidget(sized_);
  body->addWidget(fieldRow(tr("Direction"), direction_));
  body->addWidget(fieldRow(tr("Allowance"), allowance_));
  auto* removeButton = button(tr("Remove this cloth …"), "warnlink");
  body->addWidget(removeButton);
  connect(name_, &QLineEdit::editingFinished, this, [this] {
    if (cloth() && name_->text().trimmed() != QString::fromStdString(cloth()->name))
      change(&ClothFields::name, name_->text().trimmed().toStdString(), tr("named a cloth"));
  });
  connect(colour_, &QPushButton::clicked, this, &ClothStation::pickColour);
  connect(hatch_, &QComboBox::activated, this,
          [this](int i) { change(&ClothFields::hatch, static_cast<Hatch>(i + 1), tr("changed a hatch")); });
  connect(scraps_, &QCheckBox::clicked, this,
          [this](bool on) { change(&ClothFields::scraps, on, tr("changed a cloth")); });
  connect(width_, &LengthField::lengthChanged, this,
          [this] { change(&ClothFields::width, width_->length(), tr("changed a width")); });
  connect(lengths_, &QLineEdit::editingFinished, this, &ClothStation::setLengths);
  connect(direction_, &QComboBox::activated, this, [this](int i) {
    change(&ClothFields::direction, static_cast<Direction>(i), tr("changed a direction"));
  });
  connect(increment_, &QComboBox::activated, this, [this](int i) {
    change(&ClothFields::increment, Length::nanometres(increment_->itemData(i).toLongLong()),
           tr("changed the shop's step"));
  });
  connect(allowance_, &LengthField::lengthChanged, this,
          [this] { change(&ClothFields::allowance, allowance_->length(), tr("changed an allowance")); });
  for (LengthField* f : {width_, allowance_}) connect(f, &LengthField::wrong, this, &Station::said);
  connect(removeButton, &QPushButton::clicked, this, &ClothStation::remove);
  return clothCard_;
}

void ClothStation::change(ClothFields fields, const QString& text) {
  if (filling_ || !cloth()) return;
  session_.edit(ChangeCloth{cloth()->id, std::move(fields)}, text, {}, whileThere(this, [this](bool made) {
                  if (!made) fillBench();
                }));
}

/// The steps of the project's system, and the cloth's own if it is none of them.
void ClothStation::fillSteps(Length own) {
  auto steps = shopSteps(unit());
  if (std::find(steps.begin(), steps.end(), own) == steps.end()) steps.push_back(own);
  increment_->clear();
  for (const Length l : steps)
    increment_->addItem(QString::fromStdString(formatLength(l, unit())), static_cast<qlonglong>(l.nm()));
  increment_->setCurrentIndex(static_cast<int>(std::find(steps.begin(), steps.end(), own) - steps.begin()));
}

/// Each of them; of a collection its size alone.
QStringList ClothStation::writtenLengths() const {
  QStringList lengths;
  for (const OnHand& l : cloth()->lengths) {
    QString text = QString::fromStdString(formatLength(l.length, unit()));
    if (l.width) text += tr(" × %1 wide").arg(QString::fromStdString(formatLength(*l.width, unit())));
    if (!l.outline.empty()) text += tr(", traced");
    lengths << text;
    if (cloth()->collection) break;  // the size of each
  }
  return lengths;
}

/// Three and more alike in a row are written once: "40 of 2 1/2 in × 2 1/2 in wide".
QString ClothStation::shownLengths() const {
  constexpr std::ptrdiff_t kWrittenOnce = 3;
  const QStringList all = writtenLengths();
  QStringList out;
  for (auto from = all.begin(); from != all.end();) {
    const auto to = std::find_if(from, all.end(), [&](const QString& text) { return text != *from; });
    if (to - from >= kWrittenOnce)
      out << tr("%1 of %2").arg(to - from).arg(*from);
    else
      out << QStringList(from, to);
    from = to;
  }
  return out.join(QStringLiteral("; "));
}

/// What is typed, one part a length; empty and said where there are too many.
QStringList ClothStation::typedLengths() {
  static const QRegularExpression many(
      QStringLiteral("^(\\d{1,4})\\s+%1\\s+(.+)$").arg(QRegularExpression::escape(tr("of"))));
  QStringList out;
  for (const QString& part : lengths_->text().split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
    const auto match = many.match(part.trimmed());
    const int n = match.hasMatch() ? match.captured(1).toInt() : 1;
    if (n < 1 || out.size() + n > kMostLengths) {
      Q_EMIT said(tr("A cloth has from 1 to %1 lengths on hand.").arg(kMostLengths));
      return {};
    }
    out += QStringList(n, match.hasMatch() ? match.captured(2) : part.trimmed());
  }
  return out;
}

/// A picture of the scrap is opened beside the window; its outline becomes one more length.
void ClothStation::traceScrap() {
  if (!cloth()) return;
  if (opening_.running()) {
    opening_.cancel();
    return fillBench();
  }
  const QString file =
      QFileDialog::getOpenFileName(picture_, tr("A picture of the scrap, lying straight"), {},
                                   tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"));
  if (file.isEmpty()) return;
  opening_.start(
      this, [path = file.toStdString()](const Progress& p) { return readPictureFile(path, p); },
      [this, id = chosen_](const Result<ScaledPicture>& picture) {
        fillBench();
        if (!picture) return Q_EMIT said(inWords(picture.error(), unit()));
        TraceScrap dialog(picture->raster, picture->dpi, unit(), picture_->window());
        if (dialog.exec() != QDialog::Accepted) return;
        const Cloth* of = clothById(session_.project(), id);
        if (!of || dialog.outline().empty()) return;
        OnHand scrap;
        scrap.outline = dialog.outline();
        scrap.length = Length::millimetres(bounds(scrap.outline).bottom);
        ClothFields fields;
        fields.lengths = of->lengths;
        fields.lengths->push_back(std::move(scrap));
        session_.edit(ChangeCloth{id, std::move(fields)}, tr("traced a scrap"));
      });
  fillBench();
}

void ClothStation::setLengths() {
  if (!cloth() || filling_ || lengths_->text() == shownLengths()) return;
  std::vector<OnHand> read;
  // What stands there as it was is the same length, with all that is known of it besides.
  const QStringList shown = writtenLengths();
  std::vector<bool> used(static_cast<std::size_t>(shown.size()));
  const QStringList parts = typedLengths();
  if (parts.isEmpty() && !lengths_->text().trimmed().isEmpty()) return;
  static const QRegularExpression between(QStringLiteral("\\s*[×*]\\s*"));
  for (const QString& part : parts) {
    qsizetype same = shown.indexOf(part.trimmed());
    while (same >= 0 && used[static_cast<std::size_t>(same)]) same = shown.indexOf(part.trimmed(), same + 1);
    if (same >= 0 && !cloth()->collection && same < static_cast<qsizetype>(cloth()->lengths.size())) {
      used[static_cast<std::size_t>(same)] = true;
      read.push_back(cloth()->lengths[static_cast<std::size_t>(same)]);
      continue;
    }
    // "43 cm × 40 cm wide": a length of a width of its own.
    QStringList both = part.trimmed().split(between);
    const auto l = parseLengthWithin(both.front().toStdString(), unit(), "A length on hand",
                                     Length::millimetres(1), kLongest);
    std::optional<Length> width;
    if (l && both.size() > 1) {
      const auto w = parseLengthWithin(both[1].remove(tr("wide")).trimmed().toStdString(), unit(),
                                       "The width of a length", kLeast, kWidest);
      if (!w) return Q_EMIT said(inWords(w.error(), unit()));
      width = *w;
    }
    if (!l) {
      Q_EMIT said(inWords(l.error(), unit()));
      return;
    }
    // What is known of a length besides stays with it: holes, a width or a mark of its own.
    const auto& was = cloth()->lengths;
    const std::size_t i = read.size();
    read.push_back(i < was.size() && was[i].length.nm() == l->nm() ? was[i] : OnHand(*l));
    read.back().length = *l;
    read.back().width = width;
    read.back().outline.clear();
  }
  if (cloth()->collection && read.size() == 1) {
    // What is written is the size of each.
    if (read.front().length.nm() == cloth()->lengths.front().length.nm() &&
        read.front().width == cloth()->lengths.front().width)
      return;
    read.front().straight = true;
    read.assign(cloth()->lengths.size(), read.front());
  }
  const auto as = [](Length l) { return std::pair(l.nm(), l.typedIn()); };
  const bool same =
      std::equal(read.begin(), read.end(), cloth()->lengths.begin(), cloth()->lengths.end(),
                 [&](const OnHand& a, const OnHand& b) {
                   return as(a.length) == as(b.length) && a.width == b.width && a.outline == b.outline;
                 });
  if (!same) change(&ClothFields::lengths, read, tr("changed the lengths on hand"));
}

void ClothStation::pickColour() {
  if (!cloth()) return;
  const QColor now(cloth()->colour.r, cloth()->colour.g, cloth()->colour.b);
  const QColor c =
      QColorDialog::getColor(now, picture_, tr("Colour of the cloth"), QColorDialog::DontUseNativeDialog);
  if (c.isValid())
    change(&ClothFields::colour,
           Rgb{static_cast<std::uint8_t>(c.red()), static_cast<std::uint8_t>(c.green()),
               static_cast<std::uint8_t>(c.blue())},
           tr("changed a colour"));
}

void ClothStation::remove() {
  if (!cloth()) return;
  const Project& p = session_.project();
  const int pieces = session_.tally().count(chosen_);
  const auto motifs = std::count_if(p.motifs.begin(), p.motifs.end(),
                                    [&](const MotifChoice& m) { return m.cloth == chosen_; });
  if (pieces > 0 || motifs > 0) {
    QMessageBox ask(picture_);
    ask.setText(tr("%1 is worn by %2 and has %3. Remove it, and leave those pieces without cloth?")
                    .arg(QString::fromStdString(clothTitle(*cloth())), tr("%n piece(s)", nullptr, pieces),
                         tr("%n motif choice(s)", nullptr, static_cast<int>(motifs))));
    ask.setInformativeText(tr("Undo brings it back."));
    auto* yes = ask.addButton(tr("Remove it"), QMessageBox::AcceptRole);
    ask.addButton(tr("Keep it"), QMessageBox::RejectRole);
    ask.exec();
    if (ask.clickedButton() != yes) return;
  }
  session_.edit(RemoveCloth{cloth()->id}, tr("removed a cloth"), {}, whileThere(this, [this](bool made) {
                  const auto& left = session_.project().cloths;
                  if (made) choose(left.empty() ? kNoCloth : left.front().id);
                }));
}

void ClothStation::choose(ClothId id) {
  chosen_ = id;
  refresh();
}

void ClothStation::unfold(ClothId id, bool open) {
  if (open)
    unfolded_.insert(id);
  else
    unfolded_.erase(id);
  refresh();
}

void ClothStation::refresh() {
  if (!cloth() && !session_.project().cloths.empty()) chosen_ = session_.project().cloths.front().id;
  fillShelf();
  fillBench();
}

void ClothStation::fillShelf() {
  shelfRows_->begin();
  // One scale for all, at which the widest row of lengths and the longest length still fit their tile.
  double scale = 1;
  for (const Cloth& c : session_.project().cloths) {
    if (!c.width) continue;
    // A collection is drawn as one, with a few behind it.
    const double n = c.collection ? 1.2 : static_cast<double>(c.lengths.size());
    if (n > 0) scale = std::min(scale, (ShelfTile::kRoom - 8 * (n - 1)) / (n * c.width->mm()));
    for (const OnHand& l : c.lengths) scale = std::min(scale, ShelfTile::kDrop / l.mm());
  }
  const double room = std::max(scale, 0.004);
  double drop = 0;
  for (const Cloth& c : session_.project().cloths)
    for (const OnHand& l : c.lengths) drop = std::max(drop, c.width ? l.mm() * room : 0);
  drop = std::ceil(drop);
  for (const Cloth& c : session_.project().cloths) {
    const QString shows = ShelfTile::facts(c, unit()) + QString::fromStdString(clothTitle(c)) +
                          QString::number(room) + QStringLiteral(" ") + QString::number(drop) +
                          QString::number(unfolded_.contains(c.id));
    auto* tile = static_cast<ShelfTile*>(shelfRows_->row(QString::number(c.id), shows, [&] {
      auto* made = new ShelfTile(session_, c, room, drop, unfolded_.contains(c.id));
      connect(made, &QPushButton::clicked, this, [this, id = c.id] { choose(id); });
      return made;
    }));
    tile->setChecked(c.id == chosen_);
    tile->update();  // it paints what the project holds now
  }
  shelfRows_->end();
}

void ClothStation::fillBench() {
  const Cloth* c = cloth();
  buying_->show(chosen_, unfolded_.contains(chosen_));
  facts_->show(chosen_);
  joined_->show(chosen_);
  gives_->show(chosen_);
  clothCard_->setEnabled(c != nullptr);
  printCard_->setEnabled(c != nullptr);
  if (!c) return;
  filling_ = true;
  clothCard_->setTitle(QString::fromStdString(clothTitle(*c)));
  showIn(*name_, QString::fromStdString(c->name));
  hatch_->setCurrentIndex(static_cast<int>(c->hatch) - 1);
  scraps_->setChecked(c->scraps);
  sized_->setVisible(!c->scraps);
  for (LengthField* f : {width_, allowance_, pictureWidth_}) f->setUnit(unit());
  for (LengthField* f : {along_, across_, mirrorAt_, markX_, markY_})
    f->setUnit(LengthUnit::Millimetre);  // places on a print
  width_->setLength(c->width);
  showIn(*lengths_, shownLengths());
  lengths_->setPlaceholderText(unit() == LengthUnit::Inch ? tr("like 2 yd; 18 in") : tr("like 1.5 m; 45 cm"));
  direction_->setCurrentIndex(static_cast<int>(c->direction));
  fillSteps(c->increment);
  allowance_->setLength(c->allowance);
  // What a joined cloth shows follows from its strips.
  const bool own = c->print && c->joined.empty();
  load_->setVisible(c->joined.empty());
  printFields_->setVisible(own);
  find_->setVisible(own && !looking_.running());
  true_->setVisible(own);
  const bool working = decoding_.running() || keeping_.running();
  true_->setText(working ? tr("Stop working on the picture") : tr("Make it true …"));
  stopLooking_->setVisible(looking_.running());
  trace_->setText(opening_.running() ? tr("Stop opening the picture") : tr("Trace a scrap …"));
  printNote_->setText(
      !c->joined.empty()   ? tr("It shows the strips that it is joined from; change them below.")
      : looking_.running() ? tr("Looking for its repeat …")
      : c->print
          ? tr("Where a motif lies is measured on this picture: %1.%2")
                .arg(repeatText(*c->print),
                     c->print->scaleGuessed
                         ? QLatin1Char(' ') +
                               tr("How wide it is on the cloth is a guess; measure it and type it below.")
                         : QString())
          : tr("Without a picture no motif can be chosen. Take in a scan or a straight photograph."));
  if (c->print) {
    const auto picture = session_.project().pictures.find(c->print->picture);
    if (picture != session_.project().pictures.end())
      pictureWidth_->setLength(Length::millimetres(picture->second.width * 25.4 / c->print->dpi));
    showRepeat(*c->print);
    mirror_->setChecked(!c->print->mirrors.empty());
    mirrorAt_->setEnabled(!c->print->mirrors.empty());
    mirrorAt_->setLength(c->print->mirrors.empty()
                             ? std::nullopt
                             : std::optional(Length::millimetres(c->print->mirrors.front().point.x)));
    mirrorAt_->setOptional(true);
    placeKnown_->setChecked(c->print->mark.has_value());
    for (LengthField* f : {markX_, markY_}) {
      f->setOptional(true);
      f->setEnabled(c->print->mark.has_value());
    }
    markX_->setLength(c->print->mark ? std::optional(Length::millimetres(c->print->mark->x)) : std::nullopt);
    markY_->setLength(c->print->mark ? std::optional(Length::millimetres(c->print->mark->y)) : std::nullopt);
  }
  filling_ = false;
}

std::vector<StripFigure> ClothStation::figures() const {
  const Project& p = session_.project();
  double onHand = 0;
  for (const Cloth& c : p.cloths)
    for (const OnHand& l : clothLeft(c).cloth.lengths) onHand += l.mm();
  std::vector<StripFigure> out{
      {QString::number(p.cloths.size()), tr("cloths"), {}, false, {}},
      {longText(session_, onHand), tr("on hand in all"), {}, false, tr("All lengths of all cloths.")}};
  if (session_.planner().allPlans()) {
    out.push_back({clothText(session_, session_.figures().clothNeeded),
                   tr("the plans take"),
                   {},
                   false,
                   tr("The lengths of all cloths by their chosen methods; open Cut for each sum.")});
    out.push_back({toBuyText(session_),
                   tr("to buy"),
                   {},
                   false,
                   tr("The whole length of every cloth whose lengths on hand do not suffice, rounded up to "
                      "the shop's step.")});
  }
  out.push_back(remarksFigure(session_, id()));
  return out;
}

void ClothStation::lookAt(const std::vector<std::uint32_t>&, const QString& about) {
  if (const auto id = subjectOf(about)) choose(static_cast<ClothId>(*id));
  (cloth() && !cloth()->scraps ? static_cast<QWidget*>(width_) : name_)->setFocus();
}

}  // namespace clathra
