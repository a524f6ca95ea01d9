// The gallery of arrangements: drawn live, with facts beside each, searched by words and by the shapes one
// owns.
#pragma once
#include <QWidget>
#include <map>
#include <set>
#include <string>

#include "app/session/latest.hpp"
#include "app/session/preferences.hpp"
#include "layout/facts.hpp"

class QLabel;
class QLineEdit;

namespace clathra {

class Card;
class FlowLayout;
class GalleryTile;

class Gallery : public QWidget {
  Q_OBJECT
 public:
  Gallery(const ArrangementLibrary& library, Preferences& preferences, QWidget* parent = nullptr);

 Q_SIGNALS:
  void chosen(const QString& arrangement);

 protected:
  void showEvent(QShowEvent*) override;

 private:
  using Facts = std::map<std::string, ArrangementFacts>;
  void know(Facts facts);
  void addShapes();
  void filter();
  bool matches(const GalleryTile& tile) const;

  Preferences& preferences_;
  std::vector<Arrangement> arrangements_;
  Latest<Facts> working_;
  Facts facts_;
  std::set<std::string> owned_;
  QLineEdit* search_;
  Card* shapes_;
  FlowLayout* chips_;
  FlowLayout* flow_;
  std::vector<GalleryTile*> tiles_;
  QLabel* none_;
};

}  // namespace clathra
