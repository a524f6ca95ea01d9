// Setting out a unit with a path between the copies: how many pieces the path takes is told, and drawn, while
// they are moved apart.
#pragma once
#include <QCheckBox>
#include <QComboBox>
#include <QPushButton>
#include <QWidget>

#include "app/canvas/layout_canvas.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "layout/set_out.hpp"

namespace clathra {

class SetOutPanel : public QWidget {
  Q_OBJECT
 public:
  SetOutPanel(Session& session, LayoutCanvas& canvas);
  /// Units by name; `cloth`: what the path wears.
  void offer(const QStringList& names);
  void setCloth(ClothId cloth) { cloth_ = cloth; }

 Q_SIGNALS:
  void said(const QString& sentence);
  void answered(const QString& sentence);  ///< how many pieces the path takes

 private:
  void offerPaths();
  void show();
  void tell(const Layout& layout, const std::vector<std::uint32_t>& pieces, std::uint32_t cell,
            const Result<SettingOut>& plan);
  void answer(const QString& sentence, std::vector<Polygon> path, std::vector<Polygon> copies);
  void noAnswer(const QString& sentence);
  std::vector<std::uint32_t> unit() const;
  SetOutAsk ask() const;

  Session& session_;
  LayoutCanvas& canvas_;
  QComboBox *unit_, *path_;
  CountField *across_, *down_, *apart_;
  QCheckBox* allRound_;
  QLabel* answer_;
  QPushButton *make_, *stop_;
  Latest<Result<SettingOut>> working_;
  ClothId cloth_ = kNoCloth;
};

}  // namespace clathra
