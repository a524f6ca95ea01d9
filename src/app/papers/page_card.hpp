// The page that papers are printed on, and how they lie on it.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class PageCard : public Card {
  Q_OBJECT
 public:
  explicit PageCard(Session& session);
  void refresh();
  void focusChosen() { page_->focusChosen(); }

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void typePage();
  void choosePage();
  QString shownPage() const;
  LengthUnit unit() const { return session_.project().settings.unit; }

  Session& session_;
  Pills *page_, *way_, *sort_, *side_, *lay_;
  QLineEdit* own_;
  LengthField *margin_, *gap_;
  QLabel *rules_, *both_, *laidFor_;
  QString ownShown_;  ///< the text that the field of a page of one's own was given
};

}  // namespace clathra
