// True scale: what the rules of a printed sheet read, and the correction of the next print.
#pragma once
#include "app/session/preferences.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "draw/exporter.hpp"
#include "paper/true_scale.hpp"

namespace clathra {

class ScaleCard : public Card {
  Q_OBJECT
 public:
  ScaleCard(Session& session, Preferences& preferences);
  void refresh();
  /// The printer that is used now; one that was never measured draws true to size.
  PrinterProfile printer() const { return printer_; }

 Q_SIGNALS:
  void said(const QString& sentence);
  void practise(PrintScale off);  ///< print as a printer would that is off so

 private:
  void choose();
  void correct();
  void buildPractice();
  void sendPractice();
  Page page() const;

  Session& session_;
  Preferences& preferences_;
  PrinterProfile printer_;
  QLineEdit* name_ = nullptr;
  LengthField *across_ = nullptr, *down_ = nullptr;
  QLineEdit *offAcross_ = nullptr, *offDown_ = nullptr;
  LengthField *shear_ = nullptr, *drift_ = nullptr;
  QLabel *rules_ = nullptr, *answer_ = nullptr;
  QString told_;  ///< what the last measuring came to
};

}  // namespace clathra
