// What a painter draws, written down: each line, polygon and word with its place on the page.
#pragma once
#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainter>
#include <QPainterPath>
#include <vector>

namespace support {

struct Drawn {
  enum class Kind { Line, Polygon, Words, Image } kind = Kind::Line;
  QPolygonF points;  ///< of the page; words: where their base line begins, images: their four corners
  QString words;
  double size = 0;  ///< of the letters, in the page's units
  QPen pen;
  QBrush brush;
  bool filled() const { return brush.style() != Qt::NoBrush; }
};

struct Recording {
  std::vector<Drawn> drawn;

  const std::vector<Drawn>& all() const { return drawn; }
  /// Words that are these, whole.
  std::vector<Drawn> words(const QString& text) const {
    std::vector<Drawn> out;
    for (const Drawn& d : drawn)
      if (d.kind == Drawn::Kind::Words && d.words.trimmed() == text) out.push_back(d);
    return out;
  }
  QString allWords() const {
    QStringList out;
    for (const Drawn& d : drawn)
      if (d.kind == Drawn::Kind::Words) out << d.words;
    return out.join(QLatin1Char('\n'));
  }
  /// Is there a line between two points, either way round?
  bool hasLine(QPointF a, QPointF b, double within = 0.01) const {
    const auto near = [&](QPointF p, QPointF q) { return std::hypot(p.x() - q.x(), p.y() - q.y()) < within; };
    for (const Drawn& d : drawn)
      if (d.kind == Drawn::Kind::Line && d.points.size() == 2 &&
          ((near(d.points[0], a) && near(d.points[1], b)) || (near(d.points[0], b) && near(d.points[1], a))))
        return true;
    return false;
  }
  std::vector<Drawn> polygons() const {
    std::vector<Drawn> out;
    for (const Drawn& d : drawn)
      if (d.kind == Drawn::Kind::Polygon) out.push_back(d);
    return out;
  }
};

/// Stands for the machine: nothing is drawn, all is kept. One unit of the page is one unit of the painter.
class Recorder : public QPaintDevice {
 public:
  Recorder(double width, double height) : width_(width), height_(height), engine_(*this) {}
  QPaintEngine* paintEngine() const override { return &engine_; }
  Recording recording;

 protected:
  int metric(PaintDeviceMetric metric) const override {
    switch (metric) {
      case PdmWidth:
        return static_cast<int>(width_);
      case PdmHeight:
        return static_cast<int>(height_);
      case PdmDpiX:
      case PdmDpiY:
      case PdmPhysicalDpiX:
      case PdmPhysicalDpiY:
        return 96;
      case PdmNumColors:
        return 1 << 24;
      case PdmDepth:
        return 32;
      case PdmDevicePixelRatio:
        return 1;
      case PdmDevicePixelRatioScaled:
        return static_cast<int>(devicePixelRatioFScale());
      default:
        return 0;
    }
  }

 private:
  class Engine : public QPaintEngine {
   public:
    explicit Engine(Recorder& recorder) : QPaintEngine(AllFeatures), recorder_(recorder) {}
    bool begin(QPaintDevice*) override {
      setActive(true);
      return true;
    }
    bool end() override { return true; }
    Type type() const override { return User; }
    void updateState(const QPaintEngineState& now) override {
      if (now.state() & DirtyTransform) transform_ = now.transform();
      if (now.state() & DirtyPen) pen_ = now.pen();
      if (now.state() & DirtyBrush) brush_ = now.brush();
    }
    void drawPath(const QPainterPath& path) override {
      for (const QPolygonF& p : path.toSubpathPolygons()) add(Drawn::Kind::Polygon, p);
    }
    void drawPolygon(const QPointF* points, int n, PolygonDrawMode mode) override {
      add(mode == PolylineMode && n == 2 ? Drawn::Kind::Line : Drawn::Kind::Polygon,
          QPolygonF(QList<QPointF>(points, points + n)));
    }
    void drawLines(const QLineF* lines, int n) override {
      for (int i = 0; i < n; ++i) add(Drawn::Kind::Line, QPolygonF({lines[i].p1(), lines[i].p2()}));
    }
    void drawRects(const QRectF* rects, int n) override {
      for (int i = 0; i < n; ++i) add(Drawn::Kind::Polygon, QPolygonF(rects[i]));
    }
    void drawEllipse(const QRectF& box) override { add(Drawn::Kind::Polygon, QPolygonF(box)); }
    void drawPixmap(const QRectF& to, const QPixmap&, const QRectF&) override {
      add(Drawn::Kind::Image, QPolygonF(to));
    }
    void drawImage(const QRectF& to, const QImage&, const QRectF&, Qt::ImageConversionFlags) override {
      add(Drawn::Kind::Image, QPolygonF(to));
    }
    void drawTiledPixmap(const QRectF& to, const QPixmap&, const QPointF&) override {
      add(Drawn::Kind::Polygon, QPolygonF(to));
    }
    void drawTextItem(const QPointF& at, const QTextItem& item) override {
      add(Drawn::Kind::Words, QPolygonF({at, at + QPointF(item.width(), 0)}));
      Drawn& words = recorder_.recording.drawn.back();
      words.words = item.text();
      words.size = item.font().pixelSize() * std::sqrt(std::abs(transform_.determinant()));
    }

   private:
    void add(Drawn::Kind kind, const QPolygonF& points) {
      Drawn d;
      d.kind = kind;
      d.points = transform_.map(points);
      d.pen = pen_;
      d.brush = brush_;
      recorder_.recording.drawn.push_back(std::move(d));
    }
    Recorder& recorder_;
    QTransform transform_;
    QPen pen_;
    QBrush brush_;
  };

  double width_, height_;
  mutable Engine engine_;
};

template <class Paint>
Recording recorded(double width, double height, Paint paint) {
  Recorder device(width, height);
  QPainter painter(&device);
  paint(painter);
  painter.end();
  return std::move(device.recording);
}

}  // namespace support
