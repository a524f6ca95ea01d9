// Whether the colours meet along the seams of a motif choice: both rows of colours face each other, with
// where they change.
#pragma once
#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "motif/meeting.hpp"

class QLabel;
class QVBoxLayout;

namespace clathra {

class MeetingCard : public Card {
  Q_OBJECT
 public:
  explicit MeetingCard(Session& session);
  /// Of this choice; what was worked out of another state is not shown.
  void show(int motif);

 private:
  struct Asked {
    MotifChoice motif;
    Print print;
    std::shared_ptr<const Layout> layout;
    std::shared_ptr<const Bytes> picture;
    friend bool operator==(const Asked&, const Asked&) = default;
  };
  std::optional<Asked> askedNow() const;
  void list(const Result<std::vector<Meeting>>& meetings);

  Session& session_;
  int motif_ = -1;
  std::optional<Asked> asked_;
  Latest<Result<std::vector<Meeting>>> work_;
  QVBoxLayout* rows_ = nullptr;
};

}  // namespace clathra
