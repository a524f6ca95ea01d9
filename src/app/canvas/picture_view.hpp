// A widget that shows what a painting function draws: sheets, thumbnails, maps.
#pragma once
#include <QPainter>
#include <QWidget>
#include <functional>

namespace clathra {

class PictureView : public QWidget {
  Q_OBJECT
 public:
  using Paint = std::function<void(QPainter& painter, const QRectF& into)>;
  explicit PictureView(const QString& spokenName, Paint paint, QWidget* parent = nullptr);
  void setPaint(Paint paint);
  void setHint(QSize hint) { hint_ = hint; }
  QSize sizeHint() const override { return hint_; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Paint paint_;
  QSize hint_{200, 200};
};

}  // namespace clathra
