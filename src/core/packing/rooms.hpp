// Packing on cloth that is there: the least area of pieces touched.
#pragma once
#include "packing/improve.hpp"

namespace clathra::packing {

struct RoomsAnswer {
  std::vector<Lying> items;  ///< room: index in the job
  double area = 0;           ///< mm² of rooms touched
  std::size_t missing = 0;   ///< patches that found no place
};
/// Rooms are to lie where roomsOf put them; `known` as in packBolt.
RoomsAnswer packRooms(const PackJob& job, const Variants& variants, const std::vector<Room>& rooms,
                      std::uint64_t seed, const std::vector<Lying>& known, Budget& budget,
                      const std::function<void(const RoomsAnswer&)>& better);

/// The job's rooms side by side, far apart; what an outline leaves out and holes lie there as fixed.
std::vector<Room> roomsOf(const PackJob& job, Variants& variants);

}  // namespace clathra::packing
