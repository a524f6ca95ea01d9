// Lays widgets in rows and wraps them, like words.
#pragma once
#include <QLayout>
#include <vector>

namespace clathra {

class FlowLayout : public QLayout {
 public:
  explicit FlowLayout(int gapX, int gapY, QWidget* parent = nullptr);
  ~FlowLayout() override;
  void addItem(QLayoutItem* item) override { items_.push_back(item); }
  int count() const override { return static_cast<int>(items_.size()); }
  QLayoutItem* itemAt(int i) const override;
  QLayoutItem* takeAt(int i) override;
  Qt::Orientations expandingDirections() const override { return {}; }
  bool hasHeightForWidth() const override { return true; }
  int heightForWidth(int width) const override { return arrange(QRect(0, 0, width, 0), false); }
  QSize sizeHint() const override { return minimumSize(); }
  QSize minimumSize() const override;
  void setGeometry(const QRect& rect) override;

 private:
  int arrange(const QRect& rect, bool place) const;
  std::vector<QLayoutItem*> items_;
  int gapX_, gapY_;
};

}  // namespace clathra
