#include "app/arrange/variants_card.hpp"

#include <QGridLayout>
#include <QPainter>

#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "draw/layout_painter.hpp"

namespace clathra {

namespace {

QString q(const std::string& s) {
  return QString::fromStdString(s);
}

/// One placement: its picture, name, what each cloth comes to, and its note.
class VariantTile : public PaintedButton {
 public:
  VariantTile(const Session& session, Painting painting, QString name, QString note, bool back)
      : session_(session), name_(std::move(name)), note_(std::move(note)), back_(back) {
    project_ = session.project();
    project_.painting = std::move(painting);
    const Tally tally(project_);
    QStringList counts;
    for (const Cloth& c : project_.cloths)
      if (const int n = tally.count(c.id); n > 0) counts << QStringLiteral("%1 %2").arg(q(c.sign)).arg(n);
    if (const int n = tally.count(kNoCloth); n > 0) counts << QObject::tr("bare %1").arg(n);
    counts_ = counts.join(QStringLiteral("   "));
    setAccessibleName(QObject::tr("Put on %1").arg(name_));
    setAccessibleDescription(counts_);
    setMinimumSize(scaled(150), scaled(150));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
  }

 protected:
  void draw(QPainter& p, double k) override {
    const double text = 66 * k;  // the same for all, so that the pictures are equally large
    const QRectF into(10 * k, 10 * k, width() - 20 * k, height() - text - 16 * k);
    LayoutLook look;
    look.palette = &currentPalette();
    look.back = back_;
    const Box shown = project_.layout->sides == FinishingSides::Slice ? session_.index().bounds()
                                                                      : project_.layout->finished;
    p.save();
    p.setClipRect(into.adjusted(-2, -2, 2, 2));
    paintLayout(p, project_, session_.index(), fitted(shown, into, back_), into, look);
    p.restore();
    double y = into.bottom() + 6 * k;
    const auto line = [&](const QString& words, const QFont& font, const QColor& colour) {
      p.setFont(font);
      p.setPen(colour);
      p.drawText(QRectF(10 * k, y, width() - 20 * k, 20 * k), Qt::AlignLeft | Qt::AlignVCenter,
                 p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(width() - 20 * k)));
      y += 20 * k;
    };
    line(name_, textFont(15 * k, QFont::DemiBold), currentPalette().ink);
    line(counts_, textFont(14 * k), currentPalette().ink);
    if (!note_.isEmpty()) line(note_, textFont(14 * k), currentPalette().muted);
  }

 private:
  const Session& session_;
  Project project_;
  QString name_, note_, counts_;
  bool back_;
};

}  // namespace

VariantsCard::VariantsCard(Session& session) : Card(tr("Variants"), false), session_(session) {
  body()->addWidget(wrapped(
      tr("Keep this placement of the cloths, try another one, and look at them side by side."), "muted"));
  name_ = new TextField;
  name_->setAccessibleName(tr("Name of the variant"));
  name_->setMaxLength(60);
  note_ = new TextField;
  note_->setAccessibleName(tr("Note to the variant"));
  note_->setMaxLength(200);
  body()->addWidget(fieldRow(tr("Name"), name_));
  body()->addWidget(fieldRow(tr("Note"), note_));
  auto* keep = button(tr("Keep this placement"), "act");
  body()->addWidget(keep);
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  kept_ = std::make_unique<KeptRows>(rows_);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(2));
  body()->addWidget(rows);
  compare_ = button(tr("Side by side"));
  body()->addWidget(compare_);
  connect(keep, &QPushButton::clicked, this, &VariantsCard::keep);
  connect(name_, &QLineEdit::returnPressed, this, &VariantsCard::keep);
  connect(note_, &QLineEdit::returnPressed, this, &VariantsCard::keep);
  connect(compare_, &QPushButton::clicked, this, &VariantsCard::compareAsked);
  connect(&session_, &Session::changed, this, &VariantsCard::refresh);
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

void VariantsCard::keep() {
  std::string name = name_->text().trimmed().toStdString();
  const auto& known = session_.project().variants;
  const auto taken = [&](const std::string& n) {
    return std::any_of(known.begin(), known.end(), [&](const Variant& v) { return v.name == n; });
  };
  for (int n = 1; name.empty(); ++n)
    if (const std::string next = "Variant " + std::to_string(n); !taken(next)) name = next;
  KeepVariant edit{name, {}};
  if (!note_->text().trimmed().isEmpty()) edit.note = note_->text().trimmed().toStdString();
  session_.edit(edit, tr("kept the variant %1").arg(q(name)), {}, whileThere(this, [this, name](bool made) {
                  if (!made) return;
                  Q_EMIT said(tr("Kept as %1.").arg(q(name)));
                  name_->clear();
                  note_->clear();
                }));
}

QWidget* VariantsCard::rowFor(const Variant& variant) {
  const QString name = q(variant.name);
  auto* wear = button(name, "link");
  wear->setAccessibleName(tr("Put on %1").arg(name));
  auto* drop = button(tr("drop"), "warnlink");
  drop->setAccessibleName(tr("Drop %1").arg(name));
  connect(wear, &QPushButton::clicked, this,
          [this, name] { session_.edit(WearVariant{name.toStdString()}, tr("put on %1").arg(name)); });
  connect(drop, &QPushButton::clicked, this,
          [this, name] { session_.edit(DropVariant{name.toStdString()}, tr("dropped %1").arg(name)); });
  auto* row = new QWidget;
  auto* all = new QVBoxLayout(row);
  all->setContentsMargins(0, 0, 0, 0);
  all->addWidget(wrappingRow({wear, drop}));
  if (!variant.note.empty()) all->addWidget(wrapped(q(variant.note), "muted"));
  return row;
}

void VariantsCard::refresh() {
  if (!session_.isOpen() || !isOpen()) return;
  kept_->begin();
  for (const Variant& v : session_.project().variants)
    kept_->row(q(v.name), q(v.note), [&] { return rowFor(v); });
  kept_->end();
  compare_->setEnabled(!session_.project().variants.empty());
}

VariantsView::VariantsView(Session& session) : session_(session), grid_(new QGridLayout(this)) {
  grid_->setContentsMargins(0, scaled(6), 0, scaled(6));
  grid_->setSpacing(scaled(8));
  connect(&session_, &Session::changed, this, [this] {
    if (isVisible()) refresh();
  });
}

void VariantsView::setBack(bool back) {
  back_ = back;
  if (isVisible()) refresh();
}

void VariantsView::refresh() {
  if (!session_.isOpen()) return;
  clearLayout(grid_);
  const Project& p = session_.project();
  std::vector<VariantTile*> tiles;
  // What is on the pieces stands first, unless it is one of those that were kept.
  const auto wearing = std::find_if(p.variants.begin(), p.variants.end(),
                                    [&](const Variant& v) { return v.painting == p.painting; });
  if (wearing == p.variants.end()) {
    tiles.push_back(new VariantTile(session_, p.painting, tr("On the pieces now"), {}, back_));
    connect(tiles.back(), &QPushButton::clicked, this, &VariantsView::worn);
  }
  for (const Variant& v : p.variants) {
    const bool on = wearing != p.variants.end() && &v == &*wearing;
    tiles.push_back(new VariantTile(
        session_, v.painting, on ? tr("%1, on the pieces now").arg(q(v.name)) : q(v.name), q(v.note), back_));
    connect(tiles.back(), &QPushButton::clicked, this, [this, name = v.name] {
      session_.edit(WearVariant{name}, tr("put on %1").arg(q(name)));
      Q_EMIT worn();
    });
  }
  // As many columns as show the tiles largest, by the shape of the layout.
  const double shape = p.layout->finished.width() / std::max(1.0, p.layout->finished.height());
  int best = 1;
  double largest = 0;
  for (int columns = 1; columns <= static_cast<int>(tiles.size()); ++columns) {
    const int rows = (static_cast<int>(tiles.size()) + columns - 1) / columns;
    const double w = width() / double(columns), h = std::max(1.0, height() / double(rows) - scaled(70));
    const double size = std::min(w / shape, h);
    if (size <= largest) continue;
    largest = size;
    best = columns;
  }
  for (int i = 0; i < static_cast<int>(tiles.size()); ++i)
    grid_->addWidget(tiles[static_cast<std::size_t>(i)], i / best, i % best);
}

}  // namespace clathra
