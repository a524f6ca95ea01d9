// The station Cloth's card of the print: its picture, scale and repeat, and where it lies.
#include <QFileDialog>
#include <QMenu>
#include <QTemporaryDir>

#include "app/cloth/cloth_station.hpp"
#include "app/cloth/true_picture.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "draw/exporter.hpp"
#include "draw/prints.hpp"
#include "edit/found_print.hpp"
#include "image/decode.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

const Length kWidestPicture = Length::millimetres(5'000);

}  // namespace

QWidget* ClothStation::printCard() {
  printCard_ = new Card(tr("Its print"), true);
  load_ = button(tr("Take in a picture …"));
  printNote_ = wrapped({}, "muted");
  printCard_->body()->addWidget(printNote_);
  find_ = button(tr("Find its repeat"));
  stopLooking_ = button(tr("Stop looking"));
  true_ = button(tr("Make it true …"));
  true_->setToolTip(tr("By two points of known distance or four corners; even its light; crop it."));
  connect(true_, &QPushButton::clicked, this, &ClothStation::makeTrue);
  auto* practise = button(tr("Practise …"));
  practise->setToolTip(tr("A photograph of one of our own prints, askew, to be taken in and made true."));
  connect(practise, &QPushButton::clicked, this,
          [this, practise] { savePractice(practise->mapToGlobal(QPoint(0, practise->height()))); });
  printCard_->body()->addWidget(wrappingRow({load_, true_, find_, stopLooking_, practise}));
  connect(find_, &QPushButton::clicked, this, [this] {
    if (!cloth() || !cloth()->print) return;
    const auto picture = session_.project().pictures.find(cloth()->print->picture);
    if (picture == session_.project().pictures.end()) return;
    lookForRepeat(
        cloth()->id, [held = picture->second](const Progress& p) { return readPrint(held, p); }, true);
  });
  connect(stopLooking_, &QPushButton::clicked, this, [this] {
    looking_.cancel();
    fillBench();
  });
  printFields_ = new QWidget;
  auto* body = new QVBoxLayout(printFields_);
  body->setContentsMargins(0, 0, 0, 0);
  body->setSpacing(scaled(8));
  const auto field = [this, body](const QString& spoken, const QString& shown, double least) {
    auto* f = new LengthField(spoken, Length::millimetres(least), kWidestPicture);
    body->addWidget(fieldRow(shown, f));
    connect(f, &LengthField::wrong, this, &Station::said);
    return f;
  };
  pictureWidth_ = field(tr("Width of the picture on the cloth"), tr("Picture shows a width of"), 1);
  along_ = field(tr("Repeat along the cloth"), tr("Repeat along"), 1);
  across_ = field(tr("Repeat across the cloth"), tr("Repeat across"), 1);
  kind_ = new ChoiceList;
  kind_->setAccessibleName(tr("How it repeats"));
  kind_->addItems({tr("straight"), tr("half-drop"), tr("brick"), tr("as found"), tr("not known")});
  body->addWidget(fieldRow(tr("Repeats"), kind_));
  mirror_ = new QCheckBox(tr("Mirrors itself left to right"));
  body->addWidget(mirror_);
  mirrorAt_ = field(tr("Mirror line from the picture's left side"), tr("Mirror line at"), 0);
  placeKnown_ = new QCheckBox(tr("Its place on the cloth is known"));
  body->addWidget(placeKnown_);
  markX_ = field(tr("Picture's corner from the left selvedge"), tr("From selvedge"), 0);
  markY_ = field(tr("Picture's corner from the upper cut end"), tr("From cut end"), 0);
  printCard_->body()->addWidget(printFields_);
  connect(load_, &QPushButton::clicked, this, &ClothStation::loadPrint);
  connectPrint();
  return printCard_;
}

void ClothStation::connectPrint() {
  connect(along_, &LengthField::lengthChanged, this,
          [this] { setRepeat(along_, &PrintFields::along, &PrintFields::across); });
  connect(across_, &LengthField::lengthChanged, this,
          [this] { setRepeat(across_, &PrintFields::across, &PrintFields::along); });
  connect(kind_, &QComboBox::activated, this, [this](int i) {
    if (!cloth() || !cloth()->print) return;
    constexpr int kAsFound = 3;
    const auto& steps = cloth()->print->steps;
    if (i > kAsFound)
      return changePrint(&PrintFields::steps, std::optional<RepeatSteps>(), tr("forgot a repeat"));
    if (i == kAsFound) return steps ? void() : find_->click();
    PrintFields fields;
    fields.kind = static_cast<RepeatKind>(i);
    // The lengths of what was found are kept.
    if (steps) fields.across = Length::millimetres(length(steps->a));
    if (steps) fields.along = Length::millimetres(length(steps->b.value_or(steps->a)));
    changePrint(std::move(fields), tr("changed a repeat"));
  });
  connect(mirror_, &QCheckBox::clicked, this, &ClothStation::setMirror);
  connect(mirrorAt_, &LengthField::lengthChanged, this, &ClothStation::setMirror);
  connect(pictureWidth_, &LengthField::lengthChanged, this, [this] {
    if (!cloth() || !cloth()->print) return;
    const auto picture = session_.project().pictures.find(cloth()->print->picture);
    if (picture == session_.project().pictures.end()) return;
    const double dpi = picture->second.width * 25.4 / pictureWidth_->length()->mm();
    if (const QString why = pictureWidthFault(picture->second.width, dpi, unit()); !why.isEmpty()) {
      Q_EMIT said(why);
      return fillBench();
    }
    changePrint(&PrintFields::dpi, dpi, tr("changed a print's scale"));
  });
  const auto mark = [this] {
    const Point at{markX_->length().value_or(Length{}).mm(), markY_->length().value_or(Length{}).mm()};
    const bool known = placeKnown_->isChecked();
    changePrint(&PrintFields::mark, known ? std::optional(at) : std::nullopt,
                known ? tr("noted a print's place") : tr("forgot a print's place"));
  };
  connect(placeKnown_, &QCheckBox::clicked, this, mark);
  connect(markX_, &LengthField::lengthChanged, this, mark);
  connect(markY_, &LengthField::lengthChanged, this, mark);
}

void ClothStation::changePrint(PrintFields fields, const QString& text) {
  if (filling_ || !cloth() || !cloth()->print) return;
  change(&ClothFields::print, std::optional(std::move(fields)), text);
}

/// One of the two lengths was typed; what was found gives the other.
void ClothStation::setRepeat(LengthField* typed, std::optional<Length> PrintFields::*own,
                             std::optional<Length> PrintFields::*other) {
  if (!cloth() || !cloth()->print) return;
  if (!typed->length()) return fillBench();  // to give a repeat up there is "not known"
  PrintFields fields;
  fields.*own = typed->length();
  if (const auto& steps = cloth()->print->steps) {
    const Point step = own == &PrintFields::along ? steps->a : steps->b.value_or(steps->a);
    fields.*other = Length::millimetres(length(step));
  }
  changePrint(std::move(fields), tr("changed a repeat"));
}

void ClothStation::setMirror() {
  std::vector<MirrorAxis> axes;
  if (mirror_->isChecked()) axes.push_back({kQuarterTurn, {mirrorAt_->length().value_or(Length{}).mm(), 0}});
  changePrint(&PrintFields::mirrors, std::move(axes), tr("changed a mirror line"));
}

void ClothStation::loadPrint() {
  if (!cloth()) return;
  const QString file =
      QFileDialog::getOpenFileName(picture_, tr("A picture of the print, lying straight"), {},
                                   tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)"));
  if (file.isEmpty()) return;
  PrintFields print;
  print.picture = file.toStdString();
  print.dpi = 100;
  print.scaleGuessed = true;
  print.steps = std::optional<RepeatSteps>();
  ClothFields fields;
  fields.print = std::optional(std::move(print));
  session_.edit(ChangeCloth{cloth()->id, std::move(fields)}, tr("took in a print"), {},
                whileThere(this, [this, id = cloth()->id, path = file.toStdString()](bool made) {
                  if (!made) return fillBench();
                  lookForRepeat(
                      id, [path](const Progress& p) { return readPrintFile(path, p); }, false);
                }));
}

/// The stand-in camera: one of our own prints, askew and uneven, to be taken in and made true.
void ClothStation::savePractice(QPoint menuAt) {
  QMenu menu;
  for (const PrintDesign& d : printDesigns())
    menu.addAction(QString::fromStdString(d.file).section(QLatin1Char('.'), 0, 0).replace('-', ' '));
  const QAction* chosen = menu.exec(menuAt);
  if (!chosen) return;
  const auto& design = printDesigns()[static_cast<std::size_t>(menu.actions().indexOf(chosen))];
  const QString file = QFileDialog::getSaveFileName(
      picture_, tr("A photograph to practise on"), chosen->text() + tr(" photograph.png"), tr("PNG (*.png)"));
  if (file.isEmpty()) return;
  PracticePhoto how = usualPractice(design);
  if (unit() == LengthUnit::Inch) how.card = {{}, 101.6, 63.5};  // 4 in by 2 1/2 in
  const QString wide = inWords(sizeArg(how.card.width), unit()),
                high = inWords(sizeArg(how.card.height), unit());
  output([file, &design, how, wide, high](const Progress&) -> Result<QString> {
    const auto png = encodePng(photographOf(design, how).picture);
    if (!png) return tl::make_unexpected(png.error());
    if (const auto ok = writeWhole(realFileSystem(), file.toStdString(), std::as_bytes(std::span(*png))); !ok)
      return tl::make_unexpected(ok.error());
    return tr("Saved. Take it in, then make it true by the white card on it: %1 by %2.").arg(wide, high);
  });
}

/// The picture of the print is worked on beside the window, and taken in as a new one.
void ClothStation::makeTrue() {
  if (decoding_.running() || keeping_.running()) {
    decoding_.cancel();
    keeping_.cancel();
    return fillBench();
  }
  if (!cloth() || !cloth()->print) return;
  const auto held = session_.project().pictures.find(cloth()->print->picture);
  if (held == session_.project().pictures.end()) return;
  decoding_.start(
      this, [png = held->second.png](const Progress& p) { return decodeImage(*png, p); },
      [this, id = cloth()->id, before = *cloth()->print](const Result<Raster>& picture) {
        fillBench();
        if (!picture) return Q_EMIT said(inWords(picture.error(), unit()));
        showTrue(id, before, *picture);
      });
  fillBench();
}

void ClothStation::showTrue(ClothId id, const Print& before, const Raster& picture) {
  const Cloth* of = clothById(session_.project(), id);
  if (!of || !of->print || *of->print != before) return;  // it was told otherwise meanwhile
  TruePicture dialog(picture, before.dpi, !before.scaleGuessed, unit(), picture_->window());
  if (dialog.exec() != QDialog::Accepted) return;
  const auto answer = std::make_shared<const TruePicture::Answer>(dialog.answer());
  const auto folder = std::make_shared<QTemporaryDir>();
  PrintFields print;
  print.picture = folder->filePath(QStringLiteral("true.png")).toStdString();
  print.dpi = answer->dpi;
  print.scaleGuessed = !answer->scaleKnown;
  std::optional<RepeatSteps> steps;  // by alike points, where they were shown
  const double mm = 25.4 / answer->dpi;
  if (!answer->steps.empty()) steps = RepeatSteps{mm * answer->steps[0], std::nullopt};
  if (answer->steps.size() > 1) steps->b = mm * answer->steps[1];
  print.steps = steps;
  print.mirrors = std::vector<MirrorAxis>();
  print.halfTurn = std::optional<Point>();
  keeping_.start(
      this,
      [answer, file = *print.picture](const Progress& p) -> Status {
        auto png = encodePng(answer->picture, answer->scaleKnown ? std::optional(answer->dpi) : std::nullopt);
        if (!png) return tl::make_unexpected(png.error());
        if (p.cancelled()) return fail(kCancelled);
        return writeBytes(file, QByteArray(reinterpret_cast<const char*>(png->data()),
                                           static_cast<qsizetype>(png->size())));
      },
      [this, id, folder, print, before](const Status& kept) {
        fillBench();
        if (!kept) return Q_EMIT said(inWords(kept.error(), unit()));
        const Cloth* now = clothById(session_.project(), id);
        if (now && now->print && *now->print == before) keepTrue(id, print, folder);
      });
  fillBench();
}

void ClothStation::keepTrue(ClothId id, PrintFields print, std::shared_ptr<QTemporaryDir> folder) {
  const std::string file = *print.picture;
  ClothFields fields;
  fields.print = std::optional(std::move(print));
  session_.edit(ChangeCloth{id, std::move(fields)}, tr("made a print's picture true"), {},
                whileThere(this, [this, id, file, folder](bool made) {
                  if (!made) return fillBench();
                  lookForRepeat(
                      id, [file, folder](const Progress& p) { return readPrintFile(file, p); }, false);
                }));
}

void ClothStation::lookForRepeat(ClothId id, std::function<Result<PrintRead>(const Progress&)> read,
                                 bool asked) {
  const Cloth* of = clothById(session_.project(), id);
  if (!of || !of->print) return;
  if (!asked && repeatKnown(*of->print)) return fillBench();  // it was typed already
  looking_.start(this, std::move(read), [this, id, before = *of->print](const Result<PrintRead>& found) {
    takeFound(id, before, found);
    fillBench();
  });
  fillBench();
}

void ClothStation::takeFound(ClothId id, const Print& before, const Result<PrintRead>& read) {
  if (!read) return Q_EMIT said(inWords(read.error(), unit()));
  const Cloth* of = clothById(session_.project(), id);
  if (!of || !of->print || *of->print != before) return;  // it was told otherwise meanwhile
  const FoundRepeat& found = read->found;
  const double dpi = read->dpi.value_or(before.dpi);
  const bool sure = found.found() && found.confidence >= kSureRepeat;
  PrintFields fields;
  if (sure) fields = printFieldsOf(found, dpi);
  if (read->dpi) {
    fields.dpi = dpi;
    fields.scaleGuessed = false;
  }
  const int percent = qRound(100 * found.confidence);
  // A plain stripe makes a striped cloth, unless its direction was chosen.
  const bool striped = sure && found.kind == FoundKind::Stripe && of->direction == Direction::None;
  if (striped)
    Q_EMIT said(tr("Stripes were found, sure to %1 %: the cloth is taken for striped.").arg(percent));
  else if (sure)
    Q_EMIT said(tr("The repeat was found, sure to %1 %.").arg(percent));
  else if (found.found())
    Q_EMIT said(
        tr("A repeat was found that is sure to %1 % alone: it is left for you to type.").arg(percent));
  else
    Q_EMIT said(tr("No repeat was found on this picture."));
  if (!sure && !read->dpi) return;
  ClothFields all;
  all.print = std::optional(std::move(fields));
  if (striped) all.direction = Direction::Stripe;
  session_.edit(ChangeCloth{id, std::move(all)}, tr("found a print's repeat"));
}

/// The repeat's fields; the lengths of steps that were found stand in them too.
void ClothStation::showRepeat(const Print& print) {
  constexpr int kAsFound = 3, kNotKnown = 4;
  kind_->setCurrentIndex(print.steps          ? kAsFound
                         : repeatKnown(print) ? static_cast<int>(print.kind)
                                              : kNotKnown);
  std::optional<Length> along, across;
  if (print.steps) {
    const auto shown = [](Point step) { return Length::millimetres(std::round(length(step) * 10) / 10); };
    across = shown(print.steps->a);
    if (print.steps->b) along = shown(*print.steps->b);
  } else if (repeatKnown(print)) {
    along = print.along;
    across = print.across;
  }
  for (LengthField* f : {along_, across_}) f->setOptional(true);
  along_->setLength(along);
  across_->setLength(across);
}

}  // namespace clathra
