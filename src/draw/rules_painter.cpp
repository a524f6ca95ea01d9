#include "draw/rules_painter.hpp"

#include "draw/page_text.hpp"
#include "paper/true_scale.hpp"

namespace clathra {

namespace {

// The rule lies next to the papers, the words beyond it, 5 mm from the edge.
constexpr double kBand = 9.5, kRule = 2.2, kWords = 4.1, kTick = 0.9;  // mm
constexpr double kCap = 0.72;                                          // how high capitals are

class RulesRun {
 public:
  RulesRun(QPainter& painter, const QColor& ink) : p_(painter), text_(painter), ink_(ink) {}

  void level(double x, double y, double whole, double outwards, const QString& label) {
    line({x, y}, {x + whole, y});
    for (const double end : {x, x + whole}) line({end, y - kTick}, {end, y + kTick});
    words(label, {x + whole * 0.2, y + outwards * (kWords - kRule)}, kSmallestWord, QFont::Normal, 40);
  }
  void plumb(double x, double y, double whole, double outwards, const QString& label) {
    line({x, y}, {x, y + whole});
    for (const double end : {y, y + whole}) line({x - kTick, end}, {x + kTick, end});
    p_.save();
    p_.translate(x + outwards * (kWords - kRule), y + whole * 0.2);
    p_.rotate(90 * outwards);
    words(label, {0, 0}, kSmallestWord, QFont::Normal, 40);
    p_.restore();
  }
  /// Centred; shortened where there is less room, since nothing under 8 pt is read.
  void words(QString words, QPointF at, double size, int weight, double room) {
    while (words.size() > 4 && text_.width(words, size, weight) > room)
      words = words.left(words.size() - 2) + QChar(0x2026);
    text_.line(words, at.x() - text_.width(words, size, weight) / 2, at.y() + kCap * size / 2, size, weight,
               ink_);
  }

 private:
  void line(QPointF a, QPointF b) {
    p_.setPen(QPen(ink_, 0.25));
    p_.drawLine(a, b);
  }
  QPainter& p_;
  PageText text_;
  QColor ink_;
};

}  // namespace

bool holdsRules(const Page& page) {
  return page.margin >= kBand;
}

bool paintRules(QPainter& painter, const Page& page, const QString& head, const QString& foot,
                const Palette& palette) {
  const double w = page.width, h = page.height, m = page.margin;
  if (!holdsRules(page)) return false;
  const Rules rules = rulesOf(page);
  const auto mm = [](double length) { return QStringLiteral("%1 mm").arg(length, 0, 'f', 0); };
  const auto in = [](double length) { return QStringLiteral("%1 in").arg(length / 25.4, 0, 'f', 0); };
  RulesRun run(painter, palette.ink);
  run.level(m, h - m + kRule, rules.across, 1, mm(rules.across));
  run.level(m, m - kRule, rules.inchesAcross, -1, in(rules.inchesAcross));
  run.plumb(w - m + kRule, m, rules.down, 1, mm(rules.down));
  run.plumb(m - kRule, m, rules.inchesDown, -1, in(rules.inchesDown));
  run.words(head, {m + rules.inchesAcross * 0.64, m - kWords}, 3.1, QFont::DemiBold,
            rules.inchesAcross * 0.68);
  run.words(foot, {m + rules.across * 0.64, h - m + kWords}, 2.9, QFont::Normal, rules.across * 0.68);
  return true;
}

}  // namespace clathra
