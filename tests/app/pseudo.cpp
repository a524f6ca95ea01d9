// Every view in a language that nobody speaks: each string is marked and longer by 40 %. What is not marked
// cannot be translated; what is clipped has no room for other languages.
#include <QComboBox>
#include <QLabel>
#include <QTranslator>

#include "app/arrange/arrange_station.hpp"
#include "app/widgets/card.hpp"
#include "looks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

namespace {

const QChar kOpen(0x27E6), kClose(0x27E7);  // ⟦ ⟧

class Pseudo : public QTranslator {
 public:
  QString translate(const char* context, const char* source, const char*, int n) const override {
    if (!source || !*source || (context[0] == 'Q' && qstrcmp(context, "QObject") != 0))
      return {};  // the toolkit's own dialogs
    QString text = QString::fromUtf8(source);
    text.replace(QStringLiteral("(s)"), n == 1 ? QString() : QStringLiteral("s"));
    text.replace(QStringLiteral("(es)"), n == 1 ? QString() : QStringLiteral("es"));
    // Longer by two fifths, in words that may wrap.
    const auto more = (text.size() * 2 + 4) / 5;
    for (qsizetype i = 0; i < more; ++i) text += i % 6 == 0 ? QLatin1Char(' ') : QChar(0xF8);
    return kOpen + text + kClose;
  }
  bool isEmpty() const override { return false; }
};

/// What is left of a text beside its marked parts.
QString beside(const QString& text) {
  QString out;
  int deep = 0;
  for (const QChar c : text) {
    if (c == kOpen) ++deep;
    if (deep == 0) out += c;
    if (c == kClose) --deep;
  }
  return out;
}

/// The words that are data: what the quilter (here the demo) called things, and signs of measures.
QStringList dataOf(const Project& p) {
  QStringList out;
  const auto add = [&](const std::string& s) { out << QString::fromStdString(s); };
  add(p.name);
  for (const Cloth& c : p.cloths) add(c.name);
  for (const MotifChoice& m : p.motifs) {
    add(m.name);
    add(m.note);
    add(m.date);
  }
  for (const Variant& v : p.variants) {
    add(v.name);
    add(v.note);
  }
  for (const Role& r : p.roles) add(r.name);
  for (const PieceUnit& u : p.recipe.units) add(u.name);
  std::sort(out.begin(), out.end(), [](const QString& a, const QString& b) { return a.size() > b.size(); });
  out.removeAll(QString());
  return out;
}

/// Texts of a window that have words without a mark, a line each.
QString unmarked(Driver& d) {
  QStringList out;
  static const QRegularExpression measures(
      QStringLiteral("\\b(in|mm|cm|m|sq|yd|min|h|A[345]|Clathra|PDF|SVG|DXF|PNG|CSV|Esc|Ctrl|Shift|Enter|Alt|"
                     "Del|Tab|L\\*|x)\\b"));
  static const QRegularExpression words(QStringLiteral("\\p{L}{2,}"));
  const QStringList data = d.session->isOpen() ? dataOf(d.project()) : QStringList();
  const auto bad = [&](const QString& text) {
    QString rest = beside(text);
    for (const QString& each : data) rest.remove(each);
    return rest.remove(measures).contains(words);
  };
  for (const QWidget* w : d.window->findChildren<QWidget*>()) {
    if (!w->isVisible()) continue;
    QStringList texts{w->accessibleName(), w->toolTip(), w->accessibleDescription()};
    if (const auto* l = qobject_cast<const QLabel*>(w)) texts << l->text();
    if (const auto* b = qobject_cast<const QAbstractButton*>(w)) texts << b->text();
    if (const auto* c = qobject_cast<const QComboBox*>(w))
      for (int i = 0; i < c->count(); ++i) texts << c->itemText(i);
    if (const auto* e = qobject_cast<const QLineEdit*>(w)) texts << e->placeholderText();
    for (const QString& t : texts)
      if (bad(t))
        out << QStringLiteral("%1: \"%2\"").arg(QLatin1String(w->metaObject()->className()), t.left(90));
  }
  out.removeDuplicates();
  return out.join(QLatin1Char('\n'));
}

}  // namespace

class PseudoTest : public QObject {
  Q_OBJECT
 private slots:
  void initTestCase() { QCoreApplication::installTranslator(&pseudo_); }
  void cleanupTestCase() { QCoreApplication::removeTranslator(&pseudo_); }

  void everyStringIsMarkedAndNothingIsClipped() {
    Driver d;
    QStringList faults;
    const auto check = [&](const QString& view) {
      d.settle();
      if (const QString bad = unmarked(d); !bad.isEmpty())
        faults << view + QStringLiteral(" unmarked ") + bad;
      if (const QString bad = support::problem(d); !bad.isEmpty())
        faults << view + QStringLiteral(": ") + bad;
      for (const auto* list : d.window->findChildren<QComboBox*>())
        if (const QString bad = list->isVisible() ? support::cutOff(list) : QString(); !bad.isEmpty())
          faults << view + QStringLiteral(": ") + Driver::nameOf(list) + bad;
    };
    d.window->showFirstStart();
    check("first start");
    d.window->showHelp();
    check("help");
    d.window->showStart();
    check("start");
    d.window->files().openDemo();
    for (const char* id : {"papers", "cloth", "motif", "cut", "arrange"}) {
      d.window->goTo(QString::fromLatin1(id));
      d.settle();
      for (Card* card : d.window->findChildren<Card*>())
        if (card->isVisible()) card->setOpen(true);
      check(QString::fromLatin1(id));
    }
    for (const char* mode : {"Add", "Take away", "Divide", "Draft", "Outer edge", "Paint"}) {
      QAbstractButton* pill = nullptr;
      for (auto* b : d.window->findChildren<QAbstractButton*>())
        if (b->isVisible() && b->accessibleName().contains(kOpen + QStringLiteral("Mode")) &&
            b->accessibleName().contains(QString::fromLatin1(mode)))
          pill = b;
      QVERIFY2(pill, mode);
      pill->click();
      check(QString::fromLatin1(mode));
    }
    // States that the demo is not in: cloth short, scraps, without a width, a remark of each kind it may
    // have.
    const auto change = [&](std::size_t cloth, nlohmann::json keys) {
      keys["edit"] = "changeCloth";
      keys["cloth"] = d.project().cloths[cloth].name;
      QVERIFY(support::step(*d.session, keys, "changed"));
      d.settle();
    };
    change(2, {{"lengths", {127}}});
    change(3, {{"scraps", true}});
    change(4, {{"width", nullptr}});
    change(0, {{"lengths", {300, 420}}, {"direction", "one-way"}});
    d.session->edit(Paint{kNoCloth, {1, 2}}, "took cloths off");
    for (const char* station : {"arrange", "papers", "cloth", "motif"}) {
      d.window->goTo(QString::fromLatin1(station));
      check(QString::fromLatin1(station) + QStringLiteral(" in need"));
    }
    for (const Cloth& c : d.project().cloths) {
      d.window->goTo(QStringLiteral("cut"), QString::fromStdString(subject(c.id)));
      check(QStringLiteral("cut of ") + QString::fromStdString(clothTitle(c)));
    }
    faults.removeDuplicates();
    if (!faults.isEmpty()) qWarning().noquote() << faults.join(QLatin1Char('\n'));
    QVERIFY(faults.isEmpty());
  }
  void refusalsAndRemarksAreMarked() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    for (const Remark& r : d.session->remarks())
      for (const Message* m : {&r.why, &r.fix}) {
        const QString text = inWords(*m, LengthUnit::Inch);
        QVERIFY2(text.startsWith(kOpen) && text.endsWith(kClose), qPrintable(text));
      }
    const auto refused = parseLength("long", LengthUnit::Inch);
    QVERIFY(inWords(refused.error()).startsWith(kOpen));
  }

 private:
  Pseudo pseudo_;
};

CLATHRA_TEST(PseudoTest, "pseudo")
#include "pseudo.moc"
