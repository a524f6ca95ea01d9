// What was looked at and found good is kept in tests/data/golden, a line a thing; what comes now is compared
// with it. With CLATHRA_GOLDEN=write it is written anew: look at the difference before it is kept.
#pragma once
#include <QFile>
#include <QString>
#include <QStringList>
#include <cmath>

namespace support {

inline bool writesRecords() {
  return qEnvironmentVariable("CLATHRA_GOLDEN") == QLatin1String("write");
}

inline QString recordFile(const QString& name) {
  return QStringLiteral(CLATHRA_TEST_DATA "/golden/%1.txt").arg(name);
}

inline QStringList keptRecord(const QString& name) {
  QFile in(recordFile(name));
  if (!in.open(QIODevice::ReadOnly)) return {};
  QStringList lines = QString::fromUtf8(in.readAll()).split(QLatin1Char('\n'));
  if (!lines.isEmpty() && lines.last().isEmpty()) lines.removeLast();
  return lines;
}

/// The same words in the same order; numbers with a decimal point may differ by `within`, since the last
/// digits are other ones on another machine.
inline bool sameLine(const QString& one, const QString& other, double within) {
  const QStringList p = one.split(QLatin1Char(' ')), q = other.split(QLatin1Char(' '));
  if (p.size() != q.size()) return false;
  for (qsizetype k = 0; k < p.size(); ++k) {
    if (p[k] == q[k]) continue;
    bool first = false, second = false;
    const double x = p[k].toDouble(&first), y = q[k].toDouble(&second);
    if (!first || !second || !p[k].contains(QLatin1Char('.')) || !(std::abs(x - y) <= within)) return false;
  }
  return true;
}

/// Empty if `now` is what is kept under this name, else the first line that is not.
inline QString unlikeRecord(const QString& name, const QStringList& now, double within) {
  if (writesRecords()) {
    QFile out(recordFile(name));
    if (!out.open(QIODevice::WriteOnly) || out.write(now.join('\n').toUtf8() + '\n') < 0)
      return QStringLiteral("cannot be written");
  }
  const QStringList then = keptRecord(name);
  for (qsizetype i = 0; i < std::max(now.size(), then.size()); ++i) {
    const QString a = i < now.size() ? now[i] : QString(), b = i < then.size() ? then[i] : QString();
    if (i >= now.size() || i >= then.size() || !sameLine(a, b, within))
      return QStringLiteral("%1, line %2 is \"%3\", not \"%4\"").arg(name).arg(i + 1).arg(a, b);
  }
  return {};
}

}  // namespace support
