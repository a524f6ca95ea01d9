// Every value in a project's file counts: one that is altered is refused in a sentence, or comes back
// altered.
#include <QtTest>

#include "registry.hpp"
#include "rich.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Where a value stands, whichever of a list it is of.
std::string kindOf(const std::string& path) {
  return QString::fromStdString(path).replace(QRegularExpression("/\\d+"), "/*").toStdString();
}

json altered(const json& value) {
  if (value.is_number_integer()) return value.get<std::int64_t>() + 1;
  if (value.is_number()) return value.get<double>() * 1.01 + 0.013;
  if (value.is_boolean()) return !value.get<bool>();
  if (value.is_string()) return value.get<std::string>() + "x";
  return value;
}

}  // namespace

class EveryValueTest : public QObject {
  Q_OBJECT
 private slots:
  void countsInAProject() {
    const Entries entries = *unpack(*serialize(support::rich()));
    QVERIFY(*unpack(*serialize(*deserialize(*pack(entries)))) == entries);
    int tried = 0, refused = 0;
    for (const auto& [name, text] : entries) {
      if (!name.ends_with(".json")) continue;
      const json whole = json::parse(text), leaves = whole.flatten();
      std::map<std::string, int> seen;
      for (auto leaf = leaves.begin(); leaf != leaves.end(); ++leaf) {
        const std::string kind = kindOf(leaf.key());
        // How a length was typed only stands while it is that length.
        if (kind.find("typed_in") != std::string::npos) continue;
        const json now = altered(leaf.value());
        if (now == leaf.value() || seen[kind]++ >= 2) continue;
        json j = whole;
        j[json::json_pointer(leaf.key())] = now;
        Entries changed = entries;
        changed[name] = j.dump();
        const auto opened = deserialize(*pack(changed));
        ++tried;
        if (!opened) {
          ++refused;
          const QByteArray said = support::text(opened.error().message);
          QVERIFY2(!said.isEmpty() && !said.contains('\n') && said.size() < 300, said.constData());
          continue;
        }
        QVERIFY2(*unpack(*serialize(*opened)) != entries, (name + " " + leaf.key()).c_str());
      }
    }
    QVERIFY2(tried > 180 && refused < tried / 4, qPrintable(QString("%1 of %2").arg(refused).arg(tried)));
  }
};

CLATHRA_TEST(EveryValueTest, "every_value")
#include "every_value.moc"
