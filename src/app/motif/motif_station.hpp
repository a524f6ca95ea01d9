// Motif: which spot of a print some patches show, and what copies of it make together.
#pragma once
#include <QCheckBox>
#include <QComboBox>

#include "app/canvas/picture_view.hpp"
#include "app/motif/choice_icons.hpp"
#include "app/motif/found_panel.hpp"
#include "app/motif/meeting_card.hpp"
#include "app/motif/new_choice.hpp"
#include "app/motif/strip_seam_row.hpp"
#include "app/motif/swatch_view.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"

namespace clathra {

class MotifStation : public Station {
  Q_OBJECT
 public:
  MotifStation(Session& session, Preferences& preferences, QObject* parent);
  static constexpr const char* kId = "motif";
  QString id() const override { return QLatin1String(kId); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;
  SwatchView* swatch() { return swatch_; }
  FoundPanel* found() { return found_; }

 private:
  void buildPicture();
  QWidget* choiceCard();
  void connectChoice(Pills* take, QPushButton* removeButton);
  QWidget* placeCard();
  void beginFresh() override;
  void refresh() override;
  void fillChoice();
  void showSwatch();
  void rename();
  void change(MotifFields fields, const QString& label, const QString& merge = {});
  /// One field alone.
  template <class T, class Value>
  void change(std::optional<T> MotifFields::*field, Value&& value, const QString& label) {
    MotifFields fields;
    fields.*field = std::forward<Value>(value);
    change(std::move(fields), label);
  }
  void setPieces();
  void applyWindow(const QString& merge = {});
  void takePieces(int how);
  const MotifChoice* motif() const;
  const Cloth* cloth() const;
  const Shape* shape() const;
  const Picture* printPicture() const;

  QWidget *picture_ = nullptr, *bench_ = nullptr, *choiceFields_ = nullptr;
  SwatchView* swatch_ = nullptr;
  PictureView* unitView_ = nullptr;
  QLabel *swatchTitle_ = nullptr, *swatchNote_ = nullptr, *unitTitle_ = nullptr, *unitNote_ = nullptr,
         *countNote_ = nullptr, *empty_ = nullptr, *mirrorNote_ = nullptr;
  Pills* kind_ = nullptr;
  QComboBox* choices_ = nullptr;
  NewChoice* new_ = nullptr;
  ChoiceIcons icons_;
  QLineEdit *name_ = nullptr, *pieces_ = nullptr, *note_ = nullptr;
  CountField* copies_ = nullptr;
  LengthField *atX_ = nullptr, *atY_ = nullptr;
  StripSeamRow* seam_ = nullptr;
  QLineEdit* turn_ = nullptr;
  QCheckBox *mirrored_ = nullptr, *toMiddle_ = nullptr;
  QPushButton *mark_ = nullptr, *unmark_ = nullptr;
  QLabel *detailNote_ = nullptr, *madeOn_ = nullptr;
  MeetingCard* meeting_ = nullptr;
  FoundPanel* found_ = nullptr;
  int chosen_ = -1, copiesOf_ = -1, zoomedOn_ = -1;
  QImage image_;
  std::string imageOf_;
  std::shared_ptr<const Bytes> imageBytes_;
  bool filling_ = false;
};

/// "1-4, 9" -> piece numbers; nothing if it is no such list.
std::optional<std::vector<int>> readNumbers(const QString& text);
QString writeNumbers(const std::vector<std::uint32_t>& pieces);

}  // namespace clathra
