// The stations in the order of the work, and what is known of each before it is made: the rail, the keys and
// "What next" need no more.
#pragma once
#include <QString>
#include <array>

#include "app/session/preferences.hpp"
#include "app/widgets/rail.hpp"

namespace clathra {

class Session;
class Station;

struct StationKind {
  const char* id;
  QString (*name)();
  /// How far the open project is settled there.
  Settled (*settled)(const Session& session);
  Station* (*make)(Session& session, Preferences& preferences, QObject* parent);
};

const std::array<StationKind, 5>& stationKinds();

}  // namespace clathra
