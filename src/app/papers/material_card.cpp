#include "app/papers/material_card.hpp"

#include <QCheckBox>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/rows.hpp"
#include "words/words.hpp"

namespace clathra {

QString materialTitle(const std::string& id) {
  if (id == "card") return QObject::tr("Card, used again");
  if (id == "leave-in") return QObject::tr("Leave-in interfacing");
  if (id == "iron-on") return QObject::tr("Iron-on paper, left in");
  if (id == "pack") return QObject::tr("Bought pack, used again");
  if (id == "plastic") return QObject::tr("Thin plastic");
  return QString::fromStdString(id);
}

MaterialCard::MaterialCard(Session& session) : Card(tr("Card or leave-in?")), session_(session) {
  auto* list = new QWidget;
  auto* rows = new QVBoxLayout(list);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(scaled(4));
  rows_ = std::make_unique<KeptRows>(rows);
  body()->addWidget(list);
  ahead_ = new CountField(tr("Papers covered ahead"), 0, kMostAhead);
  body()->addWidget(fieldRow(tr("Covered ahead"), ahead_));
  why_ = wrapped({}, "muted");
  body()->addWidget(why_);
  buildFigures();
  connect(ahead_, &CountField::countChanged, this, [this] {
    SetPapers edit;
    edit.ahead = ahead_->count();
    session_.edit(std::move(edit), tr("changed how many papers are covered ahead"));
  });
  connect(ahead_, &CountField::wrong, this, &MaterialCard::said);
}

void MaterialCard::buildFigures() {
  auto* fold = button(tr("Change its figures"), "link");
  body()->addWidget(wrappingRow({fold}));
  auto* figures = new QWidget;
  auto* rows = new QVBoxLayout(figures);
  rows->setContentsMargins(0, 0, 0, 0);
  rows->setSpacing(scaled(8));
  body()->addWidget(figures);
  figures->hide();
  connect(fold, &QPushButton::clicked, this, [fold, figures] {
    figures->setVisible(figures->isHidden());
    fold->setText(figures->isHidden() ? tr("Change its figures") : tr("Fold its figures"));
  });
  figuresOf_ = label({}, "head");
  rows->addWidget(figuresOf_);
  life_ = new CountField(tr("Times one is used; 0: it stays in"), 0, kMostLives);
  rows->addWidget(fieldRow(tr("Times one is used; 0: it stays in"), life_));
  connect(life_, &CountField::countChanged, this,
          [this] { change([n = life_->count()](PaperMaterial& m) { m.life = n; }); });
  connect(life_, &CountField::wrong, this, &MaterialCard::said);
  const struct {
    QString text;
    double most;
    double PaperMaterial::*is;
    int digits;
  } numbers[] = {{tr("Lost or spoilt, %"), 200, &PaperMaterial::lost, 1},
                 {tr("Price of a sheet"), 100'000, &PaperMaterial::price, 2},
                 {tr("Minutes to cut one"), 1'000, &PaperMaterial::minutesCut, 2},
                 {tr("Minutes to take one out"), 1'000, &PaperMaterial::minutesOut, 2}};
  for (const auto& n : numbers) {
    auto* field = new TextField;
    field->setAccessibleName(n.text);
    field->setFixedWidth(scaled(86));
    rows->addWidget(fieldRow(n.text, field));
    figures_.push_back({field, n.is, n.digits});
    connect(field, &QLineEdit::editingFinished, this,
            [this, field, most = n.most, is = n.is] { readNumber(field, 0, most, is); });
  }
  const struct {
    QString text;
    bool PaperMaterial::*is;
  } flags[] = {{tr("must be quilted through, so that it stays"), &PaperMaterial::quilted},
               {tr("can be washed"), &PaperMaterial::washable},
               {tr("dulls the needle"), &PaperMaterial::dulls}};
  for (const auto& f : flags) {
    auto* box = new QCheckBox(f.text);
    rows->addWidget(box);
    flags_.push_back({box, f.is});
    connect(box, &QCheckBox::clicked, this,
            [this, is = f.is](bool on) { change([is, on](PaperMaterial& m) { m.*is = on; }); });
  }
  rows->addWidget(
      noteBox(tr("These are usual figures. The maker's own instructions go before them: heat, washing, "
                 "and whether it may stay in things for small children.")));
}

void MaterialCard::readNumber(QLineEdit* field, double least, double most, double PaperMaterial::*figure) {
  const double was = session_.project().settings.papers.chosen().*figure;
  bool ok = false;
  const double x = field->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&ok);
  field->setModified(false);
  if (!ok || !(x >= least && x <= most)) {
    Q_EMIT said(tr("%1: \"%2\" is no number from %3 to %4.")
                    .arg(field->accessibleName(), field->text().left(30))
                    .arg(least)
                    .arg(most));
    return refresh();
  }
  if (std::abs(x - was) > 1e-6) change([figure, x](PaperMaterial& m) { m.*figure = x; });
}

void MaterialCard::change(const std::function<void(PaperMaterial&)>& how) {
  PaperMaterial m = session_.project().settings.papers.chosen();
  how(m);
  SetPapers edit;
  edit.materials = {m};
  session_.edit(std::move(edit), tr("changed a material's figures"));
}

void MaterialCard::choose(const std::string& id) {
  SetPapers edit;
  edit.material = id;
  session_.edit(std::move(edit), tr("chose what papers are made of"));
}

QWidget* MaterialCard::materialRow(const PaperMaterial& material, const MaterialRow* row, bool chosen) {
  auto* w = new QWidget;
  auto* lines = new QVBoxLayout(w);
  lines->setContentsMargins(0, 0, 0, scaled(4));
  lines->setSpacing(scaled(2));
  const QString title = materialTitle(material.id);
  const QString spoken = tr("Papers of: %1").arg(title);
  // Chosen it is bold, and has room for that.
  auto* b =
      chosen ? pill(QStringLiteral("●  ") + title, spoken) : button(QStringLiteral("○  ") + title, "link");
  b->setCheckable(true);
  b->setChecked(chosen);
  b->setAccessibleName(spoken);
  lines->addWidget(wrappingRow({b}));
  QStringList figures;
  if (row) {
    figures << tr("%n paper(s)", nullptr, row->papers);
    if (row->packs > 0) figures << tr("%n pack(s)", nullptr, row->packs);
    // What is bought is cut already; the sheets are of shapes for which the box has no pack.
    if (material.id != "pack")
      figures << tr("%n sheet(s)", nullptr, row->sheets);
    else if (row->sheets > 0)
      figures << tr("some packs not in the box");
    figures << (row->money > 0 ? tr("price %1").arg(row->money, 0, 'f', 2) : tr("no price given"))
            << tr("about %1").arg(minutesText(std::ceil(row->minutes)));
  } else {
    figures << tr("being worked out …");
  }
  lines->addWidget(wrapped(figures.join(QStringLiteral(" · ")), "muted"));
  // Pressed again it stays chosen.
  connect(b, &QPushButton::clicked, this, [this, b, chosen, id = material.id] {
    b->setChecked(chosen);
    if (!chosen) choose(id);
  });
  return w;
}

void MaterialCard::refresh() {
  const PaperWishes& w = session_.project().settings.papers;
  const auto choices = session_.planner().paperChoices();
  rows_->begin();
  for (const PaperMaterial& m : w.materials) {
    const MaterialRow* row = nullptr;
    if (choices)
      for (const MaterialRow& r : choices->materials)
        if (r.material.id == m.id) row = &r;
    const bool chosen = m.id == w.material;
    rows_->row(QString::fromStdString(m.id),
               QStringLiteral("%1 %2").arg(chosen).arg(row ? QStringLiteral("%1 %2 %3 %4 %5")
                                                                 .arg(row->papers)
                                                                 .arg(row->sheets)
                                                                 .arg(row->packs)
                                                                 .arg(row->money)
                                                                 .arg(row->minutes)
                                                           : QString()),
               [&] { return materialRow(m, row, chosen); });
  }
  rows_->end();
  ahead_->setCount(w.ahead);
  const PaperMaterial& m = w.chosen();
  figuresOf_->setText(tr("Figures of: %1").arg(materialTitle(m.id)));
  life_->setCount(m.life);
  for (const Figure& f : figures_) showIn(*f.field, QString::fromStdString(formatNumber(m.*f.is, f.digits)));
  for (const Flag& f : flags_) f.box->setChecked(m.*f.is);
  const auto plan = session_.planner().papers();
  if (!plan) return;
  const QString order = plan->supply.order == SewingOrder::Rings  ? tr("ring by ring from the middle")
                        : plan->supply.order == SewingOrder::Rows ? tr("row by row")
                                                                  : tr("unit by unit");
  why_->setText(
      tr("Sewn %1, at most %n paper(s) are in use at once. A paper comes out when all its seams are sewn; "
         "papers at the outer edge stay until the end.",
         nullptr, static_cast<int>(plan->supply.atOnce.total))
          .arg(order));
}

}  // namespace clathra
