// Papers I have: the box of papers, by the kinds of this layout, and what is still to be made.
#pragma once
#include <memory>

#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class BoxCard : public Card {
  Q_OBJECT
 public:
  explicit BoxCard(Session& session);
  void refresh();

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  QWidget* kindRow(const KindSupply& kind);
  /// Changes what the box says of a kind: counts, packs or their price.
  void change(const KindSupply& kind, const std::function<void(OwnedPapers&)>& how);
  void takeIn();
  void save();

  Session& session_;
  QLabel *note_, *others_;
  std::unique_ptr<KeptRows> rows_;
};

}  // namespace clathra
