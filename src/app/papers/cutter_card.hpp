// Sheets for a cutting machine, and the stand-in cutter to try them on.
#pragma once
#include <QCheckBox>

#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "exchange/cut_file.hpp"
#include "exchange/practice_cutter.hpp"

namespace clathra {

struct CutterAnswer {
  CutterReport report;
  CutterMat mat;
};

class CutterCard : public Card {
  Q_OBJECT
 public:
  explicit CutterCard(Session& session);
  void refresh();
  CutWishes wishes() const;
  std::shared_ptr<const CutterAnswer> answer() const { return answer_; }
  void forget();
  bool working() const { return working_.running(); }

 Q_SIGNALS:
  void said(const QString& sentence);
  void save(const QString& suffix);
  void read();  ///< the practice cutter has read a file

 private:
  void practise();
  void tell();

  Session& session_;
  LengthField *kerf_, *width_, *height_;
  QCheckBox* shared_;
  QLabel* told_;
  Latest<Result<CutterAnswer>> working_;
  std::shared_ptr<const CutterAnswer> answer_;
};

}  // namespace clathra
