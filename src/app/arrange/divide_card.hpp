// Dividing a piece into its small relatives: how many of each, all ways as a gallery, one click to take one.
#pragma once
#include <memory>

#include "app/canvas/layout_canvas.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "layout/subdivide.hpp"

namespace clathra {

class DivideCard : public Card {
  Q_OBJECT
 public:
  DivideCard(Session& session, LayoutCanvas& canvas);
  void setActive(bool active);
  bool active() const { return active_; }
  /// What a click on the picture does, as a sentence.
  QString sentence() const;
  /// The pieces that would be divided together with this one.
  std::vector<std::uint32_t> together(std::uint32_t piece, bool shift) const;
  void choosePiece(std::uint32_t piece);

 Q_SIGNALS:
  void pieceChosen();
  void said(const QString& sentence);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  enum Way { Stated, Mixed };
  enum Extent { One, Alike, Different };
  /// What was asked, and the page of fillings that answers it.
  struct Answer {
    std::shared_ptr<const Subdivision> subdivision;
    std::vector<Filling> fillings;
    std::uint64_t all = 0, upToTurns = 0, upToMirror = 0;
    std::uint64_t listed = 0;  ///< to page through
    QString fault;
  };
  static Answer answer(const Polygon& large, int divisions, Way way, const PartCounts& counts,
                       const std::vector<bool>& allowed, int pieces, bool mirroredOnce, std::uint64_t first,
                       const Progress& progress);
  void refresh();
  void ask();
  void show(Answer answer);
  void preview(int filling);
  void take(int filling);
  void suggestCounts();
  PartCounts counts() const;
  std::vector<bool> allowed() const;
  Subdivide editFor(std::uint64_t index) const;
  const Piece* model() const;

  Session& session_;
  LayoutCanvas& canvas_;
  bool active_ = false;
  int piece_ = -1;
  std::uint64_t page_ = 0;
  QLabel *what_, *note_, *pageNote_;
  CountField *divisions_, *pieces_;
  Pills *way_, *extent_;
  QPushButton* once_;  ///< mirrored fillings are shown once
  QWidget *stated_, *mixed_, *gallery_, *paging_;
  std::vector<CountField*> counts_;
  std::vector<QPushButton*> allowed_;
  QPushButton *back_, *on_;
  Answer shown_;
  Latest<Answer> working_;
};

}  // namespace clathra
