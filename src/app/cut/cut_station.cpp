#include "app/cut/cut_station.hpp"

#include <QCheckBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QScrollArea>
#include <algorithm>
#include <cmath>
#include <map>

#include "app/cut/cut_rows.hpp"
#include "app/cut/map_beside.hpp"
#include "app/cut/steps_list.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/flow_layout.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "app/window/remarks_card.hpp"
#include "cutting/methods.hpp"
#include "cutting/ticks.hpp"
#include "draw/card.hpp"
#include "draw/cut_painter.hpp"
#include "draw/exporter.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/map_labels.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

CutStation::CutStation(Session& session, Preferences& preferences, QObject* parent)
    : Station(session, preferences, parent) {
  buildPicture();
  sum_ = new Card(tr("Why this length?"));
  card_ = new Card(tr("The card"));
  auto* remarks = new RemarksCard(session_, id());
  now_ = new NowCard(session_);
  enough_ = new EnoughCard(session_);
  log_ = new Card(tr("What is cut"));
  ease_ = new EaseCard(session_);
  making_ = new MakingCard(session_);
  connect(now_, &NowCard::said, this, &Station::said);
  connect(ease_, &EaseCard::said, this, &Station::said);
  connect(making_, &MakingCard::said, this, &Station::said);
  bench_ = new Bench({sum_, enough_, now_, card_, log_, ease_, making_, remarks});
  connect(remarks, &RemarksCard::showPieces, this,
          [this](const auto& pieces) { Q_EMIT goTo(QStringLiteral("arrange"), QString(), pieces); });
  connect(&session_, &Session::changed, this, [this] { refreshIfSeen(); });
  connect(&session_, &Session::resultsChanged, this, [this] { refreshIfSeen(); });
  // A plan that gets better tells it without being done.
  constexpr int kEvery = 400;  // ms
  soFarTimer_.setInterval(kEvery);
  soFarTimer_.callOnTimeout(this, [this] {
    if (picture_->isVisible() && cloth() && session_.planner().planSoFar(chosen_)) fillMethods();
  });
  soFarTimer_.start();
}

void CutStation::beginFresh() {
  chosen_ = kNoCloth;
  view_ = Whole;
}

void CutStation::buildPicture() {
  auto* both = new QWidget;
  auto* column = new QVBoxLayout(both);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(scaled(10));
  auto* upper = new QFrame;
  upper->setObjectName(QStringLiteral("panel"));
  auto* top = new QVBoxLayout(upper);
  top->setContentsMargins(scaled(16), scaled(8), scaled(16), scaled(8));
  cloths_ = new QWidget;
  chips_ = std::make_unique<KeptRows>(new FlowLayout(scaled(4), scaled(4), cloths_));
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  cloths_->setSizePolicy(policy);
  title_ = wrapped({}, "head");
  views_ = new Pills({tr("All of it"), tr("What is cut now"), tr("The rest")}, tr("What the map shows"),
                     Pills::At::Picture);
  connect(views_, &Pills::chosen, this, [this](int i) { look(static_cast<View>(i)); });
  auto* head = new QBoxLayout(largeText() ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
  head->setSpacing(largeText() ? 0 : scaled(12));
  head->addWidget(cloths_, 1);
  head->addWidget(title_, 1);
  top->addLayout(head);
  top->addWidget(views_, 0, Qt::AlignLeft);
  map_ = new PictureView(tr("Cutting map to scale"), [this](QPainter& p, const QRectF& into) {
    if (const auto shown = drawn(); shown && cloth())
      paintCutMap(p, session_.project(), *shown, into, mapLook());
  });
  // The words above and below a length, and some of the cloth.
  constexpr int kWords = 71, kCloth = 70, kClothAlone = 260;
  map_->setMinimumSize(scaled(120), scaled(kWords) + (largeText() ? kClothAlone : kCloth));
  labels_ = new QWidget;
  new QVBoxLayout(labels_);
  labels_->layout()->setContentsMargins(scaled(8), 0, 0, 0);
  auto* labelScroll = scrolledDown(labels_);
  labelScroll->setMinimumSize(scaled(170), largeText() ? scaled(90) : 0);
  mapBeside_ = new MapBeside(map_, labelScroll, [this](const QSizeF& place) {
    const auto shown = drawn();
    return shown && cloth() ? cutMapWidth(session_.project(), *shown, QRectF({}, place), mapLook()) : 0;
  });
  top->addWidget(mapBeside_, 1);
  column->addWidget(upper, 3);
  auto* lower = new QFrame;
  lower->setObjectName(QStringLiteral("panel"));
  auto* under = new QVBoxLayout(lower);
  under->setContentsMargins(scaled(16), scaled(8), scaled(16), scaled(10));
  methodsTitle_ = wrapped({}, "head");
  under->addWidget(methodsTitle_);
  auto* table = new QWidget;
  methods_ = new QVBoxLayout(table);
  methods_->setContentsMargins(0, 0, 0, 0);
  methods_->setSpacing(scaled(2));
  methodRows_ = std::make_unique<KeptRows>(methods_);
  // In a low window the rows scroll, not the picture.
  methodsArea_ = new RowsArea(table);
  under->addWidget(methodsArea_);
  windowsNote_ = wrapped({}, "muted");
  under->addWidget(windowsNote_);
  column->addWidget(lower, 0);
  picture_ = both;
}

CutMapLook CutStation::mapLook() const {
  CutMapLook look;
  look.palette = &currentPalette();
  look.text = 14 * textScale();
  if (view_ == Now && batch()) look.heldBack = heldBackBy(*batch());
  return look;
}

void CutStation::choose(ClothId id) {
  chosen_ = id;
  refresh();
}

void CutStation::look(View view) {
  view_ = view;
  refresh();
}

void CutStation::refresh() {
  const Project& p = session_.project();
  if (!cloth() || session_.tally().count(chosen_) == 0) {
    chosen_ = p.cloths.empty() ? kNoCloth : p.cloths.front().id;
    for (const Cloth& c : p.cloths)
      if (session_.tally().count(c.id) > 0) {
        chosen_ = c.id;
        break;
      }
  }
  session_.planner().showBatch(chosen_);
  fillViews();
  fillCloths();
  fillMethods();
  fillSum();
  fillCard();
  fillLog();
  now_->show(chosen_);
  enough_->show(chosen_);
  ease_->show(chosen_);
  making_->show(chosen_);
  mapBeside_->arrange();
  Q_EMIT figuresChanged();  // they are of the cloth and the view that are shown
}

std::shared_ptr<const CutPlan> CutStation::plan() const {
  const auto shown = batch();
  if (view_ == Whole || (view_ == Rest && markedHere() == 0)) return session_.plan(chosen_);
  if (!shown) return nullptr;
  return {shown, view_ == Now ? &shown->now : &shown->rest};
}

/// What the map shows: the plan, or the rest once all that was marked is cut.
std::shared_ptr<const CutPlan> CutStation::drawn() const {
  return view_ == Now && markedHere() == 0 ? session_.plan(chosen_) : plan();
}

/// Pieces of this cloth that are marked and still to be cut.
int CutStation::markedHere() const {
  const auto in = cutInput(session_.project(), chosen_);
  if (!in) return 0;
  const Pieces& now = session_.project().now;
  return static_cast<int>(std::count_if(in->pieces.begin(), in->pieces.end(), [&](std::uint32_t i) {
    return std::binary_search(now.begin(), now.end(), i);
  }));
}

/// Now and the rest are there to be looked at where something is marked. After the last tick of a batch the
/// view stays: the next tick must not cut what was not marked.
void CutStation::fillViews() {
  const bool any = !session_.project().now.empty();
  if (!any) view_ = Whole;
  views_->setVisible(any);
  views_->setCurrent(view_);
}

void CutStation::fillCloths() {
  chips_->begin();
  for (const Cloth& c : session_.project().cloths) {
    if (session_.tally().count(c.id) == 0 && c.id != chosen_) continue;
    const QString shows = QStringLiteral("%1 %2 %3 %4 ")
                              .arg(c.colour.r)
                              .arg(c.colour.g)
                              .arg(c.colour.b)
                              .arg(static_cast<int>(c.hatch)) +
                          QString::fromStdString(c.sign + clothTitle(c));
    auto* chip = static_cast<ClothChip*>(chips_->row(QString::number(c.id), shows, [&] {
      auto* made = new ClothChip(c);
      connect(made, &QPushButton::clicked, this, [this, id = c.id] { choose(id); });
      return made;
    }));
    chip->setChecked(c.id == chosen_);
  }
  chips_->end();
  cloths_->updateGeometry();
  const Cloth* c = cloth();
  if (!c) return title_->setText(tr("No cloth yet"));
  QString facts = QString::fromStdString(clothTitle(*c));
  if (c->scraps)
    facts += tr("  ·  scraps");
  else if (c->width)
    facts += tr("  ·  %1 wide, right side up").arg(QString::fromStdString(formatLength(*c->width, unit())));
  else
    facts += tr("  ·  its width is not known yet");
  title_->setText(facts);
}

void CutStation::addMethod(const CutMethod& m) {
  QString figures = inWords(m.why, unit());
  if (m.length) {
    QStringList parts;
    if (cloth() && !cloth()->scraps) parts << tr("%1 of cloth").arg(clothText(session_, *m.length));
    if (m.buyLength > 0) parts << tr("buy %1").arg(inWords(buyArg(m), unit()));
    parts << tr("%n cut(s)", nullptr, m.cuts);
    if (cloth() && !cloth()->scraps) parts << tr("%1 % waste").arg(qRound((1 - m.utilisation) * 100));
    parts << tr("about %1").arg(minutesText(m.minutes));
    figures = parts.join(QStringLiteral("  ·  "));
  }
  QString why;
  for (const MinutesPart& part : m.minutesParts)
    why += inWords(part.what, unit()) +
           tr(": %1 min\n").arg(QString::fromStdString(formatNumber(part.minutes, 1)));
  QString title = inWords(m.title, unit());
  if (plan()->recommended == m.id) {
    title = tr("%1, recommended").arg(title);
    why = tr("Recommended: %1.").arg(inWords(plan()->why, unit())) + QLatin1Char('\n') + why;
  }
  addMethodRow(m.id, title, figures, m.length.has_value(), why.trimmed());
}

void CutStation::addMethodRow(const std::string& id, const QString& title, const QString& figures,
                              bool usable, const QString& why) {
  const bool chosen = cloth() && (plan() ? plan()->chosen : cloth()->method) == id;
  const ClothId of = cloth() ? cloth()->id : kNoCloth;
  const QString shows =
      QStringLiteral("%1\n%2\n%3\n%4\n%5").arg(of).arg(chosen).arg(usable).arg(figures, why);
  QWidget* row = methodRows_->row(QString::fromStdString(id), shows, [&] {
    auto* b = new MethodRow;
    b->setEnabled(usable);
    b->setAccessibleName(title + QStringLiteral(": ") + figures);
    auto* line = new QHBoxLayout(b);
    line->setContentsMargins(scaled(12), scaled(7), scaled(12), scaled(7));
    QLabel* name =
        label((chosen ? QStringLiteral("●  ") : QStringLiteral("○  ")) + title, chosen ? "head" : "");
    QLabel* facts = wrapped(figures);
    facts->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    for (QLabel* l : {name, facts}) l->setAttribute(Qt::WA_TransparentForMouseEvents);
    line->addWidget(name);
    line->addWidget(facts, 1);
    b->setToolTip(why);
    connect(b, &QPushButton::clicked, this, [this, of, id] {
      session_.edit(ChooseMethod{of, id, {}}, tr("chose %1").arg(inWords(Message("method-" + id), unit())));
    });
    return b;
  });
  static_cast<MethodRow*>(row)->setChecked(chosen);
}

/// How short the traced patches lie by now, and what that is less than at first.
QString CutStation::soFar() const {
  const auto found = view_ == Whole ? session_.planner().planSoFar(chosen_) : std::nullopt;
  if (!found) return tr("being worked out …");
  const double less = found->first - found->best;
  constexpr double kSeen = 1;  // mm
  return less < kSeen ? tr("being worked out …  %1 so far").arg(clothText(session_, found->best))
                      : tr("being worked out …  %1 so far, %2 less than at first")
                            .arg(clothText(session_, found->best), inWords(sizeArg(less), unit()));
}

void CutStation::fillMethods() {
  methodRows_->begin();
  clearLayout(labels_->layout());
  windowsNote_->hide();
  if (!plan() || !cloth()) {
    if (view_ == Now && markedHere() == 0) {
      methodsTitle_->setText(tr("Nothing of it that is marked is still to be cut. The map shows the rest."));
      methodRows_->end();
      fillLabels();
      return;
    }
    const Message why =
        view_ == Whole ? session_.planner().planFault(chosen_) : session_.planner().batchFault();
    methodsTitle_->setText(!why.empty()                   ? inWords(why, unit())
                           : session_.planner().stopped() ? tr("Stopped before the plan was worked out.")
                                                          : tr("Working out the plan …"));
    if (cloth() && why.empty() && !session_.planner().stopped())
      for (const MethodKind& kind : methodKinds())
        if (!cloth()->scraps || kind.fromScraps)
          addMethodRow(std::string(kind.id), inWords(Message("method-" + std::string(kind.id))),
                       kind.id == "traced" ? soFar() : tr("being worked out …"), true, {});
    methodRows_->end();
    methodsArea_->updateGeometry();
    return;
  }
  int patches = 0, windows = 0;
  for (const CutMethod& m : plan()->methods) {  // one that cannot be used may have no groups
    int here = 0;
    for (const CutGroup& g : m.groups) here += g.demand.pieces;
    patches = std::max(patches, here);
  }
  for (const WindowPart& w : plan()->windows) windows += w.copies;
  // Where all pieces show a motif no method has anything to cut.
  const bool windowsAlone = patches == 0 && windows > 0;
  methodsTitle_->setText(windowsAlone ? tr("Windows alone, cut with scissors")
                                      : tr("Ways to cut the %1").arg(tr("%n patch(es)", nullptr, patches)));
  if (!windowsAlone)
    for (const CutMethod& m : plan()->methods)
      if (m.id != "layers" || cloth()->print) addMethod(m);
  methodRows_->end();
  methodsArea_->updateGeometry();
  windowsNote_->setVisible(windows > 0);
  if (windows > 0)
    windowsNote_->setText(
        plan()->windowLength && !cloth()->scraps
            ? (windowsAlone ? tr("%1: %2 and about %3.")
                            : tr("%1 stand apart: %2 and about %3 more, whichever way is chosen."))
                  .arg(tr("%n motif window(s)", nullptr, windows), clothText(session_, *plan()->windowLength),
                       minutesText(plan()->windowMinutes))
            : tr("%1 stand apart: about %2 more.")
                  .arg(tr("%n motif window(s)", nullptr, windows), minutesText(plan()->windowMinutes)));
  const auto least = plan()->windowsAtLeast, length = plan()->windowLength;
  constexpr double kMore = 0.01;
  if (windows > 0 && least && length && *least > 0 && *length > *least * (1 + kMore))
    windowsNote_->setText(windowsNote_->text() + QLatin1Char(' ') +
                          tr("That is at most %1 % above what any choice of windows could do.")
                              .arg(static_cast<int>(std::ceil(100 * (*length / *least - 1)))));
  fillLabels();
}

void CutStation::fillLabels() {
  const auto shown = drawn();
  if (!shown) return;
  for (const MapLabel& l : mapLabels(session_.project(), *shown)) {
    labels_->layout()->addWidget(wrapped(l.range, "head"));
    labels_->layout()->addWidget(wrapped(l.text));
  }
  static_cast<QVBoxLayout*>(labels_->layout())->addStretch(1);
}

void CutStation::fillSum() {
  clearLayout(sum_->body());
  if (!plan() || !plan()->length) {
    sum_->setTitle(tr("Why this length?"));
    sum_->body()->addWidget(wrapped(
        cloth() && !cloth()->width && !cloth()->scraps
            ? tr("Give the cloth a usable width at the station Cloth, then its length can be worked out.")
        : plan() && plan()->method() && !plan()->method()->why.empty()
            ? inWords(plan()->method()->why, unit())
            : tr("Nothing is worked out yet."),
        "muted"));
    return;
  }
  const bool scraps = cloth()->scraps;
  const double whole = *plan()->length, buy = plan()->buyLength.value_or(0),
               toBuy = plan()->toBuy.value_or(0);
  sum_->setTitle(scraps ? tr("From the scraps") : tr("Why %1?").arg(clothText(session_, whole)));
  SumWriter written(unit());
  const QString nothing = QString::fromStdString(SumWriter(unit()).line(0));
  const auto add = [this, &written, &nothing](const Message& what, double value, bool isLength) {
    QString shown = isLength ? QString::fromStdString(written.line(value)) : QString::number(value);
    if (isLength && shown == nothing) return;  // a rounding that reads as nothing
    shown.remove(QStringLiteral("−"));         // "less what you have" says so
    sum_->body()->addWidget(sumRow(inWords(what, unit()), shown));
  };
  const auto total = [this, &written](const QString& what, double exact) {
    const QString read = QString::fromStdString(written.total()), cut = clothText(session_, exact);
    sum_->body()->addWidget(sumRow(what, read, true));
    if (unit() == LengthUnit::Inch && cut != read)
      sum_->body()->addWidget(wrapped(tr("Cloth is rounded up: %1.").arg(cut), "muted"));
  };
  for (const SumLine& l : plan()->sum) add(l.what, l.value, l.isLength);
  if (scraps) return;
  auto* line = new QFrame;
  line->setFixedHeight(1);
  line->setStyleSheet(QStringLiteral("background: %1").arg(currentPalette().line.name()));
  sum_->body()->addWidget(line);
  if (toBuy <= 1e-6) {
    return total(tr("from what you have"), whole);
  }
  if (whole - toBuy > 0.05) add(Message("sum-on-hand"), toBuy - whole, true);
  if (buy - toBuy > 0.05) add(roundedUpLine(*cloth()), buy - toBuy, true);
  total(cloth()->soldPiece ? tr("to buy, %1").arg(inWords(buyArg(*plan()->method()), unit())) : tr("to buy"),
        buy);
}

void CutStation::fillCard() {
  clearLayout(card_->body());
  if (!plan()) return;
  card_->body()->addWidget(wrapped(clothLies(*cloth(), *plan()), cloth()->drawnBehind ? "head" : "muted"));
  addSideSwitch();
  if (const QString one = shareOfOne(session_.project(), *plan()); !one.isEmpty())
    card_->body()->addWidget(wrapped(one));
  addSteps(*plan());
  card_->body()->addWidget(noteBox(bladeCautions()));
  auto* save = button(tr("Save this card as PDF"), "act");
  save->setEnabled(plan()->length.has_value());
  connect(save, &QPushButton::clicked, this, &CutStation::saveCard);
  card_->body()->addWidget(save);
}

/// On which side the cutting is drawn: on the wrong one only where the print is seen there.
void CutStation::addSideSwitch() {
  auto* behind = new QCheckBox(tr("Drawn on the wrong side"));
  const bool may = !cloth()->print || cloth()->facts.readableBehind.value_or(false);
  behind->setChecked(cloth()->drawnBehind);
  behind->setEnabled(may || cloth()->drawnBehind);
  card_->body()->addWidget(behind);
  if (!behind->isEnabled())
    card_->body()->addWidget(wrapped(
        tr("Only where the print can be read from behind, which is said of the cloth at its station."),
        "muted"));
  connect(behind, &QCheckBox::clicked, this, [this](bool on) {
    ChangeCloth edit{chosen_, {}};
    edit.fields.drawnBehind = on;
    session_.edit(std::move(edit),
                  on ? tr("turned the cloth wrong side up") : tr("turned the cloth right side up"));
  });
}

/// One box for all sentences of a tick.
void CutStation::addSteps(const CutPlan& shown) {
  const Layout& layout = *session_.project().layout;
  const QString notHere = view_ == Rest ? tr("Cut what is marked first.") : QString();
  const QString toBuy = tr("This cloth is still to be bought.");
  const CutMethod* m = shown.method();
  if (m && m->length && !m->groups.empty()) {
    std::map<int, QStringList> sentences;
    for (std::size_t i = 0; i < m->steps.size(); ++i) sentences[m->ticks[i]] << inWords(m->steps[i], unit());
    for (const auto& [number, words] : sentences) {
      if (number < 0) {
        card_->body()->addWidget(wrapped(words.join(QLatin1Char(' '))));
        continue;
      }
      auto cut = cutOf(layout, shown, number);
      const QString why = !notHere.isEmpty() ? notHere : cut ? QString() : toBuy;
      card_->body()->addWidget(
          tickRow(words.join(QLatin1Char(' ')), why, [this, cut = std::move(cut)] { tick(cut); }));
    }
  }
  for (const WindowPart& w : shown.windows)
    for (const MotifChoice& motif : session_.project().motifs) {
      if (motif.id != w.motif || w.copies == 0) continue;
      const auto lengths = windowsByLength(shown, w.motif);
      for (const auto& [length, n] : lengths) {
        auto cut = windowsCut(layout, shown, w.motif, length);
        const QString what = motif.note.empty()
                                 ? QString::fromStdString(motif.name)
                                 : QStringLiteral("“%1”").arg(QString::fromStdString(motif.note));
        QString words = tr("%1 with scissors: %2.").arg(tr("%n window(s)", nullptr, n), what);
        if (lengths.size() > 1 && cut)
          words = tr("From length %1: %2")
                      .arg(shown.method()->laid.lengths[std::size_t(length)].number)
                      .arg(words);
        const QString why = !notHere.isEmpty() ? notHere : cut ? QString() : toBuy;
        card_->body()->addWidget(tickRow(words, why, [this, cut = std::move(cut)] { tick(cut); }));
      }
    }
  if (view_ == Whole && shown.buyLength.value_or(0) > 0 && cloth() && !cloth()->soldPiece &&
      !cloth()->scraps) {
    auto* bought = button(tr("I have bought %1").arg(clothText(session_, *shown.buyLength)));
    connect(bought, &QPushButton::clicked, this, [this, mm = *shown.buyLength] { addBought(mm); });
    card_->body()->addWidget(bought);
  }
}

void CutStation::tick(const std::optional<ClothCut>& cut) {
  if (!cut || !cloth()) return;
  session_.edit(TakeCut{cloth()->id, *cut, view_ == Now}, tr("ticked a step of the card"), {},
                whileThere(this, [this](bool made) {
                  if (!made) fillCard();
                }));
}

void CutStation::addBought(double length) {
  if (!cloth()) return;
  ClothFields fields;
  fields.lengths = cloth()->lengths;
  fields.lengths->emplace_back(Length::millimetres(length));
  session_.edit(ChangeCloth{cloth()->id, std::move(fields)}, tr("put bought cloth on the shelf"));
}

void CutStation::fillLog() {
  clearLayout(log_->body());
  if (!cloth()) return;
  addCutRows(*static_cast<QVBoxLayout*>(log_->body()), session_.project(), *cloth(), [this](int id) {
    if (cloth()) session_.edit(GiveBackCut{cloth()->id, id}, tr("gave back what was cut"));
  });
}

void CutStation::saveCard() {
  if (!plan() || !cloth()) return;
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("Save the cutting card as PDF"),
      QString::fromStdString(session_.project().name + ", " + clothTitle(*cloth()) + ".pdf"),
      tr("PDF (*.pdf)"));
  if (file.isEmpty()) return;
  if (!plan()) return Q_EMIT said(tr("The plan is being worked out anew; try again in a moment."));
  output([file, project = session_.project(), plan = *plan(), batch = view_ == Now ? batch() : nullptr,
          title = QString::fromStdString(clothTitle(*cloth()))](const Progress&) -> Result<QString> {
    if (const auto ok = writeBytes(file.toStdString(), cutCardPdf(project, plan, batch.get())); !ok)
      return tl::make_unexpected(ok.error());
    return tr("Saved the card for %1.").arg(title);
  });
}

std::vector<StripFigure> CutStation::figures() const {
  std::vector<StripFigure> out;
  int used = 0;
  for (const Cloth& c : session_.project().cloths) used += session_.tally().count(c.id) > 0;
  out.push_back({QString::number(used), tr("cloth(s) in use", nullptr, used), {}, false, {}});
  const Figures &f = session_.figures(), &b = session_.figuresBefore();
  if (session_.planner().allPlans()) {
    const bool some = std::any_of(session_.remarks().begin(), session_.remarks().end(),
                                  [](const Remark& r) { return r.check.starts_with("cannot-cut"); });
    out.push_back({clothText(session_, f.clothNeeded),
                   some ? tr("of cloth, as far as it can be cut") : tr("of cloth in all"),
                   b.planned ? changeOf(session_, f.clothNeeded, b.clothNeeded) : QString(),
                   f.clothNeeded < b.clothNeeded,
                   {}});
    out.push_back({toBuyText(session_),
                   some ? tr("to buy, as far as it can be cut") : tr("to buy"),
                   {},
                   false,
                   tr("Cloths whose lengths on hand do not suffice, rounded up to the shop's step.")});
  }
  if (plan() && plan()->length && cloth() && !cloth()->scraps)
    out.push_back(
        {clothText(session_, *plan()->length), QString::fromStdString(clothTitle(*cloth())), {}, false, {}});
  if (plan() && plan()->method() && plan()->method()->length) {
    out.push_back({QString::number(plan()->method()->cuts), tr("cuts"), {}, false, {}});
    out.push_back({tr("about %1").arg(minutesText(plan()->method()->minutes + plan()->windowMinutes)),
                   plan()->windowMinutes > 0 ? tr("estimate, with windows") : tr("estimate for the cuts"),
                   {},
                   false,
                   tr("Counts times minutes a step; docs/calculations.md lists them.")});
  }
  return out;
}

void CutStation::lookAt(const std::vector<std::uint32_t>&, const QString& about) {
  if (const auto id = subjectOf(about)) choose(static_cast<ClothId>(*id));
  if (methods_->count() > 0) methods_->itemAt(0)->widget()->setFocus();
}

}  // namespace clathra
