#include "app/cloth/table_card.hpp"

#include <QFileDialog>
#include <QFileInfo>

#include "app/widgets/buttons.hpp"
#include "app/widgets/labels.hpp"
#include "filesystem.hpp"
#include "script/shelf_csv.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr std::size_t kMostTableBytes = 4'000'000;

}  // namespace

TableCard::TableCard(Session& session) : Card(tr("The shelf as a table"), false), session_(session) {
  body()->addWidget(wrapped(tr("One row a length of cloth, for a spreadsheet. Prints, holes and what was cut "
                               "stay with the project."),
                            "muted"));
  auto* out = button(tr("Save the shelf as CSV"));
  auto* in = button(tr("Take in a table of cloths"));
  body()->addWidget(out);
  body()->addWidget(in);
  connect(out, &QPushButton::clicked, this, &TableCard::save);
  connect(in, &QPushButton::clicked, this, &TableCard::takeIn);
}

void TableCard::save() {
  const QString file =
      QFileDialog::getSaveFileName(this, tr("Save the shelf as CSV"), tr("cloths.csv"), tr("CSV (*.csv)"));
  if (file.isEmpty()) return;
  const std::string table = shelfCsv(session_.project());
  const auto ok = writeWhole(realFileSystem(), file.toStdString(), std::as_bytes(std::span(table)));
  Q_EMIT said(ok ? tr("Saved %1.").arg(QFileInfo(file).fileName()) : inWords(ok.error()));
}

void TableCard::takeIn() {
  const QString file =
      QFileDialog::getOpenFileName(this, tr("Take in a table of cloths"), {}, tr("Tables (*.csv)"));
  if (file.isEmpty()) return;
  const auto text = readWhole(file.toStdString(), kMostTableBytes);
  if (!text) return Q_EMIT said(inWords(text.error()));
  const auto edits = shelfEdits(session_.project(), *text);
  if (!edits) return Q_EMIT said(inWords(edits.error(), session_.project().settings.unit));
  // One step to undo.
  session_.seal();
  for (const Edit& e : *edits)
    session_.edit(e, tr("took in a table of cloths"), QStringLiteral("shelf table"));
  session_.seal();
  Q_EMIT said(tr("Took in %n cloth(s).", nullptr, static_cast<int>(edits->size())));
}

}  // namespace clathra
