#include "app/arrange/paint_card.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>

#include "app/canvas/picture_view.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/painted_button.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/outline_path.hpp"
#include "draw/print_cut.hpp"
#include "model/lightness.hpp"
#include "motif/meeting.hpp"

namespace clathra {

namespace {

constexpr double kRowTurns[] = {0, 60, 120, 90, 30, 150, 45, 135};

/// One cloth: patch, sign, name, count. Painted by hand so that the whole row is one button.
class ClothRow : public PaintedButton {
 public:
  ClothRow(const Cloth* cloth, int count)
      : cloth_(cloth ? std::optional(*cloth) : std::nullopt), count_(count) {
    setCheckable(true);
    setMinimumHeight(scaled(36));
    const QString title = cloth ? QString::fromStdString(clothTitle(*cloth)) : QObject::tr("no cloth");
    setAccessibleName(cloth ? QObject::tr("Paint with %1, %2, worn by %n piece(s)", nullptr, count)
                                  .arg(QString::fromStdString(cloth->sign), title)
                            : QObject::tr("Take the cloth off, %n piece(s) have none", nullptr, count));
  }

  /// All that a row shows.
  static QString shows(const Cloth* cloth, int count) {
    if (!cloth) return QString::number(count);
    return QStringLiteral("%1 %2 %3 %4 %5 %6 ")
               .arg(count)
               .arg(cloth->colour.r)
               .arg(cloth->colour.g)
               .arg(cloth->colour.b)
               .arg(static_cast<int>(cloth->hatch))
               .arg(static_cast<int>(cloth->direction)) +
           QString::fromStdString(cloth->sign + clothTitle(*cloth));
  }

 protected:
  void draw(QPainter& p, double k) override {
    const Palette& c = currentPalette();
    const QRectF patch(8 * k, (height() - 26 * k) / 2, 26 * k, 26 * k);
    p.setPen(QPen(c.ink, 1.4));
    p.setBrush(cloth_ ? hatchBrush(*cloth_, devicePixelRatioF()) : QBrush(c.panel));
    p.drawRoundedRect(patch, 4 * k, 4 * k);
    p.setPen(c.ink);
    double x = patch.right() + 12 * k;
    const double base = height() / 2.0 + QFontMetricsF(textFont(15 * k)).capHeight() / 2;
    if (cloth_) {
      p.setFont(textFont(15 * k, QFont::Bold));
      p.drawText(QPointF(x, base), QString::fromStdString(cloth_->sign));
      x += 26 * k;
    }
    p.setFont(textFont(15 * k, QFont::Bold));
    const QString count = QString::number(count_);
    const double w = QFontMetricsF(p.font()).horizontalAdvance(count);
    p.drawText(QPointF(width() - w - 12 * k, base), count);
    p.setFont(textFont(15 * k));
    const QString title = cloth_ ? QString::fromStdString(clothTitle(*cloth_)) : QObject::tr("no cloth");
    p.drawText(QPointF(x, base),
               QFontMetricsF(p.font()).elidedText(title, Qt::ElideRight, width() - w - 24 * k - x));
  }

 private:
  std::optional<Cloth> cloth_;
  int count_;
};

/// A motif choice below its cloth: what the window shows, its name, how many pieces show it.
class MotifRow : public PaintedButton {
 public:
  MotifRow(const Project& project, const MotifChoice& motif, int count)
      : name_(QString::fromStdString(motif.name)), count_(count) {
    setCheckable(true);
    setMinimumHeight(scaled(36));
    setAccessibleName(
        QObject::tr("Paint with the motif %1, shown by %n piece(s)", nullptr, count).arg(name_));
    const Cloth* cloth = clothById(project, motif.cloth);
    if (!cloth || !cloth->print) return;
    const auto picture = project.pictures.find(cloth->print->picture);
    if (picture == project.pictures.end()) return;
    picture_ = picture->second;
    print_ = cloth->print;
    paper_ = windowOutline(*project.layout, motif);
  }
  static QString shows(const Cloth& cloth, const MotifChoice& m, int count) {
    return QStringLiteral("%1 %2 %3 %4 %5 ")
               .arg(count)
               .arg(m.at.x)
               .arg(m.at.y)
               .arg(m.turn.degrees())
               .arg(cloth.print ? cloth.print->dpi : 0) +
           QString::fromStdString(m.name + m.shape + (cloth.print ? cloth.print->picture : std::string()));
  }

 protected:
  void draw(QPainter& p, double k) override {
    const Palette& c = currentPalette();
    const QRectF into(38 * k, (height() - 30 * k) / 2, 30 * k, 30 * k);
    if (picture_ && !paper_.empty()) {
      const Box b = bounds(paper_);
      const double scale = std::min(into.width() / b.width(), into.height() / b.height());
      const PrintCut cut = printCut(*picture_, *print_, b, scale * devicePixelRatioF());
      p.save();
      p.translate(into.center());
      p.scale(scale, scale);
      p.translate(-(b.left + b.right) / 2, -(b.top + b.bottom) / 2);
      p.setRenderHint(QPainter::SmoothPixmapTransform);
      p.setPen(QPen(c.ink, 1.2 / scale));
      p.setBrush(cut.brush());
      p.drawPolygon(toQt(paper_));
      p.restore();
    }
    p.setPen(c.ink);
    p.setFont(textFont(15 * k, QFont::Bold));
    const double base = height() / 2.0 + QFontMetricsF(p.font()).capHeight() / 2;
    const QString count = QString::number(count_);
    const double w = QFontMetricsF(p.font()).horizontalAdvance(count);
    p.drawText(QPointF(width() - w - 12 * k, base), count);
    p.setFont(textFont(15 * k));
    p.drawText(QPointF(76 * k, base),
               QFontMetricsF(p.font()).elidedText(name_, Qt::ElideRight, width() - w - 100 * k));
  }

 private:
  QString name_;
  int count_;
  std::optional<Picture> picture_;
  std::optional<Print> print_;
  Polygon paper_;
};

/// One role: its name, how many pieces have it, and the cloth that is put on it.
class RoleRow : public PaintedButton {
 public:
  RoleRow(const QString& name, const QString& cloth, int count) : name_(name), cloth_(cloth), count_(count) {
    setCheckable(true);
    setMinimumHeight(scaled(36));
    setAccessibleName(QObject::tr("Give the role %1, of %n piece(s)%2", nullptr, count)
                          .arg(name)
                          .arg(cloth.isEmpty() ? QString() : QObject::tr(", wearing %1").arg(cloth)));
  }

 protected:
  void draw(QPainter& p, double k) override {
    const Palette& c = currentPalette();
    p.setPen(c.ink);
    p.setFont(textFont(15 * k, QFont::Bold));
    const double base = height() / 2.0 + QFontMetricsF(p.font()).capHeight() / 2;
    const QString count = QString::number(count_);
    const double w = QFontMetricsF(p.font()).horizontalAdvance(count);
    p.drawText(QPointF(width() - w - 12 * k, base), count);
    p.setFont(textFont(15 * k));
    const QString words = cloth_.isEmpty() ? name_ : name_ + QStringLiteral("  →  ") + cloth_;
    p.drawText(QPointF(10 * k, base),
               QFontMetricsF(p.font()).elidedText(words, Qt::ElideRight, width() - w - 34 * k));
  }

 private:
  QString name_, cloth_;
  int count_;
};

/// The name a further role begins with.
std::string nextRoleName(const Project& p) {
  const auto taken = [&](const std::string& name) {
    return std::any_of(p.roles.begin(), p.roles.end(), [&](const Role& r) { return r.name == name; });
  };
  for (const char* name : {"feature", "ground"})
    if (!taken(name)) return name;
  for (int n = 1;; ++n)
    if (const std::string name = "shade " + std::to_string(n); !taken(name)) return name;
}

}  // namespace

/// What a click reaches.
void PaintCard::wayRows() {
  way_ = new Pills({tr("Piece"), tr("Row"), tr("Ring round it"), tr("Alike"), tr("Unit"), tr("Area")},
                   tr("A click paints"));
  way_->setCurrent(0);
  body()->addWidget(way_);
  ringPills_ = new Pills({tr("ring 1"), tr("ring 2"), tr("ring 3"), tr("ring 4")}, tr("How many seams away"));
  ringPills_->setCurrent(0);
  body()->addWidget(ringPills_);
  areaPills_ = new Pills({tr("box"), tr("freehand")}, tr("How the area is drawn"));
  areaPills_->setCurrent(0);
  body()->addWidget(areaPills_);
  unitPills_ = new Pills({tr("the unit"), tr("the unit round it")}, tr("Which unit of units"));
  unitPills_->setCurrent(0);
  body()->addWidget(unitPills_);
  sameTurn_ = new QCheckBox(tr("facing the same way"));
  body()->addWidget(sameTurn_);
  note_ = wrapped({}, "muted");
  body()->addWidget(note_);
  for (Pills* pills : {areaPills_, unitPills_})
    connect(pills, &Pills::chosen, this, [this] { setWay(way()); });
  connect(sameTurn_, &QCheckBox::clicked, this, [this] { setWay(way()); });
}

bool PaintCard::sameTurn() const {
  return sameTurn_->isChecked();
}

AreaKind PaintCard::area() const {
  if (way() != PaintWay::Area) return AreaKind::None;
  return areaPills_->current() == 0 ? AreaKind::Box : AreaKind::Lasso;
}

PaintCard::PaintCard(Session& session) : Card(tr("Paint with")), session_(session) {
  auto* rows = new QWidget;
  rows_ = new QVBoxLayout(rows);
  clothRows_ = std::make_unique<KeptRows>(rows_);
  rows_->setContentsMargins(0, 0, 0, 0);
  rows_->setSpacing(scaled(2));
  body()->addWidget(rows);
  auto* add = button(tr("+ Add a cloth"), "link");
  body()->addWidget(add);
  joinNear_ = button(tr("Join cloths of near colours"), "link");
  body()->addWidget(joinNear_);
  connect(joinNear_, &QPushButton::clicked, this,
          [this] { session_.edit(JoinNearCloths{kNearColour}, tr("joined cloths of near colours")); });
  auto* roleRows = new QWidget;
  roles_ = new QVBoxLayout(roleRows);
  roleRows_ = std::make_unique<KeptRows>(roles_);
  roles_->setContentsMargins(0, 0, 0, 0);
  roles_->setSpacing(scaled(2));
  body()->addWidget(roleRows);
  auto* addRole = button(tr("+ Add a role"), "link");
  body()->addWidget(addRole);
  roleFields_ = new QWidget;
  auto* fields = new QVBoxLayout(roleFields_);
  fields->setContentsMargins(0, 0, 0, 0);
  fields->setSpacing(scaled(4));
  roleName_ = new TextField;
  roleName_->setAccessibleName(tr("Name of the role"));
  wears_ = new ChoiceList;
  wears_->setAccessibleName(tr("The cloth put on this role"));
  fields->addWidget(fieldRow(tr("Role"), roleName_));
  fields->addWidget(fieldRow(tr("wears"), wears_));
  auto* drop = button(tr("Drop this role"), "warnlink");
  fields->addWidget(wrappingRow({drop}));
  body()->addWidget(roleFields_);
  const auto nowRole = [this] { return session_.project().roles[static_cast<std::size_t>(role_)].name; };
  connect(addRole, &QPushButton::clicked, this, [this] {
    session_.edit(AddRole{nextRoleName(session_.project())}, tr("added a role"), {},
                  whileThere(this, [this](bool made) {
                    if (made) chooseRole(static_cast<ClothId>(session_.project().roles.size() - 1));
                  }));
  });
  connect(roleName_, &QLineEdit::editingFinished, this, [this, nowRole] {
    const std::string name = roleName_->text().trimmed().toStdString();
    if (role_ == kNoRole || name.empty() || name == nowRole()) return;
    session_.edit(RenameRole{nowRole(), name}, tr("named a role"));
  });
  connect(wears_, &QComboBox::activated, this, [this, nowRole](int i) {
    const Cloth* cloth = clothById(session_.project(), static_cast<ClothId>(wears_->itemData(i).toInt()));
    session_.edit(PutOnRole{nowRole(), cloth ? cloth->id : kNoCloth}, tr("put a cloth on a role"));
  });
  connect(drop, &QPushButton::clicked, this, [this, nowRole] {
    const std::string name = nowRole();
    role_ = kNoRole;
    session_.edit(DropRole{name}, tr("dropped a role"));
  });
  wayRows();
  connect(&session_, &Session::opened, this, [this] {
    role_ = kNoRole;
    motif_ = -1;
    cloth_ = session_.project().cloths.empty() ? kNoCloth : session_.project().cloths.front().id;
  });
  connect(&session_, &Session::changed, this, &PaintCard::refresh);
  connect(add, &QPushButton::clicked, this, [this] {
    std::string name;
    for (int n = 1; name.empty() || findCloth(session_.project(), name); ++n)
      name = "New cloth" + (n == 1 ? "" : " " + std::to_string(n));
    AddCloth edit;
    edit.fields.name = name;
    session_.edit(std::move(edit), tr("added a cloth"), {}, whileThere(this, [this](bool made) {
                    if (made) chooseCloth(session_.project().cloths.back().id);
                  }));
  });
  connect(way_, &Pills::chosen, this, [this] { setWay(way()); });
  connect(ringPills_, &Pills::chosen, this, [this](int i) {
    ring_ = i + 1;
    setWay(way());
  });
  setWay(PaintWay::Piece);
}

void PaintCard::setWay(PaintWay way) {
  way_->setCurrent(static_cast<int>(way));
  ringPills_->setVisible(way == PaintWay::Ring);
  areaPills_->setVisible(way == PaintWay::Area);
  unitPills_->setVisible(way == PaintWay::Unit);
  sameTurn_->setVisible(way == PaintWay::Alike);
  switch (way) {
    case PaintWay::Piece:
      note_->setText(tr("One piece."));
      break;
    case PaintWay::Row:
      note_->setText(
          tr("All pieces on the line through this one, at %1°. T turns the line.").arg(rowDegrees_));
      break;
    case PaintWay::Ring:
      note_->setText(tr("Rings round the piece you click: those that are %1 away from it.")
                         .arg(tr("%n seam(s)", nullptr, ring_)));
      break;
    case PaintWay::Unit:
      note_->setText(tr("The unit of the piece; with Shift all units of its name."));
      break;
    case PaintWay::Area:
      note_->setText(areaPills_->current() == 0
                         ? tr("Drag a box over the pieces; with the keyboard Enter at two corners.")
                         : tr("Drag a line round the pieces."));
      break;
    case PaintWay::Alike:
      note_->setText(tr("The same shape wearing the same cloth; with Shift all of the shape."));
      break;
  }
  Q_EMIT choiceChanged();
}

void PaintCard::turnRow() {
  const auto* at = std::find(std::begin(kRowTurns), std::end(kRowTurns), rowDegrees_);
  const auto i = static_cast<std::size_t>(at - std::begin(kRowTurns));
  rowDegrees_ = kRowTurns[(i + 1) % std::size(kRowTurns)];
  setWay(PaintWay::Row);
}

void PaintCard::chooseRole(ClothId role) {
  motif_ = -1;
  role_ = role;
  refresh();
  Q_EMIT choiceChanged();
}

void PaintCard::addRoleRow(ClothId role) {
  const Project& p = session_.project();
  const Role& r = p.roles[static_cast<std::size_t>(role)];
  int count = 0;
  for (std::size_t i = 0; i < p.roleOf.size(); ++i) count += p.roleOf[i] == role;
  const Cloth* cloth = clothById(p, r.cloth);
  const QString name = QString::fromStdString(r.name),
                wears = cloth ? QString::fromStdString(clothTitle(*cloth)) : QString();
  QWidget* row =
      roleRows_->row(QString::number(role), QStringLiteral("%1\n%2\n%3").arg(name, wears).arg(count), [&] {
        auto* made = new RoleRow(name, wears, count);
        connect(made, &QPushButton::clicked, this, [this, role] { chooseRole(role); });
        return made;
      });
  static_cast<RoleRow*>(row)->setChecked(role == role_);
}

void PaintCard::refreshRoles() {
  const Project& p = session_.project();
  roleRows_->begin();
  if (role_ >= static_cast<ClothId>(p.roles.size())) role_ = kNoRole;
  for (std::size_t i = 0; i < p.roles.size(); ++i) addRoleRow(static_cast<ClothId>(i));
  roleRows_->end();
  roleFields_->setVisible(role_ != kNoRole);
  if (role_ == kNoRole) return;
  const Role& role = p.roles[static_cast<std::size_t>(role_)];
  showIn(*roleName_, QString::fromStdString(role.name));
  wears_->clear();
  wears_->addItem(tr("no cloth yet"), static_cast<int>(kNoCloth));
  for (const Cloth& c : p.cloths)
    wears_->addItem(QString::fromStdString(c.sign + "  " + clothTitle(c)), static_cast<int>(c.id));
  wears_->setCurrentIndex(std::max(0, wears_->findData(static_cast<int>(role.cloth))));
}

void PaintCard::chooseMotif(int motif) {
  const auto& all = session_.project().motifs;
  const auto at = std::find_if(all.begin(), all.end(), [&](const MotifChoice& m) { return m.id == motif; });
  if (at == all.end()) return;
  role_ = kNoRole;
  cloth_ = at->cloth;
  motif_ = motif;
  refresh();
  Q_EMIT choiceChanged();
}

void PaintCard::addMotifRow(const MotifChoice& m) {
  const Cloth* cloth = clothById(session_.project(), m.cloth);
  if (!cloth) return;
  const Painting& worn = session_.project().painting;
  const int count = static_cast<int>(
      std::count_if(m.pieces.begin(), m.pieces.end(), [&](std::uint32_t i) { return worn[i] == m.cloth; }));
  QWidget* row =
      clothRows_->row(QStringLiteral("motif %1").arg(m.id), MotifRow::shows(*cloth, m, count), [&] {
        auto* made = new MotifRow(session_.project(), m, count);
        connect(made, &QPushButton::clicked, this, [this, id = m.id] { chooseMotif(id); });
        return made;
      });
  static_cast<MotifRow*>(row)->setChecked(m.id == motif_ && role_ == kNoRole);
}

void PaintCard::chooseCloth(ClothId cloth) {
  role_ = kNoRole;
  motif_ = -1;
  cloth_ = cloth;
  refresh();
  Q_EMIT choiceChanged();
}

void PaintCard::addRow(const Cloth* cloth) {
  const ClothId id = cloth ? cloth->id : kNoCloth;
  const int count = session_.tally().count(id);
  QWidget* row = clothRows_->row(QString::number(id), ClothRow::shows(cloth, count), [&] {
    auto* made = new ClothRow(cloth, count);
    connect(made, &QPushButton::clicked, this, [this, id] { chooseCloth(id); });
    return made;
  });
  static_cast<ClothRow*>(row)->setChecked(id == cloth_ && motif_ < 0 && role_ == kNoRole);
}

void PaintCard::refresh() {
  clothRows_->begin();
  if (!clothById(session_.project(), cloth_) && !session_.project().cloths.empty() && cloth_ != kNoCloth)
    cloth_ = session_.project().cloths.front().id;
  const auto& motifs = session_.project().motifs;
  if (std::none_of(motifs.begin(), motifs.end(), [&](const MotifChoice& m) { return m.id == motif_; }))
    motif_ = -1;
  for (const Cloth& c : session_.project().cloths) {
    addRow(&c);
    for (const MotifChoice& m : motifs)
      if (m.cloth == c.id) addMotifRow(m);
  }
  addRow(nullptr);
  clothRows_->end();
  std::vector<Rgb> plain;
  for (const Cloth& c : session_.project().cloths)
    if (!c.print && c.lengths.empty()) plain.push_back(c.colour);
  bool near = false;
  for (std::size_t i = 0; i < plain.size() && !near; ++i)
    for (std::size_t j = 0; j < i && !near; ++j) near = colourDistance(plain[i], plain[j]) < kNearColour;
  joinNear_->setVisible(near);
  refreshRoles();
}

}  // namespace clathra
