#include "words/words.hpp"

#include <QCoreApplication>
#include <QTranslator>
#include <unordered_map>

#include "measure/quantity.hpp"
#include "model/project.hpp"
#include "text.hpp"
#include "words/sentences.hpp"

static void initResources() {
  Q_INIT_RESOURCE(words);
}

namespace clathra {

namespace {

constexpr std::size_t kMostOfAName = 80;    // characters
constexpr std::size_t kMostSentence = 600;  // characters: more is read by nobody

QString translated(const char* text, int n = -1) {
  return QCoreApplication::translate("core", text, nullptr, n);
}

const Arg* firstCount(const Message& message) {
  for (const Arg& a : message.args)
    if (a.kind() == Arg::Kind::Count) return &a;
  return nullptr;
}

/// A sentence within a sentence has no stop where the outer one goes on or sets its own.
void dropStop(QString& inner) {
  if (inner.endsWith(QLatin1Char('.')) && !inner.endsWith(QLatin1String(".."))) inner.chop(1);
}

QString filled(const QString& text, const Message& message, LengthUnit unit) {
  QString out;
  for (int i = 0; i < text.size(); ++i) {
    if (text[i] != QLatin1Char('%') || i + 1 == text.size() || !text[i + 1].isDigit()) {
      out += text[i];
      continue;
    }
    const auto which = static_cast<std::size_t>(text[++i].digitValue());
    if (which == 0 || which > message.args.size()) continue;
    const Arg& arg = message.args[which - 1];
    QString value = inWords(arg, unit);
    if (arg.kind() == Arg::Kind::Sentence && i + 1 < text.size() && text[i + 1] != QLatin1Char(' '))
      dropStop(value);
    out += value;
  }
  return out;
}

}  // namespace

const char* sentenceOf(std::string_view id) {
  static const auto all = [] {
    std::unordered_map<std::string_view, const char*> out;
    for (const auto part : {layoutSentences(), editSentences(), fileSentences(), exchangeSentences(),
                            reviewSentences(), cuttingSentences(), paperSentences(), commandSentences()})
      for (const Sentence& s : part) out.emplace(s.id, s.text);
    return out;
  }();
  const auto at = all.find(id);
  return at == all.end() ? nullptr : at->second;
}

QString upperFirst(const QString& text) {
  return text.left(1).toUpper() + text.mid(1);
}

QString shapeWords(const std::string& title) {
  return QCoreApplication::translate("shapes", title.c_str());
}

QString arrangementWords(const std::string& text) {
  return QCoreApplication::translate("arrangements", text.c_str());
}

QString shapeWords(int count, const std::string& title) {
  const QString name = shapeWords(title);
  if (count == 1) return QStringLiteral("1 %1").arg(name);
  const auto comma = name.indexOf(QLatin1Char(','));  // "half hexagons, point cut"
  QString many = name;
  many.insert(comma < 0 ? name.size() : comma, QLatin1Char('s'));
  return QStringLiteral("%1 %2").arg(count).arg(many);
}

QString inWords(const Arg& value, LengthUnit unit) {
  const auto text = [](const std::string& s) { return QString::fromStdString(s); };
  switch (value.kind()) {
    case Arg::Kind::Text:
      return text(oneLine(value.text(), kMostOfAName));
    case Arg::Kind::Cloth:
      return QCoreApplication::translate("core", "cloth %1").arg(text(value.text()));
    case Arg::Kind::Shape:
      return shapeWords(value.text());
    case Arg::Kind::Shapes:
      return shapeWords(static_cast<int>(value.value()), value.text());
    case Arg::Kind::Count:
      return QString::number(static_cast<qint64>(value.value()));
    case Arg::Kind::Number:
      return text(formatNumber(value.value(), value.digits()));
    case Arg::Kind::Size:
      return text(formatLength(Length::millimetres(value.value()), unit));
    case Arg::Kind::Readable:
      return text(formatReadable(value.value(), unit));
    case Arg::Kind::Bolt:
      return text(writeCloth(value.value(), unit));
    case Arg::Kind::Fine:
      return text(writeFine(value.value(), value.digits()));
    case Arg::Kind::Sentence:
      return inWords(value.sentence(), unit);
    case Arg::Kind::List: {
      QStringList all;
      for (const Message& m : value.list()) all << inWords(m, unit);
      return all.join(QStringLiteral(", "));
    }
  }
  return {};
}

QString inWords(const Message& message, LengthUnit unit) {
  if (message.empty()) return {};
  const char* sentence = sentenceOf(message.id);
  if (!sentence) return QString::fromStdString(oneLine(message.id, kMostSentence));
  const Arg* count = firstCount(message);
  const QString text = translated(sentence, count ? static_cast<int>(count->value()) : -1);
  const std::string whole = filled(text, message, unit).toStdString();
  return QString::fromStdString(oneLine(whole, kMostSentence));
}

std::string said(const Message& message, LengthUnit unit) {
  return inWords(message, unit).toStdString();
}

void loadWords() {
  initResources();
  static QTranslator english;
  if (english.isEmpty() && english.load(QStringLiteral(":/translations/clathra_en.qm")))
    QCoreApplication::installTranslator(&english);
}

QString paperTitle(const Project& project, std::uint16_t shape, int hand) {
  const Shape& s = project.layout->shapes[shape];
  QString out = shapeWords(s.title) + QLatin1Char(' ') + inWords(sizeArg(s.edge), project.settings.unit);
  if (hand != 0) out += hand > 0 ? QObject::tr(", right") : QObject::tr(", left");
  return out;
}

}  // namespace clathra
