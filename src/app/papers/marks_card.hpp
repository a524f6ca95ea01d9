// What is printed on papers.
#pragma once
#include <QCheckBox>

#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"

namespace clathra {

class MarksCard : public Card {
  Q_OBJECT
 public:
  explicit MarksCard(Session& session);
  void refresh();

 private:
  struct Mark {
    QCheckBox* box;
    bool PaperMarks::*is;
  };
  void change(const std::function<void(PaperMarks&)>& how);

  Session& session_;
  std::vector<Mark> marks_;
  Pills* hand_;
};

}  // namespace clathra
