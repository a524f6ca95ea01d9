// Text on pages laid out in millimetres.
#pragma once
#include <QPainter>
#include <string>

namespace clathra {

inline constexpr double kSmallestWord = 2.83;  ///< mm: 8 pt, the smallest that is printed

/// Draws text at sizes in mm. Fonts have whole pixel sizes, so it is drawn larger and scaled.
class PageText {
 public:
  explicit PageText(QPainter& painter) : p_(painter) {}
  /// One line with its baseline at y; gives the width in mm.
  double line(const QString& text, double x, double y, double size, int weight = QFont::Normal,
              const QColor& colour = Qt::black) const;
  /// Wrapped within a width; gives the height used.
  double paragraph(const QString& text, double x, double y, double width, double size,
                   int weight = QFont::Normal, const QColor& colour = Qt::black) const;
  /// Of a paragraph.
  double height(const QString& text, double width, double size, int weight = QFont::Normal) const;
  double width(const QString& text, double size, int weight = QFont::Normal) const;

 private:
  QPainter& p_;
};

}  // namespace clathra
