// Runs clathra-cli as a script does.
#pragma once
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>

#include "support.hpp"

namespace support {

struct Ran {
  int code = -1;
  QByteArray out, err;
  QJsonDocument json() const { return QJsonDocument::fromJson(out); }
};

inline Ran run(const QStringList& args) {
  QProcess p;
  QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
  env.remove("DISPLAY");
  env.remove("QT_QPA_PLATFORM");
  p.setProcessEnvironment(env);
  p.start(CLATHRA_BINARIES "/clathra-cli", args);
  p.waitForFinished(support::kHang);
  return {p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -1, p.readAllStandardOutput(),
          p.readAllStandardError()};
}

}  // namespace support
