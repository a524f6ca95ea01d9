#include "app/arrange/numbers_card.hpp"

#include <QFileDialog>
#include <QFileInfo>

#include "app/widgets/rows.hpp"
#include "draw/map.hpp"
#include "layout/numbering.hpp"
#include "words/words.hpp"

namespace clathra {

NumbersCard::NumbersCard(Session& session) : Card(tr("Numbers and map"), false), session_(session) {
  order_ = new Pills({tr("by rows"), tr("from outside in"), tr("by rings"), tr("by units")},
                     tr("Pieces are numbered"));
  body()->addWidget(order_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  auto* show = button(tr("Show the numbers"));
  auto* front = button(tr("Map, FRONT"));
  auto* back = button(tr("Map, BACK"));
  auto* chart = button(tr("Cloth chart"));
  front->setAccessibleName(tr("Save the numbered map as seen from the front"));
  back->setAccessibleName(tr("Save the numbered map as seen from the back"));
  chart->setAccessibleName(tr("Save the cloth chart with boxes for snippets"));
  body()->addWidget(wrappingRow({show, front, back, chart}));
  connect(order_, &Pills::chosen, this, [this](int i) {
    session_.edit(SetNumbering{static_cast<Numbering>(i)}, tr("numbered the pieces anew"));
    Q_EMIT numbersAsked();
  });
  connect(show, &QPushButton::clicked, this, &NumbersCard::numbersAsked);
  connect(front, &QPushButton::clicked, this, [this] { saveMap(false); });
  connect(back, &QPushButton::clicked, this, [this] { saveMap(true); });
  connect(chart, &QPushButton::clicked, this, &NumbersCard::saveChart);
  connect(&session_, &Session::changed, this, [this](int parts) {
    if (parts & (LayoutPart | SettingsPart)) refresh();
  });
  connect(this, &Card::folded, this, [this] {
    if (session_.isOpen()) refresh();
  });
}

void NumbersCard::refresh() {
  if (!session_.isOpen() || !isOpen()) return;
  const Numbering now = session_.project().recipe.numbering;
  order_->setCurrent(static_cast<int>(now));
  const MapPages pages = mapPages(session_.project(), mapPage(session_.project()));
  const QString order = now == Numbering::Rows    ? tr("From the top row down, each from the left.")
                        : now == Numbering::Units ? tr("One unit after the other, then the pieces of none.")
                        : now == Numbering::Outside
                            ? tr("Clockwise round the rim from the upper left, then inwards.")
                            : tr("From the middle outwards, each ring clockwise from the top.");
  note_->setText(tr("%1 Paint and motifs stay with their pieces. The map takes %2.")
                     .arg(order, tr("%n page(s)", nullptr, pages.pages())));
}

void NumbersCard::write(const QString& title, const QString& filter, const QString& name,
                        std::function<Status(const Project&, const QString&)> how) {
  const QString file = QFileDialog::getSaveFileName(this, title, name, filter);
  if (file.isEmpty()) return;
  session_.run([self = QPointer(this), file, how = std::move(how),
                project = session_.project()](const Progress&) -> std::function<void()> {
    const auto ok = how(project, file);
    const QString words = ok ? tr("Wrote %1.").arg(QFileInfo(file).fileName()) : inWords(ok.error());
    return [self, words] {
      if (self) Q_EMIT self->said(words);
    };
  });
}

void NumbersCard::saveMap(bool back) {
  write(
      tr("Save the map"), tr("PDF (*.pdf);;SVG (*.svg)"),
      QString::fromStdString(session_.project().name) + (back ? tr(", map BACK.pdf") : tr(", map FRONT.pdf")),
      [back](const Project& p, const QString& file) { return exportMap(p, file.toStdString(), {back}); });
}

void NumbersCard::saveChart() {
  write(tr("Save the cloth chart"), tr("PDF (*.pdf)"),
        QString::fromStdString(session_.project().name) + tr(", cloth chart.pdf"),
        [](const Project& p, const QString& file) { return exportChart(p, file.toStdString()); });
}

}  // namespace clathra
