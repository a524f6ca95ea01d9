// Units: choosing pieces, naming them, exchanging one kind for another.
#pragma once
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include "app/arrange/set_out_panel.hpp"
#include "app/canvas/layout_canvas.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class UnitsCard : public Card {
  Q_OBJECT
 public:
  UnitsCard(Session& session, LayoutCanvas& canvas);
  /// Clicks choose pieces for a unit instead of painting them.
  bool choosing() const { return choosing_; }
  void toggle(const std::vector<std::uint32_t>& pieces);
  void setCloth(ClothId cloth) { setOut_->setCloth(cloth); }  ///< of a path
  void stop();                                                ///< lets the chosen pieces go
  QString sentence() const;

 Q_SIGNALS:
  void said(const QString& sentence);
  void sentenceChanged();
  void answered(const QString& sentence);  ///< how many pieces a path takes

 private:
  void refresh();
  void setChoosing(bool choosing);
  void showChosen();
  void showOutlines();
  void make();
  QWidget* kindRow(const std::string& name, int units, int pieces, const QString& holds);
  void offerKinds(const QStringList& names);

  Session& session_;
  LayoutCanvas& canvas_;
  bool choosing_ = false;
  std::vector<std::uint32_t> chosen_;
  QPushButton *choose_, *make_, *replace_;
  QLineEdit* name_;
  QCheckBox* everywhere_;
  QWidget *making_, *kinds_, *replacing_;
  std::unique_ptr<KeptRows> kindRows_;
  QComboBox *from_, *by_;
  SetOutPanel* setOut_;
  QLabel* note_;
};

}  // namespace clathra
