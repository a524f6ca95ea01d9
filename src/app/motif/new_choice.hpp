// A new motif choice: of which cloth with a print, and of which shape.
#pragma once
#include <QComboBox>
#include <QWidget>

#include "app/session/session.hpp"

namespace clathra {

class NewChoice : public QWidget {
  Q_OBJECT
 public:
  explicit NewChoice(Session& session, QWidget* parent = nullptr);
  /// The cloths and shapes of the project as it is; what was chosen stays.
  void fill();

 Q_SIGNALS:
  void added(int motif);
  void said(const QString& sentence);

 private:
  void add();
  Session& session_;
  QComboBox *cloth_ = nullptr, *shape_ = nullptr;
};

}  // namespace clathra
