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
  QSize sizeHint() const override;  ///< all in one row
  QSize minimumSize() const override;
  void setGeometry(const QRect& rect) override;

 private:
  int arrange(const QRect& rect, bool place) const;
  QSize sizeIn(QLayoutItem* item, int width) const;
  void placeRow(std::size_t from, std::size_t to, int x, int y, int height) const;
  std::vector<QLayoutItem*> items_;
  int gapX_, gapY_;
};

}  // namespace clathra
