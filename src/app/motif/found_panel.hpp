// Find me some: the best windows of a print as a gallery that fills while it is searched.
#pragma once
#include <QFrame>

#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "motif/search.hpp"

class QHBoxLayout;
class QLabel;
class QScrollArea;

namespace clathra {

class FoundPanel : public QFrame {
  Q_OBJECT
 public:
  explicit FoundPanel(Session& session);
  /// Of this choice; what was found for another shape or print is not shown.
  void show(int motif);
  /// How units are drawn.
  void setUnit(int copies, bool mirrored);
  int tiles() const { return static_cast<int>(found_.size()); }
  void search();
  bool searching() const { return work_.running(); }

 Q_SIGNALS:
  void taken(clathra::Point at, clathra::Angle turn);

 private:
  /// What an answer depends on.
  struct Asked {
    MotifChoice motif;  ///< without its window and words
    Print print;
    std::shared_ptr<const Layout> layout;
    std::shared_ptr<const Bytes> picture;
    SearchWishes wishes;
    friend bool operator==(const Asked&, const Asked&) = default;
  };
  std::optional<Asked> askedNow() const;
  SearchWishes wishes() const;
  void listColours();
  void stop();
  void list(const std::vector<FoundWindow>& found);
  void say(const QString& words);

  Session& session_;
  int motif_ = -1, copies_ = 6;
  bool mirrored_ = false;
  std::optional<Asked> asked_;
  std::shared_ptr<const Bytes> coloursOf_;
  Latest<Result<std::vector<FoundWindow>>> work_;
  std::unique_ptr<Door> soFar_;
  std::vector<FoundWindow> found_;
  QPushButton *find_ = nullptr, *stop_ = nullptr;
  Pills* look_ = nullptr;
  QComboBox* colour_ = nullptr;
  QLabel* note_ = nullptr;
  QScrollArea* scroll_ = nullptr;
  QHBoxLayout* row_ = nullptr;
};

}  // namespace clathra
