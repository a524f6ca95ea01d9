#include "app/papers/cutter_card.hpp"

#include <QFileDialog>
#include <QFileInfo>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "filesystem.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostBytes = 100'000'000;
}

CutterCard::CutterCard(Session& session) : Card(tr("For a cutting machine"), false), session_(session) {
  kerf_ = new LengthField(tr("What the blade takes away"), Length::millimetres(0),
                          Length::millimetres(kMostKerf));
  kerf_->setUnit(LengthUnit::Millimetre);
  kerf_->setLength(Length::millimetres(0));
  shared_ = new QCheckBox(tr("shared lines once"));
  auto* svg = button(tr("Save as SVG"));
  auto* dxf = button(tr("Save as DXF"));
  body()->addWidget(fieldRow(tr("Kerf"), kerf_));
  body()->addWidget(shared_);
  body()->addWidget(wrappingRow({svg, dxf}));
  body()->addWidget(wrapped(tr("Practice cutter"), "muted"));
  width_ = new LengthField(tr("Width of the mat"), Length::millimetres(50), Length::millimetres(5000));
  height_ = new LengthField(tr("Height of the mat"), Length::millimetres(50), Length::millimetres(5000));
  width_->setLength(Length::millimetres(210));
  height_->setLength(Length::millimetres(297));
  body()->addWidget(fieldRow(tr("Width of the mat"), width_));
  body()->addWidget(fieldRow(tr("Height of the mat"), height_));
  auto* practise = button(tr("Practise cutting a file"));
  body()->addWidget(practise);
  told_ = wrapped({});
  body()->addWidget(told_);
  body()->addWidget(
      noteBox(tr("A real cutter has a blade or a beam: follow its maker's instructions, and never leave "
                 "it running alone.")));
  for (LengthField* f : {kerf_, width_, height_}) connect(f, &LengthField::wrong, this, &CutterCard::said);
  connect(svg, &QPushButton::clicked, this, [this] { Q_EMIT save(QStringLiteral("svg")); });
  connect(dxf, &QPushButton::clicked, this, [this] { Q_EMIT save(QStringLiteral("dxf")); });
  connect(practise, &QPushButton::clicked, this, &CutterCard::practise);
}

void CutterCard::refresh() {
  for (LengthField* f : {width_, height_}) f->setUnit(session_.project().settings.unit);
}

CutWishes CutterCard::wishes() const {
  return {kerf_->length() ? kerf_->length()->mm() : 0, shared_->isChecked()};
}

void CutterCard::forget() {
  working_.cancel();
  answer_.reset();
  tell();
}

void CutterCard::practise() {
  const QString file =
      QFileDialog::getOpenFileName(this, tr("Open a file to be cut"), {}, tr("To be cut (*.svg *.dxf)"));
  if (file.isEmpty()) return;
  CutterMat mat;
  mat.width = width_->length()->mm();
  mat.height = height_->length()->mm();
  working_.start(
      this,
      [path = file.toStdString(), mat, suffix = "." + QFileInfo(file).suffix().toLower().toStdString()](
          const Progress& progress) -> Result<CutterAnswer> {
        const auto text = readWhole(path, kMostBytes);
        if (!text) return tl::make_unexpected(text.error());
        auto report = practiseCutting(*text, suffix, mat, progress);
        if (!report) return tl::make_unexpected(report.error());
        return CutterAnswer{std::move(*report), mat};
      },
      [this](Result<CutterAnswer> answer) {
        if (!answer)
          Q_EMIT said(inWords(answer.error(), session_.project().settings.unit));
        else
          answer_ = std::make_shared<const CutterAnswer>(std::move(*answer));
        tell();
        if (answer_) Q_EMIT read();
      });
  told_->setText(tr("Reading the file …"));
}

void CutterCard::tell() {
  if (!answer_) return told_->setText({});
  const CutterReport& r = answer_->report;
  const LengthUnit unit = session_.isOpen() ? session_.project().settings.unit : LengthUnit::Millimetre;
  QStringList lines{inWords(
      Message("cutter-report", r.paths.size(), readableArg(r.length), numberArg(r.seconds / 60, 1)), unit)};
  for (const Message& m : cutterFaults(r)) lines << inWords(m, unit);
  told_->setText(lines.join(QLatin1Char(' ')));
}

}  // namespace clathra
