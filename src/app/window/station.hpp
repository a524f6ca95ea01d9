// What the window knows of a station: a picture, a bench, figures for the strip.
#pragma once
#include <QScrollArea>
#include <QVBoxLayout>
#include <QWidget>
#include <functional>
#include <vector>

#include "app/session/preferences.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/rail.hpp"
#include "app/widgets/tally_strip.hpp"

namespace clathra {

/// The id that a remark names, by its check or its subject alone: "washing:#2" and "#2" are 2.
std::optional<int> subjectOf(const QString& about);

/// Unfolds a card and brings its head to the top of its bench, as far as the bench scrolls.
void leadTo(Card& card);

class Station : public QObject {
  Q_OBJECT
 public:
  Station(Session& session, Preferences& preferences, QObject* parent)
      : QObject(parent), session_(session), preferences_(preferences) {}

  virtual QString id() const = 0;
  virtual QWidget* picture() = 0;
  virtual QWidget* bench() = 0;
  virtual std::vector<StripFigure> figures() const = 0;
  /// Leads the eye (and the focus) to what a remark or "What next" speaks of.
  virtual void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) = 0;

  /// Another project: tools, views and bench as they are at first.
  void begin();

  /// Shows the project as it is now, if that was put off while the station was out of sight.
  void freshen() {
    if (!stale_) return;
    stale_ = false;
    refresh();
  }

 Q_SIGNALS:
  void figuresChanged();
  void said(const QString& sentence);  ///< a calm message
  void benchWanted();                  ///< what is done next is done there
  void goTo(const QString& station, const QString& about, const std::vector<std::uint32_t>& pieces = {});

 protected:
  virtual void beginFresh() {}
  /// Fills picture and bench from the project.
  virtual void refresh() = 0;
  /// For the session's signals: a station out of sight waits until it is looked at.
  void refreshIfSeen() {
    stale_ = true;
    if (session_.isOpen() && (picture()->isVisible() || bench()->isVisible())) freshen();
  }
  /// Writes something off the interface thread; the sentence it gives is said afterwards.
  void output(std::function<Result<QString>(const Progress&)> work);
  LengthUnit unit() const { return session_.project().settings.unit; }
  Session& session_;
  Preferences& preferences_;

 private:
  bool stale_ = true;
};

/// The cards of a station, one under the other. It scrolls by the user's hand alone.
class Bench : public QScrollArea {
  Q_OBJECT
 public:
  explicit Bench(const std::vector<QWidget*>& cards);
  /// Seats these first, the others in their order behind them, and begins at the top.
  void bringFirst(const std::vector<QWidget*>& first);

 private:
  std::vector<QWidget*> cards_;
  QVBoxLayout* rows_;
};
/// A picture that scrolls where the window is too small for it.
QWidget* scrolledPicture(QWidget* picture);
/// The difference of counts as the strip shows it: "+36"; nothing while it is zero.
QString changeText(int now, int before);
/// "1,234 pieces" figures that more than one station shows.
StripFigure piecesFigure(const Session& session);
StripFigure sizeFigure(const Session& session);
/// The second looks at this station.
StripFigure remarksFigure(const Session& session, const QString& station);
/// Figures of the strip in the project's system: seams and thread, and cloth to cut or to buy.
QString longText(const Session& session, double mm);
QString clothText(const Session& session, double mm);
/// What all plans leave to buy, by the length and by the piece: "41 cm + 18 pieces".
QString toBuyText(const Session& session);
/// "45 min", "1 h 12".
QString minutesText(double minutes);
/// How a print repeats, in mm: "96.0 × 110.0 mm, half-drop", or that it is not known.
QString repeatText(const Print& print);
/// How a length changed: "+1/2 in".
QString changeOf(const Session& session, double now, double before);

}  // namespace clathra
