// The second looks that belong to a station: why, and one click to see the pieces, mend it or set it aside.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"

namespace clathra {

class RemarksCard : public Card {
  Q_OBJECT
 public:
  RemarksCard(Session& session, const QString& station);
 Q_SIGNALS:
  void showPieces(const std::vector<std::uint32_t>& pieces);

 protected:
  bool event(QEvent* event) override;

 private:
  void refresh();
  void add(const Remark& remark);
  QWidget* boxFor(const Remark& remark);
  void askReason(const Remark& remark, QWidget* row);
  Session& session_;
  QString station_;
  KeptRows rows_;
};

}  // namespace clathra
