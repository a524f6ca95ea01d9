#include "app/cloth/shelf_tile.hpp"

#include <QPainter>
#include <QPainterPath>
#include <set>

#include "app/theme/theme.hpp"
#include "app/window/station.hpp"
#include "draw/cloth_length.hpp"
#include "draw/fonts.hpp"
#include "measure/quantity.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

constexpr double kLoose = 80;  // px, of a swatch without a size
/// Of an unfolded collection, px: its tile takes the place of two, each cloth a cell with its number below.
constexpr double kUnfoldedRoom = 2 * ShelfTile::kRoom + 34, kCell = 62, kNumber = 18, kHead = 100, kRim = 18;

constexpr double kCellGap = 8;

int cellsAcross() {
  return static_cast<int>(kUnfoldedRoom / kCell);
}
/// px at 100 % for each mm of an unfolded collection.
double cellScale(const Cloth& cloth) {
  const OnHand& any = cloth.lengths.front();
  return (kCell - kCellGap) / std::max(widthOf(cloth, any), any.mm());
}
/// px from row to row.
double cellRow(const Cloth& cloth) {
  return cloth.lengths.front().mm() * cellScale(cloth) + kNumber + kCellGap;
}

}  // namespace

ShelfTile::ShelfTile(Session& session, const Cloth& cloth, double scale, double drop, bool unfolded)
    : session_(session), id_(cloth.id), scale_(scale), unfolded_(unfolded && cloth.collection) {
  setCheckable(true);
  setAccessibleName(QObject::tr("%1, %2").arg(QString::fromStdString(clothTitle(cloth)),
                                              facts(cloth, session.project().settings.unit)));
  const int rows = (static_cast<int>(cloth.lengths.size()) + cellsAcross() - 1) / cellsAcross();
  const double wide = unfolded_ ? kUnfoldedRoom : kRoom,
               high = unfolded_ ? rows * cellRow(cloth) : std::max(drop, kLoose);
  setFixedSize(scaled(wide + 28), scaled(high + kHead + kRim));
}

QString ShelfTile::facts(const Cloth& c, LengthUnit unit) {
  if (c.scraps) return QObject::tr("scraps, no size");
  if (!c.width) return QObject::tr("width not known yet");
  if (c.collection)
    return QObject::tr("%n different cloth(s), each %1 × %2", nullptr, static_cast<int>(c.lengths.size()))
        .arg(QString::fromStdString(formatLength(c.lengths.front().width.value_or(*c.width), unit)),
             QString::fromStdString(formatLength(c.lengths.front().length, unit)));
  double sum = 0;
  for (const OnHand& l : clothLeft(c).cloth.lengths) sum += l.mm();
  QString text = QObject::tr("%1 wide").arg(QString::fromStdString(formatLength(*c.width, unit)));
  text += c.lengths.empty() ? QObject::tr(", none on hand")
                            : QObject::tr(", %1 on hand").arg(QString::fromStdString(writeLong(sum, unit)));
  if (c.direction != Direction::None)
    text += QStringLiteral(", ") + QString::fromStdString(directionName(c.direction));
  if (c.print) text += QStringLiteral(", ") + repeatText(*c.print);
  return text;
}

void ShelfTile::draw(QPainter& p, double k) {
  const Cloth* c = clothById(session_.project(), id_);
  if (!c) return;
  p.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  p.setPen(currentPalette().ink);
  p.setFont(textFont(15 * k, QFont::Bold));
  const QString head =
      QString::fromStdString(c->sign) + QStringLiteral("   ") + QString::fromStdString(clothTitle(*c));
  p.drawText(QPointF(14 * k, 24 * k),
             QFontMetricsF(p.font()).elidedText(head, Qt::ElideRight, width() - 28 * k));
  p.setFont(textFont(14 * k));
  p.setPen(currentPalette().muted);
  p.drawText(QRectF(14 * k, 30 * k, width() - 24 * k, 66 * k), Qt::TextWordWrap | Qt::AlignTop,
             facts(*c, session_.project().settings.unit));
  const QPointF corner(14 * k, kHead * k);
  if (c->scraps || !c->width || c->lengths.empty())
    return loose(p, *c, QRectF(corner, QSizeF(110 * k, kLoose * k)));
  if (unfolded_) return each(p, *c, corner, k);
  if (c->collection) return stack(p, *c, corner, k);
  double x = corner.x();
  for (std::size_t i = 0; i < c->lengths.size(); ++i) {
    const OnHand& l = c->lengths[i];
    const QRectF piece(x, corner.y(), widthOf(*c, l) * scale_ * k, l.mm() * scale_ * k);
    paintClothLength(p, session_.project(), *c, piece, scale_ * k, currentPalette());
    cutOff(p, *c, static_cast<int>(i), piece, scale_ * k);
    gone(p, l, piece.topLeft(), k);
    x += piece.width() + 8 * k;
  }
}

/// A collection: its cloths behind each other, and how many of them are cut already.
void ShelfTile::stack(QPainter& p, const Cloth& cloth, QPointF corner, double k) {
  const OnHand& l = cloth.lengths.front();
  const QSizeF size(widthOf(cloth, l) * scale_ * k, l.mm() * scale_ * k);
  constexpr int kShown = 4;
  const int shown = std::min(kShown, static_cast<int>(cloth.lengths.size()));
  for (int i = shown - 1; i >= 0; --i)
    paintClothLength(p, session_.project(), cloth, QRectF(corner + QPointF(i * 7 * k, i * 5 * k), size),
                     scale_ * k, currentPalette());
  std::set<int> cut;
  for (const ClothCut& c : cloth.cuts) cut.insert(c.length);
  if (cut.empty()) return;
  p.setPen(currentPalette().ink);
  p.setFont(textFont(14 * k));
  p.drawText(QPointF(corner.x() + size.width() + shown * 7 * k + 8 * k, corner.y() + 18 * k),
             QObject::tr("%1 cut").arg(cut.size()));
}

/// A collection unfolded: its cloths as the log counts them, all to one scale of their own.
void ShelfTile::each(QPainter& p, const Cloth& cloth, QPointF corner, double k) {
  const double scale = cellScale(cloth) * k;
  for (std::size_t i = 0; i < cloth.lengths.size(); ++i) {
    const OnHand& l = cloth.lengths[i];
    const int at = static_cast<int>(i), column = at % cellsAcross(), row = at / cellsAcross();
    const QRectF piece(corner.x() + column * kCell * k, corner.y() + row * cellRow(cloth) * k,
                       widthOf(cloth, l) * scale, l.mm() * scale);
    paintClothLength(p, session_.project(), cloth, piece, scale, currentPalette());
    cutOff(p, cloth, at, piece, scale);
    p.setPen(currentPalette().ink);
    p.setFont(textFont(13 * k));
    p.drawText(QRectF(piece.left(), piece.bottom() + 1, kCell * k, (kNumber - 2) * k), Qt::AlignLeft,
               QString::number(at + 1));
  }
}

/// What was cut: stretches that went right across faded and crossed out, patches as holes.
void ShelfTile::cutOff(QPainter& p, const Cloth& cloth, int length, const QRectF& piece, double scale) const {
  for (const ClothCut& c : cloth.cuts) {
    if (c.length != length) continue;
    if (c.to > c.from) {
      const QRectF across(piece.left(), piece.top() + c.from * scale, piece.width(), (c.to - c.from) * scale);
      QColor faded = currentPalette().panel;
      faded.setAlphaF(0.82F);
      p.fillRect(across.adjusted(1, 0, -1, 0), faded);
      p.setPen(QPen(currentPalette().muted, 1, Qt::DashLine));
      p.drawLine(across.bottomLeft(), across.bottomRight());
    }
    p.setPen(QPen(currentPalette().muted, 0.8));
    p.setBrush(currentPalette().panel);
    for (const CutPatches& patches : c.patches)
      for (const Polygon& outline : patches.outlines) {
        QPolygonF mapped;
        for (const Point q : outline) mapped << piece.topLeft() + QPointF(q.x, q.y) * scale;
        p.drawPolygon(mapped);
      }
  }
}

/// What is not there any more, and round a scrap, as the tile's ground.
void ShelfTile::gone(QPainter& p, const OnHand& length, QPointF corner, double k) const {
  const auto mapped = [&](PolygonView outline) {
    QPolygonF out;
    for (const Point q : outline) out << corner + QPointF(q.x, q.y) * scale_ * k;
    return out;
  };
  p.setPen(QPen(currentPalette().ink, 1));
  p.setBrush(currentPalette().panel);
  for (const Polygon& hole : length.holes) p.drawPolygon(mapped(hole));
  if (length.outline.empty()) return;
  QPainterPath round, scrap;
  const Box b = bounds(length.outline);
  round.addRect(QRectF(corner, QSizeF(b.right, b.bottom) * scale_ * k).adjusted(-1, -1, 1, 1));
  scrap.addPolygon(mapped(length.outline));
  scrap.closeSubpath();
  p.fillPath(round.subtracted(scrap), currentPalette().panel);
  p.setBrush(Qt::NoBrush);
  p.drawPolygon(mapped(length.outline));
}

/// Nothing to draw to scale: a swatch with a torn rim.
void ShelfTile::loose(QPainter& p, const Cloth& c, const QRectF& swatch) {
  paintClothLength(p, session_.project(), c, swatch, 0.5, currentPalette());
  QPen torn(currentPalette().panel, 3);
  torn.setDashPattern({2, 2});
  p.setPen(torn);
  p.setBrush(Qt::NoBrush);
  p.drawRect(swatch);
}

}  // namespace clathra
