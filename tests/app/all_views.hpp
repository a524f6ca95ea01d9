// Every view of every station, and the way into it.
#pragma once
#include "driver.hpp"

namespace support {

/// A way of looking at a station: what is pressed first, and whether all its cards are unfolded. Arrange
/// keeps the cards of its modes apart: there each is looked at by itself.
struct View {
  const char* station;
  QStringList first;
};

/// Of support::asymmetric() and what is made from it.
inline const std::vector<View>& allViews() {
  static const std::vector<View> all{{"Arrange", {}},
                                     {"Arrange", {"Shape and size"}},
                                     {"Arrange", {"Fit to size"}},
                                     {"Arrange", {"Units"}},
                                     {"Arrange", {"Shapes of your own"}},
                                     {"Arrange", {"Paint by chance"}},
                                     {"Arrange", {"Variants"}},
                                     {"Arrange", {"Numbers and map"}},
                                     {"Arrange", {"Turned copies"}},
                                     {"Arrange", {"Divide a piece"}},
                                     {"Arrange", {"Exchange"}},
                                     {"Arrange", {"Draft"}},
                                     {"Arrange", {"Outer edge"}},
                                     {"Papers", {}},
                                     {"Papers", {"What is shown: Will it close?"}},
                                     {"Papers", {"What is shown: Cutter"}},
                                     {"Cloth", {"Lantern Damask"}},
                                     {"Motif", {}},
                                     {"Cut", {"B, Lantern Damask"}},
                                     {"Cut", {"C, Wader Stripe"}}};
  return all;
}

inline QString titleOf(const View& v) {
  return QString(v.station) + (v.first.isEmpty() ? QString() : QStringLiteral(", ") + v.first.last());
}

/// Opens the file and goes there. False if it cannot be opened.
inline bool openView(Driver& d, const QString& file, const View& v) {
  if (!d.open(file)) return false;
  d.click(v.station);
  for (const QString& name : v.first)
    if (!d.has<QAbstractButton>(name + QStringLiteral(", open"))) d.click(name);
  if (QString(v.station) == QStringLiteral("Arrange")) return true;
  for (;;) {
    QAbstractButton* folded = nullptr;
    for (auto* b : d.window->findChildren<QAbstractButton*>())
      if (b->isVisible() && Driver::nameOf(b).endsWith(QStringLiteral(", folded"))) folded = b;
    if (!folded) {
      // What was unfolded may have changed what is shown.
      if (!v.first.isEmpty() && v.first.last().startsWith(QStringLiteral("What is shown")))
        d.click(v.first.last());
      return true;
    }
    d.bringIntoView(folded);
    QTest::mouseClick(folded, Qt::LeftButton);
    d.settle();
  }
}

}  // namespace support
