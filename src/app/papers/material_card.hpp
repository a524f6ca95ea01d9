// Card or leave-in? What papers are made of, what each material comes to, and how many are covered ahead.
#pragma once
#include <QComboBox>
#include <QLineEdit>
#include <memory>

#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"

class QCheckBox;

namespace clathra {

class MaterialCard : public Card {
  Q_OBJECT
 public:
  explicit MaterialCard(Session& session);
  void refresh();

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void buildFigures();
  QWidget* materialRow(const PaperMaterial& material, const MaterialRow* row, bool chosen);
  void choose(const std::string& id);
  /// Changes one figure of the chosen material.
  void change(const std::function<void(PaperMaterial&)>& how);
  void readNumber(QLineEdit* field, double least, double most, double PaperMaterial::*figure);

  Session& session_;
  std::unique_ptr<KeptRows> rows_;
  CountField *ahead_ = nullptr, *life_ = nullptr;
  struct Figure {
    QLineEdit* field;
    double PaperMaterial::*is;
    int digits;
  };
  std::vector<Figure> figures_;
  struct Flag {
    QCheckBox* box;
    bool PaperMaterial::*is;
  };
  std::vector<Flag> flags_;
  QLabel *why_ = nullptr, *figuresOf_ = nullptr;
};

QString materialTitle(const std::string& id);

}  // namespace clathra
