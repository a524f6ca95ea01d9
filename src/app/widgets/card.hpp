// A card of the bench: a heading that folds it, and its content.
#pragma once
#include <QFrame>
#include <QPushButton>
#include <QVBoxLayout>

namespace clathra {

/// A card of the bench: a heading that folds it, and its content.
class Card : public QFrame {
  Q_OBJECT
 public:
  explicit Card(const QString& title, bool open = true, QWidget* parent = nullptr);
  QVBoxLayout* body() { return body_; }
  void setTitle(const QString& title);
  QString title() const { return title_; }
  void setOpen(bool open);
  bool isOpen() const { return open_; }
 Q_SIGNALS:
  void folded(bool open);  ///< its content came or went
  void asked();            ///< opened by its heading

 private:
  void retitle();
  QString title_;
  QPushButton* head_;
  QWidget* content_;
  QVBoxLayout* body_;
  bool open_ = true;
};

}  // namespace clathra
