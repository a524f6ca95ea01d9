#include "app/motif/found_panel.hpp"

#include <QHBoxLayout>
#include <QScrollArea>
#include <QScrollBar>

#include "app/motif/on_print.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "draw/motif_painter.hpp"
#include "draw/pictures.hpp"
#include "measure/quantity.hpp"
#include "motif/main_colours.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr double kTile = 104;  // px, of a unit's picture

/// One spot: what copies of it make, and how well it meets.
class FoundTile : public PaintedButton {
 public:
  FoundTile(FoundWindow found, Picture picture, Print print, Polygon paper, int copies, bool mirrored)
      : found_(found),
        picture_(std::move(picture)),
        print_(std::move(print)),
        paper_(std::move(paper)),
        copies_(copies),
        mirrored_(mirrored) {
    setFixedSize(scaled(kTile + 12), scaled(kTile + 34));
    meets_ = FoundPanel::tr("ΔE %1").arg(QString::fromStdString(formatNumber(found.meeting, 1)));
    const auto figure = [](double v) { return QString::fromStdString(formatNumber(v, 1)); };
    QStringList words{FoundPanel::tr("seams differ by ΔE %1").arg(figure(found.meeting))};
    if (found.onMirror) words << FoundPanel::tr("on a mirror line of the print");
    if (found.symmetry > 0)
      words << FoundPanel::tr("its halves differ by %1 in L*a*b*: the less, the more alike")
                   .arg(figure(found.symmetry));
    words << FoundPanel::tr("places within it differ by %1 in L*a*b*: the more, the livelier")
                 .arg(figure(found.lively));
    if (found.featured > 0)
      words << FoundPanel::tr("%1 % of it in the colour wished for").arg(qRound(100 * found.featured));
    setToolTip(words.join(QStringLiteral(", ")));
    setAccessibleDescription(toolTip());
  }
  void place(int number) { setAccessibleName(FoundPanel::tr("Take window %1").arg(number)); }

 protected:
  void draw(QPainter& p, double k) override {
    const double ratio = devicePixelRatioF();
    const QSize size(qRound(kTile * k * ratio), qRound(kTile * k * ratio));
    if (face_.size() != size) {
      face_ = QImage(size, QImage::Format_ARGB32_Premultiplied);
      face_.fill(Qt::transparent);
      QPainter inner(&face_);
      paintUnit(inner, picture_, print_, placed(paper_, found_.turn, false, found_.at), copies_,
                mirrored_ ? UnitKind::Mirrored : UnitKind::Pinwheel, QRectF(QPointF(), QSizeF(size)),
                currentPalette());
    }
    p.drawImage(QRectF(6 * k, 4 * k, kTile * k, kTile * k), face_);
    p.setPen(currentPalette().ink);
    p.setFont(textFont(14 * k));
    p.drawText(QRectF(0, (kTile + 8) * k, width(), 20 * k), Qt::AlignCenter, meets_);
  }

 private:
  FoundWindow found_;
  Picture picture_;
  Print print_;
  Polygon paper_;
  int copies_;
  bool mirrored_;
  QString meets_;
  QImage face_;
};

}  // namespace

FoundPanel::FoundPanel(Session& session) : session_(session) {
  setObjectName(QStringLiteral("panel"));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(scaled(16), scaled(8), scaled(16), scaled(8));
  all->setSpacing(scaled(4));
  find_ = button(tr("Find me some"), "act");
  stop_ = button(tr("Stop"));
  stop_->setAccessibleName(tr("Stop searching the print"));
  look_ = new Pills({tr("Any look"), tr("Mirror look"), tr("Movement")}, tr("Look of what is found"));
  look_->setCurrent(0);
  colour_ = new ChoiceList;
  colour_->setAccessibleName(tr("Colour to feature"));
  note_ = label({}, "muted");
  all->addWidget(wrappingRow({find_, stop_, look_, colour_, note_}, 8));
  scroll_ = new QScrollArea;
  scroll_->setWidgetResizable(true);
  scroll_->setFrameShape(QFrame::NoFrame);
  scroll_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  auto* strip = new QWidget;
  strip->setObjectName(QStringLiteral("clear"));
  row_ = new QHBoxLayout(strip);
  row_->setContentsMargins(0, 0, 0, 0);
  row_->setSpacing(scaled(6));
  row_->addStretch(1);
  scroll_->setWidget(strip);
  all->addWidget(scroll_);
  connect(find_, &QPushButton::clicked, this, &FoundPanel::search);
  connect(stop_, &QPushButton::clicked, this, &FoundPanel::stop);
  const auto again = [this] {
    if (asked_) search();  // other wishes: looked for anew once something was looked for
  };
  connect(look_, &Pills::chosen, this, again);
  connect(colour_, &QComboBox::activated, this, again);
  list({});
}

SearchWishes FoundPanel::wishes() const {
  SearchWishes out;
  out.look = static_cast<Look>(look_->current());
  const QVariant colour = colour_->currentData();
  if (colour.isValid()) {
    const QColor c(static_cast<QRgb>(colour.toUInt()));
    out.colour = Rgb{static_cast<std::uint8_t>(c.red()), static_cast<std::uint8_t>(c.green()),
                     static_cast<std::uint8_t>(c.blue())};
  }
  return out;
}

std::optional<FoundPanel::Asked> FoundPanel::askedNow() const {
  const auto now = onPrint(session_.project(), motif_);
  if (!now) return std::nullopt;
  Asked out{now->motif, now->print, session_.project().layout, now->picture.png, wishes()};
  out.motif.at = {};
  out.motif.turn = {};
  out.motif.name = out.motif.note = out.motif.date = {};
  return out;
}

void FoundPanel::show(int motif) {
  motif_ = motif;
  const auto now = askedNow();
  setVisible(now.has_value());
  listColours();
  if (!asked_ || now == asked_) return;
  stop();
  asked_.reset();
  list({});
}

void FoundPanel::setUnit(int copies, bool mirrored) {
  if (copies == copies_ && mirrored == mirrored_) return;
  copies_ = copies;
  mirrored_ = mirrored;
  list(found_);
}

void FoundPanel::listColours() {
  const auto now = askedNow();
  if (!now || now->picture == coloursOf_) return;
  coloursOf_ = now->picture;
  colour_->clear();
  colour_->addItem(tr("Any colour"));
  const QImage image = decode(session_.project().pictures.at(now->print.picture))
                           .scaled(96, 96, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
  std::vector<Rgb> pixels;
  for (int y = 0; y < image.height(); ++y)
    for (int x = 0; x < image.width(); ++x) {
      const QColor c = image.pixelColor(x, y);
      pixels.push_back({static_cast<std::uint8_t>(c.red()), static_cast<std::uint8_t>(c.green()),
                        static_cast<std::uint8_t>(c.blue())});
    }
  int number = 1;
  for (const Rgb c : mainColours(pixels, 8)) {
    QPixmap swatch(scaled(18), scaled(18));
    swatch.fill(QColor(c.r, c.g, c.b));
    colour_->addItem(QIcon(swatch), tr("Colour %1").arg(number++),
                     QVariant(static_cast<uint>(qRgb(c.r, c.g, c.b))));
  }
}

void FoundPanel::search() {
  asked_ = askedNow();
  if (!asked_) return;
  list({});
  soFar_ = std::make_unique<Door>(this);
  const auto choice = std::find_if(session_.project().motifs.begin(), session_.project().motifs.end(),
                                   [&](const MotifChoice& m) { return m.id == motif_; });
  work_.start(
      this,
      [this, project = session_.project(), motif = *choice, wishes = asked_->wishes,
       door = soFar_->handle()](const Progress& progress) {
        return findWindows(project, motif, wishes, progress, [&](const std::vector<FoundWindow>& best) {
          Door::post(door, [this, best] { list(best); });
        });
      },
      [this](const Result<std::vector<FoundWindow>>& found) {
        soFar_.reset();
        if (found) return list(*found);
        list({});
        say(inWords(found.error(), session_.project().settings.unit));
      });
  list({});
}

void FoundPanel::stop() {
  work_.cancel();
  soFar_.reset();
  list(found_);
}

void FoundPanel::say(const QString& words) {
  note_->setText(words);
  note_->setVisible(!words.isEmpty());
}

void FoundPanel::list(const std::vector<FoundWindow>& found) {
  find_->setVisible(!work_.running());
  stop_->setVisible(work_.running());
  say(work_.running() ? tr("Searching the print …")
      : found.empty() ? QString()
                      : tr("%n window(s), the best first", nullptr, static_cast<int>(found.size())));
  scroll_->setVisible(!found.empty());
  scroll_->setFixedHeight(scaled(kTile + 34) + scroll_->horizontalScrollBar()->sizeHint().height() + 2);
  // What was there already stays where it is: tiles are kept as long as they show the same.
  std::size_t same = 0;
  const bool sameUnit =
      row_->count() > 1 && row_->itemAt(0)->widget()->property("unit") == QVariant(copies_ * 2 + mirrored_);
  while (sameUnit && same < std::min(found.size(), found_.size()) &&
         same + 1 < static_cast<std::size_t>(row_->count()) && found[same].at == found_[same].at &&
         (found[same].turn - found_[same].turn).degrees() == 0)
    ++same;
  while (row_->count() - 1 > static_cast<int>(same)) {
    QLayoutItem* item = row_->takeAt(row_->count() - 2);
    item->widget()->deleteLater();
    item->widget()->hide();
    delete item;
  }
  found_ = found;
  if (found_.empty()) return;
  const Project& p = session_.project();
  const auto now = askedNow();
  if (!now) return;
  const Polygon paper = searchInput(*p.layout, now->motif, {}).paper;
  for (std::size_t i = same; i < found_.size(); ++i) {
    const FoundWindow w = found_[i];
    auto* tile = new FoundTile(w, p.pictures.at(now->print.picture), now->print, paper, copies_, mirrored_);
    tile->place(static_cast<int>(i) + 1);
    tile->setProperty("unit", copies_ * 2 + mirrored_);
    connect(tile, &QPushButton::clicked, this, [this, w] { Q_EMIT taken(w.at, w.turn); });
    row_->insertWidget(static_cast<int>(i), tile);
  }
}

}  // namespace clathra
