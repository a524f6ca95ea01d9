// Cloth: the shelf, each cloth drawn to scale, and what is known of it.
#pragma once
#include <QCheckBox>
#include <QComboBox>
#include <QPlainTextEdit>
#include <set>

#include "app/canvas/picture_view.hpp"
#include "app/cloth/buying_card.hpp"
#include "app/cloth/facts_card.hpp"
#include "app/cloth/gives_card.hpp"
#include "app/cloth/joined_card.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"
#include "store/print_file.hpp"

class QTemporaryDir;

namespace clathra {

class ClothStation : public Station {
  Q_OBJECT
 public:
  ClothStation(Session& session, Preferences& preferences, QObject* parent);
  static constexpr const char* kId = "cloth";
  QString id() const override { return QLatin1String(kId); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;
  void choose(ClothId cloth);
  /// A collection's row shows each of its cloths, or one stack again.
  void unfold(ClothId cloth, bool open);
  ClothId chosen() const { return chosen_; }

 private:
  QWidget* clothCard();
  QWidget* printCard();
  void connectPrint();
  void beginFresh() override;
  void refresh() override;
  void fillShelf();
  void fillBench();
  void change(ClothFields fields, const QString& label);
  void changePrint(PrintFields fields, const QString& label);
  /// One field alone.
  template <class T, class Value>
  void change(std::optional<T> ClothFields::*field, Value&& value, const QString& label) {
    ClothFields fields;
    fields.*field = std::forward<Value>(value);
    change(std::move(fields), label);
  }
  template <class T, class Value>
  void changePrint(std::optional<T> PrintFields::*field, Value&& value, const QString& label) {
    PrintFields fields;
    fields.*field = std::forward<Value>(value);
    changePrint(std::move(fields), label);
  }
  void traceScrap();
  void setLengths();
  QStringList writtenLengths() const;
  QString shownLengths() const;
  QStringList typedLengths();
  void fillSteps(Length own);
  void setMirror();
  void setRepeat(LengthField* typed, std::optional<Length> PrintFields::*own,
                 std::optional<Length> PrintFields::*other);
  /// Opens the print's picture on a thread, then the dialog, then keeps what it made on a thread again.
  void makeTrue();
  void showTrue(ClothId id, const Print& before, const Raster& picture);
  void keepTrue(ClothId id, PrintFields print, std::shared_ptr<QTemporaryDir> folder);
  void savePractice(QPoint menuAt);
  void loadPrint();
  /// Looks for the repeat and scale of a print on a thread of its own; what it finds is taken where nothing
  /// was typed meanwhile.
  void lookForRepeat(ClothId cloth, std::function<Result<PrintRead>(const Progress&)> read, bool asked);
  void takeFound(ClothId cloth, const Print& before, const Result<PrintRead>& read);
  void showRepeat(const Print& print);
  void remove();
  void pickColour();
  const Cloth* cloth() const { return clothById(session_.project(), chosen_); }

  std::unique_ptr<KeptRows> shelfRows_;
  QWidget *picture_ = nullptr, *bench_ = nullptr, *shelf_ = nullptr, *sized_ = nullptr,
          *printFields_ = nullptr;
  Card *clothCard_ = nullptr, *printCard_ = nullptr;
  BuyingCard* buying_ = nullptr;
  FactsCard* facts_ = nullptr;
  JoinedCard* joined_ = nullptr;
  GivesCard* gives_ = nullptr;
  QLineEdit *name_ = nullptr, *lengths_ = nullptr;
  QPushButton* colour_ = nullptr;
  QCheckBox *scraps_ = nullptr, *mirror_ = nullptr, *placeKnown_ = nullptr;
  QComboBox *direction_ = nullptr, *hatch_ = nullptr, *increment_ = nullptr, *kind_ = nullptr;
  LengthField *width_ = nullptr, *allowance_ = nullptr, *along_ = nullptr, *across_ = nullptr,
              *mirrorAt_ = nullptr, *pictureWidth_ = nullptr, *markX_ = nullptr, *markY_ = nullptr;
  QLabel* printNote_ = nullptr;
  ClothId chosen_ = kNoCloth;
  std::set<ClothId> unfolded_;
  Latest<Result<PrintRead>> looking_;
  Latest<Result<ScaledPicture>> opening_;  ///< a picture that a scrap is traced over
  Latest<Result<Raster>> decoding_;        ///< a picture that is made true
  Latest<Status> keeping_;                 ///< one that was
  QPushButton *trace_ = nullptr, *load_ = nullptr, *find_ = nullptr, *true_ = nullptr,
              *stopLooking_ = nullptr;
  bool filling_ = false;
};

}  // namespace clathra
