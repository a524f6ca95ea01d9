// A cloth that is sewn together from strips of others before patches are cut from it.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QLabel;

namespace clathra {

class JoinedCard : public Card {
  Q_OBJECT
 public:
  explicit JoinedCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  const Cloth* cloth() const { return clothById(session_.project(), cloth_); }
  void read();
  QString strips() const;

  Session& session_;
  ClothId cloth_ = kNoCloth;
  TextField* strips_ = nullptr;
  QLabel* note_ = nullptr;
};

}  // namespace clathra
