#include "app/papers/box_card.hpp"

#include <QFileDialog>
#include <QFileInfo>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/rows.hpp"
#include "store/box_file.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr double kSameEdge = 0.05;  // mm, as the supply has it

bool isOf(const OwnedPapers& row, const Shape& shape, int hand) {
  return (row.shape == shape.family || row.shape == shape.name) && row.hand == hand &&
         std::abs(row.edge - shape.edge) < kSameEdge;
}

}  // namespace

BoxCard::BoxCard(Session& session) : Card(tr("Papers I have")), session_(session) {
  body()->addWidget(wrapped(tr("What lies in the box counts first, for this project and for others; only the "
                               "rest is bought or made."),
                            "muted"));
  note_ = wrapped({}, "madder");
  body()->addWidget(note_);
  auto* list = new QWidget;
  auto* rows = new QVBoxLayout(list);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(scaled(10));
  rows_ = std::make_unique<KeptRows>(rows);
  body()->addWidget(list);
  others_ = wrapped({}, "muted");
  body()->addWidget(others_);
  auto* in = button(tr("Take in a list of papers"));
  auto* out = button(tr("Save the box as CSV"));
  body()->addWidget(wrappingRow({in, out}));
  connect(in, &QPushButton::clicked, this, &BoxCard::takeIn);
  connect(out, &QPushButton::clicked, this, &BoxCard::save);
}

void BoxCard::refresh() {
  const Project& p = session_.project();
  note_->setText(session_.boxFault().empty() ? QString() : inWords(session_.boxFault()));
  note_->setVisible(!session_.boxFault().empty());
  const auto plan = session_.planner().papers();
  if (!plan) return;
  rows_->begin();
  std::size_t here = 0;
  for (const KindSupply& k : plan->supply.kinds) {
    OwnedPapers own;
    for (const OwnedPapers& row : session_.paperBox())
      if (isOf(row, p.layout->shapes[k.shape], k.hand)) {
        own = row;
        ++here;
      }
    const QString title = paperTitle(p, k.shape, k.hand);
    const QString shows = QStringLiteral("%1 %2 %3 %4 %5 %6 %7")
                              .arg(k.toHave)
                              .arg(k.fromWholes)
                              .arg(k.toMake)
                              .arg(k.packs.value_or(-1))
                              .arg(own.count)
                              .arg(own.pack)
                              .arg(own.price);
    rows_->row(title, shows, [&] { return kindRow(k); });
  }
  rows_->end();
  const auto rest = static_cast<int>(session_.paperBox().size() - std::min(here, session_.paperBox().size()));
  others_->setText(rest > 0 ? tr("%n other row(s) of the box are of no paper here.", nullptr, rest)
                            : QString());
  others_->setVisible(rest > 0);
}

QWidget* BoxCard::kindRow(const KindSupply& kind) {
  const Project& p = session_.project();
  const clathra::Shape& shape = p.layout->shapes[kind.shape];
  const QString title = paperTitle(p, kind.shape, kind.hand);
  OwnedPapers own;
  for (const OwnedPapers& row : session_.paperBox())
    if (isOf(row, shape, kind.hand)) own = row;
  auto* w = new QWidget;
  auto* all = new QVBoxLayout(w);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(scaled(3));
  auto* head = new QHBoxLayout;
  head->addWidget(wrapped(title, "head"), 1);
  QString need = tr("%1 to have").arg(kind.toHave);
  if (kind.fromWholes > 0) need += tr(" · %1 from wholes").arg(kind.fromWholes);
  if (kind.packs && kind.toMake > 0)
    need += tr(" · ") + tr("%n pack(s) to buy", nullptr, *kind.packs);
  else
    need += kind.toMake > 0 ? tr(" · %1 to make").arg(kind.toMake) : tr(" · none to make");
  all->addLayout(head);
  QLabel* needs = wrapped(need, "muted");
  all->addWidget(needs);
  auto* count = new CountField(tr("At hand: %1").arg(title), 0, kMostOwned);
  count->setCount(own.count);
  auto* pack = new CountField(tr("In a pack: %1").arg(title), 0, kMostOwned);
  pack->setCount(own.pack);
  all->addWidget(wrappingRow({label(tr("at hand")), count, label(tr("in a pack")), pack}));
  connect(count, &CountField::countChanged, this,
          [this, kind, count] { change(kind, [n = count->count()](OwnedPapers& o) { o.count = n; }); });
  connect(pack, &CountField::countChanged, this,
          [this, kind, pack] { change(kind, [n = pack->count()](OwnedPapers& o) { o.pack = n; }); });
  for (CountField* f : {count, pack}) connect(f, &CountField::wrong, this, &BoxCard::said);
  if (own.pack > 0) {
    auto* price = new TextField;
    price->setAccessibleName(tr("Price of a pack: %1").arg(title));
    price->setFixedWidth(scaled(84));
    price->setText(QString::number(own.price, 'f', 2));
    all->addWidget(wrappingRow({label(tr("price of a pack")), price}));
    connect(price, &QLineEdit::editingFinished, this, [this, kind, price, was = own.price] {
      bool ok = false;
      const double x = price->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&ok);
      if (!ok || x < 0 || x > 100'000) {
        Q_EMIT said(tr("\"%1\" is no price.").arg(price->text().left(30)));
        price->setText(QString::number(was, 'f', 2));
      } else if (std::abs(x - was) > 0.001) {
        change(kind, [x](OwnedPapers& o) { o.price = x; });
      }
    });
  }
  return w;
}

void BoxCard::change(const KindSupply& kind, const std::function<void(OwnedPapers&)>& how) {
  const clathra::Shape& shape = session_.project().layout->shapes[kind.shape];
  PaperBox box = session_.paperBox();
  auto at =
      std::find_if(box.begin(), box.end(), [&](const OwnedPapers& o) { return isOf(o, shape, kind.hand); });
  if (at == box.end()) {
    OwnedPapers fresh;
    fresh.shape = shape.family;
    fresh.hand = kind.hand;
    fresh.edge = shape.edge;
    at = box.insert(box.end(), fresh);
  }
  how(*at);
  if (at->count == 0 && at->pack == 0) box.erase(at);
  if (const auto ok = session_.keepPaperBox(std::move(box)); !ok) Q_EMIT said(inWords(ok.error()));
}

void BoxCard::takeIn() {
  const QString file =
      QFileDialog::getOpenFileName(this, tr("Take in a list of papers"), {}, tr("Lists of papers (*.csv)"));
  if (file.isEmpty()) return;
  const auto more = readPaperBox(file.toStdString());
  if (!more) return Q_EMIT said(inWords(more.error()));
  int papers = 0;
  for (const OwnedPapers& o : *more) papers += o.count;
  if (const auto ok = session_.keepPaperBox(added(session_.paperBox(), *more)); !ok)
    return Q_EMIT said(inWords(ok.error()));
  Q_EMIT said(tr("Took in %n paper(s).", nullptr, papers));
}

void BoxCard::save() {
  const QString file =
      QFileDialog::getSaveFileName(this, tr("Save the box as CSV"), tr("papers.csv"), tr("CSV (*.csv)"));
  if (file.isEmpty()) return;
  const auto ok = writePaperBox(file.toStdString(), session_.paperBox());
  Q_EMIT said(ok ? tr("Saved %1.").arg(QFileInfo(file).fileName()) : inWords(ok.error()));
}

}  // namespace clathra
