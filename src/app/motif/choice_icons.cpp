#include "app/motif/choice_icons.hpp"

#include <QPainter>
#include <QPixmap>

#include "app/theme/theme.hpp"
#include "motif/meeting.hpp"
#include "motif/unit.hpp"

namespace clathra {

QIcon ChoiceIcons::of(const Project& project, const MotifChoice& motif, int side) {
  const Cloth* cloth = clothById(project, motif.cloth);
  const Polygon paper = windowOutline(*project.layout, motif);
  if (!cloth || !cloth->print || paper.empty()) return {};
  const auto picture = project.pictures.find(cloth->print->picture);
  if (picture == project.pictures.end()) return {};
  const int copies = copiesInRound(paper);
  const UnitKind kind = motif.mirrored && copies % 2 == 0 ? UnitKind::Mirrored : UnitKind::Pinwheel;
  Made& made = made_[motif.id];
  if (!made.icon.isNull() && made.print == *cloth->print && made.paper == paper && made.kind == kind &&
      made.side == side)
    return made.icon;
  constexpr int kFine = 2;
  QPixmap map(side * kFine, side * kFine);
  map.setDevicePixelRatio(kFine);
  map.fill(Qt::transparent);
  QPainter painter(&map);
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  paintUnit(painter, picture->second, *cloth->print, paper, copies, kind, QRectF(0, 0, side, side),
            currentPalette());
  painter.end();
  made = {*cloth->print, paper, kind, side, QIcon(map)};
  return made.icon;
}

}  // namespace clathra
